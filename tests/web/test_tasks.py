"""Work beside the web: a thousand years asked for, done by a worker, followed, stopped, and known again by what was read."""

from __future__ import annotations

import asyncio
import json
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from threading import Event, Thread
from typing import Any
from uuid import UUID, uuid4

import pytest
from shops import START, Browser, Shops, assert_problem
from sqlalchemy import text
from test_trial_answers import HERE, LAMP

from ryokan.operations import tasks
from ryokan.store.database import transaction
from ryokan.store.queue import hand_in
from ryokan.store.tasks import AttemptStore, TaskStore
from ryokan.tasks.worker import work_until_told_to_end, worker_app

YEARS = 40


@pytest.fixture(autouse=True)
def _few_years(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(tasks, "LONG_YEARS", YEARS)


@pytest.fixture
def browser(shops: Shops) -> Browser:
    """A lamp that a small array keeps lit in some Novembers and not in others."""
    one = shops.browser()
    solar = {"sun_from": "places", "arrays": {"p": {"place": "roof", "plain_w": 300}}}
    of = {"/loads": {"lamp": LAMP}, "/storage/bank": {"nominal_ah": 100}, "/stays": {"meadow": HERE}, "/solar": solar}
    one.edit(shops.option_id, *({"op": "add", "path": path, "value": value} for path, value in of.items()))
    return one


def ask(browser: Browser, shops: Shops, status: int = 202) -> Any:
    answer = browser.send("POST", f"/options/{shops.option_id}/trial/long")
    assert answer.status_code == status, answer.json
    return answer.json


def long_of(browser: Browser, shops: Shops) -> Any:
    return browser.get(f"/options/{shops.option_id}/trial").json["long"]


def state(browser: Browser, task: Any) -> str:
    found: str = browser.get(f"/tasks/{task['id']}").json["state"]
    return found


def do_what_waits(shops: Shops) -> None:
    """A worker that ends once the queue is empty."""

    async def work() -> None:
        app = worker_app(shops.engine, shops.clock)
        async with app.open_async():
            await app.run_worker_async(wait=False, delete_jobs="always", install_signal_handlers=False)

    asyncio.run(work())


def in_queue(shops: Shops) -> list[int]:
    with transaction(shops.engine) as session:
        query = "select id from procrastinate_jobs where task_name = 'work_on_task' order by id"
        return list(session.scalars(text(query)))


def test_what_is_asked_for_is_done_beside_the_web_and_the_answer_has_it(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    assert (task["state"], task["done_frac"], task["revision"]) == ("queued", 0, 2)
    assert ask(browser, shops)["id"] == task["id"]  # asked twice, it is one
    assert browser.get(f"/options/{shops.option_id}/trial").json["ran"]["years"] == 50
    assert long_of(browser, shops)["task"]["id"] == task["id"]

    do_what_waits(shops)

    assert (state(browser, task), in_queue(shops)) == ("done", [])
    found = browser.get(f"/options/{shops.option_id}/trial").json
    long = found["long"]
    assert (long["task"], long["ran"]["is_current"], long["ran"]["years"]) == (None, True, YEARS)
    assert {one["code"] for one in long["ran"]["hangs_on"]} == {"loads", "sun", "air", "bank"}
    assert (found["ran"]["years"], found["ran"]["years_by_night"]) == (YEARS, 50)
    figure = browser.get(f"/options/{shops.option_id}/figures/trial.years").json
    assert figure["figure"]["value"] == YEARS
    assert ask(browser, shops, 200)["id"] == task["id"]  # what is there is not worked out again


def test_an_edit_of_what_was_read_makes_it_one_of_an_earlier_rig_until_it_is_undone(browser: Browser, shops: Shops) -> None:
    ask(browser, shops)
    do_what_waits(shops)

    browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/name", "value": "torch"})
    assert long_of(browser, shops)["ran"]["is_current"]
    browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/draw/watts", "value": 30})
    earlier = browser.get(f"/options/{shops.option_id}/trial").json
    assert (earlier["long"]["ran"]["is_current"], earlier["long"]["ran"]["revision"]) == (False, 2)
    assert earlier["ran"]["years"] == 50
    assert browser.send("POST", f"/options/{shops.option_id}/undo").status_code == 200
    assert long_of(browser, shops)["ran"]["is_current"]

    browser.edit(shops.option_id, {"op": "add", "path": "/loads", "value": {}})
    nothing = browser.get(f"/options/{shops.option_id}/trial").json
    assert (nothing["ran"], nothing["long"]["ran"]["is_current"]) == (None, False)
    assert_problem(browser.send("POST", f"/options/{shops.option_id}/trial/long"), 422, "unacceptable")


def test_a_transaction_that_fails_leaves_neither_task_nor_job(browser: Browser, shops: Shops) -> None:
    with pytest.raises(RuntimeError, match="pulled"), transaction(shops.engine) as session:
        tasks.ask_for_long_trial(session, shops.ada, UUID(shops.option_id), now=START)
        raise RuntimeError("pulled")
    assert (in_queue(shops), long_of(browser, shops)["task"]) == ([], None)


def test_a_shop_has_so_many_tasks_at_work_and_no_more(browser: Browser, shops: Shops) -> None:
    for watts in range(20, 20 + tasks.MOST_AT_WORK):
        browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/draw/watts", "value": watts + 0.5})
        ask(browser, shops)
    browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/draw/watts", "value": 19})
    assert_problem(browser.send("POST", f"/options/{shops.option_id}/trial/long"), 409, "not_possible")


def test_one_that_waits_is_stopped_at_once_and_may_be_asked_for_again(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    assert browser.send("POST", f"/tasks/{task['id']}/stop").json["state"] == "stopped"
    assert in_queue(shops) == []
    assert ask(browser, shops)["id"] != task["id"]


def test_who_only_reads_stops_what_they_asked_for_and_nothing_else(browser: Browser, shops: Shops) -> None:
    viewer = shops.browser(shops.join("viewer"))
    task = ask(browser, shops)
    assert_problem(viewer.send("POST", f"/tasks/{task['id']}/stop"), 403, "not_allowed")
    assert not viewer.get(f"/tasks/{task['id']}").json["may_stop"]
    browser.send("POST", f"/tasks/{task['id']}/stop")
    own = ask(viewer, shops)
    assert viewer.send("POST", f"/tasks/{own['id']}/stop").json["state"] == "stopped"


@contextmanager
def a_worker(shops: Shops) -> Iterator[None]:
    """A worker in a thread, told to end at the end."""
    ended = Event()

    async def work() -> None:
        running = asyncio.create_task(work_until_told_to_end(shops.engine, shops.clock))
        while not ended.is_set() and not running.done():
            await asyncio.sleep(0.05)
        running.cancel()
        await asyncio.gather(running, return_exceptions=True)

    thread = Thread(target=lambda: asyncio.run(work()))
    thread.start()
    try:
        yield
    finally:
        ended.set()
        thread.join(20)
        assert not thread.is_alive()


def until(true: Any, within_s: float = 20.0) -> float:
    """Wait until something is true; how long it took. [s]"""
    began = time.monotonic()
    while not true():
        assert time.monotonic() - began < within_s
        time.sleep(0.02)
    return time.monotonic() - began


@pytest.fixture
def long_work(monkeypatch: pytest.MonkeyPatch, browser: Browser, shops: Shops) -> None:
    """As many years as take a minute or so, so that a test can look on."""
    monkeypatch.setattr(tasks, "LONG_YEARS", 2000)
    browser.edit(shops.option_id, {"op": "replace", "path": "/stays/meadow/nights", "value": 300})


def test_one_that_is_worked_on_tells_how_far_it_is_and_is_stopped_within_a_second(
    long_work: None, browser: Browser, shops: Shops
) -> None:
    task = ask(browser, shops)
    with a_worker(shops):
        until(lambda: browser.get(f"/tasks/{task['id']}").json["done_frac"] > 0)
        assert browser.send("POST", f"/tasks/{task['id']}/stop").json["stopping"]
        assert until(lambda: state(browser, task) == "stopped") < 1
    assert long_of(browser, shops)["task"]["state"] == "stopped"


def test_a_worker_that_is_told_to_end_leaves_its_task_to_the_next(long_work: None, browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    with a_worker(shops):
        until(lambda: browser.get(f"/tasks/{task['id']}").json["done_frac"] > 0)
    assert state(browser, task) == "queued"
    assert len(in_queue(shops)) == 1
    with a_worker(shops):
        until(lambda: browser.get(f"/tasks/{task['id']}").json["done_frac"] > 0)
        browser.send("POST", f"/tasks/{task['id']}/stop")
        until(lambda: state(browser, task) == "stopped")


def test_an_attempt_that_was_taken_for_dead_writes_nothing(browser: Browser, shops: Shops) -> None:
    id = UUID(ask(browser, shops)["id"])
    (job,) = in_queue(shops)

    def attempt(what: Any) -> Any:
        with transaction(shops.engine) as session:
            return what(AttemptStore(session, shops.ada.scope.shop_id, id))

    first = attempt(lambda one: one.begin(job, at=START).attempt)
    assert attempt(lambda one: one.tell(first, 10, 100)) is False
    assert tasks.take_up(shops.engine, [job], clock=shops.clock) == 1
    (anew,) = in_queue(shops)
    assert anew != job
    assert attempt(lambda one: one.begin(job, at=START)) is None  # that job is nobody's any more
    second = attempt(lambda one: one.begin(anew, at=START).attempt)

    assert attempt(lambda one: one.tell(first, 20, 100)) is None
    assert not attempt(lambda one: one.end(first, "done", at=START, result={}))
    assert not attempt(lambda one: one.put_back(first))
    assert attempt(lambda one: one.tell(second, 5, 100)) is False
    assert attempt(lambda one: one.end(second, "failed", at=START, why="so"))
    assert browser.get(f"/tasks/{id}").json["why"] == "so"


def test_a_task_at_which_workers_vanish_again_and_again_is_given_up_and_says_so(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    for _ in range(tasks.MOST_VANISHED):
        (job,) = in_queue(shops)
        with transaction(shops.engine) as session:
            assert AttemptStore(session, shops.ada.scope.shop_id, UUID(task["id"])).begin(job, at=START)
        tasks.take_up(shops.engine, [job], clock=shops.clock)
    assert (state(browser, task), in_queue(shops)) == ("failed", [])
    assert "three times over" in browser.get(f"/tasks/{task['id']}").json["why"]
    assert long_of(browser, shops)["task"]["state"] == "failed"
    assert ask(browser, shops)["state"] == "queued"


def test_what_the_queue_has_lost_is_handed_out_again(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    with transaction(shops.engine) as session:
        session.execute(text("delete from procrastinate_jobs"))
    assert tasks.take_up(shops.engine, [], clock=shops.clock) == 1
    assert tasks.take_up(shops.engine, [], clock=shops.clock) == 0
    do_what_waits(shops)
    assert state(browser, task) == "done"


def test_an_error_is_told_with_its_incident_and_the_next_task_is_done(
    browser: Browser, shops: Shops, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def broken(*args: Any, **how: Any) -> Any:
        raise ZeroDivisionError("of a customer")

    task = ask(browser, shops)
    with monkeypatch.context() as patch:
        patch.setattr(tasks, "long_answer", broken)
        do_what_waits(shops)
    why = browser.get(f"/tasks/{task['id']}").json["why"]
    (incident,) = [record.data for record in caplog.records if record.getMessage() == "incident"]
    assert incident["incident"] in why and "customer" not in why
    again = ask(browser, shops)
    do_what_waits(shops)
    assert state(browser, again) == "done"


def test_one_that_nobody_takes_up_says_so(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    assert not task["nobody_at_it"]
    shops.clock.now = START.replace(second=11)
    assert browser.get(f"/tasks/{task['id']}").json["nobody_at_it"]


def test_stopped_ones_do_not_pile_up(browser: Browser, shops: Shops) -> None:
    for _ in range(tasks.KEPT + 4):
        browser.send("POST", f"/tasks/{ask(browser, shops)['id']}/stop")
        shops.clock.now += timedelta(seconds=1)
    with transaction(shops.engine) as session:
        assert session.scalar(text("select count(*) from tasks")) == tasks.KEPT


def test_the_first_task_of_a_shop_goes_before_the_second_of_another(browser: Browser, shops: Shops) -> None:
    for watts in (21, 22, 23):
        browser.edit(shops.option_id, {"op": "replace", "path": "/loads/lamp/draw/watts", "value": watts})
        ask(browser, shops)
    with transaction(shops.engine) as session:
        shop = session.scalar(text("select id from shops where id != :mine"), {"mine": shops.ada.scope.shop_id})
        theirs = hand_in(session, shop, uuid4())
        query = "select id from procrastinate_jobs where status = 'todo' order by priority desc, id"
        assert list(session.scalars(text(query))).index(theirs) == 1


def test_old_ends_are_forgotten(browser: Browser, shops: Shops) -> None:
    for _ in range(tasks.KEPT + 3):
        shops.new_task()
    ask(browser, shops)
    do_what_waits(shops)
    with transaction(shops.engine) as session:
        assert session.scalar(text("select count(*) from tasks")) == tasks.KEPT
        assert TaskStore(session, shops.ada.scope).last_done(UUID(shops.option_id)) is not None


# -- Streams


def events(browser: Browser, task: Any) -> Any:
    return browser.client.open(f"/api/v1/tasks/{task['id']}/events", buffered=False)


def test_a_stream_tells_each_change_and_ends_with_the_task(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    stream = events(browser, task)
    assert stream.content_type == "text/event-stream"
    told = iter(stream.response)
    assert json.loads(next(told).removeprefix(b"data: "))["state"] == "queued"
    browser.send("POST", f"/tasks/{task['id']}/stop")
    assert json.loads(next(told).removeprefix(b"data: "))["state"] == "stopped"
    assert list(told) == []


def test_streams_beyond_their_number_are_sent_to_look_again_and_one_that_closes_makes_room(
    browser: Browser, shops: Shops
) -> None:
    from ryokan.web.tasks import STREAMS, STREAMS_OF_ONE

    task, others = ask(browser, shops), shops.browser(shops.join("viewer"))
    open_ones = [events(browser, task) for _ in range(STREAMS_OF_ONE)]
    assert_problem(browser.get(f"/tasks/{task['id']}/events"), 503, "busy")  # one account never holds them all
    open_ones += [events(others, task) for _ in range(STREAMS - STREAMS_OF_ONE)]
    assert [one.status_code for one in open_ones] == [200] * STREAMS
    assert_problem(shops.browser(shops.join("designer")).get(f"/tasks/{task['id']}/events"), 503, "busy")
    assert browser.get(f"/tasks/{task['id']}").status_code == 200
    open_ones[0].close()
    again = events(browser, task)
    assert again.status_code == 200
    for one in (*open_ones[1:], again):
        one.close()


def test_whoever_is_signed_out_is_told_no_more(browser: Browser, shops: Shops) -> None:
    task = ask(browser, shops)
    told = iter(events(browser, task).response)
    next(told)
    assert browser.send("DELETE", "/session").status_code == 200
    assert list(told) == []


def test_tasks_of_another_shop_are_not_there(browser: Browser, shops: Shops) -> None:
    task, stranger = ask(browser, shops), shops.browser("cy@b.example")
    for method, ending in (("GET", ""), ("GET", "/events"), ("POST", "/stop")):
        assert_problem(stranger.send(method, f"/tasks/{task['id']}{ending}"), 404, "not_there")
        assert_problem(browser.send(method, f"/tasks/{uuid4()}{ending}"), 404, "not_there")
