"""What a shop must survive, at full size: ``script/bench --drill``, or some of ``--drill kills rights files people requests``.

Every loop is bounded in time and count, and all of it stays on loopback. It prints a table; docs/operations.md keeps the last.
``RYOKAN_DRILL=0.1`` makes everything a tenth as long, to try the drill itself.
"""

from __future__ import annotations

import os
import random
import statistics
import subprocess
import sys
import threading
import time
import uuid
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Any
from urllib import request
from urllib.error import HTTPError, URLError

from dev.postgres import Cluster, data_home, free_port
from dev.server import WebServer
from editor import NO_ANSWER, Editor
from hostile_files import hostile_files
from shops import LAMP, Shops, filled
from sqlalchemy import select
from test_api import EDITORS, NO_SIGN_IN, WHO_MAY, body_for, routes

from ryokan.operations.accounts import add_user, create_shop
from ryokan.operations.jobs import create_job
from ryokan.store.database import open_engine, transaction
from ryokan.store.models import RevisionRow

SCALE = float(os.environ.get("RYOKAN_DRILL", "1"))
PASSWORD = "for a drill"
UPLOADS = {
    "journey": "/options/{option}/journey-file",
    "log": "/options/{option}/meter-log",
    "loads": "/options/{option}/loads/reading",
    "photograph": "/jobs/{job}/photographs?pin=vehicle",
    "weather": "/options/{option}/weather-file",
    "job": "/jobs/file",
}


