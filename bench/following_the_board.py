"""A simulated bench that tries to follow the board: hands slower or faster than planned, evenings that fall out.

    python -m bench.following_the_board [shops [tries [in hand]]]

Each builder has a hidden pace and every sitting its own luck; one evening in twelve nobody comes. Sittings are begun in the
board's order while it is open, none twice, what is in another's hands waited for, and what was not done is replanned the next day from what really happened,
by the list rule, and where tries are given by the plan with fewest evenings that so many find; so much of the time until a promise is kept in hand. Printed: how many promised rods were ready by their day, and how many coats missed their window.
"""

import random
import re
import sys
from datetime import UTC, datetime, timedelta

from wise_spool.core.document.log import fold
from wise_spool.core.ground.operations import Operation
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.schedule.costing import opens_at
from wise_spool.core.schedule.fewer import fewer_sessions
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.problem import Placed, Problem, Schedule
from wise_spool.core.schedule.sittings import LAID_DOWN, OpenRod
from wise_spool.core.schedule.solving import quick
from wise_spool.demo.board import demo_board
from wise_spool.demo.shop import demo_records

MOST_DAYS = 60


class Bench:
    """The true state of one shop."""

    def __init__(self, seed: int, now: datetime) -> None:
        self.rng, self.now = random.Random(seed), now
        self.pace = 2.0 ** self.rng.gauss(0, 0.25)
        self.operations: dict[str, list[Operation]] = {}
        self.names: dict[str, str] = {}
        self.done: dict[str, dict[str, datetime]] = {}
        for n, r in enumerate(demo_records(now)):
            rod = Rod(r.design, r.piece, fold(r.log))
            finished = set(rod.record.done)
            mine = [o.model_copy(update={"done": True}) if o.stage in finished else o for o in plan(rod).work.operations]  # fmt: skip
            self.operations[f"r{n}"], self.names[f"r{n}"] = mine, r.design.name
            self.done[f"r{n}"] = {o.id: o.done_at for o in mine if o.done_at is not None}
        self.board = demo_board(now.date(), "UTC", {n: r for r, n in self.names.items()})
        self.missed = self.coats = 0
        self.stood = 0.0
        self.sessions: set[tuple[str, object]] = set()

    def rods(self) -> list[OpenRod]:
        """The rods as a record has them."""
        return [OpenRod(r, self.names[r], tuple(self.operations[r]), self.done[r]) for r in self.operations]  # fmt: skip

    def do(self, problem: Problem, sitting: str, at: datetime) -> None:
        """A sitting was done; its operations were begun ``at``."""
        s = problem.by_id[sitting]
        if s.kind == "coat":
            self.coats += 1
            closes = s.latest
            if closes is not None and at > problem.at(closes):
                self.missed += 1
        parted = re.search(r", (\d+) of (\d+)$", s.words) if s.kind in LAID_DOWN else None
        part, parts = map(int, parted.groups()) if parted else (1, 1)
        for n, o in enumerate(self.operations[s.rod]):
            if o.id in s.operations and part < parts:
                if (
                    s.kind == "guides"
                ):  # wraps are noted one by one; of other work only that it is done
                    self.operations[s.rod][n] = o.model_copy(update={"share_done": part / parts})
            elif o.id in s.operations:
                self.operations[s.rod][n] = o.model_copy(update={"done": True})
                self.done[s.rod][o.id] = at

    def evening(self, problem: Problem, schedule: Schedule, until: dict[str, datetime]) -> None:
        """One day: whoever came does theirs in order, each begun only while the bench is open ``until``, what comes first is
        done and has set, and nobody else has the blank in hand."""
        day = min(problem.at(p.start).date() for p in schedule.values())
        mine = {who: sorted((i for i, p in schedule.items() if p.person == who and problem.at(p.start).date() == day), key=lambda i: schedule[i].start) for who in until}  # fmt: skip
        clock = dict.fromkeys(mine, problem.origin)
        ended: dict[str, Placed] = {}
        in_hand: dict[str, datetime] = {}
        while any(mine.values()):
            who, i, at = min(((w, q[0], self.begins(problem, schedule, q[0], clock[w], ended)) for w, q in mine.items() if q), key=lambda x: (x[2], x[0]))  # fmt: skip
            s = problem.by_id[i]
            if s.on_blank and in_hand.get(s.rod, at) > at:
                self.stood += (in_hand[s.rod] - at).total_seconds() / 60
                clock[who] = in_hand[s.rod]
                continue
            mine[who].pop(0)
            left = {o.id for o in self.operations[s.rod] if not o.done}
            before = {b.id for o in self.operations[s.rod] if o.id in s.operations for b in o.after}
            if at >= until[who] or before & left - set(s.operations):
                continue
            took = schedule[i].ticks * problem.tick_min * self.pace * 2.0 ** self.rng.gauss(0, 0.35)
            self.do(problem, i, at)
            self.sessions.add((who, day))
            clock[who] = at + timedelta(minutes=took)
            begun = problem.tick(at)
            ended[i] = Placed(begun, problem.tick(clock[who]) + 1 - begun, who)
            if s.on_blank:
                in_hand[s.rod] = clock[who]

    def begins(self, problem: Problem, schedule: Schedule, i: str, clock: datetime, ended: Schedule) -> datetime:  # fmt: skip
        """When somebody free at ``clock`` may begin a sitting: not before it is planned, nor before what was done today lets it."""
        waits = [opens_at(problem, ended[lag.first], lag.first, i) for lag in problem.by_id[i].after if lag.first in ended]  # fmt: skip
        return max([clock, *(problem.at(t) for t in (schedule[i].start, *waits))])


