"""What the words of every step are made of."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Words:
    """What does not fit, why it matters, and what to do. ``{name}`` stands for a quantity or word of the finding."""

    what: str
    why: str
