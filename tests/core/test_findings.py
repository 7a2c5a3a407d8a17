"""Each rule speaks when it is broken and is silent when it is kept; its fix ends it."""

from __future__ import annotations

from typing import Any

import pytest
from builders import ROOT, changed, example, example_rigs, load, plain_array, report, rig

from ryokan.core.data.provenance import sources
from ryokan.core.evaluate import evaluate
from ryokan.core.findings.model import RULES
from ryokan.core.findings.of_job import JOB_RULES, with_job
from ryokan.core.rig import Rig
from ryokan.core.survey.sights import sights
from ryokan.core.trial.findings import TRIAL_RULES
from ryokan.operations.patches import apply_patch
from ryokan.wording.findings import FINDINGS, FIXES, sentence

CLINIC = example("clinic")  # keeps every rule

OLD_BANK = {"kind": "bank", "battery": {"chemistry": "agm", "name": "old block", "nominal_v": 12, "capacity_ah": 100}}
LINK = {"system": "Trailer", "source": "bank", "output_a": 20, "output_v": 14.4, "hours_per_day": 1}


def strings(
    *rows: list[str], fuses: Any = None, controller: dict[str, Any] | None = None, id: str = "array", **array: Any
) -> dict[str, Any]:
    """An array of such strings, each by its panels among the spare parts, on a controller of such ratings; and the clinic's sun."""
    wired = {
        f"{id}-s{n}": {
            "position": n,
            "panels": {f"p{at}": {"position": at, "part": f"own:{one}"} for at, one in enumerate(row)},
            "fuse_a": fuses,
        }
        for n, row in enumerate(rows, start=1)
    }
    return {
        "solar.arrays": {id: {"strings": wired, "controller": f"of-{id}", **array}},
        "solar.controllers": {f"of-{id}": {"rated_a": 85, "method": "mppt", **(controller or {})}},
        "solar.record_low_c": -10, "solar.record_high_c": 35,
    }  # fmt: skip


WAY, ALTERNATOR, CHARGER = "charging.paths.path", "charging.alternators.alternator", "charging.chargers.charger"
RELAY_24 = {f"{WAY}.kind": "relay", f"{ALTERNATOR}.system_v": 24, f"{ALTERNATOR}.rated_a": 110}
# A rule of a way from the alternator, with what breaks it; of an alternator, a generator, a device, a bank beside the house.
OF_WAYS: dict[str, dict[str, Any]] = {
    "charging.lithium_on_alternator": {f"{WAY}.kind": "relay"},
    "charging.lithium_on_buffered_alternator": {
        f"{WAY}.kind": "relay",
        f"{WAY}.lead_buffer": "fitted",
        f"{WAY}.field_stop": "fitted",
    },
    "charging.no_field_stop": {f"{WAY}.kind": "regulated", f"{WAY}.field_stop": "none"},
    "charging.not_sensed": {f"{WAY}.kind": "regulated", f"{ALTERNATOR}.temperature_sensed": "none"},
    "charging.regulated_by_itself": {f"{WAY}.kind": "regulated", f"{ALTERNATOR}.regulation": "standard"},
    "charging.relay_on_smart_alternator": {
        f"{WAY}.kind": "relay",
        f"{WAY}.trigger": "volts",
        f"{ALTERNATOR}.regulation": "smart",
    },
    "charging.relay_trigger_unsaid": {f"{WAY}.kind": "relay", f"{WAY}.trigger": None, f"{ALTERNATOR}.regulation": "smart"},
    "charging.volts_on_smart_alternator": {f"{WAY}.trigger": "volts", f"{ALTERNATOR}.regulation": "smart"},
    "charging.dcdc_other_volts": {f"{WAY}.input_v": 24, f"{WAY}.output_v": 12},
    "charging.straight_other_volts": {f"{WAY}.kind": "relay"},
    "charging.over_tap": {f"{WAY}.tap_a": 60},
    "charging.over_plug": {f"{WAY}.hitch_plug": "fitted", f"{WAY}.plug_a": 30},
    "charging.over_way": {f"{WAY}.limit_a": 60},
    "charging.cable_drops": {f"{WAY}.length": "10 m", f"{WAY}.conductor": "mm2:6"},
    "charging.straight_at_idle": {**RELAY_24, f"{ALTERNATOR}.idle_a": 60},
    "charging.switch_forgotten": {
        **RELAY_24,
        f"{WAY}.kind": "hand_switch",
        "storage.others": {"s": {"role": "starter", "capacity_ah": 95}},
    },
    "charging.negatives_joined": {f"{ALTERNATOR}.negative_apart": "yes", f"{WAY}.isolated": "no"},
    "charging.jump_start_over_way": {**RELAY_24, f"{WAY}.jump_start": "yes", f"{WAY}.limit_a": 100},
}
OF_ALTERNATORS: dict[str, dict[str, Any]] = {
    "charging.alternator_overloaded": {f"{WAY}.output_a": 60},
    "charging.short_at_idle": {f"{ALTERNATOR}.idle_a": 80},
}
OF_GENERATORS: dict[str, dict[str, Any]] = {
    "charging.generator_overloaded": {"charging.generators": {"g": {"rated_w": 1000}}, f"{CHARGER}.adjustable": "no"},
    "charging.generator_hardly_loaded": {"charging.generators": {"g": {"rated_w": 100_000}}, f"{CHARGER}.output_a": 10},
    "charging.generator_stops_before_it_starts": {"charging.generators": {"g": {"start_frac": 0.6, "stop_frac": 0.5}}},
}
OF_DEVICES: dict[str, dict[str, Any]] = {
    "charging.set_above_limit": {f"{CHARGER}.stops_at_v": 30},
    "charging.equalises_lithium": {f"{CHARGER}.equalises": "yes"},
    "charging.held_full": {f"{CHARGER}.float_v": 28.5},
    "charging.not_for_lithium": {f"{CHARGER}.lithium": "no"},
    "charging.charger_other_volts": {f"{CHARGER}.output_v": 12},
}
SECOND = {"role": "second", "chemistry": "agm", "managing_device": "none"}
OF_OTHER_BANKS: dict[str, dict[str, Any]] = {
    "storage.starter_other_volts": {"storage.others": {"b": {"role": "starter", "volts": 24}}},
    "storage.starter_runs_down": {
        "storage.others": {"b": {"role": "starter", "capacity_ah": 20, "upkeep": "none"}},
        "stays.depot.driving_hours_per_day": 0, "stays.depot.nights": 28,
    },
    "storage.second_unmanaged": {"storage.others": {"b": SECOND}},
    "storage.second_other_volts": {"storage.others": {"b": {**SECOND, "volts": 12}}},
    "storage.backup_short": {
        "storage.others": {"b": {"role": "backup", "chemistry": "agm", "volts": 12, "capacity_ah": 10, "feeds": "laptop", "holds_h": 50}}
    },
    "storage.backup_not_charged": {"storage.others": {"b": {"role": "backup", "upkeep": "none"}}},
}  # fmt: skip

