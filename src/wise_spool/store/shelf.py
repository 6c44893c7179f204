"""Keep the shelf: one row an item; taking one off only puts it away."""

import uuid
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import TypeAdapter, ValidationError
from sqlalchemy.exc import IntegrityError
from sqlmodel import Session, col, select

from wise_spool.core.document.meanwhile import MeanwhileError, both_said
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.shop.shelf import ShelfKind, Shelved
from wise_spool.core.shop.stock import Counted, StockCard
from wise_spool.logs import say
from wise_spool.store.builds import BuildStore
from wise_spool.store.lately import Lately
from wise_spool.store.tables import ShelfRow, now

_reader: TypeAdapter[Shelved] = TypeAdapter(Shelved)

MOST_FOUND = 60
READ_KEPT = 10_000


class NoSuchItemError(NotThereError):
    """Nothing on the shelf has this id."""


class Whole(Frozen):
    """All that is said of a thing: what it is, how many there are, and its card; None where nothing is said of that."""

    shelved: Shelved
    stock: int
    card: StockCard | None = None


@dataclass(frozen=True)
class OnShelf:
    """One item, and how many of it there are."""

    id: uuid.UUID
    shelved: Shelved
    stock: int
    card: StockCard

    @property
    def counted(self) -> Counted:
        """As the stock is counted from it."""
        return Counted(id=str(self.id), shelved=self.shelved, stock=self.stock, card=self.card)


