"""A splint: the sleeve against the bore, the bend against closed forms and SciPy, a bench that pushes it home."""

import math
import unittest

import numpy as np
from scipy.integrate import quad, solve_bvp

from tests.core.samples import codes
from wise_spool.core.blank.hanging import Course, bent_by
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Blank, Joint, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import StatedAt
from wise_spool.core.document.repairs import Repair
from wise_spool.core.ground.habits import HABITS
from wise_spool.core.plan import plan
from wise_spool.core.repairs.splint import Mended, Sleeve, SplintError, plan_splint, tube_ei
from wise_spool.demo.shop import skerry

CLAMP, LENGTH, BREAK = 300.0, 2000.0, 1100.0


def blank(butt=12.0, tip=2.2, length=2100.0, **more):
    readings = tuple(Reading(id=f"r{n}", station_mm=x, od_mm=round(butt + (tip - butt) * x / length, 3)) for n, x in enumerate((0, length / 2, length), start=1))  # fmt: skip
    return Blank(length_mm=length, readings=readings, label_power="medium", **more)


def level(ei=4.0e6):
    """A blank of one thickness, so that every EI is a step."""
    taper = Taper([0.0, LENGTH], [10.0, 10.0], [0.05, 0.05], LENGTH)
    return Course(taper, LENGTH, 10.0, math.log(ei), 3.5)


def with_sleeve(course, half=80.0, share=0.5, hand_over=1e-3):
    """A sleeve of a set EI, the wall taking hold at once."""
    wanted = share * float(course.ei(np.array([BREAK]))[0])
    outside = 8.0
    young = wanted / float(tube_ei(np.array([outside]), 0.2, 1.0)[0])
    sleeve = Sleeve(BREAK, BREAK - half, BREAK + half, hand_over, young, (BREAK - half, BREAK + half), (outside, outside), 0.2)  # fmt: skip
    fields = {k: getattr(course, k) for k in Course.__dataclass_fields__}
    return Mended(**fields, sleeves=(sleeve,)), wanted


class Bends(unittest.TestCase):
    def test_a_stepped_beam_under_a_small_load_is_the_closed_form(self):
        # A cantilever in steps: tip deflection is the sum over steps of P/EI_i [(L-a)^3 - (L-b)^3]/3 (handbook).
        course = level()
        mended, sleeve_ei = with_sleeve(course)
        ei, load = 4.0e6, 0.01
        spans = ((CLAMP, BREAK - 80, ei), (BREAK - 80, BREAK + 80, ei + sleeve_ei), (BREAK + 80, LENGTH, ei))  # fmt: skip
        exact = sum(load / e * ((LENGTH - a) ** 3 - (LENGTH - b) ** 3) / 3 for a, b, e in spans)
        found = bent_by(mended, CLAMP, LENGTH, load).tip_mm[1]
        self.assertAlmostEqual(found / exact, 1.0, delta=2e-3)
        bare = bent_by(course, CLAMP, LENGTH, load).tip_mm[1]
        self.assertLess(found, bare)

    def test_a_soft_break_is_softer_by_its_own_integral(self):
        # With a hand-over of h the tip drops by P times the integral of (L-x)^2/EI: SciPy's quad.
        mended, _ = with_sleeve(level(), hand_over=25.0, share=0.3)
        load = 0.01
        exact = load * quad(lambda x: (LENGTH - x) ** 2 / float(mended.ei(np.array([x]))[0]), CLAMP, LENGTH, points=[BREAK - 80, BREAK - 25, BREAK, BREAK + 25, BREAK + 80], limit=400)[0]  # fmt: skip
        self.assertAlmostEqual(bent_by(mended, CLAMP, LENGTH, load).tip_mm[1] / exact, 1.0, delta=4e-3)  # fmt: skip

    def test_bent_far_it_agrees_with_a_boundary_value_solver(self):
        mended, _ = with_sleeve(level(), hand_over=25.0, share=0.4)
        load = 3.0

        def slope(s, y):  # theta, moment/EI form: theta' = M/EI, M' = -P cos(theta)
            return np.vstack([y[1] / mended.ei(s), -load * np.cos(y[0])])

        s = np.unique(np.concatenate([np.linspace(CLAMP, LENGTH, 400), np.linspace(BREAK - 90, BREAK + 90, 400)]))  # fmt: skip
        guess = np.vstack([0.8 * (s - CLAMP) / (LENGTH - CLAMP), load * (LENGTH - s)])
        found = solve_bvp(slope, lambda a, b: np.array([a[0], b[1]]), s, guess, tol=1e-3, max_nodes=60_000)  # fmt: skip
        self.assertTrue(found.success)
        drop = float(np.trapezoid(np.sin(found.sol(s)[0]), s))
        self.assertAlmostEqual(bent_by(mended, CLAMP, LENGTH, load).tip_mm[1] / drop, 1.0, delta=4e-3)  # fmt: skip

    def test_a_tube_is_a_tube(self):
        # E pi/64 (D^4 - d^4), worked by hand for D = 8, d = 4.8, E = 60 000: 60000 * pi/64 * (4096 - 530.8416)
        self.assertAlmostEqual(float(tube_ei(np.array([8.0]), 0.2, 60_000.0)[0]), 1.05003e7, delta=2e2)  # fmt: skip


