"""What the interface sends and gets. These models make the OpenAPI document, from which the TypeScript types are made."""

from __future__ import annotations

from datetime import date, datetime
from typing import TYPE_CHECKING, Any, Literal, TypeAlias
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, RootModel

from ryokan.core.data.questions import Grade
from ryokan.core.evaluate import StepState
from ryokan.core.findings.model import Severity
from ryokan.core.registry import STEP_BY_NAME
from ryokan.core.rig import Rig

if TYPE_CHECKING:
    StepName: TypeAlias = str
else:
    StepName = Literal[*STEP_BY_NAME]  # whatever steps there are

Role: TypeAlias = Literal["owner", "designer", "fitter", "viewer"]


class Sent(BaseModel):
    """Base of what the browser sends: nothing unknown is dropped in silence."""

    model_config = ConfigDict(extra="forbid", str_strip_whitespace=True)


class ProblemItem(BaseModel):
    """One fault, at its place."""

    pointer: str
    code: str
    detail: str


class Problem(BaseModel):
    """application/problem+json after RFC 9457."""

    type: str
    title: str
    status: int
    detail: str
    code: str
    errors: list[ProblemItem] = Field(default_factory=list)
    draft: DraftAnswer | None = Field(default=None, description="What an edit that came too late was kept as.")


class ClashAnswer(BaseModel):
    """One place of a draft: what it would put there and what stands there now; null where there is nothing."""

    path: str
    place: str
    mine: Any
    theirs: Any


class DraftAnswer(BaseModel):
    """An edit that lost against somebody else's."""

    id: UUID
    name: str
    why: str
    at: datetime
    clashes: list[ClashAnswer]


class CheckAnswer(BaseModel):
    """That somebody of the shop compared a source with its printed text."""

    edition: str
    by: str
    on: date


class Done(BaseModel):
    """It was done."""

    done: Literal[True] = True


class Health(BaseModel):
    """The process answers."""

    process: Literal["answers"] = "answers"


class Readiness(BaseModel):
    """Whether requests can be served: the database answers, and its schema is this program's."""

    database: Literal["answers", "does not answer"]
    schema_revision: str | None
    ready: bool


class FigureValue(BaseModel):
    """A figure without its working. ``from_memory`` marks a source that nobody has compared with print yet."""

    key: str
    value: float | str | list[float]
    unit: str
    from_memory: bool


class LedgerLineAnswer(BaseModel):
    """Need against have; ``step`` is null for what all that is chosen comes to."""

    step: StepName | None
    label: str
    need: FigureValue | None
    have: FigureValue | None
    severity: Severity | None


class SourceAnswer(BaseModel):
    """Where a figure or rule comes from."""

    id: str
    title: str
    edition: str
    basis: str
    confidence: str
    from_memory: bool
    check: CheckAnswer | None


class OtherFix(BaseModel):
    """One action that ends a finding, as the patch to send."""

    label: str
    patch: list[dict[str, Any]]


class FixAnswer(OtherFix):
    """The action that is offered first, with the others that end the finding as well."""

    others: list[OtherFix] = []


class OverruledAnswer(BaseModel):
    """Who let a finding stand, when and why, and what it said then."""

    by: str
    on: str
    reason: str
    said: str


class FindingAnswer(BaseModel):
    """What does not fit, in words. ``overruled`` on a finding that stands: it was, and has got worse since."""

    key: str = Field(description="What it is known by: its code, and behind an @ its subject.")
    code: str
    subject: str = Field(description="What it is about, as family:id, several joined by +; empty where there is only one.")
    name: str = Field(description="What people call that; empty where there is only one, or nobody named it.")
    severity: Severity
    step: StepName
    what: str
    why: str
    source: SourceAnswer
    figures: list[str]
    fixable: bool = Field(description="Whether there is a fix to try: those that hold are read beside it.")
    overruled: OverruledAnswer | None = None


class FixesQuery(Sent):
    """Whose fixes are asked for."""

    keys: str = Field(default="", max_length=8000, description="Keys of findings, joined by a space; those on screen first.")


class FixesAnswer(BaseModel):
    """Fixes that were tried and hold, by the key of the finding; the others are left out."""

    revision: int
    fixes: dict[str, FixAnswer]


class QuickAnswer(BaseModel):
    """An answer that takes one press."""

    label: str
    patch: list[dict[str, Any]]


class EntryAnswer(BaseModel):
    """How an answer is typed, and where it goes."""

    kind: Literal["number", "length"]
    unit: str
    path: str
    new: dict[str, Any] | None = Field(description="The thing that holds it, where that is not there yet.")
    member: str


