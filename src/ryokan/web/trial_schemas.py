"""What the interface gets of trials."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field

from ryokan.core.evaluate import StepState
from ryokan.core.trial.model import MAX_QUESTION
from ryokan.web.schemas import FigureValue, FindingAnswer, PatchOperation, Sent, TitledFigure
from ryokan.web.task_schemas import LongTrialAnswer

Band = tuple[float, float, float]
WhichYear = Literal["worst", "bad", "middle", "good", "file"]


class TrialNight(BaseModel):
    """One night of the journey, over all years. Bands are one in twenty, the middle one, nineteen in twenty."""

    stay: str
    on: str = Field(description="Its date, or its day of the month where the year is not said.")
    dark_frac: float
    lowest: Band = Field(description="Lowest available charge of the night.")
    dawn: Band = Field(description="Available charge at six in the morning.")
    left: Band = Field(description="The same as a share of what the arithmetic counts on: nothing at the allowed depth.")


class TrialStay(BaseModel):
    """One stay, over all years."""

    id: str
    name: str
    nights: int
    hookup: bool
    dark: FigureValue
    says: str = Field(description="How often it goes dark there, as one says it.")
    lowest: FigureValue
    dawn: Band
    hours_to_full: FigureValue | None
    days_out: FigureValue | None
    at_least: bool = Field(description="Whether it was not gone on with for longer.")


class TrialRan(BaseModel):
    """A trial that was run: chances as frequencies, each with between what it lies."""

    years: int
    years_by_night: int = Field(description="How many of them are looked at night by night and hour by hour.")
    says: str
    between: str
    dull: str = Field(description="How often, were the sun as low as it may be.")
    bright: str
    trips: str = Field(description="How many trips have a dark hour.")
    must: str = Field(description="How often something that must run goes dark; empty where nothing must.")
    days_out: str
    as_it_came: str = Field(description="What the year of the weather file came to, its days in order; empty without one.")
    arithmetic: str = Field(description="What the arithmetic of days says beside it, and why they differ.")
    story: str = Field(description="How it comes to be dark; empty where it never does.")
    open_ends: list[str] = Field(description="What of that which charges is not chosen or not known.")
    notes: list[str]
    nights: list[TrialNight]
    stays: list[TrialStay]
    energy: list[TitledFigure]


class TrialAnswer(BaseModel):
    """The trial of an option, or why there is none: of a thousand years where these were worked out for this rig."""

    revision: int
    cannot: str = Field(description="What is missing; empty where the trial was run.")
    missing_at: Literal["brief", "loads", "storage"] = Field(description="The step at which that is said.")
    ran: TrialRan | None
    findings: list[FindingAnswer]
    state: StepState
    long: LongTrialAnswer


class YearQuery(BaseModel):
    """Which of the years is wanted, by its rank from the darkest; or that of the weather file as it came."""

    which: WhichYear = "middle"


class TrialHour(BaseModel):
    """One hour: shares of charge, watts, and what was off."""

    charge: float
    available: float
    sun_w: float
    sources_w: float
    demand_w: float
    served_w: float
    bay_c: float
    off: Literal["", "bank", "inverter"]
    generator: bool


class TrialHours(BaseModel):
    """A year of a trial by the hour, from noon of the first night on."""

    revision: int
    which: WhichYear
    nights: list[str] = Field(description="Stay and date of each night that is counted.")
    hours: list[TrialHour]


class HelpAnswer(BaseModel):
    """A change, and what it does."""

    says: str
    effort: str
    dark_before: float
    dark_after: float
    hours_less: float = Field(description="Dark hours a night that it takes away.")
    off: float = Field(description="What those may be off by.")
    is_clear: bool
    price: FigureValue | None
    mass: FigureValue | None
    patch: list[PatchOperation]


class HelpsAnswer(BaseModel):
    """Changes by what they do."""

    revision: int
    cannot: str
    helps: list[HelpAnswer]


class TrialQuestion(Sent):
    """A question in one line."""

    said: str = Field(min_length=1, max_length=MAX_QUESTION)


class TrialQuestionAnswer(BaseModel):
    """What a question came to."""

    said: str
    read_as: list[str] = Field(description="How it was read; empty where it was not.")
    unread: str | None = Field(description="The part of it that was not understood.")
    says: str = Field(description="How often it goes dark then, or what is missing.")
    must: str = Field(description="How often something that must run does; empty where nothing must.")
    between: str
    dark_frac: float | None
    lit: bool = Field(description="Whether it stays lit but for one night in a hundred.")


class TrialQuestionsAnswer(BaseModel):
    """Answers to the questions that are kept, by their ids."""

    revision: int
    answers: dict[str, TrialQuestionAnswer]


class RiskQuery(BaseModel):
    """Which share of the nights may have a dark hour."""

    most_dark: float = Field(default=0.01, ge=0, le=0.5)


class RiskPair(BaseModel):
    """One bank with the smallest array that keeps the promise with it; None where no array of the steps does. [Ah, W]"""

    bank_ah: float
    array_w: float | None
    least_w: float | None
    most_w: float | None


class EqualRiskAnswer(BaseModel):
    """Pairs of bank and array that go dark equally often."""

    revision: int
    cannot: str
    years: int
    have_ah: float
    have_w: float
    pairs: list[RiskPair]
    notes: list[str]
