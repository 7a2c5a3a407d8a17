"""The parts book: revisions that rigs keep, files that carry what they refer to, and what each part would do."""

from __future__ import annotations

import json
from typing import Any

import pytest
from shops import LAMP, PART, Browser, Shops, assert_problem


def edit(browser: Browser, shops: Shops, base: int, *operations: tuple[str, Any]) -> Any:
    patch = [{"op": "add", "path": path, "value": value} for path, value in operations]
    return browser.send("PATCH", f"/options/{shops.option_id}/rig", patch, If_Match=f'"{base}"')


def priced(**members: Any) -> dict[str, Any]:
    return {**PART, "mass_kg": 11.5, "discharge_limit_a": 100, "price": {"amount": "345.50", "currency": "EUR"}, **members}


def test_a_rig_keeps_the_revision_of_a_part_that_it_took(shops: Shops) -> None:
    browser = shops.browser()
    part = browser.send("POST", "/parts", priced()).json
    bank = {"units": {"part": part["reference"], "series": 1, "parallel": 2}}
    taken = browser.edit(
        shops.option_id,
        {"op": "add", "path": "/loads/lamp", "value": LAMP},
        {"op": "add", "path": "/storage/bank", "value": bank},
    )

    changed = browser.send("PUT", f"/parts/{part['id']}", priced(capacity_ah=90), If_Match='"1"').json
    browser.send("POST", f"/parts/{part['id']}/withdrawal", {"withdrawn": True})

    assert (changed["number"], changed["reference"] != part["reference"]) == (2, True)
    lines = {line["label"]: line["have"] and line["have"]["value"] for line in taken["ledger"]}
    assert lines["at 12.8 V"] == 200
    assert lines["Chosen so far, mass"] == 23
    assert lines["Chosen so far, price"] == 691
    assert browser.get(f"/options/{shops.option_id}").json == taken
    stale = browser.send("PUT", f"/parts/{part['id']}", priced(), If_Match='"1"')
    assert_problem(stale, 412, "stale")
    history = browser.get(f"/parts/{part['id']}").json["revisions"]
    assert [(one["number"], one["part"]["capacity_ah"]) for one in history] == [(2, 90), (1, 100)]


def test_a_job_file_carries_its_parts_to_another_shop_and_comes_back_the_same(shops: Shops) -> None:
    browser, stranger = shops.browser(), shops.browser("cy@b.example")
    part = browser.send("POST", "/parts", priced()).json
    own = {"part": {**PART, "name": "from the old boat"}, "standing": "re_used", "age_years": 3, "measured_with": "clamp meter"}
    edit(
        browser, shops, 1, ("/loads/lamp", LAMP), ("/own_parts/old", own),
        ("/storage/bank", {"units": {"part": part["reference"], "series": 1, "parallel": 2}}),
    )  # fmt: skip
    browser.send("PUT", f"/jobs/{shops.job_id}/notes", {"notes": "Seal the gland.", "seen": ""})
    late = browser.send("PUT", f"/jobs/{shops.job_id}/notes", {"notes": "Call first.", "seen": ""})
    assert "Seal the gland." in assert_problem(late, 409, "not_possible")["detail"]

    file = browser.get(f"/jobs/{shops.job_id}/file").json
    back = stranger.send("POST", "/jobs/file", file).json
    again = stranger.send("POST", "/jobs/file", file).json

    assert list(file["parts"]) == [part["reference"]]
    assert stranger.get(f"/jobs/{back['id']}/file").json == file
    assert again["notes"] == "Seal the gland."
    assert [one["withdrawn"] for one in stranger.get("/parts").json["parts"]] == [True]  # kept once, not offered
    tampered = json.loads(json.dumps(file).replace('"capacity_ah": 100.0', '"capacity_ah": 400.0'))
    for bad in (tampered, {**file, "parts": {}}):
        assert_problem(stranger.send("POST", "/jobs/file", bad), 422, "unacceptable")


def test_a_job_starts_from_an_earlier_rig_without_its_history(shops: Shops) -> None:
    browser = shops.browser()
    edit(browser, shops, 1, ("/loads/lamp", LAMP))

    made = browser.send("POST", "/jobs", {"title": "Sister boat", "customer": "D", "like_option": shops.option_id}).json

    begun = browser.get(f"/options/{made['options'][0]['id']}").json
    assert (list(begun["rig"]["loads"]), begun["revision"]) == (["lamp"], 1)
    stranger = shops.browser("cy@b.example")
    refused = stranger.send("POST", "/jobs", {"title": "t", "customer": "c", "like_option": shops.option_id})
    assert_problem(refused, 404, "not_there")


def test_candidates_say_what_each_would_do_and_why_others_do_not_fit(shops: Shops) -> None:
    browser = shops.browser()
    heavy = {**LAMP, "draw": {"kind": "watts", "watts": 100}, "feed": "ac"}
    edit(browser, shops, 1, ("/loads/kettle", heavy))
    for name, ah, most in (("large", 200, 4), ("small", 20, 2), ("six volts", 200, 4)):
        volts = 6.4 if name == "six volts" else 12.8
        browser.send("POST", "/parts", priced(name=name, capacity_ah=ah, nominal_v=volts, max_parallel=most))
    browser.send("POST", "/parts", priced(name="lead", chemistry="agm", nominal_v=12))

    found = browser.get(f"/options/{shops.option_id}/candidates?place=storage.bank").json["candidates"]

    by_name = {one["part"]["name"]: one for one in found}
    assert "lead" not in by_name
    assert by_name["large"]["fits"] is True
    assert by_name["large"]["days"]["value"] >= 2
    assert by_name["six volts"]["arrangement"] == "2 in series, 1 in parallel"
    assert [one["code"] for one in by_name["small"]["findings"]] == ["storage.too_many_units"]
    assert [one["fits"] for one in found] == sorted((one["fits"] for one in found), reverse=True)
    accepted = browser.edit(shops.option_id, *by_name["large"]["patch"])
    assert "storage.days_short" not in [finding["code"] for finding in accepted["findings"]]


@pytest.mark.parametrize(
    ("part", "pointer"),
    [
        ({**PART, "capacity_ah": 0}, "/battery/capacity_ah"),
        ({**PART, "kind": "sail"}, ""),
        ({**PART, "colour": "red"}, "/battery/colour"),
        (priced(price={"amount": "12.345", "currency": "EUR"}), "/battery/price/amount"),
        (priced(price={"amount": "12", "currency": "euro"}), "/battery/price/currency"),
    ],
)
def test_a_bad_part_is_refused_at_its_place(shops: Shops, part: dict[str, Any], pointer: str) -> None:
    problem = assert_problem(shops.browser().send("POST", "/parts", part), 422, "unacceptable")

    assert problem["errors"][0]["pointer"] == pointer


def test_two_parts_of_a_kind_do_not_share_a_name_and_a_kind_stays(shops: Shops) -> None:
    browser = shops.browser()
    browser.send("POST", "/parts", PART)

    assert_problem(browser.send("POST", "/parts", {**PART, "name": "Other Block"}), 409, "not_possible")
    inverter = {"kind": "inverter", "name": "i", "rated_w": 500}
    assert_problem(browser.send("PUT", f"/parts/{shops.part_id}", inverter, If_Match='"1"'), 409, "not_possible")
