"""Bench hours as moments: the shop's days in its own zone, laid out over the weeks to come.

Local hours are turned into moments one by one, so that the Sunday the clocks change is as long as it is.
"""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from wise_spool.core.schedule.board import Away, Person, ShopBoard


@dataclass(frozen=True)
class Span:
    """A stretch of time, and of which day it is; ``away`` is the row that closes it, empty when it is open."""

    start: datetime
    end: datetime
    day: date
    person: str = ""
    away: str = ""


def moment(day: date, at: time, zone: str) -> datetime:
    """A local hour of a day as a moment, UTC. An hour the spring change leaves out is the one after it."""
    return datetime.combine(day, at, ZoneInfo(zone)).astimezone(UTC)


def days(board: ShopBoard, origin: datetime) -> list[date]:
    """Every day of the horizon, the shop's own."""
    first = origin.astimezone(ZoneInfo(board.zone)).date()
    return [first + timedelta(days=n) for n in range(board.weeks * 7 + 1)]


def bench_hours(board: ShopBoard, person: Person, origin: datetime) -> list[Span]:
    """Every stretch somebody is in, from ``origin`` on, in order; stretches on days away are marked as such."""
    end = origin + timedelta(weeks=board.weeks)
    out = []
    for day in days(board, origin):
        shut = _away(day, (*board.holidays, *person.away))
        for h in person.hours:
            if h.weekday == day.weekday():
                a = max(moment(day, h.opens, board.zone), origin)
                b = min(moment(day, h.closes, board.zone), end)
                if b > a:
                    out.append(Span(a, b, day, person.id, shut))
    return _joined(sorted(out, key=lambda s: (s.start, s.end)))


def sun_hours(board: ShopBoard, origin: datetime) -> list[Span]:
    """When the sun can set a resin."""
    out = []
    for day in days(board, origin):
        a, b = moment(day, board.sun_from, board.zone), moment(day, board.sun_to, board.zone)
        if b > max(a, origin):
            out.append(Span(max(a, origin), b, day))
    return out


def _away(day: date, away: tuple[Away, ...]) -> str:
    return next((a.id for a in away if a.first <= day <= a.last), "")


def _joined(spans: list[Span]) -> list[Span]:
    """Stretches that touch or overlap are one."""
    out: list[Span] = []
    for s in spans:
        if out and s.start <= out[-1].end and s.away == out[-1].away and s.day == out[-1].day:
            out[-1] = Span(out[-1].start, max(out[-1].end, s.end), s.day, s.person, s.away)
        else:
            out.append(s)
    return out
