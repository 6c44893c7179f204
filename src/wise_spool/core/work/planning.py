"""The work planned: every room's operations in one order, and the glue-up.

Method pages: ``docs/methods/order.md``, ``docs/methods/glue-up.md``.
"""

import math
from collections.abc import Sequence

from wise_spool.core.blank.operations import blank_operations
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.bench import BenchDone
from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.operations import finish_operations, follows_paint
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Operation, OperationKind, Wait
from wise_spool.core.guides.operations import guide_operations
from wise_spool.core.handle.arbors import FILLERS
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.fits import gap_volume_ml, straight_bore
from wise_spool.core.handle.fitting import is_filled
from wise_spool.core.handle.stack import Fitted
from wise_spool.core.lineup.planning import LineUpPlan
from wise_spool.core.repairs.planning import RepairPlan, last_steps, repair_operations
from wise_spool.core.spine.operations import spine_operations
from wise_spool.core.work.glue_up import Gap, GlueUpPlan, plan_glue_up
from wise_spool.core.work.later import later_operations, own_operations
from wise_spool.core.work.order import OrderPlan, in_order, plan_order
from wise_spool.core.work.passing import Placed, Proud
from wise_spool.core.wraps.operations import wrap_operations
from wise_spool.core.wraps.planning import WrapsPlan

LEAVING: tuple[OperationKind, ...] = ("weigh", "photograph", "hand_over")
WORK: tuple[OperationKind, ...] = ("mend", "part", "guides", "tip_top", "label", "coat", "layer")
"""Kinds that are done before the rod leaves."""


class WorkPlan(Frozen):
    """Everything to be done at the bench, in order; assembly and glue-up are views of it. ``against`` says
    which of the builder's wishes for the order nothing can follow."""

    operations: tuple[Operation, ...]
    order: OrderPlan
    glue_up: GlueUpPlan
    against: tuple[str, ...]


def plan_work(
    build: Build,
    work: WorkingBlank,
    fitted: tuple[Fitted, ...],
    handle: HandlePlan,
    wraps: WrapsPlan,
    line_up: LineUpPlan,
    finish: FinishPlan,
    bench: BenchDone | None = None,
    repairs: tuple[RepairPlan, ...] = (),
) -> WorkPlan:
    """Gather the rooms' operations and order them; mix for the joints in the order they go on."""
    bench = bench or BenchDone()
    skipped = {s.id: s.why for s in bench.skipped}
    mends = repair_operations(build, repairs)
    rooms = [
        *mends,
        *blank_operations(build),
        *spine_operations(build),
        *guide_operations(build),
        *wrap_operations(build, wraps),
    ]
    placed = [_for_order(build, f) for f in fitted]
    order = plan_order(build, work, placed, rooms, _prouds(build, handle), skipped)
    coats = finish_operations(build, finish)
    done = {*build.handle.steps_done, *(o.id for o in order.steps if o.done)}
    if finish.to_cut_back and finish.following:
        done.discard(f"cut_back:{finish.following.number}")
    late = _before_the_ferrule(build, [o.id for o in coats if o.kind == "coat"])
    late += follows_paint(build, finish)
    late += _after_mending(mends, order.steps)
    known = [*order.steps, *coats, *later_operations(build, bench, wraps, line_up, finish)]
    late += _whole_first(known, late)
    glued: list[str] = []
    for o in order.steps:
        if o.kind == "part" and o.part_id:
            glued += order.sub_assembly if o.part_id in order.sub_assembly else (o.part_id,)
    glue_up = plan_glue_up(build, _gaps(build, fitted, work, handle), glued)
    known = [_timed(_glued(o, glue_up)) for o in (*known, *own_operations(build, known))]
    operations, _, against = in_order(known, late, done, build.work.ahead, skipped)
    return WorkPlan(
        operations=tuple(operations),
        order=order,
        glue_up=glue_up,
        against=against,
    )


def _glued(o: Operation, glue_up: GlueUpPlan) -> Operation:
    """With the cup it is made from, and how long that takes to set."""
    filler = o.id.startswith("fill:")
    if o.part_id is None or not (o.kind == "part" or filler):
        return o
    for m in glue_up.mixes:
        of_filler = bool(m.joints) and m.joints[0].name.startswith("filler of")
        if filler == of_filler and any(j.part_id == o.part_id for j in m.joints):
            sets = Wait(least_min=m.set_min, most_min=None, what=f"{m.adhesive} is set", at_c=glue_up.temperature_c)  # fmt: skip
            of = {
                "mix": f"mix:{m.number}", "wait": sets, "setup": f"glue {m.adhesive}", "setup_min": habits().mix_min,
                "pot_min": round(habits().pot_share * m.pot_life_min, 1),
            }  # fmt: skip
            return o.model_copy(update=of)
    return o


