"""All rules, judged over one sheet."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings import brief, charging, inverter, links, loads, place, solar, space, storage, survey, wiring
from ryokan.core.findings.model import RULES, SEVERITIES, STEPS, Finding
from ryokan.core.rig import Rig

RULE_MODULES = (
    survey,
    space,
    place,
    brief,
    loads,
    storage,
    inverter,
    solar,
    charging,
    links,
    wiring,
)  # importing them registers their rules


def judge(rig: Rig, sheet: Sheet) -> tuple[Finding, ...]:
    """Everything that does not fit: worst first, then in the order of the steps."""
    found = [finding for rule in RULES.values() for finding in rule.judge(rig, sheet)]
    # Things of one rule stay in the order in which the rig has them.
    return tuple(sorted(found, key=lambda f: (SEVERITIES.index(f.severity), STEPS.index(f.step), f.code)))
