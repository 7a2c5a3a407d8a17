"""Every accepted edit is a revision; undo and redo walk them; two people do not lose each other's work."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime
from threading import Thread
from typing import Any
from uuid import UUID

import pytest
from sqlalchemy import Engine, func, select

from ryokan.operations import rigs
from ryokan.operations.accounts import Actor, add_user, create_shop
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere, Stale, Unacceptable
from ryokan.operations.jobs import create_job
from ryokan.store.database import DatabaseUnavailable, alembic_config, transaction
from ryokan.store.models import Base, RevisionRow

NOW = datetime(2026, 5, 1, tzinfo=UTC)


def put(path: str, value: Any) -> list[dict[str, Any]]:
    return [{"op": "add", "path": path, "value": value}]


LAMP = put("/loads/lamp", {"name": "lamp", "draw": {"kind": "watts", "watts": 3}, "hours_per_day": 5})


class Bench:
    """A shop with two people and one option."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        with transaction(engine) as session:
            self.ada = create_shop(session, name="A", owner_name="Ada", email="ada@a.example", password="x", now=NOW)
            self.ben = add_user(session, self.ada, name="Ben", email="ben@a.example", role="designer", password="x")
            job = create_job(session, self.ada, title="Job", customer="C", now=NOW)
        self.option: UUID = job.options[0].id

    def edit(self, actor: Actor, patch: list[dict[str, Any]], base: int, edit_id: str | None = None) -> rigs.Opened:
        with transaction(self.engine) as session:
            return rigs.change_rig(session, actor, self.option, patch, base=base, edit_id=edit_id, now=NOW)

    def walk(self, actor: Actor, kind: str) -> rigs.Opened:
        with transaction(self.engine) as session:
            return getattr(rigs, kind)(session, actor, self.option, now=NOW)

    def open(self, actor: Actor | None = None) -> rigs.Opened:
        with transaction(self.engine) as session:
            return rigs.open_option(session, actor or self.ada, self.option)


@pytest.fixture
def bench(engine: Engine) -> Bench:
    return Bench(engine)


def test_edit_is_a_revision_with_its_sentence(bench: Bench) -> None:
    stored = bench.edit(bench.ada, LAMP, base=1)

    assert (stored.revision.number, stored.revision.sentence, stored.undo) == (2, "added lamp", "added lamp")
    assert bench.open().rig.loads["lamp"].name == "lamp"


def test_undo_and_redo_give_the_rig_back_to_the_letter(bench: Bench) -> None:
    first = bench.edit(bench.ada, LAMP, base=1).rig
    second = bench.edit(bench.ada, put("/loads/lamp/struck", True), base=2).rig

    assert bench.walk(bench.ada, "undo").rig == first
    undone = bench.walk(bench.ada, "undo")
    assert undone.rig.loads == {}
    assert (undone.undo, undone.redo) == (None, "added lamp")
    assert bench.walk(bench.ada, "redo").rig == first
    assert bench.walk(bench.ada, "redo").rig == second
    with pytest.raises(NotPossible, match="nothing to redo"):
        bench.walk(bench.ada, "redo")


def test_a_new_edit_ends_what_could_be_done_again(bench: Bench) -> None:
    bench.edit(bench.ada, LAMP, base=1)
    bench.walk(bench.ada, "undo")

    after = bench.edit(bench.ada, put("/brief/people", 3), base=3)

    assert (after.undo, after.redo) == ("changed the brief", None)
    with pytest.raises(NotPossible, match="nothing to redo"):
        bench.walk(bench.ada, "redo")


def test_undo_is_each_persons_own_and_says_who_stands_in_the_way(bench: Bench) -> None:
    bench.edit(bench.ada, LAMP, base=1)
    bench.edit(bench.ben, put("/brief/people", 4), base=2)

    after = bench.walk(bench.ada, "undo")
    assert after.rig.loads == {}
    assert after.rig.brief.people == 4
    bench.walk(bench.ada, "redo")
    bench.edit(bench.ben, put("/loads/lamp/quantity", 9), base=5)
    with pytest.raises(NotPossible, match=r"Ben has changed the same place since \(changed lamp\)"):
        bench.walk(bench.ada, "undo")


def test_stale_edit_is_set_on_top_where_nobody_touched_the_place_and_refused_where_somebody_did(bench: Bench) -> None:
    bench.edit(bench.ada, LAMP, base=1)

    both = bench.edit(bench.ben, put("/brief/people", 5), base=1)
    assert both.rig.brief.people == 5
    assert "lamp" in both.rig.loads
    with pytest.raises(Stale, match="Ben changed the same place"):
        bench.edit(bench.ada, put("/brief", {"people": 2}), base=2)
    assert bench.open().revision.number == 3


