"""The guides in the documents: the train that is wished, and where it was really built and tested."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Id, LengthMm, MassG, StationMm, Words
from wise_spool.core.ground.frozen import ONE_VALUE, Frozen

Datum = Literal["butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"]
MarkUnder = Literal["ring_centre", "foot_edge"]


class Reel(Frozen):
    """The reel as mounted, spool wound fully forward: its lip ahead of the foot, the spool's axis
    over the blank at the lip, how far that axis points down toward the tip, and the spool's width."""

    name: Words = ""
    lip_ahead_mm: LengthMm = 60.0
    guessed: bool = True
    mass_g: MassG | None = None
    height_mm: Annotated[float, Field(ge=0, le=150)] = 55.0
    tilt_deg: Annotated[float, Field(ge=0, le=30)] = 4.0
    spool_mm: Annotated[float, Field(gt=0, le=120)] = 48.0


class TipTop(Frozen):
    """The tip-top; its ring centre sits ``ring_ahead_mm`` beyond the bare tip."""

    ring_mm: Annotated[float, Field(gt=0, le=40)] = 6.0
    ring_ahead_mm: Annotated[float, Field(ge=0, le=60)] = 10.0
    height_mm: Annotated[float, Field(ge=0, le=60)] = 8.0


class StatedAt(Frozen):
    """A position in the datum the builder stated it in: a distance means nothing without it."""

    model_config = ONE_VALUE

    datum: Datum
    distance_mm: StationMm


class Guide(Frozen):
    """One guide; feet edges are measured from the ring centre along the blank. ``built`` is where it
    really went: from then on it beats ``at``."""

    id: Id
    ring_mm: Annotated[float, Field(gt=0, le=80)]
    feet: Literal["single", "double"] = "single"
    foot_butt_mm: Annotated[float, Field(ge=0, le=80)] = 14.0
    foot_tip_mm: Annotated[float, Field(ge=0, le=80)] = 0.0
    height_mm: Annotated[float, Field(ge=0, le=120)] = 12.0
    thread: Words = "garnet"
    mass_g: MassG | None = None
    at: StatedAt | None = None
    built: StatedAt | None = None


class TestRow(Row):
    """What one guide showed in the static test; ``id`` is the guide's."""

    lifts: bool = False
    touches: bool = False
    angle_deg: Annotated[float, Field(ge=0, le=180)] | None = None
    note: Words = ""


class StaticTest(Frozen):
    """The real rod under a stated load."""

    load_g: Annotated[float, Field(gt=0, le=20000)] = 500.0
    rows: Annotated[tuple[TestRow, ...], Field(max_length=30), AfterValidator(numbered("g"))] = ()


class GuideBuilt(Row):
    """Where one guide really went; ``id`` is the guide's."""

    at: StatedAt


class BendSetup(Frozen):
    """How the rod is loaded on the screen: the line's pull at the fish."""

    load_g: Annotated[float, Field(ge=0, le=20000)] = 300.0
    pull_deg: Annotated[float, Field(ge=0, le=180)] = 90.0
    friction: Annotated[float, Field(ge=0, le=0.6)] = 0.0
    own_weight: bool = False


class GuidesWished(Frozen):
    """The train from the tip toward the butt; a guide with no ``at`` is free."""

    tip_top: TipTop = TipTop()
    reel: Reel = Reel()
    train: Annotated[tuple[Guide, ...], Field(max_length=30), AfterValidator(numbered("g"))] = ()
    first_gap_mm: Annotated[float, Field(gt=0, le=400)] = 101.6
    mark_from: Datum = "tip_top_ring"
    mark_under: MarkUnder = "ring_centre"
    bend: BendSetup = BendSetup()


class GuidesDone(Frozen):
    """Where guides really went, and how the real rod stood its test."""

    built: tuple[GuideBuilt, ...] = ()
    static_test: StaticTest | None = None


class Guides(GuidesWished):
    """The train on the bench: wished, and built where it was built."""

    static_test: StaticTest | None = None
