"""The line-up planned: what was seen, what it says, what to turn, and whether the finish may go on.

Method page: ``docs/methods/line-up.md``.
"""

import math
from collections.abc import Sequence
from typing import Literal

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.bench import Sighted
from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.sentences import capital
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.lineup.moving import Moves, fewest
from wise_spool.core.lineup.readings import (
    TIP_TOP,
    Look,
    RingOnRod,
    look_off_deg,
    looks_of,
    rings_on,
    tolerance_deg,
)
from wise_spool.core.lineup.telling import Cause, Told, tell

EYE_BEHIND_MM = 350.0
"""How far behind the butt end the builder's eye is. From habit."""
TIMES = 5.0
"""By how much the sight picture exaggerates every turn."""
LookState = Literal["in", "out", "accepted", "open"]


class RingSeen(Frozen):
    """A ring on the sight picture: to the right, up, and its radius, as shares of what the nearest would take; turns are
    drawn ``TIMES`` as large."""

    id: str
    name: str
    right: float
    up: float
    radius: float
    state: LookState


class LookPlan(Frozen):
    """One ring: how far off the line (right positive), how sure, what it is held to. None while it was not looked at."""

    id: str
    name: str
    station_mm: float
    height_mm: float
    angle_deg: float | None
    off_deg: float
    tolerance_deg: float
    state: LookState
    accepted: str


class LineUpPlan(Frozen):
    """The line as it stands. ``moves`` are acts in the order they are done; ``told`` what the readings say; ``tricks`` how such a seat is
    sighted over. ``open_gate`` is whether finish may go on."""

    looks: tuple[LookPlan, ...]
    looked: int
    cause: Cause
    told: str
    moves: tuple[str, ...]
    says: str
    open_gate: bool
    tricks: tuple[str, ...]
    picture: tuple[RingSeen, ...]
    times: float
    seat_turns: bool
    tip_top_turns: bool


def plan_line_up(build: Build, guides: GuidesPlan, work: WorkingBlank, sighted: tuple[Sighted, ...]) -> LineUpPlan:  # fmt: skip
    """What the looks along this rod come to."""
    rings = rings_on(build, guides)
    seen = looks_of(rings, work.joints, sighted)
    seat_turns = not _seat_is_glued(build)
    tip_turns = build.guides.tip_top.held == "hot_melt"
    moves = fewest(seen, seat_turns=seat_turns, joints_turn=True) if seen else Moves((), ())
    told = tell(seen) if seen else None
    looks = _looks(rings, seen)
    waiting = [k for k in looks if k.state == "open"]
    out = [k for k in looks if k.state == "out"]
    acts = _acts(moves, {k.id: k.name for k in looks}, tip_turns)
    open_gate = bool(looks) and not waiting and not out and not moves.shifts
    return LineUpPlan(
        looks=tuple(looks), looked=len(seen), cause=told.cause if told else "none", told=_told(told, seat_turns, len(seen), {k.id: k.name for k in looks}),
        moves=acts, says=_says(looks, acts, waiting, open_gate), open_gate=open_gate, tricks=_tricks(build),
        picture=_picture(looks), times=TIMES, seat_turns=seat_turns, tip_top_turns=tip_turns,
    )  # fmt: skip


def _seat_is_glued(build: Build) -> bool:
    seats = [p for p in build.handle.parts if p.kind == "reel_seat"]
    done = set(build.handle.steps_done)
    return any(p.on_rod or f"part:{p.id}" in done for p in seats) or (
        bool(seats) and "handle" in build.done
    )


def _looks(rings: Sequence[RingOnRod], seen: Sequence[Look]) -> list[LookPlan]:
    known = {k.id: k for k in seen}
    out = []
    for ring in rings:
        look = known.get(ring.id)
        off = look_off_deg(max(ring.height_mm, 1.0)) if look is None else look.off_deg
        state: LookState = "open"
        if look is not None:
            inside = abs(look.angle_deg) <= look.tolerance_deg + 1e-9
            state = "accepted" if look.accepted else "in" if inside else "out"
        out.append(
            LookPlan(
                id=ring.id, name=ring.name, station_mm=round(ring.station_mm, 1), height_mm=ring.height_mm, angle_deg=None if look is None else round(look.angle_deg, 2),
                off_deg=round(off, 2), tolerance_deg=round(tolerance_deg(off), 2), state=state,
                accepted="" if look is None else look.accepted,
            )
        )  # fmt: skip
    return out


