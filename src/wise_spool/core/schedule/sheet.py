"""A problem as rows of numbers, the way the list rule reads it when it is followed thousands of times."""

from collections.abc import Mapping, Sequence
from itertools import accumulate
from typing import Any, NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.schedule.problem import SLIP, TRIP, Lag, Problem, Sitting
from wise_spool.core.schedule.warmth import Dose

NEVER = 10**9
NONE = -1

Ints = NDArray[np.int64]
Flags = NDArray[np.bool_]


class Sheet(NamedTuple):
    """``n`` sittings, none before what it waits for, and ``S`` sessions somebody is in, in order.

    Few arrays of many columns: each array that is passed on costs more than all the columns in it. A column and the one
    called ``…_to`` bound what belongs to one sitting in another array.
    """

    horizon: int
    hour: int
    day: int
    sittings: Any
    """(n,) of SITTING."""
    waits: Any
    """Of WAIT: what each sitting waits for, and what is pinned and waits for it."""
    spans: Ints
    """(spans, 2): from and to."""
    lists: Ints
    """The machines each sitting holds, what must find room with it, what is of its group, and what wants the same blank."""
    tables: NDArray[np.int32]
    """(k, ticks + 1): when a dose begun at a tick is full, or the last tick within it."""
    most: Ints
    """(machines,): how many there are; the last are the dryers' slots."""
    busy: Ints
    """(busy, 3): machine, from, to."""
    sessions: Any
    """(S,) of SESSION."""
    dues: Any
    """(rods,) of DUE."""


SITTING = np.dtype([(name, np.int64) for name in (
    "ticks", "setup", "hands", "group", "pot", "earliest", "latest", "pinned", "pinned_to", "rod", "ready", "turns", "before",
    "wait", "wait_to", "awaited", "awaited_to", "only", "only_to", "machine", "machine_to", "follower", "follower_to", "alike", "alike_to",
    "beside", "beside_to",
)])  # fmt: skip
"""NONE is none of it; ``latest`` is NEVER where it may always begin, ``pinned`` and ``before`` where there is no such tick;
``group``, ``rod``, ``ready`` and ``turns`` number a group, a due rod and tables."""
WAIT = np.dtype([(name, np.int64) for name in ("first", "from_start", "opens", "closes", "counts")])
"""``first`` is a sitting, or of what is pinned its tick; ``opens`` and ``closes`` are tables, NONE where there is nothing to
look up; ``counts`` whether what it waits beyond its opening is counted."""
SESSION = np.dtype([(name, np.int64) for name in ("a", "b", "person", "over")])
"""From and to, whose, and the last tick of this one and all before it."""
DUE = np.dtype([(name, np.int64) for name in ("at", "wanted", "late", "must")])
"""``wanted`` is the tick from which days in hand are short, ``late`` the points of a day late."""


class Numbers:
    """Which number stands for which sitting and person, and the tables that were asked for.

    Raises ``CycleError`` where a sitting waits for itself.
    """

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.sittings = problem.in_order
        self.of = {s.id: n for n, s in enumerate(self.sittings)}
        self.people = problem.people
        self.sessions = problem.sessions
        self._tables: dict[tuple[Dose, bool], int] = {}

    def table(self, dose: Dose | None, *, last: bool = False) -> int:
        """The number of a dose's table; NONE where there is no dose."""
        return NONE if dose is None else self._tables.setdefault((dose, last), len(self._tables))

    def tables(self) -> NDArray[np.int32]:
        """All tables that were asked for."""
        ticks = self.problem.ticks + 1
        out = [self.problem.warmth.ends(d, last=last)[:ticks] for d, last in self._tables]
        return np.array(out, np.int32).reshape(len(out), ticks)

    def person(self, name: str) -> int:
        """The number of whoever it is; NONE for nobody who is ever in."""
        return self.people.index(name) if name in self.people else NONE


