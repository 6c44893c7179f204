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
from wise_spool.core.guides.placing import (
    GuidesPlan,
    joint_zone_mm,
    keeping_its_datum,
    ring_station_mm,
    stated_for,
)
from wise_spool.core.guides.reel_side import REDUCTION_RINGS, ReelSideSpot, plan_reel_side
from wise_spool.core.guides.sharing import Sharing, share_out
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
    """How far one guide may move either way before something it is judged by is a tenth worse, and what."""

    id: str
    number: int
    toward_tip_mm: float
    toward_butt_mm: float
    toward_tip_why: str
    toward_butt_why: str


class LayoutsPlan(Frozen):
    """Layouts side by side on the same loads, and the tolerance of the one planned. ``share_worst`` is
    the greatest share of bend over the mean one that could be reached."""

    loads_g: tuple[float, ...]
    layouts: tuple[LayoutFigures, ...]
    tolerances: tuple[Tolerance, ...]
    rounds: int
    settled: bool
    share_worst: float


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

    def built(self) -> dict[str, float]:
        """Guides that are on the blank."""
        return {
            g.id: g.marked_mm
            for g in self.guides.placed
            if g.marked_mm is not None and g.source == "built"
        }

    def on_the_rule(self, guide_id: str, station_mm: float) -> float:
        """The station a guide comes to when its mark is drawn on the builder's rule."""
        guide = next(g for g in self.build.guides.train if g.id == guide_id)
        stated = stated_for(guide, station_mm, keeping_its_datum(guide), self.build, self.datums)
        return ring_station_mm(guide, stated, self.build.guides.mark_under, self.datums)

    def planned(self) -> dict[str, float]:
        return {g.id: g.marked_mm for g in self.guides.placed if g.marked_mm is not None}


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
    shared = share_of_bend(train, habits().share_q if q is None else q)
    tries: list[tuple[LayoutName, dict[str, float]]] = [
        ("as planned", planned),
        ("share of bend", shared.at),
        ("progression", _plain(train, lambda span, n: close_from_first_gap(span, build.guides.first_gap_mm, n).gaps)),
        ("even gaps", _plain(train, lambda span, n: [span / (n + 1)] * (n + 1))),
    ]  # fmt: skip
    figures = [_figures(train, name, at, loads) for name, at in tries]
    return LayoutsPlan(
        loads_g=tuple(round(x, 0) for x in loads),
        layouts=tuple(_spoken(figures, build)),
        tolerances=_tolerances(train, planned),
        rounds=shared.rounds,
        settled=shared.settled,
        share_worst=round(shared.worst, 3),
    )


def share_of_bend(train: _Train, q: float) -> Shared:
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
        bent = _third_load(train, dressed, start)
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
    train: _Train, bent: Bent, order: Sequence[str], fixed: dict[str, float], q: float
) -> Sharing:
    """The problem as places from the tip-top ring."""
    done = shares_done(bent.station_mm, bent.curvature, q)
    by_id = {g.id: g for g in train.build.guides.train}
    clear = habits().joint_clear_mm
    return Sharing(
        place_mm=train.ring_mm - bent.station_mm[::-1],
        done=(done[-1] - done)[::-1],
        held=tuple(train.ring_mm - fixed[g] if g in fixed else None for g in order),
        zones=tuple(
            tuple(
                (train.ring_mm - high - clear, train.ring_mm - low + clear)
                for low, high in (joint_zone_mm(j, by_id[g]) for j in train.work.joints)
            )
            for g in order
        ),
        last_mm=train.ring_mm - float(bent.station_mm[0]),
        first_gap_mm=(habits().first_gap_least_mm, habits().first_gap_most_mm),
    )


def _third_load(train: _Train, dressed: Dressed, start: Floats | None) -> Bent:
    load = Load(train.stiffness.power_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg)
    return bend(dressed.rod, load, ELEMENTS, start)


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
    rings = range(len(dressed.rod.rings))
    return bent.ring_turn, [span_room(bent, dressed, train.work, k).clear_mm for k in rings]


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


@dataclass(frozen=True)
class _Judged:
    """What a place of one guide is judged by: turns of the line, shares of the bend, room, the path."""

    turns: Floats
    shares: Floats
    least_room_mm: float
    off_path_mm: float
    first_gap_mm: float

    def worse(self, base: "_Judged", path_give_mm: float) -> str:
        """What is a tenth worse than it was, and than the rest; nothing while all holds."""
        if _over(self.shares, base.shares, base.shares.mean()):
            return "a span takes a tenth more of the bend"
        if _over(self.turns[:-1], base.turns[:-1], base.turns[:-1].mean()):
            return "a guide turns the line a tenth more"
        if self.turns[-1] > WORSE * base.turns[-1] + TIP_TURN_GIVE:
            return "the tip-top turns the line a tenth more"
        if self.least_room_mm < min(habits().least_clear_mm, base.least_room_mm - 0.01):
            return "the line touches the blank"
        if self.first_gap_mm > max(base.first_gap_mm, habits().first_gap_most_mm):
            return "the first gap is wider than usual"
        if (
            base.off_path_mm <= path_give_mm < self.off_path_mm
        ):  # one that is off it is not held to it
            return "it leaves the path from the spool by a degree"
        return ""


def _over(now: Floats, before: Floats, mean: float) -> bool:
    """Whether any figure is over both what it was and the mean, by a tenth of the mean."""
    return bool((now > np.maximum(before, mean) + (WORSE - 1) * mean).any())


