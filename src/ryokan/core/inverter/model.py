"""The inverter: when it is on, where it cuts off and stands, and what was chosen."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field, model_validator

from ryokan.core.model import Id, Model

Waveform: TypeAlias = Literal["pure_sine", "modified_sine"]


class ChosenInverter(Model):
    """The inverter that was chosen: by its plate, or from the parts."""

    rated_w: float | None = Field(
        default=None, gt=0, le=50_000, description="Continuous rating; None where the part says it. [W]"
    )
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")
    waveform: Waveform | None = Field(default=None, description="None: not said, or as the part says.")
    part: str | None = Field(default=None, max_length=60, description="Reference of an inverter, see PartRef.")

    @model_validator(mode="after")
    def _one_or_the_other(self) -> ChosenInverter:
        if (self.rated_w is None) == (self.part is None):
            raise ValueError("an inverter is given by its rating or by its part, not by both or neither")
        return self


class Inverter(Model):
    """Inverter part of a rig."""

    on: Literal["always", "with_ac_loads", "by_hand"] = "with_ac_loads"
    on_hours_per_day: float = Field(default=4, ge=0, le=24, description="Where it is switched by hand. [h]")
    cutoff_v: float | None = Field(default=None, gt=0, le=60, description="Lowest working volts, if typed. [V]")
    place_c: float = Field(default=25, ge=-30, le=80, description="Hottest air at its place while it works. [°C]")
    compartment: Id | None = Field(default=None, description="The compartment that it stands in.")
    vent_cm2: float | None = Field(default=None, ge=0, le=10_000, description="Free opening of its place; None: open. [cm²]")
    outlets: Literal["not_said", "receptacles", "hard_wired"] = Field(
        default="not_said", description="How its AC leaves it: by the receptacles on it, or by a cable of its own."
    )
    pre_charge: bool | None = Field(
        default=None, description="Whether a resistor fills its capacitors before it is connected; None: not said."
    )
    chosen: ChosenInverter | None = None
