"""Wet colour: bounded by what it mixes, monotone, and beaten by what was seen."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from wise_spool.core.document.wraps import Thread
from wise_spool.core.wraps.thread import used
from wise_spool.core.wraps.wet import lets_through, linear, srgb, wet_colour

CHANNEL = st.integers(0, 255)
COLOUR = st.tuples(CHANNEL, CHANNEL, CHANNEL).map(lambda c: "#{:02x}{:02x}{:02x}".format(*c))


def thread(**said):
    return used(Thread.model_validate({"id": "t", "name": "t", **said}))


class Wet(unittest.TestCase):
    @given(COLOUR, COLOUR)
    def test_it_lies_between_thread_and_ground(self, colour, ground):
        seen = linear(wet_colour(thread(colour=colour), ground).wet)
        for a, b, c in zip(linear(colour), linear(ground), seen, strict=True):
            self.assertTrue(min(a, b) - 0.01 <= c <= max(a, b) + 0.01)

    @given(COLOUR)
    def test_there_and_back_is_the_same_colour(self, colour):
        self.assertEqual(srgb(linear(colour)), colour)

    def test_a_darker_ground_never_makes_it_lighter(self):
        greys = [
            wet_colour(thread(colour="#a33a46"), f"#{v:02x}{v:02x}{v:02x}").wet
            for v in range(0, 256, 15)
        ]
        reds = [linear(g)[0] for g in greys]
        self.assertEqual(reds, sorted(reds))

    def test_preserver_and_colour_fast_thread_keep_their_colour_better(self):
        black = "#101010"
        plain, kept = wet_colour(thread(), black), wet_colour(thread(kind="colour_fast"), black)
        self.assertLess(linear(plain.wet)[0], linear(plain.preserved)[0])
        self.assertLess(linear(plain.wet)[0], linear(kept.wet)[0])
        self.assertEqual(wet_colour(thread(kind="metallic"), black).wet, thread().colour)

    def test_thicker_thread_lets_less_through(self):
        self.assertLess(
            lets_through("plain", 0.23, preserver=False),
            lets_through("plain", 0.15, preserver=False),
        )

    def test_what_a_test_wrap_showed_beats_the_model(self):
        seen = wet_colour(thread(wet="#5a2a10"), "#101010")
        self.assertEqual((seen.wet, seen.measured), ("#5a2a10", True))
