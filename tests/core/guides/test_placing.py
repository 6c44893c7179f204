"""Closing the middle, datums and rounding: the worked example, exact sums, strict order."""

import itertools
import unittest

from hypothesis import assume, given
from hypothesis import strategies as st

from tests.core.samples import INCH, blank, build, codes, finding, grip, guide, rod, seat
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.design import Brief
from wise_spool.core.document.guides import Guides, Reel, StatedAt, StaticTest, TestRow, TipTop
from wise_spool.core.document.parts import Handle
from wise_spool.core.ground.measures import STEP_MM
from wise_spool.core.guides.closing import (
    close_after_gap,
    close_from_first_gap,
    free_counts_that_close,
)
from wise_spool.core.guides.datums import Datums, DatumUnknownError
from wise_spool.core.guides.placing import stated_for
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

spans = st.floats(50, 3000)


def inches(*values):
    return [v * INCH for v in values]


class WhereADatumLies(unittest.TestCase):
    def test_the_screen_is_told_where_it_lies_and_which_way_it_grows(self):
        known = plan(build(blank=blank())).guides.measured_from
        length = plan(build(blank=blank())).blank.length_mm
        self.assertEqual((known["butt"].station_mm, known["butt"].grows), (0, 1))
        self.assertEqual((known["bare_tip"].station_mm, known["bare_tip"].grows), (length, -1))
        self.assertEqual(known["tip_top_ring"].grows, -1)
        self.assertNotIn("spool_lip", known, "no seat in the stack, no lip")

    def test_a_blank_of_unknown_length_has_no_datums(self):
        self.assertEqual(plan(build()).guides.measured_from, {})


class ClosingTheMiddle(unittest.TestCase):
    def test_the_worked_example(self):
        # By hand: fixed 11 3/4 and 32 3/4 in from the tip, last gap 4, three guides between: 4 gaps over
        # 21 in grow by d = (21 - 16) / 10 = 1/2.
        closed = close_after_gap((32.75 - 11.75) * INCH, 4 * INCH, 3)
        for gap, wanted in zip(closed.gaps, inches(4.5, 5, 5.5, 6), strict=True):
            self.assertAlmostEqual(gap, wanted, places=9)

    def test_the_worked_example_through_a_whole_build(self):
        at = inches(7.75, 11.75)
        train = (
            guide(1, at[0]),
            guide(2, at[1]),
            *(guide(i) for i in (3, 4, 5)),
            guide(6, 32.75 * INCH),
        )
        placed = plan(rod(*train)).guides.placed
        self.assertEqual([round(g.gap_mm / INCH, 6) for g in placed[2:]], [4.5, 5, 5.5, 6])
        self.assertEqual(
            [g.source for g in placed], ["stated", "stated", "closed", "closed", "closed", "stated"]
        )

    @given(spans, st.floats(1, 400), st.integers(0, 15))
    def test_the_sum_is_exact_and_the_steps_even(self, span, before, free):
        closed = close_after_gap(span, before, free)
        self.assertAlmostEqual(sum(closed.gaps), span, places=6)
        for a, b in itertools.pairwise((before, *closed.gaps)):
            self.assertAlmostEqual(b - a, closed.step_mm, places=6)

    @given(spans, st.floats(1, 400), st.integers(0, 15))
    def test_from_a_first_gap_too(self, span, first, free):
        closed = close_from_first_gap(span, first, free)
        self.assertAlmostEqual(sum(closed.gaps), span, places=6)
        if free:
            self.assertAlmostEqual(closed.gaps[0], first, places=6)

    @given(spans, st.floats(20, 200), st.floats(20, 400))
    def test_counts_said_to_close_do(self, span, before, nxt):
        for free in free_counts_that_close(span, before, nxt):
            closed = close_after_gap(span, before, free)
            self.assertGreaterEqual(closed.step_mm, -1e-9)
            self.assertLessEqual(closed.gaps[-1], nxt + 1e-6)

    def test_crossing_sets_are_refused(self):
        with self.assertRaises(ValueError):
            close_after_gap(-5, 100, 2)

    def test_a_wrong_number_says_which_works(self):
        at = inches(7.75, 11.75)
        train = (
            guide(1, at[0]),
            guide(2, at[1]),
            *(guide(i) for i in range(3, 12)),
            guide(12, 32.75 * INCH),
        )
        said = finding(plan(rod(*train)), "guides-middle-open").sentence
        self.assertIn("0 to 4 free guides would close it", said)