FOUR, THREE_WEAK = ["sun"] * 4, (["weak"], ["weak"], ["weak"])
OF_ARRAYS: dict[str, dict[str, Any]] = {
    "solar.volts_over_controller": strings(FOUR, controller={"most_v": 150}),
    "solar.volts_near_controller": strings(FOUR, controller={"most_v": 180}),
    "solar.volts_perhaps_over": strings(["unread"] * 4, controller={"most_v": 150}),
    "solar.volts_over_part": strings(FOUR, connector_v=100),
    "solar.above_touch_volts": strings(FOUR),
    "solar.too_few_volts": strings(["weak"]),
    "solar.starts_late": strings(["sun"], controller={"start_margin_v": 10}),
    "solar.runs_short": strings(["sun"]),
    "solar.pwm_below_bank": strings(["sun"], controller={"method": "pwm"}),
    "solar.pwm_wastes": strings(["sun", "sun"], controller={"method": "pwm"}),
    "solar.unlike_in_parallel": strings(["sun", "sun"], ["weak"]),
    "solar.no_disconnect": strings(FOUR, disconnect="none"),
    "solar.connectors_unlike": strings(FOUR, connectors_alike="no"),
    "solar.polarity_reversed": strings(FOUR, polarity="reversed", place="carried"),
    "solar.kit_into_controller": strings(["sun"], own_controller=True, place="carried"),
    "solar.flexible_glued": strings(["bendy"], mounting="glued"),
    "solar.no_gland": strings(FOUR, gland="none"),
}
OF_STRINGS: dict[str, dict[str, Any]] = {
    "solar.unlike_in_series": strings(["sun", "weak"]),
    "solar.string_fuse_missing": strings(*THREE_WEAK, fuses="none"),
    "solar.string_fuse_outside": strings(*THREE_WEAK, fuses=8),
    "solar.string_fuse_no_window": strings(["sun"], ["sun"], ["sun"]),
}
OF_CONTROLLERS: dict[str, dict[str, Any]] = {
    "solar.controller_clips": strings(["sun"], ["sun"], controller={"rated_a": 4}),
    "solar.controller_small": strings(["sun"], ["sun"], controller={"rated_a": 22}),
    "solar.short_circuit_over_input": strings(["sun"], ["sun"], ["sun"], controller={"most_isc_a": 30}),
    "solar.input_clips": strings(["sun"], ["sun"], ["sun"], controller={"most_input_a": 20}),
    "solar.watts_over_class": strings(["sun"], ["sun"], ["sun"], controller={"most_24v_w": 800}),
    "solar.controller_other_volts": strings(FOUR, controller={"lowest_battery_v": 48, "highest_battery_v": 48}),
    "solar.controller_not_for_lithium": strings(FOUR, controller={"lithium": "no"}),
}
ROOF = {"outline": [[0, -1], [4, -1], [4, 1], [0, 1]], "beams_x_m": [0.5, 3.5]}
THINGS = {"hatch": {"name": "Hatch", "x_m": 1, "y_m": -0.5, "length_m": 1, "width_m": 1}}


def lying(*corners: tuple[float, float], **array: Any) -> dict[str, Any]:
    """One string of panels of 1.0 × 0.5 m at corners of a roof of 4 × 2 m."""
    panels = {f"p{n}": {"position": n, "part": "own:small", "x_m": x, "y_m": y} for n, (x, y) in enumerate(corners, start=1)}
    return {"solar.arrays": {"a": {"strings": {"s": {"panels": panels}}, **array}}, "space.roof": ROOF}


TWO_APART_ON_ROOF = lying((0, -1), (3, 0.5))
OF_ROOF: dict[str, tuple[dict[str, Any], dict[str, str]]] = {
    "solar.panels_overlap": (lying((0.1, -0.9), (0.2, -0.9), (0.3, -0.9)), {"panel:s_p1+panel:s_p2": "", "panel:s_p2+panel:s_p3": ""}),
    "solar.panel_overhangs": (lying((-0.1, -0.9), (3.2, 0)), {"panel:s_p1": "", "panel:s_p2": ""}),
    "solar.panel_in_margin": (TWO_APART_ON_ROOF, {"panel:s_p1": "", "panel:s_p2": ""}),
    "solar.panel_on_obstacle": ({**lying((0.9, -0.3), (1.5, 0.2)), "space.roof": {**ROOF, "obstacles": THINGS}}, {"panel:s_p1": "", "panel:s_p2": ""}),
    "solar.panel_on_walkway": (
        {**lying((0.9, -0.3), (1.5, 0.2)), "space.roof": {**ROOF, "obstacles": {"way": {**THINGS["hatch"], "walkway": True}}}},
        {"panel:s_p1": "", "panel:s_p2": ""},
    ),
    "solar.panel_without_beams": (lying((0.9, -0.3), (2, -0.3)), {"panel:s_p1": "", "panel:s_p2": ""}),
}  # fmt: skip
RAISED = {
    **lying((0.1, -0.9), (0.1, -0.3), tilt_deg=40),
    "stays.depot.lat_deg": 50, "stays.depot.lon_deg": 8, "stays.depot.month": 12, "stays.depot.arrives": None,
}  # fmt: skip
STOWED = {
    **lying((0.1, -0.9), place="carried", stowed_in="rack"),
    "space.compartments.rack.length_m": 0.4,
    "space.compartments.rack.width_m": 0.4,
}
APART = {"shares_sensing": "no"}
TWO_APART = {
    **strings(FOUR, controller=APART),
    "solar.arrays": {one: {"plain_w": 400, "controller": f"of-{one}"} for one in ("a", "b")},
    "solar.controllers": {f"of-{one}": {"rated_a": 20, "method": "mppt", **APART} for one in ("a", "b")},
}


