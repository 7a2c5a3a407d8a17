"""Words of the step survey: what is there, how much room there is, and what the choice adds."""

from __future__ import annotations

from ryokan.wording import sights
from ryokan.wording.words import Words

NAME = "Survey"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "survey.panels.*.count": "Panels that were there",
    "survey.panels.*.mass_each_kg": "Mass of one of them",
    "survey.panels.*.mass_kg": "Their mass",
    "parts.battery.*.count": "Batteries of one kind",
    "parts.charger.*.count": "Chargers of one kind",
    "parts.charger.*.mass_each_kg": "Mass of one charger",
    "parts.charger.*.mass_kg": "Their mass",
    "parts.charger.*.price": "Price of one charger",
    "parts.dcdc.*.count": "DC-DC chargers of one kind",
    "parts.dcdc.*.mass_each_kg": "Mass of one DC-DC charger",
    "parts.dcdc.*.mass_kg": "Their mass",
    "parts.dcdc.*.price": "Price of one DC-DC charger",
    "parts.controller.*.count": "Solar controllers of one kind",
    "parts.controller.*.mass_each_kg": "Mass of one controller",
    "parts.controller.*.mass_kg": "Their mass",
    "parts.controller.*.price": "Price of one controller",
    "parts.panel.*.count": "Panels of one kind",
    "parts.panel.*.mass_each_kg": "Mass of one panel",
    "parts.panel.*.mass_kg": "Their mass",
    "parts.panel.*.price": "Price of one panel",
    "parts.battery.*.price": "Price of one of them",
    "parts.battery.price": "Price of one battery",
    "parts.inverter.count": "Inverters",
    "parts.inverter.mass_kg": "Mass of the inverter",
    "parts.inverter.price": "Price of the inverter",
    "parts.mass_kg": "Mass of what is chosen so far",
    "parts.price.*": "Price of what is chosen so far",
    "parts.without_price": "Chosen parts without a price",
    "space.compartment.*.height_m": "Inside height of the compartment",
    "space.compartment.*.length_m": "Inside length of the compartment",
    "space.compartment.*.units_that_stand": "Chosen batteries that stand in it",
    "space.compartment.*.volume_l": "Volume of the compartment",
    "space.compartment.*.width_m": "Inside width of the compartment",
    "space.front_axle_kg": "What they add to the front axle",
    "space.front_left_kg": "What the front axle may still carry",
    "space.lean_kg": "What one side carries more than the other",
    "space.piece.*.corner_x_m": "Rear corner of its compartment",
    "space.piece.*.corner_y_m": "Right corner of its compartment",
    "space.piece.*.extent_x_m": "Length of its compartment",
    "space.piece.*.extent_y_m": "Width of its compartment",
    "space.piece.*.mass_kg": "Mass of the piece",
    "space.piece.*.x_m": "Its middle, forward of the rear axle",
    "space.piece.*.y_m": "Its middle, left of the centre line",
    "space.piece.found.*.corner_x_m": "Rear corner of its compartment",
    "space.piece.found.*.corner_y_m": "Right corner of its compartment",
    "space.piece.found.*.extent_x_m": "Length of its compartment",
    "space.piece.found.*.extent_y_m": "Width of its compartment",
    "space.piece.found.*.mass_kg": "Mass that was there, taken off",
    "space.piece.found.*.x_m": "Its middle, forward of the rear axle",
    "space.piece.found.*.y_m": "Its middle, left of the centre line",
    "space.placed_kg": "Mass of the heavy pieces that have their place",
    "space.rear_axle_kg": "What they add to the rear axle",
    "space.rear_left_kg": "What the rear axle may still carry",
    "space.roof.area_m2": "Area of the roof",
    "space.roof.edge_m": "Length of its edge",
    "space.roof.edge_margin_m": "Kept free along the edge",
    "space.roof.free_m2": "Roof free for panels",
    "space.roof.limit_w": "Most array that the free roof could carry",
    "space.roof.next_x_m": "The corner after each, along",
    "space.roof.next_y_m": "The corner after each, across",
    "space.roof.obstacle.*.area_m2": "Area of the obstacle",
    "space.roof.obstacle.*.length_m": "Length of the obstacle",
    "space.roof.obstacle.*.width_m": "Width of the obstacle",
    "space.roof.signed_double_m2": "Twice the area, by the way round",
    "space.roof.x_m": "Corners of the roof, along",
    "space.roof.y_m": "Corners of the roof, across",
    "space.side_load_kg": "Left wheels over right wheels",
    "space.side_moment_kgm": "Their moment about the centre line",
    "space.unit_air_m": "Air between two batteries",
    "space.vehicle_width_m": "Width of the vehicle",
    "space.wheelbase_m": "Wheelbase",
    "survey.added_kg": "What the choice adds to the vehicle as weighed",
    "survey.bank.*.mass_kg": "Mass of the bank that was there",
    "survey.bank.*.unit_ah": "Capacity of one of its units",
    "survey.bank.*.unit_mass_kg": "Mass of one of its units",
    "survey.bank.*.unit_v": "Nominal volts of one of its units",
    "survey.bank.*.units": "Units of the bank that was there",
    "survey.cord.*.breaker_a": "Breaker that belongs to the cord",
    "survey.cord.*.continuous_a": "What the cord passes continuously",
    "survey.cord.*.continuous_frac": "Share that the cord may carry continuously",
    "survey.cord.*.rating": "Cord with its inlet",
    "survey.cord_continuous_a": "What the weakest cord passes continuously",
    "survey.found_mass_kg": "Mass of the banks that were there",
    "survey.outlook.*.*.bank_w": "What the load takes from the bank while it runs",
    "survey.outlook.*.array_w": "What the array gives now",
    "survey.outlook.*.bulk_until_h": "Hour by which all but the taper is in",
    "survey.outlook.*.charge_percent": "Charge by the gauge",
    "survey.outlook.*.full_at_h": "Hour by which the bank is full",
    "survey.outlook.*.into_bank_a": "Amps into the bank now",
    "survey.outlook.*.lasts_h": "Hours to the depth that is allowed",
    "survey.outlook.*.missing_ah": "Amp-hours missing to full",
    "survey.outlook.*.missing_at_sunset_ah": "Amp-hours still missing at sunset",
    "survey.outlook.*.now_h": "Hour at which it was read",
    "survey.outlook.*.run_after_h": "Hour from which the array alone carries the load",
    "survey.payload_left_kg": "What the vehicle may still carry",
    "survey.reading.*.accuracy_frac": "How far the meter may be off",
    "survey.reading.*.array_w": "Watts of the array, as read",
    "survey.reading.*.bus_v": "Volts of the bank at that moment",
    "survey.reading.*.cell_high_v": "Volts of a cell at most, as the meter tells it",
    "survey.reading.*.cell_low_v": "Volts of a cell at least, as the meter tells it",
    "survey.reading.*.charge_high_frac": "Charge at most, by the volts at rest",
    "survey.reading.*.charge_low_frac": "Charge at least, by the volts at rest",
    "survey.reading.*.charger_a": "Amps of the charger, as read",
    "survey.reading.*.clear_high_w_per_w": "What a rated watt gives at most at that hour, in the clearest sky",
    "survey.reading.*.clear_low_w_per_w": "What a rated watt gives at least at that hour, in the clearest sky",
    "survey.reading.*.day_high_wh_per_w": "What a rated watt gives on the brightest of such days",
    "survey.reading.*.day_low_wh_per_w": "What a rated watt gives on the dullest of such days",
    "survey.reading.*.drawn_w": "What goes to loads: the array less the bank",
    "survey.reading.*.empty_cell_v": "Volts of an empty cell at rest",
    "survey.reading.*.expected_high_a": "Amps that it should read at most",
    "survey.reading.*.expected_high_v": "Volts that it should read at most",
    "survey.reading.*.expected_high_w": "Watts that it should read at most",
    "survey.reading.*.expected_high_wh": "Energy that it should read at most",
    "survey.reading.*.expected_low_a": "Amps that it should read at least",
    "survey.reading.*.expected_low_v": "Volts that it should read at least",
    "survey.reading.*.expected_low_w": "Watts that it should read at least",
    "survey.reading.*.expected_low_wh": "Energy that it should read at least",
    "survey.reading.*.full_cell_v": "Volts of a full cell at rest",
    "survey.reading.*.holds_frac": "What it holds of its rating",
    "survey.reading.*.in_series": "Panels in a string",
    "survey.reading.*.mains_v": "Volts of the mains here",
    "survey.reading.*.named_w": "What the loads that ran should draw from the bank",
    "survey.reading.*.rated_a": "Rating of the charger",
    "survey.reading.*.rated_w": "Rating of the panels that were read",
    "survey.reading.*.read_a": "Amps, as read",
    "survey.reading.*.read_ah": "Amp-hours, as read",
    "survey.reading.*.read_percent": "Percent of the gauge, as read",
    "survey.reading.*.read_v": "Volts, as read",
    "survey.reading.*.read_w": "Watts, as read",
    "survey.reading.*.read_wh": "Energy of a day, as read",
    "survey.reading.*.voc_v": "Open volts of one panel",
}

