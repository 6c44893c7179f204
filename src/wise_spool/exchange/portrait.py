"""The rod's portrait: one landscape page to pin over the bench, everything hung where it lies.

The rod across the page, lengths to one scale and diameters to another; marks over it, bores under the parts, the gaps
as a stair, the clock, the steps with boxes to tick and lines to write on; over it the rod as it bends, for ornament.
It proves its scale by a bar to measure.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from reportlab.lib.colors import Color, white
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import MOST_HUNG_G, BendSetup
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.ground.units import format_weight, speaking
from wise_spool.core.guides.under_load import LoadedPlan, plan_loads
from wise_spool.core.mechanics.elastica import BendError
from wise_spool.core.plan import Plan
from wise_spool.core.rod import Rod
from wise_spool.exchange.paper import (
    BLANK,
    CORK,
    FAINT,
    INK,
    RULE,
    SIZES,
    TAPE,
    PaperName,
    begun,
    finished,
    register_fonts,
)
from wise_spool.exchange.sheet_parts import cut

MARGIN_MM = 12.0
THICK_MM = 22.0
"""How thick the thickest of the rod is drawn."""
RULER_MM = 100.0
MOST_STEPS = 33
BOW_WIDE_MM, BOW_HIGH_MM = 84.0, 27.0
"""The room of the bent rod at the head of the page."""
FIGURES, TEXT = "figures", "text"


@dataclass(frozen=True)
class Label:
    """Words hung at a station, centred there where there is room."""

    x: float
    words: str
    size: float = 8.5


def portrait(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of one landscape page."""
    short, long = sorted(SIZES[paper])
    canvas = begun(f"{build.name}: portrait", (long, short))
    with speaking(build.units, build.rule):
        _Page(canvas, build, plan, long, short).draw(printed)
    canvas.showPage()
    return finished(canvas)


def hung(labels: Iterable[Label], low: float, high: float, room: float = 4.0) -> list[tuple[Label, float, int]]:  # fmt: skip
    """Each label with its left edge and its row: the nearest row in which it lies over no other.

    >>> [row for _, _, row in hung([Label(50, "12 in"), Label(52, "13 in"), Label(200, "14 in")], 0, 300)]
    [0, 1, 0]
    """
    register_fonts()
    ends: list[float] = []
    out = []
    for label in sorted(labels, key=lambda x: x.x):
        wide = stringWidth(label.words, FIGURES, label.size)
        left = min(max(label.x - wide / 2, low), high - wide)
        row = next((n for n, end in enumerate(ends) if left >= end + room), len(ends))
        ends[row : row + 1] = [left + wide]
        out.append((label, left, row))
    return out


def _bent(build: Build, plan: Plan) -> LoadedPlan | None:
    """The rod under the load that drops its tip by a third; None while it cannot be bent."""
    if plan.stiffness is None or not plan.guides.placed:
        return None
    setup = BendSetup(load_g=min(plan.stiffness.power_g, MOST_HUNG_G))
    blank = Rod.of(build).work_blank
    try:
        return plan_loads(build, blank, plan.handle, plan.guides, plan.stiffness, [setup])[0]
    except BendError:
        return None


