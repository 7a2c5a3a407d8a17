"""Findings and their fixes as sentences. Dangers name the caution; nothing is ever called safe."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure
from ryokan.core.findings.model import Finding
from ryokan.wording.quantities import HARD_SPACE, UnitSystem, quantity
from ryokan.wording.steps import BY_STEP, of_all_steps
from ryokan.wording.trial import frequency
from ryokan.wording.words import Words

# By code, and by “code/variant” where what is there decides how it is said.
FINDINGS: dict[str, Words] = {code: words for of_step in BY_STEP.values() for code, words in of_step.FINDINGS.items()}
FIXES = of_all_steps("FIXES")

SEVERITY_WORDS = {"danger": "Danger", "fault": "Does not fit", "advice": "Advice"}


def sentence(finding: Finding, figures: Mapping[str, Figure], system: UnitSystem) -> Words:
    """The finding in words, its quantities in the reader's units."""
    quantities = {name: _said(figures[key], system) for name, key in finding.figures.items()}
    words = FINDINGS.get(f"{finding.code}/{finding.variant}") or FINDINGS[finding.code]
    filled = {**quantities, **finding.words, **finding.measures, "name": finding.name}
    return Words(_begun(words.what.format(**filled)), words.why.format(**filled))


def _begun(text: str) -> str:
    """A sentence that begins with what people call a thing begins with a capital all the same."""
    return text[:1].upper() + text[1:]


def _said(figure: Figure, system: UnitSystem) -> str:
    if figure.key.startswith("trial.") and figure.key.endswith("dark_frac"):
        return frequency(figure.number, "trip" if "trip" in figure.key else "night")
    text = quantity(figure.value, figure.unit, system)
    return text.removesuffix("s") if text in (f"1{HARD_SPACE}days", f"1{HARD_SPACE}nights") else text
