"""The people of a shop: invite, change roles, let go; one's own password, units and sign-ins."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.operations.accounts import Actor, digest, new_user
from ryokan.operations.errors import NotPossible, NotThere, Unacceptable
from ryokan.operations.passwords import hash_of, matches, require_password
from ryokan.operations.sign_in import ATTEMPTS_ALLOWED, ATTEMPTS_WITHIN, count_attempt
from ryokan.store import people
from ryokan.store.models import ROLES, InvitationRow, ShopRow, UserRow
from ryokan.wording.quantities import UnitSystem

INVITED_FOR = timedelta(days=7)


@dataclass(frozen=True, slots=True)
class Team:
    """Who signs in to the shop, and who has been asked to."""

    users: Sequence[UserRow]
    invitations: Sequence[InvitationRow]


def team(session: Session, actor: Actor, *, now: datetime) -> Team:
    """Everybody of the shop; invitations are an owner's to see."""
    invitations = people.invitations_of(session, actor.scope, now) if actor.role == "owner" else []
    return Team(people.users_of(session, actor.scope), invitations)


def invite(session: Session, actor: Actor, *, email: str, role: str, now: datetime) -> str:
    """A token for the link to hand over; only its hash is stored. A new invitation ends an earlier one.

    Raises
    ------
    NotAllowed
        Only an owner invites.
    NotPossible
        Somebody signs in with that address already.
    """
    actor.require_owner("invites people")
    _require_role(role)
    if people.user_by_email(session, email.strip()) is not None:
        raise NotPossible(f"Somebody signs in as {email.strip()} already.")
    token = secrets.token_urlsafe(32)
    invitation = InvitationRow(
        token_hash=digest(token),
        shop_id=actor.scope.shop_id,
        email=email.strip().lower(),
        role=role,
        invited_by=actor.user_id,
        expires_at=now + INVITED_FOR,
    )
    people.add_invitation(session, invitation)
    return token


def withdraw_invitation(session: Session, actor: Actor, email: str) -> None:
    """End an invitation. Raises NotAllowed for all but owners."""
    actor.require_owner("withdraws invitations")
    people.end_invitation(session, actor.scope, email)


def read_invitation(session: Session, token: str, *, now: datetime) -> tuple[InvitationRow, ShopRow]:
    """The invitation of a link.

    Raises
    ------
    NotThere
        It was taken, withdrawn, replaced, or a week has passed.
    """
    found = people.invitation(session, digest(token), now)
    if found is None:
        raise NotThere("This invitation does not hold any more. Ask for a new one.")
    return found


def accept_invitation(session: Session, token: str, *, name: str, password: str, now: datetime) -> UserRow:
    """Take the place that an invitation offers.

    Raises
    ------
    NotThere, NotPossible, Unacceptable
        The link does not hold; somebody signs in with its address meanwhile; the password is short or easy to guess.
    """
    invitation, shop = read_invitation(session, token, now=now)
    require_password(password, (name, invitation.email, shop.name))
    if people.user_by_email(session, invitation.email) is not None:
        raise NotPossible(f"Somebody signs in as {invitation.email} already.")
    user = new_user(shop.id, name=name, email=invitation.email, role=invitation.role, password=password)
    people.add_user(session, user)
    session.delete(invitation)
    return user


def change_role(session: Session, actor: Actor, user_id: UUID, role: str) -> None:
    """Give somebody another role.

    Raises
    ------
    NotAllowed, NotThere, NotPossible
        Only an owner does; nobody of that id; a shop keeps at least one owner.
    """
    actor.require_owner("changes roles")
    _require_role(role)
    user = _present(session, actor, user_id)
    if user.role == "owner" and role != "owner":
        _require_another_owner(session, actor, user)
    user.role = role


def let_go(session: Session, actor: Actor, user_id: UUID, *, now: datetime) -> None:
    """Somebody signs in no more; what they did keeps their name. Raises as :func:`change_role` does."""
    actor.require_owner("lets people go")
    user = _present(session, actor, user_id)
    if user.role == "owner":
        _require_another_owner(session, actor, user)
    user.left_at = now
    people.end_sign_ins_of(session, actor.scope, user_id)


def change_password(session: Session, actor: Actor, *, old: str, new: str, token: str) -> None:
    """A new password; every other browser of the person is signed out.

    Raises
    ------
    Unacceptable
        The old password is another one, or the new one is short or easy to guess.
    """
    user = people.user(session, actor.scope.shop_id, actor.user_id)
    if not matches(user.password_hash, old, known=True):
        raise Unacceptable("That is not your password now.")
    require_password(new, (user.name, user.email, actor.shop_name))
    user.password_hash = hash_of(new)
    people.forget_attempts(session, _old_passwords_of(actor))
    people.end_sign_ins_of(session, actor.scope, actor.user_id, but=digest(token))
    people.forget_devices_of(session, actor.scope, actor.user_id)


def count_old_password(session: Session, actor: Actor, *, now: datetime) -> None:
    """Count a guess at one's own password before it is looked at; the caller commits.

    Raises
    ------
    TooManyAttempts
        There were too many of late.
    """
    people.forget_attempts_before(session, now - ATTEMPTS_WITHIN)
    count_attempt(session, _old_passwords_of(actor), ATTEMPTS_ALLOWED, now)


def _old_passwords_of(actor: Actor) -> str:
    return digest(f"old password of {actor.user_id}")


def sign_out_everywhere(session: Session, actor: Actor) -> None:
    """End every sign-in of the person, this one too; every device is a stranger again."""
    people.end_sign_ins_of(session, actor.scope, actor.user_id)
    people.forget_devices_of(session, actor.scope, actor.user_id)


def prefer_units(session: Session, actor: Actor, units: UnitSystem) -> None:
    """Show quantities to this person in these units from now on."""
    people.user(session, actor.scope.shop_id, actor.user_id).units = units


def _require_role(role: str) -> None:
    if role not in ROLES:
        raise Unacceptable(f"A role is one of: {', '.join(ROLES)}.")


def _present(session: Session, actor: Actor, user_id: UUID) -> UserRow:
    user = people.user_of(session, actor.scope, user_id)
    if user is None or user.left_at is not None:
        raise NotThere("There is no such person in this shop.")
    return user


def _require_another_owner(session: Session, actor: Actor, user: UserRow) -> None:
    others = [one for one in people.users_of(session, actor.scope) if one.id != user.id]
    if not any(one.role == "owner" and one.left_at is None for one in others):
        raise NotPossible("A shop keeps at least one owner. Make somebody else an owner first.")
