"""How an array lies and what stands in its way: against pvlib, textbooks, almanacs and the code's own table."""

from __future__ import annotations

from typing import Any

import gsee_climate_data
import numpy as np
import pvlib
import pytest
from builders import load, plain_array, report, rig, value
from hypothesis import given, settings
from hypothesis import strategies as st

from ryokan.core.climate.above import day_length_h
from ryokan.core.climate.best import best_lie
from ryokan.core.climate.days import MONTH_OF_DAY, draw_days, table_of_year, year_of_hours
from ryokan.core.climate.grid import sky
from ryokan.core.climate.path import sun_path
from ryokan.core.climate.shade import OPEN, Block, Surroundings, block
from ryokan.core.climate.sun import EVERY_HEADING, STEP_H, MonthSun, Panel, light, month_sun
from ryokan.core.evaluate import evaluate
from ryokan.core.solar.day import day_of_sun

VALENCE = (44.9, 4.9)
CORRECTION = 0.94


def sun_at(place: tuple[float, float], month: int, panel: Panel, around: Surroundings = OPEN) -> MonthSun:
    return month_sun(place, month, sky(*place), panel, correction=CORRECTION, surroundings=around)


@pytest.mark.parametrize(
    ("lat_deg", "day", "almanac_h"),
    [
        (51.5, 172, 16.63), (51.5, 355, 7.83), (-33.9, 172, 9.90), (-33.9, 355, 14.41), (1.3, 172, 12.20), (40.0, 80, 12.13),
        (69.6, 172, 24.0), (69.6, 355, 0.0), (-80.0, 355, 24.0),
    ],
)  # fmt: skip
def test_day_length(lat_deg: float, day: int, almanac_h: float) -> None:
    """Almanac values for London, Sydney, Singapore, 40° N at the equinox and Tromsø (from memory, unverified). They count from
    upper limb to upper limb with the air's refraction: up to a quarter of an hour more than the sun's middle without air."""
    assert 0 <= almanac_h - day_length_h(lat_deg, day) <= 0.3
    up_h = float((sun_path((lat_deg, 10.0), day, OPEN).height_deg > 0).mean() * 24)
    assert up_h == pytest.approx(day_length_h(lat_deg, day), abs=0.35)


@pytest.mark.parametrize(
    ("low_c", "factor"),
    [
        (25, 1.0),
        (30, 1.0),
        (20, 1.02),
        (-6, 1.14),
        (-10, 1.14),
        (-11, 1.16),
        (-25, 1.20),
        (-26, 1.21),
        (-40, 1.25),
        (-41, None),
    ],
)
def test_cold_volts_by_the_table_of_the_code(low_c: float, factor: float | None) -> None:
    """NEC Table 690.7(A), from memory, unverified; below −40 °C it ends, and the coefficient alone is left."""
    stays = {"a": {"lat_deg": 60, "lon_deg": 20, "month": 1}}
    found = report([load()], stays=stays, solar={"sun_from": "places", "record_low_c": low_c}).figures

    by_table = found.get("solar.cold_voc_factor_by_table")
    assert (None if by_table is None else by_table.value) == factor
    # Physics: 0.35 % for each kelvin below 25 °C.
    assert found["solar.cold_voc_factor"].value == pytest.approx(1 + 0.0035 * max(0, 25 - low_c))


@pytest.mark.parametrize(("place", "month"), [(VALENCE, 6), (VALENCE, 12), ((-33.9, 18.4), 3), ((2.0, 102.0), 9)])
def test_a_panel_turned_all_day_is_that_of_a_two_axis_tracker(place: tuple[float, float], month: int) -> None:
    """Set anew twelve times a day against pvlib's sky with the panel at the sun in every step: within 3 %. More turns
    never give less."""
    found = light(place, month, sky(*place), correction=CORRECTION)
    tracked = pvlib.irradiance.get_total_irradiance(
        np.minimum(found.zenith_deg, 80), found.azimuth_deg, found.zenith_deg, found.azimuth_deg,
        found.dni, found.ghi, found.dhi, dni_extra=found.above, albedo=0.2, model="haydavies",
    )  # fmt: skip
    theirs = np.nan_to_num(np.asarray(tracked["poa_global"])).sum(axis=1) * STEP_H / 1000
    turns = [sun_at(place, month, Panel(turned_per_day=times)).in_plane.sum() for times in (1, 2, 4, 12)]

    assert turns == sorted(turns)
    assert turns[-1] == pytest.approx(theirs.sum(), rel=0.03)


