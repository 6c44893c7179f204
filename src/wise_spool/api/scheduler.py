"""The scheduler of a shop: keeps the timetable true to the rods, and has a worker make it better.

A request never waits for the solver. What is asked for is answered from what is kept; the list rule answers within the
request when nothing is kept that still holds; the solver runs in a process of its own and says each better answer.

Whatever is known of the timetable is in the database, so that any server process of the shop can be asked. One search runs at a time, by whichever
process was asked first: it has the turn, which is free again when it has ended, however it ended.
"""

import hashlib
import pickle
import subprocess
import sys
from collections.abc import Callable
from dataclasses import asdict, dataclass, replace
from datetime import UTC, datetime, timedelta
from functools import cached_property
from threading import Lock, Thread
from typing import TYPE_CHECKING

from wise_spool.core.document.log import live
from wise_spool.core.schedule.arrivals import awaited, waiting_for
from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.conflict import Conflict
from wise_spool.core.schedule.costing import cost_of, ready_at
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.problem import Placed, Problem, Schedule
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.solving import Answer, quick
from wise_spool.logs import say
from wise_spool.store.timetable import KeptPlace, Timetable, TimetableStore, Tried
from wise_spool.store.turn import Turn

if TYPE_CHECKING:
    from wise_spool.api.deps import Shop

WORK, WHAT_IF_WORK = 25.0, 5.0
MOST_SEARCHED = 1500
"""Sittings that are searched over; more are only laid out by the list rule."""
MOST_RODS = 400
PUT_DOWN = "put the search down"
"""Said among the processes of a shop."""
NOT_NOTED_BEFORE = datetime(1971, 1, 1, tzinfo=UTC)


@dataclass(frozen=True)
class Laid:
    """The problem as it stands now, and what it was made of."""

    board: ShopBoard
    rods: tuple[OpenRod, ...]
    problem: Problem
    of: str

    @cached_property
    def names(self) -> dict[str, str]:
        """Rods' names by their ids."""
        return {r.id: r.name for r in self.rods}

    @cached_property
    def people(self) -> dict[str, str]:
        """Who is at the bench, by id."""
        return {p.id: p.name for p in self.board.people}


