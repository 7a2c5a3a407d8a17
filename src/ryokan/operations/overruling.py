"""Letting a fault or an advice stand: with a reason, by name, and with its values at the time."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.findings.model import Finding
from ryokan.core.findings.overruling import overruling_of
from ryokan.core.overruled import Overruled
from ryokan.core.rig import Rig
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible
from ryokan.operations.rigs import Lost, Opened, change_rig, work_out
from ryokan.operations.trials import report_with_trial
from ryokan.wording.findings import sentence


def overrule(
    session: Session, actor: Actor, option_id: UUID, *, finding_key: str, reason: str, base: int, now: datetime
) -> Opened | Lost:
    """Let a finding stand until it gets worse; it is known by its code and its subject. One edit, undone like any other.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        There is no such finding now, or it is a danger: those stay.
    """
    actor.require_editor()
    worked = work_out(session, actor, option_id)
    report = report_with_trial(session, actor, worked) if finding_key.startswith("trial.") else worked.report
    finding = next((one for one in report.findings if one.key == finding_key), None)
    if finding is None:
        raise NotPossible("There is no such finding at this rig now.")
    if finding.severity == "danger":
        raise NotPossible("A danger is never overruled. Change the rig, or have a licensed person change the rule's cause.")
    kept = Overruled(
        reason=reason,
        by=actor.name,
        on=now.date().isoformat(),
        said=sentence(finding, report.figures, actor.units).what,
        excess=finding.excess,
        words={**finding.words, **finding.measures},
    )
    return change_rig(session, actor, option_id, [_put(finding_key, kept)], base=base, edit_id=None, now=now)


def take_back(session: Session, actor: Actor, option_id: UUID, *, finding_key: str, base: int, now: datetime) -> Opened | Lost:
    """Let the rule speak again of what the finding is about, and of nothing else.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        The finding was not overruled.
    """
    actor.require_editor()
    worked = work_out(session, actor, option_id)
    code = finding_key.partition("@")[0]
    if finding_key in worked.rig.overruled:
        patch = [_remove(finding_key)]
    elif code in worked.rig.overruled:
        patch = [_remove(code), *_kept_for_others(worked.rig, worked.report.overruled, finding_key)]
    else:
        raise NotPossible("This finding was not overruled.")
    return change_rig(session, actor, option_id, patch, base=base, edit_id=None, now=now)


def _kept_for_others(rig: Rig, let_stand: Iterable[Finding], finding_key: str) -> list[dict[str, Any]]:
    """What was let stand before findings had subjects, written anew for each other thing that it covers."""
    code = finding_key.partition("@")[0]
    return [
        _put(one.key, known.model_copy(update={"words": {**one.words, **one.measures}}))
        for one in let_stand
        if one.code == code and one.key != finding_key and one.key not in rig.overruled
        if (known := overruling_of(one, rig.overruled)) is not None
    ]


def _put(finding_key: str, kept: Overruled) -> dict[str, Any]:
    return {"op": "add", "path": f"/overruled/{finding_key}", "value": kept.model_dump(mode="json")}


def _remove(finding_key: str) -> dict[str, Any]:
    return {"op": "remove", "path": f"/overruled/{finding_key}"}
