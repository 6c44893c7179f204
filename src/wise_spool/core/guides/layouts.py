"""Layouts judged under load: equal share of the bend, progression, even gaps, tolerance.

Share of bend: positions that give every span an equal integral of |curvature|^q
at the third-of-length load, found with the line on and iterated until nothing
moves by a millimetre. q = 0 is equal gaps, 0.5 equal sag, 1 equal break angle.
Method page: ``docs/methods/layouts.md``.
"""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.stiffness import StiffnessPlan
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import StatedAt
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_length
from wise_spool.core.guides.closing import close_from_first_gap
from wise_spool.core.guides.datums import Datums
from wise_spool.core.guides.placing import GuidesPlan, keeping_its_datum, stated_for
from wise_spool.core.guides.under_load import Dressed, dress, span_room
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import (
    GRAVITY_N_PER_G,
    BendError,
    Bent,
    Load,
    bend,
    break_angles,
)

Floats = NDArray[np.float64]

SETTLED_MM = 1.0
MOST_ROUNDS = 14
WORSE = 1.10
ELEMENTS = 80

LayoutName = Literal["as planned", "share of bend", "progression", "even gaps"]


class LayoutFigures(Frozen):
    """One layout under the three loads; distances from the tip-top ring, tip first. ``stated`` is how
    each guide would be stated in it, in the datum it had; None for one that is built."""

    name: LayoutName
    ids: tuple[str, ...]
    from_tip_ring_mm: tuple[float, ...]
    gaps_mm: tuple[float, ...]
    stated: tuple[StatedAt | None, ...]
    worst_break_deg: float
    uneven: float
    least_clear_mm: float
    touching: int
    words: str


class Tolerance(Frozen):
    """How far one guide may move either way before the worst figure is a tenth worse."""

    id: str
    number: int
    toward_tip_mm: float
    toward_butt_mm: float


class LayoutsPlan(Frozen):
    """Layouts side by side on the same loads, and the tolerance of the one planned."""

    loads_g: tuple[float, ...]
    layouts: tuple[LayoutFigures, ...]
    tolerances: tuple[Tolerance, ...]
    rounds: int
    settled: bool


@dataclass(frozen=True)
class _Train:
    """What a layout works on: free and fixed guides by station, tip-top ring and datum."""

    build: Build
    work: WorkingBlank
    handle: HandlePlan
    guides: GuidesPlan
    datums: Datums
    stiffness: StiffnessPlan
    clamp_mm: float

    @property
    def ring_mm(self) -> float:
        return self.datums.tip_top_ring_mm

    def dressed(self, stations: dict[str, float]) -> Dressed:
        return dress(self.build, self.work, self.handle, self.guides, self.stiffness, stations)

    def fixed(self) -> dict[str, float]:
        """Guides the builder stated or built: they stay."""
        return {
            g.id: g.marked_mm
            for g in self.guides.placed
            if g.marked_mm is not None and g.source in ("stated", "built")
        }

    def stated(self, at: dict[str, float]) -> tuple[StatedAt | None, ...]:
        return tuple(
            None
            if g.built is not None
            else stated_for(g, at[g.id], keeping_its_datum(g), self.build, self.datums)
            for g in self.build.guides.train
            if g.id in at
        )

    def planned(self) -> dict[str, float]:
        return {g.id: g.marked_mm for g in self.guides.placed if g.marked_mm is not None}


def plan_layouts(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    datums: Datums | None,
    stiffness: StiffnessPlan,
    q: float | None = None,
) -> LayoutsPlan:
    """Compare the layout as planned with the solver's and with plain rules, on light, third-of-length
    and heavy loads. Raises :class:`BendError` when the rod cannot be loaded."""
    if datums is None:
        raise BendError("Layouts wait for the blank's length.")
    train = _Train(
        build, work, handle, guides, datums, stiffness,
        dress(build, work, handle, guides, stiffness).rod.clamp_mm,
    )  # fmt: skip
    planned = train.planned()
    if len(planned) < 2:
        raise BendError("A layout takes two guides or more.")
    power = stiffness.power_g
    loads = (0.4 * power, power, 1.8 * power)
    shared, rounds, settled = share_of_bend(train, habits().share_q if q is None else q)
    tries: list[tuple[LayoutName, dict[str, float]]] = [
        ("as planned", planned),
        ("share of bend", shared),
        ("progression", _plain(train, lambda span, n: close_from_first_gap(span, build.guides.first_gap_mm, n).gaps)),
        ("even gaps", _plain(train, lambda span, n: [span / (n + 1)] * (n + 1))),
    ]  # fmt: skip
    figures = [_figures(train, name, at, loads) for name, at in tries]
    return LayoutsPlan(
        loads_g=tuple(round(x, 0) for x in loads),
        layouts=tuple(_spoken(figures, build)),
        tolerances=_tolerances(train, planned),
        rounds=rounds,
        settled=settled,
    )


