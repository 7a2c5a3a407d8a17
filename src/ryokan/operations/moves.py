"""Moving an option to another volts class: what would become of each thing."""

from __future__ import annotations

from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.parts.fitted import book_references, fitted
from ryokan.core.storage.moving import Move, move_to
from ryokan.core.storage.volts_class import CLASSES_V
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotThere
from ryokan.operations.parts import parts_book
from ryokan.operations.rigs import work_out


def read_move(session: Session, actor: Actor, option_id: UUID, volts: int) -> Move:
    """The move to 12, 24 or 48 V. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop, or no such class to move to.
    """
    worked = work_out(session, actor, option_id)
    if volts not in CLASSES_V or volts == worked.rig.storage.system_v:
        raise NotThere("There is no such move: the classes are 12, 24 and 48 V.")
    chosen = fitted(worked.rig, parts_book(session, actor.scope)(book_references(worked.rig)))
    return move_to(worked.rig, chosen, worked.report.figures, volts)
