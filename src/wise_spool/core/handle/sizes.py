"""Which seat, check, cap or ferrule fits where: each candidate judged, the best and the next.

Method page: ``docs/methods/sizes.md``.
"""

from collections.abc import Sequence

from wise_spool.core.blank.taper import Taper
from wise_spool.core.document.parts import Part, PartKind
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MarkingRule, format_diameter, format_length
from wise_spool.core.handle.fits import bore_of, find_stop

SIZED: tuple[PartKind, ...] = (
    "reel_seat", "winding_check", "butt_cap", "butt_ferrule", "trim_ring",
)  # fmt: skip


class Judged(Frozen):
    """One candidate: does it fit, how much room a side is left, and why."""

    part_id: str
    name: str
    fits: bool
    snug: bool
    room_per_side_mm: float | None
    reason: str


class SizeChoice(Frozen):
    """Candidates of one kind, best first; ``best`` and ``runner_up`` are part ids."""

    kind: PartKind
    at_mm: float
    best: str | None
    runner_up: str | None
    judged: tuple[Judged, ...]


def choose_sizes(
    candidates: Sequence[tuple[Part, str]],
    places: dict[PartKind, tuple[float, float]],
    taper: Taper,
    rule: MarkingRule,
    *,
    from_the_butt: bool,
) -> tuple[SizeChoice, ...]:
    """Judge every candidate at the place its kind has in the stack; the smallest that fits comes first.

    ``places`` gives start and end stations by kind. ``from_the_butt``: guides
    are on, so everything must pass the whole butt.
    """
    out = []
    for kind in SIZED:
        mine = [(p, name) for p, name in candidates if p.kind == kind]
        if not mine or kind not in places:
            continue
        start, _ = places[kind]
        sizes = {
            p.id: p.seat.bore_mm if p.seat is not None else p.bore_butt_mm or 0.0 for p, _ in mine
        }
        judged = sorted(
            (
                _judge(part, name, max(start, 0.0), taper, rule, from_the_butt=from_the_butt)
                for part, name in mine
            ),
            key=lambda j: (not j.fits, not j.snug, sizes[j.part_id], j.part_id),
        )
        fitting = [j for j in judged if j.fits]
        out.append(
            SizeChoice(
                kind=kind, at_mm=round(start, 2), judged=tuple(judged),
                best=fitting[0].part_id if fitting else None,
                runner_up=fitting[1].part_id if len(fitting) > 1 else None,
            )
        )  # fmt: skip
    return tuple(out)


def _judge(
    part: Part, name: str, start: float, taper: Taper, rule: MarkingRule, *, from_the_butt: bool
) -> Judged:
    hollow = max(part.length_mm - part.closed_end_mm, 1.0)
    bore = bore_of(part, hollow)
    if bore is None:
        return _no(part, name, None, "its bore has not been measured")
    least = float(bore.bore_mm.min())
    under = float(taper.od_mm(start + bore.u_mm).max())
    room = (least - under) / 2
    gap = habits().least_gap_mm[part.kind]
    thickest = taper.widest_from(0.0)
    if from_the_butt and least < thickest + 2 * gap:
        return _no(
            part, name, room,
            f"with the guides on it must pass the butt ({format_diameter(thickest, rule)}): its least bore is {format_diameter(least, rule)}",
        )  # fmt: skip
    if room < gap:
        stop = find_stop(bore, taper, start)
        if stop.station_mm > start + 1:
            short = format_length(stop.station_mm - start, rule)
            return _no(part, name, room, f"it stops {short} short of its mark")
        return _no(
            part, name, room, f"it leaves {format_diameter(room, rule)} a side, too little for glue"
        )
    snug = room <= habits().most_gap_mm[part.kind]
    words = f"{format_diameter(room, rule)} a side"
    reason = f"fits with {words}" if snug else f"goes on, but {words} is more than it needs"
    return Judged(
        part_id=part.id, name=name, fits=True, snug=snug, room_per_side_mm=round(room, 3), reason=reason,
    )  # fmt: skip


def _no(part: Part, name: str, room: float | None, reason: str) -> Judged:
    return Judged(
        part_id=part.id, name=name, fits=False, snug=False,
        room_per_side_mm=None if room is None else round(room, 3), reason=reason,
    )  # fmt: skip
