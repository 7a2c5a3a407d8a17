"""The controllers that an array asks for."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.solar.model import Solar


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
