"""What the interface sends and gets about parts."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from pydantic import BaseModel, Field, RootModel

from ryokan.core.parts.model import Part, PartKind
from ryokan.operations.candidates import CandidatePlace
from ryokan.web.schemas import FigureValue, FindingAnswer, Sent
from ryokan.wording.parts import FieldType


class PartChoice(BaseModel):
    """One value that a member may have."""

    value: str | int
    label: str


class PartFieldAnswer(BaseModel):
    """One member of a kind of part."""

    name: str
    label: str
    unit: str
    type: FieldType
    required: bool
    choices: list[PartChoice]
    default: str | int | float | bool | None


class PartKindAnswer(BaseModel):
    """A kind of part; ``columns`` are what a list shows."""

    kind: PartKind
    group: str = Field(description="What kinds of its sort are called together.")
    name: str
    plural: str
    columns: list[str]
    fields: list[PartFieldAnswer]


class BookPartAnswer(BaseModel):
    """A part of the shop's book at its newest revision."""

    id: UUID
    number: int
    reference: str
    part: Part
    withdrawn: bool


class PartList(BaseModel):
    """The parts book."""

    parts: list[BookPartAnswer]
    kinds: list[PartKindAnswer]


class PartRevisionAnswer(BaseModel):
    """One state of a part."""

    number: int
    author: str
    at: datetime
    part: Part


class PartHistory(BaseModel):
    """A part with all its revisions, newest first."""

    part: BookPartAnswer
    revisions: list[PartRevisionAnswer]


class NewPart(RootModel[Part]):
    """A part as typed."""


class Withdrawal(Sent):
    """Whether a part is offered no more."""

    withdrawn: bool


class CandidateQuery(Sent):
    """Where a part is looked for."""

    place: CandidatePlace


class CandidateAnswer(BaseModel):
    """What a part would do: to the promise, to price and mass, and what would speak against it."""

    reference: str
    own: bool
    part: Part
    arrangement: str
    patch: list[dict[str, Any]]
    chosen: bool
    fits: bool
    days: FigureValue | None
    headroom: FigureValue | None
    price: FigureValue | None
    mass: FigureValue | None
    findings: list[FindingAnswer]


class Candidates(BaseModel):
    """Parts for a place, those that fit first."""

    candidates: list[CandidateAnswer]
