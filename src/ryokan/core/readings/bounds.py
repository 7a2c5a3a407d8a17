"""What readings are held against: least and most that a meter should show, and what is told by where it lies."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import TypeAlias

from ryokan.core.figure import Figure
from ryokan.core.readings.model import Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told, Verdict, Why

# A formula, and what it takes that its counterpart does not.
Bound: TypeAlias = tuple[str, Mapping[str, Figure]]
Hold: TypeAlias = Callable[[Moment, str, Reading], Told | None]


def as_figure(moment: Moment, id: str, reading: Reading, name: str) -> Figure:
    """The reading as a figure."""
    key = f"survey.reading.{id}.{name}"
    return moment.sheet.get(key) or moment.sheet.given(key, reading.value, reading.unit)


def bounds_of(
    moment: Moment, id: str, unit: str, ends: tuple[Bound, Bound], both: Mapping[str, Figure]
) -> tuple[Figure, Figure]:
    """Least and most that it should read: each by its formula, with what both share and what it alone takes."""
    found = [
        moment.sheet.compute(f"survey.reading.{id}.expected_{end}_{unit.lower()}", formula, unit, "practice", **both, **alone)
        for end, (formula, alone) in zip(("low", "high"), ends, strict=True)
    ]
    return found[0], found[1]


def judged(
    id: str,
    read: Figure,
    bounds: tuple[Figure, Figure],
    codes: tuple[str, str, str],
    *,
    below: tuple[Why, ...] = (),
    above: tuple[Why, ...] = (),
    figures: Mapping[str, str] | None = None,
    words: Mapping[str, str] | None = None,
) -> Told:
    """What is told of a reading by where it lies; ``codes`` are those below, within and above its bounds."""
    low, high = bounds
    lies = within(read, low, high)
    of_all = {**(figures or {}), "read": read.key, "low": low.key, "high": high.key}
    verdict: Verdict = "agrees" if lies == 0 else "off"
    why = below if lies < 0 else above if lies > 0 else ()
    return Told(id, codes[lies + 1], verdict, of_all, words or {}, why)


def meter_off(moment: Moment, id: str, reading: Reading) -> Figure:
    """How far the meter may be off: as was said of it, or as usual. [–]"""
    if reading.accuracy_frac is not None:
        return moment.sheet.given(f"survey.reading.{id}.accuracy_frac", reading.accuracy_frac, "")
    return moment.accuracy(reading)


def within(read: Figure, low: Figure, high: Figure) -> int:
    """-1 below, 0 within, 1 above."""
    return -1 if read.number < low.number else 1 if read.number > high.number else 0


def held_back(moment: Moment, told: Told, what: str) -> Told:
    """What is told of a source that gives less: nothing is wrong where the bank is full, and nothing sure while nobody knows.

    ``what`` begins the codes of both.
    """
    if told.verdict != "off" or moment.not_full:
        return told
    if moment.nearly_full:
        return replace(told, code=f"{what}_held_back", verdict="agrees", why=(Why("full_bank"),))
    return replace(told, code=f"{what}_perhaps_held_back", verdict="says_nothing", why=(Why("perhaps_full_bank"), *told.why))
