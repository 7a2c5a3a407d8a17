"""CSV in and out: rows within bounds, and cells that no spreadsheet runs.

Commas, semicolons or tabs; lines end as any system ends them. A cell that a spreadsheet would run as a formula gets an
apostrophe, which is taken off again when it is read. Where a list is opened with another separator than it was written with,
a cell falls apart at it: so an apostrophe also goes behind every separator within a cell.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator

from ryokan.core.errors import DomainError
from ryokan.core.plain_text import unkeepable, writable

MAX_CELL_CHARACTERS = 2_000
MAX_COLUMNS = 200
MAX_CELLS = 1_000_000  # by the separators in a file, before any of it is read
_HEAD_CHARACTERS = 20_000  # the first row, in which separators are counted
# What runs: at the beginning of a cell, or of what another separator would make one, perhaps behind blanks and quotes.
_RUNS = re.compile(r"""((?:^|[,;|\t\r\n])[\s"']*)(?=[=+\-@])""")
_HELD = re.compile(r"""((?:^|[,;|\t\r\n])[\s"']*)'(?=[=+\-@])""")


class UnreadableCsv(DomainError):
    """A file is no CSV that can be taken; ``row`` is the first that cannot, counted from 1."""

    code = "csv.unreadable"

    def __init__(self, message: str, row: int) -> None:
        super().__init__(message)
        self.row = row


def decoded(content: bytes) -> str:
    """The text of a file as spreadsheets save it: UTF-8, UTF-16 with its mark, or else what those of the West save."""
    if content[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return content.decode("utf-16", errors="replace")
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        return content.decode("cp1252", errors="replace")


def read_rows(text: str, *, max_rows: int) -> Iterator[tuple[int, list[str]]]:
    """Rows with their numbers, the first one 1, cells without blanks around them; empty rows are left out.

    Raises
    ------
    UnreadableCsv
        More rows, columns or characters in a cell than can be, a quotation that does not end, or a character that cannot be
        kept.
    """
    text = text.removeprefix("\ufeff")
    separator = _separator(text)
    if text.count(separator) > MAX_CELLS:
        raise UnreadableCsv(f"There are more than {MAX_CELLS} cells.", 1)
    rows = csv.reader(io.StringIO(text, newline=None), delimiter=separator, strict=True)
    doubtful = bool(unkeepable(text))
    number = 0
    while True:
        number += 1
        try:
            cells = next(rows, None)
        except csv.Error as error:
            why = f"a quotation does not end, or a cell has more than {MAX_CELL_CHARACTERS} characters"
            raise UnreadableCsv(f"Row {number} cannot be read: {why}.", number) from error
        if cells is None:
            return
        if len(cells) > MAX_COLUMNS:
            raise UnreadableCsv(f"Row {number} has {len(cells)} cells; at most {MAX_COLUMNS} are taken.", number)
        if max(map(len, cells), default=0) > MAX_CELL_CHARACTERS:
            raise UnreadableCsv(f"Row {number} has a cell of more than {MAX_CELL_CHARACTERS} characters.", number)
        if doubtful and (fault := next(filter(None, map(unkeepable, cells)), "")):
            raise UnreadableCsv(f"Row {number}: {fault}", number)
        found = [writable(cell).strip() for cell in cells]
        if any(found):
            if number > max_rows + 1:
                raise UnreadableCsv(f"There are more than {max_rows} rows under the first.", number)
            yield number, found


def _separator(text: str) -> str:
    head = text[:_HEAD_CHARACTERS].lstrip("\r\n").replace("\r", "\n").partition("\n")[0]
    return max(",;\t", key=head.count)


def inert(cell: str) -> str:
    """A cell as it is written: none that a spreadsheet runs. :func:`live` takes it back, whatever it is."""
    return _RUNS.sub(r"\1'", cell)


def live(cell: str) -> str:
    """A cell as it was before :func:`inert`."""
    return _HELD.sub(r"\1", cell)
