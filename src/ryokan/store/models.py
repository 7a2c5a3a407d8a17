"""The tables. Every row belongs to a shop, and the shop is part of every primary and foreign key."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any
from uuid import UUID

from sqlalchemy import (
    BigInteger,
    CheckConstraint,
    DateTime,
    ForeignKey,
    ForeignKeyConstraint,
    Index,
    String,
    UniqueConstraint,
    text,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

ROLES = ("owner", "designer", "fitter", "viewer")
STAGES = ("survey", "plan", "quoted", "building", "in_use")  # of a job
REVISION_KINDS = ("edit", "undo", "redo")
UNIT_SYSTEMS = ("metric", "us")
TASK_STATES = ("queued", "running", "done", "stopped", "failed")


class Base(DeclarativeBase):
    """Base of all tables."""


class ShopRow(Base):
    """A workshop: the tenant of everything else."""

    __tablename__ = "shops"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    defaults: Mapped[dict[str, Any]] = mapped_column(JSONB, server_default="{}")  # copied into each new rig


class UserRow(Base):
    """Somebody who signs in. Addresses are unique over all shops, since sign-in does not name a shop."""

    __tablename__ = "users"
    __table_args__ = (
        CheckConstraint(f"role in {ROLES}", name="users_role"),
        CheckConstraint(f"units in {UNIT_SYSTEMS}", name="users_units"),
        UniqueConstraint("email"),
    )

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    email: Mapped[str] = mapped_column(String(200))
    name: Mapped[str] = mapped_column(String(120))
    role: Mapped[str] = mapped_column(String(20))
    password_hash: Mapped[str] = mapped_column(String(200))
    caution_read_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    units: Mapped[str] = mapped_column(String(10), server_default="metric")
    left_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))  # signs in no more; revisions keep the name


class InvitationRow(Base):
    """A place in a shop that waits to be taken. The link carries a token, the table only its hash."""

    __tablename__ = "invitations"
    __table_args__ = (ForeignKeyConstraint(["shop_id", "invited_by"], ["users.shop_id", "users.id"]),)

    token_hash: Mapped[str] = mapped_column(String(64), primary_key=True)
    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"))
    email: Mapped[str] = mapped_column(String(200))
    role: Mapped[str] = mapped_column(String(20))
    invited_by: Mapped[UUID] = mapped_column()
    expires_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class SignInRow(Base):
    """One signed-in browser. The cookie carries a token, the table only its hash."""

    __tablename__ = "sign_ins"
    __table_args__ = (ForeignKeyConstraint(["shop_id", "user_id"], ["users.shop_id", "users.id"]),)

    token_hash: Mapped[str] = mapped_column(String(64), primary_key=True)
    shop_id: Mapped[UUID] = mapped_column()
    user_id: Mapped[UUID] = mapped_column()
    expires_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class KnownDeviceRow(Base):
    """A browser on which a person has signed in. It carries a token, the table only its hash."""

    __tablename__ = "known_devices"
    __table_args__ = (ForeignKeyConstraint(["shop_id", "user_id"], ["users.shop_id", "users.id"]),)

    token_hash: Mapped[str] = mapped_column(String(64), primary_key=True)
    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    user_id: Mapped[UUID] = mapped_column(primary_key=True)
    failures: Mapped[int] = mapped_column()
    expires_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class SignInAttemptRow(Base):
    """One attempt, so that all web processes agree when to slow down. Holds a hash of what is counted: account, network."""

    __tablename__ = "sign_in_attempts"
    __table_args__ = (Index("sign_in_attempts_recent", "of_hash", "at"),)

    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    of_hash: Mapped[str] = mapped_column(String(64))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class CustomerRow(Base):
    """Whom a job is for."""

    __tablename__ = "customers"

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))


class JobRow(Base):
    """One job: a vehicle of a customer, with one or more options of a rig."""

    __tablename__ = "jobs"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "customer_id"], ["customers.shop_id", "customers.id"]),
        CheckConstraint(f"stage in {STAGES}", name="jobs_stage"),
    )

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    customer_id: Mapped[UUID] = mapped_column()
    title: Mapped[str] = mapped_column(String(120))
    notes: Mapped[str] = mapped_column(String(8000), server_default="")
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    stage: Mapped[str | None] = mapped_column(String(10))  # null where nobody has said it
    wished_for: Mapped[date | None] = mapped_column()
    archived_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class OptionRow(Base):
    """One option of a job's rig; ``head`` is the number of its newest revision. A removed one is kept, to be brought back."""

    __tablename__ = "options"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "job_id"], ["jobs.shop_id", "jobs.id"]),
        Index("options_of_job", "shop_id", "job_id", "position"),
    )

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    job_id: Mapped[UUID] = mapped_column()
    system: Mapped[str] = mapped_column(String(60), server_default="")  # of several in a job; empty where there is one
    name: Mapped[str] = mapped_column(String(60))
    position: Mapped[int] = mapped_column()
    head: Mapped[int] = mapped_column()
    removed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class RevisionRow(Base):
    """One accepted edit: the whole document after it, the patch that made it and the patch that reverses it."""

    __tablename__ = "revisions"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "option_id"], ["options.shop_id", "options.id"]),
        ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),
        CheckConstraint(f"kind in {REVISION_KINDS}", name="revisions_kind"),
    )

    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    option_id: Mapped[UUID] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    schema_version: Mapped[int] = mapped_column()
    kind: Mapped[str] = mapped_column(String(10))
    about: Mapped[int | None] = mapped_column()  # what an undo or a redo speaks of, or the edit that this one goes on with
    sentence: Mapped[str] = mapped_column(String(200))
    patch: Mapped[list[dict[str, Any]]] = mapped_column(JSONB)
    inverse: Mapped[list[dict[str, Any]]] = mapped_column(JSONB)
    edit_id: Mapped[str | None] = mapped_column(String(60))  # given by the browser, so that a repeated send is one edit
    gesture: Mapped[str | None] = mapped_column(String(60))  # given by the browser to all edits of one drag
    author_id: Mapped[UUID] = mapped_column()
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class DraftRow(Base):
    """An edit that lost against somebody else's: kept by name until its author takes it up or throws it away."""

    __tablename__ = "drafts"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "option_id"], ["options.shop_id", "options.id"]),
        ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),
    )

    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    option_id: Mapped[UUID] = mapped_column()
    author_id: Mapped[UUID] = mapped_column()
    name: Mapped[str] = mapped_column(String(200))
    why: Mapped[str] = mapped_column(String(400))
    patch: Mapped[list[dict[str, Any]]] = mapped_column(JSONB)
    schema_version: Mapped[int] = mapped_column()  # of the rig that the patch was made on
    edit_id: Mapped[str | None] = mapped_column(String(60))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class CommentRow(Base):
    """What somebody said about a place of a rig, before the build."""

    __tablename__ = "comments"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "option_id"], ["options.shop_id", "options.id"]),
        ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),
        ForeignKeyConstraint(["shop_id", "resolved_by"], ["users.shop_id", "users.id"]),
        Index("comments_of_option", "shop_id", "option_id", "at"),
    )

    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    option_id: Mapped[UUID] = mapped_column()
    pin: Mapped[str] = mapped_column(String(240))
    text: Mapped[str] = mapped_column(String(2000))
    author_id: Mapped[UUID] = mapped_column()
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    resolved_by: Mapped[UUID | None] = mapped_column()
    resolved_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class PhotographRow(Base):
    """A photograph of what is there, with a small copy for lists. It belongs to the job, so that all options show it."""

    __tablename__ = "photographs"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "job_id"], ["jobs.shop_id", "jobs.id"]),
        ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),
        Index("photographs_of_job", "shop_id", "job_id", "at"),
    )

    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    job_id: Mapped[UUID] = mapped_column()
    pin: Mapped[str] = mapped_column(String(80))
    caption: Mapped[str] = mapped_column(String(200))
    width_px: Mapped[int] = mapped_column()
    height_px: Mapped[int] = mapped_column()
    jpeg: Mapped[bytes] = mapped_column(deferred=True)
    small_jpeg: Mapped[bytes] = mapped_column(deferred=True)
    author_id: Mapped[UUID] = mapped_column()
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class PartRow(Base):
    """One part of the shop's parts book; ``head`` is the number of its newest revision."""

    __tablename__ = "parts"

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(40))
    head: Mapped[int] = mapped_column()
    withdrawn_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class PartRevisionRow(Base):
    """One state of a part, never changed. Rigs refer to it by the hash of its content."""

    __tablename__ = "part_revisions"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "part_id"], ["parts.shop_id", "parts.id"]),
        ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),
        Index("part_revisions_by_reference", "shop_id", "reference"),
    )

    shop_id: Mapped[UUID] = mapped_column(primary_key=True)
    part_id: Mapped[UUID] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    reference: Mapped[str] = mapped_column(String(40))
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    author_id: Mapped[UUID] = mapped_column()
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class LoadSetRow(Base):
    """Loads that the shop keeps by a name: one as a usual load of its own, several as a set."""

    __tablename__ = "load_sets"
    __table_args__ = (ForeignKeyConstraint(["shop_id", "author_id"], ["users.shop_id", "users.id"]),)

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    loads: Mapped[list[dict[str, Any]]] = mapped_column(JSONB)
    author_id: Mapped[UUID] = mapped_column()