def _timed(o: Operation) -> Operation:
    """With the minutes its kind takes by habit, when the plan has not worked them out, or with what they were
    worked out by."""
    by_kind = habits().operation_min
    if o.minutes_by:
        return o
    if o.hands_min is not None and o.kind in habits().hands_share:
        by_hands = {"hands_min": round(o.hands_min, 1), "minutes_by": f"hands_share.{o.kind}"}
        return o.model_copy(update=by_hands)
    if o.hands_min is not None or o.kind not in by_kind:
        return o
    of = {"hands_min": by_kind[o.kind], "minutes_by": f"operation_min.{o.kind}"}
    return o.model_copy(update=of)


def _after_mending(
    mends: list[Operation], steps: Sequence[Operation]
) -> list[tuple[str, str, str]]:
    """No part goes on a blank that is not whole, and what an old part still covers is neither marked nor scuffed."""
    return [
        (last, o.id, "the blank is whole first")
        for last in last_steps(mends)
        for o in steps
        if o.kind in ("marks", "scuff", "part", "guides", "join", "arbor")
    ]


def _whole_first(
    known: Sequence[Operation], firsts: Sequence[tuple[str, str, str]]
) -> list[tuple[str, str, str]]:
    """Whatever nothing else waits for, a cap glued on at last or a mended guide, comes before the rod is weighed, photographed
    and handed over."""
    followed = {b.id for o in known if o.kind not in LEAVING for b in o.after} | {a for a, _, _ in firsts}  # fmt: skip
    return [
        (o.id, leaving.id, "the rod is whole first")
        for leaving in known
        if leaving.kind in LEAVING
        for o in known
        if o.kind in WORK and o.id not in followed
    ]


def _before_the_ferrule(build: Build, coats: Sequence[str]) -> list[tuple[str, str, str]]:
    """By one school the rod is decorated, labelled and coated before its detachable butt goes on."""
    if not build.handle.coats_before_ferrule:
        return []
    return [
        (coat, f"part:{p.id}", "the rod is finished while the dryer can hold its bare butt")
        for p in build.handle.parts
        if p.kind == "butt_ferrule"
        for coat in coats
    ]


def _for_order(build: Build, f: Fitted) -> Placed:
    reamed = f.placed.verdict in ("ream", "high_spot") and f.cut is not None
    bore = f.final_bore
    a, b = f.placed.butt_face.wanted_mm, f.placed.tip_face.wanted_mm
    if bore is None and a is not None and b is not None:
        hollow = f.placed.end_mm - max(f.placed.start_mm, 0.0)
        bore = straight_bore(a, b, hollow) if hollow > 0 else None
    filled = is_filled(f.part, build.handle)
    return Placed(
        f.part,
        f.placed.name,
        f.placed.start_mm,
        f.placed.end_mm,
        f.placed.enters,
        bore,
        reamed,
        filled,
    )


def _prouds(build: Build, handle: HandlePlan) -> list[Proud]:
    """Bands of tape and mesh on the blank, and the tape between a ferrule's keys."""
    names = {p.id: p.name for p in handle.parts}
    out = [
        Proud(f"arbor:{a.seat_id}", a.seat_id, f"the bands of the {names[a.seat_id]}", b.start_mm, b.end_mm, b.outside_mm)
        for a in handle.arbors
        if a.school not in FILLERS
        for b in a.bands
        if b.outside_mm > b.od_mm + 0.01
    ]  # fmt: skip
    out += [
        Proud(f"arbor:{g.part_id}", g.part_id, f"the tape under the {names[g.part_id]}", b.place.start_mm, b.place.end_mm, b.outside_mm)
        for g in handle.grooves
        for b in g.tape
        if b.turns
    ]  # fmt: skip
    return out


def _gaps(
    build: Build, fitted: tuple[Fitted, ...], work: WorkingBlank, handle: HandlePlan
) -> list[Gap]:
    """What adhesive fills: the ring under each part, or what its arbor leaves."""
    by_seat = {a.seat_id: a for a in handle.arbors}
    out = []
    for f in fitted:
        start, end = f.placed.start_mm, f.placed.end_mm
        od = work.od_mm(max(start, 0.0))
        if od is None or f.part.on_rod:
            continue
        volume = 0.0
        if f.part.id in by_seat:
            volume = by_seat[f.part.id].glue_ml
        elif f.final_bore is not None and work.taper is not None:
            volume = gap_volume_ml(f.final_bore, work.taper.od_mm, max(start, 0.0))
        wall = math.pi * od * (end - max(start, 0.0))
        inside = 0.0
        if is_filled(f.part, build.handle) and f.part.seat is not None:
            seat = f.part.seat
            inside = math.pi * seat.bore_mm * max(seat.usable_to_mm - seat.usable_from_mm, 0.0)
        out.append(Gap(f.part, f.placed.name, start, end, volume, wall, inside))
    return out
