"""The inside of the bend, compiled: a chain of elements with a taut line on it, brought to rest.

Everything here takes and gives plain arrays, and is compiled by Numba the first time it is called
(what it made is kept beside this file for the next time). What the numbers mean, and the formula,
stand in :mod:`wise_spool.core.mechanics.elastica`, its one user.

One Newton step is a tridiagonal matrix with a few dense rows added, solved in O(n). The bending of
a chain couples neighbours only; each straight leg of line adds one row b as b b^T. With A
tridiagonal and B (m, n) the rows, by the Woodbury identity,

    (A + B^T B)^-1 g = A^-1 g - A^-1 B^T (I + B A^-1 B^T)^-1 B A^-1 g,

and, by the inertia of the same block matrix, A + B^T B is positive definite just when A has as many
negative eigenvalues as I + B A^-1 B^T (Haynsworth 1968, from memory; both tested against dense
factors).
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.compiled import compiled

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Flags = NDArray[np.bool_]

MOST_STEPS = 32
MOST_HALVINGS = 30
SHIFTS = 14
GRADIENT_OK = 1e-9
"""Converged when no element's moment is out by more than this share of the largest moment."""


class Chain(NamedTuple):
    """A rod under its load as ``n`` elements from the clamp, with ``r`` rings.

    ``ds`` (n) mm; ``spring`` (n) N mm at the bend before each element; ``lever`` (n) N mm and ``down``
    (2) what its own weight does; ``pull`` (2) the line's way beyond the tip-top; ``reel`` (0 or 1, 2)
    mm. ``node``, ``height``, ``ahead`` (r): where rings stand. ``skin`` (n + 1) mm: how far the surface
    stands off the axis at each node, ``rests`` (n + 1) whether the line may come to lie there, on the
    side ``side`` of the blank. ``spans``: the tension in N of each span between rings, reel first.
    """

    ds: Floats
    spring: Floats
    clamp_mm: float
    lever: Floats
    down: Floats
    pull: Floats
    tension_n: float
    reel: Floats
    node: Ints
    height: Floats
    ahead: Floats
    skin: Floats
    rests: Flags
    side: float
    spans: Floats


class Path(NamedTuple):
    """The taut line: its ``c`` corners on the rod and ``l`` legs, from the reel on when there is one.

    ``node``, ``height``, ``ahead`` (c) say where each corner hangs, ``ring`` (c) is its ring's number
    or -1 on the bare blank; ``at`` (c, 2) mm; ``cos``, ``sin`` (c) the blank's direction there.
    ``unit`` (l, 2), ``size`` (l) mm, ``tension`` (l) N.
    """

    node: Ints
    ring: Ints
    height: Floats
    ahead: Floats
    at: Floats
    cos: Floats
    sin: Floats
    unit: Floats
    size: Floats
    tension: Floats


@compiled
def nodes_at(chain: Chain, cos: Floats, sin: Floats) -> Floats:
    """Where the nodes are (n + 1, 2), mm."""
    xy = np.empty((cos.size + 1, 2))
    xy[0, 0], xy[0, 1] = chain.clamp_mm, 0.0
    for e in range(cos.size):
        xy[e + 1, 0] = xy[e, 0] + chain.ds[e] * cos[e]
        xy[e + 1, 1] = xy[e, 1] + chain.ds[e] * sin[e]
    return xy


@compiled
def _before(node: int) -> int:
    """The element behind a node; at the clamp the handle turns nothing, see ``_half``."""
    return max(node - 1, 0)


@compiled
def _half(node: int) -> float:
    """How much each of the two elements that meet at a node turns what hangs there."""
    return 0.5 if node > 0 else 0.0


@compiled
def _direction(theta: Floats, node: int) -> float:
    """Which way the blank points at a node, rad."""
    after = min(node, theta.size - 1)
    return float(_half(node) * (theta[_before(node)] + theta[after]))


