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
    stop = target_mm
    for place, size, count in zip(u, bore, held, strict=True):
        if count == 0:
            continue
        if count == widest.size:
            at = taper.length_mm
        else:
            wide, narrow = widest[count - 1], widest[count]
            at = x[count - 1] + (x[count] - x[count - 1]) * (wide - size) / (wide - narrow)
        stop = max(stop, at - place)
    return float(stop)


def straight_bore(butt_mm: float, tip_mm: float, length_mm: float) -> Callable[[Floats], Floats]:
    """Bore that runs straight from one face's diameter to the other's, mm."""
    return lambda u: butt_mm + (tip_mm - butt_mm) * u / length_mm
