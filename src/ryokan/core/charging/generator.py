"""Generators: what they give where they stand, what a charger makes of it, and what it takes of fuel."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.charging.model import Generator
from ryokan.core.charging.shore import OnMains, several_share
from ryokan.core.figure import Figure, Sheet
from ryokan.core.storage.model import Storage
from ryokan.core.vehicle import Vehicle

LEAST_FUEL_FRAC = 0.2  # of the fuel at full load, which an engine takes with nothing on it (common practice)


def where_it_stands(sheet: Sheet, id: str, one: Generator, vehicle: Vehicle) -> None:
    """What a generator gives at its height and in the heat of its place. [W] (common practice)"""
    if one.rated_w is None:
        return
    base = f"charging.generator.{id}"
    formula, inputs = "rated", {"rated": sheet.given(f"{base}.rated_w", one.rated_w, "W")}
    if vehicle.altitude_m is not None and vehicle.altitude_m > 0:
        formula += " × max(0, 1 − per_m × altitude)"
        inputs |= {
            "per_m": sheet.assumption("generator_altitude_frac_per_m"),
            "altitude": sheet.given(f"{base}.altitude_m", vehicle.altitude_m, "m"),
        }
    hottest = sheet.get("climate.t_max_record_c")
    if hottest is not None:
        formula += " × max(0, 1 − per_k × max(0, hottest − 25))"
        inputs |= {"per_k": sheet.assumption("generator_heat_frac_per_k"), "hottest": hottest}
    sheet.compute(f"{base}.gives_w", formula, "W", "practice", **inputs)


def through_chargers(sheet: Sheet, id: str, one: Generator, found: Mapping[str, OnMains], storage: Storage) -> None:
    """What the chargers put into the bank on it, and how it fares meanwhile. [A, Wh, l, h]"""
    base, charge_v = f"charging.generator.{id}", sheet.get("storage.charge_v")
    have, mains_a, gives = sheet.get("charging.shore.have_a"), sheet.get("charging.shore.mains_a"), sheet.get(f"{base}.gives_w")
    if have is None or charge_v is None or gives is None or mains_a is None or mains_a.number == 0:
        return
    amps = sheet.compute(f"{base}.output_a", "watts ÷ mains_v", "A", watts=gives, mains_v=sheet["region.mains_v"])
    if len(found) > 1:
        charge = several_share(sheet, base, "charge_a", found, amps)
    else:
        inputs = {"charger": have, "mains": mains_a, "continuous": amps}
        charge = sheet.compute(f"{base}.charge_a", "charger × min(1, continuous ÷ mains)", "A", "practice", **inputs)
    limited = {"charge": charge, "limit": sheet["charging.bank_max_a"], "charge_v": charge_v}
    an_hour = sheet.compute(f"{base}.wh_per_h", "min(charge, limit) × charge_v", "Wh", "practice", **limited)
    load = sheet.compute(
        f"{base}.load_frac",
        "min(1, an_hour ÷ (efficiency × gives))",
        "",
        "practice",
        an_hour=an_hour,
        efficiency=sheet.assumption("charger_frac"),
        gives=gives,
    )
    _fuel(sheet, base, one, load, an_hour)
    _from_start_to_stop(sheet, base, one, an_hour, storage)


def _fuel(sheet: Sheet, base: str, one: Generator, load: Figure, an_hour: Figure) -> None:
    """Litres an hour at that load, between those at half and at full load. [l/h, l/kWh, h] (common practice)"""
    rated = sheet[f"{base}.rated_w"]
    if one.full_l_per_h is None:
        usual = {"rated": rated, "per_kwh": sheet.assumption("generator_l_per_kwh")}
        full = sheet.compute(f"{base}.full_l_per_h", "rated ÷ 1000 × per_kwh", "l/h", "practice", **usual)
    else:
        full = sheet.given(f"{base}.full_l_per_h", one.full_l_per_h, "l/h")
    if one.half_l_per_h is None:
        share = sheet.assumption("generator_half_load_frac")
        half = sheet.compute(f"{base}.half_l_per_h", "share × full", "l/h", "practice", share=share, full=full)
    else:
        half = sheet.given(f"{base}.half_l_per_h", one.half_l_per_h, "l/h")
    least = sheet.constant(f"{base}.least_fuel_frac", LEAST_FUEL_FRAC, "", "practice")
    inputs = {"full": full, "half": half, "least": least, "load": load}
    formula = "max(least × full, half + (full − half) × (load − 0.5) ÷ 0.5)"
    litres = sheet.compute(f"{base}.l_per_h", formula, "l/h", "practice", **inputs)
    if an_hour.number > 0:
        sheet.compute(f"{base}.l_per_kwh", "litres ÷ an_hour × 1000", "l/kWh", litres=litres, an_hour=an_hour)
    if one.tank_l is not None:
        tank = sheet.given(f"{base}.tank_l", one.tank_l, "l")
        sheet.compute(f"{base}.hours_per_tank", "tank ÷ litres", "h", tank=tank, litres=litres)


def _from_start_to_stop(sheet: Sheet, base: str, one: Generator, an_hour: Figure, storage: Storage) -> None:
    """Hours from the charge at which it is started to that at which it is stopped, and what a day of it may bring. [h, Wh]"""
    if one.hours_per_day is not None:
        hours = sheet.given(f"{base}.hours_per_day", one.hours_per_day, "h")
        sheet.compute(f"{base}.wh_per_day", "an_hour × hours", "Wh", "practice", an_hour=an_hour, hours=hours)
        if one.service_every_h is not None:
            every = sheet.given(f"{base}.service_every_h", one.service_every_h, "h")
            sheet.compute(f"{base}.service_days", "every ÷ hours", "days", "practice", every=every, hours=hours)
    if one.start_frac is None or one.stop_frac is None or one.stop_frac <= one.start_frac or an_hour.number == 0:
        return
    sheet.compute(
        f"{base}.hours_from_start_to_stop",
        "(stop − start) × whole ÷ (round_trip × an_hour)",
        "h",
        "practice",
        stop=sheet.given(f"{base}.stop_frac", one.stop_frac, ""),
        start=sheet.given(f"{base}.start_frac", one.start_frac, ""),
        whole=sheet["storage.bank_wh"],
        round_trip=sheet.assumption(f"{storage.chemistry}.round_trip_frac"),
        an_hour=an_hour,
    )


def of_the_strongest(sheet: Sheet, generators: Mapping[str, Generator]) -> None:
    """The generator that gives most, under the keys of before: two are not run on one inlet. [W, A]"""
    known = [id for id in generators if f"charging.generator.{id}.gives_w" in sheet]
    if not known:
        return
    strongest = max(known, key=lambda id: sheet[f"charging.generator.{id}.gives_w"].number)
    base = f"charging.generator.{strongest}"
    if f"{base}.charge_a" not in sheet:
        return
    sheet.compute("charging.generator_w", "rated", "W", "given", rated=sheet[f"{base}.rated_w"])
    sheet.compute("charging.generator_a", "output", "A", output=sheet[f"{base}.output_a"])
    sheet.compute("charging.through_generator_a", "charge", "A", charge=sheet[f"{base}.charge_a"])
