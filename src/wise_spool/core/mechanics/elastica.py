"""The loaded rod: planar large deflection of the tapering blank with the line run through it.

The blank is an inextensible elastica cut into elements that carry one angle
each; bending sits between them. A line under tension T runs from the reel
through every ring to the tip-top and on to the fish in a fixed direction. With
frictionless rings the whole has a potential

    E = sum 1/2 EI k^2 ds + T (length of line on the rod) - T p . r_tip-top,

so that the line's reactions on the blank, compression included, come by
themselves; it is minimised by Newton's method in the element angles. Ring
friction (capstan, exp(mu phi)) is added by fixed-point iteration over the
tensions of the spans. Second order in the element length. Method page:
``docs/methods/elastica.md``.

Frame: x along the handle toward the tip, y toward the side the rod bends to;
mm, N, radians inside, degrees in what is returned to people.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.mechanics.chain import Chain, Path, energy_of, lay, nodes_at, relax, slopes

Floats = NDArray[np.float64]
Ints = NDArray[np.int_]

ELEMENTS = 120
GRAVITY_N_PER_G = 9.80665e-3


class BendError(RefusedError):
    """The bend could not be found; the message says why in the builder's words."""

    title = "It cannot be bent"


@dataclass(frozen=True)
class Ring:
    """A ring on the blank; ``height_mm`` is its centre off the axis, positive on the inside of the
    bend. ``ahead_mm`` is how far a tip-top's ring stands beyond its station."""

    station_mm: float
    height_mm: float
    mass_g: float = 0.0
    ahead_mm: float = 0.0


@dataclass(frozen=True)
class Rod:
    """What bends: EI in N mm^2 at stations, clamped at ``clamp_mm``, free to ``length_mm``.

    ``mass_g_per_mm`` is the bare blank's; both are functions of station arrays,
    shape as given. ``rings`` run from the reel toward the tip; the last is the tip-top.
    """

    length_mm: float
    clamp_mm: float
    stiffness_n_mm2: Callable[[Floats], Floats]
    mass_g_per_mm: Callable[[Floats], Floats] | None = None
    rings: tuple[Ring, ...] = ()
    reel: tuple[float, float] | None = None
    radius_mm: Callable[[Floats], Floats] | None = None
    """Half its outside diameter."""
    breaks_mm: tuple[float, ...] = ()
    """Stations at which EI jumps: a node is put on each."""
    lies: bool = True
    """Whether the line lies on the blank where it would cut it, when its diameter is known."""

    @cached_property
    def _meshes(self) -> "dict[int, _Mesh]":
        return {}

    def mesh(self, elements: int) -> "_Mesh":
        """Its elements, cut once. Raises :class:`BendError` when EI is not known all along."""
        if elements not in self._meshes:
            self._meshes[elements] = mesh_of(self, elements)
        return self._meshes[elements]


@dataclass(frozen=True)
class Load:
    """Tension in the line at the fish, N, pulling ``pull_deg`` off the handle's axis (0 straight
    ahead, 90 square off, 180 back). ``uphill_deg`` is the handle over the horizontal when
    ``own_weight`` counts."""

    tension_n: float
    pull_deg: float = 90.0
    friction: float = 0.0
    own_weight: bool = False
    uphill_deg: float = 0.0


@dataclass(frozen=True)
class Bent:
    """The rod at rest under its load. Arrays run from the clamp to the tip.

    ``station_mm``, ``x_mm``, ``y_mm``: nodes (n + 1); ``angle`` rad and ``length_mm``: elements
    (n); ``curvature`` 1/mm at nodes, 0 at the tip; ``radius_mm`` at nodes, 0 while it is not known. ``line_mm`` (m, 2): reel, rings; ``tension_n``
    per span of it and beyond the tip-top. ``ring_at`` and ``lying`` are its corners in rings and on the
    bare blank, ``lies_at`` the nodes of the latter.
    """

    station_mm: Floats
    x_mm: Floats
    y_mm: Floats
    angle: Floats
    element_mm: Floats
    radius_mm: Floats
    curvature: Floats
    line_mm: Floats
    tension_n: Floats
    ring_at: Ints
    ring_turn: Floats
    lying: Ints
    lies_at: Ints
    steps: int
    residual: float

    @property
    def tip_mm(self) -> tuple[float, float]:
        """Where the bare tip is."""
        return float(self.x_mm[-1]), float(self.y_mm[-1])

    @property
    def tip_deg(self) -> float:
        """Angle of the tip to the handle, degrees."""
        return math.degrees(float(self.angle[-1]) + float(self.curvature[-2]) * float(self.element_mm[-1]) / 4)  # fmt: skip


