"""A label on a tapering blank: where the printed film has to bend so that its lines stand straight on the rod.

Over a label's length a blank is a cone. A line of text that looks straight on it lies in a plane parallel to the axis,
``y = const``. The cone unrolls to a sector: with half angle ``alpha`` a point at radius r and turned by ``theta`` lies at
``rho = r / sin(alpha)`` from the apex, turned by ``theta * sin(alpha)`` (textbook geometry of the developed cone).
Checked by rolling the print back in ``tests/core/labels/test_cone.py``. Method page: ``docs/methods/labels.md``.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
FLAT = 1e-7
"""A cone of a smaller half angle is a cylinder."""


@dataclass(frozen=True)
class Cone:
    """The blank under a label: radius ``butt_mm`` at its butt end and ``tip_mm`` at its tip end, ``length_mm`` apart
    along the axis."""

    butt_mm: float
    tip_mm: float
    length_mm: float

    @property
    def half_angle(self) -> float:
        """Half angle in radians; positive when it narrows toward the tip."""
        return math.atan2(self.butt_mm - self.tip_mm, self.length_mm)

    def radius(self, x_mm: Floats) -> Floats:
        """Radius at x along the axis from the butt end."""
        return self.butt_mm + (self.tip_mm - self.butt_mm) * x_mm / self.length_mm

    def widest_mm(self) -> float:
        """Half of what can lie across before it would go round the edge of sight, at its thinner end."""
        return min(self.butt_mm, self.tip_mm)

    def unrolled(self, x_mm: Floats, y_mm: Floats) -> tuple[Floats, Floats]:
        """Where on the flat film a point belongs that is to stand at x along the axis and ``y_mm`` of arc to the side of
        the middle line, in the plane of its height at the middle of the label.

        Returns film x (along the middle line, 0 at the butt end) and film y. Points further to the side than the blank is
        wide are laid on its edge of sight.
        """
        middle = (self.butt_mm + self.tip_mm) / 2
        plane = middle * np.sin(np.clip(y_mm / middle, -math.pi / 2, math.pi / 2))
        r = self.radius(x_mm)
        theta = np.arcsin(np.clip(plane / r, -1.0, 1.0))
        alpha = self.half_angle
        if abs(alpha) < FLAT:
            return x_mm, r * theta
        sin = math.sin(alpha)
        rho, phi = r / sin, theta * sin
        apex = self.butt_mm / sin
        return apex - rho * np.cos(phi), rho * np.sin(phi)

    def rolled(self, film_x_mm: Floats, film_y_mm: Floats) -> tuple[Floats, Floats, Floats]:
        """Where in space a point of the film comes to lie: along the axis, to the side, up. The other way round from
        :meth:`unrolled`, without its planes."""
        alpha = self.half_angle
        if abs(alpha) < FLAT:
            theta = film_y_mm / self.butt_mm
            return film_x_mm, self.butt_mm * np.sin(theta), self.butt_mm * np.cos(theta)
        sin = math.sin(alpha)
        apex = self.butt_mm / sin
        rho = np.hypot(apex - film_x_mm, film_y_mm) * (1.0 if sin > 0 else -1.0)
        phi = np.arctan2(
            film_y_mm * (1.0 if sin > 0 else -1.0), (apex - film_x_mm) * (1.0 if sin > 0 else -1.0)
        )
        r = rho * sin
        x = (self.butt_mm - r) / math.tan(alpha)
        theta = phi / sin
        return x, r * np.sin(theta), r * np.cos(theta)
