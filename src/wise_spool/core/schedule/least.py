"""The least any plan can cost, reckoned from hours alone.

The fewest sessions that hold the work and the settings-up that nothing can save, where work lies neither before what
it waits for nor after what waits for it; the days until each rod can be ready; the hours each coat must wait for somebody.
It is known before the search begins and owes nothing to it. Work is poured into sessions like water, so what it says
is never more than the truth (a relaxation in the manner of Baptiste, Le Pape and Nuijten 2001, from memory); HiGHS of
SciPy chooses the sessions.
"""

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
from graphlib import CycleError
from itertools import accumulate

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import Bounds, LinearConstraint, milp

from wise_spool.core.schedule.costing import ready_of
from wise_spool.core.schedule.problem import (
    READY_DAY,
    SESSION,
    SHORT,
    SLIP,
    TRIP,
    WAIT_H,
    Lag,
    Placed,
    Problem,
    Sitting,
    Window,
)
from wise_spool.core.schedule.warmth import Dose

NODES = 2000
"""How far the choice of sessions is searched; what is known by then holds. Counted, so that it is always the same."""


@dataclass(frozen=True)
class Least:
    """No plan that keeps every promise that can be kept has fewer ``sessions``; no plan costs fewer ``points``."""

    sessions: int = 0
    points: int = 0


