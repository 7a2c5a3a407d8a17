"""Loads that one shop keeps by a name."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ryokan.store.models import LoadSetRow
from ryokan.store.scope import ShopScope


class LoadSetStore:
    """Everything is looked up within the scope; what belongs to another shop is not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def all(self) -> Sequence[LoadSetRow]:
        """All sets by name."""
        query = select(LoadSetRow).where(LoadSetRow.shop_id == self._shop_id)
        return self._session.scalars(query.order_by(func.lower(LoadSetRow.name), LoadSetRow.id)).all()

    def load_set(self, set_id: UUID) -> LoadSetRow | None:
        """One set."""
        return self._session.get(LoadSetRow, (self._shop_id, set_id))

    def add(self, name: str, loads: Sequence[Mapping[str, Any]], author_id: UUID) -> LoadSetRow:
        """Store a set."""
        row = LoadSetRow(
            shop_id=self._shop_id, id=uuid4(), name=name, loads=[dict(load) for load in loads], author_id=author_id
        )
        self._session.add(row)
        self._session.flush()
        return row

    def remove(self, row: LoadSetRow) -> None:
        """Forget a set."""
        self._session.delete(row)
        self._session.flush()
