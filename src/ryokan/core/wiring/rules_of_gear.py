"""Rules of what sits between the runs, and of the negative side. They speak of what somebody said alone."""

from __future__ import annotations

import re

from ryokan.core.data.tables import tables
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.space.rules_of_place import fumes_gather
from ryokan.core.subjects import subject_of
from ryokan.core.topology.dc import THE_MAIN_RUN, TO_PANEL
from ryokan.core.vehicle import BOATS
from ryokan.core.wiring.circuits import DcCircuit
from ryokan.core.wiring.gear import Gear, GearKind
from ryokan.core.wiring.practice import area_mm2
from ryokan.core.wiring.rules_of_runs import fuses_of
from ryokan.core.wiring.things import RunOf, each_run_and_main, place_of

MOST_LUGS = 4  # on one stud (ABYC E-11)
LEAST_TO_CHASSIS = "awg:8"
KIND_NAMES: dict[GearKind, str] = {
    "main_switch": "main switch",
    "bus_bar": "bus bar",
    "shunt": "shunt",
    "load_disconnect": "load disconnect",
    "fuse_box": "fuse box",
}
# A thing of the rig with its id, and the run whose fuse it is behind where there is one.
Placed = tuple[str, Gear, RunOf | None]


def each_gear(rig: Rig, sheet: Sheet) -> list[Thing[Placed]]:
    """All that is there, with the run that it is behind; what somebody said not to be there is none of it."""
    return [one for one in _all(rig, sheet) if one.item[1].there != "none"]


def is_missing(rig: Rig, gear: GearKind) -> bool:
    """Whether somebody looked for one of its kind and none is there."""
    there = [one.there for one in rig.wiring.gear.values() if one.gear == gear]
    return bool(there) and all(one == "none" for one in there)


def _all(rig: Rig, sheet: Sheet) -> list[Thing[Placed]]:
    gear = rig.wiring.ordered_gear()
    if not gear:
        return []
    runs = {one.item.run.key: one.item for one in each_run_and_main(rig, sheet)}
    return [
        Thing(subject_of(("gear", id)), one.name or KIND_NAMES[one.gear], (id, one, runs.get(one.run or usual_run(one))))
        for id, one in gear.items()
    ]


def usual_run(one: Gear) -> str:
    """Key of the run that such a thing is usually behind: the panel's for what parts or hands out loads, else the main one."""
    return TO_PANEL if one.gear in ("load_disconnect", "fuse_box") else THE_MAIN_RUN.key


