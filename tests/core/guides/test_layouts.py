"""Layouts under load: shares equal, gaps that grow, fixed guides that stay, tolerance, reel side."""

import itertools
import math
import unittest

import numpy as np
import scipy.integrate
from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, guide, seat
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.design import Brief
from wise_spool.core.document.guides import (
    BendSetup,
    Guides,
    KeptLayout,
    Reel,
    StatedAt,
    usual_guide,
)
from wise_spool.core.document.parts import Handle
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.layouts import (
    _sharing,
    cut_shares,
    place_of_one,
    share_of_bend,
)
from wise_spool.core.guides.liveliness import plan_train
from wise_spool.core.guides.reel_side import level_wind, plan_reel_side
from wise_spool.core.guides.sharing import Sharing, share_out
from wise_spool.core.guides.trial import Trial, shares_done, third_load
from wise_spool.core.guides.under_load import plan_loads
from wise_spool.core.mechanics.elastica import BendError
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod


def rod(n=7, rod_type="casting", stripper=1400.0, **more):
    train = (*(guide(i) for i in range(n)), guide(n, stripper))
    return build(
        blank=blank(label_power="medium"), brief=Brief(rod_type=rod_type),
        handle=Handle(parts=(seat(),)), guides=Guides(train=train, **more),
    )  # fmt: skip


def pieces(b):
    p = plan(b)
    return b, working_blank(b.blank), p.handle, p.guides, measure(b.blank)


class Kept(unittest.TestCase):
    def kept(self, **places):
        b = rod(n=4)
        layout = KeptLayout(id="k1", name="mine", places={g.id: places.get(g.id) for g in b.guides.train})  # fmt: skip
        return b.model_copy(update={"guides": b.guides.model_copy(update={"kept": (layout,)})})

    def test_a_layout_put_by_is_bent_beside_the_others_and_stated_as_it_was(self):
        at = {"g2": StatedAt(datum="butt", distance_mm=1500.0), "g4": StatedAt(datum="tip_top_ring", distance_mm=1400.0)}  # fmt: skip
        b = self.kept(**at)
        mine = next(x for x in Rod.of(b).layouts.layouts if x.kept == "k1")
        self.assertEqual(mine.name, "mine")
        self.assertEqual([s for s in mine.stated if s], [at["g2"], at["g4"]])
        self.assertAlmostEqual(mine.from_tip_ring_mm[2], 2010 - 1500, delta=1)
        train = tuple(g.model_copy(update={"at": at.get(g.id)}) for g in b.guides.train)
        taken = b.model_copy(update={"guides": b.guides.model_copy(update={"train": train})})
        again = Rod.of(taken).layouts.layouts[0]
        self.assertEqual(again.from_tip_ring_mm, mine.from_tip_ring_mm)
        self.assertEqual(again.worst_break_deg, mine.worst_break_deg)

    def test_one_whose_guides_have_no_place_now_is_left_out(self):
        b = self.kept()
        self.assertEqual([x.kept for x in Rod.of(b).layouts.layouts if x.kept], ["k1"])
        lost = {"g4": StatedAt(datum="tip_top_ring", distance_mm=2600.0)}
        layouts = Rod.of(self.kept(**lost)).layouts
        self.assertEqual([x.kept for x in layouts.layouts if x.kept], [])
        self.assertEqual([x.kept for x in layouts.left_out], ["k1"])
        self.assertEqual(len(layouts.layouts), 4)


