"""Rules of the loads."""

from __future__ import annotations

from ryokan.core.ac.states import ac_states
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, rule
from ryokan.core.findings.things import each_load
from ryokan.core.loads.model import Load, Watts
from ryokan.core.loads.rows import on_the_hookup_alone
from ryokan.core.loads.usual import usual_load
from ryokan.core.rig import Rig


def _largest_with_steps(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Load]]]:
    """Of the appliances with several settings the one that draws most, where the chosen inverter is short."""
    have = sheet.get("inverter.have_w")
    if have is None or have.number >= sheet["inverter.peak_w"].number:
        return []
    met = [one for one in each_load(rig, sheet) if not on_the_hookup_alone(one.item[1])]
    states = ac_states(rig, sheet)
    stepped = [one for one in met if _lower_steps_w(one.item[1]) and THE_INVERTER in states.bearers(*one.item)]
    return sorted(stepped, key=lambda one: -_watts(one.item[1]))[:1]


def _watts(load: Load) -> float:
    return load.draw.watts if isinstance(load.draw, Watts) else 0.0


@rule("loads.lower_step_would_do", "advice", "practice", worse=("need", "have"), each=_largest_with_steps)
def lower_step_would_do(rig: Rig, sheet: Sheet, one: tuple[str, Load]) -> Trouble | None:
    """The chosen inverter is short, and an appliance with several settings could run longer at a lower one."""
    need, rated, (id, load) = sheet["inverter.peak_w"], sheet["inverter.rated_w"], one
    short_w = (need.number - rated.number) / load.quantity
    enough = [step for step in _lower_steps_w(load) if _watts(load) - step >= short_w]
    step_w = (enough or _lower_steps_w(load))[-1 if enough else 0]
    hours = load.hours_per_day * _watts(load) / step_w  # the same heat
    patch = (
        {"op": "replace", "path": f"/loads/{id}/draw/watts", "value": step_w},
        {"op": "replace", "path": f"/loads/{id}/hours_per_day", "value": hours},
        {"op": "replace", "path": f"/loads/{id}/typed", "value": None},
    )
    return Trouble(
        figures={"need": need, "have": rated, "draw": sheet[f"loads.row.{id}.unit_w"]},
        measures={"step_w": f"{step_w:g}"},
        fix=Fix("loads.take_lower_step", patch) if enough and hours <= 24 else None,
    )


def _lower_steps_w(load: Load) -> list[float]:
    """Settings of an AC appliance below its draw, lowest first, by the table of usual loads. [W]"""
    usual = usual_load(load.name)
    if load.feed != "ac" or usual is None or not isinstance(load.draw, Watts):
        return []
    return [step for step in usual.steps_w if step < load.draw.watts]
