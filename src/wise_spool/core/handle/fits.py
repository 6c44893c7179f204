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
from wise_spool.core.ground.operations import Enters

Floats = NDArray[np.float64]

FIT_STEP_MM = 2.0
"""Spacing at which a bore is compared with the blank."""
EDGE_MM = 1e-6
"""On either side of the edge of a lip: its full width counts, however narrow it is."""


@dataclass(frozen=True)
class Stretch:
    """How far a bore is under the blank it is pushed over, as shares of its width: at least, as it is
    opened to, and at most."""

    least: float
    wanted: float
    most: float


def stretch_of(material: str) -> Stretch:
    """The band for a material: foam is opened to lie inside it, rubber may be a size under, and what
    does not give has none.

    >>> stretch_of("cork")
    Stretch(least=0.0, wanted=0.0, most=0.0)
    """
    by = habits()
    if material == "foam":
        return Stretch(by.stretch_foam_least, by.stretch_foam, by.stretch_foam_most)
    if material == "rubber":
        return Stretch(0.0, 0.0, by.stretch_rubber)
    return Stretch(0.0, 0.0, 0.0)


@dataclass(frozen=True)
class Stop:
    """Where a part's butt-side face stops, how far short of its mark, the place in its bore that holds
    it and the station of the blank that does; both None at the mark."""

    station_mm: float
    short_mm: float
    binds_at_mm: float | None
    held_at_mm: float | None


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

    def wider(self, by_mm: Floats | float) -> "Bore":
        """The same bore, wider by as much all along, or by each of ``by_mm`` at its ``u_mm``."""
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
    steps = part.seat.steps if part.seat is not None else ()
    edges = [e for s in steps for e in (s.from_mm - EDGE_MM, s.from_mm, s.to_mm, s.to_mm + EDGE_MM)]
    u = np.union1d(np.union1d(even, nodes), [e for e in edges if 0 <= e <= length_mm])
    bore = np.interp(u, nodes, [points[n] for n in nodes.tolist()])
    for step in steps:
        bore[(u >= step.from_mm) & (u <= step.to_mm)] = step.bore_mm
    return Bore(u, bore)


def find_stop(bore: Bore, taper: Taper, target_mm: float, enters: Enters = "tip") -> Stop:
    """Where a part's butt-side face stops when it is slid on from one end of its section.

    Each place u in the bore is held by the first blank on its way that is wider
    than it, at x(u). From the tip the part stops at the greatest x(u) - u, from
    the butt at the least, and never past ``target_mm``, where the builder stops
    pushing. Good to the 1 mm grid of the blank, refined by linear interpolation.
    """
    section = taper.section_round(min(max(target_mm, 0.0), taper.length_mm))
    way, x, widest = 1, section.x_mm, section.ahead_mm
    if enters == "butt":  # the same way, looked at from the other end
        way, x, widest = -1, -section.x_mm[::-1], section.behind_mm[::-1]
    stop = _slide(x, widest, way * bore.u_mm, bore.bore_mm, way * target_mm)
    if stop is None:
        return Stop(target_mm, 0.0, None, None)
    station, binds, held = (way * v for v in stop)
    return Stop(station, abs(station - target_mm), binds, held)


def _slide(
    x: Floats, widest: Floats, u: Floats, bore: Floats, target: float
) -> tuple[float, float, float] | None:
    """Slide toward smaller x, past what is ``widest`` from each x on: where it stops before ``target``,
    which u holds it and which x; None when it gets there."""
    held = widest.size - np.searchsorted(widest[::-1], bore, side="right")
    blocked = held > 0
    if not blocked.any():
        return None
    before = held[blocked] - 1
    after = np.minimum(before + 1, widest.size - 1)
    drop = np.where(after > before, widest[before] - widest[after], 1.0)
    share = np.where(after > before, (widest[before] - bore[blocked]) / drop, 0.0)
    place = x[before] + (x[after] - x[before]) * share
    at = place - u[blocked]
    worst = int(at.argmax())
    if at[worst] <= target:
        return None
    return float(at[worst]), float(u[blocked][worst]), float(place[worst])


def must_pass_mm(u_mm: Floats, taper: Taper, start_mm: float, enters: Enters = "tip") -> Floats:
    """Widest blank each place u of a part passes, its own place included, on its way to ``start_mm``
    from that end of its section; shape of ``u_mm``."""
    section = taper.section_round(min(max(start_mm, 0.0), taper.length_mm))
    widest = section.behind_mm if enters == "butt" else section.ahead_mm
    return np.interp(start_mm + u_mm, section.x_mm, widest)


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
