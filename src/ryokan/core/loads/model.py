"""Loads: what each one draws, when, and for whom it matters."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.ac.values import HangsOn
from ryokan.core.model import Fraction, Model, NonNegative, Position

Feed: TypeAlias = Literal["dc", "step_down", "ac"]
Importance: TypeAlias = Literal["must", "should", "shed"]
Season: TypeAlias = Literal["spring", "summer", "autumn", "winter"]
Preset: TypeAlias = Literal["all_day", "waking", "meals", "evening", "night", "sun", "driving"]
When: TypeAlias = Literal["always", "anchor", "driving", "shore", "above_charge"]
Ambient: TypeAlias = Literal["freezing", "cold", "mild", "hot"]

SEASONS: tuple[Season, ...] = ("spring", "summer", "autumn", "winter")

MAX_W = 100_000
MAX_WH_PER_DAY = 1_000_000


class Watts(Model):
    """The plate states watts, of one unit."""

    kind: Literal["watts"] = "watts"
    watts: float = Field(gt=0, le=MAX_W, description="[W]")


class DcAmps(Model):
    """The plate states amps at a DC voltage, of one unit."""

    kind: Literal["dc_amps"] = "dc_amps"
    amps: float = Field(gt=0, le=2_000, description="[A]")
    volts: float = Field(gt=0, le=60, description="[V]")


class AcAmps(Model):
    """The plate states amps at an AC voltage, of one unit; watts follow through the power factor."""

    kind: Literal["ac_amps"] = "ac_amps"
    amps: float = Field(gt=0, le=400, description="[A]")
    volts: float = Field(ge=60, le=500, description="[V]")


class WhPerDay(Model):
    """What one unit uses in a day is stated or was measured."""

    kind: Literal["wh_per_day"] = "wh_per_day"
    wh: float = Field(gt=0, le=MAX_WH_PER_DAY, description="[Wh a day]")


class KwhPerYear(Model):
    """What one unit uses in a year by its label, as household appliances state it."""

    kind: Literal["kwh_per_year"] = "kwh_per_year"
    kwh: float = Field(gt=0, le=20_000, description="[kWh a year]")


class Cooling(Model):
    """Cooling power by the plate with its efficiency: the draw is one over the other."""

    kind: Literal["cooling"] = "cooling"
    btu_per_h: float = Field(gt=0, le=200_000, description="[BTU/h]")
    eer: float = Field(gt=0, le=40, description="Energy efficiency ratio. [BTU/h per W]")


class DeviceBattery(Model):
    """A device that is charged: its battery in Wh, how often a day, and what its charger passes on."""

    kind: Literal["device_battery"] = "device_battery"
    wh: float = Field(gt=0, le=20_000, description="[Wh]")
    charges_per_day: float = Field(gt=0, le=24)
    charger_frac: Fraction = Field(default=0.85, description="What the charger passes on. (common practice)")


Draw: TypeAlias = Annotated[
    Watts | DcAmps | AcAmps | WhPerDay | KwhPerYear | Cooling | DeviceBattery, Field(discriminator="kind")
]


class Load(Model):
    """One row of the audit."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=80)
    group: str = Field(default="other", pattern=r"^[a-z][a-z ]{0,39}$")
    quantity: int = Field(default=1, ge=1, le=500)
    feed: Feed = "dc"
    draw: Draw
    hours_per_day: float = Field(gt=0, le=24, description="Hours on, on a day of use. [h]")
    duty_frac: Fraction = Field(default=1.0, description="Share of those hours that a thermostat lets it run.")
    days_per_week: int = Field(default=7, ge=1, le=7)
    power_factor: float = Field(default=1.0, ge=0.1, le=1, description="AC loads only.")
    start_factor: float = Field(default=1.0, ge=1, le=12, description="Starting draw over running draw.")
    importance: Importance = "should"
    never_with: str | None = Field(default=None, max_length=40, description="Loads of one such group never run together.")
    per_person: bool = Field(default=False, description="The quantity is for each of the people.")
    seasons: tuple[Season, ...] = Field(default=(), max_length=4, description="When it is used at all; empty: all year.")
    months: tuple[Annotated[int, Field(ge=1, le=12)], ...] = Field(
        default=(),
        max_length=12,
        description="Months of those seasons in which it is used at all; empty: all of them. Whole seasons are planned for.",
    )
    duty_by_ambient: dict[Ambient, Fraction] = Field(
        default_factory=dict, description="Share of its hours that it runs, where that follows the weather outside."
    )
    when: When = Field(default="always", description="Driving, shore and above_charge take nothing from a bank at rest.")
    output: Literal["backed_up", "grid_only", "shed"] = Field(
        default="backed_up",
        description="Where an AC load hangs: on what the inverter keeps up, on the hookup alone, or let go when that fails.",
    )
    hangs_on: HangsOn | None = Field(
        default=None, description="The circuit or the outlet that an AC load hangs on; where it is said, the output follows."
    )
    automatic: Literal["yes", "no"] | None = Field(
        default=None, description="Whether it goes over to AC by itself wherever there is some; None: not said."
    )
    above_charge_frac: Fraction = Field(default=0.8, description="Charge above which it may run, with above_charge.")
    profile: Preset | None = Field(default=None, description="Hours of the day; None: as is usual for its name.")
    bars: tuple[NonNegative, ...] = Field(default=(), description="24 bars of its own, from midnight, in place of a profile.")
    low_factor: float = Field(default=1.0, gt=0, le=1, description="Low use over typical use.")
    high_factor: float = Field(default=1.0, ge=1, le=20, description="High use over typical use.")
    shed_order: int = Field(default=0, ge=0, le=99, description="Which goes first where several may be shed: the lowest.")
    lowest_v: float | None = Field(default=None, gt=0, le=60, description="DC volts below which it stops. [V]")
    highest_v: float | None = Field(default=None, gt=0, le=80, description="DC volts that it bears at most. [V]")
    struck: bool = Field(default=False, description="Struck out: kept on the sheet, left out of every figure.")
    typed: str | None = Field(default=None, max_length=200, description="The line as it was typed.")

    @field_validator("bars")
    @classmethod
    def _a_day(cls, bars: tuple[float, ...]) -> tuple[float, ...]:
        if len(bars) not in (0, 24):
            raise ValueError("a day has 24 bars, one an hour")
        return bars
