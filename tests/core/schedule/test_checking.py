"""Random shops: whatever is found passes a checker that knows nothing of the solver, and the checker sees what breaks."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.schedule.shops import bench, on_one_blank, random_shop
from wise_spool.core.schedule.by_list import by_list
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.conflict import conflict_of
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.fewer import fewer_sessions
from wise_spool.core.schedule.gather import gathered, hops
from wise_spool.core.schedule.problem import Lag, Placed, Sitting
from wise_spool.core.schedule.solving import solve
from wise_spool.core.schedule.warmth import Dose
from wise_spool.core.schedule.why import why


class RandomShops(unittest.TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.integers(0, 10**6))
    def test_every_schedule_passes_and_better_ones_never_cost_more(self, seed):
        problem = random_shop(seed)
        heard = []
        found = solve(problem, lambda a: heard.append(a) or True, work=1.5)
        for a in (*heard, found):
            if a.schedule is not None:
                self.assertEqual(faults(problem, a.schedule), [], a.standing)
                self.assertEqual(on_one_blank(problem, a.schedule), set())
                self.assertEqual(a.points, cost_of(problem, a.schedule).points)
        if found.bound is not None and found.standing == "proven":
            self.assertLessEqual(found.points, found.bound)
        points = [a.points for a in heard]
        self.assertEqual(points, sorted(points, reverse=True))
        if found.schedule is None:
            self.assertNotEqual(found.standing, "proven")
        else:
            for i in found.schedule:
                self.assertTrue(why(problem, found.schedule, i).words)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10**6))
    def test_the_list_rule_fewer_sessions_and_one_rod_after_another_hold_what_must_hold(self, seed):
        problem = random_shop(seed, rods=4, days=10)
        listed = by_list(problem)
        if listed is None:
            return
        self.assertEqual(faults(problem, listed), [])
        self.assertEqual(on_one_blank(problem, listed), set())
        calm = gathered(problem, listed)
        for better in (fewer_sessions(problem, listed, tries=12), calm):
            self.assertEqual(faults(problem, better), [])
            self.assertEqual(on_one_blank(problem, better), set())
            self.assertLessEqual(cost_of(problem, better).points, cost_of(problem, listed).points)
        self.assertLessEqual(hops(problem, calm), hops(problem, listed))

    def test_the_same_problem_comes_to_the_same_schedule(self):
        for seed in (1, 4):
            problem = random_shop(seed)
            one, two = (solve(problem, work=1.0) for _ in range(2))
            self.assertEqual(repr(one), repr(two))


class WhatBreaks(unittest.TestCase):
    def setUp(self):
        self.problem = next(p for p in map(random_shop, range(60)) if by_list(p))
        self.good = by_list(self.problem)

    def broken(self, words, problem=None, **moved):
        schedule = {**self.good, **{k.replace("_", "/"): v for k, v in moved.items()}}
        self.assertTrue(any(words in f for f in faults(problem or self.problem, schedule)), faults(problem or self.problem, schedule))  # fmt: skip

    def test_each_rule_is_seen_to_break(self):
        glue, one, two = (self.good[f"r0/{x}"] for x in ("glue", "one", "two"))
        self.broken("outside the bench hours", r0_glue=replace(glue, start=0))
        self.broken("before r0/wrap lets it", r0_one=replace(one, start=glue.start))
        self.broken("after the window", r0_two=replace(two, start=two.start + 2000))
        self.broken("as long as it takes", r0_glue=replace(glue, ticks=glue.ticks - 1))
        self.broken(
            "at once", r1_glue=replace(self.good["r1/glue"], start=glue.start, person=glue.person)
        )
        self.broken("more at once on the dryer", problem=replace(self.problem, dryer_slots=0))
        self.broken("more at once on the wrapper", problem=replace(self.problem, machines={}))
        self.broken("follows on nothing", r0_glue=replace(glue, follows="r0/one"))
        self.assertIn("r0/glue is not in it", faults(self.problem, {}))
        self.assertIn(
            "x is nothing that is to be done",
            faults(self.problem, {**self.good, "x": Placed(0, 1)}),
        )
        early = replace(
            self.problem, dues=tuple(replace(d, at=1, must=True) for d in self.problem.dues)
        )
        self.broken("ready after it must be", problem=early)
        pin = replace(self.problem, sittings=tuple(replace(s, pinned=3) if s.id == "r0/glue" else s for s in self.problem.sittings))  # fmt: skip
        self.broken("not where it was pinned", problem=pin)


class OneBlank(unittest.TestCase):
    """A coat that turns for six ticks on rod x, and work on either rod beside it."""

    COAT = Sitting("x/coat", "x", "", 2, on_blank=True, turns=Dose(30.0))

    def faults(self, other, at):
        problem = bench((self.COAT, other), [("a", 0, 40), ("b", 0, 40)], ticks=60)
        schedule = {"x/coat": Placed(10, 2, "a"), other.id: Placed(at, 3, "b")}
        self.assertEqual(bool(on_one_blank(problem, schedule)), any("want one blank" in f for f in faults(problem, schedule)))  # fmt: skip
        return faults(problem, schedule)

    def test_two_pairs_of_hands_and_a_dryer_want_one_blank(self):
        own = Sitting("x/own", "x", "", 3, on_blank=True)
        for at, free in ((7, True), (8, False), (10, False), (11, False), (15, False), (16, True)):
            self.assertEqual(self.faults(own, at) == [], free, at)
        self.assertEqual(self.faults(own, 15), ["x/coat and x/own want one blank"])

    def test_off_the_rod_and_on_another_rod_nothing_is_in_the_way(self):
        self.assertEqual(self.faults(Sitting("x/grip", "x", "", 3), 11), [])
        self.assertEqual(self.faults(Sitting("y/own", "y", "", 3, on_blank=True), 11), [])

    def test_the_next_coat_goes_on_while_this_one_turns(self):
        lag = Lag("x/coat", "one on another", Dose(15.0), from_start=True)
        self.assertEqual(self.faults(Sitting("x/next", "x", "", 3, on_blank=True, after=(lag,)), 13), [])  # fmt: skip

    def test_it_is_said_what_is_in_the_way(self):
        own = Sitting("x/own", "x", "", 3, on_blank=True)
        problem = bench((self.COAT, own), [("a", 0, 40), ("b", 0, 40)], ticks=60)
        schedule = {"x/coat": Placed(0, 2, "a"), "x/own": Placed(6, 3, "b")}
        self.assertEqual(faults(problem, schedule), [])
        self.assertEqual(why(problem, schedule, "x/own").cause, "blank")


class Conflicts(unittest.TestCase):
    @settings(max_examples=15, deadline=None)
    @given(st.integers(0, 10**6))
    def test_a_conflict_is_one_and_leaves_none_when_any_of_it_gives_way(self, seed):
        plain = random_shop(seed, rods=2, days=4)
        pins = {"r0/glue": 12, "r1/glue": 13, "r0/two": 20}
        problem = replace(
            plain, sittings=tuple(replace(s, pinned=pins.get(s.id)) for s in plain.sittings),
            dues=tuple(replace(d, at=4 * 288, must=True) for d in plain.dues),
        )  # fmt: skip
        conflict = conflict_of(problem)
        if conflict is None or not conflict.sure or not conflict.demands:
            return
        others = [d for s in problem.sittings for d in (("pin", s.id), ("window", s.id))]
        others += [("must", d.rod) for d in problem.dues]
        rest = frozenset(d for d in others if d not in conflict.demands)
        self.assertEqual(solve(replace(problem, relaxed=rest), work=3).standing, "infeasible")
        for one in conflict.demands:
            less = replace(problem, relaxed=rest | {one})
            self.assertIsNotNone(solve(less, work=3).schedule, (one, conflict))


if __name__ == "__main__":
    unittest.main()
