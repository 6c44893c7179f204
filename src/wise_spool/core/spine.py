"""Where the rolled blank comes to rest, how sure that is, and what goes where.

Circular statistics after Mardia & Jupp, *Directional Statistics* (Wiley 2000)
and Fisher, *Statistical Analysis of Circular Data* (Cambridge 1993). Angles in
clock degrees seen from butt to tip, clockwise, 0 at the witness mark. Method
page: ``docs/methods/spine.md``.
"""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.special import i0e

from wise_spool.core.blank import WorkingBlank
from wise_spool.core.build import Build, RodType, RollTrial, Side, Zone
from wise_spool.core.findings import Finding, Noted, Place, Spot
from wise_spool.core.frozen import Frozen
from wise_spool.core.units import format_diameter, format_length

Floats = NDArray[np.float64]

SURE_WITHIN_DEG = 5.0
"""A resting line is known when its 95 % interval is within this. From habit."""
LEAST_TRIALS = 5
"""Below this the spread itself is a guess. From habit."""
LINES_APART_DEG = 60.0
"""Two lines nearer than this are one wide one. From habit."""
TWIST_DEG = 20.0
"""Butt and tip lines further apart than this are worth saying. From habit."""
TRIALS = Spot(field="spine.trials")
SURE_RULE = (
    "A line counts as known when its 95 % interval is within ±5°, from five rests or more.",
    TRIALS,
    "Fisher 1993 for the interval; ±5° from habit, editable",
)
Z_95 = 1.959963984540054

DEFAULT_GUIDES_ON: dict[RodType, Side] = {
    "spinning": "inside",
    "fly": "inside",
    "casting": "outside",
    "trolling": "outside",
}
"""Under a fish the rod bends toward the line, so guides below lie on the inside of the
bend and guides on top on its outside; these choices let the rod rest as it hangs."""


def mean_direction(angles_deg: Sequence[float] | Floats) -> tuple[float, float]:
    """Mean direction in degrees [0, 360) and mean resultant length [0, 1] of n >= 1 angles.

    Mardia & Jupp, eqs 2.2.2-2.2.4.
    """
    z = np.exp(1j * np.radians(np.asarray(angles_deg, float))).mean()
    direction = float(np.degrees(np.angle(z)) % 360)
    return (0.0 if direction >= 360 else direction), float(min(abs(z), 1.0))


def rayleigh_p(n: int, resultant: float) -> float:
    """Chance that n uniform angles show a mean resultant this long or longer.

    Greenwood & Durand's approximation as given by Zar, *Biostatistical
    Analysis*, eq. 27.4: exp(sqrt(1 + 4n + 4(n^2 - R^2)) - (1 + 2n)), R = n r.
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
    reach = _t_95(n) * math.sqrt(dispersion / n)
    return 180.0 if reach >= 1 else math.degrees(math.asin(reach))


def _t_95(n: int) -> float:
    """Student's t, two-sided 95 %, n - 1 degrees of freedom (Cornish-Fisher, A&S 26.7.5)."""
    if n == 2:
        return 12.706204736
    if n == 3:
        return 4.302652730
    z, v = Z_95, n - 1
    g1 = (z**3 + z) / 4
    g2 = (5 * z**5 + 16 * z**3 + 3 * z) / 96
    g3 = (3 * z**7 + 19 * z**5 + 17 * z**3 - 15 * z) / 384
    return z + g1 / v + g2 / v**2 + g3 / v**3


def apart_deg(a: float, b: float) -> float:
    """The smaller angle between two directions, 0 to 180."""
    return abs((a - b + 180) % 360 - 180)


class RestingLine(Frozen):
    """One direction the blank comes to rest in."""

    angle_deg: float
    half_width_deg: float
    trials: int
    snap: float
    resultant: float


class ZoneReading(Frozen):
    """What the trials in one zone of the blank say, deepest line first."""

    zone: Zone
    trials: int
    lines: tuple[RestingLine, ...]
    resultant: float
    rayleigh_p: float
    more_trials: int
    sure: bool


class ClockMark(Frozen):
    """Where something goes round the blank; arc is on the OD at ``station_mm``."""

    what: str
    angle_deg: float
    station_mm: float | None
    od_mm: float | None
    arc_mm: float | None


class SpinePlan(Frozen):
    """Readings by zone, the line chosen and where everything goes on the clock."""

    zones: tuple[ZoneReading, ...]
    line_deg: float | None
    guides_deg: float | None
    reel_deg: float | None
    guides_on: Side
    marks: tuple[ClockMark, ...]


def read_zone(zone: Zone, trials: Sequence[RollTrial]) -> ZoneReading:
    """Judge the trials of one zone: one or two lines, how sure, how many more."""
    angles = np.array([t.angle_deg for t in trials])
    snaps = np.array([float(t.snap) for t in trials])
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
    best = lines[0]
    n = best.trials
    needed = max(LEAST_TRIALS - n, 0)
    if n >= LEAST_TRIALS and best.half_width_deg > SURE_WITHIN_DEG:
        needed = max(1, math.ceil(n * (best.half_width_deg / SURE_WITHIN_DEG) ** 2) - n)
    p = (
        rayleigh_p(len(trials), r)
        if len(lines) == 1
        else rayleigh_p(len(trials), _paired_resultant(angles, groups))
    )
    return ZoneReading(
        zone=zone,
        trials=len(trials),
        lines=tuple(lines),
        resultant=round(r, 4),
        rayleigh_p=round(p, 6),
        more_trials=min(needed, 30),
        sure=needed == 0 and p < 0.05,
    )


