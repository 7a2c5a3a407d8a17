"""What a part is, by kind: the values of its data sheet, or what was measured where there is none."""

from __future__ import annotations

import hashlib
import json
from typing import TYPE_CHECKING, Annotated, Literal, TypeAlias, get_args

from pydantic import Field, model_validator

from ryokan.core.charging.profiles import Profiles, read_profiles
from ryokan.core.charging.values import ChargerValues, ChargeSettings, DcdcValues
from ryokan.core.model import Model
from ryokan.core.parts.base import AnyPart
from ryokan.core.parts.protection import ProtectionPart
from ryokan.core.solar.values import Build, ControllerValues, Method, PanelValues
from ryokan.core.storage.model import Chemistry

BOOK = "book:"
OWN = "own:"


class AnyBattery(AnyPart):
    """What is asked of a battery, whether it is bought or was found. What its plate does not say is None."""

    kind: Literal["battery"] = "battery"
    chemistry: Chemistry | None = None
    nominal_v: float | None = Field(default=None, gt=0, le=120, description="By its plate, such as 12.8. [V]")
    capacity_ah: float | None = Field(default=None, gt=0, le=5000, description="Rated, over `rated_over_h` hours. [Ah]")
    rated_over_h: float = Field(default=20, gt=0, le=120, description="Hours of discharge that the rating holds for. [h]")
    discharge_limit_a: float | None = Field(default=None, gt=0, le=5000, description="Continuous; of the BMS if any. [A]")
    charge_limit_a: float | None = Field(default=None, gt=0, le=5000, description="Highest charge current. [A]")
    resistance_ohm: float | None = Field(default=None, gt=0, le=1, description="Internal resistance, charged, 25 °C. [Ω]")
    max_series: int | None = Field(default=None, ge=1, le=48, description="Most in series, by the maker.")
    max_parallel: int | None = Field(default=None, ge=1, le=48, description="Most in parallel, by the maker.")
    self_heating: bool = False
    heater_w: float | None = Field(default=None, gt=0, le=1000, description="Draw of its heater. [W]")
    min_charge_c: float | None = Field(default=None, ge=-40, le=25, description="Coldest charging allowed. [°C]")
    cycles: int | None = Field(default=None, ge=1, le=100_000, description="To 80 % of its capacity, by the maker.")
    stud: str = Field(default="", max_length=20, description="Terminal, such as M8.")


class Battery(AnyBattery):
    """One battery, block or cell, as it is bought: its kind, its volts and its size are known."""

    chemistry: Chemistry
    nominal_v: float = Field(gt=0, le=120, description="By its plate, such as 12.8. [V]")
    capacity_ah: float = Field(gt=0, le=5000, description="Rated, over `rated_over_h` hours. [Ah]")


class InverterPart(AnyPart):
    """One inverter, or inverter and charger, as it is bought."""

    kind: Literal["inverter"] = "inverter"
    rated_w: float = Field(gt=0, le=50_000, description="Continuous, at 25 °C. [W]")
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    surge_s: float | None = Field(default=None, gt=0, le=3600, description="How long it gives its surge. [s]")
    battery_v: Literal[12, 24, 48] = 12
    cutoff_v: float | None = Field(default=None, gt=0, le=60, description="Stops below. [V]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="Own draw with nothing connected. [W]")
    mains_v: Literal[100, 110, 120, 220, 230, 240] = 120
    mains_hz: Literal[50, 60] = 60
    legs: Literal[1, 2] = 1
    waveform: Literal["pure_sine", "modified_sine"] = "pure_sine"
    charger_a: float | None = Field(default=None, gt=0, le=1000, description="Built-in charger, DC side. [A]")
    profiles: Profiles = ""
    transfer_a: float | None = Field(default=None, gt=0, le=200, description="Built-in transfer, AC side. [A]")
    remote_switch: bool = False
    pre_charge: bool = Field(default=False, description="Charges its own capacitors before it is connected.")
    receptacle_w: float | None = Field(default=None, gt=0, le=10_000, description="What one of its receptacles gives. [W]")
    noise_db: float | None = Field(default=None, ge=0, le=100, description="Of its fan, at one metre. [dB]")
    ignition_protected: bool = Field(default=False, description="Built for a space with petrol or gas.")
    asks_fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="The least fuse that its maker asks for. [A]")
    asks_conductor: str | None = Field(
        default=None, max_length=12, description="The least conductor that its maker asks for, such as awg:2/0."
    )

    @model_validator(mode="after")
    def _profiles_within_its_rating(self) -> InverterPart:
        _no_profile_above(self.profiles, self.charger_a)
        return self