class Datum(unittest.TestCase):
    datums = Datums(length_mm=2000, tip_top_ring_mm=2010, spool_lip_mm=400, seat_front_mm=450)

    @given(
        st.sampled_from(["butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"]),
        st.floats(0, 2000),
    )
    def test_there_and_back(self, datum, distance):
        self.assertAlmostEqual(
            self.datums.distance(datum, self.datums.station(datum, distance)), distance, places=6
        )

    def test_each_from_its_own_end(self):
        self.assertEqual(self.datums.station("tip_top_ring", 110), 1900)
        self.assertEqual(self.datums.station("bare_tip", 100), 1900)
        self.assertEqual(self.datums.station("spool_lip", 500), 900)

    def test_an_unknown_datum_is_an_error(self):
        with self.assertRaises(DatumUnknownError):
            Datums(length_mm=2000, tip_top_ring_mm=2010).station("spool_lip", 500)

    def test_a_longer_reel_moves_only_the_reel_side(self):
        train = (guide(1, 100), guide(2, 500, "spool_lip"))
        parts = (grip(), seat())
        near = plan(
            build(
                blank=blank(),
                handle=Handle(parts=parts),
                guides=Guides(train=train, reel=Reel(lip_ahead_mm=50)),
            )
        )
        far = plan(
            build(
                blank=blank(),
                handle=Handle(parts=parts),
                guides=Guides(train=train, reel=Reel(lip_ahead_mm=80)),
            )
        )
        moved = [
            b.station_mm - a.station_mm
            for a, b in zip(near.guides.placed, far.guides.placed, strict=True)
        ]
        self.assertEqual([round(m, 6) for m in moved], [0, 30])

    def test_a_trimmed_tip_carries_the_chart_with_it(self):
        cut = plan(build(blank=blank(trim_tip_mm=50), guides=Guides(train=(guide(1, 100),))))
        self.assertAlmostEqual(cut.guides.placed[0].station_mm, 1950 + 10 - 100)

    def test_foot_edge_and_ring_centre(self):
        g = guide(1, 200, foot_butt_mm=14)
        edge = plan(
            rod(g).model_copy(update={"guides": Guides(train=(g,), mark_under="foot_edge")})
        )
        self.assertAlmostEqual(edge.guides.placed[0].station_mm - (2010 - 200), 14)

    def test_what_is_stated_stands_where_it_is_stated_from_any_datum_under_either_mark(self):
        g = guide(1, 400, foot_butt_mm=14)
        for mark in ("ring_centre", "foot_edge"):
            for datum in ("butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"):
                with self.subTest(mark=mark, datum=datum):
                    base = rod(g, parts=(grip(), seat()))
                    guides = Guides(train=(g,), mark_under=mark, mark_from=datum)
                    one = Rod.of(base.model_copy(update={"guides": guides, "rule": "mm/1"}))
                    stands = one.guides.placed[0].station_mm
                    stated = stated_for(g, stands, datum, one.build, one.datums)
                    moved = guides.model_copy(
                        update={"train": (g.model_copy(update={"at": stated}),)}
                    )
                    again = Rod.of(one.build.model_copy(update={"guides": moved})).guides.placed[0]
                    self.assertAlmostEqual(again.station_mm, stands, delta=0.51)
                    self.assertEqual(again.stated_from, datum)

    def test_a_layout_taken_stands_where_it_was_shown(self):
        for mark in ("ring_centre", "foot_edge"):
            for datum in ("tip_top_ring", "butt"):
                train = tuple(guide(n, None, foot_butt_mm=14) for n in range(6))
                last = guide(9, 1300.0, foot_butt_mm=20)
                b = rod(*train, last).model_copy(update={"rule": "mm/1"})
                b = b.model_copy(
                    update={
                        "guides": Guides(train=(*train, last), mark_under=mark, mark_from=datum)
                    }
                )
                shown = Rod.of(b).layouts.layouts[1]
                placed = tuple(
                    g.model_copy(update={"at": s})
                    for g, s in zip(b.guides.train, shown.stated, strict=True)
                )
                taken = Rod.of(
                    b.model_copy(update={"guides": b.guides.model_copy(update={"train": placed})})
                )
                for got, want in zip(taken.guides.placed, shown.from_tip_ring_mm, strict=True):
                    self.assertAlmostEqual(got.from_tip_ring_mm, want, delta=0.51)

    def test_a_built_guide_stays_whatever_is_changed_at_either_end(self):
        built = StatedAt(datum="butt", distance_mm=700)
        g = guide(1, 100, foot_butt_mm=14).model_copy(update={"built": built})
        for change in ({}, {"trim_butt_mm": 40}, {"trim_tip_mm": 60}):
            for more in (
                {},
                {"mark_under": "foot_edge"},
                {"tip_top": TipTop(ring_ahead_mm=30)},
                {"reel": Reel(lip_ahead_mm=120)},
            ):
                p = plan(
                    build(blank=blank(**change), rule="in/16", guides=Guides(train=(g,), **more))
                )
                on_blank = p.guides.placed[0].marked_mm + change.get("trim_butt_mm", 0)
                self.assertAlmostEqual(on_blank, 700, places=4)

    def test_the_number_of_guides_that_closes_is_said_as_guides(self):
        train = (guide(0, 100), *(guide(n) for n in range(1, 9)), guide(9, 700))
        self.assertRegex(
            finding(plan(rod(*train)), "guides-middle-open").sentence,
            r"\d free guides? would close it",
        )

    def test_the_misread_number_is_the_one_that_smooths_the_whole(self):
        at = [100, 205, 315, 430, 550, 675]
        for wrong in range(len(at)):
            chart = [*at]
            chart[wrong] -= 30
            p = plan(
                build(
                    blank=blank(),
                    rule="mm/1",
                    guides=Guides(train=tuple(guide(i, a) for i, a in enumerate(chart))),
                )
            )
            asked = [f.field for f in p.findings if f.code == "guides-misread"]
            self.assertIn(asked, ([], [f"guides.train.g{wrong}"]), f"guide {wrong}")
        self.assertEqual(asked, ["guides.train.g5"])


