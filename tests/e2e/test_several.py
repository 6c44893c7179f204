"""One shop served by several processes: any of them answers, one that ends is replaced, and none outlives the first."""

import os
import signal
import unittest
import uuid
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from threading import Event

import httpx
from bench.load import family

from tests.e2e.browser import Server


def _called(pid: int) -> bytes:
    try:
        return Path(f"/proc/{pid}/cmdline").read_bytes()
    except OSError:
        return b""


def runs(pid: int) -> bool:
    try:
        return "(zombie)" not in Path(f"/proc/{pid}/status").read_text()
    except OSError:
        return False


class Several(unittest.TestCase):
    def setUp(self):
        self.server = Server("start", WISE_SPOOL_SERVERS="3")
        self.server.start()
        self.addCleanup(self.server.stop)
        self.until(lambda: len(self.beside()) == 2)

    def beside(self):
        """The servers that the server has started beside itself."""
        pid = self.server.process.pid
        return [p for p in family(pid) if p != pid and b"wise_spool.run.serving" in _called(p)]

    def until(self, true):
        pause = Event()
        for _ in range(300):
            if true():
                return
            pause.wait(0.1)
        self.fail("never")

    def edit(self, rod, n):
        op = {"act": "set", "at": ["number"], "to": f"N {n}"}
        change = {"id": uuid.uuid4().hex, "what": f"edit {n}", "seen": 10**6, "ops": [op]}
        return httpx.post(f"{self.server.url}/api/builds/{rod}/changes", json={"changes": [change]}, timeout=30).status_code  # fmt: skip

    def test_edits_of_many_go_in_once_whichever_process_takes_them_and_one_that_is_killed_is_replaced(self):  # fmt: skip
        rod = httpx.post(f"{self.server.url}/api/builds", json={"name": "For many"}).json()["id"]
        with ThreadPoolExecutor(6) as pool:
            self.assertEqual(set(pool.map(lambda n: self.edit(rod, n), range(60))), {200})
        what = [r["what"] for r in httpx.get(f"{self.server.url}/api/builds/{rod}/revisions").json()]  # fmt: skip
        self.assertEqual(sorted(w for w in what if w.startswith("edit ")), sorted(f"edit {n}" for n in range(60)))  # fmt: skip
        before = self.beside()
        os.kill(before[0], signal.SIGKILL)
        self.until(lambda: len(set(self.beside()) - set(before)) == 1)
        self.assertEqual(httpx.get(f"{self.server.url}/api/health").status_code, 200)

    def test_none_outlives_the_first_however_that_ends(self):
        others = self.beside()
        self.server.process.send_signal(signal.SIGKILL)
        self.server.process.wait()
        self.until(lambda: not any(runs(p) for p in others))
        self.server.kill()
        self.server.start()
        self.until(lambda: len(self.beside()) == 2)
        others = self.beside()
        self.server.stop()
        self.until(lambda: not any(runs(p) for p in others))


if __name__ == "__main__":
    unittest.main()
