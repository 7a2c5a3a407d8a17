"""Every accepted edit is a revision; undo and redo walk them; two people do not lose each other's work."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime
from threading import Thread
from typing import Any
from uuid import UUID

import pytest
from sqlalchemy import Engine, func, select, text, update

from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.operations import rigs
from ryokan.operations.accounts import Actor, add_user, create_shop
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere, Unacceptable
from ryokan.operations.jobs import create_job
from ryokan.operations.patches import apply_patch
from ryokan.store.database import SCHEMA_REVISION, DatabaseUnavailable, alembic_config, transaction
from ryokan.store.models import Base, DraftRow, OptionRow, RevisionRow

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

    def try_edit(self, actor: Actor, patch: list[dict[str, Any]], base: int, **names: Any) -> rigs.Opened | rigs.Lost:
        with transaction(self.engine) as session:
            names = {"edit_id": None, **names}
            return rigs.change_rig(session, actor, self.option, patch, base=base, now=NOW, **names)

    def edit(self, actor: Actor, patch: list[dict[str, Any]], base: int, **names: Any) -> rigs.Opened:
        outcome = self.try_edit(actor, patch, base, **names)
        assert isinstance(outcome, rigs.Opened)
        return outcome

    def walk(self, actor: Actor, kind: str) -> rigs.Opened:
        with transaction(self.engine) as session:
            return getattr(rigs, kind)(session, actor, self.option, now=NOW)

    def open(self, actor: Actor | None = None) -> rigs.Opened:
        with transaction(self.engine) as session:
            return rigs.open_option(session, actor or self.ada, self.option)


@pytest.fixture
def bench(engine: Engine) -> Bench:
    return Bench(engine)


@pytest.mark.parametrize(
    ("path", "own", "stored"),
    [
        ("/loads/lamp/quantity", (), True),  # nobody has touched it
        ("/loads/lamp/hours_per_day", (), False),  # Ben has changed it while the form was open
        ("/loads/lamp/hours_per_day", (3,), False),  # Ada's page cannot call it its own
        ("/loads/lamp/group", (), False),  # Ada herself has, in another browser
        ("/loads/lamp/group", (4,), True),  # Ada herself has, on this page
        ("/loads/lamp", (4,), False),
    ],
)
def test_a_form_clashes_with_what_others_changed_since_it_was_opened(
    bench: Bench, path: str, own: tuple[int, ...], stored: bool
) -> None:
    bench.edit(bench.ada, LAMP, 1)
    bench.edit(bench.ben, [*put("/loads/lamp/hours_per_day", 6), *put("/loads/lamp/days_per_week", 5)], 2)
    bench.edit(bench.ada, put("/loads/lamp/group", "cabin"), 3)
    values = {"quantity": 2, "hours_per_day": 7, "group": "light"}
    value = values.get(path.rsplit("/", 1)[1], LAMP[0]["value"])
    beside = put("/loads/lamp/days_per_week", 5)  # as Ben has put it: no clash

    outcome = bench.try_edit(bench.ada, [*put(path, value), *beside], 4, seen=2, own=own)

    assert isinstance(outcome, rigs.Opened) is stored
    lamp = bench.open().rig.loads["lamp"]
    assert lamp.hours_per_day == 6
    if isinstance(outcome, rigs.Opened):
        assert outcome.made == 5
    else:
        assert outcome.draft.clashes


def test_an_edit_says_which_revision_it_became(bench: Bench) -> None:
    first = bench.edit(bench.ada, LAMP, 1, edit_id="lamp-edit")
    bench.edit(bench.ben, put("/brief/people", 3), 2)

    again = bench.edit(bench.ada, LAMP, 1, edit_id="lamp-edit")
    nothing = bench.edit(bench.ada, put("/brief/people", 3), 3)

    assert (first.made, again.made, nothing.made) == (2, 2, None)


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
    lost = bench.try_edit(bench.ada, put("/brief/people", 2), base=2)
    assert isinstance(lost, rigs.Lost)
    assert "Ben changed the same place" in lost.why
    assert bench.open().revision.number == 3


def test_an_edit_that_lost_is_kept_with_both_values_until_its_author_decides(bench: Bench) -> None:
    bench.edit(bench.ben, put("/storage/bank", {"nominal_ah": 300}), base=1)
    bench.edit(bench.ben, put("/storage/bank/nominal_ah", 400), base=2)
    for _ in range(2):  # a repeated send is one draft
        bench.try_edit(bench.ada, put("/storage/bank/nominal_ah", 500), base=2, edit_id="0123456789ab")

    (draft,) = bench.open().drafts
    clash = draft.clashes[0]
    assert (draft.name, clash.place, clash.mine, clash.theirs) == ("changed the bank", "bank, nominal, in Ah", 500, 400)
    assert bench.open(bench.ben).drafts == []
    with transaction(bench.engine) as session, pytest.raises(NotThere):
        rigs.take_up_draft(session, bench.ben, draft.id, now=NOW)
    with transaction(bench.engine) as session:
        taken = rigs.take_up_draft(session, bench.ada, draft.id, now=NOW)
    assert taken.rig.storage.bank is not None
    assert (taken.rig.storage.bank.nominal_ah, taken.drafts, bench.open().drafts) == (500, [], [])


def test_the_edits_of_a_drag_are_undone_as_one_and_stand_in_the_history_once(bench: Bench) -> None:
    before = bench.edit(bench.ada, put("/brief/people", 3), base=1).rig
    for number, hours in enumerate((2, 3, 4), start=2):
        bench.edit(bench.ada, put("/charging/refill_hours", hours), base=number, gesture="drag-0001")

    assert bench.open().rig.charging.refill_hours == 4
    with transaction(bench.engine) as session:
        listed = [revision.number for revision, _ in rigs.history(session, bench.ada, bench.option)]
    assert listed == [5, 2, 1]
    undone = bench.walk(bench.ada, "undo")
    assert (undone.rig.charging, undone.rig.brief.people, undone.undo) == (before.charging, 3, "changed the brief")
    assert bench.walk(bench.ada, "redo").rig.charging.refill_hours == 4


def test_a_run_keeps_the_number_that_the_edit_gave_it_that_first_brought_it(bench: Bench) -> None:
    """Through undoing, doing again, a load that comes between, and going back in the history; no number is given twice."""
    lamp, pump = "panel.out>load:lamp.in", "panel.out>load:pump.in"
    numbers = bench.edit(bench.ada, LAMP, base=1).rig.wiring.numbers
    assert numbers == {"bus.pos>inverter:main.dc": 1, "bus.pos>panel.in": 2, lamp: 3}
    undone = bench.walk(bench.ada, "undo").rig
    assert (undone.loads, undone.wiring.numbers) == ({}, numbers)
    bench.edit(bench.ben, put("/loads/pump", {**LAMP[0]["value"], "name": "pump"}), base=3)
    bench.edit(bench.ben, LAMP, base=4)
    bench.edit(bench.ben, [{"op": "remove", "path": "/wiring/numbers/" + lamp}], base=5)
    assert bench.open().rig.wiring.numbers == {**numbers, pump: 4}
    with transaction(bench.engine) as session:
        back = rigs.restore(session, bench.ada, bench.option, 2, now=NOW).rig
    assert (list(back.loads), back.wiring.numbers) == (["lamp"], {**numbers, pump: 4})


def test_a_revision_of_an_earlier_version_is_upgraded_when_read_and_never_rewritten(bench: Bench) -> None:
    old = {**bench.open().document, "schema_version": 1}
    old["region"] = {**old["region"], "display_units": "us"}
    with transaction(bench.engine) as session:
        session.execute(update(RevisionRow).values(document=old, schema_version=1))

    assert bench.open().document["schema_version"] == SCHEMA_VERSION
    bench.edit(bench.ada, LAMP, base=1)
    with transaction(bench.engine) as session:
        versions = session.execute(select(RevisionRow.schema_version).order_by(RevisionRow.number)).scalars().all()
        first = session.execute(select(RevisionRow.document).where(RevisionRow.number == 1)).scalar_one()
    assert versions == [1, SCHEMA_VERSION]
    assert first == old


def as_version(bench: Bench, version: int, *numbers: int) -> None:
    """Make stored revisions what an earlier version of the program wrote, its members and its patches."""
    with transaction(bench.engine) as session:
        for row in session.scalars(select(RevisionRow).where(RevisionRow.number.in_(numbers))):
            row.document = {**row.document, "schema_version": version}
            if version == 1:  # what each of its edits did is kept, and beside it what only that version knew
                row.document["region"] = {**row.document["region"], "display_units": "us" if row.number % 2 else "metric"}
                unknown = put("/region/display_units", "us" if row.number % 2 else "metric")
                row.patch, row.inverse = [*row.patch, *unknown], [*unknown, *row.inverse]
            row.schema_version = version


@pytest.mark.parametrize("version", range(1, SCHEMA_VERSION))
def test_undo_and_redo_go_back_through_what_an_earlier_version_stored(bench: Bench, version: int) -> None:
    first = bench.edit(bench.ada, LAMP, base=1).rig
    for number, hours in enumerate((2, 3), start=2):
        bench.edit(bench.ada, put("/charging/refill_hours", hours), base=number, gesture="drag-0001")
    as_version(bench, version, 1, 2, 3, 4)
    last = bench.edit(bench.ada, put("/loads/lamp/name", "torch"), base=4).rig

    assert bench.walk(bench.ada, "undo").rig.charging.refill_hours == 3
    assert bench.walk(bench.ada, "undo").rig == first  # the drag as one
    assert bench.walk(bench.ada, "undo").rig.loads == {}
    assert bench.walk(bench.ada, "redo").rig == first
    assert bench.walk(bench.ada, "redo").rig.charging.refill_hours == 3
    assert bench.walk(bench.ada, "redo").rig == last
    with pytest.raises(NotPossible, match="nothing to redo"):
        bench.walk(bench.ada, "redo")


@pytest.mark.parametrize("version", range(1, SCHEMA_VERSION))
def test_who_stands_in_the_way_of_an_undo_is_known_across_versions(bench: Bench, version: int) -> None:
    bench.edit(bench.ada, LAMP, base=1)
    bench.edit(bench.ben, put("/loads/lamp/quantity", 9), base=2)
    as_version(bench, version, 1, 2, 3)

    with pytest.raises(NotPossible, match=r"Ben has changed the same place since \(changed lamp\)"):
        bench.walk(bench.ada, "undo")


@pytest.mark.parametrize("version", range(1, SCHEMA_VERSION))
def test_an_edit_that_waited_in_a_browser_and_a_draft_are_made_in_the_newest_version(bench: Bench, version: int) -> None:
    waited = put("/loads/lamp/quantity", 4)
    if version == 1:
        waited += put("/region/display_units", "us")  # a person's preference by now
    bench.edit(bench.ada, LAMP, base=1)

    assert bench.edit(bench.ada, waited, base=2, made_on=version).rig.loads["lamp"].quantity == 4
    bench.edit(bench.ben, put("/loads/lamp/quantity", 5), base=3)
    assert isinstance(bench.try_edit(bench.ada, waited, base=3, made_on=version), rigs.Lost)
    with transaction(bench.engine) as session:
        (row,) = session.scalars(select(DraftRow))
        row.patch, row.schema_version = waited, version  # as that version of the program kept it
    (draft,) = bench.open().drafts
    assert [clash.path for clash in draft.clashes] == ["/loads/lamp/quantity"]
    with transaction(bench.engine) as session:
        assert rigs.take_up_draft(session, bench.ada, draft.id, now=NOW).rig.loads["lamp"].quantity == 4


def test_an_edit_of_which_nothing_has_a_place_any_more_is_refused_and_its_draft_stays(bench: Bench) -> None:
    units = put("/region/display_units", "us")
    for made_on, says in ((1, "no part of a rig any more: /region/display_units"), (SCHEMA_VERSION + 1, "knows 1 to")):
        with pytest.raises(Unacceptable, match=says):
            bench.edit(bench.ada, units, base=1, made_on=made_on)
    bench.edit(bench.ben, put("/brief/people", 5), base=1)
    bench.try_edit(bench.ada, put("/brief/people", 6), base=1)
    with transaction(bench.engine) as session:
        (row,) = session.scalars(select(DraftRow))
        row.patch, row.schema_version = units, 1
    (draft,) = bench.open().drafts
    with transaction(bench.engine) as session, pytest.raises(NotPossible, match="Throw it away"):
        rigs.take_up_draft(session, bench.ada, draft.id, now=NOW)
    assert [one.id for one in bench.open().drafts] == [draft.id]


def test_an_edit_that_refers_to_an_unknown_part_is_refused_at_its_place(bench: Bench) -> None:
    with pytest.raises(Unacceptable) as caught:
        bench.edit(bench.ada, put("/inverter/chosen", {"part": "book:" + 32 * "0"}), base=1)

    assert [fault.pointer for fault in caught.value.problems] == ["/inverter/chosen/part"]


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


@pytest.mark.parametrize(
    "patch",
    [
        put("/loads/lamp/name", "torch"),
        put("/brief/must_not_go_dark/0", "fridge"),
        put("/brief/must_not_go_dark/-", "pump"),
        [*put("/loads/torch", LAMP[0]["value"]), *put("/loads/torch/name", "torch")],
        [{"op": "move", "from": "/loads/lamp", "path": "/loads/torch"}, *put("/loads/torch/name", "torch")],
        [{"op": "remove", "path": "/loads/lamp"}],
    ],
)
def test_applying_a_patch_leaves_the_document_before_it_alone(patch: list[dict[str, Any]]) -> None:
    rig = Rig.model_validate({"loads": {"lamp": LAMP[0]["value"]}, "brief": {"must_not_go_dark": ["lamp"]}})
    before = rig.model_dump(mode="json")

    after = apply_patch(before, patch)

    assert before == rig.model_dump(mode="json")
    assert after != before


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


def _is_ours(name: str | None, kind: str, parents: Any) -> bool:
    """The queue's own tables are described by its library."""
    return not (kind == "table" and (name or "").startswith("procrastinate_"))


