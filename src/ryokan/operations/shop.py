"""What the shop has settled for itself: its defaults for new rigs, and which sources it has compared with print."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime
from typing import Literal

from pydantic import Field, field_validator
from sqlalchemy.orm import Session

from ryokan.core.data.provenance import sources
from ryokan.core.model import Model
from ryokan.core.rig import Labour, Rig, Stay, bounded_assumptions
from ryokan.core.storage.model import Storage
from ryokan.core.vehicle import Region
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, NotThere, Unacceptable
from ryokan.store import people
from ryokan.wording.reader import PrintCheck, Reader


class ShopDefaults(Model):
    """What a new rig of the shop starts from. Changing it later changes no rig."""

    region: Region = Field(default_factory=Region)
    currency: str = Field(default="EUR", pattern=r"^[A-Z]{3}$", description="ISO 4217 code for prices that are typed.")
    labour: Labour = Field(default_factory=Labour)
    sizing: Literal["largest_governs", "multiply_all"] = "largest_governs"
    assumptions: dict[str, float] = Field(default_factory=dict, description="Where the shop differs from the product.")

    @field_validator("assumptions")
    @classmethod
    def _known_and_bounded(cls, overrides: dict[str, float]) -> dict[str, float]:
        return bounded_assumptions(overrides)


def shop_defaults(session: Session, actor: Actor) -> ShopDefaults:
    """The shop's defaults; the product's own where it has settled nothing."""
    return ShopDefaults.model_validate(people.shop(session, actor.scope.shop_id).defaults)


def settle_defaults(
    session: Session, actor: Actor, defaults: ShopDefaults, *, seen: ShopDefaults | None = None
) -> ShopDefaults:
    """Store the shop's defaults, in place of those that were ``seen`` alone, if it is said which.

    Raises
    ------
    NotAllowed
        Only an owner settles them.
    NotPossible
        Somebody has settled others meanwhile.
    """
    actor.require_owner("settles the shop's defaults")
    shop = people.shop(session, actor.scope.shop_id, for_update=True)
    if seen is not None and ShopDefaults.model_validate(shop.defaults) != seen:
        raise NotPossible("Somebody has settled other defaults meanwhile. Load this page again to see them.")
    shop.defaults = defaults.model_dump(mode="json", exclude_defaults=True)
    return defaults


def new_rig(defaults: ShopDefaults) -> Rig:
    """A rig to start from: one stay, the shop's defaults, nothing else said."""
    return Rig(
        region=defaults.region,
        labour=defaults.labour,
        storage=Storage(sizing=defaults.sizing),
        assumptions=dict(defaults.assumptions),
        stays={"first": Stay()},
    )


def source_checks(session: Session, actor: Actor) -> Mapping[str, PrintCheck]:
    """Sources that the shop has compared with print, by id."""
    return {
        row.source_id: PrintCheck(row.edition, name, row.checked_on) for row, name in people.source_checks(session, actor.scope)
    }


def reader(session: Session, actor: Actor) -> Reader:
    """The actor as a reader: units, money, and what the shop has compared with print."""
    return Reader(actor.units, source_checks(session, actor), shop_defaults(session, actor).currency)


def record_check(session: Session, actor: Actor, source_id: str, *, edition: str, on: date, now: datetime) -> None:
    """Remember that the actor compared a source with its printed text; a later check replaces an earlier one.

    Raises
    ------
    NotAllowed, NotThere
        The role only reads; there is no such source.
    Unacceptable
        The date lies ahead.
    """
    actor.require_editor()
    if source_id not in sources():
        raise NotThere("There is no such source.")
    if on > now.date():
        raise Unacceptable("A check cannot lie ahead: give the day on which you compared it.")
    people.keep_source_check(session, actor.scope, source_id, edition=edition, checked_on=on, checked_by=actor.user_id)


def withdraw_check(session: Session, actor: Actor, source_id: str) -> None:
    """Forget that a source was compared. Raises NotAllowed where the role only reads."""
    actor.require_editor()
    people.forget_source_check(session, actor.scope, source_id)
