"""What a shop learns of itself: the closed form against numbers, and whether the range holds the truth."""

import unittest
from datetime import UTC, datetime, timedelta

import numpy as np
from pydantic import ValidationError

from wise_spool.core.document.bench import Gauged, Timed, Worked
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.parts import DryFit, TryReckoned
from wise_spool.core.document.repairs import Repair
from wise_spool.core.ground.habits import HABITS
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.learning import (
    PRIOR_SHAPE,
    PRIOR_TIMES,
    learn,
    learned_from,
    learned_scatter,
    learned_signed,
)
from wise_spool.core.shop.lessons import BORE_SPREAD_MM, CLEAR_MM, MINUTES_SPREAD, at_25_c
from wise_spool.demo.shop import ferryman

NOW = datetime(2026, 3, 14, 19, 0, tzinfo=UTC)


def worked(minutes, n=0, kind="ream", of="ream:g"):
    return LogEntry(id=f"{kind}-{n}", at=NOW + timedelta(days=n), worked=Worked(id=of, kind=kind, minutes=minutes))  # fmt: skip


class ClosedForm(unittest.TestCase):
    def test_middle_and_range_are_those_of_the_posterior_by_brute_force(self):
        # Middle and variance of the logarithms on a fine grid, prior times likelihood, summed.
        for seen in ([20.0], [14.0, 17.0, 11.0], [30.0, 41.0, 28.0, 36.0, 33.0, 52.0]):
            y, m0 = np.log(seen), np.log(30.0)
            m = np.linspace(m0 - 4, m0 + 4, 4001)[:, None]
            v = np.exp(np.linspace(-9, 5, 1401))[None, :]
            b0 = MINUTES_SPREAD**2 * (PRIOR_SHAPE - 1)
            log_p = -(PRIOR_SHAPE + 1) * np.log(v) - b0 / v - 0.5 * np.log(v) - PRIOR_TIMES * (m - m0) ** 2 / (2 * v)  # fmt: skip
            for one in y:
                log_p = log_p - 0.5 * np.log(v) - (one - m) ** 2 / (2 * v)
            p = np.exp(log_p - log_p.max()) * v  # the grid is even in log v
            of_m = p.sum(axis=1)
            of_m /= of_m.sum()
            cum = np.cumsum(of_m)
            found = learned_from(seen, 30.0, MINUTES_SPREAD)
            self.assertAlmostEqual(found.middle, float((m[:, 0] * of_m).sum()), delta=2e-3)
            low, high = np.log(found.range())
            self.assertAlmostEqual(low, float(np.interp(0.025, cum, m[:, 0])), delta=0.01)
            self.assertAlmostEqual(high, float(np.interp(0.975, cum, m[:, 0])), delta=0.01)

    def test_with_none_it_is_the_default_and_with_many_it_is_what_was_seen(self):
        self.assertAlmostEqual(learned_from([], 30.0, 0.35).value, 30.0)
        self.assertAlmostEqual(learned_from([12.0] * 400, 30.0, 0.35).value, 12.0, delta=0.1)
        one = learned_from([10.0], 40.0, 0.35).value
        self.assertTrue(10 < one < 20, one)


class Coverage(unittest.TestCase):
    def test_the_range_holds_the_truth_in_90_to_98_of_100_shops(self):
        # Builders differ from the default by half as much again or less, and scatter by 15 to 50 %.
        rng = np.random.default_rng(11)
        for n in (1, 2, 4, 8, 20):
            held, shops = 0, 3000
            for _ in range(shops):
                truth = 30.0 * np.exp(rng.normal(0, 0.5))
                seen = truth * np.exp(rng.normal(0, rng.uniform(0.15, 0.5), n))
                low, high = learned_from(seen, 30.0, MINUTES_SPREAD).range()
                held += low <= truth <= high
            self.assertTrue(0.90 <= held / shops <= 0.98, (n, held / shops))

    def test_so_does_the_range_of_a_signed_quantity_and_of_a_scatter(self):
        rng = np.random.default_rng(12)
        for n in (1, 2, 4, 8, 20):
            signed, scatter, shops = 0, 0, 3000
            for _ in range(shops):
                truth = rng.normal(0, 0.06)
                low, high = learned_signed(truth + rng.normal(0, rng.uniform(0.02, 0.06), n), BORE_SPREAD_MM).span()  # fmt: skip
                signed += low <= truth <= high
                sd = 2.0 * np.exp(rng.normal(0, 0.4))
                looks = rng.normal(0, sd, (2, n))
                _, low, high = learned_scatter(looks[0] - looks[1], 2.0)
                scatter += low <= sd <= high
            self.assertTrue(0.90 <= signed / shops <= 0.98, (n, signed / shops))
            self.assertTrue(0.90 <= scatter / shops <= 0.985, (n, scatter / shops))


