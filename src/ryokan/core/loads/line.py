"""Reading one typed line as one load.

    10 x LED lamp 3W 5h
    laptop 50 W 4 h ac
    blender 11.5A 120V 1 min
    fridge 45W 40% 24h must
    drill 600 W 20 min 2 days a week
    freezer 250 kWh a year
    air conditioner 13500 BTU eer 9 6 h in summer
    phone 4000 mAh 1.5 charges per person
    heater 40 W 6-10 h in winter

A line is a name and any number of marked parts in any order. Parts are recognised one after the other by the patterns
below; what is left is the name. What the line leaves out comes from the table of usual loads and is reported as assumed.
Nothing is guessed where two readings differ by much: AC amps and DC amps, watts and a store of energy. Then the line is
asked back, with the nearest readings as lines of their own.
"""

from __future__ import annotations

import math
import re
from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal, TypeAlias

from ryokan.core.lines.kit import MAX_LINE, NUMBER, Part, Question, endless, in_other_words, read_number
from ryokan.core.loads.model import (
    MAX_W,
    MAX_WH_PER_DAY,
    SEASONS,
    AcAmps,
    Cooling,
    DcAmps,
    DeviceBattery,
    Draw,
    Feed,
    Importance,
    KwhPerYear,
    Load,
    Season,
    Watts,
    When,
    WhPerDay,
)
from ryokan.core.loads.usual import UsualLoad, usual_load

Meaning: TypeAlias = Literal[
    "quantity", "watts", "wh", "amps", "volts", "hours", "duty", "times", "days", "feed", "power_factor", "start",
    "importance", "never_with", "per_year", "btu", "eer", "mah", "charges", "season", "when", "above_charge", "per_person",
    "hours_range", "unreadable", "name",
]  # fmt: skip

LOWEST_AC_V = 60  # no DC supply of a vehicle is as high, no AC supply as low


@dataclass(frozen=True, slots=True)
class Reading:
    """A line as it was read: the load, or the questions that stand in its way; and what was filled in.

    ``doubts`` do not stand in the way: the line can be read, but the outcome is far from usual.
    """

    parts: tuple[Part, ...]
    load: Load | None
    questions: tuple[Question, ...]
    assumed: tuple[str, ...] = ()
    doubts: tuple[Question, ...] = ()


# Order matters: the longer reading of the same text comes first.
_PATTERN_TEXTS: tuple[tuple[Meaning, str], ...] = (
    ("quantity", rf"^\s*({NUMBER})\s*[x×](?=\s|[a-z])"),
    ("per_person", r"\b(?:each|per person)\b"),
    ("season", r"\b(?:only\s+)?in\s+(spring|summer|autumn|fall|winter)\b|\b(spring|summer|autumn|fall|winter)\s+only\b"),
    ("when", r"\b(while driving|on shore|at anchor)\b"),
    ("above_charge", rf"\babove\s+({NUMBER})\s*%"),
    ("per_year", rf"({NUMBER})\s*kwh\s*(?:/|per|a)\s*(?:year|yr|annum)\b"),
    ("btu", rf"({NUMBER})\s*btu(?:\s*/\s*h)?\b"),
    ("eer", rf"\beer\s*({NUMBER})"),
    ("mah", rf"({NUMBER})\s*mah\b"),
    ("charges", rf"({NUMBER})\s*charges?(?:\s+(?:a|per)\s+day)?\b"),
    ("hours_range", rf"({NUMBER})\s*(?:-|–|to)\s*({NUMBER})\s*(hours?|hrs?|h|minutes?|mins?)\b"),
    ("start", rf"\b(?:start|surge)\s*({NUMBER})\s*[x×]"),
    ("power_factor", rf"\bpf\s*({NUMBER})"),
    ("days", rf"({NUMBER})\s*(?:days?|d)\s*(?:a|per|/)?\s*(?:week|wk)\b|\bweekends\b"),
    ("times", rf"({NUMBER})\s*times(?:\s+a\s+day)?\b"),
    ("wh", rf"({NUMBER})\s*(k?wh)(?:\s*(?:/|per|a)\s*(?:day|d)\b)?"),
    ("hours", rf"({NUMBER})\s*h(\d\d)\b(?!\s*%|[a-z])"),
    ("hours", rf"({NUMBER})\s*(hours?|hrs?|h|minutes?|mins?|seconds?|secs?|s)\b(?:\s*(?:/|per|a)\s*(?:day|d)\b)?"),
    ("hours", r"\b(all day)\b"),
    ("watts", rf"({NUMBER})\s*(kw|w|watts?)\b"),
    ("amps", rf"({NUMBER})\s*(ma|a|amps?)\b"),
    ("volts", rf"({NUMBER})\s*(v|volts?)\b"),
    ("duty", rf"({NUMBER})\s*%"),
    ("never_with", r"\bnever with\s+([a-z]+)"),
    ("feed", r"\b(ac|dc|step-down|stepdown|usb)\b"),
    ("importance", r"\b(must run|must|should|may be shed|shed)\b"),
)
_PATTERNS = tuple((meaning, re.compile(pattern, re.IGNORECASE)) for meaning, pattern in _PATTERN_TEXTS)
_SCALE = {"kw": 1e3, "kwh": 1e3, "ma": 1e-3, "min": 1 / 60, "s": 1 / 3600}
_FEEDS: dict[str, Feed] = {"ac": "ac", "dc": "dc", "usb": "step_down", "step-down": "step_down", "stepdown": "step_down"}
_MUST: dict[str, Importance] = {"must": "must", "must run": "must", "should": "should", "shed": "shed", "may be shed": "shed"}
_WHEN: dict[str, When] = {"while driving": "driving", "on shore": "shore", "at anchor": "anchor"}
_BATTERY = re.compile(r"\b(battery|batteries|bank|powerpack|power pack)\b", re.IGNORECASE)


