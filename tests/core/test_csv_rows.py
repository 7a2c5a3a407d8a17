"""CSV in and out: nothing that a spreadsheet runs, nothing that takes long to refuse."""

from __future__ import annotations

import csv
import io

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.csv_rows import UnreadableCsv, decoded, inert, live, read_rows

RUNS = ("=", "+", "-", "@")
cells = st.text(st.sampled_from("aZ7 ;,\t|'\"=+-@\r\n"), max_size=20)


@given(cells)
def test_a_cell_comes_back_as_it_went_out(cell: str) -> None:
    assert live(inert(cell)) == cell


@given(st.lists(cells, min_size=1, max_size=4), st.sampled_from(",;\t|"))
def test_whatever_separator_a_list_is_opened_with_no_cell_of_it_runs(row: list[str], separator: str) -> None:
    out = io.StringIO()
    csv.writer(out).writerow([inert(cell) for cell in row])

    for quoting in (csv.QUOTE_MINIMAL, csv.QUOTE_NONE):
        for opened in csv.reader(io.StringIO(out.getvalue(), newline=""), delimiter=separator, quoting=quoting):
            assert [cell for cell in opened if cell.lstrip(' \t\r\n"').startswith(RUNS)] == []


@pytest.mark.parametrize(
    ("text", "rows"),
    [
        ("a,b\n1,2\n", [(1, ["a", "b"]), (2, ["1", "2"])]),
        ("\ufeffa;b\r\n\r\n1,5; 2 \r\n", [(1, ["a", "b"]), (3, ["1,5", "2"])]),
        ("a\tb\r1\t2\r", [(1, ["a", "b"]), (2, ["1", "2"])]),
        ('a,b\n"1\n2",3', [(1, ["a", "b"]), (2, ["1\n2", "3"])]),
        ("", []),
    ],
)
def test_rows_are_read_with_their_numbers_however_a_system_ends_its_lines(text: str, rows: list[tuple[int, list[str]]]) -> None:
    assert list(read_rows(text, max_rows=5)) == rows


@pytest.mark.parametrize(
    ("text", "row", "says"),
    [
        ("a\n" + "x" * 200_000, 2, "characters"),
        ('a\n1\n"x', 3, "cannot be read"),
        ("a\n\0", 2, "U+0000"),
        ("a" + ",a" * 5000, 1, "5001 cells"),
        ("a\n" + "1\n" * 7, 7, "more than 5 rows"),
    ],
)
def test_what_cannot_be_read_is_told_by_its_row(text: str, row: int, says: str) -> None:
    with pytest.raises(UnreadableCsv, match=says.replace("+", r"\+")) as caught:
        list(read_rows(text, max_rows=5))

    assert caught.value.row == row


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "cp1252"])
def test_files_are_read_as_spreadsheets_save_them(encoding: str) -> None:
    assert decoded("Kühlbox 45 W".encode(encoding)) == "Kühlbox 45 W"
