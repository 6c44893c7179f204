"""The warmth of the room over the weeks, and when a dose of it is full.

A wait is a dose: so many minutes at the warmth its product speaks of. Colder, it runs slower, twice as slow for
every ``doubling_c`` (a habit). So where a wait ends depends on when it begins. The room goes toward what the heater
wants with one time constant, T' = (goal - T) / tau, the plain heat balance of a room with one capacity. Method page:
``docs/methods/schedule.md``.
"""

from dataclasses import dataclass
from datetime import datetime, time, timedelta
from functools import cached_property
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.warmth import slower
from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.schedule.hours import Span, bench_hours, moment

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
SPOKEN_AT_C = 21.0
BEYOND = 3
"""So many times the horizon is reckoned, that waits begun late in it still end."""


@dataclass(frozen=True)
class Dose:
    """So many minutes at that warmth."""

    minutes: float
    at_c: float = SPOKEN_AT_C


@dataclass(frozen=True)
class Warmth:
    """The course of the room: °C in each tick from the origin, shape (ticks,), and what has run by then of
    minutes at ``SPOKEN_AT_C``, shape (ticks + 1,)."""

    tick_min: int
    room_c: Floats
    run_min: Floats

    def end(self, start: int, dose: Dose) -> int:
        """The tick in which a dose begun at ``start`` is full: the first at which nothing is wanting."""
        begun = float(self.run_min[min(max(start, 0), self.run_min.size - 1)])
        if start < 0:
            begun += start * self.tick_min / slower(SPOKEN_AT_C, float(self.room_c[0]))
        return max(int(self._full(begun, dose)), start)

    def last_within(self, start: int, dose: Dose) -> int:
        """The last tick that still lies in the dose begun at ``start``."""
        begun = float(self.run_min[min(max(start, 0), self.run_min.size - 1)])
        return int(self._last(self.end(start, dose), begun, dose))

    def ends(self, dose: Dose, *, last: bool = False) -> Ints:
        """``end``, or ``last_within``, of a dose begun at each tick of the horizon, shape (ticks + 1,), reckoned once;
        whoever asks thousands of times looks it up here."""
        if (dose, last) not in self._tables:
            begun = self.run_min[: self.run_min.size // BEYOND + 1]
            ends = np.maximum(self._full(begun, dose), np.arange(begun.size))
            self._tables[dose, last] = self._last(ends, begun, dose) if last else ends
        return self._tables[dose, last]

    def shortest(self, dose: Dose) -> int:
        """The fewest ticks it takes, whenever in the horizon it is begun."""
        ends = self.ends(dose)
        return int((ends - np.arange(ends.size)).min())

    @cached_property
    def _tables(self) -> dict[tuple[Dose, bool], Ints]:
        return {}

    def __getstate__(self) -> dict[str, Any]:
        """Without what can be reckoned again: a problem is sent to the process that solves it."""
        return {k: v for k, v in self.__dict__.items() if k != "_tables"}

    def _full(self, begun: Any, dose: Dose) -> Any:
        return np.searchsorted(self.run_min, begun + _wanted(dose) - NOTHING_MIN)

    def _last(self, ends: Any, begun: Any, dose: Dose) -> Any:
        run = self.run_min[np.minimum(ends, self.run_min.size - 1)] - begun
        return np.where(run <= _wanted(dose) + LITTLE_MIN, ends, ends - 1)


NOTHING_MIN, LITTLE_MIN = 1e-9, 1e-6
"""Minutes that are none, so that rounding does not put a dose's end off by a tick."""


def _wanted(dose: Dose) -> float:
    """A dose's minutes at ``SPOKEN_AT_C``."""
    return dose.minutes / slower(SPOKEN_AT_C, dose.at_c)


def warmth_of(
    board: ShopBoard, origin: datetime, ticks: int, tick_min: int, open_: list[Span]
) -> Warmth:
    """The room's course from ``origin`` on: cold, but toward what the heater wants where it runs."""
    whole = ticks * BEYOND
    goal = left_alone(board, origin, whole, tick_min)

    def heat(start: datetime, end: datetime, to_c: float) -> None:
        a = int((start - origin) / timedelta(minutes=tick_min))
        b = int(np.ceil((end - origin) / timedelta(minutes=tick_min)))
        goal[max(a, 0) : max(b, 0)] = np.maximum(goal[max(a, 0) : max(b, 0)], to_c)

    if board.room.in_hours:
        for span in open_:
            heat(span.start, span.end, board.room.warm_c)
    for h in board.heated:
        heat(h.start, h.end, h.to_c)
    keep = np.exp(-tick_min / 60 / board.room.settles_h)
    room = np.empty(whole)
    now = float(goal[0])
    for i, wanted in enumerate(goal.tolist()):
        now = wanted + (now - wanted) * keep
        room[i] = now
    rate = np.array([1 / slower(SPOKEN_AT_C, c) for c in room.tolist()])
    return Warmth(tick_min, room, np.concatenate([[0.0], np.cumsum(rate * tick_min)]))


COLDEST, WARMEST = time(6, 0), time(15, 0)
"""When a room left alone is coldest and warmest. From habit."""


def left_alone(board: ShopBoard, origin: datetime, ticks: int, tick_min: int) -> Floats:
    """°C of the room with no heater, shape (ticks,): straight from each low to each high that was forecast, and
    as usual on days nothing was said of."""
    if not board.forecast:
        return np.full(ticks, board.room.cold_c)
    said = {f.day: f for f in board.forecast}
    first = origin.astimezone(ZoneInfo(board.zone)).date() - timedelta(days=1)
    at, warm = [], []
    for n in range(ticks * tick_min // (24 * 60) + 3):
        day = first + timedelta(days=n)
        f = said.get(day)
        usual = board.room.cold_c
        for clock, c in ((COLDEST, f.low_c if f else usual), (WARMEST, f.high_c if f else usual)):
            at.append((moment(day, clock, board.zone) - origin) / timedelta(minutes=tick_min))
            warm.append(c)
    return np.interp(np.arange(ticks), at, warm)


def expected(board: ShopBoard, now: datetime) -> list[tuple[float, float]]:
    """Hours from now, and the °C the bench is expected to have then: every hour of a day, then every third of two more."""
    ticks, tick_min = 3 * 24 * 12, 5
    spans = [s for p in board.people for s in bench_hours(board, p, now) if not s.away]
    room = warmth_of(board, now, ticks, tick_min, spans).room_c
    hours = [*range(1, 25), *range(27, 73, 3)]
    return [(float(h), round(float(room[h * 60 // tick_min - 1]), 1)) for h in hours]


def even(room_c: float, ticks: int, tick_min: int) -> Warmth:
    """A room that is always as warm."""
    room = np.full(ticks * BEYOND, room_c)
    rate = 1 / slower(SPOKEN_AT_C, room_c)
    return Warmth(tick_min, room, np.arange(room.size + 1, dtype=float) * (rate * tick_min))
