"""What the eye saw along the rod, as degrees off the line with how sure.

A ring that stands ``offset`` to the side at its height over the blank is turned by ``atan(offset / height)`` (plain
trigonometry); a look is off by about half a millimetre at the ring (common practice), which at a low ring is many degrees.
Method page: ``docs/methods/line-up.md``.
"""

import math
from dataclasses import dataclass

from wise_spool.core.document.bench import Sighted
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


def looks_of(
    build: Build, guides: GuidesPlan, sighted: tuple[Sighted, ...], tip_mm: float | None
) -> list[Look]:
    """Every ring that was looked at and stands on the rod, butt first."""
    by_id = {s.id: s for s in sighted}
    joints = guides_joints(build)
    spots = [
        (g.id, f"guide {n}", g.marked_mm, g.height_mm)
        for n, g in enumerate(guides.placed, start=1)
        if g.marked_mm is not None
    ]
    if tip_mm is not None:
        spots.append((TIP_TOP, "tip-top", tip_mm, build.guides.tip_top.height_mm))
    out = []
    for guide_id, name, station, height in spots:
        seen = by_id.get(guide_id)
        if seen is None:
            continue
        high = max(height, 1.0)
        by_eye = seen.angle_deg is None
        off = seen.off_deg or (look_off_deg(high) if by_eye else habits().sight_deg)
        angle = angle_deg(seen.offset_mm or 0.0, high) if seen.angle_deg is None else seen.angle_deg  # fmt: skip
        section = sum(j <= station for j in joints)
        out.append(Look(guide_id, name, station, high, angle, off, tolerance_deg(off), section, seen.accepted))  # fmt: skip
    return sorted(out, key=lambda k: k.station_mm)


def guides_joints(build: Build) -> list[float]:
    """Joints as stations from the present butt."""
    return sorted(j.station_mm - build.blank.trim_butt_mm for j in build.blank.joints)
