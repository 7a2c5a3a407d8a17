"""What the system goes into, and under which codes and mains."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field

from ryokan.core.model import Model

CodePack: TypeAlias = Literal["na_vehicle", "na_marine", "international"]
VehicleKind: TypeAlias = Literal[
    "van", "motorhome", "bus", "trailer", "truck", "narrowboat", "sailing boat", "motor boat", "other"
]
ROAD: tuple[VehicleKind, ...] = ("van", "motorhome", "bus", "trailer", "truck")
BOATS: tuple[VehicleKind, ...] = ("narrowboat", "sailing boat", "motor boat")


class Region(Model):
    """Codes and mains."""

    code_pack: CodePack = "na_vehicle"
    mains_v: Literal[100, 110, 120, 220, 230, 240] = 120
    mains_hz: Literal[50, 60] = 60


class VehicleFrame(Model):
    """Metres; x forward from the rear axle (the stern for boats), y to the left, z up. What is not measured is None."""

    length_m: float | None = Field(default=None, gt=0, le=60)
    width_m: float | None = Field(default=None, gt=0, le=15)
    height_m: float | None = Field(default=None, gt=0, le=10)
    wheelbase_m: float | None = Field(default=None, gt=0, le=20)
    rear_end_x_m: float | None = Field(default=None, ge=-20, le=20)


class Payload(Model):
    """Mass that may still be added, as found: by the weighbridge and the plate. What is not weighed is None."""

    left_kg: float | None = Field(default=None, ge=0, le=50_000, description="In all. [kg]")
    front_left_kg: float | None = Field(default=None, ge=0, le=50_000, description="On the front axle, or the hitch. [kg]")
    rear_left_kg: float | None = Field(default=None, ge=0, le=50_000, description="On the rear axles together. [kg]")


class Vehicle(Model):
    """What the system goes into."""

    kind: VehicleKind = "van"
    description: str = Field(default="a van", min_length=1, max_length=80, description="As one says it, with its article.")
    frame: VehicleFrame = Field(default_factory=VehicleFrame)
    payload: Payload = Field(default_factory=Payload)
    fuel: Literal["petrol", "diesel", "electric", "none"] | None = Field(default=None, description="None: not asked yet.")
    gas_on_board: bool | None = Field(default=None, description="Bottled gas; None: not asked yet.")
    hull: Literal["grp", "steel", "aluminium", "wood"] | None = Field(
        default=None, description="Boats only; None: not asked yet."
    )
    bilge_depth_m: float | None = Field(default=None, gt=0, le=5, description="Boats only. [m]")
    altitude_m: float | None = Field(default=None, ge=-500, le=6000, description="Highest place of use. [m]")
    insulation_mm: float | None = Field(default=None, ge=0, le=500, description="Thickness that cables are buried in. [mm]")
