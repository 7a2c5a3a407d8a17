"""How much array each bank asks for to keep the nights lit: all pairs that go dark equally often."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from itertools import pairwise

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.trial.chances import Chance, chance
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.system import Store, System, Weather, simulate

LEAST_YEARS, MOST_YEARS, NIGHTS = 50, 300, 18_000  # as many years as make so many nights: a share needs them to be told
# Of what the rig has. A step further on either side of what is found is looked at as well.
BANKS = (0.5, 0.75, 1.0, 1.25, 1.5, 2.0, 2.5, 3.0)
ARRAYS = (0.0, 0.25, 0.5, 0.75, 1.0, 1.25, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0)


@dataclass(frozen=True, slots=True)
class Pair:
    """One bank and the smallest array of the steps that keeps the promise with it.

    By the scatter of the years, nineteen times in twenty: ``least_w`` is the smallest that may keep it, ``most_w`` the smallest
    that keeps it however they fall. None where no array of the steps does.
    """

    bank_ah: float
    array_w: float | None
    least_w: float | None
    most_w: float | None


@dataclass(frozen=True, slots=True)
class EqualRisk:
    """Pairs of bank and array that go dark equally often, and the rig's own.

    ``turns_back`` tells whether a larger array was darker somewhere by more than its error, ``by`` what may do that.
    """

    most_dark: float
    years: int
    pairs: tuple[Pair, ...]
    have_ah: float
    have_w: float
    turns_back: bool
    by: tuple[str, ...]


def equal_risk(report: Report, most_dark: float) -> EqualRisk:
    """The smallest array for each bank with which no more than a share of the nights has a dark hour.

    Parameters
    ----------
    report : Report
    most_dark : float
        Share of the nights of the journey.

    Raises
    ------
    NoAnswer
        There is nothing to run, or no array or bank whose size could be changed.

    Notes
    -----
    Bank and array are made larger and smaller as they are: same place, same lie, same kind, controllers along with the panels.
    All on the same years of weather. Looked for by halving; one step to either side of what is found is run as well.
    """
    prepared = prepare(report)
    have_w = sum(
        figure.number
        for id, array in report.traces.rig.solar.ordered_arrays().items()
        if not array.carried and (figure := report.figures.get(f"solar.array.{id}.watts_w")) is not None
    )
    if have_w <= 0:
        raise NoAnswer("Choose an array first: where it lies says what a watt of it brings.")
    if report.traces.rig.storage.bank is None:
        raise NoAnswer("Choose a bank first.")
    have_ah = report.figures["storage.bank_ah"].number
    years = min(MOST_YEARS, max(LEAST_YEARS, NIGHTS // int(prepared.trip.counts.sum())))
    weather = prepared.weather(report.traces.rig.trial.seed, years)
    found = [_pair(prepared, weather, bank, have_ah, have_w, most_dark) for bank in BANKS]
    fixed = prepared.system.fixed
    by = [name for name, on in (("generator", fixed.generator_w > 0), ("heater", fixed.heater_w > 0)) if on]
    return EqualRisk(
        most_dark, years, tuple(pair for pair, _ in found), have_ah, have_w, any(turned for _, turned in found), tuple(by)
    )


def _pair(
    prepared: Prepared, weather: Weather, bank: float, have_ah: float, have_w: float, most_dark: float
) -> tuple[Pair, bool]:
    seen: dict[int, Chance] = {}

    def dark(step: int) -> Chance:
        if step not in seen:
            system = scaled(prepared.system, bank, ARRAYS[step])
            outcome = simulate(system, prepared.trip.days, weather)
            seen[step] = chance(outcome.dark_h[:, prepared.trip.counts] > 0)
        return seen[step]

    def smallest(kept: Callable[[Chance], bool]) -> float | None:
        low, high = 0, len(ARRAYS) - 1
        if not kept(dark(high)):
            return None
        while low < high:
            middle = (low + high) // 2
            low, high = (low, middle) if kept(dark(middle)) else (middle + 1, high)
        for beside in (low - 1, low + 1):
            if 0 <= beside < len(ARRAYS):
                dark(beside)
        return ARRAYS[low] * have_w

    pair = Pair(
        bank_ah=bank * have_ah,
        array_w=smallest(lambda one: one.frac <= most_dark),
        least_w=smallest(lambda one: one.low <= most_dark),
        most_w=smallest(lambda one: one.high <= most_dark),
    )
    steps = sorted(seen)
    turned = any(seen[b].low > seen[a].high for a, b in pairwise(steps))
    return pair, turned


def scaled(system: System, bank: float, array: float) -> System:
    """The same system with a bank and arrays so many times as large."""
    stores = tuple(_larger(store, bank) for store in system.stores)
    return replace(system, stores=stores, sun_w=system.sun_w * array)


def _larger(store: Store, by: float) -> Store:
    return replace(
        store,
        capacity_wh=store.capacity_wh * by,
        limit_w=store.limit_w * by,
        full_capacity_w=store.full_capacity_w * by,
        slow_w=store.slow_w * by,
    )
