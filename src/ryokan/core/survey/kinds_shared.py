"""Words that lines of several kinds of things understand, and how an amount is said."""

from __future__ import annotations

import re

from ryokan.core.lines.kind import Phrase, phrase
from ryokan.core.lines.kit import NUMBER, read_number

BANK = r"banks?|batter(?:y|ies)|batts?|bats?"


def number(match: re.Match[str]) -> float:
    """The number of a match, whichever group has it."""
    return read_number(next(group for group in match.groups() if group is not None))


def amount(word: str, unit: str, member: str, scale: float = 1) -> tuple[Phrase, Phrase]:
    """A number with its unit behind a word, and in front of it."""

    def value(match: re.Match[str]) -> float:
        return scale * read_number(match[1])

    return (
        phrase(rf"(?:{word})\s*(?:of\s*)?({NUMBER})\s*{unit}", **{member: value}),
        phrase(rf"({NUMBER})\s*{unit}\s*(?:{word})", **{member: value}),
    )


AMPS, WATTS, VOLTS = r"(?:amps?|a)\b", r"(?:watts?|w)\b", r"(?:volts?|v)\b"
COMMON = (
    phrase(r"as new|brand new|new", condition="as_new"),
    phrase(r"good(?: shape| condition)?", condition="good"),
    phrase(r"worn|tired|weak", condition="worn"),
    phrase(r"damaged|broken|dead|swollen|bulging|cracked|leaking|burnt", condition="damaged"),
    phrase(r"to stay|stays?|keep(?:ing|s)?", fate="stays"),
    phrase(r"to go|goes|comes out|scrap", fate="goes"),
    phrase(r"by (?:its |the )?plate|from (?:its |the )?plate", known_from="plate"),
    phrase(r"measured", known_from="measured"),
    phrase(r"estimated?|guess(?:ed)?|approx\.?|roughly|around", known_from="estimate"),
    phrase(r"(?:label|plate|rating|size|make|age|volts|amps|watts)?\s*(?:was |is )?(?:not read|not known|unreadable)"),
    phrase(r"unknown \w+|\w+ unknown"),
    phrase(r"(?:50|60)\s*hz"),
)
