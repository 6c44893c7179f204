"""The schedule as a constraint problem: variables and constraints for CP-SAT, built from plain data.

OR-Tools is used directly, not a scheduling package on it: a wait here is a dose whose end depends on when it begins,
a sitting takes the stretch of hours it lies in, and a setting-up falls away when one follows on another. Those are
element and implication constraints that a package for plain machine shops does not pass through. The data, the model
and the schedule are kept apart as such packages keep them.
"""

from collections import defaultdict
from dataclasses import dataclass, field
from typing import Any

from ortools.sat.python import cp_model

from wise_spool.core.schedule.problem import (
    MOVED,
    READY_DAY,
    SESSION,
    SHORT,
    SLIP,
    TRIP,
    WAIT_H,
    DemandKind,
    Placed,
    Problem,
    Schedule,
    Sitting,
    within,
)
from wise_spool.core.schedule.warmth import Dose

Demand = tuple[DemandKind, str]
STEPS = 16
"""Slopes of a dose's end are whole sixteenths."""


def _cures_between(problem: Problem) -> dict[str, set[str]]:
    """For each sitting, those before it that something must cure after: they cannot be done in a row."""
    before = problem.all_before
    cured = {
        s.id: {i for lag in s.after if lag.least is not None for i in (lag.first, *before.get(lag.first, ()))}
        for s in problem.sittings
    }  # fmt: skip
    return {i: cured[i].union(*(cured.get(b, ()) for b in before[i])) for i in cured}


def line_of(ends: list[int], first: int, *, above: bool) -> tuple[int, int]:
    """The line k t + c, over ``STEPS``, through or beyond every end of a dose begun at t = ``first``, first + 1, ...:
    above them all, or below them all, and as near as sixteenths allow.

    >>> line_of([105, 106, 107], 5, above=True)
    (16, 1600)
    """
    n = len(ends)
    slope = STEPS * (ends[-1] - ends[0]) / (n - 1) if n > 1 else float(STEPS)
    best: tuple[int, int, int] | None = None
    for k in {STEPS, int(slope), int(slope) + 1}:
        offsets = [STEPS * e - k * (first + i) for i, e in enumerate(ends)]
        c = max(offsets) if above else min(offsets)
        off = max(abs(o - c) for o in offsets)
        if best is None or (off, abs(k - STEPS)) < (best[0], abs(best[1] - STEPS)):
            best = (off, k, c)
    assert best is not None
    return best[1], best[2]


class CannotBeginError(Exception):
    """A sitting has nowhere to begin at all, whatever else is done; ``sitting`` is its id."""

    def __init__(self, sitting: str) -> None:
        super().__init__(sitting)
        self.sitting = sitting


@dataclass
class Var:
    """The variables of one sitting."""

    start: Any
    end: Any
    ticks: Any
    people: dict[str, Any] = field(default_factory=dict)
    stretches: dict[int, Any] = field(default_factory=dict)
    follows: dict[str, Any] = field(default_factory=dict)
    doses: dict[tuple[bool, Dose, bool], Any] = field(default_factory=dict)


