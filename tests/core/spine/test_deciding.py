"""Circular statistics against published data, SciPy and Astropy."""

import unittest

import numpy as np
from astropy import units
from astropy.stats import rayleightest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import circmean

from tests.core.samples import blank, build, codes, finding, rod
from wise_spool.core.document.design import Brief
from wise_spool.core.document.spine import ClockPlace, RollTrial, Spine
from wise_spool.core.plan import plan
from wise_spool.core.spine.resting import (
    apart_deg,
    half_width_deg,
    mean_direction,
    rayleigh_p,
    read_zone,
)

# Mardia & Jupp, Directional Statistics (Wiley 2000), example 1.1: stops of a roulette wheel.
ROULETTE = [43, 45, 52, 61, 75, 88, 88, 279, 357]


def rests(*angles, snap=2, zone="whole"):
    return tuple(RollTrial(angle_deg=a % 360, snap=snap, zone=zone) for a in angles)


class CircularStatistics(unittest.TestCase):
    def test_the_roulette_wheel(self):
        direction, resultant = mean_direction(ROULETTE)
        self.assertAlmostEqual(direction, 51, delta=0.5)
        self.assertAlmostEqual(resultant, 0.711, delta=0.0006)

    @given(st.lists(st.floats(0, 359.9), min_size=1, max_size=40))
    def test_mean_direction_agrees_with_scipy(self, angles):
        direction, resultant = mean_direction(angles)
        if resultant > 1e-6:
            self.assertLess(apart_deg(direction, circmean(angles, high=360)), 1e-4)

    def test_rayleigh_agrees_with_astropy(self):
        for angles in (ROULETTE, [10, 20, 15, 30, 25], [0, 120, 240, 60, 180, 300, 10]):
            _, resultant = mean_direction(angles)
            theirs = float(rayleightest(np.array(angles) * units.deg))
            self.assertAlmostEqual(rayleigh_p(len(angles), resultant), theirs, delta=0.015)

    @given(st.floats(0, 359), st.lists(st.floats(-30, 30), min_size=4, max_size=20))
    def test_turning_every_reading_turns_the_mean_and_nothing_else(self, turn, spread):
        base = [100 + s for s in spread]
        turned = [(a + turn) % 360 for a in base]
        self.assertLess(apart_deg(mean_direction(turned)[0], mean_direction(base)[0] + turn), 1e-6)
        self.assertAlmostEqual(half_width_deg(turned), half_width_deg(base), places=5)

    def test_the_stated_interval_holds_the_truth(self):
        # Seeded: 400 blanks of eight rests with a spread of 12 degrees; 95 % stated.
        random = np.random.default_rng(7)
        held = 0
        for _ in range(400):
            angles = random.normal(200, 12, 8) % 360
            held += apart_deg(mean_direction(angles)[0], 200) <= half_width_deg(angles)
        self.assertGreaterEqual(held, 368)
        self.assertLess(held, 396)


