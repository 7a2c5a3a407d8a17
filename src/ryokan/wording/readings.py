"""What readings say, as sentences: whether each agrees, what would explain it, and what follows for the day."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ryokan.core.figure import Figure
from ryokan.core.readings.told import Follows, Told
from ryokan.wording.quantities import HARD_SPACE, UnitSystem, quantity

# Code -> the sentence. ``{name}`` stands for a figure or a word of it.
TOLD: dict[str, str] = {
    "volts_at_rest": "{read} at rest are {low} to {high} of the charge.",
    "not_rested_yet": "{read} are more than a full bank shows at rest: it has not rested yet.",
    "below_empty": "{read} at rest are less than an empty bank shows.",
    "read_of_something_else": "{value} were read of something that this rig does not reckon with.",
    "volts_while_charging": "{read} while it charges say nothing of the charge. Read them again hours after.",
    "volts_under_load": "{read} under load say nothing of the charge. Read them again at rest.",
    "volts_of_no_known_state": "{read} are a charge only at rest. Say whether it rested, charged or fed something.",
    "charging_at_the_limit": "{read} and {amps} into the bank: it is charging at the limit of its chargers, near {charge_v}.",
    "held_at_charge_volts": "{read}: it is held at its charging volts of {charge_v}, and takes less and less.",
    "volts_of_another_class": "{read} are not the volts of a bank of {class_v}.",
    "bank_not_known": "{read} can be held against nothing while kind, volts and size of the bank are not known.",
    "gauge_alone": "{read} on the gauge can be held against volts at rest only. Read both.",
    "gauge_agrees": "{read} on the gauge agree with {volts} at rest, {low} to {high}.",
    "gauge_off": "{read} on the gauge do not agree with {volts} at rest: those are {low} to {high}.",
    "array_as_it_should_be": "{read} of {rated}: as it should be at that hour, {low} to {high}.",
    "array_gives_less": "{read} of {rated}: less than {low} to {high}, which that hour should bring.",
    "array_held_back": "{read} of {rated}: less than {low} to {high}, since the bank is nearly full and takes no more.",
    "array_perhaps_held_back": "{read} of {rated}, where that hour should bring {low} to {high}. "
    "Whether the bank took more is not known.",
    "array_gives_more": "{read} of {rated}: more than {low} to {high}, which that hour should bring.",
    "array_at_night": "{read} from the array at an hour without sun.",
    "array_not_known": "{read} can be held against nothing while the watts of the array are not known.",
    "array_hour_not_said": "{read} can be held against the sun once its day and hour are said.",
    "array_place_not_said": "{read} can be held against the sun once a stay of the journey has a place.",
    "harvest_as_it_should_be": "{read} in the day: as it should be in that month, {low} to {high}.",
    "harvest_less": "{read} in the day: less than {low} to {high}, which that month should bring.",
    "harvest_held_back": "{read} in the day, of {low} to {high}: what is missing the full bank held back.",
    "harvest_perhaps_held_back": "{read} in the day, where that month should bring {low} to {high}. "
    "Whether the bank was full is not known.",
    "harvest_more": "{read} in the day: more than {low} to {high}, which that month should bring.",
    "string_as_it_should_be": "{read} with nothing connected: as it should be, {low} to {high}.",
    "string_off": "{read} with nothing connected: its panels should show {low} to {high}.",
    "string_not_known": "{read} can be held against the panels once their Voc and how many are in series are said.",
    "drawn_besides": "{array} from the array and {read} into the bank: {drawn} go to loads.",
    "drawn_as_named": "{drawn} go to loads, as those that run should draw, {named}.",
    "drawn_more_than_named": "{drawn} go to loads, more than the {named} of those that run.",
    "drawn_less_than_named": "{drawn} go to loads, less than the {named} of those that run.",
    "more_in_than_the_array_gives": "{read} into the bank are more than {array} of the array can give.",
    "load_as_it_should_be": "{read} with {loads} on: as it should be, {low} to {high}.",
    "load_draws_more": "{read} with {loads} on: more than {low} to {high}.",
    "load_draws_less": "{read} with {loads} on: less than {low} to {high}.",
    "loads_not_named": "{read} can be held against what runs once that is named.",
    "charger_gives_its_rating": "{read}: it gives its rating of {rated}.",
    "charger_held_back": "{read} of {rated}: the bank is nearly full and takes no more.",
    "charger_perhaps_held_back": "{read} of {rated}. Whether the bank would take more is not known.",
    "charger_gives_less": "{read} of {rated}: less than it should give into a bank that is not full, {low}.",
    "charger_gives_more": "{read}: more than its rating of {rated}.",
    "charger_not_known": "{read} can be held against nothing while the rating of the charger is not known.",
    "mains_as_they_should_be": "{read} of mains: as it should be, {low} to {high}.",
    "mains_low": "{read} of mains: below the {low} that they should have at least.",
    "mains_high": "{read} of mains: above the {high} that they should have at most.",
    "mains_alone": "{read} from the mains can be held against the amps of the charger. Read both.",
    "charger_passes_on": "{read} from the mains: as it should be for those amps, {low} to {high}.",
    "charger_passes_on_otherwise": "{read} from the mains: those amps should take {low} to {high}.",
    "holds_its_rating": "{read} of {rated}: it holds {share} of its rating.",
    "holds_less": "{read} of {rated}: it holds only {share} of its rating.",
    "more_missing_than_it_holds": "{read} are missing to full, and the bank holds {bank}.",
}
WHY: dict[str, str] = {
    "scale_of_lead": "The gauge is set for lead: on lithium its scale reads full while the bank is low.",
    "scale_of_lithium": "The gauge is set for lithium.",
    "gauge_not_reset": "The counter was not set to full when the bank was, and has drifted up.",
    "gauge_never_full": "The bank has not been full for long, and the counter has drifted.",
    "gauge_capacity_large": "A larger capacity is set than the bank has.",
    "gauge_capacity_small": "A smaller capacity is set than the bank has.",
    "not_rested": "It had not rested long enough.",
    "full_bank": "The bank is nearly full, and the controller holds back.",
    "perhaps_full_bank": "The bank may be nearly full: read its gauge beside it.",
    "controller_at_its_limit": "The controller is at its limit of {amps} A.",
    "part_of_it_dark": "{dark} of {count} panels give nothing: shade, a connector, a fuse of a string, or a broken panel.",
    "shade": "A part of it is in the shade.",
    "sky_duller": "The sky was duller than it looked.",
    "sky_clearer": "The sky was clearer than it looked, or a bright cloud stood beside the sun.",
    "dirt": "Dirt lies on the panels.",
    "more_panels": "There are more panels than were entered.",
    "meter_reads_high": "The meter reads high.",
    "meter_reads_low": "The meter of the amps reads low.",
    "panel_missing_in_string": "One panel of the string is missing or bypassed.",
    "diode_shorted": "A diode in a panel is shorted.",
    "longer_string": "More panels are in series than were entered.",
    "shunt_scale": "The shunt is set to {times} times its scale.",
    "shunt_scale_unknown": "The shunt is set to a wrong scale: it reads {times} times what can be.",
    "shunt_scale_wrong": "The shunt is set to a wrong scale.",
    "another_source": "Something else gives as well.",
    "controller_reads_low": "The controller's own display reads low.",
    "another_load": "Something else runs as well.",
    "setting_above_plate": "It runs on a higher setting than the audit says.",
    "lower_setting": "It runs on a lower setting than the audit says.",
    "thermostat": "Its thermostat has it switched off.",
    "path_around_the_shunt": "A negative goes around the shunt, which then does not see it.",
    "long_cord": "The cord is long or thin: it loses volts, and the charger turns itself down.",
    "weak_supply": "The supply of the site is weak.",
    "supply_high": "The supply of the site is high: ask there before anything is plugged in.",
    "turned_down": "It is set to less, or its input limit is.",
    "hot": "It is hot, and turns itself down.",
    "reached_by_part_of_the_bank": "A part of the bank is not connected, or its electronics have opened.",
    "engine_idling": "The engine idles, and the alternator gives little.",
    "thin_cable": "The cable to it is thin or long.",
    "another_load_on_the_mains": "Something else runs on the same mains.",
    "charger_wastes": "The charger wastes more than is usual.",
    "worn_out": "The bank is worn out.",
    "deeply_empty": "It was emptied too deeply. It may be spoilt: do not charge lithium in such a state, ask its maker first.",
    "not_full_at_first": "It was not full when the count began.",
    "one_unit_fails": "One unit of it fails before the others.",
}
FOLLOWS: dict[str, str] = {
    "full_by": "Full by {at}, if it goes on like this: {missing} are missing.",
    "floating": "It floats: {amps} into {bank} keep a full bank full.",
    "full_not_today": "Not full today: at {amps} the {missing} that are missing take {hours}.",
    "bulk_by": "Nearly full by {at}; the sun goes down before the last of it is in.",
    "not_full_today": "Not full today: {still} are still missing when the sun goes down.",
    "lasts": "At {amps} it lasts {hours} to the depth that is allowed.",
    "run_now": "The sun carries {load} now.",
    "run_after": "Run {load} after {at}: the sun carries it then.",
}
VERDICTS = {"agrees": "agrees", "off": "does not agree", "says_nothing": "says nothing", "open": "cannot be held yet"}


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence, and those that would explain it, the likeliest first."""

    what: str
    why: tuple[str, ...] = ()