FINDINGS: dict[str, Words] = {
    "survey.second_bank": Words(
        "Two banks are there: the figures of this rig are of {first}; {name} is listed and weighed beside it.",
        "What they do to one another is not judged here. Unlike batteries share no bus.",
    ),
    "survey.second_inverter": Words(
        "Two inverters are there: what nobody has hung on {name} is reckoned with on {first}.",
        "What hangs on which is said on the AC side.",
    ),
    "survey.payload_exceeded": Words(
        "What is chosen adds {added}; the vehicle may still carry {left}.",
        "An overloaded axle brakes and steers badly, and no insurer pays. Weigh it again before anything is bought.",
    ),
    "survey.damaged_bank_stays": Words(
        "A damaged battery is still in the rig: {name}.",
        "A swollen, cracked or leaking battery can vent, burn or explode when it is charged. Take it out of use.",
    ),
    "survey.damaged_part_stays": Words(
        "Something damaged is still in the rig: {name}.",
        "A damaged part carries what it no longer bears. Replace it, or have it looked at by a licensed person.",
    ),
    "survey.capacity_not_measured": Words(
        "{name} is {age} years old and reckoned with by its plate; such a bank lives about {life}.",
        "Its true capacity may be half of that. Discharge it through a meter before it is counted on.",
    ),
    "survey.cord_below_charger": Words(
        "The charger draws {draw}; the shore cord ({name}) passes {limit} continuously.",
        "Cord and inlet run hot before a breaker ashore opens.",
    ),
    **sights.FINDINGS,
}

