"""The schedules in words: what each is called, the heads of its columns, and what stands in its cells."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from ryokan.core.figure import Figure
from ryokan.core.schedules.all import Schedules
from ryokan.core.schedules.rows import SpoolRow
from ryokan.wording.found_line import FUSE_FAMILIES
from ryokan.wording.quantities import FT_PER_M, UnitSystem, conductor, quantity

PARTS = {
    "bank": "Bank",
    "inverters": "Inverters",
    "charging": "Alternator and shore",
    "sun": "Sun",
    "dc": "DC circuits",
    "signals": "Thin wires",
    "ac": "AC",
}
WHEN = {
    "inverting": "inverter at full rating",
    "charging": "all that charges at once",
    "sun": "full sun",
    "engine": "engine running",
    "hookup": "on a hookup",
    "loads": "all its loads on",
    "most": "discharging or charging, the larger",
    "always": "always",
    "": "",
}
BASIS = {"chosen": "chosen", "asked": "asked for", "none": "none", "unknown": "not known"}
LENGTHS = {"measured": "measured", "estimated": "estimated", "unknown": "not known"}
SWITCHES = {"none": "no switch", "switch": "switch", "two_way": "two switches", "dimmer": "dimmer", "float": "float switch"}
JOINED = {"splices": "by splice", "terminals": "from terminals", "": ""}
MATERIALS = {"copper": "copper", "copper_clad_aluminium": "copper-clad aluminium", "aluminium": "aluminium"}
ENDS = {"near": "near", "far": "far"}
ENDINGS = {"lug": "lug", "crimp": "crimped terminal", "": ""}
KG_PER_LB = 0.45359237


@dataclass(frozen=True, slots=True)
class Column:
    """One column: its name in files of ours, its head, its unit, and what of a row stands in it."""

    name: str
    head: str
    of: Callable[[Any], Any]
    unit: str = ""
    counts: bool = False  # a number without a unit


@dataclass(frozen=True, slots=True)
class Cell:
    """What stands in a cell: text to read, for files its number, and the figure whose working is behind it."""

    text: str
    number: float | None = None
    figure: Figure | None = None


@dataclass(frozen=True, slots=True)
class Table:
    """One schedule as it is shown and written."""

    name: str
    title: str
    note: str
    columns: tuple[Column, ...]
    rows: tuple[tuple[Cell, ...], ...]
    runs: tuple[str, ...]  # terminals of the run that each row is of; empty where it is of none


def _sized(row: Any) -> str:
    several = f"{row.cables} × " if getattr(row, "cables", 1) > 1 else ""
    cores = f", {row.cores} cores" if getattr(row, "cores", 1) > 1 else ""
    return f"{several}{conductor(row.size)}{cores}" if row.size else ""


def _insulation(row: Any) -> Figure | float | None:
    value: float | None = row.insulation_c
    return value


def _joints(row: Any) -> str:
    count: int = row.joints
    return f"{count} {JOINED[row.joined]}".strip() if count else ""


_MARK = Column("mark", "Mark", lambda row: row.mark)
_RUN = Column("run", "From – to", lambda row: row.run)
_SIZE = Column("size", "Cable", _sized)
_COLOUR = Column("colour", "Colour", lambda row: row.colour)
_MATERIAL = Column("material", "Material", lambda row: MATERIALS.get(row.material, ""))
_INSULATION = Column("insulation", "Insulation", _insulation, "°C")

COLUMNS: dict[str, tuple[Column, ...]] = {
    "cables": (
        Column("part", "Part", lambda row: PARTS[row.part]),
        _MARK,
        _RUN,
        Column("carries", "Carries", lambda row: row.carries, "A"),
        Column("when", "When", lambda row: WHEN[row.when]),
        _SIZE,
        Column("length", "One way", lambda row: row.length, "m"),
        Column("lost", "Lost in all", lambda row: row.lost, "V"),
        Column("allowed", "Allowed", lambda row: row.allowed, "V"),
        Column("size_is", "Size is", lambda row: BASIS[row.size_basis]),
        Column("length_is", "Length is", lambda row: LENGTHS[row.length_basis]),
        _MATERIAL,
        _INSULATION,
        Column("way", "Way", lambda row: row.way),
        Column("lies", "Lies there", lambda row: "yes" if row.lies_there else ""),
    ),
    "fuses": (
        _MARK,
        _RUN,
        Column("at", "Sits at", lambda row: row.at),
        Column("rating", "Rating", lambda row: row.rating, "A"),
        Column("rating_is", "Rating is", lambda row: BASIS[row.rating_basis]),
        Column("kind", "Kind", lambda row: FUSE_FAMILIES.get(row.kind, "")),
        Column("printed_volts", "Printed volts", lambda row: row.rated_v, "V"),
        Column("meets_volts", "Meets up to", lambda row: row.volts, "V"),
        Column("breaks", "Breaks", lambda row: row.breaks_a, "A"),
        Column("fault", "Has to break", lambda row: row.fault, "A"),
        Column("carries", "Carries", lambda row: row.carries, "A"),
        _SIZE,
        Column("bears", "Cable bears", lambda row: row.bears, "A"),
    ),
    "circuits": (
        _MARK,
        Column("circuit", "Circuit", lambda row: row.circuit),
        Column("side", "Side", lambda row: row.side.upper()),
        Column("rating", "Fuse or breaker", lambda row: row.rating, "A"),
        Column("rating_is", "Rating is", lambda row: BASIS[row.rating_basis]),
        Column("carries", "Carries", lambda row: row.carries, "A"),
        _SIZE,
        Column("length", "One way", lambda row: row.length, "m"),
        Column("switched", "Switched by", lambda row: SWITCHES.get(row.switched, "")),
        Column("devices", "Devices in order", lambda row: (" → " if row.side == "dc" else ", ").join(row.devices)),
        Column("joints", "Joints", _joints),
        Column("own_switches", "Own switches", lambda row: ", ".join(row.own_switches)),
    ),
    "terminals": (
        _MARK,
        _RUN,
        Column("end", "End", lambda row: ENDS[row.end]),
        Column("at", "Landed at", lambda row: row.at),
        Column("stud", "Stud", lambda row: row.stud),
        Column("ending", "Ending", lambda row: ENDINGS[row.ending]),
        _SIZE,
        Column("count", "Conductors", lambda row: float(row.count), counts=True),
        Column("least", "Torque from", lambda row: row.least_nm, "Nm"),
        Column("most", "to", lambda row: row.most_nm, "Nm"),
    ),
    "pieces": (
        _MARK,
        _RUN,
        _SIZE,
        _COLOUR,
        Column("cut", "Cut", lambda row: row.cut_m, "m"),
        Column("length_is", "Length is", lambda row: LENGTHS[row.length_basis]),
        Column("near_stud", "Stud near", lambda row: row.near_stud),
        Column("far_stud", "Stud far", lambda row: row.far_stud),
        Column("angle", "Lugs apart", lambda row: None if row.angle_deg is None else float(row.angle_deg), "°"),
        Column("sleeve", "Sleeve before", lambda row: row.sleeve, "mm"),
        Column("near_label", "Label near", lambda row: row.near_label),
        Column("far_label", "Label far", lambda row: row.far_label),
    ),
    "totals": (
        _SIZE,
        _COLOUR,
        _MATERIAL,
        _INSULATION,
        Column("pieces", "Pieces", lambda row: float(row.pieces), counts=True),
        Column("unmeasured", "of them estimated", lambda row: float(row.unmeasured), counts=True),
        Column("length", "In all", lambda row: row.length_m, "m"),
        Column("copper", "Copper", lambda row: row.copper_kg, "kg"),
    ),
    "lugs": (
        Column("what", "What", lambda row: row.what),
        Column("size", "For", lambda row: conductor(row.size) if row.size else ""),
        Column("stud", "Stud", lambda row: row.stud or ("not said" if row.what == "lug" else "")),
        _COLOUR,
        Column("before", "Inside before", lambda row: row.before, "mm"),
        Column("count", "Count", lambda row: float(row.count), counts=True),
    ),
    "spools": (
        _SIZE,
        _COLOUR,
        _MATERIAL,
        _INSULATION,
        Column("spool", "Spool", lambda row: row.spool_m, "m"),
        Column("marks", "Cut from it", lambda row: ", ".join(row.marks)),
        Column("used", "Used", lambda row: row.used_m, "m"),
        Column("waste", "Left over", lambda row: row.waste_m, "m"),
        Column("least", "No plan buys less", lambda row: "shown" if row.proven else "not shown"),
    ),
}
TITLES = {
    "cables": "Cables",
    "fuses": "Fuses",
    "circuits": "Circuits",
    "terminals": "Terminals",
    "pieces": "Cut list",
    "totals": "Conductor in all",
    "lugs": "Lugs and sleeves",
    "spools": "Spools",
}
NOTES = {
    "cables": "Of both poles. Size and length stand with where they come from: chosen or asked for, measured or estimated.",
    "fuses": "At the end towards the bank. Volts and breaking capacity are those printed on the fuse; empty is not known.",
    "circuits": "Devices in the order in which the cable meets them.",
    "terminals": "Torque is what is usual for such a stud; what the maker prints goes first. (common practice)",
    "pieces": "Cut longer than the way for both ends. Estimated ways are measured in the vehicle before anything is cut.",
    "totals": "Of all pieces to be laid whose size and length are known.",
    "lugs": "A lug at each end of thick cable or where a stud is said, a sleeve over each end. (common practice)",
    "spools": "The least to buy in the lengths that cable comes in, each kind for itself; what is left over is told.",
}


def tables(found: Schedules, spools: Sequence[SpoolRow] | None = None, units: UnitSystem = "metric") -> tuple[Table, ...]:
    """Every schedule with its heads; of spools where their plan was made."""
    rows: dict[str, Iterable[Any]] = {
        "cables": found.cables,
        "fuses": found.fuses,
        "circuits": found.circuits,
        "terminals": found.terminals,
        "pieces": found.pieces,
        "totals": found.totals,
        "lugs": found.lugs,
    }
    if spools is not None:
        rows["spools"] = tuple(spools)
    return tuple(_table(name, tuple(of_it), units) for name, of_it in rows.items())


def spool_table(spools: Sequence[SpoolRow], units: UnitSystem) -> Table:
    """The schedule of spools alone."""
    return _table("spools", tuple(spools), units)


def _table(name: str, rows: tuple[Any, ...], units: UnitSystem) -> Table:
    columns = COLUMNS[name]
    cells = tuple(tuple(_cell(column.of(row), column.unit, units) for column in columns) for row in rows)
    runs = tuple(getattr(row, "run_key", "") for row in rows)
    return Table(name, TITLES[name], NOTES[name], columns, cells, runs)


def _cell(value: Any, unit: str, units: UnitSystem) -> Cell:
    if value is None or isinstance(value, str):
        return Cell(value or "")
    figure = value if isinstance(value, Figure) else None
    number = float(value if figure is None else figure.number)
    return Cell(quantity(number, unit, units), _in_units(number, unit, units), figure)


def unit_of(column: Column, units: UnitSystem) -> str:
    """The unit of a column in the reader's system."""
    return {"m": "ft", "kg": "lb", "°C": "°F"}.get(column.unit, column.unit) if units == "us" else column.unit


def headed(column: Column, units: UnitSystem) -> str:
    """The head of a column with its unit, as files have it."""
    unit = unit_of(column, units)
    return f"{column.head} [{unit}]" if unit else column.head


def _in_units(number: float, unit: str, units: UnitSystem) -> float:
    if units == "us":
        number = {"m": number * FT_PER_M, "kg": number / KG_PER_LB, "°C": number * 9 / 5 + 32}.get(unit, number)
    return round(number, 3)
