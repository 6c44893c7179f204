"""What the routes work on: one shop, with the plans and sheets it has worked out lately."""

import asyncio
import atexit
import hashlib
import json
import uuid
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from datetime import UTC, datetime
from functools import cache
from typing import Annotated, TypeVar
from weakref import WeakKeyDictionary

from anyio import CapacityLimiter
from fastapi import Depends, Header, Query, Request

from wise_spool.api.bell import ANEW, Bell
from wise_spool.api.hearsay import Hearsay
from wise_spool.api.models import RackRod
from wise_spool.api.press import Press
from wise_spool.api.room_log import RoomLog
from wise_spool.api.scheduler import PUT_DOWN, Scheduler
from wise_spool.core.document.build import Build
from wise_spool.core.document.log import LogEntry
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.plan import Plan, plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.stock import RodNeeds, ShelfStock, stand
from wise_spool.core.shop.takes import rod_needs
from wise_spool.devices.simulated import SimulatedInstrument, bench_instruments
from wise_spool.devices.workshop import SimulatedDryer, SimulatedThermometer, Workshop
from wise_spool.logs import say
from wise_spool.settings import ROOT, Settings, local_zone
from wise_spool.store.backups import past_of
from wise_spool.store.bench import ShopBench
from wise_spool.store.builds import BuildStore
from wise_spool.store.door import Door
from wise_spool.store.habits import ShopHabits
from wise_spool.store.keeping import Keeping
from wise_spool.store.lately import Lately
from wise_spool.store.learning import TEACHING, ShopLearning
from wise_spool.store.logbook import Logbook
from wise_spool.store.papers import Papers
from wise_spool.store.people import People
from wise_spool.store.rows import Kept
from wise_spool.store.shelf import Shelf
from wise_spool.store.stiffnesses import Stiffnesses
from wise_spool.store.timetable import TimetableStore
from wise_spool.store.trainer import TrainerRounds
from wise_spool.store.turn import Turn

T = TypeVar("T")
DEMO = "demo"
LEARNED = "what was learned is old"
HABITS_SET = "a habit was set"
STRUCK = "words were struck out"
"""Said among the processes of a shop."""
PRESS = Press()
atexit.register(PRESS.close)
"""One for the whole process, however many shops it serves."""
PLANS_KEPT = 64
SHEETS_KEPT = 24
MOST_PLANNING = 2
"""So many edits are worked out at once: more would only take turns at one interpreter, and keep everybody else from theirs."""
MOST_PRINTING = 4
"""So many wait for the press in threads; more wait without one, so that nobody else waits for theirs."""
ALIKE_KEPT = 32
MOST_RODS = 200


class Turns:
    """So many at once, and the rest in turn; each event loop has its own, as its waiters are its own."""

    def __init__(self, most: int) -> None:
        self.most = most
        self._of: WeakKeyDictionary[asyncio.AbstractEventLoop, CapacityLimiter] = WeakKeyDictionary()  # fmt: skip

    def here(self) -> CapacityLimiter:
        """The turns of the loop that runs here."""
        loop = asyncio.get_running_loop()
        known = self._of.get(loop)
        if known is None:
            known = self._of.setdefault(loop, CapacityLimiter(self.most))
        return known


@dataclass(frozen=True)
class Network:
    """Where the shop's own network finds it, and the authority that vouches for it."""

    address: str
    authority_pem: bytes
    fingerprint: str


@dataclass(frozen=True)
class Planned:
    """A plan, or why there is none: one rod that cannot be worked out must never cost more than
    itself."""

    plan: Plan | None
    problem: str | None = None


@dataclass(frozen=True)
class OpenRod:
    """One rod on the rack that could be worked out."""

    kept: Kept
    build: Build
    plan: Plan

    @property
    def needs(self) -> RodNeeds:
        """What it takes off the shelf, and what it has used."""
        return rod_needs(str(self.kept.id), self.build, self.plan, self.kept.records.log)


