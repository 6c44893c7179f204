"""A photograph that gives back the stiffness it was taken of."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.guides.test_layouts import pieces, rod
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.guides.photograph import refit
from wise_spool.core.guides.under_load import BendPoint, dress
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Load, bend


class Photo(unittest.TestCase):
    def points(self, factor, load_g=400, noise=0.0):
        b, work, handle, guides, stiffness = pieces(rod())
        dressed = dress(b, work, handle, guides, stiffness)
        bent = bend(dressed.rod, Load(load_g * GRAVITY_N_PER_G / factor, 90), 120)
        rng = np.random.default_rng(2)
        at = np.linspace(20, bent.x_mm.size - 3, 7).astype(int)
        return [BendPoint(x_mm=float(bent.x_mm[i] + rng.normal(0, noise)), y_mm=float(bent.y_mm[i] + rng.normal(0, noise))) for i in at]  # fmt: skip

    @settings(max_examples=8, deadline=None)
    @given(st.floats(0.6, 1.8))
    def test_the_factor_it_was_taken_with_is_found(self, factor):
        got = refit(*pieces(rod()), BendSetup(load_g=400), self.points(factor))
        self.assertAlmostEqual(got.factor / factor, 1, delta=0.02)

    def test_shaky_clicks_still_tell(self):
        got = refit(*pieces(rod()), BendSetup(load_g=400), self.points(1.3, noise=6))
        self.assertAlmostEqual(got.factor, 1.3, delta=0.08)

    def test_the_bend_kept_says_the_same(self):
        b, *rest = pieces(rod())
        got = refit(b, *rest, BendSetup(load_g=400), self.points(1.3))
        with_it = b.blank.model_copy(update={"static": (got.reading,)})
        self.assertAlmostEqual(measure(with_it).power_g / got.power_g, 1, delta=0.02)

    def test_too_few_points_no_load_or_a_wild_match(self):
        for setup, points, words in (
            (BendSetup(load_g=400), self.points(1)[:2], "3 points"),
            (BendSetup(load_g=0), self.points(1), "Without a load"),
            (BendSetup(load_g=400), [BendPoint(x_mm=2000 - i, y_mm=1) for i in range(5)], "match the picture"),
        ):  # fmt: skip
            with self.assertRaisesRegex(BendError, words):
                refit(*pieces(rod()), setup, points)
