"""From what the shop says and what its rods still need to the problem that is solved."""

import math
from collections.abc import Iterable, Mapping
from dataclasses import replace
from datetime import UTC, datetime, time, timedelta

from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.schedule.hours import Span, bench_hours, moment
from wise_spool.core.schedule.problem import TICK_MIN, Due, Placed, Problem, Sitting, Window
from wise_spool.core.schedule.sittings import (
    Clock,
    OpenRod,
    busy_dryers,
    last_parts,
    sittings_of,
)
from wise_spool.core.schedule.warmth import warmth_of

Running = Mapping[str, tuple[str, datetime]]
"""By sitting: who is at it, and until when."""


def begins(now: datetime, tick_min: int = TICK_MIN) -> datetime:
    """The origin of a schedule made now: the next full tick, UTC."""
    seconds = math.ceil(now.timestamp() / (60 * tick_min)) * 60 * tick_min
    return datetime.fromtimestamp(seconds, UTC)


def problem_of(
    board: ShopBoard,
    rods: Iterable[OpenRod],
    origin: datetime,
    before: Mapping[str, datetime] | None = None,
    running: Running | None = None,
    tick_min: int = TICK_MIN,
) -> Problem:
    """Everything left to do, laid out on the shop's hours from ``origin`` (a full tick) on; ``before`` is when each
    sitting was planned the last time, ``running`` who is at a sitting now and until when: it goes on. Rods that are
    set aside are left out."""
    rods = [r for r in rods if not board.promise(r.id).aside]
    ticks = board.weeks * 7 * 24 * 60 // tick_min
    spans: list[Span] = [s for p in board.people for s in bench_hours(board, p, origin)]
    warmth = warmth_of(board, origin, ticks, tick_min, [s for s in spans if not s.away])
    clock = Clock(origin, tick_min, ticks, warmth)
    sittings = [s for r in rods for s in last_parts(sittings_of(r, board, clock))]
    now = _one_a_blank(sittings, running or {})
    sittings = [_going_on(s, now.get(s.id), clock) for s in sittings]
    windows = [Window(s.person, clock.up(s.start), clock.tick(s.end), s.day, s.away) for s in spans]
    known = {s.id for s in sittings}
    return Problem(
        origin=origin, ticks=ticks, sittings=tuple(sittings), warmth=warmth,
        windows=tuple(sorted((w for w in windows if w.b > w.a), key=lambda w: (w.a, w.person))),
        machines={"wrapper": board.wrappers, "lathe": board.lathes, "lamp": board.lamps},
        dryer_slots=sum(d.slots for d in board.dryers), busy=tuple(b for r in rods for b in busy_dryers(r, clock)),
        dues=tuple(_due(board, r, clock) for r in rods),
        before={i: Placed(clock.tick(at), 0) for i, at in (before or {}).items() if i in known and at >= origin},
        tick_min=tick_min,
    )  # fmt: skip


def _one_a_blank(sittings: Iterable[Sitting], running: Running) -> Running:
    """Of what is under way on one blank, what lasts longest; a plan of before this was looked at may have put two there."""
    last: dict[str, str] = {}
    rest = {}
    for s in sittings:
        if s.id in running and not s.on_blank:
            rest[s.id] = running[s.id]
        elif s.id in running and (s.rod not in last or running[last[s.rod]][1] < running[s.id][1]):
            last[s.rod] = s.id
    return rest | {i: running[i] for i in last.values()}


def _going_on(s: Sitting, now: tuple[str, datetime] | None, clock: Clock) -> Sitting:
    """A sitting under way keeps its hands and takes what is left of it."""
    if now is None or s.pinned is not None:
        return s
    left = max(clock.up(now[1]), 1)
    return replace(s, ticks=left, setup=0, group="", pinned=0, pinned_to=now[0], earliest=0)


def _due(board: ShopBoard, rod: OpenRod, clock: Clock) -> Due:
    """By the end of the day it is promised for; a trip rod by the eve of the trip. A share of the time until then is wanted
    in hand."""
    said = board.promise(rod.id)
    days = [d for d in (said.promised_on, board.trip_on - timedelta(days=1) if said.trip and board.trip_on else None) if d]  # fmt: skip
    at = None
    if days:
        at = clock.tick(moment(min(days) + timedelta(days=1), time(0), board.zone))
    trip = said.trip and (said.promised_on is None or min(days) != said.promised_on)
    return Due(rod.id, rod.name, at, said.must, trip, int(max(at or 0, 0) * board.in_hand))
