"""Whether the fuse of a run opens before the one that feeds it, as far as that can be shown."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure
from ryokan.core.wiring.fuse_times import Fused, opens_first
from ryokan.core.wiring.things import RunOf


def shown_to_open_first(one: RunOf, before: RunOf | None, figures: Mapping[str, Figure]) -> bool | None:
    """Whether it is shown at the highest and at the lowest fault current; None where a fuse of the two is not known."""
    if before is None:
        return None
    behind, feeding = _fused(one), _fused(before)
    if behind is None or feeding is None:
        return None
    found = (figures.get(f"{one.base}.fault_high_a"), figures.get(f"{one.base}.fault_low_a"))
    faults = tuple(fault.number for fault in found if fault is not None)
    return opens_first(feeding, behind, faults if len(faults) == len(found) else ())


def _fused(one: RunOf) -> Fused | None:
    said = one.said
    return Fused(said.fuse_family, said.fuse_a, said.fuse_opens) if isinstance(said.fuse_a, float) else None
