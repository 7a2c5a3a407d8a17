"""People of a shop: invitations, roles, passwords, units; what the shop settles for itself; comments."""

from __future__ import annotations

from datetime import timedelta

import pytest
from shops import LAMP, Browser, Shops, assert_problem

LONG = "a longer password"


def invited(shops: Shops, email: str = "new@a.example") -> str:
    token: str = shops.browser().send("POST", "/invitations", {"email": email, "role": "fitter"}).json["token"]
    return token


def test_an_invitation_is_taken_once_and_signs_in(shops: Shops) -> None:
    token = invited(shops)
    guest = Browser(shops.app, "nobody@a.example")

    offer = guest.send("POST", "/invitations/offer", {"token": token}).json
    taken = guest.send("POST", "/invitations/acceptance", {"token": token, "name": "Nell", "password": LONG})

    assert (offer["shop"], offer["role"]) == ("A", "fitter")
    assert (taken.json["person"]["name"], taken.json["person"]["role"]) == ("Nell", "fitter")
    guest.token = taken.json["csrf_token"]
    assert guest.get("/jobs").status_code == 200
    assert_problem(guest.send("POST", "/invitations/offer", {"token": token}), 404, "not_there")


def test_an_invitation_ends_by_time_by_a_newer_one_and_by_hand(shops: Shops) -> None:
    owner = shops.browser()
    first, second = invited(shops), invited(shops)
    assert_problem(owner.send("POST", "/invitations/offer", {"token": first}), 404, "not_there")
    assert owner.send("POST", "/invitations/offer", {"token": second}).status_code == 200
    assert [one["email"] for one in owner.get("/people").json["invitations"]] == ["new@a.example"]
    owner.send("POST", "/invitations/withdrawal", {"email": "New@a.example"})
    assert_problem(owner.send("POST", "/invitations/offer", {"token": second}), 404, "not_there")
    third = invited(shops)
    shops.clock.now += timedelta(days=8)
    assert_problem(owner.send("POST", "/invitations/offer", {"token": third}), 404, "not_there")
    assert_problem(owner.send("POST", "/invitations", {"email": "cy@b.example", "role": "viewer"}), 409, "not_possible")


def test_a_short_password_leaves_the_invitation_standing(shops: Shops) -> None:
    token, guest = invited(shops), shops.browser()

    refused = guest.send("POST", "/invitations/acceptance", {"token": token, "name": "Nell", "password": "short"})

    assert "at least 12" in assert_problem(refused, 422, "unacceptable")["detail"]
    assert guest.send("POST", "/invitations/offer", {"token": token}).status_code == 200


def test_a_shop_keeps_an_owner_and_who_has_left_is_out(shops: Shops) -> None:
    owner, email = shops.browser(), shops.join("designer")
    people = {one["role"]: one for one in owner.get("/people").json["people"]}
    designer = shops.browser(email)

    assert_problem(owner.send("DELETE", f"/people/{people['owner']['id']}"), 409, "not_possible")
    assert_problem(owner.send("PUT", f"/people/{people['owner']['id']}/role", {"role": "viewer"}), 409, "not_possible")
    assert designer.get("/people").json["people"][0]["email"] is None
    owner.send("DELETE", f"/people/{people['designer']['id']}")
    assert_problem(designer.get("/jobs"), 401, "not_signed_in")
    assert shops.browser(email).status == 401


def test_a_new_password_signs_out_every_other_browser(shops: Shops) -> None:
    here, there = shops.browser(), shops.browser()

    wrong = here.send("PUT", "/session/password", {"old": "guess", "new": LONG})
    assert "not your password" in assert_problem(wrong, 422, "unacceptable")["detail"]
    assert here.send("PUT", "/session/password", {"old": "pw", "new": LONG}).status_code == 200
    assert here.get("/jobs").status_code == 200
    assert_problem(there.get("/jobs"), 401, "not_signed_in")
    assert shops.browser().status == 401


def test_sign_out_everywhere_ends_this_browser_too(shops: Shops) -> None:
    here, there = shops.browser(), shops.browser()

    assert here.send("DELETE", "/session/everywhere").json["person"] is None
    for browser in (here, there):
        assert_problem(browser.get("/jobs"), 401, "not_signed_in")


