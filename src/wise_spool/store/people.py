"""Keep people, and let them go: a person who is deleted is gone from every table."""

import re
import uuid
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from sqlalchemy import text
from sqlmodel import Session, col, select

from wise_spool.core.ground.refusals import NotNowError, NotThereError
from wise_spool.core.shop.people import Angler, same_person
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import BuildRow, PersonRow, RevisionRow, now

GONE = "(deleted)"
"""What stands in the place of a name that was deleted."""
HOLDS_NAMES = (
    ("revision", "design"), ("revision", "piece"), ("revision", "document"), ("log_entry", "entry"), ("build", "shown"), ("paper", "paper"),
    ("shelf_item", "item"), ("shelf_item", "card"), ("setting", "value"),
)  # fmt: skip
"""Every column that holds words somebody typed."""


@dataclass(frozen=True)
class KeptPerson:
    """One person, and when something of them changed last."""

    id: uuid.UUID
    person: Angler
    changed_at: datetime


class People:
    """The people of one shop."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine

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
            row = _row(session, person_id)
            _only_one(session, person.name, person_id)
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
            for table, column in HOLDS_NAMES:
                for word in words:
                    changed += _struck_out(session, table, column, word)
            for word in words:
                session.execute(text("UPDATE shelf_item SET said = regexp_replace(said, :pattern, :gone, 'gi'), name = regexp_replace(name, :pattern, :gone, 'gi')"), {"pattern": _in_text(word), "gone": GONE})  # fmt: skip
            session.delete(_row(session, person_id))
            session.execute(text("UPDATE build SET version = version + 1, shown = NULL, shown_for = ''"))  # fmt: skip
        return changed


def _struck_out(session: Session, table: str, column: str, word: str) -> int:
    """Put ``GONE`` in the place of a word wherever it stands in a JSON column."""
    found: Any = session.execute(
        text(
            f"UPDATE {table} SET {column} = regexp_replace({column}::text, :pattern, :gone, 'gi')::jsonb "
            f"WHERE {column}::text ~* :pattern"
        ),
        {"pattern": _pattern(word), "gone": GONE},
    )
    return int(found.rowcount)


def _pattern(word: str) -> str:
    """A word as JSON has it, for a regular expression; any run of blanks stands for any other."""
    as_json = word.strip().replace("\\", "\\\\").replace('"', '\\"')
    return r"\s+".join(re.escape(w) for w in as_json.split())


def _in_text(word: str) -> str:
    """The same in plain text."""
    return r"\s+".join(re.escape(w) for w in word.split())


def _only_one(session: Session, name: str, but: uuid.UUID | None = None) -> None:
    for row in session.exec(select(PersonRow)).all():
        if row.id != but and same_person(row.person.get("name", ""), name):
            raise NotNowError(f"Somebody here goes by “{row.person['name']}” already. Add what tells the two apart.")  # fmt: skip


def _row(session: Session, person_id: uuid.UUID) -> PersonRow:
    row = session.get(PersonRow, person_id)
    if row is None:
        raise NotThereError("This person is not in the shop’s book.")
    return row


def _kept(row: PersonRow) -> KeptPerson:
    return KeptPerson(row.id, Angler.model_validate(row.person), row.changed_at)
