"""Reading one line as what meters say at one moment: “13.3 V, 64 %, +22 A, solar 410 W, hazy”."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import ValidationError

from ryokan.core.lines.denial import denied_at
from ryokan.core.lines.kind import JOINS
from ryokan.core.lines.kit import (
    MAX_LINE,
    NUMBER,
    SPOKEN_NUMBER,
    UNSIGNED,
    Marks,
    Question,
    endless,
    in_figures,
    read_number,
)
from ryokan.core.readings.model import UNITS, Quantity, Reading
from ryokan.core.rig import Rig
from ryokan.core.survey.line import Understood, as_typed, why_not

MAINS_V = 60  # no DC bus of a vehicle reads as high, no mains as low
_N = rf"([+]?{NUMBER})"
_V, _A, _W = r"\s*(?:volts?|v)\b", r"\s*(?:amps?|a)\b", r"\s*(kw|watts?|w)\b"
_MAINS = r"mains|shore|inlet|plug|socket|grid"
_SUN = r"solar|array|panels?|sun|pv"
_GIVERS = {
    "shore_charger": r"charger|converter",
    "dcdc": r"dc-?dc|b2b",
    "controller": r"controller|mppt|pwm",
    "alternator": r"alternator",
}
_INTO, _OUT = (
    r"\s*(?:in|into (?:the )?(?:bank|battery)|going in|charging)\b",
    r"\s*(?:out|going out|draw(?:n|ing)?|discharging)\b",
)
_STATES = (
    (r"resting|rested|at rest|nothing on", "resting"),
    (r"charging|absorbing|in bulk|floating", "charging"),
    (r"under load|loaded", "loaded"),
)
# Between clear and overcast, and neither.
_MIXED = (
    r"(?:partly|partially|part|half|some|scattered)[- ](?:cloud(?:y|s)?|sun(?:ny)?|overcast)|mixed (?:cloud|sky|skies)"
    r"|sun and cloud"
)
_SKIES = (
    (r"overcast|cloudy|grey|gray|rain(?:ing|y)?", "overcast"),
    (r"haz[ey]|thin cloud|broken cloud|bright cloud", "hazy"),
    (r"clear(?: sky)?|sunny|blue sky|no cloud", "clear"),
)
_SKY_WORDS = "|".join((_MIXED, *(pattern for pattern, _ in _SKIES if not pattern.startswith("clear"))))
_SOURCES = (
    (r"(?:on (?:a |the )?)?(?:hookup|shore power)", "hookup"),
    (r"driving|engine (?:on|running)|idling", "driving"),
    (r"(?:on (?:a |the )?)?(?:generator|genset)(?: running)?", "generator"),
    (r"in (?:the )?sun(?:shine)?", "sun"),
)
_MONTHS = "jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec"
_TIME = re.compile(
    r"(?:\bat\s+)?(?<![\d.,])(\d{1,2})[:h](\d{2})\s*(am|pm)?\b|(?:\bat\s+)?(?<![\d.,:])(\d{1,2})\s*(am|pm)\b|\b(noon)\b", re.I
)
_DATE = re.compile(
    rf"\b(?:on\s+)?(\d{{4}})-(\d{{2}})-(\d{{2}})\b|\b(?:on\s+)?(\d{{1,2}})\s+({_MONTHS})[a-z]*\b(?:\s+(\d{{4}}))?", re.I
)
_JOINS = JOINS | {"reading", "measured", "battery", "bank", "bus", "meter", "says", "now", "today", "volts"}


_SAYS_A_READING = re.compile(
    r"^\s*(?:reads?|reading|measured)\b|\b(?:at rest|resting|rested|under load|below full)\b|^[^a-z]*\d\s*%\s*$"
    # Volts and amps in tenths are what meters show; plates have them whole.
    rf"|^\s*(?:bank|battery|gauge|shunt|net|{_SUN}|{_GIVERS['controller']}|solar controller)[\s:]+(?:reads? |shows? |at )?"
    r"(?=[^a-z]*\d+[.,]\d+\s*v\b|[+−-]\s?\d)(?!.*\b(?:voc|vmp|isc|imp|open|bms)\b)(?!.*\d\s*(?:ah|w|watts?)\b(?=.*\bpanels?\b))"
    rf"|^\s*(?:gauge|soc|state of charge)\b.*\d\s*%|\b(?:{_SKY_WORDS})\b.*\d|\d.*\b(?:{_SKY_WORDS})\b",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class _Pattern:
    quantity: Quantity
    pattern: str
    value: Callable[[re.Match[str]], float] | None = None


def _first(match: re.Match[str]) -> float:
    return read_number(next(group for group in match.groups() if group is not None).lstrip("+"))


def _kilo(match: re.Match[str]) -> float:
    return _first(match) * (1000 if re.search(r"\bk|\dk", match[0], re.I) and re.search(r"kwh?\b", match[0], re.I) else 1)


def _out(match: re.Match[str]) -> float:
    return -abs(_first(match))


# In the order in which they are looked for: the more is said, the earlier.
_PATTERNS: tuple[_Pattern, ...] = (
    _Pattern("harvest_wh", rf"{_N}\s*k?wh\b(?:\s*(?:today|harvest(?:ed)?|yield|from the sun))?", _kilo),
    _Pattern("missing_ah", rf"{_N}\s*ah\s*(?:below full|missing|used|down|from full)", lambda match: abs(_first(match))),
    _Pattern("missing_ah", rf"(?<![\d.,])(-{UNSIGNED})\s*ah\b", lambda match: abs(_first(match))),
    _Pattern("capacity_ah", rf"{_N}\s*ah\s*(?:capacity|delivered|to empty)|capacity\s*{_N}\s*ah\b"),
    _Pattern("percent", rf"{_N}\s*(?:%|percent\b)"),
    _Pattern("open_volts", rf"(?:open|voc)\s*(?:volts\s*)?{_N}{_V}|{_N}{_V}\s*(?:open|voc)\b"),
    _Pattern("short_amps", rf"(?:short(?:ed)?|isc)\s*{_N}{_A}|{_N}{_A}\s*(?:short(?:ed)?|isc)\b"),
    _Pattern("mains_volts", rf"(?:{_MAINS})\s*{_N}{_V}|{_N}{_V}\s*(?:at the )?(?:{_MAINS})\b"),
    _Pattern("mains_watts", rf"(?:{_MAINS})\s*{_N}{_W}|{_N}{_W}\s*(?:from |at )?(?:the )?(?:{_MAINS})\b", _kilo),
    _Pattern("array_watts", rf"(?:{_SUN})\s*{_N}{_W}|{_N}{_W}\s*(?:from |of )?(?:the )?(?:{_SUN}|roof)\b", _kilo),
    _Pattern("bank_amps", rf"{_N}{_A}{_INTO}"),
    _Pattern("bank_amps", rf"{_N}{_A}{_OUT}", _out),
    _Pattern("bank_amps", rf"(?:bank|battery|net|shunt)\s*([+−-]\d[\d.,]*){_A}"),
    _Pattern("bank_amps", rf"(?<!\w)([+−-]\d[\d.,]*){_A}"),
    _Pattern("volts", rf"{_N}{_V}"),
)


def says_a_reading(line: str, rig: Rig | None = None) -> bool:
    """Whether a line among things tells what a meter says: it begins so, says a state or a sky, has volts and amps in tenths
    as meters show them, or what a load of the rig draws."""
    if _SAYS_A_READING.search(line) is not None:
        return True
    loads = () if rig is None else rig.active_loads().values()
    return any(
        re.match(
            rf"\s*(?:the )?{re.escape(load.name)}\s+(?:draws|takes|pulls|uses)?\s*{NUMBER}\s*(?:a|amps?|w|watts?)\s*$",
            line,
            re.I,
        )
        for load in loads
    )


def read_meters(line: str, rig: Rig, *, id: str, position: float, at: datetime | None = None) -> Understood:
    """Read a line as readings of one moment.

    Parameters
    ----------
    line : str
        What was typed, at most 200 characters.
    rig : Rig
        Its loads and things by their names.
    id, position
        Of the first reading; the others follow.
    at : datetime, optional
        Local time where the line names none.

    Returns
    -------
    Understood
        Never raises: whatever cannot be read is a question.
    """
    if (too_long := endless(line)) is not None:
        return Understood("reading", questions=(too_long,))
    rewritten = in_figures(line[:MAX_LINE])
    marks, questions = Marks(rewritten.text), list[Question]()
    _denied(marks, questions)
    moment = _moment(marks, rig, at)
    found = [*_of_named(marks, rig), *_of_givers(marks, rig)]
    for one in _PATTERNS:
        for match in marks.take(one.quantity, one.pattern):
            value = (one.value or _first)(match)
            quantity: Quantity = "mains_volts" if one.quantity == "volts" and value >= MAINS_V else one.quantity
            found.append((match.start(), {"quantity": quantity, "value": value}))
    _unclear(marks, moment, found, questions)
    found.sort(key=lambda each: each[0])
    if not found and not questions:
        questions.append(Question("reading.nothing_read", 0, len(line), {"text": line.strip()}))
    readings = [_of_a_load({**moment, **reading}) for _, reading in found]
    asked = [as_typed(one, rewritten) for one in questions[:1]]
    return _made(readings, asked, id=id, position=position, line=line)


_SAYS_WHEN = "|".join(pattern for pattern, _ in (*_STATES, *_SKIES, *_SOURCES))


def _denied(marks: Marks, questions: list[Question]) -> None:
    """“Not charging” is no charging, “engine not running” no driving: what it was instead is asked."""
    for match in re.finditer(rf"\b(?:{_SAYS_WHEN}|on|running|runs)(?!\w)", marks.line, re.IGNORECASE):
        at = denied_at(marks.line, match.start(), match.end())
        if at is not None and not re.fullmatch(r"nothing on|no cloud", marks.line[at[0] : match.end()], re.IGNORECASE):
            questions.append(Question("reading.denied", *at, {"text": marks.line[at[0] : at[1]].strip()}))
            return


def _moment(marks: Marks, rig: Rig, at: datetime | None) -> dict[str, Any]:
    """When, in what state, under what sky, with which loads on, by which meter."""
    moment: dict[str, Any] = {}
    time = _time(marks, at)
    if time is not None:
        moment["at"] = time
    for match in marks.take("instrument", r"\b(?:with|by) (?:a |the |my )?([a-z][a-z -]*(?:meter|shunt|gauge|app|display))\b"):
        moment["instrument"] = match[1]
    for match in marks.take("accuracy", rf"(?:±|\+/?-|within)\s*({NUMBER})\s*%"):
        moment["accuracy_frac"] = read_number(match[1]) / 100
    for id, stay in rig.stays.items():
        if stay.place and marks.take("stay", rf"(?<!\w)(?:at |in )?(?:the )?{re.escape(stay.place)}(?!\w)"):
            moment["stay"] = id
    on = _loads_on(marks, rig)
    for pattern, state in _STATES:
        if marks.take("state", rf"\b(?:{pattern})\b"):
            moment.setdefault("state", state)
    for match in marks.take("mixed_sky", rf"\b(?:{_MIXED})(?!\w)"):
        moment["note"] = match[0]  # neither clear nor overcast: it stays in words
    for pattern, sky in _SKIES:
        if marks.take("sky", rf"\b(?:{pattern})(?!\w)"):
            moment.setdefault("sky", sky)
    sources = [source for pattern, source in _SOURCES if marks.take("source", rf"\b(?:{pattern})\b")]
    if sources:
        moment |= {"charged_by": sources}
        moment.setdefault("state", "charging")
    if on:
        moment |= {"loads_on": on}
        moment.setdefault("state", "loaded")
    return moment


def _time(marks: Marks, at: datetime | None) -> datetime | None:
    day, minute = at, None
    for match in marks.take("date", _DATE, most=1):
        year = int(match[1] or match[6] or (at.year if at else 2000))
        month = int(match[2] or 0) or _MONTHS.split("|").index(match[5][:3].lower()) + 1
        try:
            day = datetime(year, month, int(match[3] or match[4]), *(() if at is None else (at.hour, at.minute)))
        except ValueError:
            return at
    for match in marks.take("time", _TIME, most=1):
        hour = 12 if match[6] else int(match[1] or match[4])
        half = (match[3] or match[5] or "").lower()
        hour = hour % 12 + (12 if half == "pm" else 0) if half else hour
        minute = (hour, int(match[2] or 0))
    if day is None or minute is None or minute[0] > 23 or minute[1] > 59:
        return day
    return day.replace(hour=minute[0], minute=minute[1])


def _loads_on(marks: Marks, rig: Rig) -> list[str]:
    on: list[str] = []
    for id, load in rig.active_loads().items():
        name = re.escape(load.name)
        if marks.take(
            "loads_on", rf"\b(?:with |while )?(?:the )?{name}s? (?:is |are )?(?:on|runs|running)\b|\bwith (?:the )?{name}s?\b"
        ):
            on.append(id)
    return on


def _of_named(marks: Marks, rig: Rig) -> list[tuple[int, dict[str, Any]]]:
    """“Small panels 60 W”: what a thing of the survey reads that people have named."""
    found = []
    for id, thing in rig.survey.ordered().items():
        kind = getattr(thing, "kind", "")
        if not thing.name or kind not in ("panels", *_GIVERS):
            continue
        unit, quantity = (_W, "array_watts") if kind == "panels" else (_A, "charger_amps")
        for match in marks.take(quantity, rf"(?<!\w){re.escape(thing.name)}\s*{_N}{unit}"):
            found.append((match.start(), {"quantity": quantity, "value": _kilo(match), "thing": id}))
    return found


def _of_givers(marks: Marks, rig: Rig) -> list[tuple[int, dict[str, Any]]]:
    found = []
    for kind, words in _GIVERS.items():
        ids = [id for id, one in rig.survey.ordered().items() if getattr(one, "kind", "") == kind and one.fate != "goes"]
        for match in marks.take(
            "charger_amps", rf"\b(?:{words})\s*{_N}{_A}|{_N}{_A}\s*(?:from |of |at )(?:the )?(?:{words})\b"
        ):
            reading: dict[str, Any] = {"quantity": "charger_amps", "value": _first(match)}
            if len(ids) == 1:
                reading["thing"] = ids[0]
            elif kind != "shore_charger":  # of which is not known: it is written down, and held against nothing
                reading |= {"quantity": "other", "unit": "A", "note": match[0].strip()}
            found.append((match.start(), reading))
    return found


def _unclear(marks: Marks, moment: dict[str, Any], found: list[tuple[int, dict[str, Any]]], questions: list[Question]) -> None:
    """Amps that go nowhere, watts that are nobody's, and numbers that nothing names; plain words are a note."""

    def ask(match: re.Match[str], code: str, *readings: str) -> None:
        offered = tuple(marks.other_words(match.start(), match.end(), text) for text in readings)
        questions.append(Question(code, match.start(), match.end(), {"text": match[0].strip()}, offered))

    for match in marks.take("amps", rf"{_N}{_A}"):
        if moment.get("loads_on"):
            found.append((match.start(), {"quantity": "bank_amps", "value": -abs(_first(match))}))
        else:
            ask(match, "reading.into_or_out", f"{match[0].strip()} in", f"{match[0].strip()} out")
    for match in marks.take("watts", rf"{_N}{_W}"):
        ask(match, "reading.whose_watts", f"solar {match[0].strip()}", f"mains {match[0].strip()}")
    for match in marks.take("amp_hours", rf"{_N}\s*ah\b"):
        ask(match, "reading.which_amp_hours", f"{match[0].strip()} below full", f"{match[0].strip()} capacity")
    words = []
    for word in marks.words():
        if any(character.isdigit() for character in word[0]) or SPOKEN_NUMBER.fullmatch(word[0]):
            _of_what(marks, word, questions)
        elif word[0].lower().strip(".-–/") not in _JOINS and word[0].strip(".-–/~+|"):
            words.append(word[0])
    if words:
        moment["note"] = " ".join(filter(None, [moment.get("note", ""), *words]))


