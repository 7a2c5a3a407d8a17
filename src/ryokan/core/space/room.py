"""How much room there is: volume of each compartment, free roof, and which compartments take a battery."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import permutations
from typing import Literal, TypeAlias

from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.base import Size
from ryokan.core.space.model import Compartment, Roof, Space

Hindrance: TypeAlias = Literal[
    "wet", "engine_space", "gas", "door", "length", "width", "height", "cable_bend", "count", "floor_load"
]

# Air on each side of a unit, for heat and hands. (common practice)
CLEARANCE_M = 0.01


def room(sheet: Sheet, space: Space) -> None:
    """Volume of each compartment [l] and the roof that is free for panels [m²], as far as they are measured."""
    for id, one in space.ordered().items():
        base = f"space.compartment.{id}"
        sheet.compute(
            f"{base}.volume_l",
            "length × width × height × 1000",
            "l",
            length=sheet.given(f"{base}.length_m", one.length_m, "m"),
            width=sheet.given(f"{base}.width_m", one.width_m, "m"),
            height=sheet.given(f"{base}.height_m", one.height_m, "m"),
        )
        if "storage.unit.length_m" in sheet:
            _units_that_stand(sheet, base)
    if space.roof.outline:
        _roof(sheet, space.roof)


def _units_that_stand(sheet: Sheet, base: str) -> None:
    """How many of the bank's units stand upright in a compartment, all turned the same way, with air between."""
    air = sheet.get("space.unit_air_m") or sheet.constant("space.unit_air_m", 2 * CLEARANCE_M, "m", "practice")
    sheet.compute(
        f"{base}.units_that_stand",
        "max(ceil(−length ÷ (long + air)) × ceil(−width ÷ (wide + air)),"
        " ceil(−length ÷ (wide + air)) × ceil(−width ÷ (long + air))) × max(0, −ceil((bend − height) ÷ (tall + air)))",
        "units",
        "practice",
        length=sheet[f"{base}.length_m"],
        width=sheet[f"{base}.width_m"],
        height=sheet[f"{base}.height_m"],
        long=sheet["storage.unit.length_m"],
        wide=sheet["storage.unit.width_m"],
        tall=sheet["storage.unit.height_m"],
        air=air,
        bend=sheet.assumption("cable_bend_m"),
    )


def _roof(sheet: Sheet, roof: Roof) -> None:
    """Area inside the outline, less a strip along the edge and less every obstacle.

    Corners of the strip and obstacles that overlap are taken off twice: the free area is rather too small than too large.
    """
    xs, ys = (tuple(float(point[axis]) for point in roof.outline) for axis in (0, 1))
    x = sheet.given("space.roof.x_m", xs, "m")
    y = sheet.given("space.roof.y_m", ys, "m")
    next_x = sheet.given("space.roof.next_x_m", (*xs[1:], xs[0]), "m")
    next_y = sheet.given("space.roof.next_y_m", (*ys[1:], ys[0]), "m")
    twice = sheet.compute(
        "space.roof.signed_double_m2", "sum(x × next_y − next_x × y)", "m²", x=x, y=y, next_x=next_x, next_y=next_y
    )
    area = sheet.compute("space.roof.area_m2", "max(double, −double) ÷ 2", "m²", double=twice)
    edge = sheet.compute(
        "space.roof.edge_m", "sum(((next_x − x)^2 + (next_y − y)^2)^0.5)", "m", x=x, y=y, next_x=next_x, next_y=next_y
    )
    margin = sheet.given("space.roof.edge_margin_m", roof.edge_margin_m, "m")
    obstacles = [
        sheet.compute(
            f"space.roof.obstacle.{id}.area_m2",
            "length × width",
            "m²",
            length=sheet.given(f"space.roof.obstacle.{id}.length_m", one.length_m, "m"),
            width=sheet.given(f"space.roof.obstacle.{id}.width_m", one.width_m, "m"),
        )
        for id, one in sorted(roof.obstacles.items(), key=lambda item: (item[1].position, item[0]))
    ]
    taken: dict[str, Figure | list[Figure]] = {"obstacles": obstacles} if obstacles else {}
    less = " − sum(obstacles)" if obstacles else ""
    free = sheet.compute(
        "space.roof.free_m2", f"max(0, area − edge × margin{less})", "m²", area=area, edge=edge, margin=margin, **taken
    )
    density = sheet.assumption("panel_w_per_m2")
    sheet.compute("space.roof.limit_w", "free × density", "W", "practice", free=free, density=density)


