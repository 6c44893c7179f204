"""Rods alike and as built; a photograph that gives back the stiffness it was taken of."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_layouts import pieces, rod
from wise_spool.core.batch import alike, deviations
from wise_spool.core.bend import GRAVITY_N_PER_G, BendError, Load, bend
from wise_spool.core.build import BendSetup, StatedAt
from wise_spool.core.loaded import BendPoint, dress
from wise_spool.core.photo import refit
from wise_spool.core.plan import plan
from wise_spool.core.stiffness import measure


class Batch(unittest.TestCase):
    def test_one_layout_for_all(self):
        made = alike(rod(), 3)
        stations = {tuple(g.marked_mm for g in plan(b).guides.placed) for b in made}
        self.assertEqual((len(made), len(stations)), (3, 1))
        self.assertEqual({b.batch for b in made}, {"Test rod"})
        self.assertEqual(len({b.name for b in made}), 3)

    def test_as_built_deviations(self):
        b = rod()
        first = b.guides.train[0]
        planned = plan(b).guides.placed[0].from_tip_ring_mm
        moved = first.model_copy(update={"built": StatedAt(datum="tip_top_ring", distance_mm=planned + 25.4 / 4)})  # fmt: skip
        off = deviations(b.model_copy(update={"guides": b.guides.model_copy(update={"train": (moved, *b.guides.train[1:])})}))  # fmt: skip
        self.assertAlmostEqual(off[0].off_mm, 25.4 / 4, places=1)
        self.assertTrue(all(d.off_mm is None for d in off[1:]))

    def test_a_batch_of_one_or_a_hundred(self):
        for n in (1, 100):
            with self.assertRaises(ValueError):
                alike(rod(), n)


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
