"""Sun and temperature of the stays that have a place, by month."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from ryokan.core.climate.grid import Sky, sky
from ryokan.core.climate.sun import MEAN_DAYS, Panel, day_range_k, extraterrestrial_kwh_per_m2, month_sun
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig, Stay
from ryokan.core.solar.model import OwnSun, Solar

MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
TYPED_LOSSES = ("controller", "pv_wiring", "soiling", "mismatch", "pv_temperature", "incidence", "shade")
NO_SUN_WH_PER_W = 0.02  # a day below which an array is no source


def located(rig: Rig) -> dict[str, Stay]:
    """Stays that have a place, in their order; a weather file is the place of all of them."""
    stays = sorted(rig.stays.items(), key=lambda one: (one[1].position, one[0]))
    own = rig.solar.own_sun
    if rig.solar.sun_from == "file":
        at = None if own is None else {"lat_deg": own.lat_deg, "lon_deg": own.lon_deg}
        return {} if at is None else {id: stay.model_copy(update=at) for id, stay in stays}
    return {id: stay for id, stay in stays if stay.lat_deg is not None}


def sunlit(rig: Rig) -> dict[str, Stay]:
    """Located stays that live by the sun: those without a hookup, where there are any. (common practice)"""
    return _without_hookup(located(rig))


def _without_hookup(stays: dict[str, Stay]) -> dict[str, Stay]:
    return {id: stay for id, stay in stays.items() if stay.hookup == "none"} or stays


def months_lacking(rig: Rig) -> list[str]:
    """Months of the journey for which no peak sun hours were typed, where they are typed by month."""
    met = sorted({stay.month for stay in _without_hookup(dict(rig.stays)).values()})
    return [MONTHS[month - 1] for month in met if rig.solar.psh_by_month.get(str(month)) is None]


def journey_sun(sheet: Sheet, rig: Rig) -> None:
    """Peak sun hours, the yield of a rated watt and the temperatures by month, of the stays that have a place.

    Several stays of one month count by their nights; stays on a hookup do not where others live by the sun. Shade is taken
    off at each stay. Left out where the sun is typed, or
    no stay has a place. [kWh/m² a day, Wh/W a day, °C]
    """
    if rig.solar.sun_from == "months":
        _by_hand(sheet, rig)
        return
    stays = sunlit(rig)
    if rig.solar.sun_from == "typed" or not stays:
        return
    if rig.solar.sun_from == "file":
        correction = sheet.constant("climate.correction_frac", 1.0, "", "weather_file")
    else:
        correction = sheet.assumption("reanalysis_frac")
    sheet.compute("climate.bias_applied", "1 − correction", "", "typical_years", correction=correction)
    by_month: dict[int, list[str]] = {}
    for id, stay in stays.items():
        _stay(sheet, rig.solar, id, stay, correction)
        by_month.setdefault(stay.month, []).append(id)
    for month in sorted(by_month):
        _month(sheet, MONTHS[month - 1], by_month[month])
    _records(sheet, rig.solar, list(stays))


def _by_hand(sheet: Sheet, rig: Rig) -> None:
    """Peak sun hours as typed for each month that the journey meets, and what a rated watt gives of them. [h, Wh/W a day]"""
    ratio = typed_ratio(sheet, "solar.typed_ratio")
    for month in sorted({stay.month for stay in _without_hookup(dict(rig.stays)).values()}):
        typed = rig.solar.psh_by_month.get(str(month))
        if typed is not None:
            name = MONTHS[month - 1]
            psh = sheet.given(f"climate.psh.{name}", typed, "h")
            sheet.compute(f"solar.yield_wh_per_w.{name}", "psh × ratio", "Wh/W", "practice", psh=psh, ratio=ratio)


def typed_ratio(sheet: Sheet, key: str) -> Figure:
    """What an array yields of its rating in typed peak sun hours: every loss that a model would know by itself."""
    losses = {name: sheet.assumption(f"{name}_frac") for name in TYPED_LOSSES}
    return sheet.compute(key, " × ".join(TYPED_LOSSES), "", "practice", **losses)


def panel_of(solar: Solar, lat_deg: float) -> Panel:
    """How the array lies; tilted with no heading said it faces the equator."""
    faces = solar.panel_faces_deg
    if faces is None:
        faces = 180.0 if lat_deg >= 0 else 0.0
    return Panel(tilt_deg=solar.panel_tilt_deg, azimuth_deg=faces)


def _stay(sheet: Sheet, solar: Solar, id: str, stay: Stay, correction: Figure) -> None:
    assert stay.lat_deg is not None
    assert stay.lon_deg is not None
    base, place = f"climate.stay.{id}", (round(stay.lat_deg, 2), round(stay.lon_deg, 2))
    own = solar.own_sun if solar.sun_from == "file" else None
    above = sky(*place) if own is None else _own_sky(own)
    source = "merra2" if own is None else "weather_file"
    sun = month_sun(place, stay.month, above, panel_of(solar, place[0]), correction=correction.number)
    inputs = {
        "lat": sheet.given(f"{base}.lat_deg", stay.lat_deg, "°"),
        "lon": sheet.given(f"{base}.lon_deg", stay.lon_deg, "°"),
        "correction": correction,
    }
    cell = f"{above.away_km:.0f} km from the nearest cell that has data." if above.away_km else ""
    sheet.simulate(f"{base}.away_km", above.away_km, "km", source, inputs)
    sheet.simulate(f"{base}.psh", float(sun.in_plane.mean()), "h", source, inputs, cell)
    # Twenty equal shares of the days: between the second and the third lies what nine days in ten are better than.
    sheet.simulate(f"{base}.psh_p10", float(sun.in_plane[1:3].mean()), "h", source, inputs, cell)
    bare = sheet.simulate(f"{base}.bare_wh_per_w", float(sun.wh_per_w.mean()), "Wh/W", "pvlib", inputs)
    losses = {name: sheet.assumption(f"{name}_frac") for name in ("controller", "pv_wiring", "soiling", "mismatch")}
    sheet.compute(
        f"{base}.yield_wh_per_w",
        "bare × (1 − shaded) × controller × pv_wiring × soiling × mismatch",
        "Wh/W",
        "practice",
        bare=bare,
        shaded=sheet.given(f"{base}.shade_frac", stay.shade_frac, ""),
        **losses,
    )
    above_air = extraterrestrial_kwh_per_m2(place[0], MEAN_DAYS[stay.month - 1])
    clearness = float(sun.horizontal.mean()) / above_air if above_air > 0 else 0.0
    half_k = day_range_k(clearness) / 2
    mean_c = float(above.air_c[stay.month - 1])
    sheet.simulate(f"{base}.night_c", mean_c - half_k, "°C", "itu_p1510" if own is None else source, inputs)
    sheet.simulate(f"{base}.afternoon_c", mean_c + half_k, "°C", "itu_p1510" if own is None else source, inputs)


@lru_cache(maxsize=64)
def _own_sky(own: OwnSun) -> Sky:
    return Sky(np.array(own.kwh_per_m2), np.array(own.air_c), 0.0)


def _month(sheet: Sheet, month: str, ids: list[str]) -> None:
    nights = [sheet[f"brief.stay.{id}.nights"] for id in ids]
    for key, name, unit in (
        (f"climate.psh.{month}", "psh", "h"),
        (f"climate.psh_p10.{month}", "psh_p10", "h"),
        (f"solar.yield_wh_per_w.{month}", "yield_wh_per_w", "Wh/W"),
    ):
        each = [sheet[f"climate.stay.{id}.{name}"] for id in ids]
        sheet.compute(key, "sum(nights × each) ÷ sum(nights)", unit, "practice", nights=nights, each=each)
    measured = "climate.correction_frac" in sheet.figures
    off = sheet.get("climate.year_to_year_frac") if measured else sheet.assumption("reanalysis_uncertainty_frac")
    if off is None:  # months of one place differ from year to year even where they were measured
        off = sheet.constant("climate.year_to_year_frac", 0.1, "", "practice")
    psh = sheet[f"climate.psh.{month}"]
    for end, sign in (("low", "−"), ("high", "+")):
        sheet.compute(f"climate.psh.{month}.{end}", f"psh × (1 {sign} off)", "h", "typical_years", psh=psh, off=off)


def _records(sheet: Sheet, solar: Solar, ids: list[str]) -> None:
    own = solar.own_sun if solar.sun_from == "file" else None
    if own is not None:
        if solar.record_low_c is not None and solar.record_low_c < own.coldest_c:
            sheet.given("climate.t_min_record_c", solar.record_low_c, "°C")
        else:
            sheet.constant("climate.t_min_record_c", own.coldest_c, "°C", "weather_file")
        sheet.constant("climate.t_max_record_c", own.hottest_c, "°C", "weather_file")
        return
    if solar.record_low_c is not None:
        sheet.given("climate.t_min_record_c", solar.record_low_c, "°C")
    else:
        sheet.compute(
            "climate.t_min_record_c",
            "min(nights) − allowance",
            "°C",
            "practice",
            nights=[sheet[f"climate.stay.{id}.night_c"] for id in ids],
            allowance=sheet.assumption("record_low_allowance_k"),
        )
    sheet.compute(
        "climate.t_max_record_c",
        "max(afternoons) + allowance",
        "°C",
        "practice",
        afternoons=[sheet[f"climate.stay.{id}.afternoon_c"] for id in ids],
        allowance=sheet.assumption("record_high_allowance_k"),
    )
