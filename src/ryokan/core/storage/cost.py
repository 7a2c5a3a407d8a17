"""Life of a bank, and what its energy costs over the years: of the chosen one, and of each kind beside it."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.model import Battery
from ryokan.core.question import MONEY
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import COMPARED
from ryokan.core.vehicle import ROAD, VehicleKind

SPANS_YEARS = (6, 10)


def of_the_chosen(sheet: Sheet, storage: Storage, battery: Battery | None, vehicle: VehicleKind) -> None:
    """Life of the bank, and what a delivered kilowatt-hour costs over 6 and 10 years. [years, currency per kWh]

    Life is the shorter of cycles and calendar; a day takes the share of a cycle that it draws from the usable energy. Every
    bank that is begun is paid for, and on the road the fuel that it takes. (common practice)
    """
    chemistry, mean = storage.chemistry, sheet["loads.mean_wh_per_day_at_bank"]
    usable = sheet["storage.usable_wh"]
    if storage.bank is None or mean.number == 0 or usable.number == 0:
        return
    calendar = sheet.assumption(f"{chemistry}.calendar_years")
    if battery is not None and battery.cycles is not None and storage.bank.units is not None:
        cycles = sheet.part("storage.unit.cycles", float(battery.cycles), "", battery)
    else:
        cycles = sheet.assumption(f"{chemistry}.cycles")
    a_year = sheet.compute("storage.cycles_per_year", "365 × mean ÷ usable", "", "practice", mean=mean, usable=usable)
    life = sheet.compute(
        "storage.life_years",
        "min(calendar, cycles ÷ a_year)",
        "years",
        "practice",
        calendar=calendar,
        cycles=cycles,
        a_year=a_year,
    )
    price, on_the_road = sheet.get("parts.battery.price"), vehicle in ROAD
    if price is None:
        return
    fuel, term = _fuel(sheet, "storage.fuel_per_year", sheet["storage.mass_kg"], price.unit, on_the_road=on_the_road)
    for years in SPANS_YEARS:
        span = _span(sheet, years)
        banks = sheet.compute(f"storage.banks_{years}y", "ceil(span ÷ life)", "", "practice", span=span, life=life)
        sheet.compute(
            f"storage.cost_per_kwh_{years}y",
            f"(banks × units × price{term}) ÷ (mean × 365 × span ÷ 1000)",
            f"{price.unit}/kWh",
            "practice",
            banks=banks,
            units=sheet["storage.units"],
            price=price,
            mean=mean,
            span=span,
            **fuel,
        )


def of_each_kind(sheet: Sheet, storage: Storage, vehicle: VehicleKind) -> None:
    """What a delivered kilowatt-hour costs by kind of bank, each of exactly its own need. [years, money per kWh]

    Its price by energy, a new bank whenever one is worn out, and on the road the fuel that its mass takes. The year in which
    lithium is level: when lead has been bought as often as lithium costs more. (common practice)
    """
    mean = sheet["loads.mean_wh_per_day_at_bank"]
    if mean.number == 0 or sheet["storage.need_wh"].number == 0:
        return
    money = _money(sheet)
    for chemistry in dict.fromkeys((*COMPARED, storage.chemistry)):
        _of_kind(sheet, chemistry, mean, money, on_the_road=vehicle in ROAD)
    lithium, lead = (f"storage.alternatives.{chemistry}" for chemistry in ("lfp", "agm"))
    sheet.compute(
        "storage.lithium_level_years",
        "life × (ceil(lithium ÷ lead) − 1)",
        "years",
        "practice",
        life=sheet[f"{lead}.life_years"],
        lithium=sheet[f"{lithium}.price"],
        lead=sheet[f"{lead}.price"],
    )


def _of_kind(sheet: Sheet, chemistry: str, mean: Figure, money: str, *, on_the_road: bool) -> None:
    base = f"storage.alternatives.{chemistry}"
    need, mass = sheet[f"{base}.need_wh"], sheet[f"{base}.mass_kg"]
    price = sheet.compute(
        f"{base}.price",
        "need ÷ 1000 × per_kwh",
        money,
        "practice",
        need=need,
        per_kwh=sheet.assumption(f"{chemistry}.price_per_kwh"),
    )
    life = sheet.compute(
        f"{base}.life_years",
        "min(calendar, cycles ÷ (365 × mean ÷ (need × capacity_left × min(dod, 1 − ageing))))",
        "years",
        "practice",
        calendar=sheet.assumption(f"{chemistry}.calendar_years"),
        cycles=sheet.assumption(f"{chemistry}.cycles"),
        mean=mean,
        need=need,
        capacity_left=sheet[f"{base}.capacity_left_frac"],
        dod=sheet.assumption(f"{chemistry}.dod_frac"),
        ageing=sheet.assumption("ageing_frac"),
    )
    fuel, term = _fuel(sheet, f"{base}.fuel_per_year", mass, money, on_the_road=on_the_road)
    for years in SPANS_YEARS:
        sheet.compute(
            f"{base}.cost_per_kwh_{years}y",
            f"(ceil(span ÷ life) × price{term}) ÷ (mean × 365 × span ÷ 1000)",
            f"{money}/kWh",
            "practice",
            span=_span(sheet, years),
            life=life,
            price=price,
            mean=mean,
            **fuel,
        )


def _fuel(sheet: Sheet, key: str, mass: Figure, money: str, *, on_the_road: bool) -> tuple[dict[str, Figure], str]:
    """What the mass takes in fuel a year, as an input and a term of a formula; neither on the water."""
    if not on_the_road:
        return {}, ""
    fuel = sheet.compute(
        key,
        "mass ÷ 100 × distance ÷ 100 × litres × price",
        money,
        "practice",
        mass=mass,
        distance=sheet.assumption("km_per_year"),
        litres=sheet.assumption("fuel_l_per_100km_per_100kg"),
        price=sheet.assumption("fuel_price_per_l"),
    )
    return {"fuel": fuel}, " + fuel × span"


def _money(sheet: Sheet) -> str:
    """The currency that the rig speaks of, by its budget or its parts; otherwise the shop's, which the rig does not know."""
    known = (sheet.get(key) for key in ("brief.budget", "parts.battery.price", "parts.inverter.price"))
    return next((figure.unit for figure in known if figure is not None), MONEY)


def _span(sheet: Sheet, years: int) -> Figure:
    key = f"storage.span_{years}y"
    return sheet.get(key) or sheet.constant(key, float(years), "years", "product")
