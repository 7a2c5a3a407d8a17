"""What a survey adds up to: the mass of what is there, and what the rig adds to it."""

from __future__ import annotations

from ryokan.core.charging.model import Hookup
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.survey.model import FoundBank, FoundCord, FoundPanels


def payload(sheet: Sheet, rig: Rig) -> None:
    """Mass that the rig adds to the vehicle as it was weighed, against the payload that was left. [kg]

    Banks and panels that were there are in the weighed mass, whether they stay or go. A bank of unknown mass counts by its
    chemistry, and not at all while kind or size are not known. (common practice)
    """
    left = rig.vehicle.payload.left_kg
    if left is not None:
        sheet.given("survey.payload_left_kg", left, "kg")
    masses = [_mass(sheet, id, bank) for id, bank in rig.survey.of_kind(FoundBank).items()]
    masses += [_of_panels(sheet, id, one) for id, one in rig.survey.of_kind(FoundPanels).items()]
    found = [mass for mass in masses if mass is not None]
    if found:
        sheet.compute("survey.found_mass_kg", "sum(found)", "kg", found=found)
    if "parts.mass_kg" not in sheet:
        return
    mass = sheet["parts.mass_kg"]
    if found:
        sheet.compute("survey.added_kg", "mass − found", "kg", mass=mass, found=sheet["survey.found_mass_kg"])
    else:
        sheet.compute("survey.added_kg", "mass", "kg", mass=mass)


def _mass(sheet: Sheet, id: str, bank: FoundBank) -> Figure | None:
    base, battery = f"survey.bank.{id}", bank.battery
    known = battery.mass_kg is not None or None not in (battery.chemistry, battery.nominal_v, battery.capacity_ah)
    if not known:
        return None
    units = sheet.given(f"{base}.units", bank.series * bank.parallel * bank.paired, "")
    if battery.mass_kg is not None:
        each = sheet.part(f"{base}.unit_mass_kg", battery.mass_kg, "kg", battery)
        return sheet.compute(f"{base}.mass_kg", "units × each", "kg", units=units, each=each)
    assert battery.nominal_v is not None
    assert battery.capacity_ah is not None
    return sheet.compute(
        f"{base}.mass_kg",
        "units × volts × amp_hours ÷ 1000 × kg_per_kwh",
        "kg",
        "practice",
        units=units,
        volts=sheet.part(f"{base}.unit_v", battery.nominal_v, "V", battery),
        amp_hours=sheet.part(f"{base}.unit_ah", battery.capacity_ah, "Ah", battery),
        kg_per_kwh=sheet.assumption(f"{battery.chemistry}.kg_per_kwh"),
    )


def _of_panels(sheet: Sheet, id: str, panels: FoundPanels) -> Figure | None:
    """Panels that were there and whose mass is known, wherever the rig reckons with them by their mass too."""
    if panels.mass_kg is None or panels.as_part() is None:
        return None
    base = f"survey.panels.{id}"
    count = sheet.given(f"{base}.count", float(panels.count), "")
    each = sheet.given(f"{base}.mass_each_kg", panels.mass_kg, "kg")
    return sheet.compute(f"{base}.mass_kg", "count × each", "kg", count=count, each=each)


def cord(sheet: Sheet, rig: Rig) -> None:
    """What the weakest cord that is not to go passes continuously. [A]"""
    cords = [one.rating for one in rig.survey.of_kind(FoundCord).values() if one.fate != "goes"]
    ratings = sorted({rating for rating in cords if rating is not None and rating != "none"})
    if not ratings:
        return
    for rating in ratings:
        _passes(sheet, rating)
    each = [sheet[f"survey.cord.{rating}.continuous_a"] for rating in ratings]
    sheet.compute("survey.cord_continuous_a", "min(cords)", "A", cords=each)


def _passes(sheet: Sheet, rating: Hookup) -> None:
    base, source = f"survey.cord.{rating}", "nec_551" if rating.startswith("na_") or rating == "house_na" else "iec_60309"
    name = sheet.given(f"{base}.rating", rating, "")
    breaker = sheet.look_up(f"{base}.breaker_a", "lookup(hookups.breaker_a, rating)", "A", source, rating=name)
    share = sheet.look_up(f"{base}.continuous_frac", "lookup(hookups.continuous_frac, rating)", "", source, rating=name)
    sheet.compute(f"{base}.continuous_a", "breaker × share", "A", source, breaker=breaker, share=share)
