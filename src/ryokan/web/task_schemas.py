"""What the interface gets of work beside the web."""

from __future__ import annotations

from typing import Literal
from uuid import UUID

from pydantic import BaseModel, Field

TaskState = Literal["queued", "running", "done", "stopped", "failed"]


class TaskAnswer(BaseModel):
    """A task: how far it is, and how it ended."""

    id: UUID
    option_id: UUID
    revision: int = Field(description="Of the option, that it was asked of.")
    state: TaskState
    done_frac: float = Field(description="How far it is, as a share.")
    stopping: bool = Field(description="Whether somebody wishes that it stops.")
    nobody_at_it: bool = Field(description="Whether it has waited for longer than a worker that is free takes to begin.")
    may_stop: bool
    why: str = Field(description="Why it failed; empty otherwise.")


class HangingAnswer(BaseModel):
    """Something that may come out otherwise, and the share of dark nights then."""

    code: str
    says: str = Field(description="What it is, and how far it was moved.")
    worse_frac: float
    better_frac: float | None = Field(description="None where it can only come out worse.")
    worse_says: str
    better_says: str
    off: float = Field(description="What the larger of both differences may be off by.")
    is_clear: bool = Field(description="Whether either difference shows, and is larger than its own error.")


class LongRan(BaseModel):
    """A long trial that was run."""

    revision: int = Field(description="Of the option, that it was asked of.")
    is_current: bool = Field(description="Whether the rig reads the same now; if not, it was worked out for an earlier rig.")
    years: int
    says: str
    between: str
    dark_frac: float
    must: str
    hangs_on: list[HangingAnswer]


class LongTrialAnswer(BaseModel):
    """The last long trial of an option, and what was asked for since."""

    task: TaskAnswer | None
    ran: LongRan | None