@dataclass(frozen=True, slots=True)
class Fit:
    """Whether a compartment takes so many of a battery. No ``hindrances``: nothing that was measured speaks against it."""

    id: str
    name: str
    hindrances: tuple[Hindrance, ...]


@dataclass(frozen=True, slots=True)
class Unit:
    """One unit of a bank, or an inverter, as it goes into a compartment. ``mass_kg`` is None where it is not known.

    ``air_m`` is kept free on each side, ``bend_m`` above the terminals for lugs and cables.
    """

    size: Size
    mass_kg: float | None
    lithium: bool
    air_m: float = CLEARANCE_M
    bend_m: float = 0.0


def fits(space: Space, unit: Unit, count: int) -> list[Fit]:
    """Which compartments take ``count`` units, upright, side by side and above one another.

    Parameters
    ----------
    space : Space
    unit : Unit
    count : int
        Units of the bank, >= 1.

    Returns
    -------
    list of Fit
        One a compartment, in their order. A door whose size is not known hinders nothing, nor does a floor load.

    Notes
    -----
    A grid of units all turned the same way, with air on each side, and the bend of the cables above the uppermost (common
    practice). Lids and the way of the cables are not reckoned with: a compartment that is taken here is not yet proven to
    take them.
    """
    return [Fit(id, one.name, hindrances(one, unit, count)) for id, one in space.ordered().items()]


def hindrances(box: Compartment, unit: Unit, count: int) -> tuple[Hindrance, ...]:
    """What keeps a compartment from taking ``count`` units. See :func:`fits`."""
    size, air_m = unit.size, unit.air_m
    found: list[Hindrance] = []
    if box.wet:
        found.append("wet")
    if box.engine_space and unit.lithium:
        found.append("engine_space")
    if box.gas:
        found.append("gas")
    if not _through_door(box, size):
        found.append("door")
    along = _whole(box.length_m, size.length_m, air_m) * _whole(box.width_m, size.width_m, air_m)
    across = _whole(box.length_m, size.width_m, air_m) * _whole(box.width_m, size.length_m, air_m)
    layers = _whole(box.height_m - unit.bend_m, size.height_m, air_m)
    if layers == 0:
        found.append("cable_bend" if _whole(box.height_m, size.height_m, air_m) else "height")
    if max(along, across) == 0:
        found.append("length" if _whole(box.width_m, min(size.length_m, size.width_m), air_m) else "width")
    elif layers and max(along, across) * layers < count:
        found.append("count")
    if box.floor_load_kg is not None and unit.mass_kg is not None and unit.mass_kg * count > box.floor_load_kg:
        found.append("floor_load")
    return tuple(found)


def _whole(room_m: float, unit_m: float, air_m: float) -> int:
    """How many units with their air stand in a row. The last digit of a sum is not allowed to cost one."""
    return max(0, int((room_m + 1e-9) // (unit_m + 2 * air_m)))


def _through_door(box: Compartment, size: Size) -> bool:
    """Whether a unit passes the opening with any of its faces ahead, so also tilted on the way in."""
    if box.door_width_m is None or box.door_height_m is None:
        return True
    faces = permutations((size.length_m, size.width_m, size.height_m), 2)
    return any(a <= box.door_width_m and b <= box.door_height_m for a, b in faces)
