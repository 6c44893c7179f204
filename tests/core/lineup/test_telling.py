"""Telling causes apart, the fewest guides to turn, the photograph: against simulated rods whose truth is known."""

import itertools
import math
import unittest

import numpy as np

from tests.core.samples import grip, guide, rod, seat
from wise_spool.core.document.bench import BenchDone, Sighted
from wise_spool.core.document.log import Record
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.lineup.moving import fewest
from wise_spool.core.lineup.photograph import FRONT, TIP, RingClicked, RingSpot, turns_in
from wise_spool.core.lineup.readings import Look, angle_deg
from wise_spool.core.lineup.telling import tell
from wise_spool.core.rod import Rod

STATIONS = np.array([620, 850, 1080, 1300, 1500, 1680, 1850, 2010, 2160, 2300.0])
HEIGHTS = np.array([34, 24, 14, 11, 10, 8.5, 7.5, 6.5, 6.5, 6.5])
BEYOND = (STATIONS > 1250).astype(int)
NOISE_DEG = 0.5


def looks(angles, accepted=()):
    return [
        Look(f"g{i}", f"guide {i}", STATIONS[i], 20.0, float(a), NOISE_DEG, 1.0, int(BEYOND[i]), "well" if i in accepted else "")
        for i, a in enumerate(angles)
    ]  # fmt: skip


def simulated(cause, rng):
    """A rod put together wrong in one way, as an eye sees it: angles, and which guides stand out."""
    truth = np.zeros(len(STATIONS))
    way = rng.choice([-1, 1])
    out = ()
    if cause == "seat":
        truth += way * rng.uniform(2, 6)
    elif cause == "twist":
        truth += way * rng.uniform(4, 10) * STATIONS / STATIONS[-1]
    elif cause == "joint":
        truth += way * rng.uniform(2, 6) * BEYOND
    elif cause == "out":
        out = tuple(sorted(rng.choice(len(STATIONS), rng.integers(1, 3), replace=False).tolist()))
        truth[list(out)] += rng.choice([-1, 1], len(out)) * rng.uniform(3, 8, len(out))
    return truth + rng.normal(0, NOISE_DEG, len(STATIONS)), out


class Telling(unittest.TestCase):
    def test_causes_are_told_apart_in_95_of_100_cases(self):
        rng = np.random.default_rng(14)
        for cause in ("none", "seat", "twist", "joint", "out"):
            right = 0
            for _ in range(100):
                angles, out = simulated(cause, rng)
                told = tell(looks(angles))
                want = "none" if cause == "out" else cause
                right += told.cause == want and told.out == tuple(f"g{i}" for i in out)
            self.assertGreaterEqual(right, 95, cause)

    def test_how_large_a_cause_is_lies_within_what_is_said(self):
        rng = np.random.default_rng(15)
        inside = 0
        for _ in range(200):
            angles = 3.0 + rng.normal(0, NOISE_DEG, len(STATIONS))
            told = tell(looks(angles))
            inside += abs(told.size_deg - 3.0) <= 2 * told.give_deg
        self.assertGreaterEqual(inside, 184)  # 95.4 % of 200, less three deviations


