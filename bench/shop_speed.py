"""The shop: search over thousands of items, ranking of hundreds of blanks, the whole stock counted.

``python -m bench.shop_speed [ITEMS] [BLANKS]``.
"""

import sys
from collections.abc import Sequence
from datetime import UTC, datetime
from functools import partial
from time import perf_counter

from fastapi.testclient import TestClient
from tests.shop import fresh_store, settings

from bench.timing import line, repeat_ms
from wise_spool.api.app import create_app
from wise_spool.api.deps import edition
from wise_spool.core.brief.requirement import required
from wise_spool.core.document.asked import Asked
from wise_spool.core.document.design import Brief
from wise_spool.core.document.parts import Part
from wise_spool.core.shop.choosing import Candidate, choose
from wise_spool.core.shop.shelf import PartOnShelf
from wise_spool.demo.blanks import demo_blanks
from wise_spool.demo.shop import demo_records
from wise_spool.store.shelf import Shelf
from wise_spool.store.stiffnesses import Stiffnesses

WOODS = ("birch", "burl", "cork", "walnut", "ash", "plum")
BRIEF = Brief(
    wish_g=140, asked=Asked(lure_least_g=7, lure_most_g=21, line_kg=6, stands="boat", tip="crisp")
)


def candidates(count: int) -> list[Candidate]:
    """Blanks like those of the demo, no two the same."""
    made = [item.item for item, _, _ in demo_blanks()]
    out = []
    for n in range(count):
        like = made[n % len(made)]
        readings = tuple(
            r.model_copy(update={"od_mm": round(r.od_mm * (1 + 0.0004 * (n // len(made))), 4)})
            for r in like.readings
        )
        blank = like.model_copy(update={"readings": readings, "name": f"{like.name} {n}"})
        out.append(Candidate(id=f"{n}", blank=blank))
    return out


def main(items: int, blanks: int) -> None:
    """Fill the shelf, ask, print."""
    need = required(BRIEF)
    lot = candidates(blanks)
    choose(need, lot[:3])
    began = perf_counter()
    choose(need, lot)
    print(f"{blanks} blanks ranked for the first time: {1000 * (perf_counter() - began):.0f} ms")
    kept = Stiffnesses(fresh_store().engine, edition)
    choose(need, lot, kept.under(""))
    kept.keep()
    again = Stiffnesses(kept.engine, edition)
    began = perf_counter()
    choose(need, lot, again.under(""))
    print(f"{blanks} blanks ranked for the first time by a fresh server that finds them kept: {1000 * (perf_counter() - began):.0f} ms")  # fmt: skip
    print(line(f"{blanks} blanks ranked again", repeat_ms(partial(choose, need, lot), 30)))
    store = fresh_store()
    client = TestClient(create_app(store, settings()), base_url="http://127.0.0.1")
    shelf = Shelf(store)
    parts = [
        PartOnShelf(item=Part(id="shelf", kind="rear_grip", name=f"{WOODS[n % 6]} grip {n}", length_mm=150 + n % 200))
        for n in range(items)
    ]  # fmt: skip
    shelf.add([(p, n % 9) for n, p in enumerate(parts)])
    words = ["birch", "grip 12", "walnut 4", "no such thing", "plum grip 77"]

    def ask(said: Sequence[str]) -> None:
        for w in said:
            client.get("/api/shelf", params={"kind": "part", "words": w})

    for w in words:
        print(line(f"{items} items searched for “{w}”", repeat_ms(partial(ask, [w]), 40)))
    for records in demo_records(datetime.now(UTC)):
        store.add(records)
    print(line(f"stock of {items} items over seven rods", repeat_ms(partial(client.get, "/api/stock"), 10)))  # fmt: skip


if __name__ == "__main__":
    said = [int(a) for a in sys.argv[1:]]
    main(said[0] if said else 5000, said[1] if len(said) > 1 else 300)
