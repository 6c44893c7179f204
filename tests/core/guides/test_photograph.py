"""A picture that gives back the stiffness it was taken of."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.guides.test_layouts import pieces, rod
from tests.core.samples import blank, build
from tests.core.simulators import BOARD_MM, picture, slanted
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.guides.photograph import Board, PicturePoint, match
from wise_spool.core.mechanics.elastica import BendError

LOADED = BendSetup(load_g=400)


ROD = pieces(rod())


def still(factor, seed=1):
    return picture(ROD, factor, 400, np.random.default_rng(seed), click_px=0.0)


class Photo(unittest.TestCase):
    @settings(max_examples=8, deadline=None)
    @given(st.floats(0.5, 2.0), st.integers(0, 99))
    def test_the_factor_it_was_taken_with_is_found_however_the_camera_stood(self, factor, seed):
        got = match(*ROD, LOADED, still(factor, seed=seed)).fit
        self.assertAlmostEqual(got.factor / factor, 1, delta=0.02)

    def test_shaky_clicks_still_tell_and_say_how_sure(self):
        rng = np.random.default_rng(5)
        held = 0
        for factor in (0.5, 0.6, 0.8, 0.9, 1.1, 1.3, 1.6, 2.0):
            fit = match(*ROD, LOADED, picture(ROD, factor, 400, rng)).fit
            self.assertEqual(fit.factor > 1, factor > 1)
            held += abs(math.log(fit.factor / factor)) <= math.log1p(fit.give_percent / 100)
        self.assertGreaterEqual(held, 7)

    def test_a_wider_miss_widens_what_is_said(self):
        sure, shaky = (
            match(*ROD, LOADED, picture(ROD, 1.2, 400, np.random.default_rng(3), click_px=px)).fit
            for px in (0.5, 8.0)
        )  # fmt: skip
        self.assertGreater(shaky.give_percent, sure.give_percent)
        self.assertGreater(shaky.off_mm, sure.off_mm)

    def test_the_bend_kept_says_the_same(self):
        b, *rest = ROD
        got = match(b, *rest, LOADED, still(1.3)).fit
        with_it = b.blank.model_copy(update={"static": (got.reading,)})
        self.assertAlmostEqual(measure(with_it).power_g / got.power_g, 1, delta=0.02)
        self.assertEqual(got.reading.weight_g, round(got.power_g / 4))

    def test_click_by_click_it_says_what_next_and_draws_once_it_can(self):
        clicks = still(1.0)
        asked = [match(*ROD, LOADED, clicks[:n]) for n in range(6)]
        self.assertEqual([bool(a.curve) for a in asked], [False, False, True, True, True, True])
        self.assertEqual([a.fit is not None for a in asked], [False] * 5 + [True])
        self.assertIn("butt end", asked[0].next)
        self.assertIn("leaves the handle", asked[1].next)
        self.assertIn("tip", asked[2].next)
        drawn, tip = asked[2].curve[-1], clicks[2]
        self.assertLess(math.hypot(drawn.x_px - tip.x_px, drawn.y_px - tip.y_px), 4)

    def test_a_picture_taken_aslant_is_set_straight_by_a_board(self):
        rng = np.random.default_rng(4)
        held = 0
        for factor in (0.5, 0.8, 1.3, 2.0):
            clicks, corners = slanted(ROD, factor, 400, rng)
            board = Board(wide_mm=BOARD_MM[0], high_mm=BOARD_MM[1], corners=corners)
            got = match(*ROD, LOADED, clicks, board=board)
            self.assertAlmostEqual(got.fit.factor / factor, 1, delta=0.05)
            self.assertEqual(got.fit.doubt, "")
            held += abs(math.log(got.fit.factor / factor)) <= math.log1p(got.fit.give_percent / 100)
            tip = got.curve[-1]  # drawn back into the picture as it was taken
            self.assertLess(math.hypot(tip.x_px - clicks[2].x_px, tip.y_px - clicks[2].y_px), 12)
        self.assertGreaterEqual(held, 3)

    def test_without_the_board_the_slant_is_taken_for_stiffness(self):
        clicks, corners = slanted(ROD, 1.0, 400, np.random.default_rng(11), most_deg=40)
        board = Board(wide_mm=BOARD_MM[0], high_mm=BOARD_MM[1], corners=corners)
        with_it = match(*ROD, LOADED, clicks, board=board).fit
        without = match(*ROD, LOADED, clicks).fit
        self.assertGreater(abs(math.log(without.factor)), 2 * abs(math.log(with_it.factor)))

    def test_a_lens_that_bows_is_doubted_and_a_steady_picture_is_not(self):
        doubts = [
            bool(match(*ROD, LOADED, slanted(ROD, 1.0, 400, np.random.default_rng(n), bowed=bowed, most_deg=0)[0]).fit.doubt)
            for bowed in (-0.4, 0.0) for n in range(5)
        ]  # fmt: skip
        self.assertGreaterEqual(sum(doubts[:5]), 4)
        self.assertEqual(sum(doubts[5:]), 0)

    def test_corners_are_asked_for_first_and_must_be_a_board(self):
        clicks, corners = slanted(ROD, 1.0, 400, np.random.default_rng(1))
        board = Board(wide_mm=700, high_mm=500, corners=corners[:2])
        self.assertIn("2 of 4", match(*ROD, LOADED, clicks, board=board).next)
        crossed = Board(wide_mm=700, high_mm=500, corners=(corners[0], corners[2], corners[1], corners[3]))  # fmt: skip
        with self.assertRaisesRegex(BendError, "no board"):
            match(*ROD, LOADED, clicks, board=crossed)

    def test_the_tip_clicked_is_believed_not_the_tip_foretold(self):
        # A softer rod whose tip hangs lower: matched by the foretold tip it would pass for stiffer.
        self.assertLess(match(*ROD, LOADED, still(0.6)).fit.factor, 0.7)

    def test_no_load_no_handle_one_spot_or_a_wild_match(self):
        clicks, here = still(1.0), PicturePoint(x_px=5, y_px=5)
        straight = [PicturePoint(x_px=100 * i, y_px=0) for i in (0, 1, 9, 3, 5, 7)]
        bare = pieces(build(blank=blank(label_power="medium")))
        for rod_, setup, points, words in (
            (ROD, BendSetup(load_g=0), clicks, "Without a load"),
            (bare, LOADED, clicks, "add its parts first"),
            (ROD, LOADED, [here, here], "on one spot"),
            (ROD, LOADED, straight, "in its turn"),
        ):
            with self.assertRaisesRegex(BendError, words):
                match(*rod_, setup, points)
