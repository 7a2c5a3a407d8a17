"""Shops, people, jobs and revisions"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "shops",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "sign_in_attempts",
        sa.Column("id", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("email_hash", sa.String(length=64), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("sign_in_attempts_recent", "sign_in_attempts", ["email_hash", "at"], unique=False)
    op.create_table(
        "customers",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_table(
        "users",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("email", sa.String(length=200), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("role", sa.String(length=20), nullable=False),
        sa.Column("password_hash", sa.String(length=200), nullable=False),
        sa.Column("caution_read_at", sa.DateTime(timezone=True), nullable=True),
        sa.CheckConstraint("role in ('owner', 'designer', 'fitter', 'viewer')", name="users_role"),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
        sa.UniqueConstraint("email"),
    )
    op.create_table(
        "jobs",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("customer_id", sa.Uuid(), nullable=False),
        sa.Column("title", sa.String(length=120), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "customer_id"],
            ["customers.shop_id", "customers.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_table(
        "sign_ins",
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "user_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.PrimaryKeyConstraint("token_hash"),
    )
    op.create_table(
        "options",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("job_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.String(length=60), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "job_id"],
            ["jobs.shop_id", "jobs.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_table(
        "revisions",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("option_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("document", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=10), nullable=False),
        sa.Column("about", sa.Integer(), nullable=True),
        sa.Column("sentence", sa.String(length=200), nullable=False),
        sa.Column("patch", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("inverse", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("edit_id", sa.String(length=60), nullable=True),
        sa.Column("author_id", sa.Uuid(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.CheckConstraint("kind in ('edit', 'undo', 'redo')", name="revisions_kind"),
        sa.ForeignKeyConstraint(
            ["shop_id", "author_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "option_id"],
            ["options.shop_id", "options.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "option_id", "number"),
    )
    op.create_index(
        "revisions_edit_once",
        "revisions",
        ["shop_id", "option_id", "edit_id"],
        unique=True,
        postgresql_where=sa.text("edit_id IS NOT NULL"),
    )


def downgrade() -> None:
    refuse_to_drop(["shops", "users", "customers", "jobs", "options", "revisions", "sign_ins", "sign_in_attempts"])
    op.drop_index("revisions_edit_once", table_name="revisions", postgresql_where=sa.text("edit_id IS NOT NULL"))
    op.drop_table("revisions")
    op.drop_table("options")
    op.drop_table("sign_ins")
    op.drop_table("jobs")
    op.drop_table("users")
    op.drop_table("customers")
    op.drop_index("sign_in_attempts_recent", table_name="sign_in_attempts")
    op.drop_table("sign_in_attempts")
    op.drop_table("shops")