class Scheduler:
    """One shop's timetable and the worker on it."""

    def __init__(self, shop: "Shop", kept: TimetableStore) -> None:
        self.shop, self.kept = shop, kept
        self._lock = Lock()
        self._work: _Work | None = None
        self._trying: _Work | None = None
        self._turn = Turn(kept.engine, "search")

    # --- what is to be done ------------------------------------------------------

    def laid(self, board: ShopBoard | None = None, without: str = "") -> Laid:
        """Every open rod laid out from now on."""
        board = board or self.kept.board()
        rods = tuple(r for r in self._open_rods() if r.id != without)
        now = datetime.now(UTC)
        timetable = self.kept.timetable()
        places = {} if timetable is None else timetable.places
        before = {i: p.start for i, p in places.items()}
        running = {i: (p.person, ends(p)) for i, p in places.items() if p.start <= now < ends(p)}
        shelf = awaited(self.shop.stock(), now.date()) if self.shop.shelf.ordered() else ()
        ordered = waiting_for(board, {r.id for r in rods}, shelf)
        problem = problem_of(ordered, rods, begins(now), before, running)
        said = [
            ordered.model_dump_json(),
            *(f"{r.id}{sorted((k, str(v)) for k, v in r.done_at.items())}" for r in rods),
        ]
        said += [o.model_dump_json() for r in rods for o in r.operations]
        return Laid(board, rods, problem, hashlib.sha256("\n".join(said).encode()).hexdigest()[:24])

    def _open_rods(self) -> list[OpenRod]:
        out = []
        for kept in self.shop.hanging(MOST_RODS):
            plan = self.shop.planned(kept, learned=True).plan
            if plan is None:
                continue
            done = {
                e.step: e.at for e in live(kept.records.log) if e.step and e.at > NOT_NOTED_BEFORE
            }
            done |= {o.id: o.done_at for o in plan.work.operations if o.done_at is not None}
            finished = set(
                kept.records.record.done
            )  # a stage that is finished is so with all its steps
            operations = tuple(
                o.model_copy(update={"done": True}) if o.stage in finished and not o.done else o
                for o in plan.work.operations
            )
            out.append(OpenRod(str(kept.id), kept.records.design.name, operations, done))
        return out

    # --- what is kept --------------------------------------------------------------

    def now(self, *, calm: bool = False) -> tuple[Laid, Timetable, Schedule]:
        """The problem and a timetable of it that holds: the one kept, or the list rule's; the worker is set on it
        when it is not known to be good, unless whoever asks is ``calm``."""
        with self._lock:
            laid = self.laid()
            timetable = self.kept.timetable()
            if timetable is not None and timetable.trouble and timetable.of == laid.of:
                if timetable.conflict is None and not timetable.stopped:
                    self._set_on(laid)  # whoever looked for it has ended before it was found
                return laid, timetable, placed_in(laid.problem, timetable.places)
            schedule = self._still_holds(laid, timetable)
            if timetable is None or schedule is None or timetable.of != laid.of:
                timetable, schedule = self._anew(laid, timetable, schedule)
            wanting = timetable.standing in ("listed", "none") and not timetable.stopped
            if wanting and not calm and laid.problem.sittings:
                self._set_on(laid)
            return laid, timetable, schedule

    def _still_holds(self, laid: Laid, timetable: Timetable | None) -> Schedule | None:
        """The kept places as a schedule of the problem now; None when they break something."""
        if timetable is None:
            return None
        schedule = placed_in(laid.problem, timetable.places)
        return None if faults(laid.problem, schedule) else schedule

    def _anew(
        self, laid: Laid, old: Timetable | None, holds: Schedule | None
    ) -> tuple[Timetable, Schedule]:
        """A timetable for a problem that is new: quickly now, better by the worker."""
        schedule = holds
        answer = None
        if schedule is None:
            answer = quick(laid.problem)
            schedule = answer.schedule
        if schedule is None:  # the last good one stays, and what is wrong is looked for
            timetable = Timetable(of=laid.of, made_at=datetime.now(UTC), standing="none", places=old.places if old else {}, trouble="looking")  # fmt: skip
            self.kept.keep(timetable)
            self._have_put_down()
            return timetable, placed_in(laid.problem, timetable.places)
        listed = answer or quick(laid.problem)
        timetable = _timetable(laid, replace(listed, schedule=schedule, cost=cost_of(laid.problem, schedule)))  # fmt: skip
        self.kept.keep(timetable)
        self._have_put_down()
        return timetable, schedule

    # --- the worker ----------------------------------------------------------------

    @property
    def solving(self) -> bool:
        """Whether a worker is at it, of this process or another."""
        return (self._work is not None and self._work.alive) or self._turn.taken()

    def _set_on(self, laid: Laid) -> None:
        """Have a worker search, unless one does."""
        if (
            len(laid.problem.sittings) > MOST_SEARCHED
        ):  # which of it clashes is not searched for either
            unsure = Conflict((), sure=False)
            self.kept.change(lambda t: t.model_copy(update={"conflict": unsure}) if t.trouble and t.conflict is None else None)  # fmt: skip
            return
        if self._turn.take():
            self._work = _Work(laid.problem, WORK, lambda said: self._heard(laid, said), self._turn.give)  # fmt: skip

    def put_down(self) -> None:
        """What this process searches for is not wanted any more; a what-if goes on."""
        if self._work is not None:
            self._work.stop()
        self._work = None

    def told_to_put_down(self) -> None:
        """Another process says so; whoever looks at the board then asks for what is wanted now."""
        if self._work is not None:
            self.put_down()
            self.shop.bell.board()

    def _have_put_down(self) -> None:
        """No process is to search on for what was wanted before."""
        self.put_down()
        self.shop.hearsay.tell(PUT_DOWN)

    def solve(self) -> None:
        """Set a worker on what there is now."""
        with self._lock:
            laid = self.laid()
            self.kept.change(lambda t: t.model_copy(update={"stopped": False, "conflict": None}) if t.of == laid.of else None)  # fmt: skip
            self.put_down()
            self._set_on(laid)
        self.shop.bell.board()

    def cancel(self) -> None:
        """Stop the worker; what it found so far stays."""
        self.kept.change(lambda t: t.model_copy(update={"stopped": True}))
        self._have_put_down()
        self._leave_trying()
        self.shop.bell.board()

    def close(self) -> None:
        """Stop for good."""
        self.put_down()
        self._leave_trying()

    def _leave_trying(self) -> None:
        if self._trying is not None:
            self._trying.stop()
        self._trying = None

    def _heard(self, laid: Laid, said: Answer | Conflict) -> None:
        """The worker said something: keep what is better, of the problem it is of, unless it was stopped meanwhile."""
        with self._lock:
            self.kept.change(lambda t: _after(t, laid, said))
        self.shop.bell.board()

    # --- what if ---------------------------------------------------------------------

    def what_if(self, name: str, board: ShopBoard, without: str = "") -> None:
        """Try another board beside the one that holds; what it comes to is kept when it is known."""
        laid = self.laid(board, without)
        self.kept.keep_tried(Tried(name=name))
        self._leave_trying()

        def heard(said: Answer | Conflict) -> None:
            if isinstance(said, Answer) and self.kept.came_to(_tried(name, laid.problem, said)):
                self.shop.bell.board()

        self._trying = _Work(laid.problem, WHAT_IF_WORK, heard)
        self.shop.bell.board()