@dataclass(frozen=True)
class _Mesh:
    """Elements between the clamp and the tip, with a node at every ring."""

    station: Floats
    ds: Floats
    middle: Floats
    spring: Floats
    """EI over the distance of element centres at each interior bend, clamp first; N mm."""
    reach: Floats
    radius: Floats
    at_ring: tuple[int, ...]


def mesh_of(rod: Rod, elements: int) -> _Mesh:
    """Nodes from the clamp to the tip, one at every ring and at every jump of EI. Raises
    :class:`BendError` when EI is not known all along."""
    free = rod.length_mm - rod.clamp_mm
    station = np.linspace(rod.clamp_mm, rod.length_mm, elements + 1)
    spots = [min(max(r.station_mm, rod.clamp_mm), rod.length_mm) for r in rod.rings]
    taken: dict[int, float] = {}
    for s in spots:
        k = round((s - rod.clamp_mm) / free * elements)
        if k not in taken or abs(taken[k] - s) < 1e-9:
            taken[k] = s
    inner = {k: s for k, s in taken.items() if 0 < k < elements}
    for k, s in inner.items():
        station[k] = s
    jumps = [b for b in rod.breaks_mm if rod.clamp_mm < b < rod.length_mm]
    extra = np.array(list({*spots, *jumps} - set(inner.values())))
    extra = extra[np.abs(station[_nearest(station, extra)] - extra) > 1e-6]
    if extra.size:
        station = np.sort(np.concatenate([station, extra]))
    if extra.size or inner:
        keep = np.ones(station.size, bool)
        keep[1:] = station[1:] - station[:-1] > 1e-6 * free
        station = station[keep]
    station[-1] = rod.length_mm
    ds = station[1:] - station[:-1]
    middle = (station[:-1] + station[1:]) / 2
    reach = np.empty(ds.size)
    reach[0] = ds[0] / 2
    reach[1:] = (ds[:-1] + ds[1:]) / 2
    at = tuple(_nearest(station, np.array(spots)).tolist())
    spring = springs(station, rod.stiffness_n_mm2)
    if not (spring > 0).all() or not np.isfinite(spring).all():
        raise BendError("The blank's stiffness is not known all along: measure its bend first.")
    radius = np.zeros(station.size) if rod.radius_mm is None else rod.radius_mm(station)
    return _Mesh(station, ds, middle, spring, reach, radius, at)


def _nearest(station: Floats, spot: Floats) -> Ints:
    """Which of these growing stations are nearest to some spots."""
    k = np.minimum(np.searchsorted(station, spot), station.size - 1)
    before = np.maximum(k - 1, 0)
    return np.where(spot - station[before] <= station[k] - spot, before, k)


def springs(station_mm: Floats, stiffness_n_mm2: Callable[[Floats], Floats]) -> Floats:
    """Stiffness in N mm of the bend at each node (n) but the tip, for nodes (n + 1) from the clamp.

    A bend sits between two half elements, each of its own EI: second order across a jump that a node
    stands on, too.
    """
    ds = station_mm[1:] - station_mm[:-1]
    places = np.concatenate([station_mm[:-1] + ds / 4, station_mm[1:-1] - ds[:-1] / 4])
    inward = stiffness_n_mm2(places)
    with np.errstate(divide="ignore", invalid="ignore"):  # no stiffness at all is said by the bend
        give = ds / 2 / inward[: ds.size]
        give[1:] += ds[:-1] / 2 / inward[ds.size :]
        return np.asarray(1 / give)


def bend(rod: Rod, load: Load, elements: int = ELEMENTS, start: Floats | None = None) -> Bent:
    """Find the rod at rest under its load. Raises :class:`BendError` when it cannot.

    ``start`` are element angles of an earlier solution on the same mesh. The load is
    laid on in steps from the straight rod when a step from ``start`` fails.
    """
    if not load.tension_n >= 0 or not math.isfinite(load.tension_n):
        raise BendError("A load is a number of newtons, nought or more.")
    if rod.length_mm - rod.clamp_mm < 10:
        raise BendError("Less than 10 mm of blank stands free of the clamp: nothing can bend.")
    mesh = rod.mesh(elements)
    system = _System(rod, load, mesh)
    theta = start if start is not None and start.shape == mesh.ds.shape else None
    done = system.relax(theta, 1.0) if theta is not None else None
    guesses = [_curled(mesh, load), np.zeros_like(mesh.ds)]
    # Near to straight back more than one rest may be found: take the first from straight.
    if load.tension_n == 0 or load.pull_deg > 150:
        guesses.reverse()
    for guess in guesses:
        done = done or system.relax(guess, 1.0)
    if done is None:
        done = _in_steps(system, mesh)
    theta, steps, residual = done
    if load.friction > 0 and rod.rings:
        for _ in range(40):
            before = system.tension.copy()
            system.rub(theta)
            again = system.relax(theta, 1.0)
            if again is None:
                raise BendError(
                    "With so much friction in the rings the line does not come to rest."
                )
            theta, more, residual = again
            steps += more
            if float(np.abs(system.tension - before).max()) < 1e-9 * max(load.tension_n, 1e-9):
                break
    return system.result(theta, steps, residual)