class ShareOfBend(unittest.TestCase):
    def train(self, b):
        b, work, handle, guides, stiffness = pieces(b)
        return Trial(b, work, handle, guides, Rod.of(b).datums, stiffness)

    def test_spans_take_equal_shares(self):
        train = self.train(rod())
        shared = share_of_bend(train, habits().share_q)
        at = shared.at
        self.assertTrue(shared.settled)
        bent = third_load(train, train.dressed(at), None)
        curve = np.abs(bent.curvature) ** habits().share_q
        done = np.concatenate([[0], np.cumsum((curve[1:] + curve[:-1]) / 2 * np.diff(bent.station_mm))])  # fmt: skip
        places = sorted(at.values())
        share = np.diff(np.interp(places, bent.station_mm, done))
        # The two gaps next to the tip may be held by the range of the first gap.
        middle = share[:-2]
        self.assertLess(float(np.ptp(middle)) / float(middle.mean()), 0.03)

    @given(
        st.lists(st.floats(1e-5, 2e-3), min_size=5, max_size=60), st.integers(1, 12),
        st.floats(0, 1), st.floats(0.1, 0.6),
    )  # fmt: skip
    def test_any_bend_is_cut_into_equal_shares(self, bends, n, q, where):
        station = np.linspace(400, 2050, len(bends))
        order = [*(f"g{i}" for i in range(n)), "stripper"]
        fixed = {"stripper": 400 + 1650 * where}
        at = cut_shares(station, np.array(bends), order, fixed, q)
        done = shares_done(station, np.array(bends), q)
        share = np.interp([2050.0, *(at[g] for g in order)], station, done)
        spans = -np.diff(share)
        self.assertLess(float(np.ptp(spans)), 0.01 * float(spans.mean()))
        places = [at[g] for g in order]
        self.assertEqual(places, sorted(places, reverse=True))

    def test_gaps_grow_toward_the_butt_and_the_stripper_stays(self):
        train = self.train(rod())
        at = share_of_bend(train, habits().share_q).at
        from_ring = sorted(train.ring_mm - x for x in at.values())
        gaps = np.diff([0, *from_ring])
        for a, b in itertools.pairwise(gaps):
            self.assertGreaterEqual(b, a - 1.6)  # a step of the rule
        self.assertAlmostEqual(from_ring[-1], 1400, delta=1)
        self.assertTrue(65 <= gaps[0] <= 120)

    def test_within_two_percent_of_every_place_there_is_for_five_guides(self):
        # Exhaustively, on a grid of 30 mm, with every rule the layout keeps.
        grid = np.arange(70.0, 1400.0, 30.0)
        place = np.linspace(0.0, 1800.0, 400)
        for seed in range(3):
            rng = np.random.default_rng(seed)
            bends = np.abs(np.interp(place, np.linspace(0, 1800, 6), rng.uniform(0.3, 2.0, 6)))
            done = np.concatenate([[0.0], np.cumsum((bends[1:] + bends[:-1]) / 2 * np.diff(place))])
            joint = float(rng.uniform(300, 900))
            zones = tuple(((joint, joint + 90.0),) for _ in range(5))
            of = Sharing(place, done, (None,) * 4 + (1300.0,), zones, 1800.0, (65.0, 120.0))
            start = np.linspace(80, 1300, 5)
            mine = share_out(of, start.tolist())
            best = math.inf
            for four in itertools.combinations(grid[grid < 1300], 4):
                gaps = np.diff([0.0, *four, 1300.0])
                if not 65 <= gaps[0] <= 120 or (np.diff(gaps) < 0).any():
                    continue
                if any(joint < x < joint + 90 for x in four):
                    continue
                best = min(best, of.worst([*four, 1300.0]))
            self.assertLess(of.worst(mine), 1.02 * best)
            self.assertFalse(any(joint + 1e-6 < x < joint + 90 - 1e-6 for x in mine[:4]))
            self.assertTrue((np.diff(np.diff([0.0, *mine])) >= -1e-6).all())

    def test_no_place_on_a_grid_shares_better_when_the_rod_is_bent_anew_for_each(self):
        b = rod(n=4)
        jointed = b.blank.model_copy(update={"joints": (Joint(station_mm=1000.0),)})
        train = self.train(b.model_copy(update={"blank": jointed, "rule": "mm/1"}))
        shared = share_of_bend(train, habits().share_q)
        order = [g.id for g in train.guides.placed]

        def sharing(at):
            bent = third_load(train, train.dressed(at), None)
            return _sharing(train, bent, order, train.fixed(), habits().share_q)

        mine = sharing(shared.at)
        best, tried = math.inf, 0
        for four in itertools.combinations(np.arange(70.0, 1400.0, 30.0), 4):
            places = [*four, 1400.0]
            gaps = np.diff([0.0, *places])
            on_joint = any(lo < x < hi for x, zones in zip(four, mine.zones, strict=False) for lo, hi in zones)  # fmt: skip
            if not 65 <= gaps[0] <= 120 or (np.diff(gaps) < 0).any() or on_joint:
                continue
            at = {g: train.ring_mm - x for g, x in zip(order, places, strict=True)}
            best, tried = min(best, sharing(at).worst(places)), tried + 1
        self.assertGreater(tried, 300)
        self.assertLess(mine.worst([train.ring_mm - shared.at[g] for g in order]), 1.02 * best)

    def off_by(self, b, displaced_mm):
        """The rod laid out by share of bend, every guide stated, and the fifth of them put elsewhere."""
        shared = share_of_bend(self.train(b), habits().share_q).at
        ring = self.train(b).ring_mm
        at = {**shared, "g4": shared["g4"] + displaced_mm}
        train = tuple(
            g.model_copy(update={"at": StatedAt(datum="tip_top_ring", distance_mm=ring - at[g.id])})
            for g in b.guides.train
        )
        return b.model_copy(update={"guides": b.guides.model_copy(update={"train": train})})

    def greater(self, train, station):
        """The greater share of the two spans beside the fifth guide, the rod bent with it at this station."""
        at = {**train.planned(), "g4": station}
        bent = third_load(train, train.dressed(at), None)
        curve = np.abs(bent.curvature) ** habits().share_q
        whole = scipy.integrate.cumulative_trapezoid(curve, bent.station_mm, initial=0)
        low, mid, high = np.interp([at["g5"], station, at["g3"]], bent.station_mm, whole)
        return max(mid - low, high - mid) / (high - low) * 2

    def test_one_guide_alone_goes_where_no_other_place_on_a_grid_shares_better(self):
        for displaced_mm in (-70.0, 70.0):
            train = self.train(self.off_by(rod(n=6), displaced_mm))
            place = place_of_one(train, "g4")
            best = min(
                self.greater(train, place.was_mm + s) for s in np.arange(-110.0, 115.0, 10.0)
            )
            self.assertGreater(place.greater_was, 1.15)
            self.assertAlmostEqual(place.greater_was, self.greater(train, place.was_mm), delta=0.01)
            self.assertLess(self.greater(train, place.best_mm), best + 0.01)
            self.assertLess((place.best_mm - place.was_mm) * displaced_mm, 0)
            with self.assertRaisesRegex(BendError, "the reel's to say"):
                place_of_one(train, "g6")

    def test_a_jointed_rod_is_laid_out_without_a_finding_of_its_own(self):
        for joint in (700.0, 1000.0, 1350.0, 1700.0):
            b = rod()
            jointed = b.blank.model_copy(update={"joints": (Joint(station_mm=joint),)})
            b = b.model_copy(update={"blank": jointed, "rule": "mm/1"})
            whole = Rod.of(b)
            shown = next(f for f in whole.layouts.layouts if f.name == "share of bend")
            train = tuple(g.model_copy(update={"at": s}) for g, s in zip(b.guides.train, shown.stated, strict=True))  # fmt: skip
            taken = plan(
                b.model_copy(update={"guides": b.guides.model_copy(update={"train": train})})
            )
            said = {f.code for f in taken.findings}
            self.assertFalse(said & {"guides-on-joint", "guides-gap-shrinks", "guides-first-gap", "guides-order"}, joint)  # fmt: skip

    def test_held_guides_leave_the_rest_shared_anew(self):
        b = rod()
        first = b.guides.train[0].model_copy(update={"at": StatedAt(datum="tip_top_ring", distance_mm=150)})  # fmt: skip
        b = b.model_copy(update={"guides": b.guides.model_copy(update={"train": (first, *b.guides.train[1:])})})  # fmt: skip
        train = self.train(b)
        shared = share_of_bend(train, habits().share_q)
        self.assertAlmostEqual(
            train.ring_mm - shared.at["g0"], 150, delta=0.8
        )  # its mark is on the rule
        self.assertLess(shared.worst, 1.6)

    def test_q_nought_is_equal_gaps(self):
        at = share_of_bend(self.train(rod(first_gap_mm=100)), 0.0).at
        gaps = np.diff(sorted(at.values()))
        self.assertLess(float(np.ptp(gaps[:-2])), 3)


