"""Work beside the web: tasks, and the tables of the queue that hands them out"""

from __future__ import annotations

import hashlib
from importlib import resources

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None

# procrastinate brings its tables with it, under names of its own. This is the schema of its versions 3.4 to 3.10.
QUEUE_SCHEMA_SHA256 = "c70ec4b400a60ad9592787653aae5ae77ae41bf801d56b5bd2712751a07f2009"


def upgrade() -> None:
    schema = (resources.files("procrastinate.sql") / "schema.sql").read_bytes()
    if hashlib.sha256(schema).hexdigest() != QUEUE_SCHEMA_SHA256:
        raise RuntimeError("The queue's schema is not that of procrastinate 3.10, which this migration was written for.")
    driver = op.get_bind().connection.driver_connection
    assert driver is not None
    driver.execute(schema)  # many statements at once, which SQLAlchemy does not send
    op.create_table(
        "tasks",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(length=40), nullable=False),
        sa.Column("option_id", sa.Uuid(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("asked_by", sa.Uuid(), nullable=False),
        sa.Column("asked_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("state", sa.String(length=10), nullable=False),
        sa.Column("job_id", sa.BigInteger(), nullable=False),
        sa.Column("attempt", sa.Integer(), server_default="0", nullable=False),
        sa.Column("vanished", sa.Integer(), server_default="0", nullable=False),
        sa.Column("stop_wished", sa.Boolean(), server_default="false", nullable=False),
        sa.Column("done", sa.Integer(), server_default="0", nullable=False),
        sa.Column("whole", sa.Integer(), server_default="0", nullable=False),
        sa.Column("began_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("ended_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("why", sa.String(length=400), server_default="", nullable=False),
        sa.Column("result", postgresql.JSONB(), nullable=True),
        sa.ForeignKeyConstraint(["shop_id"], ["shops.id"]),
        sa.ForeignKeyConstraint(["shop_id", "option_id"], ["options.shop_id", "options.id"]),
        sa.ForeignKeyConstraint(["shop_id", "asked_by"], ["users.shop_id", "users.id"]),
        sa.CheckConstraint("state in ('queued', 'running', 'done', 'stopped', 'failed')", name="tasks_state"),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_index("tasks_of_option", "tasks", ["shop_id", "option_id", "asked_at"])
    at_work = sa.text("state in ('queued', 'running')")
    once = sa.text("state in ('queued', 'running', 'done')")
    op.create_index("tasks_once", "tasks", ["shop_id", "option_id", "digest"], unique=True, postgresql_where=once)
    op.create_index("tasks_at_work", "tasks", ["state"], postgresql_where=at_work)


def downgrade() -> None:
    # Nothing that anybody typed is in these tables: what they hold is worked out again from the rigs.
    op.drop_table("tasks")
    found = op.get_bind().execute(
        sa.text("select tablename from pg_tables where schemaname = current_schema() and tablename like 'procrastinate\\_%'")
    )
    for table in found.scalars().all():
        op.execute(f'drop table "{table}" cascade')
    functions = op.get_bind().execute(
        sa.text(
            "select oid::regprocedure from pg_proc where proname like 'procrastinate\\_%' "
            "and pronamespace = current_schema()::regnamespace"
        )
    )
    for function in functions.scalars().all():
        op.execute(f"drop function {function}")
    types = op.get_bind().execute(
        sa.text(
            "select typname from pg_type where typname like 'procrastinate\\_%' and typtype in ('e', 'c') "
            "and typnamespace = current_schema()::regnamespace"
        )
    )
    for name in types.scalars().all():
        op.execute(f'drop type "{name}"')
