"""The record taken along: brought in again it is the same, and what is no record is turned away in words."""

import csv
import io
import unittest
import zipfile
from datetime import UTC, datetime

from PIL import Image

from wise_spool.core.document.bench import BenchNote, Picture
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.exchange.pictures import kept_picture, made_picture
from wise_spool.exchange.record_file import RecordFileError, read_record, write_record

AT = datetime(2026, 4, 1, 18, 0, tzinfo=UTC)


def camera(colour="green", exif=None):
    held = io.BytesIO()
    more = {} if exif is None else {"exif": exif}
    Image.new("RGB", (640, 480), colour).save(held, "JPEG", **more)
    return held.getvalue()


MADE = made_picture(camera())


def record():
    picture = Picture(
        id="p", words="first coat", place_mm=900, file=MADE.file, width_px=640, height_px=480
    )
    note = BenchNote(id="n", of="coat:1", words="=1+1 looks dry", wrong=True)
    log = (
        LogEntry(id="one", at=AT, picture=picture),
        LogEntry(id="two", at=AT, note=note),
        LogEntry(id="three", at=AT, strikes="two"),
    )
    return Records(design=Design(name="Skerry 10"), log=log)


def packed(files):
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as pack:
        for name, content in files.items():
            pack.writestr(name, content)
    return held.getvalue()


def unpacked(raw):
    with zipfile.ZipFile(io.BytesIO(raw)) as pack:
        return {name: pack.read(name) for name in pack.namelist()}


class TakenAlong(unittest.TestCase):
    def test_brought_in_again_it_is_the_same_rod_with_the_same_pictures(self):
        raw = write_record(record(), {MADE.file: MADE.content}.__getitem__)
        found, pictures = read_record(raw)
        self.assertEqual(found, record())
        self.assertEqual([(p.file, p.content) for p in pictures], [(MADE.file, MADE.content)])
        self.assertTrue(pictures[0].thumb)

    def test_the_table_has_every_line_and_no_formula(self):
        raw = write_record(record(), lambda _: MADE.content)
        rows = list(csv.DictReader(io.StringIO(unpacked(raw)["log.csv"].decode())))
        self.assertEqual(
            [(r["what"], r["struck"]) for r in rows], [("picture", ""), ("note", "struck")]
        )
        self.assertEqual(rows[0]["picture"], f"pictures/{MADE.file}.jpg")
        self.assertEqual(rows[1]["of"], "coat:1")
        self.assertFalse(rows[1]["says"].startswith("="))


class NoRecord(unittest.TestCase):
    def refused(self, raw, words):
        with self.assertRaisesRegex(RefusedError, words):
            read_record(raw)

    def test_what_is_torn_or_foreign_says_so(self):
        whole = write_record(record(), lambda _: MADE.content)
        files = unpacked(whole)
        self.refused(b"PK not really", "cannot be unpacked")
        self.refused(whole[: len(whole) // 2], "cannot be unpacked")
        self.refused(packed({"a.txt": b"x"}), "no build.json")
        self.refused(packed({"build.json": files["build.json"]}), "is not in it")

    def test_a_picture_that_was_changed_or_says_where_it_was_taken_is_not_taken_in(self):
        files = unpacked(write_record(record(), lambda _: MADE.content))
        other = {**files, f"pictures/{MADE.file}.jpg": made_picture(camera("red")).content}
        self.refused(packed(other), "not the one")
        exif = Image.Exif()
        exif[0x010F] = "a camera"
        with self.assertRaises(RefusedError):
            kept_picture(camera(exif=exif))

    def test_one_that_swells_is_stopped_before_it_is_unpacked(self):
        held = io.BytesIO()
        with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as pack:
            pack.writestr("build.json", b"0" * 210_000_000)
        with self.assertRaisesRegex(RecordFileError, "too much"):
            read_record(held.getvalue())


if __name__ == "__main__":
    unittest.main()