@compiled
def lay(chain: Chain, theta: Floats, cos: Floats, sin: Floats, share: float) -> Path:
    """The line drawn taut through the rings, over the blank where a straight leg would cut it."""
    xy = nodes_at(chain, cos, sin)
    rings, first = chain.node.size, chain.reel.shape[0]
    at_ring = np.empty((rings, 2))
    for r in range(rings):
        tilt = _direction(theta, chain.node[r])
        c, s = math.cos(tilt), math.sin(tilt)
        at_ring[r, 0] = xy[chain.node[r], 0] + chain.ahead[r] * c - chain.height[r] * s
        at_ring[r, 1] = xy[chain.node[r], 1] + chain.ahead[r] * s + chain.height[r] * c
    lies = np.zeros(xy.shape[0], np.bool_)
    lying = 0
    for r in range(1 - first, rings):
        if r == 0:
            lying += _rest(chain, theta, xy, chain.reel[0], at_ring[0], 1, chain.node[0], lies)
        else:
            begin, end = chain.node[r - 1] + 1, chain.node[r]
            lying += _rest(chain, theta, xy, at_ring[r - 1], at_ring[r], begin, end, lies)

    corners = rings + lying
    node, ring = np.empty(corners, np.int64), np.empty(corners, np.int64)
    height, ahead = np.empty(corners), np.empty(corners)
    at, way_c, way_s = np.empty((corners, 2)), np.empty(corners), np.empty(corners)
    span = np.empty(corners, np.int64)
    k, begin = 0, 1
    for r in range(rings):
        for i in range(begin, chain.node[r] + 1):
            rung = i == chain.node[r]
            if not rung and not lies[i]:
                continue
            node[k], span[k] = i, r - 1 + first
            ring[k] = r if rung else -1
            height[k] = chain.height[r] if rung else chain.skin[i]
            ahead[k] = chain.ahead[r] if rung else 0.0
            k += 1
        if chain.node[r] < begin:  # on the clamp, or where another ring stands
            node[k], span[k], ring[k] = chain.node[r], r - 1 + first, r
            height[k], ahead[k] = chain.height[r], chain.ahead[r]
            k += 1
        begin = max(begin, chain.node[r] + 1)
    for k in range(corners):
        tilt = _direction(theta, node[k])
        way_c[k], way_s[k] = math.cos(tilt), math.sin(tilt)
        at[k, 0] = xy[node[k], 0] + ahead[k] * way_c[k] - height[k] * way_s[k]
        at[k, 1] = xy[node[k], 1] + ahead[k] * way_s[k] + height[k] * way_c[k]

    legs = max(corners - 1 + first, 0)
    unit, size, tension = np.empty((legs, 2)), np.empty(legs), np.empty(legs)
    for leg in range(legs):
        end = leg + 1 - first
        x0, y0 = (chain.reel[0, 0], chain.reel[0, 1]) if end == 0 else (at[end - 1, 0], at[end - 1, 1])  # fmt: skip
        x, y = at[end, 0] - x0, at[end, 1] - y0
        size[leg] = max(math.hypot(x, y), 1e-9)
        unit[leg, 0], unit[leg, 1] = x / size[leg], y / size[leg]
        tension[leg] = share * chain.spans[span[end]]
    return Path(node, ring, height, ahead, at, way_c, way_s, unit, size, tension)


@compiled
def _rest(
    chain: Chain, theta: Floats, xy: Floats, begin: Floats, end: Floats, first: int, last: int, lies: Flags
) -> int:  # fmt: skip
    """Of nodes first to last - 1, those on which the taut line from ``begin`` to ``end`` lies are marked:
    the hull of what a straight one would cut. How many they are."""
    x, y = end[0] - begin[0], end[1] - begin[1]
    size = max(math.hypot(x, y), 1e-9)
    ux, uy = x / size, y / size
    along, out = np.empty(max(last - first, 0)), np.empty(max(last - first, 0))
    which = np.empty(max(last - first, 0), np.int64)
    cut = 0
    for i in range(first, last):
        if not chain.rests[i]:
            continue
        tilt = _direction(theta, i)
        dx = xy[i, 0] - chain.skin[i] * math.sin(tilt) - begin[0]
        dy = xy[i, 1] + chain.skin[i] * math.cos(tilt) - begin[1]
        a = dx * ux + dy * uy
        o = chain.side * (dy * ux - dx * uy)
        if not (o > 0 and 0 < a < size):
            continue
        k = cut
        while k > 0 and along[k - 1] > a:  # nearly always in order already
            along[k], out[k], which[k] = along[k - 1], out[k - 1], which[k - 1]
            k -= 1
        along[k], out[k], which[k] = a, o, i
        cut += 1
    # The upper hull from end to end, kept in front of the same arrays.
    kept = 0
    for k in range(cut + 1):
        x1, y1 = (along[k], out[k]) if k < cut else (size, 0.0)
        while kept > 0:
            xa, ya = (along[kept - 2], out[kept - 2]) if kept > 1 else (0.0, 0.0)
            xb, yb = along[kept - 1], out[kept - 1]
            if (xb - xa) * (y1 - ya) - (x1 - xa) * (yb - ya) < 0:
                break
            kept -= 1
        if k < cut:
            along[kept], out[kept], which[kept] = x1, y1, which[k]
            kept += 1
    for k in range(kept):
        lies[which[k]] = True
    return kept


