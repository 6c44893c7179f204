"""When Tern Point Rods is at its bench: Runa and Eskil, two dryers, a cold boathouse, the char run. Invented."""

from collections.abc import Mapping
from datetime import date, time, timedelta

from wise_spool.core.schedule.board import (
    Away,
    Hours,
    OnOrder,
    Person,
    Promise,
    Room,
    ShopBoard,
    ShopDryer,
)

_EVENING = (time(18, 0), time(21, 30))


def _hours(*rows: tuple[int, time, time]) -> tuple[Hours, ...]:
    return tuple(Hours(weekday=d, opens=a, closes=b) for d, a, b in rows)


def _for_the_coats(today: date) -> list[tuple[int, time, time]]:
    """Coats lie on two rods when the demo is started, whatever day that is, and want the next within a day or two: on the two days after,
    she comes in when she otherwise does not."""
    days = ((today + timedelta(days=n)).weekday() for n in (1, 2))
    return [(d, time(10), time(15)) if d == 6 else (d, *_EVENING) for d in days if d in (2, 6)]


def char_run(today: date) -> date:
    """The Saturday, five weeks on, that the char run starts."""
    return today + timedelta(
        days=(5 - today.weekday()) % 7 + 28 + (7 if today.weekday() == 5 else 0)
    )


def demo_board(today: date, zone: str, rods: Mapping[str, str]) -> ShopBoard:
    """The board of the day the demo is started; ``rods`` are the ids of its rods by name."""
    runa = Person(
        id="runa", name="Runa", hours=_hours(*((d, *_EVENING) for d in (0, 1, 3, 4)), (5, time(9), time(16)), *_for_the_coats(today)),
        away=(Away(first=today + timedelta(days=16 + (5 - today.weekday()) % 7 - 7), last=today + timedelta(days=17 + (5 - today.weekday()) % 7 - 7), why="at her sister's"),),
    )  # fmt: skip
    eskil = Person(
        id="eskil", name="Eskil", hours=_hours((1, time(18), time(21)), (3, time(18), time(21)), (5, time(9), time(13))),
    )  # fmt: skip
    promised: dict[str, Promise] = {}

    def say(name: str, **said: object) -> None:
        if name in rods:
            promised[name] = Promise.model_validate({"rod": rods[name], **said})

    say("Skerry 10", trip=True)
    say("Deep char", trip=True)
    say("Birch perch", trip=True)
    say("Holm Casting", promised_on=today + timedelta(days=24))
    say("Beacon, rod 1 of 2", promised_on=today + timedelta(days=13))
    say("Beacon, rod 2 of 2", promised_on=today + timedelta(days=13))
    say("Repair: the ferryman's rod", promised_on=today + timedelta(days=9))
    on_order: tuple[OnOrder, ...] = ()
    if "Deep char" in rods:
        on_order = (OnOrder(rod=rods["Deep char"], what="The turned butt ferrule", before="handle", arrives_on=today + timedelta(days=5)),)  # fmt: skip
    return ShopBoard(
        zone=zone, people=(runa, eskil), dryers=(ShopDryer(id="single", name="single dryer", slots=1), ShopDryer(id="double", name="double dryer", slots=2)),
        room=Room(cold_c=15, warm_c=21), trip_on=char_run(today), on_order=on_order, promises=tuple(promised.values()),
    )  # fmt: skip
