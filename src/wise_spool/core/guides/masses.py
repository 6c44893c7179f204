"""What guides weigh: on the scale, or by their rings."""

from wise_spool.core.document.guides import Guide, TipTop

RING_G_PER_MM2 = 0.0085
"""Mass of a guide per square of its ring, g/mm²; half as much again on two feet. From memory."""


def guide_mass_g(guide: Guide) -> float:
    """A guide's mass: weighed, or by its ring and feet."""
    if guide.mass_g is not None:
        return guide.mass_g
    return RING_G_PER_MM2 * guide.ring_mm**2 * (1.5 if guide.feet == "double" else 1.0)


def tip_top_mass_g(tip_top: TipTop) -> float:
    """A tip-top by its ring, its tube counted in."""
    return RING_G_PER_MM2 * tip_top.ring_mm**2 * 1.2
