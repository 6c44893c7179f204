"""Files that are there after the power went: not only handed to the system."""

import os
from contextlib import suppress
from pathlib import Path


def flushed(what: Path) -> None:
    """Wait until a file, or the names in a folder, are on the disk."""
    held = os.open(what, os.O_RDONLY)
    try:
        os.fsync(held)
    finally:
        os.close(held)


def written(file: Path, content: bytes, mode: int = 0o600) -> None:
    """Write a file in the place of what was there: after a power cut it is the one or the other, whole. Raises :class:`OSError`."""
    part = file.with_name(file.name + ".part")
    part.unlink(missing_ok=True)
    try:
        with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, mode), "wb") as out:
            out.write(content)
            out.flush()
            os.fsync(out.fileno())
        part.replace(file)
    except OSError:
        with suppress(OSError):
            part.unlink(missing_ok=True)
        raise
    flushed(file.parent)
