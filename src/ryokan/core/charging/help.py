"""What would help in a short month, each by what it brings, what a kilowatt-hour of it costs, and how much of it is wanted."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.charging.model import Generator
from ryokan.core.figure import Figure, Sheet
from ryokan.core.question import MONEY
from ryokan.core.rig import Stay

PANEL_W = 100.0


def what_helps(sheet: Sheet, stays: Mapping[str, Stay], generators: Mapping[str, Generator]) -> None:
    """An hour of driving, an hour of the generator, a night on a hookup, one panel more, one DC-DC charger larger. [Wh, money]

    What a mean day lacks is the gap; where it lacks nothing, the kilowatt-hours are told all the same. Driving for the sake of
    charging pays for its fuel. (common practice)
    """
    money = money_of(sheet)
    gap = sheet.get("charging.sinks_wh_per_day")
    _driving(sheet, money, gap)
    _generator(sheet, money, gap, generators)
    _hookup(sheet, money, gap, stays)
    _panel(sheet, money, gap)
    _larger_dcdc(sheet, money)


def money_of(sheet: Sheet) -> str:
    """The currency in which prices of the rig are told; the sign for any where none is known."""
    known = (sheet.get(key) for key in ("brief.budget", "parts.battery.price", "parts.inverter.price"))
    return next((figure.unit for figure in known if figure is not None), MONEY)


def _driving(sheet: Sheet, money: str, gap: Figure | None) -> None:
    amps, charge_v = sheet.get("charging.mode.driving.into_bank_a"), sheet.get("storage.charge_v")
    if amps is None or charge_v is None or amps.number == 0:
        return
    brings = sheet.compute("charging.help.driving.wh", "amps × charge_v", "Wh", "practice", amps=amps, charge_v=charge_v)
    litres, price = sheet.assumption("engine_l_per_h"), sheet.assumption("fuel_price_per_l")
    _per_kwh(sheet, "driving", "litres × price", money, brings, litres=litres, price=price)
    _hours(sheet, "driving", gap, brings)


def _generator(sheet: Sheet, money: str, gap: Figure | None, generators: Mapping[str, Generator]) -> None:
    known = [id for id in generators if f"charging.generator.{id}.wh_per_h" in sheet]
    if not known:
        return
    best = max(known, key=lambda id: sheet[f"charging.generator.{id}.wh_per_h"].number)
    base = f"charging.generator.{best}"
    if sheet[f"{base}.wh_per_h"].number == 0:
        return
    brings = sheet.compute("charging.help.generator.wh", "an_hour", "Wh", "practice", an_hour=sheet[f"{base}.wh_per_h"])
    litres, price = sheet[f"{base}.l_per_h"], sheet.assumption("fuel_price_per_l")
    _per_kwh(sheet, "generator", "litres × price", money, brings, litres=litres, price=price)
    _hours(sheet, "generator", gap, brings)


def _hookup(sheet: Sheet, money: str, gap: Figure | None, stays: Mapping[str, Stay]) -> None:
    """A night on a hookup fills the bank from empty, or as far as the hours of a night bring it."""
    amps, charge_v = sheet.get("charging.mode.hookup.into_bank_a"), sheet.get("storage.charge_v")
    refill, hours = sheet.get("charging.refill_wh"), sheet.get("charging.refill_hours")
    if amps is None or charge_v is None or refill is None or hours is None or amps.number == 0 or refill.number == 0:
        return
    inputs = {"refill": refill, "amps": amps, "charge_v": charge_v, "hours": hours}
    brings = sheet.compute("charging.help.hookup.wh", "min(refill, amps × charge_v × hours)", "Wh", "practice", **inputs)
    _per_kwh(sheet, "hookup", "price", money, brings, price=sheet.assumption("hookup_price_per_night"))
    if gap is not None and gap.number > 0:
        inputs = {"brings": brings, "gap": gap}
        sheet.compute("charging.help.hookup.every_nights", "max(1, brings ÷ gap)", "nights", "practice", **inputs)


def _panel(sheet: Sheet, money: str, gap: Figure | None) -> None:
    hours, ratio = sheet.get("solar.peak_sun_hours"), sheet.get("solar.performance_ratio")
    if hours is None or ratio is None or hours.number == 0:
        return
    watts = sheet.constant("charging.help.panel.rated_w", PANEL_W, "W", "product")
    inputs = {"watts": watts, "hours": hours, "ratio": ratio}
    brings = sheet.compute("charging.help.panel.wh", "watts × hours × ratio", "Wh", "practice", **inputs)
    sheet.compute(
        "charging.help.panel.price_per_kwh",
        "watts × per_w ÷ (brings ÷ 1000 × 365 × years)",
        f"{money}/kWh",
        "practice",
        watts=watts,
        per_w=sheet.assumption("panel_price_per_w"),
        brings=brings,
        years=sheet.assumption("panel_years"),
    )
    if gap is not None and gap.number > 0:
        sheet.compute("charging.help.panel.panels", "ceil(gap ÷ brings)", "panels", "practice", gap=gap, brings=brings)


def _larger_dcdc(sheet: Sheet, money: str) -> None:
    """What the largest DC-DC charger that the alternators carry would bring more on a day of the journey. [Wh, money/kWh]

    It costs what it has more in amps, over the years that it lasts; one that is sold then is not reckoned with.
    """
    have, gives, hours = (
        sheet.get("charging.dcdc.have_a"),
        sheet.get("charging.from_dcdc_a"),
        sheet["brief.driving_hours_per_day"],
    )
    spare, input_v, charge_v = (
        sheet.get(key) for key in ("charging.alternator_spare_a", "charging.dcdc.input_v", "storage.charge_v")
    )
    if have is None or gives is None or spare is None or input_v is None or charge_v is None or hours.number == 0:
        return
    largest = sheet.compute(
        "charging.help.dcdc.largest_a",
        "min(limit, spare × efficiency × input_v ÷ charge_v)",
        "A",
        "practice",
        limit=sheet["charging.bank_max_a"],
        spare=spare,
        efficiency=sheet.assumption("dcdc_frac"),
        input_v=input_v,
        charge_v=charge_v,
    )
    if largest.number > gives.number * 1.1:
        inputs = {"largest": largest, "gives": gives, "charge_v": charge_v, "hours": hours}
        more = sheet.compute(
            "charging.help.dcdc.wh_per_day", "(largest − gives) × charge_v × hours", "Wh", "practice", **inputs
        )
        sheet.compute(
            "charging.help.dcdc.price_per_kwh",
            "max(0, largest − have) × per_a ÷ (more ÷ 1000 × 365 × years)",
            f"{money}/kWh",
            "practice",
            largest=largest,
            have=have,
            per_a=sheet.assumption("dcdc_price_per_a"),
            more=more,
            years=sheet.assumption("dcdc_years"),
        )


def _per_kwh(sheet: Sheet, what: str, costs: str, money: str, brings: Figure, **inputs: Figure) -> None:
    key = f"charging.help.{what}.price_per_kwh"
    sheet.compute(key, f"{costs} ÷ (brings ÷ 1000)", f"{money}/kWh", "practice", brings=brings, **inputs)


def _hours(sheet: Sheet, what: str, gap: Figure | None, brings: Figure) -> None:
    if gap is not None and gap.number > 0:
        sheet.compute(f"charging.help.{what}.hours_per_day", "gap ÷ brings", "h", "practice", gap=gap, brings=brings)
