"""Alternator and shore charging."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Model

Hookup: TypeAlias = Literal["none", "na_15", "na_20", "na_30", "na_50", "eu_6", "eu_10", "eu_16", "eu_32", "eu_63"]


class Charging(Model):
    """Charging part of a rig."""

    alternator_path: Literal["none", "dcdc", "relay"] = "dcdc"
    alternator_v: Literal[12, 24] = 12
    alternator_a: float | None = Field(default=None, gt=0, le=1_000, description="On its label. [A]")
    dcdc_a: float | None = Field(default=None, gt=0, le=1_000, description="Chosen, rated output, all units. [A]")
    refill_hours: float = Field(default=10, gt=0, le=168, description="Time on a hookup from empty to full. [h]")
    shore_charger_a: float | None = Field(default=None, gt=0, le=2_000, description="Chosen, rated output. [A]")
