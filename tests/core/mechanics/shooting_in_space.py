"""Truth for the twisted rod: its equations shot from the tip to the clamp, no energy and no elements.

What lies tipward of a section is in balance, in space as in the plane (see ``shooting.py``):

    M = (R - r) x T p - (c - r) x T u,    EI k = M across the axis,    GJ t = M along it.

The tip's frame and the heading of every leg of the line are unknown; every leg must end in the ring it
comes from, and the handle must lie as it is held. SciPy's DOP853 at 1e-9. Rings without an edge.
"""

from dataclasses import dataclass

import numpy as np
from scipy.integrate import solve_ivp
from scipy.spatial.transform import Rotation

from tests.core.mechanics.shooting import solved
from wise_spool.core.mechanics.elastica import Load, Rod
from wise_spool.core.mechanics.twisting import Standing, Twisted


@dataclass(frozen=True)
class Shot:
    """Stations asked for, the axis there (m, 3), and how far the blank is twisted there, rad."""

    at_mm: np.ndarray
    twist: np.ndarray


class _Shooter:
    def __init__(self, rod: Rod, standing: tuple[Standing, ...], reel, gj_over_ei, load: Load, near: Twisted) -> None:  # fmt: skip
        self.rod, self.standing, self.share = rod, standing, gj_over_ei
        way = np.radians(load.pull_deg)
        self.t, self.p = load.tension_n, np.array([np.cos(way), np.sin(way), 0.0])
        self.reel = np.asarray(reel, float) - [rod.clamp_mm, 0, 0]
        legs = np.diff(near.line_mm, axis=0)[::-1]
        self.guess = legs / np.linalg.norm(legs, axis=1)[:, None]
        self.tip = near.frame[-1]

    def corner(self, k, r, frame):
        s = self.standing[k]
        own = [s.ahead_mm, s.height_mm * np.cos(s.clock_rad), s.height_mm * np.sin(s.clock_rad)]
        return r + frame @ own

    def run(self, a, b, state, here, heading):
        def slopes(s, y):
            r, frame = y[:3], y[3:12].reshape(3, 3)
            moment = np.cross(self.end - r, self.t * self.p) - np.cross(here - r, self.t * heading)
            local = frame.T @ moment / float(self.rod.stiffness_n_mm2(np.array([s]))[0])
            local[0] /= self.share
            x, y_, z = local
            cross = np.array([[0, -z, y_], [z, 0, -x], [-y_, x, 0]])
            return np.concatenate([frame[:, 0], (frame @ cross).ravel(), [x]])

        out = solve_ivp(slopes, (a, b), state, method="DOP853", rtol=1e-9, atol=1e-9, dense_output=True)  # fmt: skip
        self.pieces.append((a, b, out.sol))
        return out.y[:, -1]

    def shoot(self, unknown):
        frame = Rotation.from_rotvec(unknown[:3]).as_matrix() @ self.tip
        state = np.concatenate([np.zeros(3), frame.ravel(), [0.0]])
        last = len(self.standing) - 1
        self.end = here = self.corner(last, state[:3], frame)
        misses, self.pieces, s = [], [], self.rod.length_mm
        for n, k in enumerate(range(last, -1, -1)):
            u = self.guess[n]
            one = np.cross(u, [0, 0, 1.0])
            one /= np.linalg.norm(one)
            two = np.cross(u, one)
            heading = u + unknown[3 + 2 * n] * one + unknown[4 + 2 * n] * two
            heading /= np.linalg.norm(heading)
            to = self.standing[k - 1].station_mm if k else self.rod.clamp_mm
            state = self.run(s, to, state, here, heading)
            r, frame = state[:3], state[3:12].reshape(3, 3)
            target = self.corner(k - 1, r, frame) if k else r + frame @ self.reel
            miss = np.cross(target - here, heading) / 10
            misses += [miss @ one, miss @ two]
            here, s = target, to
        turned = Rotation.from_matrix(frame).as_rotvec() * 50
        self.state = state
        return np.array([*turned, *misses])


def shoot(rod: Rod, standing: tuple[Standing, ...], reel, gj_over_ei: float, load: Load, near: Twisted) -> Shot:  # fmt: skip
    """The rod at rest, from a guess near it that is knocked off first. Raises when it is not found."""
    shooter = _Shooter(rod, standing, reel, gj_over_ei, load, near)
    x = 1e-4 * np.sin(1.0 + np.arange(3 + 2 * len(standing)))
    solved(shooter.shoot, x, 1e-7, 25)
    station = near.station_mm
    states = np.array([next(sol(s) for a, b, sol in shooter.pieces if b - 1e-9 <= s <= a + 1e-9) for s in station])  # fmt: skip
    shift = np.array([rod.clamp_mm, 0, 0]) - shooter.state[:3]
    return Shot(states[:, :3] + shift, states[:, 12] - shooter.state[12])
