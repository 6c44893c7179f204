"""How long ``plan()`` takes, and what share of it is the taper's interpolation alone."""

from datetime import UTC, datetime

import numpy as np
from scipy.interpolate import PchipInterpolator

from bench.timing import line, repeat_ms
from wise_spool.core.document.blank import Reading
from wise_spool.core.document.build import Build
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_builds


def crowded(build: Build) -> Build:
    """The build with the 400 readings that are the most kept."""
    x = np.linspace(0, build.blank.length_mm or 2000, 400)
    readings = tuple(Reading(station_mm=s, od_mm=14 - 12 * s / x[-1]) for s in x.tolist())
    blank = build.blank.model_copy(update={"readings": readings, "joints": ()})
    return build.model_copy(update={"blank": blank})


def main() -> None:
    """Print the timings."""
    builds = demo_builds(datetime.now(UTC))
    for build in builds:
        print(line(f"plan: {build.name}", repeat_ms(lambda b=build: plan(b), 150)))  # type: ignore[misc]
    full = builds[0]
    print(line("plan: 400 readings", repeat_ms(lambda: plan(crowded(full)), 60)))
    document = full.model_dump_json()
    print(
        line(
            "read, plan and write as JSON",
            repeat_ms(lambda: plan(Build.model_validate_json(document)).model_dump_json(), 150),
        )
    )
    readings = full.blank.readings
    x, y = [r.station_mm for r in readings], [r.od_mm for r in readings]
    at = np.linspace(0, x[-1], 121)
    alone = repeat_ms(lambda: PchipInterpolator(x, y)(at), 300)
    whole = repeat_ms(lambda: plan(full), 150)
    print(
        f"{'plan over one bare interpolation':<44} ratio {np.median(whole) / np.median(alone):.1f}"
    )


if __name__ == "__main__":
    main()
