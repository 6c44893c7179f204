"""Whether a schedule keeps everything it must: read off the schedule, without the solver.

Every schedule is checked before it is shown; one that fails is never shown.
"""

from collections import defaultdict
from itertools import pairwise

from wise_spool.core.schedule.costing import closes_at, opens_at, ready_at
from wise_spool.core.schedule.problem import Placed, Problem, Schedule, Sitting


def faults(problem: Problem, schedule: Schedule) -> list[str]:
    """Everything that is broken, a line each; empty for a good one."""
    out = [f"{s.id} is not in it" for s in problem.sittings if s.id not in schedule]
    out += [f"{i} is nothing that is to be done" for i in schedule if i not in problem.by_id]
    if out:
        return out
    for s in problem.sittings:
        out += _of_one(problem, s, schedule)
    out += _of_people(problem, schedule)
    out += _of_machines(problem, schedule)
    out += _of_blanks(problem, schedule)
    for due in problem.dues:
        ready = ready_at(problem, schedule, due.rod)
        held = due.must and ("must", due.rod) not in problem.relaxed and due.at is not None
        if held and ready is not None and due.at is not None and ready > due.at:
            out.append(f"{due.rod} is ready after it must be")
    return out


def _of_one(problem: Problem, s: Sitting, schedule: Schedule) -> list[str]:
    p = schedule[s.id]
    out = []
    if p.start < 0 or p.start < s.earliest:
        out.append(f"{s.id} begins too early")
    if s.latest is not None and p.start > s.latest and ("window", s.id) not in problem.relaxed:
        out.append(f"{s.id} begins after its window closed")
    held = s.pinned is not None and ("pin", s.id) not in problem.relaxed
    if held and (p.start != s.pinned or (s.pinned_to and p.person != s.pinned_to)):
        out.append(f"{s.id} is not where it was pinned")
    out += _setting_up(problem, s, schedule)
    if s.only and not any(a <= p.start and p.end <= b for a, b in s.only):
        out.append(f"{s.id} lies outside the hours it needs")
    for lag in s.after:
        first = schedule.get(lag.first)
        if first is None:
            continue
        if p.start < opens_at(problem, first, lag.first, s.id):
            out.append(f"{s.id} begins before {lag.first} lets it")
        closes = closes_at(problem, first, lag.first, s.id)
        if closes is not None and p.start > closes and ("window", s.id) not in problem.relaxed:
            out.append(f"{s.id} begins after the window {lag.first} left it")
    return out


def _setting_up(problem: Problem, s: Sitting, schedule: Schedule) -> list[str]:
    p = schedule[s.id]
    if not p.follows:
        return [] if p.ticks == s.ticks + s.setup else [f"{s.id} is not as long as it takes"]
    first, before = problem.by_id.get(p.follows), schedule.get(p.follows)
    if first is None or before is None or first.group != s.group or not s.group:
        return [f"{s.id} follows on nothing of its kind"]
    out = []
    if before.end != p.start or before.person != p.person or p.ticks != s.ticks:
        out.append(f"{s.id} does not follow at once")
    if sum(q.follows == p.follows for q in schedule.values()) > 1:
        out.append(f"two follow {p.follows} at once")
    if s.pot_ticks is not None and _of_this_mix(problem, s, schedule) > s.pot_ticks:
        out.append(f"{s.id} asks more of one mix than it lives")
    return out


def _of_this_mix(problem: Problem, s: Sitting, schedule: Schedule) -> int:
    """Ticks of hands from the mixing on that a sitting follows on; endless where it follows itself."""
    seen: set[str] = set()
    ticks, now = 0, s.id
    while now in problem.by_id and now not in seen:
        seen.add(now)
        ticks += problem.by_id[now].ticks
        now = schedule[now].follows
    return ticks if not now else problem.ticks + ticks


def _of_people(problem: Problem, schedule: Schedule) -> list[str]:
    if not problem.windows:
        return [f"{s.id} needs hands, and nobody is ever in" for s in problem.sittings if s.hands]
    out = []
    held: dict[str, list[tuple[int, int, str]]] = defaultdict(list)
    for s in problem.sittings:
        p = schedule[s.id]
        if not s.hands:
            continue
        inside = any(w.person == p.person and problem.is_open(w) and w.a <= p.start and p.end <= w.b for w in problem.windows)  # fmt: skip
        if not inside:
            out.append(f"{s.id} lies outside the bench hours of “{p.person}”")
        held[p.person].append((p.start, p.end, s.id))
    for spans in held.values():
        out += _overlaps(spans)
    return out


def _overlaps(spans: list[tuple[int, int, str]]) -> list[str]:
    spans.sort()
    return [f"{a[2]} and {b[2]} at once" for a, b in pairwise(spans) if b[0] < a[1]]  # fmt: skip


def _of_machines(problem: Problem, schedule: Schedule) -> list[str]:
    uses: dict[str, list[tuple[int, int]]] = defaultdict(list)
    for b in problem.busy:
        uses[b.machine].append((b.a, b.b))
    for s in problem.sittings:
        p = schedule[s.id]
        for m in s.machines:
            uses[m].append((p.start, p.end))
        if s.turns is not None:
            uses["dryer"].append((p.start, turns_until(problem, s, p)))
    out = []
    for name, spans in uses.items():
        most = problem.dryer_slots if name == "dryer" else problem.machines.get(name, 0)
        if _most_at_once(spans) > most:
            out.append(f"more at once on the {name} than the {most} it has")
    return out


def _of_blanks(problem: Problem, schedule: Schedule) -> list[str]:
    """A blank is in one place: in somebody's hands, or on a dryer."""
    return [
        f"{s.id} and {t.id} want one blank"
        for s in problem.sittings
        for t in problem.beside.get(s.id, ())
        if schedule[s.id].start <= schedule[t.id].start < turns_until(problem, s, schedule[s.id])
    ]


def turns_until(problem: Problem, s: Sitting, p: Placed) -> int:
    """The tick from which the rod is free again: the sitting is over, and a coat no longer needs its dryer."""
    if s.turns is None:
        return p.end
    return max(problem.warmth.end(p.start, s.turns), p.end)


def _most_at_once(spans: list[tuple[int, int]]) -> int:
    steps = sorted([(a, 1) for a, b in spans if b > a] + [(b, -1) for a, b in spans if b > a])
    most = now = 0
    for _, step in steps:
        now += step
        most = max(most, now)
    return most
