"""The list rule over a sheet of numbers, and the pencil that follows it over and over, in machine code.

Everything here takes and gives plain arrays. Compiled by Numba (``./wise-spool`` does it when it sets up), so that a
plan of sixteen rods is laid out in a fraction of a millisecond. All in whole numbers and plain sums, so that it is the same
everywhere.
"""

from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.compiled import compiled, lean
from wise_spool.core.schedule.problem import MOVED, READY_DAY, SESSION, SHORT, WAIT_H
from wise_spool.core.schedule.sheet import NEVER, NONE, Flags, Ints, Sheet

Floats = NDArray[np.float64]

LATER = 60
"""How many later sessions a coat is moved to before it is given up. From habit."""
ROWS, OPEN, ANY = 0, 1, 2
"""Where room is looked for: at once after one of its group, in sessions that are not shut, in any."""


class Bench(NamedTuple):
    """What is placed so far, and what is still free."""

    placed: Any
    """(n,) of PLACED."""
    hours: Any
    """(S,) of HOURS."""
    taken: Ints
    """(S, n, 2): from and to in each session, in order, the first ``count``."""
    held: NDArray[np.int16]
    """(machines, ticks): how many of a machine are held in each tick."""
    stack: Ints


PLACED = np.dtype([(name, np.int64) for name in ("start", "ticks", "person", "follows", "session", "mix")])  # fmt: skip
"""``start`` is NONE where it is not placed, ``mix`` where something follows on it: else the ticks of hands since its mix was
stirred."""
HOURS = np.dtype([(name, np.int64) for name in ("free", "count", "shut")])


def bench_for(sheet: Sheet) -> Bench:
    """An empty bench for a sheet."""
    n, sessions = sheet.sittings.size, sheet.sessions.size
    lasts = max(int(sheet.tables.max(initial=0)), sheet.horizon) + 1
    return Bench(
        np.zeros(n, PLACED), np.zeros(sessions, HOURS), np.zeros((sessions, n, 2), np.int64),
        np.zeros((sheet.most.size, lasts), np.int16), np.zeros(n, np.int64),
    )  # fmt: skip


@lean
def lay(sheet: Sheet, bench: Bench, order: Ints, shut: Flags, patient: Flags) -> bool:
    """Lay the sittings out in ``order``; False when one finds no room.

    A session that is ``shut`` is used for what finds no room elsewhere. What is ``patient`` is done at once after one of its
    group, however late, where that can be.
    """
    for p in bench.placed:
        p.start = p.mix = NONE
    for h in bench.hours:
        h.count = 0
    bench.held[:] = 0
    for n in range(sheet.sessions.size):
        bench.hours[n].free = sheet.sessions[n].b - sheet.sessions[n].a
        bench.hours[n].shut = shut[n]
    for k in range(sheet.busy.shape[0]):
        _hold(bench.held, sheet.busy[k, 0], sheet.busy[k, 1], sheet.busy[k, 2], 1)
    for s in range(sheet.sittings.size):
        at = sheet.sittings[s].pinned
        if at != NEVER:
            if at < 0 or at > sheet.horizon:
                return False
            _pin(sheet, bench, s)
    for s in order:
        if bench.placed[s].start == NONE and not _place(sheet, bench, s, patient):
            return False
    return True


@lean
def _place(sheet: Sheet, bench: Bench, s: int, patient: Flags) -> bool:
    """The first place for a sitting from which all that must follow it finds room as well."""
    low, high = _opens(sheet, bench, s)
    hands, how = sheet.sittings[s].hands != 0, _how(sheet, s, patient[s])
    n, tried = _first_session(sheet, low), 0
    while tried < LATER:
        n, at, ticks, follows = _next_place(sheet, bench, s, n, low, high, how)
        if at == NONE:
            if how == ANY or not hands:
                return False
            how += 1
            n = _first_session(sheet, low)
            continue
        _put(sheet, bench, s, at, ticks, follows, n if hands else NONE)
        bench.stack[0] = s
        placed, found = 1, True
        for k in range(sheet.sittings[s].follower, sheet.sittings[s].follower_to):
            t = sheet.lists[k]
            if bench.placed[t].start != NONE or not _is_next(sheet, bench, t):
                continue  # there it is, or it is placed in its turn, once what comes first is
            if not _place_one(sheet, bench, t, patient[t]):
                found = False
                break
            bench.stack[placed] = t
            placed += 1
        if found:
            return True
        for k in range(placed - 1, -1, -1):
            _take(sheet, bench, bench.stack[k])
        if not hands:
            return False
        n += 1
        tried += 1
    return False


