"""What a dry fit teaches: was the bore misjudged, or the blank?

A part predicted to stop at s stopped at s'. The change of diameter that
explains it is shared between bore and blank by how uncertain each is, as two
measurements of one difference are reconciled (inverse-variance weighting).
Method page: ``docs/methods/dry-fits.md``.
"""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.optimize import brentq

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import DryFit
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.fits import Bore, Floats, find_stop, least_room_mm, straight_bore

MOST_OFF_MM = 6.0
"""A dry fit that needs more than this to be explained is taken for a slip."""
SAME_STOP_MM = 0.5
"""A stop this close to the one reckoned is the same: nobody reads it finer. From habit."""
LEAST_LESSON_MM = 0.02
"""A lesson about the blank smaller than this is noise, and none is surer. From habit."""
FAR_OUT = 3.0
"""Further than this many standard deviations is a contradiction, not noise."""

Lesson = Literal[
    "as_expected",
    "bore",
    "blank",
    "high_spot",
    "hand_work",
    "bore_found",
    "home",
    "noted",
    "unexplained",
]


class DryFitRead(Frozen):
    """What one dry fit says. ``off_mm`` is what bore less blank was misjudged by, shared into
    ``bore_off_mm`` and ``blank_off_mm``; both are added to what was measured. ``at_least`` when it
    came home: then no more is known than that it is not less."""

    part_id: str
    short_mm: float
    expected_short_mm: float | None
    lesson: Lesson
    at_least: bool
    off_mm: float
    bore_off_mm: float
    blank_off_mm: float
    binds_from_mm: float | None
    binds_to_mm: float | None


@dataclass(frozen=True)
class BlankLesson:
    """A diameter of the blank that a part felt, as good as a reading there; mm."""

    station_mm: float
    od_mm: float
    uncertainty_mm: float


@dataclass(frozen=True)
class Believed:
    """What to go by after a dry fit: the bore (None while nothing is known of it), and what the blank
    turned out to be, None when the readings stand."""

    bore: Bore | None
    blank: BlankLesson | None = None


@dataclass(frozen=True)
class Trial:
    """One part as it was tried: hollow length, mark and the end it came from; ``cut_mm`` is the bore the
    last tool left, where it left it; ``by_hand`` how hand work that nobody measured spread along the bore,
    1 where most was taken."""

    length_mm: float
    mark_mm: float
    enters: Enters
    taper: Taper
    cut_mm: Floats | None = None
    by_hand: Floats | None = None

    @property
    def way(self) -> int:
        """Which way short of the mark lies: toward the tip for what comes from there."""
        return 1 if self.enters == "tip" else -1

    def stop(self, bore: Bore) -> float:
        """Where a part of this bore stops, never mind the mark: signed mm short of it."""
        beyond = self.mark_mm - self.way * (self.length_mm + self.taper.length_mm)
        stop = find_stop(bore, self.taper, beyond, self.enters)
        return (stop.station_mm - self.mark_mm) * self.way


def bore_from_stop(length_mm: float, taper: Taper, stopped_mm: float) -> Bore:
    """The even bore of an unmeasured part that stopped at a station: the blank under its butt face."""
    widest = taper.widest_from(stopped_mm)
    return straight_bore(widest, widest, length_mm)


def read_dry_fit(fit: DryFit, bore: Bore | None, trial: Trial) -> tuple[DryFitRead, Believed]:
    """Judge one dry fit, slid by hand and not forced: what it says and what to go by from now on.

    Stopped short or gone past is an equality: bore and blank touch there. Come
    home is an inequality: the bore is at least the blank all along.
    """
    home = abs(fit.short_mm) <= habits().short_ok_mm
    if bore is None:
        if home or trial.enters == "butt":
            return _read(fit, None, "home" if home else "noted", at_least=home), Believed(None)
        found = bore_from_stop(trial.length_mm, trial.taper, trial.mark_mm + fit.short_mm)
        return _read(fit, None, "bore_found", binds=(0.0, 0.0)), Believed(found)
    free = trial.stop(bore)
    expected = max(free, 0.0) if home else free
    if home and free <= habits().short_ok_mm:
        return _read(fit, expected, "as_expected", at_least=True), Believed(bore)
    if not home and abs(free - fit.short_mm) <= SAME_STOP_MM:
        return _read(fit, expected, "as_expected"), Believed(bore)
    if trial.by_hand is not None:
        took = _explains(bore, trial, fit.short_mm, trial.by_hand)
        if took is not None and took > 0:
            read = _read(fit, expected, "hand_work", took, took, 0.0, at_least=home)
            return read, Believed(bore.wider(took * trial.by_hand))
    off = _explains(bore, trial, fit.short_mm)
    if off is None:
        return _read(fit, expected, "unexplained"), Believed(bore)
    return _booked(fit, bore, trial, expected, off, home)


