"""Named stages with their time, and running commands."""

from __future__ import annotations

import subprocess
import sys
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
    _say(f"· {name}")
    start = time.monotonic()
    yield
    _say(f"  {name}: {time.monotonic() - start:.1f} s")


def _say(line: str) -> None:
    """Print a line in one piece: stages run beside one another, and ``print`` writes the end of a line by itself."""
    sys.stdout.write(f"{line}\n")
    sys.stdout.flush()


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
            print(result.stdout, file=sys.stderr)
        raise Failed(f"{' '.join(words[:4])} … ended with {result.returncode}.")