def test_edit_sent_twice_is_stored_once(bench: Bench) -> None:
    for _ in range(2):
        assert bench.edit(bench.ada, LAMP, base=1, edit_id="0123456789ab").revision.number == 2

    with transaction(bench.engine) as session:
        assert session.scalar(select(func.count()).select_from(RevisionRow)) == 2


def test_edit_that_changes_nothing_is_no_revision_and_nothing_to_undo(bench: Bench) -> None:
    same = bench.edit(bench.ada, put("/brief/people", bench.open().rig.brief.people), base=1)

    assert (same.revision.number, same.undo) == (1, None)


@pytest.mark.parametrize(
    ("patch", "pointer"),
    [
        (put("/loads/lamp", {"name": "lamp", "draw": {"kind": "watts", "watts": -3}, "hours_per_day": 5}), "/loads/lamp/draw/watts/watts"),
        (put("/no/such/place", 1), "/no/such/place"),
        (put("/storage/system_v", 13), "/storage/system_v"),
        ([*LAMP, *put("/loads/lamp/hours_per_day", 30)], "/loads/lamp/hours_per_day"),
        ([{"op": "move", "path": "/loads/x"}], "/loads/x"),
        ([{"op": "replace", "path": "", "value": []}], ""),
    ],
)  # fmt: skip
def test_bad_edit_stores_nothing(bench: Bench, patch: list[dict[str, Any]], pointer: str) -> None:
    before = bench.open()

    with pytest.raises(Unacceptable) as caught:
        bench.edit(bench.ada, patch, base=1)

    assert pointer in [fault.pointer for fault in caught.value.problems]
    assert bench.open().revision.number == before.revision.number
    assert bench.open().rig == before.rig


def test_two_people_at_once_lose_and_double_nothing(bench: Bench) -> None:
    refused: list[Exception] = []

    def work(actor: Actor, count: int) -> None:
        for number in range(count):
            try:
                bench.edit(actor, put(f"/loads/{actor.name.lower()}{number}", LAMP[0]["value"]), base=1)
            except Exception as error:  # noqa: BLE001 - collected, and asserted to be none
                refused.append(error)

    threads = [Thread(target=work, args=(actor, 12)) for actor in (bench.ada, bench.ben)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()

    assert refused == []
    assert len(bench.open().rig.loads) == 24
    assert bench.open().revision.number == 25


@pytest.mark.parametrize(("role", "may"), [("owner", True), ("designer", True), ("fitter", False), ("viewer", False)])
def test_who_may_change_a_rig(bench: Bench, role: str, may: bool) -> None:
    actor = replace(bench.ada, role=role)

    assert bench.open(actor).rig.loads == {}
    if may:
        bench.edit(actor, LAMP, base=1)
    else:
        with pytest.raises(NotAllowed, match=role):
            bench.edit(actor, LAMP, base=1)


def test_another_shop_sees_nothing(bench: Bench) -> None:
    with transaction(bench.engine) as session:
        stranger = create_shop(session, name="B", owner_name="Cy", email="cy@b.example", password="x", now=NOW)

    with pytest.raises(NotThere):
        bench.open(stranger)
    with pytest.raises(NotThere):
        bench.edit(stranger, LAMP, base=1)


def test_stored_work_survives_a_pulled_plug(cluster: Any, bench: Bench) -> None:
    bench.edit(bench.ada, LAMP, base=1)

    cluster.stop("immediate")
    try:
        with pytest.raises(DatabaseUnavailable):
            bench.open()
    finally:
        cluster.start()

    assert "lamp" in bench.open().rig.loads


def test_migrations_make_the_tables_that_the_models_describe(engine: Engine) -> None:
    from alembic.autogenerate import compare_metadata
    from alembic.migration import MigrationContext
    from alembic.script import ScriptDirectory

    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        assert compare_metadata(context, Base.metadata) == []
        assert context.get_current_revision() == ScriptDirectory.from_config(alembic_config()).get_current_head()


def test_the_shop_is_part_of_every_key() -> None:
    keys = {table.name: [column.name for column in table.primary_key] for table in Base.metadata.tables.values()}

    assert all("shop_id" in key for name, key in keys.items() if name not in ("shops", "sign_ins", "sign_in_attempts"))
