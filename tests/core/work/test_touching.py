"""An edit says which done work it touches: where a glued part sits, what a coat was mixed to, what is no more."""

import unittest
from datetime import UTC, datetime

from wise_spool.core.plan import plan
from wise_spool.core.work.touching import touched
from wise_spool.demo.shop import demo_builds

BUILD = demo_builds(datetime(2026, 3, 14, 19, 0, tzinfo=UTC))[0]


def cards(build):
    return plan(build).cards


def moved(by_mm):
    first, *rest = BUILD.handle.parts
    parts = (first.model_copy(update={"gap_before_mm": first.gap_before_mm + by_mm}), *rest)
    return BUILD.model_copy(update={"handle": BUILD.handle.model_copy(update={"parts": parts})})


class Touched(unittest.TestCase):
    def test_parts_that_are_glued_say_where_they_sit_and_where_the_plan_wants_them(self):
        said = touched(cards(BUILD), cards(moved(12.7)), "mm/1")
        glued = [c for c in cards(BUILD) if c.done and c.kind == "part"]
        self.assertGreater(len(glued), 2)
        about = [s for s in said if "is done at" in s]
        self.assertGreaterEqual(len(about), len(glued) - 2)
        self.assertRegex(about[0], r"done at \d+ mm; with this the plan wants it at \d+ mm")

    def test_nothing_is_said_when_nothing_done_is_touched(self):
        renamed = BUILD.model_copy(update={"name": "Another name"})
        self.assertEqual(touched(cards(BUILD), cards(renamed), "mm/1"), [])
        undone = BUILD.model_copy(
            update={"handle": BUILD.handle.model_copy(update={"steps_done": ()})}
        )
        self.assertEqual([s for s in touched(cards(undone), cards(moved(12.7)), "mm/1") if "glue" in s.lower()], [])  # fmt: skip

    def test_a_part_taken_out_after_it_was_glued_is_named(self):
        parts = BUILD.handle.parts[1:]
        without = BUILD.model_copy(
            update={"handle": BUILD.handle.model_copy(update={"parts": parts})}
        )
        said = touched(cards(BUILD), cards(without), "mm/1")
        self.assertTrue(any("is in the plan no more" in s for s in said), said)


if __name__ == "__main__":
    unittest.main()
