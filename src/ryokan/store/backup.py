"""The whole database into one file and back, by PostgreSQL's own programs."""

from __future__ import annotations

import os
import shutil
import subprocess
from pathlib import Path

from sqlalchemy import URL, Engine, inspect, make_url


class BackupFailed(Exception):
    """A backup was not written, or nothing was restored; the message says why."""


def back_up(url: str, file: Path) -> None:
    """Write the database to a file that appears only when it is whole, readable by its owner alone.

    Raises
    ------
    BackupFailed
        There is such a file already, it cannot be written where it is to lie, or pg_dump did not end well.
    """
    if file.exists():
        raise BackupFailed(f"{file} is there already; a backup never overwrites another.")
    if not file.parent.is_dir():
        raise BackupFailed(f"There is no folder {file.parent}. Make it first; nothing was written.")
    part = file.with_name(file.name + ".part")
    try:
        part.touch(mode=0o600)
    except OSError as error:
        raise BackupFailed(f"{file.parent} cannot be written into: {error.strerror}.") from error
    try:
        _run("pg_dump", make_url(url), "--format=custom", "--no-owner", "--no-privileges", f"--file={part}")
        part.rename(file)
    finally:
        part.unlink(missing_ok=True)


def restore(engine: Engine, url: str, file: Path) -> None:
    """Read a backup into an empty database, all or nothing.

    Raises
    ------
    BackupFailed
        There is no such file, the database is not empty, or pg_restore did not end well.
    """
    if not file.is_file():
        raise BackupFailed(f"There is no file {file}.")
    if inspect(engine).get_table_names():
        raise BackupFailed("The database is not empty. Make a new one, restore into it, and point the server at it.")
    _run("pg_restore", make_url(url), "--single-transaction", "--exit-on-error", "--no-owner", "--no-privileges", str(file))


def _run(program: str, url: URL, *args: str) -> None:
    # The password travels in the environment: a command line can be read by everybody on the machine.
    env = {**os.environ, **({"PGPASSWORD": str(url.password)} if url.password else {})}
    connection = [f"--host={url.host or '127.0.0.1'}", f"--port={url.port or 5432}", f"--dbname={url.database}"]
    if url.username:
        connection.append(f"--username={url.username}")
    ended = subprocess.run([_program(program), "--no-password", *connection, *args], env=env, capture_output=True, text=True)
    if ended.returncode != 0:
        raise BackupFailed(f"{program} ended with {ended.returncode}.\n{ended.stderr.strip()}")


def _program(name: str) -> str:
    """The newest of PostgreSQL's programs of that name: Debian keeps them out of the path."""
    versions = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{name}"), key=lambda path: float(path.parts[-3]))
    found = str(versions[-1]) if versions else shutil.which(name)
    if found is None:
        raise BackupFailed(f"{name} was not found; it comes with PostgreSQL.")
    return found
