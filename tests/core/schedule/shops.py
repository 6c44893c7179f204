"""Made-up shops for the schedule's checks: small, plain, and a bench apart from the core that counts minute by minute."""

import random
from datetime import UTC, date, datetime

from wise_spool.core.schedule.problem import Due, Lag, Problem, Sitting, Window
from wise_spool.core.schedule.warmth import Dose, even

ORIGIN = datetime(2026, 3, 2, 16, 0, tzinfo=UTC)
DAY = date(2026, 3, 2)


def machine_shop(durations, machines, horizon=None):
    """A plain job shop: each row a job of its tasks in order, on machines by number."""
    sittings = []
    for j, (times, on) in enumerate(zip(durations, machines, strict=True)):
        for k, (t, m) in enumerate(zip(times, on, strict=True)):
            after = (Lag(f"{j}.{k - 1}", "the order of the job"),) if k else ()
            sittings.append(Sitting(f"{j}.{k}", str(j), "", t, hands=False, machines=(f"m{m}",), after=after, place=(j, k)))  # fmt: skip
    ticks = horizon or sum(map(sum, durations))
    names = {f"m{m}": 1 for row in machines for m in row}
    return Problem(ORIGIN, ticks, tuple(sittings), even(21, ticks, 1), machines=names, tick_min=1, aim="span")  # fmt: skip


def bench(sittings, windows, ticks=96, slots=1, dues=(), room_c=21.0, machines=None, **more):
    """A bench with people: ``windows`` are (person, a, b)."""
    spans = tuple(Window(p, a, b, DAY) for p, a, b in sorted(windows, key=lambda w: (w[1], w[0])))
    return Problem(
        ORIGIN, ticks, tuple(sittings), even(room_c, ticks, 5), windows=spans, dryer_slots=slots, dues=tuple(dues),
        machines=machines or {"wrapper": 1}, **more,
    )  # fmt: skip


def random_shop(seed, rods=3, days=6):
    """A shop drawn by chance: rods of a glue-up, wraps, two coats within a window, on every second rod something to be done
    on the blank at any time; two people, a dryer or two."""
    rng = random.Random(seed)
    sittings, dues = [], []
    day = 288
    for r in range(rods):
        rod = f"r{r}"
        least, most = rng.randint(100, 300) * 5.0, rng.randint(500, 900) * 5.0
        sittings += [
            Sitting(f"{rod}/glue", rod, "glue", rng.randint(2, 8), setup=2, group="glue", pot_ticks=12, on_blank=True, ready=Dose(rng.randint(60, 200) * 5.0), place=(0,)),
            Sitting(f"{rod}/wrap", rod, "wrap", rng.randint(4, 14), machines=("wrapper",), on_blank=True, setup=rng.choice((0, 2)), group=rng.choice(("red", "green")), after=(Lag(f"{rod}/glue", "it must hold", Dose(rng.randint(60, 200) * 5.0), from_start=True),), place=(1,)),
            Sitting(f"{rod}/one", rod, "coat", rng.randint(2, 6), on_blank=True, turns=Dose(rng.randint(40, 90) * 5.0), after=(Lag(f"{rod}/wrap", "wrapped first"),), place=(2,)),
            Sitting(f"{rod}/two", rod, "coat", rng.randint(2, 6), on_blank=True, turns=Dose(rng.randint(40, 90) * 5.0), ready=Dose(least), after=(Lag(f"{rod}/one", "one on another", Dose(least), Dose(most), "it closes", from_start=True),), place=(3,)),
        ]  # fmt: skip
        if (seed + r) % 2:
            sittings.append(Sitting(f"{rod}/own", rod, "look at it", 3, on_blank=True, place=(4,)))
        dues.append(Due(rod, rod, rng.choice((None, rng.randint(3, days + 1) * day)), trip=rng.random() < 0.3, in_hand=seed % 3 * day))  # fmt: skip
    windows = []
    for d in range(days):
        if rng.random() < 0.85:
            windows.append(("a", d * day + 10, d * day + 10 + rng.randint(20, 50)))
        if rng.random() < 0.5:
            windows.append(("b", d * day + 14, d * day + 14 + rng.randint(16, 40)))
    return bench(sittings, windows, ticks=(days + 3) * day, slots=rng.randint(1, 2), dues=dues, room_c=rng.choice((15.0, 21.0)))  # fmt: skip


def on_one_blank(problem, schedule):
    """Pairs that have one blank in the same tick, tick by tick: hands with hands, hands with a coat that turns and is not
    what they wait for, two that turn."""
    hands = {i: set(range(p.start, p.end)) for i, p in schedule.items()}
    turns = {s.id: set(range(schedule[s.id].start, problem.warmth.end(schedule[s.id].start, s.turns))) for s in problem.sittings if s.turns}  # fmt: skip

    def comes_after(t, s):
        return any(x.first == s or comes_after(x.first, s) for x in problem.by_id[t].after)

    out = set()
    for s in problem.sittings:
        for t in problem.sittings:
            if s.id == t.id or s.rod != t.rod or not (s.on_blank and t.on_blank):
                continue
            held = set() if comes_after(t.id, s.id) else turns.get(s.id, set())
            if (hands[s.id] | held) & hands[t.id]:
                out.add(tuple(sorted((s.id, t.id))))
    return out
