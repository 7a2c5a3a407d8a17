"""Places on the map and the sun over a vehicle, over the API."""

from __future__ import annotations

from typing import Any

import pytest
from shops import Shops, assert_problem
from test_banks import edit

MOOR = {"place": "moor", "lat_deg": 50.0, "lon_deg": 5.0, "month": 12, "heading_deg": 180}
BOX = {"name": "roof box", "bearing_deg": 0, "away_m": 1, "width_m": 2, "height_m": 1}


def names(answer: Any) -> set[str]:
    return {place["name"] for place in answer.json["places"]}


def test_the_largest_places_of_a_part_of_the_map(shops: Shops) -> None:
    """Facts of geography; the second box goes over the date line."""
    browser = shops.browser()
    iberia = names(browser.get("/places/within?west=-10&south=36&east=4&north=44"))
    pacific = names(browser.get("/places/within?west=170&south=-45&east=-170&north=-10"))

    assert {"Madrid", "Barcelona", "Lisbon"} <= iberia
    assert not {"Paris", "Rabat"} & iberia
    assert {"Auckland", "Suva"} <= pacific
    assert not {"Sydney", "Papeete"} & pacific
    assert len(iberia) <= 40
    assert_problem(browser.get("/places/within?west=-190&south=0&east=0&north=1"), 422, "unacceptable")


@pytest.mark.parametrize(
    ("lat", "lon", "name", "least_km", "most_km"),
    [(40.42, -3.70, "Madrid", 0, 3), (-36.85, -179.99, "", 200, 700), (0, -30, "", 700, 1500), (90, 10, "", 1000, 2500)],
)
def test_the_nearest_place(shops: Shops, lat: float, lon: float, name: str, least_km: float, most_km: float) -> None:
    """In a town, behind the date line from Auckland, in mid-Atlantic and at the pole. (facts of geography)"""
    found = shops.browser().get(f"/places/nearest?lat={lat}&lon={lon}").json

    assert least_km <= found["away_km"] <= most_km
    assert found["place"]["name"].startswith(name)


def test_a_day_of_sun_over_the_vehicle(shops: Shops) -> None:
    """At 50° N on 21 December noon is 16.6° high in the south: a box of 45° before a nose to the south hides it, and no other
    heading does. (geometry)"""
    browser = shops.browser()
    option = f"/options/{shops.option_id}"
    edit(
        browser, shops, {"op": "add", "path": "/stays/moor", "value": MOOR},
        {"op": "add", "path": "/solar/obstacles/box", "value": BOX}, {"op": "add", "path": "/solar/arrays/array", "value": {"plain_w": 300}},
    )  # fmt: skip
    ahead = browser.get(f"{option}/day-of-sun?stay=moor&day=355").json
    away = browser.get(f"{option}/day-of-sun?stay=moor&day=355&heading=0").json

    noon = max(ahead["path"], key=lambda point: point["height_deg"])
    assert (noon["height_deg"], noon["azimuth_deg"]) == (pytest.approx(16.6, abs=0.3), pytest.approx(180, abs=2))
    assert (noon["reaches"], max(away["path"], key=lambda point: point["height_deg"])["reaches"]) == (0, 1)
    assert ahead["length_h"] == pytest.approx(7.9, abs=0.2)
    assert ahead["sets_h"] - ahead["rises_h"] == pytest.approx(ahead["length_h"])
    assert sum(ahead["typical_w"]) < sum(away["typical_w"])
    assert max(away["bright_w"]) < 300
    for dull, typical, bright in zip(away["dull_w"], away["typical_w"], away["bright_w"], strict=True):
        assert dull <= typical <= bright or bright == 0


@pytest.mark.parametrize(
    ("query", "says"),
    [
        ("stay=nowhere&day=1", "There is no such stay."),
        ("stay=lost&day=1", "Nobody has said where fen is."),
        ("stay=lost&day=366", "365"),
        ("stay=lost&day=1&heading=400", "360"),
    ],
)
def test_a_day_of_sun_that_cannot_be_told_says_why(shops: Shops, query: str, says: str) -> None:
    browser = shops.browser()
    edit(browser, shops, {"op": "add", "path": "/stays/lost", "value": {"place": "fen"}})
    refused = browser.get(f"/options/{shops.option_id}/day-of-sun?{query}")

    assert refused.status_code == 422
    assert says in str(refused.json)
