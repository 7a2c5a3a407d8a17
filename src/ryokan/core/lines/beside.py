"""Words that stand beside a number and say which one it is: “voc 22.3”, “5.8 isc”.

A word may stand before its number or behind it, and between two numbers it may belong to either. Each word takes one number and
each number goes to one word; what that leaves open is told by what the two can be, or asked.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ryokan.core.lines.kind import Beside, Said
from ryokan.core.lines.kit import NUMBER, read_number

_NUMBER = re.compile(rf"(?:max(?:imum)?\s*)?({NUMBER})(?:\s*(volts?|v|amps?|amperes?|a)(?!\w))?(?![\w%°/])", re.IGNORECASE)
_GAP = re.compile(r"\s*(?:(?:of|is|at|=|:)\s*)?", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class _Number:
    start: int
    end: int
    value: float
    unit: str


def take_beside(said: Said, words: tuple[Beside, ...]) -> None:
    """Say what the words say of the numbers beside them, and ask where one may be of either."""
    left = said.marks.left
    numbers = [
        _Number(match.start(), match.end(), read_number(match[1]), (match[2] or "")[:1].lower())
        for match in _NUMBER.finditer(left)
    ]
    open_words = [(match, word) for word in words for match in word.pattern.finditer(left)]
    free = set(numbers)
    while open_words:
        choices = [(match, word, _around(left, match, word, free)) for match, word in open_words]
        sure = next((one for one in choices if len(one[2]) == 1), None)
        if sure is None:
            sure = next(((match, word, [told]) for match, word, around in choices if (told := _told(word, around))), None)
        if sure is None:
            _ask(said, choices)
            return
        match, word, (number,) = sure
        start, end = min(match.start(), number.start), max(match.end(), number.end)
        said.marks.mark("phrase", start, end)
        said.say(word.member, number.value, start, end)
        free.discard(number)
        open_words = [(other, its) for other, its in open_words if other is not match]


def _around(line: str, match: re.Match[str], word: Beside, free: set[_Number]) -> list[_Number]:
    """The free numbers next to a word that have its unit, or none; one with its unit goes before one without."""
    near = [
        number
        for number in sorted(free, key=lambda one: one.start)
        if number.unit in ((word.unit,) if word.unit_said else ("", word.unit))
        and (
            (number.end <= match.start() and _GAP.fullmatch(line, number.end, match.start()))
            or (number.start >= match.end() and _GAP.fullmatch(line, match.end(), number.start))
        )
    ]
    with_unit = [number for number in near if number.unit]
    return with_unit if len(with_unit) == 1 else near


def _told(word: Beside, around: list[_Number]) -> _Number | None:
    """Of two numbers with their units the one that only it can be: open volts are above those at full power."""
    if len(around) != 2 or word.of_two == "asked" or not all(number.unit for number in around):
        return None
    return (max if word.of_two == "higher" else min)(around, key=lambda number: number.value)


def _ask(said: Said, choices: list[tuple[re.Match[str], Beside, list[_Number]]]) -> None:
    """Ask of which of two numbers a word is, with both readings: a comma keeps it from the other."""
    line = said.marks.line
    for match, _, around in choices:
        if len(around) != 2:
            continue
        before, behind = around
        first, second = line[before.start : before.end].strip(), line[behind.start : behind.end].strip()
        said.ask(
            "which_number", match.start(), match.end(), {"first": first, "second": second},
            said.in_other_words(before.start, match.end(), f"{first} {match[0]},"),
            said.in_other_words(before.start, match.end(), f"{first}, {match[0]}"),
        )  # fmt: skip
        said.marks.mark("phrase", before.start, behind.end)
        return
