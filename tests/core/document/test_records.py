"""Three records read as one build, and taken apart again; the log and what it comes to."""

import itertools
import random
import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.any_build import builds
from tests.core.samples import blank, build, grip, guide
from wise_spool.core.document.build import apart, together
from wise_spool.core.document.finish import CoatLaid
from wise_spool.core.document.guides import Guides, StatedAt
from wise_spool.core.document.log import (
    LogEntry,
    Record,
    entries_between,
    fold,
    live,
    record_of,
    subjects,
)
from wise_spool.core.document.parts import DryFit, Handle
from wise_spool.core.document.records import Records
from wise_spool.core.document.rows import Row, numbered

NOON = datetime(2030, 9, 2, 12, 0, tzinfo=UTC)
SOME = settings(max_examples=60, suppress_health_check=list(HealthCheck))


def entry(n, minutes=0, **said):
    return LogEntry(id=f"e{n}", at=NOON + timedelta(minutes=minutes), **said)


class Apart(unittest.TestCase):
    @SOME
    @given(builds)
    def test_apart_and_together_is_the_same_build(self, b):
        self.assertEqual(together(*apart(b)), b)

    @SOME
    @given(builds)
    def test_so_it_is_through_the_log(self, b):
        self.assertEqual(Records.of(b).build, b)

    def test_what_is_wished_says_nothing_of_what_was_measured_or_done(self):
        b = build(
            blank=blank(mass_g=83.25, label_power="marvellous"),
            handle=Handle(parts=(grip(bore=11.37, mass_g=19.75),), steps_done=("scuff",)),
            guides=Guides(train=(guide(1).model_copy(update={"built": StatedAt(datum="butt", distance_mm=907.25)}),)),
            done=("blank",),
        )  # fmt: skip
        design, piece, record = apart(b)
        text = design.model_dump_json()
        for secret in ("83.25", "marvellous", "11.37", "19.75", "scuff", "907.25"):
            self.assertNotIn(secret, text)
        self.assertEqual((piece.blank.mass_g, piece.parts[0].bore_butt_mm), (83.25, 11.37))
        self.assertEqual((record.handle.steps_done, record.done), (("scuff",), ("blank",)))

    def test_bought_sizes_are_wished_and_bored_ones_measured(self):
        check = grip("check", bore=11.8).model_copy(update={"kind": "winding_check"})
        design, piece, _ = apart(build(handle=Handle(parts=(grip(bore=12.0), check))))
        self.assertEqual([p.bore_butt_mm for p in design.handle.parts], [None, 11.8])
        self.assertEqual([p.id for p in piece.parts], ["rear"])


class Rows(unittest.TestCase):
    def test_two_rows_of_one_id_are_refused(self):
        with self.assertRaises(ValueError):
            numbered("r")((Row(id="a"), Row(id="a")))

    def test_a_document_gives_its_rows_ids(self):
        self.assertEqual([r.id for r in blank(n=3).readings], ["r1", "r2", "r3"])


class TheLog(unittest.TestCase):
    def test_an_entry_says_one_thing(self):
        for said in ({}, {"step": "scuff", "stage": "blank"}):
            with self.assertRaises(ValidationError):
                entry(1, **said)

    def test_a_later_entry_about_the_same_counts(self):
        fit = DryFit(id="t1", part_id="rear", short_mm=38)
        log = [entry(1, dry_fit=fit), entry(2, 5, dry_fit=fit.model_copy(update={"short_mm": 12}))]
        self.assertEqual([f.short_mm for f in fold(log).handle.dry_fits], [12])
        self.assertEqual([f.short_mm for f in fold(log[:1]).handle.dry_fits], [38])

    def test_striking_takes_back_and_striking_that_brings_it_again(self):
        log = [entry(1, step="scuff"), entry(2, 1, strikes="e1")]
        self.assertEqual(fold(log).handle.steps_done, ())
        log.append(entry(3, 2, strikes="e2"))
        self.assertEqual(fold(log).handle.steps_done, ("scuff",))

    def test_a_strike_from_a_clock_that_runs_behind_still_strikes(self):
        log = [entry(1, 10, step="scuff"), entry(2, 0, strikes="e1")]
        self.assertEqual(fold(log).handle.steps_done, ())

    def test_struck_superseding_uncovers_what_it_superseded(self):
        fit = DryFit(id="t1", part_id="rear", short_mm=38)
        log = [entry(1, dry_fit=fit), entry(2, 5, dry_fit=fit.model_copy(update={"short_mm": 12})), entry(3, 6, strikes="e2")]  # fmt: skip
        self.assertEqual([f.short_mm for f in fold(log).handle.dry_fits], [38])

    @given(st.randoms(use_true_random=False), st.lists(st.integers(0, 5), max_size=12))
    def test_order_of_arrival_and_repeats_make_no_difference(self, chance: random.Random, kinds):
        log = []
        for n, k in enumerate(kinds):
            said = {"strikes": f"e{chance.randrange(n + 1)}"} if k == 0 and n else {"step": f"s{k}"}
            log.append(entry(n, k, **said))
        shuffled = [*log, *log]
        chance.shuffle(shuffled)
        self.assertEqual(fold(shuffled), fold(log))
        self.assertEqual(live(shuffled), live(log))

    @given(st.data())
    def test_two_devices_merge_to_one_record_whoever_comes_first(self, data):
        steps = st.lists(st.sampled_from(["spine", "scuff", "part:rear"]), max_size=4)
        mine = [entry(f"a{n}", n, step=s) for n, s in enumerate(data.draw(steps))]
        theirs = [entry(f"b{n}", n, step=s) for n, s in enumerate(data.draw(steps))]
        self.assertEqual(fold([*mine, *theirs]), fold([*theirs, *mine]))

    @SOME
    @given(builds, builds)
    def test_the_entries_between_two_records_lead_from_one_to_the_other(self, a, b):
        before, after = apart(a)[2], apart(b)[2]
        log = entries_between(Record(), before, (), named="a", at=NOON)
        self.assertEqual(subjects(fold(log)), subjects(before))
        more = entries_between(before, after, log, named="b", at=NOON + timedelta(hours=1))
        self.assertEqual(subjects(fold([*log, *more])), subjects(after))

    def test_nothing_changed_is_nothing_said(self):
        record = Record(finish={"laid": (CoatLaid(id="c1", mixed_at=NOON, temperature_c=20),)})
        self.assertEqual(entries_between(record, record, (), named="x", at=NOON), [])

    @SOME
    @given(builds)
    def test_a_record_said_by_subject_is_the_record(self, b):
        record = apart(b)[2]
        self.assertEqual(record_of(subjects(record)), record)

    def test_every_pair_of_stages_folds_in_the_order_of_work(self):
        for pair in itertools.permutations(["handle", "blank"]):
            log = [entry(n, n, stage=s) for n, s in enumerate(pair)]
            self.assertEqual(fold(log).done, ("blank", "handle"))


if __name__ == "__main__":
    unittest.main()