@pytest.mark.parametrize(("month", "swing_deg"), [(12, 22), (3, 0), (6, -30), (9, 0)])
def test_the_best_tilt_is_the_latitude_and_half_the_seasons_swing(month: int, swing_deg: float) -> None:
    """In dry places, towards the equator: latitude at the equinoxes, some 22° more in midwinter, 30° less in midsummer. (common practice)"""
    for place, bearing in (((35.2, -111.6), 180.0), ((-31.0, 22.0), 0.0)):
        there = month if place[0] > 0 else (month + 5) % 12 + 1
        best = best_lie(place, there, sky(*place), correction=CORRECTION)
        assert best.tilt_deg == pytest.approx(abs(place[0]) + swing_deg, abs=8)
        assert best.tilt_deg <= 5 or abs((best.faces_deg - bearing + 180) % 360 - 180) <= 15


@pytest.mark.parametrize("place", [(60.4, 5.3), (2.0, 102.0), (44.9, 4.9), (-33.0, 18.0)])
def test_set_up_once_a_day_it_lies_the_best_way(place: tuple[float, float]) -> None:
    """Square to the day's light, worked out as a vector, against a search over tilts and bearings: the same within 0.7 %."""
    for month in (3, 6, 9, 12):
        best = best_lie(place, month, sky(*place), correction=CORRECTION)
        searched = sun_at(place, month, Panel(best.tilt_deg, best.faces_deg)).wh_per_w.mean()
        assert sun_at(place, month, Panel(turned_per_day=1)).wh_per_w.mean() == pytest.approx(searched, rel=0.007)


def test_nothing_lies_better_than_the_best() -> None:
    """Against a search of its own over the twenty days, off the steps of the first, with a hill in the south-east."""
    around = Surroundings(horizon=((60, 0), (120, 30), (170, 30), (200, 0)))
    best = best_lie(VALENCE, 10, sky(*VALENCE), correction=CORRECTION, surroundings=around)
    most = sun_at(VALENCE, 10, Panel(best.tilt_deg, best.faces_deg), around).wh_per_w.mean()
    others = [
        sun_at(VALENCE, 10, Panel(tilt, faces), around).wh_per_w.mean()
        for tilt in np.arange(2.5, 90, 12.5)
        for faces in np.arange(7.5, 360, 22.5)
    ]

    assert best.faces_deg > 180  # away from the hill
    assert most >= max(others) * 0.995


def test_legs_face_where_the_vehicle_stands() -> None:
    """Tilted to its right, nose to the east, they face south; of unknown heading, the mean of all twelve."""
    tied = Panel(30, from_nose_deg=90)
    south = sun_at(VALENCE, 2, Panel(30, 180)).wh_per_w
    assert sun_at(VALENCE, 2, tied, Surroundings(heading_deg=90)).wh_per_w == pytest.approx(south)
    each = [sun_at(VALENCE, 2, tied, Surroundings(heading_deg=heading)).wh_per_w for heading in EVERY_HEADING]
    assert sun_at(VALENCE, 2, tied).wh_per_w == pytest.approx(np.mean(each, axis=0))


def test_a_horizon_goes_all_the_way_round() -> None:
    """From 0° in the north-north-west to 40° in the north-north-east it stands 20° high in the north. (arithmetic)"""
    line = Surroundings(horizon=((20, 40), (180, 0), (340, 0)))

    assert line.horizon_deg(np.array([350.0, 0.0, 10.0, 360.0, 100.0, 260.0])) == pytest.approx([10, 20, 30, 20, 20, 0])


