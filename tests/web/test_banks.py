"""Letting findings stand, moving the volts class, and the bank for a dawn, over the API."""

from __future__ import annotations

from typing import Any

from shops import LAMP, Browser, Shops, assert_problem

LOW = {"op": "add", "path": "/storage/bank", "value": {"nominal_ah": 2}}
DAYS_SHORT = {"code": "storage.days_short", "reason": "they have shore most nights"}


def begun(shops: Shops, *patch: dict[str, Any]) -> Browser:
    """Somebody at an option with a lamp and a bank that is too small."""
    browser = shops.browser()
    edit(browser, shops, {"op": "add", "path": "/loads/lamp", "value": LAMP}, LOW, *patch)
    return browser


def edit(browser: Browser, shops: Shops, *patch: dict[str, Any]) -> Any:
    head = browser.get(f"/options/{shops.option_id}").json["revision"]
    answer = browser.send("PATCH", f"/options/{shops.option_id}/rig", list(patch), If_Match=f'"{head}"')
    assert answer.status_code == 200, answer.json
    return answer.json


def codes(findings: list[dict[str, Any]]) -> set[str]:
    return {finding["code"] for finding in findings}


def test_a_fault_is_let_stand_by_name_comes_back_worse_and_is_taken_back(shops: Shops) -> None:
    browser = begun(shops)
    option = f"/options/{shops.option_id}"

    let = browser.send("POST", f"{option}/overruled", DAYS_SHORT, If_Match='"2"').json
    (kept,) = let["overruled"]
    assert (kept["code"], kept["overruled"]["by"], kept["overruled"]["reason"]) == (
        "storage.days_short", "Ada", "they have shore most nights",
    )  # fmt: skip
    assert kept["overruled"]["said"] == kept["what"]
    assert "storage.days_short" not in codes(let["findings"])
    assert (let["undo"], let["steps"]["storage"]) == ("let a finding stand", "fits")

    worse = edit(browser, shops, {"op": "replace", "path": "/storage/bank/nominal_ah", "value": 1})
    back = next(finding for finding in worse["findings"] if finding["code"] == "storage.days_short")
    assert back["overruled"]["by"] == "Ada"
    assert back["what"] != back["overruled"]["said"]

    edit(browser, shops, LOW)
    head = browser.get(option).json["revision"]
    again = browser.send("DELETE", f"{option}/overruled/storage.days_short", If_Match=f'"{head}"').json
    assert again["overruled"] == []
    assert "storage.days_short" in codes(again["findings"])
    assert again["undo"] == "let a rule speak again"


def test_dangers_stay_and_what_is_not_there_is_not_overruled(shops: Shops) -> None:
    browser = begun(shops, {"op": "add", "path": "/storage/restraint", "value": "none"})
    option = f"/options/{shops.option_id}"

    danger = browser.send("POST", f"{option}/overruled", {**DAYS_SHORT, "code": "storage.not_restrained"}, If_Match='"2"')
    assert_problem(danger, 409, "not_possible")
    assert "never overruled" in danger.json["detail"]
    unknown = browser.send("POST", f"{option}/overruled", {**DAYS_SHORT, "code": "solar.controller_clips"}, If_Match='"2"')
    assert_problem(unknown, 409, "not_possible")
    assert_problem(
        browser.send("POST", f"{option}/overruled", {**DAYS_SHORT, "reason": "x"}, If_Match='"2"'), 422, "unacceptable"
    )
    assert browser.get(option).json["revision"] == 2


def test_a_dragged_dawn_becomes_a_bank_that_can_be_previewed(shops: Shops) -> None:
    browser = begun(shops)
    option = f"/options/{shops.option_id}"

    found = browser.send("POST", f"{option}/bank-that-keeps", {"dawn": 2, "left_frac": 0.5}).json["patch"]
    preview = browser.send("POST", f"{option}/preview", found).json
    assert "storage.days_short" in codes(preview["ended"])
    kept = edit(browser, shops, *found)["nights"]["by_audit"]
    assert kept[1] >= 0.5
    refused = browser.send("POST", f"{option}/bank-that-keeps", {"dawn": 60, "left_frac": 0.5})
    assert "no such dawn" in assert_problem(refused, 422, "unacceptable")["detail"]


def test_a_move_is_told_and_previewed(shops: Shops) -> None:
    browser = begun(shops)
    option = f"/options/{shops.option_id}"

    move = browser.get(f"{option}/moves/24").json
    assert [piece["fate"] for piece in move["pieces"]] == ["changes", "changes"]
    assert move["pieces"][0]["text"] == "The bank keeps its energy as 1 Ah, of units made for it."
    assert edit(browser, shops, *move["patch"])["rig"]["storage"]["system_v"] == 24
    assert_problem(browser.get(f"{option}/moves/24"), 404, "not_there")
    assert_problem(browser.get(f"{option}/moves/36"), 404, "not_there")
