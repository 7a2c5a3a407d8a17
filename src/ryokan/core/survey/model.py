"""What is there already, before anything is planned: found, measured, and to stay or to go.

Of each member a person has said something, has said that there is none (“none”), or has said nothing: then it is None, is asked
for in the list of what is still to be asked, and nothing is concluded from it.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal, TypeAlias, TypeVar

from pydantic import Field, field_validator, model_validator

from ryokan.core.ac.values import Bond, Rcd
from ryokan.core.charging.model import Hookup, VoltsClass
from ryokan.core.charging.values import (
    AlternatorValues,
    ChargerValues,
    ChargeSettings,
    DcdcValues,
    GeneratorValues,
    PathValues,
)
from ryokan.core.inverter.model import Waveform
from ryokan.core.model import Fitted, Id, Model, Nothing, Position, YesNo
from ryokan.core.parts.base import Size
from ryokan.core.parts.model import AnyBattery, Battery, PanelPart
from ryokan.core.quantities import Length
from ryokan.core.readings.model import MAX_READINGS, Reading
from ryokan.core.solar.model import FuseAmps, Mounting, Polarity
from ryokan.core.solar.values import ControllerValues, PanelValues, PvVolts
from ryokan.core.storage.model import Bay, BmsOpen, Midpoint, OtherBankValues, Restraint, TakeOff
from ryokan.core.subjects import FINDING_KEY
from ryokan.core.survey.sights import MAX_LOOKS, Look
from ryokan.core.wiring.conductors import RunKey, known_conductor
from ryokan.core.wiring.gear import GearKind, GearValues, NegativeValues
from ryokan.core.wiring.kinds import FuseFamily, InsulationC, Material

MAX_ITEMS = 60

Fate: TypeAlias = Literal["open", "stays", "goes"]
Condition: TypeAlias = Literal["as_new", "good", "worn", "damaged"]


class AnyFound(Model):
    """What is asked of everything that is there."""

    position: Position = 0
    name: str = Field(default="", max_length=80, description="As one calls it on the job.")
    fate: Fate = "open"
    age_years: float | None = Field(default=None, ge=0, le=60)
    condition: Condition | None = Field(default=None, description="None: not known.")
    where: Id | None = Field(default=None, description="The compartment it lives in.")
    known_from: Literal["plate", "measured", "estimate"] | None = Field(
        default=None, description="How its values are known; None: not said."
    )
    place: str = Field(default="", max_length=60, description="Where it is, in words, where no compartment says it.")
    typed: str = Field(default="", max_length=200, description="The line that it was entered by.")
    note: str = Field(default="", max_length=400)


class FoundBattery(AnyBattery):
    """One unit of a bank that was found, as far as anybody knows it."""

    name: str = Field(default="Battery", min_length=1, max_length=80)

    def as_part(self, kg_per_kwh: float | None = None) -> Battery | None:
        """The battery that it is, or None while its kind, its volts or its size are not known.

        Parameters
        ----------
        kg_per_kwh : float, optional
            Mass of such a battery by its energy: where its mass alone is known, its likely capacity follows. [kg/kWh]
            (common practice)
        """
        if self.chemistry is None or self.nominal_v is None:
            return None
        said = self.model_dump(exclude_unset=True) | {"price": None}
        if self.capacity_ah is None:
            if self.mass_kg is None or kg_per_kwh is None:
                return None
            said |= {"capacity_ah": 1000 * self.mass_kg / kg_per_kwh / self.nominal_v, "values_from": "estimate"}
        return Battery.model_validate({"name": self.name, **said})


class FoundBank(AnyFound):
    """A bank of like units."""

    kind: Literal["bank"] = "bank"
    battery: FoundBattery
    series: int = Field(default=1, ge=1, le=48)
    parallel: int = Field(default=1, ge=1, le=48)
    paired: int = Field(default=1, ge=1, le=24, description="Units side by side within each step of a string, under one BMS.")
    cells_in_series: int | None = Field(default=None, ge=1, le=32, description="Of traction modules.")
    system_v: VoltsClass | None = Field(default=None, description="None: as its units make it. [V]")
    bay: Bay | None = None
    restraint: Restraint | None = None
    take_off: TakeOff | None = None
    string_fuses: Fitted | None = None
    midpoint: Midpoint | None = None
    bms: Fitted | None = None
    when_bms_opens: BmsOpen | None = None
    vent_cm2: float | None = Field(default=None, ge=0, le=10_000, description="Free opening of a vented enclosure. [cm²]")


class FoundAlternator(AnyFound, AlternatorValues, PathValues, ChargeSettings):
    """An alternator of the vehicle, and how it charges the house bank by itself, if it does."""

    kind: Literal["alternator"] = "alternator"
    alternator_v: Literal[12, 24] | None = None
    charges_house: Literal["none", "relay", "dcdc", "hand_switch", "manager", "regulated"] | None = None

    @model_validator(mode="before")
    @classmethod
    def _limit_by_its_name_of_before(cls, value: Any) -> Any:
        if isinstance(value, dict) and "path_limit_a" in value and value.get("limit_a") is None:
            value = {"limit_a" if name == "path_limit_a" else name: one for name, one in value.items() if name != "limit_a"}
        return value


class FoundDcdc(AnyFound, DcdcValues, PathValues, ChargeSettings):
    """A DC-DC charger, with its way from the alternator."""

    kind: Literal["dcdc"] = "dcdc"
    alternator: Id | None = Field(
        default=None, description="The alternator that it hangs on; None: the only one, or not known."
    )


class FoundCharger(AnyFound, ChargerValues):
    """A shore charger, or the converter of a trailer."""

    kind: Literal["shore_charger"] = "shore_charger"
    fed_from: Literal["hookup", "panel", "inverter"] | None = Field(
        default=None,
        description="An outlet that the hookup alone feeds, the panel that an inverter may feed too, or an outlet on that.",
    )


class FoundOtherBank(AnyFound, OtherBankValues):
    """A bank beside the house bank, such as the starter battery."""

    kind: Literal["other_bank"] = "other_bank"


class FoundInverter(AnyFound):
    """An inverter."""

    kind: Literal["inverter"] = "inverter"
    rated_w: float | None = Field(default=None, gt=0, le=50_000, description="[W]")
    surge_w: float | None = Field(default=None, gt=0, le=150_000, description="[W]")
    idle_w: float | None = Field(default=None, ge=0, le=500, description="[W]")
    battery_v: VoltsClass | None = Field(default=None, description="Class of its DC side. [V]")
    waveform: Waveform | None = None
    legs: Literal[1, 2] | None = None
    pre_charge: Fitted | None = None
    charger_a: float | None = Field(default=None, gt=0, le=2_000, description="Built-in charger, DC side. [A]")
    transfer_a: float | None = Field(default=None, gt=0, le=400, description="Built-in transfer, AC side. [A]")
    maker_fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="The least fuse that its maker asks for. [A]")
    maker_conductor: str | None = Field(default=None, description="The least conductor that its maker asks for.")
    feeds: Literal["outlets", "panel"] | None = Field(
        default=None, description="Outlets of its own, or the panel of the vehicle; None: not known."
    )
    transfer: Literal["cord", "switch", "relay", "inverter"] | None = Field(
        default=None,
        description="What changes that panel over between hookup and inverter: by itself it passes on; None: not known.",
    )
    bond: Bond | None = Field(default=None, description="Who joins its neutral to earth; None: not known.")
    short_circuit_a: float | None = Field(default=None, gt=0, le=5_000, description="What it gives into a short. [A]")

    _in_stock = field_validator("maker_conductor")(known_conductor)


class FoundPanels(AnyFound, PanelValues):
    """Like panels, wired alike."""

    kind: Literal["panels"] = "panels"
    watts_each: float | None = Field(default=None, gt=0, le=2_000, description="Rated. [W]")
    count: int = Field(default=1, ge=1, le=60)
    mounting: Literal["roof", "arch", "bonnet", "ground", "portable"] | None = None
    held_by: Mounting | None = Field(default=None, description="What holds them; None: not known.")
    in_series: int | None = Field(default=None, ge=1, le=60, description="Panels of one string; None: not known.")
    string_fuse_a: FuseAmps | None = Field(default=None, description="Fuse of each string; “none”: there is none. [A]")
    controller: Id | None = Field(default=None, description="The controller that they go to; None: the only one, or not known.")
    own_controller: YesNo | None = Field(default=None, description="Of portable ones: a kit with a controller of its own.")
    tilt_deg: float | None = Field(default=None, ge=0, le=90, description="From level. [°]")
    connectors_alike: YesNo | None = Field(default=None, description="Whether each connector is mated with its own kind.")
    connector_v: PvVolts | None = Field(default=None, description="DC volts that the connectors are rated for. [V]")
    disconnect: Fitted | None = Field(default=None, description="Switch or breaker before their controller.")
    disconnect_v: PvVolts | None = Field(default=None, description="DC volts that it breaks. [V]")
    gland: Fitted | None = Field(default=None, description="Sealed gland where their cable comes in.")
    junction_box: Fitted | None = Field(default=None, description="Box on the roof where they are joined.")
    lead: Length | None = Field(default=None, description="Of portable ones, to their controller.")
    port: str = Field(default="", max_length=60, description="What portable ones are plugged into, in words.")
    polarity: Polarity | None = Field(default=None, description="Of that port, tried with a meter.")
    length_m: float | None = Field(default=None, gt=0, le=5, description="Long side of one. [m]")
    width_m: float | None = Field(default=None, gt=0, le=5, description="Short side of one. [m]")
    mass_kg: float | None = Field(default=None, gt=0, le=200, description="Of one. [kg]")

    def as_part(self) -> PanelPart | None:
        """The panel that each of them is; None while its watts are not known, or its plate contradicts itself."""
        if self.watts_each is None or not self._points_agree():
            return None
        values = {name: getattr(self, name) for name in PanelValues.model_fields}
        size = None
        if self.length_m is not None and self.width_m is not None:
            size = Size(length_m=self.length_m, width_m=self.width_m, height_m=USUAL_FRAME_M)
        return PanelPart(
            name=self.name or f"Panel of {self.watts_each:g} W",
            rated_w=self.watts_each,
            mass_kg=self.mass_kg,
            size=size,
            values_from="estimate" if self.known_from == "estimate" else "data_sheet",
            **{**values, "build": self.build or "rigid"},
        )

    def _points_agree(self) -> bool:
        pairs = ((self.voc_v, self.vmp_v), (self.isc_a, self.imp_a))
        return all(higher is None or lower is None or higher >= lower for higher, lower in pairs)


USUAL_FRAME_M = 0.035  # thickness of a framed panel (common practice)


class FoundController(AnyFound, ControllerValues):
    """A solar controller."""

    kind: Literal["controller"] = "controller"


class FoundMainCable(AnyFound):
    """The run from the bank to what it feeds, with its fuse."""

    kind: Literal["main_cable"] = "main_cable"
    conductor: str | None = Field(default=None, description="Stock size, such as awg:2/0 or mm2:70.")
    one_way_length: Length | None = None
    insulation_c: InsulationC | None = None
    terminal_c: InsulationC | None = None
    material: Material | None = None
    cables: int = Field(default=1, ge=1, le=4, description="So many alike, side by side, for each pole.")
    told_ampacity_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What is printed on it, or what its seller says that it bears. [A]"
    )
    zone: Literal["cabin", "engine_space"] = "cabin"
    fuse_a: Annotated[float, Field(gt=0, le=5_000)] | Nothing | None = Field(
        default=None, description="“none”: there is no fuse. [A]"
    )
    fuse_family: FuseFamily | None = None
    fuse_v: float | None = Field(default=None, gt=0, le=1_500, description="DC volts printed on it. [V]")
    fuse_breaks_a: float | None = Field(
        default=None, gt=0, le=200_000, description="Fault current that it breaks at those volts. [A]"
    )
    polarised: YesNo | None = Field(default=None, description="Of a breaker: whether it is marked for one way alone.")

    _in_stock = field_validator("conductor")(known_conductor)


class FoundCord(AnyFound):
    """The shore cord with its inlet, by its smaller rating."""

    kind: Literal["cord"] = "cord"
    rating: Hookup | None = Field(default=None, description="None: not known.")
    length: Length | None = None
    conductor: str | None = Field(default=None, description="Stock size, such as mm2:2.5 or awg:10.")
    adapter_a: float | None = Field(default=None, gt=0, le=200, description="What an adapter on it bears. [A]")
    inlet_a: float | None = Field(default=None, gt=0, le=200, description="What the vehicle's inlet is rated for. [A]")

    _in_stock = field_validator("conductor")(known_conductor)

    @property
    def is_adapter(self) -> bool:
        """Whether nothing was found but an adapter: it lies in a locker until somebody plugs it in."""
        said = (self.rating, self.length, self.conductor, self.inlet_a)
        return self.adapter_a is not None and all(one is None for one in said)


class FoundGenerator(AnyFound, GeneratorValues):
    """A generator."""

    kind: Literal["generator"] = "generator"


class FoundFuse(AnyFound):
    """A fuse or breaker beside the main one."""

    kind: Literal["fuse"] = "fuse"
    rated_a: Annotated[float, Field(gt=0, le=5_000)] | Nothing | None = Field(
        default=None, description="“none”: there is none. [A]"
    )
    family: FuseFamily | None = None
    rated_v: float | None = Field(default=None, gt=0, le=1_500, description="DC volts printed on it. [V]")
    breaks_a: float | None = Field(
        default=None, gt=0, le=200_000, description="Fault current that it breaks at those volts. [A]"
    )
    polarised: YesNo | None = Field(default=None, description="Of a breaker: whether it is marked for one way alone.")
    guards: str = Field(default="", max_length=80, description="What it protects, in words.")
    joins: RunKey | None = Field(default=None, description="The run that it guards; None: by those words.")


class FoundCable(AnyFound):
    """A run beside the main one."""

    kind: Literal["cable"] = "cable"
    runs: str = Field(default="", max_length=80, description="From where to where, in words.")
    joins: RunKey | None = Field(default=None, description="The run that it is; None: by those words.")
    conductor: str | None = Field(default=None, description="Stock size, such as awg:2/0 or mm2:70.")
    cables: int = Field(default=1, ge=1, le=4, description="So many alike, side by side, for each pole.")
    one_way_length: Length | None = None
    insulation_c: InsulationC | None = None
    material: Material | None = None
    make: Literal["stranded", "solid"] | None = None
    told_ampacity_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What is printed on it, or what its seller says that it bears. [A]"
    )
    fuse_a: Annotated[float, Field(gt=0, le=5_000)] | Nothing | None = Field(
        default=None, description="“none”: there is no fuse. [A]"
    )

    _in_stock = field_validator("conductor")(known_conductor)


class FoundSwitch(AnyFound):
    """A switch: of the bank, of one circuit, or between two sources."""

    kind: Literal["switch"] = "switch"
    does: Literal["main", "isolator", "transfer"] | None = None
    thrown: Literal["by_hand", "by_itself"] | None = None
    rated_a: float | None = Field(default=None, gt=0, le=5_000, description="[A]")
    rated_v: float | None = Field(default=None, gt=0, le=1_500, description="DC volts that it is made for. [V]")
    poles: Literal[1, 2] | None = Field(default=None, description="Conductors that it opens.")
    there: Fitted | None = Field(default=None, description="“none”: there is no such switch.")
    reach: YesNo | None = Field(default=None, description="Whether a hand gets at it without tools.")
    between: str = Field(default="", max_length=80, description="Between what, in words.")


class FoundGear(AnyFound, GearValues):
    """A bar, a shunt, a load disconnect or a fuse box between the bank and what it feeds."""

    kind: Literal["dc_gear"] = "dc_gear"
    gear: GearKind | None = None


class FoundNegative(AnyFound, NegativeValues):
    """The negative side: what it is joined to, and what goes past the electronics or the shunt."""

    kind: Literal["negative"] = "negative"


class FoundAcPanel(AnyFound):
    """A panel of breakers on the AC side."""

    kind: Literal["ac_panel"] = "ac_panel"
    legs: Literal[1, 2] | None = None
    main_a: float | None = Field(default=None, gt=0, le=400, description="Its main breaker. [A]")
    main_poles: Literal[1, 2] | None = Field(default=None, description="Whether that opens the live side alone, or both.")
    shared_neutral: YesNo | None = Field(default=None, description="Whether circuits of both legs share a neutral.")
    bond: Literal["bonded", "apart"] | None = Field(default=None, description="Whether neutral and earth are joined in it.")
    main_rcd: Rcd | None = Field(default=None, description="Residual-current device over all of it; “none”: there is none.")


class FoundAcGuard(AnyFound):
    """What guards people and hulls on the AC side."""

    kind: Literal["ac_guard"] = "ac_guard"
    device: Literal["rcd", "galvanic", "fail_safe", "transformer", "polarity"] | None = None
    rcd: Rcd | None = Field(default=None, description="Type of a residual-current device; “none”: there is none.")
    there: Fitted | None = Field(default=None, description="“none”: there is no such isolator or indicator.")
    rated_a: float | None = Field(default=None, gt=0, le=400, description="What it passes. [A]")
    covers: Literal["all", "outlets"] | None = Field(default=None, description="Whether it guards all, or the outlets.")


class FoundOther(AnyFound):
    """Whatever else is there and matters."""

    kind: Literal["other"] = "other"


Found: TypeAlias = Annotated[
    FoundBank
    | FoundOtherBank
    | FoundAlternator
    | FoundDcdc
    | FoundCharger
    | FoundInverter
    | FoundPanels
    | FoundController
    | FoundMainCable
    | FoundCord
    | FoundGenerator
    | FoundFuse
    | FoundCable
    | FoundSwitch
    | FoundGear
    | FoundNegative
    | FoundAcPanel
    | FoundAcGuard
    | FoundOther,
    Field(discriminator="kind"),
]


Kind = TypeVar("Kind", bound=AnyFound)


class Survey(Model):
    """What is there. In an option as found, what it says of a part stands for the rig; see :mod:`.fill`."""

    items: dict[Id, Found] = Field(default_factory=dict, max_length=MAX_ITEMS)
    as_found: bool = Field(default=False, description="Whether the option shows what is there, not what is planned.")
    readings: dict[Id, Reading] = Field(default_factory=dict, max_length=MAX_READINGS, description="What meters said.")
    looks: dict[Id, Look] = Field(default_factory=dict, max_length=MAX_LOOKS, description="What was seen, by place.")
    not_known: dict[Annotated[str, Field(max_length=120, pattern=FINDING_KEY)], Literal[True]] = Field(
        default_factory=dict, max_length=200, description="Questions that were asked and that nobody can answer."
    )

    def ordered(self) -> dict[str, AnyFound]:
        """All items in their order."""
        return dict(sorted(self.items.items(), key=lambda one: (one[1].position, one[0])))

    def readings_of(self, thing: AnyFound) -> list[Reading]:
        """What was read of one of the things, in the order in which it was entered."""
        ids = {id for id, one in self.items.items() if one is thing}
        found = sorted(self.readings.items(), key=lambda one: (one[1].position, one[0]))
        return [reading for _, reading in found if reading.thing in ids]

    def of_kind(self, kind: type[Kind]) -> dict[str, Kind]:
        """Items of one kind in their order."""
        return {id: item for id, item in self.ordered().items() if isinstance(item, kind)}

    def that_counts(self, kind: type[Kind]) -> dict[str, Kind]:
        """Items of one kind that belong to the option: all of them as found, otherwise those that stay."""
        return {id: item for id, item in self.of_kind(kind).items() if self.as_found or item.fate == "stays"}


def name_of_found(one: AnyFound) -> str:
    """What people call a thing that was found; without a name of its own what it is."""
    return one.name or (one.battery.name if isinstance(one, FoundBank) else getattr(one, "kind", "").replace("_", " "))
