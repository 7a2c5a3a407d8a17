"""Rules of space: the first gates of what can be fitted at all."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Trouble, rule
from ryokan.core.parts.model import Size
from ryokan.core.rig import Rig
from ryokan.core.space.room import Hindrance, Unit, fits

_SAID: dict[Hindrance, str] = {
    "wet": "it is wet",
    "engine_space": "it is an engine space",
    "door": "the door is too small",
    "length": "too short",
    "width": "too narrow",
    "height": "too low",
    "count": "not room for all of them",
    "floor_load": "its floor bears less",
}


@rule("solar.need_over_roof", "advice", "practice")
def need_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More array is needed than the roof can ever carry."""
    need, limit = sheet["solar.need_w"], sheet.get("space.roof.limit_w")
    if limit is None or rig.solar.array_w is not None or need.number <= limit.number:
        return None
    return Trouble(figures={"need": need, "limit": limit, "free": sheet["space.roof.free_m2"]})


@rule("solar.array_over_roof", "fault", "practice")
def array_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen array is larger than the roof can ever carry."""
    have, limit = sheet.get("solar.have_w"), sheet.get("space.roof.limit_w")
    if limit is None or have is None or have.number <= limit.number:
        return None
    return Trouble(figures={"have": have, "limit": limit, "free": sheet["space.roof.free_m2"]})


@rule("storage.fits_no_compartment", "fault", "practice")
def fits_no_compartment(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No compartment takes the units of the chosen bank."""
    unit, count = _unit(rig, sheet), sheet.get("storage.units")
    if unit is None or count is None or not rig.space.compartments:
        return None
    found = fits(rig.space, unit, round(count.number))
    if any(not one.hindrances for one in found):
        return None
    why = "; ".join(f"{one.name}: {', '.join(_SAID[hindrance] for hindrance in one.hindrances)}" for one in found)
    return Trouble(figures={"count": count}, words={"why": why})


def _unit(rig: Rig, sheet: Sheet) -> Unit | None:
    """One unit of the chosen bank; None where its size is not known."""
    length, width, height = (sheet.get(f"storage.unit.{side}_m") for side in ("length", "width", "height"))
    if length is None or width is None or height is None:
        return None
    mass = sheet.get("storage.unit.mass_kg")
    return Unit(
        size=Size(length_m=length.number, width_m=width.number, height_m=height.number),
        mass_kg=None if mass is None else mass.number,
        lithium=rig.storage.chemistry == "lfp",
    )
