"""Words of the step inverter: the inverter."""

from __future__ import annotations

from ryokan.wording import ac
from ryokan.wording.words import Words

NAME = "Inverter"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "inverter.chosen_surge_current_a": "DC amps of the inverter's own surge",
    "inverter.hookup_fails_w": "What meets the inverter when the hookup fails",
    "inverter.legs": "Legs that it has, as said",
    "inverter.other.*.dc_current_a": "DC amps of one beside it, at full rating",
    "inverter.other.*.rated_w": "Rating of one beside it",
    "inverter.other.*.idle_w": "Own draw of one beside it",
    "inverter.other.*.idle_wh_per_day": "Own draw of one beside it, a day",
    "inverter.others_idle_wh_per_day": "Own draw of those beside it, a day",
    "inverter.surge.at_s": "Seconds of its surge",
    "inverter.surge.at_start_w": "What it gives when a motor has started",
    "inverter.surge.gives_w": "What it gives for so long",
    "inverter.others_current_a": "DC amps of those beside it",
    "inverter.curve.efficiency_frac": "What it passes on at parts of its rating",
    "inverter.curve.load_frac": "Parts of its rating",
    "inverter.cutoff_v": "Volts at which the inverter stops",
    "inverter.dc_current_at_cutoff_a": "DC amps at cut-off",
    "inverter.dc_current_by_class_a": "DC amps by the shortcut",
    "inverter.dc_current_nominal_a": "DC amps at nominal volts",
    "inverter.dc_w_at_rating": "DC watts at full rating",
    "inverter.gives_w": "What it gives there, running",
    "inverter.have_w": "Inverter chosen",
    "inverter.heat_w": "Heat it gives off at full rating",
    "inverter.idle_share_frac": "Its own draw, of the day",
    "inverter.idle_w": "Inverter's own draw",
    "inverter.idle_wh_per_day": "Inverter's own draw a day",
    "inverter.need_continuous_w": "Inverter needed, running",
    "inverter.need_surge_w": "Inverter needed, starting",
    "inverter.on_hours_per_day": "Hours the inverter is on",
    "inverter.part.battery_v": "Volts class the inverter is made for",
    "inverter.part.height_m": "Its height",
    "inverter.part.ignition_protected": "Built for a space with petrol",
    "inverter.part.legs": "Legs it has",
    "inverter.part.length_m": "Its length",
    "inverter.part.mains_hz": "Frequency it makes",
    "inverter.part.mains_v": "Mains volts it makes",
    "inverter.part.noise_db": "Its noise at one metre",
    "inverter.part.pre_charge": "It fills its own capacitors",
    "inverter.part.remote_switch": "It has a remote switch",
    "inverter.part.transfer_a": "What its transfer bears",
    "inverter.part.surge_s": "How long it gives its surge",
    "inverter.part.waveform": "Its wave",
    "inverter.part.width_m": "Its width",
    "inverter.peak_w": "AC loads running together",
    "inverter.place_c": "Hottest air at its place",
    "inverter.rated_w": "Inverter rating reckoned with",
    "inverter.receptacle_w": "What one receptacle carries for hours",
    "inverter.running_va": "AC loads running together, volt-amps",
    "inverter.start.*.extra_w": "What its start adds on the AC side",
    "inverter.surge_current_a": "DC amps of the worst start",
    "inverter.surge_w": "Surge of the chosen inverter",
    "inverter.vent_cm2": "Free opening there is",
    "inverter.vent_need_cm2": "Free opening for its heat",
    "inverter.way.bank_m": "Middle of the bank's compartment: along, across, up",
    "inverter.way.inverter_m": "Middle of the inverter's compartment: along, across, up",
    "inverter.way_to_bank_m": "Way between their compartments, along the walls",
    "inverter.worst_start_w": "Worst start on the AC side",
    "storage.bms.at_s": "For so long",
    "storage.bms.passes_a": "What the bank's electronics pass for so long",
    "storage.bms_peak_a": "Most that the bank's electronics pass for a moment",
    **ac.TITLES,
}

