"""What the shop has learned, worked out of every rod's log when that has changed, and what was reset."""

import uuid
from datetime import datetime

from wise_spool.core.document.log import Kind, LogEntry
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.shop.learning import Learned, learn
from wise_spool.store.logbook import Logbook
from wise_spool.store.settled import resettle, settled
from wise_spool.store.tables import now

NAME = "learned-since"
TEACHING: tuple[Kind, ...] = (
    "worked",
    "timed",
    "follow_up",
    "answer",
    "gauged",
    "dry_fit",
    "witness",
)


class ShopLearning:
    """The learned quantities of one shop."""

    def __init__(self, logbook: Logbook) -> None:
        self.logbook, self.engine = logbook, logbook.engine
        self._known: tuple[Learned, ...] | None = None
        self._entries: dict[tuple[uuid.UUID, str], LogEntry] = {}

    def forget(self) -> None:
        """Something was logged that may teach: work it out anew when it is next asked."""
        self._known = None

    def forget_entries(self) -> None:
        """Entries were rewritten: read all of them anew."""
        self._entries.clear()
        self.forget()

    def all(self) -> tuple[Learned, ...]:
        """Every quantity something has been learned of."""
        known = self._known
        if known is None:
            # Entries never change: only those that came since are read.
            standing = self.logbook.standing(*TEACHING)
            fresh = [key for key in standing if key not in self._entries]
            self._entries.update(self.logbook.entries(fresh))
            readable = [key for key in standing if key in self._entries]
            known = learn(self._once(readable), self._since())
            self._known = known
        return known

    def _once(self, standing: list[tuple[uuid.UUID, str]]) -> list[LogEntry]:
        """The entries, what was gauged twice on one rod as it was said last."""
        last: dict[tuple[uuid.UUID, str], LogEntry] = {}
        out = []
        for key in standing:
            entry = self._entries[key]
            if entry.gauged is None or not entry.gauged.id:
                out.append(entry)
            else:
                last[key[0], entry.gauged.id] = entry
        return [*out, *last.values()]

    def habits(self) -> dict[str, float]:
        """Learned values by the habit they stand in for."""
        return {q.habit: q.value for q in self.all() if q.habit}

    def reset(self, name: str) -> tuple[Learned, ...]:
        """Begin anew with one quantity: what was seen until now does not count. Raises
        :class:`NotThereError` when nothing is learned of it."""
        if name not in {q.name for q in self.all()}:
            raise NotThereError("Nothing has been learned of that.")
        moment = now().isoformat()
        resettle(self.engine, NAME, lambda since: {**since, name: moment}, first={})
        self.forget()
        return self.all()

    def _since(self) -> dict[str, datetime]:
        since = settled(self.engine, NAME) or {}
        return {k: datetime.fromisoformat(v) for k, v in since.items()}
