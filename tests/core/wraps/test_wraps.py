"""Wraps: turns and metres against integration and the cone's closed form, ends by duty and by wish, cues, spools."""

import math
import unittest
from datetime import UTC, datetime

import numpy as np
from scipy.integrate import quad

from tests.core.samples import blank, build, codes, finding, grip, guide, rod
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.guides import Guides, TipTop
from wise_spool.core.document.wraps import (
    Count,
    Inlay,
    Thread,
    TrimBand,
    Underwrap,
    Wrap,
    WrapsWished,
)
from wise_spool.core.ground.habits import following, settled
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.wraps.holding import Foot
from wise_spool.core.wraps.spools import spools_across
from wise_spool.core.wraps.thread import pitch_counted
from wise_spool.core.wraps.wraps import foot_high_mm
from wise_spool.demo.shop import demo_builds


def wrapped(*wraps, threads=(), guides=(), **more):
    """A rod with two guides and what is said of its wraps."""
    train = guides or (guide(1, 300, thread="garnet"), guide(2, 800, thread="garnet"))
    return rod(*train, wraps=WrapsWished(wraps=wraps, threads=threads), **more)


def wrap_of(build, wrap_id):
    return next(w for w in Rod.of(build).wraps.laid if w.id == wrap_id)


class Taped(unittest.TestCase):
    def test_a_single_foot_has_no_other(self):
        b = wrapped(
            guides=(
                guide(1, 300, thread="garnet"),
                guide(2, 800, thread="garnet", feet="double", foot_tip_mm=14.0),
            )
        )
        said = {w.guide_id: w.cues[0].words for w in Rod.of(b).wraps.laid if w.guide_id}
        self.assertIn("Its leg is taped", said["g1"])
        self.assertIn("The other foot is taped", said["g2"])


class MinutesAndSharing(unittest.TestCase):
    def test_what_was_learned_of_a_tool_and_a_size_moves_only_such_wraps(self):
        thick = Thread(id="heavy", name="heavy", size="D")
        b = wrapped(Wrap(id="foot:g1:butt", thread="heavy"), threads=(thick,))
        before = Rod.of(b).wraps
        after = Rod.of(b, {"wrap_share.hand wrapper, D": 2.0}).wraps
        for was, now in zip(before.laid, after.laid, strict=True):
            share = 2.0 if now.wound_with == "hand wrapper, D" else 1.0
            self.assertAlmostEqual(now.minutes, share * was.planned_min, delta=0.02)
            self.assertEqual(
                now.planned_min, was.planned_min, "what was learned must not unteach itself"
            )
        self.assertEqual({w.wound_with for w in after.laid}, {"hand wrapper, A", "hand wrapper, D"})
        card = next(
            c
            for c in plan(Rod.of(b, {"wrap_share.hand wrapper, D": 2.0})).cards
            if c.id == "guides"
        )
        self.assertAlmostEqual(card.planned, sum(w.planned_min for w in after.laid), delta=0.05)
        self.assertIn(card.tool, {"hand wrapper, A", "hand wrapper, D"})

    def test_a_rod_tried_beside_another_is_planned_to_the_byte_as_alone(self):
        """Whatever is changed: what the other had worked out is only taken where it is the same."""
        was = demo_builds(datetime(2026, 5, 2, tzinfo=UTC))[0]
        other = Rod.of(was)
        plan(other)
        train = was.guides.train
        moved = train[2].model_copy(update={"ring_mm": 20.0})
        changed = {
            "wraps": WrapsWished(wraps=(Wrap(id="foot:g3:butt", beyond_butt_mm=9.0),)),
            "guides": was.guides.model_copy(update={"train": (*train[:2], moved, *train[3:])}),
            "blank": was.blank.model_copy(update={"trim_butt_mm": 12.0}),
            "spine": was.spine.model_copy(update={"own_line_deg": 33.0}),
            "finish": was.finish.model_copy(update={"coats": 1}),
            "habits": {"wrap_min": 9.0},
            "done": (),
        }
        for what, to in changed.items():
            with self.subTest(what):
                now = was.model_copy(update={what: to})
                alone = plan(Rod.of(now)).model_dump_json()
                self.assertEqual(plan(Rod.of(now).beside(other)).model_dump_json(), alone)


