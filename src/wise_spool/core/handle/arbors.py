"""Bands that fill the seat's bore around the blank.

What must match along a tapering blank is the *outside* diameter of the bands,
so the band nearer the butt takes fewer turns (common practice). Method page:
``docs/methods/arbors.md``.
"""

import itertools
import math
from dataclasses import dataclass

import numpy as np

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Arbors, ArborSchool, SeatBore
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.ground.measures import format_diameter
from wise_spool.core.ground.operations import Enters
from wise_spool.core.ground.units import ruled

BANDS: dict[ArborSchool, int] = {
    "tape_2": 2, "tape_3": 3, "tape_4": 4, "mesh": 1, "foam": 1, "sleeve": 1,
}  # fmt: skip
FILLERS: frozenset[ArborSchool] = frozenset({"foam", "sleeve"})
"""Arbors that are glued into the seat first and then bored to the blank."""
SCHOOL_WORDS: dict[ArborSchool, str] = {
    "tape_2": "two bands of masking tape",
    "tape_3": "three bands of masking tape",
    "tape_4": "four bands of masking tape",
    "mesh": "open mesh tape",
    "foam": "a rigid foam arbor",
    "sleeve": "a graphite or cork sleeve",
}

Span = tuple[float, float]


class Band(Frozen):
    """One band. ``outside_mm`` is its diameter at its butt side; ``loose_mm`` is the most that is left
    between it and the bore, on the diameter, glue gap included: at its tip side, where the blank under
    the same turns is thinner."""

    start_mm: float
    end_mm: float
    od_mm: float
    turns: int | None
    tape_length_mm: float | None
    outside_mm: float
    loose_mm: float
    by_hand: bool
    trouble: str | None


class ArborPlan(Frozen):
    """All bands of one seat, butt side first; stations in mm from the butt."""

    seat_id: str
    bore_mm: float
    school: ArborSchool
    tape_thickness_mm: float
    bands: tuple[Band, ...]
    gap_per_side_mm: float
    """Mean room between blank and bore over the usable bore; negative when the seat won't go on."""
    room: tuple[Place, ...]
    """Stretches bands may lie in."""
    contact_mm2: float
    """Area over which the arbor meets the bore."""
    glue_ml: float
    """Adhesive that fills what is left between blank and bore."""
    mass_g: float
    minutes: float


def tape_length_mm(od_mm: float, turns: int, thickness_mm: float) -> float:
    """Length of tape for whole turns: pi * sum over k of (d + (2k - 1) t), k = 1..turns.

    >>> round(tape_length_mm(12.0, 10, 0.12))
    415
    """
    return math.pi * sum(od_mm + (2 * k - 1) * thickness_mm for k in range(1, turns + 1))


def tape_thickness_mm(arbors: Arbors) -> float:
    """Tape as calibrated over turns wound and measured, or as stated, times what such tape was seen to add.

    Winding n turns adds 2 n t to a diameter.
    """
    m = arbors.tape_measured
    if m is None:
        share = row_of(habits().tape_share, tape_name(arbors.tape_thickness_mm))
        return arbors.tape_thickness_mm * (share or 1.0)
    return (m.after_mm - m.before_mm) / (2 * m.turns)


def tape_name(thickness_mm: float) -> str:
    """What a tape is known by: the thickness it is sold by."""
    return f"{thickness_mm:g} mm"


def whole_turns(bore_mm: float, od_mm: float, thickness_mm: float, gap_mm: float) -> int:
    """Most whole turns that go under a bore with a glue gap left all round.

    >>> whole_turns(16.0, 11.0, 0.15, 0.05)
    16
    """
    return max(0, math.floor((bore_mm - od_mm - 2 * gap_mm) / (2 * thickness_mm) + 1e-9))


def seat_runs(seat: SeatBore, length_mm: float) -> tuple[tuple[Span, float], ...]:
    """The seat's inside as stretches of one bore, from its butt face, split at the edges of its steps."""
    edges = {
        0.0,
        length_mm,
        *(e for s in seat.steps for e in (s.from_mm, s.to_mm) if 0 < e < length_mm),
    }
    out = []
    for a, b in itertools.pairwise(sorted(edges)):
        inside = [s.bore_mm for s in seat.steps if s.from_mm < (a + b) / 2 < s.to_mm]
        out.append(((a, b), inside[0] if inside else seat.bore_mm))
    return tuple(out)


def room_for_bands(
    seat: SeatBore, front_recess_mm: float, enters: Enters | None = "tip"
) -> tuple[Span, ...]:
    """Stretches of the seat, mm from its butt face, where a band may lie and still fill its bore.

    Inside the usable bore, ahead of the end cap, behind the front recess, clear
    of lips narrower than the bore and of bare blank. The seat slides over its
    bands with one face first, its butt face from the tip: nothing between that
    face and a band may be narrower than the bore over the band, or the band
    that passes it is loose. ``enters`` is None for a filler that is glued into
    the seat off the rod.
    """
    low = max(seat.usable_from_mm, seat.end_cap_mm)
    high = seat.usable_to_mm - front_recess_mm
    runs = seat_runs(seat, max(seat.usable_to_mm, high, low) + 1e-9)
    free: list[Span] = []
    narrowest = math.inf
    for (a, b), bore in reversed(runs) if enters == "butt" else runs:
        narrowest = math.inf if enters is None else min(narrowest, bore)
        if bore < seat.bore_mm or bore > narrowest:
            continue
        a, b = max(a, low), min(b, high)
        if b - a > 1e-9:
            free.append((a, b))
    return tuple(sorted(_without_bare(free, seat)))


