"""Layouts judged under load: equal share of the bend, progression, even gaps, tolerance.

Share of bend: positions that give every span an equal integral of |curvature|^q
at the third-of-length load, found with the line on and iterated until nothing
moves by a millimetre. q = 0 is equal gaps, 0.5 equal sag, 1 equal break angle.
Method page: ``docs/methods/layouts.md``.
"""

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.stiffness import StiffnessPlan
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import KeptLayout, StatedAt
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_length
from wise_spool.core.guides.closing import close_from_first_gap
from wise_spool.core.guides.datums import Datums
from wise_spool.core.guides.placing import (
    GuidesPlan,
    joint_zone_mm,
)
from wise_spool.core.guides.sharing import Sharing, share_out
from wise_spool.core.guides.tolerance import Tolerance, tolerances
from wise_spool.core.guides.trial import ELEMENTS, Trial, shares_done, third_load
from wise_spool.core.guides.under_load import Dressed, three_loads_g
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import (
    GRAVITY_N_PER_G,
    BendError,
    Bent,
    Load,
    bend,
)

Floats = NDArray[np.float64]

SETTLED_MM = 1.0
MOST_ROUNDS = 14


class LayoutFigures(Frozen):
    """One layout under the three loads; distances from the tip-top ring, tip first. ``stated`` is how
    each guide would be stated in it, in the datum it had; None for one that is built, or was free in a
    layout that was ``kept``."""

    name: str
    kept: str | None
    ids: tuple[str, ...]
    from_tip_ring_mm: tuple[float, ...]
    gaps_mm: tuple[float, ...]
    stated: tuple[StatedAt | None, ...]
    worst_break_deg: float
    uneven: float
    least_clear_mm: float
    touching: int
    words: str


class LayoutLeftOut(Frozen):
    """A layout that was put by and does not fit the rod as it is now."""

    kept: str
    name: str
    why: str


class LayoutsPlan(Frozen):
    """Layouts side by side on the same loads, and the tolerance of the one planned. ``share_worst`` is
    the greatest share of bend over the mean one that could be reached."""

    loads_g: tuple[float, ...]
    layouts: tuple[LayoutFigures, ...]
    left_out: tuple[LayoutLeftOut, ...]
    tolerances: tuple[Tolerance, ...]
    rounds: int
    settled: bool
    share_worst: float


@dataclass(frozen=True)
class Shared:
    """Stations by guide id; the greatest share over the mean one; rounds taken, and whether it settled."""

    at: dict[str, float]
    worst: float
    rounds: int
    settled: bool


def plan_layouts(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    datums: Datums | None,
    stiffness: StiffnessPlan,
    kept: Mapping[str, GuidesPlan],
    q: float | None = None,
) -> LayoutsPlan:
    """Compare the layout as planned with the solver's, with plain rules and with those that were kept (by
    their ids), on light, third-of-length and heavy loads. Raises :class:`BendError` when the rod cannot be loaded."""
    if datums is None:
        raise BendError("Layouts wait for the blank's length.")
    train = Trial(build, work, handle, guides, datums, stiffness)
    planned = train.planned()
    if len(planned) < 2:
        raise BendError("A layout takes two guides or more.")
    power = stiffness.power_g
    loads = three_loads_g(power)
    shared = share_of_bend(train, habits().share_q if q is None else q)
    tries = [
        ("as planned", planned),
        ("share of bend", shared.at),
        ("progression", _plain(train, lambda span, n: close_from_first_gap(span, build.guides.first_gap_mm, n).gaps)),
        ("even gaps", _plain(train, lambda span, n: [span / (n + 1)] * (n + 1))),
    ]  # fmt: skip
    figures = [_figures(train, name, at, loads) for name, at in tries]
    left_out = []
    for one in build.guides.kept:
        at = {g.id: g.marked_mm for g in kept[one.id].placed if g.marked_mm is not None}
        try:
            if set(at) != set(planned):
                raise BendError("Not every guide on the rod has a place in it.")
            figures.append(_kept(_figures(train, one.name, at, loads), one))
        except BendError as error:
            left_out.append(LayoutLeftOut(kept=one.id, name=one.name, why=str(error)))
    return LayoutsPlan(
        loads_g=tuple(round(x, 0) for x in loads),
        layouts=tuple(_spoken(figures, build)),
        left_out=tuple(left_out),
        tolerances=tolerances(train, planned),
        rounds=shared.rounds,
        settled=shared.settled,
        share_worst=round(shared.worst, 3),
    )


