"""The handle in the documents: its parts, bores, tools and adhesives, what was tried and done.

Lengths in mm from the part's butt-side face, masses in g, times in minutes.
"""

from typing import Annotated, Literal

from pydantic import AfterValidator, AliasChoices, Field, model_validator

from wise_spool.core.document.product import TwoPart
from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import (
    BoreMm,
    Celsius,
    DiameterMm,
    Id,
    LengthMm,
    MassG,
    Note,
    Words,
)
from wise_spool.core.ground.frozen import ONE_VALUE, Frozen

PartKind = Literal[
    "butt_cap",
    "fighting_butt",
    "rear_grip",
    "reel_seat",
    "seat_hood",
    "seat_nut",
    "foregrip",
    "winding_check",
    "hook_keeper",
    "trim_ring",
    "butt_ferrule",
]
PartMaterial = Literal["cork", "foam", "wood", "metal", "graphite", "rubber"]
ArborSchool = Literal["tape_2", "tape_3", "tape_4", "mesh", "foam", "sleeve"]
AssemblySchool = Literal[
    "butt_first", "tip_down", "sub_assembly", "mixed", "grip_guides_seat", "seat_last", "butt_up"
]
AdhesiveKind = Literal["paste", "liquid_30", "liquid_5", "high_temperature", "instant", "hot_melt"]
Squeeze = Literal["at_once", "half_hour"]
Face = Literal["butt", "tip"]
SignedLengthMm = Annotated[float, Field(ge=-3000, le=3000)]


class BorePoint(Row):
    """One reading of the inside of a part."""

    at_mm: LengthMm
    bore_mm: BoreMm


class ContourPoint(Row):
    """A diameter between the faces of a shaped part: a swell, a waist."""

    at_mm: LengthMm
    od_mm: DiameterMm


class BoreStep(Row):
    """A stretch of a seat's inside that differs from its bore: a lip when narrower."""

    from_mm: LengthMm
    to_mm: LengthMm
    bore_mm: BoreMm

    @model_validator(mode="after")
    def _runs_forward(self) -> "BoreStep":
        if self.to_mm <= self.from_mm:
            raise ValueError("a lip or step ends further in than it starts")
        return self


class SeatBore(Frozen):
    """The inside of a reel seat, measured from its butt-side face.

    ``end_cap_mm`` is how deep an end cap enters from the butt side;
    ``open_from_mm`` to ``open_to_mm`` is where a two-piece or exposed-blank
    seat leaves the blank bare. Up-locking seats tighten toward the tip.
    """

    bore_mm: BoreMm
    usable_from_mm: LengthMm = 0.0
    usable_to_mm: LengthMm
    foot_centre_mm: LengthMm
    trigger_mm: LengthMm | None = None
    locks: Literal["up", "down"] = "up"
    end_cap_mm: LengthMm = 0.0
    open_from_mm: LengthMm | None = None
    open_to_mm: LengthMm | None = None
    steps: Annotated[tuple[BoreStep, ...], Field(max_length=8), AfterValidator(numbered("l"))] = ()

    @model_validator(mode="after")
    def _window_has_two_ends(self) -> "SeatBore":
        a, b = self.open_from_mm, self.open_to_mm
        if (a is None) != (b is None):
            raise ValueError("an exposed stretch of blank needs both its ends")
        if a is not None and b is not None and b <= a:
            raise ValueError("an exposed stretch of blank ends further up than it starts")
        return self


class Part(Frozen):
    """One part of the handle, listed from the butt toward the tip.

    ``gap_before_mm`` leaves bare blank before it; ``overlap_mm`` is how far it
    enters, or slides over, the part before it, as a tenon of ``tenon_od_mm``
    when it is turned; ``tip_tenon_od_mm`` is a tenon at its tip, for the next one
    to slide over; ``closed_end_mm`` is the solid end of a blind hole,
    which lengthens the rod beyond the blank. ``inside`` holds readings of the
    bore between its faces; ``mass_g`` is what the scale said; ``on_rod`` is a part
    that stays where it is, as in a repair. ``contour`` are the diameters it is shaped to between
    its faces; ``bought_od_mm`` is the outside of a bored blank it is turned down from, such as foam,
    instead of sawn stock.
    """

    id: Id
    kind: PartKind
    name: Words = ""
    material: PartMaterial = "cork"
    length_mm: Annotated[float, Field(gt=0, le=1500)]
    od_butt_mm: DiameterMm = 25.0
    od_tip_mm: DiameterMm = 25.0
    bore_butt_mm: BoreMm | None = None
    bore_tip_mm: BoreMm | None = None
    inside: Annotated[
        tuple[BorePoint, ...], Field(max_length=400), AfterValidator(numbered("i"))
    ] = ()
    gap_before_mm: LengthMm = 0.0
    overlap_mm: LengthMm = 0.0
    tenon_od_mm: DiameterMm | None = None
    tip_tenon_od_mm: DiameterMm | None = None
    closed_end_mm: LengthMm = 0.0
    mass_g: MassG | None = None
    turned: bool = False
    contour: Annotated[
        tuple[ContourPoint, ...], Field(max_length=12), AfterValidator(numbered("o"))
    ] = ()
    bought_od_mm: DiameterMm | None = None
    power_drill: bool = False
    on_rod: bool = False
    adhesive: Words = ""
    seat: SeatBore | None = None

    @model_validator(mode="after")
    def _seat_has_a_bore(self) -> "Part":
        if (self.seat is not None) != (self.kind == "reel_seat"):
            raise ValueError("a reel seat, and only a reel seat, needs its inner bore described")
        return self


