"""The trial run: a rig through its own journey in many years of weather, and what came of it as figures."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.trial.figures import figures_of
from ryokan.core.trial.lent import Beside
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.progress import Progress, Tell
from ryokan.core.trial.stretch import nights_out, stays_away
from ryokan.core.trial.system import Outcome, System, simulate
from ryokan.core.trial.trip import Flags
from ryokan.core.trial.weather import Rain

SHORT_YEARS, LONG_YEARS, MAX_YEARS = 50, 1000, 2000
BLOCK_YEARS = 25  # so many are drawn and run at once: a thousand years of a long journey would take half a gigabyte
VERSION = 2  # of the engine and of what is made of it: what was worked out by another is told to be


@dataclass(frozen=True, slots=True, eq=False)
class Trial:
    """A trial that was run.

    ``outcome`` is that of the sun as it is taken to be; what came of every month being as much below and above as its mean may
    be off, eight times in ten, is among the figures.
    """

    prepared: Prepared
    outcome: Outcome
    years: int
    seed: int
    figures: dict[str, Figure]


def run_trial(
    report: Report,
    *,
    beside: Beside | None = None,
    years: int = SHORT_YEARS,
    seed: int | None = None,
    rain: Sequence[Rain] = (),
    threads: int = 1,
    block_years: int = BLOCK_YEARS,
    tell: Tell | None = None,
) -> Trial:
    """Run the rig of a report through its journey.

    Parameters
    ----------
    report : Report
    beside : mapping of link to report, optional
        The systems out of whose banks links bring something.
    years : int
        Of weather, 2 to 2 000.
    seed : int, optional
        Which years are drawn; the rig's own if left out.
    rain : sequence of Rain
        Spells without sun that are forced on every year.
    threads : int
        How many run side by side; the answer is the same.
    block_years : int
        How many are held in memory at once; the answer is the same.
    tell : callable, optional
        Called with the years that are done, of all runs, and how many there are; answering False stops it.

    Raises
    ------
    NoAnswer
        There is nothing to run.
    Stopped
        ``tell`` answered False.
    """
    return run_beside(
        report,
        {},
        prepared=prepare(report, beside),
        years=years,
        seed=seed,
        rain=rain,
        threads=threads,
        block_years=block_years,
        tell=tell,
    )[0]


def run_beside(
    report: Report,
    others: Mapping[str, System],
    *,
    years: int = SHORT_YEARS,
    seed: int | None = None,
    rain: Sequence[Rain] = (),
    threads: int = 1,
    block_years: int = BLOCK_YEARS,
    tell: Tell | None = None,
    prepared: Prepared | None = None,
) -> tuple[Trial, dict[str, Flags]]:
    """The same, and in which nights that count it was dark on the same years with other systems: shape (Y, N) by their names.

    Those of low and high sun are among them, as ``dull`` and ``bright``.
    """
    if not 2 <= years <= MAX_YEARS:
        raise ValueError(f"a trial goes through 2 to {MAX_YEARS} years")
    prepared = prepare(report) if prepared is None else prepared
    drawn = report.traces.rig.trial.seed if seed is None else seed
    beside = {**_of_low_and_high_sun(prepared), **others}
    away = stays_away(report.traces.rig, prepared)
    progress = Progress(tell, years * (1 + len(beside) + (1 if away else 0)))
    blocks, dark = [], {name: list[Flags]() for name in beside}
    days, counts = prepared.trip.days, prepared.trip.counts
    for first, count in _in_blocks(years, block_years):
        weather = prepared.weather(drawn, count, first_year=first, rain=rain)
        blocks.append(simulate(prepared.system, days, weather, threads=threads, tell=progress.of_a_run()))
        for name, system in beside.items():
            there = simulate(system, days, weather, threads=threads, tell=progress.of_a_run())
            dark[name].append(there.dark_h[:, counts] > 0)
    middle = Outcome.joined(blocks)
    of_file = prepared.year_of_file()
    as_it_came = None if of_file is None else simulate(prepared.system, days, of_file).dark_h[:, counts] > 0
    seen = {name: np.concatenate(one) for name, one in dark.items()}
    as_it_is = middle.dark_h[:, counts] > 0
    out = [
        nights_out(prepared, away, drawn, count, first_year=first, threads=threads, tell=progress.of_a_run())
        for first, count in _in_blocks(years, block_years)
        if away
    ]
    first_dark = {id: np.concatenate([one[id] for one in out]) for id in away}
    figures = figures_of(
        report,
        prepared,
        middle,
        seen.get("dull", as_it_is),
        seen.get("bright", as_it_is),
        first_dark,
        years=years,
        seed=drawn,
        as_it_came=as_it_came,
    )
    return Trial(prepared, middle, years, drawn, figures), seen


def _of_low_and_high_sun(prepared: Prepared) -> dict[str, System]:
    """The system under a sun as low and as high as it may be; none where there is no sun to differ."""
    system = prepared.system
    if not system.sun_w.any():
        return {}
    off = prepared.off_frac[:, None, None]
    return {name: replace(system, sun_w=system.sun_w * (1 + by * off)) for name, by in (("dull", -1), ("bright", 1))}


def _in_blocks(years: int, block_years: int) -> Iterator[tuple[int, int]]:
    for first in range(0, years, block_years):
        yield first, min(block_years, years - first)


def follow(trial: Trial, year: int | None) -> Floats:
    """One of the years of a trial hour by hour, or that of its weather file: shape (N × 24, 8), columns as the engine has them.

    Raises
    ------
    NoAnswer
        The year of the file is asked for, and the sun is of no file, or of one whose days were not kept in their order.
    """
    weather = trial.prepared.year_of_file() if year is None else trial.prepared.weather(trial.seed, 1, first_year=year)
    if weather is None:
        raise NoAnswer("There is no weather file whose days are known in their order. Read it again.")
    outcome = simulate(trial.prepared.system, trial.prepared.trip.days, weather, follow=0)
    assert outcome.hours is not None
    return outcome.hours


def year_at(trial: Trial, rank: float) -> int:
    """The year that lies at a rank among all, by its darkness and then its lowest charge: 0 the worst, 0.5 the middle one."""
    counts = trial.prepared.trip.counts
    dark = trial.outcome.dark_h[:, counts].sum(axis=1)
    lowest = trial.outcome.lowest[:, counts].sum(axis=1)
    order = np.lexsort((lowest, -dark))
    return int(order[min(int(rank * len(order)), len(order) - 1)])
