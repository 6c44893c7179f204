"""Guides on top, below, or winding from the one to the other: what twists the rod least.

Each train is hung on the same places under the same load and bent in space. Method page:
``docs/methods/twist.md``.
"""

import itertools
import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq

from wise_spool.core.blank.stiffness import StiffnessPlan, strain_limit
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import MOST_HUNG_G, Spiral
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MarkingRule, format_length
from wise_spool.core.ground.units import format_weight
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.guides.under_load import Dressed, dress, greatest_g, strain_in
from wise_spool.core.guides.winding import clock_words, clocks_deg, spiral_in_force
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Load, bend
from wise_spool.core.mechanics.twisting import (
    ELEMENTS,
    Space,
    Standing,
    Twisted,
    distances_to_leg,
    pull_of,
)
from wise_spool.core.spine.deciding import guides_below

Floats = NDArray[np.float64]
Train = Literal["on top", "spiral", "below"]

LEAN_DEG = 10.0
ARM_MM = 100.0
MOST_BETWEEN = 3
LIGHT = 0.05
"""Share of the load at which the line's room is looked at on an all but straight rod."""


class TrainTwist(Frozen):
    """One way to hang the train. ``twist_deg`` is the tip's roll under the load with every guide as it
    should be, ``off_twist_deg`` with all of them off line by as much as may be; ``rolls_over_g`` the load
    at which the held rod rolls over, None when it does not; ``hand_g`` what the hand feels a palm's
    breadth out when the rod is leant, more than nought when it goes on over; ``upright_g`` what it feels
    before that, more than nought clockwise seen from the butt."""

    train: Train
    spiral: Spiral | None
    clocks_deg: tuple[float, ...]
    clocks_words: tuple[str, ...]
    twist_deg: float
    off_twist_deg: float
    rolls_over_g: float | None
    hand_g: float
    upright_g: float
    worst_turn_deg: float
    worst: str
    least_clear_mm: float
    words: str


class TwistPlan(Frozen):
    """The three trains on the same places; ``now`` is the one the rod is planned with, ``followed_g`` the
    load up to which rolling over was looked for."""

    load_g: float
    followed_g: float
    gj_over_ei: float
    off_deg: float
    lean_deg: float
    arm_mm: float
    now: Train
    may_wind: bool
    trains: tuple[TrainTwist, ...]
    words: str


@dataclass(frozen=True)
class _Bench:
    """A rod on which trains are tried."""

    build: Build
    work: WorkingBlank
    handle: HandlePlan
    guides: GuidesPlan
    stiffness: StiffnessPlan
    order: tuple[str, ...]
    """Guides that have a place, tip first, and the tip-top."""

    def dressed(self, clocks: tuple[float, ...]) -> Dressed:
        hung = dict(zip(self.order, clocks, strict=True))
        return dress(self.build, self.work, self.handle, self.guides, self.stiffness, clocks=hung)

    def load(self, load_g: float) -> Load:
        return Load(load_g * GRAVITY_N_PER_G, self.build.guides.bend.pull_deg)

    @property
    def gj_over_ei(self) -> float:
        return habits().gj_over_ei[self.build.blank.material]


def plan_twist(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    load_g: float,
) -> TwistPlan:
    """Guides on top, winding and below, under this load. Raises :class:`BendError`."""
    order = (*(g.id for g in guides.placed if g.marked_mm is not None), "tip-top")
    if len(order) < 3:
        raise BendError("The twist waits for two guides that have a place.")
    bench = _Bench(build, work, handle, guides, stiffness, order)
    below = guides_below(build.brief.rod_type)
    mine = spiral_in_force(build)
    many = len(order) - 1
    top, under = clocks_deg(many, None, below=False), clocks_deg(many, None, below=True)
    limit_g = _limit_g(bench, under if below else top)
    load_g = min(load_g, limit_g)
    spiral = None if below else mine or least_twist(bench)
    tries: list[tuple[Train, Spiral | None, tuple[float, ...]]] = [("on top", None, top)]
    if spiral is not None:
        tries.append(("spiral", spiral, clocks_deg(many, spiral, below=False)))
    tries.append(("below", None, under))
    trains = tuple(_judged(bench, *one, load_g, limit_g) for one in tries)
    now: Train = "below" if below else "spiral" if mine else "on top"
    return TwistPlan(
        load_g=round(load_g, 1), followed_g=round(limit_g, 0), gj_over_ei=bench.gj_over_ei,
        off_deg=habits().line_up_off_deg, lean_deg=LEAN_DEG, arm_mm=ARM_MM, now=now, may_wind=not below,
        trains=trains, words=next(t.words for t in trains if t.train == now),
    )  # fmt: skip


