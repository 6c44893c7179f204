"""What a schedule comes to, counted from the schedule alone: nothing here knows how it was found."""

from collections.abc import Iterator

from wise_spool.core.schedule.problem import Cost, Due, Placed, Problem, Schedule, Sitting


def cost_of(problem: Problem, schedule: Schedule) -> Cost:
    """Count it. ``schedule`` holds every sitting."""
    day = 24 * 60 // problem.tick_min
    slipped = trip = short = 0
    ready_days = 0
    for due in problem.dues:
        ready = ready_at(problem, schedule, due.rod)
        if ready is None:
            continue
        ready_days += -(-ready // day)
        if due.wanted is not None:
            short += -(-max(ready - due.wanted, 0) // day)
        if due.at is not None and ready > due.at:
            late = -(-(ready - due.at) // day)
            if due.trip:
                trip += late
            else:
                slipped += late
    sessions = len({session_of(problem, p) for s, p in schedule.items() if problem.by_id[s].hands})
    hour = max(60 // problem.tick_min, 1)
    waiting = sum(-(-beyond // hour) for _, beyond in waits(problem, schedule))
    moved = sum(schedule[i].start != p.start for i, p in problem.before.items() if i in schedule)
    return Cost(
        slipped_days=slipped, trip_days=trip, sessions=sessions if problem.windows else 0,
        waiting_h=waiting, moved=moved, ready_days=ready_days,
        span=max((p.end for p in schedule.values()), default=0), short_days=short,
    )  # fmt: skip


def ready_at(problem: Problem, schedule: Schedule, rod: str) -> int | None:
    """The tick at which nothing is left to do on a rod and what was done last may be handled; None when there
    is nothing to do."""
    mine = [s for s in problem.sittings if s.rod == rod and s.id in schedule]
    ends = [ready_of(problem, s, schedule[s.id]) for s in mine]
    return max(ends, default=None)


def ready_of(problem: Problem, s: Sitting, p: Placed) -> int:
    """When what one sitting leaves behind is ready."""
    return p.end if s.ready is None else max(problem.warmth.end(p.start, s.ready), p.end)


def session_of(problem: Problem, p: Placed) -> tuple[str, int]:
    """The stretch of bench hours a sitting lies in, as (person, first tick)."""
    for w in problem.windows:
        if w.person == p.person and w.a <= p.start and p.end <= w.b:
            return w.person, w.a
    return p.person, -1


def waits(problem: Problem, schedule: Schedule) -> Iterator[tuple[str, int]]:
    """For each sitting that has a window to be done in: ticks it lies beyond its opening."""
    for s in problem.sittings:
        if s.id not in schedule:
            continue
        for lag in s.after:
            if lag.most is not None and lag.first in schedule:
                opens = opens_at(problem, schedule[lag.first], lag.first, s.id)
                yield s.id, max(schedule[s.id].start - opens, 0)


def opens_at(problem: Problem, first: Placed, first_id: str, then: str) -> int:
    """The first tick that what comes first lets another begin at."""
    lag = problem.by_id[then].lag_on(first_id)
    if lag.least is None:
        return first.end
    begun = first.start if lag.from_start else first.end
    return max(problem.warmth.end(begun, lag.least), first.end)


def closes_at(problem: Problem, first: Placed, first_id: str, then: str) -> int | None:
    """The last tick that another may begin at; None when it may wait."""
    lag = problem.by_id[then].lag_on(first_id)
    if lag.most is None:
        return None
    return problem.warmth.last_within(first.start if lag.from_start else first.end, lag.most)


def due_of(problem: Problem, rod: str) -> Due | None:
    """What was promised of a rod."""
    return next((d for d in problem.dues if d.rod == rod), None)
