"""Measure these next: what moves the rod most is asked for first, and only what counts."""

import unittest

from hypothesis import HealthCheck, given, settings

from tests.core.any_build import builds
from tests.core.samples import blank, build, finding, grip, guide, seat
from wise_spool.core.document.assumed import ASSUMABLE, all_assumed, default_of, is_assumed
from wise_spool.core.document.design import Brief
from wise_spool.core.document.guides import Guides, Reel, usual_guide
from wise_spool.core.document.parts import Arbors, Handle, TapeMeasured
from wise_spool.core.measure_next import measure_next
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

TAPE = "handle.arbors.tape_thickness_mm"


def asked(b):
    return {m.field: m for m in measure_next(Rod.of(b))}


class WhatIsAsked(unittest.TestCase):
    def handle(self, **more):
        return build(blank=blank(), handle=Handle(parts=(grip(bore=12.2), seat()), **more))

    def test_what_nothing_can_be_said_without_comes_first(self):
        first = measure_next(Rod.of(build(handle=Handle(parts=(grip(),)))))
        self.assertEqual([m.field for m in first[:3]], ["blank.length_mm", "blank.readings", "handle.parts.rear.bore_butt_mm"])  # fmt: skip
        self.assertTrue(all(m.steps is None for m in first[:3]))

    def test_the_order_is_by_how_far_each_moves_the_rod(self):
        steps = [m.steps for m in measure_next(Rod.of(self.handle())) if m.steps is not None]
        self.assertGreater(len(steps), 2)
        self.assertEqual(steps, sorted(steps, reverse=True))

    def test_tape_counts_until_it_is_calibrated_said_to_be_so_or_not_used(self):
        self.assertIn("turns of band", asked(self.handle())[TAPE].moves)
        wound = Arbors(tape_measured=TapeMeasured(before_mm=10, after_mm=13.2))
        for other in (
            self.handle(arbors=wound),
            self.handle(arbors=Arbors(tape_thickness_mm=0.17)),
            self.handle(arbors=Arbors(school="mesh")),
            self.handle().model_copy(update={"sure": {TAPE: 0.15}}),
            self.handle().model_copy(update={"done": ("handle",)}),
        ):
            self.assertNotIn(TAPE, asked(other))

    def test_a_guessed_lip_moves_the_guides_that_are_stated_from_it(self):
        at = (guide(1, 300.0, "spool_lip"),)
        reel = Reel(lip_ahead_mm=70, guessed=True)
        b = build(blank=blank(), brief=Brief(rod_type="casting"), handle=Handle(parts=(seat(),)), guides=Guides(train=at, reel=reel))  # fmt: skip
        self.assertEqual(asked(b)["guides.reel.lip_ahead_mm"].moves, "the mark of guide 1 by 1 3/16 in")  # fmt: skip
        measured = b.model_copy(update={"guides": Guides(train=at, reel=reel.model_copy(update={"guessed": False}))})  # fmt: skip
        self.assertNotIn("guides.reel.lip_ahead_mm", asked(measured))

    def test_a_heavier_guess_is_asked_for_before_a_light_one(self):
        weights = {m.field: m.steps for m in measure_next(Rod.of(self.handle())) if m.field.endswith("mass_g")}  # fmt: skip
        self.assertIn("blank.mass_g", weights)
        weighed = build(blank=blank(mass_g=60.0), handle=self.handle().handle)
        self.assertNotIn("blank.mass_g", asked(weighed))

    @settings(max_examples=10, suppress_health_check=list(HealthCheck), deadline=None)
    @given(builds)
    def test_any_rod_can_be_asked(self, b):
        for m in measure_next(Rod.of(b)):
            self.assertRegex(m.how, r"\S\.$")
            self.assertNotRegex(m.words + m.moves, "None|nan")


