"""Which way round the blank each guide stands: below, on top, or winding from the one to the other.

Clock angles here are 0 under the rod (the inside of its bend) and 180 on top, more than nought to the
left and less to the right, seen from the butt. Method page: ``docs/methods/twist.md``.
"""

import math

from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Spiral
from wise_spool.core.spine.deciding import guides_below


def spiral_in_force(build: Build) -> Spiral | None:
    """The spiral the train is built to; None on a rod whose guides hang below anyway."""
    return None if guides_below(build.brief.rod_type) else build.guides.spiral


def clocks_deg(guides: int, spiral: Spiral | None, *, below: bool) -> tuple[float, ...]:
    """Clock angles of so many guides, tip first, and of the tip-top, last.

    >>> clocks_deg(4, Spiral(on_top=1, between=2, side="right"), below=False)
    (0.0, -60.0, -120.0, 180.0, 0.0)
    """
    if below or spiral is None:
        return (0.0 if below else 180.0,) * (guides + 1)
    way = 1 if spiral.side == "left" else -1
    step = 180.0 / (spiral.between + 1)
    from_reel = [
        180.0 if n < spiral.on_top else way * max(180.0 - step * (n - spiral.on_top + 1), 0.0) + 0.0
        for n in range(guides)
    ]
    return (*reversed(from_reel), 0.0)


def clocks_of(build: Build) -> dict[str, float]:
    """The clock angle of every guide by id, and of the tip-top under ``tip-top``."""
    below = guides_below(build.brief.rod_type)
    clocks = clocks_deg(len(build.guides.train), spiral_in_force(build), below=below)
    return dict(zip((*(g.id for g in build.guides.train), "tip-top"), clocks, strict=True))


def arc_from_top_mm(od_mm: float, clock_deg: float) -> float:
    """How far round a blank of that OD a guide goes from straight on top, along the skin.

    >>> round(arc_from_top_mm(10, -60), 2)
    10.47
    """
    return math.pi * od_mm * (180 - abs(clock_deg)) / 360


def clock_words(clock_deg: float) -> str:
    """Where that is, said.

    >>> clock_words(180), clock_words(-60), clock_words(0)
    ('on top', '60° right', 'below')
    """
    if abs(clock_deg) < 0.5:
        return "below"
    if abs(clock_deg) > 179.5:
        return "on top"
    return f"{abs(clock_deg):.0f}° {'left' if clock_deg > 0 else 'right'}"
