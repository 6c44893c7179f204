"""The rod's portrait, read back out of its PDF."""

import io
import itertools
import unittest
from datetime import date

import pdfplumber
from hypothesis import given
from hypothesis import strategies as st
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.pdfmetrics import stringWidth

from tests.core.samples import build, grip, guide, rod, seat
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.exchange.paper import SIZES
from wise_spool.exchange.portrait import MARGIN_MM, Label, hung, portrait

PT_MM = 72 / 25.4
PARTS = (grip(bore=11.0), seat())


def page(design, paper="a4"):
    pdf = portrait(design, plan(design), paper, date(2026, 3, 2))
    return pdfplumber.open(io.BytesIO(pdf)).pages[0]


class Portrait(unittest.TestCase):
    def test_it_lies_across_every_paper_and_proves_its_scale(self):
        design = rod(guide(1, 100), guide(2, 250), guide(3, 450), parts=PARTS)
        for paper, size in SIZES.items():
            for rule, long_mm in (("in/16", 101.6), ("mm/1", 100.0)):
                one = page(design.model_copy(update={"rule": rule}), paper)
                self.assertEqual(
                    [round(float(x)) for x in (one.width, one.height)],
                    [round(max(size)), round(min(size))],
                )
                bar = max((x for x in one.lines if abs(x["top"] - (one.height - MARGIN_MM * PT_MM)) < 1), key=lambda x: x["width"])  # fmt: skip
                self.assertAlmostEqual(bar["width"] / PT_MM, long_mm, delta=0.05)

    def test_marks_bores_gaps_and_steps_hang_where_they_lie(self):
        design = rod(guide(1, 100), guide(2, 250), guide(3, 450), parts=PARTS)
        made = plan(design)
        one = page(design)
        text = one.extract_text()
        self.assertIn("Test rod", text)
        self.assertIn(made.handle.parts[0].name, text)
        per_mm = (one.width - 2 * MARGIN_MM * PT_MM) / (2000 + 20)
        station = made.guides.placed[2].marked_mm
        gaps = [r for r in one.rects if abs(r["x0"] - (MARGIN_MM * PT_MM + station * per_mm)) < 0.5]
        self.assertTrue(gaps)
        todo = [o for o in made.work.operations if not o.skipped]
        boxes = [r for r in one.rects if abs(r["width"] - 2.6 * PT_MM) < 0.05]
        self.assertEqual(len(boxes), min(len(todo), 33))

    def test_over_it_hangs_the_rod_as_it_bends(self):
        design = rod(guide(1, 100), guide(2, 250), guide(3, 450), parts=PARTS)
        made = plan(design)
        bent = Rod.of(design).under_load(BendSetup(load_g=made.stiffness.power_g))
        bow = max((x for x in page(design).curves if not x["fill"]), key=lambda x: len(x["pts"]))
        wide, high = (max(p[n] for p in bow["pts"]) - min(p[n] for p in bow["pts"]) for n in (0, 1))
        xs, ys = [p.x_mm for p in bent.curve], [p.y_mm for p in bent.curve]
        self.assertAlmostEqual(wide / high, (max(xs) - min(xs)) / (max(ys) - min(ys)), places=2)
        self.assertIn(", stiffness estimated", page(design).extract_text())
        bare = design.model_copy(update={"guides": design.guides.model_copy(update={"train": ()})})
        self.assertNotIn("bent by", page(bare).extract_text())

    def test_names_are_printed_in_the_letters_they_are_written_in(self):
        name = "Щука на Ладоге, Λίμνη Ώρα, Żółw"
        page(build().model_copy(update={"name": name}))
        for face in ("text", "text-bold", "figures", "figures-bold"):
            known = pdfmetrics.getFont(face).face.charToGlyph
            self.assertEqual([c for c in name if ord(c) not in known], [], face)
        self.assertIn("Ладоге", page(build().model_copy(update={"name": name})).extract_text())

    def test_a_rod_of_which_nothing_is_known_still_prints(self):
        self.assertIn("Test rod", page(build()).extract_text())

    @given(st.lists(st.tuples(st.floats(0, 700), st.text("0123456789 /in", min_size=1, max_size=14)), max_size=25))  # fmt: skip
    def test_no_label_lies_over_another(self, wanted):
        laid = hung([Label(x, words) for x, words in wanted], 0, 800)
        spans = sorted(
            (row, left, left + stringWidth(x.words, "figures", x.size)) for x, left, row in laid
        )
        for (row, _, end), (other, left, _) in itertools.pairwise(spans):
            if row == other:
                self.assertGreaterEqual(left, end)


if __name__ == "__main__":
    unittest.main()
