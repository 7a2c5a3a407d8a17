"""What has to hold for any journey: anywhere on Earth, at any time, however the array lies and whatever stands in its way."""

from __future__ import annotations

import math
from datetime import date, timedelta
from typing import Any

import pytest
from builders import changed, load, rig, value
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from test_formula import assert_every_figure_follows_from_its_inputs

from ryokan.core.climate.stay import MONTHS
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.itinerary import nights_by_month
from ryokan.core.rig import Rig

# Coarse, so that tables of a place are made once and met again.
PLACES = st.sampled_from(
    [(52.6, -1.9), (-43.5, 172.6), (0.0, -140.0), (90.0, 0.0), (-90.0, 13.0), (65.0, 180.0), (65.0, -180.0), (1.3, 103.8), (69.6, 19.0)]
)  # fmt: skip
WHEN = st.one_of(
    st.fixed_dictionaries({"month": st.integers(1, 12)}),
    st.dates().filter(lambda day: 2000 <= day.year <= 2100).map(lambda day: {"month": day.month, "arrives": day.isoformat()}),
)
stays = st.builds(
    lambda place, when, rest: {"lat_deg": place[0], "lon_deg": place[1], **when, **rest},
    PLACES,
    WHEN,
    st.fixed_dictionaries(
        {
            "nights": st.sampled_from([1, 9, 45, 365]),
            "hookup": st.sampled_from(["none", "none", "na_30"]),
            "shade_frac": st.sampled_from([0.0, 0.25, 0.95]),
            "heading_deg": st.sampled_from([None, 0.0, 200.0]),
            "shaded_h": st.sampled_from([[], [[0, 10]], [[0, 24]]]),
            "horizon": st.sampled_from([[], [[90, 20], [180, 60], [270, 5]]]),
        }
    ),
)
arrays = st.fixed_dictionaries(
    {
        "sun_from": st.just("places"),
        "panel_tilt_deg": st.sampled_from([0.0, 25.0, 90.0]),
        "panel_from_nose_deg": st.sampled_from([None, 90.0]),
        "arrays": st.sampled_from(
            [{}, {"a": {"plain_w": 400.0}}, {"a": {"plain_w": 400.0}, "out": {"place": "carried", "plain_w": 150.0}}]
        ),
        "turned_per_day": st.just(3),
        "obstacles": st.sampled_from(
            [{}, {"mast": {"name": "mast", "bearing_deg": 0, "away_m": 2, "width_m": 1, "height_m": 9, "takes_frac": 0.5}}]
        ),
    }
)
LOADS = [load(60, 8), load(200, 2, seasons=["winter"]), load(900, 0.5, feed="ac", seasons=["summer"], days_per_week=3)]
journeys = st.builds(
    lambda rows, solar: rig(LOADS, stays={f"s{n}": row for n, row in enumerate(rows)}, solar=solar),
    st.lists(stays, min_size=1, max_size=3),
    arrays,
)
# Of journeys drawn at random most lie in the dark for some reason: one stay of each of these does not.
LIT = {"lat_deg": 52.6, "lon_deg": -1.9, "hookup": "none", "nights": 9}
with_sun = st.builds(
    lambda journey, month: changed(journey, {"stays.lit": {**LIT, "month": month}}), journeys, st.integers(1, 12)
)


def sunny(report: Report) -> list[str]:
    return [month for month in MONTHS if f"solar.need_w.{month}" in report.figures]


@settings(max_examples=30, deadline=None)
@given(journeys)
def test_every_journey_is_answered_with_numbers_that_follow(journey: Rig) -> None:
    report = evaluate(journey)

    for figure in report.figures.values():
        for number in figure.value if isinstance(figure.value, tuple) else (figure.value,):
            assert isinstance(number, str) or math.isfinite(number), figure
    assert_every_figure_follows_from_its_inputs(report)
    assert evaluate(journey) == report
    for finding in report.findings:
        assert set(finding.figures.values()) <= set(report.figures)


