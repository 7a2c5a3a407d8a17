"""What a plate states, by season, by hour, low and high; what never stops; the other methods beside the audit."""

from __future__ import annotations

from typing import Any

import pytest
from builders import load, loads, report, value
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.loads.model import SEASONS
from ryokan.core.loads.profile import shares
from ryokan.core.loads.seasons import season_of, travelled
from ryokan.core.loads.usual import completions, usual_loads
from ryokan.core.rig import Brief

LOSSLESS = {"distribution_frac": 1.0}


@pytest.mark.parametrize(
    ("draw", "hours", "watts", "wh"),
    [
        # worked by hand from the definitions of the units
        ({"kind": "kwh_per_year", "kwh": 365}, 24, 1000 / 24, 1000),
        ({"kind": "cooling", "btu_per_h": 13_500, "eer": 9}, 6, 1500, 9000),
        ({"kind": "device_battery", "wh": 14.8, "charges_per_day": 1.5}, 24, 14.8 * 1.5 / 0.85 / 24, 14.8 * 1.5 / 0.85),
        ({"kind": "wh_per_day", "wh": 600}, 24, 25, 600),
    ],
)
def test_what_a_plate_states_becomes_watts_and_watt_hours(draw: dict[str, Any], hours: float, watts: float, wh: float) -> None:
    outcome = report([{"name": "thing", "draw": draw, "hours_per_day": hours}])

    assert value(outcome, "loads.row.l0.running_w") == pytest.approx(watts)
    assert value(outcome, "loads.wh_per_day") == pytest.approx(wh)


def test_a_load_for_each_person_counts_for_all_of_them() -> None:
    outcome = report([load(10, 5, per_person=True, quantity=2)], brief={"people": 3})

    assert value(outcome, "loads.wh_per_day") == 300
    assert value(outcome, "loads.peak_w") == 60


@pytest.mark.parametrize(
    ("month", "hemisphere", "season"),
    [(1, "north", "winter"), (4, "north", "spring"), (8, "north", "summer"), (11, "north", "autumn"),
     (1, "south", "summer"), (7, "south", "winter"), (10, "south", "spring"), (3, "south", "autumn"), (12, "south", "summer")],
)  # fmt: skip
def test_seasons_follow_the_hemisphere(month: int, hemisphere: str, season: str) -> None:
    assert season_of(month, hemisphere) == season


def test_the_journey_meets_its_seasons_over_the_turn_of_the_year() -> None:
    assert travelled(Brief(first_month=11, last_month=3)) == ["spring", "autumn", "winter"]
    assert travelled(Brief(first_month=6, last_month=6)) == ["summer"]


def test_the_bank_is_planned_for_the_largest_season_of_the_journey() -> None:
    rows = [load(10, 10), load(50, 10, seasons=["winter"]), load(100, 10, seasons=["summer"])]
    winter = report(rows, brief={"first_month": 11, "last_month": 3}, stays={"first": {"month": 1}})
    year = report(rows, brief={"first_month": 1, "last_month": 12})

    assert [value(year, f"loads.wh_per_day.{season}") for season in SEASONS] == [100, 1100, 100, 600]
    assert value(winter, "loads.wh_per_day") == value(winter, "loads.largest_season_wh_per_day") == 600
    assert value(winter, "loads.peak_w") == 60
    assert value(year, "loads.wh_per_day") == 1100


def test_inverter_and_cables_bear_every_season_of_the_journey_not_only_the_largest_day() -> None:
    heater, cooler = load(50, 20, seasons=["winter"]), load(500, 1, feed="ac", seasons=["summer"])

    year = report([heater, cooler], brief={"first_month": 1, "last_month": 12})
    winter = report([heater, cooler], brief={"first_month": 12, "last_month": 2})

    assert value(year, "loads.wh_per_day") == value(year, "loads.wh_per_day.winter") == 1000
    assert value(year, "inverter.need_continuous_w") == pytest.approx(625)
    assert value(year, "loads.peak_w") == 550
    assert value(winter, "inverter.need_continuous_w") == 0


