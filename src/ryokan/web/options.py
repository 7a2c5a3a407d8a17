"""One option of a rig: read, change, undo, and the working of its figures."""

from __future__ import annotations

import re
from typing import Any
from uuid import UUID

from flask import Blueprint, request

from ryokan.core.charging.recharge import how_soon
from ryokan.core.inverter.together import run_together
from ryokan.core.parts.fitted import book_references
from ryokan.core.schedules.all import schedules
from ryokan.core.storage.running import how_long
from ryokan.operations import rigs
from ryokan.operations.errors import NotThere, Stale, Unacceptable
from ryokan.operations.fixes import fixes_that_hold
from ryokan.operations.load_lines import read_load_line
from ryokan.operations.parts import parts_book
from ryokan.operations.preview import preview
from ryokan.operations.trials import report_with_trial
from ryokan.web import answers as to_answer
from ryokan.web import survey_answers as of_survey
from ryokan.web.context import base_revision, now, reader, signed_in
from ryokan.web.load_schemas import (
    LineAnswer,
    RechargeAnswer,
    RechargeQuestion,
    RunAnswer,
    RunQuestion,
    TogetherAnswer,
    TogetherLoad,
    TogetherPair,
    TypedLine,
    WorkedFigure,
)
from ryokan.web.schemas import (
    AskedList,
    EditAnswer,
    FixesAnswer,
    FixesQuery,
    History,
    OptionAnswer,
    PreviewAnswer,
    RigPatch,
    StepQuery,
    StepReport,
    Working,
)
from ryokan.web.spec import answers, spec

blueprint = Blueprint("options", __name__)

LAST_UNSAID_VERSION = 2
_NUMBERS = re.compile(r"(?:[0-9]{1,9}(?: |$)){0,500}")
_NAME = re.compile(r"[A-Za-z0-9-]{8,60}")


@blueprint.get("/options/<uuid:option_id>")
@spec.validate(resp=answers(OptionAnswer, 404))
def read_option(option_id: UUID) -> OptionAnswer:
    """The option at its newest revision."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.open_option(session, actor, option_id), actor, reader(session, actor))


@blueprint.patch("/options/<uuid:option_id>/rig")
@spec.validate(resp=answers(EditAnswer, 403, 404, 412, 422, 429))
def change_rig(option_id: UUID, json: RigPatch) -> EditAnswer:
    """Apply a JSON Patch; what has changed since the revision that it was made on, by ``If-Match``, comes back.

    ``Seen-At`` is the revision at which its author saw the places that it changes, where that was earlier; ``Own-Revisions``
    names those that the same page has brought since.

    ``Edit-Id`` makes a repeated send harmless, edits with one ``Gesture``, such as those of a drag, are undone together, and
    ``Schema-Version`` is the version of the rig's document that an edit was made on that waited. What came too late is kept
    as a draft.
    """
    base, edit_id, gesture = base_revision(), _name_in("Edit-Id"), _name_in("Gesture")
    made_on, seen, own = _made_on(), _seen_at(), _own_revisions()
    with signed_in() as (session, actor):
        outcome = rigs.change_rig(
            session, actor, option_id, _operations(json),
            base=base, edit_id=edit_id, gesture=gesture, made_on=made_on, seen=seen, own=own, now=now(),
        )  # fmt: skip
        if not isinstance(outcome, rigs.Lost):
            before = outcome.before or rigs.read_at(session, actor, option_id, base)
            return to_answer.edit(outcome, base, before, reader(session, actor))
    # The draft is stored by now: only then is the edit refused.
    raise Stale(outcome.why, outcome.head, outcome.draft)


@blueprint.post("/drafts/<uuid:draft_id>/edit")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 412, 422))
def take_up_draft(draft_id: UUID) -> OptionAnswer:
    """Make a draft's edit after all, on what is stored now."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.take_up_draft(session, actor, draft_id, now=now()), actor, reader(session, actor))


@blueprint.delete("/drafts/<uuid:draft_id>")
@spec.validate(resp=answers(OptionAnswer, 403, 404))
def discard_draft(draft_id: UUID) -> OptionAnswer:
    """Throw a draft away."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.discard_draft(session, actor, draft_id), actor, reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/undo")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409))
def undo(option_id: UUID) -> OptionAnswer:
    """Reverse this person's last edit."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.undo(session, actor, option_id, now=now()), actor, reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/redo")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409))
