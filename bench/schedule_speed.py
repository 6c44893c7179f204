"""How soon the board has an answer and how good it is: 16 and 40 rods over five weeks, in one run.

    python -m bench.schedule_speed [seconds [shop ...]]

Rods are the demo's, as often as it takes. Shops: two people who have evenings only, one who is in every evening, two
with long Saturdays besides, four of those. Printed: the list rule's time, points and sessions over time, the bound,
the gap, and the gain over the list rule; peak memory.
"""

import math
import resource
import sys
import time
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from datetime import time as at

from wise_spool.core.document.log import fold
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.schedule.board import Hours, Person, Promise, ShopBoard, ShopDryer
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.least import least_of
from wise_spool.core.schedule.problem import Cost
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.solving import Answer, quick, solve
from wise_spool.demo.shop import demo_records


def rods(count: int, now: datetime) -> list[OpenRod]:
    """So many rods, each nothing done yet."""
    plans = []
    for r in demo_records(now):
        operations = plan(Rod(r.design, r.piece, fold(r.log))).work.operations
        plans.append(tuple(o.model_copy(update={"done": False, "skipped": ""}) for o in operations))
    return [OpenRod(f"r{n}", f"rod {n}", plans[n % len(plans)], {}) for n in range(count)]


@dataclass(frozen=True)
class Hours5Weeks:
    """Who is in, on which weekdays for the evening (17:00 to 22:00), and whether on Saturdays from 8:00 to 18:00."""

    name: str
    people: int
    evenings: tuple[int, ...]
    saturdays: bool = False


SHOPS = {
    "evenings": Hours5Weeks("two people, evenings only", 2, (0, 1, 2, 3, 4)),
    "alone": Hours5Weeks("one, every evening", 1, (0, 1, 2, 3, 4, 5, 6)),
    "saturdays": Hours5Weeks("two people, evenings and Saturdays", 2, (0, 1, 2, 3, 4), True),
    "four": Hours5Weeks("four people, evenings and Saturdays", 4, (0, 1, 2, 3, 4), True),
}


def shop(open_rods: list[OpenRod], now: datetime, of: Hours5Weeks) -> ShopBoard:
    """Every second rod is promised for the end of the fourth week; two places to turn for each person, on two dryers."""
    hours = [Hours(weekday=d, opens=at(17), closes=at(22)) for d in of.evenings]
    if of.saturdays:
        hours.append(Hours(weekday=5, opens=at(8), closes=at(18)))
    promised = (now + timedelta(days=30)).date()
    slots = max(2 * of.people, 4)
    return ShopBoard(
        zone="UTC", people=tuple(Person(id=f"p{n}", name=f"P{n}", hours=tuple(hours)) for n in range(of.people)),
        dryers=tuple(ShopDryer(id=f"d{n}", name="d", slots=slots // 2) for n in range(2)), wrappers=of.people, lathes=of.people,
        promises=tuple(Promise(rod=r.id, promised_on=promised) for r in open_rods[::2]),
    )  # fmt: skip


def run(count: int, of: Hours5Weeks, seconds: float) -> None:
    """One shop."""
    now = datetime(2026, 3, 2, 12, 0, tzinfo=UTC)
    open_rods = rods(count, now)
    start = time.perf_counter()
    problem = problem_of(shop(open_rods, now, of), open_rods, begins(now))
    laid = time.perf_counter() - start
    operations = sum(len(s.operations) for s in problem.sittings)
    print(f"{count} rods, {operations} operations in {len(problem.sittings)} sittings; {of.name}: {len(problem.windows)} sessions open")  # fmt: skip
    start = time.perf_counter()
    first = quick(problem)
    print(f"  laid out in {laid:.2f} s; the list rule: {_sessions(first.cost)} sessions in {time.perf_counter() - start:.2f} s")  # fmt: skip
    start = time.perf_counter()
    least = least_of(problem)
    print(f"  no plan has fewer than {least.sessions} sessions: known in {time.perf_counter() - start:.2f} s")  # fmt: skip
    start = time.perf_counter()
    seen: list[tuple[float, Answer]] = []

    def heard(a: Answer) -> bool:
        seen.append((time.perf_counter() - start, a))
        return time.perf_counter() - start < seconds

    found = solve(problem, heard, work=seconds, workers=2)
    whole = time.perf_counter() - start
    for mark in (1, 2, 5, 10, 20, 40, 80):
        known = [a for t, a in seen if t <= mark]
        if known and mark <= whole + 5:
            a = known[-1]
            more = a.cost.sessions / least.sessions - 1 if a.cost and least.sessions else math.nan
            gap = math.nan if a.gap is None else a.gap
            print(f"  at {mark:3d} s: {_sessions(a.cost)} sessions, {100 * more:.1f} % above the fewest; {100 * gap:.1f} % of points, {a.cost.slipped_days if a.cost else 0} days late")  # fmt: skip
    if found.cost is not None and found.schedule is not None:
        gain = "the list rule found none" if found.listed is None else f"{100 * (1 - found.cost.sessions / found.listed.sessions):.0f} % fewer than the list rule"  # fmt: skip
        print(f"  after {whole:.0f} s: {found.standing}, {found.cost.sessions} sessions; {gain}; first answer after {seen[0][0]:.2f} s")  # fmt: skip
        print(f"  passes the checker: {not faults(problem, found.schedule)}")
    print(f"  peak memory {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")


def _sessions(cost: Cost | None) -> str:
    return "no" if cost is None else str(cost.sessions)


if __name__ == "__main__":
    limit = float(sys.argv[1]) if len(sys.argv) > 1 else 20.0
    for name in sys.argv[2:] or SHOPS:
        run(40 if name == "four" else 16, SHOPS[name], limit)
