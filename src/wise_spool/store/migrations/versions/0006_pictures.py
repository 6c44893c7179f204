"""Pictures beside the log, and a log that can be read by day."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    """Make the table and the index."""
    op.create_table(
        "picture",
        sa.Column("file", sa.String(), primary_key=True),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        sa.Column("thumb", sa.LargeBinary(), nullable=False),
        sa.Column("kept_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_index("ix_log_entry_at", "log_entry", ["at", "id"])
    op.execute("CREATE INDEX ix_log_entry_strikes ON log_entry (build_id) WHERE entry ? 'strikes'")
    op.execute("CREATE EXTENSION IF NOT EXISTS pg_trgm")
    op.execute(
        "CREATE INDEX ix_log_entry_words ON log_entry USING gin ((entry::text) gin_trgm_ops)"
    )


def downgrade() -> None:
    """Drop both again."""
    for index in ("ix_log_entry_words", "ix_log_entry_strikes", "ix_log_entry_at"):
        op.drop_index(index, "log_entry")
    op.drop_table("picture")
