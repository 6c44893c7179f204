"""Labels: straight lines on the cone, what fits, how it reads, and drawings that are read safely."""

import math
import sys
import unittest
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.samples import blank, codes, guide, rod
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.wraps import Label, WrapsWished
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.labels import lettering
from wise_spool.core.labels.artwork import read_art
from wise_spool.core.labels.cone import Cone
from wise_spool.core.labels.fitting import label_span_mm, on_film, text_first
from wise_spool.core.labels.lettering import text_outlines, text_size_mm, unknown_letters
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

SQUARE = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><rect width="20" height="10"/></svg>'


def roll(cone, u, v):
    """The film laid on the cone by hand: its distance from the apex stays, its angle becomes the round. Written apart
    from the core, in small steps along the film."""
    slant = math.hypot(cone.length_mm, cone.butt_mm - cone.tip_mm)
    if abs(cone.butt_mm - cone.tip_mm) < 1e-9:
        th = v / cone.butt_mm
        return np.column_stack([u, cone.butt_mm * np.sin(th), cone.butt_mm * np.cos(th)])
    to_apex = cone.butt_mm * slant / (cone.butt_mm - cone.tip_mm)
    way = np.sign(to_apex)
    rho = way * np.sqrt((to_apex - u) ** 2 + v**2)
    th = np.arctan2(way * v, way * (to_apex - u)) * to_apex / cone.butt_mm
    r = rho * cone.butt_mm / to_apex
    x = (cone.butt_mm - r) * cone.length_mm / (cone.butt_mm - cone.tip_mm)
    return np.column_stack([x, r * np.sin(th), r * np.cos(th)])


class OnACone(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.floats(3, 9), st.floats(0.2, 1.5), st.floats(-2.5, 2.5))
    def test_a_line_of_text_lies_in_one_plane_over_200_mm(self, tip, falls, aside):
        cone = Cone(tip + falls, tip, 200.0)
        x = np.linspace(0, 200, 81)
        u, v = cone.unrolled(x, np.full_like(x, aside))
        on_rod = roll(cone, u, v)
        self.assertLess(np.ptp(on_rod[:, 1]), 0.1)
        np.testing.assert_allclose(on_rod[:, 0], x, atol=1e-6)

    def test_uncorrected_the_same_line_would_wander(self):
        cone = Cone(9.0, 5.0, 200.0)
        x = np.linspace(0, 200, 81)
        wandering = roll(cone, x, np.full_like(x, 6.0))
        self.assertGreater(np.ptp(wandering[:, 1]), 0.1)

    def test_there_and_back(self):
        cone = Cone(7.0, 6.0, 80.0)
        x, y = np.linspace(0, 80, 9), np.linspace(-3, 3, 9)
        back = cone.rolled(*cone.unrolled(x, y))
        np.testing.assert_allclose(back[0], x, atol=1e-9)

    def test_a_blank_that_widens_toward_the_tip_and_an_even_one(self):
        for cone in (Cone(5.0, 6.0, 100.0), Cone(5.0, 5.0, 100.0)):
            x = np.linspace(0, 100, 11)
            on_rod = roll(cone, *cone.unrolled(x, np.full_like(x, 2.0)))
            self.assertLess(np.ptp(on_rod[:, 1]), 1e-6)


class Letters(unittest.TestCase):
    def test_capitals_are_as_high_as_is_wished(self):
        points = np.vstack(text_outlines("H", "text-bold", 3.0))
        self.assertAlmostEqual(np.ptp(points[:, 1]), 3.0, delta=0.05)

    def test_lines_stand_one_under_another_and_are_as_long_as_is_said(self):
        wide, high = text_size_mm("SKERRY 10\nfor the char run", "text", 2.5)
        points = np.vstack(text_outlines("SKERRY 10\nfor the char run", "text", 2.5))
        self.assertLess(np.ptp(points[:, 0]), wide)
        self.assertGreater(np.ptp(points[:, 0]), 0.9 * wide)
        self.assertGreater(high, 2.5 * 2)

    def test_a_letter_the_font_has_not_is_said(self):
        self.assertEqual(unknown_letters("Åsa Çelik Ж", "text-bold"), "")
        self.assertEqual(unknown_letters("鯉", "text-bold"), "鯉")


