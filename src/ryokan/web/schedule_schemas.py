"""What the interface gets of the schedules."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field

from ryokan.web.schemas import FigureValue, Sent

ScheduleName = Literal["cables", "fuses", "circuits", "terminals", "pieces", "totals", "lugs", "spools"]


class ScheduleColumn(BaseModel):
    """One column of a schedule."""

    name: str
    head: str
    numeric: bool


class ScheduleCell(BaseModel):
    """What stands in a cell, in the reader's units."""

    text: str
    figure: FigureValue | None = Field(default=None, description="The figure in it, whose working can be asked for.")


class ScheduleRow(BaseModel):
    """One row of a schedule."""

    run: str = Field(description="Terminals of the run that it is of; empty where it is of none.")
    cells: list[ScheduleCell]


class ScheduleTable(BaseModel):
    """One schedule."""

    name: ScheduleName
    title: str
    note: str
    columns: list[ScheduleColumn]
    rows: list[ScheduleRow]


class LabelOf(BaseModel):
    """What stands on one conductor at both ends."""

    mark: str
    colour: str
    near: str
    far: str


class SchedulesAnswer(BaseModel):
    """All schedules but that of spools, and the labels for all conductors."""

    revision: int
    schedules: list[ScheduleTable]
    labels: list[LabelOf]


class SpoolsAnswer(BaseModel):
    """Spools to buy."""

    schedule: ScheduleTable
    bought_m: float = Field(description="All that is bought. [m]")
    waste_m: float = Field(description="All that is left over. [m]")
    too_long: int = Field(description="Pieces that are longer than any spool.")
    proven: bool = Field(description="Whether it is shown that no plan buys less.")


class WhichSchedule(Sent):
    """The schedule that is meant; none: all of them."""

    only: ScheduleName | None = None
