"""What a shop keeps of its audits: a usual load of its own, or a set such as “weekender”, to begin the next audit with."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.loads.model import Load
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, NotThere
from ryokan.operations.rigs import work_out
from ryokan.store.load_sets import LoadSetStore

MAX_SETS = 500


@dataclass(frozen=True, slots=True)
class LoadSet:
    """Loads under a name, in their order."""

    id: UUID
    name: str
    loads: tuple[Load, ...]


def load_sets(session: Session, actor: Actor) -> Sequence[LoadSet]:
    """All sets of the shop by name."""
    return [
        LoadSet(row.id, row.name, tuple(Load.model_validate(load) for load in row.loads))
        for row in LoadSetStore(session, actor.scope).all()
    ]


def keep_loads(session: Session, actor: Actor, option_id: UUID, *, name: str, load_id: str | None) -> Sequence[LoadSet]:
    """Keep one load of an option, or all that are not struck out, under a name. All sets come back.

    Raises
    ------
    NotAllowed, NotThere
        The role only reads; no such option in the actor's shop, or no such load in it.
    NotPossible
        There is a set of that name, or sets enough, or there is nothing to keep.
    """
    actor.require_editor()
    rig = work_out(session, actor, option_id).rig
    if load_id is not None and load_id not in rig.loads:
        raise NotThere("There is no such load.")
    loads = [rig.loads[load_id]] if load_id is not None else list(rig.active_loads().values())
    if not loads:
        raise NotPossible("There is no load to keep.")
    store = LoadSetStore(session, actor.scope)
    kept = store.all()
    if any(row.name.casefold() == name.casefold() for row in kept):
        raise NotPossible(f"The shop keeps something called “{name}” already.")
    if len(kept) >= MAX_SETS:
        raise NotPossible(f"A shop keeps at most {MAX_SETS} of them.")
    documents = [
        load.model_copy(update={"position": number, "struck": False}).model_dump(mode="json")
        for number, load in enumerate(loads, start=1)
    ]
    store.add(name, documents, actor.user_id)
    return load_sets(session, actor)


def forget_loads(session: Session, actor: Actor, set_id: UUID) -> Sequence[LoadSet]:
    """Keep a set no longer; audits that were begun with it keep their loads.

    Raises
    ------
    NotAllowed, NotThere
        The role only reads; no such set in the actor's shop.
    """
    actor.require_editor()
    store = LoadSetStore(session, actor.scope)
    row = store.load_set(set_id)
    if row is None:
        raise NotThere("There is no such set.")
    store.remove(row)
    return load_sets(session, actor)


def own_usual_loads(session: Session, actor: Actor, start: str) -> Sequence[LoadSet]:
    """Single loads that the shop keeps whose name begins with what is typed, or has a word that does."""
    typed = start.casefold().strip()
    if not typed:
        return []
    return [kept for kept in load_sets(session, actor) if len(kept.loads) == 1 and f" {typed}" in f" {kept.name.casefold()}"]
