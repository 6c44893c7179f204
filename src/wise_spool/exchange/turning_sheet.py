"""The turning card: cut list, diameters to stop at, and gauge notches at true 1:1.

Cut the notches out of card; where one slides over the turning, that diameter
is reached. Every page of notches carries its width in words to check by.
"""

from datetime import date

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import MarkingRule, format_diameter, format_length
from wise_spool.core.handle.turning import TurningCard
from wise_spool.core.plan import Plan
from wise_spool.exchange.paper import FAINT, INK, PaperName
from wise_spool.exchange.sheet_parts import BODY, CAUTION, head, section, sheet

NOTCH_DEEP_MM = 16.0
NOTCH_LINE_PT = 0.9
"""Only notch lines are drawn this thick, so they can be read back out of the PDF."""
CAUTIONS = (
    "No gloves, loose sleeves or hair at the lathe; eyes and lungs covered; hands off while it runs down. "
    "Short stock is not sawn freehand. The machine's manual comes first."
)


def turning_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the cut list and a card for every turned part."""
    return sheet(
        build, "turning", paper, printed, lambda width: _story(build, plan, width), true_size=True
    )


def _story(build: Build, plan: Plan, width: float) -> list[Flowable]:
    turning, rule = plan.handle.turning, build.rule
    story = head(f"{build.name}: turning", [build.number, "print at 100 %, no scaling"])
    if not turning.cards:
        story.append(Paragraph("No part of this handle is marked as turned.", BODY))
        return story
    rows = [["stick", "pieces in order", "left over"]]
    rows += [
        [
            format_length(s.length_mm, rule),
            ", ".join(f"{p.name} {format_length(p.sawn_mm, rule)}" for p in s.pieces),
            format_length(s.left_mm, rule),
        ]
        for s in turning.cut_list.sticks
    ]
    rows += [["–", f"{p.name} {format_length(p.sawn_mm, rule)}", "no stock"] for p in turning.cut_list.uncut]  # fmt: skip
    kerf = format_diameter(build.handle.stock.kerf_mm, rule)
    story += section(f"Saw (kerf {kerf})", rows, width, (0.2, 0.6, 0.2))
    for card in turning.cards:
        story += _card(card, rule, width)
    story += [Spacer(0, 4 * mm), Paragraph(CAUTIONS, CAUTION)]
    return story


def _card(card: TurningCard, rule: MarkingRule, width: float) -> list[Flowable]:
    rows = [["from the butt face", "at", "rough", "stop and sand", "final"]]
    rows += [
        [
            format_length(s.at_mm, rule),
            s.what,
            format_diameter(s.rough_mm, rule),
            format_diameter(s.stop_mm, rule),
            format_diameter(s.final_mm, rule),
        ]
        for s in card.stations
    ]
    facts = [f"long {format_length(card.length_mm, rule)}", f"exposed {format_length(card.exposed_mm, rule)}"]  # fmt: skip
    if card.tenon_mm:
        facts.append(f"tenon {format_length(card.tenon_mm, rule)}")
    if card.tip_tenon_mm:
        facts.append(f"tenon at the tip {format_length(card.tip_tenon_mm, rule)}")
    facts.append(f"{format_length(card.girth_mm, rule)} round at its widest, {format_length(card.swell_at_mm, rule)} from the butt face")  # fmt: skip
    if card.bought:
        facts.append(f"turned down from a bored blank of {format_diameter(card.from_mm, rule)}")
    if card.recess is not None:
        facts.append(
            f"recess in the {card.recess.face} face {format_diameter(card.recess.bore_mm, rule)}, {format_length(card.recess.depth_mm, rule)} deep"
        )
    if card.drill is not None:
        snug, loose = card.drill.snug, card.drill.loose
        facts.append(
            f"bore {format_diameter(card.drill.wanted_mm, rule)}: drill {snug.name if snug else 'none'} snug, {loose.name if loose else 'none'} loose"
        )
    a, b = card.mandrel_gap_butt_mm, card.mandrel_gap_tip_mm
    if a is not None and b is not None:
        faces = [f"{format_diameter(abs(gap), rule)} {'loose' if gap >= 0 else 'tight'} at the {face} face" for gap, face in ((a, "butt"), (b, "tip"))]  # fmt: skip
        facts.append(f"on the mandrel {' and '.join(faces)}")
    facts.append(f"paper {', '.join(str(g) for g in card.grits)}")
    return [
        *section(f"Turn the {card.name}", rows, width, (0.2, 0.2, 0.2, 0.2, 0.2)),
        Paragraph("; ".join(facts) + ".", BODY),
        Spacer(0, 2 * mm),
        GaugeNotches(card, rule, width),
    ]


class GaugeNotches(Flowable):  # type: ignore[misc]
    """A row of notches as wide as the stop diameters, at true size."""

    def __init__(self, card: TurningCard, rule: MarkingRule, width: float) -> None:
        super().__init__()
        self.rule, self.width = rule, width
        self.sizes = sorted({s.stop_mm for s in card.stations})
        self.rows = self._laid()
        self.height = len(self.rows) * (NOTCH_DEEP_MM + 10) * mm

    def _laid(self) -> list[list[float]]:
        rows: list[list[float]] = [[]]
        used = 0.0
        for size in self.sizes:
            if rows[-1] and (used + size + 12) * mm > self.width:
                rows.append([])
                used = 0.0
            rows[-1].append(size)
            used += size + 12
        return rows

    def draw(self) -> None:
        """Draw on the sheet."""
        canvas = self.canv
        for n, row in enumerate(self.rows):
            base = self.height - (n + 1) * (NOTCH_DEEP_MM + 10) * mm + 6 * mm
            x = 4 * mm
            for size in row:
                canvas.setStrokeColor(INK)
                canvas.setLineWidth(NOTCH_LINE_PT)
                top = base + NOTCH_DEEP_MM * mm
                canvas.line(x, base, x, top)
                canvas.line(x + size * mm, base, x + size * mm, top)
                canvas.setLineWidth(0.4)
                canvas.line(x, base, x + size * mm, base)
                canvas.setFillColor(FAINT)
                canvas.setFont("figures", 8)
                canvas.drawCentredString(x + size * mm / 2, base + 6 * mm, format_diameter(size, self.rule))  # fmt: skip
                x += (size + 12) * mm
