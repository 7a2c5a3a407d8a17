"""What sits in the DC side without being a run: bars, switches, shunts, disconnects and fuse boxes, and the negative side."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.model import Fitted, Id, Model, Position, YesNo
from ryokan.core.wiring.conductors import RunKey, known_conductor

GearKind: TypeAlias = Literal["main_switch", "bus_bar", "shunt", "load_disconnect", "fuse_box"]
MAX_GEAR = 60


class GearValues(Model):
    """What can be said of such a thing, whether it is there or planned. What nobody said is not known."""

    there: Fitted | None = Field(default=None, description="“none”: somebody looked, and there is no such thing.")
    rated_a: float | None = Field(default=None, gt=0, le=5_000, description="What it bears continuously. [A]")
    rated_v: float | None = Field(default=None, gt=0, le=1_500, description="DC volts that it is made for. [V]")
    pole: Literal["positive", "negative"] | None = Field(default=None, description="Which pole it is of; None: not said.")
    poles: Literal[1, 2] | None = Field(default=None, description="Of a switch: conductors that it opens; None: not said.")
    ways: int | None = Field(default=None, ge=1, le=200, description="Of a fuse box: fuses that it has room for.")
    most_lugs: int | None = Field(default=None, ge=1, le=40, description="Lugs on the fullest of its studs.")
    reach: YesNo | None = Field(default=None, description="Whether a hand gets at it without tools.")
    ignition_protected: YesNo | None = Field(default=None, description="Built for a space with petrol or gas.")


class Gear(GearValues):
    """One of them, as it is in the rig."""

    position: Position = 0
    name: str = Field(default="", max_length=80)
    gear: GearKind = "bus_bar"
    run: RunKey | None = Field(default=None, description="The run whose fuse it is behind; None: as such a thing usually is.")
    compartment: Id | None = Field(default=None, description="The compartment that it sits in.")


class NegativeValues(Model):
    """What can be said of the negative side. What nobody said is not known."""

    bms: Literal["inside", "in_negative"] | None = Field(
        default=None, description="Where the electronics of lithium open the circuit: within each unit, or in the negative."
    )
    past_bms: YesNo | None = Field(default=None, description="Whether some negative goes to the cells past those electronics.")
    past_shunt: YesNo | None = Field(default=None, description="Whether some negative goes to the bank past the shunt.")
    chassis: Fitted | None = Field(default=None, description="Whether it is joined to chassis, hull or ground.")
    chassis_points: Literal["one", "several"] | None = Field(default=None, description="At how many points.")
    chassis_conductor: str | None = Field(default=None, description="Stock size of that joint, such as awg:2.")
    hull_return: YesNo | None = Field(default=None, description="Whether hull or chassis carries current in place of a cable.")

    _in_stock = field_validator("chassis_conductor")(known_conductor)
