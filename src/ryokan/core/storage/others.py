"""Banks beside the house bank: a starter, a second bank of another kind, a critical load's backup."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.storage.model import OtherBank


def stands(sheet: Sheet, id: str, one: OtherBank) -> None:
    """For how long a starter battery still starts the engine while nothing keeps it full. [days] (common practice)"""
    base = f"storage.other.{id}"
    if one.volts is not None:
        sheet.given(f"{base}.volts_v", float(one.volts), "V")
    if one.cranking_a is not None:
        sheet.given(f"{base}.cranking_a", one.cranking_a, "A")
    if one.capacity_ah is None:
        return
    amp_hours = sheet.given(f"{base}.capacity_ah", one.capacity_ah, "Ah")
    if one.role == "starter":
        inputs = {
            "amp_hours": amp_hours,
            "needs": sheet.assumption("starter_needs_frac"),
            "draw": sheet.assumption("parked_draw_a"),
        }
        sheet.compute(f"{base}.stands_days", "amp_hours × (1 − needs) ÷ (draw × 24)", "days", "practice", **inputs)


def holds(sheet: Sheet, id: str, one: OtherBank, load_w: Figure | None) -> None:
    """For how long a backup holds its load, from full to the depth that is allowed. [h] (common practice)"""
    base = f"storage.other.{id}"
    amp_hours = sheet.get(f"{base}.capacity_ah")
    if one.role != "backup" or load_w is None or load_w.number == 0 or amp_hours is None:
        return
    if one.volts is None or one.chemistry is None:
        return
    sheet.compute(
        f"{base}.holds_h",
        "amp_hours × volts × dod ÷ watts",
        "h",
        "practice",
        amp_hours=amp_hours,
        volts=sheet[f"{base}.volts_v"],
        dod=sheet.assumption(f"{one.chemistry}.dod_frac"),
        watts=load_w,
    )
    if one.holds_h is not None:
        sheet.given(f"{base}.asked_h", one.holds_h, "h")
