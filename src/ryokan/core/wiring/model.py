"""What people said of the cables between things: of the main run, and of every other by its identity."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.errors import UnreadableQuantity
from ryokan.core.model import Fitted, Id, Model, Nothing, Position, YesNo
from ryokan.core.quantities import Length
from ryokan.core.wiring.circuits import MAX_CIRCUITS, DcCircuit
from ryokan.core.wiring.conductors import RunKey, known_conductor
from ryokan.core.wiring.fuse_times import FuseTimes
from ryokan.core.wiring.gear import MAX_GEAR, Gear, NegativeValues
from ryokan.core.wiring.kinds import FuseFamily, InsulationC, Material, StudSize

Zone: TypeAlias = Literal["cabin", "engine_space", "roof"]
# Not at all (ISO 13297), up to the next rating (NEC 240.4(B)), or half more on branches (ABYC E-11).
FuseSchool: TypeAlias = Literal["ampacity", "next_rating", "half_more"]
BuriedMm: TypeAlias = Annotated[float, Field(gt=0, le=2_000)]
Bundled: TypeAlias = Annotated[int, Field(ge=2, le=99)]
# What terminals belong to: bus, panel, controller:a.
Owner: TypeAlias = Annotated[str, Field(max_length=60, pattern=r"^[a-z_]+(:[a-z0-9][a-z0-9_-]{0,39})?$")]
MAX_RUNS = 600
USUAL_SPOOLS_M = (10.0, 25.0, 50.0)  # common practice
MAX_ROUTES = 40
MAX_NUMBERS = 5_000


class FuseOfRun(Model):
    """What can be said of the fuse of a run, and of what is behind it. What nobody said is not known."""

    fuse_a: Annotated[float, Field(gt=0, le=5_000)] | Nothing | None = Field(
        default=None, description="Fuse or breaker at the end towards the bank; “none”: there is none. [A]"
    )
    fuse_family: FuseFamily | None = Field(default=None, description="None: not said.")
    fuse_v: float | None = Field(default=None, gt=0, le=1_500, description="DC volts printed on it; None: not known. [V]")
    fuse_breaks_a: float | None = Field(
        default=None, gt=0, le=200_000, description="Fault current that it breaks at those volts; None: not known. [A]"
    )
    fuse_way: Length | None = Field(default=None, description="Cable before the fuse; None: not measured.")
    sheathed: Fitted | None = Field(default=None, description="A sheath or conduit around that cable before the fuse.")
    fuse_opens: FuseTimes = ""
    polarised: YesNo | None = Field(default=None, description="Of a breaker: whether it is marked for one way alone.")
    bears_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What the weakest thing behind the fuse bears: bar, switch, device. [A]"
    )


# Of a fuse that is another now: nothing that was printed on the one before counts.
NOTHING_PRINTED: dict[str, str | None] = {
    "fuse_family": None, "fuse_v": None, "fuse_breaks_a": None, "fuse_opens": "", "polarised": None,
}  # fmt: skip


class CableOfRun(Model):
    """What can be said of the cable of a run, whichever it is."""

    conductor: str | None = Field(default=None, description="Stock size, such as awg:2/0 or mm2:70.")
    cables: int = Field(default=1, ge=1, le=4, description="So many alike, side by side, for each pole.")
    cables_alike: Literal["yes", "no"] | None = Field(
        default=None, description="Of several side by side: whether size, length and lugs are the same."
    )
    make: Literal["stranded", "solid"] | None = Field(default=None, description="None: stranded where it is to be laid.")
    told_ampacity_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What is printed on the cable, or what its seller says that it bears. [A]"
    )
    stud_near: StudSize | None = Field(default=None, description="Stud that it is landed on at the end towards the bank.")
    stud_far: StudSize | None = Field(default=None, description="Stud that it is landed on at the other end.")
    lugs_fit: YesNo | None = Field(default=None, description="Whether the holes of its lugs are those of their studs.")
    lug_angle_deg: Annotated[int, Field(ge=0, lt=360)] | None = Field(
        default=None, description="Angle between the lugs of its two ends, seen along the cable; None: not said. [°]"
    )

    _in_stock = field_validator("conductor")(known_conductor)


class MainRun(CableOfRun, FuseOfRun):
    """The run from the bank to the bus: where it lies, what it is made of, and what was chosen."""

    one_way_length: Length | None = Field(
        default_factory=lambda: Length(typed="1.5 m", m=1.5), description="None: not measured."
    )
    insulation_c: InsulationC | None = Field(default=105, description="None: not known. [°C]")
    terminal_c: InsulationC | None = Field(default=105, description="None: not known. [°C]")
    material: Material | None = Field(default="copper", description="None: not known.")
    zone: Literal["cabin", "engine_space"] = "cabin"
    buried_mm: BuriedMm | None = Field(default=None, description="How far it runs within thermal insulation. [mm]")
    bundled: Bundled | None = Field(default=None, description="Conductors under current that lie together; None: apart.")


class Route(Model):
    """A way through the vehicle that several runs take."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=60)
    zone: Zone = "cabin"
    ambient_c: float | None = Field(
        default=None, ge=-20, le=120, description="Air around its cables at worst; None: by its zone. [°C]"
    )
    buried_mm: BuriedMm | None = Field(default=None, description="How far its cables run within thermal insulation. [mm]")
    bundled: Bundled | None = Field(
        default=None, description="Conductors under current that lie together; None: they lie apart."
    )
    through: Id | None = Field(default=None, description="The compartment that it passes; None: none, or not said.")


