"""Questions: what a step works out, declared with what it reads and what it writes.

The order in which questions are asked follows from their declarations, worked out when the program starts: a question comes
after every question that writes what it reads. Two that read one another stop the program there.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Iterable, Mapping, Sequence, Set
from dataclasses import dataclass, field
from functools import lru_cache
from graphlib import CycleError, TopologicalSorter
from typing import Any, Generic, TypeAlias, TypeVar

T = TypeVar("T", covariant=True)

ASSUMPTIONS = "assumptions."
MOST_KEPT = 2**15  # keys that a question remembers to be declared
MONEY = "¤"  # stands for whatever currency a price is in


class Undeclared(Exception):
    """A question read or wrote what it has not declared. A fault of the program, never of a rig."""


class BadDeclaration(Exception):
    """The questions do not fit together; the program does not start."""


@dataclass(frozen=True, slots=True)
class Answer(Generic[T]):
    """What a question answers besides figures, such as the season that is planned for."""

    name: str


@dataclass(frozen=True, slots=True)
class AnswerOfEach(Generic[T]):
    """What a question that is asked of each of many things answers, by the thing's id."""

    name: str


Readable: TypeAlias = str | Answer[Any] | AnswerOfEach[Any]
Ask: TypeAlias = Callable[..., Any]
# Takes a scope, which knows this module; the things that are asked about, by id and in their order.
EachOf: TypeAlias = Callable[[Any], Mapping[str, Any]]


@dataclass(frozen=True, eq=False)
class Question:
    """One question of a step.

    Parameters
    ----------
    name : str
        ``<package>.<function>``.
    ask : callable
        Takes a scope, and where the question is asked of each thing its id and the thing; writes figures through the scope.
    reads : tuple of str or answer
        Keys of figures or families of them: ``*`` stands for one part of a key, a ``**`` at the end for all that follows.
        ``loads.energy:loads.row.*.wh_per_day`` are those alone that the question ``loads.energy`` writes.
        Assumptions and curves need no declaration: they hang on nothing but the rig's own overrides.
    rig : tuple of str
        Parts of the rig that are read, ``storage`` or ``brief.people``; ``parts.battery`` for a part that was chosen.
    writes : mapping of str to str
        Keys or families of keys with the unit of each; :data:`MONEY` stands for a currency.
    answers : answer, optional
        What it answers besides figures.
    each : callable, optional
        Takes a scope; the things that are asked about, by id and in their order.
    """

    name: str
    ask: Ask
    reads: tuple[str, ...]
    rig: tuple[str, ...]
    writes: Mapping[str, str]
    answers: Answer[Any] | AnswerOfEach[Any] | None = None
    each: EachOf | None = None
    members: Mapping[str, Any] = field(init=False)
    parts: Mapping[str, Any] = field(init=False)
    readable: set[str] = field(init=False, default_factory=set)  # keys that were looked up before
    units: dict[str, str] = field(init=False, default_factory=dict)  # by key, as far as they were looked up before

    def __post_init__(self) -> None:
        object.__setattr__(self, "members", _tree(one for one in self.rig if not one.startswith("parts.")))
        object.__setattr__(self, "parts", _tree(one.removeprefix("parts.") for one in self.rig if one.startswith("parts.")))

    def may_read(self, key: str) -> bool:
        """Whether the question has declared a key, wrote it itself, or needs no declaration for it."""
        if key in self.readable:
            return True
        found = any(pattern(family).match(key) for family in (*map(_family, self.reads), *self.writes))
        if found:
            make_room(self.readable)
            self.readable.add(key)
        return found

    def unit_of(self, key: str) -> str | None:
        """The unit in which the question writes a key; None where it has not declared the key."""
        unit = self.units.get(key)
        if unit is None:
            unit = next((unit for family, unit in self.writes.items() if pattern(family).match(key)), None)
            if unit is not None:
                make_room(self.units)
                self.units[key] = unit
        return unit


@dataclass(frozen=True, slots=True)
class LedgerLine:
    """A line of the ledger: key of the need, key of what is chosen, and the rules that judge whether it fits.

    ``only_if_chosen``: the figure stands there also for what is reckoned with until something is chosen. ``only_if_there``: the
    line is left out where neither need nor have has a figure, as of a source that is not there.
    """

    need: str
    have: str | None = None
    judged_by: tuple[str, ...] = ()
    only_if_chosen: bool = False
    only_if_there: bool = False


@dataclass(frozen=True, eq=False)
class Step:
    """One step of the work: its questions, and how it is told how far it is.

    ``shows`` are the beginnings of the keys that the step's page shows, ``begun`` and ``chosen`` say whether there is anything
    to work with and whether the choice is made, ``ledger`` are its lines of need against have.
    """

    name: str
    questions: tuple[Question, ...]
    shows: tuple[str, ...]
    begun: Callable[[Any], bool]
    chosen: Callable[[Any], bool]
    ledger: tuple[LedgerLine, ...] = ()


