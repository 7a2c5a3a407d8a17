"""Rules of the loads."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, rule
from ryokan.core.loads.model import Load, Watts
from ryokan.core.loads.usual import usual_load
from ryokan.core.rig import Rig


@rule("loads.lower_step_would_do", "advice", "practice", worse=("need", "have"))
def lower_step_would_do(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter is short, and an appliance with several settings could run longer at a lower one."""
    if rig.inverter.chosen is None:
        return None
    need, rated = sheet["inverter.need_continuous_w"], sheet["inverter.rated_w"]
    if rated.number >= need.number:
        return None
    stepped = [(id, load) for id, load in rig.active_loads().items() if _lower_steps_w(load)]
    if not stepped:
        return None
    id, load = max(stepped, key=lambda one: one[1].draw.watts if isinstance(one[1].draw, Watts) else 0.0)
    headroom = sheet["assumptions.inverter_headroom"].number
    short_w = (need.number - rated.number) / headroom * load.power_factor / load.quantity
    assert isinstance(load.draw, Watts)
    enough = [step for step in _lower_steps_w(load) if load.draw.watts - step >= short_w]
    step_w = (enough or _lower_steps_w(load))[-1 if enough else 0]
    hours = load.hours_per_day * load.draw.watts / step_w  # the same heat
    patch = (
        {"op": "replace", "path": f"/loads/{id}/draw/watts", "value": step_w},
        {"op": "replace", "path": f"/loads/{id}/hours_per_day", "value": hours},
        {"op": "replace", "path": f"/loads/{id}/typed", "value": None},
    )
    return Trouble(
        figures={"need": need, "have": rated, "draw": sheet[f"loads.row.{id}.unit_w"]},
        words={"name": load.name, "step_w": f"{step_w:g}"},
        fix=Fix("loads.take_lower_step", patch) if enough and hours <= 24 else None,
    )


def _lower_steps_w(load: Load) -> list[float]:
    """Settings of an AC appliance below its draw, lowest first, by the table of usual loads. [W]"""
    usual = usual_load(load.name)
    if load.feed != "ac" or usual is None or not isinstance(load.draw, Watts):
        return []
    return [step for step in usual.steps_w if step < load.draw.watts]
