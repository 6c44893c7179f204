"""The loaded rod against published tables, elliptic integrals, boundary-value solutions, statics."""

import itertools
import math
import unittest

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_bvp
from scipy.linalg import eigh
from scipy.optimize import brentq
from scipy.special import ellipeinc, ellipkinc

from tests.core.mechanics.shooting import shoot
from wise_spool.core.mechanics.chain import downhill
from wise_spool.core.mechanics.elastica import (
    BendError,
    Load,
    Ring,
    Rod,
    _System,
    bend,
    break_angles,
    mesh_of,
)
from wise_spool.core.mechanics.frequency import first_frequency_hz


def even(ei=1e6):
    return lambda s: np.full_like(s, ei)


UNIFORM = Rod(1000, 0, even())
# Mattiasson 1981, Int. J. Numer. Methods Eng. 17: PL^2/EI -> tip drop / L, tip angle in rad.
MATTIASSON = {1: (0.30172, 0.46135), 2: (0.49346, 0.78175), 5: (0.71379, 1.21537), 10: (0.81061, 1.43029)}  # fmt: skip


def elliptic_tip(alpha):
    """Tip drop over length of a uniform cantilever under a dead tip load, by elliptic integrals.

    With p = sin(pi/4 + tip angle/2): F(p, pi/2) - F(p, phi0) = sqrt(alpha), sin(phi0) = 1/(p sqrt 2),
    and drop/L = 1 - 2 (E(p, pi/2) - E(p, phi0)) / sqrt(alpha) (Bisshopp & Drucker 1945).
    """

    def miss(p):
        phi = math.asin(1 / (p * math.sqrt(2)))
        return ellipkinc(math.pi / 2, p * p) - ellipkinc(phi, p * p) - math.sqrt(alpha)

    p = brentq(miss, math.sqrt(0.5) + 1e-12, 1 - 1e-15)
    phi = math.asin(1 / (p * math.sqrt(2)))
    return 1 - 2 * (ellipeinc(math.pi / 2, p * p) - ellipeinc(phi, p * p)) / math.sqrt(alpha)


def blank(x):
    return 14 - 0.0055 * x


def tapered(x):
    return 60 * blank(x) ** 3.5


def resting():
    """Low rings far apart on top: under a good load the line comes to lie on the blank."""
    spots = ((700, 30), (1050, 16), (1400, 11), (1750, 8))
    rings = (*(Ring(s, -h) for s, h in spots), Ring(2050, -5, 0, 8))
    return Rod(2050, 400, tapered, None, rings, (330.0, -40), lambda s: blank(s) / 2)


def dressed(side=1.0, reel=True):
    spots = ((700, 45), (1000, 28), (1280, 18), (1500, 13), (1680, 11), (1820, 10), (1930, 9))
    rings = (*(Ring(s, side * h) for s, h in spots), Ring(2050, side * 6, 0, 8))
    return Rod(2050, 400, tapered, None, rings, (330.0, side * 40) if reel else None)


