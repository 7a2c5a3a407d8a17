"""The words of a load line: what each stretch of it says, as patterns in the order in which they are looked for.

The longer reading of the same text comes first; a later pattern sees only what earlier ones left. All of them begin at the
beginning of a word or of a number, so that a line is gone through once for each.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from ryokan.core.lines.kind import Phrase, phrase
from ryokan.core.lines.kit import NUMBER, read_number
from ryokan.core.loads.model import Season

# Glued to a letter a number belongs to a word: “CO2”, “GU10”; “8x2.5W” counts what draws 2.5 W.
N = rf"(?<![a-wyz])({NUMBER})"
_GLUED = rf"({NUMBER})"
_TO = r"\s*(?:-|–|to|or|and)\s*"
_A = r"(?:an?|per|each|every|in|/)"
_DAY = rf"(?:\s*{_A}\s*(?:day|d|24\s*h(?:ours?|rs?)?|night|evening)\b| daily\b| nightly\b)"
_HOURS, _MINUTES, _SECONDS = r"hours?|hrs?|h", r"minutes?|mins?", r"seconds?|secs?|s"
_TIME = rf"({_HOURS}|{_MINUTES}|{_SECONDS})\b"
_WATTS = r"(kilowatts?|kw|mw|watts?|w)\b"
_PERCENT = r"(?:%|percent\b|per cent\b)(?: (?:duty(?: cycle)?|of (?:the )?time|on))?"
_PERIOD = r"(?:use|time|go|shower|wash|cycle|run|flush|brew|cup|boil|meal|load|loaf|pot|batch|start|visit|charge)"
_USES = r"(?:loads?|uses?|cycles?|runs?|starts?|brews?|cups?|showers?|flush(?:es)?|boils?|meals?|wash(?:es)?|goes|visits?)"
BTU_PER_WH = 3.412  # 1 Wh of cooling (definition of the BTU, rounded)
DAYS_PER_MONTH = 365 / 12


def _re(pattern: str) -> re.Pattern[str]:
    """A pattern with any white space where it has a space."""
    return re.compile(pattern.replace(" ", r"\s+"), re.IGNORECASE)


def _per_unit(unit: str) -> float:
    """What a unit is in W, Wh, A, h or Wh: the kilo, the milli, the minute."""
    unit = unit.lower()
    if unit.startswith("min"):
        return 1 / 60
    if unit.startswith("s"):
        return 1 / 3600
    if unit.startswith("k"):
        return 1000.0
    return 0.001 if unit in ("ma", "mw", "milliamps", "mah") else 1.0


def number(match: re.Match[str]) -> float:
    """The first number of a match."""
    return read_number(next(group for group in match.groups() if group is not None))


def scaled(match: re.Match[str]) -> float:
    """The first number of a match in its unit, the group after it."""
    found = [group for group in match.groups() if group is not None]
    return read_number(found[0]) * _per_unit(found[1])


def pair(match: re.Match[str]) -> tuple[float, float]:
    """Two numbers in one unit, the lower first."""
    scale = _per_unit(match[3]) if match.re.groups > 2 and match[3] else 1.0
    low, high = sorted((read_number(match[1]) * scale, read_number(match[2]) * scale))
    return low, high


@dataclass(frozen=True, slots=True)
class Pattern:
    """What a stretch says: a meaning, and its value out of the match."""

    meaning: str
    pattern: re.Pattern[str]
    value: Callable[[re.Match[str]], Any]


def _is(meaning: str, pattern: str, value: Callable[[re.Match[str]], Any] | float = number) -> Pattern:
    constant = value
    taken = value if callable(value) else lambda _: constant
    return Pattern(meaning, _re(pattern), taken)


def _btu(match: re.Match[str]) -> float:
    return read_number(match[1]) * (1000 if match[2] else 1)


def _supply(match: re.Match[str]) -> tuple[float, float]:
    return float(match[1]), float(match[2])


def _hours_and_minutes(match: re.Match[str]) -> float:
    return int(match[1]) + int(match[2]) / 60


def _share_of(match: re.Match[str]) -> float:
    """Minutes in so many hours, as the share of time that they are."""
    return read_number(match[1]) * _per_unit(match[2]) / (read_number(match[3]) if match[3] else 1.0)


def _share_after(match: re.Match[str]) -> float:
    """The same said the other way round: “every 2 hours 5 min”."""
    return read_number(match[2]) * _per_unit(match[3]) / (read_number(match[1]) if match[1] else 1.0)


def _in_hours(match: re.Match[str]) -> float:
    return read_number(match[1])


def _every_days(match: re.Match[str]) -> float:
    return read_number(match[1]) if match[1] else 2.0


_ONCE = {"once": 1, "twice": 2, "thrice": 3}


def _by_the_week(match: re.Match[str]) -> float:
    word = re.search(r"once|twice|thrice", match[0], re.IGNORECASE)
    return (_ONCE[word[0].lower()] if word else number(match)) / 7


def _percent(match: re.Match[str]) -> float:
    return number(match) / 100


def _percents(match: re.Match[str]) -> tuple[float, float]:
    low, high = pair(match)
    return low / 100, high / 100


def _per_days(match: re.Match[str]) -> float:
    return (read_number(match[1]) if match[1] else 1.0) / (read_number(match[2]) if match[2] else 2.0)


def _times(match: re.Match[str]) -> float:
    word = match[0].split()[0].lower()
    return _ONCE.get(word) or number(match)


_SHARES = {"half": 1 / 2, "third": 1 / 3, "quarter": 1 / 4, "two thirds": 2 / 3, "three quarters": 3 / 4}


def _spoken_share(match: re.Match[str]) -> float:
    return _SHARES[re.sub(r"[\s-]+", " ", match[1].lower())]


# What is asked about as soon as it is seen: no reading of it is worth offering as the only one.
ASKED: tuple[tuple[str, re.Pattern[str]], ...] = tuple(
    (code, _re(pattern))
    for code, pattern in (
        ("point_or_thousand", r"(?<![\d.,])([1-9]\d{0,2})[.\x20](\d{3})\s*(w|watts?|wh|btu|mah)\b"),
        ("horsepower", rf"{N}\s*(?:hp|horse\s*power)\b"),
        ("watts_per_time", rf"{N}\s*{_WATTS}\s*(?:/|per\b)\s*(?:hours?|h|days?|d)\b"),
        ("range_of_draw", rf"{N}{_TO}{N}\s*{_WATTS}|{N}{_TO}{N}\s*(ma|a|amps?)\b"),
        (
            "not_understood",
            r"\bunder ?way\b|\b(?:while|when|whilst) (?:sailing|motoring|moored|parked|camping|camped|it is [a-z]+)\b|"
            r"\b(?:in |on )?(?:cold|hot|warm|freezing|rainy|sunny|cloudy) (?:nights?|days?|weather|seasons?|months?)\b",
        ),
        ("people", rf"{N}\s*(?:people|persons?|adults|kids|crew|guests|passengers)\b"),
    )
)
RARER_THAN_WEEKLY = _re(
    rf"(?:{N}\s*(?:x|×|times)?\s*|\b(?:once|twice|thrice) )?(?:\ban?|\bper|\bevery|\beach|/)\s*(?:other week|fortnight|"
    rf"month|quarter|year|{N}\s*(?:weeks|months|years))\b|\b(?:monthly|fortnightly|yearly|annually)\b",
)

# Energy and rates of it: before anything else takes “a year”, “a week”, “per hour”.
RATES: tuple[Pattern, ...] = (
    _is("kwh_per_year", rf"{N}\s*kwh\s*(?:(?:/|per|an?|each)\s*(?:years?|yr|annum|a\b)|p\.?\s?a\b|yearly\b|annual(?:ly)?\b)"),
    _is("wh", rf"{N}\s*(k?wh)\s*(?:(?:/|per|a)\s*month\b|monthly\b)", lambda match: scaled(match) / DAYS_PER_MONTH),
    _is("wh", rf"{N}\s*(k?wh)\s*(?:(?:/|per|a)\s*(?:week|wk)\b|weekly\b)", lambda match: scaled(match) / 7),
    _is("wh_per_hour", rf"{N}\s*(k?wh)\s*(?:/|per|an?|each|every)\s*(?:hour|h)\b", scaled),
    _is("ah_per_hour", rf"{N}\s*(ah|amp[-\x20]?hours?)\s*(?:/|per|an?|each|every)\s*(?:hour|h)\b", scaled),
    _is("wh_per_use", rf"{N}\s*(k?wh)\s*(?:/|per|an?|each|every)\s*{_PERIOD}\b", scaled),
    _is("wh", rf"{N}\s*(k?wh)\b{_DAY}", scaled),
    _is("wh_plain", rf"{N}\s*(k?wh)\b", scaled),
    _is("ah_per_day", rf"{N}\s*(ah|amp[-\x20]?hours?)\b{_DAY}", scaled),
    _is("mah", rf"{N}\s*mah\b"),
    _is("ah", rf"{N}\s*(ah|amp[-\x20]?hours?)\b", scaled),
    _is("charges", rf"(?:{N}|an?|one)?\s*(?:full )?charged? every (?:{N} days|other day|second day)\b", _per_days),
    _is("charges", rf"\bcharg(?:ed?|ing) {N}\s*(?:times|x|×)\s*(?:{_A}\s*)?(?:week|wk)\b", _by_the_week),
    _is("charges", rf"{N}\s*(?:full )?charges?\s*{_A}\s*(?:week|wk)\b", _by_the_week),
    _is("charges", r"\bcharg(?:ed?|ing) (?:once|twice|thrice) (?:a |per |every )?week(?:ly)?\b", _by_the_week),
    _is("charges", r"\bcharg(?:ed?|ing) (?:weekly|(?:every|each) week)\b", 1 / 7),
    _is("charges", rf"\bcharg(?:ed?|ing) {N}\s*(?:times|x|×)\s*(?:{_A}\s*day\b|daily\b)?"),
    _is("charges", r"\bcharg(?:ed?|ing) twice (?:a day|daily)\b", 2.0),
    _is("charges", r"\bcharg(?:ed?|ing) (?:once (?:a day|daily)|daily|(?:every|each) (?:day|night)|overnight)\b", 1.0),
    _is("charges", rf"{N}\s*(?:full )?charges?\b{_DAY}?"),
    _is("charges", rf"\b(?:a|one) (?:full )?charge\b{_DAY}?", 1.0),
    _is("watts_average", rf"{N}\s*{_WATTS}\s*(?:on )?(?:average|avg|mean)\b", scaled),
    _is("watts_average", rf"\b(?:on )?(?:averages?|averaging|avg\.?|mean)\s*(?:of )?{N}\s*{_WATTS}", scaled),
    _is("watts_per_metre", rf"{N}\s*{_WATTS}\s*(?:/|per|a)\s*(?:m|metre|meter)\b", scaled),
)  # fmt: skip

_START = r"(?:start(?:s|ing|up)?|surges?|inrush|peaks?)"
DRAWS: tuple[Pattern, ...] = (
    _is("start", rf"\b{_START}\s*(?:at |of |to |by )?{_GLUED}\s*(?:[x×]|times)"),
    _is("start", rf"{N}\s*[x×]\s*{_START}\b"),
    _is("start_w", rf"\b{_START}\s*(?:at |of |to )?{_GLUED}\s*{_WATTS}", scaled),
    _is("start_w", rf"{N}\s*{_WATTS}\s*(?:to )?{_START}\b", scaled),
    _is("btu", rf"{N}\s*(k)?\s*btu(?:\s*(?:/|per|an?)\s*h(?:our)?)?\b", _btu),
    _is("eer", rf"\b(?:s?eer)\s*(?:of )?{_GLUED}"),
    _is("eer", rf"\bcop\s*(?:of )?{_GLUED}", lambda match: number(match) * BTU_PER_WH),
    _is("power_factor", rf"\b(?:pf|power factor|cos\s*(?:phi|φ))\s*(?:of |=\s*)?{_GLUED}"),
    _is("volt_amps", rf"{N}\s*(k?va)\b", scaled),
    _is("watts_given", rf"{N}\s*{_WATTS} (?:output|out)\b|\boutput (?:of )?{_GLUED}\s*{_WATTS}", scaled),
    _is("watts", rf"{N}\s*{_WATTS} (?:input|in)\b(?! [a-z])|\binput (?:of )?{_GLUED}\s*{_WATTS}", scaled),
    _is("watts", rf"{N}\s*{_WATTS}(?: (?:running|rated|plate)\b)?", scaled),
    _is("supply", r"(?<![\w.,])(\d{1,3})\s*[/–-]\s*(\d{1,3})\s*v(?:olts?)?\s*(?:ac|dc)?\b", _supply),
    _is("volts", rf"{N}\s*(?:volts?|v)(?:\s?(?:ac|dc)\b|~|\b)"),
    _is("averaged", rf"\b(?:on )?(?:averages?|averaging|avg\.?|mean) (?:of )?(?={NUMBER}\s*(?:ma|a|amps?)\b)", 1.0),
    _is("averaged", r"(?<=\b[aA])\s+(?:on )?(?:average|avg|mean)\b|\b(?:actual|effective|net)(?:ly)?\b", 1.0),
    _is("amps", rf"{N}\s*(milliamps|ma|amperes?|amps?|a)(?=\s?(?:ac|dc)\b|\b)(?! (?:day|week|night|month|year|time|go)\b)",
        scaled),
)  # fmt: skip

# How often and how long. A share of an hour goes before hours, “3 × 5 min” before a count.
TIMES: tuple[Pattern, ...] = (
    _is("duty_of_hours", rf"{N}\s*({_MINUTES}|{_SECONDS})\s*(?:(?:an?|per|each|in|/)\s*(?:every )?|(?:in |out of )?every )"
        rf"(?:{N}\s*)?(?:{_HOURS})\b", _share_of),
    _is("duty_of_hours", rf"\b(?:once )?every\s*(?:{N}\s*)?(?:{_HOURS}),? (?:for )?{N}\s*({_MINUTES}|{_SECONDS})\b",
        _share_after),
    _is("hours", rf"{N}\s*(?:{_HOURS})\s*(?:(?:in|out of|per|a|/)\s*)(?:24\s*(?:{_HOURS})|day|d)\b", _in_hours),
    _is("hours_per_week", rf"{N}\s*{_TIME}\s*(?:an?|per|each|every|/)\s*(?:week|wk)\b", scaled),
    _is("days", rf"{N}\s*(?:days?|d|nights?|evenings?)\s*(?:an?|per|each|every|in the|/)?\s*(?:week|wk)\b"),
    _is("days", rf"{N}\s*(?:x|×|times)\s*(?:an?|per|each|every|/)?\s*(?:week|wk)(?:ly)?\b"),
    _is("days", r"\b(?:once|twice|thrice) (?:an? |per |each |every )?week(?:ly)?\b", _times),
    _is("days", rf"{N}\s*{_USES}\s*{_A}\s*(?:week|wk)\b"),
    _is("days", rf"{N}\s*(?:/|per |a )\s*(?:week|wk)\b"),
    _is("days", r"(?<![\w.,])7 days\b", 7.0),
    _is("days", r"\b(?:weekly|(?:every|each|per|a) week)\b", 1.0),
    _is("every_days", rf"\bevery (?:{N} days|(?:other|second) (?:day|night))\b|\balternate days\b", _every_days),
    _is("times_range", rf"{N}{_TO}{N}\s*(?:x|×|times)(?:{_DAY}|\b)", pair),
    _is("times", rf"{N}\s*(?:x|×)\s*(?:/|an?\s|per\s|each\s|every\s)?\s*(?:day|d|night|daily)\b"),
    _is("times", rf"{N}\s*times(?:{_DAY}|\b)"),
    _is("times", rf"\b(?:once|twice|thrice)(?:{_DAY}|\b)", _times),
    _is("times", rf"{N}\s*{_USES}{_DAY}"),
    _is("times", rf"{N}\s*[x×]\s*(?={NUMBER}\s*{_TIME})"),
    _is("per_use", rf"(?:\b(?:per|each|every) |/\s*){_PERIOD}\b|\b(?:at )?a (?:time|go|wash|shower)\b", 1.0),
    _is("hours_range", rf"(?:\bbetween )?{N}{_TO}{N}\s*{_TIME}{_DAY}?", pair),
    _is("hours", r"(?<![\d.,:])(\d{1,2}):([0-5]\d)\s*(?:hours?|hrs?|h)\b", _hours_and_minutes),
    _is("hours", r"(?<![\d.,])(\d{1,2})\s*(?:hrs?|h)\s?([0-5]\d)\b(?!\s*[a-z%°x×/–-])(?![.,]\d)", _hours_and_minutes),
    _is("hours", r"\b(?:an?|1) hour and a half\b", 1.5),
    _is("hours", rf"{N} and a half hours?\b", lambda match: number(match) + 0.5),
    _is("hours", r"\bhalf an? hour\b", 0.5),
    _is("hours", r"\b(?:three|3)[\s-]+quarters of an hour\b", 0.75),
    _is("hours", r"\b(?:a )?quarter of an hour\b", 0.25),
    _is("hours", r"\b(?:a )?couple of (hours|minutes)\b", lambda match: 2 * _per_unit(match[1])),
    _is("hours", rf"{N}\s*{_TIME}{_DAY}?", scaled),
    _is("hours", r"\ban hour\b", 1.0),
    _is("hours", r"\ba minute\b", 1 / 60),
    _is("hours", r"\b(?:all day(?: long)?|24\s*/\s*7|(?:a?round|all round) the clock|always(?: on)?|"
        r"continuous(?:ly)?|non-?stop|constantly|permanently|day and night|all the time)\b", 24.0),
    _is("times", rf"{N}\s*(?:an?|per|each|every|/)\s*(?:day|d)\b"),
    _is("every_day", r"\b(?:every|each|a|per) (?:day|night)\b|\bdaily\b|\bnightly\b|/\s*(?:day|d)\b", 1.0),
    _is("above_charge", rf"(?:\b(?:only )?(?:when|while|if) (?:the )?(?:bank|battery|batteries|charge|soc) (?:is )?)?\b"
        rf"(?:above|over) {N}\s*(?:%|percent\b)", _percent),
    _is("duty_range", rf"{N}{_TO}{N}\s*{_PERCENT}", _percents),
    _is("duty", rf"\bduty(?: cycle)?(?: of)?\s*[:=]?\s*{_GLUED}\s*(?:%|percent\b)", _percent),
    _is("duty", rf"\bduty(?: cycle)?(?: of)?\s*[:=]?\s*{_GLUED}"),
    _is("duty", rf"{N}\s*{_PERCENT}", _percent),
    _is("duty", rf"{N} of the time\b"),
    _is("duty", r"\b(?:(?:a|one|1) )?(half|third|quarter|(?:two|2) thirds|(?:three|3)[\s-]+quarters)(?: of)? the time\b",
        _spoken_share),
)  # fmt: skip

# A number that belongs to a name: a size, a volume, a speed, how many rings a hob has.
_SIZES = (
    r"litres?|liters?|l/min|l/h|lpm|gpm|gph|l|ml|cl|gal(?:lons?)?|quarts?|qt|pints?|cups?|inch(?:es)?|in(?! (?:the )?[a-z])|"
    r"\"|''|feet|foot|ft|cm|mm|metres?|meters?|kg|lbs?|g|oz|lm|lumens?|hz|khz|mhz|ghz|rpm|psi|bar|cfm|m3/h|mp|db|gb|tb|mbit|kelvin"
)
_FEATURES = (
    r"way|burners?|slices?|cups?|rings?|doors?|speeds?|zones?|channels?|ports?|stages?|poles?|person|man|bay|gang|plates?|heads?|"
    r"bulbs?|blades?|drawers?|lines?|piece|part|star|button|watt|volt|amp|cell|key|in-1|in-one|tier|litre|gallon|inch|foot|metre"
)
SIZE = _re(
    rf"(?<![\w.,])\d{{4}}\s?k(?![a-z0-9])|"
    rf"(?<![a-z]){NUMBER}(?:\s?-?(?:{_SIZES})(?![a-z0-9²])|[-\x20](?:{_FEATURES})(?= [a-z])|-(?:{_FEATURES})\b)"
)
METRES = _re(rf"{N}\s*(m|metres?|meters?)(?![a-z0-9²])")
DIGITS_IN_A_NAME = _re(r"[a-z]{1,6}-?\d{1,4}[a-z]{0,3}|\d{1,4}(?:p|k|g|d|nd|rd|st|th|bit|ch)")
UNIT_FIRST = _re(r"(?:w|kw|v|a|ma|ah|wh|h|min|s|pf|eer|btu|x|duty)-?\d[\d.,]*%?")

_COUNT_WORDS = {
    "half a dozen": 6, "a dozen": 12, "dozen": 12, "a pair of": 2, "a couple of": 2, "couple of": 2, "pair of": 2, "both": 2,
    **{word: value for value, word in enumerate(
        ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"), start=1)},
}  # fmt: skip
_COUNT_WORD = "|".join(sorted(_COUNT_WORDS, key=len, reverse=True))


def _count_word(match: re.Match[str]) -> float:
    return _COUNT_WORDS[re.sub(r"\s+", " ", match[1].lower())]


_WHOLE = r"(?<![\w.,/-])(\d{1,3})"
COUNTS: tuple[Pattern, ...] = (
    _is("quantity", rf"(?<![\d.,/])({NUMBER})\s*[x×*](?=[\s\d\0]|[a-z])"),
    _is("quantity", rf"{_WHOLE}\s*@\s*(?=[\d\0])"),
    _is("quantity", rf"^\s*{_WHOLE}\s*at\s+(?=[\d\0])"),
    _is("quantity", r"(?<![a-z])[x×*]\s*(\d{1,3})(?!\w|[.,/]\d)"),
    _is("quantity", rf"^\s*{_WHOLE}\s+(?=\0)"),
    _is("quantity", r"\((\d{1,3})\)"),
    _is("quantity", rf"{_WHOLE}\s*(?:pcs?|pieces|off|nos?\.?|of them|units)(?![a-z])"),
    _is("quantity", r"\b(?:qty|quantity|count)\s*[.:=]?\s*(\d{1,3})\b"),
    _is("quantity", rf"^[\s\0]*({_COUNT_WORD}) (?=[a-z\0])", _count_word),
    _is("quantity", rf"(?<![\w-])({_COUNT_WORD}) (?=[a-z]+s(?![\w'-]))", _count_word),
)
LEADING = _re(rf"^[\s\0]*{_WHOLE} (?=([a-z][a-z'\x20-]*))")
AMONG = _re(rf"{_WHOLE} (?=([a-z]+s)(?![\w'-]))")
TOTAL = _re(r"\b(?:in )?(?:total|all together|altogether|combined|for all|all in)\b")
EACH = _re(r"\b(?:each|apiece|a piece|ea\.?|per (?:unit|lamp|piece))(?!\w)")
_PERSON = r"(?:person|head|occupant|crew(?: member)?|passenger|guest|traveller)"
PER_PERSON = _re(
    rf"\b(?:(?:one )?(?:per|for each|for every|each|every) {_PERSON}|a (?:person|head)|each of us)\b",
)

_PLUGGED = r"(?:on (?:the )?(?:shore(?: power)?|hook-?up)|when (?:hooked up|plugged in|on shore(?: power)?|ashore))"


def _phrase(pattern: str, **sets: Any) -> Phrase:
    return phrase(pattern.replace(" ", r"\s+"), **sets)


PHRASES: tuple[Phrase, ...] = (
    _phrase(r"(?:may|can|could) be shed|shed(?: first)?|nice to have|optional|luxury", importance="shed"),
    _phrase(r"must(?: (?:run|have|always run))?|critical|essential|vital", importance="must"),
    _phrase(r"should(?: run)?", importance="should"),
    _phrase(
        r"(?:only )?(?:while|when|whilst) (?:(?:we are|we're) )?(?:driving|on the road|the engine (?:is )?(?:on|runs|running))"
        r"(?: only)?",
        when="driving",
    ),
    _phrase(rf"(?:only )?{_PLUGGED}(?: only)?", when="shore"),
    _phrase(r"(?:set to |on )auto(?:matic)?|automatic change-?over|goes over (?:to ac )?by itself", automatic="yes"),
    _phrase(r"(?:only )?at anchor(?: only)?", when="anchor"),
    _phrase(r"(?:when|while|if) (?:running|on|it runs|in use|used)|run(?:ning)?\s?time", about=True),
    _phrase(
        r"(?:never|not) (?:(?:together|at the same time) )?(?:with|as) (?:the |a )?([a-z]{1,40})\b",
        never_with=lambda match: match[1].lower(),
    ),
    _phrase(r"(?:through|on|via|by) (?:an? |the )?step-?down(?: converter)?|step-?down", feed="step_down"),
    _phrase(r"(?:on|via|through|from|off) (?:the |an )?(?:inverter|mains)", feed="ac"),
    _phrase(r"all year(?: round)?|year[-\x20]round|all seasons|every season", all_year=True),
    _phrase(r"about|approx\.?|approximately|roughly|around|circa|ca\.?|~", about=True),
)  # fmt: skip
# A bare word of when, once all else is marked: behind the name, and before no other word of it (“driving lights”).
BARE_WHEN: tuple[tuple[re.Pattern[str], str], ...] = (
    (_re(r"\bdriving\b(?: only)?(?=\s*(?:$|[\0,;.)]))"), "driving"),
    (_re(r"\b(?:shore|hook-?up)\b(?: power)?(?: only)?(?=\s*(?:$|[\0,;.)]))"), "shore"),
)
BARE_DAY = _re(r"\b(?:mon|tue|wed|thu|fri|sat|sun)\b(?=\s*(?:$|[\0,;.)]))")
BARE_MONTH = _re(r"\b(?:jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec)\b(?=\s*(?:$|[\0,;.)]))")
FEED = _re(r"\b(usb-?c|usb|ac|dc)\b(?!-)")

# When in the day: a preset of the profiles, or hours of its own. (common practice)
MORNING, AFTERNOON = (6, 10), (12, 18)
_WHEN_OF_DAY: tuple[tuple[str, str | tuple[int, int]], ...] = (
    (r"mornings?|(?:every|each) am", MORNING),
    (r"afternoons?", AFTERNOON),
    (r"evenings?", "evening"),
    (r"night(?:\s?time)?s?|overnight", "night"),
    (r"midday|mid-day|noon|daytime|lunch\s?times?", "sun"),
    (r"meal\s?times?|meals", "meals"),
)
OF_THE_DAY: tuple[tuple[re.Pattern[str], str | tuple[int, int]], ...] = tuple(
    (
        _re(
            rf"(?:\b(?P<led>(?:only )?(?:in|during|at|every|each|by|over|around|of|all|through) (?:the )?))?\b(?:{words})\b",
        ),
        when,
    )
    for words, when in _WHEN_OF_DAY
)
_CLOCK = r"(\d{1,2}:[0-5]\d\s?(?:[ap]\.?m\b\.?)?|\d{1,2}\s?[ap]\.?m\b\.?|noon|midnight|midday)"
WINDOW = _re(
    rf"(?:\b(?:from|between) )?(?<![\d.,:])(?:{_CLOCK}|(\d{{1,2}}))\s*(?:-|–|to|till|until|and)\s*{_CLOCK}",
)
A_CLOCK = _re(rf"(?:\bat )?(?<![\d.,:]){_CLOCK}")

SEASON_OF: dict[str, Season] = {
    "spring": "spring",
    "summer": "summer",
    "autumn": "autumn",
    "fall": "autumn",
    "winter": "winter",
}
_SEASON = r"(?:springs?|summers?|autumns?|falls?|winters?)"
_JOIN = r"(?:\s*,\s*(?:and |or )?| and | or |\s*[&+]\s*|\s*/\s*)"
_UP_TO = r"\s*(?:-|–|to|till|until|through)\s*"
_IN = r"(?:(?:only )?(?:in|during|for|from|over) (?:the )?)"
SEASONS = _re(
    rf"(?:\b(?P<but>(?:but )?(?:not|except|excluding|never|outside) (?:in |during |for )?(?:the )?))?(?P<led>\b{_IN})?"
    rf"\b(?P<words>{_SEASON}(?:{_UP_TO}{_SEASON}|(?:{_JOIN}(?:in )?{_SEASON})+)?)\b(?P<more> (?:only|months?|time))?",
)
MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
_MONTH = (
    r"(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|"
    r"dec(?:ember)?)\.?"
)
_FULL_MONTH = r"(?:january|february|march|april|june|july|august|september|october|november|december)"
_DATE = (
    rf"(?:(?:the )?(?:first|1st|start|beginning|middle|mid|end|last)(?: of| day of)? |\d{{1,2}}(?:st|nd|rd|th)?(?: of)? )?"
    rf"{_MONTH}(?![a-z])(?: \d{{1,2}}(?:st|nd|rd|th)?(?=\s*(?:$|[,;–-]|to\b|till\b|until\b|\d{{4}}\b)))?(?:,? 20\d\d\b)?"
)
_ISO = r"20\d\d-\d\d(?:-\d\d)?"
DATES = _re(
    rf"(?:\b(?:only )?(?:from|between|in|during|for) (?:the )?)?(?<![\w.,/-])(?:(?P<first>{_DATE}|{_ISO})\s*"
    rf"(?:-|–|to|till|until|through|and)\s*(?:the )?(?P<last>{_DATE}|{_ISO}))(?![\w-])",
)
MONTH_LIST = _re(rf"(?:\b(?:only )?(?:in|during|for) )?\b({_MONTH}(?:(?:{_JOIN}| ){_MONTH})+)(?![a-z])")
ONE_MONTH = _re(
    rf"\b(?:in|during|on|for|since|until|till|from) (?:{_DATE}|{_ISO})(?![\w-])|(?<![\w.,/-]){_ISO}(?![\w-])|"
    rf"(?<![\w.,/-])\d{{1,2}}(?:st|nd|rd|th)?(?: of)? {_FULL_MONTH}\b|\b{_FULL_MONTH}\b|"
    r"\b(?:jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec)\b\.?(?=\s*(?:$|[,;)]))",
)  # fmt: skip

# By their initials, as calendars have them: how many days.
INITIALS = {"M-F": 5, "M–F": 5, "MWF": 3, "M/W/F": 3, "TTh": 2, "T/Th": 2}
DAYS_OF_THE_WEEK = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
_FULL_WEEKDAY = r"(?:monday|tuesday|wednesday|thursday|friday|saturday|sunday)s?"
_WEEKDAY = rf"(?:{_FULL_WEEKDAY}|mon|tues?|wed|thurs?|thu|fri|sat|sun)"
WEEKDAYS = _re(
    rf"(?:\b(?P<but>(?:but )?(?:not|except|excluding|never) (?:on |at )?(?:the )?))?(?P<led>\b(?:only )?(?:on|at|every|each) "
    rf"(?:the )?)?(?:\b(?P<ends>weekends?)\b|\b(?P<work>weekdays|work\s?days|working days)\b|\b(?P<first>{_WEEKDAY}){_UP_TO}"
    rf"(?P<last>{_WEEKDAY})\b|(?-i:\b(?P<initials>M\s?[-–]\s?F|MWF|M/W/F|TTh|T/Th)\b)|\b(?P<list>{_WEEKDAY}(?:{_JOIN}{_WEEKDAY})+)\b|"
    rf"\b(?P<one>{_FULL_WEEKDAY}|(?:mon|tue|wed|thu|fri|sat|sun)(?=\s*(?:$|[,;)])))\b)(?: only\b)?",
)

# Words of time, season, rate, share or condition. What the patterns above have not understood of them is asked about.
NOT_A_NAME = _re(
    r"(?:(?:day|night|time|hour|minute|week|month|year|morning|evening|afternoon|weekend|weekday|fortnight|spring|summer|autumn|fall|winter|"
    rf"{_FULL_MONTH}|{_FULL_WEEKDAY}|season)s?|seconds|daily|nightly|hourly|weekly|monthly|yearly|annual(?:ly)?|noon|midday|midnight|"
    r"dusk|dawn|sunset|sunrise|overnight|daytime|once|twice|thrice|times|half|quarters?|thirds|percent|share|always|sometimes|often|"
    r"occasionally|rarely|seldom|usually|mostly|every|each|few|couple|several|dozens?|most|lot|lots|per|when|while|whilst|if|unless|"
    r"until|till|during|except|excluding|no|not|never|without|no longer|neither|nor|am|pm|weather|total|average|minimum|fifth|"
    r"sixth|hot(?= weather))(?!\w)",
)
BERTHS = _re(r"quarter(?:deck|s)?(?= (?:berth|cabin|deck)s?\b)")
FILLERS = _re(
    r"a|an|the|of|with|and|is|are|at|on|in|for|to|from|by|it|its|as|up|that|this|which|about|approx|approximately|roughly|around|"
    r"circa|ca|c|only|just|runs?|running|draws?|drawing|use[sd]?|using|takes?|pulls?|pulling|consumes?|consumption|usage|rated|"
    r"rating|typical|typically|each|duty|max|maximum|"
    r"x|×|\\*|à"
)
# Units that make a number before them one that is read.
UNIT_AHEAD = _re(
    r"\s*(?:(?:to|or|-|–)\s*\w+\s*)?(?:of them|(?:a|per) (?:day|week)|watts?|kilowatts?|volts?|amps?|amp[-\x20]?hours?|percent|"
    r"hours?|hrs?|minutes?|mins?|seconds|days|nights|times|charges|and a half|uses?|cycles?|runs?|showers?|flushes|cups?|boils|"
    r"meals?|wash(?:es)?|loads?|litres?|liters?|gallons?|inch(?:es)?|metres?)\b"
)
