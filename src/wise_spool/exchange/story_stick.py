"""The story stick: every mark of the rod at true 1:1, on strips to cut and join.

Strips run up the page, four to a page, each ``STRIP_MM`` of rod and ``LAP_MM`` more to glue the next one on. Every
page carries a check ruler: measure it before trusting the print.
"""

import math
from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.measures import MM_PER_INCH, STEP_MM, format_length, rule_unit
from wise_spool.core.plan import Plan
from wise_spool.core.work.road_map import MarkDrawn
from wise_spool.exchange.paper import (
    FAINT,
    INK,
    RULE,
    SIZES,
    TAPE,
    PaperName,
    begun,
    check_ruler,
    finished,
)
from wise_spool.exchange.sheet_parts import cut

STRIP_MM = 240.0
STRIPS_A_PAGE = 4
LAP_MM = 5.0
ARROW_MM = 3.2
STRIP_WIDTH_MM = 44.0
BOTTOM_MM = 19.0
MARK_LINE_PT = 1.1
"""Only mark lines are drawn this thick, so they can be read back out of the PDF."""


def story_stick(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the stick from the butt (0) to the bare tip; one page of words when there is no blank."""
    canvas = begun(f"{build.name}: story stick", SIZES[paper])
    width, height = SIZES[paper]
    length = plan.blank.length_mm
    strips = 0 if length is None else math.ceil(length / STRIP_MM)
    pages = max(1, math.ceil(strips / STRIPS_A_PAGE))
    left = (width - STRIPS_A_PAGE * STRIP_WIDTH_MM * mm) / 2
    for page in range(pages):
        _head(canvas, build, printed, page + 1, pages, width, height)
        check_ruler(canvas, left, BOTTOM_MM * mm - 9 * mm)
        for k in range(page * STRIPS_A_PAGE, min(strips, (page + 1) * STRIPS_A_PAGE)):
            x = left + (k % STRIPS_A_PAGE) * STRIP_WIDTH_MM * mm
            _strip(canvas, build, plan, k, x, length or 0.0)
        if length is None:
            canvas.setFont("text", 11)
            canvas.drawString(
                left, height / 2, "The blank has no length yet: there is nothing to mark."
            )
        canvas.showPage()
    return finished(canvas)


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


def _strip(canvas: Canvas, build: Build, plan: Plan, k: int, x: float, length: float) -> None:
    start = k * STRIP_MM
    reach = min(STRIP_MM, length - start)
    lap = max(min(LAP_MM, length - start - reach), 0.0)
    base = BOTTOM_MM * mm
    right = x + (STRIP_WIDTH_MM - 3) * mm
    canvas.setStrokeColor(RULE)
    canvas.setLineWidth(0.5)
    canvas.rect(x, base, right - x, (reach + lap) * mm)
    canvas.setFont("figures-bold", 9)
    canvas.setFillColor(FAINT)
    canvas.drawRightString(right - 1 * mm, base + 1.5 * mm, _letter(k))
    _ticks(canvas, build, x, base, start, reach)
    here = [m for m in plan.marks if _lies(m, start, reach, length)]
    for mark in here:
        y = base + (mark.station_mm - start) * mm
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(MARK_LINE_PT)
        canvas.line(x, y, right, y)
    ups = [base + (m.station_mm - start) * mm for m in here]
    foot = base + ARROW_MM * mm if k else base
    most = base + (reach - 5.6 - (ARROW_MM if lap else 0)) * mm
    stand = stacked([max(y + 1.0 * mm, foot) for y in ups], 6.2 * mm, most)
    for mark, y, words in zip(here, ups, stand, strict=True):
        _words(canvas, build, mark, x, y, words)
    if lap:
        _lap(canvas, k, x, right, base + reach * mm, lap)
    if k:
        _arrows(canvas, x, right, base, 1)
    canvas.setFont("text", 6.5)
    canvas.setFillColor(FAINT)
    if start == 0:
        canvas.drawString(x + 9 * mm, base + 1.5 * mm, "butt")
    if start + reach == length:
        canvas.drawString(x + 9 * mm, base + reach * mm - 3 * mm, "bare tip")


def _letter(k: int) -> str:
    return chr(ord("A") + k)


def _lies(mark: MarkDrawn, start: float, reach: float, length: float) -> bool:
    at_end = mark.station_mm == length and start + reach == length
    return start <= mark.station_mm < start + reach or at_end


def _lap(canvas: Canvas, k: int, x: float, right: float, y: float, lap: float) -> None:
    """Where the next strip is glued on: its foot on the line, its arrows against these."""
    canvas.setFillColor(RULE)
    canvas.setFillAlpha(0.35)
    canvas.rect(x, y, right - x, lap * mm, stroke=0, fill=1)
    canvas.setFillAlpha(1)
    canvas.setStrokeColor(FAINT)
    canvas.setLineWidth(0.4)
    canvas.setDash(2, 2)
    canvas.line(x, y, right, y)
    canvas.setDash()
    _arrows(canvas, x, right, y, -1)
    canvas.setFont("text", 6)
    canvas.setFillColor(INK)
    canvas.drawCentredString((x + right) / 2, y + (lap / 2 - 0.7) * mm, f"glue {_letter(k + 1)} on")


def _arrows(canvas: Canvas, x: float, right: float, y: float, way: int) -> None:
    """Register arrows that point at a joint from one side."""
    canvas.setFillColor(INK)
    for at in (x + 12 * mm, right - 8 * mm):
        path = canvas.beginPath()
        path.moveTo(at, y)
        path.lineTo(at - 1.3 * mm, y + way * (ARROW_MM - 0.6) * mm)
        path.lineTo(at + 1.3 * mm, y + way * (ARROW_MM - 0.6) * mm)
        path.close()
        canvas.drawPath(path, stroke=0, fill=1)


def _ticks(canvas: Canvas, build: Build, x: float, base: float, start: float, reach: float) -> None:
    """The builder's own rule up the left edge: a line a step, longer at every half, whole and number."""
    inch = rule_unit(build.rule) == "in"
    step = STEP_MM[build.rule]
    whole = round((MM_PER_INCH if inch else 10.0) / step)
    canvas.setStrokeColor(FAINT)
    canvas.setFillColor(FAINT)
    canvas.setFont("figures", 6.5)
    for i in range(math.ceil(start / step - 1e-9), math.floor((start + reach) / step + 1e-9) + 1):
        y = base + (i * step - start) * mm
        canvas.setLineWidth(0.5 if i % whole == 0 else 0.25)
        canvas.line(x, y, x + _long(i, whole, inch) * mm, y)
        if i % whole == 0 and i * step > start + 1 and i * step < start + reach - 1:
            number = i // whole if inch else i * step
            canvas.drawString(x + 5.4 * mm, y - 0.8 * mm, f"{number:g}")


def _long(i: int, whole: int, inch: bool) -> float:
    """How long the line of a step is, mm: each halving of an inch shorter than the one before; fives and tens of a
    metric rule longer."""
    if i % whole == 0:
        return 5.0
    if not inch:
        return 3.4 if i % (whole // 2) == 0 else 1.8
    for halves in range(1, whole.bit_length()):
        if i % (whole >> halves) == 0:
            return max(5.0 - 0.95 * halves, 1.0)
    return 1.0


def stacked(wished: list[float], apart: float, most: float) -> list[float]:
    """Where words stand so that none lies on another nor above ``most``: as near as that allows to where they were
    ``wished``, in order.

    >>> stacked([0.0, 1.0, 50.0], 6.0, 50.0)
    [0.0, 6.0, 50.0]
    >>> stacked([46.0, 49.0], 6.0, 50.0)
    [44.0, 50.0]
    """
    out: list[float] = []
    for w in wished:
        out.append(max(w, out[-1] + apart) if out else w)
    for i in range(len(out) - 1, -1, -1):
        out[i] = min(out[i], most)
        most = out[i] - apart
    return out


def _words(canvas: Canvas, build: Build, mark: MarkDrawn, x: float, y: float, words: float) -> None:
    """What a mark is, led to from its line."""
    right = x + (STRIP_WIDTH_MM - 3) * mm
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.4)
    middle = words + 2.5 * mm
    canvas.lines([(x + 8.4 * mm, y, x + 9.8 * mm, middle), (x + 9.8 * mm, middle, x + 10.2 * mm, middle)])  # fmt: skip
    canvas.setFillColor(TAPE)
    canvas.rect(x + 10.2 * mm, words - 0.4 * mm, right - x - 10.5 * mm, 5.8 * mm, stroke=0, fill=1)
    _glyph(canvas, mark.stage, x + 12.0 * mm, middle)
    canvas.setFillColor(INK)
    canvas.setFont("figures-bold", 8)
    canvas.drawString(x + 14.0 * mm, words + 2.8 * mm, format_length(mark.from_butt_mm, build.rule))
    canvas.setFont("text", 6)
    room = right - x - 14.4 * mm
    canvas.drawString(x + 14.0 * mm, words + 0.4 * mm, cut(mark.label, room, "text", 6))


def _glyph(canvas: Canvas, stage: StageName, x: float, y: float) -> None:
    """A ring for a guide, a block for a part's edge, two sleeves for a joint."""
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    canvas.setLineWidth(0.8)
    if stage == "guides":
        canvas.circle(x, y + 0.3 * mm, 1.2 * mm, stroke=1, fill=0)
        canvas.line(x, y - 0.9 * mm, x, y - 2.0 * mm)
    elif stage == "handle":
        canvas.rect(x - 0.9 * mm, y - 1.6 * mm, 1.8 * mm, 3.2 * mm, stroke=0, fill=1)
    else:
        canvas.rect(x - 1.2 * mm, y - 1.6 * mm, 2.4 * mm, 1.6 * mm, stroke=1, fill=0)
        canvas.rect(x - 0.7 * mm, y, 1.4 * mm, 1.6 * mm, stroke=1, fill=0)
