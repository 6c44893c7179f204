"""Bands and turns of tape: common practice and a spiral's own geometry."""

import itertools
import math
import unittest

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.samples import codes, finding, grip, rod, seat
from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Arbors, BoreStep, Handle, SeatBore, TapeMeasured
from wise_spool.core.handle.arbors import (
    compare_arbors,
    plan_arbors,
    tape_length_mm,
    tape_thickness_mm,
)
from wise_spool.core.handle.ferrules import keyed_grooves
from wise_spool.core.plan import plan

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
SEAT = SeatBore(bore_mm=16, usable_from_mm=4, usable_to_mm=106, foot_centre_mm=55)


class Bands(unittest.TestCase):
    def test_schools_of_two_three_and_four(self):
        # Common practice: two, three or four bands of masking tape.
        for school, count in (
            ("tape_2", 2),
            ("tape_3", 3),
            ("tape_4", 4),
            ("mesh", 1),
            ("foam", 1),
            ("sleeve", 1),
        ):
            self.assertEqual(
                len(plan_arbors("s", SEAT, 250, CONE, Arbors(school=school)).bands), count
            )

    @given(
        st.floats(0, 600),
        st.sampled_from(["tape_2", "tape_3", "tape_4"]),
        st.floats(3, 40),
        st.floats(0, 20),
    )
    def test_bands_stay_in_the_usable_bore_and_apart(self, start, school, width, recess):
        arbor = plan_arbors(
            "s",
            SEAT,
            start,
            CONE,
            Arbors(school=school, band_width_mm=width, front_recess_mm=recess),
        )
        self.assertGreaterEqual(arbor.bands[0].start_mm, start + 4 - 0.01)
        self.assertLessEqual(arbor.bands[-1].end_mm, start + 106 - recess + 0.01)
        for a, b in zip(arbor.bands, arbor.bands[1:], strict=False):
            self.assertLess(a.end_mm, b.start_mm)

    @given(st.floats(0, 600), st.floats(0.05, 0.4))
    def test_the_seat_goes_over_and_no_whole_turn_more_would_fit(self, start, tape):
        arbor = plan_arbors("s", SEAT, start, CONE, Arbors(tape_thickness_mm=tape))
        for band in arbor.bands:
            self.assertLessEqual(band.outside_mm, SEAT.bore_mm - 2 * 0.05 + 1e-3)
            fall = CONE.od_at(band.start_mm) - CONE.od_at(band.end_mm)
            self.assertLess(band.loose_mm, 2 * tape + 2 * 0.05 + fall + 0.002)

    def test_the_band_nearer_the_butt_takes_fewer_turns(self):
        # Common practice: outside diameters must match on a tapering blank, not the number of turns.
        steep = Taper([0, 1000], [14, 4], [0.05, 0.05], 1000)
        turns = [
            b.turns for b in plan_arbors("s", SEAT, 100, steep, Arbors(tape_thickness_mm=0.1)).bands
        ]
        self.assertEqual(turns, sorted(turns))
        self.assertLess(turns[0], turns[-1])

    def test_tape_length_is_area_over_thickness(self):
        # A spiral's length times its thickness is the area of the ring it fills.
        for od, n, t in ((12.0, 10, 0.15), (9.3, 3, 0.2)):
            ring = math.pi / 4 * ((od + 2 * n * t) ** 2 - od**2)
            self.assertAlmostEqual(tape_length_mm(od, n, t) * t, ring, places=9)

    def test_no_turns_no_tape(self):
        self.assertEqual(tape_length_mm(10, 0, 0.15), 0)


class WhatIsSaid(unittest.TestCase):
    def said(self, bore, **arbors):
        parts = (grip(), seat(bore))
        return plan(
            rod(parts=parts).model_copy(
                update={"handle": Handle(parts=parts, arbors=Arbors(**arbors))}
            )
        )

    def test_a_seat_smaller_than_the_blank_ruins(self):
        self.assertEqual(finding(self.said(10), "arbor-seat-small").weight, "ruins")

    def test_too_much_tape_asks_for_foam(self):
        # From habit: over 3 mm a side.
        self.assertIn("arbor-thick", codes(self.said(20)))
        self.assertNotIn("arbor-thick", codes(self.said(20, school="foam")))

    def test_no_room_for_a_turn(self):
        self.assertIn("arbor-no-turn", codes(self.said(11.1)))

    def test_a_recess_as_long_as_the_seat_leaves_no_room(self):
        parts = (
            grip(),
            seat(16).model_copy(
                update={
                    "seat": SeatBore(
                        bore_mm=16, usable_from_mm=80, usable_to_mm=100, foot_centre_mm=55
                    )
                }
            ),
        )
        b = rod(parts=parts).model_copy(
            update={"handle": Handle(parts=parts, arbors=Arbors(front_recess_mm=25))}
        )
        self.assertIn("arbor-no-room", codes(plan(b)))