def share_of_bend(train: _Train, q: float) -> tuple[dict[str, float], int, bool]:
    """Stations by guide id; rounds taken; whether it settled within a millimetre.

    Fixed guides stay. The first gap is kept within the usual range, gaps never
    shrink toward the butt, and joints are kept clear.
    """
    at = train.planned()
    order = [g.id for g in train.guides.placed if g.id in at]
    fixed = train.fixed()
    if len(fixed) == len(order):
        fixed = {order[-1]: at[order[-1]]}  # everything stated: the tip side is laid out anew
    start: Floats | None = None
    for round_ in range(1, MOST_ROUNDS + 1):
        dressed = train.dressed(at)
        bent = _third_load(train, dressed, start)
        start = bent.angle
        fresh = _equal_shares(train, bent, order, fixed, q)
        moved = max(abs(fresh[i] - at[i]) for i in order)
        at = {i: at[i] + 0.85 * (fresh[i] - at[i]) for i in order}
        if moved < SETTLED_MM:
            return fresh, round_, True
    return at, MOST_ROUNDS, False


def _third_load(train: _Train, dressed: Dressed, start: Floats | None) -> Bent:
    load = Load(train.stiffness.power_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg)
    return bend(dressed.rod, load, ELEMENTS, start)


def _equal_shares(
    train: _Train, bent: Bent, order: Sequence[str], fixed: dict[str, float], q: float
) -> dict[str, float]:
    cut = cut_shares(bent.station_mm, bent.curvature, order, fixed, q)
    return _kept_in_order(train, cut, order, fixed)


def cut_shares(
    station_mm: Floats, curvature: Floats, order: Sequence[str], fixed: dict[str, float], q: float
) -> dict[str, float]:
    """Stations that cut the cumulated |curvature|^q into equal shares, tip first.

    ``station_mm`` and ``curvature`` are of one shape, clamp to tip; guides in
    ``fixed`` keep their stations and the free ones share evenly between them,
    the last run between the last fixed guide and the clamp.
    """
    done = shares_done(station_mm, curvature, q)
    whole = float(done[-1])
    beyond = whole - done  # share between a station and the tip

    def at_share(share: float) -> float:
        return float(np.interp(whole - share, done, station_mm))

    out: dict[str, float] = {}
    last_share = 0.0
    run: list[str] = []
    for guide in order:
        if guide not in fixed:
            run.append(guide)
            continue
        end = float(np.interp(fixed[guide], station_mm, beyond))
        for k, free in enumerate(run, start=1):
            out[free] = at_share(last_share + (end - last_share) * k / (len(run) + 1))
        out[guide] = fixed[guide]
        last_share, run = end, []
    for k, free in enumerate(run, start=1):
        out[free] = at_share(last_share + (whole - last_share) * k / (len(run) + 1))
    return out


def shares_done(station_mm: Floats, curvature: Floats, q: float) -> Floats:
    """The integral of |curvature|^q from the clamp up to each station."""
    curve = np.abs(curvature) ** q if q else np.ones_like(curvature)
    done = np.concatenate([[0.0], np.cumsum((curve[1:] + curve[:-1]) / 2 * np.diff(station_mm))])
    return np.asarray(done + 1e-9 * (station_mm - station_mm[0]), float)


def _kept_in_order(
    train: _Train, at: dict[str, float], order: Sequence[str], fixed: dict[str, float]
) -> dict[str, float]:
    """First gap in its range, gaps that never shrink toward the butt, joints clear."""
    low, high = habits().first_gap_least_mm, habits().first_gap_most_mm
    first = order[0]
    if first not in fixed:
        at[first] = train.ring_mm - min(max(train.ring_mm - at[first], low), high)
    fences = [i for i, g in enumerate(order) if g in fixed]
    last = fences[-1] if fences else len(order) - 1
    from_ring = np.array([train.ring_mm - at[g] for g in order])
    for _ in range(40):
        gaps = np.diff(from_ring, prepend=0.0)
        wrong = [i for i in range(1, last + 1) if gaps[i] < gaps[i - 1] - 0.05]
        if not wrong:
            break
        for i in wrong:
            before = from_ring[i - 2] if i > 1 else 0.0
            if order[i - 1] not in fixed:
                from_ring[i - 1] = before + (from_ring[i] - before) * 0.4975
            elif i > 1 and order[i - 2] not in fixed:
                from_ring[i - 2] = from_ring[i - 1] - gaps[i]
    for g, x in zip(order, from_ring.tolist(), strict=True):
        if g not in fixed:
            at[g] = _off_joints(train, train.ring_mm - x)
    return at


def _off_joints(train: _Train, station: float) -> float:
    for joint in train.work.joints:
        near = station - joint.station_mm
        if abs(near) < habits().joint_clear_mm:
            return joint.station_mm + (
                habits().joint_clear_mm if near >= 0 else -habits().joint_clear_mm
            )
    return station


def _plain(train: _Train, gaps: Callable[[float, int], Sequence[float]]) -> dict[str, float]:
    """A rule for gaps between the tip-top and the guide nearest the reel, which stays."""
    planned = train.planned()
    order = [g.id for g in train.guides.placed if g.id in planned]
    span = train.ring_mm - planned[order[-1]]
    where = list(itertools.accumulate(gaps(span, len(order) - 1)))
    return {g: train.ring_mm - x for g, x in zip(order, [*where[:-1], span], strict=True)}


