"""The audit as CSV and as a workbook, and a CSV back as loads.

One row a load: the line that reads as it, what a line does not say, and – for reading only – what the report makes of it.
A cell that a spreadsheet would run as a formula is written with an apostrophe, and read without: see ``core.csv_rows``.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator, Sequence

from pydantic import ValidationError

from ryokan.core.csv_rows import UnreadableCsv, inert, live, read_rows
from ryokan.core.errors import DomainError
from ryokan.core.evaluate import Report
from ryokan.core.job_file import problems_of
from ryokan.core.loads.line import read_line
from ryokan.core.loads.model import Ambient, Load
from ryokan.core.loads.written import write_line
from ryokan.core.plain_text import writable
from ryokan.core.rig import MAX_LOADS, Rig
from ryokan.core.row_problem import RowProblem
from ryokan.wording.load_line import ask
from ryokan.wording.problems import problem

_AMBIENTS: tuple[Ambient, ...] = ("freezing", "cold", "mild", "hot")
_BEYOND_THE_LINE = ("group", "profile", "bars", *(f"duty_{ambient}" for ambient in _AMBIENTS), "shed_order", "struck")
_FOR_READING = ("name", "running_w", "wh_per_day", "wh_at_bank")
COLUMNS = ("line", *_BEYOND_THE_LINE, *_FOR_READING)
MAX_BYTES = 2_000_000


class UnreadableLoads(DomainError):
    """A file is no load list; ``problems`` names every fault, and nothing of it was taken."""

    code = "loads.unreadable"

    def __init__(self, message: str, problems: Sequence[RowProblem] = ()) -> None:
        super().__init__(message)
        self.problems = tuple(problems)


def loads_csv(rig: Rig, report: Report) -> str:
    """The load list as CSV: UTF-8 with a mark that spreadsheets know it by, commas, decimal points."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for cells in _rows(rig, report):
        writer.writerow([inert(str(cell)) for cell in cells])
    return "\ufeff" + out.getvalue()


def loads_xlsx(title: str, rig: Rig, report: Report) -> bytes:
    """The load list as a workbook of one sheet, figures as numbers, text as text."""
    from openpyxl import Workbook  # here: few ask for a workbook
    from openpyxl.styles import Font

    book = Workbook()
    sheet = book.active
    assert sheet is not None
    sheet.title = "Loads"
    sheet.append([*COLUMNS])
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for number, cells in enumerate(_rows(rig, report), start=2):  # asking a sheet for its last row looks at all of them
        sheet.append([writable(cell) if isinstance(cell, str) else cell for cell in cells])
        for cell in sheet[number]:
            if isinstance(cell.value, str):
                cell.data_type = "s"  # never a formula, whatever it begins with
    sheet.column_dimensions["A"].width = 60
    book.properties.title = writable(title)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def read_loads_csv(text: str, *, system_v: int, mains_v: int, hemisphere: str) -> list[Load]:
    """Loads from CSV, all or none. Commas or semicolons; decimal points or commas.

    Raises
    ------
    UnreadableLoads
        No column “line”, unknown columns, too many rows, or rows with faults; all of them are listed.
    """
    try:
        rows = list(read_rows(text, max_rows=MAX_LOADS))
    except UnreadableCsv as error:
        raise UnreadableLoads(str(error), [RowProblem(error.row, "", str(error))]) from error
    _, header = rows[0] if rows else (1, [""])
    unknown = [name for name in header if name not in COLUMNS]
    if "line" not in header or unknown or len(set(header)) != len(header):
        what = f" Unknown columns: {', '.join(unknown[:5])}." if unknown else ""
        raise UnreadableLoads(f"The first row has to name the columns, among them “line”.{what}")
    loads: list[Load] = []
    problems: list[RowProblem] = []
    for number, cells in rows[1:]:
        row = dict(zip(header, map(live, cells), strict=False))
        found = _load(row, system_v=system_v, mains_v=mains_v, hemisphere=hemisphere)
        if isinstance(found, Load):
            loads.append(found)
        else:
            problems += [RowProblem(number, column, message) for column, message in found]
    if problems:
        count = "One entry" if len(problems) == 1 else f"{len(problems)} entries"
        raise UnreadableLoads(f"{count} of the list cannot be taken.", problems)
    if not loads:
        raise UnreadableLoads("The list holds no load.")
    return loads


def _load(row: dict[str, str], *, system_v: int, mains_v: int, hemisphere: str) -> Load | list[tuple[str, str]]:
    """The load of a row, or what is wrong with it by column."""
    line = row.get("line", "")
    if len(line) > 200:
        return [("line", "A line has at most 200 characters.")]
    reading = read_line(line, system_v=system_v, mains_v=mains_v, hemisphere=hemisphere)
    if reading.load is None:
        return [("line", ask(question)) for question in reading.questions]
    document = reading.load.model_dump()
    document["duty_by_ambient"] = {one: row[f"duty_{one}"].replace(",", ".") for one in _AMBIENTS if row.get(f"duty_{one}")}
    for member in ("group", "profile", "shed_order"):
        if row.get(member):
            document[member] = row[member]
    if row.get("bars"):
        document["bars"] = [bar.replace(",", ".") for bar in row["bars"].split()]
    document["struck"] = row.get("struck", "") in ("yes", "true", "1")
    try:
        return Load.model_validate(document)
    except ValidationError as error:
        return [(fault.pointer.strip("/").replace("_by_ambient/", "_"), problem(fault)) for fault in problems_of(error)]


def _rows(rig: Rig, report: Report) -> Iterator[list[str | float]]:
    for id, load in rig.ordered_loads().items():
        figures = [report.figures.get(f"loads.row.{id}.{name}") for name in _FOR_READING[1:]]
        yield [
            write_line(load),
            load.group,
            load.profile or "",
            " ".join(f"{bar:g}" for bar in load.bars),
            *(load.duty_by_ambient.get(ambient, "") for ambient in _AMBIENTS),
            load.shed_order,
            "yes" if load.struck else "no",
            load.name,
            *("" if figure is None else round(figure.number, 3) for figure in figures),
        ]
