"""The roof plan to scale, with drilling positions: one scene, drawn as SVG and as DXF."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal, TypeAlias
from xml.sax.saxutils import escape

from ryokan.core.errors import NoAnswer
from ryokan.core.parts.model import PanelPart
from ryokan.core.plain_text import writable
from ryokan.core.rig import Rig
from ryokan.core.space.laid import fixings, laid_panels

Layer: TypeAlias = Literal["outline", "beams", "obstacles", "walkways", "panels", "holes", "texts"]
Point: TypeAlias = tuple[float, float]

MM = 1000
HOLE_M = 0.008  # diameter that a hole is drawn with
TEXT_M = 0.09  # height of the words on the drawing
AIR_M = 0.4
# Strings are told apart by their numbers; the colours are a help beside them.
STRING_COLOURS = ("#1f4e8c", "#b3541e", "#2f6b3a", "#7a2f74", "#8a6d00", "#7b2d2d")
DXF_COLOURS = (5, 30, 3, 6, 40, 1)


@dataclass(frozen=True, slots=True)
class Shape:
    """A closed outline on a layer, in metres of the vehicle frame; ``string`` is the number of a panel's string."""

    layer: Layer
    points: tuple[Point, ...]
    string: int = 0


@dataclass(frozen=True, slots=True)
class Text:
    """Words at a point."""

    at: Point
    words: str
    small: bool = False


@dataclass(frozen=True, slots=True)
class RoofScene:
    """All that is drawn, in metres: x forward, y to the left. ``holes`` are what is drilled, with a label each."""

    shapes: tuple[Shape, ...]
    texts: tuple[Text, ...]
    lines: tuple[tuple[Point, Point], ...]
    holes: tuple[tuple[str, Point], ...]
    title: str
    notes: tuple[str, ...] = field(default=())

    @property
    def extent(self) -> tuple[float, float, float, float]:
        """Rear, right, front, left of all that is drawn. [m]"""
        points = [point for shape in self.shapes for point in shape.points]
        xs, ys = [x for x, _ in points], [y for _, y in points]
        return min(xs), min(ys), max(xs), max(ys)


def roof_scene(rig: Rig, parts: Mapping[str, PanelPart], title: str) -> RoofScene:
    """The roof with its obstacles and panels.

    Raises
    ------
    NoAnswer
        The roof was not measured.
    """
    roof = rig.space.roof
    if not roof.outline:
        raise NoAnswer("The roof has no outline yet: see Survey, Room.")
    shapes = [Shape("outline", tuple(roof.outline))]
    texts: list[Text] = []
    xs, ys = [x for x, _ in roof.outline], [y for _, y in roof.outline]
    lines = [((x, min(ys)), (x, max(ys))) for x in roof.beams_x_m]
    for one in sorted(roof.obstacles.values(), key=lambda one: one.position):
        box = _box(one.x_m, one.y_m, one.x_m + one.length_m, one.y_m + one.width_m)
        shapes.append(Shape("walkways" if one.walkway else "obstacles", box))
        texts.append(Text((one.x_m + one.length_m / 2, one.y_m + one.width_m / 2), one.name, small=True))
    panels = laid_panels(rig, parts)
    strings = {id: number for number, id in enumerate(dict.fromkeys(one.string for one in panels), start=1)}
    holes: list[tuple[str, Point]] = []
    for panel in panels:
        shapes.append(Shape("panels", _box(*panel.box), strings[panel.string]))
        texts.append(Text((panel.x_m + panel.length_m / 2, panel.y_m + panel.width_m / 2), panel.number))
        if rig.solar.arrays[panel.array].mounting != "glued":
            holes += [(f"{panel.number}{letter}", at) for letter, at in zip("abcd", fixings(roof, panel), strict=True)]
    texts.append(Text((max(xs) + 0.12, (min(ys) + max(ys)) / 2), "front", small=True))
    notes = (
        "Millimetres from the rear axle (boats: the stern), and to the left of the middle.",
        "Drilling positions are proposals: look what lies beneath before anything is drilled, and keep to what the makers of "
        "panel and fixing ask.",
    )
    return RoofScene(tuple(shapes), tuple(texts), tuple(lines), tuple(holes), title, notes)


def _box(x0: float, y0: float, x1: float, y1: float) -> tuple[Point, ...]:
    return (x0, y0), (x1, y0), (x1, y1), (x0, y1)


LOOK: dict[Layer, str] = {
    "outline": 'fill="none" stroke="#222" stroke-width="3"',
    "beams": 'stroke="#999" stroke-width="2" stroke-dasharray="14 10"',
    "obstacles": 'fill="#ddd" stroke="#222" stroke-width="2"',
    "walkways": 'fill="#f2efe6" stroke="#999" stroke-width="2" stroke-dasharray="6 6"',
}


