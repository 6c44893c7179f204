"""What no plan comes below, held against every plan there is on small benches and against plans found on others; and
the rule that lays work out, in rows of one mix or colour."""

import unittest
from unittest import mock

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.schedule.shops import bench, random_shop
from tests.core.schedule.test_small_shops import every
from wise_spool.core.schedule.by_list import ListRule, by_list
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.costing import cost_of
from wise_spool.core.schedule.fewer import fewer_sessions
from wise_spool.core.schedule.gather import gathered, hops
from wise_spool.core.schedule.least import Least, least_of
from wise_spool.core.schedule.pencil import bench_for, order_by, points_of
from wise_spool.core.schedule.problem import SLIP, Due, Lag, Sitting
from wise_spool.core.schedule.solving import solve
from wise_spool.core.schedule.warmth import Dose

EVENINGS = [("a", 0, 10), ("a", 20, 30), ("a", 40, 50), ("a", 60, 70)]


def alone(*sittings, windows=EVENINGS, **more):
    return bench(sittings, windows, ticks=90, **more)


def wraps(n, ticks, **more):
    return [Sitting(f"r{k}/w", f"r{k}", "", ticks, setup=2, group="red", **more) for k in range(n)]


class TheLeast(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(0, 10**6))
    def test_no_plan_that_is_found_comes_below_it(self, seed):
        problem = random_shop(seed, rods=4, days=8)
        found = fewer_sessions(problem, by_list(problem), tries=20)
        if found is None:
            return
        least, cost = least_of(problem), cost_of(problem, found)
        self.assertLessEqual(least.points, cost.points)
        if not (cost.slipped_days or cost.trip_days):
            self.assertLessEqual(least.sessions, cost.sessions)

    def test_no_plan_at_all_of_a_small_bench_comes_below_it(self):
        glue = Sitting("x/1", "x", "", 2, setup=1, group="glue", pot_ticks=4, ready=Dose(20.0))
        lag = Lag("x/1", "it must hold", Dose(40.0), Dose(160.0), "it closes", from_start=True)
        coat = Sitting("x/2", "x", "", 2, turns=Dose(10.0), ready=Dose(30.0), after=(lag,))
        other = Sitting("y/1", "y", "", 3, setup=1, group="glue", pot_ticks=4)
        windows = [("a", 0, 5), ("b", 2, 7), ("a", 20, 25)]
        for dues in ((), (Due("x", "x", 12),), (Due("x", "x", 8), Due("y", "y", 20, trip=True))):
            problem = alone(glue, coat, other, windows=windows, dues=dues)
            best, least = every(problem), least_of(problem)
            self.assertIsNotNone(best)
            self.assertLessEqual(least.points, best)
            self.assertGreater(least.points, 0)

    def test_hours_and_settings_up_nothing_saves(self):
        self.assertEqual(least_of(alone(*wraps(2, 4))).sessions, 1)  # 4 + 4 and one setting-up
        self.assertEqual(least_of(alone(*wraps(3, 4))).sessions, 2)
        # A row ends with its session, so each of two evenings sets up: 8 + 8 + 2 + 2 fills them and one more does not fit.
        full = [*wraps(4, 4), Sitting("s/1", "s", "", 1)]
        self.assertEqual(least_of(alone(*full)).sessions, 3)
        # Two of this mix never share a pot, so nine and nine set up twice each.
        coats = [Sitting(f"r{k}/c", f"r{k}", "", 3, setup=2, group="finish", pot_ticks=4) for k in range(5)]  # fmt: skip
        self.assertEqual(least_of(alone(*coats)).sessions, 3)
        self.assertEqual(least_of(alone(*wraps(4, 3))).sessions, 2)

    def test_what_can_only_come_later_does_not_fill_the_evening_before(self):
        first = Sitting("x/1", "x", "", 1)
        rest = [Sitting(f"x/{k}", "x", "", 3, after=(Lag("x/1", "it must hold", Dose(60.0)),)) for k in (2, 3, 4)]  # fmt: skip
        self.assertEqual(
            least_of(alone(first, *rest)).sessions, 2
        )  # ten ticks, and none of nine on the first evening
        late = least_of(alone(first, *rest, dues=(Due("x", "x", 12),)))
        self.assertEqual((late.sessions, late.points // SLIP), (2, 1))  # it slips: that is said
        self.assertEqual(least_of(alone(first, windows=())), Least())
        self.assertEqual(least_of(alone(Sitting("x/1", "x", "", 11))), Least())  # fits no evening

    def test_a_long_evening_holds_no_more_than_can_be_done_then(self):
        long_last = [("a", 0, 10), ("a", 20, 40)]
        soon = [Sitting("x/1", "x", "", 9, latest=1), Sitting("y/1", "y", "", 3)]
        self.assertEqual(least_of(alone(*soon, windows=long_last)).sessions, 2)
        at_once = [Sitting("x/1", "x", "", 6, earliest=20, latest=20), Sitting("y/1", "y", "", 6)]
        self.assertEqual(least_of(alone(*at_once, windows=long_last)).sessions, 1)
        long_first = [("a", 0, 20), ("a", 20, 30), ("a", 40, 50)]
        later = [Sitting("x/1", "x", "", 9, earliest=20), Sitting("y/1", "y", "", 3)]
        self.assertEqual(least_of(alone(*later, windows=long_first)).sessions, 2)
        at_the_end = [
            Sitting("x/1", "x", "", 2, earliest=18),
            Sitting("y/1", "y", "", 10, latest=5),
        ]
        self.assertEqual(least_of(alone(*at_the_end, windows=long_first)).sessions, 1)

    def test_evenings_as_short_as_a_setting_up_are_reckoned_too(self):
        short = [("a", 0, 2), ("a", 20, 22)]
        self.assertEqual(least_of(alone(*wraps(1, 2), windows=short)).sessions, 2)

    def test_a_wait_that_an_evening_just_holds_parts_nothing(self):
        def two(minutes):
            lag = Lag("x/1", "it must hold", Dose(minutes), from_start=True)
            return alone(Sitting("x/1", "x", "", 2), Sitting("x/2", "x", "", 5, after=(lag,)))

        self.assertEqual(least_of(two(25.0)).sessions, 1)  # five ticks and five
        self.assertEqual(least_of(two(30.0)).sessions, 2)

    def test_a_coat_that_opens_at_night_waits_for_somebody(self):
        lag = Lag("x/1", "one on another", Dose(60.0), Dose(400.0), "it closes", from_start=True)
        coats = [Sitting("x/1", "x", "", 2), Sitting("x/2", "x", "", 2, after=(lag,))]
        opens_in = [("a", 0, 10), ("a", 12, 22)]
        self.assertEqual(least_of(alone(*coats, windows=opens_in)).points, 2 * 5000)
        at_night = [
            ("a", 0, 3),
            ("a", 40, 43),
        ]  # opens after 12 or 13 ticks, 27 before anybody comes: three hours begun
        self.assertEqual(least_of(alone(*coats, windows=at_night)).points, 2 * 5000 + 3 * 6)

    def test_rods_are_ready_one_after_another(self):
        """Ten ticks an evening: of three rods of eight no two are ready on the first, though each alone could be."""
        three = [Sitting(f"r{k}/1", f"r{k}", "", 8, place=(k,)) for k in range(3)]
        day = [("a", 288 * n, 288 * n + 10) for n in range(4)]
        dues = tuple(Due(f"r{k}", f"r{k}") for k in range(3))
        problem = bench(three, day, ticks=288 * 5, dues=dues)
        self.assertEqual(least_of(problem).points, 3 * 5000 + 12 * (1 + 2 + 3))
        self.assertEqual(cost_of(problem, by_list(problem)).points, least_of(problem).points)

    def test_what_dries_before_a_rod_is_ready_was_done_so_much_sooner(self):
        """The coats of both rods fill the first evening and a bit; two days of drying after that, and a tick of hands."""
        sits = []
        for k in range(2):
            wait = Lag(f"r{k}/1", "it dries", Dose(2 * 24 * 60.0))
            sits += [Sitting(f"r{k}/1", f"r{k}", "", 8), Sitting(f"r{k}/2", f"r{k}", "", 1, after=(wait,))]  # fmt: skip
        day = [("a", 288 * n, 288 * n + 10) for n in range(6)]
        problem = bench(sits, day, ticks=288 * 7, dues=(Due("r0", "r0"), Due("r1", "r1")))
        self.assertEqual(least_of(problem).points, 2 * 5000 + 12 * (3 + 4))
        found = fewer_sessions(problem, by_list(problem))
        self.assertLessEqual(least_of(problem).points, cost_of(problem, found).points)

    def test_a_wait_from_the_start_is_not_counted_from_the_end(self):
        """Mixed at 280, on again at 570, ready at 571: the second day is not over."""
        wait = Lag("r/1", "it dries", Dose(290 * 5.0), from_start=True)
        coats = [Sitting("r/1", "r", "", 8), Sitting("r/2", "r", "", 1, after=(wait,))]
        evenings = [("a", 280, 290), ("a", 570, 580)]
        problem = bench(coats, evenings, ticks=288 * 4, dues=(Due("r", "r"),))
        self.assertEqual(least_of(problem).points, 2 * 5000 + 12 * 2)
        self.assertEqual(cost_of(problem, by_list(problem)).points, least_of(problem).points)

    def test_what_nothing_waits_for_may_be_done_last(self):
        wait = Lag("r/1", "it dries", Dose(300 * 5.0), from_start=True)
        coats = [Sitting("r/1", "r", "", 8), Sitting("r/2", "r", "", 1, after=(wait,))]
        evenings = [("a", 280, 290), ("a", 576, 590)]
        more = bench([*coats, Sitting("r/9", "r", "", 9)], evenings, ticks=288 * 5, dues=(Due("r", "r"),))  # fmt: skip
        self.assertEqual(least_of(more).points, 2 * 5000 + 12 * 3)
        self.assertEqual(cost_of(more, by_list(more)).points, least_of(more).points)

    def test_it_is_known_at_once_after_the_first_answer(self):
        problem = next(p for p in map(random_shop, range(60)) if by_list(p))
        heard = []
        found = solve(problem, lambda a: heard.append(a) or True, work=1.0)
        self.assertTrue(all(a.bound >= least_of(problem).points for a in (*heard[1:], found)))


class Rows(unittest.TestCase):
    """The list rule goes on in one mix or colour where it can."""

    def laid(self, *sittings, **more):
        problem = alone(*sittings, **more)
        schedule = by_list(problem)
        self.assertEqual(faults(problem, schedule), [])
        return schedule

    def test_the_second_of_a_colour_sets_up_nothing(self):
        laid = self.laid(*wraps(2, 4))
        self.assertEqual((laid["r0/w"].ticks, laid["r1/w"].ticks), (6, 4))
        self.assertEqual((laid["r1/w"].start, laid["r1/w"].follows), (6, "r0/w"))

    def test_a_mix_serves_as_many_as_its_pot_lives(self):
        laid = self.laid(*wraps(3, 2, pot_ticks=4))
        self.assertEqual([laid[f"r{k}/w"].follows for k in range(3)], ["", "r0/w", ""])

    def test_nobody_goes_on_in_another_ones_row_nor_on_another_evening(self):
        laid = self.laid(*wraps(2, 8), windows=[("a", 0, 10), ("b", 10, 20)])
        self.assertEqual([laid[f"r{k}/w"].follows for k in range(2)], ["", ""])

    def test_a_pin_beyond_the_weeks_is_no_plan(self):
        self.assertIsNone(by_list(alone(Sitting("x/1", "x", "", 2, pinned=91))))
        self.assertIsNone(by_list(alone(Sitting("x/1", "x", "", 2, pinned=-1))))

    def test_what_a_try_put_down_is_taken_back_and_nothing_else(self):
        """A coat that finds no room for the next one leaves what was pinned where it is."""
        lag = Lag("x/1", "one on another", Dose(10.0), Dose(75.0), "it closes", from_start=True)
        pinned = Sitting("x/2", "x", "", 2, after=(lag,), pinned=20)
        laid = self.laid(Sitting("x/1", "x", "", 2), pinned)
        self.assertEqual(laid["x/2"].start, 20)
        self.assertIn(laid["x/1"].start, range(5, 9))


class FewerEvenings(unittest.TestCase):
    def test_a_plan_is_found_by_another_order_where_the_rule_finds_none(self):
        found = 0
        for seed in (3, 98, 107):
            problem = random_shop(seed, rods=4, days=8)
            self.assertIsNone(by_list(problem))
            schedule = fewer_sessions(problem, None, tries=200)
            found += schedule is not None and not faults(problem, schedule)
        self.assertEqual(found, 3)

    def test_the_same_seed_comes_to_the_same_plan_and_never_to_a_dearer_one(self):
        problem = next(p for p in map(random_shop, range(60)) if by_list(p))
        listed = by_list(problem)
        one, two = (fewer_sessions(problem, listed, tries=50) for _ in range(2))
        self.assertEqual(one, two)
        self.assertLessEqual(cost_of(problem, one).points, cost_of(problem, listed).points)

    def test_an_evening_is_left_out_whose_work_another_has_room_for(self):
        """Somebody must come in again for the second of x; the last of y can wait for that."""
        lag = Lag("x/1", "it must hold", Dose(60.0))
        sits = [Sitting("x/1", "x", "", 2, place=(0,)), Sitting("x/2", "x", "", 2, after=(lag,))]
        sits += [Sitting(f"y{k}/1", f"y{k}", "", 4, place=(k + 1,)) for k in range(3)]
        problem = alone(*sits, windows=[("a", 0, 10), ("b", 0, 10), ("a", 20, 30)])
        listed = by_list(problem)
        self.assertEqual(cost_of(problem, listed).sessions, 3)
        fewest = fewer_sessions(problem, listed, tries=40)
        self.assertEqual(cost_of(problem, fewest).sessions, 2)
        self.assertEqual(least_of(problem).sessions, 2)

    def test_work_that_needs_nobody_has_no_evenings_to_save(self):
        problem = alone(Sitting("x/1", "x", "", 2, hands=False))
        self.assertEqual(fewer_sessions(problem, by_list(problem), tries=20)["x/1"].start, 0)
        self.assertEqual(solve(problem, work=0.5).standing, "proven")

    def test_whoever_wants_no_more_is_told_no_more(self):
        problem = next(p for p in map(random_shop, range(60)) if by_list(p))
        for enough in (1, 2, 3):
            heard = []
            found = solve(problem, lambda a: heard.append(a) or len(heard) < enough, work=1.0)  # noqa: B023
            self.assertEqual(len(heard), enough)
            self.assertEqual(found.points, heard[-1].points)
        with mock.patch("wise_spool.core.schedule.solving.Model", side_effect=AssertionError):
            heard = []
            solve(problem, lambda a: heard.append(a) or len(heard) < 3, work=1.0)


class AShopTooLargeToProve(unittest.TestCase):
    def test_it_is_searched_and_done_without_a_model(self):
        """Searched, though nothing better than the list rule's was there: it is not to be searched again and again."""
        problem = alone(Sitting("x/1", "x", "", 2), Sitting("y/1", "y", "", 2))
        with mock.patch("wise_spool.core.schedule.solving.MOST_PROVEN", 1), mock.patch("wise_spool.core.schedule.solving.Model", side_effect=AssertionError):  # fmt: skip
            found = solve(problem)
        self.assertEqual((found.standing, found.cost.sessions), ("good", 1))
        self.assertEqual(solve(problem).standing, "proven")

    def test_where_no_plan_is_found_the_model_is_asked_all_the_same(self):
        never = alone(Sitting("x/1", "x", "", 2, latest=-1))
        with mock.patch("wise_spool.core.schedule.solving.MOST_PROVEN", 0):
            self.assertEqual(solve(never).standing, "infeasible")


class OneRodAfterAnother(unittest.TestCase):
    def test_an_evening_of_two_rods_is_one_and_then_the_other(self):
        sits = [Sitting(f"{r}/{k}", r, "", 2, place=(k,)) for k in range(2) for r in ("x", "y")]
        problem = alone(*sits)
        listed = by_list(problem)
        self.assertEqual((hops(problem, listed), hops(problem, gathered(problem, listed))), (3, 1))
        found = solve(problem, work=0.5)
        self.assertEqual((hops(problem, found.schedule), found.standing), (1, "proven"))

    def test_what_is_in_one_cup_is_not_torn_apart(self):
        sits = [*wraps(2, 2, place=(1,)), Sitting("r0/0", "r0", "", 1, place=(0,)), Sitting("r0/9", "r0", "", 1, place=(9,))]  # fmt: skip
        problem = alone(*sits)
        calm = gathered(problem, by_list(problem))
        self.assertEqual(calm["r1/w"].follows, "r0/w")
        self.assertEqual(calm["r1/w"].start, calm["r0/w"].end)
        self.assertEqual(hops(problem, calm), 1)


class TheRuleInNumbers(unittest.TestCase):
    """The rule followed otherwise than it would be, held against the checker and the counting, which know nothing of it."""

    @settings(max_examples=80, deadline=None)
    @given(st.integers(0, 10**6), st.integers(0, 10**6))
    def test_in_any_order_it_breaks_nothing_and_counts_the_points(self, seed, luck):
        problem, draws = random_shop(seed, rods=4, days=8), np.random.default_rng(luck)
        rule = ListRule(problem)
        sheet, bench, n = rule.sheet, bench_for(rule.sheet), len(problem.sittings)
        order = order_by(sheet, draws.random(n))
        self.assertEqual(sorted(order.tolist()), list(range(n)))
        place = {rule.numbers.sittings[i].id: k for k, i in enumerate(order.tolist())}
        for s in problem.sittings:
            self.assertTrue(all(place[x.first] < place[s.id] for x in s.after if x.first in place))
        shut, patient = draws.random(sheet.sessions.size) < 0.4, draws.random(n) < 0.5
        schedule = rule.laid(bench, order, shut, patient)
        if schedule is None:
            return
        load, ready = np.zeros(sheet.sessions.size, np.int64), np.zeros(sheet.dues.size, np.int64)
        points, greater = points_of(sheet, bench, ready, load)
        cost = cost_of(problem, schedule)
        self.assertEqual(faults(problem, schedule), [])
        self.assertEqual((points, greater), (cost.points, cost.greater))
        self.assertEqual(load.sum(), sum(p.ticks for i, p in schedule.items() if problem.by_id[i].hands))  # fmt: skip

    def test_an_evening_somebody_is_in_anyway_is_not_shut(self):
        sits = [Sitting("x/1", "x", "", 2, earliest=20, place=(0,)), Sitting("y/1", "y", "", 2, place=(1,))]  # fmt: skip
        rule = ListRule(alone(*sits))
        laid = rule.lay([rule.problem.by_id["x/1"], rule.problem.by_id["y/1"]], shut=range(4))
        self.assertEqual((laid["x/1"].start, laid["y/1"].start), (20, 22))

    def test_a_cup_that_was_given_up_for_another_evening_lives_as_long_as_before(self):
        """The coat could go on in that cup, but its next would find nobody: it is mixed for tomorrow, and z has the cup."""
        cup = {"setup": 2, "group": "finish", "pot_ticks": 5}
        lag = Lag("x/1", "one on another", Dose(60.0), Dose(75.0), "it closes", from_start=True)
        sits = [Sitting("y/1", "y", "", 2, place=(0,), **cup), Sitting("x/1", "x", "", 2, place=(1,), **cup)]  # fmt: skip
        sits += [Sitting("x/2", "x", "", 2, after=(lag,), place=(2,)), Sitting("z/1", "z", "", 2, place=(3,), **cup)]  # fmt: skip
        rule = ListRule(alone(*sits, windows=[("a", 0, 10), ("a", 20, 36)]))
        laid = rule.lay([rule.problem.by_id[i] for i in ("y/1", "x/1", "x/2", "z/1")])
        self.assertEqual((laid["x/1"].follows, laid["x/1"].start), ("", 20))
        self.assertEqual(laid["z/1"].follows, "y/1")

    def test_a_window_that_is_waived_closes_nothing(self):
        lag = Lag("x/1", "one on another", Dose(60.0), Dose(75.0), "it closes", from_start=True)
        coats = [Sitting("x/1", "x", "", 2), Sitting("x/2", "x", "", 2, after=(lag,))]
        self.assertIsNone(by_list(alone(*coats)))
        self.assertEqual(by_list(alone(*coats, relaxed=frozenset({("window", "x/2")})))["x/2"].start, 20)  # fmt: skip
        late = Sitting("x/1", "x", "", 2, earliest=12, latest=15)
        self.assertIsNone(by_list(alone(late)))
        self.assertEqual(by_list(alone(late, relaxed=frozenset({("window", "x/1")})))["x/1"].start, 20)  # fmt: skip

    def test_what_must_not_be_late_is_no_plan_when_it_is(self):
        rule = ListRule(alone(Sitting("x/1", "x", "", 2, earliest=20), dues=(Due("x", "x", 10, must=True),)))  # fmt: skip
        bench = bench_for(rule.sheet)
        rule.laid(bench, np.zeros(1, np.int64), np.zeros(4, np.bool_), np.zeros(1, np.bool_))
        self.assertEqual(points_of(rule.sheet, bench, np.zeros(1, np.int64), np.zeros(4, np.int64)), (-1, -1))  # fmt: skip
        late = Sitting("x/1", "x", "", 2, earliest=20)
        for must, found in ((False, True), (True, False)):
            problem = alone(late, dues=(Due("x", "x", 10, must=must),))
            self.assertEqual(fewer_sessions(problem, None, tries=4) is not None, found)

    def test_an_evening_that_is_shut_holds_what_finds_no_room_elsewhere(self):
        rule = ListRule(alone(*wraps(2, 6), windows=[("a", 0, 10), ("a", 20, 36)]))
        self.assertEqual([p.start for p in rule.lay(rule.order()).values()], [0, 20])
        self.assertEqual([p.start for p in rule.lay(rule.order(), shut={0}).values()], [20, 28])
        both = rule.lay(rule.order(), shut={0, 1})
        self.assertEqual(sorted(p.start for p in both.values()), [0, 20])

    def test_the_patient_wait_for_their_like(self):
        """The second of a colour could begin tonight, setting up anew; or tomorrow, after the first."""
        sits = [*wraps(1, 4, earliest=20), Sitting("s/1", "s", "", 8), *wraps(2, 4)[1:]]
        rule = ListRule(alone(*sits, windows=[("a", 0, 10), ("b", 0, 10), ("a", 20, 30)]))
        order = rule.order()
        self.assertEqual(rule.lay(order)["r1/w"].start, 0)
        waits = rule.lay(order, patient={"r1/w"})
        self.assertEqual((waits["r1/w"].start, waits["r1/w"].follows), (26, "r0/w"))
        self.assertEqual(
            rule.lay(order[::-1], patient={"r1/w"})["r1/w"].follows, ""
        )  # none is there yet


if __name__ == "__main__":
    unittest.main()
