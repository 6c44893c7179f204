"""A photograph of the bent rod: stiffness refitted from points clicked along it.

Two points whose place is known (the front of the handle and the tip of the
drawn curve, or the butt and any guide) match the picture to the drawing by a
turn, a shift and one scale; the points clicked are then millimetres, and EI is
scaled until the computed curve lies through them. Method page:
``docs/methods/stiffness.md``.
"""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize_scalar

from wise_spool.core.blank.stiffness import Stiffness, StiffnessPlan, bent_by
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.blank import StaticReading
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.guides.under_load import BendPoint, dress
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Load, bend

Floats = NDArray[np.float64]

LEAST_POINTS = 3
MOST_FACTOR = 4.0
"""A photo that asks for more than this times the stiffness was matched wrongly. From habit."""


class PhotoFit(Frozen):
    """EI times ``factor`` passes the curve through the points, ``off_mm`` away at the worst.

    ``reading`` is the bend on the bench that says the same, to be kept with the blank.
    """

    factor: float
    off_mm: float
    power_g: float
    reading: StaticReading


def refit(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    setup: BendSetup,
    points: Sequence[BendPoint],
) -> PhotoFit:
    """Scale EI until the loaded rod runs through points in the bend's frame (mm).

    Raises :class:`BendError` with too few points, no load, or no scale that fits.
    """
    if len(points) < LEAST_POINTS:
        raise BendError(f"Click {LEAST_POINTS} points or more along the blank.")
    if setup.load_g <= 0:
        raise BendError("Without a load a photo says nothing about stiffness.")
    assert work.taper is not None and work.length_mm is not None
    clicked = np.array([(p.x_mm, p.y_mm) for p in points])
    dressed = dress(build, work, handle, guides, stiffness)
    load_n = setup.load_g * GRAVITY_N_PER_G

    def apart(log_factor: float) -> Floats:
        # EI up by a factor is the load down by it.
        load = Load(load_n / math.exp(log_factor), setup.pull_deg)
        bent = bend(dressed.rod, load, 80)
        curve = np.column_stack([bent.x_mm, bent.y_mm])
        gaps = np.linalg.norm(clicked[:, None, :] - curve[None, :, :], axis=2)
        return np.asarray(gaps.min(axis=1), float)

    edge = math.log(MOST_FACTOR)
    best = minimize_scalar(
        lambda f: float((apart(f) ** 2).sum()), bounds=(-edge, edge), method="bounded", options={"xatol": 1e-3}
    )  # fmt: skip
    if abs(best.x) > 0.98 * edge:
        raise BendError(
            "No stiffness near the one known runs through these points: match the picture's two points again."
        )
    factor = math.exp(float(best.x))
    k = stiffness.k_n_mm2 * factor
    clamp = min(300.0, 0.3 * work.length_mm)
    weight = max(1.0, round(0.25 * stiffness.power_g * factor))
    drop = bent_by(work.taper, Stiffness(work.taper, k, stiffness.p).ei, clamp, work.length_mm, weight * GRAVITY_N_PER_G)  # fmt: skip
    cut = build.blank.trim_butt_mm
    return PhotoFit(
        factor=round(factor, 4),
        off_mm=round(float(apart(float(best.x)).max()), 1),
        power_g=round(stiffness.power_g * factor, 1),
        reading=StaticReading(
            clamp_mm=clamp + cut, weight_g=weight, at_mm=round(work.length_mm + cut, 2), drop_mm=round(drop.tip_mm[1], 2)
        ),
    )  # fmt: skip
