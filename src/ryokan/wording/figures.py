"""What each figure is called. One line a key; ``*`` stands for the id of a load, a stay, a group or a chemistry."""

from __future__ import annotations

import re
from functools import lru_cache

from ryokan.core.data.assumptions import assumptions

# Key pattern -> title. The keys are the public contract of docs/figures.md.
TITLES: dict[str, str] = {
    "region.mains_v": "Mains",
    "survey.payload_left_kg": "What the vehicle may still carry",
    "survey.found_mass_kg": "Mass of the banks that were there",
    "survey.added_kg": "What the choice adds to the vehicle as weighed",
    "survey.bank.*.units": "Units of the bank that was there",
    "survey.bank.*.unit_mass_kg": "Mass of one of its units",
    "survey.bank.*.unit_v": "Nominal volts of one of its units",
    "survey.bank.*.unit_ah": "Capacity of one of its units",
    "survey.bank.*.mass_kg": "Mass of the bank that was there",
    "survey.cord.*.rating": "Cord with its inlet",
    "survey.cord.*.breaker_a": "Breaker that belongs to the cord",
    "survey.cord.*.continuous_frac": "Share that the cord may carry continuously",
    "survey.cord.*.continuous_a": "What the cord passes continuously",
    "survey.cord_continuous_a": "What the weakest cord passes continuously",
    "space.compartment.*.length_m": "Inside length of the compartment",
    "space.compartment.*.width_m": "Inside width of the compartment",
    "space.compartment.*.height_m": "Inside height of the compartment",
    "space.compartment.*.volume_l": "Volume of the compartment",
    "space.compartment.*.units_that_stand": "Chosen batteries that stand in it",
    "space.unit_air_m": "Air between two batteries",
    "space.roof.x_m": "Corners of the roof, along",
    "space.roof.y_m": "Corners of the roof, across",
    "space.roof.next_x_m": "The corner after each, along",
    "space.roof.next_y_m": "The corner after each, across",
    "space.roof.signed_double_m2": "Twice the area, by the way round",
    "space.roof.area_m2": "Area of the roof",
    "space.roof.edge_m": "Length of its edge",
    "space.roof.edge_margin_m": "Kept free along the edge",
    "space.roof.obstacle.*.length_m": "Length of the obstacle",
    "space.roof.obstacle.*.width_m": "Width of the obstacle",
    "space.roof.obstacle.*.area_m2": "Area of the obstacle",
    "space.roof.free_m2": "Roof free for panels",
    "space.roof.limit_w": "Most array that the free roof could carry",
    "brief.people": "People",
    "brief.growth_frac": "Growth to expect",
    "brief.quiet_hours": "Hours in which nothing may hum",
    "loads.quiet_hours_wh": "Taken from the bank in the quiet hours",
    "loads.row.*.output_a": "What the other system's charger gives",
    "loads.row.*.output_v": "Charging volts of the other system",
    "storage.days_after_growth": "Days the bank lasts after the growth",
    "storage.unit.length_m": "Length of one unit",
    "storage.unit.width_m": "Width of one unit",
    "storage.unit.height_m": "Height of one unit",
    "solar.need_after_growth_w": "Array needed after the growth",
    "charging.link.*.output_a": "Charge current of the link",
    "charging.link.*.output_v": "Charging volts at the other end",
    "charging.link.*.charger_frac": "What the link's charger passes on",
    "charging.link.*.draw_w": "What the link draws",
    "charging.link.*.input_a": "What the link takes from the alternator",
    "charging.link.*.hours_per_day": "Hours a day that the link charges",
    "charging.link.*.mean_hours": "Hours on a mean day of the journey",
    "charging.link.*.wh_per_day": "What the link brings in a day",
    "charging.alternator_draw_a": "All charging at the alternator",
    "brief.nights_away": "Nights between hookups",
    "brief.nights_in_turn": "The nights, counted",
    "brief.days_without_charge": "Days to last without any charge",
    "brief.driving_hours_per_day": "Driving a day, over all stays",
    "brief.stay.*.nights": "Nights of this stay",
    "brief.stay.*.driving_hours_per_day": "Driving a day on this stay",
    "brief.budget": "What all of it may cost",
    "brief.believed_days": "How long they think it lasts",
    "brief.believed_ah_per_day": "What they think a day takes",
    "loads.row.*.quantity": "How many",
    "loads.row.*.units": "How many, over all people",
    "loads.row.*.plate_btu_per_h": "Cooling by the plate",
    "loads.row.*.plate_eer": "Energy efficiency ratio",
    "loads.row.*.plate_kwh_per_year": "Energy a year by its label",
    "loads.row.*.plate_battery_wh": "Battery of the device",
    "loads.row.*.charges_per_day": "Charges a day",
    "loads.row.*.charger_frac": "What its charger passes on",
    "loads.row.*.low_factor": "Low use over typical use",
    "loads.row.*.high_factor": "High use over typical use",
    "loads.row.*.bars": "Its own hours of the day",
    "loads.profile.*": "Hours of the day, as is usual",
    "loads.wh_per_day.low": "A full day by low use, at the devices",
    "loads.wh_per_day.high": "A full day by high use, at the devices",
    "loads.wh_per_day.spring": "A full day in spring, at the devices",
    "loads.wh_per_day.summer": "A full day in summer, at the devices",
    "loads.wh_per_day.autumn": "A full day in autumn, at the devices",
    "loads.wh_per_day.winter": "A full day in winter, at the devices",
    "loads.row.*.spring.wh_per_day": "Used in spring",
    "loads.row.*.summer.wh_per_day": "Used in summer",
    "loads.row.*.autumn.wh_per_day": "Used in autumn",
    "loads.row.*.winter.wh_per_day": "Used in winter",
    "loads.row.*.spring.duty_frac": "Share that it runs in spring",
    "loads.row.*.summer.duty_frac": "Share that it runs in summer",
    "loads.row.*.autumn.duty_frac": "Share that it runs in autumn",
    "loads.row.*.winter.duty_frac": "Share that it runs in winter",
    "loads.wh_per_day_by_month": "A full day by month, January to December",
    "loads.largest_season_wh_per_day": "The largest day of the seasons travelled",
    "loads.by_feed.*": "Taken from the bank by this feed",
    "loads.by_group.*": "Taken from the bank by the group, at its other name",
    "loads.standing_wh_per_day": "Drawn all day without being noticed",
    "loads.standing_a": "Amps that never stop",
    "loads.standing_ah_per_day": "Amp-hours a day that never stop",
    "loads.shape_w": "What the bank gives, hour by hour",
    "loads.method.audit_ah": "Audit: a day in amp-hours at the bank",
    "loads.method.by_twelve_ah": "Shortcut: Wh ÷ 12",
    "loads.method.ten_times_ac_ah": "Shortcut: ten times AC amps",
    "loads.measured_ah": "Days that a meter counted",
    "loads.measured_days": "How many days were counted",
    "loads.measured_scale": "The new use over the measured one",
    "loads.method.measured_ah": "Measured: the mean day, scaled",
    "loads.method.measured_most_ah": "Measured: the largest day, scaled",
    "loads.if_all_dc_wh_per_day": "A full day if all AC appliances were DC",
    "loads.worst_stretch_wh": "Worst stretch of the promised days",
    "loads.row.*.hours_per_day": "Hours on, on a day of use",
    "loads.row.*.duty_frac": "Share of those hours that it runs",
    "loads.row.*.power_factor": "Power factor",
    "loads.row.*.plate_a": "Amps on the plate",
    "loads.row.*.plate_v": "Volts on the plate",
    "loads.row.*.plate_wh_per_day": "Energy a day as stated",
    "loads.row.*.unit_w": "Running draw of one",
    "loads.row.*.running_w": "Running draw",
    "loads.row.*.running_va": "Running draw in volt-amps",
    "loads.row.*.start_factor": "Starting over running draw",
    "loads.row.*.wh_per_day": "Used by the device on a day of use",
    "loads.row.*.wh_at_bank": "Taken from the bank on a day of use",
    "loads.row.*.nights": "What it costs in nights",
    "loads.start.*.extra_w": "What its start adds",
    "loads.group.*.wh_at_bank": "Taken from the bank by the group",
    "loads.used_days_*.wh_at_bank": "Taken by loads used on so many days a week",
    "loads.used_days_*.days_per_week": "Days of use a week",
    "loads.peak_w": "Everything running together",
    "loads.dc_peak_w": "All DC loads running together",
    "loads.worst_start_w": "Worst start with everything running",
    "loads.wh_per_day": "Used by the devices on a full day",
    "loads.wh_per_day_at_bank": "Taken from the bank on a full day",
    "loads.wh_per_day_with_margin": "A full day, with margin",
    "loads.mean_wh_per_day_at_bank": "Mean day of a week, at the bank",
    "loads.mean_wh_per_day_with_margin": "Mean day of a week, with margin",
    "loads.worst_run.whole_weeks": "Whole weeks in the promised days",
    "loads.worst_run.rest_days": "Days left over",
    "loads.worst_run_wh": "Worst run of the promised days",
    "loads.worst_run_wh_with_margin": "Worst run of the promised days, with margin",
    "loads.run_by_night.whole_weeks": "Whole weeks, by night",
    "loads.run_by_night.rest_days": "Days left over, by night",
    "loads.run_by_night_wh": "Worst use up to each dawn",
    "storage.system_v": "Volts class",
    "storage.nominal_v": "Nominal volts",
    "storage.charge_v": "Charging volts",
    "storage.cutoff_v": "Lowest working volts of the bank",
    "storage.bay_c": "Coldest bay in use",
    "storage.alternatives.*.capacity_left_frac": "Capacity left in the cold",
    "storage.alternatives.*.need_wh": "Bank needed",
    "storage.alternatives.*.need_ah": "Bank needed, amp-hours",
    "storage.alternatives.*.mass_kg": "Mass of such a bank",
    "storage.need_wh": "Bank needed",
    "storage.need_ah": "Bank needed, at nominal volts",
    "storage.need_ah_by_twelve": "By the shortcut: Wh × days ÷ 12",
    "storage.have_ah": "Bank chosen, amp-hours",
    "storage.have_wh": "Bank chosen",
    "storage.bank_wh": "Bank reckoned with",
    "storage.bank_ah": "Bank reckoned with, amp-hours",
    "storage.mass_kg": "Mass of the chosen bank, about",
    "storage.bms_limit_a": "Most that the bank's electronics pass",
    "storage.arrangement.series": "Units in series",
    "storage.arrangement.parallel": "Strings in parallel",
    "storage.arrangement.volts_v": "Volts of a string",
    "storage.units": "Units in all",
    "storage.unit.capacity_ah": "Capacity of one unit",
    "storage.unit.nominal_v": "Nominal volts of one unit",
    "storage.unit.chemistry": "Chemistry of the unit",
    "storage.unit.max_series": "Most in series, by its maker",
    "storage.unit.max_parallel": "Most in parallel, by its maker",
    "storage.unit.discharge_limit_a": "Most that one unit gives",
    "storage.unit.mass_kg": "Mass of one unit",
    "parts.mass_kg": "Mass of what is chosen so far",
    "parts.inverter.mass_kg": "Mass of the inverter",
    "parts.inverter.count": "Inverters",
    "parts.battery.price": "Price of one battery",
    "parts.inverter.price": "Price of the inverter",
    "parts.price.*": "Price of what is chosen so far",
    "parts.without_price": "Chosen parts without a price",
    "storage.usable_wh": "Usable energy",
    "storage.days_without_charge": "Days the bank lasts",
    "storage.left_at_dawn_frac": "Left at each dawn, by the audit",
    "storage.left_at_dawn_with_margin_frac": "Left at each dawn, with the margin",
    "inverter.running_va": "AC loads running together, volt-amps",
    "inverter.peak_w": "AC loads running together",
    "inverter.worst_start_w": "Worst start on the AC side",
    "inverter.start.*.extra_w": "What its start adds on the AC side",
    "inverter.need_continuous_w": "Inverter needed, running",
    "inverter.need_surge_w": "Inverter needed, starting",
    "inverter.part.battery_v": "Volts class the inverter is made for",
    "inverter.part.mains_v": "Mains volts it makes",
    "inverter.rated_w": "Inverter rating reckoned with",
    "inverter.surge_w": "Surge of the chosen inverter",
    "inverter.idle_w": "Inverter's own draw",
    "inverter.on_hours_per_day": "Hours the inverter is on",
    "inverter.idle_wh_per_day": "Inverter's own draw a day",
    "inverter.cutoff_v": "Volts at which the inverter stops",
    "inverter.dc_w_at_rating": "DC watts at full rating",
    "inverter.dc_current_by_class_a": "DC amps by the shortcut",
    "inverter.dc_current_nominal_a": "DC amps at nominal volts",
    "inverter.dc_current_at_cutoff_a": "DC amps at cut-off",
    "inverter.heat_w": "Heat it gives off at full rating",
    "solar.peak_sun_hours": "Peak sun hours",
    "solar.performance_ratio": "What the array yields of its rating",
    "solar.need_w": "Array needed",
    "solar.have_w": "Array chosen",
    "solar.have_wh_per_day": "A day's yield of the chosen array",
    "solar.bench.daily_ah_by_twelve": "Amp-hours a day by twelve",
    "solar.bench.three_watts_per_ah_w": "Bench: 3 W for each daily Ah",
    "solar.bench.rated_times_four_w": "Bench: rated watts × 4 = Wh a day",
    "solar.bench.panels_of_120_w": "Bench: 120 W panels at 50 Ah each",
    "solar.bench.panels_of_120_w_w": "Bench: those panels together",
    "solar.controller_need_a": "Controller output needed",
    "solar.controller_count": "Controllers",
    "solar.controller_size_a": "Usual controller size, each",
    "solar.controller_have_a": "Controllers chosen",
    "solar.output_a": "Array's charge current at best",
    "charging.dcdc.need_a": "DC-DC charger needed",
    "charging.dcdc.have_a": "DC-DC charger chosen",
    "charging.dcdc.input_v": "Volts at its input",
    "charging.dcdc.input_a": "Amps it draws from the alternator",
    "charging.dcdc.wh_per_driving_hour": "Energy for an hour of driving",
    "charging.alternator_v": "Alternator's volts class",
    "charging.alternator_a": "Alternator's label",
    "charging.alternator_spare_a": "What the alternator can spare",
    "charging.refill_wh": "Energy to refill the bank",
    "charging.refill_hours": "Hours allowed on a hookup",
    "charging.shore.need_a": "Shore charger needed",
    "charging.shore.have_a": "Shore charger chosen",
    "charging.shore.mains_a": "Amps it draws from the mains",
    "charging.shore.hookup": "Smallest hookup of the journey",
    "charging.shore.breaker_a": "Its breaker",
    "charging.shore.continuous_frac": "Share that may be drawn continuously",
    "charging.shore.hookup_continuous_a": "What the hookup gives continuously",
    "charging.shore.hookup_limit_a": "Most charge current through the hookup",
    "charging.shore.through_hookup_a": "Charge current through the hookup",
    "charging.shore.hours_to_full": "Hours to full on the hookup",
    "charging.bank_usual_a": "Usual charge current of the bank",
    "charging.bank_max_a": "Highest charge current of the bank",
    "charging.all_sources_a": "All chosen sources at once",
    "wiring.main.dc_loads_a": "All DC loads at cut-off volts",
    "wiring.main.design_current_a": "Design current of the main run",
    "wiring.main.one_way_length_m": "One-way length",
    "wiring.main.round_trip_ft": "There and back",
    "wiring.main.insulation_c": "Insulation rated for",
    "wiring.main.terminal_c": "Terminals rated for",
    "wiring.main.allowed_drop_v": "Drop allowed",
    "wiring.main.fuse_floor_a": "Fuse not below",
    "wiring.main.fuse_a": "Main fuse",
    "wiring.main.have_fuse_a": "Main fuse chosen",
    "wiring.main.need_zone_factor": "Share left in this zone",
    "wiring.main.zone_factor": "Share left in this zone, for the conductor in hand",
    "wiring.main.need_warm_factor": "Resistance when warm",
    "wiring.main.warm_factor": "Resistance when warm, for the conductor in hand",
    "wiring.main.size_by_fuse": "Size that the fuse protects",
    "wiring.main.size_by_terminal": "Size that the terminals bear",
    "wiring.main.size_by_drop": "Size that keeps the drop",
    "wiring.main.conductor": "Main cable",
    "wiring.main.have_conductor": "Main cable chosen",
    "wiring.main.ohm_per_km": "Resistance of the conductor",
    "wiring.main.ampacity_a": "What the cable may carry there",
    "wiring.main.drop_v": "Drop in the main run",
    "wiring.main.circular_mils_by_drop": "Cross-check: circular mils for the drop",
}

