"""Workers that are killed and paused at random: each task ends once, whatever becomes of who was at it."""

from __future__ import annotations

import os
import random
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from pathlib import Path
from uuid import UUID

from dev.postgres import free_port
from sqlalchemy import Engine, select, text
from test_trial_answers import HERE, LAMP

from ryokan.operations import rigs
from ryokan.operations.accounts import Actor, create_shop
from ryokan.operations.jobs import copy_option, create_job
from ryokan.operations.tasks import MOST_VANISHED, ask_for_long_trial
from ryokan.store.database import transaction
from ryokan.store.models import TaskRow

# So long nothing may move: a slow machine is as slow at all of it, and one that hangs makes no progress.
TASKS, YEARS, STANDS_STILL_S = 3, 500, 60
ROOT = Path(__file__).resolve().parents[2]
HANDS = 2

# Kept by the database itself: every time that a task comes to an end.
COUNT_ENDS = """
create table ends (task uuid, state text, attempt int);
create function count_end() returns trigger language plpgsql as $$
begin
  if new.ended_at is distinct from old.ended_at then insert into ends values (new.id, new.state, new.attempt); end if;
  return new;
end $$;
create trigger count_end after update on tasks for each row execute function count_end();
"""


def ask_for_some(engine: Engine) -> list[UUID]:
    """Options of one shop that differ in their lamp, and a task for each."""
    now = datetime.now(UTC)
    with transaction(engine) as session:
        session.execute(text(COUNT_ENDS))
        ada = create_shop(session, name="A", owner_name="Ada", email="ada@a.example", password="x", now=now)
        first = create_job(session, ada, title="Job", customer="C", now=now).options[0].id
        options = [first, *(copy_option(session, ada, first, name=f"Way {at}", now=now).id for at in range(1, TASKS))]
        return [_ask(session, ada, option, 20 + at, now) for at, option in enumerate(options)]


def _ask(session: object, ada: Actor, option: UUID, watts: int, now: datetime) -> UUID:
    lamp = {**LAMP, "draw": {"kind": "watts", "watts": watts}}
    solar = {"sun_from": "places", "arrays": {"p": {"place": "roof", "plain_w": 300}}}
    of = {
        "/loads": {"lamp": lamp},
        "/storage/bank": {"nominal_ah": 100},
        "/stays": {"meadow": {**HERE, "nights": 300}},
        "/solar": solar,
    }
    patch = [{"op": "add", "path": path, "value": value} for path, value in of.items()]
    rigs.change_rig(session, ada, option, patch, base=1, edit_id=None, now=now)
    return ask_for_long_trial(session, ada, option, now=now).id


class Hand:
    """One worker process, started again when it has ended."""

    def __init__(self, engine: Engine) -> None:
        url = engine.url.render_as_string(hide_password=False)
        self._env = {**os.environ, "RYOKAN_DATABASE_URL": url, "YEARS": str(YEARS)}
        self.process = self._start()
        self.paused_until = 0.0

    def _start(self) -> subprocess.Popen[bytes]:
        command = [sys.executable, str(ROOT / "tests/faults/quick_worker.py")]
        return subprocess.Popen(
            command, env=self._env, stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
        )

    def keep(self) -> None:
        if self.paused_until and time.monotonic() > self.paused_until:
            self.process.send_signal(signal.SIGCONT)
            self.paused_until = 0.0
        if self.process.poll() is not None:
            self.process = self._start()
            self.paused_until = 0.0

    def pause(self, for_s: float) -> None:
        self.process.send_signal(signal.SIGSTOP)
        self.paused_until = time.monotonic() + for_s

    def end(self) -> None:
        with suppress(ProcessLookupError):
            self.process.send_signal(signal.SIGKILL)
        self.process.wait(5)


@contextmanager
def hands(engine: Engine) -> Iterator[list[Hand]]:
    started: list[Hand] = []
    try:
        started += [Hand(engine) for _ in range(HANDS)]
        yield started
    finally:
        for hand in started:
            hand.end()


def at_work(engine: Engine) -> dict[UUID, tuple[str, int]]:
    with transaction(engine) as session:
        rows = session.scalars(select(TaskRow).where(TaskRow.state.in_(("queued", "running")))).all()
        return {row.id: (row.state, row.done) for row in rows}


def test_of_two_workers_killed_and_paused_at_random_each_task_ends_once(engine: Engine) -> None:
    asked = ask_for_some(engine)
    dice, harmed = random.Random(5), 0
    moved_at, seen = time.monotonic(), at_work(engine)
    with hands(engine) as both:
        next_harm = moved_at + 2
        while now_at := at_work(engine):
            if now_at != seen:
                moved_at, seen = time.monotonic(), now_at
            assert time.monotonic() - moved_at < STANDS_STILL_S, now_at
            for hand in both:
                hand.keep()
            now = time.monotonic()
            if now > next_harm and harmed < 3 and any(state == "running" and done for state, done in at_work(engine).values()):
                hand = dice.choice(both)
                if harmed % 2 == 0 and not hand.paused_until:
                    # Longer than the other is at its own task and looks for what is left, so that both run this one.
                    hand.pause(6)
                else:
                    hand.end()
                harmed += 1
                next_harm = now + dice.uniform(1.5, 3)
            time.sleep(0.1)
        # Whoever is still paused wakes, and must write nothing.
        settle = max(time.monotonic(), *(hand.paused_until for hand in both)) + 4
        while time.monotonic() < settle:
            for hand in both:
                hand.keep()
            time.sleep(0.1)
    assert harmed >= 2

    with transaction(engine) as session:
        ends = session.execute(text("select task, state, attempt from ends")).all()
        tasks = {row.id: row for row in session.scalars(select(TaskRow)).all()}
        assert session.scalar(text("select count(*) from procrastinate_jobs where task_name = 'work_on_task'")) == 0
    assert sorted(end.task for end in ends) == sorted(asked)
    for end in ends:
        assert tasks[end.task].state == end.state
        assert end.state == "done" or tasks[end.task].vanished >= MOST_VANISHED
    assert max(row.attempt for row in tasks.values()) > 1  # some were taken up from who was harmed


def test_what_is_served_has_a_worker_that_is_started_again_and_ends_with_it(engine: Engine) -> None:
    url = engine.url.render_as_string(hide_password=False)
    env = {**os.environ, "RYOKAN_DATABASE_URL": url, "RYOKAN_SECRET_KEY": "a key for tests that is long enough"}

    def workers() -> list[str]:
        """Processes that work on this very database."""
        found = []
        for folder in Path("/proc").glob("[0-9]*"):
            with suppress(OSError):
                if b"ryokan\0worker" in (folder / "cmdline").read_bytes() and url.encode() in (folder / "environ").read_bytes():
                    found.append(folder.name)
        return found

    def until(count: int, but: str = "") -> str:
        ends = time.monotonic() + 20
        while len(found := [one for one in workers() if one != but]) != count:
            assert time.monotonic() < ends, found
            time.sleep(0.1)
        return found[0] if found else ""

    command = [str(ROOT / "script/serve"), "--bind", f"127.0.0.1:{free_port()}", "--workers", "1"]
    served = subprocess.Popen(command, env=env, stdin=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    try:
        first = until(1)
        os.kill(int(first), signal.SIGKILL)
        until(1, but=first)
        served.send_signal(signal.SIGTERM)
        assert served.wait(20) == 0
        until(0)
    finally:
        if served.poll() is None:
            served.terminate()
            served.wait(20)