def blend_layouts(
    train: Trial, power_g: float, one: Sequence[float], other: Sequence[float], toward: float
) -> LayoutFigures:
    """The layout ``toward`` (0 to 1) of the way from ``one`` to ``other``, both as distances of the rings from the
    tip-top ring, mm, tip first; under the three loads as any other. Guides that are built stay, the rest lie on the
    rule. Raises :class:`BendError` when the two are not layouts of this train, or the rod cannot be loaded.
    """
    planned = train.planned()
    order = [g.id for g in train.guides.placed if g.id in planned]
    if not len(one) == len(other) == len(order) or len(order) < 2:
        raise BendError("The rod's guides have changed since; the layouts are worked out anew.")
    here = np.asarray(one) + toward * (np.asarray(other) - np.asarray(one))
    if np.any(np.diff(here, prepend=0.0) <= 0):
        raise BendError("Two guides would stand in one place, or behind each other.")
    fixed = train.built()
    at = {
        g: fixed[g] if g in fixed else train.on_the_rule(g, train.ring_mm - float(x))
        for g, x in zip(order, here, strict=True)
    }
    figures = _figures(train, "the blend", at, three_loads_g(power_g))
    return figures.model_copy(update={"words": _verdict(figures, train.build)})


@dataclass(frozen=True)
class OnePlace:
    """Where one guide shares the bend best between its neighbours, all others staying: stations, and the greater of
    its two spans' shares over the mean of both, with it there and where it was (1: both alike)."""

    was_mm: float
    best_mm: float
    greater_was: float
    greater_best: float


def place_of_one(train: Trial, guide_id: str) -> OnePlace:
    """Where a guide that comes off anyway would go: its two spans take alike of the bend, the rod bent anew for each
    place, and it stays off a joint. Raises :class:`BendError` when it has no place, is the one nearest the reel, or the
    rod cannot be loaded."""
    at = train.planned()
    order = [g.id for g in train.guides.placed if g.id in at]
    if guide_id not in at or guide_id == order[-1]:
        raise BendError("Its place is the reel's to say, or not known.")
    q, others = habits().share_q, {g: mm for g, mm in at.items() if g != guide_id}
    bent = third_load(train, train.dressed(at), None)
    was = _greater(bent, order, at, guide_id, q)
    here = dict(at)
    for _ in range(MOST_ROUNDS):
        wanted = cut_shares(bent.station_mm, bent.curvature, order, others, q)[guide_id]
        wanted = train.on_the_rule(guide_id, _off_joints(train, guide_id, wanted))
        settled = abs(wanted - here[guide_id]) < SETTLED_MM
        here[guide_id] = wanted
        bent = third_load(train, train.dressed(here), bent.angle)
        if settled:
            break
    return OnePlace(at[guide_id], here[guide_id], was, _greater(bent, order, here, guide_id, q))


def _greater(bent: Bent, order: Sequence[str], at: dict[str, float], guide_id: str, q: float) -> float:  # fmt: skip
    """The greater of the two spans' shares beside a guide, over the mean of both."""
    done = shares_done(bent.station_mm, bent.curvature, q)
    n = order.index(guide_id)
    tipward = float(bent.station_mm[-1]) if n == 0 else at[order[n - 1]]
    low, mid, high = np.interp([at[order[n + 1]], at[guide_id], tipward], bent.station_mm, done)
    return float(2 * max(mid - low, high - mid) / max(high - low, 1e-12))


def _off_joints(train: Trial, guide_id: str, station_mm: float) -> float:
    """The nearest station at which a guide's wrap lies on no joint."""
    for low, high in _on_joints(train, guide_id):
        if low < station_mm < high:
            return low if station_mm - low < high - station_mm else high
    return station_mm


def _on_joints(train: Trial, guide_id: str) -> list[tuple[float, float]]:
    """Stations between which a guide's wrap would lie on a joint, or too near one."""
    guide, clear = next(g for g in train.build.guides.train if g.id == guide_id), habits().joint_clear_mm  # fmt: skip
    zones = (joint_zone_mm(j, guide) for j in train.work.joints)
    return [(low - clear, high + clear) for low, high in zones]


def share_of_bend(train: Trial, q: float) -> Shared:
    """Where the free guides go so that the greatest share of bend of any span is least.

    Guides that are built stay; so do stated ones, unless everything is stated: then all but the one
    nearest the reel are laid out anew. The bend is solved anew with the guides where they go until
    nothing moves by a millimetre.
    """
    at = train.planned()
    order = [g.id for g in train.guides.placed if g.id in at]
    fixed = train.fixed()
    if len(fixed) == len(order):
        fixed = {**train.built(), order[-1]: at[order[-1]]}
    start: Floats | None = None
    settled, round_ = False, 0
    while not settled and round_ < MOST_ROUNDS:
        round_ += 1
        dressed = train.dressed(at)
        bent = third_load(train, dressed, start)
        start = bent.angle
        sharing = _sharing(train, bent, order, fixed, q)
        trial = cut_shares(bent.station_mm, bent.curvature, order, fixed, q)
        places = share_out(sharing, [train.ring_mm - trial[g] for g in order])
        fresh = {g: train.ring_mm - x for g, x in zip(order, places, strict=True)}
        settled = max(abs(fresh[i] - at[i]) for i in order) < SETTLED_MM
        at = fresh
    at = {g: at[g] if g in fixed else train.on_the_rule(g, at[g]) for g in order}
    worst = sharing.worst([train.ring_mm - at[g] for g in order])
    return Shared(at, worst, round_, settled)


