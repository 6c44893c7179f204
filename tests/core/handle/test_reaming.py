"""Ream passes: geometry of a cone in closed form, never past the bore wanted, common practice."""

import itertools
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.samples import blank, build, codes, finding, grip, planned
from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Handle, Part, Reamer
from wise_spool.core.handle.fits import straight_bore
from wise_spool.core.handle.reaming import Cut, deepest_mm, plan_reaming, reamed_mm
from wise_spool.core.plan import plan

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
LONG = Reamer(name="long", small_mm=8, large_mm=14, length_mm=900)
STEEP = Reamer(name="steep", small_mm=8, large_mm=13, length_mm=300)


def cut(start=0.0, length=200.0, bore=9.0, clearance=0.15):
    ends = CONE.od_at(start), CONE.od_at(start + length)
    now = straight_bore(bore, bore, length)
    wanted = np.interp(now.u_mm, (0, length), np.array(ends) + clearance)
    return Cut(start, now, wanted)


reamers = st.tuples(st.floats(3, 13), st.floats(0.5, 9), st.floats(60, 900)).map(
    lambda r: Reamer(small_mm=r[0], large_mm=r[0] + r[1], length_mm=r[2])
)


class OnePass(unittest.TestCase):
    def test_the_bore_it_leaves_is_its_own_cone(self):
        u = np.array([0.0, 100, 200, 300])
        # Slope 5 mm in 300: 200 mm in, the small end is at u = 200 and the face meets 8 + 200/60.
        np.testing.assert_allclose(reamed_mm(STEEP, 200, u), [8 + 200 / 60, 8 + 100 / 60, 0, 0])

    def test_depth_in_closed_form_on_a_straight_bore(self):
        u = np.linspace(0, 200, 101)
        self.assertAlmostEqual(deepest_mm(STEEP, u, np.full(101, 10.0)), (10 - 8) * 60)

    def test_a_reamer_too_thick_for_the_face_does_not_go_in(self):
        u = np.linspace(0, 100, 51)
        self.assertEqual(deepest_mm(STEEP, u, np.full(51, 7.9)), 0)

    def test_one_thinner_than_the_bore_wanted_goes_right_through(self):
        u = np.linspace(0, 100, 51)
        self.assertEqual(deepest_mm(STEEP, u, np.full(51, 14.0)), 400)

    @given(reamers, st.floats(5, 13), st.floats(5, 13), st.floats(20, 400))
    def test_as_deep_as_it_may_and_no_deeper(self, reamer, a, b, length):
        u = np.linspace(0, length, 201)
        wanted = np.interp(u, (0, length), (a, b))
        depth = deepest_mm(reamer, u, wanted)
        self.assertLessEqual(float((reamed_mm(reamer, depth - 1e-6, u) - wanted).max()), 1e-6)
        if depth < length + reamer.length_mm:
            step = length / 200
            self.assertGreater(
                float((reamed_mm(reamer, depth + step + 0.01, u) - wanted).max()), -1e-9
            )


