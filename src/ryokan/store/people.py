"""Shops, users, signed-in browsers and failed attempts.

Sign-in is the one place that looks across shops: an address leads to its shop, not the other way round.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from ryokan.store.models import InvitationRow, KnownDeviceRow, ShopRow, SignInAttemptRow, SignInRow, SourceCheckRow, UserRow
from ryokan.store.scope import ShopScope


def user_by_email(session: Session, email: str) -> UserRow | None:
    """The user with that address, in whichever shop."""
    return session.scalars(select(UserRow).where(func.lower(UserRow.email) == email.lower())).one_or_none()


def user_by_token(session: Session, token_hash: str, now: datetime) -> tuple[UserRow, ShopRow] | None:
    """The user whose browser holds that token, with the shop, while it has not expired."""
    query = (
        select(UserRow, ShopRow)
        .join(SignInRow, (SignInRow.shop_id == UserRow.shop_id) & (SignInRow.user_id == UserRow.id))
        .join(ShopRow, ShopRow.id == UserRow.shop_id)
        .where(SignInRow.token_hash == token_hash, SignInRow.expires_at > now, UserRow.left_at.is_(None))
    )
    row = session.execute(query).one_or_none()
    return None if row is None else (row[0], row[1])


def user(session: Session, shop_id: UUID, user_id: UUID) -> UserRow:
    """A user that is known to exist."""
    return session.get_one(UserRow, (shop_id, user_id))


def shop(session: Session, shop_id: UUID, *, for_update: bool = False) -> ShopRow:
    """A shop that is known to exist; ``for_update`` locks it."""
    return session.get_one(ShopRow, shop_id, with_for_update=for_update or None, populate_existing=for_update)


def users_of(session: Session, scope: ShopScope) -> Sequence[UserRow]:
    """Everybody who signs in to the shop or once did, by name."""
    query = select(UserRow).where(UserRow.shop_id == scope.shop_id).order_by(func.lower(UserRow.name), UserRow.id)
    return session.scalars(query).all()


def user_of(session: Session, scope: ShopScope, user_id: UUID) -> UserRow | None:
    """One of the shop's people, locked together with all its owners, so that the last owner stays one."""
    query = (
        select(UserRow)
        .where(UserRow.shop_id == scope.shop_id, (UserRow.id == user_id) | (UserRow.role == "owner"))
        .order_by(UserRow.id)
        .with_for_update()
    )
    return next((user for user in session.scalars(query).all() if user.id == user_id), None)


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


def end_sign_ins_of(session: Session, scope: ShopScope, user_id: UUID, *, but: str | None = None) -> None:
    """Forget all browsers of a person, but perhaps the one with this token hash."""
    query = delete(SignInRow).where(SignInRow.shop_id == scope.shop_id, SignInRow.user_id == user_id)
    session.execute(query if but is None else query.where(SignInRow.token_hash != but))


def add_invitation(session: Session, invitation: InvitationRow) -> None:
    """Store an invitation; earlier ones to the same address into the same shop end."""
    session.execute(
        delete(InvitationRow).where(
            InvitationRow.shop_id == invitation.shop_id, func.lower(InvitationRow.email) == invitation.email.lower()
        )
    )
    session.add(invitation)
    session.flush()


def invitations_of(session: Session, scope: ShopScope, now: datetime) -> Sequence[InvitationRow]:
    """Invitations of the shop that can still be taken."""
    query = select(InvitationRow).where(InvitationRow.shop_id == scope.shop_id, InvitationRow.expires_at > now)
    return session.scalars(query.order_by(InvitationRow.email)).all()


def invitation(session: Session, token_hash: str, now: datetime) -> tuple[InvitationRow, ShopRow] | None:
    """The invitation of a link, while it lasts, with its shop; locked until the end of the transaction."""
    query = (
        select(InvitationRow, ShopRow)
        .join(ShopRow, ShopRow.id == InvitationRow.shop_id)
        .where(InvitationRow.token_hash == token_hash, InvitationRow.expires_at > now)
        .with_for_update(of=InvitationRow)
    )
    row = session.execute(query).one_or_none()
    return None if row is None else (row[0], row[1])


