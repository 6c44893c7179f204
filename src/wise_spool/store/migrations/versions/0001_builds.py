"""Builds and their revisions."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0001"
down_revision = None


def upgrade() -> None:
    """Make the two tables."""
    moment = sa.DateTime(timezone=True)
    op.create_table(
        "build",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("redo", postgresql.JSONB(), nullable=False),
        sa.Column("made_at", moment, nullable=False),
        sa.Column("changed_at", moment, nullable=False),
        sa.Column("put_away_at", moment),
    )
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id"), nullable=False, index=True),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("parent", sa.Integer()),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("kept_aside", sa.Boolean(), nullable=False),
        sa.Column("made_at", moment, nullable=False),
        sa.Column("document", postgresql.JSONB(), nullable=False),
        sa.UniqueConstraint("build_id", "number"),
    )


def downgrade() -> None:
    """Drop them again."""
    op.drop_table("revision")
    op.drop_table("build")
