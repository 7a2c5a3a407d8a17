"""What has to be asked of a load line: values out of bounds, stretches with two readings, what is missing."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping

from ryokan.core.lines.kit import Part, Question
from ryokan.core.loads.model import MAX_W, MAX_WH_PER_DAY
from ryokan.core.loads.said import LoadSaid
from ryokan.core.loads.usual import UsualLoad

USUAL_EER = 9.0  # older air conditioners; common practice
W_PER_HP = 745.7  # mechanical horsepower (definition)
USUAL_MOTOR_FRAC = 0.7  # what a small motor makes of what it draws; common practice
USUAL_POWER_FACTOR = 0.8  # small motors and old chargers; common practice
_ENERGY = ("wh", "wh_per_hour", "wh_per_use", "ah_per_day", "ah_per_hour", "kwh_per_year")
_DRAWS = (*_ENERGY, "watts", "watts_average", "watts_per_metre", "volt_amps", "amps", "btu", "mah", "ah", "horsepower",
          "watts_per_time", "range_of_draw", "point_or_thousand")  # fmt: skip
_TIMED = ("hours", "hours_range", "hours_per_week", "duty_of_hours", *_ENERGY, "mah", "ah")
_STORE = re.compile(r"\b(battery|batteries|bank|powerpack|power pack)\b", re.IGNORECASE)


_BOUNDS: dict[str, tuple[float, float, str]] = {
    "quantity": (1, 500, ""),
    "watts": (1e-9, MAX_W, "W"),
    "watts_average": (1e-9, MAX_W, "W"),
    "watts_per_metre": (1e-9, 1000, "W"),
    "metres": (1e-9, 1000, "m"),
    "volt_amps": (1e-9, MAX_W, "VA"),
    "wh": (1e-9, MAX_WH_PER_DAY, "Wh"),
    "wh_per_hour": (1e-9, MAX_W, "Wh"),
    "wh_per_use": (1e-9, MAX_WH_PER_DAY, "Wh"),
    "ah_per_day": (1e-9, 20_000, "Ah"),
    "ah_per_hour": (1e-9, 2000, "Ah"),
    "ah": (1e-9, 1000, "Ah"),
    "amps": (1e-9, 2000, "A"),
    "volts": (1, 500, "V"),
    "hours": (1e-9, 24, "h"),
    "hours_per_week": (1e-9, 168, "h"),
    "duty_of_hours": (1e-9, 1, ""),
    "duty": (1e-9, 1, ""),
    "times": (1, 1000, ""),
    "days": (1, 7, ""),
    "every_days": (1, 7, ""),
    "power_factor": (0.1, 1, ""),
    "start": (1, 12, ""),
    "start_w": (1e-9, 12 * MAX_W, "W"),
    "kwh_per_year": (1e-9, 20_000, "kWh"),
    "btu": (1e-9, 200_000, "BTU/h"),
    "eer": (1, 40, ""),
    "mah": (1e-9, 1_000_000, "mAh"),
    "charges": (1e-9, 24, ""),
    "above_charge": (1e-9, 1, ""),
    "hours_range": (0, 24, "h"),
    "duty_range": (0, 1, ""),
    "times_range": (0, 1000, ""),
}
_WHOLE_NUMBERS = ("quantity", "days", "every_days")
# Which sentence tells of a meaning's bounds, where it is not that of the meaning itself.
_BOUNDS_OF = {
    "watts_average": "watts", "watts_per_metre": "watts", "volt_amps": "watts", "start_w": "watts", "wh_per_hour": "wh",
    "wh_per_use": "wh", "ah_per_day": "ah", "ah_per_hour": "ah", "hours_per_week": "week", "duty_of_hours": "duty",
    "every_days": "days", "kwh_per_year": "per_year", "hours_range": "hours", "duty_range": "duty", "times_range": "times",
}  # fmt: skip


def out_of_bounds(said: LoadSaid) -> list[Question]:
    questions = []
    for meaning, (low, high, unit) in _BOUNDS.items():
        for part in said.parts.get(meaning, []):
            values = part.value if isinstance(part.value, tuple) else (part.value,)
            whole = meaning not in _WHOLE_NUMBERS or all(value == int(value) for value in values if math.isfinite(value))
            if whole and all(low <= value <= high for value in values) and max(values) > 0:
                continue
            words = {"text": part.text, "low": f"{low:g}", "high": f"{high:g}", "unit": unit}
            code = f"load.{_BOUNDS_OF.get(meaning, meaning)}_out_of_bounds"
            questions.append(Question(code, part.start, part.end, words, _nearest(said, part, high)))
    return questions


def _nearest(said: LoadSaid, part: Part, high: float) -> tuple[str, ...]:
    """Readings near a value out of bounds: without its sign, or a slip of one digit."""
    if isinstance(part.value, tuple):
        return ()
    if part.value < 0:
        return (in_other_words(said, part, part.text.lstrip("-−")),)
    if part.meaning == "hours" and high < part.value < math.inf:
        return (in_other_words(said, part, f"{part.value / 10:g} h"), in_other_words(said, part, "24 h"))
    return ()


def in_other_words(said: LoadSaid, part: Part, text: str) -> str:
    """The line with one part put in other words."""
    return said.in_other_words(part.start, part.end, text)


# -- What is asked back


def ask_of_stretches(said: LoadSaid) -> None:
    """Stretches that have more than one reading, or none that a load can hold."""
    for part in said.parts["point_or_thousand"]:
        whole, rest, unit = part.value
        ask(said, part, "point_or_thousand", f"{whole}{rest} {unit}", f"{float(f'{whole}.{rest}'):g} {unit}")
    for part in said.parts["horsepower"]:
        shaft_w = float(str(part.value[0]).replace(",", ".")) * W_PER_HP if _is_number(part.value[0]) else 0.0
        words = {"shaft_w": f"{shaft_w:.0f}"}
        ask(said, part, "horsepower", f"{10 * round(shaft_w / USUAL_MOTOR_FRAC / 10):g} W", words=words)
    for part in said.parts["watts_per_time"]:
        number, unit = part.value[0], part.value[1].lower()
        kilo = "k" if unit.startswith("k") else ""
        ask(said, part, "watts_per_time", f"{number} {kilo}W", f"{number} {kilo}Wh a day")
    for part in said.parts["range_of_draw"]:
        low, high, unit = part.value
        ask(said, part, "range_of_draw", f"{high} {unit}", f"{low} {unit}")
    for part in said.parts["people"]:
        ask(said, part, "people", "per person")
    for part in said.parts["rarer_than_weekly"]:
        ask(said, part, "rarer_than_weekly", "once a week")
    for part in said.parts["minutes_or_metres"]:
        ask(said, part, "minutes_or_metres", f"{part.value} min", f"{part.value} metres")
    if said.parts["volt_amps"] and not said.parts["power_factor"]:
        part = said.parts["volt_amps"][0]
        ask(said, part, "no_power_factor", f"{part.text} pf {USUAL_POWER_FACTOR:g}", f"{part.value:g} W")
    if said.parts["each"] and not several(said):
        part = said.parts["each"][0]
        ask(said, part, "each_of_what", "per person", "")
    if said.parts["watts_per_metre"] and not said.parts["metres"]:
        ask(said, said.parts["watts_per_metre"][0], "no_metres")
    often = [
        *said.parts["times"],
        *said.parts["times_range"],
        *said.parts["days"],
        *said.parts["every_days"],
        *said.parts["every_day"],
    ]
    for part in (*said.parts["per_use"], *said.parts["wh_per_use"]):
        if not often:
            said.ask("how_often", part.start, part.end, {}, said.with_more("once a day"), said.with_more("twice a day"))
            break
    _count_or_times(said)
    for part in said.parts["not_understood"]:
        said.ask("not_understood", part.start, part.end)
    for start in said.parts["start_w"]:
        for part in said.parts["hours"] if len(said.parts["hours"]) > 1 else []:
            if part.start >= start.end and not said.marks.line[start.end : part.start].strip():
                said.questions = [question for question in said.questions if question.code != "load.hours_apart"]
                said.ask("start_for_long", start.start, part.end)


def ask(said: LoadSaid, part: Part, code: str, *others: str, words: Mapping[str, str] | None = None) -> None:
    said.ask(code, part.start, part.end, words, *(in_other_words(said, part, text) for text in others))


def _is_number(text: str) -> bool:
    return re.fullmatch(r"\d*[.,]?\d+", text) is not None


def several(said: LoadSaid) -> bool:
    return bool(said.parts["quantity"]) and said.first("quantity") > 1


def _count_or_times(said: LoadSaid) -> None:
    """“5 min x 3”: three of them, or three times? “5 h x 10” can only be ten of them."""
    for often in said.parts["times"]:
        for span in said.parts["hours"]:
            if "x" in often.text.lower().replace("×", "x") and often.end == span.start and span.value >= 1:
                _ask_count_or_times(said, often)
    counts, spans = said.parts["quantity"], said.parts["hours"]
    if len(counts) != 1 or len(spans) != 1 or said.parts["times"] or said.parts["times_range"]:
        return
    count, span = counts[0], spans[0]
    joined = said.marks.line[span.end : count.start]
    of_minutes = span.value < 1 and span.value * count.value <= 24  # “4 h x2” are two of them
    if count.start >= span.end and not joined.strip() and count.text[:1].lower() in "x×*" and of_minutes:
        _ask_count_or_times(said, count)


def _ask_count_or_times(said: LoadSaid, part: Part) -> None:
    rest, number = in_other_words(said, part, ""), f"{part.value:g}"
    said.ask(
        "count_or_times",
        part.start,
        part.end,
        {"count": number},
        in_other_words(said, part, f"{number} times"),
        f"{number} x {rest}",
    )


def incomplete(said: LoadSaid, usual: UsualLoad | None) -> None:
    line, whole = said.marks.line, (0, len(said.marks.line))
    if not said.name:
        cools = [part for part in said.parts["feed"] if part.value == "ac" and part.start == 0]
        said.ask("no_name", *whole, {}, *(in_other_words(said, part, "air conditioner") for part in cools))
    if _is_a_store(said):
        part = said.parts["watts"][0]
        as_energy = re.sub(r"w(atts?)?$", "Wh", part.text, flags=re.IGNORECASE)
        ask(said, part, "power_of_a_store", f"{as_energy} a day", words={"energy": as_energy})
    draws = [part for meaning in _DRAWS for part in said.parts.get(meaning, [])]
    if said.parts["charges"] and said.parts["ah"]:
        draws = [part for part in draws if part.meaning != "volts"]
    if not draws:
        nearest = () if usual is None else (f"{line.strip()} {usual.usual_w:g} W",)
        said.ask("no_draw", *whole, {"name": said.name}, *nearest)
    elif len(draws) > 1:
        draws.sort(key=lambda part: part.start)
        both = {"first": draws[0].text, "second": draws[1].text}
        offers = tuple(in_other_words(said, part, "") for part in reversed(draws)) if len(draws) == 2 else ()
        said.ask("two_draws", draws[1].start, draws[1].end, both, *offers)
    _half_said(said)
    _said_twice(said)
    if not any(said.parts.get(meaning) for meaning in _TIMED) and not _of_all_time(said) and not never_off(said, usual):
        usual_h = usual.usual_hours if usual is not None else 1.0
        said.ask("no_hours", *whole, {}, f"{line.strip()} {f'{usual_h:g} h' if usual_h >= 1 else f'{usual_h * 60:g} min'}")
    elif hours(said)[1] > 24 and not any(question.code == "load.hours_out_of_bounds" for question in said.questions):
        for stated in [*said.parts["hours"], *said.parts["hours_range"]][-1:]:
            words = {"text": f"{hours(said)[1]:g} h", "high": "24", "unit": "h"}
            said.questions.append(Question("load.hours_out_of_bounds", stated.start, stated.end, words))


_ONE_OF_EACH = (
    ("quantity",), ("days", "every_days"), ("times", "times_range"), ("duty", "duty_of_hours", "duty_range"), ("power_factor",),
    ("volts",), ("start", "start_w"), ("eer",), ("above_charge",),
)  # fmt: skip


def never_off(said: LoadSaid, usual: UsualLoad | None) -> bool:
    """Whether nobody switches such a thing off: a fridge runs all day where no hours are said. (common practice)"""
    timed = any(said.parts.get(meaning) for meaning in _TIMED) or _of_all_time(said)
    return not timed and usual is not None and usual.usual_hours >= 24 and not ({"profile", "bars"} & set(said.members))


def _said_twice(said: LoadSaid) -> None:
    """What a load has once and the line says in two ways; and times a day of what runs a share of every hour."""
    for meanings in _ONE_OF_EACH:
        parts = sorted((part for meaning in meanings for part in said.parts.get(meaning, [])), key=lambda part: part.start)
        for part in parts[1:]:
            if part.value != parts[0].value or part.meaning != parts[0].meaning:
                ask(said, part, "said_twice", "", words={"first": parts[0].text})
    if _of_all_time(said) and not said.parts["hours"] and not said.parts["hours_range"]:
        for part in (*said.parts["times"], *said.parts["times_range"]):
            said.ask("not_understood", part.start, part.end)


def _is_a_store(said: LoadSaid) -> bool:
    """A battery holds kWh and draws nothing by itself; “2.7 kW battery” mixes the two."""
    if not _STORE.search(said.name) or re.search("monitor|charger|heater|fan", said.name, re.IGNORECASE):
        return False
    return bool(said.parts["watts"])


def _half_said(said: LoadSaid) -> None:
    """Cooling power without its efficiency, a device's battery without how often it is charged, Ah of nobody knows what."""
    line = said.marks.line.strip()
    for part in said.parts["btu"] if not said.parts["eer"] else []:
        said.ask("no_eer", part.start, part.end, {}, f"{line} eer {USUAL_EER:g}")
    if said.parts["charges"]:
        return
    for part in said.parts["mah"]:
        said.ask("no_charges", part.start, part.end, {}, f"{line} 1 charge")
    for part in said.parts["ah"]:
        ask(said, part, "amp_hours_of_what", f"{part.text} a day", f"{part.text} 1 charge a day")