@compiled
def energy_of(chain: Chain, theta: Floats, cos: Floats, sin: Floats, share: float, path: Path) -> float:  # fmt: skip
    """Potential in N mm under a share of the load."""
    energy, last = 0.0, 0.0
    along, across = share * chain.tension_n * chain.pull[0], share * chain.tension_n * chain.pull[1]
    bare = chain.node.size == 0
    for e in range(theta.size):
        energy += 0.5 * chain.spring[e] * (theta[e] - last) ** 2
        energy -= share * chain.lever[e] * (chain.down[0] * cos[e] + chain.down[1] * sin[e])
        if bare:
            energy -= chain.ds[e] * (along * cos[e] + across * sin[e])
        last = theta[e]
    if not bare:
        for leg in range(path.size.size):
            energy += path.tension[leg] * path.size[leg]
        energy -= along * path.at[-1, 0] + across * path.at[-1, 1]
    return energy


@compiled
def slopes(
    chain: Chain, theta: Floats, cos: Floats, sin: Floats, share: float, path: Path
) -> tuple[Floats, Floats, Floats, Floats]:
    """Gradient (n) and the Newton matrix: its diagonal (n), what stands beside it (n - 1), and the
    rows (legs, n) whose squares are added."""
    n = theta.size
    gradient, diagonal, beside = np.empty(n), np.empty(n), -chain.spring[1:]
    along, across = share * chain.tension_n * chain.pull[0], share * chain.tension_n * chain.pull[1]
    bare = chain.node.size == 0
    for e in range(n):
        moment = chain.spring[e] * (theta[e] - (theta[e - 1] if e else 0.0))
        gradient[e], diagonal[e] = moment, chain.spring[e]
        if e:
            gradient[e - 1] -= moment
            diagonal[e - 1] += chain.spring[e]
        fx, fy = share * chain.lever[e] * chain.down[0], share * chain.lever[e] * chain.down[1]
        if bare:
            fx, fy = fx + chain.ds[e] * along, fy + chain.ds[e] * across
        gradient[e] -= fy * cos[e] - fx * sin[e]
        diagonal[e] += fx * cos[e] + fy * sin[e]
    if bare:
        return gradient, diagonal, beside, np.empty((0, n))

    # What the line does to each corner, and to all beyond each element.
    first, corners, legs = chain.reel.shape[0], path.node.size, path.size.size
    force = np.zeros((corners, 2))
    for leg in range(legs):
        end = leg + 1 - first
        for axis in range(2):
            much = path.unit[leg, axis] * path.tension[leg]
            force[end, axis] += much
            if end > 0:
                force[end - 1, axis] -= much
    force[-1, 0] -= along
    force[-1, 1] -= across
    k, bx, by = corners - 1, 0.0, 0.0
    for e in range(n - 1, -1, -1):
        while k >= 0 and path.node[k] > e:
            bx, by = bx + force[k, 0], by + force[k, 1]
            k -= 1
        gradient[e] += chain.ds[e] * (by * cos[e] - bx * sin[e])
        diagonal[e] -= chain.ds[e] * (bx * cos[e] + by * sin[e])

    # A corner stands off the axis and turns with the two elements that meet there.
    sway = np.empty((corners, 2))
    for k in range(corners):
        before, after, half = _before(path.node[k]), min(path.node[k], n - 1), _half(path.node[k])
        up = path.height[k] * path.cos[k] + path.ahead[k] * path.sin[k]
        on = path.ahead[k] * path.cos[k] - path.height[k] * path.sin[k]
        sway[k, 0], sway[k, 1] = -half * up, half * on
        lift = force[k, 0] * sway[k, 0] + force[k, 1] * sway[k, 1]
        gradient[before] += lift
        gradient[after] += lift
        arm = half * (-force[k, 0] * on - force[k, 1] * up) / 2
        diagonal[before] += arm
        diagonal[after] += arm
        if before == after:
            diagonal[before] += 2 * arm
        else:
            beside[before] += arm

    # Each straight leg resists being turned, by its pull over its length.
    rows = np.zeros((legs, n))
    for leg in range(legs):
        end = leg + 1 - first
        stiff = math.sqrt(path.tension[leg] / path.size[leg])
        ax, ay = -path.unit[leg, 1] * stiff, path.unit[leg, 0] * stiff
        begin = 0 if end == 0 else path.node[end - 1]
        for e in range(begin, path.node[end]):
            rows[leg, e] = chain.ds[e] * (ay * cos[e] - ax * sin[e])
        much = ax * sway[end, 0] + ay * sway[end, 1]
        rows[leg, _before(path.node[end])] += much
        rows[leg, min(path.node[end], n - 1)] += much
        if end > 0:
            much = ax * sway[end - 1, 0] + ay * sway[end - 1, 1]
            rows[leg, _before(path.node[end - 1])] -= much
            rows[leg, min(path.node[end - 1], n - 1)] -= much
    return gradient, diagonal, beside, rows


