"""The real application in headless Chromium: its own server, its own database."""

import os
import shutil
import signal
import subprocess
import sys
import unittest
import urllib.request
from contextlib import suppress
from pathlib import Path
from threading import Event
from typing import Literal

from playwright.sync_api import ConsoleMessage, Page, expect, sync_playwright

from tests.shop import temporary_dir
from wise_spool.store.cluster import free_port

INCH = 25.4
ROOT = Path(__file__).parents[2]
PATIENCE_MS = 45_000
"""How long is waited for what ought to come: a loaded machine is slow, not wrong."""
expect.set_options(timeout=PATIENCE_MS)
SHARD = int(os.environ.get("WISE_SPOOL_TEST_SHARD", "1"))
"""Which side of a parallel run this is: its servers keep to ports of their own."""
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
AWAY = (
    "ERR_CONNECTION_REFUSED", "ERR_EMPTY_RESPONSE", "ERR_CONNECTION_RESET", "ERR_INCOMPLETE_CHUNKED_ENCODING",
    "ERR_CONTENT_LENGTH_MISMATCH",
)  # fmt: skip
"""What a browser says of a server that is away, and of a line to its bell that was cut."""
CHROMIUM = shutil.which("chromium") or "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip


class Server:
    """``wise-spool start`` or ``demo`` as its users run it, on a data folder of its own."""

    def __init__(self, shop: str, *arguments: str, **env: str) -> None:
        self.shop, self.data = shop, temporary_dir() / "data"
        self.arguments, self.env = arguments, env
        self.port = free_port("127.0.0.1", 8600 + 100 * SHARD)
        self.process: subprocess.Popen[str] | None = None

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def begin(self) -> None:
        """Start it, and wait for nothing."""
        env = {
            **os.environ,
            "WISE_SPOOL_DATA_DIR": str(self.data),
            "WISE_SPOOL_DATABASE_PORT": str(55600 + 100 * SHARD),
            **self.env,
        }
        command = [
            sys.executable,
            "-m",
            "wise_spool.cli",
            self.shop,
            "--port",
            str(self.port),
            *self.arguments,
        ]
        self.process = subprocess.Popen(
            command, env=env, stdout=subprocess.PIPE, text=True, cwd=ROOT
        )

    def start(self) -> None:
        """Start it, and wait until it answers."""
        self.begin()
        assert self.process is not None
        assert self.process.stdout is not None
        said = self.process.stdout.readline()
        assert "http://" in said, f"the server said: {said!r}"
        self.until_it_answers()

    def until_it_answers(self) -> None:
        """Wait until it does, and its database."""
        pause = Event()
        for _ in range(300):
            try:
                urllib.request.urlopen(f"{self.url}/api/health", timeout=10).close()
                return
            except OSError:  # not there yet, or too busy to say so
                pause.wait(0.1)
        raise AssertionError("the server never answered")

    def database(self) -> int | None:
        """The process of its database; none while there is none."""
        with suppress(OSError, ValueError, IndexError):
            return int((self.data / "pg" / "postmaster.pid").read_text().split()[0])
        return None

    def kill(self) -> None:
        """End it outright, as a power cut would."""
        assert self.process is not None
        self.process.kill()
        self.process.wait()
        self._close()

    def stop(self) -> None:
        """End it as Ctrl-C does."""
        if self.process is not None and self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
            self.process.wait(40)
            self._close()

    def _close(self) -> None:
        assert self.process is not None
        assert self.process.stdout is not None
        self.process.stdout.close()


