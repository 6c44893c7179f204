"""What the API takes and gives, beside the rod and its plan."""

import uuid
from datetime import datetime
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field, create_model

from wise_spool.api.problems import FieldProblem
from wise_spool.core.blank.working import TaperPoint
from wise_spool.core.document.blank import BlankMaterial
from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import Change
from wise_spool.core.document.design import RodType
from wise_spool.core.document.log import LogEntry
from wise_spool.core.ground.fields import Name, Words
from wise_spool.core.ground.findings import Finding
from wise_spool.core.ground.measures import MarkingRule, MeasureKind, Unit
from wise_spool.core.ground.units import Units
from wise_spool.core.guides.gaps import GuidePlaced
from wise_spool.core.handle.stack import PartPlaced
from wise_spool.core.plan import Plan, StageStanding
from wise_spool.core.shop.batch import Deviation
from wise_spool.core.shop.shelf import Shelved
from wise_spool.core.shop.stock import StockCard
from wise_spool.exchange.shelf_csv import Column


class BuildState(BaseModel):
    """A rod as it stands, with its plan; ``problem`` says why there is none. ``version`` counts every
    change that was ever made to it, undoing included."""

    id: uuid.UUID
    revision: int
    version: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    build: Build
    plan: Plan | None
    problem: str | None


class Waiting(BaseModel):
    """What a rod waits for: a clock that is running."""

    what: str
    until: datetime
    coat: int
    dryer: str


class RackRod(BaseModel):
    """One rod on the rack: enough to draw and to say where it stands. ``problem`` says what is wrong
    with a rod that cannot be read or worked out."""

    id: uuid.UUID
    version: int
    name: str
    number: str = ""
    client: str = ""
    batch: str = ""
    rod_type: RodType = "spinning"
    material: BlankMaterial = "carbon"
    rule: MarkingRule = "in/16"
    changed_at: datetime
    length_mm: float | None = None
    longer_by_mm: float = 0.0
    taper: list[TaperPoint] = []
    parts: list[PartPlaced] = []
    guides: list[GuidePlaced] = []
    tip_ring_mm: float = 6.0
    tip_height_mm: float = 8.0
    standing: list[StageStanding] = []
    first_finding: Finding | None = None
    power_g: float | None = None
    power_words: str = ""
    power_measured: bool = False
    waiting: list[Waiting] = []
    problem: str | None = None


class NewBuild(BaseModel):
    """A rod to start."""

    model_config = ConfigDict(extra="forbid")

    name: Name
    rod_type: RodType = "spinning"
    rule: MarkingRule = "in/16"
    units: Units = Units()
    client: Words = ""
    pretend: bool = False


class Changes(BaseModel):
    """Changes to one rod, in the order they were made."""

    model_config = ConfigDict(extra="forbid")

    changes: list[Change] = Field(min_length=1, max_length=50)
    holds: int | None = Field(default=None, ge=0)
    """The version whose plan the asker holds: only what is different since is answered."""


class AskedPlace(BaseModel):
    """A place that somebody else changed meanwhile, and what stands there now."""

    at: list[str]
    theirs: Any


class ChangeOutcome(BaseModel):
    """What became of one change: kept (now or before), refused with the fields that are wrong, or
    asked about."""

    id: str
    outcome: Literal["kept", "refused", "asked"]
    says: str
    errors: list[FieldProblem]
    asked: list[AskedPlace]


PlanNews = create_model(
    "PlanNews",
    __doc__="What is different in a plan since one that is held; the rest is left out.",
    **{name: (field.annotation | None, None) for name, field in Plan.model_fields.items()},  # type: ignore[call-overload, operator]
)


class ChangesTaken(BaseModel):
    """The rod after the changes, and what became of each. Where the asker holds the plan of version ``since``, the state comes without its
    plan and ``news`` is what is different in it."""

    state: BuildState
    outcomes: list[ChangeOutcome]
    touches: list[str]
    since: int | None = None
    news: PlanNews | None = None


class LogSent(BaseModel):
    """Entries for a rod's log."""

    model_config = ConfigDict(extra="forbid")

    entries: list[LogEntry] = Field(min_length=1, max_length=500)


class MeasureText(BaseModel):
    """A measure as typed; a bare number takes ``unit``."""

    text: str = Field(max_length=200)
    unit: Unit = "in"
    kind: MeasureKind = "length"


class Measure(BaseModel):
    """The measure read, in mm."""

    mm: float


class ClockText(BaseModel):
    """A clock angle as typed: degrees, hours or sixteenths of a turn."""

    text: str = Field(max_length=60)


class ClockAngle(BaseModel):
    """The angle read, in clock degrees."""

    deg: float


class ChartText(BaseModel):
    """A guide chart as pasted."""

    text: str = Field(max_length=20_000)
    unit: Unit = "in"


class ChartGuide(BaseModel):
    """A guide of a chart, mm; no ring when the chart says none."""

    distance_mm: float
    ring_mm: float | None


class Chart(BaseModel):
    """The guides of a chart, as written."""

    guides: list[ChartGuide]


class PastedReading(BaseModel):
    """A diameter at a station, mm, and how far a printed one may be off this very blank."""

    station_mm: float
    od_mm: float
    uncertainty_mm: float


class PastedTaper(BaseModel):
    """The readings of a pasted taper."""

    readings: list[PastedReading]


class Revision(BaseModel):
    """One line of a build's history."""

    number: int
    parent: int | None
    what: str
    kept_aside: bool
    made_at: datetime


class Pages(BaseModel):
    """How many pages a printed sheet has."""

    pages: int


class Health(BaseModel):
    """The server answers."""

    version: str
    shop: str


class ToShelve(BaseModel):
    """Something to put on the shelf, and how many of it."""

    model_config = ConfigDict(extra="forbid")

    shelved: Shelved
    stock: int = Field(default=1, ge=0, le=100_000)
    card: StockCard | None = None


class ShelfItem(ToShelve):
    """Something on the shelf."""

    id: uuid.UUID
    card: StockCard = StockCard()


class Csv(BaseModel):
    """A CSV file's text, and what its columns are taken for; by their own names when that is not said."""

    text: str = Field(max_length=2_000_000)
    taken_for: dict[str, Column] | None = Field(default=None, max_length=200)


class NewBatch(BaseModel):
    """How many rods alike, this one among them."""

    model_config = ConfigDict(extra="forbid")

    rods: int = Field(ge=2, le=20)


class BatchRod(BaseModel):
    """One rod of a batch: how far its guides as built are off the layout, where its design departs
    from the rod asked about, whether one story stick is true for both, what is not measured yet."""

    id: uuid.UUID
    name: str
    deviations: list[Deviation]
    departs: list[str]
    same_marks: bool
    unmeasured: list[str]
