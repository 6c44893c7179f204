"""Ended at random moments, the shop has everything it acknowledged, and nothing twice."""

import os
import subprocess
import unittest

from bench import laptop, power_cut
from bench.kills import rounds

from tests.shop import temporary_dir

SEED, ROUNDS = 5, 12
CUTS, ENDS = 3, 8


class Killed(unittest.TestCase):
    def test_twelve_times_nothing_is_lost_and_nothing_doubled(self):
        tally = rounds(ROUNDS, SEED)
        self.assertEqual((tally.rounds, tally.lost, tally.doubled), (ROUNDS, [], []))
        self.assertGreater(tally.acknowledged, 2 * ROUNDS, "hardly anything was sent")
        self.assertGreater(tally.in_doubt, 0, "no kill met anything under way")


class OnALaptop(unittest.TestCase):
    def test_what_is_typed_is_kept_or_still_in_its_field_whatever_ends(self):
        found = laptop.rounds(ENDS, SEED, power=False)
        self.assertEqual((found.lost, found.doubled), ([], []))
        self.assertGreater(len(found.ended), 3, found.ended)
        self.assertGreater(found.became["kept"], ENDS)


def may_mount() -> bool:
    """Whether a disk can be mounted here: by root, where the system lets it."""
    if os.geteuid() != 0:
        return False
    try:
        disk = power_cut.Disk(temporary_dir())
        disk.mount()
    except (OSError, subprocess.CalledProcessError):
        return False
    disk.unmount()
    return True


class SwitchedOff(unittest.TestCase):
    def test_nothing_acknowledged_went_with_the_power(self):
        if not may_mount():
            self.skipTest("no disk can be mounted here")
        tally = power_cut.cuts(CUTS, SEED)
        self.assertEqual((tally.rounds, tally.lost, tally.doubled), (CUTS, [], []))
        self.assertGreater(tally.acknowledged, CUTS)
