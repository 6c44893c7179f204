"""Mixing: the error of a ratio against a simulated hand at the syringe, the scale and the dropper; amounts by wish."""

import unittest

import numpy as np

from tests.core.samples import codes, guide, rod
from wise_spool.core.document.finish import Finish, FinishProduct
from wise_spool.core.finish.mixing import misread_percent, mix_for, ratio_curve
from wise_spool.core.plan import plan


def simulated_percent(small_ml, by, rng, n=20_000, step=0.1):
    """The worst ratio in 19 of 20 mixes by a hand that reads anywhere within half a step, or lets single drops fall. The larger part
    is taken as read truly: it is the smaller that spoils a mix."""
    if by in ("volume", "mass"):
        read = small_ml + rng.uniform(-step / 2, step / 2, n)
    else:
        drops = max(round(small_ml / 0.04), 1)
        read = rng.normal(0.04, 0.2 * 0.04, (n, drops)).sum(axis=1)
    return 100 * float(np.quantile(np.abs(read / small_ml - 1), 0.95))


class AgainstAHand(unittest.TestCase):
    def test_a_syringe_is_never_worse_than_is_said(self):
        rng = np.random.default_rng(5)
        for small in (0.4, 0.8, 1.5, 3.0):
            said = misread_percent(small, Finish())
            seen = simulated_percent(small, "volume", rng)
            self.assertTrue(0.85 * said < seen <= said, (small, said, seen))

    def test_drops_are_about_as_bad_as_is_said(self):
        rng = np.random.default_rng(6)
        for small in (0.2, 0.8, 2.0):
            said = misread_percent(small, Finish(measure_by="drops"))
            seen = simulated_percent(small, "drops", rng)
            self.assertTrue(0.4 * said < seen < 2 * said, (small, said, seen))

    def test_the_curve_falls_and_is_what_a_mix_of_that_amount_says(self):
        finish = Finish()
        curve = ratio_curve(finish)
        errors = [p.error_percent for p in curve]
        self.assertEqual(errors, sorted(errors, reverse=True))
        for p in curve[3:]:
            mix = mix_for(0.5, finish.model_copy(update={"mix_ml": p.total_ml}))
            self.assertLessEqual(mix.ratio_error_percent, p.error_percent + 1e-6)
        self.assertEqual(ratio_curve(Finish(product=FinishProduct(kind="varnish", parts_b=0))), ())


class ByWish(unittest.TestCase):
    def test_the_builders_amount_is_mixed_but_never_less_than_is_needed(self):
        small = mix_for(0.6, Finish(mix_ml=2.0))
        self.assertEqual((small.part_a_ml, small.part_b_ml, small.by_wish), (1.0, 1.0, True))
        self.assertEqual(mix_for(5.0, Finish(mix_ml=2.0)).part_a_ml, 2.5)

    def test_a_little_by_drops_or_eye_is_said_to_risk_the_ratio(self):
        for how in ("drops", "eye"):
            b = rod(guide(1, 300), guide(2, 800), finish=Finish(measure_by=how, mix_ml=1.0))
            self.assertIn("finish-ratio", codes(plan(b)), how)
        by_scale = FinishProduct(density_a_g_ml=1.15, density_b_g_ml=0.98)
        fine = rod(
            guide(1, 300),
            finish=Finish(product=by_scale, measure_by="mass", scale_step_g=0.01, mix_ml=2.0),
        )
        self.assertNotIn("finish-ratio", codes(plan(fine)))

    def test_grams_follow_from_the_densities(self):
        product = FinishProduct(parts_a=2, parts_b=1, density_a_g_ml=1.2, density_b_g_ml=0.9)
        mix = mix_for(3.0, Finish(product=product, measure_by="mass", scale_step_g=0.01))
        self.assertAlmostEqual(mix.part_a_g / mix.part_b_g, 2 * 1.2 / 0.9, places=2)
        self.assertIsNone(mix_for(3.0, Finish(product=product)).part_a_g)

    def test_a_ratio_of_nothing_is_refused(self):
        with self.assertRaises(ValueError):
            FinishProduct(parts_a=0)
        with self.assertRaises(ValueError):
            Finish(mix_ml=0)
