"""The kit: stretches of a line, numbers as people type them, and what has to be asked back.

A line is words and quantities in any order. What is recognised is marked, one pattern after the other, and later patterns see
only what earlier ones left. What is left at the end is told apart: plain words may be a name, a number never is.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

MAX_LINE = 200
# A run of figures is read from where it begins, so that a line is gone through once. “.5” has no nought before it.
UNSIGNED = r"(?:(?<![\d.,])\d+(?:[.,]\d+)*|(?<![\w.,])\.\d+)(?:e\d+|\^\d+)?"
NUMBER = rf"(?:(?<!\d)[-−])?{UNSIGNED}"
ENDLESS = re.compile(r"[\d.,]{25,}")  # no number is that long; looking for one in it would take long, too
TAKEN = "\0"  # stands for what is marked already
NUMBER_WORDS = {
    "a pair of": 2, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12, "twin": 2, "both": 2, "single": 1,
}  # fmt: skip

_ONES = {
    "zero": 0, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
    "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18,
    "nineteen": 19,
}  # fmt: skip
_TENS = {
    "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90,
}  # fmt: skip
_LARGE = {"hundred": 100, "thousand": 1000}
_WORD = "|".join((*_ONES, *_TENS, *_LARGE))
_SPOKEN = re.compile(rf"(?<![\w-])(?:{_WORD})(?:[ -]+(?:and )?(?:{_WORD}|point))*(?![\w])", re.IGNORECASE)
_UNITS = (
    r"years?|yrs?|months?|feet|foot|ft|metres?|meters?|inch|inches|volts?|amps?|amp[- ]?hours?|watts?|kilowatts?|percent|"
    r"gauge|awg|degrees?|pounds?|kilos?|strings?|o'?clock"
)
UNIT_AHEAD = re.compile(rf"\s*(?:{_UNITS})\b", re.IGNORECASE)
# “Isn't” and, by phone, “isnt”; “cant” and “wont” are words of their own.
_CONTRACTED = re.compile(r"(?<![\w-])(is|are|was|were|does|do|did|has|have|could|should|would)n['’]?t(?!\w)", re.IGNORECASE)
# “One aught” is 1/0.
_AUGHTS = re.compile(r"(?<![\w/])(one|two|three|four|[1-4])[ -](?:aught|ought|naught|nought)(?!\w)", re.IGNORECASE)
# A word that stands for a number; as a name of something it would be a number dropped.
SPOKEN_NUMBER = re.compile(rf"(?:{'|'.join((*_ONES, *_TENS, *_LARGE, 'half', 'dozen'))})", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Part:
    """A stretch of the line and how it was read. ``value`` is in the unit of its meaning, a pair for a range; text parts keep
    their text."""

    meaning: str
    start: int
    end: int
    text: str
    value: Any = None


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
        compiled = re.compile(pattern, re.IGNORECASE) if isinstance(pattern, str) else pattern
        found = list(compiled.finditer(self.left))
        for match in found[: most or None]:
            self.mark(meaning, match.start(), match.end())
        return found[: most or None]

    def mark(self, meaning: str, start: int, end: int, value: Any = None) -> Part:
        """Mark a stretch: later patterns do not see it."""
        part = Part(meaning, start, end, self.line[start:end].strip(), value)
        self.marked.append(part)
        self.left = self.left[:start] + TAKEN * (end - start) + self.left[end:]
        return part

    def in_order(self) -> tuple[Part, ...]:
        """What was marked, in the order of the line; words that nothing has marked are names."""
        named = (Part("name", word.start(), word.end(), word[0]) for word in self.words())
        return tuple(sorted((*self.marked, *named), key=lambda part: part.start))

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


class Rewritten:
    """A line with stretches of it written otherwise, and where each character of it stands in the line as it was typed."""

    def __init__(self, line: str) -> None:
        self.text = line
        self._typed_at = list(range(len(line) + 1))

    def sub(self, pattern: re.Pattern[str], other: Callable[[re.Match[str]], str]) -> None:
        """Write every match of a pattern otherwise."""
        pieces, places, done = list[str](), list[int](), 0
        for match in pattern.finditer(self.text):
            text = other(match)
            if text == match[0]:
                continue
            pieces += [self.text[done : match.start()], text]
            places += [*self._typed_at[done : match.start()], *[self._typed_at[match.start()]] * len(text)]
            done = match.end()
        self.text = "".join([*pieces, self.text[done:]])
        self._typed_at = [*places, *self._typed_at[done:]]

    def figures_for_words(self, unit_ahead: re.Pattern[str] = UNIT_AHEAD) -> None:
        """Write spoken numbers as figures where a unit follows or where they are of several words.

        “Two hundred watts” is “200 watts”, “three point two volts” “3.2 volts”; “two panels” stays: it counts.
        """

        def figures(match: re.Match[str]) -> str:
            words = [word for word in re.split(r"[\s-]+", match[0].lower()) if word != "and"]
            if len(words) < 2 and not unit_ahead.match(self.text, match.end()):
                return match[0]
            counts = 1 if len(words) > 1 and words[0] in _ONES and words[1] in (*_ONES, *_TENS) else 0
            spoken = _spoken(words[counts:])
            return match[0] if spoken is None else " ".join([*words[:counts], f"{spoken:g}"])

        self.sub(_SPOKEN, figures)

    def typed(self, start: int, end: int) -> tuple[int, int]:
        """Where a stretch of it stands in the line as it was typed."""
        return self._typed_at[start], self._typed_at[end]


def figures_for_words(line: str) -> str:
    """A line with spoken numbers as figures, as :meth:`Rewritten.figures_for_words` has it."""
    return in_figures(line).text


def in_figures(line: str) -> Rewritten:
    """The same, with where each character stands in the line as it was typed."""
    rewritten = Rewritten(line)
    rewritten.sub(_CONTRACTED, lambda match: f"{match[1]} not")
    rewritten.sub(_AUGHTS, lambda match: f"{_ONES.get(match[1].lower()) or match[1]}/0")
    rewritten.figures_for_words()
    return rewritten


def _spoken(words: list[str]) -> float | None:
    """The number that words say; None where they say none."""
    whole, last, after = 0.0, 0.0, ""
    for at, word in enumerate(words):
        if after:
            if word not in _ONES or _ONES[word] > 9:
                return None
            after += str(_ONES[word])
        elif word in _ONES:
            last += _ONES[word]
        elif word in _TENS:
            last += _TENS[word]
        elif word == "hundred":
            last = (last or 1) * 100
        elif word == "thousand":
            whole, last = whole + (last or 1) * 1000, 0
        elif word == "point" and 0 < at < len(words) - 1:
            after = "."
        else:
            return None
    return float(f"{whole + last:.0f}{after}")


def endless(line: str) -> Question | None:
    """What to ask of a line that holds a number longer than any number is."""
    found = ENDLESS.search(line)
    if found is None:
        return None
    return Question("line.endless", found.start(), found.end(), {"text": f"{found[0][:20]}…"})
