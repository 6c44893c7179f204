"""Doses against a bench that counts them minute by minute, and the Sunday the clocks change."""

import random
import unittest
from datetime import UTC, date, datetime, time, timedelta

from wise_spool.core.schedule.board import Away, Heated, Hours, Person, Room, ShopBoard
from wise_spool.core.schedule.hours import bench_hours, moment
from wise_spool.core.schedule.model import STEPS, line_of
from wise_spool.core.schedule.warmth import Dose, even, expected, warmth_of

ZONE = "Europe/Helsinki"


def shop(**more):
    evening = tuple(Hours(weekday=d, opens=time(18), closes=time(21)) for d in range(7))
    return ShopBoard(zone=ZONE, people=(Person(id="p", name="P", hours=evening),), weeks=2, **more)


def by_the_minute(room_c_at, start_min, dose):
    """Minutes until a dose is full, added up one by one."""
    full = at = 0.0
    while full < dose.minutes - 1e-6:
        full += 2 ** ((room_c_at(start_min + at) - dose.at_c) / 10.0)
        at += 1
    return start_min + at


class Doses(unittest.TestCase):
    def test_what_is_reckoned_at_once_is_what_is_reckoned_one_by_one(self):
        origin = datetime(2026, 2, 2, 12, 0, tzinfo=UTC)
        board = shop(room=Room(cold_c=11, warm_c=23, settles_h=1.5))
        warmth = warmth_of(board, origin, 600, 5, bench_hours(board, board.people[0], origin))
        for minutes in (5.0, 97.0, 1440.0, 9000.0):
            dose = Dose(minutes, 20.0)
            ends, lasts = warmth.ends(dose), warmth.ends(dose, last=True)
            self.assertGreater(len(ends), 600)
            for t in range(601):
                self.assertEqual(ends[t], warmth.end(t, dose))
                self.assertEqual(lasts[t], warmth.last_within(t, dose))

    def test_the_end_is_that_of_a_count_minute_by_minute(self):
        rng = random.Random(3)
        board = shop(room=Room(cold_c=14, warm_c=22, settles_h=1.5))
        origin = datetime(2026, 2, 2, 12, 0, tzinfo=UTC)
        spans = bench_hours(board, board.people[0], origin)
        warmth = warmth_of(board, origin, 2 * 7 * 288, 5, spans)
        self.assertGreater(float(warmth.room_c.max()), 20.5)

        def room(minute):
            return float(warmth.room_c[int(minute // 5)])

        for _ in range(60):
            start, dose = rng.randint(0, 2500), Dose(rng.uniform(30, 4000), rng.choice((15.0, 21.0, 25.0)))  # fmt: skip
            found = warmth.end(start, dose)
            slow = by_the_minute(room, start * 5, dose)
            self.assertLess(abs(found * 5 - slow), 5 + 1e-6, (start, dose))
            last = warmth.last_within(start, dose)
            self.assertIn(found - last, (0, 1))

    def test_an_even_room_at_the_tins_warmth_takes_the_tins_minutes(self):
        warmth = even(21, 1000, 5)
        self.assertEqual(warmth.end(10, Dose(60)), 22)
        self.assertEqual(even(11, 1000, 5).end(10, Dose(60)), 34)
        self.assertEqual(even(21, 1000, 5).end(-6, Dose(60)), 6)

    def test_what_is_expected_of_the_room_is_its_own_course(self):
        board = shop(room=Room(cold_c=12, warm_c=21, settles_h=1.0))
        origin = datetime(2026, 2, 2, 12, 0, tzinfo=UTC)
        course = dict(expected(board, origin))
        self.assertEqual(len(course), 40)
        self.assertLess(course[3.0], 13)
        self.assertGreater(course[7.0], 19)  # six to nine in the evening there
        self.assertLess(course[16.0], 13)

    def test_a_night_with_the_heater_on_ends_a_wait_sooner(self):
        origin = datetime(2026, 2, 2, 22, 0, tzinfo=UTC)
        night = Heated(start=origin, end=origin + timedelta(hours=10), to_c=21)
        cold = warmth_of(shop(), origin, 4000, 5, [])
        warm = warmth_of(shop(heated=(night,)), origin, 4000, 5, [])
        self.assertLess(warm.end(0, Dose(720)), cold.end(0, Dose(720)) - 24)

    def test_no_line_of_the_model_lets_anything_begin_too_soon(self):
        board = shop()
        origin = datetime(2026, 2, 2, 12, 0, tzinfo=UTC)
        spans = bench_hours(board, board.people[0], origin)
        warmth = warmth_of(board, origin, 4032, 5, spans)
        for first in (72, 360, 648):
            for dose in (Dose(600), Dose(1440), Dose(2900)):
                ends = [warmth.end(first + i, dose) for i in range(37)]
                for above in (True, False):
                    k, c = line_of(ends, first, above=above)
                    off = [(k * (first + i) + c) / STEPS - e for i, e in enumerate(ends)]
                    self.assertTrue(
                        all(x >= -1e-9 for x in off) if above else all(x <= 1e-9 for x in off)
                    )
                    self.assertLess(max(map(abs, off)), 6)


class TheClocksChange(unittest.TestCase):
    def test_an_evening_over_the_change_is_as_long_as_it_is(self):
        # 29 March 2026: 03:00 becomes 04:00 in this zone; 25 October: 04:00 becomes 03:00.
        night = Person(id="n", name="N", hours=(Hours(weekday=6, opens=time(2), closes=time(6)),))
        for origin, hours in ((datetime(2026, 3, 28, tzinfo=UTC), 3), (datetime(2026, 10, 24, tzinfo=UTC), 5)):  # fmt: skip
            (first, *_) = bench_hours(shop(), night, origin)
            self.assertEqual(first.end - first.start, timedelta(hours=hours))
        before = moment(date(2026, 3, 28), time(18), ZONE)
        after = moment(date(2026, 3, 29), time(18), ZONE)
        self.assertEqual(after - before, timedelta(hours=23))

    def test_days_away_are_known_by_their_row_and_hours_now_gone_are_cut(self):
        board = shop(holidays=(Away(id="ice", first=date(2026, 2, 3), last=date(2026, 2, 4)),))
        spans = bench_hours(board, board.people[0], moment(date(2026, 2, 2), time(19), ZONE))
        self.assertEqual(spans[0].end - spans[0].start, timedelta(hours=2))
        self.assertEqual([s.away for s in spans[:4]], ["", "ice", "ice", ""])


if __name__ == "__main__":
    unittest.main()
