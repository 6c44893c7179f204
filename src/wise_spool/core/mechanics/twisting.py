"""The loaded rod in space: it bends both ways and twists, with the line run through rings that stand
anywhere round the blank.

Guides on top put the line outside the bend: pulled hard enough the rod rolls over until they hang
below. The blank is cut into elements that carry a frame each; between two of them sits a bend of EI,
the same every way, and a twist of GJ. With frictionless rings the whole has a potential

    E = sum 1/2 (EI k^2 + GJ t^2) ds + T (length of line on the rod) - T p . r_tip-top,

minimised by Newton's method in the turns of the frames. The rod stands while the smallest stiffness of
that potential is more than nought; it rolls over at the load where it gets there. Method page:
``docs/methods/twist.md``. Own weight and ring friction are left out.

Frame: x along the handle, y toward the side the rod bends to, z across; mm, N, radians. Clock angles of
rings are 0 on the inside of the bend and grow from y toward z.
"""

import math
from copy import copy
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import LinAlgError, cho_factor, cho_solve, eigvalsh

from wise_spool.core.mechanics.elastica import BendError, Floats, Load, Rod, mesh_of

Ints = NDArray[np.int_]

ELEMENTS = 48
MOST_STEPS = 60
GRADIENT_OK = 1e-8
ACROSS = np.array([0.0, 0.0, 1.0])
KNOCK = 1e-5
"""Turn in rad by which the slopes of the blank's own moments are read."""


@dataclass(frozen=True)
class Standing:
    """A corner of the line on the blank. A ring's centre stands ``height_mm`` off the axis at
    ``clock_rad`` and turns with the blank; the line lies ``edge_mm`` from there toward the inside of the
    bend whichever way the blank is rolled (less than nought: over the back of the bare blank)."""

    station_mm: float
    height_mm: float
    clock_rad: float
    edge_mm: float = 0.0
    ahead_mm: float = 0.0


@dataclass(frozen=True)
class Twisted:
    """The rod at rest in space, clamp to tip. ``at_mm`` (n + 1, 3) are nodes, ``frame`` (n, 3, 3) the
    elements' own directions in columns: along, inward, across. ``twist`` (n) is how far each is rolled
    about its own axis from where it would be untwisted, rad; ``line_mm`` (c, 3) runs from the reel to
    the tip-top. ``least`` is the smallest stiffness, N mm a radian: nought or less, it does not stand."""

    station_mm: Floats
    at_mm: Floats
    frame: Floats
    twist: Floats
    line_mm: Floats
    turn: Floats
    least: float
    residual: float


