"""Opening and changing one option of a rig. Each accepted edit is a revision before the answer goes out."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import Report
from ryokan.core.findings.of_job import with_job
from ryokan.core.job_file import FileProblem
from ryokan.core.parts.fitted import book_references
from ryokan.core.parts.model import Part
from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.core.upgrade import upgraded_patch
from ryokan.operations.accounts import Actor
from ryokan.operations.documents import document_of
from ryokan.operations.drafts import draft_of, patch_of_draft
from ryokan.operations.errors import NotPossible, NotThere, Stale, TooFast, Unacceptable
from ryokan.operations.lost import Draft
from ryokan.operations.parts import parts_book
from ryokan.operations.patches import (
    Document,
    Patch,
    apply_patch,
    difference,
    edited,
    patched,
    that_matter,
    touch_same_place,
    with_numbers_kept,
)
from ryokan.operations.reports import Reading, keep, read_revision, work_out_anew
from ryokan.store.comments import CommentStore
from ryokan.store.drafts import DraftStore
from ryokan.store.jobs import GroundOfEdit, JobStore
from ryokan.store.models import DraftRow, OptionRow, RevisionRow
from ryokan.wording.revisions import place_of, revision_sentence

EDITS_PER_SECOND = 40
UNDO_DEPTH = 400  # revisions of one person that undo and redo look back on


@dataclass(frozen=True, slots=True)
class Worked:
    """An option at its newest revision, worked out."""

    option: OptionRow
    revision: RevisionRow
    document: Document
    rig: Rig
    report: Report


@dataclass(frozen=True, slots=True)
class Opened(Worked):
    """The same with what stands around it for one person.

    ``parts`` are those of the book that the rig took; ``undo`` and ``redo`` say what this person would undo or redo, if
    anything.
    """

    parts: Mapping[str, Part]
    undo: str | None
    redo: str | None
    drafts: Sequence[Draft]
    open_comments: Mapping[str, int]
    before: Reading | None = None  # what an edit was made on, where nobody else came in between
    made: int | None = None  # the revision that the edit became; none where it changed nothing


@dataclass(frozen=True, slots=True)
class Lost:
    """An edit that came too late: what it clashes with, and the draft that it was kept as."""

    draft: Draft
    why: str
    head: int


def open_option(session: Session, actor: Actor, option_id: UUID) -> Opened:
    """The option at its newest revision.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    option = store.option(option_id)
    if option is None:
        raise NotThere("There is no such option.")
    return _opened(session, store, actor, option, store.revision(option_id, option.head))


