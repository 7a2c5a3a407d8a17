"""The engine of the trial run: days that can be worked out by hand, its own source as plain Python, and what always holds."""

from __future__ import annotations

import tomllib
from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from plain_engine import as_lists, plain

from ryokan.core.trial import engine
from ryokan.core.trial.system import (
    COLDEST_C,
    DEGREES,
    HOTTEST_C,
    Days,
    Fixed,
    Outcome,
    Stopped,
    Store,
    System,
    Weather,
    engine_arguments,
    simulate,
)

CASES = tomllib.loads((Path(__file__).parents[1] / "reference" / "trial.toml").read_text(encoding="utf-8"))["case"]


def spans(given: list[list[float]]) -> np.ndarray:
    hours = np.zeros(24)
    for first, last, watts in given:
        hours[int(first) : int(last)] += watts
    return hours


def cold_of(points: list[list[float]] | None) -> np.ndarray:
    if points is None:
        return np.ones(101)
    return np.interp(np.arange(-40, 61), [x for x, _ in points], [y for _, y in points])


def system_of(case: dict[str, Any]) -> System:
    inverter, generator, heater = case.get("inverter", {}), case.get("generator"), case.get("heater")
    fixed = {
        "start": case.get("start", 1.0),
        "recovery_wh": case.get("recovery_wh", 0.0),
        "bay_indoors_c": case.get("bay_c", 25.0),
        "linear": inverter.get("linear", 0.05 if inverter else 0.0),
        "square": inverter.get("square", 0.06) / inverter["rated_w"] if inverter else 0.0,
    }
    may = np.zeros(24)
    if generator is not None:
        fixed |= {f"generator_{name}": generator[key] for name, key in (("w", "watts"), ("start", "start"), ("stop", "stop"))}
        may[generator["may"][0] : generator["may"][1]] = 1
    if heater is not None:
        fixed |= {"heater_w": heater["watts"], "heater_below_c": heater["below_c"]}
    levels = 3 if "may_be_shed" in case else 1
    dc, ac, spread = (np.zeros((1, 7, 1, 24, levels)) for _ in range(3))
    dc[...] = spans(case.get("loads", []))[None, None, None, :, None]
    if levels > 1:
        dc[..., 2] += spans(case["may_be_shed"])
    for first, last, watts, part in case.get("ac", []):
        ac[:, :, :, first:last, :] += watts * part
        spread[:, :, :, first:last, :] += watts**2 * part - (watts * part) ** 2
    idle = np.where(ac[:, :, 0] > 0, inverter.get("idle_wh", 0.0), 0.0)
    surplus = case.get("surplus", [])
    return System(
        stores=tuple(Store(**one, left_by_c=cold_of(case.get("cold"))) for one in case["stores"]),
        fixed=Fixed(**fixed),
        sun_w=np.broadcast_to(spans(case.get("sun", [])), (1, 20, 24)).copy(),
        air_c=np.zeros((1, 24)),
        hookup_w=np.array(case.get("hookup", [0.0]), float),
        on_mains=np.array([1.0 if "hookup" in case else 0.0]),
        driving_w=spans(case.get("driving", []))[None],
        others_w=np.zeros((1, 24)),
        generator_may=may,
        alone=np.ones((1, 7, 24)),
        anchors_c=np.array([0.0]),
        let_go=np.array([-1.0, -1.0, case.get("shed_below", -1.0)][:levels]),
        dc_wh=dc,
        ac_wh=ac,
        ac_spread=spread,
        idle_wh=idle,
        stops_at=np.full((1, 7, 24, levels), inverter.get("stops_at", -1.0)),
        surplus_from=np.array([one[3] for one in surplus], float),
        surplus_wh=np.array([np.broadcast_to(spans([one[:3]]), (1, 7, 24)) for one in surplus], float).reshape(-1, 1, 7, 24),
    )


