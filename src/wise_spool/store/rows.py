"""Rows of one rod read and written: its head, its revisions, its log, what was changed and by whom."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from pydantic import ValidationError
from sqlalchemy import func as sql
from sqlmodel import Session, col, select

from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import Place, places_between
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.piece import Piece
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import NotNowError, NotThereError, RefusedError
from wise_spool.core.rod import Rod
from wise_spool.store.lately import Lately
from wise_spool.store.settled import put
from wise_spool.store.tables import (
    BuildRow,
    ChangeRow,
    LogRow,
    RevisionRow,
    SettingRow,
    TrailRow,
    now,
)


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
        return Rod(self.records.design, self.records.piece, self.records.record, habits or {})


@dataclass
class ReadHere:
    """What one session has read or written and need not read again: a revision never changes, and a log only by what the
    session writes itself, as whoever writes holds the rod."""

    revisions: dict[tuple[uuid.UUID, int], RevisionRow] = field(default_factory=dict)
    logs: dict[uuid.UUID, tuple[LogEntry, ...]] = field(default_factory=dict)
    struck: int | None = None


def _read_here(session: Session) -> ReadHere:
    read: ReadHere = session.info.setdefault("read", ReadHere())
    return read


def row_of(session: Session, build_id: uuid.UUID, *, lock: bool = False) -> BuildRow:
    wanted = select(BuildRow).where(BuildRow.id == build_id)
    row = session.exec(wanted.with_for_update() if lock else wanted).first()
    if row is None:
        raise NotThereError("This build is not on the rack.")
    return row


def revision_of(session: Session, build_id: uuid.UUID, number: int) -> RevisionRow:
    read = _read_here(session).revisions
    found = read.get((build_id, number))
    if found is None:
        found = session.exec(
            select(RevisionRow).where(
                RevisionRow.build_id == build_id, RevisionRow.number == number
            )
        ).first()
        if found is None:
            raise NotThereError(f"This build has no revision {number}.")
        read[build_id, number] = found
    return found


def changes_by_others(
    session: Session, row: BuildRow, seen: int, client: str
) -> Sequence[ChangeRow]:
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


def look_first(session: Session, row: BuildRow, seen: int | None, client: str) -> None:
    """Undo and redo are for what one has seen: not for what somebody else did since."""
    if seen is not None and changes_by_others(session, row, seen, client):
        raise NotNowError("Somebody changed this rod meanwhile. Look at it first, then undo again.")


def advance(
    session: Session, row: BuildRow, what: str, design: Design, piece: Piece, entries: list[str]
) -> None:
    """A new revision on the head."""
    number = (
        session.exec(
            select(sql.max(RevisionRow.number)).where(RevisionRow.build_id == row.id)
        ).one()
        + 1
    )
    revision = written(row, number, row.head, what, design, piece, entries)
    session.add(revision)
    _read_here(session).revisions[row.id, number] = revision
    row.head, row.redo, row.changed_at = number, [], now()
    session.add(row)


def note_change(
    session: Session, row: BuildRow, change_id: str, client: str, places: Sequence[Place]
) -> None:
    """The rod has changed: a version on, and where."""
    row.version += 1
    session.add(row)
    told_of(session, row)
    session.add(
        ChangeRow(
            build_id=row.id, id=change_id, client=client, version=row.version,
            places=[list(p) for p in places],
        )
    )  # fmt: skip
    session.flush()


def told_of(session: Session, row: BuildRow) -> None:
    """Who has the rod open is told of its version, once it is kept."""
    session.info.setdefault("changed", {})[row.id] = row.version


def note_on_trail(session: Session, row: BuildRow, by: str | None, did: str) -> None:
    """Who did it, with what it changes or not at all; ``by`` is None while no trail is kept."""
    if by is not None:
        session.add(TrailRow(who=by, did=did[:400], build_id=row.id))


def note_step(
    session: Session, row: BuildRow, what: str, client: str, before: dict[str, Any]
) -> None:
    row.changed_at = now()
    session.add(row)
    session.flush()
    places = places_between(before, as_json(session, row))
    note_change(session, row, f"{what}-{uuid.uuid4()}", client, places)


def strike(session: Session, row: BuildRow, entries: Sequence[str]) -> None:
    fresh = [LogEntry(id=str(uuid.uuid4()), at=now(), strikes=e) for e in entries]
    write_log(session, row.id, fresh)


def write_log(session: Session, build_id: uuid.UUID, entries: Sequence[LogEntry]) -> list[str]:
    if not entries:
        return []
    session.add_all(
        LogRow(build_id=build_id, id=e.id, at=e.at, entry=e.model_dump(mode="json", exclude_none=True))
        for e in entries
    )  # fmt: skip
    session.flush()
    session.info["wrote"] = True
    _read_here(session).logs.pop(build_id, None)
    return [e.id for e in entries]


def log_of(session: Session, build_id: uuid.UUID) -> tuple[LogEntry, ...]:
    """Every entry of a rod, oldest first. A log is only ever added to: one that is as long as it was last
    is what it was."""
    read = _read_here(session).logs
    if build_id not in read:
        read[build_id] = _log_as_it_is(session, build_id)
    return read[build_id]


def _log_as_it_is(session: Session, build_id: uuid.UUID) -> tuple[LogEntry, ...]:
    logs: Logs | None = session.info.get("logs")
    if logs is None:
        return _log_read(session, build_id)
    key = (times_struck(session), build_id)
    known = logs.by_rod.known(key)
    if session.info.get("wrote"):  # what this session wrote may yet be undone
        return _log_read(session, build_id, known or ())
    long = session.exec(select(sql.count()).where(LogRow.build_id == build_id)).one()
    if known is None or len(known) != long:
        known = _log_read(session, build_id, known or ())
        logs.by_rod.keep(key, known)
    return known


STRUCK = "struck-out"
"""Under this name the shop keeps how often words were struck out of all that was written."""


def times_struck(session: Session) -> int:
    """How often that was, when this session first asked; whoever writes asks while they hold the rod, which striking out holds too. What another
    server process read before is old by it, whether or not it was told."""
    read = _read_here(session)
    if read.struck is None:
        row = session.get(SettingRow, STRUCK)
        read.struck = 0 if row is None else int(row.value["times"])
    return read.struck


def hold_all_to_strike(session: Session) -> None:
    """Hold every rod until this act is kept, and say that what was read of them is old. One strikes at a time."""
    session.exec(select(BuildRow.id).order_by(col(BuildRow.id)).with_for_update()).all()
    put(session, STRUCK, {"times": times_struck(session) + 1})


def _log_read(
    session: Session, build_id: uuid.UUID, known: tuple[LogEntry, ...] = ()
) -> tuple[LogEntry, ...]:
    """Read from the table; entries that are known are not read again."""
    wanted = select(LogRow).where(LogRow.build_id == build_id)
    if known:
        have = {e.id for e in known}
        ids = session.exec(select(LogRow.id).where(LogRow.build_id == build_id)).all()
        wanted = wanted.where(col(LogRow.id).in_([i for i in ids if i not in have][:MOST_ANEW]))
    rows = session.exec(wanted).all()
    fresh = [LogEntry.model_validate(r.entry) for r in rows]
    return tuple(sorted((*known, *fresh), key=lambda e: (e.at, e.id)))


MOST_ANEW = 20_000
"""A rod's log holds no more."""


