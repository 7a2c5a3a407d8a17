"""Words of the step survey: what is there, how much room there is, and what the choice adds."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Survey"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "parts.battery.*.count": "Batteries of one kind",
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
    "survey.payload_left_kg": "What the vehicle may still carry",
}

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
}

FIXES: dict[str, str] = {}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "survey": "changed the survey",
    "space": "changed the room",
    "vehicle": "changed the vehicle",
}
