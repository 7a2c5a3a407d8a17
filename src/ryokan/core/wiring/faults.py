"""What a fault on a run draws."""

from __future__ import annotations

from ryokan.core.figure import Input, Sheet
from ryokan.core.wiring.things import RunOf

COLD = "(234.5 + 20) ÷ (234.5 + t)"  # resistance of copper at 20 °C over that at t (IEC 60228)


def in_a_fault(sheet: Sheet, one: RunOf) -> None:
    """The highest fault current that the bank sends into a run, where it begins, and the lowest, at its end. [A]

    Highest: full rested volts over the bank and the cold way before it, with no credit for a BMS. Lowest: nominal volts over
    one string of the bank and the whole warm way. (Ohm's law; fuses and joints left out)
    """
    if (resistance := sheet.get("storage.resistance_ohm")) is None or one.run.kind == "link":
        return  # a fault on a link is fed by its own units
    base, full = one.base, sheet["storage.full_rest_v"]
    if one.run.kind == "string":
        strings = sheet[f"{base}.strings"]
        formula = "full_v ÷ (resistance × strings ÷ (strings − 1))"  # what the others send into the one that has failed
        sheet.compute(f"{base}.fault_high_a", formula, "A", "physics", full_v=full, resistance=resistance, strings=strings)
        return
    before = sheet.get(f"{one.behind}.path_ohm") if one.behind else None
    if not one.behind:
        sheet.compute(f"{base}.fault_high_a", "full_v ÷ resistance", "A", "physics", full_v=full, resistance=resistance)
    elif before is not None:
        sheet.compute(
            f"{base}.fault_high_a", f"full_v ÷ (resistance + before × {COLD})", "A", "physics",
            full_v=full, resistance=resistance, before=before, t=sheet.assumption("conductor_temperature_c"),
        )  # fmt: skip
    path = sheet.get(f"{base}.path_ohm")
    if path is None:
        return
    inputs: dict[str, Input] = {"nominal_v": sheet["storage.nominal_v"], "resistance": resistance, "path": path}
    parallel = sheet.get("storage.arrangement.parallel")
    if parallel is None or parallel.number == 1:
        sheet.compute(f"{base}.fault_low_a", "nominal_v ÷ (resistance + path)", "A", "physics", **inputs)
    else:
        formula = "nominal_v ÷ (resistance × strings + path)"
        sheet.compute(f"{base}.fault_low_a", formula, "A", "physics", strings=parallel, **inputs)