class AgainstPublished(unittest.TestCase):
    def test_mattiasson(self):
        for alpha, (drop, angle) in MATTIASSON.items():
            bent = bend(UNIFORM, Load(float(alpha), 90))
            self.assertAlmostEqual(bent.tip_mm[1] / 1000, drop, delta=1e-4)
            self.assertAlmostEqual(math.radians(bent.tip_deg), angle, delta=1e-4)

    def test_elliptic_integrals_at_ten_loads(self):
        for alpha in (0.1, 0.4, 0.8, 1.5, 2.5, 3.5, 4.5, 6, 8, 9.5):
            drop = bend(UNIFORM, Load(alpha, 90)).tip_mm[1] / 1000
            self.assertAlmostEqual(drop, elliptic_tip(alpha), delta=1e-4)

    def test_a_solid_cone_frustum_under_a_small_load(self):
        # Roark-style closed form: drop = 64 P L^3 / (3 pi E d_butt^3 d_tip).
        e, big, small, length = 40_000.0, 12.0, 3.0, 1500.0
        rod = Rod(length, 0, lambda s: e * math.pi / 64 * (big + (small - big) * s / length) ** 4)
        load = 1e-4
        want = 64 * load * length**3 / (3 * math.pi * e * big**3 * small)
        self.assertAlmostEqual(bend(rod, Load(load, 90), 240).tip_mm[1] / want, 1, delta=2e-3)

    def test_a_tapered_blank_against_scipys_boundary_value_solver(self):
        # EI theta'' + (EI)' theta' = -P cos(theta), theta(0) = 0, theta'(L) = 0, with M = EI theta'.
        length, load = 1650.0, 5.0

        def slopes(s, y):
            return np.vstack([y[1] / tapered(s + 400), -load * np.cos(y[0])])

        def ends(a, b):
            return np.array([a[0], b[1]])

        s = np.linspace(0, length, 400)
        guess = np.vstack([1.2 * (s / length) ** 2, load * (length - s)])
        found = solve_bvp(slopes, ends, s, guess, tol=1e-8, max_nodes=20_000)
        self.assertTrue(found.success)
        fine = np.linspace(0, length, 20_001)
        theta = found.sol(fine)[0]
        want = np.trapezoid(np.cos(theta), fine) + 400, np.trapezoid(np.sin(theta), fine)
        got = bend(Rod(2050, 400, tapered), Load(load, 90)).tip_mm
        self.assertLess(math.dist(got, want) / length, 1e-3)

    def test_error_falls_as_the_mesh_is_refined(self):
        exact = elliptic_tip(5)
        errors = [abs(bend(UNIFORM, Load(5, 90), n).tip_mm[1] / 1000 - exact) for n in (20, 40, 80, 160)]  # fmt: skip
        for coarse, fine in itertools.pairwise(errors):
            self.assertGreater(coarse / fine, 3)  # second order: four times a halving


class AgainstTheShot(unittest.TestCase):
    """The line, its rings and where it lies on the blank, by an integrator that shares nothing with it."""

    def agree(self, rod, load):
        mine = bend(rod, load, 240)
        truth = shoot(rod, load, bend(rod, load, 3000))
        self.assertLess(math.dist(mine.tip_mm, truth.xy[0]) / 1650, 1e-4)
        return mine, truth

    def test_nine_rods_whose_line_is_clear(self):
        for side, load, pull in itertools.product((1, -1), (2, 5), (70, 110)):
            self.agree(dressed(side), Load(load, pull))
        self.agree(dressed(), Load(3, 90))

    def test_three_rods_on_which_the_line_lies(self):
        for load, pull in ((3, 90), (2, 90), (2.5, 110)):
            mine, truth = self.agree(resting(), Load(load, pull))
            axis = np.column_stack([mine.x_mm, mine.y_mm])
            on = [float(mine.station_mm[np.hypot(*(p - axis).T).argmin()]) for p in mine.line_mm[mine.lying]]  # fmt: skip
            self.assertGreater(len(on), 0)
            for at in on:  # within an element of where the truth lies on the blank
                self.assertTrue(any(a - 14 <= at <= b + 14 for a, b in truth.contact.values()), at)

    def test_the_blank_is_pushed_never_pulled(self):
        for load in (1, 3, 6, 12):
            bent = bend(resting(), Load(load, 100))
            legs = np.diff(bent.line_mm, axis=0)
            unit = legs / np.linalg.norm(legs, axis=1)[:, None]
            for k in bent.lying:
                push = unit[k] - unit[k - 1]  # what the line does to the blank there
                node = int(
                    np.hypot(
                        *(bent.line_mm[k] - np.column_stack([bent.x_mm, bent.y_mm])).T
                    ).argmin()
                )
                inward = np.array([bent.x_mm[node], bent.y_mm[node]]) - bent.line_mm[k]
                self.assertGreater(float(push @ inward), 0)

    def test_without_its_surface_the_line_would_pass_through_the_blank(self):
        through = resting()
        through = Rod(
            through.length_mm, through.clamp_mm, tapered, None, through.rings, through.reel
        )
        self.assertEqual(len(bend(through, Load(5)).lying), 0)
        self.assertGreater(len(bend(resting(), Load(5)).lying), 3)
        # The taut line is longer over the blank than through it: the rod stands a little straighter.
        self.assertNotAlmostEqual(bend(through, Load(5)).tip_mm[1], bend(resting(), Load(5)).tip_mm[1], delta=0.5)  # fmt: skip


