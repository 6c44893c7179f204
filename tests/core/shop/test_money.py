"""Money: every sum exact to the cent whatever is rounded to, and a price that follows from the rod."""

import io
import unittest
from decimal import Decimal

import numpy as np
import pdfplumber
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from wise_spool.core.document.bench import Paid
from wise_spool.core.document.parts import Adhesive
from wise_spool.core.document.repairs import Repair
from wise_spool.core.plan import plan
from wise_spool.core.shop.money import (
    Paper,
    Terms,
    for_the_client,
    hands_between,
    in_own_money,
    price,
    price_at,
    received,
    rounded,
)
from wise_spool.core.shop.shelf import AdhesiveOnShelf, GuideOnShelf, ShelvedGuide
from wise_spool.core.shop.shopping import odd_together, without_a_rate
from wise_spool.core.shop.stock import Amount, Counted, StockCard
from wise_spool.core.shop.takes import Take, rod_needs, takes
from wise_spool.core.shop.variants import plain, show
from wise_spool.demo.shop import ferryman, holm
from wise_spool.exchange.money_sheet import money_sheet

CENT = Decimal("0.01")


def take(name, amount, kind="adhesive"):
    return Take(by="x", amount=Amount(kind=kind, name=name, amount=amount))


def tin(name, price, holds=100.0):
    card = StockCard(price=price, holds=holds)
    return Counted(id=name, shelved=AdhesiveOnShelf(item=Adhesive(name=name)), stock=1, card=card)


class Sums(unittest.TestCase):
    def test_a_worked_example(self):
        # by hand: 30 mL of 100 for 80 with a tenth wasted = 26.40; 2 h at 180 = 360; 25 of small stuff: 411.40;
        # overhead 12 % = 49.37; cost 460.77; margin 15 % = 69.12; net 529.89; tax 25 % = 132.47; 662.36, asked 662
        found = price([take("Paste", 30)], [tin("Paste", "80.00")], [("handle", 120)], Terms())
        self.assertEqual((found.goods, found.hands, found.cost), (Decimal("26.40"), Decimal("360.00"), Decimal("460.77")))  # fmt: skip
        self.assertEqual((found.net, found.tax, found.total), (Decimal("529.89"), Decimal("132.47"), Decimal("662")))  # fmt: skip
        self.assertEqual(found.deposit, Decimal("265"))
        self.assertEqual(found.hour_earns, Decimal("214.56"))  # (529.89 - 100.77) / 2

    def test_goods_priced_in_another_money_are_reckoned_in_the_shops_own(self):
        def in_crowns(price):
            item = tin("Paste", price)
            return item.model_copy(update={"card": item.card.model_copy(update={"currency": " Crown"})})  # fmt: skip

        terms = Terms(rates={"crown": Decimal("2")})
        own = in_own_money([in_crowns("40.00"), tin("Glue", "3")], terms)
        self.assertEqual([i.card.price for i in own], [Decimal("80"), Decimal("3")])
        found = price([take("Paste", 30)], own, [("handle", 120)], terms)
        self.assertEqual(found.total, Decimal("662"))  # as the worked example
        none = in_own_money([in_crowns("40.00")], Terms())
        self.assertEqual(price([take("Paste", 30)], none, [], Terms()).unpriced, ("Paste",))
        said = without_a_rate([in_crowns("40.00"), tin("Glue", "3")], Terms())
        self.assertEqual([o.sort for o in said], ["no rate"])
        self.assertIn("priced in Crown", said[0].words)
        self.assertEqual(without_a_rate([in_crowns("40.00")], terms), ())
        third = in_own_money([in_crowns("10")], Terms(rates={"crown": Decimal("0.33333333")}))
        self.assertEqual(third[0].card.price, Decimal("3.3333"))

    def test_a_rate_is_more_than_nothing_and_each_money_but_the_shops_own_has_one(self):
        for rates in ({"crown": 0}, {"crown": -1}, {"": 1}, {"Mark": 1}, {"crown": 1, " Crown": 2}, {f"m{n}": 1 for n in range(13)}):  # fmt: skip
            with self.assertRaises(ValidationError, msg=str(rates)):
                Terms(rates=rates)

    amounts = st.floats(0.01, 5000, allow_nan=False)
    moneys = st.decimals("0", "9999.99", places=2)

    @settings(max_examples=250, deadline=None)
    @given(
        st.lists(st.tuples(amounts, moneys), max_size=6), st.lists(st.floats(0, 900), max_size=4), moneys,
        st.sampled_from(["0.01", "0.05", "0.25", "1", "5", "10", "100"]), st.sampled_from(["0.01", "0.05", "1"]), st.decimals("0", "99.99", places=2), st.decimals("0", "50", places=2),
    )  # fmt: skip
    def test_every_sum_is_the_sum_of_the_lines_that_are_shown(
        self, goods, hands, hour, step, smallest, percent, tax
    ):
        terms = Terms(hour=hour, step=step, smallest=smallest, overhead_percent=percent, margin_percent=percent, tax_percent=tax)  # fmt: skip
        taken = [take(f"t{n}", a) for n, (a, _) in enumerate(goods)]
        items = [tin(f"t{n}", p) for n, (_, p) in enumerate(goods)]
        found = price(taken, items, [(f"h{n}", m) for n, m in enumerate(hands)], terms)
        self.assertEqual(sum((x.comes_to for x in found.lines), Decimal(0)), found.total)
        self.assertEqual(found.total % Decimal(step), 0)
        self.assertEqual(sum((x.comes_to for x in for_the_client(found)), Decimal(0)), found.total)
        for line in found.lines:
            if line.kind not in ("rounding", "small"):
                self.assertEqual(line.comes_to % Decimal(smallest), 0, line)
        rounding = [x.comes_to for x in found.lines if x.kind == "rounding"]
        self.assertLessEqual(abs(sum(rounding)), Decimal(step) / 2)

    @given(st.decimals("-1000", "1000", places=4), st.sampled_from(["0.01", "0.05", "1", "25"]))
    def test_rounding_is_to_the_nearest_and_halves_go_up(self, value, to):
        step = Decimal(to)
        near = rounded(value, step)
        self.assertLessEqual(abs(near - value), step / 2)
        self.assertEqual(rounded(step / 2, step), step)

    def test_what_nobody_priced_is_named_and_counts_nothing(self):
        found = price([take("Paste", 30), take("Glue", 3)], [tin("Paste", "80")], [], Terms())
        self.assertEqual(found.unpriced, ("Glue",))
        self.assertEqual(found.goods, Decimal("26.40"))

    def test_more_margin_more_asked_and_an_hour_earns_more(self):
        rows = price_at([take("Paste", 30)], [tin("Paste", "80")], [("handle", 120)], Terms())
        self.assertEqual([r.total for r in rows], sorted(r.total for r in rows))
        self.assertEqual([r.hour_earns for r in rows], sorted(r.hour_earns for r in rows))

    def test_negative_prices_are_refused(self):
        for bad in ({"hour": "-1"}, {"tax_percent": "-5"}, {"step": "0"}, {"deposit_percent": "140"}):  # fmt: skip
            with self.subTest(bad), self.assertRaises(ValueError):
                Terms.model_validate(bad)
        with self.assertRaises(ValueError):
            StockCard(price="-3")


