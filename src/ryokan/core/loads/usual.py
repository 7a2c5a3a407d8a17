"""The table of usual loads: completes a typed line, and fills in what it leaves out."""

from __future__ import annotations

import csv
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


@lru_cache(maxsize=4096)
def usual_load(name: str) -> UsualLoad | None:
    """The longest entry whose words stand in ``name``, as whole words or plurals."""
    words = f" {name.lower()} "
    for load in usual_loads():
        if f" {load.word} " in words or f" {load.word}s " in words:
            return load
    return None


def completions(start: str, most: int = 6) -> list[UsualLoad]:
    """Entries that begin with what is typed, then those with a word that does; shorter ones first."""
    typed = start.lower().strip()
    if not typed:
        return []
    begins = [load for load in usual_loads() if load.word.startswith(typed)]
    within = [load for load in usual_loads() if f" {typed}" in f" {load.word}" and load not in begins]
    return [*sorted(begins, key=lambda load: (len(load.word), load.word)), *sorted(within, key=lambda load: load.word)][:most]
