"""Kills at random moments: server, database or both, by SIGKILL, in the middle of edits, log entries and pictures; then what was
acknowledged is looked for, and what was not is sent again as a browser would.

``python -m bench.kills [ROUNDS] [SEED]``. Loopback only; it ends only processes it started.
"""

import io
import os
import random
import signal
import sys
import threading
import time
import uuid
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from datetime import UTC, datetime
from typing import Any

import httpx
from PIL import Image
from tests.e2e.browser import Server

LEAST_S, MOST_S = 0.05, 0.9


@dataclass
class Sent:
    """One thing that was sent: what, whether it was acknowledged, and how to send it again."""

    kind: str
    id: str
    path: str
    body: dict[str, Any]
    acknowledged: bool = False
    raw: bytes | None = None
    file: str = ""


@dataclass
class Tally:
    """How it went."""

    rounds: int = 0
    acknowledged: int = 0
    in_doubt: int = 0
    lost: list[str] = field(default_factory=list)
    doubled: list[str] = field(default_factory=list)
    said: dict[str, Sent] = field(default_factory=dict)


def rounds(
    count: int,
    seed: int,
    server: Server | None = None,
    end: Callable[[Server, random.Random], None] | None = None,
) -> Tally:
    """So many times the end in the middle of work on one shop, and a look at everything after the last."""
    dice, tally = random.Random(seed), Tally()
    server = server or Server("start")
    server.start()
    rod = httpx.post(f"{server.url}/api/builds", json={"name": "Killed"}, timeout=30).json()["id"]
    try:
        for _ in range(count):
            _one(server, rod, dice, tally, end or killed)
            tally.rounds += 1
        _look(server, rod, tally)
    finally:
        server.stop()
    return tally


def ended(pid: int | None) -> None:
    """A process ended outright, where there is one."""
    if pid is not None:
        with suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)


def killed(server: Server, dice: random.Random) -> None:
    """The server, its database or both by SIGKILL. Left alone, the server starts its database again."""
    what = dice.choice(("server", "database", "both"))
    if what in ("database", "both"):
        ended(server.database())
    if what in ("server", "both"):
        server.kill()


def _one(
    server: Server,
    rod: str,
    dice: random.Random,
    tally: Tally,
    end: Callable[[Server, random.Random], None],
) -> None:
    stop = threading.Event()
    worker = threading.Thread(target=_work, args=(server.url, rod, random.Random(dice.random()), tally, stop))  # fmt: skip
    worker.start()
    time.sleep(dice.uniform(LEAST_S, MOST_S))
    end(server, dice)
    stop.set()
    worker.join()
    assert server.process is not None
    if server.process.poll() is None:
        server.until_it_answers()
    else:
        server.start()
    for sent in [
        s for s in tally.said.values() if not s.acknowledged
    ]:  # as a browser does when the server is back
        _send(server.url, sent)
        tally.in_doubt += 1


def _work(url: str, rod: str, dice: random.Random, tally: Tally, stop: threading.Event) -> None:
    """Edits, entries and pictures as fast as they are answered."""
    while not stop.is_set():
        kind = dice.choice(("edit", "edit", "entry", "picture"))
        id = uuid.uuid4().hex
        if kind == "edit":
            op = {"act": "set", "at": ["number"], "to": f"N {id}"}
            sent = Sent(kind, id, f"/api/builds/{rod}/changes", {"changes": [{"id": id, "what": f"edit {id}", "seen": 10**6, "ops": [op]}]})  # fmt: skip
        elif kind == "entry":
            note = {"id": f"n{id[:12]}", "words": f"note {id}", "of": ""}
            sent = Sent(kind, id, f"/api/builds/{rod}/log", {"entries": [{"id": id, "at": datetime.now(UTC).isoformat(), "note": note}]})  # fmt: skip
        else:
            out = io.BytesIO()
            Image.new("RGB", (40, 30), tuple(dice.randrange(256) for _ in range(3))).save(out, "PNG")  # fmt: skip
            sent = Sent(kind, id, f"/api/builds/{rod}/pictures?id={id}&at={datetime.now(UTC):%Y-%m-%dT%H:%M:%SZ}", {}, raw=out.getvalue())  # fmt: skip
        tally.said[id] = sent
        _send(url, sent)


def _send(url: str, sent: Sent) -> None:
    try:
        if sent.raw is None:
            answer = httpx.post(url + sent.path, json=sent.body, timeout=5)
        else:
            answer = httpx.post(url + sent.path, content=sent.raw, timeout=5)
    except httpx.HTTPError:
        return
    if answer.is_success:
        sent.acknowledged = True
        if sent.raw is not None:
            sent.file = answer.json()["picture"]["file"]
        return
    assert answer.status_code >= 500, f"{sent.kind}: {answer.status_code} {answer.text[:300]}"


def _look(server: Server, rod: str, tally: Tally) -> None:
    """Every acknowledged thing is there, and once."""
    with httpx.Client(base_url=server.url, timeout=60) as client:
        history = [r["what"] for r in client.get(f"/api/builds/{rod}/revisions").json()]
        log = [e["id"] for e in client.get(f"/api/builds/{rod}/log").json()]
        for sent in tally.said.values():
            found = history.count(f"edit {sent.id}") if sent.kind == "edit" else log.count(sent.id)
            tally.acknowledged += sent.acknowledged
            if sent.acknowledged and not found:
                tally.lost.append(f"{sent.kind} {sent.id}")
            if found > 1:
                tally.doubled.append(f"{sent.kind} {sent.id}")
            if sent.file and not client.get(f"/api/pictures/{sent.file}").is_success:
                tally.lost.append(f"bytes of picture {sent.id}")


def printed(what: str, done: Callable[[], Tally]) -> None:
    """Do it, print how it went, and fail when something was lost or doubled."""
    began = time.perf_counter()
    tally = done()
    print(
        f"{tally.rounds} {what} in {time.perf_counter() - began:.0f} s: {tally.acknowledged} acknowledged, {len(tally.lost)} lost, "
        f"{len(tally.doubled)} doubled; {tally.in_doubt} were in doubt and sent again"
    )
    for one in (*tally.lost, *tally.doubled):
        print(f"  {one}")
    sys.exit(bool(tally.lost or tally.doubled))


if __name__ == "__main__":
    said = [int(a) for a in sys.argv[1:]]
    printed("kills", lambda: rounds(said[0] if said else 500, said[1] if len(said) > 1 else 1))
