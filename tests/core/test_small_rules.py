"""Small rules that a machine's changes slipped past: each has a check of its own now.

``bench/mutation.py`` changes the core at random and says what nothing noticed.
"""

import math
import unittest

import numpy as np

from tests.core.guides.test_layouts import rod as laid_rod
from tests.core.samples import blank, build, codes, finding, grip, guide, planned, rod, seat, sticks
from wise_spool.core.document.blank import Reading
from wise_spool.core.document.finish import Finish
from wise_spool.core.document.guides import Guides, Reel
from wise_spool.core.document.parts import Handle, Reamer, Stock
from wise_spool.core.document.spine import ClockPlace, Drop, RollTrial, Spine
from wise_spool.core.ground.measures import MeasureError, parse_measure_mm
from wise_spool.core.mechanics.elastica import Load, Ring, Rod, _System, mesh_of
from wise_spool.core.mechanics.rolling import RollModel
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod as WholeRod
from wise_spool.core.spine.deciding import roll_under_load
from wise_spool.core.spine.resting import read_zone
from wise_spool.core.spine.trainer import make_blank, weigh_round
from wise_spool.core.wraps.thread import Threads


class LongTexts(unittest.TestCase):
    def test_a_thread_that_a_wrap_names_at_length_is_a_thread_all_the_same(self):
        long = "x" * 120
        self.assertEqual(Threads([]).of(long).name, "x" * 80)

    def test_a_measure_of_thousands_of_digits_is_refused_and_not_reckoned(self):
        for said in ("1" * 20_000, "1/" + "9" * 5000):
            with self.assertRaisesRegex(MeasureError, "no measure"):
                parse_measure_mm(said, "mm")


class TheBlank(unittest.TestCase):
    def said_of(self, at_mm, od_mm):
        """What is said when the caliper's point slipped at one station of a fair taper."""
        ods = {0: 12.0, 500: 9.5, 1000: 7.0, 1500: 4.5, 2000: 2.0} | {at_mm: od_mm}
        readings = tuple(Reading(id=f"r{x}", station_mm=x, od_mm=d) for x, d in ods.items())
        p = plan(build(rule="mm/1", blank=blank().model_copy(update={"readings": readings})))
        return finding(p, "blank-odd-reading").sentence

    def test_a_shifted_point_is_recognised_both_ways(self):
        self.assertIn("7.00 mm?", self.said_of(1000, 0.7))
        self.assertIn("4.50 mm?", self.said_of(1500, 45.0))


class TheGuides(unittest.TestCase):
    def test_the_guide_nearest_the_reel_is_assumed_so_far_ahead_of_the_lip(self):
        reel = Reel(lip_ahead_mm=60)
        b = build(blank=blank(), handle=Handle(parts=(grip(length=300), seat())), guides=Guides(train=(guide(0), guide(1)), reel=reel))  # fmt: skip
        p = plan(b)
        lip = p.guides.spool_lip_mm
        last = p.guides.placed[-1]
        self.assertEqual(last.source, "assumed")
        self.assertAlmostEqual(last.marked_mm, min(lip + 560, 0.5 * 2000), delta=120)
        self.assertAlmostEqual(last.from_tip_ring_mm, 2010 - last.marked_mm, delta=1.0)

    def test_one_stated_nearer_the_reel_than_the_assumed_place_is_left_alone(self):
        p = plan(rod(guide(0, 1900.0), guide(1), parts=(seat(),)))
        self.assertNotEqual(p.guides.placed[-1].source, "assumed")

    def test_a_foot_on_one_side_is_wrapped_on_that_side_only(self):
        one = guide(0, 500.0, foot_butt_mm=14.0, foot_tip_mm=0.0)
        placed = plan(rod(one, parts=(seat(),))).guides.placed[0]
        self.assertAlmostEqual(placed.wrap_to_mm, placed.marked_mm, places=1)
        self.assertLess(placed.wrap_from_mm, placed.marked_mm - 14)

    def test_a_layout_whose_line_is_clear_touches_nowhere(self):
        tall = laid_rod(n=9)
        train = tuple(g.model_copy(update={"height_mm": 25.0}) for g in tall.guides.train)
        tall = tall.model_copy(update={"guides": tall.guides.model_copy(update={"train": train})})
        layouts = WholeRod.of(tall).layouts.layouts
        clear = [f for f in layouts if f.least_clear_mm >= 0.5]
        self.assertTrue(clear)
        self.assertTrue(all(f.touching == 0 for f in clear))


class TheHandle(unittest.TestCase):
    def test_a_seat_further_up_has_its_room_further_up(self):
        near, far = (
            planned(*parts).handle.arbors[0]
            for parts in ((seat(),), (grip(length=100), seat()))
        )  # fmt: skip
        for a, b in zip(near.room, far.room, strict=True):
            self.assertAlmostEqual(b.start_mm - a.start_mm, 100, places=2)
            self.assertAlmostEqual(b.end_mm - a.end_mm, 100, places=2)

    def test_what_the_reamers_finish_leaves_nothing_and_asks_for_no_drill(self):
        # The blank falls 5 um a mm, and so does this reamer.
        reamer = Reamer(name="true", small_mm=9.0, large_mm=14.0, length_mm=1000)
        made = planned(grip(bore=10.5), reamers=(reamer,)).handle.reaming[0]
        self.assertTrue(0 <= made.left_mm <= 0.1, made.left_mm)
        self.assertIsNone(made.own_size_mm)
        self.assertIsNone(made.by_hand)

    def test_a_plain_part_is_gauged_at_its_quarters(self):
        turned = grip(length=160, turned=True)
        p = plan(build(blank=blank(), handle=Handle(parts=(turned,), stock=Stock(sticks=sticks(400)))))  # fmt: skip
        at = [s.at_mm for s in p.handle.turning.cards[0].stations]
        self.assertEqual(at, [0, 40, 80, 120, 160])


