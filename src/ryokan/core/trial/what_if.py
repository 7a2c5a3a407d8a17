"""A question to a trial in one line: what would have to be otherwise in the rig, and which days would have to be dull.

stay ten nights at the col
air conditioner eight hours in July at the first stay
north in January
three days of rain from the 12th
"""

from __future__ import annotations

import calendar
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from ryokan.core.itinerary import COMMON_YEAR, MONTH_NAMES, first_night
from ryokan.core.lines.kit import TAKEN, Rewritten
from ryokan.core.loads.line import read_line
from ryokan.core.loads.model import Load
from ryokan.core.loads.usual import usual_load
from ryokan.core.rig import Rig, Stay
from ryokan.core.trial.model import MAX_QUESTION

MOST_NIGHTS = 365
FURTHER_DEG = 5.0  # what “north” and “south” stand for: some 550 km (own choice)
SHADE_FRAC = 0.5  # what “in the shade” stands for (own choice)
LATEST_RAIN = 60

_MONTHS = "|".join(name.lower() for name in MONTH_NAMES)
_COUNTED = re.compile(r"\s*(?:nights?|days?|weeks?|hours?|hrs?|minutes?|min)\b")
_LEAD = re.compile(
    r"^\s*(?:(?:what (?:if|about|happens if)|how about|and if|if|can|could|may|will|would)\b)?\s*(?:(?:we|they|i|it)\b)?\s*"
    r"(?:(?:can|could|went|take|took|also)\b)?\s*",
)
_RAIN = re.compile(
    r"(?:(\d+)\s*days?\s*(?:of|with|without)\s*(?:any\s*|no\s*)?(?:rain|clouds?|fog|snow|sun(?:shine)?)|rains?(?:\s*for)?\s*(\d+)\s*days?)"
    rf"(?:\s*from\s*(?:the\s*)?(\d+)(?:st|nd|rd|th)?(?:\s*of\s*({_MONTHS}))?)?"
)
_STAY = re.compile(r"\bstays?(?:ed)?\s*(?:on\s*)?(?:for\s*)?(\d+)\s*(nights?|days?|weeks?)\b")
_HOURS = re.compile(
    r"((?:[a-zäöüéè][\w'-]*\s+)+?)(?:for\s+)?(\d+(?:\.\d+)?)\s*(hours?|hrs?|h|minutes?|mins?|min)\b(?:\s*(?:a|per|each|every)\s*day)?"
)
_MONTH = re.compile(rf"\b(?:in\s+)?({_MONTHS})\b")
_FURTHER = re.compile(r"\b(?:further\s+|more\s+to\s+the\s+)?(north|south)(?:wards?)?\b")
_NO_DRIVING = re.compile(r"\b(?:no|without(?: any)?)\s+driving\b")
_NO_HOOKUP = re.compile(r"\b(?:no|without(?: a| any)?)\s+hookups?\b")
_SHADE = re.compile(r"\bin the shade\b")
_ORDINALS = {"first": 0, "second": 1, "third": 2, "fourth": 3, "fifth": 4, "last": -1}
_WHICH_STAY = re.compile(rf"\b(?:at|on)\s+(?:the\s+)?({'|'.join(_ORDINALS)})\s+stay\b")
_NOT_A_NAME = {"run", "use", "using", "running", "the", "a", "an", "our", "my", "their", "this", "that", "for", "and", "with"}
_GLUE = re.compile(r"\b(?:and|then|also|there|please|each|a|the|day|at|in|go|of|on|we)\b|[^\w]|_")


@dataclass(frozen=True, slots=True)
class DullDays:
    """Days without sun at a stay: from which of its days on, 0 for that of arrival, and how many."""

    stay: str
    from_day: int
    days: int


@dataclass(frozen=True, slots=True)
class WhatIf:
    """A question as it was read: the edit that it would take, by what is said of it, and dull days.

    ``parts`` are codes with the words that belong to them, in the order of the line.
    """

    patch: tuple[Mapping[str, Any], ...] = ()
    rain: DullDays | None = None
    parts: tuple[tuple[str, Mapping[str, str]], ...] = ()


@dataclass(frozen=True, slots=True)
class AskedBack:
    """What of the line could not be read."""

    part: str


class _Unread(Exception):
    """A part of the line that means nothing here."""


