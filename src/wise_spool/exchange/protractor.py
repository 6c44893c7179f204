"""A strip to wrap round the blank at true 1:1: degrees, and every mark on its line.

One strip a place a pencil line goes. Cut it out, lay its 0 on the zero of the clock,
wrap it round; where it meets itself is the check of the diameter.
"""

from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.plan import Plan
from wise_spool.core.spine.deciding import MapLine
from wise_spool.exchange.paper import (
    FAINT,
    INK,
    RULE,
    SIZES,
    PaperName,
    begun,
    check_ruler,
    finished,
)

STRIP_HIGH_MM = 13.0
PITCH_MM = 19.0
BADGE_MM = 2.2
LEGEND_ROWS = 3
MARK_LINE_PT = 1.1
"""Only mark lines are drawn this thick, so they can be read back out of the PDF."""


def protractor(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the wrap-round strips; one page of words while no line is decided."""
    canvas = begun(f"{build.name}: wrap-round strips", SIZES[paper])
    width, height = SIZES[paper]
    lines = plan.spine.map
    per_page = max(1, int((height / mm - 44) / PITCH_MM))
    pages = [lines[i : i + per_page] for i in range(0, len(lines), per_page)] or [()]
    for number, page in enumerate(pages, start=1):
        canvas.setFillColor(INK)
        canvas.setFont("text-bold", 10)
        note = f"{build.number}  {printed.isoformat()}  page {number} of {len(pages)}  print at 100 %, no scaling"
        room = width - 32 * mm - canvas.stringWidth(note.strip(), "figures", 8.5)
        canvas.drawString(
            14 * mm,
            height - 10 * mm,
            fitted(canvas, f"Wrap-round strips: {build.name}", "text-bold", 10, room),
        )
        canvas.setFont("figures", 8.5)
        canvas.setFillColor(FAINT)
        canvas.drawRightString(width - 14 * mm, height - 10 * mm, note.strip())
        canvas.setFont("text", 8)
        canvas.drawString(
            14 * mm,
            height - 16 * mm,
            f"Cut it out and wrap it clockwise, seen from the butt, its left edge on {plan.spine.zero}: it must just meet itself round the blank.",
        )
        if not page:
            canvas.setFont("text", 11)
            canvas.drawString(
                14 * mm, height / 2, "No line is decided yet: there is nothing to mark."
            )
        for k, line in enumerate(page):
            _strip(canvas, build, plan, line, 14 * mm, height - (34 + k * PITCH_MM) * mm)
        check_ruler(canvas, 14 * mm, 14 * mm)
        canvas.showPage()
    return finished(canvas)


def _strip(canvas: Canvas, build: Build, plan: Plan, line: MapLine, x: float, y: float) -> None:
    """The strip with its degrees and numbered lines; what each number is stands beside it, so that no
    words lie on a line."""
    girth = line.girth_mm * mm
    top = STRIP_HIGH_MM * mm
    canvas.setStrokeColor(RULE)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, girth, top)
    canvas.setStrokeColor(FAINT)
    canvas.setFillColor(FAINT)
    canvas.setFont("figures", 5.5)
    for degrees in range(0, 360, 10):
        at = x + girth * degrees / 360
        long = degrees % 90 == 0
        canvas.setLineWidth(0.5 if long else 0.25)
        canvas.line(at, y, at, y + (3.0 if long else 1.8) * mm)
    marks = _grouped(plan, line)
    at_mm = [arc for _, arc, _ in marks]
    for number, (_, arc, _) in enumerate(marks, start=1):
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(MARK_LINE_PT)
        canvas.line(x + arc * mm, y, x + arc * mm, y + top)
        _badge(canvas, f"{number}", arc, at_mm, line.girth_mm, x, y + top)
    _legend(canvas, build, line, marks, x + girth + 6 * mm, y + top)


def _badge(
    canvas: Canvas,
    number: str,
    arc: float,
    others: list[float],
    girth_mm: float,
    x: float,
    top: float,
) -> None:
    """The number of a line, on the side of it where there is room."""
    right = min((o for o in others if o > arc + 1e-6), default=girth_mm) - arc
    left = arc - max((o for o in others if o < arc - 1e-6), default=0.0)
    canvas.setFillColor(INK)
    canvas.setFont("figures-bold", 7)
    if right >= BADGE_MM or right >= left:
        canvas.drawString(x + arc * mm + 0.5 * mm, top - 3.6 * mm, number)
    else:
        canvas.drawRightString(x + arc * mm - 0.5 * mm, top - 3.6 * mm, number)


def _legend(
    canvas: Canvas,
    build: Build,
    line: MapLine,
    marks: list[tuple[str, float, float]],
    x: float,
    top: float,
) -> None:
    """Where the strip goes, and what its numbers are."""
    room = canvas._pagesize[0] - 14 * mm - x
    canvas.setFillColor(INK)
    canvas.setFont("text-bold", 7.5)
    place = f"{line.place}, {format_length(line.station_mm, build.rule)} from the butt, {format_diameter(line.od_mm, build.rule)}"
    canvas.drawString(x, top - 2.4 * mm, fitted(canvas, place, "text-bold", 7.5, room))
    columns = 1 if len(marks) <= LEGEND_ROWS else 2
    wide = room / columns - 2 * mm
    for k, (names, _, degrees) in enumerate(marks):
        column, row = divmod(k, LEGEND_ROWS)
        says = f"{k + 1}  {names}, {degrees:.0f}°"
        canvas.setFont("text", 7)
        canvas.drawString(
            x + column * (wide + 2 * mm),
            top - (5.8 + 3.0 * row) * mm,
            fitted(canvas, says, "text", 7, wide),
        )


def fitted(canvas: Canvas, text: str, font: str, size: float, room: float) -> str:
    """The words that fit, an ellipsis for the rest."""
    if canvas.stringWidth(text, font, size) <= room:
        return text
    while text and canvas.stringWidth(text + "…", font, size) > room:
        text = text[:-1]
    return text.rstrip() + "…"


def _grouped(plan: Plan, line: MapLine) -> list[tuple[str, float, float]]:
    """Marks that share a place share a line: their names, the arc in mm, the clock angle."""
    groups: dict[float, tuple[list[str], float]] = {}
    for mark, arc in zip(plan.spine.marks, line.arcs_mm, strict=True):
        groups.setdefault(arc, ([], mark.angle_deg))[0].append(mark.what)
    return [(", ".join(names), arc, angle) for arc, (names, angle) in sorted(groups.items())]
