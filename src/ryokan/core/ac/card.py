"""The card of arriving and leaving: what a hand has to do in which order, and what goes wrong when one is forgotten."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Literal, TypeAlias

from ryokan.core.ac.model import Panel
from ryokan.core.ac.states import AcStates, in_a_building
from ryokan.core.ac.things import name_of_charger, name_of_circuit, name_of_panel, name_of_source
from ryokan.core.ac.values import INLET
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import AWAY
from ryokan.core.vehicle import BOATS

Side: TypeAlias = Literal["arriving", "leaving", "generator"]


@dataclass(frozen=True, slots=True)
class CardStep:
    """One step: its code, what its words name, and the variant of what goes wrong when it is forgotten."""

    code: str
    words: Mapping[str, str] = field(default_factory=dict)
    forgotten: str = ""


def card(rig: Rig, states: AcStates) -> dict[Side, tuple[CardStep, ...]]:
    """The steps of each side of the card; of a generator where there is one. Those that nothing asks for are left out."""
    if in_a_building(rig):
        back, fails = tuple(_when_the_grid_is_back(rig)), tuple(_when_the_grid_fails(rig))
        return {"leaving": fails, "arriving": back}
    sides: dict[Side, tuple[CardStep, ...]] = {
        "arriving": tuple(_arriving(rig, states)),
        "leaving": tuple(_leaving(rig, states)),
    }
    if rig.charging.generators:
        sides["generator"] = tuple(_on_a_generator(rig, states))
    return sides


def _by_hand(rig: Rig) -> list[tuple[str, Panel, str]]:
    """Panels that a hand changes over between hookup and inverter, each with the inverter's name."""
    found: list[tuple[str, Panel, str]] = []
    for id, panel in rig.ac.ordered_panels().items():
        units = [feed.source for feed in panel.feeds.values() if feed.source.startswith("inverter:")]
        others = [feed for feed in panel.feeds.values() if not feed.source.startswith("inverter:")]
        if panel.transfer in ("cord", "switch") and units and others:
            found.append((id, panel, name_of_source(rig, units[0])))
    return found


def _off_by_hand(rig: Rig) -> list[str]:
    return [id for id, circuit in rig.ac.ordered_circuits().items() if circuit.when_away == "off"]


def what_hangs_on(rig: Rig, circuit: str) -> list[str]:
    """Names of the chargers and the loads that hang on a circuit."""
    chargers = [
        name_of_charger(rig, id) for id, one in rig.charging.ordered_chargers().items() if one.hangs_on == f"circuit:{circuit}"
    ]
    loads = [load.name for load in rig.active_loads().values() if load.hangs_on == f"circuit:{circuit}"]
    return [*chargers, *loads]


def _on_it(rig: Rig, circuit: str) -> str:
    """What hangs on a circuit, by name; the circuit itself where nothing does."""
    return ", ".join(what_hangs_on(rig, circuit)) or name_of_circuit(rig, circuit)


def _charges(rig: Rig, circuit: str) -> bool:
    return any(one.hangs_on == f"circuit:{circuit}" for one in rig.charging.chargers.values())


def _has_a_way_in(rig: Rig, states: AcStates) -> bool:
    """Whether anything says that a cord comes in: a hookup of the journey, cord or inlet, or what they feed."""
    inlet = rig.charging.inlet
    said = (inlet.cord_a, inlet.inlet_a, inlet.cord_length, rig.ac.main_a)
    fed = any(run.tail[0] == INLET for run in states.network.runs)
    return fed or any(one is not None for one in said) or any(stay.hookup != "none" for stay in rig.stays.values())


def _arriving(rig: Rig, states: AcStates) -> Iterator[CardStep]:
    if not _has_a_way_in(rig, states):
        return
    boat = rig.vehicle.kind in BOATS
    yield CardStep("test_outlet", forgotten="boat" if boat else "")
    if any(stay.hookup == "house_uk" for stay in rig.stays.values()) and rig.ac.isolator != "transformer":
        yield CardStep("own_electrode")
    if rig.ac.main_a is not None:
        yield CardStep("main_off")
    for id, panel, unit in _by_hand(rig):
        if panel.transfer == "cord":
            yield CardStep("inverter_off", {"unit": unit})
            yield CardStep("move_cord_to_inlet", {"panel": name_of_panel(rig, id), "unit": unit})
    yield CardStep("plug_in", forgotten="boat" if boat else "")
    if rig.ac.polarity == "fitted":
        yield CardStep("look_at_polarity")
    if rig.ac.main_a is not None:
        yield CardStep("main_on")
    for id, panel, unit in _by_hand(rig):
        if panel.transfer == "switch":
            yield CardStep("throw_to_hookup", {"panel": name_of_panel(rig, id), "unit": unit})
    for id in _off_by_hand(rig):
        yield CardStep("breaker_on", {"circuit": name_of_circuit(rig, id), "things": _on_it(rig, id)})
    yield from _by_itself(rig, states)


