"""Reading one typed line as one load.

    10 x LED lamp 3W 5h
    two laptops, 60 W each, 4 h on weekdays, on the inverter
    blender 11.5A 120V 1 min
    fridge 45W 20 min per hour must
    freezer 250 kWh a year
    air conditioner 13500 BTU eer 9 6 h June to August
    phone 4000 mAh charged daily, one per person
    heater 40 W 6-10 h in winter

A line is a name and any number of stretches that say something, in any order; ``taken`` takes them apart, here they become a
load. What the line leaves out comes from the table of usual loads and is reported as assumed. Nothing is guessed where two
readings differ by much: AC amps and DC amps, watts and a store of energy. Then the line is asked back, with the nearest
readings as lines of their own. A number, or a word of time, season, rate or share, that nobody understands is asked about.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ryokan.core.lines.kit import MAX_LINE, Part, Question, Rewritten, endless
from ryokan.core.loads.asked import (
    USUAL_EER,
    ask,
    ask_of_stretches,
    hours,
    in_other_words,
    incomplete,
    never_off,
    out_of_bounds,
    several,
)
from ryokan.core.loads.model import (
    MAX_W,
    MAX_WH_PER_DAY,
    AcAmps,
    Cooling,
    DcAmps,
    DeviceBattery,
    Draw,
    Feed,
    KwhPerYear,
    Load,
    Watts,
    WhPerDay,
)
from ryokan.core.loads.said import LoadSaid
from ryokan.core.loads.taken import said_by
from ryokan.core.loads.usual import UsualLoad, usual_load
from ryokan.core.loads.words import FILLERS

LOWEST_AC_V = 60  # no DC supply of a vehicle is as high, no AC supply as low
USB_V = 5.0  # of a plain USB port (USB 2.0 specification, from memory, unverified)
# A cell's own volts, not the 5 V of its plug. (common practice: 3.6 to 3.85 V)
CELL_V = 3.7
WEEKLY_H_AT_ONCE = 7.0  # so many hours a week and more are spread over its days; fewer are taken to be on one
HOUSEHOLD_W = 500.0  # what draws as much is most likely a household appliance (common practice)
MOST_START_TIMES = 12.0
FAR_FROM_USUAL = 8.0  # times the usual watts; common practice varies less than that
_MISSING = ("load.no_hours", "load.no_draw", "load.no_name")
STATED = (WhPerDay, KwhPerYear, DeviceBattery)
_TOOL = re.compile(r"\b(?:drill|driver|saw|tool|grinder|cordless|batter(?:y|ies))\b", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Reading:
    """A line as it was read: the load, or the questions that stand in its way; and what was filled in.

    ``doubts`` do not stand in the way: the line can be read, but the outcome is far from usual.
    """

    load: Load | None
    questions: tuple[Question, ...]
    assumed: tuple[str, ...] = ()
    doubts: tuple[Question, ...] = ()
    marks: tuple[Part, ...] = ()  # what each stretch of the line became, where it stands as typed


def read_line(line: str, *, system_v: int, mains_v: int, hemisphere: str = "north") -> Reading:
    """Read one line.

    Parameters
    ----------
    line : str
        What was typed, at most 200 characters.
    system_v, mains_v : int
        Volts of the bank's class and of the mains, for amps with a feed but no volts. [V]
    hemisphere : str
        ``north`` or ``south``: where months fall into which season.

    Returns
    -------
    Reading
        Never raises: whatever cannot be read is a question.
    """
    if (too_long := endless(line)) is not None:
        return Reading(None, (replace(too_long, code="load.unreadable"),))
    said, rewritten = said_by(line, hemisphere)
    reading = _reading(said, system_v=system_v, mains_v=mains_v, typed=line)
    # One at a time, and of what stands there before what is missing: the answer may answer the others.
    asked = sorted(reading.questions, key=lambda one: one.code in _MISSING)[:1]
    return replace(
        reading,
        questions=_as_typed(tuple(asked), rewritten),
        doubts=_as_typed(reading.doubts, rewritten),
        marks=tuple(_marks(said, rewritten)),
    )


def _marks(said: LoadSaid, rewritten: Rewritten) -> Iterator[Part]:
    """What was marked, in the order of the line; a word that joins others is nothing by itself."""
    for part in said.marks.in_order():
        if part.meaning == "name" and FILLERS.fullmatch(part.text.strip(".'’,;")):
            continue
        start, end = rewritten.typed(part.start, part.end)
        yield replace(part, start=start, end=end)


def _as_typed(questions: tuple[Question, ...], rewritten: Rewritten) -> tuple[Question, ...]:
    """Questions at their places in the line as it was typed."""
    placed = []
    for question in questions:
        start, end = rewritten.typed(question.start, question.end)
        placed.append(replace(question, start=start, end=end))
    return tuple(placed)


def _reading(said: LoadSaid, *, system_v: int, mains_v: int, typed: str) -> Reading:
    beyond = out_of_bounds(said)
    said.questions += beyond
    _volts_of_a_tool(said)
    usual = usual_load(said.head) or usual_load(said.name)
    ask_of_stretches(said)
    incomplete(said, usual)
    if beyond:
        return Reading(None, tuple(said.questions))
    draw, feed, assumed = _draw_and_feed(said, usual, system_v=system_v, mains_v=mains_v)
    for part in said.parts["start_w"] if draw is not None else []:
        if not 1 <= (times := _start_factor(said, draw)) <= MOST_START_TIMES:
            words = {"low": "1", "high": f"{MOST_START_TIMES:g}", "text": f"{part.text}, {times:.3g} ×"}
            ask(said, part, "start_out_of_bounds", "", words=words)
    if draw is None and not said.questions:  # each figure within its bounds, and together more than a row takes
        said.ask("wh_out_of_bounds", 0, len(said.marks.line))
    if said.questions or draw is None:
        return Reading(None, tuple(said.questions))
    load, filled = _load(said, usual, draw=draw, feed=feed, typed=typed)
    return Reading(load, (), (*assumed, *filled), tuple(_doubts(said, load, usual)))


# -- Hours and shares


def _volts_of_a_tool(said: LoadSaid) -> None:
    """The volts of a cordless tool are its battery's, and part of its name: “18V drill charger”."""
    if len(said.parts["volts"]) == 1 and not said.parts["amps"] and not said.parts["ah"] and _TOOL.search(said.name):
        part = said.parts["volts"][0]
        if (
            part.value < LOWEST_AC_V
            and not re.search(r"[acdv]c$|~$", part.text, re.IGNORECASE)
            and part.value not in (12, 24, 48)
        ):
            said.parts["volts"] = []
            before = part.start < said.marks.line.find(said.name.split()[0])
            said.name = f"{part.text} {said.name}" if before else f"{said.name} {part.text}"


