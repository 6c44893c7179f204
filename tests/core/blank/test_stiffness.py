"""Stiffness from the bench: what was hidden is found; power, action and the label."""

import unittest

import numpy as np

from tests.core.samples import blank, build, codes, finding
from wise_spool.core.blank.stiffness import POWER_N, Stiffness, bent_by, in_words, measure
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import StaticReading
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G
from wise_spool.core.plan import plan


def drop(k, p, weight, clamp=300.0, at=2000.0, b=None):
    taper = working_blank(b or blank()).taper
    return bent_by(taper, Stiffness(taper, k, p).ei, clamp, at, weight * GRAVITY_N_PER_G).tip_mm[1]


def reading(k, p, weight, clamp=300.0, at=None):
    return StaticReading(clamp_mm=clamp, weight_g=weight, at_mm=at, drop_mm=drop(k, p, weight, clamp, at or 2000.0))  # fmt: skip


class Fitted(unittest.TestCase):
    def test_one_reading_gives_back_the_blank(self):
        s = measure(blank(static=(reading(9000, 3.5, 150),)))
        self.assertEqual(s.source, "measured")
        self.assertAlmostEqual(s.k_n_mm2 / 9000, 1, delta=1e-3)
        self.assertTrue(2 <= s.off_percent < 40)

    def test_readings_that_differ_give_the_exponent_too(self):
        readings = (reading(20000, 3.2, 120), reading(20000, 3.2, 400, 300, 1300.0), reading(20000, 3.2, 200, 700.0))  # fmt: skip
        s = measure(blank(static=readings))
        self.assertEqual(s.source, "fitted")
        self.assertAlmostEqual(s.p, 3.2, delta=0.05)
        self.assertLess(s.reading_error_mm, 2)

    def test_power_drops_the_tip_by_a_third(self):
        b = blank(static=(reading(9000, 3.5, 150),))
        s = measure(b)
        self.assertAlmostEqual(drop(s.k_n_mm2, s.p, s.power_g), 1700 / 3, delta=3)

    def test_a_trim_changes_it(self):
        b = blank(static=(reading(9000, 3.5, 150),))
        cut = b.model_copy(update={"trim_tip_mm": 150.0})
        self.assertGreater(measure(cut).power_g, measure(b).power_g)

    def test_a_reading_no_bend_explains_is_kept_and_said(self):
        odd = StaticReading(weight_g=100, drop_mm=1690.0)
        p = plan(build(blank=blank(static=(odd,))))
        self.assertIn(p.stiffness.source, ("label", "material"))
        self.assertIn("blank-static-odd", codes(p))


class Labels(unittest.TestCase):
    def test_estimated_from_the_label_and_said_so(self):
        p = plan(build(blank=blank(label_power="medium-heavy")))
        self.assertEqual((p.stiffness.source, p.stiffness.power_words), ("label", "medium heavy"))
        self.assertIn("blank-power-estimated", codes(p))

    def test_a_rod_that_is_not_what_its_label_says(self):
        # Common practice: a rod that fishes stiffer than its label is found out only on the water.
        p = plan(build(blank=blank(label_power="light", static=(reading(9000, 3.5, 150),))))
        self.assertEqual(finding(p, "blank-power").weight, "check")

    def test_near_an_edge_it_lies_between(self):
        self.assertEqual(in_words(POWER_N[3][1] * 0.98, POWER_N), "between medium and medium heavy")
        self.assertEqual(in_words(4.3, POWER_N), "medium")
        self.assertEqual(in_words(99, POWER_N), "extra heavy")

    def test_no_taper_no_stiffness(self):
        self.assertIsNone(plan(build()).stiffness)


class Repeatable(unittest.TestCase):
    def test_the_same_blank_the_same_answer(self):
        b = blank(static=(reading(9000, 3.5, 150),))
        self.assertEqual(measure(b), measure(b.model_copy()))
        self.assertTrue(np.isfinite(measure(b).k_n_mm2))
