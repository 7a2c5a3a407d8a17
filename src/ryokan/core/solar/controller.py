"""The controllers: what they state, what comes into them, what they pass on, and what an array asks of them."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.parts.model import ControllerPart, PanelPart
from ryokan.core.solar.model import Array, Controller, Solar
from ryokan.core.solar.values import ControllerValues

SLACK = 1e-9
# Members of a controller that have a figure of their own, with its unit.
STATED = {"most_v": "V", "most_input_a": "A", "most_isc_a": "A", "start_margin_v": "V", "running_margin_v": "V", "own_w": "W"}


def values_of(controller: Controller, part: ControllerPart | None) -> ControllerValues:
    """What is known of a controller: of its part, otherwise what was typed."""
    return controller if part is None else part


def arrays_on(solar: Solar, controller_id: str) -> dict[str, Array]:
    """Arrays that go to a controller, in their order."""
    return {id: one for id, one in solar.ordered_arrays().items() if one.controller == controller_id}


def methods(solar: Solar, parts: Mapping[str, ControllerPart]) -> dict[str, str | None]:
    """How each controller works, by its id."""
    return {id: values_of(one, parts.get(id)).method for id, one in solar.ordered_controllers().items()}


def stated(sheet: Sheet, id: str, controller: Controller, part: ControllerPart | None, system_v: int) -> None:
    """What a controller states of itself, at the bank's class. [A, V, W]"""
    known, base = values_of(controller, part), f"solar.controller.{id}"
    said = {name: getattr(known, name) for name in STATED}
    said |= {"rated_a": known.output_on(system_v), "most_w": known.most_watts_on(system_v)}
    for name, value in said.items():
        if value is None:
            continue
        unit = {**STATED, "rated_a": "A", "most_w": "W"}[name]
        if part is None:
            sheet.given(f"{base}.{name}", value, unit)
        else:
            sheet.part(f"{base}.{name}", value, unit, part)


def into_controller(sheet: Sheet, id: str, arrays: Mapping[str, Array], method: str | None) -> None:
    """What its arrays bring to a controller, by its fullest input, and what it gives of it at best. [V, A, W]

    1.25 × the short-circuit currents (NEC 690.8(A), from memory, unverified). An input that works with fewer amps takes no
    more; a PWM controller passes on the panels' amps. (common practice)
    """
    base = f"solar.controller.{id}"
    if not arrays:
        return
    watts = sheet.compute(f"{base}.array_w", "sum(arrays)", "W", arrays=[sheet[f"solar.array.{one}.rated_w"] for one in arrays])
    cold = [figure for one in arrays if (figure := sheet.get(f"solar.array.{one}.voc_cold_v")) is not None]
    if cold:
        sheet.compute(f"{base}.input_v", "max(arrays)", "V", arrays=cold)
    by_input: dict[int, list[str]] = {}
    for one, array in arrays.items():
        by_input.setdefault(array.input, []).append(one)
    known = {number: ids for number, ids in by_input.items() if all(f"solar.array.{one}.isc_a" in sheet for one in ids)}
    if known:
        fullest = max(known.values(), key=lambda ids: sum(sheet[f"solar.array.{one}.isc_a"].number for one in ids))
        shorted = [sheet[f"solar.array.{one}.isc_a"] for one in fullest]
        sun = sheet.assumption("bright_sun_factor")
        sheet.compute(f"{base}.input_a", "sun × sum(arrays)", "A", "nec_690_8", sun=sun, arrays=shorted)
        working = [sheet[f"solar.string.{one}.current_a"] for array in fullest for one in arrays[array].ordered()]
        sheet.compute(f"{base}.working_a", "sum(strings)", "A", strings=working)
    string_v = sheet.get("solar.string_vmp_v")
    sheet.compute(
        f"{base}.need_a",
        "headroom × array ÷ volts",
        "A",
        "practice",
        headroom=sheet.assumption("controller_headroom"),
        array=watts,
        volts=string_v if method == "pwm" and string_v is not None else sheet["storage.nominal_v"],
    )
    if f"{base}.rated_a" in sheet:
        _output(sheet, id, arrays, method, len(known) == len(by_input) == 1)


def _output(sheet: Sheet, id: str, arrays: Mapping[str, Array], method: str | None, one_input: bool) -> None:
    base, charge_v = f"solar.controller.{id}", sheet.get("storage.charge_v")
    rated = sheet[f"{base}.rated_a"]
    lost = {one: figure for one in arrays if (figure := sheet.get(f"solar.array.{one}.reaches_frac")) is not None}
    if len(lost) == len(arrays):
        reaches = list(lost.values())
        sheet.compute(f"{base}.output_a", "rated × sum(reaches)", "A", "practice", rated=rated, reaches=reaches)
        return
    together = [sheet[f"solar.array.{one}.watts_w"] for one in arrays if one not in lost]
    string_v, working = sheet.get("solar.string_vmp_v"), None if lost else sheet.get(f"{base}.working_a")
    if method == "pwm":
        if working is not None and one_input:
            sheet.compute(f"{base}.output_a", "min(rated, amps)", "A", "practice", rated=rated, amps=working)
        elif string_v is not None:
            sheet.compute(
                f"{base}.output_a",
                "min(rated, sum(arrays) ÷ string)",
                "A",
                "practice",
                rated=rated,
                arrays=together,
                string=string_v,
            )
        return
    if charge_v is None:
        return
    formula, limit = "min(rated, sum(arrays) × efficiency ÷ charge_v)", sheet.get(f"{base}.most_input_a")
    inputs: dict[str, Input] = {
        "rated": rated,
        "arrays": together,
        "efficiency": sheet.assumption("controller_frac"),
        "charge_v": charge_v,
    }
    if limit is not None and working is not None and one_input:
        formula = "min(rated, sum(arrays) × min(1, takes ÷ working) × efficiency ÷ charge_v)"
        inputs |= {"takes": limit, "working": working}
    sheet.compute(f"{base}.output_a", formula, "A", "practice", **inputs)


