"""Words of what is seen of workmanship and place: its name on the walk, and the sentence of its finding."""

from __future__ import annotations

from ryokan.core.rig import Rig
from ryokan.core.survey.places import name_of_look
from ryokan.wording.words import Words

# Code -> what one taps.
LABELS: dict[str, str] = {
    "over_terminals": "something lies or hangs over the terminals",
    "terminals_bare": "terminals without a cover",
    "fixing_into_case": "a screw or bracket goes into a battery's case",
    "case_swollen": "a case that bulges, is cracked or was hot",
    "posts_crusted": "crust, acid or wet at the posts",
    "battery_loose": "a battery that can be moved by hand",
    "weight_on_battery": "a load that rests on a battery",
    "unlike_batteries": "unlike batteries joined on one bus",
    "vent_blocked": "a vent that is blocked or missing",
    "no_spill_tray": "wet batteries that stand in no tray",
    "tape_for_sleeve": "tape where a sleeve belongs",
    "cable_rubs": "a cable that rubs on an edge",
    "cable_hangs": "a cable that hangs free",
    "cable_near_heat": "a cable beside an exhaust or a heater",
    "insulation_cut": "cut or bare insulation",
    "heat_marks": "insulation brown or hard from heat",
    "grease_under_lug": "grease between lug and stud",
    "washer_under_lug": "a washer between lug and stud",
    "stacked_lugs": "more than four lugs on a stud, or a small one below",
    "solder_only": "a joint held by solder alone",
    "bad_crimp": "a crimp that was hammered or slips",
    "strands_cut": "strands cut away to make it fit",
    "solid_wire": "solid wire",
    "twist_on": "twist-on connectors",
    "earth_not_landed": "an earth that is landed nowhere",
    "fuse_bridged": "a fuse that is bridged",
    "tap_before_fuse": "something tapped off ahead of the fuse",
    "cheap_fuse_holder": "a fuse holder that is light for its fuse",
    "warm_joint": "a joint too warm to hold at load",
    "soot": "soot, or plastic that has melted",
    "live_parts_open": "bus bars or studs without a cover",
    "no_label": "switches and fuses without a label",
    "switch_hidden": "a main switch that cannot be reached at once",
    "control_out_of_reach": "a control or test button out of reach",
    "flexible_glued": "a flexible panel glued flat",
    "connectors_of_two_makes": "panel connectors of two makes mated",
    "panel_cracked": "a panel that is cracked or burnt",
    "panel_loose": "a panel or rail that is loose",
    "roof_entry_open": "a roof entry that is not sealed",
    "panel_shaded": "a panel in the shade of something on board",
    "wet_place": "wet, or traces of water",
    "smell_of_gas": "a smell of gas or petrol",
    "ignition_near_fuel": "a relay, switch or fan where petrol or gas can gather",
    "loose_unit": "a unit that is not fixed",
    "fan_blocked": "a fan or slot that is blocked",
    "weight_above_terminals": "a weight that can fall on terminals",
    "burnables_near": "things that burn, stored against a charger or inverter",
    "no_detector": "no smoke or gas detector",
    "no_extinguisher": "no fire extinguisher within reach",
    "gnawed": "traces of mice or rats",
}

