"""Why a blank snaps: the energy of a bent blank as it is rolled.

The tip is held at a lateral displacement D. The blank is softer across one
axis (k1) than across the other (k2), and bowed by (b1, b2) in that frame.
Rolled so that the blank's clock angle ``toward`` lies on the inside of the
bend, with t the angle from the soft axis,

    U = 1/2 [k1 (D cos t - b1)^2 + k2 (D sin t - b2)^2].

Its minima are the resting lines, the barrier between them is the snap and
-dU/dt is the torque felt. Own derivation, method page ``docs/methods/rolling.md``.
"""

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import minimize_scalar

Floats = NDArray[np.float64]

GRID = 720


@dataclass(frozen=True)
class RestingPlace:
    """One minimum: the clock angle on the inside of the bend, its energy, and the least barrier out."""

    toward_deg: float
    energy_n_mm: float
    barrier_n_mm: float


@dataclass(frozen=True)
class RollModel:
    """A blank to be rolled. Stiffness in N/mm, bow and displacement in mm, clock degrees.

    ``soft_deg`` is the soft axis (mod 180), ``bow_deg`` where the bow points.
    """

    soft_n_mm: float
    stiff_n_mm: float
    soft_deg: float
    bow_mm: float
    bow_deg: float
    displacement_mm: float

    @property
    def percent(self) -> float:
        """How much stiffer the stiff axis is, percent of the soft one."""
        return 100 * (self.stiff_n_mm / self.soft_n_mm - 1)

    def energy(self, toward_deg: ArrayLike) -> Floats:
        """U in N mm at each clock angle turned to the inside of the bend; shape as given."""
        t = np.radians(np.asarray(toward_deg, float) - self.soft_deg)
        b1, b2 = self._bow
        d = self.displacement_mm
        return np.asarray(
            0.5
            * (
                self.soft_n_mm * (d * np.cos(t) - b1) ** 2
                + self.stiff_n_mm * (d * np.sin(t) - b2) ** 2
            ),
            float,
        )

    def torque(self, toward_deg: float) -> float:
        """-dU/dt in N mm (per radian) at a clock angle: positive rolls it to larger angles."""
        t = math.radians(toward_deg - self.soft_deg)
        b1, b2 = self._bow
        d = self.displacement_mm
        slope = -self.soft_n_mm * (d * math.cos(t) - b1) * d * math.sin(t)
        slope += self.stiff_n_mm * (d * math.sin(t) - b2) * d * math.cos(t)
        return -slope

    @property
    def _bow(self) -> tuple[float, float]:
        at = math.radians(self.bow_deg - self.soft_deg)
        return self.bow_mm * math.cos(at), self.bow_mm * math.sin(at)

    @cached_property
    def resting(self) -> tuple[RestingPlace, ...]:
        """All resting places, deepest first; none when the blank is alike all round."""
        x = np.arange(GRID) * 360.0 / GRID
        u = self.energy(x)
        if float(np.ptp(u)) < 1e-9 * max(float(np.abs(u).max()), 1e-12):
            return ()
        low = np.flatnonzero((u <= np.roll(u, 1)) & (u < np.roll(u, -1)))
        high = u[np.flatnonzero((u >= np.roll(u, 1)) & (u > np.roll(u, -1)))]
        step = 360.0 / GRID
        places = []
        for i in low.tolist():
            found = minimize_scalar(
                lambda a: float(self.energy(a)), bounds=(x[i] - step, x[i] + step), method="bounded",
                options={"xatol": 1e-6},
            )  # fmt: skip
            energy = float(found.fun)
            places.append(RestingPlace(float(found.x) % 360, energy, float(high.min()) - energy))
        return tuple(sorted(places, key=lambda p: (p.energy_n_mm, p.toward_deg)))
