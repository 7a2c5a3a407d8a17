"""What the bank gives: usable energy, days without charge, what is left at each dawn."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.fitted import Fitted
from ryokan.core.parts.model import Battery
from ryokan.core.storage.model import Storage, Units
from ryokan.core.storage.need import margin


def bank_have(sheet: Sheet, storage: Storage, chosen: Fitted) -> None:
    """Nominal energy of the bank that was chosen, if one was, with what its parts say. [Wh]"""
    bank = storage.bank
    if bank is None:
        return
    if bank.bms_limit_a is not None:
        sheet.given("storage.bms_limit_a", bank.bms_limit_a, "A")
    if bank.units is not None and chosen.battery is not None:
        _built_up(sheet, bank.units, chosen.battery)
    elif chosen.strings:
        _string_by_string(sheet, chosen)
    else:
        ah = sheet.given("storage.have_ah", bank.nominal_ah or 0.0, "Ah")
        sheet.compute("storage.have_wh", "amp_hours × nominal_v", "Wh", amp_hours=ah, nominal_v=sheet["storage.nominal_v"])


def bank_given(sheet: Sheet) -> Figure:
    """Nominal energy of the bank the rig reckons with: the chosen one, else one of exactly the need. [Wh]"""
    have = sheet.get("storage.have_wh")
    if have is None:
        return sheet.compute("storage.bank_wh", "need", "Wh", "product", need=sheet["storage.need_wh"])
    return sheet.compute("storage.bank_wh", "have", "Wh", "given", have=have)


def _built_up(sheet: Sheet, units: Units, battery: Battery) -> None:
    """A bank of like units: series adds volts, parallel adds amp-hours."""
    series = sheet.given("storage.arrangement.series", units.series, "")
    parallel = sheet.given("storage.arrangement.parallel", units.parallel, "")
    unit_ah = sheet.part("storage.unit.capacity_ah", battery.capacity_ah, "Ah", battery)
    unit_v = sheet.part("storage.unit.nominal_v", battery.nominal_v, "V", battery)
    sheet.part("storage.unit.chemistry", battery.chemistry, "", battery)
    if battery.self_heating:
        sheet.part("storage.unit.self_heating", "yes", "", battery)
    paired = sheet.given("storage.arrangement.paired", units.paired, "") if units.paired > 1 else None
    if paired is None:
        count = sheet.compute("storage.units", "series × parallel", "", series=series, parallel=parallel)
    else:
        count = sheet.compute(
            "storage.units", "series × parallel × paired", "", series=series, parallel=parallel, paired=paired
        )
    sheet.compute("storage.arrangement.volts_v", "series × unit_v", "V", series=series, unit_v=unit_v)
    if paired is None:
        sheet.compute("storage.have_ah", "parallel × unit_ah", "Ah", parallel=parallel, unit_ah=unit_ah)
    else:
        sheet.compute("storage.have_ah", "parallel × paired × unit_ah", "Ah", parallel=parallel, paired=paired, unit_ah=unit_ah)
    if battery.size is not None:
        for name in ("length_m", "width_m", "height_m"):
            sheet.part(f"storage.unit.{name}", getattr(battery.size, name), "m", battery)
        sheet.compute(
            "storage.volume_l",
            "units × length × width × height × 1000",
            "l",
            units=count,
            **{name: sheet[f"storage.unit.{name}_m"] for name in ("length", "width", "height")},
        )
    for limit, value in (("max_series", battery.max_series), ("max_parallel", battery.max_parallel)):
        if value is not None:
            sheet.part(f"storage.unit.{limit}", float(value), "", battery)
    if battery.discharge_limit_a is not None:
        each = sheet.part("storage.unit.discharge_limit_a", battery.discharge_limit_a, "A", battery)
        if sheet.get("storage.bms_limit_a") is None:
            sheet.compute("storage.bms_limit_a", "parallel × each", "A", parallel=parallel, each=each)
        if units.parallel > 1:
            sheet.compute(
                "storage.current_with_one_out_a",
                "(parallel − 1) × each × sharing",
                "A",
                "practice",
                parallel=parallel,
                each=each,
                sharing=sheet.assumption("parallel_sharing_frac"),
            )
    if battery.charge_limit_a is not None:
        takes = sheet.part("storage.unit.charge_limit_a", battery.charge_limit_a, "A", battery)
        sheet.compute("storage.charge_limit_a", "parallel × each", "A", "part_sheet", parallel=parallel, each=takes)
    if battery.min_charge_c is not None:
        sheet.part("storage.unit.min_charge_c", battery.min_charge_c, "°C", battery)
    if battery.mass_kg is not None:
        each = sheet.part("storage.unit.mass_kg", battery.mass_kg, "kg", battery)
        sheet.compute("storage.mass_kg", "units × each", "kg", units=count, each=each)
    sheet.compute("storage.have_wh", "units × unit_v × unit_ah", "Wh", units=count, unit_v=unit_v, unit_ah=unit_ah)


def _string_by_string(sheet: Sheet, chosen: Fitted) -> None:
    """Strings that differ, on one bus: each gives what its smallest unit gives, and all of them add. (common practice)"""
    strings = {id: _string(sheet, id, units) for id, units in chosen.strings.items()}
    given = {name: [figures[name] for figures in strings.values()] for name in ("wh", "ah", "volts_v")}
    sheet.given("storage.units", float(len(chosen.batteries)), "")
    sheet.given("storage.arrangement.parallel", float(len(strings)), "")
    sheet.compute("storage.arrangement.volts_v", "min(strings)", "V", strings=given["volts_v"])
    sheet.compute("storage.arrangement.highest_volts_v", "max(strings)", "V", strings=given["volts_v"])
    sheet.compute("storage.have_ah", "sum(strings)", "Ah", strings=given["ah"])
    kinds = sorted({unit.chemistry for unit in chosen.batteries})
    if len(kinds) > 1:
        sheet.given("storage.string_chemistries", ", ".join(kinds), "")
    else:
        sheet.part("storage.unit.chemistry", kinds[0], "", chosen.batteries[0])
    limits = [figures["limit_a"] for figures in strings.values() if "limit_a" in figures]
    if len(limits) == len(strings) and sheet.get("storage.bms_limit_a") is None:
        sheet.compute("storage.bms_limit_a", "sum(strings)", "A", strings=limits)
    masses = [unit.mass_kg for unit in chosen.batteries if unit.mass_kg is not None]
    if len(masses) == len(chosen.batteries):
        each = sheet.of_parts("storage.unit_masses_kg", tuple(masses), "kg", chosen.batteries)
        sheet.compute("storage.mass_kg", "sum(each)", "kg", each=each)
    sheet.compute("storage.have_wh", "sum(strings)", "Wh", strings=given["wh"])


def _string(sheet: Sheet, id: str, units: tuple[Battery, ...]) -> dict[str, Figure]:
    base = f"storage.string.{id}"
    volts = sheet.of_parts(f"{base}.unit_v", tuple(unit.nominal_v for unit in units), "V", units)
    amp_hours = sheet.of_parts(f"{base}.unit_ah", tuple(unit.capacity_ah for unit in units), "Ah", units)
    figures = {
        "volts_v": sheet.compute(f"{base}.volts_v", "sum(volts)", "V", volts=volts),
        "ah": sheet.compute(f"{base}.ah", "min(amp_hours)", "Ah", "practice", amp_hours=amp_hours),
    }
    figures["wh"] = sheet.compute(
        f"{base}.wh", "volts × amp_hours", "Wh", "practice", volts=figures["volts_v"], amp_hours=figures["ah"]
    )
    limits = [unit.discharge_limit_a for unit in units if unit.discharge_limit_a is not None]
    if len(limits) == len(units):
        each = sheet.of_parts(f"{base}.unit_limit_a", tuple(limits), "A", units)
        figures["limit_a"] = sheet.compute(f"{base}.limit_a", "min(each)", "A", each=each)
    return figures


def what_it_gives(sheet: Sheet, storage: Storage, bank_wh: Figure, chosen: Fitted) -> None:
    """Usable energy, days without charge and the share left at each dawn, of the bank reckoned with.

    Usable is what the sizing method itself counts on, so that a bank of exactly the need keeps exactly the promise. Beside it
    stands what the bank gives by the audit alone: to the same depth, without what ageing may take, and with no margin on the
    day; and to the end.
    """
    chemistry = storage.chemistry
    capacity_left = sheet[f"storage.alternatives.{chemistry}.capacity_left_frac"]
    ageing = sheet.assumption("ageing_frac")
    if "storage.string_chemistries" in sheet:
        _by_string(sheet, chosen, ageing)
    else:
        dod = sheet.assumption(f"{chemistry}.dod_frac")
        inputs = {"bank": bank_wh, "capacity_left": capacity_left, "dod": dod}
        if storage.sizing == "largest_governs":
            formula, source = "bank × capacity_left × min(dod, 1 − ageing)", "ieee_1013"
        else:
            formula, source = "bank × capacity_left × dod × (1 − ageing)", "practice"
        sheet.compute("storage.usable_wh", formula, "Wh", source, **inputs, ageing=ageing)
        sheet.compute("storage.usable_by_audit_wh", "bank × capacity_left × dod", "Wh", "practice", **inputs)
    sheet.compute("storage.to_empty_wh", "bank × capacity_left", "Wh", "practice", bank=bank_wh, capacity_left=capacity_left)
    sheet.compute("storage.bank_ah", "bank ÷ nominal_v", "Ah", bank=bank_wh, nominal_v=sheet["storage.nominal_v"])
    if storage.bank is not None and sheet.get("storage.mass_kg") is None:
        mass = sheet.assumption(f"{chemistry}.kg_per_kwh")
        sheet.compute("storage.mass_kg", "bank ÷ 1000 × kg_per_kwh", "kg", "practice", bank=bank_wh, kg_per_kwh=mass)
    if sheet["loads.wh_per_day_with_margin"].number == 0:
        return
    days_on(sheet, "storage.days_without_charge", sheet["storage.usable_wh"], margin(sheet))
    days_on(sheet, "storage.days_by_audit", sheet["storage.usable_by_audit_wh"], None)
    days_on(sheet, "storage.days_to_empty", sheet["storage.to_empty_wh"], None)
    _left_at_dawn(sheet, sheet["storage.usable_wh"])


def _by_string(sheet: Sheet, chosen: Fitted, ageing: Figure) -> None:
    """Strings of different kinds: each gives down to its own depth, in its own cold. (common practice)"""
    kinds = [units[0].chemistry for units in chosen.strings.values()]
    inputs = {
        "strings": [sheet[f"storage.string.{id}.wh"] for id in chosen.strings],
        "capacity_left": [sheet[f"storage.alternatives.{kind}.capacity_left_frac"] for kind in kinds],
        "dod": [sheet.assumption(f"{kind}.dod_frac") for kind in kinds],
    }
    sheet.compute(
        "storage.usable_wh", "sum(strings × capacity_left × min(dod, 1 − ageing))", "Wh", "practice", **inputs, ageing=ageing
    )
    sheet.compute("storage.usable_by_audit_wh", "sum(strings × capacity_left × dod)", "Wh", "practice", **inputs)


def days_on(sheet: Sheet, key: str, usable: Figure, on_top: Figure | None, use: tuple[Figure, Figure] | None = None) -> Figure:
    """Days that an energy lasts over the worst run of days: within a day in proportion, and whole weeks alike. [days]

    ``on_top`` is the margin on each day. ``use`` is the typical day with another one, lower or higher, that is taken instead.
    """
    inputs, spent = {"usable": usable, "week": sheet["loads.worst_week_wh"]}, "usable"
    if use is not None:
        inputs |= {"typical": use[0], "use": use[1]}
        spent += " × typical ÷ use"
    if on_top is not None:
        inputs["margin"] = on_top
        spent += " ÷ (1 + margin)"
    weeks = f"(0 − ceil(0 − {spent} ÷ week))"
    return sheet.compute(
        key,
        f"7 × {weeks} + interp(runs, days, max(0, {spent} − {weeks} × week))",
        "days",
        "practice",
        **inputs,
        runs=sheet["loads.run_by_day_wh"],
        days=sheet["loads.days_in_turn"],
    )


def _left_at_dawn(sheet: Sheet, usable: Figure) -> None:
    """Share of the usable energy left at dawn after 1, 2, … nights with no charge at all, by the audit and with its margin."""
    run = sheet["loads.run_by_night_wh"]
    if usable.number == 0:
        return
    sheet.compute("storage.left_at_dawn_frac", "max(0, 1 − run ÷ usable)", "", run=run, usable=usable)
    sheet.compute(
        "storage.left_at_dawn_with_margin_frac",
        "max(0, 1 − run × (1 + margin) ÷ usable)",
        "",
        run=run,
        usable=usable,
        margin=margin(sheet),
    )


def cost_in_nights(sheet: Sheet, at_bank: dict[str, Figure]) -> None:
    """What each load costs: nights the bank would keep without it, less nights it keeps now. [nights]

    Left out for a load that is the only one: without it the bank would last for ever.
    """
    on_top, usable = margin(sheet), sheet["storage.usable_wh"]
    day = sheet["loads.wh_per_day_with_margin"]
    for id, wh in at_bank.items():
        if day.number - wh.number * (1 + on_top.number) <= 1e-9 * day.number:
            continue
        sheet.compute(
            f"loads.row.{id}.nights",
            "usable ÷ (day − wh × (1 + margin)) − usable ÷ day",
            "nights",
            usable=usable,
            day=day,
            wh=wh,
            margin=on_top,
        )
