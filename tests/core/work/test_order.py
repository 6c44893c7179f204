"""The order of work: every trap respected, contradictions named, nothing done out of turn."""

import itertools
import unittest

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import codes, finding, grip, planned, seat
from wise_spool.core.document.parts import Part


def fore(bore=None, **more):
    return Part(id="fore", kind="foregrip", length_mm=50, bore_butt_mm=bore, **more)


def check():
    return Part(id="check", kind="winding_check", material="metal", length_mm=3, bore_butt_mm=11)


CAP = Part(id="cap", kind="butt_cap", length_mm=20, bore_butt_mm=12.5, closed_end_mm=6)
STACK = (grip(), seat(), fore(), check())


def steps(p):
    return [s.id for s in p.work.order.steps]


class FromTheTip(unittest.TestCase):
    def test_the_stack_goes_on_butt_first_then_guides(self):
        # Common practice: what lies nearer the butt slides on first; the check before the guides.
        parts = [s for s in steps(planned(*STACK)) if s.startswith(("part", "guides", "tip"))]
        self.assertEqual(
            parts, ["part:rear", "part:seat", "part:fore", "part:check", "guides", "tip_top"]
        )

    def test_spine_and_scuffing_come_before_any_adhesive(self):
        order = steps(planned(*STACK))
        self.assertLess(order.index("spine"), order.index("part:rear"))
        self.assertLess(order.index("scuff"), order.index("part:rear"))
        self.assertLess(order.index("arbor:seat"), order.index("part:seat"))

    def test_what_stops_short_is_reamed_first(self):
        order = steps(planned(grip(bore=9), seat()))
        self.assertLess(order.index("ream:rear"), order.index("part:rear"))

    def test_a_closed_cap_goes_on_last_over_the_butt(self):
        p = planned(CAP, *STACK)
        by_id = {s.id: s for s in p.work.order.steps}
        self.assertEqual(by_id["part:cap"].enters, "butt")
        self.assertEqual(p.work.order.contradictions, ())

    @given(st.permutations(["fighting_butt", "rear_grip", "foregrip", "trim_ring", "hook_keeper"]),
           st.sampled_from(["tip_down", "sub_assembly"]))  # fmt: skip
    def test_every_trap_is_respected_in_any_stack(self, kinds, school):
        parts = tuple(
            Part(id=f"p{n}", kind=k, length_mm=40, gap_before_mm=5) for n, k in enumerate(kinds)
        )
        p = planned(*parts, assembly=school)
        at = {s: n for n, s in enumerate(steps(p))}
        for low, high in itertools.combinations(parts, 2):
            self.assertLess(at[f"part:{low.id}"], at[f"part:{high.id}"])
        for s in p.work.order.steps:
            for before in (b.id for b in s.after):
                self.assertLess(at[before], at[s.id])


class Forgotten(unittest.TestCase):
    def test_a_winding_check_nobody_listed_stands_before_the_guides(self):
        # Common practice: winding checks are the part most often forgotten.
        p = planned(grip(), seat(), fore())
        guides = next(s for s in p.work.order.steps if s.id == "guides")
        self.assertIn("check", guides.open_before)

    def test_saying_there_is_none_opens_the_way(self):
        self.assertNotIn("check", steps(planned(grip(), seat(), fore(), no_check=True)))

    def test_guides_marked_done_past_it_ruin_the_rod(self):
        p = planned(grip(), seat(), fore(), steps_done=("guides",))
        self.assertEqual(finding(p, "order-out-of-turn").weight, "ruins")

    def test_a_hood_on_the_wrong_side_of_a_grip(self):
        hood = Part(id="hood", kind="seat_hood", material="metal", length_mm=15)
        p = planned(grip(), seat(), fore(), hood)
        said = finding(p, "order-contradiction").sentence
        self.assertIn("foregrip", said)
        self.assertIn("sliding hood", said)
        self.assertNotIn(
            "order-contradiction", codes(planned(grip(), seat(), hood, fore(), check()))
        )


class FromTheButt(unittest.TestCase):
    def test_with_guides_on_a_grip_bored_to_its_mark_cannot_pass_the_butt(self):
        # Cork is opened until it passes, and says so; what is bought to size cannot be.
        p = planned(grip(), seat(), fore(bore=9), guides_on=True)
        self.assertIn("comes over the butt", finding(p, "handle-ream").rule)
        check = Part(
            id="check", kind="winding_check", material="metal", length_mm=3, bore_butt_mm=9
        )
        p = planned(grip(), seat(), check, guides_on=True)
        said = finding(p, "order-contradiction").sentence
        self.assertIn("winding check", said)
        self.assertIn("cannot come over the butt", said)

    def test_with_guides_on_the_tip_most_goes_first(self):
        p = planned(grip(), seat(), fore(bore=12.5), guides_on=True)
        order = [s for s in steps(p) if s.startswith("part")]
        self.assertEqual(order, ["part:fore", "part:seat", "part:rear"])

    def test_seat_last_waits_for_the_guides(self):
        p = planned(grip(), seat(), assembly="seat_last", no_check=True)
        order = steps(p)
        self.assertLess(order.index("guides"), order.index("part:seat"))

    def test_two_that_each_want_to_be_first_are_named(self):
        closed = grip("blind", 80, closed_end_mm=10, gap_before_mm=5, bore=13)
        p = planned(grip(), closed)
        said = finding(p, "order-contradiction").sentence
        self.assertIn("each would have to go on first", said)


class Vents(unittest.TestCase):
    def test_only_when_the_tip_is_closed(self):
        # Common practice: trapped air pushes a blind part off when the tip is closed.
        self.assertIsNone(planned(CAP, *STACK).work.order.vent)
        self.assertIsNotNone(planned(CAP, *STACK, tip_closed=True).work.order.vent)


class Joined(unittest.TestCase):
    def test_grip_and_seat_that_touch_are_joined_first(self):
        p = planned(*STACK, assembly="sub_assembly")
        self.assertEqual(p.work.order.sub_assembly, ("rear", "seat", "fore"))