def read_line(line: str, *, system_v: int, mains_v: int) -> Reading:
    """Read one line.

    Parameters
    ----------
    line : str
        What was typed, at most 200 characters.
    system_v, mains_v : int
        Volts of the bank's class and of the mains, for amps with a feed but no volts. [V]

    Returns
    -------
    Reading
        Never raises: whatever cannot be read is a question.
    """
    if (too_long := endless(line)) is not None:
        return Reading((), None, (replace(too_long, code="load.unreadable"),))
    parts = _parts(line)
    by_meaning: dict[str, list[Part]] = defaultdict(list)
    for part in parts:
        by_meaning[part.meaning].append(part)
    name = " ".join(part.text for part in by_meaning["name"]).strip(" ,;–-")
    questions = [*_unreadable(line, by_meaning), *_out_of_bounds(line, by_meaning)]
    if questions:
        return Reading(parts, None, tuple(questions))
    usual = usual_load(name)
    questions = _is_a_store(line, name, by_meaning) or _incomplete(line, name, usual, by_meaning)
    draw, feed, asked, assumed = _draw_and_feed(line, usual, by_meaning, system_v=system_v, mains_v=mains_v)
    questions += asked
    if questions or draw is None:
        return Reading(parts, None, tuple(questions))
    load, filled = _load(line, name, usual, by_meaning, draw=draw, feed=feed)
    return Reading(parts, load, (), (*assumed, *filled), tuple(_doubts(line, load, usual, by_meaning)))


def _parts(line: str) -> tuple[Part, ...]:
    """Split a line into parts; later patterns see only what earlier ones left."""
    left = line
    found: list[Part] = []
    for meaning, pattern in _PATTERNS:
        for match in pattern.finditer(left):
            text = line[match.start() : match.end()]
            found.append(Part(meaning, match.start(), match.end(), text.strip(), _part_value(meaning, match)))
            left = left[: match.start()] + "\0" * len(text) + left[match.end() :]
    for match in re.finditer(r"[^\s\0,;]+", left):
        meaning = "unreadable" if re.match(r"[-−]?\d", match[0]) else "name"
        found.append(Part(meaning, match.start(), match.end(), match[0]))
    return tuple(sorted(found, key=lambda part: part.start))


def _part_value(meaning: Meaning, match: re.Match[str]) -> float:
    if meaning in ("feed", "importance", "never_with", "per_person", "season", "when", "hours_range"):
        return 0.0
    if meaning == "above_charge":
        return read_number(match[1]) / 100
    if match[0].lower() == "weekends":
        return 2.0
    if match[1].lower() == "all day":
        return 24.0
    number = read_number(match[1])
    unit = match[2].lower() if match.re.groups > 1 and match[2] else ""
    if meaning == "hours" and re.fullmatch("[0-9]+", unit):
        return number + int(unit) / 60
    if meaning == "hours":
        unit = "min" if unit.startswith("m") else "s" if unit.startswith("s") else ""
    if meaning == "duty":
        return number / 100
    return number * _SCALE.get(unit, 1.0)