def _limit_g(bench: _Bench, clocks: tuple[float, ...]) -> float:
    """The load at which the blank reaches its material's strain, or as far as a bend is followed."""
    dressed, limit = bench.dressed(clocks), strain_limit(bench.build.blank.material)
    most = min(habits().most_powers * bench.stiffness.power_g, MOST_HUNG_G)

    def holds(load_g: float) -> bool:
        bent = bend(dressed.rod, bench.load(load_g), ELEMENTS)
        return strain_in(bent)[0] <= limit

    return most if holds(most) else greatest_g(holds, most)


def least_twist(bench: _Bench) -> Spiral | None:
    """The winding whose tip rolls and whose line turns least at the load that drops the tip by a third:
    their degrees added up. One in which the line stays off the blank goes first."""
    many = len(bench.order) - 1
    load_g = bench.stiffness.power_g
    best: tuple[bool, float] | None = None
    found = None
    side = bench.build.guides.spiral.side if bench.build.guides.spiral else "right"
    for spiral in _windings(many, side):
        try:
            dressed = bench.dressed(clocks_deg(many, spiral, below=False))
            space, start = _in_space(bench, dressed, load_g)
            rest = space.rest(bench.load(load_g), start)
        except BendError:
            continue
        degrees = abs(math.degrees(rest.twist[-1])) + math.degrees(rest.turn[:-1].max())
        touches = _least_clear(bench, space, dressed, rest.frame) < habits().least_clear_mm
        if best is None or (touches, degrees) < best:
            best, found = (touches, degrees), spiral
    return found


def _windings(many: int, side: Literal["left", "right"]) -> Iterator[Spiral]:
    for on_top, between in itertools.product(range(1, many), range(MOST_BETWEEN + 1)):
        if on_top + between <= many:
            yield Spiral(on_top=on_top, between=between, side=side)


def _in_space(bench: _Bench, dressed: Dressed, load_g: float) -> tuple[Space, Floats]:
    """The rod in space, with the line where it lies on the blank, and frames to start from."""
    bent = bend(dressed.rod, bench.load(load_g), ELEMENTS)
    assert bench.work.taper is not None and dressed.rod.reel is not None
    on = bent.station_mm[bent.lies_at]
    radius = bench.work.taper.od_mm(on) / 2
    over = [Standing(s, 0.0, 0.0, -r) for s, r in zip(on.tolist(), radius.tolist(), strict=True)]
    standing = sorted([*dressed.hung, *over], key=lambda s: s.station_mm)
    space = Space(
        dressed.rod, tuple(standing), np.array([*dressed.rod.reel, 0.0]), bench.gj_over_ei
    )
    return space, space.flat(bent.angle)