class NewtonStep(unittest.TestCase):
    @given(st.integers(3, 40), st.integers(0, 8), st.integers(0, 10_000))
    def test_it_is_the_dense_one_when_that_points_downhill(self, n, m, seed):
        rng = np.random.default_rng(seed)
        diagonal, beside = rng.normal(1, 1.5, n), rng.normal(0, 1, n - 1)
        rows, gradient = rng.normal(0, 1, (m, n)), rng.normal(0, 1, n)
        whole = np.diag(diagonal) + np.diag(beside, 1) + np.diag(beside, -1) + rows.T @ rows
        eigen = np.linalg.eigvalsh(whole)
        assume(
            np.abs(eigen).min() > 1e-6
            and np.abs(np.linalg.eigvalsh(whole - rows.T @ rows)).min() > 1e-6
        )
        move, found = downhill(diagonal, beside, rows, gradient)
        self.assertTrue(found)
        self.assertLess(float(gradient @ move), 0)
        if eigen.min() > 0:
            np.testing.assert_allclose(whole @ move, -gradient, atol=1e-6)


class Statics(unittest.TestCase):
    def test_one_frictionless_guide_by_hand(self):
        # A straight stiff rod, ring h off the axis at L, line from the reel on the same offset,
        # pulled square off: on the ring T back along the rod and T sideways. The clamp carries
        # the moment T L (sideways) and T h (the back pull on its offset, which bends it the same way).
        length, h, tension = 1000.0, 20.0, 0.5
        rod = Rod(length, 0, even(1e9), None, (Ring(length, h),), (0.0, h))
        bent = bend(rod, Load(tension, 90), 400)
        moment = 1e9 * bent.curvature[0]
        element = bent.element_mm[0]
        # The first bend sits a quarter element in from the clamp.
        want = tension * (length - element / 4) + tension * h
        self.assertAlmostEqual(moment / want, 1, delta=1e-3)

    def test_moments_balance_everywhere(self):
        # What the line does to all rings beyond a bend equals EI times the curvature there.
        for pull in (60, 100, 140):
            bent = bend(dressed(), Load(6, pull))
            direction = np.array([math.cos(math.radians(pull)), math.sin(math.radians(pull))])
            legs = np.diff(bent.line_mm, axis=0)
            units = legs / np.linalg.norm(legs, axis=1)[:, None]
            units = np.vstack([units, direction])
            forces = 6 * (units[1:] - units[:-1])  # on each ring, reel left out
            for i in range(5, bent.element_mm.size - 8, 9):
                here = np.array([bent.x_mm[i], bent.y_mm[i]])
                m = 0.0
                for ring, f, k in zip(bent.line_mm[1:], forces, range(99), strict=False):
                    if dressed().rings[k].station_mm > bent.station_mm[i] + 1e-9:
                        arm = ring - here
                        m += arm[0] * f[1] - arm[1] * f[0]
                inside = tapered(bent.station_mm[i : i + 1])[0] * bent.curvature[i]
                if not any(abs(r.station_mm - bent.station_mm[i]) < 15 for r in dressed().rings):
                    self.assertAlmostEqual(inside, m, delta=1e-4 * 6 * 1650)

    def test_slopes_are_those_of_the_energy(self):
        rng = np.random.default_rng(3)
        for rod in (dressed(), dressed(reel=False), resting()):
            system = _System(rod, Load(5, 110), mesh_of(rod, 40))
            theta = np.linspace(0, 1.2, system.n) + rng.normal(0, 0.002, system.n)
            gradient, matrix = self.whole(system, theta)
            for i in (0, 7, 19, 30, system.n - 1):
                step = np.zeros(system.n)
                step[i] = 1e-6
                up, down = system.energy(theta + step), system.energy(theta - step)
                self.assertAlmostEqual((up - down) / 2e-6, gradient[i], delta=1e-3 * abs(gradient).max())  # fmt: skip
                gu, gd = self.whole(system, theta + step)[0], self.whole(system, theta - step)[0]
                np.testing.assert_allclose((gu - gd) / 2e-6, matrix[i], atol=2e-3 * abs(matrix).max())  # fmt: skip

    def whole(self, system, theta):
        gradient, diagonal, beside, rows = system.slopes(theta)
        return gradient, np.diag(diagonal) + np.diag(beside, 1) + np.diag(beside, -1) + rows.T @ rows  # fmt: skip

    def test_mirrored_left_for_right(self):
        # Guides on the inside pulled one way are guides on the outside pulled the other way.
        a = bend(dressed(1), Load(4, 90))
        b = bend(dressed(-1), Load(4, -90))
        np.testing.assert_allclose(a.x_mm, b.x_mm, atol=1e-6)
        np.testing.assert_allclose(a.y_mm, -b.y_mm, atol=1e-6)

    def test_friction_holds_line_back(self):
        free, rubbed = bend(dressed(), Load(6, 100)), bend(dressed(), Load(6, 100, friction=0.15))
        self.assertTrue((np.diff(rubbed.tension_n) >= -1e-9).all())
        self.assertLess(rubbed.tension_n[0], free.tension_n[0])
        # Capstan: the whole fall is exp(-mu times all the turning).
        pull = np.array([math.cos(math.radians(100)), math.sin(math.radians(100))])
        turned = float(break_angles(rubbed.line_mm, pull).sum())
        self.assertAlmostEqual(rubbed.tension_n[0], 6 * math.exp(-0.15 * turned), delta=0.02)

    def test_own_weight_bends_it_down(self):
        rod = Rod(2050, 400, tapered, lambda x: 0.03 * (blank(x) / 14) ** 2)
        level = bend(rod, Load(0, 90, own_weight=True)).tip_mm[1]
        upright = bend(rod, Load(0, 90, own_weight=True, uphill_deg=90)).tip_mm[1]
        self.assertGreater(level, 1)
        self.assertAlmostEqual(upright, 0, delta=1e-6)

    def test_more_load_more_energy_stored_and_a_lower_potential(self):
        last = -1.0
        for tension in (1, 2, 4, 8, 16):
            bent = bend(dressed(), Load(tension, 90))
            ei = tapered(bent.station_mm[:-1])
            reach = np.concatenate([[bent.element_mm[0] / 2], (bent.element_mm[:-1] + bent.element_mm[1:]) / 2])  # fmt: skip
            stored = 0.5 * float((ei * bent.curvature[:-1] ** 2 * reach).sum())
            self.assertGreater(stored, last)
            last = stored