def _with(line: str, part: Part, text: str) -> str:
    """The line with one part put in other words."""
    return in_other_words(line, part.start, part.end, text)


_BOUNDS: dict[Meaning, tuple[float, float, str]] = {
    "quantity": (1, 500, ""),
    "watts": (1e-9, MAX_W, "W"),
    "wh": (1e-9, MAX_WH_PER_DAY, "Wh"),
    "amps": (1e-9, 2000, "A"),
    "volts": (1, 500, "V"),
    "hours": (1e-9, 24, "h"),
    "duty": (1e-9, 1, ""),
    "times": (1, 1000, ""),
    "days": (1, 7, ""),
    "power_factor": (0.1, 1, ""),
    "start": (1, 12, ""),
    "per_year": (1e-9, 20_000, "kWh"),
    "btu": (1e-9, 200_000, "BTU/h"),
    "eer": (1, 40, ""),
    "mah": (1e-9, 1_000_000, "mAh"),
    "charges": (1e-9, 24, ""),
    "above_charge": (1e-9, 1, ""),
}
# A cell's own volts, not the 5 V of its plug. (common practice: 3.6 to 3.85 V)
CELL_V = 3.7
USUAL_EER = 9.0  # older air conditioners; common practice


def _unreadable(line: str, parts: Mapping[str, list[Part]]) -> list[Question]:
    """Parts that start like a number and are none, such as “5o W” or “45q”; letters that look like digits are offered."""
    questions = []
    for part in parts.get("unreadable", []):
        likely = part.text.translate(str.maketrans("oOlI", "0011"))
        if re.fullmatch("[0-9]+", part.text) and not line[: part.start].strip():
            likely = f"{part.text} x"  # “10 lamps” for “10 x lamp”
        nearest = () if likely == part.text else (_with(line, part, likely),)
        questions.append(Question("load.unreadable", part.start, part.end, {"text": part.text}, nearest))
    return questions


def _out_of_bounds(line: str, parts: Mapping[str, list[Part]]) -> list[Question]:
    questions = []
    for meaning, (low, high, unit) in _BOUNDS.items():
        for part in parts.get(meaning, []):
            if low <= part.value <= high and (meaning not in ("quantity", "days") or part.value == int(part.value)):
                continue
            words = {"text": part.text, "low": f"{low:g}", "high": f"{high:g}", "unit": unit}
            questions.append(Question(f"load.{meaning}_out_of_bounds", part.start, part.end, words, _nearest(line, part, high)))
    return questions


def _nearest(line: str, part: Part, high: float) -> tuple[str, ...]:
    """Readings near a value out of bounds: without its sign, or a slip of one digit."""
    if part.value < 0:
        return (_with(line, part, part.text.lstrip("-−")),)
    if part.meaning == "hours" and high < part.value < math.inf:
        tenth = part.value / 10
        return (_with(line, part, f"{tenth:g} h"), _with(line, part, "24 h"))
    return ()


def _is_a_store(line: str, name: str, parts: Mapping[str, list[Part]]) -> list[Question]:
    """A battery holds kWh and draws nothing by itself; “2.7 kW battery” mixes the two."""
    if not _BATTERY.search(name) or "monitor" in name.lower() or "charger" in name.lower():
        return []
    if parts.get("watts"):
        part = parts["watts"][0]
        as_energy = re.sub(r"w(atts?)?$", "Wh", part.text, flags=re.IGNORECASE)
        readings = (_with(line, part, f"{as_energy} a day"),)
        return [Question("load.power_of_a_store", part.start, part.end, {"text": part.text, "energy": as_energy}, readings)]
    return []


