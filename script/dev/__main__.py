"""Entry of all scripts: ``python3 -m dev WHAT …``."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from dev import demo, test
from dev.install import VENV, install_python, python
from dev.machine import require_node
from dev.postgres import Cluster, data_home
from dev.server import GUNICORN, TaskWorker, environment, secret_key
from dev.stages import ROOT, Failed, run

NO_WORKER = "--no-worker"


def serve(args: list[str]) -> None:
    """Serve on the database of RYOKAN_DATABASE_URL, as in production, with a worker beside it; arguments go to gunicorn.

    With ``--no-worker`` there is none: workers are then started with ``script/ryokan worker``, here or elsewhere.
    """
    for name in ("RYOKAN_DATABASE_URL", "RYOKAN_SECRET_KEY"):
        if not os.environ.get(name):
            raise Failed(f"Set {name}. docs/architecture.md lists the settings.")
    os.environ.setdefault("RYOKAN_FRONTEND", str(ROOT / "frontend/dist"))
    if NO_WORKER in args:
        os.execv(GUNICORN[0], [*GUNICORN, *(arg for arg in args if arg != NO_WORKER)])
    web = subprocess.Popen([*GUNICORN, *args])
    told: list[int] = []

    def tell(number: int, _: object) -> None:
        told.append(number)
        web.send_signal(number)

    for one in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP, signal.SIGQUIT):
        signal.signal(one, tell)  # gunicorn knows what each means; once it has ended, so does this
    worker = TaskWorker(dict(os.environ))
    worker.start()
    try:
        while web.poll() is None:
            worker.keep()
            time.sleep(0.5)
    finally:
        worker.stop()
    # While it is still starting a signal ends it outright: it was told to.
    sys.exit(0 if -web.returncode in told else web.returncode)


def ryokan(args: list[str]) -> None:
    """The command line; it needs the Python packages only."""
    if not (VENV / "bin/ryokan").exists():
        install_python(tests=False)
    os.execv(str(python()), [str(python()), "-m", "ryokan", *args])


def bench(args: list[str]) -> None:
    """Benchmarks on a cluster and a server of their own."""
    test.setup()
    cluster = Cluster(data_home() / "bench")
    try:
        cluster.start()
        cluster.create_database("bench")
        env = environment(cluster.url("bench"), secret_key(cluster.folder))
        run([python(), "-m", "ryokan", "migrate"], env=env, quiet=True)
        run(
            [python(), "benchmarks/run.py", *args],
            env={**env, "PYTHONPATH": os.pathsep.join(str(ROOT / name) for name in ("script", "tests", "tests/web"))},
        )
    finally:
        cluster.remove()


def second_opinion(args: list[str]) -> None:
    """The product against the second opinion, over many random rigs."""
    test.setup()
    paths = [str(ROOT / name) for name in ("tests", "tests/core", "script")]
    run([python(), "-m", "second_opinion", *args], env={**os.environ, "PYTHONPATH": os.pathsep.join(paths)})


def setup(args: list[str]) -> None:
    """Install what running needs; with --tests what testing needs, too."""
    if "--tests" in args:
        test.setup()
    else:
        require_node()
        demo.prepare()


COMMANDS = {
    "demo": demo.main,
    "test": test.main,
    "setup": setup,
    "serve": serve,
    "ryokan": ryokan,
    "bench": bench,
    "second-opinion": second_opinion,
}

if __name__ == "__main__":
    os.chdir(Path(ROOT) if sys.argv[1] != "ryokan" else Path.cwd())
    try:
        COMMANDS[sys.argv[1]](sys.argv[2:])
    except Failed as error:
        print(f"\n{error}", file=sys.stderr)
        sys.exit(1)
    except KeyboardInterrupt:
        sys.exit(130)
