"""Where an inverter stands: what it gives in the heat, the air it needs, its outlets, and its way to the bank."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.laws import INVERTER_DRAW_AT_PART_W, inverter_losses
from ryokan.core.parts.model import InverterPart
from ryokan.core.rig import Rig
from ryokan.core.storage.model import BmsPoint


def what_it_gives(sheet: Sheet, rig: Rig, part: InverterPart | None) -> None:
    """Continuous power at its place [W], surge on the DC side [A], the air for its heat [cm²], its outlets [W].

    ``gives = rated × (1 − per_k × max(0, place − from))``. The air is that which carries the heat off with the rise
    assumed, at the speed that a fan makes: ``heat ÷ (1.2 × 1005 × rise) ÷ speed``. (common practice)
    """
    rated = sheet.get("inverter.rated_w")
    if rated is None:
        return
    place = sheet.given("inverter.place_c", rig.inverter.place_c, "°C")
    sheet.compute(
        "inverter.gives_w",
        "rated × max(0, 1 − per_k × max(0, place − from_c))",
        "W",
        "practice",
        rated=rated,
        per_k=sheet.assumption("inverter_derate_per_k"),
        place=place,
        from_c=sheet.assumption("inverter_derate_from_c"),
    )
    sheet.compute(
        "inverter.vent_need_cm2",
        "10000 × heat ÷ (1.2 × 1005 × rise) ÷ speed",
        "cm²",
        "practice",
        heat=sheet["inverter.heat_w"],
        rise=sheet.assumption("inverter_air_rise_k"),
        speed=sheet.assumption("inverter_air_m_per_s"),
    )
    if rig.inverter.vent_cm2 is not None:
        sheet.given("inverter.vent_cm2", rig.inverter.vent_cm2, "cm²")
    _curve(sheet)
    _surge(sheet, rig.storage.bms_points)
    _outlets(sheet, part)
    _idle_share(sheet)
    _way_to_the_bank(sheet, rig)


def _curve(sheet: Sheet) -> None:
    """What it passes on at parts of its rating: little of a small load, since its own draw is the same. (common practice)"""
    parts = sheet.constant("inverter.curve.load_frac", (0.02, 0.05, 0.1, 0.25, 0.5, 0.75, 1.0), "", "product")
    sheet.compute(
        "inverter.curve.efficiency_frac",
        f"part × rated ÷ (idle + {INVERTER_DRAW_AT_PART_W})",
        "",
        "practice",
        part=parts,
        rated=sheet["inverter.rated_w"],
        idle=sheet["inverter.idle_w"],
        **inverter_losses(sheet),
    )


def _surge(sheet: Sheet, points: tuple[BmsPoint, ...]) -> None:
    """DC amps of the chosen inverter's surge and of the worst start, at nominal volts, with the losses of full load."""
    if "inverter.have_w" in sheet:
        sheet.compute(
            "inverter.chosen_surge_current_a",
            "surge × dc_w ÷ rated ÷ nominal_v",
            "A",
            "practice",
            surge=sheet["inverter.surge_w"],
            dc_w=sheet["inverter.dc_w_at_rating"],
            rated=sheet["inverter.rated_w"],
            nominal_v=sheet["storage.nominal_v"],
        )
    if sheet["inverter.need_surge_w"].number == 0:
        return
    sheet.compute(
        "inverter.surge_current_a",
        "surge × dc_w ÷ rated ÷ nominal_v",
        "A",
        "practice",
        surge=sheet["inverter.need_surge_w"],
        dc_w=sheet["inverter.dc_w_at_rating"],
        rated=sheet["inverter.rated_w"],
        nominal_v=sheet["storage.nominal_v"],
    )
    _passed_by_electronics(sheet, points)


def _passed_by_electronics(sheet: Sheet, points: tuple[BmsPoint, ...]) -> None:
    """What the bank's electronics pass for as long as a motor starts: by their maker's points, else by a usual ratio. [A]

    Between two points it is taken to fall in a straight line; beyond the last the continuous limit counts. (common practice)
    """
    lasts, limit = sheet.assumption("motor_start_s"), sheet.get("storage.bms_limit_a")
    key = "storage.bms_peak_a"
    if points:
        seconds = sheet.given("storage.bms.at_s", tuple(at for at, _ in points), "s")
        amps = sheet.given("storage.bms.passes_a", tuple(passes for _, passes in points), "A")
        if lasts.number <= points[0][0]:
            sheet.compute(key, "max(amps)", "A", "practice", amps=amps)
        elif lasts.number <= points[-1][0]:
            sheet.compute(key, "interp(seconds, amps, lasts)", "A", "practice", seconds=seconds, amps=amps, lasts=lasts)
        elif limit is not None:
            sheet.also(key, "limit", limit)
    elif limit is not None:
        ratio = sheet.assumption("bms_peak_ratio")
        sheet.compute(key, "limit × ratio", "A", "practice", limit=limit, ratio=ratio)


def _outlets(sheet: Sheet, part: InverterPart | None) -> None:
    """What one receptacle on the inverter carries for hours: by its part, otherwise by a usual one. [W]"""
    key = "inverter.receptacle_w"
    if part is not None and part.receptacle_w is not None:
        sheet.part(key, part.receptacle_w, "W", part)
        return
    sheet.compute(
        key,
        "amps × mains_v × share",
        "W",
        "practice",
        amps=sheet.assumption("receptacle_a"),
        mains_v=sheet["region.mains_v"],
        share=sheet.assumption("receptacle_continuous_frac"),
    )


def _idle_share(sheet: Sheet) -> None:
    day = sheet["loads.wh_per_day_at_bank"]
    if day.number > 0:
        sheet.compute("inverter.idle_share_frac", "idle ÷ day", "", idle=sheet["inverter.idle_wh_per_day"], day=day)


def _way_to_the_bank(sheet: Sheet, rig: Rig) -> None:
    """The shortest way a cable goes from bank to inverter, along the walls, between the middles of their compartments. [m]"""
    bank, inverter = (rig.space.compartments.get(id or "") for id in (rig.storage.compartment, rig.inverter.compartment))
    if bank is None or inverter is None or bank is inverter:
        return
    ends = {
        name: sheet.given(f"inverter.way.{name}_m", box.middle_m, "m") for name, box in (("bank", bank), ("inverter", inverter))
    }
    sheet.compute("inverter.way_to_bank_m", "sum(max(bank − inverter, inverter − bank))", "m", "practice", **ends)
