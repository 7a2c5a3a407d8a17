"""Trials of an option: the short one is run when somebody asks, and kept in the process by the revision that it is of."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import TypeAlias
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.climate.above import Floats
from ryokan.core.errors import DomainError, NoAnswer
from ryokan.core.evaluate import Report
from ryokan.core.findings.trying import brings_nothing_worse
from ryokan.core.parts.model import Battery, PanelPart
from ryokan.core.rig import Rig
from ryokan.core.trial.chances import Chance, Change, chance, change
from ryokan.core.trial.equal_risk import EqualRisk, equal_risk, sizes_of, what_there_is
from ryokan.core.trial.help import EFFORTS, Help, what_might_help
from ryokan.core.trial.long import digest_of_prepared
from ryokan.core.trial.prepare import Prepared, prepare
from ryokan.core.trial.run import SHORT_YEARS, Trial, follow, run_trial, year_at
from ryokan.core.trial.system import simulate
from ryokan.core.trial.weather import Rain
from ryokan.core.trial.what_if import AskedBack, DullDays, first_dull_day, read_what_if
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import Unacceptable
from ryokan.operations.gate import Gate
from ryokan.operations.parts import list_parts, parts_book
from ryokan.operations.patches import patched
from ryokan.operations.reports import PartsBook, work_out_anew
from ryokan.operations.rigs import Worked, work_out
from ryokan.operations.systems import reports_beside
from ryokan.operations.tasks import LongTrialOf, long_trial_of

KEPT = 12  # trials in one process; one of fifty years and eight hundred nights takes two megabytes
HELP_YEARS = 50
# A short trial takes a core for a tenth of a second; a dozen changes take one for a second.
_RUNS, _SEARCHES = Gate(at_work=2, waiting=12), Gate(at_work=1, waiting=4)
_Key: TypeAlias = tuple[UUID, int, datetime]


@dataclass(frozen=True, slots=True)
class TrialOf:
    """The trial of an option's newest revision, and the report with what it finds; or why there is none.

    The report is by the long trial where there is one of this rig, otherwise by the short one.
    """

    worked: Worked
    report: Report
    trial: Trial | None
    long: LongTrialOf
    cannot: str = ""


@dataclass(frozen=True, slots=True)
class _Short:
    """A short trial of a rig, and the digest of what it read."""

    rig: Rig
    beside: Mapping[str, Report]
    trial: Trial
    digest: str

    def is_of(self, rig: Rig, beside: Mapping[str, Report]) -> bool:
        """Whether it is of that rig with those systems beside it: a wrong trial would be a wrong answer."""
        theirs, others = ({id: report.traces.rig for id, report in one.items()} for one in (self.beside, beside))
        return (self.rig is rig or self.rig == rig) and theirs == others


class _Kept:
    def __init__(self) -> None:
        self._trials: OrderedDict[_Key, _Short] = OrderedDict()
        self._lock = Lock()

    def get(self, key: _Key) -> _Short | None:
        with self._lock:
            found = self._trials.get(key)
            if found is not None:
                self._trials.move_to_end(key)
            return found

    def put(self, key: _Key, trial: _Short) -> None:
        with self._lock:
            self._trials[key] = trial
            while len(self._trials) > KEPT:
                self._trials.popitem(last=False)


_kept = _Kept()


def read_trial(session: Session, actor: Actor, option_id: UUID) -> TrialOf:
    """The trial of an option at its newest revision.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    Busy
        Too many are being run at once.
    """
    return _trial_of(session, actor, work_out(session, actor, option_id))


def _trial_of(session: Session, actor: Actor, worked: Worked) -> TrialOf:
    beside = reports_beside(session, actor, worked.option, worked.rig)
    try:
        short = _run(worked, beside)
    except NoAnswer as error:
        long = long_trial_of(session, actor, worked, None)
        return TrialOf(worked, worked.report, None, long, str(error))
    long = long_trial_of(session, actor, worked, short.digest)
    best = long.answer.figures if long.answer is not None and long.is_current else short.trial.figures
    book = parts_book(session, actor.scope)
    found = work_out_anew(worked.document, worked.rig, book, before=worked.report, trials={short.digest: best}, beside=beside)
    return TrialOf(worked, found.report, short.trial, long)


def report_with_trial(session: Session, actor: Actor, worked: Worked) -> Report:
    """The report of an option with what its trial comes to, where it can be run. Raises as :func:`read_trial`."""
    return _trial_of(session, actor, worked).report


def _run(worked: Worked, beside: Mapping[str, Report]) -> _Short:
    key = (worked.option.id, worked.revision.number, worked.revision.at)
    found = _kept.get(key)
    if found is None or not found.is_of(worked.rig, beside):
        with _RUNS.passed():
            found = _kept.get(key)
            if found is None or not found.is_of(worked.rig, beside):
                trial = run_trial(worked.report, beside=beside, years=SHORT_YEARS)
                found = _Short(worked.rig, beside, trial, digest_of_prepared(worked.report, trial.prepared))
        _kept.put(key, found)
    return found


@dataclass(frozen=True, slots=True, eq=False)
class Followed:
    """One year of a trial by the hour: shape (N × 24, 8), with the nights of its trip."""

    worked: Worked
    trial: Trial
    hours: Floats


OF_FILE = "file"
RANKS = {"worst": 0.0, "bad": 0.05, "middle": 0.5, "good": 0.95}


def follow_year(session: Session, actor: Actor, option_id: UUID, which: str) -> Followed:
    """One of the years of the short trial, by its rank, or that of the rig's weather file.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    NoAnswer
        There is nothing to run, or no such file.
    """
    worked = work_out(session, actor, option_id)
    trial = _run(worked, reports_beside(session, actor, worked.option, worked.rig)).trial
    return Followed(worked, trial, follow(trial, None if which == OF_FILE else year_at(trial, RANKS[which])))


@dataclass(frozen=True, slots=True)
class Answered:
    """What a question came to: how it was read, and how often it goes dark then; or what was not understood, or is missing.

    ``nights`` is how many nights were looked at in all.
    """

    said: str
    parts: tuple[tuple[str, Mapping[str, str]], ...] = ()
    unread: str | None = None
    cannot: str = ""
    dark: Chance | None = None
    must: Chance | None = None
    nights: int = 0


def ask_trial(session: Session, actor: Actor, option_id: UUID, said: str) -> tuple[Worked, Answered]:
    """Answer one question about an option at its newest revision. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    Busy
        Too many are being asked at once.
    """
    worked = work_out(session, actor, option_id)
    beside = reports_beside(session, actor, worked.option, worked.rig)
    return worked, _answer(worked, said, parts_book(session, actor.scope), beside)


def kept_questions(session: Session, actor: Actor, option_id: UUID) -> tuple[Worked, dict[str, Answered]]:
    """Answers to the questions that are kept with an option, by their ids and in their order. Raises as :func:`ask_trial`."""
    worked = work_out(session, actor, option_id)
    book = parts_book(session, actor.scope)
    kept = sorted(worked.rig.trial.questions.items(), key=lambda one: (one[1].position, one[0]))
    beside = reports_beside(session, actor, worked.option, worked.rig)
    return worked, {id: _answer(worked, one.said, book, beside) for id, one in kept}


def _answer(worked: Worked, said: str, book: PartsBook, beside: Mapping[str, Report]) -> Answered:
    read = read_what_if(said, worked.rig)
    if isinstance(read, AskedBack):
        return Answered(said, unread=read.part)
    with _SEARCHES.passed():
        try:
            report, rig = worked.report, worked.rig
            if read.patch:
                changed, document = patched(worked.rig, worked.document, read.patch)
                reading = work_out_anew(document, changed, book, before=worked.report)
                report, rig = reading.report, reading.rig
            prepared = prepare(report, beside)
            rain = () if read.rain is None else (_rain(rig, prepared, read.rain),)
            outcome = simulate(prepared.system, prepared.trip.days, prepared.weather(rig.trial.seed, SHORT_YEARS, rain=rain))
        except (Unacceptable, DomainError) as error:
            return Answered(said, read.parts, cannot=str(error))
    counts = prepared.trip.counts
    return Answered(
        said,
        read.parts,
        dark=chance(outcome.dark_h[:, counts] > 0),
        must=chance(outcome.must_dark_h[:, counts] > 0),
        nights=int(counts.sum()) * SHORT_YEARS,
    )


def banks_against_arrays(session: Session, actor: Actor, option_id: UUID, most_dark: float) -> tuple[Worked, EqualRisk | str]:
    """Pairs of bank and array of an option that go dark equally often; or why there are none. Raises as :func:`ask_trial`."""
    worked = work_out(session, actor, option_id)
    batteries = [one.part for one in list_parts(session, actor, "battery") if not one.withdrawn]
    panels = [one.part for one in list_parts(session, actor, "panel") if not one.withdrawn]
    with _SEARCHES.passed():
        try:
            have_ah, have_w = what_there_is(worked.report)
            sizes = sizes_of(
                [one for one in batteries if isinstance(one, Battery)],
                [one for one in panels if isinstance(one, PanelPart)],
                worked.rig.storage.chemistry,
                worked.report.figures["storage.nominal_v"].number,
                have_ah,
                have_w,
            )
            beside = reports_beside(session, actor, worked.option, worked.rig)
            return worked, equal_risk(worked.report, most_dark, sizes, beside)
        except NoAnswer as error:
            return worked, str(error)


def _rain(rig: Rig, prepared: Prepared, dull: DullDays) -> Rain:
    """Dull days as days of the trip, which counts on into the next year where it begins in the middle of one."""
    first = first_dull_day(rig, dull)
    numbers = prepared.trip.day_numbers
    while first < int(numbers.min()):
        first += 365
    return Rain(first, dull.days)


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
    beside = reports_beside(session, actor, worked.option, worked.rig)
    return helps(worked.rig, worked.document, worked.report, parts_book(session, actor.scope), beside)


def helps(
    rig: Rig, document: dict[str, object], report: Report, book: PartsBook, beside: Mapping[str, Report] | None = None
) -> list[Helped]:
    """The same of a rig, its document and its report."""
    with _SEARCHES.passed():
        prepared = prepare(report, beside)
        seed = rig.trial.seed
        weather = prepared.weather(seed, HELP_YEARS)
        counts = prepared.trip.counts
        before = simulate(prepared.system, prepared.trip.days, weather).dark_h[:, counts]
        found = []
        for one in what_might_help(report):
            try:
                changed, after_document = patched(rig, document, one.patch)
                reading = work_out_anew(after_document, changed, book, before=report)
                after = prepare(reading.report, beside)
            except (Unacceptable, DomainError):
                continue  # what cannot be made of this rig helps nobody
            if after.trip.nights != prepared.trip.nights or not brings_nothing_worse(report, reading.report):
                continue  # nothing is offered that ends one trouble with another
            dark = simulate(after.system, after.trip.days, after.weather(seed, HELP_YEARS)).dark_h[:, counts]
            found.append(Helped(one, change(before > 0, dark > 0), change(before, dark)))
    return sorted(found, key=lambda one: (not one.hours.is_clear, EFFORTS.index(one.help.effort), one.hours.by))
