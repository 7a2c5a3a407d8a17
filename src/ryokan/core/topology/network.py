"""Nodes, terminals and runs of the AC side, as the document has them."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal, TypeAlias

from ryokan.core.ac.model import AcSide, Circuit, Feed, Panel
from ryokan.core.ac.values import INLET
from ryokan.core.charging.model import Charging
from ryokan.core.inverter.model import Inverter
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.survey.model import FoundCord

NodeKind: TypeAlias = Literal["bank", "shore", "generator", "inlet", "inverter", "panel", "circuit", "load", "charger"]
Role: TypeAlias = Literal["dc", "ac"]
Terminal: TypeAlias = tuple[str, str]  # a node and the name of a terminal of it

BANK = "bank"
SHORE = "shore"


@dataclass(frozen=True, slots=True)
class Node:
    """A thing of the network. Its id is ``family:id`` as subjects have it, or the name of what there is one of."""

    id: str
    kind: NodeKind
    name: str = ""


@dataclass(frozen=True, slots=True)
class Run:
    """A way for power from one terminal to another. ``id`` is that of the feed where it is one of a panel."""

    tail: Terminal
    head: Terminal
    role: Role = "ac"
    id: str = ""


@dataclass(frozen=True, slots=True)
class Network:
    """All nodes by id and all runs, whether joined or not at a time."""

    nodes: Mapping[str, Node]
    runs: tuple[Run, ...]
    panels: Mapping[str, Panel] = field(default_factory=dict)
    circuits: Mapping[str, Circuit] = field(default_factory=dict)
    void: frozenset[Run] = frozenset()  # that close a ring of feeds: nothing comes through them

    def place_of(self, load: str) -> str | None:
        """What a load or a charger hangs on, by its node; None where nobody said, or what was said leads nowhere yet."""
        return next((run.tail[0] for run in self.runs if run.head[0] == load and run.role == "ac"), None)


def ac_network(rig: Rig) -> Network:
    """The network of the AC side of a rig. What names a thing that is not there any more hangs on nothing."""
    return network_of(rig.ac, rig.inverter, rig.charging, rig.active_loads())


def network_of(ac: AcSide, inverter: Inverter, charging: Charging, loads: Mapping[str, Load]) -> Network:
    """The same of the parts of a rig."""
    panels, circuits = ac.ordered_panels(), ac.ordered_circuits()
    nodes = [Node(BANK, "bank"), Node(SHORE, "shore"), Node(INLET, "inlet")]
    nodes += [Node(f"generator:{id}", "generator", one.name) for id, one in charging.ordered_generators().items()]
    nodes += [Node(f"inverter:{id}", "inverter", getattr(one, "name", "")) for id, one in inverter.units().items()]
    nodes += [Node(f"panel:{id}", "panel", one.name) for id, one in panels.items()]
    nodes += [Node(f"circuit:{id}", "circuit", one.name) for id, one in circuits.items()]
    nodes += [Node(f"load:{id}", "load", one.name) for id, one in loads.items() if one.feed == "ac"]
    nodes += [Node(f"charger:{id}", "charger", one.name) for id, one in charging.ordered_chargers().items()]
    known = {node.id: node for node in nodes}
    runs = tuple(run for run in _runs(ac, inverter, charging, loads, panels) if run.tail[0] in known and run.head[0] in known)
    return Network(known, runs, panels, circuits, _closing_a_ring(runs))


def _closing_a_ring(runs: Sequence[Run]) -> frozenset[Run]:
    """Runs that bring something back to where it comes from: into an inverter what it gives itself, and among panels.

    Which of a ring of panels would be the first nobody can say, so that all of their runs to one another are among them.
    """
    feeding = [run for run in runs if run.role == "ac" and _passes_on(run.tail[0]) and _passes_on(run.head[0])]
    of_panels = [run for run in feeding if all(end.startswith("panel:") for end in (run.tail[0], run.head[0]))]
    into_inverters = {
        run for run in feeding if run.head[0].startswith("inverter:") and _reaches(feeding, run.head[0], run.tail[0])
    }
    return frozenset(into_inverters | {run for run in of_panels if _reaches(of_panels, run.head[0], run.tail[0])})


def _passes_on(node: str) -> bool:
    return node.startswith(("inverter:", "panel:"))


def _reaches(runs: Sequence[Run], start: str, end: str) -> bool:
    reached, at_hand = {start}, [start]
    while at_hand:
        here = at_hand.pop()
        for run in runs:
            if run.tail[0] == here and run.head[0] not in reached:
                reached.add(run.head[0])
                at_hand.append(run.head[0])
    return end in reached


def _runs(
    ac: AcSide, inverter: Inverter, charging: Charging, loads: Mapping[str, Load], panels: Mapping[str, Panel]
) -> Iterator[Run]:
    yield Run((SHORE, "out"), (INLET, "in"))
    plugged_in = _by_the_inlet(ac, inverter, charging)
    for id in plugged_in:
        yield Run((f"generator:{id}", "out"), (INLET, "in"))
    for id, unit in inverter.units().items():
        yield Run((BANK, "out"), (f"inverter:{id}", "dc"), "dc")
        if unit.ac_in not in (None, "none"):
            yield Run((str(unit.ac_in), "out"), (f"inverter:{id}", "in"))
    for id, panel in panels.items():
        for feed_id, feed in panel.ordered_feeds().items():
            yield Run((feed.source, "out"), (f"panel:{id}", "in"), id=feed_id)
    for id, circuit in ac.ordered_circuits().items():
        yield Run((f"panel:{circuit.panel}", "out"), (f"circuit:{id}", "in"))
    for id, load in loads.items():
        if load.feed == "ac" and _leads_somewhere(ac, load.hangs_on):
            yield Run((str(load.hangs_on), "out"), (f"load:{id}", "in"))
    for id, charger in charging.ordered_chargers().items():
        if _leads_somewhere(ac, charger.hangs_on):
            yield Run((str(charger.hangs_on), "out"), (f"charger:{id}", "in"))
        if charger.bank is None:
            yield Run((f"charger:{id}", "out"), (BANK, "in"), "dc")


def _leads_somewhere(ac: AcSide, hangs_on: str | None) -> bool:
    """Whether a place is known as far as what feeds it: a circuit that is gone, or a panel without a feed, says nothing yet."""
    family, _, id = (hangs_on or "").partition(":")
    if family != "circuit":
        return family == "inverter"
    circuit = ac.circuits.get(id)
    panel = None if circuit is None else ac.panels.get(circuit.panel or "")
    return panel is not None and bool(panel.feeds)


def _by_the_inlet(ac: AcSide, inverter: Inverter, charging: Charging) -> list[str]:
    """Generators that are plugged into the inlet: those that nothing else names as what feeds it. (common practice)"""
    named = {feed.source for panel in ac.panels.values() for feed in panel.feeds.values()}
    named |= {str(unit.ac_in) for unit in inverter.units().values()}
    return [id for id in charging.ordered_generators() if f"generator:{id}" not in named]


def legs_of_supply(rig: Rig) -> int:
    """Live conductors of what comes in: as said, otherwise two where a cord or a hookup of the journey has two, else one."""
    if rig.ac.supply_legs is not None:
        return rig.ac.supply_legs
    cords = [cord.rating for cord in rig.survey.of_kind(FoundCord).values() if cord.fate != "goes"]
    return 2 if "na_50" in (*cords, *(stay.hookup for stay in rig.stays.values())) else 1


def feed_legs(panel_legs: int, onto: str | None, source_legs: int) -> dict[int, int]:
    """Which leg of a panel stands on which of its source.

    Where nobody has said how one phase reaches two legs both are taken to be live: that one is dead is not concluded from it.
    """
    if panel_legs == 1:
        return {1: 1}
    match onto:
        case "first":
            return {1: 1}
        case "second":
            return {2: min(2, source_legs) if source_legs == 2 else 1}
        case "bridged" | "transformer":
            return {1: 1, 2: 1}
        case "straight":
            return {1: 1, 2: 2} if source_legs == 2 else {1: 1}
        case _:
            return {1: 1, 2: 2 if source_legs == 2 else 1}


def kind_of_source(source: str) -> str:
    """The family of what a feed comes from."""
    return source.partition(":")[0]


def by_preference(panel: Panel) -> list[tuple[str, Feed]]:
    """Feeds of a panel, those of hookup and generator before those of inverters, as a changeover has them."""
    return sorted(panel.ordered_feeds().items(), key=lambda one: kind_of_source(one[1].source) == "inverter")
