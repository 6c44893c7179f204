"""Every wrap on the rod: where it lies, its turns and metres, what it leaves open beside a foot, what it weighs.

``length = sum over turns of sqrt(P(x)^2 + p^2)``: P is the perimeter of the outline that thread really takes at the
turn's station (:mod:`wise_spool.core.wraps.outline`), moved out by half a thread for its own middle (a convex outline
moved out by t grows by 2 pi t, Steiner), p what a turn covers. Method page: ``docs/methods/wraps.md``.
"""

import math
from collections import Counter
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.rows import by_id
from wise_spool.core.document.wraps import End, Wrap, WrapTool
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.wraps.cues import Cue, Marks, cues_of
from wise_spool.core.wraps.holding import DUTY_WORDS, Duty, Foot, Holding, holdings
from wise_spool.core.wraps.outline import Outline, outline
from wise_spool.core.wraps.thread import Threads, ThreadUsed, main_thread, wound_with

Floats = NDArray[np.float64]
_EVENLY = np.linspace(0.0, 1.0, 24)
SHORTEST_MM = 0.05
"""What is shorter is no wrap."""


class Stretch(Frozen):
    """Thread of one colour between two stations: an underwrap, a band, an inlay, the wrap itself."""

    what: str
    start_mm: float
    end_mm: float
    thread: str
    turns: int
    metres: float


class WrapLaid(Frozen):
    """One wrap. Stations in mm from the butt; ``start_mm`` to ``end_mm`` is the wrap itself, ``over_from_mm`` to
    ``over_to_mm`` everything that belongs to it. ``od_mm`` is the blank at its middle, ``round_mm`` the outline there.
    ``foot_mm`` is how much foot lies under it, ``void_ml`` what stays open beside it, ``area_mm2`` what is coated.
    ``planned_min`` are the hands' minutes before anything was learned of a ``wound_with``, the tool and the size. ``beyond_*_mm`` are by duty what the builder may say otherwise; ``settled`` is whether anything was."""

    id: str
    duty: Duty
    what: str
    start_mm: float
    end_mm: float
    over_from_mm: float
    over_to_mm: float
    od_mm: float
    round_mm: float
    starts: End
    thread: str
    layers: int
    turns: int
    metres: float
    stretches: tuple[Stretch, ...]
    foot_mm: float
    climb_turn: int | None
    void_ml: float
    area_mm2: float
    mass_g: float
    minutes: float
    planned_min: float
    wound_with: str
    preserver: bool
    least_mm: float
    lock_turns: int
    beyond_butt_mm: float
    beyond_tip_mm: float
    settled: bool
    guide_id: str
    foot_wide_mm: float
    foot_high_mm: float
    cues: tuple[Cue, ...]


class LeftOut(Frozen):
    """A place that would be wrapped by duty, and is not by wish."""

    id: str
    what: str
    duty: Duty


@dataclass(frozen=True)
class _Bed:
    """What thread lies on under one wrap: the blank's radius, a tube's wall counted in, sampled evenly over it."""

    held: Holding
    at_mm: Floats
    radius_mm: Floats

    @classmethod
    def under(
        cls, held: list[Holding], ends_mm: list[tuple[float, float]], work: WorkingBlank
    ) -> list["_Bed"]:
        """The blank from one station to another under every wrap, asked of the taper at once; over so short a
        stretch it is straight between samples."""
        assert work.taper is not None
        ends = np.array(ends_mm).reshape(-1, 2)
        at = ends[:, :1] + (ends[:, 1:] - ends[:, :1]) * _EVENLY
        radius = np.asarray(work.taper.od_mm(at)) / 2
        for h, x, r in zip(held, at, radius, strict=True):
            if h.over_mm:
                r += np.where(x >= h.over_from_mm, h.over_mm, 0.0)
        return [cls(*bed) for bed in zip(held, at, radius, strict=True)]

    def outline(self, rise_mm: float) -> Outline:
        """The outline over the whole wrap, so much thread already on the blank."""
        r, foot = self.radius_mm + rise_mm, self.held.foot
        if foot is None:
            return Outline(2 * math.pi * r, math.pi * r**2, np.zeros_like(r))
        return outline(r, foot.wide_mm, foot_high_mm(foot, self.at_mm))

    def round_at(self, x_mm: float) -> float:
        """The blank's round at a station, mm: the nearest end's beyond the wrap."""
        return 2 * math.pi * float(np.interp(x_mm, self.at_mm, self.radius_mm))


