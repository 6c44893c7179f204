"""Why a sitting is where it is, and what would make it earlier: read off the schedule, nothing is solved.

Everything else held where it is, each thing a sitting waits for allows it from some tick on. The last of them binds it.
"""

from dataclasses import dataclass
from typing import Literal

from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import opens_at, ready_at
from wise_spool.core.schedule.problem import Placed, Problem, Schedule, Sitting

Cause = Literal[
    "pin", "part", "first", "dose", "hours", "hands", "dryer", "machine", "blank", "aim", "now"
]


@dataclass(frozen=True)
class Why:
    """What binds a sitting: the ``cause``, until when (tick) it does, what it is in words, the ``other`` sitting it
    is about, and what would make it earlier."""

    cause: Cause
    until: int
    words: str
    other: str = ""
    earlier: str = ""


def why(problem: Problem, schedule: Schedule, sitting: str) -> Why:
    """What binds one sitting of a schedule that is whole."""
    s, p = problem.by_id[sitting], schedule[sitting]
    if s.pinned is not None and p.start == s.pinned:
        return Why("pin", p.start, "you pinned it here", earlier="take the pin out")
    found = [Why("now", 0, "nothing holds it up")]
    if s.earliest:
        cause: Cause = "part" if "on order" in s.earliest_why else "dose"
        more = "have it sent sooner" if cause == "part" else "warm the room"
        found.append(Why(cause, s.earliest, s.earliest_why, earlier=more))
    for lag in s.after:
        first = schedule.get(lag.first)
        if first is None:
            continue
        opens = opens_at(problem, first, lag.first, s.id)
        words = problem.by_id[lag.first].words
        if lag.least is not None and opens > first.end:
            found.append(
                Why(
                    "dose",
                    opens,
                    f"“{words}” must cure first",
                    lag.first,
                    "warm the room, or do that sooner",
                )
            )
        else:
            found.append(
                Why(
                    "first", opens, f"“{words}” comes first: {lag.why}", lag.first, "do that sooner"
                )
            )
    bound = max(found, key=lambda w: w.until)
    at = _first_fit(problem, schedule, s, p, bound.until)
    if at is not None and at < p.start:
        gain = "it would open another session, or hold up a rod that is due sooner"
        return Why("aim", p.start, f"it could begin earlier, but {gain}", earlier="pin it earlier")
    return _held(problem, schedule, s, p, bound)


def _first_fit(problem: Problem, schedule: Schedule, s: Sitting, p: Placed, low: int) -> int | None:
    """The first tick from ``low`` at which it would fit, all else as it is; None when that is where it lies."""
    ends = {q.end for q in schedule.values() if low <= q.end < p.start}
    opens = {w.a for w in problem.windows if low <= w.a < p.start}
    for at in sorted({low, *ends, *opens}):
        if at >= p.start:
            return None
        for person in problem.people or ("",):
            tried = {**schedule, s.id: Placed(at, s.ticks + s.setup, person)}
            if not faults(problem, tried):
                return at
    return None


def _held(problem: Problem, schedule: Schedule, s: Sitting, p: Placed, bound: Why) -> Why:
    """What holds it from the moment it was free to where it lies: closed hours, busy hands, a full dryer."""
    if bound.until >= p.start:
        return bound
    ticks = s.ticks + s.setup
    room = [w for w in problem.windows if w.a < p.start and w.b > bound.until and problem.is_open(w) and min(w.b, p.start + ticks) - max(w.a, bound.until) >= ticks]  # fmt: skip
    if not room:
        w = next(
            (w for w in problem.windows if w.a <= p.start < w.b and w.person == p.person), None
        )
        from_ = bound.words if bound.until else "it is free at once"
        return Why("hours", w.a if w else p.start, f"nobody is in for so long before; {from_}", bound.other, "open the bench sooner")  # fmt: skip
    for cause, words, more in (
        ("hands", "the hands are on other work", "a second person, or let that wait"),
        ("dryer", "the dryers are full", "one more place on a dryer"),
        ("machine", "the machine is taken", "another of it, or let that wait"),
        ("blank", "other work has the blank just then", "let that wait"),
    ):
        if _blames(problem, schedule, s, bound.until, p.start, cause):
            return Why(cause, p.start, words, earlier=more)  # type: ignore[arg-type]
    return Why("aim", p.start, "the plan is better with it here", earlier="pin it earlier")


def _blames(
    problem: Problem, schedule: Schedule, s: Sitting, low: int, high: int, cause: str
) -> bool:
    """Whether it would fit sooner if only that were not in the way."""
    marks = {
        "hands": "at once",
        "dryer": "on the dryer",
        "machine": "more at once on the",
        "blank": "want one blank",
    }
    ends = {q.end for q in schedule.values() if low <= q.end < high}
    for at in sorted({low, *ends, *(w.a for w in problem.windows if low <= w.a < high)}):
        for person in problem.people or ("",):
            broken = faults(problem, {**schedule, s.id: Placed(at, s.ticks + s.setup, person)})
            if broken and all(marks[cause] in b for b in broken):
                return True
    return False


def slips(problem: Problem, schedule: Schedule) -> dict[str, int]:
    """Rods that will be late by this schedule, with the ticks they are late."""
    out = {}
    for due in problem.dues:
        ready = ready_at(problem, schedule, due.rod)
        if due.at is not None and ready is not None and ready > due.at:
            out[due.rod] = ready - due.at
    return out
