"""Named stages with their time, and running commands."""

from __future__ import annotations

import subprocess
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


class Failed(Exception):
    """A stage could not be finished; the message says what to do."""


@contextmanager
def stage(name: str) -> Iterator[None]:
    """Print the name of a stage, and its time when it is done."""
    time.monotonic()
    yield


def run(command: Sequence[str | Path], *, cwd: Path = ROOT, env: Mapping[str, str] | None = None, quiet: bool = False) -> None:
    """Run a command; its output is shown, or with ``quiet`` only when it fails."""
    words = [str(word) for word in command]
    result = subprocess.run(
        words,
        cwd=cwd,
        env=None if env is None else dict(env),
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE if quiet else None,
        stderr=subprocess.STDOUT if quiet else None,
        text=True,
        check=False,
    )
    if result.returncode != 0:
        if quiet:
            pass
        raise Failed(f"{' '.join(words[:4])} … ended with {result.returncode}.")
