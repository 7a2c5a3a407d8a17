"""The array and its controller."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ryokan.core.model import Model


class Solar(Model):
    """Solar part of a rig."""

    peak_sun_hours: float = Field(
        default=3.0, gt=0, le=10, description="Typed for the travel months and places. [kWh/m² a day, in the panel's plane]"
    )
    sun_from: Literal["typed", "places"] = Field(
        default="typed", description="The typed peak sun hours, or those of the places and months of the stays."
    )
    panel_tilt_deg: float = Field(default=0, ge=0, le=90, description="From level. [°]")
    panel_faces_deg: float | None = Field(
        default=None, ge=0, le=360, description="Clockwise from north, of a tilted array; None: towards the equator. [°]"
    )
    record_low_c: float | None = Field(default=None, ge=-70, le=40, description="Coldest ever at the stays, if known. [°C]")
    array_w: float | None = Field(default=None, gt=0, le=50_000, description="Chosen array, rated. [W]")
    controller_a: float | None = Field(default=None, gt=0, le=2_000, description="Chosen controllers, rated output. [A]")
