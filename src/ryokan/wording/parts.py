"""What the members of a part are called, with their units and choices: enough to show and to fill in any kind."""

from __future__ import annotations

import types
from dataclasses import dataclass
from typing import Annotated, Any, Literal, TypeAlias, Union, get_args, get_origin

from pydantic.fields import FieldInfo

from ryokan.core.parts.base import Price, Size
from ryokan.core.parts.model import KINDS, PartKind

FieldType: TypeAlias = Literal["text", "number", "integer", "choice", "yes_no", "price", "size"]

KIND_NAMES: dict[PartKind, tuple[str, str]] = {
    "battery": ("Battery", "Batteries"),
    "inverter": ("Inverter", "Inverters"),
    "panel": ("Panel", "Panels"),
    "controller": ("Solar controller", "Solar controllers"),
    "charger": ("Charger", "Chargers"),
    "dcdc": ("DC-DC charger", "DC-DC chargers"),
    "fuse": ("Fuse", "Fuses"),
    "holder": ("Fuse holder", "Fuse holders"),
    "breaker": ("Breaker", "Breakers"),
    "switch": ("Switch", "Switches"),
    "disconnect": ("Load disconnect", "Load disconnects"),
    "bus_bar": ("Bus bar", "Bus bars"),
    "shunt": ("Shunt", "Shunts"),
    "gauge": ("Gauge", "Gauges"),
    "stud": ("Stud", "Studs"),
    "block": ("Terminal block", "Terminal blocks"),
    "plug": ("Plug", "Plugs"),
    "step_down": ("Step-down converter", "Step-down converters"),
    "cable": ("Cable", "Cables"),
    "lug": ("Lug", "Lugs"),
    "sleeve": ("Sleeve", "Sleeves"),
    "gland": ("Gland", "Glands"),
}
GROUPS: dict[str, tuple[PartKind, ...]] = {
    "Power": ("battery", "inverter", "panel", "controller", "charger", "dcdc", "step_down"),
    "Protection": ("fuse", "holder", "breaker", "switch", "disconnect", "shunt", "gauge"),
    "Connection": ("cable", "lug", "sleeve", "gland", "bus_bar", "stud", "block", "plug"),
}

