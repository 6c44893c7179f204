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
from scipy.linalg import LinAlgError, cho_factor, cho_solve

from wise_spool.core.ground.refusals import RefusedError

Floats = NDArray[np.float64]

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
    per span of it and beyond the tip-top.
    """

    station_mm: Floats
    x_mm: Floats
    y_mm: Floats
    angle: Floats
    element_mm: Floats
    curvature: Floats
    line_mm: Floats
    tension_n: Floats
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


def _mesh(rod: Rod, elements: int) -> _Mesh:
    free = rod.length_mm - rod.clamp_mm
    even = np.linspace(rod.clamp_mm, rod.length_mm, elements + 1)
    spots = [min(max(r.station_mm, rod.clamp_mm), rod.length_mm) for r in rod.rings]
    station = even.copy()
    taken: dict[int, float] = {}
    for s in spots:
        k = round((s - rod.clamp_mm) / free * elements)
        if k not in taken or abs(taken[k] - s) < 1e-9:
            taken[k] = s
    inner = {k: s for k, s in taken.items() if 0 < k < elements}
    for k, s in inner.items():
        station[k] = s
    extra = [s for s in spots if np.abs(station - s).min() > 1e-6]
    if extra:
        station = np.union1d(station, extra)
    station = np.maximum.accumulate(station)
    keep = np.concatenate([[True], np.diff(station) > 1e-6 * free])
    station = station[keep]
    station[-1] = rod.length_mm
    ds = np.diff(station)
    middle = (station[:-1] + station[1:]) / 2
    reach = np.concatenate([[ds[0] / 2], (ds[:-1] + ds[1:]) / 2])
    ei = rod.stiffness_n_mm2(station[:-1])
    at = tuple(int(np.abs(station - s).argmin()) for s in spots)
    return _Mesh(station, ds, middle, ei / reach, reach, at)


def bend(rod: Rod, load: Load, elements: int = ELEMENTS, start: Floats | None = None) -> Bent:
    """Find the rod at rest under its load. Raises :class:`BendError` when it cannot.

    ``start`` are element angles of an earlier solution on the same mesh. The load is
    laid on in steps from the straight rod when a step from ``start`` fails.
    """
    if not load.tension_n >= 0 or not math.isfinite(load.tension_n):
        raise BendError("A load is a number of newtons, nought or more.")
    if rod.length_mm - rod.clamp_mm < 10:
        raise BendError("Less than 10 mm of blank stands free of the clamp: nothing can bend.")
    mesh = _mesh(rod, elements)
    if not (mesh.spring > 0).all() or not np.isfinite(mesh.spring).all():
        raise BendError("The blank's stiffness is not known all along: measure its bend first.")
    system = _System(rod, load, mesh)
    theta = start if start is not None and start.shape == mesh.ds.shape else None
    done = system.relax(theta, 1.0) if theta is not None else None
    guesses = (np.zeros_like(mesh.ds), _curled(mesh, load))
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
    """Energy, gradient and Hessian of one rod under one load."""

    def __init__(self, rod: Rod, load: Load, mesh: _Mesh) -> None:
        self.rod, self.load, self.mesh = rod, load, mesh
        n = mesh.ds.size
        self.n = n
        pull = math.radians(load.pull_deg)
        self.pull = np.array([math.cos(pull), math.sin(pull)])
        spans = len(rod.rings) + (1 if rod.reel is not None else 0)
        self.tension = np.full(max(spans, 1), float(load.tension_n))
        """Tension of each span from the reel to the tip-top, then beyond it."""
        self.has_line = bool(rod.rings)
        # Ring k lies at node at_ring[k] and points along the mean angle of the elements there.
        self.before = np.array([min(max(a - 1, 0), n - 1) for a in mesh.at_ring], int)
        self.after = np.array([min(a, n - 1) for a in mesh.at_ring], int)
        self.height = np.array([r.height_mm for r in rod.rings])
        self.ahead = np.array([r.ahead_mm for r in rod.rings])
        # How much of each element lies behind each ring.
        grid = np.arange(n)
        self.behind = np.array([(grid < a) for a in mesh.at_ring], float).reshape(-1, n) * mesh.ds
        self.weight = self._weights()

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

    def points(self, theta: Floats) -> tuple[Floats, Floats, Floats]:
        """Ring centres (k, 2) with their direction's cosine and sine."""
        mesh = self.mesh
        c, s = np.cos(theta) * mesh.ds, np.sin(theta) * mesh.ds
        x = np.concatenate([[0.0], np.cumsum(c)]) + self.rod.clamp_mm
        y = np.concatenate([[0.0], np.cumsum(s)])
        at = np.array(mesh.at_ring, int)
        tilt = (theta[self.before] + theta[self.after]) / 2
        tilt[at == 0] = 0.0
        ct, st = np.cos(tilt), np.sin(tilt)
        r = np.column_stack([
            x[at] - self.height * st + self.ahead * ct, y[at] + self.height * ct + self.ahead * st,
        ])  # fmt: skip
        return r, ct, st

    def jacobian(self, theta: Floats, ct: Floats, st: Floats) -> tuple[Floats, Floats, Floats]:
        """d r / d theta for x and y, each (k, n), and the half weights of the ring's own tilt."""
        half = np.zeros((len(self.rod.rings), self.n))
        rows = np.arange(half.shape[0])
        at = np.array(self.mesh.at_ring, int)
        free = at > 0
        np.add.at(half, (rows[free], self.before[free]), 0.5)
        np.add.at(half, (rows[free], self.after[free]), 0.5)
        jx = -self.behind * np.sin(theta) + (-self.height * ct - self.ahead * st)[:, None] * half
        jy = self.behind * np.cos(theta) + (-self.height * st + self.ahead * ct)[:, None] * half
        return jx, jy, half

    def evaluate(self, theta: Floats, share: float) -> tuple[float, Floats, Floats]:
        """Energy N mm, gradient (n) and Hessian (n, n) at a share of the load."""
        mesh, k = self.mesh, self.mesh.spring
        turn = np.diff(theta, prepend=0.0)
        energy = 0.5 * float(k @ turn**2)
        moment = k * turn
        gradient = moment - np.append(moment[1:], 0.0)
        hessian = np.zeros((self.n, self.n))
        diagonal = k + np.append(k[1:], 0.0)
        i = np.arange(self.n)
        hessian[i, i] = diagonal
        hessian[i[:-1], i[1:]] = hessian[i[1:], i[:-1]] = -k[1:]
        if self.weight is not None:
            lever, down = self.weight
            cos, sin = np.cos(theta), np.sin(theta)
            energy -= share * float(lever @ (down[0] * cos + down[1] * sin))
            gradient -= share * lever * (-down[0] * sin + down[1] * cos)
            hessian[i, i] += share * lever * (down[0] * cos + down[1] * sin)
        if self.load.tension_n == 0:
            return energy, gradient, hessian
        if not self.has_line:
            pull = share * self.load.tension_n * self.pull
            cos, sin = np.cos(theta), np.sin(theta)
            energy -= float(mesh.ds @ (pull[0] * cos + pull[1] * sin))
            gradient -= mesh.ds * (-pull[0] * sin + pull[1] * cos)
            hessian[i, i] += mesh.ds * (pull[0] * cos + pull[1] * sin)
            return energy, gradient, hessian
        return self._with_line(theta, share, energy, gradient, hessian)

    def _with_line(
        self, theta: Floats, share: float, energy: float, gradient: Floats, hessian: Floats
    ) -> tuple[float, Floats, Floats]:
        r, ct, st = self.points(theta)
        jx, jy, half = self.jacobian(theta, ct, st)
        rings = len(r)
        g = np.zeros((rings, 2))
        h = np.zeros((2 * rings, 2 * rings))
        tension = share * self.tension
        path = r if self.rod.reel is None else np.vstack([self.rod.reel, r])
        first = 0 if self.rod.reel is None else 1
        for span in range(len(path) - 1):
            d = path[span + 1] - path[span]
            size = math.hypot(d[0], d[1])
            if size < 1e-9:
                continue
            u, t = d / size, tension[span]
            energy += t * size
            across = (np.eye(2) - np.outer(u, u)) * (t / size)
            a, b = span - first, span + 1 - first
            g[b] += t * u
            h[2 * b : 2 * b + 2, 2 * b : 2 * b + 2] += across
            if a >= 0:
                g[a] -= t * u
                h[2 * a : 2 * a + 2, 2 * a : 2 * a + 2] += across
                h[2 * a : 2 * a + 2, 2 * b : 2 * b + 2] -= across
                h[2 * b : 2 * b + 2, 2 * a : 2 * a + 2] -= across
        out = share * self.load.tension_n * self.pull
        energy -= float(out @ r[-1])
        g[-1] -= out
        j = np.empty((2 * rings, self.n))
        j[0::2], j[1::2] = jx, jy
        gradient = gradient + jx.T @ g[:, 0] + jy.T @ g[:, 1]
        hessian = hessian + j.T @ (h @ j)
        i = np.arange(self.n)
        lean = -(self.behind.T @ g[:, 0]) * np.cos(theta) - (self.behind.T @ g[:, 1]) * np.sin(
            theta
        )
        hessian[i, i] += lean
        arm = g[:, 0] * (self.height * st - self.ahead * ct) - g[:, 1] * (self.height * ct + self.ahead * st)  # fmt: skip
        hessian += (half * arm[:, None]).T @ half
        return energy, gradient, hessian

    def relax(self, theta: Floats, share: float) -> tuple[Floats, int, float] | None:
        """Newton's method with a safeguarded step; None when it does not come to rest."""
        theta = theta.copy()
        energy, gradient, hessian = self.evaluate(theta, share)
        scale = self._scale(share)
        for step in range(1, MOST_STEPS + 1):
            residual = float(np.abs(gradient).max()) / scale
            if residual < GRADIENT_OK:
                return theta, step, residual
            move = _downhill(hessian, gradient)
            if move is None:
                return None
            size = float(np.abs(move).max())
            stride = min(1.0, 0.7 / size) if size > 0.7 else 1.0
            slope = float(gradient @ move)
            for _ in range(30):
                trial = theta + stride * move
                fresh = self.evaluate(trial, share)
                if fresh[0] <= energy + 1e-4 * stride * slope + 1e-12 * abs(energy):
                    break
                stride /= 2
            else:
                return (theta, step, residual) if residual < 1e-6 else None
            theta = trial
            energy, gradient, hessian = fresh
        return None

    def _scale(self, share: float) -> float:
        free = float(self.mesh.ds.sum())
        heavy = 0.0 if self.weight is None else float(self.weight[0].sum())
        return max(share * self.load.tension_n * free, heavy, 1e-9)

    def rub(self, theta: Floats) -> None:
        """Span tensions after capstan friction at every ring, from the fish inward."""
        path = self.path(theta)
        angles = break_angles(path, self.pull)
        tension = self.load.tension_n
        spans = self.tension.copy()
        first = 0 if self.rod.reel is None else 1
        for ring in range(len(self.rod.rings) - 1, -1, -1):
            # Line is held at the reel and pulled at the fish: each ring takes its share.
            tension *= math.exp(-self.load.friction * float(angles[ring]))
            span = ring - 1 + first
            if span >= 0:
                spans[span] = tension
        self.tension = spans

    def path(self, theta: Floats) -> Floats:
        """The line's corners: the reel, then every ring."""
        r, _, _ = self.points(theta)
        return r if self.rod.reel is None else np.vstack([self.rod.reel, r])

    def result(self, theta: Floats, steps: int, residual: float) -> Bent:
        """Everything about the rod at these angles."""
        mesh = self.mesh
        x = np.concatenate([[0.0], np.cumsum(np.cos(theta) * mesh.ds)]) + self.rod.clamp_mm
        y = np.concatenate([[0.0], np.cumsum(np.sin(theta) * mesh.ds)])
        curvature = np.append(np.diff(theta, prepend=0.0) / mesh.reach, 0.0)
        line = self.path(theta) if self.has_line else np.empty((0, 2))
        beyond = np.append(self.tension[: max(len(line) - 1, 0)], self.load.tension_n)
        return Bent(mesh.station, x, y, theta, mesh.ds, curvature, line, beyond, steps, residual)


def _downhill(hessian: Floats, gradient: Floats) -> Floats | None:
    """A Newton step, the Hessian stiffened until it points downhill."""
    shift = 0.0
    base = float(np.abs(np.diag(hessian)).mean())
    for _ in range(14):
        try:
            factor = cho_factor(hessian + shift * np.eye(gradient.size), check_finite=False)
        except LinAlgError:
            shift = max(10 * shift, 1e-4 * base)
            continue
        move = -np.asarray(cho_solve(factor, gradient, check_finite=False))
        return move if np.isfinite(move).all() else None
    return None


def break_angles(path: Floats, pull: Floats) -> Floats:
    """Angle in rad by which the line turns at each ring of its path, tip-top last.

    ``path`` starts at the reel when there is one (its first corner is then no
    ring); ``pull`` is the unit direction beyond the tip-top.
    """
    d = np.vstack([np.diff(path, axis=0), pull])
    heading = np.arctan2(d[:, 1], d[:, 0])
    turn = np.abs((np.diff(heading) + np.pi) % (2 * np.pi) - np.pi)
    return np.asarray(turn, float)
