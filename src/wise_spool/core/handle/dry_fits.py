"""What a dry fit teaches: was the bore misjudged, or the blank?

A part predicted to stop at s stopped at s'. The change of diameter that
explains it is shared between bore and blank by how uncertain each is, as two
measurements of one difference are reconciled (inverse-variance weighting).
Method page: ``docs/methods/dry-fits.md``.
"""

import math
from dataclasses import dataclass
from typing import Literal

from scipy.optimize import brentq

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import DryFit
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.fits import Bore, find_stop, least_room_mm, straight_bore

MOST_OFF_MM = 6.0
"""A dry fit that needs more than this to be explained is taken for a slip."""
FAR_OUT = 3.0
"""Further than this many standard deviations is a contradiction, not noise."""

Lesson = Literal["as_expected", "bore", "blank", "high_spot", "bore_found", "unexplained"]


class DryFitRead(Frozen):
    """What one dry fit says. ``off_mm`` is what bore less blank was misjudged by, shared into
    ``bore_off_mm`` and ``blank_off_mm``; both are added to what was measured."""

    part_id: str
    short_mm: float
    expected_short_mm: float | None
    lesson: Lesson
    off_mm: float
    bore_off_mm: float
    blank_off_mm: float
    binds_from_mm: float | None
    binds_to_mm: float | None


@dataclass(frozen=True)
class Believed:
    """Bore and blank correction after a dry fit, mm on the diameter."""

    bore: Bore
    blank_off_mm: float


def bore_from_stop(length_mm: float, taper: Taper, stopped_mm: float) -> Bore:
    """The even bore of an unmeasured part that stopped at a station: the blank under its butt face."""
    widest = taper.widest_from(stopped_mm)
    return straight_bore(widest, widest, length_mm)


def read_dry_fit(
    fit: DryFit, bore: Bore | None, length_mm: float, taper: Taper, target_mm: float, stretch: float
) -> tuple[DryFitRead, Believed | None]:
    """Judge one dry fit of a part of hollow length ``length_mm`` meant for ``target_mm``.

    Returns what it says and what to believe from now on. ``stretch`` is how
    far the material gives.
    """
    stopped = target_mm + fit.short_mm
    if bore is None:
        found = bore_from_stop(length_mm, taper, stopped).stretched(-stretch / (1 + stretch))
        return _read(fit, None, "bore_found", binds=(0.0, 0.0)), Believed(found, 0.0)
    lowest = target_mm - length_mm - taper.length_mm
    free = bore.stretched(stretch)
    expected = find_stop(free, taper, lowest)
    _, at = least_room_mm(free, taper, stopped)
    off = _explains(free, taper, stopped, lowest)
    expected_short = expected.station_mm - target_mm
    if off is None:
        return _read(fit, expected_short, "unexplained"), None
    bore_sd = habits().bore_sd_mm
    blank_sd = float(taper.band_mm(min(max(stopped + at, 0.0), taper.length_mm)))
    total = math.hypot(bore_sd, blank_sd)
    if abs(off) < 0.5 * total:
        return _read(fit, expected_short, "as_expected"), Believed(bore, 0.0)
    if off < 0 and -off > FAR_OUT * total and _ends_clear(free, taper, stopped):
        height = _explains(free, taper, stopped, lowest, _inside(bore))
        if height is None:
            return _read(fit, expected_short, "unexplained", off), None
        off, spot = height, _narrowed(bore, height, _inside(bore))
        return _read(fit, expected_short, "high_spot", off, off, 0.0, _inside(bore)), Believed(
            spot, 0.0
        )
    if abs(off) > FAR_OUT * math.hypot(habits().inside_sd_mm, blank_sd) and not _ends_clear(
        free, taper, stopped
    ):
        return _read(fit, expected_short, "unexplained", off), None
    share = bore_sd**2 / (bore_sd**2 + blank_sd**2)
    bore_off, blank_off = off * share, -off * (1 - share)
    lesson: Lesson = "bore" if share >= 0.5 else "blank"
    return _read(fit, expected_short, lesson, off, bore_off, blank_off, (at, at)), Believed(
        bore.wider(bore_off / (1 + stretch)), blank_off
    )


def _explains(
    free: Bore,
    taper: Taper,
    stopped: float,
    lowest: float,
    within: tuple[float, float] = (-math.inf, math.inf),
) -> float | None:
    """How much wider the bore must be ``within`` for the part to stop just there; None if nothing does."""

    def miss(off: float) -> float:
        return find_stop(_narrowed(free, off, within), taper, lowest).station_mm - stopped

    low, high = -MOST_OFF_MM, MOST_OFF_MM
    if not miss(high) <= 0 <= miss(low):
        return None
    return float(brentq(miss, low, high, xtol=1e-4))


def _ends_clear(free: Bore, taper: Taper, stopped: float) -> bool:
    """Both faces have room where the part stopped, as they were measured."""
    ends = (0.0, free.length_mm)
    return all(
        free.at(u) - taper.od_at(min(max(stopped + u, 0.0), taper.length_mm))
        > 2 * habits().bore_sd_mm
        for u in ends
    )


def _inside(bore: Bore) -> tuple[float, float]:
    return 0.15 * bore.length_mm, 0.85 * bore.length_mm


def _narrowed(bore: Bore, off: float, within: tuple[float, float]) -> Bore:
    """The bore with ``off`` added to its diameter between two places."""
    inside = (bore.u_mm >= within[0]) & (bore.u_mm <= within[1])
    return Bore(bore.u_mm, bore.bore_mm + inside * off)


def _read(
    fit: DryFit,
    expected: float | None,
    lesson: Lesson,
    off: float = 0.0,
    bore_off: float = 0.0,
    blank_off: float = 0.0,
    binds: tuple[float, float] | None = None,
) -> DryFitRead:
    return DryFitRead(
        part_id=fit.part_id,
        short_mm=fit.short_mm,
        expected_short_mm=None if expected is None else round(expected, 1),
        lesson=lesson,
        off_mm=round(off, 3),
        bore_off_mm=round(bore_off, 3),
        blank_off_mm=round(blank_off, 3),
        binds_from_mm=None if binds is None else round(binds[0], 1),
        binds_to_mm=None if binds is None else round(binds[1], 1),
    )
