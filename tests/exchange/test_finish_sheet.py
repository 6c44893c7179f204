"""The finish sheet, read back out of its PDF by an independent reader."""

import io
import unittest
from datetime import UTC, date, datetime

import pdfplumber

from wise_spool.core.document.finish import Area, Layer
from wise_spool.core.finish.kinds import USUAL
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.finish_sheet import finish_sheet

DAY = date(2030, 9, 2)
SHOP = {b.name: b for b in demo_builds(datetime(2030, 9, 1, tzinfo=UTC))}


def text_of(build):
    with pdfplumber.open(io.BytesIO(finish_sheet(build, plan(build), "a4", DAY))) as document:
        return "\n".join(p.extract_text() for p in document.pages)


class TheWall(unittest.TestCase):
    def test_mix_order_clocks_and_looks_stand_on_it(self):
        build = SHOP["Skerry 10"]
        p, text = plan(build), text_of(build)
        mix = p.finish.coats[0].mixes[0]
        self.assertIn(f"{mix.part_a_ml:g} mL + {mix.part_b_ml:g} mL", text)
        for look in p.finish.coats[0].looks:
            self.assertIn(look.words[:40], text)
        places = [line for o in p.finish.order for line in text.splitlines() if o.what.lower()[:12] in line.lower() and "[ ]" in line.replace("  ", " ")]  # fmt: skip
        self.assertGreaterEqual(len(places), len(p.finish.order))
        self.assertIn("The data sheet comes first", text)

    def test_an_area_has_its_coats_and_its_own_cautions(self):
        layers = (
            Layer(id="1", product=USUAL["primer"], coats=2),
            Layer(id="2", product=USUAL["paint"], coats=3),
        )
        area = Area(id="p", covers="seat", part_id="seat", name="Grey seat", layers=layers)
        build = SHOP["Skerry 10"]
        build = build.model_copy(
            update={"finish": build.finish.model_copy(update={"areas": (area,)})}
        )
        text = text_of(build)
        self.assertIn("Grey seat", text)
        self.assertIn("mask for organic vapour", text)

    def test_a_rod_with_nothing_to_coat_says_so(self):
        build = SHOP["Skerry 10"]
        bare = build.model_copy(update={"guides": build.guides.model_copy(update={"train": ()}), "blank": build.blank.model_copy(update={"readings": ()}), "wraps": build.wraps.model_copy(update={"labels": (), "decoration": ()})})  # fmt: skip
        self.assertIn("Nothing to coat. Amounts follow", text_of(bare))