class TurnsAndMetres(unittest.TestCase):
    def test_a_wrap_on_a_cone_is_the_helix_on_it(self):
        """A helix that advances p a turn on a cone: the integral of sqrt(r^2 + (p / 2 pi)^2 (1 + r'^2)) over its turning."""
        free = Wrap(id="own", kind="free", from_mm=500, to_mm=560)
        w = wrap_of(wrapped(free), "own")
        p = 0.15
        slope = -5.0 / 2000  # of the radius

        def step(theta):
            r = (12 - 10 * (500 + p * theta / (2 * math.pi)) / 2000) / 2 + p / 2
            return math.sqrt(r**2 + (p / (2 * math.pi)) ** 2 * (1 + slope**2))

        exact, _ = quad(step, 0, 2 * math.pi * w.turns, limit=400)
        self.assertAlmostEqual(w.metres, exact / 1000, delta=1e-3 + 1e-5 * w.metres)
        self.assertEqual(w.turns, 400)

    def test_on_a_cylinder_it_is_the_closed_form(self):
        even = blank(butt=8.0, tip=8.0)
        b = build(blank=even, guides=Guides(train=(guide(1, 300),)), wraps=WrapsWished(wraps=(Wrap(id="own", kind="free", from_mm=500, to_mm=530),)))  # fmt: skip
        w = wrap_of(b, "own")
        exact = 200 * math.hypot(math.pi * (8.0 + 0.15), 0.15) / 1000
        self.assertAlmostEqual(w.metres, exact, delta=6e-4)

    def test_a_foot_takes_more_thread_than_the_blank_and_leaves_voids(self):
        w = wrap_of(wrapped(), "foot:g1:butt")
        bare = w.turns * math.hypot(math.pi * (w.od_mm + 0.15), 0.15) / 1000
        self.assertGreater(w.metres, bare)
        self.assertGreater(w.void_ml, 0)
        self.assertEqual(
            wrap_of(wrapped(Wrap(id="own", kind="free", from_mm=500, to_mm=530)), "own").void_ml, 0
        )

    def test_a_second_layer_takes_nearly_as_much_again(self):
        one = wrap_of(wrapped(Wrap(id="foot:g1:butt", lock_turns=0)), "foot:g1:butt")
        two = wrap_of(wrapped(Wrap(id="foot:g1:butt", layers=2, lock_turns=0)), "foot:g1:butt")
        self.assertTrue(1.9 * one.metres < two.metres < 2.2 * one.metres)

    def test_a_filed_foot_climbs_from_its_toe_to_its_leg(self):
        foot = Foot(toe_mm=100, leg_mm=110, wide_mm=3, high_mm=1)
        np.testing.assert_allclose(
            foot_high_mm(foot, np.array([99, 100, 103, 106, 109, 111.0])), [0, 0, 0.5, 1, 1, 0]
        )


