"""What whoever runs a server leans on: backup and restore, the verbs in a shell, and logs that tell no tales."""

from __future__ import annotations

import json
import logging
import uuid
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from builders import EXAMPLES
from click.testing import CliRunner
from dev.postgres import Cluster
from sqlalchemy import Engine, text

from ryokan.cli import main
from ryokan.core.job_file import read_job_file
from ryokan.operations.demo import EMAIL, load_demo
from ryokan.store.database import open_engine, transaction
from ryokan.store.models import Base
from ryokan.web.app import create_app
from ryokan.web.context import Context
from ryokan.web.logs import JsonLines


def run(engine: Engine, *args: str) -> tuple[int, str]:
    url = engine.url.render_as_string(hide_password=False)
    result = CliRunner(env={"RYOKAN_DATABASE_URL": url}).invoke(main, args)
    return result.exit_code, result.output


@pytest.fixture
def demo(engine: Engine) -> Engine:
    with transaction(engine) as session:
        load_demo(session, [read_job_file(path.read_bytes()) for path in EXAMPLES], now=datetime(2026, 5, 1, tzinfo=UTC))
    return engine


def contents(engine: Engine) -> dict[str, list[str]]:
    """Every row of every table, as text."""
    with engine.connect() as connection:
        return {
            name: sorted(str(row) for row in connection.execute(text(f'select * from "{name}"')))
            for name in [*Base.metadata.tables, "alembic_version"]
        }


def test_a_backup_restored_into_a_new_database_holds_every_row(cluster: Cluster, demo: Engine, tmp_path: Path) -> None:
    file = tmp_path / "ryokan.backup"
    assert run(demo, "backup", str(file))[0] == 0
    name = f"r{uuid.uuid4().hex}"
    cluster.create_database(name)
    restored = open_engine(cluster.url(name))
    try:
        code, output = run(restored, "restore", str(file))

        assert (code, "was restored" in output) == (0, True)
        assert contents(restored) == contents(demo)
        assert "Two relief nurses" in run(restored, "jobs", "--as", EMAIL)[1]
        code, output = run(restored, "restore", str(file))
        assert (code, "not empty" in output) == (1, True)
    finally:
        restored.dispose()
    assert file.stat().st_mode & 0o077 == 0
    assert "never overwrites" in run(demo, "backup", str(file))[1]


def test_a_broken_backup_leaves_the_new_database_empty(cluster: Cluster, demo: Engine, tmp_path: Path) -> None:
    whole, broken = tmp_path / "whole", tmp_path / "broken"
    run(demo, "backup", str(whole))
    broken.write_bytes(whole.read_bytes()[: whole.stat().st_size * 2 // 3])
    name = f"r{uuid.uuid4().hex}"
    cluster.create_database(name)
    restored = open_engine(cluster.url(name))
    try:
        code, output = run(restored, "restore", str(broken))

        assert (code, "pg_restore ended with" in output) == (1, True)
        with restored.connect() as connection:
            tables = connection.execute(text("select count(*) from pg_tables where schemaname = 'public'")).scalar_one()
        assert tables == 0
    finally:
        restored.dispose()


def test_a_job_goes_out_and_in_by_the_shell_and_stays_the_same(demo: Engine, tmp_path: Path) -> None:
    listed = run(demo, "jobs", "--as", EMAIL)[1].splitlines()
    id = next(line for line in listed if "nurses" in line).split()[0]
    out, again = tmp_path / "out.json", tmp_path / "again.json"

    assert run(demo, "export", "--as", EMAIL, id, str(out))[0] == 0
    made = run(demo, "import", "--as", EMAIL, str(out))[1].split()[0]
    run(demo, "export", "--as", EMAIL, made, str(again))

    assert made != id
    assert again.read_text() == out.read_text()
    assert "Nobody signs in as" in run(demo, "jobs", "--as", "no@body.example")[1]
    assert "no such job" in run(demo, "export", "--as", EMAIL, str(uuid.uuid4()), str(out))[1]
    out.write_text(out.read_text().replace('"ryokan-job"', '"other"'))
    assert run(demo, "import", "--as", EMAIL, str(out))[0] == 2


def test_logs_name_the_route_and_never_what_was_typed(demo: Engine, caplog: pytest.LogCaptureFixture) -> None:
    app = create_app(Context(demo, lambda: datetime(2026, 5, 1, tzinfo=UTC)), secret_key="test")
    client = app.test_client()
    token = client.get("/api/v1/session").json["csrf_token"]
    headers = {"X-CSRF-Token": token, "X-Request-Id": "from-the-proxy-1"}

    with caplog.at_level(logging.INFO):
        body: Any = {"email": "secret@saltmarsh.example", "password": "hunter2hunter2"}
        answer = client.post("/api/v1/session?next=secret", json=body, headers=headers)

    lines = [JsonLines().format(record) for record in caplog.records]
    line = json.loads(lines[-1])
    assert (line["method"], line["route"], line["status"]) == ("POST", "/api/v1/session", 401)
    assert line["request"] == answer.headers["X-Request-Id"] == "from-the-proxy-1"
    assert not any("secret" in line or "hunter2" in line for line in lines)


def test_an_incident_is_logged_by_class_and_place_without_its_message() -> None:
    try:
        int("secret@saltmarsh.example")
    except ValueError as error:
        record = logging.LogRecord("x", logging.ERROR, "", 0, "incident", (), (type(error), error, error.__traceback__))

    line = json.loads(JsonLines().format(record))

    assert line["exception"] == "ValueError"
    assert "test_operations.py" in line["places"][0]
    assert "secret" not in json.dumps(line)


def test_a_backup_into_a_folder_that_is_not_there_says_so(demo: Engine, tmp_path: Path) -> None:
    code, output = run(demo, "backup", str(tmp_path / "none" / "ryokan.backup"))

    assert (code, f"There is no folder {tmp_path / 'none'}" in output) == (1, True)