def all_of_them(sheet: Sheet, solar: Solar) -> None:
    """What the controllers state together, and what they give at best where all arrays have one. [A]"""
    there = [
        figure for id in solar.ordered_controllers() if (figure := sheet.get(f"solar.controller.{id}.rated_a")) is not None
    ]
    if there:
        sheet.compute("solar.controller_have_a", "sum(controllers)", "A", controllers=there)


def below_the_bank(
    sheet: Sheet, solar: Solar, by_controller: Mapping[str, str | None], panels: Mapping[str, PanelPart]
) -> None:
    """Arrays whose strings work at fewer volts than the bank has: controllers only lower volts, and nothing reaches it.

    Of volts that are said alone; where no such figure stands the array is taken to reach. (common practice)
    """
    bank = sheet["storage.nominal_v"]
    for id, array in solar.ordered_arrays().items():
        volts = sheet.get(f"solar.array.{id}.vmp_v")
        if volts is None or by_controller.get(array.controller or "") is None or volts.number >= bank.number * (1 - SLACK):
            continue
        laid = [panels[one.part] for string in array.strings.values() for one in string.panels.values()]
        if all(one.vmp_v is not None for one in laid):
            sheet.compute(f"solar.array.{id}.reaches_frac", "ceil(string ÷ bank) − 1", "", "practice", string=volts, bank=bank)


def tied_to_the_bank(sheet: Sheet, solar: Solar, by_controller: Mapping[str, str | None]) -> None:
    """What PWM controllers leave of the arrays: they tie the panels to the bank's volts, and their amps are all that counts.

    ``bank ÷ (panel × in series)``, as many in series as the bank's volts ask for where nobody has said how they are wired.
    (common practice)
    """
    nominal_v = sheet["storage.nominal_v"]
    fixed = {id: one for id, one in solar.arrays.items() if not one.carried}
    every = {by_controller.get(one.controller or "") for one in fixed.values()} if fixed else set(by_controller.values())
    if every == {"pwm"}:
        wired = [figure for id in fixed if (figure := sheet.get(f"solar.array.{id}.vmp_v")) is not None]
        if wired:
            string_v = sheet.compute("solar.string_vmp_v", "min(arrays)", "V", arrays=wired)
        else:
            said = next((one.plain_vmp_v for one in fixed.values() if one.plain_vmp_v is not None), None)
            if said is not None:
                panel_v = sheet.given("solar.panel_vmp_v", said, "V")
            else:
                usual = sheet.assumption("pwm_panel_v_per_12v")
                panel_v = sheet.compute("solar.panel_vmp_v", "usual", "V", "practice", usual=usual)
            formula = "panel × ceil(bank ÷ panel)"
            string_v = sheet.compute("solar.string_vmp_v", formula, "V", "practice", panel=panel_v, bank=nominal_v)
        sheet.compute("solar.pwm_frac", "min(1, bank ÷ string)", "", "practice", bank=nominal_v, string=string_v)
    for id, array in solar.ordered_arrays().items():
        volts = sheet.get(f"solar.array.{id}.vmp_v")
        if by_controller.get(array.controller or "") == "pwm" and volts is not None:
            key = f"solar.array.{id}.pwm_frac"
            sheet.compute(key, "min(1, bank ÷ string)", "", "practice", bank=nominal_v, string=volts)


def controller_need(sheet: Sheet, solar: Solar, array_w: Figure) -> None:
    """Rated output that the array asks of its controllers, and what the chosen ones give at best. [A]

    At the bank's nominal volts; through PWM the amps of the panels. (common practice)
    """
    string_v = sheet.get("solar.string_vmp_v")
    need = sheet.compute(
        "solar.controller_need_a",
        "headroom × array ÷ volts",
        "A",
        "practice",
        headroom=sheet.assumption("controller_headroom"),
        array=array_w,
        volts=string_v or sheet["storage.nominal_v"],
    )
    count = sheet.compute("solar.controller_count", "max(1, ceil(need ÷ 100))", "", "practice", need=need)
    sheet.choose(
        "solar.controller_size_a", "next_larger(controller_sizes, need ÷ count)", "A", "practice", need=need, count=count
    )
    fixed = {one.controller for one in solar.ordered_arrays().values() if not one.carried}
    there = [sheet.get(f"solar.controller.{id}.output_a") for id in solar.ordered_controllers() if id in fixed]
    gives = [figure for figure in there if figure is not None]
    if gives:
        sheet.compute("solar.output_a", "sum(controllers)", "A", "practice", controllers=gives)
