"""How the bank behaves under load, in a fault and as its charge falls."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import INVERTER_DRAW_W, PEUKERT_FRAC, inverter_losses
from ryokan.core.loads.model import Load
from ryokan.core.parts.model import Battery
from ryokan.core.storage.have import days_on
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v, margin


def under_load(sheet: Sheet, storage: Storage, battery: Battery | None) -> None:
    """Resistance and fault current of the bank, capacity at full load, and what neither inverter nor charger reaches.

    Notes
    -----
    Fault current: rested volts of the charged bank over its resistance, without cables – what a fuse at the bank has to
    break. Everything running: DC loads through their wiring or converter and AC loads through the inverter with its losses, at
    the cut-off. Capacity at a current I: rated × (C ÷ (H × I))^(n − 1), never above rated (Peukert 1897). Stranded: the charge
    at which rested volts less the sag of everything running meet the cut-off, above the allowed depth. (common practice)
    """
    bank_ah = sheet["storage.bank_ah"]
    if bank_ah.number == 0:
        return
    resistance = _resistance(sheet, storage, battery)
    full_v = _rest_v(sheet, storage)
    sheet.compute("storage.fault_current_a", "full_v ÷ resistance", "A", full_v=full_v, resistance=resistance)
    current = _peak_current(sheet)
    rate = sheet.assumption(f"{storage.chemistry}.discharge_c")
    sheet.compute("storage.discharge_usual_a", "rate × amp_hours", "A", "practice", rate=rate, amp_hours=bank_ah)
    over = _rated_over(sheet, storage, battery)
    sheet.compute("storage.full_capacity_a", "amp_hours ÷ over", "A", "practice", amp_hours=bank_ah, over=over)
    if current.number > 0:
        _peukert(sheet, storage, current)
    _inverter_rate(sheet, storage)
    _stranded(sheet, storage, resistance, current)


def _peak_current(sheet: Sheet) -> Figure:
    """What the bank gives with everything running, at the inverter's cut-off. [A]"""
    inputs = {"dc": sheet["loads.dc_peak_at_bank_w"], "cutoff": sheet["inverter.cutoff_v"]}
    rated, watts = sheet.get("inverter.rated_w"), sheet["inverter.peak_w"]
    if rated is None or watts.number == 0:
        return sheet.compute("storage.peak_current_a", "dc ÷ cutoff", "A", "practice", **inputs)
    return sheet.compute(
        "storage.peak_current_a",
        f"(dc + idle + {INVERTER_DRAW_W}) ÷ cutoff",
        "A",
        "practice",
        **inputs,
        **inverter_losses(sheet),
        idle=sheet["inverter.idle_w"],
        watts=watts,
        rated=rated,
    )


def _inverter_rate(sheet: Sheet, storage: Storage) -> None:
    """The chosen inverter at its full rating, as a share of the bank's amp-hours, and what such a bank bears. [1/h, A]"""
    if storage.bank is None or "inverter.have_w" not in sheet:
        return
    bank_ah = sheet["storage.bank_ah"]
    full = sheet["inverter.dc_current_at_cutoff_a"]
    sheet.compute("storage.inverter_rate_c", "current ÷ amp_hours", "1/h", current=full, amp_hours=bank_ah)
    most = sheet.assumption(f"{storage.chemistry}.discharge_most_c")
    sheet.compute("storage.discharge_most_a", "most × amp_hours", "A", "practice", most=most, amp_hours=bank_ah)


def never_filled(sheet: Sheet, storage: Storage, stops_at_v: float | None) -> None:
    """What a charger that stops low never puts in: above the charge whose rested volts are its highest. [Wh]

    Left out where nobody said at what volts it stops. (common practice)
    """
    if stops_at_v is None or storage.bank is None or sheet["storage.bank_ah"].number == 0:
        return
    chemistry = storage.chemistry
    cell_v = sheet.compute(
        "storage.cell_v_at_top",
        "min(highest, max(lowest, stops ÷ (class_v ÷ 12 × cells)))",
        "V",
        "practice",
        highest=sheet["storage.cell_v_full"],
        lowest=sheet["storage.cell_v_empty"],
        stops=sheet.given("charging.stops_at_v", stops_at_v, "V"),
        class_v=sheet["storage.system_v"],
        cells=cells_per_12v(sheet, storage),
    )
    top = sheet.curve("storage.charge_at_top_frac", f"{chemistry}.charge_by_rest_v", cell_v)
    sheet.compute("storage.never_filled_wh", "(1 − top) × whole", "Wh", "practice", top=top, whole=sheet["storage.to_empty_wh"])


