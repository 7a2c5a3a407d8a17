"""Of what a line of the survey is, by the words in it."""

from __future__ import annotations

import re
from itertools import pairwise

from ryokan.core.lines.kind import LineKind, called
from ryokan.core.lines.kit import NUMBER
from ryokan.core.survey.kinds import (
    ADAPTER,
    ALTERNATOR,
    BATTERY,
    CHARGER,
    CONTROLLER,
    CORD,
    DCDC,
    GENERATOR,
    GENERATOR_WORDS,
    HOOKUP,
    INVERTER,
    OF_A_MACHINE,
    OTHER,
    OTHER_BANK,
    PANELS,
    RELAY,
)
from ryokan.core.survey.kinds_ac import AC_GUARD, AC_PANEL
from ryokan.core.survey.kinds_gear import A_GEAR, GEAR, NEGATIVE, OF_THE_NEGATIVE
from ryokan.core.survey.kinds_shared import AMPS, BANK
from ryokan.core.survey.kinds_wires import (
    A_LINK,
    A_SIZE,
    CABLE,
    FROM_PANEL,
    FROM_TO,
    FROM_TO_SIZED,
    FUSE,
    MAIN_CABLE,
    SWITCH,
    TO_MAIN,
)

# A starter battery, or another bank that is not the house's, where nothing else is named that hangs on it.
_BESIDE_THE_HOUSE = (
    rf"(?<![\w-])(?:(?:start(?:er|ing)?|cranking|engine|chassis|vehicle|{OF_A_MACHINE}) batter(?:y|ies)"
    rf"|(?:second|backup) (?:{BANK}))(?!\w)"
)
_FUSES = r"fuse|class[- ]?t|anl|mrbf|mega|breaker"
_BATTERIES = rf"{BANK}|agm|gel|flooded|lead[- ]acid|lithium|lifepo4|lfp|nmc|li-?ion|sealed (?:wet|lead)|golf ?cart|cells?"
# An inverter may say what changes over to it, what it feeds, and which device is on its outlets.
_NOT_OF_AN_INVERTER = (
    r"switch|change-?over|between|shore|hook-?up|cables?|wires?|fuses?|monitor|shunt|alternator|dc-?dc|charger|converter|"
    rf"{GENERATOR_WORDS}"
)
# What is on, off or for an inverter is none itself.
_NOT_ON_ONE = "".join(
    rf"(?<!\b{word} )(?<!\b{word} the )(?<!\b{word} an )" for word in ("on", "off", "from", "by", "into", "for")
)
_AN_INVERTER = rf"{_NOT_ON_ONE}{INVERTER.called.pattern}"
_INVERTER_FIRST = re.compile(
    rf"^(?:(?!\b(?:{_NOT_OF_AN_INVERTER})\b)[^,])*{_AN_INVERTER}"
    rf"(?! *(?:switch|cables?|fuse|negatives?|remote|on ?[/-] ?off|or|{GENERATOR_WORDS})\b)",
    re.IGNORECASE,
)
_HANGS_ON_A_PANEL = r"inverter|charger|converter|generator|solar|cord|inlet"
_AC_PANEL_ALONE = re.compile(
    rf"^(?!.*\d\s*w(?:atts?)?\b)(?:(?!.*\b(?:{_HANGS_ON_A_PANEL})\b)(?=.*{AC_PANEL.called.pattern})"
    rf"|\s*(?:{NUMBER}\s*{AMPS}\s*)?{AC_PANEL.called.pattern})",
    re.IGNORECASE,
)
_AC_GUARD_ALONE = re.compile(rf"^(?!.*\b(?:{_HANGS_ON_A_PANEL})\b)(?=.*{AC_GUARD.called.pattern})", re.IGNORECASE)
# A charger or converter may say what it hangs on.
_CHARGER_ON_IT = re.compile(
    rf"^(?!.*\b(?:solar|mppt|pwm|dc-?dc|b2b|alternator|inverter[ /-]?charger|{GENERATOR_WORDS})\b)"
    r"[^,]*\b(?:charger|converter)\b(?=.*\b(?:panel|breaker|consumer unit|inverter)\b)",
    re.IGNORECASE,
)
# A fuse at a bar, a switch or a box is none of them.
_A_FUSE_FIRST = re.compile(
    rf"^\s*(?:{NUMBER}\s*{AMPS}\s*)?(?!main )(?:[a-z]+ )?(?:{_FUSES})\b(?! ?(?:box|panel|block|holder))"
    rf"(?=.*\b(?:{A_GEAR}|switch)\b)",
    re.IGNORECASE,
)
_THE_MAIN_SWITCH = re.compile(
    r"^(?!.*\b(?:alternator|relay|starter)\b)"
    r"(?=.*\b(?:main|battery|emergency|master|kill)(?: battery)? (?:switch|disconnect|shut[- ]?off|cut[- ]?off)\b)",
    re.IGNORECASE,
)
_RATED = rf"(?:{NUMBER}\s*(?:{AMPS}|k?w(?:atts?)?\b|v(?:olts?)?\b)\s*)*"
# Something at or of a thing, with no rating of its own.
_BESIDES = (
    r"lids?|trays?|brackets?|covers?|sensors?|displays?|remotes?(?: (?:panel|switch|control|display))?|apps?|manuals?|"
    r"antennas?|labels?|hold-?downs?"
)
_AN_ACCESSORY = re.compile(
    rf"^\s*(?:the |an? )?(?:(?!with\b|and\b|via\b|by\b)[a-z-]+ ){{0,3}}(?:{_BESIDES})(?!\w)"
    r"(?!.*\d\s*(?:a|amps?|ah|k?wh?|watts?)\b)",
    re.IGNORECASE,
)
_STARTER_BY_AH = re.compile(
    rf"^\s*(?:{NUMBER}\s*v\s*)?(?:start(?:er|ing)?|cranking)\s+(?=.*\d\s*(?:ah|amp[- ]?hours?)\b)", re.I
)
_GENERATOR_FIRST = re.compile(
    rf"^\s*{_RATED}(?:(?:petrol|diesel|gas|propane|lpg|portable|built-?in)\s+)*(?:inverter[- ])?(?:{GENERATOR_WORDS})\b"
    r"(?! *(?:switch|cable|lead|panel|fuse|breaker|transfer))(?!.*\bor inverter\b)",
    re.IGNORECASE,
)
_DCDC_FIRST = re.compile(
    rf"^\s*{_RATED}(?:{DCDC.called.pattern})(?! (?:fuse|cable|breaker)s?\b)(?=.*\b(?:hand|manual)[- ]switch\b)", re.IGNORECASE
)
_STEPS_DOWN = called(r"step[- ]?down(?: converters?)?")
_A_MAIN_BREAKER = re.compile(
    r"^(?=.*\bmain breaker\b)(?=.*(?<!\d)(?:1[0-4]\d|2[0-4]\d)\s*v(?:olts?)?\b)(?!.*\b(?:inverter|panel)\b)", re.IGNORECASE
)
_ALTERNATOR_THROUGH = re.compile(
    r"^[^,]*\b(?:alternator|alt)\b(?: charges(?: the house)?)?,? (?:through|thru|via|by) (?:a |the )?(?:dc-?dc|b2b)\b(?!.*\d)",
    re.IGNORECASE,
)
_A_FOLDING_KIT = re.compile(
    rf"^(?=.*{NUMBER}\s*(?:w|watts?)\b)(?=.*\b(?:folding|foldable|suitcase)\b)(?!.*\b(?:fridge|table|station|generator)\b)",
    re.I,
)
_NO_CONTROLLER = r"(?!.*\b(?:controllers?|mppt|pwm|regulator|charger|inverter|generator)\b)"
_PANELS_BY_THEIR_POINTS = re.compile(
    rf"^{_NO_CONTROLLER}(?=.*{NUMBER}\s*(?:w|watts?)\b)"
    r"(?=.*\b(?:voc|isc|vmpp?|impp?|strings? of)\b|.*\bsolar\b.*\bstrings?\b)",
    re.IGNORECASE,
)
# What a line is of, in the order in which it is looked at: a word may belong to several.
KINDS: tuple[tuple[re.Pattern[str], LineKind], ...] = (
    (_AN_ACCESSORY, OTHER),
    (_STARTER_BY_AH, OTHER_BANK),
    (_GENERATOR_FIRST, GENERATOR),
    (_DCDC_FIRST, DCDC),
    (_A_MAIN_BREAKER, AC_PANEL),
    (_ALTERNATOR_THROUGH, ALTERNATOR),
    (_A_FOLDING_KIT, PANELS),
    (_PANELS_BY_THEIR_POINTS, PANELS),
    (re.compile(rf"^(?=.*{NUMBER}\s*(?:ah|amp[- ]?hours?)\b)(?=.*\bstring fuses?\b)", re.IGNORECASE), BATTERY),
    (_AC_PANEL_ALONE, AC_PANEL),
    (_INVERTER_FIRST, INVERTER),
    (_CHARGER_ON_IT, CHARGER),
    # A fuse may say that it is for a fuse box.
    (re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{_FUSES})\b(?! ?(?:box|panel|block)).*\bfor ", re.IGNORECASE), FUSE),
    (_A_FUSE_FIRST, FUSE),
    (OF_THE_NEGATIVE, NEGATIVE),
    (_THE_MAIN_SWITCH, SWITCH),
    (called(r"solar (?:disconnect|isolator)"), SWITCH),
    (called(r"no (?:main|battery)(?: battery)? (?:switch|isolator|disconnect)"), SWITCH),
    # A bar, a shunt or a fuse box, and not the fuse that sits at one or the cable to it.
    (
        re.compile(
            rf"^(?!.*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{_FUSES})\b(?! ?(?:box|panel|block)))(?!.*\b(?:detector|alarm)\b)"
            rf"(?=.*(?<![\w-])(?:{A_GEAR})(?!\w))", re.IGNORECASE,
        ),
        GEAR,
    ),
    (re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{_FUSES})\b.*(?:{A_GEAR})", re.IGNORECASE), FUSE),
    (called(r"monitor|shunt|fuse ?(?:box|panel|block)|dc panel|distribution(?: panel)?|detector|alarm|bus ?bars?"), OTHER),
    (called(r"solar generator|power station|(?:hydro|wind|water|towed)[- ]?(?:generator|turbine)|turbine"), OTHER),
    (called(r"galvanic isolator|isolat(?:ion|ing) transformer|polarity (?:indicator|light|lamp|tester|alarm)"), AC_GUARD),
    (called(r"(?:split[- ]charg(?:e|ing)|splitter|isolating) diodes?"), OTHER),
    # Devices that trip by what is missing, and not a breaker or an inverter that has one.
    (_AC_GUARD_ALONE, AC_GUARD),
    (called(r"diode (?:splitter|isolator)|continuous[- ]duty (?:relay|solenoid)"), OTHER),
    (called(r"other\s*:"), OTHER),
    # Panels of so many watts may name their fuses, their switch and their controller.
    (re.compile(rf"(?=.*{NUMBER}\s*(?:w|watts?)\b)(?=.*\bpanels?\b)", re.IGNORECASE), PANELS),
    # What names them first is a bank or an alternator, whatever switch is on it.
    (
        re.compile(rf"^(?!.*\b(?:alternator|dc-?dc|b2b|charger|fuse)\b)\s*{_BESIDE_THE_HOUSE}(?!\s+(?:switch|isolator))",
            re.IGNORECASE,),
        OTHER_BANK,
    ),
    (re.compile(r"^[^,]*\balternator\b(?=.*\b(?:hand|manual|battery)[- ]switch)", re.IGNORECASE), ALTERNATOR),
    (
        re.compile(
            rf"^(?!.*\b(?:alternator|alt|dc-?dc|b2b|fuse|charger|cable|wire|switch)\b)(?=.*{RELAY.called.pattern})",
            re.IGNORECASE,
        ),
        RELAY,
    ),
    (called(r"(?:[a-z]+ )?switch(?:es)?|isolator|change-?over"), SWITCH),
    (called(rf"(?:(?:shore|power|{HOOKUP}|extension|mains) )+(?:cord|lead|cable|inlet)|cord|inlet"), CORD),
    (re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:mains |caravan |site )?lead\s*(?:,|$)", re.IGNORECASE), CORD),
    (called(r"battery to battery|b2b"), DCDC),
    (called(r"no main fuse|main fuse|main (?:battery )?cables?|(?:battery|bank) cables?"), MAIN_CABLE),
    (re.compile(rf"(?=.*\b(?:{_FUSES})\b)(?=.*\b(?:{BANK})\b)(?!.*\b(?:between|and|to)\b)", re.IGNORECASE), MAIN_CABLE),
    (called(r"fuses?|(?:circuit )?breaker|class[- ]?t|mrbf|anl"), FUSE),
    (called(rf"(?:{BANK}) (?:is |are )?(?:not fused|unfused)"), MAIN_CABLE),
    (DCDC.called, DCDC),
    (_STEPS_DOWN, DCDC),
    (called(r"(?:12|24|48)\s*v?(?:olts?)?\s*(?:to|/|>)\s*(?:12|24|48)\s*v?(?:olts?)?(?= (?:converter|charger))"), DCDC),
    (called(r"(?:converter|charger)(?= (?:12|24|48)\s*v?(?:olts?)?\s*(?:to|>)\s*(?:12|24|48))"), DCDC),
    (called(r"mppt|pwm|controllers?|solar (?:charge )?(?:regulator|charger)"), CONTROLLER),
    (re.compile(r"(?=.*\bsolar\b)(?=.*\bcharger\b)(?!.*\binverter\b)", re.IGNORECASE), CONTROLLER),
    (
        re.compile(
            rf"\binverter[- ](?:{GENERATOR_WORDS})\b"
            rf"|^[^,]*\b(?:{GENERATOR_WORDS})\b[^,]*\binverter\b(?![ /-]?charger)", re.IGNORECASE
        ),
        GENERATOR,
    ),
    (re.compile(_AN_INVERTER, re.IGNORECASE), INVERTER),
    (called(r"converter|charger|power supply"), CHARGER),
    (GENERATOR.called, GENERATOR),
    (ALTERNATOR.called, ALTERNATOR),
    (called(rf"{HOOKUP}|shore power"), CORD),
    (re.compile(rf"{NUMBER}\s*{AMPS}\s*{ADAPTER}\b|\b{ADAPTER}\s*{NUMBER}\s*{AMPS}", re.IGNORECASE), CORD),
    (re.compile(rf"^(?!.*\b(?:alternator|dc-?dc|b2b|charger|fuse)\b).*{_BESIDE_THE_HOUSE}", re.IGNORECASE), OTHER_BANK),
    (called(r"(?:solar )?panels?|array|solar|pv"), PANELS),
    # A relay between two banks is none itself.
    (called(r"relay|combiner|acr|vsr"), OTHER),
    (called(_BATTERIES), BATTERY),
    (re.compile(rf"{NUMBER}\s*(?:ah|amp[- ]?hours?)\b", re.IGNORECASE), BATTERY),
    (called(r"cables?|wires?|wiring"), CABLE),
)  # fmt: skip


