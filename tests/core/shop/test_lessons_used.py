"""What was learned is used: each number reaches the plan that follows, and the tin is never overruled."""

import math
import unittest

import numpy as np

from wise_spool.core.blank.stiffness import measure
from wise_spool.core.document.blank import Blank, Reading
from wise_spool.core.document.finish import FinishProduct
from wise_spool.core.document.parts import Adhesive, Arbors, Reamer
from wise_spool.core.ground.habits import about_habit, following, is_habit, settled
from wise_spool.core.handle.arbors import tape_thickness_mm
from wise_spool.core.handle.reaming import deepest_mm, reamed_mm
from wise_spool.core.work.hands import hands_min

BLANK = Blank(
    name="Fjord 8", label_power="M", length_mm=2440, readings=tuple(Reading(station_mm=s, od_mm=d) for s, d in ((0, 13.0), (1200, 7.5), (2440, 1.9)))
)  # fmt: skip


class Rows(unittest.TestCase):
    def test_a_row_of_its_own_goes_before_the_one_for_any_and_bad_ones_are_left(self):
        said = {
            "tape_share.0.15 mm": 0.9,
            "tape_share.any": 0.95,
            "tape_share.odd": 9.0,
            "squeeze_out.x": 2.0,
        }
        with following(settled(said)):
            self.assertAlmostEqual(tape_thickness_mm(Arbors(tape_thickness_mm=0.15)), 0.135)
            self.assertAlmostEqual(tape_thickness_mm(Arbors(tape_thickness_mm=0.12)), 0.114)
        self.assertFalse(is_habit("squeeze_out.x"))
        self.assertNotIn("any", about_habit("tape_share.any")["words"])


class Tins(unittest.TestCase):
    def test_the_safer_of_the_tin_and_what_was_seen_is_gone_by(self):
        tin = Adhesive(name="Slow paste", at_c=25, pot_life_min=60, set_min=360)
        with following(
            settled({"product_min.Slow paste: pot life": 40, "product_min.Slow paste: set": 500})
        ):
            self.assertEqual((tin.minutes("pot_life"), tin.minutes("set")), (40, 500))
        with following(
            settled({"product_min.Slow paste: pot life": 90, "product_min.Slow paste: set": 100})
        ):
            self.assertEqual((tin.minutes("pot_life"), tin.minutes("set")), (60, 360))

    def test_seen_times_are_brought_to_the_warmth_the_tin_speaks_of(self):
        tin = FinishProduct(name="Clear", at_c=15, set_min=10)
        with following(settled({"product_min.Clear: set": 300})):
            self.assertAlmostEqual(tin.minutes("set"), 600)


class Tools(unittest.TestCase):
    def test_a_reamer_that_cuts_wide_is_stopped_sooner_and_leaves_what_was_wanted(self):
        reamer = Reamer(name="slim reamer", small_mm=4, large_mm=10, length_mm=400)
        u = np.linspace(0, 200, 81)
        wanted = 9.0 - 0.005 * u
        plain = deepest_mm(reamer, u, wanted)
        with following(settled({"reamer_leaves_mm.slim reamer": 0.1})):
            depth = deepest_mm(reamer, u, wanted)
            left = reamed_mm(reamer, depth, u)
        self.assertAlmostEqual(plain - depth, 0.1 / (6 / 400), places=6)
        self.assertLessEqual(float((left - wanted).max()), 1e-9)

    def test_hands_that_are_slower_take_longer(self):
        plain = hands_min("reel_seat")
        with following(settled({"hands_share.part": 1.5})):
            self.assertAlmostEqual(hands_min("reel_seat"), 1.5 * plain)


class Series(unittest.TestCase):
    def test_a_blank_known_by_its_label_alone_is_what_its_series_measured(self):
        plain = measure(BLANK)
        with following(settled({"series_power.Fjord 8": 1.2})):
            stiffer = measure(BLANK)
            other = measure(BLANK.model_copy(update={"name": "Lake 8"}))
        self.assertAlmostEqual(stiffer.power_n / plain.power_n, 1.2, delta=1e-3)
        self.assertTrue(math.isclose(other.power_n, plain.power_n))
        self.assertIsNone(plain.as_sold_n)


if __name__ == "__main__":
    unittest.main()
