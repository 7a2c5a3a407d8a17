"""The AC side in one mode as a picture: where power flows, what is locked out, where the neutral meets earth."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal, TypeAlias, cast

from ryokan.core.ac.states import AcStates
from ryokan.core.ac.values import INLET, THE_INVERTER
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import AcMode, BondState, State, loops
from ryokan.core.topology.network import BANK, Run

Shown: TypeAlias = Literal["bank", "inlet", "generator", "inverter", "panel", "circuit"]
WireState: TypeAlias = Literal["live", "dead", "locked_out"]
Carries: TypeAlias = Literal["stored", "grid", "generator", "both", "nothing"]
OfWire: TypeAlias = Carries | Literal["ring"]
Doing: TypeAlias = Literal["inverting", "idle", "passing", "let_go_by_relay", "off_by_hand", "nothing"]


@dataclass(frozen=True, slots=True)
class PictureNode:
    """A box of the picture, in its column and row. ``hung`` are ids of loads and chargers on it, as nodes of the network."""

    id: str
    kind: Shown
    column: int
    row: int
    carries: Carries
    legs: tuple[int, ...]
    hung: tuple[str, ...] = ()
    doing: Doing = "nothing"
    bond: BondState | None = None


@dataclass(frozen=True, slots=True)
class Wire:
    """A way between two boxes; with the role ``charge`` from where a charger hangs back into the bank."""

    tail: str
    head: str
    role: Literal["dc", "ac", "charge"]
    state: WireState
    carries: OfWire


@dataclass(frozen=True, slots=True)
class Picture:
    """One mode, or several that are alike."""

    modes: tuple[AcMode, ...]
    nodes: tuple[PictureNode, ...]
    wires: tuple[Wire, ...]


def pictures(rig: Rig, states: AcStates) -> tuple[Picture, ...]:
    """One picture of each mode, those that are alike as one: hooked up first, then away, then on the generator."""
    found: list[Picture] = []
    for mode in ("hookup", "rest", "sun", "driving", "generator"):
        if mode not in states.states:
            continue
        drawn = _Drawing(rig, states, states.states[mode]).picture()
        alike = next((at for at, one in enumerate(found) if (one.nodes, one.wires) == (drawn.nodes, drawn.wires)), None)
        if alike is None:
            found.append(drawn)
        else:
            found[alike] = Picture((*found[alike].modes, *drawn.modes), drawn.nodes, drawn.wires)
    return tuple(found)


class _Drawing:
    def __init__(self, rig: Rig, states: AcStates, state: State) -> None:
        self.rig, self.network, self.state = rig, states.network, state
        shown = [id for id in self.network.nodes if self._is_shown(id)]
        self.shown = set(shown)
        self.columns = {id: self._column(id, ()) for id in shown}

    def _is_shown(self, id: str) -> bool:
        kind = self.network.nodes[id].kind
        if kind == "generator":
            return any(run.tail[0] == id and run.head[0] != INLET for run in self.network.runs)
        if kind == "inverter":
            return id != f"inverter:{THE_INVERTER}" or self.rig.inverter.chosen is not None or self._feeds_something(id)
        return kind in ("bank", "inlet", "panel", "circuit")

    def _feeds_something(self, id: str) -> bool:
        return any(run.tail[0] == id for run in self.network.runs)

    def _column(self, id: str, behind: tuple[str, ...]) -> int:
        """One right of the farthest that feeds it; what closes a ring does not count."""
        kind = self.network.nodes[id].kind
        if kind in ("bank", "inlet", "generator") or id in behind:
            return 0
        before = [
            self._column(run.tail[0], (*behind, id))
            for run in self.network.runs
            if run.head[0] == id and run not in self.network.void and run.tail[0] in self.shown
        ]
        return 1 + max([*before, 1 if kind == "panel" else 0])

    def picture(self) -> Picture:
        last = max((column for id, column in self.columns.items() if self._kind(id) != "circuit"), default=0) + 1
        columns = {id: last if self._kind(id) == "circuit" else column for id, column in self.columns.items()}
        rows: dict[int, int] = {}
        nodes: list[PictureNode] = []
        beside_bank = sum(1 for column in columns.values() if column == 0) - 1
        for id in self._in_order():
            column = columns[id]
            # What a hookup feeds lies level with it, and inverters level with the bank: ways to panels pass above them.
            row = max(rows.get(column, 0), beside_bank if self._kind(id) == "inverter" else 0)
            rows[column] = row + 1
            nodes.append(self._node(id, column, row))
        return Picture((self.state.mode,), tuple(nodes), tuple(self._wires()))

    def _in_order(self) -> list[str]:
        """Sources from above: inlet, generators, bank; circuits by their panels."""
        ids = [id for id in self.network.nodes if id in self.shown]
        panels = [id for id in ids if self._kind(id) == "panel"]
        first = {"inlet": 0, "generator": 1, "bank": 2}

        def place(id: str) -> tuple[int, int]:
            if self._kind(id) != "circuit":
                return first.get(self._kind(id), 3), 0
            panel = f"panel:{self.network.circuits[id.partition(':')[2]].panel}"
            return 4, panels.index(panel) if panel in panels else len(panels)

        return sorted(ids, key=place)

    def _kind(self, id: str) -> str:
        return self.network.nodes[id].kind

    def _node(self, id: str, column: int, row: int) -> PictureNode:
        kind = self._kind(id)
        live = self.state.live.get(id, {})
        hung = tuple(
            run.head[0] for run in self.network.runs if run.tail[0] == id and self._kind(run.head[0]) in ("load", "charger")
        )
        return PictureNode(
            id=id,
            kind=cast(Shown, kind),
            column=column,
            row=row,
            carries="stored" if kind == "bank" else self._carries(self.state.sources_of(id)),
            legs=tuple(sorted(live)),
            hung=hung,
            doing=self._doing(id, kind),
            bond=self._bond(id, kind),
        )

    def _doing(self, id: str, kind: str) -> Doing:
        if kind == "inverter":
            if id in self.state.passing:
                return "passing"
            return "inverting" if self._is_used(id) else "idle"
        if kind == "circuit" and not self.state.live.get(id):
            circuit = self.network.circuits[id.partition(":")[2]]
            panel_is_live = bool(self.state.live.get(f"panel:{circuit.panel}"))
            if panel_is_live and circuit.when_away == "relay":
                return "let_go_by_relay"
            if panel_is_live and circuit.when_away == "off":
                return "off_by_hand"
        return "nothing"

    def _is_used(self, id: str) -> bool:
        """Whether anything but itself stands on what an inverter gives."""
        return any(run.tail[0] == id and run in self.state.closed for run in self.network.runs)

    def _bond(self, id: str, kind: str) -> BondState | None:
        if kind == "circuit":
            return None
        for neutral in self.state.neutrals:
            if id in neutral.bonds:
                return neutral.bonds[id]
            if kind == "inlet" and id in neutral.nodes:
                ashore = [neutral.bonds[one] for one in ("transformer", "shore") if one in neutral.bonds]
                live = bool(self.state.live.get(INLET))
                return ashore[0] if ashore and live else None
        return None

    def _carries(self, sources: frozenset[str]) -> Carries:
        if not sources:
            return "nothing"
        stored = any(one.startswith("inverter:") for one in sources)
        others = {one for one in sources if not one.startswith("inverter:")}
        if stored and others:
            return "both"
        if stored:
            return "stored"
        return "grid" if "shore" in others else "generator"

    def _wires(self) -> Iterator[Wire]:
        for run in self.network.runs:
            tail, head = run.tail[0], run.head[0]
            if tail in self.shown and head in self.shown:
                yield Wire(tail, head, run.role, self._wire_state(run), self._of_wire(run))
        yield from self._back_into_the_bank()

    def _back_into_the_bank(self) -> Iterator[Wire]:
        """Chargers that are fed, from where they hang: what comes of the bank itself goes in a ring."""
        in_rings = loops(self.network, [self.state])
        for run in self.network.runs:
            charger = run.head[0]
            if self._kind(charger) != "charger" or run not in self.state.closed or not self._fills(charger):
                continue
            ring = charger.partition(":")[2] in in_rings
            carries: OfWire = "ring" if ring else self._carries(self.state.sources_of(charger))
            yield Wire(run.tail[0], BANK, "charge", "live", carries)

    def _fills(self, charger: str) -> bool:
        return any(run.tail[0] == charger and run.head[0] == BANK for run in self.network.runs)

    def _wire_state(self, run: Run) -> WireState:
        tail, head = run.tail[0], run.head[0]
        if run.role == "dc":
            return "live" if run in self.state.closed and self._is_used(head) else "dead"
        live = bool(self.state.live.get(tail))
        if run in self.state.closed:
            return "live" if live else "dead"
        several = head.startswith("panel:") and len(self.network.panels[head.partition(":")[2]].feeds) > 1
        let_go = head.startswith("circuit:") and live
        return "locked_out" if several or let_go or run in self.network.void else "dead"

    def _of_wire(self, run: Run) -> Carries:
        if self._wire_state(run) != "live":
            return "nothing"
        return "stored" if run.role == "dc" else self._carries(self.state.sources_of(run.tail[0]))
