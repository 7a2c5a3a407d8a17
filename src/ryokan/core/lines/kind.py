"""A kind of line: what it is called, where each quantity of it goes, and the words that say something of it."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal, TypeAlias

from ryokan.core.lines.denial import DENIES, denied_at, is_plain, opposite
from ryokan.core.lines.kit import NUMBER, NUMBER_WORDS, Marks, Question, read_number

Value: TypeAlias = Any
OfTwo: TypeAlias = Literal["higher", "lower", "asked"]
Measure: TypeAlias = Literal[
    "volts", "amps", "watts", "volt_amps", "amp_hours", "watt_hours", "kilograms", "length", "conductor", "years", "degrees",
    "percent",
]  # fmt: skip

_KG_PER_LB = 0.45359237  # exact by definition (international pound, 1959)
_APPROX = r"(~\s*)?"
_LENGTH_UNITS = r"feet|foot|ft|metres?|meters?|inches|inch|in\b|mm|cm|m|'|\""
_UNIT_OF_LENGTH = {
    "feet": "ft",
    "foot": "ft",
    "inches": "in",
    "inch": "in",
    **dict.fromkeys(("metre", "metres", "meter", "meters"), "m"),
}

# Quantity -> its pattern: whether it is about, the number, its unit. The longer reading of the same text comes first.
_QUANTITIES: tuple[tuple[Measure, str], ...] = (
    ("conductor", r"()((?<![\d.,])\d{1,4}(?:[.,]\d)?)\s*(mm2|mm²|mm\^2|sq\.? ?mm|qmm)"),
    ("conductor", r"()(\d+/0)\s*(?:awg|ga(?:uge)?\b)?()"),
    ("conductor", r"()(\d{1,2})\s*(awg|gauge|ga)\b"),
    ("conductor", r"()(?:awg|#)\s*(\d{1,2})\b()"),
    ("amp_hours", rf"{_APPROX}({NUMBER})\s*(amp[- ]?hours?|ah)\b"),
    ("watt_hours", rf"{_APPROX}({NUMBER})\s*(k?wh)\b"),
    ("volt_amps", rf"{_APPROX}({NUMBER})\s*(k?va)\b"),
    ("kilograms", rf"{_APPROX}({NUMBER})\s*(kg|kilos?|lbs?|pounds?)\b"),
    ("years", rf"{_APPROX}({NUMBER})[- ]*(years?|yrs?|y/o|months?)\b(?:\s+old)?"),
    ("watts", rf"{_APPROX}({NUMBER})\s*(?:running |rated |continuous )?(kw|watts?|w)\b"),
    ("volts", rf"{_APPROX}({NUMBER})\s*(volts?|v)\b"),
    ("amps", rf"{_APPROX}({NUMBER})\s*(amps?|amperes?|a)\b"),
    ("degrees", rf"{_APPROX}({NUMBER})\s*(?:°\s*)?(c)\b"),
    ("percent", rf"{_APPROX}({NUMBER})\s*(%|percent\b)"),
    ("length", rf"{_APPROX}({NUMBER}\s*(?:{_LENGTH_UNITS})(?:\s*{NUMBER}\s*(?:inches|inch|in\b|\"))?)()(?![a-z0-9²])"),
)
QUANTITIES = tuple((measure, re.compile(pattern, re.IGNORECASE)) for measure, pattern in _QUANTITIES)
_SCALE = {"kw": 1e3, "kwh": 1e3, "kva": 1e3, "lb": _KG_PER_LB, "month": 1 / 12, "pound": _KG_PER_LB}


@dataclass(frozen=True, slots=True)
class Phrase:
    """Words that say something: a pattern, and the members that it sets; a callable takes the match.

    ``denied`` is what it sets where the line denies it; None: the opposite of what it says, if there is a plain one.
    """

    pattern: re.Pattern[str]
    sets: Mapping[str, Value | Callable[[re.Match[str]], Value]]
    denied: Mapping[str, Value | Callable[[re.Match[str]], Value]] | None = None


def phrase(
    pattern: str,
    denied: Mapping[str, Value | Callable[[re.Match[str]], Value]] | None = None,
    /,
    **sets: Value | Callable[[re.Match[str]], Value],
) -> Phrase:
    """A phrase; ``__`` in the name of a member stands for the dot within it."""
    return Phrase(
        re.compile(rf"\b(?:{pattern})(?!\w)", re.IGNORECASE),
        {name.replace("__", "."): to for name, to in sets.items()},
        denied,
    )


@dataclass(frozen=True, slots=True)
class Beside:
    """A word beside a number: the member that it names, its unit, and which of two numbers around it can only be its own.

    With ``unit_said`` a number without a unit is none of its own.
    """

    pattern: re.Pattern[str]
    member: str
    unit: Literal["v", "a"]
    of_two: OfTwo = "asked"
    unit_said: bool = False


def beside(pattern: str, member: str, unit: Literal["v", "a"], of_two: OfTwo = "asked", *, unit_said: bool = False) -> Beside:
    """A word beside a number, as a whole word."""
    return Beside(re.compile(rf"(?<![\w-])(?:{pattern})(?![a-z_])", re.IGNORECASE), member, unit, of_two, unit_said)


@dataclass(slots=True)
class Said:
    """What a line has said so far: members by dotted name, what was filled in, and what has to be asked."""

    marks: Marks
    members: dict[str, Value] = field(default_factory=dict)
    places: dict[str, tuple[int, int]] = field(default_factory=dict)  # where in the line each member was said
    assumed: dict[str, str] = field(default_factory=dict)  # what was filled in, with the words of it
    questions: list[Question] = field(default_factory=list)
    loose: dict[Measure, list[tuple[Value, int, int]]] = field(default_factory=dict)  # quantities that have no member yet
    denied: list[tuple[int, int]] = field(default_factory=list)  # stretches that the line denies, with what denies them
    heads: frozenset[str] = frozenset()  # members that say what the thing is, see :class:`LineKind`
    absent: Mapping[str, Value] | None = None
    of: str = "thing"  # what the line tells of, as the codes of its questions have it

    def say(self, member: str, value: Value, start: int, end: int) -> None:
        """Set a member; one that was said otherwise before is asked about."""
        if member in self.members and self.members[member] != value:
            first = self.marks.line[slice(*self.places[member])].strip() if member in self.places else str(self.members[member])
            self.ask("said_twice", start, end, {"first": first})
            return
        self.members[member], self.places[member] = value, (start, end)

    def ask(self, code: str, start: int, end: int, words: Mapping[str, str] | None = None, *readings: str) -> None:
        """Ask about a stretch of the line."""
        text = self.marks.line[start:end].strip()
        self.questions.append(Question(f"{self.of}.{code}", start, end, {"text": text, **(words or {})}, readings))

    def fill(self, member: str, to: Value, note: str, told: str = "") -> None:
        """Fill in a member that the line leaves open and that follows from the rest; it is told."""
        self.members[member] = to
        self.assumed[note] = told or str(to)

    def in_other_words(self, start: int, end: int, text: str) -> str:
        """The line with one stretch put in other words."""
        return self.marks.other_words(start, end, text)

    def with_more(self, text: str) -> str:
        """The line with something said behind it."""
        return f"{self.marks.line.strip()} {text}"


@dataclass(frozen=True, slots=True)
class LineKind:
    """A kind of thing that a line may name.

    ``called`` are the words that name it, ``slots`` say where each quantity goes, ``finish`` sees to what takes more than a
    word: it may ask, and fill in what follows. ``absent`` is what a line says that denies the thing itself; None: such a thing
    takes no line. ``heads`` are members that say what the thing is: denied, they deny it. ``first`` are the phrases that go
    before the words ``beside`` a number.
    """

    kind: str
    called: re.Pattern[str]
    slots: Mapping[Measure, str] = field(default_factory=dict)
    phrases: tuple[Phrase, ...] = ()
    absent: Mapping[str, Value] | None = None
    heads: frozenset[str] = frozenset()
    counted: bool = False
    finish: Callable[[Said], None] | None = None
    first: tuple[Phrase, ...] = ()
    beside: tuple[Beside, ...] = ()


def called(pattern: str) -> re.Pattern[str]:
    """The words that name a kind, as whole words."""
    return re.compile(rf"(?<![\w-])(?:{pattern})(?!\w)", re.IGNORECASE)


_COUNT_WORDS = "|".join(sorted(NUMBER_WORDS, key=len, reverse=True))
_COUNT = re.compile(
    r"(?<![\w.,/])(\d{1,3})\s*[x×](?=\s|\d|[a-z]|\0)|[x×]\s*(\d{1,3})(?![\w.,/])"
    r"|^\s*(\d{1,3})\s+(?=[a-z\0])|(?<![\w.,/])(\d{1,3})\s+of (?:them|these)\b|(?<![\w.,/])(\d{1,2})\s+(?=\0)",
    re.IGNORECASE,
)
_COUNT_IN_WORDS = re.compile(rf"(?<![\w-])({_COUNT_WORDS})(?=\s)", re.IGNORECASE)
# Words that join others and say nothing by themselves.
JOINS = frozenset(
    {
        *(
            "a",
            "an",
            "the",
            "of",
            "with",
            "and",
            "is",
            "are",
            "it",
            "its",
            "it's",
            "on",
            "in",
            "at",
            "to",
            "for",
            "from",
            "by",
            "between",
        ),
        *("each", "per", "rated", "plate", "label", "read", "reads", "there", "has", "have", "about", "x", "×"),
    }
)


def take_quantities(said: Said, slots: Mapping[Measure, str]) -> None:
    """Mark every quantity. One that has a member is said; the others stay loose, for the kind to deal with."""
    for measure, pattern in QUANTITIES:
        if measure == "degrees" and "degrees" not in slots:
            continue
        for match in said.marks.take(measure, pattern):
            value = _value(measure, match)
            if match[1]:
                said.members["known_from"] = "estimate"
            member = slots.get(measure)
            if member is None:
                said.loose.setdefault(measure, []).append((value, match.start(), match.end()))
            else:
                said.say(member, value, match.start(), match.end())


def _value(measure: Measure, match: re.Match[str]) -> Value:
    unit = (match[3] or "").lower()
    if measure == "conductor":
        return f"mm2:{read_number(match[2]):g}" if unit and unit not in ("awg", "gauge", "ga") else f"awg:{match[2]}"
    if measure == "length":
        return (
            " ".join(_UNIT_OF_LENGTH.get(word.lower(), word) for word in re.findall(r"[\d.,]+|[^\d\s.,]+", match[2]))
            .replace("metres", "m")
            .replace("meters", "m")
            .replace("metre", "m")
            .replace("meter", "m")
        )
    scale = next((to for name, to in _SCALE.items() if unit.rstrip("s") == name), 1.0)
    return read_number(match[2]) * scale


def take_count(said: Said) -> int | None:
    """How many of them: “4 x”, “x 4”, “two”, or a number at the start."""
    for match in said.marks.take("count", _COUNT, most=1):
        return int(next(group for group in match.groups() if group is not None))
    for match in said.marks.take("count", _COUNT_IN_WORDS, most=1):
        return NUMBER_WORDS[match[1].lower()]
    return None


def take_phrases(said: Said, phrases: tuple[Phrase, ...]) -> None:
    """Mark what the phrases say; of one that the line denies the opposite, and where there is none it is asked about."""
    for one in phrases:
        for match in one.pattern.finditer(said.marks.left):
            sets = {member: to(match) if callable(to) else to for member, to in one.sets.items()}
            denies_itself = DENIES.search(match[0]) is not None  # “no straps”: what stands joined with it may be denied as well
            if denies_itself:
                said.denied.append(match.span())
            at = None if denies_itself else denied_at(said.marks.left, match.start(), match.end())
            start, end = at or match.span()
            said.marks.mark("phrase", start, end)
            if at is not None:
                said.denied.append(at)
                denied = one.denied if one.denied is not None else _not_there(said, sets) or opposite(sets)
                if denied is None or not is_plain(said.marks.line[start:end]):
                    said.ask("denied", start, end)
                    continue
                sets = {member: to(match) if callable(to) else to for member, to in denied.items()}
            for member, value in sets.items():
                said.say(member, value, start, end)


def _not_there(said: Said, sets: Mapping[str, Value]) -> dict[str, Value] | None:
    """What is said where a denied phrase names the thing itself, and of such a thing it can be said that there is none."""
    if said.absent is None or not sets or not sets.keys() <= said.heads:
        return None
    return {**sets, **said.absent}


# “No bms and strapped” denies the first alone; “without bms and straps” may deny both.
_ONE_ALONE = re.compile(r"(?:no|not|never|un\w+)\b", re.IGNORECASE)


def ask_of_denials(said: Said) -> None:
    """Ask of what is joined with something that is denied, “straps and bms missing”, and of denials that nothing took up."""
    phrases = [part for part in said.marks.marked if part.meaning in ("phrase", "kind")]
    for start, end in said.denied:
        for part in phrases:
            if part.start >= end:
                between = said.marks.line[end : part.start]
            elif part.end <= start:
                between = said.marks.line[part.end : start]
            else:
                continue
            joined = re.fullmatch(r"\s*,?\s*(or|nor|and|&|/)\s*(?:a |an |any |the )?", between, re.IGNORECASE)
            if joined is not None and joined[1].lower() in ("and", "&") and _ONE_ALONE.match(said.marks.line, start):
                continue  # “no bms and strapped” are two
            if joined is not None and not (part.meaning == "kind" and part.end <= start):
                said.ask("denied", min(start, part.start), max(end, part.end))
    for match in said.marks.take("denial", DENIES):
        said.ask("denied", match.start(), _next_word_end(said.marks.line, match.end()))


def _next_word_end(line: str, at: int) -> int:
    """Where the word behind a place ends: what a denial is most likely about."""
    following = re.match(r"\s*[^\s,;]+", line[at:])
    return at + (following.end() if following else 0)