FIXES: dict[str, str] = {}

# What is still to be asked: the question, and what its answer decides. By the step whose rules wait for it.
QUESTIONS: dict[str, Words] = {
    "wiring.main_fuse": Words(
        "Is there a fuse at {name}, and of what rating?",
        "Without one a short circuit burns the cable; with one its rating is held against cable and load.",
    ),
    "wiring.switch_rating": Words(
        "What does {name} bear continuously?",
        "It is held against the main fuse: a switch below it overheats before the fuse opens.",
    ),
    "wiring.gear_rating": Words(
        "What does {name} bear continuously?",
        "It is held against the main fuse: a bar or shunt below it overheats before the fuse opens.",
    ),
    "storage.chemistry": Words(
        "What kind of battery is {name}?",
        "Charging volts, depth, gas and what it bears in the cold hang on it.",
    ),
    "storage.cells": Words(
        "How many cells of {name} are in series?",
        "Every volt that a charger may be set to follows from it.",
    ),
    "storage.bms": Words(
        "Do electronics of its own watch the cells of {name}?",
        "Without them an overcharged cell can burn; with them everything hangs on what they pass.",
    ),
    "storage.string_fuses": Words(
        "Has each string of {name} a fuse of its own?",
        "A fault in one string is fed by the others.",
    ),
    "storage.series_allowed": Words(
        "How many of {name} does its maker allow in series?",
        "One whose electronics open bears the volts of the whole string.",
    ),
    "storage.bay": Words("Where does {name} stand?", "Gas, cold and the rules of the codes go by it."),
    "storage.restraint": Words("What holds {name}?", "Whether it stays where it is in a hard stop."),
    "storage.when_bms_opens": Words(
        "When the electronics of {name} open, what stops the chargers?",
        "Whether they are left on the loads with no battery.",
    ),
    "storage.capacity": Words("How many amp-hours has one unit of {name}?", "How long it lasts. Its mass gives an estimate."),
    "storage.unit_volts": Words("How many volts has one unit of {name}?", "What the bank makes in series."),
    "storage.take_off": Words("Where do the two leads leave {name}?", "Whether its strings share alike."),
    "storage.vent": Words("How large is the opening of the enclosure of {name}?", "Whether it carries off the hydrogen."),
    "inverter.rating": Words("What is {name} rated at?", "Whether it bears the loads, and what its cable and fuse have to."),
    "inverter.pre_charge": Words(
        "What fills the capacitors of {name} before it is connected?",
        "Whether the switch sparks and the bank's electronics open when it is closed.",
    ),
    "inverter.waveform": Words("Is the wave of {name} a pure sine?", "Whether motors, chargers and hobs on it suffer."),
    "inverter.legs": Words("How many legs has {name}?", "Whether half of a two-leg panel stays dead."),
    "inverter.surge": Words("What does {name} give for a moment?", "Whether the hardest start trips it."),
    "inverter.feeds": Words(
        "Does {name} feed outlets of its own, or the panel?",
        "Whether it meets the hookup, and what it feeds that it should not.",
    ),
    "inverter.transfer": Words(
        "What changes the panel over between the hookup and {name}?",
        "Whether the two can meet, and what a hand has to remember.",
    ),
    "inverter.bond": Words(
        "Who joins the neutral of {name} to earth?", "Whether a device on board can trip while it inverts, and on a hookup."
    ),
    "charging.fed_from": Words(
        "What does {name} hang on?", "Whether the inverter feeds it from the bank that it fills, which empties itself so."
    ),
    "ac.panel_legs": Words("How many legs has {name}?", "Whether half of it is dead behind an inverter or a cord of one."),
    "ac.shared_neutral": Words(
        "Do circuits of both legs of {name} share a neutral?", "Whether one phase on both legs overloads it."
    ),
    "ac.device": Words("What is it, {name}?", "What it guards against."),
    "ac.guard_covers": Words("Does {name} guard all of it, or the outlets?", "Whether the outlets have a device."),
    "charging.alternator_path": Words("How does {name} charge the bank?", "What it gives, and what it bears itself."),
    "charging.alternator_volts": Words("Is {name} of 12 or 24 V?", "Whether its charger suits both sides."),
    "charging.alternator_rating": Words("How many amps stand on the label of {name}?", "What it can spare for charging."),
    "charging.alternator_regulation": Words(
        "Does the engine computer turn {name} down?", "Whether a relay that goes by volts holds."
    ),
    "charging.trigger": Words(
        "What switches {name} to the house bank?", "Whether it stays closed when the engine computer turns the volts down."
    ),
    "charging.field_stop": Words(
        "Does the bank's BMS stop the field of {name} before it opens?", "Whether the alternator is left on the loads alone."
    ),
    "storage.other_role": Words("What is {name} there for?", "What is asked of it, and what keeps it full."),
    "storage.managing_device": Words("What keeps {name} apart from the house bank?", "Whether each is charged its own way."),
    "charging.dcdc_rating": Words("How many amps does {name} give?", "How long driving takes to fill the bank."),
    "charging.dcdc_input": Words("Which volts is the input of {name} made for?", "Whether the alternator can feed it."),
    "charging.dcdc_output": Words("Which volts is the output of {name} made for?", "Whether it charges this bank."),
    "charging.charger_rating": Words("How many amps does {name} give?", "How long a hookup takes to fill the bank."),
    "charging.charger_volts": Words("Which volts is {name} made for?", "Whether it charges this bank."),
    "charging.stops_at": Words("At how many volts does {name} stop?", "Whether the bank is ever full."),
    "wiring.conductor": Words("What size is the cable of {name}?", "What it bears, and what it loses."),
    "wiring.insulation": Words("What temperature is the insulation of {name} rated for?", "What the cable bears."),
    "wiring.material": Words("Is {name} of copper?", "Copper-clad aluminium resists about 1.6 times as much."),
    "wiring.terminals": Words("What temperature are the terminals of {name} rated for?", "What the cable may be loaded with."),
    "wiring.length": Words("How long is {name}, one way?", "How many volts it loses."),
    "solar.panel_rating": Words("How many watts has one panel of {name}?", "What the array brings."),
    "solar.goes_to": Words("Which controller do {name} go to?", "What comes into it, and whether it caps them."),
    "solar.in_series": Words(
        "How many of {name} are in series in one string?", "What volts the controller sees, and what each string carries."
    ),
    "solar.panel_open_volts": Words(
        "How many volts has one of {name} with nothing connected?",
        "Whether the coldest night takes the strings above what the controller bears.",
    ),
    "solar.string_fuses": Words(
        "Has each string of {name} a fuse, and of what rating?",
        "Whether the other strings push more into a fault than a panel bears.",
    ),
    "solar.panel_max_fuse": Words(
        "What series fuse does the plate of {name} allow at most?",
        "Whether the other strings push more into a fault than a panel bears.",
    ),
    "solar.controller_volts": Words(
        "Up to how many volts of panels does {name} bear?", "Whether a cold, clear morning destroys it."
    ),
    "solar.mounting": Words("Where are they, {name}: on the roof, or carried out?", "Which array they are."),
    "solar.controller_rating": Words("How many amps does {name} give?", "Whether it caps the array."),
    "solar.controller_method": Words("Is {name} an MPPT or a PWM controller?", "Whether the panels work at the bank's volts."),
    "solar.panel_volts": Words("How many volts has one of {name} at full power?", "What a PWM controller leaves of them."),
    "charging.cord_rating": Words("What is {name} rated at?", "What may be drawn through it."),
    "charging.generator_rating": Words("How many watts does {name} give for hours?", "Which charger it carries."),
}

