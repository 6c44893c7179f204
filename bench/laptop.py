"""A builder's laptop, on which anything may end at any moment: the tab, the browser, the server, the database, the power.

``python -m bench.laptop [ROUNDS] [SEED]``, as root where the power is to be cut as well. A builder types into a field of a real page and presses
Enter; something is ended by SIGKILL, or the disk that all of it is on goes down (``bench/power_cut.py``). Then it is opened again, and each
text is looked for: in the rod's history, once; or still in its field, as typed. What the page had called kept must be in the
history; what was entered must be somewhere.
"""

import os
import random
import shutil
import sys
import threading
import time
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager, suppress
from dataclasses import dataclass, field
from pathlib import Path

import httpx
from playwright.sync_api import (
    BrowserContext,
    Error,
    Page,
    Playwright,
    TimeoutError,
    sync_playwright,
)
from tests.e2e.browser import CHROMIUM, FLAGS, Server
from tests.shop import temporary_dir

from bench.kills import ended
from bench.power_cut import Disk

LEAST_S, MOST_S = 0.1, 1.5
SETTLES_MS = 5000
AWAY = ", the server away"
"""What is typed then is in the browser alone."""
FIELD = "Number in the shop’s book"


@dataclass
class Typed:
    """One text: when Enter had been pressed, and whether the page then said that it is kept."""

    text: str
    entered_at: float | None = None
    called_kept: bool = False


@dataclass
class Round:
    """What was typed until something ended, when that was, and what then stood in the field."""

    what: str
    typed: list[Typed] = field(default_factory=list)
    at: float = 0.0
    in_the_field: str = ""


@dataclass
class Found:
    """How it went."""

    ended: Counter[str] = field(default_factory=Counter)
    became: Counter[str] = field(default_factory=Counter)
    lost: list[str] = field(default_factory=list)
    doubled: list[str] = field(default_factory=list)


@dataclass
class Laptop:
    """The page, and what it runs on."""

    play: Playwright
    server: Server
    profile: Path
    disk: Disk | None
    context: BrowserContext | None = None

    def open(self, rod: str) -> Page:
        """The page of a rod, in a browser that is started when none runs."""
        if self.context is None:
            self.context = self.play.chromium.launch_persistent_context(
                self.profile, executable_path=CHROMIUM, args=FLAGS, viewport={"width": 1280, "height": 800},
                service_workers="block",
            )  # fmt: skip
        page = self._tab(f"{self.server.url}/build/{rod}/blank/purpose")
        page.get_by_label(FIELD, exact=True).wait_for()
        return page

    def _tab(self, url: str, others: int = 3) -> Page:
        """A tab on this page; another where it goes down as it opens.

        A browser keeps a renderer in hand for its next tab, and may not have noticed yet that it was ended with the others.
        """
        assert self.context is not None
        try:
            page = self.context.new_page()
            page.set_default_timeout(60_000)
            page.goto(url)
        except Error as error:
            if not others or "crashed" not in error.message:
                raise
            return self._tab(url, others - 1)
        return page

    def ends(self, what: str) -> None:
        """End it, now. Told from another thread than the one that types."""
        what = what.removesuffix(AWAY)
        if what == "tab":
            for pid in self._browser("--type=renderer"):
                ended(pid)
        database = self.server.database()
        if what == "power" and self.disk is not None:
            self.disk.goes_down()
        if what in ("browser", "power"):
            for pid in self._browser():
                ended(pid)
        if what in ("database", "power"):
            ended(database)
        if what in ("server", "power") and self.server.process is not None:
            self.server.process.kill()

    def comes_back(self, what: str, page: Page) -> None:
        """What was ended is started again."""
        away, what = what.endswith(AWAY), what.removesuffix(AWAY)
        with suppress(Error):
            page.close()
        if what in ("browser", "power"):
            assert self.context is not None
            with suppress(Error):
                self.context.close()
            self.context = None
        if what in ("server", "power") and not away:
            self.server.kill()
        if what == "power" and self.disk is not None:
            self.disk.unmount()
            self.disk.mount()
        if what in ("server", "power") or away:
            self.server.start()
        if what == "database":
            self.server.until_it_answers()

    def _browser(self, kind: str = "") -> list[int]:
        found = []
        for folder in Path("/proc").glob("[0-9]*"):
            with suppress(OSError):
                said = (folder / "cmdline").read_bytes().decode(errors="replace")
                if f"--user-data-dir={self.profile}" in said and kind in said:
                    found.append(int(folder.name))
        return found


