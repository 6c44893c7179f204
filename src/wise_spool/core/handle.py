"""The stack on the butt: where every part starts and ends, the marks to draw, the
bores wanted. Method pages: ``docs/methods/handle.md``, ``docs/methods/fits.md``.
"""

from typing import Literal

from wise_spool.core.arbors import SCHOOL_WORDS, THICK_PER_SIDE_MM, ArborPlan, plan_arbors
from wise_spool.core.blank import WorkingBlank
from wise_spool.core.build import Build, Part, PartKind
from wise_spool.core.findings import Finding, Noted, Place, Spot
from wise_spool.core.fits import stop_station, straight_bore
from wise_spool.core.frozen import Frozen
from wise_spool.core.reaming import Cut, ReamPlan, plan_reaming
from wise_spool.core.units import format_diameter, format_length

PART_WORDS: dict[PartKind, str] = {
    "butt_cap": "butt cap",
    "fighting_butt": "fighting butt",
    "rear_grip": "rear grip",
    "reel_seat": "reel seat",
    "foregrip": "foregrip",
    "winding_check": "winding check",
    "hook_keeper": "hook keeper",
    "trim_ring": "trim ring",
}
GLUED_TO_BLANK: frozenset[PartKind] = frozenset(
    {"butt_cap", "fighting_butt", "rear_grip", "foregrip", "winding_check", "trim_ring"}
)
LOOSE_OVER_MM = 0.6
"""A bore this much over the blank wants a tape liner. From habit."""
STRETCH: dict[str, float] = {"foam": 0.04, "rubber": 0.08}
"""How far a material's bore stretches over the blank: foam 4 to 8 %. From memory."""
SIZED_NOT_REAMED: frozenset[PartKind] = frozenset({"winding_check", "trim_ring"})
"""Parts bought to size: a wrong one is changed, not reamed (common practice)."""
SAME_LINE_MM = 0.25
"""Two ends this close share one pencil line."""
SHORT_OK_MM = 1.0
"""Stopping within this of the mark counts as there. From habit."""
LEFT_OK_MM = 0.1
"""Left in a bore after reaming, this goes with sandpaper as it is fitted. From habit."""
THIN_WALL_MM = 3.0
"""Under this a cork or wood wall is wrapped with tape before reaming. From habit."""

Verdict = Literal["fits", "ream", "loose", "unknown"]


class Face(Frozen):
    """One face of a part: blank there, bore wanted, bore it has."""

    station_mm: float
    od_mm: float | None
    wanted_mm: float | None
    bore_mm: float | None


class PartPlaced(Frozen):
    """One part on the blank; stations in mm from the present butt."""

    id: str
    kind: PartKind
    name: str
    start_mm: float
    end_mm: float
    od_butt_mm: float
    od_tip_mm: float
    material: str
    butt_face: Face
    tip_face: Face
    verdict: Verdict
    remove_mm: float | None
    stops_short_mm: float | None
    wall_mm: float | None

    @property
    def spot(self) -> Spot:
        """Where a finding about this part points."""
        return Spot(
            place=Place(start_mm=self.start_mm, end_mm=self.end_mm),
            field=f"handle.parts.{self.id}",
        )


class Mark(Frozen):
    """A line to draw on the blank, before rounding."""

    station_mm: float
    label: str
    stage: Literal["handle", "guides", "blank"]


class HandlePlan(Frozen):
    """The whole handle."""

    parts: tuple[PartPlaced, ...]
    marks: tuple[Mark, ...]
    front_mm: float
    reach_mm: float | None
    seat_front_mm: float | None
    arbors: tuple[ArborPlan, ...]
    reaming: tuple[ReamPlan, ...]
    longer_by_mm: float


def part_name(part: Part) -> str:
    """What to call a part in a sentence."""
    return part.name or PART_WORDS[part.kind]


