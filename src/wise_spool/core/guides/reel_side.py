"""The reel side by geometry: the line's straight path from the spool to the choke guide.

A spool whose axis lies ``height`` over the blank at its lip and points down by
``tilt`` toward the tip aims the middle of the line's cone at the blank; each
reduction ring is put where its own height meets that path,

    x = x_lip + (h_lip - h_ring) / tan(tilt).

The cone of coils is as wide as the spool at the lip and closes on the choke
ring; a ring narrower than the cone where it stands chokes it early.
Method page: ``docs/methods/guides.md``.
"""

import math
from collections.abc import Sequence

from wise_spool.core.document.guides import Guide, Reel
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter
from wise_spool.core.ground.units import ruled


class ReelSideSpot(Frozen):
    """Where one ring meets the path; distances from the spool lip."""

    guide_id: str
    ring_mm: float
    from_lip_mm: float
    cone_mm: float
    chokes: bool


class ReelSidePlan(Frozen):
    """The path from the spool, drawn from the side, and each ring on it."""

    spots: tuple[ReelSideSpot, ...]
    meets_blank_mm: float | None
    words: str


def plan_reel_side(reel: Reel, reduction: Sequence[Guide]) -> ReelSidePlan:
    """Place rings (butt-most first) on the spool's path; heights are ring centres over the blank.

    Raises nothing: a path too flat, or a ring higher than the spool, is said.
    """
    if reel.tilt_deg < habits().least_tilt_deg:
        return ReelSidePlan(spots=(), meets_blank_mm=None, words="The spool's axis runs level: no ring's height tells where it goes. Tilt is 2 to 6° on most reels.")  # fmt: skip
    slope = math.tan(math.radians(reel.tilt_deg))
    placed = [(g, (reel.height_mm - g.height_mm) / slope) for g in reduction]
    behind = [g for g, x in placed if x <= 0]
    choke = max((x for _, x in placed), default=0.0)
    spots = []
    for g, x in sorted(placed, key=lambda p: p[1]):
        if x <= 0:
            continue
        last = placed[-1][0]
        cone = (
            reel.spool_mm + (last.ring_mm - reel.spool_mm) * x / choke
            if choke > 0
            else reel.spool_mm
        )
        spots.append(
            ReelSideSpot(
                guide_id=g.id, ring_mm=g.ring_mm, from_lip_mm=round(x, 2), cone_mm=round(cone, 1),
                chokes=g.ring_mm < habits().coil_share * cone,
            )
        )  # fmt: skip
    words = "Every ring meets the path ahead of the spool."
    if behind:
        words = f"A ring {format_diameter(behind[0].height_mm, ruled())} high stands over the spool's own axis ({format_diameter(reel.height_mm, ruled())}): it meets no path ahead of the reel."
    elif any(s.chokes for s in spots):
        words = "A ring is far narrower than the cone of coils where it stands: the line slaps it. Take a larger ring, or move it out."
    return ReelSidePlan(
        spots=tuple(spots), meets_blank_mm=round(reel.height_mm / slope, 1), words=words
    )