def _of_all_time(said: LoadSaid) -> bool:
    """Whether a share is said to be one of every hour, or of the time: then no hours have to be said."""
    return bool(said.parts["duty_of_hours"]) or any("time" in part.text.lower() for part in said.parts["duty"])


def hours(said: LoadSaid) -> tuple[float, float, float]:
    """Low, high and typical hours a day: all stated stretches together, times how often."""
    plain = sum(part.value for part in said.parts["hours"])
    low = high = plain
    for part in said.parts["hours_range"]:
        low, high = low + part.value[0], high + part.value[1]
    fewest = most = said.first("times") or 1.0
    for part in said.parts["times_range"]:
        fewest, most = part.value
    if high == 0 and _of_all_time(said):
        return 24.0, 24.0, 24.0
    low, high = low * fewest, high * most
    return low, high, (low + high) / 2


QUESTION_CODES = frozenset(
    {f"load.{_BOUNDS_OF.get(meaning, meaning)}_out_of_bounds" for meaning in _BOUNDS}
    | {
        f"load.{code}"
        for code in (
            "unreadable", "number_without_unit", "not_understood", "power_of_a_store", "no_name", "no_draw", "no_hours",
            "two_draws", "which_amps", "which_usb_volts", "amp_hours_of_what", "volts_against_feed", "said_twice", "denied",
            "far_from_usual", "duty_left_out", "plated_by_what_it_gives", "no_eer", "no_charges", "no_power_factor",
            "no_metres", "horsepower", "watts_per_time", "range_of_draw", "point_or_thousand", "minutes_or_metres",
            "each_of_what", "people", "how_often", "count_or_times", "start_for_long",
            "hours_apart", "clock_or_hours", "rarer_than_weekly", "season_or_name",
            "months_not_seasons",
        )
    }
)  # fmt: skip
