"""The calendar read back by the library that reads everybody's calendars, over the Sunday the clocks change."""

import unittest
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import icalendar

from wise_spool.core.schedule.hours import moment
from wise_spool.exchange.calendar_feed import Event, calendar_of

ZONE = "Europe/Helsinki"
MADE = datetime(2026, 3, 1, tzinfo=UTC)


def events():
    out = []
    for day in (date(2026, 3, 28), date(2026, 3, 29), date(2026, 3, 30)):
        start = moment(day, time(18), ZONE)
        out.append(Event(f"r/coat/{day}", start, start + timedelta(minutes=25), "Skerry; lay coat 2, thin", "Runa"))  # fmt: skip
    return [*out, Event("promise/r", date(2026, 3, 31), date(2026, 4, 1), "Skerry is promised")]


class ReadBack(unittest.TestCase):
    def test_every_event_is_there_at_six_in_the_evening_of_its_day(self):
        calendar = icalendar.Calendar.from_ical(calendar_of(events(), MADE))
        found = list(calendar.walk("VEVENT"))
        self.assertEqual(len(found), 4)
        for e in found[:3]:
            local = e.decoded("dtstart").astimezone(ZoneInfo(ZONE))
            self.assertEqual((local.hour, local.minute), (18, 0))
            self.assertEqual(e.decoded("dtend") - e.decoded("dtstart"), timedelta(minutes=25))
            self.assertEqual(str(e["summary"]), "Skerry; lay coat 2, thin")
        self.assertEqual(found[3].decoded("dtstart"), date(2026, 3, 31))

    def test_an_event_that_moves_keeps_its_name(self):
        one = calendar_of(events(), MADE)
        moved = calendar_of([Event(e.id, e.start + timedelta(days=1), e.end + timedelta(days=1), e.title) for e in events()], MADE)  # fmt: skip
        names = [[str(e["uid"]) for e in icalendar.Calendar.from_ical(c).walk("VEVENT")] for c in (one, moved)]  # fmt: skip
        self.assertEqual(names[0], names[1])
        self.assertEqual(len(set(names[0])), 4)


if __name__ == "__main__":
    unittest.main()