class Space:
    """One rod in space: where its corners stand, what bends and twists it.

    ``gj_over_ei`` is the blank's stiffness against twist as a share of that against bending;
    ``reel_mm`` (3) where the line comes from. Raises :class:`BendError` when a corner is not on the
    free blank.
    """

    def __init__(
        self,
        rod: Rod,
        standing: tuple[Standing, ...],
        reel_mm: Floats,
        gj_over_ei: float,
        elements: int = ELEMENTS,
    ) -> None:
        mesh = mesh_of(rod, elements)
        self.station, self.ds, self.clamp_mm = mesh.station, mesh.ds, rod.clamp_mm
        self.n = self.ds.size
        spring = mesh.spring[:, None]
        self.spring = np.concatenate([gj_over_ei * spring, spring, spring], axis=1)
        self.standing, self.reel = standing, np.asarray(reel_mm, float)
        self.node = np.array([int(np.abs(self.station - s.station_mm).argmin()) for s in standing], int)  # fmt: skip
        if (np.diff(self.node) <= 0).any() or (self.node < 1).any():
            raise BendError("Two guides lie at one place, or one on the handle: move it first.")
        self.own = np.array(
            [[s.ahead_mm, s.height_mm * math.cos(s.clock_rad), s.height_mm * math.sin(s.clock_rad)] for s in standing]
        )  # fmt: skip
        self.edge = np.array([s.edge_mm for s in standing])

    def rolled(self, by_rad: float) -> "Space":
        """The same rod with every ring put on so much further round."""
        fresh = copy(self)
        fresh.own = self.own @ _about_x(by_rad).T
        return fresh

    def leant(self, by_rad: float) -> "Space":
        """The same rod leant so far: its rings and what the line comes from, turned about the handle."""
        fresh = self.rolled(by_rad)
        fresh.reel = _about_x(by_rad) @ self.reel
        return fresh

    def flat(self, angle: Floats) -> Floats:
        """Frames (n, 3, 3) of elements that stand in the plane at these angles."""
        c, s = np.cos(angle), np.sin(angle)
        frame = np.zeros((angle.size, 3, 3))
        frame[:, 0, 0], frame[:, 1, 0] = c, s
        frame[:, 0, 1], frame[:, 1, 1] = -s, c
        frame[:, 2, 2] = 1.0
        return frame

    def _corners(self, frame: Floats) -> tuple[Floats, Floats, Floats, Floats]:
        """Nodes (n + 1, 3), corners (c, 3) and the two elements that meet at each."""
        at = np.zeros((self.n + 1, 3))
        np.cumsum(frame[:, :, 0] * self.ds[:, None], axis=0, out=at[1:])
        at[:, 0] += self.clamp_mm
        before = frame[self.node - 1]
        after = frame[np.minimum(self.node, self.n - 1)]
        mean = (before + after) / 2
        inward = _cross(ACROSS, mean[:, :, 0])
        corner = at[self.node] + np.einsum("cij,cj->ci", mean, self.own)
        corner += self.edge[:, None] * inward
        return at, corner, before, after

    def laid(self, frame: Floats) -> tuple[Floats, Floats]:
        """Nodes (n + 1, 3) and the line's corners (c, 3) at these frames."""
        at, corner, _, _ = self._corners(frame)
        return at, corner

    def energy(self, frame: Floats, pull: Floats) -> float:
        """The potential in N mm; ``pull`` (3) is the fish's pull, N."""
        _, corner, _, _ = self._corners(frame)
        _, size, tension, _ = self._legs(corner, pull)
        u = self._bends(frame)
        return float(0.5 * (self.spring * u**2).sum() + tension * size.sum() - pull @ corner[-1])

    def _bends(self, frame: Floats) -> Floats:
        """Turn of each element against the one before, (..., n, 3) about along, inward, across."""
        earlier = np.concatenate([np.broadcast_to(np.eye(3), (*frame.shape[:-3], 1, 3, 3)), frame[..., :-1, :, :]], axis=-3)  # fmt: skip
        return _logarithm(np.swapaxes(earlier, -1, -2) @ frame)

    def moments(self, frame: Floats, pull: Floats) -> Floats:
        """Slope of the potential (n, 3) against a turn of each frame about x, y, z; N mm."""
        _, corner, before, after = self._corners(frame)
        _, _, _, force = self._legs(corner, pull)
        along = frame[:, :, 0]
        out = _cross(along * self.ds[:, None], self._beyond(force))
        turned = _cross(force, ACROSS)
        for side, index in self._beside(before, after):
            arm = np.einsum("cij,cj->ci", side, self.own)
            lift = _cross(arm, force) + self.edge[:, None] * _cross(side[:, :, 0], turned)
            np.add.at(out, index, lift / 2)
        return out + self._springing(frame)

    def stiffness(self, frame: Floats, pull: Floats) -> Floats:
        """Slope of the moments (3 n, 3 n), made symmetric; N mm a radian."""
        n = self.n
        _, corner, before, after = self._corners(frame)
        unit, size, tension, force = self._legs(corner, pull)
        along = frame[:, :, 0]
        # How each corner moves as each frame turns.
        moves = np.zeros((self.node.size, n, 3, 3))
        inside = np.arange(n) < self.node[:, None]
        moves[inside] = np.broadcast_to(-_crossing(along * self.ds[:, None]), moves.shape)[inside]
        block = _bowed(along * self.ds[:, None], self._beyond(force))
        which = np.arange(self.node.size)
        for side, index in self._beside(before, after):
            arm = np.einsum("cij,cj->ci", side, self.own) / 2
            edge = self.edge[:, None] / 2 * side[:, :, 0]
            np.add.at(moves, (which, index), -_crossing(arm) - _crossing(ACROSS) @ _crossing(edge))
            np.add.at(block, index, _bowed(arm, force) + _bowed(edge, _cross(force, ACROSS)))
        # Each straight leg resists being turned, by its pull over its length.
        legs = moves.copy()
        legs[1:] -= moves[:-1]
        square = np.eye(3) - unit[:, :, None] * unit[:, None, :]
        legs = square[:, None] @ legs * np.sqrt(tension / size)[:, None, None, None]
        rows = legs.transpose(0, 2, 1, 3).reshape(-1, 3 * n)
        out = rows.T @ rows + self._springs(frame)
        for i in range(n):
            out[3 * i : 3 * i + 3, 3 * i : 3 * i + 3] += block[i]
        return np.asarray((out + out.T) / 2)

    def _legs(self, corner: Floats, pull: Floats) -> tuple[Floats, Floats, float, Floats]:
        """Directions (c, 3) and lengths (c) of the line's legs from the reel on, its tension, and the
        slope of the potential against each corner (c, 3)."""
        tension = float(np.linalg.norm(pull))
        legs = np.diff(np.concatenate([self.reel[None], corner]), axis=0)
        size = np.maximum(np.sqrt((legs**2).sum(axis=1)), 1e-9)
        unit = legs / size[:, None]
        force = tension * unit
        force[:-1] -= tension * unit[1:]
        force[-1] -= pull
        return unit, size, tension, force

    def _beyond(self, force: Floats) -> Floats:
        """Forces of all corners tipward of each element (n, 3)."""
        at = np.zeros((self.n + 1, 3))
        at[self.node] = force
        return np.asarray(np.cumsum(at[::-1], axis=0)[::-1][1:])

    def _beside(self, before: Floats, after: Floats) -> tuple[tuple[Floats, Ints], ...]:
        """The elements butt and tip side of each corner: their frames and numbers."""
        return (before, self.node - 1), (after, np.minimum(self.node, self.n - 1))

    def _springing(self, frame: Floats) -> Floats:
        """Slope of the blank's own potential (..., n, 3)."""
        u = self._bends(frame)
        w = self.spring * u
        inner = _cross(u, w)
        size = np.sum(u**2, axis=-1, keepdims=True)
        m = w - inner / 2 + _back(size) * _cross(u, inner)
        m = np.einsum("...nij,...nj->...ni", frame, m)
        out: Floats = m.copy()
        out[..., :-1, :] -= m[..., 1:, :]
        return out

    def _springs(self, frame: Floats) -> Floats:
        """Slope of that (3 n, 3 n), read by small turns of every third frame at once."""
        n = self.n
        knock: Floats = np.zeros((3, 3, n, 3))
        for third in range(3):
            for way in range(3):
                knock[third, way, third::3, way] = KNOCK
        knock = knock.reshape(9, n, 3)
        slope: Floats = self._springing(turned(frame, knock)) - self._springing(
            turned(frame, -knock)
        )
        by_third = (slope / (2 * KNOCK)).reshape(3, 3, n, 3)
        out = np.zeros((n, 3, n, 3))
        for near in (-1, 0, 1):
            k = np.arange(max(-near, 0), n - max(near, 0))
            out[k, :, k + near] = by_third[(k + near) % 3, :, k].transpose(0, 2, 1)
        return out.reshape(3 * n, 3 * n)

    def settle(self, frame: Floats, pull: Floats) -> tuple[Floats, float] | None:
        """Newton's method downhill from these frames; the frames at rest and the residual, or None."""
        scale = max(float(np.linalg.norm(pull)) * float(self.ds.sum()), 1e-9)
        energy = self.energy(frame, pull)
        for _ in range(MOST_STEPS):
            slope = self.moments(frame, pull)
            residual = float(np.abs(slope).max()) / scale
            if residual < GRADIENT_OK:
                return frame, residual
            move = _downhill(self.stiffness(frame, pull), slope.ravel())
            stride = min(1.0, 0.5 / float(np.abs(move).max()))
            falls = float(slope.ravel() @ move)
            for _ in range(30):
                fresh = turned(frame, stride * move.reshape(self.n, 3))
                lower = self.energy(fresh, pull)
                if lower <= energy + 1e-4 * stride * falls + 1e-12 * abs(energy):
                    break
                stride /= 2
            else:
                return (frame, residual) if residual < 1e-6 else None
            frame, energy = fresh, lower
        return None

    def rest(self, load: Load, start: Floats) -> Twisted:
        """The rod at rest under its load, downhill from these frames. Raises :class:`BendError`."""
        pull = pull_of(load)
        found = self.settle(start, pull)
        if found is None:
            raise BendError("The twisted rod did not come to rest under so much load.")
        frame, residual = found
        least = float(eigvalsh(self.stiffness(frame, pull), subset_by_index=[0, 0])[0])
        at, corner, _, _ = self._corners(frame)
        line = np.concatenate([self.reel[None], corner])
        unit, _, tension, _ = self._legs(corner, pull)
        heads = np.concatenate([unit, pull[None] / tension]) if tension else unit
        turn = np.arccos(np.clip(np.sum(heads[:-1] * heads[1:], axis=1), -1, 1))
        twist = np.cumsum(self._bends(frame)[:, 0])
        return Twisted(self.station, at, frame, twist, line, turn, least, residual)


