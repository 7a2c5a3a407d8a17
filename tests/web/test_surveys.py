"""Photographs, systems with their links, and the ways in, over the API."""

from __future__ import annotations

import io
import random
from typing import Any

import pytest
from builders import watts_of_arrays
from PIL import Image
from shops import LAMP, LINK, Browser, Shops, a_picture, assert_problem
from werkzeug.test import TestResponse

from ryokan.core.data.questions import questions_of_things
from ryokan.core.rig import Rig

ALTERNATOR = {"kind": "alternator", "rated_a": 120, "charges_house": "relay"}
PANELS = {"kind": "panels", "watts_each": 120, "count": 2}


def edit(browser: Browser, option: str, *patch: dict[str, Any]) -> Any:
    return browser.edit(option, *patch)


def found(id: str, item: dict[str, Any]) -> dict[str, Any]:
    return {"op": "add", "path": f"/survey/items/{id}", "value": item}


def watts(document: dict[str, Any]) -> float:
    return watts_of_arrays(Rig.model_validate(document))


def test_an_option_as_found_follows_its_survey_and_a_plan_begins_with_what_stays(shops: Shops) -> None:
    browser = shops.browser()
    edit(browser, shops.option_id, found("alternator", {**ALTERNATOR, "fate": "stays"}), found("front", PANELS))

    made = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "As found", "begin": "as_found"}).json
    as_found = browser.get(f"/options/{made['id']}").json
    assert (as_found["rig"]["charging"]["paths"]["alternator"]["kind"], watts(as_found["rig"])) == ("relay", 240)
    # No bank was found, so nothing is said of one; what nobody said of the alternator is asked.
    assert "charging.lithium_on_alternator" not in [finding["code"] for finding in as_found["findings"]]
    assert as_found["asked"]["all"] > 0
    asked = browser.get(f"/options/{made['id']}/asked").json["asked"]
    assert [one["code"] for one in asked] == sorted((one["code"] for one in asked), key=[*questions_of_things()].index)

    after = edit(browser, made["id"], {"op": "replace", "path": "/survey/items/front/count", "value": 3})
    assert (watts(after["rig"]), after["undo"]) == (360, "changed the survey")
    preview = [{"op": "replace", "path": "/survey/items/front/count", "value": 4}]
    lines = browser.send("POST", f"/options/{made['id']}/preview", preview).json["lines"]
    assert [line["have_after"]["value"] for line in lines if line["label"].startswith("Array")] == [480]
    undone = browser.send("POST", f"/options/{made['id']}/undo").json["rig"]
    assert (undone["survey"]["items"]["front"]["count"], watts(undone)) == (2, 240)

    plan = browser.send("POST", f"/options/{made['id']}/copies", {"name": "Plan", "begin": "what_stays"}).json
    rig = browser.get(f"/options/{plan['id']}").json["rig"]
    assert (rig["charging"]["alternators"]["alternator"]["rated_a"], watts(rig), rig["survey"]["as_found"]) == (120, 0, False)


def test_a_found_bank_can_be_unsaid_and_taken_away(shops: Shops) -> None:
    browser = shops.browser()
    made = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "As found", "begin": "as_found"}).json
    bank = {"kind": "bank", "battery": {"chemistry": "agm", "nominal_v": 12, "capacity_ah": 100}, "series": 2}
    edit(browser, made["id"], found("house", bank))
    for member in ("nominal_v", "chemistry", "capacity_ah"):
        edit(browser, made["id"], {"op": "replace", "path": f"/survey/items/house/battery/{member}", "value": None})
        assert browser.get(f"/options/{made['id']}").status_code == 200
    after = edit(browser, made["id"], {"op": "remove", "path": "/survey/items/house"})
    assert after["rig"]["survey"]["items"] == {} and after["rig"]["storage"]["bank"] is None
    assert browser.get(f"/options/{made['id']}").json["rig"] == after["rig"]


def test_a_survey_is_carried_to_the_other_options(shops: Shops) -> None:
    browser = shops.browser()
    made = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "As found", "begin": "as_found"}).json
    edit(browser, shops.option_id, found("front", PANELS), {"op": "add", "path": "/vehicle/payload/left_kg", "value": 210})

    carried = browser.send("POST", f"/options/{shops.option_id}/survey/carrying").json

    assert carried == {"options": ["As found"]}
    rig = browser.get(f"/options/{made['id']}").json["rig"]
    assert (rig["vehicle"]["payload"]["left_kg"], rig["survey"]["as_found"], watts(rig)) == (210, True, 240)
    assert browser.send("POST", f"/options/{shops.option_id}/survey/carrying").json == {"options": []}