class WhereTheyLie(unittest.TestCase):
    def test_thread_starts_the_full_way_before_the_largest_foot_and_a_few_turns_before_the_smallest(
        self,
    ):
        """Common practice: over 6 mm before the largest feet, three or four turns before the smallest."""
        large = guide(2, 900).model_copy(update={"ring_mm": 30.0})
        small = guide(1, 300).model_copy(update={"ring_mm": 1.0})
        laid = {w.id: w for w in Rod.of(wrapped(guides=(small, large))).wraps.laid}
        self.assertAlmostEqual(laid["foot:g2:butt"].beyond_butt_mm, 6.0)
        self.assertLess(laid["foot:g1:butt"].beyond_butt_mm / 0.15, 5.5)

    def test_a_wrap_goes_with_its_guide_and_keeps_what_was_settled(self):
        said = Wrap(id="foot:g1:butt", beyond_butt_mm=9.0)
        here = wrap_of(wrapped(said), "foot:g1:butt")
        there = wrap_of(wrapped(said, guides=(guide(1, 400), guide(2, 800))), "foot:g1:butt")
        self.assertAlmostEqual(here.start_mm - there.start_mm, 100, places=1)
        self.assertTrue(here.settled)

    def test_turns_that_are_said_set_the_end_it_begins_at(self):
        b = wrapped(
            Wrap(id="foot:g1:butt", turns=120), Wrap(id="foot:g2:butt", turns=50, starts="tip")
        )
        one, two = wrap_of(b, "foot:g1:butt"), wrap_of(b, "foot:g2:butt")
        duty = wrap_of(wrapped(), "foot:g1:butt")
        self.assertEqual((one.turns, two.turns), (120, 50))
        self.assertAlmostEqual(one.end_mm, duty.end_mm)
        self.assertAlmostEqual(one.end_mm - one.start_mm, 120 * 0.15, places=1)
        self.assertAlmostEqual(two.start_mm, wrap_of(wrapped(), "foot:g2:butt").start_mm)

    def test_both_halves_of_every_ferrule_by_its_trade(self):
        """Common practice: 25 mm on fly rods, 38 mm in general, 50 mm for hard casting."""
        jointed = blank(joints=(Joint(id="j1", station_mm=1000),))
        for kind, least in (("fly", 25), ("spinning", 38), ("trolling", 50)):
            b = rod(guide(1, 300), guide(2, 600)).model_copy(update={"blank": jointed})
            b = b.model_copy(update={"brief": b.brief.model_copy(update={"rod_type": kind})})
            halves = [w for w in Rod.of(b).wraps.laid if w.duty == "joint"]
            self.assertEqual([round(w.end_mm - w.start_mm) for w in halves], [least, least], kind)

    def test_a_short_ferrule_or_splint_wrap_is_said(self):
        jointed = blank(joints=(Joint(id="j1", station_mm=1000),))
        short = Wrap(id="joint:j1:butt", beyond_butt_mm=10)
        b = wrapped(short, Wrap(id="own", kind="splint", from_mm=400, to_mm=460)).model_copy(update={"blank": jointed})  # fmt: skip
        found = plan(b)
        self.assertLessEqual({"wrap-ferrule-short", "wrap-splint-short"}, codes(found))
        self.assertIsNotNone(finding(found, "wrap-ferrule-short").mend)

    def test_tip_top_keeper_and_front_are_wrapped_and_may_be_left_out(self):
        b = rod(guide(1, 300), parts=(grip(),))
        laid = {w.id for w in Rod.of(b).wraps.laid}
        self.assertLessEqual({"tip-top", "handle-front", "foot:g1:butt"}, laid)
        out = b.model_copy(
            update={"wraps": WrapsWished(wraps=(Wrap(id="tip-top", left_out=True),))}
        )
        self.assertNotIn("tip-top", {w.id for w in Rod.of(out).wraps.laid})
        self.assertEqual([w.id for w in Rod.of(out).wraps.left_out], ["tip-top"])
        bare = b.model_copy(
            update={"guides": b.guides.model_copy(update={"tip_top": TipTop(tube_mm=0)})}
        )
        self.assertNotIn("tip-top", {w.id for w in Rod.of(bare).wraps.laid})

    def test_wraps_that_run_into_each_other_or_over_a_joint_are_said(self):
        a = Wrap(id="one", kind="free", from_mm=500, to_mm=560)
        b = Wrap(id="two", kind="free", from_mm=540, to_mm=600)
        self.assertIn("wrap-overlap", codes(plan(wrapped(a, b))))
        jointed = wrapped(a).model_copy(update={"blank": blank(joints=(Joint(id="j1", station_mm=530),))})  # fmt: skip
        self.assertIn("wrap-on-joint", codes(plan(jointed)))
        self.assertNotIn("wrap-overlap", codes(plan(wrapped(a))))

    def test_a_foot_wider_than_the_blank_and_thread_like_cord_are_said(self):
        wide = guide(1, 300).model_copy(update={"foot_wide_mm": 9.0})
        cord = Thread(id="garnet", name="garnet", diameter_mm=0.9)
        found = codes(plan(wrapped(guides=(wide, guide(2, 800)), threads=(cord,))))
        self.assertLessEqual({"wrap-foot-wide", "wrap-thread-thick"}, found)


