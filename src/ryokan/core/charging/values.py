"""What is printed on what charges a bank, whether it is bought, found or typed. What nobody knows is None."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.model import Fitted, Fraction, Model, YesNo
from ryokan.core.quantities import Length
from ryokan.core.solar.values import BatteryClass as VoltsClass
from ryokan.core.wiring.conductors import known_conductor

Regulation: TypeAlias = Literal["standard", "smart", "external"]
PathKind: TypeAlias = Literal["dcdc", "relay", "hand_switch", "manager", "regulated"]
Trigger: TypeAlias = Literal["ignition", "volts", "engine_signal", "hand"]
Fuel: TypeAlias = Literal["petrol", "diesel", "gas"]
ChargeAmps: TypeAlias = Annotated[float, Field(gt=0, le=2_000)]
ChargeVolts: TypeAlias = Annotated[float, Field(gt=0, le=80)]

# Paths with no converter in them: the bank hangs on the alternator's own volts.
STRAIGHT: tuple[PathKind, ...] = ("relay", "hand_switch", "regulated")


class ChargeSettings(Model):
    """How a device that charges is set, as far as anybody looked."""

    stops_at_v: ChargeVolts | None = Field(
        default=None, description="Highest volts that it reaches, where it absorbs; None: those of the bank. [V]"
    )
    float_v: ChargeVolts | None = Field(default=None, description="Volts that it holds a full bank at. [V]")
    equalises: YesNo | None = Field(default=None, description="Whether it equalises, by itself or by a timer.")
    cold_stop: Fitted | None = Field(default=None, description="Whether it stops by a sensor where the bank is too cold.")
    lithium: YesNo | None = Field(default=None, description="Whether it has a profile for lithium, and is set to it.")


class AlternatorValues(Model):
    """An alternator."""

    rated_a: float | None = Field(default=None, gt=0, le=1_000, description="On its label. [A]")
    regulation: Regulation | None = Field(default=None, description="Who holds its volts; None: not known.")
    idle_a: float | None = Field(default=None, ge=0, le=1_000, description="At idle, by plate or measured. [A]")
    own_draw_a: float | None = Field(
        default=None, ge=0, le=500, description="What the vehicle itself takes; None: what is usual. [A]"
    )
    allows_a: float | None = Field(
        default=None, gt=0, le=1_000, description="What its maker allows for added loads, by the hour. [A]"
    )
    temperature_sensed: Fitted | None = Field(default=None, description="Whether its regulator feels its heat.")
    negative_apart: YesNo | None = Field(
        default=None, description="Whether its negative is kept apart from the house's, as against corrosion on some boats."
    )


class PathValues(Model):
    """How an alternator's current gets to a bank."""

    trigger: Trigger | None = Field(default=None, description="What switches it on; None: not known.")
    limit_a: float | None = Field(
        default=None, gt=0, le=2_000, description="What relay, switch, cable and fuse on the way bear. [A]"
    )
    tap_a: float | None = Field(
        default=None, gt=0, le=1_000, description="What the tap that it hangs on gives, such as a factory's. [A]"
    )
    length: Length | None = Field(default=None, description="From the alternator to the device, one way.")
    conductor: str | None = Field(default=None, description="Stock size of that cable, such as awg:6 or mm2:16.")
    hitch_plug: Fitted | None = Field(default=None, description="Whether a plug at the hitch is on the way.")
    plug_a: float | None = Field(default=None, gt=0, le=400, description="What the contact of that plug bears. [A]")
    far_end_v: float | None = Field(
        default=None, gt=0, le=80, description="Volts measured at its far end with the current flowing. [V]"
    )
    field_stop: Fitted | None = Field(default=None, description="Whether the bank's BMS stops the alternator's field first.")
    lead_buffer: Fitted | None = Field(default=None, description="Whether a lead battery stays on the alternator.")
    jump_start: YesNo | None = Field(default=None, description="Whether the engine is started from the house through it.")

    _in_stock = field_validator("conductor")(known_conductor)


class DcdcValues(Model):
    """A DC-DC charger, or a managing device between two banks."""

    output_a: float | None = Field(default=None, gt=0, le=1_000, description="Rated output. [A]")
    input_v: VoltsClass | None = Field(default=None, description="Class that its input is made for. [V]")
    output_v: VoltsClass | None = Field(default=None, description="Class that its output is made for. [V]")
    isolated: YesNo | None = Field(default=None, description="Whether its negatives are apart.")
    adjustable: YesNo | None = Field(default=None, description="Whether its current can be turned down.")


class ChargerValues(ChargeSettings):
    """A charger or converter on the mains."""

    output_a: ChargeAmps | None = Field(default=None, description="Rated output, DC side. [A]")
    output_v: VoltsClass | None = Field(default=None, description="Class that its DC side is made for. [V]")
    adjustable: YesNo | None = Field(default=None, description="Whether its current can be turned down.")
    efficiency_frac: Fraction | None = Field(default=None, description="What it passes on; None: what is usual.")
    power_factor: Fraction | None = Field(default=None, description="Of its mains side; None: what is usual.")


class GeneratorValues(Model):
    """A generator."""

    rated_w: float | None = Field(default=None, gt=0, le=100_000, description="Continuous rating, at sea level and 25 °C. [W]")
    fuel: Fuel | None = None
    full_l_per_h: float | None = Field(default=None, gt=0, le=60, description="Fuel at its rating. [l/h]")
    half_l_per_h: float | None = Field(default=None, gt=0, le=60, description="Fuel at half of it. [l/h]")
    tank_l: float | None = Field(default=None, gt=0, le=2_000, description="Fuel that it has. [l]")
    bond: Literal["fixed", "none"] | None = Field(
        default=None, description="Whether its neutral is joined to its frame; None: not known."
    )
    service_every_h: float | None = Field(default=None, gt=0, le=5_000, description="Hours between services. [h]")
