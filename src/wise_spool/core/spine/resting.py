"""Where the rolled blank comes to rest, and how sure that is.

Circular statistics after Mardia & Jupp, *Directional Statistics* (Wiley 2000)
and Fisher, *Statistical Analysis of Circular Data* (Cambridge 1993). Angles in
clock degrees seen from butt to tip, clockwise, 0 at the witness mark. Method
page: ``docs/methods/spine.md``.
"""

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.special import i0e, stdtrit

from wise_spool.core.document.spine import RollTrial, Zone
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

Floats = NDArray[np.float64]

LEAST_TRIALS = 5
"""Below this the spread itself is a guess. From habit."""
ALIKE = 3
"""So many like rests are enough to mark a line (common practice)."""
TWO_LINES_BY_CHANCE: tuple[tuple[int, tuple[float, ...]], ...] = (
    (4, (0.80, 3.66, 4.82, 5.80, 6.89, 7.71, 8.11)),
    (5, (2.17, 4.28, 5.42, 6.42, 7.47, 8.20, 9.70)),
    (6, (2.51, 4.44, 5.60, 6.64, 7.82, 8.70, 10.45)),
    (7, (2.50, 4.44, 5.59, 6.67, 7.91, 8.71, 10.34)),
    (8, (2.37, 4.40, 5.58, 6.60, 7.92, 8.87, 11.05)),
    (10, (2.02, 4.09, 5.34, 6.46, 7.80, 8.74, 11.21)),
    (12, (1.62, 3.66, 4.93, 6.11, 7.51, 8.44, 10.59)),
    (14, (1.25, 3.29, 4.57, 5.74, 7.12, 8.08, 10.31)),
    (16, (0.88, 2.94, 4.23, 5.40, 6.87, 8.00, 10.09)),
    (20, (0.17, 2.27, 3.61, 4.79, 6.31, 7.38, 9.72)),
    (25, (-0.63, 1.53, 2.88, 4.13, 5.58, 6.64, 8.75)),
    (30, (-1.54, 0.77, 2.20, 3.42, 5.02, 6.03, 8.66)),
)  # fmt: skip
"""What the best split of n rests without any line gains over no line at all, by chance: quantiles of our own
simulation (20,000 blanks each, ``bench/spine_calibration.py``) at the chances of ``CHANCES``."""
CHANCES = (0.5, 0.2, 0.1, 0.05, 0.02, 0.01, 0.002)
LIKELY = 0.05


def mean_direction(angles_deg: Sequence[float] | Floats) -> tuple[float, float]:
    """Mean direction in degrees [0, 360) and mean resultant length [0, 1] of n >= 1 angles.

    Mardia & Jupp, eqs 2.2.2-2.2.4.

    >>> [round(x, 3) for x in mean_direction([80.0, 100.0])]
    [90.0, 0.985]
    """
    z = np.exp(1j * np.radians(np.asarray(angles_deg, float))).mean()
    direction = float(np.degrees(np.angle(z)) % 360)
    return (0.0 if direction >= 360 else direction), float(min(abs(z), 1.0))


def rayleigh_p(n: int, resultant: float) -> float:
    """Chance that n uniform angles show a mean resultant this long or longer.

    Greenwood & Durand's approximation as given by Zar, *Biostatistical
    Analysis*, eq. 27.4: exp(sqrt(1 + 4n + 4(n^2 - R^2)) - (1 + 2n)), R = n r.

    >>> round(rayleigh_p(5, 0.9), 4)
    0.0093
    """
    r = n * resultant
    return float(min(1.0, math.exp(math.sqrt(1 + 4 * n + 4 * (n * n - r * r)) - (1 + 2 * n))))


def half_width_deg(angles_deg: Sequence[float] | Floats) -> float:
    """Half-width in degrees of the 95 % interval of the mean direction.

    Fisher 1993, §4.4.4: circular dispersion d = (1 - r2) / (2 r^2), where r2 is
    the resultant of the angles' doubled deviations; se = sqrt(d / n). For the
    few rests a builder takes, d is scaled by n / (n - 1) and the factor is
    Student's t, since the dispersion is itself estimated. 180 when the data
    tell nothing.
    """
    a = np.asarray(angles_deg, float)
    n = a.size
    if n < 2:
        return 180.0
    mean, r = mean_direction(a)
    if r < 1e-9:
        return 180.0
    r2 = float(np.cos(2 * np.radians(a - mean)).mean())
    dispersion = max((1 - r2) / (2 * r * r), 0.0) * n / (n - 1)
    reach = float(stdtrit(n - 1, 0.975)) * math.sqrt(dispersion / n)
    return 180.0 if reach >= 1 else math.degrees(math.asin(reach))