def _incomplete(line: str, name: str, usual: UsualLoad | None, parts: Mapping[str, list[Part]]) -> list[Question]:
    questions = []
    if not name:
        questions.append(Question("load.no_name", 0, len(line)))
    draws = [part for meaning in ("watts", "wh", "amps", "per_year", "btu", "mah") for part in parts.get(meaning, [])]
    if not draws:
        nearest = () if usual is None else (f"{line.strip()} {usual.usual_w:g} W",)
        questions.append(Question("load.no_draw", 0, len(line), {"name": name}, nearest))
    elif len(draws) > 1:
        both = {"first": draws[0].text, "second": draws[1].text}
        readings = tuple(_with(line, part, "") for part in reversed(draws)) if len(draws) == 2 else ()
        questions.append(Question("load.two_draws", draws[1].start, draws[1].end, both, readings))
    questions += _half_said(line, parts)
    if not any(parts.get(meaning) for meaning in ("hours", "hours_range", "wh", "per_year", "mah")):
        hours = usual.usual_hours if usual is not None else 1.0
        text = f"{hours:g} h" if hours >= 1 else f"{hours * 60:g} min"
        questions.append(Question("load.no_hours", 0, len(line), {}, (f"{line.strip()} {text}",)))
    elif (total := _hours(parts)[1]) > 24:
        part = (parts.get("hours") or parts["hours_range"])[-1]
        questions.append(
            Question("load.hours_out_of_bounds", part.start, part.end, {"text": f"{total:g} h", "high": "24", "unit": "h"})
        )
    return questions


def _half_said(line: str, parts: Mapping[str, list[Part]]) -> list[Question]:
    """Cooling power without its efficiency, a device's battery without how often it is charged."""
    questions = []
    if parts.get("btu") and not parts.get("eer"):
        part = parts["btu"][0]
        questions.append(
            Question("load.no_eer", part.start, part.end, {"text": part.text}, (f"{line.strip()} eer {USUAL_EER:g}",))
        )
    if parts.get("mah") and not parts.get("charges"):
        part = parts["mah"][0]
        questions.append(Question("load.no_charges", part.start, part.end, {"text": part.text}, (f"{line.strip()} 1 charge",)))
    return questions


def _hours(parts: Mapping[str, list[Part]]) -> tuple[float, float, float]:
    """Low, high and typical hours a day: all stated stretches together, times how often."""
    times = parts["times"][0].value if parts.get("times") else 1.0
    plain = sum(part.value for part in parts.get("hours", []))
    low = high = plain
    for part in parts.get("hours_range", []):
        first, second = sorted(_range_h(part.text))
        low, high = low + first, high + second
    return low * times, high * times, (low + high) / 2 * times


def _range_h(text: str) -> tuple[float, float]:
    match = re.fullmatch(rf"({NUMBER})\s*(?:-|–|to)\s*({NUMBER})\s*([a-z]+)", text, re.IGNORECASE)
    assert match is not None  # it was found by the same pattern
    scale = 1 / 60 if match[3].lower().startswith("m") else 1.0
    return read_number(match[1]) * scale, read_number(match[2]) * scale


def _draw_and_feed(
    line: str, usual: UsualLoad | None, parts: Mapping[str, list[Part]], *, system_v: int, mains_v: int
) -> tuple[Draw | None, Feed, list[Question], list[str]]:
    """What the line states of the draw, how it is fed, what to ask, and what was assumed."""
    volts = parts["volts"][0] if parts.get("volts") else None
    stated = _FEEDS[parts["feed"][0].text.lower()] if parts.get("feed") else None
    by_volts: Feed | None = None if volts is None else "ac" if volts.value >= LOWEST_AC_V else "dc"
    if volts is not None and stated is not None and (stated == "ac") != (by_volts == "ac"):
        words = {"volts": volts.text, "feed": stated}
        return None, stated, [Question("load.volts_against_feed", volts.start, volts.end, words, (_with(line, volts, ""),))], []
    feed: Feed = stated or by_volts or (usual.feed if usual is not None else "dc")
    assumed = ["feed"] if stated is None and by_volts is None else []
    if parts.get("watts"):
        return Watts(watts=parts["watts"][0].value), feed, [], assumed
    if parts.get("mah") and not parts.get("charges"):
        return None, feed, [], []  # asked elsewhere
    if parts.get("charges") and (parts.get("mah") or parts.get("wh")):
        cell_v = volts.value if volts is not None and volts.value < LOWEST_AC_V else CELL_V
        wh = parts["mah"][0].value / 1000 * cell_v if parts.get("mah") else parts["wh"][0].value
        return DeviceBattery(wh=min(wh, 20_000), charges_per_day=parts["charges"][0].value), feed, [], assumed
    if parts.get("per_year"):
        return KwhPerYear(kwh=parts["per_year"][0].value), feed, [], assumed
    if parts.get("btu"):
        eer = parts["eer"][0].value if parts.get("eer") else USUAL_EER
        return Cooling(btu_per_h=parts["btu"][0].value, eer=eer), feed, [], assumed
    if parts.get("wh"):
        return WhPerDay(wh=parts["wh"][0].value), feed, [], assumed
    if not parts.get("amps"):
        return None, feed, [], []
    amps = parts["amps"][0]
    if assumed:
        return None, feed, [_which_amps(line, amps, usual, system_v=system_v, mains_v=mains_v)], []
    if feed == "ac":
        if amps.value > 400:
            words = {"text": amps.text, "low": "0", "high": "400", "unit": "A"}
            return None, feed, [Question("load.amps_out_of_bounds", amps.start, amps.end, words)], []
        return AcAmps(amps=amps.value, volts=volts.value if volts else mains_v), feed, [], [] if volts else ["volts"]
    return DcAmps(amps=amps.value, volts=volts.value if volts else system_v), feed, [], [] if volts else ["volts"]


