"""Which seat, check, cap or ferrule fits where: each candidate judged, the best and the next.

Method page: ``docs/methods/sizes.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import REAMED, Part, PartKind
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MarkingRule, format_diameter, format_length
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.fits import bore_of, find_stop, must_pass_mm, stretch_of
from wise_spool.core.handle.outline import od_at

SIZED: tuple[PartKind, ...] = (
    "reel_seat", "winding_check", "butt_cap", "butt_ferrule", "trim_ring", "rear_grip", "foregrip", "fighting_butt",
)  # fmt: skip


class Judged(Frozen):
    """One candidate: does it fit, how much room a side is left, the shoulder its face leaves beside the
    part it meets (positive when it stands out), and why."""

    part_id: str
    name: str
    fits: bool
    snug: bool
    room_per_side_mm: float | None
    shoulder_mm: float | None
    reason: str


class SizeChoice(Frozen):
    """Candidates for one place, best first; ``best`` and ``runner_up`` are part ids. ``part_id`` is the
    part that has the place now, None while nothing lies there."""

    kind: PartKind
    part_id: str | None
    at_mm: float
    best: str | None
    runner_up: str | None
    judged: tuple[Judged, ...]


@dataclass(frozen=True)
class SizePlace:
    """A place in the stack for a part of one kind: where, from which end it comes, how thick the face is
    that it meets."""

    kind: PartKind
    part_id: str | None
    start_mm: float
    enters: Enters
    meets_mm: float | None


def choose_sizes(
    candidates: Sequence[tuple[Part, str]],
    places: Sequence[SizePlace],
    taper: Taper,
    rule: MarkingRule,
    clearance_mm: float = 0.15,
) -> tuple[SizeChoice, ...]:
    """Judge every candidate at every place its kind has in the stack. The smallest that fits comes first; of
    grips, which are reamed, the one that is opened least."""
    out = []
    for place in sorted(places, key=lambda p: SIZED.index(p.kind)):
        mine = [(p, name) for p, name in candidates if p.kind == place.kind]
        if not mine:
            continue
        sizes = {
            p.id: p.seat.bore_mm if p.seat is not None else p.bore_butt_mm or 0.0 for p, _ in mine
        }
        if place.kind in REAMED:
            sizes = {part: -bore for part, bore in sizes.items()}
        judged = sorted(
            (
                _judge_grip(part, name, place, taper, rule, clearance_mm)
                if place.kind in REAMED
                else _judge(part, name, place, taper, rule)
                for part, name in mine
            ),
            key=lambda j: (not j.fits, not j.snug, sizes[j.part_id], j.part_id),
        )
        fitting = [j for j in judged if j.fits]
        out.append(
            SizeChoice(
                kind=place.kind, part_id=place.part_id, at_mm=round(place.start_mm, 2), judged=tuple(judged),
                best=fitting[0].part_id if fitting else None,
                runner_up=fitting[1].part_id if len(fitting) > 1 else None,
            )
        )  # fmt: skip
    return tuple(out)


def _judge(part: Part, name: str, place: SizePlace, taper: Taper, rule: MarkingRule) -> Judged:
    hollow = max(part.length_mm - part.closed_end_mm, 1.0)
    bore = bore_of(part, hollow)
    if bore is None:
        return _no(part, name, None, "its bore has not been measured")
    start = max(place.start_mm, 0.0)
    least = float(bore.bore_mm.min())
    under = float(taper.od_mm(start + bore.u_mm).max())
    room = (least - under) / 2
    gap = habits().least_gap_mm[part.kind]
    if place.enters == "butt":
        passes = must_pass_mm(bore.u_mm, taper, start, "butt")
        if float((bore.bore_mm - passes).min()) < 2 * gap:
            return _no(
                part, name, room,
                f"it must pass the butt ({format_diameter(taper.widest_to(start), rule)}): its least bore is {format_diameter(least, rule)}",
            )  # fmt: skip
    if room < gap:
        stop = find_stop(bore, taper, start, place.enters)
        if stop.short_mm > 1:
            return _no(part, name, room, f"it stops {format_length(stop.short_mm, rule)} short of its mark")  # fmt: skip
        return _no(
            part, name, room, f"it leaves {format_diameter(room, rule)} a side, too little for glue"
        )
    snug = room <= habits().most_gap_mm[part.kind]
    words = f"{format_diameter(room, rule)} a side"
    reason = f"fits with {words}" if snug else f"goes on, but {words} is more than it needs"
    shoulder = None if place.meets_mm is None else round((part.od_butt_mm - place.meets_mm) / 2, 3)
    if shoulder is not None and abs(shoulder) >= 0.1:
        stands = "stands out" if shoulder > 0 else "falls back"
        reason += (
            f"; its face {stands} {format_diameter(abs(shoulder), rule)} beside the part it meets"
        )
    return Judged(
        part_id=part.id, name=name, fits=True, snug=snug, room_per_side_mm=round(room, 3), shoulder_mm=shoulder, reason=reason,
    )  # fmt: skip


def _judge_grip(
    part: Part, name: str, place: SizePlace, taper: Taper, rule: MarkingRule, clearance_mm: float
) -> Judged:
    """A grip is opened to the blank: it may be too narrow as it comes, never too wide, and has to keep its wall."""
    hollow = max(part.length_mm - part.closed_end_mm, 1.0)
    bore = bore_of(part, hollow)
    if bore is None:
        return _no(part, name, None, "its bore has not been measured")
    start, by = max(place.start_mm, 0.0), habits()
    stretch = stretch_of(part.material)
    under = taper.od_mm(np.minimum(start + bore.u_mm, taper.length_mm))
    wanted = under / (1 + stretch.wanted) + (0.0 if stretch.most else clearance_mm)
    over = float((bore.bore_mm - wanted).max())
    room = round(float((bore.bore_mm - under).min()) / 2, 3)
    if over > by.loose_over_mm:
        return _no(part, name, room, f"it is {format_diameter(over, rule)} wider than it should be: nothing makes it narrower")  # fmt: skip
    wall = float((od_at(part, bore.u_mm) - wanted).min()) / 2
    if wall < by.thin_wall_mm:
        return _no(part, name, room, f"opened to this blank it keeps only {format_diameter(max(wall, 0.0), rule)} of wall")  # fmt: skip
    remove = max(float((wanted - bore.bore_mm).max()), 0.0)
    alone = remove <= by.pilot_over_mm
    how = "a reamer does it alone" if alone else "a pilot drill first"
    reason = (
        f"opened by {format_diameter(remove, rule)}: {how}" if remove > 0.02 else "fits as it comes"
    )
    return Judged(
        part_id=part.id, name=name, fits=True, snug=alone, room_per_side_mm=room,
        shoulder_mm=None if place.meets_mm is None else round((part.od_butt_mm - place.meets_mm) / 2, 3), reason=reason,
    )  # fmt: skip


def _no(part: Part, name: str, room: float | None, reason: str) -> Judged:
    return Judged(
        part_id=part.id, name=name, fits=False, snug=False,
        room_per_side_mm=None if room is None else round(room, 3), shoulder_mm=None, reason=reason,
    )  # fmt: skip
