"""Rules of the brief: what was said has to agree with itself."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
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


@rule("brief.over_budget", "fault", "given")
def over_budget(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What is chosen so far costs more than all of it may; parts in other currencies are not compared."""
    budget = rig.brief.budget
    if budget is None:
        return None
    price = sheet.get(f"parts.price.{budget.currency.lower()}")
    if price is None or price.number <= float(budget.amount):
        return None
    return Trouble(figures={"price": price, "budget": sheet["brief.budget"]})
