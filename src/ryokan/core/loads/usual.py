"""The table of usual loads: completes a typed line, and fills in what it leaves out."""

from __future__ import annotations

import csv
import re
from dataclasses import dataclass
from functools import cache, lru_cache

from ryokan.core.data.provenance import DATA, read_toml, require_source
from ryokan.core.errors import OutOfTable
from ryokan.core.loads.model import Feed, Preset, Season


@dataclass(frozen=True, slots=True)
class UsualLoad:
    """One entry: the words that it answers to, and what is usual for it. (common practice)"""

    word: str
    group: str
    feed: Feed
    start_factor: float
    power_factor: float
    usual_w: float
    low_w: float
    high_w: float
    usual_hours: float
    duty_frac: float
    seasons: tuple[Season, ...]  # empty: all year
    profile: Preset
    steps_w: tuple[float, ...]  # settings of one unit, lowest first
    instead: str  # what does the same without electricity
    plated_frac: float  # what its plate states over what it draws: below 1 where it is plated by what it gives


_FEEDS: dict[str, Feed] = {"dc": "dc", "ac": "ac", "step_down": "step_down"}
_SEASONS: dict[str, Season] = {"spring": "spring", "summer": "summer", "autumn": "autumn", "winter": "winter"}
_PRESETS: dict[str, Preset] = {
    "all_day": "all_day", "waking": "waking", "meals": "meals", "evening": "evening",
    "night": "night", "sun": "sun", "driving": "driving",
}  # fmt: skip


@cache
def usual_loads() -> tuple[UsualLoad, ...]:
    """All entries, longest words first, so that the most particular one answers.

    Raises
    ------
    OutOfTable
        An entry does not hold together: its usual draw lies outside its own range.
    """
    require_source(read_toml("usual_loads.toml")["source"])
    lines = csv.DictReader(DATA.joinpath("usual_loads.csv").read_text(encoding="utf-8").splitlines())
    found = [_entry(line) for line in lines]
    for load in found:
        if not load.low_w <= load.usual_w <= load.high_w:
            raise OutOfTable("usual_loads", load.word)
    return tuple(sorted(found, key=lambda load: -len(load.word)))


def _entry(line: dict[str, str]) -> UsualLoad:
    return UsualLoad(
        word=line["word"],
        group=line["group"],
        feed=_FEEDS[line["feed"]],
        start_factor=float(line["start_factor"]),
        power_factor=float(line["power_factor"]),
        usual_w=float(line["usual_w"]),
        low_w=float(line["low_w"]),
        high_w=float(line["high_w"]),
        usual_hours=float(line["usual_hours"]),
        duty_frac=float(line["duty_frac"]),
        seasons=tuple(_SEASONS[name] for name in line["seasons"].split()),
        profile=_PRESETS[line["profile"]],
        steps_w=tuple(float(step) for step in line["steps_w"].split()),
        instead=line["instead"],
        plated_frac=float(line["plated_frac"] or 1),
    )


# Words behind the name of a thing that leave it that thing: a coffee machine makes coffee, a laptop fan is a fan.
_CARRIERS = frozenset(
    (
        *("machine", "maker", "unit", "set", "system", "box", "strip", "strips", "bar", "bars", "charger", "chargers", "kit"),
        *("appliance", "plate", "player", "screen", "adapter", "adaptor", "station"),
    )
)
_IN_SHORT = {"induction": "induction hob", "bilge": "bilge pump"}
_ABOUT = re.compile(
    r"\s(?:for|over|in|on|under|at|with|of|by|near|behind|above|below|beside|inside|outside|from|to|and)\s.*|[,(/+].*"
)
_SIZE = re.compile(
    r"(?<![a-z])[\d.,]+\S*(?:\s+(?:l|litres?|liters?|gal|gallons?|inch|in|cm|mm|m|metres?|cups?|ft|kg|lbs?|lm|k|way)\b)?"
)


@lru_cache(maxsize=4096)
def usual_load(name: str) -> UsualLoad | None:
    """The entry that a name means: the longest one that ends it, since the last word says what a thing is.

    “Coffee table lamp” is a lamp, “fan for the fridge” a fan, “fridge 50 L” a fridge, “coffee machine” what makes coffee.
    Whole words or plurals; None where the name ends with nothing known.
    """
    plain = " ".join(_SIZE.sub(" ", re.sub(r"[-–\"“”]", " ", name.lower())).split())
    plain = _IN_SHORT.get(plain, plain)
    described = next((load for load in usual_loads() if _ABOUT.search(load.word) and _ends_with(plain, load.word)), None)
    words = _ABOUT.sub("", plain)
    while words and described is None:
        described = next((load for load in usual_loads() if _ends_with(words, load.word)), None)
        words, _, last = words.rpartition(" ")
        if last not in _CARRIERS:
            break
    return described


def _ends_with(words: str, entry: str) -> bool:
    """Whether an entry, or its plural, stands at the end as whole words; written as one word too: “coolbox”."""
    joined = entry.replace(" ", "")
    return any(f" {words}".endswith(f" {word}") for word in (entry, f"{entry}s", f"{entry}es", joined, f"{joined}s"))


def completions(start: str, most: int = 6) -> list[UsualLoad]:
    """Entries that begin with what is typed, then those with a word that does; shorter ones first."""
    typed = start.lower().strip()
    if not typed:
        return []
    begins = [load for load in usual_loads() if load.word.startswith(typed)]
    within = [load for load in usual_loads() if f" {typed}" in f" {load.word}" and load not in begins]
    return [*sorted(begins, key=lambda load: (len(load.word), load.word)), *sorted(within, key=lambda load: load.word)][:most]
