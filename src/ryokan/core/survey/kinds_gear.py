"""Lines of what sits between the bank and its runs: bars, shunts, disconnects, fuse boxes, and what hangs on the negative."""

from __future__ import annotations

import re

from ryokan.core.lines.kind import LineKind, called, phrase
from ryokan.core.lines.kit import NUMBER, read_number

_AMPS, _VOLTS = r"(?:amps?|a)\b", r"(?:volts?|v)\b"
_BAR = r"bus ?bars?"
_POST = r"(?:power|junction|insulated) (?:post|stud|block)|terminal block"
_MONITOR = r"(?:battery|charge|amp[- ]?hour|coulomb) (?:monitor|gauge|meter|counter)"
_BOX = (
    r"fuse ?box|fuse ?block|fuse panel|(?:12|24|48)\s*v(?:olt)? (?:panel|distribution)"
    r"|dc panel|dc distribution|distribution|switch panel"
)
_SHED = r"(?:low[- ]volt(?:age)?|load|under-?volt(?:age)?) (?:disconnect|cut-?off|cut-?out)|lvd|load shedd(?:er|ing)(?: relay)?"
A_GEAR = rf"{_BAR}|(?:ground|positive|negative|common) bus|{_POST}|shunt|{_MONITOR}|{_BOX}(?: (?:panel|board|block))?|{_SHED}"
# What is asked of a thing that hands on current, whichever it is.
REACH = (
    phrase(r"(?:not|hardly) reach(?:able|ed)|out of reach|can(?:not|'t) be reached|unreachable", reach="no"),
    phrase(r"(?:easily |readily )?(?:reachable|accessible|within reach|in reach)", reach="yes"),
)
POLES = (
    phrase(r"(?:double|two|2)[- ]poles?|(?:in |on |of )?both poles|dp(?= (?:main )?(?:switch|isolator|disconnect))", poles=2),
    phrase(r"(?:single|one|1)[- ]pole|sp(?= (?:switch|isolator|disconnect))", poles=1),
)
_IGNITION = (
    phrase(r"not ignition[- ]protected", ignition_protected="no"),
    phrase(r"ignition[- ]protected", ignition_protected="yes"),
)


def volts_said(match: re.Match[str]) -> float:
    """The volts of a match. [V]"""
    return read_number(next(group for group in match.groups() if group is not None))


def _note(match: re.Match[str]) -> str:
    return match[0].strip()


def _count(match: re.Match[str]) -> int:
    return int(next(group for group in match.groups() if group is not None))


# Volts that name a class say nothing of what a thing is made for.
OF_A_CLASS = (
    phrase(rf"(?:rated|made|good)(?: for| at| to)?\s*({NUMBER})\s*{_VOLTS}|up to\s*({NUMBER})\s*{_VOLTS}", rated_v=volts_said),
    phrase(r"(?:12|24|48)\s*(?:v|volts?)"),
)

