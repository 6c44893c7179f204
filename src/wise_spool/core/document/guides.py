"""The guides in the documents: the train that is wished, and where it was really built and tested."""

from typing import Annotated, Literal, NamedTuple

from pydantic import AfterValidator, Field

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Id, LengthMm, MassG, Name, StationMm, Words
from wise_spool.core.ground.frozen import ONE_VALUE, Frozen

Datum = Literal["butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"]
MarkUnder = Literal["ring_centre", "foot_edge"]


class Reel(Frozen):
    """The reel as mounted, spool wound fully forward: its lip ahead of the foot, the spool's axis
    over the blank at the lip, how far that axis points down toward the tip, and the spool's width;
    on a casting reel how far its line guide travels across."""

    name: Words = ""
    lip_ahead_mm: LengthMm = 60.0
    guessed: bool = True
    mass_g: MassG | None = None
    height_mm: Annotated[float, Field(ge=0, le=150)] = 65.0
    tilt_deg: Annotated[float, Field(ge=0, le=30)] = 4.0
    spool_mm: Annotated[float, Field(gt=0, le=120)] = 48.0
    level_wind_mm: Annotated[float, Field(ge=0, le=150)] = 30.0


USUAL_REEL_MM = {"spinning": 65.0, "casting": 25.0, "trolling": 55.0, "fly": 20.0}
"""How high the line leaves a reel that nobody measured, over the blank: a spool's axis, a line guide or the
top of a spool. From memory."""


def usual_reel(rod_type: str) -> Reel:
    """A reel as it usually stands on such a rod."""
    return Reel(height_mm=USUAL_REEL_MM[rod_type])


TipTopHeld = Literal["hot_melt", "epoxy"]
TipTopWhen = Literal["before_finish", "between_coats"]


class TipTop(Frozen):
    """The tip-top; its ring centre sits ``ring_ahead_mm`` beyond the bare tip, its tube reaches ``tube_mm`` down the
    blank."""

    ring_mm: Annotated[float, Field(gt=0, le=40)] = 6.0
    ring_ahead_mm: Annotated[float, Field(ge=0, le=60)] = 10.0
    height_mm: Annotated[float, Field(ge=0, le=60)] = 8.0
    tube_mm: Annotated[float, Field(ge=0, le=60)] = 10.0
    held: TipTopHeld = "hot_melt"
    when: TipTopWhen = "before_finish"


class StatedAt(Frozen):
    """A position in the datum the builder stated it in: a distance means nothing without it."""

    model_config = ONE_VALUE

    datum: Datum
    distance_mm: StationMm


class Guide(Frozen):
    """One guide; feet edges are measured from the ring centre along the blank. ``at`` is where its mark
    goes, ``built`` where its ring really went: from then on it beats ``at``. From the butt, ``built``
    counts from the butt end as the blank arrived, so that no trim, tip-top or reel moves it. ``foot_wide_mm`` and
    ``foot_high_mm`` are a foot's section where it stands highest; usual for the ring when None."""

    id: Id
    ring_mm: Annotated[float, Field(gt=0, le=80)]
    feet: Literal["single", "double"] = "single"
    foot_butt_mm: Annotated[float, Field(ge=0, le=80)] = 14.0
    foot_tip_mm: Annotated[float, Field(ge=0, le=80)] = 0.0
    height_mm: Annotated[float, Field(ge=0, le=120)] = 12.0
    foot_wide_mm: Annotated[float, Field(gt=0, le=30)] | None = None
    foot_high_mm: Annotated[float, Field(gt=0, le=10)] | None = None
    thread: Words = "garnet"
    mass_g: MassG | None = None
    at: StatedAt | None = None
    built: StatedAt | None = None


class Frame(NamedTuple):
    """What a guide of a ring usually stands on: feet, length of a foot, ring centre over the blank, mm."""

    ring_mm: float
    feet: Literal["single", "double"]
    foot_mm: float
    height_mm: float


