"""What people said of the cables between things: of the main run, and of every other by its identity."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, field_validator

from ryokan.core.data.tables import tables
from ryokan.core.errors import UnreadableQuantity
from ryokan.core.model import Fitted, Id, Model, Nothing, Position
from ryokan.core.quantities import Length

InsulationC = Literal[60, 75, 90, 105]
Material: TypeAlias = Literal["copper", "copper_clad_aluminium", "aluminium"]
Zone: TypeAlias = Literal["cabin", "engine_space", "roof"]
# Fuses by how they are built; which volts and which fault current one breaks is a matter of the fuse, not of its family.
FuseFamily: TypeAlias = Literal["class_t", "anl", "mega", "mrbf", "blade", "breaker", "gg"]
# A run by the terminals at its two ends, that which is nearer to the bank first: bus.pos>inverter:main.dc
RUN_KEY = r"^[a-z0-9_:-]+\.[a-z]+>[a-z0-9_:-]+\.[a-z]+$"
RunKey: TypeAlias = Annotated[str, Field(max_length=120, pattern=RUN_KEY, description="The two terminals that it joins.")]
MAX_RUNS = 600
MAX_ROUTES = 40
MAX_NUMBERS = 5_000


def stock_conductors() -> list[str]:
    """Ids of the conductors in stock, AWG first, ascending."""
    return [*tables()["awg_copper"].rows, *tables()["mm2_copper"].rows]


def known_conductor(value: str | None) -> str | None:
    """The id of a stock conductor as it is.

    Raises
    ------
    UnreadableQuantity
        There is no such stock size.
    """
    if value is not None and value not in stock_conductors():
        raise UnreadableQuantity(f"“{value[:20]}” is not a stock size: write for example “awg:2/0” or “mm2:70”.")
    return value


def known_or_none(value: str | None) -> str | None:
    """The id of a stock conductor as it is; None for anything else, since parts are typed freely."""
    return value if value in stock_conductors() else None


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
    bears_a: float | None = Field(
        default=None, gt=0, le=5_000, description="What the weakest thing behind the fuse bears: bar, switch, device. [A]"
    )


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


class Route(Model):
    """A way through the vehicle that several runs take."""

    position: Position = 0
    name: str = Field(min_length=1, max_length=60)
    zone: Zone = "cabin"
    ambient_c: float | None = Field(
        default=None, ge=-20, le=120, description="Air around its cables at worst; None: by its zone. [°C]"
    )
    buried_mm: float | None = Field(
        default=None, gt=0, le=2_000, description="How far its cables run within thermal insulation. [mm]"
    )
    bundled: int | None = Field(
        default=None, ge=2, le=99, description="Conductors under current that lie together; None: they lie apart."
    )


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


class Wiring(Model):
    """Wiring part of a rig."""

    main: MainRun = Field(default_factory=MainRun)
    insulation_c: InsulationC = Field(default=105, description="Of the cable that is going to be laid. [°C]")
    solar_joins: Literal["battery", "bus"] = Field(
        default="battery", description="On which side of the main switch the solar controllers join."
    )
    routes: dict[Id, Route] = Field(default_factory=dict, max_length=MAX_ROUTES)
    runs: dict[RunKey, SaidOfRun] = Field(default_factory=dict, max_length=MAX_RUNS)
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

    def ordered_routes(self) -> dict[str, Route]:
        """Routes in their order."""
        return dict(sorted(self.routes.items(), key=lambda one: (one[1].position, one[0])))
