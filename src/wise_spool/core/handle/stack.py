"""The stack on the butt: where every part starts and ends, the bore it wants and has.

Method pages: ``docs/methods/handle.md``, ``docs/methods/fits.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.parts import DryFit, Handle, Part, PartKind
from wise_spool.core.ground.findings import Place, Spot
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.dry_fits import Believed, DryFitRead, read_dry_fit
from wise_spool.core.handle.fits import Bore, Stop, bore_of, find_stop, stretch_of
from wise_spool.core.handle.reaming import Cut, after_passes

PART_WORDS: dict[PartKind, str] = {
    "butt_cap": "butt cap",
    "fighting_butt": "fighting butt",
    "rear_grip": "rear grip",
    "reel_seat": "reel seat",
    "seat_hood": "sliding hood",
    "seat_nut": "locking nut",
    "foregrip": "foregrip",
    "winding_check": "winding check",
    "hook_keeper": "hook keeper",
    "trim_ring": "trim ring",
    "butt_ferrule": "butt ferrule",
}
GLUED_TO_BLANK: frozenset[PartKind] = frozenset(
    {"butt_cap", "fighting_butt", "rear_grip", "foregrip", "winding_check", "trim_ring"}
)
SIZED_NOT_REAMED: frozenset[PartKind] = frozenset({"winding_check", "trim_ring"})
"""Parts bought to size: a wrong one is changed, not reamed (common practice)."""
FILLED_BY_BANDS: frozenset[PartKind] = frozenset({"reel_seat", "butt_ferrule"})
"""Parts whose room round the blank is filled: a seat by its arbor, a metal ferrule by bands."""
SAME_LINE_MM = 0.25
"""Two ends this close share one pencil line."""
SAMPLES = 13

Verdict = Literal["fits", "press", "ream", "high_spot", "loose", "unknown"]


class Face(Frozen):
    """One face of a part: blank there, bore wanted, bore it has."""

    station_mm: float
    od_mm: float | None
    wanted_mm: float | None
    bore_mm: float | None


class BoreSample(Frozen):
    """The bore at one place, for drawing it: as it is believed to be, and as it should be."""

    at_mm: float
    od_mm: float
    bore_mm: float | None
    wanted_mm: float | None


class FitTried(Frozen):
    """One dry fit in the history. ``current`` while nothing was cut or measured since."""

    id: str
    part_id: str
    short_mm: float
    current: bool
    read: DryFitRead | None


class PartPlaced(Frozen):
    """One part on the blank; stations in mm from the present butt.

    ``stops_short_mm`` counts what the material gives, ``dry_short_mm`` does not;
    ``binds_at_mm`` is where in the bore it is held.
    """

    id: str
    kind: PartKind
    name: str
    start_mm: float
    end_mm: float
    od_butt_mm: float
    od_tip_mm: float
    material: str
    butt_face: Face
    tip_face: Face
    verdict: Verdict
    remove_mm: float | None
    stops_short_mm: float | None
    dry_short_mm: float | None
    binds_at_mm: float | None
    wall_mm: float | None
    passes_made: int
    samples: tuple[BoreSample, ...]

    @property
    def spot(self) -> Spot:
        """Where a finding about this part points."""
        return Spot(
            place=Place(start_mm=self.start_mm, end_mm=self.end_mm),
            field=f"handle.parts.{self.id}",
        )


class Mark(Frozen):
    """A line to draw on the blank, before rounding."""

    station_mm: float
    label: str
    stage: Literal["handle", "guides", "blank"]


@dataclass(frozen=True)
class Fitted:
    """A part placed, with the bore the other computations work on; None where unmeasured."""

    part: Part
    placed: PartPlaced
    bore: Bore | None
    cut: Cut | None
    tried: tuple[FitTried, ...]

    @property
    def final_bore(self) -> Bore | None:
        """The bore when the part is glued: reamed to what is wanted, or as it came."""
        if self.cut is not None:
            return self.cut.bore.opened(self.cut.wanted_mm)
        return self.bore


def part_name(part: Part) -> str:
    """What to call a part in a sentence."""
    return part.name or PART_WORDS[part.kind]


def place_parts(parts: Sequence[Part]) -> list[tuple[float, float]]:
    """Start and end station of each part, mm from the butt, stacked from the butt up.

    A part starts where the last one ended, plus its gap, less its overlap; a
    closed end on the first part stands out beyond the butt (negative start).
    """
    placed: list[tuple[float, float]] = []
    end = 0.0
    for i, part in enumerate(parts):
        start = end + part.gap_before_mm - (part.overlap_mm if i else 0.0)
        if i == 0:
            start -= part.closed_end_mm
        end = start + part.length_mm
        placed.append((start, end))
    return placed


def joined_marks(marks: list[Mark]) -> tuple[Mark, ...]:
    """One line where one part ends and the next begins."""
    joined: list[Mark] = []
    for mark in sorted(marks, key=lambda m: m.station_mm):
        if joined and mark.station_mm - joined[-1].station_mm < SAME_LINE_MM:
            before = joined[-1].label.rsplit(", ", 1)[0]
            both = f"{before} / {mark.label.rsplit(', ', 1)[0]}"
            joined[-1] = joined[-1].model_copy(update={"label": both})
        else:
            joined.append(mark)
    return tuple(joined)


def fit_part(part: Part, start: float, end: float, work: WorkingBlank, handle: Handle) -> Fitted:
    """Place one part and judge how it fits, from what was measured, reamed and tried."""
    length = work.length_mm
    inner = max(start, 0.0)
    hollow = part.length_mm - (inner - start)
    on_blank = length is not None and start < length
    glued = part.kind in GLUED_TO_BLANK
    stretch = stretch_of(part.material)
    room = 0.0 if stretch or part.kind in SIZED_NOT_REAMED else handle.clearance_mm
    made = [p for p in handle.passes_made if p.part_id == part.id]
    bore = bore_of(part, hollow)
    if bore is not None:
        bore = after_passes(bore, made)
    tried, believed = _tried(part, handle, len(made), bore, work, inner, hollow, stretch)
    if believed is not None:
        bore = believed.bore
    blank_off = believed.blank_off_mm if believed is not None else 0.0

    od_a = od_b = wanted_a = wanted_b = None
    if on_blank and length is not None:
        od_a, od_b = work.od_mm(inner), work.od_mm(min(end, length))
    if glued and od_a is not None and od_b is not None:
        wanted_a = round((od_a + blank_off) / (1 + stretch) + room, 3)
        wanted_b = round((od_b + blank_off) / (1 + stretch) + room, 3)

    verdict: Verdict = "unknown"
    cut = None
    remove = short = dry = binds = wall = None
    samples: tuple[BoreSample, ...] = ()
    if glued and work.taper is not None and wanted_a is not None and wanted_b is not None:
        samples = _samples(bore, work.taper, inner, hollow, stretch, room, blank_off)
        if bore is not None:
            over = bore.wider(-blank_off)
            stop = find_stop(over.stretched(stretch), work.taper, inner)
            free = find_stop(over, work.taper, inner)
            wanted = (work.taper.od_mm(inner + bore.u_mm) + blank_off) / (1 + stretch) + room
            remove = round(max(float((wanted - bore.bore_mm).max()), 0.0), 3)
            short, dry = round(stop.station_mm - inner, 2), round(free.station_mm - inner, 2)
            binds = None if stop.binds_at_mm is None else round(stop.binds_at_mm, 1)
            verdict = _verdict(over, work.taper, inner, stop, free, stretch)
            if part.kind not in SIZED_NOT_REAMED:
                cut = Cut(inner, bore, wanted, stretch, part.power_drill)
    if wanted_a is not None and wanted_b is not None:
        wall = round(min(part.od_butt_mm - wanted_a, part.od_tip_mm - wanted_b) / 2, 2)
    placed = PartPlaced(
        id=part.id, kind=part.kind, name=part_name(part), start_mm=round(start, 3), end_mm=round(end, 3),
        od_butt_mm=part.od_butt_mm, od_tip_mm=part.od_tip_mm, material=part.material,
        butt_face=_face(inner, od_a, wanted_a, bore, 0.0), tip_face=_face(end, od_b, wanted_b, bore, hollow),
        verdict=verdict, remove_mm=remove, stops_short_mm=short, dry_short_mm=dry, binds_at_mm=binds, wall_mm=wall,
        passes_made=len(made), samples=samples,
    )  # fmt: skip
    return Fitted(part, placed, bore, cut, tried)


def _face(
    station: float, od: float | None, wanted: float | None, bore: Bore | None, at: float
) -> Face:
    has = None if bore is None else round(bore.at(at), 3)
    return Face(station_mm=round(station, 3), od_mm=od, wanted_mm=wanted, bore_mm=has)


def _tried(
    part: Part, handle: Handle, passes: int, bore: Bore | None, work: WorkingBlank,
    inner: float, hollow: float, stretch: float,
) -> tuple[tuple[FitTried, ...], Believed | None]:  # fmt: skip
    """This part's dry fits; only the last one, with nothing cut or measured since, is believed."""
    mine = [(i, f) for i, f in enumerate(handle.dry_fits) if f.part_id == part.id]
    out, believed = [], None
    for i, fit in mine:
        current = i == mine[-1][0] and _still_true(fit, part, passes)
        read = None
        if current and work.taper is not None and hollow > 0 and part.kind in GLUED_TO_BLANK:
            read, believed = read_dry_fit(fit, bore, hollow, work.taper, inner, stretch)
        out.append(
            FitTried(id=fit.id, part_id=part.id, short_mm=fit.short_mm, current=current, read=read)
        )
    return tuple(out), believed