FINDINGS: dict[str, Words] = {
    "inverter.volts_class_low": Words(
        "{rated} on {system_v} take {current} at the cut-off; up to {largest} is usual at these volts.",
        "It works, with thick copper and short runs. {next_v} V halve the amps.",
    ),
    "inverter.continuous_short": Words(
        "{running} can run at once; at {place} the inverter gives {have}.",
        "With all of it on it overloads and shuts down. Let some never run together, or take a larger one.",
    ),
    "inverter.little_in_hand": Words(
        "{running} of {have} can run at once: {in_hand} W in hand; the usual quarter would be {usual} W.",
        "It bears them. {need} are the need with that quarter on the volt-amps.",
    ),
    "inverter.little_in_hand/volt_amps": Words(
        "{running} of {have} can run at once, as {volt_amps} of apparent power; {need} are the need.",
        "The watts fit, the volt-amps do not by themselves: its plate in VA decides.",
    ),
    "inverter.surge_short": Words(
        "The worst start takes {need}; the inverter gives {have} for a moment.",
        "It trips when that motor starts while the rest runs. A soft starter or a larger surge ends it.",
    ),
    "inverter.surge_perhaps_short": Words(
        "The worst start takes {need}; inverters of that rating usually give {have} for a moment.",
        "Nobody said what this one gives: its plate decides.",
    ),
    "inverter.trips_when_hookup_fails": Words(
        "When the hookup fails while all of it runs, {meets} meet an inverter that gives {have}.",
        "It shuts down until something is switched off. Hang what runs on a hookup alone on an output that the inverter does "
        "not keep up.",
    ),
    "inverter.pre_charge_missing": Words(
        "Nothing fills the capacitors of an inverter of {rated} before it is connected.",
        "The spark welds switch contacts. A resistor for a few seconds fills them first.",
    ),
    "inverter.pre_charge_missing/lithium": Words(
        "Nothing fills the capacitors of an inverter of {rated} before it is connected.",
        "The spark welds switch contacts and trips the bank's electronics. A resistor for a few seconds fills them first.",
    ),
    "inverter.other_bank_volts": Words(
        "The inverter is made for {made_for}, the bank is {system}.",
        "At other volts it does not start, or it is destroyed and may burn.",
    ),
    "inverter.other_mains": Words(
        "The inverter makes {makes}; the rig's mains are {mains}.",
        "Appliances for one mains voltage do not belong on another.",
    ),
    "inverter.no_usual_size": Words(
        "No usual inverter gives {need}.",
        "Mark loads that never run together, soften starts, or plan several units.",
    ),
    "inverter.cutoff_below_bank": Words(
        "The cut-off of {cutoff} does not suit a bank that works between {lowest} and {nominal}.",
        "Below, the bank's own electronics have the last word; too high strands energy.",
    ),
    "inverter.compartment_unfit": Words(
        "{name} is no place for the inverter: {why}.",
        "It needs air on each side and a dry place; the maker's clearances go first.",
    ),
    "inverter.not_ignition_protected/gas": Words(
        "The inverter may spark, and bottled gas stands in {name} or drains there.",
        "Gas is heavier than air and gathers low; one spark lights it. It belongs into another compartment.",
    ),
    "inverter.not_ignition_protected": Words(
        "The inverter stands in {name}, an engine space, and is not built for petrol vapour.",
        "A relay or a fan that sparks there can blow up the vehicle. Only ignition-protected devices belong in it.",
    ),
    "inverter.near_a_bed": Words(
        "The inverter stands in {name}, beside a bed.",
        "Its fan and hum wake whoever sleeps there.",
    ),
    "inverter.modified_sine": Words(
        "The inverter makes a stepped wave, from which {name} suffers.",
        "Motors run hot, microwaves heat less, chargers and medical devices fail. A pure sine is the rule.",
    ),
    "inverter.other_frequency": Words(
        "The inverter makes {makes}; the rig's mains are {mains_hz} Hz.",
        "Motors run at the wrong speed and heat up.",
    ),
    "inverter.one_leg_for_two": Words(
        "The vehicle has a cord with two legs, the inverter has one ({legs}).",
        "Half of the panel stays dead, or both legs are bridged and a shared neutral overloads. Ask a licensed person.",
    ),
    "inverter.idle_over_budget": Words(
        "The inverter's own draw is {percent} % of the day, {idle}.",
        "Switched on with its loads it takes a fraction of that.",
    ),
    "inverter.air_too_little": Words(
        "The inverter's place has {have} of free opening; {need} are needed to carry off {heat}.",
        "It throttles itself, then shuts down, and its parts age.",
    ),
    "inverter.through_a_receptacle": Words(
        "{need} are to leave the inverter by its receptacle, which carries {limit} for hours.",
        "Plug and receptacle run hot. Hard wiring takes the whole rating.",
    ),
    "inverter.surge_over_bms": Words(
        "The worst start takes {surge}; the bank's electronics pass {peak} for a moment.",
        "They open, and all goes dark at the start of that motor.",
    ),
    "inverter.surge_over_bms/usual": Words(
        "The worst start takes {surge}; electronics like the bank's usually pass {peak} for a moment.",
        "Where they pass no more, they open, and all goes dark at the start of that motor. Their data sheet says for how long "
        "they pass how much.",
    ),
    "inverter.surge_over_bms/lead": Words(
        "The worst start takes {surge}; the bank is said to give {peak} for a moment.",
        "It is drawn harder than was said that it bears.",
    ),
    "inverter.far_from_bank": Words(
        "{length} from bank to inverter; up to {usual} is usual at these volts.",
        "AC travels far on thin wire, DC does not. Move the inverter to the bank.",
    ),
    "inverter.run_shorter_than_way": Words(
        "The main run is entered as {length}; along the walls it is {way}.",
        "A cable cut too short is a joint, and a longer one drops more.",
    ),
    "inverter.switch_out_of_reach": Words(
        "The inverter is switched by hand, stands in {name} and has no remote switch.",
        "It will be left on, and its own draw empties the bank.",
    ),
    "inverter.surge_fades": Words(
        "The worst start of {need} lasts about {needed}; by then the inverter gives {gives}.",
        "It trips before the motor is up to speed. A soft starter, or an inverter whose surge lasts longer.",
    ),
    "inverter.surge_too_brief": Words(
        "The worst start of {surge} lasts about {needed}; the inverter gives its surge for {lasts}.",
        "It trips before the motor is up to speed.",
    ),
    **ac.FINDINGS,
}

FIXES: dict[str, str] = {
    "inverter.next_volts_class": "Go to the next volts class",
    "inverter.cutoff_of_chemistry": "Use the chemistry's own cut-off",
    "inverter.on_with_loads": "Switch it with its loads",
    "inverter.hard_wire": "Hard wire it",
    "inverter.add_pre_charge": "Add a pre-charge resistor",
    **ac.FIXES,
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "inverter.need_continuous_w": "Inverter, running",
    "inverter.need_surge_w": "Inverter, starting",
    "inverter.dc_current_at_cutoff_a": "DC amps at cut-off",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "inverter": "changed the inverter",
    "ac": "changed the AC side",
}
