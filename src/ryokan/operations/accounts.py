"""Shops, people and signing in."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.operations.errors import NotAllowed
from ryokan.operations.passwords import hash_of
from ryokan.store import people
from ryokan.store.models import ShopRow, UserRow
from ryokan.store.scope import ShopScope
from ryokan.wording.quantities import UnitSystem

EDITORS = ("owner", "designer")


@dataclass(frozen=True, slots=True)
class Actor:
    """Who does something, and within which shop."""

    scope: ShopScope
    user_id: UUID
    name: str
    role: str
    shop_name: str
    caution_read: bool
    units: UnitSystem = "metric"

    def require_owner(self, deed: str) -> None:
        """Refuse everybody but owners; ``deed`` says what for.

        Raises
        ------
        NotAllowed
            The role is another one.
        """
        if self.role != "owner":
            raise NotAllowed(f"Only an owner {deed}.")

    def require_editor(self) -> None:
        """Refuse roles that only read.

        Raises
        ------
        NotAllowed
            The role is fitter or viewer.
        """
        if self.role not in EDITORS:
            raise NotAllowed(f"A {self.role} can look but not change. Ask the owner of the shop.")


def create_shop(
    session: Session, *, name: str, owner_name: str, email: str, password: str, now: datetime, id: UUID | None = None
) -> Actor:
    """Found a shop with its first owner."""
    shop = ShopRow(id=id or uuid4(), name=name, created_at=now)
    owner = new_user(shop.id, name=owner_name, email=email, role="owner", password=password)
    people.add_shop(session, shop, owner)
    return actor_of(owner, shop)


def add_user(session: Session, actor: Actor, *, name: str, email: str, role: str, password: str) -> Actor:
    """Give somebody a place in the actor's shop."""
    actor.require_owner("adds people")
    user = new_user(actor.scope.shop_id, name=name, email=email, role=role, password=password)
    people.add_user(session, user)
    return Actor(actor.scope, user.id, name, role, actor.shop_name, caution_read=False)


def actor_by_token(session: Session, token: str, now: datetime) -> Actor | None:
    """Whoever holds that token, while it lasts."""
    found = people.user_by_token(session, digest(token), now)
    return None if found is None else actor_of(*found)


def end_sign_in(session: Session, token: str) -> None:
    """Sign that browser out."""
    people.end_sign_in(session, digest(token))


def confirm_caution(session: Session, actor: Actor, now: datetime) -> None:
    """Remember that the person has read what the tool checks and what it does not."""
    user = people.user(session, actor.scope.shop_id, actor.user_id)
    user.caution_read_at = user.caution_read_at or now


def actor_of(user: UserRow, shop: ShopRow) -> Actor:
    """The actor that a stored user is."""
    return Actor(
        scope=ShopScope(user.shop_id),
        user_id=user.id,
        name=user.name,
        role=user.role,
        shop_name=shop.name,
        caution_read=user.caution_read_at is not None,
        units="us" if user.units == "us" else "metric",
    )


def new_user(shop_id: UUID, *, name: str, email: str, role: str, password: str) -> UserRow:
    """A user that is not stored yet, the password hashed."""
    return UserRow(
        shop_id=shop_id,
        id=uuid4(),
        email=email.strip().lower(),
        name=name,
        role=role,
        password_hash=hash_of(password),
        caution_read_at=None,
    )


def digest(text: str) -> str:
    """What is stored of a token or an address."""
    return hashlib.sha256(text.encode()).hexdigest()
