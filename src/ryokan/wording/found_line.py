"""What was understood of a line of the survey, and what has to be asked, as sentences."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ryokan.core.lines.kit import Part, Question
from ryokan.core.survey.line import Understood
from ryokan.wording.marks import Became, Marked
from ryokan.wording.quantities import number

QUESTIONS: dict[str, str] = {
    "line.endless": "“{text}” is longer than any number is.",
    "thing.what_is_it": "What is it? Name it, such as “inverter 2000W under the bed”, or write “other: gas detector”.",
    "thing.two_things": "These are two things: “{first}” and “{second}”. Write a line for each.",
    "thing.of_one_or_all": "Is “{text}” of one, or of all together? Write how many there are, and the watts of one.",
    "thing.volts_of_one_or_all": "Are “{text}” of one panel, or of all in series together?",
    "thing.of_the_inverter": "“{text}” is said of the inverter. Write it in its own line.",
    "thing.not_used": "“{text}” is not understood of such a thing. Put it in other words, or leave it out.",
    "thing.unit_or_bank": "Is “{text}” of one unit, or of the whole bank? {series} in series would make {volts} V. "
    "Write the volts of one unit.",
    "thing.is_not_there": "“{text}”: what is not there takes no line. What was there and goes may be written with “goes”.",
    "thing.denied": "“{text}”: what it is not does not say what it is. Write what is there.",
    "thing.number_without_unit": "“{text}” has no unit that says what it is. Write A, V, W, Ah, ft, m or years behind it.",
    "thing.said_twice": "“{text}” says otherwise than “{first}”. Keep one.",
    "thing.which_number": "“{text}” stands between “{first}” and “{second}”. Of which is it?",
    "thing.has_no_such": "“{text}” has no place at such a thing. Put it in other words, or leave it out.",
    "thing.out_of_bounds": "“{text}”: {why}.",
    "thing.one_each": "One line is one of them. Write a line for each.",
    "thing.arrangement": "{count} of them: how are they joined?",
    "thing.several_units": "{count} of them: what are they together? Write for example “24V 110Ah” for two in series.",
    "thing.count_unlike_arrangement": "{count} of them are not {series} in series and {parallel} in parallel.",
    "thing.which_lithium": "“{text}” is LFP in most vehicles, and NMC out of traction packs: they are charged to other volts. "
    "Which is it?",
    "thing.energy_without_volts": "“{text}” makes amp-hours only with the volts of one unit. Write them.",
    "thing.which_panel_point": "Is “{text}” with nothing connected, as Voc and Isc are, or at full power?",
    "thing.which_charger_volts": "Is “{text}” where it stops charging, or the class that it is made for?",
    "thing.which_isolator": "Is “{text}” a switch that parts the bank from all else, or a relay through which an alternator "
    "charges it?",
    "thing.volt_amps": "“{text}” are volt-amps; what it gives in watts may be less. Write the watts on its plate.",
    "thing.which_inverter_amps": "Are “{text}” what it charges with, or what it passes through?",
    "reading.number_without_unit": "“{text}” of what? Write V, A, W, %, Ah or Wh behind it.",
    "thing.which_cord": "There is no cord of {text} here. Those are {sizes} A.",
    "thing.side_without_unit": "In what are the sides of “{text}”? Write cm, m, in or ft behind them.",
    "thing.box_without_name": "What is it called, the space of “{text}”?",
    "thing.box_out_of_bounds": "“{text}” is no space of a vehicle: each side is above 0 and at most 20 m.",
    "reading.denied": "“{text}”: how was it instead? Write resting, charging or under load, or leave it out.",
    "reading.nothing_read": "What does it say? Write for example “12.9 V resting” or “solar 340 W hazy”.",
    "reading.into_or_out": "Do “{text}” go into the bank, or out of it?",
    "reading.whose_watts": "Whose are “{text}”: of the array, or of the mains?",
    "reading.which_amp_hours": "Are “{text}” what is missing to full, or what it holds?",
}

KIND_NAMES = {
    "bank": "Bank",
    "other_bank": "Other bank",
    "alternator": "Alternator",
    "dcdc": "DC-DC charger",
    "shore_charger": "Shore charger",
    "inverter": "Inverter",
    "panels": "Panels",
    "controller": "Solar controller",
    "main_cable": "Main cable",
    "cable": "Cable",
    "fuse": "Fuse",
    "switch": "Switch",
    "dc_gear": "Between bank and runs",
    "negative": "Negative side",
    "ac_panel": "AC panel",
    "ac_guard": "Guard on the AC side",
    "cord": "Shore cord",
    "generator": "Generator",
    "other": "Something else",
    "compartment": "Compartment",
    "roof": "Roof",
    "reading": "Read",
}
_CHEMISTRIES = {
    "lfp": "LFP", "nmc": "traction modules", "agm": "AGM", "gel": "gel", "flooded": "wet with caps", "sealed_wet": "sealed wet",
}  # fmt: skip
FUSE_FAMILIES = {
    "class_t": "class T",
    "anl": "ANL",
    "mega": "Mega",
    "mrbf": "terminal fuse",
    "blade": "blade",
    "breaker": "breaker",
    "gg": "gG",
}
_RCD = {
    "none": "no residual-current device", "not_read": "its type not read", "ac": "type AC", "a": "type A",
    "f": "type F", "b": "type B",
    "gfci": "GFCI",
}  # fmt: skip
_WORDS: Mapping[str, Mapping[Any, str]] = {
    "battery.chemistry": _CHEMISTRIES,
    "fuse_family": FUSE_FAMILIES,
    "family": FUSE_FAMILIES,
    "midpoint": {
        "none": "nothing between its units", "load": "a load between its units", "charger": "a charger between its units",
        "balancer": "a balancer between its units",
    },
    "string_fuses": {"fitted": "a fuse for each string", "none": "no string fuses"},
    "bay": {"living_space": "in the living space", "vented_enclosure": "in a vented enclosure", "outside": "outside"},
    "restraint": {"frame": "in a bolted frame", "straps": "strapped", "none": "held by nothing"},
    "take_off": {"diagonal": "taken off diagonally", "equal_leads": "equal leads", "posts": "posts", "side": "off one side"},
    "battery.self_heating": {True: "heats itself", False: "does not heat itself"},
    "mounting": {
        "roof": "on the roof", "arch": "on the arch", "bonnet": "on the bonnet", "ground": "on the ground",
        "portable": "carried out",
    },
    "held_by": {"rails": "on rails", "glued": "glued flat", "tilt_legs": "on legs that raise them"},
    "build": {"rigid": "rigid", "flexible": "flexible", "folding": "folding", "thin_film": "thin film"},
    "string_fuse_a": {"none": "no string fuses"},
    "gland": {"fitted": "with a gland", "none": "no gland"},
    "disconnect": {"fitted": "with a switch", "none": "no switch before the controller"},
    "connectors_alike": {"no": "connectors of unlike make", "yes": "connectors alike"},
    "own_controller": {"yes": "with a controller of its own", "no": "without a controller"},
    "polarity": {"reversed": "poles the other way round", "as_marked": "poles as marked"},
    "lithium": {"yes": "for lithium", "no": "not for lithium"},
    "method": {"mppt": "MPPT", "pwm": "PWM"},
    "regulation": {"smart": "smart", "external": "external regulator", "standard": "standard regulator"},
    "charges_house": {
        "relay": "charges the house through a relay", "dcdc": "charges it through DC-DC", "none": "does not charge the house",
        "hand_switch": "charges it through a hand switch", "manager": "charges it through a managing device",
        "regulated": "charges it straight, by a regulator of its own",
    },
    "hitch_plug": {"fitted": "through a plug at the hitch", "none": "no plug on the way"},
    "trigger": {
        "ignition": "switched by the ignition", "volts": "switched by volts", "engine_signal": "switched by the running engine",
        "hand": "switched by hand",
    },
    "field_stop": {"fitted": "stopped before the electronics open", "none": "nothing stops it before the electronics open"},
    "lead_buffer": {"fitted": "with a lead buffer", "none": "no lead buffer"},
    "temperature_sensed": {"fitted": "its heat is felt", "none": "its heat is not felt"},
    "equalises": {"yes": "equalises", "no": "does not equalise"},
    "cold_stop": {"fitted": "stops in the cold", "none": "does not stop in the cold"},
    "adjustable": {"yes": "can be turned down", "no": "cannot be turned down"},
    "isolated": {"yes": "isolated", "no": "not isolated"},
    "fuel": {"petrol": "petrol", "diesel": "diesel", "gas": "gas"},
    "role": {"starter": "starts the engine", "second": "a second bank", "backup": "a backup"},
    "chemistry": _CHEMISTRIES,
    "upkeep": {
        "house": "kept full by the house", "charger": "kept full by a charger", "panel": "kept full by a panel",
        "none": "nothing keeps it full",
    },
    "isolation": {"two_pole": "isolated at both poles", "one_pole": "isolated at one pole", "none": "no isolator"},
    "managing_device": {"fitted": "behind a managing device", "none": "no managing device"},
    "waveform": {"pure_sine": "pure sine", "modified_sine": "stepped wave"},
    "legs": {1: "one leg", 2: "two legs"},
    "pre_charge": {"fitted": "with pre-charge", "none": "no pre-charge"},
    "feeds": {"outlets": "feeds outlets of its own", "panel": "feeds the panel"},
    "transfer": {
        "cord": "by a cord that a hand moves", "switch": "by a switch that a hand throws", "relay": "by a relay, by itself",
        "inverter": "passes the hookup on by itself",
    },
    "bond": {
        "relay": "neutral bonded by a relay", "fixed": "neutral bonded", "none": "neutral floats",
        "bonded": "neutral bonded",
        "apart": "neutral kept apart from earth",
    },
    "fed_from": {
        "hookup": "on an outlet that the hookup alone feeds", "panel": "on the panel", "inverter":
        "on an outlet of the inverter",
    },
    "shared_neutral": {"yes": "circuits share a neutral", "no": "no shared neutral"},
    "main_poles": {1: "main breaker opens the live side", 2: "main breaker opens both"},
    "main_rcd": _RCD, "rcd": _RCD,
    "device": {
        "rcd": "residual-current device", "galvanic": "galvanic isolator", "fail_safe": "galvanic isolator that fails closed",
        "transformer": "isolation transformer", "polarity": "polarity indicator",
    },
    "there": {"none": "there is none", "fitted": "there"},
    "gear": {
        "main_switch": "main switch", "bus_bar": "bus bar", "shunt": "shunt", "load_disconnect": "load disconnect",
        "fuse_box": "fuse box",
    },
    "pole": {"positive": "positive pole", "negative": "negative pole"},
    "reach": {"yes": "within reach", "no": "out of reach"},
    "ignition_protected": {"yes": "ignition-protected", "no": "not ignition-protected"},
    "polarised": {"yes": "marked for one way alone", "no": "for both ways"},
    "bms": {
        "fitted": "with a BMS", "none": "no BMS", "inside": "electronics within each unit",
        "in_negative": "electronics in the negative",
    },
    "past_bms": {"yes": "something goes past the electronics", "no": "nothing goes past the electronics"},
    "past_shunt": {"yes": "something goes past the shunt", "no": "nothing goes past the shunt"},
    "chassis": {"fitted": "joined to the chassis", "none": "not joined to the chassis"},
    "chassis_points": {"one": "at one point", "several": "at several points"},
    "hull_return": {"yes": "hull or frame carries current", "no": "no current through hull or frame"},
    "covers": {"all": "over all", "outlets": "at the outlets"},
    "material": {"copper": "copper", "copper_clad_aluminium": "copper-clad aluminium", "aluminium": "aluminium"},
    "make": {"stranded": "stranded", "solid": "solid wire"},
    "zone": {"engine_space": "in the engine's heat"},
    "does": {"main": "main switch", "isolator": "isolator", "transfer": "between two sources"},
    "thrown": {"by_hand": "by hand", "by_itself": "by itself"},
    "condition": {"as_new": "as new", "good": "good", "worn": "worn", "damaged": "damaged"},
    "fate": {"stays": "stays", "goes": "goes"},
    "known_from": {"plate": "by its plate", "measured": "measured", "estimate": "an estimate"},
    "fuse_a": {"none": "no fuse"},
    "rated_a": {"none": "none there"},
}  # fmt: skip
_AMOUNTS = {
    "battery.nominal_v": "{} V a unit", "battery.capacity_ah": "{} Ah a unit", "battery.mass_kg": "{} kg a unit",
    "battery.discharge_limit_a": "BMS passes {} A", "series": "{} in series", "parallel": "{} in parallel",
    "cables": "{} side by side", "fuse_v": "fuse for {} V", "fuse_breaks_a": "breaks {} A", "rated_v": "for {} V",
    "breaks_a": "breaks {} A", "count": "{} of them", "watts_each": "{} W each", "voc_v": "{} V open", "isc_a": "{} A shorted",
    "vmp_v": "{} V at full power", "cells": "{} cells", "measured_voc_v": "{} V open as measured",
    "max_fuse_a": "fuses up to {} A", "string_fuse_a": "string fuses of {} A", "most_isc_a": "bears {} A shorted",
    "most_12v_w": "up to {} W on 12 V", "most_24v_w": "up to {} W on 24 V", "most_48v_w": "up to {} W on 48 V",
    "lowest_battery_v": "banks from {} V", "highest_battery_v": "banks up to {} V", "inputs": "{} inputs",
    "mass_kg": "{} kg", "length_m": "{} m long", "width_m": "{} m wide", "tilt_deg": "tilted {}°",
    "measured_isc_a": "{} A shorted as measured",
    "imp_a": "{} A at full power", "in_series": "{} in a string", "rated_a": "{} A", "most_v": "up to {} V",
    "alternator_v": "{} V", "output_a": "gives {} A", "input_v": "from {} V", "output_v": "to {} V",
    "ways": "{} ways",
    "most_lugs": "{} lugs on one stud",
    "stops_at_v": "stops at {} V", "float_v": "floats at {} V", "idle_a": "{} A at idle", "tap_a": "on a tap of {} A",
    "plug_a": "plug of {} A", "limit_a": "its way bears {} A", "far_end_v": "{} V at its input",
    "cranking_a": "cranks with {} A",
    "capacity_ah": "{} Ah", "volts": "{} V", "power_factor": "power factor {}", "efficiency_frac": "passes on {}",
    "tank_l": "tank of {} l", "full_l_per_h": "{} l an hour", "adapter_a": "adapter of {} A",
    "inlet_a": "inlet of {} A", "rated_w": "{} W", "surge_w": "{} W for a moment",
    "idle_w": "{} W idle", "battery_v": "of {} V", "charger_a": "charges {} A",
    "transfer_a": "passes {} A",
    "short_circuit_a": "gives {} A into a short", "main_a": "main breaker of {} A",
    "maker_fuse_a": "asks for a {} A fuse", "told_ampacity_a": "told to bear {} A",
    "insulation_c": "insulation of {} °C", "fuse_a": "{} A fuse", "age_years": "{} years old",
}  # fmt: skip
_TEXTS = {
    "one_way_length": "{} one way", "lead": "lead of {}",
    "length": "{}", "place": "{}", "name": "called “{}”", "note": "noted: {}", "runs": "{}",
    "guards": "for {}", "between": "{}",
}  # fmt: skip
_ASSUMED = {
    "lfp_by_its_volts": "LFP by its volts",
    "only_way": "{value}: the only way to a bus of 12, 24 or 48 V",
    "capacity_from_energy": "{value} Ah by its volts",
    "full_power_point": "{value} times its amps are its watts: those of full power",
    "open_point": "{value} times its amps are above its watts: those of Voc and Isc",
    "kept_as_a_note": "kept as a note",
    "gas_of_the_region": "“gas” taken to be {value}",
    "thickness_of_a_frame": "{value} m thick left out: any frame is about that",
    "class_of_the_bank": "{value} V taken to be the banks that it charges",
    "watts_of_all": "{value} W of all together",
    "volts_of_all": "{value} V of all in series",
    "amps_of_the_bms": "{value} A taken to be what its electronics pass",
}
_READ = {
    "volts": "{} V at the bank", "percent": "{} % on the gauge", "missing_ah": "{} Ah missing to full",
    "capacity_ah": "a capacity of {} Ah", "array_watts": "{} W from the array", "harvest_wh": "{} Wh harvested",
    "open_volts": "{} V with nothing connected", "short_amps": "{} A shorted", "charger_amps": "{} A from the charger",
    "mains_volts": "{} V of mains", "mains_watts": "{} W from the mains", "load_amps": "{} A drawn",
}  # fmt: skip


def ask(question: Question) -> str:
    """The question as a sentence."""
    return QUESTIONS[question.code].format(**question.words)


def marks(read: Understood) -> list[Marked]:
    """What each stretch of a line became, in a word or two."""
    return [Marked(one.start, one.end, *_became(one, read)) for one in read.marks]


def _became(one: Part, read: Understood) -> tuple[Became, str]:
    if one.meaning == "name":
        return "name", "name"
    if one.meaning == "unused":
        return "unused", "not used"
    said = [_say(name, read.members[name]) for name in one.value or () if name in read.members]
    return "said", ", ".join(filter(None, said)) or (KIND_NAMES.get(read.kind, "") if one.meaning == "kind" else "")


def understood(read: Understood) -> str:
    """How a line was read, in one sentence; empty where it was not."""
    if not read.edits:
        return ""
    if read.kind == "reading":
        return _readings(read.members["readings"])
    members = read.members
    if read.kind in ("compartment", "roof"):
        sides = [f"{number(members[side])} m" for side in ("length_m", "width_m", "height_m") if side in members]
        called = f" “{members['name']}”" if "name" in members else ""
        return f"{KIND_NAMES[read.kind]}{called}: {' × '.join(sides)}."
    said = ", ".join(filter(None, (_say(name, members[name]) for name in sorted(members, key=_rank))))
    text = KIND_NAMES[read.kind] + (", the one that is there" if read.onto else "") + (f": {said}" if said else "")
    notes = [_ASSUMED[code].format(value=value) for code, value in read.assumed.items()]
    return f"{text} ({'; '.join(notes)})." if notes else f"{text}."


# What is said first of a thing, and what last; the rest stands between in the order in which it was said.
_FIRST = (
    "name",
    "runs",
    "count",
    "watts_each",
    "rated_w",
    "rated_a",
    "output_a",
    "battery.nominal_v",
    "battery.capacity_ah",
)
_FIRST_TOO = ("gear", "battery.chemistry", "conductor", "one_way_length", "rating", "input_v", "output_v")
_LAST = ("place", "age_years", "condition", "fate", "known_from", "note")


def _rank(name: str) -> int:
    order = (*_FIRST, *_FIRST_TOO)
    if name in order:
        return order.index(name)
    return 100 + _LAST.index(name) if name in _LAST else 50


def _say(name: str, value: Any) -> str:
    words = _WORDS.get(name, {})
    if value in words:
        return words[value]
    if name in _AMOUNTS and isinstance(value, int | float):
        return "" if name in ("series", "parallel", "cables") and value == 1 else _AMOUNTS[name].format(number(value))
    if name in ("conductor", "maker_conductor", "chassis_conductor"):
        size = str(value).partition(":")[2]
        return f"{size} AWG" if str(value).startswith("awg") else f"{size} mm²"
    if name == "rating":
        return f"{str(value).partition('_')[2]} A"
    return _TEXTS[name].format(value) if name in _TEXTS else ""


def _readings(readings: list[dict[str, Any]]) -> str:
    said = [one["note"] if one["quantity"] == "other" else _reading(one["quantity"], one["value"]) for one in readings]
    first = readings[0]
    more = [first[name] for name in ("state", "sky") if first.get(name)]
    more += [f"charged by {' and '.join(first['charged_by'])}"] if first.get("charged_by") else []
    when = [f"{first['at']:%Y-%m-%d %H:%M}"] if first.get("at") else []
    return f"Read: {', '.join([*said, *more, *when])}."


def _reading(quantity: str, value: float) -> str:
    if quantity == "bank_amps":
        return f"{number(abs(value))} A {'into' if value >= 0 else 'out of'} the bank"
    return _READ[quantity].format(number(value))