def _curled(mesh: _Mesh, load: Load) -> Floats:
    """A first guess for a deep bend: the tip along the line, bending more toward the tip."""
    free = mesh.station[-1] - mesh.station[0]
    return np.asarray(
        math.radians(load.pull_deg) * 0.9 * ((mesh.middle - mesh.station[0]) / free) ** 1.5, float
    )


def _in_steps(system: "_System", mesh: _Mesh) -> tuple[Floats, int, float]:
    """From the straight rod to the whole load, halving a step that fails."""
    theta = np.zeros_like(mesh.ds)
    at, step, total = 0.0, 1.0, 0
    residual = 0.0
    while at < 1.0:
        share = min(at + step, 1.0)
        done = system.relax(theta, share)
        if done is None:
            step /= 2
            if step < 1 / 512:
                raise BendError(
                    f"The bend was lost at {100 * at:.0f} % of the load: it is past what this blank can carry, or its stiffness is wrong."
                )
            continue
        theta, steps, residual = done
        total += steps
        at = share
    return theta, total, residual


class _System:
    """One rod under one load as a chain, and what it does at some angles."""

    def __init__(self, rod: Rod, load: Load, mesh: _Mesh) -> None:
        self.rod, self.load, self.mesh = rod, load, mesh
        self.n = mesh.ds.size
        pull = math.radians(load.pull_deg)
        self.pull = np.array([math.cos(pull), math.sin(pull)])
        self.first = 0 if rod.reel is None else 1
        self.side = 1.0 if not rod.rings or rod.rings[0].height_mm >= 0 else -1.0
        node = np.array(mesh.at_ring, np.int64)
        skin, rests = self._skin(node)
        lever, down = self._weights()
        self.chain = Chain(
            mesh.ds, mesh.spring, float(rod.clamp_mm), lever, down, self.pull, float(load.tension_n),
            np.empty((0, 2)) if rod.reel is None else np.array([rod.reel], float),
            node,
            np.array([r.height_mm for r in rod.rings], float),
            np.array([r.ahead_mm for r in rod.rings], float),
            skin, rests, self.side,
            np.full(max(len(rod.rings) - 1 + self.first, 0), float(load.tension_n)),
        )  # fmt: skip
        free = float(mesh.ds.sum())
        self.tension_scale, self.heavy_scale = load.tension_n * free, float(lever.sum())

    @property
    def tension(self) -> Floats:
        """Tension of each span between rings, from the reel or the first ring to the tip-top."""
        return self.chain.spans

    def _skin(self, node: NDArray[np.int64]) -> tuple[Floats, NDArray[np.bool_]]:
        """How far the surface stands off the axis at each node, and whether the line may lie there."""
        skin, rests = np.zeros(self.n + 1), np.zeros(self.n + 1, bool)
        if self.rod.radius_mm is None or not self.rod.lies or not node.size:
            return skin, rests
        rests[1 if self.first else int(node[0]) + 1 : int(node[-1])] = True
        rests[node] = False
        rests[self.n :] = False
        skin[rests] = self.side * self.mesh.radius[rests]
        return skin, rests

    def _weights(self) -> tuple[Floats, Floats]:
        """For own weight: each element's lever (what is beyond it times its length) and gravity."""
        if not self.load.own_weight:
            return np.zeros(self.n), np.zeros(2)
        mesh, rod = self.mesh, self.rod
        mass = np.zeros(self.n + 1)
        if rod.mass_g_per_mm is not None:
            element = rod.mass_g_per_mm(mesh.middle) * mesh.ds
            mass[:-1] += element / 2
            mass[1:] += element / 2
        for a, ring in zip(mesh.at_ring, rod.rings, strict=True):
            mass[a] += ring.mass_g
        beyond = np.cumsum(mass[::-1])[::-1][1:] * GRAVITY_N_PER_G
        # The rod bends downward: gravity is +y when the handle is level.
        up = math.radians(self.load.uphill_deg)
        return beyond * mesh.ds, np.array([-math.sin(up), math.cos(up)])

    def energy(self, theta: Floats, share: float = 1.0) -> float:
        """Potential in N mm at these angles."""
        cos, sin = np.cos(theta), np.sin(theta)
        return energy_of(
            self.chain, theta, cos, sin, share, lay(self.chain, theta, cos, sin, share)
        )

    def slopes(self, theta: Floats, share: float = 1.0) -> tuple[Floats, Floats, Floats, Floats]:
        """Gradient (n) and Newton matrix at these angles, as :func:`chain.slopes` gives them."""
        cos, sin = np.cos(theta), np.sin(theta)
        return slopes(self.chain, theta, cos, sin, share, lay(self.chain, theta, cos, sin, share))

    def relax(self, theta: Floats, share: float) -> tuple[Floats, int, float] | None:
        """Newton's method with a safeguarded step; None when it does not come to rest."""
        scale = max(share * self.tension_scale, self.heavy_scale, 1e-9)
        angle, steps, residual = relax(self.chain, np.ascontiguousarray(theta), share, scale)
        return (angle, steps, residual) if steps else None

    def path(self, theta: Floats) -> Path:
        """The line under the whole load."""
        return lay(self.chain, theta, np.cos(theta), np.sin(theta), 1.0)

    def rub(self, theta: Floats) -> None:
        """Span tensions after capstan friction at every ring, from the fish inward; over the blank's
        own finish the line slides freely."""
        path = self.path(theta)
        turns = _turns(path.unit, self.pull)
        tension = self.load.tension_n
        spans = self.tension.copy()
        corner = np.flatnonzero(path.ring >= 0)
        for ring in range(len(self.rod.rings) - 1, -1, -1):
            # Line is held at the reel and pulled at the fish: each ring takes its share.
            leg = int(corner[ring]) - (1 - self.first)
            turned = float(turns[leg]) if leg >= 0 else 0.0
            tension *= math.exp(-self.load.friction * turned)
            span = ring - 1 + self.first
            if span >= 0:
                spans[span] = tension
        self.chain = self.chain._replace(spans=spans)

    def result(self, theta: Floats, steps: int, residual: float) -> Bent:
        """Everything about the rod at these angles."""
        mesh = self.mesh
        xy = nodes_at(self.chain, np.cos(theta), np.sin(theta))
        x, y = np.ascontiguousarray(xy[:, 0]), np.ascontiguousarray(xy[:, 1])
        curvature = np.zeros(self.n + 1)
        curvature[0] = theta[0]
        curvature[1:-1] = theta[1:] - theta[:-1]
        curvature[:-1] /= mesh.reach
        if not self.rod.rings:
            none = np.empty(0)
            return Bent(mesh.station, x, y, theta, mesh.ds, mesh.radius, curvature, np.empty((0, 2)), np.array([self.load.tension_n]), np.empty(0, int), none, np.empty(0, int), np.empty(0, int), steps, residual)  # fmt: skip
        path = self.path(theta)
        line = np.concatenate([self.chain.reel, path.at])
        tension = np.append(path.tension, self.load.tension_n)
        corner = np.flatnonzero(path.ring >= 0)
        turned = np.concatenate([np.zeros(1 - self.first), _turns(path.unit, self.pull)])
        lying = np.flatnonzero(path.ring < 0)
        return Bent(
            mesh.station, x, y, theta, mesh.ds, mesh.radius, curvature, line, tension, corner + self.first,
            turned[corner], lying + self.first, path.node[lying], steps, residual,
        )  # fmt: skip


def turned_by(legs: Floats, pull: Floats) -> Floats:
    """Angle in rad by which the line turns at the end of each leg, of any length: more than nought the way
    the rod bends, less where it would lift off."""
    heading = np.arctan2(np.append(legs[:, 1], pull[1]), np.append(legs[:, 0], pull[0]))
    return np.asarray((np.diff(heading) + np.pi) % (2 * np.pi) - np.pi, float)


def _turns(legs: Floats, pull: Floats) -> Floats:
    """The same, whichever way."""
    return np.abs(turned_by(legs, pull))


def break_angles(path: Floats, pull: Floats) -> Floats:
    """Angle in rad by which the line turns at each ring of its path, tip-top last.

    ``path`` starts at the reel when there is one (its first corner is then no
    ring); ``pull`` is the unit direction beyond the tip-top.
    """
    return _turns(np.diff(path, axis=0), pull)