def _without_bare(free: list[Span], seat: SeatBore) -> list[Span]:
    """The same stretches, the window of bare blank cut out."""
    if seat.open_from_mm is None or seat.open_to_mm is None:
        return free
    out = []
    for a, b in free:
        for low, high in ((a, min(b, seat.open_from_mm)), (max(a, seat.open_to_mm), b)):
            if high - low > 1e-9:
                out.append((low, high))
    return out


def even_bands(room: tuple[Span, ...], count: int, width_mm: float) -> list[Span]:
    """``count`` bands spread over the room, ends first; fewer, or narrower, when they do not fit.

    Each band's even place is moved to the nearest one that is free. Raises nothing.
    """
    for n in range(count, 0, -1):
        width = width_mm
        while width >= min(habits().least_band_mm, width_mm):
            placed = _spread(room, n, width)
            if placed is not None:
                return placed
            width -= 0.5
    return []


def _spread(room: tuple[Span, ...], count: int, width: float) -> list[Span] | None:
    fits = [(a, b) for a, b in room if b - a >= width]
    if not fits:
        return None
    first, last = fits[0][0], fits[-1][1] - width
    placed: list[Span] = []
    for k in range(count):
        wanted = first if count == 1 else first + (last - first) * k / (count - 1)
        low = placed[-1][1] + habits().between_bands_mm if placed else first
        starts = [
            min(max(wanted, a, low), b - width) for a, b in fits if b - width >= max(a, low) - 1e-9
        ]
        if not starts:
            return None
        start = min(starts, key=lambda s: abs(s - wanted))
        placed.append((start, start + width))
    return placed


@dataclass(frozen=True)
class _Seat:
    """The seat on the blank: what every school fills."""

    seat: SeatBore
    start_mm: float
    taper: Taper
    arbors: Arbors
    enters: Enters

    def least_over(self, span: Span) -> float:
        """Least bore over a stretch: every step that reaches into it counts, however narrow."""
        runs = seat_runs(self.seat, max(self.seat.usable_to_mm, span[1]) + 1e-9)
        return min(bore for (a, b), bore in runs if a < span[1] - 1e-9 and b > span[0] + 1e-9)

    def least_passed(self, span: Span) -> float:
        """Least bore that passes over a band here on the way home."""
        if self.arbors.school in FILLERS:
            return self.least_over(span)
        if self.enters == "tip":
            return self.least_over((0.0, span[1]))
        return self.least_over((span[0], max(self.seat.usable_to_mm, span[1])))


def plan_arbors(
    seat_id: str,
    seat: SeatBore,
    seat_start_mm: float,
    taper: Taper,
    arbors: Arbors,
    enters: Enters = "tip",
) -> ArborPlan:
    """Place the school's bands inside the seat's usable bore and count their turns.

    Turns are counted at the band's butt-side edge, where the blank is thickest,
    so the seat goes over; the bore is the least under the band.
    """
    on = _Seat(seat, seat_start_mm, taper, arbors, enters)
    in_seat = arbors.school in FILLERS
    room = room_for_bands(seat, arbors.front_recess_mm, None if in_seat else enters)
    tape = arbors.school.startswith("tape")
    if tape and arbors.bands_at_mm:
        spans = [(a, a + arbors.band_width_mm) for a in sorted(arbors.bands_at_mm)]
    elif tape:
        spans = even_bands(room, BANDS[arbors.school], arbors.band_width_mm)
    else:
        spans = list(room)
    by_hand = bool(tape and arbors.bands_at_mm)
    bands = [_band(on, span, room, by_hand, spans) for span in spans]
    low, high = (room[0][0], room[-1][1]) if room else (seat.usable_from_mm, seat.usable_to_mm)
    middle = taper.od_at(seat_start_mm + (low + high) / 2)
    return ArborPlan(
        seat_id=seat_id,
        bore_mm=seat.bore_mm,
        school=arbors.school,
        tape_thickness_mm=round(tape_thickness_mm(arbors), 4),
        bands=tuple(bands),
        gap_per_side_mm=round((seat.bore_mm - middle) / 2, 3),
        room=tuple(
            Place(start_mm=round(seat_start_mm + a, 2), end_mm=round(seat_start_mm + b, 2))
            for a, b in room
        ),
        **_bulk(on, bands),
    )