TIP_TURN_GIVE = float(np.radians(0.5))
"""The tip-top always turns the line: less than this more is no worse. From habit."""


def _tolerances(train: _Train, at: dict[str, float]) -> tuple[Tolerance, ...]:
    """How far each guide may move before anything the layout is judged by is a tenth worse.

    The blank's shape is taken as it is: moving one guide by millimetres hardly
    changes it, and the line is laid anew over the moved ring.
    """
    dressed = train.dressed(at)
    rings = dressed.rod.rings
    judge = _Judge(train, dressed, _third_load(train, dressed, None))
    stations = [r.station_mm for r in rings]
    base = [judge.of(k, stations[k]) for k in range(len(rings) - 1)]
    out = []
    for k in range(len(rings) - 1):
        ends = []
        for way, neighbour in (
            (1, stations[k + 1]),
            (-1, stations[k - 1] if k else judge.clamp_mm),
        ):
            low, high = 0.0, max(abs(neighbour - stations[k]) - FEET_MM, 0.0)
            why = "its neighbour is reached" if k or way > 0 else "the handle is reached"
            if said := judge.of(k, stations[k] + way * high).worse(base[k], judge.give_mm[k]):
                why = said
                for _ in range(14):
                    middle = (low + high) / 2
                    if said := judge.of(k, stations[k] + way * middle).worse(
                        base[k], judge.give_mm[k]
                    ):
                        high, why = middle, said
                    else:
                        low = middle
                high = low
            ends.append((high, why))
        (to_tip, tip_why), (to_butt, butt_why) = ends
        out.append(
            Tolerance(
                id=dressed.ids[k], number=dressed.numbers[k], toward_tip_mm=round(to_tip, 1),
                toward_butt_mm=round(to_butt, 1), toward_tip_why=tip_why, toward_butt_why=butt_why,
            )
        )  # fmt: skip
    return tuple(out)


FEET_MM = 30.0
"""Two guides come no nearer than this: their feet and wraps. From habit."""


class _Judge:
    """One guide moved along the blank as it is bent, everything else left where it is."""

    def __init__(self, train: _Train, dressed: Dressed, bent: Bent) -> None:
        assert train.work.taper is not None
        self.rings, self.bent = dressed.rod.rings, bent
        self.clamp_mm, self.ring_mm = dressed.rod.clamp_mm, train.ring_mm
        self.tilt = np.interp(bent.station_mm, (bent.station_mm[:-1] + bent.station_mm[1:]) / 2, bent.angle)  # fmt: skip
        self.pull = np.radians(train.build.guides.bend.pull_deg)
        self.done = shares_done(bent.station_mm, bent.curvature, habits().share_q)
        self.path = np.vstack([bent.line_mm[:1], bent.line_mm[bent.ring_at]])
        self.half_od = train.work.taper.od_mm(bent.station_mm) / 2
        self.side = 1.0 if self.rings[0].height_mm >= 0 else -1.0
        spots = {s.guide_id: s for s in self._spots(train)}
        lip = train.datums.spool_lip_mm or 0.0
        at = [spots.get(i) for i in dressed.ids]
        self.path_mm = [None if s is None else lip + s.from_lip_mm for s in at]
        self.give_mm = [0.0 if s is None else abs(s.per_degree_mm) for s in at]

    def _spots(self, train: _Train) -> tuple[ReelSideSpot, ...]:
        if train.build.brief.rod_type != "spinning" or train.datums.spool_lip_mm is None:
            return ()
        near = list(reversed(train.build.guides.train))[:REDUCTION_RINGS]
        return plan_reel_side(train.build.guides.reel, near).spots

    def of(self, k: int, station: float) -> _Judged:
        """The figures with ring k at a station."""
        s = self.bent.station_mm
        a = float(np.interp(station, s, self.tilt))
        h = self.rings[k].height_mm
        path = self.path.copy()
        path[k + 1] = (
            float(np.interp(station, s, self.bent.x_mm)) - h * np.sin(a),
            float(np.interp(station, s, self.bent.y_mm)) + h * np.cos(a),
        )
        turns = break_angles(path, np.array([np.cos(self.pull), np.sin(self.pull)]))
        stations = [r.station_mm for r in self.rings]
        stations[k] = station
        shares = np.diff(np.interp(stations, s, self.done))
        path_mm = self.path_mm[k]
        return _Judged(
            turns=turns, shares=shares,
            least_room_mm=min(self._room(path, j, stations) for j in (k, k + 1)),
            off_path_mm=0.0 if path_mm is None else abs(station - path_mm),
            first_gap_mm=self.ring_mm - stations[-2],
        )  # fmt: skip

    def _room(self, path: Floats, j: int, stations: Sequence[float]) -> float:
        """Least room between line and blank in the span before ring j."""
        start = stations[j - 1] if j else self.clamp_mm
        inside = (self.bent.station_mm >= start) & (self.bent.station_mm <= stations[j])
        if not inside.any():
            return 99.0
        a, d = path[j], path[j + 1] - path[j]
        x, y = self.bent.x_mm[inside], self.bent.y_mm[inside]
        off = self.side * (d[0] * (y - a[1]) - d[1] * (x - a[0])) / max(float(np.hypot(*d)), 1e-9)
        return float((-off - self.half_od[inside]).min())
