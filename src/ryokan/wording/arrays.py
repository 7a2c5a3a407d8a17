"""Ways of wiring panels in words: what stands against them, what they give, what still fits."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.parts.model import PanelPart
from ryokan.core.solar.arrange import Against, Reason, Way
from ryokan.core.solar.grow import Growth

# What speaks against a way; “has” and “limit” are its two numbers.
AGAINST: dict[Against, str] = {
    "cold_volts": "{has:.0f} V open in the cold, the controller bears {limit:.0f} V",
    "cold_volts_near": "{has:.0f} V open in the cold are within 5 % of its {limit:.0f} V",
    "too_few_volts": "works at {has:.1f} V, it needs {limit:.1f} V to charge at all",
    "starts_late": "{has:.1f} V open at the record high, it starts at {limit:.1f} V when the bank is nearly full",
    "runs_short": "{has:.1f} V at the record high, {limit:.1f} V charge the bank full",
    "pwm_below_bank": "{has:.1f} V at the record high, the bank is charged to {limit:.1f} V",
    "pwm_wastes": "PWM ties {has:.0f} V to the bank's {limit:.1f} V",
    "short_circuit": "{has:.1f} A short-circuited with a quarter on top, it bears {limit:.0f} A",
    "watts": "{has:.0f} W, its maker allows {limit:.0f} W on these volts",
    "class": "not made for a bank of {has:.0f} V",
    "lithium": "cannot be set for lithium",
    "unlike_volts": "unlike volts on one input: {has:.0f} of {limit:.0f} W",
    "fuse_window": "each string needs a fuse of {has:.1f} A or more, its panels bear {limit:.0f} A",
    "clips": "clips in full sun: {has:.0f} W of panels, it gives {limit:.0f} W",
    "input_clips": "works with {limit:.0f} of the {has:.1f} A, and takes no more",
    "volts_unsaid": "volts by what is usual: read the plates",
}


def against(reason: Reason) -> str:
    """One thing against a way."""
    return AGAINST[reason.code].format(has=reason.has, limit=reason.limit)


def rows_in_words(way: Way, panels: Sequence[PanelPart]) -> str:
    """“2 in series, 3 strings” – with the panel's name where there are several kinds."""
    said = []
    for row in way.rows:
        words = "by itself" if row.series == row.parallel == 1 else _row(row.series, row.parallel)
        said.append(words if len(way.rows) == 1 else f"{panels[row.lot].name}: {words}")
    return "; ".join(said)


def _row(series: int, parallel: int) -> str:
    if parallel == 1:
        return f"{series} in series"
    return f"{parallel} in parallel" if series == 1 else f"{series} in series, {parallel} strings"


def fuses_in_words(way: Way, panels: Sequence[PanelPart]) -> str:
    """What fuses its strings need; nothing where none does."""
    needed = [(row, fuse) for row, fuse in zip(way.rows, way.fuses, strict=True) if fuse > 0]
    if len(way.rows) == 1:
        return "".join(f"a fuse of {fuse:g} A for each string" for _, fuse in needed)
    return ", ".join(f"a fuse of {fuse:g} A for {panels[row.lot].name}" for row, fuse in needed)


def growth_in_words(growth: Growth, name: str) -> str:
    """What one array still takes, and what is bought anew first."""
    if growth.now is not None:
        return f"{name} is wired beyond its controller as it is: {against(growth.now)}."
    strings = "string" if growth.in_parallel == 1 else "strings"
    panels = "panel" if growth.in_series == 1 else "panels"
    more = f"{growth.in_parallel} more {strings} like its own" if growth.in_parallel else "no string more like its own"
    longer = f"{growth.in_series} more {panels} in each string" if growth.in_series else "no panel more in a string"
    first = growth.first or growth.first_in_series
    then = "" if first is None else f" Beyond that: {against(first)}."
    return f"{name} takes {more}, or {longer}, on its controller.{then}"


BESIDE: dict[str, str] = {
    "one_string": "In one string with the old ones",
    "in_parallel": "In parallel, on the old ones' controller",
    "own_controller": "On a controller of their own",
}