def _which_amps(line: str, amps: Part, usual: UsualLoad | None, *, system_v: int, mains_v: int) -> Question:
    """Amps alone: on the DC side and on the AC side they differ tenfold. Where watts were likely meant, that is offered too."""
    readings = [_with(line, amps, f"{amps.text} {system_v} V"), _with(line, amps, f"{amps.text} {mains_v} V")]
    if usual is not None and usual.usual_w / 3 <= amps.value <= usual.usual_w * 3:
        readings.append(_with(line, amps, f"{amps.value:g} W"))
    words = {"amps": f"{amps.value:g}", "system_v": str(system_v), "mains_v": str(mains_v)}
    return Question("load.which_amps", amps.start, amps.end, words, tuple(readings))


def _load(
    line: str, name: str, usual: UsualLoad | None, parts: Mapping[str, list[Part]], *, draw: Draw, feed: Feed
) -> tuple[Load, list[str]]:
    """The load, and which of its members were filled in from the table of usual loads."""
    filled = []
    power_factor, start_factor = 1.0, 1.0
    if parts.get("power_factor"):
        power_factor = parts["power_factor"][0].value
    elif usual is not None and feed == "ac" and usual.feed == "ac" and usual.power_factor != 1:
        power_factor = usual.power_factor
        filled.append("power_factor")
    if parts.get("start"):
        start_factor = parts["start"][0].value
    elif usual is not None and usual.start_factor != 1:
        start_factor = usual.start_factor
        filled.append("start_factor")
    importance = parts["importance"][0].text.lower() if parts.get("importance") else "should"
    never_with = parts["never_with"][0].text.split()[-1].lower() if parts.get("never_with") else None
    low, high, typical = _hours(parts)
    above = parts.get("above_charge", [])
    load = Load(
        name=name[:80],
        group=usual.group if usual is not None else "other",
        quantity=int(parts["quantity"][0].value) if parts.get("quantity") else 1,
        feed=feed,
        draw=draw,
        hours_per_day=typical if typical > 0 else 24.0,
        duty_frac=parts["duty"][0].value if parts.get("duty") else 1.0,
        days_per_week=int(parts["days"][0].value) if parts.get("days") else 7,
        power_factor=power_factor,
        start_factor=start_factor,
        importance=_MUST[importance],
        never_with=never_with,
        per_person=bool(parts.get("per_person")),
        seasons=tuple(dict.fromkeys(_season_in(part.text) for part in parts.get("season", []))),
        when=_WHEN[parts["when"][0].text.lower()] if parts.get("when") else "above_charge" if above else "always",
        above_charge_frac=above[0].value if above else 0.8,
        low_factor=low / typical if typical > 0 else 1.0,
        high_factor=high / typical if typical > 0 else 1.0,
        typed=line.strip()[:MAX_LINE],
    )
    return load, filled


STATED = (WhPerDay, KwhPerYear, DeviceBattery)
FAR_FROM_USUAL = 8.0  # times the usual watts; common practice varies less than that


def _season_in(text: str) -> Season:
    word = text.lower().replace("fall", "autumn")
    return next(season for season in SEASONS if season in word)