def invoice(total, *paid):
    came_in = received(Paid(id=f"p{n}", amount=a, words="deposit") for n, a in enumerate(paid))
    return Paper(
        kind="invoice", number=7, revision=1, day="2030-09-02", until="2030-10-02", rod="Beacon", rod_number="", client="", shop="The shop", what=(), lines=(),
        net=total, tax=Decimal(0), total=total, deposit=Decimal(400), currency="mark", words="", paid=came_in,
    )  # fmt: skip


class CameIn(unittest.TestCase):
    @given(
        st.decimals(0, 99999, places=2),
        st.lists(st.decimals(Decimal("0.01"), 5000, places=2), max_size=6),
    )
    def test_what_is_left_and_what_came_in_are_the_price_to_the_cent(self, total, paid):
        self.assertEqual(invoice(total, *paid).left + sum(paid, Decimal(0)), total)

    def test_the_invoice_takes_it_off_and_says_what_is_to_be_given_back(self):
        for paid, words in (("400.50", "left to pay"), ("2000", "to give back")):
            pdf = money_sheet(invoice(Decimal("1500"), Decimal(paid)))
            text = pdfplumber.open(io.BytesIO(pdf)).pages[0].extract_text()
            self.assertIn("paid: deposit", text)
            self.assertIn(words, text)
            self.assertIn(
                {"left to pay": "1 099.50", "to give back": "500.00"}[words],
                text.replace("\u2009", " "),
            )
        with self.assertRaises(ValidationError):
            Paid(id="p", amount=Decimal(0))


