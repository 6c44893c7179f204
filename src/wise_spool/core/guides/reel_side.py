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

from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Guide, Reel, StatedAt
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.ground.units import ruled
from wise_spool.core.guides.datums import Datums
from wise_spool.core.guides.gaps import GuidePlaced
from wise_spool.core.guides.placing import keeping_its_datum, stated_for

REDUCTION_RINGS = 3
"""How many guides nearest the reel the reel-side path places. From habit."""


class ReelSideSpot(Frozen):
    """Where one ring meets the path, from the spool lip, and how far one degree more of tilt moves that."""

    guide_id: str
    ring_mm: float
    from_lip_mm: float
    per_degree_mm: float
    cone_mm: float
    chokes: bool


class OnPath(Frozen):
    """What placing a ring on the path would do: where it stands now, and how it would be stated.

    ``leave`` says why it is left alone; one the builder typed is moved only when it is taken by itself.
    """

    guide_id: str
    number: int
    stands_from_lip_mm: float | None
    stated: StatedAt | None
    typed: bool
    leave: str


class LevelWind(Frozen):
    """The line off a casting reel: at the ends of its line guide's travel it leaves by ``side_deg`` to the
    first ring, ``down_deg`` down to it; ``least_mm`` is how far off the ring must stand from its front."""

    from_front_mm: float
    travel_mm: float
    ring_mm: float
    side_deg: float
    down_deg: float
    least_mm: float
    words: str


class ReelSidePlan(Frozen):
    """The path from the spool, drawn from the side, and each ring on it."""

    spots: tuple[ReelSideSpot, ...]
    meets_blank_mm: float | None
    words: str
    placing: tuple[OnPath, ...] = ()
    level_wind: LevelWind | None = None


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
                per_degree_mm=round(x * slope / math.tan(math.radians(reel.tilt_deg + 1)) - x, 1), chokes=g.ring_mm < habits().coil_share * cone,
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


def level_wind(reel: Reel, first: Guide, from_front_mm: float) -> LevelWind | None:
    """The first ring off a casting reel; None when it does not stand ahead of it.

    The line guide travels w across; at either end the line makes atan((w - ring)/2 / x) with the rod, x
    the ring's distance, while it still passes inside the ring.
    """
    if from_front_mm <= 0:
        return None
    half = max(reel.level_wind_mm - first.ring_mm, 0.0) / 2
    most = habits().level_wind_deg
    least = half / math.tan(math.radians(most))
    side = math.degrees(math.atan(half / from_front_mm))
    down = math.degrees(math.atan((reel.height_mm - first.height_mm) / from_front_mm))
    rule = ruled()
    if side > most:
        words = f"At the ends of its travel the line turns {side:.1f}° into the first ring: {format_length(least, rule)} from the front of the reel brings it to {most:.0f}°."
    else:
        words = f"The line leaves the reel at {side:.1f}° at most: the first ring stands far enough off, {format_length(least, rule)} would do."
    return LevelWind(
        from_front_mm=round(from_front_mm, 1), travel_mm=reel.level_wind_mm, ring_mm=first.ring_mm, side_deg=round(side, 2),
        down_deg=round(down, 2), least_mm=round(least, 1), words=words,
    )  # fmt: skip


def place_on_path(
    plan: ReelSidePlan, build: Build, placed: Sequence[GuidePlaced], datums: Datums | None
) -> tuple[OnPath, ...]:
    """What would happen to each ring that meets the path, before it happens.

    Rings of one height would fall on one spot, and one that would change places with its neighbour
    leaves the train out of order: neither is placed.
    """
    lip = None if datums is None else datums.spool_lip_mm
    if datums is None or lip is None:
        return ()
    by_id = {g.id: g for g in build.guides.train}
    now = {g.id: g.marked_mm for g in placed}
    numbers = {g.id: n for n, g in enumerate(placed, start=1)}
    goes = {s.guide_id: lip + s.from_lip_mm for s in plan.spots}
    out = []
    for spot in plan.spots:
        guide, at, stands = by_id[spot.guide_id], goes[spot.guide_id], now[spot.guide_id]
        others = {g: goes.get(g, x) for g, x in now.items() if g != guide.id}
        near = [g for g, x in others.items() if x is not None and abs(x - at) < _room(guide, by_id[g])]  # fmt: skip
        crossed = [
            g
            for g, x in others.items()
            if x is not None and (x > at) != (numbers[g] < numbers[guide.id])
        ]
        leave = ""
        if guide.built is not None:
            leave = "it is built"
        elif near:
            leave = f"guide {numbers[near[0]]} would stand on the same spot"
        elif crossed:
            leave = f"it would pass guide {numbers[crossed[0]]}"
        elif at > datums.length_mm:
            leave = "the path meets it past the tip"
        datum = keeping_its_datum(guide) if guide.at is not None else "spool_lip"
        out.append(
            OnPath(
                guide_id=guide.id, number=numbers[guide.id], typed=guide.at is not None, leave=leave,
                stands_from_lip_mm=None if stands is None else round(stands - lip, 2),
                stated=None if leave else stated_for(guide, at, datum, build, datums),
            )
        )  # fmt: skip
    return tuple(out)


def _room(a: Guide, b: Guide) -> float:
    """What two guides need between their ring centres for their feet, mm."""
    return max(a.foot_butt_mm + b.foot_tip_mm, b.foot_butt_mm + a.foot_tip_mm, 5.0)