def least_of(problem: Problem) -> Least:
    """The least that can be said; nothing is said of a problem that holds no plan."""
    sessions = problem.sessions
    try:
        first = _first(problem, sessions) if sessions else None
    except CycleError:
        return Least()
    if first is None:
        return Least()
    ready = _ready(problem, first)
    late = {d.rod: d for d in problem.dues if d.at is not None and ready[d.rod] > d.at}
    due = {d.rod: d.at for d in problem.dues if d.at is not None and d.rod not in late}
    last = _last(problem, sessions, due)
    if any(last[i] < first[i] for i in last):
        return Least()
    fewest = max(_fewest(problem, sessions, first, last), _in_a_chain(problem, sessions))
    day = 24 * 60 // problem.tick_min
    slips = sum((TRIP if d.trip else SLIP) * -(-(ready[r] - (d.at or 0)) // day) for r, d in late.items())  # fmt: skip
    slips += sum(SHORT * -(-max(ready[d.rod] - d.wanted, 0) // day) for d in problem.dues if d.wanted is not None)  # fmt: skip
    one_by_one = _one_by_one(problem, sessions, set(ready))
    days = sum(-(-max(alone, n) // day) for alone, n in zip(sorted(ready.values()), one_by_one, strict=True))  # fmt: skip
    lesser = READY_DAY * days + WAIT_H * _waiting_h(problem, sessions)
    return Least(fewest, slips + min(SESSION * fewest + lesser, SLIP, TRIP))


def _in_a_chain(problem: Problem, sessions: Sequence[Window]) -> int:
    """Sessions that the longest chain of waits too long for any one session takes."""
    longest = max(w.b - w.a for w in sessions)
    parted: dict[str, int] = {}
    for s in problem.in_order:
        parted[s.id] = 1
        for lag in s.after:
            first = problem.by_id.get(lag.first)
            if first is not None:
                waits = problem.warmth.shortest(lag.least) if lag.least else 0
                least = max(waits + (0 if lag.from_start else first.ticks), first.ticks)
                more = int(least + s.ticks > longest and s.hands and first.hands)
                parted[s.id] = max(parted[s.id], parted[first.id] + more)
    return max((n for i, n in parted.items() if problem.by_id[i].hands), default=0)


def _fewest(
    problem: Problem, sessions: Sequence[Window], first: dict[str, int], last: dict[str, int]
) -> int:
    hands = [s for s in problem.sittings if s.hands]
    if not hands:
        return 0
    long = [w.b - w.a for w in sessions]
    setup = _settings_up(hands, max(long))
    work = sum(s.ticks for s in hands) + setup
    n = len(sessions)
    rows, most = [], []
    # Of what can only begin by a moment, or only after one, no more fits before or after it than there is.
    for at in sorted({w.a for w in sessions}):
        late = [w.a >= at for w in sessions]
        rows.append([*([0.0] * n), *(float(x) for x in late)])
        most.append(_at_most([s for s in hands if last[s.id] >= at], setup))
    for at in sorted({w.b for w in sessions}):
        rows.append([*([0.0] * n), *(float(w.b <= at) for w in sessions)])
        most.append(_at_most([s for s in hands if first[s.id] < at], setup))
    used = np.hstack([-np.diag(np.array(long, dtype=float)), np.eye(n)])
    found = milp(
        c=np.concatenate([np.ones(n), np.zeros(n)]), integrality=np.concatenate([np.ones(n), np.zeros(n)]),
        bounds=Bounds(np.zeros(2 * n), np.concatenate([np.ones(n), np.array(long, dtype=float)])),
        constraints=[
            LinearConstraint(used, -np.inf, 0.0),
            LinearConstraint(np.array(rows), -np.inf, np.array(most, dtype=float)),
            LinearConstraint(np.concatenate([np.zeros(n), np.ones(n)]), work, work),
        ],
        options={"node_limit": NODES},
    )  # fmt: skip
    bound = found.get("mip_dual_bound")
    return 0 if bound is None or not math.isfinite(bound) else math.ceil(bound - 1e-6)


def _at_most(some: list[Sitting], setup: int) -> int:
    """Ticks these can take, of all settings-up that nothing saves their own at most."""
    return sum(s.ticks for s in some) + min(setup, sum(s.setup for s in some))


def _ready(problem: Problem, first: dict[str, int]) -> dict[str, int]:
    """The tick each rod can be ready at the soonest, of those that anything is to be done on."""
    ends: dict[str, int] = {d.rod: 0 for d in problem.dues}
    for s in problem.sittings:
        if s.rod in ends:
            ends[s.rod] = max(ends[s.rod], ready_of(problem, s, Placed(first[s.id], s.ticks)))
    return ends


def _one_by_one(problem: Problem, sessions: Sequence[Window], rods: set[str]) -> list[int]:
    """The tick at which one rod can be ready, and two, and three, by the hours there are: the shorter work first, and what
    must wait before its rod is ready done so much sooner."""
    tails = _tails(problem)
    most = [0] * len(rods)
    for tail in sorted(set(tails.values())):
        work: dict[str, int] = dict.fromkeys(rods, 0)
        for s in problem.sittings:
            if s.rod in work and s.hands and tails[s.id] >= tail:
                work[s.rod] += s.ticks
        for n, ticks in enumerate(accumulate(sorted(work.values()))):
            if ticks:
                most[n] = max(most[n], _worked_by(sessions, ticks) + tail)
    return most


def _tails(problem: Problem) -> dict[str, int]:
    """The fewest ticks from the end of each sitting to its rod being ready."""
    shortest = problem.warmth.shortest
    tails: dict[str, int] = {}
    for s in reversed(problem.in_order):
        tail = max(shortest(s.ready) - s.ticks - s.setup, 0) if s.ready else 0
        for t in problem.then.get(s.id, ()):
            if t.rod == s.rod:
                lag = t.lag_on(s.id)
                waits = shortest(lag.least) if lag.least else 0
                if lag.from_start:
                    waits = max(waits - s.ticks - s.setup, 0)
                tail = max(tail, waits + t.ticks + tails[t.id])
        tails[s.id] = tail
    return tails


def _worked_by(sessions: Sequence[Window], ticks: int) -> int:
    """The tick by which so much can be done, by all who are in."""
    at = np.array([[w.a, 1] for w in sessions] + [[w.b, -1] for w in sessions])
    at = at[np.argsort(at[:, 0], kind="stable")]
    people, since = np.cumsum(at[:, 1]), np.diff(at[:, 0])
    done = np.concatenate([[0], np.cumsum(people[:-1] * since)])
    n = int(np.searchsorted(done, ticks))
    if n == done.size:
        return int(at[-1, 0])
    return int(at[n - 1, 0] + math.ceil((ticks - done[n - 1]) / people[n - 1]))


def _waiting_h(problem: Problem, sessions: Sequence[Window]) -> int:
    """Hours the coats must wait beyond opening, all together, wherever the one before is laid."""
    hour = max(60 // problem.tick_min, 1)
    open_ = np.unique(np.concatenate([np.arange(w.a, w.b) for w in sessions]))
    known: dict[tuple[Lag, int, int], int] = {}
    out = 0
    for s in problem.sittings:
        for lag in s.after:
            before = problem.by_id.get(lag.first)
            if lag.most is not None and before is not None and s.hands and before.hands:
                key = (replace(lag, first=""), before.ticks, before.setup)
                if key not in known:
                    known[key] = _shortest_wait(problem, lag, before, open_)
                out += -(-known[key] // hour)
    return out


def _shortest_wait(problem: Problem, lag: Lag, before: Sitting, open_: NDArray[np.int64]) -> int:
    """Ticks from the opening of what follows until somebody is in, wherever in bench hours ``before`` is begun."""
    if lag.least is None:
        return 0
    ends, shortest = problem.warmth.ends(lag.least), []
    for ticks in {before.ticks, before.ticks + before.setup}:
        done = open_[open_ + ticks < ends.size] + ticks
        opens = np.maximum(ends[done - ticks if lag.from_start else done], done)
        comes = np.searchsorted(open_, opens)
        some = comes < open_.size
        shortest += (open_[comes[some]] - opens[some]).tolist()
    return min(shortest, default=0)


def _settings_up(hands: list[Sitting], longest: int) -> int:
    """Ticks of setting up that nothing saves: no row of one group goes on into another session, nor a mix beyond its
    pot life."""
    groups: dict[str, list[Sitting]] = defaultdict(list)
    alone = 0
    for s in hands:
        if s.setup and s.group:
            groups[s.group].append(s)
        else:
            alone += s.setup
    return alone + sum(min(s.setup for s in of) * _rows(of, longest) for of in groups.values())


def _rows(group: list[Sitting], longest: int) -> int:
    """The fewest rows a group can be done in."""
    pots = [s.pot_ticks for s in group]
    most = longest - min(s.setup for s in group)
    if None not in pots:
        most = min(most, max(p for p in pots if p is not None))
    shortest = sorted(s.ticks for s in group)[:2]
    alone, shared = 0, 0
    for s in group:
        other = shortest[1] if len(shortest) > 1 and s.ticks == shortest[0] else shortest[0]
        if len(group) == 1 or s.ticks + other > most:
            alone += 1
        else:
            shared += s.ticks
    return alone + (math.ceil(shared / most) if shared else 0)


def _first(problem: Problem, sessions: Sequence[Window]) -> dict[str, int] | None:
    """The first tick each sitting could begin at by what comes before it; None where there is none."""
    first: dict[str, int] = {}
    for s in problem.in_order:
        low = s.earliest
        for lag in s.after:
            if lag.first in first:
                a, ticks = first[lag.first], problem.by_id[lag.first].ticks
                low = max(low, a + ticks)
                if lag.least is not None:
                    low = max(low, problem.warmth.end(a if lag.from_start else a + ticks, lag.least))  # fmt: skip
        at = low if not s.hands else next((max(w.a, low) for w in sessions if max(w.a, low) + s.ticks <= w.b), None)  # fmt: skip
        if at is None:
            return None
        first[s.id] = at
    return first


def _last(problem: Problem, sessions: Sequence[Window], due: dict[str, int]) -> dict[str, int]:  # fmt: skip
    """The last tick each sitting could begin at by what comes after it and by when its rod is due."""
    last: dict[str, int] = {}
    for s in reversed(problem.in_order):
        high = _by_what_follows(problem, s, last)
        if s.latest is not None and ("window", s.id) not in problem.relaxed:
            high = min(high, s.latest)
        if s.rod in due:
            high = min(high, due[s.rod] - s.ticks)
            if s.ready is not None:
                high = min(high, _last_begun(problem, s.ready, due[s.rod]))
        if s.hands:
            high = max((min(w.b - s.ticks, high) for w in sessions if w.a + s.ticks <= w.b and w.a <= high), default=-1)  # fmt: skip
        last[s.id] = high
    return last


def _by_what_follows(problem: Problem, s: Sitting, last: dict[str, int]) -> int:
    high = problem.ticks
    for t in problem.then.get(s.id, ()):
        lag = t.lag_on(s.id)
        high = min(high, last[t.id] - s.ticks)
        if lag.least is not None:
            begun = _last_begun(problem, lag.least, last[t.id])
            high = min(high, begun if lag.from_start else begun - s.ticks)
    return high


def _last_begun(problem: Problem, dose: Dose, by: int) -> int:
    """The last tick at which a dose can begin and be full by another."""
    return int(np.searchsorted(problem.warmth.ends(dose), by, side="right")) - 1
