"""Who gives how much when: at rest, in the sun, driving, on a hookup, on a generator."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, TypeAlias, get_args

from ryokan.core.charging.model import Charging
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import CHARGER_A_OF_MAINS, HOURS_TO_CHARGE

Mode: TypeAlias = Literal["rest", "sun", "driving", "hookup", "generator"]
MODES: tuple[Mode, ...] = get_args(Mode)


def by_mode(sheet: Sheet, charging: Charging, chemistry: str, on_the_way: Sequence[Figure]) -> None:
    """Amps into the bank in each mode, alone and with the sun, and hours from empty to full. [A, h]

    A mode has a figure where something gives in it. No more goes in than the bank takes. ``on_the_way`` are links that charge
    while driving. (common practice)
    """
    sheet.given("charging.mode.rest.into_bank_a", 0.0, "A")
    sun = sheet.get("solar.output_a")
    for mode in MODES[1:]:
        sources = _sources(sheet, charging, mode, sun, on_the_way)
        if not sources:
            continue
        _into_the_bank(sheet, f"charging.mode.{mode}.into_bank_a", sources)
        if sun is not None and mode != "sun":
            _into_the_bank(sheet, f"charging.mode.{mode}.with_sun_a", [*sources, sun])
        _hours(sheet, mode, chemistry)


def _sources(sheet: Sheet, charging: Charging, mode: Mode, sun: Figure | None, on_the_way: Sequence[Figure]) -> list[Figure]:
    match mode:
        case "sun":
            return [] if sun is None else [sun]
        case "driving":
            given = [_dcdc(sheet), sheet.get("charging.relay.estimate_a"), *on_the_way]
        case "hookup":
            there = sheet.get("charging.shore.have_a")
            given = [None if there is None else sheet.get("charging.shore.through_hookup_a") or there]
        case "generator":
            given = [_on_a_generator(sheet, charging)]
        case "rest":
            given = []
    return [one for one in given if one is not None]


def _dcdc(sheet: Sheet) -> Figure | None:
    """What the chosen DC-DC charger gives, no more than the alternator spares. [A]"""
    have, hourly = sheet.get("charging.dcdc.have_a"), sheet.get("charging.dcdc.wh_per_driving_hour")
    if have is None or hourly is None:
        return have
    charge_v = sheet["storage.charge_v"]
    return sheet.compute("charging.from_dcdc_a", "an_hour ÷ charge_v", "A", an_hour=hourly, charge_v=charge_v)


def _on_a_generator(sheet: Sheet, charging: Charging) -> Figure | None:
    """What the shore charger gives on the generator: its rating, or what the generator carries. [A]"""
    have, charge_v = sheet.get("charging.shore.have_a"), sheet.get("storage.charge_v")
    if have is None or charge_v is None or charging.generator_w is None:
        return None
    watts = sheet.given("charging.generator_w", charging.generator_w, "W")
    amps = sheet.compute("charging.generator_a", "watts ÷ mains_v", "A", watts=watts, mains_v=sheet["region.mains_v"])
    return sheet.compute(
        "charging.through_generator_a",
        f"min(charger, {CHARGER_A_OF_MAINS})",
        "A",
        "practice",
        charger=have,
        continuous=amps,
        mains_v=sheet["region.mains_v"],
        efficiency=sheet.assumption("charger_frac"),
        power_factor=sheet.assumption("charger_power_factor"),
        charge_v=charge_v,
    )


def _into_the_bank(sheet: Sheet, key: str, sources: Sequence[Figure]) -> None:
    limit = sheet["charging.bank_max_a"]
    sheet.compute(key, "min(limit, sum(sources))", "A", "practice", limit=limit, sources=list(sources))


def _hours(sheet: Sheet, mode: Mode, chemistry: str) -> None:
    """Hours from empty to full in a mode. The sun is not there all day: it has days, on the page of the array."""
    amps, refill = sheet[f"charging.mode.{mode}.into_bank_a"], sheet.get("charging.refill_wh")
    if mode == "sun" or refill is None or amps.number == 0:
        return
    sheet.compute(
        f"charging.mode.{mode}.hours_to_full",
        HOURS_TO_CHARGE,
        "h",
        "practice",
        refill=refill,
        charge_v=sheet["storage.charge_v"],
        amps=amps,
        taper=sheet.assumption(f"{chemistry}.taper_h"),
    )


def balance(sheet: Sheet, links: Sequence[Figure]) -> None:
    """What a mean day away from hookups brings by sun and driving, and by how much the bank sinks where it is too little. [Wh]

    With nothing in hand on either side: neither margin nor ageing nor the ratio that brings an emptied bank back. ``links`` are
    what other systems bring in a day. (physics, by the mean day)
    """
    if "solar.have_wh_per_day" not in sheet:
        return
    brought = [sheet["solar.have_wh_per_day"], *links]
    for key in ("solar.portable_wh_per_day", "charging.driving_wh_per_day"):
        if (more := sheet.get(key)) is not None:
            brought.append(more)
    total = sheet.compute("charging.brought_wh_per_day", "sum(sources)", "Wh", sources=brought)
    takes = sheet["solar.balance_need_wh"]
    if takes.number <= total.number or takes.number == 0:
        return
    sinks = sheet.compute("charging.sinks_wh_per_day", "takes − brought", "Wh", takes=takes, brought=total)
    whole = sheet["storage.to_empty_wh"]
    sheet.compute("charging.days_until_empty", "whole ÷ sinks", "days", whole=whole, sinks=sinks)


def on_a_day_of_driving(sheet: Sheet) -> None:
    """What driving brings on a mean day of the journey. [Wh] (common practice)"""
    amps, hours, charge_v = (
        sheet.get("charging.mode.driving.into_bank_a"),
        sheet["brief.driving_hours_per_day"],
        sheet.get("storage.charge_v"),
    )
    if amps is not None and charge_v is not None and hours.number > 0:
        inputs = {"amps": amps, "charge_v": charge_v, "hours": hours}
        sheet.compute("charging.driving_wh_per_day", "amps × charge_v × hours", "Wh", "practice", **inputs)