GEAR = LineKind(
    "dc_gear",
    called(A_GEAR),
    absent={"there": "none"},
    heads=frozenset({"gear", "name", "pole"}),
    slots={"amps": "rated_a", "volts": "rated_v"},
    phrases=(
        phrase(rf"(?:no|without (?:an? )?) ?(?:{_MONITOR}|shunt|monitor)", gear="shunt", there="none"),
        phrase(rf"(?:no|without (?:an? )?) ?(?:{_SHED})", gear="load_disconnect", there="none"),
        phrase(rf"(?:reads?|shows?|says)\s*{NUMBER}\s*(?:v|volts?|%|a|amps?)", note=_note),
        *OF_A_CLASS,
        phrase(rf"(?:{_MONITOR})", gear="shunt", name=_note),
        phrase(r"shunt", gear="shunt"),
        phrase(rf"{NUMBER}\s*mv"),
        phrase(_SHED, gear="load_disconnect"),
        phrase(r"distribution (?:panel|board|block)|switch panel", gear="fuse_box", name=_note),
        phrase(_BOX, gear="fuse_box"),
        phrase(rf"(?:positive and negative|negative and positive|plus and minus|both)(?= (?:{_BAR}))"),
        phrase(rf"(?:positive|pos|\+)(?= (?:{_BAR}))", pole="positive"),
        phrase(rf"(?:negative|neg|-)(?= (?:{_BAR}))", pole="negative"),
        phrase(_BAR, gear="bus_bar"),
        phrase(_POST, gear="bus_bar", name=_note),
        phrase(r"(?<=ground )bus|(?<=positive )bus|(?<=negative )bus|(?<=common )bus", gear="bus_bar"),
        phrase(r"(\d{1,2}) (?:lugs|cables|rings) on (?:one|a|the same) (?:stud|post|bolt)", most_lugs=_count),
        phrase(r"(\d{1,2})[- ]?(?:ways?|gangs?|positions?)", ways=_count),
        phrase(r"(?:\d{1,2}|two|three|four|five|six)[- ]?(?:studs?|circuits?|posts?)", note=_note),
        phrase(r"\d{1,2} (?:[a-z]+ )?(?:breakers|fuses|mcbs)", note=_note),
        *REACH,
        *_IGNITION,
    ),
)  # fmt: skip
_OF_WHAT = r"(?:the )?(inverter|charger|converter|controller|mppt|solar|loads?|fuse ?box|alternator|everything|something)s?"
_EARTH = r"(?:the )?(?:chassis|frame|body|hull|vehicle (?:chassis|body|ground)|ground|earth)"
_JOINED = r"(?:bond(?:ed)?|ground(?:ed)?|earth(?:ed)?|joined|connected|tied)"
NEGATIVE = LineKind(
    "negative",
    called(r"negatives?|(?:chassis|hull|frame) (?:ground|bond|earth|connection)|bms|shunt|hull"),
    {"conductor": "chassis_conductor"},
    (
        phrase(
            rf"(?:{NUMBER}\s*(?:amps?|a) )?bms (?:{NUMBER}\s*(?:amps?|a) )?(?:is )?(?:an? )?(?:external(?:ly)? )?"
            r"(?:in|on|at) (?:the )?negative(?: side| lead| pole| line)?"
            rf"(?: ({NUMBER})\s*{_AMPS})?",
            bms="in_negative",
        ),
        phrase(r"(?:external |separate )?bms (?:in|on) (?:the )?(?:bank|battery) negative", bms="in_negative"),
        phrase(rf"{_OF_WHAT} on (?:the )?(?:load|outer|vehicle|system) side of (?:the )?shunt", past_shunt="no"),
        phrase(rf"{_OF_WHAT} on (?:the )?(?:load|outer|vehicle|system) side of (?:the )?bms", past_bms="no"),
        phrase(r"(?:nothing|none) (?:goes )?(?:past|around|bypass(?:es|ing)) (?:the )?shunt", past_shunt="no"),
        phrase(r"(?:nothing|none) (?:goes )?(?:past|around|bypass(?:es|ing)) (?:the )?bms", past_bms="no"),
        phrase(r"(?:goes |straight |runs )?(?:past|around|bypass(?:es|ing)?|before) (?:the )?shunt", past_shunt="yes"),
        phrase(r"on (?:the )?(?:battery|bank) side of (?:the )?shunt", past_shunt="yes"),
        phrase(r"(?:goes |straight |runs )?(?:past|around|bypass(?:es|ing)?|before) (?:the )?bms", past_bms="yes"),
        phrase(r"on (?:the )?(?:battery|bank|cell) side of (?:the )?bms", past_bms="yes"),
        phrase(r"(?:goes )?(?:straight|direct(?:ly)?) to (?:the )?(?:battery|bank)(?: (?:negative|post|terminal))?(?: post)?"),
        phrase(
            rf"no (?:{_JOINED} (?:to )?)?(?:chassis|hull|frame)(?: (?:ground|bond|earth|connection))?"
            rf"|(?:negative (?:is )?)?not {_JOINED} to {_EARTH}|(?:floating|isolated) negative|negative floats",
            chassis="none",
        ),
        phrase(
            r"(?:at |in )?(?:several|many|two|three|more than one) (?:points|places)",
            chassis="fitted",
            chassis_points="several",
        ),
        phrase(r"(?:at |in )?(?:one|a single) (?:point|place)", chassis="fitted", chassis_points="one"),
        phrase(
            r"(?:hull|frame|chassis) (?:is )?not (?:used )?(?:as|for) (?:the |a )?(?:negative|return)"
            r"|no (?:hull|frame|chassis) return", hull_return="no",
        ),
        phrase(r"(?:hull|frame|chassis) (?:is )?(?:used )?(?:as|for) (?:the |a )?(?:negative|return)", hull_return="yes"),
        phrase(rf"(?:negative|neg|battery negative) (?:is |are )?(?:{_JOINED} )?(?:to )?{_EARTH}", chassis="fitted"),
        phrase(r"(?:negative |neg )?(?:chassis|hull|frame) (?:ground|bond|earth|connection)(?:ed|ing)?", chassis="fitted"),
        phrase(rf"(?:bus ?bar )?(?:is )?(?:bolted|screwed|strapped|wired|run) to {_EARTH}", chassis="fitted"),
        phrase(rf"(?:negative |neg )?(?:post|terminal)s? to {_EARTH}", chassis="fitted"),
        phrase(rf"negative (?:is )?{_JOINED}", chassis="fitted"),
        phrase(rf"{_OF_WHAT} negatives?", note=lambda match: match[1]),
        phrase(r"negatives?(?: goes| is)?"),
    ),
)  # fmt: skip
# A line is about the negative where it says one of these, and about no device or cable of its own.
OF_THE_NEGATIVE = re.compile(
    rf"\bbms\b.*\bnegative\b|\bnegative\b.*\b(?:{_EARTH}|{_JOINED}|bms|shunt|floats?)\b"
    r"|\b(?:chassis|hull|frame) (?:ground|bond|earth)\b|\b(?:no|not) (?:chassis|hull) (?:ground|bond|earth)"
    r"|\bhull\b.*\b(?:negative|return)\b|\bside of (?:the )?shunt\b|\b(?:past|around|bypass\w*) (?:the )?(?:shunt|bms)\b"
    r"|\bfloating negative\b",
    re.IGNORECASE,
)