_PATTERNS = [(re.compile(re.escape(key).replace(r"\*", "[a-z0-9_~-]+") + r"\Z"), key) for key in TITLES]

CHEMISTRY_NAMES = {"lfp": "lithium iron phosphate", "agm": "AGM lead", "gel": "gel lead", "flooded": "flooded lead"}


@lru_cache(maxsize=4096)
def pattern_of(key: str) -> str | None:
    """The pattern of :data:`TITLES` that a key follows."""
    if key in TITLES:
        return key
    return next((pattern for matcher, pattern in _PATTERNS if matcher.match(key)), None)


def title(key: str) -> str:
    """What a figure is called, with the chemistry where there are several.

    Raises
    ------
    LookupError
        No title stands for such a key.
    """
    if key.startswith("assumptions."):
        about = assumptions()[key.removeprefix("assumptions.")]
        chemistry = about.id.partition(".")[0]
        text = about.title[0].upper() + about.title[1:]
        return f"{text}, {CHEMISTRY_NAMES[chemistry]}" if chemistry in CHEMISTRY_NAMES else text
    pattern = pattern_of(key)
    if pattern is None:
        raise LookupError(f"figure {key} has no title")
    if pattern.startswith("storage.alternatives."):
        return f"{TITLES[pattern]}, {CHEMISTRY_NAMES[key.split('.')[2]]}"
    return TITLES[pattern]


