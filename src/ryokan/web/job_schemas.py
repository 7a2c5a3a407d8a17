"""What the interface sends and gets about jobs, their options side by side, comments and notes."""

from __future__ import annotations

from datetime import date, datetime
from typing import Literal, TypeAlias
from uuid import UUID

from pydantic import BaseModel, Field

from ryokan.core.findings.model import Severity
from ryokan.core.job_file import MAX_NOTES
from ryokan.core.subjects import FINDING_KEY
from ryokan.operations.jobs import Begin
from ryokan.store.jobs import Order
from ryokan.web.schemas import FigureValue, FindingAnswer, Sent

Stage: TypeAlias = Literal["survey", "plan", "quoted", "building", "in_use"]
PIN = rf"^(load|part|run|stay|item|link|compartment):[a-z0-9-]{{1,40}}$|^finding:{FINDING_KEY.removeprefix('^')}"


class NewComment(Sent):
    """Something to say about a thing of the rig, or about a finding by its key."""

    pin: str = Field(max_length=240, pattern=PIN)
    text: str = Field(min_length=1, max_length=2000)


class CommentAnswer(BaseModel):
    """A comment; ``about`` is null where its place is gone from the rig."""

    id: UUID
    pin: str
    about: str | None
    text: str
    author: str
    at: datetime
    resolved_by: str | None
    resolved_at: datetime | None


class CommentList(BaseModel):
    """All comments on an option, oldest first."""

    comments: list[CommentAnswer]


class Resolution(Sent):
    """Whether a comment is dealt with."""

    resolved: bool


class Notes(Sent):
    """Notes on a job."""

    notes: str = Field(max_length=MAX_NOTES)
    seen: str | None = Field(default=None, max_length=MAX_NOTES, description="The notes that these are to take the place of.")


class Counts(BaseModel):
    """How many findings of each severity, and how many open questions decide a danger."""

    danger: int
    fault: int
    advice: int
    asked: int


class JobQuery(Sent):
    """Which jobs are looked for, in which order, and which page of them."""

    find: str = Field(default="", max_length=120, description="Words of title, customer or vehicle.")
    stage: Stage | None = None
    archived: bool = False
    order: Order = "changed"
    page: int = Field(default=1, ge=1, le=10_000)


class JobChange(Sent):
    """What is said of a job; members that are left out stay as they are."""

    title: str = Field(default="", min_length=1, max_length=120)
    customer: str = Field(default="", min_length=1, max_length=120)
    stage: Stage | None = None
    wished_for: date | None = None
    archived: bool = False


class Removal(Sent):
    """Whether an option is taken away or brought back."""

    removed: bool


class SystemName(Sent):
    """What a system is called."""

    name: str = Field(min_length=1, max_length=60)


class JobCardAnswer(BaseModel):
    """A job at a glance."""

    id: UUID
    stage: Stage | None
    wished_for: date | None
    archived: bool
    option_id: UUID = Field(description="The first option, which the rest speaks of.")
    title: str
    customer: str
    vehicle: str
    promise: str
    loads: int
    days_promised: float
    days_kept: float | None = Field(description="Of the chosen bank; null while none is chosen or there is no load.")
    worst: str | None = Field(description="The first finding in words.")
    counts: Counts


class JobList(BaseModel):
    """A page of the jobs that were looked for. ``stages``: how many there would be of each stage."""

    jobs: list[JobCardAnswer]
    page: int
    pages: int
    total: int
    stages: dict[Stage, int]


class NewJob(Sent):
    """A job to start."""

    title: str = Field(min_length=1, max_length=120)
    customer: str = Field(min_length=1, max_length=120)
    like_option: UUID | None = Field(default=None, description="An option of another job to start from.")


class OptionName(BaseModel):
    """An option of a job; ``system`` is empty where the job has only one."""

    id: UUID
    system: str
    name: str


class JobAnswer(BaseModel):
    """A job with its options."""

    id: UUID
    title: str
    customer: str
    notes: str
    stage: Stage | None
    wished_for: date | None
    archived: bool
    options: list[OptionName]
    removed: list[OptionName]


class NewOption(Sent):
    """A further option of the same system of a job."""

    name: str = Field(min_length=1, max_length=60)
    begin: Begin = Field(default="copy", description="As it is, as its survey found things, or with what stays.")


class ComparedCell(BaseModel):
    """Need and have of one option."""

    need: FigureValue | None
    have: FigureValue | None
    severity: Severity | None


class ComparedRow(BaseModel):
    """One question of the ledger, answered by each option in their order. ``differs``: not all answers are alike."""

    label: str
    cells: list[ComparedCell]
    differs: bool


class ComparedOption(BaseModel):
    """One option of a comparison."""

    id: UUID
    name: str
    promise: str
    days_kept: float | None
    findings: list[FindingAnswer]


class Comparison(BaseModel):
    """All options of a job side by side."""

    options: list[ComparedOption]
    rows: list[ComparedRow]
