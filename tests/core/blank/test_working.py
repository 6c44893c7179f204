"""The taper against handbook geometry and SciPy's own interpolation."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import PchipInterpolator

from tests.core.samples import blank, build, codes, finding
from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import tube_bore_mm, tube_for_tip, working_blank
from wise_spool.core.document.blank import Blank, Joint, Reading
from wise_spool.core.plan import plan


def readings(*pairs):
    return tuple(Reading(station_mm=s, od_mm=d) for s, d in pairs)


class TheTaper(unittest.TestCase):
    def test_two_stations_make_a_straight_cone(self):
        taper = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
        x = np.linspace(0, 2000, 33)
        np.testing.assert_allclose(taper.od_mm(x), 12 - 10 * x / 2000, atol=1e-9)

    def test_between_readings_it_is_scipys_monotone_cubic(self):
        x, od = (
            np.array([0, 150, 420, 900, 1500, 2000.0]),
            np.array([12, 11.6, 10.2, 7.1, 4.0, 2.0]),
        )
        taper = Taper(x, od, np.full(6, 0.05), 2000)
        at = np.linspace(0, 2000, 501)
        np.testing.assert_allclose(taper.od_mm(at), PchipInterpolator(x, od)(at), atol=1e-12)

    def test_one_station_at_a_time_gives_the_same_curve(self):
        taper = Taper([0, 300, 900, 1980], [13, 12.1, 8, 2.2], [0.05] * 4, 2000, [950])
        at = np.array([0.0, 1, 299.9, 300, 949.9, 950, 1200, 1979, 1990, 2000])
        np.testing.assert_allclose([taper.od_at(s) for s in at], taper.od_mm(at), atol=1e-12)

    @given(st.lists(st.floats(0.2, 2.0), min_size=3, max_size=12))
    def test_a_falling_blank_never_rises_between_readings(self, drops):
        od = 30 - np.cumsum(drops)
        x = np.linspace(0, 2000, len(od))
        fine = Taper(x, od, np.full(len(od), 0.05), 2000).od_mm(np.linspace(0, 2000, 400))
        self.assertTrue((np.diff(fine) <= 1e-9).all())

    def test_repeats_average_and_their_error_falls_as_root_n(self):
        taper = Taper([0, 0, 0, 0, 2000], [12.0, 12.2, 12.0, 12.2, 2], [0.1] * 5, 2000)
        self.assertAlmostEqual(float(taper.od_mm(0)), 12.1)
        self.assertAlmostEqual(float(taper.band_mm(0)), 0.05)

    def test_the_band_half_way_along_two_stations_is_four_tenths(self):
        # From habit: butt, tip and length alone leave about 0.4 mm mid-blank.
        taper = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)
        self.assertAlmostEqual(float(taper.band_mm(1000)), np.hypot(0.4, 0.05), places=3)

    def test_past_the_readings_it_goes_on_straight_and_the_band_widens(self):
        taper = Taper([0, 1800], [12, 3], [0.05, 0.05], 2000)
        self.assertAlmostEqual(float(taper.od_mm(2000)), 2.0)
        self.assertAlmostEqual(float(taper.band_mm(2000)), 0.05 + 0.2)

    def test_a_sleeve_joint_steps(self):
        work = working_blank(
            Blank(
                length_mm=2000,
                readings=readings((0, 12), (990, 7), (1010, 7.6), (2000, 2)),
                joints=(Joint(station_mm=1000),),
            )
        )
        self.assertLess(work.od_mm(999), 7.0)
        self.assertGreater(work.od_mm(1001), 7.55)

    def test_one_station_is_refused(self):
        with self.assertRaises(ValueError):
            Taper([100, 100.2], [9, 9.1], [0.05, 0.05], 2000)

    def test_trimming_moves_the_datum_and_keeps_the_blank(self):
        whole, cut = working_blank(blank()), working_blank(blank(trim_butt_mm=100, trim_tip_mm=50))
        self.assertEqual(cut.length_mm, 1850)
        self.assertAlmostEqual(cut.od_mm(300), whole.od_mm(400), places=9)


class TipTopTubes(unittest.TestCase):
    def test_size_n_is_n_sixtyfourths(self):
        # Common practice.
        self.assertAlmostEqual(tube_bore_mm(5.5), 5.5 * 25.4 / 64)

    @given(st.floats(0.8, 8))
    def test_the_chosen_tube_goes_on_and_the_one_below_would_not(self, tip):
        n = tube_for_tip(tip)
        self.assertGreaterEqual(tube_bore_mm(n) + 1e-9, tip + 0.05)
        self.assertLess(tube_bore_mm(n - 0.5), tip + 0.05 + 1e-9)

    def test_too_small_ruins_and_too_large_is_said(self):
        small = plan(build(blank=blank(tip_tube_64ths=4)))
        self.assertEqual(finding(small, "blank-tube-small").weight, "ruins")
        self.assertIn("blank-tube-loose", codes(plan(build(blank=blank(tip_tube_64ths=9)))))


class TooShort(unittest.TestCase):
    def test_fourteen_inches_are_fourteen_feet(self):
        said = finding(plan(build(blank=blank(length=14 * 25.4))), "blank-short").sentence
        self.assertIn("14 in long. 14 feet?", said)
        self.assertNotIn("blank-short", codes(plan(build(blank=blank()))))


class BadReadings(unittest.TestCase):
    def test_one_station_asks_for_another(self):
        p = plan(build(blank=Blank(length_mm=2000, readings=readings((0, 12)))))
        self.assertIn("Only one station", finding(p, "blank-no-taper").sentence)
        self.assertEqual(p.blank.taper, ())

    def test_two_readings_half_a_millimetre_apart_are_one_station(self):
        p = plan(build(blank=Blank(length_mm=2000, readings=readings((1, 12), (1.5, 12)))))
        self.assertIn("blank-no-taper", codes(p))

    def test_a_rise_toward_the_tip_is_asked_about(self):
        p = plan(
            build(
                blank=Blank(
                    length_mm=2000, readings=readings((0, 12), (500, 9), (700, 9.3), (2000, 2))
                )
            )
        )
        self.assertIn("a joint, a swell, or a misreading", finding(p, "blank-rising").sentence)

    def test_the_same_rise_at_a_joint_is_not(self):
        b = Blank(
            length_mm=2000,
            readings=readings((0, 12), (500, 9), (700, 9.3), (2000, 2)),
            joints=(Joint(station_mm=600),),
        )
        self.assertNotIn("blank-rising", codes(plan(build(blank=b))))

    def test_swapped_digits_are_recognised(self):
        b = Blank(length_mm=2000, readings=readings((0, 12.4), (400, 1.09), (800, 9.1), (2000, 2)))
        found = finding(plan(build(blank=b)), "blank-odd-reading")
        self.assertEqual(found.weight, "ruins")
        self.assertIn(
            "10.9", finding(plan(build(blank=b, rule="mm/1")), "blank-odd-reading").sentence
        )

    def test_a_reading_past_the_tip_is_kept_but_not_used(self):
        b = Blank(length_mm=2000, readings=readings((0, 12), (1000, 7), (2500, 1)))
        self.assertIn(
            "kept but not used", finding(plan(build(blank=b)), "blank-reading-off-end").sentence
        )

    def test_a_blank_cut_away_to_nothing(self):
        p = plan(build(blank=blank(trim_butt_mm=1500, trim_tip_mm=700)))
        self.assertEqual(finding(p, "blank-trimmed-away").weight, "ruins")

    def test_going_past_the_readings_is_said(self):
        b = Blank(length_mm=2000, readings=readings((0, 12), (1500, 4)))
        self.assertIn("blank-beyond-readings", codes(plan(build(blank=b))))
