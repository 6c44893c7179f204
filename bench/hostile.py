"""Hostile documents, files and tables, by the thousand: rods of the demo with places struck by whatever does not belong there, edits, log entries,
charts and CSVs. Whatever comes back is an answer or a refusal; a fault of ours is counted and printed.

``python -m bench.hostile [COUNT] [SEED]``; in one process, without a network.
"""

import copy
import json
import random
import sys
import time
import uuid
from collections import Counter
from datetime import UTC, datetime
from typing import Any

from fastapi.testclient import TestClient
from tests.shop import fresh_store, settings

from wise_spool.api.app import create_app
from wise_spool.demo.shop import demo_records

NOT_TEXT: tuple[Any, ...] = (
    None, True, -1, 0, 1e-300, 1e300, -1e9, 10**30, 2**63, 0.1 + 0.2, [], {}, [[]], {"": {}}, [None] * 50, "NaN", "1e999", float(2**53), 359.9999999, 5e-324,
)  # fmt: skip
TEXTS = (
    "", " ", "x" * 5000, "\u202ereversed", "a\tb", "🎣" * 60, "é" * 120, "=1+1", "<script>", "../../etc", "1,5", "11 3/8\"", "0x10", "-0", "١٢", "1/0", "9" * 400,
    "2026-02-30", "2026-05-02T25:00:00Z", "\ufeff", "\u0085", "null", "a" * 81, "%00", "#ff00ff", "ﬁ", "İ", "ſ",
)  # fmt: skip


def struck(document: Any, dice: random.Random, places: int) -> Any:
    """The same with so many places struck."""
    out = copy.deepcopy(document)
    for _ in range(places):
        _strike(out, dice)
    return out


def _strike(at: Any, dice: random.Random) -> None:
    while True:
        keys = list(at) if isinstance(at, dict) else list(range(len(at)))
        if not keys:
            return
        key = dice.choice(keys)
        inner = at[key]
        if isinstance(inner, dict | list) and inner and dice.random() < 0.8:
            at = inner
            continue
        kind = dice.random()
        if kind < 0.1 and isinstance(at, dict):
            del at[key]
        elif kind < 0.2 and isinstance(at, dict):
            at[dice.choice(TEXTS)[:60] or "x"] = inner
        elif kind < 0.35 and isinstance(at, list):
            at.extend(copy.deepcopy(inner) for _ in range(dice.choice((1, 3, 250))))
        elif kind < 0.5 and isinstance(inner, int | float) and not isinstance(inner, bool):
            at[key] = inner * dice.choice((-1, 0, 1e-6, 1e-3, 0.5, 2, 10, 1e3, 1e6))
        else:
            at[key] = copy.deepcopy(dice.choice((*NOT_TEXT, *TEXTS)))
        return


def main(count: int, seed: int) -> None:
    """Send and count."""
    dice = random.Random(seed)
    client = TestClient(create_app(fresh_store(), settings(), "demo"), base_url="http://127.0.0.1:8321", raise_server_exceptions=False)  # fmt: skip
    shop = client.app.state.shop  # type: ignore[attr-defined]
    rods = [shop.builds.add(r) for r in demo_records(datetime.now(UTC))]
    builds = [client.get(f"/api/builds/{r.id}").json()["build"] for r in rods]
    files = [client.get(f"/api/builds/{r.id}/file").json() for r in rods]
    logs = [e for r in rods for e in client.get(f"/api/builds/{r.id}/log").json()]
    kinds = ("part", "guide", "blank", "thread", "drill", "adhesive", "reamer", "tape")
    tables = {k: client.get(f"/api/shelf/{k}/csv").text for k in kinds}
    seen, faults = Counter[str](), Counter[str]()
    began = time.perf_counter()
    for n in range(count):
        which = dice.randrange(len(rods))
        rod, places = rods[which].id, dice.choice((1, 1, 1, 2, 5))
        way = dice.choice(("plan", "plan", "change", "change", "import", "log", "csv", "chart", "bend"))  # fmt: skip
        path, body = "/api/plan", None
        if way == "plan":
            body = struck(builds[which], dice, places)
        elif way == "bend":
            path = "/api/bends"
            body = struck({"build": builds[which], "setup": builds[which]["guides"]["bend"]}, dice, places)  # fmt: skip
        elif way == "change":
            path = f"/api/builds/{rod}/changes"
            stage = dice.choice(("blank", "spine", "handle", "guides", "wraps", "finish", "brief"))
            op = {"act": "set", "at": [stage], "to": struck(builds[which][stage], dice, places)}
            body = {"changes": [{"id": str(uuid.UUID(int=dice.getrandbits(128))), "what": "x", "seen": 10**6, "ops": [op]}]}  # fmt: skip
            if dice.random() < 0.2:
                body = struck(body, dice, 1)
        elif way == "import":
            path, body = "/api/builds/import", struck(files[which], dice, places)
        elif way == "log":
            path = f"/api/builds/{rod}/log"
            entry = struck({**dice.choice(logs), "id": f"h{n}"}, dice, places)
            body = {"entries": [entry]}
        elif way == "csv":
            kind = dice.choice(kinds)
            path, body = f"/api/shelf/{kind}/csv/look", {"text": _torn(tables[kind], dice)}
        else:
            path = "/api/charts"
            body = {"text": _torn("Tip 5.5\n1 100\n2 210 mm\n3 13 1/2\"\n", dice), "unit": dice.choice(("in", "mm"))}  # fmt: skip
        answer = client.post(path, content=json.dumps(body), headers={"content-type": "application/json"})  # fmt: skip
        seen[f"{way} {answer.status_code}"] += 1
        if answer.status_code >= 500:
            faults[f"{way}: {answer.text[:150]}"] += 1
        if n % 5000 == 4999:
            print(f"{n + 1}: {sum(faults.values())} faults", flush=True)
        if way == "import" and answer.status_code == 201:
            client.post(f"/api/builds/{answer.json()['id']}/put-away")
    took = time.perf_counter() - began
    print(f"{count} in {took:.0f} s: {sum(faults.values())} faults; {dict(sorted(seen.items()))}")
    for said, times in faults.most_common(20):
        print(f"  {times} × {said}")
    sys.exit(bool(faults))


def _torn(text: str, dice: random.Random) -> str:
    """A table with its characters changed, doubled, cut."""
    cells = list(text)
    for _ in range(dice.choice((1, 3, 10))):
        if not cells:
            break
        at = dice.randrange(len(cells))
        kind = dice.random()
        if kind < 0.5:
            cells[at] = dice.choice((*TEXTS, ",", ";", "\t", '"', "\n", "\r", "'"))[:400]
        elif kind < 0.8:
            del cells[at : at + dice.randrange(30)]
        else:
            cells[at:at] = cells[at : at + dice.randrange(40)] * dice.choice((1, 5))
    return "".join(cells)


if __name__ == "__main__":
    said = [int(a) for a in sys.argv[1:]]
    main(said[0] if said else 50_000, said[1] if len(said) > 1 else 1)
