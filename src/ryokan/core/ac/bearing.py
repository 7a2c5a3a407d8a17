"""Which inverter bears a load, and at which rating its losses are reckoned."""

from __future__ import annotations

from collections.abc import Iterable

from ryokan.core.ac.states import LEGS_OF_PART, ac_states
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Figure
from ryokan.core.loads.rows import Powered
from ryokan.core.scope import Scope

OF_RATINGS = (LEGS_OF_PART, "inverter.other.*.rated_w", "inverter.rated_w")


def of_unit(scope: Scope, rows: Iterable[Powered], id: str) -> list[Powered]:
    """Those of some rows on AC that an inverter bears when there is no hookup."""
    on_ac = [row for row in rows if row.load.feed == "ac"]
    if all(row.load.hangs_on is None for row in on_ac):
        return on_ac if id == THE_INVERTER else []
    states = ac_states(scope.rig, scope)
    return [row for row in on_ac if id in states.bearers(row.id, row.load)]


def rated_for(scope: Scope, row: Powered) -> Figure | None:
    """Rating of the inverter that bears a row; of the one reckoned with where nobody said. None of what runs on DC. [W]

    Where nobody knows that rating it is the row's own draw: an inverter that it loads in full.
    """
    if row.load.feed != "ac":
        return None
    reckoned = scope.get("inverter.rated_w")
    if row.load.hangs_on is not None:
        bearers = ac_states(scope.rig, scope).bearers(row.id, row.load)
        others = sorted(one for one in bearers if one != THE_INVERTER)
        if others and THE_INVERTER not in bearers:
            return scope.get(f"inverter.other.{others[0]}.rated_w") or row.running_w
    return reckoned or row.running_w