class Shelf:
    """The shelf of one shop, in the same database as its builds."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine
        self._lately: Lately[tuple[uuid.UUID, datetime], OnShelf] = Lately(READ_KEPT)

    def _read(self, row: ShelfRow) -> OnShelf | None:
        """An item as it is kept, read once for as long as it stays as it is."""
        key = (row.id, row.changed_at)
        known = self._lately.known(key)
        if known is None and (known := _readable(row)) is not None:
            self._lately.keep(key, known)
        return known

    def all(self, kind: ShelfKind | None = None) -> list[OnShelf]:
        """Everything on the shelf, or one kind, by kind and name."""
        with Session(self.engine) as session:
            wanted = select(ShelfRow).where(col(ShelfRow.put_away_at).is_(None))
            if kind is not None:
                wanted = wanted.where(ShelfRow.kind == kind)
            rows = session.exec(
                wanted.order_by(col(ShelfRow.kind), col(ShelfRow.name), col(ShelfRow.id))
            ).all()
            return [item for row in rows if (item := self._read(row)) is not None]

    def find(self, words: str, kind: ShelfKind | None = None) -> list[OnShelf]:
        """The first :data:`MOST_FOUND` of which every one of the words is said, by name."""
        with Session(self.engine) as session:
            wanted = select(ShelfRow).where(col(ShelfRow.put_away_at).is_(None))
            if kind is not None:
                wanted = wanted.where(ShelfRow.kind == kind)
            for word in words.split():
                wanted = wanted.where(col(ShelfRow.said).contains(word.lower(), autoescape=True))
            wanted = wanted.order_by(col(ShelfRow.name), col(ShelfRow.id)).limit(MOST_FOUND)
            rows = session.exec(wanted).all()
            return [item for row in rows if (item := self._read(row)) is not None]

    def ordered(self) -> bool:
        """Whether anything is on order with a day."""
        card: Any = col(ShelfRow.card)
        wanted = select(ShelfRow.id).where(col(ShelfRow.put_away_at).is_(None), card["due_on"].astext.is_not(None))  # fmt: skip
        with Session(self.engine) as session:
            return session.exec(wanted.limit(1)).first() is not None

    def add(
        self,
        items: Iterable[tuple[Shelved, int] | tuple[Shelved, int, StockCard]],
        as_id: uuid.UUID | None = None,
    ) -> list[OnShelf]:
        """Put items on, all or none; they are counted now. Asked for twice by one id, they are put on once."""
        rows = [
            _row(item[0], item[1], item[2] if len(item) == 3 else StockCard()) for item in items
        ]
        for n, row in enumerate(rows if as_id is not None else ()):
            row.id = uuid.uuid5(as_id or row.id, str(n))
        try:
            with Session(self.engine) as session, session.begin():
                if as_id is not None and rows and session.get(ShelfRow, rows[0].id) is not None:
                    return self._as_put_on(session, rows)  # the first is there: they all are
                session.add_all(rows)
                session.flush()
                return [_on_shelf(row) for row in rows]
        except IntegrityError:  # asked for twice at the same moment
            with Session(self.engine) as session:
                return self._as_put_on(session, rows)

    @staticmethod
    def _as_put_on(session: Session, rows: list[ShelfRow]) -> list[OnShelf]:
        """The same items as they were put on the first time."""
        again = (session.get(ShelfRow, row.id) for row in rows)
        return [_on_shelf(row) for row in again if row is not None]

    def change(
        self, item_id: uuid.UUID, shelved: Shelved, stock: int, card: StockCard | None = None
    ) -> OnShelf:
        """Say an item anew; its card stays as it is when None. Another number on hand is a new count. Builds that
        used it keep their copy. Raises :class:`NoSuchItemError`."""
        with Session(self.engine) as session, session.begin():
            return _said_anew(session, _found(session, item_id, lock=True), shelved, stock, card)

    def change_over(self, item_id: uuid.UUID, was: Whole, said: Whole) -> OnShelf:
        """Keep what was changed from ``was`` to ``said`` beside what others say of it meanwhile; a card that is None is not
        spoken of. Raises :class:`NoSuchItemError`, :class:`MeanwhileError`."""
        with Session(self.engine) as session, session.begin():
            row = _found(session, item_id, lock=True)
            on = _on_shelf(row)
            # The same number said by two may be one taken by each.
            if said.stock != was.stock and on.stock != was.stock:
                raise MeanwhileError(f"Somebody else changed how many there are meanwhile: it is {on.stock} now. Count, then say it again.", "stock")  # fmt: skip
            stands = Whole(shelved=on.shelved, stock=on.stock, card=on.card)
            if said.card is None:
                was, stands = (w.model_copy(update={"card": None}) for w in (was, stands))
            both = both_said(was, said, stands)
            return _said_anew(session, row, both.shelved, both.stock, both.card)

    def put_away(self, item_id: uuid.UUID) -> None:
        """Take an item off. Raises :class:`NoSuchItemError`."""
        with Session(self.engine) as session, session.begin():
            row = _found(session, item_id)
            row.put_away_at = now()
            session.add(row)


def said_of(shelved: Shelved, card: StockCard) -> str:
    """What of an item is looked through, in small letters: its name, what it is and is made of, who sells it, its lot."""
    item: Any = shelved.item
    more = (getattr(item, field, "") for field in ("kind", "material", "series", "label_power", "size"))  # fmt: skip
    return " ".join(str(w) for w in (item.name, *more, card.seller, card.lot) if w).lower()


def _readable(row: ShelfRow) -> OnShelf | None:
    """An item as it is kept; None, and a line in the log, for one that this version cannot read: it
    stays where it is and hides nothing else."""
    try:
        return _on_shelf(row)
    except ValidationError as error:
        say.error("a shelf item cannot be read", item=str(row.id), places=error.error_count())
        return None


def _said_anew(
    session: Session, row: ShelfRow, shelved: Shelved, stock: int, card: StockCard | None
) -> OnShelf:
    was = StockCard.model_validate(row.card)
    card = was if card is None else card
    at = was.counted_at if stock == row.stock else now()
    fresh = _row(shelved, stock, card.model_copy(update={"counted_at": at}))
    row.kind, row.name, row.item, row.stock = fresh.kind, fresh.name, fresh.item, stock
    row.card, row.said = fresh.card, fresh.said
    row.changed_at = now()
    session.add(row)
    session.flush()
    return _on_shelf(row)


def _found(session: Session, item_id: uuid.UUID, *, lock: bool = False) -> ShelfRow:
    row = session.get(ShelfRow, item_id, with_for_update=lock)
    if row is None or row.put_away_at is not None:
        raise NoSuchItemError(f"There is nothing with the number {item_id} on the shelf.")
    return row


def _row(shelved: Shelved, stock: int, card: StockCard) -> ShelfRow:
    if card.counted_at is None:
        card = card.model_copy(update={"counted_at": now()})
    return ShelfRow(
        said=said_of(shelved, card),
        card=card.model_dump(mode="json"),
        kind=shelved.kind,
        name=shelved.item.name,
        item=shelved.item.model_dump(mode="json"),
        stock=stock,
    )


def _on_shelf(row: ShelfRow) -> OnShelf:
    shelved = _reader.validate_python({"kind": row.kind, "item": row.item})
    return OnShelf(row.id, shelved, row.stock, StockCard.model_validate(row.card))
