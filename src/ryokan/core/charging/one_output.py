"""Devices within one housing that share one output, such as a solar controller within a DC-DC charger."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig

# The family of a device by how others say that they sit within it.
_KEYS = {"path": "charging.source", "charger": "charging.source", "controller": "solar.controller"}


def within_each(rig: Rig) -> dict[str, list[str]]:
    """Figures of what devices give that sit within another that charges, by the id of the source that they sit within."""
    found: dict[str, list[str]] = {}
    on_the_rig = {array.controller for array in rig.solar.arrays.values() if not array.carried}
    inner = [
        *((one.within, f"solar.controller.{id}") for id, one in rig.solar.ordered_controllers().items() if id in on_the_rig),
        *((one.within, f"charging.source.{id}") for id, one in rig.charging.ordered_paths().items() if one.bank is None),
        *((one.within, f"charging.source.{id}") for id, one in rig.charging.ordered_chargers().items() if one.bank is None),
    ]
    for within, key in inner:
        family, _, id = (within or "").partition(":")
        if _KEYS.get(family) == "charging.source" and key != f"charging.source.{id}":
            found.setdefault(id, []).append(key)
    return found


def held_back(sheet: Sheet, outer: Mapping[str, Sequence[str]]) -> dict[str, Figure]:
    """What each such device holds back of its own while the sun shines on what sits within it: both have one output. [A]

    By the rating of its output. (common practice)
    """
    held: dict[str, Figure] = {}
    for id, inner in outer.items():
        base = f"charging.source.{id}"
        rated, gives = sheet.get(f"{base}.rated_a"), sheet.get(f"{base}.output_a")
        sun = [one for key in inner if key.startswith("solar.") and (one := sheet.get(f"{key}.output_a")) is not None]
        if rated is None or gives is None or not sun:
            continue
        inputs: dict[str, Figure | Sequence[Figure]] = {"own": gives, "sun": sun, "rated": rated}
        held[id] = sheet.compute(f"{base}.held_a", "max(0, own + sum(sun) − rated)", "A", "practice", **inputs)
    return held


def counted_twice(sheet: Sheet, outer: Mapping[str, Sequence[str]]) -> list[Figure]:
    """What sits within each such device gives through the output of that: not on top of its rating. [A]"""
    twice: list[Figure] = []
    for id, inner in outer.items():
        through = [one for key in inner if (one := _counted(sheet, key)) is not None]
        if f"charging.source.{id}.rated_a" in sheet and through:
            key = f"charging.source.{id}.within_a"
            twice.append(sheet.compute(key, "sum(through)", "A", "practice", through=through))
    return twice


def _counted(sheet: Sheet, key: str) -> Figure | None:
    """What counts of a device where all sources are added up: its rating where it has one, of the sun what the array brings."""
    rated = None if key.startswith("solar.") else sheet.get(f"{key}.rated_a")
    return rated or sheet.get(f"{key}.output_a")