def test_migrations_make_the_tables_that_the_models_describe(engine: Engine) -> None:
    from alembic.autogenerate import compare_metadata
    from alembic.migration import MigrationContext
    from alembic.script import ScriptDirectory

    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True, "include_name": _is_ours})
        assert compare_metadata(context, Base.metadata) == []
        assert context.get_current_revision() == ScriptDirectory.from_config(alembic_config()).get_current_head()


# Looked up before a shop is known: by a token, or by an address.
BY_TOKEN = ("shops", "sign_ins", "known_devices", "sign_in_attempts", "invitations")


def test_the_shop_is_part_of_every_key() -> None:
    keys = {table.name: [column.name for column in table.primary_key] for table in Base.metadata.tables.values()}

    assert all("shop_id" in key for name, key in keys.items() if name not in BY_TOKEN)


def test_members_that_came_later_can_be_written_in_an_older_document(bench: Bench) -> None:
    document = bench.open().document
    older = {name: value for name, value in document.items() if name not in ("survey", "space", "links")}
    older["vehicle"] = {name: value for name, value in document["vehicle"].items() if name != "payload"}
    with transaction(bench.engine) as session:
        session.execute(update(RevisionRow).values(document=older))

    assert bench.open().document == document
    edited = bench.edit(bench.ada, [*put("/vehicle/payload/left_kg", 300), *put("/survey/as_found", True)], base=1)
    assert (edited.rig.vehicle.payload.left_kg, edited.rig.survey.as_found) == (300, True)
    assert bench.walk(bench.ada, "undo").document == document


def test_no_way_back_drops_what_somebody_has_stored(bench: Bench) -> None:
    from alembic import command

    from ryokan.store.migrations.keeping import DataWouldBeDropped

    def back_to(revision: str) -> None:
        with bench.engine.begin() as connection:
            config = alembic_config()
            config.attributes["connection"] = connection
            command.downgrade(config, revision)

    with transaction(bench.engine) as session:
        session.execute(update(OptionRow).values(system="Van"))
    with pytest.raises(DataWouldBeDropped, match="system of 1 options"):
        back_to("0003")
    with bench.engine.connect() as connection:
        assert connection.scalar(text("select version_num from alembic_version")) == SCHEMA_REVISION
    with transaction(bench.engine) as session:
        session.execute(update(OptionRow).values(system=""))
    back_to("0003")
    with pytest.raises(DataWouldBeDropped, match=r"1 of shops, \d of users, 1 of customers, 1 of jobs, 1 of options"):
        back_to("base")