def _sharing(
    train: Trial, bent: Bent, order: Sequence[str], fixed: dict[str, float], q: float
) -> Sharing:
    """The problem as places from the tip-top ring."""
    done = shares_done(bent.station_mm, bent.curvature, q)
    return Sharing(
        place_mm=train.ring_mm - bent.station_mm[::-1],
        done=(done[-1] - done)[::-1],
        held=tuple(train.ring_mm - fixed[g] if g in fixed else None for g in order),
        zones=tuple(
            tuple((train.ring_mm - high, train.ring_mm - low) for low, high in _on_joints(train, g))
            for g in order
        ),
        last_mm=train.ring_mm - float(bent.station_mm[0]),
        first_gap_mm=(habits().first_gap_least_mm, habits().first_gap_most_mm),
    )


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


def _plain(train: Trial, gaps: Callable[[float, int], Sequence[float]]) -> dict[str, float]:
    """A rule for gaps between the tip-top and the guide nearest the reel, which stays."""
    planned = train.planned()
    order = [g.id for g in train.guides.placed if g.id in planned]
    span = train.ring_mm - planned[order[-1]]
    where = list(itertools.accumulate(gaps(span, len(order) - 1)))
    return {g: train.ring_mm - x for g, x in zip(order, [*where[:-1], span], strict=True)}


def _figures(
    train: Trial, name: str, at: dict[str, float], loads: Sequence[float]
) -> LayoutFigures:
    dressed = train.dressed(at)
    worst, uneven, clear, touching = 0.0, 0.0, 99.0, 0
    start: Floats | None = None
    for n, load_g in enumerate(loads):
        load = Load(load_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg)
        bent = bend(dressed.rod, load, ELEMENTS, start)
        start = bent.angle
        turns, rooms = _turns_and_room(bent, dressed)
        worst = max(worst, float(np.degrees(turns[:-1].max())))
        if n == 1:
            running = turns[:-1]
            uneven = float(running.std() / max(running.mean(), 1e-9))
        clear = min(clear, min(rooms))
        touching += sum(r < 0.5 for r in rooms)
    order = [g.id for g in train.guides.placed if g.id in at]
    from_ring = [round(train.ring_mm - at[g], 2) for g in order]
    return LayoutFigures(
        name=name, kept=None, ids=tuple(order), from_tip_ring_mm=tuple(from_ring),
        gaps_mm=tuple(round(g, 2) for g in np.diff(from_ring, prepend=0.0).tolist()),
        stated=train.stated(at), worst_break_deg=round(worst, 2), uneven=round(uneven, 3), least_clear_mm=round(clear, 2),
        touching=touching, words="",
    )  # fmt: skip


def _kept(figures: LayoutFigures, one: KeptLayout) -> LayoutFigures:
    """The figures of a layout that was put by, to be stated as it was."""
    stated = tuple(one.places.get(guide) for guide in figures.ids)
    return figures.model_copy(update={"kept": one.id, "stated": stated})


def _turns_and_room(bent: Bent, dressed: Dressed) -> tuple[Floats, list[float]]:
    return bent.ring_turn, dressed.rooms(bent).clear_mm.tolist()


def _alike(a: LayoutFigures, b: LayoutFigures) -> bool:
    pairs = zip(a.from_tip_ring_mm, b.from_tip_ring_mm, strict=True)
    return all(abs(x - y) <= 2 * SETTLED_MM for x, y in pairs)


def _spoken(figures: Sequence[LayoutFigures], build: Build) -> list[LayoutFigures]:
    """One verdict sentence each, against the best of them."""
    even = min(f.uneven for f in figures)
    out: list[LayoutFigures] = []
    for f in figures:
        alike = next((o for o in out if _alike(o, f)), None)
        if alike is not None:
            words = f"The same places as {alike.name.removeprefix('as ')}, to a step of the rule."
        elif not f.touching and f.uneven <= even + 0.02:
            words = f"The load is spread most evenly; no guide turns the line by more than {f.worst_break_deg:.0f}°."
        else:
            words = _verdict(f, build)
        out.append(f.model_copy(update={"words": words}))
    return out


def _verdict(f: LayoutFigures, build: Build) -> str:
    """What one layout does, whatever others do."""
    widest = format_length(max(f.gaps_mm), build.rule)
    if f.touching:
        return f"The line touches the blank in {f.touching} place{'s' if f.touching > 1 else ''} over the three loads; no guide turns it by more than {f.worst_break_deg:.1f}°, the widest gap is {widest}."
    return f"Clear of the line; one guide turns it by {f.worst_break_deg:.0f}°, the widest gap is {widest}."
