"""What the eye saw along the rod, as degrees off the line with how sure.

A ring that stands ``offset`` to the side at its height over the blank is turned by ``atan(offset / height)`` (plain
trigonometry); a look is off by about half a millimetre at the ring (common practice), which at a low ring is many degrees.
Method page: ``docs/methods/line-up.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.document.bench import Sighted
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.build import Build
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.placing import GuidesPlan

TIP_TOP = "tip-top"


@dataclass(frozen=True)
class Look:
    """One ring as it was seen: degrees to the right of the line (left negative), one standard deviation, and the tolerance it
    is held to. ``section`` counts joints between the seat and it."""

    id: str
    name: str
    station_mm: float
    height_mm: float
    angle_deg: float
    off_deg: float
    tolerance_deg: float
    section: int
    accepted: str = ""


def angle_deg(offset_mm: float, height_mm: float) -> float:
    """How far a ring is turned that stands so far to the side.

    >>> round(angle_deg(1.0, 20.0), 2)
    2.86
    """
    return math.degrees(math.atan2(offset_mm, height_mm))


def look_off_deg(height_mm: float) -> float:
    """How far a look at a ring of this height is off, degrees."""
    return angle_deg(habits().sight_mm, height_mm)


def tolerance_deg(off_deg: float) -> float:
    """What still counts as in line: the habit's, and no less than a look can tell."""
    return max(habits().line_up_tolerance_deg, off_deg)


@dataclass(frozen=True)
class RingOnRod:
    """A ring that can be looked at: where it stands, and how high over the blank."""

    id: str
    name: str
    station_mm: float
    height_mm: float


def rings_on(build: Build, guides: GuidesPlan) -> list[RingOnRod]:
    """The tip-top's ring and every guide's that stands on the rod, tip first; nothing without a guide."""
    out = [
        RingOnRod(g.id, f"guide {n}", g.marked_mm, g.height_mm)
        for n, g in enumerate(guides.placed, start=1)
        if g.marked_mm is not None
    ]
    if out and guides.tip_top_ring_mm is not None:
        tip_top = RingOnRod(TIP_TOP, "tip-top", guides.tip_top_ring_mm, build.guides.tip_top.height_mm)  # fmt: skip
        out.insert(0, tip_top)
    return out


def looks_of(rings: Sequence[RingOnRod], joints: Sequence[Joint], sighted: Sequence[Sighted]) -> list[Look]:  # fmt: skip
    """Every ring that was looked at, butt first."""
    by_id = {s.id: s for s in sighted}
    out = []
    for ring in rings:
        seen = by_id.get(ring.id)
        if seen is None:
            continue
        high = max(ring.height_mm, 1.0)
        by_eye = seen.angle_deg is None
        off = seen.off_deg or (look_off_deg(high) if by_eye else habits().sight_deg)
        angle = angle_deg(seen.offset_mm or 0.0, high) if seen.angle_deg is None else seen.angle_deg  # fmt: skip
        section = sum(j.station_mm <= ring.station_mm for j in joints)
        out.append(Look(ring.id, ring.name, ring.station_mm, high, angle, off, tolerance_deg(off), section, seen.accepted))  # fmt: skip
    return sorted(out, key=lambda k: k.station_mm)
