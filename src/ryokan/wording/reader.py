"""Who reads: in which units, and which sources the reader's shop has compared with print."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date

from ryokan.core.data.provenance import sources
from ryokan.core.question import MONEY
from ryokan.wording.quantities import UnitSystem


@dataclass(frozen=True, slots=True)
class PrintCheck:
    """That somebody of the shop compared a source with its printed text."""

    edition: str
    by: str
    on: date


@dataclass(frozen=True, slots=True)
class Reader:
    """What wording has to know of whom it speaks to."""

    units: UnitSystem = "metric"
    checks: Mapping[str, PrintCheck] = field(default_factory=dict)
    currency: str = MONEY

    def money(self, text: str) -> str:
        """A unit or a sentence with the shop's currency, where a rig speaks of none."""
        return text.replace(MONEY, self.currency)

    def from_memory(self, source_id: str) -> bool:
        """Whether a source was recalled and the reader's shop has not compared it with print."""
        return sources()[source_id].from_memory and source_id not in self.checks
