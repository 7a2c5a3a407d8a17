"""Letting findings stand, moving the volts class, and the bank for a dawn, over the API."""

from __future__ import annotations

from typing import Any

from shops import LAMP, Browser, Shops, assert_problem

LOW = {"op": "add", "path": "/storage/bank", "value": {"nominal_ah": 2}}
DAYS_SHORT = {"finding": "storage.days_short", "reason": "they have shore most nights"}


def begun(shops: Shops, *patch: dict[str, Any]) -> Browser:
    """Somebody at an option with a lamp and a bank that is too small."""
    browser = shops.browser()
    edit(browser, shops, {"op": "add", "path": "/loads/lamp", "value": LAMP}, LOW, *patch)
    return browser


def edit(browser: Browser, shops: Shops, *patch: dict[str, Any]) -> Any:
    return browser.edit(shops.option_id, *patch)


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


def test_of_several_things_each_is_let_stand_spoken_of_and_taken_back_by_itself(shops: Shops) -> None:
    cord = {"kind": "cord", "fate": "stays", "condition": "damaged"}
    items = {f"c{n}": {**cord, "name": f"Cord {n}"} for n in (1, 2)}
    kept = {"reason": "an old one", "by": "Ben", "on": "2026-01-02", "said": "…", "words": {"names": "Cord 1, Cord 2"}}
    browser = begun(
        shops,
        {"op": "add", "path": "/survey/items", "value": items},
        {"op": "add", "path": "/overruled/survey.damaged_part_stays", "value": kept},  # as before findings had subjects
    )
    option = f"/options/{shops.option_id}"
    one, other = (f"survey.damaged_part_stays@item:c{n}" for n in (1, 2))

    def sides(answer: dict[str, Any]) -> tuple[set[str], dict[str, str]]:
        mine = [finding for finding in answer["findings"] if finding["code"] == "survey.damaged_part_stays"]
        let_stand = {finding["key"]: finding["overruled"]["reason"] for finding in answer["overruled"]}
        return {finding["key"] for finding in mine}, let_stand

    assert sides(browser.get(option).json) == (set(), {one: "an old one", other: "an old one"})
    taken = browser.send("DELETE", f"{option}/overruled/{one}", If_Match='"2"').json
    assert sides(taken) == ({one}, {other: "an old one"})
    let = browser.send("POST", f"{option}/overruled", {"finding": one, "reason": "a new one"}, If_Match='"3"').json
    assert sides(let) == (set(), {one: "a new one", other: "an old one"})
    assert browser.send("DELETE", f"{option}/overruled/{one}", If_Match='"4"').status_code == 200
    assert_problem(browser.send("DELETE", f"{option}/overruled/{one}", If_Match='"5"'), 409, "not_possible")

    body = {"pin": f"finding:{one}", "text": "is it the plug?"}
    said = {one["text"]: one["about"] for one in browser.send("POST", f"{option}/comments", body).json["comments"]}
    assert said["is it the plug?"] == "Something damaged is still in the rig: Cord 1."
    assert browser.get(option).json["open_comments"][f"finding:{one}"] == 1
    gone = browser.send("POST", f"{option}/comments", {**body, "pin": "finding:survey.damaged_part_stays@item:c9"})
    assert_problem(gone, 409, "not_possible")


def test_an_edit_that_waited_names_the_version_that_it_was_made_on(shops: Shops) -> None:
    browser = begun(shops)
    rig = f"/options/{shops.option_id}/rig"
    units = [{"op": "add", "path": "/region/display_units", "value": "us"}, {**LOW, "value": {"nominal_ah": 3}}]

    taken = browser.edit(shops.option_id, *units, Schema_Version="1")
    assert taken["rig"]["storage"]["bank"]["nominal_ah"] == 3
    for version in ("", "2", "99", "x"):  # of version 2 at most where it is not said
        headers = {"Schema_Version": version} if version else {}
        assert_problem(browser.send("PATCH", rig, units, If_Match='"3"', **headers), 422, "unacceptable")


def test_dangers_stay_and_what_is_not_there_is_not_overruled(shops: Shops) -> None:
    browser = begun(shops, {"op": "add", "path": "/storage/restraint", "value": "none"})
    option = f"/options/{shops.option_id}"

    danger = browser.send("POST", f"{option}/overruled", {**DAYS_SHORT, "finding": "storage.not_restrained"}, If_Match='"2"')
    assert_problem(danger, 409, "not_possible")
    assert "never overruled" in danger.json["detail"]
    unknown = browser.send("POST", f"{option}/overruled", {**DAYS_SHORT, "finding": "solar.controller_clips"}, If_Match='"2"')
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