def _after(timetable: Timetable, laid: Laid, said: Answer | Conflict) -> Timetable | None:
    """The timetable after the worker said something; None where that changes nothing."""
    if timetable.of != laid.of or timetable.stopped:
        return None
    if isinstance(said, Conflict):
        return timetable.model_copy(update={"conflict": said})
    if said.schedule is None:
        trouble = said.nowhere or "infeasible"
        return timetable.model_copy(update={"standing": said.standing, "trouble": trouble})
    kept = None if timetable.trouble else timetable.points
    better = kept is None or (said.points is not None and said.points <= kept)
    if better and not faults(laid.problem, said.schedule):
        return _timetable(laid, said)
    return None if said.bound is None else timetable.model_copy(update={"bound": said.bound})


def _timetable(laid: Laid, answer: Answer) -> Timetable:
    assert answer.schedule is not None and answer.cost is not None
    problem = laid.problem
    places = {
        i: KeptPlace(start=problem.at(p.start), minutes=p.ticks * problem.tick_min, person=p.person, follows=p.follows)
        for i, p in answer.schedule.items()
    }  # fmt: skip
    return Timetable(
        of=laid.of, made_at=datetime.now(UTC), standing=answer.standing, points=answer.cost.points, bound=answer.bound,
        cost=asdict(answer.cost), listed={} if answer.listed is None else asdict(answer.listed), places=places,
    )  # fmt: skip


def _tried(name: str, problem: Problem, answer: Answer) -> Tried:
    if answer.schedule is None or answer.cost is None:
        return Tried(name=name, nowhere=True)
    ready = {d.rod: ready_at(problem, answer.schedule, d.rod) for d in problem.dues}
    return Tried(
        name=name,
        cost=asdict(answer.cost),
        ready={r: problem.at(n) for r, n in ready.items() if n is not None},
    )


def ends(p: KeptPlace) -> datetime:
    """When a kept sitting is over."""
    return p.start + timedelta(minutes=p.minutes)


def placed_in(problem: Problem, places: dict[str, KeptPlace]) -> Schedule:
    """Kept places as ticks of a problem; one that runs now begins at its first tick."""
    out = {}
    for i, p in places.items():
        if i in problem.by_id:
            a, b = problem.tick(p.start), problem.tick(ends(p))
            out[i] = Placed(max(a, 0), b - max(a, 0), p.person, p.follows if p.follows in problem.by_id else "")  # fmt: skip
    return out


class _Work:
    """One run of the solver in a process of its own, which says each better answer on its output."""

    def __init__(
        self, problem: Problem, work: float, heard: Callable[[Answer | Conflict], None],
        ended: Callable[[], None] = lambda: None,
    ) -> None:  # fmt: skip
        self._heard, self._ended, self._stopped, self._lock = heard, ended, False, Lock()
        self._process = subprocess.Popen(
            [sys.executable, "-m", "wise_spool.api.solving_worker"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )  # fmt: skip
        self._thread = Thread(target=self._run, args=(pickle.dumps((problem, work)),), daemon=True)
        self._thread.start()

    @property
    def alive(self) -> bool:
        """Whether it still works."""
        return self._process.poll() is None and not self._stopped

    def stop(self) -> None:
        """End it; nothing more is heard of it."""
        self._over()
        if self._process.poll() is None:
            self._process.terminate()

    def _over(self) -> None:
        """It has ended or is ended; said once."""
        with self._lock:
            was, self._stopped = self._stopped, True
        if not was:
            self._ended()

    def _run(self, asked: bytes) -> None:
        given, says = self._process.stdin, self._process.stdout
        assert given is not None and says is not None
        try:
            with (
                given,
                says,
            ):  # its input stays open while it is heard: it ends when that does, as by the end of this process
                given.write(asked)
                given.flush()
                while not self._stopped:
                    said = pickle.load(says)
                    if not self._stopped:
                        self._tell(said)
        except (EOFError, OSError, pickle.UnpicklingError):
            pass  # it has ended, or was ended
        finally:
            self._process.wait()
            self._over()

    def _tell(self, said: Answer | Conflict) -> None:
        try:
            self._heard(said)
        except Exception:
            say.exception("the schedule's answer could not be kept")
