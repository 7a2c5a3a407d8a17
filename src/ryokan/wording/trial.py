"""Words of the trial run: chances as frequencies, and what went dark."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Trial run"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "trial.years": "Years of weather that were run",
    "trial.seed": "Number that the years are drawn by",
    "trial.nights": "Nights of the journey",
    "trial.nights_kept": "Nights before the first dark one, on a mean trip",
    "trial.dark_frac": "Nights with a dark hour",
    "trial.dark_frac.low": "At least, by the scatter of the years",
    "trial.dark_frac.high": "At most, by the scatter of the years",
    "trial.must_dark_frac": "Nights in which something that must run goes dark",
    "trial.must_dark_frac.low": "At least, by the scatter of the years",
    "trial.must_dark_frac.high": "At most, by the scatter of the years",
    "trial.trip_dark_frac": "Trips with a dark hour",
    "trial.trip_dark_frac.low": "At least, by the scatter of the years",
    "trial.trip_dark_frac.high": "At most, by the scatter of the years",
    "trial.trip_must_dark_frac": "Trips on which something that must run goes dark",
    "trial.trip_must_dark_frac.low": "At least, by the scatter of the years",
    "trial.trip_must_dark_frac.high": "At most, by the scatter of the years",
    "trial.dull_sun.dark_frac": "Nights with a dark hour, were the sun as low as it may be",
    "trial.dull_sun.trip_dark_frac": "Trips with a dark hour, were the sun as low as it may be",
    "trial.bright_sun.dark_frac": "Nights with a dark hour, were the sun as high as it may be",
    "trial.bright_sun.trip_dark_frac": "Trips with a dark hour, were the sun as high as it may be",
    "trial.lowest_frac": "Lowest available charge of nineteen trips in twenty",
    "trial.days_out_90": "Nights out that nine years in ten keep",
    "trial.days_out_looked_at": "Nights that a stay is gone on with at most",
    "trial.stay.*.nights": "Nights of this stay that were run",
    "trial.stay.*.dark_frac": "Nights of this stay with a dark hour",
    "trial.stay.*.dark_frac.low": "At least, by the scatter of the years",
    "trial.stay.*.dark_frac.high": "At most, by the scatter of the years",
    "trial.stay.*.must_dark_frac": "Nights of this stay in which something that must run goes dark",
    "trial.stay.*.lowest_frac": "Lowest available charge of this stay, nineteen times in twenty",
    "trial.stay.*.dawn_frac": "Available charge at six in the morning",
    "trial.stay.*.hours_to_full": "From noon of arrival until the bank is full, in the middle year",
    "trial.stay.*.days_out_90": "Nights that nine years in ten keep there",
    "trial.month.*.dark_frac": "Nights of this month with a dark hour",
    "trial.month.*.dark_frac.low": "At least, by the scatter of the years",
    "trial.month.*.dark_frac.high": "At most, by the scatter of the years",
    "trial.served_wh": "What the loads got",
    "trial.unserved_wh.must": "What was missing of that which must run",
    "trial.unserved_wh.should": "What was missing of that which should run",
    "trial.unserved_wh.shed": "What was missing of that which may be shed",
    "trial.sun_used_wh": "Sun that was used",
    "trial.sun_held_back_wh": "Sun that nobody could take",
    "trial.driven_wh": "Brought by driving",
    "trial.driven_h": "Hours of driving",
    "trial.hookup_wh": "Brought by hookups, beside what hung on them",
    "trial.generator_wh": "Brought by the generator, beside what hung on it",
    "trial.generator_h": "Hours of the generator",
    "trial.others_wh": "Brought by other systems",
    "trial.heated_wh": "Taken by the bank's heaters",
    "trial.lost_wh": "Lost in charging and at high draws",
    "trial.discharged_wh": "Taken out of the bank",
    "trial.surplus_served_wh": "Taken by loads that run when charge abounds",
    "trial.cycles_per_year": "Full cycles in a year",
    "trial.life_years": "Life of the bank on such trips",
}

FINDINGS: dict[str, Words] = {
    "trial.critical_goes_dark": Words(
        "Something that must run goes dark at {name}: {share}.",
        "By {years} of weather drawn for that place. Whoever depends on a device needs a second source for it as well.",
    ),
    "trial.goes_dark": Words(
        "At {name} it goes dark: {share}.",
        "By {years} of weather drawn for that place, with everything left on until the bank is empty.",
    ),
    "trial.goes_dark_now_and_then": Words(
        "At {name} it goes dark now and then: {share}.",
        "By {years} of weather drawn for that place. Whether that is good enough is for the customer to say.",
    ),
    "trial.generator_never_runs": Words(
        "Nights go dark, and the generator never runs.",
        "It is started below where the bank cuts off, or may not run when it would be wanted. Start it earlier.",
    ),
}

FIXES: dict[str, str] = {}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {"trial.nights": "Nights of the journey that stay lit"}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {"trial": "changed how the trial is run"}

_SMALL = ("", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
SELDOM = 1000  # one in more than so many is told as fewer than one in so many


def frequency(share: float, noun: str, seen: int | None = None) -> str:
    """A chance as one says it: “about one night in forty”, “seven nights in ten”, “none of 13 000 nights”.

    ``seen`` is how many were looked at, to tell what none is out of.
    """
    if share <= 0:
        return f"no {noun}" if seen is None else f"none of {seen:,} {noun}s".replace(",", "\u202f")
    if share >= 0.995:
        return f"every {noun}"
    if share >= 0.35:
        tenths = max(1, min(9, round(share * 10)))
        return f"about {_SMALL[tenths]} {noun}s in ten"
    one_in = 1 / share
    if one_in > SELDOM:
        return f"fewer than one {noun} in {SELDOM:,}".replace(",", "\u202f")
    return f"about one {noun} in {_said(one_in)}"


def _said(count: float) -> str:
    """Two digits are enough of a chance."""
    if count < 12.5:
        return _SMALL[round(count)]
    return str(round(count)) if count < 20 else str(round(count / 5) * 5 if count < 100 else round(count / 50) * 50)