class FewestMoves(unittest.TestCase):
    def least(self, angles, seat_turns, sections):
        """The minimum by trying every set of guides that stay, section by section."""
        turned = 0
        for section in sorted(set(sections)):
            mine = [a for a, s in zip(angles, sections, strict=True) if s == section]
            free = seat_turns if section == 0 else True
            best = len(mine)
            for k in range(len(mine), -1, -1):
                for stay in itertools.combinations(mine, k):
                    if not stay or (
                        max(stay) - min(stay) <= 2.0 + 1e-9
                        if free
                        else max(map(abs, stay)) <= 1.0 + 1e-9
                    ):
                        best = min(best, len(mine) - k)
                        break
                if best < len(mine) or k == 0:
                    break
            turned += best
        return turned

    def test_never_more_than_the_exhaustive_minimum(self):
        rng = np.random.default_rng(3)
        for _ in range(120):
            angles = rng.normal(0, 2.0, len(STATIONS)) + rng.choice([0, 3]) * BEYOND
            for seat_turns in (True, False):
                moves = fewest(looks(angles), seat_turns=seat_turns, joints_turn=True)
                self.assertLessEqual(
                    len(moves.guides), self.least(angles, seat_turns, BEYOND.tolist())
                )

    def test_a_builder_who_does_as_told_is_in_line(self):
        """A bench of its own: turn the seat, the sections and the guides as said, and look again."""
        rng = np.random.default_rng(4)
        for _ in range(60):
            angles = (
                rng.normal(0, 2.0, len(STATIONS)) + rng.uniform(-4, 4) + rng.uniform(-4, 4) * BEYOND
            )
            moves = fewest(looks(angles), seat_turns=True, joints_turn=True)
            now = angles.copy()
            for s in moves.shifts:
                now += s.turn_deg if s.joint == 0 else s.turn_deg * (s.joint <= BEYOND)
            for guide_id, deg in moves.guides:
                now[int(guide_id[1:])] += deg
            self.assertLessEqual(np.abs(now).max(), 1.06)

    def test_a_glued_seat_is_not_turned_and_accepted_guides_stay(self):
        angles = np.full(len(STATIONS), 3.0)
        glued = fewest(looks(angles), seat_turns=False, joints_turn=False)
        self.assertEqual((glued.shifts, len(glued.guides)), ((), 10))
        self.assertEqual(len(fewest(looks(angles), seat_turns=True, joints_turn=True).guides), 0)
        one = np.zeros(len(STATIONS))
        one[3] = 4
        self.assertEqual(
            fewest(looks(one, accepted=(3,)), seat_turns=True, joints_turn=True).guides, ()
        )


class Photograph(unittest.TestCase):
    def seen(self, turns_deg, rng, px=1.0, k=30_000.0):
        """A pinhole lens of its own behind the butt, its place, aim and roll unknown to the fit."""
        behind, cx, cy, roll = 400 * (1 + rng.normal(0, 0.03)), rng.normal(0, 8), rng.normal(60, 10), rng.normal(0, 0.05)  # fmt: skip
        spots = [("seat", 250.0, 20.0, 0.0), (FRONT, 420.0, 0.0, 0.0), (TIP, 2400.0, 0.0, 0.0)]
        spots += [
            (f"g{i}", STATIONS[i], HEIGHTS[i] + 4, math.radians(a)) for i, a in enumerate(turns_deg)
        ]
        out = []
        for name, x, h, a in spots:
            u, v = (
                k * (h * math.sin(a) - cx) / (x + behind),
                k * (h * math.cos(a) - cy) / (x + behind),
            )
            uu, vv = (
                u * math.cos(roll) - v * math.sin(roll),
                u * math.sin(roll) + v * math.cos(roll),
            )
            out.append(
                RingClicked(
                    id=name, x_px=1500 + uu + rng.normal(0, px), y_px=1000 - vv + rng.normal(0, px)
                )
            )
        return out

    def found(self, clicks):
        rings = [RingSpot(f"g{i}", STATIONS[i], HEIGHTS[i] + 4) for i in range(len(STATIONS))]
        return turns_in(RingSpot("seat", 250.0, 20.0), (420.0, 2400.0), rings, clicks, 400.0)

    def test_turns_are_found_within_half_a_degree_where_that_is_said(self):
        rng = np.random.default_rng(8)
        errors, said = [], []
        for _ in range(40):
            truth = rng.normal(0, 1.5, len(STATIONS))
            turns = self.found(self.seen(truth, rng)).turns
            errors += [t.turn_deg - a for t, a in zip(turns, truth, strict=True)]
            said += [t.off_deg for t in turns]
        errors, said = np.abs(errors), np.array(said)
        sure = said <= 0.25
        self.assertGreater(sure.sum(), 80)
        self.assertGreaterEqual((errors[sure] <= 0.5).mean(), 0.95)
        self.assertGreaterEqual((errors <= 2 * said).mean(), 0.92)
        exact = self.found(self.seen(truth, rng, px=1e-4)).turns
        self.assertLess(max(abs(t.turn_deg - a) for t, a in zip(exact, truth, strict=True)), 0.05)

    def test_a_picture_of_something_else_is_doubted_or_refused(self):
        rng = np.random.default_rng(9)
        clicks = self.seen(np.zeros(len(STATIONS)), rng)
        with self.assertRaises(RefusedError):
            self.found(clicks[:3])
        with self.assertRaises(RefusedError):
            self.found([c.model_copy(update={"x_px": 5.0, "y_px": 5.0}) for c in clicks])
        shuffled = [c.model_copy(update={"x_px": float(rng.uniform(0, 3000)), "y_px": float(rng.uniform(0, 2000))}) for c in clicks]  # fmt: skip
        self.assertTrue(self.found(shuffled).doubt)


