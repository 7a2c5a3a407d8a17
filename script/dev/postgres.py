"""A PostgreSQL cluster of the project's own, on loopback; the system's cluster is never touched."""

from __future__ import annotations

import hashlib
import os
import shutil
import socket
import subprocess
import time
from pathlib import Path

from dev.stages import ROOT, Failed

SYSTEM_USER = "postgres"
DATABASE_USER = "app"


def data_home() -> Path:
    """Where the data of this checkout lives; ``RYOKAN_DATA`` overrides it.

    PostgreSQL refuses to run as root. As root the data therefore lives outside of root's home, owned by the system's
    postgres user; otherwise in the user's own data folder.
    """
    if "RYOKAN_DATA" in os.environ:
        return Path(os.environ["RYOKAN_DATA"])
    name = hashlib.sha256(str(ROOT).encode()).hexdigest()[:12]
    if os.geteuid() == 0:
        return Path("/var/lib/ryokan") / name
    return Path(os.environ.get("XDG_DATA_HOME", Path.home() / ".local/share")) / "ryokan" / name


def free_port() -> int:
    """A port on loopback that nothing listens on now."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def is_free(port: int, host: str = "127.0.0.1") -> bool:
    """Whether nothing listens there."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError:
            return False
    return True


class Cluster:
    """One cluster in one folder. ``durable=False`` trades safety against power loss for speed: for tests."""

    def __init__(self, folder: Path, *, durable: bool = True) -> None:
        self.folder = folder
        self.durable = durable
        self._data = folder / "data"
        self._port_file = folder / "port"

    @property
    def port(self) -> int:
        """The port it was last started on."""
        return int(self._port_file.read_text())

    def url(self, database: str) -> str:
        """SQLAlchemy URL of one of its databases."""
        return f"postgresql+psycopg://{DATABASE_USER}@127.0.0.1:{self.port}/{database}"

    def start(self) -> None:
        """Make the cluster if it is not there, and start it if it does not run. Recovers from a kill.

        Raises
        ------
        Failed
            PostgreSQL does not start; its log is named.
        """
        if not (self._data / "PG_VERSION").exists():
            self._make()
        if self.is_running():
            return
        port = self.port if self._port_file.exists() and is_free(self.port) else free_port()
        self._port_file.write_text(str(port))
        options = f"-p {port} -c listen_addresses=127.0.0.1 -c unix_socket_directories={self.folder}"
        if not self.durable:
            options += " -c fsync=off -c full_page_writes=off"
        log = self.folder / "log"
        started = self._call("pg_ctl", "-D", self._data, "-w", "-t", "60", "-l", log, "-o", options, "start")
        if started.returncode != 0:
            raise Failed(f"PostgreSQL did not start. Its log: {log}\n{started.stdout}")

    def is_running(self) -> bool:
        """Whether its server runs."""
        return self._call("pg_ctl", "-D", self._data, "status").returncode == 0

    def stop(self, mode: str = "fast") -> None:
        """Stop the server if it runs; ``immediate`` is like pulling the plug."""
        if (self._data / "PG_VERSION").exists() and self.is_running():
            self._call("pg_ctl", "-D", self._data, "-w", "-m", mode, "stop")

    def create_database(self, name: str) -> None:
        """Create a database unless it is there."""
        query = f"select 1 from pg_database where datname = '{name}'"
        if "1" not in self._psql("-tAc", query).stdout:
            created = self._psql("-c", f'create database "{name}"')
            if created.returncode != 0:
                raise Failed(f"The database {name} could not be created.\n{created.stdout}")

    def remove(self) -> None:
        """Stop it and delete its folder."""
        self.stop("immediate")
        shutil.rmtree(self.folder, ignore_errors=True)

    def _make(self) -> None:
        shutil.rmtree(self._data, ignore_errors=True)  # a first start that was killed half-way
        self.folder.mkdir(parents=True, exist_ok=True)
        self.folder.chmod(0o700)
        if os.geteuid() == 0:
            shutil.chown(self.folder, SYSTEM_USER)
        made = self._call("initdb", "-D", self._data, "-U", DATABASE_USER, "--auth=trust", "-E", "UTF8", "--locale=C.UTF-8")
        if made.returncode != 0:
            shutil.rmtree(self._data, ignore_errors=True)
            raise Failed(f"A PostgreSQL cluster could not be made in {self.folder}.\n{made.stdout}")

    def _psql(self, *args: str) -> subprocess.CompletedProcess[str]:
        connection = ["-h", "127.0.0.1", "-p", str(self.port), "-U", DATABASE_USER, "-d", "postgres"]
        return self._call("psql", *connection, *args)

    def _call(self, program: str, *args: str | Path) -> subprocess.CompletedProcess[str]:
        command = [str(_binary(program)), *(str(arg) for arg in args)]
        if os.geteuid() == 0:
            command = ["runuser", "-u", SYSTEM_USER, "--", *command]
        # The server keeps the output open, so it goes to a file rather than to a pipe that would never end.
        output = Path("/tmp") / f"ryokan-pg-{os.getpid()}-{time.monotonic_ns()}"
        try:
            with output.open("w+") as sink:
                done = subprocess.run(
                    command, cwd="/", stdin=subprocess.DEVNULL, stdout=sink, stderr=sink, check=False, start_new_session=True
                )
                sink.seek(0)
                return subprocess.CompletedProcess(command, done.returncode, sink.read(), "")
        finally:
            output.unlink(missing_ok=True)


def _binary(program: str) -> Path:
    """The newest installed version's program; Debian keeps them out of PATH."""
    found_in = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{program}"), key=lambda path: float(path.parts[-3]))
    if found_in:
        return found_in[-1]
    found = shutil.which(program)
    if found is None:
        raise Failed("PostgreSQL is not installed. Debian's package is called postgresql.")
    return Path(found)
