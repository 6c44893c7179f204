"""How a bored part meets the blank: where it stops, and the bore it wants.

Method page: ``docs/methods/fits.md``.
"""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.taper import Taper

Floats = NDArray[np.float64]

FIT_STEP_MM = 2.0
"""Spacing at which a bore is compared with the blank."""


def stop_station(
    bore_mm: Callable[[Floats], Floats], length_mm: float, taper: Taper, target_mm: float
) -> float:
    """Station in mm where a part's butt-side face stops when slid on from the tip.

    ``bore_mm`` gives the bore at distances from the part's butt-side face. Each
    place u in the bore is held by the blank nearest the tip that is wider than
    it, at x(u); the part stops at the greatest x(u) - u, and never below
    ``target_mm``, where the builder stops pushing. Good to the 1 mm grid of the
    blank, refined by linear interpolation.
    """
    u = np.linspace(0.0, length_mm, max(3, int(length_mm / FIT_STEP_MM) + 1))
    bore = np.asarray(bore_mm(u), float)
    x, widest = taper.widest_ahead
    held = widest.size - np.searchsorted(widest[::-1], bore, side="right")
    blocked = held > 0
    if not blocked.any():
        return target_mm
    before = held[blocked] - 1
    after = np.minimum(before + 1, widest.size - 1)
    drop = np.where(after > before, widest[before] - widest[after], 1.0)
    share = np.where(after > before, (widest[before] - bore[blocked]) / drop, 0.0)
    at = x[before] + (x[after] - x[before]) * share
    return float(max(target_mm, (at - u[blocked]).max()))


def straight_bore(butt_mm: float, tip_mm: float, length_mm: float) -> Callable[[Floats], Floats]:
    """Bore that runs straight from one face's diameter to the other's, mm."""
    return lambda u: butt_mm + (tip_mm - butt_mm) * u / length_mm
