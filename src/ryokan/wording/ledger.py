"""The ledger: need against have, one line for each question that a step answers."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Severity
from ryokan.core.rig import Rig
from ryokan.wording.quantities import number

CHEMISTRY_SHORT = {"lfp": "LFP", "nmc": "NMC", "custom": "other", "agm": "AGM", "gel": "gel", "flooded": "flooded"}


@dataclass(frozen=True, slots=True)
class LedgerLine:
    """One line: ``severity`` is that of the finding which says that have does not meet need."""

    key: str  # of the need: what the line is about, whatever its label says of the rig at hand
    step: str | None  # None: of everything chosen so far
    label: str
    need: Figure | None
    have: Figure | None
    severity: Severity | None


# step, label, key of the need, key of what was chosen, findings that speak of this line
_LINES: tuple[tuple[str, str, str, str | None, tuple[str, ...]], ...] = (
    ("loads", "A day, with margin", "loads.wh_per_day_with_margin", None, ()),
    ("storage", "Bank, {chemistry}", "storage.need_wh", "storage.have_wh", ("storage.days_short",)),
    ("storage", "at {nominal_v} V", "storage.need_ah", "storage.have_ah", ("storage.days_short",)),
    ("storage", "Its mass, about", "storage.alternatives.{chemistry_id}.mass_kg", "storage.mass_kg", ()),
    ("inverter", "Inverter, running", "inverter.need_continuous_w", "inverter.gives_w", ("inverter.continuous_short",)),
    ("inverter", "Inverter, starting", "inverter.need_surge_w", "inverter.surge_w", ("inverter.surge_short",)),
    ("inverter", "DC amps at cut-off", "inverter.dc_current_at_cutoff_a", None, ("inverter.volts_class_low",)),
    ("solar", "Array, {sun} h of sun", "solar.need_w", "solar.have_w", ("solar.array_cannot_refill",)),
    ("solar", "Controller", "solar.controller_need_a", "solar.controller_have_a", ("solar.controller_clips",)),
    (
        "charging",
        "DC-DC alone, {driving} h",
        "charging.dcdc.need_a",
        "charging.dcdc.have_a",
        ("charging.alternator_overloaded",),
    ),
    ("charging", "Shore, full in {refill} h", "charging.shore.need_a", "charging.shore.have_a", ("charging.hookup_too_small",)),
    (
        "wiring",
        "Main cable",
        "wiring.main.conductor",
        "wiring.main.have_conductor",
        ("wiring.conductor_undersized", "wiring.fuse_window_closed", "wiring.drop_over_class", "wiring.no_stock_size"),
    ),
    (
        "wiring",
        "Main fuse",
        "wiring.main.fuse_a",
        "wiring.main.have_fuse_a",
        ("wiring.fuse_above_ampacity", "wiring.fuse_below_load", "wiring.no_stock_size"),
    ),
)  # fmt: skip


def ledger(rig: Rig, report: Report) -> list[LedgerLine]:
    """All lines; a need that cannot be worked out, or is nothing, is None, and so is what is not yet chosen."""
    figures = report.figures
    names = {
        "chemistry_id": rig.storage.chemistry,
        "chemistry": CHEMISTRY_SHORT[rig.storage.chemistry],
        "nominal_v": number(figures["storage.nominal_v"].number),
        "sun": number(figures["solar.peak_sun_hours"].number),
        "driving": number(figures["brief.driving_hours_per_day"].number),
        "refill": number(rig.charging.refill_hours),
    }
    severities = {finding.code: finding.severity for finding in reversed(report.findings)}
    lines = []
    for step, label, need_key, have_key, codes in _LINES:
        severity = next((severities[code] for code in codes if code in severities), None)
        have = figures.get(have_key) if have_key else None
        if have is not None and have.key == "inverter.gives_w" and rig.inverter.chosen is None:
            have = None  # the stand-in is no choice
        lines.append(
            LedgerLine(need_key, step, label.format(**names), _something(figures, need_key.format(**names)), have, severity)
        )
    return lines + _totals(figures)


def _totals(figures: Mapping[str, Figure]) -> list[LedgerLine]:
    """Mass and price of what is chosen so far; each currency by itself."""
    lines = []
    if "parts.mass_kg" in figures:
        lines.append(LedgerLine("parts.mass_kg", None, "Chosen so far, mass", None, figures["parts.mass_kg"], None))
    missing = figures.get("parts.without_price")
    at_least = " at least" if missing is not None else ""
    for key in sorted(figures):
        if key.startswith("parts.price."):
            lines.append(LedgerLine(key, None, f"Chosen so far, price{at_least}", None, figures[key], None))
    return lines


def _something(figures: Mapping[str, Figure], key: str) -> Figure | None:
    figure = figures.get(key)
    return None if figure is None or figure.value == 0.0 else figure