def _when_the_grid_fails(rig: Rig) -> Iterator[CardStep]:
    """In a building nothing is plugged: what a hand changes over, and what is put off before."""
    for id in _off_by_hand(rig):
        yield CardStep(
            "breaker_off", {"circuit": name_of_circuit(rig, id), "things": _on_it(rig, id)}, "ring" if _charges(rig, id) else ""
        )
    for id, _, unit in _by_hand(rig):
        yield CardStep("throw_to_inverter", {"panel": name_of_panel(rig, id), "unit": unit})
    for unit in dict.fromkeys(unit for _, _, unit in _by_hand(rig)):
        yield CardStep("inverter_on", {"unit": unit})
    yield from _relays(rig)


def _when_the_grid_is_back(rig: Rig) -> Iterator[CardStep]:
    for id, _, unit in _by_hand(rig):
        yield CardStep("throw_to_grid", {"panel": name_of_panel(rig, id), "unit": unit})
    for id in _off_by_hand(rig):
        yield CardStep("breaker_on", {"circuit": name_of_circuit(rig, id), "things": _on_it(rig, id)})
    yield from _relays(rig)


def _relays(rig: Rig) -> Iterator[CardStep]:
    for id, panel in rig.ac.ordered_panels().items():
        if panel.transfer == "relay" and len(panel.feeds) > 1:
            yield CardStep("goes_over_by_itself", {"thing": name_of_panel(rig, id)})


def _by_itself(rig: Rig, states: AcStates) -> Iterator[CardStep]:
    """What goes over without a hand: said once, so that nobody looks for a switch."""
    yield from _relays(rig)
    for id, unit in rig.inverter.units().items():
        if unit.ac_in == INLET and f"inverter:{id}" in states.states["hookup"].passing:
            yield CardStep("goes_over_by_itself", {"thing": name_of_source(rig, f"inverter:{id}")})


def _leaving(rig: Rig, states: AcStates) -> Iterator[CardStep]:
    boat = rig.vehicle.kind in BOATS
    for id in _off_by_hand(rig):
        yield CardStep(
            "breaker_off", {"circuit": name_of_circuit(rig, id), "things": _on_it(rig, id)}, "ring" if _charges(rig, id) else ""
        )
    large = [
        load.name
        for id, load in rig.active_loads().items()
        if load.when == "shore" and any(states.states[mode].sources_of(f"load:{id}") for mode in AWAY)
    ]
    if large:
        yield CardStep("hookup_loads_off", {"things": ", ".join(large)})
    if not _has_a_way_in(rig, states):
        return
    if rig.ac.main_a is not None:
        yield CardStep("main_off_leaving")
    yield CardStep("unplug", forgotten="boat" if boat else "")
    for id, panel, unit in _by_hand(rig):
        if panel.transfer == "cord":
            yield CardStep("move_cord_to_inverter", {"panel": name_of_panel(rig, id), "unit": unit})
        else:
            yield CardStep("throw_to_inverter", {"panel": name_of_panel(rig, id), "unit": unit})
    for unit in dict.fromkeys(unit for _, _, unit in _by_hand(rig)):
        yield CardStep("inverter_on", {"unit": unit})


def _on_a_generator(rig: Rig, states: AcStates) -> Iterator[CardStep]:
    for id, one in rig.charging.ordered_generators().items():
        name = name_of_source(rig, f"generator:{id}")
        if any(run.tail[0] == f"generator:{id}" and run.head[0] == INLET for run in states.network.runs):
            yield CardStep("generator_outside", {"name": name})  # one that is built in has its own exhaust
        yield CardStep("generator_bond", {"name": name}, {"fixed": "fixed", "none": "none", None: ""}[one.bond])
    for id, _, unit in _by_hand(rig):
        yield CardStep("throw_to_hookup", {"panel": name_of_panel(rig, id), "unit": unit})
    yield CardStep("generator_run_up")
    yield CardStep("generator_unload")
