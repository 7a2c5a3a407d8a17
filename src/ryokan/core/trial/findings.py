"""What a trial finds: rules that judge a report together with the trial of its rig."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import replace

from ryokan.core.evaluate import Report, StepState, worst_first
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Finding, Rule, Thing, Trouble
from ryokan.core.findings.overruling import stands
from ryokan.core.itinerary import MONTH_NAMES, name_of_stay, say_day
from ryokan.core.rig import Rig, Stay
from ryokan.core.subjects import subject_of
from ryokan.core.trial.prepare import sheet_of


def _each_stay(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    """Stays that a trial answers for. While what charges there is not chosen or not known, nothing is judged of them."""
    if sheet["trial.has_source"].number == 0:
        return []
    names = Counter(name_of_stay(stay) for stay in rig.stays.values())
    return [
        Thing(subject_of(("stay", id)), _apart(stay, names), id)
        for id, stay in rig.stays.items()
        if f"trial.stay.{id}.dark_frac" in sheet and sheet[f"trial.stay.{id}.is_open"].number == 0
    ]


def _apart(stay: Stay, names: Counter[str]) -> str:
    """What a stay is called; with when it is where several are at one place."""
    name = name_of_stay(stay)
    if names[name] < 2 or not stay.place:
        return name
    return f"{name} in {MONTH_NAMES[stay.month - 1]}" if stay.arrives is None else f"{name} from {say_day(stay.arrives)}"


def critical_goes_dark(rig: Rig, sheet: Sheet, stay: str) -> Trouble | None:
    """Something that must run is without power in more nights of a stay than may be."""
    share = sheet[f"trial.stay.{stay}.must_dark_frac"]
    if share.number < sheet.assumption("critical_dark_frac").number:
        return None
    return Trouble(figures={"share": share, "years": sheet["trial.years"]})


def _told_as_danger(rig: Rig, sheet: Sheet, stay: str) -> bool:
    """Whether the stay is told of by the graver rule: one finding for one thing."""
    return critical_goes_dark(rig, sheet, stay) is not None


def goes_dark(rig: Rig, sheet: Sheet, stay: str) -> Trouble | None:
    """Loads that should run are without power in many nights of a stay."""
    share = sheet[f"trial.stay.{stay}.dark_frac"]
    if _told_as_danger(rig, sheet, stay) or share.number < sheet.assumption("dark_often_frac").number:
        return None
    return Trouble(figures={"share": share, "years": sheet["trial.years"]})


def goes_dark_now_and_then(rig: Rig, sheet: Sheet, stay: str) -> Trouble | None:
    """The same in few nights: worth knowing, and a matter of what the customer wants to pay for."""
    share = sheet[f"trial.stay.{stay}.dark_frac"]
    if _told_as_danger(rig, sheet, stay):
        return None
    if not sheet.assumption("dark_seldom_frac").number <= share.number < sheet.assumption("dark_often_frac").number:
        return None
    return Trouble(figures={"share": share, "years": sheet["trial.years"]})


def generator_never_runs(rig: Rig, sheet: Sheet) -> Trouble | None:
    """There is a generator, nights go dark, and it never started: its start lies below where the bank cuts, or its hours do."""
    hours, share = sheet.get("trial.generator_h"), sheet["trial.dark_frac"]
    if hours is None or hours.number > 0 or share.number < sheet.assumption("dark_seldom_frac").number:
        return None
    return Trouble(figures={"share": share, "years": sheet["trial.years"]})


# By code, as :data:`ryokan.core.findings.model.RULES`; none of them can be judged without a trial.
TRIAL_RULES: Mapping[str, Rule] = {
    one.code: one
    for one in (
        Rule("trial.critical_goes_dark", "danger", "trial_run", critical_goes_dark, ("share",), _each_stay),
        Rule("trial.goes_dark", "fault", "trial_run", goes_dark, ("share",), _each_stay),
        Rule("trial.goes_dark_now_and_then", "advice", "trial_run", goes_dark_now_and_then, ("share",), _each_stay),
        Rule("trial.generator_never_runs", "fault", "trial_run", generator_never_runs, ("share",)),
    )
}


def with_trial(report: Report, figures: Mapping[str, Figure]) -> Report:
    """The report with what a trial came to: its figures, and what is found by them.

    Parameters
    ----------
    report : Report
    figures : mapping of key to figure
        Of a trial of that rig, or of the one that it was before an edit.
    """
    rig = report.traces.rig
    sheet = sheet_of(report)
    sheet.figures.update(figures)
    found = [finding for rule in TRIAL_RULES.values() for finding in rule.judge(rig, sheet)]
    both = {**report.figures, **sheet.figures}
    return replace(
        report,
        figures=both,
        findings=tuple(worst_first([*report.findings, *_standing(rig, found, let_stand=False)], report.traces.plan)),
        overruled=tuple(worst_first([*report.overruled, *_standing(rig, found, let_stand=True)], report.traces.plan)),
        steps={**report.steps, "trial": _state(_standing(rig, found, let_stand=False))},
    )


def _standing(rig: Rig, found: Iterable[Finding], *, let_stand: bool) -> list[Finding]:
    return [one for one in found if stands(one, rig.overruled) is not let_stand]


def _state(found: Iterable[Finding]) -> StepState:
    return "needs_attention" if any(one.severity != "advice" for one in found) else "fits"
