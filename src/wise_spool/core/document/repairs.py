"""What is to be mended on a rod, in the documents: each repair says what broke and where."""

from typing import Annotated, Literal

from pydantic import Field

from wise_spool.core.document.blank import BlankMaterial
from wise_spool.core.document.rows import Row
from wise_spool.core.ground.fields import BoreMm, DiameterMm, Id, LengthMm, StationMm, Words

RepairKind = Literal[
    "splint", "seat", "guide", "tip", "dent", "cork", "loose_seat", "ferrule_loose", "ferrule_stuck", "old_finish",
]  # fmt: skip


class Repair(Row):
    """One repair. ``at_mm`` is where the blank broke, from its butt end; ``sleeve_mm`` how long the sleeve inside is,
    ``wall_share`` its wall as a share of its outside, ``bore_mm`` the blank's bore at the break where it was measured.
    ``part_id`` is the part it is about, ``guide_id`` the guide. ``old_od_mm`` and ``old_bore_mm`` are of a seat that comes
    off, whose nut may be ``frozen`` with sand. ``lost_mm`` broke off the tip."""

    kind: RepairKind = "splint"
    at_mm: StationMm | None = None
    sleeve_mm: Annotated[LengthMm, Field(gt=0)] | None = None
    sleeve_material: BlankMaterial = "carbon"
    wall_share: Annotated[float, Field(gt=0.02, le=0.5)] | None = None
    bore_mm: BoreMm | None = None
    part_id: Id | None = None
    guide_id: Id | None = None
    old_od_mm: DiameterMm | None = None
    old_bore_mm: BoreMm | None = None
    frozen: bool = False
    lost_mm: Annotated[float, Field(ge=0, le=2000)] = 0.0
    words: Words = ""
