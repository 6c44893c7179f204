"""Keep people, and let them go: a person who is deleted is gone from every table."""

import json
import re
import uuid
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import ValidationError
from sqlalchemy import text
from sqlmodel import Session, col, select

from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.meanwhile import both_said
from wise_spool.core.document.piece import Piece
from wise_spool.core.ground.refusals import NotNowError, NotThereError
from wise_spool.core.shop.money import Paper
from wise_spool.core.shop.people import Angler, same_person
from wise_spool.core.shop.stock import StockCard
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import BuildRow, PersonRow, RevisionRow, now

GONE = "(deleted)"
"""What stands in the place of a name that was deleted."""
FIGURE = re.compile(
    r"[-+]?[\d.,:]+|\d{4}-\d\d-\d\d([T ][\d:.]+(Z|[-+][\d:]+)?)?|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}|[0-9a-f]{16,}"
)
"""What the program writes and nobody types: numbers, moments, ids."""
Reader = Callable[[Any], object]
HOLDS_NAMES: tuple[tuple[str, str, str, Reader | None], ...] = (
    ("revision", "id", "design", Design.model_validate), ("revision", "id", "piece", Piece.model_validate), ("revision", "id", "document", None),
    ("log_entry", "ctid", "entry", LogEntry.model_validate), ("paper", "id", "paper", Paper.model_validate), ("shelf_item", "id", "item", None),
    ("shelf_item", "id", "card", StockCard.model_validate), ("setting", "name", "value", None),
)  # fmt: skip
"""Every column that holds words somebody typed: its table, its key, and what reads it. Where nothing does, only fields that hold
whatever anybody likes are gone through."""
PLAIN = (
    ("shelf_item", "said"),
    ("shelf_item", "name"),
    ("revision", "what"),
    ("trail", "who"),
    ("trail", "did"),
    ("pass", "name"),
    ("invitation", "name"),
    ("account", "name"),
)
"""The same as plain text."""
FREE = frozenset({
    "client", "name", "number", "batch", "who", "what", "where", "why", "note", "words", "reason", "school_reason", "by", "device", "could_not", "ask", "text", "seller", "shop", "lot",
})  # fmt: skip
"""Fields that hold whatever anybody likes."""


@dataclass(frozen=True)
class KeptPerson:
    """One person, and when something of them changed last."""

    id: uuid.UUID
    person: Angler
    changed_at: datetime


