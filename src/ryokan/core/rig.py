"""The document: everything the installer decided, and nothing that follows from it."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator, model_validator

from ryokan.core.ac.model import AcSide
from ryokan.core.charging.model import Charging, Hookup
from ryokan.core.data.assumptions import assumptions
from ryokan.core.errors import UnknownAssumption
from ryokan.core.inverter.model import Inverter
from ryokan.core.links.model import Link
from ryokan.core.loads.model import Ambient, Load
from ryokan.core.model import Id, Model, NonNegative, Position
from ryokan.core.overruled import Overruled
from ryokan.core.parts.base import Price
from ryokan.core.parts.model import OwnPart
from ryokan.core.solar.model import Solar
from ryokan.core.space.model import Space
from ryokan.core.storage.model import Storage
from ryokan.core.subjects import FINDING_KEY
from ryokan.core.survey.model import Survey
from ryokan.core.trial.model import Trial
from ryokan.core.vehicle import Region, Vehicle
from ryokan.core.wiring.model import Wiring

SCHEMA_VERSION: Literal[9] = 9
MAX_LOADS = 300
MAX_STAYS = 100
MAX_OWN_PARTS = 100
MAX_LINKS = 12

Typed: TypeAlias = Annotated[str, Field(min_length=1, max_length=200)]


class Brief(Model):
    """Who travels, how long away, when, and what must not go dark."""

    people: int = Field(default=2, ge=1, le=60)
    nights_away: int = Field(default=3, ge=1, le=365, description="Nights between hookups, with sun and driving.")
    days_without_charge: int = Field(default=2, ge=1, le=60, description="Days with no charging source at all.")
    hemisphere: Literal["north", "south"] = "north"
    company: str = Field(default="", max_length=60, description="Pets and others who travel along, as one says it.")
    nothing_to_be_seen: bool = Field(default=False, description="Nothing is to be seen from outside.")
    quiet_hours: str = Field(default="", max_length=60, description="When nothing may hum, as one says it.")
    growth_frac: float = Field(default=0, ge=0, le=3, description="What is to be expected on top, in years to come.")
    budget: Price | None = Field(default=None, description="What all of it may cost.")
    believed_days: float | None = Field(default=None, gt=0, le=365, description="How long they think it lasts.")
    believed_ah_per_day: float | None = Field(default=None, gt=0, le=10_000, description="What they think a day takes.")
    believed_bank_ah: float | None = Field(default=None, gt=0, le=100_000, description="How large they think the bank is. [Ah]")
    day_from: Literal["audit", "meter"] = Field(
        default="audit", description="Whether a day is what the audit makes of it, or what a meter counted."
    )
    measured_ah: tuple[NonNegative, ...] = Field(
        default=(), max_length=400, description="Days that a meter counted, each in Ah at the bank."
    )
    measured_scale: float = Field(default=1.0, gt=0, le=20, description="The new use over the measured one.")
    first_month: int = Field(default=4, ge=1, le=12)
    last_month: int = Field(default=9, ge=1, le=12)
    must_not_go_dark: tuple[str, ...] = Field(default=(), max_length=12)

    @field_validator("must_not_go_dark")
    @classmethod
    def _short(cls, names: tuple[str, ...]) -> tuple[str, ...]:
        if any(not name or len(name) > 60 for name in names):
            raise ValueError("each name takes 1 to 60 characters")
        return names


SunHour = Annotated[float, Field(ge=0, le=24)]
Bearing = Annotated[float, Field(ge=0, le=360)]
HorizonHeight = Annotated[float, Field(ge=0, le=89)]


class Stay(Model):
    """One kind of stop on the journey."""

    position: Position = 0
    place: str = Field(default="", max_length=80)
    month: int = Field(default=7, ge=1, le=12)
    nights: int = Field(default=3, ge=1, le=365)
    driving_hours_per_day: float = Field(default=1.5, ge=0, le=24)
    hookup: Hookup = "none"
    ambient: Ambient = "mild"
    lat_deg: float | None = Field(default=None, ge=-90, le=90, description="Where it is; None: not said. [°]")
    lon_deg: float | None = Field(default=None, ge=-180, le=180, description="East of Greenwich. [°]")
    shade_frac: float = Field(default=0, ge=0, le=0.95, description="Share of the sun that trees and walls take there.")
    arrives: Annotated[date, Field(ge=date(2000, 1, 1), le=date(2100, 12, 31))] | None = Field(
        default=None, description="Its first night; None: some day of its month."
    )
    heading_deg: float | None = Field(
        default=None, ge=0, le=360, description="Where the vehicle's nose points, clockwise from north; None: not known. [°]"
    )
    shaded_h: tuple[tuple[SunHour, SunHour], ...] = Field(
        default=(), max_length=6, description="Spells by the sun's clock, noon at 12, in which no beam comes through. [h]"
    )
    horizon: tuple[tuple[Bearing, HorizonHeight], ...] = Field(
        default=(), max_length=72, description="Bearing and height of the line of hills and trees. [°, °]"
    )

    @model_validator(mode="after")
    def _month_of_arrival(self) -> Stay:
        if self.arrives is not None and self.arrives.month != self.month:
            raise ValueError(f"it arrives in month {self.arrives.month} and says month {self.month}")
        return self

    @model_validator(mode="after")
    def _spells_run_forward(self) -> Stay:
        if any(end <= start for start, end in self.shaded_h):
            raise ValueError("a spell of shade ends after it begins")
        if len({bearing % 360 for bearing, _ in self.horizon}) < len(self.horizon):
            raise ValueError("a bearing of the horizon stands twice")
        return self

    @model_validator(mode="after")
    def _both_or_neither(self) -> Stay:
        if (self.lat_deg is None) != (self.lon_deg is None):
            raise ValueError("a place has a latitude and a longitude, or neither")
        return self


def bounded_assumptions(overrides: dict[str, float]) -> dict[str, float]:
    """The overrides as they are, if each is known and within the bounds of what it overrides.

    Raises
    ------
    UnknownAssumption
        One is not; the message names it.
    """
    for id, value in overrides.items():
        if id not in assumptions():
            raise UnknownAssumption(f"“{id}” is not an assumption of this version.")
        known = assumptions()[id]
        if not known.min <= value <= known.max:
            raise UnknownAssumption(f"{known.title}: {value:g} is outside {known.min:g} to {known.max:g} {known.unit}.")
    return overrides


class Labour(Model):
    """What an hour of work costs, as agreed for this job; None where nothing is agreed."""

    price_per_h: Price | None = None


class Rig(Model):
    """One option of a job. Collections are maps by id with a position, so that edits name what they touch."""

    schema_version: Literal[9] = 9
    region: Region = Field(default_factory=Region)
    vehicle: Vehicle = Field(default_factory=Vehicle)
    survey: Survey = Field(default_factory=Survey)
    space: Space = Field(default_factory=Space)
    brief: Brief = Field(default_factory=Brief)
    stays: dict[Id, Stay] = Field(default_factory=dict, max_length=MAX_STAYS)
    loads: dict[Id, Load] = Field(default_factory=dict, max_length=MAX_LOADS)
    storage: Storage = Field(default_factory=Storage)
    inverter: Inverter = Field(default_factory=Inverter)
    ac: AcSide = Field(default_factory=AcSide)
    solar: Solar = Field(default_factory=Solar)
    charging: Charging = Field(default_factory=Charging)
    wiring: Wiring = Field(default_factory=Wiring)
    links: dict[Id, Link] = Field(
        default_factory=dict, max_length=MAX_LINKS, description="This end of each link to another system of the job."
    )
    own_parts: dict[Id, OwnPart] = Field(
        default_factory=dict, max_length=MAX_OWN_PARTS, description="Parts of this rig alone, by id."
    )
    typed: dict[Typed, Typed] = Field(
        default_factory=dict,
        max_length=2000,
        description="What was typed, by the JSON pointer of the member, where it was said in other units than it is stored in.",
    )
    overruled: dict[Annotated[str, Field(max_length=200, pattern=FINDING_KEY)], Overruled] = Field(
        default_factory=dict,
        max_length=200,
        description="Faults and advice that somebody lets stand: the rule's code, and behind an @ what it is about.",
    )
    trial: Trial = Field(default_factory=Trial, description="How the trial run is gone about.")
    labour: Labour = Field(default_factory=Labour)
    assumptions: dict[str, float] = Field(default_factory=dict, description="Overrides of the product's assumptions.")

    @field_validator("assumptions")
    @classmethod
    def _known_and_bounded(cls, overrides: dict[str, float]) -> dict[str, float]:
        return bounded_assumptions(overrides)

    @property
    def has_loads(self) -> bool:
        """Whether any load counts."""
        return any(not load.struck for load in self.loads.values())

    def active_loads(self) -> dict[str, Load]:
        """Loads that count, in their order: those not struck out."""
        return {id: load for id, load in self.ordered_loads().items() if not load.struck}

    def ordered_loads(self) -> dict[str, Load]:
        """All loads in their order."""
        return dict(sorted(self.loads.items(), key=lambda item: (item[1].position, item[0])))
