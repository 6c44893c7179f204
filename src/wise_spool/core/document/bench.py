"""The bench in the log: clocks that were started there.

A clock is one thing said once: what it is of, what runs out, when it began. Whether it still runs follows
from the moment it is asked. Said again with ``stopped_at`` it has stopped; struck, it never was.
"""

from datetime import datetime, timedelta
from typing import Annotated

from pydantic import AwareDatetime, Field, StringConstraints

from wise_spool.core.document.rows import Row
from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import NotNowError, RefusedError

AHEAD_MIN = 2.0
"""How far another device's clock may run ahead of ours before a start in the future is asked about."""
LONGEST_MIN = 60.0 * 24 * 60
Said = Annotated[str, StringConstraints(min_length=1, max_length=200)]


class BenchClock(Row):
    """One clock: ``of`` is the operation or mix it belongs to, ``what`` runs out, ``then`` is what is to be
    done when it has."""

    of: Words = ""
    what: Said
    then: Words = ""
    started_at: AwareDatetime
    minutes: Annotated[float, Field(gt=0, le=LONGEST_MIN)]
    stopped_at: AwareDatetime | None = None

    @property
    def ends_at(self) -> datetime:
        """When it runs out."""
        return self.started_at + timedelta(minutes=self.minutes)

    def running(self, now: datetime) -> bool:
        """Whether nobody has stopped it; one that has run out goes on asking until somebody does, for a
        day at most."""
        return self.stopped_at is None and now < self.ends_at + timedelta(days=1)


class BenchDone(Frozen):
    """What happened at the bench beside the work itself."""

    clocks: tuple[BenchClock, ...] = ()


def ask_of_clock(clock: BenchClock, known: tuple[BenchClock, ...], now: datetime) -> None:
    """Raise when a clock cannot be started so: one in the future, or one that runs already."""
    ahead = (clock.started_at - now).total_seconds() / 60
    if ahead > AHEAD_MIN:
        raise RefusedError(
            f"That clock would start {ahead:.0f} min from now: is the date and time of this device right?"
        )
    for other in known:
        same = (other.of, other.what) == (clock.of, clock.what) and other.id != clock.id
        if same and clock.of and other.running(now):
            raise NotNowError(f"“{other.what}” of this runs already: stop it first, or let it run.")
