"""The trial run of a rig: its journey, its weather, its chances, and what it finds."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from builders import changed, charging, load, plain_array, rig
from pydantic import TypeAdapter

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.parts.model import Part
from ryokan.core.trial.chances import chance, change
from ryokan.core.trial.equal_risk import equal_risk, sizes_of
from ryokan.core.trial.findings import TRIAL_RULES, with_trial
from ryokan.core.trial.help import what_might_help
from ryokan.core.trial.long import digest_of
from ryokan.core.trial.run import follow, run_trial, year_at
from ryokan.core.trial.system import Stopped
from ryokan.core.trial.trip import RUN_IN_NIGHTS, trip_of
from ryokan.core.trial.weather import AIR_PERSISTENCE, Rain, draw, draw_weather, nodes_of
from ryokan.core.trial.what_if import AskedBack, WhatIf, read_what_if
from ryokan.wording.trial import frequency, say_part

HERE = {"lat_deg": 47.4, "lon_deg": 8.5}


def stay(**more: Any) -> dict[str, Any]:
    return {**HERE, "month": 11, "nights": 10, "driving_hours_per_day": 0, **more}


def trip(loads: list[dict[str, Any]] | None = None, *, ah: float = 100, watts: float | None = 200, **more: Any) -> Report:
    """A rig with one stay of ten November nights in the north, unless told otherwise."""
    parts: dict[str, Any] = {
        "storage": {"bank": {"nominal_ah": ah}, **more.pop("storage", {})},
        "solar": {"sun_from": "places", **(plain_array(watts, 30) if watts else {}), **more.pop("solar", {})},
        "stays": more.pop("stays", {"first": stay()}),
        "assumptions": {"trial_air_spread_frac": 0.0, **more.pop("assumptions", {})},
        **more,
    }
    return evaluate(rig(loads, **parts))


def figure(report: Report, key: str, **how: Any) -> Any:
    return run_trial(report, **{"years": 30, **how}).figures[key].value


def dark(report: Report, **how: Any) -> float:
    return float(figure(report, "trial.dark_frac", **how))


# -- The job


def test_fifteen_hundred_watts_from_two_hundred_amp_hours_run_an_hour_and_a_half() -> None:
    """1.5 h ± 0.1 from 12 V lithium at full depth, through an inverter of 2 000 W. (common practice)"""
    heater = load(1500, 24, feed="ac", profile="all_day")
    report = trip(
        [heater], ah=200, watts=None, stays={"first": stay(nights=1)}, inverter={"chosen": {"rated_w": 2000, "idle_w": 16}}
    )
    served_wh = figure(report, "trial.served_wh")

    draw_w = 1.05 * 1500 + 0.06 * 1500**2 / 2000 + 16
    assert served_wh / draw_w == pytest.approx(1.5, abs=0.1)


def test_a_bank_with_no_source_lasts_as_long_as_it_holds() -> None:
    """1 280 Wh at 20 W through wiring that passes 97 %: 62 hours from noon; nights 3 and on go dark."""
    report = trip([load(20, 24, profile="all_day")], watts=None, stays={"first": stay(nights=5)})
    outcome = run_trial(report, years=2).outcome

    assert outcome.dark_h[0].tolist() == [0, 0, 10, 24, 24]  # of the third night's last hour but ten a part is served
    assert figure(report, "trial.stay.first.days_out_90") == 2


MORE = {
    "a larger array": {"solar.arrays.array.plain_w": 400},
    "a larger bank": {"storage.bank.nominal_ah": 200},
    "a smaller load": {"loads.l0.hours_per_day": 12},
    "driving": {"stays.first.driving_hours_per_day": 2},
    "a sunnier month": {"stays.first.month": 6},
    "a place in the south": {"stays.first.lat_deg": 30.0},
    "a hookup": {"stays.first.hookup": "eu_6"},
    "out of the shade": {"stays.first.shade_frac": 0},
}


@pytest.mark.parametrize("better", MORE, ids=list(MORE))
def test_what_should_help_helps(better: str) -> None:
    base = rig(
        [load(25, 24, profile="all_day")],
        storage={"bank": {"nominal_ah": 100}},
        solar={"sun_from": "places", **plain_array(200, 30)},
        charging=charging(20, 20, 90),
        stays={"first": stay(shade_frac=0.3)},
        region={"mains_v": 230, "mains_hz": 50},
    )

    assert dark(evaluate(changed(base, MORE[better]))) < dark(evaluate(base)) - 0.02


def test_what_goes_out_first_is_what_matters_least_where_somebody_watches() -> None:
    rows = [load(15, 24, profile="all_day", importance="must"), load(30, 24, profile="all_day", importance="shed")]
    watched = trip(rows, trial={"shed_below_frac": 0.5})
    alone = trip(rows)

    assert dark(watched) < dark(alone)
    assert figure(watched, "trial.unserved_wh.shed") > 0
    assert figure(watched, "trial.unserved_wh.must") < figure(alone, "trial.unserved_wh.must")


def test_a_fridge_in_summer_runs_by_the_heat_of_the_hour() -> None:
    fridge = load(50, 24, profile="all_day", duty_by_ambient={"cold": 0.2, "mild": 0.3, "hot": 0.6}, duty_frac=0.3)
    stays = {"first": stay(month=7, nights=3)}
    warm, cold = (trip([fridge], ah=800, stays=stays, assumptions={"ambient_hot_c": hot}) for hot in (25, 40))

    assert figure(warm, "trial.served_wh") > figure(cold, "trial.served_wh") > 3 * 24 * 50 * 0.2


def test_lithium_in_a_freezing_bay_takes_no_sun() -> None:
    bay = {"bay": "outside", "bay_c": -30, "bay_hot_c": 30}
    warm = trip(stays={"first": stay(month=1)})
    cold = trip(stays={"first": stay(month=1, lat_deg=61.0, lon_deg=25.0)}, storage=bay)

    assert figure(cold, "trial.sun_used_wh") < 0.5 * figure(warm, "trial.sun_used_wh")


def test_rain_for_three_days_makes_it_darker() -> None:
    report = trip([load(25, 24, profile="all_day")], watts=400, ah=40, stays={"first": stay(month=4, nights=8)})

    assert dark(report, rain=[Rain(91 - 1 + 3, 3)]) > dark(report)


# -- The journey


def test_a_journey_of_a_year_is_run_in_from_its_sunny_half() -> None:
    around = rig(stays={"all": {**stay(month=1, nights=365), "arrives": "2027-01-01"}}, solar={"sun_from": "places"})
    found = trip_of(around, 6)

    assert found.year_round
    assert (found.nights, int(found.counts.sum())) == (365 + RUN_IN_NIGHTS, 365)
    first = int(np.argmax(found.counts))
    assert found.segments[found.days.segments[first, 0]].month == 6
    assert found.segments[found.days.segments[0, 0]].month == 5
    assert found.days.begins.sum() == 1


def test_nights_stand_once_each_and_a_gap_begins_anew() -> None:
    stays = {
        "a": stay(arrives="2028-02-27", month=2, nights=5),  # with a leap day
        "b": stay(arrives="2028-03-01", month=3, nights=3),  # two nights before the first is over
        "c": stay(arrives="2028-03-10", month=3, nights=2),
    }
    found = trip_of(rig(stays=stays), 6)

    assert [found.stay_ids[at] for at in found.stays] == ["a"] * 3 + ["b"] * 3 + ["c"] * 2
    assert found.days.begins.tolist() == [1, 0, 0, 0, 0, 0, 1, 0]
    assert found.gaps == 1
    assert found.days.weekdays[0, 0] == 6  # a Sunday


EMPTY: dict[str, tuple[dict[str, Any], str]] = {
    "no bank": ({"storage.bank": None}, "Choose a bank first"),
    "no stay": ({"stays": {}}, "no stay"),
    "no load": ({"loads": {}}, "Nothing runs yet"),
    "a stay nobody has placed": ({"stays.first.lat_deg": None, "stays.first.lon_deg": None}, "Say where"),
    "more nights than are run": (
        {
            "stays.second": stay(nights=365, position=1),
            "stays.third": stay(nights=365, position=2),
            "stays.fourth": stay(nights=365, position=3),
        },
        "800 at most",
    ),
}


@pytest.mark.parametrize("what", EMPTY, ids=list(EMPTY))
def test_what_cannot_be_run_says_why(what: str) -> None:
    changes, says = EMPTY[what]
    base = trip().traces.rig

    with pytest.raises(NoAnswer, match=says):
        run_trial(evaluate(changed(base, changes)))


ODD: dict[str, dict[str, Any]] = {
    "polar night": {"stays.first.lat_deg": 78.0, "stays.first.month": 12},
    "no array": {"solar.arrays": {}},
    "a flat that drives all day": {"stays.first.driving_hours_per_day": 24},
    "a hundred stays": {"stays": {f"s{at}": stay(position=at, nights=2, month=1 + at % 12) for at in range(100)}},
    "a day at the date line": {"stays.first.lon_deg": -180.0, "stays.first.lat_deg": -89.9},
    "an empty start": {"trial.start_frac": 0},
    "an old bank": {"trial.age_years": 30},
}


@pytest.mark.parametrize("odd", ODD, ids=list(ODD))
def test_whatever_can_be_run_is_run(odd: str) -> None:
    found = run_trial(evaluate(changed(trip([load(30, 20)]).traces.rig, ODD[odd])), years=3)

    assert found.outcome.residual_wh < 1e-6
    assert 0 <= found.figures["trial.dark_frac"].number <= 1


# -- Weather


def test_years_are_drawn_by_seed_place_year_and_day() -> None:
    few = draw(5, [3, 9], 0, 4, 50, 0, 0.3)
    more = draw(5, [9], 2, 9, 80, 0, 0.3)

    assert (few[1, 2:] == more[0, :2, :50]).all()
    assert not (few == draw(6, [3, 9], 0, 4, 50, 0, 0.3)).any()
    assert not (few == draw(5, [3, 9], 0, 4, 50, 1, 0.3)).any()


def test_neighbours_have_one_weather_and_far_places_have_none_in_common() -> None:
    at = [(47.4, 8.5), (47.6, 8.9), (37.0, -6.0)]
    of_night = np.tile(np.arange(3)[None], (400, 1))
    numbers = np.tile(np.arange(400)[:, None], (1, 3))
    drawn = draw_weather(at, of_night, numbers, np.zeros((400, 3)), seed=2, years=50).share.reshape(-1, 3)
    alike = np.corrcoef(drawn.T)

    assert alike[0, 1] > 0.9
    assert abs(alike[0, 2]) < 0.05
    assert drawn.mean() == pytest.approx(0.5, abs=0.02)


@pytest.mark.parametrize("place", [(0.0, 0.0), (90.0, 10.0), (-90.0, 0.0), (51.2, 180.0), (51.2, -180.0), (65.9, 359.9)])
def test_a_place_has_nodes_whose_squares_sum_to_one(place: tuple[float, float]) -> None:
    found = nodes_of(place)

    assert sum(weight**2 for _, weight in found) == pytest.approx(1)
    assert len(found) <= 4


def test_the_same_weather_meets_a_rig_that_has_changed() -> None:
    one, other = trip(ah=100), trip(ah=160, watts=700, stays={"first": stay(), "next": stay(month=12, position=1)})
    before, after = (run_trial(report, years=4) for report in (one, other))

    assert (before.prepared.weather(1, 4).share == after.prepared.weather(1, 4).share[:, :10]).all()


def test_air_follows_itself() -> None:
    drawn = draw(1, [4], 0, 300, 60, 1, AIR_PERSISTENCE)[0]

    assert np.corrcoef(drawn[:, :-1].ravel(), drawn[:, 1:].ravel())[0, 1] == pytest.approx(AIR_PERSISTENCE, abs=0.02)


# -- Chances


def test_one_run_is_like_another_with_its_seed_and_unlike_with_another() -> None:
    report = trip([load(25, 24, profile="all_day")], watts=400)
    found = [run_trial(report, years=25, seed=seed, threads=threads) for seed, threads in ((3, 1), (3, 2), (4, 1))]

    assert {k: f.value for k, f in found[0].figures.items()} == {k: f.value for k, f in found[1].figures.items()}
    assert found[0].figures["trial.served_wh"].value != found[2].figures["trial.served_wh"].value


def test_a_longer_run_narrows_what_is_known_and_the_sun_widens_it() -> None:
    report = trip([load(25, 24, profile="all_day")], watts=400)
    short, long = (run_trial(report, years=years).figures for years in (20, 400))

    def width(figures: Any) -> float:
        return float(figures["trial.dark_frac.high"].number - figures["trial.dark_frac.low"].number)

    assert width(long) < width(short) / 2
    assert long["trial.dull_sun.dark_frac"].number > long["trial.dark_frac"].number > long["trial.bright_sun.dark_frac"].number


def test_an_interval_of_what_was_never_seen_still_has_an_upper_end() -> None:
    """With 50 years of 30 nights, each night counted as a quarter: 1 − 0.025^(1 ÷ 375 × (2.0096 ÷ 1.96)²) = 1.03 %."""
    found = chance(np.zeros((50, 30)))

    assert found.low == 0
    assert found.high == pytest.approx(1 - 0.025 ** (1 / (375 * (1.959964 / 2.009575) ** 2)), rel=1e-4)


@pytest.mark.thorough
@pytest.mark.parametrize(("ah", "watts"), [(60, 250), (200, 110)])
def test_intervals_hold_what_they_promise(ah: float, watts: float) -> None:
    """Nineteen in twenty: in 93 to 97 of a hundred, by a thousand runs of 50 and of 200 years out of a long one."""
    report = trip([load(10, 24, profile="all_day")], ah=ah, watts=watts, stays={"first": stay(nights=30)})
    long = run_trial(report, years=2000).outcome.dark_h > 0
    more = [run_trial(report, years=2000, seed=seed).outcome.dark_h > 0 for seed in range(2, 6)]
    all_years = np.concatenate([long, *more])
    true, rng = all_years.mean(), np.random.default_rng(1)
    assert 0.005 < true < 0.5
    for years in (50, 200):
        runs = (chance(all_years[rng.choice(len(all_years), years, replace=False)]) for _ in range(1000))
        assert 0.93 <= np.mean([found.low <= true <= found.high for found in runs]) <= 0.97


def test_a_change_is_judged_year_by_year() -> None:
    rng = np.random.default_rng(1)
    weather = rng.random((60, 30))
    before, after = (weather < 0.2), (weather < 0.17)
    found = change(before, after)

    assert found.by == pytest.approx(-0.03, abs=0.012)
    assert found.is_clear
    assert not change(before, before).is_clear


FREQUENCIES = [
    (0, "none of 13\u202f000 nights"), (0.0004, "fewer than one night in 1\u202f000"), (0.0247, "about one night in 40"),
    (0.1, "about one night in ten"), (0.34, "about one night in three"), (0.52, "about five nights in ten"), (1, "every night"),
]  # fmt: skip


@pytest.mark.parametrize(("share", "said"), FREQUENCIES)
def test_a_chance_is_told_as_a_frequency(share: float, said: str) -> None:
    assert frequency(share, "night", 13_000) == said


# -- What is found, and followed

FOUND = {
    "trial.critical_goes_dark": {"loads.l0.importance": "must"},
    "trial.goes_dark": {},
    "trial.goes_dark_now_and_then": {"assumptions": {"dark_often_frac": 0.9}},
}


@pytest.mark.parametrize("code", FOUND, ids=list(FOUND))
def test_each_rule_of_the_trial_speaks_and_falls_silent(code: str) -> None:
    base = trip([load(25, 24, profile="all_day")]).traces.rig
    broken = evaluate(changed(base, FOUND[code]))
    kept = evaluate(changed(broken.traces.rig, {"storage.bank.nominal_ah": 5000}))

    def found(report: Report) -> set[str]:
        return {one.code for one in with_trial(report, run_trial(report, years=10).figures).findings}

    assert code in found(broken)
    assert not found(kept) & set(TRIAL_RULES)
    assert with_trial(kept, run_trial(kept, years=10).figures).steps["trial"] == "fits"


def test_a_year_can_be_followed_hour_by_hour() -> None:
    found = run_trial(trip([load(25, 24, profile="all_day")], watts=300), years=20)
    worst, best = year_at(found, 0.0), year_at(found, 0.99)
    hours = follow(found, worst)

    assert hours.shape == (240, 8)
    assert hours[5::24, 1].min() >= 0
    counted = found.outcome.dark_h.sum(axis=1)
    assert counted[worst] == counted.max() >= counted[best]
    assert (hours.reshape(10, 24, 8)[:, :, 1].min(axis=1) == found.outcome.lowest[worst]).all()


def test_a_wish_to_stop_is_heard() -> None:
    with pytest.raises(Stopped):
        run_trial(trip(), years=100, tell=lambda done, of: done < 30)


# -- Questions in one line

QUESTIONS = tomllib.loads((Path(__file__).parent / "trial_questions.toml").read_text(encoding="utf-8"))["case"]


def asked_of() -> Any:
    stays = {
        "meadow": {
            "position": 1,
            "place": "the meadow",
            "month": 6,
            "nights": 5,
            "arrives": "2027-06-10",
            "lat_deg": 46,
            "lon_deg": 7,
        },
        "col": {"position": 2, "place": "the col", "month": 9, "nights": 4, "lat_deg": 46, "lon_deg": 7},
        "port": {"position": 3, "place": "the port", "month": 7, "nights": 2, "hookup": "eu_6", "lat_deg": 44, "lon_deg": 8},
    }
    named = rig([load(500, 2, name="Air conditioner", feed="ac"), load(40, 24, name="Fridge")], stays=stays)
    return named.model_copy(update={"loads": {"ac": named.loads["l0"], "fridge": named.loads["l1"]}})


@pytest.mark.parametrize("case", QUESTIONS, ids=[case["said"] or "nothing" for case in QUESTIONS])
def test_a_question_is_read_as_it_is_meant_or_asked_back(case: dict[str, Any]) -> None:
    found = read_what_if(case["said"], asked_of())

    if "asks" in case:
        assert found == AskedBack(case["asks"])
        return
    assert isinstance(found, WhatIf)
    assert {step["path"]: step["value"] for step in found.patch} == case["patch"]
    dull = found.rain
    assert ([dull.stay, dull.from_day, dull.days] if dull else None) == case.get("rain")
    assert all(say_part(code, dict(words)) for code, words in found.parts)


def test_what_a_rig_lacks_is_asked_as_is_usual_for_it() -> None:
    found = read_what_if("electric kettle 20 minutes", asked_of())

    assert isinstance(found, WhatIf)
    (step,) = found.patch
    assert step["path"] == "/loads/asked-1"
    assert step["value"]["hours_per_day"] == pytest.approx(1 / 3, abs=0.01)


# -- What might help

FITTING = {
    "loads": [
        load(25, 24, name="Fridge", group="refrigeration", profile="all_day", duty_frac=0.8),
        load(200, 3, name="Projector", feed="ac"),
        load(30, 4, name="Fairy lights", importance="shed"),
        load(30, 2, name="Pump", importance="must"),
    ],
    "storage": {"bank": {"nominal_ah": 100}, "bay_c": 5},
    "stays": {"first": stay(shade_frac=0.3, driving_hours_per_day=0.5)},
    "charging": charging(20, 20, 90),
}
HELPS = {
    "watch_the_gauge": ("habit", {"/trial/shed_below_frac": 0.4}),
    "drive_an_hour_more": ("route", {"/stays/first/driving_hours_per_day": 1.5}),
    "out_of_the_shade": ("route", {"/stays/first/shade_frac": 0}),
    "warmer_bay": ("setting", {"/storage/bay_c": 15.0, "/storage/bay_hot_c": 30}),
    "more_panel": ("part", {"/solar/arrays/array/plain_w": 300.0}),
    "more_bank": ("part", {"/storage/bank/nominal_ah": 150.0}),
    "next_dcdc": ("part", {"/charging/paths/path/output_a": 25.0}),
    "on_dc": ("part", {"/loads/l1/feed": "dc"}),
    "better_fridge": ("part", {"/loads/l0/duty_frac": pytest.approx(0.64)}),
    "an_hour_less": ("habit", {"/loads/l1/hours_per_day": 2.0}),
}


def test_changes_are_those_that_make_sense_for_the_rig() -> None:
    report = evaluate(
        rig(
            FITTING["loads"],
            solar={"sun_from": "places", **plain_array(200, 30)},
            **{k: v for k, v in FITTING.items() if k != "loads"},
        )
    )
    found: dict[str, Any] = {}
    for one in what_might_help(report):
        found.setdefault(one.code, one)

    for code, (effort, changes) in HELPS.items():
        assert found[code].effort == effort
        assert {step["path"]: step["value"] for step in found[code].patch} == changes, code
    assert "tilt_it" in found
    assert all(one.name != "Pump" for one in found.values())  # what must run is no habit
    assert (found["more_bank"].price, found["more_bank"].mass_kg) == (pytest.approx(0.64 * 350), pytest.approx(0.64 * 9))


# -- Equal risk


def test_a_larger_bank_asks_for_no_more_array_and_the_promise_is_kept_on_the_line() -> None:
    report = trip([load(15, 24, profile="all_day")], ah=60, watts=150, stays={"first": stay(month=10, nights=20)})
    found = equal_risk(report, 0.05)

    asked = [pair.array_w for pair in found.pairs]
    assert all(one is not None for one in asked[2:])
    known = [one for one in asked if one is not None]
    assert known == sorted(known, reverse=True) and known[0] > known[-1]
    for pair in found.pairs:
        if pair.array_w is not None and pair.least_w is not None:
            assert pair.least_w <= pair.array_w <= (pair.most_w or np.inf)
    pair = found.pairs[4]
    kept = trip(
        [load(15, 24, profile="all_day")], ah=pair.bank_ah, watts=pair.array_w, stays={"first": stay(month=10, nights=20)}
    )
    assert dark(kept, years=50) <= 0.05
    assert not found.turns_back


@pytest.mark.parametrize(
    ("without", "says"), [({"solar.arrays": {}}, "an array first"), ({"storage.bank": None}, "a bank first")]
)
def test_equal_risk_needs_an_array_and_a_bank(without: dict[str, Any], says: str) -> None:
    with pytest.raises(NoAnswer, match=says):
        equal_risk(evaluate(changed(trip([load()]).traces.rig, without)), 0.01)


# -- What nobody has said


def told(report: Report) -> set[str]:
    return {one.code for one in with_trial(report, run_trial(report, years=5).figures).findings if one.step == "trial"}


def test_a_plan_in_which_nothing_charges_yet_is_not_judged() -> None:
    alone = trip([load(30, 24)], watts=None)

    assert run_trial(alone, years=5).figures["trial.dark_frac"].number > 0.5
    assert told(alone) == set()
    assert told(trip([load(30, 24)], watts=10)) == {"trial.goes_dark"}


def test_a_hookup_whose_charger_nobody_knows_keeps_the_bank_full_and_one_without_does_not() -> None:
    here = {"first": stay(hookup="eu_6")}
    unknown, none = (trip([load(30, 24)], stays=here, charging=one) for one in ({}, {"chargers": {}, "shore_charger": "none"}))

    assert run_trial(unknown, years=5).prepared.open == ("hookup",)
    assert told(unknown) == set()
    assert told(none) == {"trial.goes_dark"}


def test_what_is_open_is_named() -> None:
    open_ends = trip(stays={"first": stay(driving_hours_per_day=2)}, charging={**charging(), "generators": {"g": {}}})

    assert set(run_trial(open_ends, years=5).prepared.open) == {"driving", "generator"}


def test_a_stay_at_which_driving_would_charge_is_not_judged_while_nothing_is_chosen_for_it() -> None:
    """Nor is one that follows it without a gap: it has its bank from there."""
    driven, follows, later = stay(driving_hours_per_day=2), stay(position=1), stay(position=2, month=1)
    report = trip([load(30, 24)], watts=50, stays={"driven": driven, "follows": follows, "later": later}, charging=charging())
    findings = with_trial(report, run_trial(report, years=5).figures).findings

    assert [one.subject for one in findings if one.step == "trial"] == ["stay:later"]


def test_one_finding_tells_of_one_stay() -> None:
    assert told(trip([load(30, 24, importance="must")], watts=10)) == {"trial.critical_goes_dark"}


def test_how_long_one_can_stay_goes_by_the_dullest_month_of_a_stay() -> None:
    around = stay(month=6, nights=200, arrives="2027-06-01")
    summer = trip([load(25, 24)], watts=300, stays={"first": stay(month=6, nights=20)})

    assert figure(trip([load(25, 24)], watts=300, stays={"first": around}), "trial.days_out_90") < figure(
        summer, "trial.days_out_90"
    )


# -- A backup of its own

# 1 280 Wh at 20 W through wiring that passes 97 % last 62 hours from noon: dark in 10 hours of the third night, and from there on.
BACKUP = {"role": "backup", "chemistry": "lfp", "volts": 12, "capacity_ah": 25, "upkeep": "charger", "feeds": "l0"}
HELD_H = 25 * 12 * 0.8 / 20  # to the depth that lithium is planned to, at 20 W


def backed(loads: list[dict[str, Any]], **more: Any) -> list[list[int]]:
    """Hours by night that something that should run, and that must, is without power."""
    storage = {"others": {"b": {**BACKUP, **more}}}
    outcome = run_trial(trip(loads, watts=None, stays={"first": stay(nights=5)}, storage=storage), years=2).outcome
    return [outcome.dark_h[0].tolist(), outcome.must_dark_h[0].tolist()]


MUST = load(20, 24, profile="all_day", importance="must")


def test_a_backup_holds_its_load_for_as_long_as_it_holds() -> None:
    assert HELD_H == 12
    dark, must = backed([MUST])
    assert dark == must == [0, 0, 0, 22, 24]  # 10 and 2 of the 12 hours
    assert backed([MUST], capacity_ah=None, holds_h=30)[1] == [
        0,
        0,
        0,
        4,
        24,
    ]  # what it is there for, where nobody knows its size
    assert backed([MUST], capacity_ah=None)[1] == [0, 0, 0, 0, 0]  # nobody knows for how long: nothing is claimed


def test_one_that_nothing_charges_or_that_feeds_another_holds_nothing() -> None:
    whole = [0, 0, 10, 24, 24]
    assert backed([MUST], upkeep="none")[1] == whole
    assert backed([MUST], role="second")[1] == whole
    assert backed([MUST], feeds="gone")[1] == whole
    assert backed([MUST], upkeep=None)[1] == [0, 0, 0, 22, 24]  # an answer that nobody gave is not taken for the worst


def test_beside_it_what_has_no_backup_is_dark_as_it_was() -> None:
    small = load(0.01, 24, profile="all_day", importance="must")
    assert backed([MUST, small])[1] == [0, 0, 10, 24, 24]
    dark, must = backed([MUST, {**small, "importance": "should"}])
    assert (dark, must) == ([0, 0, 10, 24, 24], [0, 0, 0, 22, 24])


def test_a_backup_is_filled_again_while_there_is_power() -> None:
    """Two hours of driving bring some of what six hours of an evening take: each evening is dark, and the backup holds three."""
    evening = load(200, 6, bars=[0.0] * 18 + [1 / 6] * 6, importance="must")
    parts: dict[str, Any] = {
        "watts": None,
        "stays": {"first": stay(nights=5, driving_hours_per_day=2)},
        "charging": charging(20, None, 90),
        "trial": {"start_frac": 0.3},
    }
    with_it, without = (
        run_trial(trip([evening], storage={"others": others}, **parts), years=2).outcome.must_dark_h[0]
        for others in ({"b": {**BACKUP, "capacity_ah": None, "holds_h": 3}}, {})
    )
    assert without[1:].min() >= 3
    assert (without - with_it)[1:].tolist() == [3, 3, 3, 3]


def test_how_long_it_holds_is_asked_for_where_nobody_knows() -> None:
    for more, is_open in (
        ({"capacity_ah": None}, True),
        ({"capacity_ah": None, "holds_h": 30}, True),
        ({"holds_h": 30}, False),
    ):
        prepared = run_trial(trip([MUST], watts=None, storage={"others": {"b": {**BACKUP, **more}}}), years=2).prepared
        assert ("backup" in prepared.open) is is_open, more


def test_a_portable_array_that_is_left_in_at_a_stay_brings_nothing_there() -> None:
    """Two Junes at one place: what is set out at the first alone charges there alone, and setting it out helps."""
    of = {"watts": None, "stays": {"a": stay(month=6, nights=4), "b": stay(month=6, nights=4)}}
    solar = {"arrays": {"out": {"place": "carried", "plain_w": 200}}}
    rows = [load(25, 24, profile="all_day")]
    everywhere, first_alone, nowhere = (
        trip(rows, solar=solar, trial=said, **of) for said in ({}, {"left_in_at": ["b"]}, {"portable_out": False})
    )
    by_stay = [[figure(one, f"trial.stay.{id}.dark_frac") for id in "ab"] for one in (everywhere, first_alone, nowhere)]
    assert by_stay[0][0] == by_stay[1][0] < by_stay[2][0]
    assert by_stay[0][1] < by_stay[1][1] <= by_stay[2][1]
    assert [one.patch for one in what_might_help(first_alone) if one.code == "set_it_out"] == [
        ({"op": "add", "path": "/trial/left_in_at", "value": []},)
    ]
    assert not any(one.code == "set_it_out" for one in what_might_help(everywhere))


def test_banks_and_arrays_are_of_the_sizes_that_parts_build() -> None:
    """Two strings of 12.8 V at 24 V; of another kind, or too few side by side, builds nothing or no more."""
    block = {"kind": "battery", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}
    batteries = [
        TypeAdapter(Part).validate_python({**block, **more, "name": name})
        for name, more in (
            ("a", {}),
            ("b", {"capacity_ah": 270, "max_parallel": 1}),
            ("c", {"chemistry": "agm", "capacity_ah": 55}),
        )
    ]
    panels = [TypeAdapter(Part).validate_python({"kind": "panel", "name": "p", "rated_w": 175})]
    sizes = sizes_of(batteries, panels, "lfp", 24, 150, 300)
    assert sizes.banks_ah == (100, 200, 270, 300, 400)
    assert sizes.arrays_w == tuple(175.0 * count for count in range(1, 10))

    report = trip([load(15, 24, profile="all_day")], ah=150, watts=300, stays={"first": stay(month=10, nights=20)})
    found = equal_risk(report, 0.05, sizes)
    assert [pair.bank_ah for pair in found.pairs] == pytest.approx([100, 150, 200, 300, 400])
    assert found.of_parts == (True, True)
    for pair in found.pairs:
        for watts in (pair.array_w, pair.least_w, pair.most_w):
            assert watts is None or watts in (0, 300) or watts % 175 == pytest.approx(0, abs=1e-6)


# -- Out of another system's bank

CORD = {"system": "Truck", "gives": False, "source": "bank", "output_a": 20, "output_v": 14.4, "hours_per_day": 2}


def trailer(**more: Any) -> Report:
    """A trailer that a truck charges from eleven to one, on five nights, and whose bank always has room for it."""
    stays = {"first": stay(nights=5)}
    storage = {"bank": {"nominal_ah": 300}}
    return trip(
        [load(10, 24, profile="all_day")],
        watts=None,
        stays=stays,
        storage=storage,
        trial={"start_frac": 0.3},
        links={"c": {**CORD, **more}},
    )


def truck(ah: float = 100, **more: Any) -> Report:
    """1 280 Wh at 20 W through wiring that passes 97 %: gone 62 hours after the first noon."""
    return trip([load(20, 24, profile="all_day")], ah=ah, watts=None, stays={"first": stay(nights=5)}, **more)


def brought(one: Report, beside: dict[str, Report] | None = None) -> float:
    return float(run_trial(one, beside=beside, years=3).figures["trial.others_wh"].number)


def test_what_comes_out_of_another_bank_ends_with_it() -> None:
    """Of five noons the first three are before the end, and two of the hours before the next noon: five hours of ten."""
    whole = brought(trailer())
    assert brought(trailer(), {"c": truck()}) == pytest.approx(whole / 2)
    assert brought(trailer(), {"c": truck(ah=400)}) == pytest.approx(whole)
    assert brought(trailer(source="alternator"), {"c": truck()}) == pytest.approx(whole)  # no bank is asked
    assert brought(trailer(), {"c": evaluate(rig([]))}) == pytest.approx(
        whole
    )  # it cannot be run: what is due is taken to come
    assert run_trial(trailer(), years=2).prepared.as_due == ("Truck",)
    assert run_trial(trailer(), beside={"c": truck()}, years=2).prepared.as_due == ()


def test_another_bank_beside_it_is_another_answer_and_its_names_are_not() -> None:
    of = [digest_of(trailer(), {"c": one}) for one in (truck(), truck(ah=101), truck(vehicle={"description": "a lorry"}))]
    assert of[0] == of[2] != of[1] != digest_of(trailer())
