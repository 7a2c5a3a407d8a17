"""What survey, systems and ways in send and get."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from ryokan.core.links.model import Link
from ryokan.core.readings.told import Verdict
from ryokan.core.vehicle import Vehicle
from ryokan.operations.systems import EndState
from ryokan.operations.ways_in import WishKind
from ryokan.web.load_schemas import LineAnswer, MarkAnswer, QuestionAnswer, WorkedFigure
from ryokan.web.schemas import Sent, TitledFigure


class PhotographAnswer(BaseModel):
    """A photograph without its picture."""

    id: UUID
    pin: str
    caption: str
    width_px: int
    height_px: int
    at: datetime


class PhotographList(BaseModel):
    """All photographs of a job, oldest first."""

    photographs: list[PhotographAnswer]


class PinQuery(Sent):
    """What a new photograph shows."""

    pin: str = Field(default="vehicle", max_length=80)
    id: UUID | None = Field(default=None, description="Its id: sent again under the same one, it is kept once.")


class PictureQuery(Sent):
    """The whole picture, or a small copy."""

    which: Literal["whole", "small"] = "whole"


class Caption(Sent):
    """What a photograph shows, in words."""

    caption: str = Field(max_length=200)


class NewSystem(Sent):
    """A further system of a job."""

    name: str = Field(min_length=1, max_length=60)
    this_name: str = Field(min_length=1, max_length=60, description="What the system it is added to is called.")
    vehicle: Vehicle


class NewLink(Sent):
    """A link with the option that holds its other end. Without volts it gives what the fed bank is charged at."""

    other_option_id: UUID
    link_id: str | None = Field(default=None, pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")
    link: Link
    seen: Link | None = Field(default=None, description="The link that this one is to take the place of.")
    volts_of_fed_bank: bool = False


class OtherEndAnswer(BaseModel):
    """An option of the other system, and whether its end says the same."""

    option_id: UUID
    name: str
    state: EndState
    moved: list[WorkedFigure] = Field(description="What the link moves in a day from end to end, where both agree.")


class LinkEnds(BaseModel):
    """The other ends of each link, by its id."""

    links: dict[str, list[OtherEndAnswer]]


class Carried(BaseModel):
    """Options that took over a survey; those that had it already are not named."""

    options: list[str]


class Said(Sent):
    """A wish as one says it."""

    said: str = Field(min_length=1, max_length=200)


class WishAnswer(BaseModel):
    """How a wish was read, what it comes to by itself, and the edit that would put it into the rig."""

    kind: WishKind
    understood: str
    figures: list[WorkedFigure]
    patch: list[dict[str, Any]]
    line: LineAnswer | None


class FoundLine(Sent):
    """A line about what is found, as typed. ``id`` and ``position`` are those of what it makes."""

    line: str = Field(max_length=200)
    id: str = Field(pattern=r"^[a-z0-9][a-z0-9-]{0,31}$")
    position: float = Field(ge=-1e9, le=1e9)
    of: Literal["thing", "reading"] = "thing"
    at: datetime | None = Field(default=None, description="Local time of what meters say, where the line names none.")


class FoundLineAnswer(BaseModel):
    """How a line was read: the edit that puts it into the rig, or what has to be asked."""

    kind: str = Field(description="What it makes: a kind of the survey, a reading, a compartment or the roof.")
    understood: str
    onto: str | None = Field(description="What is on the survey already and is said more of.")
    questions: list[QuestionAnswer]
    marks: list[MarkAnswer]
    patch: list[dict[str, Any]]


class ToldAnswer(BaseModel):
    """What one reading says against its figure."""

    reading: str
    verdict: Verdict
    verdict_words: str
    what: str
    why: list[str] = Field(description="What would explain it, the likeliest first.")
    figures: list[TitledFigure]


class FollowsAnswer(BaseModel):
    """What follows from the readings of one moment for its day."""

    moment: str = Field(description="The first of its readings.")
    what: str
    figures: list[TitledFigure]


class ReadingsAnswer(BaseModel):
    """All readings, each held against its figure."""

    revision: int
    told: list[ToldAnswer]
    follows: list[FollowsAnswer]


class MeteredDay(BaseModel):
    """A whole day of a log."""

    day: date
    ah: float


class LogAnswer(BaseModel):
    """What a meter's log comes to. Nothing is stored."""

    days: list[MeteredDay]
    partial: list[date]
    hours: float
    total: float
    unit: Literal["Ah", "Wh"]
    mean_w: float
    rows: int
    charging_left_out: bool
    measured: list[dict[str, Any]] = Field(description="The edit that puts the days beside the audit.")
    as_load: list[dict[str, Any]] = Field(description="The edit that takes the mean day, or the run, as a load.")
