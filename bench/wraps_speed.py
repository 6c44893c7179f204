"""Wraps: a whole rod's, a crosswrap of 400 passes, a label set and bent, a wrap's end dragged over HTTP; and how often a cause is told
right by how hard it is to see.

The drag asks the real server with one client, as the browser does while an end is held: ``python -m bench.wraps_speed URL`` with a
running demo's address; without one that row is left out.
"""

import json
import sys
import urllib.request
from datetime import UTC, datetime

import numpy as np

from bench.timing import line, repeat_ms
from wise_spool.core.document.wraps import Decoration, Pass
from wise_spool.core.lineup.readings import Look
from wise_spool.core.lineup.telling import tell
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.wraps.crosswrap import work_out
from wise_spool.core.wraps.thread import Threads
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.label_sheet import prints_of


def wraps_of(build: object) -> None:
    """The wraps of a rod whose blank, handle and guides are worked out."""
    rod = Rod.of(build)  # type: ignore[arg-type]
    rod.__dict__.update(_READY[id(build)])
    _ = rod.wraps


_READY: dict[int, dict[str, object]] = {}


def told_right(size_deg: float, cases: int = 200) -> float:
    """Share of rods with a joint turned so far that are told so."""
    rng = np.random.default_rng(1)
    stations = np.linspace(600, 2300, 10)
    right = 0
    for _ in range(cases):
        angles = size_deg * (stations > 1250) + rng.normal(0, 0.5, 10)
        looks = [
            Look(str(i), "", stations[i], 20, angles[i], 0.5, 1, int(stations[i] > 1250))
            for i in range(10)
        ]
        told = tell(looks)
        right += told.cause == "joint" and not told.out
    return right / cases


def dragged(url: str) -> list[float]:
    """Milliseconds of 60 plans asked one after another, a wrap's end a little further each time."""
    with urllib.request.urlopen(f"{url}/api/builds") as answer:
        rods = {r["name"]: r["id"] for r in json.load(answer)}
    with urllib.request.urlopen(f"{url}/api/builds/{rods['Skerry 10']}") as answer:
        build = json.load(answer)["build"]
    row = next(w for w in build["wraps"]["wraps"] if w["id"] == "foot:g9:butt")
    step = iter(range(10_000))

    def ask() -> None:
        row["beyond_butt_mm"] = 4 + next(step) / 50
        body = json.dumps(build).encode()
        asked = urllib.request.Request(
            f"{url}/api/plan", body, {"Content-Type": "application/json"}
        )
        urllib.request.urlopen(asked).read()

    return repeat_ms(ask, 60)


def main() -> None:
    """Print the timings and the shares."""
    builds = demo_builds(datetime.now(UTC))
    for build in builds:
        rod = Rod.of(build)
        _ = rod.guides, rod.handle, rod.stiffness
        _READY[id(build)] = dict(rod.__dict__)
        print(line(f"wraps: {build.name}", repeat_ms(lambda b=build: wraps_of(b), 60)))  # type: ignore[misc]
    work = Rod.of(builds[0]).work_blank
    passes = tuple(
        Pass(id=f"s{n}", thread="amber" if n % 2 else "frost", threads=5) for n in range(40)
    )
    figure = Decoration(id="d", from_mm=500, to_mm=640, crossings=6, passes=passes)
    print(
        line(
            "crosswrap, some 400 threads a start",
            repeat_ms(lambda: work_out(figure, work, Threads(())), 60),
        )
    )
    labelled = (builds[0], plan(builds[0]))
    print(line("label set, bent, cut", repeat_ms(lambda: prints_of([labelled]), 60)))
    for size in (0.5, 1.0, 1.5, 2.0, 3.0):
        print(
            f"a joint turned {size:.1f}° at ±0.5°, told right      {100 * told_right(size):5.1f} %"
        )
    if len(sys.argv) > 1:
        print(line("an end dragged, over HTTP", dragged(sys.argv[1])))


if __name__ == "__main__":
    main()
