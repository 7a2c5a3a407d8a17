"""What the interface gets of the AC side: its pictures, its card, and the schools to begin it by."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, Field

from ryokan.core.ac.card import Side
from ryokan.core.ac.picture import Carries, Doing, OfWire, Shown, WireState
from ryokan.core.ac.schools import School
from ryokan.core.topology.modes import AcMode


class NodeAnswer(BaseModel):
    """A box of a picture."""

    id: str
    kind: Shown
    name: str
    column: int
    row: int
    carries: Carries
    legs: list[int]
    hung: list[str] = Field(description="Names of what hangs on it.")
    doing: Doing
    bond: Literal["closed", "open", "not_said"] | None = Field(description="Whether neutral and earth meet there.")


class WireAnswer(BaseModel):
    """A way between two boxes."""

    tail: str
    head: str
    role: Literal["dc", "ac", "charge"] = Field(description="“charge” leads from where a charger hangs back into the bank.")
    state: WireState
    carries: OfWire


class PictureAnswer(BaseModel):
    """One mode, or several that are alike."""

    modes: list[AcMode]
    title: str
    sentences: list[str]
    nodes: list[NodeAnswer]
    wires: list[WireAnswer]


class CardStepAnswer(BaseModel):
    """A step of the card."""

    do: str
    forgotten: str = Field(description="What goes wrong when it is forgotten; empty where nothing is to be done.")


class SideAnswer(BaseModel):
    """One side of the card."""

    side: Side
    title: str
    steps: list[CardStepAnswer]


class SchoolAnswer(BaseModel):
    """A school to begin the AC side by."""

    school: School
    name: str
    what: str
    usual: bool
    patch: list[dict[str, Any]]


class AcAnswer(BaseModel):
    """The AC side of an option at its newest revision. ``schools`` are there while nothing of it is entered."""

    revision: int
    pictures: list[PictureAnswer]
    card: list[SideAnswer]
    schools: list[SchoolAnswer]
