"""The outline round a foot against the convex hull of Shapely, a general geometry library."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, box

from wise_spool.core.wraps.outline import outline

RADII = st.floats(0.6, 12)
WIDTHS = st.floats(0.2, 10)
HEIGHTS = st.floats(0.05, 4)
FINE = 2048
"""Segments to a quarter of Shapely's circle: its own error is under a ten thousandth."""


def hull_of(r, w, h):
    circle, foot = Point(0, 0).buffer(r, FINE), box(-w / 2, r, w / 2, r + h)
    hull = circle.union(foot).convex_hull
    return hull.length, hull.area, hull.area - circle.area - foot.area


class AgainstAGeometryLibrary(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(RADII, WIDTHS, HEIGHTS)
    def test_perimeter_area_and_voids(self, r, w, h):
        found = outline(r, w, h)
        length, area, void = hull_of(r, w, h)
        self.assertAlmostEqual(float(found.perimeter_mm), length, delta=2e-4 * length)
        self.assertAlmostEqual(float(found.area_mm2), area, delta=2e-4 * area)
        self.assertAlmostEqual(float(found.void_mm2), void, delta=3e-4 * area)

    def test_a_blank_alone_is_its_circle(self):
        found = outline(np.array([2.0, 5.0]), 3.0, 0.0)
        np.testing.assert_allclose(found.perimeter_mm, [4 * math.pi, 10 * math.pi])
        np.testing.assert_allclose(found.void_mm2, 0.0)

    def test_a_higher_foot_takes_more_thread(self):
        found = outline(4.0, 3.0, np.linspace(0.1, 3, 30))
        self.assertTrue((np.diff(found.perimeter_mm) > 0).all())
        self.assertTrue((np.diff(found.void_mm2) > 0).all())
