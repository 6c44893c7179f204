"""One Newton step of a chain: a tridiagonal matrix with a few dense rows added, solved in O(n).

The bending of a chain of elements couples neighbours only; each straight leg of line adds one row b
as b b^T. With A tridiagonal and B (m, n) the rows, by the Woodbury identity,

    (A + B^T B)^-1 g = A^-1 g - A^-1 B^T (I + B A^-1 B^T)^-1 B A^-1 g,

and, by the inertia of the same block matrix, A + B^T B is positive definite just when A has as many
negative eigenvalues as I + B A^-1 B^T (Haynsworth 1968, from memory; both tested against dense
factors).
"""

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import lapack

Floats = NDArray[np.float64]

SHIFTS = 14


def downhill(diagonal: Floats, beside: Floats, rows: Floats, gradient: Floats) -> Floats | None:
    """The Newton step against ``gradient`` (n); the matrix is stiffened until the step points downhill.

    ``diagonal`` (n) and ``beside`` (n - 1) are A, ``rows`` (m, n) B. None when nothing helps.
    """
    right = np.empty((gradient.size, 1 + rows.shape[0]), order="F")
    right[:, 0] = -gradient
    right[:, 1:] = rows.T
    shift = 0.0
    base = float(np.abs(diagonal).mean())
    for _ in range(SHIFTS):
        stiffer = diagonal + shift if shift else diagonal
        move = _solved(stiffer, beside, rows, right)
        if move is not None:
            return move
        shift = max(10 * shift, 1e-4 * base)
    return None


def _solved(diagonal: Floats, beside: Floats, rows: Floats, right: Floats) -> Floats | None:
    """The step when A + B^T B is positive definite, None when it is not."""
    d, e, failed = lapack.dpttrf(diagonal, beside)
    below = 0
    if not failed:
        found, failed = lapack.dpttrs(d, e, right)
    else:
        below = _negative(diagonal, beside)
        if below > rows.shape[0]:
            return None
        lower, middle, upper, second, pivots, failed = lapack.dgttrf(beside, diagonal, beside)
        if failed:
            return None
        found, failed = lapack.dgttrs(lower, middle, upper, second, pivots, right)
    if failed or not np.isfinite(found[:, 0]).all():
        return None
    if rows.shape[0] == 0:
        return None if below else np.asarray(found[:, 0])
    legs = rows @ found
    small = (legs[:, 1:] + legs[:, 1:].T) / 2
    small.flat[:: small.shape[0] + 1] += 1.0
    if not below:
        _, part, failed = lapack.dposv(small, legs[:, 0])
        return None if failed else np.asarray(found[:, 0] - found[:, 1:] @ part)
    values, vectors = np.linalg.eigh(small)
    if int((values < 0).sum()) != below or np.abs(values).min() == 0.0:
        return None
    part = vectors @ ((vectors.T @ legs[:, 0]) / values)
    return np.asarray(found[:, 0] - found[:, 1:] @ part)


def _negative(diagonal: Floats, beside: Floats) -> int:
    """How many eigenvalues of A lie below nought: its negative pivots (Sylvester's law of inertia)."""
    pivot, count = 1.0, 0
    before = 0.0
    for d, e in zip(diagonal.tolist(), [*beside.tolist(), 0.0], strict=True):
        pivot = d - before
        if pivot == 0.0:
            pivot = 1e-300
        count += pivot < 0
        before = e * e / pivot
    return count
