"""Routes of the board: the shop's time, the schedule of all open rods, what if, and the calendar of it."""

import secrets
from datetime import UTC, date, datetime, time, timedelta
from typing import Annotated
from zoneinfo import ZoneInfo

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import InShop, Shop
from wise_spool.api.downloads import attached
from wise_spool.api.scheduler import MOST_SEARCHED, Laid
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.schedule.board import Promise, ShopBoard
from wise_spool.core.schedule.costing import due_of, opens_at, ready_at, ready_of
from wise_spool.core.schedule.dryers import turns
from wise_spool.core.schedule.hours import days, moment
from wise_spool.core.schedule.offers import Offer, warm_nights
from wise_spool.core.schedule.problem import Problem, Schedule, Sitting
from wise_spool.core.schedule.relief import Clash, clashes
from wise_spool.core.schedule.solving import Standing
from wise_spool.core.schedule.why import Why, why
from wise_spool.exchange.calendar_feed import Event, calendar_of
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.today_sheet import TodayLine, today_sheet
from wise_spool.store.timetable import Tried

routes = APIRouter(prefix="/api/board")
feed = APIRouter(prefix="/calendar")


class SittingPlaced(BaseModel):
    """A sitting on the board. ``waits_for`` is the one it waits for longest, ``ready_at`` when what it leaves behind
    may be handled."""

    id: str
    rod: str
    rod_name: str
    kind: str
    words: str
    start: datetime
    end: datetime
    person: str
    follows: str
    pinned: bool
    waits_for: str
    ready_at: datetime | None


class RodOnBoard(BaseModel):
    """A rod on the board: what was said of it, when it is ready by this schedule, how many whole days that leaves to
    spare and how many are wanted in hand; none where nothing was promised."""

    id: str
    name: str
    said: Promise
    ready_at: datetime | None
    due_at: datetime | None
    late_days: int
    spare_days: int | None
    wanted_days: int | None


class SessionOpen(BaseModel):
    """Bench hours of somebody."""

    person: str
    start: datetime
    end: datetime
    away: bool


class TurnShown(BaseModel):
    """A rod turning on a dryer's place."""

    dryer: str
    place: int
    rod: str
    start: datetime
    end: datetime
    sitting: str


class DayShown(BaseModel):
    """A day of the shop: its midnights, and when its night ends and begins."""

    day: date
    start: datetime
    dawn: datetime
    dusk: datetime
    end: datetime


class Degrees(BaseModel):
    """The room at a moment."""

    at: datetime
    room_c: float


class Costs(BaseModel):
    """What a schedule comes to, in the order of the aims."""

    slipped_days: int
    trip_days: int
    sessions: int
    waiting_h: int
    moved: int
    ready_days: int
    short_days: int = 0


class Trying(BaseModel):
    """A what-if beside today's plan; ``costs`` are none while it is worked on, ``nowhere`` when it has no schedule."""

    name: str
    costs: Costs | None
    ready: dict[str, datetime]
    nowhere: bool


class BoardState(BaseModel):
    """The board, the schedule that holds and how good it is known to be: ``gap`` is the share it may lie above the
    best there is, none while nothing is proven. ``searched`` when it is not too much to look
    for a better one, ``clashes_sure`` when each clash was shown to be needed for the others."""

    board: ShopBoard
    now: datetime
    origin: datetime
    until: datetime
    of: str
    made_at: datetime
    standing: Standing
    solving: bool
    searched: bool
    trouble: str
    points: int | None
    bound: int | None
    gap: float | None
    costs: Costs | None
    listed: Costs | None
    sittings: list[SittingPlaced]
    rods: list[RodOnBoard]
    sessions: list[SessionOpen]
    turning: list[TurnShown]
    days: list[DayShown]
    room: list[Degrees]
    clashes: list[Clash]
    clashes_sure: bool
    trying: list[Trying]
    feed: str


class WhatIf(BaseModel):
    """Another board to try, and a rod to leave out."""

    model_config = ConfigDict(extra="forbid")

    name: Annotated[str, Field(min_length=1, max_length=80)]
    board: ShopBoard
    without: str = ""


class WhyHere(BaseModel):
    """Why a sitting is where it is, and what would make it earlier."""

    cause: str
    words: str
    until: datetime
    other: str
    earlier: str


@routes.get("")
def state(shop: InShop, calm: bool = False) -> BoardState:
    """The board as it stands; who is ``calm`` does not have a better one looked for."""
    return state_of(shop, calm=calm)


@routes.put("")
def say(board: ShopBoard, shop: InShop) -> BoardState:
    """Say anew what the shop's time is like; the schedule follows."""
    shop.timetable.say(board)
    shop.bell.board()
    return state_of(shop)


@routes.patch("")
def say_over(was: ShopBoard, said: ShopBoard, shop: InShop) -> BoardState:
    """Change the board.

    What others changed since ``was`` stays; the same place changed by both is refused.
    """
    shop.timetable.say_over(was, said)
    shop.bell.board()
    return state_of(shop)


