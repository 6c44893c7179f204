"""Tables: builds, and every revision of each."""

import uuid
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Column, DateTime, ForeignKey, Integer, UniqueConstraint
from sqlalchemy.dialects.postgresql import JSONB
from sqlmodel import Field, SQLModel


def now() -> datetime:
    """This moment, timezone-aware."""
    return datetime.now(UTC)


class BuildRow(SQLModel, table=True):
    """One rod. ``head`` is the number of the revision that counts now."""

    __tablename__ = "build"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    head: int = 0
    redo: list[int] = Field(default_factory=list, sa_column=Column(JSONB, nullable=False))
    made_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    changed_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    put_away_at: datetime | None = Field(default=None, sa_column=Column(DateTime(timezone=True)))


class RevisionRow(SQLModel, table=True):
    """One state of a build document; never changed, never deleted."""

    __tablename__ = "revision"
    __table_args__ = (UniqueConstraint("build_id", "number"),)

    id: int | None = Field(default=None, primary_key=True)
    build_id: uuid.UUID = Field(
        sa_column=Column(ForeignKey("build.id"), nullable=False, index=True)
    )
    number: int
    parent: int | None = Field(default=None, sa_column=Column(Integer))
    what: str = ""
    kept_aside: bool = False
    made_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    document: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))


class ShelfRow(SQLModel, table=True):
    """One item on the shelf; ``item`` is its model by ``kind``."""

    __tablename__ = "shelf_item"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    kind: str = Field(index=True)
    name: str
    item: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    stock: int = 1
    changed_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    put_away_at: datetime | None = Field(default=None, sa_column=Column(DateTime(timezone=True)))


class TrainerRow(SQLModel, table=True):
    """One round of the spine trainer; open until it is answered."""

    __tablename__ = "trainer_round"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    level: int
    seed: int
    points: int | None = None
    error_deg: float | None = None
    made_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    answered_at: datetime | None = Field(default=None, sa_column=Column(DateTime(timezone=True)))
