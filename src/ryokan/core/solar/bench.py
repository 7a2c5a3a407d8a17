"""The rules of the bench, and how far they are off here."""

from __future__ import annotations

from ryokan.core.figure import Sheet

BENCH = ("three_watts_per_ah_w", "rated_times_four_w", "panels_of_120_w_w")


def bench_rules(sheet: Sheet) -> None:
    """The shortcuts of the trade, which disagree among themselves and speak of summer at middle latitudes. (common practice)

    Beside each how far it is off the need worked out for this sun, and what a panel of 120 W really brings in it.
    """
    ah = sheet.compute("solar.bench.daily_ah_by_twelve", "wh ÷ 12", "Ah", "practice", wh=sheet["loads.wh_per_day"])
    sheet.compute("solar.bench.three_watts_per_ah_w", "3 × amp_hours", "W", "practice", amp_hours=ah)
    sheet.compute("solar.bench.rated_times_four_w", "wh ÷ 4", "W", "practice", wh=sheet["loads.wh_per_day"])
    sheet.compute("solar.bench.panels_of_120_w", "ceil(amp_hours ÷ 50)", "panels", "practice", amp_hours=ah)
    sheet.compute("solar.bench.panels_of_120_w_w", "panels × 120", "W", "practice", panels=sheet["solar.bench.panels_of_120_w"])
    need = sheet["solar.need_w"]
    if need.number > 0:
        for rule in BENCH:
            says = sheet[f"solar.bench.{rule}"]
            sheet.compute(f"solar.bench.off_frac.{rule}", "says ÷ need − 1", "", "practice", says=says, need=need)
    sheet.compute(
        "solar.bench.ah_of_120_w_here",
        "120 × sun × ratio ÷ 12",
        "Ah",
        "practice",
        sun=sheet["solar.peak_sun_hours"],
        ratio=sheet["solar.performance_ratio"],
    )
