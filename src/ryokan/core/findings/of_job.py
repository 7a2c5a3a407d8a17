"""Rules that look beyond one rig: at the systems of its job."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import replace

from ryokan.core.evaluate import Report, worst_first
from ryokan.core.findings.model import Finding, Rule, Trouble
from ryokan.core.findings.overruling import stands
from ryokan.core.findings.things import each_link
from ryokan.core.rig import Rig

LINK_TO_NOWHERE = Rule(
    code="charging.link_to_nowhere",
    severity="advice",
    source="product",
    check=lambda *_: Trouble(),
)
# By code, as :data:`ryokan.core.findings.model.RULES`; none of them can be judged of a rig by itself.
JOB_RULES = {LINK_TO_NOWHERE.code: LINK_TO_NOWHERE}


def with_job(report: Report, rig: Rig, systems: Collection[str]) -> Report:
    """The report with what the rules of the job find, where the rig has links.

    Parameters
    ----------
    report : Report
    rig : Rig
    systems : collection of str
        Names of all systems of the job, its own among them.
    """
    found = list(_links_to_nowhere(rig, systems))
    if not found:
        return report
    standing = [one for one in found if stands(one, rig.overruled)]
    let_stand = [one for one in found if not stands(one, rig.overruled)]
    return replace(
        report,
        findings=tuple(worst_first([*report.findings, *standing], report.traces.plan)),
        overruled=tuple(worst_first([*report.overruled, *let_stand], report.traces.plan)),
    )


def _links_to_nowhere(rig: Rig, systems: Collection[str]) -> Iterator[Finding]:
    """Links to a system that the job does not have: what they bring or take stands in nobody's other end."""
    known = {name.casefold() for name in systems}
    for thing in each_link(rig, None):
        if thing.name.casefold() not in known:
            yield LINK_TO_NOWHERE.finding(Trouble(), thing)
