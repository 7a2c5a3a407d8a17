"""Words of the step charging: everything else that fills the bank."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Charging"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "charging.brought_wh_per_day": "What sun and driving bring on a mean day",
    "charging.days_until_empty": "Nights until the bank is empty at that",
    "charging.driving_wh_per_day": "What driving brings on a mean day",
    "charging.from_dcdc_a": "What the DC-DC charger gives",
    "charging.generator_a": "Amps of the generator",
    "charging.generator_w": "Generator",
    "charging.mode.*.into_bank_a": "Into the bank",
    "charging.mode.*.with_sun_a": "Into the bank, with the sun",
    "charging.path_limit_a": "What relay, cable and fuse of the way bear",
    "charging.relay.cell_v": "A half-full cell at rest",
    "charging.relay.charge_frac": "Charge reckoned with",
    "charging.relay.estimate_a": "What the relay passes, about",
    "charging.shore.of_inverter_a": "Charger within the inverter",
    "charging.shore.stand_alone_a": "Shore charger by itself",
    "charging.sinks_wh_per_day": "What a mean day takes out of the bank",
    "charging.through_generator_a": "Charge current on the generator",
    "charging.all_sources_a": "All chosen sources at once",
    "charging.alternator_a": "Alternator's label",
    "charging.alternator_draw_a": "All charging at the alternator",
    "charging.alternator_spare_a": "What the alternator can spare",
    "charging.alternator_v": "Alternator's volts class",
    "charging.beside.*.rated_a": "What it gives to the bank beside",
    "charging.bank_max_a": "Highest charge current of the bank",
    "charging.bank_usual_a": "Usual charge current of the bank",
    "charging.dcdc.have_a": "DC-DC charger chosen",
    "charging.dcdc.input_a": "Amps it draws from the alternator",
    "charging.dcdc.input_v": "Volts at its input",
    "charging.dcdc.need_a": "DC-DC charger needed",
    "charging.dcdc.wh_per_driving_hour": "Energy for an hour of driving",
    "charging.link.*.charger_frac": "What the link's charger passes on",
    "charging.link.*.draw_w": "What the link draws",
    "charging.link.*.hours_per_day": "Hours a day that the link charges",
    "charging.link.*.input_a": "What the link takes from the alternator",
    "charging.link.*.mean_hours": "Hours on a mean day of the journey",
    "charging.link.*.output_a": "Charge current of the link",
    "charging.link.*.output_v": "Charging volts at the other end",
    "charging.link.*.wh_per_day": "What the link brings in a day",
    "charging.refill_hours": "Hours allowed on a hookup",
    "charging.refill_wh": "Energy to refill the bank",
    "charging.shore.breaker_a": "Its breaker",
    "charging.shore.continuous_frac": "Share that may be drawn continuously",
    "charging.shore.have_a": "Shore charger chosen",
    "charging.shore.hookup": "Smallest hookup of the journey",
    "charging.shore.hookup_continuous_a": "What the hookup gives continuously",
    "charging.shore.hookup_limit_a": "Most charge current through the hookup",
    "charging.shore.hours_to_full": "Hours to full on the hookup",
    "charging.shore.mains_a": "Amps it draws from the mains",
    "charging.shore.need_a": "Shore charger needed",
    "charging.shore.through_hookup_a": "Charge current through the hookup",
    "charging.alternator.*.allows_a": "What its maker allows for added loads",
    "charging.alternator.*.class_v": "Its volts class",
    "charging.alternator.*.draw_a": "What is asked of it",
    "charging.alternator.*.half_cell_v": "A half-full cell at rest",
    "charging.alternator.*.half_charge_frac": "Charge reckoned with",
    "charging.alternator.*.half_rest_v": "The half-full bank at rest",
    "charging.alternator.*.hot_a": "What it has when hot, beyond the vehicle",
    "charging.alternator.*.idle_a": "What it gives at idle",
    "charging.alternator.*.idle_spare_a": "What it has at idle, beyond the vehicle",
    "charging.alternator.*.own_draw_a": "What the vehicle itself takes",
    "charging.alternator.*.rated_a": "Its label",
    "charging.alternator.*.school.*.bears_a": "What the way has to bear",
    "charging.alternator.*.school.*.driving_wh": "An hour of driving brings",
    "charging.alternator.*.school.*.idling_wh": "An hour of idling brings",
    "charging.alternator.*.school.*.input_v": "Volts at its input",
    "charging.alternator.*.school.*.pushes_a": "What the volts push into a half-full bank",
    "charging.alternator.*.school.*.rating_a": "Largest that the alternator carries",
    "charging.alternator.*.spare_a": "What charging may take of it",
    "charging.alternator.*.supply_v": "Volts that it holds",
    "charging.beside.*.charge_a": "Charge current while it runs",
    "charging.beside.*.left_a": "What the hookup has left while it runs",
    "charging.empty_frac": "Charge that counts as empty",
    "charging.generator.*.altitude_m": "Height of the place",
    "charging.generator.*.charge_a": "Charge current on it",
    "charging.generator.*.full_l_per_h": "Fuel at its rating",
    "charging.generator.*.gives_w": "What it gives there",
    "charging.generator.*.half_l_per_h": "Fuel at half of it",
    "charging.generator.*.hours_from_start_to_stop": "Hours from start to stop",
    "charging.generator.*.hours_per_day": "Hours that it may run",
    "charging.generator.*.hours_per_tank": "Hours from a tank",
    "charging.generator.*.l_per_h": "Fuel while it charges",
    "charging.generator.*.l_per_kwh": "Fuel for a kilowatt-hour in the bank",
    "charging.generator.*.least_fuel_frac": "Fuel with nothing on it, of that at its rating",
    "charging.generator.*.load_frac": "How far it is loaded",
    "charging.generator.*.of.*.mains_a": "What the charger gets of it",
    "charging.generator.*.of.*.output_a": "What the charger gives of it",
    "charging.generator.*.output_a": "Amps of the generator",
    "charging.generator.*.rated_w": "Its rating",
    "charging.generator.*.service_days": "Days between services, run as it may",
    "charging.generator.*.service_every_h": "Hours between services",
    "charging.generator.*.start_frac": "Started at a charge of",
    "charging.generator.*.stop_frac": "Stopped at a charge of",
    "charging.generator.*.tank_l": "Fuel that it has",
    "charging.generator.*.wh_per_day": "What a day of it may bring",
    "charging.generator.*.wh_per_h": "An hour of it brings",
    "charging.help.*.hours_per_day": "Hours of it a day that close the gap",
    "charging.help.*.price_per_kwh": "A kilowatt-hour of it costs",
    "charging.help.*.wh": "One of it brings",
    "charging.help.dcdc.price_per_kwh": "A kilowatt-hour of it costs",
    "charging.help.dcdc.largest_a": "Largest DC-DC charger that the alternator carries",
    "charging.help.dcdc.wh_per_day": "What it would bring more on a day",
    "charging.help.hookup.every_nights": "A night on a hookup closes the gap for",
    "charging.help.panel.panels": "Panels that close the gap",
    "charging.help.panel.rated_w": "One panel more",
    "charging.inlet.adapter_a": "The adapter bears",
    "charging.inlet.cord_a": "The cord bears",
    "charging.inlet.conductor": "Size of the cord",
    "charging.inlet.cord_length_m": "Length of the cord",
    "charging.inlet.ohm_per_km": "Resistance of the cord",
    "charging.shore.cord_drop_frac": "Lost along the cord",
    "charging.inlet.inlet_a": "The inlet bears",
    "charging.ladder.bms_v": "The bank's electronics cut at",
    "charging.ladder.inverter_least_v": "The inverter stops no lower than",
    "charging.ladder.shed_least_v": "Loads are shed no lower than",
    "charging.ladder.shed_v": "Loads are shed at",
    "charging.link.*.class_v": "Alternator's volts class",
    "charging.link.*.input_v": "Volts at the link's input",
    "charging.meanwhile_a": "What the loads draw meanwhile",
    "charging.meanwhile_dc_a": "What loads on DC draw meanwhile",
    "charging.mode.*.hours_to_full": "Hours to full, with the loads on",
    "charging.mode.*.hours_to_80": "Hours to 80 %, with the loads on",
    "charging.mode.*.hours_to_95": "Hours to 95 %, with the loads on",
    "charging.mode.*.net_a": "Left for the bank, with the loads on",
    "charging.set.absorb_cold_v": "Absorb at, where the bank is coldest",
    "charging.set.absorb_hot_v": "Absorb at, where the bank is hottest",
    "charging.set.absorb_v": "Absorb at",
    "charging.set.cold_stop_c": "Stop charging below",
    "charging.set.float_v": "Float at",
    "charging.shore.of.*.mains_a": "What the charger gets of the hookup",
    "charging.shore.of.*.output_a": "What the charger gives of it",
    "charging.shore.way_continuous_a": "What outlet, cord and inlet pass continuously",
    "charging.source.*.adjustable": "Whether it can be turned down",
    "charging.source.*.asks_a": "What it asks for",
    "charging.source.*.cell_v": "A half-full cell at rest",
    "charging.source.*.charge_frac": "Charge reckoned with",
    "charging.source.*.class_v": "Volts class that it starts from",
    "charging.source.*.conductor": "Its cable",
    "charging.source.*.dead_after_h": "Left closed, the engine is dead after",
    "charging.source.*.efficiency_frac": "What it passes on",
    "charging.source.*.held_a": "Held back while the sun comes through the same output",
    "charging.source.*.hours_to_80": "Hours to 80 % by it alone, with the loads on",
    "charging.source.*.hours_to_95": "Hours to 95 % by it alone, with the loads on",
    "charging.source.*.hours_to_full": "Hours to full by it alone, with the loads on",
    "charging.source.*.input_a": "What it draws",
    "charging.source.*.input_v": "Volts at its input",
    "charging.source.*.input_w": "Watts that it draws",
    "charging.source.*.isolated": "Whether its negatives are apart",
    "charging.source.*.length_m": "Length of its cable, one way",
    "charging.source.*.limit_a": "What relay, cable and fuse of the way bear",
    "charging.source.*.made_for_v": "Volts class of its output",
    "charging.source.*.made_from_v": "Volts class of its input",
    "charging.source.*.may_take_a": "What the way lets through of it",
    "charging.source.*.net_a": "Left for the bank by it alone, with the loads on",
    "charging.source.*.ohm_per_km": "Resistance of its cable",
    "charging.source.*.output_a": "What it gives the bank",
    "charging.source.*.plug_a": "What the plug at the hitch bears",
    "charging.source.*.power_factor": "Its power factor",
    "charging.source.*.profile": "The profile that it is set to",
    "charging.source.*.profile_absorbs_v": "Volts where that profile absorbs",
    "charging.source.*.profile_floats_v": "Volts where that profile floats",
    "charging.source.*.profile_lithium": "Whether that profile is for lithium",
    "charging.source.*.profiles": "Profiles that it has",
    "charging.source.*.rated_a": "Its rating",
    "charging.source.*.run_ohm": "Resistance of the way, there and back",
    "charging.source.*.run_passes_a": "Most that the way passes",
    "charging.source.*.supply_v": "Volts that the alternator holds",
    "charging.source.*.tap_a": "What the tap gives",
    "charging.source.*.within_a": "What comes through its output from what sits within it",
    "charging.source.*.wh_per_driving_hour": "An hour of driving brings",
    "charging.stay.*.arrives_h": "Plugged in at, by the clock",
    "charging.stay.*.breaker_a": "Its breaker",
    "charging.stay.*.charge_a": "Charge current on that hookup",
    "charging.stay.*.continuous_frac": "Share that may be drawn continuously",
    "charging.stay.*.days_to_full": "Days until the bank is full there",
    "charging.stay.*.driving_h": "Driving a day there",
    "charging.stay.*.driving_wh": "What driving brings there in a day",
    "charging.stay.*.full_by_h": "Full by, in hours from midnight",
    "charging.stay.*.hookup": "Hookup there",
    "charging.stay.*.hours_to_full": "Hours to full there, with the loads on",
    "charging.stay.*.net_a": "Left for the bank there",
    "charging.stay.*.surplus_wh": "What a day there leaves over",
    "charging.taper_h": "What the last of a charge takes",
    "moved.arrives_wh": "Arrives in the other's bank in a day",
    "moved.at_bank_wh": "Out of the bank, on a day of the link",
    "moved.comes_back_frac": "Comes back out of that bank",
    "moved.draw_w": "Off the alternator",
    "moved.frac": "Of what leaves, that is",
    "moved.hours": "Hours of a mean day",
    "moved.leaves_wh": "Leaves the one that gives, in a day",
    "moved.row_h": "Hours of that day",
    "moved.usable_wh": "Can be taken out at the other end",
    "recharge.*.hours_to_*": "Hours to a charge, with the loads on",
    "recharge.from_frac": "Charge to begin from",
    "loads.row.*.output_a": "What the other system's charger gives",
    "loads.row.*.output_v": "Charging volts of the other system",
}

FINDINGS: dict[str, Words] = {
    "charging.link_to_nowhere": Words(
        "A link joins this rig with {name}, and the job has no system of that name.",
        "What it brings or takes is reckoned with here and stands in no other rig. Add the system, or take the link away.",
    ),
    "charging.lithium_on_alternator": Words(
        "Lithium hangs straight on the alternator through {name}.",
        "It overheats the alternator, and when the bank's electronics open under charge the voltage spike can destroy it. "
        "Kept so, it takes a lead battery that stays on the alternator, and a stop that comes before the electronics open.",
    ),
    "charging.lithium_on_buffered_alternator": Words(
        "Lithium hangs on the alternator through {name}, with a lead buffer and a stop before its electronics open.",
        "The spike is caught so; the heat is not. The alternator still runs as hard as it can for as long as "
        "the bank takes it.",
    ),
    "charging.no_field_stop": Words(
        "When the bank's electronics open, nothing stops the field of {name} first.",
        "The alternator is left on the loads with no battery, and its volts rise until something breaks. "
        "The electronics have to switch the regulator off before they open.",
    ),
    "charging.not_sensed": Words(
        "{name} is driven into lithium, and its regulator does not feel its heat.",
        "Lithium takes all that it has for hours. A sensor on the alternator lets the regulator hold it back in time.",
    ),
    "charging.regulated_by_itself": Words(
        "{name} counts on a regulator of its own, and the alternator is regulated from within.",
        "What it gives is then what its own volts push. Fit the regulator, or choose another way.",
    ),
    "charging.regulated_by_itself/smart": Words(
        "{name} counts on a regulator of its own, and the engine computer regulates the alternator.",
        "An outside regulator on it upsets the engine's computer. Charge through a DC-DC charger, or from an "
        "alternator of its own.",
    ),
    "charging.volts_on_smart_alternator": Words(
        "The engine computer turns the alternator down, and {name} is switched by its volts.",
        "Below 12.7 V it stops while the engine runs. Switched by the ignition, or by a signal of the "
        "running engine, it does not.",
    ),
    "charging.straight_other_volts": Words(
        "{name} joins an alternator of {alternator} V with a bank of {bank}.",
        "Joined straight, the higher of them drives its current into the lower with nothing to hold it. "
        "Only a DC-DC charger made for both sides goes between them.",
    ),
    "charging.over_tap": Words(
        "{name} asks for {asks} and hangs on a tap of {tap}.",
        "The tap's fuse opens. Turn it down, or take the current from the starter battery through a fuse of its own.",
    ),
    "charging.over_plug": Words(
        "{name} draws {asks} through the plug at the hitch, whose contact bears {plug}.",
        "The contact burns. Turn it down, or give it a plug of its own.",
    ),
    "charging.over_way": Words(
        "{name} may take {asks}; what lies on its way bears {bears}.",
        "Its fuse opens, or what is weakest on the way burns. Turn it down, or make the whole way larger.",
    ),
    "charging.cable_drops": Words(
        "At {name} there are {volts} left of the alternator's volts while it draws {asks}.",
        "Below {least} for each 12 V it turns down or gives up. A thicker or shorter cable, or a smaller charger.",
    ),
    "charging.cable_drops/measured": Words(
        "{volts} were measured at {name} with the current flowing.",
        "Below {least} for each 12 V it turns down or gives up. Look at each joint, and at the cable's size.",
    ),
    "charging.short_at_idle": Words(
        "At idle {name} has {idle} beyond what the vehicle takes, and {draw} are asked of it.",
        "The starter battery makes up the rest, or the alternator runs as hard as it can with little air. "
        "Do not charge by idling, or turn the charger down.",
    ),
    "charging.straight_at_idle": Words(
        "At idle {name} takes all of the {idle} that the alternator has, for as long as the bank takes it.",
        "Turning slowly it has hardly any air through it, and nothing feels its heat. Do not charge by idling.",
    ),
    "charging.switch_forgotten": Words(
        "Left closed, {name} lets the loads empty the starter battery too: after {dead} the engine does not start.",
        "From both banks full, at the draw of a mean day. A DC-DC charger, or whatever follows the ignition, does not forget.",
    ),
    "charging.jump_start_over_way": Words(
        "The engine is to be started from the house through {name}: {cranks} for seconds, and the way bears {bears}.",
        "Its fuse opens, or its contacts weld shut. Let the way bear it, or start from another battery by leads.",
    ),
    "charging.jump_start_over_way/bank": Words(
        "The engine is to be started from the house through {name}: {cranks} for seconds, and the bank gives {bears}.",
        "It parts itself from the rig, and the house is dark besides. Start from another battery by leads.",
    ),
    "charging.jump_start_over_way/dcdc": Words(
        "The engine is to be started from the house through {name}, which passes current one way, and not "
        "the {cranks} of a start.",
        "Start from another battery by leads, or through a switch that bears it.",
    ),
    "charging.negatives_joined": Words(
        "{name} joins the negative of the house with that of its alternator, which is kept apart.",
        "What was parted against stray current is one again, and the hull or the engine may be eaten. Take one whose negatives "
        "are apart.",
    ),
    "charging.negatives_joined/straight": Words(
        "By {name} the house needs the alternator's negative, which is kept apart.",
        "Either it does not charge at all, or it joins what was parted against stray current. Take a DC-DC charger whose "
        "negatives are apart.",
    ),
    "charging.generator_overloaded": Words(
        "The chargers draw {draws}, and {name} gives {gives} where it stands.",
        "A charger there that cannot be turned down opens its breaker. Take one that can, or run them one at a time.",
    ),
    "charging.generator_hardly_loaded": Words(
        "{name} gives {gives} and only {charge} go into the bank of it.",
        "It burns {fuel} mostly to turn itself. A larger charger, or a smaller generator, takes fewer hours and less fuel.",
    ),
    "charging.generator_stops_before_it_starts": Words(
        "{name} is started at {start} % and stopped at {stop} %.",
        "It would stop as soon as it starts. Stop it above where it is started.",
    ),
    "charging.cord_drops": Words(
        "The cord takes {percent} % of the mains volts while the chargers draw {draw}.",
        "Motors start hard and run hot on what is left, and the cord is warm along its length. A thicker or a shorter one.",
    ),
    "charging.cord_too_small": Words(
        "The chargers draw {draw}; cord, adapter and inlet bear {limit} continuously.",
        "The weakest of them warms all night. {fits} of charge current fit through, or take a larger cord.",
    ),
    "charging.set_above_limit": Words(
        "{name} is set to {stops} V; the bank bears {most} at most.",
        "The bank's electronics open, or cells are harmed for good and can become dangerous. Set it lower "
        "before it charges again.",
    ),
    "charging.set_above_limit/lead": Words(
        "{name} is set to {stops} V; the bank bears {most} at most.",
        "It gasses and dries out, and a sealed one can burst. Set it lower before it charges again.",
    ),
    "charging.equalises_lithium": Words(
        "{name} equalises, and the bank is lithium.",
        "Equalising drives volts that no lithium cell bears. Switch it off for good, and by its timer too.",
    ),
    "charging.held_full": Words(
        "{name} holds the full bank at {volts} V; {float} is usual.",
        "Held so high for weeks it wears. Set the float lower.",
    ),
    "charging.not_for_lithium": Words(
        "{name} has no profile for lithium, or is not set to it.",
        "It may equalise, float too high, or stop too low. Set it to lithium, or replace it.",
    ),
    "charging.settings_apart": Words(
        "{highest} goes up to {high} V and {lowest} stops at {low} V.",
        "On one bank the lower stops early and leaves the rest to the other. Set them alike.",
    ),
    "charging.cutoffs_out_of_order": Words(
        "Loads are shed at {at}; the inverter stops so near to it that {least} is the least.",
        "The inverter goes first and takes everything on it along. Shed what matters least before that.",
    ),
    "charging.cutoffs_out_of_order/inverter": Words(
        "The inverter stops at {at}; the bank parts itself from the rig so near to it that {least} is the least.",
        "The bank goes first, and everything is dark at once. Let the inverter stop before it.",
    ),
    "charging.over_bank_limit": Words(
        "{total} go into the bank at once from {which}; its maker allows {limit}.",
        "Nothing keeps them apart. Turn chargers down, lock one out while another runs, or add capacity.",
    ),
    "charging.over_usual_most": Words(
        "{total} go into the bank at once, and such a bank usually takes {limit} at most: from {which}.",
        "Nothing keeps them apart. Ask what its maker allows; until then turn chargers down or lock one out.",
    ),
    "charging.over_usual_rate": Words(
        "All sources give {total} together; {usual} is usual for such a bank, {limit} the most.",
        "It wears the bank faster than it has to.",
    ),
    "charging.refill_too_slow": Words(
        "With {gives} the bank is full after {takes}; {hours} were said.",
        "{refill} have to come back, and the last of it goes slowly. More hours, more amps, or less taken out.",
    ),
    "charging.dcdc_other_volts": Words(
        "{name} goes from {made_from} V to {made_to} V; the alternator has {alternator} V, the bank {bank}.",
        "It does not charge this bank, whatever its amps. Take one that is made for both sides.",
    ),
    "charging.dcdc_other_volts/backwards": Words(
        "{name} is the wrong way round: from {made_from} V to {made_to} V, from an alternator of "
        "{alternator} V to a bank of {bank}.",
        "So it feeds the vehicle from the house. Take one that is made for the other way.",
    ),
    "charging.charger_other_volts": Words(
        "{name} is made for {made_for} V; the bank has {bank}.",
        "It does not charge this bank, or it harms it. Look at its plate once more.",
    ),
    "charging.link_in_a_loop": Words(
        "This rig feeds {name} and is fed by it at the same time.",
        "Each empties the other through the losses of both. Let one of them be locked out while the other runs.",
    ),
    "charging.link_of_gone_stay": Words(
        "A link to {name} is told to be away at a stay that is not on the journey any more.",
        "Look through the stays of the link once more.",
    ),
    "charging.relay_on_smart_alternator": Words(
        "The engine computer turns the alternator down, and {name} goes by its volts.",
        "Below 12.7 V it drops out or drains the starter battery. A DC-DC charger switched by the ignition does not.",
    ),
    "charging.relay_trigger_unsaid": Words(
        "The engine computer turns the alternator down, and nobody has said what switches {name}.",
        "One that goes by volts drops out below 12.7 V, or drains the starter battery. "
        "One that is switched by the ignition stays closed, and the bank gets what little the volts push.",
    ),
    "charging.below_freezing": Words(
        "The bay falls to {bay} and the bank does not heat itself.",
        "Charging lithium iron phosphate below 0 °C damages it for good and can make it dangerous.",
    ),
    "charging.hookup_too_small": Words(
        "The charger draws {draw}; a {breaker} hookup gives {limit} continuously.",
        "The breaker opens in the night. {fits} of charge current fit through.",
    ),
    "charging.refill_shorter_than_taper": Words(
        "{hours} on a hookup is shorter than the taper of {taper}.",
        "No current refills such a bank in that time.",
    ),
    "charging.alternator_overloaded": Words(
        "Charging draws {draw} of {name}; at {label} on its label it has {spare} to spare when hot.",
        "An alternator run flat out for hours overheats.",
    ),
}

FIXES: dict[str, str] = {
    "charging.use_dcdc": "Charge through a DC-DC charger",
    "charging.self_heating": "Take a bank that heats itself",
    "charging.turn_down": "Turn the charger down to the hookup",
    "charging.fit_field_stop": "Let the bank's electronics stop the field first",
    "charging.by_ignition": "Switch it by the ignition",
    "charging.shed_earlier": "Shed the loads earlier",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "charging.dcdc.need_a": "DC-DC alone, {driving} h",
    "charging.shore.need_a": "Shore, full in {refill} h",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "charging": "changed the charging",
    "links": "changed a link",
}
