"""The inverter: when it is on, where it cuts off and stands, and what was chosen."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field, field_validator, model_validator

from ryokan.core.charging.profiles import ProfileName
from ryokan.core.charging.values import ChargeSettings
from ryokan.core.model import Fitted, Fraction, Id, Model, Position
from ryokan.core.wiring.model import known_conductor

Waveform: TypeAlias = Literal["pure_sine", "modified_sine"]


class ChosenInverter(Model):
    """The inverter that was chosen: by its plate, or from the parts."""

    rated_w: float | None = Field(
        default=None, gt=0, le=50_000, description="Continuous rating; None where the part says it. [W]"
    )
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")
    battery_v: Literal[12, 24, 48] | None = Field(
        default=None, description="Class of its DC side; None: not said, or as the part says. [V]"
    )
    waveform: Waveform | None = Field(default=None, description="None: not said, or as the part says.")
    legs: Literal[1, 2] | None = Field(default=None, description="None: not said, or as the part says.")
    charger_a: float | None = Field(default=None, gt=0, le=2_000, description="Built-in charger, DC side. [A]")
    transfer_a: float | None = Field(default=None, gt=0, le=400, description="Built-in transfer, AC side. [A]")
    maker_fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="The least fuse that its maker asks for. [A]")
    maker_conductor: str | None = Field(
        default=None, description="The least conductor that its maker asks for, such as awg:2/0 or mm2:70."
    )
    part: str | None = Field(default=None, max_length=60, description="Reference of an inverter, see PartRef.")

    _in_stock = field_validator("maker_conductor")(known_conductor)

    @model_validator(mode="after")
    def _one_or_the_other(self) -> ChosenInverter:
        if self.rated_w is not None and self.part is not None:
            raise ValueError("an inverter is given by its rating or by its part, not by both")
        return self


class BuiltInCharger(ChargeSettings):
    """The charger within an inverter: how it is set, and what is known of it."""

    profile: ProfileName | None = Field(
        default=None, description="Which of its part's profiles it is set to; None, or one that it does not have: not known."
    )
    turned_to_a: float | None = Field(default=None, gt=0, le=2_000, description="What its output is turned down to. [A]")
    efficiency_frac: Fraction | None = Field(default=None, description="What it passes on; None: what is usual.")
    power_factor: Fraction | None = Field(default=None, description="Of its mains side; None: what is usual.")


class OtherInverter(Model):
    """An inverter beside the one that is reckoned with, on the same bank."""

    position: Position = 0
    name: str = Field(default="", max_length=80)
    rated_w: float | None = Field(default=None, gt=0, le=50_000, description="None: not known. [W]")


class Inverter(Model):
    """Inverter part of a rig."""

    on: Literal["always", "with_ac_loads", "by_hand"] = "with_ac_loads"
    on_hours_per_day: float = Field(default=4, ge=0, le=24, description="Where it is switched by hand. [h]")
    cutoff_v: float | None = Field(default=None, gt=0, le=60, description="Lowest working volts, if typed. [V]")
    place_c: float = Field(default=25, ge=-30, le=80, description="Hottest air at its place while it works. [°C]")
    compartment: Id | None = Field(default=None, description="The compartment that it stands in.")
    vent_cm2: float | None = Field(default=None, ge=0, le=10_000, description="Free opening of its place; None: open. [cm²]")
    outlets: Literal["receptacles", "hard_wired"] | None = Field(
        default=None, description="How its AC leaves it: by the receptacles on it, or by a cable of its own; None: not said."
    )
    pre_charge: Fitted | None = Field(
        default=None, description="What fills its capacitors slowly before it is connected; None: not said."
    )
    others: dict[Id, OtherInverter] = Field(default_factory=dict, max_length=8, description="On the same bank, beside it.")
    chosen: ChosenInverter | None = None
    charger: BuiltInCharger = Field(default_factory=BuiltInCharger, description="The charger within it, where it has one.")
