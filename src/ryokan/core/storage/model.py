"""The bank: chemistry, volts class, where it lives, and what was chosen."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Model

Chemistry: TypeAlias = Literal["lfp", "agm", "gel", "flooded"]
Bay: TypeAlias = Literal["living_space", "vented_enclosure", "outside"]


class Bank(Model):
    """The bank that was chosen, as one battery at the system's volts."""

    nominal_ah: float = Field(gt=0, le=20_000, description="Rated capacity at the system's volts. [Ah]")
    bms_limit_a: float | None = Field(default=None, gt=0, le=10_000, description="Continuous discharge limit. [A]")


class Storage(Model):
    """Storage part of a rig."""

    chemistry: Chemistry = "lfp"
    system_v: Literal[12, 24, 48] = 12
    bay: Bay = "living_space"
    bay_c: float = Field(
        default=25, ge=-30, le=45, description="Lowest temperature of the bay in use; the curves end at the bounds. [°C]"
    )
    self_heating: bool = False
    sizing: Literal["largest_governs", "multiply_all"] = "largest_governs"
    bank: Bank | None = None
