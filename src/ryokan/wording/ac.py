"""Words of the AC side, a page of the inverter."""

from __future__ import annotations

from ryokan.wording.words import Words

TITLES: dict[str, str] = {
    "ac.bonding": "Joins the AC earth to the chassis",
    "ac.case_bond": "Bonds the inverter's case",
    "ac.case_bond_least": "Least bond of the inverter's case",
    "ac.case_bond_main": "Conductor of its DC side",
    "ac.circuit.*.conductor": "Conductor of the circuit",
    "ac.circuit.*.allowed_a": "Largest breaker that its conductor may have",
    "ac.circuit.*.allowed_drop_v": "What may be lost on its way",
    "ac.circuit.*.best_insulation_c": "The best that its insulation may bear",
    "ac.circuit.*.drop_v": "Lost on its way",
    "ac.circuit.*.insulation_c": "What its insulation bears",
    "ac.circuit.*.least_conductor": "Least conductor of the circuit",
    "ac.circuit.*.length_m": "One-way length of the circuit",
    "ac.circuit.*.volts_v": "Volts between its conductors",
    "ac.main_cable.allowed_a": "Largest breaker that the cable of the inlet may have",
    "ac.main_cable.best_insulation_c": "The best that its insulation may bear",
    "ac.main_cable.conductor": "Conductor from the inlet through the main breaker",
    "ac.main_cable.insulation_c": "What its insulation bears",
    "ac.panel.*.allowed_a": "Largest breaker that the cable to the panel may have",
    "ac.panel.*.best_insulation_c": "The best that its insulation may bear",
    "ac.panel.*.conductor": "Conductor that feeds the panel",
    "ac.panel.*.insulation_c": "What its insulation bears",
    "ac.panel.*.own_main_a": "Main breaker of the panel",
    "ac.circuit.*.breaker_a": "Breaker of the circuit",
    "ac.circuit.*.continuous_a": "What its breaker bears for hours",
    "ac.circuit.*.continuous_frac": "Share of a breaker that may be drawn for hours",
    "ac.circuit.*.legs": "Legs that the circuit hangs on",
    "ac.circuit.*.opens_at_a": "Amps at which its breaker opens at once",
    "ac.circuit.*.opens_at_times": "Times its rating at which the breaker opens at once",
    "ac.circuit.*.running_a": "What runs together on the circuit",
    "ac.circuit.*.running_va": "Volt-amps that run together on the circuit",
    "ac.inverter.*.need_va": "What is asked of this inverter, with headroom",
    "ac.inverter.*.peak_w": "Watts that run together on this inverter",
    "ac.inverter.*.running_va": "Volt-amps that run together on this inverter",
    "ac.inverter.*.short_circuit_a": "What this inverter gives into a short",
    "ac.inverter.*.start.*.extra_w": "What its start adds on this inverter",
    "ac.inverter.*.surge_w": "Surge of this inverter",
    "ac.inverter.*.transfer_a": "What its transfer bears",
    "ac.inverter.*.worst_start_w": "Worst start on this inverter",
    "ac.load.*.leg_va": "Volt-amps of the load on each of two legs",
    "ac.loop.*.lost_w": "Lost in the ring",
    "ac.loop.*.returned_w": "Comes back into the bank",
    "ac.loop.*.taken_w": "Leaves the bank for it",
    "ac.main_a": "Main breaker behind the inlet",
    "ac.way_in_a": "What cord and inlet are rated for",
    "ac.main_way_m": "Conductor from the inlet to the main breaker",
    "ac.mode.*.leg_1_a": "Amps on leg 1",
    "ac.mode.*.leg_1_va": "Volt-amps on leg 1",
    "ac.mode.*.leg_2_a": "Amps on leg 2",
    "ac.mode.*.leg_2_va": "Volt-amps on leg 2",
    "ac.panel.*.assist_legs": "Legs that the inverter adds to",
    "ac.panel.*.bus_a": "What the bus of the panel bears",
    "ac.panel.*.bus_need_a": "What reaches the bus: main breaker and inverter",
    "ac.panel.*.main_a": "Main breaker before it",
    "ac.panel.*.neutral_a": "What the shared neutral carries",
    "ac.panel.*.neutral_va": "Volt-amps that return on the shared neutral",
    "ac.panel.*.transfer_a": "What its changeover bears",
    "ac.priority.*.bank_wh_per_day": "From the bank on a day on a hookup",
    "ac.priority.*.cost_per_day": "Wear and grid on a day on a hookup",
    "ac.priority.*.cycles_frac": "Of a cycle",
    "ac.priority.*.grid_per_day": "Paid for the grid",
    "ac.priority.*.grid_wh_per_day": "From the grid on a day on a hookup",
    "ac.priority.*.wear_per_day": "Wear of the bank",
    "ac.priority.ac_at_bank_wh": "AC loads of a day, at the bank",
    "ac.priority.ac_wh": "AC loads of a day",
    "ac.priority.large_at_bank_wh": "Large AC loads of a day, at the bank",
    "ac.priority.large_wh": "Large AC loads of a day",
    "ac.priority.sun_wh": "Sun of a day",
}

