"""What it costs: ``script/bench``. Prints figures and asserts nothing about time. ``--setup`` also times a clean clone."""

from __future__ import annotations

import argparse
import json
import os
import statistics
import subprocess
import sys
import tempfile
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any
from urllib import request

from dev.postgres import free_port
from dev.server import WebServer

from ryokan.core.evaluate import evaluate
from ryokan.core.job_file import OptionFile
from ryokan.core.rig import Rig, Stay
from ryokan.operations.accounts import create_shop
from ryokan.operations.jobs import create_job
from ryokan.store.database import open_engine, transaction

ROOT = Path(__file__).resolve().parents[1]
EDITORS, EDITS_EACH = 8, 25


def large_rig(loads: int = 60) -> Rig:
    """A crowded rig: every third load on AC, some with starts, some on few days."""
    rows = {
        f"l{n}": {
            "name": f"load {n}",
            "draw": {"kind": "watts", "watts": 20 + n},
            "hours_per_day": 1 + n % 7,
            "feed": "ac" if n % 3 == 0 else "dc",
            "start_factor": 4 if n % 5 == 0 else 1,
            "days_per_week": 2 if n % 9 == 0 else 7,
            "position": n,
        }
        for n in range(loads)
    }
    return Rig.model_validate({"loads": rows, "stays": {"first": Stay(hookup="na_30").model_dump()}})


def times_ms(work: Any, repeats: int) -> list[float]:
    found = []
    for _ in range(repeats):
        start = time.perf_counter()
        work()
        found.append((time.perf_counter() - start) * 1000)
    return found


def say(what: str, times: list[float]) -> None:
    p95 = statistics.quantiles(times, n=20)[-1]
    print(f"{what:<58} median {statistics.median(times):7.1f} ms   p95 {p95:7.1f} ms   n {len(times)}")


class Editor:
    """One signed-in browser."""

    def __init__(self, address: str, email: str) -> None:
        self.address = address
        self.opener = request.build_opener(request.HTTPCookieProcessor(CookieJar()))
        self.token = self.call("GET", "/session")["csrf_token"]
        self.token = self.call("POST", "/session", {"email": email, "password": "bench"})["csrf_token"]

    def call(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        data = None if body is None else json.dumps(body).encode()
        sent = {"Content-Type": "application/json", "X-CSRF-Token": getattr(self, "token", ""), **headers}
        with self.opener.open(request.Request(f"{self.address}/api/v1{path}", data, sent, method=method), timeout=30) as answer:
            return json.load(answer)


def edits(editor: Editor, option: str) -> list[float]:
    """Edit after edit, each stored and evaluated; the time of each."""
    base, found = 1, []
    for number in range(EDITS_EACH):
        patch = [{"op": "replace", "path": "/loads/l1/hours_per_day", "value": 1 + number / 10}]
        start = time.perf_counter()
        answer = editor.call("PATCH", f"/options/{option}/rig", patch, **{"If-Match": f'"{base}"'})
        found.append((time.perf_counter() - start) * 1000)
        base = answer["revision"]
    return found


def bench_http() -> None:
    """One option for each of eight people who edit at the same time, on one web process."""
    engine = open_engine(os.environ["RYOKAN_DATABASE_URL"])
    now = datetime.now(UTC)
    with transaction(engine) as session:
        email = f"bench-{time.time_ns()}@bench.example"
        owner = create_shop(session, name="Bench", owner_name="B", email=email, password="bench", now=now)
        made = [
            create_job(
                session, owner, title=f"Job {n}", customer="C", now=now, options=[OptionFile(name="One", rig=large_rig())]
            )
            for n in range(EDITORS)
        ]
    options = [str(job.options[0].id) for job in made]
    server = WebServer(os.environ["RYOKAN_DATABASE_URL"], "bench", host="127.0.0.1", port=free_port())
    server.start()
    try:
        editors = [Editor(server.address, email) for _ in options]
        say("edit over HTTP, 60 loads, one editor", edits(editors[0], options[0]))
        with ThreadPoolExecutor(EDITORS - 1) as pool:
            start = time.perf_counter()
            each = list(pool.map(edits, editors[1:], options[1:]))
            rate = sum(map(len, each)) / (time.perf_counter() - start)
        say(f"edit over HTTP, 60 loads, {EDITORS - 1} editors at once ({rate:.0f}/s)", [one for times in each for one in times])
    finally:
        server.stop()


def bench_setup() -> None:
    """From a clean clone to an answering demo."""
    with tempfile.TemporaryDirectory(prefix="ryokan-clone-") as folder:
        Path(folder).chmod(0o755)
        subprocess.run(["git", "clone", "--quiet", ROOT, f"{folder}/clone"], check=True)
        env = {**os.environ, "RYOKAN_DATA": f"{folder}/data", "PYTHONPATH": ""}
        start = time.perf_counter()
        command = [f"{folder}/clone/script/demo", "--port", str(free_port())]
        demo = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True)
        assert demo.stdout is not None
        for line in demo.stdout:
            print("   ", line.rstrip())
            if "answers at" in line:
                break
        print(f"{'clean clone to answering demo':<58} {time.perf_counter() - start:.0f} s")
        demo.terminate()
        demo.wait(30)


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--setup", action="store_true", help="also time a clean clone")
    options = parser.parse_args()
    rig = large_rig()
    evaluate(rig)
    say("evaluate, 60 loads", times_ms(lambda: evaluate(rig), 100))
    bench_http()
    if options.setup:
        bench_setup()


if __name__ == "__main__":
    sys.exit(main())
