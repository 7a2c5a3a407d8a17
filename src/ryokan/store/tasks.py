"""Tasks of one shop, and what a worker writes of the one it is at."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import CursorResult, func, or_, select, text, update
from sqlalchemy.orm import Session, undefer

from ryokan.store.models import TaskRow
from ryokan.store.queue import hand_in
from ryokan.store.scope import ShopScope

AT_WORK = ("queued", "running")


class TaskStore:
    """Tasks within the scope; those of other shops are not there."""

    def __init__(self, session: Session, scope: ShopScope) -> None:
        self._session = session
        self._shop_id = scope.shop_id

    def task(self, task_id: UUID, *, locked: bool = False) -> TaskRow | None:
        """One task. ``locked`` keeps others from changing it until the transaction ends."""
        query = select(TaskRow).where(TaskRow.shop_id == self._shop_id, TaskRow.id == task_id)
        return self._session.scalars(query.with_for_update() if locked else query).one_or_none()

    def at_work(self) -> int:
        """How many of the shop's tasks wait or are worked on."""
        query = select(func.count()).where(TaskRow.shop_id == self._shop_id, TaskRow.state.in_(AT_WORK))
        return self._session.scalars(query).one()

    def of_digest(self, option_id: UUID, digest: str) -> TaskRow | None:
        """The task of an option that is or was done of what has that digest; of those that came to nothing, none."""
        query = select(TaskRow).where(*self._of(option_id), TaskRow.digest == digest, TaskRow.state.in_((*AT_WORK, "done")))
        return self._session.scalars(query).one_or_none()

    def newest(self, option_id: UUID) -> TaskRow | None:
        """The one of an option that was asked for last."""
        query = select(TaskRow).where(*self._of(option_id)).order_by(TaskRow.asked_at.desc(), TaskRow.id).limit(1)
        return self._session.scalars(query).one_or_none()

    def last_done(self, option_id: UUID) -> TaskRow | None:
        """The one of an option that was done last, with its result."""
        query = select(TaskRow).where(*self._of(option_id), TaskRow.state == "done").options(undefer(TaskRow.result))
        return self._session.scalars(query.order_by(TaskRow.ended_at.desc(), TaskRow.id).limit(1)).one_or_none()

    def ask(self, kind: str, option_id: UUID, *, revision: int, digest: str, asked_by: UUID, at: datetime) -> TaskRow:
        """Store a task and put it into the queue, both or neither."""
        id = uuid4()
        task = TaskRow(
            shop_id=self._shop_id,
            id=id,
            kind=kind,
            option_id=option_id,
            revision=revision,
            digest=digest,
            asked_by=asked_by,
            asked_at=at,
            state="queued",
            job_id=hand_in(self._session, self._shop_id, id, behind=self.at_work()),
            attempt=0,
            vanished=0,
            stop_wished=False,
            done=0,
            whole=0,
            why="",
        )
        self._session.add(task)
        self._session.flush()
        return task

    def forget_old(self, option_id: UUID, *, keep: int) -> None:
        """Delete all but the newest of an option's tasks that have ended; the one that was done last always stays."""
        done = self.last_done(option_id)
        ended = select(TaskRow.id).where(*self._of(option_id), TaskRow.state.not_in(AT_WORK))
        if done is not None:
            ended, keep = ended.where(TaskRow.id != done.id), keep - 1
        old = self._session.scalars(ended.order_by(TaskRow.asked_at.desc(), TaskRow.id).offset(keep)).all()
        for id in old:
            self._session.delete(self._session.get_one(TaskRow, (self._shop_id, id)))

    def _of(self, option_id: UUID) -> tuple[Any, ...]:
        return TaskRow.shop_id == self._shop_id, TaskRow.option_id == option_id


class AttemptStore:
    """What one attempt at a task writes. Every write asks that the attempt is still the newest, and tells whether it was."""

    def __init__(self, session: Session, shop_id: UUID, task_id: UUID) -> None:
        self._session = session
        self._mine = (TaskRow.shop_id == shop_id, TaskRow.id == task_id)

    def begin(self, job_id: int, *, at: datetime) -> TaskRow | None:
        """Take it up as the next attempt; None where it has ended, or was handed to somebody else since."""
        query = (
            update(TaskRow)
            .where(*self._mine, TaskRow.state.in_(AT_WORK), TaskRow.job_id == job_id)
            .values(state="running", attempt=TaskRow.attempt + 1, began_at=at, done=0, whole=0)
            .returning(TaskRow)
        )
        return self._session.scalars(query).one_or_none()

    def tell(self, attempt: int, done: int, whole: int) -> bool | None:
        """Write how far it is. True where somebody wishes that it stops; None where the attempt is not the newest any more."""
        query = update(TaskRow).where(*self._current(attempt)).values(done=done, whole=whole).returning(TaskRow.stop_wished)
        return self._session.scalars(query).one_or_none()

    def end(self, attempt: int, state: str, *, at: datetime, why: str = "", result: Mapping[str, Any] | None = None) -> bool:
        """Write how it ended."""
        values = {"state": state, "ended_at": at, "why": why, "result": result}
        if state == "done":
            values["done"] = TaskRow.whole
        return self._written(update(TaskRow).where(*self._current(attempt)).values(values))

    def put_back(self, attempt: int) -> bool:
        """Leave it to whoever takes it up next: the worker is being stopped."""
        return self._written(update(TaskRow).where(*self._current(attempt)).values(state="queued", done=0))

    def _current(self, attempt: int) -> tuple[Any, ...]:
        return *self._mine, TaskRow.state == "running", TaskRow.attempt == attempt

    def _written(self, query: Any) -> bool:
        result = self._session.execute(query)
        assert isinstance(result, CursorResult)
        return result.rowcount == 1


def left_alone(session: Session, job_ids: Sequence[int]) -> Sequence[TaskRow]:
    """Tasks at work that nobody will end: their jobs are among those of vanished workers, or are gone from the queue.

    Locked until the transaction ends; those that somebody else has locked are left to them.
    """
    lost = text("not exists (select 1 from procrastinate_jobs j where j.id = tasks.job_id and j.status in ('todo', 'doing'))")
    query = select(TaskRow).where(TaskRow.state.in_(AT_WORK), or_(TaskRow.job_id.in_(job_ids), lost))
    return session.scalars(query.with_for_update(skip_locked=True)).all()
