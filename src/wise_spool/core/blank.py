"""The blank's taper: outside diameter along its length, with how far to trust it.

Readings are joined by monotone cubic interpolation (Fritsch & Carlson 1980,
SIAM J. Numer. Anal. 17, 238-246, as SciPy's ``PchipInterpolator``), section by
section on a jointed blank. Method page: ``docs/methods/blank.md``.
"""

import itertools
import math
from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.interpolate import PchipInterpolator

from wise_spool.core.build import Blank, Joint, Reading
from wise_spool.core.findings import Figure, Finding, Place, Weight, figures
from wise_spool.core.frozen import Frozen
from wise_spool.core.units import (
    MM_PER_INCH,
    MarkingRule,
    format_diameter,
    format_length,
)

Floats = NDArray[np.float64]

SAME_STATION_MM = 0.5
"""Readings closer than this are repeats of one station. From habit."""
MID_SPAN_BAND_MM = 0.4
"""Band added half way between two readings a whole blank apart. From habit."""
BEYOND_BAND_PER_MM = 0.001
"""Band added per mm beyond the measured span. From habit."""
RISE_MM = 0.1
"""A rise toward the tip over this is a joint, a swell or a misreading. From habit."""
TUBE_CLEARANCE_MM = 0.05
"""Room for adhesive all round in a tip-top's tube. From habit."""
LOOSE_TUBE_MM = 0.4
"""A tube this much wider than the tip needs a thread or sleeve under it. From habit."""
ODD_READING_MM = 0.6
"""A reading this far off the line through its neighbours is questioned. From habit."""
THINNEST_MM = 0.3
"""No blank is thinner than this, however far a taper is carried on."""
SAMPLES = 121


def tube_bore_mm(tube_64ths: float) -> float:
    """Bore of a tip-top tube: size n is n/64 in (common practice)."""
    return tube_64ths * MM_PER_INCH / 64


def tube_for_tip(tip_od_mm: float) -> float:
    """Smallest tube size, in 64ths by halves, that clears the tip and its adhesive."""
    return math.ceil((tip_od_mm + TUBE_CLEARANCE_MM) / (MM_PER_INCH / 64) * 2 - 1e-9) / 2


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

    def od_mm(self, station_mm: ArrayLike) -> Floats:
        """OD in mm at each station, shape as given."""
        return self._evaluate(station_mm)[0]

    def od_at(self, station_mm: float) -> float:
        """OD in mm at one station: the same curve as :meth:`od_mm`, without array overhead."""
        run = self._runs[bisect_right(self._edge_list, station_mm)]
        return max(run.at(station_mm), THINNEST_MM)

    def band_mm(self, station_mm: ArrayLike) -> Floats:
        """Half-width in mm of the band the true OD is expected in, shape as given."""
        return self._evaluate(station_mm)[1]

    @cached_property
    def widest_ahead(self) -> tuple[Floats, Floats]:
        """Stations every mm from butt to tip, and the widest OD from each one on to the tip."""
        x = np.linspace(0.0, self.length_mm, math.ceil(self.length_mm) + 1)
        return x, np.maximum.accumulate(self.od_mm(x)[::-1])[::-1]

    def _evaluate(self, station_mm: ArrayLike) -> tuple[Floats, Floats]:
        x = np.atleast_1d(np.asarray(station_mm, float))
        od, band = np.empty_like(x), np.empty_like(x)
        which = np.searchsorted(self._edges, x, side="right")
        for i, run in enumerate(self._runs):
            here = which == i
            if here.any():
                od[here], band[here] = self._in_run(run, x[here])
        shape = np.shape(station_mm)
        return od.reshape(shape), band.reshape(shape)

    def _in_run(self, run: _Run, x: Floats) -> tuple[Floats, Floats]:
        first, last = run.station_mm[0], run.station_mm[-1]
        inside = np.clip(x, first, last)
        beyond = x - inside
        od = np.maximum(run.curve(inside) + run.slope * beyond, THINNEST_MM)
        i = np.clip(
            np.searchsorted(run.station_mm, inside, side="right") - 1, 0, len(run.od_mm) - 2
        )
        span = run.station_mm[i + 1] - run.station_mm[i]
        s = (inside - run.station_mm[i]) / span
        reading = (1 - s) * run.uncertainty_mm[i] + s * run.uncertainty_mm[i + 1]
        between = MID_SPAN_BAND_MM * (span / self.length_mm) ** 2 * 4 * s * (1 - s)
        return od, np.hypot(reading, between) + BEYOND_BAND_PER_MM * np.abs(beyond)


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


