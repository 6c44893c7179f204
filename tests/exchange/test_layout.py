"""Every sheet read back out of its PDF: nothing runs off the paper, no words lie on other words."""

import io
import itertools
import unittest
from datetime import UTC, date, datetime

import pdfplumber

from tests.core.samples import blank, build, grip, guide, seat
from wise_spool.core.document.design import Brief
from wise_spool.core.document.guides import Guides
from wise_spool.core.document.parts import Handle, Part
from wise_spool.core.document.spine import RollTrial, Spine
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.demo.shop import demo_records
from wise_spool.exchange.all_papers import all_papers
from wise_spool.exchange.cue_sheet import cue_sheet
from wise_spool.exchange.figure_sheet import figure_sheet
from wise_spool.exchange.finish_sheet import finish_sheet
from wise_spool.exchange.glue_up_sheet import glue_up_sheet
from wise_spool.exchange.label_sheet import labels_of_one
from wise_spool.exchange.pages import page_count
from wise_spool.exchange.portrait import portrait
from wise_spool.exchange.protractor import protractor
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.turning_sheet import turning_sheet

DAY = date(2030, 9, 2)
SHEETS = {
    "build sheet": build_sheet, "glue-up": glue_up_sheet, "turning": turning_sheet,
    "story stick": story_stick, "strips": protractor, "wraps": cue_sheet, "figures": figure_sheet, "labels": labels_of_one,
}  # fmt: skip
LONG = "Щучий спиннинг для северной осени с очень длинным именем"
TOUCH_PT = 0.6


def crowded(guides, rule):
    """Many guides, long Cyrillic names, every kind of mark, close to one another on a thin blank."""
    parts = (
        Part(id="butt", kind="fighting_butt", length_mm=60, name=LONG[:40]),
        grip(name=LONG[:36], material="wood"),
        seat(name="катушкодержатель из палисандра"),
        Part(id="fore", kind="foregrip", length_mm=50, name="передняя рукоять"),
        Part(id="check", kind="winding_check", material="metal", length_mm=3, bore_butt_mm=10.9),
        Part(id="keep", kind="hook_keeper", material="metal", length_mm=12),
    )
    train = tuple(guide(n, 60.0 * (n + 1) ** 0.98) for n in range(guides))
    rests = tuple(RollTrial(angle_deg=a) for a in (7, 9, 8, 6, 10))
    return build(
        blank=blank(), handle=Handle(parts=parts), guides=Guides(train=train), spine=Spine(trials=rests), rule=rule,
    ).model_copy(update={"name": LONG[:60], "number": "TP-041", "client": LONG[:50]})  # fmt: skip


def rods():
    yield from (
        (r.design.name, Rod.logged(r.design, r.piece, r.log))
        for r in demo_records(datetime(2030, 9, 1, tzinfo=UTC))
    )
    for guides, rule in itertools.product((0, 9, 30), ("in/16", "mm/1")):
        yield f"{guides} guides, {rule}", Rod.of(crowded(guides, rule))


def boxes(page):
    """Words as boxes a little smaller than their ink."""
    for w in page.extract_words(keep_blank_chars=False, use_text_flow=False):
        high = w["bottom"] - w["top"]
        yield (
            w["text"],
            (w["x0"] + 0.2, w["top"] + high * 0.2, w["x1"] - 0.2, w["bottom"] - high * 0.2),
        )


def crossed(page):
    """Pairs of words that lie on one another."""
    words = list(boxes(page))
    out = []
    for (a, p), (b, q) in itertools.combinations(words, 2):
        across = min(p[2], q[2]) - max(p[0], q[0])
        down = min(p[3], q[3]) - max(p[1], q[1])
        if across > TOUCH_PT and down > TOUCH_PT:
            out.append((a, b))
    return out


class Layout(unittest.TestCase):
    def test_no_words_run_off_the_paper_or_lie_on_others(self):
        for name, rod in rods():
            planned = plan(rod)
            papers = ("a4", "letter") if name[0].isdigit() else ("a4",)
            for (what, make), paper in itertools.product(SHEETS.items(), papers):
                pdf = make(rod.build, planned, paper, DAY)
                with (
                    pdfplumber.open(io.BytesIO(pdf)) as document,
                    self.subTest(rod=name, sheet=what, paper=paper),
                ):
                    for page in document.pages:
                        for text, (x0, top, x1, bottom) in boxes(page):
                            self.assertTrue(
                                x0 > 8
                                and x1 < page.width - 8
                                and top > 6
                                and bottom < page.height - 6,
                                text,
                            )
                        self.assertEqual(crossed(page), [])


class AllPapers(unittest.TestCase):
    def test_they_are_the_sheets_one_after_the_other(self):
        rod = Rod.of(crowded(9, "in/16"))
        planned = plan(rod)
        with pdfplumber.open(io.BytesIO(all_papers(rod.build, planned, "a4", DAY))) as document:
            text = "\n".join(p.extract_text() for p in document.pages)
        each = [
            make(rod.build, planned, "a4", DAY)
            for make in (
                portrait,
                build_sheet,
                glue_up_sheet,
                story_stick,
                protractor,
                cue_sheet,
                finish_sheet,
            )
        ]
        self.assertEqual(len(document.pages), sum(page_count(pdf) for pdf in each))
        for words in ("In this order", "Mix 1", "Wrap-round strips"):
            self.assertIn(words, text)

    def test_the_build_sheet_carries_the_order_with_boxes_and_the_brief(self):
        rod = Rod.of(
            crowded(0, "mm/1").model_copy(update={"brief": Brief(who="a pilot with small hands")})
        )
        with pdfplumber.open(io.BytesIO(build_sheet(rod.build, plan(rod), "a4", DAY))) as document:
            text = "\n".join(p.extract_text() for p in document.pages)
        self.assertIn("a pilot with small hands", text)
        self.assertGreaterEqual(text.count("[ ]"), len(plan(rod).work.operations) - 1)


class Strips(unittest.TestCase):
    def test_no_words_lie_on_a_line_and_every_number_stands_by_its_own(self):
        rod = Rod.of(crowded(9, "in/16"))
        pdf = protractor(rod.build, plan(rod), "a4", DAY)
        with pdfplumber.open(io.BytesIO(pdf)) as document:
            page = document.pages[0]
            lines = [x for x in page.lines if abs(x["linewidth"] - 1.1) < 0.01]
            numbers = 0
            for text, (x0, top, x1, bottom) in boxes(page):
                for x in lines:
                    on = x0 < x["x0"] < x1 and top < x["bottom"] and bottom > x["top"]
                    self.assertFalse(on, text)
                here = [x for x in lines if x["top"] <= top and bottom <= x["bottom"]]
                near = min((min(abs(x["x0"] - x0), abs(x["x0"] - x1)) for x in here), default=99)
                numbers += text.isdigit() and near < 3
            self.assertEqual(numbers, len(lines))


if __name__ == "__main__":
    unittest.main()
