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

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.mechanics.tridiagonal import downhill

Floats = NDArray[np.float64]
Ints = NDArray[np.int_]

ELEMENTS = 120
MOST_STEPS = 32
GRADIENT_OK = 1e-9
"""Converged when no element's moment is out by more than this share of the largest moment."""
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
    """Half its outside diameter: with it the line lies on the blank where it would cut it."""
    breaks_mm: tuple[float, ...] = ()
    """Stations at which EI jumps: a node is put on each."""


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
    (n); ``curvature`` 1/mm at nodes, 0 at the tip. ``line_mm`` (m, 2): reel, rings; ``tension_n``
    per span of it and beyond the tip-top. ``ring_at`` and ``lying`` are its corners in rings and on the
    bare blank, ``lies_at`` the nodes of the latter.
    """

    station_mm: Floats
    x_mm: Floats
    y_mm: Floats
    angle: Floats
    element_mm: Floats
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
    return _Mesh(station, ds, middle, spring, reach, at)


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
    mesh = mesh_of(rod, elements)
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


class _Hung:
    """Corners of the line where they hang on the chain, rings and places where it lies on the blank: what
    stays the same for as long as it lies on the same places.

    ``node``, ``height``, ``ahead`` (c) say where each hangs; ``ring`` (c) is the ring's number or -1 on
    the bare blank; ``before`` and ``after`` the elements that meet there, of which each turns it by
    ``half``. ``span`` (l) is which two rings a leg lies between. ``element`` and ``leg`` are the elements
    that legs run over.
    """

    def __init__(self, node: Ints, height: Floats, ahead: Floats, ring: Ints, rings: Ints, elements: int, first: int) -> None:  # fmt: skip
        self.node, self.height, self.ahead, self.ring = node, height, ahead, ring
        self.before, self.after = np.maximum(node - 1, 0), np.minimum(node, elements - 1)
        self.half = np.where(node > 0, 0.5, 0.0)
        last = self.before == self.after
        self.last, self.inner = np.flatnonzero(last), np.flatnonzero(~last)
        self.inner_before = self.before[self.inner]
        self.last_before = self.before[self.last]
        ends = np.arange(node.size - 1 + first) + (1 - first)
        self.span = np.searchsorted(rings, node[ends]) - (1 - first)
        self.element = np.arange(0 if first else int(node[0]), int(node[-1]))
        self.leg = np.searchsorted(node, self.element, side="right") - (1 - first)
        self.leg_ends = np.arange(ends.size)
        self.leg_starts = self.leg_ends[first:]
        self.end_before, self.end_after = self.before[ends], self.after[ends]
        self.start_before, self.start_after = self.before[: self.leg_starts.size], self.after[: self.leg_starts.size]  # fmt: skip
        self.ends = ends


@dataclass(frozen=True)
class _Path:
    """The line at some angles: where its corners are (c, 2) and which way the blank points there.
    ``unit`` (l, 2), ``size`` (l) and ``pull`` (l) are its legs, from the reel on when there is one."""

    hung: _Hung
    at: Floats
    cos: Floats
    sin: Floats
    unit: Floats
    size: Floats
    pull: Floats


@dataclass(frozen=True)
class _Look:
    """The rod at some angles: its energy, and what the slopes are worked out from."""

    theta: Floats
    cos: Floats
    sin: Floats
    turn: Floats
    energy: float
    path: _Path | None


class _System:
    """Energy, gradient and Newton matrix of one rod under one load."""

    def __init__(self, rod: Rod, load: Load, mesh: _Mesh) -> None:
        self.rod, self.load, self.mesh = rod, load, mesh
        self.n = mesh.ds.size
        pull = math.radians(load.pull_deg)
        self.pull = np.array([math.cos(pull), math.sin(pull)])
        self.first = 0 if rod.reel is None else 1
        spans = max(len(rod.rings) - 1 + self.first, 0)
        self.tension = np.full(spans, float(load.tension_n))
        """Tension of each span between rings, from the reel or the first ring to the tip-top."""
        self.has_line = bool(rod.rings)
        self.node = np.array(mesh.at_ring, int)
        self.height = np.array([r.height_mm for r in rod.rings], float)
        self.ahead = np.array([r.ahead_mm for r in rod.rings], float)
        self.reel = np.empty((0, 2)) if rod.reel is None else np.array([rod.reel], float)
        self.side = 1.0 if not rod.rings or rod.rings[0].height_mm >= 0 else -1.0
        self.skin = self._skin()
        self.hung: dict[tuple[int, ...], _Hung] = {}
        self.skin_hung = None
        if self.skin is not None:
            nodes, off, _ = self.skin
            self.skin_hung = _Hung(nodes, off, np.zeros(nodes.size), nodes, self.node, self.n, 0)
        self.weight = self._weights()

    def _skin(self) -> tuple[Ints, Floats, Ints] | None:
        """Nodes on which the line may come to lie, how far its surface stands off the axis there, and
        the span each is in."""
        if self.rod.radius_mm is None or not self.has_line:
            return None
        begin = 1 if self.first else int(self.node[0]) + 1
        nodes = np.setdiff1d(np.arange(begin, self.n), self.node)
        nodes = nodes[nodes < self.node[-1]]
        if nodes.size == 0:
            return None
        span = np.searchsorted(self.node, nodes) - (1 - self.first)
        return nodes, self.side * self.rod.radius_mm(self.mesh.station[nodes]), span

    def _weights(self) -> tuple[Floats, Floats] | None:
        """For own weight: each element's lever (mass beyond it times its length) and gravity."""
        if not self.load.own_weight:
            return None
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

    def _hang(self, over: tuple[int, ...]) -> _Hung:
        """The rings and these places of the skin, in their order along the blank."""
        if over not in self.hung:
            node, height, ahead, ring = (
                self.node,
                self.height,
                self.ahead,
                np.arange(self.node.size),
            )
            if over:
                assert self.skin is not None
                which = list(over)
                node = np.concatenate([node, self.skin[0][which]])
                order = np.argsort(node, kind="stable")
                node = node[order]
                height = np.concatenate([height, self.skin[1][which]])[order]
                ahead = np.concatenate([ahead, np.zeros(len(over))])[order]
                ring = np.concatenate([ring, np.full(len(over), -1)])[order]
            self.hung[over] = _Hung(node, height, ahead, ring, self.node, self.n, self.first)
        return self.hung[over]

    def _corners(self, theta: Floats, xy: Floats, hung: _Hung) -> tuple[Floats, Floats, Floats]:
        """Where corners are (c, 2), with the blank's direction there as cosine and sine."""
        tilt = hung.half * (theta[hung.before] + theta[hung.after])
        c, s = np.cos(tilt), np.sin(tilt)
        at = xy[hung.node]
        at[:, 0] += hung.ahead * c - hung.height * s
        at[:, 1] += hung.ahead * s + hung.height * c
        return at, c, s

    def _legs(self, at: Floats) -> Floats:
        """Legs (l, 2) from corner to corner, from the reel on when there is one."""
        if not self.first:
            return at[1:] - at[:-1]
        legs = at.copy()
        legs[1:] -= at[:-1]
        legs[0] -= self.reel[0]
        return legs

    def _laid(self, theta: Floats, cos: Floats, sin: Floats, share: float) -> _Path:
        """The line drawn taut through the rings, over the blank where a straight leg would cut it."""
        xy = np.zeros((self.n + 1, 2))
        np.cumsum(cos * self.mesh.ds, out=xy[1:, 0])
        np.cumsum(sin * self.mesh.ds, out=xy[1:, 1])
        xy[:, 0] += self.rod.clamp_mm
        hung = self._hang(())
        at, c, s = self._corners(theta, xy, hung)
        legs = self._legs(at)
        over = () if self.skin is None else tuple(self._over(theta, xy, at, legs))
        if over:
            hung = self._hang(over)
            at, c, s = self._corners(theta, xy, hung)
            legs = self._legs(at)
        size = np.maximum(np.hypot(legs[:, 0], legs[:, 1]), 1e-9)
        return _Path(hung, at, c, s, legs / size[:, None], size, share * self.tension[hung.span])

    def _over(self, theta: Floats, xy: Floats, at: Floats, legs: Floats) -> list[int]:
        """Numbers of the skin's nodes over which the line is drawn: the hull of what it would cut."""
        assert self.skin is not None
        _, _, span = self.skin
        assert self.skin_hung is not None
        q, _, _ = self._corners(theta, xy, self.skin_hung)
        begin = np.concatenate([self.reel, at])[:-1]
        size = np.maximum(np.hypot(legs[:, 0], legs[:, 1]), 1e-9)
        unit = legs / size[:, None]
        d = q - begin[span]
        u = unit[span]
        along = d[:, 0] * u[:, 0] + d[:, 1] * u[:, 1]
        out = self.side * (d[:, 1] * u[:, 0] - d[:, 0] * u[:, 1])
        cut = (out > 0) & (along > 0) & (along < size[span])
        over: list[int] = []
        for k in np.unique(span[cut]).tolist():
            which = np.flatnonzero(cut & (span == k))
            over += _hull(which, along[which], out[which], float(size[k]))
        return over

    def look(self, theta: Floats, share: float) -> _Look:
        """The rod at these angles under a share of its load; energy in N mm."""
        k = self.mesh.spring
        cos, sin = np.cos(theta), np.sin(theta)
        turn = theta.copy()
        turn[1:] -= theta[:-1]
        energy = 0.5 * float(k @ turn**2)
        if self.weight is not None:
            lever, down = self.weight
            energy -= share * float(lever @ (down[0] * cos + down[1] * sin))
        if self.load.tension_n == 0:
            return _Look(theta, cos, sin, turn, energy, None)
        out = share * self.load.tension_n * self.pull
        if not self.has_line:
            energy -= float(self.mesh.ds @ (out[0] * cos + out[1] * sin))
            return _Look(theta, cos, sin, turn, energy, None)
        path = self._laid(theta, cos, sin, share)
        energy += float(path.pull @ path.size) - float(out @ path.at[-1])
        return _Look(theta, cos, sin, turn, energy, path)

    def slopes(self, at: _Look, share: float) -> tuple[Floats, Floats, Floats, Floats]:
        """Gradient (n) and the Newton matrix: its diagonal (n), what stands beside it (n - 1), and the
        rows (legs, n) whose squares are added."""
        mesh, k = self.mesh, self.mesh.spring
        moment = k * at.turn
        gradient = moment.copy()
        gradient[:-1] -= moment[1:]
        diagonal = k.copy()
        diagonal[:-1] += k[1:]
        beside = -k[1:]
        if self.weight is not None:
            lever, down = self.weight
            gradient -= share * lever * (-down[0] * at.sin + down[1] * at.cos)
            diagonal += share * lever * (down[0] * at.cos + down[1] * at.sin)
        if at.path is None:
            if self.load.tension_n and not self.has_line:
                pull = share * self.load.tension_n * self.pull
                gradient -= mesh.ds * (-pull[0] * at.sin + pull[1] * at.cos)
                diagonal += mesh.ds * (pull[0] * at.cos + pull[1] * at.sin)
            return gradient, diagonal, beside, np.empty((0, self.n))
        return self._with_line(at, at.path, share, gradient, diagonal, beside)

    def _with_line(
        self, look: _Look, path: _Path, share: float, gradient: Floats, diagonal: Floats, beside: Floats
    ) -> tuple[Floats, Floats, Floats, Floats]:  # fmt: skip
        mesh, n, hung = self.mesh, self.n, path.hung
        h, ahead, half, ct, st = hung.height, hung.ahead, hung.half, path.cos, path.sin
        # What the line does to each corner.
        force = path.unit * path.pull[:, None]
        g = np.zeros((hung.node.size, 2))
        g[1 - self.first :] = force
        g[: len(force) - self.first] -= force[self.first :]
        g[-1] -= share * self.load.tension_n * self.pull
        gx, gy = g[:, 0], g[:, 1]
        beyond = np.zeros((2, n + 1))
        # No two corners share a node but those at the clamp, which turn nothing.
        beyond[:, hung.node] = g.T
        bx, by = np.cumsum(beyond[:, :0:-1], axis=1)[:, ::-1]
        gradient += mesh.ds * (by * look.cos - bx * look.sin)
        diagonal -= mesh.ds * (bx * look.cos + by * look.sin)
        # A corner stands off the axis and turns with the two elements that meet there.
        up, on = h * ct + ahead * st, ahead * ct - h * st
        sx, sy = -half * up, half * on
        lift = gx * sx + gy * sy
        gradient[hung.before] += lift
        gradient[hung.after] += lift
        arm = half * (-gx * on - gy * up) / 2
        diagonal[hung.before] += arm
        diagonal[hung.after] += arm
        if hung.last.size:
            diagonal[hung.last_before] += 2 * arm[hung.last]
        beside = beside.copy()
        beside[hung.inner_before] += arm[hung.inner]
        # Each straight leg resists being turned, by its pull over its length.
        stiff = np.sqrt(path.pull / path.size)
        ax, ay = -path.unit[:, 1] * stiff, path.unit[:, 0] * stiff
        rows = np.zeros((stiff.size, n))
        of, element = hung.leg, hung.element
        turns = mesh.ds * look.cos, mesh.ds * look.sin
        rows[of, element] = ay[of] * turns[0][element] - ax[of] * turns[1][element]
        much = ax * sx[hung.ends] + ay * sy[hung.ends]
        rows[hung.leg_ends, hung.end_before] += much
        rows[hung.leg_ends, hung.end_after] += much
        n_starts = hung.leg_starts.size
        much = ax[self.first :] * sx[:n_starts] + ay[self.first :] * sy[:n_starts]
        rows[hung.leg_starts, hung.start_before] -= much
        rows[hung.leg_starts, hung.start_after] -= much
        return gradient, diagonal, beside, rows

    def relax(self, theta: Floats, share: float) -> tuple[Floats, int, float] | None:
        """Newton's method with a safeguarded step; None when it does not come to rest."""
        at = self.look(theta.copy(), share)
        scale = self._scale(share)
        for step in range(1, MOST_STEPS + 1):
            gradient, diagonal, beside, rows = self.slopes(at, share)
            residual = float(np.abs(gradient).max()) / scale
            if residual < GRADIENT_OK:
                return at.theta, step, residual
            move = downhill(diagonal, beside, rows, gradient)
            if move is None:
                return None
            size = float(np.abs(move).max())
            stride = min(1.0, 0.7 / size) if size > 0.7 else 1.0
            slope = float(gradient @ move)
            for _ in range(30):
                fresh = self.look(at.theta + stride * move, share)
                if fresh.energy <= at.energy + 1e-4 * stride * slope + 1e-12 * abs(at.energy):
                    break
                stride /= 2
            else:
                return (at.theta, step, residual) if residual < 1e-6 else None
            at = fresh
        return None

    def _scale(self, share: float) -> float:
        free = float(self.mesh.ds.sum())
        heavy = 0.0 if self.weight is None else float(self.weight[0].sum())
        return max(share * self.load.tension_n * free, heavy, 1e-9)

    def path(self, theta: Floats) -> _Path:
        """The line under the whole load."""
        return self._laid(theta, np.cos(theta), np.sin(theta), 1.0)

    def rub(self, theta: Floats) -> None:
        """Span tensions after capstan friction at every ring, from the fish inward; over the blank's
        own finish the line slides freely."""
        path = self.path(theta)
        turns = _turns(path.unit, self.pull)
        tension = self.load.tension_n
        spans = self.tension.copy()
        corner = np.flatnonzero(path.hung.ring >= 0)
        for ring in range(len(self.rod.rings) - 1, -1, -1):
            # Line is held at the reel and pulled at the fish: each ring takes its share.
            leg = int(corner[ring]) - (1 - self.first)
            turned = float(turns[leg]) if leg >= 0 else 0.0
            tension *= math.exp(-self.load.friction * turned)
            span = ring - 1 + self.first
            if span >= 0:
                spans[span] = tension
        self.tension = spans

    def result(self, theta: Floats, steps: int, residual: float) -> Bent:
        """Everything about the rod at these angles."""
        mesh = self.mesh
        x, y, curvature = np.zeros((3, self.n + 1))
        np.cumsum(np.cos(theta) * mesh.ds, out=x[1:])
        np.cumsum(np.sin(theta) * mesh.ds, out=y[1:])
        x += self.rod.clamp_mm
        curvature[0] = theta[0]
        curvature[1:-1] = theta[1:] - theta[:-1]
        curvature[:-1] /= mesh.reach
        if not self.has_line:
            none = np.empty(0)
            return Bent(mesh.station, x, y, theta, mesh.ds, curvature, np.empty((0, 2)), np.array([self.load.tension_n]), np.empty(0, int), none, np.empty(0, int), np.empty(0, int), steps, residual)  # fmt: skip
        path = self.path(theta)
        line = np.concatenate([self.reel, path.at])
        tension = np.append(path.pull, self.load.tension_n)
        corner = np.flatnonzero(path.hung.ring >= 0)
        turned = np.concatenate([np.zeros(1 - self.first), _turns(path.unit, self.pull)])
        lying = np.flatnonzero(path.hung.ring < 0)
        return Bent(
            mesh.station, x, y, theta, mesh.ds, curvature, line, tension, corner + self.first,
            turned[corner], lying + self.first, path.hung.node[lying], steps, residual,
        )  # fmt: skip


def _hull(which: Ints, along: Floats, out: Floats, size: float) -> list[int]:
    """Of places a straight leg would cut, those a taut line rests on: the upper hull from end to end."""
    kept: list[tuple[float, float, int]] = [(0.0, 0.0, -1)]
    points = sorted(zip(along.tolist(), out.tolist(), which.tolist(), strict=True))
    for x, y, k in [*points, (size, 0.0, -1)]:
        while len(kept) > 1:
            (x0, y0, _), (x1, y1, _) = kept[-2], kept[-1]
            if (x1 - x0) * (y - y0) - (x - x0) * (y1 - y0) < 0:
                break
            kept.pop()
        kept.append((x, y, k))
    return [k for *_, k in kept if k >= 0]


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
