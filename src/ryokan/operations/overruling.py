"""Letting a fault or an advice stand: with a reason, by name, and with its values at the time."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.overruled import Overruled
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible
from ryokan.operations.rigs import Lost, Opened, change_rig, work_out
from ryokan.wording.findings import sentence


def overrule(
    session: Session, actor: Actor, option_id: UUID, *, code: str, reason: str, base: int, now: datetime
) -> Opened | Lost:
    """Let a finding stand until it gets worse. One edit, undone like any other.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        There is no such finding now, or it is a danger: those stay.
    """
    actor.require_editor()
    worked = work_out(session, actor, option_id)
    finding = next((one for one in worked.report.findings if one.code == code), None)
    if finding is None:
        raise NotPossible("There is no such finding at this rig now.")
    if finding.severity == "danger":
        raise NotPossible("A danger is never overruled. Change the rig, or have a licensed person change the rule's cause.")
    kept = Overruled(
        reason=reason,
        by=actor.name,
        on=now.date().isoformat(),
        said=sentence(finding, worked.report.figures, actor.units).what,
        excess=finding.excess,
        words=dict(finding.words),
    )
    patch = [{"op": "add", "path": f"/overruled/{code}", "value": kept.model_dump(mode="json")}]
    return change_rig(session, actor, option_id, patch, base=base, edit_id=None, now=now)


def take_back(session: Session, actor: Actor, option_id: UUID, *, code: str, base: int, now: datetime) -> Opened | Lost:
    """Let the rule speak again.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        The rule was not overruled.
    """
    actor.require_editor()
    if code not in work_out(session, actor, option_id).rig.overruled:
        raise NotPossible("This rule was not overruled.")
    patch = [{"op": "remove", "path": f"/overruled/{code}"}]
    return change_rig(session, actor, option_id, patch, base=base, edit_id=None, now=now)
