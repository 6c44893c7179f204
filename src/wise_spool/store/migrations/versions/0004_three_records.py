"""Three records in the place of one document: every revision's design and piece, one log a rod.

What a chain of revisions says was done, one after another, becomes the log's
entries, dated as the revisions are; what a later revision took back is struck.
Undoing goes on meaning the same. The document of old is kept beside them.
"""

import json
from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

from wise_spool.core.document.upgrades import measured_in_2, said_in_2, to_2, wished_in_2

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    """Add the tables, and take every rod apart."""
    moment = sa.DateTime(timezone=True)
    op.add_column("build", sa.Column("version", sa.Integer(), nullable=False, server_default="1"))
    op.add_column("build", sa.Column("shown", postgresql.JSONB()))
    op.add_column("build", sa.Column("shown_for", sa.String(), nullable=False, server_default=""))
    for column in ("design", "piece", "entries"):
        op.add_column("revision", sa.Column(column, postgresql.JSONB()))
    op.alter_column("revision", "document", nullable=True)
    op.create_index("ix_build_rack", "build", ["put_away_at", "made_at", "id"])
    op.create_table(
        "log_entry",
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id"), primary_key=True),
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("at", moment, nullable=False),
        sa.Column("received_at", moment, nullable=False),
        sa.Column("entry", postgresql.JSONB(), nullable=False),
    )
    op.create_table(
        "change",
        sa.Column("build_id", sa.Uuid(), sa.ForeignKey("build.id"), primary_key=True),
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("client", sa.String(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False, index=True),
        sa.Column("places", postgresql.JSONB(), nullable=False),
        sa.Column("made_at", moment, nullable=False),
    )
    link = op.get_bind()
    for (build_id,) in link.execute(sa.text("SELECT id FROM build")).all():
        _take_apart(link, build_id)
    for column in ("design", "piece", "entries"):
        op.alter_column("revision", column, nullable=False)


def downgrade() -> None:
    """Back to the documents; what was changed since is not in them."""
    for table in ("change", "log_entry"):
        op.drop_table(table)
    op.drop_index("ix_build_rack", "build")
    op.execute("DELETE FROM revision WHERE document IS NULL")
    for column in ("design", "piece", "entries"):
        op.drop_column("revision", column)
    for column in ("version", "shown", "shown_for"):
        op.drop_column("build", column)
    op.alter_column("revision", "document", nullable=False)


def _take_apart(link: sa.Connection, build_id: Any) -> None:
    rows = link.execute(
        sa.text(
            "SELECT number, parent, document, made_at FROM revision WHERE build_id = :b ORDER BY number"
        ),
        {"b": build_id},
    ).all()
    by_number = {r.number: r for r in rows}
    head = link.execute(sa.text("SELECT head FROM build WHERE id = :b"), {"b": build_id}).scalar()
    chain: list[int] = []
    at: int | None = head
    while at is not None and at in by_number:
        chain.append(at)
        at = by_number[at].parent
    entries: dict[int, list[str]] = {r.number: [] for r in rows}
    stands: dict[str, tuple[str, Any]] = {}
    for number in reversed(chain):
        said = said_in_2(_of_2(by_number[number].document))
        fresh: list[dict[str, Any]] = []
        for subject, value in said.items():
            if subject not in stands or stands[subject][1] != value:
                fresh.append({"subject": subject, **value})
        gone = [s for s in stands if s not in said]
        fresh += [{"strikes": stands[s][0]} for s in gone]
        for s in gone:
            del stands[s]
        for n, entry in enumerate(fresh):
            entry_id = f"up2.{number:06d}.{n:04d}"
            subject = entry.pop("subject", None)
            if subject is not None:
                stands[subject] = (entry_id, entry.copy())
            entries[number].append(entry_id)
            _log(link, build_id, entry_id, by_number[number].made_at, entry)
    for r in rows:
        document = _of_2(r.document)
        link.execute(
            sa.text(
                "UPDATE revision SET design = CAST(:d AS jsonb), piece = CAST(:p AS jsonb), "
                "entries = CAST(:e AS jsonb) WHERE build_id = :b AND number = :n"
            ),
            {
                "d": json.dumps(wished_in_2(document)),
                "p": json.dumps({"id": str(build_id), **measured_in_2(document)}),
                "e": json.dumps(entries[r.number]),
                "b": build_id,
                "n": r.number,
            },
        )


def _of_2(document: dict[str, Any]) -> dict[str, Any]:
    return to_2(document) if document.get("schema_version") == 1 else document


def _log(link: sa.Connection, build_id: Any, entry_id: str, at: Any, said: dict[str, Any]) -> None:
    entry = {"id": entry_id, "at": at.isoformat(), **said}
    link.execute(
        sa.text(
            "INSERT INTO log_entry (build_id, id, at, received_at, entry) "
            "VALUES (:b, :i, :at, :at, CAST(:e AS jsonb))"
        ),
        {"b": build_id, "i": entry_id, "at": at, "e": json.dumps(entry)},
    )
