"""The array and its controller."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Id, Model, Position

SkyDays: TypeAlias = Annotated[
    tuple[Annotated[float, Field(ge=0, le=15)], ...], Field(min_length=20, max_length=20, description="Dullest first.")
]


MonthNumber: TypeAlias = Annotated[str, Field(pattern=r"^([1-9]|1[0-2])$", description="1 for January.")]


class OwnSun(Model):
    """Sun and air of a weather file: horizontal days as twenty equal shares of each month, and monthly means of the air."""

    name: str = Field(min_length=1, max_length=80)
    lat_deg: float = Field(ge=-90, le=90, description="[°]")
    lon_deg: float = Field(ge=-180, le=180, description="[°]")
    kwh_per_m2: Annotated[tuple[SkyDays, ...], Field(min_length=12, max_length=12)]
    air_c: Annotated[tuple[float, ...], Field(min_length=12, max_length=12)]
    coldest_c: float = Field(ge=-90, le=60, description="[°C]")
    hottest_c: float = Field(ge=-90, le=70, description="[°C]")


class Obstacle(Model):
    """A thing on the vehicle that throws its shadow on the array: mast, boom, roof box, air conditioner.

    Where it is and how large, as seen from the middle of the array; ``width_m`` with the array's own width where a shadow on
    any part of it counts.
    """

    position: Position = 0
    name: str = Field(min_length=1, max_length=60)
    bearing_deg: float = Field(ge=0, le=360, description="From the nose, clockwise. [°]")
    away_m: float = Field(gt=0, le=50, description="[m]")
    width_m: float = Field(gt=0, le=50, description="[m]")
    height_m: float = Field(gt=0, le=60, description="Above the panels. [m]")
    takes_frac: float = Field(default=1, gt=0, le=1, description="Share of the beam that its shadow takes from the array.")


class Portable(Model):
    """An array that is carried out and turned to the sun."""

    rated_w: float | None = Field(default=None, gt=0, le=5_000, description="None: there is none. [W]")
    turned_per_day: int = Field(default=2, ge=1, le=12, description="Times between sunrise and sunset; 1: set up once.")


class Solar(Model):
    """Solar part of a rig."""

    peak_sun_hours: float = Field(
        default=3.0, gt=0, le=10, description="Typed for the travel months and places. [kWh/m² a day, in the panel's plane]"
    )
    sun_from: Literal["typed", "months", "places", "file"] = Field(
        default="typed",
        description="Peak sun hours typed for all, typed by month, of the stays' places and months, or of a weather file.",
    )
    psh_by_month: dict[MonthNumber, Annotated[float, Field(ge=0, le=12)] | None] = Field(
        default_factory=dict,
        description="Peak sun hours by the number of the month; None: not said. [kWh/m² a day, in the panel's plane]",
    )
    own_sun: OwnSun | None = Field(default=None, description="What a weather file of one's own came to.")
    panel_tilt_deg: float = Field(default=0, ge=0, le=90, description="From level. [°]")
    panel_faces_deg: float | None = Field(
        default=None, ge=0, le=360, description="Clockwise from north, of a tilted array; None: towards the equator. [°]"
    )
    panel_from_nose_deg: float | None = Field(
        default=None,
        ge=0,
        le=360,
        description="Side of the vehicle that a tilted array looks to, clockwise from the nose: it faces where the vehicle "
        "stands. None: it faces ``panel_faces_deg`` at every stay. [°]",
    )
    obstacles: dict[Id, Obstacle] = Field(default_factory=dict, max_length=24)
    portable: Portable = Field(default_factory=Portable)
    record_low_c: float | None = Field(default=None, ge=-70, le=40, description="Coldest ever at the stays, if known. [°C]")
    record_high_c: float | None = Field(default=None, ge=-40, le=65, description="Hottest ever at the stays, if known. [°C]")
    array_w: float | None = Field(default=None, gt=0, le=50_000, description="Chosen array, rated. [W]")
    controller_a: float | None = Field(default=None, gt=0, le=2_000, description="Chosen controllers, rated output. [A]")
    controller_method: Literal["mppt", "pwm"] | None = Field(
        default=None, description="Whether they work the panels at their best volts, or at the bank's; None: not said."
    )
    panel_vmp_v: float | None = Field(default=None, gt=0, le=200, description="Volts of one panel at its rated power. [V]")
