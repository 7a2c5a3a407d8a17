"""The kit: stretches of a line, numbers as people type them, and what has to be asked back.

A line is words and quantities in any order. What is recognised is marked, one pattern after the other, and later patterns see
only what earlier ones left. What is left at the end is told apart: plain words may be a name, a number never is.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

MAX_LINE = 200
NUMBER = r"[-−]?\d+(?:[.,]\d+)*(?:e\d+|\^\d+)?"
ENDLESS = re.compile(r"[\d.,]{25,}")  # no number is that long; looking for one in it would take long, too
TAKEN = "\0"  # stands for what is marked already
NUMBER_WORDS = {
    "a pair of": 2, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12, "twin": 2, "both": 2, "single": 1,
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Part:
    """A stretch of the line and how it was read. ``value`` is in the unit of its meaning; text parts keep their text."""

    meaning: str
    start: int
    end: int
    text: str
    value: float = 0.0


@dataclass(frozen=True, slots=True)
class Question:
    """Why a line is not taken as it stands: a code, the part in question, and the nearest readings as whole lines."""

    code: str
    start: int
    end: int
    words: Mapping[str, str] = field(default_factory=dict)
    readings: tuple[str, ...] = ()


class Marks:
    """A line while it is read: what is left of it, and what was marked."""

    def __init__(self, line: str) -> None:
        self.line = line
        self.left = line
        self.marked: list[Part] = []

    def take(self, meaning: str, pattern: str | re.Pattern[str], most: int = 0) -> list[re.Match[str]]:
        """Mark every match of a pattern in what is left, or the first ``most`` of them."""
        found = list(re.finditer(pattern, self.left, re.IGNORECASE))
        for match in found[: most or None]:
            self._mark(meaning, match.start(), match.end())
        return found[: most or None]

    def _mark(self, meaning: str, start: int, end: int) -> None:
        self.marked.append(Part(meaning, start, end, self.line[start:end].strip()))
        self.left = self.left[:start] + TAKEN * (end - start) + self.left[end:]

    def words(self) -> Iterator[re.Match[str]]:
        """The words that nothing has marked."""
        return re.finditer(r"[^\s\0,;:()]+", self.left)

    def other_words(self, start: int, end: int, text: str) -> str:
        """The line with one stretch put in other words."""
        return in_other_words(self.line, start, end, text)


def in_other_words(line: str, start: int, end: int, text: str) -> str:
    """A line with one stretch put in other words."""
    return " ".join(f"{line[:start]} {text} {line[end:]}".split())


def read_number(text: str) -> float:
    """3, 2.5, 2,5 and 1,200: a comma before exactly three digits, after one to three others, groups thousands.

    A power, ``10^3``, is worked out; one that no number holds is infinite.
    """
    text = text.replace("−", "-").lower()
    if "^" in text:
        base, power = text.split("^")
        try:
            return float(read_number(base) ** min(int(power), 300))
        except OverflowError:
            return math.inf
    if re.fullmatch(r"-?[1-9]\d{0,2}(,\d{3})+(\.\d+)?", text):
        return float(text.replace(",", ""))
    whole, _, rest = text.replace(",", ".").partition(".")
    return float(f"{whole or 0}.{rest.replace('.', '') or '0'}") if "e" not in rest + whole else float(text.replace(",", "."))


def endless(line: str) -> Question | None:
    """What to ask of a line that holds a number longer than any number is."""
    found = ENDLESS.search(line)
    if found is None:
        return None
    return Question("line.endless", found.start(), found.end(), {"text": f"{found[0][:20]}…"})
