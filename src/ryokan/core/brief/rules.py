"""Rules of the brief: what was said has to agree with itself."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import each_stay
from ryokan.core.itinerary import (
    MONTH_NAMES,
    Clash,
    first_night,
    gaps,
    leaves,
    months_of,
    name_of_stay,
    overfull_months,
    overlaps,
    say_day,
)
from ryokan.core.loads.quiet import quiet_span
from ryokan.core.loads.seasons import months_travelled
from ryokan.core.rig import Rig, Stay
from ryokan.core.subjects import subject_of


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


@rule("brief.mains_unlike_hookups", "fault", "practice", each=each_stay)
def mains_unlike_hookups(rig: Rig, sheet: Sheet, one: tuple[str, Stay]) -> Trouble | None:
    """A stay's hookup has other volts than the mains side of the rig."""
    american, (_, stay) = rig.region.mains_v < 200, one
    if stay.hookup == "none" or (stay.hookup.startswith("na_") or stay.hookup == "house_na") == american:
        return None
    return Trouble(
        figures={"mains_v": sheet["region.mains_v"]},
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


SAME_FRAC = 0.12  # how near a usual slip has to come to be told as the reason (common practice)


def _near(one: float, other: float) -> bool:
    return other > 0 and abs(one / other - 1) <= SAME_FRAC


def _far_off(sheet: Sheet, believed: float, found: float) -> bool:
    return found > 0 and abs(believed / found - 1) > sheet.assumption("believed_off_frac").number


@rule("brief.believed_days_off", "advice", "practice", worse=("believed",))
def believed_days_off(rig: Rig, sheet: Sheet) -> Trouble | None:
    """How long they think it lasts is far from what the audit makes of it."""
    believed, found = sheet.get("brief.believed_days"), sheet.get("storage.days_by_audit")
    to_empty = sheet.get("storage.days_to_empty")
    if believed is None or found is None or to_empty is None or "storage.have_wh" not in sheet:
        return None
    if not _far_off(sheet, believed.number, found.number):
        return None
    series = sheet.get("storage.arrangement.series")
    variant = ""
    if _near(believed.number, to_empty.number):
        variant = "depth"
    elif series is not None and series.number > 1 and _near(believed.number, found.number * series.number):
        variant = "series"
    return Trouble(figures={"believed": believed, "found": found, "to_empty": to_empty}, variant=variant)


@rule("brief.believed_day_off", "advice", "practice", worse=("believed",))
def believed_day_off(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What they think a day takes is far from what the audit makes of it."""
    believed, found = sheet.get("brief.believed_ah_per_day"), sheet.get("loads.method.audit_ah")
    if believed is None or found is None or not rig.has_loads or not _far_off(sheet, believed.number, found.number):
        return None
    return Trouble(figures={"believed": believed, "found": found})


@rule("brief.believed_bank_off", "advice", "practice", worse=("believed",))
def believed_bank_off(rig: Rig, sheet: Sheet) -> Trouble | None:
    """How large they think the bank is is far from what its units make."""
    believed, found = sheet.get("brief.believed_bank_ah"), sheet.get("storage.have_ah")
    if believed is None or found is None or not _far_off(sheet, believed.number, found.number):
        return None
    series = sheet.get("storage.arrangement.series")
    depth = sheet.assumption(f"{rig.storage.chemistry}.dod_frac").number
    figures, variant = {"believed": believed, "found": found}, ""
    if series is not None and series.number > 1 and _near(believed.number, found.number * series.number):
        variant = "series"
    elif _near(believed.number, found.number * depth):
        variant = "depth"
    return Trouble(figures=figures, variant=variant)


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


def _pairs(clashes: list[Clash], rig: Rig) -> list[Thing[Clash]]:
    """Pairs of stays as one thing each."""
    return [
        Thing(
            subject_of(("stay", one.one), ("stay", one.other)),
            f"{name_of_stay(rig.stays[one.one])} and {name_of_stay(rig.stays[one.other])}",
            one,
        )
        for one in clashes
    ]


def _overlaps(rig: Rig, sheet: Sheet) -> list[Thing[Clash]]:
    return _pairs(overlaps(rig.stays), rig)


@rule("brief.stays_overlap", "fault", "calendar", each=_overlaps)
def stays_overlap(rig: Rig, sheet: Sheet, clash: Clash) -> Trouble | None:
    """Two stays have nights in common, which then count twice."""
    until_then = (first_night(rig.stays[clash.other]) - first_night(rig.stays[clash.one])).days
    shorter = Fix("brief.leave_when_the_next_begins", replace(f"/stays/{clash.one}/nights", until_then))
    return Trouble(measures={"nights": _nights(clash.nights)}, fix=shorter if until_then >= 1 else None)


def _gaps(rig: Rig, sheet: Sheet) -> list[Thing[Clash]]:
    return _pairs(gaps(rig.stays), rig)


@rule("brief.gap_between_stays", "advice", "calendar", each=_gaps)
def gap_between_stays(rig: Rig, sheet: Sheet, gap: Clash) -> Trouble | None:
    """Nights between two dated stays belong to none: their sun and their loads are not counted."""
    until = max(leaves(stay) for stay in rig.stays.values() if leaves(stay) <= first_night(rig.stays[gap.other]))
    return Trouble(measures={"nights": _nights(gap.nights), "from": say_day(until)})


@rule("brief.month_overfull", "fault", "calendar")
def month_overfull(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A month has more nights among the stays than days; some have no date, so nobody can say which overlap."""
    found = overfull_months(rig.stays)
    if not found:
        return None
    return Trouble(words={"months": ", ".join(f"{MONTH_NAMES[month - 1]} has {nights}" for month, nights in found.items())})


@rule("brief.months_without_stay", "advice", "product")
def months_without_stay(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The sun comes from the stays, and months of the promise have none: the dullest may be among them."""
    if rig.solar.sun_from == "typed" or not rig.stays:
        return None
    met = {month for stay in rig.stays.values() for month in months_of(stay)}
    without = [MONTH_NAMES[month - 1] for month in months_travelled(rig.brief) if month not in met]
    return Trouble(words={"months": ", ".join(without)}) if without else None


@rule("brief.hemisphere_unlike_places", "fault", "practice", each=each_stay)
def hemisphere_unlike_places(rig: Rig, sheet: Sheet, one: tuple[str, Stay]) -> Trouble | None:
    """A stay lies in the other half of the world than the journey is said to be in: its seasons are turned round."""
    sign = 1 if rig.brief.hemisphere == "north" else -1

    edge_deg = sheet.assumption("seasons_turn_deg").number

    def unlike(stay: Stay) -> bool:
        return stay.lat_deg is not None and sign * stay.lat_deg < -edge_deg

    if not unlike(one[1]):
        return None
    other = "south" if rig.brief.hemisphere == "north" else "north"
    turn = Fix("brief.other_hemisphere", replace("/brief/hemisphere", other))
    return Trouble(fix=turn if all(unlike(stay) for stay in rig.stays.values()) else None)


def _nights(count: int) -> str:
    return f"{count} night{'' if count == 1 else 's'}"
