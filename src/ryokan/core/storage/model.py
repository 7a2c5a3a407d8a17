"""The bank: chemistry, volts class, where it lives and how it is held, and what was chosen."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator, model_validator

from ryokan.core.model import Fitted, Id, Model, Position

Chemistry: TypeAlias = Literal["lfp", "nmc", "agm", "gel", "flooded", "sealed_wet", "custom"]
Bay: TypeAlias = Literal["living_space", "vented_enclosure", "outside"]
School: TypeAlias = Literal["audit", "three_daily", "price_list", "wish"]
TakeOff: TypeAlias = Literal["side", "diagonal", "posts", "equal_leads"]
Midpoint: TypeAlias = Literal["none", "load", "charger", "balancer"]
Restraint: TypeAlias = Literal["none", "straps", "frame"]
BmsOpen: TypeAlias = Literal["none", "charge_stop", "two_buses"]

# Banks beside the house bank: what they are there for, what keeps them full, and what parts them from the vehicle.
Role: TypeAlias = Literal["starter", "second", "backup"]
Upkeep: TypeAlias = Literal["house", "charger", "panel", "none"]
Isolation: TypeAlias = Literal["two_pole", "one_pole", "none"]

LITHIUM: tuple[Chemistry, ...] = ("lfp", "nmc")
MAX_STRINGS = 48
MAX_OTHERS = 8

PartReference: TypeAlias = Annotated[str, Field(max_length=60, description="Reference of a battery, see PartRef.")]
Points: TypeAlias = Annotated[
    tuple[tuple[float, float], ...], Field(min_length=2, max_length=40, description="(x, value), rising in x.")
]


# So many seconds, so many amps.
BmsPoint: TypeAlias = tuple[Annotated[float, Field(gt=0, le=3_600)], Annotated[float, Field(gt=0, le=20_000)]]


class Units(Model):
    """A bank built up of like units: strings of ``series`` units, ``parallel`` of them."""

    part: PartReference
    series: int = Field(default=1, ge=1, le=48)
    parallel: int = Field(default=1, ge=1, le=48)
    paired: int = Field(
        default=1, ge=1, le=24, description="Units joined side by side within each step of a string, under one BMS."
    )


class String(Model):
    """One string of a bank whose strings differ: its units in series, from the positive end."""

    position: Position = 0
    units: tuple[PartReference, ...] = Field(min_length=1, max_length=48)


class Bank(Model):
    """The bank that was chosen: as one battery at the system's volts, built up of like units, or string by string."""

    nominal_ah: float | None = Field(
        default=None, gt=0, le=20_000, description="Rated capacity at the system's volts; None where units say it. [Ah]"
    )
    bms_limit_a: float | None = Field(
        default=None, gt=0, le=10_000, description="Continuous discharge limit; where typed it goes before the units'. [A]"
    )
    units: Units | None = None
    strings: dict[Id, String] = Field(
        default_factory=dict, max_length=MAX_STRINGS, description="Strings on one bus that are not all alike."
    )

    @model_validator(mode="after")
    def _one_or_the_other(self) -> Bank:
        if (self.nominal_ah is not None) + (self.units is not None) + bool(self.strings) != 1:
            raise ValueError("a bank is given by its amp-hours, by its units or by its strings: by one of the three")
        return self

    def ordered_strings(self) -> dict[str, String]:
        """Strings in their order."""
        return dict(sorted(self.strings.items(), key=lambda one: (one[1].position, one[0])))


class CustomChemistry(Model):
    """What no data file knows of a chemistry. Its numbers are assumptions called ``custom.*``."""

    name: str = Field(min_length=1, max_length=60)
    lithium: bool = Field(default=True, description="Whether the rules of lithium apply; otherwise those of lead.")
    rest_v_by_charge: Points | None = Field(
        default=None, description="Volts of a rested cell by the charge that is left, 0 to 1. [V]"
    )
    capacity_by_bay_c: Points | None = Field(default=None, description="Share of the rating left, -30 to 45 °C.")

    @field_validator("rest_v_by_charge", "capacity_by_bay_c")
    @classmethod
    def _rises(cls, points: Points | None) -> Points | None:
        if points is not None and any(x1 <= x0 or y1 < y0 for (x0, y0), (x1, y1) in pairwise(points)):
            raise ValueError("the points of a curve rise from left to right")
        return points

    @field_validator("rest_v_by_charge")
    @classmethod
    def _from_empty_to_full(cls, points: Points | None) -> Points | None:
        if points is None:
            return None
        if (points[0][0], points[-1][0]) != (0, 1):
            raise ValueError("the curve goes from a charge of 0 to a charge of 1")
        if any(y1 <= y0 for (_, y0), (_, y1) in pairwise(points)):
            raise ValueError("the volts rise with the charge, so that the curve can be read both ways")
        return points

    @field_validator("capacity_by_bay_c")
    @classmethod
    def _cold_to_hot(cls, points: Points | None) -> Points | None:
        if points is None:
            return None
        if points[0][0] > -30 or points[-1][0] < 45:
            raise ValueError("the curve goes from -30 °C or colder to 45 °C or hotter")
        if any(not 0.05 <= frac <= 1.2 for _, frac in points):
            raise ValueError("each share lies between 0.05 and 1.2")
        return points


class WishedRun(Model):
    """One wish that sizes the bank: this load for so many hours, and nothing charging meanwhile."""

    load: Id
    hours: float = Field(gt=0, le=240, description="[h]")


