"""Circuits of several loads behind one fuse of the DC panel, and how they could be put together."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING, Literal, TypeAlias

from pydantic import Field

from ryokan.core.figure import Figure
from ryokan.core.model import Id, Model, Position

if TYPE_CHECKING:
    from ryokan.core.rig import Rig

# Of a float or dry-run switch the water decides, and no hand.
Switched: TypeAlias = Literal["none", "switch", "two_way", "dimmer", "float"]
MAX_CIRCUITS, MAX_NAME = 60, 60
MAX_LOADS = 60


class DcCircuit(Model):
    """Loads that share a fuse and a cable, one after the other from the panel on."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=MAX_NAME)
    loads: tuple[Id, ...] = Field(default=(), max_length=MAX_LOADS, description="In the order in which the cable meets them.")
    own_switches: tuple[Id, ...] = Field(
        default=(), max_length=MAX_LOADS, description="Loads of it that a switch of their own turns off."
    )
    switched: Switched | None = Field(default=None, description="“none”: nothing before all of them; None: not said.")
    joined: Literal["splices", "terminals"] | None = Field(
        default=None, description="How its cable goes on behind each load: by a splice, or from terminals; None: not said."
    )


def put_together(rig: Rig, figures: Mapping[str, Figure], most_a: float) -> dict[str, tuple[str, ...]]:
    """Loads of one group in one place that could share a circuit, by a name for it; none where they would be alone.

    What must run keeps a fuse of its own, and so does what has a circuit already, or a cable that somebody has said. Filled up
    to ``most_a`` with all of a circuit running, the largest first, and to :data:`MAX_LOADS`. [A] (common practice)
    """
    taken = {load for circuit in rig.wiring.circuits.values() for load in circuit.loads}
    taken |= {key.removeprefix("panel.out>load:").removesuffix(".in") for key in rig.wiring.runs}  # cable or fuse are chosen
    lots: dict[tuple[str, str | None], list[tuple[float, str]]] = {}
    for id, load in rig.active_loads().items():
        watts, volts = figures.get(f"loads.row.{id}.running_w"), figures.get("inverter.cutoff_v")
        if load.feed == "dc" and load.importance != "must" and id not in taken and watts is not None and volts is not None:
            place = (load.group, rig.wiring.stands.get(f"load:{id}"))
            lots.setdefault(place, []).append((watts.number / volts.number, id))
    found: dict[str, tuple[str, ...]] = {}
    for (group, place_id), lot in lots.items():
        filled: list[tuple[float, list[str]]] = []
        for amps, id in sorted(lot, reverse=True):
            room = (n for n, (sum_a, ids) in enumerate(filled) if sum_a + amps <= most_a and len(ids) < MAX_LOADS)
            at = next(room, None)
            if at is None:
                filled.append((amps, [id]))
            else:
                filled[at] = (filled[at][0] + amps, [*filled[at][1], id])
        shared = [ids for _, ids in filled if len(ids) > 1]
        box = rig.space.compartments.get(place_id or "")
        called = (group.capitalize() if box is None else f"{group.capitalize()}, {box.name}")[: MAX_NAME - 4]
        for number, ids in enumerate(shared, start=1):
            name = called if len(shared) == 1 and called not in found else f"{called} {number}"
            while name in found:  # of another place that is called the same
                name, number = f"{called} {number}", number + 1
            if len(rig.wiring.circuits) + len(found) >= MAX_CIRCUITS:
                return found
            found[name] = tuple(sorted(ids, key=lambda id: (rig.loads[id].position, id)))
    return found