class AllPasses(unittest.TestCase):
    @given(
        st.lists(reamers, min_size=1, max_size=4),
        st.floats(0, 500),
        st.floats(40, 400),
        st.floats(3, 9),
    )
    def test_nothing_is_ever_cut_past_the_bore_wanted(self, tools, start, length, bore):
        job = cut(start, length, bore)
        after = plan_reaming("p", job, tools, CONE)
        u = np.linspace(0, length, 301)
        wanted = np.interp(u, job.bore.u_mm, job.wanted_mm)
        for p in after.passes:
            turned = wanted[:: -1 if p.from_face == "tip" else 1]
            over = reamed_mm(p.tool, p.depth_mm, u) - turned
            self.assertLessEqual(float(over.max()), 0.02)

    @given(
        st.lists(reamers, min_size=1, max_size=4),
        st.floats(0, 500),
        st.floats(40, 400),
        st.floats(3, 9),
    )
    def test_every_pass_leaves_less_and_stops_no_earlier(self, tools, start, length, bore):
        passes = plan_reaming("p", cut(start, length, bore), tools, CONE).passes
        for a, b in itertools.pairwise(passes):
            self.assertLessEqual(b.left_mm, a.left_mm + 1e-9)
            self.assertLessEqual(b.stops_short_mm, a.stops_short_mm + 0.11)

    def test_a_reamer_of_the_blanks_own_slope_brings_the_part_home(self):
        own = Reamer(name="own slope", small_mm=8, large_mm=13, length_mm=1000)
        after = plan_reaming("p", cut(), [own], CONE)
        self.assertEqual(len(after.passes), 1)
        self.assertLess(after.left_mm, 0.01)
        self.assertEqual(after.passes[0].stops_short_mm, 0)

    def test_a_steeper_reamer_leaves_a_waist_and_says_where(self):
        after = plan_reaming("p", cut(), [STEEP], CONE)
        self.assertEqual({p.from_face for p in after.passes}, {"butt", "tip"})
        self.assertGreater(after.left_mm, 0.1)
        self.assertTrue(40 < after.left_at_mm < 160)

    def test_about_1_6_mm_is_the_reamers_alone_and_6_mm_is_piloted(self):
        # Common practice: about 1.6 mm by the reamer alone, about 6 mm pilot-drilled first.
        alone = plan_reaming("p", cut(bore=12.15 - 1.6), [LONG], CONE)
        piloted = plan_reaming("p", cut(bore=12.15 - 6), [LONG], CONE)
        self.assertIsNone(alone.drill_first_mm)
        self.assertIsNotNone(piloted.drill_first_mm)
        self.assertLess(piloted.drill_first_mm, cut().wanted_mm.min())

    def test_no_reamer_no_pass(self):
        self.assertEqual(plan_reaming("p", cut(), [], CONE).passes, ())


class InABuild(unittest.TestCase):
    def planned(self, *parts, reamers=(LONG,)):
        return plan(build(blank=blank(), handle=Handle(parts=parts, reamers=reamers)))

    def test_only_what_stops_short_is_reamed(self):
        tight, fine = grip("tight", 150, bore=9.5), grip("fine", 100, bore=11.5)
        p = self.planned(tight, fine)
        self.assertEqual([r.part_id for r in p.handle.reaming], ["tight"])

    def test_a_winding_check_never_is(self):
        check = Part(
            id="check", kind="winding_check", material="metal", length_mm=3, bore_butt_mm=9
        )
        self.assertEqual(self.planned(check).handle.reaming, ())

    def test_what_is_left_is_said(self):
        p = self.planned(grip(length=300, bore=9), reamers=(STEEP,))
        self.assertIn("round file", finding(p, "ream-left").sentence)

    def test_a_reamer_too_thick_is_said(self):
        stout = Reamer(small_mm=20, large_mm=30, length_mm=300)
        self.assertIn("ream-no-reamer", codes(self.planned(grip(bore=9), reamers=(stout,))))

    def test_a_reamer_that_does_not_taper_is_refused(self):
        with self.assertRaises(ValidationError):
            Reamer(small_mm=9, large_mm=9, length_mm=300)


class RoughThenFine(unittest.TestCase):
    ROUGH = Reamer(id="rough", name="rough", cut="rough", small_mm=4, large_mm=14, length_mm=900)
    FINE = Reamer(id="fine", name="fine", small_mm=4, large_mm=14, length_mm=900)

    def passes(self, *reamers):
        return planned(grip(bore=9.0), reamers=reamers).handle.reaming[0]

    def test_the_rough_one_goes_first_and_leaves_something_for_the_fine_one(self):
        made = self.passes(self.FINE, self.ROUGH)
        self.assertEqual([p.reamer for p in made.passes][:1], ["rough"])
        self.assertEqual(made.passes[-1].reamer, "fine")
        rough = [p for p in made.passes if p.reamer == "rough"]
        self.assertGreaterEqual(rough[-1].left_mm, 0.29)
        self.assertLess(made.left_mm, rough[-1].left_mm)

    def test_alone_it_goes_as_far_as_a_fine_one(self):
        self.assertEqual(self.passes(self.ROUGH).left_mm, self.passes(self.FINE).left_mm)