def test_duty_follows_the_weather_of_the_stays() -> None:
    fridge = load(50, 24, duty_frac=0.3, duty_by_ambient={"hot": 0.5, "cold": 0.2})
    stays = {"first": {"month": 7, "ambient": "mild"}, "heat": {"month": 8, "ambient": "hot"}}

    outcome = report([fridge], stays=stays, brief={"first_month": 1, "last_month": 12})

    assert value(outcome, "loads.wh_per_day.summer") == 50 * 24 * 0.5
    assert value(outcome, "loads.wh_per_day.winter") == 50 * 24 * 0.2
    assert value(outcome, "loads.wh_per_day.spring") == 50 * 24 * 0.3
    assert value(outcome, "loads.wh_per_day") == 600


@pytest.mark.parametrize("when", ["driving", "shore", "above_charge"])
def test_what_runs_only_while_something_charges_asks_nothing_of_a_bank_at_rest(when: str) -> None:
    outcome = report([load(10, 10), load(500, 4, when=when)])

    assert value(outcome, "loads.wh_per_day") == 100
    assert value(outcome, "storage.need_wh") == value(report([load(10, 10)]), "storage.need_wh")
    assert value(outcome, "loads.peak_w") == (10 if when == "shore" else 510)  # on a hookup alone it meets no bank


def test_one_ampere_that_never_stops_is_24_ah() -> None:
    # Common practice, no source: 1 A all day is 24 Ah.
    outcome = report([load(12.8, 24), load(500, 1)], assumptions=LOSSLESS)

    assert value(outcome, "loads.standing_a") == pytest.approx(1)
    assert value(outcome, "loads.standing_ah_per_day") == pytest.approx(24)


def test_low_and_high_use_give_a_range() -> None:
    outcome = report([load(100, 4, low_factor=0.75, high_factor=1.25), load(10, 10)])

    assert [value(outcome, f"loads.wh_per_day{end}") for end in (".low", "", ".high")] == [400, 500, 600]


def test_methods_stand_side_by_side() -> None:
    # Common practice, no source: 11.5 A at 120 V by the ten-times shortcut is 115 A at 12 V; 120 Wh ÷ 12 is 10 Ah.
    kettle = {"name": "kettle", "feed": "ac", "draw": {"kind": "ac_amps", "amps": 11.5, "volts": 120}, "hours_per_day": 1}

    outcome = report([kettle, load(12, 10)], region={"mains_v": 120}, brief={"days_without_charge": 1})

    assert value(outcome, "loads.method.ten_times_ac_ah") == pytest.approx(115 + 10)
    assert value(outcome, "loads.method.by_twelve_ah") == pytest.approx((1380 + 120) / 12)
    audit = value(outcome, "loads.method.audit_ah")
    assert audit == pytest.approx(value(outcome, "loads.wh_per_day_at_bank") / 12.8)
    assert value(outcome, "loads.if_all_dc_wh_per_day") == pytest.approx((1380 + 120) / 0.97)


def test_measured_days_are_scaled_to_the_new_use() -> None:
    outcome = report(brief={"measured_ah": [60, 50, 70], "measured_scale": 1.5})

    assert value(outcome, "loads.method.measured_ah") == pytest.approx(90)
    assert value(outcome, "loads.method.measured_most_ah") == pytest.approx(105)


def test_24_bars_of_its_own_put_a_load_where_it_runs() -> None:
    bars = [0.0] * 24
    bars[13] = 2
    outcome = report([load(100, 2, bars=bars)], assumptions=LOSSLESS)

    assert value(outcome, "loads.shape_w") == pytest.approx([0.0] * 13 + [200] + [0.0] * 10)
    with pytest.raises(ValueError, match="24 bars"):
        report([load(bars=[1, 2])])


@given(st.lists(loads, max_size=6), st.sampled_from(["always", "with_ac_loads"]))
def test_the_hours_of_a_day_hold_all_of_its_energy(rows: list[dict[str, Any]], on: str) -> None:
    outcome = report(rows, inverter={"on": on})

    assert sum(value(outcome, "loads.shape_w")) == pytest.approx(value(outcome, "loads.wh_per_day_at_bank"), abs=1e-6)
    feeds = [value(outcome, key) for key in outcome.figures if key.startswith("loads.by_feed.")]
    assert sum(feeds) == pytest.approx(value(outcome, "loads.wh_per_day_at_bank"), abs=1e-6)


