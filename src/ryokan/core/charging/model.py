"""Alternator and shore charging."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Model, Nothing

Hookup: TypeAlias = Literal["none", "na_15", "na_20", "na_30", "na_50", "eu_6", "eu_10", "eu_16", "eu_32", "eu_63"]


VoltsClass: TypeAlias = Literal[12, 24, 48]


class Charging(Model):
    """Charging part of a rig."""

    alternator_path: Literal["none", "dcdc", "relay"] | None = Field(
        default="dcdc", description="How the alternator charges the bank; None: not known."
    )
    alternator_v: Literal[12, 24] | None = Field(default=12, description="None: not known. [V]")
    alternator_a: float | None = Field(default=None, gt=0, le=1_000, description="On its label. [A]")
    dcdc_a: float | None = Field(default=None, gt=0, le=1_000, description="Chosen, rated output, all units. [A]")
    dcdc_input_v: VoltsClass | None = Field(default=None, description="Class that its input is made for. [V]")
    dcdc_output_v: VoltsClass | None = Field(default=None, description="Class that its output is made for. [V]")
    path_limit_a: float | None = Field(
        default=None, gt=0, le=2_000, description="What relay, cable and fuse between alternator and bank bear. [A]"
    )
    refill_hours: float | None = Field(
        default=None, gt=0, le=168, description="Time on a hookup from empty to full; None: not said. [h]"
    )
    shore_charger_a: Annotated[float, Field(gt=0, le=2_000)] | Nothing | None = Field(
        default=None, description="Chosen, rated output; “none”: there is to be none. [A]"
    )
    charger_v: VoltsClass | None = Field(default=None, description="Class that the shore charger is made for. [V]")
    stops_at_v: float | None = Field(
        default=None, gt=0, le=80, description="Highest volts that the shore charger reaches; None: those of the bank. [V]"
    )
    generator_w: float | None = Field(default=None, gt=0, le=100_000, description="Continuous rating. [W]")
