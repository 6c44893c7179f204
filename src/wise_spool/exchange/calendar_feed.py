"""The schedule as iCalendar (RFC 5545), by the icalendar library: one event a sitting, in UTC."""

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from icalendar import Calendar
from icalendar import Event as Entry


@dataclass(frozen=True)
class Event:
    """One event; with days in place of moments it lasts all day, its end the day after."""

    id: str
    start: datetime | date
    end: datetime | date
    title: str
    note: str = ""


def calendar_of(events: Sequence[Event], made_at: datetime) -> bytes:
    """The calendar. The same event keeps its name in every edition, so that it is moved and not doubled."""
    calendar = Calendar()
    calendar.add("prodid", "-//Wise Spool//bench//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", "Wise Spool, the bench")
    for e in events:
        entry = Entry()
        entry.add("uid", f"{hashlib.sha256(e.id.encode()).hexdigest()[:32]}@wise-spool")
        entry.add("dtstamp", made_at)
        entry.add("dtstart", e.start)
        entry.add("dtend", e.end)
        entry.add("summary", e.title)
        if e.note:
            entry.add("description", e.note)
        calendar.add_component(entry)
    return bytes(calendar.to_ical())
