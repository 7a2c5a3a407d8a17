"""Lines of cables, fuses and switches, and the words by which a run is named by its ends."""

from __future__ import annotations

import re

from ryokan.core.lines.denial import DENIES
from ryokan.core.lines.kind import LineKind, Phrase, called, phrase
from ryokan.core.lines.kit import NUMBER, read_number
from ryokan.core.survey import finish
from ryokan.core.survey.kinds_gear import OF_A_CLASS, POLES, REACH
from ryokan.core.survey.kinds_shared import AMPS, BANK, number

ENDS = (
    r"house bank|starter battery|banks?|batter(?:y|ies)|inverter|bus ?bars?|main bus|bus|controllers?|mppt|pwm|solar panels?|"
    r"solar|panels?|array|charger|converter|dc-?dc|alternator|starter|fuse ?box|fuse panel|dc panel|distribution|inlet|"
    r"shore inlet|chassis|"
    r"ground|shunt|switch|roof|fridge"
)
_MORE_ENDS = (
    r"relay|vsr|combiner|b2b|fuse ?block|step-?down|lights?|"
    r"(?:leisure|house|service|start(?:er)?|engine) (?:bank|batter(?:y|ies))"
)
# From where current is handed out to anything, by whatever name.
FROM_PANEL = re.compile(
    r"(?<![\w-])(fuse ?box|fuse ?block|fuse panel|dc panel|distribution(?: panel)?)\s+to\s+(?:the\s+)?"
    r"([a-z][a-z-]*(?:\s+(?!(?:no|with|without|fused|fuse|solid|stranded|copper|tinned|and|not|of|is|a)\b)[a-z][a-z-]*){0,2})",
    re.IGNORECASE,
)
FROM_TO = re.compile(rf"(?<![\w-])({ENDS})\s+to\s+(?:the\s+)?({ENDS})(?![\w-])", re.IGNORECASE)
# In a line that says a size, which is about a cable, more things may be its ends.
FROM_TO_SIZED = re.compile(rf"(?<![\w-])({_MORE_ENDS}|{ENDS})\s+to\s+(?:the\s+)?({_MORE_ENDS}|{ENDS})(?![\w-])", re.IGNORECASE)
A_SIZE = re.compile(
    r"(?<![\w.,])(?:\d+/0\b|\d{1,2}\s*(?:awg|gauge|ga)\b|(?:awg|#)\s*\d"
    r"|\d{1,3}(?:[.,]\d)?\s*(?:mm2|mm²|mm\^2|sq\.? ?mm|qmm))",
    re.IGNORECASE,
)
# From unit to unit within the bank.
A_LINK = (
    r"(?:(?:battery|bank|cell|unit|series|parallel|jumper)[- ](?:to[- ]battery )?)?"
    r"(?:(?:inter[- ]?connects?|inter[- ]?links?|jumpers?|links?)(?: cables?| wires?| leads?)?|(?<=jumper )cables?)"
    rf"(?: between (?:the )?(?:two |three |four )?(?:{BANK}|units|cells))?"
    r"|(?:(?:battery|parallel|series|link) )?(?:cables?|wires?|leads?) between (?:the )?"
    rf"(?:two |three |four )?(?:{BANK}|units|cells)"
)
TO_MAIN = re.compile(r"inverter|bus ?bars?|main bus|bus", re.IGNORECASE)


FUSE_WORDS = r"fuse|class[- ]?t|anl|mrbf|mega|breaker"
FAMILIES = (
    phrase(r"class[- ]?t|t[- ]class|t(?= fuse)", fuse_family="class_t"),
    phrase(r"anl", fuse_family="anl"),
    phrase(r"mega", fuse_family="mega"),
    phrase(r"mrbf|terminal fuse", fuse_family="mrbf"),
    phrase(r"blade(?= ?fuse)?|ato|atc", fuse_family="blade"),
    phrase(r"(?:circuit )?breaker", fuse_family="breaker"),
    phrase(r"gg", fuse_family="gg"),
)


def _fuse_amps(match: re.Match[str]) -> float:
    return read_number(match[1] or match[2])


