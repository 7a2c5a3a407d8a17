"""The shop's jobs."""

from __future__ import annotations

import re
from uuid import UUID

from flask import Blueprint, request

from ryokan.core.job_file import JobFile
from ryokan.operations import jobs
from ryokan.operations.systems import rename_system as rename
from ryokan.store.jobs import Wanted
from ryokan.web import job_answers
from ryokan.web.context import now, reader, signed_in
from ryokan.web.job_schemas import (
    Comparison,
    JobAnswer,
    JobChange,
    JobList,
    JobQuery,
    NewJob,
    NewOption,
    Notes,
    OptionName,
    Removal,
    SystemName,
)
from ryokan.web.limits import reads_a_file
from ryokan.web.spec import answers, spec

blueprint = Blueprint("jobs", __name__)


@blueprint.get("/jobs")
@spec.validate(resp=answers(JobList, 422))
def list_jobs(query: JobQuery) -> JobList:
    """Jobs that are looked for, a page of them."""
    wanted = Wanted(words=query.find.split(), stage=query.stage, archived=query.archived, order=query.order)
    with signed_in() as (session, actor):
        found = jobs.list_jobs(session, actor, wanted, page=query.page)
        return job_answers.job_page(found, query.page, reader(session, actor))


@blueprint.post("/jobs")
@spec.validate(resp=answers(JobAnswer, 403, 404, 422))
def create_job(json: NewJob) -> JobAnswer:
    """Start a job, from the shop's defaults or like an option of an earlier one."""
    with signed_in() as (session, actor):
        if json.like_option is None:
            made = jobs.create_job(session, actor, title=json.title, customer=json.customer, now=now())
        else:
            made = jobs.start_from(session, actor, json.like_option, title=json.title, customer=json.customer, now=now())
        return job_answers.job(made)


@blueprint.get("/jobs/<uuid:job_id>")
@spec.validate(resp=answers(JobAnswer, 404))
def read_job(job_id: UUID) -> JobAnswer:
    """One job with its options."""
    with signed_in() as (session, actor):
        return job_answers.job(jobs.open_job(session, actor, job_id))


@blueprint.patch("/jobs/<uuid:job_id>")
@spec.validate(resp=answers(JobAnswer, 403, 404, 422))
def change_job(job_id: UUID, json: JobChange) -> JobAnswer:
    """Change what is said of a job, put it in the archive, or bring it back."""
    change = json.model_dump(include=json.model_fields_set)
    with signed_in() as (session, actor):
        return job_answers.job(jobs.change_job(session, actor, job_id, change, now=now()))


@blueprint.put("/options/<uuid:option_id>/removal")
@spec.validate(resp=answers(JobAnswer, 403, 404, 409, 422))
def remove_option(option_id: UUID, json: Removal) -> JobAnswer:
    """Take an option away, or bring it back."""
    with signed_in() as (session, actor):
        if json.removed:
            return job_answers.job(jobs.remove_option(session, actor, option_id, now=now()))
        return job_answers.job(jobs.bring_back_option(session, actor, option_id))


@blueprint.put("/options/<uuid:option_id>/system")
@spec.validate(resp=answers(JobAnswer, 403, 404, 409, 422))
def rename_system(option_id: UUID, json: SystemName) -> JobAnswer:
    """Call the system of an option otherwise, in all of its options and in the links with it."""
    with signed_in() as (session, actor):
        job_id = rename(session, actor, option_id, json.name, now=now())
        return job_answers.job(jobs.open_job(session, actor, job_id))


@blueprint.get("/jobs/<uuid:job_id>/comparison")
@spec.validate(resp=answers(Comparison, 404))
def compare(job_id: UUID) -> Comparison:
    """All options of a job side by side."""
    with signed_in() as (session, actor):
        return job_answers.comparison(jobs.compare_options(session, actor, job_id), reader(session, actor))


@blueprint.post("/options/<uuid:option_id>/copies")
@spec.validate(resp=answers(OptionName, 403, 404, 409, 422))
def copy_option(option_id: UUID, json: NewOption) -> OptionName:
    """Begin a further option from this one."""
    with signed_in() as (session, actor):
        made = jobs.copy_option(session, actor, option_id, name=json.name, begin=json.begin, now=now())
        return job_answers.option_name(made)


@blueprint.get("/jobs/<uuid:job_id>/file")
@spec.validate(resp=answers(JobFile, 404))
def read_job_file(job_id: UUID) -> tuple[JobFile, int, dict[str, str]]:
    """The job as one open file."""
    with signed_in() as (session, actor):
        file = jobs.job_file(session, actor, job_id)
    # The title belongs to the person; headers take plain letters only.
    name = re.sub(r"[^a-z0-9]+", "-", file.title.lower()).strip("-") or "job"
    return file, 200, {"Content-Disposition": f'attachment; filename="{name}.ryokan.json"'}


@blueprint.post("/jobs/file")
@reads_a_file
@spec.validate(resp=answers(JobAnswer, 403, 413, 422))
def open_job_file() -> JobAnswer:
    """Start a job from a file, the body as it is. Nothing is stored unless all of it can be taken."""
    with signed_in() as (session, actor):
        return job_answers.job(jobs.open_job_file(session, actor, request.get_data(), now=now()))


@blueprint.put("/jobs/<uuid:job_id>/notes")
@spec.validate(resp=answers(JobAnswer, 403, 404, 409, 422))
def write_notes(job_id: UUID, json: Notes) -> JobAnswer:
    """Put notes in place of the job's notes."""
    with signed_in() as (session, actor):
        return job_answers.job(jobs.write_notes(session, actor, job_id, json.notes, seen=json.seen))
