"""Quiet hours: when nothing may hum, so that what runs then comes out of the bank alone."""

from __future__ import annotations

import re

from ryokan.core.figure import Sheet

_SPAN = re.compile(
    r"(?:from\s+)?(\d{1,2})(?:[:.]00)?\s*(am|pm|h)?\s*(?:to|until|till|[-–—])\s*(\d{1,2})(?:[:.]00)?\s*(am|pm|h)?",
    re.IGNORECASE,
)


def quiet_span(said: str) -> tuple[int, int] | None:
    """First and last hour of a span as one says it: “22 to 7”, “10 pm–7 am”. None where it is no span of whole hours."""
    found = _SPAN.fullmatch(said.strip())
    if found is None:
        return None
    first, last = _hour(found[1], found[2]), _hour(found[3], found[4])
    return None if first is None or last is None or first == last else (first, last)


def _hour(number: str, half: str | None) -> int | None:
    hour = int(number)
    if half is not None and half.lower() in ("am", "pm"):
        return hour % 12 + (12 if half.lower() == "pm" else 0) if 1 <= hour <= 12 else None
    return hour % 24 if hour <= 24 else None


def quiet_energy(sheet: Sheet, said: str) -> None:
    """What the bank gives in the quiet hours of a full day. [Wh] Left out where the hours are said in other words."""
    span = quiet_span(said)
    if span is None:
        return
    first, last = span
    quiet = tuple(float((hour - first) % 24 < (last - first) % 24) for hour in range(24))
    sheet.compute(
        "loads.quiet_hours_wh",
        "sum(shape × quiet)",
        "Wh",
        "practice",
        shape=sheet["loads.shape_w"],
        quiet=sheet.given("brief.quiet_hours", quiet, ""),
    )