def _paired_resultant(angles: Floats, groups: list[NDArray[np.bool_]]) -> float:
    """Resultant length of deviations from each angle's own line."""
    total = 0.0
    for members in groups:
        _, r = mean_direction(angles[members])
        total += r * members.sum()
    return total / angles.size


def _split(angles: Floats) -> list[NDArray[np.bool_]]:
    """One group, or two when two von Mises lines explain the angles better (BIC).

    Two lines need at least two trials each and must be 60 degrees apart.
    """
    whole = np.ones(angles.size, bool)
    if angles.size < 4:
        return [whole]
    z = np.exp(1j * np.radians(angles))
    best: tuple[float, NDArray[np.bool_]] | None = None
    tried: set[bytes] = set()
    for seed in np.unique(z):
        near = _settled(z, seed)
        if near is None or near.tobytes() in tried:
            continue
        tried.update((near.tobytes(), (~near).tobytes()))
        lines = (z[near].sum(), z[~near].sum())
        between = math.degrees(abs(np.angle(lines[0] * np.conj(lines[1]))))
        if min(near.sum(), (~near).sum()) < 2 or between < LINES_APART_DEG:
            continue
        score = _log_likelihood(angles[near], angles.size) + _log_likelihood(
            angles[~near], angles.size
        )
        if best is None or score > best[0] + 1e-9:
            best = (score, near)
    if best is None:
        return [whole]
    penalty = 0.5 * 3 * math.log(angles.size)
    if best[0] - penalty > _log_likelihood(angles, angles.size):
        return [best[1], ~best[1]]
    return [whole]


def _settled(z: NDArray[np.complex128], seed: complex) -> NDArray[np.bool_] | None:
    """Two-means round the circle from a line and its opposite; None when one side is empty."""
    centres, near = (seed, -seed), np.ones(z.size, bool)
    for _ in range(20):
        fresh = (z * np.conj(centres[0])).real >= (z * np.conj(centres[1])).real
        if fresh.all() or not fresh.any():
            return None
        if (fresh == near).all():
            break
        near = fresh
        sums = (z[near].sum(), z[~near].sum())
        centres = (sums[0] / (abs(sums[0]) or 1), sums[1] / (abs(sums[1]) or 1))
    return near


def _log_likelihood(angles: Floats, total: int) -> float:
    """Classification log-likelihood of one von Mises group, weight n/total included."""
    _, r = mean_direction(angles)
    r = min(r, 0.995)
    kappa = r * (2 - r * r) / (1 - r * r)  # Banerjee et al. 2005, JMLR 6, eq. 4.4, p = 2
    n = angles.size
    log_i0 = math.log(float(i0e(kappa))) + kappa
    return n * (kappa * r - math.log(2 * math.pi) - log_i0 + math.log(n / total))


def plan_spine(build: Build, work: WorkingBlank, pencil_mm: float | None) -> SpinePlan:
    """Readings and the decision; ``pencil_mm`` is the station where lines are drawn."""
    spine = build.spine
    zones = tuple(
        read_zone(zone, [t for t in spine.trials if t.zone == zone])
        for zone in ("whole", "butt", "tip")
        if any(t.zone == zone for t in spine.trials)
    )
    side = spine.guides_on or DEFAULT_GUIDES_ON[build.brief.rod_type]
    line = _chosen_line(build, zones)
    guides = None
    if spine.school == "ignore":
        guides = 0.0
    elif line is not None:
        guides = (
            line
            if spine.school != "resting_line" or side == spine.taped_side
            else (line + 180) % 360
        )
    marks: list[ClockMark] = []
    if guides is not None:
        od = None if pencil_mm is None else work.od_mm(pencil_mm)
        for what, angle in (
            *((("spine line", line),) if line is not None else ()),
            ("guides", guides),
            ("reel foot", guides),
            ("label", (guides + 180) % 360),
        ):
            arc = None if od is None else round(math.pi * od * angle / 360, 2)
            marks.append(
                ClockMark(
                    what=what, angle_deg=round(angle, 1), station_mm=pencil_mm, od_mm=od, arc_mm=arc
                )
            )
    return SpinePlan(
        zones=zones,
        line_deg=line,
        guides_deg=guides,
        reel_deg=guides,
        guides_on=side,
        marks=tuple(marks),
    )


def _chosen_line(build: Build, zones: tuple[ZoneReading, ...]) -> float | None:
    spine = build.spine
    if spine.school == "ignore":
        return None
    if spine.school in ("straightest", "stiff_axis"):
        return spine.own_line_deg
    if not zones:
        return None
    lines = zones[0].lines
    return lines[1].angle_deg if spine.line == "other" and len(lines) > 1 else lines[0].angle_deg