# Member -> label, unit.
_LABELS: dict[str, tuple[str, str]] = {
    "name": ("Name", ""),
    "maker": ("Maker", ""),
    "price": ("Price", ""),
    "mass_kg": ("Mass", "kg"),
    "size": ("Length, width, height", "m"),
    "values_from": ("Values from", ""),
    "note": ("Note", ""),
    "chemistry": ("Chemistry", ""),
    "nominal_v": ("Nominal volts", "V"),
    "capacity_ah": ("Capacity", "Ah"),
    "rated_over_h": ("Rated over", "h"),
    "discharge_limit_a": ("Gives, continuously", "A"),
    "charge_limit_a": ("Takes at most", "A"),
    "resistance_ohm": ("Internal resistance", "Ω"),
    "max_series": ("Most in series", ""),
    "max_parallel": ("Most in parallel", ""),
    "self_heating": ("Heats itself", ""),
    "heater_w": ("Its heater draws", "W"),
    "min_charge_c": ("Coldest charging", "°C"),
    "cycles": ("Cycles to 80 %", ""),
    "stud": ("Terminal", ""),
    "rated_w": ("Continuous rating", "W"),
    "surge_w": ("Surge", "W"),
    "surge_s": ("Surge lasts", "s"),
    "battery_v": ("For a bank of", "V"),
    "cutoff_v": ("Stops below", "V"),
    "idle_w": ("Draws by itself", "W"),
    "mains_v": ("Makes", "V"),
    "mains_hz": ("At", "Hz"),
    "legs": ("Legs", ""),
    "waveform": ("Waveform", ""),
    "charger_a": ("Built-in charger", "A"),
    "transfer_a": ("Built-in transfer", "A"),
    "remote_switch": ("Remote switch", ""),
    "pre_charge": ("Pre-charges itself", ""),
    "receptacle_w": ("One receptacle gives", "W"),
    "noise_db": ("Noise at 1 m", "dB"),
    "ignition_protected": ("Ignition-protected", ""),
    "asks_fuse_a": ("Maker asks for a fuse of", "A"),
    "asks_conductor": ("Maker asks for a cable of", ""),
    "panel.rated_w": ("Rated", "W"),
    "voc_v": ("Volts, open (Voc)", "V"),
    "vmp_v": ("Volts at full power (Vmp)", "V"),
    "isc_a": ("Amps, shorted (Isc)", "A"),
    "imp_a": ("Amps at full power (Imp)", "A"),
    "measured_voc_v": ("Volts, open, as measured, at 25 °C", "V"),
    "measured_isc_a": ("Amps, shorted, as measured, in full sun", "A"),
    "beta_voc_percent_per_k": ("Open volts by heat, such as -0.28", "%/K"),
    "alpha_isc_percent_per_k": ("Shorted amps by heat, such as 0.05", "%/K"),
    "gamma_p_percent_per_k": ("Power by heat, such as -0.35", "%/K"),
    "cells": ("Cells in series", ""),
    "diodes": ("Bypass diodes", ""),
    "max_fuse_a": ("Largest fuse", "A"),
    "system_v": ("System volts, at most", "V"),
    "build": ("Made", ""),
    "bifacial_frac": ("Its back gives of its front", ""),
    "rated_a": ("Rated output", "A"),
    "method": ("Method", ""),
    "rated_24v_a": ("Output on 24 V, if another", "A"),
    "rated_48v_a": ("Output on 48 V, if another", "A"),
    "lowest_battery_v": ("For banks from", "V"),
    "highest_battery_v": ("For banks up to", "V"),
    "most_v": ("Panels up to", "V"),
    "most_input_a": ("Works with amps up to", "A"),
    "most_isc_a": ("Bears shorted amps up to", "A"),
    "most_12v_w": ("Most array on 12 V", "W"),
    "most_24v_w": ("Most array on 24 V", "W"),
    "most_48v_w": ("Most array on 48 V", "W"),
    "inputs": ("Inputs", ""),
    "start_margin_v": ("Starts above the bank by", "V"),
    "running_margin_v": ("Goes on above the bank by", "V"),
    "terminal_mm2": ("Terminals take", "mm²"),
    "lithium": ("Can be set for lithium", ""),
    "shares_sensing": ("Shares the bank's volts with others", ""),
    "own_w": ("Takes for itself", "W"),
    "stops_at_v": ("Absorbs at", "V"),
    "float_v": ("Floats at", "V"),
    "equalises": ("Equalises", ""),
    "cold_stop": ("Stops in the cold", ""),
    "output_a": ("Rated output", "A"),
    "output_v": ("For banks of", "V"),
    "adjustable": ("Can be turned down", ""),
    "efficiency_frac": ("Passes on, such as 0.9", ""),
    "power_factor": ("Power factor", ""),
    "profiles": ("Profiles, such as quiet 25 A 14.4 V 13.5 V; AGM 50 A 14.7 V lead", ""),
    "charger.mains_v": ("Mains, if one only", "V"),
    "charger.lithium": ("Knows lithium", ""),
    "dcdc.lithium": ("Knows lithium", ""),
    "input_v": ("Input for", "V"),
    "isolated": ("Negatives apart", ""),
    "family": ("Kind", ""),
    "fuse.rated_a": ("Rated", "A"),
    "breaker.rated_a": ("Rated", "A"),
    "holder.rated_a": ("Each way bears", "A"),
    **{f"{kind}.rated_a": ("Bears", "A") for kind in ("switch", "disconnect", "bus_bar", "shunt", "stud", "block", "plug")},
    "rated_v": ("Made for DC volts", "V"),
    "breaks_a": ("Breaks up to", "A"),
    "opens": ("Opens, at the longest, such as 200 % 5 s; 350 % 0.5 s", ""),
    "all_a": ("All ways together", "A"),
    "ways": ("Ways", ""),
    "holder.stud": ("Studs", ""),
    "covered": ("Live metal covered", ""),
    "polarised": ("Marked for one way", ""),
    "poles": ("Poles", ""),
    "reset": ("Closed again", ""),
    "breaker.ignition_protected": ("Ignition-protected", ""),
    "brief_a": ("For some minutes", "A"),
    "lockable": ("Can be locked", ""),
    "opens_v": ("Opens below", "V"),
    "closes_v": ("Closes above", "V"),
    "by_signal": ("By a signal too", ""),
    "both_ways": ("Either way", ""),
    "studs": ("Studs", ""),
    "bus_bar.stud": ("Size of its studs", ""),
    "screws": ("Small screws", ""),
    "full_scale_mv": ("At its rating", "mV"),
    "counts": ("Counts amp-hours", ""),
    "shows": ("Shows", ""),
    "needs_shunt": ("Needs a shunt", ""),
    "lowest_v": ("From", "V"),
    "highest_v": ("Up to", "V"),
    "alarm": ("Warns before empty", ""),
    "takes_mm2": ("Wire up to", "mm²"),
    "under_load": ("Pulled under load", ""),
    "lowest_input_v": ("Input from", "V"),
    "highest_input_v": ("Input up to", "V"),
    "step_down.output_v": ("Makes", "V"),
    "conductor": ("Size, such as awg:2/0", ""),
    "insulation_c": ("Insulation for", "°C"),
    "material": ("Of", ""),
    "make": ("Make", ""),
    "tinned": ("Tinned", ""),
    "cores": ("Cores", ""),
    "colour": ("Colour", ""),
    "outside_mm": ("Outside", "mm"),
    "told_ampacity_a": ("Bears by its maker", "A"),
    "kg_per_m": ("A metre weighs", "kg"),
    "cable.price": ("Price a metre", ""),
    "sleeve.price": ("Price a metre", ""),
    "lug.stud": ("For a stud", ""),
    "angle_deg": ("Bent by", "°"),
    "before_mm": ("Before it shrinks", "mm"),
    "after_mm": ("After", "mm"),
    "adhesive": ("With adhesive", ""),
    "smallest_mm": ("Cables from", "mm"),
    "largest_mm": ("Up to", "mm"),
    "cables": ("Cables", ""),
    "wet": ("Seals against water", ""),
}

