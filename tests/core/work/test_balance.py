"""Weight and balance against closed forms of solids."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, grip, seat
from wise_spool.core.document.guides import Guides, Reel
from wise_spool.core.document.parts import ContourPoint, Handle
from wise_spool.core.plan import plan
from wise_spool.core.work.balance import frustum_centre, frustum_volume_ml, part_mass_g


def planned(*parts, **more):
    blank_ = blank(mass_g=more.pop("blank_g", 60.0))
    return plan(build(blank=blank_, handle=Handle(parts=parts), **more)).balance


class Solids(unittest.TestCase):
    def test_cylinder_and_cone(self):
        self.assertAlmostEqual(frustum_volume_ml(20, 20, 100), math.pi * 10**2 * 100 / 1000)
        # A cone is a third of its cylinder; its centre lies a quarter up from the base.
        self.assertAlmostEqual(frustum_volume_ml(20, 0, 100), math.pi * 10**2 * 100 / 3000)
        self.assertAlmostEqual(frustum_centre(20, 0), 0.25)
        self.assertAlmostEqual(frustum_centre(20, 20), 0.5)

    @given(st.floats(1, 40), st.floats(1, 40))
    def test_frustum_against_quadrature(self, a, b):
        x = np.linspace(0, 1, 4001)
        area = (a + (b - a) * x) ** 2
        self.assertAlmostEqual(
            frustum_centre(a, b), float(np.trapezoid(area * x) / np.trapezoid(area)), places=4
        )

    def test_a_shaped_part_weighs_its_swell(self):
        # A point on the straight line changes nothing; a swell toward the tip adds and shifts.
        straight = grip(length=100, od_butt_mm=20, od_tip_mm=20)
        flat = straight.model_copy(update={"contour": (ContourPoint(at_mm=30, od_mm=20),)})
        swollen = straight.model_copy(update={"contour": (ContourPoint(at_mm=70, od_mm=26),)})
        self.assertAlmostEqual(part_mass_g(flat, 10, 10)[0], part_mass_g(straight, 10, 10)[0], places=3)  # fmt: skip
        mass, centre = part_mass_g(swollen, 10, 10)
        self.assertGreater(mass, 1.3 * part_mass_g(straight, 10, 10)[0])
        self.assertGreater(centre, 50.5)

    def test_the_bore_is_not_counted(self):
        part = grip(length=100, od_butt_mm=20, od_tip_mm=20)
        mass, at = part_mass_g(part, 10, 10)
        self.assertAlmostEqual(mass, math.pi / 4 * (400 - 100) * 100 / 1000 * 0.24)
        self.assertEqual(at, 50)

    def test_what_was_weighed_wins(self):
        self.assertEqual(part_mass_g(grip(mass_g=31.5), 12, 11)[0], 31.5)


class Rods(unittest.TestCase):
    def test_a_straight_cone_blank_balances_where_area_goes_as_od_squared(self):
        # Integral of OD^2 x over that of OD^2 for 12 to 2 mm over 2000 mm: the frustum's centre.
        line = next(x for x in planned().lines if x.what == "blank")
        self.assertAlmostEqual(line.at_mm, frustum_centre(12, 2) * 2000, delta=1)

    def test_moments_close(self):
        b = planned(grip(), seat(), guides=Guides(reel=Reel(mass_g=250)))
        case = b.cases[0]
        total = sum(x.mass_g for x in b.lines)
        at = sum(x.mass_g * x.at_mm for x in b.lines) / total
        self.assertAlmostEqual(case.with_reel_g, total, delta=0.2)
        self.assertAlmostEqual(case.balance_with_reel_mm, at, delta=0.5)

    def test_a_gram_at_the_tip_moves_it_by_its_lever(self):
        case = planned(grip(), seat()).cases[0]
        want = (2000 - case.balance_with_reel_mm) / (case.with_reel_g + 1)
        self.assertAlmostEqual(case.tip_gram_mm, want, delta=0.01)

    def test_a_fighting_butt_moves_the_balance_to_the_butt(self):
        as_planned, with_butt, *_ = planned(grip(), seat()).cases
        self.assertIn("fighting butt", with_butt.words)
        self.assertLess(with_butt.balance_with_reel_mm, as_planned.balance_with_reel_mm)

    def test_estimates_are_said_to_be(self):
        self.assertIn("rear grip", planned(grip(), blank_g=None).estimated)
        self.assertIn("blank", planned(grip(), blank_g=None).estimated)
        self.assertNotIn("blank", planned(grip()).estimated)