_PAGE_HEAD = """# Figures

Every figure of a report has a stable key. The keys are a public contract: they are added to, and neither renamed nor given
another unit. `*` stands for the id of a load, a stay, a group, a chemistry or an assumption. `script/ryokan evaluate FILE
--json` prints each with `kind`, `value`, `unit`, `formula`, `inputs`, `source` and `note`; inputs are keys again, so that one
can walk from any figure to what the customer said.

Kinds: *given* (stated by a person), *constant* (assumed, with its source), *computed*, *looked_up* (from a table or curve),
*chosen* (the smallest stock size that serves). Formulas use `+ − × ÷ ^`, `min`, `max`, `sum`, `ceil`, `lookup(table, row)`,
`next_larger(table, x)` and `interp(curve, x)`; a value may be a list.

A key is absent where no answer can be given: a need for driving without driving, a cable that no stock size serves, a chosen
part that is not chosen yet. This page is printed by `script/ryokan figures`.

| key | what it is |
| --- | --- |
"""


def figures_page() -> str:
    """The page ``docs/figures.md``."""
    rows = [f"| `{key}` | {words} |" for key, words in sorted({**TITLES, "assumptions.*": "An assumption, by its id"}.items())]
    return _PAGE_HEAD + "\n".join(rows) + "\n"
