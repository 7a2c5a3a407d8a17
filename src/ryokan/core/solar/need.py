"""How large an array the method asks for, with the rules of the bench beside it."""

from __future__ import annotations

from ryokan.core.climate.journey import MONTHS, NO_SUN_WH_PER_W, typed_ratio
from ryokan.core.figure import Figure, Sheet
from ryokan.core.solar.model import Solar


def array_need(sheet: Sheet, solar: Solar, chemistry: str) -> Figure:
    """Rated watts that put back a mean day in a day's sun: the typed one, or that of each month of the journey. [W]

    The share used while the sun shines skips the bank; the rest pays for the round trip. The array-to-load ratio on top
    brings an emptied bank back (IEEE 1562). By places the month that asks for most governs.
    """
    wanted = {
        "wh": sheet["loads.mean_wh_per_day_with_margin"],
        "direct": sheet.assumption("direct_use_frac"),
        "round_trip": sheet.assumption(f"{chemistry}.round_trip_frac"),
        "refill": sheet.assumption("refill_ratio"),
    }
    months = sunny_months(sheet)
    need = _by_months(sheet, months, wanted) if months else _by_typed_sun(sheet, solar, wanted)
    if solar.array_w is None:
        return need
    have = sheet.given("solar.have_w", solar.array_w, "W")
    sheet.compute(
        "solar.have_wh_per_day",
        "array × sun × ratio",
        "Wh",
        "practice",
        array=have,
        sun=sheet["solar.peak_sun_hours"],
        ratio=sheet["solar.performance_ratio"],
    )
    return have


def sunny_months(sheet: Sheet) -> list[str]:
    """Months of the journey whose sun was worked out and is worth an array."""
    return [
        month
        for month in MONTHS
        if (found := sheet.get(f"solar.yield_wh_per_w.{month}")) is not None and found.number > NO_SUN_WH_PER_W
    ]


def _by_typed_sun(sheet: Sheet, solar: Solar, wanted: dict[str, Figure]) -> Figure:
    sun = sheet.given("solar.peak_sun_hours", solar.peak_sun_hours, "h")
    ratio = typed_ratio(sheet, "solar.performance_ratio")
    formula = "wh × (direct + (1 − direct) ÷ round_trip) ÷ (sun × ratio) × refill"
    return sheet.compute("solar.need_w", formula, "W", "ieee_1562", sun=sun, ratio=ratio, **wanted)


def _by_months(sheet: Sheet, months: list[str], wanted: dict[str, Figure]) -> Figure:
    """By the yield of each month; sun and ratio shown are those of the month that governs."""
    formula = "wh × (direct + (1 − direct) ÷ round_trip) ÷ a_watt × refill"
    needs = {
        month: sheet.compute(
            f"solar.need_w.{month}",
            formula,
            "W",
            "ieee_1562",
            a_watt=sheet[f"solar.yield_wh_per_w.{month}"],
            **wanted,
        )
        for month in months
    }
    worst = min(months, key=lambda month: sheet[f"solar.yield_wh_per_w.{month}"].number)
    psh, a_watt = sheet[f"climate.psh.{worst}"], sheet[f"solar.yield_wh_per_w.{worst}"]
    sun = sheet.compute("solar.peak_sun_hours", "psh", "h", psh.source, psh=psh)
    sheet.compute("solar.performance_ratio", "a_watt ÷ sun", "", "physics", a_watt=a_watt, sun=sun)
    return sheet.compute("solar.need_w", "max(months)", "W", "ieee_1562", months=list(needs.values()))


def bench_rules(sheet: Sheet) -> None:
    """The shortcuts of the trade, which disagree among themselves and speak of summer at middle latitudes. (common practice)"""
    ah = sheet.compute("solar.bench.daily_ah_by_twelve", "wh ÷ 12", "Ah", "practice", wh=sheet["loads.wh_per_day"])
    sheet.compute("solar.bench.three_watts_per_ah_w", "3 × amp_hours", "W", "practice", amp_hours=ah)
    sheet.compute("solar.bench.rated_times_four_w", "wh ÷ 4", "W", "practice", wh=sheet["loads.wh_per_day"])
    sheet.compute("solar.bench.panels_of_120_w", "ceil(amp_hours ÷ 50)", "panels", "practice", amp_hours=ah)
    sheet.compute("solar.bench.panels_of_120_w_w", "panels × 120", "W", "practice", panels=sheet["solar.bench.panels_of_120_w"])


def controller_need(sheet: Sheet, solar: Solar, array_w: Figure) -> None:
    """Rated output that the array asks of its controllers, at the bank's nominal volts. [A]"""
    need = sheet.compute(
        "solar.controller_need_a",
        "headroom × array ÷ nominal_v",
        "A",
        "practice",
        headroom=sheet.assumption("controller_headroom"),
        array=array_w,
        nominal_v=sheet["storage.nominal_v"],
    )
    count = sheet.compute("solar.controller_count", "max(1, ceil(need ÷ 100))", "", "practice", need=need)
    sheet.choose(
        "solar.controller_size_a", "next_larger(controller_sizes, need ÷ count)", "A", "practice", need=need, count=count
    )
    if solar.controller_a is not None:
        controller = sheet.given("solar.controller_have_a", solar.controller_a, "A")
        sheet.compute(
            "solar.output_a",
            "min(controller, array × efficiency ÷ charge_v)",
            "A",
            "practice",
            controller=controller,
            array=array_w,
            efficiency=sheet.assumption("controller_frac"),
            charge_v=sheet["storage.charge_v"],
        )
