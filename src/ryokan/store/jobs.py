"""Jobs, options and revisions of one shop."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, TypeAlias
from uuid import UUID

from sqlalchemy import ColumnElement, FromClause, Select, func, or_, select
from sqlalchemy.dialects.postgresql import distinct_on
from sqlalchemy.orm import Session, defer

from ryokan.store.models import CustomerRow, JobRow, OptionRow, RevisionRow, UserRow
from ryokan.store.scope import ShopScope

Order: TypeAlias = Literal["changed", "wished_for", "title", "customer"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """Which jobs are looked for: those that have every word in title, customer or vehicle."""

    words: Sequence[str] = ()
    stage: str | None = None
    archived: bool = False
    order: Order = "changed"


@dataclass(frozen=True, slots=True)
class JobSummary:
    """A job with the newest document of its first option."""

    job: JobRow
    customer: str
    option: OptionRow
    newest: RevisionRow


@dataclass(frozen=True, slots=True)
class GroundOfEdit:
    """The newest revision of an option, when one some way back was stored, what the edit became if it has arrived."""

    head: RevisionRow
    earlier_at: datetime | None
    arrived_as: int | None


class JobStore:
    """Everything is looked up within the scope; what belongs to another shop is not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def summaries(self, wanted: Wanted, *, skip: int, most: int) -> tuple[list[JobSummary], int, Mapping[str | None, int]]:
        """Some of the jobs that are wanted, each with its first option; how many there are, and how many of each stage.

        Counted by stage are those that would be wanted whatever their stage.
        """
        first, found = self._found(wanted)
        of_stage = found.subquery()
        counted = select(of_stage.c.stage, func.count()).group_by(of_stage.c.stage)
        by_stage: dict[str | None, int] = {row[0]: row[1] for row in self._session.execute(counted)}
        if wanted.stage is not None:
            found = found.where(JobRow.stage == wanted.stage)
        page = found.with_only_columns(JobRow, CustomerRow.name, first.c.id)
        orders: dict[Order, tuple[ColumnElement[Any], ...]] = {
            "changed": (first.c.changed_at.desc(),),
            "wished_for": (JobRow.wished_for.asc().nulls_last(),),
            "title": (func.lower(JobRow.title),),
            "customer": (func.lower(CustomerRow.name), func.lower(JobRow.title)),
        }
        rows = self._session.execute(page.order_by(*orders[wanted.order], JobRow.id).offset(skip).limit(most)).all()
        options = self._heads([row[2] for row in rows])
        total = sum(by_stage.values()) if wanted.stage is None else by_stage.get(wanted.stage, 0)
        return [JobSummary(job, customer, *options[option]) for job, customer, option in rows], total, by_stage

    def _found(self, wanted: Wanted) -> tuple[FromClause, Select[*tuple[Any, ...]]]:
        """First options of all jobs, and a question for the jobs that have the words that are looked for.

        All options are gone through once: anew for each job, as a planner does that has not counted them yet, takes seconds.
        """
        changed_at = func.max(RevisionRow.at).over(partition_by=OptionRow.job_id)
        first = (
            select(OptionRow.job_id, OptionRow.id, OptionRow.head, changed_at.label("changed_at"))
            .join(
                RevisionRow,
                (RevisionRow.shop_id == OptionRow.shop_id)
                & (RevisionRow.option_id == OptionRow.id)
                & (RevisionRow.number == OptionRow.head),
            )
            .where(OptionRow.shop_id == self._shop_id, OptionRow.removed_at.is_(None))
            .ext(distinct_on(OptionRow.job_id))
            .order_by(OptionRow.job_id, OptionRow.position)
            .cte("first")
            .prefix_with("MATERIALIZED", dialect="postgresql")
        )
        found = (
            select(JobRow.id, JobRow.stage)
            .join(CustomerRow, (CustomerRow.shop_id == JobRow.shop_id) & (CustomerRow.id == JobRow.customer_id))
            .join(first, first.c.job_id == JobRow.id)
            .join(
                RevisionRow,
                (RevisionRow.shop_id == JobRow.shop_id)
                & (RevisionRow.option_id == first.c.id)
                & (RevisionRow.number == first.c.head),
            )
            .where(JobRow.shop_id == self._shop_id, JobRow.archived_at.is_not(None) == wanted.archived)
        )
        vehicle = RevisionRow.document["vehicle"]["description"].astext
        for word in wanted.words:
            places = (JobRow.title, CustomerRow.name, vehicle)
            found = found.where(or_(*(place.icontains(word, autoescape=True) for place in places)))
        return first, found

    def _heads(self, option_ids: Sequence[UUID]) -> dict[UUID, tuple[OptionRow, RevisionRow]]:
        """Options with their newest revisions, whose documents are loaded once somebody asks for them."""
        query = (
            select(OptionRow, RevisionRow)
            .join(
                RevisionRow,
                (RevisionRow.shop_id == OptionRow.shop_id)
                & (RevisionRow.option_id == OptionRow.id)
                & (RevisionRow.number == OptionRow.head),
            )
            .where(OptionRow.shop_id == self._shop_id, OptionRow.id.in_(option_ids))
            .options(defer(RevisionRow.document))
        )
        return {row[0].id: (row[0], row[1]) for row in self._session.execute(query)}

    def job(self, job_id: UUID) -> tuple[JobRow, CustomerRow] | None:
        """One job with its customer."""
        query = (
            select(JobRow, CustomerRow)
            .join(CustomerRow, (CustomerRow.shop_id == JobRow.shop_id) & (CustomerRow.id == JobRow.customer_id))
            .where(JobRow.shop_id == self._shop_id, JobRow.id == job_id)
        )
        row = self._session.execute(query).one_or_none()
        return None if row is None else (row[0], row[1])

    def lock_job(self, job_id: UUID) -> bool:
        """Lock a job until the end of the transaction; False where there is none."""
        query = select(JobRow.id).where(JobRow.shop_id == self._shop_id, JobRow.id == job_id).with_for_update()
        return self._session.execute(query).one_or_none() is not None

    def options_of(self, job_id: UUID, *, removed: bool = False) -> Sequence[OptionRow]:
        """Options of a job in their order, or those that were removed."""
        query = select(OptionRow).where(
            OptionRow.shop_id == self._shop_id, OptionRow.job_id == job_id, OptionRow.removed_at.is_not(None) == removed
        )
        return self._session.scalars(query.order_by(OptionRow.position)).all()

    def option(self, option_id: UUID, *, for_edit: bool = False, removed: bool = False) -> OptionRow | None:
        """One option, or one that was removed; locked until the end of the transaction where it is going to be edited."""
        query = select(OptionRow).where(
            OptionRow.shop_id == self._shop_id, OptionRow.id == option_id, OptionRow.removed_at.is_not(None) == removed
        )
        return self._session.scalars(query.with_for_update() if for_edit else query).one_or_none()

    def revision(self, option_id: UUID, number: int) -> RevisionRow:
        """One revision of an option that is known to exist; its document is loaded once somebody asks for it."""
        query = select(RevisionRow).where(
            RevisionRow.shop_id == self._shop_id, RevisionRow.option_id == option_id, RevisionRow.number == number
        )
        return self._session.scalars(query.options(defer(RevisionRow.document))).one()

    def ground_of_edit(self, option: OptionRow, edit_id: str | None, *, back: int) -> GroundOfEdit:
        """What an edit of a locked option is made on, in one question: its documents are loaded once somebody asks."""
        numbers = RevisionRow.number.in_((option.head, option.head - back))
        query = select(RevisionRow).where(
            RevisionRow.shop_id == self._shop_id,
            RevisionRow.option_id == option.id,
            numbers if edit_id is None else numbers | (RevisionRow.edit_id == edit_id),
        )
        found = {row.number: row for row in self._session.scalars(query.options(defer(RevisionRow.document)))}
        return GroundOfEdit(
            head=found[option.head],
            earlier_at=found[option.head - back].at if option.head > back else None,
            arrived_as=next((row.number for row in found.values() if edit_id is not None and row.edit_id == edit_id), None),
        )

    def revisions(self, option_id: UUID, *, after: int = 0) -> Sequence[tuple[RevisionRow, str]]:
        """Revisions above ``after`` with the names of their authors, oldest first; their documents are not loaded."""
        query = (
            select(RevisionRow, UserRow.name)
            .join(UserRow, (UserRow.shop_id == RevisionRow.shop_id) & (UserRow.id == RevisionRow.author_id))
            .where(RevisionRow.shop_id == self._shop_id, RevisionRow.option_id == option_id, RevisionRow.number > after)
            .order_by(RevisionRow.number)
            .options(defer(RevisionRow.document))
        )
        return [(row[0], row[1]) for row in self._session.execute(query)]

    def newest(self, option_id: UUID) -> tuple[OptionRow, RevisionRow] | None:
        """One option with its newest revision, whose document is loaded once somebody asks for it."""
        query = (
            select(OptionRow, RevisionRow)
            .join(
                RevisionRow,
                (RevisionRow.shop_id == OptionRow.shop_id)
                & (RevisionRow.option_id == OptionRow.id)
                & (RevisionRow.number == OptionRow.head),
            )
            .where(OptionRow.shop_id == self._shop_id, OptionRow.id == option_id, OptionRow.removed_at.is_(None))
            .options(defer(RevisionRow.document))
        )
        row = self._session.execute(query).one_or_none()
        return None if row is None else (row[0], row[1])

    def steps_of(self, option_id: UUID, author_id: UUID, *, most: int) -> Sequence[tuple[int, str, int | None, str]]:
        """Number, kind, subject and sentence of one person's newest revisions, oldest first: enough to walk undo and redo."""
        query = (
            select(RevisionRow.number, RevisionRow.kind, RevisionRow.about, RevisionRow.sentence)
            .where(
                RevisionRow.shop_id == self._shop_id,
                RevisionRow.option_id == option_id,
                RevisionRow.author_id == author_id,
                RevisionRow.number > 1,  # the first is the making of the option
            )
            .order_by(RevisionRow.number.desc())
            .limit(most)
        )
        return [(number, kind, about, said) for number, kind, about, said in self._session.execute(query)][::-1]

    def add_job(self, job_id: UUID, customer_id: UUID, *, customer: str, title: str, now: datetime) -> None:
        """Store a job with a customer of its own."""
        self._session.add(CustomerRow(shop_id=self._shop_id, id=customer_id, name=customer))
        self._session.flush()
        job = JobRow(shop_id=self._shop_id, id=job_id, customer_id=customer_id, title=title, created_at=now)
        self._session.add(job)
        self._session.flush()

    def add_option(self, option_id: UUID, job_id: UUID, *, system: str, name: str, position: int) -> OptionRow:
        """Store an option without a revision; the caller adds the first."""
        option = OptionRow(
            shop_id=self._shop_id, id=option_id, job_id=job_id, system=system, name=name, position=position, head=0
        )
        self._session.add(option)
        self._session.flush()
        return option

    def add_revision(self, option: OptionRow, **members: Any) -> RevisionRow:
        """Append a revision and move the option's head to it."""
        revision = RevisionRow(shop_id=self._shop_id, option_id=option.id, number=option.head + 1, **members)
        self._session.add(revision)
        option.head = revision.number
        self._session.flush()
        return revision
