"""The trial run of an option: asked for beside the answers to edits. Nothing here stores anything."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal
from uuid import UUID

import numpy as np
from flask import Blueprint, Response

from ryokan.core.climate.above import Floats
from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import StepState
from ryokan.core.figure import Figure
from ryokan.core.itinerary import first_night, name_of_stay, say_night
from ryokan.core.rig import Rig
from ryokan.core.trial.long import Hanging
from ryokan.core.trial.run import SHORT_YEARS, Trial
from ryokan.core.trial.story import story_of
from ryokan.documents.trial import trial_csv
from ryokan.operations.errors import Unacceptable
from ryokan.operations.trials import (
    Answered,
    Helped,
    TrialOf,
    ask_trial,
    banks_against_arrays,
    follow_year,
    kept_questions,
    read_trial,
    what_helps,
)
from ryokan.web.answers import figure_value, finding_answer, titled_figure
from ryokan.web.context import now, reader, signed_in
from ryokan.web.load_lists import file_answer
from ryokan.web.spec import answers, files, spec
from ryokan.web.task_schemas import HangingAnswer, LongRan, LongTrialAnswer
from ryokan.web.tasks import task_answer
from ryokan.web.trial_schemas import (
    Band,
    EqualRiskAnswer,
    HelpAnswer,
    HelpsAnswer,
    RiskPair,
    RiskQuery,
    TrialAnswer,
    TrialHour,
    TrialHours,
    TrialNight,
    TrialQuestion,
    TrialQuestionAnswer,
    TrialQuestionsAnswer,
    TrialRan,
    TrialStay,
    YearQuery,
)
from ryokan.wording.reader import Reader
from ryokan.wording.trial import EFFORT_WORDS, frequency, say_hanging, say_help, say_part, say_risk, say_story
from ryokan.wording.trial_text import (
    ENERGY,
    arithmetic,
    as_it_came,
    between,
    days_out,
    goes_dark,
    headline,
    notes,
    open_ends,
    say_between,
)

blueprint = Blueprint("trials", __name__)
LOW, MIDDLE, HIGH = 0.05, 0.5, 0.95
LIT_FRAC = 0.01
LEAST_SEEN = 1e-4, 0.005  # a smaller difference of shares, or part of the share, does not show in what is written of it


@blueprint.get("/options/<uuid:option_id>/trial")
@spec.validate(resp=answers(TrialAnswer, 404))
def read(option_id: UUID) -> TrialAnswer:
    """The rig through its own journey in fifty years of drawn weather."""
    with signed_in() as (session, actor):
        found, its_reader, at = read_trial(session, actor, option_id), reader(session, actor), now()
    figures = found.report.figures
    return TrialAnswer(
        revision=found.worked.revision.number,
        cannot=found.cannot,
        missing_at=_missing_at(found.worked.rig),
        ran=None if found.trial is None else _ran(found, found.trial, its_reader),
        findings=[
            finding_answer(one, figures, its_reader, found.worked.rig.overruled)
            for one in (*found.report.findings, *found.report.overruled)
            if one.step == "trial"
        ],
        state=_state(found),
        long=LongTrialAnswer(
            task=None if found.long.task is None else task_answer(found.long.task, actor, at),
            ran=_long_ran(found),
        ),
    )


def _long_ran(found: TrialOf) -> LongRan | None:
    answer, revision = found.long.answer, found.long.revision
    if answer is None or revision is None:
        return None
    figures = answer.figures
    seen = round(figures["trial.nights"].number * answer.years)
    must = any(load.importance == "must" for load in found.worked.rig.active_loads().values())
    return LongRan(
        revision=revision,
        is_current=found.long.is_current,
        years=answer.years,
        says=headline(figures),
        between=between(figures, "trial.dark_frac"),
        dark_frac=figures["trial.dark_frac"].number,
        must=frequency(figures["trial.must_dark_frac"].number, "night", seen) if must else "",
        hangs_on=[_hanging(one, seen) for one in answer.hangs_on],
    )


def _hanging(one: Hanging, seen: int) -> HangingAnswer:
    sides = [side for side in (one.worse, one.better) if side is not None]
    widest = max(sides, key=lambda side: abs(side.by))
    shows = max(LEAST_SEEN[0], LEAST_SEEN[1] * (one.worse.dark_frac - one.worse.by))
    return HangingAnswer(
        code=one.code,
        says=say_hanging(one.code, one.amount),
        worse_frac=one.worse.dark_frac,
        better_frac=None if one.better is None else one.better.dark_frac,
        worse_says=frequency(one.worse.dark_frac, "night", seen),
        better_says="" if one.better is None else frequency(one.better.dark_frac, "night", seen),
        off=widest.off,
        is_clear=any(abs(side.by) > max(side.off, shows) for side in sides),
    )


def _missing_at(rig: Rig) -> Literal["brief", "loads", "storage"]:
    """Where to say what a trial lacks: stays, then loads, then a bank, otherwise the places of the stays."""
    if rig.stays and not rig.has_loads:
        return "loads"
    return "storage" if rig.stays and rig.storage.bank is None else "brief"


def _state(found: TrialOf) -> StepState:
    """Empty: nothing was run. Open: nothing that charges is chosen yet, so that nothing is judged."""
    if found.trial is None:
        return "empty"
    return found.report.steps["trial"] if found.trial.prepared.has_source else "open"


def _ran(found: TrialOf, trial: Trial, its_reader: Reader) -> TrialRan:
    rig, figures = found.worked.rig, found.report.figures
    years = round(figures["trial.years"].number)
    seen = round(figures["trial.nights"].number * years)
    must = any(load.importance == "must" for load in rig.active_loads().values())
    story = story_of(trial)
    return TrialRan(
        years=years,
        years_by_night=trial.years,
        says=headline(figures),
        between=between(figures, "trial.dark_frac"),
        dull=frequency(figures["trial.dull_sun.dark_frac"].number, "night"),
        bright=frequency(figures["trial.bright_sun.dark_frac"].number, "night"),
        trips=frequency(figures["trial.trip_dark_frac"].number, "trip", years),
        must=frequency(figures["trial.must_dark_frac"].number, "night", seen) if must else "",
        days_out=days_out(figures) if "trial.days_out_90" in figures else "",
        as_it_came=as_it_came(figures, rig),
        arithmetic=arithmetic(figures),
        story=""
        if story is None
        else say_story(
            stopped=story.stopped,
            hour=story.hour,
            dull_frac=story.dull_frac,
            loads=[rig.loads[id].name for id in story.loads if id in rig.loads],
            name=name_of_stay(rig.stays[story.stay]),
        ),
        open_ends=open_ends(trial.prepared.open, has_source=trial.prepared.has_source),
        notes=notes(
            rig,
            trial.prepared.trip.gaps,
            trial.prepared.open,
            year_round=trial.prepared.trip.year_round,
            has_source=trial.prepared.has_source,
            backup_h=trial.prepared.backup_h,
            as_due=trial.prepared.as_due,
        ),
        nights=_nights(rig, trial, figures),
        stays=[_stay(rig, id, figures, its_reader) for id in trial.prepared.trip.stay_ids if _ran_at(figures, id)],
        energy=[titled_figure(figures[key], its_reader) for key, _ in ENERGY if key in figures and figures[key].value != 0.0],
    )


def _ran_at(figures: Mapping[str, Figure], id: str) -> bool:
    return f"trial.stay.{id}.dark_frac" in figures


def _nights(rig: Rig, trial: Trial, figures: Mapping[str, Figure]) -> list[TrialNight]:
    usable, whole = (figures[f"storage.{name}_wh"].number for name in ("usable", "to_empty"))
    holds = sum(store.capacity_wh * (1 - store.floor) for store in trial.prepared.system.stores)

    def left(share: float) -> float:
        return 0.0 if usable <= 0 else float(np.clip((share * holds - (whole - usable)) / usable, 0, 1))

    trip, outcome = trial.prepared.trip, trial.outcome
    dark = (outcome.dark_h > 0).mean(axis=0)
    lowest, dawn = (np.quantile(one, (LOW, MIDDLE, HIGH), axis=0) for one in (outcome.lowest, outcome.at_dawn))
    return [
        TrialNight(
            stay=trip.stay_ids[trip.stays[at]],
            on=day,
            dark_frac=float(dark[at]),
            lowest=_band(lowest[:, at]),
            dawn=_band(dawn[:, at]),
            left=(left(dawn[0, at]), left(dawn[1, at]), left(dawn[2, at])),
        )
        for at, day in enumerate(_dates(rig, trial))
        if trip.counts[at]
    ]


def _band(of: Floats) -> Band:
    return float(of[0]), float(of[1]), float(of[2])


def _dates(rig: Rig, trial: Trial) -> list[str]:
    """The date of each night: with its year only where somebody said one."""
    trip = trial.prepared.trip
    dated = all(stay.arrives is not None for stay in rig.stays.values())
    year = min(first_night(rig.stays[id]) for id in trip.stay_ids).year
    return [say_night(year, int(number), dated=dated) for number in trip.day_numbers[:, 0]]


def _stay(rig: Rig, id: str, figures: Mapping[str, Figure], its_reader: Reader) -> TrialStay:
    base = f"trial.stay.{id}"

    def maybe(name: str) -> Figure | None:
        return figures.get(f"{base}.{name}")

    nights = figures[f"{base}.nights"].number
    dawn, full, out = figures[f"{base}.dawn_frac"].value, maybe("hours_to_full"), maybe("days_out_90")
    most = figures.get("trial.days_out_looked_at")
    assert isinstance(dawn, tuple)
    return TrialStay(
        id=id,
        name=name_of_stay(rig.stays[id]),
        nights=round(nights),
        hookup=rig.stays[id].hookup != "none",
        dark=figure_value(figures[f"{base}.dark_frac"], its_reader),
        says=frequency(figures[f"{base}.dark_frac"].number, "night", round(nights * figures["trial.years"].number)),
        lowest=figure_value(figures[f"{base}.lowest_frac"], its_reader),
        dawn=(float(dawn[0]), float(dawn[1]), float(dawn[2])),
        hours_to_full=None if full is None or full.number <= 1 else figure_value(full, its_reader),
        days_out=None if out is None else figure_value(out, its_reader),
        at_least=out is not None and most is not None and out.number >= most.number,
    )


_OFF = ("", "bank", "inverter", "bank")


@blueprint.get("/options/<uuid:option_id>/trial/hours")
@spec.validate(resp=answers(TrialHours, 404, 422))
def read_hours(option_id: UUID, query: YearQuery) -> TrialHours:
    """One of the years by the hour: the darkest, a bad one, the middle one, a good one, or that of the weather file."""
    with signed_in() as (session, actor):
        try:
            found = follow_year(session, actor, option_id, query.which)
        except NoAnswer as error:
            raise Unacceptable(str(error)) from error
    rig, trip = found.worked.rig, found.trial.prepared.trip
    counted = np.repeat(trip.counts, 24)
    days = zip(trip.stays, _dates(rig, found.trial), strict=True)
    names = [f"{name_of_stay(rig.stays[trip.stay_ids[at]])}, {day}" for at, day in days]
    return TrialHours(
        revision=found.worked.revision.number,
        which=query.which,
        nights=[name for name, is_counted in zip(names, trip.counts, strict=True) if is_counted],
        hours=[
            TrialHour(
                charge=round(float(row[0]), 4),
                available=round(float(row[1]), 4),
                sun_w=round(float(row[2]), 1),
                sources_w=round(float(row[3]), 1),
                demand_w=round(float(row[4]), 1),
                served_w=round(float(row[5]), 1),
                bay_c=round(float(row[6]), 1),
                off=_OFF[int(row[7]) & 3],
                generator=int(row[7]) >= 4,
            )
            for row in found.hours[counted]
        ],
    )


@blueprint.get("/options/<uuid:option_id>/trial/helps")
@spec.validate(resp=answers(HelpsAnswer, 404))
def read_helps(option_id: UUID) -> HelpsAnswer:
    """What would help most, each change on the same years of weather."""
    with signed_in() as (session, actor):
        found, its_reader = read_trial(session, actor, option_id), reader(session, actor)
        if found.trial is None:
            return HelpsAnswer(revision=found.worked.revision.number, cannot=found.cannot, helps=[])
        helped = what_helps(session, actor, option_id)
    before = found.report.figures["trial.dark_frac"].number
    return HelpsAnswer(
        revision=found.worked.revision.number,
        cannot="",
        helps=[_help(one, before, its_reader) for one in helped],
    )


def _help(one: Helped, before: float, its_reader: Reader) -> HelpAnswer:
    def value(name: str, amount: float | None, unit: str) -> Figure | None:
        return None if amount is None else Figure(f"trial.help.{name}", "simulated", amount, unit, "practice")

    price, mass = value("price", one.help.price, "¤"), value("mass_kg", one.help.mass_kg or None, "kg")
    return HelpAnswer(
        says=say_help(one.help.code, one.help.name, one.help.amount),
        effort=EFFORT_WORDS[one.help.effort],
        dark_before=before,
        dark_after=max(0.0, before + one.nights.by),
        hours_less=-one.hours.by,
        off=one.hours.off,
        is_clear=one.hours.is_clear,
        price=None if price is None else figure_value(price, its_reader),
        mass=None if mass is None else figure_value(mass, its_reader),
        patch=[dict(step) for step in one.help.patch],
    )


@blueprint.post("/options/<uuid:option_id>/trial/questions")
@spec.validate(resp=answers(TrialQuestionAnswer, 404, 422))
def ask(option_id: UUID, json: TrialQuestion) -> TrialQuestionAnswer:
    """How often it goes dark if something were otherwise. Stores nothing."""
    with signed_in() as (session, actor):
        worked, answered = ask_trial(session, actor, option_id, json.said)
    return _answered(worked.rig, answered)


@blueprint.get("/options/<uuid:option_id>/trial/questions")
@spec.validate(resp=answers(TrialQuestionsAnswer, 404))
def read_questions(option_id: UUID) -> TrialQuestionsAnswer:
    """The questions that are kept with the option, answered for the rig as it is now."""
    with signed_in() as (session, actor):
        worked, found = kept_questions(session, actor, option_id)
    return TrialQuestionsAnswer(
        revision=worked.revision.number, answers={id: _answered(worked.rig, one) for id, one in found.items()}
    )


def _answered(rig: Rig, one: Answered) -> TrialQuestionAnswer:
    dark, must = one.dark, one.must
    matters = must is not None and any(load.importance == "must" for load in rig.active_loads().values())
    return TrialQuestionAnswer(
        said=one.said,
        read_as=[say_part(code, dict(words)) for code, words in one.parts],
        unread=one.unread,
        says=one.cannot if dark is None else goes_dark(dark.frac, one.nights),
        must=frequency(must.frac, "night", one.nights) if matters and must is not None else "",
        between="" if dark is None else say_between(dark.low, dark.high),
        dark_frac=None if dark is None else dark.frac,
        lit=dark is not None and dark.frac < LIT_FRAC,
    )


@blueprint.get("/options/<uuid:option_id>/trial/equal-risk")
@spec.validate(resp=answers(EqualRiskAnswer, 404, 422))
def read_equal_risk(option_id: UUID, query: RiskQuery) -> EqualRiskAnswer:
    """The smallest array for each of some banks that keeps the nights lit but for a share of them."""
    with signed_in() as (session, actor):
        worked, found = banks_against_arrays(session, actor, option_id, query.most_dark)
    if isinstance(found, str):
        return EqualRiskAnswer(revision=worked.revision.number, cannot=found, years=0, have_ah=0, have_w=0, pairs=[], notes=[])
    return EqualRiskAnswer(
        revision=worked.revision.number,
        cannot="",
        years=found.years,
        have_ah=found.have_ah,
        have_w=found.have_w,
        pairs=[
            RiskPair(bank_ah=one.bank_ah, array_w=one.array_w, least_w=one.least_w, most_w=one.most_w) for one in found.pairs
        ],
        notes=say_risk(found.by, turns_back=found.turns_back, of_parts=found.of_parts),
    )


@blueprint.get("/options/<uuid:option_id>/trial.csv")
@spec.validate(resp=files(404, 422))
def read_csv(option_id: UUID) -> Response:
    """The nights of the trial as CSV."""
    with signed_in() as (session, actor):
        found = read_trial(session, actor, option_id)
    if found.trial is None:
        raise Unacceptable(found.cannot)
    rows = [
        (name_of_stay(found.worked.rig.stays[night.stay]), night.on, night.dark_frac, *night.lowest, *night.dawn)
        for night in _nights(found.worked.rig, found.trial, found.report.figures)
    ]
    return file_answer(trial_csv(rows, SHORT_YEARS).encode(), "text/csv; charset=utf-8", "trial.csv")
