"""Thread on the rod: every stretch that is wrapped, and so coated.

Method page: ``docs/methods/finish.md``.
"""

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan


class WrapLaid(Frozen):
    """One stretch of thread to be coated; stations in mm from the butt."""

    what: str
    start_mm: float
    end_mm: float
    od_mm: float
    foot_mm: float
    thread: str


def wraps_on(
    build: Build, work: WorkingBlank, handle: HandlePlan, guides: GuidesPlan
) -> tuple[WrapLaid, ...]:
    """Every wrap that finish goes on: feet, joints and the one ahead of the handle."""
    wraps: list[WrapLaid] = []

    def lay(what: str, start: float, end: float, foot: float, thread: str) -> None:
        od = work.od_mm((start + end) / 2)
        if od is not None and end > start:
            wraps.append(
                WrapLaid(
                    what=what,
                    start_mm=round(start, 2),
                    end_mm=round(end, 2),
                    od_mm=round(od, 3),
                    foot_mm=foot,
                    thread=thread,
                )
            )

    thread = build.guides.train[-1].thread if build.guides.train else "garnet"
    if handle.parts and work.length_mm and handle.front_mm < work.length_mm:
        lay(
            "trim ahead of the handle",
            handle.front_mm,
            handle.front_mm + habits().front_trim_mm,
            0,
            thread,
        )
    for joint in work.joints:
        reach = habits().joint_wrap_mm[build.brief.rod_type]
        lay("joint, butt side", joint.station_mm - reach, joint.station_mm, 0, thread)
    by_id = {g.id: g for g in build.guides.train}
    for n, placed in enumerate(guides.placed, start=1):
        g = by_id[placed.id]
        if placed.marked_mm is None or placed.wrap_from_mm is None or placed.wrap_to_mm is None:
            continue
        if g.foot_butt_mm > 0:
            lay(
                f"guide {n}, butt foot",
                placed.wrap_from_mm,
                placed.marked_mm,
                g.foot_butt_mm,
                g.thread,
            )
        if g.foot_tip_mm > 0:
            lay(
                f"guide {n}, tip foot", placed.marked_mm, placed.wrap_to_mm, g.foot_tip_mm, g.thread
            )
    return tuple(sorted(wraps, key=lambda w: w.start_mm))
