"""The shop's jobs."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint

from ryokan.operations import jobs
from ryokan.web import answers as to_answer
from ryokan.web.context import now, signed_in
from ryokan.web.schemas import JobAnswer, JobList, NewJob, Reference
from ryokan.web.spec import answers, spec

blueprint = Blueprint("jobs", __name__)


@blueprint.get("/jobs")
@spec.validate(resp=answers(JobList))
def list_jobs() -> JobList:
    """All jobs, newest first."""
    with signed_in() as (session, actor):
        return JobList(jobs=[to_answer.job_card(card) for card in jobs.list_jobs(session, actor)])


@blueprint.post("/jobs")
@spec.validate(resp=answers(JobAnswer, 403, 422))
def create_job(json: NewJob) -> JobAnswer:
    """Start a job."""
    with signed_in() as (session, actor):
        return to_answer.job(jobs.create_job(session, actor, title=json.title, customer=json.customer, now=now()))


@blueprint.get("/jobs/<uuid:job_id>")
@spec.validate(resp=answers(JobAnswer, 404))
def read_job(job_id: UUID) -> JobAnswer:
    """One job with its options."""
    with signed_in() as (session, actor):
        return to_answer.job(jobs.open_job(session, actor, job_id))


@blueprint.get("/reference")
@spec.validate(resp=answers(Reference))
def read_reference() -> Reference:
    """Assumptions, stock sizes and sources."""
    with signed_in():
        return to_answer.reference()
