"""How fast a fuse opens: the longest time by the current in it, as its maker's sheet or a standard gives it."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import exp, log
from typing import Annotated, TypeAlias

from pydantic import AfterValidator, Field

from ryokan.core.data.tables import tables
from ryokan.core.errors import UnreadableQuantity
from ryokan.core.wiring.kinds import FuseFamily

_NUMBER = r"(\d+(?:[.,]\d+)?)"
_POINT = re.compile(rf"{_NUMBER}\s*%\s*{_NUMBER}\s*s")
# So many times its rating, so many seconds at the longest.
Times: TypeAlias = tuple[tuple[float, float], ...]
CLEARED_WITHIN_S = 5.0  # IEC 60364-4-43: what heats the cable has to end within 5 s


@lru_cache(maxsize=1024)
def read_fuse_times(text: str) -> Times:
    """Points of a sheet, “200 % 5 s; 350 % 0.5 s; 600 % 0.1 s”, rising in current.

    Raises
    ------
    UnreadableQuantity
        A point cannot be read, the currents do not rise, or a larger current takes longer.
    """
    points: list[tuple[float, float]] = []
    for piece in filter(None, (one.strip() for one in text.split(";"))):
        match = _POINT.fullmatch(piece)
        if match is None:
            raise UnreadableQuantity(f"“{piece[:30]}” is no point of a fuse: write for example “200 % 5 s; 350 % 0.5 s”")
        share, seconds = (float(said.replace(",", ".")) for said in match.groups())
        points.append((share / 100, seconds))
    if any(after[0] <= before[0] or after[1] > before[1] for before, after in pairwise(points)):
        raise UnreadableQuantity("the points of a fuse rise in current and fall in time")
    if any(times <= 1 or seconds <= 0 for times, seconds in points):
        raise UnreadableQuantity("a fuse opens only above 100 %, and never at once")
    return tuple(points)


STANDARD_SHARES = (135, 200, 350, 600)  # in percent of the rating, as ISO 8820 has them


def longest_of(family: str | None, said: str = "") -> Times:
    """The longest times of a fuse: by its own sheet where that was said, otherwise by the standard of its kind; else none."""
    return read_fuse_times(said) if said else _standard(family, "most")


def shortest_of(family: str | None) -> Times:
    """The least times that the standard of a kind asks for; none where it has no standard here."""
    return _standard(family, "least")


def _standard(family: str | None, end: str) -> Times:
    table = tables()["fuse_times"]
    if family not in table.rows:
        return ()
    return tuple((share / 100, table.value(family, f"{end}_s_at_{share}")) for share in STANDARD_SHARES)


def _kept(text: str) -> str:
    return "; ".join(f"{times * 100:g} % {seconds:g} s" for times, seconds in read_fuse_times(text))


FuseTimes: TypeAlias = Annotated[
    str,
    Field(max_length=120, description="Longest times by the share of its rating: “200 % 5 s; 350 % 0.5 s”; empty: not known."),
    AfterValidator(_kept),
]


def opens_within_s(times: Times, current_a: float, rated_a: float) -> float | None:
    """The longest that a fuse takes at a current; None below its first point, where nothing is known. [s]

    Between points the logarithms of current and time go in a straight line. Beyond the last point the energy that it lets
    through stays what it is there: a fuse melts the faster the more flows. (common practice, from the shape of such curves)
    """
    share = current_a / rated_a
    if not times or share < times[0][0]:
        return None
    for (low, long), (high, short) in pairwise(times):
        if share <= high:
            part = log(share / low) / log(high / low)
            return exp(log(long) + part * (log(short) - log(long)))
    last, seconds = times[-1]
    return seconds * (last / share) ** 2


def surely_from(times: Times, within_s: float = CLEARED_WITHIN_S) -> float | None:
    """From how many times its rating up a fuse has opened within a time for certain; None where its points do not say."""
    for (low, long), (high, short) in pairwise(times):
        if long <= within_s:
            return low
        if short <= within_s:
            part = log(long / within_s) / log(long / short)
            return exp(log(low) + part * log(high / low))
    return times[-1][0] if times and times[-1][1] <= within_s else None


@dataclass(frozen=True, slots=True)
class Fused:
    """What is known of a fuse: its kind, its rating and what its sheet says. [A]"""

    family: FuseFamily | None
    rated_a: float
    opens: str = ""


# Kinds of which one ratio settles it, and from which rating up: IEC 60269-1 for gG; for class T common practice.
RATIOS: dict[str, tuple[float, float]] = {"gg": (1.6, 16), "class_t": (3.0, 0)}


def opens_first(before: Fused, behind: Fused, faults_a: tuple[float, ...]) -> bool:
    """Whether it can be shown that the fuse behind opens and the one before it holds, at each of some fault currents. [A]"""
    ratio = RATIOS.get(before.family or "")
    if ratio is not None and before.family == behind.family:
        least, smallest_a = ratio
        return behind.rated_a >= smallest_a and before.rated_a >= least * behind.rated_a * (1 - 1e-9)
    holds, opens = shortest_of(before.family), longest_of(behind.family, behind.opens)
    if not holds or not opens or not faults_a:
        return False
    return all(_holds_longer(before, holds, behind, opens, fault) for fault in faults_a)


def _holds_longer(before: Fused, holds: Times, behind: Fused, opens: Times, fault_a: float) -> bool:
    longest = opens_within_s(opens, fault_a, behind.rated_a)
    if longest is None:
        return False
    shortest = opens_within_s(holds, fault_a, before.rated_a)
    return shortest is None or shortest > longest
