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
    "charging.mode.*.hours_to_full": "Hours from empty to full",
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
    "loads.row.*.output_a": "What the other system's charger gives",
    "loads.row.*.output_v": "Charging volts of the other system",
}

FINDINGS: dict[str, Words] = {
    "charging.link_to_nowhere": Words(
        "A link joins this rig with {name}, and the job has no system of that name.",
        "What it brings or takes is reckoned with here and stands in no other rig. Add the system, or take the link away.",
    ),
    "charging.lithium_on_alternator": Words(
        "Lithium hangs straight on the alternator through a relay.",
        "It overheats the alternator, and when the bank's electronics open under charge the voltage spike can destroy it.",
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
        "The DC-DC charger goes from {made_from} V to {made_to} V; the alternator has {alternator} V, the bank {bank}.",
        "It does not charge this bank, whatever its amps. Take one that is made for both sides.",
    ),
    "charging.charger_other_volts": Words(
        "The shore charger is made for {made_for} V; the bank has {bank}.",
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
        "The engine computer turns the {name} down, and the relay goes by its volts.",
        "Below 12.7 V it drops out or drains the starter battery. A DC-DC charger switched by the ignition does not.",
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
        "Charging draws {draw}, a {label} alternator has {spare} to spare when hot.",
        "An alternator run flat out for hours overheats.",
    ),
}

FIXES: dict[str, str] = {
    "charging.use_dcdc": "Charge through a DC-DC charger",
    "charging.self_heating": "Take a bank that heats itself",
    "charging.turn_down": "Turn the charger down to the hookup",
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
