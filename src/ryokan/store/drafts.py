"""Edits that lost against somebody else's, kept for their authors."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import select
from sqlalchemy.orm import Session

from ryokan.store.models import DraftRow
from ryokan.store.scope import ShopScope


class DraftStore:
    """Drafts of one person within the scope; those of others are not there."""

    def __init__(self, session: Session, scope: ShopScope, author_id: UUID) -> None:
        self._session = session
        self._shop_id = scope.shop_id
        self._author_id = author_id

    def of_option(self, option_id: UUID) -> Sequence[DraftRow]:
        """The person's drafts of an option, oldest first."""
        query = select(DraftRow).where(*self._mine(), DraftRow.option_id == option_id).order_by(DraftRow.at, DraftRow.id)
        return self._session.scalars(query).all()

    def draft(self, draft_id: UUID) -> DraftRow | None:
        """One draft of the person."""
        return self._session.scalars(select(DraftRow).where(*self._mine(), DraftRow.id == draft_id)).one_or_none()

    def of_edit(self, option_id: UUID, edit_id: str) -> DraftRow | None:
        """The draft that an edit of the browser became, if it was sent before."""
        query = select(DraftRow).where(*self._mine(), DraftRow.option_id == option_id, DraftRow.edit_id == edit_id)
        return self._session.scalars(query).first()

    def keep(
        self,
        option_id: UUID,
        *,
        name: str,
        why: str,
        patch: Sequence[Mapping[str, Any]],
        schema_version: int,
        edit_id: str | None,
        at: datetime,
    ) -> DraftRow:
        """Store a draft."""
        draft = DraftRow(
            shop_id=self._shop_id,
            id=uuid4(),
            option_id=option_id,
            author_id=self._author_id,
            name=name,
            why=why,
            patch=[dict(operation) for operation in patch],
            schema_version=schema_version,
            edit_id=edit_id,
            at=at,
        )
        self._session.add(draft)
        self._session.flush()
        return draft

    def discard(self, draft: DraftRow) -> None:
        """Throw a draft away."""
        self._session.delete(draft)
        self._session.flush()

    def _mine(self) -> tuple[Any, ...]:
        return DraftRow.shop_id == self._shop_id, DraftRow.author_id == self._author_id
