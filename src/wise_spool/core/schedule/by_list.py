"""The list rule: what a careful builder does by hand. The most urgent sitting that may begin goes into the first hours
that will take it; what a coat must be followed by is found room for before the coat is laid.

Quick, never proven good. It is the first answer shown, and what the solver's gain is held against. Serial schedule
generation (Kolisch 1996, from memory).
"""

from bisect import insort
from collections import defaultdict
from collections.abc import Iterator
from graphlib import CycleError, TopologicalSorter

from wise_spool.core.schedule.checking import turns_until
from wise_spool.core.schedule.costing import closes_at, opens_at
from wise_spool.core.schedule.problem import Placed, Problem, Schedule, Sitting, Window, within

TRIES = 60
"""How many later sessions a coat is moved to before it is given up. From habit."""


def by_list(problem: Problem) -> Schedule | None:
    """A schedule by the rule, or None when it finds none: that proves nothing."""
    try:
        order = _order(problem)
    except CycleError:
        return None
    bench = _Bench(problem)
    for s in sorted(
        (
            x
            for x in problem.sittings
            if x.pinned is not None and ("pin", x.id) not in problem.relaxed
        ),
        key=lambda x: x.id,
    ):
        person = s.pinned_to or _in_then(problem, s)
        bench.put(s, Placed(s.pinned or 0, s.ticks + s.setup, person))
    for s in order:
        if s.id not in bench.placed and not _place(bench, s, _followers(problem, s)):
            return None
    return bench.placed


def _in_then(problem: Problem, s: Sitting) -> str:
    """Somebody who is in when a sitting is pinned."""
    a = s.pinned or 0
    here = [w.person for w in problem.windows if w.a <= a and a + s.ticks + s.setup <= w.b]
    return here[0] if here else ""


def _order(problem: Problem) -> list[Sitting]:
    """What a window under way closes on first, then earliest due, then the order of the trade; nothing before what
    comes first."""
    closes = _closings(problem)
    due = {d.rod: (0 if d.must else 1, d.at if d.at is not None else 10**9) for d in problem.dues}
    sorter = TopologicalSorter({s.id: {x.first for x in s.after if x.first in problem.by_id} for s in problem.sittings})  # fmt: skip
    sorter.prepare()
    out: list[Sitting] = []
    free: list[tuple[object, ...]] = []

    def offer(i: str) -> None:
        s = problem.by_id[i]
        insort(free, (closes[i], *due.get(s.rod, (1, 10**9)), s.place, s.id))

    for i in sorter.get_ready():
        offer(i)
    while free:
        i = str(free.pop(0)[-1])
        out.append(problem.by_id[i])
        sorter.done(i)
        for n in sorter.get_ready():
            offer(n)
    return out


def _closings(problem: Problem) -> dict[str, int]:
    """The last tick each sitting may begin at, by itself or for what must follow it; NEVER where there is none."""
    known: dict[str, int] = {}

    def closing(s: Sitting) -> int:
        if s.id not in known:
            known[s.id] = NEVER  # a circle closes nowhere
            mine = NEVER if s.latest is None else s.latest
            known[s.id] = min([mine, *(closing(t) - s.ticks for t in problem.then.get(s.id, ()))])
            known[s.id] = known[s.id] if known[s.id] < NEVER // 2 else NEVER
        return known[s.id]

    return {s.id: closing(s) for s in problem.sittings}


def _followers(problem: Problem, s: Sitting) -> list[Sitting]:
    """What must be done within a window that this sitting opens, and all that must be done between, in order."""
    out: list[Sitting] = []
    held = [s]
    while held:
        first = held.pop(0)
        for t in problem.then.get(first.id, ()):
            if t not in out and any(x.first == first.id and x.most is not None for x in t.after):
                out += [b for b in _between(problem, first, t) if b not in out]
                out.append(t)
                held.append(t)
    return out


def _between(problem: Problem, first: Sitting, last: Sitting) -> list[Sitting]:
    """What comes before ``last`` and after ``first``, in order."""
    out: list[Sitting] = []
    for lag in last.after:
        t = problem.by_id.get(lag.first)
        if t is not None and t.id != first.id and _comes_after(problem, t, first):
            out += [b for b in (*_between(problem, first, t), t) if b not in out]
    return out


def _comes_after(problem: Problem, t: Sitting, first: Sitting) -> bool:
    return any(x.first == first.id or (x.first in problem.by_id and _comes_after(problem, problem.by_id[x.first], first)) for x in t.after)  # fmt: skip


