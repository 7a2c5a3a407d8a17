"""The sun and the air of one stay, month by month of it."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from ryokan.core.climate.above import MEAN_DAYS, extraterrestrial_kwh_per_m2
from ryokan.core.climate.best import best_lie
from ryokan.core.climate.grid import Sky, sky
from ryokan.core.climate.measured import SunThere, cold_by_month_k, sun_there
from ryokan.core.climate.shade import Block, Surroundings, block
from ryokan.core.climate.sun import Panel, day_range_k, light, month_sun
from ryokan.core.figure import Figure, Sheet
from ryokan.core.itinerary import day_number, first_night, months_of, spells
from ryokan.core.rig import Stay
from ryokan.core.solar.model import OwnSun, Solar

BRIGHT = slice(17, 19)  # of twenty days by their noon, round the ninetieth of a hundred
MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
LOSSES = ("controller", "pv_wiring", "soiling", "mismatch")
# A portable array is wiped when it is set up, and has one controller of its own.
PORTABLE_LOSSES = ("controller", "pv_wiring")


def nights_in_months(sheet: Sheet, id: str, stay: Stay) -> None:
    """Nights of a stay in each month that it touches, by its date; of one without a date, from the first of its month."""
    nights = sheet[f"brief.stay.{id}.nights"]
    touched = spells(stay)
    months = months_of(stay)
    if len(touched) == 1:
        sheet.compute(f"climate.stay.{id}.{MONTHS[months[0] - 1]}.nights", "nights", "nights", "calendar", nights=nights)
        return
    first = first_night(stay)
    arrives = sheet.given(f"climate.stay.{id}.arrives_on_day", float(day_number(first, first)), "")
    for month in months:
        base = f"climate.stay.{id}.{MONTHS[month - 1]}"
        bounds = [(float(spell.begins), float(spell.ends)) for spell in touched if spell.month == month]
        sheet.compute(
            f"{base}.nights",
            "sum(max(0, min(arrives + nights, ends) − max(arrives, begins)))",
            "nights",
            "calendar",
            arrives=arrives,
            nights=nights,
            begins=sheet.constant(f"{base}.begins_on_day", tuple(begins for begins, _ in bounds), "", "calendar"),
            ends=sheet.constant(f"{base}.ends_on_day", tuple(ends for _, ends in bounds), "", "calendar"),
        )


def panel_of(solar: Solar, lat_deg: float) -> Panel:
    """How the array lies; tilted with no heading said it faces the equator."""
    faces = solar.panel_faces_deg
    if faces is None:
        faces = 180.0 if lat_deg >= 0 else 0.0
    return Panel(tilt_deg=solar.panel_tilt_deg, azimuth_deg=faces, from_nose_deg=solar.panel_from_nose_deg)


def portable_panel(solar: Solar) -> Panel:
    """How the portable array lies: square to the sun as often as it is turned, with air behind it."""
    return Panel(turned_per_day=solar.turned_per_day, mount="open_rack_glass_polymer")


def surroundings_of(solar: Solar, stay: Stay, array_id: str | None = None) -> Surroundings:
    """What stands in the way of the sun on an array at a stay; without one what shades all of them."""
    return Surroundings(stay.heading_deg, stay.shaded_h, stay.horizon, blocks(solar, array_id))


def blocks(solar: Solar, array_id: str | None = None) -> tuple[Block, ...]:
    """The things on the vehicle that throw a shadow on an array, as it sees them; without one those that shade all."""
    return tuple(
        block(one.bearing_deg, one.away_m, one.width_m, one.height_m, one.takes_frac)
        for _, one in sorted(solar.obstacles.items())
        if one.array in (None, array_id)
    )


def place_of(stay: Stay) -> tuple[float, float]:
    """Latitude and longitude of a stay that has them, to a kilometre, by which its tables are kept. [°]"""
    assert stay.lat_deg is not None
    assert stay.lon_deg is not None
    return round(stay.lat_deg, 2), round(stay.lon_deg, 2)


def sky_of(solar: Solar, place: tuple[float, float]) -> Sky:
    """The sky of a place: that of the weather file where the sun is taken from one."""
    return sky(*place) if solar.sun_from != "file" or solar.own_sun is None else _own_sky(solar.own_sun)


@lru_cache(maxsize=64)
def _own_sky(own: OwnSun) -> Sky:
    return Sky(np.array(own.kwh_per_m2), np.array(own.air_c), 0.0)


def where_it_is(sheet: Sheet, solar: Solar, id: str, stay: Stay) -> None:
    """Where a stay is, and what the grid is multiplied with there, by the measured places about it. [°]"""
    base, place = f"climate.stay.{id}", place_of(stay)
    where = {"lat": sheet.given(f"{base}.lat_deg", place[0], "°"), "lon": sheet.given(f"{base}.lon_deg", place[1], "°")}
    if _source(solar) == "weather_file":
        return
    there = sun_there(*place)
    near = sheet.simulate(f"{base}.near_frac", there.near_frac, "", "typical_years", where, _nearest(there))
    far = sheet.assumption("reanalysis_frac")
    sheet.compute(f"{base}.correction_frac", "far × near", "", "typical_years", far=far, near=near)


def _nearest(there: SunThere) -> str:
    """Which site counts most, and how its sun came about."""
    site = there.nearest
    return f"The nearest is {site.name}, {there.site_away_km:.0f} km away, {site.sun} sun."


def corrected_by(sheet: Sheet, id: str) -> Figure:
    """What the irradiation at a stay is multiplied by: the reanalysis reads high, a weather file is taken as it is."""
    return sheet.get("climate.correction_frac") or sheet[f"climate.stay.{id}.correction_frac"]


def corrected(sheet: Sheet, solar: Solar, place: tuple[float, float]) -> float:
    """The same for a place that no figure tells of yet."""
    if _source(solar) == "weather_file":
        return 1.0
    return sheet.assumption("reanalysis_frac").number * sun_there(*place).near_frac


def air_at_stay(sheet: Sheet, solar: Solar, id: str, stay: Stay) -> None:
    """Mean nights and afternoons, month by month: half a daily range below and above the mean; and how cold it may get. [°C]"""
    base, place = f"climate.stay.{id}", place_of(stay)
    above, correction = sky_of(solar, place), corrected_by(sheet, id)
    where = {"lat": sheet[f"{base}.lat_deg"], "lon": sheet[f"{base}.lon_deg"]}
    source = "itu_p1510" if _source(solar) == "merra2" else "weather_file"
    for month in months_of(stay):
        over_air = extraterrestrial_kwh_per_m2(place[0], MEAN_DAYS[month - 1])
        horizontal_kwh = float(light(place, month, above, correction=correction.number).horizontal.mean())
        half_k = day_range_k(horizontal_kwh / over_air if over_air > 0 else 0.0) / 2
        mean_c, name = float(above.air_c[month - 1]), MONTHS[month - 1]
        night = sheet.simulate(f"{base}.{name}.night_c", mean_c - half_k, "°C", source, where)
        if source != "weather_file":
            spell_k = cold_by_month_k(*place)[month - 1]
            spell = sheet.simulate(f"{base}.{name}.cold_spell_k", spell_k, "K", "ashrae_design", where)
            sheet.compute(f"{base}.{name}.record_low_c", "night − spell", "°C", "ashrae_design", night=night, spell=spell)
        sheet.simulate(f"{base}.{name}.afternoon_c", mean_c + half_k, "°C", source, where)


def at_stay(sheet: Sheet, solar: Solar, id: str, stay: Stay) -> None:
    """Sun in the array's plane, what a rated watt gives and the best way to lie, for each month of a stay."""
    base, correction = f"climate.stay.{id}", corrected_by(sheet, id)
    inputs = {"lat": sheet[f"{base}.lat_deg"], "lon": sheet[f"{base}.lon_deg"], "correction": correction}
    above = sky_of(solar, place_of(stay))
    sheet.simulate(f"{base}.away_km", above.away_km, "km", _source(solar), inputs, _cells(above))
    sheet.given(f"{base}.shade_frac", stay.shade_frac, "")
    tilt = sheet["solar.panel_tilt_deg"]
    for month in months_of(stay):
        _month_at_stay(sheet, solar, id, stay, month, {**inputs, "tilt": tilt})


