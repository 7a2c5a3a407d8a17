"""At which hours of the day a load uses its energy."""

from __future__ import annotations

from functools import cache
from typing import Any

from ryokan.core.data.provenance import read_toml, require_source
from ryokan.core.loads.model import Load, Preset
from ryokan.core.loads.usual import usual_load

HOURS = 24


@cache
def shares() -> dict[str, tuple[float, ...]]:
    """Share of a day's energy by hour from midnight, of each preset; each sums to 1. (common practice)"""
    document: dict[str, Any] = read_toml("profiles.toml")
    require_source(document["source"])
    return {name: normal(tuple(float(bar) for bar in bars)) for name, bars in document["shares"].items()}


def normal(bars: tuple[float, ...]) -> tuple[float, ...]:
    """24 bars as shares that sum to 1; bars of nothing at all count as all day."""
    total = sum(bars)
    return tuple(bar / total for bar in bars) if total > 0 else (1 / HOURS,) * HOURS


def preset_of(load: Load) -> Preset:
    """The preset of a load that has no bars of its own: as said, else by its running hours, else as is usual for its name."""
    if load.profile is not None:
        return load.profile
    if load.when == "driving":
        return "driving"
    if load.hours_per_day >= HOURS:
        return "all_day"
    usual = usual_load(load.name)
    return usual.profile if usual is not None else "waking"
