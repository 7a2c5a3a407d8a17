"""A trial as plain text, and as JSON: the chance first, what it is by, what was left."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.core.climate.stay import MONTHS as SHORT_MONTHS
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.itinerary import name_of_stay
from ryokan.core.rig import Rig
from ryokan.wording.cautions import CAUTION
from ryokan.wording.findings import SEVERITY_WORDS, sentence
from ryokan.wording.promise import MONTHS, promise
from ryokan.wording.quantities import HARD_SPACE, UnitSystem, number, quantity
from ryokan.wording.trial import frequency


def headline(figures: Mapping[str, Figure]) -> str:
    """“about one night in forty goes dark”, “none of 13 000 nights goes dark”."""
    return goes_dark(figures["trial.dark_frac"].number, round(figures["trial.nights"].number * figures["trial.years"].number))


def goes_dark(share: float, seen: int) -> str:
    """The same of a share of so many nights."""
    return f"{frequency(share, 'night', seen)} {'go' if 0.35 <= share < 0.995 else 'goes'} dark"


def between(figures: Mapping[str, Figure], key: str) -> str:
    """Between what a chance lies by the scatter of the years, as shares of a hundred."""
    return say_between(figures[f"{key}.low"].number, figures[f"{key}.high"].number)


def say_between(low: float, high: float) -> str:
    """Two shares as hundredths."""
    return f"{_percent(low)} to {_percent(high)}{HARD_SPACE}%"


def _percent(share: float) -> str:
    return number(round(share * 100, 2 if share < 0.01 else 1))


def trial_text(name: str, rig: Rig, report: Report, units: UnitSystem) -> str:
    """The promise with its chance, stay by stay, the year's energy, and what a trial finds."""
    figures = report.figures

    def said(key: str) -> str:
        return quantity(figures[key].value, figures[key].unit, units) if key in figures else "–"

    years = said("trial.years")
    lines = [name, f"  {promise(rig)[0].upper()}{promise(rig)[1:]}, in {rig.vehicle.description}.", ""]
    first = headline(figures)
    lines.append(f"  {first[0].upper()}{first[1:]}, by {years} of weather ({between(figures, 'trial.dark_frac')}).")
    dull, bright = (frequency(figures[f"trial.{end}_sun.dark_frac"].number, "night") for end in ("dull", "bright"))
    lines.append(f"  Were the sun as low as it may be: {dull}; as high: {bright}.")
    if "trial.days_out_90" in figures:
        lines.append(f"  {days_out(figures)}")
    if said_of_file := as_it_came(figures, rig):
        lines.append(f"  {said_of_file}")
    lines += ["", f"  {'stay':<28}{'nights':>8}{'dark':>30}{'lowest':>10}{'at dawn':>10}"]
    lines += [_stay_line(rig, id, figures) for id in rig.stays if f"trial.stay.{id}.dark_frac" in figures]
    lines += ["", *(f"  {label:<34}{said(key):>14}" for key, label in ENERGY if _is_there(figures, key)), ""]
    for finding in report.findings:
        if finding.step == "trial":
            words = sentence(finding, figures, units)
            lines += [f"  {SEVERITY_WORDS[finding.severity]}: {words.what}", f"    {words.why} [{finding.code}]"]
    return "\n".join([*lines, f"  {CAUTION}"]).replace(HARD_SPACE, " ")


ENERGY = (
    ("trial.served_wh", "The loads get"),
    ("trial.unserved_wh.must", "missing of what must run"),
    ("trial.unserved_wh.should", "missing of what should run"),
    ("trial.unserved_wh.shed", "missing of what may be shed"),
    ("trial.sun_used_wh", "Sun used"),
    ("trial.sun_held_back_wh", "Sun that nobody could take"),
    ("trial.driven_wh", "Brought by driving"),
    ("trial.hookup_wh", "Brought by hookups"),
    ("trial.hookup_h", "Hours on hookups"),
    ("trial.generator_wh", "Brought by the generator"),
    ("trial.generator_h", "Hours of the generator"),
    ("trial.cycles_per_year", "Full cycles in a year"),
    ("trial.life_years", "Life of the bank"),
)


def _is_there(figures: Mapping[str, Figure], key: str) -> bool:
    return key in figures and figures[key].value != 0.0


def days_out(figures: Mapping[str, Figure]) -> str:
    """How long nine years in ten let one stay."""
    nights, most = figures["trial.days_out_90"].number, figures["trial.days_out_looked_at"].number
    if nights >= most:
        return f"Nine years in ten they could stay {most:.0f} nights and more at the stay that asks most."
    if nights < 1:
        return "At the stay that asks most, fewer than nine years in ten see even the first night through."
    return f"Nine years in ten they could stay {nights:.0f} night{'' if nights == 1 else 's'} at the stay that asks most."


def as_it_came(figures: Mapping[str, Figure], rig: Rig) -> str:
    """How many nights go dark in the one year of a weather file, its days in their order; empty without one."""
    share, own = figures.get("trial.file_year.dark_frac"), rig.solar.own_sun
    if share is None or own is None:
        return ""
    nights = round(figures["trial.nights"].number)
    dark = round(share.number * nights)
    said = "none goes" if dark == 0 else "one goes" if dark == 1 else f"{dark} go"
    return f"In the year of {own.name} as it came, {said} dark of {nights} night{'' if nights == 1 else 's'}."


