"""Dry fits: what is inferred is what was hidden, and contradictions are said."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, codes, finding, grip, planned
from tests.core.simulators import slide
from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import BorePoint, DryFit, Handle, PassMade, Reamer
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.dry_fits import Trial, read_dry_fit
from wise_spool.core.handle.fits import Bore, find_stop, straight_bore
from wise_spool.core.plan import plan

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
FALL = 10 / 2000
LONG = Reamer(name="long", small_mm=8, large_mm=14, length_mm=900)


def tried(short, bore, taper=CONE, length=200.0, mark=0.0, enters="tip", cut=None):
    return read_dry_fit(
        DryFit(part_id="p", short_mm=short), bore, Trial(length, mark, enters, taper, cut)
    )


class OneFit(unittest.TestCase):
    def test_an_unmeasured_bore_is_read_off_the_blank(self):
        # Closed form: an even bore stops where the blank under its butt face is as thick.
        read, believed = tried(100, None)
        self.assertEqual(read.lesson, "bore_found")
        self.assertAlmostEqual(believed.bore.at(0), 12 - FALL * 100, delta=0.01)

    def test_where_it_was_expected_nothing_changes(self):
        read, believed = tried(200, straight_bore(11, 11, 200))
        self.assertEqual((read.lesson, read.off_mm), ("as_expected", 0))
        self.assertAlmostEqual(believed.bore.at(0), 11, places=5)

    @given(st.floats(10.2, 11.8), st.floats(-0.3, 0.3))
    def test_the_surprise_is_what_the_bore_was_misread_by(self, true, misread):
        # A blank known exactly leaves only the bore to blame: what is believed is the truth.
        sure = Taper([0, 500, 1000, 2000], [12, 9.5, 7, 2], [1e-4] * 4, 2000)
        short = find_stop(straight_bore(true, true, 150), sure, -500).station_mm
        read, believed = tried(short, straight_bore(true + misread, true + misread, 150), sure, 150)
        if read.lesson == "bore":
            self.assertAlmostEqual(believed.bore.at(0), true, delta=0.01 + abs(misread) * 0.1)
        else:
            self.assertLess(abs(misread), habits().bore_sd_mm)

    def test_shared_by_how_uncertain_each_is(self):
        # Inverse-variance weighting: the correction goes to the two in the ratio of their variances.
        rough = Taper([0, 2000], [12, 2], [0.2, 0.2], 2000)
        read, _ = tried(240, straight_bore(11, 11, 200), rough)
        band = float(rough.band_mm(240.0))
        self.assertAlmostEqual(
            read.bore_off_mm / -read.blank_off_mm, habits().bore_sd_mm ** 2 / band**2, delta=0.02
        )
        self.assertEqual(read.lesson, "blank")

    def test_passing_the_mark_means_a_wider_bore(self):
        read, _ = tried(-30, straight_bore(10.4, 10.4, 200), mark=300.0)
        self.assertGreater(read.bore_off_mm, 0)

    def test_clear_ends_that_still_stop_are_a_high_spot(self):
        read, believed = tried(150, straight_bore(12.4, 12.4, 200))
        self.assertEqual(read.lesson, "high_spot")
        # What is believed stops just where it did.
        self.assertAlmostEqual(find_stop(believed.bore, CONE, -500).station_mm, 150, delta=1)

    def test_what_no_bore_explains_is_said_not_believed(self):
        read, believed = tried(2900, straight_bore(11, 11, 200))
        self.assertEqual(read.lesson, "unexplained")
        self.assertAlmostEqual(believed.bore.at(0), 11, places=5)

    def test_came_home_is_at_least_and_no_more(self):
        # A bore wider than the blank all along comes home, and nothing is learned of it.
        wide = straight_bore(12.4, 12.4, 200)
        read, believed = tried(0, wide)
        self.assertEqual(
            (read.lesson, read.at_least, believed.bore.at(0)), ("as_expected", True, 12.4)
        )
        # One that was thought too tight is at least as wide as it must be, not wider.
        read, believed = tried(0, straight_bore(11.5, 11.5, 200))
        self.assertTrue(read.at_least)
        self.assertGreater(read.bore_off_mm, 0)

    def test_an_unmeasured_bore_that_came_home_stays_unknown(self):
        read, believed = tried(0, None)
        self.assertEqual((read.lesson, believed.bore), ("home", None))

    def test_a_bore_just_cut_to_size_does_not_take_the_blame(self):
        # The blank is known to 0.3 and the cutter's cone to 0.03: the blank is thicker.
        rough = Taper([0, 2000], [12, 2], [0.3, 0.3], 2000)
        bore = straight_bore(11, 11, 200)
        cut, _ = tried(240, bore, rough, cut=bore.bore_mm)
        uncut, _ = tried(240, bore, rough)
        self.assertLess(abs(cut.bore_off_mm), abs(uncut.bore_off_mm))

    def test_over_the_butt_short_counts_the_other_way(self):
        # A bore that narrows inward from its tip face holds where the butt is as thick.
        bore = straight_bore(11.5, 12.5, 100)
        expected = find_stop(bore, CONE, 0.0, "butt")
        self.assertAlmostEqual(expected.short_mm, 50, delta=2.1)
        read, _ = tried(expected.short_mm, bore, length=100.0, enters="butt")
        self.assertEqual(read.lesson, "as_expected")
        self.assertEqual(tried(40, None, enters="butt")[0].lesson, "noted")


class InABuild(unittest.TestCase):
    def planned(self, part, *fits, made=(), **more):
        h = Handle(parts=(part,), dry_fits=fits, reamers=(LONG,), passes_made=made, **more)
        return plan(build(blank=blank(), handle=h))

    def fit(self, short, part, passes=0):
        return DryFit(part_id=part.id, short_mm=short, passes=passes,
                      bore_butt_mm=part.bore_butt_mm, bore_tip_mm=part.bore_tip_mm)  # fmt: skip

    def test_the_last_one_counts_and_the_history_is_kept(self):
        part = grip(bore=11)
        p = self.planned(part, self.fit(300, part), self.fit(210, part))
        self.assertEqual([t.current for t in p.handle.tried], [False, True])
        self.assertEqual(len(p.handle.tried), 2)

    def test_a_pass_made_since_makes_it_history(self):
        part = grip(bore=11)
        made = PassMade(part_id="rear", reamer=LONG, from_face="butt", depth_mm=500)
        p = self.planned(part, self.fit(200, part), made=(made,))
        self.assertFalse(p.handle.tried[0].current)

    def test_a_pass_made_opens_the_bore_that_is_planned_on(self):
        part = grip(bore=9.5)
        before = self.planned(part)
        first = before.handle.reaming[0].passes[0]
        made = PassMade(part_id="rear", reamer=first.tool, from_face=first.from_face, depth_mm=first.depth_mm)  # fmt: skip
        after = self.planned(part, made=(made,))
        self.assertAlmostEqual(
            after.handle.parts[0].stops_short_mm, first.stops_short_mm, delta=1.0
        )
        self.assertLess(after.handle.parts[0].remove_mm, before.handle.parts[0].remove_mm)

    def test_it_says_what_to_do_next(self):
        part = grip(bore=11)
        p = self.planned(part, self.fit(240, part))
        self.assertRegex(finding(p, "fit-tried").sentence, r"stopped .* short: .*Take out .* more")

    def test_an_unmeasured_grip_is_found_by_trying_it(self):
        part = grip()
        p = self.planned(part, self.fit(120, part))
        self.assertEqual(p.handle.parts[0].verdict, "ream")
        self.assertAlmostEqual(p.handle.parts[0].butt_face.bore_mm, 12 - FALL * 120, delta=0.05)

    def test_nonsense_is_kept_and_said(self):
        part = grip(bore=11)
        p = self.planned(part, self.fit(2800, part))
        self.assertIn("fit-unexplained", codes(p))
        self.assertEqual(p.handle.tried[0].short_mm, 2800)


class HighSpots(unittest.TestCase):
    def test_found_from_readings_inside(self):
        part = grip(bore=12.2).model_copy(
            update={"bore_tip_mm": 11.2, "inside": (BorePoint(at_mm=100, bore_mm=11.1),)}
        )
        p = planned(part)
        self.assertEqual(p.handle.parts[0].verdict, "high_spot")
        self.assertAlmostEqual(p.handle.parts[0].binds_at_mm, 100, delta=3)
        self.assertIn("handle-high-spot", codes(p))

    @given(st.lists(st.floats(8, 14), min_size=2, max_size=40), st.floats(50, 400))
    def test_any_profile_against_brute_force(self, bores, length):
        u = np.linspace(0, length, len(bores))
        profile = Bore(u, np.array(bores))
        stop = find_stop(profile, CONE, 0.0).station_mm
        pushed = slide(CONE.od_mm, 2000.0, u, profile.bore_mm, 0.0, "tip")
        self.assertAlmostEqual(stop, pushed, delta=1.5)