def ran(case: dict[str, Any]) -> Outcome:
    nights = case.get("nights", 1)
    days = Days(np.zeros((nights, 2), np.int64), np.zeros((nights, 2), np.int64), np.zeros(nights, np.int64))
    return simulate(system_of(case), days, Weather(np.full((1, nights, 2), 0.5), np.zeros((1, nights, 2))), follow=0)


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_a_day_comes_out_as_by_hand(case: dict[str, Any]) -> None:
    outcome = ran(case)
    expect, whole = dict(case["expect"]), sum(store["capacity_wh"] for store in case["stores"])

    if "dark" in expect:
        assert outcome.dark_h[0].tolist() == expect.pop("dark")
    if "lowest" in expect:
        assert outcome.lowest[0] == pytest.approx(expect.pop("lowest"), abs=1e-9)
    for hour, wh in expect.pop("hours", {}).items():
        at = (int(hour) - 12) % 24
        assert outcome.hours is not None
        assert outcome.hours[at, engine.HOUR_CHARGE] * whole == pytest.approx(wh, abs=1e-4), hour
    for name, wh in expect.items():
        assert outcome.total(getattr(engine, name.upper())) == pytest.approx(wh, abs=1e-3), name
    assert outcome.residual_wh < 1e-6


def random_run(rng: np.random.Generator, *, plain_only: bool = False, years: int = 2, nights: int = 40, **set_to: Any) -> Any:
    """A system with everything in it, its days and its weather; ``plain_only`` leaves out heaters and generator."""
    segments, anchors, levels = 3, 4, 4
    dc, ac = (np.cumsum(rng.random((segments, 7, anchors, 24, levels)) * rng.uniform(0, 25), -1) for _ in range(2))
    fixed = Fixed(
        linear=0.05,
        square=0.06 / 2000,
        recovery_wh=rng.uniform(0, 300),
        inverter_recovery_wh=rng.uniform(0, 300),
        heater_w=0.0 if plain_only else rng.uniform(0, 90),
        heater_below_c=5.0,
        generator_w=0.0 if plain_only else rng.uniform(0, 900),
        generator_start=rng.uniform(0.1, 0.4),
        generator_stop=rng.uniform(0.4, 0.9),
        generator_hours=6,
        bay_of_air=rng.random(),
        bay_indoors_c=15.0,
        backup_h=2.5,
        backup_per_h=0.5,
        bay_lowest_c=-35.0,
        bay_highest_c=50.0,
        start=rng.random(),
        back_wh=rng.uniform(0, 400),
    )
    bell = np.clip(np.sin((np.arange(24) - 6) / 12 * np.pi), 0, None)
    brightness = np.sort(rng.random((segments, 20)), axis=1)
    whole = rng.uniform(600, 6000)
    left = np.clip(np.interp(np.arange(-40, 61), [-30, 25, 45], [0.4, 1, 1]), 0, 1)
    lithium = Store(whole, 0.95, whole / 2, 0.17, 0.03, whole / 5, 0.0, 0.0, 5.0, whole / 10, 45.0, left)
    lead = Store(whole / 2, 0.85, whole / 8, 1.0, 0.15, whole / 40, 0.2, left_by_c=left)
    system = System(
        stores=set_to.pop("stores", (lithium,) if rng.random() < 0.6 else (lithium, lead)),
        fixed=fixed,
        sun_w=set_to.pop("sun_w", rng.uniform(50, 900) * brightness[:, :, None] * bell),
        air_c=rng.uniform(-15, 30, (segments, 1)) + 4 * np.cos((np.arange(24) - 15) / 24 * 2 * np.pi),
        hookup_w=np.array([0.0, 0.0, rng.uniform(0, 600)]),
        on_mains=np.array([0.0, 0.0, 1.0]),
        driving_w=np.where(np.arange(24) == 10, rng.uniform(0, 400), 0.0) * np.ones((segments, 1)),
        others_w=np.where(np.abs(np.arange(24) - 11) < 2, 80.0, 0.0) * np.ones((segments, 1)),
        generator_may=np.where((np.arange(24) >= 8) & (np.arange(24) < 21), 1.0, 0.0),
        anchors_c=np.array([-5.0, 5.0, 18.0, 30.0]),
        let_go=np.array([-1.0, rng.uniform(-1, 0.2), rng.uniform(0.2, 0.3), rng.uniform(0.3, 0.5)]),
        dc_wh=dc,
        ac_wh=ac,
        ac_spread=ac * 200,
        idle_wh=np.full((segments, 7, 24, levels), 8.0),
        stops_at=np.full((segments, 7, 24, levels), rng.uniform(-0.1, 0.2)),
        alone=np.ones((segments, 7, 1)) * (np.arange(24) % 2),
        surplus_from=np.array([rng.uniform(0.5, 0.95)]),
        surplus_wh=np.full((1, segments, 7, 24), rng.uniform(0, 60)),
    )
    assert not set_to
    of_night = rng.integers(0, segments, nights)
    days = Days(
        np.stack([of_night, of_night], 1), rng.integers(0, 7, (nights, 2)), (rng.random(nights) < 0.05).astype(np.int64)
    )
    return system, days, Weather(rng.random((years, nights, 2)), rng.normal(0, 5, (years, nights, 2)))