class TaperPoint(Frozen):
    """The taper at one station, mm."""

    station_mm: float
    od_mm: float
    band_mm: float


class BlankPlan(Frozen):
    """The blank as it will be built on: after trimming, datum at its present butt."""

    length_mm: float | None
    taper: tuple[TaperPoint, ...]
    butt_od_mm: float | None
    tip_od_mm: float | None
    tip_tube_64ths: float | None
    tube_chosen_64ths: float | None
    joints_mm: tuple[float, ...]
    measured_from_mm: float | None
    measured_to_mm: float | None


@dataclass(frozen=True)
class WorkingBlank:
    """What the other stages build on. ``taper`` is None until two stations are known."""

    length_mm: float | None
    taper: Taper | None
    joints: tuple[Joint, ...]

    def od_mm(self, station_mm: float) -> float | None:
        """OD at one station in mm, or None while the taper is unknown."""
        return None if self.taper is None else self.taper.od_at(station_mm)


def working_blank(blank: Blank) -> WorkingBlank:
    """Trim the blank and fit its taper; stations become mm from the present butt."""
    if blank.length_mm is None:
        return WorkingBlank(None, None, ())
    length = blank.length_mm - blank.trim_butt_mm - blank.trim_tip_mm
    if length <= 0:
        return WorkingBlank(None, None, ())
    cut = blank.trim_butt_mm
    joints = tuple(
        j.model_copy(update={"station_mm": j.station_mm - cut})
        for j in sorted(blank.joints, key=lambda j: j.station_mm)
        if 0 < j.station_mm - cut < length
    )
    on_rod = [r for r in blank.readings if r.station_mm <= blank.length_mm + SAME_STATION_MM]
    stations = {round(r.station_mm / SAME_STATION_MM) for r in on_rod}
    taper = None
    if len(stations) >= 2:
        taper = Taper(
            [r.station_mm - cut for r in on_rod],
            [r.od_mm for r in on_rod],
            [r.uncertainty_mm for r in on_rod],
            length,
            [j.station_mm for j in joints],
        )
    return WorkingBlank(length, taper, joints)


def plan_blank(blank: Blank, work: WorkingBlank) -> BlankPlan:
    """The taper sampled for drawing, its ends, and the tip-top tube it asks for."""
    taper, length = work.taper, work.length_mm
    points: tuple[TaperPoint, ...] = ()
    if taper is not None and length is not None:
        x = np.unique(
            np.concatenate(
                [
                    np.linspace(0, length, SAMPLES),
                    *([j.station_mm - 0.01, j.station_mm] for j in work.joints),
                ]
            )
        )
        points = tuple(
            TaperPoint(station_mm=round(a, 2), od_mm=round(b, 3), band_mm=round(c, 3))
            for a, b, c in zip(
                x.tolist(), taper.od_mm(x).tolist(), taper.band_mm(x).tolist(), strict=True
            )
        )
    tip = points[-1].od_mm if points else None
    wanted = None if tip is None else tube_for_tip(tip)
    return BlankPlan(
        length_mm=length,
        taper=points,
        butt_od_mm=points[0].od_mm if points else None,
        tip_od_mm=tip,
        tip_tube_64ths=wanted,
        tube_chosen_64ths=blank.tip_tube_64ths,
        joints_mm=tuple(j.station_mm for j in work.joints),
        measured_from_mm=taper.measured_from_mm if taper else None,
        measured_to_mm=taper.measured_to_mm if taper else None,
    )


