"""Bench cards say what the plan says: one an operation, in its order, with the number that matters."""

import unittest
from datetime import UTC, datetime

from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.demo.shop import demo_builds

SHOP = demo_builds(datetime(2026, 3, 14, tzinfo=UTC))


class Cards(unittest.TestCase):
    def test_one_an_operation_in_their_order_done_and_waiting_as_they_are(self):
        for build in SHOP:
            p = plan(build)
            self.assertEqual([c.id for c in p.cards], [o.id for o in p.work.operations])
            words = {o.id: o.words for o in p.work.operations}
            for card, o in zip(p.cards, p.work.operations, strict=True):
                self.assertEqual((card.title, card.done), (o.words, o.done))
                first = words.get(o.open_before[0], "") if o.open_before else ""
                self.assertEqual(card.waits_for, "" if o.done else first)

    def test_every_mix_is_mixed_on_one_card_that_of_its_first_joint(self):
        for build in SHOP:
            p = plan(build)
            mixed = [(m.mix, c.id, m) for c in p.cards for m in c.mixes if c.kind != "coat"]
            self.assertEqual(sorted(mix for mix, *_ in mixed), [f"mix:{m.number}" for m in p.work.glue_up.mixes])  # fmt: skip
            by_mix = {mix: (card, m) for mix, card, m in mixed}
            for mix in p.work.glue_up.mixes:
                card, on_it = by_mix[f"mix:{mix.number}"]
                self.assertEqual(card, f"part:{mix.joints[0].part_id}")
                minutes = {c.what: c.minutes for c in on_it.starts}
                self.assertEqual((minutes["pot life"], minutes["set"]), (mix.pot_life_min, mix.set_min))  # fmt: skip

    def test_a_coat_that_is_not_laid_starts_its_clocks_from_its_card(self):
        p = plan(SHOP[0])
        for coat in p.finish.coats:
            card = next(c for c in p.cards if c.id == f"coat:{coat.number}")
            starts = {k.what: k.minutes for m in card.mixes for k in m.starts}
            if coat.laid:
                self.assertEqual(starts, {})
            else:
                minutes = {k.name: k.minutes for k in coat.clocks}
                self.assertEqual(starts["recoat opens"], minutes["recoat opens"])
                self.assertNotIn("full cure", starts)

    def test_the_number_that_matters_is_the_plan_s(self):
        rod = Rod.of(SHOP[1])
        card = {c.id: c for c in rod.cards}
        rear = next(p for p in rod.handle.parts if p.id == "rear")
        self.assertEqual(card["ream:rear"].figure, f"{rear.butt_face.wanted_mm:.2f} mm → {rear.tip_face.wanted_mm:.2f} mm")  # fmt: skip
        plan_ = next(r for r in rod.handle.reaming if r.part_id == "rear")
        for n, p in enumerate(plan_.passes):
            self.assertIn(f"{p.depth_mm:.0f} mm into the {p.from_face} face", card["ream:rear"].cues[n])  # fmt: skip
        self.assertEqual(card["part:seat"].figure, "170 mm")
        self.assertEqual(card["guides"].figure, "8")
        self.assertTrue(
            all(c.startswith(f"Guide {n}:") for n, c in enumerate(card["guides"].cues[:8], start=1))
        )
        cues = len(rod.wraps.laid) + sum(len(w.cues) for w in rod.wraps.laid)
        self.assertEqual(len(card["guides"].cues), 8 + cues)
        self.assertIn("→", card["ream:fore"].figure)
        self.assertIn("come home", " ".join(card["ream:fore"].cues))