class AskedAnswer(BaseModel):
    """One question about one thing that was found: what nobody said yet, and what the answer decides."""

    key: str = Field(description="Code, and behind an @ what it is about.")
    code: str
    grade: Grade
    step: StepName = Field(description="The step that waits for the answer.")
    what: str
    decides: str
    source: SourceAnswer
    kind: str = Field(description="Kind of the thing that holds the answer.")
    item: str = Field(description="Its id on the survey; empty where it is not there yet.")
    member: str
    answers: list[QuickAnswer]
    place: str = Field(description="Where the thing is; empty where nobody said.")
    set_aside: bool = Field(description="Somebody asked, and nobody knows.")
    entry: EntryAnswer | None = Field(description="Where it is typed rather than chosen.")
    not_known: list[dict[str, Any]] = Field(description="The edit that says that nobody knows, or takes that back.")


class AskedList(BaseModel):
    """What is still to be asked, place by place, and within each the worst first."""

    revision: int
    asked: list[AskedAnswer]


class OpenQuestions(BaseModel):
    """How many questions are open: of danger grade, and in all."""

    danger: int
    all: int


class OptionState(BaseModel):
    """What a page says of an option besides the rig and its findings."""

    revision: int
    saved_at: datetime
    sentence: str
    undo: str | None
    redo: str | None
    promise: str
    steps: dict[str, StepState]
    ledger: list[LedgerLineAnswer]
    nights: NightBars | None
    drafts: list[DraftAnswer]
    part_names: dict[str, str] = Field(description="Parts of the book that the rig took, by reference.")
    open_comments: dict[str, int] = Field(description="How many comments are not resolved, by pin.")
    asked: OpenQuestions


class OptionAnswer(OptionState):
    """An option at its newest revision: the rig, its ledger, its findings."""

    option_id: UUID
    may_edit: bool
    rig: Rig
    lines: dict[str, str] = Field(description="Each load as a line that can be typed again, by id.")
    findings: list[FindingAnswer]
    overruled: list[FindingAnswer] = Field(description="Findings that somebody lets stand.")


class EditAnswer(OptionState):
    """What an edit came to: everything that is other than at the revision ``base``, which the browser has."""

    base: int = Field(description="The revision that the edit named, which the changes are against.")
    made: int | None = Field(description="The revision that the edit became; null where it changed nothing.")
    changes: list[dict[str, Any]] = Field(description="JSON Patch that makes the newest rig of that of the base.")
    lines: dict[str, str | None] = Field(description="Loads that read otherwise as a line; null: the load is gone.")
    findings: list[str] = Field(description="Keys of all findings, worst first.")
    overruled: list[str] = Field(description="Keys of the findings that somebody lets stand.")
    changed_findings: list[FindingAnswer] = Field(description="Those of both that are new or say something else.")


class NightBars(BaseModel):
    """Share of the usable energy left at each promised dawn with no charge at all, by the audit and with its margin."""

    chosen: bool = Field(description="Whether a bank is chosen; otherwise one of exactly the need is shown.")
    by_audit: list[float]
    with_margin: list[float]
    by_high_use: list[float]
    by_low_use: list[float]


class StepReport(BaseModel):
    """The figures of one step."""

    revision: int
    figures: dict[str, FigureValue]


class WorkingInput(BaseModel):
    """One name of a formula, with the figures it stands for."""

    name: str
    figures: list[TitledFigure]


class TitledFigure(FigureValue):
    """A figure with what it is called."""

    title: str


class RevisionAnswer(BaseModel):
    """One line of the history."""

    number: int
    sentence: str
    author: str
    at: datetime


class History(BaseModel):
    """All revisions, newest first."""

    revisions: list[RevisionAnswer]


class WordPiece(BaseModel):
    """A stretch of a formula in words; with ``key`` it is the title of an input that can be followed."""

    text: str
    key: str | None


class LineChangeAnswer(BaseModel):
    """A line of the ledger before and after an edit."""

    label: str
    need_before: FigureValue | None
    need_after: FigureValue | None
    have_before: FigureValue | None
    have_after: FigureValue | None


class PreviewAnswer(BaseModel):
    """What an edit would change; nothing is stored."""

    lines: list[LineChangeAnswer]
    ended: list[FindingAnswer]
    new: list[FindingAnswer]


class Working(BaseModel):
    """How a figure came about."""

    figure: TitledFigure
    kind: str
    formula: str | None
    in_words: list[WordPiece]
    with_numbers: str
    inputs: list[WorkingInput]
    source: SourceAnswer
    note: str


class PatchOperation(Sent):
    """One operation of RFC 6902. No ``copy``: a few dozen of them in one patch would double a rig beyond any memory."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    op: Literal["add", "remove", "replace", "move", "test"]
    path: str = Field(max_length=400, pattern=r"^/")
    from_: str | None = Field(default=None, alias="from", max_length=400)
    value: Any = None


class RigPatch(RootModel[list[PatchOperation]]):
    """An edit."""


class StepQuery(Sent):
    """Which step's figures are asked for."""

    step: StepName


for _late in (
    Problem,
    OptionAnswer,
    EditAnswer,
    PreviewAnswer,
    Working,
):
    _late.model_rebuild()
WorkingInput.model_rebuild()
