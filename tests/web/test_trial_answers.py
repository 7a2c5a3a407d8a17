"""The trial by the API: what it says, one of its years, what would help, and its findings that are let stand."""

from __future__ import annotations

import csv
import io
from typing import Any

import pytest
from shops import Browser, Shops

HERE = {"place": "the meadow", "lat_deg": 47.4, "lon_deg": 8.5, "month": 11, "nights": 6, "driving_hours_per_day": 0}
LAMP = {"name": "lamp", "draw": {"kind": "watts", "watts": 20}, "hours_per_day": 24}


@pytest.fixture
def browser(shops: Shops) -> Browser:
    """A van that spends six November nights in one place with a lamp on and a panel that hardly charges."""
    one = shops.browser()
    patch = [("/loads", {"lamp": LAMP}), ("/storage/bank", {"nominal_ah": 100}), ("/stays", {"meadow": HERE})]
    patch.append(("/solar", {"sun_from": "places", "arrays": {"p": {"place": "roof", "plain_w": 1}}}))
    one.edit(shops.option_id, *({"op": "add", "path": path, "value": value} for path, value in patch))
    return one


def read(browser: Browser, shops: Shops, what: str = "") -> Any:
    answer = browser.get(f"/options/{shops.option_id}/trial{what}")
    assert answer.status_code == 200, answer.json
    return answer.json


def test_a_trial_tells_how_often_it_goes_dark_and_where(browser: Browser, shops: Shops) -> None:
    """1 280 Wh at 20.6 W last 62 hours: the third night goes dark, and all behind it."""
    found = read(browser, shops)

    assert found["cannot"] == ""
    assert found["ran"]["says"] == "about seven nights in ten go dark"
    assert [night["dark_frac"] for night in found["ran"]["nights"]] == [0, 0, 1, 1, 1, 1]
    assert found["ran"]["nights"][0]["on"] == "1 Nov"
    # Nineteen hours of the load until seven in the morning, of the four fifths that the arithmetic counts on.
    assert found["ran"]["nights"][0]["left"][1] == pytest.approx(1 - 19 * 20 / 0.97 / (0.8 * 1280), abs=0.01)
    (stay,) = found["ran"]["stays"]
    assert (stay["name"], stay["nights"], stay["days_out"]["value"], stay["at_least"]) == ("the meadow", 6, 2, False)
    assert [one["code"] for one in found["findings"]] == ["trial.goes_dark"]
    assert found["state"] == "needs_attention"
    assert "lamp" in found["ran"]["story"]


def test_each_figure_of_a_trial_names_its_years_and_its_seed(browser: Browser, shops: Shops) -> None:
    for figure in read(browser, shops)["ran"]["energy"]:
        working = browser.get(f"/options/{shops.option_id}/figures/{figure['key']}")
        assert working.status_code == 200
        if figure["key"] != "trial.life_years":
            of = {one["key"] for each in working.json["inputs"] for one in each["figures"]}
            assert {"trial.years", "trial.seed"} <= of


def test_a_rig_that_cannot_be_run_says_what_is_missing(browser: Browser, shops: Shops) -> None:
    browser.edit(shops.option_id, {"op": "add", "path": "/loads", "value": {}})
    found = read(browser, shops)

    assert (found["ran"], found["findings"], found["state"]) == (None, [], "empty")
    assert (found["cannot"], found["missing_at"]) == ("Nothing runs yet: a trial needs loads.", "loads")
    assert read(browser, shops, "/helps")["helps"] == []
    for what in ("/hours", ".csv"):
        refused = browser.get(f"/options/{shops.option_id}/trial{what}")
        assert (refused.status_code, refused.json["detail"]) == (422, found["cannot"])


def test_a_year_is_followed_by_the_hour(browser: Browser, shops: Shops) -> None:
    found = read(browser, shops, "/hours?which=worst")

    assert (len(found["nights"]), len(found["hours"])) == (6, 144)
    assert found["hours"][0]["available"] == pytest.approx(1 - 20 / 0.97 / 1280, abs=1e-3)
    assert found["hours"][100]["off"] == "bank"
    assert browser.get(f"/options/{shops.option_id}/trial/hours?which=any").status_code == 422


def test_what_helps_is_taken_and_the_chance_falls_and_comes_back_with_undo(browser: Browser, shops: Shops) -> None:
    before = read(browser, shops)["ran"]["says"]
    helps = read(browser, shops, "/helps")["helps"]
    more = next(one for one in helps if "of bank" in one["says"])
    assert more["is_clear"] and more["hours_less"] > 0 and more["price"]["value"] > 0

    browser.edit(shops.option_id, *more["patch"])
    assert read(browser, shops)["ran"]["says"] != before
    assert browser.send("POST", f"/options/{shops.option_id}/undo").status_code == 200
    assert read(browser, shops)["ran"]["says"] == before


