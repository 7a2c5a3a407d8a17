"""How a day's energy spreads: over low and high use, over feeds and hours, and what stands there all day."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.laws import passed_on
from ryokan.core.loads.model import Feed
from ryokan.core.loads.profile import HOURS, normal, preset_of, shares
from ryokan.core.loads.rows import Row

_FEEDS: tuple[Feed, ...] = ("dc", "step_down", "ac")


def low_and_high(sheet: Sheet, rows: Sequence[Row]) -> None:
    """A full day by low and by high use, at the devices. [Wh]"""
    plain = [row.wh_per_day for row in rows if row.load.low_factor == row.load.high_factor == 1]
    spread = [row for row in rows if not row.load.low_factor == row.load.high_factor == 1]
    for name in ("low", "high"):
        key = f"loads.wh_per_day.{name}"
        if not spread:
            sheet.compute(key, "sum(rows)", "Wh", rows=plain)
            continue
        factors = [sheet.given(f"loads.row.{row.id}.{name}_factor", getattr(row.load, f"{name}_factor"), "") for row in spread]
        sheet.compute(
            key,
            "sum(rows) + sum(spread × factors)",
            "Wh",
            rows=plain,
            spread=[row.wh_per_day for row in spread],
            factors=factors,
        )


def by_feed(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure) -> None:
    """What each way of feeding takes from the bank; the inverter's own draw goes with AC. [Wh]"""
    for feed in _FEEDS:
        members = [at_bank[row.id] for row in rows if row.load.feed == feed]
        if feed == "ac":
            members.append(idle)
        if members:
            sheet.compute(f"loads.by_feed.{feed}_wh", "sum(rows)", "Wh", rows=members)


def standing(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure, *, always_on: bool) -> None:
    """What is drawn all day without being noticed: loads that never stop, and an inverter that is never off. [Wh]

    One ampere all day is 24 Ah. (arithmetic)
    """
    members = [at_bank[row.id] for row in rows if row.load.hours_per_day >= HOURS and row.duty.number == 1]
    if always_on:
        members.append(idle)
    total = sheet.compute("loads.standing_wh_per_day", "sum(rows)", "Wh", rows=members)
    sheet.compute("loads.standing_a", "wh ÷ 24 ÷ nominal_v", "A", wh=total, nominal_v=sheet["storage.nominal_v"])
    sheet.compute("loads.standing_ah_per_day", "wh ÷ nominal_v", "Ah", wh=total, nominal_v=sheet["storage.nominal_v"])


def shape(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure, *, always_on: bool) -> None:
    """What the bank gives in each hour of a full day, from midnight, local standard time. [W, mean of the hour]

    Each load's energy is spread by its profile or its own 24 bars; the inverter's own draw over the day or the waking
    hours. (common practice)
    """
    members: dict[str, list[Figure]] = defaultdict(list)
    inputs: dict[str, Input] = {}
    terms: list[str] = []
    for number, row in enumerate(rows):
        if row.load.bars:
            inputs[f"wh_{number}"] = at_bank[row.id]
            inputs[f"bars_{number}"] = sheet.given(f"loads.row.{row.id}.bars", normal(row.load.bars), "")
            terms.append(f"wh_{number} × bars_{number}")
        else:
            members[preset_of(row.load)].append(at_bank[row.id])
    members["all_day" if always_on else "waking"].append(idle)
    for preset, energies in sorted(members.items()):
        inputs[preset] = energies
        inputs[f"share_{preset}"] = sheet.constant(f"loads.profile.{preset}", shares()[preset], "", "practice")
        terms.append(f"sum({preset}) × share_{preset}")
    sheet.compute("loads.shape_w", " + ".join(terms), "W", "practice", **inputs)


def methods(sheet: Sheet, rows: Sequence[Row]) -> None:
    """The trade's other ways to a day's amp-hours, beside the audit's. [Ah]

    By twelve: watt-hours at the devices over twelve. Ten times AC amps: every ampere of an AC plate is ten on the DC
    side of 12 V. Both leave out losses and the inverter's own draw. (common practice)
    """
    nominal_v = sheet["storage.nominal_v"]
    sheet.compute("loads.method.audit_ah", "wh ÷ nominal_v", "Ah", wh=sheet["loads.wh_per_day_at_bank"], nominal_v=nominal_v)
    sheet.compute("loads.method.by_twelve_ah", "wh ÷ 12", "Ah", "practice", wh=sheet["loads.wh_per_day"])
    ac = [row for row in rows if row.load.feed == "ac"]
    dc = [row.wh_per_day for row in rows if row.load.feed != "ac"]
    inputs: dict[str, Input] = {"dc": dc}
    formula = "sum(dc) ÷ 12"
    if ac:
        formula += " + 10 × sum(volt_amps × duty × hours) ÷ mains_v"
        inputs |= {
            "volt_amps": [row.running_va for row in ac],
            "duty": [row.duty for row in ac],
            "hours": [row.hours for row in ac],
            "mains_v": sheet["region.mains_v"],
        }
    sheet.compute("loads.method.ten_times_ac_ah", formula, "Ah", "practice", **inputs)


def measured(sheet: Sheet, days_ah: tuple[float, ...], scale: float) -> None:
    """A day's amp-hours from what a meter counted, scaled to the new use: the mean day and the largest. [Ah]"""
    if not days_ah:
        return
    counted = sheet.given("loads.measured_ah", days_ah, "Ah")
    days = sheet.given("loads.measured_days", float(len(days_ah)), "days")
    factor = sheet.given("loads.measured_scale", scale, "")
    sheet.compute("loads.method.measured_ah", "sum(counted) ÷ days × factor", "Ah", counted=counted, days=days, factor=factor)
    sheet.compute("loads.method.measured_most_ah", "max(counted) × factor", "Ah", counted=counted, factor=factor)


def all_on_dc(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure]) -> None:
    """The same list if every AC appliance were its DC counterpart of the same watts, with no inverter. [Wh]"""
    dc = [at_bank[row.id] for row in rows if row.load.feed != "ac"]
    ac = [row.wh_per_day for row in rows if row.load.feed == "ac"]
    if not ac:
        return
    share = passed_on(sheet, "dc")
    sheet.compute(
        "loads.if_all_dc_wh_per_day", "sum(dc) + sum(ac) ÷ passed_on", "Wh", "practice", dc=dc, ac=ac, passed_on=share
    )
