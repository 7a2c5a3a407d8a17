"""Sun and temperature by place against textbooks, the measured typical years of pvlib, and pvlib's own model chain."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
import pandas as pd
import pvlib
import pytest
from builders import load, report, value
from hypothesis import given, settings
from hypothesis import strategies as st

from ryokan.core.climate.above import extraterrestrial_kwh_per_m2
from ryokan.core.climate.grid import DAYS, Sky, sky
from ryokan.core.climate.measured import (
    FAR_FRAC,
    IN_TEN,
    Site,
    cold_allowance_k,
    cold_field,
    cold_left,
    night_and_swing,
    over_grid,
    sites,
    sun_field,
    sun_there,
)
from ryokan.core.climate.path import sun_path
from ryokan.core.climate.places import find_places
from ryokan.core.climate.shade import Surroundings
from ryokan.core.climate.sun import Panel, light, moments_of, month_sun, on_panel

DATA = Path(pvlib.__file__).parent / "data"


@cache
def typical_year(name: str) -> tuple[pd.DataFrame, tuple[float, float]]:
    """Measured hours of a site, and where it is."""
    if name.endswith(".tm2"):
        hours, about = pvlib.iotools.read_tmy2(DATA / name)
        hours = hours.rename(columns={"GHI": "ghi", "DNI": "dni", "DHI": "dhi"})
        hours["temp_air"] = hours["DryBulb"] / 10
    else:
        hours, about = pvlib.iotools.read_tmy3(DATA / name, map_variables=True)
    return hours, (about["latitude"], about["longitude"])


SITES = {"Miami": "12839.tm2", "Sand Point": "703165TY.csv", "Greensboro": "723170TYA.CSV"}


@pytest.mark.parametrize(("lat_deg", "day", "mj_per_m2"), [(43, 105, 33.8), (0, 80, 37.5), (80, 355, 0.0)])
def test_sun_above_the_air(lat_deg: float, day: int, mj_per_m2: float) -> None:
    """Duffie & Beckman, Solar Engineering of Thermal Processes: 33.8 MJ/m² at 43° N on 15 April (example 1.10.1) and the
    table of monthly means, from memory, unverified."""
    assert extraterrestrial_kwh_per_m2(lat_deg, day) * 3.6 == pytest.approx(mj_per_m2, abs=0.6)


@pytest.mark.parametrize(("tilt", "azimuth"), [(0, 180), (30, 180), (60, 90)])
def test_a_year_of_hours_is_that_of_the_model_chain(tilt: float, azimuth: float) -> None:
    """Annual energy within 2 % of pvlib's ModelChain on the measured hours of Greensboro, both from the horizontal sun. The
    chain takes no incidence off the diffuse light by itself: it is told the share of Martin & Ruiz, about 0.95 (without it
    the chain is 2.1 to 2.4 % higher)."""
    hours, place = typical_year(SITES["Greensboro"])
    middle = hours.index - pd.Timedelta("30min")  # a TMY3 row holds the hour that ends with it
    location = pvlib.location.Location(*place, tz="UTC")
    zenith = location.get_solarposition(middle)["zenith"]
    split = pvlib.irradiance.erbs(hours["ghi"].set_axis(middle), zenith, middle)
    weather = pd.DataFrame(
        {"ghi": hours["ghi"].to_numpy(), "dni": split["dni"], "dhi": split["dhi"], "temp_air": hours["temp_air"].to_numpy()},
        index=middle,
    ).assign(wind_speed=1.0)
    mounted = pvlib.temperature.TEMPERATURE_MODEL_PARAMETERS["sapm"]["close_mount_glass_glass"]
    array = pvlib.pvsystem.Array(
        pvlib.pvsystem.FixedMount(tilt, azimuth), albedo=0.2, temperature_model_parameters=mounted,
        module_parameters={"pdc0": 1, "gamma_pdc": -0.0035, "a_r": 0.16, "FD": float(pvlib.iam.martin_ruiz_diffuse(tilt)["sky"])},
    )  # fmt: skip
    system = pvlib.pvsystem.PVSystem([array], inverter_parameters={"pdc0": 10})
    chain = pvlib.modelchain.ModelChain(
        system, location, transposition_model="haydavies", aoi_model="martin_ruiz", spectral_model="no_loss",
        temperature_model="sapm", losses_model="no_loss", dc_model="pvwatts", ac_model="pvwatts",
    )  # fmt: skip
    chain.run_model(weather)
    theirs = float(np.nan_to_num(chain.results.dc).sum())

    _, ours = on_panel(
        middle.tz_convert("UTC"), place, hours["ghi"].to_numpy(float), hours["temp_air"].to_numpy(float), Panel(tilt, azimuth)
    )
    assert ours.sum() == pytest.approx(theirs, rel=0.02)


def cell_of(site: Site) -> tuple[int, int]:
    """Sites of one cell of the grid are left out together: they hold much the same sun."""
    return round(site.lat_deg / 3), round(site.lon_deg / 3)


def far_from(site: Site) -> Callable[[Site], bool]:
    return lambda other: cell_of(other) != cell_of(site)


@pytest.mark.parametrize("name", SITES)
def test_the_sums_of_a_site_are_those_of_its_file(name: str) -> None:
    """Against the hours of the typical years that pvlib ships (TMY2, TMY3), as pvlib reads them."""
    hours, place = typical_year(SITES[name])
    site = next(site for site in sites() if site.name == name)
    by_month = hours["ghi"].groupby(hours.index.month).mean() * 24 / 1000

    assert (site.lat_deg, site.lon_deg) == pytest.approx(place, abs=0.02)
    assert site.kwh_per_m2 == pytest.approx(by_month.to_numpy(), abs=0.02)


def test_the_sites_are_all_over_and_say_how_their_sun_came_about() -> None:
    """More than fifteen beyond the three of pvlib; both hemispheres, islands, high ground, and eight with measured sun."""
    lats = [site.lat_deg for site in sites()]
    assert len(sites()) > 60 and min(lats) < -30 and max(lats) > 60
    assert sum(site.sun == "measured" for site in sites()) == 8
    assert sum(site.alt_m is not None and site.alt_m > 1500 for site in sites()) >= 6
    assert {"Honolulu", "Singapore", "Bogotá", "Antananarivo", "Sydney"} <= {site.name for site in sites()}
    assert all(site.package and site.licence and len(site.kwh_per_m2) == 12 for site in sites())


def test_a_site_left_out_is_met_better_by_the_places_about_it_and_lies_within_the_band() -> None:
    """Each cell left out in turn, against the typical years of its own sites."""
    at = [site for site in sites() if sky(site.lat_deg, site.lon_deg).away_km == 0]
    left = np.log([over_grid(site) / FAR_FRAC for site in at])
    crowd = [1 / sum(cell_of(other) == cell_of(site) for other in at) for site in at]
    found = [sun_field().without(far_from(site), left).near(site.lat_deg, site.lon_deg) for site in at]
    off = left - np.array([one.left for one in found])
    within = np.abs(off) <= IN_TEN * np.array([one.spread for one in found])

    rms, plain = (np.sqrt(np.average(values**2, weights=crowd)) for values in (off, left))
    assert rms < 0.9 * plain
    assert abs(np.average(off, weights=crowd)) < 0.015
    assert 0.75 <= np.average(within, weights=crowd) <= 0.92


def test_the_sites_that_the_documentation_tabulates() -> None:
    """Year of the site, of the grid, what the others leave, recomputed from the table of sites."""
    at = [site for site in sites() if sky(site.lat_deg, site.lon_deg).away_km == 0]
    left = np.log([over_grid(site) / FAR_FRAC for site in at])
    days = np.array([31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])
    rows = [line for line in (Path(__file__).parents[2] / "docs/climate.md").read_text().splitlines() if line.startswith("| ")]
    tabulated = [(site, row) for site in at for row in rows if row.startswith(f"| {site.name},")]
    assert len(tabulated) >= 12
    for site, row in tabulated:
        said = [float(cell.strip(" %").replace("−", "-")) for cell in row.split("|")[3:7]]
        year = np.array(site.kwh_per_m2) @ days / 365
        grid = sky(site.lat_deg, site.lon_deg).kwh_per_m2.mean(axis=1) @ days / 365
        near = sun_field().without(far_from(site), left).near(site.lat_deg, site.lon_deg)
        factor = FAR_FRAC * np.exp(near.left)
        assert said == pytest.approx([year, grid, factor, 100 * (grid * factor / year - 1)], abs=0.11), site.name


def test_islands_take_the_clearness_of_cells_along_their_parallel_and_say_which() -> None:
    """Honolulu, a TMY3, lies 3 500 km from the nearest cell: its months are met within the band that is told of it."""
    site = next(site for site in sites() if site.name == "Honolulu")
    found, there = sky(site.lat_deg, site.lon_deg), sun_there(site.lat_deg, site.lon_deg)
    ours = found.kwh_per_m2.mean(axis=1) * FAR_FRAC * there.near_frac

    assert found.away_km > 3000 and len(found.cells) == 5
    assert max(abs(lat - site.lat_deg) for lat, _ in found.cells) < 15  # not the nearest of all, at 36° north
    assert np.abs(np.array(site.kwh_per_m2) / ours - 1).mean() < 0.15 * there.spread_over_far.mean()
    assert there.spread_over_far.min() > 2 * sun_there(52.4, 13.1).spread_over_far.min()
    assert sky(4.2, 73.5).away_km > 200  # a corner of one cell is no cell that a place lies in


@pytest.mark.parametrize("site", SITES)
def test_records_lie_beyond_a_typical_year(site: str) -> None:
    """The record low and high that strings are reckoned with are beyond the coldest and hottest hour of the measured year."""
    hours, place = typical_year(SITES[site])
    stays = {f"m{month}": {"month": month, "lat_deg": place[0], "lon_deg": place[1]} for month in range(1, 13)}
    figures = report(stays=stays, solar={"sun_from": "places"})

    assert value(figures, "climate.t_min_record_c") <= hours["temp_air"].min()
    assert value(figures, "climate.t_max_record_c") >= hours["temp_air"].max()


def test_no_estimate_is_warmer_than_a_return_value_that_is_held_out() -> None:
    """50-year return values of 37 sites (ASHRAE design conditions, headers of EPW files), each left out in turn with its cell."""
    at, left = cold_left()
    colder_k = []
    for site in at:
        night_c, _ = night_and_swing(site.lat_deg, site.lon_deg)
        field = cold_field().without(far_from(site), left)
        assert site.coldest_50_c is not None
        colder_k.append(site.coldest_50_c - night_c + cold_allowance_k(site.lat_deg, site.lon_deg, field))

    assert len(at) >= 35
    assert min(colder_k) >= 0
    assert np.mean(colder_k) < 9


@pytest.mark.parametrize(
    ("place", "record_c"),
    [
        ((52.5, 13.4), -26), ((51.5, -0.1), -16.1), ((55.75, 37.6), -42.2), ((40.4, -3.7), -14.8), ((37.4, -6.0), -5.5),
        ((49.9, -97.1), -47.8), ((51.05, -114.1), -45.0), ((49.2, -123.1), -17.8), ((45.0, -93.3), -40.6), ((29.8, -95.4), -15.0),
        ((37.8, -122.4), -2.8), ((43.06, 141.35), -28.5), ((-33.9, 18.4), -1.3), ((-36.85, 174.8), -2.5), ((-37.8, 145.0), -2.8),
        ((-54.8, -68.3), -25.1), ((-43.5, 172.6), -9.4), ((-12.5, 130.8), 10.4),
    ],
)  # fmt: skip
def test_records_of_places_that_no_table_holds_lie_no_colder(place: tuple[float, float], record_c: float) -> None:
    """Lowest temperatures on record of well-known places (national weather services, from memory, unverified)."""
    stays = {f"m{month}": {"month": month, "lat_deg": place[0], "lon_deg": place[1]} for month in range(1, 13)}

    assert record_c - 15 < value(report(stays=stays, solar={"sun_from": "places"}), "climate.t_min_record_c") <= record_c


def test_the_record_low_is_that_of_a_winter_on_a_hookup_too() -> None:
    """The panels lie in its cold though shore carries the loads; an allowance that somebody has set counts instead."""
    place = {"lat_deg": 60.0, "lon_deg": 25.0}
    stays = {"a": {**place, "month": 7}, "b": {**place, "month": 1, "hookup": "eu_6"}}
    both = report(stays=stays, solar={"sun_from": "places"})
    own = report(stays=stays, solar={"sun_from": "places"}, assumptions={"record_low_allowance_k": 20})

    assert value(both, "climate.t_min_record_c") == value(both, "climate.stay.b.jan.record_low_c")
    assert value(both, "climate.stay.a.jul.record_low_c") > value(both, "climate.t_min_record_c") + 20
    assert value(own, "climate.t_min_record_c") == pytest.approx(value(own, "climate.stay.b.jan.night_c") - 20)
    assert "climate.psh.jan" not in both.figures


@pytest.mark.parametrize("sun", [{}, {"sun_from": "months"}, {"sun_from": "places"}])
def test_a_typed_record_counts_whatever_the_sun_comes_from(sun: dict[str, Any]) -> None:
    typed = report(stays={"a": {"lat_deg": 44.5, "lon_deg": -121.2}}, solar={**sun, "record_low_c": -31, "record_high_c": 41})

    assert (value(typed, "climate.t_min_record_c"), value(typed, "climate.t_max_record_c")) == (-31, 41)
    assert value(typed, "solar.cold_voc_factor") == pytest.approx(1 + 0.0035 * (25 + 31))  # common practice: 0.35 % a kelvin


CLEARNESS = st.lists(st.floats(0.05, 0.75), min_size=DAYS, max_size=DAYS).map(sorted)


def skies(lat_deg: float, month: int, clearness: list[float]) -> Sky:
    day = (17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344)[month - 1]
    above = extraterrestrial_kwh_per_m2(lat_deg, day)
    return Sky(np.tile(np.array(clearness) * above, (12, 1)), np.full(12, 15.0), 0.0)


@settings(max_examples=40)
@given(st.floats(-66, 66), st.integers(1, 12), CLEARNESS)
def test_a_flat_panel_has_the_horizontal_sun(lat_deg: float, month: int, clearness: list[float]) -> None:
    sun = month_sun((lat_deg, 10.0), month, skies(lat_deg, month, clearness), Panel(), correction=1.0)

    assert sun.in_plane == pytest.approx(sun.horizontal, rel=0.01)


@settings(max_examples=25)
@given(st.floats(5, 60), st.integers(1, 12), CLEARNESS, st.floats(0, 60))
def test_a_southern_site_mirrors_a_northern_one(lat_deg: float, month: int, clearness: list[float], tilt: float) -> None:
    """Half a year on and facing the other way, on days of the same clearness. The orbit is no circle and the
    mean days mirror each other to 2° of declination alone, so within 6 %."""
    other = (month + 5) % 12 + 1
    north = month_sun((lat_deg, 0.0), month, skies(lat_deg, month, clearness), Panel(tilt, 180.0), correction=1.0)
    south = month_sun((-lat_deg, 0.0), other, skies(-lat_deg, other, clearness), Panel(tilt, 0.0), correction=1.0)

    ratio = (north.in_plane / north.horizontal) / (south.in_plane / south.horizontal)
    assert ratio == pytest.approx(np.ones(DAYS), abs=0.06)


@given(st.floats(0, 0.9), st.floats(0, 0.9))
def test_more_shade_never_gives_more(one: float, other: float) -> None:
    def gives(shade: float) -> Any:
        stay = {"lat_deg": 44.5, "lon_deg": -121.2, "month": 6, "shade_frac": shade}
        return value(report([load()], stays={"a": stay}, solar={"sun_from": "places"}), "solar.yield_wh_per_w.jun")

    assert gives(max(one, other)) <= gives(min(one, other))


def test_the_month_that_asks_for_most_governs_and_a_hookup_is_no_sunny_stay() -> None:
    stays = {
        "june": {"lat_deg": 50, "lon_deg": 10, "month": 6},
        "october": {"lat_deg": 50, "lon_deg": 10, "month": 10},
        "december": {"lat_deg": 50, "lon_deg": 10, "month": 12, "hookup": "eu_6"},
    }
    figures = report(stays=stays, solar={"sun_from": "places"}).figures

    assert {key for key in figures if key.startswith("solar.need_w.")} == {"solar.need_w.jun", "solar.need_w.oct"}
    assert figures["solar.need_w"].value == figures["solar.need_w.oct"].value
    # Sun a sixth short asks for a fifth more. (arithmetic)
    off = figures["climate.off_frac.oct"].number
    assert figures["solar.need_high_w.oct"].number == pytest.approx(figures["solar.need_w"].number / (1 - off))
    assert figures["solar.need_low_w.oct"].number == pytest.approx(figures["solar.need_w"].number / (1 + off))
    assert figures["solar.peak_sun_hours"].value == figures["climate.psh.oct"].value
    # Two stays of one month by their nights: 3 and 6, so two thirds of the second.
    shared = {"a": {**stays["june"], "nights": 3}, "b": {**stays["june"], "lat_deg": 30, "nights": 6}}
    by_nights = report(stays=shared, solar={"sun_from": "places"})
    each = [value(by_nights, f"climate.stay.{id}.jun.psh") for id in "ab"]
    assert value(by_nights, "climate.psh.jun") == pytest.approx((each[0] + 2 * each[1]) / 3)


def test_sun_typed_by_month() -> None:
    """2 h in October and 5 h in June: October governs, and asks for two and a half times the array. (arithmetic)"""
    stays = {"a": {"month": 6}, "b": {"month": 10}}
    by_month = report(stays=stays, solar={"sun_from": "months", "psh_by_month": {"6": 5, "10": 2}})

    assert value(by_month, "solar.need_w") == pytest.approx(2.5 * value(by_month, "solar.need_w.jun"))
    assert value(by_month, "solar.need_w") == pytest.approx(value(report(solar={"peak_sun_hours": 2}), "solar.need_w"))
    lacking = report(stays=stays, solar={"sun_from": "months", "psh_by_month": {"6": 5}})
    assert "solar.no_place_yet" in {finding.code for finding in lacking.findings}


@pytest.mark.parametrize(
    ("place", "far"),
    [((0.0, -140.0), True), ((90.0, 0.0), True), ((-90.0, 13.0), True), ((51.5, -0.1), False), ((65.0, 179.9), False)],
)
def test_any_place_on_earth_is_answered(place: tuple[float, float], far: bool) -> None:
    found = sky(*place)

    assert np.isfinite(found.kwh_per_m2).all()
    assert (found.away_km > 300) == far
    assert (sky(place[0], 180.0).kwh_per_m2 == sky(place[0], -180.0).kwh_per_m2).all()
    for month in (1, 7):
        assert np.isfinite(month_sun(place, month, found, Panel(20.0, 180.0), correction=1.0).wh_per_w).all()


def test_winter_and_summer_are_where_they_belong() -> None:
    """July is warm and bright in the north and cold and dull in the south; deserts are bright. (facts of geography)"""
    seville, cape_town = sky(37.4, -6.0), sky(-33.9, 18.4)

    assert seville.air_c[6] > seville.air_c[0] + 10
    assert cape_town.air_c[0] > cape_town.air_c[6]
    assert seville.kwh_per_m2[6].mean() > 2 * seville.kwh_per_m2[11].mean()
    assert cape_town.kwh_per_m2[0].mean() > 2 * cape_town.kwh_per_m2[5].mean()


@pytest.mark.parametrize(
    ("said", "first"),
    [
        ("reno", ("Reno", "US")),
        ("Malmo", ("Malmö", "SE")),
        ("victoria, CA BC", ("Victoria", "CA")),
        ("SEVIL", ("Sevilla", "ES")),
    ],
)
def test_places_are_found_by_name(said: str, first: tuple[str, str]) -> None:
    found = find_places(said)

    assert (found[0].name, found[0].country) == first
    assert len(found) <= 12
    assert find_places("  ") == find_places("zzzzzz") == []


@pytest.mark.parametrize("day", [20, 110, 172, 300])
def test_the_sun_crosses_the_horizon_when_it_is_said_to(day: int) -> None:
    """Against the height of the same day: near naught at both ends, within what the equation of time moves noon by. (pvlib)"""
    path = sun_path((51.5, 0.0), day, Surroundings())
    assert path.rises_h is not None
    assert path.sets_h is not None
    for hour in (path.rises_h, path.sets_h):
        assert np.interp(hour, path.hours, path.height_deg) == pytest.approx(-0.8, abs=3)
    assert path.sets_h - path.rises_h == pytest.approx(path.length_h)


def test_the_air_is_warmest_in_the_middle_of_the_afternoon() -> None:
    """Three hours after noon by the sun's clock. (common practice)"""
    found = light((40.0, -3.0), 7, sky(40.0, -3.0), correction=0.94)
    warmest = np.argmax(found.air_c.mean(axis=0)) * 24 / found.air_c.shape[1]
    assert warmest == pytest.approx(15, abs=0.5)


