"""Trainer rounds."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    """Make their table."""
    moment = sa.DateTime(timezone=True)
    op.create_table(
        "trainer_round",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("level", sa.Integer(), nullable=False),
        sa.Column("seed", sa.BigInteger(), nullable=False),
        sa.Column("points", sa.Integer()),
        sa.Column("error_deg", sa.Float()),
        sa.Column("made_at", moment, nullable=False),
        sa.Column("answered_at", moment),
    )


def downgrade() -> None:
    """Drop it again."""
    op.drop_table("trainer_round")
