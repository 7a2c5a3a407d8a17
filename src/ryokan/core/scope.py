"""What a question sees of a rig and of the sheet: what it has declared, and nothing else."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Set
from dataclasses import dataclass, field
from types import MethodType
from typing import Any, TypeVar, cast

from ryokan.core.data.assumptions import Curve
from ryokan.core.errors import FormulaError
from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.fitted import Fitted
from ryokan.core.question import ASSUMPTIONS, MONEY, Answer, AnswerOfEach, Question, Undeclared, answer_key
from ryokan.core.rig import Rig

T = TypeVar("T")


@dataclass(slots=True)
class Trace:
    """What asking a question once came to: what it read, what it wrote, what it answered, and what it was asked about.

    ``reads`` holds keys of figures, ``=name`` for answers, ``/section`` or ``/section.member`` for parts of the rig.
    """

    item: Any = None
    reads: set[str] = field(default_factory=set)
    written: dict[str, Figure] = field(default_factory=dict)
    assumed: dict[str, Figure] = field(default_factory=dict)
    answer: Any = None


class Scope(Sheet):
    """The sheet of one evaluation, seen by one question after the other; each time it keeps a trace."""

    def __init__(self, rig: Rig, chosen: Fitted, known: Mapping[str, Figure]) -> None:
        super().__init__(dict(rig.assumptions), rig.storage.own_curves)
        self._rig, self._chosen = rig, chosen
        self._known = known  # assumptions of the evaluation before, which are still the same
        self._assumed: dict[str, Figure] = {}
        self._answers: dict[str, Any] = {}
        self._question: Question | None = None
        # Of the question at hand: what it has read and written, what it may read as far as that was looked up, and its units.
        self._reads: set[str] = set()
        self._written: dict[str, Figure] = {}
        self._readable: Set[str] = frozenset()
        self._units: Mapping[str, str] = {}
        self.trace = Trace()
        self.bring: Callable[[str], None] | None = None  # asks what a figure that a rule reads follows from

    def begin(self, question: Question | None, item: Any = None) -> Trace:
        """See with the eyes of a question; with those of the rules, which may look at everything, where there is none."""
        self._question = question
        self.trace = trace = Trace(item)
        self._reads, self._written = trace.reads, trace.written
        if question is None:
            self._readable, self._units = frozenset(), {}
        else:
            self._readable, self._units = question.readable, question.units
        return trace

    def replay(self, trace: Trace) -> None:
        """Take over what a question wrote before."""
        self._figures |= trace.written
        if not trace.assumed.keys() <= self._assumed.keys():
            for key, figure in trace.assumed.items():
                self._assumed.setdefault(key, figure)

    def keep_answer(self, answer: Answer[Any] | AnswerOfEach[Any], value: Any) -> None:
        """Keep what a question answered for those who read it."""
        self._answers[answer.name] = value

    @property
    def assumed(self) -> Mapping[str, Figure]:
        """The assumptions that were made."""
        return self._assumed

    def all_figures(self) -> dict[str, Figure]:
        """Everything that was worked out, in its order, with the assumptions that were made behind it."""
        return {**self._figures, **self._assumed}

    # What a question may do -------------------------------------------------------------------------------------------------

    @property
    def figures(self) -> dict[str, Figure]:
        """Not for questions: they read by key, so that what they read is known."""
        raise Undeclared("figures are read by key")

    @property
    def rig(self) -> Rig:
        """The rig, as far as it was declared."""
        members = None if self._question is None else self._question.members
        return cast(Rig, _View(self, self._rig, "/", members))

    @property
    def parts(self) -> Fitted:
        """The parts that were chosen, as far as they were declared."""
        members = None if self._question is None else self._question.parts
        return cast(Fitted, _View(self, self._chosen, "/parts.", members))

    def answer(self, answer: Answer[T]) -> T:
        """What another question answered."""
        return cast(T, self._read_answer(answer))

    def answers(self, answer: AnswerOfEach[T]) -> dict[str, T]:
        """What another question answered of each thing, by its id and in their order."""
        return cast(dict[str, T], self._read_answer(answer))

    def __getitem__(self, key: str) -> Figure:
        figure = self.get(key)
        if figure is None:
            raise KeyError(key)
        return figure

    def get(self, key: str) -> Figure | None:
        if key not in self._reads and key not in self._written:
            if key not in self._readable:
                self._require_readable(key)
            self._reads.add(key)
            if self.bring is not None and self._question is None:
                self._brought(key)
        return self._figures.get(key)

    def assumption(self, id: str) -> Figure:
        key = ASSUMPTIONS + id
        trace = self.trace
        figure = trace.assumed.get(key)
        if figure is None:
            figure = self._assumed.get(key) or self._known.get(key) or self._assumption(key, id)
            self._assumed.setdefault(key, figure)
            trace.assumed[key] = figure
            trace.reads.add(key)
        return figure

    def curve(self, key: str, curve: str, x: Figure) -> Figure:
        self.trace.reads.add(f"curve:{curve}")
        return super().curve(key, curve, x)

    def curve_points(self, curve: str) -> Curve:
        self.trace.reads.add(f"curve:{curve}")
        return super().curve_points(curve)

    # How it is kept track of ------------------------------------------------------------------------------------------------

    def _kept_points(self, curve: str, axis: int) -> Figure:
        figure = self._own_points(curve, axis)
        figure = self._assumed.setdefault(figure.key, self._known.get(figure.key, figure))
        self.trace.assumed[figure.key] = figure
        self.trace.reads.add(figure.key)
        return figure

    def _read_answer(self, answer: Answer[Any] | AnswerOfEach[Any]) -> Any:
        key = answer_key(answer)
        if key not in self._reads:
            self._require_readable(key)
            self._reads.add(key)
        return self._answers[answer.name]

    def _brought(self, key: str) -> None:
        """Have a figure worked out that a rule reads, and go on with the rule."""
        assert self.bring is not None
        trace = self.trace
        self.bring(key)
        self._question, self.trace = None, trace
        self._reads, self._written, self._readable, self._units = trace.reads, trace.written, frozenset(), {}

    def _require_readable(self, key: str) -> None:
        question = self._question
        if key.startswith(ASSUMPTIONS):
            raise Undeclared(f"{key} is read: ask for the assumption instead")
        if question is not None and not question.may_read(key):
            raise Undeclared(f"question {question.name} reads {key}, which it has not declared")

    def _add(self, figure: Figure) -> Figure:
        key = figure.key
        if self._units.get(key) != figure.unit:
            self._require_declared(figure)
        if key in self._figures:
            raise FormulaError(f"{key} is worked out twice")
        self._figures[key] = self._written[key] = figure
        return figure

    def _require_declared(self, figure: Figure) -> None:
        question = self._question
        unit = None if question is None else question.unit_of(figure.key)
        if unit != figure.unit and (question is None or unit is None or MONEY not in unit):
            raise Undeclared(_wrongly_written(question, figure, unit))

    def note_part(self, name: str) -> None:
        """Keep that a part of the rig is read."""
        self.trace.reads.add(name)


class _View:
    """A rig, or a section of it, of which only some members may be looked at; which of them were is kept track of."""

    __slots__ = ("_base", "_members", "_of", "_scope")

    def __init__(self, scope: Scope, of: Any, base: str, members: Mapping[str, Any] | None) -> None:
        self._scope, self._of, self._base, self._members = scope, of, base, members

    def __getattr__(self, name: str) -> Any:
        within = None
        if self._members is None or name in self._members:
            within = None if self._members is None else self._members[name]
        else:
            return self._through(name)
        value = getattr(self._of, name)
        if self._members is None and callable(value) and isinstance(value, MethodType):
            return self._through(name)
        if within is not None:
            return _View(self._scope, value, f"{self._base}{name}.", within)
        self._scope.note_part(self._base + name)
        return value

    def _through(self, name: str) -> Any:
        """A method or a property of what is looked at: it sees no more than the view does."""
        found = getattr(type(self._of), name, None)
        if isinstance(found, property) and found.fget is not None:
            return found.fget(self)
        if callable(found):
            return MethodType(found, self)
        raise Undeclared(f"{self._base}{name} of the rig is read and was not declared")


def _wrongly_written(question: Question | None, figure: Figure, unit: str | None) -> str:
    who = "a rule" if question is None else f"question {question.name}"
    if unit is None:
        return f"{who} writes {figure.key} undeclared"
    return f"{who} writes {figure.key} in {figure.unit!r}, declared in {unit!r}"