def _place(bench: "_Bench", s: Sitting, followers: list[Sitting]) -> bool:
    """The first place for a sitting from which all that must follow it finds room as well."""
    for n, p in enumerate(bench.places(s)):
        if n >= TRIES:
            return False
        bench.put(s, p)
        if all(_place_one(bench, t) for t in followers):
            return True
        for t in followers:
            bench.take(t)
        bench.take(s)
    return False


def _place_one(bench: "_Bench", s: Sitting) -> bool:
    if s.id in bench.placed:
        return True
    if any(x.first in bench.problem.by_id and x.first not in bench.placed for x in s.after):
        return True  # it is placed in its turn, once what comes first is
    p = next(bench.places(s), None)
    if p is None:
        return False
    bench.put(s, p)
    return True


class _Bench:
    """What is placed so far, and what is still free."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.placed: Schedule = {}
        self.hands: dict[str, list[tuple[int, int]]] = defaultdict(list)
        self.held: dict[str, list[tuple[int, int]]] = defaultdict(list)
        for b in problem.busy:
            self.held[b.machine].append((b.a, b.b))

    def put(self, s: Sitting, p: Placed) -> None:
        self.placed[s.id] = p
        if s.hands:
            self.hands[p.person].append((p.start, p.end))
        for m in s.machines:
            self.held[m].append((p.start, p.end))
        if s.turns is not None:
            self.held["dryer"].append((p.start, turns_until(self.problem, s, p)))

    def take(self, s: Sitting) -> None:
        p = self.placed.pop(s.id, None)
        if p is None:
            return
        if s.hands:
            self.hands[p.person].remove((p.start, p.end))
        for m in s.machines:
            self.held[m].remove((p.start, p.end))
        if s.turns is not None:
            self.held["dryer"].remove((p.start, turns_until(self.problem, s, p)))

    def places(self, s: Sitting) -> Iterator[Placed]:
        """Where a sitting may lie, the first place in each stretch of bench hours, earliest first."""
        low, high = s.earliest, self.problem.ticks
        if s.latest is not None and ("window", s.id) not in self.problem.relaxed:
            high = min(high, s.latest)
        for lag in s.after:
            first = self.placed.get(lag.first)
            if first is None:
                continue
            low = max(low, opens_at(self.problem, first, lag.first, s.id))
            closes = closes_at(self.problem, first, lag.first, s.id)
            if closes is not None and ("window", s.id) not in self.problem.relaxed:
                high = min(high, closes)
        ticks = s.ticks + s.setup
        if not s.hands:
            at = self._free(s, ticks, low, self.problem.ticks, "")
            if at is not None and at <= high:
                yield Placed(at, ticks)
            return
        stretches: list[Window] = [w for w in self.problem.windows if self.problem.is_open(w)]
        for w in sorted(stretches, key=lambda w: (w.a, w.person)):
            for a, b in within(w.a, w.b, s.only):
                if b - ticks < low or a > high:
                    continue
                at = self._free(s, ticks, max(low, a), b, w.person)
                if at is not None and at <= high:
                    yield Placed(at, ticks, w.person)
                    break

    def _free(self, s: Sitting, ticks: int, low: int, end: int, person: str) -> int | None:
        """The first tick from ``low`` at which hands, machines and a dryer's slot are all free."""
        at = low
        while at + ticks <= end:
            clear = at
            if s.hands:
                clear = _clear(self.hands[person], at, at + ticks, 1)
            for m in s.machines:
                clear = max(
                    clear, _clear(self.held[m], at, at + ticks, self.problem.machines.get(m, 0))
                )
            if s.turns is not None:
                until = turns_until(self.problem, s, Placed(at, ticks, person))
                clear = max(clear, _clear(self.held["dryer"], at, until, self.problem.dryer_slots))
            if clear == at:
                return at
            at = clear
        return None


NEVER = 10**9


def _clear(spans: list[tuple[int, int]], a: int, b: int, most: int) -> int:
    """``a`` when one more fits between ``a`` and ``b``, else the first tick at which something is let go."""
    if most <= 0:
        return NEVER
    here = [s for s in spans if s[0] < b and s[1] > a]
    if len(here) < most:
        return a
    points = sorted({a, *(s[0] for s in here if s[0] > a)})
    if all(sum(x <= t < y for x, y in here) < most for t in points):
        return a
    return min(y for _, y in here)
