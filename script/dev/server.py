"""The web server as a child process."""

from __future__ import annotations

import os
import secrets
import signal
import subprocess
import time
import urllib.error
import urllib.request
from pathlib import Path

from dev.install import FRONTEND, VENV
from dev.stages import ROOT, Failed

THREADS = 8
START_TIMEOUT_S = 30


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
    """gunicorn with threads, in a session of its own so that Ctrl-C reaches this script first."""

    def __init__(self, database_url: str, key: str, *, host: str, port: int, log: Path | None = None, workers: int = 1) -> None:
        self.host, self.port = host, port
        self._env = environment(database_url, key)
        self._log = log
        self._workers = workers
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def address(self) -> str:
        """Where it answers."""
        return f"http://{self.host}:{self.port}"

    def start(self) -> None:
        """Start it and wait until it answers.

        Raises
        ------
        Failed
            It ends at once, or does not answer in time.
        """
        command = [
            str(VENV / "bin" / "gunicorn"), "ryokan.wsgi:application()", "--bind", f"{self.host}:{self.port}",
            "--workers", str(self._workers), "--threads", str(THREADS), "--graceful-timeout", "5", "--log-level", "warning",
            "--no-control-socket",
        ]  # fmt: skip
        sink = subprocess.DEVNULL if self._log is None else self._log.open("ab")
        self.process = subprocess.Popen(
            command, cwd=ROOT, env=self._env, stdin=subprocess.DEVNULL, stdout=sink, stderr=sink, start_new_session=True
        )
        deadline = time.monotonic() + START_TIMEOUT_S
        while not self._answers():
            if self.process.poll() is not None or time.monotonic() > deadline:
                raise Failed(f"The web server did not start on {self.address}. Its log: {self._log}")
            time.sleep(0.1)

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

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/v1/readiness", timeout=2) as answer:
                return bool(answer.status == 200)
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            return False


def stop_group(pid: int, number: signal.Signals) -> None:
    """Send a signal to a process and everything that it started."""
    try:
        os.killpg(pid, number)
    except ProcessLookupError:
        return
