"""The board: what a shop says of its own time. Who is in when, what dries and turns, how warm it is, what was promised.

Days and hours are the shop's own, in its time zone; moments are kept with their offset.
"""

import zoneinfo
from datetime import date, time
from typing import Annotated

from pydantic import AfterValidator, AwareDatetime, Field, model_validator

from wise_spool.core.document.meanwhile import both_said
from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Celsius, Words
from wise_spool.core.ground.frozen import Frozen

Weekday = Annotated[int, Field(ge=0, le=6)]
RodKey = Annotated[str, Field(min_length=1, max_length=60)]
JobKey = Annotated[str, Field(min_length=1, max_length=200)]


def _a_zone(name: str) -> str:
    if name not in zoneinfo.available_timezones():
        raise ValueError(
            f"“{name}” is no time zone that is known here, such as UTC or Europe/Lisbon"
        )
    return name


class Hours(Row):
    """Bench hours on one day of the week, Monday being 0."""

    weekday: Weekday
    opens: time
    closes: time

    @model_validator(mode="after")
    def _opens_first(self) -> "Hours":
        if self.closes <= self.opens:
            raise ValueError("the bench closes before it opens; past midnight is a day of its own")
        return self


class Away(Row):
    """Days nobody, or one person, is in; both days are away."""

    first: date
    last: date
    why: Words = ""

    @model_validator(mode="after")
    def _in_order(self) -> "Away":
        if self.last < self.first:
            raise ValueError("the last day away is before the first")
        return self


class Person(Row):
    """Somebody at the bench."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    hours: Annotated[tuple[Hours, ...], Field(max_length=28), AfterValidator(numbered("h"))] = ()
    away: Annotated[tuple[Away, ...], Field(max_length=60), AfterValidator(numbered("w"))] = ()


class ShopDryer(Row):
    """A dryer and how many rods it turns at once; none while it is broken."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    slots: Annotated[int, Field(ge=0, le=12)] = 1


class Heated(Row):
    """The heater on from a moment to another, beside its usual hours."""

    start: AwareDatetime
    end: AwareDatetime
    to_c: Celsius = 21.0

    @model_validator(mode="after")
    def _in_order(self) -> "Heated":
        if self.end <= self.start:
            raise ValueError("the heater goes off before it goes on")
        return self


class Room(Frozen):
    """How warm the bench is: ``cold_c`` left alone, ``warm_c`` while the heater runs, which it does in bench
    hours when ``in_hours`` says so. It takes ``settles_h`` hours for most of the way."""

    cold_c: Celsius = 15.0
    warm_c: Celsius = 21.0
    in_hours: bool = True
    settles_h: Annotated[float, Field(gt=0, le=48)] = 2.0


class Forecast(Row):
    """How warm the bench is expected to be on a day, left alone: before dawn and in the afternoon."""

    day: date
    low_c: Celsius
    high_c: Celsius

    @model_validator(mode="after")
    def _in_order(self) -> "Forecast":
        if self.high_c < self.low_c:
            raise ValueError("the afternoon is colder than the night")
        return self


class OnOrder(Row):
    """A part that is not here yet: no step of the stage that needs it begins before the day after."""

    rod: RodKey
    what: Annotated[str, Field(min_length=1, max_length=120)]
    before: Words = "handle"
    arrives_on: date


class Promise(Row):
    """What was said of one rod: the day, whether it may slip, whether it goes on the trip, whether it waits."""

    rod: RodKey
    promised_on: date | None = None
    must: bool = False
    trip: bool = False
    aside: bool = False
    scuffs: bool = False


class Pin(Row):
    """A sitting held where the builder put it."""

    job: JobKey
    start: AwareDatetime
    person: Words = ""


class ShopBoard(Frozen):
    """All a shop says of its time."""

    zone: Annotated[str, AfterValidator(_a_zone)] = "UTC"
    people: Annotated[tuple[Person, ...], Field(max_length=6), AfterValidator(numbered("p"))] = ()
    holidays: Annotated[tuple[Away, ...], Field(max_length=60), AfterValidator(numbered("o"))] = ()
    dryers: Annotated[
        tuple[ShopDryer, ...], Field(max_length=12), AfterValidator(numbered("d"))
    ] = ()
    wrappers: Annotated[int, Field(ge=0, le=12)] = 1
    lathes: Annotated[int, Field(ge=0, le=12)] = 1
    lamps: Annotated[int, Field(ge=0, le=12)] = 0
    sun_from: time = time(10, 0)
    sun_to: time = time(16, 0)
    room: Room = Room()
    heated: Annotated[tuple[Heated, ...], Field(max_length=100), AfterValidator(numbered("t"))] = ()
    forecast: Annotated[tuple[Forecast, ...], Field(max_length=60), AfterValidator(numbered("f"))] = ()  # fmt: skip
    trip_on: date | None = None
    on_order: Annotated[tuple[OnOrder, ...], Field(max_length=200), AfterValidator(numbered("r"))] = ()  # fmt: skip
    promises: Annotated[tuple[Promise, ...], Field(max_length=400), AfterValidator(numbered("m"))] = ()  # fmt: skip
    pins: Annotated[tuple[Pin, ...], Field(max_length=400), AfterValidator(numbered("n"))] = ()
    in_hand: Annotated[float, Field(ge=0, le=0.5)] = 0.33
    """The share of the time until a promise that is kept in hand for what goes wrong. From habit, tried on a simulated bench
    (``bench/following_the_board.py``)."""
    weeks: Annotated[int, Field(ge=1, le=12)] = 5

    def promise(self, rod: str) -> Promise:
        """What was said of a rod; nothing, when nothing was."""
        return next((p for p in self.promises if p.rod == rod), Promise(rod=rod))


def said_over(was: ShopBoard, said: ShopBoard, stands: ShopBoard) -> ShopBoard:
    """What stands, with what was changed from ``was`` to ``said``. Two who pin one sitting, or speak of one rod, at the same moment have said it
    twice: the last counts. Raises what :func:`both_said` does."""
    both = both_said(was, said, stands)
    pins, promises = {p.job: p for p in both.pins}, {p.rod: p for p in both.promises}
    return both.model_copy(update={"pins": tuple(pins.values()), "promises": tuple(promises.values())})  # fmt: skip


def usual_board(zone: str = "UTC") -> ShopBoard:
    """A board to begin with: one person, weekday evenings and Saturday, one dryer for one rod."""
    evenings = tuple(Hours(weekday=d, opens=time(18, 0), closes=time(21, 0)) for d in range(5))
    saturday = Hours(weekday=5, opens=time(10, 0), closes=time(16, 0))
    me = Person(name="Me", hours=(*evenings, saturday))
    return ShopBoard(zone=zone, people=(me,), dryers=(ShopDryer(name="dryer", slots=1),))
