"""What is seen of workmanship and place: each *seen*, *not so*, or not looked at; by place."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import lru_cache
from importlib import resources
from typing import TYPE_CHECKING, Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.data.provenance import require_source
from ryokan.core.errors import UnknownSight
from ryokan.core.model import Id, Model, Position

if TYPE_CHECKING:
    from ryokan.core.findings.model import Severity

MAX_LOOKS = 60

Seen: TypeAlias = Literal["seen", "not_so"]
Group: TypeAlias = Literal["battery", "cable", "protection", "solar", "place"]


@dataclass(frozen=True, slots=True)
class Sight:
    """One thing that may be seen. ``group`` is what it is seen at; its rule is called ``survey.seen_<code>``."""

    code: str
    group: Group
    severity: Severity
    source: str


@lru_cache(maxsize=1)
def sights() -> dict[str, Sight]:
    """All of them by their code, in the order in which one looks."""
    text = resources.files("ryokan.core.data").joinpath("sights.toml").read_text("utf-8")
    return {
        code: Sight(code, one["group"], one["severity"], require_source(one["source"]))
        for code, one in tomllib.loads(text).items()
    }


class Look(Model):
    """What was seen at one place. ``nothing_else`` closes it: what was not tapped there is not so."""

    position: Position = 0
    name: str = Field(default="", max_length=60, description="The place in words, where no compartment says it.")
    where: Id | None = Field(default=None, description="The compartment that it is.")
    seen: dict[Annotated[str, Field(max_length=40)], Seen] = Field(default_factory=dict, max_length=80)
    nothing_else: bool = False
    note: str = Field(default="", max_length=400)

    @field_validator("seen")
    @classmethod
    def _known(cls, seen: dict[str, Seen]) -> dict[str, Seen]:
        for code in seen:
            if code not in sights():
                raise UnknownSight(f"“{code}” is nothing that this version looks for.")
        return seen
