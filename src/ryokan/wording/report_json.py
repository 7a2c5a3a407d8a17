"""A report as JSON: the same figures and findings that the interface shows, by key."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.core.data.provenance import sources
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Fix
from ryokan.wording.asked import question
from ryokan.wording.cautions import CAUTION
from ryokan.wording.figures import title
from ryokan.wording.findings import sentence
from ryokan.wording.quantities import UnitSystem


def report_json(report: Report, units: UnitSystem, fixes: Mapping[str, Sequence[Fix]]) -> dict[str, Any]:
    """``figures`` maps each key to its kind, value, unit, formula, inputs, source and note. ``fixes`` are those that hold."""
    return {
        "figures": {key: _figure(figure) for key, figure in report.figures.items()},
        "findings": [
            {
                "key": finding.key,
                "code": finding.code,
                "subject": finding.subject,
                "severity": finding.severity,
                "step": finding.step,
                "what": (words := sentence(finding, report.figures, units)).what,
                "why": words.why,
                "figures": dict(finding.figures),
                "source": _source(finding.source),
                "fix": list(fixes[finding.key][0].patch) if finding.key in fixes else None,
            }
            for finding in report.findings
        ],
        "asked": [
            {"key": one.key, "grade": one.grade, "what": question(one).what, "decides": question(one).why}
            for one in report.asked
        ],
        "steps": dict(report.steps),
        "caution": CAUTION,
    }


def _figure(figure: Figure) -> dict[str, Any]:
    return {
        "title": title(figure.key),
        "kind": figure.kind,
        "value": list(figure.value) if isinstance(figure.value, tuple) else figure.value,
        "unit": figure.unit,
        "formula": figure.formula,
        "inputs": {name: list(keys) if isinstance(keys, tuple) else keys for name, keys in figure.inputs.items()},
        "source": _source(figure.source),
        "note": figure.note,
    }


def _source(id: str) -> dict[str, Any]:
    source = sources()[id]
    return {
        "id": source.id,
        "title": source.title,
        "edition": source.edition,
        "confidence": source.confidence,
        "from_memory": source.from_memory,
    }
