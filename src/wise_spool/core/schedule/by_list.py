"""The list rule: what a careful builder does by hand. The most urgent sitting that may begin goes into the first hours
that will take it, on from one of its own mix or colour where it can; what a coat must be followed by is found room for
before the coat is laid.

Quick, never proven good. It is the first answer shown, and what the solver's gain is held against. Serial schedule
generation (Kolisch 1996, from memory).
"""

from bisect import bisect_left, bisect_right, insort
from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping
from dataclasses import dataclass
from graphlib import CycleError
from heapq import heapify, heappop, heappush
from itertools import accumulate

from wise_spool.core.schedule.problem import Lag, Placed, Problem, Schedule, Sitting, within
from wise_spool.core.schedule.warmth import Dose

TRIES = 60
"""How many later sessions a coat is moved to before it is given up. From habit."""
NEVER = 10**9

Urgency = tuple[object, ...]


def by_list(problem: Problem) -> Schedule | None:
    """A schedule by the rule, or None when it finds none: that proves nothing."""
    try:
        rule = ListRule(problem)
    except CycleError:
        return None
    return rule.lay(rule.order())


@dataclass(frozen=True)
class _Wait:
    """A lag with its dose looked up: when it opens and closes by the tick it is counted from."""

    first: str
    from_start: bool
    opens: list[int] | None
    closes: list[int] | None


class ListRule:
    """The rule over one problem, made ready to be followed many times over, in other orders and with sessions shut.

    ``sessions`` are the stretches somebody is in, in order. Raises ``CycleError`` where one waits for itself.
    """

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.urgency = _urgency(problem)
        self.sessions = sorted((w for w in problem.windows if problem.is_open(w)), key=lambda w: (w.a, w.person))  # fmt: skip
        self.mine: dict[str, list[int]] = defaultdict(list)
        for n, w in enumerate(self.sessions):
            self.mine[w.person].append(n)
        self.over = list(accumulate((w.b for w in self.sessions), max))
        self.before = {s.id: {x.first for x in s.after if x.first in problem.by_id} for s in problem.sittings}  # fmt: skip
        self.waits = {s.id: [self._wait(x) for x in s.after if x.first in problem.by_id] for s in problem.sittings}  # fmt: skip
        self.turns = {s.id: self._reckoned(s.turns) for s in problem.sittings}
        self.followers = {s.id: _followers(problem, s) for s in problem.sittings}
        self.pinned = {s.id: [(self._wait(x), t) for t in problem.then.get(s.id, ()) if _is_pinned(problem, t) for x in t.after if x.first == s.id] for s in problem.sittings}  # fmt: skip

    def order(self, rank: Mapping[str, float] | None = None) -> list[Sitting]:
        """Every sitting, nothing before what comes first; else by ``rank``, or where none is given by how urgent it is:
        what a window under way closes on first, then earliest due, then the order of the trade."""
        by: Mapping[str, Urgency] = self.urgency if rank is None else {i: (r,) for i, r in rank.items()}  # fmt: skip
        waits = {i: len(first) for i, first in self.waits.items()}
        free = [(by[i], i) for i, n in waits.items() if not n]
        heapify(free)
        out: list[Sitting] = []
        while free:
            _, i = heappop(free)
            out.append(self.problem.by_id[i])
            for t in self.problem.then.get(i, ()):
                waits[t.id] -= 1
                if not waits[t.id]:
                    heappush(free, (by[t.id], t.id))
        return out

    def lay(self, order: list[Sitting], shut: Collection[int] = ()) -> Schedule | None:
        """A schedule with the sittings taken in ``order`` and no use of the sessions that are ``shut``, by their
        number; None when one finds no room."""
        bench = _Bench(self, shut)
        for s in sorted((x for x in order if _is_pinned(self.problem, x)), key=lambda x: x.id):
            if not 0 <= (s.pinned or 0) <= self.problem.ticks:
                return None
            person = s.pinned_to or _in_then(self.problem, s)
            bench.put(s, Placed(s.pinned or 0, s.ticks + s.setup, person))
        if all(s.id in bench.placed or bench.place(s) for s in order):
            return bench.placed
        return None

    def session_of(self, p: Placed) -> int:
        """The number of the session that something lies in; -1 for one outside all."""
        numbers = self.mine.get(p.person, [])
        k = bisect_right(numbers, p.start, key=lambda n: self.sessions[n].a) - 1
        return numbers[k] if k >= 0 and p.end <= self.sessions[numbers[k]].b else -1

    def _wait(self, lag: Lag) -> _Wait:
        return _Wait(lag.first, lag.from_start, self._reckoned(lag.least), self._reckoned(lag.most, last=True))  # fmt: skip

    def _reckoned(self, dose: Dose | None, *, last: bool = False) -> list[int] | None:
        return None if dose is None else self.problem.warmth.ends(dose, last=last)


