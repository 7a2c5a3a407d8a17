"""One evaluation: a rig in, a report out. Pure and deterministic; no clock, no file of the user's, no database."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal, TypeAlias

from pydantic import BaseModel

from ryokan.core.ac.states import placed
from ryokan.core.data.assumptions import curves
from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Figure
from ryokan.core.findings.model import SEVERITIES, Finding, Rule
from ryokan.core.findings.overruling import parted
from ryokan.core.parts.fitted import Fitted, fitted
from ryokan.core.parts.model import Part
from ryokan.core.question import ASSUMPTIONS, Question, Step, answer_key
from ryokan.core.readings.told import Follows, Told
from ryokan.core.registry import PLAN, Plan
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope, Trace
from ryokan.core.survey.asked import Asked, still_to_be_asked

READINGS = "survey.readings"  # the question that answers what readings say

StepState: TypeAlias = Literal["empty", "needs_attention", "open", "fits"]


@dataclass(slots=True)
class Traces:
    """How a report came about: what each question and each rule read, for which rig."""

    rig: Rig
    chosen: Fitted
    plan: Plan
    asked: dict[str, dict[str, Trace]] = field(default_factory=dict)  # by question, then by what it was asked about
    listed: dict[str, Trace] = field(default_factory=dict)  # what each question was asked about, by question
    judged: dict[str, Trace] = field(default_factory=dict)  # by rule
    assumed: Mapping[str, Figure] = field(default_factory=dict)
    joined: dict[str, Trace] = field(default_factory=dict)  # by question, where somebody asked for it: see :meth:`join`

    def join(self, question: str) -> Trace:
        """What a question came to of all its things, as one trace; its answer is theirs by their ids."""
        found = self.joined.get(question)
        if found is None:
            traces = self.asked[question]
            found = Trace(answer={id: trace.answer for id, trace in traces.items()})
            for trace in traces.values():
                found.reads |= trace.reads
                found.written |= trace.written
                found.assumed |= trace.assumed
            self.joined[question] = found
        return found


@dataclass(frozen=True, slots=True)
class Report:
    """Everything that follows from a rig: figures by key, findings worst first, the state of each step.

    ``overruled`` are findings that somebody lets stand; they are in nobody's way until they get worse. ``asked`` is what is
    still to be asked of the things that were found, worst first: no step that waits for an answer of danger grade is complete.
    ``told`` is what each reading says against its figure, and ``follows`` what the moments of them mean for their day.
    """

    figures: Mapping[str, Figure]
    findings: tuple[Finding, ...]
    overruled: tuple[Finding, ...]
    steps: Mapping[str, StepState]
    asked: tuple[Asked, ...]
    told: tuple[Told, ...]
    follows: tuple[Follows, ...]
    traces: Traces = field(compare=False, repr=False)


def evaluate(
    rig: Rig,
    book: Mapping[str, Part] | None = None,
    *,
    before: Report | None = None,
    trials: Mapping[str, Mapping[str, Figure]] | None = None,
    beside: Mapping[str, Report] | None = None,
    plan: Plan = PLAN,
) -> Report:
    """Work out a rig.

    Parameters
    ----------
    rig : Rig
        A validated document; an empty one is answered too.
    book : mapping of reference to part
        Those parts of the book that the rig refers to; others in it do no harm.
    before : Report, optional
        Of a rig that differs little, such as the one that was edited. Only what reads something that has changed since is
        worked out again; the report is the same as without it.
    trials : mapping of digest to figures
        Of trials that were run. The report has the figures and the findings of the one that is of this rig, if it is among
        them: by :func:`ryokan.core.trial.long.digest_of`.
    beside : mapping of link to report, optional
        For those: the systems of the job out of whose banks links bring something.
    plan : Plan
        The questions in their order, and the rules.

    Returns
    -------
    Report
        The keys of its figures are listed in ``docs/figures.md``.

    Raises
    ------
    UnknownPart
        The rig refers to a part that is neither its own nor in ``book``.
    """
    chosen = fitted(rig, book or {})
    rig = placed(rig, None if chosen.inverter is None else chosen.inverter.legs)
    if before is not None:
        rig = _sharing(rig, before.traces.rig)
    known = None if before is None or before.traces.plan is not plan else before
    work = _Evaluation(rig, chosen, plan, known)
    for question in plan.order:
        work.ask(question)
    found = [finding for rule in plan.rules for finding in work.judge(rule)]
    findings, overruled = parted(worst_first(found, plan), rig.overruled)
    work.scope.begin(None)
    asked = still_to_be_asked(rig, work.scope)
    states = {step.name: _state(step, rig, findings, asked) for step in plan.steps}
    work.traces.assumed = work.scope.assumed
    heard = [trace.answer for trace in work.traces.asked.get(READINGS, {}).values()]
    told, after = (tuple(one for each in heard for one in getattr(each, name)) for name in ("told", "follows"))
    report = Report(work.scope.all_figures(), findings, overruled, states, asked, told, after, work.traces)
    return _with_its_trial(report, trials, beside) if trials else report


def _with_its_trial(report: Report, trials: Mapping[str, Mapping[str, Figure]], beside: Mapping[str, Report] | None) -> Report:
    from ryokan.core.trial.findings import with_trial  # here: both are made of reports
    from ryokan.core.trial.long import digest_of

    try:
        figures = trials.get(digest_of(report, beside))
    except NoAnswer:
        return report
    return report if figures is None else with_trial(report, figures)


@dataclass(frozen=True, slots=True)
class Glimpse:
    """What was asked of a rig, and nothing else: some figures, and the findings of some rules."""

    figures: Mapping[str, Figure]
    findings: tuple[Finding, ...]


def glimpse(
    rig: Rig, book: Mapping[str, Part] | None = None, *, before: Report, keys: Iterable[str], codes: Iterable[str] = ()
) -> Glimpse:
    """Some figures and some rules of a rig that differs little from one that was worked out.

    Parameters
    ----------
    rig, book, before
        As for :func:`evaluate`.
    keys : iterable of str
        Keys of figures; those that have no answer are left out. What they follow from comes along.
    codes : iterable of str
        Codes of rules.

    Returns
    -------
    Glimpse
        Figures and findings as the whole report has them, the findings worst first.

    Raises
    ------
    UnknownPart
        The rig refers to a part that is neither its own nor in ``book``.
    """
    chosen = fitted(rig, book or {})
    rig = placed(rig, None if chosen.inverter is None else chosen.inverter.legs)
    work = _Evaluation(_sharing(rig, before.traces.rig), chosen, before.traces.plan, before)
    for key in keys:
        work.bring(key)
    work.scope.bring = work.bring
    wanted = frozenset(codes)
    found = [finding for rule in work.plan.rules if rule.code in wanted for finding in work.judge_in_part(rule)]
    standing, _ = parted(worst_first(found, work.plan), rig.overruled)
    return Glimpse(work.scope.all_figures(), standing)


def worst_first(findings: Iterable[Finding], plan: Plan) -> list[Finding]:
    """By severity, then in the order of the steps; things of one rule stay in the order in which the rig has them."""
    place = {step.name: number for number, step in enumerate(plan.steps)}
    return sorted(findings, key=lambda one: (SEVERITIES.index(one.severity), place[one.step], one.code))


class _Evaluation:
    """Asks one question after the other, and only those again whose reads have changed since the report before."""

    def __init__(self, rig: Rig, chosen: Fitted, plan: Plan, before: Report | None) -> None:
        self.before = None if before is None else before.traces
        self.changed = set() if self.before is None else _changed(self.before, rig, chosen)
        self.scope = Scope(rig, chosen, {} if self.before is None else _still_known(self.before.assumed, self.changed))
        self.traces = Traces(rig, chosen, plan)
        self.plan = plan

    def ask(self, question: Question) -> None:
        """Ask a question of each of its things, or once."""
        if question.each is None:
            before = None if self.before is None else self.before.asked.get(question.name)
            trace = self._once(question, None if before is None else before[""], None)
            self.traces.asked[question.name] = {"": trace}
            answer = trace.answer
        else:
            things = self._things(question)
            as_before = self._as_before(question, things)
            answer = self._of_each(question, things) if as_before is None else as_before
        if question.answers is not None:
            self.scope.keep_answer(question.answers, answer)

    def _as_before(self, question: Question, things: Mapping[str, Any]) -> Mapping[str, Any] | None:
        """The answers of all things at once, where neither they nor anything that was read of one of them has changed."""
        name = question.name
        if self.before is None or name not in self.before.listed or self.before.listed[name].answer is not things:
            return None
        joined = self.before.join(name)
        if not joined.reads.isdisjoint(self.changed):
            return None
        self.scope.replay(joined)
        self.traces.asked[name], self.traces.joined[name] = self.before.asked[name], joined
        answers: Mapping[str, Any] = joined.answer
        return answers

    def _of_each(self, question: Question, things: Mapping[str, Any]) -> Mapping[str, Any]:
        before = {} if self.before is None else self.before.asked.get(question.name, {})
        scope, changed = self.scope, self.changed
        traces: dict[str, Trace] = {}
        for id, thing in things.items():
            old = before.get(id)
            # As in _once, without the calls: most things are as they were.
            if old is not None and (old.item is thing or old.item == thing) and old.reads.isdisjoint(changed):
                scope.replay(old)
                traces[id] = old
            else:
                traces[id] = self._once(question, old, thing, id)
        for id in before.keys() - traces.keys():
            self._has_changed(question, before[id].written)
        if list(before) != list(traces):
            self._has_changed(question, ())
        self.traces.asked[question.name] = traces
        return {id: trace.answer for id, trace in traces.items()}

    def _things(self, question: Question) -> Mapping[str, Any]:
        before = None if self.before is None else self.before.listed.get(question.name)
        if before is not None and before.reads.isdisjoint(self.changed):
            self.scope.replay(before)
            trace = before
        else:
            trace = self.scope.begin(question)
            assert question.each is not None
            trace.answer = question.each(self.scope)
            if before is not None and before.answer == trace.answer and list(before.answer) == list(trace.answer):
                trace.answer = before.answer
        self.traces.listed[question.name] = trace
        things: Mapping[str, Any] = trace.answer
        return things

    def _once(self, question: Question, before: Trace | None, thing: Any, id: str | None = None) -> Trace:
        scope, changed = self.scope, self.changed
        if before is not None and before.reads.isdisjoint(changed) and (before.item is thing or before.item == thing):
            scope.replay(before)
            return before
        trace = scope.begin(question, thing)
        trace.answer = question.ask(scope) if id is None else question.ask(scope, id, thing)
        if before is not None:
            self._compare(question, before, trace)
        elif self.before is not None:
            self._has_changed(question, trace.written)
        return trace

    def _compare(self, question: Question, before: Trace, now: Trace) -> None:
        """Keep what came out as it was, so that nothing behind it is worked out again."""
        for key, figure in now.written.items():
            if before.written.get(key) != figure:
                self.changed.add(key)
        self.changed.update(before.written.keys() - now.written.keys())
        if now.answer == before.answer:
            now.answer = before.answer
        elif question.answers is not None:
            self.changed.add(answer_key(question.answers))

    def _has_changed(self, question: Question, keys: Iterable[str]) -> None:
        self.changed.update(keys)
        if question.answers is not None:
            self.changed.add(answer_key(question.answers))

    def bring(self, key: str) -> None:
        """Ask what a figure follows from, as far as that was not asked yet."""
        for question in self.plan.behind(key):
            if question.name not in self.traces.asked:
                self.ask(question)

    def judge_in_part(self, rule: Rule) -> list[Finding]:
        """As :meth:`judge`, where not everything was asked: what the rule looked at before is brought first."""
        before = None if self.before is None else self.before.judged.get(rule.code)
        for key in () if before is None else before.reads:
            self.bring(key)
        return self.judge(rule)

    def judge(self, rule: Rule) -> list[Finding]:
        """What breaks a rule."""
        before = None if self.before is None else self.before.judged.get(rule.code)
        if before is not None and before.reads.isdisjoint(self.changed):
            self.scope.replay(before)
            trace = before
        else:
            trace = self.scope.begin(None)
            trace.answer = rule.judge(self.scope.rig, self.scope)
        self.traces.judged[rule.code] = trace
        findings: list[Finding] = trace.answer
        return findings


def _changed(before: Traces, rig: Rig, chosen: Fitted) -> set[str]:
    """What of the rig, of its parts and of its assumptions is not what it was, as traces name it."""
    changed: set[str] = set()
    for name in Rig.model_fields:
        was, now = getattr(before.rig, name), getattr(rig, name)
        if _same(was, now):
            continue
        changed.add(f"/{name}")
        if isinstance(now, BaseModel) and isinstance(was, BaseModel):
            changed |= {f"/{name}.{one}" for one in type(now).model_fields if not _same(getattr(was, one), getattr(now, one))}
    for name in ("battery", "inverter", "strings", "panels", "controllers", "chargers", "paths"):
        if not _same(getattr(before.chosen, name), getattr(chosen, name)):
            changed.add(f"/parts.{name}")
    for id in rig.assumptions.keys() | before.rig.assumptions.keys():
        if rig.assumptions.get(id) != before.rig.assumptions.get(id):
            changed.add(ASSUMPTIONS + id)
    for curve in curves():
        if rig.storage.own_curves.get(curve) != before.rig.storage.own_curves.get(curve):
            changed |= {f"curve:{curve}", f"{ASSUMPTIONS}{curve}.x", f"{ASSUMPTIONS}{curve}.y"}
    return changed


def _sharing(rig: Rig, before: Rig) -> Rig:
    """The rig with everything that is equal in the one before taken from there: what is the same object needs no comparing."""
    shared: dict[str, Any] = {}
    for name in Rig.model_fields:
        was, now = getattr(before, name), getattr(rig, name)
        if was is now:
            continue
        if _same(was, now):
            shared[name] = was
        elif isinstance(now, dict):
            shared[name] = {id: was[id] if id in was and (was[id] is one or was[id] == one) else one for id, one in now.items()}
    return rig.model_copy(update=shared)


def _same(one: object, other: object) -> bool:
    """Whether two parts of rigs are equal, and in the same order where they have one."""
    return one is other or (one == other and _orders(one) == _orders(other))


def _orders(value: object) -> list[object]:
    """The orders of all maps within, which equality does not look at."""
    if isinstance(value, BaseModel):
        return [order for member in value.__dict__.values() for order in _orders(member)]
    return list(value) if isinstance(value, dict) else []


def _still_known(assumed: Mapping[str, Figure], changed: set[str]) -> Mapping[str, Figure]:
    return assumed if assumed.keys().isdisjoint(changed) else {key: assumed[key] for key in assumed.keys() - changed}


def _state(step: Step, rig: Rig, findings: tuple[Finding, ...], asked: tuple[Asked, ...]) -> StepState:
    """Empty: nothing to work with yet. Open: the need stands, nothing is chosen, or a question of danger grade is open."""
    if any(finding.step == step.name and finding.severity != "advice" for finding in findings):
        return "needs_attention"
    if not step.begun(rig):
        return "empty"
    waits = any(one.step == step.name and one.grade == "danger" for one in asked)
    return "fits" if step.chosen(rig) and not waits else "open"
