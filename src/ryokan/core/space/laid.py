"""Panels as they lie: to scale on the roof, or on the sheet of an arch or of the ground, and what is in their way."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from itertools import combinations
from typing import Literal, TypeAlias

from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array
from ryokan.core.space.model import Roof

TOUCH_M = 1e-6  # so much that two edges on one line are no overlap
FIXING_INSET_M = 0.03  # of a hole from the panel's edge, in its frame (common practice)
RAISED_DEG = 10  # from so much tilt on a panel shades the one behind it (common practice)


@dataclass(frozen=True, slots=True)
class Laid:
    """A panel that lies: its string and panel ids, its number on the drawing, and its rectangle in the vehicle frame. [m]"""

    array: str
    string: str
    panel: str
    number: str
    part: PanelPart
    x_m: float
    y_m: float
    length_m: float
    width_m: float

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Rear, right, front and left edge. [m]"""
        return self.x_m, self.y_m, self.x_m + self.length_m, self.y_m + self.width_m

    @property
    def subject(self) -> tuple[str, str]:
        """What findings know it by."""
        return "panel", f"{self.string[:28]}_{self.panel[:10]}"


def laid_panels(rig: Rig, parts: Mapping[str, PanelPart], array_id: str | None = None) -> list[Laid]:
    """Panels that lie somewhere and whose size is known: of all arrays on the roof, or of one array on its own sheet.

    The number is that of the string in its array and of the panel in its string; arrays behind the first have a letter.
    """
    found = []
    for place, (id, array) in enumerate(rig.solar.ordered_arrays().items()):
        if (array_id is None and array.place != "roof") or (array_id is not None and id != array_id):
            continue
        letter = "" if place == 0 else chr(ord("A") + place % 26)
        found += list(_of_array(id, array, letter, parts))
    return found


def _of_array(id: str, array: Array, letter: str, parts: Mapping[str, PanelPart]) -> Iterator[Laid]:
    for string_number, (string_id, string) in enumerate(array.ordered().items(), start=1):
        ordered = sorted(string.panels.items(), key=lambda one: (one[1].position, one[0]))
        for number, (panel_id, panel) in enumerate(ordered, start=1):
            part = parts.get(panel.part)
            if part is None or part.size is None or panel.x_m is None or panel.y_m is None:
                continue
            along, across = part.size.length_m, part.size.width_m
            if panel.turned:
                along, across = across, along
            label = f"{letter}{string_number}.{number}"
            yield Laid(id, string_id, panel_id, label, part, panel.x_m, panel.y_m, along, across)


def overlap(one: tuple[float, ...], other: tuple[float, ...], gap_m: float = 0.0) -> bool:
    """Whether two boxes stand on one another, with a gap kept between them."""
    return (
        min(one[2], other[2]) - max(one[0], other[0]) > TOUCH_M - gap_m
        and min(one[3], other[3]) - max(one[1], other[1]) > TOUCH_M - gap_m
    )


def pairs_that_overlap(panels: list[Laid]) -> list[tuple[Laid, Laid]]:
    """Panels that lie on one another."""
    return [(one, other) for one, other in combinations(panels, 2) if overlap(one.box, other.box)]


Edge: TypeAlias = Literal["over", "in_margin", "within"]


def against_edge(roof: Roof, panel: Laid) -> Edge:
    """Whether a panel lies within the outline, within it but in its margin, or over its edge."""
    from shapely import box, polygons  # here: most evaluations have no roof

    outline = polygons(roof.outline)
    rectangle = box(*panel.box)
    if not outline.buffer(TOUCH_M).covers(rectangle):
        return "over"
    inner = outline.buffer(-roof.edge_margin_m, join_style="mitre")
    return "within" if inner.buffer(TOUCH_M).covers(rectangle) else "in_margin"


def beams_under(roof: Roof, panel: Laid) -> tuple[float, ...]:
    """Beams that run across under a panel, by where they are. [m]"""
    return tuple(sorted(x for x in roof.beams_x_m if panel.box[0] + FIXING_INSET_M <= x <= panel.box[2] - FIXING_INSET_M))


def fixings(roof: Roof, panel: Laid) -> tuple[tuple[float, float], ...]:
    """Where a panel is drilled: over the outermost two beams under it, else near its corners. [m]"""
    under = beams_under(roof, panel)
    x0, y0, x1, y1 = panel.box
    xs = (under[0], under[-1]) if len(under) > 1 else (x0 + FIXING_INSET_M, x1 - FIXING_INSET_M)
    ys = (y0 + FIXING_INSET_M, y1 - FIXING_INSET_M)
    return tuple((x, y) for x in xs for y in ys)