def apart_deg(a: float, b: float) -> float:
    """The smaller angle between two directions, 0 to 180.

    >>> apart_deg(350.0, 10.0)
    20.0
    """
    return abs((a - b + 180) % 360 - 180)


class RestingLine(Frozen):
    """One direction the blank comes to rest in."""

    angle_deg: float
    half_width_deg: float
    trials: int
    snap: float
    resultant: float


OddKind = Literal["opposite", "outlier"]


class OddRest(Frozen):
    """A rest that does not go with the others; ``index`` counts in the document's trials."""

    index: int
    angle_deg: float
    kind: OddKind


class ZoneReading(Frozen):
    """What the trials in one zone of one section say, deepest line first. Section 0 is the
    assembled blank. ``chance`` is how often rests like these come from a blank with no line at all,
    judged before any is left out or parted. ``alike`` are the most rests that lie within the span that
    counts as one. ``odd`` are rests worth a second look; a lone one opposite is kept out of the mean."""

    section: int
    zone: Zone
    trials: int
    lines: tuple[RestingLine, ...]
    resultant: float
    chance: float
    alike: int
    more_trials: int
    sure: bool
    odd: tuple[OddRest, ...]


def read_zone(
    zone: Zone,
    trials: Sequence[RollTrial],
    indices: Sequence[int] | None = None,
    section: int = 0,
    *,
    strict: bool = False,
) -> ZoneReading:
    """Judge the trials of one zone: one or two lines, how sure, how many more.

    By the common school three like rests are enough to mark; ``strict`` asks for
    five and a 95 % interval inside the habit's. A lone rest opposite to a line
    that five or more agree on may be the second line or a misreading: it is
    asked about, and kept out of the mean of the others.
    """
    where = list(range(len(trials))) if indices is None else list(indices)
    odd = _odd_rests(trials, where)
    opposite = {o.index for o in odd if o.kind == "opposite"}
    every = np.array([t.angle_deg for t in trials])
    kept = [t for t, i in zip(trials, where, strict=True) if i not in opposite]
    angles = np.array([t.angle_deg for t in kept])
    snaps = np.array([float(t.snap) for t in kept])
    _, r = mean_direction(angles)
    groups = _split(angles)
    lines = []
    for members in groups:
        direction, resultant = mean_direction(angles[members])
        lines.append(
            RestingLine(
                angle_deg=round(direction, 2) % 360,
                half_width_deg=round(half_width_deg(angles[members]), 2),
                trials=int(members.sum()),
                snap=round(float(snaps[members].mean()), 2),
                resultant=round(resultant, 4),
            )
        )
    lines.sort(key=lambda line: (-line.snap * line.trials, line.angle_deg))
    chance = chance_of(every, two=len(groups) > 1)
    alike = most_alike(angles)
    needed = _more(lines[0], strict=strict, alike=alike)
    return ZoneReading(
        section=section,
        zone=zone,
        trials=len(trials),
        lines=tuple(lines),
        resultant=round(r, 4),
        chance=round(chance, 6),
        alike=alike,
        more_trials=needed,
        sure=needed == 0 and chance < LIKELY,
        odd=odd,
    )


def _more(best: RestingLine, *, strict: bool, alike: int) -> int:
    """Rests to take: until three are alike, or, for the strict, one at a time until the interval is in."""
    if not strict:
        return max(ALIKE - alike, 0)
    if best.trials < LEAST_TRIALS:
        return LEAST_TRIALS - best.trials
    return int(best.half_width_deg > habits().sure_within_deg)


def most_alike(angles_deg: Floats) -> int:
    """The most rests that lie within the span that counts as alike.

    >>> most_alike(np.array([358.0, 3.0, 7.0, 40.0, 200.0]))
    3
    """
    span = habits().alike_deg
    return max((int(((angles_deg - a) % 360 <= span).sum()) for a in angles_deg), default=0)


def chance_of(angles_deg: Floats, *, two: bool) -> float:
    """How often a blank with no line at all gives rests like these: Rayleigh's test for one line, for two
    our own table of what the best split gains by chance."""
    n = angles_deg.size
    if not two:
        return rayleigh_p(n, mean_direction(angles_deg)[1]) if n else 1.0
    split = best_split(angles_deg)
    return 1.0 if split is None else _two_by_chance(n, split[0])