def _is_pinned(problem: Problem, s: Sitting) -> bool:
    return s.pinned is not None and ("pin", s.id) not in problem.relaxed


def _in_then(problem: Problem, s: Sitting) -> str:
    """Somebody who is in when a sitting is pinned."""
    a = s.pinned or 0
    here = [w.person for w in problem.windows if w.a <= a and a + s.ticks + s.setup <= w.b]
    return here[0] if here else ""


def _urgency(problem: Problem) -> dict[str, Urgency]:
    closes = _closings(problem)
    due = {d.rod: (0 if d.must else 1, d.at if d.at is not None else NEVER) for d in problem.dues}
    return {s.id: (closes[s.id], *due.get(s.rod, (1, NEVER)), s.place) for s in problem.sittings}


def _closings(problem: Problem) -> dict[str, int]:
    """The last tick each sitting may begin at, by itself or for what must follow it; NEVER where there is none."""
    known: dict[str, int] = {}
    for s in reversed(problem.in_order):
        mine = NEVER if s.latest is None else s.latest
        closes = min([mine, *(known[t.id] - s.ticks for t in problem.then.get(s.id, ()))])
        known[s.id] = closes if closes < NEVER // 2 else NEVER
    return known


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


Span = tuple[int, int]


class _Bench:
    """What is placed so far, and what is still free."""

    def __init__(self, rule: ListRule, shut: Collection[int]) -> None:
        self.rule, self.problem = rule, rule.problem
        self.placed: Schedule = {}
        self.lies: dict[str, list[int]] = {}
        self.taken: list[list[Span]] = [[] for _ in rule.sessions]
        self.free = [0 if n in shut else w.b - w.a for n, w in enumerate(rule.sessions)]
        self.held: dict[str, list[Span]] = defaultdict(list)
        self.rows: dict[str, dict[str, int]] = defaultdict(dict)
        """Of each group what nothing follows on yet, and the ticks of hands since that mix was stirred."""
        for b in self.problem.busy:
            self.held[b.machine].append((b.a, b.b))

    def place(self, s: Sitting) -> bool:
        """The first place for a sitting from which all that must follow it finds room as well."""
        for tried, (n, p) in enumerate(self._places(s)):
            if tried >= TRIES:
                return False
            self.put(s, p, n)
            placed = [s]
            if all(self._place_one(t, placed) for t in self.rule.followers[s.id]):
                return True
            for t in reversed(placed):
                self._take(t)
        return False

    def _place_one(self, s: Sitting, placed: list[Sitting]) -> bool:
        if s.id in self.placed or any(i not in self.placed for i in self.rule.before[s.id]):
            return True  # there it is, or it is placed in its turn, once what comes first is
        for n, p in self._places(s):
            self.put(s, p, n)
            placed.append(s)
            return True
        return False

    def put(self, s: Sitting, p: Placed, session: int | None = None) -> None:
        """It lies there, in the session of that number, or in whichever it touches."""
        self.placed[s.id] = p
        self.lies[s.id] = (
            [] if not s.hands else [session] if session is not None else self._touched(p)
        )
        for n in self.lies[s.id]:
            insort(self.taken[n], (p.start, p.end))
            self.free[n] -= p.ticks
        for name, span in self._holds(s, p):
            self.held[name].append(span)
        if s.group:
            self.rows[s.group][s.id] = s.ticks + self.rows[s.group].pop(p.follows, 0)

    def _take(self, s: Sitting) -> None:
        p = self.placed.pop(s.id)
        for n in self.lies[s.id]:
            self.taken[n].remove((p.start, p.end))
            self.free[n] += p.ticks
        for name, span in self._holds(s, p):
            self.held[name].remove(span)
        if s.group:
            ticks = self.rows[s.group].pop(s.id)
            if p.follows:
                self.rows[s.group][p.follows] = ticks - s.ticks

    def _touched(self, p: Placed) -> list[int]:
        return [n for n, w in enumerate(self.rule.sessions) if w.person == p.person and w.a < p.end and p.start < w.b]  # fmt: skip

    def _holds(self, s: Sitting, p: Placed) -> Iterator[tuple[str, Span]]:
        for m in s.machines:
            yield m, (p.start, p.end)
        turns = self.rule.turns[s.id]
        if turns is not None:
            yield "dryer", (p.start, max(turns[max(p.start, 0)], p.end))

    def _places(self, s: Sitting) -> Iterator[tuple[int | None, Placed]]:
        """Where a sitting may lie, the first place in each session, earliest first, and the session's number: at once
        after one of its group, else where there is time to set up."""
        low, high = self._opens(s)
        if not s.hands:
            ticks = s.ticks + s.setup
            at = self._first(s, ticks, low, self.problem.ticks, [])
            if at is not None and at <= high:
                yield None, Placed(at, ticks)
            return
        rows = self._rows(s, low, high)
        for n in range(bisect_right(self.rule.over, low), len(self.rule.sessions)):
            w = self.rule.sessions[n]
            if w.a > high:
                return
            if self.free[n] < s.ticks:
                continue
            p = next((p for a, b in within(w.a, w.b, s.only) if (p := self._in(s, n, (max(a, low), b), high, rows))), None)  # fmt: skip
            if p is not None:
                yield n, p

    def _in(self, s: Sitting, n: int, span: Span, high: int, rows: list[tuple[int, str, str]]) -> Placed | None:  # fmt: skip
        """The place within one stretch of a session."""
        (a, b), person = span, self.rule.sessions[n].person
        for end, by, i in rows:
            inside = by == person and a <= end and end + s.ticks <= b
            if inside and self._first(s, s.ticks, end, end + s.ticks, self.taken[n]) == end:
                return Placed(end, s.ticks, person, i)
        ticks = s.ticks + s.setup
        if a > high or self.free[n] < ticks:
            return None
        at = self._first(s, ticks, a, b, self.taken[n])
        return Placed(at, ticks, person) if at is not None and at <= high else None

    def _opens(self, s: Sitting) -> Span:
        """The first and the last tick at which it may begin, by what is placed."""
        held = ("window", s.id) not in self.problem.relaxed
        low, high = s.earliest, self.problem.ticks
        if s.latest is not None and held:
            high = min(high, s.latest)
        for w in self.rule.waits[s.id]:
            first = self.placed.get(w.first)
            if first is None:
                continue
            begun = max(first.start if w.from_start else first.end, 0)
            low = max(low, first.end if w.opens is None else w.opens[begun], first.end)
            if w.closes is not None and held:
                high = min(high, w.closes[begun])
        for w, then in self.rule.pinned[s.id]:
            low, high = self._before_a_pin(s, w, then, (low, high))
        return low, high

    def _before_a_pin(self, s: Sitting, w: _Wait, then: Sitting, span: Span) -> Span:
        """What is left of a span where something pinned waits for what is placed now."""
        low, high = span
        ticks, at = s.ticks + s.setup, then.pinned or 0
        more = 0 if w.from_start else ticks
        high = min(high, at - ticks)
        if w.opens is not None:
            high = min(high, bisect_right(w.opens, at) - 1 - more)
        if w.closes is not None and ("window", then.id) not in self.problem.relaxed:
            low = max(low, bisect_left(w.closes, at) - more)
        return low, high

    def _rows(self, s: Sitting, low: int, high: int) -> list[tuple[int, str, str]]:
        """What it could follow on at once, earliest first: where that ends, by whom, which."""
        if not s.setup or not s.group:
            return []
        out = []
        for i, ticks in self.rows[s.group].items():
            p = self.placed[i]
            if low <= p.end <= high and (s.pot_ticks is None or ticks + s.ticks <= s.pot_ticks):
                out.append((p.end, p.person, i))
        return sorted(out)

    def _first(self, s: Sitting, ticks: int, low: int, end: int, taken: list[Span]) -> int | None:
        """The first tick from ``low`` at which hands, machines and a dryer's slot are all free."""
        turns, at = self.rule.turns[s.id], low
        while at + ticks <= end:
            clear = at
            for a, b in taken:
                if a < clear + ticks and b > clear:
                    clear = b
            if clear == at:
                for m in s.machines:
                    clear = max(clear, _clear(self.held[m], at, at + ticks, self.problem.machines.get(m, 0)))  # fmt: skip
                if turns is not None:
                    until = max(turns[at], at + ticks)
                    clear = max(
                        clear, _clear(self.held["dryer"], at, until, self.problem.dryer_slots)
                    )
            if clear == at:
                return at
            at = clear
        return None


def _clear(spans: list[Span], a: int, b: int, most: int) -> int:
    """``a`` when one more fits between ``a`` and ``b``, else the first tick at which something is let go."""
    if most <= 0:
        return NEVER
    here = [s for s in spans if s[0] < b and s[1] > a]
    if len(here) < most:
        return a
    points = {a, *(s[0] for s in here if s[0] > a)}
    if all(sum(x <= t < y for x, y in here) < most for t in points):
        return a
    return min(y for _, y in here)
