"""Fewer evenings: the list rule over and over, each time with one more session shut, as long as nothing gets worse.

A builder does the same with a pencil: can Thursday be left out? It is quick, always the same, and a good place for the
solver to begin.
"""

from collections.abc import Callable
from dataclasses import replace

from wise_spool.core.schedule.by_list import by_list
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of, session_of
from wise_spool.core.schedule.problem import Problem, Schedule, Window


def fewer_sessions(
    problem: Problem,
    schedule: Schedule,
    tries: int = 120,
    go_on: Callable[[Schedule], bool] = lambda _: True,
) -> Schedule:
    """A schedule that costs no more than ``schedule`` and has, as far as the rule finds one, fewer sessions.
    ``go_on`` hears each better one."""
    best, points = schedule, cost_of(problem, schedule).points
    shut: set[tuple[str, int]] = set()
    tried = 0
    again = True
    while again:
        again = False
        for session in _emptiest(problem, best):
            if tried >= tries:
                return best
            tried += 1
            less = _without(problem, {*shut, session})
            if less is None:
                continue
            cost = cost_of(problem, less).points
            if cost < points:
                best, points, again = less, cost, True
                shut.add(session)
                if not go_on(best):
                    return best
                break
    return best


def _emptiest(problem: Problem, schedule: Schedule) -> list[tuple[str, int]]:
    """Sessions in use, the least filled first, late ones before early ones."""
    load: dict[tuple[str, int], int] = {}
    for i, p in schedule.items():
        if problem.by_id[i].hands:
            s = session_of(problem, p)
            load[s] = load.get(s, 0) + p.ticks
    return sorted(load, key=lambda s: (load[s], -s[1], s[0]))


def _without(problem: Problem, shut: set[tuple[str, int]]) -> Schedule | None:
    """The list rule with these sessions shut."""
    open_: tuple[Window, ...] = tuple(w for w in problem.windows if (w.person, w.a) not in shut)
    found = by_list(replace(problem, windows=open_))
    return None if found is None or faults(problem, found) else found