class Robust(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.floats(0, 40),
        st.floats(
            0, 155
        ),  # nearer to straight back the blank folds, and the bend may be lost: it says so
        st.lists(st.floats(450, 2000), min_size=1, max_size=19, unique_by=lambda s: round(s / 12)),
        st.sampled_from([1.0, -1.0]),
    )
    def test_any_load_any_pull_any_train(self, tension, pull, stations, side):
        rings = (*(Ring(s, side * (8 + (2050 - s) / 40)) for s in sorted(stations)), Ring(2050, side * 6, 0, 8))  # fmt: skip
        rod = Rod(2050, 400, tapered, None, rings, (330.0, side * 45))
        bent = bend(rod, Load(tension, pull))
        self.assertTrue(np.isfinite(bent.x_mm).all())
        self.assertLess(bent.residual, 1e-6)
        self.assertAlmostEqual(float(np.hypot(np.diff(bent.x_mm), np.diff(bent.y_mm)).sum()), 1650, delta=1e-6)  # fmt: skip

    def test_no_load_is_straight(self):
        bent = bend(dressed(), Load(0, 90))
        self.assertLess(abs(bent.tip_mm[1]), 1e-6)

    def test_a_joint_may_be_stiffer(self):
        def stepped(s):
            return np.where((s > 1000) & (s < 1080), 8.0, 1.0) * tapered(s)

        soft = bend(Rod(2050, 400, tapered), Load(0.1, 90)).tip_mm[1]
        stiff = bend(Rod(2050, 400, stepped), Load(0.1, 90)).tip_mm[1]
        self.assertLess(stiff, soft)

    def test_what_cannot_bend_says_why(self):
        for rod, load, words in (
            (Rod(1000, 0, lambda s: np.zeros_like(s)), Load(1), "stiffness is not known"),
            (Rod(1000, 995, even()), Load(1), "nothing can bend"),
            (UNIFORM, Load(-1), "nought or more"),
            (UNIFORM, Load(math.nan), "nought or more"),
        ):
            with self.assertRaisesRegex(BendError, words):
                bend(rod, load)


