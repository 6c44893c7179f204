"""A page of the rack in shops of 60 to 5,000 rods: is it as quick in the large one?

``python -m bench.rack_speed [MOST]``. Every rod is a copy of a demo rod under a
name of its own. The first look at a page works out how its rods hang there; the
ones after it read what was kept.
"""

import sys
from datetime import UTC, datetime

import numpy as np
from fastapi.testclient import TestClient
from tests.shop import fresh_store, settings

from bench.timing import line, repeat_ms
from wise_spool.api.app import create_app
from wise_spool.demo.shop import demo_records
from wise_spool.store.builds import BuildStore


def main(most: int) -> None:
    """Print the percentiles at each size and the ratio of the largest shop to the smallest."""
    store = fresh_store()
    client = TestClient(create_app(store, settings()), base_url="http://127.0.0.1")
    records = demo_records(datetime.now(UTC))
    made = 0
    medians = []
    for count in (n for n in (60, 257, 1000, 5000) if n <= most):
        while made < count:
            one = records[made % len(records)]
            design = one.design.model_copy(update={"name": f"Rod {made}"})
            store.add(one.model_copy(update={"design": design}))
            made += 1
        fresh = repeat_ms(lambda: client.get("/api/builds"), 1, warm=0)
        again = repeat_ms(lambda: client.get("/api/builds"), 40)
        last = deep_page(client, store, count)
        print(line(f"{count} rods: first look at a page", fresh))
        print(line(f"{count} rods: the same page again", again))
        print(line(f"{count} rods: the last page", last))
        medians.append((np.median(again), np.median(last)))
    for words, n in (("first page", 0), ("last page", 1)):
        print(f"{words}, largest shop over smallest: {medians[-1][n] / medians[0][n]:.2f}")


def deep_page(client: TestClient, store: BuildStore, count: int) -> list[float]:
    """The page that ends the rack."""
    rows = store.page(most=count)
    after = rows[-61].id if len(rows) > 60 else None
    query = f"?after={after}" if after else ""
    return repeat_ms(lambda: client.get(f"/api/builds{query}"), 20, warm=2)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 5000)
