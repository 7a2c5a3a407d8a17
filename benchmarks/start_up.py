"""How long the web process takes from its start to its first answer. Part of ``script/bench``; by itself:

script/bench --only start-up
"""

from __future__ import annotations

import os
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from statistics import median

from dev.postgres import free_port
from dev.server import WebServer

TRIES = 5


def bench_start_up() -> None:
    """On an idle machine, and with every core kept busy by something else."""
    print()
    for words, busy in (("idle machine", 0), ("every core busy", os.cpu_count() or 2)):
        with _keeping_busy(busy):
            found = [_start_s() for _ in range(TRIES)]
        what = f"start to first answer, two web processes, {words}"
        print(f"{what:<58} median {median(found):5.2f} s   most {max(found):5.2f} s")


def _start_s() -> float:
    server = WebServer(os.environ["RYOKAN_DATABASE_URL"], "bench", host="127.0.0.1", port=free_port(), workers=2)
    began = time.perf_counter()
    try:
        server.start()
        return time.perf_counter() - began
    finally:
        server.kill()


@contextmanager
def _keeping_busy(count: int) -> Iterator[None]:
    turning = [subprocess.Popen([sys.executable, "-c", "while True: pass"]) for _ in range(count)]
    try:
        yield
    finally:
        for one in turning:
            one.kill()
            one.wait()
