"""Fewer evenings: the list rule over and over, with sessions shut and the work taken in another order.

A builder does the same with a pencil: can Thursday be left out? Could all the red wraps come one after another? Now
and then something worse is kept, to get out of a corner (simulated annealing, Kirkpatrick and others 1983, from memory).
What is tried is drawn from one seed and counted, so the same problem comes to the same plan.
"""

import math
import random
from collections import defaultdict
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from graphlib import CycleError

from wise_spool.core.schedule.by_list import ListRule
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.problem import SESSION, Cost, Problem, Schedule

TRIES, LAST = 1100, 300
"""Plans that are tried, and how many of them at last, for what is less than a session. From habit: a shop of sixteen
rods has most of what can be had by then."""
WARM, COLD = 0.015, 0.003
"""How much worse a plan may be, in sessions, and still be kept about every third time: at first and at last."""
EMPTIEST, NEXT = 0.6, 0.2
"""What the fill of the emptiest session and of the next counts, in sessions: the emptier, the sooner it goes."""
EMPTY = 12
"""One of so many sessions that have the least to do is shut."""
TICKS = 0.02
"""What a tick of hands counts, in sessions: every setting-up that is saved is time for something else."""


@dataclass(frozen=True)
class _Tried:
    """A plan: what it was laid from, what it costs, and the ticks each session has."""

    rank: Mapping[str, float]
    shut: frozenset[int]
    schedule: Schedule
    cost: Cost
    load: Mapping[int, int]
    thin: float
    """How far it is from a session less: by how full the emptiest are, and how much there is to do."""


def fewer_sessions(
    problem: Problem, schedule: Schedule | None, tries: int = TRIES, least: int = 0, seed: int = 7,
    go_on: Callable[[Schedule], bool] = lambda _: True,
) -> Schedule | None:  # fmt: skip
    """A schedule that costs no more than ``schedule`` and has, as far as is found, fewer sessions; where the rule found
    none, one by another order, or None. It ends where ``least`` are reached. ``go_on`` hears each better one."""
    best, cost = schedule, None if schedule is None else cost_of(problem, schedule)
    try:
        pencil = _Pencil(problem, random.Random(seed))
    except CycleError:
        return best
    now = found = pencil.as_it_is()
    last = max(tries - LAST, tries // 2)
    for n in range(tries):
        done = cost is not None and cost.greater <= SESSION * least
        if n == last or (done and n < last):
            now, last = found, min(n, last)
        tried = pencil.beside(now, shut=n < last) if n else now
        if tried is None:
            continue
        warmth = WARM + (COLD - WARM) * n / tries
        if now is None or pencil.worth_keeping(tried, now, warmth, thin=n < last):
            now = tried
        if (cost is None or tried.cost.points < cost.points) and not faults(
            problem, tried.schedule
        ):
            best, cost, found = tried.schedule, tried.cost, tried
            if not go_on(best):
                break
    return best


class _Pencil:
    """What may be tried next."""

    def __init__(self, problem: Problem, luck: random.Random) -> None:
        self.problem, self.luck = problem, luck
        self.rule = ListRule(problem)
        some: dict[tuple[str, str], list[str]] = defaultdict(list)
        for s in problem.sittings:
            for of in (("rod", s.rod), ("kind", s.kind), ("group", s.group)):
                some[of].append(s.id)
        self.alike = [some[of] for of in sorted(some) if of[1]]
        self.ids = [s.id for s in problem.sittings]
        self.usual = {s.id: float(n) for n, s in enumerate(self.rule.order())}

    def as_it_is(self) -> _Tried | None:
        """The rule as it is."""
        return self._laid(self.usual, frozenset())

    def beside(self, now: _Tried | None, *, shut: bool) -> _Tried | None:
        """Something near what stands: where any may be ``shut``, a session shut and another opened for it; one sitting, a
        few or a rod taken sooner or later. Where nothing stands yet, something near the rule."""
        rank, closed = dict(now.rank if now else self.usual), set(now.shut if now else ())
        what = self.luck.uniform(0.0 if now is not None and now.load and shut else 0.4, 1.0)
        if now is not None and what < 0.4:
            closed.add(self.luck.choice(sorted(now.load, key=lambda n: (now.load[n], n))[:EMPTY]))
            if self.luck.random() < 0.5:
                closed.discard(self.luck.choice(sorted(closed)))
        elif what < 0.65:
            rank[self.luck.choice(self.ids)] = rank[self.luck.choice(self.ids)] + self.luck.random()
        elif what < 0.8:
            few = self.luck.choice(self.alike)
            to = rank[self.luck.choice(few)]
            for i in self.luck.sample(few, min(len(few), self.luck.randint(2, 6))):
                rank[i] = to + self.luck.random()
        else:
            by = self.luck.gauss(0, len(rank) / 8)
            for i in self.luck.choice(self.alike):
                rank[i] += by
        return self._laid(rank, frozenset(closed))

    def worth_keeping(self, tried: _Tried, now: _Tried, warmth: float, *, thin: bool) -> bool:
        """Whether to go on from it: always when it is no worse, else the seldomer the worse and the colder. While
        sessions are to be saved, one that is nearly empty counts, and nothing less than a session does."""
        if thin:
            worse = (tried.cost.greater - now.cost.greater) / SESSION + tried.thin - now.thin
        else:
            worse = (tried.cost.points - now.cost.points) / SESSION
        return worse <= 0 or self.luck.random() < math.exp(-worse / warmth)

    def _laid(self, rank: Mapping[str, float], shut: frozenset[int]) -> _Tried | None:
        schedule = self.rule.lay(self.rule.order(rank), shut)
        if schedule is None:
            return None
        cost = cost_of(self.problem, schedule)
        load = self._load(schedule)
        shut |= {n for n in range(len(self.rule.sessions)) if n not in load}
        return _Tried(rank, shut, schedule, cost, load, self._thin(load))

    def _load(self, schedule: Schedule) -> dict[int, int]:
        load: dict[int, int] = defaultdict(int)
        for i, p in schedule.items():
            if self.problem.by_id[i].hands:
                load[self.rule.session_of(p)] += p.ticks
        load.pop(-1, None)
        return load

    def _thin(self, load: Mapping[int, int]) -> float:
        fill = sorted(ticks / (self.rule.sessions[n].b - self.rule.sessions[n].a) for n, ticks in load.items())  # fmt: skip
        empty = sum(w * f for w, f in zip((EMPTIEST, NEXT), fill, strict=False))
        return empty + TICKS * sum(load.values())