@routes.post("/solve")
def solve(shop: InShop) -> BoardState:
    """Look for a better schedule."""
    shop.scheduler.solve()
    return state_of(shop)


@routes.delete("/solve")
def cancel(shop: InShop) -> BoardState:
    """Stop looking; the best so far stays."""
    shop.scheduler.cancel()
    return state_of(shop)


@routes.post("/what-if", status_code=202)
def what_if(asked: WhatIf, shop: InShop) -> None:
    """Try another board beside this one."""
    shop.scheduler.what_if(asked.name, asked.board, asked.without)


@routes.delete("/what-if")
def forget_trials(shop: InShop) -> BoardState:
    """Put what was tried away."""
    shop.timetable.forget_tried()
    return state_of(shop)


@routes.get("/why")
def why_here(sitting: Annotated[str, Query(max_length=300)], shop: InShop) -> WhyHere:
    """What binds one sitting. Raises :class:`NotThereError` for one that is not on the board."""
    laid, _, schedule = shop.scheduler.now(calm=True)
    if sitting not in laid.problem.by_id or sitting not in schedule:
        raise NotThereError("That is not on the board any more.")
    return _why(laid.problem, why(laid.problem, schedule, sitting))


@routes.get("/offers")
def offers(shop: InShop) -> list[Offer]:
    """Nights worth heating, the most gained first, three at most; by the list rule."""
    laid = shop.scheduler.laid()
    return warm_nights(laid.board, laid.rods, laid.problem.origin)[:3]


@routes.post("/feed")
def new_feed(shop: InShop) -> BoardState:
    """Give the calendar another address; the old one leads nowhere from now on."""
    shop.timetable.feed(fresh=True)
    return state_of(shop)


@routes.get("/calendar.ics")
def calendar_file(shop: InShop) -> Response:
    """The schedule as an iCalendar file."""
    return attached(calendar_bytes(shop), "text/calendar; charset=utf-8", "wise-spool.ics")


@routes.get("/today.pdf")
def today_pdf(
    shop: InShop, days: Annotated[int, Query(ge=1, le=14)] = 1, paper: PaperName = "a4"
) -> Response:
    """The list of today, or of so many days, to hang up."""
    laid, _, schedule = shop.scheduler.now(calm=True)
    zone = ZoneInfo(laid.board.zone)
    first = datetime.now(zone).date()
    lines = [
        _line(laid, s, schedule, zone)
        for s in _in_order(laid.problem, schedule)
        if first
        <= laid.problem.at(schedule[s.id].start).astimezone(zone).date()
        < first + timedelta(days=days)
    ]
    return attached(
        shop.press.print(today_sheet, first, days, lines, paper),
        "application/pdf",
        f"bench-{first:%Y-%m-%d}.pdf",
    )


@feed.get("/{secret}.ics", include_in_schema=False)
def calendar_feed(secret: str, shop: InShop) -> Response:
    """The schedule for a calendar that subscribes to it; whoever has the address may read it."""
    if not secrets.compare_digest(secret.encode(), shop.timetable.feed().encode()):
        raise NotThereError("There is no calendar at this address.")
    return Response(calendar_bytes(shop), media_type="text/calendar; charset=utf-8")


def state_of(shop: Shop, *, calm: bool = False) -> BoardState:
    """Everything the board shows."""
    laid, timetable, schedule = shop.scheduler.now(calm=calm)
    problem, board = laid.problem, laid.board
    placed = _in_order(problem, schedule)
    whole = len(placed) == len(problem.sittings)
    costs = Costs.model_validate(timetable.cost) if timetable.cost else None
    gap = None
    if timetable.points is not None and timetable.bound is not None:
        gap = max(timetable.points - timetable.bound, 0) / max(timetable.bound, 1)
    conflict = timetable.conflict if timetable.of == laid.of else None
    found = [] if conflict is None else clashes(problem, board, conflict)
    return BoardState(
        board=board, now=datetime.now(UTC), origin=problem.origin, until=problem.at(problem.ticks), of=laid.of,
        made_at=timetable.made_at, standing=timetable.standing, solving=shop.scheduler.solving, searched=len(problem.sittings) <= MOST_SEARCHED, trouble=timetable.trouble,
        points=timetable.points, bound=timetable.bound, gap=gap, costs=costs if whole else None,
        listed=Costs.model_validate(timetable.listed) if timetable.listed else None,
        sittings=[_placed(problem, s, schedule, laid.names) for s in placed],
        rods=[_rod(laid, r.id, r.name, schedule) for r in laid.rods],
        sessions=[SessionOpen(person=w.person, start=problem.at(w.a), end=problem.at(w.b), away=bool(w.away)) for w in problem.windows],
        turning=[TurnShown(dryer=t.dryer, place=t.place, rod=laid.names.get(t.rod, t.rod), start=problem.at(t.a), end=problem.at(t.b), sitting=t.sitting) for t in turns(problem, schedule, board)],
        days=_days(board, problem), room=_room(problem), clashes=found, clashes_sure=conflict is not None and conflict.sure,
        trying=[_trying(t) for t in shop.timetable.tried()], feed=f"/calendar/{shop.timetable.feed()}.ics",
    )  # fmt: skip