class SourceCheckRow(Base):
    """That somebody of the shop compared a source with its printed text."""

    __tablename__ = "source_checks"
    __table_args__ = (ForeignKeyConstraint(["shop_id", "checked_by"], ["users.shop_id", "users.id"]),)

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    source_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    edition: Mapped[str] = mapped_column(String(120))
    checked_on: Mapped[date] = mapped_column()
    checked_by: Mapped[UUID] = mapped_column()


class TaskRow(Base):
    """Work that a worker does for an option beside the web: asked for here, handed out by the queue.

    Who works on it has an ``attempt``, and writes only while that is still the newest: one that was paused and taken for dead
    finds no row to write to. ``job_id`` is what the queue knows it by.
    """

    __tablename__ = "tasks"
    __table_args__ = (
        ForeignKeyConstraint(["shop_id", "option_id"], ["options.shop_id", "options.id"]),
        ForeignKeyConstraint(["shop_id", "asked_by"], ["users.shop_id", "users.id"]),
        CheckConstraint(f"state in {TASK_STATES}", name="tasks_state"),
        Index("tasks_of_option", "shop_id", "option_id", "asked_at"),
        Index(
            "tasks_once",
            "shop_id",
            "option_id",
            "digest",
            unique=True,
            postgresql_where=text("state in ('queued', 'running', 'done')"),
        ),
        Index("tasks_at_work", "state", postgresql_where=text("state in ('queued', 'running')")),
    )

    shop_id: Mapped[UUID] = mapped_column(ForeignKey("shops.id"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(40))
    option_id: Mapped[UUID] = mapped_column()
    revision: Mapped[int] = mapped_column()  # of the option, that it was asked of
    digest: Mapped[str] = mapped_column(String(64))  # of what it reads
    asked_by: Mapped[UUID] = mapped_column()
    asked_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    state: Mapped[str] = mapped_column(String(10))
    job_id: Mapped[int] = mapped_column(BigInteger)
    attempt: Mapped[int] = mapped_column(server_default="0")
    vanished: Mapped[int] = mapped_column(server_default="0")  # how many workers were gone while they were at it
    stop_wished: Mapped[bool] = mapped_column(server_default="false")
    done: Mapped[int] = mapped_column(server_default="0")  # of ``whole``, in the task's own measure
    whole: Mapped[int] = mapped_column(server_default="0")
    began_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    ended_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    why: Mapped[str] = mapped_column(String(400), server_default="")  # it failed
    result: Mapped[dict[str, Any] | None] = mapped_column(JSONB, deferred=True)


Index(
    "revisions_edit_once",
    RevisionRow.shop_id,
    RevisionRow.option_id,
    RevisionRow.edit_id,
    unique=True,
    postgresql_where=RevisionRow.edit_id.is_not(None),
)
