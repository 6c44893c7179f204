"""Does the instrument know how sure it is? A thousand hidden blanks, read as a builder would."""

import math

import numpy as np

from wise_spool.core.spine.drops import read_drops
from wise_spool.core.spine.resting import (
    CHANCES,
    TWO_LINES_BY_CHANCE,
    apart_deg,
    best_split,
    read_zone,
)
from wise_spool.core.spine.trainer import make_blank, rests, weigh_round

ROUND = [22.5 * k for k in range(16)]


def main() -> None:
    """Print how often the stated 95 % intervals hold the truth, and bow is called bow."""
    lines = axes = 0
    widths: list[float] = []
    for seed in range(1000):
        blank, rng = make_blank(1 + seed % 4, seed), np.random.default_rng(seed)
        line = read_zone("whole", rests(blank, 12, rng)).lines[0]
        off = min(apart_deg(line.angle_deg, truth) for truth in blank.lines_deg)
        lines += off <= line.half_width_deg
        widths.append(line.half_width_deg)
        read = read_drops(weigh_round(blank, ROUND, rng))
        assert read.soft_deg is not None and read.stiffness is not None
        turned = apart_deg(2 * read.soft_deg, 2 * blank.model.soft_deg) / 2
        axes += turned <= read.stiffness.angle_95_deg
    print(f"resting line, 12 rests: 95 % interval holds the truth in {lines / 10:.1f} % of 1000")
    print(
        f"  its half-width: median {np.median(widths):.1f}°, p95 {np.percentile(widths, 95):.1f}°"
    )
    print(f"stiff axis, 16 drops: 95 % interval holds the truth in {axes / 10:.1f} % of 1000")
    bowed = [s for s in range(2000) if not make_blank(5, s).spined][:1000]
    called = sum(
        read_drops(weigh_round(make_blank(5, s), ROUND, np.random.default_rng(s))).verdict
        in ("bow", "neither")
        for s in bowed
    )
    print(f"bow only: called no spine {called} times in {len(bowed)}")
    two_lines_by_chance()


def two_lines_by_chance(blanks: int = 2000) -> None:
    """Print what the best split gains on blanks with no line at all, beside the table that reads it."""
    for n, table in TWO_LINES_BY_CHANCE:
        rng, gains = np.random.default_rng(n), []
        for _ in range(blanks):
            split = best_split(np.round(rng.uniform(0, 360, n)))
            gains.append(-9.0 if split is None else split[0] + n * math.log(2 * math.pi))
        fresh = np.quantile(gains, [1 - chance for chance in CHANCES])
        print(f"no line, {n} rests: gains {np.round(fresh, 2)}; the table's {table}")


if __name__ == "__main__":
    main()
