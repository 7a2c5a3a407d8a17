"""What the trial costs: the compiled engine against its own source over lists, against numpy over all scenarios at once, in
chunks and in threads. Ratios of one run, CPU time, the best of several; each pair has the same answer."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import replace
from typing import Any

import numpy as np
from plain_engine import as_lists, plain

from ryokan.core.evaluate import evaluate
from ryokan.core.job_file import read_job_file
from ryokan.core.trial import engine
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.run import run_trial
from ryokan.core.trial.system import System, Weather, engine_arguments, simulate

YEARS, SCENARIOS = 50, 200


def best(work: Callable[[], Any], repeats: int = 5) -> float:
    """CPU seconds of the quickest of several."""
    found = []
    for _ in range(repeats):
        start = time.process_time()
        work()
        found.append(time.process_time() - start)
    return min(found)


def say(what: str, value: float, aim: str) -> None:
    print(f"{what:<66} {value:8.2f}   aim {aim}")


def numpy_over_scenarios(system: System, prepared: Prepared, weather: Weather) -> np.ndarray:
    """The same hours with all years side by side, of a system with one store and nothing that starts by charge.

    Dark hours by year and night, shape (Y, N).
    """
    (store,), fixed, days = system.stores, system.fixed, prepared.trip.days
    years = weather.years
    charge = np.full(years, store.capacity_wh * fixed.start)
    down, stopped = np.zeros(years, bool), np.zeros(years, bool)
    dark = np.zeros((years, days.nights), np.int64)
    degrees = np.arange(engine.COLDEST_C, engine.HOTTEST_C + 1)
    usable = store.capacity_wh * (1 - store.floor)
    for night in range(days.nights):
        if night == 0 or days.begins[night]:
            charge[:] = store.capacity_wh * fixed.start
            down[:], stopped[:] = False, False
        for step in range(24):
            half, hour = int(step >= 12), (step + 12) % 24
            segment, weekday = days.segments[night, half], days.weekdays[night, half]
            at = np.clip(weather.share[:, night, half] * 20 - 0.5, 0, 19)
            day = np.minimum(at.astype(int), 18)
            up = at - day
            sun = system.sun_w[segment, day, hour] * (1 - up) + system.sun_w[segment, day + 1, hour] * up
            air = system.air_c[segment, hour] + weather.air_off_k[:, night, half]
            bay = np.clip(
                fixed.bay_of_air * air + (1 - fixed.bay_of_air) * fixed.bay_indoors_c, fixed.bay_lowest_c, fixed.bay_highest_c
            )
            locked = np.maximum(1 - np.interp(bay, degrees, store.left_by_c), store.floor) * store.capacity_wh
            available = np.maximum(0, charge - locked)
            sources = sun + system.hookup_w[segment] + system.driving_w[segment, hour]
            mains = system.on_mains[segment] > 0
            dc, ac = system.dc_wh[segment, weekday, 0, hour, -1], system.ac_wh[segment, weekday, 0, hour, -1]
            down &= available < fixed.recovery_wh
            through = 0.0
            off_ac = np.zeros(years, bool)
            if not mains:
                cut = system.stops_at[segment, weekday, hour, -1]
                stopped &= available / usable < cut + fixed.inverter_recovery_wh / usable
                stopped |= ~down & (ac > 0) & (available / usable <= cut)
                off_ac = (stopped | down) & (ac > 0)
                through = system.idle_wh[segment, weekday, hour, -1] + (1 + fixed.linear) * ac
                through += fixed.square * (ac * ac + system.ac_spread[segment, weekday, 0, hour, -1])
                through = np.where(stopped | down, 0.0, through)
            wanted = np.where(down, 0.0, dc + through)
            missing = np.maximum(0, wanted - sources)
            of_use = np.where(
                missing > store.full_capacity_w, (store.full_capacity_w / np.maximum(missing, 1e-9)) ** store.peukert, 1.0
            )
            gives = np.minimum(available * of_use, missing)
            charge = charge - gives / of_use
            out = np.where(missing > 0, 1 - gives / np.maximum(missing, 1e-9), 0.0)
            out = np.where(out > 1e-12, out, 0.0)
            offered = np.where(out > 0, sources, np.maximum(0, sources - wanted))
            hours = np.where(out > 0, out, 1.0)
            limit = np.where(bay < store.slow_below_c, min(store.slow_w, store.limit_w), store.limit_w)
            limit = np.where((bay < store.none_below_c) | (bay > store.none_above_c), 0.0, limit)
            rate = store.round_trip * np.minimum(offered, limit)
            knee = store.capacity_wh - rate * store.taper_h
            until = np.maximum(0, (knee - charge) / np.maximum(rate, 1e-9))
            straight = charge + rate * np.minimum(hours, until)
            bent = store.capacity_wh - (store.capacity_wh - np.maximum(charge, knee)) * np.exp(
                -np.maximum(0, hours - until) / store.taper_h
            )
            charge = np.where((rate > 0) & (charge < store.capacity_wh), np.where(hours > until, bent, straight), charge)
            dark[:, night] += (down | (out > 0)) & (dc + (0 if mains else ac) > 1e-9) | off_ac
            down |= out > 0
    return dark


def bench_trial() -> None:
    """The narrowboat of the examples with a small bank, for some eight months in fifty years."""
    from run import ROOT  # here: it imports this module

    job = read_job_file((ROOT / "examples/bookbinder-narrowboat.json").read_bytes())
    report = evaluate(job.options[0].rig, job.parts)
    prepared = prepare(report)
    system = replace(
        prepared.system, stores=tuple(replace(one, capacity_wh=one.capacity_wh / 6) for one in prepared.system.stores)
    )
    days, nights = prepared.trip.days, prepared.trip.nights
    weather = prepared.weather(1, YEARS)

    def some(years: int) -> Weather:
        return Weather(weather.share[:years], weather.air_off_k[:years])

    one_year, written = engine_arguments(system, days, some(1))
    in_lists, interpreted = as_lists(one_year), plain()
    simulate(system, days, some(1))
    by_list = best(lambda: interpreted.run_years(0, 1, *in_lists, *as_lists(written(0, 1))), 5)
    fifty = best(lambda: simulate(system, days, weather), 9)
    print(f"{f'a trip of {nights} nights, {YEARS} years, everything counted':<66} {fifty * 1000:8.1f} ms")
    say("the same source over plain lists, over compiled", by_list / (fifty / YEARS), "100 at least")
    say("fifty compiled years over one over lists", fifty / by_list, "0.33 at most")

    many = prepared.weather(1, SCENARIOS)
    whole = best(lambda: simulate(system, days, many), 3)
    start = time.process_time()
    side_by_side = numpy_over_scenarios(system, prepared, many)
    say(f"numpy over {SCENARIOS} scenarios, over compiled", (time.process_time() - start) / whole, "20 at least")
    assert (side_by_side == simulate(system, days, many).dark_h).mean() > 0.999  # the last digit of an exponential decides some

    given, to = engine_arguments(system, days, many)
    at_once = best(lambda: engine.run_years(0, SCENARIOS, *given, *to(0, SCENARIOS)), 5)
    chunked = best(lambda: [engine.run_years(a, a + 10, *given, *to(a, a + 10)) for a in range(0, SCENARIOS, 10)], 5)
    say("in chunks of ten years, over the whole at once", chunked / at_once, "1.05 at most")
    two = best(lambda: simulate(system, days, many, threads=2), 5)
    say("two threads, CPU over one", two / best(lambda: simulate(system, days, many), 5), "1.15 at most")

    start = time.perf_counter()
    run_trial(report)
    print(f"{'the short trial of the page, warm':<66} {(time.perf_counter() - start) * 1000:8.1f} ms   aim 300")
