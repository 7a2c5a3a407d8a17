"""A GPX file becomes stays, or is refused with what is wrong."""

from __future__ import annotations

from datetime import datetime, timedelta

import pytest

from ryokan.documents.journey_gpx import UnreadableJourney, read_journey


def gpx(*inside: str) -> bytes:
    head = '<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1">'
    return (head + "".join(inside) + "</gpx>").encode()


def track(*points: tuple[str, float, float]) -> str:
    rows = "".join(f'<trkpt lat="{lat}" lon="{lon}"><time>{at}</time></trkpt>' for at, lat, lon in points)
    return f"<trk><trkseg>{rows}</trkseg></trk>"


def drive(start: str, hours: float, lat: float, lat_to: float) -> list[tuple[str, float, float]]:
    """A fix every ten minutes along the prime meridian."""
    steps, begin = round(hours * 6), datetime.fromisoformat(start)
    return [
        (f"{begin + timedelta(minutes=10 * n):%Y-%m-%dT%H:%M:%SZ}", lat + (lat_to - lat) * n / steps, 0.0)
        for n in range(steps + 1)
    ]


def test_nights_of_a_track_become_stays_with_what_was_driven() -> None:
    """Three hours north on 3 May, two nights, two hours on 5 May, one night; home on the 6th. (by hand)"""
    points = [
        *drive("2026-05-03T10:00", 3, 40, 42), *drive("2026-05-05T09:00", 2, 42, 43.2), *drive("2026-05-06T09:00", 5, 43.2, 40),
    ]  # fmt: skip
    stays = read_journey(gpx(track(*points)))

    assert [(stay.nights, stay.lat_deg) for stay in stays] == [(2, 42.0), (1, 43.2)]
    assert [str(stay.arrives) for stay in stays] == ["2026-05-03", "2026-05-05"]
    assert [stay.driving_hours_per_day for stay in stays] == pytest.approx([1.5, 2.0])


def test_waypoints_of_a_plan_become_stays_of_a_night() -> None:
    plan = '<wpt lat="-33.9" lon="18.4"><name> Kelp bay </name></wpt><rte><rtept lat="-34" lon="179.99"/></rte>'
    stays = read_journey(gpx(plan))

    assert [(stay.place, stay.nights, stay.lat_deg, stay.lon_deg) for stay in stays] == [
        ("Kelp bay", 1, -33.9, 18.4), ("", 1, -34.0, 179.99),
    ]  # fmt: skip


def test_nights_are_told_by_the_sun_of_the_place() -> None:
    """At 150° E it is three in the morning at 17:00 UTC: a fix at 18:00 UTC comes after that night."""
    points = [
        ("2026-01-01T08:00:00Z", -30.0, 150.0),
        ("2026-01-01T18:00:00Z", -31.0, 150.0),
        ("2026-01-02T16:00:00Z", -31.0, 150.0),
    ]

    assert [stay.lat_deg for stay in read_journey(gpx(track(*points)))] == [-30.0]


STILL = [("2026-05-03T10:00:00Z", 40.0, 0.0)]
FAR_APART = [(f"{datetime(2026, 1, 1, 12) + timedelta(days=n):%Y-%m-%dT%H:%M:%SZ}", n % 2 * 10.0, 0.0) for n in range(103)]


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"", "not GPX"),
        (b"<html><body>no</body></html>", "not GPX"),
        (b"\xff\xfe\x00garbage", "not GPX"),
        (gpx(), "no night and no waypoint"),
        (gpx(track(*STILL)), "no night and no waypoint"),
        (gpx('<trk><trkseg><trkpt lat="1" lon="2"/></trkseg></trk>'), "no times"),
        (gpx('<wpt lat="91" lon="2"/>'), "no such place"),
        (gpx(track(*FAR_APART)), "102 stays"),
        (gpx(*['<wpt lat="1" lon="2"/>'] * 120_001), "at most 120000"),
        (gpx(track(("0002-01-01T00:00:00Z", 1, 1), ("9998-01-01T00:00:00Z", 1, 1))), "year 2; dates from 2000 to 2100"),
        (gpx(track(("2000-01-01T00:00:00Z", 1, 1), ("2000-01-03T00:00:00Z", 1, 1))), "year 2000; dates from 2000"),
        (gpx(track(("2001-01-01T00:00:00Z", 1, 1), ("2099-01-01T00:00:00Z", 1, 1))), "at most 1098"),
        (gpx(track(("2026-01-01T00:00:00+99:00", 1, 1))), "no time of the calendar"),
        (gpx(track(("0001-01-01T00:00:00+14:00", 1, 1))), "no time of the calendar"),
        (gpx(track(("yesterday", 1, 1))), "no time of the calendar"),
        (gpx('<trk><trkseg><trkpt lat="x"/></trkseg></trk>'), "no number"),
        (gpx("<a>" * 30 + "</a>" * 30), "nested deeper"),
        (gpx("<a/>" * 2_100_000), "more in it"),
        (b'<!DOCTYPE gpx [<!ENTITY a "b">]>' + gpx(), "entities of its own"),
        (gpx(track(*STILL))[:-20], "not GPX"),
    ],
    ids=lambda value: value if isinstance(value, str) else "",
)  # fmt: skip
def test_a_file_that_is_no_journey_is_refused(content: bytes, says: str) -> None:
    with pytest.raises(UnreadableJourney, match=says):
        read_journey(content)