def end_invitation(session: Session, scope: ShopScope, email: str) -> None:
    """Forget the invitation to an address."""
    session.execute(
        delete(InvitationRow).where(InvitationRow.shop_id == scope.shop_id, func.lower(InvitationRow.email) == email.lower())
    )


def source_checks(session: Session, scope: ShopScope) -> Sequence[tuple[SourceCheckRow, str]]:
    """What the shop has compared with print, with the names of who did."""
    query = (
        select(SourceCheckRow, UserRow.name)
        .join(UserRow, (UserRow.shop_id == SourceCheckRow.shop_id) & (UserRow.id == SourceCheckRow.checked_by))
        .where(SourceCheckRow.shop_id == scope.shop_id)
    )
    return [(row[0], row[1]) for row in session.execute(query)]


def keep_source_check(
    session: Session, scope: ShopScope, source_id: str, *, edition: str, checked_on: date, checked_by: UUID
) -> None:
    """Store a check in place of an earlier one."""
    session.merge(
        SourceCheckRow(
            shop_id=scope.shop_id, source_id=source_id, edition=edition, checked_on=checked_on, checked_by=checked_by
        )
    )
    session.flush()


def forget_source_check(session: Session, scope: ShopScope, source_id: str) -> None:
    """Forget a check."""
    session.execute(
        delete(SourceCheckRow).where(SourceCheckRow.shop_id == scope.shop_id, SourceCheckRow.source_id == source_id)
    )


def lock_attempts(session: Session, of_hash: str) -> None:
    """Count what is counted here one after the other, until the end of the transaction."""
    session.execute(select(func.pg_advisory_xact_lock(func.hashtextextended(of_hash, 0))))


def attempts(session: Session, of_hash: str, since: datetime) -> int:
    """How many attempts there were since then."""
    query = select(func.count()).where(SignInAttemptRow.of_hash == of_hash, SignInAttemptRow.at > since)
    return session.execute(query).scalar_one()


def add_attempt(session: Session, of_hash: str, now: datetime) -> int:
    """Count an attempt; its number."""
    row = SignInAttemptRow(of_hash=of_hash, at=now)
    session.add(row)
    session.flush()
    return row.id


def take_attempts_back(session: Session, numbers: Sequence[int]) -> None:
    """Count these no longer."""
    session.execute(delete(SignInAttemptRow).where(SignInAttemptRow.id.in_(numbers)))


def forget_attempts_before(session: Session, before: datetime) -> None:
    """Attempts that count no more are not kept, of whatever."""
    session.execute(delete(SignInAttemptRow).where(SignInAttemptRow.at < before))


def forget_attempts(session: Session, of_hash: str) -> None:
    """After a success the count starts anew."""
    session.execute(delete(SignInAttemptRow).where(SignInAttemptRow.of_hash == of_hash))


def known_device(session: Session, token_hash: str, user_id: UUID) -> KnownDeviceRow | None:
    """The device that carries that token, if that person has signed in on it."""
    query = select(KnownDeviceRow).where(KnownDeviceRow.token_hash == token_hash, KnownDeviceRow.user_id == user_id)
    return session.scalars(query).one_or_none()


def is_device(session: Session, token_hash: str) -> bool:
    """Whether anybody has signed in on a device with that token."""
    return session.scalars(select(KnownDeviceRow).where(KnownDeviceRow.token_hash == token_hash).limit(1)).first() is not None


def keep_device(session: Session, device: KnownDeviceRow, *, at_most: int, now: datetime) -> None:
    """Know a device, anew or longer; of a person's others the newest are kept, and none that has expired."""
    session.execute(delete(KnownDeviceRow).where(KnownDeviceRow.expires_at < now))
    session.merge(device)
    session.flush()
    of_user = select(KnownDeviceRow).where(KnownDeviceRow.shop_id == device.shop_id, KnownDeviceRow.user_id == device.user_id)
    for old in session.scalars(of_user.order_by(KnownDeviceRow.expires_at.desc()).offset(at_most)):
        session.delete(old)


def forget_devices_of(session: Session, scope: ShopScope, user_id: UUID) -> None:
    """Every device is a stranger to a person again."""
    session.execute(delete(KnownDeviceRow).where(KnownDeviceRow.shop_id == scope.shop_id, KnownDeviceRow.user_id == user_id))