def _still_true(fit: DryFit, part: Part, passes: int) -> bool:
    return (
        fit.passes == passes
        and fit.bore_butt_mm == part.bore_butt_mm
        and fit.bore_tip_mm == part.bore_tip_mm
    )


def _verdict(
    over: Bore, taper: Taper, inner: float, stop: Stop, free: Stop, stretch: float
) -> Verdict:
    room = over.bore_mm - taper.od_mm(inner + over.u_mm)
    if stop.station_mm - inner > habits().short_ok_mm:
        clear = min(room[0], room[-1]) >= 0
        return "high_spot" if clear else "ream"
    if stretch and free.station_mm - inner > habits().short_ok_mm:
        return "press"
    return "loose" if float(room.min()) > habits().loose_over_mm else "fits"


def _samples(
    bore: Bore | None, taper: Taper, inner: float, hollow: float, stretch: float, room: float,
    blank_off: float,
) -> tuple[BoreSample, ...]:  # fmt: skip
    u = np.linspace(0.0, hollow, SAMPLES)
    od = taper.od_mm(inner + u)
    return tuple(
        BoreSample(
            at_mm=round(at, 1), od_mm=round(o, 3), bore_mm=None if bore is None else round(bore.at(at), 3),
            wanted_mm=round((o + blank_off) / (1 + stretch) + room, 3),
        )
        for at, o in zip(u.tolist(), od.tolist(), strict=True)
    )  # fmt: skip
