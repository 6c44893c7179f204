"""Sittings out of operations: what one stretch at the bench takes, what it waits for, what it holds.

Operations are all that is read of a rod. Those of one mix are one sitting, for the cup does not wait; what may be laid
down is parted into sittings of a length hands bear. Method page: ``docs/methods/schedule.md``.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, time, timedelta
from graphlib import CycleError, TopologicalSorter

from wise_spool.core.ground.before import all_before
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Before, Operation, OperationKind, Wait
from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.schedule.hours import moment, sun_hours
from wise_spool.core.schedule.problem import Busy, Lag, Sitting
from wise_spool.core.schedule.warmth import Dose, Warmth

LAID_DOWN: tuple[OperationKind, ...] = ("guides", "arbor", "part_finish", "own")
"""Work that may be broken off and taken up again."""
NOT_PLANNED: tuple[OperationKind, ...] = ("follow_up",)
"""Asked for on their own day, not put into hours."""
GLADLY_FIRST: tuple[tuple[str, str, str], ...] = (
    ("test", "guides", "the guides are only taped on for it"),
    ("weigh", "hand_over", "it is weighed while it is here"),
    ("photograph", "hand_over", "its picture is taken while it is here"),
)
"""(earlier, later, why): the one comes first where both are still to be done. Where it never is, it holds nothing up."""
LEAST_MIN = 5.0


@dataclass(frozen=True)
class OpenRod:
    """One rod as the schedule sees it: its operations in order, and when those that are done were done."""

    id: str
    name: str
    operations: tuple[Operation, ...]
    done_at: Mapping[str, datetime]


@dataclass(frozen=True)
class Clock:
    """What sittings are laid out on: ticks from ``origin``, in the room's warmth."""

    origin: datetime
    tick_min: int
    ticks: int
    warmth: Warmth

    def tick(self, at: datetime) -> int:
        """The tick of a moment; before the origin it is less than nought."""
        return math.floor((at - self.origin) / timedelta(minutes=self.tick_min))

    def up(self, at: datetime) -> int:
        """The first tick that begins at a moment or after it."""
        return math.ceil((at - self.origin) / timedelta(minutes=self.tick_min))

    def span(self, minutes: float) -> int:
        """So many ticks hold it."""
        return max(1, math.ceil(minutes / self.tick_min - 1e-9))


def sittings_of(rod: OpenRod, board: ShopBoard, clock: Clock) -> list[Sitting]:
    """Everything left to do on a rod, as sittings that wait for one another."""
    open_ = _gladly([o for o in rod.operations if not o.done and not o.skipped and o.kind not in NOT_PLANNED])  # fmt: skip
    groups = _groups(open_)
    of = {o.id: group[0].id for group in groups for o in group}
    by_id = {o.id: o for o in rod.operations}
    before = all_before({o.id: [b.id for b in o.after] for o in rod.operations})
    turning = {o.id: until for o in rod.operations if (until := _turns_until(rod, o, clock)) > 0}
    out: list[Sitting] = []
    for group in groups:
        s = _sitting(rod, group, of, by_id, board, clock)
        still = max((until for i, until in turning.items() if not any(i in before[o.id] for o in group)), default=0)  # fmt: skip
        if s.on_blank and still > s.earliest:
            s = replace(s, earliest=still, earliest_why="it turns on the dryer")
        out += _parted(s, group[0], clock)
    pins = {p.job: p for p in board.pins}
    return [
        replace(s, pinned=clock.tick(pins[s.id].start), pinned_to=pins[s.id].person)
        if s.id in pins
        else s
        for s in out
    ]


def key(rod: str, operation: str, part: int = 1) -> str:
    """The id of a sitting: its rod, its first operation, and which part of it."""
    return f"{rod}/{operation}" + (f"/{part}" if part > 1 else "")


def busy_dryers(rod: OpenRod, clock: Clock) -> list[Busy]:
    """Slots that coats laid already still hold."""
    ends = [_turns_until(rod, o, clock) for o in rod.operations]
    return [Busy("dryer", 0, until, f"{rod.name} turns") for until in ends if until > 0]


