"""One part fitted: the bore it should have, the one it is believed to have, and how the two go together.

Method pages: ``docs/methods/fits.md``, ``docs/methods/dry-fits.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.parts import Handle, HandleWished, Part, PassMade, TryReckoned
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.arbors import FILLERS
from wise_spool.core.handle.dry_fits import BlankLesson, DryFitRead, Trial, read_dry_fit
from wise_spool.core.handle.fits import (
    EDGE_MM,
    Bore,
    Floats,
    Stop,
    Stretch,
    bore_of,
    find_stop,
    must_pass_mm,
    straight_bore,
    stretch_of,
)
from wise_spool.core.handle.nesting import Nest
from wise_spool.core.handle.outline import outline
from wise_spool.core.handle.reaming import Cut, after_passes, hand_spread, leaves_mm, reamer_name
from wise_spool.core.handle.stack import (
    GLUED_TO_BLANK,
    SAME_LINE_MM,
    SAMPLES,
    SIZED_NOT_REAMED,
    BoreSample,
    Face,
    Fitted,
    FitTried,
    PartPlaced,
    Recess,
    Verdict,
    part_name,
)


def fit_part(
    part: Part,
    start: float,
    end: float,
    work: WorkingBlank,
    handle: Handle,
    enters: Enters = "tip",
    nests: tuple[Nest, ...] = (),
) -> Fitted:
    """Place one part and judge how it fits, from what was measured, reamed and tried."""
    length, taper = work.length_mm, work.taper
    inner = max(start, 0.0)
    hollow = part.length_mm - (inner - start)
    on_blank = length is not None and start < length
    bored = is_bored(part, handle)
    stretch = stretch_of(part.material)
    room = _room(part, handle, stretch)
    made = [p for p in handle.passes_made if p.part_id == part.id]
    learned = (
        _learn(part, handle, made, work, inner, hollow, enters)
        if bored
        else _Learned(_bore(part, hollow, handle), (), ())
    )
    bore = learned.bore

    od_a = od_b = wanted_a = wanted_b = None
    if on_blank and length is not None:
        od_a, od_b = work.od_mm(inner), work.od_mm(min(end, length))
    judged = _Judged()
    cut = swell = recess = None
    samples: tuple[BoreSample, ...] = ()
    if bored and taper is not None and on_blank and hollow > 0:
        aim = _Aim(taper, inner, enters, stretch, room, hollow, nests)
        wanted_a, wanted_b = (round(float(w), 3) for w in aim.wanted_mm(np.array([0.0, hollow])))
        samples = _samples(bore, aim, hollow)
        swell = aim.swell_mm(np.linspace(0.0, hollow, SAMPLES))
        recess = _recess(bore, aim)
        if bore is not None:
            judged = _as_tried(_judge(bore, aim), learned, aim)
            if is_reamed(part):
                cut = Cut(inner, bore, aim.wanted_mm(bore.u_mm), part.power_drill, enters, part.closed_end_mm > 0, tuple(made))  # fmt: skip
        elif learned.came_home:
            judged = _Judged(verdict="fits", stops_short_mm=0.0, dry_short_mm=0.0)
    elif bored and od_a is not None and od_b is not None:
        wanted_a, wanted_b = (round(od / (1 + stretch.wanted) + room, 3) for od in (od_a, od_b))  # fmt: skip
    wall = None
    if wanted_a is not None and wanted_b is not None:
        fall = (wanted_b - wanted_a) / part.length_mm
        wall = round(min(o.od_mm - wanted_a - fall * o.at_mm for o in outline(part)) / 2, 2)
    band = None
    if taper is not None and on_blank:
        at = np.linspace(inner, max(min(end, taper.length_mm), inner), SAMPLES)
        band = round(float(taper.band_mm(at).max()), 3)
    placed = PartPlaced(
        id=part.id, kind=part.kind, name=part_name(part), start_mm=round(start, 3), end_mm=round(end, 3),
        od_butt_mm=part.od_butt_mm, od_tip_mm=part.od_tip_mm, outline=outline(part), material=part.material,
        butt_face=_face(inner, od_a, wanted_a, bore, 0.0), tip_face=_face(end, od_b, wanted_b, bore, hollow),
        enters=enters, verdict=judged.verdict, remove_mm=judged.remove_mm, stops_short_mm=judged.stops_short_mm,
        dry_short_mm=judged.dry_short_mm, binds_at_mm=judged.binds_at_mm, held_at_mm=judged.held_at_mm,
        loose_mm=judged.loose_mm, close_mm=judged.close_mm, swell_mm=None if swell is None else round(swell, 1), recess=recess,
        mark_mm=round(inner + work.cut_mm, 3), band_mm=band, wall_mm=wall,
        passes_made=len(made), samples=samples, reckoned=_reckoned(judged, learned, samples, made),
    )  # fmt: skip
    return Fitted(part, placed, bore, cut, learned.tried, learned.blank)


def is_bored(part: Part, handle: HandleWished) -> bool:
    """Whether a part's own bore meets the blank: a seat's does when its arbor is glued into it."""
    return part.kind in GLUED_TO_BLANK or is_filled(part, handle)


def is_filled(part: Part, handle: HandleWished) -> bool:
    """Whether a part is a seat whose arbor is glued into it first and then bored."""
    return part.kind == "reel_seat" and handle.arbors.school in FILLERS


def is_reamed(part: Part) -> bool:
    """Whether a bore that is too small is opened: sized parts are changed, and metal is not reamed.
    In a seat it is the filler that is bored."""
    if part.kind == "reel_seat":
        return True
    return part.kind not in SIZED_NOT_REAMED and part.material != "metal"


def _room(part: Part, handle: HandleWished, stretch: Stretch) -> float:
    """Room for glue on the diameter: none in what is pushed on, or bought to size."""
    return 0.0 if stretch.most or part.kind in SIZED_NOT_REAMED else handle.clearance_mm


def _bore(part: Part, hollow: float, handle: HandleWished) -> Bore | None:
    if is_filled(part, handle):
        pilot = handle.arbors.filler_bore_mm
        return None if pilot is None or hollow <= 0 else straight_bore(pilot, pilot, hollow)
    return bore_of(part, hollow)


@dataclass(frozen=True)
class _Aim:
    """What a bore has to become: all that decides it."""

    taper: Taper
    inner_mm: float
    enters: Enters
    stretch: Stretch
    room_mm: float
    hollow_mm: float
    nests: tuple[Nest, ...] = ()

    def passes_mm(self, u_mm: Floats) -> Floats:
        """Widest that each place passes: the blank, and what the part sits on."""
        return self._over_nests(
            must_pass_mm(u_mm, self.taper, self.inner_mm, self.enters), u_mm, self.nests
        )

    def wanted_mm(self, u_mm: Floats, *, recessed: bool = False) -> Floats:
        """The bore wanted at each place. From the tip it is not opened for a swell on the way; a recess for
        another part's tenon is no part of it unless ``recessed``."""
        passes = must_pass_mm(u_mm, self.taper, self.inner_mm, self.enters)
        if self.enters == "tip":
            own = self.taper.od_mm(self.inner_mm + u_mm)
            passes = np.minimum(passes, own + habits().rise_mm)
        nests = self.nests if recessed else tuple(n for n in self.nests if not self.is_recess(n))
        return self._over_nests(passes, u_mm, nests) / (1 + self.stretch.wanted) + self.room_mm

    def is_recess(self, nest: Nest) -> bool:
        """What the part sits on over its whole length is not a recess."""
        return nest.end_mm - nest.start_mm < self.hollow_mm - 0.5

    def _over_nests(self, mm: Floats, u_mm: Floats, nests: tuple[Nest, ...]) -> Floats:
        at = self.inner_mm + u_mm
        for nest in nests:
            on = (at >= nest.start_mm - EDGE_MM) & (at <= nest.end_mm + EDGE_MM)
            mm = np.where(on, np.maximum(mm, nest.od_mm), mm)
        return np.asarray(mm, float)

    def swell_mm(self, u_mm: Floats) -> float | None:
        """The station that would hold the part even when it is bored to what is wanted."""
        bored = Bore(u_mm, self.wanted_mm(u_mm) * (1 + self.stretch.most) + EDGE_MM)
        stop = find_stop(bored, self.taper, self.inner_mm, self.enters)
        return None if stop.short_mm <= habits().short_ok_mm else stop.held_at_mm

    def short_of_nest_mm(self, bore: Bore) -> float:
        """How far short the part stops because it does not go over what it sits on."""
        at = self.inner_mm + bore.u_mm
        short = 0.0
        for nest in (n for n in self.nests if not self.is_recess(n)):
            on = (at >= nest.start_mm) & (at <= nest.end_mm)
            if (bore.bore_mm[on] < nest.od_mm - EDGE_MM).any():
                short = max(short, nest.end_mm - nest.start_mm)
        return short