class Sockets(unittest.TestCase):
    def test_the_line_load_at_the_mouth_carries_the_moment(self):
        """Pressure that falls off evenly from both ends, summed by hand, gives the moment back."""
        from wise_spool.core.wraps.ferrules import socket_stress
        from wise_spool.core.wraps.thread import used

        found = socket_stress(8.0, 900.0, 70.0, "carbon", used(Thread(id="a", name="a")), 1)
        q = found.hoop_mpa * 2 * 0.8  # N a mm at the mouth
        u = np.linspace(-35, 35, 7001)
        moment = np.trapezoid(q * u / 35 * u, u)
        self.assertAlmostEqual(moment / 1000, found.moment_nm, delta=0.02 * found.moment_nm)
        self.assertTrue(0 < found.thread_share < 0.2)

    def test_a_longer_overlap_and_a_second_layer_ease_it(self):
        from wise_spool.core.wraps.ferrules import socket_stress
        from wise_spool.core.wraps.thread import used

        nylon = used(Thread(id="a", name="a"))
        short, long = (socket_stress(8, 900, mm, "carbon", nylon, 1) for mm in (50, 80))
        self.assertGreater(short.hoop_mpa, long.hoop_mpa)
        self.assertGreater(
            socket_stress(8, 900, 50, "carbon", nylon, 2).thread_share, short.thread_share
        )
        self.assertIsNone(socket_stress(8, 900, 0, "carbon", nylon, 1))


class BandsInlaysUnderwraps(unittest.TestCase):
    def test_bands_lie_outside_one_after_another(self):
        bands = (
            TrimBand(id="b1", end="butt", turns=6, thread="frost"),
            TrimBand(id="b2", end="butt", turns=4, thread="amber"),
        )
        w = wrap_of(wrapped(Wrap(id="foot:g1:butt", bands=bands)), "foot:g1:butt")
        one, two = [s for s in w.stretches if s.what == "band"]
        self.assertAlmostEqual(one.end_mm, w.start_mm, places=2)
        self.assertAlmostEqual(two.end_mm, one.start_mm, places=2)
        self.assertAlmostEqual(w.over_from_mm, two.start_mm)

    def test_an_inlay_lies_where_it_is_counted_to_and_one_with_no_room_is_said(self):
        inlay = Inlay(id="i1", after=20, turns=4, thread="frost")
        w = wrap_of(wrapped(Wrap(id="foot:g1:butt", inlays=(inlay,))), "foot:g1:butt")
        laid = next(s for s in w.stretches if s.what == "inlay")
        self.assertAlmostEqual(laid.start_mm - w.start_mm, 20 * 0.15, places=1)
        lost = Wrap(id="foot:g1:butt", inlays=(Inlay(id="i1", after=300, turns=4),))
        self.assertIn("wrap-inlay-lost", codes(plan(wrapped(lost))))

    def test_an_underwrap_shows_at_both_ends_and_is_paid_for(self):
        w = wrap_of(wrapped(Wrap(id="foot:g1:butt", under=Underwrap(thread="frost", beyond_mm=3))), "foot:g1:butt")  # fmt: skip
        self.assertAlmostEqual(w.start_mm - w.over_from_mm, 3, places=1)
        self.assertGreater(next(s for s in w.stretches if s.what == "underwrap").metres, 0.3)