def arithmetic(figures: Mapping[str, Figure]) -> str:
    """What the arithmetic of days says beside a trial, and why they differ; empty where it says nothing."""
    days, out = figures.get("storage.days_to_empty"), figures.get("trial.days_out_90")
    if days is None:
        return ""
    said = f"By arithmetic the bank lasts {quantity(days.number, 'days')} to its end with no charge at all."
    if out is None:
        return said
    if out.number > days.number:
        return f"{said} The trial has the sun and the driving of each day as well, and the days on which they fail."
    return (
        f"{said} The trial comes out shorter: it also has the hours in which more runs than on a mean day, "
        "what cold locks away, and an inverter that stops before the bank is empty."
    )


OPEN = {
    "hookup": "What charges on a hookup is not chosen or not known: the bank is taken to be kept full there.",
    "driving": "What driving brings is not chosen or not known: it brings nothing.",
    "array": "What one of the arrays gives is not known: it is left out.",
    "generator": "What the generator gives is not known: it is left out.",
    "backup": "The size of a backup is not known: it is taken to hold its load for as long as it is there for.",
}
NO_SOURCE = "Nothing that charges is chosen yet: this is what the bank does alone."


def open_ends(still_open: Sequence[str], *, has_source: bool) -> list[str]:
    """What is not chosen or not known of that which charges, and what the trial then does."""
    found = [] if has_source else [NO_SOURCE]
    return found + [OPEN[one] for one in still_open if has_source or one in ("hookup", "backup")]


def notes(
    rig: Rig,
    gaps: int,
    still_open: Sequence[str],
    *,
    year_round: bool,
    has_source: bool,
    backup_h: float | None,
    as_due: Sequence[str],
) -> list[str]:
    """What the trial takes for granted, as far as it is not said elsewhere."""
    found = open_ends(still_open, has_source=has_source)
    if rig.solar.sun_from == "typed" and rig.solar.has_array:
        found.append("The sun is that of the places and months; the peak sun hours typed for planning are not used.")
    start = rig.trial.start_frac
    if year_round:
        found.append("The journey takes the whole year: it is run in over its last month, from the sunny half on.")
    else:
        charge = "full" if start >= 1 else f"at {_percent(start)}{HARD_SPACE}% of its charge"
        found.append(f"On departure the bank is {charge}.")
    if gaps:
        times = "once" if gaps == 1 else "twice" if gaps == 2 else f"{gaps} times"
        found.append(f"Between stays there are nights that belong to none, {times}; after them the bank is as on departure.")
    if backup_h is not None:
        held = quantity(backup_h, "h")
        found.append(f"What must run and has a backup goes on for {held} once the bank is down; charging that is not counted.")
    if as_due:
        named = " and ".join(dict.fromkeys(as_due))
        found.append(
            f"What comes out of the bank of {named} is taken to be there when it is due: that bank cannot be run along."
        )
    if rig.trial.shed_below_frac is None and rig.trial.spare_below_frac is None:
        found.append("Nobody switches anything off by hand: all runs until the bank is empty.")
    return found


def _stay_line(rig: Rig, id: str, figures: Mapping[str, Figure]) -> str:
    base, stay = f"trial.stay.{id}", rig.stays[id]
    dawn = figures[f"{base}.dawn_frac"].value
    middle = dawn[1] if isinstance(dawn, tuple) else 0.0
    seen = round(figures[f"{base}.nights"].number * figures["trial.years"].number)
    dark = frequency(figures[f"{base}.dark_frac"].number, "night", seen)
    return (
        f"  {name_of_stay(stay)[:27]:<28}{figures[f'{base}.nights'].number:>8.0f}{dark:>30}"
        f"{figures[f'{base}.lowest_frac'].number:>9.0%} {middle:>9.0%}"
    )


def trial_json(report: Report, units: UnitSystem) -> dict[str, Any]:
    """Figures of the trial by their keys, by month as one says it, and what is found by them."""
    figures = {key: one for key, one in report.figures.items() if key.startswith("trial.")}
    return {
        "says": headline(report.figures),
        "figures": {
            key: {
                "value": list(one.value) if isinstance(one.value, tuple) else one.value,
                "unit": one.unit,
                "kind": one.kind,
                "note": one.note,
            }
            for key, one in figures.items()
        },
        "months": {
            MONTHS[at]: frequency(figures[f"trial.month.{month}.dark_frac"].number, "night")
            for at, month in enumerate(SHORT_MONTHS)
            if f"trial.month.{month}.dark_frac" in figures
        },
        "findings": [
            {
                "code": finding.code,
                "subject": finding.subject,
                "severity": finding.severity,
                "what": (words := sentence(finding, report.figures, units)).what,
                "why": words.why,
            }
            for finding in report.findings
            if finding.step == "trial"
        ],
        "caution": CAUTION,
    }