class SaidOfRun(CableOfRun, FuseOfRun):
    """What people said of one run. Nothing of it is known until somebody says so."""

    label: str = Field(default="", max_length=40, description="What stands on it at both ends.")
    found: bool = Field(default=False, description="It lies in the vehicle, and is not going to be laid.")
    length: Length | None = Field(default=None, description="One way; None: not measured.")
    route: Id | None = Field(default=None, description="The way that it takes; None: through the cabin.")
    material: Material | None = Field(default=None, description="None: copper where it is to be laid, else not known.")
    insulation_c: InsulationC | None = Field(
        default=None, description="None: as the shop lays them, where it is to be laid; else not known. [°C]"
    )
    terminal_c: InsulationC | None = Field(default=None, description="Marked on what it is landed on; None: not marked. [°C]")
    terminal_mm2: float | None = Field(default=None, gt=0, le=300, description="Thickest wire that its terminals take. [mm²]")
    maker_fuse_a: float | None = Field(default=None, gt=0, le=5_000, description="Least fuse by the device's maker. [A]")
    maker_conductor: str | None = Field(default=None, description="Least conductor by the device's maker.")

    _makers_in_stock = field_validator("maker_conductor")(known_conductor)


class SaidOfSignal(Model):
    """What people said of a wire that senses, controls or tells."""

    label: str = Field(default="", max_length=40, description="What stands on it at both ends.")
    length: Length | None = Field(default=None, description="One way; None: not measured.")
    conductor: str | None = Field(default=None, description="Stock size, or None.")
    fuse_a: Annotated[float, Field(gt=0, le=100)] | Nothing | None = Field(
        default=None, description="Of one that begins at a pole of the bank; “none”: there is none. [A]"
    )

    _in_stock = field_validator("conductor")(known_conductor)


class Wiring(Model):
    """Wiring part of a rig."""

    main: MainRun = Field(default_factory=MainRun)
    insulation_c: InsulationC = Field(default=105, description="Of the cable that is going to be laid. [°C]")
    solar_joins: Literal["battery", "bus", "charge_bus"] = Field(
        default="battery",
        description="On which side of the main switch the solar controllers join; “charge_bus”: all that charges is on a bus "
        "of its own, which the bank's electronics part from it.",
    )
    inverter_joins: Literal["bus", "battery"] = Field(
        default="bus", description="Inverters behind the main fuse at the bus, or each with a fuse of its own at the bank."
    )
    switch_poles: Literal["positive", "both"] = Field(default="positive", description="What the main switch is to open.")
    gear: dict[Id, Gear] = Field(
        default_factory=dict, max_length=MAX_GEAR, description="Bars, switches, shunts, disconnects and fuse boxes."
    )
    negative: NegativeValues = Field(default_factory=NegativeValues)
    circuits: dict[Id, DcCircuit] = Field(
        default_factory=dict, max_length=MAX_CIRCUITS, description="Loads that share a fuse; every other has one of its own."
    )
    negative_colour: Literal["black", "yellow"] | None = Field(
        default=None, description="Of new cable; None: yellow in boats by American rules, otherwise black."
    )
    spools: tuple[Length, ...] = Field(
        default_factory=lambda: tuple(Length(typed=f"{metres:g} m", m=metres) for metres in USUAL_SPOOLS_M),
        min_length=1,
        max_length=12,
        description="Lengths that cable is bought in.",
    )
    fuse_school: FuseSchool = Field(default="ampacity", description="How far a fuse may be above what its cable bears.")
    stands: dict[Owner, Id] = Field(
        default_factory=dict, max_length=MAX_RUNS, description="Compartment that a thing at the ends of runs stands in."
    )
    routes: dict[Id, Route] = Field(default_factory=dict, max_length=MAX_ROUTES)
    runs: dict[RunKey, SaidOfRun] = Field(default_factory=dict, max_length=MAX_RUNS)
    signals: dict[RunKey, SaidOfSignal] = Field(
        default_factory=dict, max_length=MAX_RUNS, description="Wires that sense, control or tell, by their terminals."
    )
    numbers: dict[RunKey, Annotated[int, Field(ge=1, le=MAX_NUMBERS)]] = Field(
        default_factory=dict,
        max_length=MAX_NUMBERS,
        description="Number of every run that there is or was, given once and never to another.",
    )

    @field_validator("numbers")
    @classmethod
    def _each_its_own(cls, numbers: dict[str, int]) -> dict[str, int]:
        if len(set(numbers.values())) < len(numbers):
            raise UnreadableQuantity("Two runs have the same number: each needs one of its own.")
        return numbers

    @field_validator("circuits")
    @classmethod
    def _each_load_once(cls, circuits: dict[str, DcCircuit]) -> dict[str, DcCircuit]:
        loads = [load for circuit in circuits.values() for load in circuit.loads]
        if len(set(loads)) < len(loads):
            raise UnreadableQuantity("A load hangs on one circuit: take it from the one before it goes to another.")
        return circuits

    def ordered_circuits(self) -> dict[str, DcCircuit]:
        """Circuits in their order."""
        return dict(sorted(self.circuits.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_gear(self) -> dict[str, Gear]:
        """What sits between the runs, in its order."""
        return dict(sorted(self.gear.items(), key=lambda one: (one[1].position, one[0])))

    def ordered_routes(self) -> dict[str, Route]:
        """Routes in their order."""
        return dict(sorted(self.routes.items(), key=lambda one: (one[1].position, one[0])))
