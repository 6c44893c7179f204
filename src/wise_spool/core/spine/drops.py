"""Bow or spine? Drops under one weight at clock angles round the blank.

    d(a) = d0 + a1 cos(a - t1) + a2 cos 2(a - t2)  (+ drift per reading)

by linear least squares. The once-per-turn term is natural bow: with the bow on
top the tip hangs that much higher. The twice-per-turn term is a difference of
stiffness. A bow mistaken for a spine is the classic error (common practice);
each term is tested by its own F-test. ``angle`` is the clock angle that lies
on top. Method page: ``docs/methods/drops.md``.
"""

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq
from scipy.special import chdtri, fdtrc, fdtri, ncfdtr, stdtrit

from wise_spool.core.document.spine import Drop, FlatReading
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.mechanics.rolling import RollModel

Floats = NDArray[np.float64]

LEAST_ANGLES = 6
"""Fewer different angles cannot tell a bow from a spine and leave anything over to judge by."""
GRAVITY_N_PER_G = 9.80665e-3
INCHES_AMONG_MM = 25.4
MOST_SHIFT = 600.0
"""The non-central F distribution is worked out up to here."""
POWER = 0.8
"""What would have shown is what shows four times in five (common practice in planning trials)."""
ENOUGH_ANGLES = 8
"""With fewer, only large differences show. Common practice."""
LEAST_SD_MM = 0.02
"""No drop is read better than this: the gauge's own step. From habit."""

Verdict = Literal["too_few", "neither", "bow", "stiffness", "both"]


class Harmonic(Frozen):
    """One term: its size and where it points, with standard errors and 95 % half-widths by
    Student's t; ``p`` by F-test."""

    size_mm: float
    size_se_mm: float
    size_95_mm: float
    angle_deg: float
    angle_se_deg: float
    angle_95_deg: float
    p: float


class DropResidual(Frozen):
    """One reading and what the fit says of it."""

    angle_deg: float
    drop_mm: float
    fitted_mm: float


class DeflectionRead(Frozen):
    """What the drops say. ``detectable_percent`` is the stiffness difference readings as good as these
    would have shown four times in five; ``mixed_units`` are readings that look like inches among millimetres."""

    verdict: Verdict
    readings: int
    angles: int
    mean_mm: float | None
    bow: Harmonic | None
    stiffness: Harmonic | None
    bow_deg: float | None
    stiff_deg: float | None
    soft_deg: float | None
    percent: float | None
    percent_95: float | None
    detectable_percent: float | None
    drift_mm: float | None
    drift_p: float | None
    residual_sd_mm: float | None
    residuals: tuple[DropResidual, ...]
    mixed_units: tuple[int, ...]


def harmonic_design(angles_deg: Floats, order: int = 2) -> Floats:
    """Columns 1, cos a, sin a, cos 2a, sin 2a, ... ; shape (n, 1 + 2 order)."""
    a = np.radians(angles_deg)
    columns = [np.ones_like(a)]
    for k in range(1, order + 1):
        columns += [np.cos(k * a), np.sin(k * a)]
    return np.column_stack(columns)


