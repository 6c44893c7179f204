"""The rod as planned, under load: shape, line, break angles, forces, clearances, where it works.

Builds the mechanical rod of ``core/mechanics/elastica.py`` from the plan and reads the
figures a builder judges a layout by. Method page: ``docs/methods/elastica.md``.
"""

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.mass import blank_g_per_mm
from wise_spool.core.blank.stiffness import StiffnessPlan, stiffness_of, strain_limit
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter
from wise_spool.core.ground.units import format_weight, ruled
from wise_spool.core.guides.masses import guide_mass_g, tip_top_mass_g
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.guides.winding import clocks_of
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import (
    GRAVITY_N_PER_G,
    BendError,
    Bent,
    Load,
    Ring,
    Rod,
    bend,
)
from wise_spool.core.mechanics.spans import SpanRooms, span_rooms
from wise_spool.core.mechanics.twisting import Standing

Floats = NDArray[np.float64]

DRAWN = 61
LIGHT, HEAVY = 0.4, 1.8
"""A light and a heavy load, as a share of what drops the tip by a third. From habit."""


def three_loads_g(power_g: float) -> tuple[float, float, float]:
    """The loads a rod is looked at under: light, the one that drops its tip by a third, heavy."""
    return LIGHT * power_g, power_g, HEAVY * power_g


@dataclass(frozen=True, slots=True)
class BendPoint:
    """A point in the bend's frame, mm: x along the handle, y to the side the rod bends to."""

    x_mm: float
    y_mm: float


@dataclass(frozen=True, slots=True)
class GuideLoaded:
    """One ring under load; the last is the tip-top, its ``id`` is ``tip-top``.

    ``gap_clear_mm`` is the least room between line and blank in the span toward the reel,
    ``sag_mm`` how far the blank's arc stands off the chord there, ``lies_mm`` along how much of the
    blank the line lies in that span.
    """

    id: str
    number: int
    station_mm: float
    break_deg: float
    force_n: float
    tension_n: float
    gap_clear_mm: float
    sag_mm: float
    touches: bool
    lies_mm: float
    x_mm: float
    y_mm: float


class LoadedPlan(Frozen):
    """The loaded rod. ``stopped_at_g`` is set when the load asked for was past the limit; ``strains_percent`` is the
    surface strain at each point of ``curve``."""

    load_g: float
    asked_g: float
    stopped_at_g: float | None
    pull_deg: float
    estimated: bool
    curve: tuple[BendPoint, ...]
    strains_percent: tuple[float, ...]
    line: tuple[BendPoint, ...]
    line_out: BendPoint
    guides: tuple[GuideLoaded, ...]
    tip_deg: float
    tip_drop_mm: float
    worst_break: str | None
    worst_force: str | None
    touching: tuple[str, ...]
    line_from: str
    works_hardest_mm: float
    strain_percent: float
    limit_percent: float
    steps: int
    residual: float
    words: str


@dataclass(frozen=True)
class Dressed:
    """The mechanical rod and which ring is which, tip-most last. ``hung`` is how each stands round the
    blank; ``across_mm`` is how far that puts the line off the plane of the bend."""

    rod: Rod
    ids: tuple[str, ...]
    numbers: tuple[int, ...]
    hung: tuple[Standing, ...]

    @property
    def across_mm(self) -> Floats:
        return np.array([h.height_mm * math.sin(h.clock_rad) for h in self.hung])

    def rooms(self, bent: Bent) -> SpanRooms:
        """The room each span of its line leaves, from the reel on."""
        return span_rooms(bent, self.rod, self.across_mm)


def held_to_mm(handle: HandlePlan, length_mm: float) -> float:
    """Station the rod is held up to: the front of its handle, or about an eighth of a bare blank."""
    return min(handle.front_mm if handle.parts else 0.12 * length_mm, 0.6 * length_mm)