class Sleeves(unittest.TestCase):
    def plan(self, b=None, **more):
        b = b or blank()
        return plan_splint(b, working_blank(b), measure(b), Repair(id="m1", at_mm=1200, **more))

    def test_it_fills_the_bore_but_for_the_glue_and_lies_half_in_each_side(self):
        s = self.plan(sleeve_mm=120)
        work = working_blank(blank())
        share = HABITS.wall_share["carbon"]
        for spot in s.sleeve:
            od = work.taper.od_at(s.pusher_mm + spot.from_butt_end_mm)
            self.assertAlmostEqual(spot.bore_mm, od * (1 - 2 * share), delta=0.02)
            self.assertAlmostEqual(spot.bore_mm - spot.outside_mm, 2 * HABITS.splint_glue_mm, delta=0.02)  # fmt: skip
        self.assertEqual((s.pusher_mm, s.sleeve_mm), (1140, 120))
        self.assertGreaterEqual(s.wrap_to_mm - s.wrap_from_mm, HABITS.splint_wrap_mm)

    def test_pushed_up_from_the_butt_it_stops_at_its_mark(self):
        # A bench apart from the core: the sleeve is slid up a bore that shrinks until it binds somewhere.
        for at in (700, 1200, 1700):
            b = blank()
            work = working_blank(b)
            s = plan_splint(b, work, measure(b), Repair(id="m1", at_mm=at))
            share = HABITS.wall_share["carbon"]
            along = np.array([x.from_butt_end_mm for x in s.sleeve])
            outside = np.array([x.outside_mm + 2 * HABITS.splint_glue_mm for x in s.sleeve])
            stop = 0.0
            for pushed in np.arange(0.0, at, 0.5):
                bore = work.taper.od_mm(pushed + along) * (1 - 2 * share)
                if (bore < outside - 0.006).any():
                    break
                stop = pushed
            self.assertAlmostEqual(stop, s.pusher_mm, delta=3.0)

    def test_a_bore_that_was_measured_goes_before_the_habit(self):
        thick, thin = self.plan(bore_mm=4.0), self.plan(bore_mm=6.0)
        self.assertTrue(thick.bore_measured)
        self.assertLess(thick.sleeve[2].outside_mm, thin.sleeve[2].outside_mm)
        self.assertLess(thick.stiff_there, thin.stiff_there)

    def test_thicker_and_longer_is_stiffer_heavier_and_works_less(self):
        thin, thick = self.plan(wall_share=0.1), self.plan(wall_share=0.45)
        self.assertLess(thin.stiff_there, thick.stiff_there)
        self.assertGreater(thin.strain_share, thick.strain_share)
        self.assertLess(thin.mass_g, thick.mass_g)
        short, long = self.plan(sleeve_mm=60), self.plan(sleeve_mm=260)
        self.assertLess(short.power_after_g, long.power_after_g)
        self.assertGreater(long.frequency_before_hz, 0)

    def test_glass_in_a_carbon_rod_is_said_not_to_do(self):
        found = self.plan(sleeve_material="glass", wall_share=0.05)
        self.assertNotEqual(found.verdict, "yes")

    def test_longer_than_its_section_is_refused_with_the_room_there_is(self):
        b = blank(joints=(Joint(id="j1", station_mm=1050),))
        with self.assertRaises(SplintError) as refused:
            plan_splint(b, working_blank(b), measure(b), Repair(id="m1", at_mm=1100, sleeve_mm=200))
        self.assertIn("100 mm", str(refused.exception))

    def test_a_bore_too_thin_is_refused(self):
        b = blank(tip=1.6)
        with self.assertRaises(SplintError) as refused:
            plan_splint(b, working_blank(b), measure(b), Repair(id="m1", at_mm=2050, sleeve_mm=30))
        self.assertIn("Shorten the tip", str(refused.exception))


