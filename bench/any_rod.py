"""Plans of thousands of made-up rods, whatever a document may hold: how many raise, and why.

``python -m bench.any_rod [COUNT]``; the target is none of 10,000.
"""

import collections
import sys
import traceback

from hypothesis import HealthCheck, Phase, given, settings
from tests.core.any_build import builds

from wise_spool.core.document.build import Build
from wise_spool.core.plan import plan


def main(count: int) -> int:
    """Plan ``count`` rods; 1 when any raised."""
    raised: collections.Counter[str] = collections.Counter()

    @settings(
        max_examples=count, phases=[Phase.generate], database=None, deadline=None,
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    @given(builds)
    def each(build: Build) -> None:
        try:
            plan(build)
        except Exception as error:
            where = traceback.extract_tb(error.__traceback__)[-1]
            raised[
                f"{type(error).__name__} at {where.filename.rpartition('/')[2]}:{where.lineno}"
            ] += 1

    each()
    print(f"{count} rods planned, {sum(raised.values())} raised")
    for what, times in raised.most_common(10):
        print(f"  {times:>5} {what}")
    return 1 if raised else 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 10_000))