def test_a_line_is_read_as_an_edit_that_goes_in_and_one_that_is_not_clear_is_asked_back(shops: Shops) -> None:
    browser = shops.browser()

    def read(line: str, **more: Any) -> Any:
        body = {"line": line, "id": "i1", "position": 1, **more}
        return browser.send("POST", f"/options/{shops.option_id}/found-lines", body).json

    made = read("12V 100Ah agm under the bed")
    assert (made["kind"], made["questions"], made["understood"]) == (
        "bank",
        [],
        "Bank: 12 V a unit, 100 Ah a unit, AGM, under the bed.",
    )
    kept = browser.edit(shops.option_id, *made["patch"])["rig"]["survey"]["items"]["i1"]
    assert (kept["place"], kept["typed"]) == ("under the bed", "12V 100Ah agm under the bed")
    unclear = read("4 x 12V 100Ah agm")
    assert (unclear["patch"], [one["code"] for one in unclear["questions"]]) == ([], ["thing.arrangement"])
    assert unclear["questions"][0]["readings"] == [f"4 x 12V 100Ah agm {way}" for way in ("1s4p", "2s2p", "4s1p")]

    # What a meter says goes in as it is typed, on either list, and is held against the rig at once.
    as_found = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "As found", "begin": "as_found"}).json["id"]
    body = {"line": "reads 12.6 V resting", "id": "r1", "position": 1, "at": "2026-05-03T09:10:00"}
    browser.edit(as_found, *browser.send("POST", f"/options/{as_found}/found-lines", body).json["patch"])
    heard = browser.get(f"/options/{as_found}/readings").json
    (told,) = heard["told"]
    assert (told["reading"], told["verdict"]) == ("r1", "agrees")
    assert (
        told["what"].replace("\u00a0", " ") == "12.6 V at rest are 70 % to 81 % of the charge."
    )  # worked by hand beside the core
    assert told["figures"][0]["key"] == "survey.reading.r1.read_v"


def test_what_nobody_knows_is_set_aside_and_can_be_asked_again(shops: Shops) -> None:
    browser = shops.browser()
    browser.edit(shops.option_id, found("alternator", {"kind": "alternator"}))
    (first, *_) = browser.get(f"/options/{shops.option_id}/asked").json["asked"]
    browser.edit(shops.option_id, *first["not_known"])
    last = browser.get(f"/options/{shops.option_id}/asked").json["asked"][-1]
    assert (last["key"], last["set_aside"]) == (first["key"], True)
    browser.edit(shops.option_id, *last["not_known"])
    assert not any(one["set_aside"] for one in browser.get(f"/options/{shops.option_id}/asked").json["asked"])


def test_two_systems_are_linked_at_both_ends_and_parted_again(shops: Shops) -> None:
    browser, trailer = shops.browser(), shops.second_system()
    job = browser.get(f"/jobs/{shops.job_id}").json
    assert [(one["system"], one["name"]) for one in job["options"]] == [("Van", "Proposed"), ("Trailer", "Proposed")]

    body = {"other_option_id": trailer, "link": LINK, "link_id": "cord", "volts_of_fed_bank": True}
    joined = browser.send("POST", f"/options/{shops.option_id}/links", body).json
    fed = browser.get(f"/options/{trailer}").json["rig"]["links"]["cord"]

    assert joined["rig"]["links"]["cord"]["output_v"] == pytest.approx(14.4)  # 4 cells at 3.6 V
    assert (fed["gives"], fed["system"], fed["output_a"]) == (False, "Van", 20)
    ends = f"/options/{shops.option_id}/links"
    (end,) = browser.get(ends).json["links"]["cord"]
    assert (end["state"], [one["key"] for one in end["moved"]]) == (
        "alike",
        ["moved.leaves_wh", "moved.usable_wh", "moved.frac"],
    )
    assert 0 < end["moved"][2]["value"] < 1
    edit(browser, trailer, {"op": "replace", "path": "/links/cord/output_a", "value": 30})
    assert browser.get(ends).json["links"]["cord"][0]["state"] == "differs"
    seen = {**body, "link": {**LINK, "output_a": 25}, "seen": joined["rig"]["links"]["cord"]}
    assert browser.send("POST", ends, seen).json["rig"]["links"]["cord"]["output_a"] == 25
    assert_problem(browser.send("POST", ends, seen), 409, "not_possible")  # it is another link by now
    assert browser.send("DELETE", f"{ends}/cord").json["rig"]["links"] == {}
    assert browser.get(f"/options/{trailer}").json["rig"]["links"] == {}
    assert_problem(browser.send("DELETE", f"{ends}/cord"), 404, "not_there")
    alone = {**body, "other_option_id": shops.option_id}
    assert_problem(browser.send("POST", ends, alone), 422, "unacceptable")
    again = {"name": "trailer", "this_name": "Van", "vehicle": {}}
    assert_problem(browser.send("POST", f"/options/{shops.option_id}/systems", again), 409, "not_possible")