class People:
    """The people of one shop."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine, self.builds = builds.engine, builds

    def all(self) -> list[KeptPerson]:
        """Everybody, by name."""
        with Session(self.engine) as session:
            found = [_kept(r) for r in session.exec(select(PersonRow)).all()]
        return sorted(found, key=lambda k: k.person.name.lower())

    def get(self, person_id: uuid.UUID) -> KeptPerson:
        """One person. Raises :class:`NotThereError`."""
        with Session(self.engine) as session:
            return _kept(_row(session, person_id))

    def add(self, person: Angler, person_id: uuid.UUID | None = None) -> KeptPerson:
        """Somebody new; one of that id who is there already is left as they are. Raises :class:`NotNowError`
        where another goes by that name."""
        with Session(self.engine) as session, session.begin():
            there = None if person_id is None else session.get(PersonRow, person_id)
            if there is not None:
                return _kept(there)
            _only_one(session, person.name)
            row = PersonRow(id=person_id or uuid.uuid4(), person=person.model_dump(mode="json"))
            session.add(row)
            session.flush()
            return _kept(row)

    def change(self, person_id: uuid.UUID, person: Angler) -> KeptPerson:
        """Say somebody anew; a new name goes to their rods. Raises :class:`NotThereError`, :class:`NotNowError`."""
        with Session(self.engine) as session, session.begin():
            return self._said_anew(session, _row(session, person_id, lock=True), person)

    def change_over(self, person_id: uuid.UUID, was: Angler, said: Angler) -> KeptPerson:
        """Keep what was changed from ``was`` to ``said`` beside what others say of them meanwhile. Raises :class:`MeanwhileError` beside what
        :meth:`change` does."""
        with Session(self.engine) as session, session.begin():
            row = _row(session, person_id, lock=True)
            return self._said_anew(session, row, both_said(was, said, _kept(row).person))

    def _said_anew(self, session: Session, row: PersonRow, person: Angler) -> KeptPerson:
        _only_one(session, person.name, row.id)
        was = _kept(row).person.name
        if was != person.name:  # the rods first: cut off in between, it is said again
            theirs = [i for i, _, _ in self.rods(was)]
            self.builds.redesign_all(theirs, lambda d: d.model_copy(update={"client": person.name}), f"for {person.name}")  # fmt: skip
        row.person, row.changed_at = person.model_dump(mode="json"), now()
        session.add(row)
        session.flush()
        return _kept(row)

    def rods(self, name: str) -> list[tuple[uuid.UUID, str, bool]]:
        """Their rods (id, name, whether it hangs on the rack), by the name each is for."""
        design: Any = col(RevisionRow.design)
        with Session(self.engine) as session:
            rows = session.exec(
                select(BuildRow.id, design["name"].astext, design["client"].astext, BuildRow.put_away_at)
                .join(RevisionRow, (col(RevisionRow.build_id) == BuildRow.id) & (col(RevisionRow.number) == BuildRow.head))
            ).all()  # fmt: skip
        return [(i, rod, away is None) for i, rod, client, away in rows if same_person(client or "", name)]  # fmt: skip

    def delete(self, person_id: uuid.UUID, *, even_so: bool = False) -> int:
        """Delete a person and every mention of their name and contact: on rods and all their revisions, in logs, on
        papers. Their rods stay, for nobody. Returns how many rows were changed. Raises :class:`NotThereError`, and
        :class:`NotNowError` while rods of theirs hang on the rack, unless ``even_so``."""
        kept = self.get(person_id)
        open_rods = [rod for _, rod, hangs in self.rods(kept.person.name) if hangs]
        if open_rods and not even_so:
            names = ", ".join(open_rods[:4])
            raise NotNowError(f"{kept.person.name} has {'a rod' if len(open_rods) == 1 else f'{len(open_rods)} rods'} on the rack: {names}. Deleted even so, {'it stays' if len(open_rods) == 1 else 'they stay'} on the rack for nobody.")  # fmt: skip
        words = [w for w in (kept.person.name, kept.person.contact) if w.strip()]
        changed = 0
        with Session(self.engine) as session, session.begin():
            for word in words:
                for table, key, column, read in HOLDS_NAMES:
                    changed += _struck_out(session, table, key, column, read, word)
                for table, column in PLAIN:
                    found: Any = session.execute(
                        text(f"UPDATE {table} SET {column} = regexp_replace({column}, :pattern, :gone, :how) WHERE {column} ~ :pattern"),
                        {"pattern": ("" if _as_written(word) else "(?i)") + _pattern(word), "gone": GONE, "how": "g"},
                    )  # fmt: skip
                    changed += int(found.rowcount)
            session.delete(_row(session, person_id))
            session.execute(text("UPDATE build SET version = version + 1, shown = NULL, shown_for = ''"))  # fmt: skip
        return changed


def _struck_out(
    session: Session, table: str, key: str, column: str, read: Reader | None, word: str
) -> int:
    """Put ``GONE`` in the place of a word wherever it is said in a JSON column: in values, never in the names of fields,
    and never so that what is kept can no longer be read."""
    as_written = _as_written(word)
    name = re.compile(_pattern(word, lookaround=r"\w"), 0 if as_written else re.IGNORECASE)
    rows = session.execute(
        text(f"SELECT {key}::text, {column} FROM {table} WHERE {column}::text ~ :pattern"),
        {"pattern": ("" if as_written else "(?i)") + _pattern(_as_json(word))},
    ).all()
    changed = 0
    for row_key, said in rows:
        fresh = _without(said, name, None if read is not None else FREE)
        if read is not None and not _reads(read, fresh):
            fresh = _without(said, name, FREE)
        if fresh != said:
            changed += 1
            session.execute(
                text(f"UPDATE {table} SET {column} = CAST(:fresh AS jsonb) WHERE {key}::text = :key"),
                {"fresh": json.dumps(fresh), "key": row_key},
            )  # fmt: skip
    return changed


def _without(said: Any, name: re.Pattern[str], only: frozenset[str] | None, field: str = "") -> Any:
    """The same with a name struck out of its words; ``only`` in these fields, in all when None. A moment, a number or an id is no word:
    somebody who goes by “00” is not in it, unless it is all of what somebody typed."""
    if isinstance(said, str):
        if FIGURE.fullmatch(said) and not (field in FREE and name.fullmatch(said)):
            return said
        return name.sub(GONE, said) if only is None or field in only else said
    if isinstance(said, list):
        return [_without(x, name, only, field) for x in said]
    if isinstance(said, dict):
        return {k: _without(v, name, only, k) for k, v in said.items()}
    return said


def _reads(read: Reader, said: Any) -> bool:
    try:
        read(said)
    except ValidationError:
        return False
    return True


def _as_written(word: str) -> bool:
    """Whether it is looked for just as it is written: a name of one word may be a word of the trade in small letters."""
    return len(word.split()) == 1 and "@" not in word


def _as_json(word: str) -> str:
    return word.replace("\\", "\\\\").replace('"', '\\"')


def _pattern(word: str, lookaround: str = "[[:alnum:]]") -> str:
    """A whole word, not a part of another, and no figure out of a larger one, such as the minutes of a moment; any run of blanks stands for
    any other."""
    inner = r"\s+".join(re.escape(w) for w in word.split())
    before = "(?<![0-9][:.,/-])" if word.strip()[:1].isdigit() else ""
    behind = "(?![:.,/-][0-9])" if word.strip()[-1:].isdigit() else ""
    return f"(?<!{lookaround}){before}{inner}(?!{lookaround}){behind}"


def _only_one(session: Session, name: str, but: uuid.UUID | None = None) -> None:
    for row in session.exec(select(PersonRow)).all():
        if row.id != but and same_person(row.person.get("name", ""), name):
            raise NotNowError(f"Somebody here goes by “{row.person['name']}” already. Add what tells the two apart.")  # fmt: skip


def _row(session: Session, person_id: uuid.UUID, *, lock: bool = False) -> PersonRow:
    row = session.get(PersonRow, person_id, with_for_update=lock)
    if row is None:
        raise NotThereError("This person is not in the shop’s book.")
    return row


def _kept(row: PersonRow) -> KeptPerson:
    return KeptPerson(row.id, Angler.model_validate(row.person), row.changed_at)
