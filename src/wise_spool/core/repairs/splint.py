"""A broken blank mended from the inside: the sleeve cut from the blank's bore, and the rod with it in.

The wall carries nothing across the break; glue hands the load over to the sleeve within about one diameter on
either side (``splint_hand_over_od``, from memory). So EI at x is the sleeve's, plus the blank's times how much of it
has taken hold: min(1, |x - b| / (k OD)). The sleeve is a tube, EI = E pi/64 (Do^4 - Di^4) (handbook formula), its
outside the blank's bore less the glue on either side. The moment there is that of the rod at the load that drops its
tip by a third (its power) and at the load that brings the sound blank to its limit. Method page:
``docs/methods/repairs.md``.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.hanging import Course, bent_by, third_of
from wise_spool.core.blank.mass import blank_g_per_mm
from wise_spool.core.blank.stiffness import (
    StiffnessPlan,
    stated_clamp_mm,
    stiffness_of,
    strain_limit,
)
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.blank import Blank
from wise_spool.core.document.repairs import Repair
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError
from wise_spool.core.mechanics.frequency import first_frequency_hz

Floats = NDArray[np.float64]


class SplintError(RefusedError):
    """This break cannot be mended so."""


class SleeveAt(Frozen):
    """The sleeve at one place: how far from its butt end, and its outside there."""

    from_butt_end_mm: float
    outside_mm: float
    bore_mm: float


class Splint(Frozen):
    """The sleeve, where it goes, and the rod before and after. ``stiff_there`` is EI at the break over what it was;
    ``strain_share`` the sleeve's strain at the rod's power over what its material takes; ``moment_n_mm`` the moment there."""

    at_mm: float
    sleeve_mm: float
    sleeve: tuple[SleeveAt, ...]
    wall_mm: float
    bore_measured: bool
    pusher_mm: float
    wrap_from_mm: float
    wrap_to_mm: float
    moment_n_mm: float
    stiff_there: float
    strain_share: float
    blank_strain_share: float
    power_before_g: float
    power_after_g: float
    action_before_deg: float
    action_after_deg: float
    frequency_before_hz: float
    frequency_after_hz: float
    mass_g: float
    verdict: str
    verdict_words: str


@dataclass(frozen=True)
class Mended(Course):
    """The EI of a blank with sleeves in it: each (break, first end, last end, EI of the sleeve at three places,
    hand-over in mm)."""

    sleeves: tuple["Sleeve", ...] = ()

    def ei(self, station_mm: Floats) -> Floats:
        """EI in N mm^2 at each station, shape as given."""
        x = np.asarray(station_mm, float)
        ei = super().ei(x)
        for s in self.sleeves:
            holds = np.clip(np.abs(x - s.break_mm) / s.hand_over_mm, 0.0, 1.0)
            ei = ei * holds
            inside = (x >= s.start_mm) & (x <= s.end_mm)
            ei = np.where(inside, ei + s.ei(x), ei)
        return np.asarray(ei)

    @property
    def breaks_mm(self) -> tuple[float, ...]:
        """Stations at which EI jumps or turns sharply."""
        out = list(super().breaks_mm)
        for s in self.sleeves:
            out += [s.start_mm, s.break_mm - s.hand_over_mm, s.break_mm, s.break_mm + s.hand_over_mm, s.end_mm]  # fmt: skip
        return tuple(sorted(set(out)))


@dataclass(frozen=True)
class Sleeve:
    """A sleeve in the bore of a blank, and how soon the wall takes hold again."""

    break_mm: float
    start_mm: float
    end_mm: float
    hand_over_mm: float
    young_n_mm2: float
    at_mm: tuple[float, ...]
    outside_mm: tuple[float, ...]
    wall_share: float

    def ei(self, x: Floats) -> Floats:
        """Its own EI at each station."""
        outside = np.interp(x, self.at_mm, self.outside_mm)
        return tube_ei(outside, self.wall_share, self.young_n_mm2)


def tube_ei(outside_mm: Floats, wall_share: float, young_n_mm2: float) -> Floats:
    """EI of a tube, N mm^2, its wall a share of its outside.

    >>> round(float(tube_ei(np.array([10.0]), 0.1, 60000.0)[0]) / 1e6, 3)
    17.389
    """
    inside = outside_mm * (1 - 2 * min(wall_share, 0.5))
    return np.asarray(young_n_mm2 * math.pi / 64 * (outside_mm**4 - inside**4))


def bore_at(blank: Blank, work: WorkingBlank, x_mm: float, repair: Repair) -> float:
    """The blank's bore: in proportion to its outside, by the wall that was measured at the break or else by habit."""
    assert work.taper is not None
    od = work.taper.od_at(x_mm)
    share = habits().wall_share[blank.material]
    if repair.bore_mm is not None and repair.at_mm is not None:
        there = work.taper.od_at(repair.at_mm)
        share = max((there - repair.bore_mm) / 2 / there, 0.01)
    return float(od * (1 - 2 * share))


