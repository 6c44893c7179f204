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
    """One linear program: unknowns are the places, the greatest share, and each span's distance from
    the middle share."""
    n = len(of.held)
    open_end = of.held[-1] is None
    spans = n + 1 if open_end else n
    done = np.interp(at, of.place_mm, of.done)
    rate = np.gradient(of.done, of.place_mm)
    slope = np.interp(at, of.place_mm, rate)
    free = [h is None for h in of.held]
    unknowns = n + 2 + spans
    greatest, middle = n, n + 1
    rows: list[Floats] = []
    least: list[float] = []

    for k in range(spans):
        # share_k = S(x_k) - S(x_{k-1}), straightened
        share = np.zeros(unknowns)
        constant = 0.0
        if k < n:
            share[k] += slope[k]
            constant += done[k] - slope[k] * at[k]
        else:
            constant += float(np.interp(of.last_mm, of.place_mm, of.done))
        if k > 0:
            share[k - 1] -= slope[k - 1]
            constant -= done[k - 1] - slope[k - 1] * at[k - 1]
        movable = (k < n and free[k]) or (k > 0 and free[k - 1])
        if movable:
            over = share.copy()
            over[greatest] = -1.0
            rows.append(over)
            least.append(-constant)
            for way in (1.0, -1.0):
                off = way * share
                off[middle] -= way
                off[n + 2 + k] = -1.0
                rows.append(off)
                least.append(-way * constant)
    held = [i for i in range(n) if not free[i]]
    growing_to = n if open_end else (held[-1] + 1 if held else n)
    for k in range(1, growing_to):  # gap_k >= gap_{k-1}
        if not (free[k] or free[k - 1] or (k > 1 and free[k - 2])):
            continue
        gap = np.zeros(unknowns)
        gap[k] -= 1.0
        gap[k - 1] += 2.0
        if k > 1:
            gap[k - 2] -= 1.0
        rows.append(gap)
        least.append(0.0)
    for k in range(1, n):
        apart = np.zeros(unknowns)
        apart[k], apart[k - 1] = -1.0, 1.0
        rows.append(apart)
        least.append(-of.least_gap_mm)
    bounds: list[tuple[float | None, float | None]] = []
    for i in range(n):
        if of.held[i] is not None:
            bounds.append((of.held[i], of.held[i]))
            continue
        low, high = max(at[i] - reach, of.least_gap_mm), min(at[i] + reach, of.last_mm)
        if i == 0:
            low, high = max(low, of.first_gap_mm[0]), min(high, of.first_gap_mm[1])
        for z, zone in enumerate(of.zones[i]):
            side = sides.get((i, z), 0)
            if side < 0:
                high = min(high, zone[0])
            elif side > 0:
                low = max(low, zone[1])
        if low > high:
            return None
        bounds.append((low, high))
    bounds += [(0.0, None), (0.0, None), *([(0.0, None)] * spans)]
    whole = max(float(of.done[-1]), 1e-12)
    cost = np.zeros(unknowns)
    cost[greatest] = 1.0 / whole
    cost[n + 2 :] = EVENLY / spans / whole
    solved = linprog(cost, A_ub=np.array(rows), b_ub=np.array(least), bounds=bounds, method="highs")
    found = solved.x if solved.status == 0 else None
    return None if found is None else np.asarray(found[:n])