class InTheBrowser(unittest.TestCase):
    """One server and one browser a class, a fresh page a test; console errors fail the test."""

    shop = "demo"
    server: Server
    expected_console: tuple[str, ...] = ()
    service_workers: Literal["allow", "block"] = "block"
    """Blocked, as a page's own routes do not see what a worker asks for."""

    @classmethod
    def setUpClass(cls):
        if not (ROOT / "web" / "dist" / "index.html").exists():
            raise AssertionError("the interface is not built: run ./wise-spool test")
        cls.server = cls.made_server()
        cls.addClassCleanup(lambda: cls.server.stop())
        cls.server.start()
        play = sync_playwright().start()
        cls.addClassCleanup(play.stop)
        cls.browser = play.chromium.launch(
            executable_path=CHROMIUM, args=[*FLAGS, *cls.flags()], env=cls.environment()
        )
        cls.addClassCleanup(cls.browser.close)

    touch = False

    @classmethod
    def made_server(cls) -> Server:
        """The server this class works at."""
        return Server(cls.shop)

    @classmethod
    def environment(cls) -> dict[str, str | float | bool]:
        """What this browser lives in."""
        return {**os.environ}

    @classmethod
    def flags(cls) -> list[str]:
        """What this browser is told besides."""
        return []

    def setUp(self):
        self.context = self.browser.new_context(
            viewport={"width": 1280, "height": 800},
            reduced_motion="reduce",
            accept_downloads=True,
            service_workers=self.service_workers,
            has_touch=self.touch,
        )
        self.addCleanup(self.context.close)
        self.console: list[str] = []
        self.page = self.open_page()
        self.addCleanup(self.no_console_errors)

    def open_page(self) -> Page:
        page = self.context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        page.on("console", self._heard)
        page.on("pageerror", lambda error: self.console.append(f"page error: {error}"))
        return page

    def _heard(self, message: ConsoleMessage) -> None:
        if message.type == "error" and not any(e in message.text for e in self.expected_console):
            self.console.append(message.text)

    def no_console_errors(self):
        self.assertEqual(self.console, [])

    def visit(self, path: str) -> None:
        self.page.goto(self.server.url + path)
        self.page.wait_for_load_state("networkidle")

    def kept(self) -> None:
        """Wait until the last edit is kept by the server."""
        self.page.get_by_role("status").get_by_text("kept", exact=True).wait_for()

    def fill(self, label: str, text: str, exact: bool = True) -> None:
        field = self.page.get_by_label(label, exact=exact).first
        field.fill(text)
        field.press("Enter")
        self.kept()

    def rod(self, name: str) -> dict:
        """The build of this name as the server has it."""
        rods = self.page.request.get(f"{self.server.url}/api/builds", max_retries=3).json()
        found = next(r for r in rods if r["name"] == name)
        return self.page.request.get(
            f"{self.server.url}/api/builds/{found['id']}", max_retries=3
        ).json()

    def axe(self, page: Page | None = None) -> list[str]:
        """Serious or critical accessibility faults on the page."""
        page = page or self.page
        page.evaluate(AXE.read_text())  # not a script of the page: its own rules let none in
        result = page.evaluate("axe.run({resultTypes: ['violations']})")
        return [
            f"{v['id']}: {v['help']} at {v['nodes'][0]['target']}"
            for v in result["violations"]
            if v["impact"] in ("serious", "critical")
        ]


class OnTheDemo(InTheBrowser):
    shop = "demo"

    def at(self, name, stage):
        """Open a demo rod of one's own, with all that was measured and done, so that tests do not
        disturb each other: its build file, taken in again."""
        original = self.rod(name)
        request, builds = self.page.request, f"{self.server.url}/api/builds"
        file = request.get(f"{builds}/{original['id']}/file", max_retries=3).json()
        file["design"]["name"] = f"{name}, copy"
        self.id = request.post(f"{builds}/import", data=file).json()["id"]
        self.visit(f"/build/{self.id}/{stage}")
        self.page.get_by_role("heading", name=f"{name}, copy").wait_for()

    def state(self):
        return self.page.request.get(
            f"{self.server.url}/api/builds/{self.id}", max_retries=3
        ).json()

    def no_better_plan(self):
        """No better plan is looked for any more, so the board's pieces stay where they lie."""
        stopped = self.page.request.delete(f"{self.server.url}/api/board/solve", max_retries=3)
        self.assertFalse(stopped.json()["solving"])

    @property
    def build(self):
        return self.state()["build"]

    @property
    def plan(self):
        return self.state()["plan"]

    def choose(self, group, option):
        self.page.get_by_role("radiogroup", name=group).get_by_role("radio", name=option).click()
        self.kept()

    def pick(self, label, option):
        self.page.get_by_role("combobox", name=label).click()
        self.page.get_by_role("option", name=option, exact=True).click()
        self.kept()

    def press(self, name, exact=True):
        self.page.get_by_role("button", name=name, exact=exact).first.click()
        self.kept()

    def finding(self, text):
        return self.page.get_by_role("complementary", name="Findings").get_by_text(text)
