"""Truth for the loaded rod: its equation shot from the tip to the clamp, with no energy and no elements.

What lies tipward of a section is in balance: the blank carries the fish's pull less the line's own
tension where the line crosses the section, so that with r the axis, R the tip-top's corner and c a
point of the line there, running along u,

    EI k = (R - r) x T p - (c - r) x T u.

Between rings the line is straight and its heading is unknown; where it lies on the blank, c and u are
the surface and its tangent, and where it comes off at either end is unknown. All unknowns are found
together, so that every leg ends in the ring it must, every contact begins and ends tangent, and the
handle is level. SciPy's DOP853 at 1e-9.
"""

from dataclasses import dataclass

import numpy as np
from scipy.integrate import solve_ivp

from wise_spool.core.mechanics.elastica import Bent, Load, Rod


@dataclass(frozen=True)
class Shot:
    """The rod as shot: stations tip to clamp, the axis there, the headings of the legs, tip first."""

    station: np.ndarray
    xy: np.ndarray
    theta: np.ndarray
    legs: list[float]
    contact: dict[int, tuple[float, float]]
    moment: float


def _cross(a, b):
    return a[0] * b[1] - a[1] * b[0]


def _at(angle):
    return np.array([np.cos(angle), np.sin(angle)])


class _Shooter:
    def __init__(self, rod: Rod, load: Load, touching: tuple[int, ...]) -> None:
        self.rod, self.touching = rod, touching
        self.t = load.tension_n
        self.p = _at(np.radians(load.pull_deg))
        self.side = 1.0 if rod.rings[0].height_mm >= 0 else -1.0
        self.rings = len(rod.rings)

    def ei(self, s):
        return float(self.rod.stiffness_n_mm2(np.array([s]))[0])

    def off(self, s):
        return self.side * float(self.rod.radius_mm(np.array([s]))[0])

    def corner(self, k, state):
        x, y, th = state
        ring = self.rod.rings[k]
        return np.array([x, y]) + ring.ahead_mm * _at(th) + ring.height_mm * _at(th + np.pi / 2)

    def surface(self, s, state, bend):
        """The line's point and heading where it lies on the blank; ``bend`` is the axis's curvature."""
        x, y, th = state
        h = self.off(s)
        rate = (
            (self.off(s + 0.5) - self.off(s - 0.5)) if 0.5 < s < self.rod.length_mm - 0.5 else 0.0
        )
        along = (1 - h * bend) * _at(th) + rate * _at(th + np.pi / 2)
        return np.array([x, y]) + h * _at(th + np.pi / 2), along / np.linalg.norm(along)

    def run(self, a, b, state, line):
        """Integrate from station a back to b; ``line(s, state, bend)`` is the line's point and heading."""

        def slopes(s, y):
            r = y[:2]
            bend = 0.0
            for _ in range(4 if line == self.surface else 1):
                c, u = line(s, y, bend)
                m = _cross(self.tip - r, self.t * self.p) - _cross(c - r, self.t * u)
                bend = m / self.ei(s)
            self.moment = m
            return [np.cos(y[2]), np.sin(y[2]), bend]

        out = solve_ivp(
            slopes, (a, b), state, method="DOP853", rtol=1e-9, atol=1e-9, dense_output=True
        )
        self.pieces.append((a, b, out.sol))
        end = out.y[:, -1]
        slopes(b, end)
        return end

    def shoot(self, unknown):
        """Misses of every condition; tip at the origin, shifted afterwards."""
        unknown = list(unknown)
        state = np.array([0.0, 0.0, unknown.pop(0)])
        self.tip = self.corner(self.rings - 1, state)
        misses, self.pieces, self.legs, self.contact = [], [], [], {}
        corner, s = self.tip, self.rod.length_mm
        for k in range(self.rings - 1, -1, -1):
            heading = unknown.pop(0)
            self.legs.append(heading)
            end = self.rod.rings[k - 1].station_mm if k else self.rod.clamp_mm
            here = corner

            def straight(_s, _y, _b, here=here, heading=heading):
                return here, _at(heading)

            if k in self.touching:
                leave, meet = unknown.pop(0) * 1000, unknown.pop(0) * 1000
                self.contact[k] = (meet, leave)
                state = self.run(s, leave, state, straight)
                bend = self.moment / self.ei(leave)
                point, along = self.surface(leave, state, bend)
                misses += [
                    _cross(point - here, _at(heading)) / 10,
                    _cross(along, _at(heading)) * 50,
                ]
                state = self.run(leave, meet, state, self.surface)
                bend = self.moment / self.ei(meet)
                begin, along = self.surface(meet, state, bend)

                def last(_s, _y, _b, begin=begin, along=along):
                    return begin, along

                state = self.run(meet, end, state, last)
                target = self.corner(k - 1, state) if k else self.reel(state)
                misses.append(_cross(target - begin, along) / 10)
            else:
                state = self.run(s, end, state, straight)
                target = self.corner(k - 1, state) if k else self.reel(state)
                misses.append(_cross(target - here, _at(heading)) / 10)
            corner, s = target, end
        misses.insert(0, state[2] * 50)
        self.state = state
        return np.array(misses)

    def reel(self, state):
        """The reel, fixed to the handle that the clamp holds."""
        station, height = self.rod.reel
        back = np.array([station - self.rod.clamp_mm, height])
        turn = np.array(
            [[np.cos(state[2]), -np.sin(state[2])], [np.sin(state[2]), np.cos(state[2])]]
        )
        return state[:2] + turn @ back