def panels(*, names: tuple[str, ...] = ("p",), **more: Any) -> dict[str, Any]:
    """Panels on a cord that is moved from the inlet to the inverter, with a circuit each and what hangs on it."""
    feeds = {"i": {"source": "inlet"}, "v": {"source": "inverter:main", "position": 1}}
    return {
        f"{id}": {"name": f"Panel {n}", "position": n, "legs": 1, "transfer": "cord", "feeds": feeds, **more}
        for n, id in enumerate(names, start=1)
    }


def on_circuits(*, names: tuple[str, ...] = ("c",), panel: dict[str, Any] | None = None, **circuit: Any) -> dict[str, Any]:
    """A panel with such circuits, and the steriliser on the first of them."""
    return {
        "ac.panels": panels(**(panel or {})),
        "ac.circuits": {id: {"name": f"Circuit {n}", "position": n, "panel": "p", **circuit} for n, id in enumerate(names, start=1)},
        "loads.steril.hangs_on": f"circuit:{names[0]}",
    }  # fmt: skip


BOAT = {"vehicle.kind": "sailing boat", "region.code_pack": "na_marine"}
ABROAD = {"region.code_pack": "international"}
APART = {"inverter.bond": "none", "inverter.ac_in": "none"}
TWO_LEGS = {"i": {"source": "inlet", "onto": "straight"}, "v": {"source": "inverter:main", "onto": "first", "position": 1}}
BRIDGED = {"i": {"source": "inlet", "onto": "bridged"}}
# A rule of a panel, of a circuit, of an inverter beside the other, with what breaks it.
OF_PANELS: dict[str, dict[str, Any]] = {
    "ac.two_sources": {"ac.panels": panels(transfer="none")},
    "ac.half_dead": {"ac.panels": panels(legs=2, feeds=TWO_LEGS), "ac.supply_legs": 2},
    "ac.shared_neutral": {"ac.panels": panels(legs=2, shared_neutral="yes", feeds=BRIDGED)},
    "ac.bus_small": {
        "ac.panels": panels(bus_a=40, feeds={"v": {"source": "inverter:main"}}), "ac.main_a": 30,
        "inverter.ac_in": "inlet", "inverter.power_assist": "yes",
    },
    "ac.transfer_small": {"ac.panels": panels(transfer_a=20), "ac.main_a": 30},
    "ac.bond_doubled": {"ac.panels": panels(bond="bonded")},
    "ac.panel_out_of_reach": {"ac.panels": panels(reach="no")},
    "ac.feeder_thin": {"ac.panels": panels(main_a=50, conductor="awg:10")},
}  # fmt: skip
OF_CIRCUITS: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "ac.rcd_cannot_trip": ({"rcd": "gfci"}, APART),
    "ac.circuit_overloaded": ({"breaker_a": 5}, {}),
    "ac.circuit_little_in_hand": ({"breaker_a": 7}, {}),
    "ac.breaker_over_conductor": ({"breaker_a": 20, "conductor": "awg:14"}, {}),
    "ac.drop_over_class": ({"conductor": "awg:18", "length": "60 m"}, {}),
    "ac.breaker_cannot_open": ({"breaker_a": 16, "curve": "c", "rcd": "none"}, {"inverter.chosen.short_circuit_a": 60}),
    "ac.rcd_missing": ({"serves": "outlets", "rcd": "none"}, {"ac.main_rcd": "none"}),
    "ac.rcd_type": ({"rcd": "ac"}, {}),
    "ac.gfci_on_stepped_wave": ({"rcd": "gfci"}, {"inverter.chosen.waveform": "modified_sine"}),
    "ac.outlet_in_shower": ({"serves": "outlets", "zone": "wet"}, {}),
    "ac.circuit_one_pole": ({"poles": 1}, ABROAD),
}
OF_UNITS: dict[str, dict[str, Any]] = {
    "ac.unit_short": {"rated_w": 500},
    "ac.unit_little_in_hand": {"rated_w": 900},
    "ac.unit_surge_short": {"rated_w": 1500, "surge_w": 600},
}
STEEPED: dict[str, Any] = {"when": "shore", "automatic": "yes", "hangs_on": "circuit:c"}
OF_AC: list[tuple[str, dict[str, Any]]] = [
    *OF_PANELS.items(),
    *((code, {**on_circuits(**circuit), **more}) for code, (circuit, more) in OF_CIRCUITS.items()),
    *((code, {"inverter.others": {"b": {"name": "Unit b", **unit}}, "loads.steril.hangs_on": "inverter:b"}) for code, unit in OF_UNITS.items()),
    ("ac.loop", {**on_circuits(), "charging.chargers.charger.hangs_on": "circuit:c"}),
    ("ac.automatic_on_inverter", {**on_circuits(), **{f"loads.steril.{name}": value for name, value in STEEPED.items()}}),
    ("ac.ring", {"ac.panels": {"a": {"feeds": {"f": {"source": "panel:b"}}}, "b": {"feeds": {"f": {"source": "panel:a"}}}}}),
    ("ac.never_fed", on_circuits(panel={"feeds": {"f": {"source": "generator:gone"}}})),
    ("ac.bond_missing", {"ac.panels": panels(), **APART}),
    ("ac.earth_cut", {"ac.earth": "none"}),
    ("ac.pme_earth", {"ac.earth_ashore": "pme", **ABROAD}),
    ("ac.isolator_missing", {"ac.isolator": "none", **BOAT}),
    ("ac.isolator_may_fail_open", {"ac.isolator": "galvanic", **BOAT}),
    ("ac.case_bond_thin", {"inverter.case_bond": "awg:8"}),
    ("ac.bonding_thin", {"ac.bonding": "awg:10"}),
    ("ac.main_one_pole", {"ac.main_poles": 1, **BOAT}),
    ("ac.main_over_inlet", {"ac.main_a": 50, "charging.inlet.inlet_a": 30}),
    ("ac.main_over_conductor", {"ac.main_a": 50, "ac.main_cable": {"conductor": "awg:10"}}),
    ("ac.main_far", {"ac.main_way": "4 m", **BOAT}),
    ("ac.main_rcd_missing", {"ac.main_rcd": "none", **BOAT}),
    ("ac.polarity_unseen", {"ac.polarity": "none", **BOAT}),
]  # fmt: skip
TO_INVERTER = "bus.pos>inverter:main.dc"
OF_THE_PANELS = "array:array.out>controller:controller.pv"
A_PANEL = {"kind": "panel", "name": "p", "rated_w": 160, "voc_v": 42, "vmp_v": 35, "isc_a": 11, "imp_a": 10.4}
ONE_STRING = {
    "own_parts.p": {"part": A_PANEL},
    "solar.arrays": {"array": {"controller": "controller", "strings": {"s": {"panels": {"p": {"part": "own:p"}}}}}},
}
LAMPS, CHARGED, FEEDER = "panel.out>load:lamps.in", "bus.pos>charger:charger.out", "bus.pos>panel.in"
SENSE = "bank.sense>gear:m.sense"
LINK_OF_UNITS = "string:1.link>string:1.pos"
A_UNIT = {"part": {"kind": "battery", "name": "Unit", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 480}}
SLOW = {"length": "20 m", "conductor": "awg:18", "fuse_a": 15, "fuse_family": "blade"}
# What is said of one run, by the run.
OF_RUNS: dict[str, tuple[str, dict[str, Any]]] = {
    "wiring.run_undersized": (CHARGED, {"conductor": "awg:14"}),
    "wiring.run_fuse_above_ampacity": (LAMPS, {"conductor": "awg:18", "fuse_a": 30}),
    "wiring.run_sun_factor": (OF_THE_PANELS, {"conductor": "awg:16", "insulation_c": 60, "terminal_c": 105}),
    "wiring.run_fuse_before_cable": (LAMPS, {"fuse_a": 60}),
    "wiring.run_fuse_over_code": (LAMPS, {"conductor": "awg:18", "fuse_a": 10, "terminal_c": 105}),
    "wiring.run_fuse_below_load": (CHARGED, {"fuse_a": 50}),
    "wiring.run_fuse_little_in_hand": (CHARGED, {"fuse_a": 70}),
    "wiring.run_window_closed": (CHARGED, {"conductor": "awg:4"}),  # not below 75 A, its terminals bear 70 A
    "wiring.run_drop": (LAMPS, {"conductor": "awg:18", "length": "40 m"}),
    "wiring.run_unfused": (LAMPS, {"fuse_a": "none"}),
    "wiring.run_fuse_volts": (LAMPS, {"fuse_v": 24}),
    "wiring.run_fuse_breaking": (LAMPS, {"fuse_breaks_a": 1000}),
    "wiring.run_fuse_slow": (LAMPS, SLOW),
    "wiring.run_burns_first": (
        LAMPS,
        {"length": "3 m", "conductor": "awg:16", "fuse_a": 20, "fuse_family": "breaker", "fuse_opens": "200 % 5 s; 4000 % 5 s"},
    ),
    "wiring.run_fuse_opens_at_start": (TO_INVERTER, {"fuse_a": 20, "fuse_family": "blade"}),
    "wiring.run_fuse_far": (FEEDER, {"fuse_way": "1 m"}),
    "wiring.run_fuse_above_device": (LAMPS, {"fuse_a": 5, "bears_a": 3}),
    "wiring.run_below_makers_fuse": (LAMPS, {"fuse_a": 5, "maker_fuse_a": 7.5}),
    "wiring.run_below_makers_conductor": (LAMPS, {"conductor": "awg:18", "maker_conductor": "awg:14"}),
    "wiring.run_too_hot": (LAMPS, {"route": "roof", "insulation_c": 60}),
    "wiring.run_solid": (LAMPS, {"make": "solid"}),
    "wiring.run_over_terminal": (LAMPS, {"conductor": "awg:10", "terminal_mm2": 2.5}),
    "wiring.run_lugs_unlike": (LAMPS, {"lugs_fit": "no"}),
    "wiring.run_unlike_cables": (CHARGED, {"cables": 2, "cables_alike": "no"}),
    "wiring.run_thin_side_by_side": (CHARGED, {"cables": 2, "conductor": "awg:4"}),
    "wiring.run_no_size": (CHARGED, {"length": "40 m"}),
    "wiring.run_gone": ("panel.out>load:gone.in", {"label": "Old lamp"}),
    "wiring.link_below_fuse": (LINK_OF_UNITS, {"conductor": "awg:3/0"}),
}
# What is said of a thing between the runs; of two alike it is said of each.
OF_GEAR: dict[str, dict[str, Any]] = {
    "wiring.gear_below_fuse": {"gear": "bus_bar", "rated_a": 100},
    "wiring.gear_below_current": {"gear": "fuse_box", "rated_a": 1},
    "wiring.gear_volts": {"gear": "main_switch", "rated_v": 24},
    "wiring.gear_many_lugs": {"gear": "bus_bar", "most_lugs": 5},
    "wiring.gear_out_of_reach": {"gear": "main_switch", "reach": "no"},
    "wiring.switch_one_pole": {"gear": "main_switch", "poles": 1},
    "wiring.gear_may_ignite": {"gear": "main_switch", "ignition_protected": "no", "compartment": "rack"},
    "wiring.display_out_of_sight": {"gear": "shunt", "reach": "no"},
    "wiring.no_main_switch": {"gear": "main_switch", "there": "none"},
    "wiring.no_monitor": {"gear": "shunt", "there": "none"},
}
PETROL = {"space.compartments.rack.engine_space": True, "vehicle.fuel": "petrol"}
OF_THE_NEGATIVE: dict[str, dict[str, Any]] = {
    "wiring.negative_past_bms": {"wiring.negative.bms": "in_negative", "wiring.negative.past_bms": "yes"},
    "wiring.negative_past_shunt": {"wiring.negative.past_shunt": "yes"},
    "wiring.hull_return": {"wiring.negative.hull_return": "yes", "vehicle.kind": "sailing boat"},
    "wiring.grounded_twice": {"wiring.negative.chassis_points": "several", "vehicle.kind": "sailing boat"},
    "wiring.chassis_joint_thin": {"wiring.negative.chassis_conductor": "awg:10"},
    "wiring.too_few_ways": {"wiring.gear": {"box": {"gear": "fuse_box", "ways": 1}}},
    "wiring.circuit_switched_off": {
        "wiring.circuits": {"c": {"name": "Front", "loads": ["lamps"], "switched": "switch"}},
        "loads.lamps.name": "gas detector",
    },
    "wiring.sense_unfused": {
        "wiring.gear": {"m": {"gear": "shunt", "name": "Meter"}},
        "wiring.signals": {SENSE: {"fuse_a": "none"}},
    },
    "wiring.circuit_dims_others": {"wiring.circuits": {"c": {"name": "Front", "loads": ["pump"], "switched": "dimmer"}}},
    "wiring.polarised_breaker": {"wiring.main.polarised": "yes"},
}