@pytest.mark.parametrize("height_deg", [0, 10, 30, 60])
def test_a_basin_hides_what_the_textbook_says(height_deg: float) -> None:
    """Sky view of a level plane in a basin whose rim stands at h: cos² h (Oke, Boundary Layer Climates)."""
    rim = Surroundings(horizon=((0, height_deg), (180, height_deg)))

    assert rim.sky_seen == pytest.approx(np.cos(np.radians(height_deg)) ** 2)
    noon_deg = float((90 - light(VALENCE, 6, sky(*VALENCE), correction=CORRECTION).zenith_deg).max())
    assert noon_deg == pytest.approx(90 - 44.9 + 23.1, abs=0.3)  # latitude and declination
    path = sun_path(VALENCE, 162, rim)
    assert ((path.reaches == 0) == (path.height_deg <= height_deg)).all()


def test_in_full_shade_the_even_sky_is_left() -> None:
    """Hay & Davies: of the diffuse light the share dni ÷ extraterrestrial comes from round the sun and goes with the beam. A
    basin whose rim stands at 30° takes sin² 30° = a quarter of the rest, and all beam from below."""
    found = light(VALENCE, 6, sky(*VALENCE), correction=CORRECTION)
    even = found.dhi * (1 - found.dni / found.above)
    shaded = Surroundings(shaded_h=((0.0, 24.0),))

    assert sun_at(VALENCE, 6, Panel(), shaded).in_plane == pytest.approx(even.sum(axis=1) * STEP_H / 1000, rel=1e-6)
    both = Surroundings(shaded_h=((0.0, 24.0),), horizon=((0, 30), (180, 30)))
    assert sun_at(VALENCE, 6, Panel(), both).in_plane == pytest.approx(0.75 * even.sum(axis=1) * STEP_H / 1000, rel=1e-6)
    path = sun_path(VALENCE, 172, Surroundings(shaded_h=((10.0, 14.0),)))
    assert ((path.reaches == 0) == ((path.hours >= 10) & (path.hours < 14) | (path.height_deg <= 0))).all()


def test_a_roof_box_is_seen_under_its_angles() -> None:
    """0.5 m high and 1 m wide at 0.5 m: 45° high, 90° wide. (trigonometry)"""
    box = block(0, 0.5, 1.0, 0.5)
    assert (box.height_deg, box.width_deg) == pytest.approx((45, 90))
    # It stands in the south, whichever way the nose points: before the noon sun of December (21.7° high), not that of June.
    for heading, bearing in ((180, 0), (135, 45), (300, 240)):
        around = Surroundings(heading_deg=heading, obstacles=(block(bearing, 0.5, 1.0, 0.5),))
        for day, reaches in ((355, 0.0), (172, 1.0)):
            assert sun_path(VALENCE, day, around).reaches[72] == reaches


surroundings = st.builds(
    Surroundings,
    heading_deg=st.one_of(st.none(), st.floats(0, 360)),
    shaded_h=st.lists(st.sampled_from([(5.0, 9.0), (8.0, 12.5), (15.0, 24.0)]), max_size=2).map(tuple),
    horizon=st.lists(st.tuples(st.integers(0, 35), st.integers(0, 40)), max_size=4, unique_by=lambda point: point[0]).map(
        lambda points: tuple((10.0 * bearing, float(height)) for bearing, height in points)
    ),
    obstacles=st.lists(st.builds(Block, st.floats(0, 360), st.floats(1, 120), st.floats(1, 80)), max_size=2).map(tuple),
)


@settings(max_examples=20, deadline=None)
@given(surroundings, st.floats(0, 60), st.floats(0, 360), st.integers(1, 12), st.floats(0, 90), st.floats(1, 20))
def test_more_in_the_way_never_yields_more(
    around: Surroundings, tilt: float, faces: float, month: int, bearing: float, higher_deg: float
) -> None:
    """A higher horizon, one more thing on the roof, one more hour of shade: each takes, none gives."""
    points = around.horizon or ((0.0, 0.0), (180.0, 0.0))
    raised = tuple((at, min(89.0, height + higher_deg)) for at, height in points)
    heading = around.heading_deg
    worse = [
        Surroundings(heading, around.shaded_h, raised, around.obstacles),
        Surroundings(heading, (*around.shaded_h, (10.0, 13.0)), around.horizon, around.obstacles),
        Surroundings(heading, around.shaded_h, around.horizon, (*around.obstacles, Block(bearing, 30, higher_deg))),
    ]
    panel = Panel(tilt, faces)
    before = sun_at(VALENCE, month, panel, around)
    for after in (sun_at(VALENCE, month, panel, one) for one in worse):
        assert (after.in_plane <= before.in_plane + 1e-9).all()
        assert (after.wh_per_w <= before.wh_per_w * 1.0 + 0.02).all()  # cooler cells give a little back