@lean
def _place_one(sheet: Sheet, bench: Bench, s: int, patient: bool) -> bool:
    low, high = _opens(sheet, bench, s)
    how = _how(sheet, s, patient)
    at = NONE
    while at == NONE and how <= ANY:
        n = _first_session(sheet, low)
        n, at, ticks, follows = _next_place(sheet, bench, s, n, low, high, how)
        how += 1
    if at == NONE:
        return False
    _put(sheet, bench, s, at, ticks, follows, n if sheet.sittings[s].hands else NONE)
    return True


@lean
def _how(sheet: Sheet, s: int, patient: bool) -> int:
    return ROWS if patient and sheet.sittings[s].hands and sheet.sittings[s].setup > 0 else OPEN


@lean
def _is_next(sheet: Sheet, bench: Bench, s: int) -> bool:
    for k in range(sheet.sittings[s].wait, sheet.sittings[s].wait_to):
        if bench.placed[sheet.waits[k].first].start == NONE:
            return False
    return True


@lean
def _first_session(sheet: Sheet, low: int) -> int:
    return int(np.searchsorted(sheet.sessions.over, low, side="right"))


@lean
def _next_place(
    sheet: Sheet, bench: Bench, s: int, n: int, low: int, high: int, how: int
) -> tuple[int, int, int, int]:
    """Where a sitting may lie, from session ``n`` on, the first place in a session: at once after one of its group, else
    where there is time to set up. Session, tick (NONE: nowhere), ticks, and what it follows on."""
    me = sheet.sittings[s]
    ticks = me.ticks + me.setup
    if not me.hands:
        at = _free_from(sheet, bench, s, ticks, low, sheet.horizon, NONE)
        return n, NONE if at > high else at, ticks, NONE
    if how == ROWS:
        on = _row(sheet, bench, s, n, sheet.sessions.size, low, high)
        if on == NONE:
            return n, NONE, 0, NONE
        return bench.placed[on].session, _end(bench, on), me.ticks, on
    while n < sheet.sessions.size and sheet.sessions[n].a <= high:
        h = bench.hours[n]
        if h.free >= me.ticks and (how == ANY or not h.shut or h.count):
            on = _row(sheet, bench, s, n, n + 1, low, high) if me.setup else NONE
            if on != NONE:
                return n, _end(bench, on), me.ticks, on
            at = _set_up(sheet, bench, s, n, low, high) if h.free >= ticks else NONE
            if at != NONE:
                return n, at, ticks, NONE
        n += 1
    return n, NONE, 0, NONE


@lean
def _set_up(sheet: Sheet, bench: Bench, s: int, n: int, low: int, high: int) -> int:
    """The first tick in a session at which it can be set up for and done; NONE where there is none."""
    w, me = sheet.sessions[n], sheet.sittings[s]
    for k in range(me.only, max(me.only_to, me.only + 1)):
        a, b = max(w.a, low), w.b
        if me.only < me.only_to:
            a, b = max(a, sheet.spans[k, 0]), min(b, sheet.spans[k, 1])
        at = _free_from(sheet, bench, s, me.ticks + me.setup, a, b, n)
        if at != NONE and at <= high:
            return at
    return NONE


@lean
def _end(bench: Bench, s: int) -> int:
    return int(bench.placed[s].start + bench.placed[s].ticks)


