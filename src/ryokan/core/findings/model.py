"""What does not fit: a code, a severity, the figures that show it, and where possible a fix."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, Literal, TypeAlias, TypeVar, overload

from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.subjects import finding_key

Severity: TypeAlias = Literal["danger", "fault", "advice"]

SEVERITIES: tuple[Severity, ...] = ("danger", "fault", "advice")


@dataclass(frozen=True, slots=True)
class Fix:
    """One action that would end the finding: a JSON Patch on the rig."""

    code: str
    patch: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing that does not fit. It is known by its code and its subject.

    ``figures`` maps a name that the wording uses to the key of a figure, ``words`` to text, ``measures`` to a number with no
    key of its own. ``subject`` is ``family:id`` of the thing that it is about, joined by ``+`` where it is about several, and
    empty where a rig has only one; ``name`` is what people call that thing.
    """

    code: str
    severity: Severity
    step: str
    source: str
    figures: Mapping[str, str]
    words: Mapping[str, str] = field(default_factory=dict)
    fix: Fix | None = None
    excess: float | None = None  # how far the rule is broken, in the unit of its first figure; None: it is, or it is not
    subject: str = ""
    name: str = ""
    measures: Mapping[str, str] = field(default_factory=dict)
    variant: str = ""  # which of the sentences of its code says it, where what is there decides that
    other_fixes: tuple[Fix, ...] = ()  # other ways that end it as well

    @property
    def fixes(self) -> tuple[Fix, ...]:
        """All that would end it, that which is offered first in front."""
        return self.other_fixes if self.fix is None else (self.fix, *self.other_fixes)

    @property
    def key(self) -> str:
        """Code and subject in one, see :mod:`ryokan.core.subjects`."""
        return finding_key(self.code, self.subject)


@dataclass(frozen=True, slots=True)
class Trouble:
    """What a rule answers when it is broken; the rule itself adds code, severity, step and source."""

    figures: Mapping[str, Figure] = field(default_factory=dict)
    words: Mapping[str, str] = field(default_factory=dict)
    fix: Fix | None = None
    source: str | None = None  # where the region's tables decide; otherwise the rule's own
    measures: Mapping[str, str] = field(default_factory=dict)
    variant: str = ""
    other_fixes: tuple[Fix, ...] = ()


Item = TypeVar("Item")


@dataclass(frozen=True, slots=True)
class Thing(Generic[Item]):
    """One of many things that a rule judges: its subject, what people call it, and what is known of it."""

    subject: str
    name: str
    item: Item


Check: TypeAlias = Callable[[Rig, Sheet], Trouble | None]
CheckOfOne: TypeAlias = Callable[[Rig, Sheet, Item], Trouble | None]
Things: TypeAlias = Callable[[Rig, Sheet], Iterable[Thing[Item]]]


@dataclass(frozen=True, slots=True)
class Rule:
    """One rule of the trade: answers None where it is kept, or where it cannot be decided yet.

    ``worse`` names the figure that grows as things get worse, or two whose difference does. ``each`` lists the things that
    it judges, one at a time; without it the rule judges the rig.
    """

    code: str
    severity: Severity
    source: str
    check: Callable[..., Trouble | None]
    worse: tuple[str, ...] = ()
    each: Things[Any] | None = None

    @property
    def step(self) -> str:
        """The step whose figures the rule judges: by the first part of its code."""
        return step_of(self.code)

    def judge(self, rig: Rig, sheet: Sheet) -> list[Finding]:
        """A finding for each thing that breaks the rule."""
        if self.each is None:
            trouble = self.check(rig, sheet)
            return [] if trouble is None else [self.finding(trouble)]
        return [
            self.finding(trouble, thing)
            for thing in self.each(rig, sheet)
            if (trouble := self.check(rig, sheet, thing.item)) is not None
        ]

    def finding(self, trouble: Trouble, thing: Thing[Any] | None = None) -> Finding:
        """The finding that a trouble makes, about one thing or about the rig."""
        return Finding(
            code=self.code,
            severity=self.severity,
            step=self.step,
            source=trouble.source or self.source,
            figures={name: figure.key for name, figure in trouble.figures.items()},
            words=trouble.words,
            fix=trouble.fix,
            excess=self._excess(trouble.figures),
            subject="" if thing is None else thing.subject,
            name="" if thing is None else thing.name,
            measures=trouble.measures,
            variant=trouble.variant,
            other_fixes=trouble.other_fixes,
        )

    def _excess(self, figures: Mapping[str, Figure]) -> float | None:
        if not self.worse:
            return None
        first, *rest = (figures[name].number for name in self.worse)
        return first - sum(rest)


RULES: dict[str, Rule] = {}


@overload
def rule(code: str, severity: Severity, source: str, worse: tuple[str, ...] = ()) -> Callable[[Check], Check]: ...


@overload
def rule(
    code: str, severity: Severity, source: str, worse: tuple[str, ...] = (), *, each: Things[Item]
) -> Callable[[CheckOfOne[Item]], CheckOfOne[Item]]: ...


def rule(
    code: str, severity: Severity, source: str, worse: tuple[str, ...] = (), *, each: Things[Any] | None = None
) -> Callable[[Any], Any]:
    """Register a function as the rule called ``code``: it judges the rig, or the things of ``each`` one at a time."""

    def register(check: Callable[..., Trouble | None]) -> Callable[..., Trouble | None]:
        if code in RULES:
            raise ValueError(f"rule {code} stands twice")
        RULES[code] = Rule(code, severity, source, check, worse, each)
        return check

    return register


# What belongs to a step without having its name: the AC side is a page of the inverter.
_BELONGS_TO = {"ac": "inverter"}


def step_of(code: str) -> str:
    """The step that a rule or a question belongs to, by the first part of its code."""
    first = code.partition(".")[0]
    return _BELONGS_TO.get(first, first)


def replace(path: str, value: Any) -> tuple[Mapping[str, Any], ...]:
    """A patch that sets one member, whether it is there or not."""
    return ({"op": "add", "path": path, "value": value},)
