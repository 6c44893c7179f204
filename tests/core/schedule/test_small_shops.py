"""Small benches against a search of every possibility, by a counting of its own."""

import itertools
import unittest
from dataclasses import replace

from ortools.sat.python.cp_model import OPTIMAL, CpSolver

from tests.core.schedule.shops import bench
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.model import Model
from wise_spool.core.schedule.problem import Due, Lag, Placed, Sitting
from wise_spool.core.schedule.solving import solve
from wise_spool.core.schedule.warmth import Dose


def every(problem):
    """The fewest points over every start and person of every sitting, what must hold read off the checker."""
    choices = []
    for s in problem.sittings:
        mine = [
            (t, w.person) for w in problem.windows for t in range(w.a, w.b - s.ticks - s.setup + 1)
        ]
        choices.append([(s.id, Placed(t, s.ticks + s.setup, p)) for t, p in mine])
    best = None
    for combination in itertools.product(*choices):
        schedule = dict(combination)
        if not faults(problem, schedule):
            points = cost_of(problem, schedule).points
            best = points if best is None else min(best, points)
    return best


def two_people(*sittings, **more):
    return bench(sittings, [("a", 0, 5), ("b", 2, 6), ("a", 20, 25)], ticks=60, **more)


class EveryPossibility(unittest.TestCase):
    def check(self, problem):
        found = solve(problem)
        self.assertEqual(found.standing, "proven")
        self.assertEqual(faults(problem, found.schedule), [])
        self.assertEqual(found.points, every(problem))

    def test_two_rods_on_two_pairs_of_hands(self):
        sits = [Sitting("x/1", "x", "", 3), Sitting("x/2", "x", "", 2, after=(Lag("x/1", "first"),)), Sitting("y/1", "y", "", 3)]  # fmt: skip
        self.check(two_people(*sits, dues=(Due("x", "x", 6), Due("y", "y", 22))))

    def test_days_in_hand_are_worth_another_session(self):
        """Both could be done on the second evening; with a day in hand the promised one is done on the first."""
        sits = [Sitting("x/1", "x", "", 3), Sitting("y/1", "y", "", 2, earliest=20)]
        evenings = [("a", 0, 5), ("a", 20, 25)]
        for in_hand, sessions, short in ((0, 1, 0), (300, 2, 0), (600, 2, 1)):
            due = Due("x", "x", 320, in_hand=in_hand)
            problem = bench(sits, evenings, ticks=60, dues=(due, Due("y", "y")))
            self.check(problem)
            cost = solve(problem).cost
            self.assertEqual(
                (cost.sessions, cost.short_days, cost.slipped_days), (sessions, short, 0)
            )

    def test_a_machine_between_two_and_a_promise_that_cannot_be_kept(self):
        sits = [Sitting("x/1", "x", "", 3, machines=("wrapper",)), Sitting("y/1", "y", "", 3, machines=("wrapper",)), Sitting("y/2", "y", "", 2, after=(Lag("y/1", "first"),))]  # fmt: skip
        self.check(two_people(*sits, dues=(Due("x", "x", 3), Due("y", "y", 5, trip=True))))

    def test_one_blank_between_two_who_could_both_work_on_it(self):
        x = [Sitting(f"x/{n}", "x", "", 2, on_blank=n < 2) for n in range(3)]
        y = Sitting("y/1", "y", "", 1, on_blank=True)
        for others in ((*x,), (*x[:2], y), (replace(x[0], turns=Dose(12.0)), x[1], y)):
            self.check(two_people(*others, dues=(Due("x", "x", 4), Due("y", "y", 5))))

    def test_both_in_for_an_hour_do_not_share_a_blank_for_it(self):
        """Off the rod, the second is done the same day; on it, the next."""
        days = []
        for on_blank in (True, False):
            sits = [Sitting(f"x/{n}", "x", "", 4, on_blank=on_blank) for n in range(2)]
            hours = [("a", 0, 5), ("b", 2, 6), ("a", 300, 305)]
            problem = bench(sits, hours, ticks=340, dues=(Due("x", "x"),))
            self.check(problem)
            days.append(solve(problem).cost.ready_days)
        self.assertEqual(days, [2, 1])

    def test_a_coat_that_must_be_followed_within_its_window_on_one_dryer(self):
        lag = Lag("x/1", "one on another", Dose(60.0), Dose(110.0), "it closes", from_start=True)
        sits = [Sitting("x/1", "x", "", 2, turns=Dose(30.0)), Sitting("x/2", "x", "", 2, turns=Dose(30.0), after=(lag,)), Sitting("y/1", "y", "", 2, turns=Dose(30.0))]  # fmt: skip
        tight = two_people(*sits, dues=(Due("x", "x"), Due("y", "y")))
        self.assertEqual((solve(tight).standing, every(tight)), ("infeasible", None))
        self.check(
            bench(sits, [("a", 0, 5), ("b", 2, 6), ("a", 20, 30)], ticks=60, dues=tight.dues)
        )

    def test_four_of_one_rod_over_two_evenings(self):
        sits = [Sitting(f"x/{n}", "x", "", t, after=(Lag(f"x/{n - 1}", "first"),) if n else ()) for n, t in enumerate((2, 2, 3, 1))]  # fmt: skip
        self.check(two_people(*sits, dues=(Due("x", "x", 24),)))

    def test_six_of_three_rods(self):
        sits = [Sitting(f"{r}/{n}", r, "", 2 if n else 1, after=(Lag(f"{r}/0", "first"),) if n else ()) for r in "xyz" for n in (0, 1)]  # fmt: skip
        self.check(bench(sits, [("a", 0, 4), ("b", 3, 6), ("a", 20, 22)], ticks=40, dues=(Due("x", "x", 4), Due("y", "y"), Due("z", "z"))))  # fmt: skip


