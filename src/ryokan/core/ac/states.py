"""The AC side of a rig in all its modes, worked out once in an evaluation and looked at by questions and rules alike."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Sheet
from ryokan.core.loads.model import Load
from ryokan.core.loads.rows import on_the_hookup_alone
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import AWAY, AcMode, State, in_mode, modes_of
from ryokan.core.topology.network import Network, ac_network

# What the network is derived from: a question that looks at it declares these parts of the rig, and the legs of the part.
OF_THE_NETWORK = ("ac", "charging", "inverter", "loads", "stays", "survey")
LEGS_OF_PART = "inverter.part.legs"


@dataclass(frozen=True, slots=True)
class AcStates:
    """The network with its state in each mode that the rig has."""

    network: Network
    states: Mapping[AcMode, State]

    @property
    def away(self) -> tuple[State, ...]:
        """Its states without hookup and generator."""
        return tuple(self.states[mode] for mode in AWAY)

    def bearers(self, load_id: str, load: Load) -> frozenset[str]:
        """Ids of the inverters that a load meets away from hookups; the one that is reckoned with where nobody said.

        A load that meets the grid alone meets none.
        """
        if load.feed != "ac":
            return frozenset()
        node = f"load:{load_id}"
        if self.network.place_of(node) is None:
            return frozenset() if load.output != "backed_up" else frozenset({THE_INVERTER})
        found = {one for state in self.away for one in state.sources_of(node) & state.inverting}
        return frozenset(one.partition(":")[2] for one in found)

    def legs_of(self, node: str) -> tuple[int, ...]:
        """Legs that something hangs on, in whichever mode it is fed; leg 1 where it never is."""
        found = {leg for state in self.states.values() for leg in state.live.get(node, ())}
        return tuple(sorted(found)) or (1,)


def ac_states(rig: Rig, sheet: Sheet) -> AcStates:
    """The AC side in all modes. It is worked out at the first look, from what is touched here at every look."""
    for part in OF_THE_NETWORK:
        getattr(rig, part)
    legs = sheet.get(LEGS_OF_PART)

    def work_out() -> AcStates:
        network = ac_network(rig)
        made = {} if legs is None else {THE_INVERTER: int(legs.number)}
        return AcStates(network, {mode: in_mode(rig, mode, network, made) for mode in modes_of(rig)})

    return sheet.once("ac.states", work_out)


def is_drawn(rig: Rig) -> bool:
    """Whether there is anything of the AC side to draw beyond the inverter itself: a panel, or something on an outlet."""
    return bool(rig.ac.panels) or any(load.hangs_on is not None for load in rig.loads.values())


def in_a_building(rig: Rig) -> bool:
    """Whether the AC side is that of a building, whose grid fails rather than being left."""
    return any(panel.place == "building" for panel in rig.ac.panels.values())


def placed(rig: Rig, legs_of_part: int | None = None) -> Rig:
    """The rig with the output of each load that hangs on something: kept up where an inverter feeds it, else the grid alone.

    What the network says goes before what was said of the load by itself. ``legs_of_part`` are those of the inverter that was
    chosen by part.
    """
    hung = {id: load for id, load in rig.loads.items() if load.feed == "ac" and load.hangs_on is not None and not load.struck}
    if not hung:
        return rig
    network = ac_network(rig)
    state = in_mode(rig, "rest", network, {} if legs_of_part is None else {THE_INVERTER: legs_of_part})
    outputs = {
        id: "backed_up" if state.sources_of(f"load:{id}") & state.inverting else "grid_only"
        for id in hung
        if network.place_of(f"load:{id}") is not None
    }
    changed = {id: hung[id].model_copy(update={"output": said}) for id, said in outputs.items() if hung[id].output != said}
    return rig.model_copy(update={"loads": {**rig.loads, **changed}}) if changed else rig


# Whether a load runs in a mode, by when it is said to run.
_RUNS: dict[AcMode, frozenset[str]] = {
    "rest": frozenset({"always", "anchor"}),
    "sun": frozenset({"always", "anchor", "above_charge"}),
    "driving": frozenset({"always", "driving"}),
    "hookup": frozenset({"always", "shore", "above_charge"}),
    "generator": frozenset({"always", "anchor", "above_charge"}),
}


def runs_in(load: Load, mode: AcMode) -> bool:
    """Whether a load is to run in a mode. Without a hookup what is there with one alone does not."""
    if mode in AWAY and on_the_hookup_alone(load):
        return False
    return load.when in _RUNS[mode]
