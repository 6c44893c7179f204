"""The as-built and hand-over pages, read back by an independent reader."""

import io
import unittest
from datetime import UTC, date, datetime, timedelta

import pdfplumber
import zxingcpp

from tests.api.test_logbook import camera
from wise_spool.core.document.finish import Area, Layer
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.records import Records
from wise_spool.core.finish.kinds import USUAL
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.as_built_sheet import as_built_sheet, hand_over_sheet, hand_over_words
from wise_spool.exchange.pictures import made_picture

NOW = datetime(2030, 9, 2, 18, 0, tzinfo=UTC)
PICTURE = made_picture(camera((300, 200)))


def said(n, **what):
    return LogEntry(id=f"e{n}", at=NOW + timedelta(minutes=n), **what)


def read(pdf):
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        return "\n".join(p.extract_text() for p in document.pages), sum(len(p.images) for p in document.pages)  # fmt: skip


class Sheets(unittest.TestCase):
    def made(self, make, *entries):
        base = Records.of(demo_builds(NOW)[0], NOW)
        records = base.model_copy(update={"log": (*base.log, *entries)})
        whole = Rod(records.design, records.piece, records.record)
        return read(make(records, plan(whole), lambda file: {PICTURE.file: PICTURE.content}[file], "a4", date(2030, 9, 2)))  # fmt: skip

    def test_what_was_done_weighed_left_out_and_went_wrong_stands_on_it(self):
        guide = demo_builds(NOW)[0].guides.train[0].id
        text, images = self.made(
            as_built_sheet,
            said(1, worked={"id": "scuff", "kind": "scuff", "minutes": 11}),
            said(2, weighed={"id": "rod", "mass_g": 187}),
            said(3, skipped={"id": "photograph", "why": "dark by then"}),
            said(4, note={"id": "n", "words": "Foregrip slid 2 mm <while> setting", "wrong": True}),
            said(5, built={"id": guide, "at": {"datum": "tip_top_ring", "distance_mm": 103}}),
            said(6, picture={"id": "p", "file": PICTURE.file, "words": "first fit", "width_px": PICTURE.width_px, "height_px": PICTURE.height_px}),
        )  # fmt: skip
        for words in ("as built", "weighs 187 g", "dark by then", "Foregrip slid 2 mm <while> setting", "first fit", "2030-09-02"):  # fmt: skip
            self.assertIn(words, text)
        self.assertEqual(images, 1)

    def test_a_painted_seat_stands_with_its_coats(self):
        base = Records.of(demo_builds(NOW)[0], NOW)
        area = Area(id="p", covers="seat", part_id="seat", name="grey seat", layers=(Layer(id="1", product=USUAL["primer"], coats=2),))  # fmt: skip
        finish = base.design.finish.model_copy(update={"areas": (area,)})
        on = said(
            9,
            area_coat={"id": "p:1", "area": "p", "number": 1, "mixed_at": NOW, "temperature_c": 20},
        )
        records = base.model_copy(
            update={
                "design": base.design.model_copy(update={"finish": finish}),
                "log": (*base.log, on),
            }
        )
        whole = Rod(records.design, records.piece, records.record)
        text, _ = read(as_built_sheet(records, plan(whole), lambda _: b"", "a4", date(2030, 9, 2)))
        self.assertIn("grey seat, 1 2030-09-02 18:00", text)
        self.assertNotIn("grey seat, 2", text)

    def test_what_is_struck_stands_on_neither(self):
        text, images = self.made(
            as_built_sheet,
            said(1, note={"id": "n", "words": "the wrong rod"}),
            said(2, picture={"id": "p", "file": PICTURE.file, "width_px": 300, "height_px": 200}),
            said(3, strikes="e1"), said(4, strikes="e2"),
        )  # fmt: skip
        self.assertNotIn("the wrong rod", text)
        self.assertEqual(images, 0)

    def test_the_owner_s_page_says_how_it_is_kept(self):
        text, _ = self.made(hand_over_sheet)
        self.assertIn("power lines", text)
        self.assertIn("not weighed", text)

    def test_the_code_is_read_by_another_decoder_and_says_the_words(self):
        base = Records.of(demo_builds(NOW)[0], NOW)
        whole = Rod(base.design, base.piece, base.record)
        p = plan(whole)
        pdf = hand_over_sheet(base, p, lambda _: b"", "a4", date(2030, 9, 2))
        page = pdfplumber.open(io.BytesIO(pdf)).pages[0].to_image(resolution=200).original
        (code,) = zxingcpp.read_barcodes(page)
        self.assertEqual(code.text, hand_over_words(base, p))
        for words in (base.design.name, "power lines", "measured"):
            self.assertIn(words, code.text)
        text, _ = read(pdf)
        self.assertIn("lift a fish", text)


if __name__ == "__main__":
    unittest.main()