def _recess(bore: Bore | None, aim: _Aim) -> Recess | None:
    """The recess a part needs for a tenon that enters it."""
    for nest in aim.nests:
        if not aim.is_recess(nest):
            continue
        at_butt = nest.start_mm - aim.inner_mm < 0.5
        wanted = nest.od_mm + aim.room_mm
        middle = (nest.start_mm + nest.end_mm) / 2 - aim.inner_mm
        made = None if bore is None else bore.at(middle) >= nest.od_mm
        depth = round(nest.end_mm - nest.start_mm, 2)
        return Recess(
            face="butt" if at_butt else "tip", depth_mm=depth, bore_mm=round(wanted, 2), made=made
        )
    return None


@dataclass(frozen=True)
class _Judged:
    verdict: Verdict = "unknown"
    remove_mm: float | None = None
    stops_short_mm: float | None = None
    dry_short_mm: float | None = None
    binds_at_mm: float | None = None
    held_at_mm: float | None = None
    loose_mm: float | None = None
    close_mm: float | None = None


def _judge(bore: Bore, aim: _Aim) -> _Judged:
    """Slide it on, and look at both faces and the middle."""
    dry = find_stop(bore, aim.taper, aim.inner_mm, aim.enters)
    home = find_stop(bore.stretched(aim.stretch.most), aim.taper, aim.inner_mm, aim.enters)
    spots = np.array([0.0, bore.length_mm / 2, bore.length_mm])
    at_spots = np.array([bore.at(u) for u in spots.tolist()])
    excess = at_spots - aim.wanted_mm(spots, recessed=True)
    close = float((bore.bore_mm - aim.passes_mm(bore.u_mm)).min())
    nest = aim.short_of_nest_mm(bore)
    dry, home = (replace(s, short_mm=max(s.short_mm, nest)) for s in (dry, home))
    held = home if home.short_mm > habits().short_ok_mm else dry
    remove = max(float((aim.wanted_mm(bore.u_mm) - bore.bore_mm).max()), 0.0)
    return _Judged(
        verdict=_verdict(bore, aim, dry, home, float(excess.max()), at_spots - aim.passes_mm(spots)),
        remove_mm=round(remove, 3),
        stops_short_mm=round(home.short_mm, 2),
        dry_short_mm=round(dry.short_mm, 2),
        binds_at_mm=None if held.binds_at_mm is None else round(held.binds_at_mm, 1),
        held_at_mm=None if held.held_at_mm is None else round(held.held_at_mm, 1),
        loose_mm=round(float(excess.max()) + aim.room_mm, 3),
        close_mm=round(close, 3),
    )  # fmt: skip