class TapeMeasured(Frozen):
    """Tape calibrated by winding ``turns`` on something round and measuring before and after."""

    model_config = ONE_VALUE

    before_mm: DiameterMm
    after_mm: DiameterMm
    turns: Annotated[int, Field(ge=1, le=100)] = 10

    @model_validator(mode="after")
    def _grows(self) -> "TapeMeasured":
        if not 0.01 <= (self.after_mm - self.before_mm) / (2 * self.turns) <= 1:
            raise ValueError(
                "the diameter after winding must be larger, by between 0.01 and 1 mm of tape a turn"
            )
        return self


class Arbors(Frozen):
    """How the seat's bore is filled. ``bands_at_mm`` puts bands by hand, from the seat's butt face."""

    school: ArborSchool = "tape_3"
    tape_thickness_mm: Annotated[float, Field(gt=0, le=1)] = 0.15
    tape_measured: TapeMeasured | None = None
    band_width_mm: Annotated[float, Field(gt=2, le=60)] = 13.0
    bands_at_mm: Annotated[tuple[LengthMm, ...], Field(max_length=6)] = ()
    glue_gap_mm: Annotated[float, Field(ge=0, le=1)] = 0.05
    front_recess_mm: Annotated[float, Field(ge=0, le=30)] = 8.0
    sleeve_od_mm: DiameterMm | None = None
    filler_bore_mm: BoreMm | None = None


class Reamer(Row):
    """A tapered reamer: its two ends and how far apart they are. A rough one is quick and tears, so it
    leaves something for a fine one."""

    name: Words = ""
    cut: Literal["rough", "fine"] = "fine"
    small_mm: DiameterMm
    large_mm: DiameterMm
    length_mm: Annotated[float, Field(gt=0, le=1000)]

    @model_validator(mode="after")
    def _tapers(self) -> "Reamer":
        if self.large_mm <= self.small_mm:
            raise ValueError("the large end of a reamer is larger than its small end")
        return self


class Drill(Row):
    """A drill or forstner bit, as it is marked."""

    name: Words = ""
    diameter_mm: DiameterMm


HandTool = Literal["reamer", "drill", "file", "sandpaper"]


class PassMade(Row):
    """A tool that was in a bore at the bench, from a face as deep as ``depth_mm``.

    A reamer leaves its cone and a drill its ``diameter_mm``. A round file, or
    sandpaper on a dowel, works from ``from_mm`` on and takes ``took_mm`` off the
    diameter at ``most_at_mm`` and less toward both ends, or evenly when that is
    null; null while nobody has measured.
    """

    part_id: Id
    tool: HandTool = "reamer"
    reamer: Reamer | None = None
    diameter_mm: DiameterMm | None = None
    from_face: Face
    from_mm: LengthMm = 0.0
    depth_mm: Annotated[float, Field(ge=0, le=2500)]
    most_at_mm: LengthMm | None = None
    took_mm: Annotated[float, Field(ge=0, le=10)] | None = None

    @model_validator(mode="after")
    def _says_its_size(self) -> "PassMade":
        if self.tool == "reamer" and self.reamer is None:
            raise ValueError("which reamer it was has to be said")
        if self.tool == "drill" and self.diameter_mm is None:
            raise ValueError("the drill's diameter has to be said")
        if self.depth_mm < self.from_mm:
            raise ValueError("hand work ends further in than it begins")
        return self


class TryReckoned(Frozen):
    """What the plan reckoned of the next try: that the part stops ``short_mm`` before its mark, the blank
    there ``falls`` so many mm a mm, its bore left last by ``tool`` and ``leaves_mm`` wider than that tool is."""

    short_mm: SignedLengthMm
    falls: Annotated[float, Field(ge=0, le=1)]
    tool: Words = ""
    leaves_mm: Annotated[float, Field(ge=-1, le=1)] = 0.0


