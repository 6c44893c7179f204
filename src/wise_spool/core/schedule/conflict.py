"""When no schedule keeps everything: the fewest demands that cannot live together.

Each demand (a pin, a window a coat must be followed in, a rod that must not slip, a day away) is a literal. The set is
made minimal by deletion: a demand is left out when the rest cannot be met without it (Bakker and others 1993, from
memory). What remains is irreducible: leave out any one of it and the rest can be met.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from ortools.sat.python import cp_model

from wise_spool.core.schedule.by_list import by_list
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.model import CannotBeginError, Demand, Model
from wise_spool.core.schedule.problem import Problem

WORK = 8.0
"""Work one question may take."""


@dataclass(frozen=True)
class Conflict:
    """Demands that cannot live together. ``sure`` when each was shown to be needed for the conflict within the
    work allowed; without any demand it is hours, machines or order themselves: ``nowhere`` names a sitting that
    fits no hours, when that is why."""

    demands: tuple[Demand, ...]
    sure: bool
    nowhere: str = ""


def conflict_of(problem: Problem) -> Conflict | None:
    """What cannot live together; None when everything can, or when that could not be told within the work."""
    outright = _outright(problem)
    if outright and all(_fits(problem, rest) for rest in combinations(outright, len(outright) - 1)):
        return Conflict(tuple(sorted(outright)), True)
    try:
        model = Model(problem, open_demands=True)
    except CannotBeginError as error:
        return Conflict((), True, error.sitting)
    model.cp.clear_objective()  # type: ignore[no-untyped-call]
    question = _Question(problem, model)
    can, core = question.can(question.all)
    if can or can is None:
        return None
    sure, needed = True, core
    for d in core:
        rest = [x for x in needed if x != d]
        can, smaller = question.can(rest)
        if can is None:
            sure = False
        if can is False:
            needed = [x for x in rest if x in smaller]
    return Conflict(tuple(sorted(needed)), sure)


def _fits(problem: Problem, asked: Sequence[Demand]) -> bool:
    """Whether the list rule fits everything in when nothing else is demanded."""
    waived: set[Demand] = {("pin", s.id) for s in problem.sittings}
    waived |= {("window", s.id) for s in problem.sittings}
    waived |= {("must", d.rod) for d in problem.dues}
    waived |= {("away", w.away) for w in problem.windows if w.away}
    free = replace(problem, relaxed=frozenset(waived - set(asked)))
    listed = by_list(free)
    return listed is not None and not faults(free, listed)


def _outright(problem: Problem) -> tuple[Demand, ...]:
    """What cannot be, whatever else is done: a pin that lies in nobody's hours, or two that want one pair of hands or one blank
    at once."""
    pins = [s for s in problem.sittings if s.pinned is not None and s.hands and ("pin", s.id) not in problem.relaxed]  # fmt: skip
    for s in pins:
        at = s.pinned or 0
        mine = [w for w in problem.windows if not s.pinned_to or w.person == s.pinned_to]
        if mine and not any(w.a <= at and at + s.ticks <= w.b for w in mine):
            return (("pin", s.id),)
    for s, t in combinations(pins, 2):
        a, b = s.pinned or 0, t.pinned or 0
        hands = s.pinned_to == t.pinned_to != ""
        blank = s.on_blank and t.on_blank and s.rod == t.rod
        if (hands or blank) and a < b + t.ticks and b < a + s.ticks:
            return ("pin", s.id), ("pin", t.id)
    return ()


class _Question:
    """Whether some of the demands can be met together."""

    def __init__(self, problem: Problem, model: Model) -> None:
        self.problem, self.model = problem, model
        self.all = sorted(model.demands)

    def can(self, demands: list[Demand]) -> tuple[bool | None, list[Demand]]:
        """Whether these can; None when the work ran out. When they cannot, those of them that already cannot."""
        waived = frozenset(d for d in self.all if d not in demands)
        less = replace(self.problem, relaxed=self.problem.relaxed | waived)
        listed = by_list(less)  # what the rule does is proof enough
        if listed is not None and not faults(less, listed):
            return True, []
        self.model.cp.clear_assumptions()
        self.model.cp.add_assumptions([self.model.demands[d] for d in demands])
        solver = cp_model.CpSolver()
        p = solver.parameters
        p.random_seed, p.num_workers, p.max_deterministic_time = 7, 1, WORK
        status = solver.solve(self.model.cp)
        if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return True, []
        if status != cp_model.INFEASIBLE:
            return None, []
        core = set(solver.sufficient_assumptions_for_infeasibility())
        return False, [d for d in demands if self.model.demands[d].index in core]
