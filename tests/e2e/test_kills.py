"""Killed at random moments, the shop has everything it acknowledged, and nothing twice."""

import unittest

from bench.kills import rounds

SEED, ROUNDS = 5, 12


class Killed(unittest.TestCase):
    def test_twelve_times_nothing_is_lost_and_nothing_doubled(self):
        tally = rounds(ROUNDS, SEED)
        self.assertEqual((tally.rounds, tally.lost, tally.doubled), (ROUNDS, [], []))
        self.assertGreater(tally.acknowledged, 2 * ROUNDS, "hardly anything was sent")
        self.assertGreater(tally.in_doubt, 0, "no kill met anything under way")
