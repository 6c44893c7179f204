"""The room's log: while a coat sets on an open rod, the room sensor is read every quarter of an hour and kept with the rod."""

import uuid
from datetime import UTC, datetime, timedelta
from threading import Event, Thread
from typing import TYPE_CHECKING

from wise_spool.core.document.bench import ROOM_SENSOR, Air
from wise_spool.core.document.log import LogEntry
from wise_spool.core.finish.coats import CoatPlan
from wise_spool.core.finish.operations import laid_coats
from wise_spool.devices.instrument import InstrumentError
from wise_spool.devices.workshop import read_air
from wise_spool.logs import say
from wise_spool.store.rows import Kept

if TYPE_CHECKING:
    from wise_spool.api.deps import Shop

EVERY_S = 15 * 60.0
MOST_RODS = 200
LONGEST = timedelta(days=7)


class RoomLog:
    """One shop's watch on its room."""

    def __init__(self, shop: "Shop") -> None:
        self.shop = shop
        self._stop = Event()
        self._thread: Thread | None = None

    def start(self) -> None:
        """Begin to look, in a thread of its own."""
        self._thread = Thread(target=self._watch, name="room log", daemon=True)
        self._thread.start()

    def close(self) -> None:
        """Look no more."""
        self._stop.set()

    def _watch(self) -> None:
        while not self._stop.wait(EVERY_S):
            try:
                if self.shop.watch.mine():
                    self.look(datetime.now(UTC))
            except Exception:
                say.exception("the room was not logged")

    def look(self, now: datetime) -> int:
        """Read the sensor and log it with every rod a coat sets on; with how many. A dead sensor logs nothing."""
        if not self.shop.instruments.simulated():
            return 0
        setting = [k for k in self.shop.hanging(MOST_RODS) if self._sets(k, now)]
        if not setting:
            return 0
        try:
            read = read_air(self.shop.thermometer().line(datetime.now()))
        except InstrumentError as error:
            say.warning("the room sensor: %s", error)
            return 0
        for k in setting:
            air = Air(id=f"room-{uuid.uuid4().hex[:12]}", temperature_c=read.temperature_c, humidity_percent=read.humidity_percent, source=ROOM_SENSOR)  # fmt: skip
            entry = LogEntry(id=f"room.{uuid.uuid4().hex}", at=now, device=ROOM_SENSOR, air=air)
            self.shop.builds.log(k.id, [entry], ROOM_SENSOR, None)
        return len(setting)

    def _sets(self, kept: Kept, now: datetime) -> bool:
        done = kept.records.record.finish
        mixed = [c.mixed_at for c in done.laid] + [c.mixed_at for c in done.area_laid]
        latest = max(mixed, default=None)
        if latest is None or not timedelta(0) <= now - latest <= LONGEST:
            return False
        plan = self.shop.planned(kept).plan
        return plan is not None and any(_not_hard(c, now) for _, c in laid_coats(plan.finish))


def _not_hard(coat: CoatPlan, now: datetime) -> bool:
    """Whether it may not be handled yet."""
    at = next((c.at for c in coat.clocks if c.name == "handle"), None)
    return at is not None and at > now