def _verdict(bore: Bore, aim: _Aim, dry: Stop, home: Stop, excess: float, room: Floats) -> Verdict:
    by = habits()
    if home.short_mm > by.short_ok_mm:
        own = aim.taper.od_mm(aim.inner_mm + bore.u_mm)
        if (bore.bore_mm * (1 + aim.stretch.most) >= own).all() and not aim.short_of_nest_mm(bore):
            return "swell"
        return "high_spot" if min(room[0], room[-1]) >= 0 else "ream"
    if aim.stretch.least:  # foam holds by being under the blank
        if float(room.max()) > 0:
            return "loose"
        return "press"
    if dry.short_mm > by.short_ok_mm:
        return "press"
    return "loose" if excess + aim.room_mm > by.loose_over_mm else "fits"


def _face(
    station: float, od: float | None, wanted: float | None, bore: Bore | None, at: float
) -> Face:
    has = None if bore is None else round(bore.at(at), 3)
    return Face(station_mm=round(station, 3), od_mm=od, wanted_mm=wanted, bore_mm=has)


@dataclass(frozen=True)
class _Learned:
    """What trying a part taught: its bore now, its tries, what the blank turned out to be."""

    bore: Bore | None
    tried: tuple[FitTried, ...]
    blank: tuple[BlankLesson, ...]

    @property
    def last_mm(self) -> float | None:
        """How far short the last try on this mark stopped, None when nothing since was tried."""
        last = self.tried[-1] if self.tried else None
        return (
            last.short_mm if last is not None and last.current and last.read is not None else None
        )

    @property
    def came_home(self) -> bool:
        """The last try was on this mark, and it came home."""
        return self.last_mm is not None and abs(self.last_mm) <= habits().short_ok_mm


