"""The array and its controller."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, model_validator

from ryokan.core.charging.values import ChargeSettings
from ryokan.core.model import Fitted, Id, Model, Nothing, Position, Within, YesNo
from ryokan.core.parts.model import PartRef
from ryokan.core.quantities import Length
from ryokan.core.solar.values import ControllerValues, PvAmps, PvVolts

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
    # Of files read before these were kept there is neither.
    share_by_day: tuple[Annotated[float, Field(ge=0, le=1)], ...] = Field(
        default=(), max_length=365, description="Where each day of the year lies among those of its month, from its dullest on."
    )
    air_off_k_by_day: tuple[Annotated[float, Field(ge=-60, le=60)], ...] = Field(
        default=(), max_length=365, description="How far the air of each day is above the mean of its month. [K]"
    )

    @model_validator(mode="after")
    def _a_whole_year_or_none(self) -> OwnSun:
        if {len(self.share_by_day), len(self.air_off_k_by_day)} not in ({0}, {365}):
            raise ValueError("days in their order are those of a whole year")
        return self


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
    array: Id | None = Field(default=None, description="The one array that it shades; None: all that lie on the vehicle.")


Place: TypeAlias = Literal["roof", "arch", "bonnet", "ground", "carried"]
Polarity: TypeAlias = Literal["as_marked", "reversed"]
Mounting: TypeAlias = Literal["rails", "glued", "tilt_legs"]
FuseAmps: TypeAlias = Annotated[float, Field(gt=0, le=200)] | Nothing
MAX_ARRAYS = 60
MAX_STRINGS = 60
MAX_PANELS = 60  # of one string


class LaidPanel(Model):
    """One panel of a string, and where it lies: the corner of it that is nearest to the rear and to the right."""

    position: Position = Field(default=0, description="Its place in the series; the order changes nothing electrical.")
    part: PartRef
    x_m: float | None = Field(default=None, ge=-30, le=60, description="In the vehicle frame; None: not laid yet. [m]")
    y_m: float | None = Field(default=None, ge=-30, le=60, description="In the vehicle frame; None: not laid yet. [m]")
    turned: bool = Field(default=False, description="Its long side lies across the vehicle, not along it.")


class PvString(Model):
    """Panels in series, like or unlike."""

    position: Position = 0
    panels: dict[Id, LaidPanel] = Field(min_length=1, max_length=MAX_PANELS)
    fuse_a: FuseAmps | None = Field(default=None, description="Fuse of the string; “none”: there is none. [A]")
    fuse_v: PvVolts | None = Field(default=None, description="DC volts that the fuse is rated for. [V]")

    def in_order(self) -> list[LaidPanel]:
        """Its panels, one behind the other."""
        return [one for _, one in sorted(self.panels.items(), key=lambda one: (one[1].position, one[0]))]


class Lie(Model):
    """How an array lies at one stay, where it lies otherwise than usual."""

    tilt_deg: float = Field(ge=0, le=90, description="From level. [°]")
    faces_deg: float | None = Field(default=None, ge=0, le=360, description="Clockwise from north; None: the equator. [°]")


class Array(Model):
    """Panels that lie alike and go to one input of a controller, by strings; or so many watts of which nobody knows more."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    place: Place = "roof"
    plain_w: float | None = Field(
        default=None,
        gt=0,
        le=50_000,
        description="Rated watts, where its panels are not known; they count while no string is. [W]",
    )
    plain_vmp_v: float | None = Field(
        default=None, gt=0, le=200, description="Volts of one of those panels at its rated power. [V]"
    )
    strings: dict[Id, PvString] = Field(default_factory=dict, max_length=MAX_STRINGS)
    controller: Id | None = Field(default=None, description="The controller that it goes to; None: not chosen, or not known.")
    input: int = Field(default=1, ge=1, le=4, description="Which input of the controller.")
    own_controller: bool = Field(default=False, description="A kit with a controller of its own.")
    tilt_deg: float | None = Field(default=None, ge=0, le=90, description="From level; None: as the vehicle's usual. [°]")
    faces_deg: float | None = Field(default=None, ge=0, le=360, description="Clockwise from north; None: the equator. [°]")
    from_nose_deg: float | None = Field(
        default=None, ge=0, le=360, description="Side of the vehicle that it looks to, clockwise from the nose. [°]"
    )
    at_stays: dict[Id, Lie | None] = Field(
        default_factory=dict, max_length=100, description="How it lies there, by stay; None: as everywhere."
    )
    shade_frac: float = Field(default=0, ge=0, le=0.95, description="Share of its sun that things near it take all day.")
    mounting: Mounting | None = Field(default=None, description="What holds it; None: not said.")
    connector_v: PvVolts | None = Field(default=None, description="DC volts that its connectors are rated for. [V]")
    connector_a: PvAmps | None = Field(default=None, description="Amps that its connectors are rated for. [A]")
    connectors_alike: YesNo | None = Field(default=None, description="Whether each is mated with its own kind; None: not seen.")
    junction_box: Fitted | None = Field(default=None, description="Box on the roof where strings are joined; None: not said.")
    gland: Fitted | None = Field(default=None, description="Sealed gland where the cable comes in; None: not said.")
    disconnect: Fitted | None = Field(default=None, description="Switch or breaker before its controller; None: not said.")
    disconnect_v: PvVolts | None = Field(default=None, description="DC volts that it breaks. [V]")
    sheet_length_m: float | None = Field(
        default=None, gt=0, le=20, description="Of what it lies on where that is not the roof, along. [m]"
    )
    sheet_width_m: float | None = Field(default=None, gt=0, le=20, description="The same, across. [m]")
    stowed_in: Id | None = Field(default=None, description="Of a carried one: the compartment that it is stowed in.")
    ballast_kg: float | None = Field(default=None, gt=0, le=500, description="Of a carried one: what holds it down. [kg]")
    lead: Length | None = Field(default=None, description="Of a carried one, to its controller.")
    port: str = Field(default="", max_length=60, description="What a carried one is plugged into, in words.")
    polarity: Polarity | None = Field(default=None, description="Of that port, tried with a meter; None: not tried.")

    def ordered(self) -> dict[str, PvString]:
        """Its strings in their order."""
        return dict(sorted(self.strings.items(), key=lambda one: (one[1].position, one[0])))

    @property
    def is_there(self) -> bool:
        """Whether anything of it is chosen."""
        return bool(self.strings) or self.plain_w is not None

    @property
    def carried(self) -> bool:
        """Whether it is carried out and turned to the sun, and not always there."""
        return self.place == "carried"


