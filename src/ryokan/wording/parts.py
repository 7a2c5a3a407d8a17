"""What the members of a part are called, with their units and choices: enough to show and to fill in any kind."""

from __future__ import annotations

import types
from dataclasses import dataclass
from typing import Annotated, Any, Literal, TypeAlias, Union, get_args, get_origin

from pydantic.fields import FieldInfo

from ryokan.core.parts.model import KINDS, PartKind, Price, Size

FieldType: TypeAlias = Literal["text", "number", "integer", "choice", "yes_no", "price", "size"]

KIND_NAMES: dict[PartKind, tuple[str, str]] = {
    "battery": ("Battery", "Batteries"),
    "inverter": ("Inverter", "Inverters"),
    "panel": ("Panel", "Panels"),
    "controller": ("Solar controller", "Solar controllers"),
    "charger": ("Charger", "Chargers"),
    "dcdc": ("DC-DC charger", "DC-DC chargers"),
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
}

# What a list shows of each kind, in this order.
COLUMNS: dict[PartKind, tuple[str, ...]] = {
    "battery": ("chemistry", "nominal_v", "capacity_ah", "discharge_limit_a", "mass_kg", "price"),
    "inverter": ("battery_v", "mains_v", "rated_w", "surge_w", "idle_w", "mass_kg", "price"),
    "panel": ("build", "rated_w", "voc_v", "vmp_v", "isc_a", "mass_kg", "price"),
    "controller": ("method", "rated_a", "most_v", "most_isc_a", "inputs", "mass_kg", "price"),
    "charger": ("output_v", "output_a", "power_factor", "efficiency_frac", "lithium", "mass_kg", "price"),
    "dcdc": ("input_v", "output_v", "output_a", "isolated", "lithium", "mass_kg", "price"),
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