def find_in_blank(blank: Blank, work: WorkingBlank, rule: MarkingRule) -> list[Finding]:
    """Everything wrong, doubtful or worth knowing about the blank."""
    found: list[Finding] = []
    if blank.length_mm is None:
        return [
            _finding(
                "blank-no-length",
                "check",
                "The blank has no length yet: measure it bare, butt to tip.",
                "Every station is measured on the bare blank.",
                field="blank.length_mm",
            )
        ]
    if work.length_mm is None:
        return [
            _finding(
                "blank-trimmed-away",
                "ruins",
                f"The cuts take {format_length(blank.trim_butt_mm + blank.trim_tip_mm, rule)} off a blank of "
                f"{format_length(blank.length_mm, rule)}: nothing is left.",
                "The cuts at both ends together must leave a blank.",
                field="blank.trim_butt_mm",
            )
        ]
    found += _misreadings(blank, rule)
    if work.taper is None:
        have = "one station is" if blank.readings else "no diameter is"
        found.append(
            _finding(
                "blank-no-taper",
                "check",
                f"Only {have} measured: add the diameter at the butt and near the tip, more where parts will sit."
                if blank.readings
                else "No diameter is measured yet: the butt and the tip make a start, every 150 mm makes a taper.",
                "A taper needs readings at two stations; bores and arbors need them near the handle.",
                field="blank.readings",
            )
        )
        return found
    found += _beyond(work.taper, rule)
    found += _tube(blank, work, rule)
    stations = {round(r.station_mm) for r in blank.readings}
    if len(stations) == 2:
        band = float(work.taper.band_mm(work.taper.length_mm / 2))
        found.append(
            _finding(
                "blank-straight-taper",
                "note",
                f"With two stations the taper is drawn straight: half way it may be off by {format_diameter(band, rule)}.",
                "Between readings the band widens with the square of the gap.",
                source="from habit, editable",
                values=figures(band_half_way=format_diameter(band, rule)),
            )
        )
    return found


def _finding(
    code: str,
    weight: Weight,
    sentence: str,
    rule: str,
    *,
    source: str = "common practice",
    field: str | None = None,
    place: Place | None = None,
    values: tuple[Figure, ...] = (),
) -> Finding:
    return Finding(
        code=code,
        stage="blank",
        weight=weight,
        sentence=sentence,
        rule=rule,
        source=source,
        field=field,
        place=place,
        figures=values,
    )


def _near_joint(blank: Blank, a: float, b: float) -> bool:
    return any(a - 1 <= j.station_mm <= b + 1 for j in blank.joints)


def _misreadings(blank: Blank, rule: MarkingRule) -> list[Finding]:
    found: list[Finding] = []
    length = blank.length_mm or 0.0
    cut = blank.trim_butt_mm
    ordered = sorted(enumerate(blank.readings), key=lambda p: p[1].station_mm)
    questioned: set[int] = set()
    for i, r in ordered:
        if r.station_mm > length + SAME_STATION_MM:
            found.append(
                _finding(
                    "blank-reading-off-end",
                    "check",
                    f"The reading at {format_length(r.station_mm, rule)} lies beyond the tip: the blank is "
                    f"{format_length(length, rule)} long. It is kept but not used.",
                    "A station runs from the butt (0) to the tip.",
                    field=f"blank.readings.{i}",
                )
            )
    for j in range(1, len(ordered) - 1):
        (_, a), (i, r), (_, b) = ordered[j - 1 : j + 2]
        if b.station_mm - a.station_mm < 1 or _near_joint(blank, a.station_mm, b.station_mm):
            continue
        s = (r.station_mm - a.station_mm) / (b.station_mm - a.station_mm)
        expected = a.od_mm + s * (b.od_mm - a.od_mm)
        off = abs(r.od_mm - expected)
        neighbours = abs(a.od_mm - b.od_mm)
        if off > ODD_READING_MM and off > neighbours and a.od_mm >= b.od_mm - RISE_MM:
            questioned.add(i)
            likely = _likely_od(r.od_mm, a.od_mm, b.od_mm)
            ask = f" {format_diameter(likely, rule)}?" if likely else " Measure it again."
            found.append(
                _finding(
                    "blank-odd-reading",
                    "ruins",
                    f"{format_diameter(r.od_mm, rule)} at {format_length(r.station_mm, rule)} does not fit between "
                    f"{format_diameter(a.od_mm, rule)} and {format_diameter(b.od_mm, rule)}.{ask}",
                    "A reading far off the line through its neighbours is usually a slip of the pen or the caliper.",
                    field=f"blank.readings.{i}",
                    place=_at(r, cut),
                    values=figures(
                        expected=format_diameter(expected, rule),
                        read=format_diameter(r.od_mm, rule),
                    ),
                )
            )
    for (ia, a), (ib, b) in itertools.pairwise(ordered):
        if ia in questioned or ib in questioned or b.station_mm - a.station_mm <= SAME_STATION_MM:
            continue
        rise = b.od_mm - a.od_mm
        if rise > RISE_MM and not _near_joint(blank, a.station_mm, b.station_mm):
            found.append(
                _finding(
                    "blank-rising",
                    "check",
                    f"The blank gets thicker toward the tip between {format_length(a.station_mm, rule)} and "
                    f"{format_length(b.station_mm, rule)}: a joint, a swell, or a misreading?",
                    f"A rise over {RISE_MM} mm is asked about; enter a joint there if there is one.",
                    field=f"blank.readings.{ib}",
                    place=Place(start_mm=a.station_mm - cut, end_mm=b.station_mm - cut),
                    values=figures(rise=format_diameter(rise, rule)),
                )
            )
    return found


