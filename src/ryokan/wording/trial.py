"""Words of the trial run: chances as frequencies, and what went dark."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Trial run"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "trial.years": "Years of weather that were run",
    "trial.seed": "Number that the years are drawn by",
    "trial.nights": "Nights of the journey",
    "trial.has_source": "Whether anything charges the bank: 1 if so",
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
    "trial.file_year.dark_frac": "Nights with a dark hour in the year of the weather file as it came",
    "trial.lowest_frac": "Lowest available charge of nineteen trips in twenty",
    "trial.days_out_90": "Nights out that nine years in ten keep",
    "trial.days_out_looked_at": "Nights that a stay is gone on with at most",
    "trial.stay.*.nights": "Nights of this stay that were run",
    "trial.stay.*.is_open": "Whether what charges there is not chosen or not known: 1 if so",
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
    "trial.hookup_h": "Hours on hookups",
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


# Code of a change -> what it is called; ``{name}`` is the thing, ``{amount}`` how much.
HELPS: dict[str, str] = {
    "watch_the_gauge": "Switch off what may be shed below {percent} of charge",
    "an_hour_less": "{name}: {minutes} less a day",
    "set_it_out": "Set the portable array out at every stay",
    "drive_an_hour_more": "Drive an hour more a day",
    "out_of_the_shade": "Stand out of the shade at {name}",
    "tilt_it": "Tilt {name} as each stay asks",
    "warmer_bay": "Keep the bank {amount} K warmer",
    "more_panel": "{amount} W more of panels{at}",
    "more_bank": "{amount} Ah more of bank",
    "next_dcdc": "A DC-DC charger of {amount} A",
    "better_fridge": "{name}: one that runs a fifth less",
    "on_dc": "{name} on DC instead of the inverter",
}
EFFORT_WORDS = {"habit": "a habit", "route": "the route", "setting": "some work", "part": "a part"}
THE_ARRAY = "the array"


def say_help(code: str, name: str, amount: float | None) -> str:
    """A change as one says it."""
    hours = amount or 0.0
    minutes = f"{hours:g} hour{'' if hours == 1 else 's'}" if hours >= 1 else f"{round(hours * 60)} minutes"
    said = HELPS[code].format(
        name=name or THE_ARRAY,
        at=f" on {name}" if name else "",
        amount="" if amount is None else f"{amount:g}",
        percent="" if amount is None else f"{round(amount * 100)}\u00a0%",
        minutes=minutes,
    )
    return said[0].upper() + said[1:]


def say_story(*, stopped: str, hour: int, dull_frac: float | None, loads: list[str], name: str) -> str:
    """How it comes to be dark, in one or two sentences."""
    what = "the bank is empty" if stopped == "bank" else "the inverter stops for want of volts"
    said = f"Where it goes dark at {name}, {what}, most often about {_clock(hour)}"
    if loads:
        said += f", with {_and(loads)} on"
    said += "."
    if dull_frac is not None and dull_frac >= 0.6:
        said += f" {_of_ten(dull_frac)} of the days before were duller than the middle one of their month."
    elif dull_frac is not None:
        said += " The days before were much like any other: it is the use that empties it, more than the sky."
    return said


def _clock(hour: int) -> str:
    if hour in (0, 12):
        return "midnight" if hour == 0 else "noon"
    return f"{hour % 12} in the {'morning' if hour < 12 else 'afternoon' if hour < 18 else 'evening'}"


def _and(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"


def _of_ten(share: float) -> str:
    tenths = round(share * 10)
    return "Nearly all" if tenths >= 10 else f"{_SMALL[tenths][0].upper()}{_SMALL[tenths][1:]} in ten"


# What the share of dark nights hangs on; ``{off}`` is how far it was moved.
HANGS_ON: dict[str, str] = {
    "loads": "All loads {off} more or less",
    "sun": "The sun as low and as high as it may be there",
    "driving": "{off} more or less driving",
    "air": "{off} colder or warmer",
    "bank": "A bank that holds {off} less",
    "idle": "The inverter draws {off} more or less by itself",
    "hookup": "No hookup works",
    "generator": "The generator does not start",
}


def say_hanging(code: str, amount: float | None) -> str:
    """What was moved, and how far."""
    off = "" if amount is None else f"{amount:g}\u00a0K" if code == "air" else f"{round(amount * 100)}\u00a0%"
    return HANGS_ON[code].format(off=off)


# Parts of a question as they were read; ``{at}`` is “ at NAME” or nothing.
PARTS: dict[str, str] = {
    "rain": "{days} without sun at {stay}",
    "nights": "{nights} at {stay}",
    "no_driving": "no driving{at}",
    "no_hookup": "no hookup{at}",
    "shade": "half of the sun taken by shade{at}",
    "hours": "{load} for {hours} h a day",
    "new_load": "{load}, which the rig does not have, as is usual, for {hours} h a day",
    "month": "in {month}{at}",
    "north": "{degrees}° further north{at}",
    "south": "{degrees}° further south{at}",
}


COUNTED = ("nights", "days")


def say_part(code: str, words: dict[str, str]) -> str:
    """A part of a question, as it was read."""
    stay = words.get("stay", "")
    counted = {
        name: f"{words[name]} {name.removesuffix('s') if words[name] == '1' else name}" for name in COUNTED if name in words
    }
    return PARTS[code].format(**{**words, **counted}, at=f" at {stay}" if stay else "")


# Whether banks and arrays are of sizes that parts of the book build.
SIZES = {
    (True, True): "Banks and arrays are such as the parts book builds, of the rig's kind.",
    (True, False): "Banks are such as the parts book builds; arrays are what the rig has, in steps: the book has no panel.",
    (
        False,
        True,
    ): "Arrays are such as the parts book builds; banks are what the rig has, in steps: the book has no battery of its kind.",
    (False, False): "Banks and arrays are what the rig has, in steps: the book has neither a battery of its kind nor a panel.",
}


def say_risk(by: tuple[str, ...], *, turns_back: bool, of_parts: tuple[bool, bool]) -> list[str]:
    """What has to be known of a line of equal risk."""
    found = [SIZES[of_parts], "One size to either side of the line was run as well."]
    if "generator" in by:
        found.append("With a generator on board a little more sun may keep it from starting before the quiet hours.")
    if "heater" in by:
        found.append("Heaters grow with the bank: a larger one asks for more sun in the cold.")
    if turns_back:
        found.append("Somewhere a larger array came out darker than a smaller one, by more than the error.")
    return found
