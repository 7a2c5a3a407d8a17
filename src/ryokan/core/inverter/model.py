"""The inverter: when it is on, where it cuts off, and what was chosen."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from ryokan.core.model import Model


class ChosenInverter(Model):
    """The inverter that was chosen: by its plate, or from the parts."""

    rated_w: float | None = Field(
        default=None, gt=0, le=50_000, description="Continuous rating; None where the part says it. [W]"
    )
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")
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
    chosen: ChosenInverter | None = None