@dataclass(slots=True)
class _Line:
    """A line of which more and more is taken."""

    rig: Rig
    text: str
    patch: list[Mapping[str, Any]] = field(default_factory=list)
    parts: list[tuple[str, Mapping[str, str]]] = field(default_factory=list)

    def take(self, pattern: re.Pattern[str]) -> re.Match[str] | None:
        found = pattern.search(self.text)
        if found is not None:
            self.text = f"{self.text[: found.start()]} {TAKEN} {self.text[found.end() :]}"
        return found

    def set(self, path: str, value: Any) -> None:
        self.patch.append({"op": "add", "path": path, "value": value})

    def say(self, code: str, **words: str) -> None:
        self.parts.append((code, words))


def read_what_if(said: str, rig: Rig) -> WhatIf | AskedBack:
    """Read a question to a trial of a rig. Nothing is answered of a line of which a part means nothing."""
    spoken = Rewritten(said[:MAX_QUESTION].lower().strip().rstrip("?!. "))
    spoken.figures_for_words(_COUNTED)
    line = _Line(rig, _LEAD.sub("", spoken.text, count=1))
    if not line.text:
        return AskedBack("")
    try:
        named = _named_stay(line)
        rain = _rain(line, named)
        for read in (_nights, _switches, _hours, _where_and_when):
            read(line, named)
    except _Unread as error:
        return AskedBack(str(error))
    left = re.sub(r"\s+", " ", line.text.replace(TAKEN, " ")).strip(" ,")
    if _GLUE.sub("", left):
        return AskedBack(re.sub(r"^(?:and|,)\s*", "", left))
    return WhatIf(tuple(line.patch), rain, tuple(line.parts))


def _named_stay(line: _Line) -> str | None:
    """The stay that the line names: by its number among them, or by its place."""
    stays = _in_order(line.rig)
    found = line.take(_WHICH_STAY)
    if found is not None:
        at = _ORDINALS[found[1]]
        if at >= len(stays):
            raise _Unread(f"the {found[1]} stay")
        return stays[at]
    for id in sorted(stays, key=lambda id: -len(line.rig.stays[id].place)):
        place = line.rig.stays[id].place.lower()
        if place and line.take(re.compile(rf"\b(?:at |on )?(?:the )?{re.escape(place.removeprefix('the '))}\b")):
            return id
    return None


def _in_order(rig: Rig) -> list[str]:
    return sorted(rig.stays, key=lambda id: (rig.stays[id].position, id))


def _away(line: _Line, named: str | None) -> str:
    """The stay that is meant: the one that is named, or the first without a hookup."""
    stays = _in_order(line.rig)
    if named is not None:
        return named
    return next((id for id in stays if line.rig.stays[id].hookup == "none"), stays[0])


def _rain(line: _Line, named: str | None) -> DullDays | None:
    found = line.take(_RAIN)
    if found is None:
        return None
    if not line.rig.stays:
        raise _Unread(found[0].strip())
    days = int(found[1] or found[2])
    if not 1 <= days <= LATEST_RAIN:
        raise _Unread(f"{days} days")
    id = _away(line, named)
    stay, first = line.rig.stays[id], 1
    if found[3] is not None:
        arrives = first_night(stay)
        first = int(found[3]) - arrives.day
        if found[4] is not None and MONTH_NAMES[arrives.month - 1].lower() != found[4]:
            raise _Unread(f"the {found[3]}th of {found[4]}")
        if not 0 <= first < stay.nights:
            raise _Unread(f"the {found[3]}th")
    line.say("rain", days=str(days), stay=_name(stay))
    return DullDays(id, first, days)


def _nights(line: _Line, named: str | None) -> None:
    found = line.take(_STAY)
    if found is None:
        return
    nights = int(found[1]) * (7 if found[2].startswith("week") else 1)
    if not 1 <= nights <= MOST_NIGHTS or not line.rig.stays:
        raise _Unread(f"{found[1]} {found[2]}")
    id = _away(line, named)
    line.set(f"/stays/{id}/nights", nights)
    line.say("nights", nights=str(nights), stay=_name(line.rig.stays[id]))


def _switches(line: _Line, named: str | None) -> None:
    each: tuple[tuple[re.Pattern[str], str, Any, str], ...] = (
        (_NO_DRIVING, "driving_hours_per_day", 0, "no_driving"),
        (_NO_HOOKUP, "hookup", "none", "no_hookup"),
        (_SHADE, "shade_frac", SHADE_FRAC, "shade"),
    )
    for pattern, member, value, code in each:
        if line.take(pattern) is not None:
            for id in _in_order(line.rig) if named is None else [named]:
                line.set(f"/stays/{id}/{member}", value)
            line.say(code, stay=_name(line.rig.stays[named]) if named else "")