_A_DEVICE = {one.kind: one for one in (INVERTER, CHARGER, CONTROLLER, PANELS, BATTERY, OTHER_BANK, ALTERNATOR, DCDC, GENERATOR)}
_JOINED = re.compile(r"\s*(?:\band\b|\+|&|\bplus\b|\bwith\b|;)\s*", re.IGNORECASE)
# What a thing by itself says of how large it is; volts alone say nothing of that.
_SIZED = re.compile(rf"{NUMBER}\s*(?:{AMPS}|k?w(?:atts?)?\b|ah\b|amp[- ]?hours?\b|k?wh\b)", re.IGNORECASE)
_A_GUARD = re.compile(rf"\b(?:{_FUSES})\b", re.IGNORECASE)


def things_apart(line: str) -> tuple[str, str] | None:
    """Two things that one line names, each with a size of its own: “charger 30 A and inverter 1000 W”; None where it is one."""
    parts = [part.strip(" ,") for part in _JOINED.split(line) if part.strip(" ,")]
    for first, second in pairwise(parts):
        of_first, of_second = kind_of(first), kind_of(second)
        if of_first is None or of_second is None or not (_SIZED.search(first) and _SIZED.search(second)):
            continue
        if of_first.kind not in _A_DEVICE or of_first.kind == of_second.kind:
            continue
        guarded = _A_GUARD.search(second) and not re.search(r"\bstring\b|\beach\b|\blargest\b|\bmax", second, re.IGNORECASE)
        if (of_second.kind in _A_DEVICE and _names_itself(second, of_second)) or guarded:
            return first, second
    return None


