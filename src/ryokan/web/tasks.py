"""Work beside the web: asked for and answered with 202, followed by an event stream or by looking again, and stopped."""

from __future__ import annotations

import json
import time
from collections import Counter
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from threading import Lock
from uuid import UUID

from flask import Blueprint, session
from spectree import Response as SpecResponse

from ryokan.operations.accounts import EDITORS, Actor, actor_by_token
from ryokan.operations.errors import Busy, Refused
from ryokan.operations.tasks import ask_for_long_trial, read_task, stop_task
from ryokan.store.database import DatabaseUnavailable, transaction
from ryokan.store.models import TaskRow
from ryokan.web.context import TOKEN, Context, context, now, signed_in
from ryokan.web.schemas import Problem
from ryokan.web.spec import answers, files, spec
from ryokan.web.task_schemas import TaskAnswer

blueprint = Blueprint("tasks", __name__)

# Of a process' threads, streams may hold so many, and those of one account so many of them; whoever comes then looks again
# every second instead.
STREAMS, STREAMS_OF_ONE = 4, 2
LOOK_EVERY_S = 0.25
BEAT_S = 5.0  # a line that says nothing, by which it is learned that nobody listens any more
LONGEST_S = 60.0  # the browser asks for another then
WAITS_LONG = timedelta(seconds=10)
ENDED = ("done", "stopped", "failed")


class _Places:
    """Places for so many streams, of which nobody holds more than some."""

    def __init__(self, most: int, of_one: int) -> None:
        self._most, self._of_one = most, of_one
        self._held: Counter[UUID] = Counter()
        self._lock = Lock()

    def take(self, who: UUID) -> bool:
        """Whether there was one."""
        with self._lock:
            free = self._held.total() < self._most and self._held[who] < self._of_one
            self._held[who] += int(free)
            return free

    def give_back(self, who: UUID) -> None:
        with self._lock:
            self._held[who] -= 1
            if not self._held[who]:
                del self._held[who]


_streams = _Places(STREAMS, STREAMS_OF_ONE)


@blueprint.post("/options/<uuid:option_id>/trial/long")
@spec.validate(
    resp=SpecResponse(
        HTTP_200=TaskAnswer, HTTP_202=TaskAnswer, **{f"HTTP_{code}": Problem for code in (401, 404, 409, 422, 503)}
    )
)
def ask(option_id: UUID) -> tuple[TaskAnswer, int]:
    """Have a thousand years worked out: 202 while they are, 200 where they are there already."""
    with signed_in() as (opened, actor):
        task = ask_for_long_trial(opened, actor, option_id, now=now())
    return task_answer(task, actor, now()), 200 if task.state == "done" else 202


@blueprint.get("/tasks/<uuid:task_id>")
@spec.validate(resp=answers(TaskAnswer, 404))
def read(task_id: UUID) -> TaskAnswer:
    """How far a task is."""
    with signed_in() as (opened, actor):
        return task_answer(read_task(opened, actor, task_id), actor, now())


@blueprint.post("/tasks/<uuid:task_id>/stop")
@spec.validate(resp=answers(TaskAnswer, 403, 404))
def stop(task_id: UUID) -> TaskAnswer:
    """Stop a task. One that has ended stays as it is."""
    with signed_in() as (opened, actor):
        return task_answer(stop_task(opened, actor, task_id, now=now()), actor, now())


@blueprint.get("/tasks/<uuid:task_id>/events")
@spec.validate(resp=files(404), skip_validation=True)
def follow(task_id: UUID) -> tuple[Iterator[bytes], int, dict[str, str]]:
    """The same as server-sent events, each the task as :func:`read` answers it, until it has ended."""
    with signed_in() as (opened, actor):
        read_task(opened, actor, task_id)
    if not _streams.take(actor.user_id):
        raise Busy("As many are listening as can. Look again in a second instead.")
    headers = {
        "Content-Type": "text/event-stream",
        "Cache-Control": "no-store",
        "X-Accel-Buffering": "no",  # proxies that gather answers let this one through as it comes
    }
    # Not a response of Flask's: the validation of answers would read all of that before it begins.
    return _Events(context(), session[TOKEN], actor.user_id, task_id), 200, headers


class _Events(Iterator[bytes]):
    """Looks at a task a few times a second, and tells when it has changed. Whoever is sent away meanwhile is told no more.

    It holds one of the process' streams until it is closed, whether or not anybody has begun to read.
    """

    def __init__(self, of: Context, token: str, who: UUID, task_id: UUID, sleep: Callable[[float], None] = time.sleep) -> None:
        self._of, self._token, self._who, self._task_id, self._sleep = of, token, who, task_id, sleep
        self._until = time.monotonic() + LONGEST_S
        self._last, self._told_at, self._open = b"", 0.0, True
        self._held = True

    def __next__(self) -> bytes:
        while self._open and time.monotonic() < self._until:
            line = self._look()
            if line is None:
                break
            if line != self._last or time.monotonic() - self._told_at > BEAT_S:
                beat, self._last, self._told_at = line == self._last, line, time.monotonic()
                if not self._open:
                    self.close()  # there is nothing more to be told
                return b": still at it\n\n" if beat else b"data: " + line + b"\n\n"
            self._sleep(LOOK_EVERY_S)
        self.close()
        raise StopIteration

    def _look(self) -> bytes | None:
        try:
            with transaction(self._of.engine) as opened:
                at = self._of.clock()
                actor = actor_by_token(opened, self._token, at)
                if actor is None:
                    return None
                found = task_answer(read_task(opened, actor, self._task_id), actor, at)
        except (Refused, DatabaseUnavailable):
            return None
        self._open = found.state not in ENDED
        return json.dumps(found.model_dump(mode="json"), ensure_ascii=False).encode()

    def close(self) -> None:
        """Let go of the stream; called by the server when the answer has ended, or nobody listens any more."""
        self._open = False
        if self._held:
            self._held = False
            _streams.give_back(self._who)


def task_answer(task: TaskRow, actor: Actor, at: datetime) -> TaskAnswer:
    """A task as the interface gets it."""
    at_work = task.state in ("queued", "running")
    return TaskAnswer.model_validate(
        {
            "id": task.id,
            "option_id": task.option_id,
            "revision": task.revision,
            "state": task.state,
            "done_frac": 1.0 if task.state == "done" else task.done / task.whole if task.whole else 0.0,
            "stopping": task.state == "running" and task.stop_wished,
            "nobody_at_it": task.state == "queued" and at - task.asked_at > WAITS_LONG,
            "may_stop": at_work and (actor.role in EDITORS or task.asked_by == actor.user_id),
            "why": task.why,
        }
    )