class Rooms(unittest.TestCase):
    def seat(self, **more):
        return SEAT.model_copy(update=more)

    def planned(self, seat, **arbors):
        return plan_arbors("s", seat, 250, CONE, Arbors(**arbors))

    @given(
        st.lists(st.tuples(st.floats(0, 100), st.floats(1, 30)), max_size=4),
        st.sampled_from(["tape_2", "tape_3", "tape_4"]),
        st.floats(0, 40),
        st.floats(0, 25),
    )
    def test_bands_never_lie_over_lips_cap_or_recess(self, lips, school, cap, recess):
        steps = tuple(BoreStep(from_mm=a, to_mm=a + w, bore_mm=13) for a, w in lips)
        seat = self.seat(steps=steps, end_cap_mm=cap)
        arbor = self.planned(seat, school=school, front_recess_mm=recess)
        for band in arbor.bands:
            a, b = band.start_mm - 250, band.end_mm - 250
            self.assertGreaterEqual(a, max(cap, 4) - 0.02)
            self.assertLessEqual(b, 106 - recess + 0.02)
            for step in steps:
                self.assertTrue(b <= step.from_mm + 0.02 or a >= step.to_mm - 0.02)
            self.assertIsNone(band.trouble)

    def test_bands_move_aside_for_a_lip_in_the_middle(self):
        lip = BoreStep(from_mm=45, to_mm=60, bore_mm=13)
        bands = self.planned(self.seat(steps=(lip,))).bands
        self.assertEqual(len(bands), 3)

    def test_a_wider_step_takes_more_turns(self):
        step = BoreStep(from_mm=0, to_mm=40, bore_mm=17)
        plain, stepped = self.planned(SEAT), self.planned(self.seat(steps=(step,)))
        self.assertGreater(stepped.bands[0].turns, plain.bands[0].turns)
        self.assertEqual(stepped.bands[-1].turns, plain.bands[-1].turns)

    def test_exposed_blank_stays_bare(self):
        for band in self.planned(self.seat(open_from_mm=40, open_to_mm=70)).bands:
            self.assertFalse(band.start_mm - 250 < 70 and band.end_mm - 250 > 40)

    def test_a_band_put_by_hand_over_the_recess_is_trouble(self):
        arbor = self.planned(SEAT, bands_at_mm=(10, 95))
        self.assertIsNone(arbor.bands[0].trouble)
        self.assertIn("front recess", arbor.bands[1].trouble)

    def test_a_band_wider_than_the_seat_is_made_to_fit(self):
        short = SeatBore(bore_mm=16, usable_from_mm=4, usable_to_mm=40, foot_centre_mm=20)
        arbor = self.planned(short, band_width_mm=60)
        self.assertTrue(all(b.end_mm - b.start_mm < 36 for b in arbor.bands))


class Tape(unittest.TestCase):
    def test_calibrated_over_ten_turns(self):
        # Winding n turns adds 2 n t to a diameter.
        m = TapeMeasured(before_mm=12, after_mm=15, turns=10)
        self.assertAlmostEqual(tape_thickness_mm(Arbors(tape_measured=m)), 0.15)

    def test_tape_of_no_thickness_or_five_millimetres_is_refused(self):
        for after in (12.0, 112.0):
            with self.assertRaises(ValidationError):
                TapeMeasured(before_mm=12, after_mm=min(after, 60), turns=1)


class SideBySide(unittest.TestCase):
    def choices(self, bore=16.0):
        seat = SEAT.model_copy(update={"bore_mm": bore})
        return {c.school: c for c in compare_arbors("s", seat, 250, CONE, Arbors())}

    def test_every_school_is_laid_beside_the_others(self):
        got = self.choices()
        self.assertEqual(len(got), 6)
        self.assertLess(got["tape_2"].contact_share, got["tape_4"].contact_share)
        self.assertGreater(got["tape_2"].glue_ml, got["foam"].glue_ml)

    def test_a_thin_gap_rules_out_foam_and_a_thick_one_warns_of_tape(self):
        self.assertFalse(self.choices(11.6)["foam"].possible)
        self.assertIn("spongy", self.choices(20)["tape_3"].why)


class Grooves(unittest.TestCase):
    def test_four_about_25_mm_apart(self):
        # Common practice: three or four keyed grooves about 25 mm apart, bands between them.
        grooves, bands = keyed_grooves(0, 110)
        self.assertEqual((len(grooves), len(bands)), (4, 3))
        middles = [(g.start_mm + g.end_mm) / 2 for g in grooves]
        for a, b in itertools.pairwise(middles):
            self.assertAlmostEqual(b - a, 25)

    def test_a_short_ferrule_takes_what_it_has_room_for(self):
        self.assertEqual(len(keyed_grooves(0, 40)[0]), 2)
