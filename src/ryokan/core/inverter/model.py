"""The inverter: when it is on, where it cuts off, and what was chosen."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ryokan.core.model import Model


class ChosenInverter(Model):
    """The inverter that was chosen, by its plate."""

    rated_w: float = Field(gt=0, le=50_000, description="Continuous rating. [W]")
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")


class Inverter(Model):
    """Inverter part of a rig."""

    on: Literal["always", "with_ac_loads", "by_hand"] = "with_ac_loads"
    on_hours_per_day: float = Field(default=4, ge=0, le=24, description="Where it is switched by hand. [h]")
    cutoff_v: float | None = Field(default=None, gt=0, le=60, description="Lowest working volts, if typed. [V]")
    chosen: ChosenInverter | None = None