@lean
def _row(sheet: Sheet, bench: Bench, s: int, n: int, end_n: int, low: int, high: int) -> int:
    """What it could follow on at once in the sessions from ``n`` to ``end_n``, the earliest; NONE where there is nothing."""
    out, first, me = NONE, high + 1, sheet.sittings[s]
    for k in range(me.alike, me.alike_to):
        i = sheet.lists[k]
        p, at = bench.placed[i], _end(bench, i)
        if p.mix == NONE or p.mix + me.ticks > me.pot or not n <= p.session < end_n:
            continue
        inside = at + me.ticks <= sheet.sessions[p.session].b and _in_a_span(sheet, s, at)
        if not low <= at < first or not inside:
            continue
        if _free_from(sheet, bench, s, me.ticks, at, at + me.ticks, p.session) == at:
            out, first = i, at
    return out


@lean
def _in_a_span(sheet: Sheet, s: int, at: int) -> bool:
    """Whether it may lie there, of the spans it must lie in some of."""
    me = sheet.sittings[s]
    for k in range(me.only, me.only_to):
        if sheet.spans[k, 0] <= at and at + me.ticks <= sheet.spans[k, 1]:
            return True
    return bool(me.only == me.only_to)


@lean
def _opens(sheet: Sheet, bench: Bench, s: int) -> tuple[int, int]:
    """The first and the last tick at which it may begin, by what is placed."""
    low, high = max(sheet.sittings[s].earliest, 0), min(sheet.horizon, sheet.sittings[s].latest)
    for k in range(sheet.sittings[s].wait, sheet.sittings[s].wait_to):
        w = sheet.waits[k]
        if bench.placed[w.first].start != NONE:
            low = max(low, _opened_by(sheet, bench, k))
            if w.closes != NONE:
                high = min(high, sheet.tables[w.closes, _counted_from(sheet, bench, k)])
    ticks = sheet.sittings[s].ticks + sheet.sittings[s].setup
    for k in range(sheet.sittings[s].awaited, sheet.sittings[s].awaited_to):
        w = sheet.waits[k]
        more = 0 if w.from_start else ticks
        high = min(high, w.first - ticks)
        if w.opens != NONE:
            high = min(
                high, np.searchsorted(sheet.tables[w.opens], w.first, side="right") - 1 - more
            )
        if w.closes != NONE:
            low = max(low, np.searchsorted(sheet.tables[w.closes], w.first, side="left") - more)
    return low, high


@lean
def _free_from(sheet: Sheet, bench: Bench, s: int, ticks: int, low: int, end: int, n: int) -> int:
    """The first tick from ``low`` at which hands, machines, a dryer's slot and the blank are all free; NONE by ``end``."""
    at = low
    while at + ticks <= end:
        clear = at
        if n != NONE:
            for k in range(bench.hours[n].count):
                if bench.taken[n, k, 0] < clear + ticks and bench.taken[n, k, 1] > clear:
                    clear = bench.taken[n, k, 1]
        if clear == at:
            for k in range(sheet.sittings[s].machine, sheet.sittings[s].machine_to):
                m = sheet.lists[k]
                clear = max(clear, _let_go(bench.held, m, at, at + ticks, sheet.most[m]))
            until = _turned(sheet, s, at, at + ticks)
            if sheet.sittings[s].turns != NONE:
                dryer = sheet.most.size - 1
                clear = max(clear, _let_go(bench.held, dryer, at, until, sheet.most[dryer]))
            for k in range(sheet.sittings[s].beside, sheet.sittings[s].beside_to):
                t = sheet.lists[k]
                begun = bench.placed[t].start
                if begun != NONE and begun < until:
                    clear = max(clear, _turned(sheet, t, begun, _end(bench, t)))
        if clear == at:
            return at
        at = clear
    return NONE


@lean
def _turned(sheet: Sheet, s: int, at: int, end: int) -> int:
    """When a blank is free again that is worked on from ``at`` to ``end``: once it has turned, where it turns."""
    turns = sheet.sittings[s].turns
    return end if turns == NONE else max(sheet.tables[turns, at], end)


@lean
def _let_go(held: NDArray[np.int16], m: int, a: int, b: int, most: int) -> int:
    """``a`` when one more fits on a machine between ``a`` and ``b``, else the first tick after it does not."""
    for t in range(min(b, held.shape[1]) - 1, a - 1, -1):
        if held[m, t] >= most:
            return t + 1
    return a