class SideBySide(unittest.TestCase):
    def test_each_has_its_verdict_on_the_same_loads(self):
        got = Rod.of(rod()).layouts
        self.assertEqual([f.name for f in got.layouts], ["as planned", "share of bend", "progression", "even gaps"])  # fmt: skip
        self.assertTrue(all(f.words.endswith(".") for f in got.layouts))
        even = next(f for f in got.layouts if f.name == "even gaps")
        shared = next(f for f in got.layouts if f.name == "share of bend")
        self.assertLess(shared.uneven, even.uneven)
        self.assertLess(shared.worst_break_deg, even.worst_break_deg)

    def test_every_layout_s_sentence_tells_it_from_the_others(self):
        for b in (rod(), rod(first_gap_mm=95), rod(5)):
            said = [f.words for f in Rod.of(b).layouts.layouts]
            self.assertEqual(len(set(said)), len(said), said)

    def test_care_pays_near_the_tip(self):
        # Common practice: the first three or four from the tip are tight, the middle is loose.
        got = {t.number: min(t.toward_tip_mm, t.toward_butt_mm) for t in Rod.of(rod()).layouts.tolerances}  # fmt: skip
        self.assertLess(max(got[1], got[2], got[3]), min(got[6], got[7]))

    def test_a_blend_runs_from_the_one_to_the_other_and_is_bent_as_they_are(self):
        got = Rod.of(rod())
        by = {f.name: f for f in got.layouts.layouts}
        one, other = by["as planned"], by["even gaps"]
        places = [
            got.blended(one.from_tip_ring_mm, other.from_tip_ring_mm, t) for t in (0.0, 0.5, 1.0)
        ]
        for blend, alike in ((places[0], one), (places[2], other)):
            np.testing.assert_allclose(blend.from_tip_ring_mm, alike.from_tip_ring_mm, atol=1.6)
            self.assertAlmostEqual(blend.worst_break_deg, alike.worst_break_deg, delta=0.3)
        middle = (np.array(one.from_tip_ring_mm) + other.from_tip_ring_mm) / 2
        np.testing.assert_allclose(places[1].from_tip_ring_mm, middle, atol=1.6)
        self.assertNotIn("most evenly", places[1].words)  # it was held against no other

    def test_a_blend_of_layouts_that_are_not_this_rod_s_is_refused(self):
        got = Rod.of(rod())
        one = got.layouts.layouts[0].from_tip_ring_mm
        with self.assertRaisesRegex(BendError, "have changed since"):
            got.blended(one, one[:-1], 0.5)
        with self.assertRaisesRegex(BendError, "one place"):
            got.blended(one, [5.0] * len(one), 1.0)

    def test_one_guide_is_no_layout(self):
        with self.assertRaisesRegex(BendError, "two guides or more"):
            _ = Rod.of(rod(0)).layouts


