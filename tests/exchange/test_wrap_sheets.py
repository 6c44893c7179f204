"""Cue sheet, figures and labels, read back out of their PDFs and SVG by an independent reader."""

import io
import math
import unittest
import xml.etree.ElementTree as ET
from datetime import UTC, date, datetime

import pdfplumber

from wise_spool.core.document.wraps import Label, WrapsWished
from wise_spool.core.ground.refusals import NotNowError
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.cue_sheet import cue_sheet
from wise_spool.exchange.figure_sheet import figure_sheet
from wise_spool.exchange.label_sheet import label_sheet, label_svg, labels_of_one

DAY = date(2030, 9, 2)
PT_MM = 25.4 / 72
SHOP = {b.name: b for b in demo_builds(datetime(2030, 9, 1, tzinfo=UTC))}


def pages(pdf):
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        return [(p.extract_text(), [*p.curves, *p.rects, *p.lines]) for p in document.pages]


class Cues(unittest.TestCase):
    def test_every_wrap_its_turns_and_its_loop_stand_on_one_page(self):
        for name in ("Skerry 10", "Deep char"):
            p = plan(SHOP[name])
            ((text, _),) = pages(cue_sheet(SHOP[name], p, "a4", DAY))
            for w in p.wraps.laid:
                line = next(t for t in text.splitlines() if t.lower().startswith(w.what.lower()))
                self.assertIn(str(w.turns), line)
            for s in p.wraps.spools:
                self.assertIn(f"{s.thread}, size {s.size}: {s.need_m:.0f} m", text)
            self.assertIn("turning wrapper", text)

    def test_a_rod_without_wraps_says_so(self):
        bare = SHOP["Skerry 10"].model_copy(update={"guides": SHOP["Skerry 10"].guides.model_copy(update={"train": ()}), "blank": SHOP["Skerry 10"].blank.model_copy(update={"readings": ()})})  # fmt: skip
        text = pages(cue_sheet(bare, plan(bare), "a4", DAY))[0][0]
        self.assertIn("No wraps yet", text)


class Figures(unittest.TestCase):
    def test_the_strip_is_as_high_as_the_blank_is_round(self):
        p = plan(SHOP["Deep char"])
        (figure,) = p.wraps.figures
        text, shapes = pages(figure_sheet(SHOP["Deep char"], p, "a4", DAY))[0]
        girth = 2 * math.pi * figure.r_mm[0]
        self.assertTrue(any(abs(s["height"] * PT_MM - girth) < 0.3 for s in shapes), girth)
        self.assertIn("1. frost: 10 threads in the middle", text)

    def test_none_is_said(self):
        self.assertIn("No figure", pages(figure_sheet(SHOP["Skerry 10"], plan(SHOP["Skerry 10"]), "a4", DAY))[0][0])  # fmt: skip


class Labels(unittest.TestCase):
    def test_a_label_is_printed_as_long_and_high_as_it_is(self):
        build = SHOP["Skerry 10"]
        p = plan(build)
        (fitted,) = p.wraps.labels
        _, shapes = pages(labels_of_one(build, p, "a4", DAY))[0]
        long = fitted.end_mm - fitted.start_mm
        cut = [s for s in shapes if abs(s["width"] * PT_MM - long) < 0.1]
        self.assertTrue(cut, "the cut line")
        self.assertAlmostEqual(cut[0]["height"] * PT_MM, fitted.tall_mm, delta=0.25)
        inked = [s for s in shapes if s["fill"] and not s["stroke"]]
        wide = max(s["x1"] for s in inked) - min(s["x0"] for s in inked)
        self.assertTrue(long - 3.5 < wide * PT_MM < long)

    def test_transfers_are_mirrored_and_films_are_not(self):
        def first_moves(kind):
            label = Label(id="l1", text="LLL", from_mm=560, kind=kind)
            build = SHOP["Skerry 10"].model_copy(update={"wraps": WrapsWished(labels=(label,))})
            root = ET.fromstring(label_svg([(build, plan(build))]))
            data = root.findall(".//{http://www.w3.org/2000/svg}path")[1].get("d")
            return [
                float(c.split()[0].strip("ML"))
                for c in data.split("Z")[0].replace("L", " L").split(" L")
            ]

        film, transfer = first_moves("film"), first_moves("transfer")
        self.assertAlmostEqual(
            film[0] + transfer[0], max(film[0], transfer[0]) + min(film[0], transfer[0])
        )
        self.assertNotAlmostEqual(film[0], transfer[0], places=1)

    def test_svg_is_in_mm_and_has_nothing_but_paths(self):
        build = SHOP["Skerry 10"]
        root = ET.fromstring(label_svg([(build, plan(build))]))
        self.assertTrue(root.get("width").endswith("mm"))
        self.assertEqual({e.tag.rpartition("}")[2] for e in root.iter()}, {"svg", "g", "path"})

    def test_copies_and_a_batch_go_on_one_sheet(self):
        pair = [(b, plan(b)) for n, b in SHOP.items() if n.startswith("Beacon")]
        text = "".join(t for t, _ in pages(label_sheet(pair, "a4", DAY)))
        for b, _ in pair:
            self.assertIn(b.number, text)
        many = SHOP["Skerry 10"].wraps.labels[0].model_copy(update={"copies": 40})
        build = SHOP["Skerry 10"].model_copy(update={"wraps": WrapsWished(labels=(many,))})
        self.assertGreater(len(label_svg([(build, plan(build))])), 30 * 1000)

    def test_no_label_is_said(self):
        bare = SHOP["Skerry 10"].model_copy(update={"wraps": WrapsWished()})
        self.assertIn("no label", pages(labels_of_one(bare, plan(bare), "a4", DAY))[0][0])
        with self.assertRaises(NotNowError):
            label_svg([(bare, plan(bare))])
