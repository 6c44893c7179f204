"""Crosswraps: equal angles on a taper, the last crossing on the end, the cylinder's closed form; measured on points in space."""

import itertools
import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.samples import blank
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.wraps import Decoration, Pass
from wise_spool.core.wraps.crosswrap import work_out
from wise_spool.core.wraps.patterns import PATTERNS
from wise_spool.core.wraps.thread import Threads

TWO = (Pass(id="s1", thread="amber", threads=2), Pass(id="s2", thread="tar black", threads=3))


def figure(work=None, **said):
    work = work or working_blank(blank())
    d = Decoration.model_validate(
        {"id": "d1", "from_mm": 400, "to_mm": 500, "passes": TWO, "crossings": 4, **said}
    )
    return work_out(d, work, Threads(()))


def angles_in_space(f):
    """The angle between the thread up and the thread down where they meet, from their tangents in space."""
    x, r, turned = (np.array(v) for v in (f.x_mm, f.r_mm, f.turned_rad))

    def at(station, way):
        h = 0.01
        p = []
        for s in (station - h, station + h):
            th = way * np.interp(s, x, turned)
            rr = np.interp(s, x, r)
            p.append(np.array([s, rr * math.cos(th), rr * math.sin(th)]))
        t = p[1] - p[0]
        return t / np.linalg.norm(t), np.interp(station, x, turned)

    out = []
    for m in (m for m in f.marks if m.line == 0 and m.crossing * 2 < 100):
        if not x[0] + 1 < m.station_mm < x[-1] - 1:
            continue
        up, th = at(m.station_mm, 1)
        down, _ = at(m.station_mm, -1)
        turn = 2 * th  # bring both to one point of the round
        c, s = math.cos(turn), math.sin(turn)
        down = np.array([down[0], c * down[1] - s * down[2], s * down[1] + c * down[2]])
        out.append(math.degrees(math.acos(np.clip(up @ down, -1, 1))))
    return out


class OnATaper(unittest.TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.sampled_from((2, 4, 6)), st.integers(2, 9), st.floats(100, 1200), st.floats(60, 200))
    def test_every_crossing_has_the_same_angle_and_the_last_lies_on_the_end(
        self, lines, crossings, start, long
    ):
        f = figure(lines=lines, crossings=crossings, from_mm=start, to_mm=start + long)
        self.assertEqual(max(m.station_mm for m in f.marks if m.line == 0), round(start + long, 3))
        for angle in angles_in_space(f):
            self.assertAlmostEqual(angle, f.crossing_deg, delta=0.5)

    def test_marks_advance_with_the_diameter(self):
        f = figure(crossings=8, from_mm=200, to_mm=1000)
        at = [0, *(m.station_mm - 200 for m in f.marks if m.line == 0)]
        gaps = np.diff(at)
        self.assertTrue((np.diff(gaps) < 0).all())
        od = [12 - 10 * (200 + (a + b) / 2) / 2000 for a, b in itertools.pairwise(at)]
        np.testing.assert_allclose(gaps / od, (gaps / od).mean(), rtol=5e-3)

    def test_threads_really_meet_on_the_marks(self):
        """A bench of its own: walk a thread up and one down from the same start and see where they are together."""
        f = figure(lines=2, crossings=3)
        x, turned = np.array(f.x_mm), np.array(f.turned_rad)
        for m in f.marks:
            gap = (2 * np.interp(m.station_mm, x, turned)) % (2 * math.pi)
            self.assertAlmostEqual(min(gap, 2 * math.pi - gap), 0, delta=0.02)


class OnACylinder(unittest.TestCase):
    def setUp(self):
        self.even = working_blank(blank(butt=10.0, tip=10.0))

    def test_angle_marks_and_metres_in_closed_form(self):
        f = figure(self.even, lines=2, crossings=4)
        alpha = math.atan(4 * 2 * math.pi * 5 / 100)
        self.assertAlmostEqual(f.angle_deg, math.degrees(alpha), places=2)
        np.testing.assert_allclose(
            [m.station_mm for m in f.marks if m.line == 0], [425, 450, 475, 500], atol=1e-3
        )
        np.testing.assert_allclose([m.station_mm for m in f.marks if m.line == 1], [412.5, 437.5, 462.5, 487.5], atol=1e-3)  # fmt: skip
        one = 2 * 100 / math.cos(alpha) / 1000
        amber = next(m.metres for m in f.metres if m.thread == "amber")
        self.assertAlmostEqual(amber, 2 * one + 0.5, places=1)

    def test_it_closes_when_the_threads_fill_the_round(self):
        alpha = math.atan(4 * 2 * math.pi * 5 / 100)
        need = math.ceil(2 * math.pi * 5 / (0.15 / math.cos(alpha)))
        f = figure(self.even, passes=(Pass(id="s1", thread="amber", threads=need),))
        self.assertEqual(f.closes_at_wide, need)
        self.assertTrue(f.closed)
        self.assertFalse(
            figure(self.even, passes=(Pass(id="s1", thread="amber", threads=need - 1),)).closed
        )

    def test_runs_lie_side_by_side_without_gap_or_overlap(self):
        f = figure(self.even)
        edges = sorted((b.from_arc_mm, b.to_arc_mm) for b in f.bands)
        for (_, end), (start, _) in itertools.pairwise(edges):
            self.assertAlmostEqual(end, start, places=3)
        self.assertEqual(sum(b.threads for b in f.bands), 8)


class WhatCannotBe(unittest.TestCase):
    def test_said_in_words_and_never_raised(self):
        self.assertIn("runs off", figure(from_mm=1950, to_mm=2100).trouble)
        self.assertIn("slip", figure(crossings=1, from_mm=100, to_mm=900).trouble)
        self.assertIn("flat", figure(crossings=80, from_mm=400, to_mm=420).trouble)
        self.assertIn("thread", figure(passes=()).trouble)
        with self.assertRaises(ValueError):
            figure(lines=3)
        with self.assertRaises(ValueError):
            figure(from_mm=500, to_mm=400)

    def test_equal_parts_are_the_round_divided(self):
        f = figure(kind="divided", lines=5, from_mm=400, to_mm=440)
        self.assertAlmostEqual(f.arc_near_mm * 5, math.pi * 10.0, places=2)

    def test_an_open_spiral_turns_as_often_as_is_wished(self):
        f = figure(kind="spiral", turns=7.5)
        self.assertAlmostEqual(f.turned_rad[-1], 7.5 * 2 * math.pi, places=4)

    def test_at_least_twelve_patterns_of_our_own_and_each_works(self):
        self.assertGreaterEqual(len({p.name for p in PATTERNS}), 12)
        for p in PATTERNS:
            d = p.figure.model_copy(update={"from_mm": 400.0, "to_mm": 490.0})
            self.assertEqual(work_out(d, working_blank(blank()), Threads(())).trouble, "", p.name)
