"""Load lists as files: out for spreadsheets, back in without loss, and hostile ones refused by row and column."""

from __future__ import annotations

import io
from typing import Any

import pytest
from openpyxl import load_workbook
from shops import LAMP, Shops, assert_problem
from werkzeug.test import TestResponse

LOADS = {
    "a": {**LAMP, "position": 1, "quantity": 10, "importance": "must"},
    "b": {
        "position": 2, "name": "=1+1 kettle", "feed": "ac", "draw": {"kind": "ac_amps", "amps": 9.5, "volts": 120},
        "hours_per_day": 0.25, "seasons": ["winter"], "bars": [0] * 23 + [1], "group": "cooking",
    },
    "c": {
        "position": 3, "name": "fridge", "draw": {"kind": "kwh_per_year", "kwh": 250}, "hours_per_day": 24,
        "duty_by_ambient": {"hot": 0.5}, "profile": "night", "shed_order": 3, "importance": "shed", "struck": True,
    },
}  # fmt: skip


def filled(shops: Shops) -> Any:
    browser = shops.browser()
    patch = [{"op": "add", "path": f"/loads/{id}", "value": load} for id, load in LOADS.items()]
    browser.send("PATCH", f"/options/{shops.option_id}/rig", patch, If_Match='"1"')
    return browser


def read(shops: Shops, browser: Any, content: bytes) -> TestResponse:
    headers = {"X-CSRF-Token": browser.token}
    address = f"/api/v1/options/{shops.option_id}/loads/reading"
    answer: TestResponse = browser.client.post(address, data=content, content_type="text/csv", headers=headers)
    return answer


def bare(load: dict[str, Any]) -> dict[str, Any]:
    """Without what a list gives anew: place and line."""
    return {name: value for name, value in load.items() if name not in ("position", "typed")}


def test_a_list_goes_out_as_csv_and_comes_back_the_same(shops: Shops) -> None:
    browser = filled(shops)
    out = browser.get(f"/options/{shops.option_id}/loads.csv")

    back = read(shops, browser, out.data).json["patch"]

    stored = browser.get(f"/options/{shops.option_id}").json["rig"]["loads"]
    assert [bare(operation["value"]) for operation in back] == [bare(stored[id]) for id in LOADS]
    assert [operation["value"]["position"] for operation in back] == [4, 5, 6]
    assert "'=1+1 kettle" in out.get_data(as_text=True)  # a spreadsheet runs no name
    edited = browser.edit(shops.option_id, *back)
    assert len(edited["rig"]["loads"]) == 6


def test_a_workbook_holds_numbers_as_numbers_and_names_as_text(shops: Shops) -> None:
    browser = filled(shops)

    book = load_workbook(io.BytesIO(browser.get(f"/options/{shops.option_id}/loads.xlsx").data))

    header, lamp, kettle, _ = book["Loads"].iter_rows()
    names = [cell.value for cell in header]
    assert lamp[names.index("wh_per_day")].value == 150
    assert kettle[names.index("name")].value == "=1+1 kettle"
    assert kettle[names.index("name")].data_type == "s"


@pytest.mark.parametrize(
    "content",
    [
        "line\nlamp 3 W 5 h\n".encode("utf-8-sig"),
        b"line;group\r\nlamp 3,0 W 5 h;lighting\r\n\r\n",
        b'"line","duty_hot"\n"lamp 3 W 5 h","0,5"\n',
        "line\nlampe à pied 3 W 5 h\n".encode("cp1252"),
        b"line,wh_at_bank\nlamp 3 W 5 h,whatever a reader wrote\n",
    ],
    ids=["mark", "semicolons", "decimal comma", "latin", "read-only column"],
)
def test_what_spreadsheets_write_is_read(shops: Shops, content: bytes) -> None:
    patch = read(shops, shops.browser(), content).json["patch"]

    assert [operation["value"]["draw"]["watts"] for operation in patch] == [3]


@pytest.mark.parametrize(
    ("content", "says", "pointer"),
    [
        (b"", "among them", None),
        (b"name,watts\nlamp,3\n", "Unknown columns: watts", None),
        (b"line,line\na,b\n", "among them", None),
        (b"line\n", "no load", None),
        (b"line\nlamp 3 W 5 h\n=cmd|'/c calc'!A1\n", "cannot be taken", "/3/line"),
        (b"line\nlamp 3 W 30 h\n", "cannot be taken", "/2/line"),
        (b"line,bars\nlamp 3 W 5 h,1 2 3\n", "cannot be taken", "/2/bars"),
        (b"line,profile\nlamp 3 W 5 h,noon\n", "cannot be taken", "/2/profile"),
        (b"line,duty_hot\nlamp 3 W 5 h,7\n", "cannot be taken", "/2/duty_hot"),
        (b"line\n" + b"lamp 3 W 5 h\n" * 100_000, "more than 300 rows", None),
        (b"line\n" + b"x" * 5000, "more than 2000 characters", "/2/"),
        (b"\x00\x01\xff", "U+0000", "/1/"),
    ],
    ids=["empty", "other columns", "twice", "no rows", "formula", "hours", "bars", "profile", "duty", "rows", "long", "bytes"],
)
def test_a_hostile_list_is_refused_whole_with_its_place(shops: Shops, content: bytes, says: str, pointer: str | None) -> None:
    problem = assert_problem(read(shops, shops.browser(), content), 422, "unacceptable")

    assert says in problem["detail"]
    assert pointer is None or problem["errors"][0]["pointer"] == pointer
    assert all(error["detail"] for error in problem["errors"])


def test_a_list_too_long_for_the_sheet_is_refused(shops: Shops) -> None:
    browser = filled(shops)

    refused = read(shops, browser, b"line\n" + b"lamp 3 W 5 h\n" * 299)

    assert "holds 300 loads; it has 3, the list 299 more" in assert_problem(refused, 409, "not_possible")["detail"]


def test_a_shop_keeps_usual_loads_of_its_own_and_sets(shops: Shops) -> None:
    browser, stranger = filled(shops), shops.browser("cy@b.example")
    address = f"/options/{shops.option_id}/load-sets"

    browser.send("POST", address, {"name": "moth lamp", "load_id": "a"})
    kept = browser.send("POST", address, {"name": "Weekender"}).json["sets"]

    assert [(one["name"], [load["name"] for load in one["loads"]]) for one in kept] == [
        ("moth lamp", ["lamp"]),
        ("Weekender", ["lamp", "=1+1 kettle"]),  # the struck one stays behind
    ]
    typed = browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "moth"}).json["completions"]
    assert [(one["line"].split(" dc")[0], one["note"]) for one in typed] == [("10 x lamp 3 W 5 h", "usual in this shop")]
    assert_problem(browser.send("POST", address, {"name": "weekender"}), 409, "not_possible")
    assert_problem(browser.send("POST", address, {"name": "x", "load_id": "none"}), 404, "not_there")
    assert stranger.get("/load-sets").json == {"sets": []}
    assert [one["name"] for one in browser.send("DELETE", f"/load-sets/{kept[0]['id']}").json["sets"]] == ["Weekender"]