def gauged(n=0, **said):
    return LogEntry(id=f"g{n}", at=NOW + timedelta(hours=n), gauged=Gauged(id=f"g{n}", **said))


def only(*entries):
    (found,) = learn(entries)
    return found


class Gauges(unittest.TestCase):
    def test_a_builder_who_follows_what_was_learned_does_not_unteach_it(self):
        # A reamer cuts 0.08 mm wide. The plan reckons with what it knows by then; tries are read with noise.
        rng, falls, reckoned_with, log = np.random.default_rng(5), 0.006, 0.0, []
        for n in range(12):
            planned = 60.0
            short = planned - (0.08 - reckoned_with) / falls + rng.normal(0, 2)
            reckoned = TryReckoned(short_mm=planned, falls=falls, tool="slim reamer", leaves_mm=reckoned_with)  # fmt: skip
            log.append(LogEntry(id=f"d{n}", at=NOW + timedelta(days=n), dry_fit=DryFit(id=f"d{n}", part_id="g", short_mm=short, reckoned=reckoned)))  # fmt: skip
            found = {q.name: q for q in learn(log)}
            reckoned_with = found["bore.slim reamer"].value
        self.assertAlmostEqual(reckoned_with, 0.08, delta=0.015)
        self.assertEqual(found["bore.slim reamer"].habit, "reamer_leaves_mm.slim reamer")
        self.assertEqual(set(found), {"bore.slim reamer"})

    def test_a_try_that_might_come_home_teaches_nothing(self):
        near = TryReckoned(short_mm=CLEAR_MM / 0.006 - 1, falls=0.006, tool="slim reamer")
        fit = DryFit(id="d", part_id="g", short_mm=0, reckoned=near)
        self.assertEqual(learn([LogEntry(id="d", at=NOW, dry_fit=fit)]), ())

    def test_leaving_such_tries_out_keeps_the_mean_true_where_keeping_them_would_not(self):
        # What comes home says "not less": read as nought short, it would pull the reamer narrow.
        rng, falls = np.random.default_rng(6), 0.006
        kept, naive = [], []
        for _ in range(4000):
            planned = rng.uniform(0, 40)
            off = rng.normal(0.05, 0.04)
            short = max(planned - off / falls, 0.0)
            naive.append((planned - short) * falls)
            if planned * falls >= CLEAR_MM:
                kept.append(naive[-1])
        self.assertAlmostEqual(float(np.mean(kept)), 0.05, delta=0.003)
        self.assertLess(float(np.mean(naive)), 0.045)

    def test_tape_thread_cup_and_series_come_to_what_they_stand_in_for(self):
        tape = only(gauged(what="tape", about="0.15 mm", base=3.0, said=2.7))
        self.assertTrue(0.9 < tape.value < 1.0, tape)
        self.assertEqual(tape.habit, "tape_share.0.15 mm")
        thread = only(gauged(what="thread", about="garnet", base=20, said=4.0))
        self.assertAlmostEqual(thread.value, 0.2)
        cup = only(gauged(what="squeeze_out", about="Slow paste", base=2.0, mixed=5.0, said=1.0))
        self.assertEqual((cup.by_default, cup.habit), (HABITS.squeeze_out, "squeeze_out"))
        self.assertTrue(1.5 < cup.value < 2.0, cup)
        coat = only(gauged(what="coat", about="Clear", base=4.0, mixed=5.0, said=3.0, wraps=12))
        self.assertIn("6.0 wraps to the mL", coat.words)
        series = only(gauged(what="series", about="Fjord 8", base=5.0, said=6.0))
        self.assertTrue(1.0 < series.value < 1.2, series)

    def test_hands_on_a_joint_are_learned_over_what_the_plan_had(self):
        log = LogEntry(
            id="w", at=NOW, worked=Worked(id="part:g", kind="part", minutes=12, planned=6)
        )
        self.assertEqual(only(log).habit, "hands_share.part")
        self.assertTrue(1.5 < only(log).value < 2.0)

    def test_minutes_of_a_wrap_are_learned_by_tool_and_size(self):
        def wrapped(tool, minutes):
            return LogEntry(
                id=tool.replace(" ", "").replace(",", "."), at=NOW, worked=Worked(id="wrap:foot:g1:butt", kind="guides", tool=tool, minutes=minutes, planned=10)
            )  # fmt: skip

        found = {q.habit: q.value for q in learn([wrapped("hand bobbin, A", 20), wrapped("powered wrapper, D", 7)])}  # fmt: skip
        self.assertGreater(found["wrap_share.hand bobbin, A"], 1.4)
        self.assertLess(found["wrap_share.powered wrapper, D"], 0.85)
        self.assertEqual(learn([wrapped("thread, garnet", 20)]), (), "no tool it can be of")

    def test_minutes_of_a_repair_are_learned_by_its_kind_and_the_plan_follows(self):
        def mended(n, kind, minutes):
            worked = Worked(id=f"mend:m{n}:x", kind="mend", tool=kind, minutes=minutes, planned=20)
            return LogEntry(id=f"e{n}", at=NOW, worked=worked)

        log = [mended(n, "splint", 40) for n in range(4)] + [mended(9, "seat", 20)]
        found = {q.habit: q.value for q in learn(log)}
        self.assertGreater(found["mend_share.splint"], 1.5)
        self.assertAlmostEqual(found["mend_share.seat"], 1.0, delta=0.1)
        rod = ferryman().model_copy(update={"repairs": (Repair(id="m1", kind="dent"),)})
        for share in (1.0, 2.0):
            card = next(c for c in plan(Rod.of(rod, {"mend_share.dent": share})).cards if c.kind == "mend")  # fmt: skip
            self.assertEqual((card.tool, card.planned), ("dent", 15.0))
            self.assertAlmostEqual(card.minutes, 15 * share)

    def test_a_cup_cannot_hold_more_than_was_mixed_and_a_tape_adds_something(self):
        for said in ({"what": "coat", "mixed": 3, "said": 3}, {"what": "tape", "said": 0}):
            with self.assertRaises(ValidationError):
                Gauged(**said)