def _typing(page: Page, dice: random.Random, typed: list[Typed], until: Callable[[], bool]) -> None:
    """Text after text, until something is in the way or it is time."""
    box = page.get_by_label(FIELD, exact=True)
    kept = page.get_by_role("status").get_by_text("kept", exact=True)
    with suppress(Error):
        while not until():
            one = Typed(f"{dice.randrange(10**9):09d}")
            typed.append(one)
            box.fill(one.text, timeout=1000)
            box.press("Enter", timeout=1000)
            one.entered_at = time.monotonic()
            if dice.random() < 0.7:
                with suppress(TimeoutError):
                    kept.wait_for(timeout=500)
                    one.called_kept = True


def _judged(server: Server, rod: str, said: list[Round], found: Found) -> None:
    """Where each text is, when everything has gone in."""
    with httpx.Client(base_url=server.url, timeout=60) as client:
        numbers = [r["number"] for r in client.get(f"/api/builds/{rod}/revisions").json()]
        kept = Counter(client.get(f"/api/builds/{rod}/revisions/{n}").json()["design"]["number"] for n in numbers)  # fmt: skip
    for one in said:
        for typed in one.typed:
            if kept[typed.text] > 1:
                found.doubled.append(typed.text)
            if kept[typed.text]:
                found.became["kept"] += 1
            elif typed.called_kept:
                found.lost.append(f"{typed.text} was called kept, {one.what}")
            elif one.in_the_field == typed.text:
                found.became["still in its field"] += 1
            elif typed.entered_at is not None and typed.entered_at < one.at:
                found.lost.append(f"{typed.text}, {1000 * (one.at - typed.entered_at):.0f} ms after Enter, {one.what}")  # fmt: skip
            else:
                found.became["cut off while it was typed"] += 1


def rounds(count: int, seed: int, *, power: bool) -> Found:
    """So many ends."""
    dice, found = random.Random(seed), Found()
    said: list[Round] = []
    kinds = ["tab", "browser", "server", "database", f"tab{AWAY}", f"browser{AWAY}"]
    kinds += ["power", f"power{AWAY}"] if power else []
    with _laptop(power) as laptop:
        rod = httpx.post(f"{laptop.server.url}/api/builds", json={"name": "Typed"}, timeout=30).json()["id"]  # fmt: skip
        page = laptop.open(rod)
        for _ in range(count):
            what, over = dice.choice(kinds), threading.Event()
            this = Round(what)
            said.append(this)

            def end(this: Round = this, over: threading.Event = over) -> None:
                this.at = time.monotonic()
                laptop.ends(this.what)
                over.set()

            timer = threading.Timer(dice.uniform(LEAST_S, MOST_S), end)
            if what.endswith(AWAY):
                laptop.server.kill()
            timer.start()
            _typing(page, random.Random(dice.random()), this.typed, over.is_set)
            timer.join()
            laptop.comes_back(what, page)
            page = laptop.open(rod)
            page.get_by_role("status").get_by_text("kept", exact=True).wait_for()
            this.in_the_field = page.get_by_label(FIELD, exact=True).input_value()
            found.ended[what] += 1
        page.wait_for_timeout(SETTLES_MS)
        page.get_by_role("status").get_by_text("kept", exact=True).wait_for()
        _judged(laptop.server, rod, said, found)
    return found


@contextmanager
def _laptop(power: bool) -> Iterator[Laptop]:
    room, disk = temporary_dir(), None
    with ExitStack() as stack:
        if power:
            disk = Disk(room)
            disk.mount()
            stack.callback(disk.unmount)
        server, at = Server("start"), disk.at if disk else room
        server.data = at / "data"
        server.start()
        stack.callback(server.stop)
        profile = at / "profile"
        laptop = Laptop(stack.enter_context(sync_playwright()), server, profile, disk)
        yield laptop
        if laptop.context is not None:
            laptop.context.close()


def main(count: int, seed: int) -> None:
    """End and print."""
    power = os.geteuid() == 0 and shutil.which("mkfs.ext4") is not None
    began = time.perf_counter()
    found = rounds(count, seed, power=power)
    print(f"{count} ends in {time.perf_counter() - began:.0f} s {dict(found.ended)}: texts {dict(found.became)}, {len(found.lost)} lost, {len(found.doubled)} doubled")  # fmt: skip
    for one in (*found.lost, *found.doubled):
        print(f"  {one}")
    sys.exit(bool(found.lost or found.doubled))


if __name__ == "__main__":
    told = [int(a) for a in sys.argv[1:]]
    main(told[0] if told else 100, told[1] if len(told) > 1 else 1)
