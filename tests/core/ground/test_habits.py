"""Habits: each moves what it says it moves, a build goes before its shop, and nothing leaks."""

import re
import unittest
from pathlib import Path

from tests.core.samples import blank, build, codes, finding, grip, guide, seat
from wise_spool.core.document.design import Brief
from wise_spool.core.document.finish import Finish
from wise_spool.core.document.guides import Guides
from wise_spool.core.document.parts import Handle
from wise_spool.core.ground.habits import HABITS, NAMES, about_habit, following, habits, settled
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

CORE = Path(__file__).parents[3] / "src" / "wise_spool" / "core"


class EveryHabit(unittest.TestCase):
    def test_has_words_unit_range_and_source_and_lies_in_its_range(self):
        for name in NAMES:
            with self.subTest(name):
                about = about_habit(name)
                self.assertRegex(about["words"], r"^[A-Z].*[.]$")
                self.assertTrue(about["unit"] and about["source"])
                self.assertLessEqual(about["low"], about["value"])
                self.assertLessEqual(about["value"], about["high"])

    def test_is_read_by_a_rule_and_names_findings_that_exist(self):
        code = "\n".join(p.read_text() for p in CORE.rglob("*.py") if p.name != "habits.py")
        for name in NAMES:
            self.assertRegex(code, rf"\.{name.partition('.')[0]}\b")
            for moved in about_habit(name)["moves"]:
                pattern = re.escape(moved).replace("spine\\-drops\\-bow", "spine-drops")
                known = re.search(pattern, code) or moved.startswith("spine-drops-")
                self.assertTrue(known, moved)


class InForce(unittest.TestCase):
    def test_a_build_goes_before_its_shop_and_the_shop_before_what_is_shipped(self):
        self.assertEqual(settled({"pot_share": 0.6}).pot_share, 0.6)
        self.assertEqual(settled({"pot_share": 0.6}, {"pot_share": 0.5}).pot_share, 0.5)
        self.assertEqual(settled({}, {}).pot_share, HABITS.pot_share)

    def test_what_is_out_of_range_or_unknown_is_left_out(self):
        self.assertEqual(settled({"pot_share": 0.6}, {"pot_share": 7, "luck": 1}).pot_share, 0.6)

    def test_one_row_of_a_table_is_set_and_the_others_stay(self):
        own = settled(
            {"reel_g.fly": 190}, {"reel_g.casting": 230, "reel_g.boat": 1, "reel_g.fly": 1e9}
        )
        self.assertEqual((own.reel_g["fly"], own.reel_g["casting"]), (190, 230))
        self.assertEqual(own.reel_g["spinning"], HABITS.reel_g["spinning"])
        self.assertEqual(HABITS.reel_g["fly"], 150)
        self.assertNotIn("boat", own.reel_g)

    def test_they_hold_for_their_with_and_no_longer(self):
        with following(settled({"pot_share": 0.5})):
            self.assertEqual(habits().pot_share, 0.5)
        self.assertEqual(habits().pot_share, HABITS.pot_share)

    def test_one_rods_habits_are_not_anothers(self):
        b = build(blank=blank(), handle=Handle(parts=(grip(bore=13.0), seat())))
        own = Rod.of(b, {"loose_over_mm": 2.5})
        self.assertIn("handle-loose", codes(plan(Rod.of(b))))
        self.assertNotIn("handle-loose", codes(plan(own)))
        self.assertIn("handle-loose", codes(plan(Rod.of(b))))


class WhatTheyMove(unittest.TestCase):
    def moved(self, b, code, **said):
        return code in codes(plan(Rod.of(b, said)))

    def test_dew_margin(self):
        b = build(finish=Finish(temperature_c=20, humidity_percent=75))
        self.assertFalse(self.moved(b, "finish-dew"))
        self.assertTrue(self.moved(b, "finish-dew", dew_margin_c=8))

    def test_the_screen_is_told_the_margin_in_force(self):
        b = build(finish=Finish(temperature_c=20, humidity_percent=75))
        self.assertFalse(plan(b).finish.sweats)
        wary = plan(Rod.of(b, {"dew_margin_c": 8})).finish
        self.assertEqual((wary.sweats, wary.dew_margin_c), (True, 8))

    def test_a_reel_nobody_has_weighed_moves_the_balance(self):
        b = build(blank=blank(), handle=Handle(parts=(grip(), seat())))
        shipped, heavy = (plan(Rod.of(b, said)).balance for said in ({}, {"reel_g.spinning": 600}))
        self.assertLess(heavy.cases[0].balance_with_reel_mm, shipped.cases[0].balance_with_reel_mm)

    def test_ice(self):
        train = (guide(1, 100).model_copy(update={"ring_mm": 5.5}),)
        b = build(blank=blank(), brief=Brief(cold=True), guides=Guides(train=train))
        self.assertFalse(self.moved(b, "guides-ice"))
        self.assertTrue(self.moved(b, "guides-ice", smallest_cold_ring_mm=6))

    def test_first_gap(self):
        b = build(blank=blank(), guides=Guides(train=(guide(1, 100), guide(2, 220))))
        self.assertFalse(self.moved(b, "guides-first-gap"))
        self.assertTrue(self.moved(b, "guides-first-gap", first_gap_most_mm=90))
        self.assertTrue(self.moved(b, "guides-first-gap", first_gap_least_mm=110))

    def test_a_thin_wall_is_said_with_the_number_in_force(self):
        part = grip(od_butt_mm=20, od_tip_mm=20)
        b = build(blank=blank(), handle=Handle(parts=(part,)))
        self.assertFalse(self.moved(b, "handle-thin-wall"))
        found = finding(plan(Rod.of(b, {"thin_wall_mm": 5})), "handle-thin-wall")
        self.assertIn("Under 0.197 in", found.rule)

    def test_an_odd_reading(self):
        b = build(blank=blank())
        readings = list(b.blank.readings)
        readings[4] = readings[4].model_copy(update={"od_mm": readings[4].od_mm + 3.4})
        b = build(blank=b.blank.model_copy(update={"readings": tuple(readings)}))
        self.assertTrue(self.moved(b, "blank-odd-reading"))
        self.assertFalse(self.moved(b, "blank-odd-reading", odd_reading_mm=5))


if __name__ == "__main__":
    unittest.main()