@pytest.mark.parametrize("seed", range(4))
def test_the_compiled_engine_answers_as_its_own_source_over_lists_to_the_bit(seed: int) -> None:
    system, days, weather = random_run(np.random.default_rng(seed), nights=12)
    weather = replace(weather, lent=np.random.default_rng(seed).random((weather.years, 12, 24)))
    given, written = engine_arguments(system, days, weather, follow=1, keep_gone=True)
    compiled, interpreted = written(0, 2), as_lists(written(0, 2))

    engine.run_years(0, 2, *given, *compiled)
    plain().run_years(0, 2, *as_lists(given), *interpreted)

    for one, other in zip(compiled, interpreted, strict=True):
        assert one.tolist() == other if isinstance(one, np.ndarray) else one == other


@pytest.mark.parametrize("seed", range(40))
def test_every_hour_accounts_for_its_energy(seed: int) -> None:
    outcome = simulate(*random_run(np.random.default_rng(seed)))

    assert outcome.residual_wh < 1e-6
    assert (outcome.lowest >= -1e-12).all()
    assert (outcome.dark_h >= outcome.must_dark_h).all()
    assert (outcome.sums >= -1e-6).all()


def test_threads_and_a_longer_run_change_nothing() -> None:
    system, days, weather = random_run(np.random.default_rng(7), years=25)
    few = Weather(weather.share[:11], weather.air_off_k[:11])
    whole = simulate(system, days, weather)

    for other, years in ((simulate(system, days, weather, threads=2), 25), (simulate(system, days, few), 11)):
        for name in ("dark_h", "must_dark_h", "lowest", "at_dawn", "full_h", "cause", "cause_h", "sums"):
            assert (getattr(other, name) == getattr(whole, name)[:years]).all(), name


def with_more(system: System) -> list[System]:
    """The same with more sun, with more driving and with a larger bank."""
    larger = tuple(replace(store, capacity_wh=store.capacity_wh * 1.3) for store in system.stores)
    return [
        replace(system, sun_w=system.sun_w * 1.2),
        replace(system, driving_w=system.driving_w * 2),
        replace(system, stores=larger),
    ]


@pytest.mark.parametrize("seed", range(30))
def test_more_sun_driving_or_bank_never_make_a_year_darker(seed: int) -> None:
    """Year by year where nothing starts, stops, heats or comes back by its charge: then each hour's map of charge is monotone."""
    system, days, weather = random_run(np.random.default_rng(seed), plain_only=True, years=6)
    system = replace(
        system,
        stores=(replace(system.stores[0], left_by_c=np.ones(DEGREES)),),
        fixed=replace(system.fixed, recovery_wh=0.0, inverter_recovery_wh=0.0),
        let_go=np.full(4, -1.0),
        stops_at=np.full_like(system.stops_at, -1.0),
    )
    before = (simulate(system, days, weather).dark_h > 0).sum(axis=1)

    for more in with_more(system):
        assert ((simulate(more, days, weather).dark_h > 0).sum(axis=1) <= before).all()


def test_over_many_years_more_is_not_darker_whatever_is_on_board() -> None:
    """Single years may be, where a generator starts later or a bank comes back later for it; all of them together are not."""
    runs = [random_run(np.random.default_rng(seed), years=10) for seed in range(30)]
    before = sum((simulate(*run).dark_h > 0).sum() for run in runs)

    for kind in range(3):
        after = sum((simulate(with_more(system)[kind], days, weather).dark_h > 0).sum() for system, days, weather in runs)
        assert after < before, kind


def test_a_run_is_told_and_stopped() -> None:
    system, days, weather = random_run(np.random.default_rng(3), years=45)
    told: list[int] = []

    with pytest.raises(Stopped):
        simulate(system, days, weather, tell=lambda done: (told.append(done), done < 20)[1])

    assert told == [10, 20]


def test_the_engine_and_the_tables_agree_on_what_cold_is_looked_up_in() -> None:
    assert (engine.COLDEST_C, engine.HOTTEST_C, engine.DEGREES) == (COLDEST_C, HOTTEST_C, DEGREES)
