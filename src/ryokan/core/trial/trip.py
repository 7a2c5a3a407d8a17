"""The journey as nights in a row, each at its stay."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

import numpy as np
import numpy.typing as npt

from ryokan.core.errors import NoAnswer
from ryokan.core.itinerary import DatedNight, nights_in_a_row
from ryokan.core.rig import Rig
from ryokan.core.trial.system import Counts, Days

Flags: TypeAlias = npt.NDArray[np.bool_]

MAX_NIGHTS = 800
RUN_IN_NIGHTS = 30  # before the counted ones of a year away: the first of them begins as those before left the bank
YEAR_ROUND = 360  # nights without a gap from which on a journey is taken to go on from year to year


@dataclass(frozen=True, slots=True)
class Segment:
    """One stay in one month, 1 to 12; apart from it the nights before the counted ones."""

    stay: str
    month: int
    counted: bool = True


@dataclass(frozen=True, slots=True, eq=False)
class Trip:
    """Nights in a row, N of them. A night goes from noon to noon.

    ``days`` are its afternoon and its morning by segment and weekday, ``day_numbers`` (N, 2) their days since the first of
    January of the year of departure. ``counts`` (N,) tells which nights are answered for, ``stays`` (N,) at which of
    ``stay_ids`` each is spent.
    """

    segments: tuple[Segment, ...]
    days: Days
    day_numbers: Counts
    counts: Flags
    stays: Counts
    stay_ids: tuple[str, ...]
    gaps: int
    year_round: bool

    @property
    def nights(self) -> int:
        """How many, with those before the counted ones."""
        return self.days.nights


def trip_of(rig: Rig, sunny_month: int) -> Trip:
    """The journey of a rig.

    Parameters
    ----------
    rig : Rig
    sunny_month : int
        The month, 1 to 12, from which on a journey of a whole year is followed.

    Raises
    ------
    NoAnswer
        There is no stay, or there are more nights than a trial goes through.

    Notes
    -----
    A stay whose month alone is known begins where the one before ends, or on the first of its month where that is later. Where
    nights between two stays belong to none, the bank is afterwards as on departure: what lies between, nobody has said. A
    journey of a whole year is run in from its sunny half, so that no night begins with a bank that happens to be full.
    """
    if not rig.stays:
        raise NoAnswer("There is no stay to be spent: say where and when they travel.")
    nights = nights_in_a_row(rig.stays)
    if len(nights) > MAX_NIGHTS:
        raise NoAnswer(f"The journey has {len(nights)} nights; a trial goes through {MAX_NIGHTS} at most.")
    begins = [at == 0 or night.number != nights[at - 1].number + 1 for at, night in enumerate(nights)]
    gaps = sum(begins) - 1
    year_round = len(nights) >= YEAR_ROUND and gaps == 0
    counts = [True] * len(nights)
    if year_round:
        first = next((at for at, night in enumerate(nights) if night.months[0] == sunny_month), 0)
        run_in = min(RUN_IN_NIGHTS, len(nights))
        nights = _turned(nights, first, run_in)
        begins = [at == 0 for at in range(len(nights))]
        counts = [at >= run_in for at in range(len(nights))]
    return _laid_out(nights, begins, counts, gaps=gaps, year_round=year_round)


def _turned(nights: list[DatedNight], first: int, run_in: int) -> list[DatedNight]:
    """A year that begins elsewhere, with the last nights before that once more in front of it."""
    turned = nights[first:] + nights[:first]
    again = turned[-run_in:] + turned
    number = turned[0].number - run_in
    if number < 0:
        number += 365
    return [night.moved_to(number + at) for at, night in enumerate(again)]


def _laid_out(
    nights: list[DatedNight],
    begins: list[bool],
    counts: list[bool],
    *,
    gaps: int,
    year_round: bool,
) -> Trip:
    segments: dict[Segment, int] = {}
    ids = tuple(dict.fromkeys(night.stay for night in nights))
    months = {id: {night.months[0] for night in nights if night.stay == id} for id in ids}
    of_night = []
    for night, is_counted in zip(nights, counts, strict=True):
        afternoon, morning = night.months
        # The last morning alone does not bring another month's sky with it.
        both = (afternoon, morning if morning in months[night.stay] else afternoon)
        of_night.append([segments.setdefault(Segment(night.stay, month, is_counted), len(segments)) for month in both])
    numbers = np.array([[night.number, night.number + 1] for night in nights], np.int64)
    weekdays = np.array([[night.weekday, (night.weekday + 1) % 7] for night in nights], np.int64)
    return Trip(
        segments=tuple(segments),
        days=Days(np.array(of_night, np.int64), weekdays, np.array(begins, np.int64)),
        day_numbers=numbers,
        counts=np.array(counts, bool),
        stays=np.array([ids.index(night.stay) for night in nights], np.int64),
        stay_ids=ids,
        gaps=gaps,
        year_round=year_round,
    )
