"""Rules of the array."""

from __future__ import annotations

import math

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig


@rule("solar.array_cannot_refill", "fault", "ieee_1562", worse=("need", "have"))
def array_cannot_refill(rig: Rig, sheet: Sheet) -> Trouble | None:
    """In the typed sun the chosen array does not put back a mean day with its reserve."""
    need, have = sheet["solar.need_w"], sheet.get("solar.have_w")
    if have is None or have.number >= need.number:
        return None
    enough_w = 10 * math.ceil(need.number / 10)
    return Trouble(
        figures={"need": need, "have": have, "sun": sheet["solar.peak_sun_hours"], "gives": sheet["solar.have_wh_per_day"]},
        fix=Fix("solar.raise_array", replace("/solar/array_w", enough_w)) if enough_w <= 50_000 else None,
    )


@rule("solar.controller_clips", "advice", "practice", worse=("need", "have"))
def controller_clips(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen controllers are below the array's current with headroom: at noon they clip."""
    need, have = sheet["solar.controller_need_a"], sheet.get("solar.controller_have_a")
    if have is None or have.number >= need.number:
        return None
    return Trouble(figures={"need": need, "have": have})
