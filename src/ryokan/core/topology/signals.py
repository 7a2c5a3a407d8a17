"""Wires of the DC side that carry no power: they sense, control or tell, and follow from what there is."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal, TypeAlias

from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.rig import Rig

SignalKind: TypeAlias = Literal["sense", "control", "data"]
# What such a wire is there for, as the wording knows it.
Purpose: TypeAlias = Literal[
    "monitor_sense", "monitor_display", "cell_leads", "stop_charging", "shed_loads", "wake_way", "stop_field",
    "remote_inverter", "temperature",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Signal:
    """A wire or a lead, by the terminals that it joins.

    Parameters
    ----------
    key : str
        Its identity, ``tail>head``.
    kind : SignalKind
        What it carries.
    purpose : Purpose
        What for.
    thing : str
        Owner of the terminal at its head, ``family:id``, or a single word.
    fused : bool
        Whether it asks for a fuse of its own: it begins at a pole of the bank, which sends all that it has into a fault.
    """

    key: str
    kind: SignalKind
    purpose: Purpose
    thing: str
    fused: bool = False


def signals(rig: Rig) -> dict[str, Signal]:
    """Every such wire that the rig has, by its key, in the order of the bank outwards."""
    return {one.key: one for one in (*_of_the_bank(rig), *_of_what_charges(rig), *_of_the_inverter(rig))}


def _of_the_bank(rig: Rig) -> Iterator[Signal]:
    wiring = rig.wiring
    there = {id: one for id, one in wiring.ordered_gear().items() if one.there != "none"}
    if rig.storage.is_lithium and wiring.negative.bms == "in_negative":
        yield Signal("bank.cells>bms.cells", "sense", "cell_leads", "bms")
    for id, one in there.items():
        if one.gear == "shunt":
            yield Signal(f"bank.sense>gear:{id}.sense", "sense", "monitor_sense", f"gear:{id}", fused=True)
            yield Signal(f"gear:{id}.data>display.data", "data", "monitor_display", f"gear:{id}")
    if not rig.storage.is_lithium:
        return
    for id, one in there.items():
        if one.gear == "load_disconnect":
            yield Signal(f"bms.control>gear:{id}.control", "control", "shed_loads", f"gear:{id}")
    if wiring.solar_joins == "charge_bus":
        yield Signal("bms.control>charge.control", "control", "stop_charging", "charge")


def _of_what_charges(rig: Rig) -> Iterator[Signal]:
    charging, lead = rig.charging, not rig.storage.is_lithium
    for id, path in charging.ordered_paths().items():
        if path.within is not None or not path.chosen:
            continue
        if path.trigger in ("ignition", "engine_signal"):
            yield Signal(f"engine.control>path:{id}.control", "control", "wake_way", f"path:{id}")
        if path.field_stop == "fitted":
            yield Signal(f"bms.control>path:{id}.field", "control", "stop_field", f"path:{id}")
    for id, charger in charging.ordered_chargers().items():
        if lead and charger.bank is None and charger.within is None and charger.chosen:
            yield Signal(f"bank.temp>charger:{id}.temp", "sense", "temperature", f"charger:{id}")


def _of_the_inverter(rig: Rig) -> Iterator[Signal]:
    if rig.inverter.chosen is not None:
        yield Signal(
            f"remote.control>inverter:{THE_INVERTER}.control", "control", "remote_inverter", f"inverter:{THE_INVERTER}"
        )
