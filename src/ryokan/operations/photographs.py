"""Photographs of what is there: added, called by a caption, looked at, thrown away."""

from __future__ import annotations

import re
from collections.abc import Sequence
from datetime import datetime
from typing import Literal, TypeAlias
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.documents.photograph import UnreadablePhotograph, read_photograph
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere, Unacceptable
from ryokan.store.jobs import JobStore
from ryokan.store.models import PhotographRow
from ryokan.store.photographs import PhotographStore

MAX_PHOTOGRAPHS = 80
PIN = re.compile(r"vehicle|(item|compartment):[a-z0-9][a-z0-9-]{0,39}")
PHOTOGRAPHERS = ("owner", "designer", "fitter")  # whoever stands before the vehicle

Which: TypeAlias = Literal["whole", "small"]


def photographs(session: Session, actor: Actor, job_id: UUID) -> Sequence[PhotographRow]:
    """Photographs of a job, oldest first.

    Raises
    ------
    NotThere
        No such job in the actor's shop.
    """
    if JobStore(session, actor.scope).job(job_id) is None:
        raise NotThere("There is no such job.")
    return PhotographStore(session, actor.scope).of_job(job_id)


def add_photograph(
    session: Session, actor: Actor, job_id: UUID, content: bytes, *, pin: str, id: UUID | None = None, now: datetime
) -> Sequence[PhotographRow]:
    """Keep a photograph with a job, pinned to what it shows: the vehicle, a found item, a compartment.

    One that is there already under its ``id`` is not kept twice: the answer to the first was lost.

    Raises
    ------
    NotThere, NotAllowed
        No such job in the actor's shop; a viewer only reads.
    Unacceptable
        The file is no photograph, or the pin no place.
    NotPossible
        The job has as many as it can have.
    """
    _require_photographer(actor)
    if not JobStore(session, actor.scope).lock_job(job_id):
        raise NotThere("There is no such job.")
    if not PIN.fullmatch(pin):
        raise Unacceptable("A photograph is pinned to the vehicle, to something found or to a compartment.")
    store = PhotographStore(session, actor.scope)
    there = None if id is None else store.photograph(id)
    if there is not None:
        if there.job_id != job_id:
            raise Unacceptable("Another job has a photograph of that id.")
        return store.of_job(job_id)
    if store.count(job_id) >= MAX_PHOTOGRAPHS:
        raise NotPossible(f"A job keeps at most {MAX_PHOTOGRAPHS} photographs. Throw one away first.")
    try:
        read = read_photograph(content)
    except UnreadablePhotograph as error:
        raise Unacceptable(str(error)) from error
    store.add(
        job_id, id=id or uuid4(), pin=pin, size_px=(read.width_px, read.height_px), jpeg=read.jpeg, small_jpeg=read.small_jpeg,
        author_id=actor.user_id, at=now,
    )  # fmt: skip
    return store.of_job(job_id)


def picture(session: Session, actor: Actor, photograph_id: UUID, which: Which) -> bytes:
    """The JPEG of a photograph. Raises NotThere where there is none in the actor's shop."""
    row = _photograph(session, actor, photograph_id)
    return row.jpeg if which == "whole" else row.small_jpeg


def caption(session: Session, actor: Actor, photograph_id: UUID, text: str) -> Sequence[PhotographRow]:
    """Say what a photograph shows. Raises NotThere, NotAllowed as :func:`throw_away` does."""
    _require_photographer(actor)
    row = _photograph(session, actor, photograph_id)
    row.caption = text
    session.flush()
    return photographs(session, actor, row.job_id)


def throw_away(session: Session, actor: Actor, photograph_id: UUID) -> Sequence[PhotographRow]:
    """Throw a photograph away for good.

    Raises
    ------
    NotThere, NotAllowed
        No such photograph in the actor's shop; a viewer only reads.
    """
    _require_photographer(actor)
    row = _photograph(session, actor, photograph_id)
    job_id = row.job_id
    PhotographStore(session, actor.scope).remove(row)
    return photographs(session, actor, job_id)


def _photograph(session: Session, actor: Actor, photograph_id: UUID) -> PhotographRow:
    row = PhotographStore(session, actor.scope).photograph(photograph_id)
    if row is None:
        raise NotThere("There is no such photograph.")
    return row


def _require_photographer(actor: Actor) -> None:
    if actor.role not in PHOTOGRAPHERS:
        raise NotAllowed(f"A {actor.role} can look but not add photographs. Ask the owner of the shop.")