def of_gear(code: str, *ids: str) -> dict[str, Any]:
    gear = {id: {"name": f"Thing {id}", **OF_GEAR[code]} for id in ids}
    unfused = {"wiring.runs": {}} if code == "wiring.gear_below_current" else {}
    unfused |= {"wiring.switch_poles": "both"} if code == "wiring.switch_one_pole" else {}
    return {"wiring.gear": gear} | unfused | (PETROL if code == "wiring.gear_may_ignite" else {})


UNDER_THE_ROOF = {"wiring.routes": {"roof": {"name": "Under the roof", "zone": "roof"}}}


def said_of_run(key: str, said: dict[str, Any]) -> dict[str, Any]:
    more = of_units(1) if key == LINK_OF_UNITS else ONE_STRING if key == OF_THE_PANELS else {}
    return {"wiring.runs": {key: said}} | (UNDER_THE_ROOF if "route" in said else {}) | more


def of_units(strings: int) -> dict[str, Any]:
    """A bank of two units in series, so many times side by side, behind a main fuse of 300 A."""
    bank = {"units": {"part": "own:unit", "series": 2, "parallel": strings}}
    return {"own_parts.unit": A_UNIT, "storage.bank": bank, "wiring.main.fuse_a": 300}


BROKEN: list[tuple[str, dict[str, Any]]] = [
    *((code, said_of_run(key, said)) for code, (key, said) in OF_RUNS.items()),
    *((code, of_gear(code, "a")) for code in OF_GEAR),
    *OF_THE_NEGATIVE.items(),
    *OF_AC,
    *OF_WAYS.items(), *OF_ALTERNATORS.items(), *OF_GENERATORS.items(), *OF_DEVICES.items(), *OF_OTHER_BANKS.items(),
    ("charging.cord_too_small", {"charging.inlet.cord_a": 3}),
    ("charging.cord_drops", {"charging.inlet.cord_length": "60 m", "charging.inlet.cord_conductor": "mm2:1.5"}),
    ("storage.midpoint_tapped", {"storage.midpoint": "load", "storage.chemistry": "agm"}),
    ("storage.midpoint_of_lithium", {"storage.midpoint": "charger"}),
    ("storage.bank_with_gas", {"space.compartments.rack.gas": True, "storage.compartment": "rack"}),
    ("charging.settings_apart", {f"{CHARGER}.stops_at_v": 28, f"{WAY}.stops_at_v": 28.8}),
    ("charging.cutoffs_out_of_order", {"storage.shed_v": 22.5}),
    *OF_ARRAYS.items(), *OF_STRINGS.items(), *OF_CONTROLLERS.items(), ("solar.controllers_apart", TWO_APART),
    *((code, row) for code, (row, _) in OF_ROOF.items()), ("solar.raised_shades", RAISED), ("solar.stowage_unfit", STOWED), ("solar.roof_overloaded", {**lying((0.1, -0.9)), "space.roof": {**ROOF, "bears_kg": 5}}),
    ("survey.payload_exceeded", {"vehicle.payload.left_kg": 20}),
    ("survey.damaged_bank_stays", {"survey.items": {"old": {**OLD_BANK, "fate": "stays", "condition": "damaged"}}}),
    ("survey.damaged_part_stays", {"survey.items": {"cord": {"kind": "cord", "rating": "eu_16", "fate": "stays", "condition": "damaged"}}}),
    ("survey.capacity_not_measured", {"survey.items": {"old": {**OLD_BANK, "fate": "stays", "age_years": 2.5}}}),
    ("survey.second_bank", {"survey.items": {"old": {**OLD_BANK, "fate": "stays"}, "older": {**OLD_BANK, "fate": "stays"}}}),
    ("survey.second_inverter", {"survey.items": {"a": {"kind": "inverter", "rated_w": 2000, "fate": "stays"}, "b": {"kind": "inverter", "rated_w": 500, "fate": "stays"}}}),
    ("survey.cord_below_charger", {"survey.items": {"cord": {"kind": "cord", "rating": "na_15"}}, "charging.chargers.charger.output_a": 90}),
    ("storage.fits_no_compartment", {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": 3}}, "space.compartments": {"bench": {"name": "bench", "length_m": 1.2, "width_m": 0.5, "height_m": 0.2}}}),
    ("storage.energy_stranded", {"inverter.cutoff_v": 26.0}),
    ("storage.short_after_growth", {"brief.growth_frac": 0.5}),
    ("solar.need_over_roof", {"solar.arrays.array.plain_w": None, "space.roof.outline": [[0, 0], [2, 0], [2, 1], [0, 1]]}),
    ("solar.array_over_roof", {"space.roof.outline": [[0, 0], [2, 0], [2, 1], [0, 1]]}),
    ("charging.link_in_a_loop", {"links": {"a": {**LINK, "gives": True}, "b": {**LINK, "gives": False}}}),
    ("charging.link_of_gone_stay", {"links": {"a": {**LINK, "gives": False, "absent_at": ["gone"]}}}),
    ("brief.believed_days_off", {"brief.believed_days": 9}),
    ("brief.believed_day_off", {"brief.believed_ah_per_day": 900}),
    ("brief.believed_bank_off", {"brief.believed_bank_ah": 40}),
    ("brief.seen_from_outside", {"brief.nothing_to_be_seen": True}),
    ("brief.animal_without_air", {"brief.company": "a dog", "loads.fan.group": "other"}),
    ("brief.quiet_hours_in_words", {"brief.quiet_hours": "when the baby sleeps"}),
    ("brief.critical_load_missing", {"brief.must_not_go_dark": ["the oxygen concentrator"]}),
    ("brief.mains_unlike_hookups", {"region.mains_v": 230}),
    ("brief.stays_overlap", {"stays.valley.arrives": "2027-05-03", "stays.depot.arrives": "2027-05-05"}),
    ("brief.gap_between_stays", {"stays.valley.arrives": "2027-05-03", "stays.depot.arrives": "2027-05-09"}),
    ("brief.month_overfull", {"stays.depot.nights": 30, "stays.valley.nights": 5}),
    ("brief.months_without_stay", {"solar.sun_from": "places"}),
    ("brief.hemisphere_unlike_places", {"stays.depot.lat_deg": -40.0, "stays.depot.lon_deg": 175.0}),
    ("brief.over_budget", {"brief.budget": {"amount": "100", "currency": "EUR"}, "inverter.chosen": {"part": "own:dear"}}),
    ("loads.lower_step_would_do", {"loads.laptop.name": "induction hob", "loads.laptop.draw.watts": 2000, "loads.laptop.quantity": 1, "loads.laptop.hours_per_day": 1}),
    ("storage.days_short", {"storage.bank.nominal_ah": 50}),
    ("storage.deeper_than_allowed", {"storage.bank.nominal_ah": 350}),
    ("storage.reserve_small", {"storage.bank.nominal_ah": 420}),
    ("storage.inverter_over_rate", {"storage.bank.nominal_ah": 90, "storage.bank.bms_limit_a": None}),
    ("storage.never_full", {"charging.chargers.charger.stops_at_v": 26.4}),
    ("storage.no_bms", {"storage.bms": "none"}),
    ("storage.lead_in_living_space", {"storage.chemistry": "agm", "storage.bay": "living_space"}),
    ("storage.flooded_indoors", {"storage.chemistry": "flooded", "storage.bay": "living_space"}),
    ("storage.over_touch_limit", {"storage.system_v": 48}),
    ("storage.bms_below_main_current", {"storage.bank.bms_limit_a": 100}),
    ("storage.series_off_class", {"storage.bank": {"units": {"part": "own:block", "series": 1, "parallel": 5}}}),
    ("storage.unit_of_other_chemistry", {"storage.bank": {"units": {"part": "own:lead", "series": 2, "parallel": 5}}}),
    ("storage.too_many_units", {"storage.bank": {"units": {"part": "own:block", "series": 2, "parallel": 5}}}),
    ("inverter.other_bank_volts", {"inverter.chosen": {"part": "own:inverter"}}),
    ("inverter.other_mains", {"inverter.chosen": {"part": "own:inverter"}}),
    ("storage.bay_colder_than_typed", {"storage.bay": "outside", "storage.bay_c": 20, "stays.depot.ambient": "freezing"}),
    ("inverter.volts_class_low", {"storage.bank": None, "inverter.chosen.rated_w": 6000}),
    ("inverter.continuous_short", {"inverter.chosen.rated_w": 1000}),
    ("inverter.little_in_hand", {"inverter.chosen.rated_w": 1400}),
    ("inverter.surge_short", {"inverter.chosen.surge_w": 1100}),
    ("inverter.surge_perhaps_short", {"inverter.chosen.surge_w": None, "inverter.chosen.rated_w": 1400, "loads.steril.start_factor": 6}),
    ("inverter.trips_when_hookup_fails", {"loads.steril.when": "shore", "loads.steril.quantity": 4}),
    ("inverter.no_usual_size", {"inverter.chosen": None, "loads.laptop.quantity": 400}),
    ("inverter.cutoff_below_bank", {"inverter.cutoff_v": 18}),
    ("solar.array_cannot_refill", {"solar.arrays.array.plain_w": 100, "charging.paths.path.output_a": None, "brief.nights_away": 20}),
    ("solar.array_below_need", {"solar.arrays.array.plain_w": 700}),
    ("charging.below_freezing", {"storage.bay_c": -5}),
    ("charging.over_bank_limit", {"charging.chargers.charger.output_a": 450, "storage.bank": {"units": {"part": "own:timid", "series": 2, "parallel": 2}}}),
    ("charging.over_usual_most", {"charging.chargers.charger.output_a": 450}),
    ("charging.refill_too_slow", {"charging.chargers.charger.output_a": 5, "charging.refill_hours": 6}),
    ("charging.over_usual_rate", {"charging.chargers.charger.output_a": 200}),
    ("charging.hookup_too_small", {"charging.chargers.charger.output_a": 120, "stays.depot.hookup": "na_15"}),
    ("charging.refill_shorter_than_taper", {"charging.refill_hours": 0.4}),
    ("wiring.conductor_undersized", {"wiring.main.conductor": "awg:6"}),
    ("wiring.fuse_above_ampacity", {"wiring.main.fuse_a": 350}),
    ("wiring.fuse_below_load", {"wiring.main.fuse_a": 125}),
    ("wiring.fuse_little_in_hand", {"wiring.main.fuse_a": 175}),
    ("wiring.fuse_window_closed", {"wiring.main.conductor": "mm2:25"}),
    ("wiring.no_main_fuse", {"wiring.main.fuse_a": "none"}),
    ("wiring.below_makers_fuse", {"inverter.chosen.maker_fuse_a": 250}),
    ("wiring.below_makers_conductor", {"inverter.chosen.maker_conductor": "awg:3/0"}),
    ("wiring.drop_over_class", {"wiring.main.one_way_length": "60 ft"}),
    ("wiring.no_stock_size", {"wiring.main.conductor": None, "wiring.main.one_way_length": "600 ft"}),
    ("wiring.insulation_out_of_place", {"region.code_pack": "international", "wiring.main.conductor": None, "wiring.main.insulation_c": 60, "wiring.main.zone": "engine_space"}),
    ("storage.compartment_too_small", {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": 3}}, "storage.compartment": "rack", "space.compartments.chest.length_m": 2.0}),
    ("storage.compartment_gone", {"storage.compartment": "attic"}),
    ("storage.bay_unlike_compartment", {"storage.compartment": "locker"}),
    ("storage.bay_too_hot", {"storage.bay_hot_c": 50}),
    ("inverter.surge_fades", {"inverter.chosen.surge_w": None, "inverter.chosen.surge_points": [[0.1, 9000], [0.5, 500]]}),
    ("inverter.surge_too_brief", {"inverter.chosen": {"part": "own:brief"}}),
    ("solar.no_place_yet", {"solar.sun_from": "places"}),
    ("solar.place_far_from_data", {"solar.sun_from": "places", "stays.depot.lat_deg": 0, "stays.depot.lon_deg": -140}),
    ("solar.no_sun_in_a_month", {"solar.sun_from": "places", "stays.depot.lat_deg": 78, "stays.depot.lon_deg": 16, "stays.depot.month": 12}),
    ("storage.discharge_over_rate", {"storage.bank.nominal_ah": 40}),
    ("storage.not_restrained", {"storage.restraint": "none"}),
    ("storage.straps_alone", {"storage.restraint": "straps"}),
    ("storage.easily_stolen", {"storage.locked": False}),
    ("storage.vent_too_small", {"storage.chemistry": "agm", "storage.vent_cm2": 10}),
    ("storage.axle_overloaded", {"vehicle.payload.front_left_kg": 20}),
    ("storage.one_side_heavy", {"space.compartments.chest.y_m": 0.6}),
    ("storage.unlike_strings", {"storage.bank": {"strings": {"a": {"units": ["own:block", "own:block"]}, "b": {"units": ["own:sized", "own:sized"]}}}}),
    ("storage.side_take_off", {"storage.bank": {"units": {"part": "own:block", "series": 2, "parallel": 5}}, "storage.take_off": "diagonal"}),
    ("storage.many_in_parallel", {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": 5}}}),
    ("storage.one_bms_out", {"storage.bank": {"units": {"part": "own:limited", "series": 2, "parallel": 2}}}),
    ("storage.strings_share_a_fuse", {"storage.bank": {"units": {"part": "own:sized", "series": 2, "parallel": 3}}, "storage.string_fuses": "none"}),
    ("storage.chargers_left_alone", {"storage.when_bms_opens": "none", "charging.paths.path.kind": "relay"}),
    ("storage.chargers_without_battery", {"storage.when_bms_opens": "none"}),
    ("storage.over_cell_limit", {"assumptions": {"lfp.charge_v_per_cell": 3.7}}),
    ("storage.nmc_in_living_space", {"storage.chemistry": "nmc"}),
    ("storage.nmc_limits", {"storage.chemistry": "nmc", "storage.bay": "outside", "storage.cells_in_series": 7}),
    ("storage.cells_do_not_make_the_class", {"storage.chemistry": "custom", "assumptions": {"custom.cells_per_12v": 3.3}}),
    ("storage.custom_not_described", {"storage.chemistry": "custom"}),
    ("storage.wish_not_there", {"storage.school": "wish"}),
    ("loads.device_window", {"loads.fan.lowest_v": 23}),
    ("inverter.compartment_unfit", {"space.compartments.rack.wet": True}),
    ("inverter.not_ignition_protected", {"space.compartments.rack.engine_space": True, "vehicle.fuel": "petrol"}),
    ("inverter.near_a_bed", {"space.compartments.rack.near_bed": True}),
    ("inverter.modified_sine", {"inverter.chosen.waveform": "modified_sine"}),
    ("inverter.other_frequency", {"inverter.chosen": {"part": "own:inverter"}}),
    ("inverter.one_leg_for_two", {"inverter.chosen": {"part": "own:dear"}, "survey.items": {"cord": {"kind": "cord", "rating": "na_50"}}}),
    ("inverter.idle_over_budget", {"inverter.chosen.idle_w": 150}),
    ("inverter.air_too_little", {"inverter.vent_cm2": 40}),
    ("inverter.through_a_receptacle", {"inverter.outlets": "receptacles", "loads.steril.quantity": 2}),
    ("inverter.pre_charge_missing", {"inverter.chosen.rated_w": 3500, "inverter.pre_charge": "none"}),
    ("inverter.surge_over_bms", {"storage.bank.bms_limit_a": 30}),
    ("inverter.far_from_bank", {"wiring.main.one_way_length": "12 ft"}),
    ("inverter.run_shorter_than_way", {"wiring.main.one_way_length": "1 ft"}),
    ("inverter.switch_out_of_reach", {"inverter.compartment": "locker"}),
]  # fmt: skip
BROKEN += [
    (f"survey.seen_{code}", {"survey.looks": {"bay": {"name": "front bay", "seen": {code: "seen"}}}}) for code in sights()
]


# Parts that lie about in the shop: they break nothing until they are chosen.
SPARES: dict[str, Any] = {
    "block": {"kind": "battery", "name": "block", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100, "max_parallel": 4},
    "sized": {
        "kind": "battery",
        "name": "box",
        "chemistry": "lfp",
        "nominal_v": 12.8,
        "capacity_ah": 200,
        "size": {"length_m": 0.5, "width_m": 0.2, "height_m": 0.22},
    },
    "limited": {
        "kind": "battery",
        "name": "weak",
        "chemistry": "lfp",
        "nominal_v": 12.8,
        "capacity_ah": 240,
        "discharge_limit_a": 60,
    },
    "timid": {
        "kind": "battery",
        "name": "timid",
        "chemistry": "lfp",
        "nominal_v": 12.8,
        "capacity_ah": 240,
        "charge_limit_a": 50,
    },
    "brief": {"kind": "inverter", "name": "brief", "rated_w": 2000, "battery_v": 24, "surge_w": 4000, "surge_s": 0.2},
    "sun": {
        "kind": "panel",
        "name": "60 cells",
        "rated_w": 300,
        "voc_v": 40,
        "vmp_v": 32,
        "isc_a": 9.8,
        "imp_a": 9.375,
        "cells": 60,
        "max_fuse_a": 15,
        "beta_voc_percent_per_k": -0.3,
        "gamma_p_percent_per_k": -0.4,
        "alpha_isc_percent_per_k": 0.05,
    },
    "small": {
        "kind": "panel",
        "name": "small",
        "rated_w": 100,
        "mass_kg": 7,
        "size": {"length_m": 1.0, "width_m": 0.5, "height_m": 0.035},
    },
    "weak": {
        "kind": "panel",
        "name": "36 cells",
        "rated_w": 108,
        "voc_v": 22,
        "vmp_v": 18,
        "isc_a": 6.4,
        "imp_a": 6,
        "max_fuse_a": 12,
    },
    "unread": {"kind": "panel", "name": "a plate that nobody has read", "rated_w": 300},
    "bendy": {"kind": "panel", "name": "bendy", "rated_w": 110, "build": "flexible"},
    "lead": {"kind": "battery", "name": "lead block", "chemistry": "agm", "nominal_v": 12, "capacity_ah": 100},
    "inverter": {"kind": "inverter", "name": "old inverter", "rated_w": 2000, "battery_v": 12, "mains_v": 230, "mains_hz": 50},
}
DEAR = {"kind": "inverter", "name": "new", "rated_w": 2000, "battery_v": 24, "price": {"amount": "500", "currency": "EUR"}}
OWN = {id: {"part": part, "standing": "spare"} for id, part in SPARES.items()} | {"dear": {"part": DEAR, "standing": "bought"}}
CLINIC = changed(CLINIC, {"own_parts": OWN, **{f"solar.{name}": value for name, value in plain_array(1560, 85).items()}})


def codes(of: Rig) -> set[str]:
    return {finding.code for finding in evaluate(of).findings}


def test_the_complete_example_breaks_no_rule() -> None:
    assert codes(CLINIC) == codes(example("clinic")) == set()


@pytest.mark.parametrize(("code", "changes"), BROKEN, ids=[code for code, _ in BROKEN])
def test_rule_speaks_when_broken_and_its_fix_ends_it(code: str, changes: dict[str, Any]) -> None:
    broken = changed(CLINIC, changes)
    outcome = evaluate(broken)

    finding = next(finding for finding in outcome.findings if finding.code == code)
    words = sentence(finding, outcome.figures, "us")
    assert "{" not in words.what + words.why
    assert "safe" not in (words.what + words.why).lower()
    for fix in finding.fixes:
        assert FIXES[fix.code]
        fixed = Rig.model_validate(apply_patch(broken.model_dump(mode="json"), fix.patch))
        assert code not in codes(fixed)


def test_every_rule_is_tried_has_words_and_a_source() -> None:
    assert {code for code, _ in BROKEN} == set(RULES)
    assert set(RULES) | set(JOB_RULES) | set(TRIAL_RULES) == {code.partition("/")[0] for code in FINDINGS}
    assert {rule.source for rule in RULES.values()} <= set(sources())
    every = RULES | JOB_RULES | dict(TRIAL_RULES)
    cautions = (ROOT / "docs/cautions.md").read_text()
    assert [code for code in every if f"`{code}` | {every[code].severity} |" not in cautions] == []


def test_cold_is_no_danger_where_every_device_stops_by_itself() -> None:
    cold = changed(CLINIC, {"storage.bay_c": -5})
    stops = {f"{WAY}.cold_stop": "fitted", f"{CHARGER}.cold_stop": "fitted"}
    of_the_sun = {"solar.controllers.controller.settings.cold_stop": "fitted"}
    assert "charging.below_freezing" in codes(changed(cold, stops))
    assert "charging.below_freezing" not in codes(changed(cold, {**stops, **of_the_sun}))


def test_an_alternator_whose_field_is_stopped_is_not_left_on_the_loads() -> None:
    alone = changed(CLINIC, {"storage.when_bms_opens": "none", f"{WAY}.kind": "regulated"})
    assert "storage.chargers_left_alone" in codes(alone)
    assert "storage.chargers_left_alone" not in codes(changed(alone, {f"{WAY}.field_stop": "fitted"}))


def test_a_link_to_a_system_that_the_job_lacks_is_told_and_can_be_let_stand() -> None:
    linked = changed(CLINIC, {"links": {"a": {**LINK, "gives": False}}})
    report = evaluate(linked)
    assert with_job(report, linked, {"", "trailer"}) is report  # names of systems differ in more than their case

    (told,) = [one for one in with_job(report, linked, {"Truck"}).findings if one.code == "charging.link_to_nowhere"]
    assert (told.key, told.name) == ("charging.link_to_nowhere@link:a", "Trailer")
    kept = {"reason": "comes later", "by": "Ada", "on": "2026-05-01", "said": "…"}
    let_stand = changed(linked, {"overruled": {told.key: kept}})
    assert told.key in {one.key for one in with_job(evaluate(let_stand), let_stand, {"Truck"}).overruled}


def test_a_metric_run_is_judged_by_the_metric_standard() -> None:
    narrowboat = changed(example("narrowboat"), {"wiring.main.fuse_a": 400})

    finding = next(f for f in evaluate(narrowboat).findings if f.code == "wiring.fuse_above_ampacity")
    assert finding.source == "iso_13297_ampacity"


def test_a_european_cord_is_judged_by_the_european_standard() -> None:
    cord = {"kind": "cord", "rating": "eu_6"}
    narrowboat = changed(example("narrowboat"), {"survey.items": {"cord": cord}, "charging.chargers.charger.output_a": 120})

    finding = next(f for f in evaluate(narrowboat).findings if f.code == "survey.cord_below_charger")
    assert finding.source == "iec_60309"


def test_findings_come_worst_first() -> None:
    severities = [finding.severity for finding in evaluate(example("nurses")).findings]

    assert severities == sorted(severities, key=["danger", "fault", "advice"].index)
    assert severities[0] == "danger"


def test_half_filled_is_not_wrong() -> None:
    assert report([]).findings == ()
    assert {f.code for f in report([load(40, 5), load(900, 0.3, feed="ac")]).findings} == set()


def test_a_bank_of_exactly_the_need_is_not_short() -> None:
    need_ah = report().figures["storage.need_ah"].number
    exact = rig(storage={"bank": {"nominal_ah": need_ah}})

    assert not codes(exact) & {"storage.days_short", "storage.deeper_than_allowed", "storage.reserve_small"}
    assert evaluate(exact).figures["storage.days_without_charge"].value == pytest.approx(2)


@pytest.mark.parametrize("one", [pytest.param(one, id=name) for name, one in example_rigs()])
def test_every_figure_of_an_example_has_a_title_and_a_source(one: Any) -> None:
    from ryokan.wording.figures import title

    for figure in evaluate(one).figures.values():
        assert title(figure.key)
        assert figure.source in sources()


@pytest.mark.parametrize(
    ("points", "gives_w"),
    [
        ([[0.2, 5000], [0.5, 4000], [5, 2200]], 3800),  # a ninth of the way from 4 000 to 2 200 at 1 s
        ([[2, 4500], [5, 3000]], 4500),  # it still gives its first
        ([[0.1, 5000], [0.5, 4000]], 2000),  # past its points it gives its rating
    ],
)
def test_a_surge_is_read_where_a_motor_has_started(points: list[list[float]], gives_w: float) -> None:
    """A start is taken to last a second. (common practice)"""
    rig = changed(CLINIC, {"inverter.chosen.surge_w": None, "inverter.chosen.surge_points": points})
    assert evaluate(rig).figures["inverter.surge.at_start_w"].number == pytest.approx(gives_w)
