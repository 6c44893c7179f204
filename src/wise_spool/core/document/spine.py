"""The spine in the documents: the school that is wished, and how this very blank rests and hangs."""

from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, Field

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import ClockDeg, Note, StationMm, Words
from wise_spool.core.ground.frozen import Frozen

Zone = Literal["whole", "butt", "tip"]
Side = Literal["inside", "outside"]
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


class SpineWished(Frozen):
    """What the builder makes of a spine: the school, the side, and why."""

    school: SpineSchool = "resting_line"
    taped_side: Side = "outside"
    guides_on: Side | None = None
    decide_by: Zone | None = None
    reason: Note = ""
    strict: bool = False


class SpineMeasured(Frozen):
    """How this very blank rests and hangs, and the line chosen on it.

    ``clamp_mm`` is the station the blank is clamped at for the drops; the
    weight hangs at the bare tip. ``label_deg`` is where the printed label
    lies, from which the witness mark can be found again.
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


class Spine(SpineWished, SpineMeasured):
    """The spine on the bench: wished and measured together."""
