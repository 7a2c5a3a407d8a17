"""Parts, drafts, comments, people"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

from ryokan.store.migrations.keeping import refuse_to_drop

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "parts",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(length=40), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("withdrawn_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_table(
        "invitations",
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("email", sa.String(length=200), nullable=False),
        sa.Column("role", sa.String(length=20), nullable=False),
        sa.Column("invited_by", sa.Uuid(), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "invited_by"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("token_hash"),
    )
    op.create_table(
        "part_revisions",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("part_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("reference", sa.String(length=40), nullable=False),
        sa.Column("document", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("author_id", sa.Uuid(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "author_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "part_id"],
            ["parts.shop_id", "parts.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "part_id", "number"),
    )
    op.create_index("part_revisions_by_reference", "part_revisions", ["shop_id", "reference"], unique=False)
    op.create_table(
        "source_checks",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("source_id", sa.String(length=60), nullable=False),
        sa.Column("edition", sa.String(length=120), nullable=False),
        sa.Column("checked_on", sa.Date(), nullable=False),
        sa.Column("checked_by", sa.Uuid(), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "checked_by"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id"],
            ["shops.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "source_id"),
    )
    op.create_table(
        "comments",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("option_id", sa.Uuid(), nullable=False),
        sa.Column("pin", sa.String(length=80), nullable=False),
        sa.Column("text", sa.String(length=2000), nullable=False),
        sa.Column("author_id", sa.Uuid(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("resolved_by", sa.Uuid(), nullable=True),
        sa.Column("resolved_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["shop_id", "author_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "option_id"],
            ["options.shop_id", "options.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "resolved_by"],
            ["users.shop_id", "users.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.create_index("comments_of_option", "comments", ["shop_id", "option_id", "at"], unique=False)
    op.create_table(
        "drafts",
        sa.Column("shop_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("option_id", sa.Uuid(), nullable=False),
        sa.Column("author_id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.String(length=200), nullable=False),
        sa.Column("why", sa.String(length=400), nullable=False),
        sa.Column("patch", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("edit_id", sa.String(length=60), nullable=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(
            ["shop_id", "author_id"],
            ["users.shop_id", "users.id"],
        ),
        sa.ForeignKeyConstraint(
            ["shop_id", "option_id"],
            ["options.shop_id", "options.id"],
        ),
        sa.PrimaryKeyConstraint("shop_id", "id"),
    )
    op.add_column("jobs", sa.Column("notes", sa.String(length=8000), server_default="", nullable=False))
    op.add_column("revisions", sa.Column("gesture", sa.String(length=60), nullable=True))
    op.add_column("shops", sa.Column("defaults", postgresql.JSONB(astext_type=sa.Text()), server_default="{}", nullable=False))
    op.add_column("users", sa.Column("units", sa.String(length=10), server_default="metric", nullable=False))
    op.create_check_constraint("users_units", "users", "units in ('metric', 'us')")
    op.add_column("users", sa.Column("left_at", sa.DateTime(timezone=True), nullable=True))


def downgrade() -> None:
    refuse_to_drop(
        ["drafts", "comments", "source_checks", "part_revisions", "invitations", "parts"],
        {
            "users.left_at": "null",
            "users.units": "'metric'",
            "shops.defaults": "'{}'::jsonb",
            "revisions.gesture": "null",
            "jobs.notes": "''",
        },
    )
    op.drop_constraint("users_units", "users")
    op.drop_column("users", "left_at")
    op.drop_column("users", "units")
    op.drop_column("shops", "defaults")
    op.drop_column("revisions", "gesture")
    op.drop_column("jobs", "notes")
    op.drop_table("drafts")
    op.drop_index("comments_of_option", table_name="comments")
    op.drop_table("comments")
    op.drop_table("source_checks")
    op.drop_index("part_revisions_by_reference", table_name="part_revisions")
    op.drop_table("part_revisions")
    op.drop_table("invitations")
    op.drop_table("parts")
