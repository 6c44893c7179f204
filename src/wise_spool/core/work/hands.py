"""How long a joint keeps the hands."""

from wise_spool.core.document.parts import PartKind
from wise_spool.core.ground.habits import habits


def hand_minutes(kind: PartKind) -> tuple[float, float, float, float]:
    """Minutes to spread, seat, wipe and align a part of this kind."""
    by = habits()
    share = by.hands_share["part"]
    spread, seat = by.spread_min[kind] * share, by.seat_min[kind] * share
    return spread, seat, by.wipe_min[kind] * share, by.align_min[kind] * share


def hands_min(kind: PartKind) -> float:
    """Minutes of hands on one joint."""
    return float(sum(hand_minutes(kind)))
