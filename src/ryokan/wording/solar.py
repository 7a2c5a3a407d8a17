"""Words of the step solar: the sun and the array."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Solar"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
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
        "At noon the array reaches {noon}, the controllers give {have}: there they clip.",
        "The day's {gives} are reckoned with that. A larger array behind the same controllers brings little; a larger "
        "controller does.",
    ),
    "solar.controller_small": Words(
        "The controllers give {have}; {need} are usual for this array. In this sun they do not clip.",
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
