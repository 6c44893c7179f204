"""Paper, type and colours that every printed sheet shares."""

import io
from functools import cache
from pathlib import Path
from typing import Literal

from reportlab.lib import colors
from reportlab.lib.pagesizes import A3, A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.ground.measures import MM_PER_INCH
from wise_spool.exchange.tagged import tagged

PaperName = Literal["a4", "letter", "a3"]
SIZES: dict[PaperName, tuple[float, float]] = {"a4": A4, "letter": LETTER, "a3": A3}
FONTS = Path(__file__).parents[1] / "fonts"

INK = colors.HexColor("#1d2424")
FAINT = colors.HexColor("#66706e")
RULE = colors.HexColor("#b9c0bc")
TAPE = colors.HexColor("#efe3bd")
CORK = colors.HexColor("#d8b98a")
BLANK = colors.HexColor("#4a5453")
RUIN = colors.HexColor("#8e2b22")


@cache
def register_fonts() -> None:
    """Make the shipped faces known to ReportLab, once."""
    for name in ("text", "text-bold", "figures", "figures-bold"):
        pdfmetrics.registerFont(TTFont(name, FONTS / f"{name}.ttf"))
    pdfmetrics.registerFontFamily(
        "text", normal="text", bold="text-bold", italic="text", boldItalic="text-bold"
    )


def begun(title: str, size: tuple[float, float]) -> Canvas:
    """A PDF to be drawn by hand; the same drawing, the same bytes."""
    register_fonts()
    canvas = Canvas(io.BytesIO(), pagesize=size, invariant=1)
    canvas.setTitle(title)
    canvas.setAuthor("Wise Spool")
    return canvas


def finished(canvas: Canvas) -> bytes:
    """What was drawn, its words tagged."""
    return tagged(canvas.getpdfdata())


def hundred_mm(canvas: Canvas, x: float, y: float) -> None:
    """A ruler of 100 mm, to be measured before a print at 1:1 is trusted."""
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.4)
    canvas.line(x, y, x + 100 * mm, y)
    for i in range(11):
        canvas.line(x + i * 10 * mm, y, x + i * 10 * mm, y + (3 if i % 5 == 0 else 2) * mm)


def check_ruler(
    canvas: Canvas, x: float, y: float, *, says: str = "check: 100 mm above, 4 in below"
) -> None:
    """A ruler of 100 mm and 4 in, and what to do with it beside it."""
    hundred_mm(canvas, x, y)
    for i in range(5):
        at = x + i * MM_PER_INCH * mm
        canvas.line(at, y, at, y - (3 if i % 4 == 0 else 2) * mm)
    canvas.setFont("figures", 7.5)
    canvas.setFillColor(INK)
    canvas.drawString(x + 104 * mm, y - 1 * mm, says)
