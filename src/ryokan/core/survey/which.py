"""Of what a line of the survey is, by the words in it."""

from __future__ import annotations

import re

from ryokan.core.lines.kind import LineKind, called
from ryokan.core.lines.kit import NUMBER
from ryokan.core.survey.heads import Head, in_order
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
    FUSE_WORDS,
    MAIN_CABLE,
    SWITCH,
    TO_MAIN,
)

# A starter battery, or another bank that is not the house's, where nothing else is named that hangs on it.
_BESIDE_THE_HOUSE = (
    rf"(?<![\w-])(?:(?:start(?:er|ing)?|cranking|engine|chassis|vehicle|{OF_A_MACHINE}) batter(?:y|ies)"
    rf"|(?:second|backup) (?:{BANK}))(?!\w)"
)
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
    rf"^\s*(?:{NUMBER}\s*{AMPS}\s*)?(?!main )(?:[a-z]+ )?(?:{FUSE_WORDS})\b(?! ?(?:box|panel|block|holder))"
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


HEADS: tuple[Head, ...] = (
    Head("accessory", _AN_ACCESSORY, OTHER, "remote panel of the inverter"),
    Head("starter_by_ah", _STARTER_BY_AH, OTHER_BANK, "starter battery 95Ah"),
    Head("generator_first", _GENERATOR_FIRST, GENERATOR, "generator 2.2 kW"),
    Head("dcdc_by_hand", _DCDC_FIRST, DCDC, "dc-dc 30a with a hand switch"),
    Head("mains_breaker", _A_MAIN_BREAKER, AC_PANEL, "main breaker of 120 v"),
    Head("alternator_through", _ALTERNATOR_THROUGH, ALTERNATOR, "alternator through a dcdc"),
    Head("folding_kit", _A_FOLDING_KIT, PANELS, "100W folding panel portable 18V vmp"),
    Head("panels_by_points", _PANELS_BY_THEIR_POINTS, PANELS, "panel 175W voc 24.3 isc 9.2"),
    Head(
        "bank_with_string_fuses",
        re.compile(rf"^(?=.*{NUMBER}\s*(?:ah|amp[- ]?hours?)\b)(?=.*\bstring fuses?\b)", re.IGNORECASE),
        BATTERY,
        "4x 6v 225ah flooded 2s2p string fuses missing",
    ),
    Head("ac_panel", _AC_PANEL_ALONE, AC_PANEL, "ac panel 50A two legs shared neutral"),
    Head("inverter_first", _INVERTER_FIRST, INVERTER, "inverter 2000W pure sine under the bed", yields_to=("accessory",)),
    Head("charger_on_panel", _CHARGER_ON_IT, CHARGER, "converter 45A on the panel"),
    # A fuse may say that it is for a fuse box.
    Head(
        "fuse_for",
        re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{FUSE_WORDS})\b(?! ?(?:box|panel|block)).*\bfor ", re.IGNORECASE),
        FUSE,
        "15A blade fuse for the water pump",
    ),
    Head("fuse_at_gear", _A_FUSE_FIRST, FUSE, "300A ANL fuse at the bus bar"),
    Head("negative", OF_THE_NEGATIVE, NEGATIVE, "negative to chassis"),
    Head("main_switch", _THE_MAIN_SWITCH, SWITCH, "battery switch 300A in the step well", yields_to=("fuse_at_gear",)),
    Head("solar_isolator", called(r"solar (?:disconnect|isolator)"), SWITCH, "solar disconnect 30A"),
    Head(
        "no_main_switch",
        called(r"no (?:main|battery)(?: battery)? (?:switch|isolator|disconnect)"),
        SWITCH,
        "no battery isolator",
    ),
    # A bar, a shunt or a fuse box, and not the fuse that sits at one or the cable to it.
    Head(
        "gear",
        re.compile(
            rf"^(?!.*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{FUSE_WORDS})\b(?! ?(?:box|panel|block)))(?!.*\b(?:detector|alarm)\b)"
            rf"(?=.*(?<![\w-])(?:{A_GEAR})(?!\w))",
            re.IGNORECASE,
        ),
        GEAR,
        "battery to bus bar 2/0 awg 4 ft 105C copper no fuse",
        yields_to=(
            "fuse_at_gear",
            "negative",
        ),
    ),
    Head(
        "fuse_before_gear",
        re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:[a-z]+ )?(?:{FUSE_WORDS})\b.*(?:{A_GEAR})", re.IGNORECASE),
        FUSE,
        "250A main fuse at the bus bar",
    ),
    Head(
        "monitor_or_alarm",
        called(r"monitor|shunt|fuse ?(?:box|panel|block)|dc panel|distribution(?: panel)?|detector|alarm|bus ?bars?"),
        OTHER,
        "other: gas detector above the bed",
        yields_to=(
            "fuse_for",
            "gear",
            "fuse_before_gear",
        ),
    ),
    Head(
        "power_station",
        called(r"solar generator|power station|(?:hydro|wind|water|towed)[- ]?(?:generator|turbine)|turbine"),
        OTHER,
        "solar generator 1000W",
    ),
    Head(
        "ac_guard_by_name",
        called(r"galvanic isolator|isolat(?:ion|ing) transformer|polarity (?:indicator|light|lamp|tester|alarm)"),
        AC_GUARD,
        "galvanic isolator",
    ),
    Head("diode", called(r"(?:split[- ]charg(?:e|ing)|splitter|isolating) diodes?"), OTHER, "split charge diode"),
    # Devices that trip by what is missing, and not a breaker or an inverter that has one.
    Head("ac_guard", _AC_GUARD_ALONE, AC_GUARD, "rcd 40A 30mA type AC over everything", yields_to=("ac_panel",)),
    Head(
        "duty_relay",
        called(r"diode (?:splitter|isolator)|continuous[- ]duty (?:relay|solenoid)"),
        OTHER,
        "continuous duty solenoid 200A",
    ),
    Head("said_to_be_other", called(r"other\s*:"), OTHER, "other: charger box"),
    # Panels of so many watts may name their fuses, their switch and their controller.
    Head(
        "panels_with_watts",
        re.compile(rf"(?=.*{NUMBER}\s*(?:w|watts?)\b)(?=.*\bpanels?\b)", re.IGNORECASE),
        PANELS,
        "2 panels 200W 21V 12A in series on the roof",
        yields_to=("inverter_first",),
    ),
    # What names them first is a bank or an alternator, whatever switch is on it.
    Head(
        "starter_first",
        re.compile(
            rf"^(?!.*\b(?:alternator|dc-?dc|b2b|charger|fuse)\b)\s*{_BESIDE_THE_HOUSE}(?!\s+(?:switch|isolator))",
            re.IGNORECASE,
        ),
        OTHER_BANK,
        "second battery 100Ah agm 12V, no managing device",
    ),
    Head(
        "alternator_by_switch",
        re.compile(r"^[^,]*\balternator\b(?=.*\b(?:hand|manual|battery)[- ]switch)", re.IGNORECASE),
        ALTERNATOR,
        "alternator 24V 100A through a hand switch to the house",
    ),
    Head(
        "relay",
        re.compile(
            rf"^(?!.*\b(?:alternator|alt|dc-?dc|b2b|fuse|charger|cable|wire|switch)\b)(?=.*{RELAY.called.pattern})",
            re.IGNORECASE,
        ),
        RELAY,
        "battery combiner relay 120A",
    ),
    Head(
        "switch",
        called(r"(?:[a-z]+ )?switch(?:es)?|isolator|change-?over"),
        SWITCH,
        "two-way switch shore or inverter, by hand",
        yields_to=(
            "starter_by_ah",
            "dcdc_by_hand",
            "gear",
            "ac_guard_by_name",
            "panels_with_watts",
            "starter_first",
            "alternator_by_switch",
            "relay",
        ),
    ),
    Head(
        "cord_by_name",
        called(rf"(?:(?:shore|power|{HOOKUP}|extension|mains) )+(?:cord|lead|cable|inlet)|cord|inlet"),
        CORD,
        "30A cord 25 ft",
        yields_to=("switch",),
    ),
    Head(
        "lead_by_amps",
        re.compile(rf"^\s*{NUMBER}\s*{AMPS}\s*(?:mains |caravan |site )?lead\s*(?:,|$)", re.IGNORECASE),
        CORD,
        "16A lead",
    ),
    Head("battery_to_battery", called(r"battery to battery|b2b"), DCDC, "b2b 30 A 24V to 12V"),
    Head(
        "main_run",
        called(r"no main fuse|main fuse|main (?:battery )?cables?|(?:battery|bank) cables?"),
        MAIN_CABLE,
        "no main fuse",
        yields_to=("fuse_before_gear",),
    ),
    Head(
        "fuse_at_bank",
        re.compile(rf"(?=.*\b(?:{FUSE_WORDS})\b)(?=.*\b(?:{BANK})\b)(?!.*\b(?:between|and|to)\b)", re.IGNORECASE),
        MAIN_CABLE,
        "300A class T at the bank",
    ),
    Head(
        "fuse",
        called(r"fuses?|(?:circuit )?breaker|class[- ]?t|mrbf|anl"),
        FUSE,
        "60A breaker between controller and bank",
        yields_to=(
            "mains_breaker",
            "bank_with_string_fuses",
            "ac_panel",
            "charger_on_panel",
            "monitor_or_alarm",
            "panels_with_watts",
            "main_run",
            "fuse_at_bank",
        ),
    ),
    Head("unfused_bank", called(rf"(?:{BANK}) (?:is |are )?(?:not fused|unfused)"), MAIN_CABLE, "bank not fused"),
    Head(
        "dcdc",
        DCDC.called,
        DCDC,
        "40A dc-dc 12 to 12 behind the seat",
        yields_to=(
            "alternator_through",
            "fuse",
        ),
    ),
    Head(
        "converter_of_classes",
        called(r"(?:12|24|48)\s*v?(?:olts?)?\s*(?:to|/|>)\s*(?:12|24|48)\s*v?(?:olts?)?(?= (?:converter|charger))"),
        DCDC,
        "24V to 12V converter 20A",
    ),
    Head(
        "classes_of_converter",
        called(r"(?:converter|charger)(?= (?:12|24|48)\s*v?(?:olts?)?\s*(?:to|>)\s*(?:12|24|48))"),
        DCDC,
        "converter 24V to 12V 30A",
    ),
    Head(
        "controller",
        called(r"mppt|pwm|controllers?|solar (?:charge )?(?:regulator|charger)"),
        CONTROLLER,
        "mppt 100V 30A",
        yields_to=(
            "folding_kit",
            "fuse",
        ),
    ),
    Head(
        "solar_charger",
        re.compile(r"(?=.*\bsolar\b)(?=.*\bcharger\b)(?!.*\binverter\b)", re.IGNORECASE),
        CONTROLLER,
        "charger solar 20A",
    ),
    Head(
        "inverter_generator",
        re.compile(
            rf"\binverter[- ](?:{GENERATOR_WORDS})\b"
            rf"|^[^,]*\b(?:{GENERATOR_WORDS})\b[^,]*\binverter\b(?![ /-]?charger)",
            re.IGNORECASE,
        ),
        GENERATOR,
        "old inverter generator 2000W",
    ),
    Head(
        "inverter",
        re.compile(_AN_INVERTER, re.IGNORECASE),
        INVERTER,
        "inverter cable 4/0 rated 166 A",
        yields_to=(
            "generator_first",
            "switch",
            "fuse",
            "inverter_generator",
        ),
    ),
    Head(
        "charger",
        called(r"converter|charger|power supply"),
        CHARGER,
        "converter 45A",
        yields_to=(
            "battery_to_battery",
            "dcdc",
            "converter_of_classes",
            "classes_of_converter",
            "controller",
            "solar_charger",
            "said_to_be_other",
        ),
    ),
    Head("generator", GENERATOR.called, GENERATOR, "no generator", yields_to=("power_station",)),
    Head("alternator", ALTERNATOR.called, ALTERNATOR, "alternator 180A smart", yields_to=("dcdc",)),
    Head("hookup", called(rf"{HOOKUP}|shore power"), CORD, "16A hookup", yields_to=("charger",)),
    Head(
        "adapter",
        re.compile(rf"{NUMBER}\s*{AMPS}\s*{ADAPTER}\b|\b{ADAPTER}\s*{NUMBER}\s*{AMPS}", re.IGNORECASE),
        CORD,
        "15A adapter",
    ),
    Head(
        "beside_the_house",
        re.compile(rf"^(?!.*\b(?:alternator|dc-?dc|b2b|charger|fuse)\b).*{_BESIDE_THE_HOUSE}", re.IGNORECASE),
        OTHER_BANK,
        "engine start battery 100 Ah",
    ),
    Head(
        "panels",
        called(r"(?:solar )?panels?|array|solar|pv"),
        PANELS,
        "solar four one hundred watt panels two series two parallel roof",
        yields_to=(
            "solar_isolator",
            "power_station",
            "cord_by_name",
            "controller",
            "solar_charger",
        ),
    ),
    # A relay between two banks is none itself.
    Head(
        "relay_alone",
        called(r"relay|combiner|acr|vsr"),
        OTHER,
        "relay 100A under the seat",
        yields_to=(
            "relay",
            "alternator",
        ),
    ),
    Head(
        "bank",
        called(_BATTERIES),
        BATTERY,
        "4 x 6V 225Ah agm 2s2p front bay 6 years",
        yields_to=(
            "panels_by_points",
            "main_switch",
            "switch",
            "unfused_bank",
            "charger",
            "alternator",
            "beside_the_house",
            "no_main_switch",
        ),
    ),
    Head(
        "bank_by_ah",
        re.compile(rf"{NUMBER}\s*(?:ah|amp[- ]?hours?)\b", re.IGNORECASE),
        BATTERY,
        "62 Ah below full",
        yields_to=(
            "starter_by_ah",
            "inverter_first",
            "starter_first",
            "beside_the_house",
        ),
    ),
    Head(
        "cable",
        called(r"cables?|wires?|wiring"),
        CABLE,
        "series link 35mm2 welding cable",
        yields_to=(
            "inverter",
            "panels",
            "bank",
        ),
    ),
)


KINDS = in_order(HEADS)


ALL_KINDS: tuple[LineKind, ...] = tuple({id(head.kind): head.kind for head in KINDS}.values())


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
    kind = next((head.kind for head in KINDS if head.pattern.search(line)), None)
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
