"""The shelf counted: what is there, spoken for and short, and that nothing is counted twice or below nought."""

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import Op, applied
from wise_spool.core.document.parts import Adhesive, Part
from wise_spool.core.schedule.arrivals import awaited, waiting_for
from wise_spool.core.schedule.board import ShopBoard
from wise_spool.core.shop.drift import departed
from wise_spool.core.shop.shelf import (
    AdhesiveOnShelf,
    GuideOnShelf,
    PartOnShelf,
    ShelvedGuide,
    ShelvedThread,
    ThreadOnShelf,
)
from wise_spool.core.shop.shopping import NOBODY, shopping
from wise_spool.core.shop.stock import Amount, Counted, RodNeeds, StockCard, stand
from wise_spool.demo.shop import holm

NOW = datetime(2026, 3, 14, 19, 0, tzinfo=UTC)
TODAY = date(2026, 3, 14)


def seat(stock, id="a", **card):
    item = Part(id="shelf", kind="rear_grip", name="Tern seat", length_mm=110)
    return Counted(id=id, shelved=PartOnShelf(item=item), stock=stock, card=StockCard(counted_at=NOW, **card))  # fmt: skip


def paste(tins, **card):
    return Counted(id="p", shelved=AdhesiveOnShelf(item=Adhesive(name="Slow paste")), stock=tins, card=StockCard(counted_at=NOW, **card))  # fmt: skip


def rod(name, *needs, used=()):
    return RodNeeds(rod=name, rod_id=name, needs=needs, used=used)


SEAT = Amount(kind="part", name="tern  SEAT", amount=1)


class Standing(unittest.TestCase):
    def test_open_rods_speak_for_it_and_the_rest_is_free(self):
        line = stand([seat(3)], [rod("one", SEAT), rod("two", SEAT)], TODAY).lines[0]
        self.assertEqual((line.left, line.spoken_in_all, line.free, line.short), (3, 2, 1, 0))
        self.assertEqual([s.rod for s in line.spoken], ["one", "two"])

    def test_what_the_record_used_since_the_count_is_gone_and_before_it_is_not(self):
        used = ((NOW + timedelta(days=1), SEAT), (NOW - timedelta(days=1), SEAT))
        line = stand([seat(2)], [rod("one", used=used)], TODAY).lines[0]
        self.assertEqual((line.used, line.left), (1, 1))

    def test_more_used_than_counted_is_said_and_never_below_nought(self):
        used = ((NOW + timedelta(days=1), SEAT.model_copy(update={"amount": 3})),)
        line = stand([seat(1)], [rod("one", used=used)], TODAY).lines[0]
        self.assertEqual((line.left, line.over_used), (0, 2))

    def test_a_tin_holds_mls_and_a_spool_metres(self):
        thread = Counted(id="t", shelved=ThreadOnShelf(item=ShelvedThread(name="garnet", spool_m=50)), stock=2, card=StockCard())  # fmt: skip
        lines = stand([paste(2, holds=120), thread], [rod("one", Amount(kind="adhesive", name="Slow paste", amount=30), Amount(kind="thread", name="garnet", amount=110))], TODAY).lines  # fmt: skip
        self.assertEqual([(x.left, x.free, x.short, x.unit) for x in lines], [(240, 210, 0, "mL"), (100, 0, 10, "m")])  # fmt: skip

    def test_guides_go_by_ring_and_feet_not_by_what_their_bag_is_called(self):
        bag = Counted(id="g", shelved=GuideOnShelf(item=ShelvedGuide(name="running 6", ring_mm=6)), stock=5, card=StockCard())  # fmt: skip
        line = stand([bag], [rod("one", Amount(kind="guide", name="ring 6, single foot", amount=6))], TODAY).lines[0]  # fmt: skip
        self.assertEqual(line.short, 1)

    def test_what_the_shelf_does_not_know_is_named(self):
        stock = stand([], [rod("one", SEAT)], TODAY)
        self.assertEqual([(n.name, n.amount) for n in stock.unknown], [("tern  SEAT", 1)])

    def test_why_to_buy(self):
        self.assertIn("short for the rods", stand([seat(0)], [rod("one", SEAT)], TODAY).lines[0].buy)  # fmt: skip
        self.assertEqual(stand([seat(0, on_order=1)], [rod("one", SEAT)], TODAY).lines[0].buy, "")
        self.assertIn("buy again at", stand([seat(1, reorder_at=2)], [], TODAY).lines[0].buy)
        self.assertEqual(stand([seat(2, reorder_at=2)], [], TODAY).lines[0].buy, "")

    def test_past_its_best(self):
        line = stand([paste(1, best_before=TODAY - timedelta(days=1))], [], TODAY).lines[0]
        self.assertTrue(line.past_best)

    @settings(max_examples=200, deadline=None)
    @given(st.lists(st.integers(0, 4), min_size=1, max_size=4), st.lists(st.integers(0, 4), max_size=6), st.integers(0, 9))  # fmt: skip
    def test_reservations_equal_open_plans_and_stock_is_never_negative(self, counts, asks, used):
        items = [seat(n, id=f"i{k}") for k, n in enumerate(counts)]
        eaten = ((NOW + timedelta(hours=1), SEAT.model_copy(update={"amount": used})),)
        rods = [rod(f"r{k}", SEAT.model_copy(update={"amount": n})) for k, n in enumerate(asks)]
        lines = stand(items, [*rods, rod("past", used=eaten)], TODAY).lines
        self.assertTrue(all(x.left >= 0 and x.free >= 0 for x in lines))
        self.assertAlmostEqual(sum(x.spoken_in_all for x in lines), sum(asks))
        self.assertAlmostEqual(sum(x.left for x in lines), max(sum(counts) - used, 0))
        self.assertAlmostEqual(sum(x.short for x in lines), max(sum(asks) - sum(x.left for x in lines), 0))  # fmt: skip
        self.assertAlmostEqual(sum(x.over_used for x in lines), max(used - sum(counts), 0))


