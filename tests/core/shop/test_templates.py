"""A rod that starts from an earlier one as it was built, and a rod that came back."""

import unittest
from datetime import UTC, datetime, timedelta

from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.records import Records
from wise_spool.core.rod import Rod
from wise_spool.core.shop.templates import as_built, come_back, from_an_earlier
from wise_spool.demo.shop import demo_builds

NOW = datetime(2030, 9, 2, 18, 0, tzinfo=UTC)


def earlier():
    """Skerry with one guide built 7 mm off its mark and three coats on."""
    base = Records.of(demo_builds(NOW)[0], NOW)
    guide = base.design.guides.train[2].id
    planned = {
        g.id: g.from_tip_ring_mm for g in Rod(base.design, base.piece, base.record).guides.placed
    }
    at = planned[guide] + 7.0
    said = [
        LogEntry(id="b1", at=NOW, built={"id": guide, "at": {"datum": "tip_top_ring", "distance_mm": at}})
    ]  # fmt: skip
    said += [LogEntry(id=f"c{n}", at=NOW + timedelta(days=n), coat={"id": f"c{n}", "mixed_at": NOW + timedelta(days=n), "temperature_c": 21}) for n in (1, 2, 3)]  # fmt: skip
    return Records(design=base.design, piece=base.piece, log=(*base.log, *said)), guide, at


class FromAnEarlier(unittest.TestCase):
    def test_guides_stand_where_they_were_built_and_nothing_else_moves(self):
        records, guide, at = earlier()
        before = {
            g.id: g.from_tip_ring_mm
            for g in Rod(records.design, records.piece, records.record).guides.placed
        }
        fresh = Rod(from_an_earlier(records, "Next"), records.piece)
        after = {g.id: g.from_tip_ring_mm for g in fresh.guides.placed}
        self.assertAlmostEqual(after[guide], at, delta=0.8)  # to the rule
        for one, was in before.items():
            self.assertAlmostEqual(after[one], was, delta=1.6, msg=one)

    def test_what_is_one_rod_s_own_stays_behind(self):
        records, _, _ = earlier()
        fresh = from_an_earlier(records, "Next")
        self.assertEqual((fresh.name, fresh.client, fresh.number, fresh.batch), ("Next", "", "", ""))  # fmt: skip
        self.assertEqual(as_built(records).finish.coats, 3)
        self.assertEqual(fresh.brief.what, records.design.brief.what)


class CameBack(unittest.TestCase):
    def test_it_is_this_very_rod_with_everything_on(self):
        records, _, _ = earlier()
        back = come_back(records, "Repair: Skerry")
        rod = Rod(back.design, back.piece, back.record)
        was = Rod(records.design, records.piece, records.record)
        self.assertEqual(rod.stiffness, was.stiffness)
        self.assertTrue(all(p.on_rod for p in rod.build.handle.parts))
        self.assertTrue(rod.build.handle.guides_on)
        self.assertEqual(back.log, ())
        self.assertFalse([o for o in rod.work.operations if o.kind in ("ream", "guides") and not o.done])  # fmt: skip


if __name__ == "__main__":
    unittest.main()