def _likely_od(read_mm: float, before_mm: float, after_mm: float) -> float | None:
    """A common slip that would fit between the neighbours: swapped digits, shifted point, inches."""
    text = f"{read_mm:.2f}"
    digits = text.replace(".", "")
    candidates = [read_mm * 10, read_mm / 10, read_mm * MM_PER_INCH, read_mm / MM_PER_INCH]
    point = text.index(".")
    for k in range(len(digits) - 1):
        swapped = digits[:k] + digits[k + 1] + digits[k] + digits[k + 2 :]
        candidates.append(float(swapped[:point] + "." + swapped[point:]))
    low, high = sorted((before_mm, after_mm))
    middle = (low + high) / 2
    fits = [
        c for c in candidates if low - RISE_MM <= c <= high + RISE_MM and abs(c - read_mm) > RISE_MM
    ]
    return min(fits, key=lambda c: abs(c - middle)) if fits else None


def _at(reading: Reading, cut_mm: float) -> Place:
    return Place(start_mm=reading.station_mm - cut_mm, end_mm=reading.station_mm - cut_mm)


def _beyond(taper: Taper, rule: MarkingRule) -> list[Finding]:
    found = []
    for a, b, end in (
        (0.0, taper.measured_from_mm, "butt"),
        (taper.measured_to_mm, taper.length_mm, "tip"),
    ):
        if b - a > 25:
            found.append(
                _finding(
                    "blank-beyond-readings",
                    "check",
                    f"The last {format_length(b - a, rule)} at the {end} is past your readings: "
                    "the taper there is carried on in a straight line.",
                    "The band widens by 0.1 mm for every 100 mm past the last reading.",
                    source="from habit, editable",
                    field="blank.readings",
                    place=Place(start_mm=a, end_mm=b),
                    values=figures(
                        band_at_the_end=format_diameter(
                            float(taper.band_mm(a if end == "butt" else b)), rule
                        )
                    ),
                )
            )
    return found


def _tube(blank: Blank, work: WorkingBlank, rule: MarkingRule) -> list[Finding]:
    assert work.taper is not None and work.length_mm is not None
    tip = float(work.taper.od_mm(work.length_mm))
    wanted = tube_for_tip(tip)
    chosen = blank.tip_tube_64ths
    values = figures(
        tip=format_diameter(tip, rule),
        size_that_fits=f"{wanted:g}/64 in",
        its_bore=format_diameter(tube_bore_mm(wanted), rule),
    )
    place = Place(start_mm=work.length_mm, end_mm=work.length_mm)
    says = "Tip-top tube size n has a bore of n/64 in; 0.05 mm is left for adhesive."
    if chosen is None:
        return [
            _finding(
                "blank-tube",
                "note",
                f"The tip measures {format_diameter(tip, rule)}: a size {wanted:g} tip-top tube fits.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    bore = tube_bore_mm(chosen)
    if bore < tip:
        return [
            _finding(
                "blank-tube-small",
                "ruins",
                f"A size {chosen:g} tube ({format_diameter(bore, rule)}) does not go over a tip of "
                f"{format_diameter(tip, rule)}: use size {wanted:g}. Never sand the tip to fit.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    if bore - tip > LOOSE_TUBE_MM:
        return [
            _finding(
                "blank-tube-loose",
                "check",
                f"A size {chosen:g} tube is {format_diameter(bore - tip, rule)} loose on the tip: size {wanted:g} fits better.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    return []
