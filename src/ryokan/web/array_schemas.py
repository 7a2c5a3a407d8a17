"""What the interface sends and gets about ways of wiring panels, room to grow, and curves."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, Field

from ryokan.core.model import Id
from ryokan.core.parts.model import PartRef
from ryokan.core.solar.arrange import MAX_KINDS, MAX_LOT
from ryokan.web.schemas import Sent


class LotSent(Sent):
    """So many panels of one kind."""

    part: PartRef
    count: int = Field(ge=1, le=MAX_LOT)


class ArrangeSent(Sent):
    """Panels to be wired, and to which controllers; none named tries all. ``instead_of`` is the array that they are of."""

    lots: list[LotSent] = Field(min_length=1, max_length=MAX_KINDS)
    controllers: list[str] | None = Field(default=None, max_length=60, description="rig:<id>, book:<hash> or own:<id>.")
    instead_of: Id | None = None


class WayAnswer(BaseModel):
    """One way of wiring them: volts in the cold and in the heat, amps, and what reaches the bank at best."""

    controller: str
    controller_name: str
    in_rig: bool
    text: str
    fits: bool
    cold_v: float | None
    hot_v: float | None
    input_a: float
    watts_w: float
    gives_w: float
    fuses: str
    against: list[str]
    patch: list[dict[str, Any]]


class ArrangementAnswer(BaseModel):
    """Ways, the best first; ``judged`` is how many there are in all.

    ``apart`` is each kind of panel on a controller of its own, by the best way of each; the edit of the last makes them all.
    """

    ways: list[WayAnswer]
    judged: int
    apart: list[WayAnswer]


class ControllerSent(Sent):
    """A controller: rig:<id>, book:<hash> or own:<id>."""

    controller: str = Field(max_length=60)


class MayComeAnswer(BaseModel):
    """How many of one panel a controller takes; none with the reason where it takes none."""

    name: str
    rated_w: float
    most_panels: int
    series: str
    gives_w: float | None
    against: list[str]


class MayComeList(BaseModel):
    """Panels that may come to a controller, those that bring most first."""

    panels: list[MayComeAnswer]


class RoomLine(BaseModel):
    """What one array still takes."""

    array: str
    text: str


class RoomAnswer(BaseModel):
    """What the arrays still take."""

    lines: list[RoomLine]
    free_m2: float | None


class OldWithNewSent(Sent):
    """New panels beside those of an array."""

    array: Id
    lot: LotSent


class BesideAnswer(BaseModel):
    """One way of putting them beside the old ones. ``price`` is that of all chosen parts, with it."""

    how: Literal["now", "one_string", "in_parallel", "own_controller"]
    text: str
    wh_per_day: float | None
    rated_w: float | None
    price: str
    findings: list[str]
    patch: list[dict[str, Any]]


class OldWithNewAnswer(BaseModel):
    """How it is now, and each way side by side."""

    ways: list[BesideAnswer]


class CurvesSent(Sent):
    """A string, the sun on it and the cells' temperature, and what each panel loses of its sun by its place in it."""

    string: Id
    sun_w_per_m2: float = Field(default=1000, ge=50, le=1300)
    cell_c: float = Field(default=25, ge=-40, le=90)
    shaded: dict[int, float] = Field(default_factory=dict, max_length=60)


class CurveAnswer(BaseModel):
    """Points of one curve, and its highest. V, A, W."""

    volts: list[float]
    amps: list[float]
    best_v: float
    best_w: float
    peaks: list[tuple[float, float]]


class CurvesAnswer(BaseModel):
    """The string as it is, the same panels side by side, the string without shade, and the controller's window. [V]"""

    series: CurveAnswer
    parallel: CurveAnswer
    clear: CurveAnswer
    least_v: float | None
    most_v: float | None