def question(
    *,
    reads: Sequence[Readable] = (),
    rig: Sequence[str] = (),
    writes: Mapping[str, Sequence[str]] | None = None,
    answers: Answer[Any] | AnswerOfEach[Any] | None = None,
    each: EachOf | None = None,
) -> Callable[[Ask], Question]:
    """Declare a function as a question. ``writes`` lists the keys by their unit; see :class:`Question`.

    ``storage.{need_wh, need_ah}`` stands for both keys.
    """

    def declare(ask: Ask) -> Question:
        return Question(
            name=f"{ask.__module__.split('.')[-2:][0]}.{ask.__name__}",
            ask=ask,
            reads=tuple(key for one in reads for key in (spelt_out(one) if isinstance(one, str) else (answer_key(one),))),
            rig=tuple(rig),
            writes={key: unit for unit, keys in (writes or {}).items() for short in keys for key in spelt_out(short)},
            answers=answers,
            each=each,
        )

    return declare


def spelt_out(short: str) -> tuple[str, ...]:
    """The keys that a declaration with braces stands for."""
    before, brace, rest = short.partition("{")
    if not brace:
        return (short,)
    inner, _, after = rest.partition("}")
    return tuple(f"{before}{one.strip()}{after}" for one in inner.split(","))


def answer_key(answer: Answer[Any] | AnswerOfEach[Any]) -> str:
    """What an answer is called among what is read."""
    return f"={answer.name}"


def in_order(questions: Iterable[Question]) -> tuple[Question, ...]:
    """The questions, each behind those whose figures or answers it reads.

    Raises
    ------
    BadDeclaration
        Two have one name, one reads what nobody writes, or some read one another in a circle; the message names them.
    """
    by_name: dict[str, Question] = {}
    for one in questions:
        if one.name in by_name:
            raise BadDeclaration(f"question {one.name} stands twice")
        by_name[one.name] = one
    # Sorted, so that the order does not hang on that in which steps and questions are listed.
    graph = {name: sorted(after) for name, after in sorted(read_by_each(by_name.values()).items())}
    try:
        return tuple(by_name[name] for name in TopologicalSorter(graph).static_order())
    except CycleError as error:
        raise BadDeclaration(f"questions read one another: {' -> '.join(error.args[1])}") from error


def everything_behind(key: str, order: Sequence[Question], read: Mapping[str, Set[str]]) -> tuple[Question, ...]:
    """The questions that may write a figure or answer what is read, with all those that they read, in their order.

    ``read`` are the names of the questions that each of them reads, as :func:`read_by_each` finds them.
    """
    wanted = {one.name for one in order if one.unit_of(key) is not None or _answers(one, key)}
    for one in reversed(order):
        if one.name in wanted:
            wanted |= read[one.name]
    return tuple(one for one in order if one.name in wanted)


def _answers(one: Question, read: str) -> bool:
    return one.answers is not None and answer_key(one.answers) == read


def read_by_each(questions: Collection[Question]) -> dict[str, frozenset[str]]:
    """Names of the questions that write what each of them reads, by the name of that one.

    Raises
    ------
    BadDeclaration
        One reads what nobody writes.
    """
    by_step: dict[str, list[tuple[Question, str]]] = {}  # what is written, by the first part of its key
    for one in questions:
        for written in one.writes:
            by_step.setdefault(written.partition(".")[0], []).append((one, written))
    writers: dict[str, set[str]] = {}  # by what is read: several questions read the same
    for one in questions:
        for read in one.reads:
            if read not in writers:
                writers[read] = _writers_of(read, questions, by_step)
            if not writers[read]:
                raise BadDeclaration(f"question {one.name} reads {read}, which nobody writes")
    return {one.name: frozenset(name for read in one.reads for name in writers[read]) - {one.name} for one in questions}


def _writers_of(read: str, questions: Iterable[Question], by_step: Mapping[str, Sequence[tuple[Question, str]]]) -> set[str]:
    """Names of the questions that answer or write what is read; keys begin with the name of a step, never with a star."""
    if read.startswith("="):
        return {one.name for one in questions if _answers(one, read)}
    family, by = _family(read), read.rpartition(":")[0]
    there = by_step.get(family.partition(".")[0], ())
    return {one.name for one, written in there if by in ("", one.name) and overlap(family, written)}


def _family(read: str) -> str:
    """What is read, without the question that it is read of."""
    return read.rpartition(":")[2]


def overlap(one: str, other: str) -> bool:
    """Whether there can be a key that belongs to both of two families."""
    ours, theirs = one.split("."), other.split(".")
    for place, (a, b) in enumerate(zip(ours, theirs, strict=False)):
        if "**" in (a, b):
            return place == len(ours) - 1 if a == "**" else place == len(theirs) - 1
        if a != b and not ("*" in a and pattern(a).match(b)) and not ("*" in b and pattern(b).match(a)):
            return False
    return len(ours) == len(theirs)


@lru_cache(maxsize=4096)
def pattern(family: str) -> re.Pattern[str]:
    """What the keys of a family look like."""
    return re.compile(re.escape(family).replace(r"\*\*", ".+").replace(r"\*", r"[^.]+") + r"\Z")


def make_room(kept: set[str] | dict[str, Any]) -> None:
    """Forget what was looked up once it is too much: the ids of many rigs come by."""
    if len(kept) >= MOST_KEPT:
        kept.clear()


def _tree(names: Iterable[str]) -> dict[str, Any]:
    """``storage``, ``brief.people`` as ``{"storage": None, "brief": {"people": None}}``: None is all of it."""
    tree: dict[str, Any] = {}
    for name in names:
        section, _, member = name.partition(".")
        if not member:
            tree[section] = None
        elif tree.setdefault(section, {}) is not None:
            tree[section][member] = None
    return tree
