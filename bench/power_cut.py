"""The machine switched off in the middle of edits, log entries and pictures.

``python -m bench.power_cut [CUTS] [SEED]``, as root. The shop is on a disk of its own: a file, mounted. Ext4 is told to go down at once and
without its journal (``FS_IOC_SHUTDOWN``, as the kernel's own file system tests do): whatever nobody waited for is gone, folders and names as well, and what
runs gets errors until it is killed. Then the disk is mounted again, as after a power cut, and the shop opened.

Killing processes (``bench/kills.py``) loses nothing that the system was handed; this does. It is the file system that forgets: what the drive itself
holds back after it was told to flush is not in it.
"""

import fcntl
import os
import random
import shutil
import struct
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import httpx
from tests.e2e.browser import Server
from tests.shop import temporary_dir

from bench.kills import Tally, ended, printed, rounds

DISK_BYTES = 3 << 30
GOES_DOWN = 0x8004587D
"""FS_IOC_SHUTDOWN, of the kernel's linux/fs.h; from memory, tried."""
WITHOUT_ITS_JOURNAL = 2
LONGEST_BUSY_S = 30.0
LONGEST_FIRST_START_S = 8.0


class Disk:
    """A disk in a file, mounted at a folder."""

    def __init__(self, room: Path) -> None:
        self.file, self.at = room / "disk", room / "on"
        self.at.mkdir()
        with self.file.open("wb") as f:
            f.truncate(DISK_BYTES)
        subprocess.run(["mkfs.ext4", "-q", self.file], check=True)

    def mount(self) -> None:
        """Mount it; a file that takes another's place is not flushed for it."""
        subprocess.run(["mount", "-o", "loop,noauto_da_alloc", self.file, self.at], check=True)
        self.at.chmod(0o755)

    def goes_down(self) -> None:
        """Off, now."""
        held = os.open(self.at, os.O_RDONLY)
        try:
            fcntl.ioctl(held, GOES_DOWN, struct.pack("I", WITHOUT_ITS_JOURNAL))
        finally:
            os.close(held)

    def unmount(self) -> None:
        """Out of the way, as soon as whatever ran on it has ended."""
        until = time.monotonic() + LONGEST_BUSY_S
        while subprocess.run(["umount", self.at], capture_output=True, check=False).returncode:
            assert time.monotonic() < until, "something still runs on the disk"
            time.sleep(0.05)

    def off_and_on(self, server: Server) -> None:
        """Cut the power of all that runs on it, and have it back."""
        database = server.database()
        self.goes_down()
        ended(database)
        server.kill()
        self.unmount()
        self.mount()


@contextmanager
def on_a_disk() -> Iterator[tuple[Server, Disk]]:
    """A server whose shop is on a disk of its own."""
    disk, server = Disk(temporary_dir()), Server("start")
    disk.mount()
    server.data = disk.at / "data"
    try:
        yield server, disk
    finally:
        server.stop()
        disk.unmount()
        disk.file.unlink()


def cuts(count: int, seed: int) -> Tally:
    """So many cuts in the middle of work on one shop."""
    with on_a_disk() as (server, disk):
        return rounds(count, seed, server, lambda at, _dice: disk.off_and_on(at))


def first_starts(count: int, seed: int) -> None:
    """So many shops whose power is cut while they are made, each opened afterwards."""
    dice = random.Random(seed)
    for _ in range(count):
        with on_a_disk() as (server, disk):
            server.begin()
            time.sleep(dice.uniform(0, LONGEST_FIRST_START_S))
            disk.off_and_on(server)
            server.start()
            httpx.post(
                f"{server.url}/api/builds", json={"name": "Begun"}, timeout=30
            ).raise_for_status()
    print(f"{count} shops whose power was cut while they were made: all opened afterwards")


if __name__ == "__main__":
    if os.geteuid() != 0 or shutil.which("mkfs.ext4") is None:
        sys.exit(
            "A disk can be mounted by root alone, and is made by mkfs.ext4 (Debian's e2fsprogs)."
        )
    said = [int(a) for a in sys.argv[1:]]
    count, seed = said[0] if said else 100, said[1] if len(said) > 1 else 1
    first_starts(max(1, count // 5), seed)
    printed("power cuts", lambda: cuts(count, seed))
