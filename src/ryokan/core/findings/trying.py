"""Whether a fix may be offered: tried on the rig, it ends its finding and brings nothing worse."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.evaluate import Report
from ryokan.core.findings.model import Finding

# Advice that no fix may bring: the product's own rules of what is usual to build. What a maker asks and what a cable bears are
# faults and dangers, which no fix may bring anyhow.
KEPT_BY_EVERY_FIX = frozenset({"storage.many_in_parallel", "storage.inverter_over_rate", "solar.controller_clips"})


def holds(finding: Finding, before: Report, after: Report) -> bool:
    """Whether a fix holds: its finding is gone, no danger or fault is there that was not, and none that was there is worse.

    Parameters
    ----------
    finding : Finding
        What the fix is for.
    before, after : Report
        Of the rig without and with the fix applied.
    """
    return finding.key not in _by_key(after) and brings_nothing_worse(before, after)


def brings_nothing_worse(before: Report, after: Report) -> bool:
    """Whether a change brings no danger or fault that was not there, makes none worse, and keeps what is usual to build."""
    was, now = _by_key(before), _by_key(after)
    return not any(_is_new_or_worse(one, was.get(key)) for key, one in now.items() if _weighs(one))


def _by_key(report: Report) -> Mapping[str, Finding]:
    """All findings, also those that somebody lets stand."""
    return {one.key: one for one in (*report.findings, *report.overruled)}


def _weighs(finding: Finding) -> bool:
    return finding.severity != "advice" or finding.code in KEPT_BY_EVERY_FIX


def _is_new_or_worse(now: Finding, was: Finding | None) -> bool:
    if was is None:
        return True
    if now.excess is None or was.excess is None:
        return False
    return now.excess > was.excess + 1e-6 * max(1.0, abs(was.excess))
