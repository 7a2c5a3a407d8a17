"""Rules of the roof plan: what lies on something, over an edge, on nothing, or where it is stowed."""

from __future__ import annotations

from ryokan.core.climate.above import MEAN_DAYS, declination_deg
from ryokan.core.climate.journey import located
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing, Trouble, rule
from ryokan.core.itinerary import months_of
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array
from ryokan.core.solar.rules_of_controllers import panel_parts
from ryokan.core.solar.rules_of_strings import each_array
from ryokan.core.space.laid import Laid, against_edge, beams_under, laid_panels, overlap, pairs_that_overlap, shade_one_another
from ryokan.core.space.model import Obstacle
from ryokan.core.space.room import Unit, hindrances
from ryokan.core.subjects import subject_of


def _name(panel: Laid) -> str:
    return f"panel {panel.number}"


def each_laid(rig: Rig, sheet: Sheet) -> list[Thing[Laid]]:
    """Every panel that lies on the roof."""
    return [Thing(subject_of(one.subject), _name(one), one) for one in laid_panels(rig, panel_parts(sheet))]


def each_pair(rig: Rig, sheet: Sheet) -> list[Thing[None]]:
    """Every two panels on the roof that lie on one another."""
    pairs = pairs_that_overlap(laid_panels(rig, panel_parts(sheet)))
    return [Thing(subject_of(one.subject, other.subject), f"{_name(one)} and {_name(other)}", None) for one, other in pairs]


@rule("solar.panels_overlap", "fault", "physics", each=each_pair)
def panels_overlap(rig: Rig, sheet: Sheet, _: None) -> Trouble | None:
    """Two panels on the roof lie on one another."""
    return Trouble()


@rule("solar.panel_overhangs", "fault", "physics", each=each_laid)
def panel_overhangs(rig: Rig, sheet: Sheet, panel: Laid) -> Trouble | None:
    """A panel stands over the edge of the roof."""
    outline = rig.space.roof.outline
    return Trouble() if outline and against_edge(rig.space.roof, panel) == "over" else None


@rule("solar.panel_in_margin", "advice", "practice", each=each_laid)
def panel_in_margin(rig: Rig, sheet: Sheet, panel: Laid) -> Trouble | None:
    """A panel lies in the strip along the edge that is to be kept free."""
    roof = rig.space.roof
    if not roof.outline or against_edge(roof, panel) != "in_margin":
        return None
    return Trouble(measures={"margin": f"{roof.edge_margin_m * 100:.0f} cm"})


def _under(rig: Rig, panel: Laid, *, walkway: bool) -> Obstacle | None:
    for one in rig.space.roof.obstacles.values():
        box = (one.x_m, one.y_m, one.x_m + one.length_m, one.y_m + one.width_m)
        if one.walkway == walkway and overlap(panel.box, box):
            return one
    return None


@rule("solar.panel_on_obstacle", "fault", "physics", each=each_laid)
def panel_on_obstacle(rig: Rig, sheet: Sheet, panel: Laid) -> Trouble | None:
    """A panel lies on something that stands on the roof."""
    found = _under(rig, panel, walkway=False)
    return None if found is None else Trouble(measures={"obstacle": found.name})


@rule("solar.panel_on_walkway", "advice", "practice", each=each_laid)
def panel_on_walkway(rig: Rig, sheet: Sheet, panel: Laid) -> Trouble | None:
    """A panel lies where one walks."""
    found = _under(rig, panel, walkway=True)
    return None if found is None else Trouble(measures={"walkway": found.name})


@rule("solar.panel_without_beams", "advice", "practice", each=each_laid)
def panel_without_beams(rig: Rig, sheet: Sheet, panel: Laid) -> Trouble | None:
    """Fewer than two beams run under a panel that is not glued."""
    roof, array = rig.space.roof, rig.solar.arrays[panel.array]
    if not roof.beams_x_m or array.mounting == "glued":
        return None
    under = len(beams_under(roof, panel))
    if under >= 2:
        return None
    return Trouble(measures={"count": "no beam runs" if under == 0 else "only one beam runs"})


@rule("solar.roof_overloaded", "fault", "given", worse=("mass", "bears"))
def roof_overloaded(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The panels on the roof are heavier than its maker allows under way."""
    mass, bears = sheet.get("space.roof.panels_kg"), sheet.get("space.roof.bears_kg")
    if mass is None or bears is None or mass.number <= bears.number * (1 + 1e-9):
        return None
    return Trouble(figures={"mass": mass, "bears": bears})


def lowest_noon_deg(rig: Rig) -> float | None:
    """Height of the sun at noon on the mean day of the month of the journey in which it stands lowest. [°]"""
    heights = [
        90 - abs(stay.lat_deg - declination_deg(MEAN_DAYS[month - 1]))
        for stay in located(rig).values()
        if stay.lat_deg is not None
        for month in months_of(stay)
    ]
    return min(heights) if heights else None


@rule("solar.raised_shades", "advice", "physics", each=each_array)
def raised_shades(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Raised panels stand so near that one shades the next at noon of the darkest month."""
    id, array = one
    tilts = [lie.tilt_deg for lie in array.at_stays.values() if lie is not None] + (
        [] if array.tilt_deg is None else [array.tilt_deg]
    )
    height = lowest_noon_deg(rig)
    if not tilts or height is None:
        return None
    panels = laid_panels(rig, panel_parts(sheet), id)
    near = shade_one_another(panels, max(tilts), height)
    if not near:
        return None
    worst = max(near, key=lambda pair: pair.needed_m - pair.apart_m)
    return Trouble(
        measures={
            "one": worst.one.number,
            "other": worst.other.number,
            "apart": f"{worst.apart_m:.2f} m",
            "needed": f"{worst.needed_m:.2f} m",
            "height": f"{height:.0f}°",
        }
    )


@rule("solar.stowage_unfit", "fault", "practice", each=each_array)
def stowage_unfit(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """What is carried out does not go into the compartment that it is stowed in."""
    array = one[1]
    box = rig.space.compartments.get(array.stowed_in or "")
    if box is None or not array.carried:
        return None
    parts = panel_parts(sheet)
    for string in array.strings.values():
        for laid in string.panels.values():
            part = parts.get(laid.part)
            if part is None or part.size is None:
                continue
            # Stood on edge or laid flat: whichever way it goes in.
            sides = sorted((part.size.length_m, part.size.width_m, part.size.height_m))
            room = sorted((box.length_m, box.width_m, box.height_m))
            through = "door" not in hindrances(box, Unit(part.size, None, lithium=False), 1)
            if any(side > free + 1e-9 for side, free in zip(sides, room, strict=True)) or not through:
                return Trouble(measures={"part": part.name, "box": box.name})
    return None
