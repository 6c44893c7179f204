"""Keep rods: designs and pieces by revision, the log, and the changes that come in.

Nothing is overwritten. A change adds a revision, and log entries when it says
that something was done; undo moves the head to the parent and strikes what came
with it. A change carries an id and is taken once, however often it is sent.
Changes to different places go together; a change to a place that another client
changed meanwhile is not taken but asked about.
"""

import uuid
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Literal

from pydantic import ValidationError
from sqlalchemy import Engine, create_engine, delete, tuple_
from sqlalchemy import func as sql
from sqlmodel import Session, col, select

from wise_spool.core.document.build import Build, apart
from wise_spool.core.document.changes import (
    MISSING,
    Change,
    NowhereError,
    Op,
    Place,
    applied,
    overlap,
    place_of,
    places_between,
    value_at,
)
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry, Record, entries_between, live
from wise_spool.core.document.piece import Piece
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import NotNowError, NotThereError, RefusedError
from wise_spool.core.rod import Rod
from wise_spool.logs import say
from wise_spool.store.tables import BuildRow, ChangeRow, LogRow, RevisionRow, now


class UnreadableError(RefusedError):
    """What is kept of this rod cannot be read by this version; it is left as it is."""

    status = 409
    title = "Cannot be read"


@dataclass(frozen=True)
class Kept:
    """A rod as it stands."""

    id: uuid.UUID
    revision: int
    version: int
    records: Records
    can_undo: bool
    can_redo: bool
    changed_at: datetime

    def rod(self, habits: Mapping[str, float] | None = None) -> Rod:
        """The rod of its three records, in a shop of these habits."""
        return Rod.logged(self.records.design, self.records.piece, self.records.log, habits)


@dataclass(frozen=True)
class Hanging:
    """A rod on the rack: how it was last shown, and whether that is how it still stands."""

    id: uuid.UUID
    version: int
    changed_at: datetime
    shown: dict[str, Any] | None
    shown_for: str


@dataclass(frozen=True)
class Asked:
    """A place that was changed elsewhere meanwhile, and what stands there now."""

    place: Place
    theirs: Any


@dataclass(frozen=True)
class Outcome:
    """What became of one change. ``invalid`` are Pydantic's errors, each at its place."""

    id: str
    outcome: Literal["kept", "refused", "asked"]
    says: str = ""
    invalid: list[Any] = field(default_factory=list)
    asked: list[Asked] = field(default_factory=list)


@dataclass(frozen=True)
class RevisionNote:
    """One line of a rod's history."""

    number: int
    parent: int | None
    what: str
    kept_aside: bool
    made_at: datetime


