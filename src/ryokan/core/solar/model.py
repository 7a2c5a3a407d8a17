"""The array and its controller."""

from __future__ import annotations

from pydantic import Field

from ryokan.core.model import Model


class Solar(Model):
    """Solar part of a rig."""

    peak_sun_hours: float = Field(
        default=3.0, gt=0, le=10, description="Typed for the travel months and places. [kWh/m² a day, in the panel's plane]"
    )
    array_w: float | None = Field(default=None, gt=0, le=50_000, description="Chosen array, rated. [W]")
    controller_a: float | None = Field(default=None, gt=0, le=2_000, description="Chosen controllers, rated output. [A]")
