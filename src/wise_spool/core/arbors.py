"""Bands that fill the seat's bore around the blank.

What must match along a tapering blank is the *outside* diameter of the bands,
so the band nearer the butt takes fewer turns (common practice). Method page:
``docs/methods/arbors.md``.
"""

import math

from wise_spool.core.build import Arbors, ArborSchool, SeatBore
from wise_spool.core.frozen import Frozen
from wise_spool.core.taper import Taper

BANDS: dict[ArborSchool, int] = {
    "tape_2": 2, "tape_3": 3, "tape_4": 4, "mesh": 1, "foam": 1, "sleeve": 1,
}  # fmt: skip
SCHOOL_WORDS: dict[ArborSchool, str] = {
    "tape_2": "two bands of masking tape",
    "tape_3": "three bands of masking tape",
    "tape_4": "four bands of masking tape",
    "mesh": "open mesh tape",
    "foam": "a rigid foam arbor",
    "sleeve": "a graphite or cork sleeve",
}
THICK_PER_SIDE_MM = 3.0
"""More tape than this a side is spongy: foam or a sleeve instead. From habit."""


class Band(Frozen):
    """One band. ``loose_mm`` is what is left between its tape and the bore, on the diameter,
    glue gap included."""

    start_mm: float
    end_mm: float
    od_mm: float
    turns: int | None
    tape_length_mm: float | None
    outside_mm: float
    loose_mm: float


class ArborPlan(Frozen):
    """All bands of one seat, butt side first; stations in mm from the butt."""

    seat_id: str
    bore_mm: float
    school: ArborSchool
    bands: tuple[Band, ...]
    gap_per_side_mm: float
    """Mean room between blank and bore over the usable bore; negative when the seat won't go on."""


def tape_length_mm(od_mm: float, turns: int, thickness_mm: float) -> float:
    """Length of tape for whole turns: pi * sum over k of (d + (2k - 1) t), k = 1..turns."""
    return math.pi * sum(od_mm + (2 * k - 1) * thickness_mm for k in range(1, turns + 1))


def plan_arbors(
    seat_id: str, seat: SeatBore, seat_start_mm: float, taper: Taper, arbors: Arbors
) -> ArborPlan:
    """Place the school's bands inside the seat's usable bore and count their turns.

    The front ``front_recess_mm`` is left for glue. Turns are counted at the
    band's butt-side edge, where the blank is thickest, so the seat goes over.
    """
    low = seat_start_mm + seat.usable_from_mm
    high = seat_start_mm + seat.usable_to_mm - arbors.front_recess_mm
    tape = arbors.school.startswith("tape")
    count = BANDS[arbors.school]
    middle_gap = (seat.bore_mm - taper.od_at((low + high) / 2)) / 2
    width = (
        min(arbors.band_width_mm, max(high - low, 0) / (2 * count - 1))
        if tape
        else max(high - low, 0.0)
    )
    bands = []
    for i in range(count if width > 0 else 0):
        start = low if count == 1 else low + i * (high - low - width) / (count - 1)
        end = start + width
        thick = taper.od_at(start)
        od = taper.od_at((start + end) / 2)
        if tape:
            room = seat.bore_mm - thick - 2 * arbors.glue_gap_mm
            turns = max(0, math.floor(room / (2 * arbors.tape_thickness_mm) + 1e-9))
            outside = thick + 2 * turns * arbors.tape_thickness_mm
            length = tape_length_mm(od, turns, arbors.tape_thickness_mm)
        else:
            turns, length = None, None
            outside = max(thick, seat.bore_mm - 2 * arbors.glue_gap_mm)
        bands.append(
            Band(
                start_mm=round(start, 2), end_mm=round(end, 2), od_mm=round(od, 3), turns=turns,
                tape_length_mm=None if length is None else round(length, 1),
                outside_mm=round(outside, 3), loose_mm=round(seat.bore_mm - outside, 3),
            )
        )  # fmt: skip
    return ArborPlan(
        seat_id=seat_id,
        bore_mm=seat.bore_mm,
        school=arbors.school,
        bands=tuple(bands),
        gap_per_side_mm=round(middle_gap, 3),
    )