OF_A_RUN = (
    phrase(rf"({NUMBER})\s*{AMPS}\s*(?:fuse|breaker)|(?:fuse|breaker)\s*({NUMBER})\s*{AMPS}", fuse_a=_fuse_amps),
    phrase(r"no (?:main )?(?:fuse|breaker)|without (?:a )?fuse|not fused|unfused", fuse_a="none"),
    phrase(r"(?:main )?(?:fused?|breaker)(?! ?(?:box|block|panel|holder))", {"fuse_a": "none"}),
)  # fmt: skip
_SIDE_BY_SIDE = (phrase(rf"(\d)\s*[x×](?=\s+{A_SIZE.pattern})", cables=lambda match: int(match[1])),)
_MAKE = (
    phrase(r"stranded(?: (?:wire|cable))?", make="stranded"),
    phrase(r"solid(?:[- ]core)?(?: (?:wire|cable|copper))?", make="solid"),
)


def _breaks(match: re.Match[str]) -> float:
    number = next(group for group in match.groups()[::2] if group is not None)
    kilo = any(group and group.lower() == "k" for group in match.groups()[1::2])
    return read_number(number) * (1000 if kilo else 1)


_BREAKS = (
    r"(?:aic|breaks|interrupts|breaking capacity|interrupting(?: capacity)?)\s*(?:of |up to )?"
    rf"({NUMBER})\s*(k)?a(?:mps?)?\b|({NUMBER})\s*(k)?a(?:mps?)?\s*(?:aic|breaking|interrupting)(?: capacity)?"
)


def _guarded(match: re.Match[str]) -> str:
    return match[1].strip()


_CLASS_ALONE = OF_A_CLASS[-1]
_ONE_WAY_BREAKER = (
    phrase(r"(?:not|non|un)[- ]?polari[sz]ed", polarised="no"),
    phrase(r"polari[sz]ed|polarity[- ](?:marked|sensitive)|directional", polarised="yes"),
    phrase(r"dc(?= (?:circuit )?breaker)"),
)
_OWN_AMPS = phrase(
    rf"(?:rated|good for|told|bears?|takes)\s*(?:for |at |up to )?({NUMBER})(?:\s*{AMPS}|(?![\d.,]|\s*[a-z°²/]))"
    r"(?!\s*(?:fuse|breaker))",
    told_ampacity_a=number,
)
_FAMILY = r"class[- ]?t|t[- ]class|anl|mega|mrbf|terminal fuse|gg"
_BY_NAME = {"anl": "anl", "mega": "mega", "mrbf": "mrbf", "terminal fuse": "mrbf", "gg": "gg"}


def _family(match: re.Match[str]) -> str:
    found = re.search(_FAMILY, match[0], re.IGNORECASE)
    return "class_t" if found is None else _BY_NAME.get(found[0].lower(), "class_t")