class DryFit(Row):
    """The part was tried: it stopped ``short_mm`` before its mark (negative: passed it).

    Within a millimetre of the mark it came home: the bore is at least the blank
    all along, no more is known. ``passes``, the two bores and ``mark_mm`` are what
    was true when it was tried, so that a later reaming, or another place for the
    part, makes the entry history; so is what the plan ``reckoned`` then.
    """

    part_id: Id
    short_mm: SignedLengthMm
    passes: Annotated[int, Field(ge=0, le=60)] = 0
    bore_butt_mm: BoreMm | None = None
    bore_tip_mm: BoreMm | None = None
    mark_mm: Annotated[float, Field(ge=-300, le=6000)] | None = None
    reckoned: "TryReckoned | None" = None
    note: Words = ""


class Adhesive(Row, TwoPart):
    """An adhesive, as its tin says; ``density_g_ml`` is that of the mixed adhesive."""

    name: Words = "Slow paste"
    kind: AdhesiveKind = "paste"
    parts_b: Annotated[float, Field(gt=0, le=20)] = 1.0
    handle_min: Annotated[float, Field(gt=0, le=20160)] = 1440.0
    density_g_ml: Annotated[float, Field(gt=0.3, le=4)] = 1.15


class Stick(Row):
    """One length of square stock."""

    length_mm: LengthMm


class Stock(Frozen):
    """Square stock for turning, and what the saw and the faces take."""

    sticks: Annotated[tuple[Stick, ...], Field(max_length=20), AfterValidator(numbered("s"))] = ()
    side_mm: Annotated[float, Field(gt=0, le=150)] = 38.0
    kerf_mm: Annotated[float, Field(ge=0, le=20)] = 2.5
    facing_mm: Annotated[float, Field(ge=0, le=20)] = 1.0
    sanding_mm: Annotated[float, Field(ge=0, le=5)] = 0.4
    mandrel_mm: DiameterMm | None = None


class ReferencePart(Frozen):
    """One part of a rod the builder likes, to lay under this one."""

    name: Words
    start_mm: Annotated[float, Field(ge=-300, le=3000)]
    end_mm: Annotated[float, Field(ge=-300, le=3000)]

    @model_validator(mode="after")
    def _has_length(self) -> "ReferencePart":
        if self.end_mm <= self.start_mm:
            raise ValueError("a part of the reference rod ends further up than it starts")
        return self


class Reference(Frozen):
    """The reference rod: typed lengths, or an earlier build's handle."""

    model_config = ONE_VALUE

    name: Words = "reference rod"
    reach_mm: LengthMm | None = None
    parts: Annotated[tuple[ReferencePart, ...], Field(max_length=30)] = ()


class HandleWished(Frozen):
    """The stack on the butt end, and the tools and glue it is fitted with. ``kept_as`` names a handle that others are
    started from."""

    kept_as: Words = ""
    parts: Annotated[tuple[Part, ...], Field(max_length=30), AfterValidator(numbered("p"))] = ()
    arbors: Arbors = Arbors()
    reamers: Annotated[tuple[Reamer, ...], Field(max_length=12), AfterValidator(numbered("r"))] = ()
    drills: Annotated[tuple[Drill, ...], Field(max_length=80), AfterValidator(numbered("d"))] = ()
    clearance_mm: Annotated[float, Field(ge=0, le=1)] = 0.15
    candidates: Annotated[
        tuple[Part, ...], Field(max_length=60), AfterValidator(numbered("c"))
    ] = ()
    assembly: AssemblySchool = "butt_first"
    guides_on: bool = False
    tip_closed: bool = False
    no_check: bool = False
    spine_in_wet_seat: bool = False
    parts_finished_first: bool = False
    coats_before_ferrule: bool = False
    adhesives: Annotated[
        tuple[Adhesive, ...], Field(max_length=12), AfterValidator(numbered("a"))
    ] = ()
    glue_temperature_c: Celsius = 21.0
    squeeze: Squeeze = "at_once"
    stock: Stock = Stock()
    reference: Annotated[
        Reference | None, Field(validation_alias=AliasChoices("reference", "control"))
    ] = None
    school_reason: Note = ""


class HandleDone(Frozen):
    """How far the handle has come at the bench."""

    passes_made: Annotated[
        tuple[PassMade, ...], Field(max_length=120), AfterValidator(numbered("m"))
    ] = ()
    dry_fits: Annotated[
        tuple[DryFit, ...], Field(max_length=200), AfterValidator(numbered("t"))
    ] = ()
    steps_done: Annotated[tuple[Words, ...], Field(max_length=500)] = ()


class Handle(HandleWished, HandleDone):
    """The handle on the bench: wished, and done so far. Its parts carry what was measured of them."""


REAMED: frozenset[PartKind] = frozenset({"rear_grip", "foregrip", "fighting_butt"})
"""Parts whose bore is made by hand, each its own; all others are bought by their bore."""


class PartMeasured(Row):
    """One very part: its bore as found, and what it weighed; ``id`` is the part's."""

    bore_butt_mm: BoreMm | None = None
    bore_tip_mm: BoreMm | None = None
    inside: Annotated[
        tuple[BorePoint, ...], Field(max_length=400), AfterValidator(numbered("i"))
    ] = ()
    mass_g: MassG | None = None
