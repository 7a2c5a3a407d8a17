"""What must not lose or double an edit: pulled plugs, restarts, two hands on one rig, a full disk, a clock set back.

Every loop is bounded and stays on loopback. ``RYOKAN_SOAK_S=60`` makes the two editors work for a minute.
"""

from __future__ import annotations

import json
import os
import socket
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack, contextmanager, suppress
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from typing import Any
from urllib.error import HTTPError
from urllib.request import HTTPCookieProcessor, Request, build_opener, urlopen

import pytest
from dev.postgres import Cluster, free_port
from dev.server import WebServer
from editor import NO_ANSWER, Editor
from shops import LAMP, Shops, assert_problem, found_two
from sqlalchemy import Engine, select, text

from ryokan.operations.accounts import create_shop
from ryokan.operations.jobs import create_job
from ryokan.operations.sign_in import ATTEMPTS_OF_A_NETWORK
from ryokan.store.database import transaction
from ryokan.store.models import JobRow, RevisionRow

SOAK_S = float(os.environ.get("RYOKAN_SOAK_S", "3"))
EMAIL, PASSWORD = "ada@a.example", "pw"


class Workshop:
    """A shop with one option, and as many web processes on it as a test asks for."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        now = datetime.now(UTC)
        with transaction(engine) as session:
            owner = create_shop(session, name="A", owner_name="Ada", email=EMAIL, password=PASSWORD, now=now)
            self.option = str(create_job(session, owner, title="Job", customer="C", now=now).options[0].id)

    @contextmanager
    def server(self) -> Iterator[WebServer]:
        url = self.engine.url.render_as_string(hide_password=False)
        served = WebServer(url, "key for tests", host="127.0.0.1", port=free_port())
        served.start()
        try:
            yield served
        finally:
            served.stop()

    def editor(self, server: WebServer) -> Editor:
        return Editor(server.address, EMAIL, PASSWORD)

    def stored(self) -> tuple[list[str], int]:
        """Names of the loads in the newest rig, and how many revisions there are."""
        with transaction(self.engine) as session:
            rows = session.scalars(select(RevisionRow).order_by(RevisionRow.number)).all()
        assert [row.number for row in rows] == list(range(1, len(rows) + 1))
        return sorted(rows[-1].document["loads"]), len(rows)


@pytest.fixture
def workshop(engine: Engine) -> Workshop:
    return Workshop(engine)


def a_moment() -> None:
    time.sleep(0.15)


def test_a_server_killed_between_request_and_answer_neither_loses_nor_doubles_the_edit(workshop: Workshop) -> None:
    names = [f"l{number}" for number in range(4)]
    with workshop.server() as server:
        editor = workshop.editor(server)
        for number, name in enumerate(names):
            edit_id = f"edit-{name}-0001"
            # Now before the edit is stored, now after: the delay walks over the time that an edit takes.
            plug = threading.Timer(0.006 * number, server.kill)
            plug.start()
            with suppress(*NO_ANSWER):
                editor.patch(workshop.option, f"/loads/{name}", LAMP, base=1, edit_id=edit_id)
            plug.join()
            server.start()
            editor.patch(workshop.option, f"/loads/{name}", LAMP, base=1, edit_id=edit_id)

    assert workshop.stored() == (names, 1 + len(names))


def test_a_database_restarted_under_load_loses_nothing(cluster: Cluster, workshop: Workshop) -> None:
    count = 60
    with workshop.server() as server:
        editors = [workshop.editor(server) for _ in range(2)]

        def work(hand: int) -> None:
            for number in range(count):
                path = f"/loads/e{hand}-{number}"
                editors[hand].patch_until_stored(workshop.option, path, LAMP, base=1, tries=100, wait=a_moment)

        with ThreadPoolExecutor(2) as pool:
            working = [pool.submit(work, hand) for hand in range(2)]
            for mode in ("immediate", "fast"):
                time.sleep(0.5)
                cluster.stop(mode)
                cluster.start()
            for one in working:
                one.result(120)

    loads, revisions = workshop.stored()
    assert len(loads) == 2 * count
    assert revisions == 1 + 2 * count


def test_web_and_database_killed_by_turns_under_editors_lose_and_double_nothing(cluster: Cluster, workshop: Workshop) -> None:
    """The drill of ``script/bench --drill kills``, small: every edit that was acknowledged is found again, once and whole."""
    acknowledged: dict[str, tuple[str, float]] = {}
    stop = threading.Event()
    with workshop.server() as server:
        editors = [workshop.editor(server) for _ in range(4)]

        def work(hand: int) -> None:
            base, made = 1, 0
            while not stop.is_set() and made < 1000:
                name, hours = f"e{hand}-{made % 8}", 0.5 + (made % 40) / 2
                edit_id = f"edit-{hand}-{made:05}"
                stored = editors[hand].patch_until_stored(
                    workshop.option, f"/loads/{name}", {**LAMP, "hours_per_day": hours}, base=base, tries=200, wait=a_moment,
                    edit_id=edit_id,
                )  # fmt: skip
                acknowledged[edit_id] = (name, hours)
                base, made = stored["revision"], made + 1

        def let_them_store(count: int) -> None:
            """Wait until so many more edits were acknowledged: how long that takes is the machine's affair."""
            enough, until = len(acknowledged) + count, time.monotonic() + 60
            while len(acknowledged) < enough and time.monotonic() < until:
                time.sleep(0.02)

        with ThreadPoolExecutor(4) as pool:
            working = [pool.submit(work, hand) for hand in range(4)]
            for _ in range(2):
                let_them_store(6)
                server.kill()
                server.start()
                let_them_store(6)
                cluster.stop("immediate")
                cluster.start()
            let_them_store(6)
            stop.set()
            for one in working:
                one.result(120)

    with transaction(workshop.engine) as session:
        rows = session.scalars(select(RevisionRow).order_by(RevisionRow.number)).all()
        kept = {row.edit_id: row.document["loads"] for row in rows}
    assert len(acknowledged) > 20
    assert {edit_id: kept[edit_id][name]["hours_per_day"] for edit_id, (name, _) in acknowledged.items()} == {
        edit_id: hours for edit_id, (_, hours) in acknowledged.items()
    }
    assert [row.number for row in rows] == list(range(1, len(acknowledged) + 2))


