"""The trial run: a rig through its own journey in many years of weather, and what came of it as figures."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.trial.figures import figures_of
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.stretch import nights_out
from ryokan.core.trial.system import Outcome, simulate
from ryokan.core.trial.weather import Rain

SHORT_YEARS, LONG_YEARS, MAX_YEARS = 50, 1000, 2000
VERSION = 1  # of the engine and of what is made of it: what was worked out by another is told to be


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
    years: int = SHORT_YEARS,
    seed: int | None = None,
    rain: Sequence[Rain] = (),
    threads: int = 1,
    tell: Callable[[int], bool] | None = None,
) -> Trial:
    """Run the rig of a report through its journey.

    Parameters
    ----------
    report : Report
    years : int
        Of weather, 2 to 2 000.
    seed : int, optional
        Which years are drawn; the rig's own if left out.
    rain : sequence of Rain
        Spells without sun that are forced on every year.
    threads : int
        How many run side by side; the answer is the same.
    tell : callable, optional
        Called with the years that are done; answering False stops it.

    Raises
    ------
    NoAnswer
        There is nothing to run.
    Stopped
        ``tell`` answered False.
    """
    prepared = prepare(report)
    return run_prepared(report, prepared, years=years, seed=seed, rain=rain, threads=threads, tell=tell)


def run_prepared(
    report: Report,
    prepared: Prepared,
    *,
    years: int = SHORT_YEARS,
    seed: int | None = None,
    rain: Sequence[Rain] = (),
    threads: int = 1,
    tell: Callable[[int], bool] | None = None,
) -> Trial:
    """The same of a rig that was prepared before."""
    if not 2 <= years <= MAX_YEARS:
        raise ValueError(f"a trial goes through 2 to {MAX_YEARS} years")
    drawn = report.traces.rig.trial.seed if seed is None else seed
    weather = prepared.weather(drawn, years, rain=rain)

    def run(sun: float) -> Outcome:
        system = prepared.system
        if sun != 0:
            system = replace(system, sun_w=system.sun_w * (1 + sun * prepared.off_frac[:, None, None]))
        return simulate(system, prepared.trip.days, weather, threads=threads, tell=tell)

    middle = run(0.0)
    has_sun = bool(prepared.system.sun_w.any())
    dull, bright = (run(-1.0), run(1.0)) if has_sun else (middle, middle)
    first_dark = nights_out(report.traces.rig, prepared, drawn, years, threads=threads, tell=tell)
    figures = figures_of(report, prepared, middle, dull, bright, first_dark, years=years, seed=drawn)
    return Trial(prepared, middle, years, drawn, figures)


def follow(trial: Trial, year: int) -> Floats:
    """One of the years of a trial hour by hour: shape (N × 24, 8), columns as the engine has them."""
    weather = trial.prepared.weather(trial.seed, 1, first_year=year)
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