class Cues(unittest.TestCase):
    def test_tag_and_loop_at_their_turns(self):
        """Common practice: about five turns over the tag, the loop about eight turns before the end."""
        w = wrap_of(wrapped(), "foot:g1:butt")
        at = {c.words.split(":")[0].split(",")[0]: c.turn for c in w.cues}
        self.assertEqual(at["The tag is held"], 5)
        self.assertEqual(at["Lay the pull loop in"], w.turns - 8)
        self.assertEqual([c.turn for c in w.cues], sorted(c.turn for c in w.cues))

    def test_a_builder_who_follows_the_cues_has_a_wrap_that_holds(self):
        """A bench of its own: lays turn after turn, and holds the cues to what the wrap needs."""
        for w in Rod.of(wrapped(Wrap(id="own", kind="free", from_mm=500, to_mm=501.2))).wraps.laid:
            loop = tag = cut = None
            for cue in w.cues:
                if "loop in" in cue.words:
                    loop = cue.turn
                if "tag is held" in cue.words:
                    tag = cue.turn
                if "through the loop" in cue.words:
                    cut = cue.turn
            self.assertIsNotNone(loop, w.id)
            self.assertLess(loop, cut, w.id)
            self.assertLessEqual(cut, w.turns, w.id)
            if tag is not None:
                self.assertLessEqual(tag, loop, w.id)


class ThreadKnown(unittest.TestCase):
    def test_counting_beats_learning_beats_the_size(self):
        with following(settled({"thread_pitch_mm.garnet": 0.17})):
            learned = Rod.of(wrapped(), {"thread_pitch_mm.garnet": 0.17}).wraps.laid
        self.assertAlmostEqual(next(w for w in learned if w.id == "foot:g1:butt").turns, round((14 * 0.7 + 1.81) / 0.17), delta=2)  # fmt: skip
        counted = Thread(
            id="garnet", name="garnet", counts=(Count(id="n1", turns=20, over_mm=4.0),)
        )
        used = Rod.of(wrapped(threads=(counted,)), {"thread_pitch_mm.garnet": 0.17}).wraps.threads[
            0
        ]
        self.assertEqual((used.pitch_mm, used.pitch_from), (0.2, "counted"))

    def test_the_spread_of_counts_is_that_of_a_sample(self):
        counts = tuple(
            Count(id=f"n{i}", turns=20, over_mm=mm) for i, mm in enumerate((3.0, 3.2, 3.1))
        )
        pitch, spread = pitch_counted(counts)
        self.assertAlmostEqual(pitch, np.mean([0.15, 0.16, 0.155]))
        self.assertAlmostEqual(spread, np.std([0.15, 0.16, 0.155], ddof=1), places=4)

    def test_thread_of_nothing_is_refused(self):
        for bad in ({"diameter_mm": 0}, {"diameter_mm": 3}, {"spool_m": 0}, {"counts": ({"turns": 20, "over_mm": 80},)}):  # fmt: skip
            with self.assertRaises(ValueError):
                Thread.model_validate({"id": "a", "name": "a", **bad})


class Spools(unittest.TestCase):
    def test_where_a_spool_runs_out(self):
        short = Thread(id="garnet", name="garnet", spool_m=1.0)
        found = plan(wrapped(threads=(short,)))
        self.assertIn("spool-short", codes(found))
        enough = Thread(id="garnet", name="garnet", spool_m=100.0)
        self.assertNotIn("spool-short", codes(plan(wrapped(threads=(enough,)))))

    def test_over_rods_it_runs_out_on_the_one_that_asks_too_much(self):
        laid = Rod.of(wrapped()).wraps.laid
        need = {"garnet": 10.0}
        (use,) = spools_across([("First", laid, need), ("Second", laid, need)], {"garnet": 12.0})
        self.assertIn("Second", use.runs_out)
        self.assertEqual(
            [(r.rod, r.metres) for r in use.by_rod], [("First", 10.0), ("Second", 10.0)]
        )
        (none,) = spools_across([("First", laid, need)], {})
        self.assertEqual((none.on_hand_m, none.runs_out), (None, ""))