@pytest.mark.parametrize(("day", "minutes"), [(42, -14.2), (134, 3.7), (207, -6.5), (307, 16.4)])
def test_true_noon_against_the_almanac(day: int, minutes: float) -> None:
    """Extremes of the equation of time: 11 February, 14 May, 26 July, 3 November. (almanac values, from memory)"""
    by_clock = pd.Timestamp("2023-01-01", tz="UTC") + pd.Timedelta(days=day - 1, hours=12)
    (true_noon,) = moments_of(0.0, day, np.array([12.0]))
    assert (by_clock - true_noon).total_seconds() / 60 == pytest.approx(minutes, abs=0.5)


def test_a_days_sun_falls_into_its_hours_as_collares_pereira_and_rabl_have_it() -> None:
    """r = (a + b cos ω)(cos ω − cos ωs), a = 0.409 + 0.5016 sin(ωs − 60°), b = 0.6609 − 0.4767 sin(ωs − 60°). (Duffie & Beckman
    2.13, from memory) Here of the mean day of June at 40° N, declination 23.1°, as noon over mid-morning."""
    sunset = np.arccos(-np.tan(np.radians(40)) * np.tan(np.radians(23.09)))

    def rate(hour: float) -> float:
        angle, turned = np.radians(15 * (hour - 12)), sunset - np.pi / 3
        a, b = 0.409 + 0.5016 * np.sin(turned), 0.6609 - 0.4767 * np.sin(turned)
        return float((a + b * np.cos(angle)) * (np.cos(angle) - np.cos(sunset)))

    shape = light((40.0, 0.0), 6, sky(40.0, 0.0), correction=1.0).ghi[-1]
    hours = (np.arange(len(shape)) + 0.5) * 24 / len(shape)
    noon, morning = (int(np.argmin(abs(hours - hour))) for hour in (12, 8))
    assert shape[noon] / shape[morning] == pytest.approx(rate(hours[noon]) / rate(hours[morning]), rel=2e-3)
