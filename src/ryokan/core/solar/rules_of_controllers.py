"""Rules of controllers: what comes into them, which bank they are made for, and how several agree."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing, Trouble, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope
from ryokan.core.solar.controller import arrays_on, values_of
from ryokan.core.solar.model import Controller
from ryokan.core.solar.values import ControllerValues
from ryokan.core.subjects import subject_of

# Relative slack of comparisons, so that exactly at a limit is not over it by the last digit.
SLACK = 1e-9


def panel_parts(sheet: Sheet) -> Mapping[str, PanelPart]:
    """The panels of the rig as parts, by their references."""
    return sheet.parts.panels if isinstance(sheet, Scope) else {}


def known_controllers(rig: Rig, sheet: Sheet) -> dict[str, ControllerValues]:
    """What is known of each controller, by its id."""
    parts = sheet.parts.controllers if isinstance(sheet, Scope) else {}
    return {id: values_of(one, parts.get(id)) for id, one in rig.solar.ordered_controllers().items()}


def each_controller(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Controller]]]:
    """Every controller that something is said of."""
    parts = sheet.parts.controllers if isinstance(sheet, Scope) else {}
    return [
        Thing(
            subject_of(("controller", id)), one.name or (parts[id].name if id in parts else f"controller {number}"), (id, one)
        )
        for number, (id, one) in enumerate(rig.solar.ordered_controllers().items(), start=1)
    ]


@rule("solar.short_circuit_over_input", "fault", "nec_690_8", worse=("amps", "limit"), each=each_controller)
def short_circuit_over_input(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """1.25 times the panels' short-circuit amps are above what a controller's input bears."""
    amps, limit = (sheet.get(f"solar.controller.{one[0]}.{name}") for name in ("input_a", "most_isc_a"))
    if amps is None or limit is None or amps.number <= limit.number * (1 + SLACK) or not _amps_said(rig, sheet, one[0]):
        return None
    return Trouble(figures={"amps": amps, "limit": limit})


def _amps_said(rig: Rig, sheet: Sheet, controller: str) -> bool:
    parts = panel_parts(sheet)
    panels = [
        parts.get(laid.part)
        for array in arrays_on(rig.solar, controller).values()
        for string in array.strings.values()
        for laid in string.panels.values()
    ]
    return all(one is not None and (one.isc_a is not None or one.measured_isc_a is not None) for one in panels)


@rule("solar.input_clips", "advice", "practice", worse=("amps", "limit"), each=each_controller)
def input_clips(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """In full sun the panels' working amps are above those that a controller works with: it takes no more."""
    amps, limit = (sheet.get(f"solar.controller.{one[0]}.{name}") for name in ("working_a", "most_input_a"))
    if amps is None or limit is None or amps.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"amps": amps, "limit": limit})


@rule("solar.watts_over_class", "fault", "part_sheet", worse=("array", "limit"), each=each_controller)
def watts_over_class(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """More array than the controller's maker allows on the bank's volts."""
    array, limit = (sheet.get(f"solar.controller.{one[0]}.{name}") for name in ("array_w", "most_w"))
    if array is None or limit is None or array.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"array": array, "limit": limit})


@rule("solar.controller_other_volts", "fault", "part_sheet", each=each_controller)
def controller_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """A controller is not made for the bank's volts."""
    known, volts = known_controllers(rig, sheet)[one[0]], rig.storage.system_v
    lowest, highest = known.lowest_battery_v or volts, known.highest_battery_v or volts
    if lowest <= volts <= highest:
        return None
    made_for = f"{lowest} V" if lowest == highest else f"{lowest} to {highest} V"
    return Trouble(figures={"bank": sheet["storage.system_v"]}, measures={"made_for": made_for})


@rule("solar.controller_not_for_lithium", "fault", "part_sheet", each=each_controller)
def controller_not_for_lithium(rig: Rig, sheet: Sheet, one: tuple[str, Controller]) -> Trouble | None:
    """A controller cannot be set for the lithium bank that it charges."""
    known = known_controllers(rig, sheet)[one[0]]
    return Trouble() if known.lithium == "no" and holds_lithium(rig) else None


@rule("solar.controllers_apart", "advice", "practice")
def controllers_apart(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Several controllers charge one bank and do not share its volts: each by its own, one stops early."""
    known = known_controllers(rig, sheet)
    charging = {array.controller for array in rig.solar.ordered_arrays().values()}
    apart = [id for id, one in known.items() if id in charging and one.shares_sensing == "no"]
    if len([id for id in known if id in charging]) < 2 or not apart:
        return None
    return Trouble(measures={"count": str(len(apart))})