def _week(said: LoadSaid) -> tuple[int, float | None, bool]:
    """Days a week, hours on such a day where they were said by the week, and whether the days were taken to be so many."""
    days = int(said.first("days") or 7)
    if said.parts["every_days"]:
        return math.ceil(7 / said.first("every_days")), None, False
    weekly_h = said.first("hours_per_week")
    if weekly_h is None:
        return days, None, False
    if said.parts["days"]:
        return days, weekly_h / days, False
    return (7, weekly_h / 7, True) if weekly_h >= WEEKLY_H_AT_ONCE else (1, weekly_h, True)


# -- The draw


def _draw_and_feed(
    said: LoadSaid, usual: UsualLoad | None, *, system_v: int, mains_v: int
) -> tuple[Draw | None, Feed, list[str]]:
    """What the line states of the draw, how it is fed, and what was assumed; what stands in the way is asked."""
    feed, assumed = _feed(said, usual)
    for energy in (_stored(said, system_v), _energy(said, feed, system_v)):
        if energy is not None:
            return energy[0], feed, [*assumed, *energy[1]]
    watts = _watts(said)
    if watts is not None:
        return Watts(watts=watts) if 0 < watts <= MAX_W else None, feed, assumed
    if said.parts["btu"]:
        return Cooling(btu_per_h=said.first("btu"), eer=said.first("eer") or USUAL_EER), feed, assumed
    if said.parts["amps"]:
        return _amps(said, usual, feed, assumed, system_v=system_v, mains_v=mains_v)
    return None, feed, assumed


def _feed(said: LoadSaid, usual: UsualLoad | None) -> tuple[Feed, list[str]]:
    stated: Feed | None = said.members.get("feed")
    if said.parts["charges"]:
        volts = None  # those of the device's own battery
    elif said.parts["supply"]:
        volts = max(said.first("supply"))
    else:
        volts = said.first("volts")
    by_volts: Feed | None = None if volts is None else "ac" if volts >= LOWEST_AC_V else "dc"
    if by_volts is not None and stated is not None and (stated == "ac") != (by_volts == "ac"):
        part = (said.parts["supply"] or said.parts["volts"])[0]
        ask(said, part, "volts_against_feed", "", words={"volts": part.text, "feed": stated.replace("_", "-")})
    feed: Feed = stated or by_volts or (usual.feed if usual is not None else _likely_feed(said))
    return feed, ["feed"] if stated is None and by_volts is None else []


def _likely_feed(said: LoadSaid) -> Feed:
    """What nobody has heard of runs on DC, unless it draws as much as only household appliances do. (common practice)"""
    return "ac" if (_watts(said) or 0.0) >= HOUSEHOLD_W else "dc"


