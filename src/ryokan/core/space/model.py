"""The room there is: compartments as boxes in the vehicle frame, and the roof with what stands on it."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.model import Id, Model, Position

MAX_COMPARTMENTS = 40
MAX_OBSTACLES = 60
LEAST_M2 = 1e-4  # a square of one centimetre

Reach: TypeAlias = Literal["inside", "outside", "hatch", "tools"]
Along: TypeAlias = Annotated[float, Field(ge=-30, le=60, description="In the vehicle frame. [m]")]
Extent: TypeAlias = Annotated[float, Field(gt=0, le=20, description="[m]")]
Point: TypeAlias = tuple[Along, Along]


class Compartment(Model):
    """A box: its corner at the rear, on the right, at the bottom, and its inside size along x, y and z."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=60)
    x_m: Along = 0
    y_m: Along = 0
    z_m: Along = 0
    length_m: Extent
    width_m: Extent
    height_m: Extent
    door_width_m: Extent | None = Field(default=None, description="Clear opening; None: the whole of a face is open. [m]")
    door_height_m: Extent | None = Field(default=None, description="[m]")
    reached: Reach = "inside"
    living_space: bool = True
    heated: bool = True
    wet: bool = False
    engine_space: bool = False
    gas: bool = Field(default=False, description="Bottled gas stands in it, or its drain leads there.")
    near_bed: bool = Field(default=False, description="A noise in it wakes somebody.")
    floor_load_kg: float | None = Field(default=None, gt=0, le=20_000, description="What its floor bears. [kg]")

    @property
    def middle_m(self) -> tuple[float, float, float]:
        """Its middle along x, y and z. [m]"""
        return self.x_m + self.length_m / 2, self.y_m + self.width_m / 2, self.z_m + self.height_m / 2


class Obstacle(Model):
    """What takes room on the roof: its corner at the rear, on the right, and its size along x and y."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=60)
    x_m: Along
    y_m: Along
    length_m: Extent
    width_m: Extent
    height_m: float = Field(default=0.1, ge=0, le=20, description="Above the roof: what it may shade. [m]")
    walkway: bool = Field(default=False, description="A strip to walk on: nothing stands there, and panels keep off it.")


class Roof(Model):
    """Its outline as seen from above, corner by corner, and the obstacles on it. No outline: not measured yet."""

    outline: tuple[Point, ...] = Field(default=(), max_length=40, description="Corners (x, y) in turn. [m]")
    edge_margin_m: float = Field(default=0.05, ge=0, le=1, description="Kept free along the edge. [m]")
    gap_m: float = Field(default=0.02, ge=0, le=1, description="Kept free between panels. [m]")
    beams_x_m: tuple[Along, ...] = Field(
        default=(), max_length=60, description="Where beams run across under the roof, to fix to; none: not known. [m]"
    )
    bears_kg: float | None = Field(default=None, gt=0, le=5_000, description="What it bears under way, by its maker. [kg]")
    obstacles: dict[Id, Obstacle] = Field(default_factory=dict, max_length=MAX_OBSTACLES)

    @field_validator("outline")
    @classmethod
    def _encloses_an_area(cls, outline: tuple[Point, ...]) -> tuple[Point, ...]:
        if not outline:
            return outline
        if len(outline) < 3:
            raise ValueError("an outline has at least three corners")
        edges = list(pairwise([*outline, outline[0]]))
        for first, one in enumerate(edges):
            for second, other in enumerate(edges[first + 2 :], start=first + 2):
                if (first, second) != (0, len(edges) - 1) and _cross(one, other):
                    raise ValueError("the outline crosses itself: name its corners in turn")
        if abs(sum(x * next_y - next_x * y for (x, y), (next_x, next_y) in edges)) < 2 * LEAST_M2:
            raise ValueError("the outline encloses no area: name the corners all the way round")
        return outline


class Space(Model):
    """All the room there is."""

    compartments: dict[Id, Compartment] = Field(default_factory=dict, max_length=MAX_COMPARTMENTS)
    roof: Roof = Field(default_factory=Roof)

    def ordered(self) -> dict[str, Compartment]:
        """Compartments in their order."""
        return dict(sorted(self.compartments.items(), key=lambda one: (one[1].position, one[0])))


Edge: TypeAlias = tuple[Point, Point]


def _cross(one: Edge, other: Edge) -> bool:
    """Whether two edges cross or touch."""

    def side(edge: Edge, point: Point) -> float:
        (ax, ay), (bx, by) = edge
        return (bx - ax) * (point[1] - ay) - (by - ay) * (point[0] - ax)

    return side(one, other[0]) * side(one, other[1]) <= 0 and side(other, one[0]) * side(other, one[1]) <= 0
