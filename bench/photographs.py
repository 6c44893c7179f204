"""Pictures of bent rods with the truth hidden: does the fit find the stiffness, and how sure is it?

``python -m bench.photographs`` draws rods whose stiffness is off by ×0.5 to ×2, as a camera sees them in a
picture some 4000 px wide (near or far, turned, mirrored; aslant with a board; through a lens that bows),
clicks on them with an unsteady hand, and lets the fit try.
"""

import math
import sys
from collections.abc import Callable

import numpy as np
from tests.core.guides.test_layouts import pieces, rod
from tests.core.simulators import BOARD_MM, picture, slanted

from wise_spool.core.document.guides import BendSetup
from wise_spool.core.guides.photograph import CLICK_PX, Board, PhotoFit
from wise_spool.core.rod import Rod

HUNG = BendSetup(load_g=400)
OF = pieces(rod())
SAMPLE = Rod.of(OF[0])


def square_on(factor: float, rng: np.random.Generator, along: int) -> PhotoFit | None:
    """A picture taken square on."""
    return SAMPLE.photographed(HUNG, picture(OF, factor, 400, rng, along=along)).fit


def aslant(
    factor: float, rng: np.random.Generator, bowed: float, *, by_board: bool
) -> PhotoFit | None:
    """A picture taken up to 30 degrees aslant either way, with a board in it."""
    clicks, corners = slanted(OF, factor, 400, rng, bowed=bowed, most_deg=30.0 if by_board else 0.0)
    board = Board(wide_mm=BOARD_MM[0], high_mm=BOARD_MM[1], corners=corners) if by_board else None
    return SAMPLE.photographed(HUNG, clicks, board=board).fit


def tried(
    name: str, take: Callable[[float, np.random.Generator], PhotoFit | None], pictures: int
) -> None:
    """Print how far the fits are off, how often the range said holds the truth, how many are doubted."""
    rng = np.random.default_rng(7)
    off, gave, held, doubted = [], [], 0, 0
    for _ in range(pictures):
        factor = float(np.exp(rng.uniform(math.log(0.5), math.log(2))))
        fit = take(factor, rng)
        assert fit is not None
        off.append(abs(fit.factor / factor - 1) * 100)
        gave.append(fit.give_percent)
        held += abs(math.log(fit.factor / factor)) <= math.log1p(fit.give_percent / 100)
        doubted += bool(fit.doubt)
    print(
        f"{name}: off by {np.median(off):.1f} % in the middle, {np.quantile(off, 0.95):.1f} % at the 95th percentile; "
        f"said ±{np.median(gave):.1f} %, held in {100 * held / pictures:.1f} %; doubted {100 * doubted / pictures:.1f} %"
    )


def main(pictures: int = 200) -> None:
    """Every way to take a picture."""
    print(f"{pictures} pictures each, clicks off by {CLICK_PX:g} px")
    tried("square on, five along", lambda f, r: square_on(f, r, 5), pictures)
    tried("square on, nine along", lambda f, r: square_on(f, r, 9), pictures)
    tried("aslant, by a board", lambda f, r: aslant(f, r, 0.0, by_board=True), pictures)
    tried(
        "square on, a lens that bows 3 %",
        lambda f, r: aslant(f, r, -0.03, by_board=False),
        pictures,
    )
    tried("the same, 30 %", lambda f, r: aslant(f, r, -0.30, by_board=False), pictures)
    tried("the same, 10 %", lambda f, r: aslant(f, r, -0.10, by_board=False), pictures)


if __name__ == "__main__":
    main(*(int(a) for a in sys.argv[1:]))
