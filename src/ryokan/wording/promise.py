"""The promise, as one says it."""

from __future__ import annotations

from ryokan.core.rig import Rig

MONTHS = (
    "January", "February", "March", "April", "May", "June",
    "July", "August", "September", "October", "November", "December",
)  # fmt: skip
_SMALL = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def count(number: int, noun: str) -> str:
    """“four nights”, “one night”, “14 nights”."""
    word = _SMALL[number] if number < len(_SMALL) else str(number)
    plural = "people" if noun == "person" else f"{noun}s"
    return f"{word} {noun if number == 1 else plural}"


def promise(rig: Rig) -> str:
    """“four nights, two people, October to March”."""
    brief = rig.brief
    first, last = MONTHS[brief.first_month - 1], MONTHS[brief.last_month - 1]
    months = first if first == last else f"{first} to {last}"
    return f"{count(brief.nights_away, 'night')}, {count(brief.people, 'person')}, {months}"
