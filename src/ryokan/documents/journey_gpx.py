"""A journey out of a GPX file: where the nights of a track were spent, or the waypoints of a plan, as stays."""

from __future__ import annotations

import io
import math
from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from xml.etree.ElementTree import Element, ParseError, iterparse

from ryokan.core.errors import DomainError
from ryokan.core.plain_text import unkeepable, writable
from ryokan.core.rig import MAX_STAYS, Stay

MAX_BYTES = 20_000_000
MAX_POINTS = 120_000  # read within a second (measured, two cores)
TAGS_OF_A_POINT, TAGS_BESIDE = 40, 10_000  # "<" in the file, counted before any of it is read
MAX_DEPTH = 20
MOST_NIGHTS = 3 * 366
FIRST, LAST = datetime(2000, 1, 2, tzinfo=UTC), datetime(2100, 12, 31, tzinfo=UTC)  # as for the dates of stays
EARTH_KM = 6371.0
SAME_PLACE_KM = 2.0  # nights nearer to one another than that are one stay
NIGHT_H = 3.0  # solar time at which somebody is where they sleep
DRIVING_KM_PER_H = 8.0  # slower is walking, or the noise of a receiver
GAP_H = 0.5  # between points further apart nobody knows whether they drove
MAX_NAME = 80
POINTS = ("trkpt", "wpt", "rtept")  # GPX 1.0 and 1.1 call them so


class UnreadableJourney(DomainError):
    """A file is no journey that can be taken; the message says why."""

    code = "journey.unreadable"


@dataclass(frozen=True, slots=True)
class Fix:
    """A moment of a track. [°]"""

    at: datetime
    lat_deg: float
    lon_deg: float


@dataclass(slots=True)
class _Read:
    """What was read of a file: fixes with their times, how many had none, and points of a plan with their names."""

    fixes: list[Fix] = field(default_factory=list)
    timeless: int = 0
    planned: dict[str, list[tuple[str, float, float]]] = field(default_factory=lambda: {"wpt": [], "rtept": []})


def read_journey(content: bytes) -> list[Stay]:
    """Stays of a GPX file, in their order.

    A track with times gives a stay for each place where nights were spent, with its date and the hours driven on its days.
    Without one, each waypoint or point of a route is a stay of one night, whose month nobody knows: it is that of
    :class:`Stay`.

    Raises
    ------
    UnreadableJourney
        Not GPX, too large, of a time that no clock of a journey shows, with no places, or with more stays than a journey has.
    """
    _require_size(content)
    read = _read(content)
    stays = _nights(sorted(read.fixes, key=lambda fix: fix.at)) if read.fixes else _planned(read)
    if not stays:
        if read.timeless:
            raise UnreadableJourney(
                "The track has no times, so nobody knows where a night was spent, and there are no waypoints."
            )
        raise UnreadableJourney("The file has no night and no waypoint.")
    return stays


