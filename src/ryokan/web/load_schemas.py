"""What the interface sends and gets about loads."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from pydantic import BaseModel, Field

from ryokan.core.inverter.together import Verdict
from ryokan.core.loads.model import Load
from ryokan.web.schemas import Sent, SourceAnswer, TitledFigure
from ryokan.wording.marks import Became


class TypedLine(Sent):
    """A load line as typed, perhaps in place of an existing row."""

    line: str = Field(max_length=200)
    replaces: str | None = Field(default=None, max_length=40)


class MarkAnswer(BaseModel):
    """A stretch of a line as typed, and what it became: a fact, part of the name, or nothing."""

    start: int
    end: int
    became: Became
    words: str


class QuestionAnswer(BaseModel):
    """Why a line is not taken yet, or what is doubtful in it, with the nearest readings."""

    code: str
    start: int
    end: int
    detail: str
    readings: list[str]


class NewLoadSet(Sent):
    """A name to keep loads under: one by its id, or all that are not struck out."""

    name: str = Field(min_length=1, max_length=60)
    load_id: str | None = Field(default=None, max_length=40)


class LoadSetAnswer(BaseModel):
    """Loads that the shop keeps under a name."""

    id: UUID
    name: str
    loads: list[Load]


class LoadSets(BaseModel):
    """All that the shop keeps, by name."""

    sets: list[LoadSetAnswer]


class LoadListPatch(BaseModel):
    """The edit that would add the loads of a list; nothing is stored."""

    patch: list[dict[str, Any]]


class CompletionAnswer(BaseModel):
    """A usual load that a typed name may mean, as a whole line, with what is usual for it."""

    word: str
    line: str
    note: str


class LineAnswer(BaseModel):
    """What was understood of a line."""

    load: Load | None
    understood: str
    wh_at_bank: float | None
    nights: float | None
    questions: list[QuestionAnswer]
    doubts: list[QuestionAnswer]
    marks: list[MarkAnswer]
    completions: list[CompletionAnswer]


class RunQuestion(Sent):
    """Which loads run, from which charge."""

    loads: list[str] = Field(max_length=300)
    from_frac: float = Field(default=1.0, ge=0, le=1)


class WorkedFigure(TitledFigure):
    """A figure that no report holds, with its working on the spot."""

    in_words: str
    with_numbers: str
    source: SourceAnswer


class RechargeQuestion(Sent):
    """From which charge the bank is to be filled."""

    from_frac: float = Field(ge=0, le=1)


class RechargeAnswer(BaseModel):
    """Hours to each charge by mode and by the name of the figure, such as ``driving`` and ``hours_to_95``."""

    modes: dict[str, dict[str, WorkedFigure]]


class RunAnswer(BaseModel):
    """How long they run, and how long it takes to bring it back."""

    figures: list[WorkedFigure]


class TogetherLoad(BaseModel):
    """An AC load among those that are held against the inverter."""

    id: str
    name: str
    running_va: float


class TogetherPair(BaseModel):
    """Two AC loads, or one by itself. ``steps_w``: the lower settings at which they fit, by load."""

    one: str
    other: str
    verdict: Verdict
    running_va: float
    start_w: float
    steps_w: dict[str, float]


class TogetherAnswer(BaseModel):
    """Which AC loads can run together; no loads where nothing runs on AC."""

    loads: list[TogetherLoad]
    left_out: int
    rated_w: float
    surge_w: float
    pairs: list[TogetherPair]