def _stored(said: LoadSaid, system_v: int) -> tuple[Draw, list[str]] | None:
    """A device's own battery and how often it is charged."""
    if not said.parts["charges"]:
        return None
    volts = said.first("volts")
    if said.parts["mah"]:
        wh = said.first("mah") / 1000 * (volts if volts is not None and volts < LOWEST_AC_V else CELL_V)
    elif said.parts["ah"]:
        wh = said.first("ah") * (volts or system_v)
    elif said.parts["wh"]:
        wh = said.first("wh")
    else:
        return None
    charges = said.first("charges")
    if not (0 < wh <= 20_000 and 0 < charges <= 24):
        return None
    return DeviceBattery(wh=wh, charges_per_day=charges), ["volts"] if said.parts["ah"] and volts is None else []


def _energy(said: LoadSaid, feed: Feed, system_v: int) -> tuple[Draw, list[str]] | None:
    """What it uses on a day, where that is said; and whether the volts of amp-hours are the rig's."""
    if said.parts["kwh_per_year"]:
        kwh = said.first("kwh_per_year")
        return (KwhPerYear(kwh=kwh), []) if 0 < kwh <= 20_000 else None
    of_ah = said.first("ah_per_day") or said.first("ah_per_hour")
    volts = (said.first("volts") or float(system_v)) if of_ah is not None else 1.0
    a_day = hours(said)[2] or 24.0
    often = said.first("times") or 1.0
    wh = next(
        (
            value * times
            for meaning, times in (
                ("wh", 1.0), ("wh_per_use", often), ("wh_per_hour", a_day), ("ah_per_day", volts),
                ("ah_per_hour", volts * a_day), ("watts_average", a_day),
            )
            if (value := said.first(meaning)) is not None
        ),
        None,
    )  # fmt: skip
    if wh is None or not 0 < wh <= MAX_WH_PER_DAY:
        return None
    return WhPerDay(wh=wh), ["volts"] if of_ah is not None and not said.parts["volts"] else []


def _watts(said: LoadSaid) -> float | None:
    """Watts of one unit, however they are said."""
    if said.parts["watts"]:
        watts = said.first("watts")
    elif said.parts["watts_per_metre"] and said.parts["metres"]:
        watts = said.first("watts_per_metre") * said.first("metres")
    elif said.parts["volt_amps"] and said.parts["power_factor"]:
        watts = said.first("volt_amps") * said.first("power_factor")
    else:
        return None
    return float(watts) / (said.first("quantity") if said.parts["total"] and several(said) else 1)


def _amps(
    said: LoadSaid, usual: UsualLoad | None, feed: Feed, assumed: list[str], *, system_v: int, mains_v: int
) -> tuple[Draw | None, Feed, list[str]]:
    part, volts = said.parts["amps"][0], said.first("volts")
    amps = part.value / (said.first("quantity") if said.parts["total"] and several(said) else 1)
    if assumed and usual is not None and usual.feed == "dc" and amps * system_v <= FAR_FROM_USUAL * usual.usual_w:
        assumed = ["feed", "volts"]  # of what runs on the house's volts nobody means amps of the mains
    elif assumed:
        _which_amps(said, part, usual, system_v=system_v, mains_v=mains_v)
        return None, feed, []
    if feed == "ac":
        if amps > 400:
            words = {"text": part.text, "low": "0", "high": "400", "unit": "A"}
            said.questions.append(Question("load.amps_out_of_bounds", part.start, part.end, words))
            return None, feed, []
        if volts is not None and volts < LOWEST_AC_V:
            return None, feed, []  # asked about with the feed
        return AcAmps(amps=amps, volts=volts or mains_v), feed, [] if volts else ["volts"]
    if feed == "step_down" and volts is None and said.parts["feed"]:
        if said.parts["feed"][0].value != "usb":
            ask(said, part, "which_usb_volts", f"{part.text} {USB_V:g} V", f"{part.text} 20 V")
            return None, feed, []
        return DcAmps(amps=amps, volts=USB_V), feed, ["usb_volts"]
    if volts is not None and volts > LOWEST_AC_V:
        return None, feed, []
    told = list(dict.fromkeys([*assumed, *([] if volts else ["volts"])]))
    return (DcAmps(amps=amps, volts=volts or system_v) if 0 < amps <= 2000 else None), feed, told


def _which_amps(said: LoadSaid, amps: Part, usual: UsualLoad | None, *, system_v: int, mains_v: int) -> None:
    """Amps alone: on the DC side and on the AC side they differ tenfold. Where watts were likely meant, that is offered too."""
    others = [f"{amps.text} {system_v} V", f"{amps.text} {mains_v} V"]
    if usual is not None and usual.usual_w / 3 <= amps.value <= usual.usual_w * 3:
        others.append(f"{amps.value:g} W")
    words = {"amps": f"{amps.value:g}", "system_v": str(system_v), "mains_v": str(mains_v)}
    ask(said, amps, "which_amps", *others, words=words)


