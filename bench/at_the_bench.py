"""The plan carried out on the simulated bench, many times: does it come home, does every order work?

``python -m bench.at_the_bench [COUNT]``. Prints how many of COUNT builders who
cannot know bring a grip home in five tries without a loose bore, hand work
measured and not, and on how many stacks the order agrees with a bench that is
tried out, exhaustively where it is refused.
"""

import collections
import random
import sys

import numpy as np
from tests.core.samples import blank, build
from tests.core.simulators import SHOP, Bench
from tests.core.work.test_order_at_the_bench import any_order, feasible, some_stack, steps_of

from wise_spool.core.plan import plan


def builders(count: int, *, measures: bool) -> None:
    """How many come home, in how many tries, and how loose in the end."""
    tries: collections.Counter[int | None] = collections.Counter()
    loose = []
    for seed in range(count):
        rng = np.random.default_rng(seed)
        at = Bench(
            rng, SHOP, float(rng.uniform(0, 250)), float(rng.uniform(60, 280)),
            bore_mm=float(rng.uniform(6, 9)), measures=measures,
        )  # fmt: skip
        tries[at.work(tries=5)] += 1
        loose.append(max(at.room()))
    good = sum(n for t, n in tries.items() if t is not None)
    print(
        f"hand work {'measured' if measures else 'not measured'}: {good} of {count} home in five tries, "
        f"by tries {dict(sorted((k or 99, v) for k, v in tries.items()))} (99: not home); "
        f"loosest place: median {np.median(loose):.2f} mm, 98 % under {np.quantile(loose, 0.98):.2f} mm"
    )


def orders(count: int) -> None:
    """Stacks whose order was tried out."""
    agreed = refused = skipped = 0
    for seed in range(count):
        handle = some_stack(random.Random(seed))
        p = plan(build(blank=blank(), handle=handle))
        steps = steps_of(p, handle)
        said = any(f.code == "order-contradiction" for f in p.findings)
        if any(
            q.verdict in ("ream", "swell") and q.material == "metal" for q in p.handle.parts
        ) or (said and len(steps) > 6):
            skipped += 1
        elif said:
            refused += 1
            agreed += any_order(p, handle, steps) is None
        else:
            agreed += feasible(p, handle, steps)[0]
    print(f"orders: {agreed} of {count - skipped} stacks agree with the bench, {refused} of them refused; {skipped} not of this kind")  # fmt: skip


if __name__ == "__main__":
    wanted = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    builders(wanted, measures=True)
    builders(wanted, measures=False)
    orders(wanted)
