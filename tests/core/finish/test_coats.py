"""Mixes, clocks and dew point against handbook values and geometry."""

import math
import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, codes, finding, grip, guide, rod, seat
from wise_spool.core.document.blank import Blank, Joint
from wise_spool.core.document.finish import CoatLaid, Finish, FinishProduct
from wise_spool.core.document.guides import Guides
from wise_spool.core.finish.air import dew_point_c
from wise_spool.core.finish.coats import film_volume_ml
from wise_spool.core.finish.mixing import mix_for
from wise_spool.core.ground.warmth import slower
from wise_spool.core.plan import plan


class DewPoint(unittest.TestCase):
    def test_psychrometric_table(self):
        # ASHRAE Handbook of Fundamentals, psychrometric table values, from memory, to 0.15 °C.
        for air, humidity, dew in ((20, 50, 9.27), (25, 60, 16.7), (10, 80, 6.7), (21, 100, 21.0)):
            self.assertAlmostEqual(dew_point_c(air, humidity), dew, delta=0.15)

    def test_against_the_saturation_pressure_of_hyland_and_wexler(self):
        # Hyland & Wexler 1983 (ASHRAE 1997, eq. 6), coefficients from memory: an independent formula.
        def pressure(t):
            k = t + 273.15
            return math.exp(
                -5.8002206e3 / k
                + 1.3914993
                - 4.8640239e-2 * k
                + 4.1764768e-5 * k**2
                - 1.4452093e-8 * k**3
                + 6.5459673 * math.log(k)
            )

        for air in (5, 15, 21, 30):
            for humidity in (30, 55, 90):
                dew = dew_point_c(air, humidity)
                self.assertAlmostEqual(pressure(dew) / pressure(air) * 100, humidity, delta=0.35)

    def test_a_blank_near_the_dew_point_is_not_coated(self):
        # The 3 °C margin is the habit of ISO 8502-4.
        p = plan(
            rod(guide(1, 100), finish=Finish(temperature_c=18, humidity_percent=80, blank_c=16))
        )
        self.assertEqual(finding(p, "finish-dew").weight, "ruins")
        self.assertNotIn(
            "finish-dew", codes(plan(rod(guide(1, 100), finish=Finish(humidity_percent=50))))
        )


class Amounts(unittest.TestCase):
    def test_film_on_a_cylinder(self):
        area = math.pi * 10 * 100
        self.assertAlmostEqual(film_volume_ml(area, 0.2), math.pi * 10 * 100 * 0.2 / 1000)

    def test_a_half_step_misread_of_half_a_millilitre_is_ten_percent(self):
        # Common practice: 0.05 mL misread of 0.5 mL is 10 %.
        mix = mix_for(1.0, Finish(syringe_step_ml=0.1, ratio_error_percent=10))
        self.assertEqual((mix.part_a_ml, mix.part_b_ml, mix.ratio_error_percent), (0.5, 0.5, 10))

    @given(
        st.floats(0.01, 60),
        st.sampled_from([(1, 1), (2, 1), (1, 2), (3, 1), (1, 0)]),
        st.sampled_from([0.05, 0.1, 0.5]),
    )
    def test_a_mix_covers_the_job_and_keeps_the_ratio(self, volume, parts, step):
        finish = Finish(
            product=FinishProduct(parts_a=parts[0], parts_b=parts[1]), syringe_step_ml=step
        )
        mix = mix_for(volume, finish)
        self.assertGreaterEqual(mix.part_a_ml + mix.part_b_ml, volume - 1e-6)
        for part in (mix.part_a_ml, mix.part_b_ml):
            self.assertAlmostEqual(part / step, round(part / step), places=6)
        if parts[1]:
            self.assertAlmostEqual(mix.part_a_ml / mix.part_b_ml, parts[0] / parts[1], places=6)
            self.assertLessEqual(mix.ratio_error_percent, finish.ratio_error_percent + 0.01)

    def test_three_to_two_keeps_to_three_percent(self):
        for volume in (0.4, 1.7, 3.0, 4.1, 9.9):
            product = FinishProduct(parts_a=3, parts_b=2)
            mix = mix_for(
                volume, Finish(product=product, syringe_step_ml=0.1, ratio_error_percent=3)
            )
            self.assertLessEqual(mix.ratio_error_percent, 3.0)
            self.assertGreaterEqual(mix.part_a_ml + mix.part_b_ml, volume - 1e-9)

    def test_a_small_job_gets_the_least_mix_and_is_told(self):
        self.assertIn("finish-least-mix", codes(plan(rod(guide(1, 100)))))

    def test_joint_wraps_follow_the_trade(self):
        # Common practice: ferrule wraps at least 25 mm on fly, 38 mm general, 50 mm heavy.
        joints = (Joint(station_mm=1000),)
        for rod_type, least in (("fly", 25), ("spinning", 38), ("trolling", 50)):
            b = build(blank=blank(joints=joints), guides=Guides(train=(guide(1, 100),)))
            b = b.model_copy(update={"brief": b.brief.model_copy(update={"rod_type": rod_type})})
            wrap = next(w for w in plan(b).wraps.laid if w.duty == "joint")
            self.assertEqual(wrap.end_mm - wrap.start_mm, least)


