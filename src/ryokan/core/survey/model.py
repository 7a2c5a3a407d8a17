"""What is there already, before anything is planned: found, measured, and to stay or to go."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias, TypeVar

from pydantic import Field, field_validator

from ryokan.core.charging.model import Hookup
from ryokan.core.model import Id, Model, Position
from ryokan.core.parts.model import Battery
from ryokan.core.quantities import Length
from ryokan.core.storage.model import Bay
from ryokan.core.wiring.model import InsulationC, known_conductor

MAX_ITEMS = 60
MAX_READINGS = 12

Fate: TypeAlias = Literal["open", "stays", "goes"]
Condition: TypeAlias = Literal["as_new", "good", "worn", "damaged", "not_known"]
ReadingUnit: TypeAlias = Literal["V", "mV", "A", "W", "Ah", "Wh", "mΩ", "°C", "m", "mm", "kg", "%"]


class Reading(Model):
    """What a meter said, and which."""

    what: str = Field(min_length=1, max_length=60, description="Such as resting volts.")
    value: float = Field(ge=-1e6, le=1e6)
    unit: ReadingUnit
    meter: str = Field(default="", max_length=80)


class AnyFound(Model):
    """What is asked of everything that is there."""

    position: Position = 0
    name: str = Field(default="", max_length=80, description="As one calls it on the job.")
    fate: Fate = "open"
    age_years: float | None = Field(default=None, ge=0, le=60)
    condition: Condition = "not_known"
    where: Id | None = Field(default=None, description="The compartment it lives in.")
    readings: tuple[Reading, ...] = Field(default=(), max_length=MAX_READINGS)
    note: str = Field(default="", max_length=400)


class FoundBank(AnyFound):
    """A bank of like units."""

    kind: Literal["bank"] = "bank"
    battery: Battery
    series: int = Field(default=1, ge=1, le=48)
    parallel: int = Field(default=1, ge=1, le=48)
    system_v: Literal[12, 24, 48] = 12
    bay: Bay = "living_space"


class FoundAlternator(AnyFound):
    """The vehicle's alternator, and how it charges the house bank, if it does."""

    kind: Literal["alternator"] = "alternator"
    rated_a: float | None = Field(default=None, gt=0, le=1_000, description="On its label. [A]")
    alternator_v: Literal[12, 24] = 12
    regulation: Literal["standard", "smart", "external", "not_known"] = "not_known"
    charges_house: Literal["none", "relay", "dcdc"] = "none"


class FoundDcdc(AnyFound):
    """A DC-DC charger."""

    kind: Literal["dcdc"] = "dcdc"
    output_a: float = Field(gt=0, le=1_000, description="[A]")


class FoundCharger(AnyFound):
    """A shore charger, or the converter of a trailer."""

    kind: Literal["shore_charger"] = "shore_charger"
    output_a: float = Field(gt=0, le=2_000, description="DC side. [A]")


class FoundInverter(AnyFound):
    """An inverter."""

    kind: Literal["inverter"] = "inverter"
    rated_w: float = Field(gt=0, le=50_000, description="[W]")
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="[W]")


class FoundPanels(AnyFound):
    """Like panels."""

    kind: Literal["panels"] = "panels"
    watts_each: float = Field(gt=0, le=2_000, description="Rated. [W]")
    count: int = Field(default=1, ge=1, le=60)
    mounting: Literal["roof", "portable"] = "roof"


class FoundController(AnyFound):
    """A solar controller."""

    kind: Literal["controller"] = "controller"
    rated_a: float = Field(gt=0, le=500, description="Rated output. [A]")
    method: Literal["mppt", "pwm", "not_known"] = "not_known"


class FoundMainCable(AnyFound):
    """The run from the bank to what it feeds, with its fuse."""

    kind: Literal["main_cable"] = "main_cable"
    conductor: str | None = Field(default=None, description="Stock size, such as awg:2/0 or mm2:70.")
    one_way_length: Length | None = None
    insulation_c: InsulationC = 105
    zone: Literal["cabin", "engine_space"] = "cabin"
    fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="[A]")

    _in_stock = field_validator("conductor")(known_conductor)


class FoundCord(AnyFound):
    """The shore cord with its inlet, by its smaller rating."""

    kind: Literal["cord"] = "cord"
    rating: Hookup = "na_30"
    length: Length | None = None


class FoundGenerator(AnyFound):
    """A generator."""

    kind: Literal["generator"] = "generator"
    rated_w: float = Field(gt=0, le=100_000, description="Continuous. [W]")


class FoundOther(AnyFound):
    """Whatever else is there and matters."""

    kind: Literal["other"] = "other"


Found: TypeAlias = Annotated[
    FoundBank
    | FoundAlternator
    | FoundDcdc
    | FoundCharger
    | FoundInverter
    | FoundPanels
    | FoundController
    | FoundMainCable
    | FoundCord
    | FoundGenerator
    | FoundOther,
    Field(discriminator="kind"),
]


Kind = TypeVar("Kind", bound=AnyFound)


class Survey(Model):
    """What is there. In an option as found, what it says of a part stands for the rig; see :mod:`.fill`."""

    items: dict[Id, Found] = Field(default_factory=dict, max_length=MAX_ITEMS)
    as_found: bool = Field(default=False, description="Whether the option shows what is there, not what is planned.")

    def ordered(self) -> dict[str, AnyFound]:
        """All items in their order."""
        return dict(sorted(self.items.items(), key=lambda one: (one[1].position, one[0])))

    def of_kind(self, kind: type[Kind]) -> dict[str, Kind]:
        """Items of one kind in their order."""
        return {id: item for id, item in self.ordered().items() if isinstance(item, kind)}
