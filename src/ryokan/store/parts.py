"""The parts book of one shop."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from ryokan.store.models import PartRevisionRow, PartRow, UserRow
from ryokan.store.scope import ShopScope


class PartStore:
    """Everything is looked up within the scope; what belongs to another shop is not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def all(self, kind: str | None = None) -> Sequence[tuple[PartRow, PartRevisionRow]]:
        """All parts, or those of a kind, each at its newest revision; withdrawn ones too."""
        query = (
            select(PartRow, PartRevisionRow)
            .join(
                PartRevisionRow,
                (PartRevisionRow.shop_id == PartRow.shop_id)
                & (PartRevisionRow.part_id == PartRow.id)
                & (PartRevisionRow.number == PartRow.head),
            )
            .where(PartRow.shop_id == self._shop_id)
        )
        if kind is not None:
            query = query.where(PartRow.kind == kind)
        return [(row[0], row[1]) for row in self._session.execute(query)]

    def part(self, part_id: UUID, *, for_edit: bool = False) -> PartRow | None:
        """One part; locked until the end of the transaction where it is going to be edited."""
        query = select(PartRow).where(PartRow.shop_id == self._shop_id, PartRow.id == part_id)
        return self._session.scalars(query.with_for_update() if for_edit else query).one_or_none()

    def revisions(self, part_id: UUID) -> Sequence[tuple[PartRevisionRow, str]]:
        """All revisions of a part with the names of their authors, newest first."""
        query = (
            select(PartRevisionRow, UserRow.name)
            .join(UserRow, (UserRow.shop_id == PartRevisionRow.shop_id) & (UserRow.id == PartRevisionRow.author_id))
            .where(PartRevisionRow.shop_id == self._shop_id, PartRevisionRow.part_id == part_id)
            .order_by(PartRevisionRow.number.desc())
        )
        return [(row[0], row[1]) for row in self._session.execute(query)]

    def documents(self, references: Iterable[str]) -> dict[str, dict[str, Any]]:
        """What the shop's book holds under these references; those it does not know are left out."""
        query = select(PartRevisionRow.reference, PartRevisionRow.document).where(
            PartRevisionRow.shop_id == self._shop_id, PartRevisionRow.reference.in_(list(references))
        )
        return {row[0]: row[1] for row in self._session.execute(query)}

    def add(self, part_id: UUID, kind: str, *, withdrawn_at: datetime | None = None) -> PartRow:
        """Store a part without a revision; the caller adds the first."""
        part = PartRow(shop_id=self._shop_id, id=part_id, kind=kind, head=0, withdrawn_at=withdrawn_at)
        self._session.add(part)
        self._session.flush()
        return part

    def add_revision(self, part: PartRow, **members: Any) -> PartRevisionRow:
        """Append a revision and move the part's head to it."""
        revision = PartRevisionRow(shop_id=self._shop_id, part_id=part.id, number=part.head + 1, **members)
        self._session.add(revision)
        part.head = revision.number
        self._session.flush()
        return revision
