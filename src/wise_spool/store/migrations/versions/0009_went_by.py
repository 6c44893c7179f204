"""What a person went by before, so that it goes with them."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    """Nothing is known of names that were changed before this was kept."""
    op.add_column("person", sa.Column("went_by", JSONB(), nullable=False, server_default="[]"))


def downgrade() -> None:
    """Drop it again."""
    op.drop_column("person", "went_by")
