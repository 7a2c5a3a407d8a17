"""Charging from a hookup."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.charging.model import Charging, Hookup
from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import AMPS_TO_CHARGE, CHARGER_A_OF_MAINS, HOURS_TO_CHARGE, MAINS_A_OF_CHARGER
from ryokan.core.rig import Stay


def shore_need(sheet: Sheet, charging: Charging, chemistry: str, hookup: Hookup | None) -> None:
    """Charger amps that refill the bank in the typed hours, what the hookup passes, hours to full.

    ``hookup`` is the smallest that the stays meet, None where they meet none. (common practice)
    """
    charge_v, round_trip = sheet["storage.charge_v"], sheet.assumption(f"{chemistry}.round_trip_frac")
    taper = sheet.assumption(f"{chemistry}.taper_h")
    used = sheet.compute(
        "charging.refill_wh", "usable ÷ round_trip", "Wh", "practice", usable=sheet["storage.usable_wh"], round_trip=round_trip
    )
    hours = sheet.given("charging.refill_hours", charging.refill_hours, "h")
    if charging.refill_hours > taper.number:
        need = sheet.compute(
            "charging.shore.need_a",
            AMPS_TO_CHARGE,
            "A",
            "practice",
            refill=used,
            charge_v=charge_v,
            hours=hours,
            taper=taper,
        )
    else:
        need = None  # the taper alone takes longer than the hours typed: a finding, not a current
    if charging.shore_charger_a is not None:
        charger: Figure | None = sheet.given("charging.shore.have_a", charging.shore_charger_a, "A")
    else:
        charger = need
    if charger is None or charger.number == 0:
        return
    _mains_side(sheet, charger, charge_v)
    output = charger if hookup is None else _through_hookup(sheet, hookup, charger, charge_v)
    sheet.compute(
        "charging.shore.hours_to_full",
        HOURS_TO_CHARGE,
        "h",
        "practice",
        refill=used,
        charge_v=charge_v,
        amps=output,
        taper=taper,
    )


def _mains_side(sheet: Sheet, charger: Figure, charge_v: Figure) -> None:
    sheet.compute(
        "charging.shore.mains_a",
        MAINS_A_OF_CHARGER,
        "A",
        amps=charger,
        charge_v=charge_v,
        efficiency=sheet.assumption("charger_frac"),
        power_factor=sheet.assumption("charger_power_factor"),
        mains_v=sheet["region.mains_v"],
    )


def _through_hookup(sheet: Sheet, hookup: Hookup, charger: Figure, charge_v: Figure) -> Figure:
    """Charge amps that fit through the hookup, whatever the charger could give. [A]"""
    name = sheet.given("charging.shore.hookup", hookup, "")
    source = "nec_551" if hookup.startswith("na_") else "iec_60309"
    breaker = sheet.look_up("charging.shore.breaker_a", "lookup(hookups.breaker_a, hookup)", "A", source, hookup=name)
    share = sheet.look_up("charging.shore.continuous_frac", "lookup(hookups.continuous_frac, hookup)", "", source, hookup=name)
    continuous = sheet.compute(
        "charging.shore.hookup_continuous_a", "breaker × share", "A", source, breaker=breaker, share=share
    )
    limit = sheet.compute(
        "charging.shore.hookup_limit_a",
        CHARGER_A_OF_MAINS,
        "A",
        "practice",
        continuous=continuous,
        mains_v=sheet["region.mains_v"],
        efficiency=sheet.assumption("charger_frac"),
        power_factor=sheet.assumption("charger_power_factor"),
        charge_v=charge_v,
    )
    return sheet.compute("charging.shore.through_hookup_a", "min(charger, limit)", "A", charger=charger, limit=limit)


def smallest_hookup(stays: Mapping[str, Stay]) -> Hookup | None:
    """The weakest hookup among the stays, by what it gives continuously; None where no stay has one."""

    def watts(hookup: Hookup) -> float:
        hookups = tables()["hookups"]
        breaker_a, voltage_v, share = (hookups.value(hookup, column) for column in hookups.columns)
        return breaker_a * voltage_v * share

    return min((stay.hookup for stay in stays.values() if stay.hookup != "none"), key=watts, default=None)


def all_sources(sheet: Sheet, chemistry: str, links: list[Figure]) -> None:
    """What the bank takes, against the chosen sources and the links from other systems all at once. [A]"""
    bank_ah = sheet["storage.bank_ah"]
    for name in ("usual", "max"):
        rate = sheet.assumption(f"{chemistry}.charge_{name}_c")
        by_rate = {"rate": rate, "amp_hours": bank_ah}
        limit = sheet.get("storage.charge_limit_a")
        if limit is None:
            sheet.compute(f"charging.bank_{name}_a", "rate × amp_hours", "A", "practice", **by_rate)
        elif name == "max":  # what its makers say goes before what is usual
            sheet.compute("charging.bank_max_a", "units", "A", limit.source, units=limit)
        else:
            sheet.compute("charging.bank_usual_a", "min(units, rate × amp_hours)", "A", "practice", units=limit, **by_rate)
    chosen = [
        figure
        for key in ("charging.dcdc.have_a", "charging.shore.have_a", "solar.output_a")
        if (figure := sheet.get(key)) is not None
    ]
    sheet.compute("charging.all_sources_a", "sum(sources)", "A", sources=[*chosen, *links])