def plan_splint(blank: Blank, work: WorkingBlank, stiffness: StiffnessPlan, repair: Repair) -> Splint:  # fmt: skip
    """The sleeve for a break, and what it does to the rod. Raises :class:`SplintError` for one that cannot be made."""
    if work.taper is None or work.length_mm is None or repair.at_mm is None:
        raise SplintError("A splint waits for the blank's length, two diameters and where it broke.")  # fmt: skip
    h, at, length = habits(), repair.at_mm, work.length_mm
    if not 0 < at < length:
        raise SplintError("The break lies off the blank.")
    start_of, end_of = _section(work, at)
    od = work.taper.od_at(at)
    sleeve_mm = repair.sleeve_mm or round(2 * h.splint_half_od * od)
    first, last = at - sleeve_mm / 2, at + sleeve_mm / 2
    if first < start_of or last > end_of:
        room = 2 * min(at - start_of, end_of - at)
        raise SplintError(f"A sleeve of {sleeve_mm:.0f} mm is longer than the section leaves for it: {room:.0f} mm, half on either side of the break.")  # fmt: skip
    gap = h.splint_glue_mm
    places = tuple(float(x) for x in np.linspace(first, last, 5))
    outside = tuple(bore_at(blank, work, x, repair) - 2 * gap for x in places)
    if min(outside) < h.splint_least_mm:
        raise SplintError(f"The bore there is {min(outside) + 2 * gap:.1f} mm: a sleeve under {h.splint_least_mm:g} mm carries nothing. Shorten the tip instead.")  # fmt: skip
    share = repair.wall_share or h.splint_wall_share
    hand_over = max(h.splint_hand_over_od * od, 1.0)
    sleeve = Sleeve(at, first, last, hand_over, h.young_n_mm2[repair.sleeve_material], places, outside, share)  # fmt: skip
    course = stiffness_of(stiffness, work)
    fields = {k: getattr(course, k) for k in Course.__dataclass_fields__}
    mended = Mended(**fields, sleeves=(sleeve,))
    return _with(blank, work, repair, course, mended, sleeve)


def _section(work: WorkingBlank, at: float) -> tuple[float, float]:
    """The section of the blank a place lies in, overlaps left out."""
    assert work.length_mm is not None
    start, end = 0.0, work.length_mm
    for j in work.joints:
        if j.station_mm <= at:
            start = max(start, j.station_mm)
        else:
            end = min(end, j.station_mm - j.overlap_mm)
    return start, end


