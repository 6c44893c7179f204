"""After the hand-over: what is due, whom a day on the water speaks to, what held."""

import unittest
from datetime import UTC, date, datetime, timedelta

import numpy as np

from wise_spool.core.document.bench import Answer, BenchDone, FieldNote, FollowUp
from wise_spool.core.document.design import Brief
from wise_spool.core.document.log import LogEntry
from wise_spool.core.shop.afterwards import advice, due
from wise_spool.core.shop.learning import held_range, learn

NOW = datetime(2026, 3, 14, 19, 0, tzinfo=UTC)


class Due(unittest.TestCase):
    def test_from_its_day_on_until_it_is_answered(self):
        asked = [FollowUp(id=i, ask="Does it hold?", due_on=date(2026, 3, d)) for i, d in (("b", 14), ("a", 2), ("c", 15))]  # fmt: skip
        bench = BenchDone(follow_ups=tuple(asked), answers=())
        self.assertEqual([f.id for f in due(bench, date(2026, 3, 14))], ["a", "b"])
        answered = bench.model_copy(
            update={"answers": (Answer(id="a", held=None, words="not seen"),)}
        )
        self.assertEqual([f.id for f in due(answered, date(2026, 3, 14))], ["b"])


class AdviceToTheNext(unittest.TestCase):
    def test_the_same_person_first_then_the_same_use_of_the_same_kind(self):
        note = FieldNote(id="f", where="outer skerries", could_not="lift them over the weed")
        days = [
            ("Perch", "Somebody", Brief(rod_type="casting", what="pike"), note),
            ("Skerry", "", Brief(rod_type="spinning", what="sea trout from the skerries"), note),
            ("Old one", " ida ", Brief(rod_type="fly", what="char"), note),
        ]
        found = advice("Ida", Brief(rod_type="spinning", what="trout off the skerries"), days)
        self.assertEqual([a.rod for a in found], ["Old one", "Skerry"])
        self.assertIn("skerries", found[1].why)
        self.assertEqual(advice("", Brief(rod_type="spinning"), days), [])


class Held(unittest.TestCase):
    def test_answers_of_one_product_come_to_a_share_each_asked_once(self):
        log = [LogEntry(id=f"f{n}", at=NOW, follow_up=FollowUp(id=f"q{n}", product="New glue", ask="?", due_on=NOW.date())) for n in range(4)]  # fmt: skip
        log += [LogEntry(id=f"a{n}", at=NOW + timedelta(days=n + 1), answer=Answer(id=f"q{n}", held=n != 2)) for n in range(4)]  # fmt: skip
        log.append(
            LogEntry(id="again", at=NOW + timedelta(days=9), answer=Answer(id="q2", held=True))
        )
        (found,) = learn(log)
        self.assertEqual((found.n, found.value, found.words), (4, 100.0, "4 of 4 held"))

    def test_its_range_holds_the_truth(self):
        rng = np.random.default_rng(5)
        truths = rng.uniform(0.05, 0.95, 4000)
        for n in (3, 8, 20):
            well = rng.binomial(n, truths)
            held = np.mean([a <= p <= b for p, (a, b) in zip(truths, (held_range(int(w), n) for w in well), strict=True)])  # fmt: skip
            self.assertTrue(0.90 <= held <= 0.98, (n, held))


if __name__ == "__main__":
    unittest.main()
