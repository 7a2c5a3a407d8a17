"""script/demo as a person meets it: named stages, an address, Ctrl-C, a kill."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any

import pytest
from builders import ROOT
from dev import server as dev_server
from dev.postgres import Cluster, free_port
from dev.server import WebServer
from dev.stages import Failed

STARTED: list[subprocess.Popen[str]] = []
"""What a test that failed in between would leave running."""


@pytest.fixture
def data() -> Iterator[Path]:
    with tempfile.TemporaryDirectory(prefix="ryokan-demo-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o755)
        try:
            yield Path(folder)
        finally:
            for demo in STARTED:
                if demo.poll() is None:
                    end(demo, signal.SIGTERM)
            STARTED.clear()
            Cluster(Path(folder) / "demo").remove()


def start(data: Path, *args: str) -> tuple[subprocess.Popen[str], str]:
    """The script until it names its address, with what it printed so far."""
    env = {**os.environ, "RYOKAN_DATA": str(data)}
    command = [str(ROOT / "script/demo"), "--port", str(free_port()), *args]
    demo = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True)
    STARTED.append(demo)
    printed = ""
    assert demo.stdout is not None
    for line in demo.stdout:
        printed += line
        if "Ctrl-C" in line:
            return demo, printed
    raise AssertionError(printed)


def end(demo: subprocess.Popen[str], number: int) -> None:
    demo.send_signal(number)
    demo.wait(30)
    assert demo.stdout is not None
    demo.stdout.close()


def health(printed: str) -> Any:
    address = printed.split("answers at ")[1].split()[0]
    with urllib.request.urlopen(f"{address}/api/v1/readiness", timeout=5) as answer:
        return json.load(answer)


def answered(address: str) -> int | None:
    """The status it answers with; nothing if it does not answer."""
    try:
        with urllib.request.urlopen(f"{address}/api/v1/readiness", timeout=5) as answer:
            return int(answer.status)
    except urllib.error.HTTPError as error:
        return error.code
    except OSError:
        return None


def test_demo_names_its_stages_recovers_from_a_kill_and_stops_what_it_started(data: Path) -> None:
    demo, printed = start(data)
    for name in ("Debian packages", "python packages", "front end build", "database", "schema and demo data", "web server"):
        assert f"· {name}\n" in printed
        assert f"  {name}: " in printed
    assert "The demo shop was founded." in printed
    assert "Sign in as" in printed
    assert health(printed)["ready"] is True
    end(demo, signal.SIGKILL)

    again, printed = start(data)
    assert "The demo shop is there already" in printed
    assert health(printed)["ready"] is True
    second = subprocess.run(
        [str(ROOT / "script/demo")], env={**os.environ, "RYOKAN_DATA": str(data)}, capture_output=True, text=True, check=False
    )
    assert second.returncode == 1
    assert "is running already" in second.stderr
    end(again, signal.SIGINT)
    assert not Cluster(data / "demo").is_running()

    fresh, printed = start(data, "--fresh")
    assert "The demo shop was founded." in printed
    end(fresh, signal.SIGTERM)


def test_stages_beside_one_another_leave_each_line_whole() -> None:
    script = (
        "from concurrent.futures import ThreadPoolExecutor\n"
        "from dev.stages import stage\n"
        "def many(name):\n"
        "    for _ in range(500):\n"
        "        with stage(name): pass\n"
        "with ThreadPoolExecutor(4) as pool: list(pool.map(many, 'abcd'))\n"
    )
    env = {**os.environ, "PYTHONPATH": str(ROOT / "script")}
    said = subprocess.run([sys.executable, "-c", script], env=env, capture_output=True, text=True, check=True).stdout
    assert {line[:4] for line in said.splitlines()} == {f"· {name}" for name in "abcd"} | {f"  {name}:" for name in "abcd"}
    assert len(said.splitlines()) == 4000


def test_a_server_that_dies_shows_the_end_of_its_log_and_one_that_waits_says_for_what(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    broken = WebServer("no address of a database", "key", host="127.0.0.1", port=free_port())
    with pytest.raises(Failed, match="Could not parse SQLAlchemy URL"):
        broken.start()

    monkeypatch.setattr(dev_server, "SAY_EVERY_S", 0.5)
    nowhere = f"postgresql+psycopg://app@127.0.0.1:{free_port()}/none"
    waiting = WebServer(nowhere, "key", host="127.0.0.1", port=free_port())

    def pull_the_plug_once_it_has_said_503() -> None:
        until = time.monotonic() + 60
        while answered(waiting.address) != 503 and time.monotonic() < until:
            time.sleep(0.1)
        time.sleep(2)
        waiting.kill()

    plug = threading.Thread(target=pull_the_plug_once_it_has_said_503)
    plug.start()
    with pytest.raises(Failed, match="has ended"):
        waiting.start()
    plug.join()

    said = capsys.readouterr().out
    assert "the process lives and does not answer yet" in said
    assert "it answers 503, the database does not answer" in said


def test_an_answer_broken_off_in_the_middle_is_no_answer() -> None:
    with socket.create_server(("127.0.0.1", 0)) as half:
        taken = half.getsockname()[1]

        def break_off() -> None:
            with suppress(OSError):
                while True:
                    asked, _ = half.accept()
                    with asked:
                        asked.recv(4096)
                        asked.sendall(b"HTTP/1.1 503 Service Unavailable\r\nContent-Length: 67\r\n\r\n{")

        thread = threading.Thread(target=break_off, daemon=True)
        thread.start()
        try:
            with pytest.raises(Failed, match="Connection in use"):
                WebServer("postgresql+psycopg://app@127.0.0.1/none", "key", host="127.0.0.1", port=taken).start()
        finally:
            half.shutdown(socket.SHUT_RDWR)
    thread.join()
