"""The shop's jobs."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, TypeAlias
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.job_file import JobFile, OptionFile, UnreadableJobFile, read_job_file
from ryokan.core.parts.fitted import book_references
from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.core.survey.fill import as_found, what_stays
from ryokan.core.wiring.numbering import with_numbers
from ryokan.operations.accounts import Actor
from ryokan.operations.documents import document_of, head_documents
from ryokan.operations.errors import NotPossible, NotThere, Unacceptable
from ryokan.operations.parts import parts_book, take_in
from ryokan.operations.reports import read_revision
from ryokan.operations.shop import new_rig, shop_defaults
from ryokan.store.jobs import JobStore, Wanted
from ryokan.store.models import CustomerRow, JobRow, OptionRow

MAX_OPTIONS = 24
JOBS_A_PAGE = 20


@dataclass(frozen=True, slots=True)
class JobCard:
    """A job at a glance."""

    job: JobRow
    customer: str
    option: OptionRow
    rig: Rig
    report: Report


@dataclass(frozen=True, slots=True)
class OpenJob:
    """A job with its options."""

    job: JobRow
    customer: CustomerRow
    options: Sequence[OptionRow]
    removed: Sequence[OptionRow]


@dataclass(frozen=True, slots=True)
class JobPage:
    """Some of the shop's jobs; ``total`` of them are wanted, ``by_stage`` would be by their stage."""

    cards: Sequence[JobCard]
    total: int
    by_stage: Mapping[str | None, int]


def list_jobs(session: Session, actor: Actor, wanted: Wanted, *, page: int = 1, most: int = JOBS_A_PAGE) -> JobPage:
    """The jobs of the shop that are wanted, a page of them."""
    cards, book = [], parts_book(session, actor.scope)
    store = JobStore(session, actor.scope)
    summaries, total, by_stage = store.summaries(wanted, skip=(page - 1) * most, most=most)
    for summary in summaries:
        read = read_revision(summary.newest, book)
        cards.append(JobCard(summary.job, summary.customer, summary.option, read.rig, read.report))
    return JobPage(cards, total, by_stage)


def change_job(session: Session, actor: Actor, job_id: UUID, change: Mapping[str, Any], *, now: datetime) -> OpenJob:
    """Change what is said of a job: what is given of title, customer, stage, date and archive.

    Raises
    ------
    NotThere, NotAllowed
        No such job in the actor's shop; the role only reads.
    """
    actor.require_editor()
    if not JobStore(session, actor.scope).lock_job(job_id):
        raise NotThere("There is no such job.")
    opened = open_job(session, actor, job_id)
    for name, value in change.items():
        if name == "customer":
            opened.customer.name = value
        elif name == "archived":
            opened.job.archived_at = now if value else None
        else:
            setattr(opened.job, name, value)
    return opened


def remove_option(session: Session, actor: Actor, option_id: UUID, *, now: datetime) -> OpenJob:
    """Take an option away; it is kept, to be brought back.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        It is the last of its job, or the last of a system that another one is linked with.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    option = store.option(option_id)
    if option is None or not store.lock_job(option.job_id):
        raise NotThere("There is no such option.")
    others = [one for one in store.options_of(option.job_id) if one.id != option.id]
    if not others:
        raise NotPossible("This is the only option of the job. Archive the job instead.")
    if all(one.system != option.system for one in others):
        for one in others:
            rig = Rig.model_validate(document_of(store.revision(one.id, one.head)))
            if any(link.system == option.system for link in rig.links.values()):
                raise NotPossible(
                    f"This is the only option of “{option.system}”, which “{one.system}” is linked with. Part the link first."
                )
    option.removed_at = now
    session.flush()
    return open_job(session, actor, option.job_id)


def bring_back_option(session: Session, actor: Actor, option_id: UUID) -> OpenJob:
    """Bring back an option that was taken away, under a further name where another one has its name by now.

    Raises
    ------
    NotThere, NotAllowed
        No such removed option in the actor's shop; the role only reads.
    NotPossible
        The job has as many options as it can have.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    option = store.option(option_id, removed=True)
    if option is None or not store.lock_job(option.job_id):
        raise NotThere("There is no such option among those that were removed.")
    taken = {one.name.casefold() for one in require_room(store, option.job_id) if one.system == option.system}
    name, count = option.name, 2
    while name.casefold() in taken:
        name, count = f"{option.name[:55]} {count}", count + 1
    option.name, option.removed_at = name, None
    session.flush()
    return open_job(session, actor, option.job_id)


