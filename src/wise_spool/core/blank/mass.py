"""The blank's mass along it, as it is built on: weighed, or from its wall in proportion.

Linear density goes as OD squared. A blank is weighed as it arrived: what is cut
off takes its share with it. Method page: ``docs/methods/balance.md``.
"""

import math
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Blank
from wise_spool.core.ground.habits import habits

Floats = NDArray[np.float64]


def estimated_g_per_mm(blank: Blank, taper: Taper, x: Floats) -> Floats:
    """Mass of the unweighed blank in g/mm at stations, shape as given: its wall in proportion.

    rho pi w (1 - w) OD^2, with w the wall as a share of OD.
    """
    wall = habits().wall_share[blank.material]
    density = habits().blank_density_g_ml[blank.material]
    return taper.od_mm(x) ** 2 * math.pi * wall * (1 - wall) * density / 1000


def blank_g_per_mm(blank: Blank, taper: Taper) -> Callable[[Floats], Floats]:
    """Mass in g/mm of the blank as built on, a function of station arrays: the estimate, scaled to
    what the whole blank weighed as it arrived when it has been weighed."""
    scale = _weighed_over_estimated(blank)

    def mass(x: Floats) -> Floats:
        return scale * estimated_g_per_mm(blank, taper, x)

    return mass


def blank_mass_g(blank: Blank, taper: Taper) -> tuple[float, float, bool]:
    """Mass in g of the blank as built on, the station of its centre in mm, and whether it was weighed."""
    x = np.linspace(0.0, taper.length_mm, 201)
    along = blank_g_per_mm(blank, taper)(x)
    mass = float(np.trapezoid(along, x))
    centre = float(np.trapezoid(along * x, x)) / mass if mass > 0 else taper.length_mm / 2
    return mass, centre, blank.mass_g is not None


def _weighed_over_estimated(blank: Blank) -> float:
    if blank.mass_g is None:
        return 1.0
    whole = working_blank(blank.model_copy(update={"trim_butt_mm": 0.0, "trim_tip_mm": 0.0}))
    if whole.taper is None:
        return 1.0
    x = np.linspace(0.0, whole.taper.length_mm, 201)
    estimated = float(np.trapezoid(estimated_g_per_mm(blank, whole.taper, x), x))
    return blank.mass_g / estimated if estimated > 0 else 1.0
