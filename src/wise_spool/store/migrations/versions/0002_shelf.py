"""The shelf."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    """Make its table."""
    moment = sa.DateTime(timezone=True)
    op.create_table(
        "shelf_item",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("kind", sa.String(), nullable=False, index=True),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("item", postgresql.JSONB(), nullable=False),
        sa.Column("stock", sa.Integer(), nullable=False),
        sa.Column("changed_at", moment, nullable=False),
        sa.Column("put_away_at", moment),
    )


def downgrade() -> None:
    """Drop it again."""
    op.drop_table("shelf_item")
