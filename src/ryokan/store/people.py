"""Shops, users, signed-in browsers and failed attempts.

Sign-in is the one place that looks across shops: an address leads to its shop, not the other way round.
"""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from ryokan.store.models import ShopRow, SignInAttemptRow, SignInRow, UserRow


def user_by_email(session: Session, email: str) -> UserRow | None:
    """The user with that address, in whichever shop."""
    return session.scalars(select(UserRow).where(func.lower(UserRow.email) == email.lower())).one_or_none()


def user_by_token(session: Session, token_hash: str, now: datetime) -> tuple[UserRow, ShopRow] | None:
    """The user whose browser holds that token, with the shop, while it has not expired."""
    query = (
        select(UserRow, ShopRow)
        .join(SignInRow, (SignInRow.shop_id == UserRow.shop_id) & (SignInRow.user_id == UserRow.id))
        .join(ShopRow, ShopRow.id == UserRow.shop_id)
        .where(SignInRow.token_hash == token_hash, SignInRow.expires_at > now)
    )
    row = session.execute(query).one_or_none()
    return None if row is None else (row[0], row[1])


def user(session: Session, shop_id: UUID, user_id: UUID) -> UserRow:
    """A user that is known to exist."""
    return session.get_one(UserRow, (shop_id, user_id))


def shop_by_name(session: Session, name: str) -> ShopRow | None:
    """The shop with that name."""
    return session.scalars(select(ShopRow).where(ShopRow.name == name)).first()


def add_shop(session: Session, shop: ShopRow, owner: UserRow) -> None:
    """Store a shop with its first owner."""
    session.add(shop)
    session.flush()
    session.add(owner)
    session.flush()


def add_user(session: Session, user: UserRow) -> None:
    """Store a user."""
    session.add(user)
    session.flush()


def add_sign_in(session: Session, sign_in: SignInRow, now: datetime) -> None:
    """Remember a browser, and forget those that have expired."""
    session.execute(delete(SignInRow).where(SignInRow.expires_at < now))
    session.add(sign_in)


def end_sign_in(session: Session, token_hash: str) -> None:
    """Forget a browser."""
    session.execute(delete(SignInRow).where(SignInRow.token_hash == token_hash))


def failed_attempts(session: Session, email_hash: str, since: datetime) -> int:
    """How often signing in with that address has failed since then."""
    query = select(func.count()).where(SignInAttemptRow.email_hash == email_hash, SignInAttemptRow.at > since)
    return session.execute(query).scalar_one()


def add_failed_attempt(session: Session, email_hash: str, now: datetime) -> None:
    """Count a failed attempt."""
    session.add(SignInAttemptRow(email_hash=email_hash, at=now))


def forget_attempts_before(session: Session, before: datetime) -> None:
    """Failures that count no more are not kept, of whatever address."""
    session.execute(delete(SignInAttemptRow).where(SignInAttemptRow.at < before))


def forget_attempts(session: Session, email_hash: str) -> None:
    """After a success the count starts anew."""
    session.execute(delete(SignInAttemptRow).where(SignInAttemptRow.email_hash == email_hash))
