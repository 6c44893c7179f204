"""What every two-part product shares: warmth quickens it, and only part of its pot life is used."""

DOUBLING_C = 10.0
"""Pot life and cure run twice as fast per this many degrees. From habit; product data wins."""
POT_SHARE = 0.7
"""Share of pot life planned to be used. From habit."""


def slower(at_c: float, temperature_c: float) -> float:
    """Factor on every time of a tin that speaks of ``at_c``: 2 for every 10 degrees colder."""
    return float(2 ** ((at_c - temperature_c) / DOUBLING_C))
