"""What was understood of a typed line, and what has to be asked, as sentences."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from ryokan.core.itinerary import MONTH_NAMES
from ryokan.core.lines.kit import Question
from ryokan.core.loads.line import Reading
from ryokan.core.loads.model import AcAmps, Cooling, DcAmps, DeviceBattery, KwhPerYear, Load, Watts, WhPerDay
from ryokan.core.loads.usual import UsualLoad
from ryokan.wording.marks import Marked
from ryokan.wording.quantities import number

QUESTIONS: dict[str, str] = {
    "load.unreadable": "“{text}” is neither a number with a unit nor part of a name.",
    "load.number_without_unit": "“{text}”: a number of what? Write its unit, or put the name in quotes if it belongs to it.",
    "load.not_understood": "“{text}” says when or how much, and was not understood. In quotes it is a name.",
    "load.said_twice": "“{first}” and “{text}” say it differently. Keep one.",
    "load.denied": "“{text}”: what it is not does not say how it is. Put it the other way round, or leave it out.",
    "load.no_name": "What is it? Write a name, such as “laptop 50 W 4 h”.",
    "load.no_draw": "What does it draw? Write watts, or amps and volts, or Wh a day.",
    "load.no_hours": "How long does it run on a day of use? Write hours or minutes.",
    "load.two_draws": "“{first}” and “{second}” both say what it draws. Keep one.",
    "load.point_or_thousand": "“{text}” may be read in two ways. Which is it?",
    "load.range_of_draw": "“{text}”: a row has one draw. The larger one is what cables and an inverter have to carry.",
    "load.watts_per_time": "“{text}”: watts are drawn at once, watt-hours in a time. Which is it?",
    "load.horsepower": "“{text}” is what the shaft gives, {shaft_w} W; the motor draws more. Write what its plate takes.",
    "load.no_power_factor": "“{text}” is what wires carry; the watts follow from the power factor. Write it, or the watts.",
    "load.no_metres": "“{text}”: of how many metres? Write the length.",
    "load.minutes_or_metres": "“{text}”: minutes or metres?",
    "load.each_of_what": "“{text}”: of how many? Write the count, or “per person”.",
    "load.people": "“{text}”: one for each of them? Write “per person”; how many travel stands in the sentence of the brief.",
    "load.how_often": "“{text}”: how often on a day, or in a week?",
    "load.count_or_times": "“{text}”: {count} of them, or {count} times?",
    "load.hours_apart": "“{first}” and “{text}”: together on one day? Then write the sum; if on other days, write two rows.",
    "load.clock_or_hours": "“{text}”: by the clock, or so many hours?",
    "load.start_for_long": "“{text}”: a start takes seconds. What draws more for minutes is a row of its own.",
    "load.rarer_than_weekly": "“{text}”: the least is a day a week, since it counts in full on its day.",
    "load.season_or_name": "“{text}”: only then, or part of the name? In quotes it is a name.",
    "load.months_not_seasons": "“{text}”: a load follows seasons, not single months. Write those in which it runs.",
    "load.amp_hours_of_what": "“{text}”: used on a day, or what its own battery holds?",
    "load.which_usb_volts": "“{text}” on USB-C: at how many volts? A plain port has 5 V, a laptop takes 20 V.",
    "load.which_amps": "{amps} A on the {system_v} V side and {amps} A on the {mains_v} V side differ tenfold. Which is it?",
    "load.power_of_a_store": "“{text}” is power; a battery holds energy, in Wh or kWh, and is chosen under Storage. "
    "A device charged from the rig is a load: {energy} a day?",
    "load.volts_against_feed": "“{volts}” and “{feed}” do not go together.",
    "load.far_from_usual": "{watts} W is far above a usual {word} of about {usual_w} W. Were watts meant?",
    "load.duty_left_out": "A {word} usually runs {share} of its time. Is that meant?",
    "load.plated_by_what_it_gives": "A {word} is plated by what it puts into the pot: {watts} W take about {draws}. "
    "Is {watts} W what it draws?",
    "load.no_eer": "“{text}” is cooling; the draw follows from its efficiency. Write its EER.",
    "load.no_charges": "“{text}” is a battery: how often is it charged on a day?",
    "load.per_year_out_of_bounds": "“{text}”: more than 0 and at most 20 000 kWh a year.",
    "load.btu_out_of_bounds": "“{text}”: more than 0 and at most 200 000 BTU/h.",
    "load.eer_out_of_bounds": "“{text}”: an EER is from {low} to {high}.",
    "load.mah_out_of_bounds": "“{text}”: more than 0 and at most 1 000 000 mAh.",
    "load.charges_out_of_bounds": "“{text}”: more than 0 and at most 24 charges a day.",
    "load.above_charge_out_of_bounds": "“{text}”: a charge is above 0 and at most 100 %.",
    "load.quantity_out_of_bounds": "“{text}”: how many is a whole number from {low} to {high}.",
    "load.watts_out_of_bounds": "“{text}”: a row takes more than 0 and at most 100 000 W.",
    "load.wh_out_of_bounds": "“{text}”: a row takes more than 0 and at most 1 000 000 Wh a day.",
    "load.amps_out_of_bounds": "“{text}”: amps are more than 0 and at most {high}.",
    "load.volts_out_of_bounds": "“{text}”: a supply has at least {low} and at most {high} V.",
    "load.ah_out_of_bounds": "“{text}”: amp-hours are more than 0 and at most {high}.",
    "load.metres_out_of_bounds": "“{text}”: more than 0 and at most {high} m.",
    "load.week_out_of_bounds": "“{text}”: a week has more than 0 and at most 168 h.",
    "load.hours_out_of_bounds": "“{text}”: a day has more than 0 and at most 24 h.",
    "load.duty_out_of_bounds": "“{text}”: the share of time it runs is above 0 and at most 100 %.",
    "load.times_out_of_bounds": "“{text}”: times a day are from {low} to {high}.",
    "load.days_out_of_bounds": "“{text}”: days of use are a whole number from 1 to 7.",
    "load.power_factor_out_of_bounds": "“{text}”: a power factor is from {low} to {high}.",
    "load.start_out_of_bounds": "“{text}”: a start draws {low} to {high} times the running draw.",
}

FEED_WORDS = {"dc": "on DC", "step_down": "through a step-down converter", "ac": "on the inverter"}
_ASSUMED = {
    "feed": "taken to be {feed}",
    "volts": "volts taken from the rig",
    "power_factor": "power factor {power_factor} as usual",
    "start_factor": "starts at {start_factor} × as usual",
    "usb_volts": "5 V of a plain USB port",
    "days": "taken to be so by the week",
    "whole_months": "those months in full",
    "hours": "taken to run all day, as is usual",
}


def ask(question: Question) -> str:
    """The question as a sentence."""
    return QUESTIONS[question.code].format(**question.words)


def usual_line(usual: UsualLoad) -> str:
    """A usual load as a line that can be taken or changed."""
    hours_text = f"{usual.usual_hours:g} h" if usual.usual_hours >= 1 else f"{usual.usual_hours * 60:g} min"
    share = f" {usual.duty_frac * 100:g}%" if usual.duty_frac < 1 else ""
    return f"{usual.word} {usual.usual_w:g} W {hours_text}{share}"


def usual_note(usual: UsualLoad) -> str:
    """What is usual for it besides, in a few words."""
    said = [f"{number(usual.low_w)} to {number(usual.high_w)} W", FEED_WORDS[usual.feed]]
    if usual.plated_frac != 1:
        said.append(f"its plate states about {number(10 * round(usual.usual_w * usual.plated_frac / 10))} W of that")
    if usual.seasons:
        said.append(" and ".join(usual.seasons))
    if usual.steps_w:
        said.append(f"steps of {', '.join(number(step) for step in usual.steps_w)} W")
    if usual.instead:
        said.append(f"without electricity: {usual.instead}")
    return "; ".join(said)


_MARKS = {
    "quantity": "how many", "watts": "draw", "watts_average": "draw on average", "amps": "draw", "volts": "its volts",
    "hours": "how long", "hours_range": "how long", "hours_per_week": "how long a week", "days": "days a week",
    "every_day": "each day", "every_days": "how often", "times": "times a day", "times_range": "times a day",
    "season": "when in the year", "months": "which months", "feed": "how it is fed", "profile": "when in the day",
    "duty": "share of its time", "duty_of_hours": "share of its time", "duty_range": "share of its time", "start": "its start",
    "start_w": "its start", "wh": "energy", "wh_per_use": "energy a use", "kwh_per_year": "energy a year",
    "charges": "how often it is charged", "mah": "its battery", "ah": "its battery", "per_person": "one for each person",
    "total": "of all together", "each": "of each", "power_factor": "power factor", "eer": "efficiency", "btu": "cooling",
    "when": "when it may run", "phrase": "how it is meant", "above_charge": "from which charge",
}  # fmt: skip


def marks(reading: Reading) -> list[Marked]:
    """What each stretch of a line became, in a word or two."""
    return [
        Marked(one.start, one.end, "name", "name")
        if one.meaning in ("name", "in_the_name")
        else Marked(one.start, one.end, "said", _MARKS.get(one.meaning, ""))
        for one in reading.marks
    ]


def _months(months: Sequence[int]) -> str:
    """Months in words: a stretch by its ends."""
    names = [MONTH_NAMES[month - 1] for month in months]
    runs_on = all((one - other) % 12 == 1 for other, one in pairwise(months))
    return f"{names[0]} to {names[-1]}" if runs_on and len(names) > 2 else " and ".join(names)


def understood(reading: Reading) -> str:
    """How a line was read, in one sentence; empty where it was not."""
    load = reading.load
    if load is None:
        return ""
    said = f"{load.quantity} × {load.name}" if load.quantity > 1 else load.name
    said += " for each person" if load.per_person else ""
    text = f"{said} {FEED_WORDS[load.feed]}, {_draw(load)}{_hours_said(load)}"
    if load.duty_frac != 1:
        text += f", running {number(load.duty_frac * 100)} % of it"
    if load.days_per_week != 7:
        text += f", {'one day' if load.days_per_week == 1 else f'{load.days_per_week} days'} a week"
    text += _time_of_day(load)
    if load.months:
        text += f", in {_months(load.months)} only"
    elif load.seasons:
        text += f", in {' and '.join(load.seasons)} only"
    if load.when != "always":
        text += f", {WHEN_WORDS[load.when].format(share=number(load.above_charge_frac * 100))}"
    text += _besides(load, reading.assumed)
    notes = [
        _ASSUMED[what].format(
            feed=FEED_WORDS[load.feed],
            power_factor=number(load.power_factor),
            start_factor=number(load.start_factor),
        )
        for what in reading.assumed
    ]
    return f"{text} ({'; '.join(notes)})." if notes else f"{text}."


_MATTERS = {"must": ", must run", "should": "", "shed": ", may be shed"}


def _besides(load: Load, assumed: tuple[str, ...]) -> str:
    """What the line says of the plate, and of how much it matters."""
    text = _MATTERS[load.importance]
    if load.automatic == "yes":
        text += ", goes over to AC by itself"
    if load.never_with:
        text += f", never with {load.never_with}"
    if load.power_factor != 1 and "power_factor" not in assumed:
        text += f", power factor {number(load.power_factor)}"
    if load.start_factor != 1 and "start_factor" not in assumed:
        text += f", starting at {number(load.start_factor)} ×"
    return text


PROFILE_WORDS = {
    "all_day": "all day",
    "waking": "in the waking hours",
    "meals": "at meals",
    "evening": "in the evening",
    "night": "at night",
    "sun": "in the middle of the day",
    "driving": "in the hours of driving",
}
WHEN_WORDS = {
    "anchor": "at anchor",
    "driving": "only while driving",
    "shore": "only on shore power",
    "above_charge": "only above {share} % of charge",
}


def _hours_said(load: Load) -> str:
    if isinstance(load.draw, WhPerDay | KwhPerYear | DeviceBattery) and load.hours_per_day == 24:
        return ""
    if load.low_factor == load.high_factor == 1:
        return f" for {hours(load.hours_per_day)} a day"
    low, high = load.hours_per_day * load.low_factor, load.hours_per_day * load.high_factor
    return f" for {hours(low)} to {hours(high)}, {hours(load.hours_per_day)} typically, a day"


def _time_of_day(load: Load) -> str:
    """When in the day, where the line says it."""
    if load.profile is not None:
        return f", {PROFILE_WORDS[load.profile]}"
    on = [hour for hour, bar in enumerate(load.bars) if bar]
    if not on:
        return ""
    first = next(hour for hour in on if (hour - 1) % 24 not in on or len(on) == 24)
    since, until = first + 1 - load.bars[first], first + len(on) - 1 + load.bars[(first + len(on) - 1) % 24]
    return f", from {_clock(since)} to {_clock(until)}"


def _clock(hour: float) -> str:
    return f"{int(hour) % 24}:{round(hour % 1 * 60):02d}"


def _draw(load: Load) -> str:
    match load.draw:
        case Watts(watts=watts):
            return f"{number(watts)} W"
        case DcAmps(amps=amps, volts=volts) | AcAmps(amps=amps, volts=volts):
            return f"{number(amps)} A at {number(volts)} V"
        case WhPerDay(wh=wh):
            return f"{number(wh)} Wh a day"
        case KwhPerYear(kwh=kwh):
            return f"{number(kwh)} kWh a year"
        case Cooling(btu_per_h=btu, eer=eer):
            return f"{number(btu)} BTU/h at EER {number(eer)}"
        case DeviceBattery(wh=wh, charges_per_day=charges):
            return f"a battery of {number(wh)} Wh charged {number(charges)} × a day"


def hours(value: float) -> str:
    """Hours as one says them: minutes below an hour, seconds below a minute."""
    if value >= 1:
        return f"{number(value)} h"
    return f"{number(value * 60)} min" if value * 60 >= 1 else f"{number(value * 3600)} s"
