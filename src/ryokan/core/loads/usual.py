"""The table of usual loads: what a typed line leaves out is filled in from here, and shown."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache

from ryokan.core.data.provenance import DATA, read_toml, require_source
from ryokan.core.loads.model import Feed


@dataclass(frozen=True, slots=True)
class UsualLoad:
    """One entry: the words that it answers to, and what is usual for it. (common practice)"""

    word: str
    group: str
    feed: Feed
    start_factor: float
    power_factor: float
    usual_w: float
    usual_hours: float


_FEEDS: dict[str, Feed] = {"dc": "dc", "ac": "ac", "step_down": "step_down"}


@cache
def usual_loads() -> tuple[UsualLoad, ...]:
    """All entries, longest words first, so that the most particular one answers."""
    require_source(read_toml("usual_loads.toml")["source"])
    lines = csv.DictReader(DATA.joinpath("usual_loads.csv").read_text(encoding="utf-8").splitlines())
    found = [
        UsualLoad(
            word=line["word"],
            group=line["group"],
            feed=_FEEDS[line["feed"]],
            start_factor=float(line["start_factor"]),
            power_factor=float(line["power_factor"]),
            usual_w=float(line["usual_w"]),
            usual_hours=float(line["usual_hours"]),
        )
        for line in lines
    ]
    return tuple(sorted(found, key=lambda load: -len(load.word)))


def usual_load(name: str) -> UsualLoad | None:
    """The longest entry whose words stand in ``name``, as whole words or plurals."""
    words = f" {name.lower()} "
    for load in usual_loads():
        if f" {load.word} " in words or f" {load.word}s " in words:
            return load
    return None
