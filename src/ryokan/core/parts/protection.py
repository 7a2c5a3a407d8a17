"""Parts that protect and connect: what is printed on them or on their sheets. What a sheet does not say is not known."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.model import YesNo
from ryokan.core.parts.base import AnyPart
from ryokan.core.wiring.conductors import known_conductor
from ryokan.core.wiring.fuse_times import FuseTimes
from ryokan.core.wiring.kinds import FuseFamily, InsulationC, Material, StudSize

RatedAmps: TypeAlias = Annotated[float, Field(gt=0, le=5_000)]
RatedVolts: TypeAlias = Annotated[float, Field(gt=0, le=1_500)]
BreaksAmps: TypeAlias = Annotated[float, Field(gt=0, le=200_000)]


class FusePart(AnyPart):
    """One fuse."""

    kind: Literal["fuse"] = "fuse"
    family: FuseFamily
    rated_a: RatedAmps = Field(description="[A]")
    rated_v: RatedVolts | None = Field(default=None, description="DC volts printed on it. [V]")
    breaks_a: BreaksAmps | None = Field(default=None, description="Fault current that it breaks at those volts. [A]")
    opens: FuseTimes = ""


class HolderPart(AnyPart):
    """One holder or block for fuses."""

    kind: Literal["holder"] = "holder"
    family: FuseFamily
    rated_a: RatedAmps | None = Field(default=None, description="Of each way. [A]")
    all_a: RatedAmps | None = Field(default=None, description="Of all its ways together. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    ways: int = Field(default=1, ge=1, le=60)
    stud: StudSize | None = None
    covered: YesNo | None = Field(default=None, description="Whether live metal is covered.")


class BreakerPart(AnyPart):
    """One breaker for direct current."""

    kind: Literal["breaker"] = "breaker"
    rated_a: RatedAmps = Field(description="[A]")
    rated_v: RatedVolts | None = Field(default=None, description="DC volts printed on it. [V]")
    breaks_a: BreaksAmps | None = Field(default=None, description="Fault current that it breaks at those volts. [A]")
    polarised: YesNo | None = Field(default=None, description="Whether it is marked for one way alone.")
    poles: Literal[1, 2] | None = None
    reset: Literal["by_hand", "by_itself"] | None = Field(default=None, description="What closes it after it has tripped.")
    ignition_protected: YesNo | None = None
    opens: FuseTimes = ""


class SwitchPart(AnyPart):
    """One battery switch or disconnect that a hand throws."""

    kind: Literal["switch"] = "switch"
    rated_a: RatedAmps = Field(description="Continuous. [A]")
    brief_a: RatedAmps | None = Field(default=None, description="For some minutes, as for an engine's starter. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    poles: Literal[1, 2] | None = None
    stud: StudSize | None = None
    lockable: YesNo | None = None
    ignition_protected: YesNo | None = None


class DisconnectPart(AnyPart):
    """One device that sheds loads by volts or by a signal."""

    kind: Literal["disconnect"] = "disconnect"
    rated_a: RatedAmps = Field(description="Continuous. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    opens_v: float | None = Field(default=None, gt=0, le=80, description="Opens below. [V]")
    closes_v: float | None = Field(default=None, gt=0, le=80, description="Closes again above. [V]")
    by_signal: YesNo | None = Field(default=None, description="Whether the electronics of the bank can open it.")
    both_ways: YesNo | None = Field(default=None, description="Whether current may run through it either way.")


class BarPart(AnyPart):
    """One bus bar."""

    kind: Literal["bus_bar"] = "bus_bar"
    rated_a: RatedAmps = Field(description="Continuous. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    studs: int | None = Field(default=None, ge=1, le=40)
    stud: StudSize | None = None
    screws: int | None = Field(default=None, ge=0, le=60, description="Small screws beside the studs.")
    covered: YesNo | None = Field(default=None, description="Whether live metal is covered.")


class ShuntPart(AnyPart):
    """One shunt."""

    kind: Literal["shunt"] = "shunt"
    rated_a: RatedAmps = Field(description="Continuous. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    full_scale_mv: float | None = Field(default=None, gt=0, le=1_000, description="At its rating. [mV]")
    counts: YesNo | None = Field(default=None, description="Whether it counts amp-hours by itself.")
    stud: StudSize | None = None


class GaugePart(AnyPart):
    """One gauge or display."""

    kind: Literal["gauge"] = "gauge"
    shows: Literal["volts", "amp_hours", "tanks", "temperature"]
    needs_shunt: YesNo | None = None
    lowest_v: float | None = Field(default=None, gt=0, le=100, description="[V]")
    highest_v: float | None = Field(default=None, gt=0, le=100, description="[V]")
    alarm: YesNo | None = Field(default=None, description="Whether it warns before the bank is empty.")
    own_w: float | None = Field(default=None, ge=0, le=50, description="Takes for itself. [W]")


class StudPart(AnyPart):
    """One insulated stud."""

    kind: Literal["stud"] = "stud"
    stud: StudSize
    rated_a: RatedAmps | None = Field(default=None, description="[A]")
    covered: YesNo | None = None


class BlockPart(AnyPart):
    """One terminal or distribution block."""

    kind: Literal["block"] = "block"
    ways: int = Field(ge=1, le=60)
    rated_a: RatedAmps | None = Field(default=None, description="[A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    takes_mm2: float | None = Field(default=None, gt=0, le=300, description="Thickest wire. [mm²]")


class PlugPart(AnyPart):
    """One pair of plug and socket for direct current."""

    kind: Literal["plug"] = "plug"
    rated_a: RatedAmps = Field(description="Continuous. [A]")
    rated_v: RatedVolts | None = Field(default=None, description="[V]")
    poles: Literal[1, 2, 3, 7, 13] | None = None
    takes_mm2: float | None = Field(default=None, gt=0, le=300, description="Thickest wire. [mm²]")
    under_load: YesNo | None = Field(default=None, description="Whether it may be pulled under load.")


class StepDownPart(AnyPart):
    """One converter to fewer volts for what runs on them."""

    kind: Literal["step_down"] = "step_down"
    lowest_input_v: float | None = Field(default=None, gt=0, le=100, description="[V]")
    highest_input_v: float | None = Field(default=None, gt=0, le=100, description="[V]")
    output_v: float = Field(gt=0, le=60, description="[V]")
    output_a: RatedAmps = Field(description="Continuous. [A]")
    efficiency_frac: float | None = Field(default=None, gt=0, le=1)
    isolated: YesNo | None = None
    own_w: float | None = Field(default=None, ge=0, le=50, description="Takes for itself. [W]")


class CablePart(AnyPart):
    """One cable by the metre."""

    kind: Literal["cable"] = "cable"
    conductor: str = Field(max_length=12, description="Stock size, such as awg:2/0 or mm2:70.")
    insulation_c: InsulationC | None = Field(default=None, description="[°C]")
    material: Material | None = None
    make: Literal["stranded", "solid"] | None = None
    tinned: YesNo | None = None
    cores: int = Field(default=1, ge=1, le=5)
    colour: str = Field(default="", max_length=20)
    outside_mm: float | None = Field(default=None, gt=0, le=80, description="Over its insulation. [mm]")
    told_ampacity_a: RatedAmps | None = Field(default=None, description="What its maker says that it bears. [A]")
    kg_per_m: float | None = Field(default=None, gt=0, le=20, description="[kg/m]")

    _in_stock = field_validator("conductor")(known_conductor)


class LugPart(AnyPart):
    """One lug."""

    kind: Literal["lug"] = "lug"
    conductor: str = Field(max_length=12, description="Stock size that it is crimped on.")
    stud: StudSize
    angle_deg: Literal[0, 45, 90] = 0
    tinned: YesNo | None = None

    _in_stock = field_validator("conductor")(known_conductor)


class SleevePart(AnyPart):
    """One sleeve that shrinks, by the metre."""

    kind: Literal["sleeve"] = "sleeve"
    before_mm: float = Field(gt=0, le=100, description="Inside, before it shrinks. [mm]")
    after_mm: float = Field(gt=0, le=100, description="Inside, after. [mm]")
    adhesive: YesNo | None = None


class GlandPart(AnyPart):
    """One gland or grommet."""

    kind: Literal["gland"] = "gland"
    smallest_mm: float = Field(gt=0, le=100, description="Thinnest cable. [mm]")
    largest_mm: float = Field(gt=0, le=100, description="Thickest cable. [mm]")
    cables: int = Field(default=1, ge=1, le=20)
    wet: YesNo | None = Field(default=None, description="Whether it seals against water.")


ProtectionPart: TypeAlias = (
    FusePart | HolderPart | BreakerPart | SwitchPart | DisconnectPart | BarPart | ShuntPart | GaugePart
    | StudPart | BlockPart | PlugPart | StepDownPart | CablePart | LugPart | SleevePart | GlandPart
)  # fmt: skip
