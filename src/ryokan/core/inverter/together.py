"""Which AC loads can run together on the inverter, two by two."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations_with_replacement, product
from typing import Literal, TypeAlias

from ryokan.core.ac.states import ac_states
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.data.assumptions import assumptions
from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.model import Load, Watts
from ryokan.core.loads.usual import usual_load
from ryokan.core.rig import Rig

Verdict: TypeAlias = Literal["fits", "soft_start", "lower_step", "apart", "never"]

MOST_LOADS = 16  # the largest; more do not fit a screen
HARD_START = 3.0  # starting over running draw from which a motor takes a soft starter (common practice)


@dataclass(frozen=True, slots=True)
class AcLoad:
    """One AC load as it stands on the sheet. [W, VA]"""

    id: str
    name: str
    running_w: float
    running_va: float
    start_extra_w: float  # of one unit
    start_factor: float
    steps_w: tuple[float, ...]  # lower settings of one unit, highest first
    unit_w: float
    never_with: str | None


@dataclass(frozen=True, slots=True)
class Pair:
    """Two loads, or one by itself where both are the same, against the inverter.

    ``steps_w`` are the settings at which they fit, by the id of the load that has to be turned down.
    """

    one: str
    other: str
    verdict: Verdict
    running_va: float
    start_w: float
    steps_w: Mapping[str, float]


@dataclass(frozen=True, slots=True)
class Together:
    """All pairs of the largest AC loads. ``left_out`` counts those that were too many."""

    loads: tuple[AcLoad, ...]
    left_out: int
    rated_w: float
    surge_w: float
    pairs: tuple[Pair, ...]


def run_together(rig: Rig, figures: Mapping[str, Figure]) -> Together | None:
    """Judge each pair of AC loads by the inverter that the rig reckons with; None where nothing runs on AC.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.

    Notes
    -----
    Two run together where their volt-amps and watts are within the rating as it stands, without the headroom that sizing
    adds, and the worse of the two starts is within the surge. A soft starter cuts the start of a compressor to about a
    third; a load with several settings may run at a lower one. (common practice)
    """
    rated = figures.get("inverter.rated_w")
    found = [_ac_load(id, load, figures) for id, load in _borne(rig, figures).items()]
    loads = [load for load in found if load is not None]
    if rated is None or not loads:
        return None
    surge = figures.get("inverter.surge_w")
    surge_w = surge.number if surge else rated.number * _assumed(rig, "inverter_surge_ratio")
    largest = tuple(sorted(loads, key=lambda load: -load.running_va)[:MOST_LOADS])
    soft = _assumed(rig, "soft_start_frac")
    pairs = tuple(_pair(one, other, rated.number, surge_w, soft) for one, other in combinations_with_replacement(largest, 2))
    return Together(largest, len(loads) - len(largest), rated.number, surge_w, pairs)


def _borne(rig: Rig, figures: Mapping[str, Figure]) -> dict[str, Load]:
    """AC loads that meet the inverter reckoned with: not those on another one, or on what the hookup alone feeds."""
    loads = {id: load for id, load in rig.active_loads().items() if load.feed == "ac"}
    if all(load.hangs_on is None for load in loads.values()):
        return loads
    sheet = Sheet()
    sheet.figures.update(figures)
    states = ac_states(rig, sheet)
    hung = {id for id in loads if states.network.place_of(f"load:{id}") is not None}
    return {id: load for id, load in loads.items() if id not in hung or THE_INVERTER in states.bearers(id, load)}


def _assumed(rig: Rig, id: str) -> float:
    return rig.assumptions.get(id, assumptions()[id].value)


def _ac_load(id: str, load: Load, figures: Mapping[str, Figure]) -> AcLoad | None:
    base = f"loads.row.{id}"
    if f"{base}.running_w" not in figures:
        return None  # of a season that the journey does not meet
    unit_w = figures[f"{base}.unit_w"].number
    usual = usual_load(load.name)
    steps = usual.steps_w if usual is not None and isinstance(load.draw, Watts) else ()
    return AcLoad(
        id=id,
        name=load.name,
        running_w=figures[f"{base}.running_w"].number,
        running_va=figures[f"{base}.running_va"].number,
        start_extra_w=unit_w * (load.start_factor - 1),
        start_factor=load.start_factor,
        steps_w=tuple(sorted((step for step in steps if step < unit_w), reverse=True)),
        unit_w=unit_w,
        never_with=load.never_with,
    )


def _pair(one: AcLoad, other: AcLoad, rated_w: float, surge_w: float, soft_frac: float) -> Pair:
    both = (one,) if one is other else (one, other)
    running_va = sum(load.running_va for load in both)
    start_w = _start_w(both, soft_frac=None)
    verdict: Verdict = "never"
    steps: dict[str, float] = {}
    if len(both) == 2 and one.never_with is not None and one.never_with == other.never_with:
        verdict = "apart"
    elif running_va <= rated_w and start_w <= surge_w:
        verdict = "fits"
    elif running_va <= rated_w and _start_w(both, soft_frac=soft_frac) <= surge_w:
        verdict = "soft_start"
    else:
        lower = _lower_steps(both, rated_w, surge_w)
        if lower:
            verdict, steps = "lower_step", lower
    return Pair(one.id, other.id, verdict, running_va, start_w, steps)


def _start_w(loads: tuple[AcLoad, ...], *, soft_frac: float | None) -> float:
    """Everything running, with the worse start on top; with soft starters on what starts hard."""

    def extra(load: AcLoad) -> float:
        if soft_frac is None or load.start_factor < HARD_START:
            return load.start_extra_w
        return load.unit_w * max(0.0, load.start_factor * soft_frac - 1)

    return sum(load.running_w for load in loads) + max(extra(load) for load in loads)


def _lower_steps(loads: tuple[AcLoad, ...], rated_w: float, surge_w: float) -> dict[str, float]:
    """The highest settings at which the loads fit; nothing where none does."""
    choices = [(load.unit_w, *load.steps_w) for load in loads]
    best: tuple[float, ...] | None = None
    for steps in product(*choices):
        shares = [step / load.unit_w for step, load in zip(steps, loads, strict=True)]
        running_va = sum(load.running_va * share for load, share in zip(loads, shares, strict=True))
        running_w = sum(load.running_w * share for load, share in zip(loads, shares, strict=True))
        start_w = running_w + max(load.start_extra_w * share for load, share in zip(loads, shares, strict=True))
        if running_va <= rated_w and start_w <= surge_w and (best is None or sum(steps) > sum(best)):
            best = steps
    if best is None:
        return {}
    return {load.id: step for load, step in zip(loads, best, strict=True) if step < load.unit_w}
