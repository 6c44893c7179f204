"""Pictures of bent rods with the truth hidden: does the fit find the stiffness, and how sure is it?

``python -m bench.photographs`` draws rods whose stiffness is off by ×0.5 to ×2, as a camera sees them
(near or far, turned, mirrored), clicks on them with an unsteady hand, and lets the fit try.
"""

import math
import sys

import numpy as np
from tests.core.guides.test_layouts import pieces, rod
from tests.core.simulators import picture

from wise_spool.core.document.guides import BendSetup
from wise_spool.core.guides.photograph import CLICK_PX
from wise_spool.core.rod import Rod


def main(pictures: int = 200) -> None:
    """Print how far the fits are off, and how often the range said holds the truth."""
    rng, of = np.random.default_rng(7), pieces(rod())
    sample = Rod.of(of[0])
    off, held, gave = [], 0, []
    for _ in range(pictures):
        factor = float(np.exp(rng.uniform(math.log(0.5), math.log(2))))
        fit = sample.photographed(BendSetup(load_g=400), picture(of, factor, 400, rng)).fit
        assert fit is not None
        off.append(abs(fit.factor / factor - 1) * 100)
        gave.append(fit.give_percent)
        held += abs(math.log(fit.factor / factor)) <= math.log1p(fit.give_percent / 100)
    print(
        f"{pictures} pictures, clicks off by {CLICK_PX:g} px: off by {np.median(off):.1f} % in the middle,"
    )
    print(f"{np.quantile(off, 0.95):.1f} % at the 95th percentile; said ±{np.median(gave):.1f} %, held in {100 * held / pictures:.1f} %")  # fmt: skip


if __name__ == "__main__":
    main(*(int(a) for a in sys.argv[1:]))