class BuildStore:
    """All rods in one database."""

    def __init__(self, url: str) -> None:
        self.engine: Engine = create_engine(url, pool_pre_ping=True, pool_size=8, max_overflow=8)

    @contextmanager
    def _session(self) -> Iterator[Session]:
        with Session(self.engine) as session, session.begin():
            yield session

    # --- the rack ---------------------------------------------------------------

    def page(
        self,
        *,
        put_away: bool = False,
        after: uuid.UUID | None = None,
        most: int = 60,
        batch: str | None = None,
    ) -> list[Hanging]:
        """Rods on the rack (or put away), first made first, from the one after ``after`` on."""
        with self._session() as session:
            away = col(BuildRow.put_away_at)
            wanted = select(BuildRow).where(away.is_not(None) if put_away else away.is_(None))
            last = session.get(BuildRow, after) if after is not None else None
            if last is not None:
                wanted = wanted.where(
                    tuple_(col(BuildRow.made_at), col(BuildRow.id)) > (last.made_at, last.id)
                )
            if batch is not None:
                wanted = wanted.join(
                    RevisionRow,
                    (col(RevisionRow.build_id) == col(BuildRow.id))
                    & (col(RevisionRow.number) == col(BuildRow.head)),
                ).where(col(RevisionRow.design)["batch"].astext == batch)
            rows = session.exec(
                wanted.order_by(col(BuildRow.made_at), col(BuildRow.id)).limit(most)
            ).all()
            return [Hanging(r.id, r.version, r.changed_at, r.shown, r.shown_for) for r in rows]

    def count(self, *, put_away: bool = False) -> int:
        """How many rods hang there."""
        with self._session() as session:
            away = col(BuildRow.put_away_at)
            wanted = select(sql.count()).select_from(BuildRow)
            return session.exec(
                wanted.where(away.is_not(None) if put_away else away.is_(None))
            ).one()

    def keep_shown(self, build_id: uuid.UUID, shown: dict[str, Any], shown_for: str) -> None:
        """Note how a rod is shown on the rack, so that it need not be worked out again."""
        with self._session() as session:
            row = session.get(BuildRow, build_id)
            if row is not None:
                row.shown, row.shown_for = shown, shown_for
                session.add(row)

    # --- one rod ----------------------------------------------------------------

    def get(self, build_id: uuid.UUID) -> Kept:
        """One rod. Raises :class:`NotThereError`, :class:`UnreadableError`."""
        with self._session() as session:
            row = _row(session, build_id)
            return _kept(session, row)

    def add(self, records: Records, what: str = "new build") -> Kept:
        """Keep a new rod as its revision 1, with a piece id of its own."""
        with self._session() as session:
            row = BuildRow(head=1)
            session.add(row)
            session.flush()
            piece = records.piece.model_copy(update={"id": str(row.id)})
            ids = _log(session, row.id, records.log)
            session.add(_written(row, 1, None, what, records.design, piece, ids))
            session.flush()
            return _kept(session, row)

    def change(
        self,
        build_id: uuid.UUID,
        changes: Sequence[Change],
        client: str = "",
        check: Callable[[Rod], object] | None = None,
        habits: Mapping[str, float] | None = None,
    ) -> tuple[Kept, list[Outcome]]:
        """Take changes in, in order, each whole or not at all.

        ``check`` is given the rod as it would be and raises when it cannot be
        worked out: then the change is refused, and what it was made on stands.
        """
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            outcomes = [_take(session, row, c, client, check, habits) for c in changes]
            return _kept(session, row), outcomes

    def log(
        self, build_id: uuid.UUID, entries: Sequence[LogEntry], client: str = "", what: str = "log"
    ) -> Kept:
        """Add entries to a rod's log: the union counts, what is there already adds nothing."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            have = {e.id for e in _entries(session, row.id)}
            fresh = [e for e in entries if e.id not in have]
            if fresh:
                before = _read(session, row)
                ids = _log(session, row.id, fresh)
                after = Records(design=before.design, piece=before.piece, log=(*before.log, *fresh))
                places = places_between(_json(before.build), _json(after.build))
                _advance(session, row, what, before.design, before.piece, ids)
                _note(session, row, f"log-{fresh[0].id}"[:60], client, places)
            return _kept(session, row)

    def undo(self, build_id: uuid.UUID, seen: int | None = None, client: str = "") -> Kept:
        """Step back to the revision before, and strike what was logged with it.

        Raises :class:`NotNowError` when there is nothing to undo, or when somebody
        else changed the rod since version ``seen``.
        """
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            head = _revision(session, row.id, row.head)
            if head.parent is None:
                raise NotNowError("This is how the build began: there is nothing to undo.")
            _look_first(session, row, seen, client)
            before = _as_json(session, row)
            entries = _entries(session, row.id)
            standing = {e.id for e in live(entries)}
            _strike(session, row, [e for e in head.entries if e in standing])
            row.redo = [*row.redo, row.head]
            row.head = head.parent
            _stepped(session, row, "undo", client, before)
            return _kept(session, row)

    def redo(self, build_id: uuid.UUID, seen: int | None = None, client: str = "") -> Kept:
        """Step forward again. Raises :class:`NotNowError` as :meth:`undo` does."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            if not row.redo:
                raise NotNowError("There is nothing to redo.")
            _look_first(session, row, seen, client)
            before = _as_json(session, row)
            row.head, row.redo = row.redo[-1], row.redo[:-1]
            again = set(_revision(session, row.id, row.head).entries)
            _strike(
                session, row, [e.id for e in live(_entries(session, row.id)) if e.strikes in again]
            )
            _stepped(session, row, "redo", client, before)
            return _kept(session, row)

    def back_to(self, build_id: uuid.UUID, number: int, client: str = "") -> Kept:
        """Make an earlier design and piece count again, as a new revision. What was done stays done:
        the log is not turned back."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            before = _as_json(session, row)
            old = _revision(session, row.id, number)
            design, piece = _design(old), _piece(old)
            _advance(session, row, f"back to revision {number}", design, piece, [])
            places = places_between(before, _as_json(session, row))
            _note(session, row, f"back-{uuid.uuid4()}", client, places)
            return _kept(session, row)

    def redesign(self, build_id: uuid.UUID, design: Design, what: str, client: str = "") -> Kept:
        """Give a rod another design; its piece and its log stay its own."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            before, records = _as_json(session, row), _read(session, row)
            if records.design != design:
                _advance(session, row, what, design, records.piece, [])
                places = places_between(before, _as_json(session, row))
                _note(session, row, f"redesign-{uuid.uuid4()}", client, places)
            return _kept(session, row)

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

    def revision(self, build_id: uuid.UUID, number: int) -> Records:
        """Design and piece as they were at one revision, with the log as it is now."""
        with self._session() as session:
            row = _row(session, build_id)
            return _records(session, _revision(session, row.id, number))

    def clear_if_untouched(self, before: datetime) -> bool:
        """Empty a demo shop made before ``before`` that nobody has touched; True if emptied.

        Touched is: a rod added, changed or put away, an entry logged, a round of the
        trainer played. For demo data only, whose clocks are anchored to the day they
        are made.
        """
        with self._session() as session:
            rows = session.exec(select(BuildRow)).all()
            firsts = session.exec(select(RevisionRow.what).where(RevisionRow.number == 1)).all()
            changed = session.exec(select(sql.count()).select_from(ChangeRow)).one()
            touched = changed or any(
                r.head != 1 or r.version != 1 or r.put_away_at or r.made_at >= before for r in rows
            )
            if not rows or touched or any(what != DEMO for what in firsts):
                return False
            for table in (ChangeRow, LogRow, RevisionRow, BuildRow):
                session.exec(delete(table))
            return True

    def put_away(self, build_id: uuid.UUID, *, away: bool) -> None:
        """Take a rod off the rack, or hang it back; nothing is deleted."""
        with self._session() as session:
            row = _row(session, build_id, lock=True)
            row.put_away_at = now() if away else None
            session.add(row)