def _way(deg: float) -> str:
    return "right" if deg > 0 else "left"


def _acts(moves: Moves, names: dict[str, str], tip_turns: bool) -> tuple[str, ...]:
    acts = []
    for s in moves.shifts:
        if s.joint == 0:
            acts.append(
                f"Turn the seat {abs(s.turn_deg):.1f}° to the {_way(-s.turn_deg)}; it is not glued."
            )
        else:
            acts.append(
                f"Turn the section beyond joint {s.joint} by {abs(s.turn_deg):.1f}° to the {_way(s.turn_deg)}; do not touch its guides."
            )
    for ring_id, deg in moves.guides:
        if ring_id == TIP_TOP:
            how = (
                ", with a little heat"
                if tip_turns
                else ": it is set in epoxy, so heat breaks the glue first"
            )
            acts.append(f"Turn the tip-top {abs(deg):.1f}° to the {_way(deg)}{how}.")
        else:
            acts.append(f"Turn {names[ring_id]} {abs(deg):.1f}° to the {_way(deg)}.")
    return tuple(acts)


def _told(told: Told | None, seat_turns: bool, looked: int, names: dict[str, str]) -> str:
    if told is None:
        return ""
    alone = ", ".join(names[i] for i in told.out)
    beside = (
        f" {capital(alone)} stand{'s' if len(told.out) == 1 else ''} out by {'itself' if len(told.out) == 1 else 'themselves'}."
        if told.out
        else ""
    )
    size, way = abs(told.size_deg), _way(told.size_deg)
    if told.cause == "seat":
        other = "left" if way == "right" else "right"
        what = f"All guides stand {size:.1f}° ± {told.give_deg:.1f}° to the {way}: the seat is off to the {other}, or you look past the line."
        return what + ("" if seat_turns else " It is glued: line the guides to it.") + beside
    if told.cause == "twist":
        return f"The guides wind evenly, {size:.1f}° ± {told.give_deg:.1f}° to the {way} at the tip: the blank twists, or the guides were laid on a line that does.{beside}"
    if told.cause == "joint":
        return f"Everything beyond joint {told.joint} stands {size:.1f}° ± {told.give_deg:.1f}° to the {way}: the section is turned in its joint.{beside}"
    if told.out:
        return f"No common cause.{beside}"
    return "Nothing that a look can tell." if looked >= 3 else "Too few looks to tell a cause."


def _says(
    looks: list[LookPlan], acts: tuple[str, ...], waiting: list[LookPlan], open_gate: bool
) -> str:
    if not looks:
        return "There is nothing on the blank to look along yet."
    if acts:
        first = acts[0][:-1]
        return first + (", leave the rest." if len(acts) == 1 else f", then {len(acts) - 1} more.")
    if open_gate:
        return "In line: finish may go on."
    return f"Look along the rod: {len(waiting)} of {len(looks)} rings are still to be seen."


def _tricks(build: Build) -> tuple[str, ...]:
    seat = next(
        (p.seat for p in build.handle.parts if p.kind == "reel_seat" and p.seat is not None), None
    )
    tricks = [
        "Sight from the seat toward the tip like along a barrel, then turn the rod round and sight from the tip."
    ]
    if seat is not None and seat.locks == "down":
        tricks.append(
            "This seat locks down: lay a narrow tape along the grip, from the middle of its hood on, and sight over the tape."
        )
    if seat is not None:
        tricks.append(
            "Mark the middle of the hood's inlet with a narrow tape of its own: the reel's foot will stand there."
        )
    return tuple(tricks)


def _picture(looks: list[LookPlan]) -> tuple[RingSeen, ...]:
    """Rings as the eye behind the butt has them, the farther the smaller, turns exaggerated."""
    if not looks:
        return ()
    near = min(k.station_mm for k in looks) + EYE_BEHIND_MM
    tall = max(k.height_mm for k in looks)
    out = []
    for k in looks:
        scale = near / (k.station_mm + EYE_BEHIND_MM)
        turn = math.radians(max(-80.0, min(80.0, TIMES * (k.angle_deg or 0.0))))
        out.append(
            RingSeen(
                id=k.id, name=k.name, right=round(scale * k.height_mm * math.sin(turn) / tall, 4), up=round(scale * k.height_mm * math.cos(turn) / tall, 4),
                radius=round(scale * 0.45 * k.height_mm / tall, 4), state=k.state,
            )
        )  # fmt: skip
    return tuple(out)
