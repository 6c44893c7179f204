"""What the shop says of its time, the schedule that was found last, and the address of its calendar."""

import secrets
from datetime import datetime

from pydantic import Field, ValidationError

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.schedule.board import ShopBoard, usual_board
from wise_spool.core.schedule.solving import Standing
from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import settle, settled

BOARD, TIMETABLE, FEED = "board", "timetable", "calendar-feed"


class KeptPlace(Frozen):
    """Where a sitting was put."""

    start: datetime
    minutes: int
    person: str = ""
    follows: str = ""


class Timetable(Frozen):
    """A schedule as it is kept: of which problem (``of``), found when, how good, and where everything lies.
    ``trouble`` says why there is none for that problem; then ``places`` are of an earlier one."""

    of: str
    made_at: datetime
    standing: Standing
    points: int | None = None
    bound: int | None = None
    cost: dict[str, int] = Field(default={})
    listed: dict[str, int] = Field(default={})
    places: dict[str, KeptPlace] = Field(default={})
    trouble: str = ""


class TimetableStore:
    """The board and the timetable of one shop, in the same database as its rods."""

    def __init__(self, builds: BuildStore, zone: str = "UTC") -> None:
        self.engine, self.zone = builds.engine, zone

    def board(self) -> ShopBoard:
        """What the shop says; a usual one while it has said nothing or what it said cannot be read any more."""
        kept = settled(self.engine, BOARD)
        if kept is None:
            return usual_board(self.zone)
        try:
            return ShopBoard.model_validate(kept)
        except ValidationError:
            return usual_board(self.zone)

    def say(self, board: ShopBoard) -> ShopBoard:
        """Keep what the shop says."""
        settle(self.engine, BOARD, board.model_dump(mode="json"))
        return board

    def timetable(self) -> Timetable | None:
        """The schedule found last; None while there is none."""
        kept = settled(self.engine, TIMETABLE)
        try:
            return None if kept is None else Timetable.model_validate(kept)
        except ValidationError:
            return None

    def keep(self, timetable: Timetable) -> None:
        """Keep the schedule that was found."""
        settle(self.engine, TIMETABLE, timetable.model_dump(mode="json"))

    def feed(self, *, fresh: bool = False) -> str:
        """The secret in the calendar's address; ``fresh`` makes another, so that the old address leads nowhere."""
        kept = settled(self.engine, FEED)
        if kept is not None and not fresh:
            return str(kept["secret"])
        secret = secrets.token_urlsafe(24)
        settle(self.engine, FEED, {"secret": secret})
        return secret
