"""What-if calls and drags of a guide over HTTP on loopback: eight clients against one server process.

Without a pause, and as the screen drags (``web/src/api/pace.ts``): one question at a time, the server left
to itself the longer the slower it was.
"""

import http.client
import json
import os
import subprocess
import sys
import tempfile
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from pathlib import Path

from bench.timing import line
from wise_spool.demo.shop import demo_builds
from wise_spool.store.cluster import free_port

CLIENTS = 8
CALLS_EACH = 60
QUICK_S, MOST_REST_S = 0.012, 0.4


def client(port: int, path: str, body: bytes, calls: int, paced: bool = False) -> list[float]:
    """One client's calls, one after another on one connection, in ms."""
    link = http.client.HTTPConnection("127.0.0.1", port)
    took = []
    for _ in range(calls):
        start = time.perf_counter()
        link.request("POST", path, body, {"content-type": "application/json"})
        answer = link.getresponse()
        answer.read()
        if answer.status != 200:
            raise RuntimeError(f"answered {answer.status}")
        seconds = time.perf_counter() - start
        took.append(seconds * 1000)
        if paced:
            time.sleep(min(seconds**2 / QUICK_S, MOST_REST_S))
    link.close()
    return took


def resident_mb(pid: int) -> float:
    """Resident memory of a process in MB."""
    status = Path(f"/proc/{pid}/status").read_text()
    return next(
        int(row.split()[1]) / 1024 for row in status.splitlines() if row.startswith("VmRSS")
    )


def main() -> None:
    """Start a server on a throw-away folder, load it, print, stop it."""
    build = demo_builds(datetime.now(UTC))[0]
    asked = {
        "what-if": ("/api/plan", build.model_dump_json().encode()),
        "drag": ("/api/bends", json.dumps({"build": build.model_dump(mode="json"), "setups": [{"load_g": 300}], "ghosts": True}).encode()),
    }  # fmt: skip
    port = free_port("127.0.0.1", 8700)
    with tempfile.TemporaryDirectory(prefix="wise-spool-bench-") as where:
        Path(where).chmod(0o755)
        env = {
            **os.environ,
            "WISE_SPOOL_DATA_DIR": f"{where}/data",
            "WISE_SPOOL_DATABASE_PORT": "55700",
        }
        command = [sys.executable, "-m", "wise_spool.cli", "demo", "--port", str(port)]
        server = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True)
        try:
            assert server.stdout is not None
            server.stdout.readline()
            for _ in range(100):
                try:
                    client(port, *asked["what-if"], 3)
                    break
                except OSError:
                    time.sleep(0.1)
            before = resident_mb(server.pid)
            for name, (path, body) in asked.items():
                print(line(f"{name}, 1 client", client(port, path, body, 150)))
                for how, paced in (("without a pause", False), ("as the screen drags", True)):
                    with ThreadPoolExecutor(CLIENTS) as pool:
                        start = time.perf_counter()
                        runs = list(pool.map(lambda _, p=path, b=body, c=paced: client(port, p, b, CALLS_EACH, c), range(CLIENTS)))  # fmt: skip
                        seconds = time.perf_counter() - start
                    every = [ms for run in runs for ms in run]
                    print(line(f"{name}, {CLIENTS} clients {how}", every))
                    print(f"{'answers a second':<44} {len(every) / seconds:.0f}")
            print(
                f"{'server memory before and after':<44} {before:.0f} MB, {resident_mb(server.pid):.0f} MB"
            )
        finally:
            server.terminate()
            server.wait(40)


if __name__ == "__main__":
    main()
