"""The inverter: when it is on, where it cuts off and stands, and what was chosen."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator, model_validator

from ryokan.core.ac.values import THE_INVERTER, Bond, SupplyRef
from ryokan.core.charging.profiles import ProfileName
from ryokan.core.charging.values import ChargeSettings
from ryokan.core.model import Fitted, Fraction, Id, Model, Position, YesNo
from ryokan.core.wiring.conductors import known_conductor

Waveform: TypeAlias = Literal["pure_sine", "modified_sine"]
# So many seconds, so many watts.
SurgePoint: TypeAlias = tuple[
    Annotated[float, Field(gt=0, le=3_600)],
    Annotated[float, Field(gt=0, le=150_000)],
]


class InverterValues(Model):
    """What is printed on an inverter, or told by its maker."""

    rated_w: float | None = Field(
        default=None, gt=0, le=50_000, description="Continuous rating; None: not known, or the part says it. [W]"
    )
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    surge_points: tuple[SurgePoint, ...] = Field(
        default=(), max_length=8, description="What it gives for how long, the shortest first. [s, W]"
    )
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")
    waveform: Waveform | None = Field(default=None, description="None: not said, or as the part says.")
    legs: Literal[1, 2] | None = Field(default=None, description="None: not said, or as the part says.")
    transfer_a: float | None = Field(default=None, gt=0, le=400, description="Built-in transfer, AC side. [A]")
    short_circuit_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What it gives into a short on its AC side, as its maker says. [A]"
    )

    @field_validator("surge_points")
    @classmethod
    def _falls(cls, points: tuple[SurgePoint, ...]) -> tuple[SurgePoint, ...]:
        for (sooner, more), (later, less) in pairwise(points):
            if later <= sooner or less > more:
                raise ValueError("of a surge the longer time comes later, and gives no more")
        return points


class UnitOnAc(Model):
    """How an inverter is joined to the AC side."""

    ac_in: SupplyRef | Literal["none"] | None = Field(
        default=None, description="What it passes on while that is there; “none”: it takes nothing in; None: not said."
    )
    bond: Bond | None = Field(default=None, description="Who joins its neutral to earth; None: not said.")
    power_assist: YesNo | None = Field(default=None, description="Whether it adds to what it passes on.")
    made_for_parallel: YesNo | None = Field(
        default=None, description="Whether its maker allows another source on its output beside it."
    )
    case_bond: str | None = Field(default=None, description="Conductor that bonds its case, such as awg:8 or mm2:16.")

    _bond_in_stock = field_validator("case_bond")(known_conductor)


class ChosenInverter(InverterValues):
    """The inverter that was chosen: by its plate, or from the parts."""

    battery_v: Literal[12, 24, 48] | None = Field(
        default=None, description="Class of its DC side; None: not said, or as the part says. [V]"
    )
    charger_a: float | None = Field(default=None, gt=0, le=2_000, description="Built-in charger, DC side. [A]")
    maker_fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="The least fuse that its maker asks for. [A]")
    maker_conductor: str | None = Field(
        default=None, description="The least conductor that its maker asks for, such as awg:2/0 or mm2:70."
    )
    part: str | None = Field(default=None, max_length=60, description="Reference of an inverter, see PartRef.")

    _in_stock = field_validator("maker_conductor")(known_conductor)

    @model_validator(mode="after")
    def _one_or_the_other(self) -> ChosenInverter:
        if self.rated_w is not None and self.part is not None:
            raise ValueError("an inverter is given by its rating or by its part, not by both")
        return self


class BuiltInCharger(ChargeSettings):
    """The charger within an inverter: how it is set, and what is known of it."""

    profile: ProfileName | None = Field(
        default=None, description="Which of its part's profiles it is set to; None, or one that it does not have: not known."
    )
    turned_to_a: float | None = Field(default=None, gt=0, le=2_000, description="What its output is turned down to. [A]")
    efficiency_frac: Fraction | None = Field(default=None, description="What it passes on; None: what is usual.")
    power_factor: Fraction | None = Field(default=None, description="Of its mains side; None: what is usual.")


class OtherInverter(InverterValues, UnitOnAc):
    """An inverter beside the one that is reckoned with, on the same bank."""

    position: Position = 0
    name: str = Field(default="", max_length=80)
    compartment: Id | None = Field(default=None, description="The compartment that it stands in.")
    on: Literal["always", "with_ac_loads"] = Field(default="with_ac_loads", description="When it is switched on.")


class Inverter(UnitOnAc):
    """Inverter part of a rig."""

    on: Literal["always", "with_ac_loads", "by_hand"] = "with_ac_loads"
    on_hours_per_day: float = Field(default=4, ge=0, le=24, description="Where it is switched by hand. [h]")
    cutoff_v: float | None = Field(default=None, gt=0, le=60, description="Lowest working volts, if typed. [V]")
    place_c: float = Field(default=25, ge=-30, le=80, description="Hottest air at its place while it works. [°C]")
    compartment: Id | None = Field(default=None, description="The compartment that it stands in.")
    vent_cm2: float | None = Field(default=None, ge=0, le=10_000, description="Free opening of its place; None: open. [cm²]")
    outlets: Literal["receptacles", "hard_wired"] | None = Field(
        default=None, description="How its AC leaves it: by the receptacles on it, or by a cable of its own; None: not said."
    )
    pre_charge: Fitted | None = Field(
        default=None, description="What fills its capacitors slowly before it is connected; None: not said."
    )
    others: dict[Id, OtherInverter] = Field(
        default_factory=dict, max_length=8, description="On the same bank, beside it; “main” is the id of this one."
    )
    chosen: ChosenInverter | None = None
    charger: BuiltInCharger = Field(default_factory=BuiltInCharger, description="The charger within it, where it has one.")

    @field_validator("others")
    @classmethod
    def _not_its_own_id(cls, others: dict[str, OtherInverter]) -> dict[str, OtherInverter]:
        if THE_INVERTER in others:
            raise ValueError(f"“{THE_INVERTER}” is the inverter that the others stand beside")
        return others

    def units(self) -> dict[str, UnitOnAc]:
        """Every inverter by id, that which is reckoned with first: the others stand beside it on the same bank."""
        others = sorted(self.others.items(), key=lambda one: (one[1].position, one[0]))
        return {THE_INVERTER: self, **dict(others)}