_CHOICES: dict[str, str] = {
    "lfp": "Lithium (LFP)",
    "nmc": "Lithium NMC module",
    "custom": "Another chemistry",
    "agm": "AGM",
    "gel": "Gel",
    "flooded": "Flooded",
    "sealed_wet": "Sealed wet",
    "data_sheet": "its data sheet",
    "measured": "measurement",
    "estimate": "an estimate",
    "pure_sine": "pure sine",
    "modified_sine": "modified sine",
    "mppt": "MPPT",
    "pwm": "PWM",
    "rigid": "rigid, in a frame",
    "flexible": "flexible",
    "folding": "folding",
    "thin_film": "thin film",
    "fitted": "yes",
    "none": "no",
    "class_t": "class T",
    "anl": "ANL",
    "mega": "Mega",
    "mrbf": "on the terminal",
    "blade": "blade",
    "breaker": "breaker",
    "gg": "gG",
    "by_hand": "by hand",
    "by_itself": "by itself",
    "volts": "volts",
    "amp_hours": "amp-hours",
    "copper": "copper",
    "copper_clad_aluminium": "copper-clad aluminium",
    "aluminium": "aluminium",
}

# What a list shows of each kind, in this order.
COLUMNS: dict[PartKind, tuple[str, ...]] = {
    "battery": ("chemistry", "nominal_v", "capacity_ah", "discharge_limit_a", "mass_kg", "price"),
    "inverter": ("battery_v", "mains_v", "rated_w", "surge_w", "idle_w", "mass_kg", "price"),
    "panel": ("build", "rated_w", "voc_v", "vmp_v", "isc_a", "mass_kg", "price"),
    "controller": ("method", "rated_a", "most_v", "most_isc_a", "inputs", "mass_kg", "price"),
    "charger": ("output_v", "output_a", "power_factor", "efficiency_frac", "lithium", "mass_kg", "price"),
    "dcdc": ("input_v", "output_v", "output_a", "isolated", "lithium", "mass_kg", "price"),
    "fuse": ("family", "rated_a", "rated_v", "breaks_a", "price"),
    "holder": ("family", "rated_a", "all_a", "ways", "rated_v", "stud", "price"),
    "breaker": ("rated_a", "rated_v", "breaks_a", "polarised", "poles", "reset", "price"),
    "switch": ("rated_a", "brief_a", "rated_v", "poles", "ignition_protected", "price"),
    "disconnect": ("rated_a", "rated_v", "opens_v", "closes_v", "both_ways", "price"),
    "bus_bar": ("rated_a", "rated_v", "studs", "stud", "screws", "price"),
    "shunt": ("rated_a", "full_scale_mv", "counts", "stud", "price"),
    "gauge": ("shows", "needs_shunt", "lowest_v", "highest_v", "alarm", "price"),
    "stud": ("stud", "rated_a", "covered", "price"),
    "block": ("ways", "rated_a", "rated_v", "takes_mm2", "price"),
    "plug": ("rated_a", "rated_v", "poles", "takes_mm2", "under_load", "price"),
    "step_down": ("lowest_input_v", "highest_input_v", "output_v", "output_a", "efficiency_frac", "price"),
    "cable": ("conductor", "insulation_c", "material", "tinned", "outside_mm", "kg_per_m", "price"),
    "lug": ("conductor", "stud", "angle_deg", "tinned", "price"),
    "sleeve": ("before_mm", "after_mm", "adhesive", "price"),
    "gland": ("smallest_mm", "largest_mm", "cables", "wet", "price"),
}