class Planned(unittest.TestCase):
    def test_every_kind_has_steps_in_order_and_parts_wait_for_them(self):
        from wise_spool.core.repairs.planning import REPAIR_WORDS
        from wise_spool.demo.shop import ferryman

        for kind in REPAIR_WORDS:
            with self.subTest(kind):
                repair = Repair(id="m1", kind=kind, at_mm=1100, lost_mm=60, part_id="seat", guide_id=ferryman().guides.train[0].id, old_od_mm=25, old_bore_mm=17)  # fmt: skip
                found = plan(ferryman().model_copy(update={"repairs": (repair,)}))
                mends = [o for o in found.work.operations if o.kind == "mend"]
                self.assertTrue(mends)
                place = {o.id: n for n, o in enumerate(found.work.operations)}
                self.assertTrue(all(place[b.id] < place[o.id] for o in mends for b in o.after))
                part = next(o for o in found.work.operations if o.id == "part:seat")
                self.assertIn(mends[-1].id, [b.id for b in part.after])
                self.assertTrue(found.repairs[0].answer)

    def test_a_guide_replaced_goes_where_the_loaded_rod_wants_it_and_its_card_says_so(self):
        rod = skerry()
        far = next(g for g in plan(rod).guides.placed if g.id == "g5")
        for moved_mm, answer in ((0.0, "goes back to its mark"), (110.0, "toward the butt")):
            train = tuple(
                g if g.id != "g5"
                else g.model_copy(update={"at": StatedAt(datum="tip_top_ring", distance_mm=far.from_tip_ring_mm - moved_mm)})
                for g in rod.guides.train
            )  # fmt: skip
            b = rod.model_copy(
                update={
                    "guides": rod.guides.model_copy(update={"train": train}),
                    "repairs": (Repair(id="m1", kind="guide", guide_id="g5"),),
                }
            )
            found = plan(b)
            self.assertIn(answer, found.repairs[0].answer)
            mark = next(c for c in found.repairs[0].on_cards if c.step == "clean")
            card = next(c for c in found.cards if c.id == "mend:m1:clean")
            self.assertEqual(card.figure, mark.figure)

    def test_what_cannot_be_mended_stops_the_rod(self):
        rod = Build(name="Broken", blank=blank(), repairs=(Repair(id="m1", at_mm=2080, sleeve_mm=200),), rule="mm/1")  # fmt: skip
        self.assertIn("repair-cannot", codes(plan(rod)))

    def test_a_seat_that_does_not_pass_the_butt_is_said_and_the_cut_stops_short_of_the_bushings(
        self,
    ):
        from wise_spool.demo.shop import ferryman

        rod = ferryman()
        good = plan(rod).repairs[0]
        self.assertEqual(good.trouble, "")
        cut = next(f for f in good.figures if f.words.startswith("cut"))
        self.assertLess(float(cut.says.split()[0]) * 25.4, (25.4 - 17.2) / 2)
        readings = tuple(r.model_copy(update={"od_mm": r.od_mm + 7.0}) for r in rod.blank.readings)
        thick = rod.model_copy(
            update={"blank": rod.blank.model_copy(update={"readings": readings})}
        )
        self.assertIn("does not pass", plan(thick).repairs[0].trouble)


if __name__ == "__main__":
    unittest.main()
