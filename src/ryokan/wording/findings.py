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
        "A damaged battery is still in the rig: {names}.",
        "A swollen, cracked or leaking battery can vent, burn or explode when it is charged. Take it out of use.",
    ),
    "survey.damaged_part_stays": Words(
        "Something damaged is still in the rig: {names}.",
        "A damaged part carries what it no longer bears. Replace it, or have it looked at by a licensed person.",
    ),
    "survey.capacity_not_measured": Words(
        "{name} is {age} years old and reckoned with by its plate; such a bank lives about {life}.",
        "Its true capacity may be half of that. Discharge it through a meter before it is counted on.",
    ),
    "survey.second_bank": Words(
        "More than one bank is there: {first} stands for the rig, {others} is left out.",
        "Unlike batteries do not go on one bus. Make the other one a system of its own.",
    ),
    "survey.cord_below_charger": Words(
        "The charger draws {draw}; the shore cord passes {limit} continuously.",
        "Cord and inlet run hot before a breaker ashore opens.",
    ),
    "storage.fits_no_compartment": Words(
        "No compartment takes {count} of these batteries. {why}.",
        "Measured upright with 10 mm of air on each side; cables and lids need more.",
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
        "This rig feeds and is fed at once by: {systems}.",
        "Each empties the other through the losses of both. Let one of them be locked out while the other runs.",
    ),
    "charging.link_of_gone_stay": Words(
        "A link to {systems} is told to be away at a stay that is not on the journey any more.",
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
        "The rig is for {mains_v}, the hookup is not: {places}.",
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
        "{series} units in series make {volts}; the bank is to be {nominal}.",
        "Series adds volts, parallel adds amp-hours. At the wrong volts chargers, inverter and fuses are all wrong.",
    ),
    "storage.unit_of_other_chemistry": Words(
        "The chosen unit is {unit}; the rig is worked out for {chemistry}.",
        "Depth, charging volts and what it bears in the cold differ by chemistry. Charging one as the other can start a fire.",
    ),
    "storage.too_many_units": Words(
        "{count} units in {way}; their maker allows {most}.",
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
        "The inverter gives {have} running, {need} are needed.",
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
        "The engine computer turns the alternator down, and the relay goes by its volts.",
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
}

FIXES: dict[str, str] = {
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
    "brief.other_mains": "Change the mains of the rig",
}

SEVERITY_WORDS = {"danger": "Danger", "fault": "Does not fit", "advice": "Advice"}


def sentence(finding: Finding, figures: Mapping[str, Figure], system: UnitSystem) -> Words:
    """The finding in words, its quantities in the reader's units."""
    quantities = {name: _said(figures[key], system) for name, key in finding.figures.items()}
    words = FINDINGS[finding.code]
    filled = {**quantities, **finding.words}
    return Words(words.what.format(**filled), words.why.format(**filled))


def _said(figure: Figure, system: UnitSystem) -> str:
    text = quantity(figure.value, figure.unit, system)
    return text.removesuffix("s") if text in (f"1{HARD_SPACE}days", f"1{HARD_SPACE}nights") else text
