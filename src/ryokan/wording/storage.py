"""Words of the step storage: the bank."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Storage"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "storage.other.*.asked_h": "Asked of the backup",
    "storage.other.*.capacity_ah": "Capacity of the other bank",
    "storage.other.*.cranking_a": "What the engine's starter takes",
    "storage.other.*.holds_h": "The backup holds its load for",
    "storage.other.*.stands_days": "Days that the engine still starts after",
    "storage.other.*.volts_v": "Its volts class",
    "charging.stops_at_v": "Highest volts that the charger reaches",
    "storage.arrangement.paired": "Units side by side in each step",
    "storage.cell_v_at_top": "Rested volts of a cell where the charger stops",
    "storage.cells_in_series": "Cells in series",
    "storage.cells_per_12v": "Cells in series for each 12 V",
    "storage.charge_at_top_frac": "Charge that the charger reaches",
    "storage.days_by_audit": "Days to the allowed depth, by the audit",
    "storage.days_to_empty": "Days to the last of it, by the audit",
    "storage.discharge_most_a": "What such a bank bears for minutes",
    "storage.full_capacity_a": "Current at which it gives its whole rating",
    "storage.gas_equalising_m3_per_h": "Air that it needs while it is equalised",
    "storage.inverter_rate_c": "The inverter at full rating, over the amp-hours",
    "storage.never_filled_wh": "Never filled by this charger",
    "storage.to_empty_wh": "Energy to the last of it",
    "storage.usable_by_audit_wh": "Energy to the allowed depth",
    "storage.vent_need_equalising_cm2": "Free opening while it is equalised, low and high each",
    "storage.wish.capacity_frac": "Share of its rating at the wish's draw",
    "storage.wish.cell_v_at_cutoff": "Rested volts of a cell when the wish ends",
    "storage.wish.charge_at_cutoff_frac": "Charge left when the wish ends",
    "storage.wish.current_a": "Current of the wish",
    "storage.wish.draw_w": "Draw of the wish, at the bank",
    "storage.wish.energy_wh": "What the bank gives at that draw",
    "storage.wish.from_frac": "Charge that the wish begins from",
    "storage.wish.hours_have": "How long the bank runs the wish",
    "running.capacity_frac": "Share of its rating at that draw",
    "running.cell_v_at_cutoff": "Rested volts of a cell when the inverter stops",
    "running.charge_at_cutoff_frac": "Charge left when the inverter stops",
    "running.current_a": "Current of the run",
    "brief.growth_frac": "Growth to expect",
    "loads.row.*.nights": "What it costs in nights",
    "running.*.draw_w": "Mean draw at the bank",
    "running.draw_w": "All of it, at the bank",
    "running.driving_h": "Back by driving",
    "running.energy_wh": "Energy down to the allowed depth",
    "running.from_frac": "Charge to begin from",
    "running.hours": "How long it runs",
    "running.shore_h": "Back on shore power",
    "running.solar_days": "Back by the array alone",
    "running.to_bring_back_wh": "To be charged afterwards",
    "solar.need_after_growth_w": "Array needed after the growth",
    "storage.alternatives.*.capacity_left_frac": "Capacity left in the cold",
    "storage.alternatives.*.cost_per_kwh_10y": "A delivered kWh over 10 years",
    "storage.alternatives.*.cost_per_kwh_6y": "A delivered kWh over 6 years",
    "storage.alternatives.*.fuel_per_year": "Fuel that its mass takes a year",
    "storage.alternatives.*.life_years": "Life of such a bank",
    "storage.alternatives.*.mass_kg": "Mass of such a bank",
    "storage.alternatives.*.need_ah": "Bank needed, amp-hours",
    "storage.alternatives.*.need_wh": "Bank needed",
    "storage.alternatives.*.price": "Price of such a bank",
    "storage.arrangement.highest_volts_v": "Volts of the string that has most",
    "storage.arrangement.parallel": "Strings in parallel",
    "storage.arrangement.series": "Units in series",
    "storage.arrangement.volts_v": "Volts of a string",
    "storage.bank_ah": "Bank reckoned with, amp-hours",
    "storage.bank_wh": "Bank reckoned with",
    "storage.banks_10y": "Banks bought in ten years",
    "storage.banks_6y": "Banks bought in six years",
    "storage.bay_c": "Coldest bay in use",
    "storage.bay_hot_c": "Hottest bay in use",
    "storage.bms_limit_a": "Most that the bank's electronics pass",
    "storage.capacity_at_peak_frac": "Share of its capacity with everything running",
    "storage.cell_v_at_cutoff": "Rested volts of a cell when the inverter stops",
    "storage.cell_v_empty": "An empty cell at rest",
    "storage.cell_v_full": "A full cell at rest",
    "storage.charge_at_cutoff_frac": "Charge left when the inverter stops",
    "storage.charge_limit_a": "Most that the units take",
    "storage.charge_v": "Charging volts",
    "storage.class.*.copper_frac": "Copper for the same share of drop",
    "storage.class.*.current_a": "DC amps at cut-off at that class",
    "storage.class.*.left_over": "Units left over",
    "storage.class.*.need_ah": "Bank needed at that class",
    "storage.class.*.parallel": "The same units, strings in parallel",
    "storage.class.*.same_units_ah": "What the same units make there",
    "storage.class.*.series": "The same units, in series",
    "storage.class.*.volts_v": "Volts class compared with",
    "storage.cost_per_kwh_10y": "A delivered kWh over ten years",
    "storage.cost_per_kwh_6y": "A delivered kWh over six years",
    "storage.current_with_one_out_a": "What the others carry once one has parted itself",
    "storage.curve.cell_v": "A rested cell by its charge",
    "storage.curve.charge_frac": "Charge left",
    "storage.curve.charging_v": "Volts while charging, by the charge",
    "storage.curve.mean_load_v": "Volts under the day's mean draw, by the charge",
    "storage.curve.peak_load_v": "Volts with everything running, by the charge",
    "storage.curve.rest_v": "Rested volts by the charge",
    "storage.cutoff_v": "Lowest working volts of the bank",
    "storage.cycles_per_year": "Cycles a year",
    "storage.days_after_growth": "Days the bank lasts after the growth, with margin",
    "storage.days_without_charge": "Days the bank lasts, with margin",
    "storage.days_without_charge.high": "Days the bank lasts by low use",
    "storage.days_without_charge.low": "Days the bank lasts by high use",
    "storage.discharge_usual_a": "Continuous discharge of such a bank",
    "storage.fault_current_a": "Current into a dead short at the bank",
    "storage.fuel_per_year": "Fuel that the chosen bank takes a year",
    "storage.full_cell_v": "A charged cell at rest",
    "storage.full_charge_frac": "Charged",
    "storage.full_rest_v": "The charged bank at rest",
    "storage.gas_m3_per_h": "Air that its hydrogen needs",
    "storage.gas_ma_per_ah": "Current that makes gas, per Ah",
    "storage.have_ah": "Bank chosen, amp-hours",
    "storage.have_wh": "Bank chosen",
    "storage.headroom_frac": "Growth that the bank still takes",
    "storage.left_at_dawn_frac": "Left at each dawn, by the audit",
    "storage.left_at_dawn_frac.high": "Left at each dawn, by low use",
    "storage.left_at_dawn_frac.low": "Left at each dawn, by high use",
    "storage.left_at_dawn_with_margin_frac": "Left at each dawn, with the margin",
    "storage.life_years": "Life of the bank, by cycles or calendar",
    "storage.lithium_level_years": "Year in which lithium is level with AGM",
    "storage.mass_kg": "Mass of the chosen bank, about",
    "storage.max_v": "Volts that the bank may never exceed",
    "storage.mean_current_a": "Mean draw of the day",
    "storage.meter.cell_v": "A rested cell at each tenth",
    "storage.meter.charge_frac": "Charge left, by tenths",
    "storage.meter.mean_load_v": "The same under the day's mean draw",
    "storage.meter.rest_v": "Rested volts at each tenth",
    "storage.min_v": "Volts below which the bank is harmed",
    "storage.need_ah": "Bank needed, at nominal volts",
    "storage.need_ah_by_three": "By the ratio rule: three times the daily amp-hours",
    "storage.need_ah_by_twelve": "By the shortcut: Wh × days ÷ 12",
    "storage.need_by.audit_wh": "By audit × days",
    "storage.need_by.three_daily_wh": "By three times a day's energy",
    "storage.need_by.wish_wh": "By the one wish",
    "storage.need_wh": "Bank needed",
    "storage.nominal_v": "Nominal volts",
    "storage.peak_current_a": "Everything running, at the cut-off",
    "storage.rated_over_h": "Hours that the rating holds for",
    "storage.resistance_ohm": "Resistance of the bank",
    "storage.span_10y": "Over ten years",
    "storage.span_6y": "Over six years",
    "storage.stranded_wh": "Allowed, but out of the inverter's reach",
    "storage.string.*.ah": "Capacity of the string: its smallest unit",
    "storage.string.*.limit_a": "Most that the string gives: its weakest unit",
    "storage.string.*.unit_ah": "Capacity of its units",
    "storage.string.*.unit_limit_a": "Most that each of its units gives",
    "storage.string.*.unit_v": "Nominal volts of its units",
    "storage.string.*.volts_v": "Volts of the string",
    "storage.string.*.wh": "Energy of the string",
    "storage.string_chemistries": "Kinds on one bus",
    "storage.system_v": "Volts class",
    "storage.unit.capacity_ah": "Capacity of one unit",
    "storage.unit.charge_limit_a": "Most that one unit takes",
    "storage.unit.chemistry": "Chemistry of the unit",
    "storage.unit.cycles": "Cycles of one unit, by its maker",
    "storage.unit.discharge_limit_a": "Most that one unit gives",
    "storage.unit.heater_w": "Draw of one unit's heater",
    "storage.unit.height_m": "Height of one unit",
    "storage.unit.length_m": "Length of one unit",
    "storage.unit.mass_kg": "Mass of one unit",
    "storage.unit.max_parallel": "Most in parallel, by its maker",
    "storage.unit.max_series": "Most in series, by its maker",
    "storage.unit.min_charge_c": "Coldest charging of the unit",
    "storage.unit.nominal_v": "Nominal volts of one unit",
    "storage.unit.resistance_ohm": "Resistance of one unit",
    "storage.unit.self_heating": "The unit heats itself",
    "storage.unit.width_m": "Width of one unit",
    "storage.unit_masses_kg": "Mass of each unit",
    "storage.units": "Units in all",
    "storage.usable_wh": "Usable energy",
    "storage.usual_charge_a": "Usual charge current",
    "storage.vent_cm2": "Free opening there is",
    "storage.vent_need_cm2": "Free opening needed, low and high each",
    "storage.volume_l": "Volume of the units",
    "storage.wish.hours": "Hours of the wish",
    "storage.wish.wh": "What the wish takes from the bank",
}

FINDINGS: dict[str, Words] = {
    "storage.starter_other_volts": Words(
        "{name} is of {volts} V and the alternator of {alternator} V.",
        "It is not charged by it, or harmed. Look at both plates once more.",
    ),
    "storage.starter_runs_down": Words(
        "Nothing keeps {name} full: after {stands} parked it may not start the engine, and the longest stay "
        "is {nights} nights.",
        "A trickle from the house bank, or a switch that takes it off the vehicle, keeps it.",
    ),
    "storage.second_unmanaged": Words(
        "{name} is of another kind and hangs on the house bank with nothing between them.",
        "Each is charged to the other's volts, and the one empties itself into the other. A managing device keeps them apart.",
    ),
    "storage.second_unmanaged/lead": Words(
        "{name} is another kind of lead and hangs on the house bank with nothing between them.",
        "Each is charged to the other's volts, and the weaker of them dies first. A managing device keeps them apart.",
    ),
    "storage.second_other_volts": Words(
        "{name} is of {volts} V and hangs on a house bank of {house} with nothing that converts.",
        "The higher drives its current into the lower. Part them before anything else is done.",
    ),
    "storage.backup_short": Words(
        "{name} holds its load for {holds}; {asked} were asked.",
        "A larger backup, or less that hangs on it.",
    ),
    "storage.backup_not_charged": Words(
        "Nothing charges {name}.",
        "It is empty when it is wanted. Charge it from the house, from the mains or by a panel of its own.",
    ),
    "storage.days_short": Words(
        "The bank is empty after {days}, before the promised {promised} are over.",
        "By the audit, with no margin and to the last amp-hour. With no charge the lights go out then.",
    ),
    "storage.deeper_than_allowed": Words(
        "The bank keeps {promised} only below the allowed {depth} %: to there it lasts {days}, to the end {to_empty}.",
        "It does not go dark; each time it is drawn so low takes from its life.",
    ),
    "storage.reserve_small": Words(
        "The bank lasts {days} by the audit, {promised} are promised; the way it is sized asks for {need}, there are {have}.",
        "The difference is margin, ageing and whatever that way adds. Nothing fails for it today.",
    ),
    "storage.inverter_over_rate": Words(
        "At its full {rated} the inverter takes {current}, {rate} times the bank's amp-hours; such a bank bears about {most}.",
        "At less than full load it matters less. More amp-hours, a higher volts class or a smaller inverter bring it down.",
    ),
    "storage.never_full": Words(
        "The charger stops at {stops}: {never} of the bank are never filled.",
        "The maker's charging volts go first. A charger that reaches them gets at it.",
    ),
    "storage.no_bms": Words(
        "Nothing watches the cells of this lithium bank.",
        "One cell that is overcharged or emptied too far can vent and burn, and no one sees it coming. Take it out of use "
        "until electronics of its own part it, and have somebody licensed look at it.",
    ),
    "storage.bay_colder_than_typed": Words(
        "The bank stands outside and the bay is entered as {bay}; the coldest stay may bring {coldest}.",
        "Cold takes capacity.",
    ),
    "storage.bay_colder_than_typed/lithium": Words(
        "The bank stands outside and the bay is entered as {bay}; the coldest stay may bring {coldest}.",
        "Cold takes capacity, and lithium must not be charged below freezing.",
    ),
    "storage.not_restrained": Words(
        "Nothing holds a bank of {mass}.",
        "In a crash it becomes a missile, and its terminals meet metal. It has to be held in every direction.",
    ),
    "storage.not_restrained/afloat": Words(
        "Nothing holds a bank of {mass}.",
        "In a knock-down it breaks loose, and its terminals meet metal. It has to be held in every direction.",
    ),
    "storage.not_restrained/still": Words(
        "Nothing holds a bank of {mass}.",
        "If it is knocked over or falls, its terminals meet metal and its case breaks. Fix it in its place.",
    ),
    "storage.unlike_strings": Words(
        "Units that are not alike share one bus or one string.",
        "One of them is overcharged or emptied too far whenever the others are not. Make them two banks, or put a device "
        "between them that manages both.",
    ),
    "storage.unlike_strings/lithium": Words(
        "Units that are not alike share one bus or one string.",
        "One of them is overcharged or emptied too far whenever the others are not; lithium then parts itself or vents. Make "
        "them two banks, or put a device between them that manages both.",
    ),
    "storage.chargers_left_alone": Words(
        "When the bank's electronics open, nothing parts the alternator from the loads.",
        "With no battery on it its volts run away: they destroy what is connected, and it can burn. A charge bus that parts by "
        "itself, or a charge-stop that reaches the alternator, is the answer.",
    ),
    "storage.chargers_without_battery": Words(
        "When the bank's electronics open, nothing stops the chargers, which then feed the loads with no battery, at "
        "{charge_v}.",
        "Not every charger may run so, and not every load bears the overshoot: look at both makers' sheets. Separate charge "
        "and load buses, or a charge-stop wired to every source, end it.",
    ),
    "storage.over_cell_limit": Words(
        "The bank is charged to {charge_v}; its cells bear {most} at most.",
        "Beyond it lithium cells vent and burn. Lower the charging volts to the maker's figure.",
    ),
    "storage.over_cell_limit/lead": Words(
        "The bank is charged to {charge_v}; its cells bear {most} at most.",
        "Beyond it lead gasses hard and dries out. Lower the charging volts to the maker's figure.",
    ),
    "storage.bay_too_hot": Words(
        "The bay gets as hot as {bay}; such a bank is charged up to {limit}.",
        "Charging stops there, or ought to. Another place, shade or air helps; the maker's own figure goes first.",
    ),
    "storage.bay_too_hot/lead": Words(
        "The bay gets as hot as {bay}; this kind of bank bears {limit} for long.",
        "Each 10 K above 25 °C halve its life. Another place, shade or air helps.",
    ),
    "storage.discharge_over_rate": Words(
        "Everything running draws {current}; such a bank bears up to {usual} for long.",
        "It runs hot or parts itself. More amp-hours or less at once.",
    ),
    "storage.discharge_over_rate/lead": Words(
        "Everything running draws {current}, at which the bank gives {percent} % of its rating; it gives all of it up to "
        "{usual}.",
        "Its volts sag, and what is left comes back only at a lower draw. More amp-hours, or less at once.",
    ),
    "storage.fits_no_compartment": Words(
        "No compartment takes {count} of these batteries. {why}.",
        "Measured upright, with air on each side and room for the cables above the terminals.",
    ),
    "storage.energy_stranded": Words(
        "With everything running ({current}) the inverter stops at {cutoff} and leaves {stranded} in the bank.",
        "A lower cut-off, a shorter run or a bank of less resistance gets at it.",
    ),
    "storage.short_after_growth": Words(
        "The bank keeps the promise today; once the use has grown by {growth} % it lasts {after}, not {promised}.",
        "A bank of one age and kind is hard to add to later.",
    ),
    "storage.lead_in_living_space": Words(
        "A sealed lead bank stands in the living space with no vented enclosure.",
        "Its valves open on overcharge and let out hydrogen.",
    ),
    "storage.flooded_indoors": Words(
        "A flooded lead bank stands in the living space.",
        "It gives off hydrogen and acid mist whenever it is charged. It belongs outside, vented and in a spill-proof box.",
    ),
    "storage.over_touch_limit": Words(
        "The bank charges at {charge_v}, over {limit}.",
        "Cover every bare part (60 V dry, 30 V wet); several codes change their articles here. Ask a licensed person.",
    ),
    "storage.bms_below_main_current": Words(
        "The bank's electronics pass {limit}, the main run may take {current}.",
        "The bank parts itself from the rig at full load, and all goes dark.",
    ),
    "storage.bms_below_main_current/lead": Words(
        "The bank may give {limit}, the main run may take {current}.",
        "At full load it is drawn harder than was said that it bears.",
    ),
    "storage.series_off_class": Words(
        "A string of units makes {volts}; the bank is to be {nominal}.",
        "Series adds volts, parallel adds amp-hours. At the wrong volts chargers, inverter and fuses are all wrong.",
    ),
    "storage.unit_of_other_chemistry": Words(
        "The chosen unit is {unit}; the rig is worked out for {chemistry}.",
        "Depth, charging volts and what it bears in the cold differ by chemistry. Charging one as the other can start a fire.",
    ),
    "storage.too_many_units": Words(
        "{count} units in {name}; their maker allows {most}.",
        "Beyond that the units no longer share evenly, and the maker answers for nothing.",
    ),
    "storage.compartment_too_small": Words(
        "{name} does not take {count} of these batteries: {why}.",
        "Measured upright, with air on each side and room for the cables above the terminals.",
    ),
    "storage.compartment_gone": Words(
        "The {name} is told to stand in a compartment that is not measured any more.",
        "Choose another, or measure it again.",
    ),
    "storage.midpoint_tapped": Words(
        "{what} hangs between the units of a string.",
        "One unit is emptied or filled alone, the other is overcharged in turn: both die early. A converter from the whole "
        "string, or a balancer, ends it.",
    ),
    "storage.midpoint_of_lithium": Words(
        "{what} hangs between the units of a string of lithium.",
        "The units drift apart, and the electronics of one may have to part the volts of the whole string, for which they are "
        "not made. A converter from the whole string ends it.",
    ),
    "storage.bank_with_gas": Words(
        "The bank is to stand in {name}, where bottled gas stands or drains.",
        "Gas is heavier than air and gathers low; a spark at a post lights it. It belongs into another compartment.",
    ),
    "storage.bay_unlike_compartment": Words(
        "The bank is entered otherwise, but {name} is {where}.",
        "Gas, cold and the rules for lead go by where it really stands.",
    ),
    "storage.straps_alone": Words(
        "{mass} of bank are held by straps alone.",
        "Straps stretch. A frame bolted through the floor, as the vehicle's code asks, holds it in every direction.",
    ),
    "storage.easily_stolen": Words(
        "The bank can be carried off without tools or a key.",
        "It is the dearest thing on board that a thief can lift. A lock also keeps children off the terminals.",
    ),
    "storage.vent_too_small": Words(
        "The bank's enclosure has {have} of free opening; {need} are needed low and high each, for {air} of air.",
        "Hydrogen gathers under the lid and explodes at the first spark. The local code and the maker's figure go first.",
    ),
    "storage.axle_overloaded": Words(
        "Bank and inverter add {added} to the {name} axle, which may still carry {left}.",
        "An overloaded axle brakes and steers badly. Move them, or weigh again with everything on board.",
    ),
    "storage.one_side_heavy": Words(
        "Bank and inverter load the {side} wheels by {lean} more; more than {limit} is worth a thought.",
        "The vehicle leans, a boat takes a list. Move them inwards or set something against them.",
    ),
    "storage.side_take_off": Words(
        "The leads of {parallel} strings leave so that the strings do not share alike.",
        "The string next to the leads does most of the work and ages first. Two or three go diagonally, four and more by "
        "equal leads on bus bars.",
    ),
    "storage.many_in_parallel": Words(
        "{parallel} strings are in parallel; {usual} are usual, and the maker says nothing.",
        "The more there are, the less they share alike. Larger units or a higher volts class do with fewer.",
    ),
    "storage.one_bms_out": Words(
        "Once one unit parts itself, the others carry {left}; the main run may take {current}.",
        "They part themselves one after the other, and all goes dark at full load.",
    ),
    "storage.strings_share_a_fuse": Words(
        "{parallel} lithium strings have no fuse each; the bank gives {fault} into a fault.",
        "A fault in one string is fed by all the others. Each needs its own fuse that breaks that current.",
    ),
    "storage.nmc_in_living_space": Words(
        "Traction modules of NMC stand inside.",
        "Once one runs away it burns without air, with poisonous gas, and cannot be put out. They belong outside, in a "
        "fireproof box with a vent and a way to get away from it, and only by somebody licensed for them.",
    ),
    "storage.nmc_limits": Words(
        "NMC modules work between {least} and {most} and nowhere else.",
        "Every charger, controller, inverter and the electronics of the bank have to be set to these limits; usual "
        "settings of a volts class are not theirs. Ask somebody licensed for traction batteries.",
    ),
    "storage.cells_do_not_make_the_class": Words(
        "{cells} cells in series would make {class_v}; there is no such number.",
        "Take another volts class, or other modules.",
    ),
    "storage.custom_not_described": Words(
        "Of this chemistry is not said yet: {what}.",
        "Until then the values of lithium iron phosphate stand in, and charging by another chemistry's volts can start a fire.",
    ),
    "storage.wish_not_there": Words(
        "The bank is to be sized by one wish, but the wish names no load of the sheet; {need} is by the audit.",
        "Say which load, and for how many hours.",
    ),
}

FIXES: dict[str, str] = {
    "storage.midpoint_free": "Nothing between the units",
    "storage.raise_bank": "Raise the bank to the need",
    "storage.add_strings": "Add strings of the same unit",
    "storage.series_for_class": "Put as many in series as the class asks for",
    "storage.chemistry_of_unit": "Work the rig out for that chemistry",
    "storage.vented_enclosure": "Put it in a vented enclosure",
    "storage.move_outside": "Move it outside",
    "storage.bay_as_weather": "Reckon with the coldest stay",
    "storage.other_compartment": "Put it in one that takes it",
    "storage.bay_of_compartment": "Reckon with where the compartment is",
    "storage.bolted_frame": "Hold it by a bolted frame",
    "storage.lock_it": "Lock it",
    "storage.take_off_diagonal": "Take the leads off diagonally",
    "storage.take_off_equal_leads": "Take equal leads to bus bars",
    "storage.fuse_each_string": "Fuse each string",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "storage.need_wh": "Bank, {chemistry}",
    "storage.need_ah": "at {nominal_v} V",
    "storage.alternatives.{chemistry_id}.mass_kg": "Its mass, about",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "storage": "changed the bank",
}
