"""The journey as days of a calendar: which nights fall into which month, what is left open and what stands twice."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from itertools import combinations, pairwise

from ryokan.core.rig import Stay

MAX_STAY_MONTHS = 240  # a new place takes about 9 ms a month (measured, two cores): two seconds in all
COMMON_YEAR = 2023  # of a stay whose month alone is known: no leap day
MONTH_NAMES = (
    "January", "February", "March", "April", "May", "June",
    "July", "August", "September", "October", "November", "December",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Spell:
    """The part of a calendar month that a stay may fall into, in days since the first of January of its first year."""

    month: int
    begins: int
    ends: int


def first_night(stay: Stay) -> date:
    """The night on which it begins; of a stay whose month alone is known, the first of that month."""
    return stay.arrives or date(COMMON_YEAR, stay.month, 1)


def leaves(stay: Stay) -> date:
    """The day after its last night."""
    return first_night(stay) + timedelta(days=stay.nights)


def day_number(day: date, since: date) -> int:
    """Days since the first of January of the year of ``since``."""
    return (day - date(since.year, 1, 1)).days


def spells(stay: Stay) -> tuple[Spell, ...]:
    """The calendar months that a stay touches, in their order. A year's stay may touch its first month twice."""
    return _spells(first_night(stay), stay.nights)


@lru_cache(maxsize=4096)
def _spells(first: date, nights: int) -> tuple[Spell, ...]:
    found = []
    begins, end = first.replace(day=1), first + timedelta(days=nights)
    while begins < end:
        ends = (begins + timedelta(days=32)).replace(day=1)
        found.append(Spell(begins.month, day_number(begins, first), day_number(ends, first)))
        begins = ends
    return tuple(found)


def months_to_work_out(stays: Iterable[Stay]) -> int:
    """How many months of stays there are in all: each costs as much as its sun does."""
    return sum(len(spells(stay)) for stay in stays)


def nights_by_month(stay: Stay) -> dict[int, int]:
    """Nights of a stay in each month that it touches. More nights than its month has run on into the next."""
    first = day_number(first_night(stay), first_night(stay))
    nights: dict[int, int] = {}
    for spell in spells(stay):
        here = min(first + stay.nights, spell.ends) - max(first, spell.begins)
        nights[spell.month] = nights.get(spell.month, 0) + here
    return nights


def months_of(stay: Stay) -> tuple[int, ...]:
    """Months in which a stay has a night, in their order."""
    return tuple(dict.fromkeys(spell.month for spell in spells(stay)))


@dataclass(frozen=True, slots=True)
class Clash:
    """Two dated stays by their ids, the earlier first, and the nights that lie between them or on both."""

    one: str
    other: str
    nights: int


def overlaps(stays: Mapping[str, Stay]) -> list[Clash]:
    """Pairs of dated stays that have nights in common."""
    return [
        Clash(one, other, (min(leaves(stays[one]), leaves(stays[other])) - first_night(stays[other])).days)
        for one, other in combinations(_in_time(stays), 2)
        if first_night(stays[other]) < leaves(stays[one])
    ]


def gaps(stays: Mapping[str, Stay]) -> list[Clash]:
    """Nights between two dated stays that belong to none, where every stay has its date."""
    if any(stay.arrives is None for stay in stays.values()):
        return []  # the others may lie in between
    in_time = _in_time(stays)
    found = []
    until = leaves(stays[in_time[0]]) if in_time else None
    for one, other in pairwise(in_time):
        assert until is not None
        open_nights = (first_night(stays[other]) - until).days
        if open_nights > 0:
            found.append(Clash(one, other, open_nights))
        until = max(until, leaves(stays[other]))
    return found


def overfull_months(stays: Mapping[str, Stay]) -> dict[int, int]:
    """Months with more nights among the stays than days, where some have no date and so cannot be told to overlap."""
    if all(stay.arrives is not None for stay in stays.values()):
        return {}
    nights: dict[int, int] = {}
    for stay in stays.values():
        for month, count in nights_by_month(stay).items():
            nights[month] = nights.get(month, 0) + count
    return {month: count for month, count in sorted(nights.items()) if count > (31 if month != 2 else 29)}


@dataclass(frozen=True, slots=True)
class DatedNight:
    """One night: at which stay, on which day since the first of January of the year of departure, the months of its evening and
    of its morning, and its weekday, 0 for Monday."""

    stay: str
    number: int
    months: tuple[int, int]
    weekday: int

    def moved_to(self, number: int) -> DatedNight:
        """The same night of another year."""
        return DatedNight(self.stay, number, self.months, (self.weekday + number - self.number) % 7)


def nights_in_a_row(stays: Mapping[str, Stay]) -> list[DatedNight]:
    """Every night of a journey in its order, each once.

    Dated stays stand by their dates. One whose month alone is known comes where it stands among the others: when the one before
    it is over, or on the first of its month where that is later. Where two overlap, the later arrival holds; what began before
    departure by its date is left out.
    """
    nights: dict[date, str] = {}
    until: date | None = None
    for id in _in_turn(stays):
        stay = stays[id]
        begins = stay.arrives or _after(until, stay.month)
        for night in range(stay.nights):
            nights[begins + timedelta(days=night)] = id
        until = max(until or begins, begins + timedelta(days=stay.nights))
    if not nights:
        return []
    first = min(nights)
    return [_dated(nights[day], day, first) for day in sorted(nights)]


def say_night(year: int, number: int, *, dated: bool) -> str:
    """The day so many days after the first of January of a year: “3 May”, or “3 May 2027” where somebody said the year."""
    day = date(year, 1, 1) + timedelta(days=number)
    return f"{day.day} {MONTH_NAMES[day.month - 1][:3]}{f' {day.year}' if dated else ''}"


def _dated(stay: str, day: date, since: date) -> DatedNight:
    return DatedNight(stay, day_number(day, since), (day.month, (day + timedelta(days=1)).month), day.weekday())


def _in_turn(stays: Mapping[str, Stay]) -> list[str]:
    """All dated ones by their dates; with any undated one among them by their places."""
    if all(stay.arrives is not None for stay in stays.values()):
        return _in_time(stays)
    return sorted(stays, key=lambda id: (stays[id].position, id))


def _after(until: date | None, month: int) -> date:
    """When a stay begins whose month alone is known, after others that are over on a day."""
    if until is None:
        return date(COMMON_YEAR, month, 1)
    if until.month == month:
        return until
    return date(until.year + (month < until.month), month, 1)


def name_of_stay(stay: Stay) -> str:
    """What people call a stay: its place, otherwise when it is."""
    if stay.place:
        return stay.place
    return f"the stay in {MONTH_NAMES[stay.month - 1]}" if stay.arrives is None else f"the stay of {say_day(stay.arrives)}"


def say_day(day: date) -> str:
    """“3 May 2027”."""
    return f"{day.day} {MONTH_NAMES[day.month - 1]} {day.year}"


def _in_time(stays: Mapping[str, Stay]) -> list[str]:
    dated = {id: stay for id, stay in stays.items() if stay.arrives is not None}
    return sorted(dated, key=lambda id: (first_night(dated[id]), dated[id].position, id))