def test_a_job_of_two_systems_goes_out_and_comes_back(shops: Shops) -> None:
    browser = shops.browser()
    shops.new_link()
    out = browser.get(f"/jobs/{shops.job_id}/file").json

    back = browser.send("POST", "/jobs/file", out).json

    assert browser.get(f"/jobs/{back['id']}/file").json == out
    assert [option["system"] for option in out["options"]] == ["Van", "Trailer"]


def upload(browser: Browser, shops: Shops, content: bytes, pin: str = "vehicle") -> TestResponse:
    address = f"/api/v1/jobs/{shops.job_id}/photographs?pin={pin}"
    sent: TestResponse = browser.client.post(
        address, data=content, content_type="image/jpeg", headers={"X-CSRF-Token": browser.token}
    )
    return sent


def test_a_photograph_is_kept_upright_and_without_what_the_camera_wrote(shops: Shops) -> None:
    browser = shops.browser()
    exif = Image.Exif()
    exif[0x0112] = 6  # lies on its side
    exif[0x010F] = "maker of the camera"

    kept = upload(browser, shops, a_picture((3000, 1000), "JPEG", exif=exif), "item:bank").json["photographs"][0]

    assert (kept["pin"], kept["width_px"], kept["height_px"]) == ("item:bank", 667, 2000)
    whole = browser.get(f"/photographs/{kept['id']}")
    picture = Image.open(io.BytesIO(whole.data))
    assert (whole.content_type, picture.size, dict(picture.getexif())) == ("image/jpeg", (667, 2000), {})
    assert max(Image.open(io.BytesIO(browser.get(f"/photographs/{kept['id']}?which=small").data)).size) == 320
    named = browser.send("PUT", f"/photographs/{kept['id']}/caption", {"caption": "behind the seat"}).json
    assert named["photographs"][0]["caption"] == "behind the seat"
    assert browser.send("DELETE", f"/photographs/{kept['id']}").json == {"photographs": []}


def test_a_large_photograph_passes_and_is_fetched_once(shops: Shops) -> None:
    browser = shops.browser()
    out = io.BytesIO()
    Image.frombytes("RGB", (1100, 1000), random.Random(7).randbytes(3_300_000)).save(out, "PNG")
    assert len(out.getvalue()) > 3_000_000  # over the limit of other bodies

    kept = upload(browser, shops, out.getvalue()).json["photographs"][0]
    first = browser.get(f"/photographs/{kept['id']}")
    again = browser.send("GET", f"/photographs/{kept['id']}", If_None_Match=first.headers["ETag"])

    assert (first.status_code, again.status_code, again.data) == (200, 304, b"")
    assert_problem(upload(browser, shops, b"x" * 12_000_001), 413, "http_413")


@pytest.mark.parametrize(
    ("content", "pin", "says"),
    [
        (b"", "vehicle", "no JPEG, PNG or WebP"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "vehicle", "no JPEG, PNG or WebP"),
        (a_picture(kind="GIF"), "vehicle", "no JPEG, PNG or WebP"),
        (a_picture((400, 400), "JPEG")[:900], "vehicle", "to its end"),
        (a_picture((6000, 6000)), "vehicle", "at most 28 million"),
        (a_picture((5000, 5000), "JPEG", progressive=True), "vehicle", "at most 23 million"),
        (a_picture((4000, 4000), "WEBP"), "vehicle", "at most 9 million"),
        (a_picture(), "load:a", "pinned to"),
    ],
    ids=["empty", "svg", "gif", "cut off", "png", "scans", "webp", "pin"],
)
def test_what_is_no_photograph_is_refused(shops: Shops, content: bytes, pin: str, says: str) -> None:
    browser = shops.browser()

    problem = assert_problem(upload(browser, shops, content, pin), 422, "unacceptable")

    assert says in problem["detail"]
    assert browser.get(f"/jobs/{shops.job_id}/photographs").json == {"photographs": []}


