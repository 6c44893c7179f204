"""The handle planned whole: stack, marks, reaming, arbors, sizes, turning.

Method page: ``docs/methods/handle.md``.
"""

from collections.abc import Sequence
from dataclasses import replace

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import Part, Stock
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.arbors import (
    ArborChoice,
    ArborPlan,
    compare_arbors,
    plan_arbors,
)
from wise_spool.core.handle.entering import entries
from wise_spool.core.handle.ferrules import FerruleGrooves, plan_ferrules
from wise_spool.core.handle.fitting import fit_part
from wise_spool.core.handle.nesting import hidden_mm, nested, outer_of
from wise_spool.core.handle.reaming import ReamPlan, plan_reaming
from wise_spool.core.handle.sizes import SIZED, SizeChoice, SizePlace, choose_sizes
from wise_spool.core.handle.stack import (
    Fitted,
    FitTried,
    Mark,
    PartPlaced,
    joined_marks,
    part_name,
    place_parts,
)
from wise_spool.core.handle.turning import TurningPlan, pieces_of, plan_cuts, turning_card


class HandlePlan(Frozen):
    """The whole handle."""

    parts: tuple[PartPlaced, ...]
    marks: tuple[Mark, ...]
    front_mm: float
    reach_mm: float | None
    trigger_mm: float | None
    reference_reach_off_mm: float | None
    seat_front_mm: float | None
    arbors: tuple[ArborPlan, ...]
    arbor_choices: tuple[ArborChoice, ...]
    grooves: tuple[FerruleGrooves, ...]
    reaming: tuple[ReamPlan, ...]
    tried: tuple[FitTried, ...]
    sizes: tuple[SizeChoice, ...]
    turning: TurningPlan
    longer_by_mm: float


def fit_parts(build: Build, work: WorkingBlank) -> tuple[Fitted, ...]:
    """Every part placed and judged, butt first."""
    handle = build.handle
    stations, enters = place_parts(handle.parts), entries(handle)
    nests = nested(handle.parts, stations)

    def fit(on: WorkingBlank) -> tuple[Fitted, ...]:
        return tuple(
            fit_part(part, start, end, on, handle, enters[part.id], nests.get(part.id, ()))
            for part, (start, end) in zip(handle.parts, stations, strict=True)
        )

    first = fit(work)
    taught = felt(work, first)
    if taught is work:
        return first
    return tuple(
        replace(again, tried=was.tried, blank=was.blank)
        for again, was in zip(fit(taught), first, strict=True)
    )


def felt(work: WorkingBlank, fitted: Sequence[Fitted]) -> WorkingBlank:
    """The blank as the parts that were tried on it have felt it; as read while they taught nothing."""
    lessons = [lesson for f in fitted for lesson in f.blank]
    if work.taper is None or not lessons:
        return work
    taper = work.taper.taught(
        [e.station_mm for e in lessons],
        [e.od_mm for e in lessons],
        [e.uncertainty_mm for e in lessons],
    )
    return replace(work, taper=taper)


def assemble(build: Build, work: WorkingBlank, fitted: tuple[Fitted, ...]) -> HandlePlan:
    """All that follows from the fitted parts."""
    handle = build.handle
    marks: list[Mark] = []
    arbors: list[ArborPlan] = []
    choices: tuple[ArborChoice, ...] = ()
    reach = trigger = seat_front = None
    for f in fitted:
        start, end = f.placed.start_mm, f.placed.end_mm
        marks += [
            Mark(station_mm=round(s, 3), label=f"{f.placed.name}, {side} end", stage="handle")
            for s, side in ((start, "butt"), (end, "tip"))
            if 0 < s < (work.length_mm or 6000)
        ]
        seat = f.part.seat
        if seat is None:
            continue
        seat_front = end
        reach = start + seat.foot_centre_mm
        trigger = None if seat.trigger_mm is None else start + seat.trigger_mm
        if work.taper is not None and end <= work.taper.length_mm:
            arbors.append(
                plan_arbors(f.part.id, seat, start, work.taper, handle.arbors, f.placed.enters)
            )
            choices = compare_arbors(
                f.part.id, seat, start, work.taper, handle.arbors, f.placed.enters
            )
    reference = handle.reference.reach_mm if handle.reference is not None else None
    return HandlePlan(
        parts=tuple(f.placed for f in fitted),
        marks=joined_marks(marks),
        front_mm=round(max((f.placed.end_mm for f in fitted), default=0.0), 3),
        reach_mm=reach,
        trigger_mm=trigger,
        reference_reach_off_mm=None
        if reference is None or reach is None
        else round(reach - reference, 2),
        seat_front_mm=seat_front,
        arbors=tuple(arbors),
        arbor_choices=choices,
        grooves=plan_ferrules(fitted, work, handle.arbors),
        reaming=_reaming(build, fitted, work),
        tried=tuple(t for f in fitted for t in f.tried),
        sizes=try_sizes(build, build.handle.candidates, fitted, work),
        turning=_turning(build, fitted),
        longer_by_mm=round(max(-min((f.placed.start_mm for f in fitted), default=0.0), 0.0), 3),
    )  # fmt: skip


