"""What does not fit: a code, a severity, the figures that show it, and where possible a fix."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal, TypeAlias

from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig

Severity: TypeAlias = Literal["danger", "fault", "advice"]
StepName: TypeAlias = Literal["survey", "brief", "loads", "storage", "inverter", "solar", "charging", "wiring"]

SEVERITIES: tuple[Severity, ...] = ("danger", "fault", "advice")
STEPS: tuple[StepName, ...] = ("survey", "brief", "loads", "storage", "inverter", "solar", "charging", "wiring")
_STEP_BY_NAME: dict[str, StepName] = {step: step for step in STEPS}


@dataclass(frozen=True, slots=True)
class Fix:
    """One action that would end the finding: a JSON Patch on the rig."""

    code: str
    patch: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing that does not fit.

    ``figures`` maps a name that the wording uses to the key of a figure, ``words`` to text such as a name the customer gave.
    """

    code: str
    severity: Severity
    step: StepName
    source: str
    figures: Mapping[str, str]
    words: Mapping[str, str] = field(default_factory=dict)
    fix: Fix | None = None
    excess: float | None = None  # how far the rule is broken, in the unit of its first figure; None: it is, or it is not


@dataclass(frozen=True, slots=True)
class Trouble:
    """What a rule answers when it is broken; the rule itself adds code, severity, step and source."""

    figures: Mapping[str, Figure] = field(default_factory=dict)
    words: Mapping[str, str] = field(default_factory=dict)
    fix: Fix | None = None
    source: str | None = None  # where the region's tables decide; otherwise the rule's own


@dataclass(frozen=True, slots=True)
class Rule:
    """One rule of the trade: returns None where it is kept, or where it cannot be decided yet.

    ``worse`` names the figure that grows as things get worse, or two whose difference does.
    """

    code: str
    severity: Severity
    source: str
    check: Callable[[Rig, Sheet], Trouble | None]
    worse: tuple[str, ...] = ()

    @property
    def step(self) -> StepName:
        """The step whose figures the rule judges: the first part of its code."""
        return _STEP_BY_NAME[self.code.partition(".")[0]]

    def judge(self, rig: Rig, sheet: Sheet) -> Finding | None:
        """The finding, if the rule is broken."""
        trouble = self.check(rig, sheet)
        if trouble is None:
            return None
        return Finding(
            code=self.code,
            severity=self.severity,
            step=self.step,
            source=trouble.source or self.source,
            figures={name: figure.key for name, figure in trouble.figures.items()},
            words=trouble.words,
            fix=trouble.fix,
            excess=self._excess(trouble.figures),
        )

    def _excess(self, figures: Mapping[str, Figure]) -> float | None:
        if not self.worse:
            return None
        first, *rest = (figures[name].number for name in self.worse)
        return first - sum(rest)


RULES: dict[str, Rule] = {}


def rule(
    code: str, severity: Severity, source: str, worse: tuple[str, ...] = ()
) -> Callable[[Callable[[Rig, Sheet], Trouble | None]], Callable[[Rig, Sheet], Trouble | None]]:
    """Register a function as the rule called ``code``."""

    def register(check: Callable[[Rig, Sheet], Trouble | None]) -> Callable[[Rig, Sheet], Trouble | None]:
        if code in RULES:
            raise ValueError(f"rule {code} stands twice")
        RULES[code] = Rule(code, severity, source, check, worse)
        return check

    return register


def replace(path: str, value: Any) -> tuple[Mapping[str, Any], ...]:
    """A patch that sets one member, whether it is there or not."""
    return ({"op": "add", "path": path, "value": value},)
