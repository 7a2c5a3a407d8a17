"""The runs of an option's DC side, with what was worked out of each."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.core.wiring.things import RunOf, runs_of
from ryokan.operations.accounts import Actor
from ryokan.operations.rigs import work_out


@dataclass(frozen=True, slots=True)
class WiringSide:
    """The rig, its runs by their ids, and the figures of the whole report."""

    rig: Rig
    runs: Mapping[str, RunOf]
    figures: Mapping[str, Figure]
    revision: int


def read_wiring_side(session: Session, actor: Actor, option_id: UUID) -> WiringSide:
    """The newest revision of an option. Stores nothing.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    return WiringSide(worked.rig, runs_of(worked.rig), worked.report.figures, worked.revision.number)
