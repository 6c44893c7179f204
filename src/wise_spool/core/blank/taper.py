"""The taper: outside diameter along the blank, with how far to trust it.

Readings are joined by monotone cubic interpolation (Fritsch & Carlson 1980,
SIAM J. Numer. Anal. 17, 238-246, as SciPy's ``PchipInterpolator``), section by
section on a jointed blank. Method page: ``docs/methods/blank.md``.
"""

import itertools
import math
from bisect import bisect_right
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.interpolate import PchipInterpolator

from wise_spool.core.ground.habits import habits

Floats = NDArray[np.float64]

SAME_STATION_MM = 0.5
"""Readings closer than this are repeats of one station. From habit."""
THINNEST_MM = 0.3
"""No blank is thinner than this, however far a taper is carried on."""


@dataclass(frozen=True)
class _Run:
    """One section's merged readings, stations strictly rising."""

    start_mm: float
    end_mm: float
    station_mm: Floats
    od_mm: Floats
    uncertainty_mm: Floats
    curve: PchipInterpolator

    @cached_property
    def _pieces(self) -> tuple[list[float], list[list[float]]]:
        return self.station_mm.tolist(), self.curve.c.T.tolist()

    @cached_property
    def slope(self) -> float:
        """Mean slope, used past the last reading."""
        return float((self.od_mm[-1] - self.od_mm[0]) / (self.station_mm[-1] - self.station_mm[0]))

    def at(self, x: float) -> float:
        """OD at one station, carried on straight past the readings."""
        stations, pieces = self._pieces
        inside = min(max(x, stations[0]), stations[-1])
        i = min(max(bisect_right(stations, inside) - 1, 0), len(pieces) - 1)
        u = inside - stations[i]
        c3, c2, c1, c0 = pieces[i]
        return ((c3 * u + c2) * u + c1) * u + c0 + self.slope * (x - inside)


@dataclass(frozen=True)
class Section:
    """One section of the blank, taken apart at its joints: stations every mm, and the widest OD from each
    on to its tip end and back to its butt end, all of one length."""

    x_mm: Floats
    ahead_mm: Floats
    behind_mm: Floats


