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
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.build import Reamer
from wise_spool.core.fits import stop_station
from wise_spool.core.frozen import Frozen
from wise_spool.core.taper import Taper

Floats = NDArray[np.float64]

PILOT_OVER_MM = 5.0
"""Enlarging by more than this is drilled first (common practice: about 5 mm)."""
DRILL_SHORT_OF_MM = 1.0
"""The pilot drill stays this far under the smaller bore wanted. From habit."""
DRILL_STEP_MM = 0.5
"""Drills come in half millimetres. From habit."""
LEAST_CUT_MM = 0.1
"""A pass that takes less than this anywhere is not worth making. From habit."""
MOST_PASSES = 6
GRID_MM = 0.5

Face = Literal["butt", "tip"]
FACES: tuple[Face, ...] = ("butt", "tip")


class Cut(Frozen):
    """The bore of one part, butt face first: what it is, what it should be, on which stations."""

    start_mm: float
    length_mm: float
    bore_mm: tuple[float, float]
    wanted_mm: tuple[float, float]
    stretch: float = 0.0


class ReamPass(Frozen):
    """One pass: push the reamer in ``depth_mm`` past ``from_face``, measured to its small end.

    ``at_face_mm`` is the diameter of the reamer where it meets that face: the
    place for a turn of tape to stop at. ``stops_short_mm`` is where a dry fit
    should stop afterwards.
    """

    reamer: str
    from_face: Face
    depth_mm: float
    at_face_mm: float
    stops_short_mm: float
    left_mm: float


class ReamPlan(Frozen):
    """All passes on one part. ``left_mm`` is the most still in the way after the last one."""

    part_id: str
    most_mm: float
    drill_first_mm: float | None
    passes: tuple[ReamPass, ...]
    left_mm: float
    left_at_mm: float


def plan_reaming(part_id: str, cut: Cut, reamers: Sequence[Reamer], taper: Taper) -> ReamPlan:
    """Passes from the builder's own reamers that never go past the bore wanted.

    The pass that takes most is made first, from either face; the butt face is
    preferred. A reamer steeper than the blank leaves a waist, which is said.
    """
    u = np.linspace(0.0, cut.length_mm, max(3, int(cut.length_mm / GRID_MM) + 1))
    bore = _line(cut.bore_mm, u)
    wanted = _line(cut.wanted_mm, u)
    most = float((wanted - bore).max())
    drill = None
    if most > PILOT_OVER_MM:
        size = np.floor((float(wanted.min()) - DRILL_SHORT_OF_MM) / DRILL_STEP_MM) * DRILL_STEP_MM
        if size > float(bore.max()):
            drill = float(size)
            bore = np.maximum(bore, drill)
    tries = [_reach(reamer, face, u, wanted) for reamer in reamers for face in FACES]
    passes: list[ReamPass] = []
    while tries and len(passes) < MOST_PASSES:
        best = max(tries, key=lambda t: float(np.maximum(t.bore - bore, 0).sum()))
        if float((best.bore - bore).max()) < LEAST_CUT_MM:
            break
        bore = np.maximum(bore, best.bore)
        stop = _stop(bore * (1 + cut.stretch), u, cut, taper)
        passes.append(
            ReamPass(
                reamer=best.reamer.name
                or f"{best.reamer.small_mm:g} to {best.reamer.large_mm:g} mm",
                from_face=best.face,
                depth_mm=math.floor(best.depth_mm * 10) / 10,
                at_face_mm=round(_at_face(best.reamer, best.depth_mm), 3),
                stops_short_mm=round(stop - cut.start_mm, 1),
                left_mm=round(max(float((wanted - bore).max()), 0.0), 3),
            )
        )
    short = wanted - bore
    return ReamPlan(
        part_id=part_id,
        most_mm=round(most, 3),
        drill_first_mm=drill,
        passes=tuple(passes),
        left_mm=round(max(float(short.max()), 0.0), 3),
        left_at_mm=round(float(u[short.argmax()]), 1),
    )


@dataclass(frozen=True)
class _Reach:
    """One reamer from one face, as deep as it may go, and the bore it alone would leave."""

    reamer: Reamer
    face: Face
    depth_mm: float
    bore: Floats


def _reach(reamer: Reamer, face: Face, u: Floats, wanted: Floats) -> _Reach:
    turned = slice(None, None, -1 if face == "tip" else 1)
    depth = deepest_mm(reamer, u, wanted[turned])
    return _Reach(reamer, face, depth, reamed_mm(reamer, depth, u)[turned])


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


def _line(faces: tuple[float, float], u: Floats) -> Floats:
    return np.interp(u, (0.0, float(u[-1])), faces)


def _stop(bore: Floats, u: Floats, cut: Cut, taper: Taper) -> float:
    return stop_station(lambda at: np.interp(at, u, bore), cut.length_mm, taper, cut.start_mm)