def _figures(
    train: _Train, name: LayoutName, at: dict[str, float], loads: Sequence[float]
) -> LayoutFigures:
    dressed = train.dressed(at)
    worst, uneven, clear, touching = 0.0, 0.0, 99.0, 0
    start: Floats | None = None
    for n, load_g in enumerate(loads):
        load = Load(load_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg)
        bent = bend(dressed.rod, load, ELEMENTS, start)
        start = bent.angle
        turns, rooms = _turns_and_room(train, bent, dressed)
        worst = max(worst, float(np.degrees(turns[:-1].max())))
        if n == 1:
            running = turns[:-1]
            uneven = float(running.std() / max(running.mean(), 1e-9))
        clear = min(clear, min(rooms))
        touching += sum(r < 0.5 for r in rooms)
    order = [g.id for g in train.guides.placed if g.id in at]
    from_ring = [round(train.ring_mm - at[g], 2) for g in order]
    return LayoutFigures(
        name=name, ids=tuple(order), from_tip_ring_mm=tuple(from_ring),
        gaps_mm=tuple(round(g, 2) for g in np.diff(from_ring, prepend=0.0).tolist()),
        stated=train.stated(at), worst_break_deg=round(worst, 2), uneven=round(uneven, 3), least_clear_mm=round(clear, 2),
        touching=touching, words="",
    )  # fmt: skip


def _turns_and_room(train: _Train, bent: Bent, dressed: Dressed) -> tuple[Floats, list[float]]:

    pull = np.radians(train.build.guides.bend.pull_deg)
    rings = len(dressed.rod.rings)
    turns = break_angles(bent.line_mm, np.array([np.cos(pull), np.sin(pull)]))
    turns = np.concatenate([np.zeros(rings), turns])[-rings:]
    first = len(bent.line_mm) - rings
    rooms = [span_room(bent, dressed, train.work, k, first)[0] for k in range(rings)]
    return turns, rooms


def _spoken(figures: Sequence[LayoutFigures], build: Build) -> list[LayoutFigures]:
    """One verdict sentence each, against the best of them."""
    even = min(f.uneven for f in figures)
    out = []
    for f in figures:
        if f.touching:
            words = f"The line touches the blank in {f.touching} place{'s' if f.touching > 1 else ''} over the three loads."
        elif f.uneven <= even + 0.02:
            words = f"The load is spread most evenly; no guide turns the line by more than {f.worst_break_deg:.0f}°."
        else:
            widest = format_length(max(f.gaps_mm), build.rule)
            words = f"Clear of the line; one guide turns it by {f.worst_break_deg:.0f}°, the widest gap is {widest}."
        out.append(f.model_copy(update={"words": words}))
    return out


def _tolerances(train: _Train, at: dict[str, float]) -> tuple[Tolerance, ...]:
    """How far each guide may move before the largest break angle is a tenth larger.

    The blank's shape is taken as it is: moving one guide by millimetres hardly
    changes it, and the line is laid anew over the moved ring.
    """
    dressed = train.dressed(at)
    bent = _third_load(train, dressed, None)
    pull = np.radians(train.build.guides.bend.pull_deg)
    direction = np.array([np.cos(pull), np.sin(pull)])
    rings = dressed.rod.rings
    first = len(bent.line_mm) - len(rings)
    tilt = np.interp(bent.station_mm, (bent.station_mm[:-1] + bent.station_mm[1:]) / 2, bent.angle)

    def ring_at(k: int, station: float) -> tuple[float, float]:
        x = float(np.interp(station, bent.station_mm, bent.x_mm))
        y = float(np.interp(station, bent.station_mm, bent.y_mm))
        a = float(np.interp(station, bent.station_mm, tilt))
        return x - rings[k].height_mm * np.sin(a), y + rings[k].height_mm * np.cos(a)

    def worst(path: Floats) -> float:
        turns = break_angles(path, direction)
        return float(turns[-len(rings) : -1].max())

    base = np.array([ring_at(k, r.station_mm) for k, r in enumerate(rings)])
    base[-1] = bent.line_mm[-1]
    path = np.vstack([bent.line_mm[:first], base])
    limit = worst(path) * WORSE
    out = []
    for k in range(len(rings) - 1):
        reach = []
        for way, neighbour in ((1, rings[k + 1].station_mm), (-1, rings[k - 1].station_mm if k else bent.station_mm[0])):  # fmt: skip
            most = 0.9 * abs(neighbour - rings[k].station_mm)
            low, high = 0.0, most
            for _ in range(18):
                middle = (low + high) / 2
                trial = path.copy()
                trial[first + k] = ring_at(k, rings[k].station_mm + way * middle)
                if worst(trial) > limit:
                    high = middle
                else:
                    low = middle
            reach.append(low)
        out.append(
            Tolerance(
                id=dressed.ids[k], number=dressed.numbers[k], toward_tip_mm=round(reach[0], 1),
                toward_butt_mm=round(reach[1], 1),
            )
        )  # fmt: skip
    return tuple(out)
