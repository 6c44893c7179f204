"""Turning: cut lists that count the kerf, drills in both units, stop diameters."""

import itertools
import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import INCH, blank, build, codes, finding, grip, seat, sticks
from wise_spool.core.document.parts import ContourPoint, Handle, Part, Stock
from wise_spool.core.handle.turning import STANDARD_DRILLS, Piece, choose_drill, plan_cuts
from wise_spool.core.plan import plan


def pieces(*lengths):
    return [
        Piece(part_id=f"p{n}", name=f"piece {n}", finished_mm=x, sawn_mm=x)
        for n, x in enumerate(lengths)
    ]


class CutLists(unittest.TestCase):
    def test_250_mm_do_not_yield_250_mm(self):
        # By hand: 150 + 60 + 40 mm is 250 mm, and two kerfs more.
        cut = plan_cuts(pieces(150, 60, 40), Stock(sticks=sticks(250), kerf_mm=2))
        self.assertEqual(len(cut.uncut), 1)
        self.assertAlmostEqual(cut.short_mm, 4, places=2)

    def test_with_no_kerf_they_do(self):
        cut = plan_cuts(pieces(150, 60, 40), Stock(sticks=sticks(250), kerf_mm=0))
        self.assertEqual((cut.uncut, cut.short_mm), ((), 0))

    @given(st.lists(st.floats(20, 300), min_size=1, max_size=5),
           st.lists(st.floats(50, 500), min_size=1, max_size=3), st.floats(0, 6))  # fmt: skip
    def test_never_more_wood_than_there_is_and_never_fewer_pieces_than_possible(
        self, sizes, lengths, kerf
    ):
        cut = plan_cuts(pieces(*sizes), Stock(sticks=sticks(*lengths), kerf_mm=kerf))
        made = sum(len(s.pieces) for s in cut.sticks)
        for s in cut.sticks:
            used = sum(p.sawn_mm for p in s.pieces) + kerf * (len(s.pieces) - 1)
            self.assertLessEqual(used, s.length_mm + 1e-6)
            self.assertAlmostEqual(s.left_mm, s.length_mm - used, delta=0.01)
        best = 0
        for where in itertools.product(range(-1, len(lengths)), repeat=len(sizes)):
            fits = all(
                sum(x for x, w in zip(sizes, where, strict=True) if w == n)
                + kerf * max(where.count(n) - 1, 0)
                <= stick + 1e-9
                for n, stick in enumerate(lengths)
            )
            best = max(best, sum(w >= 0 for w in where) if fits else 0)
        self.assertEqual(made, best)


class Drills(unittest.TestCase):
    def test_eight_millimetres_is_not_five_sixteenths(self):
        # 5/16 in is 7.9375 mm: an 8 mm bore drilled with it is 0.0625 mm tight.
        choice = choose_drill(7.99)
        self.assertEqual((choice.snug.name, choice.loose.name), ("5/16 in", "8 mm"))
        self.assertAlmostEqual(choice.loose.diameter_mm - choice.snug.diameter_mm, 0.0625)

    def test_exact_is_both(self):
        choice = choose_drill(12.7)
        self.assertEqual((choice.snug.name, choice.loose.name), ("1/2 in", "1/2 in"))

    def test_past_the_largest_there_is_no_loose_one(self):
        self.assertIsNone(choose_drill(40).loose)
        self.assertIsNone(choose_drill(1).snug)

    def test_names_say_their_sizes(self):
        for d in STANDARD_DRILLS:
            if d.name.endswith("in"):
                top, bottom = d.name.removesuffix(" in").split("/")
                self.assertAlmostEqual(d.diameter_mm, int(top) / int(bottom) * INCH, places=3)