FINDINGS: dict[str, Words] = {
    "survey.seen_over_terminals": Words(
        "Something lies or hangs over the terminals ({name}).",
        "What falls across them carries the whole current of the bank. Clear it, and cover them.",
    ),
    "survey.seen_terminals_bare": Words(
        "A battery's terminals have no cover ({name}).",
        "A tool or a strap across them welds itself fast. The positive one is covered at least.",
    ),
    "survey.seen_fixing_into_case": Words(
        "A screw or bracket goes into a battery's case ({name}).",
        "Behind the case are cells: a point that reaches one shorts it inside, where no fuse is. Take it out of use.",
    ),
    "survey.seen_case_swollen": Words(
        "A battery's case bulges, is cracked or was hot ({name}).",
        "It can vent or burn when it is charged. Take it out of use.",
    ),
    "survey.seen_posts_crusted": Words(
        "There is crust, acid or wet at a battery's posts ({name}).",
        "The joint resists and heats; where it comes from leaks. Clean it, and find out why.",
    ),
    "survey.seen_battery_loose": Words(
        "A battery can be moved by hand ({name}).", "On the road or in a sea it moves by itself, and takes its cables along."
    ),
    "survey.seen_weight_on_battery": Words(
        "Something heavy rests on a battery ({name}).", "Its top is no shelf: posts and seals take the load."
    ),
    "survey.seen_unlike_batteries": Words(
        "Unlike batteries are joined on one bus ({name}).",
        "The weakest sets what the others give, and is charged wrongly all the while.",
    ),
    "survey.seen_vent_blocked": Words(
        "A battery's vent is blocked or missing ({name}).", "Gas of charging stays where the next spark is."
    ),
    "survey.seen_no_spill_tray": Words(
        "Wet batteries stand in no tray ({name}).", "What spills eats the floor and the cables below."
    ),
    "survey.seen_tape_for_sleeve": Words(
        "A joint or lug is wrapped in tape ({name}).", "Tape lets go in the heat. A shrunk sleeve stays."
    ),
    "survey.seen_cable_rubs": Words(
        "A cable rubs on an edge ({name}).", "It wears through where nobody looks. Grommet and clamp."
    ),
    "survey.seen_cable_hangs": Words(
        "A cable hangs free ({name}).", "Clamped about every 450 mm it neither works its strands nor its lug."
    ),
    "survey.seen_cable_near_heat": Words(
        "A cable lies beside an exhaust or a heater ({name}).", "It bears less the hotter it lies, and its insulation ages."
    ),
    "survey.seen_insulation_cut": Words(
        "A cable's insulation is cut or bare ({name}).", "The next thing that touches it is the fault."
    ),
    "survey.seen_heat_marks": Words(
        "A cable's insulation is brown or hard from heat ({name}).",
        "It has carried more than it bears, or ends in a joint that resists.",
    ),
    "survey.seen_grease_under_lug": Words(
        "There is grease between a lug and what it lies on ({name}).",
        "Metal on metal carries the current; what is between resists. Grease belongs over the finished joint.",
    ),
    "survey.seen_washer_under_lug": Words(
        "A washer lies between a lug and what it is to lie on ({name}).", "The washer carries the current instead, and heats."
    ),
    "survey.seen_stacked_lugs": Words(
        "More than four lugs are stacked on a stud, or a small one lies below a large ({name}).",
        "The lowest carries all of it. A bus bar takes the rest.",
    ),
    "survey.seen_solder_only": Words(
        "A joint is held by solder alone ({name}).", "It lets go when it gets hot, which is when it must not."
    ),
    "survey.seen_bad_crimp": Words(
        "A crimp was hammered flat, or slips ({name}).", "Loose strands resist. Cut it off and crimp it with the right die."
    ),
    "survey.seen_strands_cut": Words(
        "Strands were cut away to make a cable fit ({name}).", "At the lug it is a thinner cable than it looks."
    ),
    "survey.seen_solid_wire": Words("Solid wire is used ({name}).", "It work-hardens and cracks where the vehicle shakes."),
    "survey.seen_twist_on": Words("Wires are joined by twist-on connectors ({name}).", "Shaking unscrews them."),
    "survey.seen_earth_not_landed": Words(
        "A protective earth is landed nowhere ({name}).",
        "A fault to the case stays live until somebody touches it. A licensed person lands it.",
    ),
    "survey.seen_fuse_bridged": Words("A fuse is bridged ({name}).", "Nothing opens any more before the cable burns."),
    "survey.seen_tap_before_fuse": Words(
        "Something is tapped off ahead of the fuse ({name}).", "Its cable is protected by nothing."
    ),
    "survey.seen_cheap_fuse_holder": Words(
        "A fuse holder is light for its fuse ({name}).", "It heats before the fuse does. Feel it at load."
    ),
    "survey.seen_warm_joint": Words(
        "A joint is too warm to hold at load ({name}).", "It resists. Open it, clean it, and put it together anew."
    ),
    "survey.seen_soot": Words(
        "There is soot, or plastic that has melted ({name}).", "It has burnt here once. Leave it off until it is known why."
    ),
    "survey.seen_live_parts_open": Words("Bus bars or studs have no cover ({name}).", "A dropped spanner is a short circuit."),
    "survey.seen_no_label": Words(
        "Switches and fuses have no label ({name}).", "Whoever has to switch it off in the dark must know which."
    ),
    "survey.seen_switch_hidden": Words(
        "The main switch cannot be reached at once ({name}).", "It is for the moment in which there is no time."
    ),
    "survey.seen_control_out_of_reach": Words(
        "A control or a test button is out of reach ({name}).", "What cannot be pressed is not tested."
    ),
    "survey.seen_flexible_glued": Words(
        "A flexible panel is glued flat ({name}).", "With no air under it it runs hot, and fails early."
    ),
    "survey.seen_connectors_of_two_makes": Words(
        "Panel connectors of two makes are mated ({name}).",
        "They look alike and do not fit: the joint heats under full sun. Change one of the two.",
    ),
    "survey.seen_panel_cracked": Words(
        "A panel is cracked or burnt ({name}).", "Water gets in, and the cell that broke heats."
    ),
    "survey.seen_panel_loose": Words("A panel or its rail is loose ({name}).", "The wind of the road lifts it."),
    "survey.seen_roof_entry_open": Words(
        "A cable enters through the roof unsealed ({name}).", "Water follows the cable to what it feeds."
    ),
    "survey.seen_panel_shaded": Words(
        "A panel lies in the shade of something on board ({name}).", "One shaded cell holds back its whole string."
    ),
    "survey.seen_wet_place": Words(
        "It is wet, or there are traces of water ({name}).", "What is not made for it corrodes, and leaks current."
    ),
    "survey.seen_smell_of_gas": Words(
        "There is a smell of gas or petrol ({name}).", "Open it, switch nothing, and have it looked at first."
    ),
    "survey.seen_ignition_near_fuel": Words(
        "A relay, switch or fan that is not ignition-protected stands where petrol or gas can gather ({name}).",
        "It sparks each time it works.",
    ),
    "survey.seen_loose_unit": Words("A unit is not fixed ({name}).", "It hangs on its cables."),
    "survey.seen_fan_blocked": Words(
        "A fan or a slot for air is blocked ({name}).", "It gives less, or shuts down, when it is needed most."
    ),
    "survey.seen_weight_above_terminals": Words(
        "A weight stands where it can fall on terminals ({name}).", "In the first hard stop it does."
    ),
    "survey.seen_burnables_near": Words(
        "Things that burn are stored against a charger or an inverter ({name}).", "Its heat stays, and finds them."
    ),
    "survey.seen_no_detector": Words("There is no smoke or gas detector ({name}).", "Whoever sleeps does not smell it."),
    "survey.seen_no_extinguisher": Words(
        "There is no fire extinguisher within reach ({name}).", "The first minute is the only one."
    ),
    "survey.seen_gnawed": Words("There are traces of mice or rats ({name}).", "They gnaw insulation where it cannot be seen."),
}


def seen(rig: Rig) -> list[tuple[str, str]]:
    """What was seen, place by place in the order of the walk: the place, and what one saw or did not see there."""
    found = []
    for look in sorted(rig.survey.looks.values(), key=lambda one: one.position):
        saw = [LABELS[code] for code, how in look.seen.items() if how == "seen"]
        not_so = [LABELS[code] for code, how in look.seen.items() if how == "not_so"]
        said = [f"seen: {'; '.join(saw)}"] if saw else []
        said += [f"not so: {'; '.join(not_so)}"] if not_so else []
        said += ["nothing else seen here"] if look.nothing_else else []
        said += [look.note] if look.note else []
        if said:
            found.append((name_of_look(rig, look), "; ".join(said)))
    return found