@pytest.mark.parametrize(("place", "month"), [((45.0, 5.0), 1), ((45.0, 5.0), 7), ((-33.0, 18.0), 6), ((60.0, 24.0), 3)])
def test_drawn_days_are_distributed_as_their_source(place: tuple[float, float], month: int) -> None:
    """Kolmogorov–Smirnov distance to the source's own distribution in the cell, not to the twenty days kept of it: at most
    0.05 at a fixed seed. (MERRA-2 by gsee-climate-data)"""
    source = gsee_climate_data.load()
    i, j = np.abs(source["lat"] - place[0]).argmin(), np.abs(source["lon"] - place[1]).argmin()
    kwh, weight = np.clip(source["xk"][i, j, month - 1], 0, None) * 24 / 1000, source["pk"][i, j, month - 1]
    order = np.argsort(kwh)
    kwh, below = kwh[order], np.cumsum(weight[order]) / weight.sum()
    days = sky(float(source["lat"][i]), float(source["lon"][j])).kwh_per_m2[month - 1]

    months = [MonthSun(days, days, days, np.repeat(days[:, None], 48, axis=1) / 24)] * 12
    table = table_of_year(months)
    drawn = np.concatenate([year_of_hours(table, year).sum(axis=1)[month - 1 == MONTH_OF_DAY] for year in draw_days(11, 150)])
    # The source's points are the middles of its bins: its distribution runs straight between them.
    middles = np.concatenate([[0], (below[1:] + below[:-1]) / 2])
    ours = np.array([(drawn <= one).mean() for one in kwh])
    assert np.abs(ours - np.interp(kwh, kwh, middles)).max() <= 0.05


def test_a_drawn_year_keeps_the_means_and_the_spells_of_the_weather() -> None:
    """Even over many years the mean is that of the tables; a day keeps 0.29 of the one before in normal terms, by rank
    (6 ÷ π) asin(0.29 ÷ 2) = 0.278 (Pearson's relation of the two correlations)."""
    table = table_of_year([sun_at(VALENCE, month, Panel(20)) for month in range(1, 13)])
    weather = draw_days(3, 300)
    years = [year_of_hours(table, shares).sum() for shares in weather]
    lengths = np.bincount(MONTH_OF_DAY)

    assert np.mean(years) == pytest.approx((table.sum(axis=-1).mean(axis=-1) * lengths).sum(), rel=0.01)
    assert np.corrcoef(weather[:, :-1].ravel(), weather[:, 1:].ravel())[0, 1] == pytest.approx(0.278, abs=0.01)
    assert (draw_days(3, 2) == draw_days(3, 2)).all()
    assert (draw_days(3, 2) != draw_days(4, 2)).any()


def test_a_portable_array_is_taken_off_what_the_roof_has_to_give() -> None:
    """100 W set out on half of the days gives 50 × a day's yield; the roof needs so much less. (arithmetic)"""
    where = {"a": {"lat_deg": 45, "lon_deg": 5, "month": 3}}
    carried: dict[str, Any] = {"arrays": {"out": {"place": "carried", "plain_w": 100}}, "turned_per_day": 3}
    without = report([load(50, 10)], stays=where, solar={"sun_from": "places"})
    beside = report(
        [load(50, 10)], stays=where, solar={"sun_from": "places", **carried}, assumptions={"portable_set_out_frac": 0.5}
    )

    yields = value(without, "solar.yield_wh_per_w.mar")
    brings = 50 * value(beside, "climate.stay.a.mar.portable_wh_per_w")
    assert value(beside, "solar.need_w") == pytest.approx(value(without, "solar.need_w") - brings / yields)
    grown = report(
        [load(50, 10)], stays=where, solar={"sun_from": "places", **carried}, assumptions={"portable_set_out_frac": 0.5},
        brief={"growth_frac": 0.5},
    )  # fmt: skip
    assert value(grown, "solar.need_after_growth_w") == pytest.approx(1.5 * value(without, "solar.need_w") - brings / yields)
    plenty = report([load(5, 1)], stays=where, solar={"sun_from": "places", **carried})
    assert value(plenty, "solar.need_w") == 0


