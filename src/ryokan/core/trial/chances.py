"""How likely something is by what was seen in so many years, and how sure that is."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

CONFIDENCE = 0.95
# Nights follow one another: a dark spell is one thing, not so many. What was seen is counted as fewer nights by how far years
# scatter; where nothing was seen to scatter, by as much as banks of some days have shown. (measured over 18 rigs)
MOST_ALIKE = 31.0
ALIKE_IF_NONE = 4.0
LEAST_ALIKE = 0.1  # trips that all begin alike go dark about the same night: their years scatter less than nights by chance


@dataclass(frozen=True, slots=True)
class Chance:
    """A share of nights or trips, and between what it lies nineteen times in twenty if more years were run."""

    frac: float
    low: float
    high: float


def chance(seen: npt.NDArray[Any]) -> Chance:
    """The chance of something by years and nights: 1 where it was so, shape (Y, N).

    Notes
    -----
    Clopper–Pearson with as many independent nights as the scatter of the years leaves, and Student's t for how little is known
    of that scatter (Korn & Graubard 1998, Survey Methodology 24, 193; from memory, unverified). With at least two years.
    """
    years, nights = seen.shape
    of_year = seen.mean(axis=1)
    share = float(of_year.mean())
    whole = years * nights
    alike = min(ALIKE_IF_NONE, float(nights))
    if 0 < share < 1 and years > 1:
        spread = float(of_year.var(ddof=1)) / years
        alike = min(max(spread * whole / (share * (1 - share)), LEAST_ALIKE), min(MOST_ALIKE, float(max(nights, 1))))
    return Chance(share, *_clopper_pearson(share, whole / alike * _known_scatter(years)))


def _known_scatter(years: int) -> float:
    """What is left of the effective nights for how little is known of the scatter: (z ÷ t)²."""
    from scipy.special import ndtri, stdtrit

    if years < 2:
        return 0.1
    upper = 1 - (1 - CONFIDENCE) / 2
    return float((ndtri(upper) / stdtrit(years - 1, upper)) ** 2)


def _clopper_pearson(share: float, count: float) -> tuple[float, float]:
    from scipy.special import betaincinv

    tail, seen = (1 - CONFIDENCE) / 2, share * count
    low = float(betaincinv(seen, count - seen + 1, tail)) if seen > 0 else 0.0
    high = float(betaincinv(seen + 1, count - seen, 1 - tail)) if seen < count else 1.0
    return low, high


@dataclass(frozen=True, slots=True)
class Change:
    """By how much a share differs between two runs through the same years, and what that may be off by: 19 times in 20."""

    by: float
    off: float

    @property
    def is_clear(self) -> bool:
        """Whether it is larger than its own error."""
        return abs(self.by) > self.off


def change(before: npt.NDArray[Any], after: npt.NDArray[Any]) -> Change:
    """The difference of two shares over the same years, each of shape (Y, N); years in pairs. (Student's t)"""
    from scipy.special import stdtrit

    apart = after.mean(axis=1) - before.mean(axis=1)
    years = len(apart)
    if years < 2:
        return Change(float(apart.mean()), 1.0)
    spread = float(apart.std(ddof=1)) / np.sqrt(years)
    return Change(float(apart.mean()), float(spread * stdtrit(years - 1, 1 - (1 - CONFIDENCE) / 2)))
