"""The door: who may come in from the shop's own network, by what pass, and who did what."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def _moment(name: str, *, nullable: bool = False) -> sa.Column[object]:
    return sa.Column(name, sa.DateTime(timezone=True), nullable=nullable)


def upgrade() -> None:
    """Make the tables."""
    op.create_table(
        "account",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("known_as", sa.String(), nullable=False, unique=True),
        sa.Column("role", sa.String(), nullable=False),
        sa.Column("secret", sa.String(), nullable=False),
        _moment("made_at"),
    )
    op.create_table(
        "pass",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("token_hash", sa.String(), nullable=False, unique=True),
        sa.Column("account_id", sa.Uuid(), sa.ForeignKey("account.id", ondelete="CASCADE"), index=True),
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id")),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("role", sa.String(), nullable=False),
        _moment("made_at"),
        _moment("seen_at"),
        _moment("ends_at"),
    )  # fmt: skip
    op.create_table(
        "invitation",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("token_hash", sa.String(), nullable=False, unique=True),
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id")),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("role", sa.String(), nullable=False),
        _moment("made_at"),
        _moment("ends_at"),
        _moment("used_at", nullable=True),
    )
    op.create_table(
        "door_try",
        sa.Column("id", sa.BigInteger(), primary_key=True, autoincrement=True),
        sa.Column("key", sa.String(), nullable=False, index=True),
        _moment("at"),
    )
    op.create_table(
        "trail",
        sa.Column("id", sa.BigInteger(), primary_key=True, autoincrement=True),
        _moment("at"),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("did", sa.String(), nullable=False),
        sa.Column("build_id", sa.Uuid(), index=True),
    )


def downgrade() -> None:
    """Drop them again."""
    for table in ("trail", "door_try", "invitation", "pass", "account"):
        op.drop_table(table)