class Controller(ControllerValues):
    """A controller of the rig: a part, or what is typed of it."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    part: PartRef | None = None
    within: Within | None = Field(default=None, description="The device that it sits within; None: one by itself.")
    settings: ChargeSettings = Field(default_factory=ChargeSettings)


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
    turned_per_day: int = Field(
        default=2,
        ge=1,
        le=12,
        description="Times between sunrise and sunset that what is carried out is turned; 1: set up once.",
    )
    record_low_c: float | None = Field(default=None, ge=-70, le=40, description="Coldest ever at the stays, if known. [°C]")
    record_high_c: float | None = Field(default=None, ge=-40, le=65, description="Hottest ever at the stays, if known. [°C]")
    arrays: dict[Id, Array] = Field(default_factory=dict, max_length=MAX_ARRAYS)
    controllers: dict[Id, Controller] = Field(default_factory=dict, max_length=MAX_ARRAYS)

    @model_validator(mode="after")
    def _a_string_stands_once(self) -> Solar:
        names = [id for array in self.arrays.values() for id in array.strings]
        if len(set(names)) < len(names):
            raise ValueError("a string stands in two arrays: each has an id of its own")
        return self

    def ordered_arrays(self) -> dict[str, Array]:
        """Arrays of which something is chosen, in their order."""
        there = {id: one for id, one in self.arrays.items() if one.is_there}
        return dict(sorted(there.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_controllers(self) -> dict[str, Controller]:
        """Controllers in their order."""
        return dict(sorted(self.controllers.items(), key=lambda one: (one[1].position, one[0])))

    @property
    def has_array(self) -> bool:
        """Whether an array that is always there is chosen."""
        return any(one.is_there and not one.carried for one in self.arrays.values())

    @property
    def has_carried(self) -> bool:
        """Whether one that is carried out is chosen."""
        return any(one.is_there and one.carried for one in self.arrays.values())