def wind_on_arrays(sheet: Sheet, rig: Rig, parts: Mapping[str, PanelPart]) -> None:
    """Area and mass of each array, and on a road vehicle's roof its uplift at speed and the fixings that it takes. [m², kg, N]

    Half the density of air times the square of the speed, a coefficient and the area, less the weight. The coefficient is of
    no test of this vehicle: what the maker of panel and fixing asks goes first. (common practice)
    """
    for id, array in rig.solar.ordered_arrays().items():
        panels = [parts[laid.part] for string in array.strings.values() for laid in string.panels.values()]
        sizes = [panel.size for panel in panels if panel.size is not None]
        if not panels or len(sizes) < len(panels):
            continue
        base = f"solar.array.{id}"
        areas = tuple(size.length_m * size.width_m for size in sizes)
        each_m2 = sheet.of_parts(f"{base}.panel_area_m2", areas, "m²", panels)
        area = sheet.compute(f"{base}.area_m2", "sum(each)", "m²", each=each_m2)
        masses = [panel.mass_kg for panel in panels if panel.mass_kg is not None]
        if len(masses) < len(panels):
            continue
        each = sheet.of_parts(f"{base}.panel_mass_kg", tuple(masses), "kg", panels)
        mass = sheet.compute(f"{base}.mass_kg", "sum(each)", "kg", each=each)
        if array.place in ("roof", "bonnet") and rig.vehicle.kind in ROLLING and array.mounting != "glued":
            _uplift(sheet, base, area, mass, len(panels))


def on_the_roof(sheet: Sheet, rig: Rig) -> None:
    """Mass of all that lies on the roof, where it is known of every array there, and what the roof bears. [kg]"""
    there = [id for id, one in rig.solar.ordered_arrays().items() if one.place == "roof" and one.strings]
    masses = [figure for id in there if (figure := sheet.get(f"solar.array.{id}.mass_kg")) is not None]
    if masses and len(masses) == len(there):
        sheet.compute("space.roof.panels_kg", "sum(arrays)", "kg", arrays=masses)
    if rig.space.roof.bears_kg is not None:
        sheet.given("space.roof.bears_kg", rig.space.roof.bears_kg, "kg")


ROLLING = ("van", "motorhome", "bus", "trailer", "truck")
AIR_KG_PER_M3 = 1.25  # at 10 °C near the sea (physics)


def _uplift(sheet: Sheet, base: str, area: Figure, mass: Figure, count: int) -> None:
    uplift = sheet.compute(
        f"{base}.uplift_n",
        "max(0, 0.5 × air × (speed ÷ 3.6)^2 × coefficient × area − mass × 9.81)",
        "N",
        "practice",
        air=sheet.get("space.air_kg_per_m3") or sheet.constant("space.air_kg_per_m3", AIR_KG_PER_M3, "kg/m³", "physics"),
        speed=sheet.assumption("road_speed_km_per_h"),
        coefficient=sheet.assumption("uplift_coefficient"),
        area=area,
        mass=mass,
    )
    sheet.compute(
        f"{base}.fixings",
        "max(least × panels, ceil(uplift ÷ holds))",
        "",
        "practice",
        least=sheet.assumption("least_fixings_per_panel"),
        panels=sheet.given(f"{base}.panels", float(count), ""),
        uplift=uplift,
        holds=sheet.assumption("fixing_holds_n"),
    )


@dataclass(frozen=True, slots=True)
class Shading:
    """Two raised panels, one behind the other, nearer than the lower sun allows. [m]"""

    one: Laid
    other: Laid
    apart_m: float
    needed_m: float


def shade_one_another(panels: list[Laid], tilt_deg: float, sun_height_deg: float) -> list[Shading]:
    """Raised panels in each other's shadow at noon: their short sides are raised, and the row behind needs the shadow's length.

    Parameters
    ----------
    panels : list of Laid
        Of one array.
    tilt_deg : float
        [°]
    sun_height_deg : float
        Of the sun at noon on the shortest day that counts. [°]
    """
    found: list[Shading] = []
    if tilt_deg < RAISED_DEG or sun_height_deg <= 0:
        return found
    for one, other in combinations(panels, 2):
        for axis, side in ((0, one.length_m), (1, one.width_m)):
            if side != min(one.length_m, one.width_m):
                continue
            across = 1 - axis
            if min(one.box[across + 2], other.box[across + 2]) - max(one.box[across], other.box[across]) <= TOUCH_M:
                continue
            first, second = sorted((one, other), key=lambda panel: panel.box[axis])
            apart = second.box[axis] - first.box[axis + 2]
            # Raised, a panel covers less ground than its side is long: the gap grows by what it draws in.
            side_m, tilt = side, math.radians(tilt_deg)
            apart += side_m * (1 - math.cos(tilt))
            needed = side_m * math.sin(tilt) / math.tan(math.radians(sun_height_deg))
            if 0 <= apart < needed - TOUCH_M and apart < needed:
                found.append(Shading(first, second, apart, needed))
    return found
