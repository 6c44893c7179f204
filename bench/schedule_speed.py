"""How soon the board has an answer and how good it is: 16 and 40 rods over five weeks, in one run.

    python -m bench.schedule_speed [seconds]

Rods are the demo's, as often as it takes, in a shop of two with long hours. Printed: the list rule's time, points and
sessions over time, the bound, the gap, and the gain over the list rule; peak memory.
"""

import resource
import sys
import time
from datetime import UTC, datetime, timedelta
from datetime import time as at

from wise_spool.core.document.log import fold
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.schedule.board import Hours, Person, Promise, ShopBoard, ShopDryer
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.solving import Answer, quick, solve
from wise_spool.demo.shop import demo_records

OPERATIONS = 25
"""Operations a rod of the brief's sixteen has: four hundred in all."""


def rods(count: int, now: datetime) -> list[OpenRod]:
    """So many rods, each nothing done yet."""
    plans = []
    for r in demo_records(now):
        operations = plan(Rod(r.design, r.piece, fold(r.log))).work.operations
        plans.append(tuple(o.model_copy(update={"done": False, "skipped": ""}) for o in operations))
    return [OpenRod(f"r{n}", f"rod {n}", plans[n % len(plans)], {}) for n in range(count)]


def shop(open_rods: list[OpenRod], now: datetime, people: int) -> ShopBoard:
    """Long evenings and Saturdays for everybody; every second rod is promised for the end of the fourth week."""
    hours = (*(Hours(weekday=d, opens=at(17), closes=at(22)) for d in range(5)), Hours(weekday=5, opens=at(8), closes=at(18)))  # fmt: skip
    promised = (now + timedelta(days=30)).date()
    return ShopBoard(
        zone="UTC", people=tuple(Person(id=f"p{n}", name=f"P{n}", hours=hours) for n in range(people)),
        dryers=(ShopDryer(id="d", name="d", slots=2 * people),), wrappers=people, lathes=people,
        promises=tuple(Promise(rod=r.id, promised_on=promised) for r in open_rods[::2]),
    )  # fmt: skip


def run(count: int, people: int, seconds: float) -> None:
    """One shop."""
    now = datetime(2026, 3, 2, 12, 0, tzinfo=UTC)
    open_rods = rods(count, now)
    start = time.perf_counter()
    problem = problem_of(shop(open_rods, now, people), open_rods, begins(now))
    laid = time.perf_counter() - start
    operations = sum(len(s.operations) for s in problem.sittings)
    print(f"{count} rods, {operations} operations in {len(problem.sittings)} sittings, {len(problem.windows)} sessions open, {people} people")  # fmt: skip
    start = time.perf_counter()
    first = quick(problem)
    print(f"  laid out in {laid:.2f} s; the list rule: {first.standing} in {time.perf_counter() - start:.2f} s")  # fmt: skip
    start = time.perf_counter()
    seen: list[tuple[float, Answer]] = []

    def heard(a: Answer) -> bool:
        seen.append((time.perf_counter() - start, a))
        return time.perf_counter() - start < seconds

    found = solve(problem, heard, work=seconds, workers=2)
    whole = time.perf_counter() - start
    for mark in (1, 5, 10, 30, 60, 120):
        known = [a for t, a in seen if t <= mark]
        if known and mark <= whole + 5:
            a = known[-1]
            cost = a.cost
            gap = "" if a.gap is None else f", gap {100 * a.gap:.0f} %"
            print(f"  at {mark:3d} s: {cost.sessions if cost else 0} sessions, {cost.slipped_days if cost else 0} days late{gap}")  # fmt: skip
    if found.cost is not None and found.listed is not None and found.schedule is not None:
        gain = 1 - found.cost.sessions / found.listed.sessions
        percent = float("nan") if found.gap is None else 100 * found.gap
        floor = "" if found.bound is None else f", no plan has fewer than {found.bound // 5000}"
        print(f"  after {whole:.0f} s: {found.standing}, {found.cost.sessions} sessions{floor}; gap {percent:.0f} %; {100 * gain:.0f} % fewer sessions than the list rule's {found.listed.sessions}")  # fmt: skip
        print(f"  passes the checker: {not faults(problem, found.schedule)}")
        print(f"  late at all: {found.cost.slipped_days} days, by the list rule {found.listed.slipped_days}")  # fmt: skip
    print(f"  peak memory {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")


if __name__ == "__main__":
    limit = float(sys.argv[1]) if len(sys.argv) > 1 else 60.0
    run(16, 2, limit)
    run(40, 4, limit)