def test_two_editors_on_two_web_processes_lose_and_double_nothing(workshop: Workshop) -> None:
    with workshop.server() as one, workshop.server() as other:
        editors = [workshop.editor(one), workshop.editor(other)]
        end = time.monotonic() + SOAK_S

        def work(hand: int) -> int:
            made, base = 0, 1
            while time.monotonic() < end and made < 2000:
                # Ten loads each, over and over, so that the rig stays of one size.
                value = {**LAMP, "hours_per_day": 0.5 + (made % 40) / 2}
                path = f"/loads/e{hand}-{made % 10}"
                stored = editors[hand].patch_until_stored(workshop.option, path, value, base=base, tries=40, wait=a_moment)
                base, made = stored["revision"], made + 1
            return made

        with ThreadPoolExecutor(2) as pool:
            made = list(pool.map(work, range(2)))

    loads, revisions = workshop.stored()
    assert loads == sorted(f"e{hand}-{number}" for hand in range(2) for number in range(min(10, made[hand])))
    assert revisions == 1 + sum(made)


def test_two_hundred_edits_a_second_are_refused_politely_and_none_is_lost(workshop: Workshop) -> None:
    with workshop.server() as server:
        editors = [workshop.editor(server) for _ in range(8)]
        refused: list[tuple[int, str | None]] = []

        def send(number: int) -> bool:
            try:
                editors[number % 8].patch(workshop.option, f"/typed/n{number}", "12 ft", base=1)
            except HTTPError as error:
                refused.append((error.code, error.headers["Retry-After"]))
                return False
            return True

        with ThreadPoolExecutor(8) as pool:
            stored = sum(pool.map(send, range(200)))

    _, revisions = workshop.stored()
    assert set(refused) <= {(429, "1")}
    assert stored + len(refused) == 200
    assert revisions == 1 + stored


