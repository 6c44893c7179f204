"""Keep people, and let them go: a person who is deleted is gone from every table."""

import json
import re
import uuid
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property
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
from wise_spool.store.papers import PAPERS
from wise_spool.store.rows import hold_all_to_strike, row_of, told_of
from wise_spool.store.tables import BuildRow, PersonRow, RevisionRow, now
from wise_spool.store.turn import in_turn

GONE = "(deleted)"
"""What stands in the place of a name that was deleted."""
FIGURE = re.compile(
    r"[-+]?[\d.,:]+|\d{4}-\d\d-\d\d([T ][\d:.]+(Z|[-+][\d:]+)?)?|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}|[0-9a-f]{16,}"
)
"""What the program writes and nobody types: numbers, moments, ids."""
Reader = Callable[[Any], object]
HOLDS_NAMES: tuple[tuple[str, str, Reader | None], ...] = (
    ("revision", "design", Design.model_validate), ("revision", "piece", Piece.model_validate), ("revision", "document", None),
    ("log_entry", "entry", LogEntry.model_validate), ("paper", "paper", Paper.model_validate), ("person", "person", Angler.model_validate),
    ("shelf_item", "item", None), ("shelf_item", "card", StockCard.model_validate), ("setting", "value", None),
)  # fmt: skip
"""Every column that holds words somebody typed, and what reads it. Where nothing does, only fields that hold whatever anybody likes are
gone through."""
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
    """One person, what they went by before, and when something of them changed last."""

    id: uuid.UUID
    person: Angler
    went_by: tuple[str, ...]
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
        with self._book() as session:
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
        with self._book() as session:
            return self._said_anew(session, _row(session, person_id), person)

    def change_over(self, person_id: uuid.UUID, was: Angler, said: Angler) -> KeptPerson:
        """Keep what was changed from ``was`` to ``said`` beside what others say of them meanwhile. Raises :class:`MeanwhileError` beside what
        :meth:`change` does."""
        with self._book() as session:
            row = _row(session, person_id)
            return self._said_anew(session, row, both_said(was, said, _kept(row).person))

    def _said_anew(self, session: Session, row: PersonRow, person: Angler) -> KeptPerson:
        _only_one(session, person.name, row.id)
        was = _kept(row).person
        if was.name != person.name:
            theirs = [i for i, _, _ in _rods(session, was.name)]
            self.builds.redesign_within(session, theirs, lambda d: d.model_copy(update={"client": person.name}), f"for {person.name}")  # fmt: skip
        row.went_by = list(dict.fromkeys((*row.went_by, *_words(was))))
        row.person, row.changed_at = person.model_dump(mode="json"), now()
        session.add(row)
        session.flush()
        return _kept(row)

    @contextmanager
    def _book(self) -> Iterator[Session]:
        """The book of people in one hand until the act is kept, so that no two write one name and none is renamed while they are deleted."""
        with self.builds.act() as session:
            in_turn(session, "people")
            yield session

    def rods(self, name: str) -> list[tuple[uuid.UUID, str, bool]]:
        """Their rods (id, name, whether it hangs on the rack), by the name each is for."""
        with Session(self.engine) as session:
            return _rods(session, name)

    def delete(self, person_id: uuid.UUID, *, even_so: bool = False) -> int:
        """Delete a person and every mention of their name and contact: on rods and all their revisions, in logs, on
        papers. Their rods stay, for nobody. Returns how many rows were changed. Raises :class:`NotThereError`, and
        :class:`NotNowError` while rods of theirs hang on the rack, unless ``even_so``."""
        changed = 0
        with self._book() as session:
            row = _row(session, person_id)
            person = _kept(row).person
            theirs = _rods(session, person.name)
            open_rods = [rod for _, rod, hangs in theirs if hangs]
            if open_rods and not even_so:
                names = ", ".join(open_rods[:4])
                raise NotNowError(f"{person.name} has {'a rod' if len(open_rods) == 1 else f'{len(open_rods)} rods'} on the rack: {names}. Deleted even so, {'it stays' if len(open_rods) == 1 else 'they stay'} on the rack for nobody.")  # fmt: skip
            in_turn(session, PAPERS)
            hold_all_to_strike(session)
            session.delete(row)
            session.flush()
            others = [w for k in session.exec(select(PersonRow)).all() for w in _words(_kept(k).person)]  # fmt: skip
            for word in sorted({*_words(person), *row.went_by}, key=len, reverse=True):
                name = Words(word, others)
                for table, column, read in HOLDS_NAMES:
                    changed += _struck_out(session, table, column, name, read, as_json=True)
                for table, column in PLAIN:
                    changed += _struck_out(session, table, column, name, None, as_json=False)
            session.execute(text("UPDATE build SET version = version + 1, shown = NULL, shown_for = ''"))  # fmt: skip
            for rod_id, _, _ in theirs:
                told_of(session, row_of(session, rod_id))
        return changed


