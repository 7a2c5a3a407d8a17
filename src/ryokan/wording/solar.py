"""Words of the step solar: the sun and the array."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Solar"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "solar.array.*.area_m2": "Its area",
    "solar.array.*.fixings": "Fixings that it takes at least",
    "solar.array.*.mass_kg": "Its mass",
    "solar.array.*.panel_area_m2": "Area of each of its panels",
    "solar.array.*.panel_mass_kg": "Mass of each of its panels",
    "solar.array.*.panels": "Panels of it",
    "solar.array.*.uplift_n": "Uplift on it at road speed",
    "space.air_kg_per_m3": "Density of air",
    "space.roof.bears_kg": "What the roof bears under way",
    "space.roof.panels_kg": "Panels on the roof",
    "solar.array.*.apart_w": "Its panels, each by itself",
    "solar.array.*.bare_wh_per_w.*": "A rated watt of it on a day of the month, before controller and wiring",
    "solar.array.*.free_wh_per_day": "What it would bring with no cap on it",
    "solar.array.*.free_wh_per_day.*": "What it would bring in the month with no cap on it",
    "solar.array.*.isc_a": "Its short-circuit current",
    "solar.array.*.noon_bare_w_per_w": "A rated watt of it at noon of a bright day, before controller and wiring",
    "solar.array.*.noon_w": "What it gives at noon of a bright day, at the bank",
    "solar.array.*.reaches_frac": "What of it reaches the bank, by its volts",
    "solar.array.*.pwm_frac": "What a PWM controller leaves of it",
    "solar.array.*.rated_w": "Its rated watts",
    "solar.array.*.shade_frac": "Shade on it all day",
    "solar.array.*.unlike_frac": "Lost because its panels are unlike",
    "solar.array.*.vmp_hot_v": "Its volts at full power in the heat",
    "solar.array.*.vmp_v": "Its volts at full power",
    "solar.array.*.voc_cold_v": "Its open volts at the record low",
    "solar.array.*.voc_hot_v": "Its open volts in the heat",
    "solar.array.*.volts_unsaid": "Panels of it whose open volts nobody has said",
    "solar.array.*.watts_w": "What its strings give together in full sun",
    "solar.array.*.wh_per_day": "What it brings on a mean day",
    "solar.array.*.wh_per_day.*": "What it brings on a mean day of the month",
    "solar.cell_hot_c": "Cells at the record high, in full sun",
    "solar.controller.*.array_w": "Array on it",
    "solar.controller.*.capped_frac": "What it cannot pass on",
    "solar.controller.*.capped_frac.*": "What it cannot pass on in the month",
    "solar.controller.*.input_a": "Short-circuit current into it, with a quarter on top",
    "solar.controller.*.input_v": "Open volts into it at the record low",
    "solar.controller.*.most_input_a": "Amps of panels that it works with",
    "solar.controller.*.most_isc_a": "Short-circuit amps that it bears",
    "solar.controller.*.most_v": "Volts of panels that it bears",
    "solar.controller.*.most_w": "Most array on it by its maker",
    "solar.controller.*.need_a": "Output that its array asks for",
    "solar.controller.*.noon_a": "Current of its array at noon",
    "solar.controller.*.output_a": "Charge current that it gives at best",
    "solar.controller.*.own_w": "What it takes for itself",
    "solar.controller.*.rated_a": "Its rated output",
    "solar.controller.*.running_margin_v": "Volts above the bank that it goes on with",
    "solar.controller.*.start_margin_v": "Volts above the bank that it starts with",
    "solar.controller.*.working_a": "Working current into it in full sun",
    "solar.counts_as_w": "What the arrays count as, in watts that lie as planned",
    "solar.held_back_wh.*": "Held back in the month because the bank is full",
    "solar.string.*.apart_w": "Its panels, each by itself",
    "solar.string.*.backfed_a": "What the other strings push into a fault of it",
    "solar.string.*.bypassed_a": "Its current with the weaker panels bypassed",
    "solar.string.*.bypassed_v": "Its volts with the weaker panels bypassed",
    "solar.string.*.bypassed_w": "What it gives with the weaker panels bypassed",
    "solar.string.*.current_a": "Its current in full sun",
    "solar.string.*.fuse_a": "Fuse that it would take",
    "solar.string.*.isc_a": "Its short-circuit current",
    "solar.string.*.least_fuse_a": "The least fuse that bright sun allows",
    "solar.string.*.max_fuse_a": "The largest fuse that its panels allow",
    "solar.string.*.panel_alpha_isc_percent_per_k": "Amps of its panels by heat",
    "solar.string.*.panel_beta_voc_percent_per_k": "Open volts of its panels by heat",
    "solar.string.*.panel_gamma_p_percent_per_k": "Power of its panels by heat",
    "solar.string.*.panel_imp_a": "Amps of its panels at full power",
    "solar.string.*.panel_isc_a": "Short-circuit amps of its panels",
    "solar.string.*.panel_max_fuse_a": "Largest fuse of each of its panels",
    "solar.string.*.panel_rated_w": "Watts of its panels",
    "solar.string.*.panel_vmp_v": "Volts of its panels at full power",
    "solar.string.*.panel_voc_v": "Open volts of its panels",
    "solar.string.*.rated_w": "Its rated watts",
    "solar.string.*.vmp_hot_v": "Its volts at full power in the heat",
    "solar.string.*.vmp_v": "Its volts at full power",
    "solar.string.*.voc_by_coefficient_v": "Open volts of its panels that have a coefficient",
    "solar.string.*.voc_by_table_v": "Open volts of its panels that go by the code's table",
    "solar.string.*.voc_cold_v": "Its open volts at the record low",
    "solar.string.*.voc_hot_v": "Its open volts in the heat",
    "solar.string.*.voc_v": "Its open volts",
    "solar.string.*.volts_unsaid": "Panels of it whose open volts nobody has said",
    "solar.string.*.watts_w": "What it gives in full sun, the lowest current through all",
    "solar.wh_per_day.*": "What the arrays bring on a mean day of the month",
    "climate.stay.*.*.noon_bare_w_per_w": "A rated watt at noon of a bright day there, before controller and wiring",
    "climate.stay.*.*.noon_w_per_w": "A rated watt at noon of a bright day there, at the bank",
    "solar.balance_need_wh": "What a mean day takes of the array, nothing in hand",
    "solar.day_shape": "A day of twelve hours, by half hours",
    "solar.noon_a": "Current of the array at noon",
    "solar.noon_w_per_w.*": "A rated watt at noon of a bright day of the month",
    "solar.panel_vmp_v": "Volts of a panel at its rated power",
    "solar.pwm_frac": "What a PWM controller leaves of the array",
    "solar.string_vmp_v": "Volts of a string at its rated power",
    "climate.bias_applied": "Taken off the reanalysis, since it reads high",
    "climate.correction_frac": "A weather file is taken as it is",
    "climate.off_frac.*": "What the month's sun may be off by, eight months in ten",
    "climate.stay.*.*.cold_spell_k": "The coldest of fifty years below the mean night of the month there",
    "climate.stay.*.*.off_frac": "What the month's sun may be off by there, eight months in ten",
    "climate.stay.*.*.record_low_c": "Record low of the month there, estimated",
    "climate.stay.*.*.spread_over_far": "How wide the month scatters there, over a place far from every measured one",
    "climate.stay.*.correction_frac": "What the reanalysis is multiplied with there",
    "climate.stay.*.near_frac": "What the measured places about it say of that",
    "climate.psh.*": "Peak sun hours of the month",
    "climate.psh.*.high": "Peak sun hours of the month, if it is off upwards",
    "climate.psh.*.low": "Peak sun hours of the month, if it is off downwards",
    "climate.psh_p10.*": "Peak sun hours of its dull days, one in ten",
    "climate.stay.*.*.afternoon_c": "Mean afternoon of the month there",
    "climate.stay.*.*.bare_wh_per_w": "A rated watt there, before controller and wiring",
    "climate.stay.*.*.begins_on_day": "Day of that year on which the month begins",
    "climate.stay.*.*.best_bare_wh_per_w": "A rated watt that lies the best way, before controller and wiring",
    "climate.stay.*.*.best_faces_deg": "Bearing that gives most there",
    "climate.stay.*.*.best_tilt_deg": "Tilt that gives most there",
    "climate.stay.*.*.best_wh_per_w": "A rated watt that lies the best way, at the bank",
    "climate.stay.*.*.best_worth_wh": "What lying the best way is worth on a mean day there",
    "climate.stay.*.*.ends_on_day": "Day of that year on which the next one begins",
    "climate.stay.*.*.hidden_frac": "Share of the sun that is hidden there",
    "climate.stay.*.*.night_c": "Mean night of the month there",
    "climate.stay.*.*.nights": "Nights of the stay in the month",
    "climate.stay.*.*.portable_bare_wh_per_w": "A rated watt set out and turned there, before its controller",
    "climate.stay.*.*.portable_wh_per_w": "A rated watt set out and turned there, at the bank",
    "climate.stay.*.*.psh": "Peak sun hours at the stay",
    "climate.stay.*.*.psh_p10": "Peak sun hours of the dull days there, one in ten",
    "climate.stay.*.*.yield_wh_per_w": "A rated watt there, at the bank",
    "climate.stay.*.arrives_on_day": "Day of its year on which it begins, the first of January as 0",
    "climate.stay.*.away_km": "Distance to the nearest cell that has data",
    "climate.stay.*.lat_deg": "Latitude",
    "climate.stay.*.lon_deg": "Longitude",
    "climate.stay.*.shade_frac": "Shade at the stay",
    "climate.t_max_record_c": "Record high to reckon with",
    "climate.t_min_record_c": "Record low to reckon with",
    "climate.year_to_year_frac": "What a month may differ by from year to year",
    "solar.bench.ah_of_120_w_here": "What a panel of 120 W brings here on a day, at 12 V",
    "solar.bench.daily_ah_by_twelve": "Amp-hours a day by twelve",
    "solar.bench.off_frac.*": "How far the rule of the bench is off here",
    "solar.bench.panels_of_120_w": "Bench: 120 W panels at 50 Ah each",
    "solar.bench.panels_of_120_w_w": "Bench: those panels together",
    "solar.bench.rated_times_four_w": "Bench: rated watts × 4 = Wh a day",
    "solar.bench.three_watts_per_ah_w": "Bench: 3 W for each daily Ah",
    "solar.cold_voc_factor": "Cold volts of a string, as a multiple of its rated ones",
    "solar.cold_voc_factor_by_table": "The same by the table of the code",
    "solar.controller_count": "Controllers",
    "solar.controller_have_a": "Controllers chosen",
    "solar.controller_need_a": "Controller output needed",
    "solar.controller_size_a": "Usual controller size, each",
    "solar.have_w": "Array chosen",
    "solar.have_wh_per_day": "A day's yield of the chosen array",
    "solar.need_high_w.*": "Array needed in the month, if its sun is off downwards",
    "solar.need_low_w.*": "Array needed in the month, if its sun is off upwards",
    "solar.need_w": "Array needed",
    "solar.need_w.*": "Array needed in the month",
    "solar.need_without_portable_w.*": "Array needed in the month without the portable one",
    "solar.output_a": "Array's charge current at best",
    "solar.panel_tilt_deg": "Tilt of the array",
    "solar.peak_sun_hours": "Peak sun hours",
    "solar.performance_ratio": "What the array yields of its rating",
    "solar.portable_spares_w": "Fixed array that the portable one spares",
    "solar.portable_spares_w.*": "Fixed array that the portable one spares in the month",
    "solar.portable_turned_per_day": "Times a day that the portable array is turned",
    "solar.portable_w": "Portable array",
    "solar.portable_wh.*": "What the portable array brings on a mean day of the month",
    "solar.portable_wh_per_day": "What the portable array brings on a mean day",
    "solar.portable_wh_per_w.*": "What a rated watt of the portable array gives on a day of the month",
    "solar.typed_ratio": "What the array yields of its rating in typed sun",
    "solar.yield_wh_per_w.*": "What a rated watt gives in a day of the month",
}

FINDINGS: dict[str, Words] = {
    "solar.panels_overlap": Words("On the roof {name} lie on one another.", "Move one: a drawing with room for it goes first."),
    "solar.panel_overhangs": Words(
        "On the roof {name} stands over the edge.", "Wind gets under it, and it makes the vehicle wider than it is."
    ),
    "solar.panel_in_margin": Words(
        "On the roof {name} lies in the {margin} along the edge that are kept free.",
        "The wind is strongest there, and water and hands have to get past.",
    ),
    "solar.panel_on_obstacle": Words("On the roof {name} lies on: {obstacle}.", "Both take the same room."),
    "solar.panel_on_walkway": Words(
        "On the roof {name} lies where one walks: {walkway}.", "A step breaks cells that nobody sees."
    ),
    "solar.panel_without_beams": Words(
        "Under {name} on the roof {count}.",
        "Sheet alone holds little: rails from beam to beam, or backing plates, by what the panel comes with.",
    ),
    "solar.roof_overloaded": Words(
        "{mass} of panels lie on the roof, which bears {bears} under way.",
        "Rails, fixings and cables come on top. What the vehicle's maker allows goes first.",
    ),
    "solar.raised_shades": Words(
        "Raised, panels {one} and {other} of {name} stand {apart} apart; at {height} of sun {needed} keep one out of the "
        "other's shadow.",
        "A strip of shade along one edge takes most of a panel.",
    ),
    "solar.stowage_unfit": Words(
        "{part} of {name} does not go into {box}.", "It has to be stowed where it cannot slide or fall, or be another one."
    ),
    "solar.volts_over_controller": Words(
        "Open in the cold the strings of {name} reach {cold} at {low}; the controller bears {limit}.",
        "It is destroyed at once, and may burn. Fewer panels in series, or a controller for more volts. Never connect it so.",
    ),
    "solar.volts_near_controller": Words(
        "Open in the cold the strings of {name} reach {cold} at {low}, and the controller bears {limit}.",
        "{in_hand} in hand are usual: a colder night than the record, or a panel above its plate, is enough.",
    ),
    "solar.volts_perhaps_over": Words(
        "By usual volts of such panels the strings of {name} reach {cold} in the cold; the controller bears {limit}.",
        "Nobody has said the open volts of {unsaid}: read the plates before anything is joined.",
    ),
    "solar.volts_over_part": Words(
        "Open in the cold the strings of {name} reach {cold}; the {part} are rated for {rated}.",
        "An arc of direct current that a part is not rated for does not go out by itself.",
    ),
    "solar.above_touch_volts": Words(
        "{name} reaches {cold} open in the cold, above {limit}.",
        "Live parts covered, double-insulated photovoltaic cable, a label at every opening. What your code asks goes first.",
    ),
    "solar.too_few_volts": Words(
        "{name} works at {works}; its controller needs {margin} above the bank's {bank}.",
        "It hardly ever charges. More panels in series, or panels of more volts.",
    ),
    "solar.too_few_volts/never": Words(
        "{name} works at {works}, and the bank has {bank}.",
        "PWM and most MPPT controllers lower volts and never lift them: it is reckoned to bring nothing. More panels in "
        "series, or a controller made to lift volts.",
    ),
    "solar.too_few_volts/usual": Words(
        "{name} works at {works}; a controller usually needs {margin} above the bank's {bank}.",
        "It would hardly ever charge. Read what its controller needs; more panels in series, or panels of more volts.",
    ),
    "solar.starts_late/usual": Words(
        "At the record high, cells at {cell}, {name} has {hot} open; a controller usually starts {margin} above the "
        "{bank} of a full bank.",
        "Such a one may not start again behind a cloud while the bank is nearly full. Read what this one needs.",
    ),
    "solar.runs_short/usual": Words(
        "At the record high, cells at {cell}, {name} works at {hot}; a controller usually needs {margin} above the "
        "{bank} of a full bank.",
        "On such a day the last of the charge may come slowly or not at all; below that it charges.",
    ),
    "solar.starts_late": Words(
        "At the record high, cells at {cell}, {name} has {hot} open; its controller starts {margin} above the {bank} of a full "
        "bank.",
        "On such a day it may not start again behind a cloud while the bank is nearly full. One more panel in series starts "
        "always.",
    ),
    "solar.runs_short": Words(
        "At the record high, cells at {cell}, {name} works at {hot}; its controller needs {margin} above the {bank} of a full "
        "bank.",
        "On such a day the last of the charge comes slowly or not at all; below that it charges. One more panel in series has "
        "volts enough.",
    ),
    "solar.pwm_below_bank": Words(
        "At the record high, cells at {cell}, {name} works at {hot}, and the bank is charged to {bank}.",
        "A PWM controller lifts no volts: on such a day the last of the charge comes slowly or not at all.",
    ),
    "solar.pwm_wastes": Words(
        "A PWM controller ties the {volts} of {name} to the bank's {bank}: {left} of its watts are left.",
        "An MPPT controller brings the rest, or panels of fewer volts.",
    ),
    "solar.short_circuit_over_input": Words(
        "With a quarter for bright sun {amps} come short-circuited into {name}, which bears {limit}.",
        "The code counts 1.25 times the panels' short-circuit current. Fewer strings on it, or another input.",
    ),
    "solar.input_clips": Words(
        "In full sun the panels work at {amps}; {name} works with {limit} and takes no more.",
        "Nothing breaks by it. More in series brings the same watts with fewer amps.",
    ),
    "solar.watts_over_class": Words(
        "{array} of array are on {name}, whose maker allows {limit} on these volts.",
        "More than its maker allows is not covered by anything that it states.",
    ),
    "solar.unlike_in_series": Words(
        "{name} carries {amps}, the lowest of its panels: {gives} of the {apart} that they give each by itself.",
        "Like amps in one series; the others in a string or on a controller of their own.",
    ),
    "solar.unlike_in_series/bypassed": Words(
        "{name} carries {amps}, the lowest of its panels: {gives} of the {apart} that they give each by itself.",
        "A controller that looks for it may bypass the weaker ones and find {bypassed}. Like amps in one series; the others in "
        "a string or on a controller of their own.",
    ),
    "solar.unlike_in_parallel": Words(
        "Strings of {lowest} and of {highest} on one input of {name} give {together} together, and {alone} apart.",
        "On one input all have the same volts. Like volts in parallel; the others on a controller of their own.",
    ),
    "solar.string_fuse_missing": Words(
        "The strings beside {name} push {backfed} into a fault of it; its panels bear {bears}, and it has no fuse.",
        "A fuse for each string, first thing where they are joined, rated for DC at the cold volts.",
    ),
    "solar.string_fuse_no_window": Words(
        "{name} needs a fuse, of {least} or more for its own sun; its panels bear {bears} at most.",
        "The strings beside it push {backfed} into a fault of it. Fewer strings in parallel, or more panels in series.",
    ),
    "solar.string_fuse_outside": Words(
        "{name} has a fuse of {fuse}; for its own sun it takes {least} or more.",
        "At a bright noon it opens, or ages until it does.",
    ),
    "solar.string_fuse_outside/large": Words(
        "{name} has a fuse of {fuse}; its panels bear {bears} at most.",
        "In a fault the panels carry more than their maker allows before it opens.",
    ),
    "solar.no_disconnect": Words(
        "Nothing parts {name}, {watts}, from its controller.",
        "It is live in any daylight, and connectors are never parted under load. A switch for DC at the cold volts.",
    ),
    "solar.connectors_unlike": Words(
        "Connectors of {name} are mated with another make.",
        "They fit and do not hold: they get hot, and burn. Both halves from one maker.",
    ),
    "solar.polarity_reversed": Words(
        "The port of {name} has its poles the other way round than they are marked.",
        "Plugged in so it feeds its controller backwards. Mark it now, and put it right before it is used.",
    ),
    "solar.kit_into_controller": Words(
        "{name} has a controller of its own and is plugged into another controller's panel input.",
        "Two controllers in a row hunt each other. Take its own one out, or feed the bank through a fuse.",
    ),
    "solar.flexible_glued": Words(
        "Flexible panels of {name} are glued flat.",
        "They run hot with no air behind them and tend to fail early. Panels with air under them last longer.",
    ),
    "solar.no_gland": Words(
        "The cable of {name} comes in with no sealed gland.",
        "Water comes in along it, and the edge chafes it. A gland, a drip loop, something that holds it.",
    ),
    "solar.controller_other_volts": Words(
        "{name} is made for {made_for}, the bank has {bank}.",
        "Another controller, or another class of volts.",
    ),
    "solar.controller_not_for_lithium": Words(
        "{name} cannot be set for lithium.",
        "It charges by the rules of lead: too high, or on and on. One that can be set for the bank's kind.",
    ),
    "solar.controllers_apart": Words(
        "{count} of the controllers on this bank do not share its volts.",
        "Each measures at its own terminals, and one stops early. One sensor for all, or all set alike and their leads alike.",
    ),
    "solar.array_cannot_refill": Words(
        "A mean day takes {takes} and gets {brought}: {sinks} a day come out of the bank, which is empty after {lasts}.",
        "{away} away are promised. By mean days of sun and driving, with nothing in hand.",
    ),
    "solar.array_below_need": Words(
        "{have} of array bring {gives} in {sun} of sun, and a mean day takes {takes}; {need} are the need.",
        "The need holds margin and what brings an emptied bank back. Nothing fails for it on a mean day.",
    ),
    "solar.array_below_need/with_driving": Words(
        "{have} of array bring {gives} in {sun} of sun, and a mean day takes {takes}; the rest comes by driving. "
        "{need} are the need.",
        "Days that stand still come out of the bank.",
    ),
    "solar.array_below_need/sinks": Words(
        "A mean day takes {takes} and gets {brought}: {sinks} a day come out of the bank, which lasts {lasts} so. {need} of "
        "array are the need, {have} are there.",
        "That is longer than the nights away; a hookup in between brings it back.",
    ),
    "solar.controller_clips": Words(
        "At noon {noon} of array reach {name}, which gives {have}: there it clips.",
        "The day's {gives} are reckoned with that. A larger array behind the same controllers brings little; a larger "
        "controller does.",
    ),
    "solar.controller_small": Words(
        "{name} gives {have}; {need} are usual for its array. In this sun it does not clip.",
        "It is headroom for cold, clear days. Less is allowed where volts and input amps stay within their limits.",
    ),
    "solar.need_over_roof": Words(
        "{need} of array are needed; {free} of free roof carry {limit} at the very most.",
        "The rest has to come from a portable array, from driving or from shore, or the day has to shrink.",
    ),
    "solar.array_over_roof": Words(
        "{have} of array are chosen; {free} of free roof carry {limit} at the very most.",
        "What does not lie on the roof has to be portable.",
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
}

FIXES: dict[str, str] = {
    "solar.raise_array": "Raise the array to the need",
    "solar.fuse_strings": "Give each string its fuse",
    "solar.shorter_strings": "Wire it in shorter strings",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "solar.need_w": "Array, {sun} h of sun",
    "solar.controller_need_a": "Controller",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "solar": "changed the array",
}
