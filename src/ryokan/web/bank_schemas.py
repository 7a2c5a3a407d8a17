"""What the interface sends and gets about overruled findings, moves of the volts class and a dragged night."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, Field

from ryokan.core.storage.moving import Fate
from ryokan.core.subjects import FINDING_KEY
from ryokan.web.schemas import Sent


class Overruling(Sent):
    """Which finding is let stand, and why."""

    finding: str = Field(max_length=200, pattern=FINDING_KEY, description="Its key: code, and behind an @ its subject.")
    reason: str = Field(min_length=3, max_length=300)


class DawnToKeep(Sent):
    """How much is to be left, and at which dawn."""

    dawn: int = Field(ge=1, le=60)
    left_frac: float = Field(ge=0, le=0.95)


class PatchAnswer(BaseModel):
    """A JSON Patch that would do what was asked, to be previewed and accepted."""

    patch: list[dict[str, Any]]


class PieceAnswer(BaseModel):
    """What becomes of one thing."""

    fate: Fate
    text: str


class MoveAnswer(BaseModel):
    """What a move to another volts class would do. ``patch`` is null where the bank cannot be moved."""

    volts: int
    pieces: list[PieceAnswer]
    patch: list[dict[str, Any]] | None
