"""What every two-part product shares: warmth quickens it, and only part of its pot life is used."""

from wise_spool.core.ground.habits import habits

SEEN_AT_C = 25.0
"""The warmth that times seen at the bench are spoken of at."""


def slower(at_c: float, temperature_c: float) -> float:
    """Factor on every time of a tin that speaks of ``at_c``: 2 for every 10 degrees colder."""
    return float(2 ** ((at_c - temperature_c) / habits().doubling_c))
