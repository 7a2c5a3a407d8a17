"""What is told of readings: of each whether it agrees and what would explain it, and of a moment what follows for the day."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal, TypeAlias

# “says_nothing” is a reading that tells nothing in its state, “open” one for which the rig is not known well enough.
Verdict: TypeAlias = Literal["agrees", "off", "says_nothing", "open"]


@dataclass(frozen=True, slots=True)
class Why:
    """One thing that would explain a reading."""

    code: str
    words: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Told:
    """What is told of one reading. ``figures`` maps names in the sentence to keys; ``why`` has the likeliest first."""

    reading: str
    code: str
    verdict: Verdict
    figures: Mapping[str, str] = field(default_factory=dict)
    words: Mapping[str, str] = field(default_factory=dict)
    why: tuple[Why, ...] = ()


@dataclass(frozen=True, slots=True)
class Follows:
    """What follows from the readings of one moment for the rest of the day; ``moment`` is the first of them."""

    moment: str
    code: str
    figures: Mapping[str, str] = field(default_factory=dict)
    words: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Heard:
    """All that one moment comes to."""

    told: tuple[Told, ...] = ()
    follows: tuple[Follows, ...] = ()
