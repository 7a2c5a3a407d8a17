"""Schedules as CSV, as a workbook and as JSON."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from ryokan.core.csv_rows import inert
from ryokan.core.plain_text import writable
from ryokan.wording.quantities import HARD_SPACE, UnitSystem
from ryokan.wording.schedules import Cell, Table, headed

WIDEST = 60  # characters of a column of a workbook


def schedules_csv(tables: Iterable[Table], units: UnitSystem) -> str:
    """One schedule after the other, each under its title and with an empty row behind; a single one without a title.

    UTF-8 with a mark that spreadsheets know it by, commas, decimal points.
    """
    tables = tuple(tables)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for number, table in enumerate(tables):
        if len(tables) > 1:
            if number:
                writer.writerow([])
            writer.writerow([table.title])
        writer.writerow([headed(column, units) for column in table.columns])
        for row in table.rows:
            writer.writerow([inert(str(value)) if isinstance(value, str) else value for value in map(_value, row)])
    return "\ufeff" + out.getvalue()


def schedules_xlsx(title: str, tables: Iterable[Table], units: UnitSystem) -> bytes:
    """A workbook with a sheet for each schedule, numbers as numbers, text as text."""
    from openpyxl import Workbook  # here: few ask for a workbook
    from openpyxl.styles import Font
    from openpyxl.utils import get_column_letter

    book = Workbook()
    book.remove(book.active)
    for table in tables:
        sheet = book.create_sheet(table.title)
        sheet.append([headed(column, units) for column in table.columns])
        for cell in sheet[1]:
            cell.font = Font(bold=True)
        sheet.freeze_panes = "B2"
        for number, row in enumerate(table.rows, start=2):  # asking a sheet for its last row costs a look at all of them
            values = [_value(cell) for cell in row]
            sheet.append(values)
            for column, value in enumerate(values, start=1):
                if isinstance(value, str) and value.startswith("="):
                    sheet.cell(number, column).data_type = "s"  # never a formula
        for at, of_it in enumerate(table.columns, start=1):
            longest = max([len(headed(of_it, units)), *(len(row[at - 1].text) for row in table.rows)])
            sheet.column_dimensions[get_column_letter(at)].width = min(WIDEST, longest + 2)
        sheet.page_setup.orientation = "landscape"
        sheet.page_setup.fitToWidth, sheet.page_setup.fitToHeight = 1, 0
        sheet.sheet_properties.pageSetUpPr.fitToPage = True
        sheet.print_title_rows = "1:1"
    book.properties.title = writable(title)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _value(cell: Cell) -> float | str:
    if cell.number is None:
        return writable(cell.text.replace(HARD_SPACE, " "))  # people search files with an ordinary one
    return int(cell.number) if cell.number == int(cell.number) else cell.number
