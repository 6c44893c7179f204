"""What the printed sheets are put together from: page, title, section, styles."""

import io
from collections.abc import Callable, Sequence
from datetime import date
from typing import Any

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
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
from wise_spool.exchange.paper import (
    FAINT,
    INK,
    RUIN,
    RULE,
    SIZES,
    PaperName,
    check_ruler,
    register_fonts,
)
from wise_spool.exchange.tagged import tagged

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
    *,
    true_size: bool = False,
) -> bytes:
    """PDF of one sheet of a rod; ``story`` is given the width between the margins in points. One at ``true_size``
    carries a check ruler on every page."""
    foot = f"{build.name}  {build.number}  {printed.isoformat()}"
    with speaking(build.units, build.rule):
        return bound(f"{build.name}: {what}", foot, paper, story, true_size=true_size)


def bound(
    title: str,
    said: str,
    paper: PaperName,
    story: Callable[[float], list[Flowable]],
    *,
    true_size: bool = False,
) -> bytes:
    """PDF of pages that say ``said`` at their foot."""
    register_fonts()
    out = io.BytesIO()
    size = SIZES[paper]
    document = BaseDocTemplate(
        out, pagesize=size, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=12 * mm, bottomMargin=(24 if true_size else 14) * mm,
        title=title, author="Wise Spool", invariant=1,
    )  # fmt: skip
    frame = Frame(
        document.leftMargin, document.bottomMargin, document.width, document.height, 0, 0, 0, 0
    )

    def foot(canvas: Canvas, page: Any) -> None:
        canvas.setFont("figures", 8)
        canvas.setFillColor(FAINT)
        canvas.drawString(MARGIN, 8 * mm, said)
        canvas.drawRightString(size[0] - MARGIN, 8 * mm, f"page {page.page}")
        if true_size:
            check_ruler(canvas, MARGIN, 17 * mm)

    document.addPageTemplates([PageTemplate(frames=[frame], onPageEnd=foot)])
    document.build(story(document.width))
    return tagged(out.getvalue(), title)


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
    columns = [s * width for s in shares]
    table = Table(
        [list(rows[0]), *(_fitted(r, columns) for r in rows[1:])], colWidths=columns, repeatRows=1, hAlign="LEFT"
    )  # fmt: skip
    table.setStyle(
        TableStyle([
            ("FONT", (0, 0), (-1, 0), "text", 7.5), ("TEXTCOLOR", (0, 0), (-1, 0), FAINT),
            ("FONT", (0, 1), (-1, -1), "figures", 10), ("TEXTCOLOR", (0, 1), (-1, -1), INK),
            ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK), ("LINEBELOW", (0, 1), (-1, -1), 0.25, RULE),
            ("TOPPADDING", (0, 0), (-1, -1), 2), ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5), ("LEFTPADDING", (0, 0), (-1, -1), 1),
        ])
    )  # fmt: skip
    return [KeepTogether([Paragraph(safe(title), HEAD), table])]


def _fitted(row: Sequence[str], columns: Sequence[float]) -> list[str]:
    """A row in which no words run into the next cell that says something; what is too long is cut."""
    after = [*row[1:], ""]
    return [
        cut(words, wide - 4, "figures", 10) if then else words
        for words, then, wide in zip(row, after, columns, strict=False)
    ]


def cut(words: str, wide: float, font: str, size: float) -> str:
    """Words cut to a width, pt, with an ellipsis where something is left out.

    >>> register_fonts(); cut("a very long name of a grip", 60, "figures", 10)
    'a very long n…'
    """
    if stringWidth(words, font, size) <= wide:
        return words
    while words and stringWidth(words + "…", font, size) > wide:
        words = words[:-1]
    return words.rstrip() + "…"


def safe(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