def read_drops(drops: Sequence[Drop]) -> DeflectionRead:
    """Fit bow and stiffness difference to drops in the order they were taken.

    A drift per reading is fitted along when enough readings are left over, and
    kept only when it is believed. Too few angles give ``too_few``.
    """
    measured = [(i, d.angle_deg, d.drop_mm) for i, d in enumerate(drops) if d.drop_mm is not None]
    slips = mixed_units([mm for _, _, mm in measured])
    mixed = {measured[k][0] for k in slips}
    kept = [(a, mm) for i, a, mm in measured if i not in mixed]
    angle = np.array([a for a, _ in kept], float)
    y = np.array([mm for _, mm in kept], float)
    angles = len({round(a, 3) for a in angle.tolist()})
    if angles < LEAST_ANGLES:
        return _nothing(len(measured), angles, mixed)
    design = harmonic_design(angle)
    drift = drift_p = None
    if y.size > design.shape[1] + 1:
        turn = np.arange(y.size) - (y.size - 1) / 2
        with_drift = np.column_stack([design, turn])
        whole = _least_squares(with_drift, y)
        drift_p = _f_test(whole, [design.shape[1]], y.size)
        drift = float(whole.beta[-1])
        if drift_p < habits().believed_p:
            design = with_drift
    fit = _least_squares(design, y)
    mean = float(fit.beta[0])
    first = _harmonic(fit, 1, 1, y.size)
    second = _harmonic(fit, 3, 2, y.size)
    bow_there, stiff_there = first.p < habits().believed_p, second.p < habits().believed_p
    verdict: Verdict = (
        "both" if bow_there and stiff_there
        else "bow" if bow_there
        else "stiffness" if stiff_there
        else "neither"
    )  # fmt: skip
    soft = second.angle_deg % 180
    spread = mean - second.size_mm
    percent = 200 * second.size_mm / spread if spread > 0 else None
    return DeflectionRead(
        verdict=verdict,
        readings=len(measured),
        angles=angles,
        mean_mm=round(mean, 3),
        bow=first,
        stiffness=second,
        bow_deg=round((first.angle_deg + 180) % 360, 1) % 360,
        stiff_deg=round((soft + 90) % 180, 1) % 180,
        soft_deg=round(soft, 1) % 180,
        percent=None if percent is None else round(percent, 2),
        percent_95=None if percent is None else round(200 * second.size_95_mm / spread, 2),
        detectable_percent=_detectable(fit, mean, y.size),
        drift_mm=None if drift is None else round(drift, 4),
        drift_p=None if drift_p is None else round(drift_p, 5),
        residual_sd_mm=round(fit.sd, 4),
        residuals=tuple(
            DropResidual(angle_deg=a, drop_mm=mm, fitted_mm=round(f, 3))
            for (a, mm), f in zip(kept, (design @ fit.beta).tolist(), strict=True)
        ),
        mixed_units=tuple(sorted(mixed)),
    )


def mixed_units(drops_mm: Sequence[float]) -> set[int]:
    """Readings that fit the others only when taken as inches: about 25.4 times too small."""
    y = np.array(drops_mm, float)
    if y.size < 4:
        return set()
    middle = float(np.median(y))
    if middle < LEAST_SD_MM:
        return set()
    found = np.flatnonzero(
        (y > 0) & (y < middle / 8) & (np.abs(y * INCHES_AMONG_MM / middle - 1) < 0.5)
    )
    return set(found.tolist()) if found.size <= y.size / 3 else set()


def model_from_drops(
    read: DeflectionRead, weight_g: float, displacement_mm: float
) -> RollModel | None:
    """The blank as the energy model sees it, from drops under a known weight; None if unknown."""
    if read.mean_mm is None or read.stiffness is None or read.bow is None or weight_g <= 0:
        return None
    load = weight_g * GRAVITY_N_PER_G
    size = read.stiffness.size_mm if read.stiffness.p < habits().believed_p else 0.0
    bow = read.bow.size_mm if read.bow.p < habits().believed_p else 0.0
    if read.mean_mm - size <= 0:
        return None
    return RollModel(
        soft_n_mm=load / (read.mean_mm + size),
        stiff_n_mm=load / (read.mean_mm - size),
        soft_deg=read.soft_deg or 0.0,
        bow_mm=bow,
        bow_deg=read.bow_deg or 0.0,
        displacement_mm=displacement_mm,
    )


class FlatRead(Frozen):
    """Straightness from rolling on a flat: the bow, and the clock angle its tip leans toward, as the drops
    say it: the inner side of the curve."""

    readings: int
    bow_mm: float | None
    bow_se_mm: float | None
    bow_deg: float | None


def read_flat(readings: Sequence[FlatReading]) -> FlatRead:
    """Bow from the gap under the middle at clock angles on top, once-per-turn term only.

    With the bow's outer side on top the middle stands off the flat most; the tip
    leans the other way. Four angles or more are needed.
    """
    measured = [(r.angle_deg, r.gap_mm) for r in readings if r.gap_mm is not None]
    n = len(measured)
    angle = np.array([a for a, _ in measured], float)
    if len({round(a, 3) for a in angle.tolist()}) < 4:
        return FlatRead(readings=n, bow_mm=None, bow_se_mm=None, bow_deg=None)
    y = np.array([mm for _, mm in measured], float)
    fit = _least_squares(harmonic_design(angle, 1), y)
    term = _harmonic(fit, 1, 1, n)
    return FlatRead(
        readings=n, bow_mm=term.size_mm, bow_se_mm=term.size_se_mm, bow_deg=round((term.angle_deg + 180) % 360, 1) % 360,
    )  # fmt: skip