class Cards(unittest.TestCase):
    def card(self, *parts, **stock):
        made = plan(build(blank=blank(), handle=Handle(parts=parts, stock=Stock(**stock))))
        return made, made.handle.turning.cards[0]

    def test_stop_leaves_the_sanding_allowance_and_a_tenon_none(self):
        tenon = grip(turned=True, overlap_mm=12, tenon_od_mm=15)
        _, card = self.card(tenon, sanding_mm=0.5, sticks=sticks(400))
        for s in card.stations:
            over = 0 if s.what.startswith("tenon") else 0.5
            self.assertAlmostEqual(s.stop_mm - s.final_mm, over)
            self.assertGreaterEqual(s.rough_mm, s.stop_mm)
        self.assertEqual(card.tenon_mm, 12)

    def test_exposed_is_what_nothing_covers(self):
        parts = (
            grip(length=100, turned=True),
            seat(),
            Part(id="f", kind="foregrip", length_mm=50, overlap_mm=8),
        )
        _, card = self.card(parts[0], parts[2], sticks=sticks(400))
        self.assertEqual(card.exposed_mm, 92)

    def test_exposed_lengths_close_to_the_stack(self):
        # By hand: two of 100 mm, one 20 mm into the other, are 180 mm; the tenon is what is hidden.
        low, high = (
            grip("a", 100, turned=True),
            grip("b", 100, turned=True, overlap_mm=20, tenon_od_mm=18),
        )
        made, _ = self.card(low, high, sticks=sticks(400))
        self.assertEqual([c.exposed_mm for c in made.handle.turning.cards], [100, 80])

    def test_a_tenon_at_the_tip_is_on_the_card(self):
        low = grip("a", 100, turned=True, tip_tenon_od_mm=16, od_butt_mm=26, od_tip_mm=24)
        hood = Part(id="h", kind="trim_ring", length_mm=15, overlap_mm=12, bore_butt_mm=16.1)
        _, card = self.card(low, hood, sticks=sticks(400))
        self.assertEqual((card.tip_tenon_mm, card.exposed_mm), (12, 88))
        at = {s.what: (s.at_mm, s.final_mm) for s in card.stations}
        self.assertEqual(at["tip tenon begins"], (88, 16))
        self.assertAlmostEqual(at["tip shoulder"][1], 26 - 2 * 0.88, places=2)
        self.assertEqual(at["tip tenon"], (100, 16))

    def test_a_tenon_thinner_than_its_bore_is_said(self):
        # A 12.0 mm tenon round a bore of 12.15.
        _, low = self.card(grip("x", 60, turned=True), sticks=sticks(400))
        self.assertIsNone(low.thin_tenon_mm)
        made, card = self.card(
            grip(turned=True, overlap_mm=12, tenon_od_mm=12.0), sticks=sticks(400)
        )
        self.assertLess(card.thin_tenon_mm, 0)
        self.assertEqual(finding(made, "turning-tenon").weight, "ruins")

    def test_a_shaped_grip_is_turned_to_its_stations_and_says_its_girth(self):
        shaped = grip(turned=True, contour=(ContourPoint(at_mm=60, od_mm=31), ContourPoint(at_mm=150, od_mm=22)))  # fmt: skip
        _, card = self.card(shaped, sticks=sticks(400))
        at = {s.at_mm: s.final_mm for s in card.stations if s.what == "shaped to"}
        self.assertEqual(at, {60: 31, 150: 22})
        self.assertAlmostEqual(card.swell_at_mm, 60, delta=7)
        self.assertAlmostEqual(card.girth_mm, math.pi * 31, delta=0.2)
        self.assertLessEqual(max(o.od_mm for o in card.outline), 31)
        self.assertGreaterEqual(min(o.od_mm for o in card.outline), 22)

    def test_a_waist_thinner_than_its_bore_leaves_no_wall(self):
        waist = grip(contour=(ContourPoint(at_mm=100, od_mm=14),))
        part = plan(build(blank=blank(), handle=Handle(parts=(waist,)))).handle.parts[0]
        self.assertAlmostEqual(part.wall_mm, (14 - 11.65) / 2, delta=0.05)

    def test_bought_foam_is_turned_on_the_mandrel_by_the_bore_it_has(self):
        foam = grip(bore=9.5, material="foam", turned=True, bought_od_mm=32, od_butt_mm=26)
        made, card = self.card(foam, mandrel_mm=10, side_mm=20)
        self.assertEqual((made.handle.turning.cut_list.uncut, card.drill, card.from_mm), ((), None, 32))  # fmt: skip
        self.assertAlmostEqual(card.mandrel_gap_butt_mm, -0.5)
        self.assertEqual((card.stock_too_thin_mm, card.grits[0]), (0, 80))

    def test_a_tenon_of_the_part_before_asks_for_a_recess_in_the_butt_face(self):
        low = Part(id="low", kind="trim_ring", length_mm=30, tip_tenon_od_mm=18, bore_butt_mm=12.4)
        high = grip("high", 100, turned=True, overlap_mm=12)
        _, card = self.card(low, high, sticks=sticks(400))
        self.assertEqual((card.recess.face, card.recess.depth_mm), ("butt", 12))
        self.assertGreaterEqual(card.recess.bore_mm, 18)
        self.assertGreaterEqual(card.recess_drill.loose.diameter_mm, card.recess.bore_mm)

    def test_mandrel_against_taper(self):
        _, card = self.card(grip(turned=True), mandrel_mm=10, sticks=sticks(400))
        self.assertAlmostEqual(card.mandrel_gap_butt_mm, 12.15 - 10, places=2)
        self.assertAlmostEqual(card.mandrel_gap_tip_mm, 11.15 - 10, places=2)

    def test_thin_stock_and_a_silly_kerf_are_said(self):
        made, _ = self.card(
            grip(length=15, turned=True), side_mm=20, kerf_mm=18, sticks=sticks(400)
        )
        self.assertIn("turning-kerf", codes(made))
        self.assertEqual(finding(made, "turning-thin").weight, "ruins")

    def test_short_stock_names_what_cannot_be_cut(self):
        made, _ = self.card(grip(turned=True), sticks=sticks(150))
        self.assertIn("cannot be cut", finding(made, "turning-short").sentence)