@rule("wiring.gear_below_fuse", "fault", "practice", each=each_gear)
def gear_below_fuse(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """The fuse before a bar, switch, shunt or fuse box lets more through than that bears."""
    _, one, run = placed
    fuse = None if run is None else sheet.get(f"{run.base}.have_fuse_a")
    if one.rated_a is None or run is None or fuse is None or fuse.number <= one.rated_a:
        return None
    floor, fix = sheet.get(f"{run.base}.fuse_floor_a"), None
    lower = _largest_fuse_a(run, one.rated_a)
    if lower is not None and (floor is None or lower >= floor.number):
        fix = Fix("wiring.gear_lower_fuse", replace(place_of(run, "fuse_a"), lower))
    return Trouble(figures={"fuse": fuse}, measures={"bears_a": f"{one.rated_a:g}"}, fix=fix)


def _largest_fuse_a(run: RunOf, most_a: float) -> float | None:
    """The largest stock fuse of a run that is not above. [A]"""
    table = tables()[fuses_of(run)]
    return max((rating for row in table.rows if (rating := table.value(row, "rating_a")) <= most_a), default=None)


@rule("wiring.gear_below_current", "fault", "practice", each=each_gear)
def gear_below_current(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """What its run carries is more than a bar, switch, shunt or fuse box bears, and no fuse before it is known to stop that."""
    _, one, run = placed
    if one.rated_a is None or run is None or sheet.get(f"{run.base}.have_fuse_a") is not None:
        return None
    current = sheet.get(f"{run.base}.design_current_a")
    if current is None or current.number <= one.rated_a * (1 + 1e-9):
        return None
    return Trouble(figures={"current": current}, measures={"bears_a": f"{one.rated_a:g}"})


@rule("wiring.gear_volts", "fault", "practice", each=each_gear)
def gear_volts(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """A switch, bar, shunt or fuse box is not made for the volts that the bank reaches."""
    _, one, _ = placed
    volts = sheet.get("storage.max_v")
    if one.rated_v is None or volts is None or one.rated_v >= volts.number:
        return None
    return Trouble(figures={"volts": volts}, measures={"rated_v": f"{one.rated_v:g}"})


@rule("wiring.gear_many_lugs", "fault", "abyc_e11_wiring", each=each_gear)
def gear_many_lugs(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """More than four lugs sit on one stud."""
    _, one, _ = placed
    if one.most_lugs is None or one.most_lugs <= MOST_LUGS:
        return None
    return Trouble(measures={"lugs": str(one.most_lugs), "most": str(MOST_LUGS)})


@rule("wiring.gear_out_of_reach", "fault", "abyc_e11_wiring", each=each_gear)
def gear_out_of_reach(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """Main switch or fuse box cannot be got at without tools when it matters."""
    _, one, _ = placed
    return Trouble() if one.gear in ("main_switch", "fuse_box") and one.reach == "no" else None


@rule("wiring.display_out_of_sight", "advice", "practice", each=each_gear)
def display_out_of_sight(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """What counts the bank's charge shows it where nobody gets to."""
    _, one, _ = placed
    return Trouble() if one.gear == "shunt" and one.reach == "no" else None


@rule("wiring.gear_may_ignite", "danger", "ignition_protection", each=each_gear)
def gear_may_ignite(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """A switch or disconnect that may spark sits where petrol or bottled gas may gather."""
    _, one, _ = placed
    box = rig.space.compartments.get(one.compartment or "")
    sparks = one.gear in ("main_switch", "load_disconnect", "fuse_box") and one.ignition_protected == "no"
    if not sparks or box is None or not fumes_gather(rig, box):
        return None
    return Trouble(variant="gas", source="gas_locker") if box.gas else Trouble()


@rule("wiring.switch_one_pole", "fault", "given", each=each_gear)
def switch_one_pole(rig: Rig, sheet: Sheet, placed: Placed) -> Trouble | None:
    """The main switch opens one pole, and the rig is to be parted in both."""
    _, one, _ = placed
    return Trouble() if rig.wiring.switch_poles == "both" and one.gear == "main_switch" and one.poles == 1 else None


@rule("wiring.too_few_ways", "advice", "practice")
def too_few_ways(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More runs are to leave the fuse boxes than they have ways. Of what lies there nobody knows what shares one."""
    boxes = [one for one in rig.wiring.gear.values() if one.gear == "fuse_box" and one.there != "none"]
    ways = sum(one.ways or 0 for one in boxes)
    if not boxes or any(one.ways is None for one in boxes) or rig.survey.as_found:
        return None
    leave = sum(one.item.run.behind == TO_PANEL for one in each_run_and_main(rig, sheet))
    return None if leave <= ways else Trouble(measures={"leave": str(leave), "ways": str(ways)})


# Loads by their names that are to go on while everything else is off.
NEVER_OFF = re.compile(r"\b(detector|smoke alarm|gas alarm|co alarm|bilge)\b", re.IGNORECASE)


def each_circuit(rig: Rig, sheet: Sheet) -> list[Thing[DcCircuit]]:
    """Every circuit of several loads."""
    return [Thing(subject_of(("circuit", id)), one.name, one) for id, one in rig.wiring.ordered_circuits().items()]


def _on(rig: Rig, circuit: DcCircuit) -> list[Load]:
    """Loads that hang on a circuit: those of DC that count."""
    active = rig.active_loads()
    return [active[id] for id in circuit.loads if id in active and active[id].feed == "dc"]


@rule("wiring.circuit_switched_off", "fault", "practice", each=each_circuit)
def circuit_switched_off(rig: Rig, sheet: Sheet, one: DcCircuit) -> Trouble | None:
    """A detector or a bilge pump hangs on a circuit that a switch turns off."""
    whole = one.switched in ("switch", "two_way", "dimmer")
    names = [
        load.name
        for id, load in rig.active_loads().items()
        if id in one.loads and load.feed == "dc" and NEVER_OFF.search(load.name) and (whole or id in one.own_switches)
    ]
    return Trouble(words={"load": names[0]}) if names else None


@rule("wiring.circuit_dims_others", "fault", "practice", each=each_circuit)
def circuit_dims_others(rig: Rig, sheet: Sheet, one: DcCircuit) -> Trouble | None:
    """Something that is no lamp hangs behind a dimmer."""
    others = [load.name for load in _on(rig, one) if load.group != "lighting"]
    return Trouble(words={"load": others[0]}) if others and one.switched == "dimmer" else None


@rule("wiring.no_main_switch", "fault", "abyc_e11_wiring")
def no_main_switch(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Somebody looked, and nothing parts the bank from all that hangs on it."""
    return Trouble() if is_missing(rig, "main_switch") else None


@rule("wiring.no_monitor", "advice", "practice")
def no_monitor(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Somebody looked, and nothing counts what the bank has left."""
    return Trouble(variant="lithium" if holds_lithium(rig) else "") if is_missing(rig, "shunt") else None


def _of_two_ways(rig: Rig, sheet: Sheet) -> list[Thing[RunOf]]:
    """Runs that current flows through both ways: the main one where anything charges, that of an inverter which charges."""
    charging = sheet.get("charging.all_sources_a")
    chosen = rig.inverter.chosen
    return [
        one
        for one in each_run_and_main(rig, sheet)
        if (one.item.run.kind == "main" and charging is not None and charging.number > 0)
        or (one.item.run.kind == "inverter" and one.item.run.thing == "main" and chosen is not None and chosen.charger_a)
    ]


@rule("wiring.polarised_breaker", "danger", "practice", each=_of_two_ways)
def polarised_breaker(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A breaker that is marked for one way alone sits where current runs both ways."""
    return Trouble() if one.said.polarised == "yes" else None


@rule("wiring.negative_past_bms", "danger", "practice")
def negative_past_bms(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Something is joined to the cells past the electronics that are to cut them off."""
    negative = rig.wiring.negative
    if negative.past_bms != "yes" or negative.bms == "inside" or not holds_lithium(rig):
        return None
    return Trouble(fix=Fix("wiring.negative_on_bms", replace("/wiring/negative/past_bms", "no")))


@rule("wiring.negative_past_shunt", "fault", "practice")
def negative_past_shunt(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Something is joined to the bank past the shunt, which then counts without it."""
    if rig.wiring.negative.past_shunt != "yes":
        return None
    return Trouble(fix=Fix("wiring.negative_on_shunt", replace("/wiring/negative/past_shunt", "no")))


@rule("wiring.hull_return", "danger", "abyc_e11_ground")
def hull_return(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The hull of a boat carries current in place of a cable."""
    return Trouble() if rig.wiring.negative.hull_return == "yes" and rig.vehicle.kind in BOATS else None


@rule("wiring.grounded_twice", "fault", "abyc_e11_ground")
def grounded_twice(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The negative of a boat is grounded at more than one point, so that the hull shares its current."""
    return Trouble() if rig.wiring.negative.chassis_points == "several" and rig.vehicle.kind in BOATS else None


@rule("wiring.chassis_joint_thin", "fault", "nec_551_bonding")
def chassis_joint_thin(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What joins the negative to the chassis of an American vehicle is below 8 AWG."""
    joint = rig.wiring.negative.chassis_conductor
    if joint is None or rig.region.code_pack != "na_vehicle" or area_mm2(joint) >= area_mm2(LEAST_TO_CHASSIS):
        return None
    thicker = replace("/wiring/negative/chassis_conductor", LEAST_TO_CHASSIS)
    return Trouble(fix=Fix("wiring.chassis_joint_of_8", thicker))