def place_parts(parts: tuple[Part, ...]) -> list[tuple[float, float]]:
    """Start and end station of each part, mm from the butt, stacked from the butt up.

    A part starts where the last one ended, plus its gap, less its overlap; a
    closed end on the first part stands out beyond the butt (negative start).
    """
    placed: list[tuple[float, float]] = []
    end = 0.0
    for i, part in enumerate(parts):
        start = end + part.gap_before_mm - (part.overlap_mm if i else 0.0)
        if i == 0:
            start -= part.closed_end_mm
        end = start + part.length_mm
        placed.append((start, end))
    return placed


def plan_handle(build: Build, work: WorkingBlank) -> HandlePlan:
    """Place the stack, work out bores and arbors, list the marks to draw."""
    handle = build.handle
    stations = place_parts(handle.parts)
    placed, marks, arbors = [], [], []
    reach = seat_front = None
    for part, (start, end) in zip(handle.parts, stations, strict=True):
        placed.append(_place(part, start, end, work, handle.clearance_mm))
        name = part_name(part)
        marks += [
            Mark(station_mm=round(s, 3), label=f"{name}, {side} end", stage="handle")
            for s, side in ((start, "butt"), (end, "tip"))
            if 0 < s < (work.length_mm or 6000)
        ]
        if part.seat is not None:
            seat_front = end
            reach = start + part.seat.foot_centre_mm
            if work.taper is not None and end <= work.taper.length_mm:
                arbors.append(plan_arbors(part.id, part.seat, start, work.taper, handle.arbors))
    return HandlePlan(
        parts=tuple(placed),
        marks=_joined(marks),
        front_mm=round(max((e for _, e in stations), default=0.0), 3),
        reach_mm=reach,
        seat_front_mm=seat_front,
        arbors=tuple(arbors),
        reaming=_reaming(build, placed, work),
        longer_by_mm=round(max(-min((s for s, _ in stations), default=0.0), 0.0), 3),
    )


def _reaming(build: Build, placed: list[PartPlaced], work: WorkingBlank) -> tuple[ReamPlan, ...]:
    """Passes for every part that stops short and is reamed rather than changed."""
    if work.taper is None or not build.handle.reamers:
        return ()
    return tuple(
        plan_reaming(part.id, cut, build.handle.reamers, work.taper)
        for part in placed
        if part.verdict == "ream" and part.kind not in SIZED_NOT_REAMED
        if (cut := _cut(part)) is not None
    )


def _cut(part: PartPlaced) -> Cut | None:
    a, b = part.butt_face, part.tip_face
    if a.wanted_mm is None or b.wanted_mm is None or a.bore_mm is None or b.bore_mm is None:
        return None
    return Cut(
        start_mm=a.station_mm,
        length_mm=b.station_mm - a.station_mm,
        bore_mm=(a.bore_mm, b.bore_mm),
        wanted_mm=(a.wanted_mm, b.wanted_mm),
        stretch=STRETCH.get(part.material, 0.0),
    )


def _joined(marks: list[Mark]) -> tuple[Mark, ...]:
    """One line where one part ends and the next begins."""
    joined: list[Mark] = []
    for mark in sorted(marks, key=lambda m: m.station_mm):
        if joined and mark.station_mm - joined[-1].station_mm < SAME_LINE_MM:
            before = joined[-1].label.rsplit(", ", 1)[0]
            both = f"{before} / {mark.label.rsplit(', ', 1)[0]}"
            joined[-1] = joined[-1].model_copy(update={"label": both})
        else:
            joined.append(mark)
    return tuple(joined)


