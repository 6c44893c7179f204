"""The record taken along: the build file, its pictures and the log as a table, in one ZIP that any program opens.

``build.json`` is the build file, ``pictures/<name>.jpg`` are its pictures under the names its log gives them, and
``log.csv`` is the log line by line, for a spreadsheet. Brought in again it is the same rod with the same pictures.
"""

import csv
import hashlib
import io
import zipfile
from collections.abc import Callable
from datetime import UTC, datetime

from wise_spool.core.document.log import LogEntry, live
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.exchange.build_file import read_build, write_build
from wise_spool.exchange.csv_words import as_words
from wise_spool.exchange.pictures import LARGEST_BYTES, MadePicture, kept_picture

MEDIA_TYPE = "application/zip"
BEGINS = b"PK"
LARGEST = 200_000_000
"""Bytes of a record that is brought in, packed or unpacked."""
MOST_PICTURES = 2000
BUILD, LOG = "build.json", "log.csv"


class RecordFileError(RefusedError):
    """The file is no record that can be brought in."""

    title = "Not imported"


def write_record(records: Records, picture: Callable[[str], bytes]) -> bytes:
    """The record of one rod as a ZIP; ``picture`` gives the bytes of a picture by its name."""
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as pack:
        pack.writestr(BUILD, write_build(records))
        pack.writestr(LOG, _table(records))
        for file in dict.fromkeys(e.picture.file for e in records.log if e.picture is not None):
            pack.writestr(f"pictures/{file}.jpg", picture(file), zipfile.ZIP_STORED)
    return held.getvalue()


def read_record(raw: bytes) -> tuple[Records, list[MadePicture]]:
    """The rod of a record and its pictures. Raises :class:`RecordFileError`, or ``BuildFileError`` for the build
    file in it, in the builder's words."""
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as pack:
            if sum(i.file_size for i in pack.infolist()) > LARGEST:
                raise RecordFileError(f"Unpacked it is over {LARGEST / 1e6:.0f} MB: too much to bring in.")  # fmt: skip
            names = set(pack.namelist())
            if BUILD not in names:
                raise RecordFileError(f"There is no {BUILD} in it: it is not a record from here.")
            records = read_build(pack.read(BUILD))
            wanted = list(
                dict.fromkeys(e.picture.file for e in records.log if e.picture is not None)
            )
            if len(wanted) > MOST_PICTURES:
                raise RecordFileError(f"It has more than {MOST_PICTURES} pictures.")
            return records, [_picture(pack, file, names) for file in wanted]
    except (zipfile.BadZipFile, zipfile.LargeZipFile, NotImplementedError, EOFError, OSError) as error:  # fmt: skip
        raise RecordFileError("It cannot be unpacked: it was cut short, or is no ZIP.") from error


def _picture(pack: zipfile.ZipFile, file: str, names: set[str]) -> MadePicture:
    name = f"pictures/{file}.jpg"
    if name not in names:
        raise RecordFileError("A picture that its log speaks of is not in it.")
    if pack.getinfo(name).file_size > LARGEST_BYTES:
        raise RecordFileError("A picture in it is too large.")
    content = pack.read(name)
    if hashlib.sha256(content).hexdigest() != file:
        raise RecordFileError("A picture in it is not the one that its log speaks of.")
    return kept_picture(content)


def _table(records: Records) -> str:
    """The log as a table: when, what, and what was said of it; struck lines are marked."""
    held = io.StringIO()
    rows = csv.writer(held)
    rows.writerow(("when (UTC)", "what", "of", "says", "picture", "struck"))
    standing = {e.id for e in live(records.log)}
    for e in sorted(records.log, key=lambda e: (e.at, e.id)):
        if e.strikes is None:
            rows.writerow((_when(e.at), *_row(e), "" if e.id in standing else "struck"))
    return held.getvalue()


def _when(at: datetime) -> str:
    return at.astimezone(UTC).strftime("%Y-%m-%d %H:%M:%S")


def _row(e: LogEntry) -> tuple[str, str, str, str]:
    subject = e.subject
    kind = "" if subject is None else subject[0]
    said = getattr(e, kind)
    if not hasattr(said, "model_dump"):
        return kind.replace("_", " "), "", as_words(said), ""
    values = said.model_dump(mode="json", exclude_none=True, exclude={"id"})
    of = values.pop("of", "") or (said.id if kind in ("worked", "skipped") else "")
    file = values.pop("file", "")
    says = "; ".join(
        f"{k.replace('_', ' ')} {v}" for k, v in values.items() if v not in ("", False)
    )
    return kind.replace("_", " "), of, as_words(says), f"pictures/{file}.jpg" if file else ""