def _names_itself(text: str, kind: LineKind) -> bool:
    """Whether a stretch names what it is, and not only says so many amps of it."""
    return kind.called.search(text) is not None and not re.search(r"\b(?:built-?in|own|internal)\b", text, re.IGNORECASE)


ALL_KINDS: tuple[LineKind, ...] = tuple({id(kind): kind for _, kind in KINDS}.values())


# A cable of its own, though its line names what it leads to: it says its size and nothing that such a thing would say.
_TO_THE_INVERTER = called(r"(?:inverter|battery|main) (?:cables?|wires?|leads?)")
# A line that says units, or their amp-hours, is of the bank, whatever joins them.
_LINKS_ALONE = re.compile(
    rf"^(?!.*\b(?:ah|amp[- ]?hours?|data|network|can|antenna)\b)(?!.*\d\s*ah\b)(?=.*(?<![\w-])(?:{A_LINK})(?!\w))",
    re.IGNORECASE,
)
_A_CABLE = called(r"cables?|wires?|wiring|leads?")
_RUNS_BY_NAME = frozenset({OTHER.kind, FUSE.kind, GEAR.kind})


def kind_of(line: str) -> LineKind | None:
    """What a line names; None where it names nothing that is known."""
    sized = A_SIZE.search(line) is not None
    if sized and _LINKS_ALONE.search(line):
        return CABLE
    run = (FROM_TO_SIZED if sized else FROM_TO).search(line)
    if run is not None and run[0].lower() != "battery to battery":
        return MAIN_CABLE if is_main_run(run) else CABLE
    kind = next((kind for pattern, kind in KINDS if pattern.search(line)), None)
    return (_cable_of(line, kind) or kind) if sized else kind


def _cable_of(line: str, kind: LineKind | None) -> LineKind | None:
    """The cable that a line with a size in it is about; None where the thing that it names says that size itself."""
    if FROM_PANEL.search(line):
        return CABLE
    if kind in (MAIN_CABLE, CORD, CABLE, NEGATIVE):
        return kind
    if _TO_THE_INVERTER.search(line):
        return MAIN_CABLE
    if _A_CABLE.search(line) and kind in (None, FUSE, PANELS, OTHER, CONTROLLER, GEAR):
        return CABLE
    if kind is None and re.search(r"\d-pin\b", line, re.IGNORECASE):
        return None
    return CABLE if kind is None or kind.kind in _RUNS_BY_NAME else None


def is_main_run(run: re.Match[str]) -> bool:
    """Whether a run goes between the bank and what it feeds first."""
    one, other = run[1], run[2]
    bank = re.compile(rf"(?:house )?(?:{BANK})", re.IGNORECASE)
    return any(bank.fullmatch(here) and TO_MAIN.fullmatch(there) for here, there in ((one, other), (other, one)))
