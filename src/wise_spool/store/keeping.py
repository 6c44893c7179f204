"""Backups by themselves: one a day into a folder of the builder's, thinned to days, weeks and months, tried by restoring them aside;
and put back from the interface.
"""

import os
import re
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Annotated

from pydantic import Field
from sqlalchemy import Engine, NullPool, create_engine

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import NotNowError, NotThereError, RefusedError
from wise_spool.logs import say
from wise_spool.store.backups import (
    Aside,
    BackupError,
    Note,
    back_up,
    bring_back,
    looked_at,
    note_of,
    put_aside,
    put_back,
    tried,
)
from wise_spool.store.cluster import Cluster
from wise_spool.store.settled import settle, settled
from wise_spool.store.turn import Turn

SCHEDULE, DRILL = "keeping", "keeping.drill"
NAMED = re.compile(r"wise-spool-(?P<shop>\w+)-(?P<at>\d{8}-\d{6})\.backup")
DEMO = "demo"
"""The made-up shop: nobody's work is in it, and it is backed up when somebody asks."""
FIRST_LOOK_S, LOOKS_EVERY_S = 60.0, 20 * 60.0
DRILL_DAYS = 7


class Schedule(Frozen):
    """Where backups go and how many are kept: the last of each of so many days, weeks and months. An empty folder is the
    usual one, beside the data."""

    folder: Annotated[str, Field(max_length=400)] = ""
    daily: bool = True
    days: Annotated[int, Field(ge=1, le=60)] = 7
    weeks: Annotated[int, Field(ge=0, le=60)] = 5
    months: Annotated[int, Field(ge=0, le=120)] = 12


class Drilled(Frozen):
    """How the last backup did when it was restored aside."""

    at: datetime
    file: str
    whole: bool
    words: str


@dataclass(frozen=True)
class Found:
    """A backup in the folder: what its note says, None without one."""

    file: str
    made_at: datetime
    size: int
    note: Note | None


