"""Bend one rod, so that what is compiled is there before a builder waits for it.

Run as ``python -m wise_spool.core.mechanics.warm``.
"""

import numpy as np

from wise_spool.core.mechanics.elastica import Load, Ring, Rod, bend
from wise_spool.core.mechanics.spans import span_rooms


def warm() -> None:
    """Compile all there is to compile; nothing to do when it is there already."""
    rings = (Ring(900.0, 20.0), Ring(1500.0, 10.0), Ring(2000.0, 6.0, 0.0, 8.0))
    rod = Rod(2000.0, 400.0, lambda s: 1e7 * (1.2 - s / 2000) ** 3, None, rings, (330.0, 40.0), lambda s: 7 - s / 400)  # fmt: skip
    for one in (rod, Rod(rod.length_mm, rod.clamp_mm, rod.stiffness_n_mm2)):
        bent = bend(one, Load(3.0, friction=0.1 if one.rings else 0.0))
        if one.rings:
            span_rooms(bent, one, np.zeros(len(one.rings)))


if __name__ == "__main__":
    warm()
