"""The stack, bores and where parts stop, against closed forms and brute force."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.samples import blank, build, codes, finding, grip, rod, seat
from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Handle, Part
from wise_spool.core.handle.fits import find_stop, straight_bore
from wise_spool.core.handle.stack import place_parts
from wise_spool.core.plan import plan

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
FALL = 10 / 2000


class TheStack(unittest.TestCase):
    def test_parts_follow_one_another(self):
        spots = place_parts(
            (grip(length=200), seat(gap_before_mm=90), grip("fore", 50, overlap_mm=10))
        )
        self.assertEqual(spots, [(0, 200), (290, 400), (390, 440)])

    def test_a_closed_end_stands_out_behind_the_butt(self):
        cap = Part(id="cap", kind="butt_cap", length_mm=30, closed_end_mm=6)
        self.assertEqual(place_parts((cap, grip(length=200))), [(-6, 24), (24, 224)])

    @given(st.lists(st.tuples(st.floats(1, 400), st.floats(0, 200)), min_size=1, max_size=12))
    def test_the_stack_is_as_long_as_its_parts_and_gaps(self, sizes):
        parts = tuple(
            grip(f"p{i}", length, gap_before_mm=gap) for i, (length, gap) in enumerate(sizes)
        )
        self.assertAlmostEqual(place_parts(parts)[-1][1], sum(a + b for a, b in sizes), places=6)

    def test_five_marks_for_a_split_grip_without_a_cap(self):
        # Common practice: three marks for a full grip, five for a split grip.
        full = plan(rod(parts=(grip(), seat(), grip("fore", 50)))).handle.marks
        split = plan(
            rod(parts=(grip(length=70), seat(gap_before_mm=90), grip("fore", 50, gap_before_mm=5)))
        ).handle.marks
        self.assertEqual((len(full), len(split)), (3, 5))

    def test_parts_longer_than_the_blank_ruin_it(self):
        p = plan(rod(parts=(grip(length=1500), grip("b", 700))))
        self.assertEqual(finding(p, "handle-past-tip").weight, "ruins")

    def test_reaching_further_into_a_part_than_it_is_long(self):
        self.assertIn(
            "handle-overlap", codes(plan(rod(parts=(grip(length=30), grip("b", overlap_mm=60)))))
        )


def stop_of(bore, taper, target=0.0):
    """Station where a part with this bore stops."""
    return find_stop(bore, taper, target).station_mm


class WhereAPartStops(unittest.TestCase):
    def test_straight_bore_on_a_straight_taper(self):
        # Closed form: the butt face stops where the blank is as thick as the bore.
        stop = stop_of(straight_bore(10, 10, 200), CONE, 0)
        self.assertAlmostEqual(stop, (12 - 10) / FALL, delta=0.05)

    def test_a_bore_steeper_than_the_blank_binds_at_its_thin_end(self):
        stop = stop_of(straight_bore(14, 9, 300), CONE, 0)
        self.assertAlmostEqual(stop, (12 - 9) / FALL - 300, delta=0.05)

    def test_a_bore_that_clears_is_pushed_to_its_mark(self):
        self.assertEqual(stop_of(straight_bore(12.5, 12.5, 100), CONE, 40), 40)

    @settings(max_examples=40)
    @given(st.floats(3, 13), st.floats(3, 13), st.floats(20, 600))
    def test_against_fine_sampling(self, a, b, length):
        bore = straight_bore(a, b, length)
        u = np.linspace(0, length, 400)
        on = np.arange(0, 2000, 1.0)[:, None] + u
        over = np.interp(u, bore.u_mm, bore.bore_mm) < CONE.od_mm(np.minimum(on, 2000)) - 1e-6
        blocked = np.flatnonzero((over & (on <= 2000)).any(axis=1))
        brute = blocked.max() + 1 if blocked.size else 0
        self.assertAlmostEqual(stop_of(bore, CONE, 0), brute, delta=3)

    @given(st.floats(4, 12), st.floats(0, 1.5))
    def test_a_bigger_bore_never_stops_earlier(self, bore, more):
        small = stop_of(straight_bore(bore, bore, 150), CONE, 0)
        large = stop_of(straight_bore(bore + more, bore + more, 150), CONE, 0)
        self.assertLessEqual(large, small + 1e-6)

    def test_a_swell_nearer_the_tip_holds_the_part(self):
        swell = Taper([0, 400, 500, 600, 2000], [12, 10, 11.5, 9, 2], [0.05] * 5, 2000)
        self.assertGreater(stop_of(straight_bore(11, 11, 50), swell, 0), 440)


class BoresWanted(unittest.TestCase):
    def test_the_blank_plus_clearance_at_both_faces(self):
        part = plan(rod(parts=(grip(length=200),))).handle.parts[0]
        self.assertAlmostEqual(part.butt_face.wanted_mm, 12.15, places=3)
        self.assertAlmostEqual(part.tip_face.wanted_mm, 11.15, places=3)

    @given(st.floats(60, 400), st.floats(0, 300))
    def test_a_part_reamed_as_asked_reaches_its_mark(self, length, gap):
        part = plan(rod(parts=(grip(length=length, gap_before_mm=gap),))).handle.parts[0]
        reamed = grip(length=length, gap_before_mm=gap, bore=part.butt_face.wanted_mm)
        reamed = reamed.model_copy(update={"bore_tip_mm": part.tip_face.wanted_mm})
        after = plan(rod(parts=(reamed,))).handle.parts[0]
        self.assertEqual(after.verdict, "fits")

    def test_a_tight_bore_says_how_far_short(self):
        part = plan(rod(parts=(grip(bore=11.5),))).handle.parts[0]
        self.assertEqual(part.verdict, "ream")
        self.assertAlmostEqual(part.stops_short_mm, 0.5 / FALL, delta=0.1)

    def test_a_loose_bore_is_said(self):
        self.assertIn("handle-loose", codes(plan(rod(parts=(grip(bore=14),)))))

    def test_foam_wants_a_bore_under_the_blank(self):
        # Common practice: foam must start undersize and is pressed home.
        part = plan(rod(parts=(grip(material="foam"),))).handle.parts[0]
        self.assertLess(part.butt_face.wanted_mm, part.butt_face.od_mm)

    def test_a_thin_wall_and_none_at_all(self):
        thin = plan(rod(parts=(grip(od_butt_mm=17, od_tip_mm=15),)))
        none = plan(rod(parts=(grip(od_butt_mm=12, od_tip_mm=11),)))
        self.assertIn("handle-thin-wall", codes(thin))
        self.assertEqual(finding(none, "handle-no-wall").weight, "ruins")

    def test_a_small_winding_check_is_changed_not_reamed(self):
        check = Part(
            id="check",
            kind="winding_check",
            material="metal",
            length_mm=3,
            bore_butt_mm=9,
            gap_before_mm=300,
        )
        p = plan(rod(parts=(check,)))
        self.assertIn("handle-size-small", codes(p))
        self.assertNotIn("handle-ream", codes(p))

    def test_without_a_taper_nothing_is_claimed(self):
        p = plan(
            build(blank=blank().model_copy(update={"readings": ()}), handle=Handle(parts=(grip(),)))
        )
        self.assertIsNone(p.handle.parts[0].butt_face.wanted_mm)
        self.assertFalse(any(math.isnan(m.station_mm) for m in p.marks))
