"""The outside of a part: straight between its faces, or shaped to the diameters a builder wants.

Between said diameters the outside runs smoothly and never bulges past them (monotone cubic, as the
blank's taper does). Method page: ``docs/methods/turning.md``.
"""

import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import PchipInterpolator

from wise_spool.core.document.parts import Part
from wise_spool.core.ground.frozen import Frozen

Floats = NDArray[np.float64]

NEAR_MM = 1.0
"""Diameters nearer than this are one place to a gouge. From habit."""
SMOOTH = 33
"""Places a shaped outside is drawn and weighed at."""


class Outside(Frozen):
    """The outside at one place, mm from the part's butt face."""

    at_mm: float
    od_mm: float


def said(part: Part) -> list[tuple[float, float]]:
    """The faces and the diameters between them, butt first; those off the part, or too near another to
    be turned, are left out."""
    places = [(0.0, part.od_butt_mm)]
    for c in sorted(part.contour, key=lambda c: c.at_mm):
        if places[-1][0] + NEAR_MM <= c.at_mm <= part.length_mm - NEAR_MM:
            places.append((c.at_mm, c.od_mm))
    return [*places, (part.length_mm, part.od_tip_mm)]


def od_at(part: Part, at_mm: Floats) -> Floats:
    """Outside diameter, mm, at places from the butt face, mm.

    >>> od_at(Part(id="g", kind="rear_grip", length_mm=100, od_butt_mm=20, od_tip_mm=30), np.array([50.0]))
    array([25.])
    """
    x, od = (np.array(side) for side in zip(*said(part), strict=True))
    if x.size == 2:
        return np.asarray(np.interp(at_mm, x, od))
    return np.asarray(PchipInterpolator(x, od)(at_mm), float)


def outline(part: Part) -> tuple[Outside, ...]:
    """The outside as it is drawn: two places when it is straight, many when it is shaped."""
    if len(said(part)) == 2:
        return tuple(Outside(at_mm=at, od_mm=od) for at, od in said(part))
    at = np.unique(np.append(np.linspace(0, part.length_mm, SMOOTH), [a for a, _ in said(part)]))
    return tuple(
        Outside(at_mm=round(float(a), 2), od_mm=round(float(od), 3))
        for a, od in zip(at, od_at(part, at), strict=True)
    )


def volume_and_centre(part: Part) -> tuple[float, float]:
    """Volume in mL inside the outside, and where its centre lies, mm from the butt face."""
    at = np.unique(np.append(np.linspace(0, part.length_mm, 200), [a for a, _ in said(part)]))
    area = np.pi / 4 * od_at(part, at) ** 2
    volume = float(np.trapezoid(area, at))
    return volume / 1000, float(np.trapezoid(area * at, at)) / volume