def _two_by_chance(n: int, score: float) -> float:
    gain = score + n * math.log(2 * math.pi)
    sizes = [size for size, _ in TWO_LINES_BY_CHANCE]
    quantiles = [
        float(np.interp(n, sizes, [row[k] for _, row in TWO_LINES_BY_CHANCE]))
        for k in range(len(CHANCES))
    ]
    return float(np.exp(np.interp(gain, quantiles, np.log(CHANCES))))


def _split(angles: Floats) -> list[NDArray[np.bool_]]:
    """One group, or two when two von Mises lines explain the angles better (BIC) and chance alone would
    hardly show them.

    Two lines need at least two trials each and must be 60 degrees apart.
    """
    whole = np.ones(angles.size, bool)
    best = best_split(angles) if angles.size >= 4 else None
    if best is None or _two_by_chance(angles.size, best[0]) >= LIKELY:
        return [whole]
    penalty = 0.5 * 3 * math.log(angles.size)
    if best[0] - penalty > _log_likelihood(angles, angles.size):
        return [best[1], ~best[1]]
    return [whole]


def best_split(angles: Floats) -> tuple[float, NDArray[np.bool_]] | None:
    """The likeliest two groups and their log-likelihood; None when nothing parts them."""
    best: tuple[float, NDArray[np.bool_]] | None = None
    z = np.exp(1j * np.radians(angles))
    for near in _settled(z):
        lines = (z[near].sum(), z[~near].sum())
        between = math.degrees(abs(np.angle(lines[0] * np.conj(lines[1]))))
        if min(near.sum(), (~near).sum()) < 2 or between < habits().lines_apart_deg:
            continue
        score = _log_likelihood(angles[near], angles.size) + _log_likelihood(
            angles[~near], angles.size
        )
        if best is None or score > best[0] + 1e-9:
            best = (score, near)
    return best


def _settled(z: NDArray[np.complex128]) -> NDArray[np.bool_]:
    """Two-means round the circle from every rest and its opposite: the ways the rests part, a row each."""
    ahead, behind = z, -z
    near = np.ones((z.size, z.size), bool)
    for _ in range(20):
        fresh = (z * ahead.conj()[:, None]).real >= (z * behind.conj()[:, None]).real
        both = fresh.any(axis=1) & ~fresh.all(axis=1)
        near, fresh = near[both], fresh[both]
        if (fresh == near).all():
            break
        near = fresh
        ahead, behind = _unit(near @ z), _unit(~near @ z)
    return np.unique(near ^ ~near[:, :1], axis=0)


def _unit(sums: NDArray[np.complex128]) -> NDArray[np.complex128]:
    return np.asarray(sums / np.where(np.abs(sums) > 0, np.abs(sums), 1.0))


def _log_likelihood(angles: Floats, total: int) -> float:
    """Classification log-likelihood of one von Mises group, weight n/total included."""
    _, r = mean_direction(angles)
    r = min(r, 0.995)
    kappa = r * (2 - r * r) / (1 - r * r)  # Banerjee et al. 2005, JMLR 6, eq. 4.4, p = 2
    n = angles.size
    log_i0 = math.log(float(i0e(kappa))) + kappa
    return n * (kappa * r - math.log(2 * math.pi) - log_i0 + math.log(n / total))


def _odd_rests(trials: Sequence[RollTrial], where: Sequence[int]) -> tuple[OddRest, ...]:
    """Rests far from what at least five others agree on: opposite to it, or simply off."""
    angles = np.array([t.angle_deg for t in trials])
    odd = []
    for k, i in enumerate(where):
        others = np.delete(angles, k)
        if others.size < LEAST_TRIALS:
            break
        groups = _split(others)
        means = [mean_direction(others[g])[0] for g in groups]
        largest = max(int(g.sum()) for g in groups)
        if (
            largest < LEAST_TRIALS
            or min(apart_deg(angles[k], m) for m in means) <= habits().outlier_deg
        ):
            continue
        opposite = min(apart_deg(angles[k], (m + 180) % 360) for m in means)
        alone = len(groups) == 1
        kind: OddKind = "opposite" if alone and opposite <= habits().mirror_deg else "outlier"
        odd.append(OddRest(index=i, angle_deg=float(angles[k]), kind=kind))
    if sum(o.kind == "opposite" for o in odd) > 1:  # more than one: they speak for themselves
        odd = [o for o in odd if o.kind != "opposite"]
    return tuple(odd)
