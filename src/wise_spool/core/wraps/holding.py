"""What thread holds or hides on this rod: feet, the tip-top's tube, the keeper's feet, joints, the handle's front.

Each place has an id of its own that lives as long as its cause, and the ends its wrap has by duty.
Method page: ``docs/methods/wraps.md``.
"""

import itertools
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Guide
from wise_spool.core.document.wraps import End, Label
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.placing import GuidesPlan, before_foot_mm
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.labels.fitting import label_span_mm

Duty = Literal["foot", "tip_top", "keeper", "handle_front", "joint", "splint", "frame", "free"]
DUTY_WORDS: dict[Duty, str] = {
    "foot": "foot", "tip_top": "tip-top", "keeper": "hook keeper", "handle_front": "front of the handle", "joint": "ferrule",
    "splint": "splint", "frame": "lettering frame", "free": "free wrap",
}  # fmt: skip
FOOT_SECTION = (
    (3.0, 1.8, 0.7),
    (6.0, 2.4, 0.8),
    (10.0, 3.2, 1.0),
    (16.0, 4.0, 1.2),
    (25.0, 5.0, 1.5),
    (40.0, 6.5, 2.0),
)
"""Ring, width and height of a foot where it stands highest, mm; straight between. From memory: what is in the hand wins."""
KEEPER_FOOT_MM, KEEPER_WIDE_MM, KEEPER_HIGH_MM = 7.0, 2.0, 0.9
"""A hook keeper's foot. From memory."""


@dataclass(frozen=True)
class Foot:
    """A foot under a wrap: where its toe and its leg lie, mm from the butt, and its section at its highest."""

    toe_mm: float
    leg_mm: float
    wide_mm: float
    high_mm: float


@dataclass(frozen=True)
class Holding:
    """One place that is wrapped. ``butt_mm`` and ``tip_mm`` are the edges it holds, ``beyond_*_mm`` how far the wrap
    goes past them by duty. ``over_mm`` is what lies under the thread on the blank's radius, such as a tube's wall."""

    id: str
    duty: Duty
    what: str
    butt_mm: float
    tip_mm: float
    beyond_butt_mm: float
    beyond_tip_mm: float
    thread: str
    starts: End = "butt"
    foot: Foot | None = None
    over_mm: float = 0.0
    over_from_mm: float = 0.0
    least_mm: float = 0.0
    lock_turns: int = 0
    guide_id: str = ""


def foot_section(guide: Guide) -> tuple[float, float]:
    """Width and height of a guide's foot: as measured, else usual for its ring."""
    wide = high = 0.0
    rows = FOOT_SECTION
    ring = min(max(guide.ring_mm, rows[0][0]), rows[-1][0])
    for (a, wa, ha), (b, wb, hb) in itertools.pairwise(rows):
        if a <= ring <= b:
            t = (ring - a) / (b - a)
            wide, high = wa + t * (wb - wa), ha + t * (hb - ha)
            break
    return guide.foot_wide_mm or wide, guide.foot_high_mm or high


def holdings(
    build: Build, work: WorkingBlank, handle: HandlePlan, guides: GuidesPlan, thread: str
) -> list[Holding]:
    """Every place that is wrapped by duty, butt first."""
    if work.length_mm is None:
        return []
    out = [
        *_handle_front(work.length_mm, handle, thread),
        *_keepers(handle, thread),
        *_joints(build, work, thread),
        *_feet(build, guides),
        *_tip_top(build, work.length_mm, thread),
        *_frames(build.wraps.labels, work, thread),
    ]
    return sorted(out, key=lambda h: (h.butt_mm, h.id))


def _handle_front(length_mm: float, handle: HandlePlan, thread: str) -> Iterator[Holding]:
    if handle.parts and handle.front_mm < length_mm:
        front = handle.front_mm
        yield Holding("handle-front", "handle_front", "trim ahead of the handle", front, front, 0.0, habits().front_trim_mm, thread, "tip")  # fmt: skip


