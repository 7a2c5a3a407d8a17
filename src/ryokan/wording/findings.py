"""Findings and their fixes as sentences. Dangers name the caution; nothing is ever called safe."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.figure import Figure
from ryokan.core.findings.model import Finding
from ryokan.wording.quantities import HARD_SPACE, UnitSystem, quantity


@dataclass(frozen=True, slots=True)
class Words:
    """What does not fit, why it matters, and what to do. ``{name}`` stands for a quantity or word of the finding."""

    what: str
    why: str


FINDINGS: dict[str, Words] = {
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
    "survey.second_bank": Words(
        "More than one bank is there: {first} stands for the rig, {name} is left out.",
        "Unlike batteries do not go on one bus. Make the other one a system of its own.",
    ),
    "survey.cord_below_charger": Words(
        "The charger draws {draw}; the shore cord ({name}) passes {limit} continuously.",
        "Cord and inlet run hot before a breaker ashore opens.",
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
    "solar.need_over_roof": Words(
        "{need} of array are needed; {free} of free roof carry {limit} at the very most.",
        "The rest has to come from a portable array, from driving or from shore, or the day has to shrink.",
    ),
    "solar.array_over_roof": Words(
        "{have} of array are chosen; {free} of free roof carry {limit} at the very most.",
        "What does not lie on the roof has to be portable.",
    ),
    "charging.link_in_a_loop": Words(
        "This rig feeds {name} and is fed by it at the same time.",
        "Each empties the other through the losses of both. Let one of them be locked out while the other runs.",
    ),
    "charging.link_of_gone_stay": Words(
        "A link to {name} is told to be away at a stay that is not on the journey any more.",
        "Look through the stays of the link once more.",
    ),
    "brief.seen_from_outside": Words(
        "Nothing is to be seen from outside, and {have} of array are chosen.",
        "Flat below the roof's edge it may pass from the street; from above and on legs it is seen.",
    ),
    "brief.animal_without_air": Words(
        "{company} travels along, and nothing on the sheet moves air.",
        "A parked vehicle heats up deadly fast. An alarm and a person who can come go before any fan.",
    ),
    "brief.quiet_hours_in_words": Words(
        "The quiet hours “{said}” cannot be reckoned with.",
        "Say them as a span of whole hours, such as 22 to 7.",
    ),
    "brief.critical_load_missing": Words(
        "What must not go dark is on no line yet: {names}.",
        "A load that is not on the sheet is not in the bank.",
    ),
    "brief.mains_unlike_hookups": Words(
        "The rig is for {mains_v}, the hookup of {name} is not.",
        "A charger for one mains voltage does not belong on another.",
    ),
    "brief.over_budget": Words(
        "What is chosen so far costs {price}; all of it may cost {budget}.",
        "Cables, fuses, work and what is not chosen yet come on top.",
    ),
    "loads.lower_step_would_do": Words(
        "{name} draws {draw}; at its step of {step_w} W it asks less of the inverter, for longer.",
        "All together need {need}, the inverter gives {have}. The energy stays the same.",
    ),
    "storage.days_short": Words(
        "The bank lasts {days}, not {promised}: {have} where {need} are needed.",
        "Without any charge the lights go out before the promise is kept.",
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
        "The bank parts itself from the rig at full load, and chargers are left running with no battery.",
    ),
    "storage.bay_colder_than_typed": Words(
        "The bank stands outside and the bay is entered as {bay}; the coldest stay may bring {coldest_c} °C.",
        "Cold takes capacity, and lithium must not be charged below freezing.",
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
    "inverter.other_bank_volts": Words(
        "The inverter is made for {made_for}, the bank is {system}.",
        "At other volts it does not start, or it is destroyed and may burn.",
    ),
    "inverter.other_mains": Words(
        "The inverter makes {makes}; the rig's mains are {mains}.",
        "Appliances for one mains voltage do not belong on another.",
    ),
    "inverter.volts_class_low": Words(
        "{rated} of inverter on {system_v} draws {current} at cut-off.",
        "Up to {largest_w} W is usual on this class; {next_v} V halves the amps, the copper and the heat.",
    ),
    "inverter.continuous_short": Words(
        "The inverter gives {have} running at {place}, {need} are needed.",
        "With everything on it overloads and shuts down.",
    ),
    "inverter.surge_short": Words(
        "The inverter gives {have} for a moment, the worst start takes {need}.",
        "It trips when that motor starts while the rest runs.",
    ),
    "inverter.no_usual_size": Words(
        "No usual inverter gives {need}.",
        "Mark loads that never run together, soften starts, or plan several units.",
    ),
    "inverter.cutoff_below_bank": Words(
        "The cut-off of {cutoff} does not suit a bank that works between {lowest} and {nominal}.",
        "Below, the bank's own electronics have the last word; too high strands energy.",
    ),
    "solar.array_cannot_refill": Words(
        "{have} of array in {sun} of sun gives {gives} a day; {need} of array are needed.",
        "The bank sinks a little every day until it is empty.",
    ),
    "solar.controller_clips": Words(
        "The controllers give {have}, the array asks for {need} with headroom.",
        "Around noon they clip. That is allowed where volts and input amps stay within their limits.",
    ),
    "charging.lithium_on_alternator": Words(
        "Lithium hangs straight on the alternator through a relay.",
        "It overheats the alternator, and when the bank's electronics open under charge the voltage spike can destroy it.",
    ),
    "charging.relay_on_smart_alternator": Words(
        "The engine computer turns the {name} down, and the relay goes by its volts.",
        "Below 12.7 V it drops out or drains the starter battery. A DC-DC charger switched by the ignition does not.",
    ),
    "charging.below_freezing": Words(
        "The bay falls to {bay} and the bank does not heat itself.",
        "Charging lithium iron phosphate below 0 °C damages it for good and can make it dangerous.",
    ),
    "charging.over_bank_limit": Words(
        "All chosen sources give {total} together, makers allow {limit} into this bank.",
        "Turn chargers down or add capacity; the maker's own limit goes first.",
    ),
    "charging.over_usual_rate": Words(
        "All chosen sources give {total} together; {usual} is usual for this bank, {limit} the most.",
        "It wears the bank faster than it has to.",
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
        "Charging draws {draw}, a {label} alternator has {spare} to spare when hot.",
        "An alternator run flat out for hours overheats.",
    ),
    "wiring.conductor_undersized": Words(
        "{conductor} may carry {ampacity} here, the main run takes {current}.",
        "The cable overheats before any fuse opens.",
    ),
    "wiring.fuse_above_ampacity": Words(
        "The {fuse} fuse is above what {conductor} may carry here, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.fuse_below_load": Words(
        "The {fuse} fuse is below {floor}: the design current of {current} with its headroom.",
        "It runs hot and opens for nothing.",
    ),
    "wiring.fuse_window_closed": Words(
        "No standard fuse fits {conductor}: not below {floor}, not above {ampacity}; the next rating is {next_a} A.",
        "Take a thicker cable, or a lower limit on the inverter.",
    ),
    "wiring.drop_over_class": Words(
        "{conductor} loses {drop} in the main run, {allowed} are allowed.",
        "The inverter sees low volts and stops early.",
    ),
    "wiring.no_stock_size": Words(
        "No stock cable or fuse serves {current}.",
        "Raise the volts class or split the run.",
    ),
    "wiring.insulation_out_of_place": Words(
        "60 °C insulation lies in an engine space.",
        "It softens there; the metric table does not allow it.",
    ),
    "storage.compartment_too_small": Words(
        "{name} does not take {count} of these batteries: {why}.",
        "Measured upright, with air on each side and room for the cables above the terminals.",
    ),
    "storage.compartment_gone": Words(
        "The {name} is told to stand in a compartment that is not measured any more.",
        "Choose another, or measure it again.",
    ),
    "storage.bay_unlike_compartment": Words(
        "The bank is entered otherwise, but {name} is {where}.",
        "Gas, cold and the rules for lead go by where it really stands.",
    ),
    "storage.not_restrained": Words(
        "Nothing holds a bank of {mass}.",
        "In a crash it becomes a missile, and its terminals meet metal. It has to be held in every direction.",
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
    "storage.unlike_strings": Words(
        "Units that are not alike share one bus or one string.",
        "One of them is overcharged or emptied too far whenever the others are not. Lithium then parts itself or vents. "
        "Make them two banks.",
    ),
    "storage.side_take_off": Words(
        "The leads of {parallel} strings leave so that the strings do not share alike.",
        "The string next to the leads does most of the work and ages first. Two or three go diagonally, four and more by "
        "equal leads on bus bars.",
    ),
    "storage.many_in_parallel": Words(
        "{parallel} strings are in parallel; four is usual, and the maker says nothing.",
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
    "storage.chargers_left_alone": Words(
        "When the bank's electronics open, nothing stops the chargers, which then feed the loads at up to {charge_v} and "
        "above.",
        "A controller or an alternator with no battery drives the volts up and destroys what is connected; it can burn. "
        "Separate charge and load buses, or a charge-stop wired to every source, is the answer.",
    ),
    "storage.not_said_yet": Words(
        "Not said of the bank yet: {what}.",
        "Rules of danger wait for it.",
    ),
    "storage.over_cell_limit": Words(
        "The bank is charged to {charge_v}; its cells bear {most} at most.",
        "Beyond it lithium cells vent and burn, and lead gasses hard. Lower the charging volts to the maker's figure.",
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
    "loads.device_window": Words(
        "The bus works between {least} and {most}, which does not suit {name}.",
        "It stops while the bank is still half full, or breaks while it is charged. A converter keeps its volts.",
    ),
    "inverter.compartment_unfit": Words(
        "{name} is no place for the inverter: {why}.",
        "It needs air on each side and a dry place; the maker's clearances go first.",
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
    "inverter.pre_charge_missing": Words(
        "An inverter of {rated} is connected with its capacitors empty.",
        "The spark welds switch contacts and trips the bank's electronics. A resistor for a few seconds fills them first.",
    ),
    "inverter.surge_over_bms": Words(
        "The worst start takes {surge}; the bank's electronics pass {peak} for a moment.",
        "They open, and all goes dark at the start of that motor.",
    ),
    "inverter.far_from_bank": Words(
        "{length} from bank to inverter; up to {usual_m} m is usual at these volts.",
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
    "storage.bay_too_hot": Words(
        "The bay gets as hot as {bay}; this kind of bank bears {limit_c} °C.",
        "Its electronics stop the charging, or its life shrinks by half for every 10 K. Another place, shade or air helps.",
    ),
    "inverter.surge_too_brief": Words(
        "The worst start of {surge} lasts about {needed}; the inverter gives its surge for {lasts}.",
        "It trips before the motor is up to speed.",
    ),
    "brief.stays_overlap": Words(
        "{name} overlap by {nights}.",
        "Those nights count twice, for driving as for the sun.",
    ),
    "brief.gap_between_stays": Words(
        "{nights} from {from} on belong to no stay, between {name}.",
        "Their sun, their driving and their hookup are not counted. Add a stay there, or nights to the one before.",
    ),
    "brief.month_overfull": Words(
        "More nights than days: {months}.",
        "Some stays have no date, so which of them overlap cannot be said. Give them dates, or fewer nights.",
    ),
    "brief.months_without_stay": Words(
        "The promise covers months without a stay: {months}.",
        "The sun is that of the stays, so nothing is known of those months; the dullest may be among them.",
    ),
    "brief.hemisphere_unlike_places": Words(
        "The journey is said to be in the other half of the world than {name}.",
        "Its seasons are turned round there, and with them the loads that follow the weather.",
    ),
    "solar.no_place_yet": Words(
        "The sun is not the typed one, and this is lacking: {name}.",
        "What lacks is left out; where nothing is known, the typed sun of {sun} stands in.",
    ),
    "solar.place_far_from_data": Words(
        "{name} lies {away} from the nearest cell whose sun is known.",
        "The sun of that cell stands in. On the open sea it may be another.",
    ),
    "solar.no_sun_in_a_month": Words(
        "The sun hardly rises in: {months}.",
        "No array keeps the bank there. Driving, shore or a generator has to.",
    ),
    "storage.discharge_over_rate": Words(
        "Everything running draws {current}; such a bank {kind} up to {usual}.",
        "Lithium runs hot or parts itself, lead sags and loses capacity. More amp-hours or less at once.",
    ),
}

FIXES: dict[str, str] = {
    "brief.leave_when_the_next_begins": "Leave when the next one begins",
    "brief.other_hemisphere": "Travel in the other half of the world",
    "loads.take_lower_step": "Run it longer at the lower step",
    "storage.raise_bank": "Raise the bank to the need",
    "storage.add_strings": "Add strings of the same unit",
    "storage.series_for_class": "Put as many in series as the class asks for",
    "storage.chemistry_of_unit": "Work the rig out for that chemistry",
    "storage.vented_enclosure": "Put it in a vented enclosure",
    "storage.move_outside": "Move it outside",
    "storage.bay_as_weather": "Reckon with the coldest stay",
    "inverter.next_volts_class": "Go to the next volts class",
    "inverter.cutoff_of_chemistry": "Use the chemistry's own cut-off",
    "solar.raise_array": "Raise the array to the need",
    "charging.use_dcdc": "Charge through a DC-DC charger",
    "charging.self_heating": "Take a bank that heats itself",
    "charging.turn_down": "Turn the charger down to the hookup",
    "wiring.as_asked": "Take the cable and fuse asked for",
    "wiring.better_insulation": "Take 105 °C insulation",
    "storage.other_compartment": "Put it in one that takes it",
    "storage.bay_of_compartment": "Reckon with where the compartment is",
    "storage.bolted_frame": "Hold it by a bolted frame",
    "storage.lock_it": "Lock it",
    "storage.take_off_diagonal": "Take the leads off diagonally",
    "storage.take_off_equal_leads": "Take equal leads to bus bars",
    "storage.fuse_each_string": "Fuse each string",
    "loads.through_converter": "Feed it through a converter",
    "inverter.on_with_loads": "Switch it with its loads",
    "inverter.hard_wire": "Hard wire it",
    "inverter.add_pre_charge": "Add a pre-charge resistor",
    "brief.other_mains": "Change the mains of the rig",
}

SEVERITY_WORDS = {"danger": "Danger", "fault": "Does not fit", "advice": "Advice"}


def sentence(finding: Finding, figures: Mapping[str, Figure], system: UnitSystem) -> Words:
    """The finding in words, its quantities in the reader's units."""
    quantities = {name: _said(figures[key], system) for name, key in finding.figures.items()}
    words = FINDINGS[finding.code]
    filled = {**quantities, **finding.words, **finding.measures, "name": finding.name}
    return Words(words.what.format(**filled), words.why.format(**filled))


def _said(figure: Figure, system: UnitSystem) -> str:
    text = quantity(figure.value, figure.unit, system)
    return text.removesuffix("s") if text in (f"1{HARD_SPACE}days", f"1{HARD_SPACE}nights") else text