class _Fit:
    """A linear least-squares fit with its covariance."""

    def __init__(self, design: Floats, y: Floats) -> None:
        self.beta, *_ = np.linalg.lstsq(design, y, rcond=None)
        rest = y - design @ self.beta
        self.dof = max(y.size - design.shape[1], 1)
        self.sd = max(math.sqrt(float(rest @ rest) / self.dof), LEAST_SD_MM / math.sqrt(12))
        self.cov = self.sd**2 * np.linalg.pinv(design.T @ design)


def _least_squares(design: Floats, y: Floats) -> _Fit:
    return _Fit(design, y)


def _f_test(fit: _Fit, columns: list[int], n: int) -> float:
    """Chance that these columns' coefficients are all nought: the Wald F-test."""
    b = fit.beta[columns]
    inner = np.linalg.pinv(fit.cov[np.ix_(columns, columns)])
    f = float(b @ inner @ b) / len(columns)
    return float(fdtrc(len(columns), fit.dof, f))


def _harmonic(fit: _Fit, column: int, order: int, n: int) -> Harmonic:
    """Amplitude and phase of one order, errors by the delta method."""
    p, q = float(fit.beta[column]), float(fit.beta[column + 1])
    cov = fit.cov[column : column + 2, column : column + 2]
    size = math.hypot(p, q)
    unit = np.array([p, q]) / size if size > 1e-12 else np.array([1.0, 0.0])
    across = np.array([-unit[1], unit[0]])
    size_se = math.sqrt(max(float(unit @ cov @ unit), 0.0))
    angle_se = 90.0
    if size > 1e-12:
        angle_se = math.degrees(math.sqrt(max(float(across @ cov @ across), 0.0)) / size) / order
    reach = float(stdtrit(fit.dof, 0.975))
    return Harmonic(
        size_mm=round(size, 4), size_se_mm=round(size_se, 4), size_95_mm=round(reach * size_se, 4),
        angle_95_deg=round(min(reach * angle_se, 180 / order), 2),
        angle_deg=round(math.degrees(math.atan2(q, p)) / order % (360 / order), 2),
        angle_se_deg=round(min(angle_se, 180 / order), 2), p=_f_test(fit, [column, column + 1], n),
    )  # fmt: skip


def _detectable(fit: _Fit, mean: float, n: int) -> float | None:
    """The stiffness difference that readings as good as these would have shown four times in five, percent.

    The F-test's power is 80 % where the non-central F distribution (2 and the
    fit's degrees of freedom) leaves a fifth under its critical value.
    """
    if mean <= 0:
        return None
    critical = float(fdtri(2, fit.dof, 1 - habits().believed_p))
    shift = _shift_for_power(fit.dof, critical)
    size = math.sqrt(shift * float(np.trace(fit.cov[3:5, 3:5])) / 2)
    return round(200 * size / mean, 2)


def _shift_for_power(dof: int, critical: float) -> float:
    """The non-centrality at which the test shows POWER of the time. Where few degrees of freedom push it
    beyond what the distribution can be worked out for, the term's own scatter no longer counts and the
    rest's does: 2 critical chi2 / dof."""

    def missed(nc: float) -> float:
        return float(ncfdtr(2, dof, nc, critical)) - (1 - POWER)

    if missed(MOST_SHIFT) < 0:
        return float(brentq(missed, 0.0, MOST_SHIFT))
    return 2 * critical * float(chdtri(dof, 1 - POWER)) / dof


def _nothing(readings: int, angles: int, mixed: set[int]) -> DeflectionRead:
    return DeflectionRead(
        verdict="too_few", readings=readings, angles=angles, mean_mm=None, bow=None, stiffness=None,
        bow_deg=None, stiff_deg=None, soft_deg=None, percent=None, percent_95=None, detectable_percent=None,
        drift_mm=None, drift_p=None, residual_sd_mm=None, residuals=(), mixed_units=tuple(sorted(mixed)),
    )  # fmt: skip