@given(loads, st.floats(0.2, 1), st.floats(1, 3), st.sets(st.sampled_from(SEASONS)))
def test_low_typical_and_high_are_in_order_and_no_season_tops_the_whole_year(
    row: dict[str, Any], low: float, high: float, seasons: set[str]
) -> None:
    changed = {**row, "low_factor": low, "high_factor": high, "seasons": sorted(seasons)}
    outcome = report([changed, load(1, 1)], brief={"first_month": 1, "last_month": 12})

    low_wh, wh, high_wh = (value(outcome, f"loads.wh_per_day{end}") for end in (".low", "", ".high"))
    assert low_wh <= wh * (1 + 1e-9) <= high_wh * (1 + 1e-8)
    assert wh == pytest.approx(max(value(outcome, f"loads.wh_per_day.{season}") for season in SEASONS))


def test_the_table_of_usual_loads_is_wide_and_holds_together() -> None:
    table = usual_loads()

    assert len(table) >= 120
    assert len({entry.group for entry in table}) >= 14
    assert len({entry.word for entry in table}) == len(table)
    for entry in table:
        assert entry.low_w <= entry.usual_w <= entry.high_w
        assert 0 < entry.usual_hours <= 24
        assert all(entry.low_w <= step <= entry.high_w for step in entry.steps_w)
        assert list(entry.steps_w) == sorted(entry.steps_w)
    assert all(sum(share) == pytest.approx(1) and len(share) == 24 for share in shares().values())


def test_completions_begin_with_what_is_typed_and_then_look_within() -> None:
    assert [entry.word for entry in completions("indu")] == ["induction hob"]
    words = [entry.word for entry in completions("fri")]
    assert words[0] == "fridge"
    assert "household fridge" in words
    assert completions("  ") == []


@pytest.mark.parametrize(("hemisphere", "heated"), [("north", {12, 1, 2}), ("south", {6, 7, 8})])
def test_each_month_has_the_day_of_its_season(hemisphere: str, heated: set[int]) -> None:
    year = report(
        [load(10, 10), load(100, 10, seasons=["winter"])], brief={"hemisphere": hemisphere, "first_month": 1, "last_month": 12}
    )

    assert {month for month, wh in enumerate(value(year, "loads.wh_per_day_by_month"), start=1) if wh > 100} == heated


@pytest.mark.parametrize(
    ("when", "output", "bank_meets_it", "told"),
    [
        ("always", "backed_up", True, False),
        ("always", "grid_only", False, False),
        ("always", "shed", False, False),
        ("shore", "backed_up", False, True),
        ("shore", "grid_only", False, False),
        ("shore", "shed", False, False),
    ],
)
def test_a_load_meets_bank_and_inverter_where_it_is_there_without_the_hookup(
    when: str, output: str, bank_meets_it: bool, told: bool
) -> None:
    """A heater of 1 500 W, an hour a day, beside a lamp of 60 W, on an inverter of 1 000 W. (by hand)"""
    heater = load(1500, 1, name="heater", feed="ac", when=when, output=output)
    got = report([load(60, 5, name="lamp", feed="ac"), heater], inverter={"chosen": {"rated_w": 1000}})
    assert value(got, "inverter.peak_w") == (1560 if bank_meets_it else 60)
    codes = {finding.code for finding in got.findings}
    assert ("inverter.continuous_short" in codes) == bank_meets_it
    assert ("inverter.trips_when_hookup_fails" in codes) == told  # 1 560 W on 1 000 W the moment the hookup fails
    # 300 Wh of the lamp, with losses, idling and margin, are no 600; with 1 500 Wh of the heater they are above 1 800.
    assert (value(got, "loads.wh_per_day_with_margin") > 1800) == bank_meets_it
    assert (value(got, "loads.wh_per_day_with_margin") < 600) == (not bank_meets_it)