def redo(option_id: UUID) -> OptionAnswer:
    """Make this person's last undone edit again."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.redo(session, actor, option_id, now=now()), actor, reader(session, actor))


@blueprint.get("/options/<uuid:option_id>/revisions")
@spec.validate(resp=answers(History, 404))
def read_history(option_id: UUID) -> History:
    """Who changed what, newest first."""
    with signed_in() as (session, actor):
        return to_answer.history(rigs.history(session, actor, option_id))


@blueprint.get("/options/<uuid:option_id>/revisions/<int:number>")
@spec.validate(resp=answers(PreviewAnswer, 404))
def look_back(option_id: UUID, number: int) -> PreviewAnswer:
    """What going back to a revision would change. Stores nothing."""
    with signed_in() as (session, actor):
        opened, patch = rigs.patch_back_to(session, actor, option_id, number)
        return to_answer.preview(preview(session, actor, opened, patch), opened, reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/revisions/<int:number>/restore")
@spec.validate(resp=answers(OptionAnswer, 403, 404, 409))
def restore(option_id: UUID, number: int) -> OptionAnswer:
    """Go back to a revision, as a new one."""
    with signed_in() as (session, actor):
        return to_answer.option(rigs.restore(session, actor, option_id, number, now=now()), actor, reader(session, actor))


@blueprint.get("/options/<uuid:option_id>/report")
@spec.validate(resp=answers(StepReport, 404, 422))
def read_report(option_id: UUID, query: StepQuery) -> StepReport:
    """The figures of one step."""
    with signed_in() as (session, actor):
        return to_answer.step_report(rigs.work_out(session, actor, option_id), query.step, reader(session, actor))


@blueprint.get("/options/<uuid:option_id>/fixes")
@spec.validate(resp=answers(FixesAnswer, 404, 422))
def read_fixes(option_id: UUID, query: FixesQuery) -> FixesAnswer:
    """Of some findings the fixes that were tried on the newest revision, end them and bring nothing worse."""
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
        wanted = query.keys.split(" ")
        findings = {one.key: one for one in worked.report.findings}
        asked_for = [findings[key] for key in dict.fromkeys(wanted) if key in findings]
        book = parts_book(session, actor.scope)
        parts = book(book_references(worked.rig)) if asked_for else {}
        held = fixes_that_hold(worked.rig, worked.document, worked.report, parts, asked_for)
        return to_answer.fixes(held, worked.revision.number)


@blueprint.get("/options/<uuid:option_id>/asked")
@spec.validate(resp=answers(AskedList, 404))
def read_asked(option_id: UUID) -> AskedList:
    """What is still to be asked of the things that were found, place by place."""
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
        return of_survey.asked_list(worked.report.asked, worked.revision.number, reader(session, actor))


@blueprint.get("/options/<uuid:option_id>/figures/<path:key>")
@spec.validate(resp=answers(Working, 404))
def read_working(option_id: UUID, key: str) -> Working:
    """How a figure came about."""
    with signed_in() as (session, actor):
        opened, read_by = rigs.work_out(session, actor, option_id), reader(session, actor)
        figures = opened.report.figures
        if key.startswith("trial."):
            figures = report_with_trial(session, actor, opened).figures
    if key.startswith("schedule."):  # these are worked out only when somebody asks for the schedules
        figures = schedules(opened.rig, opened.report).figures
    figure = figures.get(key)
    if figure is None:
        raise NotThere("There is no such figure in this rig.")
    return to_answer.working_of(figure, figures, read_by)


@blueprint.post("/options/<uuid:option_id>/preview")
@spec.validate(resp=answers(PreviewAnswer, 403, 404, 422))
def preview_patch(option_id: UUID, json: RigPatch) -> PreviewAnswer:
    """What a JSON Patch would change. Stores nothing."""
    with signed_in() as (session, actor):
        opened = rigs.work_out(session, actor, option_id)
        return to_answer.preview(preview(session, actor, opened, _operations(json)), opened, reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/lines")
@spec.validate(resp=answers(LineAnswer, 403, 404, 409, 422))
def read_line(option_id: UUID, json: TypedLine) -> LineAnswer:
    """Read a typed load line without storing anything."""
    with signed_in() as (session, actor):
        opened = rigs.work_out(session, actor, option_id)
        return to_answer.line(read_load_line(session, actor, opened, json.line, json.replaces))


_RUN = ("energy_wh", "draw_w", "hours", "shore_h", "driving_h", "solar_days")


@blueprint.post("/options/<uuid:option_id>/runs")
@spec.validate(resp=answers(RunAnswer, 404, 422))
def read_run(option_id: UUID, json: RunQuestion) -> RunAnswer:
    """How long some loads run from a charge. Stores nothing."""
    with signed_in() as (session, actor):
        worked, read_by = rigs.work_out(session, actor, option_id), reader(session, actor)
    figures = how_long(worked.rig, worked.report.figures, json.loads, json.from_frac)
    keys = [f"running.{name}" for name in _RUN if f"running.{name}" in figures]
    return RunAnswer(figures=[to_answer.worked_figure(figures, key, read_by) for key in keys])


@blueprint.post("/options/<uuid:option_id>/recharges")
@spec.validate(resp=answers(RechargeAnswer, 404, 422))
def read_recharge(option_id: UUID, json: RechargeQuestion) -> RechargeAnswer:
    """When the bank is full again in each mode, from a charge. Stores nothing."""
    with signed_in() as (session, actor):
        worked, read_by = rigs.work_out(session, actor, option_id), reader(session, actor)
    figures = how_soon(worked.rig, worked.report.figures, json.from_frac)
    found: dict[str, dict[str, WorkedFigure]] = {}
    for key in figures:
        prefix, _, name = key.rpartition(".")
        if prefix.startswith("recharge.") and name.startswith("hours_to_"):
            found.setdefault(prefix.partition(".")[2], {})[name] = to_answer.worked_figure(figures, key, read_by)
    return RechargeAnswer(modes=found)


@blueprint.get("/options/<uuid:option_id>/together")
@spec.validate(resp=answers(TogetherAnswer, 404))
def read_together(option_id: UUID) -> TogetherAnswer:
    """Which AC loads can run together on the inverter."""
    with signed_in() as (session, actor):
        worked = rigs.work_out(session, actor, option_id)
    found = run_together(worked.rig, worked.report.figures)
    if found is None:
        return TogetherAnswer(loads=[], left_out=0, rated_w=0, surge_w=0, pairs=[])
    return TogetherAnswer(
        loads=[TogetherLoad(id=load.id, name=load.name, running_va=load.running_va) for load in found.loads],
        left_out=found.left_out,
        rated_w=found.rated_w,
        surge_w=found.surge_w,
        pairs=[
            TogetherPair(
                one=pair.one,
                other=pair.other,
                verdict=pair.verdict,
                running_va=pair.running_va,
                start_w=pair.start_w,
                steps_w=dict(pair.steps_w),
            )
            for pair in found.pairs
        ],
    )


def _operations(patch: RigPatch) -> list[dict[str, Any]]:
    """The operations as they were sent: a member that was left out is not null."""
    return [operation.model_dump(by_alias=True, exclude_unset=True) for operation in patch.root]


def _made_on() -> int:
    """The version of the rig's document that an edit was made on. Browsers that do not say it knew at most the second."""
    said = request.headers.get("Schema-Version", str(LAST_UNSAID_VERSION))
    if not re.fullmatch("[0-9]{1,4}", said):
        raise Unacceptable("Schema-Version takes a whole number.")
    return int(said)


def _seen_at() -> int | None:
    said = request.headers.get("Seen-At")
    if said is not None and not re.fullmatch("[0-9]{1,9}", said):
        raise Unacceptable("Seen-At takes the number of a revision.")
    return None if said is None else int(said)


def _own_revisions() -> frozenset[int]:
    """Revisions that the page which sends an edit has brought itself."""
    said = request.headers.get("Own-Revisions", "")
    if not _NUMBERS.fullmatch(said):
        raise Unacceptable("Own-Revisions takes numbers of revisions, with spaces between them.")
    return frozenset(map(int, said.split()))


def _name_in(header: str) -> str | None:
    """A name that the browser made up, such as that of an edit."""
    name = request.headers.get(header)
    if name is not None and not _NAME.fullmatch(name):
        raise Unacceptable(f"{header} takes 8 to 60 letters, digits and hyphens.")
    return name
