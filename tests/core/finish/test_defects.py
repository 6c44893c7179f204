"""The defect guide, complete: every symptom, stage and coat leads to exactly one verdict; defects gate the next coat."""

import itertools
import unittest
from datetime import UTC, datetime

from tests.core.samples import codes, finding, guide, rod
from wise_spool.core.document.bench import BenchDone, Defect
from wise_spool.core.document.finish import CoatLaid, Finish
from wise_spool.core.document.log import LogEntry, fold
from wise_spool.core.finish.defects import (
    COATS,
    STAGES_OF_SET,
    SYMPTOM_WORDS,
    SYMPTOMS,
    coat_word,
    stage_of_set,
    verdict,
)
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

EVERY = list(itertools.product(SYMPTOMS, STAGES_OF_SET, COATS))


class TheGuide(unittest.TestCase):
    def test_every_combination_leads_to_one_verdict_that_names_act_cause_and_remedy(self):
        for symptom, stage, coat in EVERY:
            with self.subTest(symptom=symptom, stage=stage, coat=coat):
                v = verdict(symptom, stage, coat)
                self.assertTrue(
                    v.act.endswith(".") and v.cause.endswith(".") and v.remedy.endswith(".")
                )
                self.assertEqual((v.symptom, v.stage, v.coat), (symptom, stage, coat))
                self.assertEqual(v, verdict(symptom, stage, coat))
        self.assertEqual(set(SYMPTOM_WORDS), set(SYMPTOMS))

    def test_nothing_gelled_is_touched_and_nothing_wet_goes_on_the_list(self):
        """Common practice: what has begun to gel is left until it has set."""
        for symptom, stage, coat in EVERY:
            v = verdict(symptom, stage, coat)
            self.assertEqual(v.wait, stage == "gelled")
            if stage == "wet" and symptom != "nicked_thread":
                self.assertFalse(v.cut_back)

    def test_the_last_coat_is_covered_by_none(self):
        self.assertFalse(
            any(
                verdict(s, t, "last").by_next for s, t in itertools.product(SYMPTOMS, STAGES_OF_SET)
            )
        )
        self.assertTrue(verdict("dry_spots", "set", "first").by_next)

    def test_a_nicked_thread_is_a_repair_of_its_own(self):
        self.assertEqual({s for s, t, c in EVERY if verdict(s, t, c).repair}, {"nicked_thread"})

    def test_how_far_it_has_set_follows_the_clock(self):
        stages = [stage_of_set(m, 25, 300, 480) for m in range(0, 700, 10)]
        self.assertEqual(list(dict.fromkeys(stages)), ["wet", "gelled", "set"])
        self.assertEqual([coat_word(n, 3) for n in (1, 2, 3)], ["first", "later", "last"])
        self.assertEqual(coat_word(1, 1), "last")


class OnTheRod(unittest.TestCase):
    def plan(self, *defects, coats=2):
        of = Rod.of(rod(guide(1, 300), guide(2, 800), finish=Finish(coats=coats)))
        record = of.record.model_copy(update={"bench": BenchDone(defects=defects)})
        return plan(Rod(of.design, of.piece, record))

    def test_what_is_to_be_cut_back_is_listed_and_said_until_it_is_cleared(self):
        crater = Defect(id="d1", symptom="craters", coat=1, place_mm=1700, words="guide 1")
        found = self.plan(crater)
        self.assertEqual(found.finish.to_cut_back, 1)
        self.assertEqual(finding(found, "finish-defect").place.start_mm, 1700)
        cleared = self.plan(crater.model_copy(update={"cleared": True}))
        self.assertEqual(cleared.finish.to_cut_back, 0)
        self.assertNotIn("finish-defect", codes(cleared))

    def test_what_the_next_coat_covers_waits_for_nothing(self):
        found = self.plan(Defect(id="d1", symptom="dry_spots", coat=1))
        self.assertEqual((found.finish.to_cut_back, len(found.finish.defects)), (0, 1))

    def test_a_tick_does_not_open_the_coat_while_the_list_is_open(self):
        """The bench ticked the looking-over off before it was done with the list."""
        at = datetime(2030, 1, 1, 9, tzinfo=UTC)
        crater = Defect(id="d1", symptom="craters", coat=1, place_mm=1700, words="guide 1")
        log = [
            LogEntry(id="c", at=at, coat=CoatLaid(id="c1", mixed_at=at, temperature_c=21)),
            LogEntry(id="t", at=at, step="cut_back:2"),
            LogEntry(id="d", at=at, defect=crater),
        ]
        of = Rod.of(rod(guide(1, 300), guide(2, 800)))
        for cleared in (False, True):
            more = (
                [
                    LogEntry(
                        id="e",
                        at=at.replace(day=2),
                        defect=crater.model_copy(update={"cleared": True}),
                    )
                ]
                if cleared
                else []
            )
            found = plan(Rod(of.design, of.piece, fold([*log, *more])))
            by_id = {o.id: o for o in found.work.operations}
            self.assertEqual(by_id["cut_back:2"].done, cleared)
            self.assertEqual("cut_back:2" in by_id["coat:2"].open_before, not cleared)
            card = next(c for c in found.cards if c.id == "cut_back:2")
            self.assertEqual("guide 1" in card.cues[0], not cleared)
            self.assertEqual(card.title.startswith("Cut back one place"), not cleared)

    def test_a_cut_turn_ruins_what_goes_over_it(self):
        found = self.plan(Defect(id="d1", symptom="nicked_thread", coat=1))
        self.assertEqual(finding(found, "finish-nicked").weight, "ruins")

    def test_it_is_one_thing_of_the_log_and_cleared_by_saying_it_again(self):
        at = datetime(2030, 1, 1, tzinfo=UTC)
        first = LogEntry(id="a1", at=at, defect=Defect(id="d1", symptom="nibs"))
        later = LogEntry(
            id="a2", at=at.replace(day=2), defect=Defect(id="d1", symptom="nibs", cleared=True)
        )
        (kept,) = fold([first, later]).bench.defects
        self.assertTrue(kept.cleared)