DEMO = "demo"
"""What the first revision of a demo rod is called."""


def _take(
    session: Session,
    row: BuildRow,
    change: Change,
    client: str,
    check: Callable[[Rod], object] | None,
    habits: Mapping[str, float] | None,
) -> Outcome:
    if session.get(ChangeRow, (row.id, change.id)) is not None:
        return Outcome(change.id, "kept")
    records = _read(session, row)
    before = records.build
    document = _json(before)
    asked = _asked(session, row, change, client, document)
    if asked:
        return Outcome(change.id, "asked", "This was changed elsewhere meanwhile.", asked=asked)
    try:
        after_json = applied(document, change.ops)
    except NowhereError as error:
        gone = Asked(error.place, None)
        return Outcome(change.id, "asked", "What this was said of has been taken out meanwhile.", asked=[gone])  # fmt: skip
    try:
        after = Build.model_validate(after_json)
    except ValidationError as error:
        invalid = [{**e, "loc": place_of(after_json, e["loc"])} for e in error.errors()]
        return Outcome(change.id, "refused", invalid=invalid)
    if after == before:
        _note(session, row, change.id, client, [op.place for op in change.ops])
        return Outcome(change.id, "kept")
    design, piece, record = apart(after)
    _, _, was = apart(before)
    was = _without_absent(was, after)
    fresh = entries_between(
        was, record, records.log, named=change.id, at=change.when or now(), device=client
    )
    if check is not None:
        try:
            check(Rod.logged(design, piece, (*records.log, *fresh), habits))
        except Exception:
            say.exception("a change cannot be worked out", rod=str(row.id), change=change.id)
            return Outcome(change.id, "refused", CANNOT_BE_WORKED_OUT)
    ids = _log(session, row.id, fresh)
    _advance(session, row, change.what, design, piece, ids)
    _note(session, row, change.id, client, [op.place for op in change.ops])
    return Outcome(change.id, "kept")


CANNOT_BE_WORKED_OUT = (
    "With this the rod cannot be worked out any more, so it was not kept. The number is a slip, or "
    "you have found a fault of ours: it is noted in the server's log."
)


def _without_absent(was: Record, after: Build) -> Record:
    """What the record says of guides that are out of the train stays said: taking a guide out of the
    design does not undo that it was built."""
    here = {g.id for g in after.guides.train}
    built = tuple(b for b in was.guides.built if b.id in here)
    return was.model_copy(update={"guides": was.guides.model_copy(update={"built": built})})


def _asked(
    session: Session, row: BuildRow, change: Change, client: str, document: dict[str, Any]
) -> list[Asked]:
    """Places of this change that another client changed since the version it was made on."""
    since = _by_others(session, row, change.seen, client)
    theirs = [tuple(place) for other in since for place in other.places]
    out = []
    for op in change.ops:
        if not any(overlap(op.place, place) for place in theirs):
            continue
        stands = value_at(document, op.place)
        if not _already(op, stands):
            out.append(Asked(op.place, None if stands is MISSING else stands))
    return out


def _already(op: Op, stands: Any) -> bool:
    """Whether what is asked for is so already."""
    if op.act == "remove":
        return stands is MISSING
    return op.act == "move" or stands == op.to


def _row(session: Session, build_id: uuid.UUID, *, lock: bool = False) -> BuildRow:
    wanted = select(BuildRow).where(BuildRow.id == build_id)
    row = session.exec(wanted.with_for_update() if lock else wanted).first()
    if row is None:
        raise NotThereError("This build is not on the rack.")
    return row


def _revision(session: Session, build_id: uuid.UUID, number: int) -> RevisionRow:
    found = session.exec(
        select(RevisionRow).where(RevisionRow.build_id == build_id, RevisionRow.number == number)
    ).first()
    if found is None:
        raise NotThereError(f"This build has no revision {number}.")
    return found