def _resistance(sheet: Sheet, storage: Storage, battery: Battery | None) -> Figure:
    """Of the whole bank: by the data sheet of its unit where it says so, otherwise by chemistry and size. [Ω]"""
    key = "storage.resistance_ohm"
    if battery is not None and battery.resistance_ohm is not None and storage.bank is not None and storage.bank.units:
        unit = sheet.part("storage.unit.resistance_ohm", battery.resistance_ohm, "Ω", battery)
        series, parallel = sheet["storage.arrangement.series"], sheet["storage.arrangement.parallel"]
        return sheet.compute(key, "unit × series ÷ parallel", "Ω", unit=unit, series=series, parallel=parallel)
    return sheet.compute(
        key,
        "mohm ÷ 1000 × class_v ÷ 12 × 100 ÷ amp_hours",
        "Ω",
        "practice",
        mohm=sheet.assumption(f"{storage.chemistry}.mohm_per_100ah_12v"),
        class_v=sheet["storage.system_v"],
        amp_hours=sheet["storage.bank_ah"],
    )


def _rest_v(sheet: Sheet, storage: Storage) -> Figure:
    """Rested volts of the charged bank. [V]"""
    full = sheet.constant("storage.full_charge_frac", 1.0, "", "physics")
    cell = sheet.curve("storage.full_cell_v", f"{storage.chemistry}.rest_v_by_charge", full)
    return sheet.compute(
        "storage.full_rest_v",
        "class_v ÷ 12 × cells × cell",
        "V",
        class_v=sheet["storage.system_v"],
        cells=cells_per_12v(sheet, storage),
        cell=cell,
    )


def _rated_over(sheet: Sheet, storage: Storage, battery: Battery | None) -> Figure:
    """Hours that the rating holds for: of its part, otherwise twenty for lead and five for lithium. [h] (common practice)"""
    if battery is not None and storage.bank is not None and storage.bank.units is not None:
        return sheet.part("storage.rated_over_h", battery.rated_over_h, "h", battery)
    return sheet.constant("storage.rated_over_h", 5.0 if storage.is_lithium else 20.0, "h", "practice")


def _peukert(sheet: Sheet, storage: Storage, current: Figure) -> None:
    sheet.compute(
        "storage.capacity_at_peak_frac",
        PEUKERT_FRAC,
        "",
        "practice",
        amp_hours=sheet["storage.bank_ah"],
        over=sheet["storage.rated_over_h"],
        current=current,
        exponent=sheet.assumption(f"{storage.chemistry}.peukert"),
    )


def _stranded(sheet: Sheet, storage: Storage, resistance: Figure, current: Figure) -> None:
    chemistry = storage.chemistry
    cell_v = _cell_at_cutoff(sheet, "storage.cell_v_at_cutoff", storage, resistance, current)
    left = sheet.curve("storage.charge_at_cutoff_frac", f"{chemistry}.charge_by_rest_v", cell_v)
    sheet.compute(
        "storage.stranded_wh",
        "max(0, left − (1 − dod)) × bank × capacity_left",
        "Wh",
        "practice",
        left=left,
        dod=sheet.assumption(f"{chemistry}.dod_frac"),
        bank=sheet["storage.bank_wh"],
        capacity_left=sheet[f"storage.alternatives.{chemistry}.capacity_left_frac"],
    )


def _cell_at_cutoff(sheet: Sheet, key: str, storage: Storage, resistance: Figure, current: Figure) -> Figure:
    """Rested volts of a cell at which the inverter stops under a current, within the curve of its kind. [V]"""
    points = sheet.curve_points(f"{storage.chemistry}.charge_by_rest_v")
    ends = {"lowest": points[0][0], "highest": points[-1][0]}
    names = {"lowest": "storage.cell_v_empty", "highest": "storage.cell_v_full"}
    return sheet.compute(
        key,
        "min(highest, max(lowest, (cutoff + current × resistance) ÷ (class_v ÷ 12 × cells)))",
        "V",
        "practice",
        **{end: sheet.get(names[end]) or sheet.constant(names[end], volts, "V", "practice") for end, volts in ends.items()},
        cutoff=sheet["inverter.cutoff_v"],
        current=current,
        resistance=resistance,
        class_v=sheet["storage.system_v"],
        cells=cells_per_12v(sheet, storage),
    )