class ReadingAZone(unittest.TestCase):
    def test_tight_rests_are_enough(self):
        zone = read_zone("whole", rests(41, 44, 38, 43, 47, 40, 42))
        self.assertTrue(zone.sure)
        self.assertEqual((len(zone.lines), zone.more_trials), (1, 0))

    def test_a_line_across_zero_is_one_line(self):
        zone = read_zone("whole", rests(355, 2, 358, 5, 1))
        self.assertEqual(len(zone.lines), 1)
        self.assertLess(apart_deg(zone.lines[0].angle_deg, 0.2), 0.5)

    def test_two_lines_and_the_deeper_is_the_harder(self):
        zone = read_zone("whole", rests(40, 43, 38, 41, snap=3) + rests(220, 224, 218, snap=1))
        self.assertEqual(len(zone.lines), 2)
        self.assertLess(apart_deg(zone.lines[0].angle_deg, 40.5), 2)
        self.assertLess(apart_deg(zone.lines[1].angle_deg, 220.7), 2)

    def test_scatter_all_round_shows_no_line(self):
        p = plan(build(blank=blank(), spine=Spine(trials=rests(*range(0, 360, 40)))))
        self.assertIn("spine-no-line", codes(p))

    def test_one_rest_asks_for_more(self):
        p = plan(build(blank=blank(), spine=Spine(trials=rests(40))))
        self.assertIn("Take 2 more rests", finding(p, "spine-more-trials").sentence)

    def test_three_alike_are_enough_and_the_goal_does_not_move(self):
        # Common practice: three like rests are enough to mark.
        self.assertFalse(read_zone("whole", rests(90, 95)).sure)
        self.assertEqual(read_zone("whole", rests(90, 95)).more_trials, 1)
        self.assertTrue(read_zone("whole", rests(90, 95, 99)).sure)
        self.assertFalse(read_zone("whole", rests(90, 95, 103)).sure)
        asked = [
            read_zone("whole", rests(*(20, 45, 70, 33, 58, 82)[:n])).more_trials
            for n in range(1, 7)
        ]
        self.assertEqual(asked, sorted(asked, reverse=True))

    def test_the_strict_school_asks_for_five_degrees(self):
        loose = rests(20, 45, 60, 35, 10, 52, 50, 48)
        self.assertTrue(read_zone("whole", loose).sure)
        self.assertFalse(read_zone("whole", loose, strict=True).sure)
        self.assertTrue(read_zone("whole", rests(41, 44, 38, 43, 47, 40, 42), strict=True).sure)

    def test_no_spine_is_told_as_two_lines_at_most_once_in_twenty(self):
        random = np.random.default_rng(8)
        for n in (5, 8, 12):
            told = sum(
                len(read_zone("whole", rests(*random.uniform(0, 360, n).round())).lines) > 1
                for _ in range(400)
            )
            self.assertLessEqual(told, 30, n)  # 20 of 400 wanted; three standard deviations of luck

    def test_two_lines_that_are_there_are_found(self):
        random, found = np.random.default_rng(9), 0
        for _ in range(200):
            side = random.random(10) < 0.6
            angles = np.where(side, 40, 225) + random.normal(0, 6, 10)
            found += len(read_zone("whole", rests(*angles % 360)).lines) == 2
        self.assertGreaterEqual(found, 180)

    def test_butt_and_tip_apart_are_said(self):
        both = rests(40, 42, 38, 41, 39, zone="butt") + rests(100, 98, 103, 101, 99, zone="tip")
        self.assertIn("spine-twist", codes(plan(build(blank=blank(), spine=Spine(trials=both)))))

    def test_twist_compares_the_nearest_lines(self):
        # The same two lines in both halves, the deeper one another: no twist.
        butt = rests(40, 42, 38, 41, 39, snap=3, zone="butt") + rests(
            221, 219, 223, snap=1, zone="butt"
        )
        tip = rests(220, 222, 218, 221, 219, snap=3, zone="tip") + rests(
            41, 39, 43, snap=1, zone="tip"
        )
        self.assertNotIn(
            "spine-twist", codes(plan(build(blank=blank(), spine=Spine(trials=butt + tip))))
        )


class WhatGoesWhere(unittest.TestCase):
    trials = rests(40, 42, 38, 41, 39)

    def decided(self, rod_type, **spine):
        return plan(
            rod(brief=Brief(rod_type=rod_type), spine=Spine(trials=self.trials, **spine))
        ).spine

    def test_guides_below_lie_on_the_inside_of_the_bend(self):
        # Tape on the outside at 40°, so the inside is opposite.
        self.assertAlmostEqual(self.decided("spinning").guides_deg, 220, delta=0.1)

    def test_guides_on_top_lie_on_the_outside(self):
        self.assertAlmostEqual(self.decided("casting").guides_deg, 40, delta=0.1)

    def test_tape_on_the_other_side_turns_it_round(self):
        self.assertAlmostEqual(
            self.decided("casting", taped_side="inside").guides_deg, 220, delta=0.1
        )

    def test_the_builder_may_choose_the_side(self):
        self.assertAlmostEqual(
            self.decided("spinning", guides_on="outside").guides_deg, 40, delta=0.1
        )

    def test_ignoring_the_spine_uses_the_witness_mark(self):
        self.assertEqual(self.decided("spinning", school="ignore").guides_deg, 0)

    def where(self, **spine):
        return {m.what: m.angle_deg for m in self.decided("spinning", **spine).marks}

    def test_a_place_goes_where_the_builder_says_and_wins_over_habit(self):
        places = (ClockPlace(name="Thumb rest", from_guides_deg=30), ClockPlace(name="label", from_guides_deg=90))  # fmt: skip
        where = self.where(places=places)
        self.assertAlmostEqual(where["thumb rest"], 250, delta=0.1)
        self.assertAlmostEqual(where["label"], 310, delta=0.1)

    def test_guides_already_on_decide_whatever_the_blank_wants(self):
        spine = self.decided("spinning", zero="guides")
        self.assertEqual((spine.guides_deg, spine.fixed), (0, True))
        self.assertEqual([s.school for s in spine.schools], ["resting_line"])
        said = finding(plan(rod(spine=Spine(trials=self.trials, zero="guides"))), "spine-fixed")
        self.assertIn("lies 40° from them", said.sentence)

    def test_a_gimbal_that_is_glued_on_lines_up_guides_and_reel(self):
        off = (ClockPlace(name="gimbal slot", from_guides_deg=90),)
        where = self.where(zero="gimbal", places=off)
        self.assertEqual((where["guides"], where["reel foot"], where["gimbal slot"]), (270, 270, 0))

    def test_the_printed_label_is_only_the_clock_s_nought_unless_the_spine_is_left_out(self):
        self.assertAlmostEqual(self.where(zero="label")["guides"], 220, delta=0.1)
        self.assertEqual(self.where(zero="label", school="ignore")["guides"], 180)

    def test_straightest_line_is_taken_as_said(self):
        self.assertEqual(
            self.decided("spinning", school="straightest", own_line_deg=75).guides_deg, 75
        )

    def test_one_millimetre_of_arc_on_twenty_is_5_7_degrees(self):
        # Common practice: 1 mm of arc on a 20 mm blank is 5.7°.
        p = plan(
            build(blank=blank(butt=20, tip=3), spine=Spine(school="straightest", own_line_deg=5.73))
        )
        line = next(m for m in p.spine.marks if m.what == "spine line")
        self.assertAlmostEqual(line.arc_mm, 1.0, delta=0.006)


