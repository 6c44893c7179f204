"""The list rule: what a careful builder does by hand. The most urgent sitting that may begin goes into the first hours
that will take it, on from one of its own mix or colour where it can; what a coat must be followed by is found room for
before the coat is laid.

Quick, never proven good. It is the first answer shown, and what the solver's gain is held against. Serial schedule
generation (Kolisch 1996, from memory). Followed in machine code: ``core/schedule/pencil.py``.
"""

from collections.abc import Collection, Sequence
from functools import cached_property
from graphlib import CycleError
from heapq import heapify, heappop, heappush

import numpy as np

from wise_spool.core.schedule.pencil import Bench, bench_for, lay
from wise_spool.core.schedule.problem import Placed, Problem, Schedule, Sitting
from wise_spool.core.schedule.sheet import NEVER, NONE, Flags, Ints, Numbers, Sheet, sheet_of

Urgency = tuple[object, ...]


def by_list(problem: Problem) -> Schedule | None:
    """A schedule by the rule, or None when it finds none: that proves nothing."""
    try:
        rule = ListRule(problem)
    except CycleError:
        return None
    return rule.lay(rule.order())


class ListRule:
    """The rule over one problem, made ready to be followed many times over. Raises ``CycleError`` where a sitting waits
    for itself."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.numbers = Numbers(problem)

    @cached_property
    def sheet(self) -> Sheet:
        """The problem as numbers."""
        return sheet_of(self.numbers, {s.id: _followers(self.problem, s) for s in self.numbers.sittings})  # fmt: skip

    def order(self) -> list[Sitting]:
        """Every sitting, nothing before what comes first; else by how urgent it is: what a window under way closes on
        first, then earliest due, then the order of the trade."""
        urgency = _urgency(self.problem)
        waits = {s.id: len({x.first for x in s.after if x.first in self.problem.by_id}) for s in self.problem.sittings}  # fmt: skip
        free = [(urgency[i], i) for i, n in waits.items() if not n]
        heapify(free)
        out: list[Sitting] = []
        while free:
            _, i = heappop(free)
            out.append(self.problem.by_id[i])
            for t in dict.fromkeys(t.id for t in self.problem.then.get(i, ())):
                waits[t] -= 1
                if not waits[t]:
                    heappush(free, (urgency[t], t))
        return out

    def lay(
        self, order: Sequence[Sitting], shut: Collection[int] = (), patient: Collection[str] = ()
    ) -> Schedule | None:
        """A schedule with the sittings taken in ``order``, the sessions that are ``shut`` used for nothing that finds room
        elsewhere, and what is ``patient`` done after one of its group where it can; None when one finds no room."""
        bench = bench_for(self.sheet)
        closed = np.isin(np.arange(self.sheet.sessions.size), list(shut))
        waiting = np.array([s.id in patient for s in self.numbers.sittings], np.bool_)
        return self.laid(bench, np.array([self.numbers.of[s.id] for s in order], np.int64), closed, waiting)  # fmt: skip

    def laid(self, bench: Bench, order: Ints, shut: Flags, patient: Flags) -> Schedule | None:
        """The same with numbers: (n,) in which order, (S,) what is shut, (n,) who is patient."""
        if not lay(self.sheet, bench, order, shut, patient):
            return None
        name, people = [s.id for s in self.numbers.sittings], self.numbers.people
        rows = zip(name, *(bench.placed[of].tolist() for of in ("start", "ticks", "person", "follows")), strict=True)  # fmt: skip
        return {
            i: Placed(at, ticks, "" if who == NONE else people[who], "" if on == NONE else name[on])
            for i, at, ticks, who, on in rows
        }


def _urgency(problem: Problem) -> dict[str, Urgency]:
    closes = _closings(problem)
    due = {d.rod: (0 if d.must else 1, d.at if d.at is not None else NEVER) for d in problem.dues}
    return {s.id: (closes[s.id], *due.get(s.rod, (1, NEVER)), s.place) for s in problem.sittings}


def _closings(problem: Problem) -> dict[str, int]:
    """The last tick each sitting may begin at, by itself or for what must follow it; NEVER where there is none."""
    known: dict[str, int] = {}
    for s in reversed(problem.in_order):
        mine = NEVER if s.latest is None else s.latest
        closes = min([mine, *(known[t.id] - s.ticks for t in problem.then.get(s.id, ()))])
        known[s.id] = closes if closes < NEVER // 2 else NEVER
    return known


def _followers(problem: Problem, s: Sitting) -> list[Sitting]:
    """What must be done within a window that this sitting opens, and all that must be done between, in order."""
    out: list[Sitting] = []
    held = [s]
    while held:
        first = held.pop(0)
        for t in problem.then.get(first.id, ()):
            if t not in out and any(x.first == first.id and x.most is not None for x in t.after):
                out += [b for b in _between(problem, first, t) if b not in out]
                out.append(t)
                held.append(t)
    return out


def _between(problem: Problem, first: Sitting, last: Sitting) -> list[Sitting]:
    """What comes before ``last`` and after ``first``, in order."""
    out: list[Sitting] = []
    for lag in last.after:
        t = problem.by_id.get(lag.first)
        if t is not None and first.id in problem.all_before[t.id]:
            out += [b for b in (*_between(problem, first, t), t) if b not in out]
    return out