def wound_m(perimeter_mm: Floats, turns: float, thread: ThreadUsed) -> float:
    """Metres in so many turns over evenly sampled perimeters: each turn a helix on the outline moved out by half a thread."""
    turn = np.hypot(perimeter_mm + math.pi * thread.diameter_mm, thread.pitch_mm)
    mean = (float(turn.sum()) - float(turn[0] + turn[-1]) / 2) / (len(turn) - 1)
    return turns * mean / 1000


def turn_m(perimeter_mm: float, thread: ThreadUsed) -> float:
    """Metres in one turn."""
    return math.hypot(perimeter_mm + math.pi * thread.diameter_mm, thread.pitch_mm) / 1000


def foot_high_mm(foot: Foot, x_mm: Floats) -> Floats:
    """How high a filed foot stands at these stations: nothing before its toe, climbing evenly over the ramp, full
    from there to its leg."""
    along = abs(foot.leg_mm - foot.toe_mm)
    ramp = max(habits().foot_ramp_share * along, 1e-9)
    into = (x_mm - foot.toe_mm) * (1.0 if foot.leg_mm >= foot.toe_mm else -1.0)
    under = (into > 0) & (into <= along + 1e-9)
    return np.where(under, foot.high_mm * np.clip(into / ramp, 0.0, 1.0), 0.0)


def wraps_on(
    build: Build, work: WorkingBlank, handle: HandlePlan, guides: GuidesPlan, threads: Threads
) -> tuple[tuple[WrapLaid, ...], tuple[LeftOut, ...]]:
    """Every wrap, butt first, and what is left out by wish. Nothing while the blank has no taper."""
    if work.taper is None or work.length_mm is None:
        return (), ()
    held = holdings(build, work, handle, guides, main_thread(build))
    held += _own(build, work)
    feet = Counter(h.guide_id for h in held)
    lie, left = [], []
    for h in sorted(held, key=lambda h: (h.butt_mm - h.beyond_butt_mm, h.id)):
        said = by_id(build.wraps.wraps, h.id) or Wrap(id=h.id)
        if said.left_out:
            left.append(LeftOut(id=h.id, what=h.what, duty=h.duty))
            continue
        ends = _ends(h, said, work.length_mm, threads)
        if ends[1] - ends[0] >= SHORTEST_MM:
            lie.append((h, said, ends))
    beds = _Bed.under([h for h, _, _ in lie], [ends for _, _, ends in lie], work)
    laid = (_lay(said, bed, work.length_mm, threads, build.wraps.tool, two_feet=feet[h.guide_id] > 1) for (h, said, _), bed in zip(lie, beds, strict=True))  # fmt: skip
    return tuple(laid), tuple(left)


def _own(build: Build, work: WorkingBlank) -> list[Holding]:
    """The wraps the builder placed freely: stations of the bare blank, on the blank as it is now."""
    out = []
    for w in build.wraps.wraps:
        if w.kind is None or w.from_mm is None or w.to_mm is None:
            continue
        least = habits().splint_wrap_mm if w.kind == "splint" else 0.0
        a, b = w.from_mm - work.cut_mm, w.to_mm - work.cut_mm
        out.append(Holding(w.id, w.kind, w.name or DUTY_WORDS[w.kind], a, b, 0.0, 0.0, main_thread(build), least_mm=least))  # fmt: skip
    return out


