"""A strip to wrap round the blank at true 1:1: degrees, and every mark on its line.

One strip a place a pencil line goes. Cut it out, lay its 0 on the witness mark,
wrap it round; where it meets itself is the check of the diameter.
"""

import io
from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.plan import Plan
from wise_spool.core.spine.deciding import MapLine
from wise_spool.exchange.paper import FAINT, INK, RULE, SIZES, TAPE, PaperName, register_fonts

STRIP_HIGH_MM = 13.0
PITCH_MM = 19.0
MARK_LINE_PT = 1.1
"""Only mark lines are drawn this thick, so they can be read back out of the PDF."""


def protractor(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the wrap-round strips; one page of words while no line is decided."""
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=SIZES[paper], invariant=1)
    canvas.setTitle(f"{build.name}: wrap-round strips")
    canvas.setAuthor("Wise Spool")
    width, height = SIZES[paper]
    lines = plan.spine.map
    per_page = max(1, int((height / mm - 40) / PITCH_MM))
    pages = [lines[i : i + per_page] for i in range(0, len(lines), per_page)] or [()]
    for number, page in enumerate(pages, start=1):
        canvas.setFillColor(INK)
        canvas.setFont("text-bold", 10)
        canvas.drawString(14 * mm, height - 10 * mm, f"{build.name}: wrap-round strips")
        canvas.setFont("figures", 8.5)
        canvas.setFillColor(FAINT)
        note = f"{build.number}  {printed.isoformat()}  page {number} of {len(pages)}  print at 100 %, no scaling"
        canvas.drawRightString(width - 14 * mm, height - 10 * mm, note.strip())
        canvas.setFont("text", 8)
        canvas.drawString(
            14 * mm,
            height - 16 * mm,
            "Seen from the butt, clockwise from the witness mark at 0. The strip must just meet itself round the blank.",
        )
        if not page:
            canvas.setFont("text", 11)
            canvas.drawString(
                14 * mm, height / 2, "No line is decided yet: there is nothing to mark."
            )
        for k, line in enumerate(page):
            _strip(canvas, build, plan, line, 14 * mm, height - (30 + k * PITCH_MM) * mm)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _strip(canvas: Canvas, build: Build, plan: Plan, line: MapLine, x: float, y: float) -> None:
    girth = line.girth_mm * mm
    top = STRIP_HIGH_MM * mm
    canvas.setFillColor(FAINT)
    canvas.setFont("text", 7)
    place = f"{line.place}, {format_length(line.station_mm, build.rule)} from the butt, {format_diameter(line.od_mm, build.rule)}"
    canvas.drawString(x, y + top + 1 * mm, place)
    canvas.setStrokeColor(RULE)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, girth, top)
    canvas.setStrokeColor(FAINT)
    canvas.setFont("figures", 5.5)
    for degrees in range(0, 360, 10):
        at = x + girth * degrees / 360
        long = degrees % 90 == 0
        canvas.setLineWidth(0.5 if long else 0.25)
        canvas.line(at, y, at, y + (3.4 if long else 1.8) * mm)
        if long:
            canvas.drawString(at + 0.5 * mm, y + 2.2 * mm, f"{degrees}")
    for mark, arc in _grouped(plan, line):
        at = x + arc * mm
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(MARK_LINE_PT)
        canvas.line(at, y, at, y + top)
        wide = canvas.stringWidth(mark, "text", 6) + 1.6 * mm
        left = at + 0.6 * mm if at + wide < x + girth else at - wide - 0.6 * mm
        canvas.setFillColor(TAPE)
        canvas.rect(left, y + top - 4 * mm, wide, 3.2 * mm, stroke=0, fill=1)
        canvas.setFillColor(INK)
        canvas.setFont("text", 6)
        canvas.drawString(left + 0.8 * mm, y + top - 3.1 * mm, mark)


def _grouped(plan: Plan, line: MapLine) -> list[tuple[str, float]]:
    """Marks that share a place share a line and its words."""
    groups: dict[float, list[str]] = {}
    for mark, arc in zip(plan.spine.marks, line.arcs_mm, strict=True):
        groups.setdefault(arc, []).append(mark.what)
    return [(", ".join(names), arc) for arc, names in sorted(groups.items())]