def _doubts(line: str, load: Load, usual: UsualLoad | None, parts: Mapping[str, list[Part]]) -> list[Question]:
    """Amps where watts were meant show as a draw far from usual; what a thermostat switches rarely runs all the time."""
    if usual is None:
        return []
    if usual.duty_frac < 1 and load.duty_frac == 1 and not parts.get("duty") and not isinstance(load.draw, STATED):
        share = f"{usual.duty_frac * 100:g}%"
        words = {"word": usual.word, "share": share}
        return [Question("load.duty_left_out", 0, len(line), words, (f"{line.strip()} {share}",))]
    if isinstance(load.draw, Watts) and parts.get("watts"):
        return _plated_by_what_it_gives(line, load.draw.watts, usual, parts["watts"][0])
    if not isinstance(load.draw, AcAmps | DcAmps):
        return []
    watts, amps = load.draw.amps * load.draw.volts, parts["amps"][0]
    if watts < FAR_FROM_USUAL * usual.usual_w:
        return []
    words = {"watts": f"{watts:g}", "word": usual.word, "usual_w": f"{usual.usual_w:g}"}
    return [Question("load.far_from_usual", amps.start, amps.end, words, (_with(line, amps, f"{load.draw.amps:g} W"),))]


def _plated_by_what_it_gives(line: str, watts: float, usual: UsualLoad, part: Part) -> list[Question]:
    """A microwave is plated by what it puts into the pot: so small a figure is rarely what it draws. (common practice)"""
    if usual.plated_frac == 1 or watts >= usual.usual_w * (1 + usual.plated_frac) / 2:
        return []
    draws = f"{10 * round(watts / usual.plated_frac / 10):g} W"
    words = {"word": usual.word, "watts": f"{watts:g}", "draws": draws}
    return [Question("load.plated_by_what_it_gives", part.start, part.end, words, (_with(line, part, draws),))]


def write_line(load: Load) -> str:
    """A line that reads as this load, for rows that were not typed."""
    match load.draw:
        case Watts(watts=watts):
            draw = f"{watts:g} W"
        case DcAmps(amps=amps, volts=volts) | AcAmps(amps=amps, volts=volts):
            draw = f"{amps:g} A {volts:g} V"
        case WhPerDay(wh=wh):
            draw = f"{wh:g} Wh a day"
        case KwhPerYear(kwh=kwh):
            draw = f"{kwh:g} kWh a year"
        case Cooling(btu_per_h=btu, eer=eer):
            draw = f"{btu:g} BTU eer {eer:g}"
        case DeviceBattery(wh=wh, charges_per_day=charges):
            draw = f"{wh:g} Wh {charges:g} charges"
    feed = "step-down" if load.feed == "step_down" else load.feed
    parts = [
        f"{load.quantity} x {load.name}" if load.quantity > 1 else load.name,
        draw,
        _write_hours(load),
        f"{load.duty_frac * 100:g}%" if load.duty_frac != 1 else "",
        feed,
        f"{load.days_per_week} days a week" if load.days_per_week != 7 else "",
        f"pf {load.power_factor:g}" if load.feed == "ac" else "",
        f"start {load.start_factor:g}x",
        load.importance if load.importance != "should" else "",
        f"never with {load.never_with}" if load.never_with else "",
        "per person" if load.per_person else "",
        *(f"in {season}" for season in load.seasons),
        next((words for words, when in _WHEN.items() if when == load.when), ""),
        f"above {load.above_charge_frac * 100:g}%" if load.when == "above_charge" else "",
    ]
    return " ".join(part for part in parts if part)


def _write_hours(load: Load) -> str:
    """One figure, or a range where low and high use differ."""
    unit, scale = ("h", 1.0) if round(load.hours_per_day * 60, 6) >= 60 else ("min", 60.0)
    hours = load.hours_per_day * scale
    if load.low_factor == load.high_factor == 1:
        return f"{round(hours, 6):g} {unit}"
    return f"{round(hours * load.low_factor, 6):g}-{round(hours * load.high_factor, 6):g} {unit}"


QUESTION_CODES = frozenset(
    {f"load.{meaning}_out_of_bounds" for meaning in _BOUNDS}
    | {
        "load.unreadable",
        "load.power_of_a_store",
        "load.no_name",
        "load.no_draw",
        "load.no_hours",
        "load.two_draws",
        "load.which_amps",
        "load.volts_against_feed",
        "load.far_from_usual",
        "load.duty_left_out",
        "load.plated_by_what_it_gives",
        "load.no_eer",
        "load.no_charges",
    }
)
