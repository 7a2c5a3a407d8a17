"""Trials of an option: run when somebody asks, kept in the process by the revision that they are of. Nothing is stored."""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import TypeAlias
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.climate.above import Floats
from ryokan.core.errors import DomainError, NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.rig import Rig
from ryokan.core.trial.chances import Change, change
from ryokan.core.trial.findings import with_trial
from ryokan.core.trial.help import EFFORTS, Help, what_might_help
from ryokan.core.trial.prepare import prepare
from ryokan.core.trial.run import SHORT_YEARS, Trial, follow, run_trial, year_at
from ryokan.core.trial.system import simulate
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import Unacceptable
from ryokan.operations.gate import Gate
from ryokan.operations.parts import parts_book
from ryokan.operations.patches import patched
from ryokan.operations.reports import PartsBook, work_out_anew
from ryokan.operations.rigs import Worked, work_out

KEPT = 12  # trials in one process; each of fifty years takes about a megabyte
HELP_YEARS = 50
# A short trial takes a core for a tenth of a second; a dozen changes take one for a second.
_RUNS, _SEARCHES = Gate(at_work=2, waiting=12), Gate(at_work=1, waiting=4)
_Key: TypeAlias = tuple[UUID, int, datetime, int]


@dataclass(frozen=True, slots=True)
class TrialOf:
    """The trial of an option's newest revision, and the report with what it finds; or why there is none."""

    worked: Worked
    report: Report
    trial: Trial | None
    cannot: str = ""


class _Kept:
    def __init__(self) -> None:
        self._trials: OrderedDict[_Key, Trial] = OrderedDict()
        self._lock = Lock()

    def get(self, key: _Key) -> Trial | None:
        with self._lock:
            found = self._trials.get(key)
            if found is not None:
                self._trials.move_to_end(key)
            return found

    def put(self, key: _Key, trial: Trial) -> None:
        with self._lock:
            self._trials[key] = trial
            while len(self._trials) > KEPT:
                self._trials.popitem(last=False)


_kept = _Kept()


def read_trial(session: Session, actor: Actor, option_id: UUID, years: int = SHORT_YEARS) -> TrialOf:
    """The short trial of an option at its newest revision.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    Busy
        Too many are being run at once.
    """
    worked = work_out(session, actor, option_id)
    try:
        trial = _run(worked, years)
    except NoAnswer as error:
        return TrialOf(worked, worked.report, None, str(error))
    return TrialOf(worked, with_trial(worked.report, trial.figures), trial)


def findings_with_trial(worked: Worked) -> Report:
    """The report of an option with what its trial finds, where it can be run."""
    try:
        return with_trial(worked.report, _run(worked, SHORT_YEARS).figures)
    except NoAnswer:
        return worked.report


def _run(worked: Worked, years: int) -> Trial:
    key = (worked.option.id, worked.revision.number, worked.revision.at, years)
    found = _kept.get(key)
    if found is None:
        with _RUNS.passed():
            found = _kept.get(key) or run_trial(worked.report, years=years)
        _kept.put(key, found)
    return found


@dataclass(frozen=True, slots=True, eq=False)
class Followed:
    """One year of a trial by the hour: shape (N × 24, 8), with the nights of its trip."""

    worked: Worked
    trial: Trial
    year: int
    hours: Floats


RANKS = {"worst": 0.0, "bad": 0.05, "middle": 0.5, "good": 0.95}


def follow_year(session: Session, actor: Actor, option_id: UUID, which: str) -> Followed:
    """One of the years of the short trial, by its rank.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    NoAnswer
        There is nothing to run.
    """
    worked = work_out(session, actor, option_id)
    trial = _run(worked, SHORT_YEARS)
    year = year_at(trial, RANKS[which])
    return Followed(worked, trial, year, follow(trial, year))


@dataclass(frozen=True, slots=True)
class Helped:
    """A change and what it does on the same years of weather: to the share of nights with a dark hour, and to the dark hours of
    a night."""

    help: Help
    nights: Change
    hours: Change


def what_helps(session: Session, actor: Actor, option_id: UUID) -> list[Helped]:
    """Changes of an option by what they do for it: habits before routes, settings and parts, and within each the best first.

    A change that comes out within its own error, or that cannot be made, is behind all others or left out.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    NoAnswer
        There is nothing to run.
    """
    worked = work_out(session, actor, option_id)
    return helps(worked.rig, worked.document, worked.report, parts_book(session, actor.scope))


def helps(rig: Rig, document: dict[str, object], report: Report, book: PartsBook) -> list[Helped]:
    """The same of a rig, its document and its report."""
    with _SEARCHES.passed():
        prepared = prepare(report)
        seed = rig.trial.seed
        weather = prepared.weather(seed, HELP_YEARS)
        counts = prepared.trip.counts
        before = simulate(prepared.system, prepared.trip.days, weather).dark_h[:, counts]
        found = []
        for one in what_might_help(report):
            try:
                changed, after_document = patched(rig, document, one.patch)
                reading = work_out_anew(after_document, changed, book, before=report)
                after = prepare(reading.report)
            except (Unacceptable, DomainError):
                continue  # what cannot be made of this rig helps nobody
            if after.trip.nights != prepared.trip.nights:
                continue
            dark = simulate(after.system, after.trip.days, after.weather(seed, HELP_YEARS)).dark_h[:, counts]
            found.append(Helped(one, change(before > 0, dark > 0), change(before, dark)))
    return sorted(found, key=lambda one: (not one.hours.is_clear, EFFORTS.index(one.help.effort), one.hours.by))
