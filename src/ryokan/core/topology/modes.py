"""What is joined in a mode: who feeds what, on which leg, where the neutral meets earth, and what goes in a ring."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal, TypeAlias, get_args

from ryokan.core.ac.model import Feed
from ryokan.core.ac.values import INLET, THE_INVERTER
from ryokan.core.rig import Rig
from ryokan.core.topology.network import (
    BANK,
    SHORE,
    Network,
    Run,
    ac_network,
    by_preference,
    feed_legs,
    kind_of_source,
    legs_of_supply,
)

AcMode: TypeAlias = Literal["rest", "sun", "driving", "hookup", "generator"]
AC_MODES: tuple[AcMode, ...] = get_args(AcMode)
AWAY: tuple[AcMode, ...] = ("rest", "sun", "driving")

# Sources that stand at a terminal, by its leg: where it is live, from where.
Live: TypeAlias = Mapping[int, frozenset[str]]
NOTHING: Live = {}
BondState: TypeAlias = Literal["closed", "open", "not_said"]


@dataclass(frozen=True, slots=True)
class Neutral:
    """Neutrals that are joined with one another in a mode: nodes, and the places where they may meet earth."""

    nodes: frozenset[str]
    bonds: Mapping[str, BondState]

    @property
    def closed(self) -> tuple[str, ...]:
        """Where they do."""
        return tuple(sorted(id for id, state in self.bonds.items() if state == "closed"))

    @property
    def unsaid(self) -> tuple[str, ...]:
        """Where nobody has said whether they do."""
        return tuple(sorted(id for id, state in self.bonds.items() if state == "not_said"))


@dataclass(frozen=True, slots=True)
class State:
    """The network in one mode.

    ``live`` has what stands at the output of each node, ``closed`` the runs that are joined, ``inverting`` and ``passing``
    inverters.
    """

    mode: AcMode
    live: Mapping[str, Live]
    closed: frozenset[Run]
    inverting: frozenset[str]
    passing: frozenset[str]
    neutrals: tuple[Neutral, ...] = ()

    def sources_of(self, node: str) -> frozenset[str]:
        """What feeds a node: hookup, generators and inverters by their nodes; nothing where it is dead."""
        return frozenset(one for sources in self.live.get(node, NOTHING).values() for one in sources)

    def neutral_of(self, node: str) -> Neutral | None:
        """The neutrals that that of a node is joined with."""
        return next((one for one in self.neutrals if node in one.nodes), None)


def in_mode(rig: Rig, mode: AcMode, network: Network | None = None, made: Mapping[str, int] | None = None) -> State:
    """The AC side of a rig in a mode.

    A hand or a relay is taken to have put each changeover to hookup or generator where one is there, and to the inverter
    otherwise; an inverter that takes something in passes it on while that is live. What nothing keeps apart is joined. ``made``
    are the legs that inverters make by their parts, by their ids.
    """
    return _Walk(rig, mode, network or ac_network(rig), made or {}).state()


class _Walk:
    def __init__(self, rig: Rig, mode: AcMode, network: Network, made: Mapping[str, int]) -> None:
        self.rig, self.mode, self.network, self.made = rig, mode, network, made
        self.live: dict[str, Live] = {}
        self.closed: set[Run] = set()
        self.inverting: set[str] = set()
        self.passing: set[str] = set()
        self.supply_legs = legs_of_supply(rig)
        self.to: dict[str, list[Run]] = {}
        for run in network.runs:
            if run not in network.void:
                self.to.setdefault(run.head[0], []).append(run)

    def state(self) -> State:
        for id in self.network.nodes:
            self.at(id)
        for run in self.network.runs:
            if run.role == "dc" and run.tail[0] != BANK and self.at(run.tail[0]):
                self.closed.add(run)
        return State(
            self.mode,
            dict(self.live),
            frozenset(self.closed),
            frozenset(self.inverting),
            frozenset(self.passing),
            self._neutrals(),
        )

    def at(self, id: str) -> Live:
        """What stands at the output of a node. Without the runs that close a ring there is none to get lost in."""
        if id not in self.live:
            self.live[id] = self._at(id)
        return self.live[id]

    def _at(self, id: str) -> Live:
        node = self.network.nodes.get(id)
        match None if node is None else node.kind:
            case "shore":
                return self._all_legs(id) if self.mode == "hookup" else NOTHING
            case "generator":
                return self._all_legs(id) if self.mode == "generator" else NOTHING
            case "inlet":
                return self._inlet()
            case "inverter":
                return self._inverter(id)
            case "panel":
                return self._panel(id)
            case "circuit":
                return self._circuit(id)
            case "load" | "charger":
                return self._hung(id)
            case _:
                return NOTHING

    def _all_legs(self, id: str) -> Live:
        return {leg: frozenset({id}) for leg in range(1, self.supply_legs + 1)}

    def _inlet(self) -> Live:
        for run in self.to.get(INLET, ()):
            if live := self.at(run.tail[0]):
                self.closed.add(run)
                return live
        return NOTHING

    def _inverter(self, id: str) -> Live:
        unit = self.rig.inverter.units()[id.partition(":")[2]]
        for run in self.to.get(id, ()):
            if run.role == "ac" and (live := self.at(run.tail[0])):
                # What a neighbour inverts is no supply to pass on; it is two sources in a row, and passed on all the same.
                self.closed.add(run)
                self.passing.add(id)
                return {leg: sources | {id} if unit.power_assist == "yes" else sources for leg, sources in live.items()}
        self.inverting.add(id)
        self.closed |= {run for run in self.to.get(id, ()) if run.role == "dc"}
        return {leg: frozenset({id}) for leg in range(1, self._legs_made(id.partition(":")[2]) + 1)}

    def _legs_made(self, id: str) -> int:
        """Legs of an inverter: as said of it, else by its part. Of one of which nobody knows no leg is concluded to be dead."""
        unit = self.rig.inverter.chosen if id == THE_INVERTER else self.rig.inverter.others.get(id)
        unsaid = 2 if any(panel.legs == 2 for panel in self.network.panels.values()) else 1
        return (None if unit is None else unit.legs) or self.made.get(id, unsaid)

    def _panel(self, id: str) -> Live:
        panel = self.network.panels[id.partition(":")[2]]
        runs = {run.id: run for run in self.to.get(id, ())}
        legs: dict[int, frozenset[str]] = {}
        kind = ""
        for feed_id, feed in by_preference(panel):
            run = runs.get(feed_id)
            if run is None:
                continue
            live = self.at(feed.source)
            if not live:
                if panel.transfer == "none" or len(panel.feeds) == 1:
                    self.closed.add(run)  # nothing opens it, though nothing comes through it
                continue
            onto = _onto(panel.legs or 1, feed, live)
            apart = not legs.keys() & onto.keys() and kind_of_source(feed.source) == kind
            if legs and not apart and panel.transfer != "none":
                continue
            kind = kind or kind_of_source(feed.source)
            self.closed.add(run)
            for leg, sources in onto.items():
                legs[leg] = legs.get(leg, frozenset()) | sources
        return legs

    def _circuit(self, id: str) -> Live:
        circuit = self.network.circuits[id.partition(":")[2]]
        panel = f"panel:{circuit.panel}"
        if panel not in self.network.nodes:
            return NOTHING
        live = self.at(panel)
        two = (self.network.panels[str(circuit.panel)].legs or 1) == 2
        wanted = {None: (1,), "first": (1,), "second": (2,), "both": (1, 2)}[circuit.leg] if two else (1,)
        if any(leg not in live for leg in wanted):
            return NOTHING
        found = {leg: live[leg] for leg in wanted}
        of_inverters = any(one.startswith("inverter:") for sources in found.values() for one in sources)
        if circuit.when_away in ("relay", "off") and of_inverters and self.mode != "hookup":
            return NOTHING
        self.closed |= set(self.to.get(id, ()))
        return found

    def _hung(self, id: str) -> Live:
        for run in self.to.get(id, ()):
            if live := self.at(run.tail[0]):
                self.closed.add(run)
                return live
        return NOTHING

    # Neutrals ---------------------------------------------------------------------------------------------------------------

    def _neutrals(self) -> tuple[Neutral, ...]:
        """Neutrals by what joins them: closed runs, and changeovers that are said to leave the neutral through."""
        joined = _Groups(id for id, node in self.network.nodes.items() if node.kind in _WITH_NEUTRAL)
        for run in self.network.runs:
            if run.role != "ac" or not {run.tail[0], run.head[0]} <= joined.known:
                continue
            if run in self.closed or self._through(run):
                if run.tail[0] == SHORE and self.rig.ac.isolator == "transformer":
                    continue  # a transformer parts the neutral of ashore from that on board
                joined.join(run.tail[0], run.head[0])
        return tuple(
            Neutral(nodes, {place: state for node in sorted(nodes) for place, state in self._bonds(node).items()})
            for nodes in joined.groups()
        )

    def _through(self, run: Run) -> bool:
        """Whether the neutral of a feed that is not closed stays joined: what changes over opens the live side alone."""
        head, _ = run.head
        if not head.startswith("panel:"):
            return False
        panel = self.network.panels[head.partition(":")[2]]
        return panel.neutral_switched == "no" and panel.transfer in ("switch", "relay")

    def _bonds(self, node: str) -> dict[str, BondState]:
        """Where the neutral of a node meets earth: ashore, at its own frame, by a relay, or in a panel."""
        family, _, id = node.partition(":")
        if family == SHORE:
            return {node: "closed"}  # at the supply ashore, by every code
        if family == INLET and self.rig.ac.isolator == "transformer":
            fitted = self.rig.ac.transformer_bond
            return {"transformer": "not_said" if fitted is None else "closed" if fitted == "fitted" else "open"}
        if family == "generator":
            bond = self.rig.charging.generators[id].bond
            return {node: "not_said" if bond is None else "closed" if bond == "fixed" else "open"}
        if family == "inverter":
            match self.rig.inverter.units()[id].bond:
                case None:
                    return {node: "not_said"}
                case "fixed":
                    return {node: "closed"}
                case "relay":
                    return {node: "closed" if node in self.inverting else "open"}
                case "none":
                    return {node: "open"}
        if family == "panel":
            bonded = self.network.panels[id].bond
            return {} if bonded is None else {node: "closed" if bonded == "bonded" else "open"}
        return {}


def _onto(legs: int, feed: Feed, live: Live) -> dict[int, frozenset[str]]:
    """What a feed brings onto each leg of its panel."""
    ways = feed_legs(legs, feed.onto, len(live))
    return {leg: live[of] for leg, of in ways.items() if of in live}


_WITH_NEUTRAL = ("shore", "generator", "inlet", "inverter", "panel")


class _Groups:
    """Things that are joined, by union and find."""

    def __init__(self, things: Iterable[str]) -> None:
        self.above = {one: one for one in things}
        self.known = self.above.keys()

    def top(self, one: str) -> str:
        while self.above[one] != one:
            one = self.above[one]
        return one

    def join(self, one: str, other: str) -> None:
        self.above[self.top(one)] = self.top(other)

    def groups(self) -> list[frozenset[str]]:
        found: dict[str, set[str]] = {}
        for one in self.above:
            found.setdefault(self.top(one), set()).add(one)
        return [frozenset(group) for _, group in sorted(found.items())]


def modes_of(rig: Rig) -> tuple[AcMode, ...]:
    """The modes that a rig has: on a generator where there is one."""
    return tuple(mode for mode in AC_MODES if mode != "generator" or rig.charging.generators)


def loops(network: Network, states: Iterable[State]) -> dict[str, tuple[AcMode, ...]]:
    """Chargers that an inverter feeds from the bank that they fill, each with the modes in which it does.

    Found by going along the runs that are joined from the bank on, until a charger brings one back to it.
    """
    found: dict[str, list[AcMode]] = {}
    for state in states:
        ahead: dict[str, list[str]] = {}
        for run in state.closed:
            ahead.setdefault(run.tail[0], []).append(run.head[0])
        reached, at_hand = {BANK}, [BANK]
        while at_hand:
            here = at_hand.pop()
            for there in ahead.get(here, ()):
                # A node that nothing feeds passes nothing on; an inverter that passes something on takes nothing from the bank.
                if there in reached or (there != BANK and not state.live.get(there)):
                    continue
                reached.add(there)
                at_hand.append(there)
        for node in reached:
            if network.nodes[node].kind == "charger" and BANK in ahead.get(node, ()):
                found.setdefault(node.partition(":")[2], []).append(state.mode)
    return {id: tuple(mode for mode in AC_MODES if mode in modes) for id, modes in sorted(found.items())}