def work_out(session: Session, actor: Actor, option_id: UUID) -> Worked:
    """The option at its newest revision with its report alone: enough for previews, workings and the figures of a step.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    found = store.newest(option_id)
    if found is None:
        raise NotThere("There is no such option.")
    option, revision = found
    read = read_revision(revision, parts_book(session, actor.scope))
    return Worked(option, revision, read.document, read.rig, read.report)


def read_at(session: Session, actor: Actor, option_id: UUID, number: int) -> Reading:
    """An option as it was at a revision that is known to exist."""
    store = JobStore(session, actor.scope)
    return read_revision(store.revision(option_id, number), parts_book(session, actor.scope))


def change_rig(
    session: Session,
    actor: Actor,
    option_id: UUID,
    patch: Patch,
    *,
    base: int,
    edit_id: str | None,
    now: datetime,
    gesture: str | None = None,
    made_on: int = SCHEMA_VERSION,
    seen: int | None = None,
    own: Collection[int] = (),
) -> Opened | Lost:
    """Apply a patch that was made on revision ``base``, as the version ``made_on`` of the rig's document has its members.

    An edit that arrives twice, by its ``edit_id``, is stored once; one that changes nothing is not stored at all. Where
    others have changed other places since the base, the patch is applied on top of theirs; where they have changed the
    same place, it is kept as a draft of its author. A form that was open for longer says at which revision its author has
    ``seen`` the place; those that the page itself has brought since, ``own``, are no clash. Edits of one ``gesture``, such
    as a drag, are undone as one.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    Stale
        The base is newer than anything that is stored.
    TooFast
        The option has taken as many edits within the last second as it takes.
    Unacceptable
        The patch does not fit, or what results is no rig.
    """
    actor.require_editor()
    patch = _as_newest(patch, made_on)
    store, option = _for_edit(session, actor, option_id)
    drafts = DraftStore(session, actor.scope, actor.user_id)
    ground = store.ground_of_edit(option, edit_id, back=EDITS_PER_SECOND)
    head = ground.head
    if ground.arrived_as is not None:
        return replace(_opened(session, store, actor, option, head), made=ground.arrived_as)
    _require_pace(ground, now)
    if not 1 <= base <= option.head:
        raise Stale("This page is ahead of what is stored. Load it again.", option.head)
    read = read_revision(head, parts_book(session, actor.scope))
    before = read.document
    since = base if seen is None else min(seen, base)
    kept = None if edit_id is None or since == option.head else drafts.of_edit(option_id, edit_id)
    if kept is not None:
        return Lost(draft_of(kept, before), kept.why, option.head)
    ours = that_matter(patch, before) if since < option.head else patch
    for revision, author in store.revisions(option_id, after=since) if since < option.head else ():
        if revision.number in own and revision.author_id == actor.user_id:
            continue
        if touch_same_place(ours, _done_by(store, revision)):
            why = f"{author} changed the same place meanwhile ({revision.sentence})."
            name = _name_of_lost(patch, before)
            row = drafts.keep(
                option_id, name=name, why=why, patch=patch, schema_version=SCHEMA_VERSION, edit_id=edit_id, at=now
            )
            return Lost(draft_of(row, before), why, option.head)
    rig, after = edited(read.rig, before, patch)
    if after == before:  # nothing to store, and nothing that could be undone
        return _opened(session, store, actor, option, head)
    rig, after = with_numbers_kept(rig, after, read.rig)
    worked = evaluate_new(session, actor, after, rig, read.report)
    sentence = revision_sentence(patch, before, after)
    about, start = None, before
    if gesture is not None and (head.gesture, head.author_id, head.kind) == (gesture, actor.user_id, "edit"):
        start = apply_patch(before, _undone_by(store, head))
        about = head.number if start != after else None
    revision = _append(
        store, actor, option, start if about else before, after,
        kind="edit", about=about, sentence=sentence, edit_id=edit_id, gesture=gesture, now=now,
    )  # fmt: skip
    opened = _opened(session, store, actor, option, revision, worked)
    return replace(opened, made=revision.number, before=read if base == head.number else None)


def _as_newest(patch: Patch, made_on: int) -> Patch:
    """An edit that waited while the program went on to another version.

    Raises
    ------
    Unacceptable
        The version is not known here, or nothing of the edit has a place in the newest one.
    """
    if made_on == SCHEMA_VERSION or not patch:
        return patch
    if not 1 <= made_on < SCHEMA_VERSION:
        raise Unacceptable(f"The edit was made on version {made_on} of a rig; this program knows 1 to {SCHEMA_VERSION}.")
    upgraded = upgraded_patch(patch, made_on)
    if not upgraded:
        places = ", ".join(sorted({str(operation["path"]) for operation in patch}))
        raise Unacceptable(f"What this would change is no part of a rig any more: {places}.")
    return upgraded


def _done_by(store: JobStore, revision: RevisionRow) -> Patch:
    """What a revision changed, by the paths of the newest version."""
    if revision.schema_version == SCHEMA_VERSION:
        return revision.patch
    return difference(*_before_and_after(store, revision))


def _undone_by(store: JobStore, revision: RevisionRow) -> Patch:
    """What takes a revision back, by the paths of the newest version."""
    if revision.schema_version == SCHEMA_VERSION:
        return revision.inverse
    before, after = _before_and_after(store, revision)
    return difference(after, before)


def _before_and_after(store: JobStore, revision: RevisionRow) -> tuple[Document, Document]:
    """The documents that a revision lies between: of a gesture the one before its first edit."""
    first = revision
    while first.kind == "edit" and first.about is not None:
        first = store.revision(revision.option_id, first.about)
    if first.number == 1:
        return document_of(first), document_of(revision)
    return document_of(store.revision(revision.option_id, first.number - 1)), document_of(revision)


def _require_pace(ground: GroundOfEdit, now: datetime) -> None:
    """Refuse what no hand types. Counted by revisions, so that all web processes agree.

    Revisions of a later time than now, by a clock that was set back, do not count: they would lock the option.
    """
    if ground.earlier_at is not None and timedelta(0) <= now - ground.earlier_at < timedelta(seconds=1):
        raise TooFast(f"This rig takes {EDITS_PER_SECOND} edits a second. Nothing was lost: send it again in a moment.")


def take_up_draft(session: Session, actor: Actor, draft_id: UUID, *, now: datetime) -> Opened:
    """Make a draft's edit after all, on what is stored now; the draft is gone afterwards.

    Raises
    ------
    NotThere
        The person has no such draft.
    NotPossible
        Nothing of it has a place in a rig of today; the draft stays.
    Unacceptable
        The edit no longer fits; the draft stays.
    """
    row = _draft(session, actor, draft_id)
    patch = patch_of_draft(row)
    if not patch:
        raise NotPossible("What this draft would change is no part of a rig any more. Throw it away.")
    head = open_option(session, actor, row.option_id).revision.number
    opened = change_rig(session, actor, row.option_id, patch, base=head, edit_id=None, now=now)
    if isinstance(opened, Lost):
        raise Stale(opened.why, opened.head)
    DraftStore(session, actor.scope, actor.user_id).discard(row)
    return replace(opened, drafts=[draft for draft in opened.drafts if draft.id != draft_id])


def discard_draft(session: Session, actor: Actor, draft_id: UUID) -> Opened:
    """Throw a draft away.

    Raises
    ------
    NotThere
        The person has no such draft.
    """
    row = _draft(session, actor, draft_id)
    DraftStore(session, actor.scope, actor.user_id).discard(row)
    return open_option(session, actor, row.option_id)


def _draft(session: Session, actor: Actor, draft_id: UUID) -> DraftRow:
    row = DraftStore(session, actor.scope, actor.user_id).draft(draft_id)
    if row is None:
        raise NotThere("There is no such draft.")
    return row


def _name_of_lost(patch: Patch, head: Document) -> str:
    """A draft is called by what it would do; where it no longer fits at all, by its places."""
    try:
        return revision_sentence(patch, head, apply_patch(head, patch))[:200]
    except Unacceptable:
        return ("change of " + ", ".join(sorted({place_of(str(operation["path"]), head) for operation in patch})))[:200]


def evaluate_new(session: Session, actor: Actor, document: Document, rig: Rig, before: Report) -> Reading:
    """Work out what somebody has just made of a rig whose report is ``before``.

    Raises
    ------
    Unacceptable
        It refers to a part that the shop does not have.
    """
    try:
        return work_out_anew(document, rig, parts_book(session, actor.scope), before=before)
    except UnknownPart as error:
        raise Unacceptable(str(error), [FileProblem(error.pointer, "part", str(error), {})]) from error


def undo(session: Session, actor: Actor, option_id: UUID, *, now: datetime) -> Opened:
    """A new revision that reverses this person's last edit.

    Raises
    ------
    NotPossible
        There is nothing to undo, or somebody else has changed the same place since.
    """
    return _walk(session, actor, option_id, "undo", now)


def redo(session: Session, actor: Actor, option_id: UUID, *, now: datetime) -> Opened:
    """A new revision that makes this person's last undone edit again. Raises as :func:`undo` does."""
    return _walk(session, actor, option_id, "redo", now)


