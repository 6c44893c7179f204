"""A night worth heating: what is offered is held against laying the weeks out with the heater on."""

import unittest
from datetime import UTC, date, datetime, time, timedelta

from wise_spool.core.ground.operations import Before, Operation, Wait
from wise_spool.core.schedule.board import (
    Forecast,
    Hours,
    Person,
    Room,
    ShopBoard,
    ShopDryer,
)
from wise_spool.core.schedule.laying import problem_of
from wise_spool.core.schedule.offers import warm_nights
from wise_spool.core.schedule.sittings import OpenRod
from wise_spool.core.schedule.warmth import left_alone

MONDAY = datetime(2026, 3, 2, 12, 0, tzinfo=UTC)
EVENINGS = tuple(Hours(weekday=d, opens=time(18), closes=time(21)) for d in range(7))


def shop(**said):
    room = Room(cold_c=9.0, warm_c=21.0, in_hours=False)
    people = (Person(id="p", name="P", hours=EVENINGS),)
    return ShopBoard(zone="UTC", people=people, dryers=(ShopDryer(id="d", name="d", slots=1),), room=room, **said)  # fmt: skip


def glued(minutes=23 * 60.0):
    """A rod whose glue must set before it is handed over the next evening or the one after."""
    wait = Wait(what="sets", least_min=minutes, most_min=None)
    glue = Operation(id="glue", stage="handle", kind="part", words="glue", rank=(0,), hands_min=20.0, wait=wait)  # fmt: skip
    hand = Operation(id="hand", stage="finish", kind="hand_over", words="hand over", rank=(1,), hands_min=10.0, after=(Before(id="glue", why="it must set"),))  # fmt: skip
    return OpenRod("r", "rod", (glue, hand), {})


class WarmNights(unittest.TestCase):
    def test_the_night_after_the_glue_is_offered_and_what_it_gains_holds_when_it_is_heated(self):
        offers = warm_nights(shop(), [glued()], MONDAY)
        self.assertTrue(offers)
        first = offers[0]
        self.assertIn(first.night, (date(2026, 3, 2), date(2026, 3, 3)))
        (rod,) = first.sooner
        self.assertGreaterEqual(rod.usual_at - rod.warm_at, timedelta(days=1))
        room = problem_of(first.board, [glued()], MONDAY).warmth.room_c
        plain = problem_of(shop(), [glued()], MONDAY).warmth.room_c
        heated = room > plain + 5
        self.assertTrue(6 * 12 < heated.sum() < 15 * 12, heated.sum())

    def test_a_night_that_gains_nothing_is_not_offered(self):
        self.assertEqual(warm_nights(shop(), [glued(60.0)], MONDAY), [])

    def test_nothing_to_do_and_nobody_in_offer_nothing(self):
        self.assertEqual(warm_nights(shop(), [], MONDAY), [])
        self.assertEqual(warm_nights(ShopBoard(zone="UTC"), [glued()], MONDAY), [])


class AForecast(unittest.TestCase):
    def test_the_room_left_alone_goes_from_each_low_to_each_high_that_was_said(self):
        board = shop(forecast=(Forecast(id="f", day=date(2026, 3, 3), low_c=4.0, high_c=16.0),))
        course = left_alone(board, MONDAY, 3 * 288, 5)
        at = lambda hours: course[int(hours * 12)]  # noqa: E731
        self.assertAlmostEqual(at(18), 4.0)  # six in the morning of the third
        self.assertAlmostEqual(at(27), 16.0)
        self.assertAlmostEqual(at(22.5), 10.0)
        self.assertAlmostEqual(at(3), 9.0)  # the usual on a day nothing was said of
        self.assertAlmostEqual(at(51), 9.0)

    def test_a_cold_forecast_makes_glue_set_later(self):
        cold = shop(forecast=tuple(Forecast(id=f"f{d}", day=date(2026, 3, d), low_c=2.0, high_c=4.0) for d in range(2, 8)))  # fmt: skip
        ends = [p.warmth.end(0, s.ready or wait) for p in (problem_of(b, [glued()], MONDAY) for b in (shop(), cold)) for s in p.sittings[:1] for wait in [p.sittings[1].after[0].least]]  # fmt: skip
        self.assertGreater(ends[1], ends[0] * 1.2)

    def test_an_afternoon_colder_than_the_night_is_asked_about(self):
        with self.assertRaisesRegex(ValueError, "colder than the night"):
            Forecast(id="f", day=date(2026, 3, 3), low_c=8.0, high_c=4.0)


if __name__ == "__main__":
    unittest.main()