def wish(browser: Browser, shops: Shops, said: str) -> Any:
    return browser.send("POST", f"/options/{shops.option_id}/wishes", {"said": said}).json


def test_one_wish_is_a_way_in(shops: Shops) -> None:
    browser = shops.browser()
    edit(browser, shops.option_id, {"op": "add", "path": "/loads/lamp", "value": LAMP})

    cooled = wish(browser, shops, "this air conditioner 1000 W for eight hours")
    figures = {figure["key"]: figure["value"] for figure in cooled["figures"]}
    assert cooled["kind"] == "load"
    assert figures["inverter.need_continuous_w"] >= 1250  # 1.25 × what runs, common practice
    assert figures["storage.need_wh"] > 8000  # 1000 W for 8 h, before any loss
    edit(browser, shops.option_id, *cooled["patch"])
    rain = wish(browser, shops, "four days of rain")
    assert (rain["kind"], rain["understood"]) == ("days", "Four days with no charge at all, by the loads on the sheet.")
    assert edit(browser, shops.option_id, *rain["patch"])["rig"]["brief"]["days_without_charge"] == 4
    owned = wish(browser, shops, "how long do two 6 V 225 Ah flooded batteries last?")
    figures = {figure["key"]: figure["value"] for figure in owned["figures"]}
    assert figures["storage.have_wh"] == pytest.approx(2 * 6 * 225)  # two in series, arithmetic
    units = edit(browser, shops.option_id, *owned["patch"])["rig"]["storage"]["bank"]["units"]
    assert (units["series"], units["parallel"]) == (2, 1)
    assert wish(browser, shops, "300 Ah")["kind"] == "unclear"
    assert "AGM" in wish(browser, shops, "300 Ah")["understood"]
    assert wish(browser, shops, "heater for 8 hours")["line"]["questions"]


def read_log(browser: Browser, shops: Shops, content: bytes) -> TestResponse:
    address = f"/api/v1/options/{shops.option_id}/meter-log"
    headers = {"X-CSRF-Token": browser.token}
    sent: TestResponse = browser.client.post(address, data=content, content_type="text/csv", headers=headers)
    return sent


def watts_log(hours: int, watts: str = "50", first: str = "2026-04-0{day} {hour:02d}:00") -> bytes:
    rows = [f"{first.format(day=1 + hour // 24, hour=hour % 24)},{watts}" for hour in range(hours + 1)]
    return "\n".join(["time,power W", *rows]).encode()


@pytest.mark.parametrize(
    ("content", "days_ah", "mean_w"),
    [
        (b"date;Ah\n13.04.2026;40,5\n14.04.2026;60\n", [40.5, 60], 50.25 * 12.8 / 24),
        (b"Day,used kWh\n2026-04-13,1.28\n2026-04-14,0.64\n", [100, 50], 40),
        (b"date,Ah\n13/04/2026,40\n14/04/2026,60\n", [40, 60], 50 * 12.8 / 24),
        (watts_log(48), [93.75, 93.75], 50),  # 50 W × 24 h ÷ 12.8 V
        (watts_log(6), [], 50),
        (b"timestamp,current A,volts V\n1776038400,-4,12.5\n1776042000,-4,12.5\n1776045600,8,13\n", [], 37.5),
    ],
    ids=["days in Ah", "days in kWh", "day first", "watts by the hour", "a run", "amps both ways"],
)
def test_a_meters_log_is_a_way_in(shops: Shops, content: bytes, days_ah: list[float], mean_w: float) -> None:
    browser = shops.browser()

    read = read_log(browser, shops, content).json

    assert [day["ah"] for day in read["days"]] == pytest.approx(days_ah)
    assert read["mean_w"] == pytest.approx(mean_w)
    if days_ah:
        assert edit(browser, shops.option_id, *read["measured"])["rig"]["brief"]["measured_ah"] == pytest.approx(days_ah)
    load = edit(browser, shops.option_id, *read["as_load"])["rig"]["loads"]
    assert len(load) == 1


def test_gaps_and_days_that_were_not_metered_whole_are_left_out(shops: Shops) -> None:
    rows = watts_log(60).decode().splitlines()
    gap = "\n".join([rows[0], *(row for row in rows[1:] if "2026-04-02 0" not in row)]).encode()

    read = read_log(shops.browser(), shops, gap).json

    assert [day["day"] for day in read["days"]] == ["2026-04-01"]
    assert read["days"][0]["ah"] == pytest.approx(93.75)  # the hour before midnight like the other 23
    assert read["partial"][-1] == "2026-04-03"
    assert read["hours"] == pytest.approx(60 - 11)


