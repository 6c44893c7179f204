"""How a bored part meets the blank: the bore it has, where it stops and where it binds.

A bore is two arrays of one length: distances u from the part's butt-side face
and the diameter there. Method page: ``docs/methods/fits.md``.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Part
from wise_spool.core.ground.habits import habits

Floats = NDArray[np.float64]

FIT_STEP_MM = 2.0
"""Spacing at which a bore is compared with the blank."""


def stretch_of(material: str) -> float:
    """How far a material's bore gives over the blank, as a share of its width; nought for what does not."""
    return {"foam": habits().stretch_foam, "rubber": habits().stretch_rubber}.get(material, 0.0)


@dataclass(frozen=True)
class Stop:
    """Where a part stops and the place in its bore that holds it; ``binds_at_mm`` is None at the mark."""

    station_mm: float
    binds_at_mm: float | None


@dataclass(frozen=True)
class Bore:
    """The inside of a part: diameter ``bore_mm`` at each ``u_mm`` from its butt-side face."""

    u_mm: Floats
    bore_mm: Floats

    @property
    def length_mm(self) -> float:
        """From face to face."""
        return float(self.u_mm[-1])

    def at(self, u_mm: float) -> float:
        """Diameter at one place, mm."""
        return float(np.interp(u_mm, self.u_mm, self.bore_mm))

    def wider(self, by_mm: float) -> "Bore":
        """The same bore, wider all along."""
        return Bore(self.u_mm, self.bore_mm + by_mm)

    def stretched(self, by: float) -> "Bore":
        """The bore as it is over the blank when the material gives ``by`` of its width."""
        return Bore(self.u_mm, self.bore_mm * (1 + by))

    def opened(self, to_mm: Floats) -> "Bore":
        """The bore after a tool has been in: never narrower than it was; shape of ``u_mm``."""
        return Bore(self.u_mm, np.maximum(self.bore_mm, to_mm))


def bore_of(part: Part, length_mm: float) -> Bore | None:
    """The bore measured: straight between the faces, through the readings inside; None unmeasured.

    A part with a closed end is measured over the ``length_mm`` that is hollow,
    from the bottom of its hole.
    """
    first = part.seat.bore_mm if part.seat is not None else part.bore_butt_mm
    if first is None or length_mm <= 0:
        return None
    last = first if part.bore_tip_mm is None or part.seat is not None else part.bore_tip_mm
    points = {0.0: first, length_mm: last}
    points.update({p.at_mm: p.bore_mm for p in part.inside if 0 < p.at_mm < length_mm})
    nodes = np.array(sorted(points))
    even = np.linspace(0.0, length_mm, max(3, int(length_mm / FIT_STEP_MM) + 1))
    u = np.union1d(even, nodes)
    bore = np.interp(u, nodes, [points[n] for n in nodes.tolist()])
    for step in part.seat.steps if part.seat is not None else ():
        bore[(u >= step.from_mm) & (u <= step.to_mm)] = step.bore_mm
    return Bore(u, bore)


def find_stop(bore: Bore, taper: Taper, target_mm: float) -> Stop:
    """Where a part's butt-side face stops when it is slid on from the tip.

    Each place u in the bore is held by the blank nearest the tip that is wider
    than it, at x(u); the part stops at the greatest x(u) - u, and never below
    ``target_mm``, where the builder stops pushing. Good to the 1 mm grid of the
    blank, refined by linear interpolation.
    """
    x, widest = taper.widest_ahead
    held = widest.size - np.searchsorted(widest[::-1], bore.bore_mm, side="right")
    blocked = held > 0
    if not blocked.any():
        return Stop(target_mm, None)
    before = held[blocked] - 1
    after = np.minimum(before + 1, widest.size - 1)
    drop = np.where(after > before, widest[before] - widest[after], 1.0)
    share = np.where(after > before, (widest[before] - bore.bore_mm[blocked]) / drop, 0.0)
    at = x[before] + (x[after] - x[before]) * share - bore.u_mm[blocked]
    worst = int(at.argmax())
    if at[worst] <= target_mm:
        return Stop(target_mm, None)
    return Stop(float(at[worst]), float(bore.u_mm[blocked][worst]))


def least_room_mm(bore: Bore, taper: Taper, station_mm: float) -> tuple[float, float]:
    """Least diametral room between bore and blank with the part at ``station_mm``, and where (u)."""
    room = bore.bore_mm - taper.od_mm(station_mm + bore.u_mm)
    at = int(room.argmin())
    return float(room[at]), float(bore.u_mm[at])


def straight_bore(butt_mm: float, tip_mm: float, length_mm: float) -> Bore:
    """Bore that runs straight from one face's diameter to the other's."""
    u = np.linspace(0.0, length_mm, max(3, int(length_mm / FIT_STEP_MM) + 1))
    return Bore(u, butt_mm + (tip_mm - butt_mm) * u / length_mm)


def gap_volume_ml(bore: Bore, od_mm: Callable[[Floats], Floats], start_mm: float) -> float:
    """Volume between bore and blank in mL: the integral of pi/4 (B^2 - OD^2) du, never below 0."""
    od = od_mm(start_mm + bore.u_mm)
    ring = np.maximum(bore.bore_mm**2 - od**2, 0.0) * np.pi / 4
    return float(np.trapezoid(ring, bore.u_mm)) / 1000
