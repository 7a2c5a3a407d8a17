"""Runs over the API: listed with their figures, mended all at once, and with the least copper."""

from __future__ import annotations

from typing import Any

import pytest
from shops import Browser, Shops

LAMP, FEEDER, CHARGED = "panel.out>load:lamp.in", "bus.pos>panel.in", "bus.pos>charger:charger.out"


def put(path: str, value: Any) -> dict[str, Any]:
    return {"op": "add", "path": path, "value": value}


def wiring(browser: Browser, shops: Shops, what: str = "") -> Any:
    answer = browser.get(f"/options/{shops.option_id}/wiring{what}")
    assert answer.status_code == 200, answer.json
    return answer.json


def told(answer: dict[str, Any]) -> set[str]:
    return {finding["code"] for finding in answer["findings"] if finding["step"] == "wiring"}


@pytest.fixture
def browser(shops: Shops) -> Browser:
    """A van with a bank, a lamp, a charger of 40 A on a cable that is too thin, and a fuse that is too large for the lamp's."""
    one = shops.browser()
    lamp = {"name": "lamp", "draw": {"kind": "watts", "watts": 24}, "hours_per_day": 5}
    one.edit(
        shops.option_id,
        put("/loads/lamp", lamp),
        put("/storage/bank", {"nominal_ah": 200}),
        put("/charging/chargers/charger/output_a", 40),
        put("/wiring/main/conductor", "awg:2"),
        put("/wiring/runs", {
            CHARGED: {"length": "2 m", "conductor": "awg:12"},
            LAMP: {"length": "3 m", "conductor": "awg:16", "fuse_a": 30},
            FEEDER: {"length": "1 m", "conductor": "awg:2", "fuse_a": 15},
        }),
    )  # fmt: skip
    return one


def test_runs_are_listed_with_what_was_said_and_worked_out(browser: Browser, shops: Shops) -> None:
    runs = {one["key"]: one for one in wiring(browser, shops)["runs"]}
    lamp = runs[LAMP]
    assert (lamp["name"], lamp["length"], lamp["conductor"], lamp["found"]) == ("DC panel to lamp", "3 m", "awg:16", False)
    assert lamp["figures"]["have_fuse_a"]["value"] == 30
    assert lamp["figures"]["have_fuse_a"]["key"] == f"wiring.run.{lamp['number']}.have_fuse_a"
    assert len({one["number"] for one in runs.values()}) == len(runs)
    browser.edit(shops.option_id, {"op": "remove", "path": "/loads/lamp"})
    gone = wiring(browser, shops)
    assert LAMP not in {one["key"] for one in gone["runs"]}
    assert {one["key"] for one in gone["gone"]} == {LAMP, FEEDER}


def test_all_that_is_too_small_is_mended_by_one_edit_and_nothing_is_made_smaller(browser: Browser, shops: Shops) -> None:
    before = browser.get(f"/options/{shops.option_id}").json
    assert {"wiring.run_undersized", "wiring.run_fuse_above_ampacity"} <= told(before)

    offered = wiring(browser, shops, "/mended")
    changes = {one["key"]: one for one in offered["changes"]}
    assert set(changes) == {CHARGED, LAMP}  # the feeder is far too thick, and stays so
    assert changes[LAMP]["fuse_a"] == [30, 5] and changes[LAMP]["conductor"] == ["awg:16", "awg:16"]
    assert changes[CHARGED]["copper_kg"] > 0 and offered["left"] == 0
    weighed = offered["copper_kg"]
    assert weighed[1] - weighed[0] == pytest.approx(sum(one["copper_kg"] for one in offered["changes"]))

    after = browser.edit(shops.option_id, *offered["patch"])
    assert not told(after) & {"wiring.run_undersized", "wiring.run_fuse_above_ampacity", "wiring.run_drop"}
    assert wiring(browser, shops, "/mended")["patch"] == []
    undone = browser.send("POST", f"/options/{shops.option_id}/undo").json
    assert undone["rig"]["wiring"]["runs"][LAMP]["fuse_a"] == 30


def test_what_is_mended_is_priced_by_the_parts_book_and_another_fuse_brings_its_own_marks(
    browser: Browser, shops: Shops
) -> None:
    def part(**members: Any) -> None:
        price = {"amount": members.pop("price"), "currency": "EUR"}
        assert browser.send("POST", "/parts", {"price": price, **members}).status_code == 200

    part(kind="fuse", name="Blade 5 A", family="blade", rated_a=5, rated_v=32, breaks_a=5000, price="0.80")
    part(kind="fuse", name="Blade 5 A, weak", family="blade", rated_a=5, rated_v=32, breaks_a=200, price="0.20")
    asked = next(one["conductor"][1] for one in wiring(browser, shops, "/mended")["changes"] if one["key"] == CHARGED)
    part(kind="cable", name="Cable", conductor=asked, insulation_c=105, material="copper", price="3.00")
    browser.edit(
        shops.option_id, put(f"/wiring/runs/{LAMP}/fuse_family", "anl"), put(f"/wiring/runs/{LAMP}/fuse_breaks_a", 100)
    )

    offered = wiring(browser, shops, "/mended")
    changes = {one["key"]: one for one in offered["changes"]}
    assert changes[LAMP]["fuse_name"] == "Blade 5 A" and [one["amount"] for one in changes[LAMP]["costs"]] == ["0.80"]
    assert [one["amount"] for one in changes[CHARGED]["costs"]] == ["12.00"]  # 2 m of both poles
    assert [(one["amount"], one["currency"]) for one in offered["costs"]] == [("12.80", "EUR")] and offered[
        "without_price"
    ] == 0

    after = browser.edit(shops.option_id, *offered["patch"])
    lamp = after["rig"]["wiring"]["runs"][LAMP]
    assert (lamp["fuse_a"], lamp["fuse_family"], lamp["fuse_v"], lamp["fuse_breaks_a"]) == (5, "blade", 32, 5000)
    offers = wiring(browser, shops, f"/fuses?run={LAMP}")["offers"]
    assert [(one["name"], one["against"] == []) for one in offers] == [("Blade 5 A", True), ("Blade 5 A, weak", False)]
    assert wiring(browser, shops, "/fuses?run=panel.out>load:gone.in") == {"offers": []}