def _booked(
    fit: DryFit, bore: Bore, trial: Trial, expected: float, off: float, home: bool
) -> tuple[DryFitRead, Believed]:
    """Book a surprise where it can be: shared by how uncertain bore and blank are at the place that held."""
    taper = trial.taper
    stopped = trial.mark_mm + trial.way * fit.short_mm
    _, at = least_room_mm(bore, taper, stopped)
    station = min(max(stopped + at, 0.0), taper.length_mm)
    bore_sd, blank_sd = _bore_sd(bore, trial, at), float(taper.band_mm(station))
    total = math.hypot(bore_sd, blank_sd)
    if abs(off) < 0.5 * total:
        return _read(fit, expected, "as_expected", at_least=home), Believed(bore.wider(off))
    clear = _ends_clear(bore, taper, stopped)
    if off < 0 and -off > FAR_OUT * total and (clear or _was_cut(bore, trial, at)):
        within = _uncut(bore, trial)
        height = _explains(bore, trial, fit.short_mm, _within(bore, within))
        if height is None:
            return _read(fit, expected, "unexplained", off), Believed(bore)
        spot = bore.wider(height * _within(bore, within))
        return _read(fit, expected, "high_spot", height, height, 0.0, within), Believed(spot)
    if abs(off) > FAR_OUT * math.hypot(habits().inside_sd_mm, blank_sd) and not clear:
        return _read(fit, expected, "unexplained", off), Believed(bore)
    share = bore_sd**2 / total**2
    bore_off, blank_off = off * share, -off * (1 - share)
    lesson: Lesson = "bore" if share >= 0.5 else "blank"
    taught = None
    if abs(blank_off) > LEAST_LESSON_MM:
        left = bore_sd * blank_sd / total
        taught = BlankLesson(station, taper.od_at(station) + blank_off, max(left, LEAST_LESSON_MM))
    read = _read(fit, expected, lesson, off, bore_off, blank_off, (at, at), at_least=home)
    return read, Believed(bore.wider(bore_off), taught)


def _was_cut(bore: Bore, trial: Trial, u_mm: float) -> bool:
    """Whether the last tool made the bore what it is at this place."""
    if trial.cut_mm is None:
        return False
    return bore.at(u_mm) - float(np.interp(u_mm, bore.u_mm, trial.cut_mm)) < 1e-6


def _bore_sd(bore: Bore, trial: Trial, u_mm: float) -> float:
    return habits().cut_sd_mm if _was_cut(bore, trial, u_mm) else habits().bore_sd_mm


def _uncut(bore: Bore, trial: Trial) -> tuple[float, float]:
    """Where a high spot can be: where no tool has been, else away from the faces, which can be measured."""
    if trial.cut_mm is not None:
        left = bore.u_mm[bore.bore_mm - trial.cut_mm > 1e-6]
        if left.size:
            return float(left[0]), float(left[-1])
    return _inside(bore)


def _explains(
    bore: Bore, trial: Trial, short_mm: float, shape: Floats | float = 1.0
) -> float | None:
    """How much wider the bore must be, times ``shape`` along it, for the part to stop just there; None
    if nothing does."""

    def miss(off: float) -> float:
        return trial.stop(bore.wider(off * shape)) - short_mm

    low, high = -MOST_OFF_MM, MOST_OFF_MM
    if not miss(high) <= 0 <= miss(low):
        return None
    return float(brentq(miss, low, high, xtol=1e-4))


def _ends_clear(bore: Bore, taper: Taper, stopped: float) -> bool:
    """Both faces have room where the part stopped, as they were measured."""
    ends = (0.0, bore.length_mm)
    return all(
        bore.at(u) - taper.od_at(min(max(stopped + u, 0.0), taper.length_mm))
        > 2 * habits().bore_sd_mm
        for u in ends
    )


def _inside(bore: Bore) -> tuple[float, float]:
    return 0.15 * bore.length_mm, 0.85 * bore.length_mm


def _within(bore: Bore, span: tuple[float, float]) -> Floats:
    """1 between two places of the bore, 0 outside."""
    return np.asarray((bore.u_mm >= span[0]) & (bore.u_mm <= span[1]), float)


def _read(
    fit: DryFit,
    expected: float | None,
    lesson: Lesson,
    off: float = 0.0,
    bore_off: float = 0.0,
    blank_off: float = 0.0,
    binds: tuple[float, float] | None = None,
    *,
    at_least: bool = False,
) -> DryFitRead:
    return DryFitRead(
        part_id=fit.part_id,
        short_mm=fit.short_mm,
        expected_short_mm=None if expected is None else round(expected, 1),
        lesson=lesson,
        at_least=at_least,
        off_mm=round(off, 3),
        bore_off_mm=round(bore_off, 3),
        blank_off_mm=round(blank_off, 3),
        binds_from_mm=None if binds is None else round(binds[0], 1),
        binds_to_mm=None if binds is None else round(binds[1], 1),
    )
