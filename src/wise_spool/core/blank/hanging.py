"""Stiffness from weights hung on the blank, and how sure it is.

EI(x) = exp(k) (OD / OD_ref)^p exp(c f(x)), f a bow along the blank that the power of OD cannot show: the
wall's own course. Before any reading p is 3.5 give or take a quarter and c nought give or take its
habit; k is open. Drops and tip angles, each with the errors of eye, scale, clamp and caliper, move
all three by Gauss-Newton, and what is left open of them is carried into power and action by its
slopes. 95 % is held in simulation (``bench/stiffness_coverage.py``). Page ``docs/methods/stiffness.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.blank import StaticReading
from wise_spool.core.ground.habits import habits
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, Bent, Load, Rod, bend

Floats = NDArray[np.float64]

ELEMENTS = 60
ROUNDS = 6
SETTLED = 1e-4
SURE = 1.96
"""Standard deviations of a 95 % band."""


@dataclass(frozen=True)
class Course:
    """EI of one blank along it, N mm^2: its logarithm at the reference diameter, the exponent of OD,
    and how far the wall's course bows off that. The bow is laid over the blank as it arrived, of
    ``whole_mm``, of which ``cut_mm`` are gone at the butt. ``joints`` (start, end, times) overlap."""

    taper: Taper
    whole_mm: float
    reference_mm: float
    log_k: float
    p: float
    bow: float = 0.0
    cut_mm: float = 0.0
    joints: tuple[tuple[float, float, float], ...] = ()

    def ei(self, station_mm: Floats) -> Floats:
        """EI in N mm^2 at each station, shape as given."""
        ei = math.exp(self.log_k) * (self.taper.od_mm(station_mm) / self.reference_mm) ** self.p
        if self.bow:
            u = (station_mm + self.cut_mm) / self.whole_mm
            ei = ei * np.exp(
                self.bow * (1.5 * (2 * u - 1) ** 2 - 0.5)
            )  # the second Legendre polynomial
        for start, end, times in self.joints:
            ei = np.where((station_mm > start) & (station_mm < end), times * ei, ei)
        return np.asarray(ei)

    @property
    def breaks_mm(self) -> tuple[float, ...]:
        """Stations at which EI jumps."""
        return tuple(x for start, end, _ in self.joints for x in (start, end))


def bent_by(
    course: Course, clamp_mm: float, at_mm: float, load_n: float, start: Floats | None = None
) -> Bent:
    """The bare blank clamped level with a weight hung at a station; it bends to +y."""
    return hung_with(clamped(course, clamp_mm, at_mm), load_n, start)


def clamped(course: Course, clamp_mm: float, at_mm: float) -> Rod:
    """The bare blank clamped level, as far as the station something is hung at: bent again and again, it is cut into
    elements once."""
    breaks = tuple(b for b in course.breaks_mm if clamp_mm < b < at_mm)
    return Rod(at_mm, clamp_mm, course.ei, breaks_mm=breaks)


def hung_with(rod: Rod, load_n: float, start: Floats | None = None) -> Bent:
    """A clamped blank with a weight at its end."""
    return bend(rod, Load(load_n, 90.0), ELEMENTS, start)


@dataclass(frozen=True)
class Third:
    """The load that drops the tip by a third of the free length, and the tip's angle there."""

    power_n: float
    action_deg: float


def third_of(course: Course, clamp_mm: float, length_mm: float) -> Third:
    """Power and action of a blank clamped there; one root in the large-deflection solver."""
    free, rod = length_mm - clamp_mm, clamped(course, clamp_mm, length_mm)
    unit = float(course.ei(np.array([clamp_mm]))[0]) / free**2
    tiny = hung_with(rod, 1e-6 * unit)
    guess = free / 3 / (tiny.tip_mm[1] / (1e-6 * unit))
    last = [tiny]

    def miss(load: float) -> float:
        last[0] = hung_with(rod, load, last[0].angle)
        return last[0].tip_mm[1] - free / 3

    low, high = guess * 0.7, guess * 1.4
    while miss(high) < 0:
        low, high = high, high * 1.6
    load = float(brentq(miss, low, high, rtol=1e-6))
    return Third(load, hung_with(rod, load, last[0].angle).tip_deg)


@dataclass(frozen=True)
class Hung:
    """What the readings say: the course, the covariance (3, 3) of its k, p and bow, the worst misfit."""

    course: Course
    covariance: Floats
    worst_mm: float


def hang(course: Course, readings: Sequence[StaticReading]) -> Hung:
    """Fit ``course`` to the readings, whose ``at_mm`` is filled. Raises ``ValueError`` when no
    stiffness explains them, :class:`~wise_spool.core.mechanics.elastica.BendError` from the solver."""
    h = habits()
    at = np.array([log_k_of(course, readings[0]), h.power_p, 0.0])
    middle = np.array([0.0, h.power_p, 0.0])
    loose = np.diag([0.0, h.power_p_off**-2, h.wall_course_off**-2])
    starts: dict[int, Floats] = {}
    precision = loose
    for _ in range(ROUNDS):
        precision, pull = loose.copy(), loose @ (middle - at)
        for n, r in enumerate(readings):
            for miss, slope, off in _misses(_with(course, at), r, starts, n):
                precision += np.outer(slope, slope) / off**2
                pull += slope * miss / off**2
        step = np.linalg.solve(precision, pull)
        step *= min(1.0, 0.6 / max(float(np.abs(step).max()), 1e-12))
        at = at + step
        at[1] = min(max(at[1], 1.5), 6.0)
        if float(np.abs(step).max()) < SETTLED:
            break
    fitted = _with(course, at)
    worst = max(
        abs(_bent(fitted, r, starts, n).tip_mm[1] - r.drop_mm) for n, r in enumerate(readings)
    )
    return Hung(fitted, np.linalg.inv(precision) * _disagreement(fitted, readings, starts), worst)


