"""The web server as a child process."""

from __future__ import annotations

import http.client
import json
import os
import secrets
import signal
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
from contextlib import nullcontext
from http import HTTPStatus
from pathlib import Path

from dev.install import FRONTEND, VENV
from dev.stages import ROOT, Failed

SAY_EVERY_S = 10
LOG_LINES_SHOWN = 20


GUNICORN = [str(VENV / "bin" / "gunicorn"), "ryokan.wsgi:application()", "--config", "python:ryokan.serving"]
WORKER = [str(VENV / "bin" / "python"), "-m", "ryokan", "worker"]
AGAIN_AFTER_S = 2.0  # a worker that has ended is started again


def secret_key(folder: Path) -> str:
    """The key that signs cookies, made once and kept beside the data, so that a restart signs nobody out."""
    file = folder / "secret-key"
    if not file.exists():
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(48))
    return file.read_text()


def environment(database_url: str, key: str) -> dict[str, str]:
    """Settings of the web process."""
    return {
        **os.environ,
        "RYOKAN_DATABASE_URL": database_url,
        "RYOKAN_SECRET_KEY": key,
        "RYOKAN_FRONTEND": str(FRONTEND / "dist"),
    }


class WebServer:
    """The web processes, in a session of their own so that Ctrl-C reaches this script first."""

    def __init__(self, database_url: str, key: str, *, host: str, port: int, log: Path | None = None, workers: int = 1) -> None:
        self.host, self.port = host, port
        self.database_url = database_url
        self._env = environment(database_url, key)
        self.log = log or Path(tempfile.mkdtemp(prefix="ryokan-web-")) / "web.log"
        self._workers = workers
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def address(self) -> str:
        """Where it answers."""
        return f"http://{self.host}:{self.port}"

    def start(self) -> None:
        """Start it and wait until it answers, for as long as it lives; what is waited for is said every ten seconds.

        Raises
        ------
        Failed
            It ends. The last lines of its log are in the message.
        """
        command = [*GUNICORN, "--bind", f"{self.host}:{self.port}", "--workers", str(self._workers)]
        with self.log.open("wb") as sink:
            self.process = subprocess.Popen(
                command, cwd=ROOT, env=self._env, stdin=subprocess.DEVNULL, stdout=sink, stderr=sink, start_new_session=True
            )
        began = time.monotonic()
        say_at = began + SAY_EVERY_S
        while lacks := self._lacks():
            if self.process.poll() is not None:
                raise Failed(f"The web server for {self.address} has ended. {self.last_words()}")
            if time.monotonic() > say_at:
                print(f"  waiting for {self.address}, {say_at - began:.0f} s so far: {lacks}", flush=True)
                say_at += SAY_EVERY_S
            time.sleep(0.05)

    def last_words(self) -> str:
        """The end of its log, to show where it has ended."""
        lines = self.log.read_text(errors="replace").splitlines()[-LOG_LINES_SHOWN:]
        return "\n".join([f"Its log, {self.log}, ends:", *lines] if lines else [f"Its log, {self.log}, is empty."])

    def stop(self) -> None:
        """Stop it and all its workers."""
        self._signal(signal.SIGTERM, 8)

    def kill(self) -> None:
        """End it like a pulled plug."""
        self._signal(signal.SIGKILL, 5)

    def _signal(self, number: signal.Signals, timeout_s: float) -> None:
        if self.process is None:
            return
        stop_group(self.process.pid, number)
        try:
            self.process.wait(timeout_s)
        except subprocess.TimeoutExpired:
            stop_group(self.process.pid, signal.SIGKILL)
            self.process.wait(5)

    def _lacks(self) -> str:
        """What it lacks to be ready; nothing once it is."""
        try:
            with urllib.request.urlopen(f"{self.address}/api/v1/readiness", timeout=2):
                return ""
        except urllib.error.HTTPError as error:
            return f"it answers {error.code}" + (f", the database {database}" if (database := _of_the_database(error)) else "")
        except (OSError, http.client.HTTPException):
            return "the process lives and does not answer yet"


def _of_the_database(error: urllib.error.HTTPError) -> str:
    """What a server that is not ready says of its database; nothing where its answer broke off."""
    if error.code != HTTPStatus.SERVICE_UNAVAILABLE:
        return ""
    try:
        return str(json.load(error).get("database", "does not answer"))
    except (OSError, http.client.HTTPException, ValueError):
        return ""


class TaskWorker:
    """A worker beside the web processes, started again where it ends: a database that was away, or a kill."""

    def __init__(self, env: dict[str, str], log: Path | None = None) -> None:
        self._env, self._log = env, log
        self.process: subprocess.Popen[bytes] | None = None
        self._ended_at: float | None = None

    def start(self) -> None:
        """Start it. It takes what waits once it is there; nobody has to wait for it."""
        with self._log.open("ab") if self._log else nullcontext() as sink:
            self.process = subprocess.Popen(
                WORKER,
                cwd=ROOT,
                env=self._env,
                stdin=subprocess.DEVNULL,
                stdout=sink,
                stderr=sink,
                start_new_session=True,
            )
        self._ended_at = None

    def keep(self) -> None:
        """To be called now and then: starts it again a moment after it has ended."""
        if self.process is None or self.process.poll() is None:
            return
        self._ended_at = self._ended_at or time.monotonic()
        if time.monotonic() - self._ended_at > AGAIN_AFTER_S:
            self.start()

    def stop(self) -> None:
        """Tell it to end: it leaves what it is at to the next."""
        if self.process is None:
            return
        stop_group(self.process.pid, signal.SIGTERM)
        try:
            self.process.wait(8)
        except subprocess.TimeoutExpired:
            stop_group(self.process.pid, signal.SIGKILL)
            self.process.wait(5)


def stop_group(pid: int, number: signal.Signals) -> None:
    """Send a signal to a process and everything that it started."""
    try:
        os.killpg(pid, number)
    except ProcessLookupError:
        return
