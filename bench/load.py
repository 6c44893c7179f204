"""Load on a real server: edits, plans, sheets and looks by many clients at once, and what one kind of work costs another.

``python -m bench.load [CLIENTS ...]``; without any, 1, 8 and 64. ``WISE_SPOOL_SERVERS=2`` serves with two processes. Loopback only.

Hammered, a client asks again the moment it is answered. At the bench, it does something every few seconds, as a person does.
"""

import json
import os
import random
import sys
import threading
import time
import uuid
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from typing import Any

import httpx
from tests.e2e.browser import Server

from bench.timing import line

SECONDS = 12.0
THINKS_S = 5.0
"""Between two edits of somebody at a bench, on average. Assumed."""
Work = Callable[[httpx.Client, random.Random], None]


def memory_mb(pid: int) -> float:
    """Memory of a process and all it has started, MB: each page counted once where it is shared (proportional set size)."""
    kb = 0
    for p in family(pid):
        with suppress(OSError, StopIteration):
            rolled = Path(f"/proc/{p}/smaps_rollup").read_text(encoding="ascii")
            kb += next(int(row.split()[1]) for row in rolled.splitlines() if row.startswith("Pss:"))
    return kb / 1024


def family(pid: int) -> list[int]:
    """A process and all it has started, and they; the database, which serves any number of shops, is not of it."""
    out, found = [pid], [pid]
    while found:
        parent = found.pop()
        for task in Path(f"/proc/{parent}/task").glob("*/children"):
            with suppress(OSError):
                for child in task.read_text(encoding="ascii").split():
                    out.append(int(child))
                    found.append(int(child))
    return out


def edit(rods: list[str]) -> Work:
    """One field of some rod, by clients that hold the rod's plan as of the last answer."""
    held: dict[str, int] = {}

    def work(client: httpx.Client, dice: random.Random) -> None:
        rod = rods[dice.randrange(len(rods))]
        op = {"act": "set", "at": ["number"], "to": f"N {dice.randrange(10**6)}"}
        change = {"id": uuid.uuid4().hex, "what": "number", "seen": 10**6, "ops": [op]}
        body = {"changes": [change], "holds": held.get(rod)}
        answer = client.post(f"/api/builds/{rod}/changes", json=body).raise_for_status()
        held[rod] = answer.json()["state"]["version"]

    return work


def get(path: str) -> Work:
    """One look."""

    def work(client: httpx.Client, dice: random.Random) -> None:
        client.get(path).raise_for_status()

    return work


def sheets(rods: list[str]) -> Work:
    """A page of a sheet of some rod, on some paper."""

    def work(client: httpx.Client, dice: random.Random) -> None:
        rod = rods[dice.randrange(len(rods))]
        paper = dice.choice(["a4", "letter", "a3"])
        client.get(f"/api/builds/{rod}/story-stick.pdf?paper={paper}").raise_for_status()

    return work


def hammered(
    url: str, clients: int, work: Work, seconds: float, thinks_s: float = 0.0
) -> list[float]:
    """Milliseconds of every request of so many clients, each of which thinks so long in between."""
    took: list[float] = []
    lock = threading.Lock()
    until = time.perf_counter() + seconds

    def one(seed: int) -> None:
        dice, mine = random.Random(seed), []
        with httpx.Client(base_url=url, timeout=120) as client:
            if thinks_s:
                time.sleep(dice.uniform(0, thinks_s))
            while time.perf_counter() < until:
                began = time.perf_counter()
                work(client, dice)
                mine.append(1000 * (time.perf_counter() - began))
                if thinks_s:
                    time.sleep(dice.expovariate(1 / thinks_s))
        with lock:
            took.extend(mine)

    threads = [threading.Thread(target=one, args=(n,)) for n in range(clients)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return took


def main(counts: list[int]) -> None:
    """Serve, hammer, print."""
    server = Server("demo")
    server.start()
    try:
        assert server.process is not None
        pid = server.process.pid
        rods = [r["id"] for r in httpx.get(f"{server.url}/api/builds", timeout=60).json()]
        state: dict[str, Any] = httpx.get(f"{server.url}/api/builds/{rods[0]}", timeout=60).json()
        print(f"a rod's state is {len(json.dumps(state)) / 1000:.0f} kB of JSON; memory at first {memory_mb(pid):.0f} MB, {os.cpu_count()} cores")  # fmt: skip
        kinds = {"health": get("/api/health"), "rack": get("/api/builds"), "edit": edit(rods), "story stick": sheets(rods)}  # fmt: skip
        for clients in counts:
            for name, work in kinds.items():
                took = hammered(server.url, clients, work, SECONDS)
                print(f"{line(f'{name}, {clients} clients', took)}  {len(took) / SECONDS:6.1f} a second", flush=True)  # fmt: skip
            took = hammered(server.url, clients, kinds["edit"], 2 * SECONDS, THINKS_S)
            print(f"{line(f'edit, {clients} at the bench', took)}  {len(took) / 2 / SECONDS:6.1f} a second", flush=True)  # fmt: skip
        print("\nhealth while others work, 1 client beside 8:")
        for name in ("edit", "story stick"):
            beside = threading.Thread(target=hammered, args=(server.url, 8, kinds[name], SECONDS))
            beside.start()
            print(line(f"health beside {name}", hammered(server.url, 1, kinds["health"], SECONDS)), flush=True)  # fmt: skip
            beside.join()
        print(f"memory at last {memory_mb(pid):.0f} MB")
    finally:
        server.stop()


if __name__ == "__main__":
    main([int(a) for a in sys.argv[1:]] or [1, 8, 64])
