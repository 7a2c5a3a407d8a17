"""Work beside the web: asking for it, looking how far it is, stopping it, and doing it."""

from __future__ import annotations

import logging
import secrets
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from sqlalchemy import Engine
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from ryokan.core.errors import NoAnswer
from ryokan.core.rig import Rig
from ryokan.core.trial.long import LongAnswer, as_json, digest_of, from_json, long_answer
from ryokan.core.trial.run import LONG_YEARS
from ryokan.core.trial.system import Stopped
from ryokan.operations.accounts import EDITORS, Actor
from ryokan.operations.documents import document_of
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere, Unacceptable
from ryokan.operations.parts import parts_book
from ryokan.operations.reports import work_out_anew
from ryokan.operations.rigs import Worked, work_out
from ryokan.operations.systems import reports_beside, reports_beside_of
from ryokan.store.database import DatabaseUnavailable, transaction
from ryokan.store.jobs import JobStore
from ryokan.store.models import TaskRow
from ryokan.store.queue import hand_in, take_out
from ryokan.store.scope import ShopScope
from ryokan.store.tasks import AttemptStore, TaskStore, left_alone

log = logging.getLogger(__name__)

LONG_TRIAL = "long_trial"
MOST_AT_WORK = 6  # of a shop: a worker is at one at a time, and others wait behind
KEPT = 8  # ended tasks of an option
TELL_EVERY_S = 0.2  # so often progress is written and a wish to stop is heard
MOST_VANISHED = 3  # a task at which so many workers were lost is given up: it may be what ends them

VANISHED = "The worker that was at it ended, three times over. Whoever runs this server finds why in its log."
MOVED_ON = "Another system of the job, out of whose bank something comes, was changed meanwhile. Run it again."


# -- Asking and looking


def ask_for_long_trial(session: Session, actor: Actor, option_id: UUID, *, now: datetime) -> TaskRow:
    """Have a thousand years of an option at its newest revision worked out, unless they are there already or at work.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    Unacceptable
        There is nothing to run.
    NotPossible
        As many tasks of the shop wait as may.
    """
    worked = work_out(session, actor, option_id)
    try:
        digest = digest_of(worked.report, reports_beside(session, actor, worked.option, worked.rig))
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    store = TaskStore(session, actor.scope)
    found = store.of_digest(option_id, digest)
    if found is not None:
        return found
    if store.at_work() >= MOST_AT_WORK:
        raise NotPossible(f"{MOST_AT_WORK} tasks of the shop are waiting already. Wait for one of them, or stop it.")
    try:
        with session.begin_nested():
            return store.ask(
                LONG_TRIAL, option_id, revision=worked.revision.number, digest=digest, asked_by=actor.user_id, at=now
            )
    except IntegrityError:  # somebody has asked in the same moment
        found = store.of_digest(option_id, digest)
        if found is None:
            raise
        return found


def read_task(session: Session, actor: Actor, task_id: UUID) -> TaskRow:
    """A task of the shop.

    Raises
    ------
    NotThere
        No such task in the actor's shop.
    """
    return _there(TaskStore(session, actor.scope).task(task_id))


def stop_task(session: Session, actor: Actor, task_id: UUID, *, now: datetime) -> TaskRow:
    """Stop a task: at once where it waits, within a moment where somebody is at it. One that has ended stays as it is.

    Raises
    ------
    NotThere
        No such task in the actor's shop.
    NotAllowed
        Somebody else has asked for it, and the role only reads.
    """
    task = _there(TaskStore(session, actor.scope).task(task_id, locked=True))
    if actor.role not in EDITORS and task.asked_by != actor.user_id:
        raise NotAllowed("Somebody else has asked for this. Ask them, or the owner of the shop.")
    if task.state == "queued":
        task.state, task.ended_at = "stopped", now
        take_out(session, task.job_id)
        session.flush()
        TaskStore(session, actor.scope).forget_old(task.option_id, keep=KEPT)
    elif task.state == "running":
        task.stop_wished = True
    session.flush()
    return task


def _there(task: TaskRow | None) -> TaskRow:
    if task is None:
        raise NotThere("There is no such task.")
    return task


@dataclass(frozen=True, slots=True)
class LongTrialOf:
    """What there is of long trials of an option.

    ``answer`` is the last that was done, ``rig`` the one that it was asked of; ``is_current`` tells whether it is that of the
    rig as it is. ``task`` is what was asked for last, where it is at work or came to nothing.
    """

    task: TaskRow | None = None
    answer: LongAnswer | None = None
    revision: int | None = None
    is_current: bool = False


def long_trial_of(session: Session, actor: Actor, worked: Worked, digest: str | None) -> LongTrialOf:
    """The long trial of an option with what it is now: ``digest`` is of that, None where there is nothing to run."""
    store = TaskStore(session, actor.scope)
    newest = store.newest(worked.option.id)
    if newest is None:
        return LongTrialOf()
    done = None if digest is None else store.of_digest(worked.option.id, digest)
    if done is None or done.state != "done":
        done = store.last_done(worked.option.id)
    task = None if newest.state == "done" else newest
    if done is None or done.result is None:
        return LongTrialOf(task)
    return LongTrialOf(task, from_json(done.result), done.revision, is_current=done.digest == digest)


