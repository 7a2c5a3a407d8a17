"""The things of the AC side that rules judge one at a time, and what people call them."""

from __future__ import annotations

from ryokan.core.ac.model import Circuit, Panel
from ryokan.core.ac.states import in_a_building
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.charging.model import Charger
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing
from ryokan.core.inverter.model import OtherInverter, UnitOnAc
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.vehicle import BOATS, CodePack


def name_of_unit(rig: Rig, id: str) -> str:
    """What an inverter is called."""
    if id == THE_INVERTER:
        return "the inverter"
    unit = rig.inverter.others.get(id)
    others = [one for one in rig.inverter.units() if one != THE_INVERTER]
    return (unit.name if unit else "") or f"inverter {others.index(id) + 2 if id in others else ''}".strip()


def name_of_panel(rig: Rig, id: str) -> str:
    """What a panel is called; without a name its number where there are several."""
    panel = rig.ac.panels.get(id)
    ids = list(rig.ac.ordered_panels())
    return (panel.name if panel else "") or (f"panel {ids.index(id) + 1}" if len(ids) > 1 and id in ids else "the panel")


def name_of_circuit(rig: Rig, id: str) -> str:
    """What a circuit is called; without a name its number."""
    circuit, ids = rig.ac.circuits.get(id), list(rig.ac.ordered_circuits())
    return (circuit.name if circuit else "") or f"circuit {ids.index(id) + 1 if id in ids else ''}".strip()


def name_of_charger(rig: Rig, id: str) -> str:
    """What a charger on the mains is called."""
    charger = rig.charging.chargers.get(id)
    return (charger.name if charger else "") or "the shore charger"


def name_of_source(rig: Rig, node: str) -> str:
    """What a source of the network is called."""
    family, _, id = node.partition(":")
    if family == "inverter":
        return name_of_unit(rig, id)
    if family == "panel":
        return name_of_panel(rig, id)
    if family == "generator":
        generator = rig.charging.generators.get(id)
        return (generator.name if generator else "") or "the generator"
    if family == "transformer":
        return "the isolation transformer"
    return "the mains" if in_a_building(rig) else "the hookup"


def each_panel(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Panel]]]:
    """Every panel."""
    return [Thing(subject_of(("panel", id)), name_of_panel(rig, id), (id, one)) for id, one in rig.ac.ordered_panels().items()]


def each_circuit(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Circuit]]]:
    """Every circuit."""
    return [
        Thing(subject_of(("circuit", id)), name_of_circuit(rig, id), (id, one)) for id, one in rig.ac.ordered_circuits().items()
    ]


def each_charger(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Charger]]]:
    """Every charger on the mains that hangs on something."""
    return [
        Thing(subject_of(("charger", id)), name_of_charger(rig, id), (id, one))
        for id, one in rig.charging.ordered_chargers().items()
        if one.hangs_on is not None
    ]


def each_hung_load(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Load]]]:
    """Every AC load that hangs on something."""
    return [
        Thing(subject_of(("load", id)), load.name, (id, load))
        for id, load in rig.active_loads().items()
        if load.feed == "ac" and load.hangs_on is not None
    ]


def each_unit(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, UnitOnAc]]]:
    """Every inverter: that which is reckoned with where one is chosen, and those beside it."""
    return [
        Thing(subject_of(("inverter", id)), name_of_unit(rig, id), (id, one))
        for id, one in rig.inverter.units().items()
        if id != THE_INVERTER or rig.inverter.chosen is not None
    ]


def each_other_unit(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, OtherInverter]]]:
    """Every inverter beside the one that is reckoned with."""
    return [
        Thing(subject_of(("inverter", id)), name_of_unit(rig, id), (id, rig.inverter.others[id]))
        for id in rig.inverter.units()
        if id != THE_INVERTER
    ]


def by_pack(rig: Rig, **sources: str) -> str:
    """The source that goes with the codes of the rig's region; what is asked of caravans is asked of boats by their own."""
    source = sources[str(rig.region.code_pack)]
    return "iso_13297_ac" if source == "bs_7671_721" and rig.vehicle.kind in BOATS else source


NORTH_AMERICA: tuple[CodePack, ...] = ("na_vehicle", "na_marine")