def test_a_fault_of_the_trial_is_let_stand_and_a_danger_never(browser: Browser, shops: Shops) -> None:
    key = "trial.goes_dark@stay:meadow"
    revision = browser.get(f"/options/{shops.option_id}").json["revision"]
    said = {"finding": key, "reason": "they have a hut"}
    answer = browser.send("POST", f"/options/{shops.option_id}/overruled", said, If_Match=f'"{revision}"')
    assert answer.status_code == 200, answer.json
    found = read(browser, shops)
    assert [one["overruled"]["reason"] for one in found["findings"]] == ["they have a hut"]
    assert found["state"] == "fits"

    browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/importance", "value": "must"})
    danger = {"finding": "trial.critical_goes_dark@stay:meadow", "reason": "it is warm"}
    refused = browser.send("POST", f"/options/{shops.option_id}/overruled", danger, If_Match=f'"{revision + 2}"')
    assert refused.status_code == 409


def test_the_nights_are_a_file(browser: Browser, shops: Shops) -> None:
    answer = browser.get(f"/options/{shops.option_id}/trial.csv")
    rows = list(csv.reader(io.StringIO(answer.data.decode("utf-8-sig"))))

    assert rows[0][:3] == ["stay", "night", "dark_frac"]
    assert [row[:3] for row in rows[1:4]] == [
        ["the meadow", "1 Nov", "0.0"],
        ["the meadow", "2 Nov", "0.0"],
        ["the meadow", "3 Nov", "1.0"],
    ]


def test_a_question_in_one_line_is_answered_kept_and_asked_again(browser: Browser, shops: Shops) -> None:
    path = f"/options/{shops.option_id}/trial/questions"
    two, odd = (browser.send("POST", path, {"said": said}).json for said in ("stay two nights", "stay two nights on the moon"))
    assert (two["read_as"], two["says"], two["lit"]) == (["2 nights at the meadow"], "none of 100 nights goes dark", True)
    assert (odd["unread"], odd["says"], odd["dark_frac"]) == ("on the moon", "", None)
    assert browser.send("POST", path, {"said": ""}).status_code == 422
    many = browser.send("POST", path, {"said": "stay 60 nights"}).json
    assert many["says"] == "about nine nights in ten go dark"

    browser.edit(shops.option_id, {"op": "add", "path": "/trial/questions/q", "value": {"said": "lamp for one hour"}})
    assert browser.get(path).json["answers"]["q"]["says"] == "none of 300 nights goes dark"
    browser.edit(shops.option_id, {"op": "replace", "path": "/storage/bank/nominal_ah", "value": 1})
    assert browser.get(path).json["answers"]["q"]["lit"] is False
    browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/name", "value": "torch"})
    assert browser.get(path).json["answers"]["q"]["read_as"] != ["torch for 1 h a day"]


def test_dull_days_are_told_of_the_place_and_need_one(browser: Browser, shops: Shops) -> None:
    path = f"/options/{shops.option_id}/trial/questions"
    array = {"place": "roof", "plain_w": 400}
    browser.edit(
        shops.option_id,
        {"op": "add", "path": "/solar/arrays/a", "value": array},
        {"op": "replace", "path": "/stays/meadow/month", "value": 6},
        {"op": "replace", "path": "/loads/lamp/draw/watts", "value": 45},
    )
    dry, wet = (browser.send("POST", path, {"said": said}).json for said in ("stay 6 nights", "four days of rain"))
    assert dry["dark_frac"] < wet["dark_frac"]

    browser.edit(
        shops.option_id,
        {"op": "replace", "path": "/stays/meadow/lat_deg", "value": None},
        {"op": "replace", "path": "/stays/meadow/lon_deg", "value": None},
    )
    nowhere = browser.send("POST", path, {"said": "four days of rain"}).json
    assert nowhere["says"] == "Say where the meadow is: without a place there is no weather to draw."


def test_no_change_is_offered_that_brings_another_trouble(browser: Browser, shops: Shops) -> None:
    """The next DC-DC charger asks still more of an alternator that is overloaded; a large one bears it."""
    path = f"/options/{shops.option_id}"

    def offered(alternator_a: int) -> bool:
        browser.edit(
            shops.option_id,
            {"op": "add", "path": "/charging/alternators/alternator/rated_a", "value": alternator_a},
            {"op": "add", "path": "/charging/paths/path/output_a", "value": 20},
            {"op": "replace", "path": "/stays/meadow/driving_hours_per_day", "value": 0.2},
        )
        return any("DC-DC" in one["says"] for one in read(browser, shops, "/helps")["helps"])

    assert offered(200)
    assert not offered(52)
    told = browser.get(path).json["findings"]
    assert ("charging.alternator_overloaded", "fault") in [(one["code"], one["severity"]) for one in told]


