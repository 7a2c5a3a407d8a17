"""Charging from a hookup."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.charging.model import Charging, Hookup
from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure, Sheet
from ryokan.core.inverter.model import Inverter
from ryokan.core.laws import AMPS_TO_CHARGE, CHARGER_A_OF_MAINS, HOURS_TO_CHARGE, MAINS_A_OF_CHARGER
from ryokan.core.parts.model import InverterPart
from ryokan.core.rig import Rig, Stay


def charger_there(sheet: Sheet, charging: Charging, inverter: Inverter, part: InverterPart | None) -> Figure | None:
    """What the shore charger gives, with that within the inverter where it has one. None where there is none. [A]"""
    each: list[Figure] = []
    if isinstance(charging.shore_charger_a, float | int):
        each.append(sheet.given("charging.shore.stand_alone_a", charging.shore_charger_a, "A"))
    chosen = inverter.chosen
    if chosen is not None and chosen.charger_a is not None:
        each.append(sheet.given("charging.shore.of_inverter_a", chosen.charger_a, "A"))
    elif part is not None and part.charger_a is not None:
        each.append(sheet.part("charging.shore.of_inverter_a", part.charger_a, "A", part))
    if not each:
        return None
    return sheet.compute("charging.shore.have_a", "sum(chargers)", "A", "given", chargers=each)


def weighed(rig: Rig) -> bool:
    """Whether a shore charger is being thought about: a plan whose journey meets hookups, or is not known yet."""
    if rig.survey.as_found or rig.charging.shore_charger_a == "none":
        return False
    return not rig.stays or any(stay.hookup != "none" for stay in rig.stays.values())


def shore_need(sheet: Sheet, rig: Rig, charger: Figure | None) -> None:
    """Charger amps that refill the bank in the hours allowed, what the hookup passes, hours to full.

    Never more than the bank takes. Left out where no charger is there or weighed, and while the charging volts are not known.
    (common practice)
    """
    charging, chemistry, hookup = rig.charging, rig.storage.chemistry, smallest_hookup(rig.stays)
    charge_v, round_trip = sheet.get("storage.charge_v"), sheet.assumption(f"{chemistry}.round_trip_frac")
    if charge_v is None:
        return
    taper = sheet.assumption(f"{chemistry}.taper_h")
    used = sheet.compute(
        "charging.refill_wh", "usable ÷ round_trip", "Wh", "practice", usable=sheet["storage.usable_wh"], round_trip=round_trip
    )
    if charger is None and not weighed(rig):
        return
    if charging.refill_hours is None:
        hours = sheet.compute("charging.refill_hours", "usual", "h", "practice", usual=sheet.assumption("usual_refill_h"))
    else:
        hours = sheet.given("charging.refill_hours", charging.refill_hours, "h")
    if hours.number > taper.number:
        need = sheet.compute(
            "charging.shore.need_a",
            f"min(limit, {AMPS_TO_CHARGE})",
            "A",
            "practice",
            limit=sheet["charging.bank_max_a"],
            refill=used,
            charge_v=charge_v,
            hours=hours,
            taper=taper,
        )
    else:
        need = None  # the taper alone takes longer than the hours typed: a finding, not a current
    charger = charger or need
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


def bank_limits(sheet: Sheet, chemistry: str) -> None:
    """What the bank takes: as its maker says, otherwise as is usual for its kind. [A]"""
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


# What gives current to the bank, by its key. Nothing keeps them apart: an engine runs on a hookup, and the sun shines on all.
# A generator feeds the same charger through the same inlet as the hookup, so that the cord keeps those two apart.
SOURCES = {
    "charging.dcdc.have_a": "the DC-DC charger",
    "charging.relay.estimate_a": "the alternator through its relay",
    "charging.shore.have_a": "the shore charger",
    "solar.output_a": "the array",
}


def all_sources(sheet: Sheet, links: list[Figure]) -> None:
    """What the chosen sources and the links from other systems give all at once: all that nothing keeps apart. [A]"""
    chosen = [figure for key in SOURCES if (figure := sheet.get(key)) is not None]
    sheet.compute("charging.all_sources_a", "sum(sources)", "A", sources=[*chosen, *links])
