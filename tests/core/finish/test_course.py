"""The course of a night: doses against SciPy's quad, the dew point against PsychroLib, a steady room against the tin."""

import unittest

import psychrolib
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad

from tests.core.samples import codes, finding, guide, rod
from wise_spool.core.document.finish import AirAt, Finish
from wise_spool.core.finish.course import Course, night_of
from wise_spool.core.plan import plan

psychrolib.SetUnitSystem(psychrolib.SI)
TEMPERATURES = st.lists(st.floats(2, 35), min_size=1, max_size=6)


def course(*points):
    rows = tuple(AirAt(id=f"h{n}", after_h=h, temperature_c=c) for n, (h, c) in enumerate(points))
    return Course.of(21.0, rows)


class Doses(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(TEMPERATURES, st.floats(10, 2000))
    def test_against_quad(self, temperatures, minute):
        c = course(*((2.5 * (n + 1), t) for n, t in enumerate(temperatures)))
        want, _ = quad(lambda m: 2 ** ((c.at(m) - 21) / 10), 0, minute, points=[m for m in c.minutes if 0 < m < minute] or None, limit=300)  # fmt: skip
        self.assertAlmostEqual(c.dose(minute, 21), want, delta=1e-4 * want + 1e-6)

    @settings(max_examples=30, deadline=None)
    @given(TEMPERATURES, st.floats(5, 3000))
    def test_a_clock_ends_when_its_dose_is_full(self, temperatures, tin_min):
        c = course(*((3.0 * (n + 1), t) for n, t in enumerate(temperatures)))
        self.assertAlmostEqual(c.dose(c.ends(tin_min, 21), 21), tin_min, delta=0.01)

    def test_a_room_that_stays_is_the_tins_own_clock(self):
        for warm, factor in ((21, 1), (11, 2), (31, 0.5)):
            c = course((0, warm))
            self.assertAlmostEqual(c.ends(480, 21), 480 * factor, places=2)

    def test_a_colder_night_takes_longer_and_a_warmer_one_less(self):
        ends = [course((3, 21), (8, t)).ends(1440, 21) for t in (10, 14, 18, 24)]
        self.assertEqual(ends, sorted(ends, reverse=True))


class TheAir(unittest.TestCase):
    def test_the_nearest_to_the_dew_point_is_psychrolibs(self):
        rows = tuple(
            AirAt(id=f"h{h}", after_h=h, temperature_c=t, humidity_percent=rh)
            for h, t, rh in ((2, 18, 60), (6, 14, 78), (9, 12, 88))
        )
        c = Course.of(21.0, rows)
        night = night_of(c, rows, 50, 540)
        want = min(
            t - psychrolib.GetTDewPointFromRelHum(t, rh / 100)
            for t, rh in ((21, 0.5 * 100), (18, 60), (14, 78), (12, 88))
        )
        self.assertAlmostEqual(night.nearest_c, want, delta=0.1)

    def test_air_that_only_cools_keeps_its_dew_point(self):
        rows = (AirAt(id="h1", after_h=6, temperature_c=12),)
        night = night_of(Course.of(21.0, rows), rows, 55, 360)
        self.assertAlmostEqual(
            night.nearest_c, 12 - psychrolib.GetTDewPointFromRelHum(21, 0.55), delta=0.15
        )

    def test_a_night_too_cold_is_said_before_anything_is_mixed(self):
        cold = Finish(humidity_percent=60, course=(AirAt(after_h=4, temperature_c=13),))
        found = plan(rod(guide(1, 300), finish=cold))
        self.assertEqual(finding(found, "finish-dew-night").weight, "ruins")
        self.assertNotIn("finish-dew", codes(found))
        warm = Finish(humidity_percent=50, course=(AirAt(after_h=4, temperature_c=18),))
        self.assertNotIn("finish-dew-night", codes(plan(rod(guide(1, 300), finish=warm))))

    def test_the_next_coats_clocks_run_over_the_night(self):
        found = plan(
            rod(guide(1, 300), finish=Finish(course=(AirAt(after_h=2, temperature_c=11),)))
        )
        first, second = found.finish.coats
        steady = {c.name: c.minutes for c in first.clocks}
        night = {c.name: c.minutes for c in first.over_night}
        self.assertGreater(night["recoat opens"], 1.7 * steady["recoat opens"])
        self.assertEqual(second.over_night, ())
        self.assertEqual(plan(rod(guide(1, 300))).finish.coats[0].over_night, ())

    def test_a_room_at_twenty_below_is_refused(self):
        with self.assertRaises(ValueError):
            AirAt(after_h=1, temperature_c=-20)
