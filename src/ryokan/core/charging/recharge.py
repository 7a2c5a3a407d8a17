"""When the bank is full again: hours from a charge to another, with the taper and with what draws meanwhile."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from ryokan.core.charging.modes import MODES, Mode
from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import HOURS_BETWEEN
from ryokan.core.loads.model import Season
from ryokan.core.rig import Rig, Stay
from ryokan.core.storage.model import Storage

FULL = 100
TARGETS = (80, 95, FULL)
ARRIVES_AT_H = 18.0  # the hour at which one plugs in for the night (common practice)

# Figures of a charge from wherever it stands, with their units.
UNITS = {
    "recharge.from_frac": "",
    "recharge.*.hours_to_*": "h",
}


def meanwhile(sheet: Sheet, dc_rows: Sequence[Figure]) -> None:
    """What the loads draw at the bank while it is charged: all of them, and on a hookup those on DC alone. [A]

    On a hookup or a generator the outlets hang on that, and the bank feeds what is on DC. By the mean of a day.
    (common practice)
    """
    charge_v, mean = sheet.get("storage.charge_v"), sheet["loads.mean_wh_per_day_at_bank"]
    if charge_v is None:
        return
    sheet.compute("charging.meanwhile_a", "mean ÷ 24 ÷ charge_v", "A", "practice", mean=mean, charge_v=charge_v)
    if dc_rows:
        formula = "min(mean, sum(rows)) ÷ 24 ÷ charge_v"
        rows = list(dc_rows)
        sheet.compute("charging.meanwhile_dc_a", formula, "A", "practice", rows=rows, mean=mean, charge_v=charge_v)


def _drawn(sheet: Sheet, mode: Mode) -> Figure | None:
    return sheet.get("charging.meanwhile_dc_a" if mode in ("hookup", "generator") else "charging.meanwhile_a")


def in_each_mode(sheet: Sheet, storage: Storage, sources: Mapping[Mode, Sequence[Figure]]) -> None:
    """What is left for the bank in each mode, and hours from the depth that is allowed to 80, 95 and 100 %. [A, h]"""
    if sheet.get("storage.charge_v") is None:
        return
    start = sheet.compute(
        "charging.empty_frac", "1 − dod", "", "practice", dod=sheet.assumption(f"{storage.chemistry}.dod_frac")
    )
    for mode in MODES[2:]:
        if (giving := sources.get(mode)) and f"charging.mode.{mode}.into_bank_a" in sheet:
            base = f"charging.mode.{mode}"
            net = _left_for_the_bank(sheet, f"{base}.net_a", giving, _drawn(sheet, mode))
            _to_each_target(sheet, base, storage, net, start)


def _left_for_the_bank(sheet: Sheet, key: str, giving: Sequence[Figure], drawn: Figure | None) -> Figure:
    """What goes into the bank besides what the loads take meanwhile: no more than it takes. [A]"""
    inputs: dict[str, Figure | Sequence[Figure]] = {"limit": sheet["charging.bank_max_a"], "sources": list(giving)}
    if drawn is None:
        return sheet.compute(key, "min(limit, sum(sources))", "A", "practice", **inputs)
    return sheet.compute(key, "max(0, min(limit, sum(sources) − drawn))", "A", "practice", drawn=drawn, **inputs)


def _to_each_target(
    sheet: Sheet, base: str, storage: Storage, net: Figure, start: Figure, targets: Collection[int] = TARGETS
) -> None:
    if net.number <= 0:
        return  # the loads take all of it: it is never full so
    for percent in targets:
        if percent / 100 <= start.number:
            continue
        sheet.compute(
            f"{base}.hours_to_{'full' if percent == FULL else percent}",
            HOURS_BETWEEN.replace("target", f"{percent / 100:g}"),
            "h",
            "practice",
            start=start,
            amps=net,
            charge_v=sheet["storage.charge_v"],
            usable=sheet["storage.usable_wh"],
            dod=sheet.assumption(f"{storage.chemistry}.dod_frac"),
            round_trip=sheet.assumption(f"{storage.chemistry}.round_trip_frac"),
            taper=sheet["charging.taper_h"],
            knee=sheet.assumption(f"{storage.chemistry}.taper_from_frac"),
        )


def of_each_source(sheet: Sheet, storage: Storage, modes: Mapping[str, Mode]) -> None:
    """Hours from the depth that is allowed to full by each source alone. [h]"""
    start = sheet.get("charging.empty_frac")
    if start is None:
        return
    for id, mode in modes.items():
        base, output = f"charging.source.{id}", sheet.get(f"charging.source.{id}.output_a")
        if output is None:
            continue
        net = _left_for_the_bank(sheet, f"{base}.net_a", [output], _drawn(sheet, mode))
        _to_each_target(sheet, base, storage, net, start)


def how_soon(rig: Rig, figures: Mapping[str, Figure], from_frac: float) -> dict[str, Figure]:
    """Hours to 80, 95 and 100 % in each mode, from wherever the charge stands.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.
    from_frac : float
        Charge to begin from, 0 to 1.

    Returns
    -------
    dict of str to Figure
        ``recharge.*``, on top of ``figures``. [h]
    """
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    sheet.figures.update(figures)
    start = sheet.given("recharge.from_frac", from_frac, "")
    for mode in MODES[2:]:
        net = sheet.get(f"charging.mode.{mode}.net_a")
        if net is not None:
            _to_each_target(sheet, f"recharge.{mode}", rig.storage, net, start)
    return sheet.figures


def at_a_stay(sheet: Sheet, id: str, stay: Stay, season: Season, storage: Storage) -> None:
    """When the bank is full at a stay: on a hookup by the hour of the clock, otherwise after so many days. [h, days]

    On a hookup one plugs in at six in the evening with the bank as empty as is allowed. Away from it the day's sun and the
    day's driving bring more than the day takes, or it is never full there; the sun is that of its month where it is known, the
    loads are those of the season in which it begins.
    (common practice)
    """
    base = f"charging.stay.{id}"
    charge_v = sheet.get("storage.charge_v")
    of_season = sheet.get(f"loads.season.{season}.mean_wh_per_day_at_bank")
    mean = of_season or sheet["loads.mean_wh_per_day_at_bank"]
    if charge_v is None or storage.bank is None or "charging.empty_frac" not in sheet:
        return
    if stay.hookup != "none":
        _plugged_in(sheet, base, stay, storage)
        return
    by_sun = sheet.get(f"solar.wh_per_day.{MONTHS[stay.month - 1]}") or sheet.get("solar.have_wh_per_day")
    brought = [one for one in (by_sun, _by_driving(sheet, base, stay, charge_v)) if one is not None]
    if not brought:
        return
    surplus = sheet.compute(f"{base}.surplus_wh", "sum(brought) − mean", "Wh", brought=brought, mean=mean)
    refill = sheet.get("charging.refill_wh")
    if surplus.number > 0 and refill is not None:
        sheet.compute(f"{base}.days_to_full", "refill ÷ surplus", "days", "practice", refill=refill, surplus=surplus)


def _by_driving(sheet: Sheet, base: str, stay: Stay, charge_v: Figure) -> Figure | None:
    amps = sheet.get("charging.mode.driving.into_bank_a")
    if amps is None or stay.driving_hours_per_day == 0:
        return None
    hours = sheet.given(f"{base}.driving_h", stay.driving_hours_per_day, "h")
    inputs = {"amps": amps, "charge_v": charge_v, "hours": hours}
    return sheet.compute(f"{base}.driving_wh", "amps × charge_v × hours", "Wh", "practice", **inputs)


def _plugged_in(sheet: Sheet, base: str, stay: Stay, storage: Storage) -> None:
    have, mains = sheet.get("charging.shore.have_a"), sheet.get("charging.shore.mains_a")
    if have is None or mains is None or mains.number == 0:
        return
    name = sheet.given(f"{base}.hookup", stay.hookup, "")
    breaker = sheet.look_up(f"{base}.breaker_a", "lookup(hookups.breaker_a, hookup)", "A", "nec_551", hookup=name)
    share = sheet.look_up(f"{base}.continuous_frac", "lookup(hookups.continuous_frac, hookup)", "", "nec_551", hookup=name)
    limits = [limit for one in ("cord_a", "adapter_a", "inlet_a") if (limit := sheet.get(f"charging.inlet.{one}")) is not None]
    inputs: dict[str, Figure | Sequence[Figure]] = {"have": have, "mains": mains, "passes": [breaker, *limits], "share": share}
    formula = "have × min(1, min(passes) × share ÷ mains)"
    charge = sheet.compute(f"{base}.charge_a", formula, "A", "practice", **inputs)
    net = _left_for_the_bank(sheet, f"{base}.net_a", [charge], sheet.get("charging.meanwhile_dc_a"))
    _to_each_target(sheet, base, storage, net, sheet["charging.empty_frac"], (FULL,))
    hours = sheet.get(f"{base}.hours_to_full")
    if hours is None:
        return
    arrives = sheet.constant(f"{base}.arrives_h", ARRIVES_AT_H, "h", "practice")
    sheet.compute(f"{base}.full_by_h", "arrives + hours", "h", "practice", arrives=arrives, hours=hours)
