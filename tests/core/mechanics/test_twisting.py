"""The rod in space: against the plane's solver, a shaft's closed forms and a separate shooting solution."""

import math
import unittest

import numpy as np

from tests.core.mechanics.shooting_in_space import shoot
from wise_spool.core.mechanics.elastica import Load, Ring, Rod, bend
from wise_spool.core.mechanics.twisting import Space, Standing, pull_of, turned

TAPERS = (
    (2000.0, 12.0, 2.2, 3.5, 45.0, 0.15),
    (1800.0, 9.0, 1.6, 3.2, 20.0, 0.25),
    (2700.0, 14.0, 2.5, 3.8, 120.0, 0.1),
)
"""Length, butt and tip OD, power of the OD, K, GJ over EI."""


def a_rod(length, butt, tip, p, k, rings):
    def od(x):
        return butt + (tip - butt) * np.asarray(x) / length

    return Rod(length, 400.0, lambda x: k * od(x) ** p * 10, None, rings)


def trains(length, clocks_deg, height=11.0):
    """Corners at these clock angles from the reel to the tip, high near the reel."""
    n = len(clocks_deg)
    at = 600 + (length - 600) * np.linspace(0.0, 1.0, n) ** 0.8
    high = np.linspace(height + 8, height - 4, n)
    return tuple(
        Standing(s, h, math.radians(c), 0.0, 6.0 if s > length - 1 else 0.0)
        for s, h, c in zip(at.tolist(), high.tolist(), clocks_deg, strict=True)
    )


def reel_at(clock_deg):
    way = math.radians(clock_deg)
    return np.array([320.0, 30 * math.cos(way), 30 * math.sin(way)])


class Slopes(unittest.TestCase):
    """Moments and stiffness are the slopes of the potential, at any turned frames."""

    def setUp(self):
        length, butt, tip, p, k, share = TAPERS[0]
        standing = tuple(
            Standing(s.station_mm, s.height_mm, s.clock_rad, 3.0, s.ahead_mm)
            for s in trains(length, (180, 150, 70, 20, 0))
        )
        rod = a_rod(length, butt, tip, p, k, tuple(Ring(s.station_mm, 0) for s in standing))
        self.space = Space(rod, standing, reel_at(180), share, 16)
        self.rng = np.random.default_rng(3)
        self.pull = pull_of(Load(6.0, 100.0))
        flat = self.space.flat(np.linspace(0, 1.5, self.space.n))
        self.frame = turned(flat, 0.1 * self.rng.normal(size=(self.space.n, 3)))

    def test_moments_are_slopes_of_the_energy(self):
        way = self.rng.normal(size=(self.space.n, 3))
        up, down = (self.space.energy(turned(self.frame, h * way), self.pull) for h in (1e-5, -1e-5))  # fmt: skip
        self.assertAlmostEqual((up - down) / 2e-5, float((self.space.moments(self.frame, self.pull) * way).sum()), delta=1e-2)  # fmt: skip

    def test_stiffness_is_the_slope_of_the_moments(self):
        whole = self.space.stiffness(self.frame, self.pull)
        found = np.zeros_like(whole)
        for n in range(len(whole)):
            knock = np.zeros(len(whole))
            knock[n] = 1e-5
            by = knock.reshape(-1, 3)
            found[:, n] = (self.space.moments(turned(self.frame, by), self.pull) - self.space.moments(turned(self.frame, -by), self.pull)).ravel() / 2e-5  # fmt: skip
        np.testing.assert_allclose(whole, (found + found.T) / 2, atol=1e-9 * np.abs(whole).max())


