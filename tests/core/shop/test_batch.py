"""Rods alike: one design, each its own piece and log."""

import unittest

from tests.core.guides.test_layouts import rod as layout_rod
from tests.core.samples import grip, seat
from wise_spool.core.document.build import apart
from wise_spool.core.document.guides import StatedAt
from wise_spool.core.document.log import Record
from wise_spool.core.document.parts import Handle
from wise_spool.core.document.piece import Piece
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.batch import alike, copied, departs, deviations, same_marks, unmeasured


def design_of(build):
    return apart(build)[0]


class Alike(unittest.TestCase):
    def test_one_layout_for_all(self):
        made = alike(design_of(layout_rod()), 3, "three alike")
        stations = {tuple(g.marked_mm for g in plan(Rod(d)).guides.placed) for d in made}
        self.assertEqual((len(made), len(stations)), (3, 1))
        self.assertEqual({d.batch for d in made}, {"three alike"})
        self.assertEqual(len({d.name for d in made}), 3)

    def test_a_copy_knows_nothing_of_another_rod(self):
        build = layout_rod().model_copy(
            update={"handle": Handle(parts=(grip(bore=12.4, mass_g=30), seat()), steps_done=("spine",)),
                    "done": ("blank",), "number": "N-7"}
        )  # fmt: skip
        fresh = Rod(copied(design_of(build), "Another"))
        self.assertEqual((fresh.piece, fresh.record), (Piece(), Record()))
        self.assertEqual(fresh.build.blank.readings, ())
        self.assertIsNone(fresh.build.handle.parts[0].bore_butt_mm)
        self.assertIsNone(fresh.build.handle.parts[0].mass_g)
        self.assertEqual((fresh.build.done, fresh.build.number), ((), ""))
        self.assertEqual(fresh.build.handle.parts[1].seat, build.handle.parts[1].seat)

    def test_a_batch_of_one_or_a_hundred(self):
        for n in (1, 100):
            with self.assertRaises(ValueError):
                alike(design_of(layout_rod()), n, "x")


class AsBuilt(unittest.TestCase):
    def test_deviations(self):
        b = layout_rod()
        first = b.guides.train[0]
        planned = plan(b).guides.placed[0].from_tip_ring_mm
        moved = first.model_copy(
            update={"built": StatedAt(datum="tip_top_ring", distance_mm=planned + 25.4 / 4)}
        )
        guides = b.guides.model_copy(update={"train": (moved, *b.guides.train[1:])})
        off = deviations(Rod.of(b.model_copy(update={"guides": guides})))
        self.assertAlmostEqual(off[0].off_mm, 25.4 / 4, places=1)
        self.assertTrue(all(d.off_mm is None for d in off[1:]))

    def test_a_stick_is_true_only_where_every_mark_is(self):
        one = layout_rod()
        longer = one.handle.parts[0].model_copy(update={"length_mm": 125, "gap_before_mm": 15.0})
        other = one.model_copy(update={"handle": Handle(parts=(longer,))})
        self.assertEqual(same_marks([Rod.of(one), Rod.of(one), Rod.of(other)]), [True, True, False])
        self.assertEqual(departs(design_of(one), design_of(other)), ("handle",))

    def test_what_is_not_measured_yet_is_said(self):
        build = layout_rod().model_copy(update={"handle": Handle(parts=(grip(bore=12.4), seat()))})
        design, piece, _ = apart(build)
        self.assertNotIn("the blank's diameters", unmeasured(piece, design))
        self.assertEqual(
            unmeasured(Piece(), design),
            ("the blank's diameters", "a bend under a weight", "where it rests", "the bores of its grips"),
        )  # fmt: skip


if __name__ == "__main__":
    unittest.main()
