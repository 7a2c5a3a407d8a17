"""The journey on a calendar: nights by month, what overlaps, what is left open, and what the months then weigh."""

from __future__ import annotations

from collections import Counter
from datetime import date, timedelta
from typing import Any

import pytest
from builders import load, report, value
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from ryokan.core.climate.stay import MONTHS
from ryokan.core.itinerary import gaps, leaves, nights_by_month, overfull_months, overlaps
from ryokan.core.rig import Stay


def stay(arrives: str | date | None = None, nights: int = 3, **members: Any) -> Stay:
    month = {} if arrives is None else {"month": date.fromisoformat(str(arrives)).month}
    return Stay.model_validate({"arrives": arrives, "nights": nights, **month, **members})


def each_night(one: Stay) -> list[date]:
    """Night after night, as one would tick them off."""
    first = one.arrives or date(2023, one.month, 1)
    return [first + timedelta(days=night) for night in range(one.nights)]


dates = st.dates(date(2000, 1, 1), date(2100, 12, 31))


@settings(max_examples=40)
@given(st.one_of(st.none(), dates), st.integers(1, 365), st.integers(1, 12))
def test_nights_fall_into_the_months_of_the_calendar(arrives: date | None, nights: int, month: int) -> None:
    one = stay(arrives, nights) if arrives else stay(nights=nights, month=month)

    assert nights_by_month(one) == Counter(night.month for night in each_night(one))
    shown = report(stays={"a": {**one.model_dump(mode="json"), "lat_deg": 10, "lon_deg": 10}}, solar={"sun_from": "places"})
    for number, count in nights_by_month(one).items():
        assert value(shown, f"climate.stay.a.{MONTHS[number - 1]}.nights") == count


@given(st.lists(st.tuples(st.integers(0, 40), st.integers(1, 12)), min_size=1, max_size=5))
def test_what_overlaps_and_what_is_left_open_is_what_ticking_off_the_nights_finds(drawn: list[tuple[int, int]]) -> None:
    stays = {f"s{n}": stay(date(2027, 2, 20) + timedelta(days=day), nights) for n, (day, nights) in enumerate(drawn)}
    slept = Counter(night for one in stays.values() for night in each_night(one))
    first, last = min(slept), max(slept)
    every = [first + timedelta(days=day) for day in range((last - first).days + 1)]

    assert sum(gap.nights for gap in gaps(stays)) == sum(1 for night in every if not slept[night])
    pairs = {frozenset((clash.one, clash.other)): clash.nights for clash in overlaps(stays)}
    for one in stays:
        for other in stays:
            if one < other:
                common = set(each_night(stays[one])) & set(each_night(stays[other]))
                assert pairs.get(frozenset((one, other)), 0) == len(common)
    assert all(leaves(one) == each_night(one)[-1] + timedelta(days=1) for one in stays.values())


def test_a_stay_without_a_date_closes_no_gap_and_may_overfill_its_month() -> None:
    stays = {"a": stay("2027-05-01", 3), "b": stay("2027-05-20", 3), "c": stay(nights=27, month=5)}

    assert gaps(stays) == []
    assert overfull_months(stays) == {5: 33}
    assert overfull_months({**stays, "c": stay(nights=25, month=5)}) == {}
    assert overfull_months({"a": stays["a"], "b": stays["b"]}) == {}
    assert overfull_months({"a": stay(nights=28, month=2), "b": stay("2027-02-01", 2)}) == {2: 30}


@pytest.mark.parametrize(
    ("members", "says"),
    [
        ({"arrives": "2027-05-31", "month": 6}, "arrives in month 5 and says month 6"),
        ({"arrives": "1999-12-31", "month": 12}, "2000-01-01"),
        ({"arrives": "soon"}, "date"),
        ({"shaded_h": [[9, 9]]}, "ends after it begins"),
        ({"horizon": [[0, 5], [360, 5]]}, "stands twice"),
        ({"horizon": [[0, 90]]}, "89"),
        ({"heading_deg": 361}, "360"),
    ],
)
def test_a_stay_that_cannot_be_is_refused_with_what_is_wrong(members: dict[str, Any], says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        Stay.model_validate(members)


def test_the_stay_that_is_left_earlier_ends_its_overlap() -> None:
    stays = {
        "one": {"place": "cove", "arrives": "2027-06-01", "month": 6, "nights": 9},
        "two": {"place": "ford", "arrives": "2027-06-06", "month": 6, "nights": 2},
    }
    found = {finding.code: finding for finding in report([load()], stays=stays).findings}["brief.stays_overlap"]

    assert (found.name, found.measures) == ("cove and ford", {"nights": "2 nights"})
    assert found.fix is not None
    assert found.fix.patch == ({"op": "add", "path": "/stays/one/nights", "value": 5},)


def test_a_month_asks_with_the_loads_of_its_season() -> None:
    """A 100 W heater fan of 5 h runs in winter alone, 40 W of light for 5 h all year: 500 and 200 Wh at the devices. What
    is lost on the way and the margin are alike, so the two arrays are as use over yield. (arithmetic)"""
    loads = [load(100, 5, seasons=["winter"]), load(40, 5)]
    where = {"lat_deg": 45, "lon_deg": 5}
    stays = {"cold": {**where, "month": 1}, "warm": {**where, "month": 7}}
    brief = {"first_month": 1, "last_month": 12}
    months = report(loads, stays=stays, brief=brief, solar={"sun_from": "places"})

    used = {"jan": 700, "jul": 200}
    each = {month: value(months, f"solar.yield_wh_per_w.{month}") for month in used}
    asked = {month: value(months, f"solar.need_w.{month}") for month in used}
    assert asked["jan"] / asked["jul"] == pytest.approx(used["jan"] / each["jan"] / (used["jul"] / each["jul"]))
    assert value(months, "loads.season.summer.mean_wh_per_day_at_bank") == pytest.approx(
        200 / value(months, "assumptions.distribution_frac")
    )
    assert value(months, "solar.need_w") == asked["jan"]


def test_an_ac_load_of_one_season_pays_for_the_inverter_there_too() -> None:
    """All year or in summer alone: the summer's mean day is the same. (arithmetic)"""
    stays = {"warm": {"lat_deg": 45, "lon_deg": 5, "month": 7}}
    brief = {"first_month": 1, "last_month": 12}
    kettle = load(900, 0.5, feed="ac", days_per_week=4)
    heater = load(2000, 1, feed="ac", seasons=["winter"])

    def summer(*loads: dict[str, Any]) -> Any:
        return report(list(loads), stays=stays, brief=brief, solar={"sun_from": "places"})

    seasonal = summer({**kettle, "seasons": ["summer"]}, heater)
    assert value(seasonal, "loads.season.summer.mean_wh_per_day_at_bank") == pytest.approx(
        value(summer(kettle, heater), "loads.season.summer.mean_wh_per_day_at_bank")
    )
    # On for its half hour, and four days of seven.
    kettle_wh, idle_w = value(seasonal, "loads.row.l0.summer.wh_at_bank"), value(seasonal, "inverter.idle_w")
    assert kettle_wh > 450
    assert value(seasonal, "loads.season.summer.mean_wh_per_day_at_bank") == pytest.approx(idle_w * 0.5 + kettle_wh * 4 / 7)
