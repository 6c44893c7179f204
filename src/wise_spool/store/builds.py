"""Keep rods: designs and pieces by revision, the log, and the changes that come in.

Nothing is overwritten. A change adds a revision, and log entries when it says
that something was done; undo moves the head to the parent and strikes what came
with it. A change carries an id and is taken once, however often it is sent.
Changes to different places go together; a change to a place that another client
changed meanwhile is not taken but asked about.
"""

import uuid
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import ValidationError
from sqlalchemy import Engine, create_engine, delete, tuple_, update
from sqlalchemy import func as sql
from sqlalchemy.dialects.postgresql import array
from sqlalchemy.exc import IntegrityError
from sqlmodel import Session, col, select

from wise_spool.core.document.bench import BenchClock
from wise_spool.core.document.changes import Change, places_between
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry, fold, live
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import NotNowError
from wise_spool.core.rod import Rod
from wise_spool.store.rows import (
    Kept,
    Logs,
    advance,
    as_json,
    design_at,
    json_of,
    kept,
    log_of,
    look_first,
    note_change,
    note_on_trail,
    note_step,
    piece_at,
    read_records,
    records_at,
    revision_of,
    row_of,
    strike,
    write_log,
    written,
)
from wise_spool.store.tables import BuildRow, ChangeRow, LogRow, PaperRow, RevisionRow, now
from wise_spool.store.taking import Outcome, take


@dataclass(frozen=True)
class Hanging:
    """A rod on the rack: how it was last shown, and whether that is how it still stands."""

    id: uuid.UUID
    version: int
    changed_at: datetime
    shown: dict[str, Any] | None
    shown_for: str