# -- Doing


def work_on(
    engine: Engine, shop_id: UUID, task_id: UUID, job_id: int, *, clock: Callable[[], datetime], leaving: Callable[[], bool]
) -> bool:
    """Do a task that the queue has handed out, unless it was stopped or handed to somebody else meanwhile.

    Returns whether it was left to somebody else because ``leaving`` told that this worker is to end.
    """
    with transaction(engine) as session:
        task = AttemptStore(session, shop_id, task_id).begin(job_id, at=clock())
        if task is None:
            return False
        attempt, option_id, number, wished = task.attempt, task.option_id, task.revision, task.stop_wished
        digest = task.digest
    try:
        if wished:
            raise Stopped
        answer = _work_out_long(engine, shop_id, option_id, number, _Teller(engine, shop_id, task_id, attempt, leaving))
        end, why, result = ("done", "", as_json(answer)) if answer.digest == digest else ("failed", MOVED_ON, None)
    except _Superseded:
        return False
    except _Leaving:
        with transaction(engine) as session:
            return AttemptStore(session, shop_id, task_id).put_back(attempt)
    except Stopped:
        end, why, result = "stopped", "", None
    except NoAnswer as error:  # the rig could be run when it was asked of; this program has changed since
        end, why, result = "failed", str(error), None
    except DatabaseUnavailable:
        raise  # left alone, and taken up again
    except Exception as error:  # whatever it is, it is told, and no other task waits for it
        incident = secrets.token_hex(4)
        log.exception("incident", exc_info=error, extra={"data": {"incident": incident, "task": LONG_TRIAL}})
        end, why, result = "failed", f"Something went wrong here. Incident {incident} stands in the server's log.", None
    with transaction(engine) as session:
        AttemptStore(session, shop_id, task_id).end(attempt, end, at=clock(), why=why, result=result)
        TaskStore(session, ShopScope(shop_id)).forget_old(option_id, keep=KEPT)
    return False


def take_up(engine: Engine, stalled_job_ids: Sequence[int], *, clock: Callable[[], datetime]) -> int:
    """Hand out again what nobody will end: tasks of workers that have vanished, or that the queue has lost. How many.

    Each goes into the queue as a job of its own: should the worker still be alive, it ends a job that nobody waits for, and
    writes nothing, since its attempt is not the newest.
    """
    with transaction(engine) as session:
        found = left_alone(session, list(stalled_job_ids))
        for task in found:
            take_out(session, task.job_id)
            vanished = task.state == "running"
            task.vanished += int(vanished)
            if task.stop_wished:
                task.state, task.ended_at = "stopped", clock()
            elif task.vanished >= MOST_VANISHED:
                task.state, task.ended_at, task.why = "failed", clock(), VANISHED
            else:
                task.job_id = hand_in(session, task.shop_id, task.id)
            if vanished:
                task.attempt += 1  # from now on the one that has vanished writes no more
                log.warning("a worker has vanished", extra={"data": {"task": task.kind, "state": task.state}})
        session.flush()
        for shop_id, option_id in {(task.shop_id, task.option_id) for task in found}:
            TaskStore(session, ShopScope(shop_id)).forget_old(option_id, keep=KEPT)
        for job_id in stalled_job_ids:  # also those whose task had ended, or that were no task
            take_out(session, job_id)
        return len(found)


class _Superseded(Exception):
    """Somebody else is at this task by now."""


class _Leaving(Exception):
    """This worker is to end."""


class _Teller:
    """Writes how far an attempt is, a few times a second, and hears whether it shall go on."""

    def __init__(self, engine: Engine, shop_id: UUID, task_id: UUID, attempt: int, leaving: Callable[[], bool]) -> None:
        self._engine, self._of, self._attempt, self._leaving = engine, (shop_id, task_id), attempt, leaving
        self._told_at = 0.0

    def __call__(self, done: int, whole: int) -> bool:
        if self._leaving():
            raise _Leaving
        if (now := time.monotonic()) - self._told_at < TELL_EVERY_S:
            return True
        self._told_at = now
        with transaction(self._engine) as session:
            wished = AttemptStore(session, *self._of).tell(self._attempt, done, whole)
        if wished is None:
            raise _Superseded
        return not wished


def _work_out_long(engine: Engine, shop_id: UUID, option_id: UUID, number: int, tell: _Teller) -> LongAnswer:
    scope = ShopScope(shop_id)
    with transaction(engine) as session:
        document = document_of(JobStore(session, scope).revision(option_id, number))
        reading = work_out_anew(document, Rig.model_validate(document), parts_book(session, scope))
        beside = reports_beside_of(session, scope, option_id, reading.rig)
    return long_answer(reading.report, beside=beside, years=LONG_YEARS, tell=tell)