def _with(
    blank: Blank, work: WorkingBlank, repair: Repair, course: Course, mended: Mended, s: Sleeve
) -> Splint:
    """Power, action, moment and swing with the sleeve in."""
    assert work.length_mm is not None and work.taper is not None and repair.at_mm is not None
    length, at = work.length_mm, repair.at_mm
    clamp = min(stated_clamp_mm(length), max(s.start_mm - 1, 0.0))
    try:
        before, after = third_of(course, clamp, length), third_of(mended, clamp, length)
        bent = bent_by(mended, clamp, length, after.power_n)
        hz = [
            first_frequency_hz(length, clamp, c.ei, blank_g_per_mm(blank, work.taper), lumps, breaks_mm=c.breaks_mm)
            for c, lumps in ((course, ()), (mended, ((at, _mass_g(s, work)),)))
        ]  # fmt: skip
    except (BendError, ValueError) as error:
        raise SplintError(
            "With this sleeve the rod does not bend as one: its wall is too thin or it is too short."
        ) from error
    moment = _moment_at(bent.station_mm, bent.curvature, mended, at)
    here = np.array([at])
    sleeve_ei = float(s.ei(here)[0])
    out_there = float(np.interp(at, s.at_mm, s.outside_mm))
    strain = moment * out_there / 2 / sleeve_ei / strain_limit(repair.sleeve_material)
    sound = float(course.ei(here)[0])
    blank_strain = moment * work.taper.od_at(at) / 2 / sound / strain_limit(blank.material)
    verdict, words = _verdict(strain, blank_strain)
    wrap = max(habits().splint_wrap_mm, s.end_mm - s.start_mm)
    mass = _mass_g(s, work)
    return Splint(
        at_mm=at, sleeve_mm=round(s.end_mm - s.start_mm, 1),
        sleeve=tuple(SleeveAt(from_butt_end_mm=round(x - s.start_mm, 1), outside_mm=round(o, 2), bore_mm=round(o + 2 * habits().splint_glue_mm, 2)) for x, o in zip(s.at_mm, s.outside_mm, strict=True)),
        wall_mm=round(out_there * s.wall_share, 2), bore_measured=repair.bore_mm is not None, pusher_mm=round(s.start_mm, 1),
        wrap_from_mm=round(at - wrap / 2, 1), wrap_to_mm=round(at + wrap / 2, 1), moment_n_mm=round(moment, 1), stiff_there=round(sleeve_ei / sound, 3),
        strain_share=round(strain, 3), blank_strain_share=round(blank_strain, 3), power_before_g=round(before.power_n / GRAVITY_N_PER_G, 1),
        power_after_g=round(after.power_n / GRAVITY_N_PER_G, 1), action_before_deg=round(before.action_deg, 1), action_after_deg=round(after.action_deg, 1),
        frequency_before_hz=round(hz[0], 2), frequency_after_hz=round(hz[1], 2), mass_g=round(mass, 2), verdict=verdict, verdict_words=words,
    )  # fmt: skip


def _moment_at(station: Floats, curvature: Floats, course: Course, at: float) -> float:
    """Moment at a place from the bend there, taken a little to the butt side where EI is even."""
    moment = curvature * course.ei(station)
    off = np.abs(station - at)
    keep = (off > 2.0) & (off < 60.0)
    if not keep.any():
        return float(np.interp(at, station, moment))
    near = np.argsort(np.where(keep, off, np.inf))[:6]
    _slope, base = np.polyfit(station[near] - at, moment[near], 1) if near.size > 1 else (0.0, moment[near[0]])  # fmt: skip
    return float(abs(base))


def _mass_g(s: Sleeve, work: WorkingBlank) -> float:
    """Sleeve, its glue, and the wrap with its finish over it, g."""
    h = habits()
    x = np.linspace(s.start_mm, s.end_mm, 41)
    outside = np.interp(x, s.at_mm, s.outside_mm)
    inside = outside * (1 - 2 * s.wall_share)
    tube = np.trapezoid(math.pi / 4 * (outside**2 - inside**2), x) * h.blank_density_g_ml["carbon"] / 1000  # fmt: skip
    glue = np.trapezoid(math.pi * (outside + h.splint_glue_mm) * h.splint_glue_mm, x) * 1.15 / 1000
    wrap = max(h.splint_wrap_mm, s.end_mm - s.start_mm)
    assert work.taper is not None
    thread = math.pi * work.taper.od_at(s.break_mm) * wrap * 0.35 * 1.15 / 1000
    return float(tube + glue + thread)


def _verdict(strain: float, blank_strain: float) -> tuple[str, str]:
    """Where the line lies between mending and not mending."""
    if strain > 1:
        return "no", "At the rod's own power this sleeve is over what its material takes: it would break again there. Shorten the rod to the break, or give it a thicker sleeve."  # fmt: skip
    by = habits()
    if strain > by.splint_spare_strain or strain > by.splint_spare_times * max(blank_strain, 0.05):
        return "spare", "It will fish as a spare: the sleeve works harder than the blank did there. Say so to whoever fishes it, and do not lift with it."  # fmt: skip
    return "yes", "The sleeve has something in hand there. A mended rod is never as it was: the first fish tells."  # fmt: skip
