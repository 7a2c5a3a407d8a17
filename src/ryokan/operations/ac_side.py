"""The AC side of an option, in all its modes."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.ac.states import LEGS_OF_PART, AcStates, ac_states, is_drawn, placed
from ryokan.core.figure import Sheet
from ryokan.core.rig import Rig
from ryokan.operations.accounts import Actor
from ryokan.operations.rigs import work_out


@dataclass(frozen=True, slots=True)
class AcSide:
    """What is asked of it: the rig with its loads where they hang, the network in each mode, and whether there is one."""

    rig: Rig
    states: AcStates
    revision: int
    rated_w: float | None
    drawn: bool


def read_ac_side(session: Session, actor: Actor, option_id: UUID) -> AcSide:
    """The newest revision of an option. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    legs = worked.report.figures.get(LEGS_OF_PART)
    rig = placed(worked.rig, None if legs is None else int(legs.number))
    sheet = Sheet(dict(worked.rig.assumptions))
    sheet.figures.update(worked.report.figures)
    rated = worked.report.figures.get("inverter.rated_w")
    return AcSide(
        rig=rig,
        states=ac_states(rig, sheet),
        revision=worked.revision.number,
        rated_w=None if rated is None else rated.number,
        drawn=is_drawn(rig),
    )