def _ends(h: Holding, said: Wrap, length_mm: float, threads: Threads) -> tuple[float, float]:
    """Where the wrap itself lies, by what is said of its ends or its turns, or else by duty."""
    beyond_butt = h.beyond_butt_mm if said.beyond_butt_mm is None else said.beyond_butt_mm
    beyond_tip = h.beyond_tip_mm if said.beyond_tip_mm is None else said.beyond_tip_mm
    start = max(h.butt_mm - beyond_butt, 0.0)
    end = min(h.tip_mm + beyond_tip, length_mm)
    if said.turns is not None:
        long = said.turns * threads.of(said.thread or h.thread).pitch_mm
        if (said.starts or h.starts) == "butt":
            start = max(end - long, 0.0)
        else:
            end = min(start + long, length_mm)
    return start, end


def _lay(
    said: Wrap, bed: _Bed, length_mm: float, threads: Threads, tool: WrapTool, *, two_feet: bool
) -> WrapLaid:
    h, start, end = bed.held, float(bed.at_mm[0]), float(bed.at_mm[-1])
    thread = threads.of(said.thread or h.thread)
    starts = said.starts or h.starts
    layers = said.layers or 1
    pitch, thick = thread.pitch_mm, thread.diameter_mm
    stretches: list[Stretch] = []
    rise = 0.0
    if said.under is not None:
        under = threads.of(said.under.thread or thread.name)
        a = max(start - said.under.beyond_mm, 0.0)
        b = min(end + said.under.beyond_mm, length_mm)
        n = max(round((b - a) / under.pitch_mm), 1)
        stretches.append(
            _stretch("underwrap", a, b, under, n, wound_m(2 * math.pi * bed.radius_mm, n, under))
        )
        rise = under.diameter_mm * habits().layer_rise
    turns = max(round((end - start) / pitch), 1)
    layered = [bed.outline(rise + k * thick * habits().layer_rise) for k in range(layers)]
    first, top = layered[0], layered[-1]
    metres = sum(wound_m(o.perimeter_mm, turns - k, thread) for k, o in enumerate(layered))
    lock = h.lock_turns if said.lock_turns is None else said.lock_turns
    metres += lock * turn_m(float(first.perimeter_mm[-1 if starts == "butt" else 0]), thread)
    stretches.append(_stretch("wrap", start, end, thread, turns, metres))
    stretches += _bands(said, bed, length_mm, start, end, threads, thread.name)
    stretches += _inlays(said, bed.at_mm, first.perimeter_mm, starts, turns, thread, threads)
    x = bed.at_mm
    low = min(s.start_mm for s in stretches)
    high = max(s.end_mm for s in stretches)
    od = 2 * float(np.interp((start + end) / 2, x, bed.radius_mm))
    extra = (high - low) - (end - start)
    area = float(np.trapezoid(top.perimeter_mm + 2 * math.pi * thick, x)) + math.pi * od * extra
    foot = h.foot
    foot_mm = max(0.0, min(end, max(foot.toe_mm, foot.leg_mm)) - max(start, min(foot.toe_mm, foot.leg_mm))) if foot else 0.0  # fmt: skip
    climbs = _climb_turn(foot, start, end, starts, pitch)
    mass = sum(s.metres * _g_per_m(threads.of(s.thread)) for s in stretches)
    total = sum(s.turns for s in stretches) + lock + (layers - 1) * turns
    minutes = habits().wrap_min * (1 + len(said.bands)) + habits().turn_min * total
    way = wound_with(tool, thread.size)
    marks = Marks(
        turns=turns,
        starts=starts,
        climb_turn=climbs,
        layers=layers,
        lock_turns=lock if foot else 0,
        two_feet=two_feet,
    )
    return WrapLaid(
        id=h.id, duty=h.duty, what=said.name or h.what, start_mm=round(start, 2), end_mm=round(end, 2), over_from_mm=round(low, 2), over_to_mm=round(high, 2),
        od_mm=round(od, 3), round_mm=round(float(top.perimeter_mm.max()) / math.pi, 3), starts=starts, thread=thread.name, layers=layers, turns=turns,
        metres=round(sum(s.metres for s in stretches), 3), stretches=tuple(stretches), foot_mm=round(foot_mm, 2), climb_turn=climbs,
        void_ml=round(float(np.trapezoid(first.void_mm2, x)) / 1000, 5), area_mm2=round(area, 2), mass_g=round(mass, 4),
        minutes=round(minutes * (row_of(habits().wrap_share, way) or 1.0), 2), planned_min=round(minutes, 2), wound_with=way, preserver=said.preserver, least_mm=h.least_mm,
        lock_turns=lock if foot else 0, beyond_butt_mm=h.beyond_butt_mm, beyond_tip_mm=h.beyond_tip_mm,
        settled=said.model_copy(update={"kind": None, "name": "", "from_mm": None, "to_mm": None}) != Wrap(id=h.id),
        guide_id=h.guide_id, foot_wide_mm=round(foot.wide_mm, 2) if foot else 0.0, foot_high_mm=round(foot.high_mm, 2) if foot else 0.0,
        cues=cues_of(marks, said, thread.name),
    )  # fmt: skip


