"""Finding a schedule: the list rule at once, then fewer evenings by the pencil, then CP-SAT, better and better, until it
is proven, its work is done or it is told to stop. Same problem, same answer: one seed, and a limit counted in work, not
in seconds.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from ortools.sat.python import cp_model

from wise_spool.core.schedule.by_list import by_list
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.fewer import fewer_sessions
from wise_spool.core.schedule.gather import gathered
from wise_spool.core.schedule.least import least_of
from wise_spool.core.schedule.model import CannotBeginError, Model
from wise_spool.core.schedule.problem import Cost, Problem, Schedule

Standing = Literal["proven", "good", "listed", "infeasible", "none"]
WORK = 40.0
"""Units of deterministic work a solve may take, about as many seconds on one core of a common machine."""
MOST_PROVEN = 160
"""Sittings up to which CP-SAT is asked for better. Beyond it found nothing in forty units of work on 181 sittings and more,
after the pencil, and took up to 2 GB: there it is asked only where no plan is known (``bench/schedule_speed.py``)."""


@dataclass(frozen=True)
class Answer:
    """A schedule and how good it is known to be. ``bound`` are the fewest points any schedule can cost, ``gap`` the
    share of the points above that; None while nothing is proven. ``listed`` is what the list rule costs."""

    standing: Standing
    schedule: Schedule | None = None
    cost: Cost | None = None
    points: int | None = None
    bound: int | None = None
    listed: Cost | None = None
    nowhere: str = ""

    @property
    def gap(self) -> float | None:
        """How far above the bound it may lie, as a share of it."""
        if self.points is None or self.bound is None:
            return None
        return max(self.points - self.bound, 0) / max(self.bound, 1)


Heard = Callable[[Answer], bool]
"""Is told each better answer, and says whether to go on."""


def solve(
    problem: Problem,
    heard: Heard | None = None,
    work: float = WORK,
    within: float = 0.0,
    workers: int = 0,
) -> Answer:
    """The best schedule found. ``work`` limits it; it may stop earlier ``within`` that share of the bound. With
    ``workers`` it searches side by side, which finds more in a time and not always the same; with none it is
    the same byte for byte.

    Raises nothing for a problem that has no schedule: that is an answer.
    """
    return _calm(problem, _searched(problem, heard, work, within, workers))


def _calm(problem: Problem, found: Answer) -> Answer:
    """The same with one rod after another, where there is a plan of a shop that was searched for."""
    if found.schedule is None or problem.aim != "shop" or found.standing == "listed":
        return found
    schedule = gathered(problem, found.schedule)
    cost = cost_of(problem, schedule)
    return replace(found, schedule=schedule, cost=cost, points=cost.points)


def _searched(
    problem: Problem, heard: Heard | None, work: float, within: float, workers: int
) -> Answer:
    best = quick(problem)
    listed, listed_cost = best.schedule, best.cost
    if listed == {}:
        return replace(best, standing="proven", bound=best.points)
    known: int | None = None
    wanted = True

    def better(schedule: Schedule, bound: int | None, standing: Standing = "good") -> bool:
        nonlocal best, wanted
        bound = max(bound or 0, known or 0) or None
        cost = cost_of(problem, schedule)
        points = _points(problem, cost)
        if best.points is None or (points is not None and points < best.points):
            best = Answer(standing, schedule, cost, points, bound, listed_cost)
        else:
            best = replace(best, bound=bound)
        wanted = wanted and (heard is None or heard(best))
        return wanted

    if listed is not None and heard is not None and not heard(best):
        return best
    if problem.aim == "shop":
        least = least_of(problem)
        known = least.points or None
        if listed is not None and not better(listed, None):
            return best
        fewer_sessions(problem, listed, least=least.sessions, go_on=lambda s: better(s, None))
        if wanted and best.standing == "good" and len(problem.sittings) <= MOST_PROVEN:
            best = _calm(problem, best)
            wanted = heard is None or heard(best)
        if not wanted:
            return best
        if best.schedule is not None and len(problem.sittings) > MOST_PROVEN:
            return replace(best, standing="good")
    try:
        model = Model(problem)
    except CannotBeginError as error:
        return Answer("infeasible", listed=listed_cost, nowhere=error.sitting)
    if best.schedule is not None:
        model.begin_from(best.schedule)
    solver = cp_model.CpSolver()
    _settings(solver, work, within, workers)
    status = solver.solve(model.cp, _Watch(model, better))
    if status == cp_model.INFEASIBLE:
        return best if best.schedule is not None else Answer("infeasible", listed=listed_cost)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return best if best.schedule is not None else Answer("none")
    bound = max(math.ceil(solver.best_objective_bound - 1e-6), known or 0)
    better(settled(problem, model.read(solver.value)), bound)
    proven = status == cp_model.OPTIMAL and best.points is not None and best.points <= bound
    return replace(best, bound=bound, standing="proven" if proven else "good")


def quick(problem: Problem) -> Answer:
    """What the list rule says, in a moment; ``none`` when it finds nothing, which proves nothing."""
    listed = by_list(problem) if problem.sittings else {}
    if listed is None or faults(problem, listed):
        return Answer("none")
    cost = cost_of(problem, listed)
    return Answer("listed", listed, cost, _points(problem, cost), None, cost)


def _points(problem: Problem, cost: Cost | None) -> int | None:
    if cost is None:
        return None
    return cost.span if problem.aim == "span" else cost.points


def _settings(solver: cp_model.CpSolver, work: float, within: float, workers: int) -> None:
    """One seed and work that is counted, so that without workers the same problem comes to the same answer."""
    p = solver.parameters
    p.random_seed = 7
    p.num_workers = workers or 8
    p.interleave_search = not workers
    p.max_deterministic_time = work
    p.relative_gap_limit = within
    p.cp_model_probing_level = 0
    p.symmetry_level = 0
    p.cp_model_presolve = not workers


def settled(problem: Problem, schedule: Schedule) -> Schedule:
    """The same schedule with every sitting begun as early in its stretch as the others allow, where nothing that
    must hold is broken by it and it costs no more."""
    points = _points(problem, cost_of(problem, schedule))
    best = schedule
    for i in sorted(schedule, key=lambda i: (schedule[i].start, i)):
        p = best[i]
        s = problem.by_id[i]
        if s.pinned is not None or p.follows or any(q.follows == i for q in best.values()):
            continue
        floor = max((w.a for w in problem.windows if w.person == p.person and w.a <= p.start < w.b), default=p.start)  # fmt: skip
        others = [q.end for j, q in best.items() if j != i and q.person == p.person and q.end <= p.start]  # fmt: skip
        for at in sorted({floor, *others}):
            if at >= p.start or at < floor:
                continue
            tried = {**best, i: replace(p, start=at)}
            if not faults(problem, tried) and (_points(problem, cost_of(problem, tried)) or 0) <= (points or 0):  # fmt: skip
                best = tried
                break
    return best


class _Watch(cp_model.CpSolverSolutionCallback):
    """Passes better answers on, and stops when nobody wants more."""

    def __init__(self, model: Model, better: Callable[[Schedule, int | None], bool]) -> None:
        super().__init__()
        self.model, self.better = model, better

    def on_solution_callback(self) -> None:
        if not self.better(self.model.read(self.value), math.floor(self.best_objective_bound)):
            self.stop_search()
