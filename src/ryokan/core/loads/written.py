"""Writing a load as the line that reads as it."""

from __future__ import annotations

from ryokan.core.loads.model import AcAmps, Cooling, DcAmps, DeviceBattery, KwhPerYear, Load, Watts, WhPerDay
from ryokan.core.loads.taken import said_by
from ryokan.core.loads.words import MONTHS

_WHEN = {"driving": "while driving", "shore": "on shore", "anchor": "at anchor"}


def write_line(load: Load) -> str:
    """A line that reads as this load, for rows that were not typed.

    The name stands in quotes where it would not be read as nothing but a name.
    """
    plain = _written(load, load.name)
    said, _ = said_by(plain, "north")
    if said.name == load.name and not said.questions:
        return plain
    return _written(load, f"“{load.name}”" if '"' in load.name else f'"{load.name}"')


def _written(load: Load, name: str) -> str:
    match load.draw:
        case Watts(watts=watts):
            draw = f"{_plain(watts)} W"
        case DcAmps(amps=amps, volts=volts) | AcAmps(amps=amps, volts=volts):
            draw = f"{amps:g} A {volts:g} V"
        case WhPerDay(wh=wh):
            draw = f"{_plain(wh)} Wh a day"
        case KwhPerYear(kwh=kwh):
            draw = f"{kwh:g} kWh a year"
        case Cooling(btu_per_h=btu, eer=eer):
            draw = f"{_plain(btu)} BTU eer {eer:g}"
        case DeviceBattery(wh=wh, charges_per_day=charges):
            draw = f"{_plain(wh)} Wh {charges:g} charges"
    feed = "step-down" if load.feed == "step_down" else load.feed
    parts = [
        f"{load.quantity} x {name}" if load.quantity > 1 else name,
        draw,
        _write_hours(load),
        _write_duty(load),
        feed,
        f"{load.days_per_week} days a week" if load.days_per_week != 7 else "",
        f"pf {load.power_factor:g}" if load.feed == "ac" else "",
        f"start {load.start_factor:g}x",
        load.importance if load.importance != "should" else "",
        "per person" if load.per_person else "",
        _write_seasons(load),
        _WHEN.get(load.when, ""),
        f"above {load.above_charge_frac * 100:g}%" if load.when == "above_charge" else "",
        f"never with {load.never_with}" if load.never_with else "",
    ]
    return " ".join(part for part in parts if part)


def _write_seasons(load: Load) -> str:
    """Months where they were said, otherwise seasons."""
    if load.months:
        return f"in {', '.join(MONTHS[month - 1] for month in load.months)}"
    return f"in {' and '.join(load.seasons)}" if load.seasons else ""


def _plain(number: float) -> str:
    """A number that nobody takes for thousands: 1.625 is 1.6250."""
    text = f"{number:g}"
    if "e" in text:
        text = f"{number:.6f}".rstrip("0").rstrip(".")
    return f"{text}0" if len(text.partition(".")[2]) == 3 else text


def _write_hours(load: Load) -> str:
    """One figure, or a range where low and high use differ."""
    unit, scale = ("h", 1.0) if round(load.hours_per_day * 60, 6) >= 60 else ("min", 60.0)
    hours = load.hours_per_day * scale
    if load.low_factor == load.high_factor == 1 or _spreads_by_duty(load):
        return f"{round(hours, 6):g} {unit}"
    return f"{round(hours * load.low_factor, 6):g}-{round(hours * load.high_factor, 6):g} {unit}"


def _spreads_by_duty(load: Load) -> bool:
    """Whether low and high use can only be a share of the hours: no day has more than 24."""
    return load.hours_per_day * load.high_factor > 24 and load.duty_frac * load.high_factor <= 1


def _write_duty(load: Load) -> str:
    """One share, or a range where low and high use differ by it."""
    if load.high_factor != 1 and _spreads_by_duty(load):
        return f"{load.duty_frac * load.low_factor * 100:g}-{load.duty_frac * load.high_factor * 100:g}%"
    return f"{load.duty_frac * 100:g}%" if load.duty_frac != 1 else ""
