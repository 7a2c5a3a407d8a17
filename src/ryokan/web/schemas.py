"""What the interface sends and gets. These models make the OpenAPI document, from which the TypeScript types are made."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any, Literal, TypeAlias
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, RootModel

from ryokan.core.evaluate import StepState
from ryokan.core.findings.model import Severity, StepName
from ryokan.core.inverter.together import Verdict
from ryokan.core.job_file import MAX_NOTES
from ryokan.core.loads.model import Load
from ryokan.core.parts.model import Part, PartKind
from ryokan.core.rig import Rig
from ryokan.operations.candidates import CandidatePlace
from ryokan.operations.jobs import Begin
from ryokan.wording.parts import FieldType
from ryokan.wording.quantities import UnitSystem

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


class Person(BaseModel):
    """Who is signed in."""

    name: str
    role: str
    shop: str
    caution_read: bool
    units: UnitSystem


class SessionAnswer(BaseModel):
    """Whether somebody is signed in, and the token that writes have to carry."""

    person: Person | None
    csrf_token: str
    caution: str


class Credentials(Sent):
    """Address and password."""

    email: str = Field(min_length=1, max_length=200)
    password: str = Field(min_length=1, max_length=200)


class UnitsChoice(Sent):
    """In which units quantities are shown to this person."""

    units: UnitSystem


class PasswordChange(Sent):
    """The password as it is and as it is to be."""

    old: str = Field(min_length=1, max_length=200)
    new: str = Field(min_length=1, max_length=200)


class TeamMember(BaseModel):
    """Somebody of the shop. Addresses are for owners, and one's own."""

    id: UUID
    name: str
    email: str | None
    role: str
    you: bool
    left: bool


class InvitationAnswer(BaseModel):
    """A place that waits to be taken."""

    email: str
    role: str
    expires_at: datetime


class TeamAnswer(BaseModel):
    """Who signs in to the shop, and who is asked to."""

    people: list[TeamMember]
    invitations: list[InvitationAnswer]


class NewInvitation(Sent):
    """Whom to ask in, as what."""

    email: str = Field(min_length=3, max_length=200, pattern=r"^[^@\s]+@[^@\s]+$")
    role: Role


class InvitationMade(BaseModel):
    """The link's token, told this once."""

    token: str


class Address(Sent):
    """An address."""

    email: str = Field(min_length=1, max_length=200)


class RoleChoice(Sent):
    """What somebody may do."""

    role: Role


class InvitationOffer(BaseModel):
    """What an invitation offers, for whoever holds its link."""

    shop: str
    email: str
    role: str


class InvitationToken(Sent):
    """The token of an invitation's link."""

    token: str = Field(min_length=1, max_length=200)


class InvitationAccepted(InvitationToken):
    """The place is taken."""

    name: str = Field(min_length=1, max_length=120)
    password: str = Field(min_length=1, max_length=200)


class NewComment(Sent):
    """Something to say about a load, a part or a run."""

    pin: str = Field(max_length=80, pattern=r"^(load|part|run):[a-z0-9-]+$")
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


class NewCheck(Sent):
    """Which edition of a source was compared, and when."""

    edition: str = Field(min_length=1, max_length=120)
    on: date


class CheckAnswer(BaseModel):
    """That somebody of the shop compared a source with its printed text."""

    edition: str
    by: str
    on: date


class Notes(Sent):
    """Notes on a job."""

    notes: str = Field(max_length=MAX_NOTES)


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


class Counts(BaseModel):
    """How many findings of each severity."""

    danger: int
    fault: int
    advice: int


class JobCardAnswer(BaseModel):
    """A job at a glance."""

    id: UUID
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
    """The shop's jobs."""

    jobs: list[JobCardAnswer]


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
    options: list[OptionName]


class NewOption(Sent):
    """A further option of the same system of a job."""

    name: str = Field(min_length=1, max_length=60)
    begin: Begin = Field(default="copy", description="As it is, as its survey found things, or with what stays.")


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


class SourceAnswer(BaseModel):
    """Where a figure or rule comes from."""

    id: str
    title: str
    edition: str
    basis: str
    confidence: str
    from_memory: bool
    check: CheckAnswer | None


class FixAnswer(BaseModel):
    """One action that ends a finding, as the patch to send."""

    label: str
    patch: list[dict[str, Any]]


class OverruledAnswer(BaseModel):
    """Who let a finding stand, when and why, and what it said then."""

    by: str
    on: str
    reason: str
    said: str


class FindingAnswer(BaseModel):
    """What does not fit, in words. ``overruled`` on a finding that stands: it was, and has got worse since."""

    code: str
    severity: Severity
    step: StepName
    what: str
    why: str
    source: SourceAnswer
    figures: list[str]
    fix: FixAnswer | None
    overruled: OverruledAnswer | None = None


class OptionAnswer(BaseModel):
    """An option at its newest revision: the rig, its ledger, its findings."""

    option_id: UUID
    revision: int
    saved_at: datetime
    sentence: str
    undo: str | None
    redo: str | None
    may_edit: bool
    promise: str
    rig: Rig
    lines: dict[str, str] = Field(description="Each load as a line that can be typed again, by id.")
    steps: dict[str, StepState]
    ledger: list[LedgerLineAnswer]
    findings: list[FindingAnswer]
    overruled: list[FindingAnswer] = Field(description="Findings that somebody lets stand.")
    nights: NightBars | None
    drafts: list[DraftAnswer]
    part_names: dict[str, str] = Field(description="Parts of the book that the rig took, by reference.")
    open_comments: dict[str, int] = Field(description="How many comments are not resolved, by pin.")


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


class TypedLine(Sent):
    """A load line as typed, perhaps in place of an existing row."""

    line: str = Field(max_length=200)
    replaces: str | None = Field(default=None, max_length=40)


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


class Assumption(BaseModel):
    """What is assumed until somebody says otherwise."""

    id: str
    title: str
    unit: str
    value: float
    min: float
    max: float
    source: SourceAnswer
    note: str


class TableRow(BaseModel):
    """A row of a table; a ladder's rows have no label beside their value."""

    label: str
    values: list[float]


class TableAnswer(BaseModel):
    """A table of the core with its provenance, so that it can be compared with print."""

    id: str
    title: str
    note: str
    source: str
    columns: list[str]
    rows: list[TableRow]


class Tables(BaseModel):
    """All tables that formulas look things up in."""

    tables: list[TableAnswer]


class Reference(BaseModel):
    """What does not change while the program runs: assumptions, stock sizes, sources."""

    assumptions: list[Assumption]
    conductors: list[str]
    sources: list[SourceAnswer]


for _late in (
    Problem,
    CandidateAnswer,
    Candidates,
    OptionAnswer,
    Comparison,
    ComparedOption,
    PreviewAnswer,
    Working,
    WorkedFigure,
    RunAnswer,
):
    _late.model_rebuild()
WorkingInput.model_rebuild()
