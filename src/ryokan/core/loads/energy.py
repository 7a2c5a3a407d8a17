"""What the loads take out of the bank: a day, the worst run of days, the mean."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.loads.rows import Row


def daily_energy(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure) -> None:
    """Energy of a day of use, at the devices and at the bank, with the margin, by group. [Wh]"""
    sheet.compute("loads.wh_per_day", "sum(rows)", "Wh", rows=[row.wh_per_day for row in rows])
    groups: dict[str, list[Figure]] = defaultdict(list)
    for row in rows:
        groups[row.load.group].append(at_bank[row.id])
    groups["inverter idle"].append(idle)
    totals = [_of_group(sheet, name.replace(" ", "_"), members) for name, members in sorted(groups.items())]
    total = sheet.compute("loads.wh_per_day_at_bank", "sum(groups)", "Wh", groups=totals)
    margin = sheet.assumption("margin_frac")
    sheet.compute("loads.wh_per_day_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=total, margin=margin)


def _of_group(sheet: Sheet, name: str, members: list[Figure]) -> Figure:
    total = sheet.compute(f"loads.group.{name}.wh_at_bank", "sum(rows)", "Wh", rows=members)
    sheet.also(f"loads.by_group.{name}_wh", "group", total)
    return total


def energy_over_days(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure) -> None:
    """The worst run of consecutive days, and the mean day of a week. [Wh]

    A load used on k days a week counts on min(k, n) days of a run of n < 7, since those days may be neighbours: a tool
    used on Saturday and Sunday counts in full for a two-day promise. Longer runs add whole weeks. (common practice)
    """
    patterns = _patterns(sheet, rows, at_bank)
    margin = sheet.assumption("margin_frac")

    mean = sheet.compute(
        "loads.mean_wh_per_day_at_bank",
        " + ".join(["idle", *(f"wh_{k} × days_{k} ÷ 7" for k in patterns)]),
        "Wh",
        "practice",
        idle=idle,
        **_pattern_inputs(patterns),
    )
    sheet.compute("loads.mean_wh_per_day_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=mean, margin=margin)

    run = run_of_days(sheet, "loads.worst_run", sheet["brief.days_without_charge"], patterns, idle)
    sheet.also("loads.worst_stretch_wh", "run", run)
    sheet.compute("loads.worst_run_wh_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=run, margin=margin)
    nights = sheet.given("brief.nights_in_turn", tuple(range(1, int(sheet["brief.nights_away"].number) + 1)), "nights")
    run_of_days(sheet, "loads.run_by_night", nights, patterns, idle)


def run_of_days(sheet: Sheet, prefix: str, days: Figure, patterns: dict[int, tuple[Figure, Figure]], idle: Figure) -> Figure:
    """Largest energy over ``days`` consecutive days, of each length where ``days`` is a list. [Wh]"""
    weeks = sheet.compute(f"{prefix}.whole_weeks", "0 − ceil(0 − days ÷ 7)", "weeks", days=days)
    rest = sheet.compute(f"{prefix}.rest_days", "days − 7 × weeks", "days", days=days, weeks=weeks)
    terms = ["idle × days", *(f"wh_{k} × (weeks × days_{k} + min(rest, days_{k}))" for k in patterns)]
    return sheet.compute(
        f"{prefix}_wh",
        " + ".join(terms),
        "Wh",
        "practice",
        idle=idle,
        days=days,
        weeks=weeks,
        rest=rest,
        **_pattern_inputs(patterns),
    )


def _patterns(sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure]) -> dict[int, tuple[Figure, Figure]]:
    """Energy of a day of use of all loads used on k days a week, with k, by k."""
    by_days: dict[int, list[Figure]] = defaultdict(list)
    for row in rows:
        by_days[row.load.days_per_week].append(at_bank[row.id])
    return {
        k: (
            sheet.compute(f"loads.used_days_{k}.wh_at_bank", "sum(rows)", "Wh", rows=members),
            sheet.given(f"loads.used_days_{k}.days_per_week", k, "days"),
        )
        for k, members in sorted(by_days.items())
    }


def _pattern_inputs(patterns: dict[int, tuple[Figure, Figure]]) -> dict[str, Input]:
    inputs: dict[str, Input] = {}
    for k, (wh, days) in patterns.items():
        inputs |= {f"wh_{k}": wh, f"days_{k}": days}
    return inputs