def _at_each(line: _Line, named: str | None, change: Callable[[str, Stay], None]) -> None:
    for id in _in_order(line.rig) if named is None else [named]:
        change(id, line.rig.stays[id])


def _hours(line: _Line, named: str | None) -> None:
    found = line.take(_HOURS)
    if found is None:
        return
    hours = float(found[2]) / (60 if found[3].startswith("m") else 1)
    words = [word for word in found[1].split() if word not in _NOT_A_NAME and word != TAKEN]
    name = " ".join(words)
    if not 0 < hours <= 24:
        raise _Unread(f"{found[2]} {found[3]}")
    known = _load_called(line.rig, name)
    if known is not None:
        line.set(f"/loads/{known}/hours_per_day", hours)
        line.say("hours", load=line.rig.loads[known].name, hours=f"{hours:g}")
        return
    load = _usual(line.rig, name, hours)
    if load is None:
        raise _Unread(name or found[0].strip())
    new = next(id for at in range(1, 1000) if (id := f"asked-{at}") not in line.rig.loads)
    line.set(f"/loads/{new}", load.model_dump(mode="json"))
    line.say("new_load", load=load.name, hours=f"{hours:g}")


def _load_called(rig: Rig, name: str) -> str | None:
    """The load that goes by a name: the whole of it before a part of it."""
    names = {id: load.name.lower() for id, load in rig.active_loads().items()}
    whole = next((id for id, known in names.items() if known == name), None)
    if whole is not None or not name:
        return whole
    return next((id for id, known in names.items() if name in known or known in name), None)


def _usual(rig: Rig, name: str, hours: float) -> Load | None:
    """A load that the rig does not have, as is usual for one of that name."""
    usual = usual_load(name) if name else None
    if usual is None:
        return None
    said = f"{name} {usual.usual_w:g}W {hours:g}h {'ac' if usual.feed == 'ac' else 'dc'}"
    reading = read_line(said, system_v=rig.storage.system_v, mains_v=rig.region.mains_v, hemisphere=rig.brief.hemisphere)
    return reading.load


def _where_and_when(line: _Line, named: str | None) -> None:
    month, further = line.take(_MONTH), line.take(_FURTHER)
    if month is not None:
        number = [name.lower() for name in MONTH_NAMES].index(month[1]) + 1
        _at_each(line, named, lambda id, stay: _move_to_month(line, id, stay, number))
        line.say("month", month=MONTH_NAMES[number - 1], stay=_name(line.rig.stays[named]) if named else "")
    if further is not None:
        sign = 1 if further[1] == "north" else -1
        _at_each(line, named, lambda id, stay: _move_by(line, id, stay, sign * FURTHER_DEG))
        line.say(further[1], degrees=f"{FURTHER_DEG:g}", stay=_name(line.rig.stays[named]) if named else "")


def _move_to_month(line: _Line, id: str, stay: Stay, month: int) -> None:
    line.set(f"/stays/{id}/month", month)
    if stay.arrives is not None:
        last = calendar.monthrange(stay.arrives.year, month)[1]
        moved = stay.arrives.replace(day=min(stay.arrives.day, last), month=month)
        line.set(f"/stays/{id}/arrives", moved.isoformat())


def _move_by(line: _Line, id: str, stay: Stay, degrees: float) -> None:
    if stay.lat_deg is None:
        raise _Unread(f"{'north' if degrees > 0 else 'south'} of {_name(stay)}, whose place nobody has said")
    line.set(f"/stays/{id}/lat_deg", max(-89.0, min(89.0, stay.lat_deg + degrees)))


def _name(stay: Stay) -> str:
    return stay.place or f"the stay in {MONTH_NAMES[stay.month - 1]}"


def first_dull_day(rig: Rig, dull: DullDays) -> int:
    """The first of the dull days, since the first of January of the year of departure."""
    stays = rig.stays.values()
    departure = min((first_night(stay) for stay in stays), default=None)
    year = COMMON_YEAR if departure is None else departure.year
    arrives = first_night(rig.stays[dull.stay])
    return (arrives - arrives.replace(year=year, month=1, day=1)).days + dull.from_day
