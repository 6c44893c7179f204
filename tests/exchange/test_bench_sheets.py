"""Glue-up sheet and turning card, read back out of their PDFs by an independent reader."""

import io
import unittest
from datetime import date

import pdfplumber

from wise_spool.core.document.build import Build
from wise_spool.core.plan import plan
from wise_spool.demo.shop import birch, deep, skerry
from wise_spool.exchange.glue_up_sheet import glue_up_sheet
from wise_spool.exchange.protractor import MARK_LINE_PT, protractor
from wise_spool.exchange.turning_sheet import NOTCH_LINE_PT, turning_sheet

DAY = date(2030, 9, 2)
PT_MM = 25.4 / 72


def pages(pdf):
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        return [(p.extract_text(), p.lines) for p in document.pages]


class GlueUp(unittest.TestCase):
    def test_every_mix_joint_and_clock_is_on_it(self):
        build = deep()
        p = plan(build)
        for paper in ("a4", "letter"):
            text = "\n".join(t for t, _ in pages(glue_up_sheet(build, p, paper, DAY)))
            for mix in p.work.glue_up.mixes:
                self.assertIn(f"Mix {mix.number}: {mix.adhesive}", text)
                self.assertIn(f"pot life {mix.pot_life_min:.0f} min", " ".join(text.split()))
                for joint in mix.joints:
                    self.assertIn(joint.name, text)
            self.assertIn("data sheet", text)
            self.assertLess(text.index("Before anything is mixed"), text.index("Mix 1"))


class Turning(unittest.TestCase):
    def test_gauge_notches_are_as_wide_as_the_stop_diameters(self):
        build = birch()
        p = plan(build)
        found = []
        for _, lines in pages(turning_sheet(build, p, "a4", DAY)):
            sides = sorted(
                (round(line["top"], 1), line["x0"])
                for line in lines
                if abs(line["linewidth"] - NOTCH_LINE_PT) < 0.01
            )
            found += [(b - a) * PT_MM for (_, a), (_, b) in zip(sides[::2], sides[1::2], strict=True)]  # fmt: skip
        wanted = [s for card in p.handle.turning.cards for s in sorted({x.stop_mm for x in card.stations})]  # fmt: skip
        self.assertEqual(len(found), len(wanted))
        for a, b in zip(sorted(found), sorted(wanted), strict=True):
            self.assertAlmostEqual(a, b, delta=0.1)

    def test_what_cannot_be_cut_is_said(self):
        text = "\n".join(t for t, _ in pages(turning_sheet(birch(), plan(birch()), "a4", DAY)))
        self.assertIn("no stock", text)


class Strips(unittest.TestCase):
    def test_every_mark_lies_at_its_true_arc_on_every_strip(self):
        build = skerry()
        p = plan(build)
        found = []
        for page in _pages(protractor(build, p, "a4", DAY)):
            frames = sorted(
                (r["top"], r["x0"], r["x1"]) for r in page.rects if r["stroke"] and not r["fill"]
            )
            marks = [x for x in page.lines if abs(x["linewidth"] - MARK_LINE_PT) < 0.01]
            for top, left, right in frames:
                mine = sorted(x["x0"] - left for x in marks if abs(x["top"] - top) < 2)
                found.append(((right - left) * PT_MM, [m * PT_MM for m in mine]))
        self.assertEqual(len(found), len(p.spine.map))
        for (girth, arcs), line in zip(found, p.spine.map, strict=True):
            self.assertAlmostEqual(girth, line.girth_mm, delta=0.1)
            for a, b in zip(arcs, sorted(set(line.arcs_mm)), strict=True):
                self.assertAlmostEqual(a, b, delta=0.1)

    def test_no_line_no_strip_but_words(self):
        build = Build(name="Bare")
        with pdfplumber.open(io.BytesIO(protractor(build, plan(build), "letter", DAY))) as pdf:
            self.assertIn("nothing to mark", pdf.pages[0].extract_text())


def _pages(pdf):
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        yield from document.pages
