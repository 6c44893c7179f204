"""Handles to start from: the parts of a usual kit in their order, with usual lengths; bores are asked.

Lengths and outsides from habit, mm, typed over with what is in the hand. No bore is given: a kit's bores
are measured, never assumed. Page: ``docs/methods/handle.md``.
"""

from collections.abc import Sequence

from wise_spool.core.document.design import Design, RodType
from wise_spool.core.document.parts import REAMED, Part, PartKind, Reference, ReferencePart
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.handle.stack import part_name, place_parts
from wise_spool.core.shop.drawer import FRESH_PARTS


class Kit(Frozen):
    """A handle to start from; ``suits`` are the rods it is usual on."""

    name: str
    says: str
    suits: tuple[RodType, ...]
    parts: tuple[Part, ...]


def own_kit(design: Design) -> Kit | None:
    """The handle of a rod as a kit of the shop's own, where its builder gave it a name: every length and outside as it
    was, its seats' bores as they were bought, and no bore that is reamed, for that is each blank's own."""
    if not design.handle.kept_as or not design.handle.parts:
        return None
    parts = tuple(
        p.model_copy(update={"bore_butt_mm": None, "bore_tip_mm": None}) if p.kind in REAMED else p
        for p in design.handle.parts
    )
    says = f"{len(parts)} parts, as on {design.name}"
    return Kit(name=design.handle.kept_as, says=says, suits=(design.brief.rod_type,), parts=parts)


def laid_out(name: str, parts: Sequence[Part]) -> Reference:
    """A handle as a reference rod: its parts where they lie, and its reach, from the butt end to the middle of the
    reel's foot; None without a seat."""
    placed = place_parts(parts)
    reach = next((start + p.seat.foot_centre_mm for p, (start, _) in zip(parts, placed, strict=True) if p.seat is not None), None)  # fmt: skip
    return Reference(
        name=name,
        reach_mm=None if reach is None else round(reach, 2),
        parts=tuple(ReferencePart(name=part_name(p), start_mm=round(a, 2), end_mm=round(b, 2)) for p, (a, b) in zip(parts, placed, strict=True)),
    )  # fmt: skip


def _of(kind: PartKind, part_id: str, name: str = "", **otherwise: object) -> Part:
    """A fresh part of the kind, with what this kit has otherwise."""
    return FRESH_PARTS[kind].model_copy(update={"id": part_id, "name": name, **otherwise})


_CAP = _of("butt_cap", "cap", material="rubber")
_CHECK = _of("winding_check", "check")
KITS: dict[str, Kit] = {
    "split_foam": Kit(
        name="Split foam", says="two short foam grips, bare blank between them", suits=("spinning", "casting"),
        parts=(
            _of("rear_grip", "butt", "foam butt grip", material="foam", length_mm=75, od_butt_mm=30, od_tip_mm=26, closed_end_mm=6),
            _of("reel_seat", "seat", gap_before_mm=110),
            _of("foregrip", "fore", "foam foregrip", material="foam", length_mm=45, od_butt_mm=24, od_tip_mm=18),
            _CHECK,
        ),
    ),
    "full_cork": Kit(
        name="Full cork", says="a cap, one long rear grip, the seat, a foregrip", suits=("spinning", "casting"),
        parts=(
            _CAP,
            _of("rear_grip", "rear", "rear grip of cork rings", length_mm=240),
            _of("reel_seat", "seat"),
            _of("foregrip", "fore", length_mm=70),
            _CHECK,
        ),
    ),
    "fly_with_cap": Kit(
        name="Fly, with its cap", says="the seat at the butt with a cap, the grip ahead of it", suits=("fly",),
        parts=(
            _of("reel_seat", "seat", material="wood", length_mm=95, seat=FRESH_PARTS["reel_seat"].seat.model_copy(update={"usable_to_mm": 90.0, "foot_centre_mm": 50.0})),  # type: ignore[union-attr]
            _of("rear_grip", "rear", "fly grip", length_mm=178, od_butt_mm=24, od_tip_mm=20),
            _CHECK,
            _of("hook_keeper", "keeper", gap_before_mm=25),
        ),
    ),
    "detachable_butt": Kit(
        name="Detachable butt", says="a metal ferrule at the butt, seat and foregrip above it", suits=("trolling", "casting"),
        parts=(
            _of("butt_ferrule", "ferrule"),
            _of("seat_nut", "nut", "locking nut"),
            _of("reel_seat", "seat", material="metal"),
            _of("foregrip", "fore", material="foam", length_mm=180, od_butt_mm=34, od_tip_mm=26),
            _CHECK,
        ),
    ),
}  # fmt: skip