@st.composite
def trains(draw):
    """A train with any mix of stated and free guides, stated ones in order."""
    n = draw(st.integers(1, 12))
    stated = draw(st.lists(st.booleans(), min_size=n, max_size=n))
    spots = sorted(draw(st.lists(st.floats(40, 1700), min_size=n, max_size=n, unique=True)))
    return tuple(
        guide(i, at if fixed else None)
        for i, (at, fixed) in enumerate(zip(spots, stated, strict=True))
    )


class AnyTrain(unittest.TestCase):
    @given(
        trains(),
        st.sampled_from(sorted(STEP_MM)),
        st.sampled_from(["tip_top_ring", "butt", "bare_tip"]),
    )
    def test_gaps_sum_to_the_last_guide_and_marks_are_whole_steps(self, train, rule, mark_from):
        b = build(blank=blank(), guides=Guides(train=train, mark_from=mark_from), rule=rule)
        placed = [g for g in plan(b).guides.placed if g.gap_mm is not None]
        assume(placed)
        self.assertAlmostEqual(sum(g.gap_mm for g in placed), placed[-1].from_tip_ring_mm, places=2)
        datums = Datums(length_mm=2000, tip_top_ring_mm=2010)
        for g in placed:
            steps = datums.distance(mark_from, g.marked_mm) / STEP_MM[rule]
            self.assertAlmostEqual(steps, round(steps), places=3)
            self.assertLessEqual(abs(g.marked_mm - g.station_mm), STEP_MM[rule] / 2 + 1e-3)

    @given(trains())
    def test_order_is_strict_or_said_to_be_broken(self, train):
        p = plan(rod(*train))
        stations = [g.marked_mm for g in p.guides.placed if g.marked_mm is not None]
        if any(b >= a for a, b in itertools.pairwise(stations)):
            self.assertIn("guides-order", codes(p))

    @given(trains())
    def test_the_same_build_gives_the_same_plan_to_the_byte(self, train):
        b = rod(*train)
        again = type(b).model_validate_json(b.model_dump_json())
        self.assertEqual(plan(b).model_dump_json(), plan(again).model_dump_json())


