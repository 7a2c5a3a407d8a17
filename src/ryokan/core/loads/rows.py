"""What each load draws and uses, before and at the bank."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from ryokan.core.errors import FormulaError
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import INVERTER_DRAW_W, inverter_losses, passed_on
from ryokan.core.loads.model import (
    AcAmps,
    Cooling,
    DcAmps,
    DeviceBattery,
    KwhPerYear,
    Load,
    Watts,
    WhPerDay,
)
from ryokan.core.question import Answer, AnswerOfEach

if TYPE_CHECKING:
    from ryokan.core.scope import Scope


@dataclass(frozen=True, slots=True)
class Powered:
    """What one load draws while it runs. Running draw is of all its units together."""

    id: str
    load: Load
    hours: Figure  # on a day of use [h]
    unit_w: Figure  # running draw of one unit [W]
    running_w: Figure  # [W]
    running_va: Figure  # [VA]


@dataclass(frozen=True, slots=True)
class Row(Powered):
    """The same with its energy: in every season, or in the one that is planned for."""

    duty: Figure  # share of its hours that it runs
    wh_per_day: Figure  # at the device, on a day of use [Wh]


POWERED: AnswerOfEach[Powered] = AnswerOfEach("loads.powered")  # every load that counts
ALL_ROWS: Answer[list[Powered]] = Answer("loads.all_rows")  # with what feeds other systems and the bank's heaters
MET: Answer[list[Powered]] = Answer("loads.met")  # what the journey meets in any season
PLANNED: Answer[list[Row]] = Answer("loads.planned")  # rows of the season that is planned for
AT_BANK: Answer[dict[str, Figure]] = Answer("loads.at_bank")  # what each of them takes out of the bank


def resting_rows(scope: Scope) -> list[Row]:
    """Those of the planned season that count on days with no charging."""
    return [row for row in scope.answer(PLANNED) if from_a_bank_at_rest(row.load)]


def from_a_bank_at_rest(load: Load) -> bool:
    """Whether a load counts on days with no charging: not what runs only while driving, on shore or when charge abounds."""
    return load.when in ("always", "anchor") and not on_the_hookup_alone(load)


def on_the_hookup_alone(load: Load) -> bool:
    """Whether a load is there with a hookup and never without: it meets neither bank nor inverter, unless the hookup fails."""
    return load.when == "shore" or (load.feed == "ac" and load.output != "backed_up")


def off_the_hookup(rows: Iterable[Powered]) -> list[Powered]:
    """Rows that bank, inverter and cables live with."""
    return [row for row in rows if not on_the_hookup_alone(row.load)]


# Draws that state energy: weather does not change what was stated or measured.
STATED_ENERGY = (WhPerDay, KwhPerYear, DeviceBattery)


def counted_as(*, draw_w: float, **members: Any) -> Load:
    """What a row counts as that nobody typed as a load. It follows from others, so the bounds of typing do not hold. [W]"""
    return Load.model_construct(draw=Watts.model_construct(watts=draw_w), **members)


def powered(sheet: Sheet, id: str, load: Load) -> Powered:
    """Running draw of one load, from whatever its plate states. [W]"""
    base = f"loads.row.{id}"
    quantity = sheet.given(f"{base}.quantity", load.quantity, "")
    if load.per_person:
        quantity = sheet.compute(f"{base}.units", "each × people", "", each=quantity, people=sheet["brief.people"])
    hours = sheet.given(f"{base}.hours_per_day", load.hours_per_day, "h")
    power_factor = sheet.given(f"{base}.power_factor", load.power_factor if load.feed == "ac" else 1.0, "")
    unit_w = _unit_w(sheet, base, load, hours=hours, power_factor=power_factor)
    running_w = sheet.compute(f"{base}.running_w", "quantity × unit", "W", quantity=quantity, unit=unit_w)
    running_va = sheet.compute(f"{base}.running_va", "watts ÷ power_factor", "VA", watts=running_w, power_factor=power_factor)
    return Powered(id, load, hours, unit_w, running_w, running_va)


def energy_of(sheet: Sheet, row: Powered, duty_frac: float) -> Figure:
    """Daily energy of one load at the device, on a day of use. [Wh]

    ``wh_per_day = quantity × watts × duty × hours``. (common practice)
    """
    base = f"loads.row.{row.id}"
    duty = sheet.get(f"{base}.duty_frac") or sheet.given(f"{base}.duty_frac", duty_frac, "")
    return sheet.get(f"{base}.wh_per_day") or sheet.compute(
        f"{base}.wh_per_day", "watts × duty × hours", "Wh", "practice", watts=row.running_w, duty=duty, hours=row.hours
    )


def row_figures(sheet: Sheet, row: Powered, duty_frac: float) -> Row:
    """One load with its energy at the duty of the season that is planned for."""
    wh_per_day = energy_of(sheet, row, duty_frac)
    duty = sheet[f"loads.row.{row.id}.duty_frac"]
    return Row(row.id, row.load, row.hours, row.unit_w, row.running_w, row.running_va, duty, wh_per_day)


def _unit_w(sheet: Sheet, base: str, load: Load, *, hours: Figure, power_factor: Figure) -> Figure:
    """Running watts of one unit, from whatever its plate states."""
    key = f"{base}.unit_w"
    match load.draw:
        case Watts(watts=watts):
            return sheet.given(key, watts, "W")
        case DcAmps(amps=amps, volts=volts):
            a, v = sheet.given(f"{base}.plate_a", amps, "A"), sheet.given(f"{base}.plate_v", volts, "V")
            return sheet.compute(key, "amps × volts", "W", amps=a, volts=v)
        case AcAmps(amps=amps, volts=volts):
            a, v = sheet.given(f"{base}.plate_a", amps, "A"), sheet.given(f"{base}.plate_v", volts, "V")
            return sheet.compute(key, "amps × volts × power_factor", "W", amps=a, volts=v, power_factor=power_factor)
        case Cooling(btu_per_h=btu_per_h, eer=eer):
            cooling = sheet.given(f"{base}.plate_btu_per_h", btu_per_h, "BTU/h")
            ratio = sheet.given(f"{base}.plate_eer", eer, "BTU/Wh")
            return sheet.compute(key, "btu_per_h ÷ eer", "W", btu_per_h=cooling, eer=ratio)
    stated = _stated_wh(sheet, base, load)
    duty = sheet.given(f"{base}.duty_frac", load.duty_frac, "")
    return sheet.compute(key, "wh_a_day ÷ (hours × duty)", "W", wh_a_day=stated, hours=hours, duty=duty)


def _stated_wh(sheet: Sheet, base: str, load: Load) -> Figure:
    """Energy of one unit on a day of use, where the plate or a meter states energy. [Wh]"""
    key = f"{base}.plate_wh_per_day"
    match load.draw:
        case KwhPerYear(kwh=kwh):
            year = sheet.given(f"{base}.plate_kwh_per_year", kwh, "kWh")
            return sheet.compute(key, "kwh × 1000 ÷ 365", "Wh", "practice", kwh=year)
        case DeviceBattery(wh=wh, charges_per_day=charges, charger_frac=passed_on):
            battery = sheet.given(f"{base}.plate_battery_wh", wh, "Wh")
            times = sheet.given(f"{base}.charges_per_day", charges, "")
            charger = sheet.given(f"{base}.charger_frac", passed_on, "")
            return sheet.compute(
                key, "battery × charges ÷ charger", "Wh", "practice", battery=battery, charges=times, charger=charger
            )
        case WhPerDay(wh=wh):
            return sheet.given(key, wh, "Wh")
        case _:
            raise FormulaError(f"{base} states no energy")


def wh_at_bank(sheet: Sheet, row: Row, inverter_rated_w: Figure | None, base: str | None = None) -> Figure:
    """Energy that one load takes out of the bank on a day of use. [Wh]

    DC loads pay for the wiring, stepped-down ones for their converter, AC loads for the inverter at their own running
    draw – never at an hourly mean, since the loss grows with the square. The inverter's idle draw is a line of its own.
    (common practice) ``base`` is where the figure is kept if it is not the planned season's.
    """
    key = f"{base or f'loads.row.{row.id}'}.wh_at_bank"
    match row.load.feed:
        case "dc":
            share = passed_on(sheet, "dc")
            return sheet.compute(key, "wh ÷ passed_on", "Wh", "practice", wh=row.wh_per_day, passed_on=share)
        case "step_down":
            share = passed_on(sheet, "step_down")
            return sheet.compute(key, "wh ÷ efficiency", "Wh", "practice", wh=row.wh_per_day, efficiency=share)
        case "ac":
            assert inverter_rated_w is not None  # an AC load always brings an inverter rating with it
            return sheet.compute(
                key,
                f"hours × duty × {INVERTER_DRAW_W}",
                "Wh",
                "practice",
                hours=row.hours,
                duty=row.duty,
                **inverter_losses(sheet),
                watts=row.running_w,
                rated=inverter_rated_w,
            )
