"""The list of jobs, what is said of each, and options and systems that are taken away or called otherwise."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from shops import Browser, Shops, assert_problem
from test_surveys import LINK

from ryokan.core.job_file import OptionFile
from ryokan.core.rig import Rig
from ryokan.core.vehicle import Vehicle
from ryokan.operations.jobs import create_job
from ryokan.store.database import transaction

NOW = datetime(2026, 5, 1, tzinfo=UTC)


@pytest.fixture
def desk(shops: Shops) -> Browser:
    """Forty-five jobs; of every ninth the customer is Ólafsdóttir, and each seventh vehicle has a pop-up roof."""
    with transaction(shops.engine) as session:
        for number in range(45):
            described = "van with 100 % glass" if number == 3 else "van with a pop-up roof" if number % 7 == 0 else "van"
            rig = Rig(vehicle=Vehicle(description=described))
            customer = "Ólafsdóttir" if number % 9 == 0 else f"customer {number:02}"
            made = create_job(
                session, shops.ada, title=f"Rig {number:02}", customer=customer, now=NOW + timedelta(hours=number),
                options=[OptionFile(name="Proposed", rig=rig)],
            )  # fmt: skip
            made.job.stage = None if number == 44 else ("quoted", "building")[number % 2]
    return shops.browser()


def titles(browser: Browser, query: str) -> list[str]:
    return [job["title"] for job in browser.get(f"/jobs?{query}").json["jobs"]]


@pytest.mark.parametrize(
    ("query", "first", "total"),
    [
        ("find=Rig", ["Rig 44", "Rig 43", "Rig 42"], 45),  # those changed last come first
        ("find=rig&page=3", ["Rig 04", "Rig 03", "Rig 02"], 45),
        ("find=rig&page=9", [], 45),
        ("find=rig&order=title", ["Rig 00", "Rig 01", "Rig 02"], 45),
        ("find=lafsd", ["Rig 36", "Rig 27", "Rig 18"], 5),
        ("find=POP roof", ["Rig 42", "Rig 35", "Rig 28"], 7),  # each word, wherever it stands
        ("find=roof lafsd", ["Rig 00"], 1),
        ("find=100 %", ["Rig 03"], 1),  # a sign of patterns is a letter like others
        ("find=_", [], 0),
        ("find=rig&stage=building&order=title", ["Rig 01", "Rig 03", "Rig 05"], 22),
        ("archived=true", [], 0),
    ],
)
def test_jobs_are_found_sorted_and_come_by_the_page(desk: Browser, query: str, first: list[str], total: int) -> None:
    found = desk.get(f"/jobs?{query}").json

    assert [job["title"] for job in found["jobs"]][:3] == first
    assert found["total"] == total
    assert found["pages"] == max(1, -(-total // 20))
    if query == "find=Rig":
        assert found["stages"] == {"quoted": 22, "building": 22}


def test_what_is_said_of_a_job_is_changed_member_by_member_and_an_archived_one_comes_back(desk: Browser) -> None:
    job = desk.get("/jobs?find=rig 07").json["jobs"][0]
    address = f"/jobs/{job['id']}"

    desk.send("PATCH", address, {"wished_for": "2026-08-01"})
    desk.send("PATCH", address, {"stage": "in_use", "customer": "Ona"})
    said = desk.get(address).json
    assert [said[name] for name in ("title", "customer", "stage", "wished_for")] == ["Rig 07", "Ona", "in_use", "2026-08-01"]
    assert titles(desk, "find=rig&order=wished_for")[0] == "Rig 07"
    desk.send("PATCH", address, {"wished_for": None, "archived": True})
    assert desk.get(address).json["wished_for"] is None
    assert titles(desk, "find=rig 07") == []
    assert titles(desk, "find=rig 07&archived=true") == ["Rig 07"]
    desk.send("PATCH", address, {"archived": False})
    assert titles(desk, "find=rig 07") == ["Rig 07"]
    assert_problem(desk.send("PATCH", address, {"stage": "sold"}), 422, "unacceptable")
    assert_problem(desk.send("PATCH", address, {"title": " "}), 422, "unacceptable")


def test_an_option_is_removed_with_all_that_leads_to_it_and_brought_back(shops: Shops) -> None:
    browser = shops.browser()
    option, job = f"/options/{shops.option_id}", f"/jobs/{shops.job_id}"
    assert_problem(browser.send("PUT", f"{option}/removal", {"removed": True}), 409, "not_possible")  # the only one
    lead = browser.send("POST", f"{option}/copies", {"name": "Lead"}).json

    gone = browser.send("PUT", f"/options/{lead['id']}/removal", {"removed": True}).json
    assert ([one["name"] for one in gone["options"]], gone["removed"]) == (["Proposed"], [lead])
    assert_problem(browser.get(f"/options/{lead['id']}"), 404, "not_there")
    assert [one["name"] for one in browser.get(f"{job}/file").json["options"]] == ["Proposed"]
    assert [one["name"] for one in browser.get(f"{job}/comparison").json["options"]] == ["Proposed"]
    browser.send("POST", f"{option}/copies", {"name": "Lead"})  # its name is taken by now
    back = browser.send("PUT", f"/options/{lead['id']}/removal", {"removed": False}).json
    assert [one["name"] for one in back["options"]] == ["Proposed", "Lead 2", "Lead"]
    assert back["removed"] == []
    assert browser.get(f"/options/{lead['id']}").json["revision"] == 1
    assert_problem(browser.send("PUT", f"/options/{lead['id']}/removal", {"removed": False}), 404, "not_there")


def test_the_first_option_of_a_job_may_go_and_the_next_speaks_for_it(shops: Shops) -> None:
    browser = shops.browser()
    lead = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "Lead"}).json

    browser.send("PUT", f"/options/{shops.option_id}/removal", {"removed": True})

    assert [job["option_id"] for job in browser.get("/jobs").json["jobs"]] == [lead["id"]]


def test_a_renamed_system_keeps_its_links_and_its_last_option(shops: Shops) -> None:
    browser, trailer = shops.browser(), shops.second_system()
    body: dict[str, Any] = {"other_option_id": trailer, "link": LINK, "link_id": "cord", "volts_of_fed_bank": True}
    browser.send("POST", f"/options/{shops.option_id}/links", body)

    renamed = browser.send("PUT", f"/options/{trailer}/system", {"name": "Horse box"}).json

    assert [one["system"] for one in renamed["options"]] == ["Van", "Horse box"]
    assert browser.get(f"/options/{shops.option_id}").json["rig"]["links"]["cord"]["system"] == "Horse box"
    assert browser.get(f"/options/{shops.option_id}/links").json["links"]["cord"][0]["state"] == "alike"
    assert_problem(browser.send("PUT", f"/options/{trailer}/system", {"name": "van"}), 409, "not_possible")
    assert_problem(browser.send("PUT", f"/options/{trailer}/removal", {"removed": True}), 409, "not_possible")
    browser.send("DELETE", f"/options/{shops.option_id}/links/cord")
    assert browser.send("PUT", f"/options/{trailer}/removal", {"removed": True}).status_code == 200
