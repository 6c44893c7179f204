"""A metal ferrule on the butt: keyed grooves, turns of tape between them, and how true it will stand.

Method page: ``docs/methods/arbors.md``.
"""

import itertools
from collections.abc import Sequence

from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.parts import Arbors
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.arbors import tape_length_mm, tape_thickness_mm, whole_turns
from wise_spool.core.handle.stack import Fitted


class FerruleBand(Frozen):
    """Tape between two grooves: its turns, its length, how thick it stands, and what is left of the gap at
    its thin end, on the diameter."""

    place: Place
    turns: int
    tape_length_mm: float
    outside_mm: float
    loose_mm: float


class FerruleGrooves(Frozen):
    """Keyed grooves under a metal ferrule, and the bands of tape between them; no bands are counted while
    its bore is unknown. ``runout_mm`` is how far off the rod's tip may stand by what the bands leave loose."""

    part_id: str
    gap_per_side_mm: float | None
    key_depth_mm: float
    grooves: tuple[Place, ...]
    bands: tuple[Place, ...]
    tape: tuple[FerruleBand, ...]
    runout_mm: float | None


def plan_ferrules(
    fitted: Sequence[Fitted], work: WorkingBlank, arbors: Arbors
) -> tuple[FerruleGrooves, ...]:
    """Every butt ferrule in the stack."""
    out = []
    for f in fitted:
        if f.part.kind != "butt_ferrule":
            continue
        start, end = max(f.placed.start_mm, 0.0), f.placed.end_mm
        grooves, bands = keyed_grooves(start, end)
        tape: tuple[FerruleBand, ...] = ()
        gap = runout = None
        if f.bore is not None and work.taper is not None:
            bore = float(f.bore.bore_mm.min())
            gap = round((f.bore.at(0.0) - work.taper.od_at(start)) / 2, 3)
            tape = tuple(_band(b, bore, work.taper, arbors) for b in bands)
            runout = _runout(tape, work.taper.length_mm)
        out.append(
            FerruleGrooves(
                part_id=f.part.id, gap_per_side_mm=gap, key_depth_mm=habits().key_depth_mm, grooves=grooves,
                bands=bands, tape=tape, runout_mm=runout,
            )
        )  # fmt: skip
    return tuple(out)


def _band(place: Place, bore: float, taper: Taper, arbors: Arbors) -> FerruleBand:
    each = tape_thickness_mm(arbors)
    thick, thin = taper.od_at(place.start_mm), taper.od_at(place.end_mm)
    turns = whole_turns(bore, thick, each, arbors.glue_gap_mm)
    outside = thick + 2 * turns * each
    return FerruleBand(
        place=place,
        turns=turns,
        tape_length_mm=round(tape_length_mm((thick + thin) / 2, turns, each), 1),
        outside_mm=round(outside, 3),
        loose_mm=round(bore - outside + thick - thin, 3),
    )


def _runout(tape: tuple[FerruleBand, ...], length_mm: float) -> float | None:
    """The ferrule rocks on its outermost bands by half of what each leaves loose; at the tip that is the
    angle times the rod's length. None with fewer than two bands."""
    if len(tape) < 2:
        return None
    first, last = tape[0], tape[-1]
    span = last.place.end_mm - first.place.start_mm
    tilt = (first.loose_mm + last.loose_mm) / 2 / span
    return round(tilt * (length_mm - (first.place.start_mm + last.place.end_mm) / 2), 1)


def keyed_grooves(
    start_mm: float, end_mm: float, width_mm: float = 3.0
) -> tuple[tuple[Place, ...], tuple[Place, ...]]:
    """Grooves for a metal ferrule, and the stretches between them for bands of tape.

    Three, or four from 100 mm on, about 25 mm apart and centred (common
    practice); a short ferrule takes what it has room for.
    """
    length = end_mm - start_mm
    count = 4 if length >= 4 * habits().grooves_apart_mm else 3
    while count > 1 and (count - 1) * habits().grooves_apart_mm + width_mm > length:
        count -= 1
    first = (start_mm + end_mm) / 2 - (count - 1) * habits().grooves_apart_mm / 2
    middles = [first + k * habits().grooves_apart_mm for k in range(count)]
    grooves = tuple(
        Place(start_mm=round(m - width_mm / 2, 2), end_mm=round(m + width_mm / 2, 2))
        for m in middles
    )
    bands = tuple(
        Place(start_mm=round(a.end_mm + 2, 2), end_mm=round(b.start_mm - 2, 2))
        for a, b in itertools.pairwise(grooves)
    )
    return grooves, bands
