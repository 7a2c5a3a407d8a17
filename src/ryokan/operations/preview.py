"""What an edit would change, without storing it."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.findings.model import Finding
from ryokan.core.rig import Rig
from ryokan.operations.accounts import Actor
from ryokan.operations.patches import Patch, edited
from ryokan.operations.rigs import Worked, evaluate_new
from ryokan.wording.ledger import LedgerLine, ledger


@dataclass(frozen=True, slots=True)
class LineChange:
    """A line of the ledger before and after; None where it is only on one side."""

    before: LedgerLine | None
    after: LedgerLine | None


@dataclass(frozen=True, slots=True)
class Preview:
    """The difference that an edit would make."""

    rig: Rig
    report: Report
    lines: tuple[LineChange, ...]
    ended: tuple[Finding, ...]
    new: tuple[Finding, ...]


def preview(session: Session, actor: Actor, opened: Worked, patch: Patch) -> Preview:
    """Evaluate the rig with the patch applied, and compare. A patch of nothing changes nothing.

    Raises
    ------
    Unacceptable
        The patch does not fit, or what results is no rig.
    """
    rig, report = opened.rig, opened.report
    if patch:
        edited_rig, document = edited(opened.rig, opened.document, patch)
        worked = evaluate_new(session, actor, document, edited_rig, opened.report)
        rig, report = worked.rig, worked.report
    before = {line.key: line for line in ledger(opened.rig, opened.report)}
    after = {line.key: line for line in ledger(rig, report)}
    lines = tuple(
        LineChange(before.get(name), after.get(name))
        for name in dict.fromkeys([*before, *after])
        if _amounts(before.get(name)) != _amounts(after.get(name))
    )
    before_keys = {finding.key for finding in opened.report.findings}
    after_keys = {finding.key for finding in report.findings}
    return Preview(
        rig=rig,
        report=report,
        lines=lines,
        ended=tuple(finding for finding in opened.report.findings if finding.key not in after_keys),
        new=tuple(finding for finding in report.findings if finding.key not in before_keys),
    )


def _amounts(line: LedgerLine | None) -> tuple[object, object]:
    if line is None:
        return None, None
    return line.need and line.need.value, line.have and line.have.value
