"""What a shop learns of itself: the closed form against numbers, and whether the range holds the truth."""

import unittest
from datetime import UTC, datetime, timedelta

import numpy as np

from wise_spool.core.document.bench import Timed, Worked
from wise_spool.core.document.log import LogEntry
from wise_spool.core.ground.habits import HABITS
from wise_spool.core.shop.learning import (
    MINUTES_SPREAD,
    PRIOR_SHAPE,
    PRIOR_TIMES,
    at_25_c,
    learn,
    learned_from,
)

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