@dataclass(frozen=True, slots=True)
class PartField:
    """One member of a kind of part."""

    name: str
    label: str
    unit: str
    type: FieldType
    required: bool
    choices: tuple[tuple[str | int, str], ...]
    default: str | int | float | bool | None


def fields_of(kind: PartKind) -> list[PartField]:
    """All members of a kind in the order of its model."""
    # What the kind is about comes before what every part has.
    members = KINDS[kind].model_fields
    own = [name for name in members if name not in _EVERY_PART]
    ordered = ["name", *own, *(name for name in _EVERY_PART if name != "name")]
    return [_field(kind, name, members[name]) for name in ordered if name != "kind"]


_EVERY_PART = ("name", "mass_kg", "size", "price", "maker", "values_from", "note")


def _field(kind: PartKind, name: str, info: FieldInfo) -> PartField:
    label, unit = _LABELS.get(f"{kind}.{name}") or _LABELS[name]
    type, choices = _type_of(info.annotation)
    default = None if info.is_required() or isinstance(info.default, Price | Size) else info.default
    return PartField(name, label, unit, type, info.is_required(), choices, default)


def _type_of(annotation: Any) -> tuple[FieldType, tuple[tuple[str | int, str], ...]]:
    if get_origin(annotation) in (Union, types.UnionType):
        annotation = next(one for one in get_args(annotation) if one is not type(None))
    if get_origin(annotation) is Annotated:
        annotation = get_args(annotation)[0]
    if get_origin(annotation) is Literal:
        return "choice", tuple((value, _CHOICES.get(value, str(value))) for value in get_args(annotation))
    known: dict[Any, FieldType] = {
        str: "text",
        float: "number",
        int: "integer",
        bool: "yes_no",
        Price: "price",
        Size: "size",
    }
    return known[annotation], ()
