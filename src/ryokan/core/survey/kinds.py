"""The kinds of things that a line of the survey may name, with the words that each of them understands."""

from __future__ import annotations

import re

from ryokan.core.lines.kind import LineKind, beside, called, phrase
from ryokan.core.lines.kit import NUMBER, NUMBER_WORDS
from ryokan.core.survey import finish
from ryokan.core.survey.kinds_ac import A_PANEL, BONDED, TRANSFER
from ryokan.core.survey.kinds_shared import AMPS, BANK, VOLTS, WATTS, amount, number

_STAGES = phrase(r"(?:\d|two|three|four|five|multi)[- ]?stages?")  # how it charges says nothing of how much


def _percent(match: re.Match[str]) -> float:
    return number(match) / 100


HOOKUP = r"hook[- ]?up|ehu"
ADAPTER = r"adapt[eo]r"
CORD = LineKind(
    "cord",
    called(rf"(?:(?:shore|power|{HOOKUP}|extension|mains) )*(?:cord|lead|cable|inlet)(?: and inlet)?|{HOOKUP}|shore power"),
    {"length": "length", "conductor": "conductor"},
    (
        *amount(ADAPTER, AMPS, "adapter_a"),
        *amount(r"(?:the )?inlet", AMPS, "inlet_a"),
        phrase(r"(?:goes |is )?(?:plugged |put )?in(?:to)? (?:the )?inverter", _of_the_inverter=True),
    ),
    finish=finish.cord,
)
_PLUG = r"(?:(?:hitch|trailer|7[- ]pin|13[- ]pin) )?(?:plug|7[- ]pin|13[- ]pin)"
# What lies on the way from an alternator, and how a device that charges is set.
_WAY = (
    *amount(r"(?:factory )?tap", AMPS, "tap_a"),
    phrase(rf"(?:(?:through|via|by) (?:the |a )?)?{_PLUG}\s*(?:of\s*)?({NUMBER})\s*{AMPS}", plug_a=number, hitch_plug="fitted"),
    phrase(rf"({NUMBER})\s*{AMPS}\s*{_PLUG}", plug_a=number, hitch_plug="fitted"),
    phrase(
        r"(?:through |thru |by |via )?(?:the |a )?(?:(?:hitch|trailer|7[- ]pin|13[- ]pin) (?:plug|socket|connector))"
        r"(?:,? (?:7|13)[- ]pins?)?",
        hitch_plug="fitted",
    ),
    phrase(r"(?:switched |triggered |on )?(?:by |with )?(?:the )?ignition(?: signal| switched)?", trigger="ignition"),
    phrase(
        r"(?:switched|triggered|on) (?:by |with )(?:the )?volt(?:s|age)|volt(?:s|age)[- ](?:triggered|sens(?:ing|ed))",
        trigger="volts",
    ),
    phrase(
        r"(?:(?:switched|triggered|on) (?:by |with )(?:an? |the )?)?(?:engine[- ](?:run(?:ning)?[- ])?signal|d\+)",
        trigger="engine_signal",
    ),
    phrase(r"(?:switched|closed|thrown) by hand|(?:with |by )?(?:an? )?(?:hand|manual)[- ]switch", trigger="hand"),
    phrase(r"no (?:field|charge)[- ]stop", field_stop="none"),
    phrase(r"(?:with (?:a )?)?(?:field|charge)[- ]stop", field_stop="fitted"),
    phrase(rf"({NUMBER})\s*{VOLTS} (?:at|on) (?:its|the) (?:input|far end)", far_end_v=number),
)
_SETTINGS = (
    phrase(rf"(?:stops at|up to|absorbs? at|absorption(?: of)?|ends at|bulk)\s*({NUMBER})\s*{VOLTS}", stops_at_v=number),
    *amount(r"floats?(?: at)?", VOLTS, "float_v"),
    # Of a word that no other number stands beside the volts need not be said.
    phrase(rf"(?:absorbs?(?: at)?|stops at)\s*({NUMBER})(?![\d.,]|\s*(?:a|amps?|ah|w|watts?|kw|%)(?!\w))", stops_at_v=number),
    phrase(rf"floats?(?: at)?\s*({NUMBER})(?![\d.,]|\s*(?:a|amps?|ah|w|watts?|kw|%)(?!\w))", float_v=number),
    phrase(r"does not equali[sz]e|no equali[sz](?:e|ing|ation)", equalises="no"),
    phrase(r"equali[sz](?:es|ing|ation)", equalises="yes"),
    phrase(r"no (?:cold|low temp(?:erature)?)[- ](?:stop|cut[- ]?off)", cold_stop="none"),
    phrase(r"(?:with (?:a )?)?(?:cold|low temp(?:erature)?)[- ](?:stop|cut[- ]?off)", cold_stop="fitted"),
    phrase(r"lead only|(?:not|never) (?:set )?for lithium|no lithium(?: profile)?", lithium="no"),
    phrase(r"(?:set (?:to|for) |for )?(?:lithium|lfp|lifepo4)(?: profile| ready)?", lithium="yes"),
)
_EASE = (
    phrase(r"not adjustable|cannot be turned down|fixed current", adjustable="no"),
    phrase(r"adjustable|can be turned down", adjustable="yes"),
)
DCDC = LineKind(
    "dcdc",
    called(
        r"dc[- /]?(?:to[- ])?dc(?:[- ]charger)?|b2b(?: charger)?|battery to battery(?: charger)?|step[- ]?down(?: converters?)?"
    ),
    {"amps": "output_a", "length": "length", "conductor": "conductor"},
    (
        *_WAY,
        *_SETTINGS,
        *_EASE,
        _STAGES,
        phrase(r"(?:non|not)[- ]isolated|no isolation", isolated="no"),
        phrase(r"isolated", isolated="yes"),
        phrase(
            r"(12|24|48)\s*(?:v|volts?)?\s*(?:to|>|→|-|–|/)\s*(12|24|48)\s*(?:v\b|volts?\b)?",
            input_v=lambda match: int(match[1]),
            output_v=lambda match: int(match[2]),
        ),
    ),
)
_SHORTED = r"(?:max(?:imum)? )?(?:short[- ]?circuit|shorted|isc)"
_MOST_W = rf"max(?:imum)?\s*({NUMBER})\s*{WATTS}(?: (?:of )?(?:array|panels?))?"
CONTROLLER = LineKind(
    "controller",
    called(r"(?:solar |charge )*controllers?|solar (?:charge )?(?:regulator|charger)"),
    {"amps": "rated_a"},
    (
        phrase(r"mppt", method="mppt"),
        phrase(r"pwm", method="pwm"),
        phrase(
            r"(\d{2,3})\s*[/|]\s*(\d{2,3})(?![v/])", most_v=lambda match: float(match[1]), rated_a=lambda match: float(match[2])
        ),
        phrase(
            r"(12|24)\s*v?\s*(?:/|-|–|to|or)\s*(?:24\s*v?\s*/\s*)?(24|48)\s*v(?:olts?)?",
            lowest_battery_v=lambda match: int(match[1]),
            highest_battery_v=lambda match: int(match[2]),
        ),
        phrase(r"auto ?volts?", note=lambda match: match[0].strip()),
        *(phrase(rf"(?:{_MOST_W}) (?:on|at|for) {volts}\s*{VOLTS}", **{f"most_{volts}v_w": number}) for volts in (12, 24, 48)),
        phrase(_MOST_W, most_12v_w=number),
        phrase(r"(?:two|2|twin|dual) (?:inputs|trackers)", inputs=2),
        phrase(r"lead only|(?:not|never) (?:set )?for lithium|no lithium", lithium="no"),
        phrase(r"(?:for |set for )?(?:lithium|lfp|lifepo4)(?: ready)?", lithium="yes"),
        phrase(rf"max(?:imum)?\s*({NUMBER})\s*{VOLTS}", most_v=number),
    ),
    finish=finish.controller,
    beside=(beside(rf"{_SHORTED}(?: current)?", "most_isc_a", "a"),),
)
INVERTER = LineKind(
    "inverter",
    called(r"inverters?(?:[ /-]charger)?|inv|combi"),
    {"watts": "rated_w"},
    (
        *amount(r"surge|peak|start(?:s|ing|up)?", WATTS, "surge_w"),
        *amount(r"surge|peak|start(?:s|ing|up)?", r"kw\b", "surge_w", 1000),
        *amount(r"idle|standby|no load", WATTS, "idle_w"),
        phrase(rf"asks? for (?:a )?({NUMBER})\s*{AMPS}\s*fuse", maker_fuse_a=number),
        phrase(r"no (?:gfci|rcd)(?: outlets?)?", note=lambda match: match[0]),
        phrase(r"psw|pure sine(?: wave)?|true sine(?: wave)?|sine wave", waveform="pure_sine"),
        phrase(r"msw|modified sine(?: wave)?|modified|stepped|quasi[- ]sine|square wave", waveform="modified_sine"),
        phrase(r"two legs?|split[- ]phase|120/240\s*v?", legs=2),
        phrase(r"one leg|single leg", legs=1),
        phrase(r"no pre-?charge", pre_charge="none"),
        phrase(r"(?:with )?pre-?charge(?: resistor)?", pre_charge="fitted"),
        phrase(rf"gives? ({NUMBER})\s*{AMPS} (?:into a short|short[- ]circuit(?:ed)?)", short_circuit_a=number),
        *BONDED,
        *TRANSFER,
        phrase(
            rf"(?:back-?)?feeds? (?:the |a )?(?:whole |ac |main |breaker |sub[- ]?)*(?:{A_PANEL}"
            r"|vehicle|van|boat|rv|bus|trailer|everything)",
            feeds="panel",
        ),
        phrase(
            rf"(?:hard-?)?wired (?:in)?to (?:the |a )?(?:main |sub[- ]?)?(?:{A_PANEL})", {"feeds": "outlets"}, feeds="panel"
        ),
        phrase(r"feeds? (?:all )?(?:the )?(?:existing )?outlets", feeds="panel"),
        phrase(r"plug(?:ged)?[- ]in(?: only)?", feeds="outlets"),
        phrase(
            r"(?:with |has |on )?(?:its )?own outlets?(?: only)?"
            r"|(?:with )?(?:a |its )?gfci(?: outlets?| receptacles?)?"
            r"|outlets? (?:on|of) (?:it|its own)|(?:receptacles?|outlets) only"
            r"|not (?:wired |connected )?(?:in)?to the (?:ac |breaker )?panel",
            feeds="outlets",
        ),
    ),
    finish=finish.inverter,
    # An “inverter charger” may name its charger again: the last of the words has the amps.
    beside=(
        beside(r"(?:built-?in )?charger(?!.*\bcharger\b)", "charger_a", "a", unit_said=True),
        beside(r"transfer(?: relay| switch)?", "transfer_a", "a", unit_said=True),
    ),
)
CHARGER = LineKind(
    "shore_charger",
    called(r"(?:shore |mains |battery |ac )*charger|power supply"),
    {"amps": "output_a"},
    (
        *_SETTINGS,
        *_EASE,
        _STAGES,
        phrase(rf"(?:power factor|pf)\s*(?:of\s*)?({NUMBER})", power_factor=number),
        phrase(rf"({NUMBER})\s*%\s*(?:efficien(?:t|cy))|efficiency\s*({NUMBER})\s*%", efficiency_frac=_percent),
        phrase(r"converter", name="Converter"),
        phrase(
            rf"(?:wired |hangs )?(?:on|in|into|off) (?:the |a breaker (?:in|of|on) the )?(?:{A_PANEL})(?: too)?"
            r"|on (?:a|its own) breaker",
            fed_from="panel",
        ),
        phrase(
            r"(?:on |from )?(?:the )?(?:shore|hook-?up|mains) only|only (?:on|from) (?:the |a )?(?:shore|hook-?up|mains)",
            fed_from="hookup",
        ),
        phrase(
            r"(?:plugged |wired )?(?:into|on) (?:the )?inverter(?:'s)?(?: outlet| output)?"
            r"|(?:fed|runs?) (?:by|from|off) the inverter",
            fed_from="inverter",
        ),
    ),
    finish=finish.charger,
)
GENERATOR_WORDS = r"generator|gen[- ]?set|genn(?:y|ie)"
GENERATOR = LineKind(
    "generator",
    called(rf"(?:inverter[- ])?(?:{GENERATOR_WORDS})"),
    {"watts": "rated_w"},
    (
        phrase(r"inverter(?: type)?"),  # how it makes its mains, and no inverter on the bank
        phrase(r"petrol|gasoline", fuel="petrol"),
        phrase(r"diesel", fuel="diesel"),
        phrase(r"propane|lpg|natural gas|bottled gas", fuel="gas"),
        phrase(r"gas", fuel=finish.GAS),
        phrase(rf"({NUMBER})\s*(?:l|litres?|liters?) tank|tank (?:of )?({NUMBER})\s*(?:l|litres?|liters?)\b", tank_l=number),
        phrase(rf"({NUMBER})\s*(?:l|litres?|liters?)(?: an hour| per hour|/h)", full_l_per_h=number),
        phrase(
            r"floating(?: neutral)?|neutral floats|(?:neutral )?(?:is )?not bonded|unbonded|no (?:neutral )?bond", bond="none"
        ),
        phrase(r"neutral (?:is )?bonded(?: to (?:its |the )?frame)?|bonded neutral|bond(?:ing)? plug", bond="fixed"),
    ),
    finish=finish.generator,
)
_HOUSE = r"(?:the )?(?:house(?: bank| batter(?:y|ies))?|bank|battery|batteries)"
_BY_VOLTS = r"(?:vsr|volt(?:age)?[- ]sens(?:ing|itive) (?:relay|solenoid))"
_THROUGH = r"(?:(?:by |through |via )(?:a |the )?)"
ALTERNATOR = LineKind(
    "alternator",
    called(r"alternator|alt"),
    {"amps": "rated_a", "length": "length", "conductor": "conductor"},
    (
        phrase(r"smart(?: regulation)?|ecu[- ]controlled", regulation="smart"),
        phrase(r"euro[- ]?[3-7]", note=lambda match: match[0]),  # many of them are smart, and not all
        phrase(r"ext(?:ernal(?:ly)?)?(?: reg(?:ulat(?:or|ed|ion))?)?", regulation="external"),
        phrase(r"standard(?: regulat(?:or|ed|ion))?|internal(?:ly)? regulat(?:or|ed|ion)", regulation="standard"),
        phrase(rf"(?:does not|doesn't|not) (?:charge|connected to)(?: {_HOUSE})?|no house charging", charges_house="none"),
        phrase(rf"{_THROUGH}?{_BY_VOLTS}(?: to {_HOUSE})?", charges_house="relay", trigger="volts"),
        phrase(rf"{_THROUGH}?(?:split[- ]charge )?(?:relay|solenoid)(?: to {_HOUSE})?", charges_house="relay"),
        phrase(rf"{_THROUGH}?(?:hand|manual|battery)[- ]switch(?: to {_HOUSE})?", charges_house="hand_switch"),
        phrase(
            rf"{_THROUGH}?(?:managing device|(?:(?:two|2)[- ]bank|battery) manager|bank manager)(?: to {_HOUSE})?",
            charges_house="manager",
        ),
        phrase(rf"(?:straight|direct(?:ly)?) (?:to|into|on) {_HOUSE}", charges_house="regulated"),
        *amount(r"(?:at )?idle|idling(?: at)?", AMPS, "idle_a"),
        phrase(r"no (?:temperature|heat) sens(?:or|ing)|not temperature[- ]sensed", temperature_sensed="none"),
        phrase(
            r"(?:with (?:a )?)?(?:temp(?:erature)?|heat) sens(?:or|ing)|temp(?:erature)?[- ]sensed", temperature_sensed="fitted"
        ),
        phrase(r"no lead buffer", lead_buffer="none"),
        phrase(r"(?:with (?:a )?)?lead buffer", lead_buffer="fitted"),
        *_WAY,
        *_SETTINGS,
        phrase(r"(?:by |through |via )(?:a |the )?dc-?dc", charges_house="dcdc"),
    ),
    finish=finish.alternator,
)  # fmt: skip
_SMALL = rf"(\d{{1,2}}|{'|'.join(NUMBER_WORDS)})"