def test_connections_that_dawdle_hold_up_nobody(workshop: Workshop) -> None:
    heads = b"GET /api/v1/health HTTP/1.1\r\nHost: x\r\nX-A: "
    bodies = b"POST /api/v1/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{"
    with workshop.server() as server, ExitStack() as open_ones:
        for start in (heads, bodies) * 40:
            dawdling = open_ones.enter_context(socket.create_connection((server.host, server.port)))
            dawdling.sendall(start)
        time.sleep(0.5)

        with urlopen(f"{server.address}/api/v1/health", timeout=5) as answer:
            assert answer.status == 200


def test_behind_a_proxy_that_is_named_each_network_guesses_for_itself(
    workshop: Workshop, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("RYOKAN_PROXY", "127.0.0.1")
    with workshop.server() as server:
        opener = build_opener(HTTPCookieProcessor(CookieJar()))
        with opener.open(f"{server.address}/api/v1/session") as answer:
            token = json.load(answer)["csrf_token"]

        def guess(number: int, network: str) -> int:
            body = json.dumps({"email": f"{number}@a.example", "password": "guess"}).encode()
            headers = {"Content-Type": "application/json", "X-CSRF-Token": token, "X-Forwarded-For": network}
            with pytest.raises(HTTPError) as refused:
                opener.open(Request(f"{server.address}/api/v1/session", body, headers))
            refused.value.close()
            return refused.value.code

        statuses = [guess(number, "192.0.2.1") for number in range(ATTEMPTS_OF_A_NETWORK + 1)]

        assert statuses == [401] * ATTEMPTS_OF_A_NETWORK + [429]
        assert guess(99, "192.0.2.2") == 401


def edit(shops: Shops, browser: Any, number: int) -> Any:
    patch = [{"op": "add", "path": f"/loads/l{number}", "value": LAMP}]
    return browser.send("PATCH", f"/options/{shops.option_id}/rig", patch, If_Match='"1"')


@pytest.fixture
def shops(engine: Engine) -> Shops:
    return Shops(engine, found_two(engine))


def test_faster_than_any_hand_is_asked_to_wait_and_a_moment_later_is_taken(shops: Shops) -> None:
    browser = shops.browser()
    for number in range(40):
        assert edit(shops, browser, number).status_code == 200

    problem = edit(shops, browser, 40)
    assert_problem(problem, 429, "too_fast")
    assert problem.headers["Retry-After"] == "1"
    shops.clock.now += timedelta(seconds=1)
    assert edit(shops, browser, 40).status_code == 200


def test_a_clock_that_goes_backwards_keeps_order_sign_in_and_undo(shops: Shops) -> None:
    browser = shops.browser()
    for number in range(41):
        shops.clock.now -= timedelta(minutes=7)
        assert edit(shops, browser, number).status_code == 200

    shops.clock.now -= timedelta(days=400)
    assert edit(shops, browser, 41).json["revision"] == 43
    undone = browser.send("POST", f"/options/{shops.option_id}/undo").json
    assert "l41" not in undone["rig"]["loads"]
    assert "l40" in undone["rig"]["loads"]
    lines = browser.get(f"/options/{shops.option_id}/revisions").json["revisions"]
    assert [line["number"] for line in lines] == list(range(44, 0, -1))


def test_a_disk_that_fills_up_in_the_middle_of_an_import_stores_nothing(shops: Shops) -> None:
    browser = shops.browser()
    file = browser.get(f"/jobs/{shops.job_id}/file").json
    file["options"] = [{**file["options"][0], "name": f"Option {number}"} for number in range(5)]
    # PostgreSQL itself raises the error of a full disk, at the third of five options.
    with shops.engine.begin() as connection:
        connection.execute(text(
            "create function full_disk() returns trigger language plpgsql as $$ begin"
            " if new.position = 2 then raise exception 'no space left on device' using errcode = 'disk_full'; end if;"
            " return new; end $$"
        ))  # fmt: skip
        connection.execute(text("create trigger full_disk before insert on options for each row execute function full_disk()"))

    problem = assert_problem(browser.send("POST", "/jobs/file", file), 507, "database_full")

    assert "Nothing was stored" in problem["detail"]
    with transaction(shops.engine) as session:
        assert len(session.scalars(select(JobRow)).all()) == 1