class Assumed(unittest.TestCase):
    def test_every_path_leads_to_a_number_of_a_fresh_rod(self):
        fresh = build()
        for path in (p for p in ASSUMABLE if "*" not in p):
            self.assertTrue(is_assumed(fresh, path), path)
            self.assertGreater(default_of(fresh, path), 0)
        self.assertEqual(all_assumed(fresh), ())

    def test_a_seat_s_bore_is_assumed_while_it_is_the_drawer_s(self):
        fresh = build(blank=blank(), handle=Handle(parts=(seat(bore=16.0),)))
        self.assertIn("handle.parts.seat.seat.bore_mm", all_assumed(fresh))
        measured = build(blank=blank(), handle=Handle(parts=(seat(bore=16.1),)))
        self.assertNotIn("handle.parts.seat.seat.bore_mm", all_assumed(measured))

    def test_said_to_be_so_holds_for_that_value_only(self):
        b = build(sure={TAPE: 0.15})
        self.assertFalse(is_assumed(b, TAPE))
        self.assertTrue(is_assumed(build(sure={TAPE: 0.16}), TAPE))

    def test_a_guide_s_frame_is_assumed_while_it_is_its_ring_s_own(self):
        fresh = usual_guide(25)
        self.assertEqual(
            (fresh.feet, fresh.foot_tip_mm, usual_guide(24).height_mm), ("double", 25, 34)
        )
        train = (
            fresh.model_copy(update={"id": "g1"}),
            usual_guide(6).model_copy(update={"id": "g2"}),
        )
        b = build(blank=blank(), guides=Guides(train=train))
        of = [p.removeprefix("guides.train.") for p in all_assumed(b) if "train" in p]
        self.assertEqual(of, ["g1.foot_butt_mm", "g2.foot_butt_mm", "g1.foot_tip_mm", "g1.height_mm", "g2.height_mm"])  # fmt: skip
        measured = train[0].model_copy(update={"height_mm": 33.2})
        b = build(blank=blank(), guides=Guides(train=(measured, train[1])))
        self.assertNotIn("guides.train.g1.height_mm", all_assumed(b))
        built = measured.model_copy(update={"built": guide(1, 300.0).at})
        b = build(blank=blank(), guides=Guides(train=(built,)))
        self.assertEqual([p for p in all_assumed(b) if "train" in p], [])

    def test_ring_heights_move_the_path_and_are_asked_for_together(self):
        train = tuple(usual_guide(r).model_copy(update={"id": f"g{r}"}) for r in (6, 12, 25))
        b = build(blank=blank(), brief=Brief(rod_type="spinning"), guides=Guides(train=train))
        heights = [m for m in measure_next(Rod.of(b)) if m.field.endswith("height_mm") and "train" in m.field]  # fmt: skip
        self.assertEqual([m.field for m in heights], ["guides.train.g6.height_mm"])
        self.assertIn("where the path from the spool puts ring", heights[0].moves)


class Weight(unittest.TestCase):
    def wished(self, wish, **more):
        return plan(build(blank=blank(mass_g=60.0), brief=Brief(wish_g=wish), handle=Handle(parts=(grip(bore=12.2, mass_g=20.0),)), **more))  # fmt: skip

    def test_a_wish_surely_missed_is_looked_at_and_one_in_doubt_is_said(self):
        rod_g = self.wished(80).balance.cases[0].rod_g
        self.assertEqual(finding(self.wished(40), "work-weight").weight, "check")
        near = finding(self.wished(rod_g - 0.05), "work-weight")
        self.assertEqual(near.weight, "note")
        self.assertIn("weigh them", near.sentence)
        self.assertIn("under what was wished", finding(self.wished(200), "work-weight").sentence)

    def test_what_was_weighed_leaves_no_doubt(self):
        balance = self.wished(80).balance
        self.assertEqual(balance.weighed_g, 80)
        self.assertAlmostEqual(balance.give_g, 0.15 * (balance.cases[0].rod_g - 80), delta=0.06)


if __name__ == "__main__":
    unittest.main()
