"""Ways of wiring panels, room to grow and curves over the API: three panels owned, one bought."""

from __future__ import annotations

from typing import Any

import pytest
from shops import Browser, Shops, assert_problem

OLD = {"kind": "panel", "name": "old panel", "rated_w": 100, "voc_v": 22, "vmp_v": 18, "isc_a": 6.1, "imp_a": 5.56, "max_fuse_a": 10,
       "beta_voc_percent_per_k": -0.28}  # fmt: skip
NEW = {"kind": "panel", "name": "new panel", "rated_w": 300, "voc_v": 40, "vmp_v": 32, "isc_a": 9.8, "imp_a": 9.4, "max_fuse_a": 15,
       "beta_voc_percent_per_k": -0.3}  # fmt: skip
CONTROLLER = {"kind": "controller", "name": "MPPT 100 V 30 A", "rated_a": 30, "method": "mppt", "most_v": 100, "most_isc_a": 35,
              "price": {"amount": "169.00", "currency": "EUR"}}  # fmt: skip


@pytest.fixture
def browser(shops: Shops) -> Browser:
    """An owner with three old panels, in a place of −20 °C, and a controller in the book."""
    one = shops.browser()
    one.send("POST", "/parts", CONTROLLER)
    one.send("POST", "/parts", {"kind": "controller", "name": "PWM 50 V 30 A", "rated_a": 30, "method": "pwm", "most_v": 50})
    own = {"old": OLD, "new": NEW}
    one.edit(
        shops.option_id,
        *({"op": "add", "path": f"/own_parts/{id}", "value": {"part": part, "standing": "kept"}} for id, part in own.items()),
        {"op": "add", "path": "/solar/record_low_c", "value": -20},
        {"op": "add", "path": "/solar/record_high_c", "value": 35},
    )
    return one


def ask(browser: Browser, shops: Shops, what: str, body: dict[str, Any]) -> Any:
    answer = browser.send("POST", f"/options/{shops.option_id}/{what}", body)
    assert answer.status_code == 200, answer.json
    return answer.json


def test_panels_are_arranged_taken_and_put_beside_new_ones(browser: Browser, shops: Shops) -> None:
    found = ask(browser, shops, "arrangements", {"lots": [{"part": "own:old", "count": 3}]})
    assert found["judged"] == 2 * len({way["controller"] for way in found["ways"]})
    first, *_, last = found["ways"]
    # 3 × 22 V × 1.126 = 74.3 V open in the cold, 45.4 V in the heat: in series they fit, side by side they do not run.
    assert (first["text"], first["fits"], first["fuses"], first["against"]) == ("3 in series", True, "", [])
    assert first["cold_v"] == pytest.approx(74.316)
    beside = next(way for way in found["ways"] if way["text"] == "3 in parallel" and way["fits"])
    assert beside["against"] == ["15.1 V at the record high, 15.4 V charge the bank full"]  # it fits, and is no first choice
    assert not last["fits"]

    taken = browser.edit(shops.option_id, *first["patch"])
    ((array_id, array),) = taken["rig"]["solar"]["arrays"].items()
    ((string_id, string),) = array["strings"].items()
    assert len(string["panels"]) == 3 and taken["rig"]["solar"]["controllers"][array["controller"]]["part"]

    beside = ask(browser, shops, "old-with-new", {"array": array_id, "lot": {"part": "own:new", "count": 1}})["ways"]
    day = {one["how"]: one["wh_per_day"] for one in beside}
    # The new one carries 5.56 A in the old string, and 40 V behind 66 V give nothing beside it; by itself it gives all.
    assert list(day) == ["now", "one_string", "in_parallel", "own_controller"]
    assert day["now"] <= day["in_parallel"] < day["own_controller"] and day["one_string"] < day["own_controller"]
    assert next(one["price"] for one in beside if one["how"] == "own_controller").startswith("338")  # two controllers of 169.00

    # Each kind by itself, where on one controller their volts are unlike.
    both = ask(browser, shops, "arrangements", {"lots": [{"part": "own:old", "count": 3}, {"part": "own:new", "count": 2}]})
    assert [way["text"] for way in both["apart"]] == ["3 in series", "2 in series"]
    apart = browser.edit(shops.option_id, *both["apart"][-1]["patch"])["rig"]["solar"]
    assert len(apart["arrays"]) == len(apart["controllers"]) == 3
    browser.send("POST", f"/options/{shops.option_id}/undo")

    room = browser.get(f"/options/{shops.option_id}/room-to-grow").json
    # 30 A at 14.4 V are 432 W: a second string of three clips, a fourth panel in the string does not; a fifth has 123.9 V cold.
    assert "no string more like its own, or 1 more panel in each string" in room["lines"][0]["text"]
    assert "clips in full sun: 600 W of panels, it gives 432 W" in room["lines"][0]["text"]

    curve = ask(browser, shops, "curves", {"string": string_id, "shaded": {"0": 0.6}})
    assert curve["series"]["best_w"] < curve["parallel"]["best_w"] < curve["clear"]["best_w"] == pytest.approx(300, rel=0.01)
    assert (curve["least_v"], curve["most_v"]) == (pytest.approx(15.4), 100)


def test_what_may_come_to_a_controller_is_told_with_the_reason_against_the_others(browser: Browser, shops: Shops) -> None:
    browser.edit(
        shops.option_id, {"op": "add", "path": "/solar/controllers/c", "value": {"rated_a": 10, "method": "pwm", "most_v": 50}}
    )
    may = ask(browser, shops, "panels-for-controller", {"controller": "rig:c"})["panels"]
    said = {one["name"]: one for one in may}
    assert said["old panel"]["most_panels"] >= 1
    assert said["new panel"]["most_panels"] == 0 and "PWM ties 32 V" in " ".join(said["new panel"]["against"])


@pytest.mark.parametrize(
    ("what", "body", "status"),
    [
        ("arrangements", {"lots": [{"part": "own:gone", "count": 1}]}, 404),
        ("arrangements", {"lots": [{"part": "own:old", "count": 400}]}, 422),
        ("arrangements", {"lots": []}, 422),
        ("arrangements", {"lots": [{"part": "own:old", "count": 2}], "instead_of": "gone"}, 404),
        ("panels-for-controller", {"controller": "rig:gone"}, 404),
        ("old-with-new", {"array": "gone", "lot": {"part": "own:old", "count": 1}}, 404),
        ("curves", {"string": "gone"}, 404),
        ("curves", {"string": "gone", "sun_w_per_m2": -5}, 422),
        ("curves", {"string": "gone", "shaded": {"0": 2}}, 422),
    ],
)
def test_what_cannot_be_answered_is_refused_with_a_word(
    browser: Browser, shops: Shops, what: str, body: Any, status: int
) -> None:
    answer = browser.send("POST", f"/options/{shops.option_id}/{what}", body)
    assert answer.status_code == status
    assert_problem(answer, status, answer.json["code"])