@lean
def _put(sheet: Sheet, bench: Bench, s: int, at: int, ticks: int, follows: int, n: int) -> None:
    """It lies there, in session ``n``."""
    p = bench.placed[s]
    p.start, p.ticks, p.person, p.follows, p.session = at, ticks, NONE, follows, n
    if n != NONE:
        p.person = sheet.sessions[n].person
        _fill(bench, n, at, at + ticks)
    _hold_all(sheet, bench, s, 1)
    if sheet.sittings[s].group != NONE:
        p.mix = sheet.sittings[s].ticks
        if follows != NONE:
            p.mix += bench.placed[follows].mix
            bench.placed[follows].mix = NONE


@lean
def _pin(sheet: Sheet, bench: Bench, s: int) -> None:
    """It lies where it is pinned, in whichever sessions of whoever does it that touches."""
    me, p = sheet.sittings[s], bench.placed[s]
    at, end = me.pinned, me.pinned + me.ticks + me.setup
    _put(sheet, bench, s, at, end - at, NONE, NONE)
    p.person = me.pinned_to
    for n in range(sheet.sessions.size):
        w = sheet.sessions[n]
        if me.hands and w.person == p.person and w.a < end and at < w.b:
            _fill(bench, n, at, end)
            if w.a <= at and end <= w.b:
                p.session = n


@lean
def _take(sheet: Sheet, bench: Bench, s: int) -> None:
    """Put off what was put last."""
    p, end = bench.placed[s], _end(bench, s)
    n = p.session
    if n != NONE:
        k = 0
        while bench.taken[n, k, 0] != p.start or bench.taken[n, k, 1] != end:
            k += 1
        for j in range(k, bench.hours[n].count - 1):
            _move(bench, n, j + 1, j)
        bench.hours[n].count -= 1
        bench.hours[n].free += p.ticks
    _hold_all(sheet, bench, s, -1)
    if sheet.sittings[s].group != NONE:
        if p.follows != NONE:
            bench.placed[p.follows].mix = p.mix - sheet.sittings[s].ticks
        p.mix = NONE
    p.start = NONE


@lean
def _fill(bench: Bench, n: int, a: int, b: int) -> None:
    k = bench.hours[n].count
    while k and (
        bench.taken[n, k - 1, 0] > a
        or (bench.taken[n, k - 1, 0] == a and bench.taken[n, k - 1, 1] > b)
    ):
        _move(bench, n, k - 1, k)
        k -= 1
    bench.taken[n, k, 0], bench.taken[n, k, 1] = a, b
    bench.hours[n].count += 1
    bench.hours[n].free -= b - a


@lean
def _move(bench: Bench, n: int, of: int, to: int) -> None:
    bench.taken[n, to, 0], bench.taken[n, to, 1] = bench.taken[n, of, 0], bench.taken[n, of, 1]


@lean
def _hold_all(sheet: Sheet, bench: Bench, s: int, more: int) -> None:
    """What a sitting that lies there holds, or no longer does."""
    at, end = bench.placed[s].start, _end(bench, s)
    for k in range(sheet.sittings[s].machine, sheet.sittings[s].machine_to):
        _hold(bench.held, sheet.lists[k], at, end, more)
    if sheet.sittings[s].turns != NONE:
        _hold(bench.held, sheet.most.size - 1, at, _turned(sheet, s, at, end), more)


@lean
def _hold(held: NDArray[np.int16], m: int, a: int, b: int, more: int) -> None:
    for t in range(max(a, 0), min(b, held.shape[1])):
        held[m, t] += more


