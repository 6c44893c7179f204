"""Which rod turns on which dryer: places on all dryers are alike, so turns are dealt out to them first come first served.

Turns that overlap no more often than there are places always fit (colouring of an interval graph, handbook).
"""

from dataclasses import dataclass

from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.schedule.checking import turns_until
from wise_spool.core.schedule.problem import Problem, Schedule


@dataclass(frozen=True)
class Turn:
    """A rod on a dryer's place from one tick to another; ``sitting`` is the coat, empty when it turns already."""

    dryer: str
    place: int
    rod: str
    a: int
    b: int
    sitting: str = ""


def turns(problem: Problem, schedule: Schedule, board: ShopBoard) -> list[Turn]:
    """Every turn with its place, in order of their starts."""
    wanted = [(b.a, b.b, b.why, "") for b in problem.busy if b.machine == "dryer"]
    for s in problem.sittings:
        if s.turns is not None and s.id in schedule:
            p = schedule[s.id]
            wanted.append((p.start, turns_until(problem, s, p), s.rod, s.id))
    places = [(d.id, n) for d in board.dryers for n in range(d.slots)]
    free = dict.fromkeys(places, 0)
    out = []
    for a, b, rod, sitting in sorted(wanted):
        place = next((p for p in places if free[p] <= a), None)
        if place is not None:
            free[place] = b
            out.append(Turn(place[0], place[1], rod, a, b, sitting))
    return out