def _disagreement(course: Course, readings: Sequence[StaticReading], starts: dict[int, Floats]) -> float:  # fmt: skip
    """How much more than their errors allow the readings differ among themselves, as a factor of variance,
    one while that is chance: readings that no one blank explains make nothing surer."""
    h = habits()
    total = (course.p - h.power_p) ** 2 / h.power_p_off**2 + course.bow**2 / h.wall_course_off**2
    count = 0
    for n, r in enumerate(readings):
        for miss, _, off in _misses(course, r, starts, n):
            total += (miss / off) ** 2
            count += 1
    over = total / max(count - 1, 1)
    return over if over > TOO_MUCH else 1.0


TOO_MUCH = 3.0
"""Beyond this factor it is no chance any more. From habit."""


def _with(course: Course, at: Floats) -> Course:
    return replace(course, log_k=float(at[0]), p=float(at[1]), bow=float(at[2]))


def _bent(course: Course, r: StaticReading, starts: dict[int, Floats], n: int) -> Bent:
    bent = bent_by(course, r.clamp_mm, r.at_mm or 0.0, r.weight_g * GRAVITY_N_PER_G, starts.get(n))
    starts[n] = bent.angle
    return bent


def _misses(
    course: Course, r: StaticReading, starts: dict[int, Floats], n: int
) -> list[tuple[float, Floats, float]]:
    """What a reading is off by, its slope in k, p and bow, and how far it may be off by itself."""
    h = habits()
    base = _bent(course, r, starts, n)
    d = 1e-3

    def moved(k: float = 0.0, p: float = 0.0, bow: float = 0.0, clamp: float = 0.0) -> Floats:
        other = replace(course, log_k=course.log_k + k, p=course.p + p, bow=course.bow + bow)
        bent = bent_by(other, r.clamp_mm + clamp, r.at_mm or 0.0, r.weight_g * GRAVITY_N_PER_G, base.angle)  # fmt: skip
        return np.array([bent.tip_mm[1], bent.tip_deg])

    here = np.array([base.tip_mm[1], base.tip_deg])
    slopes = np.column_stack([(moved(**{name: d}) - here) / d for name in ("k", "p", "bow")])
    by_clamp = moved(clamp=5.0) - here
    # A weight a share heavier is a stiffness a share less. What the caliper is off by, k takes up.
    others = np.hypot(slopes[:, 0] * h.hung_off, by_clamp / 5.0 * h.clamped_off_mm)
    out = [(r.drop_mm - here[0], slopes[0], float(np.hypot(h.drop_off_mm, others[0])))]
    if r.angle_deg is not None:
        out.append((r.angle_deg - here[1], slopes[1], float(np.hypot(h.angle_off_deg, others[1]))))
    return out


def log_k_of(course: Course, r: StaticReading) -> float:
    """ln EI at the reference diameter for which one reading's drop comes out at the usual exponent."""
    start = replace(course, log_k=0.0, p=habits().power_p, bow=0.0)
    load, at = r.weight_g * GRAVITY_N_PER_G, r.at_mm or 0.0
    tiny = 1e-6 * float(start.ei(np.array([r.clamp_mm]))[0]) / (at - r.clamp_mm) ** 2
    rod = clamped(start, r.clamp_mm, at)
    unit = hung_with(rod, tiny).tip_mm[1] / tiny
    guess = unit * load / r.drop_mm

    def miss(log_k: float) -> float:
        return hung_with(rod, load / (guess * float(np.exp(log_k)))).tip_mm[1] - r.drop_mm  # fmt: skip

    low, high = 0.0, 0.5
    while miss(low) < 0:
        low -= 0.5
        if low < -12:
            raise ValueError("no stiffness gives so large a drop")
    while miss(high) > 0:
        high += 0.5
    return float(np.log(guess)) + float(brentq(miss, low, high, xtol=1e-4))


def band_of(
    hung: Hung, course_now: Course, clamp_mm: float, length_mm: float
) -> tuple[Third, float, float]:
    """Power and action of the blank as it is built on, with 95 % of the power's logarithm and of the
    action's degrees, by their slopes in what the readings leave open."""
    base = third_of(course_now, clamp_mm, length_mm)
    slopes = [np.array([1.0, 0.0])]
    for p, bow in ((0.05, 0.0), (0.0, 0.03)):
        moved = replace(course_now, p=course_now.p + p, bow=course_now.bow + bow)
        other = third_of(moved, clamp_mm, length_mm)
        step = p + bow
        slopes.append(np.array([np.log(other.power_n / base.power_n), other.action_deg - base.action_deg]) / step)  # fmt: skip
    s = np.array(slopes)
    return (
        base,
        SURE * float(np.sqrt(s[:, 0] @ hung.covariance @ s[:, 0])),
        SURE * float(np.sqrt(s[:, 1] @ hung.covariance @ s[:, 1])),
    )
