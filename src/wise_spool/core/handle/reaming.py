"""Opening a bore to the blank's taper: which reamer, how far in, what to expect after it.

A tapered reamer goes in from one face of the part, small end first. At depth
t its diameter at u from that face is small + slope (t - u), so the bore
it leaves is known before it is cut. It goes in no further than that diameter
stays within the bore wanted at every u: nothing that is cut away comes back.
Method page: ``docs/methods/reaming.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Drill, Face, PassMade, Reamer
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.fits import Bore, find_stop

Floats = NDArray[np.float64]

DRILL_STEP_MM = 0.5
"""Drills are taken to come in half millimetres while none are listed. From habit."""
MOST_PASSES = 6

FACES: tuple[Face, ...] = ("butt", "tip")


@dataclass(frozen=True)
class Cut:
    """The bore of one part: what it is, what it should be at the same places, from which station.

    ``wanted_mm`` has the shape of ``bore.u_mm``; ``stretch`` is how far the material gives.
    """

    start_mm: float
    bore: Bore
    wanted_mm: Floats
    stretch: float = 0.0
    power_drill: bool = False


class ReamPass(Frozen):
    """One pass: push the reamer in ``depth_mm`` past ``from_face``, measured to its small end.

    ``at_face_mm`` is the diameter of the reamer where it meets that face: the
    place for a turn of tape to stop at. ``stops_short_mm`` is where a dry fit
    should stop afterwards; try the part at every ``check_at_mm`` on the way.
    """

    reamer: str
    tool: Reamer
    from_face: Face
    depth_mm: float
    at_face_mm: float
    stops_short_mm: float
    left_mm: float
    check_at_mm: tuple[float, ...]


class ReamPlan(Frozen):
    """All passes on one part. ``left_mm`` is the most still in the way after the last one."""

    part_id: str
    most_mm: float
    drill_first_mm: float | None
    drill_half_way_mm: float | None
    by_hand_only: bool
    passes: tuple[ReamPass, ...]
    left_mm: float
    left_at_mm: float


def plan_reaming(
    part_id: str,
    cut: Cut,
    reamers: Sequence[Reamer],
    taper: Taper,
    drills: Sequence[Drill] = (),
) -> ReamPlan:
    """Passes from the builder's own reamers that never go past the bore wanted.

    The pass that takes most is made first, from either face; the butt face is
    preferred. A reamer steeper than the blank leaves a waist, which is said.
    """
    bore, wanted, u = cut.bore, cut.wanted_mm, cut.bore.u_mm
    most = float((wanted - bore.bore_mm).max())
    drill = _pilot(most, bore, wanted, drills)
    if drill is not None:
        bore = bore.opened(np.full_like(u, drill))
    tries = [_reach(reamer, face, u, wanted) for reamer in reamers for face in FACES]
    passes: list[ReamPass] = []
    while tries and len(passes) < MOST_PASSES:
        best = max(tries, key=lambda t: float(np.maximum(t.bore - bore.bore_mm, 0).sum()))
        if float((best.bore - bore.bore_mm).max()) < habits().least_cut_mm:
            break
        began = _begins_to_cut(best, bore, u)
        bore = bore.opened(best.bore)
        stop = find_stop(bore.stretched(cut.stretch), taper, cut.start_mm)
        depth = math.floor(best.depth_mm * 10) / 10
        passes.append(
            ReamPass(
                reamer=reamer_name(best.reamer),
                tool=best.reamer,
                from_face=best.face,
                depth_mm=depth,
                at_face_mm=round(_at_face(best.reamer, best.depth_mm), 3),
                stops_short_mm=round(stop.station_mm - cut.start_mm, 1),
                left_mm=round(max(float((wanted - bore.bore_mm).max()), 0.0), 3),
                check_at_mm=_checks(began, depth),
            )
        )
    short = wanted - bore.bore_mm
    return ReamPlan(
        part_id=part_id,
        most_mm=round(most, 3),
        drill_first_mm=drill,
        drill_half_way_mm=None if drill is None else round(bore.length_mm / 2, 1),
        by_hand_only=not cut.power_drill,
        passes=tuple(passes),
        left_mm=round(max(float(short.max()), 0.0), 3),
        left_at_mm=round(float(u[short.argmax()]), 1),
    )


def reamer_name(reamer: Reamer) -> str:
    """What to call a reamer in a sentence."""
    return reamer.name or f"{reamer.small_mm:g} to {reamer.large_mm:g} mm"


def after_passes(bore: Bore, made: Sequence[PassMade]) -> Bore:
    """The bore once these passes have been through it."""
    for p in made:
        cone = reamed_mm(p.reamer, p.depth_mm, _from_face(bore.u_mm, p.from_face))
        bore = bore.opened(cone)
    return bore


def _pilot(most: float, bore: Bore, wanted: Floats, drills: Sequence[Drill]) -> float | None:
    """The largest drill that stays under the bore wanted, when there is enough to take out."""
    if most <= habits().pilot_over_mm:
        return None
    under = float(wanted.min()) - habits().drill_short_of_mm
    if drills:
        size = max((d.diameter_mm for d in drills if d.diameter_mm <= under), default=0.0)
    else:
        size = float(np.floor(under / DRILL_STEP_MM) * DRILL_STEP_MM)
    return size if size > float(bore.bore_mm.min()) else None


def _begins_to_cut(reach: "_Reach", bore: Bore, u: Floats) -> float:
    """Depth of the small end at which the reamer first touches this bore."""
    return deepest_mm(
        reach.reamer, _from_face(u, reach.face)[_turn(reach.face)], bore.bore_mm[_turn(reach.face)]
    )


def _checks(began: float, depth: float) -> tuple[float, ...]:
    start = min(began, depth)
    count = max(1, math.ceil((depth - start) / habits().check_every_mm))
    return tuple(round(start + (depth - start) * k / count, 1) for k in range(1, count + 1))


def _turn(face: Face) -> slice:
    return slice(None, None, -1 if face == "tip" else 1)


def _from_face(u: Floats, face: Face) -> Floats:
    return u if face == "butt" else float(u[-1]) - u


@dataclass(frozen=True)
class _Reach:
    """One reamer from one face, as deep as it may go, and the bore it alone would leave."""

    reamer: Reamer
    face: Face
    depth_mm: float
    bore: Floats


def _reach(reamer: Reamer, face: Face, u: Floats, wanted: Floats) -> _Reach:
    turn, inward = _turn(face), _from_face(u, face)
    depth = deepest_mm(reamer, inward[turn], wanted[turn])
    return _Reach(reamer, face, depth, reamed_mm(reamer, depth, inward))


def reamed_mm(reamer: Reamer, depth_mm: float, u: Floats) -> Floats:
    """Bore the reamer leaves at each u from the face it enters, 0 from its small end on; shape of u.

    Behind its large end the reamer is taken to stay as thick as that end.
    """
    slope = (reamer.large_mm - reamer.small_mm) / reamer.length_mm
    diameter = np.minimum(reamer.small_mm + slope * (depth_mm - u), reamer.large_mm)
    return np.asarray(np.where(u < depth_mm, diameter, 0.0), float)


def deepest_mm(reamer: Reamer, u: Floats, wanted: Floats) -> float:
    """Greatest depth of the small end at which the reamer is nowhere thicker than wanted.

    At each u it may go (wanted - small) / slope past u, or only up to u where
    even the small end is too thick; where the large end fits there is no limit.
    0 when it does not go in at all, the part's length plus its own when it goes
    right through.
    """
    slope = (reamer.large_mm - reamer.small_mm) / reamer.length_mm
    tight = wanted < reamer.large_mm
    if not tight.any():
        return float(u[-1]) + reamer.length_mm
    past = np.maximum(wanted[tight] - reamer.small_mm, 0.0) / slope
    return float((u[tight] + past).min())


def _at_face(reamer: Reamer, depth_mm: float) -> float:
    return float(reamed_mm(reamer, depth_mm, np.zeros(1))[0])
