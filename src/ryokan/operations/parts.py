"""The shop's parts book: look through, add, change, withdraw. A change is a new revision; rigs keep the one they took."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from uuid import UUID, uuid4

from pydantic import TypeAdapter
from sqlalchemy.orm import Session

from ryokan.core.parts.model import Part, PartKind, book_ref
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, NotThere, Stale
from ryokan.operations.reports import PartsBook
from ryokan.store.models import PartRevisionRow, PartRow
from ryokan.store.parts import PartStore
from ryokan.store.scope import ShopScope

MAX_PARTS = 20_000


@dataclass(frozen=True, slots=True)
class BookPart:
    """A part of the book at one revision."""

    id: UUID
    number: int
    reference: str
    part: Part
    withdrawn: bool


def parts_book(session: Session, scope: ShopScope) -> PartsBook:
    """What answers the references of the shop's rigs."""
    store = PartStore(session, scope)

    def look_up(references: Iterable[str]) -> Mapping[str, Part]:
        return {reference: _read(document) for reference, document in store.documents(references).items()}

    return look_up


def list_parts(session: Session, actor: Actor, kind: PartKind | None = None) -> list[BookPart]:
    """Parts of the shop by kind and name, those withdrawn last."""
    parts = [_book_part(row, newest) for row, newest in PartStore(session, actor.scope).all(kind)]
    return sorted(parts, key=lambda one: (one.withdrawn, one.part.kind, _in_counting_order(one.part.name)))


def read_part(session: Session, actor: Actor, part_id: UUID) -> tuple[BookPart, Sequence[tuple[PartRevisionRow, str]]]:
    """A part at its newest revision, with all its revisions and who made them.

    Raises
    ------
    NotThere
        No such part in the actor's shop.
    """
    store = PartStore(session, actor.scope)
    row = store.part(part_id)
    if row is None:
        raise NotThere("There is no such part.")
    revisions = store.revisions(part_id)
    return _book_part(row, revisions[0][0]), revisions


def add_part(session: Session, actor: Actor, part: Part, *, now: datetime) -> BookPart:
    """Put a part into the book.

    Raises
    ------
    NotAllowed
        The role only reads.
    NotPossible
        The book has a part of that name and kind that is not withdrawn.
    """
    actor.require_editor()
    store = PartStore(session, actor.scope)
    _require_free_name(store, part, None)
    row = store.add(uuid4(), part.kind)
    return _book_part(row, _append(store, actor, row, part, now))


def change_part(session: Session, actor: Actor, part_id: UUID, part: Part, *, base: int, now: datetime) -> BookPart:
    """A new revision of a part. Rigs that took an earlier one keep it.

    Raises
    ------
    NotThere, NotAllowed
        No such part in the actor's shop; the role only reads.
    Stale
        Somebody changed the part since ``base``.
    NotPossible
        Another part of the book has that name; the kind of a part stays what it is.
    """
    actor.require_editor()
    store, row = _for_edit(session, actor, part_id)
    if row.head != base:
        raise Stale("Somebody changed this part meanwhile. Load it again and compare.", row.head)
    if part.kind != row.kind:
        raise NotPossible("A part does not change its kind. Add a new one.")
    _require_free_name(store, part, part_id)
    return _book_part(row, _append(store, actor, row, part, now))


def withdraw_part(session: Session, actor: Actor, part_id: UUID, *, withdrawn: bool, now: datetime) -> BookPart:
    """Offer a part no longer, or again. Rigs that took it keep it.

    Raises
    ------
    NotThere, NotAllowed
        No such part in the actor's shop; the role only reads.
    """
    actor.require_editor()
    store, row = _for_edit(session, actor, part_id)
    newest = store.revisions(part_id)[0][0]
    if not withdrawn:
        _require_free_name(store, _read(newest.document), part_id)
    row.withdrawn_at = now if withdrawn else None
    return _book_part(row, newest)


def take_in(session: Session, actor: Actor, parts: Mapping[str, Part], *, now: datetime) -> None:
    """Parts that came with a job file, as far as the book does not hold them: kept for their rigs, and not offered."""
    store = PartStore(session, actor.scope)
    known = store.documents(parts)
    for reference, part in parts.items():
        if reference not in known:
            row = store.add(uuid4(), part.kind, withdrawn_at=now)
            _append(store, actor, row, part, now)


def fill_book(session: Session, actor: Actor, parts: Iterable[Part], *, now: datetime) -> None:
    """Many parts at once, into an empty book."""
    store = PartStore(session, actor.scope)
    for part in parts:
        _append(store, actor, store.add(uuid4(), part.kind), part, now)


def _in_counting_order(name: str) -> list[tuple[str, int]]:
    """A key by which “75 Ah” comes before “100 Ah”."""
    words = re.findall(r"(\D*)(\d*)", name.casefold())
    return [(text, int(digits or 0)) for text, digits in words]


def _append(store: PartStore, actor: Actor, row: PartRow, part: Part, now: datetime) -> PartRevisionRow:
    return store.add_revision(
        row, reference=book_ref(part), document=part.model_dump(mode="json"), author_id=actor.user_id, at=now
    )


def _for_edit(session: Session, actor: Actor, part_id: UUID) -> tuple[PartStore, PartRow]:
    store = PartStore(session, actor.scope)
    row = store.part(part_id, for_edit=True)
    if row is None:
        raise NotThere("There is no such part.")
    return store, row


def _require_free_name(store: PartStore, part: Part, own_id: UUID | None) -> None:
    others = store.all(part.kind)
    if len(others) >= MAX_PARTS:
        raise NotPossible(f"The book holds at most {MAX_PARTS} parts of a kind.")
    for row, newest in others:
        if row.id != own_id and row.withdrawn_at is None and newest.document["name"].casefold() == part.name.casefold():
            raise NotPossible(f"The book has a part called “{part.name}” already.")


def _book_part(row: PartRow, revision: PartRevisionRow) -> BookPart:
    return BookPart(row.id, revision.number, revision.reference, _read(revision.document), row.withdrawn_at is not None)


@cache
def _adapter() -> TypeAdapter[Part]:
    return TypeAdapter(Part)


def _read(document: Mapping[str, object]) -> Part:
    return _adapter().validate_python(document)