@lean
def points_of(sheet: Sheet, bench: Bench, ready: Ints, load: Ints) -> tuple[int, int]:
    """What a plan that was laid out costs, and of that what slips or is short and the sessions; NONE where what must not be late is.

    ``ready`` becomes the tick each due rod is ready at, ``load`` the ticks each session has.
    """
    load[:], ready[:] = 0, NONE
    lesser = greater = 0
    for s in range(sheet.sittings.size):
        me, p = sheet.sittings[s], bench.placed[s]
        if p.session != NONE:
            load[p.session] += p.ticks
        if me.before != NEVER and me.before != p.start:
            lesser += MOVED
        if me.rod != NONE:
            done = NONE if me.ready == NONE else sheet.tables[me.ready, p.start]
            ready[me.rod] = max(ready[me.rod], p.start + p.ticks, done)
        lesser += WAIT_H * _waiting_h(sheet, bench, s)
    for n in range(load.size):
        greater += SESSION if load[n] else 0
    for r in range(ready.size):
        d = sheet.dues[r]
        if ready[r] != NONE:
            lesser += READY_DAY * -(-ready[r] // sheet.day)
            greater += SHORT * -(-max(ready[r] - d.wanted, 0) // sheet.day)
            if ready[r] > d.at:
                if d.must:
                    return NONE, NONE
                greater += d.late * -(-(ready[r] - d.at) // sheet.day)
    return greater + lesser, greater


@lean
def _waiting_h(sheet: Sheet, bench: Bench, s: int) -> int:
    """Hours a sitting is begun after its window opened."""
    hours = 0
    for k in range(sheet.sittings[s].wait, sheet.sittings[s].wait_to):
        w = sheet.waits[k]
        if w.counts:
            beyond = bench.placed[s].start - _opened_by(sheet, bench, k)
            hours += -(-max(beyond, 0) // sheet.hour)
    return hours


@lean
def _opened_by(sheet: Sheet, bench: Bench, k: int) -> int:
    """The first tick at which what a sitting waits for lets it begin."""
    w, p = sheet.waits[k], bench.placed[sheet.waits[k].first]
    end = p.start + p.ticks
    if w.opens != NONE:
        end = max(end, sheet.tables[w.opens, _counted_from(sheet, bench, k)])
    return int(end)


@lean
def _counted_from(sheet: Sheet, bench: Bench, k: int) -> int:
    w, p = sheet.waits[k], bench.placed[sheet.waits[k].first]
    return int(min(p.start if w.from_start else p.start + p.ticks, sheet.horizon))


class Now(NamedTuple):
    """Where the pencil stands: (n,) how soon each sitting is taken and whether it is patient; (S,) whether a session is
    shut and the ticks it has; ``worth`` (3,): the greater points, all points, and how far it is from a session less."""

    rank: Floats
    patient: Flags
    shut: Flags
    load: Ints
    worth: Floats


@compiled
def copied(now: Now) -> Now:
    """The same once more."""
    return Now(
        now.rank.copy(), now.patient.copy(), now.shut.copy(), now.load.copy(), now.worth.copy()
    )


class Luck(NamedTuple):
    """What is drawn for each try: (tries, DRAWN) from 0 to 1; (tries,) how far some are moved, and how much worse may be
    kept, in sessions."""

    draws: Floats
    far: Floats
    worse: Floats


class Alike(NamedTuple):
    """Sittings of one rod, kind or group: those of ``k`` stand in ``of[at[k]:at[k + 1]]``."""

    at: Ints
    of: Ints


DRAWN = 20
SHUT, PATIENCE, ONE, FEW = 0.4, 0.5, 0.65, 0.8
"""What is tried: a session shut (so often), who is patient (from there to here), one sitting sooner or later, a few
together; else all of a rod, kind or group."""
EMPTY = 12
"""One of so many sessions that have the least to do is shut."""
SOME = 6
"""So many at most are taken together."""
EMPTIEST, NEXT = 0.6, 0.2
"""What the fill of the emptiest session and of the next counts, in sessions: the emptier, the sooner it goes."""
TICKS = 0.02
"""What a tick of hands counts, in sessions: every setting-up that is saved is time for something else."""


@compiled
def search(
    sheet: Sheet, bench: Bench, alike: Alike, now: Now, best: Now, luck: Luck, thinner: bool
) -> None:
    """Follow the rule over and over, each time a little otherwise than ``now``; both become what was found.

    While sessions are to be saved (``thinner``) any may be shut, one that is nearly empty counts, and nothing less than a
    session does. Something worse is kept as far as ``luck`` allows (simulated annealing).
    """
    tried = copied(now)
    ready = np.zeros(sheet.dues.size, np.int64)
    for t in range(luck.worse.size):
        tried.rank[:], tried.patient[:], tried.shut[:] = now.rank, now.patient, now.shut
        _otherwise(sheet, alike, now, tried, luck.draws[t], luck.far[t], thinner)
        if not lay(sheet, bench, order_by(sheet, tried.rank), tried.shut, tried.patient):
            continue
        points, greater = points_of(sheet, bench, ready, tried.load)
        if points == NONE:
            continue
        tried.worth[0], tried.worth[1], tried.worth[2] = (
            greater,
            points,
            thinness(sheet, tried.load),
        )
        if thinner:
            worse = (greater - now.worth[0]) / SESSION + tried.worth[2] - now.worth[2]
        else:
            worse = (points - now.worth[1]) / SESSION
        better = points < best.worth[1]
        if better:
            _take_over(best, tried)
        if better or worse <= luck.worse[t]:
            _take_over(now, tried)
            for n in range(now.load.size):
                now.shut[n] = now.load[n] == 0


@compiled
def order_by(sheet: Sheet, rank: Floats) -> Ints:
    """The sittings by ``rank``, lowest first, but nothing before what it waits for."""
    comes = rank.copy()
    for s in range(rank.size):
        for k in range(sheet.sittings[s].wait, sheet.sittings[s].wait_to):
            comes[s] = max(comes[s], comes[sheet.waits[k].first])
    return np.argsort(comes, kind="mergesort")


@compiled
def _take_over(to: Now, of: Now) -> None:
    to.rank[:], to.patient[:], to.shut[:], to.load[:], to.worth[:] = (
        of.rank,
        of.patient,
        of.shut,
        of.load,
        of.worth,
    )


@compiled
def _otherwise(
    sheet: Sheet, alike: Alike, now: Now, tried: Now, u: Floats, far: float, thinner: bool
) -> None:
    """Something near what stands: a session shut and perhaps another opened for it; some that wait for their like, or
    no longer; one sitting, a few or all of a kind taken sooner or later."""
    n, what = now.rank.size, u[0] if thinner else SHUT + (1.0 - SHUT) * u[0]
    if what < SHUT:
        _shut_one(sheet, now, tried.shut, u[1:])
    elif what < PATIENCE:
        for k in range(1 + int(u[1] * 3)):
            i = int(u[2 + k] * n)
            tried.patient[i] = not tried.patient[i]
    elif what < ONE:
        tried.rank[int(u[1] * n)] = now.rank[int(u[2] * n)] + u[3]
    else:
        f = int(u[1] * (alike.at.size - 1))
        a, size = alike.at[f], alike.at[f + 1] - alike.at[f]
        if what < FEW:
            to = now.rank[alike.of[a + int(u[2] * size)]]
            for k in range(min(size, 2 + int(u[3] * (SOME - 1)))):
                tried.rank[alike.of[a + int(u[4 + k] * size)]] = to + u[4 + SOME + k]
        else:
            for k in range(a, a + size):
                tried.rank[alike.of[k]] += far


@compiled
def _shut_one(sheet: Sheet, now: Now, shut: Flags, u: Floats) -> None:
    """One of the emptiest shut; and now and then the longer of two that are shut opened for it."""
    used = np.flatnonzero(now.load)
    if used.size:
        emptiest = used[np.argsort(now.load[used], kind="mergesort")]
        shut[emptiest[int(u[0] * min(EMPTY, used.size))]] = True
    closed = np.flatnonzero(shut)
    if closed.size and u[1] < 0.5:
        one, two = closed[int(u[2] * closed.size)], closed[int(u[3] * closed.size)]
        longer = (
            sheet.sessions[two].b - sheet.sessions[two].a
            > sheet.sessions[one].b - sheet.sessions[one].a
        )
        shut[two if longer else one] = False


@lean
def thinness(sheet: Sheet, load: Ints) -> float:
    """How far a plan is from a session less, in sessions: by how full the emptiest are, and how much there is to do."""
    one, two, ticks = 1.0, 1.0, 0
    for n in range(load.size):
        if load[n]:
            ticks += load[n]
            fill = load[n] / (sheet.sessions[n].b - sheet.sessions[n].a)
            one, two = min(one, fill), min(two, max(one, fill))
    return EMPTIEST * one + NEXT * two + TICKS * ticks