class _Page:
    """The page and where on it a station lies."""

    def __init__(self, canvas: Canvas, build: Build, plan: Plan, wide: float, high: float) -> None:
        self.c, self.build, self.plan = canvas, build, plan
        self.wide, self.high, self.edge = wide, high, MARGIN_MM * mm
        self.longest = plan.blank.length_mm or 1000.0
        self.from_mm = -plan.handle.longer_by_mm
        self.per_mm = (wide - 2 * self.edge) / (self.longest + 20 - self.from_mm)
        ods = [plan.blank.butt_od_mm or 10.0, *(max(p.od_butt_mm, p.od_tip_mm) for p in plan.handle.parts)]  # fmt: skip
        self.across = THICK_MM * mm / max(ods)
        self.y = high - 0.36 * high

    def x(self, station_mm: float) -> float:
        return float(self.edge + (station_mm - self.from_mm) * self.per_mm)

    def draw(self, printed: date) -> None:
        self._head(printed)
        self._bow()
        self._rod()
        self._marks()
        bottom = self._bores()
        stair = self._stair(min(bottom, self.y - THICK_MM * mm) - 6 * mm)
        self._steps(stair - 5 * mm)
        self._foot()

    def _words(self, x: float, y: float, words: str, size: float, font: str = TEXT, colour: Color = INK) -> None:  # fmt: skip
        self.c.setFont(font, size)
        self.c.setFillColor(colour)
        self.c.drawString(x, y, words)

    def _head(self, printed: date) -> None:
        b, y = self.build, self.high - self.edge - 5 * mm
        room = self.wide - 2 * self.edge - (BOW_WIDE_MM + 6) * mm
        self._words(self.edge, y, cut(b.name, room, "text-bold", 24), 24, "text-bold")
        facts = [b.number, b.client and f"for {b.client}", format_length(self.longest, b.rule), b.blank.name, printed.isoformat()]  # fmt: skip
        said = " · ".join(f for f in facts if f)
        self._words(self.edge, y - 6 * mm, cut(said, room, TEXT, 9.5), 9.5, TEXT, FAINT)

    def _bow(self) -> None:
        """The rod bent by its own power, lengths and drops to one scale, at the right of the head."""
        bent = _bent(self.build, self.plan)
        if bent is None:
            return
        c = self.c
        xs, ys = [p.x_mm for p in bent.curve], [p.y_mm for p in bent.curve]
        k = min(BOW_WIDE_MM / (max(xs) - min(xs)), BOW_HIGH_MM / max(max(ys) - min(ys), 1.0)) * mm
        right, top = self.wide - self.edge, self.high - self.edge
        left = right - (max(xs) - min(xs)) * k
        points = [(left + (x - min(xs)) * k, top - (y - min(ys)) * k) for x, y in zip(xs, ys, strict=True)]  # fmt: skip
        path = c.beginPath()
        path.moveTo(*points[0])
        for point in points[1:]:
            path.lineTo(*point)
        c.setStrokeColor(BLANK)
        c.setLineCap(1)
        c.setLineWidth(1.6)
        c.drawPath(path, stroke=1, fill=0)
        c.setLineWidth(0.4)
        c.setStrokeColor(FAINT)
        for g in bent.guides:
            gx, gy = left + (g.x_mm - min(xs)) * k, top - (g.y_mm - min(ys)) * k
            c.circle(gx, gy, 1.1, stroke=1, fill=0)
        says = f"bent by {format_weight(bent.load_g)}" + (", stiffness estimated" if bent.estimated else "")  # fmt: skip
        self._words(left, top - BOW_HIGH_MM * mm, says, 7.5, TEXT, FAINT)

    def _turned(self, edge: list[tuple[float, float]], colour: Color, *, edged: bool) -> None:
        """Something turned round the rod's axis: (station, OD) in mm, filled."""
        halves = [(self.x(station), od * self.across / 2) for station, od in edge]
        path = self.c.beginPath()
        path.moveTo(halves[0][0], self.y + halves[0][1])
        for px, half in halves[1:]:
            path.lineTo(px, self.y + half)
        for px, half in reversed(halves):
            path.lineTo(px, self.y - half)
        path.close()
        self.c.setFillColor(colour)
        self.c.drawPath(path, stroke=int(edged), fill=1)

    def _rod(self) -> None:
        c, k, y = self.c, self.across, self.y
        taper = self.plan.blank.taper
        if len(taper) > 1:
            self._turned([(p.station_mm, p.od_mm) for p in taper], BLANK, edged=False)
        c.setStrokeColor(INK)
        c.setLineWidth(0.6)
        for p in self.plan.handle.parts:
            colour = CORK if p.material in ("cork", "wood") else RULE
            self._turned([(p.start_mm + o.at_mm, o.od_mm) for o in p.outline], colour, edged=True)
        for g in self.plan.guides.placed:
            if g.marked_mm is not None:
                side = -1 if math.cos(math.radians(g.clock_deg)) > 0 else 1
                tall = min(g.height_mm * k, 12 * mm)
                ry = max(g.ring_mm * k / 2 * 0.5, 1.4)
                px = self.x(g.marked_mm)
                c.line(px, y, px, y + side * tall)
                c.ellipse(px - ry * 0.4, y + side * tall - ry, px + ry * 0.4, y + side * tall + ry, stroke=1, fill=0)  # fmt: skip

    def _marks(self) -> None:
        """Every mark over the rod, on a leader: the handle's from the butt, the guides' from the tip-top."""
        c, rule = self.c, self.build.rule
        labels = [
            Label(self.x(m.station_mm), format_length(m.from_butt_mm, rule, unit=False) if m.stage == "handle" else self._from_tip(m.station_mm))
            for m in self.plan.marks
        ]  # fmt: skip
        for label, left, row in hung(labels, self.edge, self.wide - self.edge):
            height = self.y + (THICK_MM / 2 + 12 + 5.2 * row) * mm
            c.setStrokeColor(RULE)
            c.setLineWidth(0.5)
            c.line(label.x, self.y + 2, label.x, height - 1)
            wide = stringWidth(label.words, FIGURES, label.size)
            c.setFillColor(TAPE)
            c.rect(left - 2, height - 1, wide + 4, 11, stroke=0, fill=1)
            self._words(left, height + 1.5, label.words, label.size, "figures-bold")

    def _from_tip(self, station_mm: float) -> str:
        ring = self.plan.guides.tip_top_ring_mm or self.longest
        return format_length(ring - station_mm, self.build.rule, unit=False)

    def _bores(self) -> float:
        """Under each part what it is called and the bore it wants; the lowest of it."""
        labels, rule = [], self.build.rule
        for p in self.plan.handle.parts:
            a, b = p.butt_face.wanted_mm, p.tip_face.wanted_mm
            bore = "" if a is None or b is None else f"  {format_diameter(a, rule, unit=False)} > {format_diameter(b, rule)}"  # fmt: skip
            labels.append(Label(self.x((p.start_mm + p.end_mm) / 2), f"{p.name}{bore}", 8.0))
        lowest = self.y - THICK_MM / 2 * mm
        laid = hung(labels, self.edge, self.wide - self.edge)
        for label, _, row in laid:
            height = self.y - (THICK_MM / 2 + 6 + 4.6 * row) * mm
            lowest = min(lowest, height)
            self.c.setStrokeColor(RULE)
            self.c.line(label.x, self.y - THICK_MM / 2 * mm + 2, label.x, height + 8)
        for label, left, row in laid:  # the words over the leaders, each on a bare bit of paper
            height = self.y - (THICK_MM / 2 + 6 + 4.6 * row) * mm
            self.c.setFillColor(white)
            self.c.rect(left - 1, height - 2, stringWidth(label.words, FIGURES, label.size) + 2, 10, stroke=0, fill=1)  # fmt: skip
            self._words(left, height, label.words, label.size, FIGURES)
        return float(lowest)

    def _stair(self, top: float) -> float:
        """The gaps as a stair under the guides they lie between; its floor."""
        placed = [g for g in self.plan.guides.placed if g.gap_mm is not None and g.marked_mm is not None]  # fmt: skip
        floor = top - 26 * mm
        if not placed:
            return top
        widest = max(g.gap_mm or 0 for g in placed)
        c = self.c
        c.setStrokeColor(INK)
        c.setLineWidth(0.5)
        for n, g in enumerate(placed, start=1):
            gap, at = g.gap_mm or 0.0, g.marked_mm or 0.0
            a, b = self.x(at), self.x(at + gap)
            tall = max(gap, 0) / widest * 18 * mm
            c.setFillColor(TAPE)
            c.rect(a, floor, b - a, tall, stroke=1, fill=1)
            words = format_length(gap, self.build.rule, unit=False)
            if stringWidth(words, FIGURES, 8) < b - a - 2:
                self._words((a + b) / 2 - stringWidth(words, FIGURES, 8) / 2, floor + 3, words, 8, "figures-bold")  # fmt: skip
            self._words(a - 2, floor - 9, f"{n}", 8, FIGURES, FAINT)
        self._words(self.edge, floor + 2, "gaps, from the tip-top", 8, TEXT, FAINT)
        return float(floor - 9)

    def _clock(self, x: float, y: float, r: float) -> None:
        """The blank's end as a clock: where the guides go, and the line it rests on."""
        c, spine = self.c, self.plan.spine
        c.setStrokeColor(INK)
        c.setLineWidth(1)
        c.circle(x, y, r, stroke=1, fill=0)
        hands = ((spine.guides_deg, "guides", 1.25), (spine.line_deg, "line", 0.7))
        for n, (deg, words, long) in enumerate(hands):
            if deg is None:
                continue
            way = math.radians(90 - deg)
            c.line(x, y, x + r * long * math.cos(way), y + r * long * math.sin(way))
            self._words(x - r, y - r * 1.25 - 4 * mm * (n + 1), f"{words} {deg:.0f}°", 9, FIGURES)
        c.setFillColor(INK)
        c.circle(x, y + r, 1.6, stroke=0, fill=1)

    def _steps(self, top: float) -> None:
        """The steps with boxes to tick, beside the clock, and lines to write on under them."""
        foot = self.edge + 12 * mm
        c = self.c
        column = (self.wide - 2 * self.edge - 44 * mm) / 3
        self._clock(self.wide - self.edge - 18 * mm, (top + foot) / 2, 10 * mm)
        todo = [o for o in self.plan.work.operations if not o.skipped]
        rows = max(int((top - foot) / (4.4 * mm)), 1)
        most = min(MOST_STEPS, 3 * rows)
        for n, o in enumerate(todo[:most]):
            x = self.edge + (n // rows) * column
            y = top - (n % rows + 1) * 4.4 * mm
            c.setStrokeColor(INK)
            c.setLineWidth(0.7)
            c.rect(x, y, 2.6 * mm, 2.6 * mm, stroke=1, fill=0)
            if o.done:
                c.line(x, y, x + 2.6 * mm, y + 2.6 * mm)
            self._words(x + 4 * mm, y + 0.4 * mm, cut(o.words, column - 6 * mm, TEXT, 8), 8)
        if len(todo) > most:
            self._words(self.edge, foot - 3 * mm, f"and {len(todo) - most} more on the build sheet", 8, TEXT, FAINT)  # fmt: skip

    def _foot(self) -> None:
        """A bar to measure, and a line to write on."""
        c, y = self.c, self.edge
        inch = self.build.rule.startswith("in")
        long = 4 * 25.4 if inch else RULER_MM
        right = self.wide - self.edge
        c.setStrokeColor(INK)
        c.setLineWidth(0.9)
        c.line(right - long * mm, y, right, y)
        for at in (right - long * mm, right):
            c.line(at, y - 2 * mm, at, y + 2 * mm)
        thick = self.across / self.per_mm
        says = f"measure this bar: {'4 in' if inch else '100 mm'}, or the print is scaled · lengths 1:{1 / (self.per_mm / mm):.1f}, diameters drawn {thick:.1f} times as thick"  # fmt: skip
        self._words(self.edge, y - 1, says, 7, TEXT, FAINT)
        c.setStrokeColor(RULE)
        c.setLineWidth(0.4)
        c.line(self.edge, y + 6 * mm, right - long * mm - 8 * mm, y + 6 * mm)
