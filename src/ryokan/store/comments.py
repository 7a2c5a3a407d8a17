"""Comments on the options of one shop."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from uuid import UUID, uuid4

from sqlalchemy import func, select
from sqlalchemy.orm import Session, aliased

from ryokan.store.models import CommentRow, UserRow
from ryokan.store.scope import ShopScope


class CommentStore:
    """Everything is looked up within the scope; what belongs to another shop is not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def of_option(self, option_id: UUID) -> Sequence[tuple[CommentRow, str, str | None]]:
        """Comments on an option, oldest first, with the names of who wrote and who resolved them."""
        author, resolver = aliased(UserRow), aliased(UserRow)
        query = (
            select(CommentRow, author.name, resolver.name)
            .join(author, (author.shop_id == CommentRow.shop_id) & (author.id == CommentRow.author_id))
            .outerjoin(resolver, (resolver.shop_id == CommentRow.shop_id) & (resolver.id == CommentRow.resolved_by))
            .where(CommentRow.shop_id == self._shop_id, CommentRow.option_id == option_id)
            .order_by(CommentRow.at, CommentRow.id)
        )
        return [(row[0], row[1], row[2]) for row in self._session.execute(query)]

    def open_by_pin(self, option_id: UUID) -> dict[str, int]:
        """How many comments on an option are not resolved, by what they are stuck to."""
        query = (
            select(CommentRow.pin, func.count())
            .where(
                CommentRow.shop_id == self._shop_id,
                CommentRow.option_id == option_id,
                CommentRow.resolved_at.is_(None),
            )
            .group_by(CommentRow.pin)
        )
        return {row[0]: row[1] for row in self._session.execute(query)}

    def comment(self, comment_id: UUID) -> CommentRow | None:
        """One comment, locked until the end of the transaction."""
        query = select(CommentRow).where(CommentRow.shop_id == self._shop_id, CommentRow.id == comment_id)
        return self._session.scalars(query.with_for_update()).one_or_none()

    def add(self, option_id: UUID, *, pin: str, text: str, author_id: UUID, at: datetime) -> CommentRow:
        """Store a comment."""
        comment = CommentRow(
            shop_id=self._shop_id, id=uuid4(), option_id=option_id, pin=pin, text=text, author_id=author_id, at=at
        )
        self._session.add(comment)
        self._session.flush()
        return comment
