"""What the API takes and gives, beside the build document and its plan."""

import uuid
from datetime import datetime

from pydantic import BaseModel, ConfigDict, Field

from wise_spool.core.batch import Deviation
from wise_spool.core.blank import TaperPoint
from wise_spool.core.build import BlankMaterial, Build, RodType
from wise_spool.core.fields import Name, Words
from wise_spool.core.findings import Finding
from wise_spool.core.gaps import GuidePlaced
from wise_spool.core.plan import Plan, StageStanding
from wise_spool.core.shelf import Shelved
from wise_spool.core.stack import PartPlaced
from wise_spool.core.units import MarkingRule, MeasureKind, Unit


class BuildState(BaseModel):
    """A build as it stands, with its plan."""

    id: uuid.UUID
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    build: Build
    plan: Plan


class Waiting(BaseModel):
    """What a rod waits for: a clock that is running."""

    what: str
    until: datetime
    coat: int
    dryer: str


class RackRod(BaseModel):
    """One rod on the rack: enough to draw and to say where it stands."""

    id: uuid.UUID
    revision: int
    name: str
    number: str
    client: str
    rod_type: RodType
    material: BlankMaterial
    rule: MarkingRule
    changed_at: datetime
    length_mm: float | None
    longer_by_mm: float
    taper: list[TaperPoint]
    parts: list[PartPlaced]
    guides: list[GuidePlaced]
    tip_ring_mm: float
    tip_height_mm: float
    standing: list[StageStanding]
    first_finding: Finding | None
    power_g: float | None
    power_words: str
    power_measured: bool
    waiting: list[Waiting]


class NewBuild(BaseModel):
    """A rod to start."""

    model_config = ConfigDict(extra="forbid")

    name: Name
    rod_type: RodType = "spinning"
    rule: MarkingRule = "in/16"
    client: Words = ""


class Edit(BaseModel):
    """A changed document and the revision it was made on."""

    model_config = ConfigDict(extra="forbid")

    base_revision: int = Field(ge=1)
    what: Words = "edit"
    build: Build


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


class Chart(BaseModel):
    """Distances in mm, as written in the chart."""

    distances_mm: list[float]


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


class ShelfItem(ToShelve):
    """Something on the shelf."""

    id: uuid.UUID


class Csv(BaseModel):
    """A CSV file's text."""

    text: str = Field(max_length=2_000_000)


class NewBatch(BaseModel):
    """How many rods alike, this one among them."""

    model_config = ConfigDict(extra="forbid")

    rods: int = Field(ge=2, le=20)


class BatchRod(BaseModel):
    """One rod of a batch, and how far its guides as built are off the layout."""

    id: uuid.UUID
    name: str
    deviations: list[Deviation]