class Model:
    """CP-SAT's model of a problem. ``demands`` are literals of what may be asked to hold, by name; they hold
    unless they are left open (``open_demands``)."""

    def __init__(self, problem: Problem, *, open_demands: bool = False) -> None:
        self.problem = problem
        self.cp = cp_model.CpModel()
        self.vars: dict[str, Var] = {}
        self.demands: dict[Demand, Any] = {}
        self.open_demands = open_demands
        self.sessions: list[Any] = []
        self.turning: dict[str, Any] = {}
        self.points: Any = 0
        self.far = int(problem.warmth.run_min.size)
        for s in problem.sittings:
            self._sitting(s)
        self._follow()
        for s in problem.sittings:
            self._waits(s)
        self._hands()
        self._machines()
        self._blanks()
        self._aim()

    def _demand(self, kind: DemandKind, of: str) -> Any:
        """The literal of a demand; a constant where it is not up for question."""
        if (kind, of) in self.problem.relaxed:
            return self.cp.new_constant(0)
        if not self.open_demands:
            return self.cp.new_constant(1)
        if (kind, of) not in self.demands:
            self.demands[kind, of] = self.cp.new_bool_var(f"{kind} {of}")
        return self.demands[kind, of]

    def _stretches(self, s: Sitting) -> list[tuple[int, int, int, str]]:
        """Where it may begin: (number of the stretch, first tick, last tick, person)."""
        p = self.problem
        if not s.hands:
            return [(-1, s.earliest, p.ticks, "")]
        out = []
        for n, w in enumerate(p.windows):
            if not (p.is_open(w) or self.open_demands):
                continue
            for a, b in within(w.a, w.b, s.only):
                low, high = max(a, s.earliest), b - s.ticks
                if high >= low:
                    out.append((n, low, high, w.person))
                    break  # a stretch with the sun in it twice is taken at its first
        return out

    def _sitting(self, s: Sitting) -> None:
        cp, stretches = self.cp, self._stretches(s)
        if not stretches:
            raise CannotBeginError(s.id)
        domain = cp_model.Domain.from_intervals([[a, b] for _, a, b, _ in stretches])
        start = cp.new_int_var_from_domain(domain, f"start {s.id}")
        ticks: Any = s.ticks
        if s.setup:
            ticks = cp.new_int_var_from_domain(cp_model.Domain.from_values([s.ticks, s.ticks + s.setup]), f"ticks {s.id}")  # fmt: skip
        end: Any = start + ticks
        if s.setup:
            end = cp.new_int_var(0, self.far, f"end {s.id}")
            cp.add(end == start + ticks)
        v = Var(start, end, ticks)
        if s.hands:
            for n, a, b, _ in stretches:
                x = cp.new_bool_var(f"{s.id} in {n}")
                v.stretches[n] = x
                cp.add(start >= a).only_enforce_if(x)
                if s.setup:
                    cp.add(end <= b + s.ticks).only_enforce_if(x)
                else:
                    cp.add(start <= b).only_enforce_if(x)
                if self.problem.windows[n].away and not self.problem.is_open(self.problem.windows[n]):  # fmt: skip
                    cp.add_implication(x, self._demand("away", self.problem.windows[n].away).negated())  # fmt: skip
            cp.add_exactly_one(v.stretches.values())
            for person in dict.fromkeys(w for *_, w in stretches):
                mine = [v.stretches[n] for n, _, _, w in stretches if w == person]
                if len(dict.fromkeys(w for *_, w in stretches)) == 1:
                    v.people[person] = cp.new_constant(1)
                else:
                    here = cp.new_bool_var(f"{s.id} by {person}")
                    cp.add(sum(mine) == here)
                    v.people[person] = here
        if s.latest is not None:
            cp.add(start <= s.latest).only_enforce_if(self._demand("window", s.id))
        if s.pinned is not None:
            pin = self._demand("pin", s.id)
            cp.add(start == s.pinned).only_enforce_if(pin)
            if s.pinned_to and s.pinned_to in v.people:
                cp.add_implication(pin, v.people[s.pinned_to])
        self.vars[s.id] = v

    def _follow(self) -> None:
        """Setting-up falls away when one follows at once on another of its group, by the same hands."""
        parted = _cures_between(self.problem)
        groups: dict[str, list[Sitting]] = defaultdict(list)
        for s in self.problem.sittings:
            if s.group and s.setup:
                groups[s.group].append(s)
        for group in groups.values():
            self._in_a_row(group, parted)
        for s in self.problem.sittings:
            v = self.vars[s.id]
            if s.setup:
                self.cp.add(v.ticks == s.ticks + s.setup - s.setup * sum(v.follows.values()))
                self.cp.add_at_most_one(v.follows.values())

    def _in_a_row(self, group: list[Sitting], parted: dict[str, set[str]]) -> None:
        after: dict[str, list[Any]] = defaultdict(list)
        for i in group:
            for j in group:
                if i.id == j.id or i.id in parted[j.id] or j.id in parted[i.id]:
                    continue
                if any(x.first == j.id for x in i.after):
                    continue
                if j.pot_ticks is not None and i.ticks + j.ticks > j.pot_ticks:
                    continue
                f = self.cp.new_bool_var(f"{j.id} follows {i.id}")
                a, b = self.vars[i.id], self.vars[j.id]
                self.cp.add(b.start == a.end).only_enforce_if(f)
                for person in {*a.people, *b.people}:
                    if person in a.people and person in b.people:
                        self.cp.add(a.people[person] == b.people[person]).only_enforce_if(f)
                    else:
                        here = a.people.get(person, b.people.get(person))
                        self.cp.add(here == 0).only_enforce_if(f)
                b.follows[i.id] = f
                after[i.id].append(f)
        for s in group:
            self.cp.add_at_most_one(after[s.id])
        self._one_mix(group)

    def _one_mix(self, group: list[Sitting]) -> None:
        """Whatever follows on in one mix lies, all of it together, within the mix's life."""
        mixed = {s.id: self.cp.new_int_var(s.ticks, max(s.pot_ticks, s.ticks), f"mixed {s.id}") for s in group if s.pot_ticks is not None}  # fmt: skip
        for s in group:
            if s.id in mixed:
                for i, f in self.vars[s.id].follows.items():
                    before = mixed.get(i, self.problem.by_id[i].ticks)
                    self.cp.add(mixed[s.id] >= before + s.ticks).only_enforce_if(f)

    def _dose(self, s: Sitting, dose: Dose, *, from_start: bool, last: bool) -> Any:
        """When a dose begun with a sitting is full, or the last tick within it.

        In one stretch of hours that end runs nearly straight in the beginning: it is taken along a line that lies
        nowhere before it (nowhere after it, for the last tick), so that what the model allows is allowed.
        """
        v = self.vars[s.id]
        key = (from_start, dose, last)
        if key in v.doses:
            return v.doses[key]
        of = self.problem.warmth.last_within if last else self.problem.warmth.end
        begin = v.start if from_start else v.end
        more = 0 if from_start else s.ticks
        spread = s.setup if not from_start else 0
        lines = {n: line_of([of(t, dose) for t in range(a + more, b + more + spread + 1)], a + more, above=not last) for n, a, b, _ in self._stretches(s)}  # fmt: skip
        if len(set(lines.values())) == 1:
            (k, c) = next(iter(lines.values()))
            if k == STEPS and c % STEPS == 0:
                v.doses[key] = begin + c // STEPS
                return v.doses[key]
        low = min(of(a + more, dose) for _, a, _, _ in self._stretches(s))
        ends = self.cp.new_int_var(max(low - 1, 0), self.far, f"dose {s.id}")
        for n, (k, c) in lines.items():
            held = STEPS * ends <= k * begin + c if last else STEPS * ends >= k * begin + c
            if n in v.stretches:
                self.cp.add(held).only_enforce_if(v.stretches[n])
            else:
                self.cp.add(held)
        v.doses[key] = ends
        return ends

    def _waits(self, s: Sitting) -> None:
        v = self.vars[s.id]
        for lag in s.after:
            first = self.problem.by_id.get(lag.first)
            if first is None:
                continue
            a = self.vars[lag.first]
            self.cp.add(v.start >= a.end)
            if lag.least is not None:
                self.cp.add(v.start >= self._dose(first, lag.least, from_start=lag.from_start, last=False))  # fmt: skip
            if lag.most is not None:
                closes = self._dose(first, lag.most, from_start=lag.from_start, last=True)
                self.cp.add(v.start <= closes).only_enforce_if(self._demand("window", s.id))

    def _hands(self) -> None:
        by_person: dict[str, list[Any]] = defaultdict(list)
        load: dict[int, list[Any]] = defaultdict(list)
        for s in self.problem.sittings:
            v = self.vars[s.id]
            for person, here in v.people.items():
                by_person[person].append(self.cp.new_optional_interval_var(v.start, v.ticks, v.end, here, f"{s.id} {person}"))  # fmt: skip
            for n, x in v.stretches.items():
                load[n].append((s.ticks, x))
        for spans in by_person.values():
            self.cp.add_no_overlap(spans)
        room: list[Any] = []
        for n, w in enumerate(self.problem.windows):
            if not load[n]:
                continue
            used = self.cp.new_bool_var(f"session {n}")
            self.sessions.append(used)
            # What fits into a stretch bounds how many stretches are needed.
            self.cp.add(sum(t * x for t, x in load[n]) <= (w.b - w.a) * used)
            for _, x in load[n]:
                self.cp.add_implication(x, used)
            room.append((w.b - w.a) * used)
        if room:  # all of it together, setting-up included, bounds how many stretches are needed
            work = [self.vars[s.id].ticks for s in self.problem.sittings if s.hands]
            self.cp.add(sum(work) <= sum(room))

    def _machines(self) -> None:
        held: dict[str, list[Any]] = defaultdict(list)
        for b in self.problem.busy:
            if b.b > 0:
                held[b.machine].append(self.cp.new_fixed_size_interval_var(max(b.a, 0), b.b - max(b.a, 0), f"busy {b.machine}"))  # fmt: skip
        for s in self.problem.sittings:
            v = self.vars[s.id]
            for m in s.machines:
                held[m].append(self.cp.new_interval_var(v.start, v.ticks, v.end, f"{s.id} {m}"))
            if s.turns is not None:
                until = self.cp.new_int_var(0, self.far, f"turns {s.id}")
                full = self._dose(s, s.turns, from_start=True, last=False)
                self.cp.add_max_equality(until, [full, v.end])
                size = self.cp.new_int_var(0, self.far, f"turning {s.id}")
                self.turning[s.id] = self.cp.new_interval_var(v.start, size, until, f"{s.id} dryer")
                held["dryer"].append(self.turning[s.id])
        for m, spans in held.items():
            most = self.problem.dryer_slots if m == "dryer" else self.problem.machines.get(m, 0)
            if most == 1:
                self.cp.add_no_overlap(spans)
            else:
                self.cp.add_cumulative(spans, [1] * len(spans), most)

    def _blanks(self) -> None:
        """Of what wants one blank, one at a time; what turns holds it until it has turned."""
        hands: dict[str, list[Any]] = defaultdict(list)
        here: dict[str, Any] = {}
        for s in self.problem.sittings:
            if self.problem.beside.get(s.id):
                v = self.vars[s.id]
                here[s.id] = self.cp.new_interval_var(v.start, v.ticks, v.end, f"{s.id} blank")
                hands[s.rod].append(here[s.id])
        for spans in hands.values():
            self.cp.add_no_overlap(spans)
        for i, turns in self.turning.items():
            for t in self.problem.beside.get(i, ()):
                self.cp.add_no_overlap([turns, self.turning.get(t.id, here[t.id])])

    def _aim(self) -> None:
        p, cp = self.problem, self.cp
        if p.aim == "span":
            span = cp.new_int_var(0, p.ticks, "span")
            for v in self.vars.values():
                cp.add(v.end <= span)
            self.points = span
            cp.minimize(span)
            return
        day = 24 * 60 // p.tick_min
        terms: list[Any] = [SESSION * sum(self.sessions)] if self.sessions else []
        for due in p.dues:
            mine = [s for s in p.sittings if s.rod == due.rod]
            if not mine:
                continue
            ready = cp.new_int_var(0, self.far, f"ready {due.rod}")
            for s in mine:
                cp.add(ready >= self.vars[s.id].end)
                if s.ready is not None:
                    cp.add(ready >= self._dose(s, s.ready, from_start=True, last=False))
            days = cp.new_int_var(0, self.far // day + 1, f"days {due.rod}")
            cp.add(day * days >= ready)
            terms.append(READY_DAY * days)
            if due.at is not None:
                late = cp.new_int_var(0, self.far // day + 1, f"late {due.rod}")
                cp.add(day * late >= ready - due.at)
                terms.append((TRIP if due.trip else SLIP) * late)
                short = cp.new_int_var(0, self.far // day + 1, f"short {due.rod}")
                cp.add(day * short >= ready - due.at + due.in_hand)
                terms.append(SHORT * short)
                if due.must:
                    cp.add(ready <= due.at).only_enforce_if(self._demand("must", due.rod))
        hour = 60 // p.tick_min
        for s in p.sittings:
            for lag in s.after:
                if lag.most is not None and lag.first in self.vars:
                    first = p.by_id[lag.first]
                    opens = self._dose(first, lag.least, from_start=lag.from_start, last=False) if lag.least else self.vars[lag.first].end  # fmt: skip
                    hours = cp.new_int_var(0, self.far // hour + 1, f"waits {s.id}")
                    cp.add(hour * hours >= self.vars[s.id].start - opens)
                    terms.append(WAIT_H * hours)
        for i, was in p.before.items():
            if i in self.vars:
                moved = cp.new_bool_var(f"moved {i}")
                cp.add(self.vars[i].start == was.start).only_enforce_if(moved.negated())
                terms.append(MOVED * moved)
        self.points = sum(terms)
        cp.minimize(self.points)

    def begin_from(self, schedule: Schedule, seed: int = 7) -> bool:
        """Begin the search from a schedule that is known: every variable is given its value in it, or, where a dose
        lies on the wrong side of its line, the starts that fit the same sessions. False when there are none."""
        return self._holds(schedule, seed, starts=True) or self._holds(schedule, seed, starts=False)

    def _holds(self, schedule: Schedule, seed: int, *, starts: bool) -> bool:
        self._hint(schedule, starts=starts)
        solver = cp_model.CpSolver()
        p = solver.parameters
        p.random_seed, p.num_workers, p.max_deterministic_time = seed, 1, 2.0
        p.fix_variables_to_their_hinted_value = True
        status = solver.solve(self.cp)
        self.cp.clear_hints()  # type: ignore[no-untyped-call]
        if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return False
        hint = self.cp.proto.solution_hint
        for i, value in enumerate(solver.response_proto.solution):
            hint.vars.append(i)
            hint.values.append(value)
        return True

    def _hint(self, schedule: Schedule, *, starts: bool) -> None:
        for i, p in schedule.items():
            v = self.vars[i]
            if starts:
                self.cp.add_hint(v.start, p.start)
            if len(v.people) > 1:  # else it is a constant
                for person, here in v.people.items():
                    self.cp.add_hint(here, int(person == p.person))
            for n, x in v.stretches.items():
                w = self.problem.windows[n]
                self.cp.add_hint(x, int(w.person == p.person and w.a <= p.start < w.b))
            for f, lit in v.follows.items():
                self.cp.add_hint(lit, int(p.follows == f))

    def read(self, value: Any) -> Schedule:
        """The schedule of a solution; ``value`` gives a variable's value."""
        out = {}
        for s in self.problem.sittings:
            v = self.vars[s.id]
            person = next((p for p, here in v.people.items() if value(here)), "")
            follows = next((i for i, f in v.follows.items() if value(f)), "")
            start = int(value(v.start))
            out[s.id] = Placed(start, int(value(v.end)) - start, person, follows)
        return out
