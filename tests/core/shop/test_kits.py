"""Kits give parts and their order, never a measurement; words mean something and are found on the rod."""

import unittest

from tests.core.samples import blank, build
from wise_spool.core.document.assumed import all_assumed
from wise_spool.core.document.parts import REAMED, Handle
from wise_spool.core.measure_next import measure_next
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.kits import KITS
from wise_spool.core.shop.words import TRADE_WORDS


class Kits(unittest.TestCase):
    def rod(self, kit):
        return build(blank=blank(), handle=Handle(parts=KITS[kit].parts))

    def test_each_can_be_built_in_some_order(self):
        for name in KITS:
            p = plan(self.rod(name))
            self.assertNotIn("order-contradiction", {f.code for f in p.findings}, name)
            self.assertTrue(p.work.operations, name)

    def test_no_bore_is_claimed_and_each_is_asked_for(self):
        for name, kit in KITS.items():
            self.assertTrue(all(p.bore_butt_mm is None for p in kit.parts), name)
            asked = {m.field for m in measure_next(Rod.of(self.rod(name))) if m.steps is None}
            for part in kit.parts:
                field = "seat.bore_mm" if part.seat else "bore_butt_mm"
                if part.seat or part.kind in REAMED:
                    self.assertIn(f"handle.parts.{part.id}.{field}", asked, name)
            self.assertIn("handle.parts.seat.seat.bore_mm", all_assumed(self.rod(name)))

    def test_the_parts_follow_one_another_butt_first(self):
        for name, kit in KITS.items():
            parts = plan(self.rod(name)).handle.parts
            starts = [p.start_mm for p in parts]
            self.assertEqual(starts, sorted(starts), name)
            self.assertEqual(len({p.id for p in kit.parts}), len(kit.parts))


class Words(unittest.TestCase):
    def test_every_form_leads_to_one_word(self):
        forms = [f.lower() for m in TRADE_WORDS for f in (m.word, *m.also)]
        self.assertEqual(len(forms), len(set(forms)))
        self.assertEqual([m.word for m in TRADE_WORDS], sorted(m.word for m in TRADE_WORDS))

    def test_each_is_said_in_a_whole_sentence(self):
        for m in TRADE_WORDS:
            self.assertRegex(m.says, r"^[A-Z].*[.]$", m.word)