class OnTheRod(unittest.TestCase):
    def plan(self, *sighted, **more):
        b = rod(guide(1, 300), guide(2, 700), guide(3, 1100), parts=(grip(), seat()), **more)
        of = Rod.of(b)
        record = of.record.model_copy(update={"bench": BenchDone(sighted=sighted)})
        return Rod(of.design, of.piece, record).line_up

    def all_seen(self, **angles):
        return [
            Sighted(id=i, angle_deg=angles.get(i.replace("-", "_"), 0.0))
            for i in ("g1", "g2", "g3", "tip-top")
        ]

    def test_the_gate_opens_when_every_ring_is_in_line(self):
        self.assertFalse(self.plan().open_gate)
        self.assertFalse(self.plan(*self.all_seen()[:2]).open_gate)
        self.assertTrue(self.plan(*self.all_seen()).open_gate)

    def test_one_guide_out_is_named_with_its_way_and_the_gate_is_shut(self):
        seen = self.all_seen()
        seen[1] = Sighted(id="g2", angle_deg=8.0)
        found = self.plan(*seen)
        self.assertEqual(found.says, "Turn guide 2 8.0° to the left, leave the rest.")
        self.assertFalse(found.open_gate)
        seen[1] = Sighted(id="g2", angle_deg=8.0, accepted="the client wants it")
        self.assertTrue(self.plan(*seen).open_gate)

    def test_an_offset_is_an_angle_by_the_height_of_the_ring(self):
        self.assertAlmostEqual(angle_deg(2.0, 12.0), math.degrees(math.atan2(2, 12)))
        found = self.plan(Sighted(id="g1", offset_mm=2.0))
        look = next(k for k in found.looks if k.id == "g1")
        self.assertAlmostEqual(look.angle_deg, 9.46, places=1)

    def test_what_something_better_or_worse_than_the_eye_said_keeps_its_own_error(self):
        found = self.plan(
            Sighted(id="g1", angle_deg=2.0, off_deg=3.5), Sighted(id="g2", angle_deg=2.0)
        )
        by_id = {k.id: k for k in found.looks}
        self.assertEqual(
            (by_id["g1"].off_deg, by_id["g1"].tolerance_deg, by_id["g1"].state), (3.5, 3.5, "in")
        )
        self.assertEqual((by_id["g2"].off_deg, by_id["g2"].state), (0.5, "out"))

    def test_neither_or_both_ways_to_say_it_is_refused(self):
        for bad in ({}, {"offset_mm": 1.0, "angle_deg": 1.0}):
            with self.assertRaises(ValueError):
                Sighted(id="g1", **bad)

    def test_what_is_not_in_line_shuts_finish_in_words(self):
        from wise_spool.core.plan import plan

        seen = self.all_seen()
        seen[0] = Sighted(id="g1", angle_deg=12.0)
        of = Rod.of(rod(guide(1, 300), guide(2, 700), guide(3, 1100)))
        out = Rod(of.design, of.piece, Record(bench=BenchDone(sighted=tuple(seen))))
        found = plan(out)
        self.assertIn("line-up-out", {f.code for f in found.findings})
        coat = next(o for o in found.work.operations if o.id == "coat:1")
        self.assertIn("line_up", coat.open_before)