class Loaded(unittest.TestCase):
    def loaded(self, b, **setup):
        return plan_loads(*pieces(b), [BendSetup(**setup)])[0]

    def test_on_top_the_line_can_touch_and_below_it_hangs_clear(self):
        high = self.loaded(rod(2), load_g=1500)
        self.assertTrue(high.touching)
        self.assertIn("lies on the blank", high.words)
        self.assertFalse(self.loaded(rod(2, "spinning"), load_g=1500).touching)

    def test_force_on_a_ring_is_twice_the_tension_times_the_half_turn(self):
        got = self.loaded(rod(), load_g=500)
        for g in got.guides:
            want = 2 * 500 * 9.80665e-3 * math.sin(math.radians(g.break_deg) / 2)
            self.assertAlmostEqual(g.force_n, want, delta=0.01)

    def test_a_load_that_would_break_any_blank_stops_at_the_limit(self):
        got = self.loaded(rod(), load_g=20000)
        self.assertIsNotNone(got.stopped_at_g)
        self.assertLessEqual(got.strain_percent, got.limit_percent + 0.02)
        self.assertIn("Not followed past", got.words)

    def test_a_guide_on_the_handle_past_the_tip_or_twice(self):
        for at, words in (((1990,), "on the handle"), ((700, 700), "one place")):
            b = build(
                blank=blank(), handle=Handle(parts=(seat(),)),
                guides=Guides(train=tuple(guide(i, a) for i, a in enumerate(at))),
            )  # fmt: skip
            with self.assertRaisesRegex(BendError, words):
                plan_loads(*pieces(b), [BendSetup()])[0]

    def test_estimated_is_said(self):
        self.assertTrue(self.loaded(rod()).estimated)