class OtherBankValues(Model):
    """A bank beside the house bank: a starter, one of another kind behind a managing device, or a critical load's backup."""

    role: Role | None = Field(default=None, description="What it is there for; None: not known.")
    chemistry: Chemistry | None = None
    volts: Literal[12, 24, 48] | None = Field(default=None, description="Its class. [V]")
    capacity_ah: float | None = Field(default=None, gt=0, le=5_000, description="[Ah]")
    cranking_a: float | None = Field(default=None, gt=0, le=3_000, description="What the engine's starter takes. [A]")
    upkeep: Upkeep | None = Field(default=None, description="What keeps it full while the engine stands.")
    isolation: Isolation | None = Field(default=None, description="What parts it from the vehicle.")
    managing_device: Fitted | None = Field(
        default=None, description="Of one of another kind: a device that keeps the two apart and charges each its own way."
    )


class OtherBank(OtherBankValues):
    """One of them, as it is in the rig."""

    position: Position = 0
    name: str = Field(default="", max_length=60)
    feeds: Id | None = Field(default=None, description="Of a backup: the load that it holds.")
    holds_h: float | None = Field(default=None, gt=0, le=1_000, description="Of a backup: for how long it is to hold it. [h]")


class Storage(Model):
    """Storage part of a rig."""

    chemistry: Chemistry = "lfp"
    custom: CustomChemistry | None = Field(default=None, description="Of a chemistry that is `custom`.")
    system_v: Literal[12, 24, 48] = 12
    bay: Bay | None = Field(default=None, description="Where the bank stands; None: not said.")
    bay_c: float = Field(
        default=25, ge=-30, le=45, description="Lowest temperature of the bank in use; the curves end at the bounds. [°C]"
    )
    bay_hot_c: float = Field(default=30, ge=-30, le=80, description="Highest temperature of the bank in use. [°C]")
    compartment: Id | None = Field(default=None, description="The compartment that the bank stands in.")
    self_heating: bool = False
    restraint: Restraint | None = Field(default=None, description="What holds the bank; None: not said.")
    take_off: TakeOff | None = Field(
        default=None, description="Where the bank's two leads leave units in parallel; None: not said."
    )
    midpoint: Midpoint | None = Field(
        default=None, description="What hangs between the units of a string; “none”: somebody looked, and nothing does."
    )
    string_fuses: Fitted | None = Field(default=None, description="Whether each parallel string has a fuse; None: not said.")
    bms: Fitted | None = Field(default=None, description="Electronics that watch the cells of lithium; None: not said.")
    when_bms_opens: BmsOpen | None = Field(
        default=None, description="What keeps chargers off the loads with no battery; None: not said."
    )
    managing_device: Fitted | None = Field(
        default=None, description="A device that keeps strings of two kinds apart and charges each its own way."
    )
    cells_in_series: int | None = Field(
        default=None, ge=1, le=32, description="Of traction modules, whose volts follow from it; None: not said."
    )
    vent_cm2: float | None = Field(default=None, ge=0, le=10_000, description="Free opening of a vented enclosure. [cm²]")
    locked: bool | None = Field(default=None, description="Whether it takes tools or a key to carry it off; None: not said.")
    school: School = "audit"
    school_reason: str = Field(default="", max_length=200, description="Why the bank is sized by that school.")
    wish: WishedRun | None = Field(default=None, description="Of a bank sized by one wish.")
    sizing: Literal["largest_governs", "multiply_all"] = "largest_governs"
    bank: Bank | None = None
    others: dict[Id, OtherBank] = Field(
        default_factory=dict, max_length=MAX_OTHERS, description="Banks beside the house bank, by id."
    )
    shed_v: float | None = Field(default=None, gt=0, le=80, description="Where loads are shed, by a load disconnect. [V]")
    bms_points: tuple[BmsPoint, ...] = Field(
        default=(), max_length=8, description="What those electronics pass for how long, the shortest first. [s, A]"
    )
    bms_cut_v: float | None = Field(default=None, gt=0, le=80, description="Where the bank's own electronics cut. [V]")

    @field_validator("bms_points")
    @classmethod
    def _passes_less_for_longer(cls, points: tuple[BmsPoint, ...]) -> tuple[BmsPoint, ...]:
        for (sooner, more), (later, less) in pairwise(points):
            if later <= sooner or less > more:
                raise ValueError("of electronics the longer time comes later, and passes no more")
        return points

    def ordered_others(self) -> dict[str, OtherBank]:
        """Banks beside the house bank, in their order."""
        return dict(sorted(self.others.items(), key=lambda one: (one[1].position, one[0])))

    @property
    def cells_known(self) -> bool:
        """Whether the volts of the bank follow: a class does not say how many cells traction modules have."""
        return self.chemistry != "nmc" or self.cells_in_series is not None

    @property
    def is_lithium(self) -> bool:
        """Whether the rules of lithium apply to the bank."""
        if self.chemistry == "custom":
            return self.custom is None or self.custom.lithium
        return self.chemistry in LITHIUM

    @property
    def own_curves(self) -> dict[str, tuple[tuple[float, float], ...]]:
        """Curves of a custom chemistry, by id, in place of those of the data files."""
        said: dict[str, tuple[tuple[float, float], ...]] = {}
        if self.custom is not None and self.custom.capacity_by_bay_c is not None:
            said["custom.capacity_by_bay_c"] = self.custom.capacity_by_bay_c
        if self.custom is not None and self.custom.rest_v_by_charge is not None:
            said["custom.rest_v_by_charge"] = self.custom.rest_v_by_charge
            said["custom.charge_by_rest_v"] = tuple((volts, charge) for charge, volts in self.custom.rest_v_by_charge)
        return said
