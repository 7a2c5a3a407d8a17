"""The largest draw that can happen at once, running and starting."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.laws import passed_on
from ryokan.core.loads.rows import Powered


@dataclass(frozen=True, slots=True)
class Peak:
    """Running sum and worst start of a set of loads."""

    running: Figure
    worst_start: Figure


def peak(sheet: Sheet, prefix: str, rows: Sequence[Powered]) -> Peak:
    """Running watts of all rows together, and with the worst start on top. [W]

    Of each group that never runs together only the largest counts. One unit starts while all others run; where it belongs
    to such a group, it takes the place of the group's largest. (common practice)
    """
    running = together(sheet, f"{prefix}.peak_w", "W", rows, lambda row: row.running_w)
    groups = _exclusive_groups(rows)
    starts = [_start_extra_w(sheet, prefix, row, groups) for row in rows if row.load.start_factor != 1]
    worst = sheet.compute(
        f"{prefix}.worst_start_w",
        "running + max(0, max(starts))" if starts else "running",
        "W",
        "practice",
        running=running,
        **({"starts": starts} if starts else {}),
    )
    return Peak(running, worst)


def together(sheet: Sheet, key: str, unit: str, rows: Sequence[Powered], draw: Callable[[Powered], Figure]) -> Figure:
    """Sum of ``draw`` over all rows that can run together."""
    free = [draw(row) for row in rows if row.load.never_with is None]
    groups = _exclusive_groups(rows)
    inputs: dict[str, Input] = {"running": free}
    formula = "sum(running)"
    for number, members in enumerate(groups.values(), start=1):
        inputs[f"group_{number}"] = [draw(row) for row in members]
        formula += f" + max(group_{number})"
    return sheet.compute(key, formula, unit, "practice", **inputs)


def at_the_bank(sheet: Sheet, key: str, rows: Sequence[Powered]) -> Figure:
    """What the DC rows that can run together take out of the bank: each through its wiring or its converter. [W]"""
    free = [row for row in rows if row.load.never_with is None]
    inputs: dict[str, Input] = {"running": [row.running_w for row in free]}
    terms = ["sum(running)"]
    if free:
        terms = ["sum(running ÷ passed_on)"]
        inputs["passed_on"] = [passed_on(sheet, row.load.feed) for row in free]
    for number, members in enumerate(_exclusive_groups(rows).values(), start=1):
        inputs[f"group_{number}"] = [row.running_w for row in members]
        inputs[f"passed_on_{number}"] = [passed_on(sheet, row.load.feed) for row in members]
        terms.append(f"max(group_{number} ÷ passed_on_{number})")
    return sheet.compute(key, " + ".join(terms), "W", "practice", **inputs)


def _exclusive_groups(rows: Sequence[Powered]) -> dict[str, list[Powered]]:
    groups: dict[str, list[Powered]] = defaultdict(list)
    for row in rows:
        if row.load.never_with is not None:
            groups[row.load.never_with].append(row)
    return groups


def _start_extra_w(sheet: Sheet, prefix: str, row: Powered, groups: Mapping[str, list[Powered]]) -> Figure:
    """Watts that one starting unit of the row adds to the running sum. [W]"""
    factor = sheet[f"loads.row.{row.id}.start_factor"]
    formula = "unit × (start_factor − 1)"
    inputs: dict[str, Input] = {"unit": row.unit_w, "start_factor": factor}
    members = groups.get(row.load.never_with or "", [])
    if len(members) > 1:
        formula += " − (max(group) − own)"
        inputs |= {"group": [member.running_w for member in members], "own": row.running_w}
    return sheet.compute(f"{prefix}.start.{row.id}.extra_w", formula, "W", "practice", **inputs)