class Bench:
    """A shop of its own on the database of the bench, and a server on it."""

    def __init__(self, people: int, workers: int = 2) -> None:
        self.engine = open_engine(os.environ["RYOKAN_DATABASE_URL"])
        self.server = WebServer(os.environ["RYOKAN_DATABASE_URL"], "drill", host="127.0.0.1", port=free_port(), workers=workers)
        now = datetime.now(UTC)
        self.emails = [f"{uuid.uuid4().hex[:12]}@drill.example" for _ in range(people)]
        with transaction(self.engine) as session:
            owner = create_shop(session, name="Drill", owner_name="D", email=self.emails[0], password=PASSWORD, now=now)
            for email in self.emails[1:]:
                add_user(session, owner, name="D", email=email, role="designer", password=PASSWORD)
            made = [create_job(session, owner, title=f"Job {n}", customer="C", now=now) for n in range(max(1, people // 2))]
            self.job = str(made[0].job.id)
            self.options = [str(job.options[0].id) for job in made]

    def editor(self, number: int) -> Editor:
        return Editor(self.server.address, self.emails[number], PASSWORD)

    def close(self) -> None:
        self.server.stop()
        self.engine.dispose()


def say(what: str, *figures: str) -> None:
    print(f"| {what} | {' | '.join(figures)} |", flush=True)


def kills() -> None:
    """Web processes and database killed under eight editors: every acknowledged edit is found again, once and whole."""
    count, bench = max(2, int(25 * SCALE)), Bench(8)
    bench.server.start()
    cluster = Cluster(data_home() / "bench")
    acknowledged: dict[str, tuple[str, str, float]] = {}
    editors = [bench.editor(hand) for hand in range(8)]
    stop = threading.Event()
    guard = threading.Lock()

    def work(hand: int) -> None:
        editor, option, made, base = editors[hand], bench.options[hand % len(bench.options)], 0, 1
        while not stop.is_set() and made < 5000:
            path, value = f"/loads/e{hand}-{made % 12}", {**LAMP, "hours_per_day": 0.5 + (made % 40) / 2}
            edit_id = uuid.uuid4().hex
            for _ in range(400):
                try:
                    base = editor.patch(option, path, value, base=base, edit_id=edit_id)["revision"]
                except HTTPError as error:
                    if error.code not in (429, 500, 502, 503, 504):
                        raise
                except NO_ANSWER:
                    pass
                else:
                    with guard:
                        acknowledged[edit_id] = (option, path, float(value["hours_per_day"]))
                    break
                time.sleep(0.15)
            made += 1

    with ThreadPoolExecutor(8) as pool:
        working = [pool.submit(work, hand) for hand in range(8)]
        for number in range(count):
            time.sleep(1.5)
            if number % 2:
                cluster.stop("immediate")
                cluster.start()
            else:
                bench.server.kill()
                bench.server.start()
        time.sleep(1)
        stop.set()
        for one in working:
            one.result(120)
    lost = broken = doubled = 0
    with transaction(bench.engine) as session:
        for option in bench.options:
            rows = session.scalars(
                select(RevisionRow).where(RevisionRow.option_id == uuid.UUID(option)).order_by(RevisionRow.number)
            ).all()
            broken += [row.number for row in rows] != list(range(1, len(rows) + 1))
            by_edit = Counter(row.edit_id for row in rows if row.edit_id)
            doubled += sum(times > 1 for times in by_edit.values())
            documents = {row.edit_id: row.document for row in rows}
            for edit_id, (of, path, hours) in acknowledged.items():
                if of == option:
                    kept = documents.get(edit_id, {}).get("loads", {}).get(path.rsplit("/", 1)[-1], {})
                    # An edit that changed nothing is acknowledged and makes no revision.
                    lost += kept.get("hours_per_day") != hours and edit_id in documents
                    lost += edit_id not in documents and not _said_before(rows, path, hours)
    bench.close()
    say(
        "kills under eight editors",
        f"{count} kills",
        f"{len(acknowledged)} edits acknowledged",
        f"{lost} lost, {doubled} doubled, {broken} histories broken",
    )


def _said_before(rows: Any, path: str, hours: float) -> bool:
    name = path.rsplit("/", 1)[-1]
    return any(row.document["loads"].get(name, {}).get("hours_per_day") == hours for row in rows)


def rights() -> None:
    """Every route by every role, by another shop and by nobody: nothing goes through that may not."""
    engine = open_engine(os.environ["RYOKAN_DATABASE_URL"])
    with engine.begin() as connection:
        from ryokan.store.models import Base

        for table in reversed(Base.metadata.sorted_tables):
            connection.execute(table.delete())
    shops = Shops(engine)
    sent = through = failed = 0
    stranger = shops.browser("cy@b.example")
    roles = {role: shops.browser(shops.join(role)) for role in ("designer", "fitter", "viewer")}
    nobody = shops.app.test_client()
    token = nobody.get("/api/v1/session").json["csrf_token"]
    for method, path in routes(shops.app):
        writes, private = method != "GET", path not in NO_SIGN_IN
        answers: list[tuple[int, bool]] = []
        if "<uuid:" in path:
            answers.append(
                (stranger.send(method, filled(path, shops), body_for(path, shops), If_Match='"1"').status_code, False)
            )
        if private:
            answer = nobody.open(
                f"/api/v1{filled(path, shops)}", method=method, json=body_for(path, shops), headers={"X-CSRF-Token": token}
            )
            answers.append((answer.status_code, False))
        if writes and private and not path.startswith(("/session", "/drafts")):
            for role, browser in roles.items():
                status = browser.send(method, filled(path, shops), body_for(path, shops), If_Match='"1"').status_code
                answers.append((status, role in WHO_MAY.get(path, set(EDITORS))))
        sent += len(answers)
        through += sum(status < 400 and not allowed for status, allowed in answers)
        failed += sum(status >= 500 for status, _ in answers)
    engine.dispose()
    say(
        "roles, another shop and nobody at every route",
        f"{sent} requests",
        f"{through} went through that may not",
        f"{failed} answered 5xx",
    )


def files() -> None:
    """Hostile files at a real process: what each costs in time and memory."""
    bench = Bench(1, workers=1)
    bench.server.start()
    editor = bench.editor(0)
    _warm(bench, editor)
    process = bench.server.process
    assert process is not None
    worker = int(Path(f"/proc/{process.pid}/task/{process.pid}/children").read_text().split()[0])
    found: list[tuple[str, int, float, float]] = []
    for name, content in hostile_files():
        path = UPLOADS[name.partition(":")[0]].format(option=bench.options[0], job=bench.job)
        before = _resident_mb(worker, reset=True)
        began = time.perf_counter()
        status = _upload(editor, path, content)
        took_s = time.perf_counter() - began
        found.append((name, status, took_s, _peak_mb(worker) - before))
        if name.startswith("photograph") and status == 200:
            for one in editor.call("GET", f"/jobs/{bench.job}/photographs")["photographs"]:
                with suppress(HTTPError):
                    editor.call("DELETE", f"/photographs/{one['id']}")
    bench.close()
    taken = [row for row in found if row[1] < 300]
    refused = [row for row in found if row[1] >= 300]
    failed = [row for row in found if row[1] >= 500 or row[1] == 0]
    say("hostile files", f"{len(found)} files", f"{len(taken)} taken, {len(refused)} refused, {len(failed)} answered 5xx", "")
    for words, rows in (("taken", taken), ("refused", refused)):
        slowest, hungriest = max(rows, key=lambda row: row[2]), max(rows, key=lambda row: row[3])
        say(f"slowest {words}", slowest[0], f"{slowest[2]:.2f} s", f"{slowest[3]:.0f} MB")
        say(f"hungriest {words}", hungriest[0], f"{hungriest[2]:.2f} s", f"{hungriest[3]:.0f} MB")
    for name, status, took_s, more_mb in found:
        if status >= 500 or status == 0 or took_s > (2 if status < 300 else 0.5) or more_mb > 150:
            say("beyond a bound", name, f"{status} in {took_s:.2f} s", f"{more_mb:.0f} MB")


def _warm(bench: Bench, editor: Editor) -> None:
    """What is loaded once is not any file's doing."""
    for name, content in hostile_files():
        if name.endswith(("20000 points", "20000 rows", "a year of one hour", "garbled jpeg, 0", "300 random lines, 0")):
            _upload(editor, UPLOADS[name.partition(":")[0]].format(option=bench.options[0], job=bench.job), content)
    time.sleep(6)


def _upload(editor: Editor, path: str, content: bytes) -> int:
    headers = {"Content-Type": "application/octet-stream", "X-CSRF-Token": editor.token}
    sent = request.Request(f"{editor.address}/api/v1{path}", content, headers, method="POST")
    try:
        with editor.opener.open(sent, timeout=60) as answer:
            answer.read()
            return int(answer.status)
    except HTTPError as error:
        return error.code
    except (URLError, OSError):
        return 0


def _resident_mb(pid: int, *, reset: bool) -> float:
    if reset:
        Path(f"/proc/{pid}/clear_refs").write_text("5")  # the peak is counted anew
    return _status_mb(pid, "VmRSS")


def _peak_mb(pid: int) -> float:
    return _status_mb(pid, "VmHWM")


def _status_mb(pid: int, name: str) -> float:
    for line in Path(f"/proc/{pid}/status").read_text().splitlines():
        if line.startswith(name):
            return int(line.split()[1]) / 1024
    return 0.0


def people() -> None:
    """Fifty people for three minutes, each with a pause to think, on two processes."""
    count, seconds = max(5, int(50 * SCALE)), 180 * SCALE
    bench = Bench(count)
    bench.server.start()
    time.sleep(5)
    times: dict[str, list[float]] = {"edit": [], "preview": [], "read": []}
    errors: Counter[str] = Counter()
    guard = threading.Lock()
    end = time.monotonic() + seconds + count * 0.2

    def work(number: int) -> None:
        time.sleep(number * 0.2)  # they come one after the other
        rng, option = random.Random(number), bench.options[number % len(bench.options)]
        editor = bench.editor(number)
        while time.monotonic() < end:
            what = rng.choices(("edit", "preview", "read"), (3, 2, 5))[0]
            began = time.perf_counter()
            try:
                _do(editor, option, what, rng)
            except (HTTPError, *NO_ANSWER) as error:
                with guard:
                    errors[str(getattr(error, "code", type(error).__name__))] += 1
            else:
                with guard:
                    times[what].append((time.perf_counter() - began) * 1000)
            time.sleep(rng.uniform(1, 4))

    with ThreadPoolExecutor(count) as pool:
        list(pool.map(work, range(count)))
    bench.close()
    for what, found in times.items():
        p95 = statistics.quantiles(found, n=20)[-1]
        say(
            f"{count} people for {seconds:.0f} s: {what}",
            f"{len(found)} requests",
            f"median {statistics.median(found):.0f} ms, p95 {p95:.0f} ms",
            f"most {max(found):.0f} ms",
        )
    say(f"{count} people: errors", ", ".join(f"{code}: {n}" for code, n in errors.items()) or "none", "", "")


def _do(editor: Editor, option: str, what: str, rng: random.Random) -> None:
    path, value = f"/loads/p{rng.randrange(30)}", {**LAMP, "hours_per_day": rng.randint(1, 20)}
    if what == "edit":
        base = editor.call("GET", f"/options/{option}")["revision"]
        editor.patch_until_stored(option, path, value, base=base, tries=20, wait=lambda: time.sleep(0.2))
    elif what == "preview":
        editor.call("POST", f"/options/{option}/preview", [{"op": "add", "path": path, "value": value}])
    else:
        editor.call("GET", f"/options/{option}/report?step={rng.choice(('loads', 'storage', 'solar'))}")


def requests() -> None:
    """Twenty thousand hostile requests of every role and of nobody, by the test that throws a thousand."""
    count, root = max(1000, int(20_000 * SCALE)), Path(__file__).resolve().parents[1]
    command = [sys.executable, "-m", "pytest", "-q", "tests/web/test_schema.py", "-k", "hostile", "-p", "no:cacheprovider"]
    env = {**os.environ, "RYOKAN_HOSTILE": str(count)}
    done = subprocess.run(command, cwd=root, env=env, capture_output=True, text=True, check=False)
    say("hostile requests", f"{count} requests", "none answered 5xx" if done.returncode == 0 else "some failed", "")
    if done.returncode:
        print(done.stdout[-4000:])


DRILLS: dict[str, Callable[[], None]] = {
    "rights": rights, "files": files, "kills": kills, "people": people, "requests": requests,
}  # fmt: skip


def drill(names: list[str]) -> None:
    """Run the drills that are named, or all."""
    commit = subprocess.run(["git", "rev-parse", "--short", "HEAD"], capture_output=True, text=True, check=False).stdout.strip()
    print(f"\n{datetime.now(UTC):%Y-%m-%d}, {os.cpu_count()} cores, commit {commit or 'none'}\n")
    print("| drill | | | |\n| --- | --- | --- | --- |")
    for name, run in DRILLS.items():
        if not names or name in names:
            run()