@settings(max_examples=20, deadline=None)
@given(journeys)
def test_a_month_is_a_mean_of_its_stays_and_every_night_counts_once(journey: Rig) -> None:
    report = evaluate(journey)
    for id, stay in journey.stays.items():
        months = [MONTHS[month - 1] for month in nights_by_month(stay)]
        if f"climate.stay.{id}.{months[0]}.nights" in report.figures:
            assert sum(value(report, f"climate.stay.{id}.{month}.nights") for month in months) == stay.nights
    for month in MONTHS:
        each = [
            figure.number
            for key, figure in report.figures.items()
            if key.startswith("climate.stay.") and key.endswith(f".{month}.psh")
        ]
        assert bool(each) == (f"climate.psh.{month}" in report.figures)
        if each:
            assert min(each) - 1e-9 <= value(report, f"climate.psh.{month}") <= max(each) + 1e-9
            assert value(report, f"climate.psh_p10.{month}") <= value(report, f"climate.psh.{month}") + 1e-9


@settings(max_examples=20, deadline=None)
@given(with_sun)
def test_the_array_of_the_need_carries_every_month(journey: Rig) -> None:
    """Energy in is energy out, month by month: what array and portable one bring covers the loads of the season with what the
    bank loses, and the reserve. (IEEE 1562's balance)"""
    report = evaluate(journey)
    assume(sunny(report))
    direct, trip = value(report, "assumptions.direct_use_frac"), value(report, "assumptions.lfp.round_trip_frac")
    need = value(report, "solar.need_w")
    spare = []
    for month in sunny(report):
        used = report.figures[f"solar.need_w.{month}"]
        whole = report.figures.get(f"solar.need_without_portable_w.{month}", used)
        wh = value(report, str(whole.inputs["wh"])) * (direct + (1 - direct) / trip) * value(report, "assumptions.refill_ratio")
        portable = report.figures.get(f"solar.portable_wh.{month}")
        brings = need * value(report, f"solar.yield_wh_per_w.{month}") + (portable.number if portable else 0)
        spare.append(brings - wh)
        assert brings >= wh * (1 - 1e-9)
    assert need == 0 or min(spare) == pytest.approx(0, abs=1e-6 * max(1, need))


@pytest.mark.parametrize("month", range(1, 13))
def test_the_date_line_parts_a_day_and_nothing_else(month: int) -> None:
    """West of it the calendar is a day ahead, and the sun four tenths of a degree higher or lower at most."""

    def sun(lon_deg: float) -> dict[str, Any]:
        stay = {"lat_deg": 45.0, "lon_deg": lon_deg, "month": month}
        figures = evaluate(rig(LOADS, stays={"a": stay}, solar={"sun_from": "places", "panel_tilt_deg": 30})).figures
        return {key: figure.value for key, figure in figures.items() if key.startswith(("climate.psh", "solar.need"))}

    assert sun(180.0) == pytest.approx(sun(-180.0), rel=0.02)


@settings(max_examples=12, deadline=None)
@given(st.lists(stays, min_size=2, max_size=3), arrays)
def test_the_order_of_the_stays_makes_no_sun(rows: list[dict[str, Any]], solar: dict[str, Any]) -> None:
    def months(order: list[dict[str, Any]]) -> dict[str, Any]:
        placed = {f"s{n}": {**row, "position": n} for n, row in enumerate(order)}
        figures = evaluate(rig(LOADS, stays=placed, solar=solar)).figures
        return {key: figure.value for key, figure in figures.items() if key.startswith(("climate.psh", "solar.", "climate.t_"))}

    assert months(rows) == pytest.approx(months(rows[::-1]))


@settings(max_examples=15, deadline=None)
@given(stays, st.dates(date(2000, 1, 1), date(2099, 1, 1)), st.integers(2, 365), st.floats(0.01, 0.99))
def test_a_stay_cut_in_two_is_the_same_journey(stay: dict[str, Any], arrives: date, nights: int, share: float) -> None:
    """A dated stay and the same in two parts, the second from the day on which the first is left."""

    def part(begins: date, count: int) -> dict[str, Any]:
        return {**stay, "arrives": begins.isoformat(), "month": begins.month, "nights": count}

    cut = max(1, round(share * (nights - 1)))
    parts = {"one": part(arrives, cut), "two": part(arrives + timedelta(days=cut), nights - cut)}
    whole = {"a": part(arrives, nights)}
    solar = {"sun_from": "places"}
    one, two = evaluate(rig(LOADS, stays=whole, solar=solar)), evaluate(rig(LOADS, stays=parts, solar=solar))

    keys = [key for key in one.figures if key.startswith(("climate.psh", "solar.need_w", "climate.t_"))]
    assert {key: value(two, key) for key in keys} == pytest.approx({key: value(one, key) for key in keys})
    assert not {"brief.stays_overlap", "brief.gap_between_stays"} & {finding.code for finding in two.findings}
