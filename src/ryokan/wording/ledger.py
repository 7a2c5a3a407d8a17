"""The ledger: need against have, one line for each question that a step answers."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Severity
from ryokan.core.registry import STEPS
from ryokan.core.rig import Rig
from ryokan.wording.quantities import number
from ryokan.wording.steps import of_all_steps

CHEMISTRY_SHORT = {
    "lfp": "LFP",
    "nmc": "NMC",
    "custom": "other",
    "agm": "AGM",
    "gel": "gel",
    "flooded": "flooded",
    "sealed_wet": "sealed wet",
}


@dataclass(frozen=True, slots=True)
class LedgerLine:
    """One line: ``severity`` is that of the finding which says that have does not meet need."""

    key: str  # of the need: what the line is about, whatever its label says of the rig at hand
    step: str | None  # None: of everything chosen so far
    label: str
    need: Figure | None
    have: Figure | None
    severity: Severity | None


_LABELS = of_all_steps("LEDGER")


def ledger(rig: Rig, report: Report) -> list[LedgerLine]:
    """All lines; a need that cannot be worked out, or is nothing, is None, and so is what is not yet chosen."""
    figures = report.figures
    names = {
        "chemistry_id": rig.storage.chemistry,
        "chemistry": CHEMISTRY_SHORT[rig.storage.chemistry],
        "nominal_v": number(figures["storage.nominal_v"].number),
        "sun": number(figures["solar.peak_sun_hours"].number),
        "driving": number(figures["brief.driving_hours_per_day"].number),
        "refill": number(figures["charging.refill_hours"].number) if "charging.refill_hours" in figures else "",
    }
    severities = {finding.code: finding.severity for finding in reversed(report.findings)}
    lines = []
    for step in STEPS:
        for line in step.ledger:
            have = None if line.have is None or (line.only_if_chosen and not step.chosen(rig)) else figures.get(line.have)
            severity = next((severities[code] for code in line.judged_by if code in severities), None)
            if line.only_if_there and have is None and line.need not in figures:
                continue
            label, need = _LABELS[line.need].format(**names), _something(figures, line.need.format(**names))
            lines.append(LedgerLine(line.need, step.name, label, need, have, severity))
    return lines + _totals(figures)


def _totals(figures: Mapping[str, Figure]) -> list[LedgerLine]:
    """Mass and price of what is chosen so far; each currency by itself."""
    lines = []
    if "parts.mass_kg" in figures:
        lines.append(LedgerLine("parts.mass_kg", None, "Chosen so far, mass", None, figures["parts.mass_kg"], None))
    missing = figures.get("parts.without_price")
    at_least = " at least" if missing is not None else ""
    prices = [key for key in sorted(figures) if key.startswith("parts.price.")]
    for key in prices:
        what = "price" if len(prices) == 1 else f"in {figures[key].unit}"  # no two lines have one label
        lines.append(LedgerLine(key, None, f"Chosen so far, {what}{at_least}", None, figures[key], None))
    return lines


def _something(figures: Mapping[str, Figure], key: str) -> Figure | None:
    figure = figures.get(key)
    return None if figure is None or figure.value == 0.0 else figure