def _keepers(handle: HandlePlan, thread: str) -> Iterator[Holding]:
    for part in handle.parts:
        if part.kind != "hook_keeper":
            continue
        reach = min(KEEPER_FOOT_MM, (part.end_mm - part.start_mm) / 2)
        for end in ("butt", "tip"):
            toe, leg = (part.start_mm, part.start_mm + reach) if end == "butt" else (part.end_mm, part.end_mm - reach)  # fmt: skip
            before = 2.0
            yield Holding(
                f"keeper:{part.id}:{end}", "keeper", f"{part.name}, {end} foot", min(toe, leg), max(toe, leg),
                before if end == "butt" else 0.0, before if end == "tip" else 0.0, thread, "butt" if end == "butt" else "tip",
                Foot(toe, leg, KEEPER_WIDE_MM, KEEPER_HIGH_MM),
            )  # fmt: skip


def _joints(build: Build, work: WorkingBlank, thread: str) -> Iterator[Holding]:
    least = habits().joint_wrap_mm[build.brief.rod_type]
    for n, joint in enumerate(work.joints, start=1):
        for end in ("butt", "tip"):
            name = f"ferrule {n}, {end} half" if len(work.joints) > 1 else f"ferrule, {end} half"
            yield Holding(
                f"joint:{joint.id}:{end}", "joint", name, joint.station_mm, joint.station_mm,
                least if end == "butt" else 0.0, least if end == "tip" else 0.0, thread, "tip" if end == "butt" else "butt", least_mm=least,
            )  # fmt: skip


def _feet(build: Build, guides: GuidesPlan) -> Iterator[Holding]:
    by_id = {g.id: g for g in build.guides.train}
    for n, placed in enumerate(guides.placed, start=1):
        g, ring = by_id[placed.id], placed.marked_mm
        if ring is None:
            continue
        wide, high = foot_section(g)
        single = not (g.foot_butt_mm > 0 and g.foot_tip_mm > 0)
        before = before_foot_mm(g.ring_mm)
        for end, reach, way in (("butt", g.foot_butt_mm, -1.0), ("tip", g.foot_tip_mm, 1.0)):
            if reach <= 0:
                continue
            toe, leg = ring + way * reach, ring + way * reach * habits().leg_share
            yield Holding(
                f"foot:{g.id}:{end}", "foot", f"guide {n}, {end} foot", min(toe, leg), max(toe, leg),
                before if way < 0 else 0.0, before if way > 0 else 0.0, g.thread, "butt" if end == "butt" else "tip",
                Foot(toe, leg, wide, high), lock_turns=int(habits().lock_turns) if single else 0, guide_id=g.id,
            )  # fmt: skip


def _tip_top(build: Build, length_mm: float, thread: str) -> Iterator[Holding]:
    tip_top = build.guides.tip_top
    if not build.guides.train or tip_top.tube_mm <= 0:
        return
    edge = length_mm - tip_top.tube_mm
    yield Holding(
        "tip-top", "tip_top", "tip-top tube", edge, edge, habits().before_tube_mm, min(habits().over_tube_mm, tip_top.tube_mm), thread,
        "butt", over_mm=habits().tube_wall_mm, over_from_mm=edge,
    )  # fmt: skip


def _frames(labels: tuple[Label, ...], work: WorkingBlank, thread: str) -> Iterator[Holding]:
    for n, label in enumerate(labels, start=1):
        if not label.frame:
            continue
        low, high = label_span_mm(label, work.cut_mm)
        name = f"frame of label {n}" if len(labels) > 1 else "frame of the label"
        wide = habits().frame_wrap_mm
        yield Holding(f"frame:{label.id}:butt", "frame", f"{name}, butt side", low, low, wide, 0.0, thread, "tip")  # fmt: skip
        yield Holding(f"frame:{label.id}:tip", "frame", f"{name}, tip side", high, high, 0.0, wide, thread, "butt")  # fmt: skip