class FromTheLog(unittest.TestCase):
    def test_minutes_by_kind_with_how_many_and_where_they_are_used(self):
        log = [worked(m, n) for n, m in enumerate((14.0, 16.0, 11.0, 15.0, 13.0, 17.0, 40.0))]
        (found,) = learn(log)
        self.assertEqual((found.name, found.habit), ("minutes.ream", "operation_min.ream"))
        self.assertEqual(found.by_default, HABITS.operation_min["ream"])
        self.assertIn("your last 6", found.words)
        self.assertTrue(found.low < found.value < found.high)
        kinds = [q.name for q in learn([worked(9, 1, "part"), worked(8, 2)])]
        self.assertEqual(kinds, ["minutes.part", "minutes.ream"])

    def test_a_reset_forgets_what_was_seen_until_then_and_nothing_else(self):
        log = [worked(60, 0), worked(60, 1), worked(10, 3), worked(9, 0, "scuff")]
        found = {q.name: q for q in learn(log, {"minutes.ream": NOW + timedelta(days=2)})}
        self.assertEqual((found["minutes.ream"].n, found["minutes.scuff"].n), (1, 1))

    def test_a_product_timed_cold_and_warm_comes_to_one_time(self):
        warm = at_25_c(30.0, 25.0 + HABITS.doubling_c)
        self.assertAlmostEqual(warm, 60.0)
        timed = [Timed(id="a", product="Slow paste", what="pot life", minutes=m, temperature_c=c) for m, c in ((60, 25), (30, 25 + HABITS.doubling_c))]  # fmt: skip
        (found,) = learn([LogEntry(id=f"t{n}", at=NOW + timedelta(hours=n), timed=t) for n, t in enumerate(timed)])  # fmt: skip
        self.assertAlmostEqual(found.value, 60.0, delta=0.01)
        self.assertIsNone(found.by_default)


if __name__ == "__main__":
    unittest.main()
