"""What the printed sheets are put together from: page, title, section, styles."""

import io
from collections.abc import Callable, Sequence
from datetime import date
from typing import Any

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    Flowable,
    Frame,
    KeepTogether,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from wise_spool.core.document.build import Build
from wise_spool.core.ground.units import speaking
from wise_spool.exchange.paper import FAINT, INK, RUIN, RULE, SIZES, PaperName, register_fonts

MARGIN = 14 * mm

TITLE = ParagraphStyle("title", fontName="text-bold", fontSize=19, leading=23, textColor=INK)
LEAD = ParagraphStyle("lead", fontName="text", fontSize=9.5, leading=13, textColor=FAINT)
HEAD = ParagraphStyle(
    "head",
    fontName="text-bold",
    fontSize=10.5,
    leading=14,
    textColor=INK,
    spaceBefore=9,
    spaceAfter=3,
)
BODY = ParagraphStyle("body", fontName="text", fontSize=9, leading=12, textColor=INK)
RUINS = ParagraphStyle("ruins", parent=BODY, fontName="text-bold", textColor=RUIN)
CAUTION = ParagraphStyle("caution", fontName="text", fontSize=7.5, leading=10, textColor=FAINT)


def sheet(
    build: Build,
    what: str,
    paper: PaperName,
    printed: date,
    story: Callable[[float], list[Flowable]],
) -> bytes:
    """PDF of one sheet; ``story`` is given the width between the margins in points."""
    register_fonts()
    out = io.BytesIO()
    size = SIZES[paper]
    document = BaseDocTemplate(
        out, pagesize=size, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=12 * mm, bottomMargin=14 * mm,
        title=f"{build.name}: {what}", author="Wise Spool", invariant=1,
    )  # fmt: skip
    frame = Frame(
        document.leftMargin, document.bottomMargin, document.width, document.height, 0, 0, 0, 0
    )

    def foot(canvas: Canvas, page: Any) -> None:
        canvas.setFont("figures", 8)
        canvas.setFillColor(FAINT)
        canvas.drawString(MARGIN, 8 * mm, f"{build.name}  {build.number}  {printed.isoformat()}")
        canvas.drawRightString(size[0] - MARGIN, 8 * mm, f"page {page.page}")

    document.addPageTemplates([PageTemplate(frames=[frame], onPage=foot)])
    with speaking(build.units, build.rule):
        document.build(story(document.width))
    return out.getvalue()


def head(title: str, facts: Sequence[str]) -> list[Flowable]:
    """The sheet's title and a line of facts."""
    return [
        Paragraph(safe(title), TITLE),
        Paragraph(safe(" · ".join(f for f in facts if f)), LEAD),
        Spacer(0, 4 * mm),
    ]


def section(
    title: str, rows: Sequence[Sequence[str]], width: float, shares: Sequence[float]
) -> list[Flowable]:
    table = Table(
        [list(r) for r in rows], colWidths=[s * width for s in shares], repeatRows=1, hAlign="LEFT"
    )
    table.setStyle(
        TableStyle([
            ("FONT", (0, 0), (-1, 0), "text", 7.5), ("TEXTCOLOR", (0, 0), (-1, 0), FAINT),
            ("FONT", (0, 1), (-1, -1), "figures", 10), ("TEXTCOLOR", (0, 1), (-1, -1), INK),
            ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK), ("LINEBELOW", (0, 1), (-1, -1), 0.25, RULE),
            ("TOPPADDING", (0, 0), (-1, -1), 2), ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5), ("LEFTPADDING", (0, 0), (-1, -1), 1),
        ])
    )  # fmt: skip
    return [KeepTogether([Paragraph(safe(title), HEAD), table])]


def safe(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