class Ranges(unittest.TestCase):
    def test_it_holds_the_minutes_of_made_up_builders(self):
        # Builders apart from the core: every step scatters by itself, log-normally, about what is planned.
        rng = np.random.default_rng(5)
        for steps in ([30.0] * 6, [240.0, 10, 10, 15, 20], [4.0] * 40, [60.0]):
            low, high = hands_between(steps, 0.35)
            took = (np.array(steps) * np.exp(rng.normal(0, 0.35, (4000, len(steps))))).sum(axis=1)
            held = float(((took >= low) & (took <= high)).mean())
            self.assertTrue(0.92 <= held <= 0.98, (steps[:3], held))

    def test_nothing_to_do_is_nothing(self):
        self.assertEqual(hands_between([], 0.35), (0.0, 0.0))


class OfARod(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.build = holm()
        cls.plan = plan(cls.build)

    def test_it_takes_blank_parts_guides_thread_and_every_mix(self):
        taken = takes(self.build, self.plan)
        kinds = {t.amount.kind for t in taken}
        self.assertLessEqual({"blank", "part", "guide", "thread", "adhesive", "finish"}, kinds | ({"blank"} if not self.build.blank.name else set()))  # fmt: skip
        mixed = sum(t.amount.amount for t in taken if t.amount.kind == "finish")
        self.assertAlmostEqual(mixed, sum(m.part_a_ml + m.part_b_ml for c in self.plan.finish.coats for m in c.mixes))  # fmt: skip
        metres = sum(t.amount.amount for t in taken if t.amount.kind == "thread")
        self.assertAlmostEqual(metres, sum(s.need_m for s in self.plan.wraps.spools), delta=0.02 * metres)  # fmt: skip

    def test_what_is_done_is_used_and_no_longer_needed(self):
        fresh = rod_needs("x", self.build, self.plan, ())
        on = self.build.model_copy(update={"done": ("blank", "spine", "handle")})
        later = rod_needs("x", on, plan(on), ())
        self.assertTrue(any(n.kind == "part" for n in fresh.needs))
        self.assertFalse(any(n.kind in ("part", "adhesive") for n in later.needs))

    def test_a_rod_that_came_back_takes_only_what_mends_it(self):
        rod = ferryman()
        rod = rod.model_copy(update={"repairs": tuple(r for r in rod.repairs if r.kind != "guide")})
        names = {(t.amount.kind, t.amount.name) for t in takes(rod, plan(rod))}
        self.assertIn(("part", "new reel seat, size 18"), names)
        self.assertFalse([n for n in names if n[0] in ("blank", "guide") or "dented" in n[1]])
        ring = rod.guides.train[0]
        new = Repair(id="m9", kind="guide", guide_id=ring.id)
        with_ring = rod.model_copy(update={"repairs": (*rod.repairs, new)})
        guides = [t for t in takes(with_ring, plan(with_ring)) if t.amount.kind == "guide"]
        self.assertEqual(len(guides), 1)

    def test_three_dresses_are_planned_and_cost_in_their_order(self):
        hands = lambda p: [("all", sum(o.hands_min or 0 for o in p.work.operations))]  # noqa: E731
        items = [Counted(id="g", shelved=GuideOnShelf(item=ShelvedGuide(name="running 6", ring_mm=6)), stock=5, card=StockCard(price="9"))]  # fmt: skip
        asked = []
        for dress in (plain(self.build), self.build, show(self.build, self.plan)):
            p = plan(dress)
            asked.append(price(takes(dress, p), items, hands(p), Terms()).total)
        self.assertLessEqual(asked[0], asked[1])
        self.assertLess(asked[1], asked[2])

    def test_a_bag_that_brings_the_tip_top_is_said(self):
        ring = self.build.guides.train[0]
        bag = ShelvedGuide(name="set of nine", ring_mm=ring.ring_mm, feet=ring.feet)
        brings = (f"tip-top, ring {self.build.guides.tip_top.ring_mm:g}",)
        item = Counted(id="g", shelved=GuideOnShelf(item=bag), stock=1, card=StockCard(brings=brings))  # fmt: skip
        said = [o for o in odd_together(self.build, self.plan, [item]) if o.sort == "double"]
        self.assertEqual(len(said), 1)
        self.assertFalse([o for o in odd_together(self.build, self.plan, []) if o.sort == "double"])


if __name__ == "__main__":
    unittest.main()
