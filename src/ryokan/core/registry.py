"""The one list of steps, in the order in which people go through them. Everything that goes by steps goes by this."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Set
from dataclasses import dataclass, field

from ryokan.core.brief.step import STEP as BRIEF
from ryokan.core.charging.step import STEP as CHARGING
from ryokan.core.findings.model import RULES, Rule
from ryokan.core.inverter.step import STEP as INVERTER
from ryokan.core.loads.step import STEP as LOADS
from ryokan.core.question import Question, Step, everything_behind, in_order, make_room, read_by_each
from ryokan.core.solar.step import STEP as SOLAR
from ryokan.core.storage.step import STEP as STORAGE
from ryokan.core.survey.step import STEP as SURVEY
from ryokan.core.trial.step import STEP as TRIAL
from ryokan.core.wiring.step import STEP as WIRING

STEPS: tuple[Step, ...] = (SURVEY, BRIEF, LOADS, STORAGE, INVERTER, SOLAR, CHARGING, WIRING, TRIAL)
STEP_BY_NAME = {step.name: step for step in STEPS}


@dataclass(frozen=True, eq=False)
class Plan:
    """What an evaluation goes through: the steps, their questions in order with what each reads, and the rules."""

    steps: tuple[Step, ...]
    order: tuple[Question, ...]
    rules: tuple[Rule, ...]
    read: Mapping[str, Set[str]]
    _behind: dict[str, tuple[Question, ...]] = field(default_factory=dict)

    def behind(self, key: str) -> tuple[Question, ...]:
        """The questions that write a figure and all that they read, in their order."""
        found = self._behind.get(key)
        if found is None:
            found = everything_behind(key, self.order, self.read)
            make_room(self._behind)
            self._behind[key] = found
        return found


def plan_of(steps: Iterable[Step], rules: Iterable[Rule]) -> Plan:
    """The plan of some steps and rules.

    Raises
    ------
    BadDeclaration
        The questions do not fit together.
    """
    steps = tuple(steps)
    order = in_order(question for step in steps for question in step.questions)
    return Plan(steps, order, tuple(rules), read_by_each(order))


# What does not fit together stops the program here. Importing the steps has registered their rules.
PLAN = plan_of(STEPS, RULES.values())