def _place(
    part: Part, start: float, end: float, work: WorkingBlank, clearance: float
) -> PartPlaced:
    length = work.length_mm
    inner_start = max(start, 0.0)
    on_blank = length is not None and start < length
    od_a = work.od_mm(inner_start) if on_blank else None
    od_b = work.od_mm(min(end, length)) if on_blank and length is not None else None
    glued = part.kind in GLUED_TO_BLANK
    bore_a, bore_b = part.bore_butt_mm, part.bore_tip_mm
    if part.seat is not None:
        bore_a = bore_b = part.seat.bore_mm
    if bore_b is None:
        bore_b = bore_a
    stretch = STRETCH.get(part.material, 0.0)
    room = 0.0 if stretch or part.kind in SIZED_NOT_REAMED else clearance
    wanted_a = None if od_a is None or not glued else round(od_a / (1 + stretch) + room, 3)
    wanted_b = None if od_b is None or not glued else round(od_b / (1 + stretch) + room, 3)
    verdict: Verdict = "unknown"
    remove = short = wall = None
    if (
        glued
        and bore_a is not None
        and bore_b is not None
        and od_a is not None
        and od_b is not None
    ):
        remove = round(max((wanted_a or 0) - bore_a, (wanted_b or 0) - bore_b, 0.0), 3)
        if work.taper is not None:
            inner = part.length_mm - (inner_start - start)
            stretched = straight_bore(bore_a * (1 + stretch), bore_b * (1 + stretch), inner)
            stop = stop_station(stretched, inner, work.taper, inner_start)
            short = round(stop - inner_start, 2)
        if short is not None and short > SHORT_OK_MM:
            verdict = "ream"
        elif min(bore_a - od_a, bore_b - od_b) > LOOSE_OVER_MM:
            verdict = "loose"
        else:
            verdict = "fits"
    if glued and wanted_a is not None and wanted_b is not None:
        wall = round(min(part.od_butt_mm - wanted_a, part.od_tip_mm - wanted_b) / 2, 2)
    return PartPlaced(
        id=part.id, kind=part.kind, name=part_name(part), start_mm=round(start, 3), end_mm=round(end, 3),
        od_butt_mm=part.od_butt_mm, od_tip_mm=part.od_tip_mm, material=part.material,
        butt_face=Face(station_mm=round(inner_start, 3), od_mm=od_a, wanted_mm=wanted_a, bore_mm=bore_a),
        tip_face=Face(station_mm=round(end, 3), od_mm=od_b, wanted_mm=wanted_b, bore_mm=bore_b),
        verdict=verdict, remove_mm=remove, stops_short_mm=short, wall_mm=wall,
    )  # fmt: skip


def find_in_handle(build: Build, plan: HandlePlan, work: WorkingBlank) -> list[Finding]:
    """What would ruin the handle, and what to do at each part."""
    rule = build.rule
    add = Noted("handle")
    if not plan.parts:
        add(
            "handle-empty",
            "check",
            "The handle is empty: list its parts from the butt toward the tip.",
            "The stack gives every later mark its place.",
        )
        return add.found
    kinds = {p.kind for p in plan.parts}
    if "reel_seat" not in kinds:
        add(
            "handle-no-seat",
            "check",
            "There is no reel seat in the stack.",
            "Reach and reel-side guides start from the seat.",
        )
    if "foregrip" in kinds and "winding_check" not in kinds:
        add(
            "handle-no-check",
            "check",
            "No winding check is listed ahead of the foregrip: it can only go on before the guides.",
            "Winding checks are the part most often forgotten.",
        )
    for before, part, doc in zip((None, *plan.parts), plan.parts, build.handle.parts, strict=False):
        if work.length_mm is not None and part.end_mm > work.length_mm:
            add(
                "handle-past-tip",
                "ruins",
                f"The {part.name} ends {format_length(part.end_mm - work.length_mm, rule)} past the tip: the stack is longer than the blank.",
                "Parts and gaps together must be shorter than the blank.",
                part.spot,
                stack=format_length(part.end_mm, rule),
                blank=format_length(work.length_mm, rule),
            )
        if before is not None and doc.overlap_mm > before.end_mm - before.start_mm:
            add(
                "handle-overlap",
                "ruins",
                f"The {part.name} is said to reach {format_length(doc.overlap_mm, rule)} into the {before.name}, which is only "
                f"{format_length(before.end_mm - before.start_mm, rule)} long.",
                "A part cannot enter another further than it is long.",
                part.spot,
            )
        if part.start_mm < 0 and doc is not build.handle.parts[0]:
            add(
                "handle-behind-butt",
                "ruins",
                f"The {part.name} starts behind the butt.",
                "Only a closed end stands out past the butt.",
                part.spot,
            )
        _judge_fit(build, part, add)
    for ream in plan.reaming:
        _judge_reaming(build, plan, ream, add)
    for arbor in plan.arbors:
        _judge_arbor(build, plan, arbor, add)
    if plan.reach_mm is not None:
        add(
            "handle-reach",
            "note",
            f"The reel foot sits {format_length(plan.reach_mm + plan.longer_by_mm, rule)} from the end of the handle.",
            "8 to 10 in is common for two-handed casts of light rods; reach, balance and taste decide.",
            next(p for p in plan.parts if p.kind == "reel_seat").spot,
        )
    return add.found


