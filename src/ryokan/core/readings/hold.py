"""Each reading against its figure: whether it agrees within what meter, sky and audit leave open, and what would explain it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import TypeAlias, get_args

from ryokan.core.climate.stay import MONTHS, place_of, sky_of
from ryokan.core.climate.sun import Panel, month_sun
from ryokan.core.data.assumptions import curves
from ryokan.core.figure import Figure
from ryokan.core.readings.model import Quantity, Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told, Verdict, Why
from ryokan.core.storage.model import LITHIUM, Chemistry
from ryokan.core.storage.need import cells_per_12v
from ryokan.core.survey.model import FoundCharger, FoundCord, FoundDcdc, FoundPanels

LEAD: tuple[Chemistry, ...] = ("agm", "gel", "flooded", "sealed_wet")
LONG_CORD_M = 15.0  # beyond which a cord of usual size is long (common practice)
NEAR_SCALE = 0.08  # share of the charge within which a gauge's percent is that of another scale (common practice)
SHUNT_SCALES = (2.0, 0.5, 4.0, 0.25, 5.0, 0.2, 10.0, 0.1, 1.5, 2 / 3)  # amps and millivolts of usual shunts mixed up
NEAR_TIMES = 0.08
ONE_PANEL_NEAR = 0.07  # of the whole, within which a missing share is that of whole panels (common practice)
# Days of twenty from the dullest to the brightest that a day under such a sky may be.
DAYS_UNDER: dict[str | None, slice] = {
    "clear": slice(11, 20), "hazy": slice(5, 17), "overcast": slice(0, 9), None: slice(0, 20),
}  # fmt: skip
SKY_BANDS = {
    "clear": ("clear_sky_low_frac", "clear_sky_high_frac"),
    "hazy": ("hazy_sky_low_frac", "hazy_sky_high_frac"),
    "overcast": ("overcast_low_frac", "overcast_high_frac"),
    None: ("overcast_low_frac", "clear_sky_high_frac"),
}
TOO_MUCH_SUN = (Why("sky_clearer"), Why("more_panels"), Why("meter_reads_high"))
Bound: TypeAlias = tuple[str, Mapping[str, Figure]]
Hold: TypeAlias = Callable[[Moment, str, Reading], Told | None]


def hold(moment: Moment) -> tuple[Told, ...]:
    """What is told of each reading of a moment; nothing of what has no figure to be held against."""
    found = [_hold_one(moment, id, one) for id, one in moment.readings.items() if one.quantity in _HOLDS]
    return tuple(one for one in found if one is not None)


def _hold_one(moment: Moment, id: str, reading: Reading) -> Told | None:
    if moment.is_of_the_rig(reading):
        return _HOLDS[reading.quantity](moment, id, reading)
    return Told(id, "read_of_something_else", "says_nothing", words={"value": f"{reading.value:g} {reading.unit}"})


def _read(moment: Moment, id: str, reading: Reading, name: str) -> Figure:
    """The reading as a figure."""
    key = f"survey.reading.{id}.{name}"
    return moment.sheet.get(key) or moment.sheet.given(key, reading.value, reading.unit)


def _bounds(moment: Moment, id: str, unit: str, ends: tuple[Bound, Bound], both: Mapping[str, Figure]) -> tuple[Figure, Figure]:
    """Least and most that it should read: each by its formula, with what both share and what it alone takes."""
    found = [
        moment.sheet.compute(f"survey.reading.{id}.expected_{end}_{unit.lower()}", formula, unit, "practice", **both, **alone)
        for end, (formula, alone) in zip(("low", "high"), ends, strict=True)
    ]
    return found[0], found[1]


def _judged(
    id: str,
    read: Figure,
    bounds: tuple[Figure, Figure],
    codes: tuple[str, str, str],
    *,
    below: tuple[Why, ...] = (),
    above: tuple[Why, ...] = (),
    figures: Mapping[str, str] | None = None,
    words: Mapping[str, str] | None = None,
) -> Told:
    """What is told of a reading by where it lies; ``codes`` are those below, within and above its bounds."""
    low, high = bounds
    lies = _within(read, low, high)
    of_all = {**(figures or {}), "read": read.key, "low": low.key, "high": high.key}
    verdict: Verdict = "agrees" if lies == 0 else "off"
    why = below if lies < 0 else above if lies > 0 else ()
    return Told(id, codes[lies + 1], verdict, of_all, words or {}, why)


def _off(moment: Moment, id: str, reading: Reading) -> Figure:
    """How far the meter may be off: as was said of it, or as usual. [–]"""
    if reading.accuracy_frac is not None:
        return moment.sheet.given(f"survey.reading.{id}.accuracy_frac", reading.accuracy_frac, "")
    return moment.accuracy(reading)


def _within(read: Figure, low: Figure, high: Figure) -> int:
    """-1 below, 0 within, 1 above."""
    return -1 if read.number < low.number else 1 if read.number > high.number else 0


# Volts and percent.


def _volts(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, storage = moment.sheet, moment.rig.storage
    read = _read(moment, id, reading, "read_v")
    figures = {"read": read.key}
    if not 0.75 <= reading.value / storage.system_v <= 1.4 and sheet.get("storage.system_v") is not None:
        return Told(id, "volts_of_another_class", "off", {**figures, "class_v": sheet["storage.system_v"].key})
    state = moment.state(reading)
    if state == "charging":
        charge_v = sheet.get("storage.charge_v")
        if charge_v is not None and moment.nearly_full:
            return Told(id, "held_at_charge_volts", "agrees", {**figures, "charge_v": charge_v.key})
        return Told(id, "volts_while_charging", "says_nothing", figures)
    if state == "loaded":
        return Told(id, "volts_under_load", "says_nothing", figures)
    if state is None:
        return Told(id, "volts_of_no_known_state", "says_nothing", figures)
    band = _rested(moment, id, reading, read)
    if band is None:
        return Told(id, "bank_not_known", "open", figures)
    beyond = _beyond_the_curve(moment, id)
    if beyond is not None:
        why = () if beyond == "not_rested_yet" else (Why("one_unit_fails"), Why("deeply_empty"))
        return Told(id, beyond, "says_nothing" if beyond == "not_rested_yet" else "off", figures, why=why)
    low, high = band
    return Told(id, "volts_at_rest", "agrees", {**figures, "low": low.key, "high": high.key})


def _rested(moment: Moment, id: str, reading: Reading, read: Figure) -> tuple[Figure, Figure] | None:
    """The charge that rested volts stand for, as far as the meter tells it. [–]"""
    sheet, storage = moment.sheet, moment.rig.storage
    if storage.bank is None or not storage.cells_known or sheet.get("storage.system_v") is None:
        return None
    base = f"survey.reading.{id}"
    known = sheet.get(f"{base}.charge_low_frac"), sheet.get(f"{base}.charge_high_frac")
    if known[0] is not None and known[1] is not None:
        return known[0], known[1]
    inputs = {"read": read, "off": _off(moment, id, reading), "of": sheet["storage.system_v"]}
    inputs |= {"cells": cells_per_12v(sheet, storage)}
    curve = f"{storage.chemistry}.charge_by_rest_v"
    ends = [volts for volts, _ in sheet.curve_points(curve)]
    inputs |= {"empty": sheet.constant(f"{base}.empty_cell_v", ends[0], "V", curves()[curve].source)}
    inputs |= {"full": sheet.constant(f"{base}.full_cell_v", ends[-1], "V", curves()[curve].source)}
    formula = "max(empty, min(full, read × (1 {} off) ÷ (of ÷ 12 × cells)))"
    low_v = sheet.compute(f"{base}.cell_low_v", formula.format("−"), "V", **inputs)
    high_v = sheet.compute(f"{base}.cell_high_v", formula.format("+"), "V", **inputs)
    return sheet.curve(f"{base}.charge_low_frac", curve, low_v), sheet.curve(f"{base}.charge_high_frac", curve, high_v)


def _beyond_the_curve(moment: Moment, id: str) -> str | None:
    """Rested volts that no charge of the bank shows; None where some does."""
    low, high, empty, full = (
        moment.sheet[f"survey.reading.{id}.{name}"].number
        for name in ("cell_low_v", "cell_high_v", "empty_cell_v", "full_cell_v")
    )
    return "not_rested_yet" if low >= full else "below_empty" if high <= empty else None


def _percent(moment: Moment, id: str, reading: Reading) -> Told:
    read = moment.sheet.given(f"survey.reading.{id}.read_percent", reading.value, "%")
    figures = {"read": read.key}
    rested = next(((other, one) for other, one in moment.of("volts") if moment.state(one) == "resting"), None)
    if rested is None:
        return Told(id, "gauge_alone", "says_nothing", figures)
    volts = _read(moment, *rested, "read_v")
    band = _rested(moment, *rested, volts)
    if band is None:
        return Told(id, "bank_not_known", "open", figures)
    low, high = band
    slack = moment.sheet.assumption("gauge_off_frac").number
    figures = {**figures, "low": low.key, "high": high.key, "volts": volts.key}
    share = reading.value / 100
    if low.number - slack <= share <= high.number + slack:
        return Told(id, "gauge_agrees", "agrees", figures)
    return Told(id, "gauge_off", "off", figures, why=tuple(_scales(moment, volts, share, above=share > high.number)))


def _scales(moment: Moment, volts: Figure, share: float, *, above: bool) -> list[Why]:
    """Which scale a gauge must have been set to, that shows such a percent at such volts."""
    sheet, storage = moment.sheet, moment.rig.storage
    fits: list[Chemistry] = []
    for kind in get_args(Chemistry):
        if kind in ("custom", "nmc", storage.chemistry):
            continue
        cells = sheet.assumption(f"{kind}.cells_per_12v").number * storage.system_v / 12
        points = sheet.curve_points(f"{kind}.charge_by_rest_v")
        if abs(_between(points, volts.number / cells) - share) <= NEAR_SCALE:
            fits.append(kind)
    why: list[Why] = []
    if storage.chemistry in LITHIUM and any(kind in LEAD for kind in fits):
        why.append(Why("scale_of_lead"))
    elif "lfp" in fits:
        why.append(Why("scale_of_lithium"))
    drifted = ("gauge_not_reset", "gauge_capacity_large") if above else ("gauge_never_full", "gauge_capacity_small")
    why += [Why(code) for code in drifted]
    return [*why, Why("not_rested")]


def _between(points: tuple[tuple[float, float], ...], x: float) -> float:
    from numpy import interp

    return float(interp(x, [one[0] for one in points], [one[1] for one in points]))


# The array.


def _array(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_w")
    figures = {"read": read.key}
    rated = moment.array_w(reading.thing)
    if rated is None:
        return Told(id, "array_not_known", "open", figures)
    figures["rated"] = sheet.given(f"{base}.rated_w", rated, "W").key
    clear, hour = moment.clear(), moment.hour
    if clear is None or hour is None:
        code = "array_hour_not_said" if hour is None else "array_place_not_said"
        return Told(id, code, "open", figures)
    least, most = clear.at(hour)
    if most <= 0:
        return Told(id, "array_at_night", "off" if reading.value > 0 else "agrees", figures)
    where = {"rated": sheet[f"{base}.rated_w"]}
    note = "By the clock of the zone; the least is an hour earlier, as where the clock shows summer time."
    sky, losses, off = SKY_BANDS[moment.sky], moment.losses(), _off(moment, id, reading)
    ends: list[Bound] = []
    for end, share, sign, seen in (("low", least, "−", sky[0]), ("high", most, "+", sky[1])):
        clear_w = sheet.simulate(f"{base}.clear_{end}_w_per_w", share, "W/W", "pvlib", where, note)
        formula = f"rated × clear × sky × (1 {sign} off) × {' × '.join(losses)}"
        ends.append((formula, {"clear": clear_w, "sky": sheet.assumption(seen)}))
    bounds = _bounds(moment, id, "W", (ends[0], ends[1]), {"off": off, **where, **losses})
    share_of_most = reading.value / max(1e-9, bounds[1].number / sheet.assumption(sky[1]).number)
    below = tuple(_why_less(moment, reading, share_of_most))
    codes = ("array_gives_less", "array_as_it_should_be", "array_gives_more")
    return _judged(id, read, bounds, codes, below=below, above=TOO_MUCH_SUN, figures=figures)


def _why_less(moment: Moment, reading: Reading, share: float) -> list[Why]:
    """What would explain too little, likeliest first."""
    why: list[Why] = []
    if moment.nearly_full:
        why.append(Why("full_bank"))
    limit = moment.rig.solar.controller_a
    if limit is not None and reading.thing is None and reading.value >= 0.9 * limit * moment.bus_v:
        why.append(Why("controller_at_its_limit", {"amps": f"{limit:g}"}))
    count = moment.panels_of(reading.thing)
    dark = 0 if count is None else round((1 - share) * count)
    if count is not None and 0 < dark < count and abs(dark / count - (1 - share)) <= ONE_PANEL_NEAR + 1 / (4 * count):
        why.append(Why("part_of_it_dark", {"dark": str(dark), "count": str(count)}))
    else:
        why.append(Why("shade"))
    if moment.value("percent") is None and not moment.nearly_full:
        why.append(Why("perhaps_full_bank"))
    return [*why, Why("sky_duller"), Why("dirt")]


def _harvest(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_wh")
    figures = {"read": read.key}
    rated, where, at = moment.array_w(reading.thing), moment.stay, reading.at
    if rated is None:
        return Told(id, "array_not_known", "open", figures)
    if where is None or at is None:
        return Told(id, "array_hour_not_said" if at is None else "array_place_not_said", "open", figures)
    place, solar = place_of(where[1]), moment.rig.solar
    panel = Panel(solar.panel_tilt_deg, 180.0 if place[0] >= 0 else 0.0)
    correction = sheet.assumption("reanalysis_frac").number
    days = month_sun(place, at.month, sky_of(solar, place), panel, correction=correction).wh_per_w
    under = sorted(days.tolist())[DAYS_UNDER[moment.sky]]
    rated_w = sheet.given(f"{base}.rated_w", rated, "W")
    losses, off = moment.losses(), _off(moment, id, reading)
    note = f"A day of {MONTHS[at.month - 1]} there, of twenty from the dullest to the brightest."
    ends: list[Bound] = []
    for end, wh, sign in (("low", under[0], "−"), ("high", under[-1], "+")):
        day = sheet.simulate(f"{base}.day_{end}_wh_per_w", wh, "Wh/W", "pvlib", {"rated": rated_w}, note)
        ends.append((f"rated × day × (1 {sign} off) × {' × '.join(losses)}", {"day": day}))
    bounds = _bounds(moment, id, "Wh", (ends[0], ends[1]), {"rated": rated_w, "off": off, **losses})
    first = (Why("full_bank"),) if moment.nearly_full else (Why("shade"), Why("perhaps_full_bank"))
    codes = ("harvest_less", "harvest_as_it_should_be", "harvest_more")
    return _judged(id, read, bounds, codes, below=(*first, Why("sky_duller"), Why("dirt")), above=TOO_MUCH_SUN)


def _open_volts(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_v")
    panels = moment.rig.survey.items.get(reading.thing or "")
    if not isinstance(panels, FoundPanels):
        all_of_them = list(moment.rig.survey.of_kind(FoundPanels).values())
        panels = all_of_them[0] if len(all_of_them) == 1 else None
    if panels is None or panels.voc_v is None or panels.in_series is None:
        return Told(id, "string_not_known", "open", {"read": read.key})
    voc = sheet.given(f"{base}.voc_v", panels.voc_v, "V")
    series = sheet.given(f"{base}.in_series", panels.in_series, "")
    cold, hot = (sheet.assumption(f"open_volts_{end}_frac") for end in ("high", "low"))
    formula = "series × voc × by_heat"
    bounds = _bounds(
        moment, id, "V", ((formula, {"by_heat": hot}), (formula, {"by_heat": cold})), {"series": series, "voc": voc}
    )
    below = (Why("panel_missing_in_string"), Why("diode_shorted"), Why("shade"))
    codes = ("string_off", "string_as_it_should_be", "string_off")
    return _judged(id, read, bounds, codes, below=below, above=(Why("longer_string"),))


# Amps, and what leaves between the array and the bank.


def _bank_amps(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    array_w = moment.value("array_watts")
    if array_w is None:
        return None
    read = _read(moment, id, reading, "read_a")
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    array = sheet.given(f"{base}.array_w", array_w, "W")
    drawn = sheet.compute(f"{base}.drawn_w", "array − read × volts", "W", array=array, read=read, volts=volts)
    figures = {"read": read.key, "array": array.key, "drawn": drawn.key}
    of_amps = sheet.assumption("meter_amps_frac").number * abs(reading.value) * moment.bus_v
    slack = 2 * (sheet.assumption("meter_watts_frac").number * array_w + of_amps)
    others = [one for one in moment.first.charged_by if one != "sun"]
    if drawn.number < -slack and not others:
        return Told(id, "more_in_than_the_array_gives", "off", figures, why=tuple(_shunt(moment, reading, array_w)))
    if moment.loads_on:
        return _besides(moment, id, figures, drawn, slack)
    return Told(id, "drawn_besides", "agrees", figures)


def _shunt(moment: Moment, reading: Reading, array_w: float) -> list[Why]:
    fair = array_w / moment.bus_v
    times = reading.value / fair if fair else 0.0
    near = next((one for one in SHUNT_SCALES if one > 1 and abs(times / one - 1) <= NEAR_TIMES), None)
    scale = (
        Why("shunt_scale_unknown", {"times": f"{times:.2g}"}) if near is None else Why("shunt_scale", {"times": f"{near:g}"})
    )
    return [scale, Why("another_source"), Why("controller_reads_low")]


def _besides(moment: Moment, id: str, figures: dict[str, str], drawn: Figure, slack: float) -> Told:
    """What is drawn besides the loads that were said to run."""
    sheet, base = moment.sheet, f"survey.reading.{id}"
    named = _named_w(moment, base)
    if named is None:
        return Told(id, "drawn_besides", "agrees", figures)
    figures = {**figures, "named": named.key}
    allowed = slack + sheet.assumption("draw_off_frac").number * named.number
    if drawn.number > named.number + allowed:
        return Told(id, "drawn_more_than_named", "off", figures, why=(Why("another_load"), Why("setting_above_plate")))
    if drawn.number < named.number - allowed:
        return Told(id, "drawn_less_than_named", "off", figures, why=(Why("thermostat"), Why("path_around_the_shunt")))
    return Told(id, "drawn_as_named", "agrees", figures)


def _named_w(moment: Moment, base: str) -> Figure | None:
    """What the loads that ran draw from the bank by the audit. [W]"""
    sheet = moment.sheet
    running = [sheet.get(f"loads.row.{id}.running_w") for id in moment.loads_on]
    used = [(sheet.get(f"loads.row.{id}.wh_at_bank"), sheet.get(f"loads.row.{id}.wh_per_day")) for id in moment.loads_on]
    if not running or any(one is None for one in running) or any(a is None or b is None or not b.number for a, b in used):
        return None
    return sheet.compute(
        f"{base}.named_w",
        "sum(running × at_bank ÷ used)",
        "W",
        running=[one for one in running if one is not None],
        at_bank=[a for a, _ in used if a is not None],
        used=[b for _, b in used if b is not None],
    )


def _load_amps(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_a")
    named = _named_w(moment, base)
    if named is None:
        return Told(id, "loads_not_named", "says_nothing", {"read": read.key})
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    shared = {"named": named, "volts": volts, "off": _off(moment, id, reading), "differs": sheet.assumption("draw_off_frac")}
    low: Bound = ("named ÷ volts × (1 − differs) × (1 − off)", {})
    high: Bound = ("named ÷ volts × (1 + differs) × (1 + off)", {})
    return _judged(
        id,
        read,
        _bounds(moment, id, "A", (low, high), shared),
        ("load_draws_less", "load_as_it_should_be", "load_draws_more"),
        below=(Why("thermostat"), Why("lower_setting"), Why("path_around_the_shunt")),
        above=(Why("another_load"), Why("setting_above_plate"), Why("shunt_scale_wrong")),
        words={"loads": ", ".join(moment.rig.loads[one].name for one in moment.loads_on)},
    )


# Chargers and the mains.


def _charger(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_a")
    thing = moment.rig.survey.items.get(reading.thing or "")
    dcdc = isinstance(thing, FoundDcdc)
    rated = thing.output_a if isinstance(thing, FoundCharger | FoundDcdc) else None
    chosen = moment.rig.charging.shore_charger_a
    if thing is None and rated is None and isinstance(chosen, float):
        rated = chosen
    if rated is None:
        return Told(id, "charger_not_known", "open", {"read": read.key})
    rating = sheet.given(f"{base}.rated_a", rated, "A")
    low: Bound = ("rated × reached × (1 − off)", {"reached": sheet.assumption("rating_reached_frac")})
    high: Bound = ("rated × exceeded × (1 + off)", {"exceeded": sheet.assumption("rating_exceeded_frac")})
    bounds = _bounds(moment, id, "A", (low, high), {"rated": rating, "off": _off(moment, id, reading)})
    figures = {"rated": rating.key}
    if moment.nearly_full and _within(read, *bounds) < 0:
        return Told(id, "charger_holds_back", "agrees", {**figures, "read": read.key}, why=(Why("taper"),))
    below = tuple(_why_a_charger_gives_less(moment, dcdc=dcdc))
    codes = ("charger_gives_less", "charger_gives_its_rating", "charger_gives_more")
    above = (Why("meter_reads_high"), Why("another_source"))
    return _judged(id, read, bounds, codes, below=below, above=above, figures=figures)


def _why_a_charger_gives_less(moment: Moment, *, dcdc: bool) -> list[Why]:
    if dcdc:
        return [Why("engine_idling"), Why("thin_cable"), Why("hot"), Why("taper")]
    why = [Why("long_cord")] if _mains_are_low(moment) else []
    if moment.value("percent") is None:
        why.append(Why("taper"))
    if moment.value("mains_volts") is None:
        why.append(Why("long_cord"))
    return [*why, Why("turned_down"), Why("hot"), Why("reached_by_part_of_the_bank")]


def _mains_are_low(moment: Moment) -> bool:
    volts = moment.value("mains_volts")
    return volts is not None and volts < moment.rig.region.mains_v * (1 - moment.sheet.assumption("mains_off_frac").number)


def _mains_volts(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_v")
    mains = sheet.given(f"{base}.mains_v", moment.rig.region.mains_v, "V")
    off = sheet.assumption("mains_off_frac")
    bounds = _bounds(moment, id, "V", (("mains × (1 − off)", {}), ("mains × (1 + off)", {})), {"mains": mains, "off": off})
    codes = ("mains_low", "mains_as_they_should_be", "mains_high")
    return _judged(id, read, bounds, codes, below=_why_mains_are_low(moment), above=(Why("supply_high"),))


def _why_mains_are_low(moment: Moment) -> tuple[Why, ...]:
    cords = moment.rig.survey.of_kind(FoundCord).values()
    longest = max((one.length.m for one in cords if one.length is not None and one.fate != "goes"), default=0)
    drawing = moment.value("charger_amps") or moment.value("mains_watts")
    if drawing or longest >= LONG_CORD_M:
        return Why("long_cord"), Why("weak_supply")
    return Why("weak_supply"), Why("long_cord")


def _mains_watts(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_w")
    amps = moment.value("charger_amps")
    if amps is None:
        return Told(id, "mains_alone", "says_nothing", {"read": read.key})
    given = sheet.given(f"{base}.charger_a", amps, "A")
    volts = sheet.given(f"{base}.bus_v", moment.bus_v, "V")
    low: Bound = ("amps × volts ÷ most × (1 − off)", {"most": sheet.assumption("charger_most_frac")})
    high: Bound = ("amps × volts ÷ least × (1 + off)", {"least": sheet.assumption("charger_least_frac")})
    return _judged(
        id,
        read,
        _bounds(moment, id, "W", (low, high), {"amps": given, "volts": volts, "off": _off(moment, id, reading)}),
        ("charger_passes_on_otherwise", "charger_passes_on", "charger_passes_on_otherwise"),
        below=(Why("another_source"), Why("meter_reads_low")),
        above=(Why("another_load_on_the_mains"), Why("charger_wastes")),
    )


def _capacity(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = _read(moment, id, reading, "read_ah")
    rated = sheet.get("storage.have_ah")
    if rated is None:
        return Told(id, "bank_not_known", "open", {"read": read.key})
    share = sheet.compute(f"{base}.holds_frac", "read ÷ rated", "", read=read, rated=rated)
    figures: dict[str, str] = {"read": read.key, "rated": rated.key, "share": share.key}
    verdict: Verdict = "agrees" if share.number >= sheet.assumption("worn_out_frac").number else "off"
    why = () if verdict == "agrees" else (Why("worn_out"), Why("not_full_at_first"), Why("one_unit_fails"))
    return Told(id, "holds_its_rating" if verdict == "agrees" else "holds_less", verdict, figures, why=why)


def _missing(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet = moment.sheet
    read = _read(moment, id, reading, "read_ah")
    bank = sheet.get("storage.have_ah")
    if bank is not None and reading.value > bank.number * 1.02:
        why = (Why("gauge_never_full"), Why("shunt_scale_wrong"))
        return Told(id, "more_missing_than_it_holds", "off", {"read": read.key, "bank": bank.key}, why=why)
    return None


_HOLDS: dict[Quantity, Hold] = {
    "volts": _volts,
    "percent": _percent,
    "array_watts": _array,
    "harvest_wh": _harvest,
    "open_volts": _open_volts,
    "bank_amps": _bank_amps,
    "load_amps": _load_amps,
    "charger_amps": _charger,
    "mains_volts": _mains_volts,
    "mains_watts": _mains_watts,
    "capacity_ah": _capacity,
    "missing_ah": _missing,
}
