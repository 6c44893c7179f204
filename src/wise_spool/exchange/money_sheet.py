"""A quote or an invoice as PDF: what is built, what it comes to, until when that holds."""

from decimal import Decimal

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.shop.money import Line, Paper
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import BODY, CAUTION, HEAD, bound, head, safe, section

TITLES = {"quote": "Quote", "invoice": "Invoice"}


def money_sheet(paper: Paper, size: PaperName = "a4") -> bytes:
    """PDF of one paper; the same paper, the same bytes."""
    title = f"{TITLES[paper.kind]} {paper.number}"
    foot = f"{paper.shop}  {title}  {paper.day}"
    return bound(title, foot, size, lambda width: _story(paper, title, width))


def amount(value: Decimal, currency: str) -> str:
    """An amount as it is written on paper, thousands parted by a thin space.

    >>> amount(Decimal("12345.5"), "mark")
    '12 345.50 mark'
    """
    return f"{value:,.2f}".replace(",", " ") + (f" {currency}" if currency else "")


def _story(paper: Paper, title: str, width: float) -> list[Flowable]:
    again = f"revision {paper.revision}" if paper.revision > 1 else ""
    story = head(title, [paper.shop, paper.day, again, f"for {paper.client}" if paper.client else ""])  # fmt: skip
    story.append(Paragraph(safe(f"{paper.rod}{f', {paper.rod_number}' if paper.rod_number else ''}"), HEAD))  # fmt: skip
    story += [Paragraph("– " + safe(w), BODY) for w in paper.what]
    rows = [["", "", ""], *(_row(x, paper.currency) for x in paper.lines)]
    rows.append(["in all" if paper.paid else "to pay", "", amount(paper.total, paper.currency)])
    if paper.paid:
        rows += [[f"paid: {x.words}", "", amount(-x.comes_to, paper.currency)] for x in paper.paid]
        rows.append(["left to pay" if paper.left >= 0 else "to give back", "", amount(abs(paper.left), paper.currency)])  # fmt: skip
    story += section("What it comes to", rows, width, (0.55, 0.15, 0.3))
    if paper.kind == "quote":
        if paper.deposit:
            story.append(Paragraph(safe(f"Work begins when {amount(paper.deposit, paper.currency)} of it are paid."), BODY))  # fmt: skip
        story.append(Paragraph(safe(f"This price holds until {paper.until}."), BODY))
    if paper.words:
        story += [Spacer(0, 3 * mm), Paragraph(safe(paper.words), BODY)]
    story += [Spacer(0, 4 * mm), Paragraph("What taxes and papers a sale needs is for your own country’s rules and an accountant to say.", CAUTION)]  # fmt: skip
    return story


def _row(line: Line, currency: str) -> list[str]:
    return [line.words, "", amount(line.comes_to, currency)]
