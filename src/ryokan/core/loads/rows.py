"""What each load draws and uses, before and at the bank."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.model import AcAmps, DcAmps, Load, Watts, WhPerDay


@dataclass(frozen=True, slots=True)
class Row:
    """The figures of one load. Running draw and energy are of all its units together."""

    id: str
    load: Load
    hours: Figure  # on a day of use [h]
    duty: Figure  # share of those hours that it runs
    unit_w: Figure  # running draw of one unit [W]
    running_w: Figure  # [W]
    running_va: Figure  # [VA]
    wh_per_day: Figure  # at the device, on a day of use [Wh]


def row_figures(sheet: Sheet, id: str, load: Load) -> Row:
    """Draw and daily energy of one load at the device.

    ``wh_per_day = quantity × watts × duty × hours``, on a day of use. (common practice)
    """
    base = f"loads.row.{id}"
    quantity = sheet.given(f"{base}.quantity", load.quantity, "")
    hours = sheet.given(f"{base}.hours_per_day", load.hours_per_day, "h")
    duty = sheet.given(f"{base}.duty_frac", load.duty_frac, "")
    power_factor = sheet.given(f"{base}.power_factor", load.power_factor if load.feed == "ac" else 1.0, "")
    unit_w = _unit_w(sheet, base, load, hours=hours, duty=duty, power_factor=power_factor)
    running_w = sheet.compute(f"{base}.running_w", "quantity × unit", "W", quantity=quantity, unit=unit_w)
    running_va = sheet.compute(f"{base}.running_va", "watts ÷ power_factor", "VA", watts=running_w, power_factor=power_factor)
    wh_per_day = sheet.compute(
        f"{base}.wh_per_day", "watts × duty × hours", "Wh", "practice", watts=running_w, duty=duty, hours=hours
    )
    return Row(id, load, hours, duty, unit_w, running_w, running_va, wh_per_day)


def _unit_w(sheet: Sheet, base: str, load: Load, *, hours: Figure, duty: Figure, power_factor: Figure) -> Figure:
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
        case WhPerDay(wh=wh):
            stated = sheet.given(f"{base}.plate_wh_per_day", wh, "Wh")
            return sheet.compute(key, "wh_a_day ÷ (hours × duty)", "W", wh_a_day=stated, hours=hours, duty=duty)


def wh_at_bank(sheet: Sheet, row: Row, inverter_rated_w: Figure | None) -> Figure:
    """Energy that one load takes out of the bank on a day of use. [Wh]

    DC loads pay for the wiring, stepped-down ones for their converter, AC loads for the inverter at their own running
    draw – never at an hourly mean, since the loss grows with the square. The inverter's idle draw is a line of its own.
    (common practice)
    """
    key = f"loads.row.{row.id}.wh_at_bank"
    match row.load.feed:
        case "dc":
            passed_on = sheet.assumption("distribution_frac")
            return sheet.compute(key, "wh ÷ passed_on", "Wh", "practice", wh=row.wh_per_day, passed_on=passed_on)
        case "step_down":
            efficiency = sheet.assumption("step_down_frac")
            return sheet.compute(key, "wh ÷ efficiency", "Wh", "practice", wh=row.wh_per_day, efficiency=efficiency)
        case "ac":
            assert inverter_rated_w is not None  # an AC load always brings an inverter rating with it
            return sheet.compute(
                key,
                "hours × duty × ((1 + linear) × watts + square × watts^2 ÷ rated)",
                "Wh",
                "practice",
                hours=row.hours,
                duty=row.duty,
                linear=sheet.assumption("inverter_linear_frac"),
                square=sheet.assumption("inverter_square_frac"),
                watts=row.running_w,
                rated=inverter_rated_w,
            )