class Clocks(unittest.TestCase):
    def test_twice_as_fast_per_ten_degrees(self):
        product = FinishProduct(at_c=21)
        self.assertEqual([slower(product.at_c, t) for t in (21, 11, 31)], [1, 2, 0.5])

    def test_a_regular_coat_turns_five_hours_at_21(self):
        # Common practice: regular finish rotates at least 5 h at 21 °C.
        coat = plan(rod(guide(1, 100))).finish.coats[0]
        self.assertGreaterEqual(next(c.minutes for c in coat.clocks if c.name == "rotate"), 300)

    def test_the_second_coat_waits_for_the_window(self):
        coats = plan(rod(guide(1, 100), finish=Finish(temperature_c=11))).finish.coats
        self.assertEqual(coats[1].starts_min, 2 * 1440)

    def test_a_laid_coat_runs_at_its_own_temperature(self):
        mixed = datetime(2030, 3, 4, 18, 30, tzinfo=UTC)
        b = rod(
            guide(1, 100),
            finish=Finish(temperature_c=21, laid=(CoatLaid(mixed_at=mixed, temperature_c=11),)),
        )
        first, second = plan(b).finish.coats
        opens = next(c for c in first.clocks if c.name == "recoat opens")
        self.assertEqual(opens.at, mixed + timedelta(hours=48))
        self.assertEqual(second.starts_at, opens.at)

    def test_more_wraps_than_pot_life_allows_split_the_mix(self):
        many = tuple(guide(i, 60.0 + 90 * i, foot_tip_mm=12) for i in range(12))
        p = plan(rod(*many))
        self.assertIn("finish-split-mix", codes(p))
        self.assertGreater(len(p.finish.coats[0].mixes), 1)

    def test_uv_resin_is_a_trial(self):
        p = plan(rod(guide(1, 100), finish=Finish(product=FinishProduct(kind="uv_resin"))))
        self.assertIn("finish-uv-trial", codes(p))


class Laid(unittest.TestCase):
    def said(self, *minutes):
        t0 = datetime(2026, 1, 5, 18, tzinfo=UTC)
        laid = tuple(
            CoatLaid(mixed_at=t0 + timedelta(minutes=m), temperature_c=21) for m in minutes
        )
        train = (guide(1, 100), guide(2, 300))
        return codes(plan(rod(*train, finish=Finish(coats=3, laid=laid))))

    def test_before_inside_after_and_at_the_same_minute(self):
        # The default's window runs from 24 h to 48 h.
        self.assertIn("finish-too-soon", self.said(0, 600))
        self.assertEqual(
            {c for c in self.said(0, 1500) if c.startswith(("finish-too", "finish-same"))}, set()
        )
        self.assertIn("finish-too-late", self.said(0, 3000))
        self.assertIn("finish-same-minute", self.said(0, 0))


class ThePlan(unittest.TestCase):
    def test_an_empty_build_plans_and_says_what_comes_first(self):
        p = plan(build())
        self.assertTrue({"blank-no-length", "handle-empty", "guides-empty"} <= codes(p))
        self.assertEqual({s.state for s in p.standing}, {"empty"})

    def test_what_ruins_stands_first(self):
        p = plan(
            rod(guide(1, 5000), guide(2, 100), parts=(grip(length=1500), grip("b", 900), seat()))
        )
        weights = [f.weight for f in p.findings]
        self.assertEqual(weights, sorted(weights, key=["ruins", "check", "note"].index))
        self.assertEqual(weights[0], "ruins")

    def test_every_finding_has_its_rule_and_source(self):
        for f in plan(rod(guide(1, 100), parts=(grip(), seat()))).findings:
            self.assertTrue(f.sentence.endswith((".", "?")) and f.rule and f.source, f.code)

    def test_only_a_length(self):
        p = plan(build(blank=Blank(length_mm=2000)))
        self.assertEqual(p.blank.taper, ())
        self.assertEqual((p.wraps.laid, p.finish.areas), ((), 0))
