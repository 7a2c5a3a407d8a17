"""Parts of one kind as CSV: one row a part, members as columns; price and size take several.

Decimal points, UTF-8, comma-separated, `yes` or `no` for switches, nothing for what is not known.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence
from typing import Any, cast

from pydantic import ValidationError

from ryokan.core.csv_rows import UnreadableCsv, inert, live, read_rows
from ryokan.core.errors import DomainError
from ryokan.core.job_file import problems_of
from ryokan.core.parts.model import KINDS, Part, PartKind
from ryokan.core.row_problem import RowProblem

_SIZE = ("length_m", "width_m", "height_m")
MAX_ROWS = 20_000


class UnreadableParts(DomainError):
    """A CSV is no list of parts; ``problems`` names every fault, and nothing of it was taken."""

    code = "parts.unreadable"

    def __init__(self, message: str, problems: Sequence[RowProblem] = ()) -> None:
        super().__init__(message)
        self.problems = tuple(problems)


def columns_of(kind: PartKind) -> list[str]:
    """The columns of a kind, in order."""
    names = [name for name in KINDS[kind].model_fields if name not in ("kind", "price", "size")]
    return [*names, *_SIZE, "price", "currency"]


def read_parts_csv(text: str, kind: PartKind) -> list[Part]:
    """Parts of a kind from CSV, all or none.

    Raises
    ------
    UnreadableParts
        No header, unknown or doubled columns, too many rows, or rows with faults; all of them are listed.
    """
    try:
        rows = list(read_rows(text, max_rows=MAX_ROWS))
    except UnreadableCsv as error:
        raise UnreadableParts(str(error), [RowProblem(error.row, "", str(error))]) from error
    header = rows[0][1] if rows else []
    unknown = [name for name in header if name not in columns_of(kind)]
    if not header or unknown or len(set(header)) != len(header):
        what = f"unknown columns: {', '.join(unknown)}" if unknown else "no header, or a column twice"
        raise UnreadableParts(f"The first row does not name the columns of this kind ({what}).")
    parts: list[Part] = []
    problems: list[RowProblem] = []
    for number, cells in rows[1:]:
        if len(cells) != len(header):
            problems.append(RowProblem(number, "", f"{len(cells)} cells under {len(header)} columns"))
            continue
        try:
            parts.append(cast(Part, KINDS[kind].model_validate(_document(dict(zip(header, map(live, cells), strict=True))))))
        except ValidationError as error:
            problems += [RowProblem(number, fault.pointer.strip("/"), fault.message) for fault in problems_of(error)]
    if problems:
        raise UnreadableParts(f"{len(problems)} entries of the list cannot be taken.", problems)
    return parts


def _document(cells: dict[str, str]) -> dict[str, Any]:
    """Members as they are typed; empty cells are left out, so that what is not known stays unknown."""
    typed: dict[str, Any] = {name: cell.strip() for name, cell in cells.items() if cell.strip()}
    size = {name: typed.pop(name) for name in _SIZE if name in typed}
    if size:
        typed["size"] = size
    amount, currency = typed.pop("price", None), typed.pop("currency", None)
    if amount is not None:
        typed["price"] = {"amount": amount, "currency": currency}
    return {
        name: int(value) if name in _WHOLE and re.fullmatch("[0-9]{1,6}", str(value)) else value
        for name, value in typed.items()
    }


# Members whose choices are numbers: a cell is text, and a choice does not turn text into a number by itself.
_WHOLE = (
    "battery_v", "mains_v", "mains_hz", "legs", "lowest_battery_v", "highest_battery_v", "input_v", "output_v",
    "insulation_c", "poles", "angle_deg",
)  # fmt: skip


def write_parts_csv(parts: Iterable[Part], kind: PartKind) -> str:
    """Parts of a kind as CSV that :func:`read_parts_csv` takes back unchanged."""
    columns = columns_of(kind)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(columns)
    for part in parts:
        cells = part.model_dump(mode="json", exclude={"price", "size", "kind"})
        cells |= {} if part.size is None else part.size.model_dump()
        cells |= {} if part.price is None else {"price": str(part.price.amount), "currency": part.price.currency}
        writer.writerow([inert(_cell(cells.get(column))) for column in columns])
    return out.getvalue()


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return str(value)