def _turns_until(rod: OpenRod, o: Operation, clock: Clock) -> int:
    """The tick until which a coat that is laid still turns; nought where none does."""
    if not o.done or o.wait is None or not o.wait.turns_min or o.id not in rod.done_at:
        return 0
    return max(_ends(clock, rod.done_at[o.id], o.wait, o.wait.turns_min), 0)


def _ends(clock: Clock, begun: datetime, wait: Wait, minutes: float, *, last: bool = False) -> int:
    """The tick at which so many minutes of a wait are over, or with ``last`` the last one in them: what the room's log says has run
    is done, the rest runs in the room as it is expected."""
    since, left = wait.left(begun, minutes)
    of = clock.warmth.last_within if last else clock.warmth.end
    return of(clock.tick(since), Dose(left, wait.at_c))


def _gladly(open_: list[Operation]) -> list[Operation]:
    """The same, with what comes first gladly put before what it comes before, unless that were a circle or it is begun."""
    by_id = {o.id: o for o in open_}
    before = all_before({o.id: [b.id for b in o.after] for o in open_})
    for earlier, later, why in GLADLY_FIRST:
        o = by_id.get(later)
        if o is not None and earlier in by_id and later not in before[earlier] and not o.share_done:
            by_id[later] = o.model_copy(update={"after": (*o.after, Before(id=earlier, why=why))})
    return list(by_id.values())


def _groups(open_: Sequence[Operation]) -> list[list[Operation]]:
    """Operations of one mix together, where nothing else must come between them; else one by one."""
    mixes: dict[str, list[Operation]] = {}
    for o in open_:
        mixes.setdefault(o.mix or o.id, []).append(o)
    together = list(mixes.values())
    of = {o.id: group[0].id for group in together for o in group}
    needs: dict[str, set[str]] = {g[0].id: set() for g in together}
    for o in open_:
        needs[of[o.id]] |= {of[b.id] for b in o.after if b.id in of and of[b.id] != of[o.id]}
    try:
        TopologicalSorter(needs).prepare()
    except CycleError:
        return [[o] for o in open_]
    return together


def _sitting(
    rod: OpenRod,
    group: list[Operation],
    of: Mapping[str, str],
    by_id: Mapping[str, Operation],
    board: ShopBoard,
    clock: Clock,
) -> Sitting:
    head = group[0]
    ids = {o.id for o in group}
    lags: dict[str, Lag] = {}
    earliest, latest, why_not, why_by = 0, None, "", ""
    for o in group:
        for b in o.after:
            first = by_id.get(b.id)
            if first is None or b.id in ids:
                continue
            if b.id in of:
                lag = _lag(rod, first, b, o, of)
                lags[lag.first] = _stricter(lags.get(lag.first), lag)
            elif first.done and first.wait is not None and b.id in rod.done_at:
                begun = rod.done_at[b.id]
                ready = _ends(clock, begun, first.wait, first.wait.least_min)
                if ready > earliest:
                    earliest, why_not = ready, f"{first.words}: {first.wait.what}"
                if first.wait.most_min is not None and o.kind == first.kind:
                    closes = _ends(clock, begun, first.wait, first.wait.most_min, last=True)
                    if latest is None or closes < latest:
                        latest, why_by = closes, f"the window after “{first.words}” closes"
    for row in board.on_order:
        if row.rod == rod.id and row.before == head.stage:
            here = clock.up(moment(row.arrives_on + timedelta(days=1), time(0), board.zone))
            if here > earliest:
                earliest, why_not = here, f"{row.what} is on order until {row.arrives_on:%-d %B}"
    if board.promise(rod.id).scuffs:
        latest = None
    wait = next((o.wait for o in reversed(group) if o.wait is not None), None)
    minutes = sum(max(o.hands_min or LEAST_MIN, LEAST_MIN) for o in group)
    machines: list[str] = [r for r in dict.fromkeys(r for o in group for r in o.resources) if r in ("wrapper", "lathe")]  # fmt: skip
    only: tuple[tuple[int, int], ...] = ()
    if any("lamp" in o.resources for o in group):
        if board.lamps:
            machines.append("lamp")
        else:
            only = tuple((clock.up(s.start), clock.tick(s.end)) for s in sun_hours(board, clock.origin))  # fmt: skip
    return Sitting(
        id=key(rod.id, head.id), rod=rod.id, words=_words(group), ticks=clock.span(minutes), operations=tuple(o.id for o in group),
        kind=head.kind, setup=clock.span(head.setup_min) if head.setup_min else 0, group=head.setup, machines=tuple(machines),
        pot_ticks=clock.span(head.pot_min) if head.pot_min else None, only=only,
        turns=Dose(wait.turns_min, wait.at_c) if wait is not None and wait.turns_min else None,
        on_blank=not all(o.off_rod for o in group),
        after=tuple(lags.values()), earliest=earliest, earliest_why=why_not, latest=latest, latest_why=why_by,
        ready=Dose(wait.least_min, wait.at_c) if wait is not None and wait.most_min is None else None, place=head.rank,
    )  # fmt: skip