@dataclass(frozen=True)
class Taken:
    """A rod before and after changes, and what became of each."""

    before: Kept
    after: Kept
    outcomes: list[Outcome]


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
        self.logs = Logs()
        self.changed: Callable[[uuid.UUID, int], None] = lambda _id, _version: None
        """Told of every rod that has changed and its version, when what changed is safe."""

    def forget(self) -> None:
        """Rows were rewritten beside this store: what was read before is old."""
        self.logs = Logs()

    @contextmanager
    def act(self) -> Iterator[Session]:
        """One act, kept whole or not at all; the rods it changed are told of when it is safe."""
        with Session(self.engine, info={"logs": self.logs}) as session:
            with session.begin():
                yield session
            for build_id, version in session.info.pop("changed", {}).items():
                self.changed(build_id, version)

    def answers(self) -> None:
        """Ask the database for nothing. Raises :class:`sqlalchemy.exc.OperationalError` while it is away."""
        with Session(self.engine) as session:
            session.exec(select(1)).one()

    # --- the rack ---------------------------------------------------------------

    def page(
        self,
        *,
        put_away: bool = False,
        after: uuid.UUID | None = None,
        most: int = 60,
        batch: str | None = None,
        handles: bool = False,
    ) -> list[Hanging]:
        """Rods on the rack, first made first, from the one after ``after`` on; or those put away, the last put away
        first."""
        with self.act() as session:
            away = col(BuildRow.put_away_at)
            wanted = select(BuildRow).where(away.is_not(None) if put_away else away.is_(None))
            last = session.get(BuildRow, after) if after is not None else None
            if last is not None:
                wanted = wanted.where(
                    tuple_(col(BuildRow.made_at), col(BuildRow.id)) > (last.made_at, last.id)
                )
            if batch is not None or handles:
                wanted = wanted.join(
                    RevisionRow,
                    (col(RevisionRow.build_id) == col(BuildRow.id))
                    & (col(RevisionRow.number) == col(BuildRow.head)),
                )
            if batch is not None:
                wanted = wanted.where(col(RevisionRow.design)["batch"].astext == batch)
            if handles:
                wanted = wanted.where(col(RevisionRow.design)["handle"]["kept_as"].astext != "")
            order = (away.desc(),) if put_away else (col(BuildRow.made_at), col(BuildRow.id))
            rows = session.exec(wanted.order_by(*order).limit(most)).all()
            return [Hanging(r.id, r.version, r.changed_at, r.shown, r.shown_for) for r in rows]

    def count(self, *, put_away: bool = False) -> int:
        """How many rods hang there."""
        with self.act() as session:
            away = col(BuildRow.put_away_at)
            wanted = select(sql.count()).select_from(BuildRow)
            return session.exec(
                wanted.where(away.is_not(None) if put_away else away.is_(None))
            ).one()

    def keep_shown(
        self, build_id: uuid.UUID, version: int, shown: dict[str, Any], shown_for: str
    ) -> None:
        """Note how a rod is shown on the rack, so that it need not be worked out again; not of one that has changed meanwhile."""
        with self.act() as session:
            as_it_was = (col(BuildRow.id) == build_id) & (col(BuildRow.version) == version)
            session.execute(update(BuildRow).where(as_it_was).values(shown=shown, shown_for=shown_for))  # fmt: skip

    # --- one rod ----------------------------------------------------------------

    def get(self, build_id: uuid.UUID) -> Kept:
        """One rod. Raises :class:`NotThereError`, :class:`UnreadableError`."""
        with self.act() as session:
            row = row_of(session, build_id)
            return kept(session, row)

    def add(
        self, records: Records, what: str = "new build", as_id: uuid.UUID | None = None
    ) -> Kept:
        """Keep a new rod as its revision 1, with a piece id of its own. Under an id that whoever asks has made, it is
        hung once however often it is asked for: what hangs there already is given back as it is."""
        if as_id is None:
            with self.act() as session:
                return kept(session, _added(session, records, what))
        try:
            with self.act() as session:
                there = session.get(BuildRow, as_id)
                return kept(session, there or _added(session, records, what, as_id))
        except IntegrityError:  # asked for twice at the same moment
            return self.get(as_id)

    def change(
        self,
        build_id: uuid.UUID,
        changes: Sequence[Change],
        client: str = "",
        check: Callable[[Rod], object] | None = None,
        habits: Mapping[str, float] | None = None,
        by: str | None = None,
    ) -> Taken:
        """Take changes in, in order, each whole or not at all.

        ``check`` is given the rod as it would be and raises when it cannot be
        worked out: then the change is refused, and what it was made on stands.
        ``by`` is the name that goes on the trail with each that is kept, None while no trail is.
        """
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            before = kept(session, row)
            outcomes = [take(session, row, c, client, check, habits, by) for c in changes]
            return Taken(before, kept(session, row), outcomes)

    def log(
        self,
        build_id: uuid.UUID,
        entries: Sequence[LogEntry],
        client: str = "",
        what: str | None = "log",
        by: str | None = None,
    ) -> Kept:
        """Add entries to a rod's log: the union counts, what is there already adds nothing. With no ``what`` it is a
        step of nobody's, such as a reading of the room, which undo does not meet. ``by`` goes on the trail with what is new."""
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            have = {e.id for e in log_of(session, row.id)}
            fresh = [e for e in entries if e.id not in have]
            if fresh:
                before = read_records(session, row)
                ids = write_log(session, row.id, fresh)
                after = Records(design=before.design, piece=before.piece, log=(*before.log, *fresh))
                places = places_between(json_of(before.build), json_of(after.build))
                if what is not None:
                    advance(session, row, what, before.design, before.piece, ids)
                note_on_trail(session, row, by, "wrote in the log")
                note_change(session, row, f"log-{fresh[0].id}"[:60], client, places)
            return kept(session, row)

    def clocks(self, since: datetime) -> list[tuple[uuid.UUID, str, BenchClock]]:
        """Clocks said since then of rods on the rack, with the rod's id and name; nothing else of a rod is
        read for them."""
        with self.act() as session:
            rows = session.exec(
                select(LogRow.build_id, LogRow.entry, col(RevisionRow.design)["name"].astext)
                .join(BuildRow, col(BuildRow.id) == col(LogRow.build_id))
                .join(
                    RevisionRow,
                    (col(RevisionRow.build_id) == col(BuildRow.id))
                    & (col(RevisionRow.number) == col(BuildRow.head)),
                )
                .where(
                    col(BuildRow.put_away_at).is_(None),
                    col(LogRow.at) >= since,
                    col(LogRow.entry).op("?|")(array(["clock", "strikes"])),
                )
            ).all()
        said: dict[uuid.UUID, list[LogEntry]] = {}
        names = {}
        for build_id, entry, name in rows:
            try:
                said.setdefault(build_id, []).append(LogEntry.model_validate(entry))
            except (
                ValidationError
            ):  # an entry this version cannot read costs no more than its clock
                continue
            names[build_id] = name
        return [(i, names[i], c) for i, log in said.items() for c in fold(log).bench.clocks]

    def undo(self, build_id: uuid.UUID, seen: int | None = None, client: str = "") -> Kept:
        """Step back to the revision before, and strike what was logged with it.

        Raises :class:`NotNowError` when there is nothing to undo, or when somebody
        else changed the rod since version ``seen``.
        """
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            head = revision_of(session, row.id, row.head)
            if head.parent is None:
                raise NotNowError("This is how the build began: there is nothing to undo.")
            look_first(session, row, seen, client)
            before = as_json(session, row)
            entries = log_of(session, row.id)
            standing = {e.id for e in live(entries)}
            strike(session, row, [e for e in head.entries if e in standing])
            row.redo = [*row.redo, row.head]
            row.head = head.parent
            note_step(session, row, "undo", client, before)
            return kept(session, row)

    def redo(self, build_id: uuid.UUID, seen: int | None = None, client: str = "") -> Kept:
        """Step forward again. Raises :class:`NotNowError` as :meth:`undo` does."""
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            if not row.redo:
                raise NotNowError("There is nothing to redo.")
            look_first(session, row, seen, client)
            before = as_json(session, row)
            row.head, row.redo = row.redo[-1], row.redo[:-1]
            again = set(revision_of(session, row.id, row.head).entries)
            strike(
                session, row, [e.id for e in live(log_of(session, row.id)) if e.strikes in again]
            )
            note_step(session, row, "redo", client, before)
            return kept(session, row)

    def back_to(self, build_id: uuid.UUID, number: int, client: str = "") -> Kept:
        """Make an earlier design and piece count again, as a new revision. What was done stays done:
        the log is not turned back."""
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            before = as_json(session, row)
            old = revision_of(session, row.id, number)
            design, piece = design_at(old), piece_at(old)
            advance(session, row, f"back to revision {number}", design, piece, [])
            places = places_between(before, as_json(session, row))
            note_change(session, row, f"back-{uuid.uuid4()}", client, places)
            return kept(session, row)

    def batch(
        self,
        build_id: uuid.UUID,
        design: Design,
        others: Sequence[Records],
        what: str,
        client: str = "",
        as_id: uuid.UUID | None = None,
    ) -> None:
        """A rod made the first of a batch, and the others hung beside it: all of them or none, and once under an id
        that whoever asks has made."""
        with self.act() as session:
            row_of(session, build_id, lock=True)
            ids = [None if as_id is None else uuid.uuid5(as_id, str(n)) for n in range(len(others))]
            if as_id is not None:
                there = session.get(BuildRow, uuid.uuid5(as_id, "0"))
                if there is not None:
                    return
            self._redesigned(session, build_id, design, what, client)
            for records, one in zip(others, ids, strict=True):
                _added(session, records, "one of a batch", one)

    def redesign(self, build_id: uuid.UUID, design: Design, what: str, client: str = "") -> Kept:
        """Give a rod another design; its piece and its log stay its own."""
        with self.act() as session:
            return kept(session, self._redesigned(session, build_id, design, what, client))

    def redesign_all(
        self, rods: Iterable[uuid.UUID], to: Callable[[Design], Design], what: str, client: str = ""
    ) -> None:
        """Give each of these rods another design, made of the one it has: all of them or none."""
        with self.act() as session:
            self.redesign_within(session, rods, to, what, client)

    def redesign_within(
        self, session: Session, rods: Iterable[uuid.UUID], to: Callable[[Design], Design], what: str, client: str = ""
    ) -> None:  # fmt: skip
        """The same as a part of a greater act."""
        for build_id in sorted(rods):
            own = kept(session, row_of(session, build_id, lock=True)).records.design
            self._redesigned(session, build_id, to(own), what, client)

    @staticmethod
    def _redesigned(
        session: Session, build_id: uuid.UUID, design: Design, what: str, client: str
    ) -> BuildRow:
        row = row_of(session, build_id, lock=True)
        before, records = as_json(session, row), read_records(session, row)
        if records.design != design:
            advance(session, row, what, design, records.piece, [])
            places = places_between(before, as_json(session, row))
            note_change(session, row, f"redesign-{uuid.uuid4()}", client, places)
        return row

    def history(self, build_id: uuid.UUID) -> list[RevisionNote]:
        """Every revision, newest first."""
        with self.act() as session:
            row_of(session, build_id)
            rows = session.exec(
                select(RevisionRow)
                .where(RevisionRow.build_id == build_id)
                .order_by(col(RevisionRow.number).desc())
            ).all()
            return [RevisionNote(r.number, r.parent, r.what, r.kept_aside, r.made_at) for r in rows]

    def revision(self, build_id: uuid.UUID, number: int) -> Records:
        """Design and piece as they were at one revision, with the log as it is now."""
        with self.act() as session:
            row = row_of(session, build_id)
            return records_at(session, revision_of(session, row.id, number))

    def clear_if_untouched(self, before: datetime) -> bool:
        """Empty a demo shop made before ``before`` that nobody has touched; True if emptied.

        Touched is: a rod added, changed or put away, an entry logged, a round of the
        trainer played, a paper sent. For demo data only, whose clocks are anchored to the day they
        are made.
        """
        with self.act() as session:
            rows = session.exec(select(BuildRow)).all()
            first = select(RevisionRow.build_id, RevisionRow.what).where(RevisionRow.number == 1)
            firsts = dict(session.exec(first).all())
            changed = session.exec(select(sql.count()).select_from(ChangeRow)).one()
            sent = session.exec(select(sql.count()).select_from(PaperRow)).one()
            touched = (
                changed
                or sent
                or any(
                    r.head != 1
                    or r.version != 1
                    or bool(r.put_away_at) != (firsts.get(r.id) == DEMO_PAST)
                    or r.made_at >= before
                    for r in rows
                )
            )
            if (
                not rows
                or touched
                or any(what not in (DEMO, DEMO_PAST) for what in firsts.values())
            ):
                return False
            for table in (ChangeRow, LogRow, RevisionRow, BuildRow):
                session.exec(delete(table))
            return True

    def put_away(self, build_id: uuid.UUID, *, away: bool) -> None:
        """Take a rod off the rack, or hang it back; nothing is deleted."""
        with self.act() as session:
            row = row_of(session, build_id, lock=True)
            row.put_away_at = now() if away else None
            session.add(row)


DEMO = "demo"
DEMO_PAST = "demo, put away"
"""What the first revision of a demo rod is called."""


def _added(
    session: Session, records: Records, what: str, as_id: uuid.UUID | None = None
) -> BuildRow:
    row = BuildRow(head=1) if as_id is None else BuildRow(id=as_id, head=1)
    session.add(row)
    session.flush()
    piece = records.piece.model_copy(update={"id": str(row.id)})
    ids = write_log(session, row.id, records.log)
    session.add(written(row, 1, None, what, records.design, piece, ids))
    session.flush()
    return row
