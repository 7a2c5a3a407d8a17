"""Opening and changing one option of a rig. Each accepted edit is a revision before the answer goes out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, NotThere, Stale
from ryokan.operations.patches import Patch, apply_patch, difference, touch_same_place
from ryokan.operations.reports import evaluated
from ryokan.store.jobs import JobStore
from ryokan.store.models import OptionRow, RevisionRow
from ryokan.wording.revisions import revision_sentence


@dataclass(frozen=True, slots=True)
class Opened:
    """An option at its newest revision. ``undo`` and ``redo`` say what this person would undo or redo, if anything."""

    option: OptionRow
    revision: RevisionRow
    rig: Rig
    report: Report
    undo: str | None
    redo: str | None


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
    return _opened(store, actor, option, store.revision(option_id, option.head))


def change_rig(
    session: Session, actor: Actor, option_id: UUID, patch: Patch, *, base: int, edit_id: str | None, now: datetime
) -> Opened:
    """Apply a patch that was made on revision ``base``.

    An edit that arrives twice, by its ``edit_id``, is stored once; one that changes nothing is not stored at all. Where
    others have changed other places since the base, the patch is applied on top of theirs.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    Stale
        Somebody changed the same place since the base.
    Unacceptable
        The patch does not fit, or what results is no rig.
    """
    actor.require_editor()
    store, option = _for_edit(session, actor, option_id)
    if edit_id is not None and (known := store.revision_of_edit(option_id, edit_id)) is not None:
        return _opened(store, actor, option, store.revision(option_id, max(known.number, option.head)))
    if base > option.head:
        raise Stale("This page is ahead of what is stored. Load it again.", option.head)
    for revision, author in store.revisions(option_id, after=base):
        if touch_same_place(patch, revision.patch):
            raise Stale(f"{author} changed the same place meanwhile ({revision.sentence}).", option.head)
    before = store.revision(option_id, option.head).document
    after = apply_patch(before, patch)
    if after == before:  # nothing to store, and nothing that could be undone
        return _opened(store, actor, option, store.revision(option_id, option.head))
    sentence = revision_sentence(patch, before, after)
    revision = _append(
        store, actor, option, before, after, kind="edit", about=None, sentence=sentence, edit_id=edit_id, now=now
    )
    return _opened(store, actor, option, revision)


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
    """All revisions of an option with the names of their authors, newest first.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    if store.option(option_id) is None:
        raise NotThere("There is no such option.")
    return list(reversed(store.revisions(option_id)))


def patch_back_to(session: Session, actor: Actor, option_id: UUID, number: int) -> tuple[Opened, Patch]:
    """The option as it is, and the patch that would make it what it was at a revision.

    Raises
    ------
    NotThere
        No such option in the actor's shop, or no such revision of it.
    """
    opened = open_option(session, actor, option_id)
    if not 1 <= number <= opened.option.head:
        raise NotThere("There is no such revision.")
    then = JobStore(session, actor.scope).revision(option_id, number).document
    return opened, difference(opened.revision.document, then)


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
    before, after = store.revision(option_id, option.head).document, store.revision(option_id, number).document
    if before == after:
        raise NotPossible(f"The rig is already what it was at revision {number}.")
    said = f"went back to revision {number}"
    revision = _append(store, actor, option, before, after, kind="edit", about=None, sentence=said, edit_id=None, now=now)
    return _opened(store, actor, option, revision)


def _walk(session: Session, actor: Actor, option_id: UUID, kind: Literal["undo", "redo"], now: datetime) -> Opened:
    actor.require_editor()
    store, option = _for_edit(session, actor, option_id)
    done, undone = _done_and_undone(store, actor, option_id)
    stack = done if kind == "undo" else undone
    if not stack:
        raise NotPossible(f"There is nothing to {kind}.")
    about = store.revision(option_id, stack[-1])
    patch = about.inverse if kind == "undo" else about.patch
    for revision, author in store.revisions(option_id, after=about.number):
        if revision.author_id != actor.user_id and touch_same_place(patch, revision.patch):
            raise NotPossible(f"{author} has changed the same place since ({revision.sentence}).")
    before = store.revision(option_id, option.head).document
    after = apply_patch(before, patch)
    said = f"{'undid' if kind == 'undo' else 'did again'}: {about.sentence}"
    revision = _append(store, actor, option, before, after, kind=kind, about=about.number, sentence=said, edit_id=None, now=now)
    return _opened(store, actor, option, revision)


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


def _opened(store: JobStore, actor: Actor, option: OptionRow, revision: RevisionRow) -> Opened:
    rig, report = evaluated(revision.document)
    done, undone = _done_and_undone(store, actor, option.id)
    return Opened(
        option=option,
        revision=revision,
        rig=rig,
        report=report,
        undo=store.revision(option.id, done[-1]).sentence if done else None,
        redo=store.revision(option.id, undone[-1]).sentence if undone else None,
    )


def _done_and_undone(store: JobStore, actor: Actor, option_id: UUID) -> tuple[list[int], list[int]]:
    """Numbers of this person's edits that stand, and of those that are undone, newest last."""
    done: list[int] = []
    undone: list[int] = []
    for number, kind, about in store.steps_of(option_id, actor.user_id):
        if kind == "edit":
            done.append(number)
            undone.clear()
        elif kind == "undo" and about is not None:
            done.remove(about)
            undone.append(about)
        elif about is not None:
            undone.remove(about)
            done.append(about)
    return done, undone