def planned(problem: Problem, tries: int) -> Schedule | None:
    """The board's plan: the list rule's, or with tries one of fewer evenings."""
    listed = quick(problem).schedule
    return fewer_sessions(problem, listed, tries) if listed and tries else listed


def follow(
    seed: int, tries: int = 0, in_hand: float = 0.33
) -> tuple[int, int, int, int, float, int]:
    """Promised rods, those ready by their day, coats laid, coats that missed their window, minutes somebody stood and
    waited until another had done with the blank, and sessions that were worked in."""
    bench = Bench(seed, datetime(2026, 3, 2, 12, 0, tzinfo=UTC))
    bench.board = bench.board.model_copy(update={"in_hand": in_hand})
    ready: dict[str, datetime] = {}
    now = bench.now
    due = {d.rod: problem_of(bench.board, bench.rods(), begins(now)).at(d.at) for d in problem_of(bench.board, bench.rods(), begins(now)).dues if d.at is not None}  # fmt: skip
    for _ in range(MOST_DAYS):
        problem = problem_of(bench.board, bench.rods(), begins(now))
        schedule = planned(problem, tries)
        if schedule is None:  # a window was missed: it is scuffed, and the board goes on
            late = {s.rod for s in problem.sittings if s.latest is not None}
            said = tuple(p.model_copy(update={"scuffs": p.scuffs or p.rod in late}) for p in bench.board.promises)  # fmt: skip
            bench.missed += len(late)
            bench.board = bench.board.model_copy(update={"promises": said})
            problem = problem_of(bench.board, bench.rods(), begins(now))
            schedule = planned(problem, tries)
        if schedule is None or not problem.sittings:
            break
        day = min(problem.at(p.start).date() for p in schedule.values())
        here = {p for p in problem.people if bench.rng.random() >= 1 / 12}
        open_ = [w for w in problem.windows if w.person in here and problem.at(w.a).date() == day]
        bench.evening(problem, schedule, {w.person: problem.at(w.b) for w in open_})
        now = datetime.combine(day + timedelta(days=1), datetime.min.time(), UTC)
        for rod, operations in bench.operations.items():
            if rod not in ready and all(o.done or o.skipped for o in operations):
                ready[rod] = now
    kept = sum(ready.get(r, datetime.max.replace(tzinfo=UTC)) <= at for r, at in due.items())
    return len(due), kept, bench.coats, bench.missed, bench.stood, len(bench.sessions)


def main(shops: int, tries: int, in_hand: float) -> None:
    """Print what became of so many shops."""
    all_ = [follow(seed, tries, in_hand) for seed in range(shops)]
    due, kept, coats, missed, stood, sessions = (sum(x) for x in zip(*all_, strict=True))
    print(
        f"{shops} shops: {kept} of {due} promised rods ready by their day ({100 * kept / due:.0f} %)"
    )
    print(f"{coats} coats laid, {missed} windows missed ({100 * missed / max(coats, 1):.1f} %)")
    print(f"{sessions / shops:.1f} sessions in each shop")
    print(f"{stood / shops:.0f} minutes in each shop somebody stood and waited until another had done with the blank")  # fmt: skip


if __name__ == "__main__":
    given = sys.argv[1:]
    main(
        int(given[0]) if given else 40,
        int(given[1]) if len(given) > 1 else 0,
        float(given[2]) if len(given) > 2 else 0.33,
    )
