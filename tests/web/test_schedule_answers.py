"""Schedules by the API: each figure has its working, and files hold what the screen shows."""

from __future__ import annotations

import csv
import io
from typing import Any

import openpyxl
import pytest
from shops import Browser, Shops

LAMP, FEEDER = "panel.out>load:lamp.in", "bus.pos>panel.in"


@pytest.fixture
def browser(shops: Shops) -> Browser:
    """A van with a lamp that somebody called =1+1, whose cable and that of its feeder are measured."""
    one = shops.browser()
    lamp = {"name": "=1+1", "draw": {"kind": "watts", "watts": 24}, "hours_per_day": 5}
    runs = {
        LAMP: {"length": "3 m", "conductor": "awg:16", "fuse_a": 5, "stud_near": "M4", "label": "=L"},
        FEEDER: {"length": "1 m", "conductor": "awg:8", "fuse_a": 15},
    }
    patch = [
        ("/loads/lamp", lamp),
        ("/storage/bank", {"nominal_ah": 200}),
        ("/wiring/main/conductor", "awg:2"),
        ("/wiring/runs", runs),
        ("/wiring/spools", ["5 m", "20 ft"]),
    ]
    one.edit(shops.option_id, *({"op": "add", "path": path, "value": value} for path, value in patch))
    return one


def read(browser: Browser, shops: Shops, what: str = "") -> Any:
    answer = browser.get(f"/options/{shops.option_id}/schedules{what}")
    assert answer.status_code == 200, answer.json
    return answer


def rows_of(table: dict[str, Any]) -> list[dict[str, dict[str, Any]]]:
    names = [column["name"] for column in table["columns"]]
    return [dict(zip(names, row["cells"], strict=True)) for row in table["rows"]]


def test_each_figure_of_a_schedule_has_its_working(browser: Browser, shops: Shops) -> None:
    tables = {one["name"]: one for one in read(browser, shops).json["schedules"]}
    (piece,) = [row for row in rows_of(tables["pieces"]) if row["mark"]["text"] == "=L+"]
    assert (piece["cut"]["text"].replace("\u00a0", " "), piece["near_label"]["text"]) == ("3.15 m", "=L+ to =1+1")
    (landed,) = [row for row in rows_of(tables["terminals"]) if (row["mark"]["text"], row["end"]["text"]) == ("=L", "near")]
    keys = {cell["figure"]["key"] for row in (piece, landed) for cell in row.values() if cell["figure"] is not None}
    assert {key.rpartition(".")[2] for key in keys} == {"cut_m", "sleeve_mm", "least_nm", "most_nm"}
    for key in keys:
        working = browser.get(f"/options/{shops.option_id}/figures/{key}")
        assert working.status_code == 200 and working.json["formula"] and working.json["figure"]["title"]
    assert browser.get(f"/options/{shops.option_id}/figures/schedule.cable.99.cut_m").status_code == 404


def test_spools_are_bought_in_the_lengths_that_were_said(browser: Browser, shops: Shops) -> None:
    one = read(browser, shops, "/spools").json
    assert one["proven"] and one["too_long"] == 0
    bought = {row["spool"]["text"].replace("\u00a0", " ") for row in rows_of(one["schedule"])}
    assert bought <= {"5 m", "6.1 m"} and bought
    assert one["waste_m"] == pytest.approx(one["bought_m"] - sum(cut_lengths(browser, shops)))
    known = browser.get(f"/options/{shops.option_id}").json
    none = [{"op": "add", "path": "/wiring/spools", "value": []}]
    refused = browser.send("PATCH", f"/options/{shops.option_id}/rig", none, If_Match=f'"{known["revision"]}"')
    assert refused.status_code == 422 and refused.json["errors"][0]["pointer"] == "/wiring/spools"


def cut_lengths(browser: Browser, shops: Shops) -> list[float]:
    table = next(one for one in read(browser, shops).json["schedules"] if one["name"] == "pieces")
    cells = [row["cut"]["figure"] for row in rows_of(table) if row["size"]["text"]]
    return [figure["value"] for figure in cells if figure is not None]


def test_files_hold_what_is_shown_and_no_cell_runs(browser: Browser, shops: Shops) -> None:
    shown = {one["title"]: one for one in read(browser, shops).json["schedules"]}
    book = openpyxl.load_workbook(io.BytesIO(read(browser, shops, ".xlsx").data))
    assert [*book.sheetnames] == [*shown, "Spools"]
    for title, table in shown.items():
        sheet = book[title]
        assert (sheet.max_column, sheet.max_row) == (len(table["columns"]), len(table["rows"]) + 1)
    written = [cell for cell in next(book["Cut list"].iter_cols(1, 1)) if str(cell.value).startswith("=")]
    assert written and all(cell.data_type == "s" for cell in written)

    text = read(browser, shops, ".csv?only=pieces").data.decode("utf-8-sig")
    head, *rows = list(csv.reader(io.StringIO(text)))
    assert head[:5] == ["Mark", "From – to", "Cable", "Colour", "Cut [m]"]
    assert len(rows) == len(shown["Cut list"]["rows"])
    assert not [cell for row in rows for cell in row if cell[:1] in ("=", "+", "@")]
    whole = read(browser, shops, ".csv").data.decode("utf-8-sig")
    assert [line for line in whole.splitlines() if line in (*shown, "Spools")] == [*shown, "Spools"]
    assert browser.get(f"/options/{shops.option_id}/schedules.csv?only=knots").status_code == 422
