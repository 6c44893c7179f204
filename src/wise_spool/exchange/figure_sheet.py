"""Figures at 1:1: the unrolled pattern to wrap round the blank, its marks, the order of threads, strips of equal parts."""

import math
from datetime import date

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_length
from wise_spool.core.plan import Plan
from wise_spool.core.wraps.crosswrap import FigureLaid, pass_order
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

LEFT_MM = 14.0
MOST_LONG_MM = 178.0


def figure_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF, a page a figure; one page of words when there is none."""
    canvas = begun(f"{build.name}: figures", SIZES[paper])
    width, height = SIZES[paper]
    figures = [f for f in plan.wraps.figures if not f.trouble]
    pages: list[FigureLaid | None] = [*figures] or [None]
    for f in pages:
        canvas.setFillColor(INK)
        canvas.setFont("text-bold", 12)
        canvas.drawString(
            LEFT_MM * mm, height - 14 * mm, f"{build.name}: {f.name if f else 'figures'}"
        )
        canvas.setFont("figures", 8.5)
        canvas.setFillColor(FAINT)
        canvas.drawRightString(
            width - LEFT_MM * mm,
            height - 14 * mm,
            f"{printed.isoformat()}  print at 100 %, no scaling",
        )
        if f is None:
            canvas.setFont("text", 11)
            canvas.drawString(LEFT_MM * mm, height / 2, "No figure is laid out on this rod yet.")
        else:
            _figure(canvas, build, f, height)
        check_ruler(canvas, LEFT_MM * mm, 12 * mm)
        canvas.showPage()
    return finished(canvas)


def _figure(canvas: Canvas, build: Build, f: FigureLaid, height: float) -> None:
    canvas.setFont("text", 9)
    canvas.setFillColor(INK)
    canvas.drawString(LEFT_MM * mm, height - 21 * mm, f.says)
    canvas.drawString(LEFT_MM * mm, height - 26 * mm, f"From {format_length(f.from_mm, build.rule)} to {format_length(f.to_mm, build.rule)} from the butt. Wrap the strip round with its butt edge at the first of them; it must just meet itself.")  # fmt: skip
    top = height - 32 * mm
    long = (
        min(f.to_mm - f.from_mm, MOST_LONG_MM)
        if f.kind != "divided"
        else min(f.to_mm - f.from_mm, 30.0)
    )
    girth0, girth1 = 2 * math.pi * f.r_mm[0], 2 * math.pi * f.r_mm[-1]
    bottom = top - girth0 * mm
    x0 = LEFT_MM * mm
    share = long / (f.to_mm - f.from_mm)
    end_girth = girth0 + (girth1 - girth0) * share
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.5)
    path = canvas.beginPath()
    path.moveTo(x0, bottom)
    path.lineTo(x0, bottom + girth0 * mm)
    path.lineTo(x0 + long * mm, bottom + end_girth * mm)
    path.lineTo(x0 + long * mm, bottom)
    path.close()
    canvas.drawPath(path)
    canvas.saveState()
    canvas.clipPath(path, stroke=0, fill=0)
    if f.kind == "divided":
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.6)
        for k in range(1, f.lines):
            canvas.line(
                x0,
                bottom + k * f.arc_near_mm * mm,
                x0 + long * mm,
                bottom + k * (end_girth / f.lines) * mm,
            )
    else:
        _threads(canvas, f, x0, bottom, long)
    canvas.restoreState()
    canvas.setFillColor(INK)
    canvas.setFont("figures", 7)
    y = bottom - 4 * mm
    last = -1e9
    for m in sorted((m for m in f.marks if m.line == 0), key=lambda m: m.station_mm):
        x = x0 + (m.station_mm - f.from_mm) * mm
        if x > x0 + long * mm + 0.1:
            break
        canvas.setStrokeColor(RULE)
        canvas.line(x, bottom, x, bottom - 2.5 * mm)
        if x - last > 15 * mm:
            canvas.drawCentredString(x, y - 1.5 * mm, format_length(m.station_mm, build.rule))
            last = x
    y -= 10 * mm
    canvas.setFont("text", 9)
    for line in pass_order(f) if f.kind == "crosswrap" else []:
        canvas.drawString(x0, y, line)
        y -= 5 * mm
    for metres in f.metres:
        canvas.drawString(x0, y, f"{metres.thread}: {metres.metres:.1f} m")
        y -= 5 * mm


def _threads(canvas: Canvas, f: FigureLaid, x0: float, bottom: float, long: float) -> None:
    """Every band of threads, up and down, on every start, in the order it is laid, unrolled."""
    starts = f.starts
    ways = (1.0, -1.0) if f.kind == "crosswrap" else (1.0,)
    for b in f.bands:
        canvas.setFillColor(colors.HexColor(b.colour))
        for way in ways:
            for s in range(starts):
                for wrap in range(-2, int(f.turned_rad[-1] / (2 * math.pi)) + 3):
                    edge = [_edge(f, i, way, s, wrap, b.from_arc_mm) for i in range(len(f.x_mm))]
                    back = [_edge(f, i, way, s, wrap, b.to_arc_mm) for i in range(len(f.x_mm))]
                    high = 2 * math.pi * max(f.r_mm)
                    if max(y for _, y in edge + back) < 0 or min(y for _, y in edge + back) > high:
                        continue
                    path = canvas.beginPath()
                    points = [*edge, *reversed(back)]
                    path.moveTo(x0 + points[0][0] * mm, bottom + points[0][1] * mm)
                    for px, py in points[1:]:
                        path.lineTo(x0 + px * mm, bottom + py * mm)
                    path.close()
                    canvas.drawPath(path, stroke=0, fill=1)


def _edge(
    f: FigureLaid, i: int, way: float, start: int, wrap: int, arc_mm: float
) -> tuple[float, float]:
    """A point of a band's edge on the unrolled blank, mm from the near end and from the marked line."""
    r = f.r_mm[i]
    turn = way * (f.turned_rad[i] - 2 * math.pi * wrap) + 2 * math.pi * start / f.starts
    return f.x_mm[i] - f.from_mm, r * turn + arc_mm
