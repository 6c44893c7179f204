"""Opening a bore to the blank's taper: which reamer, how far in, what to expect after it.

A tapered reamer goes in from an open face of the part, small end first, when
its small end enters the bore. At depth t its diameter at u from that face is
small + slope (t - u), so the bore it leaves is known before it is cut. It goes
in no further than that diameter stays within the bore wanted at every u, nor
than it is long, nor through a closed end: nothing that is cut away comes back.
Method page: ``docs/methods/reaming.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Drill, Face, PassMade, Reamer
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.ground.measures import MM_PER_INCH
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.fits import EDGE_MM, Bore, find_stop

Floats = NDArray[np.float64]

DRILL_STEP_MM = 0.5
"""Drills are taken to come in half millimetres while none are listed. From habit."""
INCH_DRILL = MM_PER_INCH / 64
MOST_PASSES = 6
MOST_CHECKS = 4
"""Nobody stops a reamer more often than this on one pass. From habit."""
SAME_DEPTH_MM = 1.0
"""A pass no deeper than one already made takes nothing. From habit."""


@dataclass(frozen=True)
class Cut:
    """The bore of one part: what it is, what it should be at the same places, from which station.

    ``wanted_mm`` has the shape of ``bore.u_mm``; ``closed`` is a part with a
    bottom at its butt side; ``made`` are the passes that were made.
    """

    start_mm: float
    bore: Bore
    wanted_mm: Floats
    power_drill: bool = False
    enters: Enters = "tip"
    closed: bool = False
    made: tuple[PassMade, ...] = ()

    @property
    def faces(self) -> tuple[Face, ...]:
        """Faces a tool can go in by: the one that leads on to the blank is preferred, where the bore
        wants to be widest."""
        if self.closed:
            return ("tip",)
        return ("butt", "tip") if self.enters == "tip" else ("tip", "butt")


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


class DrillToGet(Frozen):
    """A drill nobody has listed: the largest that stays under the bore wanted, in either unit, and both
    by the names they are bought under."""

    metric_mm: float
    inch_64ths: int
    words: str


class HandPass(Frozen):
    """What no reamer takes: this much off the diameter at ``most_at_mm``, less and less toward two other
    places, or evenly between them when it is None; all from the butt face."""

    from_mm: float
    to_mm: float
    most_at_mm: float | None
    take_mm: float


class ReamPlan(Frozen):
    """All passes on one part. ``left_mm`` is the most still in the way after the last one.

    ``drill_first_mm`` is the pilot to drill first, ``drill_to_get`` the one to
    find when none at hand will do. ``own_size_mm`` is a drill of the blank's own
    size, turned by hand, for a bore that is wanted straight.
    """

    part_id: str
    most_mm: float
    drill_first_mm: float | None
    drill_half_way_mm: float | None
    drill_to_get: DrillToGet | None
    own_size_mm: float | None
    by_hand_only: bool
    no_reamer: bool
    passes: tuple[ReamPass, ...]
    left_mm: float
    left_at_mm: float
    by_hand: HandPass | None


def plan_reaming(
    part_id: str,
    cut: Cut,
    reamers: Sequence[Reamer],
    taper: Taper,
    drills: Sequence[Drill] = (),
    *,
    in_64ths: bool = False,
) -> ReamPlan:
    """Passes from the builder's own reamers that never go past the bore wanted.

    Only a reamer whose small end enters is taken, the slimmest that helps first,
    so that the next one enters; at equal thickness the one that takes most. Rough ones go before fine
    ones and leave them something. A pass that was made is not offered again.
    """
    bore, wanted, u = cut.bore, cut.wanted_mm, cut.bore.u_mm
    most = float((wanted - bore.bore_mm).max())
    drill, get = _pilot(most, bore, wanted, drills)
    if drill is not None:
        bore = bore.opened(np.full_like(u, drill))
    leaves = habits().rough_leaves_mm if any(r.cut == "fine" for r in reamers) else 0.0
    tries = [
        _reach(r, face, u, wanted - (leaves if r.cut == "rough" else 0.0), closed=cut.closed)
        for r in reamers
        for face in cut.faces
    ]
    passes: list[ReamPass] = []
    while len(passes) < MOST_PASSES:
        helps = [t for t in tries if _helps(t, bore, cut)]
        if not helps:
            break
        best = min(
            helps, key=lambda t: (t.reamer.cut == "fine", t.reamer.large_mm, -_takes(t, bore))
        )
        began = _begins_to_cut(best, bore, u)
        bore = bore.opened(best.bore)
        stop = find_stop(bore, taper, cut.start_mm, cut.enters)
        depth = math.floor(best.depth_mm * 10) / 10
        passes.append(
            ReamPass(
                reamer=reamer_name(best.reamer),
                tool=best.reamer,
                from_face=best.face,
                depth_mm=depth,
                at_face_mm=round(_at_face(best.reamer, best.depth_mm), 3),
                stops_short_mm=round(stop.short_mm, 1),
                left_mm=round(max(float((wanted - bore.bore_mm).max()), 0.0), 3),
                check_at_mm=_checks(began, depth),
            )
        )
    short = wanted - bore.bore_mm
    left = max(float(short.max()), 0.0)
    return ReamPlan(
        part_id=part_id,
        most_mm=round(most, 3),
        drill_first_mm=drill,
        drill_half_way_mm=None if drill is None else round(bore.length_mm / 2, 1),
        drill_to_get=get,
        own_size_mm=_own_size(wanted, in_64ths=in_64ths) if left > habits().left_ok_mm else None,
        by_hand_only=not cut.power_drill,
        no_reamer=not reamers,
        passes=tuple(passes),
        left_mm=round(left, 3),
        left_at_mm=round(float(u[short.argmax()]), 1),
        by_hand=_by_hand(u, short) if left > habits().left_ok_mm else None,
    )


def _takes(reach: "_Reach", bore: Bore) -> float:
    return float(np.maximum(reach.bore - bore.bore_mm, 0).sum())


def _helps(reach: "_Reach", bore: Bore, cut: Cut) -> bool:
    """It enters, it cuts, and it was not made before."""
    if reach.reamer.small_mm > bore.at(0.0 if reach.face == "butt" else bore.length_mm):
        return False
    if float((reach.bore - bore.bore_mm).max()) < habits().least_cut_mm:
        return False
    return not any(
        p.reamer is not None
        and p.reamer.small_mm == reach.reamer.small_mm
        and p.reamer.large_mm == reach.reamer.large_mm
        and p.reamer.length_mm == reach.reamer.length_mm
        and p.from_face == reach.face
        and reach.depth_mm <= p.depth_mm + SAME_DEPTH_MM
        for p in cut.made
    )


def _by_hand(u: Floats, short: Floats) -> HandPass:
    """Sandpaper on a dowel, most where most is left, blending out to where it clears: less than is in
    the way, so that the next try comes before too much is gone. A little is taken evenly all along: nobody
    knows where so little rubs."""
    worst = int(short.argmax())
    take = round(float(short[worst]) * habits().hand_share, 3)
    whole = HandPass(from_mm=0.0, to_mm=round(float(u[-1]), 1), most_at_mm=None, take_mm=take)
    if short[worst] <= habits().light_mm:
        return whole
    if float(short.min()) > short[worst] * (1 - habits().hand_share / 2):  # as tight all along
        even = round(float(short.min()) * habits().hand_share, 3)
        return whole.model_copy(update={"take_mm": even})
    clear = short <= 0
    before, behind = np.flatnonzero(clear[:worst]), np.flatnonzero(clear[worst:])
    a = float(u[before[-1]]) if before.size else 0.0
    b = float(u[worst + behind[0]]) if behind.size else float(u[-1])
    return HandPass(from_mm=round(a, 1), to_mm=round(b, 1), most_at_mm=round(float(u[worst]), 1), take_mm=take)  # fmt: skip


def _own_size(wanted: Floats, *, in_64ths: bool) -> float | None:
    """A bore that is wanted straight is opened by a drill of the blank's own size, by hand: the largest
    that stays inside it, in 64ths of an inch or tenths of a millimetre."""
    if float(np.ptp(wanted)) > 0.1:
        return None
    step = INCH_DRILL if in_64ths else 0.1
    return round(math.floor(float(wanted.min()) / step + 1e-9) * step, 3)


def reamer_name(reamer: Reamer) -> str:
    """What to call a reamer in a sentence."""
    return reamer.name or f"{reamer.small_mm:g} to {reamer.large_mm:g} mm"


def after_passes(bore: Bore, made: Sequence[PassMade]) -> Bore:
    """The bore once these tools have been through it, in their order."""
    for p in made:
        inward = _from_face(bore.u_mm, p.from_face)
        within = (inward >= p.from_mm) & (inward <= p.depth_mm)
        if p.reamer is not None:
            bore = bore.opened(reamed_mm(p.reamer, p.depth_mm, inward))
        elif p.diameter_mm is not None:
            bore = bore.opened(np.where(within, p.diameter_mm, 0.0))
        else:
            bore = bore.wider(hand_spread(p, bore) * (p.took_mm or 0.0))
    return bore


def hand_spread(p: PassMade, bore: Bore) -> Floats:
    """How hand work spreads along a bore, 1 where most was taken: even all along when no place was worked
    most, else less toward both ends; shape of its ``u_mm``."""
    inward = _from_face(bore.u_mm, p.from_face)
    if p.most_at_mm is None:
        return np.asarray((inward >= p.from_mm) & (inward <= p.depth_mm), float)
    a, most, b = p.from_mm, p.most_at_mm, p.depth_mm
    ends = [0.0 if most - a > 1 else 1.0, 1.0, 0.0 if b - most > 1 else 1.0]
    share = np.interp(inward, [a - EDGE_MM, most, b + EDGE_MM], ends)
    return np.where((inward >= a) & (inward <= b), share, 0.0)


def _pilot(
    most: float, bore: Bore, wanted: Floats, drills: Sequence[Drill]
) -> tuple[float | None, DrillToGet | None]:
    """The largest drill that stays under the bore wanted, when there is enough to take out; else the one
    to get when none that is listed will do."""
    if most <= habits().pilot_over_mm:
        return None, None
    under = float(wanted.min()) - habits().drill_short_of_mm
    least = float(bore.bore_mm.min())
    metric = math.floor(under / DRILL_STEP_MM) * DRILL_STEP_MM
    if metric <= least:
        return None, None
    if not drills:
        return metric, None
    size = max((d.diameter_mm for d in drills if d.diameter_mm <= under), default=0.0)
    if size > least:
        return size, None
    sixty_fourths = math.floor(under / INCH_DRILL)
    words = f"{metric:g} mm, or {Fraction(sixty_fourths, 64)} in"
    return None, DrillToGet(metric_mm=metric, inch_64ths=sixty_fourths, words=words)


def _begins_to_cut(reach: "_Reach", bore: Bore, u: Floats) -> float:
    """Depth of the small end at which the reamer first touches this bore."""
    return deepest_mm(
        reach.reamer, _from_face(u, reach.face)[_turn(reach.face)], bore.bore_mm[_turn(reach.face)]
    )


def _checks(began: float, depth: float) -> tuple[float, ...]:
    start = min(began, depth)
    count = min(max(1, math.ceil((depth - start) / habits().check_every_mm)), MOST_CHECKS)
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


def _reach(
    reamer: Reamer, face: Face, u: Floats, wanted: Floats, *, closed: bool = False
) -> _Reach:
    turn, inward = _turn(face), _from_face(u, face)
    depth = min(deepest_mm(reamer, inward[turn], wanted[turn]), reamer.length_mm)
    if closed:
        depth = min(depth, float(u[-1]))
    return _Reach(reamer, face, depth, reamed_mm(reamer, depth, inward))


def reamed_mm(reamer: Reamer, depth_mm: float, u: Floats) -> Floats:
    """Bore the reamer leaves at each u from the face it enters, 0 from its small end on; shape of u.

    Behind its large end the reamer is taken to stay as thick as that end.
    """
    slope = (reamer.large_mm - reamer.small_mm) / reamer.length_mm
    diameter = np.minimum(reamer.small_mm + slope * (depth_mm - u), reamer.large_mm) + leaves_mm(
        reamer
    )
    return np.asarray(np.where(u < depth_mm, diameter, 0.0), float)


def leaves_mm(reamer: Reamer) -> float:
    """By how much its bore is wider than the reamer itself, as it was seen to be."""
    return row_of(habits().reamer_leaves_mm, reamer_name(reamer)) or 0.0


def deepest_mm(reamer: Reamer, u: Floats, wanted: Floats) -> float:
    """Greatest depth of the small end at which the reamer is nowhere thicker than wanted.

    At each u it may go (wanted - small) / slope past u, or only up to u where
    even the small end is too thick; where the large end fits there is no limit.
    0 when it does not go in at all, the part's length plus its own when it goes
    right through.
    """
    slope = (reamer.large_mm - reamer.small_mm) / reamer.length_mm
    wanted = wanted - leaves_mm(reamer)
    tight = wanted < reamer.large_mm
    if not tight.any():
        return float(u[-1]) + reamer.length_mm
    past = np.maximum(wanted[tight] - reamer.small_mm, 0.0) / slope
    return float((u[tight] + past).min())


def _at_face(reamer: Reamer, depth_mm: float) -> float:
    return float(reamed_mm(reamer, depth_mm, np.zeros(1))[0]) - leaves_mm(reamer)
