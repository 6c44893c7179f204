"""Glue-up: volumes in closed form, mixes inside pot life, adhesives refused where they harm."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import codes, finding, grip, planned, seat
from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Adhesive, Arbors, Part
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.warmth import slower
from wise_spool.core.handle.fits import gap_volume_ml, straight_bore

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
QUICK = Adhesive(name="quick", kind="liquid_5", pot_life_min=5, set_min=10)


class Volumes(unittest.TestCase):
    def test_a_ring_round_a_cylinder(self):
        # Annulus: pi/4 (B^2 - d^2) L.
        rod = Taper([0, 1000], [10, 10 - 1e-9], [0.05] * 2, 1000)
        ring = math.pi / 4 * (11**2 - 10**2) * 200 / 1000
        self.assertAlmostEqual(gap_volume_ml(straight_bore(11, 11, 200), rod.od_mm, 0), ring, 5)

    def test_a_ring_round_a_cone_is_cylinder_less_frustum(self):
        # Frustum: pi L (a^2 + ab + b^2) / 12.
        a, b, length = 12.0, 11.0, 200.0
        want = (
            math.pi / 4 * 13**2 * length - math.pi * length * (a * a + a * b + b * b) / 12
        ) / 1000
        got = gap_volume_ml(straight_bore(13, 13, length), CONE.od_mm, 0)
        self.assertAlmostEqual(got, want, places=3)

    def test_squeeze_out_is_added(self):
        p = planned(grip(bore=12.4))
        ring = gap_volume_ml(straight_bore(12.4, 12.4, 200), CONE.od_mm, 0)
        self.assertAlmostEqual(p.work.glue_up.volume_ml, ring * habits().squeeze_out, delta=0.05)


class Mixes(unittest.TestCase):
    @given(st.floats(5, 40), st.floats(10, 240), st.integers(1, 8))
    def test_hands_stay_inside_the_share_of_pot_life(self, temperature, pot, count):
        tin = Adhesive(name="tin", pot_life_min=pot)
        parts = tuple(grip(f"p{n}", 60) for n in range(count))
        plan_ = planned(*parts, adhesives=(tin,), glue_temperature_c=temperature)
        for mix in plan_.work.glue_up.mixes:
            limit = habits().pot_share * pot * slower(tin.at_c, temperature)
            self.assertTrue(mix.hands_min <= limit + 0.06 or len(mix.joints) == 1)
        joints = [j.part_id for m in plan_.work.glue_up.mixes for j in m.joints]
        self.assertEqual(joints, [p.id for p in parts])

    def test_ten_degrees_colder_doubles_the_times(self):
        tin = Adhesive()
        self.assertAlmostEqual(slower(tin.at_c, tin.at_c - 10), 2)

    def test_halves_of_a_mix_sum_to_it(self):
        tin = Adhesive(name="two to one", parts_a=2, parts_b=1)
        mix = planned(grip(bore=12.4), adhesives=(tin,)).work.glue_up.mixes[0]
        self.assertAlmostEqual(mix.part_a_ml + mix.part_b_ml, mix.volume_ml, delta=0.02)
        self.assertAlmostEqual(mix.part_a_ml, 2 * mix.part_b_ml, delta=0.02)

    def test_no_mix_is_smaller_than_can_be_measured(self):
        check = Part(id="c", kind="winding_check", length_mm=3, material="metal")
        mix = planned(check).work.glue_up.mixes[0]
        self.assertGreater(mix.volume_ml, mix.needed_ml)

    def test_pot_life_is_not_cure(self):
        # Common practice: pot life mistaken for cure time is the classic error.
        mix = planned(grip()).work.glue_up.mixes[0]
        self.assertLess(mix.pot_life_min, mix.set_min)
        self.assertLess(mix.set_min, mix.full_cure_min)


class Refused(unittest.TestCase):
    def test_five_minutes_is_too_short_to_align_a_seat(self):
        # Common practice: seating and aligning takes six.
        part = seat().model_copy(update={"adhesive": "quick"})
        self.assertIn("glue-refused", codes(planned(part, adhesives=(QUICK,))))

    def test_but_good_enough_for_a_check(self):
        part = Part(id="c", kind="winding_check", length_mm=3, material="metal", adhesive="quick")
        self.assertNotIn("glue-refused", codes(planned(part, adhesives=(QUICK,))))

    def test_the_time_is_computed_not_the_name(self):
        # A seat takes 9 min of hands; 70 % of 13 min is 9.1, of 12 min 8.4.
        for pot, code in ((13, False), (12, True)):
            tin = Adhesive(name="tin", kind="liquid_5", pot_life_min=pot)
            self.assertEqual("glue-refused" in codes(planned(seat(), adhesives=(tin,))), code)

    def test_too_little_time_is_said_once(self):
        tin = Adhesive(name="tin", pot_life_min=5)
        said = codes(planned(seat(), adhesives=(tin,)))
        self.assertIn("glue-refused", said)
        self.assertNotIn("glue-too-long", said)

    def test_paste_on_a_metal_ferrule_is_a_caution_with_its_reason(self):
        ferrule = Part(id="f", kind="butt_ferrule", material="metal", length_mm=90, bore_butt_mm=13)
        p = planned(ferrule, adhesives=(Adhesive(name="paste"),))
        self.assertNotIn("glue-refused", codes(p))
        self.assertIn("warms in the sun", finding(p, "glue-wary").sentence)
        hot = Adhesive(name="hot", kind="high_temperature")
        both = planned(ferrule, adhesives=(Adhesive(name="paste"), hot))
        self.assertEqual(both.work.glue_up.mixes[0].adhesive, "hot")
        self.assertNotIn("glue-wary", codes(both))

    def test_hot_melt_and_instant_glue_are_for_small_things(self):
        for kind in ("hot_melt", "instant"):
            tin = Adhesive(name="stick", kind=kind)
            self.assertIn("glue-refused", codes(planned(grip(), adhesives=(tin,))))
        check = Part(id="c", kind="winding_check", length_mm=3, material="metal")
        drop = planned(check, adhesives=(Adhesive(name="drop", kind="instant"),))
        self.assertNotIn("glue-refused", codes(drop))
        self.assertEqual(drop.work.glue_up.mixes[0].part_b_ml, 0)


class OneCup(unittest.TestCase):
    STACK = (grip(), seat(), Part(id="fore", kind="foregrip", length_mm=50),
             Part(id="c", kind="winding_check", length_mm=3, material="metal"))  # fmt: skip

    def test_one_product_at_hand_is_one_mix_for_the_whole_handle(self):
        # Common practice: the check takes what is in the cup.
        mixes = planned(*self.STACK, adhesives=(Adhesive(name="paste"),)).work.glue_up.mixes
        self.assertEqual([(len(m.joints), m.because) for m in mixes], [(4, "")])

    def test_what_is_not_at_hand_is_never_planned(self):
        tin = Adhesive(name="mine", kind="liquid_30", pot_life_min=45)
        mixes = planned(*self.STACK, adhesives=(tin,)).work.glue_up.mixes
        self.assertEqual({m.adhesive for m in mixes}, {"mine"})
        self.assertNotIn("glue-assumed", codes(planned(*self.STACK, adhesives=(tin,))))
        self.assertIn("glue-assumed", codes(planned(*self.STACK)))

    def test_a_second_mix_says_why(self):
        tin = Adhesive(name="short", pot_life_min=24)
        mixes = planned(*self.STACK, adhesives=(tin,)).work.glue_up.mixes
        self.assertGreater(len(mixes), 1)
        self.assertIn("would not live that long", mixes[1].because)

    def test_a_filler_is_glued_into_its_seat_in_a_cup_of_its_own_before_it_is_bored(self):
        p = planned(grip(bore=12.4), seat(bore=20.0), arbors=Arbors(school="foam"))
        first, then = p.work.glue_up.mixes[:2]
        self.assertEqual([j.name for j in first.joints], ["filler of the reel seat"])
        self.assertEqual(first.joints[0].align_min, 0)
        film = math.pi * 20.0 * 102 * habits().film_ml_per_mm2 * habits().squeeze_out
        self.assertAlmostEqual(first.needed_ml, film, delta=0.05)
        self.assertIn("has to cure before it is bored", then.because)
        taped = planned(grip(bore=12.4), seat(bore=20.0), arbors=Arbors(school="tape_3"))
        self.assertNotIn(
            "filler", str([j.name for m in taped.work.glue_up.mixes for j in m.joints])
        )

    @given(st.floats(5, 35), st.floats(25, 120), st.sampled_from(["at_once", "half_hour"]))
    def test_carried_out_every_joint_is_wiped_while_it_comes_off_and_home_while_it_is_soft(
        self, warm, pot, squeeze
    ):
        tin = Adhesive(name="tin", pot_life_min=pot)
        p = planned(*self.STACK, adhesives=(tin,), glue_temperature_c=warm, squeeze=squeeze)
        for mix in p.work.glue_up.mixes:
            if mix.too_long:
                continue
            clock = 0.0
            for joint in mix.joints:  # the bench: one pair of hands, one joint after another
                clock += joint.spread_min + joint.seat_min + joint.wipe_min
                if squeeze == "at_once":
                    self.assertLessEqual(clock, mix.wipe_by_min + 0.06)
                clock += joint.align_min
                self.assertLessEqual(clock, habits().pot_share * mix.pot_life_min + 0.06)
            if squeeze == "half_hour":
                self.assertGreater(mix.wipe_by_min, clock)

    def test_cold_is_said(self):
        self.assertIn("glue-cold", codes(planned(grip(), glue_temperature_c=9)))
        self.assertNotIn("glue-cold", codes(planned(grip(), glue_temperature_c=18)))

    def test_a_two_piece_seat_does_not_fill_bare_blank(self):
        whole = planned(seat()).handle.arbors[0].glue_ml
        halves = seat().seat.model_copy(update={"open_from_mm": 30, "open_to_mm": 80})
        bare = planned(seat().model_copy(update={"seat": halves})).handle.arbors[0].glue_ml
        self.assertLess(bare, whole * 0.7)


class Before(unittest.TestCase):
    def test_scuffed_only_where_covered(self):
        p = planned(grip(length=100), seat(gap_before_mm=50))
        spans = [(s.start_mm, s.end_mm) for s in p.work.glue_up.scuff]
        self.assertEqual(spans, [(0, 100), (150, 260)])

    def test_seat_threads_are_masked(self):
        self.assertTrue(any("threads" in m for m in planned(seat()).work.glue_up.mask))
