"""Words of the step wiring: the main cable and its fuse."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Wiring"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "wiring.main.at_least": "Still without a rating on this run",
    "wiring.main.maker_conductor": "Least cable by the inverter's maker",
    "wiring.main.maker_fuse_a": "Least fuse by the inverter's maker",
    "wiring.main.told_ampacity_a": "What the cable bears by its seller",
    "wiring.main.allowed_drop_v": "Drop allowed",
    "wiring.main.ampacity_a": "What the cable may carry there",
    "wiring.main.circular_mils_by_drop": "Cross-check: circular mils for the drop",
    "wiring.main.conductor": "Main cable",
    "wiring.main.dc_loads_a": "All DC loads at cut-off volts",
    "wiring.main.design_current_a": "Design current of the main run",
    "wiring.main.drop_v": "Drop in the main run",
    "wiring.main.fuse_a": "Main fuse",
    "wiring.main.fuse_floor_a": "Fuse not below",
    "wiring.main.have_conductor": "Main cable chosen",
    "wiring.main.have_fuse_a": "Main fuse chosen",
    "wiring.main.insulation_c": "Insulation rated for",
    "wiring.main.need_warm_factor": "Resistance when warm",
    "wiring.main.need_zone_factor": "Share left in this zone",
    "wiring.main.ohm_per_km": "Resistance of the conductor",
    "wiring.main.one_way_length_m": "One-way length",
    "wiring.main.round_trip_ft": "There and back",
    "wiring.main.size_by_drop": "Size that keeps the drop",
    "wiring.main.size_by_fuse": "Size that the fuse protects",
    "wiring.main.size_by_terminal": "Size that the terminals bear",
    "wiring.main.terminal_c": "Terminals rated for",
    "wiring.main.warm_factor": "Resistance when warm, for the conductor in hand",
    "wiring.main.zone_factor": "Share left in this zone, for the conductor in hand",
}

FINDINGS: dict[str, Words] = {
    "wiring.no_main_fuse": Words(
        "Nothing fuses the run from the bank.",
        "A short circuit on it burns until the bank is empty. Have it fused at the bank, first thing, before anything else is "
        "done; the local code says how near.",
    ),
    "wiring.fuse_below_load": Words(
        "The {fuse} fuse is below {floor}: the design current of {current} with its headroom.",
        "At full load it runs hot, and opens in time.",
    ),
    "wiring.fuse_below_load/opens": Words(
        "The {fuse} fuse is below the design current of {current}; with headroom {floor} are asked for.",
        "It opens at full load.",
    ),
    "wiring.no_stock_size": Words(
        "No stock fuse is as large as {floor} ask for.",
        "Raise the volts class or split the run.",
    ),
    "wiring.no_stock_size/conductor": Words(
        "No stock cable bears the {fuse} fuse that {current} ask for, over this way and with these terminals.",
        "Raise the volts class, shorten the way or split the run.",
    ),
    "wiring.below_makers_fuse": Words(
        "The {fuse} fuse is below the {asks} that the inverter's maker asks for.",
        "It opens when the inverter starts a motor, and the maker answers for nothing.",
    ),
    "wiring.below_makers_conductor": Words(
        "{conductor} is smaller than the {asks} that the inverter's maker asks for.",
        "The maker's figure is a floor, whatever a table gives.",
    ),
    "wiring.conductor_undersized": Words(
        "{conductor} may carry {ampacity} here, the main run takes {current}.",
        "The cable overheats before any fuse opens.",
    ),
    "wiring.fuse_above_ampacity": Words(
        "The {fuse} fuse is above what {conductor} may carry here, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.fuse_window_closed": Words(
        "No standard fuse fits {conductor}: not below {floor}, not above {ampacity}; the next rating is {next_a} A.",
        "Take a thicker cable, or a lower limit on the inverter.",
    ),
    "wiring.drop_over_class": Words(
        "{conductor} loses {drop} in the main run, {allowed} are allowed.",
        "The inverter sees low volts and stops early.",
    ),
    "wiring.insulation_out_of_place": Words(
        "60 °C insulation lies in an engine space.",
        "It softens there; the metric table does not allow it.",
    ),
}

FIXES: dict[str, str] = {
    "wiring.as_asked": "Take the cable and fuse asked for",
    "wiring.better_insulation": "Take 105 °C insulation",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "wiring.main.conductor": "Main cable",
    "wiring.main.fuse_a": "Main fuse",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "wiring": "changed the wiring",
}
