"""A shop whose log holds 50,000 entries: how long a rod's state and a page of the logbook take.

``python -m bench.logbook_speed [ENTRIES]``. The entries are spread over a hundred rods, but one rod that holds a
tenth of all; a state is asked for warm (as it was last) and after an entry more.
"""

import sys
import uuid
from datetime import UTC, datetime, timedelta
from functools import partial
from typing import Any

from fastapi.testclient import TestClient
from sqlmodel import Session, insert, text
from tests.shop import fresh_store, settings

from bench.timing import line, repeat_ms
from wise_spool.api.app import create_app
from wise_spool.core.document.log import LogEntry
from wise_spool.demo.shop import demo_records
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import LogRow

RODS = 100


def entry(n: int, at: datetime) -> dict[str, Any]:
    """One line as a bench writes it."""
    said: dict[str, Any] = (
        {"note": {"id": f"n{n}", "of": "scuff", "words": f"cork {n} took the reamer well"}},
        {"worked": {"id": "scuff", "kind": "scuff", "minutes": 5 + n % 17}},
        {"air": {"id": f"a{n}", "temperature_c": 18 + n % 7, "humidity_percent": 50}},
        {"clock": {"id": f"c{n}", "of": "mix:1", "what": "pot life", "started_at": at, "minutes": 25, "stopped_at": at}},
        {"picture": {"id": f"p{n}", "file": f"{n:064x}", "width_px": 800, "height_px": 600}},
    )[n % 5]  # fmt: skip
    made = LogEntry.model_validate({"id": f"e{n}", "at": at, **said})
    return made.model_dump(mode="json", exclude_none=True)


def folded(store: BuildStore, rod: uuid.UUID) -> object:
    """A rod's record, as the rules read it."""
    return store.get(rod).rod().record


def main(entries: int) -> None:
    """Make the shop, ask, print."""
    store = fresh_store()
    client = TestClient(create_app(store, settings()), base_url="http://127.0.0.1")
    record = demo_records(datetime.now(UTC))[0]
    rods = [store.add(record).id for _ in range(RODS)]
    began = datetime.now(UTC) - timedelta(days=900)
    rows = []
    for n in range(entries):
        rod = rods[0] if n % 10 == 0 else rods[1 + n % (RODS - 1)]
        at = began + timedelta(minutes=25 * n)
        rows.append({"build_id": rod, "id": f"e{n}", "at": at, "received_at": at, "entry": entry(n, at)})  # fmt: skip
    with Session(store.engine) as session, session.begin():
        for start in range(0, entries, 2000):
            session.execute(insert(LogRow), rows[start : start + 2000])
    with store.engine.connect().execution_options(isolation_level="AUTOCOMMIT") as link:
        link.execute(text("ANALYZE"))  # as the database does by itself, in its own time
    for words, rod in ((f"a rod of {entries // 10} entries", rods[0]), (f"a rod of {entries * 9 // 10 // (RODS - 1)}", rods[1])):  # fmt: skip
        get = f"/api/builds/{rod}"
        print(line(f"{words}: its state again", repeat_ms(partial(client.get, get), 60)))

        print(
            line(
                f"{words}: kept and folded, without HTTP",
                repeat_ms(partial(folded, store, rod), 60),
            )
        )

        def more(rod: uuid.UUID = rod) -> None:
            said = {"id": uuid.uuid4().hex, "at": datetime.now(UTC).isoformat(), "note": {"id": uuid.uuid4().hex[:12], "words": "one more"}}  # fmt: skip
            client.post(f"/api/builds/{rod}/log", json={"entries": [said]}).raise_for_status()

        print(line(f"{words}: one entry more", repeat_ms(more, 20, warm=2)))
    pages = {
        "newest": "/api/logbook", "of one rod": f"/api/logbook?rod={rods[0]}", "pictures": "/api/logbook?kinds=picture",
        "by words": "/api/logbook?text=cork reamer", "by words that are rare": "/api/logbook?text=cork 49995",
        "of one step": "/api/logbook?of=scuff", "of no words": "/api/logbook?text=nobody",
    }  # fmt: skip
    for words, path in pages.items():
        print(line(f"a page of the logbook, {words}", repeat_ms(partial(client.get, path), 40)))
    deep = (began + timedelta(minutes=500)).isoformat().replace("+", "%2B")
    print(line("the last page", repeat_ms(lambda: client.get(f"/api/logbook?before_at={deep}&before_id=e20"), 40)))  # fmt: skip
    print(line("all that was learned, anew", repeat_ms(lambda: (client.app.state.shop.learning.forget(), client.get("/api/learned")), 10)))  # type: ignore[attr-defined]  # fmt: skip


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 50_000)
