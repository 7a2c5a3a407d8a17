"""Fixes, tried before they are offered: beside the answers to edits, so that no edit waits for it."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping

from ryokan.core.errors import DomainError
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.findings.model import Finding, Fix
from ryokan.core.findings.trying import holds
from ryokan.core.parts.model import Part
from ryokan.core.rig import Rig
from ryokan.operations.patches import Document, Patch, edited

MOST_TRIED = 40  # in one request


def fixes_that_hold(
    rig: Rig, document: Document, report: Report, parts: Mapping[str, Part], findings: Iterable[Finding]
) -> dict[str, tuple[Fix, ...]]:
    """The fixes of some findings that end them and bring nothing worse, by the key of the finding: none of one without.

    Parameters
    ----------
    rig, document, report
        As they are.
    parts : mapping of reference to part
        Those of the book that the rig refers to. A fix takes no others.
    findings : iterable of Finding
        At most :data:`MOST_TRIED` of them are tried, the first ones.
    """
    found: dict[str, tuple[Fix, ...]] = {}
    tried: dict[str, Report | None] = {}  # several findings often have the same fix
    for finding in [one for one in findings if one.fixes][:MOST_TRIED]:
        held = tuple(fix for fix in finding.fixes if _holds(fix, finding, rig, document, report, parts, tried))
        if held:
            found[finding.key] = held
    return found


def _holds(
    fix: Fix,
    finding: Finding,
    rig: Rig,
    document: Document,
    report: Report,
    parts: Mapping[str, Part],
    tried: dict[str, Report | None],
) -> bool:
    change = json.dumps(fix.patch)
    if change not in tried:
        tried[change] = _with(rig, document, fix.patch, parts, report)
    after = tried[change]
    return after is not None and holds(finding, report, after)


def _with(rig: Rig, document: Document, patch: Patch, parts: Mapping[str, Part], before: Report) -> Report | None:
    """What a fix leads to; none where what it makes is no rig."""
    try:
        fixed, _ = edited(rig, document, patch)
        return evaluate(fixed, parts, before=before)
    except DomainError:
        return None
