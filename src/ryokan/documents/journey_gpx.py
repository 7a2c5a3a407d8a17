"""A journey out of a GPX file: where the nights of a track were spent, or the waypoints of a plan, as stays."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from typing import TYPE_CHECKING

from ryokan.core.errors import DomainError
from ryokan.core.rig import MAX_STAYS, Stay

if TYPE_CHECKING:
    from gpxpy.gpx import GPX, GPXRoutePoint, GPXWaypoint

MAX_BYTES = 30_000_000
MAX_POINTS = 200_000
EARTH_KM = 6371.0
SAME_PLACE_KM = 2.0  # nights nearer to one another than that are one stay
NIGHT_H = 3.0  # solar time at which somebody is where they sleep
DRIVING_KM_PER_H = 8.0  # slower is walking, or the noise of a receiver
GAP_H = 0.5  # between points further apart nobody knows whether they drove
MAX_NAME = 80


class UnreadableJourney(DomainError):
    """A file is no journey that can be taken; the message says why."""

    code = "journey.unreadable"


@dataclass(frozen=True, slots=True)
class Fix:
    """A moment of a track. [°]"""

    at: datetime
    lat_deg: float
    lon_deg: float


def read_journey(content: bytes) -> list[Stay]:
    """Stays of a GPX file, in their order.

    A track with times gives a stay for each place where nights were spent, with its date and the hours driven on its days.
    Without one, each waypoint or point of a route is a stay of one night, whose month nobody knows: it is that of
    :class:`Stay`.

    Raises
    ------
    UnreadableJourney
        Not GPX, too large, with no places, or with more stays than a journey has.
    """
    if len(content) > MAX_BYTES:
        raise UnreadableJourney(f"The file has {len(content) / 1e6:.0f} MB; a journey has at most {MAX_BYTES / 1e6:.0f} MB.")
    gpx = _parsed(content)
    count = gpx.get_track_points_no() + len(gpx.waypoints) + sum(len(route.points) for route in gpx.routes)
    if count > MAX_POINTS:
        raise UnreadableJourney(f"The file has {count} points; a journey has at most {MAX_POINTS}.")
    fixes = sorted(_fixes(gpx), key=lambda fix: fix.at)
    stays = _nights(fixes) if fixes else _planned(gpx)
    if not stays:
        if gpx.get_track_points_no() and not fixes:
            raise UnreadableJourney(
                "The track has no times, so nobody knows where a night was spent, and there are no waypoints."
            )
        raise UnreadableJourney("The file has no night and no waypoint.")
    if len(stays) > MAX_STAYS:
        raise UnreadableJourney(f"That would be {len(stays)} stays; a journey has at most {MAX_STAYS}.")
    return stays


def _parsed(content: bytes) -> GPX:
    import gpxpy  # here: few read one
    from gpxpy.gpx import GPXException

    if b"<gpx" not in content[:4000]:
        raise UnreadableJourney("The file is not GPX: it does not begin as one.")
    try:
        return gpxpy.parse(content)
    except (GPXException, UnicodeDecodeError, ValueError) as error:
        raise UnreadableJourney(f"The file is not GPX: {error}.") from error


def _fixes(gpx: GPX) -> Iterator[Fix]:
    for track in gpx.tracks:
        for segment in track.segments:
            for point in segment.points:
                if point.time is not None:
                    at = point.time if point.time.tzinfo else point.time.replace(tzinfo=UTC)
                    yield Fix(at.astimezone(UTC), *_on_earth(point.latitude, point.longitude))


def _on_earth(lat_deg: float, lon_deg: float) -> tuple[float, float]:
    if not (-90 <= lat_deg <= 90 and -180 <= lon_deg <= 180):
        raise UnreadableJourney(f"A point lies at latitude {lat_deg:g}, longitude {lon_deg:g}: there is no such place.")
    return lat_deg, lon_deg


def _planned(gpx: GPX) -> list[Stay]:
    points: list[GPXWaypoint | GPXRoutePoint] = [*gpx.waypoints, *(point for route in gpx.routes for point in route.points)]
    stays = []
    for number, point in enumerate(points, start=1):
        lat_deg, lon_deg = _on_earth(point.latitude, point.longitude)
        name = (point.name or "").strip()[:MAX_NAME]
        stays.append(_stay(number, lat_deg, lon_deg, nights=1, driving_h=0.0, place=name))
    return stays


def _nights(fixes: Sequence[Fix]) -> list[Stay]:
    """A stay for each place where nights were spent: the last fix before three o'clock by the sun."""
    nights = list(_night_fixes(fixes))
    groups: list[list[Fix]] = []
    for night in nights:
        if groups and _km(groups[-1][0], night) <= SAME_PLACE_KM:
            groups[-1].append(night)
        else:
            groups.append([night])
    stays, since = [], fixes[0].at
    for number, group in enumerate(groups, start=1):
        until = group[-1].at
        driven_h = _driven_h([fix for fix in fixes if since <= fix.at <= until])
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