# Amps beside the name of a family of fuses are those of the fuse, whatever its cable bears.
_FAMILY_WITH_AMPS = (
    phrase(rf"({NUMBER})\s*{AMPS}\s*(?:{_FAMILY})(?: fuse)?", fuse_a=number, fuse_family=_family),
    phrase(rf"(?:{_FAMILY})(?: fuse)?\s*(?:of\s*)?({NUMBER})\s*{AMPS}", fuse_a=number, fuse_family=_family),
)
_MATERIAL = (
    phrase(r"copper[- ]clad alumini?um|cca", material="copper_clad_aluminium"),
    phrase(r"alumini?um", material="aluminium"),
    phrase(r"tinned copper|copper(?![- ]clad)|tinned", material="copper"),
)
MAIN_CABLE = LineKind(
    "main_cable",
    called(r"(?:inverter|main|battery|bank) (?:battery )?(?:cables?|wires?|leads?)|main fuse|main|fuse|cable|wire|lead"),
    {"conductor": "conductor", "length": "one_way_length", "degrees": "insulation_c", "volts": "fuse_v"},
    (
        *_SIDE_BY_SIDE,
        _CLASS_ALONE,
        phrase(_BREAKS, fuse_breaks_a=_breaks),
        *_ONE_WAY_BREAKER,
        _OWN_AMPS,
        *_FAMILY_WITH_AMPS,
        phrase(rf"({NUMBER})\s*{AMPS}\s*(?:circuit )?breaker", fuse_a=number, fuse_family="breaker"),
        *FAMILIES,
        *OF_A_RUN,
        *_MATERIAL,
        phrase(rf"(?:at |on |by |of |for )?(?:the )?(?:{BANK})(?: posts?| terminals?)?"),
        phrase(r"one way"),
    ),
    finish=finish.run,
)
CABLE = LineKind(
    "cable",
    called(r"cables?|wires?|wiring|leads?"),
    {"conductor": "conductor", "length": "one_way_length", "degrees": "insulation_c"},
    (
        _OWN_AMPS,
        *_SIDE_BY_SIDE,
        *_MAKE,
        *OF_A_RUN,
        *_MATERIAL,
        phrase(A_LINK, runs=lambda match: match[0]),
        phrase(r"one way"),
        phrase(r"from(?= )"),
    ),
    finish=finish.cable,
)
FUSE = LineKind(
    "fuse",
    called(r"fuses?"),
    absent={"rated_a": "none"},
    slots={"amps": "rated_a", "volts": "rated_v"},
    phrases=(
        phrase(r"no (?:fuse|breaker)", rated_a="none"),
        _CLASS_ALONE,
        phrase(_BREAKS, breaks_a=_breaks),
        *_ONE_WAY_BREAKER,
        *(Phrase(one.pattern, {"family": one.sets["fuse_family"]}) for one in FAMILIES),
        phrase(
            rf"(?:between|for the|for|of the|of|on the|at the|to the) ((?:(?!{DENIES.pattern})[a-z -])+)",
            {"rated_a": "none", "guards": _guarded},
            guards=_guarded,
        ),
    ),
)  # fmt: skip
_SOURCES = r"shore|grid|mains|generator|inverter"
SWITCH = LineKind(
    "switch",
    called(r"switch(?:es)?|isolator|disconnect|shut[- ]?off|cut[- ]?off"),
    absent={"there": "none"},
    heads=frozenset({"does", "name"}),
    slots={"amps": "rated_a", "volts": "rated_v"},
    phrases=(
        *OF_A_CLASS,
        phrase(r"no (?:main|battery)(?: battery)? (?:switch|isolator|disconnect)(?: switch)?", does="main", there="none"),
        phrase(r"(?:main |battery )*(master|kill)(?= switch)", does="main", name=lambda match: match[1]),
        phrase(r"(?:main |battery )*(?:shut[- ]?off|cut[- ]?off)(?= switch)", does="main"),
        phrase(r"(?:main |battery )*(?:shut[- ]?off|cut[- ]?off)", does="main"),
        phrase(r"(?:off[-/ ])?1[-/ ]?(?:2[-/ ]?(?:both|all)|(?:both|all)[-/ ]?2)(?:[-/ ]off)?", note=lambda match: match[0]),
        *REACH,
        *POLES,
        phrase(r"(?:two|2|three|3)[- ]way|transfer|change-?over", does="transfer"),
        phrase(r"(?:and )?(?:the )?(?:shore )?(?:cord|lead) (?:is )?moved(?: by hand)?", note=lambda match: match[0]),
        phrase(r"(?:main|battery)(?: isolator| disconnect)?", does="main"),
        phrase(r"isolator|disconnect", does="isolator"),
        phrase(r"by hand|hand|manual(?:ly)?", thrown="by_hand"),
        phrase(r"by itself|automatic(?:ally)?|auto", thrown="by_itself"),
        phrase(
            rf"(?:between )?((?:{_SOURCES})(?:(?: or | and |/)(?:off(?: or |/))?| off )(?:{_SOURCES}))",
            between=lambda match: match[1],
            does="transfer",
        ),
        phrase(r"between ([a-z][a-z -]*)", between=lambda match: match[1].strip()),
    ),
    finish=finish.switch,
)  # fmt: skip