def _small(match: re.Match[str]) -> int:
    return NUMBER_WORDS.get(match[1].lower()) or int(match[1])


def _either(match: re.Match[str]) -> int:
    word = (match[1] or match[2]).lower()
    return NUMBER_WORDS.get(word) or int(word)


_IN_SERIES = (
    phrase(r"(\d{1,2})p(\d{1,2})s", parallel=lambda match: int(match[1]), series=lambda match: int(match[2])),
    phrase(
        rf"{_SMALL} strings? of {_SMALL}",
        parallel=_small,
        series=lambda match: NUMBER_WORDS.get(match[2].lower()) or int(match[2]),
        of_strings=True,
    ),
    phrase(rf"{_SMALL} (?:in )?series", series=_small),
    phrase(rf"{_SMALL} (?:in )?parallel(?: strings)?|{_SMALL} strings", parallel=_either),
    phrase(r"(\d{1,2})s(\d{1,2})p", series=lambda match: int(match[1]), parallel=lambda match: int(match[2])),
    phrase(r"(\d{1,2})s", series=lambda match: int(match[1])),
    phrase(r"(\d{1,2})p", parallel=lambda match: int(match[1])),
    phrase(r"(?:all )?(?:in )?series", all_series=True),
    phrase(r"(?:all )?(?:in )?parallel", all_parallel=True),
)
# Whether figures are those of one panel, or of all.
_ALL_TOGETHER = (
    phrase(r"of (?:solar )?(?:panels|solar|pv)", together=True),
    phrase(r"(?:in )?total|all together|altogether|together|combined|in all|all in", together=True),
    phrase(r"each|apiece|a piece|per panel|of one", of_each=True),
)
_LARGEST_FUSE = r"(?:max(?:imum)?|largest)(?: series)? fuse"
PANELS = LineKind(
    "panels",
    called(r"(?:solar )?panels?|(?:solar )?array|solar|pv"),
    {"watts": "watts_each", "kilograms": "mass_kg"},
    (
        *_IN_SERIES,
        phrase(r"portable|carried out", mounting="portable"),
        phrase(r"(?:on )?(?:the |an? )?(?:arch|gantry)", mounting="arch"),
        phrase(r"(?:on )?(?:the )?(?:bonnet|hood)", mounting="bonnet"),
        phrase(r"on the ground|ground[- ]mounted", mounting="ground"),
        phrase(r"glued(?: (?:down|flat))?", held_by="glued"),
        phrase(r"(?:on )?tilt(?:ing)? legs", held_by="tilt_legs"),
        phrase(r"(?:on )?rails", held_by="rails"),
        phrase(r"flexible", build="flexible"),
        phrase(r"folding|foldable", build="folding"),
        phrase(r"thin[- ]film", build="thin_film"),
        phrase(r"rigid", build="rigid"),
        phrase(r"no gland", gland="none"),
        phrase(r"(?:sealed |with a )?gland", gland="fitted"),
        phrase(r"no (?:disconnect|isolator|switch)", disconnect="none"),
        phrase(r"(?:with (?:a |an )?)?(?:disconnect|isolator)", disconnect="fitted"),
        phrase(r"(?:connectors? mixed|mixed connectors?|unlike connectors?)", connectors_alike="no"),
        phrase(r"(?:with )?(?:(?:its|their|an?) )?own controller", own_controller="yes"),
        phrase(r"(?:port|polarity|poles?) (?:is |are )?(?:not reversed|right)", polarity="as_marked"),
        phrase(r"(?:port|polarity|poles?) reversed|reversed (?:port|polarity)", polarity="reversed"),
    ),
    counted=True,
    finish=finish.panels,
    # Open volts are above those at full power and shorted amps above those at full power, of any panel.
    beside=(
        beside(r"voc|open(?:[- ]circuit)?(?: volt(?:s|age))?", "voc_v", "v", "higher"),
        beside(r"isc|short(?:ed|[- ]circuit)?(?: (?:amps|current))?", "isc_a", "a", "higher"),
        beside(r"vmpp?|volts at full power", "vmp_v", "v", "lower"),
        beside(r"impp?|amps at full power", "imp_a", "a", "lower"),
    ),
    first=(
        phrase(rf"measured (?:open )?({NUMBER})\s*{VOLTS}(?: open)?", measured_voc_v=number),
        phrase(rf"measured (?:short(?:ed)? )?({NUMBER})\s*{AMPS}(?: short(?:ed)?)?", measured_isc_a=number),
        phrase(
            rf"{_LARGEST_FUSE}\s*({NUMBER})\s*{AMPS}|({NUMBER})\s*{AMPS} {_LARGEST_FUSE}",
            max_fuse_a=number,
        ),
        phrase(r"no string fuses?|strings? not fused|no fuses? (?:on|in) (?:the |each )?strings?", string_fuse_a="none"),
        phrase(
            rf"({NUMBER})\s*{AMPS}\s*(?:string fuses?|fuses? (?:in |on |for |at )?(?:each|per|every|the)(?: strings?)?)"
            rf"|string fuses?(?: of)?\s*({NUMBER})\s*{AMPS}",
            string_fuse_a=number,
        ),
        phrase(rf"({NUMBER})\s*(?:metres?|meters?|m) (?:of )?(?:lead|cable)", lead=lambda match: f"{match[1]} m"),
        phrase(rf"({NUMBER})\s*(?:feet|foot|ft) (?:of )?(?:lead|cable)", lead=lambda match: f"{match[1]} ft"),
        phrase(rf"(?:tilt(?:ed)?|raised)(?: (?:at|to|by))?\s*({NUMBER})\s*(?:°|deg(?:rees?)?)", tilt_deg=number),
        phrase(
            rf"(?:max(?:imum)?\s*)?({NUMBER})\s*{VOLTS}\s*system|system(?: volts| voltage)?\s*({NUMBER})\s*{VOLTS}",
            system_v=number,
        ),
        *_ALL_TOGETHER,
        phrase(r"(\d{2,3})[- ]cells?", cells=lambda match: int(match[1])),
    ),
)
BATTERY = LineKind(
    "bank",
    called(rf"house {BANK}|{BANK}|blocks?|cells?|units?"),
    {"volts": "battery.nominal_v", "amp_hours": "battery.capacity_ah", "kilograms": "battery.mass_kg"},
    (
        *_IN_SERIES,
        phrase(r"li?fe?po ?4|lfp|lithium iron(?: phosphate)?", battery__chemistry="lfp"),
        phrase(r"nmc|traction modules?", battery__chemistry="nmc"),
        phrase(r"agm", battery__chemistry="agm"),
        phrase(r"gel", battery__chemistry="gel"),
        phrase(r"sealed (?:wet|lead|flooded)(?:[- ]acid)?|maintenance[- ]free", battery__chemistry="sealed_wet"),
        phrase(r"flooded(?: lead)?(?:[- ]acid)?|wet(?: lead)?|(?:with )?caps", battery__chemistry="flooded"),
        phrase(r"group[- ]?\d{2,3}[a-z]{0,2}|gc[- ]?2|4d|8d", note=lambda match: match[0]),  # sizes of cases
        phrase(rf"({NUMBER})\s*{AMPS}\s*bms|bms\s*({NUMBER})\s*{AMPS}", battery__discharge_limit_a=number, bms="fitted"),
        phrase(r"no bms|without (?:a )?bms", bms="none"),
        phrase(r"(?:with )?(?:a )?bms", bms="fitted"),
        phrase(
            r"(?:with )?(?:12\s*v(?:olt)? )?(?:loads?|lights?|radio|tap(?:ped)?|feed) (?:off|from|on|at) (?:the )?"
            r"(?:one battery|half(?: the bank)?|mid(?:dle|[- ]?point))",
            midpoint="load",
        ),
        phrase(r"(?:with )?(?:a )?balancer|equali[sz]er(?= between)", midpoint="balancer"),
        phrase(r"no string fuses", string_fuses="none"),
        phrase(r"(?:with )?string fuses|fuse (?:for )?each string", string_fuses="fitted"),
        phrase(r"no (?:self[- ])?heat(?:er|ing)", battery__self_heating=False),
        phrase(r"self[- ]heat(?:ed|ing)|heated|heater", battery__self_heating=True),
        phrase(r"(?:in )?(?:the |a )?(?:living space|cabin)", bay="living_space"),
        phrase(r"(?:in )?(?:the |a )?vented (?:box|enclosure)", bay="vented_enclosure"),
        phrase(r"outside", bay="outside"),
        phrase(r"straps?|strapped(?: down)?", restraint="straps"),
        phrase(r"bolted(?: frame| down)?|in a frame|steel frame", restraint="frame"),
        phrase(r"nothing holds it|loose|not (?:held|fixed|strapped)(?: down)?", restraint="none"),
        phrase(r"diagonal(?:ly)?(?: take-?off)?", take_off="diagonal"),
        phrase(r"equal leads?", take_off="equal_leads"),
        phrase(r"(?:taken )?(?:at|from) one (?:side|end)|side take-?off", take_off="side"),
    ),
    counted=True,
    finish=finish.bank,
)
OF_A_MACHINE = r"(?:bow |stern )?thruster|(?:anchor )?windlass|winch|tail[- ]?lift|breakaway|trolling motor"
OTHER_BANK = LineKind(
    "other_bank",
    called(rf"(?:start(?:er|ing)?|cranking|engine|chassis|vehicle|second|backup) {BANK}|{BANK}"),
    {"amp_hours": "capacity_ah", "amps": "cranking_a"},
    counted=True,
    phrases=(
        phrase(r"(?:start(?:er|ing)?|cranking)(?=\s+\d)", role="starter"),
        phrase(rf"(?:{OF_A_MACHINE})(?= (?:{BANK}))", name=lambda match: match[0]),
        phrase(rf"(?:start(?:er|ing)?|cranking|engine|chassis|vehicle)(?= (?:{BANK}))", role="starter"),
        phrase(rf"second(?= (?:{BANK}))", role="second"),
        phrase(rf"backup(?= (?:{BANK}))", role="backup"),
        phrase(r"lifepo4|life?po4|lfp|lithium(?: iron phosphate)?", chemistry="lfp"),
        phrase(r"agm", chemistry="agm"),
        phrase(r"gel", chemistry="gel"),
        phrase(r"sealed (?:wet|lead|flooded)|maintenance[- ]free", chemistry="sealed_wet"),
        phrase(r"flooded(?: lead)?(?:[- ]acid)?|wet(?: lead)?|with caps", chemistry="flooded"),
        phrase(r"nothing keeps it (?:full|charged)|no upkeep", upkeep="none"),
        phrase(r"kept (?:full|charged) (?:by|from) the house", upkeep="house"),
        phrase(r"(?:two|2)[- ]pole (?:isolator|isolation|switch)", isolation="two_pole"),
        phrase(r"(?:one|1|single)[- ]pole (?:isolator|isolation|switch)", isolation="one_pole"),
        phrase(r"no (?:isolator|isolation|switch)", isolation="none"),
        phrase(r"isolator", {"isolation": "none"}),
        phrase(r"no managing device", managing_device="none"),
        phrase(r"(?:behind |with |through )?(?:a )?managing device", managing_device="fitted"),
        phrase(rf"({NUMBER})\s*cca", note=lambda match: match[0]),
    ),
    finish=finish.other_bank,
)
OTHER = LineKind("other", called(r"other\s*:"))
# A relay between two banks is how an alternator charges the house, where one is there that it can belong to: see ``line``.
RELAY = LineKind(
    "alternator",
    called(
        r"(?:split[- ]charg(?:e|ing)|combiner|coupling|volt(?:age)?[- ]sens(?:ing|itive)|isolat(?:or|ing))"
        r" (?:relay|solenoid)|(?:battery )?combiner(?: relay)?|vsr|acr"
    ),
    {"amps": "limit_a"},
    (phrase(rf"(?:{BANK})(?= combiner)"), phrase(_BY_VOLTS, trigger="volts"), *_WAY),
)
