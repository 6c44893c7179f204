"""What is to be scheduled, and a schedule of it: plain data, apart from whatever finds one.

Times are whole ticks of ``tick_min`` minutes from ``origin``. A sitting is one stretch of work at the bench that is
not broken off; what follows it runs by itself. The same data say a plain machine shop, with machines and no people.
"""

from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from functools import cached_property
from graphlib import TopologicalSorter
from typing import Literal

from wise_spool.core.ground.before import all_before
from wise_spool.core.schedule.warmth import Dose, Warmth

TICK_MIN = 5

DemandKind = Literal["pin", "window", "must", "away"]


@dataclass(frozen=True)
class Lag:
    """A sitting that comes first: this many ticks, or a dose, at least after its end; within another dose at most.

    Doses run from the *start* of what comes first when ``from_start``: a coat's clocks run from mixing.
    """

    first: str
    why: str
    least: Dose | None = None
    most: Dose | None = None
    most_why: str = ""
    from_start: bool = False


@dataclass(frozen=True)
class Sitting:
    """One sitting: ``ticks`` of hands, and ``setup`` more unless it follows at once on one of the same ``group``.

    ``only`` are spans it must lie in, where it must lie in some. ``machines`` are held while it lasts; ``turns`` is how long after its start it holds a dryer's slot. Not before
    ``earliest`` nor after ``latest`` (ticks), each with why. Without ``hands`` it needs nobody. What is done ``on_blank``
    holds the blank of its rod while it lasts, and while the blank turns.
    """

    id: str
    rod: str
    words: str
    ticks: int
    operations: tuple[str, ...] = ()
    kind: str = ""
    hands: bool = True
    setup: int = 0
    group: str = ""
    pot_ticks: int | None = None
    machines: tuple[str, ...] = ()
    turns: Dose | None = None
    on_blank: bool = False
    only: tuple[tuple[int, int], ...] = ()
    after: tuple[Lag, ...] = ()
    earliest: int = 0
    earliest_why: str = ""
    latest: int | None = None
    latest_why: str = ""
    pinned: int | None = None
    pinned_to: str = ""
    ready: Dose | None = None
    place: tuple[float, ...] = ()

    def lag_on(self, first: str) -> Lag:
        """How it waits for one that comes first."""
        return next(x for x in self.after if x.first == first)


@dataclass(frozen=True)
class Window:
    """Ticks somebody is in, from ``a`` to ``b``; ``away`` names the demand that closes it, empty when it is open."""

    person: str
    a: int
    b: int
    day: date
    away: str = ""


@dataclass(frozen=True)
class Due:
    """When a rod is promised (tick), whether it may slip, whether it is for the trip, and how many ticks before that day
    are wanted in hand."""

    rod: str
    name: str
    at: int | None = None
    must: bool = False
    trip: bool = False
    in_hand: int = 0

    @property
    def wanted(self) -> int | None:
        """The tick it is to be ready by for that."""
        return None if self.at is None else self.at - self.in_hand


@dataclass(frozen=True)
class Busy:
    """A machine or a dryer's slot that is held already, from ``a`` to ``b``."""

    machine: str
    a: int
    b: int
    why: str = ""


