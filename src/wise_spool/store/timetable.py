"""What the shop says of its time, the schedule that was found last, and the address of its calendar."""

import secrets
from collections.abc import Callable
from datetime import datetime
from typing import Any

from pydantic import Field, ValidationError

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.schedule.board import ShopBoard, said_over, usual_board
from wise_spool.core.schedule.conflict import Conflict
from wise_spool.core.schedule.solving import Standing
from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import resettle, settle, settled

BOARD, TIMETABLE, FEED, TRIED = "board", "timetable", "calendar-feed", "what-ifs"
NOTHING_TRIED: dict[str, Any] = {"tried": []}
MOST_TRIED = 4


class KeptPlace(Frozen):
    """Where a sitting was put."""

    start: datetime
    minutes: int
    person: str = ""
    follows: str = ""


class Timetable(Frozen):
    """A schedule as it is kept: of which problem (``of``), found when, how good, and where everything lies.
    ``trouble`` says why there is none for that problem; then ``places`` are of an earlier one, and ``conflict`` is what cannot live
    together, once that is known. ``stopped`` when somebody would not have it searched on."""

    of: str
    made_at: datetime
    standing: Standing
    points: int | None = None
    bound: int | None = None
    cost: dict[str, int] = Field(default={})
    listed: dict[str, int] = Field(default={})
    places: dict[str, KeptPlace] = Field(default={})
    trouble: str = ""
    conflict: Conflict | None = None
    stopped: bool = False


class Tried(Frozen):
    """What a what-if came to: what it costs and when each rod is ready; ``cost`` is none while it is worked on."""

    name: str
    cost: dict[str, int] | None = None
    ready: dict[str, datetime] = Field(default={})
    nowhere: bool = False


class TimetableStore:
    """The board and the timetable of one shop, in the same database as its rods."""

    def __init__(self, builds: BuildStore, zone: str = "UTC") -> None:
        self.engine, self.zone = builds.engine, zone

    def board(self) -> ShopBoard:
        """What the shop says; a usual one while it has said nothing or what it said cannot be read any more."""
        kept = settled(self.engine, BOARD)
        return usual_board(self.zone) if kept is None else self._read(kept)

    def say(self, board: ShopBoard) -> ShopBoard:
        """Keep what the shop says."""
        settle(self.engine, BOARD, board.model_dump(mode="json"))
        return board

    def say_over(self, was: ShopBoard, said: ShopBoard) -> ShopBoard:
        """Keep what was changed from ``was`` to ``said`` beside what others say meanwhile. Raises :class:`MeanwhileError`."""

        def over(kept: dict[str, Any]) -> dict[str, Any]:
            return said_over(was, said, self._read(kept)).model_dump(mode="json")

        first = usual_board(self.zone).model_dump(mode="json")
        return self._read(resettle(self.engine, BOARD, over, first=first) or first)

    def _read(self, kept: dict[str, Any]) -> ShopBoard:
        try:
            return ShopBoard.model_validate(kept)
        except ValidationError:
            return usual_board(self.zone)

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

    def change(self, of: Callable[[Timetable], Timetable | None]) -> None:
        """Keep what ``of`` makes of the schedule found last, with no other process in between; None leaves it."""

        def changed(kept: dict[str, Any]) -> dict[str, Any] | None:
            try:
                after = of(Timetable.model_validate(kept))
            except ValidationError:
                return None
            return None if after is None else after.model_dump(mode="json")

        resettle(self.engine, TIMETABLE, changed)

    def tried(self) -> list[Tried]:
        """The last few what-ifs."""
        kept = settled(self.engine, TRIED) or {}
        try:
            return [Tried.model_validate(t) for t in kept.get("tried", ())]
        except ValidationError:
            return []

    def keep_tried(self, tried: Tried) -> None:
        """Keep what one came to, in the place of what was tried under its name before."""

        def kept(said: dict[str, Any]) -> dict[str, Any]:
            others = [t for t in said.get("tried", ()) if t.get("name") != tried.name]
            return {"tried": [*others, tried.model_dump(mode="json")][-MOST_TRIED:]}

        resettle(self.engine, TRIED, kept, first=NOTHING_TRIED)

    def came_to(self, tried: Tried) -> bool:
        """Keep what one came to that is still wanted; whether it is."""
        wanted = False

        def known(said: dict[str, Any]) -> dict[str, Any] | None:
            nonlocal wanted
            rows = list(said.get("tried", ()))
            names = [t.get("name") for t in rows]
            wanted = tried.name in names
            if not wanted:
                return None
            rows[names.index(tried.name)] = tried.model_dump(mode="json")
            return {"tried": rows}

        resettle(self.engine, TRIED, known)
        return wanted

    def forget_tried(self) -> None:
        """Put every what-if away."""
        settle(self.engine, TRIED, NOTHING_TRIED)

    def feed(self, *, fresh: bool = False) -> str:
        """The secret in the calendar's address; ``fresh`` makes another, so that the old address leads nowhere."""
        kept = settled(self.engine, FEED)
        if kept is not None and not fresh:
            return str(kept["secret"])
        made = {"secret": secrets.token_urlsafe(24)}
        kept = resettle(self.engine, FEED, lambda _: made if fresh else None, first=made)
        return str((kept or made)["secret"])
