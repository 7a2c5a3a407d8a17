"""A reading: what a meter said of one quantity, when, in what state, and with which meter."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal, TypeAlias

from pydantic import Field, model_validator

from ryokan.core.model import Id, Model, Position

MAX_READINGS = 400
MAX_LOADS_ON = 40

Quantity: TypeAlias = Literal[
    "volts", "percent", "bank_amps", "missing_ah", "capacity_ah", "array_watts", "harvest_wh", "open_volts", "short_amps",
    "charger_amps", "mains_volts", "mains_watts", "load_amps", "other",
]  # fmt: skip
ReadingUnit: TypeAlias = Literal["V", "mV", "A", "W", "Ah", "Wh", "mΩ", "°C", "m", "mm", "kg", "%"]
Charging: TypeAlias = Literal["sun", "driving", "hookup", "generator"]
ChargedBy: TypeAlias = Annotated[tuple[Charging, ...], Field(max_length=4)]
State: TypeAlias = Literal["resting", "charging", "loaded"]
SkySeen: TypeAlias = Literal["clear", "hazy", "overcast"]

# The unit of each quantity; what is read of anything else is written down with the unit that it has.
UNITS: dict[Quantity, ReadingUnit] = {
    "volts": "V",
    "percent": "%",
    "bank_amps": "A",
    "missing_ah": "Ah",
    "capacity_ah": "Ah",
    "array_watts": "W",
    "harvest_wh": "Wh",
    "open_volts": "V",
    "short_amps": "A",
    "charger_amps": "A",
    "mains_volts": "V",
    "mains_watts": "W",
    "load_amps": "A",
}


class Reading(Model):
    """What a meter said. Readings of one ``at`` are of one moment and are held together.

    ``bank_amps`` count into the bank: what leaves it is below zero.
    """

    position: Position = 0
    thing: Id | None = Field(default=None, description="What of the survey it was read of; None: the bank, or all of its kind.")
    quantity: Quantity = "other"
    value: float = Field(ge=-1e6, le=1e6)
    unit: ReadingUnit
    at: datetime | None = Field(default=None, description="Local time, to the minute; None: not said.")
    state: State | None = None
    charged_by: ChargedBy = ()
    loads_on: tuple[Id, ...] = Field(default=(), max_length=MAX_LOADS_ON, description="Loads that ran.")
    sky: SkySeen | None = None
    stay: Id | None = Field(default=None, description="The stay of the journey where it was read; None: the first.")
    instrument: str = Field(default="", max_length=80, description="Which meter.")
    accuracy_frac: float | None = Field(default=None, gt=0, le=0.5, description="Of that meter; None: as usual for one.")
    note: str = Field(default="", max_length=200)

    @model_validator(mode="after")
    def _in_its_unit(self) -> Reading:
        unit = UNITS.get(self.quantity)
        if unit is not None and unit != self.unit:
            raise ValueError(f"it is read in {unit}, not in {self.unit}")
        if self.at is not None and (self.at.tzinfo is not None or not 2000 <= self.at.year <= 2100):
            raise ValueError("it was read at a local time of the years 2000 to 2100")
        return self