class WhatIsSaid(unittest.TestCase):
    def test_fifteen_for_seventeen(self):
        # 15 1/2 written for 17 1/2: the gaps should run 4, 4 1/4, 4 1/2, 4 3/4.
        at = inches(4.75, 8.75, 13, 15.5, 22.25, 27.25)
        said = finding(
            plan(rod(*(guide(i, a) for i, a in enumerate(at)))), "guides-misread"
        ).sentence
        self.assertIn("15 1/2 leaves a 2 1/2 gap next to one of 6 3/4 in", said)
        self.assertIn("17 1/2?", said)

    def test_a_good_chart_is_not_questioned(self):
        at = inches(4, 8.25, 12.875, 18, 23.625, 29.75)
        self.assertNotIn(
            "guides-misread", codes(plan(rod(*(guide(i, a) for i, a in enumerate(at)))))
        )

    def test_a_chart_longer_than_the_rod(self):
        self.assertEqual(
            finding(plan(rod(guide(1, 100), guide(2, 2500))), "guides-off-butt").weight, "ruins"
        )

    def test_a_guide_on_the_grip(self):
        p = plan(rod(guide(1, 1900), parts=(grip(length=300),)))
        self.assertEqual(finding(p, "guides-on-grip").weight, "ruins")

    def test_a_guide_on_a_joint(self):
        b = rod(guide(1, 1010))
        b = b.model_copy(
            update={"blank": b.blank.model_copy(update={"joints": (Joint(station_mm=1000),)})}
        )
        self.assertIn("guides-on-joint", codes(plan(b)))

    def test_two_guides_at_one_place(self):
        self.assertIn(
            "one place", finding(plan(rod(guide(1, 300), guide(2, 300))), "guides-order").sentence
        )

    def test_crossing_tip_side_and_reel_side(self):
        p = plan(rod(guide(1, 1200), guide(2), guide(3, 1100, "butt"), parts=(grip(), seat())))
        self.assertIn("cross", finding(p, "guides-order").sentence)

    def test_reel_side_without_a_seat_waits(self):
        self.assertIn(
            "guides-datum-unknown", codes(plan(rod(guide(1, 100), guide(2, 500, "spool_lip"))))
        )

    def test_small_rings_freeze(self):
        cold = rod(guide(1, 100).model_copy(update={"ring_mm": 4}), brief=Brief(cold=True))
        self.assertIn("guides-ice", codes(plan(cold)))

    def test_nine_or_ten_on_a_seven_foot_spinning_rod_are_usual(self):
        train = (*(guide(n) for n in range(8)), guide(8, 1300))
        seven = build(blank=blank(2134), guides=Guides(train=train))
        self.assertNotIn("guides-count", codes(plan(seven)))
        few = build(blank=blank(2134), guides=Guides(train=(guide(0), guide(1), guide(2, 1300))))
        said = finding(plan(few), "guides-count").sentence
        self.assertIn("8 to 10 are usual on a spinning rod", said)

    def test_a_long_reach_and_a_failed_test_are_said(self):
        far = tuple(guide(n, at) for n, at in enumerate((100, 210, 330, 900, 1280)))
        b = build(blank=blank(), guides=Guides(train=far))
        self.assertEqual(finding(plan(b), "guides-long-reach").field, "guides.train.g3")
        near = tuple(guide(n, at) for n, at in enumerate((100, 210, 330, 460, 600)))
        b = build(blank=blank(), guides=Guides(train=near))
        self.assertNotIn("guides-long-reach", codes(plan(b)))
        rows = (TestRow(id="g1", touches=True), TestRow(id="g2"))
        tested = b.model_copy(update={"guides": b.guides.model_copy(update={"static_test": StaticTest(rows=rows)})})  # fmt: skip
        said = finding(plan(tested), "guides-test-failed")
        self.assertEqual((said.weight, said.field), ("check", "guides.train.g1"))

    def test_a_guide_moved_since_its_test_asks_for_another(self):
        for stood, code in ((1800.0, "guides-test-failed"), (1790.0, "guides-test-old")):
            train = (guide(0, 210),)  # its ring at 1800 of 2000, the tip-top ring 10 ahead
            test = StaticTest(rows=(TestRow(id="g0", touches=True, stood_mm=stood),))
            said = codes(plan(build(blank=blank(), guides=Guides(train=train, static_test=test))))
            self.assertEqual([c for c in said if "test" in c], [code])

    def test_the_line_on_a_blank_with_guides_on_top_is_said(self):
        low = tuple(guide(n, at).model_copy(update={"height_mm": 7.0}) for n, at in enumerate((150, 450, 800, 1200)))  # fmt: skip
        b = build(blank=blank(label_power="medium"), brief=Brief(rod_type="casting"), handle=Handle(parts=(grip(), seat())), guides=Guides(train=low))  # fmt: skip
        self.assertIn("lies on the blank behind", finding(plan(b), "guides-line-on-blank").sentence)
        hung = b.model_copy(update={"brief": Brief(rod_type="spinning")})
        self.assertNotIn("guides-line-on-blank", codes(plan(hung)))

    def test_an_unstated_stripper_is_assumed_and_said(self):
        p = plan(rod(guide(1), guide(2), guide(3), parts=(grip(), seat())))
        self.assertEqual(p.guides.placed[-1].source, "assumed")
        self.assertIn("guides-stripper-assumed", codes(p))
