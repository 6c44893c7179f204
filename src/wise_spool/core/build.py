"""The build document: everything the builder has said about one rod.

It is what the core plans, the API edits, the store keeps with its revisions
and the exchange format writes. Lengths in mm, angles in clock degrees seen
from butt to tip, temperatures in degrees C, times in minutes.

Stations are mm from the butt end of the bare blank as it arrived. Positions a
builder states from somewhere else keep their own datum and are derived, so
that a trim or a change of reel never needs re-typing.
"""

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field, model_validator

from wise_spool.core.fields import (
    Celsius,
    ClockDeg,
    DiameterMm,
    Id,
    LengthMm,
    MassG,
    Name,
    Note,
    StationMm,
    Tube64ths,
    Words,
)
from wise_spool.core.findings import StageName
from wise_spool.core.frozen import Frozen
from wise_spool.core.parts import Handle
from wise_spool.core.units import MarkingRule

SCHEMA_VERSION: Literal[2] = 2

RodType = Literal["spinning", "casting", "trolling", "fly"]
BlankMaterial = Literal["carbon", "glass", "composite"]
Zone = Literal["whole", "butt", "tip"]
Side = Literal["inside", "outside"]
SpineSchool = Literal["resting_line", "straightest", "stiff_axis", "ignore"]
Datum = Literal["butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"]
MarkUnder = Literal["ring_centre", "foot_edge"]
FinishKind = Literal["high_build", "regular", "varnish", "uv_resin"]


class Brief(Frozen):
    """The five questions that settle the build."""

    rod_type: RodType = "spinning"
    who: Words = ""
    what: Words = ""
    cold: bool = False
    where: Words = ""
    why: Words = ""


class Reading(Frozen):
    """One caliper reading of the bare blank."""

    station_mm: StationMm
    od_mm: DiameterMm
    uncertainty_mm: Annotated[float, Field(gt=0, le=2)] = 0.05


class Joint(Frozen):
    """Where two sections meet: the tip-side end of the butt-side section's edge."""

    station_mm: StationMm
    kind: Literal["sleeve", "spigot"] = "sleeve"
    overlap_mm: LengthMm = 60.0


class StaticReading(Frozen):
    """One bend on the bench: clamped level at ``clamp_mm``, ``weight_g`` hung at ``at_mm`` (the bare
    tip when None), which dropped ``drop_mm``; the angle there, when it was read."""

    clamp_mm: StationMm = 300.0
    weight_g: Annotated[float, Field(gt=0, le=20000)]
    at_mm: StationMm | None = None
    drop_mm: Annotated[float, Field(gt=0, le=6000)]
    angle_deg: Annotated[float, Field(ge=0, le=180)] | None = None


class Blank(Frozen):
    """The blank as it arrived, and what is cut from it."""

    name: Words = ""
    material: BlankMaterial = "carbon"
    label_power: Words = ""
    label_action: Words = ""
    label_line: Words = ""
    label_lure: Words = ""
    length_mm: Annotated[float, Field(ge=300, le=6000)] | None = None
    trim_butt_mm: LengthMm = 0.0
    trim_tip_mm: LengthMm = 0.0
    tip_tube_64ths: Tube64ths | None = None
    readings: Annotated[tuple[Reading, ...], Field(max_length=400)] = ()
    joints: Annotated[tuple[Joint, ...], Field(max_length=8)] = ()
    mass_g: MassG | None = None
    static: Annotated[tuple[StaticReading, ...], Field(max_length=30)] = ()


class RollTrial(Frozen):
    """One rest of the rolled blank; ``snap`` 1 soft, 2 clear, 3 hard. Section 0 is the blank put
    together, 1 its butt section and so on."""

    angle_deg: ClockDeg
    snap: Literal[1, 2, 3] = 2
    zone: Zone = "whole"
    section: Annotated[int, Field(ge=0, le=9)] = 0
    by: Words = ""
    at: AwareDatetime | None = None


class Drop(Frozen):
    """How far the tip hangs under the weight with a clock angle on top; None while not measured."""

    angle_deg: ClockDeg
    drop_mm: Annotated[float, Field(ge=0, le=3000)] | None = None


class FlatReading(Frozen):
    """The gap under the middle of the blank on a flat, with a clock angle on top; None while not measured."""

    angle_deg: ClockDeg
    gap_mm: Annotated[float, Field(ge=0, le=300)] | None = None


class Spine(Frozen):
    """Roll trials, drops and straightness, and what the builder makes of them.

    ``clamp_mm`` is the station the blank is clamped at for the drops; the
    weight hangs at the bare tip. ``label_deg`` is where the printed label
    lies, from which the witness mark can be found again.
    """

    school: SpineSchool = "resting_line"
    taped_side: Side = "outside"
    guides_on: Side | None = None
    line: Literal["deeper", "other"] = "deeper"
    decide_by: Zone | None = None
    own_line_deg: ClockDeg | None = None
    trials: Annotated[tuple[RollTrial, ...], Field(max_length=200)] = ()
    drops: Annotated[tuple[Drop, ...], Field(max_length=200)] = ()
    weight_g: Annotated[float, Field(gt=0, le=5000)] = 100.0
    clamp_mm: StationMm = 300.0
    flat: Annotated[tuple[FlatReading, ...], Field(max_length=100)] = ()
    label_deg: ClockDeg | None = None
    reason: Note = ""


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
    """A position in the datum the builder stated it in."""

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


