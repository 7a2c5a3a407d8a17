"""What the bank gives: usable energy, days without charge, what is left at each dawn."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.storage.model import Storage


def bank_given(sheet: Sheet, storage: Storage) -> Figure:
    """Nominal energy of the bank the rig reckons with: the chosen one, else one of exactly the need. [Wh]"""
    nominal_v = sheet["storage.nominal_v"]
    if storage.bank is None:
        return sheet.compute("storage.bank_wh", "need", "Wh", "product", need=sheet["storage.need_wh"])
    ah = sheet.given("storage.have_ah", storage.bank.nominal_ah, "Ah")
    have = sheet.compute("storage.have_wh", "amp_hours × nominal_v", "Wh", amp_hours=ah, nominal_v=nominal_v)
    return sheet.compute("storage.bank_wh", "have", "Wh", "given", have=have)


def what_it_gives(sheet: Sheet, storage: Storage, bank_wh: Figure) -> None:
    """Usable energy, days without charge and the share left at each dawn, of the bank reckoned with.

    Usable is what the sizing method itself counts on, so that a bank of exactly the need keeps exactly the promise.
    """
    chemistry = storage.chemistry
    inputs = {
        "bank": bank_wh,
        "capacity_left": sheet[f"storage.alternatives.{chemistry}.capacity_left_frac"],
        "dod": sheet.assumption(f"{chemistry}.dod_frac"),
        "ageing": sheet.assumption("ageing_frac"),
    }
    if storage.sizing == "largest_governs":
        formula, source = "bank × capacity_left × min(dod, 1 − ageing)", "ieee_1013"
    else:
        formula, source = "bank × capacity_left × dod × (1 − ageing)", "practice"
    usable = sheet.compute("storage.usable_wh", formula, "Wh", source, **inputs)
    sheet.compute("storage.bank_ah", "bank ÷ nominal_v", "Ah", bank=bank_wh, nominal_v=sheet["storage.nominal_v"])
    if storage.bank is not None:
        mass = sheet.assumption(f"{chemistry}.kg_per_kwh")
        sheet.compute("storage.mass_kg", "bank ÷ 1000 × kg_per_kwh", "kg", "practice", bank=bank_wh, kg_per_kwh=mass)
    if sheet["loads.wh_per_day_with_margin"].number == 0:
        return
    sheet.compute(
        "storage.days_without_charge",
        "usable × days ÷ run",
        "days",
        usable=usable,
        days=sheet["brief.days_without_charge"],
        run=sheet["loads.worst_run_wh_with_margin"],
    )
    _left_at_dawn(sheet, usable)


def _left_at_dawn(sheet: Sheet, usable: Figure) -> None:
    """Share of the usable energy left at dawn after 1, 2, … nights with no charge at all, by the audit and with its margin."""
    run = sheet["loads.run_by_night_wh"]
    sheet.compute("storage.left_at_dawn_frac", "max(0, 1 − run ÷ usable)", "", run=run, usable=usable)
    sheet.compute(
        "storage.left_at_dawn_with_margin_frac",
        "max(0, 1 − run × (1 + margin) ÷ usable)",
        "",
        run=run,
        usable=usable,
        margin=sheet.assumption("margin_frac"),
    )


def cost_in_nights(sheet: Sheet, at_bank: dict[str, Figure]) -> None:
    """What each load costs: nights the bank would keep without it, less nights it keeps now. [nights]

    Left out for a load that is the only one: without it the bank would last for ever.
    """
    margin, usable = sheet.assumption("margin_frac"), sheet["storage.usable_wh"]
    day = sheet["loads.wh_per_day_with_margin"]
    for id, wh in at_bank.items():
        if day.number - wh.number * (1 + margin.number) <= 1e-9 * day.number:
            continue
        sheet.compute(
            f"loads.row.{id}.nights",
            "usable ÷ (day − wh × (1 + margin)) − usable ÷ day",
            "nights",
            usable=usable,
            day=day,
            wh=wh,
            margin=margin,
        )