def drawn_steadily(sheet: Sheet, base: str, storage: Storage, draw: Figure, start: Figure, *, through_inverter: bool) -> Figure:
    """What the bank gives at a steady draw, from a charge down to the allowed depth: by Peukert, and by the cut-off. [Wh]

    Of its rating so much as it gives at that current; through the inverter no further than the charge at which rested volts
    less the sag of that current meet the cut-off. (Peukert 1897; common practice)
    """
    chemistry = storage.chemistry
    current = sheet.compute(f"{base}.current_a", "draw ÷ nominal_v", "A", draw=draw, nominal_v=sheet["storage.nominal_v"])
    share = sheet.compute(
        f"{base}.capacity_frac",
        PEUKERT_FRAC,
        "",
        "practice",
        amp_hours=sheet["storage.bank_ah"],
        over=sheet["storage.rated_over_h"],
        current=current,
        exponent=sheet.assumption(f"{chemistry}.peukert"),
    )
    inputs = {
        "usable": sheet["storage.usable_wh"],
        "start": start,
        "dod": sheet.assumption(f"{chemistry}.dod_frac"),
        "share": share,
    }
    floor = "1 − dod"
    if through_inverter:
        cell_v = _cell_at_cutoff(sheet, f"{base}.cell_v_at_cutoff", storage, sheet["storage.resistance_ohm"], current)
        inputs["left"] = sheet.curve(f"{base}.charge_at_cutoff_frac", f"{chemistry}.charge_by_rest_v", cell_v)
        floor = "max(1 − dod, left)"
    return sheet.compute(f"{base}.energy_wh", f"usable × share × max(0, start − ({floor})) ÷ dod", "Wh", "practice", **inputs)


def how_long_the_wish_runs(sheet: Sheet, rig_loads: Mapping[str, Load], storage: Storage) -> None:
    """Hours that the bank reckoned with runs the one wish, from full. [h]"""
    wish, energy = storage.wish, sheet.get("storage.wish.wh")
    if wish is None or energy is None or wish.load not in rig_loads or sheet["storage.bank_ah"].number == 0:
        return
    draw = sheet.compute("storage.wish.draw_w", "wish ÷ hours", "W", wish=energy, hours=sheet["storage.wish.hours"])
    full = sheet.constant("storage.wish.from_frac", 1.0, "", "product")
    by_inverter = rig_loads[wish.load].feed == "ac"
    gives = drawn_steadily(sheet, "storage.wish", storage, draw, full, through_inverter=by_inverter)
    sheet.compute("storage.wish.hours_have", "gives ÷ draw", "h", gives=gives, draw=draw)


def spread_of_days(sheet: Sheet) -> None:
    """Days without charge by high and by low use, and what growth the bank still takes. [days]"""
    days = sheet.get("storage.days_without_charge")
    if days is None:
        return
    typical, usable, on_top = sheet["loads.wh_per_day"], sheet["storage.usable_wh"], margin(sheet)
    for name, use in (("low", "high"), ("high", "low")):  # few days by high use, many by low use
        other = sheet[f"loads.wh_per_day.{use}"]
        # An inverter that is always on takes the same by any use, and what a meter counted has its own spread.
        scaled = typical.number > 0 and other.number > 0 and "loads.margin_frac" not in sheet
        days_on(sheet, f"storage.days_without_charge.{name}", usable, on_top, (typical, other) if scaled else None)
        if usable.number > 0:
            sheet.compute(
                f"storage.left_at_dawn_frac.{name}",
                "max(0, 1 − run × use ÷ typical ÷ usable)" if scaled else "max(0, 1 − run ÷ usable)",
                "",
                "practice",
                run=sheet["loads.run_by_night_wh"],
                usable=usable,
                **({"typical": typical, "use": other} if scaled else {}),
            )
    sheet.compute(
        "storage.headroom_frac",
        "max(0, days ÷ promised − 1)",
        "",
        "practice",
        days=days,
        promised=sheet["brief.days_without_charge"],
    )