def _as_tried(judged: _Judged, learned: _Learned, aim: _Aim) -> _Judged:
    """What was tried goes before what is reckoned: a part that stopped short is not home."""
    short = learned.last_mm
    if short is None or short <= habits().short_ok_mm or aim.stretch.most:
        return judged
    if judged.verdict not in ("fits", "loose"):
        return judged
    return replace(judged, verdict="ream", stops_short_mm=short, dry_short_mm=short)


def _learn(
    part: Part, handle: Handle, made: Sequence[PassMade], work: WorkingBlank,
    inner: float, hollow: float, enters: Enters,
) -> _Learned:  # fmt: skip
    """Follow the part through the bench in the order things were done: between two passes the last try
    counts, what it taught of the bore goes through the next pass, and a place on the blank stays one
    however the part is moved."""
    bore = _bore(part, hollow, handle)
    mine = [f for f in handle.dry_fits if f.part_id == part.id]
    usable = [f for f in mine if f.bore_butt_mm == part.bore_butt_mm and f.bore_tip_mm == part.bore_tip_mm]  # fmt: skip
    reads: dict[str, DryFitRead] = {}
    blank: list[BlankLesson] = []
    cut: Floats | None = None
    unmeasured: Floats | None = None
    for n in range(len(made) + 1):
        if n and bore is not None:
            tool, before = made[n - 1], bore
            bore = after_passes(bore, (tool,))
            cut = None
            if tool.tool in ("reamer", "drill"):
                cut = np.where(bore.bore_mm > before.bore_mm + 1e-9, bore.bore_mm, 0.0)
            elif tool.took_mm is None:
                spread = hand_spread(tool, bore)
                unmeasured = spread if unmeasured is None else np.maximum(unmeasured, spread)
        here = [f for f in usable if f.passes == n]
        if not here or work.taper is None or hollow <= 0:
            continue
        mark = inner if here[-1].mark_mm is None else here[-1].mark_mm - work.cut_mm
        trial = Trial(hollow, mark, enters, work.taper, cut, unmeasured)
        unmeasured = None
        reads[here[-1].id], believed = read_dry_fit(here[-1], bore, trial)
        bore = believed.bore
        if believed.blank is not None:
            blank.append(believed.blank)
    tried = []
    for fit in mine:
        moved = fit.mark_mm is not None and abs(fit.mark_mm - work.cut_mm - inner) > SAME_LINE_MM
        current = fit is mine[-1] and fit.passes == len(made) and fit in usable and not moved
        tried.append(FitTried(id=fit.id, part_id=part.id, short_mm=fit.short_mm, current=current, read=reads.get(fit.id)))  # fmt: skip
    return _Learned(bore, tuple(tried), tuple(blank))


FARTHEST_MM = 500.0
"""A part that stops farther than this from its mark is not tried yet."""


def _reckoned(
    judged: _Judged, learned: _Learned, samples: Sequence[BoreSample], made: Sequence[PassMade]
) -> TryReckoned | None:
    """What is reckoned of a part that nobody tried since its bore was changed last."""
    stops = judged.dry_short_mm
    if stops is None or abs(stops) > FARTHEST_MM or learned.last_mm is not None or len(samples) < 2:
        return None
    first, last = samples[0], samples[-1]
    falls = abs(last.od_mm - first.od_mm) / max(last.at_mm - first.at_mm, 1.0)
    reamer = made[-1].reamer if made else None
    return TryReckoned(
        short_mm=stops, falls=round(min(falls, 1.0), 5), tool=reamer_name(reamer) if reamer else "",
        leaves_mm=round(leaves_mm(reamer), 4) if reamer else 0.0,
    )  # fmt: skip


def _samples(bore: Bore | None, aim: _Aim, hollow: float) -> tuple[BoreSample, ...]:
    u = np.linspace(0.0, hollow, SAMPLES)
    od, wanted = aim.taper.od_mm(aim.inner_mm + u), aim.wanted_mm(u)
    return tuple(
        BoreSample(
            at_mm=round(at, 1), od_mm=round(o, 3), bore_mm=None if bore is None else round(bore.at(at), 3),
            wanted_mm=round(w, 3),
        )
        for at, o, w in zip(u.tolist(), od.tolist(), wanted.tolist(), strict=True)
    )  # fmt: skip
