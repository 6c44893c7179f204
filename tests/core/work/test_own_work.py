"""The builder's own steps, wishes for the order and steps left out: followed where nothing physical forbids."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.guides.test_layouts import rod
from wise_spool.core.document.build import apart
from wise_spool.core.document.log import LogEntry, fold
from wise_spool.core.document.work import Ahead, OwnStep, Work
from wise_spool.core.rod import Rod

BUILD = rod()


def worked(work=None, *log):
    build = BUILD if work is None else BUILD.model_copy(update={"work": work})
    design, piece, record = apart(build)
    if log:
        record = fold(log)
    return Rod(design, piece, record).work


def order(plan):
    return [o.id for o in plan.operations]


IDS = order(worked())


class OwnSteps(unittest.TestCase):
    def test_a_step_follows_the_one_it_was_put_behind_and_two_keep_their_order(self):
        own = (OwnStep(words="Ink the number", after="scuff", minutes=4), OwnStep(words="Let it dry", after="scuff"))  # fmt: skip
        plan = worked(Work(own=own))
        at = order(plan).index("scuff")
        self.assertEqual(order(plan)[at + 1 : at + 3], ["own:own1", "own:own2"])
        made = next(o for o in plan.operations if o.id == "own:own1")
        self.assertEqual((made.hands_min, made.after[0].id), (4, "scuff"))

    def test_one_behind_a_step_that_is_gone_stands_at_the_head_of_its_stage(self):
        plan = worked(Work(own=(OwnStep(words="Look it over", after="ream:gone", stage="guides"),)))
        self.assertLess(order(plan).index("own:own1"), order(plan).index("guides"))


class Wishes(unittest.TestCase):
    def test_one_that_nothing_forbids_is_followed(self):
        self.assertLess(IDS.index("guides"), IDS.index("tip_top"))
        plan = worked(Work(ahead=(Ahead(earlier="tip_top", later="guides"),)))
        self.assertLess(order(plan).index("tip_top"), order(plan).index("guides"))
        self.assertEqual(plan.against, ())

    def test_one_that_goes_against_what_must_be_says_why_and_changes_nothing(self):
        plan = worked(Work(ahead=(Ahead(earlier="coat:1", later="guides"),)))
        self.assertEqual(order(plan), IDS)
        self.assertIn("nothing is coated before it is wrapped", plan.against[0])

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.tuples(st.sampled_from(IDS), st.sampled_from(IDS)), max_size=6))
    def test_whatever_is_wished_what_must_come_first_does(self, wished):
        ahead = tuple(Ahead(id=f"a{n}", earlier=a, later=b) for n, (a, b) in enumerate(wished))
        plan = worked(Work(ahead=ahead))
        self.assertEqual(sorted(order(plan)), sorted(IDS))
        place = {i: n for n, i in enumerate(order(plan))}
        for o in worked().operations:
            for first in o.after:
                self.assertLess(place[first.id], place[o.id], (first.id, o.id))


class LeftOut(unittest.TestCase):
    def test_a_step_left_out_frees_what_waits_for_it_and_struck_it_holds_it_again(self):
        skip = LogEntry(
            id="e1", at="2026-03-14T19:00:00Z", skipped={"id": "guides", "why": "on already"}
        )
        open_ = {o.id: o.open_before for o in worked(None, skip).operations}
        self.assertNotIn("guides", open_["line_up"])
        strike = LogEntry(id="e2", at="2026-03-14T19:05:00Z", strikes="e1")
        open_ = {o.id: o.open_before for o in worked(None, skip, strike).operations}
        self.assertIn("guides", open_["line_up"])

    def test_one_that_was_done_is_not_left_out(self):
        skip = LogEntry(
            id="e1", at="2026-03-14T19:00:00Z", skipped={"id": "scuff", "why": "no need"}
        )
        done = LogEntry(id="e2", at="2026-03-14T19:05:00Z", step="scuff")
        scuff = next(o for o in worked(None, skip, done).operations if o.id == "scuff")
        self.assertEqual((scuff.done, scuff.skipped), (True, ""))


if __name__ == "__main__":
    unittest.main()