def _stretch(what: str, start: float, end: float, thread: ThreadUsed, turns: int, metres: float) -> Stretch:  # fmt: skip
    return Stretch(what=what, start_mm=round(start, 2), end_mm=round(end, 2), thread=thread.name, turns=turns, metres=round(metres, 3))  # fmt: skip


def _bands(
    said: Wrap, bed: _Bed, length_mm: float, start: float, end: float, threads: Threads, main: str
) -> list[Stretch]:  # fmt: skip
    """Trim bands outward from either end, one after another."""
    out = []
    at = {"butt": start, "tip": end}
    for band in said.bands:
        thread = threads.of(band.thread or main)
        wide = band.turns * thread.pitch_mm
        a, b = (at["butt"] - wide, at["butt"]) if band.end == "butt" else (at["tip"], at["tip"] + wide)  # fmt: skip
        if a < 0 or b > length_mm + 1e-9:
            continue
        at[band.end] = a if band.end == "butt" else b
        metres = band.turns * turn_m(bed.round_at((a + b) / 2), thread)
        out.append(_stretch("band", a, b, thread, band.turns, metres))
    return out


def _inlays(
    said: Wrap, x_mm: Floats, perimeter_mm: Floats, starts: End, turns: int, thread: ThreadUsed, threads: Threads
) -> list[Stretch]:  # fmt: skip
    """A second thread carried with the main one: its turns lie in between, the main one under it."""
    out = []
    start, end = float(x_mm[0]), float(x_mm[-1])
    for inlay in said.inlays:
        other = threads.of(inlay.thread or thread.name)
        if inlay.after + inlay.turns > turns:
            continue
        way = 1.0 if starts == "butt" else -1.0
        a = (start if way > 0 else end) + way * inlay.after * thread.pitch_mm
        low = a if way > 0 else a - inlay.turns * other.pitch_mm
        high = low + inlay.turns * other.pitch_mm
        metres = inlay.turns * turn_m(float(np.interp((low + high) / 2, x_mm, perimeter_mm)), other)
        out.append(_stretch("inlay", max(low, start), min(high, end), other, inlay.turns, metres))
    return out


def _climb_turn(
    foot: Foot | None, start: float, end: float, starts: End, pitch: float
) -> int | None:
    """The turn at which thread meets the foot's toe, counted from the wrap's start."""
    if foot is None:
        return None
    along = foot.toe_mm - start if starts == "butt" else end - foot.toe_mm
    outward = (foot.leg_mm > foot.toe_mm) == (starts == "butt")
    if not outward or along < 0 or along > end - start:
        return None
    return int(along / pitch) + 1


def _g_per_m(thread: ThreadUsed) -> float:
    solid = math.pi / 4 * thread.diameter_mm**2 * habits().thread_solid
    return solid * habits().thread_g_per_ml
