"""Weights hung on blanks whose stiffness is hidden: does the stated band hold it in 95 of 100?

``python -m bench.stiffness_coverage [COUNT]``. Blanks whose stiffness goes as a power of their diameter,
and tubes whose wall changes along them; one to five bends each, with errors of eye, scale, clamp and
caliper, tip angles on half of them. The builder's side is the plan's; the truth is bent by itself.
"""

import math
import sys

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.stiffness import measure, stated_clamp_mm
from wise_spool.core.document.blank import Blank, Reading, StaticReading
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, Load, Rod, bend

Floats = NDArray[np.float64]


class Hidden:
    """A blank as it is: a straight or slightly bellied taper, and its own EI."""

    def __init__(self, rng: np.random.Generator, kind: str) -> None:
        self.length = float(rng.uniform(1600, 3300))
        self.butt, self.tip = float(rng.uniform(8, 16)), float(rng.uniform(1.3, 2.6))
        self.belly = float(rng.uniform(-0.08, 0.08))
        self.kind = kind
        self.p = float(rng.normal(3.5, 0.25))
        third = self.butt + (self.tip - self.butt) / 3
        self.k = float(rng.uniform(0.5, 2)) * 2400 * third ** (4 - self.p)
        self.wall = float(rng.uniform(0.05, 0.11))
        self.lean, self.bow = float(rng.uniform(-0.3, 0.3)), float(rng.uniform(-0.15, 0.15))

    def od(self, s: Floats) -> Floats:
        u = s / self.length
        return self.butt + (self.tip - self.butt) * (u + self.belly * 4 * u * (1 - u))

    def ei(self, s: Floats) -> Floats:
        od, u = self.od(s), s / self.length
        if self.kind == "power":
            return np.asarray(self.k * od**self.p)
        wall = self.wall * (1 + self.lean * (2 * u - 1) + self.bow * (1.5 * (2 * u - 1) ** 2 - 0.5))
        # Walls thicken against the diameter toward the tip, as they do on mandrels.
        wall = np.minimum(wall * (self.butt / od) ** 0.35, 0.5)
        return np.asarray(1.1e5 * math.pi / 64 * od**4 * (1 - (1 - 2 * wall) ** 4))

    def hang(self, clamp: float, at: float, grams: float) -> tuple[float, float]:
        bent = bend(Rod(at, clamp, self.ei), Load(grams * GRAVITY_N_PER_G, 90), 150)
        return bent.tip_mm[1], bent.tip_deg

    def power(self) -> float:
        """Grams that drop the tip by a third, clamped where power is stated."""
        clamp = stated_clamp_mm(self.length)
        low, high = 1.0, 2.0
        while self.hang(clamp, self.length, high)[0] < (self.length - clamp) / 3:
            low, high = high, high * 2
        for _ in range(18):
            middle = (low + high) / 2
            if self.hang(clamp, self.length, middle)[0] < (self.length - clamp) / 3:
                low = middle
            else:
                high = middle
        return low


def read(
    rng: np.random.Generator, hidden: Hidden, power: float, count: int, *, angle: bool
) -> Blank:
    """The blank as a builder with ordinary care reads it."""
    stations = np.linspace(0, hidden.length, 9)
    readings = tuple(
        Reading(station_mm=float(s), od_mm=float(hidden.od(s) + rng.normal(0, 0.05)))
        for s in stations
    )
    static = []
    for _ in range(count):
        clamp = float(rng.uniform(200, 500))
        at = None if rng.uniform() < 0.7 else float(rng.uniform(0.55, 0.9) * hidden.length)
        grams = max(round(power * float(rng.uniform(0.25, 1.3)) * (1 if at is None else 1.5)), 5)
        drop, deg = hidden.hang(clamp, at or hidden.length, grams)
        static.append(
            StaticReading(
                clamp_mm=max(clamp + float(rng.normal(0, 3)), 0.0), at_mm=at, weight_g=grams * (1 + float(rng.normal(0, 0.01))),
                drop_mm=max(drop + float(rng.normal(0, 2)), 1.0),
                angle_deg=max(deg + float(rng.normal(0, 1.5)), 0.0) if angle else None,
            )
        )  # fmt: skip
    return Blank(length_mm=hidden.length, readings=readings, static=tuple(static))


def held(kind: str, count: int, blanks: int, seed: int = 0) -> tuple[float, float]:
    """Share of blanks whose true power lies in the stated band, and the median half width of it, %."""
    inside, widths = 0, []
    for n in range(blanks):
        rng = np.random.default_rng([seed, n, count])
        hidden = Hidden(rng, kind)
        truth = hidden.power()
        said = measure(read(rng, hidden, truth, count, angle=n % 2 == 0))
        assert said is not None and said.source in ("measured", "fitted")
        inside += said.low_g - 0.05 <= truth <= said.high_g + 0.05
        widths.append(said.off_percent)
    return inside / blanks, float(np.median(widths))


if __name__ == "__main__":
    many = int(sys.argv[1]) if len(sys.argv) > 1 else 200
    for kind in ("power", "tube"):
        for count in (1, 2, 3, 4, 5):
            share, width = held(kind, count, many)
            print(f"{kind}, {count} bends: {100 * share:.1f} % of {many} blanks inside, give or take {width:.1f} %", flush=True)  # fmt: skip
