"""Closing the middle: free guides between two fixed ones, in even steps, sums exact.

Distances are mm from the tip-top ring toward the butt, so they grow. Method
page: ``docs/methods/guides.md``.
"""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

MOST_FREE = 30


@dataclass(frozen=True)
class Closed:
    """Gaps in mm between two fixed points, tip side first, and the step between them.

    ``gaps`` has one more entry than there are free guides.
    """

    gaps: tuple[float, ...]
    step_mm: float


def close_after_gap(span_mm: float, gap_before_mm: float, free: int) -> Closed:
    """Divide ``span_mm`` into ``free + 1`` gaps that go on growing from ``gap_before_mm``.

    gaps g0 + i d, i = 1..n, with d = (S - n g0) / (n (n + 1) / 2) and n = free + 1
    gaps, so the steps are even and the sum is exact (common practice). ``step_mm``
    below zero means too many guides for the span.
    """
    _check(span_mm, free)
    n = free + 1
    d = (span_mm - n * gap_before_mm) / (n * (n + 1) / 2)
    return Closed(tuple(gap_before_mm + i * d for i in range(1, n + 1)), d)


def close_from_first_gap(span_mm: float, first_gap_mm: float, free: int) -> Closed:
    """Divide ``span_mm`` from the tip-top into gaps that start at ``first_gap_mm``.

    gaps g1 + i d, i = 0..n-1, d = (S - n g1) / (n (n - 1) / 2): the pure
    progression when only the last guide is fixed. One gap is the span itself.
    """
    _check(span_mm, free)
    n = free + 1
    if n == 1:
        return Closed((span_mm,), 0.0)
    d = (span_mm - n * first_gap_mm) / (n * (n - 1) / 2)
    return Closed(tuple(first_gap_mm + i * d for i in range(n)), d)


def free_counts_that_close(
    span_mm: float, gap_before_mm: float, next_gap_mm: float | None
) -> list[int]:
    """How many free guides close the span with gaps that never shrink toward the butt.

    ``next_gap_mm`` is the fixed gap beyond the span, which the last closed gap
    may not exceed; None when there is none.
    """
    good = []
    for free in range(MOST_FREE):
        closed = close_after_gap(span_mm, gap_before_mm, free)
        if closed.step_mm < -1e-9:
            break
        if next_gap_mm is None or closed.gaps[-1] <= next_gap_mm + 1e-9:
            good.append(free)
    return good


def unevenness(distances: Sequence[float]) -> float:
    """Sum of squared changes of gap along the train, shrinking gaps counted ten times."""
    gaps = [b - a for a, b in itertools.pairwise(distances)]
    return sum((b - a) ** 2 * (10 if b < a else 1) for a, b in itertools.pairwise(gaps))


def _check(span_mm: float, free: int) -> None:
    if span_mm <= 0:
        raise ValueError("the fixed guides on both sides cross: there is no span to close")
    if free < 0:
        raise ValueError("a number of guides is not negative")
