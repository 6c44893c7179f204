"""Two people at two windows on one rod, each with what they last saw of it and at a server of their own: random edits, kept apart,
merged or asked about.

``python -m bench.two_people [EDITS] [SEED]``.
"""

import random
import sys
import uuid
from dataclasses import dataclass, field
from time import perf_counter
from typing import Any

from fastapi.testclient import TestClient
from tests.shop import fresh_store, settings

from bench.timing import line
from wise_spool.api.app import create_app
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore

PLACES: tuple[tuple[str, ...], ...] = (
    ("number",), ("client",), ("name",), ("blank", "name"), ("blank", "label_power"), ("blank", "length_mm"), ("finish", "coats"),
    ("handle", "clearance_mm"), ("brief", "purpose"),
)  # fmt: skip


@dataclass
class Done:
    """How it went: what each wrote that is neither there nor overwritten by a later answer, both last looks, and counts."""

    lost: list[tuple[str, ...]] = field(default_factory=list)
    seen: list[dict[str, Any]] = field(default_factory=list)
    asked: int = 0
    merged: int = 0
    took_ms: list[float] = field(default_factory=list)


def work_together(store: BuildStore, found: Settings, edits: int, seed: int) -> Done:
    """Let them work, and look what stands there in the end."""
    dice = random.Random(seed)
    stores = (store, BuildStore(store.engine.url.render_as_string(hide_password=False)))
    clients = [TestClient(create_app(s, found), base_url="http://127.0.0.1:8321") for s in stores]
    rod = clients[0].post("/api/builds", json={"name": "For two"}).json()
    url = f"/api/builds/{rod['id']}"
    seen = [rod["version"], rod["version"]]
    stands: dict[tuple[str, ...], Any] = {}
    done = Done()
    for n in range(edits):
        who = dice.randrange(2)
        if dice.random() < 0.4:  # they look up, and see what the other did
            seen[who] = clients[who].get(url).json()["version"]
        place = dice.choice(PLACES)
        to = _value(place, n, dice)
        version, settled = seen[who], False
        while not settled:
            change = {"id": uuid.uuid4().hex, "what": "an edit", "seen": version, "ops": [{"act": "set", "at": list(place), "to": to}]}  # fmt: skip
            began = perf_counter()
            answer = clients[who].post(f"{url}/changes", json={"changes": [change]}, headers={"X-Client": f"w{who}"}).json()  # fmt: skip
            done.took_ms.append(1000 * (perf_counter() - began))
            outcome, now = answer["outcomes"][0], answer["state"]["version"]
            if (
                outcome["outcome"] == "asked"
            ):  # both are shown; half the time mine is kept, else theirs
                done.asked += 1
                version = seen[who] = now
                settled = dice.random() < 0.5
            else:
                done.merged += now > version + 1
                seen[who], settled = now, True
                stands[place] = to
    for client in clients:
        done.seen.append(client.get(url).json()["build"])
    done.lost = [p for p, to in stands.items() if _at(done.seen[0], p) != to]
    for one in stores:
        one.engine.dispose()
    return done


def _value(place: tuple[str, ...], n: int, dice: random.Random) -> Any:
    if place[-1] == "length_mm":
        return 1500.0 + n
    if place[-1] == "coats":
        return dice.randrange(1, 6)
    if place[-1] == "clearance_mm":
        return round(0.05 + 0.0001 * n, 4)
    return f"{place[-1]} {n}"


def _at(build: dict[str, Any], place: tuple[str, ...]) -> Any:
    found: Any = build
    for step in place:
        found = found[step]
    return found


def main(edits: int, seed: int) -> None:
    """Work and print."""
    done = work_together(fresh_store(), settings(), edits, seed)
    print(f"{edits} edits of two people: {len(done.lost)} lost, asked about {done.asked}, {done.merged} went in over edits not seen, same state on both: {done.seen[0] == done.seen[1]}")  # fmt: skip
    print(line("an edit", done.took_ms))


if __name__ == "__main__":
    said = [int(a) for a in sys.argv[1:]]
    main(said[0] if said else 1000, said[1] if len(said) > 1 else 1)
