"""The server that runs on a shop's data: noted beside it, found again, attached to."""

import json
import os
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import asdict, dataclass
from pathlib import Path

from wise_spool.on_disk import written


@dataclass(frozen=True)
class Running:
    """A server: its process, where it listens, for which shop, and whether it asks for a pass on this machine too."""

    pid: int
    host: str
    port: int
    shop: str
    locked: bool = False

    @property
    def address(self) -> str:
        """Where a browser finds it."""
        return f"http://{self.host}:{self.port}/"


def _note(data_dir: Path, shop: str) -> Path:
    return data_dir / f"server-{shop}.json"


def running(data_dir: Path, shop: str) -> Running | None:
    """The server that serves this shop now; None when none answers."""
    noted = last(data_dir, shop)
    if noted is None:
        return None
    try:
        os.kill(noted.pid, 0)
    except ProcessLookupError:
        return None
    except PermissionError:
        pass
    try:
        with urllib.request.urlopen(f"{noted.address}api/health", timeout=3) as answer:
            return noted if json.load(answer).get("shop") == shop else None
    except (OSError, ValueError):
        return None


def last(data_dir: Path, shop: str) -> Running | None:
    """The server that served this shop last, running or not."""
    try:
        return Running(**json.loads(_note(data_dir, shop).read_text()))
    except (OSError, ValueError, TypeError):
        return None


@contextmanager
def noted(data_dir: Path, server: Running) -> Iterator[None]:
    """Note a server for as long as it runs; where it listened is remembered, so that the next one
    takes the same port and what waits in browsers finds it."""
    note = _note(data_dir, server.shop)
    written(note, json.dumps(asdict(server)).encode(), 0o644)
    try:
        yield
    finally:
        with suppress(OSError):
            written(note, json.dumps({**asdict(server), "pid": 2**22 + 1}).encode(), 0o644)
