"""Texts that a pattern matches, made from the pattern itself."""

from __future__ import annotations

import re
from random import Random
from re import _constants as ops
from re import _parser
from typing import Any


def sample(pattern: re.Pattern[str], random: Random) -> str | None:
    """A text in which the pattern is found; None where no try made one."""
    parsed = _parser.parse(pattern.pattern, pattern.flags)
    for _ in range(30):
        text = " ".join(_made(parsed, random).split())
        if text and pattern.search(text):
            return text
    return None


def _made(parsed: Any, random: Random) -> str:
    return "".join(_of(op, argument, random) for op, argument in parsed)


def _of(op: Any, argument: Any, random: Random) -> str:
    match op:
        case ops.LITERAL:
            return chr(argument)
        case ops.BRANCH:
            return _made(random.choice(argument[1]), random)
        case ops.SUBPATTERN:
            return _made(argument[-1], random)
        case ops.MAX_REPEAT | ops.MIN_REPEAT:
            least, most, within = argument
            return "".join(_made(within, random) for _ in range(random.randint(least, min(most, least + 1, 3))))
        case ops.IN:
            kind, value = random.choice([one for one in argument if one[0] is not ops.NEGATE])
            if kind is ops.RANGE:
                return chr(random.randint(*value))
            return chr(value) if kind is ops.LITERAL else _category(value)
        case ops.CATEGORY:
            return _category(argument)
        case ops.ASSERT if argument[0] > 0:
            return _made(argument[1], random)
        case ops.NOT_LITERAL | ops.ANY:
            return "x"
        case _:
            return ""


def _category(value: Any) -> str:
    if value is ops.CATEGORY_DIGIT:
        return "4"
    return " " if value is ops.CATEGORY_SPACE else "x"
