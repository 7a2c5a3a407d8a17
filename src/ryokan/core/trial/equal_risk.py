"""How much array each bank asks for to keep the nights lit: all pairs that go dark equally often."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.parts.arrange import arrangement
from ryokan.core.parts.model import Battery, PanelPart
from ryokan.core.storage.rules import MAX_PARALLEL
from ryokan.core.trial.chances import Chance, chance
from ryokan.core.trial.lent import Beside
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.system import Store, System, Weather, simulate

LEAST_YEARS, MOST_YEARS, NIGHTS = 50, 300, 18_000  # as many years as make so many nights: a share needs them to be told
# Of what the rig has: the sizes that parts build which come nearest to these are looked at, and one more on either side of what
# is found.
BANKS = (0.5, 0.75, 1.0, 1.25, 1.5, 2.0, 2.5, 3.0)
MOST_PANELS, ABOVE = 60, 1.1  # of one kind; how far above the largest step sizes are reckoned
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
    ``of_parts`` tells whether the sizes are those that parts build: of banks, of arrays.
    """

    most_dark: float
    years: int
    pairs: tuple[Pair, ...]
    have_ah: float
    have_w: float
    turns_back: bool
    by: tuple[str, ...]
    of_parts: tuple[bool, bool]


@dataclass(frozen=True, slots=True)
class Sizes:
    """Sizes that parts build, in any order: banks [Ah] and arrays [W]. Where there is none, the rig's own in steps."""

    banks_ah: tuple[float, ...] = ()
    arrays_w: tuple[float, ...] = ()


def sizes_of(
    batteries: Iterable[Battery], panels: Iterable[PanelPart], chemistry: str, nominal_v: float, have_ah: float, have_w: float
) -> Sizes:
    """What parts build up to somewhat above the largest steps: strings of one battery side by side, panels of one kind.

    Batteries of another chemistry, or that do not make the volts, build nothing.
    """
    banks: set[float] = set()
    for battery in batteries:
        if battery.chemistry == chemistry and arrangement(battery, nominal_v, 0.0) is not None:
            most = min(battery.max_parallel or MAX_PARALLEL, int(BANKS[-1] * have_ah * ABOVE / battery.capacity_ah))
            banks.update(count * battery.capacity_ah for count in range(1, most + 1))
    arrays: set[float] = set()
    for panel in panels:
        most = min(MOST_PANELS, int(ARRAYS[-1] * have_w * ABOVE / panel.rated_w))
        arrays.update(count * panel.rated_w for count in range(1, most + 1))
    return Sizes(tuple(sorted(banks)), tuple(sorted(arrays)))


def _steps(factors: Sequence[float], have: float, sizes: Sequence[float]) -> list[float]:
    """The sizes nearest to so many times what the rig has, each once, with what it has; without sizes just so many times."""
    wanted = [factor * have for factor in factors]
    if not sizes:
        return wanted
    chosen = {min(sizes, key=lambda size: abs(size - one)) for one in wanted if one > 0}
    return sorted({*chosen, have, *(one for one in wanted if one == 0)})


def equal_risk(report: Report, most_dark: float, sizes: Sizes | None = None, beside: Beside | None = None) -> EqualRisk:
    """The smallest array for each bank with which no more than a share of the nights has a dark hour.

    Parameters
    ----------
    report : Report
    most_dark : float
        Share of the nights of the journey.
    sizes : Sizes, optional
        What may be bought, by :func:`sizes_of`.
    beside : mapping of link to report, optional
        The systems out of whose banks links bring something.

    Raises
    ------
    NoAnswer
        There is nothing to run, or no array or bank whose size could be changed.

    Notes
    -----
    Bank and array are made larger and smaller as they are: same place, same lie, same kind, controllers along with the panels.
    All on the same years of weather. Looked for by halving; one step to either side of what is found is run as well.
    """
    prepared = prepare(report, beside)
    have_ah, have_w = what_there_is(report)
    sizes = sizes or Sizes()
    banks = [ah / have_ah for ah in _steps(BANKS, have_ah, sizes.banks_ah)]
    arrays = [watts / have_w for watts in _steps(ARRAYS, have_w, sizes.arrays_w)]
    years = min(MOST_YEARS, max(LEAST_YEARS, NIGHTS // int(prepared.trip.counts.sum())))
    weather = prepared.weather(report.traces.rig.trial.seed, years)
    found = [_pair(prepared, weather, bank, arrays, have_ah, have_w, most_dark) for bank in banks]
    fixed = prepared.system.fixed
    by = [name for name, on in (("generator", fixed.generator_w > 0), ("heater", fixed.heater_w > 0)) if on]
    return EqualRisk(
        most_dark=most_dark,
        years=years,
        pairs=tuple(pair for pair, _ in found),
        have_ah=have_ah,
        have_w=have_w,
        turns_back=any(turned for _, turned in found),
        by=tuple(by),
        of_parts=(bool(sizes.banks_ah), bool(sizes.arrays_w)),
    )


def what_there_is(report: Report) -> tuple[float, float]:
    """The bank of a rig and its arrays that are fixed. [Ah, W]

    Raises
    ------
    NoAnswer
        There is no array or no bank.
    """
    have_w = sum(
        figure.number
        for id, array in report.traces.rig.solar.ordered_arrays().items()
        if not array.carried and (figure := report.figures.get(f"solar.array.{id}.watts_w")) is not None
    )
    if have_w <= 0:
        raise NoAnswer("Choose an array first: where it lies says what a watt of it brings.")
    if report.traces.rig.storage.bank is None:
        raise NoAnswer("Choose a bank first.")
    return report.figures["storage.bank_ah"].number, have_w


def _pair(
    prepared: Prepared,
    weather: Weather,
    bank: float,
    arrays: Sequence[float],
    have_ah: float,
    have_w: float,
    most_dark: float,
) -> tuple[Pair, bool]:
    seen: dict[int, Chance] = {}

    def dark(step: int) -> Chance:
        if step not in seen:
            system = scaled(prepared.system, bank, arrays[step])
            outcome = simulate(system, prepared.trip.days, weather)
            seen[step] = chance(outcome.dark_h[:, prepared.trip.counts] > 0)
        return seen[step]

    def smallest(kept: Callable[[Chance], bool]) -> float | None:
        low, high = 0, len(arrays) - 1
        if not kept(dark(high)):
            return None
        while low < high:
            middle = (low + high) // 2
            low, high = (low, middle) if kept(dark(middle)) else (middle + 1, high)
        for beside in (low - 1, low + 1):
            if 0 <= beside < len(arrays):
                dark(beside)
        return arrays[low] * have_w

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