def _no_profile_above(profiles: str, rated_a: float | None) -> None:
    for one in read_profiles(profiles):
        if rated_a is None or one.output_a > rated_a:
            most = "it has no charger" if rated_a is None else f"its charger gives {rated_a:g} A"
            raise ValueError(f"the profile “{one.name}” gives {one.output_a:g} A, and {most}")


class PanelPart(AnyPart, PanelValues):
    """One solar panel. Of a plate that is half read its watts at least are known."""

    kind: Literal["panel"] = "panel"
    rated_w: float = Field(gt=0, le=2_000, description="In full sun at 25 °C. [W]")
    build: Build = Field(default="rigid", description="How it is made.")

    @model_validator(mode="after")
    def _points_in_their_order(self) -> PanelPart:
        for higher, lower, what in ((self.voc_v, self.vmp_v, "volts"), (self.isc_a, self.imp_a, "amps")):
            if higher is not None and lower is not None and higher < lower:
                raise ValueError(f"the {what} at full power ({lower:g}) are above the open or shorted ones ({higher:g})")
        return self


class ControllerPart(AnyPart, ControllerValues):
    """One solar controller."""

    kind: Literal["controller"] = "controller"
    rated_a: float = Field(gt=0, le=500, description="Rated output. [A]")
    method: Method = Field(description="Whether it works the panels at their best volts, or at the bank's.")


class ChargerPart(AnyPart, ChargerValues):
    """One charger or converter on the mains."""

    kind: Literal["charger"] = "charger"
    output_a: float = Field(gt=0, le=2_000, description="Rated output, DC side. [A]")
    mains_v: Literal[120, 230] | None = Field(default=None, description="Mains that it is made for; None: both. [V]")
    profiles: Profiles = ""

    @model_validator(mode="after")
    def _profiles_within_its_rating(self) -> ChargerPart:
        _no_profile_above(self.profiles, self.output_a)
        return self


class DcdcPart(AnyPart, DcdcValues, ChargeSettings):
    """One DC-DC charger."""

    kind: Literal["dcdc"] = "dcdc"
    output_a: float = Field(gt=0, le=1_000, description="Rated output. [A]")
    input_v: Literal[12, 24, 48] = Field(description="Class that its input is made for. [V]")
    output_v: Literal[12, 24, 48] = Field(description="Class that its output is made for. [V]")


AnyKindOfPart: TypeAlias = (
    Battery | InverterPart | PanelPart | ControllerPart | ChargerPart | DcdcPart | ProtectionPart
)  # every kind there is stands here, and nowhere else
Part: TypeAlias = Annotated[AnyKindOfPart, Field(discriminator="kind")]
KINDS: dict[str, type[AnyPart]] = {model.model_fields["kind"].default: model for model in get_args(AnyKindOfPart)}
if TYPE_CHECKING:
    PartKind: TypeAlias = str
else:
    PartKind = Literal[*KINDS]
PartRef: TypeAlias = Annotated[
    str,
    Field(
        pattern=r"^(book:[0-9a-f]{32}|own:[a-z0-9][a-z0-9-]{0,39})$",
        description="A part of the parts book by the hash of its content, or one of the rig's own by its id.",
    ),
]


class OwnPart(Model):
    """A part of this rig alone: there already, a spare, re-used from elsewhere, or bought for it."""

    part: Part
    standing: Literal["bought", "spare", "re_used", "kept"] = "re_used"
    age_years: float | None = Field(default=None, ge=0, le=60)
    condition: Literal["as_new", "good", "worn"] | None = Field(default=None, description="None: not known.")
    measured_with: str = Field(default="", max_length=120, description="Which meter, where values were measured.")

    @model_validator(mode="after")
    def _priced_only_where_bought(self) -> OwnPart:
        if self.standing != "bought" and self.part.price is not None:
            raise ValueError("only a part that is bought has a price")
        return self


def content_hash(part: Part) -> str:
    """What a part of the book is referred to by: equal content has an equal hash, and a changed part has another.

    Members at their default are left out, so that members which later versions add do not change it.
    """
    document = {"kind": part.kind, **part.model_dump(mode="json", exclude_defaults=True)}
    return hashlib.sha256(json.dumps(document, sort_keys=True, ensure_ascii=False).encode()).hexdigest()[:32]


def book_ref(part: Part) -> str:
    """The reference of a part of the book."""
    return BOOK + content_hash(part)