def _lag(rod: OpenRod, first: Operation, b: Before, o: Operation, of: Mapping[str, str]) -> Lag:
    w = first.wait
    window = w is not None and w.most_min is not None and o.kind == first.kind
    return Lag(
        first=key(rod.id, of[b.id]), why=b.why, least=None if w is None else Dose(w.least_min, w.at_c),
        most=Dose(w.most_min, w.at_c) if window and w is not None and w.most_min is not None else None,
        most_why=f"the window after “{first.words}” closes" if window else "", from_start=w is not None,
    )  # fmt: skip


def _stricter(one: Lag | None, other: Lag) -> Lag:
    """Of two waits for one sitting, the longer least and whichever most there is."""
    if one is None:
        return other
    long = max((one, other), key=lambda x: -1.0 if x.least is None else x.least.minutes)
    most = one if one.most is not None else other
    return replace(long, most=most.most, most_why=most.most_why)


def _parted(s: Sitting, head: Operation, clock: Clock) -> list[Sitting]:
    """A long sitting that may be laid down, in parts that are about as long as one another; of what is done in part the
    last of them, and the first of those so much shorter."""
    longest = clock.span(habits().sitting_min)
    if head.kind not in LAID_DOWN:
        return [s]
    n = math.ceil(s.ticks / longest)
    each = math.ceil(s.ticks / n)
    left = max(math.ceil(s.ticks * (1 - head.share_done) - 1e-9), 1)
    first = n - math.ceil(left / each) + 1
    out = []
    for k in range(max(first, 1), n + 1):
        mine = key(s.rod, head.id, k)
        part = replace(
            s,
            id=mine,
            words=f"{s.words}, {k} of {n}" if n > 1 else s.words,
            ticks=min(each, left - each * (n - k)),
        )
        if k > first:
            part = replace(part, after=(Lag(first=key(s.rod, head.id, k - 1), why="one part after another"),))  # fmt: skip
        out.append(part)
    return out


def _words(group: list[Operation]) -> str:
    if len(group) == 1:
        return group[0].words
    names = [o.words.removeprefix("Glue on the ").split(",")[0] for o in group]
    return f"Glue up {', '.join(names[:-1])} and {names[-1]}"


def last_parts(sittings: Iterable[Sitting]) -> list[Sitting]:
    """The same, with whatever waits for a parted sitting waiting for its last part."""
    sittings = list(sittings)
    last: dict[str, str] = {}
    for s in sittings:
        whole = s.id if s.id.count("/") == 1 else s.id.rsplit("/", 1)[0]
        last[whole] = s.id
    out = []
    for s in sittings:
        mine = s.id.rsplit("/", 1)[0] if s.id.count("/") > 1 else s.id
        lags = tuple(
            lag if last.get(lag.first, lag.first) == lag.first or mine == lag.first else replace(lag, first=last[lag.first])
            for lag in s.after
        )  # fmt: skip
        out.append(replace(s, after=lags))
    return out