def dress(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    stations: dict[str, float] | None = None,
    clocks: dict[str, float] | None = None,
) -> Dressed:
    """The rod with its train on; ``stations`` moves guides for a trial, ``clocks`` hangs them otherwise
    round the blank. A train that winds round it is bent in the plane without lying on it. Raises :class:`BendError`
    when a guide lies on the handle or past the tip, or two lie at one place."""
    assert work.taper is not None and work.length_mm is not None
    taper, length = work.taper, work.length_mm
    clamp = held_to_mm(handle, length)
    clock = clocks or clocks_of(build)
    side = -1.0 if any(clock.values()) else 1.0  # the reel is below only with the whole train
    by_id = {g.id: g for g in build.guides.train}
    placed: list[tuple[float, str, int]] = []
    for n, g in enumerate(guides.placed, start=1):
        at = (stations or {}).get(g.id, g.marked_mm)
        if at is None:
            continue
        if at <= clamp:
            raise BendError(f"Guide {n} lies on the handle: move it toward the tip first.")
        if at >= length:
            raise BendError(f"Guide {n} lies past the tip: move it toward the butt first.")
        placed.append((at, g.id, n))
    placed.sort()
    for (a, _, n), (b, _, k) in itertools.pairwise(placed):
        if b - a < 1.0:
            raise BendError(f"Guides {k} and {n} lie at one place: move one of them.")
    hung, rings = [], []
    for at, guide_id, _ in placed:
        one = by_id[guide_id]
        hung.append(_hung(at, taper.od_at(at) / 2, one.height_mm, one.ring_mm, clock[guide_id]))
        rings.append(Ring(at, _in_plane_mm(hung[-1]), guide_mass_g(one)))
    tip = build.guides.tip_top
    hung.append(_hung(length, 0.0, tip.height_mm, tip.ring_mm, clock["tip-top"], tip.ring_ahead_mm))
    rings.append(Ring(length, _in_plane_mm(hung[-1]), tip_top_mass_g(tip), tip.ring_ahead_mm))
    winding = len({math.cos(h.clock_rad) for h in hung}) > 1
    lip = clamp if guides.spool_lip_mm is None else min(guides.spool_lip_mm, clamp)
    reel = (lip, side * build.guides.reel.height_mm)
    mass = blank_g_per_mm(build.blank, taper)
    course = stiffness_of(stiffness, work)
    rod = Rod(
        length, clamp, course.ei, mass, tuple(rings), reel, lambda x: taper.od_mm(x) / 2, course.breaks_mm, not winding,
    )  # fmt: skip
    ids, numbers = (*(i for _, i, _ in placed), "tip-top"), (*(n for *_, n in placed), 0)
    return Dressed(rod, ids, numbers, tuple(hung))


def _hung(
    at_mm: float, radius_mm: float, height_mm: float, ring_mm: float, clock_deg: float, ahead_mm: float = 0.0
) -> Standing:  # fmt: skip
    """How a ring stands. Its line lies on the edge toward the inside of the bend: a ring under the rod
    is pulled away from the blank, so that is its outer edge; on top it is the edge next to the blank."""
    edge = min(ring_mm / 2, height_mm) if abs(clock_deg) > 90 else ring_mm / 2
    return Standing(at_mm, radius_mm + height_mm, math.radians(clock_deg), edge, ahead_mm)


def _in_plane_mm(hung: Standing) -> float:
    """How far off the axis, in the plane of the bend, its line runs."""
    return hung.height_mm * math.cos(hung.clock_rad) + hung.edge_mm


def plan_loads(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    setups: Sequence[BendSetup],
    elements: int = 120,
) -> tuple[LoadedPlan, ...]:
    """The rod under one load after another: dressed once, each bend begun from the last. Raises
    :class:`BendError` in the builder's words.

    A load that would bend the blank past its material's limit is stopped at the
    limit, and that is said.
    """
    dressed = dress(build, work, handle, guides, stiffness)
    out: list[LoadedPlan] = []
    start: Floats | None = None
    for n, setup in enumerate(setups):
        alike = n > 0 and setup.pull_deg == setups[n - 1].pull_deg and setup.pull_deg <= 150
        plan, start = _loaded(build, guides, stiffness, dressed, setup, elements, start if alike else None)  # fmt: skip
        out.append(plan)
    return tuple(out)


def _loaded(
    build: Build,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    dressed: Dressed,
    setup: BendSetup,
    elements: int,
    start: Floats | None,
) -> tuple[LoadedPlan, Floats]:
    """One load, and the angles it comes to."""
    limit = strain_limit(build.blank.material)

    def solve(load_g: float) -> tuple[Bent, float, float]:
        load = Load(load_g * GRAVITY_N_PER_G, setup.pull_deg, setup.friction, setup.own_weight)
        bent = bend(dressed.rod, load, elements, start)
        strain, at = strain_in(bent)
        return bent, strain, at

    asked = setup.load_g
    load_g = min(asked, habits().most_powers * stiffness.power_g + 1)
    capped = load_g < asked
    stopped = load_g if capped else None
    bent, strain, at = solve(load_g)
    if strain > limit:
        capped = False
        load_g = stopped = greatest_g(lambda g: solve(g)[1] <= limit, load_g)
        bent, strain, at = solve(load_g)
    figures = _figures(bent, dressed, load_g)
    ringed = [g for g in figures if g.id != "tip-top"] or list(figures)
    touching = tuple(g.id for g in figures if g.touches)
    step = max(1, bent.x_mm.size // DRAWN)
    pull = math.radians(setup.pull_deg)
    plan = LoadedPlan(
        load_g=round(load_g, 1), asked_g=asked, stopped_at_g=None if stopped is None else round(stopped, 0),
        pull_deg=setup.pull_deg, estimated=not stiffness.hung,
        curve=_points(np.array([[0.0, *bent.x_mm[::step], bent.tip_mm[0]], [0.0, *bent.y_mm[::step], bent.tip_mm[1]]]).T),
        strains_percent=_strains(bent, step), line=_points(bent.line_mm),
        line_out=_points(np.array([[math.cos(pull), math.sin(pull)]]))[0],
        guides=figures, tip_deg=round(bent.tip_deg, 1), tip_drop_mm=round(bent.tip_mm[1], 1),
        worst_break=max(ringed, key=lambda g: g.break_deg).id if load_g else None,
        worst_force=max(figures, key=lambda g: g.force_n).id if load_g else None,
        touching=touching, works_hardest_mm=round(at, 0), strain_percent=round(100 * strain, 3),
        limit_percent=100 * limit, steps=bent.steps, residual=bent.residual,
        line_from=_line_from(guides, build), words=_words(stopped, capped, touching, figures),
    )  # fmt: skip
    return plan, bent.angle


def greatest_g(holds: Callable[[float], bool], too_much_g: float) -> float:
    """The greatest load at which something still holds that does not at ``too_much_g``, halved nine times."""
    low, high = 0.0, too_much_g
    for _ in range(9):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle) else (low, middle)
    return low


