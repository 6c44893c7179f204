"""The demo has a schedule whatever day of the week it is started, with the coats that lie on two of its rods."""

import unittest
from datetime import UTC, datetime, timedelta

from tests.core.schedule.shops import on_one_blank
from wise_spool.core.document.log import fold, live
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.solving import quick
from wise_spool.demo.board import demo_board
from wise_spool.demo.shop import demo_records


def open_rods(now):
    """The demo's rods as the board has them."""
    for r in demo_records(now):
        record = fold(r.log)
        planned = plan(Rod(r.design, r.piece, record)).work.operations
        done = {e.step: e.at for e in live(r.log) if e.step and e.at.year > 1971}
        done |= {o.id: o.done_at for o in planned if o.done_at is not None}
        steps = tuple(o.model_copy(update={"done": o.done or o.stage in record.done}) for o in planned)  # fmt: skip
        yield OpenRod(r.design.name, r.design.name, steps, done)


class TheDemosWeek(unittest.TestCase):
    def test_every_day_of_the_week(self):
        for day in range(7):
            now = datetime(2026, 11, 23, 5 + 2 * day, 10, tzinfo=UTC) + timedelta(days=day)
            with self.subTest(now.strftime("%A %H")):
                rods = list(open_rods(now))
                board = demo_board(now.date(), "UTC", {r.name: r.id for r in rods})
                problem = problem_of(board, rods, begins(now))
                found = quick(problem)
                self.assertIsNotNone(found.schedule)
                self.assertEqual(found.cost.slipped_days, 0)
                self.assertEqual(on_one_blank(problem, found.schedule), set())


if __name__ == "__main__":
    unittest.main()