def _source(solar: Solar) -> str:
    return "weather_file" if solar.sun_from == "file" and solar.own_sun is not None else "merra2"


def _month_at_stay(sheet: Sheet, solar: Solar, id: str, stay: Stay, month: int, inputs: dict[str, Figure]) -> None:
    base, place, source = f"climate.stay.{id}.{MONTHS[month - 1]}", place_of(stay), _source(solar)
    correction = inputs["correction"].number
    above, around, panel = sky_of(solar, place), surroundings_of(solar, stay), panel_of(solar, place[0])
    sun = month_sun(place, month, above, panel, correction=correction, surroundings=around)
    note = _note(above, around)
    if source != "weather_file":
        where = {"lat": inputs["lat"], "lon": inputs["lon"]}
        wider = float(sun_there(*place).spread_over_far[month - 1])
        spread = sheet.simulate(f"{base}.spread_over_far", wider, "", "typical_years", where)
        far = sheet.assumption("reanalysis_uncertainty_frac")
        sheet.compute(f"{base}.off_frac", "far × spread", "", "typical_years", far=far, spread=spread)
    sheet.simulate(f"{base}.psh", float(sun.in_plane.mean()), "h", source, inputs, note)
    # Twenty equal shares of the days: between the second and the third lies what nine days in ten are better than. In the
    # shade a hazy day may give more than a clear one, so they are put in order by what they give.
    sheet.simulate(f"{base}.psh_p10", float(np.sort(sun.in_plane)[1:3].mean()), "h", source, inputs, note)
    noon = np.sort(sun.w_per_w.max(axis=1))[BRIGHT].mean()
    noon_bare = sheet.simulate(f"{base}.noon_bare_w_per_w", float(noon), "W/W", "pvlib", inputs, note)
    _at_bank(sheet, f"{base}.noon_w_per_w", noon_bare, id)
    bare = sheet.simulate(f"{base}.bare_wh_per_w", float(sun.wh_per_w.mean()), "Wh/W", "pvlib", inputs, note)
    _at_bank(sheet, f"{base}.yield_wh_per_w", bare, id)
    bare_sky = month_sun(place, month, above, panel, correction=correction, surroundings=Surroundings(around.heading_deg))
    _hidden(sheet, base, float(sun.in_plane.mean()), float(bare_sky.in_plane.mean()))

    best = best_lie(place, month, above, correction=correction, surroundings=around)
    at_best = Panel(best.tilt_deg, best.faces_deg)
    gives = month_sun(place, month, above, at_best, correction=correction, surroundings=around).wh_per_w
    sheet.simulate(f"{base}.best_tilt_deg", best.tilt_deg, "°", "pvlib", inputs, "Looked for in steps of 5°.")
    sheet.simulate(f"{base}.best_faces_deg", best.faces_deg, "°", "pvlib", inputs, "Looked for in steps of 15°.")
    most = sheet.simulate(f"{base}.best_bare_wh_per_w", float(gives.mean()), "Wh/W", "pvlib", inputs, note)
    _at_bank(sheet, f"{base}.best_wh_per_w", most, id)

    if solar.has_carried:
        _portable(sheet, solar, stay, month, base, {name: inputs[name] for name in ("lat", "lon", "correction")})