class ReelSide(unittest.TestCase):
    def test_a_usual_reel_puts_a_usual_first_ring_about_half_a_metre_out(self):
        reel = Reel()
        spot = plan_reel_side(reel, [usual_guide(25)]).spots[0]
        self.assertAlmostEqual(reel.lip_ahead_mm + spot.from_lip_mm, 500, delta=40)
        self.assertLess(spot.per_degree_mm, -40)

    def test_a_casting_reel_is_judged_by_the_line_off_its_line_guide(self):
        reel, ring = Reel(level_wind_mm=36.0, height_mm=22.0), usual_guide(10)
        found = level_wind(reel, ring, 300.0)
        self.assertAlmostEqual(found.side_deg, math.degrees(math.atan(13 / 300)), delta=0.01)
        self.assertAlmostEqual(found.down_deg, math.degrees(math.atan((22 - 14) / 300)), delta=0.01)
        near = level_wind(reel, ring, 120.0)
        self.assertGreater(near.side_deg, 4)
        again = level_wind(reel, ring, near.least_mm)
        self.assertAlmostEqual(again.side_deg, 4, delta=0.05)
        self.assertIsNone(level_wind(reel, ring, -5.0))
        whole = Rod.of(rod()).reel_side
        self.assertEqual((whole.spots, whole.level_wind is not None), ((), True))

    def test_placing_on_the_path_leaves_what_is_built_and_what_would_stand_on_one_spot(self):
        train = (guide(0, 300), *(usual_guide(r).model_copy(update={"id": f"r{r}{n}"}) for n, r in ((0, 10), (1, 10), (2, 25))))  # fmt: skip
        b = build(blank=blank(label_power="medium"), brief=Brief(rod_type="spinning"), handle=Handle(parts=(seat(),)), guides=Guides(train=train))  # fmt: skip
        said = {p.guide_id: p for p in Rod.of(b).reel_side.placing}
        self.assertIn("same spot", said["r100"].leave)
        self.assertIsNone(said["r100"].stated)
        self.assertEqual(said["r252"].stated.datum, "spool_lip")

    def test_the_straight_path_in_closed_form(self):
        # x = (h_spool - h_ring) / tan(tilt).
        reel = Reel(height_mm=60, tilt_deg=4)
        rings = [guide(i).model_copy(update={"height_mm": h, "ring_mm": r}) for i, (r, h) in enumerate(((30, 45), (16, 25), (8, 12)))]  # fmt: skip
        got = plan_reel_side(reel, rings)
        for spot, h in zip(got.spots, (45, 25, 12), strict=True):
            self.assertAlmostEqual(spot.from_lip_mm, (60 - h) / math.tan(math.radians(4)), delta=0.01)  # fmt: skip

    def test_level_or_too_low_is_said(self):
        self.assertIn("level", plan_reel_side(Reel(tilt_deg=0), [guide(0)]).words)
        tall = guide(0).model_copy(update={"height_mm": 80.0})
        self.assertIn("no path ahead", plan_reel_side(Reel(height_mm=50), [tall]).words)

    @given(st.floats(20, 120), st.floats(1, 10), st.floats(5, 18))
    def test_lower_rings_lie_further_out(self, height, tilt, ring):
        rings = [guide(i).model_copy(update={"height_mm": ring * f, "ring_mm": 10.0}) for i, f in enumerate((1.0, 0.7, 0.4))]  # fmt: skip
        spots = plan_reel_side(Reel(height_mm=height, tilt_deg=tilt), rings).spots
        self.assertEqual([s.from_lip_mm for s in spots], sorted(s.from_lip_mm for s in spots))


class TheTrain(unittest.TestCase):
    def test_heavier_guides_make_a_slower_rod(self):
        cases = plan_train(*pieces(rod())).cases
        bare, planned, smaller, double = (c.frequency_hz for c in cases)
        self.assertGreater(bare, smaller)
        self.assertGreater(smaller, planned)
        self.assertGreater(planned, double)

    def test_as_built_beats_the_plan(self):
        b = rod()
        first = b.guides.train[0]
        built = first.model_copy(
            update={"built": StatedAt(datum="tip_top_ring", distance_mm=111.0)}
        )
        moved = b.model_copy(
            update={"guides": b.guides.model_copy(update={"train": (built, *b.guides.train[1:])})}
        )
        placed = plan(moved).guides.placed[0]
        self.assertEqual(placed.source, "built")
        self.assertAlmostEqual(placed.from_tip_ring_mm, 111, delta=0.8)
