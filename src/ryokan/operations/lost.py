"""What is kept of an edit that lost against somebody else's."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID


@dataclass(frozen=True, slots=True)
class Clash:
    """One place: what the draft would put there and what stands there now; None where there is nothing."""

    path: str
    place: str
    mine: Any
    theirs: Any


@dataclass(frozen=True, slots=True)
class Draft:
    """A draft beside the rig as it is now."""

    id: UUID
    name: str
    why: str
    at: datetime
    clashes: tuple[Clash, ...]