def _cells(above: Sky) -> str:
    """Which cells the sun is taken from."""
    if not above.cells:
        return ""
    lat, lon = above.cells[0]
    first = f"{abs(lat):.0f}° {'N' if lat >= 0 else 'S'} {abs(lon):.0f}° {'E' if lon >= 0 else 'W'}"
    more = f" and {len(above.cells) - 1} more" if len(above.cells) > 1 else ""
    return f"From the cell at {first}{more}."


def _note(above: Sky, around: Surroundings) -> str:
    said = [f"{above.away_km:.0f} km from the nearest cell that has data."] if above.away_km else []
    if around.heading_deg is not None:
        said.append(f"The nose points to {around.heading_deg:g}°.")
    elif around.obstacles:
        said.append("The heading is not known: the mean of all.")
    return " ".join(said)


def _at_bank(sheet: Sheet, key: str, bare: Figure, id: str) -> None:
    losses = {name: sheet.assumption(f"{name}_frac") for name in LOSSES}
    shaded = sheet[f"climate.stay.{id}.shade_frac"]
    formula = "bare × (1 − shaded) × " + " × ".join(LOSSES)
    sheet.compute(key, formula, bare.unit, "practice", bare=bare, shaded=shaded, **losses)


def _hidden(sheet: Sheet, base: str, reaches: float, open_sky: float) -> None:
    """Share of the sun that hours of shade, the horizon and things on the vehicle take, where they take any."""
    if reaches < open_sky:
        inputs = {"reaches": sheet[f"{base}.psh"]}
        sheet.simulate(
            f"{base}.hidden_frac", 1 - reaches / open_sky, "", "pvlib", inputs, "Against the same plane in the open."
        )


def _portable(sheet: Sheet, solar: Solar, stay: Stay, month: int, base: str, inputs: dict[str, Figure]) -> None:
    """What a rated watt of the portable array gives on a day on which it is set out, off the vehicle and out of its shade."""
    place = place_of(stay)
    sun = month_sun(
        place, month, sky_of(solar, place), portable_panel(solar),
        correction=inputs["correction"].number, surroundings=Surroundings(horizon=stay.horizon),
    )  # fmt: skip
    turned = sheet["solar.portable_turned_per_day"]
    bare = sheet.simulate(
        f"{base}.portable_bare_wh_per_w", float(sun.wh_per_w.mean()), "Wh/W", "pvlib", {**inputs, "turned": turned}
    )
    losses = {name: sheet.assumption(f"{name}_frac") for name in PORTABLE_LOSSES}
    formula = "bare × " + " × ".join(PORTABLE_LOSSES)
    sheet.compute(f"{base}.portable_wh_per_w", formula, "Wh/W", "practice", bare=bare, **losses)
