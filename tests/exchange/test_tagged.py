"""Tags of printed sheets, read back by another reader than the one that set them."""

import io
import re
import unittest
from datetime import date

import pdfplumber

from wise_spool.core.plan import plan
from wise_spool.demo.shop import skerry
from wise_spool.exchange.all_papers import all_papers
from wise_spool.exchange.portrait import portrait
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.true_size import rescaled

DAY = date(2030, 9, 2)


def read_aloud(pdf):
    """Every piece of tagged text with its role, in the order of the tree; and what no tag covers."""
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        said = {}
        loose = []
        for page in document.pages:
            for c in page.chars:
                if c.get("mcid") is None:
                    loose.append(c["text"])
                else:
                    said.setdefault((page.page_number, c["mcid"]), []).append(c["text"])
        (whole,) = document.structure_tree
        pieces = [
            (e["type"], "".join(said.get((e["page_number"], e["mcids"][0]), [])))
            for e in whole["children"]
        ]
        return pieces, loose, document.metadata


def bare(text):
    return re.sub(r"\s", "", text)


class Tagged(unittest.TestCase):
    def test_all_words_are_read_in_order_and_none_twice(self):
        build = skerry()
        for make in (portrait, build_sheet, story_stick, all_papers):
            with self.subTest(sheet=make.__name__):
                pdf = make(build, plan(build), "a4", DAY)
                pieces, loose, about = read_aloud(pdf)
                self.assertEqual(loose, [])
                self.assertIn("Skerry 10", about["Title"])
                with pdfplumber.open(io.BytesIO(pdf)) as document:
                    printed = "".join(c["text"] for page in document.pages for c in page.chars)
                self.assertEqual(bare("".join(t for _, t in pieces)), bare(printed))

    def test_the_sheet_s_name_is_its_first_heading_and_is_read_first(self):
        build = skerry()
        pieces, _, _ = read_aloud(build_sheet(build, plan(build), "a4", DAY))
        self.assertEqual(pieces[0][0], "H1")
        self.assertIn("Skerry 10", pieces[0][1])
        self.assertGreater(sum(role == "H2" for role, _ in pieces), 3)

    def test_a_corrected_print_keeps_its_tags(self):
        build = skerry()
        pdf = story_stick(build, plan(build), "a4", DAY)
        self.assertEqual(read_aloud(rescaled(pdf, 1.03))[0], read_aloud(pdf)[0])
