"""Words of the step brief: who travels, how long, and what must not go dark."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Brief"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "brief.believed_bank_ah": "How large they think the bank is",
    "brief.believed_ah_per_day": "What they think a day takes",
    "brief.believed_days": "How long they think it lasts",
    "brief.budget": "What all of it may cost",
    "brief.days_without_charge": "Days to last without any charge",
    "brief.driving_hours_per_day": "Driving a day, over all stays",
    "brief.nights_away": "Nights between hookups",
    "brief.people": "People",
    "brief.stay.*.driving_hours_per_day": "Driving a day on this stay",
    "brief.stay.*.nights": "Nights of this stay",
    "region.mains_hz": "Frequency of the mains",
    "region.mains_v": "Mains",
}

FINDINGS: dict[str, Words] = {
    "brief.believed_days_off": Words(
        "They think it lasts {believed}; by the audit it lasts {found} to the allowed depth.",
        "Worth a word before anything is bought. Volts read for a charge often mislead.",
    ),
    "brief.believed_days_off/depth": Words(
        "They think it lasts {believed}; by the audit it lasts {found} to the allowed depth, and {to_empty} to the last of it.",
        "The usual reason: the depth is forgotten, and the whole of the plate is counted on.",
    ),
    "brief.believed_days_off/series": Words(
        "They think it lasts {believed}; by the audit it lasts {found} to the allowed depth.",
        "The usual reason: the amp-hours of units in series are added. Series adds volts.",
    ),
    "brief.believed_day_off": Words(
        "They think a day takes {believed}; the audit makes {found} of it.",
        "Something is not on the list, or runs less than they think. A meter on the bank for a few days settles it.",
    ),
    "brief.believed_bank_off": Words(
        "They think the bank has {believed}; its units make {found}.",
        "Count the units and look at a plate once more.",
    ),
    "brief.believed_bank_off/series": Words(
        "They think the bank has {believed}; its units make {found}.",
        "The usual reason: the amp-hours of units in series are added. Series adds volts, parallel adds amp-hours.",
    ),
    "brief.believed_bank_off/depth": Words(
        "They think the bank has {believed}; its units make {found}.",
        "The usual reason: the allowed depth is taken off already. It is taken off in the reckoning.",
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
}

FIXES: dict[str, str] = {
    "brief.leave_when_the_next_begins": "Leave when the next one begins",
    "brief.other_hemisphere": "Travel in the other half of the world",
    "brief.other_mains": "Change the mains of the rig",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "brief": "changed the brief",
    "stays": "changed the stays",
    "region": "changed the region",
}
