"""Areas: what of the rod is coated, and by which coats.

The rod's own coats go on everything that is wrapped, wound open or lettered, but for what an area of its own takes over. A seat's
surface is a cone frustum between its two ends. Method page: ``docs/methods/finish.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import Area, Covers
from wise_spool.core.document.rows import by_id
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.wraps.planning import WrapsPlan

PRESERVED = "preserver"
COVERS_WORDS: dict[Covers, str] = {
    "decoration": "decoration",
    "labels": "labels",
    "ferrules": "ferrule wraps",
    "seat": "a part of the handle",
    "stretch": "a stretch of blank",
}


class CoatedPlace(Frozen):
    """One place that is coated, stations in mm from the butt; ``void_ml`` is what stays open beside a foot."""

    what: str
    start_mm: float
    end_mm: float
    area_mm2: float
    void_ml: float = 0.0
    figure: bool = False


@dataclass(frozen=True)
class Surface:
    """All places that one set of coats goes on. ``trouble`` is why there is nothing to coat; what ``came`` with its coats on
    gets no others."""

    id: str
    name: str
    places: tuple[CoatedPlace, ...]
    trouble: str = ""
    came: bool = False

    @property
    def area_mm2(self) -> float:
        """Surface of all places."""
        return sum(p.area_mm2 for p in self.places)

    @property
    def void_ml(self) -> float:
        """What stays open in all places."""
        return sum(p.void_ml for p in self.places)


def wraps_in_all(build: Build, wraps: WrapsPlan) -> Surface:
    """Every wrap, and whatever has no coats of its own; of a rod that came coated, all that has any."""
    taken = set() if build.came_coated else {a.covers for a in build.finish.areas}
    own = [p for kind, places in _kinds(build, wraps).items() if kind not in taken for p in places]
    places = sorted((*_wraps(wraps, joints=False), *own), key=lambda p: p.start_mm)
    return Surface("", "wraps", tuple(places), "Amounts follow from the wraps: lay the guides out first.")  # fmt: skip


def surfaces(build: Build, wraps: WrapsPlan, work: WorkingBlank, handle: HandlePlan) -> tuple[Surface, ...]:  # fmt: skip
    """The rod's own surface first (its id is empty), then what is preserved, then every area."""
    kinds = _kinds(build, wraps)
    if build.came_coated:
        kinds = {kind: [] for kind in kinds}
        out = [Surface("", "wraps", (), "It came coated: what is mended is coated in its repair.")]
    else:
        out = [wraps_in_all(build, wraps)]
    preserved = tuple(
        CoatedPlace(what=w.what, start_mm=w.start_mm, end_mm=w.end_mm, area_mm2=w.area_mm2)
        for w in wraps.laid
        if w.preserver
    )
    if preserved and not build.came_coated:
        out.append(Surface(PRESERVED, "colour preserver", preserved))
    seen: set[Covers] = set()
    for a in build.finish.areas:
        name = a.name or COVERS_WORDS[a.covers]
        if a.covers in kinds:
            places: Sequence[CoatedPlace] = kinds[a.covers]
            why = f"There is nothing of {COVERS_WORDS[a.covers]} on this rod."  # fmt: skip
            if a.covers in seen:
                places, why = [], f"{COVERS_WORDS[a.covers].capitalize()} have coats of their own already."  # fmt: skip
        else:
            places, why = _one(a, name, build, work, handle)
        seen.add(a.covers)
        came = bool(places) and build.came_coated and _came(a, build)
        if came:
            why = "It came painted: what is mended is coated in its repair."
        out.append(Surface(a.id, name, tuple(places), "" if places and not came else why, came))
    return tuple(out)


def _came(a: Area, build: Build) -> bool:
    """Whether a rod that came coated has this on it: a stretch of its blank, or a part that stays on, of which no coat was laid here."""
    part = by_id(build.handle.parts, a.part_id)
    stays = a.covers == "stretch" or (part is not None and part.on_rod)
    return stays and all(c.area != a.id for c in build.finish.area_laid)


def _kinds(build: Build, wraps: WrapsPlan) -> dict[Covers, list[CoatedPlace]]:
    return {
        "ferrules": _wraps(wraps, joints=True),
        "decoration": _figures(wraps),
        "labels": _labels(build, wraps),
    }


def _wraps(wraps: WrapsPlan, *, joints: bool) -> list[CoatedPlace]:
    return [
        CoatedPlace(what=w.what, start_mm=w.over_from_mm, end_mm=w.over_to_mm, area_mm2=w.area_mm2, void_ml=w.void_ml)
        for w in wraps.laid
        if (w.duty == "joint") == joints
    ]  # fmt: skip


def _figures(wraps: WrapsPlan) -> list[CoatedPlace]:
    return [
        CoatedPlace(what=f.name, start_mm=f.from_mm, end_mm=f.to_mm, area_mm2=f.area_mm2, figure=True)
        for f in wraps.figures
        if not f.trouble
    ]  # fmt: skip


def _labels(build: Build, wraps: WrapsPlan) -> list[CoatedPlace]:
    """A label is coated all round the blank, a little beyond either end of its film."""
    over = habits().label_over_mm
    out = []
    for f in wraps.labels:
        start, end = max(f.start_mm - over, 0.0), f.end_mm + over
        if end - start > 2 * over and f.od_butt_mm > 0:
            said = by_id(build.wraps.labels, f.id)
            text = said.text.split("\n")[0][:30] if said else ""
            what = f"label “{text}”" if text else f.what
            area = math.pi * (f.od_butt_mm + f.od_tip_mm) / 2 * (end - start)
            out.append(CoatedPlace(what=what, start_mm=start, end_mm=end, area_mm2=area, figure=True))  # fmt: skip
    return out


def _one(
    a: Area, name: str, build: Build, work: WorkingBlank, handle: HandlePlan
) -> tuple[Sequence[CoatedPlace], str]:
    if a.covers == "seat":
        placed = next((p for p in handle.parts if p.id == a.part_id), None)
        part = by_id(build.handle.parts, a.part_id)
        if placed is None or part is None:
            return [], "Say which part of the handle it is."
        area = math.pi * (part.od_butt_mm + part.od_tip_mm) / 2 * part.length_mm
        return [CoatedPlace(what=name, start_mm=max(placed.start_mm, 0.0), end_mm=placed.end_mm, area_mm2=area)], ""  # fmt: skip
    if a.from_mm is None or a.to_mm is None:
        return [], "Say from where to where it is painted."
    start, end = sorted((a.from_mm - work.cut_mm, a.to_mm - work.cut_mm))
    if work.taper is None or work.length_mm is None:
        return [], "The blank's diameters come first."
    start, end = max(start, 0.0), min(end, work.length_mm)
    if end - start < 1.0:
        return [], "Its two ends lie on one another, or off the blank."
    area = math.pi * (work.taper.od_at(start) + work.taper.od_at(end)) / 2 * (end - start)
    return [CoatedPlace(what=name, start_mm=start, end_mm=end, area_mm2=area)], ""
