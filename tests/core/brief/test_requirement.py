"""From answers to bands: every rule by its table, and what contradicts what."""

import unittest
from datetime import date
from decimal import Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from wise_spool.core.brief.requirement import QUANTITY_WORDS, required
from wise_spool.core.brief.yardstick import lay_against
from wise_spool.core.document.asked import Asked
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Brief
from wise_spool.core.ground.habits import HABITS, following
from wise_spool.core.ground.units import Units, speaking
from wise_spool.core.plan import plan


def want(quantity, cold=False, wish_g=None, **asked):
    return required(Brief(cold=cold, wish_g=wish_g, asked=Asked(**asked))).want(quantity)


class Rules(unittest.TestCase):
    def test_every_answer_bounds_what_it_says_and_no_more(self):
        # answer, the one quantity it bounds, low, high, whether the rod fails without: common practice and habit
        table = [
            ({"lure_least_g": 10, "lure_most_g": 20}, "power_g", 232, 561, True),
            ({"line_kg": 5}, "power_g", 253, 1012, False),
            ({"tip": "soft"}, "action_deg", 0, 61, False),
            ({"tip": "crisp"}, "action_deg", 61, 180, False),
            ({"stands": "boat"}, "length_mm", 1700, 2400, False),
            ({"longest_mm": 2100}, "length_mm", None, 2100, True),
            ({"cover": True}, "butt_od_mm", 12.7, None, False),
            ({"knot": True}, "smallest_ring_mm", 5.5, None, False),
            ({"hands": "one", "forearm_mm": 260}, "reach_mm", 143, 221, False),
            ({"hands": "two", "forearm_mm": 260}, "reach_mm", 221, 351, False),
            ({"hand": "small"}, "grip_od_mm", 22, 26, False),
            ({"hand": "small", "sore": "wrist"}, "grip_od_mm", 23.5, 27.5, False),
            ({"sore": "wrist"}, "rod_g", None, 150, False),
            ({"wish_g": 120}, "rod_g", None, 120, True),
            ({"cold": True}, "smallest_ring_mm", HABITS.smallest_cold_ring_mm, None, False),
            ({"budget": Decimal("300.50")}, "budget", None, 300.5, True),
            ({"by": date(2027, 1, 9)}, "by", None, date(2027, 1, 9).toordinal(), False),
        ]  # fmt: skip
        for answers, quantity, low, high, must in table:
            with self.subTest(quantity, **answers):
                found = want(quantity, **answers)
                self.assertEqual((found.low, found.high, found.must), (low, high, must))
                self.assertTrue(all(r.because and r.answer.startswith("brief.") for r in found.rulings))  # fmt: skip
                others = {"rod_g"} if answers.get("sore") else set()
                brief = Brief(
                    cold=answers.pop("cold", False),
                    wish_g=answers.pop("wish_g", None),
                    asked=Asked(**answers),
                )
                self.assertEqual({w.quantity for w in required(brief).wants} - others, {quantity} - others)  # fmt: skip

    def test_a_beginner_gets_a_wall_that_forgives(self):
        self.assertEqual(want("toughness", skill="first").one_of, ("glass", "composite"))
        self.assertIsNone(want("toughness", skill="sure"))

    def test_pieces_follow_from_the_shortest_rod_that_will_do(self):
        for packed, pieces in ((1800, 1), (1700, 1), (900, 2), (600, 3), (450, 4)):
            with self.subTest(packed=packed):
                self.assertEqual(want("pieces", stands="boat", packed_mm=packed).low, pieces)

    def test_what_nobody_answered_asks_for_nothing_and_is_named(self):
        need = required(Brief())
        self.assertEqual((need.wants, need.contradictions), ((), ()))
        self.assertIn("what it casts", need.unasked)

    def test_rules_are_laid_over_each_other(self):
        both = want("length_mm", stands="shore", longest_mm=2700)
        self.assertEqual((both.low, both.high, both.must), (2400, 2700, True))

    def test_a_habit_of_the_shop_moves_its_band(self):
        with following(HABITS.model_copy(update={"cover_butt_mm": 15.0})):
            self.assertEqual(want("butt_od_mm", cover=True).low, 15.0)


class Contradictions(unittest.TestCase):
    def test_lures_no_one_blank_casts(self):
        need = required(Brief(asked=Asked(lure_least_g=3, lure_most_g=60)))
        (against,) = need.contradictions
        self.assertIn("two can", against.words)
        self.assertEqual(against.answers, ("brief.asked.lure_most_g",))

    def test_lures_typed_the_wrong_way_round_are_the_same_lures(self):
        one = required(Brief(asked=Asked(lure_least_g=90, lure_most_g=7)))
        other = required(Brief(asked=Asked(lure_least_g=7, lure_most_g=90)))
        self.assertEqual(one, other)
        self.assertEqual(len(one.contradictions), 1)

    def test_two_answers_name_both_and_become_one_finding(self):
        build = Build(
            name="Ask", brief=Brief(asked=Asked(stands="rocks", longest_mm=2100)), rule="mm/1"
        )
        (found,) = [f for f in plan(build).findings if f.code == "brief-apart"]
        self.assertIn("no room for a longer one", found.sentence)
        self.assertIn("from rocks", found.sentence)

    @settings(max_examples=150, deadline=None)
    @given(
        st.floats(1, 300), st.floats(1, 300), st.floats(0.5, 60), st.sampled_from(["", "boat", "ice", "rocks"]), st.floats(400, 4000), st.floats(200, 2500)
    )  # fmt: skip
    def test_a_band_is_either_open_or_said_to_be_closed(
        self, least, most, line, stands, longest, packed
    ):
        least, most = sorted((least, most))
        asked = Asked(lure_least_g=least, lure_most_g=most, line_kg=line, stands=stands, longest_mm=longest, packed_mm=packed)  # fmt: skip
        need = required(Brief(asked=asked))
        closed = {w.quantity for w in need.wants if None not in (w.low, w.high) and w.low > w.high}
        self.assertEqual(closed, {c.quantity for c in need.contradictions})


class Yardstick(unittest.TestCase):
    build = Build(
        name="Laid",
        brief=Brief(wish_g=140, asked=Asked(stands="boat", skill="first", tip="even")),
        rule="mm/1",
    )

    def laid(self, **has):
        found = lay_against(self.build, {k: (v, True) for k, v in has.items()})
        return {x.quantity: x for x in found.laid}, found

    def test_it_says_by_how_much_in_the_builders_units(self):
        with speaking(Units(), "mm/1"):
            laid, found = self.laid(rod_g=144.0, length_mm=1650.0, toughness="carbon", action_deg=63.0)  # fmt: skip
        self.assertEqual(laid["rod_g"].says, "4.0 g over")
        self.assertEqual(laid["length_mm"].says, "5 cm under")
        self.assertEqual(laid["toughness"].says, "carbon, not glass or composite")
        self.assertEqual(laid["action_deg"].says, "as asked")
        self.assertEqual((found.met, found.known), (1, 4))

    def test_what_is_not_known_is_not_judged(self):
        laid, found = self.laid()
        self.assertEqual({x.says for x in laid.values()}, {"not known yet"})
        self.assertEqual((found.met, found.known), (0, 0))

    def test_every_quantity_has_its_word(self):
        self.assertTrue(all(QUANTITY_WORDS[w.quantity] == w.words for w in required(self.build.brief).wants))  # fmt: skip