# Every one of them defers: mains work is for who is licensed for it.
LICENSED = "Mains work belongs to a licensed person, under the local code."

FINDINGS: dict[str, Words] = {
    "ac.loop": Words(
        "Away from a hookup the inverter feeds {name} from the bank that it fills: {taken} go out and {returned} come back.",
        "{lost} are lost as heat for as long as it runs, and the bank empties itself. A relay that lets it go, an outlet of "
        "the "
        f"hookup's own, or its breaker off before leaving ends it. {LICENSED}",
    ),
    "ac.loop/unrated": Words(
        "Away from a hookup the inverter feeds {name} from the bank that it fills.",
        "What goes round is lost in both, and the bank empties itself. A relay that lets it go, an outlet of the hookup's own, "
        f"or its breaker off before leaving ends it. {LICENSED}",
    ),
    "ac.loop/on_hookups": Words(
        "In every mode the inverter feeds {name} from the bank that it fills: {taken} go out and {returned} come back.",
        "{lost} are lost as heat for as long as both are on, on a hookup too. It belongs on an outlet that the hookup feeds. "
        f"{LICENSED}",
    ),
    "ac.loop/on_hookups_unrated": Words(
        "In every mode the inverter feeds {name} from the bank that it fills.",
        f"What goes round is lost in both, on a hookup too. It belongs on an outlet that the hookup feeds. {LICENSED}",
    ),
    "ac.automatic_on_inverter": Words(
        "{name} goes over to AC by itself and hangs where the inverter feeds it: it draws {draws} from the bank.",
        "It is meant for hookups. A relay that lets it go, an outlet of the hookup's own, or its breaker off before leaving "
        "ends it.",
    ),
    "ac.automatic_on_inverter/unmet": Words(
        "{name} goes over to AC by itself and hangs where the inverter feeds it.",
        "It is meant for hookups. A relay that lets it go, an outlet of the hookup's own, or its breaker off before leaving "
        "ends it.",
    ),
    "ac.two_sources": Words(
        "Nothing keeps {sources} apart on {name}.",
        "Two sources that meet out of step destroy one another and may burn. One has to open before the other closes. "
        f"{LICENSED}",
    ),
    "ac.two_sources/pins": Words(
        "Nothing keeps {sources} apart on {name}.",
        "Meeting out of step they destroy one another and may burn, and while inverting the pins of the inlet are live. One "
        "has "
        f"to open before the other closes. {LICENSED}",
    ),
    "ac.half_dead/away": Words(
        "Without a hookup leg {leg} of {name} is dead, and with it {circuits}.",
        "What feeds it then reaches one leg alone. An inverter of two legs, one unit a leg, or a transformer that makes two of "
        f"one feeds both; or move what is wanted to the live leg. {LICENSED}",
    ),
    "ac.half_dead/away_bare": Words(
        "Without a hookup leg {leg} of {name} is dead.",
        "What feeds it then reaches one leg alone: half of the panel. An inverter of two legs, one unit a leg, or a "
        "transformer "
        f"that makes two of one feeds both. {LICENSED}",
    ),
    "ac.half_dead/fed": Words(
        "On its supply leg {leg} of {name} is dead, and with it {circuits}.",
        f"What feeds it reaches one leg alone. Two legs have to pass through to feed both. {LICENSED}",
    ),
    "ac.half_dead/fed_bare": Words(
        "On its supply leg {leg} of {name} is dead.",
        f"What feeds it reaches one leg alone: half of the panel. Two legs have to pass through to feed both. {LICENSED}",
    ),
    "ac.shared_neutral": Words(
        "One phase stands on both legs of {name}, and circuits of both share a neutral: it carries {carries}.",
        "On opposite legs it would carry the difference, on one phase it carries the sum, and no breaker watches it: it "
        f"overheats in the wall. Circuits that share a neutral have to be parted. {LICENSED}",
    ),
    "ac.shared_neutral/unloaded": Words(
        "One phase stands on both legs of {name}, and circuits of both share a neutral.",
        "On opposite legs it would carry the difference, on one phase it carries the sum, and no breaker watches it. Circuits "
        f"that share a neutral have to be parted. {LICENSED}",
    ),
    "ac.bus_small": Words(
        "Hookup and inverter together bring {need} to the bus of {name}, which bears {bus}.",
        "An inverter that adds to the supply feeds the bus beside the main breaker, which sees its own share alone.",
    ),
    "ac.transfer_small": Words(
        "The main breaker lets {main} through, the transfer of {name} bears {bears}.",
        f"Its contacts weld or burn before the breaker opens. A smaller main breaker guards it. {LICENSED}",
    ),
    "ac.unit_short": Words(
        "{running} can run at once on {name}, which gives {have}.",
        "With all of it on it overloads and shuts down. Move some to another outlet, or take a larger one.",
    ),
    "ac.unit_little_in_hand": Words(
        "{running} can run at once on {name}, which gives {have}; {need} are the usual need.",
        "It bears them, with less in hand than the usual quarter.",
    ),
    "ac.unit_surge_short": Words(
        "The worst start on {name} takes {need}; it gives {have} for a moment.",
        "It trips when that motor starts while the rest runs.",
    ),
    "ac.ring": Words(
        "{names} feed one another in a ring.",
        "One of them has to come first: fed by the inlet, an inverter or a generator alone.",
    ),
    "ac.ring/inverter": Words(
        "{names} would take in what it gives out itself.",
        "It goes over to what it takes for a hookup, loses it, and goes back. What it takes in has to come from elsewhere.",
    ),
    "ac.never_fed": Words(
        "{name} hangs on a circuit that nothing feeds, in no mode.",
        "Nothing that is there reaches its panel. Say what feeds that panel, or hang it elsewhere.",
    ),
    "ac.bond_doubled": Words(
        "Neutral and earth are joined at {name} while they are joined at {others} too.",
        "The earth then carries part of every current, cases and hull with it, and devices ashore or on board trip. They meet "
        f"at one place in each mode. {LICENSED}",
    ),
    "ac.bond_doubled/hookup": Words(
        "On a hookup neutral and earth are joined at {name} while they are joined at {others} too.",
        "The earth then carries part of every current, cases and hull with it, and devices ashore trip. On shore power the "
        "bond "
        f"is ashore, never on board. {LICENSED}",
    ),
    "ac.bond_doubled/generator": Words(
        "On the generator neutral and earth are joined at {name} while they are joined at {others} too.",
        f"The earth then carries part of every current, cases with it. They meet at one place in each mode. {LICENSED}",
    ),
    "ac.rcd_cannot_trip": Words(
        "{name} has a residual-current device, and on {source} neutral and earth meet nowhere: it cannot trip.",
        "A fault to a case finds no way back past it, so nothing opens. The source has to bond its neutral while it is the "
        f"source. {LICENSED}",
    ),
    "ac.bond_missing": Words(
        "While inverting, neutral and earth meet nowhere, and {name} feeds a panel.",
        "A fault to a case opens nothing, and a second one gives a shock. A relay in the inverter bonds them while it is the "
        f"source and lets go on a hookup. {LICENSED}",
    ),
    "ac.earth_cut": Words(
        "The earth of the supply does not reach the chassis.",
        f"A fault makes the whole vehicle live for who stands on the ground beside it. The earth is never cut. {LICENSED}",
    ),
    "ac.earth_cut/boat": Words(
        "The earth of the supply does not reach the hull and its fittings.",
        "A fault makes them live, and the water around. Corrosion is a matter of isolators, the earth is never cut. "
        f"{LICENSED}",
    ),
    "ac.pme_earth": Words(
        "The earth on board is that of a house, which is its neutral too (PME).",
        "Where that neutral breaks, the metal of the vehicle becomes live. United Kingdom: an earth electrode of its own and a "
        f"30 mA device in place of it. {LICENSED}",
    ),
    "ac.pme_earth/boat": Words(
        "The earth on board is that of a house, which is its neutral too (PME).",
        "Where that neutral breaks, the hull becomes live. United Kingdom: an earth electrode of its own and a 30 mA "
        "device, or "
        f"an isolation transformer. {LICENSED}",
    ),
    "ac.isolator_missing": Words(
        "The shore earth joins the boat to all others on the quay, with no isolator between.",
        "Small currents in it eat anodes, then props. A galvanic isolator that fails closed and shows it, or an isolation "
        "transformer, stops them and keeps the earth.",
    ),
    "ac.isolator_missing/metal": Words(
        "The shore earth joins a metal hull to all others on the quay, with no isolator between.",
        "Small currents in it eat anodes, then the hull. A galvanic isolator that fails closed and shows it, or an isolation "
        "transformer, stops them and keeps the earth.",
    ),
    "ac.isolator_may_fail_open": Words(
        "The galvanic isolator is of a kind that may fail open, or shows no status.",
        "One that burns out open cuts the earth, and nobody sees it.",
    ),
    "ac.case_bond_thin": Words(
        "The case of the inverter is bonded with {bond}; its DC side is {main}.",
        "A fault on that side has to open the main fuse through it: as thick, or one size thinner where the fuse is at most "
        "135 % of what that one bears: {least}.",
    ),
    "ac.bonding_thin": Words(
        "The AC earth is joined to the chassis with {bond}.",
        f"A conductor of 8 AWG copper is the least. {LICENSED}",
    ),
    "ac.circuit_overloaded": Words(
        "{running} can run at once on {name}, behind a breaker of {breaker}.",
        "It opens. Let some never run together, or spread them over circuits.",
    ),
    "ac.circuit_little_in_hand": Words(
        "{running} can run at once on {name}; its breaker of {breaker} bears {continuous} for hours.",
        "It holds for a while, gets warm, and opens after some hours.",
    ),
    "ac.breaker_over_conductor": Words(
        "{name} has a breaker of {breaker} on {conductor}, which may have {allowed} at most.",
        f"The wire overheats before the breaker opens. {LICENSED}",
    ),
    "ac.drop_over_class": Words(
        "{name} loses {drop} on its way; {allowed} are usual at most.",
        "Motors at its end start badly and heaters are slow. A thicker cable or a shorter way ends it.",
    ),
    "ac.feeder_thin": Words(
        "{name} is fed through {conductor}, which may have a breaker of {allowed} at most; before it is one of {breaker}.",
        f"The cable overheats before the breaker opens. {LICENSED}",
    ),
    "ac.panel_out_of_reach": Words(
        "A hand does not get at the breakers of {name}.",
        "When something burns they have to be opened at once, and a residual-current device is tested by its button. Have them "
        f"where they are reached without tools. {LICENSED}",
    ),
    "ac.main_over_conductor": Words(
        "The main breaker of {breaker} guards {conductor}, which may have {allowed} at most.",
        f"The cable from the inlet overheats before the breaker opens. {LICENSED}",
    ),
    "ac.breaker_cannot_open": Words(
        "While inverting, a short on {name} brings {gives}; its breaker, curve {curve}, opens at once from {opens_at} on.",
        "It stays closed, and without a residual-current device nothing opens but the inverter's own shutdown, which its maker "
        f"has to state as within 0.4 s. {LICENSED}",
    ),
    "ac.rcd_missing": Words(
        "The outlets of {name} have no residual-current device, neither of their own nor over the whole.",
        f"A hand on a live part lets through what kills, and no breaker opens for it. {LICENSED}",
    ),
    "ac.rcd_type": Words(
        "{name} has a residual-current device of type AC, and an inverter feeds it.",
        f"Pulsing and smoothed fault currents blind that type. Type A at least, F or B where the maker asks for it. {LICENSED}",
    ),
    "ac.gfci_on_stepped_wave": Words(
        "{name} has a ground-fault device, and the inverter that feeds it makes a stepped wave.",
        "Such a device trips for nothing there, or does not trip when it should. A pure sine is the rule.",
    ),
    "ac.outlet_in_shower": Words(
        "{name} has an outlet within the space of the shower.",
        f"Water and mains meet there. No outlet belongs in it. {LICENSED}",
    ),
    "ac.circuit_one_pole": Words(
        "The breaker of {name} opens the live side alone.",
        "Abroad, live and neutral are often swapped ashore: then what it has switched off stays live. The code asks for all "
        f"live conductors, on final circuits too. {LICENSED}",
    ),
    "ac.main_one_pole": Words(
        "The main breaker opens the live side alone.",
        f"Where live and neutral are swapped ashore, everything behind it stays live when it is off. {LICENSED}",
    ),
    "ac.main_over_inlet": Words(
        "The main breaker lets {main} through; cord and inlet are rated for {bears}.",
        f"On a larger outlet ashore they run hot, and nothing on board opens. {LICENSED}",
    ),
    "ac.main_far": Words(
        "{way} of conductor lie between the inlet and the main breaker; {most} are the most.",
        f"Up to it nothing on board guards the cable. {LICENSED}",
    ),
    "ac.main_rcd_missing": Words(
        "No residual-current device of 30 mA guards the whole.",
        f"The code asks for one behind the inlet. {LICENSED}",
    ),
    "ac.polarity_unseen": Words(
        "Nothing shows on board that live and neutral are swapped ashore.",
        f"What is switched off then stays live. The code asks for an indicator. {LICENSED}",
    ),
}

