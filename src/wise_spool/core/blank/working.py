"""The blank as it arrived and as it will be built on: trims, joints, tube.

Method page: ``docs/methods/blank.md``.
"""

import math
from dataclasses import dataclass

import numpy as np

from wise_spool.core.blank.taper import SAME_STATION_MM, Taper, distinct_stations
from wise_spool.core.document.blank import Blank, Joint
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MM_PER_INCH

SAMPLES = 121


def tube_bore_mm(tube_64ths: float) -> float:
    """Bore of a tip-top tube: size n is n/64 in (common practice)."""
    return tube_64ths * MM_PER_INCH / 64


def tube_for_tip(tip_od_mm: float) -> float:
    """Smallest tube size, in 64ths by halves, that clears the tip and its adhesive."""
    return math.ceil((tip_od_mm + habits().tube_clearance_mm) / (MM_PER_INCH / 64) * 2 - 1e-9) / 2


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
    cut_mm: float = 0.0
    """How much was cut off the butt: what is noted of the bare blank is this much further on."""

    def od_mm(self, station_mm: float) -> float | None:
        """OD at one station in mm, or None while the taper is unknown."""
        return None if self.taper is None else self.taper.od_at(station_mm)


def working_blank(blank: Blank) -> WorkingBlank:
    """Trim the blank and fit its taper; stations become mm from the present butt."""
    if blank.bare_mm is None:
        return WorkingBlank(None, None, ())
    length = blank.bare_mm - blank.trim_butt_mm - blank.trim_tip_mm
    if length <= 0:
        return WorkingBlank(None, None, ())
    cut = blank.trim_butt_mm
    joints = tuple(
        j.model_copy(update={"station_mm": j.station_mm - cut})
        for j in sorted(blank.joints, key=lambda j: j.station_mm)
        if 0 < j.station_mm - cut < length
    )
    on_rod = [r for r in blank.readings if r.station_mm <= blank.bare_mm + SAME_STATION_MM]
    taper = None
    if distinct_stations([r.station_mm for r in on_rod]) >= 2:
        taper = Taper(
            [r.station_mm - cut for r in on_rod],
            [r.od_mm for r in on_rod],
            [r.uncertainty_mm for r in on_rod],
            length,
            [j.station_mm for j in joints],
        )
    return WorkingBlank(length, taper, joints, cut)


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
            TaperPoint.model_construct(
                station_mm=round(a, 2), od_mm=round(b, 3), band_mm=round(c, 3)
            )
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