def _in_order(problem: Problem, schedule: Schedule) -> list[Sitting]:
    mine = [s for s in problem.sittings if s.id in schedule]
    return sorted(mine, key=lambda s: (schedule[s.id].start, s.id))


def _placed(
    problem: Problem, s: Sitting, schedule: Schedule, names: dict[str, str]
) -> SittingPlaced:
    p = schedule[s.id]
    firsts = [x for x in s.after if x.first in schedule]
    last = max(
        firsts, key=lambda x: opens_at(problem, schedule[x.first], x.first, s.id), default=None
    )
    return SittingPlaced(
        id=s.id, rod=s.rod, rod_name=names.get(s.rod, ""), kind=s.kind, words=s.words,
        start=problem.at(p.start), end=problem.at(p.end), person=p.person, follows=p.follows, pinned=s.pinned is not None,
        waits_for="" if last is None else last.first,
        ready_at=None if s.ready is None else problem.at(ready_of(problem, s, p)),
    )  # fmt: skip


def _rod(laid: Laid, rod: str, name: str, schedule: Schedule) -> RodOnBoard:
    due = due_of(laid.problem, rod)
    ready = ready_at(laid.problem, schedule, rod)
    late = 0
    if due is not None and due.at is not None and ready is not None and ready > due.at:
        late = -(-(ready - due.at) * laid.problem.tick_min // (24 * 60))
    at, day = laid.problem.at, 24 * 60 // laid.problem.tick_min
    spare = wanted = None
    if due is not None and due.at is not None and ready is not None:
        spare, wanted = max(due.at - ready, 0) // day, due.in_hand // day
    return RodOnBoard(
        id=rod, name=name, said=laid.board.promise(rod), ready_at=None if ready is None else at(ready),
        due_at=None if due is None or due.at is None else at(due.at), late_days=late, spare_days=spare, wanted_days=wanted,
    )  # fmt: skip


def _days(board: ShopBoard, problem: Problem) -> list[DayShown]:
    zone = board.zone
    return [
        DayShown(
            day=d, start=moment(d, time(0), zone), dawn=moment(d, time(7), zone), dusk=moment(d, time(22), zone),
            end=moment(d + timedelta(days=1), time(0), zone),
        )
        for d in days(board, problem.origin)
    ]  # fmt: skip


def _room(problem: Problem) -> list[Degrees]:
    hour = 60 // problem.tick_min
    course = problem.warmth.room_c[: problem.ticks : hour]
    return [
        Degrees(at=problem.at(n * hour), room_c=round(float(c), 1)) for n, c in enumerate(course)
    ]


def _why(problem: Problem, w: Why) -> WhyHere:
    return WhyHere(
        cause=w.cause, words=w.words, until=problem.at(w.until), other=w.other, earlier=w.earlier
    )


def _trying(t: Tried) -> Trying:
    costs = None if t.cost is None else Costs.model_validate(t.cost)
    return Trying(name=t.name, costs=costs, ready=t.ready, nowhere=t.nowhere)


def _line(laid: Laid, s: Sitting, schedule: Schedule, zone: ZoneInfo) -> TodayLine:
    p, problem = schedule[s.id], laid.problem
    ready = None if s.ready is None else problem.at(ready_of(problem, s, p)).astimezone(zone)
    return TodayLine(
        start=problem.at(p.start).astimezone(zone), end=problem.at(p.end).astimezone(zone), who=laid.people.get(p.person, ""),
        rod=laid.names.get(s.rod, ""), words=s.words, then=ready,
    )  # fmt: skip


def calendar_bytes(shop: Shop) -> bytes:
    """The schedule as iCalendar."""
    laid, timetable, schedule = shop.scheduler.now(calm=True)
    problem = laid.problem
    events = [
        Event(
            id=s.id, start=problem.at(schedule[s.id].start), end=problem.at(schedule[s.id].end),
            title=f"{laid.names.get(s.rod, '')}: {s.words}", note=laid.people.get(schedule[s.id].person, ""),
        )
        for s in _in_order(problem, schedule)
    ]  # fmt: skip
    for rod in laid.rods:
        said = laid.board.promise(rod.id)
        if said.promised_on is not None:
            events.append(Event(id=f"promise/{rod.id}", start=said.promised_on, end=said.promised_on + timedelta(days=1), title=f"{rod.name} is promised"))  # fmt: skip
    return calendar_of(events, timetable.made_at)
