"""The spine in the documents: the school that is wished, and how this very blank rests and hangs."""

from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, Field, StringConstraints

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import ClockDeg, Note, StationMm, Words
from wise_spool.core.ground.frozen import Frozen

Zone = Literal["whole", "butt", "tip"]
Side = Literal["inside", "outside"]
Zero = Literal["witness", "label", "gimbal", "guides"]
SpineSchool = Literal["resting_line", "straightest", "stiff_axis", "ignore"]


class RollTrial(Row):
    """One rest of the rolled blank; ``snap`` 1 soft, 2 clear, 3 hard. Section 0 is the blank put
    together, 1 its butt section and so on."""

    angle_deg: ClockDeg
    snap: Literal[1, 2, 3] = 2
    zone: Zone = "whole"
    section: Annotated[int, Field(ge=0, le=9)] = 0
    by: Words = ""
    at: AwareDatetime | None = None


class Drop(Row):
    """How far the tip hangs under the weight with a clock angle on top; None while not measured."""

    angle_deg: ClockDeg
    drop_mm: Annotated[float, Field(ge=0, le=3000)] | None = None


class FlatReading(Row):
    """The gap under the middle of the blank on a flat, with a clock angle on top; None while not measured."""

    angle_deg: ClockDeg
    gap_mm: Annotated[float, Field(ge=0, le=300)] | None = None


class ClockPlace(Row):
    """Something with a place of its own round the rod, as the builder names it: so far clockwise from
    the guides, seen from the butt."""

    name: Annotated[str, StringConstraints(min_length=1, max_length=40, strip_whitespace=True)]
    from_guides_deg: ClockDeg = 180.0


class SpineWished(Frozen):
    """What the builder makes of a spine: the school, the side, what else has a place on the clock, why."""

    school: SpineSchool = "resting_line"
    taped_side: Side = "outside"
    guides_on: Side | None = None
    decide_by: Zone | None = None
    reason: Note = ""
    strict: bool = False
    places: Annotated[
        tuple[ClockPlace, ...], Field(max_length=20), AfterValidator(numbered("c"))
    ] = ()


class SpineMeasured(Frozen):
    """How this very blank rests and hangs, and the line chosen on it.

    ``clamp_mm`` is the station the blank is clamped at for the drops; the
    weight hangs at the bare tip. ``label_deg`` is where the printed label
    lies, from which the witness mark can be found again. ``zero`` is what lies at nought on the clock:
    the builder's own witness mark, or what is on the rod already and will not turn.
    """

    line: Literal["deeper", "other"] = "deeper"
    own_line_deg: ClockDeg | None = None
    trials: Annotated[
        tuple[RollTrial, ...], Field(max_length=200), AfterValidator(numbered("t"))
    ] = ()
    drops: Annotated[tuple[Drop, ...], Field(max_length=200), AfterValidator(numbered("d"))] = ()
    weight_g: Annotated[float, Field(gt=0, le=5000)] = 100.0
    clamp_mm: StationMm = 300.0
    flat: Annotated[
        tuple[FlatReading, ...], Field(max_length=100), AfterValidator(numbered("f"))
    ] = ()
    label_deg: ClockDeg | None = None
    zero: Zero = "witness"


class Spine(SpineWished, SpineMeasured):
    """The spine on the bench: wished and measured together."""
