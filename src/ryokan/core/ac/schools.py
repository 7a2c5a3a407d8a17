"""The rival schools of joining an inverter to the AC side, each as the edit that would build it. (common practice)"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal, TypeAlias

from ryokan.core.ac.model import Feed, Panel
from ryokan.core.ac.values import INLET, THE_INVERTER
from ryokan.core.rig import Rig
from ryokan.core.topology.network import legs_of_supply

School: TypeAlias = Literal["outlets", "cord", "switch", "relay", "inverter"]
SCHOOLS: tuple[School, ...] = ("outlets", "cord", "switch", "relay", "inverter")
# Above so many watts an inverter-charger with a transfer of its own is the usual one. (common practice) [W]
INVERTER_FROM_W = 1_000.0


@dataclass(frozen=True, slots=True)
class SchoolOffered:
    """One school with the edit that begins the AC side by it; ``usual`` for an inverter of that rating."""

    school: School
    patch: tuple[Mapping[str, Any], ...]
    usual: bool


def schools(rig: Rig, rated_w: float | None) -> tuple[SchoolOffered, ...]:
    """The schools to begin with; none once there is a panel."""
    if rig.ac.panels:
        return ()
    usual: School = "cord" if rated_w is None or rated_w <= INVERTER_FROM_W else "inverter"
    return tuple(SchoolOffered(school, _patch(rig, school), school == usual) for school in SCHOOLS)


def _patch(rig: Rig, school: School) -> tuple[Mapping[str, Any], ...]:
    legs = legs_of_supply(rig)
    two = legs == 2
    from_inlet = Feed(source=INLET, position=0, onto="straight" if two else None)
    from_unit = Feed(source=f"inverter:{THE_INVERTER}", position=1)
    panel, takes_in = Panel(legs=2 if two else 1, feeds={"inlet": from_inlet}), "none"
    match school:
        case "outlets":
            pass
        case "inverter":
            panel = panel.model_copy(update={"feeds": {"inverter": from_unit.model_copy(update={"onto": from_inlet.onto})}})
            takes_in = INLET
        case "cord" | "switch" | "relay":
            panel = panel.model_copy(update={"transfer": school, "feeds": {"inlet": from_inlet, "inverter": from_unit}})
    return (
        {"op": "add", "path": "/ac/panels/panel", "value": panel.model_dump(mode="json")},
        {"op": "add", "path": "/inverter/ac_in", "value": takes_in},
    )
