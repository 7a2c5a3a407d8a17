"""Who gives how much when: at rest, in the sun, driving, on a hookup, on a generator; and when the bank is full again."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, TypeAlias, get_args

from ryokan.core.figure import Figure, Input, Sheet

Mode: TypeAlias = Literal["rest", "sun", "driving", "hookup", "generator"]
MODES: tuple[Mode, ...] = get_args(Mode)


def by_mode(sheet: Sheet, sources: Mapping[Mode, Sequence[Figure]], held: Mapping[str, Sequence[Figure]]) -> None:
    """Amps into the bank in each mode, alone and with the sun. [A]

    A mode has a figure where something gives in it. No more goes in than the bank takes. ``held`` is what devices of a mode
    hold back of their own while the sun comes through the same output. (common practice)
    """
    sheet.given("charging.mode.rest.into_bank_a", 0.0, "A")
    sun = sheet.get("solar.output_a")
    for mode in MODES[1:]:
        giving = sources.get(mode, ())
        if not giving:
            continue
        _into_the_bank(sheet, f"charging.mode.{mode}.into_bank_a", giving)
        if sun is not None and mode != "sun":
            _into_the_bank(sheet, f"charging.mode.{mode}.with_sun_a", [*giving, sun], held.get(mode, ()))


def _into_the_bank(sheet: Sheet, key: str, sources: Sequence[Figure], held: Sequence[Figure] = ()) -> None:
    inputs: dict[str, Input] = {"limit": sheet["charging.bank_max_a"], "sources": list(sources)}
    if held:
        sheet.compute(key, "min(limit, sum(sources) − sum(held))", "A", "practice", held=list(held), **inputs)
    else:
        sheet.compute(key, "min(limit, sum(sources))", "A", "practice", **inputs)


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
