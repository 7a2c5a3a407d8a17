"""What a stretch of a typed line became, for the screen."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, TypeAlias

Became: TypeAlias = Literal["said", "name", "unused"]


@dataclass(frozen=True, slots=True)
class Marked:
    """A stretch of a line as typed: what it became, and what it says in a word or two."""

    start: int
    end: int
    became: Became
    words: str