class Keeping:
    """The backups of one shop. ``clock`` says what time it is."""

    def __init__(
        self, cluster: Cluster, shop: str, database: str, engine: Engine, usual: Path,
        clock: Callable[[], datetime] = lambda: datetime.now(UTC),
    ) -> None:  # fmt: skip
        self.cluster, self.shop, self.database, self.engine = cluster, shop, database, engine
        self.usual, self.clock = usual, clock
        self.restored: Callable[[], None] = lambda: None
        """Told when another shop's past stands in the database: what was read before is old."""
        self.my_watch: Callable[[], bool] = lambda: True
        """Whether it is this process that looks whether a backup is due."""
        self.trouble = ""
        self._one_at_a_time = Turn(
            create_engine(cluster.url("postgres"), poolclass=NullPool), f"backups of {database}"
        )  # not in the shop's own database: that is exchanged
        self._stop = threading.Event()

    # what is settled
    def schedule(self) -> Schedule:
        """Where to, and how many."""
        said = settled(self.engine, SCHEDULE)
        return Schedule(daily=self.shop != DEMO) if said is None else Schedule.model_validate(said)

    def say_schedule(self, schedule: Schedule) -> None:
        """Settle it. Raises :class:`RefusedError` at ``folder`` for one that cannot be written to."""
        _writable(self._folder(schedule))
        settle(self.engine, SCHEDULE, schedule.model_dump(mode="json"))
        self.trouble = ""

    def drilled(self) -> Drilled | None:
        """How the last drill went; None before the first."""
        said = settled(self.engine, DRILL)
        return None if said is None else Drilled.model_validate(said)

    def folder(self) -> Path:
        """Where backups go."""
        return self._folder(self.schedule())

    def _folder(self, schedule: Schedule) -> Path:
        if not schedule.folder:
            return self.usual
        chosen = Path(schedule.folder).expanduser()
        if not chosen.is_absolute():
            raise RefusedError("Name the whole path of the folder, from / on.", "folder")
        return chosen

    # making them
    def found(self) -> list[Found]:
        """Every backup of this shop in the folder, the newest first."""
        out = []
        try:
            files = list(self.folder().iterdir())
        except OSError:
            return []
        for file in files:
            named = NAMED.fullmatch(file.name)
            if named and named["shop"] == self.shop:
                made = datetime.strptime(named["at"], "%Y%m%d-%H%M%S").replace(tzinfo=UTC)
                out.append(Found(file.name, made, file.stat().st_size, note_of(file)))
        return sorted(out, key=lambda f: f.made_at, reverse=True)

    def make(self) -> Note:
        """A backup now; then what is kept is thinned. Raises :class:`BackupError`, and says it in ``trouble``."""
        with self._only_one():
            folder = self.folder()
            try:
                _writable(folder)
                name = f"wise-spool-{self.shop}-{self.clock():%Y%m%d-%H%M%S}.backup"
                note = back_up(self.cluster, self.shop, self.database, folder / name)
            except RefusedError as error:
                self.trouble = str(error)
                raise
            self.trouble = ""
            self._thin(folder)
            return note

    def _thin(self, folder: Path) -> None:
        """Take away what the schedule does not keep."""
        schedule = self.schedule()
        files = self.found()
        keeps = kept_of([f.made_at for f in files], schedule)
        for found in files:
            if found.made_at not in keeps:
                for file in (folder / found.file, folder / f"{found.file}.json"):
                    file.unlink(missing_ok=True)

    def drill(self) -> Drilled:
        """Restore the newest backup aside and count what is in it against its note."""
        with self._only_one():
            files = self.found()
            if not files:
                raise NotThereError("There is no backup to try yet.")
            newest = files[0]
            try:
                looked_at(self.folder() / newest.file, self.shop)
                rods, things = tried(self.cluster, self.database, self.folder() / newest.file)
                note = newest.note
                whole = note is None or (rods, things) == (note.rods, note.things)
                words = f"Restored aside: {rods} rods and {things} things on the shelf, as noted." if whole else f"It holds {rods} rods and {things} things, and its note says otherwise."  # fmt: skip
            except BackupError as error:
                whole, words = False, str(error)
            drilled = Drilled(at=self.clock(), file=newest.file, whole=whole, words=words)
            settle(self.engine, DRILL, drilled.model_dump(mode="json"))
            return drilled

    # putting them back
    def put_back(self, file: str) -> str:
        """Put a backup of the folder in the shop's place, while it is served; what was there is put aside under the name
        that is returned. Everybody who came in from the network signs in anew."""
        with self._only_one():
            found = next((f for f in self.found() if f.file == file), None)
            if found is None:
                raise NotThereError("That backup is not in the folder any more.")
            whole = self.folder() / found.file
            looked_at(whole, self.shop)
            return self._exchanged(lambda: put_back(self.cluster, self.database, whole, even_empty=True))  # fmt: skip

    def aside(self) -> list[Aside]:
        """What restores put aside."""
        return put_aside(self.cluster, self.database)

    def bring_back(self, name: str) -> str:
        """Put what a restore put aside in its place again."""
        with self._only_one():
            return self._exchanged(lambda: bring_back(self.cluster, self.database, name))

    def _exchanged(self, exchange: Callable[[], str]) -> str:
        """Let another database bear the shop's name, and give back what the old one is called; where backups go is a matter
        of this machine and stays."""
        settings = [(n, settled(self.engine, n)) for n in (SCHEDULE, DRILL)]
        aside = exchange()
        self.engine.dispose()
        for name, value in settings:
            if value is not None:
                settle(self.engine, name, value)
        self.restored()
        return aside

    @contextmanager
    def _only_one(self) -> Iterator[None]:
        """One backup, drill or restore at a time; whoever comes meanwhile is told so."""
        if not self._one_at_a_time.take():
            raise NotNowError("A backup is being made, tried or put back this very moment. Wait until it is done.")  # fmt: skip
        try:
            yield
        finally:
            self._one_at_a_time.give()

    # by themselves
    def start(self) -> None:
        """Begin to look, in a thread of its own, whether a backup is due."""
        threading.Thread(target=self._watch, name="keeping", daemon=True).start()

    def close(self) -> None:
        """Look no more."""
        self._stop.set()

    def _watch(self) -> None:
        wait_s = FIRST_LOOK_S
        while not self._stop.wait(wait_s):
            wait_s = LOOKS_EVERY_S
            try:
                if self.my_watch():
                    self.look()
            except Exception as error:
                say.warning("no backup", why=type(error).__name__)

    def look(self) -> bool:
        """Back up when today has none yet, and try the newest once a week; whether anything was made."""
        if not self.schedule().daily:
            return False
        today = self.clock().astimezone().date()
        newest = next(iter(self.found()), None)
        made = newest is None or newest.made_at.astimezone().date() < today
        if made:
            self.make()
        drilled = self.drilled()
        if drilled is None or (self.clock() - drilled.at).days >= DRILL_DAYS:
            self.drill()
        return made


def kept_of(made: list[datetime], schedule: Schedule) -> set[datetime]:
    """Which backups stay: the newest of each of the last days, weeks and months that have one; the newest of all always.

    >>> days = [datetime(2026, 3, d, 4, tzinfo=UTC) for d in range(1, 11)]
    >>> sorted(m.day for m in kept_of(days, Schedule(days=2, weeks=2, months=0)))
    [8, 9, 10]
    """
    newest_first = sorted(made, reverse=True)
    keeps: set[datetime] = set(newest_first[:1])
    for most, span in ((schedule.days, _day), (schedule.weeks, _week), (schedule.months, _month)):
        seen: dict[tuple[int, ...], datetime] = {}
        for at in newest_first:
            seen.setdefault(span(at.date()), at)
        keeps.update(list(seen.values())[:most])
    return keeps


def _day(day: date) -> tuple[int, ...]:
    return (day.toordinal(),)


def _week(day: date) -> tuple[int, ...]:
    return tuple(day.isocalendar()[:2])


def _month(day: date) -> tuple[int, ...]:
    return (day.year, day.month)


def _writable(folder: Path) -> None:
    try:
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    except OSError as error:
        raise RefusedError(f"{folder} cannot be made ({error.strerror}). Name another folder.", "folder") from error  # fmt: skip
    if not os.access(folder, os.W_OK | os.X_OK):
        raise RefusedError(f"Nothing can be written to {folder}. Name another folder.", "folder")