def _judge_fit(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    a, b = part.butt_face, part.tip_face
    if part.kind not in GLUED_TO_BLANK or a.wanted_mm is None or b.wanted_mm is None:
        return
    numbers = {
        "bore_wanted_at_the_butt_face": format_diameter(a.wanted_mm, rule),
        "bore_wanted_at_the_tip_face": format_diameter(b.wanted_mm, rule),
    }
    if a.bore_mm is not None and b.bore_mm is not None:
        numbers |= {
            "bore_now": f"{format_diameter(a.bore_mm, rule)} to {format_diameter(b.bore_mm, rule)}"
        }
    why = f"Bore wanted is the blank plus {build.handle.clearance_mm:g} mm for glue."
    source = "clearance from habit, editable"
    if part.verdict == "ream" and part.kind in SIZED_NOT_REAMED:
        add(
            "handle-size-small",
            "check",
            f"The {part.name} is too small: it stops {format_length(part.stops_short_mm or 0, rule)} short. "
            f"Take one of {format_diameter(a.wanted_mm, rule)} or the next size up.",
            "A winding check is sized to the blank at its own stop.",
            part.spot,
            **numbers,
        )
    elif part.verdict == "ream":
        add(
            "handle-ream",
            "check",
            f"The {part.name} stops {format_length(part.stops_short_mm or 0, rule)} short of its mark: ream it to "
            f"{format_diameter(a.wanted_mm, rule)} at the butt face and {format_diameter(b.wanted_mm, rule)} at the tip face.",
            why,
            part.spot,
            source,
            **numbers,
            stops_short=format_length(part.stops_short_mm or 0, rule),
        )
    elif part.verdict == "loose":
        add(
            "handle-loose",
            "check",
            f"The {part.name} is loose on its mark by {format_diameter(min((a.bore_mm or 0) - (a.od_mm or 0), (b.bore_mm or 0) - (b.od_mm or 0)), rule)}: "
            "line it with tape or a sleeve, or it will pass its mark.",
            why,
            part.spot,
            source,
            **numbers,
        )
    elif part.verdict == "fits":
        add(
            "handle-fits",
            "note",
            f"The {part.name} reaches its mark with its bore as it is.",
            why,
            part.spot,
            source,
            **numbers,
        )
    elif part.kind in ("rear_grip", "foregrip", "fighting_butt"):
        add(
            "handle-bore",
            "note",
            f"The {part.name} wants a bore of {format_diameter(a.wanted_mm, rule)} at the butt face and {format_diameter(b.wanted_mm, rule)} at the tip face.",
            why,
            part.spot,
            source,
            **numbers,
        )
    if part.wall_mm is not None and part.kind in ("rear_grip", "foregrip", "fighting_butt"):
        if part.wall_mm <= 0:
            add(
                "handle-no-wall",
                "ruins",
                f"The {part.name} would be reamed right through: the blank is as thick as the part.",
                "A part needs wall left around its bore.",
                part.spot,
            )
        elif part.wall_mm < THIN_WALL_MM and part.material in ("cork", "wood"):
            add(
                "handle-thin-wall",
                "check",
                f"Reaming leaves {format_diameter(part.wall_mm, rule)} of wall on the {part.name}: wrap it round with tape before you ream.",
                "Under 3 mm a cork or wood wall tears.",
                part.spot,
                "from habit, editable",
                wall=format_diameter(part.wall_mm, rule),
            )


def _judge_reaming(build: Build, plan: HandlePlan, ream: ReamPlan, add: Noted) -> None:
    rule = build.rule
    part = next(p for p in plan.parts if p.id == ream.part_id)
    rule_words = (
        "A reamer goes in no further than its taper stays inside the bore wanted at every depth."
    )
    if not ream.passes:
        add(
            "ream-no-reamer",
            "check",
            f"No reamer listed opens the {part.name} without going past the bore wanted: list a finer one, "
            "or use a round file or sandpaper on a dowel.",
            rule_words,
            part.spot,
        )
        return
    if ream.drill_first_mm is not None:
        add(
            "ream-pilot",
            "check",
            f"The {part.name} is opened by {format_diameter(ream.most_mm, rule)}: drill it first to "
            f"{format_diameter(ream.drill_first_mm, rule)}, half way from each face on the pilot of the old hole, then ream.",
            "Enlarging by more than about 5 mm is pilot-bored; up to about 3 mm the reamer does it alone.",
            part.spot,
            "common practice",
            most_to_remove=format_diameter(ream.most_mm, rule),
        )
    if ream.left_mm > LEFT_OK_MM:
        add(
            "ream-left",
            "check",
            f"After the last pass {format_diameter(ream.left_mm, rule)} is left in the {part.name} "
            f"{format_length(ream.left_at_mm, rule)} in from its butt face: take it out with a round file or sandpaper on a dowel.",
            rule_words,
            part.spot,
            left=format_diameter(ream.left_mm, rule),
        )


def _judge_arbor(build: Build, plan: HandlePlan, arbor: ArborPlan, add: Noted) -> None:
    rule = build.rule
    seat = next(p for p in plan.parts if p.id == arbor.seat_id)
    thickest = seat.butt_face.od_mm or 0.0
    numbers = {
        "seat_bore": format_diameter(arbor.bore_mm, rule),
        "blank_at_the_seat": format_diameter(thickest, rule),
    }
    if arbor.bore_mm <= thickest:
        add(
            "arbor-seat-small",
            "ruins",
            f"The seat's bore ({format_diameter(arbor.bore_mm, rule)}) is smaller than the blank under it ({format_diameter(thickest, rule)}): "
            "take a larger seat; never sand a blank to fit.",
            "The seat must clear the blank over its whole length.",
            seat.spot,
            **numbers,
        )
        return
    if not arbor.bands:
        add(
            "arbor-no-room",
            "ruins",
            "The seat's usable bore leaves no room for an arbor behind the front recess.",
            "Bands sit inside the usable bore, clear of lips and of the front recess.",
            seat.spot,
            **numbers,
        )
        return
    if arbor.gap_per_side_mm > THICK_PER_SIDE_MM and arbor.school.startswith("tape"):
        add(
            "arbor-thick",
            "check",
            f"There are {format_diameter(arbor.gap_per_side_mm, rule)} a side to fill: a rigid foam arbor or a sleeve is firmer than that much tape.",
            "More than 3 mm of tape a side is spongy.",
            seat.spot,
            "from habit, editable",
            **numbers,
        )
    if all(band.turns is not None for band in arbor.bands):
        turns = ", ".join(str(band.turns) for band in arbor.bands)
        bare = sum(band.turns == 0 for band in arbor.bands)
        if bare:
            where = (
                "at any band"
                if bare == len(arbor.bands)
                else f"at {bare} of its {len(arbor.bands)} bands"
            )
            add(
                "arbor-no-turn",
                "check",
                f"The seat is too close to the blank for even one turn of tape {where}: "
                "leave the tape off there and use a thin, even coat of paste.",
                "A turn of tape needs its own thickness and the glue gap a side.",
                seat.spot,
                **numbers,
            )
        if bare == len(arbor.bands):
            return
        loosest = max(band.loose_mm for band in arbor.bands)
        add(
            "arbor-turns",
            "note",
            f"Tape turns from the butt: {turns}; the bands end level, {format_diameter(loosest, rule)} under the bore at most.",
            "Outside diameters must match, so bands nearer the butt take fewer turns.",
            seat.spot,
            **numbers,
            school=SCHOOL_WORDS[arbor.school],
        )
