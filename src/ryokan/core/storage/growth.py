"""What is left of the promise when the use has grown as expected."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.rig import Brief


def after_growth(sheet: Sheet, brief: Brief) -> None:
    """Days that the bank lasts, and the array that is needed, once the use has grown. [days, W]

    Growth is no part of the need: it is told beside it, so that it is bought knowingly. (common practice)
    """
    if brief.growth_frac == 0:
        return
    growth = sheet.given("brief.growth_frac", brief.growth_frac, "")
    days = sheet.get("storage.days_without_charge")
    if days is not None:
        sheet.compute("storage.days_after_growth", "days ÷ (1 + growth)", "days", "practice", days=days, growth=growth)
    need, spares = sheet["solar.need_w"], sheet.get("solar.portable_spares_w")
    if spares is None:
        sheet.compute("solar.need_after_growth_w", "need × (1 + growth)", "W", "practice", need=need, growth=growth)
    elif need.number > 0:  # a portable array does not grow with the use
        sheet.compute(
            "solar.need_after_growth_w",
            "(need + spares) × (1 + growth) − spares",
            "W",
            "practice",
            need=need,
            spares=spares,
            growth=growth,
        )