def _by_others(session: Session, row: BuildRow, seen: int, client: str) -> Sequence[ChangeRow]:
    """What other clients changed since version ``seen``."""
    if seen >= row.version:
        return ()
    return session.exec(
        select(ChangeRow).where(
            ChangeRow.build_id == row.id,
            col(ChangeRow.version) > seen,
            ChangeRow.client != client,
        )
    ).all()


def _look_first(session: Session, row: BuildRow, seen: int | None, client: str) -> None:
    """Undo and redo are for what one has seen: not for what somebody else did since."""
    if seen is not None and _by_others(session, row, seen, client):
        raise NotNowError("Somebody changed this rod meanwhile. Look at it first, then undo again.")


def _advance(
    session: Session, row: BuildRow, what: str, design: Design, piece: Piece, entries: list[str]
) -> None:
    """A new revision on the head."""
    number = (
        session.exec(
            select(sql.max(RevisionRow.number)).where(RevisionRow.build_id == row.id)
        ).one()
        + 1
    )
    session.add(_written(row, number, row.head, what, design, piece, entries))
    row.head, row.redo, row.changed_at = number, [], now()
    session.add(row)
    session.flush()


def _note(
    session: Session, row: BuildRow, change_id: str, client: str, places: Sequence[Place]
) -> None:
    """The rod has changed: a version on, and where."""
    row.version += 1
    session.add(row)
    session.add(
        ChangeRow(
            build_id=row.id, id=change_id, client=client, version=row.version,
            places=[list(p) for p in places],
        )
    )  # fmt: skip
    session.flush()


def _stepped(
    session: Session, row: BuildRow, what: str, client: str, before: dict[str, Any]
) -> None:
    row.changed_at = now()
    session.add(row)
    session.flush()
    places = places_between(before, _as_json(session, row))
    _note(session, row, f"{what}-{uuid.uuid4()}", client, places)


def _strike(session: Session, row: BuildRow, entries: Sequence[str]) -> None:
    fresh = [LogEntry(id=str(uuid.uuid4()), at=now(), strikes=e) for e in entries]
    _log(session, row.id, fresh)


def _log(session: Session, build_id: uuid.UUID, entries: Sequence[LogEntry]) -> list[str]:
    session.add_all(
        LogRow(build_id=build_id, id=e.id, at=e.at, entry=e.model_dump(mode="json", exclude_none=True))
        for e in entries
    )  # fmt: skip
    session.flush()
    return [e.id for e in entries]


def _entries(session: Session, build_id: uuid.UUID) -> list[LogEntry]:
    rows = session.exec(
        select(LogRow).where(LogRow.build_id == build_id).order_by(col(LogRow.at), col(LogRow.id))
    ).all()
    return [LogEntry.model_validate(r.entry) for r in rows]


def _written(
    row: BuildRow,
    number: int,
    parent: int | None,
    what: str,
    design: Design,
    piece: Piece,
    entries: list[str],
) -> RevisionRow:
    return RevisionRow(
        build_id=row.id,
        number=number,
        parent=parent,
        what=what[:120],
        design=design.model_dump(mode="json"),
        piece=piece.model_dump(mode="json"),
        entries=entries,
    )


def _design(revision: RevisionRow) -> Design:
    return Design.model_validate(revision.design)


def _piece(revision: RevisionRow) -> Piece:
    return Piece.model_validate(revision.piece)


def _read(session: Session, row: BuildRow) -> Records:
    return _records(session, _revision(session, row.id, row.head))


def _records(session: Session, at: RevisionRow) -> Records:
    """Design and piece of one revision, with the log as it is now."""
    return Records(design=_design(at), piece=_piece(at), log=tuple(_entries(session, at.build_id)))


def _as_json(session: Session, row: BuildRow) -> dict[str, Any]:
    """The rod as it stands; nothing when it cannot be read, so that it can still be undone."""
    try:
        return _json(_read(session, row).build)
    except ValidationError:
        return {}


def _json(build: Build) -> dict[str, Any]:
    return build.model_dump(mode="json")


def _kept(session: Session, row: BuildRow) -> Kept:
    head = _revision(session, row.id, row.head)
    try:
        records = _records(session, head)
    except ValidationError as error:
        raise UnreadableError(
            f"What is kept of “{str(head.design.get('name', 'this rod'))[:80]}” cannot be read by this version of "
            f"Wise Spool ({error.error_count()} places). It is left as it is: undo, or start a newer version."
        ) from error
    return Kept(
        id=row.id,
        revision=row.head,
        version=row.version,
        records=records,
        can_undo=head.parent is not None,
        can_redo=bool(row.redo),
        changed_at=row.changed_at,
    )
