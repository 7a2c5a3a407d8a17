"""script/demo: from a clone to a running application with demo data."""

from __future__ import annotations

import argparse
import fcntl
import signal
import sys
import time
from collections.abc import Sequence
from pathlib import Path
from typing import TextIO

from dev.install import build_frontend, compile_engine, install_all, python
from dev.machine import RUN_TIME_PACKAGES, install_packages, require_node
from dev.postgres import Cluster, data_home, free_port, is_free
from dev.server import TaskWorker, WebServer, environment, secret_key, stop_group
from dev.stages import ROOT, Failed, run, stage

DATABASE = "ryokan"
USUAL_PORT = 8470


def main(args: Sequence[str]) -> None:
    """Install what is missing, start everything, serve until Ctrl-C, stop everything that was started."""
    parser = argparse.ArgumentParser(prog="script/demo", description="Run Ryokan with demo data.")
    parser.add_argument("--fresh", action="store_true", help="start over: the demo's data are deleted")
    parser.add_argument("--port", type=int, help=f"port of the web server; {USUAL_PORT} or a free one if left out")
    parser.add_argument("--host", default="127.0.0.1", help="address to serve on; loopback if left out")
    options = parser.parse_args(args)
    # Also where a shell has started this with Ctrl-C ignored.
    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, _interrupt)
    require_node()
    prepare()
    cluster = Cluster(data_home() / "demo")
    lock = _only_one(cluster.folder)  # noqa: F841 - held until this process ends, however it ends
    # Whatever a killed run left behind is ended first: its web server would hold the port.
    _end_left_over(cluster.folder / "web.pid", b"ryokan.wsgi")
    _end_left_over(cluster.folder / "worker.pid", b"ryokan\x00worker")
    if options.fresh:
        with stage("old demo data deleted"):
            cluster.remove()
    server: WebServer | None = None
    worker: TaskWorker | None = None
    try:
        with stage("database"):
            cluster.start()
            cluster.create_database(DATABASE)
        env = environment(cluster.url(DATABASE), secret_key(cluster.folder))
        with stage("schema and demo data"):
            run([python(), "-m", "ryokan", "migrate"], env=env, quiet=True)
            run([python(), "-m", "ryokan", "load-demo", *sorted((ROOT / "examples").glob("*.json"))], env=env)
        with stage("web server"):
            server = WebServer(
                cluster.url(DATABASE),
                secret_key(cluster.folder),
                host=options.host,
                port=_port(options.port, options.host),
                log=cluster.folder / "web.log",
                workers=2,
            )
            server.start()
            assert server.process is not None
            (cluster.folder / "web.pid").write_text(str(server.process.pid))
        worker = TaskWorker(env, log=cluster.folder / "worker.log")
        worker.start()
        print(f"\nRyokan answers at {server.address}\nCtrl-C stops it; the data stay.", flush=True)
        while server.process.poll() is None:
            worker.keep()
            if worker.process is not None:
                (cluster.folder / "worker.pid").write_text(str(worker.process.pid))
            time.sleep(0.5)
        raise Failed(f"The web server has ended. {server.last_words()}")
    except KeyboardInterrupt:
        print("\nStopping.", flush=True)
    finally:
        # A second Ctrl-C must not leave half of it running.
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        if worker is not None:
            worker.stop()
        if server is not None:
            server.stop()
        for name in ("web.pid", "worker.pid"):
            (cluster.folder / name).unlink(missing_ok=True)
        cluster.stop()


def prepare() -> None:
    """Everything that has to be installed to run."""
    with stage("Debian packages"):
        install_packages(RUN_TIME_PACKAGES)
    install_all(tests=False)
    compile_engine()
    build_frontend()


def _only_one(folder: Path) -> TextIO:
    """A lock that the system lets go of when this process ends, also by a kill.

    Raises
    ------
    Failed
        Another demo of this checkout runs.
    """
    folder.parent.mkdir(parents=True, exist_ok=True)
    lock = (folder.parent / f"{folder.name}.lock").open("w")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError as error:
        raise Failed("A demo of this checkout is running already. Stop it with Ctrl-C where it was started.") from error
    return lock


def _interrupt(number: int, frame: object) -> None:
    raise KeyboardInterrupt


def _port(wanted: int | None, host: str) -> int:
    if wanted is None:
        return USUAL_PORT if is_free(USUAL_PORT, host) else free_port()
    if not is_free(wanted, host):
        raise Failed(f"Port {wanted} is taken. Choose another with --port.")
    return wanted


def _end_left_over(pid_file: Path, word: bytes) -> None:
    """End a process of a run that was killed, if the one of that number still has the word in its command."""
    if not pid_file.exists():
        return
    pid = int(pid_file.read_text() or 0)
    command = Path(f"/proc/{pid}/cmdline")
    if pid and command.exists() and word in command.read_bytes():
        stop_group(pid, signal.SIGKILL)
        time.sleep(0.3)
    pid_file.unlink()


if __name__ == "__main__":
    main(sys.argv[1:])
