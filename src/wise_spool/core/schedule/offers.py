"""What one warm night would gain: a heater plan the builder did not ask for, but may like.

The weeks are laid out twice by the list rule, once as they are and once with the bench warm through one night. Both by the same rule, so that what differs is the night; the solver's word on it is a
what-if.
"""

from collections.abc import Sequence
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.schedule.board import Heated, ShopBoard
from wise_spool.core.schedule.costing import ready_at
from wise_spool.core.schedule.hours import moment
from wise_spool.core.schedule.laying import problem_of
from wise_spool.core.schedule.problem import Problem, Schedule
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.solving import quick

NIGHTS = 10
MOST_SITTINGS = 400
"""More than that is not laid out once for each night."""
FROM, UNTIL = time(20, 0), time(8, 0)


class Sooner(Frozen):
    """A rod that a warm night makes ready sooner."""

    rod: str
    name: str
    usual_at: datetime
    warm_at: datetime


class Offer(Frozen):
    """The bench kept warm through the night that begins on ``night``, what it gains, and the board with it said."""

    night: date
    to_c: float
    sooner: tuple[Sooner, ...]
    board: ShopBoard


def warm_nights(board: ShopBoard, rods: Sequence[OpenRod], origin: datetime) -> list[Offer]:
    """The nights worth heating of the next ten, the most gained days first; a gain is a whole day or more. Empty where there is too much to be laid out so often."""
    plain = problem_of(board, rods, origin)
    if not plain.sittings or len(plain.sittings) > MOST_SITTINGS:
        return []
    usual = quick(plain).schedule
    if usual is None:
        return []
    first = origin.astimezone(ZoneInfo(board.zone)).date()
    out = []
    for n in range(NIGHTS):
        night = first + timedelta(days=n)
        warm = _heated(board, night)
        problem = problem_of(warm, rods, origin)
        schedule = quick(problem).schedule
        if schedule is not None:
            sooner = _sooner(plain, usual, problem, schedule)
            if sooner:
                out.append(Offer(night=night, to_c=board.room.warm_c, sooner=sooner, board=warm))
    return sorted(out, key=lambda o: (-sum((s.usual_at - s.warm_at).days for s in o.sooner), o.night))  # fmt: skip


def _heated(board: ShopBoard, night: date) -> ShopBoard:
    span = Heated(
        id="", start=moment(night, FROM, board.zone), end=moment(night + timedelta(days=1), UNTIL, board.zone),
        to_c=board.room.warm_c,
    )  # fmt: skip
    return ShopBoard.model_validate(board.model_dump() | {"heated": [*board.heated, span]})


def _sooner(
    plain: Problem, usual: Schedule, problem: Problem, schedule: Schedule
) -> tuple[Sooner, ...]:
    """Rods ready a day or more sooner; none at all where any rod is ready a day or more later for it."""
    out = []
    for due in plain.dues:
        was, now = ready_at(plain, usual, due.rod), ready_at(problem, schedule, due.rod)
        if was is None or now is None:
            continue
        gain = plain.at(was) - problem.at(now)
        if gain <= timedelta(days=-1):
            return ()
        if gain >= timedelta(days=1):
            out.append(Sooner(rod=due.rod, name=due.name, usual_at=plain.at(was), warm_at=problem.at(now)))  # fmt: skip
    return tuple(out)