def _of_what(marks: Marks, word: re.Match[str], questions: list[Question]) -> None:
    """A number with no unit, and what it is likely to be."""
    text = word[0].strip("+")
    value = read_number(text) if re.fullmatch(NUMBER, text) else 0.0
    likely = [f"{text} V"] * (9 <= value <= 62) + [f"{text} %"] * (0 <= value <= 100) + [f"solar {text} W"] * (value > 62)
    offered = tuple(marks.other_words(word.start(), word.end(), one) for one in likely if value)
    questions.append(Question("reading.number_without_unit", word.start(), word.end(), {"text": word[0]}, offered))


def _of_a_load(reading: dict[str, Any]) -> dict[str, Any]:
    """What leaves the bank while named loads run is what they draw."""
    if reading["quantity"] == "bank_amps" and reading["value"] < 0 and reading.get("loads_on"):
        return {**reading, "quantity": "load_amps", "value": -reading["value"]}
    return reading


def _made(readings: list[dict[str, Any]], questions: list[Question], *, id: str, position: float, line: str) -> Understood:
    edits = []
    for number, one in enumerate(readings):
        said = {"unit": UNITS.get(one["quantity"]), **one, "position": position + number / 100}
        try:
            reading = Reading.model_validate(said)
        except ValidationError as error:
            words = {"text": line.strip(), "why": why_not(error.errors()[0])}
            questions.append(Question("thing.out_of_bounds", 0, len(line), words))
            continue
        own = id if number == 0 else f"{id[:36]}-{number}"
        edits.append({"op": "add", "path": f"/survey/readings/{own}", "value": reading.model_dump(mode="json")})
    if questions:
        return Understood("reading", questions=tuple(questions))
    return Understood("reading", {"readings": readings}, None, tuple(edits))
