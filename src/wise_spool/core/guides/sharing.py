"""Share of bend as one problem: the greatest share of any span made as small as can be.

Shares are integrals of |curvature|^q along the blank. Guides that are held stay; the first gap keeps
to its range, gaps never shrink toward the butt, wraps keep off the joints. Everything but the shares
is linear in the places, so the shares are straightened about a trial and the whole is solved by
linear programming (HiGHS, through SciPy), again and again within a shrinking reach. A guide that
falls on a joint is tried on either side of it. Method page: ``docs/methods/layouts.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import linprog

Floats = NDArray[np.float64]

ROUNDS = 12
SETTLED_MM = 0.05
EVENLY = 0.02
"""How much an even spread counts beside the greatest share: enough to settle what that leaves open."""


@dataclass(frozen=True)
class Sharing:
    """What is shared out. Places are mm from the tip-top ring, growing toward the butt.

    ``place_mm`` and ``done`` (m): the share of bend between the ring and each place, growing.
    ``held`` gives a place to the guides that stay, None to the rest, tip first. ``zones`` are the
    stretches each guide's ring keeps out of. ``last_mm`` ends the last span when the last guide is
    free. ``first_gap_mm`` is the range of the first gap, not asked of a held guide.
    """

    place_mm: Floats
    done: Floats
    held: tuple[float | None, ...]
    zones: tuple[tuple[tuple[float, float], ...], ...]
    last_mm: float
    first_gap_mm: tuple[float, float]
    least_gap_mm: float = 10.0

    def shares(self, places: Sequence[float]) -> Floats:
        """Share of each span, tip-top first; the run to ``last_mm`` counts when the last guide is free."""
        ends = [0.0, *places, *([self.last_mm] if self.held[-1] is None else [])]
        return np.diff(np.interp(ends, self.place_mm, self.done))

    def worst(self, places: Sequence[float]) -> float:
        """Greatest share over the mean one."""
        shares = self.shares(places)
        return float(shares.max() / max(shares.mean(), 1e-12))


def share_out(of: Sharing, start: Sequence[float]) -> list[float]:
    """Places of every guide, tip first; the start when nothing meets every rule."""
    best = _within(of, start, {})
    return list(start) if best is None else best


def _within(of: Sharing, start: Sequence[float], sides: dict[tuple[int, int], int]) -> list[float] | None:  # fmt: skip
    """The best places with some guides bound to one side of some joints; falls are branched on."""
    found = _solved(of, start, sides)
    if found is None:
        return None
    for i, zones in enumerate(of.zones):
        for z, (low, high) in enumerate(zones):
            if of.held[i] is None and low + 1e-6 < found[i] < high - 1e-6:  # it stands on a joint
                if (i, z) in sides or len(sides) > 6:
                    return None
                both = [_within(of, found, {**sides, (i, z): side}) for side in (-1, 1)]
                good = [b for b in both if b is not None]
                return min(good, key=of.worst) if good else None
    return found


def _solved(of: Sharing, start: Sequence[float], sides: dict[tuple[int, int], int]) -> list[float] | None:  # fmt: skip
    """Straightened and solved within a shrinking reach."""
    at = np.array(start, float)
    reach = 0.25 * float(of.last_mm)
    best: Floats | None = None
    for _ in range(ROUNDS):
        fresh = _straightened(of, at, reach, sides)
        if fresh is None:
            reach *= 2
            if reach > 4 * of.last_mm:
                return None if best is None else [float(x) for x in best]
            continue
        moved = float(np.abs(fresh - at).max())
        if best is None or of.worst(fresh.tolist()) < of.worst(best.tolist()) - 1e-9:
            best, at = fresh, fresh
        else:
            reach, at = reach / 3, best
        if moved < SETTLED_MM or reach < SETTLED_MM:
            break
    return None if best is None else [float(x) for x in best]


def _straightened(of: Sharing, at: Floats, reach: float, sides: dict[tuple[int, int], int]) -> Floats | None:  # fmt: skip
    """One linear program: unknowns are the places (n), the greatest share, the middle share, and how far
    each span's share lies from the middle one. None when no places meet the rules within reach."""
    bounds = _bounds(of, at, reach, sides)
    if bounds is None:
        return None
    slope, constant = _shares_near(of, at)
    spans, n = slope.shape
    free = np.array([h is None for h in of.held])
    movable = np.flatnonzero(np.abs(slope) @ free > 0)
    slope, constant = slope[movable], constant[movable]
    many = movable.size
    one, none, off = np.ones((many, 1)), np.zeros((many, 1)), np.eye(spans)[movable]
    gaps, least_gap = _gap_rules(of)
    rows = np.vstack([
        np.hstack([slope, -one, none, 0 * off]),
        np.hstack([slope, none, -one, -off]),
        np.hstack([-slope, none, one, -off]),
        np.hstack([gaps, np.zeros((len(gaps), 2 + spans))]),
    ])  # fmt: skip
    least = np.concatenate([-constant, -constant, constant, least_gap])
    cost = np.concatenate([np.zeros(n), [1.0, 0.0], np.full(spans, EVENLY / spans)])
    whole = max(float(of.done[-1]), 1e-12)
    solved = linprog(cost / whole, A_ub=rows, b_ub=least, bounds=[*bounds, *[(0.0, None)] * (2 + spans)], method="highs")  # fmt: skip
    found = solved.x if solved.status == 0 else None
    return None if found is None else np.asarray(found[:n])