@dataclass
class Shop:
    """One shop: its rods, shelf, trainer and bench."""

    name: str
    settings: Settings
    builds: BuildStore
    shelf: Shelf
    trainer: TrainerRounds
    habits: ShopHabits
    instruments: ShopBench
    logbook: Logbook
    learning: ShopLearning
    timetable: TimetableStore
    people: People
    papers: Papers
    door: Door
    network: Network | None = None
    keeping: Keeping | None = None
    bell: Bell = field(default_factory=Bell)
    press: Press = field(default_factory=lambda: PRESS)
    bending: Turns = field(default_factory=lambda: Turns(1))
    planning: Turns = field(default_factory=lambda: Turns(MOST_PLANNING))
    printing: Turns = field(default_factory=lambda: Turns(MOST_PRINTING))
    bench: dict[str, SimulatedInstrument] = field(default_factory=bench_instruments)
    workshop: Workshop = field(default_factory=Workshop)
    watch: Turn = field(init=False)
    """Whose turn it is to look after the room and the backups: one process of the shop does."""
    plans: Lately[tuple[uuid.UUID, int, str], Planned] = field(
        default_factory=lambda: Lately(PLANS_KEPT)
    )
    shown: Lately[tuple[uuid.UUID, str], RackRod] = field(
        default_factory=lambda: Lately(PLANS_KEPT)
    )
    """Rods as they hang on the rack, those that were worked out lately."""
    stiffnesses: Stiffnesses = field(init=False)
    scheduler: Scheduler = field(init=False)
    room_log: RoomLog = field(init=False)
    hearsay: Hearsay = field(init=False)
    alike: Lately[tuple[str, str, str], Rod] = field(default_factory=lambda: Lately(ALIKE_KEPT))
    sheets: Lately[tuple[object, ...], bytes] = field(default_factory=lambda: Lately(SHEETS_KEPT))

    @classmethod
    def over(cls, builds: BuildStore, settings: Settings, name: str) -> "Shop":
        """The shop over one database."""
        logbook = Logbook(builds)
        shop = cls(
            name, settings, builds, Shelf(builds), TrainerRounds(builds), ShopHabits(builds),
            ShopBench(builds, practice=name == DEMO), logbook, ShopLearning(logbook), TimetableStore(builds, local_zone()), People(builds), Papers(builds), Door(builds),
        )  # fmt: skip
        shop.stiffnesses = Stiffnesses(builds.engine, edition)
        shop.watch = Turn(builds.engine, "watch")
        shop.scheduler = Scheduler(shop, shop.timetable)
        shop.room_log = RoomLog(shop)
        shop.hearsay = Hearsay(builds.engine, shop.bell)
        shop.hearsay.acts = {
            LEARNED: shop.learning.forget, HABITS_SET: shop.habits.forget, PUT_DOWN: shop.scheduler.told_to_put_down, ANEW: shop.look_anew,
            STRUCK: shop.forget_all,
        }  # fmt: skip
        shop.hearsay.was_cut_off = shop.read_anew
        shop.habits.hears = shop.hearsay.listening.is_set
        shop.habits.were_set = lambda: shop.hearsay.tell(HABITS_SET)
        builds.changed = shop.bell.ring
        return shop

    def has_heard(self, entries: Iterable[LogEntry]) -> None:
        """Entries came in: what was learned is old when they teach, or take back."""
        if any(e.strikes is not None or (e.subject or ("",))[0] in TEACHING for e in entries):
            self.learn_anew()

    def learn_anew(self) -> None:
        """What was learned is old, in every process of the shop."""
        self.learning.forget()
        self.hearsay.tell(LEARNED)

    def read_anew(self) -> None:
        """Something may have been said that was not heard: nothing that was read or shown here is known to hold."""
        self.look_anew()
        self.bell.anew_here()

    def look_anew(self) -> None:
        """Another past of the shop may stand there now."""
        self.forget_all()
        self.bell.past = past_of(self.builds.engine)

    def struck_out(self) -> None:
        """Words were struck out of every table: nothing that was read before holds, in any process of the shop."""
        self.forget_all()
        self.hearsay.tell(STRUCK)

    def forget_all(self) -> None:
        """What was worked out or read before is old: something was struck out of every table."""
        for made in (self.plans, self.alike, self.sheets, self.shown):
            made.clear()
        self.builds.forget()
        self.stiffnesses.forget()
        self.habits.forget()
        self.learning.forget_entries()

    def keep_by(self, keeping: Keeping) -> None:
        """Backups are kept so; when one is put back, nothing that was read before holds."""
        self.keeping = keeping

        def restored() -> None:
            self.look_anew()
            self.bell.anew()

        keeping.restored, keeping.my_watch = restored, self.watch.mine

    def learned_habits(self) -> dict[str, float]:
        """What the shop says of its habits, and where it says nothing what it has learned."""
        return {**self.learning.habits(), **self.habits.said()}

    def foreseen(self, kept: Kept, rod: Rod, planned: Plan) -> None:
        """A rod was planned before it was kept: where it is the very rod that is kept now, it is not planned again."""
        now = kept.rod(rod.shop_habits)
        if (now.design, now.piece, now.record) == (rod.design, rod.piece, rod.record):
            self.plans.keep(_key(kept.id, kept.version, rod.shop_habits), Planned(planned))

    def planned(self, kept: Kept, *, learned: bool = False) -> Planned:
        """The plan of a kept rod, worked out once a version; with what the shop has ``learned`` of itself in
        the place of what is shipped."""
        return self.planned_by(self.learned_habits() if learned else self.habits.said(), kept)

    def planned_by(self, habits: Mapping[str, float], kept: Kept) -> Planned:
        """The plan of a kept rod by these habits of the shop."""
        key = _key(kept.id, kept.version, habits)
        known = self.plans.known(key)
        if known is not None:
            return known
        planned = work_out(self.beside(kept.rod(habits)), str(kept.id))
        return planned if planned.plan is None else self.plans.keep(key, planned)

    def plan_held(self, build_id: uuid.UUID, version: int, habits: Mapping[str, float]) -> Plan | None:  # fmt: skip
        """The plan of a version, where it was worked out lately."""
        known = self.plans.known(_key(build_id, version, habits))
        return None if known is None else known.plan

    def tried(self, build: Build) -> Rod:
        """A rod that is only tried, by this shop's habits."""
        return self.beside(Rod.of(build, self.habits.said()))

    def beside(self, rod: Rod) -> Rod:
        """The rod beside itself as it was worked out last: what was read off nothing that differs is not worked out again."""
        key = (rod.design.name, rod.piece.id, fingerprint(rod.shop_habits))
        was = self.alike.known(key)
        return self.alike.keep(key, rod if was is None or was is rod else rod.beside(was))

    def hanging(
        self, most: int, batch: str | None = None, *, put_away: bool = False, handles: bool = False
    ) -> list[Kept]:
        """Rods on the rack, or put away, but for those that this version cannot read: one of them must cost nobody else."""
        out = []
        for h in self.builds.page(most=most, batch=batch, put_away=put_away, handles=handles):
            try:
                out.append(self.builds.get(h.id))
            except RefusedError as error:
                say.warning(
                    "a rod cannot be read and is left out", why=type(error).__name__, rod=str(h.id)
                )
        return out

    def open_rods(self) -> Iterator[OpenRod]:
        """Every rod on the rack with its plan, in the order they were begun."""
        for kept in reversed(self.hanging(MOST_RODS)):
            plan = self.planned(kept).plan
            if plan is not None:
                yield OpenRod(kept, kept.rod().build, plan)

    def instrument(self, device: str) -> SimulatedInstrument:
        """A simulated instrument, behaving as it was last told to."""
        return self._as_told(device, self.bench[device])

    def thermometer(self) -> SimulatedThermometer:
        """The simulated room sensor."""
        return self._as_told("air", self.workshop.thermometer)

    def dryer(self) -> SimulatedDryer:
        """The simulated dryer's motor."""
        return self._as_told("dryer", self.workshop.dryer)

    def _as_told(self, device: str, one: T) -> T:
        for what, how in self.instruments.behaves(device).items():
            setattr(one, what, how)
        return one

    def stock(self) -> ShelfStock:
        """The shelf counted against every open rod."""
        items = [k.counted for k in self.shelf.all()]
        return stand(items, [r.needs for r in self.open_rods()], datetime.now(UTC).date())

    def rod(self, kept: Kept) -> Rod:
        """A kept rod in this shop, by its habits."""
        return kept.rod(self.habits.said())