def _reaming(build: Build, fitted: tuple[Fitted, ...], work: WorkingBlank) -> tuple[ReamPlan, ...]:
    """Passes for every part that stops short and is reamed rather than changed."""
    handle = build.handle
    if work.taper is None:
        return ()
    return tuple(
        plan_reaming(
            f.part.id,
            f.cut,
            handle.reamers,
            work.taper,
            handle.drills,
            in_64ths=build.rule.startswith("in"),
        )
        for f in fitted
        if f.cut is not None and f.placed.verdict in ("ream", "high_spot") and not f.part.on_rod
    )


def try_sizes(
    build: Build, candidates: Sequence[Part], fitted: tuple[Fitted, ...], work: WorkingBlank
) -> tuple[SizeChoice, ...]:
    """Every candidate laid against the blank at every place its kind has in the stack."""
    if work.taper is None or not candidates:
        return ()
    places = [
        SizePlace(f.part.kind, f.part.id, f.placed.start_mm, f.placed.enters, below.od_tip_mm if below else None)
        for below, f in zip((None, *(g.placed for g in fitted)), fitted, strict=False)
        if f.part.kind in SIZED
    ]  # fmt: skip
    have = {p.kind for p in places}
    front = max((f.placed.end_mm for f in fitted), default=0.0)
    last = fitted[-1].placed.od_tip_mm if fitted else None
    from_tip: Enters = "butt" if build.handle.guides_on else "tip"
    unplaced = [
        SizePlace("butt_cap", None, 0.0, "butt", None),
        SizePlace("butt_ferrule", None, 0.0, "butt", None),
    ]
    if front < work.taper.length_mm:
        unplaced += [
            SizePlace("winding_check", None, front, from_tip, last),
            SizePlace("reel_seat", None, front, from_tip, last),
        ]
    places += [p for p in unplaced if p.kind not in have]
    return choose_sizes(
        [(p, part_name(p)) for p in candidates],
        places,
        work.taper,
        build.rule,
        build.handle.clearance_mm,
    )


def _turning(build: Build, fitted: tuple[Fitted, ...]) -> TurningPlan:
    stock: Stock = build.handle.stock
    turned = [(i, f) for i, f in enumerate(fitted) if f.part.turned]
    cards = []
    parts = [f.part for f in fitted]
    for i, f in turned:
        ahead = fitted[i + 1].part if i + 1 < len(fitted) else None
        a, b = f.placed.butt_face.wanted_mm, f.placed.tip_face.wanted_mm
        cards.append(
            turning_card(
                f.part, f.placed.name, hidden_mm(parts, i), _tip_tenon(f.part, ahead),
                None if a is None or b is None else (a, b), stock, build.handle.drills,
                f.placed.recess, None if f.bore is None else (float(f.bore.bore_mm[0]), float(f.bore.bore_mm[-1])),
            )
        )  # fmt: skip
    sawn = [(f.part, f.placed.name) for _, f in turned if f.part.bought_od_mm is None]
    pieces = pieces_of(sawn, stock)
    return TurningPlan(cut_list=plan_cuts(pieces, stock), cards=tuple(cards))


def _tip_tenon(part: Part, ahead: Part | None) -> tuple[float, float] | None:
    """Length and diameter of the tenon at a part's tip that the next one slides over."""
    if ahead is None or ahead.overlap_mm <= 0 or outer_of(part, ahead)[0] is not ahead:
        return None
    return ahead.overlap_mm, part.tip_tenon_od_mm or part.od_tip_mm