def _line_from(guides: GuidesPlan, build: Build) -> str:
    """Where the line comes from, when that is only taken so."""
    if guides.spool_lip_mm is not None:
        return ""
    where = "the front of the handle" if build.handle.parts else "where a hand would hold the blank"
    return f"No reel yet: the line is taken to come from {where}, {format_diameter(build.guides.reel.height_mm, ruled())} off the blank."


def _points(at_mm: Floats) -> tuple[BendPoint, ...]:
    """Points (m, 2) to a thousandth."""
    return tuple(itertools.starmap(BendPoint, at_mm.round(3).tolist()))


def _strains(bent: Bent, step: int) -> tuple[float, ...]:
    """Surface strain, %, from the butt along every ``step``-th element to the tip."""
    strain = 100 * np.abs(bent.curvature) * bent.radius_mm
    return tuple(np.concatenate([strain[:1], strain[::step], strain[-1:]]).round(4).tolist())


def strain_in(bent: Bent) -> tuple[float, float]:
    """Greatest surface strain and its station: curvature times half the OD."""
    strain = np.abs(bent.curvature) * bent.radius_mm
    k = int(strain.argmax())
    return float(strain[k]), float(bent.station_mm[k])


def _figures(bent: Bent, dressed: Dressed, load_g: float) -> tuple[GuideLoaded, ...]:
    """Every ring, tip-most last, on the rounding a builder reads."""
    rooms, corner = dressed.rooms(bent), bent.ring_at
    after, before = bent.tension_n[corner], bent.tension_n[corner - 1]
    force = np.sqrt(
        np.maximum(before**2 + after**2 - 2 * before * after * np.cos(bent.ring_turn), 0)
    )
    touches = (rooms.clear_mm < habits().least_clear_mm) & (load_g > 0)
    columns = (
        dressed.ids, dressed.numbers, np.array([r.station_mm for r in dressed.rod.rings]).round(2).tolist(),
        np.degrees(bent.ring_turn).round(2).tolist(), force.round(3).tolist(), after.round(3).tolist(),
        rooms.clear_mm.round(2).tolist(), rooms.sag_mm.round(2).tolist(), touches.tolist(),
        rooms.lies_mm.round(0).tolist(), *bent.line_mm[corner].round(2).T.tolist(),
    )  # fmt: skip
    return tuple(itertools.starmap(GuideLoaded, zip(*columns, strict=True)))


UNKNOWN = (
    "What that leaves out: the tube going oval, the crush at the grip, ferrules, nicks and hidden faults. "
    "It is no promise that the rod holds; the maker's limit comes first."
)


def _words(
    stopped: float | None, capped: bool, touching: Sequence[str], figures: Sequence[GuideLoaded]
) -> str:
    if stopped is not None and capped:
        return f"Not followed past {format_weight(stopped)}: that is {habits().most_powers:.0f} times what drops its tip by a third, as far as this goes by habit. {UNKNOWN}"
    if stopped is not None:
        return f"Stopped at {format_weight(stopped)}: there its surface strain reaches the limit taken for its material, from habit. {UNKNOWN}"
    if touching:
        lying = [g for g in figures if g.lies_mm > 0]
        names = ", ".join(_name(g) for g in figures if g.id in touching)
        how = "lies on" if lying else "touches"
        return f"The line {how} the blank in the gap before {names}."
    return "The line stays clear of the blank in every gap."


def _name(g: GuideLoaded) -> str:
    return "the tip-top" if g.id == "tip-top" else f"guide {g.number}"
