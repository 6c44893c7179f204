"""The shop: what is known of an item beside what it is, people, and papers that were sent."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    """Make the column and the tables."""
    op.add_column(
        "shelf_item", sa.Column("card", JSONB, nullable=False, server_default=sa.text("'{}'"))
    )
    op.add_column("shelf_item", sa.Column("said", sa.String(), nullable=False, server_default=""))
    op.execute("UPDATE shelf_item SET said = lower(name)")
    op.create_table(
        "person",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("person", JSONB, nullable=False),
        sa.Column("changed_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_table(
        "paper",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id"), nullable=False, index=True),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False, unique=True),
        sa.Column("paper", JSONB, nullable=False),
        sa.Column("pdf", sa.LargeBinary(), nullable=False),
        sa.Column("sent_at", sa.DateTime(timezone=True), nullable=False),
    )


def downgrade() -> None:
    """Drop them again."""
    op.drop_table("paper")
    op.drop_table("person")
    op.drop_column("shelf_item", "said")
    op.drop_column("shelf_item", "card")