def _key(build_id: uuid.UUID, version: int, habits: Mapping[str, float]) -> tuple[uuid.UUID, int, str]:  # fmt: skip
    return build_id, version, fingerprint(habits)


def fingerprint(said: Mapping[str, float]) -> str:
    """A short name for what a shop says of its habits; empty while it says nothing."""
    if not said:
        return ""
    return hashlib.sha256(json.dumps(dict(said), sort_keys=True).encode()).hexdigest()[:12]


@cache
def edition() -> str:
    """A short name for the rules and shapes of this very program: what another one worked out, or
    showed in another shape, is worked out anew."""
    of = hashlib.sha256()
    for folder in ("core", "api"):
        for file in sorted((ROOT / "src" / "wise_spool" / folder).rglob("*.py")):
            of.update(file.read_bytes())
    return of.hexdigest()[:12]


def work_out(rod: Rod, name: str = "") -> Planned:
    """Plan a rod; what goes wrong is written to the log and said, not raised."""
    try:
        return Planned(plan(rod))
    except Exception as error:
        say.exception("cannot be planned", rod=name)
        return Planned(None, f"{type(error).__name__}: {error}"[:300])


def the_shop(request: Request) -> Shop:
    """The shop this application serves."""
    shop: Shop = request.app.state.shop
    return shop


AsId = Annotated[
    uuid.UUID | None,
    Query(description="An id made by whoever asks: asked twice, it is made once."),
]
InShop = Annotated[Shop, Depends(the_shop)]
Client = Annotated[str, Header(alias="X-Client", max_length=64)]
"""Which browser asks: a name it made up, so that it is never asked about its own changes."""