def test_the_year_of_a_weather_file_is_told_and_followed_as_it_came(browser: Browser, shops: Shops) -> None:
    """A November whose first days are its dullest and whose other days its brightest, each of one sun a day."""
    path = f"/options/{shops.option_id}/trial"
    refused = browser.get(f"{path}/hours?which=file")
    assert (refused.status_code, "no weather file" in refused.json["detail"]) == (422, True)

    first = sum((31, 28, 31, 30, 31, 30, 31, 31, 30, 31))
    own = {
        "name": "the hut", "lat_deg": 47.4, "lon_deg": 8.5, "kwh_per_m2": [[0.0] * 10 + [4.0] * 10] * 12, "air_c": [10.0] * 12,
        "coldest_c": -5, "hottest_c": 30, "air_off_k_by_day": [0.0] * 365,
        "share_by_day": [0.0 if first <= day < first + 4 else 1.0 for day in range(365)],
    }  # fmt: skip
    array = {"place": "roof", "plain_w": 400, "controller": "c"}
    solar = {"sun_from": "file", "own_sun": own, "arrays": {"p": array}, "controllers": {"c": {"rated_a": 40}}}
    browser.edit(shops.option_id, {"op": "replace", "path": "/solar", "value": solar})

    # 62 hours of the lamp end on the third night; the fourth is dark until the sun of the fifth day.
    assert read(browser, shops)["ran"]["as_it_came"] == "In the year of the hut as it came, 2 go dark of 6 nights."
    hours = read(browser, shops, "/hours?which=file")["hours"]
    suns = [sum(hour["sun_w"] for hour in hours[day * 24 : day * 24 + 12]) for day in range(6)]
    assert suns[:4] == [0, 0, 0, 0] and min(suns[4:]) > 300
    assert [any(hour["off"] for hour in hours[day * 24 : day * 24 + 24]) for day in range(6)] == [
        False,
        False,
        True,
        True,
        False,
        False,
    ]

    half = {**own, "share_by_day": own["share_by_day"][:200]}
    known = browser.get(f"/options/{shops.option_id}").json["revision"]
    patch = [{"op": "replace", "path": "/solar/own_sun", "value": half}]
    assert browser.send("PATCH", f"/options/{shops.option_id}/rig", patch, If_Match=f'"{known}"').status_code == 422


def test_what_comes_out_of_another_systems_bank_is_there_as_long_as_that_bank_is(browser: Browser, shops: Shops) -> None:
    """The van of this shop goes dark on its third night; its trailer is charged out of it each noon."""
    trailer = shops.second_system()
    link = {"system": "Trailer", "gives": True, "source": "bank", "output_a": 5, "output_v": 14.4, "hours_per_day": 2}
    sent = {"other_option_id": trailer, "link": link, "volts_of_fed_bank": True}
    assert browser.send("POST", f"/options/{shops.option_id}/links", sent).status_code == 200
    lamp = {**LAMP, "draw": {"kind": "watts", "watts": 5}}
    of = {"/loads": {"lamp": lamp}, "/storage/bank": {"nominal_ah": 100}, "/stays": {"meadow": HERE}, "/trial/start_frac": 0.5}
    browser.edit(trailer, *({"op": "add", "path": path, "value": value} for path, value in of.items()))

    def brought() -> float:
        return float(browser.get(f"/options/{trailer}/figures/trial.others_wh").json["figure"]["value"])

    ends_early = brought()
    notes = browser.get(f"/options/{trailer}/trial").json["ran"]["notes"]
    assert not any("when it is due" in note for note in notes)
    task = browser.send("POST", f"/options/{trailer}/trial/long").json
    browser.edit(shops.option_id, {"op": "replace", "path": "/storage/bank/nominal_ah", "value": 1000})
    assert brought() > 1.5 * ends_early > 0
    again = browser.send("POST", f"/options/{trailer}/trial/long").json
    assert again["id"] != task["id"]  # the same trailer behind another van

    browser.edit(shops.option_id, {"op": "replace", "path": "/loads", "value": {}})
    notes = browser.get(f"/options/{trailer}/trial").json["ran"]["notes"]
    assert not any("when it is due" in note for note in notes)  # what it gives is a load of its own: it still runs
    browser.edit(shops.option_id, {"op": "replace", "path": "/storage/bank", "value": None})
    notes = browser.get(f"/options/{trailer}/trial").json["ran"]["notes"]
    assert any("the bank of Van is taken to be there when it is due" in note for note in notes)