def _require_size(content: bytes) -> None:
    if len(content) > MAX_BYTES:
        raise UnreadableJourney(f"The file has {len(content) / 1e6:.0f} MB; a journey has at most {MAX_BYTES / 1e6:.0f} MB.")
    if b"<gpx" not in content[:4000]:
        raise UnreadableJourney("The file is not GPX: it does not begin as one.")
    if b"<!DOCTYPE" in content or b"<!ENTITY" in content:
        raise UnreadableJourney("The file defines entities of its own. No GPX does.")
    # Names may carry a prefix, which then stands in the ends of their elements, too.
    points = sum(content.count(b"<" + name) + content.count(b":" + name) // 2 for name in map(str.encode, POINTS))
    if points > MAX_POINTS:
        raise UnreadableJourney(f"The file has {points} points; a journey has at most {MAX_POINTS}. Export fewer days.")
    if content.count(b"<") > TAGS_OF_A_POINT * points + TAGS_BESIDE:
        raise UnreadableJourney("The file has more in it than a journey has. Export fewer days.")


def _read(content: bytes) -> _Read:
    """Go through the file once; of what was gone through nothing is kept, so that size alone costs no memory."""
    found = _Read()
    above: list[Element] = []
    try:
        for event, element in iterparse(io.BytesIO(content), events=("start", "end")):
            if event == "start":
                above.append(element)
                if len(above) > MAX_DEPTH:
                    raise UnreadableJourney(f"The file is nested deeper than {MAX_DEPTH} levels. No GPX is.")
                continue
            above.pop()
            if not above:
                break
            name = _name(element)
            if name in POINTS:
                _take(name, element, found)
            elif _name(above[-1]) in POINTS and name in ("time", "name") and _child(above[-1], name) is element:
                continue  # what belongs to a point is read with it
            del above[-1][-1]
    except ParseError as error:
        raise UnreadableJourney(f"The file is not GPX: {error}.") from error
    except (ValueError, LookupError) as error:
        raise UnreadableJourney("The file is not GPX: it cannot be read as text.") from error
    return found


def _name(element: Element) -> str:
    return str(element.tag).rpartition("}")[2]


def _child(element: Element, name: str) -> Element | None:
    return next((child for child in element if _name(child) == name), None)


def _take(name: str, point: Element, found: _Read) -> None:
    place = _on_earth(_degrees(point, "lat"), _degrees(point, "lon"))
    if name != "trkpt":
        said = _child(point, "name")
        text = "" if said is None else (said.text or "").strip()[:MAX_NAME]
        found.planned[name].append(("" if unkeepable(text) else writable(text).strip(), *place))
        return
    time = _child(point, "time")
    if time is None or not time.text:
        found.timeless += 1
    else:
        found.fixes.append(Fix(_moment(time.text), *place))


def _degrees(point: Element, which: str) -> float:
    text = point.get(which, "")
    try:
        return float(text)
    except ValueError as error:
        raise UnreadableJourney(f"A point lies at {which} “{text[:20]}”, which is no number.") from error


def _moment(text: str) -> datetime:
    """A moment in UTC; a time that names no zone is in it, as GPX has it."""
    try:
        at = datetime.fromisoformat(text.strip())
        at = at.replace(tzinfo=UTC) if at.tzinfo is None else at.astimezone(UTC)
    except (ValueError, OverflowError) as error:
        raise UnreadableJourney(f"“{text.strip()[:30]}” is no time of the calendar.") from error
    if not FIRST <= at <= LAST:
        raise UnreadableJourney(
            f"The track has a point of the year {at.year}; dates from {FIRST.year} to {LAST.year} are taken. "
            "Was the receiver's clock set?"
        )
    return at


def _on_earth(lat_deg: float, lon_deg: float) -> tuple[float, float]:
    if not (-90 <= lat_deg <= 90 and -180 <= lon_deg <= 180):
        raise UnreadableJourney(f"A point lies at latitude {lat_deg:g}, longitude {lon_deg:g}: there is no such place.")
    return lat_deg, lon_deg


def _planned(read: _Read) -> list[Stay]:
    points = [*read.planned["wpt"], *read.planned["rtept"]]
    _require_stays(len(points))
    return [
        _stay(number, lat_deg, lon_deg, nights=1, driving_h=0.0, place=name)
        for number, (name, lat_deg, lon_deg) in enumerate(points, start=1)
    ]


def _nights(fixes: Sequence[Fix]) -> list[Stay]:
    """A stay for each place where nights were spent: the last fix before three o'clock by the sun."""
    span_days = (fixes[-1].at - fixes[0].at).days
    if span_days > MOST_NIGHTS:
        raise UnreadableJourney(f"The track goes over {span_days} days; at most {MOST_NIGHTS} are taken. Export fewer.")
    groups: list[list[Fix]] = []
    for night in _night_fixes(fixes):
        if groups and _km(groups[-1][0], night) <= SAME_PLACE_KM:
            groups[-1].append(night)
        else:
            groups.append([night])
    _require_stays(len(groups))
    times = [fix.at for fix in fixes]
    stays, since = [], fixes[0].at
    for number, group in enumerate(groups, start=1):
        until = group[-1].at
        driven_h = _driven_h(fixes[bisect_left(times, since) : bisect_right(times, until)])
        arrives = (group[0].at + timedelta(hours=group[0].lon_deg / 15)).date() - timedelta(days=1)  # the evening before
        stays.append(
            _stay(
                number,
                group[0].lat_deg,
                group[0].lon_deg,
                nights=len(group),
                driving_h=min(24.0, round(driven_h / len(group), 2)),
                arrives=arrives,
            )
        )
        since = until
    return stays


def _require_stays(count: int) -> None:
    if count > MAX_STAYS:
        raise UnreadableJourney(f"That would be {count} stays; a journey has at most {MAX_STAYS}.")


def _night_fixes(fixes: Sequence[Fix]) -> Iterator[Fix]:
    """Where each night was spent, with the moment of the night as its time."""
    place = 0
    offset = timedelta(hours=fixes[0].lon_deg / 15)
    night = (fixes[0].at + offset).replace(hour=int(NIGHT_H), minute=0, second=0, microsecond=0)
    while (moment := night - offset) <= fixes[-1].at:
        if moment >= fixes[0].at:
            while place + 1 < len(fixes) and fixes[place + 1].at <= moment:
                place += 1
            yield Fix(moment, fixes[place].lat_deg, fixes[place].lon_deg)
        night += timedelta(days=1)


def _driven_h(fixes: Sequence[Fix]) -> float:
    hours = 0.0
    for one, other in pairwise(fixes):
        passed_h = (other.at - one.at).total_seconds() / 3600
        if 0 < passed_h <= GAP_H and _km(one, other) / passed_h > DRIVING_KM_PER_H:
            hours += passed_h
    return hours


def _km(one: Fix, other: Fix) -> float:
    lat, other_lat = math.radians(one.lat_deg), math.radians(other.lat_deg)
    half = (
        math.sin((other_lat - lat) / 2) ** 2
        + math.cos(lat) * math.cos(other_lat) * math.sin(math.radians(other.lon_deg - one.lon_deg) / 2) ** 2
    )
    return 2 * EARTH_KM * math.asin(math.sqrt(min(1.0, half)))


def _stay(
    number: int, lat_deg: float, lon_deg: float, *, nights: int, driving_h: float, place: str = "", arrives: date | None = None
) -> Stay:
    said = {} if arrives is None else {"month": arrives.month, "arrives": arrives}
    return Stay(
        position=number,
        place=place,
        nights=min(nights, 365),
        driving_hours_per_day=driving_h,
        lat_deg=round(lat_deg, 4),
        lon_deg=round(lon_deg, 4),
        **said,
    )