def distances_to_leg(at_mm: Floats, begin_mm: Floats, end_mm: Floats) -> Floats:
    """How far points (m, 3) are from a straight leg of line between two corners (3)."""
    leg = end_mm - begin_mm
    share = np.clip((at_mm - begin_mm) @ leg / max(float(leg @ leg), 1e-12), 0, 1)
    return np.asarray(np.linalg.norm(at_mm - begin_mm - share[:, None] * leg, axis=1))


def pull_of(load: Load) -> Floats:
    """The fish's pull (3), N, in the plane of the handle and the bend."""
    way = math.radians(load.pull_deg)
    return load.tension_n * np.array([math.cos(way), math.sin(way), 0.0])


def turned(frame: Floats, by: Floats) -> Floats:
    """Frames turned about x, y and z by rotation vectors of one shape (..., n, 3)."""
    size = np.linalg.norm(by, axis=-1)[..., None, None]
    cross = _crossing(by)
    small = size < 1e-8
    safe = np.where(small, 1.0, size)
    first = np.where(small, 1.0, np.sin(safe) / safe)
    second = np.where(small, 0.5, (1 - np.cos(safe)) / safe**2)
    return np.asarray((np.eye(3) + first * cross + second * (cross @ cross)) @ frame)


def _about_x(by_rad: float) -> Floats:
    """A turn about the handle (3, 3), from inward toward across."""
    c, s = math.cos(by_rad), math.sin(by_rad)
    return np.array([[1.0, 0.0, 0.0], [0.0, c, -s], [0.0, s, c]])