class Buying(unittest.TestCase):
    def test_by_seller_whole_tins_with_their_day(self):
        items = [paste(0, holds=100, price="80.00", seller="Netloft", lead_days=7), seat(0)]
        stock = stand(items, [rod("one", Amount(kind="adhesive", name="Slow paste", amount=130), SEAT)], TODAY)  # fmt: skip
        named, nobody = shopping(stock, items, TODAY)
        self.assertEqual((named.seller, nobody.seller), ("Netloft", NOBODY))
        (tins,) = named.things
        self.assertEqual((tins.pieces, str(tins.comes_to), tins.here_on), (2, "160.00", TODAY + timedelta(days=7)))  # fmt: skip
        self.assertEqual((nobody.unpriced, nobody.things[0].rods), (1, ("one",)))


class Drift(unittest.TestCase):
    def test_only_what_work_does_not_change_is_compared_and_taking_it_ends_it(self):
        rod = holm()
        tin, part = rod.handle.adhesives[0], rod.handle.parts[1]
        items = [
            Counted(id="t", shelved=AdhesiveOnShelf(item=tin.model_copy(update={"pot_life_min": 77.0})), stock=1, card=StockCard()),
            Counted(id="p", shelved=PartOnShelf(item=part.model_copy(update={"bore_butt_mm": 3.0, "mass_g": 99.0, "id": "shelf"})), stock=1, card=StockCard()),
        ]  # fmt: skip
        (found,) = departed(rod, items)
        self.assertEqual((found.path, found.to, found.words), (f"handle.adhesives.{tin.id}.pot_life_min", 77.0, "pot life"))  # fmt: skip
        op = Op(act="set", at=tuple(found.path.split(".")), to=found.to)
        after = Build.model_validate(applied(rod.model_dump(mode="json"), [op]))
        self.assertEqual(departed(after, items), ())


class Arriving(unittest.TestCase):
    due = TODAY + timedelta(days=9)

    def test_who_comes_first_has_what_is_there_and_the_rest_wait_for_the_day(self):
        items = [seat(1, on_order=1, due_on=self.due)]
        stock = stand(items, [rod("one", SEAT), rod("two", SEAT)], TODAY)
        (waits,) = awaited(stock, TODAY)
        self.assertEqual((waits.rod, waits.before, waits.arrives_on), ("two", "handle", self.due))
        board = waiting_for(ShopBoard(), {"one", "two"}, (waits,))
        self.assertEqual(board.on_order, (waits,))
        self.assertEqual(waiting_for(ShopBoard(), {"one"}, (waits,)), ShopBoard())

    def test_what_is_late_is_waited_for_from_day_to_day(self):
        items = [seat(0, on_order=1, due_on=TODAY - timedelta(days=3))]
        (waits,) = awaited(stand(items, [rod("one", SEAT)], TODAY), TODAY)
        self.assertEqual(waits.arrives_on, TODAY)

    def test_nobody_waits_for_what_is_there(self):
        items = [seat(2, on_order=1, due_on=self.due)]
        self.assertEqual(awaited(stand(items, [rod("one", SEAT)], TODAY), TODAY), ())


if __name__ == "__main__":
    unittest.main()