def find_in_spine(build: Build, plan: SpinePlan) -> list[Finding]:
    """How far the readings can be believed, and what the decision means."""
    spine, rule = build.spine, build.rule
    add = Noted("spine")
    if spine.school == "ignore":
        add(
            "spine-ignored",
            "note",
            "The spine is left out by choice: guides and reel go on the witness mark (0°).",
            "One school builds on the straightest look and ignores the spine.",
            TRIALS,
        )
        return add.found
    if spine.school in ("straightest", "stiff_axis") and spine.own_line_deg is None:
        name = "straightest line" if spine.school == "straightest" else "stiff axis"
        add(
            "spine-no-own-line",
            "check",
            f"Say where the {name} is: its clock angle from the witness mark.",
            "This school builds on a line the builder finds and enters.",
            TRIALS,
        )
    if spine.school == "resting_line" and not plan.zones:
        add(
            "spine-no-trials",
            "check",
            "No roll trial yet: load the blank, roll it, and enter where it comes to rest.",
            *SURE_RULE,
        )
    for zone in plan.zones:
        _judge_zone(zone, add)
    by_zone = {z.zone: z for z in plan.zones}
    if "butt" in by_zone and "tip" in by_zone:
        twist = apart_deg(by_zone["butt"].lines[0].angle_deg, by_zone["tip"].lines[0].angle_deg)
        if twist > TWIST_DEG:
            add(
                "spine-twist",
                "check",
                f"Butt half and tip half rest {twist:.0f}° apart: decide which half carries the load you care about.",
                "The resting line can differ along the blank.",
                TRIALS,
                twist=f"{twist:.0f}°",
            )
    if plan.guides_deg is not None and plan.marks:
        at = plan.marks[0]
        here = (
            ""
            if at.station_mm is None or at.od_mm is None
            else (
                f" On {format_diameter(at.od_mm, rule)} at {format_length(at.station_mm, rule)}, 1 mm of arc is {360 / (math.pi * at.od_mm):.1f}°."
            )
        )
        place = (
            None if at.station_mm is None else Place(start_mm=at.station_mm, end_mm=at.station_mm)
        )
        where = "under" if build.brief.rod_type in ("spinning", "fly") else "on top of"
        add(
            "spine-decision",
            "note",
            f"Guides and reel go at {plan.guides_deg:.0f}°, {where} the rod, on the {plan.guides_on} of the resting bend.{here}",
            "Guides below lie on the inside of the bend a fish makes, guides on top on its outside; either side can be chosen.",
            Spot(place=place, field="spine.guides_on"),
        )
    return add.found


def _judge_zone(zone: ZoneReading, add: Noted) -> None:
    name = {"whole": "", "butt": " in the butt half", "tip": " in the tip half"}[zone.zone]
    best = zone.lines[0]
    numbers = {
        "mean": f"{best.angle_deg:.1f}°",
        "95_percent": f"±{best.half_width_deg:.1f}°" if best.half_width_deg < 180 else "unknown",
        "rests": str(best.trials),
        "resultant": f"{zone.resultant:.3f}",
        "Rayleigh_p": f"{zone.rayleigh_p:.3g}",
    }
    if zone.trials >= LEAST_TRIALS and zone.rayleigh_p >= 0.05:
        add(
            "spine-no-line",
            "check",
            f"The rests{name} are scattered all round: they show no resting line. Roll it again, more slowly, or choose another school.",
            "Rayleigh's test: rests like these come from a blank with no preferred line more than 1 time in 20.",
            TRIALS,
            "Mardia & Jupp 2000, §6.3.1",
            **numbers,
        )
    elif zone.more_trials:
        many = f"{zone.more_trials} more" if zone.more_trials < 30 else "many more"
        known = (
            "" if best.half_width_deg >= 90 else f" It is known to ±{best.half_width_deg:.0f}° now."
        )
        add(
            "spine-more-trials",
            "check",
            f"Take {many} rest{'s' if zone.more_trials > 1 else ''}{name} before marking the line.{known}",
            SURE_RULE[0],
            SURE_RULE[1],
            SURE_RULE[2],
            **numbers,
        )
    else:
        add(
            "spine-sure",
            "note",
            f"The resting line{name} is at {best.angle_deg:.0f}° ±{best.half_width_deg:.0f}°: sure enough to mark.",
            SURE_RULE[0],
            SURE_RULE[1],
            SURE_RULE[2],
            **numbers,
        )
    if len(zone.lines) > 1:
        second = zone.lines[1]
        gap = apart_deg(best.angle_deg, second.angle_deg)
        add(
            "spine-two-lines",
            "check",
            f"The blank rests in two lines{name}, {gap:.0f}° apart: {best.angle_deg:.0f}° is the deeper, {second.angle_deg:.0f}° the other.",
            "Some blanks show two spines; the deeper is the one with more and harder rests.",
            TRIALS,
            deeper=f"{best.angle_deg:.0f}°, {best.trials} rests, snap {best.snap:.1f}",
            other=f"{second.angle_deg:.0f}°, {second.trials} rests, snap {second.snap:.1f}",
        )
