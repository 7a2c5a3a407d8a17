"""Amps of chargers, and the mains behind them."""

from __future__ import annotations

from ryokan.core.readings.bounds import Bound, as_figure, bounds_of, held_back, judged, meter_off
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told, Why
from ryokan.core.survey.model import FoundCharger, FoundCord, FoundDcdc

LONG_CORD_M = 15.0  # beyond which a cord of usual size is long (common practice)


def charger(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_a")
    thing = moment.rig.survey.items.get(reading.thing or "")
    if thing is not None and not isinstance(thing, FoundCharger | FoundDcdc):
        return None  # what an alternator or a solar controller gives hangs on engine and sun, not on its rating
    dcdc = isinstance(thing, FoundDcdc)
    rated = None if thing is None else thing.output_a
    there = [one.output_a for one in moment.rig.charging.chargers.values() if one.bank is None and one.output_a is not None]
    chosen = sum(there) or None
    if thing is None and rated is None and chosen is not None:
        rated = chosen
    if rated is None:
        return Told(id, "charger_not_known", "open", {"read": read.key})
    rating = sheet.given(f"{base}.rated_a", rated, "A")
    low: Bound = ("rated × reached × (1 − off)", {"reached": sheet.assumption("rating_reached_frac")})
    high: Bound = ("rated × exceeded × (1 + off)", {"exceeded": sheet.assumption("rating_exceeded_frac")})
    bounds = bounds_of(moment, id, "A", (low, high), {"rated": rating, "off": meter_off(moment, id, reading)})
    figures = {"rated": rating.key}
    below = tuple(_why_a_charger_gives_less(moment, dcdc=dcdc))
    codes = ("charger_gives_less", "charger_gives_its_rating", "charger_gives_more")
    above = (Why("meter_reads_high"), Why("another_source"))
    told = judged(id, read, bounds, codes, below=below, above=above, figures=figures)
    return held_back(moment, told, "charger") if told.code == codes[0] else told


def _why_a_charger_gives_less(moment: Moment, *, dcdc: bool) -> list[Why]:
    if dcdc:
        return [Why("engine_idling"), Why("thin_cable"), Why("hot")]
    why = [Why("long_cord")] if _mains_are_low(moment) else []
    if moment.value("mains_volts") is None:
        why.append(Why("long_cord"))
    return [*why, Why("turned_down"), Why("hot"), Why("reached_by_part_of_the_bank")]


def _mains_are_low(moment: Moment) -> bool:
    volts = moment.value("mains_volts")
    return volts is not None and volts < moment.rig.region.mains_v * (1 - moment.sheet.assumption("mains_off_frac").number)


def mains_volts(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_v")
    mains = sheet.given(f"{base}.mains_v", moment.rig.region.mains_v, "V")
    off = sheet.assumption("mains_off_frac")
    bounds = bounds_of(moment, id, "V", (("mains × (1 − off)", {}), ("mains × (1 + off)", {})), {"mains": mains, "off": off})
    codes = ("mains_low", "mains_as_they_should_be", "mains_high")
    return judged(id, read, bounds, codes, below=_why_mains_are_low(moment), above=(Why("supply_high"),))


def _why_mains_are_low(moment: Moment) -> tuple[Why, ...]:
    cords = moment.rig.survey.of_kind(FoundCord).values()
    longest = max((one.length.m for one in cords if one.length is not None and one.fate != "goes"), default=0)
    drawing = moment.value("charger_amps") or moment.value("mains_watts")
    if drawing or longest >= LONG_CORD_M:
        return Why("long_cord"), Why("weak_supply")
    return Why("weak_supply"), Why("long_cord")


def mains_watts(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_w")
    amps = moment.value("charger_amps")
    if amps is None:
        return Told(id, "mains_alone", "says_nothing", {"read": read.key})
    given = sheet.given(f"{base}.charger_a", amps, "A")
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    low: Bound = ("amps × volts ÷ most × (1 − off)", {"most": sheet.assumption("charger_most_frac")})
    high: Bound = ("amps × volts ÷ least × (1 + off)", {"least": sheet.assumption("charger_least_frac")})
    return judged(
        id,
        read,
        bounds_of(moment, id, "W", (low, high), {"amps": given, "volts": volts, "off": meter_off(moment, id, reading)}),
        ("charger_passes_on_otherwise", "charger_passes_on", "charger_passes_on_otherwise"),
        below=(Why("another_source"), Why("meter_reads_low")),
        above=(Why("another_load_on_the_mains"), Why("charger_wastes")),
    )