def solved(shot, x, knock, most):
    """Unknowns at which a shot misses nothing, by Newton's method with a halved stride; the last shot is
    the one that hit. Raises when it is not found."""
    miss = shot(x)
    for _ in range(most):
        if np.abs(miss).max() < 1e-7:
            break
        slopes = np.column_stack([(shot(x + knock * e) - miss) / knock for e in np.eye(x.size)])
        step, stride = np.linalg.solve(slopes, -miss), 1.0
        fresh = shot(x + step)
        while np.abs(fresh).max() > np.abs(miss).max() and stride > 1e-4:
            stride /= 2
            fresh = shot(x + stride * step)
        x, miss = x + stride * step, fresh
    else:
        raise AssertionError(f"the shot missed by {np.abs(miss).max():.1e}")
    shot(x)
    return x


def shoot(rod: Rod, load: Load, near: Bent) -> Shot:
    """The rod at rest, from a guess near it that is knocked off first. Raises when it is not found."""
    station = near.station_mm
    touching = tuple(
        k for k in range(len(rod.rings))
        if near.ring_at[k] - (near.ring_at[k - 1] if k else 0) > 1
    )  # fmt: skip
    shooter = _Shooter(rod, load, touching)
    guess = [float(np.radians(near.tip_deg))]
    for k in range(len(rod.rings) - 1, -1, -1):
        begin, end = (int(near.ring_at[k - 1]) if k else 0), int(near.ring_at[k])
        d = near.line_mm[end] - near.line_mm[end - 1]
        guess.append(float(np.arctan2(d[1], d[0])))
        if k in touching:
            on = near.line_mm[begin + 1 : end]
            where = [float(station[np.hypot(near.x_mm - x, near.y_mm - y).argmin()]) for x, y in on]
            guess += [(where[-1] + 8) / 1000, (where[0] - 8) / 1000]
    knocked = np.array(guess) * (1 + 1e-6 * np.sin(np.arange(len(guess))))
    solved(shooter.shoot, knocked, 1e-8, 40)
    shift = np.array([rod.clamp_mm, 0.0]) - shooter.state[:2]
    fine = station[::-1]
    states = np.array([next(sol(s) for a, b, sol in shooter.pieces if b - 1e-9 <= s <= a + 1e-9) for s in fine])  # fmt: skip
    return Shot(
        fine, states[:, :2] + shift, states[:, 2], shooter.legs, shooter.contact, shooter.moment
    )
