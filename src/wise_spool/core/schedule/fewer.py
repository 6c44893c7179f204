"""Fewer evenings: the list rule over and over, each time a little otherwise.

A builder does the same with a pencil: can Thursday be left out? Could all the red wraps come one after another, or wait
for the cup that is stirred tomorrow? Sessions are shut, the work is taken in another order, a mix or colour is waited for. Now and then something worse is kept, to get out of a corner (simulated annealing, Kirkpatrick and others 1983, from memory).
Beginning anew often beats going on for long, so it is begun many times, two pencils side by side, and the best is gone
over now and then for what is less than a session. What is tried is drawn from one seed and counted, so the same problem comes
to the same plan.
"""

from collections import defaultdict
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial
from graphlib import CycleError

import numpy as np

from wise_spool.core.schedule.by_list import ListRule
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.pencil import (
    DRAWN,
    Alike,
    Luck,
    Now,
    bench_for,
    copied,
    order_by,
    points_of,
    search,
    thinness,
)
from wise_spool.core.schedule.problem import SESSION, Cost, Problem, Schedule

STARTS, TRIES = 24, 3000
"""How often it is begun anew, and plans that are tried from each beginning. From habit: half of the beginnings on sixteen
rods come to what the best of them do."""
OFTEN, ROUNDS, LAST = 8, 3, 2500
"""After so many beginnings the best is gone over, and so often at last; plans that are tried each time."""
EACH = 20
"""Plans that are tried for each sitting at most: a small shop is soon gone through."""
SIDE = 2
"""Pencils side by side."""
WARM, COLD = 0.03, 0.003
"""How much worse a plan may be, in sessions, and still be kept about every third time: at first and at last."""
AT_LAST = 0.001
"""The same when the best was gone over."""


@dataclass(frozen=True)
class _Found:
    """Where a pencil came to, and the plan there."""

    now: Now
    schedule: Schedule | None = None
    cost: Cost | None = None


def fewer_sessions(
    problem: Problem, schedule: Schedule | None, tries: int = TRIES, least: int = 0, seed: int = 7,
    go_on: Callable[[Schedule], bool] = lambda _: True, starts: int = STARTS,
) -> Schedule | None:  # fmt: skip
    """A schedule that costs no more than ``schedule`` and has, as far as is found, fewer sessions; where the rule found
    none, one by another order, or None. Once ``least`` are reached no more are to be saved. ``go_on`` hears each better
    one and says whether to."""
    best, cost = schedule, None if schedule is None else cost_of(problem, schedule)
    try:
        pencil = _Pencil(problem)
    except CycleError:
        return best
    tries = min(tries, EACH * len(problem.sittings))
    found = usual = pencil.as_it_is()
    with ThreadPoolExecutor(SIDE) as side:
        for n, over in enumerate(_turns(starts)):
            if not over and cost is not None and cost.greater <= SESSION * least:
                continue
            if over and found.schedule is None:
                continue
            draws = [np.random.default_rng((seed, n, k)) for k in range(SIDE)]
            one = partial(pencil.gone_over, found) if over else partial(pencil.begun, usual, tries)
            for tried in side.map(one, draws):
                if tried.cost is not None and (
                    found.cost is None or tried.cost.points < found.cost.points
                ):
                    found = tried
            if found.cost is not None and (cost is None or found.cost.points < cost.points):
                best, cost = found.schedule, found.cost
                if best is not None and not go_on(best):
                    break
    return best


def _turns(starts: int) -> list[bool]:
    """Beginning anew or, where it says so, going over the best so far, ``SIDE`` at a time."""
    out: list[bool] = []
    for begun in range(0, starts, SIDE):
        out += [False, True] if (begun + SIDE) % OFTEN == 0 else [False]
    return out + [True] * ROUNDS


class _Pencil:
    """The rule over one problem, and what may be tried on it."""

    def __init__(self, problem: Problem) -> None:
        self.problem, self.rule = problem, ListRule(problem)
        of, some = self.rule.numbers.of, defaultdict(list)
        for s in problem.sittings:
            for name in (("rod", s.rod), ("kind", s.kind), ("group", s.group)):
                some[name].append(of[s.id])
        alike = [some[name] for name in sorted(some) if name[1]]
        self.alike = Alike(
            np.cumsum([0, *(len(a) for a in alike)]), np.array([i for a in alike for i in a], np.int64)
        )  # fmt: skip
        self.usual = np.zeros(len(of))
        for n, s in enumerate(self.rule.order()):
            self.usual[of[s.id]] = n

    def as_it_is(self) -> _Found:
        """The rule as it is."""
        n, sessions = self.usual.size, len(self.rule.numbers.sessions)
        return self._read(Now(self.usual.copy(), np.zeros(n, np.bool_), np.zeros(sessions, np.bool_), np.zeros(sessions, np.int64), np.full(3, np.inf)))  # fmt: skip

    def begun(self, usual: _Found, tries: int, draws: np.random.Generator) -> _Found:
        """Begun anew from the rule as it is, to save sessions."""
        return self._searched(usual.now, _luck(draws, tries, self.usual.size, WARM, COLD), thinner=True)  # fmt: skip

    def gone_over(self, found: _Found, draws: np.random.Generator) -> _Found:
        """Something found gone over for what is less than a session."""
        return self._searched(found.now, _luck(draws, LAST, self.usual.size, COLD, AT_LAST), thinner=False)  # fmt: skip

    def _searched(self, now: Now, luck: Luck, *, thinner: bool) -> _Found:
        now, best = copied(now), copied(now)
        search(self.rule.sheet, bench_for(self.rule.sheet), self.alike, now, best, luck, thinner)
        return self._read(best)

    def _read(self, now: Now) -> _Found:
        """The plan that was laid out there, unless it breaks something that was pinned so."""
        sheet = self.rule.sheet
        bench = bench_for(sheet)
        schedule = self.rule.laid(bench, order_by(sheet, now.rank), now.shut, now.patient)
        if schedule is None or faults(self.problem, schedule):
            return _Found(now)
        ready, load, worth = np.zeros(sheet.dues.size, np.int64), now.load.copy(), now.worth.copy()
        worth[1], worth[0] = points_of(sheet, bench, ready, load)
        worth[2] = thinness(sheet, load)
        return _Found(
            now._replace(shut=load == 0, load=load, worth=worth),
            schedule,
            cost_of(self.problem, schedule),
        )


def _luck(draws: np.random.Generator, tries: int, sittings: int, warm: float, cold: float) -> Luck:
    """What is drawn for so many tries, ever colder."""
    warmth = np.linspace(warm, cold, tries)
    return Luck(
        draws.random((tries, DRAWN)), draws.normal(0.0, sittings / 8, tries), warmth * draws.exponential(1.0, tries)
    )  # fmt: skip
