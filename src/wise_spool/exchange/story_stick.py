"""The story stick: every mark of the rod at true 1:1, on strips to cut and join.

Strips run up the page, four to a page, each ``STRIP_MM`` of rod. Every page
carries a check ruler: measure it before trusting the print.
"""

import io
import math
from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import MM_PER_INCH, format_length, rule_unit
from wise_spool.core.plan import Plan
from wise_spool.core.work.road_map import MarkDrawn
from wise_spool.exchange.paper import (
    FAINT,
    INK,
    RULE,
    SIZES,
    TAPE,
    PaperName,
    hundred_mm,
    register_fonts,
)

STRIP_MM = 240.0
STRIPS_A_PAGE = 4
STRIP_WIDTH_MM = 44.0
BOTTOM_MM = 19.0
MARK_LINE_PT = 1.1
"""Only mark lines are drawn this thick, so they can be read back out of the PDF."""


def story_stick(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the stick from the butt (0) to the bare tip; one page of words when there is no blank."""
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=SIZES[paper], invariant=1)
    canvas.setTitle(f"{build.name}: story stick")
    canvas.setAuthor("Wise Spool")
    width, height = SIZES[paper]
    length = plan.blank.length_mm
    strips = 0 if length is None else math.ceil(length / STRIP_MM)
    pages = max(1, math.ceil(strips / STRIPS_A_PAGE))
    left = (width - STRIPS_A_PAGE * STRIP_WIDTH_MM * mm) / 2
    for page in range(pages):
        _head(canvas, build, printed, page + 1, pages, width, height)
        _check_ruler(canvas, left, BOTTOM_MM * mm - 9 * mm)
        for k in range(page * STRIPS_A_PAGE, min(strips, (page + 1) * STRIPS_A_PAGE)):
            x = left + (k % STRIPS_A_PAGE) * STRIP_WIDTH_MM * mm
            _strip(canvas, build, plan, k, x, length or 0.0)
        if length is None:
            canvas.setFont("text", 11)
            canvas.drawString(
                left, height / 2, "The blank has no length yet: there is nothing to mark."
            )
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _head(
    canvas: Canvas, build: Build, printed: date, page: int, pages: int, width: float, height: float
) -> None:
    canvas.setFillColor(INK)
    canvas.setFont("text-bold", 10)
    canvas.drawString(14 * mm, height - 9 * mm, f"{build.name}: story stick")
    canvas.setFont("figures", 8.5)
    canvas.setFillColor(FAINT)
    note = (
        f"{build.number}  {printed.isoformat()}  page {page} of {pages}  print at 100 %, no scaling"
    )
    canvas.drawRightString(width - 14 * mm, height - 9 * mm, note.strip())


def _check_ruler(canvas: Canvas, x: float, y: float) -> None:
    """A ruler of 100 mm and 4 in, to be measured before the stick is trusted."""
    hundred_mm(canvas, x, y)
    for i in range(5):
        at = x + i * MM_PER_INCH * mm
        canvas.line(at, y, at, y - (3 if i % 4 == 0 else 2) * mm)
    canvas.setFont("figures", 7.5)
    canvas.setFillColor(INK)
    canvas.drawString(x + 102 * mm, y - 1 * mm, "check: 100 mm above, 4 in below")


def _strip(canvas: Canvas, build: Build, plan: Plan, k: int, x: float, length: float) -> None:
    start = k * STRIP_MM
    reach = min(STRIP_MM, length - start)
    base = BOTTOM_MM * mm
    canvas.setStrokeColor(RULE)
    canvas.setLineWidth(0.5)
    canvas.rect(x, base, (STRIP_WIDTH_MM - 3) * mm, reach * mm)
    canvas.setFont("figures-bold", 9)
    canvas.setFillColor(FAINT)
    canvas.drawRightString(x + (STRIP_WIDTH_MM - 4) * mm, base + 1.5 * mm, chr(ord("A") + k))
    _ticks(canvas, build, x, base, start, reach)
    last = 0.0
    for mark in plan.marks:
        if start <= mark.station_mm < start + reach or (
            mark.station_mm == length and start + reach == length
        ):
            last = _mark(canvas, build, mark, x, base + (mark.station_mm - start) * mm, last)
    canvas.setFont("text", 6.5)
    canvas.setFillColor(FAINT)
    if start == 0:
        canvas.drawString(x + 9 * mm, base + 1.5 * mm, "butt")
    if start + reach == length:
        canvas.drawString(x + 9 * mm, base + reach * mm - 3 * mm, "bare tip")


def _ticks(canvas: Canvas, build: Build, x: float, base: float, start: float, reach: float) -> None:
    inch = rule_unit(build.rule) == "in"
    step = MM_PER_INCH / 8 if inch else 5.0
    per_number = 8 if inch else 2
    canvas.setStrokeColor(FAINT)
    canvas.setFillColor(FAINT)
    canvas.setFont("figures", 6.5)
    for i in range(math.ceil(start / step - 1e-9), math.floor((start + reach) / step + 1e-9) + 1):
        y = base + (i * step - start) * mm
        long = i % per_number == 0
        canvas.setLineWidth(0.5 if long else 0.3)
        canvas.line(x, y, x + (4 if long else 2.2) * mm, y)
        if long and i * step > start + 1 and i * step < start + reach - 1:
            number = i // per_number if inch else i * step
            canvas.drawString(x + 4.5 * mm, y - 0.8 * mm, f"{number:g}")


def _mark(canvas: Canvas, build: Build, mark: MarkDrawn, x: float, y: float, last: float) -> float:
    """One mark line with its words; returns how high the words stand, so the next avoid them."""
    right = x + (STRIP_WIDTH_MM - 3) * mm
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(MARK_LINE_PT)
    canvas.line(x, y, right, y)
    words: float = max(y + 1.0 * mm, last + 6.2 * mm)
    canvas.setFillColor(TAPE)
    canvas.setStrokeColor(TAPE)
    canvas.setLineWidth(0.2)
    canvas.rect(x + 9.5 * mm, words - 0.4 * mm, right - x - 10 * mm, 5.8 * mm, stroke=0, fill=1)
    canvas.setFillColor(INK)
    canvas.setFont("figures-bold", 8)
    canvas.drawString(x + 10 * mm, words + 2.8 * mm, format_length(mark.from_butt_mm, build.rule))
    canvas.setFont("text", 6)
    canvas.drawString(x + 10 * mm, words + 0.4 * mm, mark.label[:34])
    return words