@pytest.mark.parametrize(
    ("content", "says", "pointer"),
    [
        (b"", "has to name", None),
        (b"a,b\n1,2\n", "has to name", None),
        (b"time,power W,load W\n2026-04-01 00:00,1,2\n", "Several columns", None),
        (b"date,Ah\n03/04/2026,40\n05/04/2026,50\n", "read two ways", None),
        (b"date,Ah\n2026-04-03,40\n2026-04-03,50\n", "cannot be read", "/3/date"),
        (b"date,Ah\n2026-02-30,40\n2026-04-03,=1+1\n", "cannot be read", "/3/Ah"),
        (b"date,Ah\n" + b"".join(b"2026-04-%02d,%d\n" % (day, day * 50) for day in range(1, 12)), "running total", None),
        (b"time,power W\n" + b"x,1\n" * 200_001, "more than 100000 rows", None),
        (b"time,power W\n2026-04-01 00:00,1\n", "no rows", None),
        (b"\xff\xfe\x00", "has to name", None),
        (b"time,power W\n0002-01-01 00:00,1\n9998-01-01 00:00,1\n", "cannot be read", "/2/time"),
        (b"time,power W\n1970-01-01 00:00,1\n2099-01-01 00:00,1\n", "at most 800", None),
        (b"time,power W\n2026-01-01 00:00:00+99:00,1\n2026-01-02 00:00:00+99:00,1\n", "cannot be read", "/2/time"),
        (b"time,power W\n" + b"," * 1_100_000, "more than 1000000 cells", "/1/"),
    ],
    ids=[
        "empty",
        "other columns",
        "two powers",
        "two ways",
        "twice",
        "cells",
        "total",
        "rows",
        "one row",
        "bytes",
        "years",
        "span",
        "zone",
        "many cells",
    ],
)
def test_a_hostile_log_is_refused_with_its_place(shops: Shops, content: bytes, says: str, pointer: str | None) -> None:
    problem = assert_problem(read_log(shops.browser(), shops, content), 422, "unacceptable")

    assert says in problem["detail"]
    assert pointer is None or pointer in [error["pointer"] for error in problem["errors"]]


def test_a_log_of_a_hundred_thousand_rows_is_added_up(shops: Shops) -> None:
    rows = "\n".join(f"{1776038400 + n * 60},60" for n in range(100_000))

    read = read_log(shops.browser(), shops, f"time,power W\n{rows}".encode()).json

    assert (read["rows"], len(read["days"])) == (100_000, 69)  # 69.4 days of a minute each
    assert read["mean_w"] == pytest.approx(60)


def test_what_waited_in_a_browser_is_taken_only_as_that_of_whoever_typed_it(shops: Shops) -> None:
    ada = shops.browser()
    mine, other = ada.get("/session").json["person"]["id"], "6ff4df8e-6a37-4d33-b5a9-0f2a5a4b4b11"
    lamp = [{"op": "add", "path": "/loads/lamp", "value": LAMP}]

    def send(person: str) -> TestResponse:
        return ada.send("PATCH", f"/options/{shops.option_id}/rig", lamp, If_Match='"1"', For_Person=person)

    assert_problem(send(other), 401, "another_person")
    assert "lamp" not in ada.get(f"/options/{shops.option_id}").json["rig"]["loads"]
    assert send(mine).status_code == 200


def test_a_photograph_that_is_sent_twice_is_kept_once(shops: Shops) -> None:
    browser, id = shops.browser(), "0b2ac6a8-3a5f-4d0e-9d6a-8f5b6f5f2f10"

    def send(picture: bytes, job: str) -> TestResponse:
        return browser.client.post(
            f"/api/v1/jobs/{job}/photographs?pin=vehicle&id={id}",
            data=picture,
            content_type="application/octet-stream",
            headers={"X-CSRF-Token": browser.token},
        )

    for _ in range(2):
        kept = send(a_picture(), shops.job_id)
        assert [one["id"] for one in kept.json["photographs"]] == [id]
    elsewhere = browser.send("POST", "/jobs", {"title": "Other", "customer": "c"}).json
    assert_problem(send(a_picture(), elsewhere["id"]), 422, "unacceptable")
