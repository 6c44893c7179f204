"""Tables: builds, and every revision of each."""

import uuid
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import BigInteger, Column, DateTime, ForeignKey, Integer, UniqueConstraint
from sqlalchemy.dialects.postgresql import JSONB
from sqlmodel import Field, SQLModel


def now() -> datetime:
    """This moment, timezone-aware."""
    return datetime.now(UTC)


def _moment(*, nullable: bool = False) -> Any:
    return Column(DateTime(timezone=True), nullable=nullable)


class BuildRow(SQLModel, table=True):
    """One rod. ``head`` is the number of the revision that counts now; ``version`` counts everything
    that ever changed it, undoing included. ``shown`` is how it hangs on the rack, worked out for
    ``shown_for``."""

    __tablename__ = "build"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    head: int = 0
    version: int = 1
    redo: list[int] = Field(default_factory=list, sa_column=Column(JSONB, nullable=False))
    made_at: datetime = Field(default_factory=now, sa_column=_moment())
    changed_at: datetime = Field(default_factory=now, sa_column=_moment())
    put_away_at: datetime | None = Field(default=None, sa_column=_moment(nullable=True))
    shown: dict[str, Any] | None = Field(default=None, sa_column=Column(JSONB))
    shown_for: str = ""


class RevisionRow(SQLModel, table=True):
    """One state of a design and its piece; never changed, never deleted. ``entries`` are the log
    entries that came with it; ``document`` is what a revision of the first two schemas was kept as."""

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
    made_at: datetime = Field(default_factory=now, sa_column=_moment())
    design: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    piece: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    entries: list[str] = Field(default_factory=list, sa_column=Column(JSONB, nullable=False))
    document: dict[str, Any] | None = Field(default=None, sa_column=Column(JSONB))


class LogRow(SQLModel, table=True):
    """One entry of a rod's log; only ever added."""

    __tablename__ = "log_entry"

    build_id: uuid.UUID = Field(sa_column=Column(ForeignKey("build.id"), primary_key=True))
    id: str = Field(primary_key=True)
    at: datetime = Field(sa_column=_moment())
    received_at: datetime = Field(default_factory=now, sa_column=_moment())
    entry: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))


class ChangeRow(SQLModel, table=True):
    """One change that was taken in: its id, so that it is never taken twice, and the places it
    touched, so that another made without knowing of it can be asked about."""

    __tablename__ = "change"

    build_id: uuid.UUID = Field(sa_column=Column(ForeignKey("build.id"), primary_key=True))
    id: str = Field(primary_key=True)
    client: str = ""
    version: int = Field(index=True)
    places: list[list[str]] = Field(sa_column=Column(JSONB, nullable=False))
    made_at: datetime = Field(default_factory=now, sa_column=_moment())


class ShelfRow(SQLModel, table=True):
    """One item on the shelf; ``item`` is its model by ``kind``."""

    __tablename__ = "shelf_item"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    kind: str = Field(index=True)
    name: str
    item: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    stock: int = 1
    card: dict[str, Any] = Field(default_factory=dict, sa_column=Column(JSONB, nullable=False))
    said: str = ""
    changed_at: datetime = Field(
        default_factory=now, sa_column=Column(DateTime(timezone=True), nullable=False)
    )
    put_away_at: datetime | None = Field(default=None, sa_column=Column(DateTime(timezone=True)))


class SettingRow(SQLModel, table=True):
    """One thing the shop has settled for all its rods, by name."""

    __tablename__ = "setting"

    name: str = Field(primary_key=True)
    value: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    changed_at: datetime = Field(default_factory=now, sa_column=_moment())


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


class PictureRow(SQLModel, table=True):
    """One picture, named by its bytes; kept in the database, so that every backup holds it."""

    __tablename__ = "picture"

    file: str = Field(primary_key=True)
    content: bytes
    thumb: bytes
    kept_at: datetime = Field(default_factory=now, sa_column=_moment())


class PersonRow(SQLModel, table=True):
    """One person the shop builds for; deleted, not put away."""

    __tablename__ = "person"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    person: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    went_by: list[str] = Field(default_factory=list, sa_column=Column(JSONB, nullable=False, server_default="[]"))  # fmt: skip
    """Names and contacts from before: they go with the person."""
    changed_at: datetime = Field(default_factory=now, sa_column=_moment())


class PaperRow(SQLModel, table=True):
    """One quote or invoice as it was sent; never changed."""

    __tablename__ = "paper"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    build_id: uuid.UUID = Field(
        sa_column=Column(ForeignKey("build.id"), nullable=False, index=True)
    )
    kind: str
    number: int = Field(unique=True)
    paper: dict[str, Any] = Field(sa_column=Column(JSONB, nullable=False))
    pdf: bytes
    sent_at: datetime = Field(default_factory=now, sa_column=_moment())


class AccountRow(SQLModel, table=True):
    """Somebody who works in the shop and signs in from its network; ``secret`` is a hash, ``known_as`` the name in small letters."""

    __tablename__ = "account"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    name: str
    known_as: str = Field(unique=True)
    role: str
    secret: str
    made_at: datetime = Field(default_factory=now, sa_column=_moment())


class PassRow(SQLModel, table=True):
    """What lets one window, phone or client in: the hash of its token, never the token."""

    __tablename__ = "pass"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    token_hash: str = Field(unique=True)
    account_id: uuid.UUID | None = Field(
        default=None, sa_column=Column(ForeignKey("account.id", ondelete="CASCADE"), index=True)
    )
    build_id: uuid.UUID | None = Field(default=None, sa_column=Column(ForeignKey("build.id")))
    kind: str
    name: str
    role: str
    made_at: datetime = Field(default_factory=now, sa_column=_moment())
    seen_at: datetime = Field(default_factory=now, sa_column=_moment())
    ends_at: datetime = Field(sa_column=_moment())


class InvitationRow(SQLModel, table=True):
    """A link that makes a pass: a phone's once, a client's as often as it is opened until it ends."""

    __tablename__ = "invitation"

    id: uuid.UUID = Field(default_factory=uuid.uuid4, primary_key=True)
    token_hash: str = Field(unique=True)
    build_id: uuid.UUID | None = Field(default=None, sa_column=Column(ForeignKey("build.id")))
    kind: str
    name: str
    role: str
    made_at: datetime = Field(default_factory=now, sa_column=_moment())
    ends_at: datetime = Field(sa_column=_moment())
    used_at: datetime | None = Field(default=None, sa_column=_moment(nullable=True))


class TryRow(SQLModel, table=True):
    """One try at the door that failed."""

    __tablename__ = "door_try"

    id: int | None = Field(default=None, sa_column=Column(BigInteger, primary_key=True))
    key: str = Field(index=True)
    at: datetime = Field(default_factory=now, sa_column=_moment())


class TrailRow(SQLModel, table=True):
    """Who did what; only ever added."""

    __tablename__ = "trail"

    id: int | None = Field(default=None, sa_column=Column(BigInteger, primary_key=True))
    at: datetime = Field(default_factory=now, sa_column=_moment())
    who: str
    did: str
    build_id: uuid.UUID | None = Field(default=None, index=True)
