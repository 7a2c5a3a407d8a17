"""Lookup tables of standards and stock sizes.

A table has rows named by a label and columns of numbers. A *ladder* is a table of stock ratings with one
column and no labels: its values are its labels.
"""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from itertools import pairwise

from ryokan.core.data.provenance import DATA, read_toml, require_source
from ryokan.core.errors import OutOfTable

LADDER_COLUMNS = ("rating_a", "rating_w")

# Resistance falls as conductors grow, so each resistance column brings its reciprocal, which rises like every other ladder.
RESISTANCE = "ohm_per_km"
CONDUCTANCE = "km_per_ohm"


@dataclass(frozen=True, slots=True)
class Table:
    """A table with provenance; immutable, shared by the whole process."""

    id: str
    title: str
    source: str
    note: str
    columns: tuple[str, ...]
    rows: dict[str, tuple[float, ...]]  # insertion order is the printed order: ascending size
    is_ladder: bool

    def value(self, label: str, column: str) -> float:
        """Entry in row ``label`` and ``column``.

        Raises
        ------
        OutOfTable
            There is no such row or column; nothing is interpolated.
        """
        if label not in self.rows or column not in self.columns:
            raise OutOfTable(self.id, f"{label}, {column}")
        return self.rows[label][self.columns.index(column)]

    def next_larger(self, at_least: float, column: str) -> str:
        """Label of the first row whose ``column`` is not below ``at_least``.

        Raises
        ------
        OutOfTable
            Every row is smaller.
        """
        index = self.columns.index(column)
        for label, values in self.rows.items():
            if values[index] >= at_least:
                return label
        raise OutOfTable(self.id, at_least, next(reversed(self.rows)))


def _read_table(id: str) -> Table:
    about = read_toml(f"tables/{id}.toml")
    text = DATA.joinpath(f"tables/{id}.csv").read_text(encoding="utf-8")
    header, *lines = list(csv.reader(text.splitlines()))
    is_ladder = len(header) == 1 and header[0] in LADDER_COLUMNS
    numbers = header if is_ladder else header[1:]
    rows: dict[str, tuple[float, ...]] = {}
    for line in lines:
        values = tuple(float(cell) for cell in (line if is_ladder else line[1:]))
        if len(values) != len(numbers) or line[0] in rows:
            raise ValueError(f"table {id}: row {line[0]!r} is uneven or stands twice")
        rows[line[0]] = values + tuple(1 / v for name, v in zip(numbers, values, strict=True) if name.startswith(RESISTANCE))
    numbers = numbers + [name.replace(RESISTANCE, CONDUCTANCE) for name in numbers if name.startswith(RESISTANCE)]
    if is_ladder and any(low >= high for low, high in pairwise(v[0] for v in rows.values())):
        raise ValueError(f"table {id}: ratings do not rise")
    return Table(
        id=id,
        title=about["title"],
        source=require_source(about["source"]),
        note=about["note"],
        columns=tuple(numbers),
        rows=rows,
        is_ladder=is_ladder,
    )


@cache
def tables() -> dict[str, Table]:
    """All tables by id, read and checked once."""
    names = sorted(f.name.removesuffix(".csv") for f in DATA.joinpath("tables").iterdir() if f.name.endswith(".csv"))
    return {name: _read_table(name) for name in names}
