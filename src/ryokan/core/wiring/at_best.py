"""What a cable bears and loses at best, where nobody knows what it is made of: even that may be too little."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.wiring.practice import SOURCE_OF, Practice


def best_ampacity(sheet: Sheet, base: str, practice: Practice, conductor: Figure, cables: Mapping[str, Input]) -> Figure:
    """What the best insulation lets a stock conductor of copper carry in free air. [A] (ABYC E-11 or ISO 13297, 105 °C)"""
    each = " × cables" if cables else ""
    formula = f"lookup({practice.ampacity}.a_at_105c, size){each}"
    return sheet.look_up(f"{base}.best_ampacity_a", formula, "A", SOURCE_OF[practice.ampacity], size=conductor, **cables)


def best_drop(
    sheet: Sheet, base: str, practice: Practice, conductor: Figure, length: Figure, current: Figure, cables: Mapping[str, Input]
) -> Figure:
    """What is lost in a stock conductor if it is of copper. [V] (NEC Chapter 9 Table 8 or IEC 60228)"""
    column = f"lookup({practice.copper}.{practice.resistance}, size)"
    return sheet.look_up(
        f"{base}.best_drop_v",
        f"2 × length ÷ 1000 × {column} × ({practice.temperature_factor}){' ÷ cables' if cables else ''} × current",
        "V", SOURCE_OF[practice.copper],
        length=length, size=conductor, current=current, t=sheet.assumption("conductor_temperature_c"), **cables,
    )  # fmt: skip