class Fitting(unittest.TestCase):
    def fit(self, **said):
        label = Label.model_validate({"id": "l1", "text": "SKERRY", "from_mm": 900, **said})
        b = rod(guide(1, 300), guide(2, 800)).model_copy(
            update={"wraps": WrapsWished(labels=(label,))}
        )
        return b, Rod.of(b).wraps.labels[0]

    def test_it_fits_on_bare_blank(self):
        _, found = self.fit()
        self.assertEqual((found.trouble, found.says), ("", "It fits."))

    def test_it_is_refused_where_it_would_clash_or_run_off(self):
        clash, found = self.fit(from_mm=1195)
        self.assertEqual(found.trouble, "clash")
        self.assertIn("label-clash", codes(plan(clash)))
        self.assertEqual(self.fit(from_mm=1995)[1].trouble, "off_blank")

    def test_too_far_round_and_too_small_are_said(self):
        self.assertEqual(self.fit(text="one\ntwo\nthree", letter_mm=4)[1].trouble, "arc")
        self.assertEqual(self.fit(letter_mm=0.9)[1].trouble, "small")
        self.assertEqual(self.fit(text="  ")[1].trouble, "empty")

    def test_arc_is_the_height_over_the_radius(self):
        _, found = self.fit()
        self.assertAlmostEqual(
            found.arc_deg, math.degrees(found.tall_mm / (found.od_tip_mm / 2)), delta=0.1
        )

    def test_whose_eyes_it_is_for_decides_which_end_it_begins_at(self):
        ends = {
            (r, h): text_first(Label(id="l", from_mm=0, reads=r, hand=h))
            for r in ("in_hand", "onlooker")
            for h in ("right", "left")
        }
        self.assertEqual(ends["in_hand", "right"], "tip")
        self.assertEqual(ends["in_hand", "left"], "butt")
        self.assertEqual(ends["onlooker", "right"], "butt")

    def test_film_is_mirrored_only_where_the_kind_needs_it(self):
        self.assertFalse(self.fit()[1].mirrored)
        self.assertTrue(self.fit(kind="transfer")[1].mirrored)

    def test_holds_and_undercoats_become_work(self):
        b, _ = self.fit(kind="transfer", rough=True)
        ops = {o.id: o for o in plan(b).work.operations}
        self.assertEqual(ops["label"].wait.least_min, 1440)
        self.assertIn("undercoat:label", [x.id for x in ops["label"].after])

    def test_a_frame_becomes_two_wraps_that_do_not_clash_with_it(self):
        b, found = self.fit(frame=True)
        frames = [w for w in Rod.of(b).wraps.laid if w.duty == "frame"]
        self.assertEqual(len(frames), 2)
        self.assertEqual(found.trouble, "")

    def test_what_is_printed_lies_inside_the_film(self):
        b, found = self.fit()
        points = np.vstack(on_film(b.wraps.labels[0], working_blank(blank())))
        low, high = label_span_mm(b.wraps.labels[0])
        self.assertTrue((points[:, 0] > 0).all() and (points[:, 0] < high - low).all())
        self.assertLess(np.abs(points[:, 1]).max(), found.tall_mm / 2)


class OwnDrawings(unittest.TestCase):
    def test_shapes_are_read_with_their_transforms(self):
        turned = SQUARE.replace("<rect", '<rect transform="translate(3,4) rotate(90)"')
        points = np.vstack(read_art(turned))
        np.testing.assert_allclose(np.ptp(points, axis=0), [10, 20], atol=1e-6)
        np.testing.assert_allclose(points.max(axis=0) + points.min(axis=0), [0, 0], atol=1e-9)

    def test_what_is_no_shape_is_refused_in_words(self):
        for bad in (
            SQUARE.replace("<rect", "<script>alert(1)</script><rect"),
            SQUARE.replace("<rect", '<image href="http://example.invalid/a.png"/><rect'),
            SQUARE.replace("<rect", '<rect onclick="x()"'),
            SQUARE.replace("<rect", '<rect fill="url(http://example.invalid/#a)"'),
            SQUARE.replace("<rect", "<text>hi</text><rect"),
            '<!DOCTYPE svg [<!ENTITY a "aaaa">]>' + SQUARE,
            '<svg xmlns="http://www.w3.org/2000/svg"></svg>',
            '<svg xmlns="http://www.w3.org/2000/svg"><rect width="0" height="0"/></svg>',
            '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0 L nonsense"/></svg>',
            '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0 L 1e999 4 L 5 5 Z"/></svg>',
            "<html></html>", "not a drawing", "",
            SQUARE + " " * 200_001,
            '<svg xmlns="http://www.w3.org/2000/svg">' + "<g>" * 80 + "</g>" * 80 + "</svg>",
        ):  # fmt: skip
            with self.subTest(bad[:60]), self.assertRaises(RefusedError):
                read_art(bad)

    def test_a_drawing_that_cannot_be_read_is_said_at_the_label(self):
        label = Label(id="l1", from_mm=900, art="<svg><script/></svg>")
        b = rod(guide(1, 300)).model_copy(update={"wraps": WrapsWished(labels=(label,))})
        found = Rod.of(b).wraps.labels[0]
        self.assertEqual(found.trouble, "art")
        self.assertIn("script", found.says)


class AFontForMany(unittest.TestCase):
    def test_two_who_plan_at_once_may_ask_a_font_that_nobody_has_read_yet(self):
        asked = "Skerry 10 for whoever åäö & Beacon, 1 of 2"
        alone = lettering.text_size_mm(asked, "text-bold", 3.0)
        before = sys.getswitchinterval()
        sys.setswitchinterval(1e-6)
        self.addCleanup(sys.setswitchinterval, before)
        for _ in range(6):
            for kept in (lettering._font, lettering._letters, lettering._cap_height, lettering._glyph):  # fmt: skip
                kept.cache_clear()
            with ThreadPoolExecutor(6) as pool:
                found = list(pool.map(lambda _: lettering.text_size_mm(asked, "text-bold", 3.0), range(12)))  # fmt: skip
            self.assertEqual(set(found), {alone})
