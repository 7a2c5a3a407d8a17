"""The bank: chemistry, volts class, where it lives, and what was chosen."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field, model_validator

from ryokan.core.model import Model

Chemistry: TypeAlias = Literal["lfp", "agm", "gel", "flooded"]
Bay: TypeAlias = Literal["living_space", "vented_enclosure", "outside"]


class Units(Model):
    """A bank built up of like units: strings of ``series`` units, ``parallel`` of them."""

    part: str = Field(max_length=60, description="Reference of a battery, see PartRef.")
    series: int = Field(default=1, ge=1, le=48)
    parallel: int = Field(default=1, ge=1, le=48)


class Bank(Model):
    """The bank that was chosen: as one battery at the system's volts, or built up of units."""

    nominal_ah: float | None = Field(
        default=None, gt=0, le=20_000, description="Rated capacity at the system's volts; None where units say it. [Ah]"
    )
    bms_limit_a: float | None = Field(
        default=None, gt=0, le=10_000, description="Continuous discharge limit; where typed it goes before the units'. [A]"
    )
    units: Units | None = None

    @model_validator(mode="after")
    def _one_or_the_other(self) -> Bank:
        if (self.nominal_ah is None) == (self.units is None):
            raise ValueError("a bank is given by its amp-hours or by its units, not by both or neither")
        return self


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
