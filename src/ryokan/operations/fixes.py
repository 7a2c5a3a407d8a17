"""Fixes, tried before they are offered: beside the answers to edits, so that no edit waits for it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from ryokan.core.errors import DomainError
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.findings.model import Finding, Fix
from ryokan.core.findings.trying import holds
from ryokan.core.parts.model import Part
from ryokan.core.rig import Rig
from ryokan.operations.patches import Document, edited

MOST_TRIED = 40  # in one request


def fixes_that_hold(
    rig: Rig, document: Document, report: Report, parts: Mapping[str, Part], findings: Iterable[Finding]
) -> dict[str, Fix]:
    """The fixes of some findings that end them and bring nothing worse, by the key of the finding.

    Parameters
    ----------
    rig, document, report
        As they are.
    parts : mapping of reference to part
        Those of the book that the rig refers to. A fix takes no others.
    findings : iterable of Finding
        At most :data:`MOST_TRIED` of them are tried, the first ones.
    """
    found: dict[str, Fix] = {}
    for finding in [one for one in findings if one.fix is not None][:MOST_TRIED]:
        assert finding.fix is not None
        try:
            fixed, _ = edited(rig, document, finding.fix.patch)
            after = evaluate(fixed, parts, before=report)
        except DomainError:
            continue  # what it would make is no rig: it is not offered
        if holds(finding, report, after):
            found[finding.key] = finding.fix
    return found