class OddRests(unittest.TestCase):
    def test_a_lone_opposite_rest_is_asked_about_and_kept_out_of_the_mean(self):
        p = plan(build(blank=blank(), spine=Spine(trials=rests(40, 42, 38, 41, 39, 43, 221))))
        zone = p.spine.zones[0]
        self.assertEqual([(o.index, o.kind) for o in zone.odd], [(6, "opposite")])
        self.assertEqual(len(zone.lines), 1)
        self.assertIn(
            "second line of the blank, or read off the wrong side?",
            finding(p, "spine-odd-rest").sentence,
        )

    def test_two_opposite_ones_are_a_second_line(self):
        zone = read_zone("whole", rests(40, 42, 38, 41, 39, 43, 221, 219))
        self.assertEqual((zone.odd, len(zone.lines)), ((), 2))

    def test_one_far_off_is_asked_about(self):
        zone = read_zone("whole", rests(40, 42, 38, 41, 39, 43, 120))
        self.assertEqual([o.kind for o in zone.odd], ["outlier"])


class Sections(unittest.TestCase):
    def test_each_section_has_its_own_reading(self):
        trials = tuple(
            t.model_copy(update={"section": s})
            for s, at in ((1, 30), (2, 200))
            for t in rests(at, at + 2, at - 2, at + 1, at - 1)
        )
        p = plan(build(blank=blank(), spine=Spine(trials=trials)))
        self.assertEqual([(z.section, round(z.lines[0].angle_deg)) for z in p.spine.sections], [(1, 30), (2, 200)])  # fmt: skip
        self.assertEqual(p.spine.zones, ())
        self.assertIn("spine-sections", codes(p))


class SideBySide(unittest.TestCase):
    def planned(self, **more):
        import math as m

        from wise_spool.core.document.spine import Drop

        drops = tuple(
            Drop(angle_deg=a, drop_mm=60 + 3 * m.cos(2 * m.radians(a - 40)) - 2 * m.cos(m.radians(a - 130)))
            for a in range(0, 360, 20)
        )  # fmt: skip
        spine = Spine(trials=rests(220, 222, 218, 221, 219), drops=drops, **more)
        return plan(build(blank=blank(), spine=spine)).spine

    def test_every_school_with_a_line_is_laid_beside_the_others(self):
        schools = {s.school: s for s in self.planned().schools}
        self.assertEqual(set(schools), {"resting_line", "straightest", "stiff_axis", "ignore"})
        self.assertTrue(schools["resting_line"].taken)
        # Resting lies on the soft axis: across it, on the stiff one, the blank wants to roll.
        self.assertLess(abs(schools["resting_line"].rolls_deg), 20)
        self.assertGreater(abs(schools["stiff_axis"].rolls_deg), 45)
        # Hung below, the line's pull helps; on top it works against the hand.
        self.assertTrue(schools["resting_line"].holds_below)
        self.assertFalse(schools["stiff_axis"].holds_on_top)

    def test_arcs_of_the_map_are_the_angle_on_each_girth(self):
        for line in self.planned(label_deg=90).map:
            self.assertAlmostEqual(line.girth_mm, np.pi * line.od_mm, delta=0.01)
        spine = self.planned(label_deg=90)
        for line in spine.map:
            for mark, arc, from_label in zip(spine.marks, line.arcs_mm, line.from_label_mm, strict=True):  # fmt: skip
                self.assertAlmostEqual(arc / line.girth_mm * 360, mark.angle_deg, delta=0.3)
                self.assertAlmostEqual((arc - from_label) % line.girth_mm, line.girth_mm / 4, delta=0.05)  # fmt: skip

    def test_the_zone_decided_by_wins(self):
        trials = (*rests(10, 11, 9, 12, 8), *rests(80, 81, 79, 82, 78, zone="butt"))
        whole = plan(build(blank=blank(), spine=Spine(trials=trials))).spine
        butt = plan(build(blank=blank(), spine=Spine(trials=trials, decide_by="butt"))).spine
        self.assertEqual((round(whole.line_deg), round(butt.line_deg)), (10, 80))
