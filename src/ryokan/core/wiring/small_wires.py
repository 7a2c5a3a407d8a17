"""Wires that sense, control or tell, with what was said of each, and the rule that one of them can break."""

from __future__ import annotations

from ryokan.core.ac.things import name_of_charger, name_of_unit
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing, Trouble, rule
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.topology.signals import Signal, signals
from ryokan.core.wiring.identity import hash_of_run
from ryokan.core.wiring.model import SaidOfSignal
from ryokan.core.wiring.rules_of_gear import KIND_NAMES
from ryokan.core.wiring.things import name_of_way

NOTHING_SAID = SaidOfSignal()


def name_of_signal(rig: Rig, one: Signal) -> str:
    """What such a wire is called: from where, and what for."""
    family, _, id = one.thing.partition(":")
    thing = one.thing
    if family == "gear":
        gear = rig.wiring.gear[id]
        thing = gear.name or f"the {KIND_NAMES[gear.gear]}"
    elif family == "path":
        thing = name_of_way(rig, id)
    elif family == "charger":
        thing = name_of_charger(rig, id)
    elif family == "inverter":
        thing = name_of_unit(rig, id)
    match one.purpose:
        case "monitor_sense":
            return f"bank to {thing}, sense and supply"
        case "monitor_display":
            return f"{thing} to its display"
        case "cell_leads":
            return "cells to the bank's electronics"
        case "shed_loads":
            return f"bank's electronics to {thing}"
        case "stop_charging":
            return "bank's electronics to the charge bus, stops charging"
        case "wake_way":
            return f"ignition or engine signal to {thing}"
        case "stop_field":
            return f"bank's electronics to the field of {thing}"
        case "remote_inverter":
            return f"switch or remote panel to {thing}"
        case "temperature":
            return f"temperature of the bank to {thing}"


def each_signal(rig: Rig, sheet: Sheet) -> list[Thing[tuple[Signal, SaidOfSignal]]]:
    """Every such wire of which somebody said something."""
    said = rig.wiring.signals
    if not said:
        return []
    return [
        Thing(subject_of(("wire", hash_of_run(key))), name_of_signal(rig, one), (one, said[key]))
        for key, one in signals(rig).items()
        if key in said
    ]


@rule("wiring.sense_unfused", "danger", "abyc_e11_fuse", each=each_signal)
def sense_unfused(rig: Rig, sheet: Sheet, one: tuple[Signal, SaidOfSignal]) -> Trouble | None:
    """A thin wire begins at a pole of the bank, and nothing fuses it."""
    wire, said = one
    return Trouble() if wire.fused and said.fuse_a == "none" else None
