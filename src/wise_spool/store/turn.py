"""One at a time among all server processes of a shop: whoever has the turn holds a lock of PostgreSQL's, which is free again
the moment that process, or its line to the database, is gone.
"""

import hashlib
from contextlib import suppress
from threading import Lock

from sqlalchemy import Connection, Engine, text
from sqlalchemy.exc import SQLAlchemyError
from sqlmodel import Session

_TAKE = text("SELECT pg_try_advisory_lock(:number)")
_GIVE = text("SELECT pg_advisory_unlock(:number)")
_TAKEN = text(
    "SELECT EXISTS (SELECT 1 FROM pg_locks WHERE locktype = 'advisory' AND granted AND objsubid = 1"
    " AND database = (SELECT oid FROM pg_database WHERE datname = current_database())"
    " AND (classid::bigint << 32 | objid::bigint) = :number)"
)


def number_of(name: str) -> int:
    """The number PostgreSQL knows a turn by."""
    digest = hashlib.sha256(f"wise spool: {name}".encode()).digest()
    return int.from_bytes(digest[:8], "big") >> 1  # a lock's number is signed


def in_turn(session: Session, name: str) -> None:
    """Wait for the turn of this name; it is had until the act of this session is kept, or is not."""
    session.execute(text("SELECT pg_advisory_xact_lock(:number)"), {"number": number_of(name)})


class Turn:
    """A turn by name, in one database. Whatever asks of it raises :class:`sqlalchemy.exc.OperationalError` while that is away."""

    def __init__(self, engine: Engine, name: str) -> None:
        self.engine = engine
        self.number = number_of(name)
        self._link: Connection | None = None
        self._lock = Lock()

    def take(self) -> bool:
        """Take it; False when somebody has it, be it this process."""
        with self._lock:
            if self._still_mine():
                return False
            link = self.engine.connect().execution_options(isolation_level="AUTOCOMMIT")
            if not link.execute(_TAKE, {"number": self.number}).scalar():
                link.close()
                return False
            self._link = link
            return True

    def mine(self) -> bool:
        """Whether this process has it; it is taken if it is free."""
        return self.take() or self._link is not None

    def give(self) -> None:
        """Give it back; nothing happens to one that is not had."""
        with self._lock:
            self._let_go()

    def taken(self) -> bool:
        """Whether any process has it."""
        with self.engine.connect() as link:
            return bool(link.execute(_TAKEN, {"number": self.number}).scalar())

    def _still_mine(self) -> bool:
        """Whether it is held by a line that still answers: with the line the lock is gone."""
        if self._link is None:
            return False
        try:
            self._link.execute(text("SELECT 1"))
        except SQLAlchemyError:
            self._let_go()
            return False
        return True

    def _let_go(self) -> None:
        link, self._link = self._link, None
        if link is not None:
            with suppress(SQLAlchemyError):  # said, so that it is free when this returns
                link.execute(_GIVE, {"number": self.number})
            with suppress(SQLAlchemyError):
                link.invalidate()  # closed and not put back among the others: with the line the lock is gone in any case
                link.close()