def said(one: Told | Follows, figures: Mapping[str, Figure], units: UnitSystem) -> Said:
    """What a reading or a moment says."""
    pieces = {name: _figure(figures[key], name, units) for name, key in one.figures.items()} | dict(one.words)
    if isinstance(one, Follows):
        return Said(FOLLOWS[one.code].format(**pieces))
    return Said(TOLD[one.code].format(**pieces), tuple(WHY[why.code].format(**why.words) for why in one.why))


def _figure(figure: Figure, name: str, units: UnitSystem) -> str:
    if name == "at":
        return clock(figure.number)
    if figure.unit == "" and figure.key.endswith("_frac"):
        return f"{round(figure.number * 100)} %"
    if name in ("read", "volts", "array") and figure.unit != "%":
        return f"{figure.number:g}{HARD_SPACE}{figure.unit}"  # as the meter showed it
    if name == "hours":
        return quantity(round(figure.number, 1), figure.unit, units)
    if name == "amps":
        return quantity(abs(figure.number), figure.unit, units)
    return quantity(figure.number, figure.unit, units)


def clock(hour: float) -> str:
    """An hour of the day as a clock shows it, to the quarter."""
    quarters = round(hour * 4)
    days, rest = divmod(quarters, 96)
    text = f"{rest // 4}:{rest % 4 * 15:02d}"
    return text if days == 0 else f"{text} tomorrow" if days == 1 else f"{text} in {days} days"
