"""One rod after another: the work of each session in an order in which rods seldom change, where that costs nothing.

A plan that saves evenings fills them with whatever fits, a little of this rod and a little of that. Whoever works from it
would rather finish with one rod before taking up the next.
"""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of, opens_at, session_of
from wise_spool.core.schedule.problem import Problem, Schedule

Row = tuple[str, ...]
"""Sittings that follow on one another at once."""
Session = tuple[str, int]


def gathered(problem: Problem, schedule: Schedule) -> Schedule:
    """The schedule, or one of no more points that changes from rod to rod less often: in each session other orders are
    tried, begun with any of its work and gone on with the same rod while there is some."""
    best, points = schedule, cost_of(problem, schedule).points
    for session, mine in sorted(_sessions(problem, schedule).items(), key=lambda x: x[0][::-1]):
        rows = _rows(best, mine)
        now = _changes(problem, mine)
        orders = {tuple(r): _changes(problem, [i for row in r for i in row]) for r in _orders(problem, rows)}  # fmt: skip
        for order, changes in sorted(orders.items(), key=lambda x: x[1]):
            if changes >= now:
                break
            other = _laid(problem, best, session, order)
            if other is None:
                continue
            cost = cost_of(problem, other).points
            if cost <= points and not faults(problem, other):
                best, points = other, cost
                break
    return best


def hops(problem: Problem, schedule: Schedule) -> int:
    """How often somebody changes from one rod to another within a session."""
    return sum(_changes(problem, mine) for mine in _sessions(problem, schedule).values())


def _changes(problem: Problem, mine: Sequence[str]) -> int:
    return sum(problem.by_id[a].rod != problem.by_id[b].rod for a, b in pairwise(mine))


def _sessions(problem: Problem, schedule: Schedule) -> dict[Session, list[str]]:
    """What needs hands in each session, in order."""
    out: dict[Session, list[str]] = {}
    for i in sorted(schedule, key=lambda i: schedule[i].start):
        if problem.by_id[i].hands:
            out.setdefault(session_of(problem, schedule[i]), []).append(i)
    return out


def _rows(schedule: Schedule, mine: list[str]) -> list[Row]:
    """What lies in a session, in order, with what follows on at once kept together."""
    rows: dict[str, list[str]] = {}
    head: dict[str, str] = {}
    for i in mine:
        head[i] = head.get(schedule[i].follows, i)
        rows.setdefault(head[i], []).append(i)
    return [tuple(row) for row in rows.values()]


def _orders(problem: Problem, rows: list[Row]) -> Iterator[list[Row]]:
    """Other orders: begun with each row, gone on with one of the same rod, else with what came first."""
    rod = {i: problem.by_id[i].rod for row in rows for i in row}
    for first in rows:
        order, left = [first], [r for r in rows if r is not first]
        while left:
            now = rod[order[-1][-1]]
            then = next((r for r in left if rod[r[0]] == now), left[0])
            order.append(then)
            left.remove(then)
        yield order


def _laid(problem: Problem, schedule: Schedule, session: Session, order: Sequence[Row]) -> Schedule | None:  # fmt: skip
    """The schedule with one session's work in another order, each as soon as it may be; None where it cannot be."""
    here = {i for row in order for i in row}
    out = {i: p for i, p in schedule.items() if i not in here}
    clock = session[1]
    for row in order:
        for i in row:
            s = problem.by_id[i]
            lags = [lag.first for lag in s.after if lag.first in schedule]
            if any(first not in out for first in lags):
                return None
            opens = max([s.earliest, *(opens_at(problem, out[first], first, i) for first in lags)])
            clock = max(clock, opens)
            out[i] = replace(schedule[i], start=clock)
            clock = out[i].end
    return out
