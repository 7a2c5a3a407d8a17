"""A rig's runs as a network of copper: what it weighs as it is, and the least that keeps every rule."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import inf

from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure
from ryokan.core.formula import evaluate_formula
from ryokan.core.rig import Rig
from ryokan.core.wiring.lightest import Leg, Size, lightest
from ryokan.core.wiring.main_run import RATIO_OF
from ryokan.core.wiring.practice import Practice, area_mm2, practice_of
from ryokan.core.wiring.sizing import SHARED_BY
from ryokan.core.wiring.things import MAIN_BASE, RunOf, runs_of, the_main_run

KG_PER_MM2_M = 8.96e-3  # density of copper, 8 960 kg/m³ (physics)
# What the least cable of a run goes by beside its drop.
LEAST = ("size_by_fuse", "size_by_terminal", "maker_conductor", "least_conductor")


@dataclass(frozen=True, slots=True)
class Laid:
    """A run with the stock size that it has, or that is asked for as long as nobody has chosen."""

    one: RunOf
    size: str
    copper_kg: float


def as_laid(rig: Rig, figures: Mapping[str, Figure]) -> dict[str, Laid]:
    """Every run whose size and length are known, by its key, the main one first. Any metal weighs what copper would."""
    found: dict[str, Laid] = {}
    for one in _every(rig):
        size, length = _size(one, figures), _length(one, figures)
        if size is not None and length is not None:
            mass = one.run.pieces * length * area_mm2(size) * one.said.cables * KG_PER_MM2_M
            found[one.run.key] = Laid(one, size, mass)
    return found


def least_copper(rig: Rig, figures: Mapping[str, Figure]) -> dict[str, str] | None:
    """Stock size of each run that is to be laid, for the least copper in all; None where no sizes keep every rule.

    Each goes not below what its fuse, its terminals, the code and its maker ask for, and no way loses more than it may. A run
    that lies there keeps its size. Runs of which something is not known are left out.
    """
    chosen: dict[str, str] = {}
    for root in _roots(rig, figures):
        sizes = lightest(root)
        if sizes is None:
            return None
        chosen |= {key: size.label for key, size in sizes.items()}
    there = {one.run.key for one in _every(rig) if one.found}
    return {key: label for key, label in chosen.items() if key not in there}


def _every(rig: Rig) -> tuple[RunOf, ...]:
    return (the_main_run(rig), *runs_of(rig).values())


def _size(one: RunOf, figures: Mapping[str, Figure]) -> str | None:
    figure = figures.get(f"{one.base}.have_conductor") or figures.get(f"{one.base}.conductor")
    return None if figure is None else str(figure.value)


def _length(one: RunOf, figures: Mapping[str, Figure]) -> float | None:
    figure = figures.get(f"{one.base}.one_way_length_m") or figures.get(f"{one.base}.estimated_length_m")
    return None if figure is None else figure.number


def _roots(rig: Rig, figures: Mapping[str, Figure]) -> Iterator[Leg]:
    behind: dict[str, list[RunOf]] = {}
    for one in _every(rig):
        behind.setdefault(one.behind, []).append(one)
    for one in behind.get("", ()):
        leg = _leg(one, figures, behind)
        if leg is not None:
            yield leg


def _leg(one: RunOf, figures: Mapping[str, Figure], behind: Mapping[str, list[RunOf]]) -> Leg | None:
    length, sizes = _length(one, figures), _sizes(one, figures)
    current = figures.get(f"{one.base}.design_current_a")
    if one.run.kind == "array":
        current = figures.get(f"solar.array.{one.run.thing}.isc_a")
    if one.run.kind == "circuit":
        current = figures.get(f"{one.base}.drop_current_a", current)
    if length is None or not sizes or current is None:
        return None
    allowed = figures.get(f"{one.base}.allowed_drop_v")
    shared = None if one.behind != MAIN_BASE else figures.get(SHARED_BY.get(one.run.kind, "charging.all_sources_a"))
    children = tuple(leg for child in behind.get(one.base, ()) if (leg := _leg(child, figures, behind)) is not None)
    return Leg(
        one.run.key,
        length,
        current.number,
        0.0 if shared is None else shared.number,
        inf if allowed is None else allowed.number,
        sizes,
        one.said.cables,
        children,
    )


def _sizes(one: RunOf, figures: Mapping[str, Figure]) -> tuple[Size, ...]:
    """Stock sizes that it may have, ascending: the one that lies there, or all that its fuse and terminals allow."""
    if one.found:
        size = _size(one, figures)
        return () if size is None else (_stock(one, figures, practice_of("", size), size),)
    least = [figures.get(f"{one.base}.{name}") for name in LEAST]
    if least[0] is None:
        return ()
    least_mm2 = max(area_mm2(str(figure.value)) for figure in least if figure is not None)
    practice = practice_of(one.code_pack)
    table = tables()[practice.copper]
    return tuple(
        _stock(one, figures, practice, label) for label in table.rows if table.value(label, "area_mm2") >= least_mm2 - 1e-9
    )


def _stock(one: RunOf, figures: Mapping[str, Figure], practice: Practice, label: str) -> Size:
    table = tables()[practice.copper]
    warm = evaluate_formula(practice.temperature_factor, {"t": figures["assumptions.conductor_temperature_c"].number})
    ratio = RATIO_OF.get(one.material or "")
    metal = figures[f"assumptions.{ratio}"].number if ratio is not None and f"assumptions.{ratio}" in figures else 1.0
    assert isinstance(warm, float)
    return Size(label, table.value(label, "area_mm2"), table.value(label, practice.resistance) / 1000 * warm * metal)
