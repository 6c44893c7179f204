"""Bow or spine: the harmonic fit against NumPy's FFT and lstsq, and simulated blanks."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, codes, finding
from wise_spool.core.document.spine import Drop, FlatReading, Spine
from wise_spool.core.plan import plan
from wise_spool.core.spine.drops import (
    harmonic_design,
    mixed_units,
    model_from_drops,
    read_drops,
    read_flat,
)
from wise_spool.core.spine.resting import apart_deg
from wise_spool.core.spine.trainer import make_blank, on_the_flat


def drops(angles, d0=60.0, bow=0.0, bow_deg=0.0, soft=0.0, twice=0.0, noise=0.0, seed=1, drift=0.0):
    rng = np.random.default_rng(seed)
    out = []
    for k, a in enumerate(angles):
        d = d0 - bow * math.cos(math.radians(a - bow_deg))
        d += twice * math.cos(2 * math.radians(a - soft)) + rng.normal(0, noise) + drift * k
        out.append(Drop(angle_deg=a % 360, drop_mm=max(d, 0)))
    return tuple(out)


EVEN = [22.5 * k for k in range(16)]
UNEVEN = [0, 17, 41, 88, 120, 133, 170, 201, 240, 262, 299, 341]


class TheFit(unittest.TestCase):
    def test_even_angles_agree_with_numpys_fft(self):
        readings = drops(EVEN, bow=1.7, bow_deg=70, soft=30, twice=0.9, noise=0.1)
        spectrum = np.fft.rfft([d.drop_mm for d in readings]) / len(EVEN)
        read = read_drops(readings)
        self.assertAlmostEqual(read.mean_mm, spectrum[0].real, places=3)
        self.assertAlmostEqual(read.bow.size_mm, 2 * abs(spectrum[1]), places=3)
        self.assertAlmostEqual(read.stiffness.size_mm, 2 * abs(spectrum[2]), places=3)
        self.assertLess(apart_deg(read.bow.angle_deg, -math.degrees(np.angle(spectrum[1]))), 0.02)

    def test_uneven_angles_agree_with_numpys_lstsq(self):
        readings = drops(UNEVEN, bow=1.2, bow_deg=200, soft=75, twice=0.6, noise=0.1)
        a = np.radians([d.angle_deg for d in readings])
        design = np.column_stack([np.ones_like(a), np.cos(a), np.sin(a), np.cos(2 * a), np.sin(2 * a)])  # fmt: skip
        beta, *_ = np.linalg.lstsq(design, np.array([d.drop_mm for d in readings]), rcond=None)
        read = read_drops(readings)
        self.assertAlmostEqual(read.mean_mm, beta[0], places=3)
        self.assertAlmostEqual(read.bow.size_mm, math.hypot(beta[1], beta[2]), places=3)
        self.assertAlmostEqual(read.stiffness.size_mm, math.hypot(beta[3], beta[4]), places=3)

    def test_the_design_is_orthogonal_on_even_angles(self):
        x = harmonic_design(np.array(EVEN))
        inner = x.T @ x
        self.assertLess(float(np.abs(inner - np.diag(np.diag(inner))).max()), 1e-9)

    @given(st.floats(0, 179), st.floats(0, 359), st.floats(0.5, 6), st.floats(0.5, 6))
    def test_exact_drops_give_back_bow_and_axes(self, soft, bow_deg, bow, twice):
        read = read_drops(drops(EVEN, bow=bow, bow_deg=bow_deg, soft=soft, twice=twice))
        self.assertEqual(read.verdict, "both")
        self.assertLess(apart_deg(read.bow_deg, bow_deg), 0.2)
        self.assertLess(apart_deg(2 * read.soft_deg, 2 * soft) / 2, 0.2)
        # Soft axis and stiff axis are a quarter turn apart.
        self.assertAlmostEqual(apart_deg(2 * read.soft_deg, 2 * read.stiff_deg), 180, delta=0.3)
        # Stiffness goes as one over the drop.
        want = 100 * ((60 + twice) / (60 - twice) - 1)
        self.assertAlmostEqual(read.percent, want, delta=0.05)


class TheVerdict(unittest.TestCase):
    def test_the_classic_error_a_bow_mistaken_for_a_spine(self):
        read = read_drops(drops(EVEN, bow=4, bow_deg=90, noise=0.25))
        self.assertEqual(read.verdict, "bow")
        self.assertLess(apart_deg(read.bow_deg, 90), 5)

    def test_a_spine_without_bow(self):
        self.assertEqual(read_drops(drops(EVEN, twice=2, noise=0.25)).verdict, "stiffness")

    def test_neither_says_what_would_have_shown(self):
        read = read_drops(drops(EVEN, noise=0.25))
        self.assertEqual(read.verdict, "neither")
        self.assertTrue(0.2 < read.detectable_percent < 3)

    def test_chance_alone_is_called_a_spine_less_than_once_in_twenty(self):
        wrong = sum(
            read_drops(drops(EVEN, bow=3, noise=0.3, seed=s)).verdict in ("stiffness", "both")
            for s in range(200)
        )
        self.assertLessEqual(wrong, 10)

    def test_creep_is_found_and_taken_out(self):
        angles = [*EVEN, 0, 90]
        read = read_drops(drops(angles, soft=40, twice=1.5, noise=0.02, drift=0.05))
        self.assertLess(read.drift_p, 0.01)
        self.assertAlmostEqual(read.drift_mm, 0.05, delta=0.01)
        self.assertLess(apart_deg(2 * read.soft_deg, 80) / 2, 2)

    def test_five_angles_are_too_few(self):
        self.assertEqual(read_drops(drops(EVEN[:5])).verdict, "too_few")
        self.assertEqual(read_drops(drops([0] * 9)).verdict, "too_few")
        self.assertEqual(read_drops(()).verdict, "too_few")

    def test_all_alike_is_no_spine(self):
        self.assertEqual(read_drops(tuple(Drop(angle_deg=a, drop_mm=50) for a in EVEN)).verdict, "neither")  # fmt: skip

    def test_stiffness_from_the_weight(self):
        # k = m g / d: 100 g on 60 mm is 0.01634 N/mm.
        model = model_from_drops(read_drops(drops(EVEN, twice=2)), 100, 120)
        self.assertAlmostEqual(model.soft_n_mm, 0.980665 / 62, places=5)
        self.assertAlmostEqual(model.stiff_n_mm, 0.980665 / 58, places=5)


class Units(unittest.TestCase):
    def test_an_inch_reading_among_millimetres(self):
        self.assertEqual(mixed_units([60, 61, 60 / 25.4, 59, 62]), {2})
        self.assertEqual(mixed_units([60, 61, 59, 62]), set())
        self.assertEqual(mixed_units([60, 2]), set())

    def test_it_is_said_and_left_out(self):
        good = drops(EVEN, twice=2)
        slip = (
            *good[:3],
            Drop(angle_deg=good[3].angle_deg, drop_mm=good[3].drop_mm / 25.4),
            *good[4:],
        )
        p = plan(build(blank=blank(), spine=Spine(drops=slip)))
        self.assertIn("inches among millimetres", finding(p, "spine-mixed-units").sentence)
        self.assertEqual(p.spine.drops.verdict, "stiffness")


class Power(unittest.TestCase):
    def test_what_would_have_shown_shows_four_times_in_five(self):
        at = [30 * k for k in range(12)]
        said = np.median(
            [read_drops(drops(at, noise=0.3, seed=s)).detectable_percent for s in range(60)]
        )
        twice = said * 60 / 200
        shown = sum(
            read_drops(drops(at, twice=twice, noise=0.3, seed=1000 + s)).verdict == "stiffness"
            for s in range(300)
        )
        self.assertTrue(0.70 <= shown / 300 <= 0.90, shown)

    def test_few_angles_say_what_they_hide(self):
        at = [60 * k for k in range(6)]
        p = plan(build(blank=blank(), spine=Spine(drops=drops(at, noise=0.2))))
        self.assertIn("hide a smaller one", finding(p, "spine-few-angles").sentence)
        p = plan(build(blank=blank(), spine=Spine(drops=drops(EVEN, noise=0.2))))
        self.assertNotIn("spine-few-angles", codes(p))


class OnTheFlat(unittest.TestCase):
    def test_bow_from_the_gap(self):
        gaps = tuple(
            FlatReading(angle_deg=a, gap_mm=10 + 3 * math.cos(math.radians(a - 130)))
            for a in range(0, 360, 45)
        )
        read = read_flat(gaps)
        self.assertAlmostEqual(read.bow_mm, 3, places=2)
        # The middle arches up with the outer side on top: the tip leans the other way.
        self.assertAlmostEqual(read.bow_deg, 310, delta=0.2)

    def test_one_bowed_blank_points_the_same_way_by_drops_and_on_the_flat(self):
        # A blank whose tip leans toward 70°, simulated: y(s) = b (s/L)^2 in that plane.
        lean, bow = 70.0, 12.0
        s = np.linspace(0, 1, 201)
        gaps, hangs = [], []
        for a in range(0, 360, 30):
            up = math.cos(math.radians(lean - a))
            height = bow * s**2 * up
            ends = (
                height[0] + (height[-1] - height[0]) * s
            )  # it lies on both ends, or on its middle
            gaps.append(FlatReading(angle_deg=a, gap_mm=max(float((height - ends)[100]), 0.0)))
            hangs.append(Drop(angle_deg=a, drop_mm=60.0 - bow * up))
        self.assertLess(apart_deg(read_flat(tuple(gaps)).bow_deg, lean), 1)
        self.assertLess(apart_deg(read_drops(tuple(hangs)).bow_deg, lean), 1)

    def test_the_trainers_blanks_do_so_too(self):
        for seed in range(8):
            blank_ = make_blank(5, seed)
            if blank_.model.bow_mm < 5:
                continue
            rng = np.random.default_rng(seed)
            by_flat = read_flat(tuple(on_the_flat(blank_, range(0, 360, 30), rng))).bow_deg
            self.assertLess(apart_deg(by_flat, blank_.model.bow_deg), 25)

    def test_three_angles_are_too_few(self):
        self.assertIsNone(read_flat(tuple(FlatReading(angle_deg=a, gap_mm=5) for a in (0, 90, 180))).bow_mm)  # fmt: skip


class InABuild(unittest.TestCase):
    def said(self, *readings, **spine):
        return plan(build(blank=blank(), spine=Spine(drops=readings, **spine)))

    def test_bow_is_said_to_be_bow(self):
        p = self.said(*drops(EVEN, bow=4, bow_deg=90))
        self.assertIn("that is bow, not spine", finding(p, "spine-drops-bow").sentence)

    def test_the_stiff_axis_school_takes_what_was_measured(self):
        p = self.said(*drops(EVEN, soft=30, twice=2), school="stiff_axis")
        self.assertAlmostEqual(p.spine.line_deg, 120, delta=0.5)
        self.assertNotIn("spine-no-own-line", codes(p))

    def test_one_reading_asks_for_more(self):
        self.assertIn("spine-few-drops", codes(self.said(Drop(angle_deg=0, drop_mm=50))))