class Logs:
    """The logs read last, by rod, and the records they make with a revision: until words are struck out neither ever changes, so
    that they need no second reading."""

    def __init__(self, most: int = 200) -> None:
        self.by_rod: Lately[tuple[int, uuid.UUID], tuple[LogEntry, ...]] = Lately(most)
        self.records: Lately[tuple[int, int], Records] = Lately(most)


def written(
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


def design_at(revision: RevisionRow) -> Design:
    return Design.model_validate(revision.design)


def piece_at(revision: RevisionRow) -> Piece:
    return Piece.model_validate(revision.piece)


def read_records(session: Session, row: BuildRow) -> Records:
    return records_at(session, revision_of(session, row.id, row.head))


def records_at(session: Session, at: RevisionRow) -> Records:
    """Design and piece of one revision, with the log as it is now."""
    log = log_of(session, at.build_id)
    logs: Logs | None = None if session.info.get("wrote") else session.info.get("logs")
    if logs is None or at.id is None:
        return Records.model_construct(design=design_at(at), piece=piece_at(at), log=log)
    key = (times_struck(session), at.id)
    known = logs.records.known(key)
    if known is not None and known.log is log:
        return known
    records = Records.model_construct(design=design_at(at), piece=piece_at(at), log=log)
    return logs.records.keep(key, records)


def as_json(session: Session, row: BuildRow) -> dict[str, Any]:
    """The rod as it stands; nothing when it cannot be read, so that it can still be undone."""
    try:
        return json_of(read_records(session, row).build)
    except ValidationError:
        return {}


def json_of(build: Build) -> dict[str, Any]:
    return build.model_dump(mode="json")


def kept(session: Session, row: BuildRow) -> Kept:
    head = revision_of(session, row.id, row.head)
    try:
        records = records_at(session, head)
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