# What an answer that takes one press is called, by the member that it goes to.
ANSWERS: dict[str, dict[str, str]] = {
    "fuse_a": {"none": "there is none"},
    "string_fuse_a": {"none": "there are none"},
    "battery/chemistry": {
        "lfp": "lithium (LFP)",
        "nmc": "traction modules",
        "agm": "AGM",
        "gel": "gel",
        "flooded": "wet, with caps",
        "sealed_wet": "wet, sealed",
    },
    "bms": {"fitted": "yes", "none": "no, none"},
    "string_fuses": {"fitted": "yes", "none": "no, none"},
    "bay": {"living_space": "in the living space", "vented_enclosure": "in a vented enclosure", "outside": "outside"},
    "restraint": {"frame": "a bolted frame", "straps": "straps", "none": "nothing"},
    "when_bms_opens": {"charge_stop": "a charge-stop", "two_buses": "two buses", "none": "nothing"},
    "take_off": {"diagonal": "diagonally", "equal_leads": "equal leads", "posts": "posts", "side": "at one side"},
    "pre_charge": {"fitted": "a resistor", "none": "nothing"},
    "waveform": {"pure_sine": "pure sine", "modified_sine": "stepped"},
    "legs": {"1": "one", "2": "two"},
    "feeds": {"outlets": "outlets of its own", "panel": "the panel"},
    "transfer": {
        "cord": "a cord that a hand moves",
        "switch": "a switch that a hand throws",
        "relay": "a relay, by itself",
        "inverter": "it passes the hookup on",
    },
    "bond": {"relay": "its relay, while it inverts", "fixed": "it does, always", "none": "nobody: it floats"},
    "fed_from": {"hookup": "an outlet of the hookup's own", "panel": "the panel", "inverter": "an outlet of the inverter"},
    "shared_neutral": {"yes": "yes", "no": "no"},
    "device": {
        "rcd": "a residual-current device",
        "galvanic": "a galvanic isolator",
        "fail_safe": "one that fails closed",
        "transformer": "an isolation transformer",
        "polarity": "a polarity indicator",
    },
    "covers": {"all": "all of it", "outlets": "the outlets"},
    "charges_house": {
        "dcdc": "through a DC-DC charger",
        "relay": "through a relay",
        "hand_switch": "through a hand switch",
        "manager": "through a managing device",
        "regulated": "straight, by its own regulator",
        "none": "not at all",
    },
    "trigger": {"volts": "the alternator's volts", "ignition": "the ignition", "hand": "a hand"},
    "field_stop": {"fitted": "yes", "none": "no"},
    "role": {"starter": "it starts the engine", "second": "a second bank of the house", "backup": "a backup"},
    "managing_device": {"fitted": "a managing device", "none": "nothing"},
    "alternator_v": {"12": "12 V", "24": "24 V"},
    "regulation": {"standard": "no", "smart": "yes", "external": "it has a regulator of its own"},
    "input_v": {"12": "12 V", "24": "24 V", "48": "48 V"},
    "output_v": {"12": "12 V", "24": "24 V", "48": "48 V"},
    "insulation_c": {"60": "60 °C", "75": "75 °C", "90": "90 °C", "105": "105 °C"},
    "terminal_c": {"60": "60 °C", "75": "75 °C", "90": "90 °C", "105": "105 °C"},
    "material": {"copper": "yes", "copper_clad_aluminium": "no, copper-clad aluminium"},
    "mounting": {"roof": "on the roof", "portable": "carried out"},
    "method": {"mppt": "MPPT", "pwm": "PWM"},
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "survey": "changed the survey",
    "space": "changed the room",
    "vehicle": "changed the vehicle",
}