FIXES: dict[str, str] = {
    "ac.let_go_by_relay": "Let it go by a relay",
    "ac.outlet_of_its_own": "An outlet of the hookup's own",
    "ac.breaker_off_away": "Breaker off, on the card",
    "ac.interlock_sources": "Interlock that opens first",
    "ac.bond_by_relay": "Bond by the inverter's relay",
    "ac.bond_generator": "Bond at the generator, as its maker says",
    "ac.switch_the_neutral": "Switch the neutral too",
    "ac.part_neutral_and_earth": "Part neutral and earth in the panel",
    "ac.own_electrode": "An earth electrode of its own",
    "ac.fail_safe_isolator": "An isolator that fails closed",
    "ac.thicker_case_bond": "A thicker bond of the case",
    "ac.bonding_of_8": "Bond with 8 AWG",
    "ac.smaller_breaker": "The breaker that it may have",
    "ac.thicker_cable": "The cable that keeps its volts",
    "ac.add_rcd": "Add a residual-current device",
    "ac.rcd_of_type_a": "One of type A",
    "ac.both_poles": "Breaker that opens both",
    "ac.main_both_poles": "Main breaker that opens both",
    "ac.main_of_the_inlet": "The breaker that they bear",
    "ac.add_main_rcd": "Add one over the whole",
    "ac.add_polarity": "Add an indicator",
}