FRAMES = (
    Frame(3, "single", 8, 5), Frame(4, "single", 9, 6.5), Frame(5, "single", 11, 7.5), Frame(6, "single", 13, 8.5),
    Frame(7, "single", 13, 10), Frame(8, "single", 14, 11), Frame(10, "single", 15, 14), Frame(12, "double", 17, 19),
    Frame(16, "double", 20, 24), Frame(20, "double", 22, 28), Frame(25, "double", 25, 34), Frame(30, "double", 27, 40),
    Frame(40, "double", 32, 50),
)  # fmt: skip
"""Frames by ring, from memory: small rings on one foot, large ones on two and high. What is in the hand wins."""


def frame_for(ring_mm: float) -> Frame:
    """The frame of the listed ring nearest to this one.

    >>> frame_for(24).height_mm
    34
    """
    return min(FRAMES, key=lambda f: abs(f.ring_mm - ring_mm))


def usual_guide(ring_mm: float) -> Guide:
    """A guide of that ring on its usual frame, not placed."""
    frame = frame_for(ring_mm)
    return Guide(
        id="fresh", ring_mm=ring_mm, feet=frame.feet, foot_butt_mm=frame.foot_mm,
        foot_tip_mm=frame.foot_mm if frame.feet == "double" else 0.0, height_mm=frame.height_mm,
    )  # fmt: skip


MOST_HUNG_G = 20_000.0
"""The heaviest load that is hung on a rod."""


class TestRow(Row):
    """What one guide showed in the static test; ``id`` is the guide's. ``stood_mm`` is where it stood
    then, from the butt end of the blank as it arrived: once it is moved the row is of another rod."""

    stood_mm: StationMm | None = None
    lifts: bool = False
    touches: bool = False
    angle_deg: Annotated[float, Field(ge=0, le=180)] | None = None
    note: Words = ""


class StaticTest(Frozen):
    """The real rod under a stated load."""

    load_g: Annotated[float, Field(gt=0, le=MOST_HUNG_G)] = 500.0
    rows: Annotated[tuple[TestRow, ...], Field(max_length=30), AfterValidator(numbered("g"))] = ()


class GuideBuilt(Row):
    """Where one guide really went; ``id`` is the guide's."""

    at: StatedAt


class BendSetup(Frozen):
    """How the rod is loaded on the screen: the line's pull at the fish."""

    load_g: Annotated[float, Field(ge=0, le=MOST_HUNG_G)] = 300.0
    pull_deg: Annotated[float, Field(ge=0, le=180)] = 90.0
    friction: Annotated[float, Field(ge=0, le=0.6)] = 0.0
    own_weight: bool = False


class Spiral(Frozen):
    """A train that winds from the top at the reel to below at the tip: how many guides from the reel on
    stay on top, how many stand in between, and on which side seen from the butt."""

    on_top: Annotated[int, Field(ge=0, le=30)] = 1
    between: Annotated[int, Field(ge=0, le=6)] = 2
    side: Literal["left", "right"] = "right"


class KeptLayout(Row):
    """A layout put by when another was taken: how each guide was stated in it, free ones not."""

    name: Name
    places: Annotated[dict[Id, StatedAt | None], Field(max_length=30)] = Field(default={})


class GuidesWished(Frozen):
    """The train from the tip toward the butt; a guide with no ``at`` is free. A ``spiral`` counts on rods
    whose reel stands on top."""

    tip_top: TipTop = TipTop()
    reel: Reel = Reel()
    train: Annotated[tuple[Guide, ...], Field(max_length=30), AfterValidator(numbered("g"))] = ()
    first_gap_mm: Annotated[float, Field(gt=0, le=400)] = 101.6
    mark_from: Datum = "tip_top_ring"
    mark_under: MarkUnder = "ring_centre"
    spiral: Spiral | None = None
    kept: Annotated[
        tuple[KeptLayout, ...], Field(max_length=12), AfterValidator(numbered("k"))
    ] = ()
    bend: BendSetup = BendSetup()


class GuidesDone(Frozen):
    """Where guides really went, and how the real rod stood its test."""

    built: tuple[GuideBuilt, ...] = ()
    static_test: StaticTest | None = None


class Guides(GuidesWished):
    """The train on the bench: wished, and built where it was built."""

    static_test: StaticTest | None = None