def _cross(a: Floats, b: Floats) -> Floats:
    """Cross products (..., 3)."""
    return np.stack(
        [
            a[..., 1] * b[..., 2] - a[..., 2] * b[..., 1],
            a[..., 2] * b[..., 0] - a[..., 0] * b[..., 2],
            a[..., 0] * b[..., 1] - a[..., 1] * b[..., 0],
        ],
        axis=-1,
    )


def _bowed(v: Floats, f: Floats) -> Floats:
    """How f . v bends as v (..., 3) is turned: (f v' + v f') / 2 - f . v, in x, y and z."""
    both = f[..., :, None] * v[..., None, :]
    dot = np.sum(f * v, axis=-1)[..., None, None]
    return np.asarray((both + np.swapaxes(both, -1, -2)) / 2 - dot * np.eye(3))


def _crossing(v: Floats) -> Floats:
    """Matrices (..., 3, 3) that cross with these vectors."""
    out = np.zeros((*v.shape, 3))
    out[..., 0, 1], out[..., 0, 2], out[..., 1, 2] = -v[..., 2], v[..., 1], -v[..., 0]
    out[..., 1, 0], out[..., 2, 0], out[..., 2, 1] = v[..., 2], -v[..., 1], v[..., 0]
    return out


def _logarithm(turn: Floats) -> Floats:
    """Rotation vectors (..., 3) of rotation matrices that turn by less than half round."""
    skew = np.stack(
        [turn[..., 2, 1] - turn[..., 1, 2], turn[..., 0, 2] - turn[..., 2, 0], turn[..., 1, 0] - turn[..., 0, 1]], axis=-1,
    ) / 2  # fmt: skip
    sine = np.linalg.norm(skew, axis=-1, keepdims=True)
    cosine = (np.trace(turn, axis1=-2, axis2=-1)[..., None] - 1) / 2
    angle = np.arctan2(sine, cosine)
    return np.asarray(np.where(sine < 1e-7, 1.0, angle / np.where(sine < 1e-7, 1.0, sine)) * skew)


def _back(size: Floats) -> Floats:
    """The factor on the double cross in the inverse of a rotation's own slope; ``size`` is the angle
    squared."""
    a = np.sqrt(size)
    small = a < 1e-3
    safe = np.where(small, 1.0, a)
    exact = 1 / safe**2 - (1 + np.cos(safe)) / (2 * safe * np.sin(safe))
    return np.asarray(np.where(small, 1 / 12 + size / 720, exact))


def _downhill(matrix: Floats, slope: Floats) -> Floats:
    """Newton's step, the matrix stiffened until it leads downhill."""
    more = 0.0
    size = float(np.abs(np.diag(matrix)).mean())
    while True:
        try:
            return np.asarray(
                cho_solve(cho_factor(matrix + more * np.eye(len(matrix))), -slope), float
            )
        except LinAlgError:
            more = max(10 * more, 1e-6 * size)