def _shares_near(of: Sharing, at: Floats) -> tuple[Floats, Floats]:
    """Every span's share as slope (spans, n) times the places plus a constant (spans), near ``at``."""
    n = at.size
    spans = n + 1 if of.held[-1] is None else n
    done = np.interp(at, of.place_mm, of.done)
    rate = np.interp(at, of.place_mm, np.gradient(of.done, of.place_mm))
    slope, constant = np.zeros((spans, n)), np.zeros(spans)
    i = np.arange(n)
    slope[i, i] += rate
    constant[i] += done - rate * at
    later = i[: spans - 1]
    slope[later + 1, later] -= rate[later]
    constant[later + 1] -= done[later] - rate[later] * at[later]
    if spans > n:
        constant[n] += float(np.interp(of.last_mm, of.place_mm, of.done))
    return slope, constant


def _gap_rules(of: Sharing) -> tuple[Floats, Floats]:
    """Rows (r, n) and bounds (r): gaps never shrink toward the butt as far as a free guide has a say,
    and no two guides come nearer than the least gap."""
    n = len(of.held)
    free = [h is None for h in of.held]
    growing_to = n if free[-1] else max((i + 1 for i in range(n) if not free[i]), default=n)
    rows, least = [np.zeros(n)], [0.0]
    for k in range(1, n):
        apart = np.zeros(n)
        apart[k], apart[k - 1] = -1.0, 1.0
        rows.append(apart)
        least.append(-of.least_gap_mm)
        if k < growing_to and any(free[max(k - 2, 0) : k + 1]):
            grows = np.zeros(n)
            grows[k], grows[k - 1] = -1.0, 2.0
            if k > 1:
                grows[k - 2] = -1.0
            rows.append(grows)
            least.append(0.0)
    return np.array(rows), np.array(least)


def _bounds(of: Sharing, at: Floats, reach: float, sides: dict[tuple[int, int], int]) -> list[tuple[float, float]] | None:  # fmt: skip
    """How far each guide may go: held ones nowhere, the first within its range, others off the joints."""
    bounds = []
    for i, held in enumerate(of.held):
        if held is not None:
            bounds.append((held, held))
            continue
        low, high = max(at[i] - reach, of.least_gap_mm), min(at[i] + reach, of.last_mm)
        if i == 0:
            low, high = max(low, of.first_gap_mm[0]), min(high, of.first_gap_mm[1])
        for z, zone in enumerate(of.zones[i]):
            side = sides.get((i, z), 0)
            low, high = (low if side <= 0 else max(low, zone[1])), (high if side >= 0 else min(high, zone[0]))  # fmt: skip
        if low > high:
            return None
        bounds.append((float(low), float(high)))
    return bounds