def as_svg(scene: RoofScene) -> bytes:
    """The scene as SVG at 1 : 1 in millimetres, holes in a table below."""
    rear, right, front, left = scene.extent
    rows = [f"{label}: {x * MM:.0f}, {y * MM:.0f}" for label, (x, y) in scene.holes]
    columns = max(1, int((front - rear) / 0.75))
    table_lines = -(-len(rows) // columns) if rows else 0
    width = (front - rear + 2 * AIR_M) * MM
    drawn = (left - right + 2 * AIR_M) * MM
    height = drawn + (table_lines + len(scene.notes) + 2) * 95

    def x(metres: float) -> str:
        return f"{(metres - rear + AIR_M) * MM:.1f}"

    def y(metres: float) -> str:
        return f"{(left - metres + AIR_M) * MM:.1f}"

    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.0f}mm" height="{height:.0f}mm" '
        f'viewBox="0 0 {width:.1f} {height:.1f}" font-family="sans-serif">',
        f"<title>{escape(scene.title)}</title>",
        f'<rect width="{width:.1f}" height="{height:.1f}" fill="#fff"/>',
    ]
    for shape in scene.shapes:
        points = " ".join(f"{x(px)},{y(py)}" for px, py in shape.points)
        out.append(f'<polygon class="{shape.layer}" points="{points}" {_look(shape)}/>')
    for (x0, y0), (x1, y1) in scene.lines:
        out.append(f'<line class="beams" x1="{x(x0)}" y1="{y(y0)}" x2="{x(x1)}" y2="{y(y1)}" {LOOK["beams"]}/>')
    for _, (hx, hy) in scene.holes:
        at = f'cx="{x(hx)}" cy="{y(hy)}" r="{HOLE_M * MM / 2 + 6:.1f}"'
        out.append(f'<circle class="holes" {at} fill="#fff" stroke="#222" stroke-width="3"/>')
    for text in scene.texts:
        size = (TEXT_M * 0.8 if text.small else TEXT_M) * MM
        at = f'x="{x(text.at[0])}" y="{y(text.at[1])}" text-anchor="middle" dominant-baseline="middle"'
        out.append(f'<text {at} font-size="{size:.0f}">{escape(text.words)}</text>')
    down = drawn + 40
    for line in (scene.title, *scene.notes, *_table(rows, columns)):
        out.append(f'<text x="{AIR_M * MM / 2:.0f}" y="{down:.0f}" font-size="64" xml:space="preserve">{escape(line)}</text>')
        down += 95
    out.append("</svg>")
    return writable("\n".join(out)).encode()


def _look(shape: Shape) -> str:
    if shape.layer == "panels":
        colour = STRING_COLOURS[(shape.string - 1) % len(STRING_COLOURS)]
        return f'fill="{colour}" fill-opacity="0.16" stroke="{colour}" stroke-width="4"'
    return LOOK[shape.layer]


def _table(rows: Sequence[str], columns: int) -> list[str]:
    return ["     ".join(f"{cell:<18}" for cell in rows[at : at + columns]) for at in range(0, len(rows), columns)]


def as_dxf(scene: RoofScene) -> bytes:
    """The scene as DXF R2010 in millimetres, a layer for each kind of thing, holes as circles with their labels."""
    from ezdxf import units  # here: it takes most of a second
    from ezdxf.filemanagement import new

    document = new("R2010", units=units.MM)
    colours = {"outline": 7, "beams": 8, "obstacles": 9, "walkways": 8, "panels": 5, "holes": 1, "texts": 7}
    for layer, colour in colours.items():
        document.layers.add(layer, color=colour)
    space = document.modelspace()
    for shape in scene.shapes:
        attributes: dict[str, str | int] = {"layer": shape.layer}
        if shape.string:
            attributes["color"] = DXF_COLOURS[(shape.string - 1) % len(DXF_COLOURS)]
        space.add_lwpolyline([(x * MM, y * MM) for x, y in shape.points], close=True, dxfattribs=attributes)
    for (x0, y0), (x1, y1) in scene.lines:
        space.add_line((x0 * MM, y0 * MM), (x1 * MM, y1 * MM), dxfattribs={"layer": "beams"})
    for label, (x, y) in scene.holes:
        space.add_circle((x * MM, y * MM), HOLE_M * MM / 2, dxfattribs={"layer": "holes"})
        space.add_text(label, height=25, dxfattribs={"layer": "holes"}).set_placement((x * MM + 12, y * MM + 12))
    for text in scene.texts:
        height = TEXT_M * MM * (0.8 if text.small else 1)
        at = (text.at[0] * MM, text.at[1] * MM)
        space.add_text(text.words, height=height, dxfattribs={"layer": "texts"}).set_placement(at)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()
