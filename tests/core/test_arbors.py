"""Bands and turns of tape: common practice and a spiral's own geometry."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import codes, finding, grip, rod, seat
from wise_spool.core.arbors import plan_arbors, tape_length_mm
from wise_spool.core.build import Arbors, Handle, SeatBore
from wise_spool.core.plan import plan
from wise_spool.core.taper import Taper

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
            self.assertLess(band.loose_mm, 2 * tape + 2 * 0.05 + 0.002)

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
