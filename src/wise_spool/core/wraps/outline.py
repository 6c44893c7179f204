"""The outline that thread really takes round a blank with a foot on it, in closed form.

A foot is a flat bar ``wide`` x ``high`` lying on the top of a circle of radius ``r``. Thread under tension
follows the convex hull of the two: over the bar's top, down straight to where it touches the blank, round
the rest. Beside the bar it leaves two voids, which finish fills. Elementary geometry; checked against
Shapely's ``convex_hull`` in ``tests/core/wraps/test_outline.py``. Method page: ``docs/methods/wraps.md``.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Outline:
    """Perimeter in mm and area in mm² of the hull, and of the two voids together; one shape throughout."""

    perimeter_mm: Floats
    area_mm2: Floats
    void_mm2: Floats


def outline(radius_mm: ArrayLike, wide_mm: ArrayLike, high_mm: ArrayLike) -> Outline:
    """The hull at one or many stations; ``high_mm`` 0 is the blank alone.

    All arguments broadcast; radius > 0, the others >= 0.

    >>> o = outline(5.0, 0.0, 0.0)
    >>> round(float(o.perimeter_mm), 3), round(float(o.void_mm2), 3)
    (31.416, 0.0)
    """
    r, w, h = (np.asarray(v, dtype=float) for v in (radius_mm, wide_mm, high_mm))
    a, top = w / 2, r + h
    bare = h <= 1e-12
    overhangs = a > r
    # The corner from which thread runs to the blank: the bar's upper one, or its lower one when the bar is wider.
    corner_y = np.where(overhangs, r, top)
    far = np.hypot(a, corner_y)
    reach = np.sqrt(np.maximum(far**2 - r**2, 0.0))
    touches = np.arctan2(corner_y, a) - np.arccos(np.clip(r / far, -1.0, 1.0))
    arc = touches + np.pi / 2
    side = np.where(overhangs, h, 0.0)
    perimeter = 2 * (a + side + reach + r * arc)
    area = a * top + np.where(overhangs, a * h, 0.0) + reach * r + r**2 * arc
    circle = np.pi * r**2
    perimeter = np.where(bare, 2 * np.pi * r, perimeter)
    area = np.where(bare, circle, area)
    void = np.where(bare, 0.0, np.maximum(area - circle - w * h, 0.0))
    return Outline(perimeter, area, void)
