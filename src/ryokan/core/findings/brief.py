"""Rules of the brief: what was said has to agree with itself."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.loads.quiet import quiet_span
from ryokan.core.rig import Rig


@rule("brief.critical_load_missing", "advice", "practice")
def critical_load_missing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Something that must not go dark is on no line of the audit."""
    if not rig.loads:
        return None  # half-filled is not wrong
    names = [load.name.lower() for load in rig.active_loads().values()]
    missing = [critical for critical in rig.brief.must_not_go_dark if not any(_same(critical, name) for name in names)]
    return Trouble(words={"names": ", ".join(missing)}) if missing else None


def _same(critical: str, name: str) -> bool:
    said = critical.lower().removeprefix("the ").removeprefix("a ").removeprefix("an ").strip()
    return said in name or name in said


@rule("brief.mains_unlike_hookups", "fault", "practice")
def mains_unlike_hookups(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A stay's hookup has other volts than the mains side of the rig."""
    american = rig.region.mains_v < 200
    unlike = [
        stay.place or "a stay"
        for stay in sorted(rig.stays.values(), key=lambda stay: stay.position)
        if stay.hookup != "none" and stay.hookup.startswith("na_") != american
    ]
    if not unlike:
        return None
    return Trouble(
        figures={"mains_v": sheet["region.mains_v"]},
        words={"places": ", ".join(unlike)},
        fix=Fix("brief.other_mains", replace("/region/mains_v", 230 if american else 120)),
    )


@rule("brief.over_budget", "fault", "given", worse=("price", "budget"))
def over_budget(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What is chosen so far costs more than all of it may; parts in other currencies are not compared."""
    budget = rig.brief.budget
    if budget is None:
        return None
    price = sheet.get(f"parts.price.{budget.currency.lower()}")
    if price is None or price.number <= float(budget.amount):
        return None
    return Trouble(figures={"price": price, "budget": sheet["brief.budget"]})


@rule("brief.seen_from_outside", "advice", "practice", worse=("have",))
def seen_from_outside(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Nothing is to be seen from outside, and an array is chosen."""
    have = sheet.get("solar.have_w")
    return Trouble(figures={"have": have}) if rig.brief.nothing_to_be_seen and have is not None else None


AIR_GROUPS = ("ventilation", "air conditioning")


@rule("brief.animal_without_air", "advice", "practice")
def animal_without_air(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Animals travel along, and nothing on the sheet moves air while nobody is there."""
    if not rig.brief.company or not rig.loads:
        return None
    aired = any(load.group in AIR_GROUPS for load in rig.active_loads().values())
    return None if aired else Trouble(words={"company": rig.brief.company})


@rule("brief.quiet_hours_in_words", "advice", "product")
def quiet_hours_in_words(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Quiet hours are said in words that cannot be reckoned with."""
    said = rig.brief.quiet_hours
    return Trouble(words={"said": said}) if said and quiet_span(said) is None else None
