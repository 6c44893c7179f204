"""What guides weigh: on the scale, or by their rings."""

from wise_spool.core.document.guides import Guide, TipTop
from wise_spool.core.ground.habits import habits


def guide_mass_g(guide: Guide) -> float:
    """A guide's mass: weighed, or by its ring and feet."""
    if guide.mass_g is not None:
        return guide.mass_g
    return habits().ring_g_per_mm2 * guide.ring_mm**2 * (1.5 if guide.feet == "double" else 1.0)


def tip_top_mass_g(tip_top: TipTop) -> float:
    """A tip-top by its ring, its tube counted in."""
    return habits().ring_g_per_mm2 * tip_top.ring_mm**2 * 1.2