def _band(on: _Seat, span: Span, room: tuple[Span, ...], by_hand: bool, all_: list[Span]) -> Band:
    a, b = span
    start, end = on.start_mm + a, on.start_mm + b
    thick, od, thin = (on.taper.od_at(x) for x in (start, (start + end) / 2, end))
    bore, passed = on.least_over(span), on.least_passed(span)
    gap = on.arbors.glue_gap_mm
    turns = length = None
    wound = on.arbors.school.startswith("tape") or on.arbors.school == "mesh"
    if wound:
        each = (
            habits().mesh_thickness_mm
            if on.arbors.school == "mesh"
            else tape_thickness_mm(on.arbors)
        )
        turns = whole_turns(passed, thick, each, gap)
        outside = thick + 2 * turns * each
        length = round(tape_length_mm(od, turns, each), 1)
    else:
        outside = max(thick, passed - 2 * gap)
    return Band(
        start_mm=round(start, 2), end_mm=round(end, 2), od_mm=round(od, 3), turns=turns, tape_length_mm=length,
        outside_mm=round(outside, 3), loose_mm=round(bore - outside + (thick - thin if wound else 0.0), 3), by_hand=by_hand,
        trouble=_trouble(span, room, all_),
    )  # fmt: skip


def _trouble(span: Span, room: tuple[Span, ...], all_: list[Span]) -> str | None:
    """Why a band put by hand cannot lie where it is."""
    a, b = span
    if not any(low - 0.01 <= a and b <= high + 0.01 for low, high in room):
        return "it lies outside the room for bands: over a lip, the end cap, the front recess or bare blank"
    if any(other is not span and a < other[1] and other[0] < b for other in all_):
        return "it lies over another band"
    return None


def _bulk(on: _Seat, bands: list[Band]) -> dict[str, float]:
    """Contact area, glue, mass and minutes of one arbor."""
    school = on.arbors.school
    x = np.linspace(on.start_mm, on.start_mm + on.seat.usable_to_mm, 61)
    od = on.taper.od_mm(x)
    gap = np.maximum(on.seat.bore_mm**2 - od**2, 0.0) * math.pi / 4
    if on.seat.open_from_mm is not None and on.seat.open_to_mm is not None:
        u = x - on.start_mm  # bare blank between the halves of a seat is not filled
        gap = np.where((u > on.seat.open_from_mm) & (u < on.seat.open_to_mm), 0.0, gap)
    whole = float(np.trapezoid(gap, x)) / 1000
    filled = sum(
        math.pi / 4 * max(b.outside_mm**2 - b.od_mm**2, 0) * (b.end_mm - b.start_mm) / 1000
        for b in bands
    )
    material = "tape" if school.startswith("tape") else school
    solid = filled * (habits().mesh_fill if school == "mesh" else 1.0)
    contact = sum(math.pi * b.outside_mm * (b.end_mm - b.start_mm) for b in bands)
    begin, each = habits().arbor_begin_min[school], habits().arbor_band_min[school]
    return {
        "contact_mm2": round(contact, 1),
        "glue_ml": round(max(whole - solid, 0.0), 2),
        "mass_g": round(solid * habits().arbor_density_g_ml[material], 2),
        "minutes": begin + each * len(bands),
    }


class ArborChoice(Frozen):
    """One school as it would be in this seat, for laying side by side."""

    school: ArborSchool
    words: str
    possible: bool
    why: str
    bands: int
    contact_share: float
    glue_ml: float
    loosest_mm: float
    mass_g: float
    minutes: float


def compare_arbors(
    seat_id: str,
    seat: SeatBore,
    start_mm: float,
    taper: Taper,
    arbors: Arbors,
    enters: Enters = "tip",
) -> tuple[ArborChoice, ...]:
    """Every school in this very seat: what it touches, weighs and takes."""
    bore_mm2 = math.pi * max(seat.bore_mm, 1.0) * max(seat.usable_to_mm - seat.usable_from_mm, 1.0)
    out = []
    for school in BANDS:
        trial = arbors.model_copy(update={"school": school, "bands_at_mm": ()})
        made = plan_arbors(seat_id, seat, start_mm, taper, trial, enters)
        possible, why = _possible(made)
        out.append(
            ArborChoice(
                school=school, words=SCHOOL_WORDS[school], possible=possible, why=why, bands=len(made.bands),
                contact_share=round(made.contact_mm2 / bore_mm2, 3), glue_ml=made.glue_ml,
                loosest_mm=max((b.loose_mm for b in made.bands), default=0.0), mass_g=made.mass_g, minutes=made.minutes,
            )
        )  # fmt: skip
    return tuple(out)


def _possible(made: ArborPlan) -> tuple[bool, str]:
    gap = made.gap_per_side_mm
    if not made.bands:
        return False, "no room in the usable bore"
    if gap <= 0:
        return False, "the seat does not go over the blank"
    if made.school in FILLERS and gap < habits().least_rigid_wall_mm:
        return False, f"only {format_diameter(gap, ruled())} a side: too thin to ream, use tape"
    if made.school.startswith("tape") and gap > habits().thick_per_side_mm:
        return True, "so much tape is spongy; foam or a sleeve is firmer"
    if all(b.turns == 0 for b in made.bands):
        return False, "no room for one turn; a thin coat of paste alone"
    return True, ""