class Frequencies(unittest.TestCase):
    def test_uniform_cantilever(self):
        # w = 3.516 sqrt(EI / (m L^4)), handbook value; m in t/mm.
        ei, m, length = 1e7, 0.05, 1500.0
        want = 3.516 * math.sqrt(ei / (m * 1e-6 * length**4)) / (2 * math.pi)
        got = first_frequency_hz(length, 0, even(ei), lambda x: np.full_like(x, m))
        self.assertAlmostEqual(got / want, 1, delta=1e-3)

    def test_full_cone(self):
        # 8.719 in the same form with EI and m at the base; from memory.
        ei, m, length = 1e8, 0.2, 1500.0
        got = first_frequency_hz(
            length, 0, lambda s: ei * np.maximum(1 - s / length, 1e-3) ** 4,
            lambda s: m * np.maximum(1 - s / length, 1e-3) ** 2, elements=240,
        )  # fmt: skip
        want = 8.719 * math.sqrt(ei / (m * 1e-6 * length**4)) / (2 * math.pi)
        self.assertAlmostEqual(got / want, 1, delta=5e-3)

    def test_a_jointed_tapered_blank_with_guides_against_hermite_beams(self):
        # Cubic (Hermite) beam elements with consistent mass, handbook matrices, assembled here.
        length, lumps = 1600.0, [(500.0, 4.0), (1000.0, 2.0), (1600.0, 1.5)]

        def ei(s):
            return 2e7 * (1 - 0.8 * s / length) ** 3.5 * np.where((s > 700) & (s < 780), 1.8, 1.0)

        def mass(s):
            return 0.06 * (1 - 0.8 * s / length) ** 2

        n = 320
        h = length / n
        stiff, inertia = np.zeros((2 * n + 2, 2 * n + 2)), np.zeros((2 * n + 2, 2 * n + 2))
        k = np.array([[12, 6 * h, -12, 6 * h], [6 * h, 4 * h**2, -6 * h, 2 * h**2], [-12, -6 * h, 12, -6 * h], [6 * h, 2 * h**2, -6 * h, 4 * h**2]]) / h**3  # fmt: skip
        m = np.array([[156, 22 * h, 54, -13 * h], [22 * h, 4 * h**2, 13 * h, -3 * h**2], [54, 13 * h, 156, -22 * h], [-13 * h, -3 * h**2, -22 * h, 4 * h**2]]) * h / 420  # fmt: skip
        for e in range(n):
            at = slice(2 * e, 2 * e + 4)
            middle = np.array([(e + 0.5) * h])
            stiff[at, at] += k * float(ei(middle)[0])
            inertia[at, at] += m * float(mass(middle)[0]) * 1e-6
        for where, grams in lumps:
            inertia[2 * round(where / h), 2 * round(where / h)] += grams * 1e-6
        want = math.sqrt(eigh(stiff[2:, 2:], inertia[2:, 2:], eigvals_only=True, subset_by_index=[0, 0])[0]) / (2 * math.pi)  # fmt: skip
        got = first_frequency_hz(length, 0, ei, mass, lumps, breaks_mm=(700, 780))
        self.assertAlmostEqual(got / want, 1, delta=1e-3)

    def test_error_falls_as_fast_across_a_joint(self):
        def ei(s):
            return 1e6 * np.where((s > 333.3) & (s < 410.7), 1.8, 1.0)

        def tip(n):
            return bend(Rod(1000, 0, ei, breaks_mm=(333.3, 410.7)), Load(3, 90), n).tip_mm[1]

        exact = tip(1280)
        errors = [abs(tip(n) - exact) for n in (20, 40, 80, 160)]
        for coarse, fine in itertools.pairwise(errors):
            self.assertGreater(coarse / fine, 3)  # second order, the jump on a node

    def test_a_mass_between_two_nodes_counts_once(self):
        # w = sqrt(3 EI / (M a^3)) for a mass at a on a beam that weighs nothing.
        ei, grams = 1e7, 50.0
        for a in (703.0, 748.0, 790.0):
            got = first_frequency_hz(1000.0, 0, even(ei), lambda x: np.full_like(x, 1e-7), [(a, grams)], elements=20)  # fmt: skip
            want = math.sqrt(3 * ei / (grams * 1e-6 * a**3)) / (2 * math.pi)
            self.assertAlmostEqual(got / want, 1, delta=0.02)

    def test_a_tip_mass_slows_it(self):
        # Massless beam with a tip mass: w = sqrt(3 EI / (M L^3)).
        ei, length, grams = 1e7, 1000.0, 50.0
        got = first_frequency_hz(length, 0, even(ei), lambda x: np.full_like(x, 1e-6), [(length, grams)])  # fmt: skip
        want = math.sqrt(3 * ei / (grams * 1e-6 * length**3)) / (2 * math.pi)
        self.assertAlmostEqual(got / want, 1, delta=2e-3)