@compiled
def _negative(diagonal: Floats, beside: Floats, shift: float) -> int:
    """How many eigenvalues of A + shift lie below nought: its negative pivots (Sylvester's law of
    inertia)."""
    count, carried = 0, 0.0
    for e in range(diagonal.size):
        pivot = diagonal[e] + shift - carried
        if pivot == 0.0:
            pivot = 1e-300
        if pivot < 0:
            count += 1
        if e < beside.size:
            carried = beside[e] * beside[e] / pivot
    return count


@compiled
def _solved(diagonal: Floats, beside: Floats, shift: float, right: Floats) -> bool:
    """Put the solution of (A + shift) x = b in the place of each row b of ``right`` (m, n): elimination
    with rows changed where the one below is larger. False when it cannot be had."""
    n, many = diagonal.size, right.shape[0]
    low, mid, up, up2 = beside.copy(), diagonal + shift, beside.copy(), np.zeros(n)
    for i in range(n - 1):
        if abs(mid[i]) >= abs(low[i]):
            if mid[i] == 0.0:
                return False
            part = low[i] / mid[i]
            mid[i + 1] -= part * up[i]
            for k in range(many):
                right[k, i + 1] -= part * right[k, i]
        else:
            part = mid[i] / low[i]
            mid[i], kept = low[i], mid[i + 1]
            mid[i + 1] = up[i] - part * kept
            up[i] = kept
            if i < n - 2:
                up2[i], up[i + 1] = up[i + 1], -part * up[i + 1]
            for k in range(many):
                above, below = right[k, i], right[k, i + 1]
                right[k, i], right[k, i + 1] = below, above - part * below
    if mid[n - 1] == 0.0:
        return False
    for k in range(many):
        row = right[k]
        row[n - 1] /= mid[n - 1]
        if n > 1:
            row[n - 2] = (row[n - 2] - up[n - 2] * row[n - 1]) / mid[n - 2]
        for i in range(n - 3, -1, -1):
            row[i] = (row[i] - up[i] * row[i + 1] - up2[i] * row[i + 2]) / mid[i]
    return True