@dataclass(frozen=True)
class Words:
    """A name or a contact to be struck out; ``others`` is what people who stay go by, of which it may be a part."""

    word: str
    others: Sequence[str] = ()

    @property
    def as_written(self) -> bool:
        """Whether it is looked for just as it is written: a name of one word may be a word of the trade in small letters."""
        return len(self.word.split()) == 1 and "@" not in self.word

    @cached_property
    def alone(self) -> re.Pattern[str]:
        """The word itself."""
        return re.compile(_pattern(self.word, r"\w"), 0 if self.as_written else re.IGNORECASE)

    @cached_property
    def _or_another(self) -> re.Pattern[str]:
        longer = sorted((o for o in self.others if self.alone.search(o)), key=len, reverse=True)
        others = "|".join(_pattern(o, r"\w") for o in longer)
        return re.compile(f"(?P<stays>(?i:{others}))|{self.alone.pattern}", self.alone.flags) if others else self.alone  # fmt: skip

    def in_database(self, *, as_json: bool = False) -> str:
        """The pattern by which PostgreSQL finds it."""
        word = self.word.replace("\\", "\\\\").replace('"', '\\"') if as_json else self.word
        return ("" if self.as_written else "(?i)") + _pattern(word, "[[:alnum:]]")

    def out_of_text(self, said: str) -> str:
        """A text without it."""
        return self._or_another.sub(lambda m: m[0] if m.groupdict().get("stays") else GONE, said)

    def out_of(self, said: Any, read: Reader | None) -> Any:
        """The same for a JSON document: in values, never in the names of fields, and never so that ``read`` can no longer read it."""
        fresh = self._without(said, None if read is not None else FREE)
        return fresh if read is None or _reads(read, fresh) else self._without(said, FREE)

    def _without(self, said: Any, only: frozenset[str] | None, field: str = "") -> Any:
        """``only`` in these fields, in all when None. A moment, a number or an id is no word: somebody who goes by “00” is not in it, unless it
        is all of what somebody typed."""
        if isinstance(said, str):
            if FIGURE.fullmatch(said) and not (field in FREE and self.alone.fullmatch(said)):
                return said
            return self.out_of_text(said) if only is None or field in only else said
        if isinstance(said, list):
            return [self._without(x, only, field) for x in said]
        if isinstance(said, dict):
            return {k: self._without(v, only, k) for k, v in said.items()}
        return said


def _struck_out(session: Session, table: str, column: str, words: Words, read: Reader | None, *, as_json: bool) -> int:  # fmt: skip
    """Put ``GONE`` in the place of a word wherever a column says it; nobody writes these rows meanwhile. Returns how many rows."""
    rows = session.execute(
        text(f"SELECT ctid::text, {column} FROM {table} WHERE {column}::text ~ :pattern FOR UPDATE"),
        {"pattern": words.in_database(as_json=as_json)},
    ).all()  # fmt: skip
    changed = 0
    for place, said in rows:
        fresh = words.out_of(said, read) if as_json else words.out_of_text(said)
        if fresh != said:
            changed += 1
            session.execute(
                text(f"UPDATE {table} SET {column} = {'CAST(:fresh AS jsonb)' if as_json else ':fresh'} WHERE ctid = CAST(:place AS tid)"),
                {"fresh": json.dumps(fresh) if as_json else fresh, "place": place},
            )  # fmt: skip
    return changed


def _reads(read: Reader, said: Any) -> bool:
    try:
        read(said)
    except ValidationError:
        return False
    return True


def _pattern(word: str, lookaround: str) -> str:
    """A whole word, not a part of another, and no figure out of a larger one, such as the minutes of a moment; any run of blanks stands for
    any other."""
    inner = r"\s+".join(re.escape(w) for w in word.split())
    before = "(?<![0-9][:.,/-])" if word.strip()[:1].isdigit() else ""
    behind = "(?![:.,/-][0-9])" if word.strip()[-1:].isdigit() else ""
    return f"(?<!{lookaround}){before}{inner}(?!{lookaround}){behind}"


def _words(person: Angler) -> list[str]:
    return [w for w in (person.name, person.contact) if w.strip()]


def _only_one(session: Session, name: str, but: uuid.UUID | None = None) -> None:
    for row in session.exec(select(PersonRow)).all():
        if row.id != but and same_person(row.person.get("name", ""), name):
            raise NotNowError(f"Somebody here goes by “{row.person['name']}” already. Add what tells the two apart.")  # fmt: skip


def _rods(session: Session, name: str) -> list[tuple[uuid.UUID, str, bool]]:
    design: Any = col(RevisionRow.design)
    rows = session.exec(
        select(BuildRow.id, design["name"].astext, design["client"].astext, BuildRow.put_away_at)
        .join(RevisionRow, (col(RevisionRow.build_id) == BuildRow.id) & (col(RevisionRow.number) == BuildRow.head))
    ).all()  # fmt: skip
    return [(i, rod, away is None) for i, rod, client, away in rows if same_person(client or "", name)]  # fmt: skip


def _row(session: Session, person_id: uuid.UUID) -> PersonRow:
    row = session.get(PersonRow, person_id)
    if row is None:
        raise NotThereError("This person is not in the shop’s book.")
    return row


def _kept(row: PersonRow) -> KeptPerson:
    return KeptPerson(row.id, Angler.model_validate(row.person), tuple(row.went_by), row.changed_at)
