"""How long a joint keeps the hands."""

from wise_spool.core.document.parts import PartKind

HAND_MINUTES: dict[PartKind, tuple[float, float, float, float]] = {
    "butt_cap": (1, 1, 1, 0),
    "fighting_butt": (1.5, 1, 1, 0),
    "rear_grip": (2.5, 2, 1.5, 0),
    "reel_seat": (3, 2, 2, 2),
    "foregrip": (2, 1.5, 1.5, 0),
    "winding_check": (0.5, 0.5, 0.5, 0),
    "hook_keeper": (0.5, 0.5, 0.5, 1),
    "trim_ring": (0.5, 0.5, 0.5, 0),
    "butt_ferrule": (3, 2, 2, 2),
}
"""Minutes to spread, seat, wipe and align each kind of part. From habit."""
OTHERWISE: tuple[float, float, float, float] = (2, 2, 1, 1)


def hand_minutes(kind: PartKind) -> tuple[float, float, float, float]:
    """Minutes to spread, seat, wipe and align a part of this kind."""
    return HAND_MINUTES.get(kind, OTHERWISE)


def hands_min(kind: PartKind) -> float:
    """Minutes of hands on one joint."""
    return float(sum(hand_minutes(kind)))
