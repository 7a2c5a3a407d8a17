"""A report as JSON: the same figures and findings that the interface shows, by key."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.core.data.provenance import sources
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Fix
from ryokan.core.rig import Rig
from ryokan.wording.asked import question
from ryokan.wording.cautions import CAUTION
from ryokan.wording.figures import title
from ryokan.wording.findings import sentence
from ryokan.wording.quantities import UnitSystem
from ryokan.wording.readings import said
from ryokan.wording.sights import seen


def report_json(rig: Rig, report: Report, units: UnitSystem, fixes: Mapping[str, Sequence[Fix]]) -> dict[str, Any]:
    """``figures`` maps each key to its kind, value, unit, formula, inputs, source and note. ``fixes`` are those that hold.

    ``readings`` is what each reading says, ``follows`` what they mean for their day, ``sights`` what was seen, by place.
    """
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
        "readings": [
            {"reading": one.reading, "verdict": one.verdict, "what": words.what, "why": list(words.why)}
            for one in report.told
            for words in [said(one, report.figures, units)]
        ],
        "follows": [
            {"moment": one.moment, "code": one.code, "what": said(one, report.figures, units).what} for one in report.follows
        ],
        "sights": [{"place": where, "what": what} for where, what in seen(rig)],
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