@compiled
def _step(diagonal: Floats, beside: Floats, rows: Floats, gradient: Floats, shift: float) -> tuple[Floats, bool]:  # fmt: skip
    """The step when A + shift + B^T B is positive definite, and whether it is."""
    legs, n = rows.shape
    below = _negative(diagonal, beside, shift)
    right = np.empty((legs + 1, n))
    for e in range(n):
        right[0, e] = -gradient[e]
        for leg in range(legs):
            right[leg + 1, e] = rows[leg, e]
    if below > legs or not _solved(diagonal, beside, shift, right):
        return gradient, False
    move = np.empty(n)
    for e in range(n):
        move[e] = right[0, e]
        if not math.isfinite(move[e]):
            return gradient, False
    if legs == 0:
        return move, below == 0
    part, under = _part(rows, right)
    if under != below:
        return gradient, False
    for leg in range(legs):
        for e in range(n):
            move[e] -= part[leg] * right[leg + 1, e]
    return move, True


@compiled
def _part(rows: Floats, right: Floats) -> tuple[Floats, int]:
    """(I + B A^-1 B^T)^-1 B A^-1 g by elimination, and how many of its pivots, so of its eigenvalues, lie
    below nought (-1 when one is nought). ``right`` (m + 1, n) is A^-1 of the gradient and of each row."""
    legs, n = rows.shape
    small, part = np.empty((legs, legs)), np.empty(legs)
    for i in range(legs):
        for j in range(i + 1):
            total = 1.0 if i == j else 0.0
            for e in range(n):
                total += rows[i, e] * right[j + 1, e]
            small[i, j] = total
        total = 0.0
        for e in range(n):
            total += rows[i, e] * right[0, e]
        part[i] = total
    under = 0
    for k in range(legs):
        pivot = small[k, k]
        if pivot == 0.0:
            return part, -1
        if pivot < 0:
            under += 1
        for i in range(k + 1, legs):
            share = small[i, k] / pivot
            for j in range(k + 1, i + 1):
                small[i, j] -= share * small[j, k]
            part[i] -= share * part[k]
    for k in range(legs - 1, -1, -1):
        part[k] /= small[k, k]
        for i in range(k + 1, legs):
            part[k] -= small[i, k] / small[k, k] * part[i]
    return part, under


@compiled
def downhill(diagonal: Floats, beside: Floats, rows: Floats, gradient: Floats) -> tuple[Floats, bool]:  # fmt: skip
    """The Newton step against ``gradient`` (n), and whether one was found; the matrix is stiffened until
    the step points downhill. ``diagonal`` (n) and ``beside`` (n - 1) are A, ``rows`` (m, n) B."""
    shift, base = 0.0, np.abs(diagonal).mean()
    for _ in range(SHIFTS):
        move, found = _step(diagonal, beside, rows, gradient, shift)
        if found:
            return move, True
        shift = max(10 * shift, 1e-4 * base)
    return gradient, False


@compiled
def relax(chain: Chain, start: Floats, share: float, scale: float) -> tuple[Floats, int, float]:
    """Newton's method from ``start`` (n) rad with a safeguarded step: the angles at rest, how many steps
    it took, and what share of ``scale`` (N mm) is left over. No steps: it did not come to rest."""
    theta = start.copy()
    cos, sin = np.cos(theta), np.sin(theta)
    path = lay(chain, theta, cos, sin, share)
    energy = energy_of(chain, theta, cos, sin, share, path)
    for step in range(1, MOST_STEPS + 1):
        gradient, diagonal, beside, rows = slopes(chain, theta, cos, sin, share, path)
        residual = np.abs(gradient).max() / scale
        if residual < GRADIENT_OK:
            return theta, step, residual
        move, found = downhill(diagonal, beside, rows, gradient)
        if not found:
            return theta, 0, residual
        size = np.abs(move).max()
        stride = min(1.0, 0.7 / size) if size > 0.7 else 1.0
        slope = gradient @ move
        lower = False
        for _ in range(MOST_HALVINGS):
            fresh = theta + stride * move
            cos, sin = np.cos(fresh), np.sin(fresh)
            path = lay(chain, fresh, cos, sin, share)
            now = energy_of(chain, fresh, cos, sin, share, path)
            if now <= energy + 1e-4 * stride * slope + 1e-12 * abs(energy):
                lower = True
                break
            stride /= 2
        if not lower:
            return theta, (step if residual < 1e-6 else 0), residual
        theta, energy = fresh, now
    return theta, 0, residual