def open_job(session: Session, actor: Actor, job_id: UUID) -> OpenJob:
    """One job.

    Raises
    ------
    NotThere
        No such job in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    found = store.job(job_id)
    if found is None:
        raise NotThere("There is no such job.")
    return OpenJob(*found, store.options_of(job_id), store.options_of(job_id, removed=True))


def job_file(session: Session, actor: Actor, job_id: UUID) -> JobFile:
    """A job as a file: all options at their newest revisions.

    Raises
    ------
    NotThere
        No such job in the actor's shop.
    """
    opened = open_job(session, actor, job_id)
    rigs = [Rig.model_validate(one) for one in head_documents(JobStore(session, actor.scope), opened.options)]
    return JobFile(
        format="ryokan-job",
        schema_version=SCHEMA_VERSION,
        title=opened.job.title,
        customer=opened.customer.name,
        notes=opened.job.notes,
        options=tuple(
            OptionFile(system=option.system, name=option.name, rig=rig)
            for option, rig in zip(opened.options, rigs, strict=True)
        ),
        parts=dict(parts_book(session, actor.scope)(frozenset().union(*(book_references(rig) for rig in rigs)))),
    )


def open_job_file(session: Session, actor: Actor, content: bytes, *, now: datetime) -> OpenJob:
    """A new job from a file, which is validated whole before anything is stored.

    Raises
    ------
    NotAllowed
        The role only reads.
    Unacceptable
        The file is no job file of this version; every fault is listed.
    """
    actor.require_editor()
    try:
        file = read_job_file(content)
    except UnreadableJobFile as error:
        raise Unacceptable(str(error), error.problems) from error
    take_in(session, actor, file.parts, now=now)
    made = create_job(
        session,
        actor,
        title=file.title,
        customer=file.customer or "No customer named",
        now=now,
        options=file.options,
    )
    made.job.notes = file.notes
    return made


def start_from(session: Session, actor: Actor, option_id: UUID, *, title: str, customer: str, now: datetime) -> OpenJob:
    """A new job whose first option is another job's as it stands: its rig, without its history and its comments.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    source = store.option(option_id)
    if source is None:
        raise NotThere("There is no such option.")
    rig = Rig.model_validate(document_of(store.revision(option_id, source.head)))
    rig = rig.model_copy(update={"links": {}})  # the other systems stay behind
    options = [OptionFile(name="Proposed", rig=rig)]
    return create_job(session, actor, title=title, customer=customer, now=now, options=options)


def write_notes(session: Session, actor: Actor, job_id: UUID, notes: str, *, seen: str | None = None) -> OpenJob:
    """Put notes in place of the job's notes; of those that were ``seen`` alone, if it is said which.

    Raises
    ------
    NotThere, NotAllowed
        No such job in the actor's shop; the role only reads.
    NotPossible
        Somebody has written other notes meanwhile.
    """
    actor.require_editor()
    if not JobStore(session, actor.scope).lock_job(job_id):
        raise NotThere("There is no such job.")
    opened = open_job(session, actor, job_id)
    if seen is not None and opened.job.notes != seen:
        raise NotPossible(f"Somebody has changed these notes meanwhile. They say now: {opened.job.notes or 'nothing'}")
    opened.job.notes = notes
    return opened


