"""What the shop has learned, worked out of every rod's log when that has changed, and what was reset."""

import uuid
from datetime import datetime

from sqlmodel import Session

from wise_spool.core.document.log import Kind, LogEntry
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.shop.learning import Learned, learn
from wise_spool.store.logbook import Logbook
from wise_spool.store.tables import SettingRow, now

NAME = "learned-since"
TEACHING: tuple[Kind, ...] = ("worked", "timed", "follow_up", "answer")


class ShopLearning:
    """The learned quantities of one shop."""

    def __init__(self, logbook: Logbook) -> None:
        self.logbook, self.engine = logbook, logbook.engine
        self._known: tuple[Learned, ...] | None = None
        self._entries: dict[tuple[uuid.UUID, str], LogEntry] = {}

    def forget(self) -> None:
        """Something was logged that may teach: work it out anew when it is next asked."""
        self._known = None

    def all(self) -> tuple[Learned, ...]:
        """Every quantity something has been learned of."""
        known = self._known
        if known is None:
            # Entries never change: only those that came since are read.
            standing = self.logbook.standing(*TEACHING)
            fresh = [key for key in standing if key not in self._entries]
            self._entries.update(self.logbook.entries(fresh))
            known = learn((self._entries[key] for key in standing), self._since())
            self._known = known
        return known

    def habits(self) -> dict[str, float]:
        """Learned values by the habit they stand in for."""
        return {q.habit: q.value for q in self.all() if q.habit}

    def reset(self, name: str) -> tuple[Learned, ...]:
        """Begin anew with one quantity: what was seen until now does not count. Raises
        :class:`NotThereError` when nothing is learned of it."""
        if name not in {q.name for q in self.all()}:
            raise NotThereError("Nothing has been learned of that.")
        with Session(self.engine) as session, session.begin():
            row = session.get(SettingRow, NAME) or SettingRow(name=NAME, value={})
            row.value, row.changed_at = {**row.value, name: now().isoformat()}, now()
            session.add(row)
        self.forget()
        return self.all()

    def _since(self) -> dict[str, datetime]:
        with Session(self.engine) as session:
            row = session.get(SettingRow, NAME)
            return {} if row is None else {k: datetime.fromisoformat(v) for k, v in row.value.items()}  # fmt: skip