def _judged(
    bench: _Bench,
    train: Train,
    spiral: Spiral | None,
    clocks: tuple[float, ...],
    load_g: float,
    limit_g: float,
) -> TrainTwist:
    dressed = bench.dressed(clocks)
    space, start = _in_space(bench, dressed, load_g)
    load = bench.load(load_g)
    as_hung = space.rest(load, start)
    off = math.radians(habits().line_up_off_deg)
    out_of_line = max(
        (space.rolled(way * off).rest(load, start) for way in (1, -1)),
        key=lambda rest: abs(float(rest.twist[-1])),
    )  # fmt: skip
    rings = [n for n, s in enumerate(space.standing) if s.height_mm > 0]
    turn = np.degrees(as_hung.turn[rings])
    worst = int(turn[:-1].argmax())
    clear = min(
        _least_clear(bench, space, dressed, frame)
        for frame in (as_hung.frame, _in_space(bench, dressed, LIGHT * load_g)[1])
    )
    over_g = _rolls_over_g(bench, dressed, limit_g)
    lean = math.radians(LEAN_DEG)
    right, left = (_hand_g(space.leant(way * lean).rest(load, start), load) for way in (1, -1))
    hand_g, upright_g = (right - left) / 2, _hand_g(as_hung, load)
    twist, out = (abs(math.degrees(r.twist[-1])) for r in (as_hung, out_of_line))
    return TrainTwist(
        train=train, spiral=spiral, clocks_deg=clocks, clocks_words=tuple(map(clock_words, clocks)),
        twist_deg=round(twist, 2), off_twist_deg=round(out, 2),
        rolls_over_g=None if over_g is None else round(over_g, 0), hand_g=round(hand_g, 1), upright_g=round(upright_g, 1),
        worst_turn_deg=round(float(turn[worst]), 1), worst=dressed.ids[worst], least_clear_mm=round(clear, 2),
        words=_words(twist, out, over_g, hand_g, upright_g, clear, limit_g, bench.build.rule),
    )  # fmt: skip


def _least_clear(bench: _Bench, space: Space, dressed: Dressed, frame: Floats) -> float:
    """Least room between line and blank, mm; nought where the line lies on it."""
    assert bench.work.taper is not None
    if any(s.height_mm == 0 for s in space.standing):
        return 0.0
    at, corner = space.laid(frame)
    line = np.concatenate([space.reel[None], corner])
    node = [0, *space.node.tolist()]
    radius = bench.work.taper.od_mm(space.station) / 2
    rooms = [
        float((distances_to_leg(at[a : b + 1], line[n], line[n + 1]) - radius[a : b + 1]).min())
        for n, (a, b) in enumerate(itertools.pairwise(node))
    ]
    return min(rooms)


def _rolls_over_g(bench: _Bench, dressed: Dressed, limit_g: float) -> float | None:
    """The least load at which the held rod no longer stands as it is bent; None when it does to the limit."""

    def least(load_g: float) -> float:
        space, start = _in_space(bench, dressed, load_g)
        return space.rest(bench.load(load_g), start).least

    low = 0.0
    for high in np.geomspace(min(bench.stiffness.power_g, limit_g) / 2, limit_g, 7).tolist():
        if least(high) <= 0:
            return float(brentq(least, max(low, high / 50), high, rtol=5e-3))
        low = high
    return None


def _hand_g(rest: Twisted, load: Load) -> float:
    """The torque about the handle, as a weight on an arm: the fish's pull on the tip-top's corner, beside
    the axis. More than nought turns it clockwise, seen from the butt."""
    pull = pull_of(load)
    y, z = rest.line_mm[-1, 1:]
    return float(y * pull[2] - z * pull[1]) / ARM_MM / GRAVITY_N_PER_G


def _words(
    twist: float,
    out: float,
    over_g: float | None,
    hand_g: float,
    upright_g: float,
    clear: float,
    limit_g: float,
    rule: MarkingRule,
) -> str:
    off = habits().line_up_off_deg
    said = [f"Guides {off:g}° off their line roll the tip by {out:.1f}°."]
    if twist >= 0.05:
        said.insert(0, f"As it should be the tip rolls by {twist:.1f}°.")
    if over_g is not None:
        said.append(f"Held still, it rolls over at {format_weight(over_g)}.")
    else:
        said.append(f"Held still, it does not roll over up to {format_weight(limit_g)}, as far as it was followed.")  # fmt: skip
    how = f"{format_weight(abs(hand_g))} on an arm of {format_length(ARM_MM, rule)}"
    if hand_g > 0:
        said.append(f"Leant by {LEAN_DEG:.0f}°, it goes on over in the hand: {how}.")
    else:
        said.append(f"Leant by {LEAN_DEG:.0f}°, it comes back by itself: {how}.")
    if abs(upright_g) >= 0.5:
        way = "clockwise" if upright_g > 0 else "anticlockwise"
        said.append(
            f"Upright it turns {way}, seen from the butt: {format_weight(abs(upright_g))} on that arm."
        )
    if clear < habits().least_clear_mm:
        said.append("The line comes to lie on the blank.")
    return " ".join(said)