class InARow(unittest.TestCase):
    def test_one_mix_serves_two_rods_within_its_pot_life_and_no_third(self):
        sits = [Sitting(f"{r}/g", r, "", 3, setup=2, group="glue", pot_ticks=6) for r in "xyz"]
        problem = bench(sits, [("a", 0, 13)], ticks=40, dues=[Due(r, r) for r in "xyz"])
        found = solve(problem)
        self.assertEqual(sum(bool(p.follows) for p in found.schedule.values()), 1)
        self.assertEqual(found.cost.span, 13)
        tight = bench(sits, [("a", 0, 12)], ticks=40, dues=[Due(r, r) for r in "xyz"])
        self.assertEqual(solve(tight).standing, "infeasible")

    def test_one_mix_serves_as_many_as_it_lives_for(self):
        sits = [Sitting(f"{r}/g", r, "", 3, setup=2, group="glue", pot_ticks=9) for r in "wxyz"]
        problem = bench(sits, [("a", 0, 16)], ticks=40, dues=[Due(r, r) for r in "wxyz"])
        found = solve(problem)
        self.assertEqual(found.cost.span, 16)
        self.assertEqual(sum(bool(p.follows) for p in found.schedule.values()), 2)
        self.assertEqual(faults(problem, found.schedule), [])
        order = sorted(found.schedule, key=lambda i: found.schedule[i].start)
        ends = {i: found.schedule[i] for i in order}
        row, last = {}, None
        for n, i in enumerate(order):  # all four out of the first cup
            row[i] = replace(ends[i], start=3 * n + 2 * bool(n), ticks=3 + 2 * (not n), follows=last or "")  # fmt: skip
            last = i
        self.assertTrue(any("more of one mix than it lives" in f for f in faults(problem, row)))

    def test_thread_of_one_colour_goes_on_in_a_row(self):
        sits = [Sitting(f"{r}/w", r, "", 2, setup=2, group=c) for r, c in (("x", "red"), ("y", "green"), ("z", "red"))]  # fmt: skip
        problem = bench(sits, [("a", 0, 10)], ticks=40, dues=[Due(r, r) for r in "xyz"])
        found = solve(problem)
        self.assertEqual(faults(problem, found.schedule), [])
        followed = [(problem.by_id[i].group, problem.by_id[p.follows].group) for i, p in found.schedule.items() if p.follows]  # fmt: skip
        self.assertEqual(followed, [("red", "red")])

    def test_parts_of_one_wrap_go_on_in_a_row_and_what_must_cure_between_does_not(self):
        for cures, fits in ((None, True), (Dose(5.0), False)):
            lag = Lag("x/1", "one part after another", cures)
            sits = [Sitting("x/1", "x", "", 2, setup=2, group="red"), Sitting("x/2", "x", "", 2, setup=2, group="red", after=(lag,))]  # fmt: skip
            model = Model(bench(sits, [("a", 0, 6)], ticks=40, dues=[Due("x", "x")]))
            self.assertEqual(CpSolver().solve(model.cp) == OPTIMAL, fits)


if __name__ == "__main__":
    unittest.main()
