"""A second pair of eyes: comments on a load, a part or a run of an option, until somebody resolves them by name."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.rig import Rig
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere
from ryokan.operations.rigs import work_out
from ryokan.store.comments import CommentStore
from ryokan.store.jobs import JobStore

MAX_COMMENTS = 500
COMMENTERS = ("owner", "designer", "fitter")
PARTS = {"bank": "the bank", "inverter": "the inverter", "array": "the array", "chargers": "the chargers"}
RUNS = {"main": "the main run"}


@dataclass(frozen=True, slots=True)
class Comment:
    """A comment with its place in words; ``about`` is None where the place is gone from the rig."""

    id: UUID
    pin: str
    about: str | None
    text: str
    author: str
    at: datetime
    resolved_by: str | None
    resolved_at: datetime | None


def pin_words(rig: Rig, pin: str) -> str | None:
    """What a pin is stuck to: “load:fridge” by the load's name; None where the rig has no such place."""
    kind, _, id = pin.partition(":")
    if kind == "load":
        load = rig.loads.get(id)
        return None if load is None else load.name
    if kind == "part":
        own = rig.own_parts.get(id)
        return PARTS.get(id) if own is None else own.part.name
    return RUNS.get(id) if kind == "run" else None


def list_comments(session: Session, actor: Actor, option_id: UUID) -> Sequence[Comment]:
    """All comments on an option, oldest first.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    rig = work_out(session, actor, option_id).rig
    return [
        Comment(
            id=row.id,
            pin=row.pin,
            about=pin_words(rig, row.pin),
            text=row.text,
            author=author,
            at=row.at,
            resolved_by=resolver,
            resolved_at=row.resolved_at,
        )
        for row, author, resolver in CommentStore(session, actor.scope).of_option(option_id)
    ]


def comment(session: Session, actor: Actor, option_id: UUID, *, pin: str, text: str, now: datetime) -> Sequence[Comment]:
    """Stick a comment to a load, a part or a run; all comments come back.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; a viewer only reads.
    NotPossible
        The rig has no such place, or it has comments enough.
    """
    _require_commenter(actor)
    rig = work_out(session, actor, option_id).rig
    if pin_words(rig, pin) is None:
        raise NotPossible("There is nothing at this place of the rig to comment on.")
    store = CommentStore(session, actor.scope)
    if len(store.of_option(option_id)) >= MAX_COMMENTS:
        raise NotPossible(f"An option has at most {MAX_COMMENTS} comments.")
    store.add(option_id, pin=pin, text=text, author_id=actor.user_id, at=now)
    return list_comments(session, actor, option_id)


def resolve(session: Session, actor: Actor, comment_id: UUID, *, resolved: bool, now: datetime) -> Sequence[Comment]:
    """Mark a comment as dealt with, by name, or open it again.

    Raises
    ------
    NotThere, NotAllowed
        No such comment in the actor's shop; a viewer only reads.
    """
    _require_commenter(actor)
    row = CommentStore(session, actor.scope).comment(comment_id)
    if row is None or JobStore(session, actor.scope).option(row.option_id) is None:
        raise NotThere("There is no such comment.")
    row.resolved_by, row.resolved_at = (actor.user_id, now) if resolved else (None, None)
    session.flush()
    return list_comments(session, actor, row.option_id)


def _require_commenter(actor: Actor) -> None:
    if actor.role not in COMMENTERS:
        raise NotAllowed(f"A {actor.role} can look but not comment. Ask the owner of the shop.")