@dataclass(frozen=True)
class Problem:
    """Everything a schedule must keep and is judged by."""

    origin: datetime
    ticks: int
    sittings: tuple[Sitting, ...]
    warmth: Warmth
    windows: tuple[Window, ...] = ()
    machines: dict[str, int] = field(default_factory=dict)
    dryer_slots: int = 0
    busy: tuple[Busy, ...] = ()
    dues: tuple[Due, ...] = ()
    before: dict[str, "Placed"] = field(default_factory=dict)
    tick_min: int = TICK_MIN
    aim: Literal["shop", "span"] = "shop"
    relaxed: frozenset[tuple[DemandKind, str]] = frozenset()

    @cached_property
    def by_id(self) -> dict[str, Sitting]:
        """Sittings by id."""
        return {s.id: s for s in self.sittings}

    @cached_property
    def then(self) -> dict[str, tuple[Sitting, ...]]:
        """For each sitting those that wait for it."""
        out: dict[str, list[Sitting]] = {}
        for s in self.sittings:
            for lag in s.after:
                out.setdefault(lag.first, []).append(s)
        return {i: tuple(of) for i, of in out.items()}

    @cached_property
    def all_before(self) -> dict[str, frozenset[str]]:
        """For each sitting everything that comes before it."""
        return all_before({s.id: [x.first for x in s.after] for s in self.sittings})

    @cached_property
    def beside(self) -> dict[str, tuple[Sitting, ...]]:
        """For each sitting those that want the same blank and may come before it or after it, but not at once.

        What comes before it or after it keeps its own waits: a coat is brushed on while the one below it turns.
        """
        rods: dict[str, list[Sitting]] = {}
        for s in self.sittings:
            if s.on_blank:
                rods.setdefault(s.rod, []).append(s)
        before = self.all_before
        return {
            s.id: tuple(t for t in of if t.id != s.id and t.id not in before[s.id] and s.id not in before[t.id])
            for of in rods.values()
            for s in of
        }  # fmt: skip

    @cached_property
    def in_order(self) -> tuple[Sitting, ...]:
        """Every sitting, nothing before what comes first. Raises ``CycleError`` where one waits for itself."""
        first = {s.id: [x.first for x in s.after if x.first in self.by_id] for s in self.sittings}
        return tuple(self.by_id[i] for i in TopologicalSorter(first).static_order())

    @cached_property
    def sessions(self) -> tuple[Window, ...]:
        """The stretches that may be worked in, in order."""
        return tuple(sorted((w for w in self.windows if self.is_open(w)), key=lambda w: (w.a, w.person)))  # fmt: skip

    @cached_property
    def people(self) -> tuple[str, ...]:
        """Whoever is in at some time."""
        return tuple(dict.fromkeys(w.person for w in self.windows))

    def at(self, tick: int) -> datetime:
        """The moment of a tick, UTC."""
        return self.origin + timedelta(minutes=tick * self.tick_min)

    def tick(self, at: datetime) -> int:
        """The tick a moment lies in, rounded down."""
        return int((at.astimezone(UTC) - self.origin) // timedelta(minutes=self.tick_min))

    def is_open(self, w: Window) -> bool:
        """Whether a stretch may be worked in: it is open, or its closing was waived."""
        return not w.away or ("away", w.away) in self.relaxed


@dataclass(frozen=True)
class Placed:
    """Where a sitting lies: its first tick, how many, by whom, and whether it follows on one of its group."""

    start: int
    ticks: int
    person: str = ""
    follows: str = ""

    @property
    def end(self) -> int:
        """The first tick after it."""
        return self.start + self.ticks


Schedule = dict[str, Placed]


def within(a: int, b: int, only: tuple[tuple[int, int], ...]) -> list[tuple[int, int]]:
    """What of a stretch lies in the spans something must lie in; all of it where there are none.

    >>> within(10, 40, ((0, 15), (30, 60)))
    [(10, 15), (30, 40)]
    """
    if not only:
        return [(a, b)]
    return [(max(a, x), min(b, y)) for x, y in only if min(b, y) > max(a, x)]


@dataclass(frozen=True)
class Cost:
    """What a schedule costs, in the order of the aims: days promised rods slip, days trip rods slip, days that are wanted
    in hand before a promise and are not, evenings worked, hours coats wait beyond what is safe, sittings moved, days until
    rods are ready; begun hours and days count."""

    slipped_days: int
    trip_days: int
    sessions: int
    waiting_h: int
    moved: int
    ready_days: int
    span: int = 0
    short_days: int = 0

    @property
    def points(self) -> int:
        """The aims in one number: each outweighs all that come after it."""
        return self.greater + WAIT_H * self.waiting_h + MOVED * self.moved + READY_DAY * self.ready_days  # fmt: skip

    @property
    def greater(self) -> int:
        """Points of what slips or is short, and of sessions."""
        return SLIP * self.slipped_days + TRIP * self.trip_days + SHORT * self.short_days + SESSION * self.sessions  # fmt: skip


SLIP, TRIP, SHORT, SESSION = 50_000_000, 5_000_000, 10_000, 5_000
WAIT_H, MOVED, READY_DAY = 6, 20, 12
"""Points of one day a promise slips, of a day a trip rod does, of one wanted in hand that is not, of a session, an hour a
coat waits, a sitting moved, a day until a rod is ready. From habit: two sessions are given for a day in hand; else each
outweighs all below it in any shop that fits the board."""