def create_job(
    session: Session,
    actor: Actor,
    *,
    title: str,
    customer: str,
    now: datetime,
    options: Sequence[OptionFile] = (),
) -> OpenJob:
    """Start a job, empty or with options from a file. Each option's first revision is its making.

    Raises
    ------
    NotAllowed
        The role only reads.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    job_id, customer_id = uuid4(), uuid4()
    store.add_job(job_id, customer_id, customer=customer, title=title, now=now)
    if not options:
        options = [OptionFile(name="Proposed", rig=new_rig(shop_defaults(session, actor)))]
    for position, option in enumerate(options):
        start_option(
            store, actor, job_id, system=option.system, name=option.name, position=position, rig=option.rig,
            sentence="started", now=now,
        )  # fmt: skip
    return open_job(session, actor, job_id)


Begin: TypeAlias = Literal["copy", "as_found", "what_stays"]
_BEGUN: dict[Begin, tuple[Callable[[Rig], Rig], str]] = {
    "copy": (lambda rig: rig, "started from"),
    "as_found": (as_found, "started as found, by the survey of"),
    "what_stays": (what_stays, "started with what stays, by the survey of"),
}


def copy_option(
    session: Session, actor: Actor, option_id: UUID, *, name: str, begin: Begin = "copy", now: datetime
) -> OptionRow:
    """A further option of the same system, begun from another one: as it is, as its survey found things, or with what stays.

    Loads and stays keep their ids, so that both can be compared.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        The system has an option of that name, or the job as many as it can have.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    source = store.option(option_id)
    if source is None or not store.lock_job(source.job_id):
        raise NotThere("There is no such option.")
    siblings = require_room(store, source.job_id)
    if any((one.system, one.name.casefold()) == (source.system, name.casefold()) for one in siblings):
        raise NotPossible(f"There is an option called “{name}” already.")
    make, said = _BEGUN[begin]
    rig = make(Rig.model_validate(document_of(store.revision(option_id, source.head))))
    return start_option(
        store,
        actor,
        source.job_id,
        system=source.system,
        name=name,
        position=max(option.position for option in siblings) + 1,
        rig=rig,
        sentence=f"{said} {source.name}, revision {source.head}",
        now=now,
    )


def require_room(store: JobStore, job_id: UUID) -> Sequence[OptionRow]:
    """All options of a job that takes one more.

    Raises
    ------
    NotPossible
        It has as many as it can have.
    """
    siblings = store.options_of(job_id)
    if len(siblings) >= MAX_OPTIONS:
        raise NotPossible(f"A job has at most {MAX_OPTIONS} options.")
    return siblings


def compare_options(session: Session, actor: Actor, job_id: UUID) -> list[JobCard]:
    """Each option of a job, worked out.

    Raises
    ------
    NotThere
        No such job in the actor's shop.
    """
    opened = open_job(session, actor, job_id)
    store, book = JobStore(session, actor.scope), parts_book(session, actor.scope)
    cards: list[JobCard] = []
    for option in opened.options:
        # Options of a job are mostly alike.
        like = cards[-1].report if cards else None
        read = read_revision(store.revision(option.id, option.head), book, like=like)
        cards.append(JobCard(opened.job, opened.customer.name, option, read.rig, read.report))
    return cards


def start_option(
    store: JobStore,
    actor: Actor,
    job_id: UUID,
    *,
    system: str,
    name: str,
    position: int,
    rig: Rig,
    sentence: str,
    now: datetime,
) -> OptionRow:
    """An option whose first revision is its making."""
    option = store.add_option(uuid4(), job_id, system=system, name=name, position=position)
    store.add_revision(
        option,
        document=with_numbers(rig).model_dump(mode="json"),
        schema_version=SCHEMA_VERSION,
        kind="edit",
        about=None,
        sentence=sentence[:200],
        patch=[],
        inverse=[],
        edit_id=None,
        author_id=actor.user_id,
        at=now,
    )
    return option
