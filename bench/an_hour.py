"""Memory over an hour of a busy shop: edits, sheets, bends, the rack, the board and the shelf by some clients who think in between.

``python -m bench.an_hour [MINUTES]``. Loopback only. Printed every few minutes: memory of all the shop's processes together, and what failed.
"""

import random
import sys
import threading
import time
from collections import Counter

import httpx
from tests.e2e.browser import Server

from bench.load import Work, edit, get, memory_mb, sheets

CLIENTS, THINKS_S, LOOKS_S = 8, 1.0, 180.0


def bends(rods: list[str]) -> Work:
    """A rod bent under some load."""

    def work(client: httpx.Client, dice: random.Random) -> None:
        rod = rods[dice.randrange(len(rods))]
        build = client.get(f"/api/builds/{rod}").raise_for_status().json()["build"]
        answer = client.post("/api/bends", json={"build": build, "setup": {"load_g": dice.randrange(100, 900)}})  # fmt: skip
        if answer.status_code != 422:  # a rod that cannot be bent yet says so
            answer.raise_for_status()

    return work


def main(minutes: float) -> None:
    """Serve, use, print."""
    server = Server("demo", WISE_SPOOL_SERVERS="2")
    server.start()
    over, done, failed = threading.Event(), Counter[str](), Counter[str]()
    try:
        assert server.process is not None
        rods = [r["id"] for r in httpx.get(f"{server.url}/api/builds", timeout=60).json()]
        kinds = {
            "edit": edit(rods), "sheet": sheets(rods), "bend": bends(rods), "rack": get("/api/builds"), "board": get("/api/board"),
            "shelf": get("/api/shelf"), "rod": get(f"/api/builds/{rods[0]}"), "logbook": get("/api/logbook"),
        }  # fmt: skip

        def one(seed: int) -> None:
            dice = random.Random(seed)
            with httpx.Client(base_url=server.url, timeout=120) as client:
                while not over.wait(dice.expovariate(1 / THINKS_S)):
                    name = dice.choice(["edit", *kinds])
                    try:
                        kinds[name](client, dice)
                        done[name] += 1
                    except httpx.HTTPError as error:
                        failed[f"{name}: {type(error).__name__} {str(error)[:80]}"] += 1

        clients = [threading.Thread(target=one, args=(n,)) for n in range(CLIENTS)]
        for client in clients:
            client.start()
        began = time.perf_counter()
        while (past := time.perf_counter() - began) < 60 * minutes:
            print(f"{past / 60:5.0f} min  {memory_mb(server.process.pid):6.0f} MB  {sum(done.values())} done", flush=True)  # fmt: skip
            over.wait(min(LOOKS_S, max(60 * minutes - past, 1)))
        over.set()
        for client in clients:
            client.join()
        print(f"at last  {memory_mb(server.process.pid):6.0f} MB  {dict(done)}, failed {dict(failed) or 'none'}")  # fmt: skip
    finally:
        over.set()
        server.stop()


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 60)
