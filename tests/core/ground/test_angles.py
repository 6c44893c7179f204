"""Clock angles: degrees, hours and sixteenths of a turn name the same places."""

import json
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from wise_spool.core.ground.angles import ClockError, parse_clock_deg

VECTORS = json.loads((Path(__file__).parents[2] / "measures.json").read_text())


class Typed(unittest.TestCase):
    def test_the_vectors_the_interface_is_held_to_as_well(self):
        for text, deg in VECTORS["clock"]:
            self.assertAlmostEqual(parse_clock_deg(text), deg, places=9, msg=text)
        for text in VECTORS["clock_refuse"]:
            with self.assertRaises(ClockError):
                parse_clock_deg(text)

    def test_the_same_place_three_ways(self):
        for text in ("135", "135°", "135.0", "4:30", "4h30", "6/16", "-225"):
            self.assertEqual(parse_clock_deg(text), 135, text)
        for text in ("0", "12:00", "12 o'clock", "16/16", "360", "0/16"):
            self.assertEqual(parse_clock_deg(text), 0, text)
        self.assertEqual(parse_clock_deg("3 o'clock"), 90)
        self.assertEqual(parse_clock_deg("9h"), 270)

    def test_what_is_not_on_the_clock(self):
        for text in ("", "half past", "13:00", "4:75", "17/16", "400", "nan", "1e9"):
            with self.assertRaises(ClockError):
                parse_clock_deg(text)

    @given(st.integers(0, 11), st.integers(0, 59))
    def test_an_hour_is_thirty_degrees(self, hour, minute):
        self.assertAlmostEqual(parse_clock_deg(f"{hour}:{minute:02d}"), hour * 30 + minute / 2)