def test_units_are_each_persons_own(shops: Shops) -> None:
    ada, ben = shops.browser(), shops.browser(shops.join("designer"))
    address = f"/options/{shops.option_id}"
    patch = [
        {"op": "add", "path": "/storage/bay", "value": "outside"},
        {"op": "add", "path": "/stays/first/ambient", "value": "freezing"},
    ]
    ada.send("PATCH", f"{address}/rig", patch, If_Match='"1"')

    assert ada.send("PUT", "/session/units", {"units": "us"}).json["person"]["units"] == "us"

    said = {browser: browser.get(address).json["findings"][0]["what"] for browser in (ada, ben)}
    assert "77\u00a0°F" in said[ada]
    assert "25\u00a0°C" in said[ben]


def test_defaults_of_the_shop_go_into_new_rigs_and_change_no_old_one(shops: Shops) -> None:
    owner = shops.browser()
    defaults = {
        "region": {"code_pack": "international", "mains_v": 230, "mains_hz": 50},
        "labour": {"price_per_h": {"amount": "62.50", "currency": "EUR"}},
        "sizing": "multiply_all",
        "assumptions": {"margin_frac": 0.25},
    }

    assert owner.send("PUT", "/shop/defaults", {**defaults, "assumptions": {"margin_frac": 9}}).status_code == 422
    before = owner.get("/shop/defaults").json
    assert owner.send("PUT", "/shop/defaults", {**defaults, "seen": before}).status_code == 200
    assert_problem(owner.send("PUT", "/shop/defaults", {**before, "seen": before}), 409, "not_possible")
    job = owner.send("POST", "/jobs", {"title": "New", "customer": "C"}).json
    rig = owner.get(f"/options/{job['options'][0]['id']}").json["rig"]

    assert (rig["assumptions"], rig["storage"]["sizing"], rig["region"]["mains_v"]) == (
        {"margin_frac": 0.25},
        "multiply_all",
        230,
    )
    assert rig["labour"] == defaults["labour"]
    assert owner.get(f"/options/{shops.option_id}").json["rig"]["assumptions"] == {}


def test_a_source_compared_with_print_loses_its_mark_for_the_shop_alone(shops: Shops) -> None:
    owner, stranger = shops.browser(), shops.browser("cy@b.example")
    key = f"/options/{shops.option_id}/figures/storage.need_wh"
    owner.send("PATCH", f"/options/{shops.option_id}/rig", [{"op": "add", "path": "/loads/a", "value": LAMP}], If_Match='"1"')
    assert owner.get(key).json["figure"]["from_memory"] is True

    ahead = owner.send("PUT", "/reference/sources/ieee_1013/check", {"edition": "2019", "on": "2026-05-02"})
    assert "cannot lie ahead" in assert_problem(ahead, 422, "unacceptable")["detail"]
    owner.send("PUT", "/reference/sources/ieee_1013/check", {"edition": "2019", "on": "2026-04-30"})

    working = owner.get(key).json
    assert working["figure"]["from_memory"] is False
    assert working["source"]["check"] == {"edition": "2019", "by": "Ada", "on": "2026-04-30"}
    assert all(source["check"] is None for source in stranger.get("/reference").json["sources"])
    owner.send("DELETE", "/reference/sources/ieee_1013/check")
    assert owner.get(key).json["figure"]["from_memory"] is True


@pytest.mark.parametrize("pin", ["load:none", "run:spur", "part:sink"])
def test_a_comment_needs_a_place_that_is_there(shops: Shops, pin: str) -> None:
    refused = shops.browser().send("POST", f"/options/{shops.option_id}/comments", {"pin": pin, "text": "?"})

    assert_problem(refused, 409, "not_possible")


def test_comments_are_resolved_by_name_and_outlive_their_load(shops: Shops) -> None:
    ada, ben = shops.browser(), shops.browser(shops.join("fitter"))
    address = f"/options/{shops.option_id}"
    ada.send("PATCH", f"{address}/rig", [{"op": "add", "path": "/loads/lamp", "value": LAMP}], If_Match='"1"')

    shops.clock.now += timedelta(minutes=1)
    said = ben.send("POST", f"{address}/comments", {"pin": "load:lamp", "text": "Three of them, surely"}).json["comments"][-1]
    ada.send("PUT", f"/comments/{said['id']}/resolution", {"resolved": True})
    ada.send("PATCH", f"{address}/rig", [{"op": "remove", "path": "/loads/lamp"}], If_Match='"2"')

    left = ben.get(f"{address}/comments").json["comments"][-1]
    assert (said["about"], said["author"], said["resolved_by"]) == ("lamp", "Somebody", None)
    assert (left["about"], left["text"], left["resolved_by"]) == (None, "Three of them, surely", "Ada")
