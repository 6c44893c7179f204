"""The stack on the butt: where every part starts and ends, the bore it wants and has.

Method pages: ``docs/methods/handle.md``, ``docs/methods/fits.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wise_spool.core.document.parts import Part, PartKind, TryReckoned
from wise_spool.core.ground.findings import Place, Spot
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.dry_fits import BlankLesson, DryFitRead
from wise_spool.core.handle.fits import Bore
from wise_spool.core.handle.outline import Outside
from wise_spool.core.handle.reaming import Cut

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

Verdict = Literal["fits", "press", "ream", "high_spot", "swell", "loose", "unknown"]


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


class Recess(Frozen):
    """Room for another part's tenon in one face: how deep, how wide, and whether it is there already;
    None while the bore there was not measured."""

    face: Literal["butt", "tip"]
    depth_mm: float
    bore_mm: float
    made: bool | None


class PartPlaced(Frozen):
    """One part on the blank; stations in mm from the present butt.

    ``enters`` is the end it comes on from. ``dry_short_mm`` is where a dry fit stops,
    by hand and without force; ``stops_short_mm`` is where it stops pressed home, with
    all that its material gives. ``binds_at_mm`` is where in the bore it is held,
    ``held_at_mm`` by which station of the blank. ``band_mm`` is how far the blank
    under it may be off what its readings say. ``swell_mm`` is the station that would hold
    it even when it is bored as wanted; ``recess`` takes another part's tenon. ``mark_mm`` is its butt face on the bare
    blank as it came, whatever is cut off later: what a dry fit is noted with, and so is what is ``reckoned`` of the next one: None once it was tried.
    """

    id: str
    kind: PartKind
    name: str
    start_mm: float
    end_mm: float
    od_butt_mm: float
    od_tip_mm: float
    outline: tuple[Outside, ...]
    material: str
    butt_face: Face
    tip_face: Face
    enters: Enters
    verdict: Verdict
    remove_mm: float | None
    stops_short_mm: float | None
    dry_short_mm: float | None
    binds_at_mm: float | None
    held_at_mm: float | None
    loose_mm: float | None
    close_mm: float | None
    band_mm: float | None
    swell_mm: float | None
    recess: Recess | None
    mark_mm: float
    wall_mm: float | None
    passes_made: int
    reckoned: TryReckoned | None
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
    blank: tuple[BlankLesson, ...] = ()

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
