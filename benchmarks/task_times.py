"""Tasks: how soon they begin, are stopped, and are taken up from a killed worker; what a worker and its streams cost."""

from __future__ import annotations

import os
import signal
import statistics
import tempfile
import time
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from typing import Any
from urllib.request import Request

from dev.postgres import free_port
from dev.server import TaskWorker, WebServer, environment
from editor import Editor
from sqlalchemy import text

from ryokan.operations import rigs
from ryokan.operations.accounts import create_shop
from ryokan.operations.jobs import copy_option, create_job
from ryokan.operations.tasks import ask_for_long_trial
from ryokan.store.database import open_engine, transaction
from ryokan.web.tasks import STREAMS

HERE = {"place": "the meadow", "lat_deg": 47.4, "lon_deg": 8.5, "month": 3, "nights": 350, "driving_hours_per_day": 0}
LAMP = {"name": "lamp", "draw": {"kind": "watts", "watts": 20}, "hours_per_day": 24}
EMAIL, PASSWORD = f"tasks-{time.time_ns()}@bench.example", "a password for benchmarks"


def until(true: Callable[[], Any], within_s: float = 90) -> float:
    """How long it took until something was true. [s]"""
    began = time.perf_counter()
    while not true():
        if time.perf_counter() - began > within_s:
            raise TimeoutError
        time.sleep(0.01)
    return time.perf_counter() - began


def memory_mb(pid: int) -> dict[str, int]:
    """Resident, of it the process' own, and its share of all. [MB]"""
    of = [Path(f"/proc/{pid}/{name}").read_text().splitlines() for name in ("status", "smaps_rollup")]
    found = {line.split(":")[0]: int(line.split()[1]) // 1024 for lines in of for line in lines if line.endswith("kB")}
    return {name: found[name] for name in ("VmRSS", "VmHWM", "Private_Dirty", "Pss")}


def say(what: str, value: str) -> None:
    print(f"{what:<72} {value}")


def bench_tasks() -> None:
    """On the database of ``RYOKAN_DATABASE_URL``, with two workers and one web process."""
    engine = open_engine(os.environ["RYOKAN_DATABASE_URL"])
    now = datetime.now(UTC)
    solar = {"sun_from": "places", "arrays": {"p": {"place": "roof", "plain_w": 300}}}
    with transaction(engine) as session:
        ada = create_shop(session, name="Bench", owner_name="Ada", email=EMAIL, password=PASSWORD, now=now)
        first = create_job(session, ada, title="Job", customer="C", now=now).options[0].id
        options = [first, *(copy_option(session, ada, first, name=f"Way {at}", now=now).id for at in range(1, 6))]
        for at, option in enumerate(options):
            lamp = {**LAMP, "draw": {"kind": "watts", "watts": 20 + at}}
            of = {
                "/loads": {"lamp": lamp},
                "/storage/bank": {"nominal_ah": 100},
                "/stays": {"m": HERE, "n": HERE},
                "/solar": solar,
            }
            patch = [{"op": "add", "path": path, "value": value} for path, value in of.items()]
            rigs.change_rig(session, ada, option, patch, base=1, edit_id=None, now=now)

    def state(task: Any) -> Any:
        with transaction(engine) as session:
            return session.execute(text("select state, attempt, done, whole from tasks where id = :id"), {"id": task.id}).one()

    def at_hand() -> int:
        with transaction(engine) as session:
            return int(session.scalar(text("select count(*) from procrastinate_workers")) or 0)

    def ask(option: Any) -> tuple[Any, float]:
        began = time.perf_counter()
        with transaction(engine) as session:
            task = ask_for_long_trial(session, ada, option, now=datetime.now(UTC))
        return task, time.perf_counter() - began

    env = environment(os.environ["RYOKAN_DATABASE_URL"], "key")
    logs = Path(tempfile.mkdtemp(prefix="ryokan-workers-"))
    workers = [TaskWorker(env, log=logs / f"{at}.log") for at in range(2)]
    served = WebServer(os.environ["RYOKAN_DATABASE_URL"], "key", host="127.0.0.1", port=free_port())
    try:
        served.start()
        workers[0].start()
        assert workers[0].process is not None
        say("a worker from its start until it takes tasks", f"{until(lambda: at_hand() == 1):.1f} s")
        say("  what it then takes [MB]", str(memory_mb(workers[0].process.pid)))
        task, asked_s = ask(options[0])
        say("asked and committed, the first (it reads the climate)", f"{asked_s * 1000:.0f} ms")
        say("its thousand years of 700 nights, with what they hang on", f"{until(lambda: state(task).state == 'done'):.1f} s")
        say("  what the worker takes after it [MB]", str(memory_mb(workers[0].process.pid)))

        editor = Editor(served.address, EMAIL, PASSWORD)
        task, asked_s = ask(options[1])
        say("asked and committed, the next", f"{asked_s * 1000:.0f} ms")
        say("until a free worker is at it", f"{until(lambda: state(task).state == 'running') * 1000:.0f} ms")
        until(lambda: state(task).done > 0)
        streams = [editor.opener.open(Request(f"{served.address}/api/v1/tasks/{task.id}/events")) for _ in range(STREAMS)]
        pings = []
        for _ in range(40):
            began = time.perf_counter()
            editor.opener.open(f"{served.address}/api/v1/health").read()
            pings.append((time.perf_counter() - began) * 1000)
        say(f"an answer with {STREAMS} streams open", f"median {statistics.median(pings):.1f} ms, most {max(pings):.1f} ms")
        assert state(task).state == "running"
        began = time.perf_counter()
        editor.call("POST", f"/tasks/{task.id}/stop", {})
        stored = time.perf_counter() - began
        until(lambda: state(task).state == "stopped")
        said = f"{(time.perf_counter() - began) * 1000:.0f} ms, of it until the wish was stored {stored * 1000:.0f} ms"
        say("from the wish to stop until it has", said)
        for stream in streams:
            stream.close()

        workers[1].start()
        until(lambda: at_hand() == 2)
        tasks = [ask(option)[0] for option in options[2:4]]
        until(lambda: all(state(one).state == "running" and state(one).done > 0 for one in tasks))
        workers[0].process.send_signal(signal.SIGKILL)
        killed = time.perf_counter()
        until(lambda: any(state(one).attempt > 1 for one in tasks), 120)
        say("from a kill until its task is taken up, the other worker busy at first", f"{time.perf_counter() - killed:.1f} s")
        until(lambda: all(state(one).state == "done" for one in tasks), 120)

        workers[0].start()
        time.sleep(12)  # until it is there, and the one that was killed is no longer held to be
        began = time.perf_counter()
        tasks = [ask(option)[0] for option in options[4:6]]
        until(lambda: all(state(one).state == "done" for one in tasks), 120)
        say("two tasks on two workers", f"{time.perf_counter() - began:.1f} s")
    finally:
        served.stop()
        for worker in workers:
            worker.stop()
        engine.dispose()
