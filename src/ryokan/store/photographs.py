"""Photographs of one shop's jobs."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from uuid import UUID

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ryokan.store.models import PhotographRow
from ryokan.store.scope import ShopScope


class PhotographStore:
    """Everything is looked up within the scope; what belongs to another shop is not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def of_job(self, job_id: UUID) -> Sequence[PhotographRow]:
        """Photographs of a job, oldest first, without their pictures."""
        query = select(PhotographRow).where(PhotographRow.shop_id == self._shop_id, PhotographRow.job_id == job_id)
        return self._session.scalars(query.order_by(PhotographRow.at, PhotographRow.id)).all()

    def count(self, job_id: UUID) -> int:
        """How many photographs a job has."""
        query = select(func.count()).where(PhotographRow.shop_id == self._shop_id, PhotographRow.job_id == job_id)
        return self._session.execute(query).scalar_one()

    def photograph(self, photograph_id: UUID) -> PhotographRow | None:
        """One photograph."""
        return self._session.get(PhotographRow, (self._shop_id, photograph_id))

    def add(
        self,
        job_id: UUID,
        *,
        id: UUID,
        pin: str,
        size_px: tuple[int, int],
        jpeg: bytes,
        small_jpeg: bytes,
        author_id: UUID,
        at: datetime,
    ) -> PhotographRow:
        """Store a photograph without a caption."""
        width_px, height_px = size_px
        row = PhotographRow(
            shop_id=self._shop_id, id=id, job_id=job_id, pin=pin, caption="", width_px=width_px, height_px=height_px,
            jpeg=jpeg, small_jpeg=small_jpeg, author_id=author_id, at=at,
        )  # fmt: skip
        self._session.add(row)
        self._session.flush()
        return row

    def remove(self, row: PhotographRow) -> None:
        """Throw a photograph away."""
        self._session.delete(row)
        self._session.flush()