class Taper:
    """OD of the blank at any station between its ends, in mm from the present butt.

    ``stations``, ``ods`` and ``uncertainties`` are 1-D and of one length n >= 2.
    ``joints_mm`` splits them into sections; a section with fewer than two
    readings borrows the curve through all of them. Raises ``ValueError`` for
    fewer than two distinct stations.
    """

    def __init__(
        self,
        stations: ArrayLike,
        ods: ArrayLike,
        uncertainties: ArrayLike,
        length_mm: float,
        joints_mm: Sequence[float] = (),
    ) -> None:
        self._read = (stations, ods, uncertainties, joints_mm)
        merged = _merge(
            np.asarray(stations, float), np.asarray(ods, float), np.asarray(uncertainties, float)
        )
        if merged[0].size < 2:
            raise ValueError("a taper needs readings at two different stations")
        self.length_mm = length_mm
        edges = [0.0, *sorted(j for j in joints_mm if 0 < j < length_mm), length_mm]
        self._runs = [_run(merged, a, b, last=b == length_mm) for a, b in itertools.pairwise(edges)]
        self._edges = np.array(edges[1:-1])
        self._edge_list = edges[1:-1]
        self.measured_from_mm = float(merged[0][0])
        self.measured_to_mm = float(merged[0][-1])

    def taught(
        self, stations: Sequence[float], ods: Sequence[float], uncertainties: Sequence[float]
    ) -> "Taper":
        """The same blank with more readings, as a part that was tried on it gives them."""
        x, od, u, joints = self._read
        return Taper(
            [*np.asarray(x, float).tolist(), *stations],
            [*np.asarray(od, float).tolist(), *ods],
            [*np.asarray(u, float).tolist(), *uncertainties],
            self.length_mm,
            joints,
        )

    def od_mm(self, station_mm: ArrayLike) -> Floats:
        """OD in mm at each station, shape as given."""
        return self._by_run(_od, station_mm)

    def od_at(self, station_mm: float) -> float:
        """OD in mm at one station: the same curve as :meth:`od_mm`, without array overhead."""
        run = self._runs[bisect_right(self._edge_list, station_mm)]
        return max(run.at(station_mm), THINNEST_MM)

    def band_mm(self, station_mm: ArrayLike) -> Floats:
        """Half-width in mm of the band the true OD is expected in, shape as given."""
        return self._by_run(self._band, station_mm)

    def section_round(self, station_mm: float) -> "Section":
        """The section a station lies on; stations off the blank count to the section at that end."""
        return self._sections[bisect_right(self._edge_list, station_mm)]

    @cached_property
    def _sections(self) -> list["Section"]:
        edges = [0.0, *self._edge_list, self.length_mm]
        out = []
        for a, b in itertools.pairwise(edges):
            x = np.linspace(a, b, max(math.ceil(b - a), 1) + 1)
            inside = np.where(x == b, np.nextafter(b, a), x) if b < self.length_mm else x
            od = self.od_mm(inside)
            ahead = np.maximum.accumulate(od[::-1])[::-1]
            out.append(Section(x, ahead, np.maximum.accumulate(od)))
        return out

    def widest_from(self, station_mm: float) -> float:
        """Widest OD in mm from a station on to the tip end of its section: what comes on from there
        passes; at the butt for stations behind it."""
        section = self.section_round(station_mm)
        return float(np.interp(station_mm, section.x_mm, section.ahead_mm))

    def widest_to(self, station_mm: float) -> float:
        """Widest OD in mm from the butt end of its section up to a station."""
        section = self.section_round(station_mm)
        return float(np.interp(station_mm, section.x_mm, section.behind_mm))

    def _by_run(self, of: Callable[[_Run, Floats], Floats], station_mm: ArrayLike) -> Floats:
        """What each section says at its own stations, shape as given."""
        x = np.asarray(station_mm, float)
        if len(self._runs) == 1:
            return of(self._runs[0], x)
        out = np.empty(x.shape)
        which = np.searchsorted(self._edges, x, side="right")
        for i, run in enumerate(self._runs):
            here = which == i
            if here.any():
                out[here] = of(run, x[here])
        return out

    def _band(self, run: _Run, x: Floats) -> Floats:
        first, last = run.station_mm[0], run.station_mm[-1]
        inside = np.clip(x, first, last)
        beyond = x - inside
        i = np.clip(
            np.searchsorted(run.station_mm, inside, side="right") - 1, 0, len(run.od_mm) - 2
        )
        span = run.station_mm[i + 1] - run.station_mm[i]
        s = (inside - run.station_mm[i]) / span
        reading = (1 - s) * run.uncertainty_mm[i] + s * run.uncertainty_mm[i + 1]
        between = habits().mid_span_band_mm * (span / self.length_mm) ** 2 * 4 * s * (1 - s)
        return np.asarray(
            np.hypot(reading, between) + habits().beyond_band_per_mm * np.abs(beyond), float
        )


def _od(run: _Run, x: Floats) -> Floats:
    inside = np.minimum(np.maximum(x, run.station_mm[0]), run.station_mm[-1])
    return np.asarray(np.maximum(run.curve(inside) + run.slope * (x - inside), THINNEST_MM), float)


def distinct_stations(station_mm: ArrayLike) -> int:
    """How many stations readings at these places come to, repeats of one counted once."""
    x = np.sort(np.asarray(station_mm, float))
    return int(x.size > 0) + int((np.diff(x) > SAME_STATION_MM).sum())


def _merge(x: Floats, od: Floats, u: Floats) -> tuple[Floats, Floats, Floats]:
    """Average repeats at one station; the spread of n repeats falls as sqrt(n)."""
    order = np.argsort(x, kind="stable")
    x, od, u = x[order], od[order], u[order]
    group = np.concatenate([[0], np.cumsum(np.diff(x) > SAME_STATION_MM)]) if x.size else x
    n = np.bincount(group.astype(int)) if x.size else np.array([])
    if not x.size:
        return x, od, u

    def mean(values: Floats) -> Floats:
        return np.bincount(group.astype(int), weights=values) / n

    return mean(x), mean(od), np.sqrt(mean(u**2) / n)


def _run(merged: tuple[Floats, Floats, Floats], start: float, end: float, *, last: bool) -> _Run:
    x, od, u = merged
    inside = (x >= start) & ((x <= end) if last else (x < end))
    if inside.sum() < 2:
        inside = np.ones_like(inside)
    return _Run(
        start, end, x[inside], od[inside], u[inside], PchipInterpolator(x[inside], od[inside])
    )
