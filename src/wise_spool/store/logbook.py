"""The logbook: what every rod's log says, newest first, sought and turned page by page; and its pictures."""

import uuid
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import ValidationError
from sqlalchemy import Text, cast, or_, tuple_
from sqlalchemy import func as sql
from sqlalchemy.dialects.postgresql import array, insert
from sqlmodel import Session, col, select

from wise_spool.core.document.bench import ROOM_SENSOR
from wise_spool.core.document.design import Brief
from wise_spool.core.document.log import KINDS, Kind, LogEntry
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import BuildRow, LogRow, PictureRow, RevisionRow, now


@dataclass(frozen=True)
class Line:
    """One line of the logbook; ``struck`` when it was taken back."""

    build_id: uuid.UUID
    rod: str
    entry: LogEntry
    struck: bool


@dataclass(frozen=True)
class Whose:
    """The rod some entries are of: its name, whom it is for and its brief."""

    build_id: uuid.UUID
    name: str
    client: str
    brief: Brief


@dataclass(frozen=True)
class Wanted:
    """Which lines are looked for; what is None or empty is not asked about."""

    rod: uuid.UUID | None = None
    kinds: tuple[Kind, ...] = ()
    text: str = ""
    of: str = ""
    before: tuple[datetime, str] | None = None


class Logbook:
    """Every rod's log as one book."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine

    def page(self, wanted: Wanted, most: int = 50) -> list[Line]:
        """The newest lines that fit, from before ``before`` on."""
        entry = col(LogRow.entry)
        asked = select(LogRow).where(~entry.op("?", is_comparison=True)("strikes"))
        if wanted.rod is not None:
            asked = asked.where(LogRow.build_id == wanted.rod)
        if wanted.kinds:
            asked = asked.where(entry.op("?|")(array(list(wanted.kinds))))
        if not wanted.kinds:  # what the room was while a coat set is asked for by its kind
            asked = asked.where(
                ~(
                    entry.op("?", is_comparison=True)("air")
                    & (sql.coalesce(entry["device"].astext, "") == ROOM_SENSOR)
                )
            )
        if wanted.of:
            asked = asked.where(or_(*(entry[k]["of"].astext == wanted.of for k in ("note", "picture", "follow_up", "clock")), *(entry[k]["id"].astext == wanted.of for k in ("worked", "skipped")), entry["step"].astext == wanted.of))  # fmt: skip
        for word in wanted.text.split():
            asked = asked.where(cast(entry, Text).icontains(word, autoescape=True))
        if wanted.before is not None:
            asked = asked.where(tuple_(col(LogRow.at), col(LogRow.id)) < wanted.before)
        with Session(self.engine) as session:
            rows = session.exec(asked.order_by(col(LogRow.at).desc(), col(LogRow.id).desc()).limit(most)).all()  # fmt: skip
            rods = {r.build_id for r in rows}
            names, struck = _names(session, rods), _struck(session, rods)
            return [
                Line(r.build_id, names.get(r.build_id, ""), said, (r.build_id, r.id) in struck)
                for r in rows
                if (said := _entry(r)) is not None
            ]  # fmt: skip

    def keep(self, file: str, content: bytes, thumb: bytes) -> None:
        """Keep a picture under the name its bytes give it; the same one twice is kept once."""
        row = {"file": file, "content": content, "thumb": thumb, "kept_at": now()}
        with Session(self.engine) as session, session.begin():
            session.execute(insert(PictureRow).values(**row).on_conflict_do_nothing())

    def picture(self, file: str, *, small: bool = False) -> bytes:
        """The bytes of a kept picture. Raises :class:`NotThereError`."""
        column = col(PictureRow.thumb) if small else col(PictureRow.content)
        with Session(self.engine) as session:
            found = session.exec(select(column).where(PictureRow.file == file)).first()
        if found is None:
            raise NotThereError("That picture is not kept here.")
        return bytes(found)

    def standing(self, *kinds: Kind) -> list[tuple[uuid.UUID, str]]:
        """Rod and id of every entry of these kinds that nothing strikes, oldest first."""
        entry = col(LogRow.entry)
        with Session(self.engine) as session:
            rows = session.exec(
                select(LogRow.build_id, LogRow.id)
                .where(entry.op("?|")(array(list(kinds))))
                .order_by(col(LogRow.at), col(LogRow.id))
            ).all()
            struck = _struck(session, {b for b, _ in rows})
        return [(b, i) for b, i in rows if (b, i) not in struck]

    def entries(
        self, keys: Sequence[tuple[uuid.UUID, str]]
    ) -> dict[tuple[uuid.UUID, str], LogEntry]:
        """These entries, by rod and id."""
        out = {}
        with Session(self.engine) as session:
            for start in range(0, len(keys), 2000):
                some = keys[start : start + 2000]
                ids = [i for _, i in some]
                rows = session.exec(select(LogRow).where(col(LogRow.id).in_(ids))).all()
                out.update({(r.build_id, r.id): e for r in rows if (e := _entry(r)) is not None})
        return {key: out[key] for key in keys if key in out}

    def said(self, *kinds: Kind) -> Iterator[tuple[uuid.UUID, LogEntry]]:
        """Every entry of these kinds, over all rods, oldest first, struck ones left out."""
        standing = self.standing(*kinds)
        found = self.entries(standing)
        for key in standing:
            if key in found:
                yield key[0], found[key]

    def by_rod(self, *kinds: Kind) -> list[tuple[Whose, list[LogEntry]]]:
        """Entries of these kinds that stand, rod by rod."""
        logs: dict[uuid.UUID, list[LogEntry]] = {}
        for build_id, said in self.said(*kinds):
            logs.setdefault(build_id, []).append(said)
        design = col(RevisionRow.design)
        with Session(self.engine) as session:
            rows = session.exec(
                select(BuildRow.id, design["name"].astext, design["client"].astext, design["brief"])
                .join(RevisionRow, (col(RevisionRow.build_id) == col(BuildRow.id)) & (col(RevisionRow.number) == col(BuildRow.head)))
                .where(col(BuildRow.id).in_(logs))
            ).all()  # fmt: skip
        return [
            (Whose(i, name, client or "", _brief(said)), logs[i]) for i, name, client, said in rows
        ]


def _entry(row: LogRow) -> LogEntry | None:
    """An entry as it is kept; none where this version cannot read it, which costs no more than what it says."""
    try:
        return LogEntry.model_validate(row.entry)
    except ValidationError:
        return None


def _brief(said: Any) -> Brief:
    """A brief as it is kept; a plain one where it cannot be read, which costs no more than its advice."""
    try:
        return Brief.model_validate(said or {})
    except ValidationError:
        return Brief()


def _names(session: Session, ids: set[uuid.UUID]) -> dict[uuid.UUID, str]:
    if not ids:
        return {}
    found = session.exec(
        select(BuildRow.id, col(RevisionRow.design)["name"].astext)
        .join(RevisionRow, (col(RevisionRow.build_id) == col(BuildRow.id)) & (col(RevisionRow.number) == col(BuildRow.head)))
        .where(col(BuildRow.id).in_(ids))
    ).all()  # fmt: skip
    return dict(found)


def _struck(session: Session, rods: set[uuid.UUID]) -> set[tuple[uuid.UUID, str]]:
    """Entries of these rods that something strikes that is not itself struck."""
    if not rods:
        return set()
    strikes = session.exec(
        select(LogRow.build_id, LogRow.id, col(LogRow.entry)["strikes"].astext)
        .where(col(LogRow.build_id).in_(rods), col(LogRow.entry).op("?")("strikes"))
    ).all()  # fmt: skip
    by: dict[tuple[uuid.UUID, str], list[str]] = {}
    for build_id, entry_id, what in strikes:
        by.setdefault((build_id, what), []).append(entry_id)

    def stands(build_id: uuid.UUID, entry_id: str, deep: int = 0) -> bool:
        return deep > 50 or not any(stands(build_id, s, deep + 1) for s in by.get((build_id, entry_id), ()))  # fmt: skip

    return {key for key in by if not stands(*key)}


def kinds_named(names: str) -> tuple[Kind, ...]:
    """Kinds by their names, parted by commas; names no kind has are left out."""
    return tuple(k for k in KINDS if k in names.split(","))
