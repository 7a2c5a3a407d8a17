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
    sheet.compute("loads.wh_per_day_at_bank", "sum(groups)", "Wh", groups=totals)


def by_the_meter(sheet: Sheet, days_ah: tuple[float, ...], scale: float) -> Figure:
    """A day as a meter counted it, and the spread of its days, which stands for the margin. [Wh]

    What was measured holds every loss and everything that nobody listed; the largest day over the mean is what it may be off.
    (common practice)
    """
    counted = sheet.given("loads.meter.counted_ah", days_ah, "Ah")
    days = sheet.given("loads.meter.days", float(len(days_ah)), "days")
    mean = sheet.compute("loads.meter.mean_ah", "sum(counted) ÷ days", "Ah", counted=counted, days=days)
    sheet.compute("loads.margin_frac", "max(counted) ÷ mean − 1", "", "practice", counted=counted, mean=mean)
    return sheet.compute(
        "loads.meter.wh_per_day",
        "mean × factor × nominal_v",
        "Wh",
        "practice",
        mean=mean,
        factor=sheet.given("loads.meter.scale", scale, ""),
        nominal_v=sheet["storage.nominal_v"],
    )


def _of_group(sheet: Sheet, name: str, members: list[Figure]) -> Figure:
    total = sheet.compute(f"loads.group.{name}.wh_at_bank", "sum(rows)", "Wh", rows=members)
    sheet.also(f"loads.by_group.{name}_wh", "group", total)
    return total


def energy_over_days(
    sheet: Sheet, rows: Sequence[Row], at_bank: dict[str, Figure], idle: Figure, metered: Figure | None = None
) -> None:
    """The worst run of consecutive days, and the mean day of a week, by the audit or by what a meter counted. [Wh]

    A load used on k days a week counts on min(k, n) days of a run of n < 7, since those days may be neighbours: a tool
    used on Saturday and Sunday counts in full for a two-day promise. Longer runs add whole weeks. (common practice)
    """
    if metered is None:
        patterns, full_day, margin = _patterns(sheet, rows, at_bank), sheet["loads.wh_per_day_at_bank"], None
    else:
        every_day = sheet.given("loads.meter.days_per_week", 7, "days")
        patterns, full_day, margin = {7: (metered, every_day)}, metered, sheet["loads.margin_frac"]
    margin = margin or sheet.assumption("margin_frac")
    standing: dict[str, Input] = {"idle": idle} if metered is None else {}
    sheet.compute("loads.wh_per_day_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=full_day, margin=margin)

    mean = sheet.compute(
        "loads.mean_wh_per_day_at_bank",
        " + ".join([*standing, *(f"wh_{k} × days_{k} ÷ 7" for k in patterns)]),
        "Wh",
        "practice",
        **standing,
        **_pattern_inputs(patterns),
    )
    sheet.compute("loads.mean_wh_per_day_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=mean, margin=margin)

    run = run_of_days(sheet, "loads.worst_run", sheet["brief.days_without_charge"], patterns, standing)
    sheet.also("loads.worst_stretch_wh", "run", run)
    sheet.compute("loads.worst_run_wh_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=run, margin=margin)
    nights = sheet.given("brief.nights_in_turn", tuple(range(1, int(sheet["brief.nights_away"].number) + 1)), "nights")
    run_of_days(sheet, "loads.run_by_night", nights, patterns, standing)
    _within_a_week(sheet, patterns, standing)


def _within_a_week(sheet: Sheet, patterns: dict[int, tuple[Figure, Figure]], standing: dict[str, Input]) -> None:
    """The worst run of none to seven days, which longer runs are made of. [Wh]"""
    inputs = {**standing, **_pattern_inputs(patterns)}
    days = sheet.constant("loads.days_in_turn", tuple(float(day) for day in range(8)), "days", "physics")
    by_day = [*(f"{name} × days" for name in standing), *(f"wh_{k} × min(days, days_{k})" for k in patterns)]
    sheet.compute("loads.run_by_day_wh", " + ".join(by_day or ["0 × days"]), "Wh", "practice", days=days, **inputs)
    week = [*(f"7 × {name}" for name in standing), *(f"wh_{k} × days_{k}" for k in patterns)]
    sheet.compute("loads.worst_week_wh", " + ".join(week), "Wh", "practice", **inputs)


def run_of_days(
    sheet: Sheet, prefix: str, days: Figure, patterns: dict[int, tuple[Figure, Figure]], standing: dict[str, Input]
) -> Figure:
    """Largest energy over ``days`` consecutive days, of each length where ``days`` is a list. [Wh]"""
    weeks = sheet.compute(f"{prefix}.whole_weeks", "0 − ceil(0 − days ÷ 7)", "weeks", days=days)
    rest = sheet.compute(f"{prefix}.rest_days", "days − 7 × weeks", "days", days=days, weeks=weeks)
    terms = [
        *(f"{name} × days" for name in standing),
        *(f"wh_{k} × (weeks × days_{k} + min(rest, days_{k}))" for k in patterns),
    ]
    return sheet.compute(
        f"{prefix}_wh",
        " + ".join(terms),
        "Wh",
        "practice",
        **standing,
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
