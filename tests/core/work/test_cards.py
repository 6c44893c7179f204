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
            whole = [c for c in p.cards if not c.ticks]
            self.assertEqual([c.id for c in whole], [o.id for o in p.work.operations])
            words = {o.id: o.words for o in p.work.operations}
            for card, o in zip(whole, p.work.operations, strict=True):
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
        self.assertEqual(len(card["guides"].cues), 8)
        self.assertIn("→", card["ream:fore"].figure)
        self.assertIn("come home", " ".join(card["ream:fore"].cues))


class WrapByWrap(unittest.TestCase):
    """A card a guide, before the one for all of them."""

    def test_every_wrap_stands_on_one_card_with_its_cues_and_minutes(self):
        for build in SHOP:
            rod = Rod.of(build)
            parts = [c for c in rod.cards if c.ticks]
            if not any(c.id == "guides" for c in rod.cards):
                self.assertFalse(parts)
                continue
            told = " ".join(q for c in parts for q in c.cues)
            for w in rod.wraps.laid:
                self.assertEqual(sum(f"wrap:{w.id}" in c.ticks for c in parts), 1, w.id)
                self.assertIn(f"{w.turns} turns of {w.thread}", told)
            self.assertAlmostEqual(
                sum(c.planned for c in parts), sum(w.planned_min for w in rod.wraps.laid), delta=0.2
            )
            self.assertTrue(all(len(c.cues) <= 24 for c in parts), max(len(c.cues) for c in parts))
            ids = [c.id for c in rod.cards]
            self.assertLess(max(ids.index(c.id) for c in parts), ids.index("guides"))

    def test_done_one_after_another_the_whole_is_done(self):
        build = SHOP[0]
        ticked = ()
        for c in [c for c in Rod.of(build).cards if c.ticks]:
            before = {x.id: x.done for x in Rod.of(build).cards}
            self.assertFalse(before[c.id] or before["guides"])
            ticked += c.ticks
            build = build.model_copy(
                update={
                    "handle": build.handle.model_copy(
                        update={"steps_done": (*SHOP[0].handle.steps_done, *ticked)}
                    )
                }
            )
            self.assertTrue({x.id: x.done for x in Rod.of(build).cards}[c.id])
        self.assertTrue({x.id: x.done for x in Rod.of(build).cards}["guides"])
        self.assertFalse(any(t.endswith(":aligned") for t in ticked), "being in line is seen later")