class TestRow(Frozen):
    """What one guide showed in the static test."""

    guide_id: Id
    lifts: bool = False
    touches: bool = False
    angle_deg: Annotated[float, Field(ge=0, le=180)] | None = None
    note: Words = ""


class StaticTest(Frozen):
    """The real rod under a stated load."""

    load_g: Annotated[float, Field(gt=0, le=20000)] = 500.0
    rows: Annotated[tuple[TestRow, ...], Field(max_length=30)] = ()


class BendSetup(Frozen):
    """How the rod is loaded on the screen: the line's pull at the fish."""

    load_g: Annotated[float, Field(ge=0, le=20000)] = 300.0
    pull_deg: Annotated[float, Field(ge=0, le=180)] = 90.0
    friction: Annotated[float, Field(ge=0, le=0.6)] = 0.0
    own_weight: bool = False


class Guides(Frozen):
    """The train from the tip toward the butt; a guide with no ``at`` is free."""

    tip_top: TipTop = TipTop()
    reel: Reel = Reel()
    train: Annotated[tuple[Guide, ...], Field(max_length=30)] = ()
    first_gap_mm: Annotated[float, Field(gt=0, le=400)] = 101.6
    mark_from: Datum = "tip_top_ring"
    mark_under: MarkUnder = "ring_centre"
    bend: BendSetup = BendSetup()
    static_test: StaticTest | None = None

    @model_validator(mode="after")
    def _ids_differ(self) -> "Guides":
        if len({g.id for g in self.train}) != len(self.train):
            raise ValueError("two guides carry the same id")
        return self


class FinishProduct(Frozen):
    """What the tin says, at ``at_c``. Times run from mixing."""

    name: Words = "Plain rotation finish"
    kind: FinishKind = "regular"
    parts_a: Annotated[float, Field(gt=0, le=20)] = 1.0
    parts_b: Annotated[float, Field(ge=0, le=20)] = 1.0
    at_c: Celsius = 21.0
    pot_life_min: Annotated[float, Field(gt=0, le=1440)] = 25.0
    rotate_min: Annotated[float, Field(ge=0, le=2880)] = 300.0
    set_min: Annotated[float, Field(gt=0, le=4320)] = 480.0
    recoat_opens_min: Annotated[float, Field(ge=0, le=10080)] = 1440.0
    recoat_closes_min: Annotated[float, Field(ge=0, le=40320)] = 2880.0
    handle_min: Annotated[float, Field(ge=0, le=20160)] = 1440.0
    full_cure_min: Annotated[float, Field(ge=0, le=80640)] = 10080.0

    @model_validator(mode="after")
    def _window_opens_before_it_closes(self) -> "FinishProduct":
        if self.recoat_closes_min <= self.recoat_opens_min:
            raise ValueError("the recoat window closes before it opens")
        return self


class CoatLaid(Frozen):
    """A coat that has been mixed: the start of all its clocks."""

    mixed_at: AwareDatetime
    temperature_c: Celsius
    dryer: Words = ""


class Finish(Frozen):
    """Coats, the day they are laid on, and what has been laid so far."""

    product: FinishProduct = FinishProduct()
    coats: Annotated[int, Field(ge=1, le=8)] = 2
    film_first_mm: Annotated[float, Field(gt=0, le=1)] = 0.2
    loss_factor: Annotated[float, Field(ge=1, le=5)] = 1.5
    syringe_step_ml: Annotated[float, Field(gt=0, le=2)] = 0.1
    ratio_error_percent: Annotated[float, Field(gt=0, le=20)] = 3.0
    temperature_c: Celsius = 21.0
    humidity_percent: Annotated[float, Field(ge=1, le=100)] = 50.0
    blank_c: Annotated[float, Field(ge=-10, le=45)] | None = None
    laid: Annotated[tuple[CoatLaid, ...], Field(max_length=8)] = ()


class Build(Frozen):
    """One rod; rods of one ``batch`` share a layout."""

    format: Literal["wise-spool-build"] = "wise-spool-build"
    schema_version: Literal[2] = SCHEMA_VERSION
    name: Name
    client: Words = ""
    number: Words = ""
    batch: Words = ""
    rule: MarkingRule = "in/16"
    brief: Brief = Brief()
    blank: Blank = Blank()
    spine: Spine = Spine()
    handle: Handle = Handle()
    guides: Guides = Guides()
    finish: Finish = Finish()
    done: Annotated[tuple[StageName, ...], Field(max_length=5)] = ()
    note: Note = ""
