"""Keep builds: revisions, undo, redo, and edits made on a stale revision.

Nothing is overwritten. An edit adds a revision whose parent is the one it was
made on; undo moves the head to the parent; a stale edit is kept aside as a
revision of its own and the caller is told.
"""

import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import Engine, create_engine, delete
from sqlalchemy import func as sql
from sqlmodel import Session, col, select

from wise_spool.core.build import Build
from wise_spool.core.upgrades import read_document
from wise_spool.store.tables import BuildRow, RevisionRow, now


class NoSuchBuildError(LookupError):
    """No build has this id."""


class NoSuchRevisionError(LookupError):
    """The build has no revision of this number."""


class NothingToUndoError(ValueError):
    """The head has nowhere to go in that direction."""


@dataclass(frozen=True)
class Kept:
    """A build as it stands."""

    id: uuid.UUID
    revision: int
    build: Build
    can_undo: bool
    can_redo: bool
    changed_at: datetime


class StaleEditError(Exception):
    """The edit was made on a revision that is no longer the head; it was kept aside."""

    def __init__(self, current: Kept, base: Build, kept_as: int) -> None:
        super().__init__("the build was changed elsewhere")
        self.current, self.base, self.kept_as = current, base, kept_as


@dataclass(frozen=True)
class RevisionNote:
    """One line of a build's history."""

    number: int
    parent: int | None
    what: str
    kept_aside: bool
    made_at: datetime


class BuildStore:
    """All builds in one database."""

    def __init__(self, url: str) -> None:
        self.engine: Engine = create_engine(url, pool_pre_ping=True, pool_size=8, max_overflow=8)

    @contextmanager
    def _session(self) -> Iterator[Session]:
        with Session(self.engine) as session, session.begin():
            yield session

    def all(self, *, put_away: bool = False) -> list[Kept]:
        """Every build on the rack (or put away), first made first."""
        with self._session() as session:
            away = col(BuildRow.put_away_at)
            found = session.exec(
                select(BuildRow, RevisionRow)
                .where(
                    col(RevisionRow.build_id) == BuildRow.id, RevisionRow.number == BuildRow.head
                )
                .where(away.is_not(None) if put_away else away.is_(None))
                .order_by(col(BuildRow.made_at), col(BuildRow.id))
            ).all()
            return [_kept(row, revision) for row, revision in found]

    def get(self, build_id: uuid.UUID) -> Kept:
        """One build. Raises :class:`NoSuchBuildError`."""
        with self._session() as session:
            row = _row(session, build_id)
            return _kept(row, _revision(session, row.id, row.head))

    def add(self, build: Build, what: str = "new build") -> Kept:
        """Keep a new build as its revision 1."""
        with self._session() as session:
            row = BuildRow(head=1)
            session.add(row)
            session.flush()
            first = _written(row, 1, None, what, build)
            session.add(first)
            return _kept(row, first)

    def save(self, build_id: uuid.UUID, base: int, build: Build, what: str) -> Kept:
        """Add a revision on ``base``; :class:`StaleEditError` when that is no longer the head.

        Saving what is already at the head adds nothing, so a repeated request is harmless.
        """
        stale: StaleEditError | None = None
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            head = _revision(session, row.id, row.head)
            if read_document(head.document) == build:
                return _kept(row, head)
            on = head if base == row.head else _revision(session, row.id, base)
            number = _last_number(session, row.id) + 1
            fresh = _written(row, number, base, what, build)
            session.add(fresh)
            if base == row.head:
                row.head, row.redo, row.changed_at = number, [], now()
                session.add(row)
                return _kept(row, fresh)
            fresh.kept_aside = True
            stale = StaleEditError(_kept(row, head), read_document(on.document), number)
        raise stale

    def undo(self, build_id: uuid.UUID) -> Kept:
        """Step back to the revision before. Raises :class:`NothingToUndoError`."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            head = _revision(session, row.id, row.head)
            if head.parent is None:
                raise NothingToUndoError("This is how the build began: there is nothing to undo.")
            row.redo = [*row.redo, row.head]
            row.head, row.changed_at = head.parent, now()
            session.add(row)
            return _kept(row, _revision(session, row.id, row.head))

    def redo(self, build_id: uuid.UUID) -> Kept:
        """Step forward again. Raises :class:`NothingToUndoError`."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            if not row.redo:
                raise NothingToUndoError("There is nothing to redo.")
            row.head, row.redo, row.changed_at = row.redo[-1], row.redo[:-1], now()
            session.add(row)
            return _kept(row, _revision(session, row.id, row.head))

    def history(self, build_id: uuid.UUID) -> list[RevisionNote]:
        """Every revision, newest first."""
        with self._session() as session:
            _row(session, build_id)
            rows = session.exec(
                select(RevisionRow)
                .where(RevisionRow.build_id == build_id)
                .order_by(col(RevisionRow.number).desc())
            ).all()
            return [RevisionNote(r.number, r.parent, r.what, r.kept_aside, r.made_at) for r in rows]

    def revision(self, build_id: uuid.UUID, number: int) -> Build:
        """The document as it was at one revision."""
        with self._session() as session:
            _row(session, build_id)
            return read_document(_revision(session, build_id, number).document)

    def clear_if_untouched(self, before: datetime) -> bool:
        """Empty the shop when nobody has edited or added anything since ``before``; True if emptied.

        For demo data only, whose clocks are anchored to the day they are made.
        """
        with self._session() as session:
            rows = session.exec(select(BuildRow)).all()
            touched = any(r.head != 1 or r.put_away_at or r.made_at >= before for r in rows)
            if not rows or touched or len({r.made_at.date() for r in rows}) > 1:
                return False
            for table in (RevisionRow, BuildRow):
                session.exec(delete(table))
            return True

    def put_away(self, build_id: uuid.UUID, *, away: bool) -> None:
        """Take a build off the rack, or hang it back; nothing is deleted."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            row.put_away_at = now() if away else None
            session.add(row)


def _row(session: Session, build_id: uuid.UUID, *, lock: bool = False) -> BuildRow:
    wanted = select(BuildRow).where(BuildRow.id == build_id)
    row = session.exec(wanted.with_for_update() if lock else wanted).first()
    if row is None:
        raise NoSuchBuildError("This build is not on the rack.")
    return row


def _revision(session: Session, build_id: uuid.UUID, number: int) -> RevisionRow:
    found = session.exec(
        select(RevisionRow).where(RevisionRow.build_id == build_id, RevisionRow.number == number)
    ).first()
    if found is None:
        raise NoSuchRevisionError(f"This build has no revision {number}.")
    return found


def _last_number(session: Session, build_id: uuid.UUID) -> int:
    return session.exec(
        select(sql.max(RevisionRow.number)).where(RevisionRow.build_id == build_id)
    ).one()


def _written(
    row: BuildRow, number: int, parent: int | None, what: str, build: Build
) -> RevisionRow:
    return RevisionRow(
        build_id=row.id,
        number=number,
        parent=parent,
        what=what[:120],
        document=build.model_dump(mode="json"),
    )


def _kept(row: BuildRow, revision: RevisionRow) -> Kept:
    return Kept(
        id=row.id,
        revision=revision.number,
        build=read_document(revision.document),
        can_undo=revision.parent is not None,
        can_redo=bool(row.redo),
        changed_at=row.changed_at,
    )
