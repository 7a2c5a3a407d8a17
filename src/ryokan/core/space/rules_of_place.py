"""Rules of the place: whether bank and inverter go in, how they are held, their air, and what they do to the vehicle."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import bank_compartment, inverter_compartment
from ryokan.core.parts.base import Size
from ryokan.core.rig import Rig
from ryokan.core.space.model import Compartment
from ryokan.core.space.room import Hindrance, Unit, fits, hindrances
from ryokan.core.subjects import subject_of
from ryokan.core.vehicle import BOATS, ROAD

_SAID: dict[Hindrance, str] = {
    "wet": "it is wet",
    "engine_space": "it is an engine space",
    "gas": "bottled gas stands or drains there",
    "door": "the door is too small",
    "length": "too short",
    "width": "too narrow",
    "height": "too low",
    "cable_bend": "no room for the cables above the terminals",
    "count": "not room for all of them",
    "floor_load": "its floor bears less",
}


@rule("storage.fits_no_compartment", "fault", "practice", worse=("count",))
def fits_no_compartment(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No compartment takes the units of the chosen bank."""
    unit, count = _unit(rig, sheet), sheet.get("storage.units")
    if unit is None or count is None or not rig.space.compartments:
        return None
    if rig.storage.compartment in rig.space.compartments:
        return None  # one is chosen: that one is judged
    found = fits(rig.space, unit, round(count.number))
    if any(not one.hindrances for one in found):
        return None
    why = "; ".join(f"{one.name}: {_said(one.hindrances)}" for one in found)
    return Trouble(figures={"count": count}, words={"why": why})


@rule("storage.compartment_too_small", "fault", "practice", worse=("count",), each=bank_compartment)
def compartment_too_small(rig: Rig, sheet: Sheet, box: Compartment) -> Trouble | None:
    """The compartment that the bank is to stand in does not take it; where another does, it is offered."""
    unit, count = _unit(rig, sheet), sheet.get("storage.units")
    if unit is None or count is None:
        return None
    against = hindrances(box, unit, round(count.number))
    if not against:
        return None
    other = next((one.id for one in fits(rig.space, unit, round(count.number)) if not one.hindrances), None)
    return Trouble(
        figures={"count": count},
        words={"why": _said(against)},
        fix=Fix("storage.other_compartment", replace("/storage/compartment", other)) if other is not None else None,
    )


def _placed(rig: Rig, sheet: Sheet) -> list[Thing[str | None]]:
    """Bank and inverter, each with the compartment that it is told to stand in."""
    told = (("bank", rig.storage.compartment), ("inverter", rig.inverter.compartment))
    return [Thing(subject_of(("part", name)), name, id) for name, id in told]


@rule("storage.compartment_gone", "advice", "product", each=_placed)
def compartment_gone(rig: Rig, sheet: Sheet, id: str | None) -> Trouble | None:
    """Bank or inverter is told to stand in a compartment that is not among the measured ones any more."""
    return Trouble() if id is not None and id not in rig.space.compartments else None


@rule("storage.bay_unlike_compartment", "advice", "product", each=bank_compartment)
def bay_unlike_compartment(rig: Rig, sheet: Sheet, box: Compartment) -> Trouble | None:
    """What was said of the bay is not what was measured of the compartment: inside or outside the living space."""
    if rig.storage.bay is None or box.living_space == (rig.storage.bay != "outside"):
        return None
    right = "vented_enclosure" if box.living_space and not rig.storage.is_lithium else "living_space"
    return Trouble(
        words={"where": "in the living space" if box.living_space else "outside the living space"},
        fix=Fix("storage.bay_of_compartment", replace("/storage/bay", right if box.living_space else "outside")),
    )