def at_one_stay(solar: dict[str, Any] | None = None, **stay: Any) -> Any:
    """The figures of the January of one stay."""
    where = {"lat_deg": 45, "lon_deg": 5, "month": 1, **stay}
    figures = report([load()], stays={"a": where}, solar={"sun_from": "places", **(solar or {})}).figures
    return {key.removeprefix("climate.stay.a.jan."): figure.value for key, figure in figures.items()}


def test_shade_takes_its_share_of_the_roof_and_nothing_of_the_portable_array() -> None:
    """40 % of shade leave 60 %; the portable one is carried out of it, and out of no hill's shadow. (arithmetic)"""
    portable = {"arrays": {"out": {"place": "carried", "plain_w": 100}}}
    plain, shaded = at_one_stay(portable), at_one_stay(portable, shade_frac=0.4, shaded_h=[[0, 24]], heading_deg=90)
    hills = at_one_stay(portable, horizon=[[90, 25], [180, 25], [270, 25]])

    assert at_one_stay(shade_frac=0.4)["yield_wh_per_w"] == pytest.approx(0.6 * plain["yield_wh_per_w"])
    assert shaded["portable_wh_per_w"] == plain["portable_wh_per_w"] > hills["portable_wh_per_w"]


def test_facing_the_wrong_way_hides_nothing() -> None:
    """Tilted to the nose and the nose to the north: it gives less, and no sun is hidden by anything."""
    tied = {"panel_tilt_deg": 30, "panel_from_nose_deg": 0}
    north, south = at_one_stay(tied, heading_deg=0), at_one_stay(tied, heading_deg=180)

    assert north["yield_wh_per_w"] < south["yield_wh_per_w"] / 2
    assert "hidden_frac" not in north
    assert at_one_stay(tied, heading_deg=180, shaded_h=[[0, 24]])["hidden_frac"] > 0.4
    # What lying the best way is worth: the need of the array times what it gives more.
    worth = north["solar.need_w"] * (north["best_wh_per_w"] - north["yield_wh_per_w"])
    assert north["best_worth_wh"] == pytest.approx(worth)


def test_the_hours_of_a_day_add_up_to_what_the_month_gives() -> None:
    """300 W of array: the mean day hour by hour is 300 × the yield of a rated watt there, shade and losses included."""
    stay = {"lat_deg": 45, "lon_deg": 5, "month": 4, "shade_frac": 0.3, "shaded_h": [[6, 9]], "heading_deg": 200}
    tied = {"sun_from": "places", **plain_array(300), "panel_tilt_deg": 20, "panel_from_nose_deg": 270}
    placed = rig(stays={"a": stay}, solar=tied)
    figures = evaluate(placed).figures
    day = day_of_sun(placed, figures, "a", 105)

    assert day.typical_w.sum() == pytest.approx(300 * float(str(figures["climate.stay.a.apr.yield_wh_per_w"].value)))
    assert day.dull_w.sum() < day.typical_w.sum() < day.bright_w.sum()
    assert day_of_sun(placed, figures, "a", 105, heading_deg=90).typical_w.sum() < day.typical_w.sum()  # to the north, then


def test_the_rules_of_the_bench_are_off_by_what_the_sun_here_says() -> None:
    """480 Wh a day are 40 Ah by twelve: 120 W by the first two rules and one panel by the third. In a sun of which a rated
    watt gives 3 Wh, a panel of 120 W brings 30 Ah. (arithmetic)"""
    found = report([load(48, 10)], solar={"peak_sun_hours": 4})
    need, ratio = value(found, "solar.need_w"), value(found, "solar.performance_ratio")

    for rule in ("three_watts_per_ah_w", "rated_times_four_w", "panels_of_120_w_w"):
        assert value(found, f"solar.bench.{rule}") == pytest.approx(120)
        assert value(found, f"solar.bench.off_frac.{rule}") == pytest.approx(120 / need - 1)
    assert value(found, "solar.bench.ah_of_120_w_here") == pytest.approx(120 * 4 * ratio / 12)
