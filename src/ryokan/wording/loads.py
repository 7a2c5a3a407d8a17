"""Words of the step loads: what the devices draw and use."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Loads"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "loads.dc_peak_at_bank_w": "DC loads running together, at the bank",
    "loads.days_in_turn": "Days in turn",
    "loads.margin_frac": "Spread of the days that a meter counted",
    "loads.meter.counted_ah": "Days that a meter counted",
    "loads.meter.days": "How many it counted",
    "loads.meter.days_per_week": "Days a week that it stands for",
    "loads.meter.mean_ah": "Their mean",
    "loads.meter.scale": "New use over the measured one",
    "loads.meter.wh_per_day": "A day by the meter",
    "loads.run_by_day_wh": "Worst run of none to seven days",
    "loads.season.*.on_hours": "Hours the inverter is on in the season",
    "loads.season.*.worst_run_wh": "Worst run of the promised days in the season",
    "loads.worst_week_wh": "A full week",
    "brief.nights_in_turn": "The nights, counted",
    "brief.quiet_hours": "Hours in which nothing may hum",
    "loads.by_feed.*": "Taken from the bank by this feed",
    "loads.by_group.*": "Taken from the bank by the group, at its other name",
    "loads.dc_peak_w": "All DC loads running together",
    "loads.group.*.wh_at_bank": "Taken from the bank by the group",
    "loads.if_all_dc_wh_per_day": "A full day if all AC appliances were DC",
    "loads.largest_season_wh_per_day": "The largest day of the seasons travelled",
    "loads.mean_wh_per_day_at_bank": "Mean day of a week, at the bank",
    "loads.mean_wh_per_day_with_margin": "Mean day of a week, with margin",
    "loads.measured_ah": "Days that a meter counted",
    "loads.measured_days": "How many days were counted",
    "loads.measured_scale": "The new use over the measured one",
    "loads.method.audit_ah": "Audit: a day in amp-hours at the bank",
    "loads.method.by_twelve_ah": "Shortcut: Wh ÷ 12",
    "loads.method.measured_ah": "Measured: the mean day, scaled",
    "loads.method.measured_most_ah": "Measured: the largest day, scaled",
    "loads.method.ten_times_ac_ah": "Shortcut: ten times AC amps",
    "loads.peak_w": "Everything running together",
    "loads.profile.*": "Hours of the day, as is usual",
    "loads.quiet_hours_wh": "Taken from the bank in the quiet hours",
    "loads.row.*.*.wh_at_bank": "Daily energy in the season, at the bank",
    "loads.row.*.autumn.duty_frac": "Share that it runs in autumn",
    "loads.row.*.autumn.wh_per_day": "Used in autumn",
    "loads.row.*.bars": "Its own hours of the day",
    "loads.row.*.charger_frac": "What its charger passes on",
    "loads.row.*.charges_per_day": "Charges a day",
    "loads.row.*.duty_frac": "Share of those hours that it runs",
    "loads.row.*.high_factor": "High use over typical use",
    "loads.row.*.hours_per_day": "Hours on, on a day of use",
    "loads.row.*.low_factor": "Low use over typical use",
    "loads.row.*.plate_a": "Amps on the plate",
    "loads.row.*.plate_battery_wh": "Battery of the device",
    "loads.row.*.plate_btu_per_h": "Cooling by the plate",
    "loads.row.*.plate_eer": "Energy efficiency ratio",
    "loads.row.*.plate_kwh_per_year": "Energy a year by its label",
    "loads.row.*.plate_v": "Volts on the plate",
    "loads.row.*.plate_wh_per_day": "Energy a day as stated",
    "loads.row.*.power_factor": "Power factor",
    "loads.row.*.quantity": "How many",
    "loads.row.*.running_va": "Running draw in volt-amps",
    "loads.row.*.running_w": "Running draw",
    "loads.row.*.spring.duty_frac": "Share that it runs in spring",
    "loads.row.*.spring.wh_per_day": "Used in spring",
    "loads.row.*.start_factor": "Starting over running draw",
    "loads.row.*.summer.duty_frac": "Share that it runs in summer",
    "loads.row.*.summer.wh_per_day": "Used in summer",
    "loads.row.*.unit_w": "Running draw of one",
    "loads.row.*.units": "How many, over all people",
    "loads.row.*.wh_at_bank": "Taken from the bank on a day of use",
    "loads.row.*.wh_per_day": "Used by the device on a day of use",
    "loads.row.*.winter.duty_frac": "Share that it runs in winter",
    "loads.row.*.winter.wh_per_day": "Used in winter",
    "loads.run_by_night.rest_days": "Days left over, by night",
    "loads.run_by_night.whole_weeks": "Whole weeks, by night",
    "loads.run_by_night_wh": "Worst use up to each dawn",
    "loads.season.*.days_per_week": "Days a week, load by load",
    "loads.season.*.idle_wh_per_day": "The inverter itself in the season",
    "loads.season.*.mean_wh_per_day_at_bank": "Mean day of a week in the season, at the bank",
    "loads.season.*.mean_wh_per_day_with_margin": "Mean day of a week in the season, with margin",
    "loads.shape_w": "What the bank gives, hour by hour",
    "loads.standing_a": "Amps that never stop",
    "loads.standing_ah_per_day": "Amp-hours a day that never stop",
    "loads.standing_wh_per_day": "Drawn all day without being noticed",
    "loads.start.*.extra_w": "What its start adds",
    "loads.used_days_*.days_per_week": "Days of use a week",
    "loads.used_days_*.wh_at_bank": "Taken by loads used on so many days a week",
    "loads.wh_per_day": "Used by the devices on a full day",
    "loads.wh_per_day.autumn": "A full day in autumn, at the devices",
    "loads.wh_per_day.high": "A full day by high use, at the devices",
    "loads.wh_per_day.low": "A full day by low use, at the devices",
    "loads.wh_per_day.spring": "A full day in spring, at the devices",
    "loads.wh_per_day.summer": "A full day in summer, at the devices",
    "loads.wh_per_day.winter": "A full day in winter, at the devices",
    "loads.wh_per_day_at_bank": "Taken from the bank on a full day",
    "loads.wh_per_day_by_month": "A full day by month, January to December",
    "loads.wh_per_day_with_margin": "A full day, with margin",
    "loads.worst_run.rest_days": "Days left over",
    "loads.worst_run.whole_weeks": "Whole weeks in the promised days",
    "loads.worst_run_wh": "Worst run of the promised days",
    "loads.worst_run_wh_with_margin": "Worst run of the promised days, with margin",
    "loads.worst_start_w": "Worst start with everything running",
    "loads.worst_stretch_wh": "Worst stretch of the promised days",
}

FINDINGS: dict[str, Words] = {
    "loads.lower_step_would_do": Words(
        "{name} draws {draw}; at its step of {step_w} W it asks less of the inverter, for longer.",
        "All together need {need}, the inverter gives {have}. The energy stays the same.",
    ),
    "loads.device_window": Words(
        "The bus works between {least} and {most}, which does not suit {name}.",
        "It stops while the bank is still half full, or breaks while it is charged. A converter keeps its volts.",
    ),
}

FIXES: dict[str, str] = {
    "loads.take_lower_step": "Run it longer at the lower step",
    "loads.through_converter": "Feed it through a converter",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "loads.wh_per_day_with_margin": "A day, with margin",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "loads": "changed the loads",
}