@rule("storage.bay_too_hot", "fault", "practice", worse=("bay",))
def bay_too_hot(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The bay gets hotter than the bank may be charged at, or than it lives in for long."""
    lithium = rig.storage.is_lithium
    limit = sheet.assumption("hottest_lithium_c" if lithium else "hottest_lead_c")
    if rig.storage.bay_hot_c <= limit.number or (rig.storage.bank is None and rig.survey.as_found):
        return None
    return Trouble(figures={"bay": sheet["storage.bay_hot_c"], "limit": limit}, variant="" if lithium else "lead")


@rule("storage.not_restrained", "danger", "practice")
def not_restrained(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Nothing holds the bank: in a crash or a knock-down it becomes a missile, and its terminals meet metal."""
    if rig.storage.bank is None or rig.storage.restraint != "none":
        return None
    moves = "" if rig.vehicle.kind in ROAD else "afloat" if rig.vehicle.kind in BOATS else "still"
    return Trouble(figures={"mass": sheet["storage.mass_kg"]}, variant=moves)


@rule("storage.straps_alone", "advice", "practice", worse=("mass",))
def straps_alone(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A heavy bank is held by straps alone."""
    if rig.storage.bank is None or rig.storage.restraint != "straps" or rig.vehicle.kind not in (*ROAD, *BOATS):
        return None
    mass = sheet["storage.mass_kg"]
    if mass.number <= sheet.assumption("strapped_up_to_kg").number:
        return None
    return Trouble(figures={"mass": mass}, fix=Fix("storage.bolted_frame", replace("/storage/restraint", "frame")))


@rule("storage.easily_stolen", "advice", "practice")
def easily_stolen(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The bank can be carried off without tools or a key."""
    if rig.storage.bank is None or rig.storage.locked is not False:
        return None
    return Trouble(fix=Fix("storage.lock_it", replace("/storage/locked", True)))


@rule("storage.vent_too_small", "danger", "en_62485_2")
def vent_too_small(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The openings of a lead bank's enclosure do not carry off its hydrogen."""
    need, have = sheet.get("storage.vent_need_cm2"), sheet.get("storage.vent_cm2")
    if rig.storage.bay != "vented_enclosure" or need is None or have is None or have.number >= need.number:
        return None
    return Trouble(figures={"need": need, "have": have, "air": sheet["storage.gas_m3_per_h"]})


def _axles(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    return [Thing(subject_of(("axle", axle)), axle, axle) for axle in ("front", "rear")]


@rule("storage.axle_overloaded", "fault", "practice", worse=("added", "left"), each=_axles)
def axle_overloaded(rig: Rig, sheet: Sheet, axle: str) -> Trouble | None:
    """What the pieces add to an axle is more than it may still carry."""
    added, left = sheet.get(f"space.{axle}_axle_kg"), sheet.get(f"space.{axle}_left_kg")
    if added is None or left is None or added.number <= left.number:
        return None
    return Trouble(figures={"added": added, "left": left})


@rule("storage.one_side_heavy", "advice", "practice", worse=("lean",))
def one_side_heavy(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The heavy pieces stand to one side: the vehicle leans, brakes crookedly or takes a list."""
    side, lean = sheet.get("space.side_load_kg"), sheet.get("space.lean_kg")
    limit = sheet.assumption("side_load_limit_kg")
    if side is None or lean is None or lean.number <= limit.number:
        return None
    return Trouble(figures={"lean": lean, "limit": limit}, words={"side": "left" if side.number > 0 else "right"})


@rule("inverter.compartment_unfit", "fault", "practice", each=inverter_compartment)
def inverter_compartment_unfit(rig: Rig, sheet: Sheet, one: tuple[Compartment, bool]) -> Trouble | None:
    """The compartment that the inverter is to stand in is wet or too small for it and its air."""
    box, of_the_part = one
    sides = [sheet.get(f"inverter.part.{side}_m") if of_the_part else None for side in ("length", "width", "height")]
    against: tuple[Hindrance, ...] = ("wet",) if box.wet else ()
    if sides[0] is not None and sides[1] is not None and sides[2] is not None:
        size = Size(length_m=sides[0].number, width_m=sides[1].number, height_m=sides[2].number)
        mass = sheet.get("parts.inverter.mass_kg")
        unit = Unit(
            size, None if mass is None else mass.number, lithium=False, air_m=sheet.assumption("inverter_clearance_m").number
        )
        against = hindrances(box, unit, 1)
    return Trouble(words={"why": _said(against)}) if against else None


@rule("inverter.not_ignition_protected", "danger", "ignition_protection", each=inverter_compartment)
def not_ignition_protected(rig: Rig, sheet: Sheet, one: tuple[Compartment, bool]) -> Trouble | None:
    """An inverter that may spark stands where petrol or bottled gas may gather."""
    box, of_the_part = one
    protected = of_the_part and "inverter.part.ignition_protected" in sheet
    if protected or not fumes_gather(rig, box):
        return None
    return Trouble(variant="gas", source="gas_locker") if box.gas else Trouble()


def fumes_gather(rig: Rig, box: Compartment) -> bool:
    """Whether petrol or bottled gas may gather in a compartment: a spark lights it."""
    return box.gas or (box.engine_space and rig.vehicle.fuel == "petrol")


@rule("storage.bank_with_gas", "danger", "gas_locker", each=bank_compartment)
def bank_with_gas(rig: Rig, sheet: Sheet, box: Compartment) -> Trouble | None:
    """The bank stands where bottled gas stands, or where its drain leads."""
    return Trouble() if box.gas else None


@rule("inverter.near_a_bed", "advice", "practice", each=inverter_compartment)
def inverter_near_a_bed(rig: Rig, sheet: Sheet, one: tuple[Compartment, bool]) -> Trouble | None:
    """Its fan wakes whoever sleeps beside it."""
    box, of_the_part = one
    noise = sheet.get("inverter.part.noise_db") if of_the_part else None
    quiet = noise is not None and noise.number <= sheet.assumption("quiet_fan_db").number
    return None if not box.near_bed or quiet else Trouble()


def _unit(rig: Rig, sheet: Sheet) -> Unit | None:
    """One unit of the chosen bank; None where its size is not known."""
    length, width, height = (sheet.get(f"storage.unit.{side}_m") for side in ("length", "width", "height"))
    if length is None or width is None or height is None:
        return None
    mass = sheet.get("storage.unit.mass_kg")
    return Unit(
        size=Size(length_m=length.number, width_m=width.number, height_m=height.number),
        mass_kg=None if mass is None else mass.number,
        lithium=rig.storage.is_lithium,
        bend_m=sheet.assumption("cable_bend_m").number,
    )


def _said(against: tuple[Hindrance, ...]) -> str:
    return ", ".join(_SAID[hindrance] for hindrance in against)