class TheBend(unittest.TestCase):
    def test_the_energy_s_slopes_are_true_with_rings_ahead_of_their_feet(self):
        rings = (Ring(900.0, 20.0, 3.0, 7.0), Ring(1500.0, 12.0, 2.0, 5.0), Ring(2000.0, 8.0, 1.0, 12.0))  # fmt: skip
        bar = Rod(2000.0, 300.0, lambda x: 4e6 * (1 - 0.8 * x / 2000) ** 3 + 1e4, None, rings, (200.0, 50.0))  # fmt: skip
        mesh = mesh_of(bar, 24)
        system = _System(bar, Load(4.0, 100.0), mesh)
        rng = np.random.default_rng(4)
        theta = np.cumsum(rng.normal(0.03, 0.03, mesh.ds.size))

        def at(angles):
            gradient, diagonal, beside, rows = system.slopes(angles)
            matrix = np.diag(diagonal) + np.diag(beside, 1) + np.diag(beside, -1) + rows.T @ rows
            return system.energy(angles), gradient, matrix

        energy, gradient, hessian = at(theta)
        for k in range(0, theta.size, 3):
            step = np.zeros_like(theta)
            step[k] = 1e-5
            up, down = at(theta + step), at(theta - step)
            self.assertAlmostEqual((up[0] - down[0]) / 2e-5, gradient[k], delta=1e-3 * abs(gradient).max())  # fmt: skip
            slopes = (up[1] - down[1]) / 2e-5
            self.assertLess(np.abs(slopes - hessian[k]).max(), 1e-3 * np.abs(hessian).max())
        self.assertTrue(math.isfinite(energy))


class TheSpine(unittest.TestCase):
    def test_the_strict_school_asks_for_what_is_missing_to_five(self):
        for have in (2, 3, 4):
            rests = [RollTrial(angle_deg=40.0 + n) for n in range(have)]
            self.assertEqual(read_zone("whole", rests, strict=True).more_trials, 5 - have)

    def test_torque_is_judged_at_a_third_of_the_free_length(self):
        drops = tuple(Drop(angle_deg=a, drop_mm=60 + 4 * math.cos(2 * math.radians(a - 40))) for a in range(0, 360, 20))  # fmt: skip
        b = build(blank=blank(), spine=Spine(school="stiff_axis", drops=drops, weight_g=100, clamp_mm=300))  # fmt: skip
        taken = next(s for s in plan(b).spine.schools if s.taken)
        load = 100 * 9.80665e-3
        model = RollModel(
            soft_n_mm=load / 64, stiff_n_mm=load / 56, soft_deg=40.0, bow_mm=0.0, bow_deg=0.0, displacement_mm=1700 / 3
        )  # fmt: skip
        torque, _ = roll_under_load(model, taken.guides_deg, 0.0)
        self.assertAlmostEqual(taken.torque_n_mm, torque, delta=max(0.03 * torque, 1.0))

    def test_the_gauge_reads_the_weight_s_own_drop_less_the_bow(self):
        hidden = make_blank(2, 3)
        model = hidden.model
        read = weigh_round(hidden, [float(a) for a in range(0, 360, 10)], np.random.default_rng(1))
        mean = sum(d.drop_mm for d in read) / len(read)
        load = 9.80665e-3 * 100
        middle = (1 / model.soft_n_mm + 1 / model.stiff_n_mm) / 2
        self.assertAlmostEqual(mean / (load * middle), 1.0, delta=0.35)
        toward = min(read, key=lambda d: d.drop_mm)
        if model.bow_mm > 20 * abs(load / model.soft_n_mm - load / model.stiff_n_mm):
            self.assertLess(abs((toward.angle_deg - model.bow_deg + 180) % 360 - 180), 25)

    def test_a_place_goes_opposite_the_guides_unless_it_is_said(self):
        self.assertEqual(ClockPlace(name="thumb").from_guides_deg, 180)


class TheFinish(unittest.TestCase):
    def test_without_wraps_nothing_is_mixed(self):
        b = build(finish=Finish(coats=2))
        bare = WholeRod.of(b).finish
        self.assertEqual([c.mixes for c in bare.coats], [(), ()])

    def test_thread_and_finish_weigh_where_the_wraps_are(self):
        p = plan(rod(guide(0, 400.0), guide(1, 800.0), parts=(seat(),)))
        line = next(x for x in p.balance.lines if x.what == "thread")
        grams = sum(w.mass_g for w in p.wraps.laid)
        middle = sum(w.mass_g * (w.start_mm + w.end_mm) / 2 for w in p.wraps.laid) / grams
        self.assertAlmostEqual(line.at_mm, middle, delta=0.1)
        self.assertAlmostEqual(line.mass_g, grams, delta=0.02)
        self.assertIn("finish", {x.what for x in p.balance.lines})
        self.assertNotIn("guides-empty", codes(p))
