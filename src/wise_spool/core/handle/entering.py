"""From which end each part of the handle goes on.

What closes the butt goes over the butt, whatever the school; for the rest the
school says. Common practice; method page: ``docs/methods/order.md``.
"""

from collections.abc import Sequence

from wise_spool.core.document.parts import HandleWished, Part, PartKind
from wise_spool.core.ground.operations import Enters

BUTT_ENDS: frozenset[PartKind] = frozenset({"butt_cap", "fighting_butt", "butt_ferrule"})
"""Kinds that go over the butt when nothing but their like lies below them."""
LOOSE: frozenset[PartKind] = frozenset({"seat_hood", "seat_nut"})
"""Kinds that slide and are not glued; they go on with what they slide on."""


def entries(handle: HandleWished) -> dict[str, Enters]:
    """The end each part comes on from, by part id."""
    parts = handle.parts
    seat = next((n for n, p in enumerate(parts) if p.kind == "reel_seat"), None)
    return {p.id: _enters(n, p, parts, seat, handle) for n, p in enumerate(parts)}


def _enters(
    n: int, part: Part, parts: Sequence[Part], seat: int | None, handle: HandleWished
) -> Enters:
    if handle.guides_on or part.closed_end_mm > 0 or handle.assembly == "butt_up":
        return "butt"
    if part.kind in BUTT_ENDS | LOOSE and _butt_end(parts[: n + 1]):
        by_choice = part.kind == "fighting_butt" and handle.assembly == "tip_down"
        return "tip" if by_choice else "butt"
    if seat is None:
        return "tip"
    if handle.assembly == "seat_last":
        return "butt"
    if handle.assembly == "mixed":
        return "butt" if n < seat else "tip"
    if handle.assembly == "grip_guides_seat":
        between = parts[min(n, seat) : max(n, seat) + 1]
        with_seat = all(p.kind in LOOSE or p.kind == "reel_seat" for p in between)
        return "butt" if n <= seat or with_seat else "tip"
    return "tip"


def _butt_end(parts: Sequence[Part]) -> bool:
    """Nothing but butt ends, and what slides on a ferrule, up to here."""
    kinds = {p.kind for p in parts}
    if not kinds & BUTT_ENDS or kinds - BUTT_ENDS - LOOSE:
        return False
    return "butt_ferrule" in kinds or not kinds & LOOSE
