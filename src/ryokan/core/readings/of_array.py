"""Watts, harvest and open volts of the array against the sun of that place, hour and sky."""

from __future__ import annotations

from ryokan.core.climate.stay import MONTHS, corrected, place_of, sky_of
from ryokan.core.climate.sun import Panel, month_sun
from ryokan.core.readings.bounds import Bound, as_figure, bounds_of, held_back, judged, meter_off
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told, Why
from ryokan.core.survey.model import FoundPanels

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


def array(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_w")
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
    sky, losses, off = SKY_BANDS[moment.sky], moment.losses(), meter_off(moment, id, reading)
    ends: list[Bound] = []
    for end, share, sign, seen in (("low", least, "−", sky[0]), ("high", most, "+", sky[1])):
        clear_w = sheet.simulate(f"{base}.clear_{end}_w_per_w", share, "W/W", "pvlib", where, note)
        formula = f"rated × clear × sky × (1 {sign} off) × {' × '.join(losses)}"
        ends.append((formula, {"clear": clear_w, "sky": sheet.assumption(seen)}))
    bounds = bounds_of(moment, id, "W", (ends[0], ends[1]), {"off": off, **where, **losses})
    share_of_most = reading.value / max(1e-9, bounds[1].number / sheet.assumption(sky[1]).number)
    below = tuple(_why_less(moment, reading, share_of_most))
    codes = ("array_gives_less", "array_as_it_should_be", "array_gives_more")
    told = judged(id, read, bounds, codes, below=below, above=TOO_MUCH_SUN, figures=figures)
    return held_back(moment, told, "array") if told.code == codes[0] else told


def _why_less(moment: Moment, reading: Reading, share: float) -> list[Why]:
    """What would explain too little, likeliest first."""
    why: list[Why] = []
    limit = moment.sheet.get("solar.controller_have_a")
    if limit is not None and reading.thing is None and reading.value >= 0.9 * limit.number * moment.bus_v:
        why.append(Why("controller_at_its_limit", {"amps": f"{limit.number:g}"}))
    count = moment.panels_of(reading.thing)
    dark = 0 if count is None else round((1 - share) * count)
    if count is not None and 0 < dark < count and abs(dark / count - (1 - share)) <= ONE_PANEL_NEAR + 1 / (4 * count):
        why.append(Why("part_of_it_dark", {"dark": str(dark), "count": str(count)}))
    else:
        why.append(Why("shade"))
    return [*why, Why("sky_duller"), Why("dirt")]


def harvest(moment: Moment, id: str, reading: Reading) -> Told:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_wh")
    figures = {"read": read.key}
    rated, where, at = moment.array_w(reading.thing), moment.stay, reading.at
    if rated is None:
        return Told(id, "array_not_known", "open", figures)
    if where is None or at is None:
        return Told(id, "array_hour_not_said" if at is None else "array_place_not_said", "open", figures)
    place, solar = place_of(where[1]), moment.rig.solar
    panel = Panel(solar.panel_tilt_deg, 180.0 if place[0] >= 0 else 0.0)
    correction = corrected(sheet, solar, place)
    days = month_sun(place, at.month, sky_of(solar, place), panel, correction=correction).wh_per_w
    under = sorted(days.tolist())[DAYS_UNDER[moment.sky]]
    rated_w = sheet.given(f"{base}.rated_w", rated, "W")
    losses, off = moment.losses(), meter_off(moment, id, reading)
    note = f"A day of {MONTHS[at.month - 1]} there, of twenty from the dullest to the brightest."
    ends: list[Bound] = []
    for end, wh, sign in (("low", under[0], "−"), ("high", under[-1], "+")):
        day = sheet.simulate(f"{base}.day_{end}_wh_per_w", wh, "Wh/W", "pvlib", {"rated": rated_w}, note)
        ends.append((f"rated × day × (1 {sign} off) × {' × '.join(losses)}", {"day": day}))
    bounds = bounds_of(moment, id, "Wh", (ends[0], ends[1]), {"rated": rated_w, "off": off, **losses})
    codes = ("harvest_less", "harvest_as_it_should_be", "harvest_more")
    below = (Why("shade"), Why("sky_duller"), Why("dirt"))
    told = judged(id, read, bounds, codes, below=below, above=TOO_MUCH_SUN)
    return held_back(moment, told, "harvest") if told.code == codes[0] else told


def open_volts(moment: Moment, id: str, reading: Reading) -> Told | None:
    sheet, base = moment.sheet, f"survey.reading.{id}"
    read = as_figure(moment, id, reading, "read_v")
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
    bounds = bounds_of(
        moment, id, "V", ((formula, {"by_heat": hot}), (formula, {"by_heat": cold})), {"series": series, "voc": voc}
    )
    below = (Why("panel_missing_in_string"), Why("diode_shorted"), Why("shade"))
    codes = ("string_off", "string_as_it_should_be", "string_off")
    return judged(id, read, bounds, codes, below=below, above=(Why("longer_string"),))