class Agreeing(unittest.TestCase):
    def test_in_the_plane_it_is_the_plane_s_solution(self):
        for length, butt, tip, p, k, share in TAPERS:
            for clock in (0.0, 180.0):
                standing = trains(length, (clock,) * 6)
                side = math.cos(math.radians(clock))
                rod = a_rod(length, butt, tip, p, k, tuple(Ring(s.station_mm, side * s.height_mm, 0.0, s.ahead_mm) for s in standing))  # fmt: skip
                rod = Rod(**{**rod.__dict__, "reel": (320.0, side * 30)})
                load = Load(4.0, 95.0)
                flat = bend(rod, load, 60)
                space = Space(rod, standing, reel_at(clock), share, 60)
                found = space.rest(load, space.flat(flat.angle))
                self.assertAlmostEqual(found.at_mm[-1, 0], flat.x_mm[-1], delta=2e-5 * length)
                self.assertAlmostEqual(found.at_mm[-1, 1], flat.y_mm[-1], delta=2e-5 * length)
                np.testing.assert_allclose(found.turn, flat.ring_turn, atol=2e-4)
                self.assertLess(np.abs(found.twist).max(), 1e-9)

    def test_the_rod_s_equations_shot_from_the_tip(self):
        clocks_of = (((172,) * 4, (180, 120, 60, 0)), ((180, 180, -90, 0),), ((8,) * 3, (180,) * 3))
        for n, (length, butt, tip, p, k, share) in enumerate(TAPERS):
            for clocks in clocks_of[n]:
                standing = trains(length, clocks)
                rod = a_rod(length, butt, tip, p, k, tuple(Ring(s.station_mm, 0) for s in standing))
                load = Load((5.0, 2.0, 12.0)[n], 100.0)
                space = Space(rod, standing, reel_at(180 if clocks[0] > 90 else 8), share, 96)
                start = space.flat(bend(Rod(**{**rod.__dict__, "rings": ()}), load, 96).angle)
                if start.shape[0] != space.n:
                    start = space.flat(np.linspace(0, 1.2, space.n))
                found = space.rest(load, start)
                truth = shoot(rod, standing, space.reel, share, load, found)
                with self.subTest(rod=n, clocks=clocks):
                    self.assertGreater(found.least, 0)
                    self.assertLess(np.abs(found.at_mm - truth.at_mm).max(), 3e-4 * length)
                    middle = (truth.twist[1:] + truth.twist[:-1]) / 2
                    off = np.abs(found.twist - middle).max()
                    self.assertLess(off, math.radians(0.1) + 0.01 * np.abs(middle).max())


class Shafts(unittest.TestCase):
    """A straight shaft, far stiffer against bending than against twist."""

    def space(self, clock_deg, share=1e-4, height=20.0):
        rod = Rod(1500.0, 500.0, lambda x: np.full_like(x, 1e9), None, (Ring(1500.0, 0),))
        ring = Standing(1500.0, height, math.radians(clock_deg))
        way = math.radians(clock_deg)
        reel = np.array([500.0, height * math.cos(way), height * math.sin(way)])
        return Space(rod, (ring,), reel, share, 40)

    def test_a_torque_twists_a_uniform_shaft_by_its_length_over_gj(self):
        space = self.space(90.0)
        load = Load(0.1, 90.0)
        found = space.rest(load, space.flat(np.zeros(space.n)))
        # T h L / GJ; the last half element's twist is not in it
        gj = 1e9 * 1e-4
        self.assertAlmostEqual(found.twist[-1] / (0.1 * 20 * 1000 / gj), -1.0, delta=0.02)

    def test_on_top_it_rolls_over_where_the_pull_s_torque_outgrows_the_shaft(self):
        space = self.space(180.0)
        roll = 1e9 * 1e-4 / (1000 * 20) / (1 - 20 / 1000)
        for share, stands in ((0.97, True), (1.03, False)):
            load = Load(roll * share, 90.0)
            flat = space.rest(load, space.flat(np.zeros(space.n)))
            self.assertEqual(flat.least > 0, stands, share)
        over = space.rolled(0.02).rest(Load(1.3 * roll, 90.0), space.flat(np.zeros(space.n)))  # fmt: skip
        self.assertGreater(abs(math.degrees(over.twist[-1])), 45)
