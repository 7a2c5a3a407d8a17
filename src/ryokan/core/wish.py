"""One wish as a way in: a load for so many hours, days without sun, or what they own and how long it lasts.

this air conditioner for eight hours
four days of rain
2 x 100 Ah AGM
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal, TypeAlias

from ryokan.core.parts.model import Battery
from ryokan.core.storage.model import Chemistry

_NUMBER_WORDS = {
    word: number
    for number, word in enumerate(
        ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"), start=1
    )
}
_WORD = re.compile(rf"\b({'|'.join(_NUMBER_WORDS)})\b", re.IGNORECASE)
_LEAD_IN = re.compile(r"^\s*(?:how long (?:do|does)\s+)?(?:(?:run|this|that|these|the|my|our|an|a)\s+)*", re.IGNORECASE)
_DAYS = re.compile(
    r"(\d+)\s*(?:days?|nights?)\s+(?:of|with|without|with no|no)\s+"
    r"(?:any\s+)?(?:rain|clouds?|fog|snow|sun|sunshine|charge|charging|hookup|shore power)\W*",
    re.IGNORECASE,
)
_BANK = re.compile(
    r"(?:(\d+)(?:\s*[x×]\s*|\s+(?:of\s+)?))?(?:(\d+(?:[.,]\d+)?)\s*v(?:olts?)?\s+)?(\d+(?:[.,]\d+)?)\s*ah\b(?!\s*(?:a|per|/)\s*day)(.*)",
    re.IGNORECASE,
)
_VOLTS = re.compile(r"(\d+(?:[.,]\d+)?)\s*v(?:olts?)?\b", re.IGNORECASE)
_CHEMISTRIES: dict[str, Chemistry] = {
    "lfp": "lfp", "lifepo4": "lfp", "lithium": "lfp", "agm": "agm", "gel": "gel", "flooded": "flooded", "wet": "flooded",
}  # fmt: skip
MAX_DAYS = 60


@dataclass(frozen=True, slots=True)
class LoadWish:
    """A load line, to be read like any other."""

    line: str


@dataclass(frozen=True, slots=True)
class DaysWish:
    """Days without any charge."""

    days: int


@dataclass(frozen=True, slots=True)
class BankWish:
    """What they own: so many of a battery."""

    battery: Battery
    count: int


@dataclass(frozen=True, slots=True)
class UnclearWish:
    """What is missing before it can be read."""

    lacks: Literal["chemistry", "days"]


Wish: TypeAlias = LoadWish | DaysWish | BankWish | UnclearWish


def read_wish(said: str, *, system_v: int) -> Wish:
    """Read a wish as one says it.

    Parameters
    ----------
    said : str
        At most a line.
    system_v : int
        Volts class of the rig, for a battery said without volts. [V]

    Returns
    -------
    Wish
        Never raises: what is neither days nor a bank is a load line, which asks back by itself.
    """
    text = _WORD.sub(lambda word: str(_NUMBER_WORDS[word[1].lower()]), said.strip().rstrip("?.!"))
    text = _LEAD_IN.sub("", text)
    days = _DAYS.fullmatch(text)
    if days is not None:
        count = int(days[1])
        return DaysWish(count) if 1 <= count <= MAX_DAYS else UnclearWish("days")
    bank = _BANK.match(text)
    if bank is not None:
        return _bank(int(bank[1] or 1), bank[2], _number(bank[3]), bank[4], system_v)
    text = re.sub(r"\b(?:h|hrs?|hours?) (?:a|per|each|every) (?:night|day)\b", "h", text, flags=re.IGNORECASE)
    return LoadWish(re.sub(r"\s+for\s+(?=\d)", " ", text))


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _bank(count: int, volts: str | None, capacity_ah: float, rest: str, system_v: int) -> Wish:
    words = re.findall(r"[a-z0-9]+", rest.lower())
    chemistry = next((_CHEMISTRIES[word] for word in words if word in _CHEMISTRIES), None)
    after = _VOLTS.search(rest)
    nominal_v = _number(volts) if volts else _number(after[1]) if after else float(min(system_v, 12))
    if chemistry is None or not 0 < capacity_ah <= 5000 or not 1 <= count <= 48 or not 0 < nominal_v <= 120:
        return UnclearWish("chemistry")
    battery = Battery(
        name=f"{capacity_ah:g} Ah {chemistry if chemistry in ('gel', 'flooded') else chemistry.upper()}",
        chemistry=chemistry,
        nominal_v=_true_v(chemistry, nominal_v),
        capacity_ah=capacity_ah,
        values_from="estimate",
    )
    return BankWish(battery, count)


def _true_v(chemistry: Chemistry, said_v: float) -> float:
    """Lithium called 12, 24 or 48 V is 12.8, 25.6 or 51.2 V nominal. (common practice)"""
    return said_v / 12 * 12.8 if chemistry == "lfp" and said_v in (12, 24, 48) else said_v
