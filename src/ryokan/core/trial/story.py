"""How it comes to be dark: what stopped first, at which hour, after which days, with what running."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ryokan.core.trial.run import Trial
from ryokan.core.trial.system import Counts

DAYS_BEFORE = 3
MOST_LOADS = 3
BANK_EMPTY = 1  # as the engine says it


@dataclass(frozen=True, slots=True)
class Story:
    """Of all first dark hours of a stay's spells of darkness: what stopped, the hour that is commonest, the days before.

    ``by_bank_frac`` is the share in which the bank was empty; otherwise the inverter had stopped. ``dull_frac`` is the share of
    the afternoons of the three days before that belong to the duller half of their month. ``loads`` are those that take most in
    that hour and that should run, by their ids.
    """

    stay: str
    spells: int
    stopped: Literal["bank", "inverter"]
    by_bank_frac: float
    hour: int
    dull_frac: float | None
    loads: tuple[str, ...]


def story_of(trial: Trial) -> Story | None:
    """The story of the stay that goes dark most often; None where nothing ever does."""
    trip, outcome = trial.prepared.trip, trial.outcome
    dark = (outcome.dark_h > 0) & trip.counts
    if not dark.any():
        return None
    by_stay = [dark[:, trip.stays == at].mean() for at in range(len(trip.stay_ids))]
    worst = int(np.argmax(by_stay))
    here = dark & (trip.stays == worst)
    begins = here.copy()
    begins[:, 1:] &= ~dark[:, :-1]  # the first night of each spell
    if not begins.any():
        begins = here
    years, nights = np.nonzero(begins)
    causes, hours = outcome.cause[begins], outcome.cause_h[begins]
    by_bank = float((causes == BANK_EMPTY).mean())
    stopped: Literal["bank", "inverter"] = "bank" if by_bank >= 0.5 else "inverter"
    of_that = hours[causes == BANK_EMPTY] if stopped == "bank" else hours[causes != BANK_EMPTY]
    hour = int(np.bincount(of_that, minlength=24).argmax())
    return Story(
        stay=trip.stay_ids[worst],
        spells=len(years),
        stopped=stopped,
        by_bank_frac=by_bank,
        hour=hour,
        dull_frac=_dull_before(trial, years, nights),
        loads=_running_at(trial, hour),
    )


def _dull_before(trial: Trial, years: Counts, nights: Counts) -> float | None:
    """Share of dull afternoons among those of the days before; None where no sun is reckoned with."""
    if not trial.prepared.system.sun_w.any():
        return None
    share = trial.prepared.weather(trial.seed, trial.years).share[:, :, 0]
    found = []
    for back in range(DAYS_BEFORE):
        at = nights - back
        known = at >= 0
        found.append(share[years[known], at[known]] < 0.5)
    return float(np.concatenate(found).mean())


def _running_at(trial: Trial, hour: int) -> tuple[str, ...]:
    """What takes most about that hour of what must or should run."""
    found = [
        (one.watts * float(one.duty.max()) * float(one.on_h[hour]), one.id)
        for one in trial.prepared.loads
        if one.level <= 1 and one.on_h[hour] > 0
    ]
    return tuple(id for watts, id in sorted(found, reverse=True)[:MOST_LOADS] if watts > 0)
