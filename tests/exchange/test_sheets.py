"""The printed sheets, read back out of their PDFs by an independent reader."""

import io
import math
import unittest
from datetime import UTC, date, datetime

import numpy as np
import pdfplumber

from wise_spool.core.ground.measures import format_length
from wise_spool.core.ground.units import Units
from wise_spool.core.plan import plan
from wise_spool.demo.shop import beacon, demo_builds, holm, skerry
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import (
    BOTTOM_MM,
    MARK_LINE_PT,
    STRIP_MM,
    STRIPS_A_PAGE,
    story_stick,
)

NOW = datetime(2030, 9, 2, 18, 0, tzinfo=UTC)
DAY = date(2030, 9, 2)
PT_MM = 25.4 / 72
SHORTEST_MARK_PT = 50


def marks_on(pdf: bytes) -> list[float]:
    """Stations in mm of every mark line, measured on the paper strip by strip."""
    stations = []
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        for number, page in enumerate(document.pages):
            lines = [
                line
                for line in page.lines
                if abs(line["linewidth"] - MARK_LINE_PT) < 0.01
                and line["x1"] - line["x0"] > SHORTEST_MARK_PT
            ]
            lefts = sorted(
                {
                    round(rect["x0"], 1)
                    for rect in page.rects
                    if rect["stroke"] and not rect["fill"] and rect["width"] > SHORTEST_MARK_PT
                }
            )
            for line in lines:
                strip = min(range(len(lefts)), key=lambda i: abs(lefts[i] - line["x0"]))
                up = (float(page.height) - line["top"]) * PT_MM - BOTTOM_MM
                stations.append((number * STRIPS_A_PAGE + strip) * STRIP_MM + up)
    return sorted(stations)


class StoryStick(unittest.TestCase):
    def test_every_mark_lies_at_its_true_place(self):
        for paper in ("a4", "letter"):
            for build in (skerry(), holm(), beacon(1, NOW)):
                with self.subTest(paper=paper, build=build.name):
                    p = plan(build)
                    wanted = sorted(m.station_mm for m in p.marks)
                    found = marks_on(story_stick(build, p, paper, DAY))
                    self.assertEqual(len(found), len(wanted))
                    for a, b in zip(found, wanted, strict=True):
                        self.assertAlmostEqual(a, b, delta=0.1)

    def test_the_check_ruler_is_100_mm_and_4_in(self):
        build = skerry()
        with pdfplumber.open(io.BytesIO(story_stick(build, plan(build), "a4", DAY))) as document:
            for page in document.pages:
                rulers = [
                    line
                    for line in page.lines
                    if abs((line["x1"] - line["x0"]) * PT_MM - 100) < 0.01
                    and line["top"] == line["bottom"]
                ]
                self.assertEqual(len(rulers), 1)
                self.assertIn("100 mm above, 4 in below", page.extract_text())

    def test_strips_lap_by_5_mm_and_their_ticks_are_steps_of_the_builder_s_rule(self):
        build = skerry()
        p = plan(build)
        whole = math.ceil((p.blank.length_mm or 0) / STRIP_MM)
        with pdfplumber.open(io.BytesIO(story_stick(build, p, "a4", DAY))) as document:
            first = document.pages[0]
            high = [
                r["height"] * PT_MM
                for r in first.rects
                if r["stroke"] and not r["fill"] and r["height"] > 300
            ]
            for h in high:
                self.assertAlmostEqual(h, STRIP_MM + 5, delta=0.05)
            words = "".join(page.extract_text() for page in document.pages)
            for k in range(1, whole):
                self.assertIn(f"glue {chr(ord('A') + k)} on", words)
            left = min(r["x0"] for r in first.rects if r["stroke"] and not r["fill"])
            ticks = sorted(
                {
                    round((float(first.height) - x["top"]) * PT_MM - BOTTOM_MM, 3)
                    for x in first.lines
                    if abs(x["x0"] - left) < 0.1 and x["x1"] - x["x0"] < 6 / PT_MM
                }
            )
            steps = np.diff([t for t in ticks if 0 <= t <= STRIP_MM])
            np.testing.assert_allclose(steps, 25.4 / 16, atol=0.02)

    def test_everything_is_on_the_paper(self):
        build = skerry()
        for paper in ("a4", "letter"):
            with pdfplumber.open(
                io.BytesIO(story_stick(build, plan(build), paper, DAY))
            ) as document:
                for page in document.pages:
                    for thing in (*page.lines, *page.rects, *page.chars):
                        self.assertGreaterEqual(thing["x0"], 14)
                        self.assertLessEqual(thing["x1"], float(page.width) - 14)
                        self.assertGreaterEqual(thing["top"], 8)


class BuildSheet(unittest.TestCase):
    def text(self, build, paper="a4"):
        with pdfplumber.open(io.BytesIO(build_sheet(build, plan(build), paper, DAY))) as document:
            return "\n".join(page.extract_text() for page in document.pages)

    def test_it_carries_every_guide_mark_and_bore(self):
        for build in demo_builds(NOW):
            text = self.text(build)
            p = plan(build)
            with self.subTest(build=build.name):
                for g in p.guides.placed:
                    self.assertIn(format_length(g.from_tip_ring_mm, build.rule), text)
                for mark in p.marks:
                    self.assertIn(format_length(mark.from_butt_mm, build.rule), text)
                self.assertIn("Safety data sheets", text.replace("\n", " "))

    def test_the_same_plan_prints_the_same_bytes(self):
        build = skerry()
        self.assertEqual(*(build_sheet(build, plan(build), "letter", DAY) for _ in range(2)))

    def test_an_empty_build_still_prints(self):
        from tests.core.samples import build

        self.assertIn("Settle first", self.text(build()))

    def test_names_with_marks_do_not_break_it(self):
        odd = skerry().model_copy(update={"name": "<b>5 & 6</b>"})
        self.assertIn("<b>5 & 6</b>", self.text(odd))


class TheBuildSheet(unittest.TestCase):
    def words(self, build):
        with pdfplumber.open(io.BytesIO(build_sheet(build, plan(build), "a4", DAY))) as document:
            return "\n".join(page.extract_text() for page in document.pages)

    def test_what_nobody_measured_is_listed_in_the_rod_s_own_units(self):
        skerry_f = skerry().model_copy(
            update={"units": Units(weight="oz", warmth="°F", volume="fl oz")}
        )
        said = self.words(skerry_f)
        self.assertIn("Nobody has measured these", said)
        self.assertRegex(said, r"spool across its lip 1\.890 in")
        self.assertRegex(said, r"warmth where it is coated 70 °F")
        self.assertNotRegex(said, r"\d (°C|mL)")

    def test_what_was_said_to_be_so_is_not_listed(self):
        sure = {"guides.reel.spool_mm": 48.0}
        said = self.words(skerry().model_copy(update={"sure": sure}))
        self.assertNotIn("spool across its lip", said)