def test_where_no_stock_size_serves_each_way_out_is_weighed_and_ends_it(browser: Browser, shops: Shops) -> None:
    assert wiring(browser, shops, "/ways-out") == {"ways": []}
    large = [put("/inverter/chosen", {"rated_w": 6000, "idle_w": 30}), put("/wiring/main", {"one_way_length": "3 m"})]
    assert "wiring.no_stock_size" in told(browser.edit(shops.option_id, *large))
    ways = wiring(browser, shops, "/ways-out")["ways"]
    assert {one["way"] for one in ways} >= {"other_volts"}
    assert [one["copper_kg"] for one in ways] == sorted(one["copper_kg"] for one in ways)
    for one in ways:
        after = browser.edit(shops.option_id, *one["patch"])
        assert not told(after) & {"wiring.no_stock_size", "wiring.run_no_size"}, one["name"]
        browser.send("POST", f"/options/{shops.option_id}/undo")


def test_the_parts_book_has_what_sits_between_the_runs_and_says_why_some_of_it_does_not_serve(
    browser: Browser, shops: Shops
) -> None:
    def part(name: str, kind: str, **members: Any) -> None:
        assert browser.send("POST", "/parts", {"kind": kind, "name": name, **members}).status_code == 200

    part("Switch 275 A", "switch", rated_a=275, rated_v=48, poles=1)
    part("Switch 300 A, two poles", "switch", rated_a=300, rated_v=48, poles=2, ignition_protected="yes")
    part("Switch 100 A", "switch", rated_a=100, rated_v=48, poles=2)
    part("Switch without volts", "switch", rated_a=300, poles=2)
    part("One-fuse holder", "holder", family="blade", ways=1, rated_v=32)
    part("Block of 12", "holder", family="blade", ways=12, all_a=100, rated_v=32)
    said = {"gear": {"s": {"gear": "main_switch"}, "box": {"gear": "fuse_box"}}, "switch_poles": "both"}
    browser.edit(
        shops.option_id, *(put(f"/wiring/{name}", value) for name, value in said.items()), put("/wiring/main/fuse_a", 200)
    )

    offers = {one["name"]: one for one in wiring(browser, shops, "/gear?gear=s")["offers"]}
    assert {name: one["against"] == [] for name, one in offers.items()} == {
        "Switch 300 A, two poles": True, "Switch 275 A": False, "Switch 100 A": False, "Switch without volts": False,
    }  # fmt: skip
    assert next(iter(offers)) == "Switch 300 A, two poles"
    after = browser.edit(shops.option_id, *offers["Switch 300 A, two poles"]["patch"])
    switch = after["rig"]["wiring"]["gear"]["s"]
    assert (switch["name"], switch["rated_a"], switch["rated_v"], switch["poles"]) == ("Switch 300 A, two poles", 300, 48, 2)
    boxes = wiring(browser, shops, "/gear?gear=box")["offers"]
    assert [(one["name"], one["rated_a"]) for one in boxes] == [("Block of 12", 100)]
    assert wiring(browser, shops, "/gear?gear=gone") == {"offers": []}


def test_the_least_copper_takes_no_more_than_what_is_there_and_breaks_no_rule(browser: Browser, shops: Shops) -> None:
    browser.edit(shops.option_id, *wiring(browser, shops, "/mended")["patch"])
    offered = wiring(browser, shops, "/lightest")
    assert offered["possible"] and offered["copper_kg"][1] < offered["copper_kg"][0]
    feeder = next(one for one in offered["changes"] if one["key"] == FEEDER)
    assert feeder["conductor"][0] == "awg:2" and feeder["copper_kg"] < 0
    after = browser.edit(shops.option_id, *offered["patch"])
    assert told(after) <= {"wiring.no_stock_size"}
    assert wiring(browser, shops, "/lightest")["patch"] == []


def test_loads_are_put_on_circuits_by_one_edit(browser: Browser, shops: Shops) -> None:
    lamps = [
        put(
            f"/loads/l{n}",
            {"name": f"spot {n}", "group": "lighting", "draw": {"kind": "watts", "watts": 5}, "hours_per_day": 3},
        )
        for n in (1, 2)
    ]
    browser.edit(shops.option_id, *lamps)
    offered = wiring(browser, shops, "/circuits")
    assert [(one["name"], one["loads"]) for one in offered["circuits"]] == [("Lighting", ["spot 1", "spot 2"])]
    assert offered["most_a"] == 10
    browser.edit(shops.option_id, *offered["patch"])
    runs = {one["name"]: one for one in wiring(browser, shops)["runs"]}
    assert runs["DC panel to Lighting"]["kind"] == "circuit" and "DC panel to spot 1" not in runs
    twice = put("/wiring/circuits/other", {"name": "Other", "loads": ["l1"]})
    revision = browser.get(f"/options/{shops.option_id}").json["revision"]
    refused = browser.send("PATCH", f"/options/{shops.option_id}/rig", [twice], If_Match=f'"{revision}"')
    assert refused.status_code == 422 and "on one circuit" in str(refused.json)
    assert wiring(browser, shops, "/circuits")["circuits"] == []