# -- The load


def _load(said: LoadSaid, usual: UsualLoad | None, *, draw: Draw, feed: Feed, typed: str) -> tuple[Load, list[str]]:
    """The load, and which of its members were filled in from the table of usual loads."""
    filled = []
    power_factor, start_factor = said.first("power_factor") or 1.0, said.first("start") or 1.0
    if not said.parts["power_factor"] and usual is not None and feed == "ac" and usual.feed == "ac" and usual.power_factor != 1:
        power_factor = usual.power_factor
        filled.append("power_factor")
    if said.parts["start_w"]:
        start_factor = _start_factor(said, draw)
    elif not said.parts["start"] and usual is not None and usual.start_factor != 1:
        start_factor = usual.start_factor
        filled.append("start_factor")
    days, weekly_h, taken = _week(said)
    if taken:
        filled.append("days")
    low, high, typical = hours(said) if weekly_h is None else (weekly_h, weekly_h, weekly_h)
    duty = said.first("duty_of_hours") or said.first("duty") or 1.0
    for part in said.parts["duty_range"]:
        duty = sum(part.value) / 2
        low, high = low * part.value[0] / duty, high * part.value[1] / duty
    if never_off(said, usual):
        filled.append("hours")
    if typical <= 0 or said.parts["watts_average"]:
        low = high = typical = 24.0
    above = said.first("above_charge")
    if said.members.get("whole_months"):
        filled.append("whole_months")
    load = Load(
        name=said.name[:80],
        group=usual.group if usual is not None else "other",
        quantity=int(said.first("quantity") or 1),
        feed=feed,
        draw=draw,
        hours_per_day=typical,
        duty_frac=duty,
        days_per_week=days,
        power_factor=power_factor,
        start_factor=start_factor,
        importance=said.members.get("importance", "should"),
        never_with=said.members.get("never_with"),
        automatic=said.members.get("automatic"),
        per_person=bool(said.parts["per_person"]),
        seasons=said.members.get("seasons", ()),
        months=said.members.get("months", ()),
        when=said.members.get("when", "always" if above is None else "above_charge"),
        above_charge_frac=0.8 if above is None else above,
        profile=said.members.get("profile"),
        bars=said.members.get("bars", ()),
        low_factor=max(1e-6, low / typical),
        high_factor=min(20.0, high / typical),
        typed=typed.strip()[:MAX_LINE],
    )
    return load, filled


def _start_factor(said: LoadSaid, draw: Draw | None) -> float:
    """Starting over running draw, from watts of both."""
    if isinstance(draw, Watts):
        running_w = draw.watts
    elif isinstance(draw, AcAmps | DcAmps):
        running_w = draw.amps * draw.volts
    else:
        return 1.0
    return float(said.first("start_w") / running_w)


def _doubts(said: LoadSaid, load: Load, usual: UsualLoad | None) -> list[Question]:
    """Amps where watts were meant show as a draw far from usual; what a thermostat switches rarely runs all the time."""
    if usual is None:
        return []
    runs_on = load.duty_frac == 1 and not said.parts["duty"] and not said.parts["averaged"]
    if usual.duty_frac < 1 and runs_on and not isinstance(load.draw, STATED):
        share = f"{usual.duty_frac * 100:g}%"
        words = {"word": usual.word, "share": share}
        return [Question("load.duty_left_out", 0, len(said.marks.line), words, (said.with_more(share),))]
    if isinstance(load.draw, Watts) and said.parts["watts"]:
        return _plated_by_what_it_gives(said, load.draw.watts, usual, said.parts["watts"][0])
    if not isinstance(load.draw, AcAmps | DcAmps):
        return []
    watts, amps = load.draw.amps * load.draw.volts, said.parts["amps"][0]
    if watts < FAR_FROM_USUAL * usual.usual_w:
        return []
    words = {"watts": f"{watts:g}", "word": usual.word, "usual_w": f"{usual.usual_w:g}"}
    return [
        Question("load.far_from_usual", amps.start, amps.end, words, (in_other_words(said, amps, f"{load.draw.amps:g} W"),))
    ]


def _plated_by_what_it_gives(said: LoadSaid, watts: float, usual: UsualLoad, part: Part) -> list[Question]:
    """A microwave is plated by what it puts into the pot: so small a figure is rarely what it draws. (common practice)"""
    if usual.plated_frac == 1 or watts >= usual.usual_w * (1 + usual.plated_frac) / 2:
        return []
    draws = f"{10 * round(watts / usual.plated_frac / 10):g} W"
    words = {"word": usual.word, "watts": f"{watts:g}", "draws": draws}
    return [Question("load.plated_by_what_it_gives", part.start, part.end, words, (in_other_words(said, part, draws),))]