def sheet_of(numbers: Numbers, followers: Mapping[str, Sequence[Sitting]]) -> Sheet:
    """The sheet of a problem; ``followers`` are what must find room with each sitting, in order."""
    problem = numbers.problem
    machines = {m: n for n, m in enumerate(sorted(problem.machines.keys() | {m for s in numbers.sittings for m in s.machines}))}  # fmt: skip
    groups: dict[str, list[int]] = {}
    for n, s in enumerate(numbers.sittings):
        groups.setdefault(s.group, []).append(n)
    named = {g: n for n, g in enumerate(sorted(groups))}
    rods = {d.rod: n for n, d in enumerate(problem.dues)}
    waits: list[Row] = []
    spans: list[Row] = []
    lists: list[int] = []
    kept: dict[str, tuple[int, int]] = {}
    rows = []
    for s in numbers.sittings:
        at = s.pinned if _is_pinned(problem, s) else None
        first = [_wait(numbers, s, x, numbers.of[x.first]) for x in s.after if x.first in numbers.of]  # fmt: skip
        pins = [_wait(numbers, t, x, t.pinned or 0) for t in problem.then.get(s.id, ()) if _is_pinned(problem, t) for x in t.after if x.first == s.id]  # fmt: skip
        if s.group not in kept:
            kept[s.group] = _added(lists, groups[s.group] if s.group else [])
        rows.append((
            s.ticks, s.setup, s.hands, named[s.group] if s.group else NONE, NEVER if s.pot_ticks is None else s.pot_ticks, s.earliest,
            NEVER if s.latest is None or _opened(problem, s) else s.latest,
            NEVER if at is None else at, NONE if at is None else numbers.person(s.pinned_to or _in_then(problem, s)),
            rods.get(s.rod, NONE), numbers.table(s.ready), numbers.table(s.turns),
            problem.before[s.id].start if s.id in problem.before else NEVER,
            *_added(waits, first), *_added(waits, pins), *_added(spans, s.only), *_added(lists, [machines[m] for m in s.machines]),
            *_added(lists, [numbers.of[t.id] for t in followers[s.id]]), *kept[s.group],
            *_added(lists, [numbers.of[t.id] for t in problem.beside.get(s.id, ())]),
        ))  # fmt: skip
    over = accumulate((w.b for w in numbers.sessions), max)
    slots = {**machines, "dryer": len(machines)}
    return Sheet(
        horizon=problem.ticks, hour=max(60 // problem.tick_min, 1), day=24 * 60 // problem.tick_min,
        sittings=np.array(rows, SITTING), waits=np.array(waits, WAIT), spans=np.array(spans, np.int64).reshape(-1, 2),
        lists=np.array(lists, np.int64), tables=numbers.tables(),
        most=np.array([*(problem.machines.get(m, 0) for m in machines), problem.dryer_slots], np.int64),
        busy=np.array([(slots[b.machine], b.a, b.b) for b in problem.busy if b.machine in slots], np.int64).reshape(-1, 3),
        sessions=np.array([(w.a, w.b, numbers.person(w.person), o) for w, o in zip(numbers.sessions, over, strict=True)], SESSION),
        dues=np.array([
            (NEVER if d.at is None else d.at, NEVER if d.wanted is None else d.wanted, TRIP if d.trip else SLIP, d.must and ("must", d.rod) not in problem.relaxed) for d in problem.dues
        ], DUE),
    )  # fmt: skip


Row = tuple[int, ...]
T = TypeVar("T")


def _added(to: list[T], more: Sequence[T]) -> tuple[int, int]:
    """From where to where they stand, once they are put at the end of others."""
    to += more
    return len(to) - len(more), len(to)


def _wait(numbers: Numbers, s: Sitting, lag: Lag, first: int) -> Row:
    closes = NONE if _opened(numbers.problem, s) else numbers.table(lag.most, last=True)
    return first, int(lag.from_start), numbers.table(lag.least), closes, int(lag.most is not None)


def _is_pinned(problem: Problem, s: Sitting) -> bool:
    return s.pinned is not None and ("pin", s.id) not in problem.relaxed


def _opened(problem: Problem, s: Sitting) -> bool:
    return ("window", s.id) in problem.relaxed


def _in_then(problem: Problem, s: Sitting) -> str:
    """Somebody who is in when a sitting is pinned."""
    a = s.pinned or 0
    here = [w.person for w in problem.windows if w.a <= a and a + s.ticks + s.setup <= w.b]
    return here[0] if here else ""