def history(session: Session, actor: Actor, option_id: UUID) -> Sequence[tuple[RevisionRow, str]]:
    """Revisions of an option with the names of their authors, newest first; of a gesture only the last.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    if store.option(option_id) is None:
        raise NotThere("There is no such option.")
    revisions = store.revisions(option_id)
    gone_on_with = {revision.about for revision, _ in revisions if revision.kind == "edit"}
    return [(revision, author) for revision, author in reversed(revisions) if revision.number not in gone_on_with]


def patch_back_to(session: Session, actor: Actor, option_id: UUID, number: int) -> tuple[Worked, Patch]:
    """The option as it is, and the patch that would make it what it was at a revision.

    Raises
    ------
    NotThere
        No such option in the actor's shop, or no such revision of it.
    """
    opened = work_out(session, actor, option_id)
    if not 1 <= number <= opened.option.head:
        raise NotThere("There is no such revision.")
    then = document_of(JobStore(session, actor.scope).revision(option_id, number))
    return opened, difference(opened.document, then)


def restore(session: Session, actor: Actor, option_id: UUID, number: int, *, now: datetime) -> Opened:
    """A new revision that makes the rig what it was at an earlier one; it can be undone like any edit.

    Raises
    ------
    NotThere, NotAllowed
        No such revision in the actor's shop; the role only reads.
    NotPossible
        The rig is already what it was then.
    """
    actor.require_editor()
    store, option = _for_edit(session, actor, option_id)
    if not 1 <= number <= option.head:
        raise NotThere("There is no such revision.")
    before, then = document_of(store.revision(option_id, option.head)), document_of(store.revision(option_id, number))
    _, after = with_numbers_kept(Rig.model_validate(then), then, Rig.model_validate(before))
    if before == after:
        raise NotPossible(f"The rig is already what it was at revision {number}.")
    said = f"went back to revision {number}"
    revision = _append(store, actor, option, before, after, kind="edit", about=None, sentence=said, edit_id=None, now=now)
    return _opened(session, store, actor, option, revision)


def _walk(session: Session, actor: Actor, option_id: UUID, kind: Literal["undo", "redo"], now: datetime) -> Opened:
    actor.require_editor()
    store, option = _for_edit(session, actor, option_id)
    done, undone = _done_and_undone(store, actor, option_id)
    stack = done if kind == "undo" else undone
    if not stack:
        raise NotPossible(f"There is nothing to {kind}.")
    about = store.revision(option_id, next(reversed(stack)))
    patch = _undone_by(store, about) if kind == "undo" else _done_by(store, about)
    if not patch:
        raise NotPossible(f"“{about.sentence}” changed what is no part of a rig any more.")
    for revision, author in store.revisions(option_id, after=about.number):
        if revision.author_id != actor.user_id and touch_same_place(patch, _done_by(store, revision)):
            raise NotPossible(f"{author} has changed the same place since ({revision.sentence}).")
    read = read_revision(store.revision(option_id, option.head), parts_book(session, actor.scope))
    try:
        rig, after = patched(read.rig, read.document, patch)
    except Unacceptable as error:
        raise NotPossible(f"“{about.sentence}” no longer fits the rig as it is now.") from error
    rig, after = with_numbers_kept(rig, after, read.rig)
    worked = evaluate_new(session, actor, after, rig, read.report)
    said = f"{'undid' if kind == 'undo' else 'did again'}: {about.sentence}"
    revision = _append(
        store, actor, option, read.document, after, kind=kind, about=about.number, sentence=said, edit_id=None, now=now
    )
    return _opened(session, store, actor, option, revision, worked)


def _append(
    store: JobStore,
    actor: Actor,
    option: OptionRow,
    before: dict[str, object],
    after: dict[str, object],
    *,
    kind: str,
    about: int | None,
    sentence: str,
    edit_id: str | None,
    now: datetime,
    gesture: str | None = None,
) -> RevisionRow:
    return store.add_revision(
        option,
        document=after,
        schema_version=SCHEMA_VERSION,
        kind=kind,
        about=about,
        sentence=sentence[:200],
        patch=difference(before, after),
        inverse=difference(after, before),
        edit_id=edit_id,
        gesture=gesture,
        author_id=actor.user_id,
        at=now,
    )


def _for_edit(session: Session, actor: Actor, option_id: UUID) -> tuple[JobStore, OptionRow]:
    """The option, locked: edits of one option go one after the other."""
    store = JobStore(session, actor.scope)
    option = store.option(option_id, for_edit=True)
    if option is None:
        raise NotThere("There is no such option.")
    return store, option


def _opened(
    session: Session,
    store: JobStore,
    actor: Actor,
    option: OptionRow,
    revision: RevisionRow,
    worked: Reading | None = None,
) -> Opened:
    book = parts_book(session, actor.scope)
    if worked is None:
        worked = read_revision(revision, book)
    else:
        keep(revision, worked)
    document, rig, report = worked.document, worked.rig, worked.report
    if rig.links:
        report = with_job(report, rig, {one.system for one in store.options_of(option.job_id)})
    taken = book_references(rig)
    done, undone = _done_and_undone(store, actor, option.id)
    return Opened(
        option=option,
        revision=revision,
        document=document,
        rig=rig,
        report=report,
        parts=book(taken) if taken else {},
        undo=done[next(reversed(done))] if done else None,
        redo=undone[next(reversed(undone))] if undone else None,
        drafts=[draft_of(row, document) for row in DraftStore(session, actor.scope, actor.user_id).of_option(option.id)],
        open_comments=CommentStore(session, actor.scope).open_by_pin(option.id),
    )


def _done_and_undone(store: JobStore, actor: Actor, option_id: UUID) -> tuple[dict[int, str], dict[int, str]]:
    """Numbers of this person's edits that stand, and of those that are undone, newest last, with their sentences."""
    done: dict[int, str] = {}
    undone: dict[int, str] = {}
    said: dict[int, str] = {}
    for number, kind, about, sentence in store.steps_of(option_id, actor.user_id, most=UNDO_DEPTH):
        said[number] = sentence
        if kind == "edit":
            if about is not None:  # the same gesture going on
                done.pop(about, None)
            done[number] = sentence
            undone.clear()
        elif kind == "undo" and about is not None:
            done.pop(about, None)  # where it is not there it lies deeper than is looked
            undone[about] = said.get(about, sentence.removeprefix("undid: "))
        elif about is not None:
            undone.pop(about, None)
            done[about] = said.get(about, sentence.removeprefix("did again: "))
    return done, undone
